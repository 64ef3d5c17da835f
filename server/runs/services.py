"""Weigh-ins: the first opens a run and freezes its version; state is the fold of the events."""

import datetime as dt
import uuid
from collections.abc import Sequence
from dataclasses import astuple, dataclass, replace
from typing import Annotated, Any
from uuid import UUID

import msgspec
from django.db.models import Max, Prefetch, QuerySet
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import mark_anew, writes
from config.paging import Cut, whole
from config.wire import stored_dish
from dishes.models import Dish, DishVersion
from dishes.services import keep_version, own_dish
from foods.own import library_of
from foods.stand_ins import book_of
from runs.folding import facts_of
from runs.learning import cooking_setting
from runs.models import ON_THE_TABLE, Run, RunEvent
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.swaps.book import Book
from snabo_core.swaps.dish_water import Course, Glass, dish_water
from snabo_core.swaps.ledgers import WHOLE
from snabo_core.views.run_events import TAKEN_BACK, WEIGHED, WENT_IN, RunFacts
from snabo_core.water import question, question_poured
from snabo_core.water.learning import shown
from snabo_core.wording import say

MOST_GRAMS = 50_000
EVENT_SCHEMA = 4
# Batches that a step is done in at most.
MOST_BATCHES = 20
# What was cooked in so many days is not offered first again; common practice, no source.
LATELY_DAYS, MOST_LATELY = 5, 20


class WeighIn(msgspec.Struct):
    """A measured mass at a step. Net grams are `gross - tare`; `sure` answers a question.

    At a step of the recipe's own the slot is empty, and the part too where several lie together.
    `round` counts how often the step was done by then; one that was weighed before is weighed
    instead. `batch` of `batches` is one of several in which it is done. With a `line` it is what
    went in of that, added by eye; the step does not matter then.
    What it was weighed in and how the step was done is kept for learning, where it is known.
    """

    client_id: uuid.UUID
    part: str
    slot: str
    step: str
    gross: float
    tare: float = 0.0
    sure: bool = False
    vessel: Annotated[str, msgspec.Meta(max_length=80)] = ""
    tool: Annotated[str, msgspec.Meta(max_length=40)] = ""
    round: Annotated[int, msgspec.Meta(ge=1, le=50)] | None = None
    heat: Annotated[str, msgspec.Meta(max_length=40)] = ""
    seconds: Annotated[float, msgspec.Meta(ge=0, le=86_400)] | None = None
    watts: Annotated[int, msgspec.Meta(ge=1, le=5000)] | None = None
    batch: Annotated[int, msgspec.Meta(ge=0, le=MOST_BATCHES)] = 0
    batches: Annotated[int, msgspec.Meta(ge=1, le=MOST_BATCHES)] = 1
    line: Annotated[str, msgspec.Meta(max_length=80)] = ""


class TakeBack(msgspec.Struct):
    """Which step's weigh-in to take back; without a step the weight of the finished dish.

    At a step of the recipe's own the slot is empty, and the part too where several lie together.
    With a `round` or a `batch` that one alone, else all that was weighed at the step. With a `line`
    what went in of that.
    """

    client_id: uuid.UUID
    slot: str | None = None
    part: str = ""
    step: str | None = None
    round: Annotated[int, msgspec.Meta(ge=1, le=50)] | None = None
    batch: Annotated[int, msgspec.Meta(ge=0, le=MOST_BATCHES)] = 0
    line: Annotated[str, msgspec.Meta(max_length=80)] = ""


class RunState(msgspec.Struct):
    """What is known of a run."""

    id: UUID
    version: int
    started_at: dt.datetime
    finished_at: dt.datetime | None
    readings: core.Readings


class WeighResult(msgspec.Struct):
    """The run after a weigh-in, or the question to answer before it counts."""

    run: RunState | None
    question: str | None


class OpenRun(msgspec.Struct):
    """The open run of a dish, if there is one, and the finished ones, last first.

    `on_table` is the run that is being cooked or was until lately.
    """

    open: RunState | None
    finished: list[RunState]
    on_table: UUID | None


def fold(run: Run) -> RunState:
    """Return the state that a run's events add up to."""
    return RunState(
        run.uid, run.version.number, run.started_at, run.finished_at, facts_of(run).readings
    )


def being_cooked() -> "Prefetch[str, QuerySet[Run], str]":
    """Return what to prefetch so that `readings_of` many dishes asks only once."""
    runs = Run.objects.filter(finished_at=None).prefetch_related("events")
    return Prefetch("runs", queryset=runs, to_attr="open_runs")


def open_runs(dish: Dish) -> Sequence[Run]:
    """Return the cookings of a dish that are not finished, as prefetched or asked for."""
    known: Sequence[Run] | None = getattr(dish, "open_runs", None)
    if known is not None:
        return known
    return list(dish.runs.filter(finished_at=None).prefetch_related("events"))


def readings_of(dish: Dish) -> core.Readings:
    """Return what the scale said of a dish being cooked, nothing where it is not."""
    run = next(iter(open_runs(dish)), None)
    return core.NONE if run is None else facts_of(run).readings


def runs_of(*, household: Household, dish_id: UUID, cut: Cut = whole) -> OpenRun:
    """Return the open run of a dish, and those that ended, the last first."""
    dish = own_dish(household=household, dish_id=dish_id)
    runs = dish.runs.select_related("version").prefetch_related("events")
    still = runs.filter(finished_at=None).first()
    return OpenRun(
        fold(still) if still else None,
        [fold(run) for run in cut(runs.exclude(finished_at=None))],
        on_table.uid if (on_table := current_run(dish)) else None,
    )


def cooked_lately(*, household: Household, whole: Book) -> frozenset[str]:
    """Return the families of stand-ins that were cooked in the last `LATELY_DAYS` days."""
    since = timezone.now() - dt.timedelta(days=LATELY_DAYS)
    runs = Run.objects.of(household).filter(finished_at__gte=since).select_related("version")
    found = set()
    for run in runs[:MOST_LATELY]:
        for part in stored_dish(run.version.document).parts:
            for slot in part.slots:
                known = whole.find(slot.role, slot.choice.stand_in) if slot.choice else None
                if known is not None:
                    found.add(known.family)
    return frozenset(found)


@dataclass(frozen=True)
class LastRun:
    """The last finished cooking of a dish: what was told of it, and whether it was just now."""

    facts: RunFacts
    on_table: bool


def last_runs(*, household: Household) -> dict[int, LastRun]:
    """Return the last finished cooking of every dish, by the dish's row."""
    ended = Run.objects.of(household).exclude(finished_at=None)
    newest = ended.values("dish_id").annotate(newest=Max("finished_at")).values("dish_id", "newest")
    keys = {(row["dish_id"], row["newest"]) for row in newest}
    found = ended.filter(finished_at__in={at for _, at in keys}).prefetch_related("events")
    since = timezone.now() - ON_THE_TABLE
    return {
        run.dish_id: LastRun(facts_of(run, household.zone), at >= since)
        for run in found.select_related("version")
        if (at := run.finished_at) is not None and (run.dish_id, at) in keys
    }


def _open_run(household: Household, by: User, dish: Dish) -> Run:
    """Return the run a weigh-in belongs to, opening one where the plan has changed."""
    run = dish.runs.filter(finished_at=None).select_related("version").first()
    if run is not None:
        cooked = stored_dish(run.version.document)
        if run.session_id is not None:
            # What an evening cooks stays what it is, whatever becomes of the draft.
            return run
        if core.stand_ins_of(cooked) == core.stand_ins_of(stored_dish(dish.draft)):
            return run
        run.finished_at = timezone.now()
        run.save(update_fields=["finished_at"])
    number = keep_version(household=household, by=by, dish_id=dish.uid).number
    version = DishVersion.objects.get(dish=dish, number=number)
    return Run.objects.create(household=household, dish=dish, version=version)


def _repeated(dish: Dish, client_id: uuid.UUID) -> WeighResult | None:
    """Return the answer to a weigh-in that has already been taken."""
    event = RunEvent.objects.filter(run__dish=dish, client_id=client_id).first()
    return None if event is None else WeighResult(fold(event.run), None)


def net_grams(gross: float, tare: float) -> float:
    """Return net grams, refused where no kitchen scale carries so much."""
    grams = gross - tare
    if not -MOST_GRAMS < grams < MOST_GRAMS:
        raise BadInput("That is more than a kitchen scale can carry.", "gross")
    return grams


@writes
def weigh_in(
    *, household: Household, by: User, dish_id: UUID, body: WeighIn, at: dt.datetime | None = None
) -> WeighResult:
    """Take a weigh-in, or ask about one that is hard to believe; `at` is when, None for now.

    Raises:
        BadInput: the slot has no stand-in, there is no such step, or the weight cannot be.
    """
    dish = own_dish(household=household, dish_id=dish_id, lock=True)
    if (repeated := _repeated(dish, body.client_id)) is not None:
        return repeated
    grams = net_grams(body.gross, body.tare)
    run = dish.runs.filter(finished_at=None).select_related("version").first()
    document = _cooked_now(dish, run)
    if body.line:
        return _poured(household, by, dish, document, body, grams, at)
    setting = replace(
        cooking_setting(household=household), readings=facts_of(run).readings if run else core.NONE
    )
    glass = _glass(document, body, dish_water(
        document, book_of(household=household), library_of(household=household), setting
    ))  # fmt: skip
    _refuse_gap(glass.turns, body)
    doubt = question(
        glass.point, grams, before=_before(glass, body), batches=body.batches if body.batch else 1
    )
    if doubt is not None and (grams <= 0 or not body.sure):
        return WeighResult(fold(run) if run else None, say(doubt))
    choice = glass.slot.choice if glass.slot else None
    payload = {
        "part": body.part, "slot": body.slot, "step": body.step, "grams": grams,
        "stand_in": choice.stand_in if choice else "", "stand_ins": core.stand_ins_of(document),
        "technique": glass.point.technique, "gross": body.gross, "tare": body.tare,
        "taught": _taught(glass, body, grams) if doubt is None else None,
        "before": glass.point.before, "vessel": body.vessel,
        "tool": body.tool or (choice.press if choice else "") or "", "round": body.round,
        "batch": body.batch, "batches": body.batches, "heat": body.heat,
        "seconds": body.seconds, "watts": body.watts,
    }  # fmt: skip
    if at is not None:
        payload["at"] = at.isoformat()
    return _noted(household, by, dish, body.client_id, WEIGHED, payload)


def _poured(
    household: Household,
    by: User,
    dish: Dish,
    document: core.Dish,
    body: WeighIn,
    grams: float,
    at: dt.datetime | None,
) -> WeighResult:
    """Take what went in of a line that is added by eye, or ask about it.

    Raises:
        BadInput: there is no such line to add by eye, or it is less than nothing.
    """
    lines = {line.id: line.used() for _, line in core.all_lines(document)}
    hold = lines[body.line].hold if body.line in lines else None
    if hold is None:
        raise BadInput("There is no such line to add by eye any more.", "line")
    if grams < 0:
        raise BadInput("Less than nothing cannot have gone in.", "gross")
    doubt = question_poured(grams, hold)
    if doubt is not None and not body.sure:
        run = dish.runs.filter(finished_at=None).select_related("version").first()
        return WeighResult(fold(run) if run else None, say(doubt))
    payload: dict[str, Any] = {"line": body.line, "grams": grams}
    if at is not None:
        payload["at"] = at.isoformat()
    return _noted(household, by, dish, body.client_id, WENT_IN, payload)


def _taught(glass: Glass, body: WeighIn, grams: float) -> dict[str, Any] | None:
    """Return what a weigh-in shows of the kitchen, None where it shows nothing."""
    if glass.habit is None or not glass.paired:
        return None
    whole = [grams]
    if body.batch:
        done = glass.turns.batches if glass.turns.of == body.batches else ()
        whole = [*done[: body.batch - 1], grams, *done[body.batch :]]
        if len(whole) < body.batches:
            return None
    value = shown(glass.passed, sum(whole), rounds=body.round or 1)
    return {"habit": astuple(glass.habit), "value": value} if value else None


def _before(glass: Glass, body: WeighIn) -> float | None:
    """Return what there was before this round or batch, None where that is all that went in."""
    turns = glass.turns
    if body.batch:
        done = turns.batches if turns.of == body.batches else ()
        others = (*done[: body.batch - 1], *done[body.batch :])
        return glass.point.before - sum(others)
    earlier = turns.rounds[: (body.round or 1) - 1]
    return earlier[-1] if earlier else None


def _refuse_gap(turns: core.Turns, body: WeighIn) -> None:
    """Refuse a batch that nobody can have come to.

    Raises:
        BadInput: there are not so many, or one before it is missing.
    """
    if body.batch > body.batches:
        raise BadInput(f"There are only {body.batches} batches.", "batch")
    done = len(turns.batches) if turns.of == body.batches else 0
    if body.batch > done + 1:
        raise BadInput(f"Weigh batch {done + 1} first.", "batch")


def _cooked_now(dish: Dish, run: Run | None) -> core.Dish:
    """Return what is on the stove: in an evening the version it began with, else the draft."""
    evening = run is not None and run.session_id is not None
    return stored_dish(run.version.document if run is not None and evening else dish.draft)


def _glass(document: core.Dish, body: WeighIn, courses: Sequence[Course]) -> Glass:
    """Return what a weigh-in is taken after.

    Raises:
        BadInput: the slot has no stand-in, or there is no such step to weigh after.
    """
    owner = body.slot or body.part or WHOLE
    if body.slot and document.slot(body.part, body.slot).choice is None:
        raise BadInput("Choose a stand-in on the Bench first; then there is water to plan.", "slot")
    if body.part and not body.slot:
        document.part(body.part)
    for course in courses:
        for glass in course.glasses:
            if (glass.owner, glass.step) == (owner, body.step):
                return glass
        mine = course.part is None or course.part.id == body.part
        if course.problem and mine:
            raise BadInput(course.problem, "step")
    raise BadInput("There is no such step to weigh after any more.", "step")


def current_run(dish: Dish) -> Run | None:
    """Return the cooking that is on the stove, else the last if it was on the table lately."""
    runs = dish.runs.select_related("version")
    still = runs.filter(finished_at=None).first()
    return still or runs.filter(finished_at__gte=timezone.now() - ON_THE_TABLE).first()


def _noted(
    household: Household, by: User, dish: Dish, client_id: UUID, kind: str, payload: dict[str, Any]
) -> WeighResult:
    run = _open_run(household, by, dish)
    keep_told(household=household, run=run, client_id=client_id, kind=kind, payload=payload)
    return WeighResult(fold(run), None)


def keep_told(
    *, household: Household, run: Run, client_id: UUID, kind: str, payload: dict[str, Any]
) -> None:
    """Keep what was told of a cooking, in the same transaction as what hangs on it."""
    whole = payload | {"schema": EVENT_SCHEMA}
    RunEvent.objects.create(run=run, client_id=client_id, kind=kind, payload=whole)
    mark_anew(household=household)


def _own_run(household: Household, run_id: UUID) -> Run:
    found = Run.objects.of(household).select_related("version").select_for_update()
    return get_object_or_404(found, uid=run_id)


@writes
def take_back(*, household: Household, by: User, run_id: UUID, body: TakeBack) -> RunState:
    """Take a weigh-in back by a further event; nothing is erased.

    Raises:
        BadInput: the run is closed, or there is no such weigh-in.
    """
    run = _own_run(household, run_id)
    if not run.events.filter(client_id=body.client_id).exists():
        _refuse_closed(run)
        said = facts_of(run).readings
        known = body.line in said.went_in if body.line else said.finished_grams is not None
        if body.step is not None and not body.line:
            known = body.step in said.turns.get(body.slot or body.part or WHOLE, {})
        if not known:
            raise BadInput("There is no such weigh-in to take back.", "step")
        payload: dict[str, Any] = {
            "part": body.part, "slot": body.slot or "", "step": body.step
        }  # fmt: skip
        if body.line:
            payload["line"] = body.line
        if body.round is not None or body.batch:
            payload["turn"] = [body.round or 1, body.batch]
        keep_told(
            household=household, run=run, client_id=body.client_id, kind=TAKEN_BACK,
            payload=payload,
        )  # fmt: skip
    return fold(run)


def take_event_back(
    *, household: Household, run: Run, client_id: UUID, event: UUID, at: dt.datetime | None = None
) -> None:
    """Take one event of a run back by a further event; nothing is erased."""
    payload = {"event": str(event)}
    if at is not None:
        payload["at"] = at.isoformat()
    keep_told(household=household, run=run, client_id=client_id, kind=TAKEN_BACK, payload=payload)


def _refuse_closed(run: Run) -> None:
    if run.finished_at is not None:
        raise BadInput("This run is finished; nothing in it changes any more.", "run")


@writes
def finish(*, household: Household, by: User, run_id: UUID) -> RunState:
    """Close a run; a closed one stays as it is."""
    run = _own_run(household, run_id)
    if run.finished_at is None:
        run.finished_at = timezone.now()
        run.save(update_fields=["finished_at"])
    return fold(run)
