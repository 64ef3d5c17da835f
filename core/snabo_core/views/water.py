"""The water ledger of a slot, as sight glasses and answers."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from snabo_core.swaps.book import Book
from snabo_core.swaps.ledgers import SlotLedger, losses_of, name_of, steps_for
from snabo_core.water import Point, Step, advise, expected, sheets
from snabo_core.water.courses import START
from snabo_core.wording import Message, say, worded


@dataclass(frozen=True)
class CautionView:
    """A short warning and the rule behind it."""

    key: str
    text: str
    why: str


@dataclass(frozen=True)
class Band:
    """A range of water share, 0 to 1, in which a part works."""

    low: float
    high: float


@dataclass(frozen=True)
class PointView:
    """One sight glass. `target` is the mass at which the part is dry enough."""

    step_id: str
    technique: str
    label: str
    cue: str
    grams: float
    water: float
    solids: float
    water_share: float
    low: float
    high: float
    weighed: float | None
    added: float
    vapour: float
    liquid: float
    stuck: float
    band: Band | None
    target: float | None
    floor: float | None
    seconds: float | None
    advice: str
    words: str
    rounds: int | None
    pan_minutes: float | None
    cautions: tuple[CautionView, ...]
    # what to aim at before it is weighed, and what the step takes; empty where there is nothing
    aim: str = ""
    note: str = ""


@dataclass(frozen=True)
class LedgerView:
    """The water of one swapped slot, step by step."""

    part_id: str
    slot_id: str
    role: str
    stand_in: str
    name: str
    press: str | None
    points: tuple[PointView, ...]
    lost_carbs: float
    next_words: str
    problem: str


def ledger_view(each: SlotLedger, book: Book) -> LedgerView:
    """Return a slot's ledger as its glasses and what they answer."""
    slot, choice = each.slot, each.slot.choice
    key = choice.stand_in if choice else ""
    steps = {step.id: step for step in steps_for(slot, book)}
    pressing = next((s for s in steps.values() if s.technique == "press"), None)
    press = str(pressing.settings.get("method", "cloth")) if pressing else None
    points: tuple[PointView, ...] = ()
    following, lost = "", 0.0
    if each.ledger is not None:
        lost = losses_of(each.ledger.lost)["net_carbs"]
        points = tuple(_point(p, steps.get(p.step_id), press, book) for p in each.ledger.points)
        following = upcoming(points)
    return LedgerView(
        each.part.id, slot.id, slot.role, key, name_of(slot, book), press, points, lost, following,
        each.problem,
    )  # fmt: skip


def upcoming(points: Sequence[PointView]) -> str:
    """Return what the scale should read next, after the last weigh-in."""
    weighed = [i for i, p in enumerate(points) if p.weighed is not None]
    for point in points[weighed[-1] + 1 :] if weighed else points:
        values: dict[str, str | float] = {"step": point.label, "target": point.target or 0.0}
        if point.target is not None and not point.advice.startswith("sauce_"):
            code = "next_thickness" if point.advice == "simmer_more" else "next_target"
            return say(Message(code, values))
    return ""


def _point(point: Point, step: Step | None, press: str | None, book: Book) -> PointView:
    cautions = step.cautions if step else ()
    return point_view(point, step.cue if step else "", press, cautions, book)


def point_view(
    point: Point, cue: str, press: str | None, cautions: Iterable[str], book: Book
) -> PointView:
    """Return one glass.

    Args:
        point: the part after a step.
        cue: what to look for there, empty for what is only put together.
        press: what this household presses it with, None where nothing is pressed.
        cautions: keys of what holds at the step.
        book: for their words.
    """
    method = press or "cloth"
    advice = advise(point, method)
    aim, note = expected(point, method), sheets(point, method)
    return PointView(
        step_id=point.step_id,
        technique=point.technique,
        label=point.label,
        cue=cue or (worded("weigh_what_goes_in") if point.technique == START else ""),
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
        cautions=tuple(
            CautionView(c, book.cautions[c].text, book.cautions[c].why) for c in cautions
        ),
        aim=f"{say(aim)}." if aim else "",
        note=f"{say(note)}." if note else "",
    )
