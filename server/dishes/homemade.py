"""Foods made of kept versions: used by grams in other dishes, never in themselves."""

import uuid
from dataclasses import replace
from uuid import UUID

import msgspec
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import writes
from config.paging import Cut, whole
from config.wire import convert, stored_dish
from dishes.models import Dish
from foods.models import HomemadeFood
from foods.own import core_homemade, foods_changed, library_of, refuse_taken_name
from foods.stand_ins import book_of
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.swaps.frozen import Frozen, thaw
from snabo_core.swaps.homemade import Homemade, homemade_in, make_food
from table.services import setting_of

MOST_HOMEMADE = 500


class HomemadeForm(msgspec.Struct):
    """What a version or one part of it is called as a food, and what it weighed when done."""

    name: str
    part: str | None = None
    grams: float | None = None


class HomemadeRecord(msgspec.Struct):
    """A homemade food in a list."""

    id: uuid.UUID
    key: str
    name: str
    dish: str
    version: int
    part: str
    grams: float
    weighed: bool


def _record(food: Homemade) -> HomemadeRecord:
    return HomemadeRecord(
        uuid.UUID(food.id), f"made:{food.id}", food.name, food.dish, food.version, food.part,
        food.grams, food.weighed,
    )  # fmt: skip


def homemade_foods(*, household: Household, cut: Cut = whole) -> list[HomemadeRecord]:
    """Return the household's homemade foods that are not put away."""
    rows = HomemadeFood.objects.of(household).filter(deleted_at=None)
    return [_record(core_homemade(row)) for row in cut(rows)]


@writes
def make(
    *,
    household: Household,
    by: User,
    dish: Dish,
    number: int,
    form: HomemadeForm,
    client_id: UUID | None = None,
) -> HomemadeRecord:
    """Make a food of a kept version, computed from what that froze; sent twice it is made once.

    Raises:
        BadInput: its name is taken or none, a line is unsettled, or there are too many.
    """
    known = HomemadeFood.objects.filter(id=client_id).first() if client_id else None
    if known is not None:
        if known.household_id != household.id:
            raise BadInput("This id is taken; load the page again.", "Client-Id")
        return _record(core_homemade(known))
    refuse_taken_name(household=household, name=form.name)
    if HomemadeFood.objects.of(household).filter(deleted_at=None).count() >= MOST_HOMEMADE:
        raise BadInput(f"{MOST_HOMEMADE} homemade foods are the most a household keeps.", "name")
    version = get_object_or_404(dish.versions, number=number)
    library, steps, rules = thaw(
        convert(version.frozen, Frozen),
        library_of(household=household),
        book_of(household=household),
    )
    setting = replace(setting_of(household=household), rules=rules)
    identity = client_id or uuid.uuid4()
    food = make_food(
        str(identity), form.name, number, stored_dish(version.document), form.part, form.grams,
        setting, steps, library,
    )  # fmt: skip
    document = msgspec.to_builtins(food)
    del document["id"]
    HomemadeFood.objects.create(
        household=household, id=identity, dish=dish.id, name=food.name, document=document
    )
    foods_changed(household=household)
    return _record(food)


def _own(household: Household, food_id: uuid.UUID) -> HomemadeFood:
    return get_object_or_404(HomemadeFood.objects.of(household), id=food_id)


@writes
def put_away(*, household: Household, by: User, food_id: uuid.UUID) -> None:
    """Put a homemade food away; dishes that use it keep it, searches no longer find it."""
    row = _own(household, food_id)
    row.deleted_at = timezone.now()
    row.save(update_fields=["deleted_at"])
    foods_changed(household=household)


@writes
def bring_back(*, household: Household, by: User, food_id: uuid.UUID) -> HomemadeRecord:
    """Bring a homemade food back.

    Raises:
        BadInput: its name has been given to another meanwhile.
    """
    row = _own(household, food_id)
    refuse_taken_name(household=household, name=row.name, own_id=row.id)
    row.deleted_at = None
    row.save(update_fields=["deleted_at"])
    foods_changed(household=household)
    return _record(core_homemade(row))


def refuse_cycles(*, household: Household, dish: int, document: core.Dish) -> None:
    """Refuse a document that would put a dish into itself, directly or through others.

    `dish` is the row's number, as the foods made of it hold it.

    Raises:
        BadInput: it would.
    """
    open_ids, seen = set(homemade_in(document)), set()
    while open_ids:
        found = HomemadeFood.objects.of(household).filter(id__in=open_ids)
        seen |= open_ids
        open_ids = set()
        for row in found:
            if row.dish == dish:
                raise BadInput(
                    f"{row.name} is made of this dish: a dish cannot go into itself. "
                    "Choose another food for that line.",
                    "food",
                )
            open_ids |= {*row.document["contains"]} - seen
