"""Foods: the reference rows, the curated kitchen names over them, and finding both.

Public names: `library` (the one shared, read-only `Library`), `Library`, `Food`, `FoodRow`,
`Measure`, `NUTRIENTS` and `AXIS`.
"""

from snabo_core.foods.library import Library, library
from snabo_core.foods.records import AXIS, NUTRIENTS, Food, FoodRow, Measure

__all__ = ["AXIS", "NUTRIENTS", "Food", "FoodRow", "Library", "Measure", "library"]
