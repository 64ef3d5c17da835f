"""The natural spread of food classes, held against two countries' tables of the same foods.

Source: USDA FoodData Central rows and Indian Food Composition Tables 2017, see
test_ifct2017.py. The widths in natural_spread.toml are common practice, no source; here they
must cover most of what the same vegetable, pulse or grain really differs by, and not so much
more that they say nothing.
"""

import unittest

import numpy as np

from snabo_core.foods import library
from snabo_core.plate.rows import PLACE, natural_shares
from tests.reference.test_ifct2017 import available, rows

COLUMNS = {"protein": "protein", "available_carbohydrate": "net_carbs"}


def shares(group: str, column: str) -> list[tuple[float, float]]:
    """Return (difference as a share of our value, the width we allow) for foods of a group."""
    found = []
    for row in rows(group):
        food = library().food(row["food"])
        listed = library().row(row["food"], row["form"])
        ours = (
            available(row["food"], row["form"])
            if column == "available_carbohydrate"
            else listed.value(column)
        )
        if ours is None or np.isnan(ours) or ours < 0.5 or listed.source == "from memory":
            continue
        width = float(natural_shares(food.food_class)[PLACE[COLUMNS[column]]])
        found.append((abs(float(row[column]) - ours) / ours, width))
    return found


class Covered(unittest.TestCase):
    """Most differences between the countries lie inside twice the width."""

    def test_vegetables_pulses_grains(self) -> None:
        for group in ("vegetable", "pulse", "grain"):
            for column in COLUMNS:
                found = shares(group, column)
                with self.subTest(group=group, column=column):
                    self.assertGreaterEqual(len(found), 7)
                    inside = np.mean([gap <= 2 * width for gap, width in found])
                    self.assertGreaterEqual(inside, 0.6)
                    self.assertLessEqual(max(width for _, width in found), 0.3)
