"""Ranks the stand-ins of a slot: each is scaled to the dish and computed before it is chosen."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from snabo_core.dish import Choice, Dish, Line, Part, Slot, all_lines
from snabo_core.foods import Library
from snabo_core.plate.eaters import Eater, Standing, standings
from snabo_core.plate.exclusions import Breach, breaches
from snabo_core.plate.figures import entries, total, totals_of_many
from snabo_core.plate.rows import USUAL, Rules
from snabo_core.plate.totals import Figure, Many, Totals
from snabo_core.swaps.book import Book, StandIn
from snabo_core.swaps.scaling import scale_to
from snabo_core.wording import say


@dataclass(frozen=True)
class ForEater:
    """How a dish stands for one eater."""

    eater: Eater
    standings: tuple[Standing, ...]
    breaches: tuple[Breach, ...]

    @property
    def excluded(self) -> bool:
        """Whether something the eater leaves out is surely in it."""
        return any(b.certainty == "contains" for b in self.breaches)

    @property
    def suits(self) -> bool:
        """Whether nothing is excluded and every hard target counts as met."""
        return not self.excluded and all(s.met or not s.hard for s in self.standings)


@dataclass(frozen=True)
class Ranked:
    """A stand-in computed on this dish, with the sentence that explains its place."""

    stand_in: StandIn
    choice: Choice
    figures: dict[str, Figure]
    eaters: tuple[ForEater, ...]
    extra_hands_on: float
    extra_total: float
    distance: float
    why: str


def judge(
    eater: Eater,
    totals: Totals,
    share: float,
    names: Mapping[str, str],
    lines: Sequence[Line],
    library: Library,
    losses: Mapping[str, float] | None = None,
) -> ForEater:
    """Return how a share of a dish stands for one eater.

    Args:
        eater: whose targets and exclusions count.
        totals: the sums and draws of the whole dish.
        share: what they eat of it, 0 to 1.
        names: line id to food name, for the words.
        lines: those looked through for exclusions.
        library: where foods are looked up.
        losses: by figure, what of the whole dish left with pressed liquid.
    """
    return judge_many(eater, Many([totals]), share, [names], [lines], library, losses)[0]


def judge_many(
    eater: Eater,
    many: Many,
    share: float,
    names: Sequence[Mapping[str, str]],
    lines: Sequence[Sequence[Line]],
    library: Library,
    losses: Mapping[str, float] | None = None,
) -> list[ForEater]:
    """Return how many dishes stand for one eater, judged together; see `judge`."""
    lost = losses or {}
    columns = [
        standings(
            target, many, share, names,
            lost=lost.get(target.nutrient, 0.0) * share,
            counted_as=eater.counted_as(target.nutrient),
        )
        for target in eater.targets
    ]  # fmt: skip
    return [
        ForEater(
            eater,
            tuple(column[i] for column in columns),
            tuple(breaches(eater.exclusions, own, library, share)),
        )
        for i, own in enumerate(lines)
    ]


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


def _why(people: Sequence[ForEater]) -> str:
    excluded = [p for p in people if p.excluded]
    if excluded:
        breach = next(b for b in excluded[0].breaches if b.certainty == "contains")
        return f"Not for {excluded[0].eater.name}: {say(breach.message)}."
    suited = [p.eater.name for p in people if p.suits]
    if people and len(suited) == len(people):
        return "Suits everyone eating."
    if suited:
        return f"Suits {' and '.join(suited)}."
    missed = sum(not s.met and s.hard for p in people for s in p.standings)
    return f"{missed} limits missed." if missed != 1 else "One limit missed."


def rank(
    dish: Dish,
    part: Part,
    slot: Slot,
    eaters: Sequence[Eater],
    book: Book,
    library: Library,
    *,
    rules: Rules = USUAL,
) -> list[Ranked]:
    """Return every stand-in of the slot's role, computed on this dish, best first.

    Order: exclusions kept, number of eaters suited, distance to the limits missed, hands-on
    minutes. Excluded ones stay, at the end.

    Raises:
        BadInput: the slot's lines are not settled, so nothing can be scaled.
    """
    bare = dish.with_choice(part.id, slot.id, None)
    own = set(slot.line_ids)
    kept = [line for _, line in all_lines(bare) if line.id not in own]
    names = {line.id: line.food_name or line.text for line in kept}
    base = total(*entries(kept, library, rules))
    share = 1 / dish.servings
    role_file = book.files.get(slot.role)
    if role_file is None:
        return []
    stand_ins = book.stand_ins(slot.role)
    choices = [scale_to(part, slot, item, role_file, library) for item in stand_ins]
    groups = [entries(choice.lines, library, rules)[0] for choice in choices]
    many = totals_of_many(base, groups)
    # What the rest of the dish holds is no reason against a stand-in; its own lines are.
    own_lines = [choice.lines for choice in choices]
    called = [names | {line.id: line.food_name for line in lines} for lines in own_lines]
    judged = [judge_many(e, many, share, called, own_lines, library) for e in eaters]
    result = []
    for i, (stand_in, choice, totals) in enumerate(
        zip(stand_ins, choices, many.totals, strict=True)
    ):
        people = tuple(column[i] for column in judged)
        result.append(
            Ranked(
                stand_in,
                choice,
                totals.figures(share),
                people,
                stand_in.hands_on_minutes - role_file.hands_on_minutes,
                stand_in.total_minutes - role_file.total_minutes,
                _distance(people),
                _why(people),
            )
        )
    return sorted(result, key=_place)


def _place(ranked: Ranked) -> tuple[bool, int, float, float, str]:
    excluded = any(person.excluded for person in ranked.eaters)
    suited = sum(person.suits for person in ranked.eaters)
    minutes = ranked.stand_in.hands_on_minutes
    return excluded, -suited, round(ranked.distance, 3), minutes, ranked.stand_in.key
