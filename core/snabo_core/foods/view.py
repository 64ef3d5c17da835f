"""A food as search and the Foods place show it."""

from __future__ import annotations

from snabo_core.foods.library import Library
from snabo_core.foods.records import Food
from snabo_core.plate.figures import DIRECT, net_carbs
from snabo_core.wire import FoodView


def food_view(food: Food, library: Library, polyol_share: float = 1.0) -> FoodView:
    """Return a food per 100 g of its default form."""
    row = library.row(food.key)
    best = net_carbs(row, polyol_share)[0]
    names = [*DIRECT, "water"]
    measures = [
        f"1 {m.unit}: {m.grams:g} g ({m.low:g} to {m.high:g}), {m.source}"
        for m in food.counts.values()
    ]
    measures += [
        f"1 ml {form}: {d.best:g} g ({d.low:g} to {d.high:g}), common practice"
        for form, d in food.densities.items()
    ]
    return FoodView(
        key=food.key,
        name=food.name,
        curated=food.curated,
        forms=tuple(food.forms),
        source=row.source,
        description=row.description,
        food_class=food.food_class,
        starch=food.starch,
        origin=food.origin,
        allergens=food.allergens,
        check_label=food.check_label,
        names=food.names,
        values={name: row.value(name) for name in names},
        net_carbs=None if best != best else best,  # noqa: PLR0124  NaN differs from itself
        water_is_derived=row.water_is_derived,
        measures=tuple(measures),
    )
