"""One small recipe in the structures it is pasted in: tables, columns, broken lines, quotes.

The structures are from memory of what people paste; the recipes are invented.
"""

from __future__ import annotations

import unittest
from pathlib import Path

from snabo_core.foods import library
from snabo_core.recipe import read_recipe

DATA = Path(__file__).parent / "data" / "structures.txt"


class Structures(unittest.TestCase):
    def test_each_structure_is_read(self) -> None:
        blocks = DATA.read_text(encoding="utf-8").split("%%%\n")[1:]
        self.assertGreaterEqual(len(blocks), 19)
        for block in blocks:
            text, _, key = block.rpartition("=> ")
            name, eaters, foods, steps = key.strip().split("|")
            with self.subTest(text=text):
                dish = read_recipe(text, library(), None)
                self.assertEqual(
                    (dish.title, dish.told.servings_low), (name, float(eaters) or None)
                )
                listed = [line.text for part in dish.parts for line in part.lines]
                self.assertEqual(len(listed), int(foods), listed)
                self.assertEqual(len(dish.steps), int(steps), [one.text for one in dish.steps])
