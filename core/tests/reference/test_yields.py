"""Raw to cooked yield by solids balance, from pairs of rows in the food list.

Sources: the rows are USDA's; the practice figures are common practice, no source, and differ
from the bare balance by what leaches into the pot.
"""

import unittest

from snabo_core.foods import library
from snabo_core.water.state import of_row


def by_solids(food: str, raw: str, cooked_food: str, cooked: str) -> float:
    """Return grams of cooked food that hold the solids of one gram of raw."""
    before = of_row(library().row(food, raw), 100)
    after = of_row(library().row(cooked_food, cooked), 100)
    return before.solids / after.solids


class Yields(unittest.TestCase):
    """Grams cooked from a gram raw."""

    def test_pasta(self) -> None:
        # 2.2 to 2.4 in practice.
        self.assertTrue(2.2 <= by_solids("pasta", "dry", "pasta", "boiled") <= 2.5)

    def test_lentils(self) -> None:
        # 2.9 to 3.0 by bare solids balance, 2.4 to 2.7 in practice.
        self.assertTrue(2.4 <= by_solids("lentils", "dry", "lentils", "boiled") <= 3.1)

    def test_grilled_mushroom_caps(self) -> None:
        # 0.75 to 0.85.
        ratio = by_solids("portobello", "raw", "portobello", "grilled")
        self.assertTrue(0.75 <= ratio <= 0.9, ratio)

    def test_grains_take_up_one_to_three_times_their_weight(self) -> None:
        for food in ("quinoa", "buckwheat", "barley"):
            with self.subTest(food=food):
                self.assertTrue(1.9 <= by_solids(food, "dry", food, "boiled") <= 4.0)
