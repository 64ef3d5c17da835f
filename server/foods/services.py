"""Finding foods."""

import msgspec
from django.db import transaction
from django.shortcuts import get_object_or_404

from accounts.models import Household
from foods.models import LearnedReading
from snabo_core.dish import UnitSystem
from snabo_core.errors import BadInput, UnknownFood
from snabo_core.foods import library
from snabo_core.foods.view import food_view
from snabo_core.quantities import read_line
from snabo_core.quantities.reading import learned_key
from snabo_core.wire import FoodView

MOST_TYPED = 80
MOST_HITS = 30
MOST_LEARNED = 1000


class Teaching(msgspec.Struct):
    """A line and the food that its food text always means in this household."""

    text: str
    unit_system: UnitSystem
    food: str
    form: str | None


class Reading(msgspec.Struct):
    """One remembered reading."""

    id: int
    written: str
    food: str
    food_name: str
    form: str | None


def search(household: Household, text: str, limit: int = 12) -> list[FoodView]:
    """Return foods by what was typed, curated ones first."""
    hits = library().search(text[:MOST_TYPED], min(max(limit, 1), MOST_HITS))
    return [food_view(hit.food, library(), household.polyol_share) for hit in hits]


def food(household: Household, key: str) -> FoodView:
    """Return one food.

    Raises:
        UnknownFood: there is none of that key.
    """
    if len(key) > 200:
        raise UnknownFood("There is no food with a key that long.", "food")
    return food_view(library().food(key), library(), household.polyol_share)


def learned(household: Household) -> dict[str, tuple[str, str | None]]:
    """Return what this household always means, as `read_line` takes it.

    A food that a later release no longer lists is left out; the line is doubtful again.
    """
    known = library()
    rows = LearnedReading.objects.of(household).values_list("key", "food", "form")
    return {
        key: (food_key, form)
        for key, food_key, form in rows
        if food_key in known.foods or food_key in known.rows
    }


def _record(row: LearnedReading) -> Reading:
    name = library().food(row.food).name
    return Reading(row.id, row.written, row.food, name, row.form)


def readings(household: Household) -> list[Reading]:
    """Return the remembered readings."""
    known = library()
    rows = LearnedReading.objects.of(household)
    return [_record(row) for row in rows if row.food in known.foods or row.food in known.rows]


@transaction.atomic
def teach(household: Household, body: Teaching) -> Reading:
    """Remember a reading; a later one for the same text replaces it.

    Raises:
        UnknownFood: there is no such food or form.
        BadInput: the line names no food, or too much is remembered already.
    """
    library().row(body.food, body.form)
    written = read_line(body.text, library(), body.unit_system).food_text.strip()
    key = learned_key(written)
    if not key or len(key) > 120:
        raise BadInput("There is no food text in this line to remember.", "text")
    if LearnedReading.objects.of(household).count() >= MOST_LEARNED:
        raise BadInput(f"{MOST_LEARNED} readings are the most a household keeps.", "text")
    row, _ = LearnedReading.objects.update_or_create(
        household=household,
        key=key,
        defaults={"written": written[:200], "food": body.food, "form": body.form},
    )
    return _record(row)


def unlearn(household: Household, reading_id: int) -> None:
    """Forget a reading."""
    get_object_or_404(LearnedReading.objects.of(household), id=reading_id).delete()
