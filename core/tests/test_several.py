"""Several recipes in one text: apart where each has its name, its number and its list."""

import re
import unittest
from pathlib import Path

from snabo_core.recipe.several import recipes_apart

PLAN = """MONDAY: Lentil ragu on polenta
Serves: 4
200g green lentils
1 tin chopped tomatoes
150g polenta
Simmer the lentils with the tomatoes for 35 mins. Cook the polenta.

TUESDAY: Fried rice (serves 2)

Ingredients
250g cooked rice
2 eggs
1 tbsp oil

Fry everything in the oil, eggs last.
"""


class Apart(unittest.TestCase):
    def test_a_plan_of_two_days(self) -> None:
        first, second = recipes_apart(PLAN)
        self.assertTrue(first.startswith("MONDAY") and first.endswith("Cook the polenta."))
        self.assertTrue(second.startswith("TUESDAY") and second.endswith("eggs last."))

    def test_nothing_is_lost_between_them(self) -> None:
        said = re.findall(r"\w+", PLAN)
        self.assertEqual(re.findall(r"\w+", " ".join(recipes_apart(PLAN))), said)

    def test_parts_of_one_dish_stay_together(self) -> None:
        pie = "Pie\nServes 4\n1 egg\n2 leeks\n3 eggs\n"
        crust = "200 g flour\n100 g butter\n2 tbsp water\n"
        for text in (
            # A part with its own number has no steps before it.
            f"{pie}Crust\nServes 4\n{crust}\nBake it.",
            f"{pie}Bake it.\n\nFor the crust\n{crust}Rub them.",
            f"{pie}Bake it.\n\nTo serve\n1 lemon\n2 tbsp yogurt",
            "",
            "Serves 4",
        ):
            self.assertEqual(recipes_apart(text), [text])

    def test_no_recipe_of_other_hands_is_cut(self) -> None:
        told = (Path(__file__).with_name("data") / "recipes.txt").read_text()
        for recipe in re.split(r"^%%% .*$", told, flags=re.MULTILINE)[1:]:
            body = re.sub(r"\s*##.*", "", recipe).strip()
            self.assertEqual(len(recipes_apart(body)), 1, body[:80])
