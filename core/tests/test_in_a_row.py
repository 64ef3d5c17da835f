"""A recipe told in one paragraph is read as one that somebody laid out; made up, from memory."""

from __future__ import annotations

import unittest
from itertools import product

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.recipe import read_recipe
from snabo_core.recipe.in_a_row import told_in_a_row

FOODS = ["3 leeks", "30 g butter", "200 g rice", "500 ml milk", "100 g cheddar"]
LISTED = ", ".join(FOODS)
METHOD = (
    "Fry the leeks, add rice and milk and simmer 20 minutes. Top with cheddar, bake 25 minutes."
)
NAMES = ("Leek bake", "LEEK BAKE", "Mum's leek bake")
# What stands between a name and its list, and for how many that says.
BETWEEN = (
    (". Serves 4. ", 4.0), (" for 4: ", 4.0), (" (serves 4): ", 4.0), (" for four. ", 4.0),
    (" - serves 4, 45 minutes. Ingredients: ", 4.0), (". Feeds 4. You need ", 4.0), (": ", None),
    ("! Takes an hour. Serves 4. Take ", 4.0),
)  # fmt: skip


def _read(text: str) -> Dish:
    return read_recipe(text, library(), None)


def _lines(dish: Dish) -> list[str]:
    return [line.text for part in dish.parts for line in part.lines]


class InARow(unittest.TestCase):
    def test_name_facts_list_and_method(self) -> None:
        for name, (between, served), label in product(NAMES, BETWEEN, ("", "Method: ")):
            dish = _read(f"{name}{between}{LISTED}. {label}{METHOD}")
            with self.subTest(between=between, name=name, label=label):
                self.assertEqual(dish.title, name)
                self.assertEqual(dish.told.servings_low, served)
                self.assertEqual(_lines(dish), FOODS)
                self.assertEqual([step.text for step in dish.steps], [METHOD])

    def test_foods_in_the_orders(self) -> None:
        told = "Fry 3 leeks in 30 g butter, add 200 g rice and 500 ml milk. Top with 100 g cheddar."
        for sign in (". ", ": ", " for 4. ", " - "):
            dish = _read(f"Leek bake{sign}{told}")
            with self.subTest(sign=sign):
                self.assertEqual((dish.title, _lines(dish)), ("Leek bake", FOODS))
                self.assertEqual([step.text for step in dish.steps], [told])

    def test_dashes_between_all_of_it(self) -> None:
        dish = _read(" - ".join(("LEEK BAKE serves 4", *FOODS, "fry leeks, add rice, bake 25 min")))
        self.assertEqual((dish.title, dish.told.servings_low), ("LEEK BAKE", 4.0))
        self.assertEqual((_lines(dish), len(dish.steps)), (FOODS, 1))

    def test_a_text_that_lost_its_lines(self) -> None:
        numbered = "1. Fry the leeks. 2. Add rice and milk. 3. Bake."
        for name, listed, method in (
            ("LEEK BAKE (SERVES 4) INGREDIENTS", " ".join(FOODS), f"METHOD {METHOD}"),
            ("Leek bake Serves 4 Ingredients", " ".join(FOODS), f"Method {numbered}"),
            ("Leek bake Prep 10 min Serves 4 Ingredients:", LISTED, f"Directions: {METHOD}"),
        ):
            dish = _read(f"{name} {listed} {method}")
            with self.subTest(name=name):
                self.assertEqual(dish.title.lower(), "leek bake")
                self.assertEqual((dish.told.servings_low, _lines(dish)), (4.0, FOODS))
                self.assertEqual(len(dish.steps), 3 if "1." in method else 1)

    def test_the_same_sign_between_all_of_it(self) -> None:
        told = ("Leek bake", *FOODS, "fry leeks", "add rice and milk, 20 min", "serves 4")
        for sign in (" - ", " / ", " • ", " 🧀 ", '","'):
            dish = _read(sign.join(told))
            with self.subTest(sign=sign):
                self.assertEqual((dish.title, dish.told.servings_low), ("Leek bake", 4.0))
                self.assertEqual(_lines(dish), FOODS)
                self.assertEqual([step.text for step in dish.steps], [*told[6:8]])

    def test_a_paragraph_below_the_name(self) -> None:
        for above in ("Leek bake", "Leek bake\nServes 4"):
            dish = _read(f"{above}\n{LISTED}. {METHOD}")
            self.assertEqual((dish.title, _lines(dish)), ("Leek bake", FOODS))
            self.assertEqual([step.text for step in dish.steps], [METHOD])

    def test_nothing_behind_a_name_is_lost(self) -> None:
        said = "we had it with whatever the garden gave and whoever came to the table that day"
        dish = _read(f"Leek bake (serves 4). Somehow {said}.")
        kept = " ".join((*(aside.text for aside in dish.asides), *(s.text for s in dish.steps)))
        self.assertIn(said, f"{kept} {' '.join(_lines(dish))} {dish.title}")

    def test_no_name(self) -> None:
        dish = _read(f"{LISTED}. {METHOD}")
        self.assertEqual((dish.title, _lines(dish)), ("Dish without a name", FOODS))
        self.assertEqual([step.text for step in dish.steps], [METHOD])

    def test_any_other_paragraph_is_left_as_it_is(self) -> None:
        for text in (
            METHOD,
            f"Leek bake\nServes 4\n{LISTED}\n{METHOD}",
            "We had this on the boat. It rained for a week, and nobody minded at all.",
            "Leek bake",
            "",
        ):
            self.assertEqual(told_in_a_row(text), text)


class LaidOutOtherwise(unittest.TestCase):
    """Signs and labels that open a method, and short orders that sound like foods."""

    def test_what_opens_the_method(self) -> None:
        foods, orders = "\n".join(FOODS), "Fry the leeks in butter.\nAdd rice and milk."
        for head in ("Steps for leek bake", "Method for leek bake", "How to make leek bake"):
            dish = _read(f"Leek bake\n\n{foods}\n\n{head}\n\n{orders}")
            with self.subTest(head=head):
                self.assertEqual((_lines(dish), len(dish.steps)), (FOODS, 2))
        dish = _read(
            f"Title: Leek bake\nIngr: {'; '.join(FOODS)}\nProc: Fry leeks; add rice, milk."
        )
        self.assertEqual((_lines(dish), len(dish.steps)), (FOODS, 1))

    def test_orders_behind_a_sign(self) -> None:
        orders = ["fry leeks in butter", "rice, milk, 20 min", "cheddar, oven, 25 min"]
        for sign in ("> ", "* ", "– ", ""):
            listed = "\n".join(f"- {food}" for food in FOODS)
            dish = _read(f"Leek bake\n\n{listed}\n\n" + "\n".join(sign + one for one in orders))
            with self.subTest(sign=sign):
                self.assertEqual([step.text for step in dish.steps][1:], orders[1:])
                self.assertEqual(_lines(dish), FOODS)

    def test_orders_without_a_verb(self) -> None:
        orders = ["Leeks in butter till soft", "Rice, milk, 20 min", "Cheddar, oven, 25 min"]
        dish = _read("\n".join(("Leek bake", *FOODS, "", *orders)))
        self.assertEqual([step.text for step in dish.steps], orders)
        dish = _read("\n".join(("Leek bake", *FOODS, "", METHOD, "Rice: 2 mugs water, 12 min.")))
        self.assertEqual((_lines(dish), len(dish.steps)), (FOODS, 2))


if __name__ == "__main__":
    unittest.main()
