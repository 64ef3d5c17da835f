"""Dishes and the shelf: a part or a dish put there, and what is planned to be taken."""

import datetime as dt
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import replace
from uuid import UUID

import msgspec
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import writes
from config.wire import convert, stored_dish
from dishes.models import Dish
from dishes.services import keep_version, own_dish
from foods.models import HomemadeFood
from foods.own import foods_changed, library_of
from foods.stand_ins import book_of
from shelf.models import ShelfBatch
from shelf.services import Name, Note, Origin, ShelfAnswer, Short, put, shelf_of
from snabo_core import dish as core
from snabo_core.errors import SnaboError
from snabo_core.shelf import Batch, Place, keeping_of
from snabo_core.swaps.branches import branches_of, lines_of_branches
from snabo_core.swaps.from_shelf import kind_of_dish, kind_of_part
from snabo_core.swaps.frozen import Frozen, thaw
from snabo_core.swaps.homemade import FORM, PREFIX, Homemade, make_food
from table.services import setting_of, today_in


class PutPart(msgspec.Struct):
    """A part of a dish, or all of it, made ahead; `id` is the device's, so that twice is once.

    `part` is None for the whole dish, `kind` empty for what it is made of to say.
    """

    id: UUID
    name: Name
    grams: float
    place: Place
    made: dt.date
    part: Short | None = None
    pieces: float | None = None
    kind: Short = ""
    note: Note = ""


class PlannedTaking(msgspec.Struct):
    """How much of a batch a dish's draft means to take."""

    batch: UUID
    dish: UUID
    title: str
    grams: float


@writes
def put_part(*, household: Household, by: User, dish_id: UUID, body: PutPart) -> ShelfAnswer:
    """Put a part of a dish, or all of it, on the shelf, with its own food values.

    Raises:
        BadInput: it cannot be kept so, or the dish has no such part.
    """
    dish = own_dish(household=household, dish_id=dish_id, lock=True)
    document = core.check(stored_dish(dish.draft))
    library, book = library_of(household=household), book_of(household=household)
    if body.part is None:
        kind = kind_of_dish(document, library)
    else:
        kind = kind_of_part(document.part(body.part), book, library)
    batch = Batch(body.grams, body.place, body.made, today_in(household=household), body.pieces)
    row = put(
        household=household,
        batch_id=body.id,
        name=body.name,
        batch=batch,
        keeping=keeping_of(body.kind) if body.kind else kind,
        food=("", None),
        origin=Origin(dish.uid, body.part or ""),
        note=body.note,
    )
    if not row.food:
        number = keep_version(household=household, by=by, dish_id=dish.uid).number
        version = dish.versions.get(number=number)
        frozen, steps, rules = thaw(convert(version.frozen, Frozen), library, book)
        setting = replace(setting_of(household=household), rules=rules)
        try:
            food = make_food(
                str(row.uid), row.name[:80], number, document, body.part, None, setting, steps,
                frozen,
            )  # fmt: skip
        except SnaboError:
            # Where a line is not settled, nobody knows what is in it; it is kept all the same.
            return shelf_of(household=household)
        with_food(household=household, row=row, dish=dish, food=food)
    return shelf_of(household=household)


def with_food(*, household: Household, row: ShelfBatch, dish: Dish, food: Homemade) -> None:
    """Give a batch the food values of what it was made of.

    The food is put away at once: lines find it by the batch, and no search does.
    """
    document = msgspec.to_builtins(food)
    del document["id"]
    HomemadeFood.objects.get_or_create(
        id=food.id,
        defaults={
            "household": household, "dish": dish.id, "name": food.name, "document": document,
            "deleted_at": timezone.now(),
        },
    )  # fmt: skip
    row.food, row.form = f"{PREFIX}{food.id}", FORM
    row.save(update_fields=["food", "form"])
    foods_changed(household=household)


def takings_of(document: core.Dish) -> dict[UUID, float]:
    """Return how many grams a dish takes of each batch of the shelf, its variants among it."""
    found: dict[UUID, float] = defaultdict(float)
    for one in lines_of_branches(branches_of(document)):
        if one.line.shelf is not None:
            found[UUID(one.line.shelf.batch)] += one.grams or 0.0
    return dict(found)


def planned(*, household: Household) -> list[PlannedTaking]:
    """Return what the dishes as they are now mean to take from the shelf."""
    return [*_planned(household)]


def _planned(household: Household) -> Iterator[PlannedTaking]:
    drafts = Dish.objects.of(household).filter(deleted_at=None, draft__icontains='"batch"')
    for dish in drafts:
        for batch, grams in takings_of(stored_dish(dish.draft)).items():
            yield PlannedTaking(batch, dish.uid, dish.title, grams)
