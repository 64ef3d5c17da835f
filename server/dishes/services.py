"""Bringing, saving, keeping and computing dishes."""

import datetime as dt
from typing import Any
from uuid import UUID, uuid4

import msgspec
from django.http import Http404
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import writes
from config.problems import Conflict
from config.wire import stored_dish
from dishes.homemade import refuse_cycles
from dishes.models import Dish, DishVersion
from foods.own import library_of
from foods.services import learned
from foods.stand_ins import book_of
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.recipe import lines_from, reread_line
from snabo_core.recipe.method import with_method
from snabo_core.swaps.frozen import freeze
from snabo_core.swaps.roles import propose_slots
from snabo_core.views.recipe import RecipeView, recipe_view
from table.services import setting_of

MOST_DISHES = 500


class LineText(msgspec.Struct):
    """One typed line."""

    text: str
    unit_system: core.UnitSystem


class LineFood(msgspec.Struct):
    """A line and the food somebody chose for it; `form` None means its usual form."""

    line: core.Line
    unit_system: core.UnitSystem
    food: str
    form: str | None


class VersionRecord(msgspec.Struct):
    """A kept version in a list."""

    number: int
    created_at: dt.datetime


class DishDetail(msgspec.Struct):
    """A dish with its draft."""

    id: UUID
    revision: int
    document: core.Dish
    versions: list[VersionRecord]


class Saved(msgspec.Struct):
    """What a save came to."""

    revision: int


def read_one(*, household: Household, body: LineText) -> list[core.Line]:
    """Read one typed line: a line for each food it names."""
    known = learned(household=household)
    return [
        *lines_from(body.text, library_of(household=household), body.unit_system, learned=known)
    ]


def choose_food(*, household: Household, body: LineFood) -> core.Line:
    """Return a line with another food; its amount stays, its grams follow.

    Raises:
        UnknownFood: there is no such food or form.
    """
    foods = library_of(household=household)
    return reread_line(body.line, body.food, body.form, foods, body.unit_system)


def propose(*, household: Household, document: core.Dish) -> core.Dish:
    """Return the document with slots proposed anew for parts that have none."""
    return propose_slots(
        core.check(document), book_of(household=household), library_of(household=household)
    )


def upgrade(document: Any) -> core.Dish:
    """Return a document that an older release left in a browser, in today's form.

    Raises:
        BadInput: it is no dish this release can read.
    """
    return core.check(stored_dish(document))


def look_through(*, household: Household, document: core.Dish) -> RecipeView:
    """Return what the steps say and what the recipe leaves open.

    Raises:
        BadInput: the document breaks its rules.
    """
    return recipe_view(
        core.check(document),
        setting_of(household=household),
        book_of(household=household),
        library_of(household=household),
    )


def own_dish(*, household: Household, dish_id: UUID | str, lock: bool = False) -> Dish:
    """Return a dish of this household, 404 for anybody else's and for what is no id."""
    try:
        dish_id = UUID(str(dish_id))
    except ValueError as error:
        raise Http404 from error
    found = Dish.objects.of(household).filter(deleted_at=None)
    return get_object_or_404(found.select_for_update() if lock else found, uid=dish_id)


def detail(dish: Dish) -> DishDetail:
    """Return a dish with its draft."""
    versions = [VersionRecord(v.number, v.created_at) for v in dish.versions.all()]
    return DishDetail(dish.uid, dish.revision, stored_dish(dish.draft), versions)


@writes
def add_dish(
    *, household: Household, by: User, document: core.Dish, client_id: UUID | None = None
) -> DishDetail:
    """Store a brought dish; sent twice under the same id it is stored once.

    Raises:
        BadInput: the document breaks its rules, or there are too many dishes.
    """
    core.check(document)
    known = Dish.objects.filter(uid=client_id).first() if client_id else None
    if known is not None:
        if known.household_id != household.id:
            raise BadInput("This id is taken; load the page again.", "Client-Id")
        return detail(known)
    _refuse_too_many(household)
    # While it was brought lines became steps and steps lines: the method is of what is left.
    document = with_method(document, library_of(household=household))
    dish = Dish.objects.create(
        household=household,
        uid=client_id or uuid4(),
        title=document.title[:200],
        draft=msgspec.to_builtins(document),
    )
    return detail(dish)


def _refuse_too_many(household: Household) -> None:
    if Dish.objects.of(household).filter(deleted_at=None).count() >= MOST_DISHES:
        raise BadInput(f"{MOST_DISHES} dishes are the most a household keeps.", "title")


@writes
def save_draft(
    *, household: Household, by: User, dish_id: UUID, revision: int, document: core.Dish
) -> Saved:
    """Replace the draft if nobody else saved since `revision`.

    Raises:
        BadInput: the document breaks its rules, or would put the dish into itself.
        Conflict: it was saved elsewhere meanwhile.
    """
    core.check(document)
    dish = own_dish(household=household, dish_id=dish_id, lock=True)
    refuse_cycles(household=household, dish=dish.id, document=document)
    if dish.revision != revision:
        raise Conflict(
            "This dish was changed in another window. Your text is still here: "
            "load the other one, or save yours over it.",
            dish.revision,
        )
    dish.draft = msgspec.to_builtins(document)
    dish.title = document.title[:200]
    dish.revision += 1
    dish.save(update_fields=["draft", "title", "revision", "changed_at"])
    return Saved(dish.revision)


@writes
def keep_version(*, household: Household, by: User, dish_id: UUID) -> VersionRecord:
    """Keep the draft as a version that never changes; the same draft is not kept twice."""
    dish = own_dish(household=household, dish_id=dish_id, lock=True)
    last = dish.versions.last()
    if last is not None and last.document == dish.draft:
        return VersionRecord(last.number, last.created_at)
    document = core.check(stored_dish(dish.draft))
    version = DishVersion.objects.create(
        dish=dish,
        number=last.number + 1 if last else 1,
        document=dish.draft,
        frozen=msgspec.to_builtins(
            freeze(
                document,
                library_of(household=household),
                book_of(household=household),
                setting_of(household=household).rules,
            )
        ),
    )
    return VersionRecord(version.number, version.created_at)


def version_document(*, household: Household, dish_id: UUID, number: int) -> core.Dish:
    """Return the document of a kept version."""
    version = get_object_or_404(
        own_dish(household=household, dish_id=dish_id).versions, number=number
    )
    return stored_dish(version.document)


@writes
def remove_dish(*, household: Household, by: User, dish_id: UUID) -> None:
    """Put a dish away; `restore_dish` brings it back."""
    dish = own_dish(household=household, dish_id=dish_id, lock=True)
    dish.deleted_at = timezone.now()
    dish.save(update_fields=["deleted_at"])


@writes
def restore_dish(*, household: Household, by: User, dish_id: UUID) -> DishDetail:
    """Bring a dish back.

    Raises:
        BadInput: there are too many dishes.
    """
    dish = get_object_or_404(Dish.objects.of(household).select_for_update(), uid=dish_id)
    if dish.deleted_at is not None:
        _refuse_too_many(household)
    dish.deleted_at = None
    dish.save(update_fields=["deleted_at"])
    return detail(dish)
