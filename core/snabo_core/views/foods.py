"""Foods as the screens show them: found ones, one food in full, and foods side by side."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from snabo_core.dish import MAX_GRAMS
from snabo_core.errors import BadInput
from snabo_core.foods.library import Library
from snabo_core.foods.records import AXIS, Food, FoodRow
from snabo_core.plate.rows import PolyolRule, net_carbs
from snabo_core.quantities.units import BY_SYSTEM, UNITS

SHOWN_FACTS = (
    "kcal", "net_carbs", "carbohydrate", "fibre", "sugars", "added_sugar", "polyols", "protein",
    "fat", "saturated", "sodium_mg", "water",
)  # fmt: skip
DERIVED = {"water", "ash"}
BY_CLASS = {"polyols", "erythritol", "added_sugar", "alcohol"}
MOST_COMPARED = 4
RECALLED, LABELLED = "from memory", "your label"
# A household's own cup is shown by the plain word of its unit.
SPOONS = ("cup", "tbsp", "tsp")


@dataclass(frozen=True)
class FoodView:
    """A food in a list of found ones, per 100 g of its default form."""

    key: str
    name: str
    curated: bool
    own: bool
    forms: tuple[str, ...]
    source: str
    food_class: str
    net_carbs: float | None


@dataclass(frozen=True)
class ValueView:
    """One figure of so many grams of a food, and how it is known.

    `known` is given, derived, computed, recalled, label, class (zero by the class of food)
    or unknown; `high` is None where nothing bounds it.
    """

    best: float | None
    low: float
    high: float | None
    known: str


@dataclass(frozen=True)
class MeasureView:
    """What one unit of a food weighs; `own` where it is the household's measure."""

    unit: str
    name: str
    grams: float
    low: float
    high: float
    source: str
    own: bool


@dataclass(frozen=True)
class UsedIn:
    """A dish whose draft uses a food."""

    dish: str
    title: str
    grams: float | None


@dataclass(frozen=True)
class FoodFacts:
    """Everything known of a food in one form, its figures for `grams` of it."""

    key: str
    name: str
    curated: bool
    own: bool
    form: str
    forms: tuple[str, ...]
    grams: float
    source: str
    description: str
    convention: str
    food_class: str
    starch: str
    origin: str | None
    free_fat: str | None
    edible_share: float
    allergens: tuple[str, ...] | None
    check_label: tuple[str, ...]
    tags: tuple[str, ...]
    names: tuple[str, ...]
    values: dict[str, ValueView]
    measures: tuple[MeasureView, ...]
    used_in: tuple[UsedIn, ...]


@dataclass(frozen=True)
class CompareItem:
    """A food to compare, and what a serving of it weighs."""

    food: str
    form: str | None
    serving_grams: float


@dataclass(frozen=True)
class CompareRequest:
    """Up to four foods and what they are compared by."""

    items: tuple[CompareItem, ...]
    basis: Literal["100g", "serving", "net_carb"]


@dataclass(frozen=True)
class ComparedFood:
    """One column; `grams` is None where the food has no net carbs to go by."""

    key: str
    name: str
    form: str
    grams: float | None
    values: dict[str, ValueView]


@dataclass(frozen=True)
class Comparison:
    """Foods side by side."""

    basis: str
    nutrients: tuple[str, ...]
    foods: tuple[ComparedFood, ...]


def food_view(food: Food, library: Library, polyols: PolyolRule = "all") -> FoodView:
    """Return a food per 100 g of its default form."""
    row = library.row(food.key)
    best = net_carbs(row, polyols)[0]
    return FoodView(
        key=food.key,
        name=food.name,
        curated=food.curated,
        own=food.own,
        forms=tuple(food.forms),
        source=row.source,
        food_class=food.food_class,
        net_carbs=None if math.isnan(best) else best,
    )


def how_known(row: FoodRow, nutrient: str) -> str:
    """Return how a figure of a row is known, in the words of `ValueView`."""
    if nutrient == "net_carbs":
        return "label" if row.net_printed is not None else "computed"
    if row.value(nutrient) is None:
        return "unknown"
    if nutrient in row.computed:
        return "computed"
    if row.source == RECALLED:
        return "recalled"
    if nutrient in DERIVED:
        return "derived" if row.water_is_derived else "given"
    if row.source == LABELLED:
        return "label"
    return "class" if nutrient in BY_CLASS else "given"


def values_of(row: FoodRow, grams: float, polyols: PolyolRule) -> dict[str, ValueView]:
    """Return the shown figures of so many grams of a row."""
    share = grams / 100
    found = {}
    for name in SHOWN_FACTS:
        if name == "net_carbs":
            best, low, high = net_carbs(row, polyols)
        else:
            best, low, high = (float(v[AXIS[name]]) for v in (row.best, row.low, row.high))
        known = how_known(row, name)
        found[name] = ValueView(
            None if math.isnan(best) else best * share,
            low * share,
            high * share if math.isfinite(high) else None,
            "unknown" if math.isnan(best) else known,
        )
    return found


def measures_of(food: Food, form: str, system: str) -> tuple[MeasureView, ...]:
    """Return what cup, spoons and the food's own counts weigh, in one unit system."""
    views = []
    density = food.density(form)
    for name in SPOONS:
        unit = UNITS[BY_SYSTEM[system][name]]
        own = food.counts.get(unit.id)
        if own is not None:
            views.append(MeasureView(unit.id, name, own.grams, own.low, own.high, own.source,
                                     own=True))  # fmt: skip
        elif density is not None and unit.size:
            best, low, high = (unit.size * d for d in (density.best, density.low, density.high))
            views.append(MeasureView(unit.id, name, best, low, high,
                                     f"usual weight of a cup, {density.best:g} g/ml; common "
                                     "practice",
                                     own=False))  # fmt: skip
    views += [
        MeasureView(unit, unit.replace("_", " "), m.grams, m.low, m.high, m.source,
                    own=m.source == "your measure")
        for unit, m in food.counts.items()
        if unit not in UNITS or UNITS[unit].kind == "count"
    ]  # fmt: skip
    return tuple(views)


def food_facts(
    key: str,
    library: Library,
    *,
    form: str | None = None,
    grams: float = 100.0,
    polyols: PolyolRule = "all",
    system: str = "metric",
    used_in: Sequence[UsedIn] = (),
) -> FoodFacts:
    """Return everything known of a food in one form.

    Args:
        key: the food.
        library: where foods are looked up.
        form: None for the form assumed where a line does not say.
        grams: of which the figures are given, above 0.
        polyols: the household's rule for net carbs.
        system: whose cup and spoons are meant.
        used_in: the household's dishes that use it.

    Raises:
        UnknownFood: no such food or form.
        BadInput: grams that cannot be.
    """
    _check_grams(grams, "grams")
    food = library.food(key)
    chosen = form or food.default_form
    row = library.row(key, chosen)
    return FoodFacts(
        key=food.key,
        name=food.name,
        curated=food.curated,
        own=food.own,
        form=chosen,
        forms=tuple(food.forms),
        grams=grams,
        source=row.source,
        description=row.description,
        convention=row.convention,
        food_class=food.food_class,
        starch=food.starch,
        origin=food.origin,
        free_fat=food.free_fat,
        edible_share=food.edible_share,
        allergens=food.allergens,
        check_label=food.check_label,
        tags=food.tags,
        names=food.names,
        values=values_of(row, grams, polyols),
        measures=measures_of(food, chosen, system),
        used_in=tuple(used_in),
    )


def _check_grams(grams: float, field: str) -> None:
    if not (math.isfinite(grams) and 0 < grams <= MAX_GRAMS):
        raise BadInput(f"Grams have to lie above 0 and up to {MAX_GRAMS:,.0f}.", field)


def compare(request: CompareRequest, library: Library, polyols: PolyolRule = "all") -> Comparison:
    """Put up to four foods side by side per 100 g, per serving or per gram of net carb.

    Raises:
        UnknownFood: no such food or form.
        BadInput: none or more than four foods, or a serving that cannot be.
    """
    if not 1 <= len(request.items) <= MOST_COMPARED:
        raise BadInput(f"Compare one to {MOST_COMPARED} foods at a time.", "items")
    columns = tuple(_column(item, request.basis, library, polyols) for item in request.items)
    return Comparison(request.basis, SHOWN_FACTS, columns)


def _column(item: CompareItem, basis: str, library: Library, polyols: PolyolRule) -> ComparedFood:
    _check_grams(item.serving_grams, "serving_grams")
    food = library.food(item.food)
    form = item.form or food.default_form
    row = library.row(item.food, form)
    grams: float | None = {"100g": 100.0, "serving": item.serving_grams}.get(basis)
    if basis == "net_carb":
        best = net_carbs(row, polyols)[0]
        # A food without net carbs, or with unknown ones, cannot be measured by them.
        grams = 100.0 / best if best > 0 else None
    values = values_of(row, grams, polyols) if grams is not None else {}
    return ComparedFood(food.key, food.name, form, grams, values)
