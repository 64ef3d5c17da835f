"""A household's own foods, measures and names, and the library that holds them."""

import gc
import uuid
from functools import lru_cache
from typing import Any
from uuid import UUID

import msgspec
from django.db.models import F
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import writes
from config.paging import Cut, whole
from config.wire import convert
from foods.models import HomemadeFood, OwnFood, OwnMeasure, OwnName
from snabo_core.errors import BadInput
from snabo_core.exchange.foods_csv import MOST_ROWS, ImportPlan, read_foods, write_foods
from snabo_core.foods import Food, FoodRow, Library, library
from snabo_core.foods import own as core
from snabo_core.foods.labels import Label, label_warnings, row_of
from snabo_core.foods.library import words_of
from snabo_core.quantities.conversions import salt_kinds
from snabo_core.quantities.units import BY_SYSTEM, UNITS
from snabo_core.swaps.homemade import Homemade
from snabo_core.views.foods import ValueView, values_of
from snabo_core.wording import say

MOST_FOODS = MOST_ROWS  # so that what was exported can be imported
MOST_MEASURES, MOST_NAMES = 1000, 1000
USUAL_SALT = "fine table salt"


class OwnFoodRecord(msgspec.Struct):
    """An own food and what is odd about its label."""

    food: core.OwnFood
    warnings: list[str]


class LabelLook(msgspec.Struct):
    """What a label comes to before it is kept: intervals per 100 g and per serving."""

    per_100_g: dict[str, ValueView]
    per_serving: dict[str, ValueView]
    warnings: list[str]


class MeasureForm(msgspec.Struct):
    """A household's measure of a food; without a range, the usual one of a ladle is taken."""

    food: str
    unit: str
    grams: float
    low: float | None = None
    high: float | None = None


class MeasureRecord(msgspec.Struct):
    """A kept measure."""

    food: str
    unit: str
    grams: float
    low: float
    high: float
    id: UUID
    food_name: str


class NameForm(msgspec.Struct):
    """What a food is also called here."""

    name: str
    food: str


class NameRecord(NameForm):
    """A kept name."""

    id: UUID
    food_name: str


class ImportForm(msgspec.Struct):
    """A CSV of foods; without `apply` only the plan comes back."""

    text: str
    apply: bool


class ImportResult(msgspec.Struct):
    """What an import would do, or did."""

    plan: ImportPlan
    sound: bool
    applied: bool


def library_of(*, household: Household) -> Library:
    """Return the foods as this household has them; rebuilt when something of its own changed."""
    if household.foods_in_change:
        # Not committed yet, and perhaps never: nothing of it may stay in the cache.
        return _built(household.id)
    return _library(household.id, household.foods_revision)


@lru_cache(maxsize=32)
def _library(household_id: int, _revision: int) -> Library:
    return _built(household_id)


def _built(household_id: int) -> Library:
    household = Household.objects.get(id=household_id)
    rows, homemade = OwnFood.objects.of(household), HomemadeFood.objects.of(household)
    measures = (
        core.OwnMeasure(m.food, m.unit, m.grams, m.low, m.high)
        for m in OwnMeasure.objects.of(household)
    )
    own = core.Own(
        foods=tuple(core_food(row) for row in rows.filter(deleted_at=None)),
        put_away=tuple(core_food(row) for row in rows.exclude(deleted_at=None)),
        measures=(*_salt_spoons(household.salt_kind), *measures),
        names={name.written: name.food for name in OwnName.objects.of(household)},
        habits=household.habits,
        made=tuple(_made(row) for row in homemade.filter(deleted_at=None)),
        made_away=tuple(_made(row) for row in homemade.exclude(deleted_at=None)),
    )
    if own == core.Own():
        return library()
    grown = library().with_own(own)
    # Thousands of foods that stay; without this every later collection walks them again.
    gc.freeze()
    return grown


def _made(row: HomemadeFood) -> tuple[Food, FoodRow]:
    return core_homemade(row).food_and_row()


def core_homemade(row: HomemadeFood) -> Homemade:
    """Return a stored homemade food as the core has it."""
    return convert({**row.document, "id": str(row.id)}, Homemade)


def _salt_spoons(kind: str) -> list[core.OwnMeasure]:
    """Return what spoons of plain salt weigh where the household keeps another kind."""
    if kind == USUAL_SALT or kind not in salt_kinds():
        return []
    best, low, high = salt_kinds()[kind]
    teaspoon = UNITS["tsp_us"].size or 1.0
    spoons = {unit for system in BY_SYSTEM.values() for unit in system.values()}
    return [
        core.OwnMeasure("salt", unit, best * share, low * share, high * share)
        for unit in sorted(spoons)
        if (share := (UNITS[unit].size or 0.0) / teaspoon)
    ]


def foods_changed(*, household: Household) -> None:
    """Count a change of the household's own foods, in the same transaction as the change."""
    Household.objects.filter(id=household.id).update(foods_revision=F("foods_revision") + 1)
    household.refresh_from_db(fields=["foods_revision"])
    household.foods_in_change = True


def core_food(row: OwnFood) -> core.OwnFood:
    """Return a stored own food as the core has it."""
    return convert({**row.document, "id": str(row.id)}, core.OwnFood)


def _document(food: core.OwnFood) -> dict[str, Any]:
    document: dict[str, Any] = msgspec.to_builtins(food)
    del document["id"]
    return document


def _record(food: core.OwnFood) -> OwnFoodRecord:
    return OwnFoodRecord(food, [say(message) for message in label_warnings(food.label)])


def own_foods(*, household: Household, cut: Cut = whole) -> list[core.OwnFood]:
    """Return the household's foods that are not put away."""
    return [core_food(row) for row in cut(OwnFood.objects.of(household).filter(deleted_at=None))]


def own_records(*, household: Household, cut: Cut = whole) -> list[OwnFoodRecord]:
    """Return them with what is odd about their labels."""
    return [_record(food) for food in own_foods(household=household, cut=cut)]


def look_at(*, household: Household, label: Label) -> LabelLook:
    """Return what a label comes to; nothing is kept.

    Raises:
        BadInput: the label cannot be read.
    """
    row = row_of(label, "own:look", "label")
    warnings = [say(message) for message in label_warnings(label)]
    serving = values_of(row, label.serving_grams, household.polyols) if label.serving_grams else {}
    return LabelLook(values_of(row, 100.0, household.polyols), serving, warnings)


@writes
def keep_food(*, household: Household, by: User, food: core.OwnFood) -> OwnFoodRecord:
    """Keep a new own food.

    Raises:
        BadInput: it breaks the rules, its name is taken, or there are too many.
    """
    _check_new(household, food, None)
    row = OwnFood.objects.create(
        household=household, id=uuid.uuid4(), name=food.name.strip(), document=_document(food)
    )
    foods_changed(household=household)
    return _record(core_food(row))


def refuse_taken_name(*, household: Household, name: str, own_id: uuid.UUID | None = None) -> None:
    """Refuse a name that another food of the household carries.

    Raises:
        BadInput: it is taken.
    """
    for kind in (OwnFood, HomemadeFood):
        others = kind.objects.of(household).filter(deleted_at=None)
        if own_id is not None:
            others = others.exclude(id=own_id)
        if others.filter(name__iexact=name.strip()).exists():
            raise BadInput(f"There is a food called '{name.strip()}' already.", "name")


def _check_new(household: Household, food: core.OwnFood, own_id: uuid.UUID | None) -> None:
    core.check_own_food(food)
    refuse_taken_name(household=household, name=food.name, own_id=own_id)
    kept = OwnFood.objects.of(household).filter(deleted_at=None)
    if own_id is None and kept.count() >= MOST_FOODS:
        raise BadInput(f"{MOST_FOODS} own foods are the most a household keeps.", "name")


def _own(household: Household, food_id: uuid.UUID) -> OwnFood:
    return get_object_or_404(OwnFood.objects.of(household), id=food_id)


@writes
def change_food(
    *, household: Household, by: User, food_id: uuid.UUID, food: core.OwnFood
) -> OwnFoodRecord:
    """Replace what is known of an own food; dishes follow, kept versions do not.

    Raises:
        BadInput: it breaks the rules, or its name is taken.
    """
    row = _own(household, food_id)
    _check_new(household, food, row.id)
    row.name, row.document = food.name.strip(), _document(food)
    row.save(update_fields=["name", "document", "changed_at"])
    foods_changed(household=household)
    return _record(core_food(row))


@writes
def put_food_away(*, household: Household, by: User, food_id: uuid.UUID) -> None:
    """Put an own food away; dishes that use it keep it, searches no longer find it."""
    row = _own(household, food_id)
    row.deleted_at = timezone.now()
    row.save(update_fields=["deleted_at"])
    foods_changed(household=household)


@writes
def bring_food_back(*, household: Household, by: User, food_id: uuid.UUID) -> OwnFoodRecord:
    """Bring an own food back.

    Raises:
        BadInput: its name has been given to another meanwhile.
    """
    row = _own(household, food_id)
    _check_new(household, core_food(row), row.id)
    row.deleted_at = None
    row.save(update_fields=["deleted_at"])
    foods_changed(household=household)
    return _record(core_food(row))


def export_foods(*, household: Household) -> str:
    """Return the household's foods as CSV."""
    return write_foods(own_foods(household=household))


@writes
def import_foods(*, household: Household, by: User, form: ImportForm) -> ImportResult:
    """Read a CSV of foods into a plan and, if asked and sound, carry it out as a whole.

    Raises:
        BadInput: it is no such CSV; or it should be carried out and a row is bad.
    """
    plan = read_foods(form.text, own_foods(household=household), lambda: str(uuid.uuid4()))
    if not form.apply:
        return ImportResult(plan, plan.sound(), applied=False)
    bad = [row for row in plan.rows if row.kind == "bad"]
    if bad:
        rows = ", ".join(str(row.number) for row in bad[:10])
        raise BadInput(f"Nothing was imported: mend row {rows} first.", "text")
    kept = OwnFood.objects.of(household).filter(deleted_at=None).count()
    if kept + sum(row.kind == "new" for row in plan.rows) > MOST_FOODS:
        raise BadInput(f"{MOST_FOODS} own foods are the most a household keeps.", "text")
    for planned in plan.rows:
        if planned.food is not None and planned.kind in {"new", "changed"}:
            food = planned.food
            OwnFood.objects.update_or_create(
                household=household,
                id=uuid.UUID(food.id),
                defaults={"name": food.name.strip(), "document": _document(food)},
            )
    foods_changed(household=household)
    return ImportResult(plan, sound=True, applied=True)


def measures(*, household: Household, cut: Cut = whole) -> list[MeasureRecord]:
    """Return the household's measures."""
    return [_measure(household, row) for row in cut(OwnMeasure.objects.of(household))]


def _measure(household: Household, row: OwnMeasure) -> MeasureRecord:
    name = _name_of(household, row.food)
    return MeasureRecord(row.food, row.unit, row.grams, row.low, row.high, row.uid, name)


def _name_of(household: Household, key: str) -> str:
    foods = library_of(household=household)
    known = key in foods.foods or key in foods.rows
    return foods.food(key).name if known else "a food no longer listed"


@writes
def keep_measure(*, household: Household, by: User, form: MeasureForm) -> MeasureRecord:
    """Keep what a unit of a food weighs here; a later one for the same unit replaces it.

    Raises:
        BadInput: it cannot be, or there are too many.
        UnknownFood: there is no such food.
    """
    library_of(household=household).food(form.food)
    unit = form.unit.strip().lower() if form.unit not in UNITS else form.unit
    measure = core.check_measure(core.own_measure(form.food, unit, form.grams, form.low, form.high))
    if OwnMeasure.objects.of(household).count() >= MOST_MEASURES:
        raise BadInput(f"{MOST_MEASURES} measures are the most a household keeps.", "unit")
    row, _ = OwnMeasure.objects.update_or_create(
        household=household,
        food=measure.food,
        unit=measure.unit,
        defaults={"grams": measure.grams, "low": measure.low, "high": measure.high},
    )
    foods_changed(household=household)
    return _measure(household, row)


@writes
def forget_measure(*, household: Household, by: User, measure_id: UUID) -> None:
    """Forget a measure; lines read before keep their grams."""
    get_object_or_404(OwnMeasure.objects.of(household), uid=measure_id).delete()
    foods_changed(household=household)


def names(*, household: Household, cut: Cut = whole) -> list[NameRecord]:
    """Return what foods are also called here."""
    return [
        NameRecord(row.written, row.food, row.uid, _name_of(household, row.food))
        for row in cut(OwnName.objects.of(household))
    ]


@writes
def keep_name(*, household: Household, by: User, form: NameForm) -> NameRecord:
    """Keep a name for a food; a later one replaces it.

    Raises:
        BadInput: it is no name, or there are too many.
        UnknownFood: there is no such food.
    """
    core.check_name(form.name)
    food = library_of(household=household).food(form.food)
    if OwnName.objects.of(household).count() >= MOST_NAMES:
        raise BadInput(f"{MOST_NAMES} names are the most a household keeps.", "name")
    row, _ = OwnName.objects.update_or_create(
        household=household,
        key=" ".join(words_of(form.name))[:120],
        defaults={"written": form.name.strip(), "food": form.food},
    )
    foods_changed(household=household)
    return NameRecord(row.written, row.food, row.uid, food.name)


@writes
def forget_name(*, household: Household, by: User, name_id: UUID) -> None:
    """Forget a name."""
    get_object_or_404(OwnName.objects.of(household), uid=name_id).delete()
    foods_changed(household=household)
