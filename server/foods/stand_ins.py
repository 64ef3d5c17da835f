"""A household's own stand-ins: kept from a dish, written by hand, brought in a pack."""

from __future__ import annotations

import gc
from functools import lru_cache
from uuid import UUID, uuid4

import msgspec
from django.db.models import QuerySet
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import writes
from config.paging import Cut, whole
from config.wire import convert
from foods.models import OwnStandIn
from foods.own import foods_changed, library_of
from snabo_core.dish import Dish
from snabo_core.errors import BadInput, SnaboError
from snabo_core.swaps import own as core
from snabo_core.swaps.book import Book, book

MOST = 300


class StandInForm(msgspec.Struct):
    """A stand-in to keep under an id that the browser chose."""

    id: UUID
    own: core.OwnStandIn


class StandInRecord(msgspec.Struct):
    """A kept stand-in, what is doubtful about it, and why it cannot be used, empty if it can."""

    id: UUID
    own: core.OwnStandIn
    role_name: str
    food_names: dict[str, str]
    doubts: list[str]
    problem: str


class KeepRequest(msgspec.Struct):
    """The slot of a draft whose stand-in should be kept, and its name."""

    dish: Dish
    part: str
    slot: str
    name: str = ""


class PackForm(msgspec.Struct):
    """A pack of stand-ins; without `apply` only what would change comes back.

    Without `replace` those that are here otherwise stay.
    """

    text: str
    apply: bool
    replace: bool = True


class PackResult(msgspec.Struct):
    """What importing a pack would change, or did."""

    name: str
    changes: list[core.PackChange]
    applied: bool


def book_of(*, household: Household) -> Book:
    """Return the swap book with this household's own stand-ins in it."""
    if household.foods_in_change:
        return _built(household.id)
    return _book(household.id, household.foods_revision)


@lru_cache(maxsize=32)
def _book(household_id: int, _revision: int) -> Book:
    return _built(household_id)


def _built(household_id: int) -> Book:
    household = Household.objects.get(id=household_id)
    rows = list(_held(household))
    if not rows:
        return book()
    foods = library_of(household=household)
    made = []
    for row in rows:
        try:
            made.append(core.checked(_own(row), book(), foods, f"{core.PREFIX}{row.id}"))
        except SnaboError:
            # Its record says why; the rest of the book stands.
            continue
    grown = core.with_own(book(), made)
    gc.freeze()
    return grown


def _held(household: Household) -> QuerySet[OwnStandIn]:
    return OwnStandIn.objects.of(household).filter(deleted_at=None)


def _own(row: OwnStandIn) -> core.OwnStandIn:
    return convert(row.document, core.OwnStandIn)


def _record(household: Household, row: OwnStandIn) -> StandInRecord:
    own, doubts, problem = _own(row), [], ""
    foods = library_of(household=household)
    try:
        doubts = list(core.doubts_of(core.checked(own, book(), foods), foods))
    except SnaboError as refusal:
        problem = refusal.sentence
    role = book().roles[own.role].name
    names = {
        line.food: foods.food(line.food).name if line.food in foods.foods else line.food
        for line in own.stand_in.lines
    }
    return StandInRecord(row.id, own, role, names, doubts, problem)


def own_stand_ins(*, household: Household, cut: Cut = whole) -> list[StandInRecord]:
    """Return the household's stand-ins that are not put away."""
    return [_record(household, row) for row in cut(_held(household))]


def look_at_part(*, household: Household, request: KeepRequest) -> core.OwnStandIn:
    """Return what stands in a slot as a stand-in to look over; nothing is kept.

    Raises:
        BadInput: nothing stands there, or a line of it is not settled.
    """
    part = request.dish.part(request.part)
    slot = request.dish.slot(request.part, request.slot)
    return core.kept_from(
        part, slot, request.name, book_of(household=household), library_of(household=household)
    )


@writes
def keep_stand_in(*, household: Household, by: User, form: StandInForm) -> StandInRecord:
    """Keep a stand-in, or replace the one of that id.

    Raises:
        BadInput: it cannot be cooked, its name is taken in its role, or there are too many.
    """
    _check(household, form.own, form.id)
    row = OwnStandIn.objects.of(household).filter(id=form.id).first()
    if row is None and OwnStandIn.objects.filter(id=form.id).exists():
        raise BadInput("Keep it again: that number is taken.", "id")
    row = row or OwnStandIn(household=household, id=form.id)
    _store(row, form.own)
    foods_changed(household=household)
    return _record(household, row)


def _check(household: Household, own: core.OwnStandIn, own_id: UUID | None) -> None:
    core.checked(own, book(), library_of(household=household))
    held = _held(household)
    if own_id is not None:
        held = held.exclude(id=own_id)
    if held.filter(role=own.role, name__iexact=own.stand_in.name.strip()).exists():
        raise BadInput(f"There is a '{own.stand_in.name.strip()}' for that role already.", "name")
    if held.count() >= MOST:
        raise BadInput(f"{MOST} own stand-ins are the most a household keeps.", "name")


def _store(row: OwnStandIn, own: core.OwnStandIn) -> None:
    row.name, row.role = own.stand_in.name.strip(), own.role
    row.document, row.deleted_at = msgspec.to_builtins(own), None
    row.save()


@writes
def put_stand_in_away(*, household: Household, by: User, stand_in_id: UUID) -> None:
    """Put a stand-in away; dishes that chose it keep their copy."""
    row = get_object_or_404(OwnStandIn.objects.of(household), id=stand_in_id)
    row.deleted_at = timezone.now()
    row.save(update_fields=["deleted_at"])
    foods_changed(household=household)


@writes
def bring_stand_in_back(*, household: Household, by: User, stand_in_id: UUID) -> StandInRecord:
    """Bring a stand-in back.

    Raises:
        BadInput: its name has been given to another meanwhile.
    """
    row = get_object_or_404(OwnStandIn.objects.of(household), id=stand_in_id)
    _check(household, _own(row), row.id)
    row.deleted_at = None
    row.save(update_fields=["deleted_at"])
    foods_changed(household=household)
    return _record(household, row)


def export_pack(*, household: Household) -> str:
    """Return all of the household's stand-ins as a pack.

    Raises:
        BadInput: there are none.
    """
    items = [_own(row) for row in _held(household)]
    if not items:
        raise BadInput("There is no stand-in of your own to export yet.", "pack")
    return core.pack_text(household.name, items)


@writes
def import_pack(*, household: Household, by: User, form: PackForm) -> PackResult:
    """Read a pack and say what it would change; with `apply` carry it out as a whole.

    Raises:
        BadInput: it is no pack, or one of its stand-ins cannot be; names line and reason.
    """
    foods = library_of(household=household)
    name, items = core.read_pack(form.text, book(), foods)
    rows = {(row.role, row.name.lower()): row for row in _held(household)}
    held = [_own(row) for row in rows.values()]
    changes = list(core.changes_of_pack(items, held, book(), foods))
    if not form.apply:
        return PackResult(name, changes, applied=False)
    if len(rows) + sum(change.what == "new" for change in changes) > MOST:
        raise BadInput(f"{MOST} own stand-ins are the most a household keeps.", "pack")
    for item, change in zip(items, changes, strict=True):
        if change.what == "same" or (change.what == "changed" and not form.replace):
            continue
        place = (item.role, item.stand_in.name.strip().lower())
        row = rows.setdefault(place, OwnStandIn(household=household, id=uuid4()))
        _store(row, item)
    foods_changed(household=household)
    return PackResult(name, changes, applied=True)
