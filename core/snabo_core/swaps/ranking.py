"""Ranks the stand-ins of a slot: each is scaled to the dish and computed before it is chosen."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import Choice, Dish, Line, Part, Slot, all_lines, reaches_of
from snabo_core.errors import SnaboError
from snabo_core.foods import Library
from snabo_core.method.techniques import techniques
from snabo_core.plate.exclusions import breaches
from snabo_core.plate.figures import entries, total, totals_of_many
from snabo_core.plate.judging import ForEater, judge_many
from snabo_core.plate.portions import sharing_of
from snabo_core.plate.setting import Setting
from snabo_core.plate.taking import as_taken
from snabo_core.plate.totals import Figure
from snabo_core.swaps.book import Book, RoleFile, StandIn
from snabo_core.swaps.dish_water import own_changes
from snabo_core.swaps.judged import changes_of
from snabo_core.swaps.ledgers import WHOLE, Changes, OwnChange, SlotLedger, slot_ledger
from snabo_core.swaps.scaling import ledger_lines, scale_to
from snabo_core.water import Ledger, advise
from snabo_core.wording import say, worded

# What doing an appliance's work by hand adds; common practice, no source.
MINUTES_BY_HAND = 8.0


@dataclass(frozen=True)
class Ranked:
    """A stand-in computed on this dish, with the sentence that explains its place.

    `eaters` is how the whole dish stands with it in, `own` the same with exclusions looked for
    in the stand-in's lines alone. `figures` are net carbs and what somebody limits. `limit`
    says why it cannot do what the original did here. `texture_gap` is how far its texture lies
    from the original's on average, 0 to 4 levels, None where no scale tells both; `missing` are
    the appliances this kitchen lacks for it; `tired`: the household does not want its family again.
    """

    stand_in: StandIn
    choice: Choice
    figures: dict[str, Figure]
    eaters: tuple[ForEater, ...]
    own: tuple[ForEater, ...]
    extra_hands_on: float
    extra_total: float
    distance: float
    why: str
    limit: str = ""
    texture_gap: float | None = None
    missing: tuple[str, ...] = ()
    tired: bool = False


def _distance(people: Sequence[ForEater]) -> float:
    """Sum how far limits are missed, each relative to its limit; unknown counts as one."""
    distance = 0.0
    for person in people:
        limits = {
            t.nutrient: t.meal(t.at_most) or t.meal(t.at_least) or 0.0 for t in person.eater.targets
        }
        for result in person.standings:
            if result.met or not result.hard:
                continue
            miss = result.amount if result.amount is not None else limits[result.nutrient]
            distance += miss / max(limits[result.nutrient], 5.0)
    return distance


def _why(people: Sequence[ForEater], own: Sequence[ForEater]) -> str:
    """Say why a stand-in has its place; "suits" speaks of the whole dish with it in."""
    excluded = [p for p in own if p.excluded]
    if excluded:
        breach = next(b for b in excluded[0].breaches if b.certainty == "contains")
        return worded("not_for", name=excluded[0].eater.name, breach=say(breach.message))
    suited = [p.eater.name for p in people if p.suits]
    if people and len(suited) == len(people):
        return worded("suits_all")
    if suited:
        return worded("suits_some", names=" and ".join(suited))
    missed = sum(not s.met and s.hard for p in people for s in p.standings)
    if missed == 0:
        return worded("suits_but_for_the_rest")
    return worded("missed_some", count=missed) if missed != 1 else worded("missed_one")


def elsewhere(dish: Dish, part: Part, slot: Slot, setting: Setting, library: Library) -> list[str]:
    """Say which lines outside a slot somebody leaves out: no stand-in for the slot cures that."""
    own = set(slot.line_ids)
    kept = [
        line
        for _, line in all_lines(dish.with_choice(part.id, slot.id, None))
        if line.id not in own
    ]
    sharing = sharing_of(dish, len(setting.eaters))
    found = []
    for eater in setting.eaters:
        broken = breaches(eater.exclusions, kept, library, sharing.of(eater.id))
        sure = [b for b in broken if b.certainty == "contains"]
        found += [worded("elsewhere", name=eater.name, breach=say(b.message)) for b in sure[:1]]
    return found


def rank(
    dish: Dish, part: Part, slot: Slot, setting: Setting, book: Book, library: Library
) -> list[Ranked]:
    """Return every stand-in of the slot's role, computed on this dish, best first.

    Each is judged as the whole dish would be with it in: other stand-ins, losses, portions and
    rules included. Order: exclusions kept, able to do what the original did, a family that is
    wanted again, number of eaters suited, distance to the limits missed, texture near the
    original's, hands-on minutes with what a missing appliance costs. Excluded ones stay, last.

    Raises:
        BadInput: the slot's lines are not settled, so nothing can be scaled.
    """
    role_file = book.files.get(slot.role)
    if role_file is None:
        return []
    bare = dish.with_choice(part.id, slot.id, None)
    own = set(slot.line_ids)
    before = changes_of(bare, book, library, setting)
    elsewhere, here = _apart(before, part.id)
    taken = as_taken(bare, before.grams)
    # What a part used in part brings follows from what the stand-in makes of it.
    kept = [
        line
        for p, line in all_lines(taken)
        if line.id not in own and (p.id != part.id or part.taken is None)
    ]
    names = {line.id: line.food_name or line.text for _, line in all_lines(bare)}
    base = total(*entries(kept, library, setting.rules))
    stand_ins = book.stand_ins(slot.role)
    choices = [scale_to(part, slot, item, role_file, library, dish.servings) for item in stand_ins]
    dishes = [dish.with_choice(part.id, slot.id, choice) for choice in choices]
    made = [_changes(whole, part, slot, here, book, library, setting) for whole in dishes]
    ledgers = [each.ledgers[0].ledger for each in made]
    added = [
        _brought(whole, part, choice, each)
        for whole, choice, each in zip(dishes, choices, made, strict=True)
    ]
    groups = [entries(lines, library, setting.rules)[0] for lines in added]
    losses = [_with(elsewhere.losses, each.losses) for each in made]
    many = totals_of_many(base, groups)
    called = [names | {line.id: line.food_name for line in c.lines} for c in choices]
    left_out = [line for p in dish.parts for line in p.unsettled_out()]
    sharing = sharing_of(dish, len(setting.eaters))
    judged = [
        judge_many(e, many, sharing.of(e.id), called, kept, added, library, losses, left_out)
        for e in setting.eaters
    ]
    limited = [target.nutrient for eater in setting.eaters for target in eater.targets]
    shown = list(dict.fromkeys(["net_carbs", *limited]))
    result = []
    for i, (stand_in, choice, totals) in enumerate(
        zip(stand_ins, choices, many.totals, strict=True)
    ):
        people = tuple(column[i] for column in judged)
        mine = {line.id for line in choice.lines}
        within = tuple(
            replace(p, breaches=tuple(b for b in p.breaches if b.line_id in mine)) for p in people
        )
        result.append(
            Ranked(
                stand_in,
                choice,
                totals.some_figures(1 / dish.servings, shown),
                people,
                within,
                stand_in.hands_on_minutes - role_file.hands_on_minutes,
                stand_in.total_minutes - role_file.total_minutes,
                _distance(people),
                _why(people, within),
                limit_of(ledgers[i]),
                texture_gap(stand_in, role_file),
                tuple(name for name in stand_in.equipment if name in setting.missing),
                stand_in.family in setting.not_again,
            )
        )
    return sorted(result, key=_place)


def _apart(changes: Changes, part_id: str) -> tuple[Changes, Changes]:
    """Return what changes in the other parts, and in a part and the dish as a whole."""
    shared = {part_id, WHOLE}
    return (
        Changes(
            tuple(part for part in changes.parts if part.id != part_id),
            tuple(each for each in changes.ledgers if each.part.id != part_id),
            tuple(one for one in changes.own if one.owner not in shared),
        ),
        Changes(
            tuple(part for part in changes.parts if part.id == part_id),
            tuple(each for each in changes.ledgers if each.part.id == part_id),
            tuple(one for one in changes.own if one.owner in shared),
        ),
    )


def _matters(whole: Dish, part: Part, slot: Slot) -> bool:
    """Tell whether the recipe's own steps may change what is eaten of a part with a candidate in.

    What only the lines that go out were in is not done any more. Of the rest that matters which
    may let liquid go, and everything where so many grams of the part are taken.
    """
    reaches, gone = reaches_of(whole.method), set(slot.line_ids)
    mine = {line.id for line in part.lines}
    for step in whole.method:
        known, lines = techniques().get(step.technique), reaches[step.id]
        if known is None or known.water == "none" or lines <= gone or not lines & mine:
            continue
        if part.taken is not None or known.water in {"liquid", "leached"}:
            return True
    return False


def _changes(
    whole: Dish,
    part: Part,
    slot: Slot,
    here: Changes,
    book: Book,
    library: Library,
    setting: Setting,
) -> Changes:
    """Return what changes in the part with a candidate in and in the dish as a whole.

    The candidate's own ledger comes first. `here` is the same without it.
    """
    now, chosen = whole.part(part.id), whole.slot(part.id, slot.id)
    began = sum(i.used().grams or 0.0 for i in ledger_lines(now, chosen, library))
    try:
        ledger = slot_ledger(now, chosen, book, library, setting, spread=False)
    except SnaboError as refusal:
        mine = SlotLedger(now, chosen, None, refusal.sentence, began)
    else:
        mine = SlotLedger(now, chosen, ledger, "", began)
    ledgers = (mine, *(replace(each, part=now) for each in here.ledgers))
    own: tuple[OwnChange, ...] = ()
    if _matters(whole, part, slot):
        own = own_changes(whole, book, library, setting)
    return _apart(Changes((now,), ledgers, own), part.id)[1]


def _brought(whole: Dish, part: Part, choice: Choice, made: Changes) -> tuple[Line, ...]:
    """Return the lines that a candidate changes: its own, or all of a part used in part."""
    if part.taken is None:
        return choice.lines
    now = as_taken(replace(whole, parts=(whole.part(part.id),)), made.grams)
    return now.parts[0].effective_lines()


def _with(losses: Mapping[str, float], more: Mapping[str, float]) -> dict[str, float]:
    names = {*losses, *more}
    return {name: losses.get(name, 0.0) + more.get(name, 0.0) for name in names}


def limit_of(ledger: Ledger | None) -> str:
    """Say why a thickener leaves this sauce thinner than it was, empty where it does not."""
    if ledger is None:
        return ""
    advice = advise(ledger.points[-1])
    return f"{say(advice.message)}." if advice.kind == "sauce_thin" else ""


def texture_gap(stand_in: StandIn, role_file: RoleFile) -> float | None:
    """Return how many levels a stand-in's texture lies from the original's on average."""
    both = [name for name in stand_in.texture if name in role_file.texture]
    if not both:
        return None
    return sum(abs(stand_in.texture[n] - role_file.texture[n]) for n in both) / len(both)


def _place(ranked: Ranked) -> tuple[bool, bool, bool, int, float, float, float, str]:
    excluded = any(person.excluded for person in ranked.own)
    suited = sum(person.suits for person in ranked.eaters)
    minutes = ranked.stand_in.hands_on_minutes + MINUTES_BY_HAND * len(ranked.missing)
    return (
        excluded,
        bool(ranked.limit),
        ranked.tired,
        -suited,
        round(ranked.distance, 3),
        round(ranked.texture_gap or 0.0, 1),
        minutes,
        ranked.stand_in.key,
    )
