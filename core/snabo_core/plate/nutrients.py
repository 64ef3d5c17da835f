"""The figures of a plate: what each is called, in which unit, and whether limits are set on it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Unit = Literal["g", "mg", "kcal"]


@dataclass(frozen=True)
class Nutrient:
    """One figure as every screen and sentence names it.

    `place` is its place among the limits that can be set, the commonest first; None where
    nobody sets one.
    """

    key: str
    label: str
    unit: Unit = "g"
    place: int | None = None


# In the order in which a plate shows them; water is shown of foods only.
NUTRIENTS = (
    Nutrient("kcal", "Energy", "kcal", 6),
    Nutrient("net_carbs", "Net carbs", place=0),
    Nutrient("carbohydrate", "Total carbohydrate", place=9),
    Nutrient("fibre", "Fibre", place=7),
    Nutrient("sugars", "Sugars", place=10),
    Nutrient("added_sugar", "Added sugar", place=11),
    Nutrient("polyols", "Polyols", place=12),
    Nutrient("protein", "Protein", place=1),
    Nutrient("fat", "Fat", place=2),
    Nutrient("saturated", "Saturated fat", place=8),
    Nutrient("added_oil", "Added oil", place=3),
    Nutrient("sodium_mg", "Sodium", "mg", 4),
    Nutrient("vegetables", "Vegetables", place=5),
    Nutrient("water", "Water"),
)
LABELS = {nutrient.key: nutrient.label for nutrient in NUTRIENTS}
UNIT = {nutrient.key: nutrient.unit for nutrient in NUTRIENTS if nutrient.unit != "g"}
SHOWN = tuple(nutrient.key for nutrient in NUTRIENTS if nutrient.key != "water")
TARGETED = tuple(
    nutrient.key
    for nutrient in sorted(NUTRIENTS, key=lambda n: -1 if n.place is None else n.place)
    if nutrient.place is not None
)
