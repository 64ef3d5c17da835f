"""One cooking of a dish as it is kept: what was changed, weighed, timed, shared out and said."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import Dish, Portion
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate.nutrients import NUTRIENTS, Unit
from snabo_core.plate.portions import Parted, Served, parted
from snabo_core.plate.setting import Setting
from snabo_core.plate.totals import Figure
from snabo_core.shelf import Batch, KeepingKind, Place, fold
from snabo_core.swaps.book import Book
from snabo_core.swaps.dish_water import Course, dish_water
from snabo_core.swaps.from_shelf import kind_of_dish
from snabo_core.swaps.judged import Judged, judged
from snabo_core.views.added import TOLD
from snabo_core.views.dish_water import glass_label
from snabo_core.views.eaters import EaterView, eater_of
from snabo_core.views.run_changes import DishOffer, changes_between, offers_of
from snabo_core.views.run_events import BandKey, KeptWhere, LeftOver, Opinion
from snabo_core.views.run_record import RunRecord, TimedView, cooked_of, times_of
from snabo_core.views.verdicts import Verdict, verdicts_of
from snabo_core.wording import day_words, worded


@dataclass(frozen=True)
class WeighedShares:
    """What a step left of what went in, 0 to 1: as weighed, and where it was expected."""

    weighed: float
    low: float
    high: float


@dataclass(frozen=True)
class WeighedView:
    """A weight beside what was expected of what went in; `low` to `high` is where nine of ten lie.

    `shares` are what was left of what went in: as weighed, and from low to high, None where
    nobody knows what went in. `part` is empty for the dish as a whole.
    """

    place: str
    words: str
    part: str
    technique: str
    low: float
    usual: float
    high: float
    grams: float
    shares: WeighedShares | None


@dataclass(frozen=True)
class NoteView:
    """What the cook wrote down; `step` are the words of the step it belongs to."""

    at: dt.datetime
    words: str
    step: str


@dataclass(frozen=True)
class PortionView:
    """What one eater had: as said, in grams where the weight is known, and how it stands.

    `eater` is how their limits of today stand, None for who is no longer at the table.
    """

    eater_id: str
    name: str
    amount: float
    grams: float | None
    share: float
    eater: EaterView | None
    verdict: Verdict | None
    words: str


@dataclass(frozen=True)
class SharedView:
    """How the dish was shared out; grams are None where nobody weighed it."""

    served: Served
    portions: tuple[PortionView, ...]
    stays_grams: float | None
    left_grams: float | None
    left_share: float


@dataclass(frozen=True)
class LeftOverView:
    """Something of the dish put away: how much, where, and the day it is to be eaten by."""

    event: str
    grams: float
    kept: KeptWhere
    at: dt.datetime
    use_by: dt.date | None
    words: str


@dataclass(frozen=True)
class OpinionView:
    """What an eater said, in words; `band` says what the water was, where a texture is told."""

    opinion: Opinion
    part_name: str
    words: str
    band: str


@dataclass(frozen=True)
class RunFigure:
    """A figure of one serving of what was cooked; None where nobody knows it."""

    nutrient: str
    label: str
    unit: Unit
    figure: Figure


@dataclass(frozen=True)
class PartName:
    """A part of the dish that something may be said of."""

    id: str
    name: str


@dataclass(frozen=True)
class RunView:
    """One cooking of a dish. `changed` is against the cooking before it.

    `whole_grams` is what the finished dish weighs, `weighed` by the scale, else as reckoned;
    None where nobody knows. `went_in_grams` is all that went into it, `share_left` what is left of
    that, 0 to 1, once it was weighed. `not_shared` says why
    what was said of the portions cannot be, once the dish weighs something else.
    """

    id: str
    version: int
    title: str
    servings: float
    started: dt.datetime
    finished: dt.datetime | None
    changed: tuple[str, ...]
    added: tuple[str, ...]
    skipped: tuple[str, ...]
    weights: tuple[WeighedView, ...]
    times: tuple[TimedView, ...]
    settings: tuple[NoteView, ...]
    probed: tuple[NoteView, ...]
    notes: tuple[NoteView, ...]
    whole_grams: float | None
    weighed: bool
    went_in_grams: float | None
    share_left: float | None
    finished_event: str
    finished_tare: float
    shared: SharedView | None
    not_shared: str
    left_over: tuple[LeftOverView, ...]
    to_put_away: float | None
    opinions: tuple[OpinionView, ...]
    figures: tuple[RunFigure, ...]
    parts: tuple[PartName, ...]
    offers: tuple[DishOffer, ...]


def run_view(
    record: RunRecord,
    setting: Setting,
    book: Book,
    library: Library,
    *,
    before: Dish | None = None,
) -> RunView:
    """Return one cooking of a dish.

    Args:
        record: what was cooked and what happened.
        setting: eaters and kitchen of the household, with the rules the version froze.
        book: the swap book as it was frozen with the version.
        library: foods as they were frozen with the version.
        before: the dish as it was cooked the time before.
    """
    facts, evening, jobs = record.facts, record.evening, record.own_jobs()
    setting = replace(setting, readings=facts.readings)
    cooked = cooked_of(record)
    made = judged(cooked, setting, book, library)
    weighed, whole = _whole(record, made)
    try:
        shared, not_shared = _shared(record, made, whole), ""
    except BadInput as refusal:
        shared, not_shared = None, refusal.sentence
    left = _left_over(record, library)
    tasks = evening.tasks if evening else {}
    return RunView(
        id=record.id, version=record.version, title=record.dish.title,
        servings=record.dish.servings, started=record.started, finished=record.finished,
        changed=changes_between(before, record.dish) if before is not None else (),
        added=tuple(one.words for one in record.added),
        skipped=tuple(jobs[key].headline for key, task in tasks.items()
                      if task.skipped and key in jobs),
        weights=_weights(dish_water(record.dish, book, library, setting)),
        times=times_of(record),
        settings=tuple(
            NoteView(record.started, one.words, jobs[one.task].headline)
            for one in (evening.settings.values() if evening else ()) if one.task in jobs
        ),
        probed=tuple(
            NoteView(one.at, worded("celsius", celsius=one.celsius), jobs[one.task].headline)
            for one in (evening.probed.values() if evening else ()) if one.task in jobs
        ),
        notes=tuple(
            NoteView(one.at, one.words, jobs[one.task].headline if one.task else "")
            for one in (evening.notes if evening else ()) if one.task in jobs or not one.task
        ),
        whole_grams=whole, weighed=weighed, went_in_grams=made.went_in,
        share_left=whole / made.went_in if weighed and whole and made.went_in else None,
        finished_event=facts.finished.event if facts.finished else "",
        finished_tare=facts.finished.tare if facts.finished else 0.0,
        shared=shared, not_shared=not_shared, left_over=left, to_put_away=to_put_away(shared, left),
        opinions=tuple(_opinion(one, record.dish, made) for one in facts.opinions),
        figures=tuple(
            RunFigure(n.key, n.label, n.unit, made.plate.figures[n.key])
            for n in NUTRIENTS if n.key in TOLD
        ),
        parts=tuple(PartName(part.id, part.name) for part in record.dish.parts),
        offers=offers_of(record),
    )  # fmt: skip


def _whole(record: RunRecord, made: Judged) -> tuple[bool, float | None]:
    """Return whether the finished dish was weighed, and its grams, None where nobody knows."""
    weighed = record.facts.readings.finished(record.dish) is not None
    return weighed, made.grams if weighed or made.went_in is not None else None


def _weights(courses: Sequence[Course]) -> tuple[WeighedView, ...]:
    """Return every weight beside what was to be expected of what went in there."""
    found = []
    for course in courses:
        for glass in course.glasses:
            point = glass.point
            if point.weighed is None:
                continue
            low, usual, high = point.expected
            before = point.before
            found.append(
                WeighedView(
                    f"{glass.owner}/{glass.step}", glass_label(glass),
                    course.part.name if course.part else "", point.technique, low, usual, high,
                    point.weighed,
                    WeighedShares(point.weighed / before, low / before, high / before)
                    if before > 0 else None,
                )
            )  # fmt: skip
    return tuple(found)


def _shared(record: RunRecord, made: Judged, whole: float | None) -> SharedView | None:
    sharing = record.facts.sharing
    if sharing is None:
        return None
    wholes = wholes_of(made, whole)
    parts = parted(sharing.served, whole, wholes)
    eaten = {eater: share for eater, share in parts.shares.items() if share > 0}
    here = tuple(eater for eater in made.setting.eaters if eater.id in eaten)
    dish = replace(made.dish, portions=tuple(Portion(e, s) for e, s in eaten.items()))
    table = judged(dish, replace(made.setting, eaters=here), made.book, made.library)
    cells = {cell.eater: cell for cell in verdicts_of(table)}
    views = {
        person.eater.id: eater_of(person, table, table.of(person.eater.id).plate, table.grams)
        for person in table.people
    }
    portions = tuple(
        PortionView(
            eater, sharing.names.get(eater, ""), sharing.served.amounts[eater],
            None if whole is None else share * wholes.get(eater, whole), share,
            views.get(eater), cells[eater].verdict if eater in cells else None,
            cells[eater].words if eater in cells else worded("run_no_longer_here"),
        )
        for eater, share in eaten.items()
    )  # fmt: skip
    return SharedView(
        sharing.served, portions, None if whole is None else parts.stays * whole,
        None if whole is None else parts.left * whole, parts.left,
    )  # fmt: skip


def wholes_of(made: Judged, whole: float | None) -> dict[str, float]:
    """Return the grams of the whole dish as those have it who have a variant."""
    if whole is None:
        return {}
    eaters = (eater.id for eater in made.setting.eaters)
    return {eater: own.grams for eater in eaters if (own := made.of(eater)) is not made}


def parted_of(record: RunRecord, served: Served, made: Judged) -> Parted:
    """Return where the dish would go, shared out so.

    Raises:
        BadInput: a weight is wanted of a dish that nobody weighed, or there was not so much.
    """
    _, whole = _whole(record, made)
    return parted(served, whole, wholes_of(made, whole))


def left_batch(record: RunRecord, one: LeftOver, library: Library) -> tuple[Batch, KeepingKind]:
    """Return what is left over as a batch: it is as old as the cooking, and keeps as its kind."""
    put = one.at.date()
    made = min(put, (record.finished or one.at).date())
    place: Place = "freezer" if one.kept == "freezer" else "fridge"
    return Batch(one.grams, place, made, put), kind_of_dish(record.dish, library)


def _left_over(record: RunRecord, library: Library) -> tuple[LeftOverView, ...]:
    views = []
    for one in record.facts.left_over:
        use_by, where = None, "thrown_away"
        if one.kept != "thrown_away":
            batch, kind = left_batch(record, one, library)
            held = record.shelved.get(one.event) or fold(batch, (), kind)
            use_by = held.use_by
            where = held.place if held.left >= 1 else "gone"
        words = worded(f"left_{where}", by=day_words(use_by) if use_by else "")
        views.append(LeftOverView(one.event, one.grams, one.kept, one.at, use_by, words))
    return tuple(views)


def to_put_away(shared: SharedView | None, left: Sequence[LeftOverView]) -> float | None:
    """Return the grams left over that nobody has said anything of, None where nobody knows."""
    if shared is None or shared.left_grams is None:
        return None
    return max(0.0, shared.left_grams - sum(one.grams for one in left))


def _opinion(one: Opinion, dish: Dish, made: Judged) -> OpinionView:
    part = next((part.name for part in dish.parts if part.id == one.part), "")
    return OpinionView(one, part, opinion_words(one), _band(one, made))


def opinion_words(one: Opinion) -> str:
    """Return what an eater said of a dish or a part, without their own words."""
    codes = (one.texture, one.holding, one.taste, one.again and f"again_{one.again}")
    return ", ".join(worded(f"said_{code}") for code in codes if code)


def judged_band(part: str, made: Judged) -> tuple[BandKey, float] | None:
    """Return which band a word on a part's texture judges, and at what share of water.

    None where the part has no stand-in with a band, or its water there was not weighed.
    """
    for each in made.ledgers:
        if each.part.id != part or each.ledger is None or each.slot.choice is None:
            continue
        for point in reversed(each.ledger.points):
            if point.band is not None and point.weighed is not None and point.thickness is None:
                key = (each.slot.role, each.slot.choice.stand_in, point.step_id)
                return key, point.state.water_share
    return None


def _band(one: Opinion, made: Judged) -> str:
    """Say how wet a part was beside its band, where somebody judged its texture."""
    if not one.texture:
        return ""
    slots = {slot.id for part in made.dish.parts if part.id == one.part for slot in part.slots}
    for each in made.ledgers:
        if each.slot.id not in slots or each.ledger is None:
            continue
        last = each.ledger.points[-1]
        if last.band is not None:
            low, high = last.band
            return worded("verdict_band", share=last.state.water_share, low=low, high=high)
    return ""
