"""For how many, with another figure beside it that is not: what one portion holds, costs, takes.

The wordings are from memory of what people paste.
"""

from __future__ import annotations

import unittest

from snabo_core.foods import library
from snabo_core.recipe import read_recipe

SERVED = """
Serves 4
Servings: 4
4 servings
Makes 4 servings
Serves: 4 people
For 4
Yield: 4 portions
Feeds 4
""".strip().splitlines()
BESIDE = """
(1 portion = 48 g carbohydrate)
(1 serving: 240 kcal)
- 240 kcal each
| 240 kcal per serving
(about 1 1/2 cups each)
(350 g each)
(1 1/2 cups per serving)
· £1.20 per portion
(12 g net carbs each)
; 1 serving is 300 g
(2 pieces each)
(3 tacos per person)
with 2 cups of rice
| 6 ingredients
| 30 minutes | 480 kcal
(portion size 250 ml)
(1/4 of the dish each)
(each 1/4 of the pie)
with leftovers for 1
in 20 minutes
in one pan
(1 loaf)
| Prep 10 | Cook 20
| Difficulty 2/5
(or 8 as a side)
(or 2 very hungry people)
plus 1 for lunch
(1 of your 5-a-day)
[1 portion 9 points]
(recipe can be doubled for 8)
(halve for 2)
""".strip().splitlines()
REST = (
    "3 leeks\n200 g rice\n400 ml milk\n100 g cheddar\n\n"
    "Simmer the rice in the milk.\nBake with leeks and cheese.\n"
)


class ServedBeside(unittest.TestCase):
    def test_the_other_figure_is_no_eater_and_no_food(self) -> None:
        self.assertGreaterEqual(len(SERVED) * len(BESIDE), 240)
        for served in SERVED:
            for beside in BESIDE:
                dish = read_recipe(f"Leek Bake\n{served} {beside}\n\n{REST}", library(), None)
                told = (
                    dish.title,
                    dish.told.servings_low,
                    sum(len(part.lines) for part in dish.parts),
                    len(dish.steps),
                )
                self.assertEqual(told, ("Leek Bake", 4, 4, 2), f"{served} {beside}")
