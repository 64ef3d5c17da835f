"""Putting on the shelf, taking, throwing away, moving; the kitchen server decides who was first."""

import datetime as dt
import zoneinfo
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Literal
from uuid import UUID

import msgspec
from django.db.models import Q
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import writes
from config.wire import convert
from foods.own import library_of
from shelf.models import ShelfBatch, ShelfEvent
from snabo_core import shelf as core
from snabo_core.errors import BadInput
from snabo_core.shelf import KeepingKind, Place, keeping_of, proposed, put_refusal, refusal
from snabo_core.shelf.keeping import GROUPS
from snabo_core.unseen import one_line
from snabo_core.views.shelf import BatchView, KindView, batch_view, kind_views, order_of
from table.services import today_in

MOST_BATCHES, MOST_EVENTS, MOST_SENT = 500, 400, 200
LONGEST_NAME = 120
# What is gone stays in sight for so long, so that it can be taken back.
GONE_DAYS = 3
# Over so many days what was thrown away is told.
THROWN_DAYS = 30
# A device that was without a network says when it was, so far back.
NOT_BELIEVED = dt.timedelta(days=7)
Name = Annotated[str, msgspec.Meta(max_length=LONGEST_NAME)]
Short = Annotated[str, msgspec.Meta(max_length=200)]
Note = Annotated[str, msgspec.Meta(max_length=300)]


class NewBatch(msgspec.Struct):
    """Something put on the shelf by hand; `id` is the device's, so that twice is once.

    `made` is the day it was made or opened, `said` a day on the packet, which only shortens.
    """

    id: UUID
    name: Name
    kind: Short
    grams: float
    place: Place
    made: dt.date
    pieces: float | None = None
    said: dt.date | None = None
    food: Short = ""
    form: Short | None = None
    note: Note = ""


class BatchChange(msgspec.Struct):
    """What a batch is called, what it is, and the day somebody says.

    `food` says what is in it where nobody knew; empty leaves it as it is.
    """

    name: Name
    kind: Short
    said: dt.date | None = None
    note: Note = ""
    food: Short = ""
    form: Short | None = None


class ShelfTold(msgspec.Struct):
    """Something that became of a batch; `at` is when, None for now."""

    id: UUID
    batch: UUID
    kind: Literal["took", "threw", "moved", "taken_back"]
    grams: float = 0.0
    place: Place = "fridge"
    of: UUID | None = None
    at: Annotated[dt.datetime, msgspec.Meta(tz=True)] | None = None


class SentToShelf(msgspec.Struct):
    """What happened at the shelf, in the order the device counted it."""

    events: Annotated[list[ShelfTold], msgspec.Meta(max_length=MOST_SENT)]


class ToldOutcome(msgspec.Struct):
    """What became of something told; a refused one says why, and stays with the device."""

    id: UUID
    outcome: Literal["accepted", "repeated", "refused"]
    sentence: str = ""


class BatchRecord(msgspec.Struct):
    """A batch with where it is from; `food` is empty where nobody knows what is in it."""

    id: UUID
    name: str
    food: str
    form: str | None
    note: str
    dish: UUID | None
    said: dt.date | None
    view: BatchView


class ShelfAnswer(msgspec.Struct):
    """The shelf today, what is to be eaten first on top; grams thrown away lately."""

    today: dt.date
    batches: list[BatchRecord]
    thrown_grams: float
    thrown_days: int


class ShelfEvents(msgspec.Struct):
    """What became of what was told, and the shelf after it."""

    answers: list[ToldOutcome]
    shelf: ShelfAnswer


class ShelfKinds(msgspec.Struct):
    """Every kind that is kept, and those a food may be, the one that counts first."""

    kinds: list[KindView]
    proposed: list[str]


@dataclass(frozen=True)
class Origin:
    """Where a batch comes from: a dish by its id, one part of it, a cooking of it."""

    dish: UUID | None = None
    part: str = ""
    run: UUID | None = None


def keeping_in(row: ShelfBatch) -> KeepingKind:
    """Return how long a batch keeps, as it was known when it was put."""
    return convert(row.keeping, KeepingKind)


def core_batch(row: ShelfBatch) -> core.Batch:
    """Return a stored batch as the core has it."""
    return core.Batch(row.grams, row.place, row.made, row.put, row.pieces, row.said)


def events_of(row: ShelfBatch) -> list[core.ShelfEvent]:
    """Return what became of a batch, in the order it was taken down."""
    return [
        core.ShelfEvent(str(e.client_id), e.kind, e.on, e.grams, e.place, str(e.of or ""))
        for e in row.events.all()
    ]


def held_of(row: ShelfBatch) -> core.Held:
    """Return what is there of a batch."""
    return core.fold(core_batch(row), events_of(row), keeping_in(row))


def record_of(row: ShelfBatch, today: dt.date) -> BatchRecord:
    """Return a batch as the shelf shows it."""
    view = batch_view(core_batch(row), events_of(row), keeping_in(row), today)
    return BatchRecord(row.uid, row.name, row.food, row.form, row.note, row.dish, row.said, view)


def shelf_of(*, household: Household) -> ShelfAnswer:
    """Return what is on the shelf, what is to be eaten first on top."""
    today = today_in(household=household)
    rows = ShelfBatch.objects.of(household).filter(removed_at=None).prefetch_related("events")
    here = rows.filter(Q(gone_on=None) | Q(gone_on__gte=today - dt.timedelta(days=GONE_DAYS)))
    found = [record_of(row, today) for row in here]
    found.sort(key=lambda one: order_of(one.view, one.name))
    return ShelfAnswer(today, found, _thrown(household, today), THROWN_DAYS)


def _thrown(household: Household, today: dt.date) -> float:
    """Return the grams thrown away lately, without what was taken back."""
    since = today - dt.timedelta(days=THROWN_DAYS)
    told = ShelfEvent.objects.filter(batch__household=household, batch__removed_at=None)
    back = told.filter(kind="taken_back").values_list("of", flat=True)
    threw = told.filter(kind="threw", on__gte=since).exclude(client_id__in=[*back])
    return sum(threw.values_list("grams", flat=True))


def kinds_for(*, household: Household, food: str) -> ShelfKinds:
    """Return every kind, and which of them a food may be.

    Raises:
        UnknownFood: there is no such food.
    """
    kinds = proposed(GROUPS, "", (food,), library_of(household=household)) if food else ()
    return ShelfKinds([*kind_views()], [kind.key for kind in kinds])


def own_batch(*, household: Household, batch_id: UUID, lock: bool = False) -> ShelfBatch:
    """Return a batch of this household, 404 for anybody else's."""
    found = ShelfBatch.objects.of(household)
    return get_object_or_404(found.select_for_update() if lock else found, uid=batch_id)


@writes
def put_by_hand(*, household: Household, by: User, body: NewBatch) -> ShelfAnswer:
    """Put something on the shelf, once.

    Raises:
        BadInput: it cannot be kept so.
        UnknownFood: there is no such food.
    """
    if body.food:
        library_of(household=household).row(body.food, body.form)
    today = today_in(household=household)
    batch = core.Batch(body.grams, body.place, body.made, today, body.pieces, body.said)
    put(
        household=household,
        batch_id=body.id,
        name=body.name,
        batch=batch,
        keeping=keeping_of(body.kind),
        food=(body.food, body.form),
        note=body.note,
    )
    return shelf_of(household=household)


def put(
    *,
    household: Household,
    batch_id: UUID,
    name: str,
    batch: core.Batch,
    keeping: KeepingKind,
    food: tuple[str, str | None],
    origin: Origin = Origin(),
    note: str = "",
) -> ShelfBatch:
    """Store a batch, once; the caller holds the household.

    Raises:
        BadInput: it cannot be kept so, has no name, the id is another's, or there are too many.
    """
    known = ShelfBatch.objects.filter(uid=batch_id).first()
    if known is not None:
        if known.household_id != household.id:
            raise BadInput("This id is taken; load the page again.", "id")
        return known
    _refuse_name(name)
    if sentence := put_refusal(batch, keeping, today_in(household=household)):
        raise BadInput(sentence, "grams")
    there = ShelfBatch.objects.of(household).filter(removed_at=None, gone_on=None)
    if there.count() >= MOST_BATCHES:
        raise BadInput(f"{MOST_BATCHES} things are the most a shelf holds.", "name")
    return ShelfBatch.objects.create(
        household=household, uid=batch_id, name=name.strip(), food=food[0], form=food[1],
        keeping=msgspec.to_builtins(keeping), grams=batch.grams, pieces=batch.pieces,
        place=batch.place, made=batch.made, put=batch.put, said=batch.said, note=note,
        dish=origin.dish, part=origin.part, run=origin.run,
    )  # fmt: skip


def _refuse_name(name: str) -> None:
    if not name.strip() or not one_line(name):
        raise BadInput("What is it called? One line will do.", "name")


@writes
def change(*, household: Household, by: User, batch_id: UUID, body: BatchChange) -> ShelfAnswer:
    """Change what a batch is called and what it is.

    Raises:
        BadInput: it has no name, that kind cannot be kept there, or its food is known already.
        UnknownFood: there is no such food.
    """
    row = own_batch(household=household, batch_id=batch_id, lock=True)
    _refuse_name(body.name)
    if body.kind != keeping_in(row).key:
        keeping = keeping_of(body.kind)
        place = held_of(row).place
        if place == "cupboard" and "cupboard" not in keeping.days:
            raise BadInput(f"{keeping.name} does not keep in the cupboard.", "kind")
        row.keeping = msgspec.to_builtins(keeping)
    if body.said is not None and body.said < row.made:
        raise BadInput("That day is before it was made.", "said")
    if body.food and body.food != row.food:
        if row.food:
            raise BadInput("What is in it is known already.", "food")
        library_of(household=household).row(body.food, body.form)
        row.food, row.form = body.food, body.form
    row.name, row.said, row.note = body.name.strip(), body.said, body.note
    row.save(update_fields=["name", "said", "note", "keeping", "food", "form"])
    return shelf_of(household=household)


@writes
def remove(*, household: Household, by: User, batch_id: UUID) -> None:
    """Take a batch off the shelf that was never there; `restore` brings it back."""
    row = own_batch(household=household, batch_id=batch_id, lock=True)
    row.removed_at = timezone.now()
    row.save(update_fields=["removed_at"])


@writes
def restore(*, household: Household, by: User, batch_id: UUID) -> ShelfAnswer:
    """Bring a batch back that was taken off."""
    row = own_batch(household=household, batch_id=batch_id, lock=True)
    row.removed_at = None
    row.save(update_fields=["removed_at"])
    return shelf_of(household=household)


@writes
def take_events(*, household: Household, by: User, body: SentToShelf) -> ShelfEvents:
    """Take events from a device, each accepted, repeated, or refused with a sentence."""
    answers = [_told(household, event) for event in body.events]
    return ShelfEvents(answers, shelf_of(household=household))


def _told(household: Household, event: ShelfTold) -> ToldOutcome:
    row = ShelfBatch.objects.of(household).filter(uid=event.batch, removed_at=None).first()
    if row is None:
        return ToldOutcome(event.id, "refused", "That is not on the shelf any more.")
    if row.events.filter(client_id=event.id).exists():
        return ToldOutcome(event.id, "repeated")
    today = today_in(household=household)
    told = core.ShelfEvent(
        str(event.id),
        event.kind,
        told_on(household=household, at=event.at),
        event.grams,
        event.place,
        str(event.of or ""),
    )
    sentence = _refusal(row, told, today)
    if sentence:
        return ToldOutcome(event.id, "refused", sentence)
    happened(row, told, today)
    return ToldOutcome(event.id, "accepted")


def told_on(*, household: Household, at: dt.datetime | None) -> dt.date:
    """Return the day of something told at an instant; what cannot be believed is today."""
    now = timezone.now()
    if at is None or at > now or now - at > NOT_BELIEVED:
        return today_in(household=household)
    return at.astimezone(zoneinfo.ZoneInfo(household.zone)).date()


def _refusal(row: ShelfBatch, told: core.ShelfEvent, today: dt.date) -> str:
    if row.events.count() >= MOST_EVENTS:
        return "That is more than happens to one thing on a shelf."
    if told.kind == "taken_back":
        known = row.events.exclude(kind="taken_back")
        there = told.of and known.filter(client_id=told.of).exists()
        return "" if there else "There is nothing of that to take back."
    return refusal(held_of(row), told, keeping_in(row), today)


def happened(
    row: ShelfBatch, told: core.ShelfEvent, today: dt.date, run: UUID | None = None
) -> None:
    """Keep what became of a batch; the caller has asked whether it can be."""
    ShelfEvent.objects.create(
        batch=row, client_id=UUID(told.id), kind=told.kind, on=told.on, grams=told.grams,
        place=told.place, of=UUID(told.of) if told.of else None, run=run,
    )  # fmt: skip
    left = held_of(row).left
    row.gone_on = today if left < 1 else None
    row.save(update_fields=["gone_on"])


def short_of(*, household: Household, wanted: Mapping[UUID, float]) -> list[str]:
    """Return what a cook has to know where the shelf has less than is wanted of it.

    Args:
        household: whose shelf.
        wanted: grams by batch.
    """
    rows = ShelfBatch.objects.of(household).filter(uid__in=wanted, removed_at=None)
    known = {row.uid: row for row in rows.prefetch_related("events")}
    today = today_in(household=household)
    said = (_short(known.get(batch), grams, today) for batch, grams in wanted.items())
    return [sentence for sentence in said if sentence]


def _short(row: ShelfBatch | None, grams: float, today: dt.date) -> str:
    if row is None:
        return "What it takes from the shelf is not there any more."
    held = held_of(row)
    if held.left < 1:
        return f"{row.name}: nothing of it is left on the shelf."
    told = core.ShelfEvent("", "took", today, min(grams, held.left))
    if sentence := refusal(held, told, keeping_in(row), today):
        return f"{row.name}: {sentence}"
    if grams > held.left + core.OVER_GRAMS:
        return f"{row.name}: only {held.left:.0f} g of {grams:.0f} g are left on the shelf."
    return ""


def take_for(
    *, household: Household, batch_id: UUID, grams: float, event_id: UUID, run: UUID
) -> str:
    """Take what a cooking uses, once, as much as there is; return what the cook has to know.

    The caller holds the household.
    """
    row = ShelfBatch.objects.of(household).filter(uid=batch_id, removed_at=None).first()
    if row is not None and row.events.filter(client_id=event_id).exists():
        return ""
    today = today_in(household=household)
    sentence = _short(row, grams, today)
    if row is not None:
        held = held_of(row)
        told = core.ShelfEvent(str(event_id), "took", today, min(grams, held.left))
        if held.left >= 1 and not refusal(held, told, keeping_in(row), today):
            happened(row, told, today, run)
    return sentence
