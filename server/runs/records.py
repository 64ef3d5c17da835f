"""What is kept of a cooking, and what is still told of it once it is on the table."""

import contextlib
import zoneinfo
from dataclasses import dataclass, replace
from typing import Annotated, Any, Literal
from uuid import UUID, uuid5

import msgspec
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import writes
from config.wire import convert, stored_dish
from dishes.models import DishVersion
from dishes.services import keep_version, own_dish
from dishes.shelving import with_food
from foods.own import library_of
from foods.stand_ins import book_of
from runs.folding import facts_of
from runs.learning import cooking_setting
from runs.models import Run
from runs.photos import PhotoAnswer, photos_of
from runs.services import current_run, keep_told, net_grams, take_event_back
from runs.sessions import jobs_of_session, state_of
from runs.sheets import Short
from shelf.models import ShelfBatch
from shelf.services import LONGEST_NAME, Origin, happened, held_of, put
from snabo_core import dish as core
from snabo_core.errors import BadInput, SnaboError
from snabo_core.foods import Library
from snabo_core.plate.portions import OVER, Served, ServingWay, finished_question
from snabo_core.plate.setting import Setting
from snabo_core.shelf import Held, ShelfEvent
from snabo_core.swaps.book import Book
from snabo_core.swaps.frozen import Frozen, thaw
from snabo_core.swaps.homemade import make_food
from snabo_core.swaps.judged import judged
from snabo_core.views.run import RunView, judged_band, left_batch, parted_of, run_view
from snabo_core.views.run_changes import made_the_dish
from snabo_core.views.run_events import (
    FINISHED,
    LEFT_OVER,
    SERVED,
    VERDICT,
    Again,
    Holding,
    KeptWhere,
    Taste,
    Texture,
)
from snabo_core.views.run_record import AddedLines, RunRecord, cooked_of
from snabo_core.wording import say
from table.services import today_in

MOST_AT_TABLE, MOST_TOLD = 20, 500
Grams = Annotated[float, msgspec.Meta(ge=0, le=50_000)]
Words = Annotated[str, msgspec.Meta(max_length=500)]


class RunTold(msgspec.Struct):
    """Something told of a cooking; `id` is the device's, so that twice is once.

    `finished_weight` reads `gross`, `tare`, `vessel` and `sure`; `served` reads `way`, `amounts`
    by eater, `each` and `stays`; `left_over` reads `grams` and `kept`; `verdict` the rest;
    `taken_back` reads `event`, without one the weight of the finished dish.
    """

    id: UUID
    kind: Literal["finished_weight", "served", "left_over", "verdict", "taken_back"]
    gross: Grams = 0.0
    tare: Grams = 0.0
    vessel: Annotated[str, msgspec.Meta(max_length=80)] = ""
    sure: bool = False
    way: ServingWay = "grams"
    amounts: Annotated[dict[UUID, Grams], msgspec.Meta(max_length=MOST_AT_TABLE)] = {}
    each: Grams = 0.0
    stays: Grams = 0.0
    grams: Grams = 0.0
    kept: KeptWhere = "fridge"
    eater: UUID | None = None
    part: Short = ""
    texture: Texture = ""
    holding: Holding = ""
    taste: Taste = ""
    again: Again = ""
    words: Words = ""
    event: UUID | None = None


class RunAnswer(msgspec.Struct):
    """One cooking of a dish as it is kept; `note` says what its version did not freeze."""

    dish: UUID
    view: RunView
    photos: list[PhotoAnswer]
    note: str


class ToldAnswer(msgspec.Struct):
    """The cooking after something was told, or the question to answer before it counts."""

    run: RunAnswer
    question: str | None


class MakeTheDish(msgspec.Struct):
    """Which of the things done otherwise go into the recipe."""

    take: Annotated[list[Short], msgspec.Meta(max_length=MOST_TOLD)] = []


class CookedNow(msgspec.Struct):
    """A dish was cooked without the Stove; `id` is the device's, so that twice is once."""

    id: UUID


@dataclass(frozen=True)
class _Kept:
    """A run as the core takes it, with what was frozen with its version."""

    record: RunRecord
    setting: Setting
    book: Book
    library: Library
    note: str


def _own_run(household: Household, run_id: UUID, *, lock: bool = False) -> Run:
    if lock:
        get_object_or_404(Run.objects.of(household).select_for_update(), uid=run_id)
    found = Run.objects.of(household).select_related("version", "session", "dish")
    return get_object_or_404(found, uid=run_id)


def _kept(household: Household, run: Run) -> _Kept:
    frozen = convert(run.version.frozen, Frozen)
    library, book, rules = thaw(
        frozen, library_of(household=household), book_of(household=household)
    )
    # What this cooking and later ones have taught was not known when it was predicted.
    setting = replace(cooking_setting(household=household, until=run.started_at), rules=rules)
    zone = zoneinfo.ZoneInfo(household.zone)
    session = run.session
    evening = state_of(session) if session else None
    record = RunRecord(
        id=str(run.uid),
        version=run.version.number,
        started=(session.opens_at if session else run.started_at).astimezone(zone),
        finished=run.finished_at.astimezone(zone) if run.finished_at else None,
        dish=stored_dish(run.version.document),
        facts=facts_of(run, household.zone),
        evening=evening,
        jobs=jobs_of_session(household=household, session=session, setting=setting, weighed=False)
        if session
        else None,
        place=run.place,
        shelved=_shelved(run),
        added=tuple(
            AddedLines(one.id, one.words, tuple(convert(line, core.Line) for line in one.lines))
            for one in (evening.added if evening else ())
            if one.dish == str(run.dish.uid)
        ),
    )
    return _Kept(record, setting, book, library, frozen.note)


def _shelved(run: Run) -> dict[str, Held]:
    """Return what is on the shelf of a cooking, by the event that put it there."""
    rows = ShelfBatch.objects.filter(household=run.household, run=run.uid, removed_at=None)
    return {str(row.uid): held_of(row) for row in rows.prefetch_related("events")}


def run_answer(*, household: Household, run_id: UUID) -> RunAnswer:
    """Return one cooking, computed from what was frozen with its version."""
    return _answer(household, _own_run(household, run_id))


def _answer(household: Household, run: Run, kept: _Kept | None = None) -> RunAnswer:
    kept = kept or _kept(household, run)
    before = run.dish.runs.filter(started_at__lt=run.started_at).select_related("version").first()
    view = run_view(
        kept.record, kept.setting, kept.book, kept.library,
        before=stored_dish(before.version.document) if before else None,
    )  # fmt: skip
    return RunAnswer(run.dish.uid, view, photos_of([run]), kept.note)


@writes
def cooked_now(*, household: Household, by: User, dish_id: UUID, body: CookedNow) -> RunAnswer:
    """Keep that a dish was cooked, with what it is now, where nothing is kept of it yet."""
    dish = own_dish(household=household, dish_id=dish_id, lock=True)
    run = Run.objects.of(household).filter(uid=body.id).first() or current_run(dish)
    if run is None:
        version = DishVersion.objects.get(
            dish=dish, number=keep_version(household=household, by=by, dish_id=dish.uid).number
        )
        run = Run.objects.create(
            uid=body.id, household=household, dish=dish, version=version,
            finished_at=timezone.now(),
        )  # fmt: skip
    return _answer(household, _own_run(household, run.uid))


@writes
def tell_run(*, household: Household, by: User, run_id: UUID, body: RunTold) -> ToldAnswer:
    """Take something told of a cooking, once, or ask about what is hard to believe.

    Raises:
        BadInput: it cannot be so.
    """
    run = _own_run(household, run_id, lock=True)
    if run.events.filter(client_id=body.id).exists():
        return ToldAnswer(_answer(household, run), None)
    if run.events.count() >= MOST_TOLD:
        raise BadInput("That is more than can be told of one cooking.", "kind")
    kept, question = _kept(household, run), None
    if body.kind == "finished_weight":
        question = _finished_weight(household, run, kept, body)
    elif body.kind == "taken_back":
        _take_back(household, run, body)
    else:
        kind, payload = _TELL[body.kind](kept, body)
        keep_told(household=household, run=run, client_id=body.id, kind=kind, payload=payload)
        if kind == LEFT_OVER:
            _shelve(household, run, kept, body)
    facts = facts_of(run, household.zone)
    now = replace(kept, record=replace(kept.record, facts=facts, shelved=_shelved(run)))
    return ToldAnswer(_answer(household, run, now), question)


def _finished_weight(household: Household, run: Run, kept: _Kept, body: RunTold) -> str | None:
    """Take the weight of a run's finished dish, or return why it is hard to believe.

    Raises:
        BadInput: the weight cannot be.
    """
    grams = net_grams(body.gross, body.tare)
    made = judged(cooked_of(kept.record), kept.setting, kept.book, kept.library)
    doubt = finished_question(grams, made.went_in or 0.0, made.predicted)
    if doubt is not None and (grams <= 0 or not body.sure):
        return say(doubt)
    payload = {
        "grams": grams, "gross": body.gross, "tare": body.tare, "vessel": body.vessel,
        "stand_ins": core.stand_ins_of(kept.record.dish),
    }  # fmt: skip
    keep_told(household=household, run=run, client_id=body.id, kind=FINISHED, payload=payload)
    return None


def _shelve(household: Household, run: Run, kept: _Kept, body: RunTold) -> None:
    """Put what is left over on the shelf, with the values of what was cooked.

    Raises:
        BadInput: it is too old to be kept.
    """
    facts = facts_of(run, household.zone)
    left = next(one for one in facts.left_over if one.event == str(body.id))
    batch, kind = left_batch(kept.record, left, kept.library)
    name = kept.record.dish.title[:LONGEST_NAME]
    row = put(
        household=household,
        batch_id=body.id,
        name=name,
        batch=batch,
        keeping=kind,
        food=("", None),
        origin=Origin(run.dish.uid, run=run.uid),
    )
    if left.kept == "thrown_away":
        today = today_in(household=household)
        happened(row, ShelfEvent(str(uuid5(row.uid, "threw")), "threw", today, batch.grams), today)
        return
    setting = replace(kept.setting, readings=facts.readings)
    with contextlib.suppress(SnaboError):
        # Where a line is not settled, nobody knows what is in it; it is kept all the same.
        food = make_food(
            str(row.uid), name[:80], kept.record.version, cooked_of(kept.record), None, None,
            setting, kept.book, kept.library,
        )  # fmt: skip
        with_food(household=household, row=row, dish=run.dish, food=food)


def _off_the_shelf(run: Run, event: UUID) -> None:
    """Take off what was put there by mistake.

    Raises:
        BadInput: some of it has been taken already.
    """
    row = ShelfBatch.objects.filter(household=run.household, uid=event, removed_at=None).first()
    if row is None:
        return
    if held_of(row).taken > 0:
        raise BadInput(
            "Some of it has been taken from the shelf since: take that back there first.", "event"
        )
    row.removed_at = timezone.now()
    row.save(update_fields=["removed_at"])


def _take_back(household: Household, run: Run, body: RunTold) -> None:
    told = (SERVED, LEFT_OVER, VERDICT, FINISHED)
    finished = facts_of(run).finished
    event = body.event or (UUID(finished.event) if finished else None)
    if event is None or not run.events.filter(client_id=event, kind__in=told).exists():
        raise BadInput("There is nothing of that to take back.", "event")
    _off_the_shelf(run, event)
    take_event_back(household=household, run=run, client_id=body.id, event=event)


def _served(kept: _Kept, body: RunTold) -> tuple[str, dict[str, Any]]:
    names = {eater.id: eater.name for eater in kept.setting.eaters}
    amounts = {str(eater): amount for eater, amount in body.amounts.items()}
    if not set(amounts) <= set(names):
        raise BadInput("Somebody among them is not at the table any more.", "amounts")
    if not any(amounts.values()):
        raise BadInput("Who had how much of it?", "amounts")
    served = Served(body.way, amounts, body.each, body.stays)
    setting = replace(kept.setting, readings=kept.record.facts.readings)
    parted_of(kept.record, served, judged(cooked_of(kept.record), setting, kept.book, kept.library))
    return SERVED, msgspec.to_builtins(served) | {"names": {key: names[key] for key in amounts}}


def _left_over(kept: _Kept, body: RunTold) -> tuple[str, dict[str, Any]]:
    if body.grams <= 0:
        raise BadInput("How many grams are left over?", "grams")
    view = run_view(kept.record, kept.setting, kept.book, kept.library)
    if view.to_put_away is None:
        raise BadInput("Weigh the finished dish and share it out first.", "grams")
    if body.grams > view.to_put_away + OVER * (view.whole_grams or 0.0):
        raise BadInput(f"Only {view.to_put_away:.0f} g are left over.", "grams")
    return LEFT_OVER, {"grams": body.grams, "kept": body.kept}


def _verdict(kept: _Kept, body: RunTold) -> tuple[str, dict[str, Any]]:
    names = {eater.id: eater.name for eater in kept.setting.eaters}
    eater = str(body.eater) if body.eater else ""
    if eater and eater not in names:
        raise BadInput("They are not at the table any more.", "eater")
    if body.part and all(part.id != body.part for part in kept.record.dish.parts):
        raise BadInput("This dish had no such part.", "part")
    if not any((body.texture, body.holding, body.taste, body.again, body.words.strip())):
        raise BadInput("Nothing is said yet: how was it?", "words")
    judges = None
    if body.texture and body.part:
        setting = replace(kept.setting, readings=kept.record.facts.readings)
        made = judged(cooked_of(kept.record), setting, kept.book, kept.library)
        judges = judged_band(body.part, made)
    said = {
        "judged": {"band": list(judges[0]), "share": judges[1]} if judges else None,
        "eater": eater, "name": names.get(eater, ""), "part": body.part, "texture": body.texture,
        "holding": body.holding, "taste": body.taste, "again": body.again,
        "words": body.words.strip(),
    }  # fmt: skip
    return VERDICT, said


_TELL = {"served": _served, "left_over": _left_over, "verdict": _verdict}


def make_the_dish(*, household: Household, run_id: UUID, body: MakeTheDish) -> core.Dish:
    """Return a dish as it was cooked, with what was done otherwise where it is wanted.

    Raises:
        BadInput: nothing of that name was done otherwise.
    """
    kept = _kept(household, _own_run(household, run_id))
    return core.check(made_the_dish(kept.record, body.take))
