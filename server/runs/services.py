"""Weigh-ins: the first opens a run and freezes its version; state is the fold of the events."""

import datetime as dt
import uuid
from typing import Annotated
from uuid import UUID

import msgspec
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household
from accounts.writing import writes
from config.wire import stored_dish
from dishes.models import Dish, DishVersion
from dishes.services import keep_version, own_dish
from foods.own import library_of
from runs.models import Run, RunEvent
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.swaps.book import book
from snabo_core.swaps.ledgers import slot_ledger
from snabo_core.water import question
from snabo_core.wording import say
from table.services import setting_of

WEIGH_IN, TAKEN_BACK = "weigh_in", "weigh_in_taken_back"
MOST_GRAMS = 50_000
EVENT_SCHEMA = 2


class WeighIn(msgspec.Struct):
    """A measured mass at a step. Net grams are `gross - tare`; `sure` answers a question.

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


class TakeBack(msgspec.Struct):
    """Which step's weigh-in to take back."""

    client_id: uuid.UUID
    slot: str
    step: str


class RunState(msgspec.Struct):
    """What is known of a run: net grams by slot and step, and of which stand-in they are."""

    id: UUID
    version: int
    started_at: dt.datetime
    finished_at: dt.datetime | None
    weighed: dict[str, dict[str, float]]
    stand_ins: dict[str, str]


class WeighResult(msgspec.Struct):
    """The run after a weigh-in, or the question to answer before it counts."""

    run: RunState | None
    question: str | None


class OpenRun(msgspec.Struct):
    """The open run of a dish, if there is one, and the finished ones."""

    open: RunState | None
    finished: list[RunState]


def fold(run: Run) -> RunState:
    """Return the state that a run's events add up to."""
    weighed: dict[str, dict[str, float]] = {}
    stand_ins: dict[str, str] = {}
    for event in run.events.all():
        slot, own = event.payload["slot"], event.payload.get("stand_in", "")
        if event.kind == WEIGH_IN:
            if own != stand_ins.get(slot, own):
                # What another stand-in weighed says nothing of this one.
                weighed[slot] = {}
            stand_ins[slot] = own
            weighed.setdefault(slot, {})[event.payload["step"]] = event.payload["grams"]
        elif event.kind == TAKEN_BACK:
            weighed.get(slot, {}).pop(event.payload["step"], None)
    return RunState(
        run.uid, run.version.number, run.started_at, run.finished_at, weighed, stand_ins
    )


def runs_of(household: Household, dish_id: UUID) -> OpenRun:
    """Return the runs of a dish, last first."""
    dish = own_dish(household, dish_id)
    runs = list(dish.runs.select_related("version").prefetch_related("events"))
    states = [fold(run) for run in runs]
    return OpenRun(
        next((s for s in states if s.finished_at is None), None),
        [s for s in states if s.finished_at is not None],
    )


def _choice(document: core.Dish, part: str, slot: str) -> core.Choice | None:
    try:
        return document.slot(part, slot).choice
    except BadInput:
        return None


def _open_run(household: Household, dish: Dish, body: WeighIn) -> Run:
    """Return the run this weigh-in belongs to, opening one where the plan has changed."""
    document = stored_dish(dish.draft)
    run = dish.runs.filter(finished_at=None).select_related("version").first()
    if run is not None:
        cooked = stored_dish(run.version.document)
        if _choice(cooked, body.part, body.slot) == _choice(document, body.part, body.slot):
            return run
        run.finished_at = timezone.now()
        run.save(update_fields=["finished_at"])
    number = keep_version(household, dish.uid).number
    version = DishVersion.objects.get(dish=dish, number=number)
    return Run.objects.create(household=household, dish=dish, version=version)


@writes
def weigh_in(household: Household, dish_id: UUID, body: WeighIn) -> WeighResult:
    """Take a weigh-in, or ask about one that is hard to believe.

    Raises:
        BadInput: the slot has no stand-in, the step is none of its, or the weight cannot be.
    """
    dish = own_dish(household, dish_id, lock=True)
    repeated = RunEvent.objects.filter(run__dish=dish, client_id=body.client_id).first()
    if repeated is not None:
        return WeighResult(fold(repeated.run), None)
    grams = body.gross - body.tare
    if not -MOST_GRAMS < grams < MOST_GRAMS:
        raise BadInput("That is more than a kitchen scale can carry.", "gross")
    document = stored_dish(dish.draft)
    slot = document.slot(body.part, body.slot)
    if slot.choice is None:
        raise BadInput("Choose a stand-in on the Bench first; then there is water to plan.", "slot")
    run = dish.runs.filter(finished_at=None).first()
    state = fold(run) if run else None
    same = state is not None and state.stand_ins.get(body.slot) == slot.choice.stand_in
    known = state.weighed.get(body.slot, {}) if state is not None and same else {}
    ledger = slot_ledger(
        document.part(body.part), slot, book(), library_of(household), setting_of(household), known
    )
    steps = [point.step_id for point in ledger.points]
    if body.step not in steps:
        raise BadInput("This stand-in has no such step.", "step")
    place = steps.index(body.step)
    before = ledger.points[place - 1].state.mass if place else None
    doubt = question(ledger, body.step, grams)
    if doubt is not None and (grams <= 0 or not body.sure):
        return WeighResult(fold(run) if run else None, say(doubt))
    run = _open_run(household, dish, body)
    payload = {
        "slot": body.slot, "step": body.step, "stand_in": slot.choice.stand_in, "grams": grams,
        "gross": body.gross, "tare": body.tare, "before": before, "vessel": body.vessel,
        "tool": body.tool or slot.choice.press or "", "round": body.round, "heat": body.heat,
        "seconds": body.seconds, "watts": body.watts, "schema": EVENT_SCHEMA,
    }  # fmt: skip
    RunEvent.objects.create(run=run, client_id=body.client_id, kind=WEIGH_IN, payload=payload)
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
        if body.step not in fold(run).weighed.get(body.slot, {}):
            raise BadInput("There is no such weigh-in to take back.", "step")
        payload = {"slot": body.slot, "step": body.step, "schema": EVENT_SCHEMA}
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
