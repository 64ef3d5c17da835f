"""Weigh-ins: the first opens a run and freezes its version; state is the fold of the events."""

import datetime as dt
import uuid
from collections.abc import Sequence
from dataclasses import astuple, replace
from typing import Annotated, Any
from uuid import UUID

import msgspec
from django.db.models import Prefetch
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household
from accounts.writing import writes
from config.wire import stored_dish
from dishes.models import Dish, DishVersion
from dishes.services import keep_version, own_dish
from foods.own import library_of
from foods.stand_ins import book_of
from runs.learning import cooking_setting
from runs.models import Run, RunEvent
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.plate.portions import finished_question
from snabo_core.swaps.book import Book
from snabo_core.swaps.dish_water import WHOLE, Course, Glass, dish_water
from snabo_core.swaps.judged import judged
from snabo_core.water import question
from snabo_core.water.learning import shown
from snabo_core.wording import say

WEIGHED, TAKEN_BACK, PORTIONED = "weighed", "taken_back", "portioned"
MOST_GRAMS = 50_000
EVENT_SCHEMA = 4
# What was cooked in so many days is not offered first again; common practice, no source.
LATELY_DAYS, MOST_LATELY = 5, 20


class WeighIn(msgspec.Struct):
    """A measured mass at a step. Net grams are `gross - tare`; `sure` answers a question.

    At a step of the recipe's own the slot is empty, and the part too where several lie together.
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


class WeighFinished(msgspec.Struct):
    """What the finished dish weighs, in what it stands in; `sure` answers a question."""

    client_id: uuid.UUID
    gross: float
    tare: float = 0.0
    sure: bool = False
    vessel: Annotated[str, msgspec.Meta(max_length=80)] = ""


class TakeBack(msgspec.Struct):
    """Which step's weigh-in to take back; without a step the weight of the finished dish.

    At a step of the recipe's own the slot is empty, and the part too where several lie together.
    """

    client_id: uuid.UUID
    slot: str | None = None
    part: str = ""
    step: str | None = None


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
    """The open run of a dish, if there is one, and the finished ones."""

    open: RunState | None
    finished: list[RunState]


class _Said:
    """What the scale said so far, event by event."""

    def __init__(self) -> None:
        self.steps: dict[str, dict[str, float]] = {}
        self.stand_ins: dict[str, str] = {}
        self.own_steps: dict[str, dict[str, float]] = {}
        self.own_of: dict[str, dict[str, str]] = {}
        self.finished: float | None = None
        self.finished_of: dict[str, str] = {}

    def weighed(self, payload: dict[str, Any]) -> None:
        slot, step, grams = payload["slot"], payload["step"], payload["grams"]
        if not slot:
            owner, cooked = payload["part"] or WHOLE, payload["stand_ins"]
            if cooked != self.own_of.get(owner, cooked):
                # What another dish weighed says nothing of this one.
                self.own_steps[owner] = {}
            self.own_of[owner] = cooked
            self.own_steps.setdefault(owner, {})[step] = grams
            return
        own = payload.get("stand_in", "")
        if own != self.stand_ins.get(slot, own):
            # What another stand-in weighed says nothing of this one.
            self.steps[slot] = {}
        self.stand_ins[slot] = own
        self.steps.setdefault(slot, {})[step] = grams

    def taken_back(self, payload: dict[str, Any]) -> None:
        step = payload.get("step")
        if step is None:
            self.finished, self.finished_of = None, {}
        elif payload["slot"]:
            self.steps.get(payload["slot"], {}).pop(step, None)
        else:
            self.own_steps.get(payload.get("part") or WHOLE, {}).pop(step, None)

    def portioned(self, payload: dict[str, Any]) -> None:
        self.finished, self.finished_of = payload["grams"], payload["stand_ins"]


def _readings(run: Run) -> core.Readings:
    """Return what the scale said in a run: the fold of its weigh-ins."""
    said = _Said()
    folds = {WEIGHED: said.weighed, TAKEN_BACK: said.taken_back, PORTIONED: said.portioned}
    for event in run.events.all():
        if event.kind in folds:
            folds[event.kind](event.payload)
    return core.Readings(
        said.steps, said.stand_ins, said.own_steps, said.own_of, said.finished, said.finished_of
    )


def fold(run: Run) -> RunState:
    """Return the state that a run's events add up to."""
    return RunState(run.uid, run.version.number, run.started_at, run.finished_at, _readings(run))


def being_cooked() -> Prefetch:
    """Return what to prefetch so that `readings_of` many dishes asks only once."""
    runs = Run.objects.filter(finished_at=None).prefetch_related("events")
    return Prefetch("runs", queryset=runs, to_attr="open_runs")


def readings_of(dish: Dish) -> core.Readings:
    """Return what the scale said of a dish being cooked, nothing where it is not."""
    known = getattr(dish, "open_runs", None)
    runs = dish.runs.filter(finished_at=None).prefetch_related("events") if known is None else known
    run = next(iter(runs), None)
    return core.NONE if run is None else _readings(run)


def runs_of(household: Household, dish_id: UUID) -> OpenRun:
    """Return the runs of a dish, last first."""
    dish = own_dish(household, dish_id)
    runs = list(dish.runs.select_related("version").prefetch_related("events"))
    states = [fold(run) for run in runs]
    return OpenRun(
        next((s for s in states if s.finished_at is None), None),
        [s for s in states if s.finished_at is not None],
    )


def cooked_lately(household: Household, whole: Book) -> frozenset[str]:
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


def _open_run(household: Household, dish: Dish) -> Run:
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
    number = keep_version(household, dish.uid).number
    version = DishVersion.objects.get(dish=dish, number=number)
    return Run.objects.create(household=household, dish=dish, version=version)


def _repeated(dish: Dish, client_id: uuid.UUID) -> WeighResult | None:
    """Return the answer to a weigh-in that has already been taken."""
    event = RunEvent.objects.filter(run__dish=dish, client_id=client_id).first()
    return None if event is None else WeighResult(fold(event.run), None)


def _net(body: WeighIn | WeighFinished) -> float:
    grams = body.gross - body.tare
    if not -MOST_GRAMS < grams < MOST_GRAMS:
        raise BadInput("That is more than a kitchen scale can carry.", "gross")
    return grams


@writes
def weigh_in(household: Household, dish_id: UUID, body: WeighIn) -> WeighResult:
    """Take a weigh-in, or ask about one that is hard to believe.

    Raises:
        BadInput: the slot has no stand-in, there is no such step, or the weight cannot be.
    """
    dish = own_dish(household, dish_id, lock=True)
    if (repeated := _repeated(dish, body.client_id)) is not None:
        return repeated
    grams = _net(body)
    run = dish.runs.filter(finished_at=None).select_related("version").first()
    document = _cooked_now(dish, run)
    setting = replace(cooking_setting(household), readings=_readings(run) if run else core.NONE)
    glass = _glass(document, body, dish_water(
        document, book_of(household), library_of(household), setting
    ))  # fmt: skip
    doubt = question(glass.point, grams)
    if doubt is not None and (grams <= 0 or not body.sure):
        return WeighResult(fold(run) if run else None, say(doubt))
    choice = glass.slot.choice if glass.slot else None
    teaches = glass.habit is not None and glass.paired and doubt is None
    value = shown(glass.passed, grams) if teaches else None
    taught = {"habit": astuple(glass.habit), "value": value} if glass.habit and value else None
    payload = {
        "part": body.part, "slot": body.slot, "step": body.step, "grams": grams,
        "stand_in": choice.stand_in if choice else "", "stand_ins": core.stand_ins_of(document),
        "technique": glass.point.technique, "taught": taught, "gross": body.gross,
        "tare": body.tare, "before": glass.point.before, "vessel": body.vessel,
        "tool": body.tool or (choice.press if choice else "") or "", "round": body.round,
        "heat": body.heat, "seconds": body.seconds, "watts": body.watts,
    }  # fmt: skip
    return _noted(household, dish, body.client_id, WEIGHED, payload)


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


@writes
def weigh_finished(household: Household, dish_id: UUID, body: WeighFinished) -> WeighResult:
    """Take the weight of the finished dish, or ask about one that is hard to believe.

    Raises:
        BadInput: the weight cannot be.
    """
    dish = own_dish(household, dish_id, lock=True)
    if (repeated := _repeated(dish, body.client_id)) is not None:
        return repeated
    grams = _net(body)
    open_run = dish.runs.filter(finished_at=None).select_related("version").first()
    document = _cooked_now(dish, open_run)
    made = judged(document, cooking_setting(household), book_of(household), library_of(household))
    known = all(line.grams is not None for line in made.lines)
    went_in = sum(makes * share for makes, share in made.layers.values()) if known else 0.0
    doubt = finished_question(grams, went_in)
    if doubt is not None and (grams <= 0 or not body.sure):
        run = dish.runs.filter(finished_at=None).first()
        return WeighResult(fold(run) if run else None, say(doubt))
    payload = {
        "grams": grams, "gross": body.gross, "tare": body.tare, "vessel": body.vessel,
        "stand_ins": core.stand_ins_of(document),
    }  # fmt: skip
    return _noted(household, dish, body.client_id, PORTIONED, payload)


def _noted(
    household: Household, dish: Dish, client_id: UUID, kind: str, payload: dict[str, Any]
) -> WeighResult:
    run = _open_run(household, dish)
    RunEvent.objects.create(
        run=run, client_id=client_id, kind=kind, payload=payload | {"schema": EVENT_SCHEMA}
    )
    return WeighResult(fold(run), None)


def _own_run(household: Household, run_id: UUID) -> Run:
    found = Run.objects.of(household).select_related("version").select_for_update()
    return get_object_or_404(found, uid=run_id)


@writes
def take_back(household: Household, run_id: UUID, body: TakeBack) -> RunState:
    """Take a weigh-in back by a further event; nothing is erased.

    Raises:
        BadInput: the run is closed, or there is no such weigh-in.
    """
    run = _own_run(household, run_id)
    if not run.events.filter(client_id=body.client_id).exists():
        _refuse_closed(run)
        said = _readings(run)
        known = said.finished_grams is not None
        if body.step is not None:
            own = said.own_steps.get(body.part or WHOLE, {})
            known = body.step in (said.steps.get(body.slot, {}) if body.slot else own)
        if not known:
            raise BadInput("There is no such weigh-in to take back.", "step")
        payload = {
            "part": body.part, "slot": body.slot or "", "step": body.step, "schema": EVENT_SCHEMA
        }  # fmt: skip
        RunEvent.objects.create(run=run, client_id=body.client_id, kind=TAKEN_BACK, payload=payload)
    return fold(run)


def _refuse_closed(run: Run) -> None:
    if run.finished_at is not None:
        raise BadInput("This run is finished; nothing in it changes any more.", "run")


@writes
def finish(household: Household, run_id: UUID) -> RunState:
    """Close a run; a closed one stays as it is."""
    run = _own_run(household, run_id)
    if run.finished_at is None:
        run.finished_at = timezone.now()
        run.save(update_fields=["finished_at"])
    return fold(run)
