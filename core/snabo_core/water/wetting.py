"""What the water of each food does when it is cooked: runs free, weeps, or is drunk."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache, lru_cache

import msgspec

from snabo_core.book import entries_of
from snabo_core.foods.records import FoodRow

# Forms in which a food has wept already.
COOKED = {"boiled", "cooked", "baked", "tinned", "drained", "grilled", "stewed", "blanched",
          "dry"}  # fmt: skip
LIQUID = "liquid"


class _Drinks(msgspec.Struct, forbid_unknown_fields=True):
    dry_at: float
    wet_at: float
    foods: dict[str, tuple[float, float]]
    classes: dict[str, tuple[float, float]]


class _Shares(msgspec.Struct, forbid_unknown_fields=True):
    foods: dict[str, float]
    classes: dict[str, float]


class Wetting(msgspec.Struct, forbid_unknown_fields=True):
    """The table of the book: by food and, where that has none, by class of food.

    `absorbers` and `thickeners` are foods to stir in, in the order in which they are thought of.
    """

    absorbers: list[str]
    thickeners: list[str]

    drinks: _Drinks
    weeps: _Shares
    free: _Shares


@cache
def wetting() -> Wetting:
    """Return the table."""
    return msgspec.convert(entries_of("wetting.toml"), Wetting)


@dataclass(frozen=True)
class Behaviour:
    """Grams per gram of food: water that runs free, that it weeps when heated, that it drinks."""

    free: float = 0.0
    weeps: float = 0.0
    drinks: float = 0.0
    drinks_cold: float = 0.0


@lru_cache(maxsize=4096)
def behaviour(key: str, form: str | None, food_class: str, row: FoodRow) -> Behaviour:
    """Return what a gram of a food does with water; a food nobody wrote down keeps its own.

    Args:
        key: of the food.
        form: in which it goes in.
        food_class: of the food.
        row: its values, of which the water counts.
    """
    table = wetting()
    water = row.value("water") or 0.0
    # A food that drinks (a flour, a grain) does so only while it is dry.
    thirst = table.drinks.foods.get(key) or table.drinks.classes.get(food_class) or (0.0, 0.0)
    span = table.drinks.wet_at - table.drinks.dry_at
    dry = min(1.0, max(0.0, (table.drinks.wet_at - water) / span))
    known = table.free.classes.get(food_class, 1.0 if form == LIQUID else 0.0)
    free = table.free.foods.get(key, known)
    weeps = table.weeps.foods.get(key, table.weeps.classes.get(food_class, 0.0))
    if form in COOKED:
        weeps = 0.0
    return Behaviour(free * water / 100, (1 - free) * weeps * water / 100, thirst[1] * dry,
                     thirst[0] * dry)  # fmt: skip
