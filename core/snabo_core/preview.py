"""Puts the core's results together into the views the screens ask for."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from functools import lru_cache

from snabo_core.dish import Dish, Part, Slot
from snabo_core.foods import Library
from snabo_core.judging import Judged, judged
from snabo_core.plate import Plate, plate_of
from snabo_core.plate.cautions import people_cautions
from snabo_core.plate.exclusions import Breach
from snabo_core.plate.figures import entries, total
from snabo_core.plate.judging import ForEater
from snabo_core.plate.portions import Sharing
from snabo_core.plate.programme import RULES, rule_standings
from snabo_core.plate.rows import UNIT, Rules
from snabo_core.plate.salt import salting
from snabo_core.plate.setting import Setting
from snabo_core.plate.sources import ledger_sources
from snabo_core.plate.taking import as_taken
from snabo_core.plate.totals import Figure
from snabo_core.plate.words import LABELS, changes_of_a_serving
from snabo_core.swaps.book import Book
from snabo_core.swaps.ledgers import SlotLedger, losses_of, name_of, steps_for
from snabo_core.verdicts import verdicts_of
from snabo_core.water import Ledger, Point, Step, advise, expected, sheets
from snabo_core.wire import (
    Band,
    BreachView,
    CautionView,
    EaterView,
    LedgerView,
    OptionView,
    PartView,
    PeopleCautionView,
    PointView,
    Preview,
    Reach,
    RuleView,
    SaltView,
    ScaleView,
    StarchyView,
)
from snabo_core.wording import Message, in_energy_unit, say


def preview(
    dish: Dish,
    setting: Setting,
    book: Book,
    library: Library,
    *,
    sequence: int = 0,
) -> Preview:
    """Compute plate, section, standings and ledgers of one draft.

    Args:
        dish: the whole document.
        setting: eaters and kitchen of the household, and what its scale said of this dish.
        book: the swap book.
        library: where foods are looked up.
        sequence: handed back, so that the screen can drop late answers.
    """
    made = judged(dish, setting, book, library)
    plate, sharing = made.plate, made.sharing
    ledgers = tuple(_ledger_view(each, book) for each in made.ledgers)
    was = as_brought(dish.original(), library, setting.rules) if dish.changed() else plate
    lines = made.lines
    layers = _parts(made, was)
    masses = {layer.part_id: layer.grams for layer in layers}
    whole = made.grams
    least = any(line.grams is None for line in lines) and made.weighs is None
    return Preview(
        sequence=sequence,
        serving_grams=whole / dish.servings,
        mass_is_least=least,
        finished_grams=setting.readings.finished(dish),
        left_grams=sharing.left * whole if made.weighs or dish.portions else None,
        figures=plate.figures,
        was=was.figures,
        scales=_scales(plate, was, dish, None if least else whole, sharing),
        eaters=tuple(_eater(person, made, was, whole) for person in made.people),
        parts=layers,
        lines=plate.lines,
        ledger_sources=ledger_sources(made.eaten, plate, library),
        starchy=_starchiest(dish, was, book),
        ledgers=ledgers,
        doubtful=sum(not line.settled for line in lines),
        warnings=dish.notes,
        options=_options(made),
        salt=_salt(made, masses),
        cautions=_cautions(made),
        verdicts=verdicts_of(made),
    )


def _scales(
    plate: Plate, was: Plate, dish: Dish, whole: float | None, sharing: Sharing
) -> tuple[ScaleView, ...]:
    """Return the plate per serving, per 100 g as served, whole, and by portions of their own.

    Per 100 g is left out where nobody knows what the dish weighs.
    """
    was_whole = whole if was is plate else was.grams * dish.servings
    scales = [ScaleView("serving", plate.figures, was.figures)]
    if whole and was_whole:
        now, before = plate.of_share(100 / whole), was.of_share(100 / was_whole)
        scales.append(ScaleView("100g", now, before))
    scales.append(ScaleView("dish", plate.of_share(1.0), was.of_share(1.0)))
    scales += [
        ScaleView(eater, plate.of_share(share), was.of_share(share))
        for eater, share in sharing.portions.items()
    ]
    return tuple(scales)


@lru_cache(maxsize=64)
def as_brought(original: Dish, library: Library, rules: Rules) -> Plate:
    """Return the original's plate; remembered, it stays while the swap is being worked on."""
    return plate_of(as_taken(original), library, rules=rules, sample=False)


def _parts(made: Judged, was: Plate) -> tuple[PartView, ...]:
    """Return the layers: what each part makes when it is done, and how much of it goes in."""
    layers = []
    for now, before in zip(made.plate.parts, was.parts, strict=True):
        makes, share = made.layers[now.part_id]
        layers.append(
            PartView(
                now.part_id, makes * share, before.grams,
                now.values["net_carbs"], before.values["net_carbs"],
                now.net_share, before.net_share, now.starch_share, before.starch_share,
                makes, share,
            )
        )  # fmt: skip
    return tuple(layers)


def _options(made: Judged) -> tuple[OptionView, ...]:
    """Return the lines that may be left out, with what each costs or would cost a serving."""
    found = []
    for part in made.dish.parts:
        share = made.layers[part.id][1] / made.dish.servings
        for line in part.lines:
            if not (line.optional or line.left_out):
                continue
            sums = total(*entries([line.used()], made.library, made.setting.rules), sample=False)
            costs = tuple(changes_of_a_serving(sums, None, share))
            words = ", ".join(costs) or "next to nothing"
            code = "option_out" if line.left_out else "option_in"
            name = line.food_name or line.text
            found.append(
                OptionView(line.id, part.id, name, not line.left_out,
                           say(Message(code, {"costs": words})))
            )  # fmt: skip
    return tuple(found)


def _salt(made: Judged, masses: Mapping[str, float]) -> SaltView | None:
    found = salting(made.eaten, made.plate.totals, masses, made.library, made.setting.rules)
    if found is None:
        return None
    return SaltView(found.mouthful, found.parts, found.code, f"{say(found.message)}.")


def _eater(person: ForEater, made: Judged, was: Plate, whole: float) -> EaterView:
    eater, setting = person.eater, made.setting
    share = made.sharing.of(eater.id)
    usual = share == 1 / made.dish.servings
    figures = made.figures_of(eater.id)
    rules = tuple(
        RuleView(RULES[r.rule], r.kept, say(r.message))
        for r in rule_standings(eater.programme, made.lines, made.library, setting.today)
    )
    view = eater_view(person, figures, was.figures if usual else was.of_share(share), setting)
    return replace(view, portion_grams=share * whole, rules=rules)


def _cautions(made: Judged) -> tuple[PeopleCautionView, ...]:
    """Return what concerns somebody eating, each caution once with everybody it concerns."""
    found: dict[str, PeopleCautionView] = {}
    for eater in made.setting.eaters:
        for c in people_cautions(eater, made.figures_of(eater.id)):
            known = found.get(c.key, PeopleCautionView(c.key, c.text, c.why, ()))
            found[c.key] = replace(known, eaters=(*known.eaters, eater.id))
    return tuple(found.values())


def eater_view(
    person: ForEater,
    figures: Mapping[str, Figure],
    was: Mapping[str, Figure],
    setting: Setting,
) -> EaterView:
    """Return one eater's reach bars and broken exclusions, in the household's energy unit."""
    reaches = tuple(
        Reach(
            nutrient=target.nutrient,
            label=LABELS[target.nutrient],
            unit=UNIT.get(target.nutrient, "g"),
            figure=figures[target.nutrient],
            was=was[target.nutrient].best,
            at_least=target.meal(target.at_least),
            at_most=target.meal(target.at_most),
            per=target.per,
            hard=target.hard,
            code=result.code,
            met=result.met,
            line_id=result.line_id,
            words=say(in_energy_unit(result.message, setting.energy_unit)),
        )
        for target, result in zip(person.eater.targets, person.standings, strict=True)
    )
    broken = tuple(
        BreachView(b.what, b.certainty, b.line_id, say(b.message), _helped(b))
        for b in person.breaches
    )
    eater = person.eater
    return EaterView(
        eater.id, eater.name, eater.school, person.suits, person.excluded, reaches, broken
    )


def _helped(breach: Breach) -> str:
    """Say which other choice of the recipe would do, empty where none would."""
    if breach.other is None:
        return ""
    return say(Message("other_would_do", {"food": breach.other.food_name}))


def _starchiest(dish: Dish, was: Plate, book: Book) -> StarchyView | None:
    """Name the slot whose starchy lines bring most net carbs."""
    brought = {line.line_id: line.values["net_carbs"] for line in was.lines}
    best: tuple[float, Part, Slot] | None = None
    for part in dish.parts:
        for slot in part.slots:
            net = sum(brought.get(i) or 0.0 for i in slot.line_ids)
            if best is None or net > best[0]:
                best = (net, part, slot)
    if best is None:
        return None
    net, part, slot = best
    whole = was.figures["net_carbs"].best
    role = book.roles[slot.role].name if slot.role in book.roles else slot.role
    owner = part.name.lower()
    subject = f"The {role}" if role in owner or owner == "dish" else f"The {owner}'s {role}"
    known = whole is not None and whole > 0
    words = f"{subject} carries {net:.0f} of {whole:.0f} g" if known else (
        f"{subject} carries {net:.0f} g"
    )  # fmt: skip
    return StarchyView(part.id, slot.id, slot.role, net / whole if whole else None, words)


def _ledger_view(each: SlotLedger, book: Book) -> LedgerView:
    slot, choice = each.slot, each.slot.choice
    key = choice.stand_in if choice else ""
    steps = {step.id: step for step in steps_for(slot, book)}
    pressing = next((s for s in steps.values() if s.technique == "press"), None)
    press = str(pressing.settings.get("method", "cloth")) if pressing else None
    points: tuple[PointView, ...] = ()
    upcoming, lost = "", 0.0
    if each.ledger is not None:
        lost = losses_of(each.ledger.lost)["net_carbs"]
        points = tuple(_point(p, steps.get(p.step_id), press, book) for p in each.ledger.points)
        upcoming = _upcoming(each.ledger)
    return LedgerView(
        each.part.id, slot.id, slot.role, key, name_of(slot, book), press, points, lost, upcoming,
        each.problem,
    )  # fmt: skip


def _upcoming(ledger: Ledger) -> str:
    """Return what the scale should read next, after the last weigh-in."""
    weighed = [i for i, p in enumerate(ledger.points) if p.weighed is not None]
    rest = ledger.points[weighed[-1] + 1 :] if weighed else ledger.points
    for point in rest:
        if point.enough is None or point.weighed is not None:
            continue
        if point.thickness is None:
            return say(Message("next_target", {"step": point.label, "target": point.enough}))
        if advise(point).kind == "simmer_more":
            return say(Message("next_thickness", {"step": point.label, "target": point.enough}))
    return ""


def _point(point: Point, step: Step | None, press: str | None, book: Book) -> PointView:
    method = press or "cloth"
    advice = advise(point, method)
    aim, note = expected(point, method), sheets(point, method)
    cautions = tuple(
        CautionView(c, book.cautions[c].text, book.cautions[c].why)
        for c in (step.cautions if step else ())
    )
    return PointView(
        step_id=point.step_id,
        technique=point.technique,
        label=point.label,
        cue=step.cue if step else "Weigh what goes in.",
        grams=point.state.mass,
        water=point.state.water,
        solids=point.state.solids,
        water_share=point.state.water_share,
        low=point.low,
        high=point.high,
        weighed=point.weighed,
        added=point.added,
        vapour=point.vapour,
        liquid=point.liquid,
        stuck=point.stuck,
        band=Band(*point.band) if point.band else None,
        target=point.enough,
        floor=point.floor,
        seconds=point.seconds,
        advice=advice.kind,
        words=say(advice.message),
        rounds=advice.rounds,
        pan_minutes=advice.pan_minutes,
        cautions=cautions,
        aim=f"{say(aim)}." if aim else "",
        note=f"{say(note)}." if note else "",
    )
