"""What is said under steps and among foods is neither; orders and foods that begin alike are.

`data/beside.toml` holds the lines; each stands once in a recipe whose layout goes by chance,
always the same one.
"""

from __future__ import annotations

import random
import tomllib
import unittest
from pathlib import Path
from typing import NamedTuple

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.recipe import read_recipe

LINES: dict[str, list[str]] = tomllib.loads(
    (Path(__file__).parent / "data" / "beside.toml").read_text(encoding="utf-8")
)
FOODS = (
    ("500 g leeks, sliced", "2 onions, chopped", "40 g butter", "300 ml milk", "100 g cheddar"),
    ("1 1/2 cups rice", "2 carrots, diced", "3 cups stock", "1 tbsp olive oil"),
)
STEPS = (
    (
        "Melt the butter and soften the onions for 10 minutes.",
        "Add the leeks and milk and simmer for 15 minutes.",
        "Top with the cheddar and grill until brown.",
    ),
    (
        "Heat the oil, fry the carrots",
        "Add rice and stock and bring to the boil",
        "Cover and cook 15 minutes on low",
    ),
)
MARKS = ("{n}. ", "", "- ", "{n}) ")
HEADS = (("Ingredients\n", "\nMethod\n"), ("", "\n"), ("Ingredients:\n", "\n\nDirections:\n"))


class Written(NamedTuple):
    """A recipe with one line more than its own."""

    text: str
    foods: list[str]
    steps: list[str]


class Beside(unittest.TestCase):
    def setUp(self) -> None:
        self.random = random.Random(48)  # noqa: S311 - a recipe, not a secret

    def written(self, said: str, place: str) -> Written:
        """Return a recipe with a line among its foods, among its steps or below them."""
        which = self.random.randrange(len(FOODS))
        foods, steps = list(FOODS[which]), list(STEPS[which])
        if place == "among steps":
            steps = [step.rstrip(".") + "." for step in steps]
        listed, ordered = list(foods), list(steps)
        if place == "among foods":
            listed.insert(self.random.randrange(1, len(foods)), said)
        elif place == "among steps":
            ordered.insert(self.random.randrange(1, len(steps) + 1), said)
        (above, between), mark = self.random.choice(HEADS), self.random.choice(MARKS)
        method = [mark.replace("{n}", str(n)) + step for n, step in enumerate(ordered, 1)]
        text = f"Leek supper\nServes 4\n\n{above}" + "\n".join(listed) + "\n"
        text += between + "\n".join(method)
        if place == "below":
            text += self.random.choice(("\n", "\n\n")) + said
        return Written(f"{text}\n", foods, steps)

    def read(self, text: str) -> tuple[Dish, list[str], list[str]]:
        dish = read_recipe(text, library(), None)
        foods = [line.text for part in dish.parts for line in part.lines]
        return dish, foods, [step.text for step in dish.steps]

    def check_neither(self, said: str, place: str) -> None:
        written = self.written(said, place)
        with self.subTest(said=said, text=written.text):
            dish, foods, steps = self.read(written.text)
            self.assertEqual((foods, steps), (written.foods, written.steps))
            self.assertEqual((dish.title, dish.told.servings_low), ("Leek supper", 4))

    def test_what_stands_under_the_last_step_is_none(self) -> None:
        for said in LINES["under_steps"]:
            self.check_neither(said, "below")

    def test_what_stands_among_foods_is_none(self) -> None:
        for said in LINES["among_foods"]:
            self.check_neither(said, "among foods")

    def test_what_a_page_puts_between_two_steps_is_none(self) -> None:
        for said in LINES["among_steps"]:
            foods, steps = list(FOODS[0]), list(STEPS[0])
            mark, (above, between) = self.random.choice(MARKS), self.random.choice(HEADS)
            method = [mark.replace("{n}", str(n)) + step for n, step in enumerate(steps, 1)]
            method.insert(self.random.randrange(1, len(steps)), said)
            text = f"Leek supper\nServes 4\n\n{above}" + "\n".join(foods) + "\n"
            text += between + "\n".join(method) + "\n"
            with self.subTest(said=said, text=text):
                self.assertEqual(self.read(text)[1:], (foods, steps))

    def test_orders_that_begin_alike_are_steps(self) -> None:
        for said in LINES["orders"]:
            written = self.written(said, "among steps")
            with self.subTest(said=said, text=written.text):
                told = " ".join(self.read(written.text)[2])
                # "Meat: brown in batches." may stand under a heading.
                self.assertTrue(said in told or said.rpartition(": ")[2] in told)

    def above_list(self, said: str) -> Written:
        """Return a recipe with a line between its name and its list, laid out by chance."""
        which = self.random.randrange(len(FOODS))
        foods, steps = list(FOODS[which]), list(STEPS[which])
        gap, (above, between) = self.random.choice(("\n", "\n\n")), self.random.choice(HEADS)
        said = self.random.choice((f"Serves 4{gap}{said}", f"{said}{gap}Serves 4"))
        text = f"Leek supper{gap}{said}\n\n{above}" + "\n".join(foods) + "\n"
        return Written(f"{text}{between}" + "\n".join(steps) + "\n", foods, steps)

    def test_what_is_said_behind_the_list_is_no_step_and_no_food(self) -> None:
        for said in LINES["behind_list"]:
            written = self.written("", "nowhere")
            last = written.foods[-1]
            gap = self.random.choice(("\n", "\n\n"))
            text = written.text.replace(f"{last}\n", f"{last}{gap}{said}\n", 1)
            with self.subTest(said=said, text=text):
                self.assertEqual(self.read(text)[1:], (written.foods, written.steps))

    def test_what_is_said_above_the_list_is_no_step_and_no_food(self) -> None:
        for said in LINES["above_list"]:
            for _ in range(2):
                written = self.above_list(said)
                with self.subTest(said=said, text=written.text):
                    dish, foods, steps = self.read(written.text)
                    self.assertEqual((foods, steps), (written.foods, written.steps))
                    self.assertEqual((dish.title, dish.told.servings_low), ("Leek supper", 4))
                    self.assertIn(said, [aside.text for aside in dish.asides])

    def test_what_is_done_before_anything_else_is_the_first_step(self) -> None:
        for said in LINES["set_going"]:
            for _ in range(3):
                written = self.above_list(said)
                with self.subTest(said=said, text=written.text):
                    dish, foods, steps = self.read(written.text)
                    self.assertEqual((foods, steps), (written.foods, [said, *written.steps]))
                    self.assertEqual((dish.title, dish.told.servings_low), ("Leek supper", 4))

    def test_foods_that_begin_alike_are_foods(self) -> None:
        for said in LINES["foods"]:
            written = self.written(said, "among foods")
            with self.subTest(said=said, text=written.text):
                self.assertIn(said, self.read(written.text)[1])


class FactsBetween(unittest.TestCase):
    """However many facts stand between, what is done first is a step and the list a list."""

    def test_the_first_step_above_facts_and_a_list(self) -> None:
        facts = ("Serves 4", "Prep: 20 min", "Cook: 30 min", "Total: 50 min", "Level: easy")
        for count in range(len(facts) + 1):
            head = "\n".join(("Leek supper", "Preheat the oven to 190C.", *facts[:count]))
            text = f"{head}\n\n500 g leeks\n2 onions\n40 g butter\n\nMelt the butter. Bake all.\n"
            dish = read_recipe(text, library(), None)
            self.assertEqual(dish.steps[0].text, "Preheat the oven to 190C.", text)
            self.assertEqual(len(dish.parts[0].lines), 3, text)


class OnAPage(unittest.TestCase):
    LIST = (
        "Leek supper\n{}\n500 g leeks\n2 onions\n40 g butter\n\n"
        "{}Melt the butter.\nAdd the leeks.\n"
    )

    def test_a_mark_of_readers_between_list_and_method_ends_nothing(self) -> None:
        for said in ("Rating 4.5\n", "12 comments\n\nMethod\n", "Reviews (3)\n1. "):
            dish = read_recipe(self.LIST.format("Serves 4", said), library(), None)
            self.assertEqual(len(dish.steps), 2, said)

    def test_notes_on_a_list_end_where_the_method_begins(self) -> None:
        dish = read_recipe(self.LIST.format("", "My notes\nFirm leeks.\n\n"), library(), None)
        self.assertEqual(len(dish.steps), 2)

    def test_the_clock_of_a_telephone_is_no_time(self) -> None:
        dish = read_recipe(f"12:04\n{self.LIST.format('Serves 4', '')}", library(), None)
        self.assertEqual((dish.title, dish.told.total_minutes), ("Leek supper", None))

    def test_what_is_left_over_feeds_nobody_else(self) -> None:
        said = "Serves 8 (with leftovers for two lunches)"
        dish = read_recipe(self.LIST.format(said, ""), library(), None)
        self.assertEqual(dish.told.servings_low, 8)

    def test_what_each_gets_among_foods_is_food(self) -> None:
        text = "Corned beef hash\n\n700 g potatoes\n4 eggs (one each)\n\nFry the potatoes.\n"
        dish = read_recipe(text, library(), None)
        self.assertEqual([line.food for line in dish.parts[0].lines], ["potato", "egg"])
        made = read_recipe(f"Beetroot burgers\n12 burgers, one each\n{text[18:]}", library(), None)
        self.assertEqual(made.told.servings_low, 12)

    def test_what_heads_rows_in_columns_names_parts(self) -> None:
        rows = "Naan\n250 g\tflour\n150 g\tyoghurt\nChana\n2 tins\tchickpeas\n1\tonion\n"
        dish = read_recipe(f"Naan and chana\nServes\t4\n{rows}\nKnead it.\n", library(), None)
        self.assertEqual([part.name for part in dish.parts], ["Naan", "Chana"])

    def test_numbers_in_boxes_count_steps(self) -> None:
        text = "Leek supper\n\n500 g leeks\n2 onions\n\n1️⃣ Boil the leeks\n2️⃣ Mix in the onions\n"
        dish = read_recipe(text, library(), None)
        self.assertEqual([s.text for s in dish.steps], ["Boil the leeks", "Mix in the onions"])


if __name__ == "__main__":
    unittest.main()
