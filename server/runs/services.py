"""Weigh-ins: the first opens a run and freezes its version; state is the fold of the events."""

import datetime as dt
import uuid

import msgspec
from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household
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


class WeighIn(msgspec.Struct):
    """A measured mass at a step. Net grams are `gross - tare`; `sure` answers a question."""

    client_id: uuid.UUID
    part: str
    slot: str
    step: str
    gross: float
    tare: float = 0.0
    sure: bool = False


class TakeBack(msgspec.Struct):
    """Which step's weigh-in to take back."""

    client_id: uuid.UUID
    slot: str
    step: str


class RunState(msgspec.Struct):
    """What is known of a run: net grams by slot and step."""

    id: int
    version: int
    started_at: dt.datetime
    finished_at: dt.datetime | None
    weighed: dict[str, dict[str, float]]


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
    for event in run.events.all():
        steps = weighed.setdefault(event.payload["slot"], {})
        if event.kind == WEIGH_IN:
            steps[event.payload["step"]] = event.payload["grams"]
        elif event.kind == TAKEN_BACK:
            steps.pop(event.payload["step"], None)
    return RunState(run.id, run.version.number, run.started_at, run.finished_at, weighed)


def runs_of(household: Household, dish_id: int) -> OpenRun:
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
        run.save()
    number = keep_version(household, dish.id).number
    version = DishVersion.objects.get(dish=dish, number=number)
    return Run.objects.create(household=household, dish=dish, version=version)


@transaction.atomic
def weigh_in(household: Household, dish_id: int, body: WeighIn) -> WeighResult:
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
    known = fold(run).weighed.get(body.slot, {}) if run else {}
    ledger = slot_ledger(
        document.part(body.part), slot, book(), library_of(household), setting_of(household), known
    )
    if body.step not in {point.step_id for point in ledger.points}:
        raise BadInput("This stand-in has no such step.", "step")
    doubt = question(ledger, body.step, grams)
    if doubt is not None and (grams <= 0 or not body.sure):
        return WeighResult(fold(run) if run else None, say(doubt))
    run = _open_run(household, dish, body)
    payload = {"slot": body.slot, "step": body.step, "grams": grams, "tare": body.tare}
    RunEvent.objects.create(run=run, client_id=body.client_id, kind=WEIGH_IN, payload=payload)
    return WeighResult(fold(run), None)


def _own_run(household: Household, run_id: int) -> Run:
    return get_object_or_404(Run.objects.of(household).select_related("version"), id=run_id)


@transaction.atomic
def take_back(household: Household, run_id: int, body: TakeBack) -> RunState:
    """Take a weigh-in back by a further event; nothing is erased."""
    run = _own_run(household, run_id)
    if not run.events.filter(client_id=body.client_id).exists():
        payload = {"slot": body.slot, "step": body.step}
        RunEvent.objects.create(run=run, client_id=body.client_id, kind=TAKEN_BACK, payload=payload)
    return fold(run)


def finish(household: Household, run_id: int) -> RunState:
    """Close a run."""
    run = _own_run(household, run_id)
    run.finished_at = run.finished_at or timezone.now()
    run.save()
    return fold(run)
