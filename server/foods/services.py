"""Finding foods."""

from uuid import UUID

import msgspec
from django.shortcuts import get_object_or_404

from accounts.models import Household, User
from accounts.writing import writes
from config.paging import Cut, whole
from foods.models import LearnedReading
from foods.own import library_of
from snabo_core.dish import UnitSystem
from snabo_core.errors import BadInput
from snabo_core.quantities import read_line
from snabo_core.quantities.conversions import (
    ConversionView,
    HeatView,
    convert_amount,
    microwave_seconds,
    oven,
)
from snabo_core.quantities.reading import learned_key
from snabo_core.views.foods import (
    CompareRequest,
    Comparison,
    FoodView,
    compare,
    food_view,
)

MOST_TYPED = 80
MOST_HITS = 30
MOST_LEARNED = 1000


class Teaching(msgspec.Struct):
    """A line and the food that its food text always means in this household."""

    text: str
    unit_system: UnitSystem
    food: str
    form: str | None


class Seconds(msgspec.Struct):
    """A time at so many watts."""

    seconds: float
    watts: float


class Reading(msgspec.Struct):
    """One remembered reading."""

    id: UUID
    written: str
    food: str
    food_name: str
    form: str | None


def search(*, household: Household, text: str, limit: int = 12) -> list[FoodView]:
    """Return foods by what was typed, curated and own ones first."""
    foods = library_of(household=household)
    hits = foods.search(text[:MOST_TYPED], min(max(limit, 1), MOST_HITS))
    return [food_view(hit.food, foods, household.polyols) for hit in hits]


def compared(*, household: Household, request: CompareRequest) -> Comparison:
    """Return up to four foods side by side."""
    return compare(request, library_of(household=household), household.polyols)


def converted(
    *, household: Household, amount: float, unit: str, food: str, form: str | None
) -> ConversionView:
    """Return an amount of a food in every other unit."""
    return convert_amount(amount, unit, food, form, library_of(household=household))


def oven_heat(value: float, scale: str) -> HeatView:
    """Return an oven setting on every scale."""
    return oven(value, scale)


def microwave_time(*, household: Household, seconds: float, watts: float) -> Seconds:
    """Return a microwave time at this household's watts."""
    own = float(household.microwave_watts)
    return Seconds(microwave_seconds(seconds, watts, own), own)


def learned(*, household: Household) -> dict[str, tuple[str, str | None]]:
    """Return what this household always means, as `read_line` takes it.

    A food that a later release no longer lists is left out; the line is doubtful again.
    """
    known = library_of(household=household)
    rows = LearnedReading.objects.of(household).values_list("key", "food", "form")
    return {
        key: (food_key, form)
        for key, food_key, form in rows
        if food_key in known.foods or food_key in known.rows
    }


def _record(row: LearnedReading, household: Household) -> Reading:
    name = library_of(household=household).food(row.food).name
    return Reading(row.uid, row.written, row.food, name, row.form)


def readings(*, household: Household, cut: Cut = whole) -> list[Reading]:
    """Return the remembered readings."""
    known = library_of(household=household)
    rows = cut(LearnedReading.objects.of(household))
    return [
        _record(row, household) for row in rows if row.food in known.foods or row.food in known.rows
    ]


@writes
def teach(*, household: Household, by: User, body: Teaching) -> Reading:
    """Remember a reading; a later one for the same text replaces it.

    Raises:
        UnknownFood: there is no such food or form.
        BadInput: the line names no food, or too much is remembered already.
    """
    foods = library_of(household=household)
    foods.row(body.food, body.form)
    written = read_line(body.text, foods, body.unit_system).food_text.strip()
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
    return _record(row, household)


@writes
def unlearn(*, household: Household, by: User, reading_id: UUID) -> None:
    """Forget a reading."""
    get_object_or_404(LearnedReading.objects.of(household), uid=reading_id).delete()
