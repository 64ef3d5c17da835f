"""Small dishes for the tests."""

import numpy as np

from snabo_core.dish import Dish, Line, Part
from snabo_core.foods import Food, FoodRow, library
from snabo_core.foods.records import AXIS, BY_DIFFERENCE, NUTRIENTS


def line(
    name: str, grams: float | None, food: str, form: str | None = None, **more: object
) -> Line:
    """Return a settled line; `spread` widens its grams on both sides."""
    spread = float(more.pop("spread", 0.0))  # type: ignore[arg-type]
    low = None if grams is None else grams * (1 - spread)
    high = None if grams is None else grams * (1 + spread)
    found = library().food(food)
    return Line(
        id=name,
        text=f"{grams} g {found.name}",
        food=food,
        form=form or found.default_form,
        food_name=found.name,
        grams_low=low,
        grams=grams,
        grams_high=high,
        **more,  # type: ignore[arg-type]
    )


def dish(*parts: Part, servings: float = 1.0) -> Dish:
    """Return a dish of these parts."""
    return Dish("Test dish", servings, parts)


def part(name: str, *lines: Line) -> Part:
    """Return a part whose id is its name."""
    return Part(name, name, lines)


def row(convention: str = BY_DIFFERENCE, **values: float | None) -> FoodRow:
    """Return a made-up row; figures not named are 0, None is unknown."""
    best = np.zeros(len(NUTRIENTS))
    high = np.zeros(len(NUTRIENTS))
    for name, value in values.items():
        best[AXIS[name]] = np.nan if value is None else value
        high[AXIS[name]] = 0.0 if value is None else value
    for name, value in values.items():
        if value is None:
            inside = name in {"fibre", "sugars", "polyols", "erythritol"}
            whole = "polyols" if name == "erythritol" else "carbohydrate"
            high[AXIS[name]] = high[AXIS[whole]] if inside else np.inf
    low = np.where(np.isnan(best), 0.0, best)
    return FoodRow("test:row", "test", "made up", "test", best, low, high, convention)


__all__ = ["Food", "dish", "line", "part", "row"]
