"""Puts the core's results together into the views the screens ask for."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

from snabo_core.dish import Dish, Part, Slot, all_lines
from snabo_core.errors import SnaboError
from snabo_core.foods import Library
from snabo_core.plate import Eater, Plate, plate_of
from snabo_core.plate.cautions import people_cautions
from snabo_core.plate.portions import Sharing, sharing_of
from snabo_core.plate.programme import RULES, rule_standings
from snabo_core.plate.rows import UNIT, USUAL, Rules
from snabo_core.plate.sources import ledger_sources
from snabo_core.plate.totals import Figure
from snabo_core.swaps.book import Book
from snabo_core.swaps.ranking import ForEater, judge
from snabo_core.swaps.scaling import ledger_lines
from snabo_core.water import Kitchen, Ledger, Point, State, Step, advise, predict
from snabo_core.wire import (
    Band,
    BreachView,
    CautionView,
    EaterView,
    LedgerView,
    PartView,
    PointView,
    Preview,
    Reach,
    RuleView,
    ScaleView,
    StarchyView,
)
from snabo_core.wording import Message, in_energy_unit, say

LABELS = {
    "kcal": "Energy",
    "net_carbs": "Net carbs",
    "carbohydrate": "Carbohydrate",
    "fibre": "Fibre",
    "sugars": "Sugars",
    "added_sugar": "Added sugar",
    "polyols": "Polyols",
    "protein": "Protein",
    "fat": "Fat",
    "saturated": "Saturated fat",
    "added_oil": "Added oil",
    "sodium_mg": "Sodium",
    "vegetables": "Vegetables",
}


@dataclass(frozen=True)
class Setting:
    """What a household's kitchen and table bring to every computation."""

    eaters: tuple[Eater, ...]
    microwave_watts: float = 800.0
    rules: Rules = USUAL
    energy_unit: Literal["kcal", "kj"] = "kcal"
    today: dt.date | None = None


def steps_for(slot: Slot, book: Book) -> tuple[Step, ...]:
    """Return the steps of a slot's stand-in, pressed the household's way."""
    if slot.choice is None:
        return ()
    steps = book.stand_in(slot.role, slot.choice.stand_in).steps
    if slot.choice.press is None:
        return steps
    return tuple(
        replace(step, settings={**step.settings, "method": slot.choice.press})
        if step.technique == "press"
        else step
        for step in steps
    )


def slot_ledger(
    part: Part,
    slot: Slot,
    book: Book,
    library: Library,
    setting: Setting,
    weighed: Mapping[str, float] | None = None,
) -> Ledger:
    """Predict the water of a swapped slot.

    Raises:
        SnaboError: a line is unsettled or its water is unknown.
    """
    return predict(
        ledger_lines(part, slot, library),
        steps_for(slot, book),
        library,
        kitchen=Kitchen(setting.microwave_watts),
        weighed=weighed,
    )


def losses_of(lost: State) -> dict[str, float]:
    """Return the grams along the plate's figures that a lost state held; kcal by 4, 4, 9."""
    available = lost.sugars + lost.starch
    return {
        "net_carbs": available,
        "carbohydrate": available + lost.fibre + lost.polyols,
        "sugars": lost.sugars,
        "fibre": lost.fibre,
        "protein": lost.protein,
        "fat": lost.fat,
        "kcal": 4 * (available + lost.protein) + 9 * lost.fat,
    }


def _swapped(dish: Dish) -> list[tuple[Part, Slot]]:
    return [(part, slot) for part in dish.parts for slot in part.slots if slot.choice]


def preview(
    dish: Dish,
    setting: Setting,
    book: Book,
    library: Library,
    *,
    sequence: int = 0,
    weighed: Mapping[str, Mapping[str, float]] | None = None,
) -> Preview:
    """Compute plate, section, standings and ledgers of one draft.

    Args:
        dish: the whole document.
        setting: eaters and kitchen of the household.
        book: the swap book.
        library: where foods are looked up.
        sequence: handed back, so that the screen can drop late answers.
        weighed: weigh-ins by slot id and step id.
    """
    scale = weighed or {}
    ledgers: list[LedgerView] = []
    losses: dict[str, float] = {}
    dried: dict[str, float] = {}
    for part, slot in _swapped(dish):
        view, lost = _ledger_view(part, slot, book, library, setting, scale.get(slot.id, {}))
        ledgers.append(view)
        if view.points:
            began = sum(i.used().grams or 0.0 for i in ledger_lines(part, slot, library))
            dried[part.id] = dried.get(part.id, 0.0) + view.points[-1].grams - began
        for name, grams in lost.items():
            losses[name] = losses.get(name, 0.0) + grams
    plate = plate_of(dish, library, rules=setting.rules, losses=losses)
    was = as_brought(dish.original(), library, setting.rules) if dish.swapped() else plate
    lines = [line for _, line in all_lines(dish)]
    layers = _parts(plate, was, dried)
    whole = dish.finished_grams or sum(part.grams for part in layers)
    least = any(line.grams is None for line in lines) and dish.finished_grams is None
    sharing = sharing_of(dish, len(setting.eaters))
    return Preview(
        sequence=sequence,
        serving_grams=whole / dish.servings,
        mass_is_least=least,
        by_weight=sharing.by_weight,
        left_grams=sharing.left * whole if sharing.by_weight else None,
        figures=plate.figures,
        was=was.figures,
        scales=_scales(plate, was, dish, None if least else whole, sharing),
        eaters=tuple(
            _eater(e, plate, was, dish, library, setting, sharing.of(e.id), whole)
            for e in setting.eaters
        ),
        parts=layers,
        lines=plate.lines,
        ledger_sources=ledger_sources(dish, plate, library),
        starchy=_starchiest(dish, was, book),
        ledgers=tuple(ledgers),
        doubtful=sum(not line.settled for line in lines),
        warnings=dish.notes,
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
    return plate_of(original, library, rules=rules, sample=False)


def _parts(plate: Plate, was: Plate, dried: Mapping[str, float]) -> tuple[PartView, ...]:
    """Return the layers; `dried` is by how much each part changes on its way to the dish."""
    return tuple(
        PartView(
            now.part_id, now.grams + dried.get(now.part_id, 0.0), before.grams,
            now.values["net_carbs"], before.values["net_carbs"],
            now.net_share, before.net_share, now.starch_share, before.starch_share,
        )
        for now, before in zip(plate.parts, was.parts, strict=True)
    )  # fmt: skip


def _eater(
    eater: Eater,
    plate: Plate,
    was: Plate,
    dish: Dish,
    library: Library,
    setting: Setting,
    share: float,
    whole: float,
) -> EaterView:
    lines = [line for _, line in all_lines(dish)]
    names = {line.id: line.food_name or line.text for line in lines}
    person = judge(eater, plate.totals, share, names, lines, library, plate.losses)
    usual = share == 1 / dish.servings
    figures = plate.figures if usual else plate.of_share(share)
    rules = tuple(
        RuleView(RULES[r.rule], r.kept, say(r.message))
        for r in rule_standings(eater.programme, lines, library, setting.today)
    )
    view = eater_view(person, figures, was.figures if usual else was.of_share(share), setting)
    cautions = tuple(CautionView(c.key, c.text, c.why) for c in people_cautions(eater, figures))
    return replace(view, portion_grams=share * whole, rules=rules, cautions=cautions)


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
        BreachView(b.what, b.certainty, b.line_id, say(b.message)) for b in person.breaches
    )
    eater = person.eater
    return EaterView(
        eater.id, eater.name, eater.school, person.suits, person.excluded, reaches, broken
    )


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


def _ledger_view(
    part: Part,
    slot: Slot,
    book: Book,
    library: Library,
    setting: Setting,
    weighed: Mapping[str, float],
) -> tuple[LedgerView, dict[str, float]]:
    choice = slot.choice
    key = choice.stand_in if choice else ""
    stand_in = book.stand_in(slot.role, key)
    steps = {step.id: step for step in steps_for(slot, book)}
    pressing = next((s for s in steps.values() if s.technique == "press"), None)
    press = str(pressing.settings.get("method", "cloth")) if pressing else None
    problem, lost = "", State()
    points: tuple[PointView, ...] = ()
    upcoming = ""
    try:
        ledger = slot_ledger(part, slot, book, library, setting, weighed)
    except SnaboError as refusal:
        problem = refusal.sentence
    else:
        lost = ledger.lost
        points = tuple(_point(p, steps.get(p.step_id), press, book) for p in ledger.points)
        upcoming = _upcoming(ledger)
    losses = losses_of(lost)
    view = LedgerView(
        part.id, slot.id, slot.role, key, stand_in.name, press, points,
        losses["net_carbs"], upcoming, problem,
    )  # fmt: skip
    return view, losses


def _upcoming(ledger: Ledger) -> str:
    """Return what the scale should read next, after the last weigh-in."""
    weighed = [i for i, p in enumerate(ledger.points) if p.weighed is not None]
    rest = ledger.points[weighed[-1] + 1 :] if weighed else ledger.points
    for point in rest:
        if point.enough is not None and point.weighed is None:
            return say(Message("next_target", {"step": point.label, "target": point.enough}))
    return ""


def _point(point: Point, step: Step | None, press: str | None, book: Book) -> PointView:
    advice = advise(point, press or "cloth")
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
    )
