"""Lists below heads of their own: blank lines, counted heads and nested marks tell them."""

from __future__ import annotations

import unittest

from snabo_core.foods import library
from snabo_core.recipe import read_recipe
from snabo_core.recipe.blocks import block_heads, counted_heads
from snabo_core.recipe.tables import steps_apart
from snabo_core.recipe.written import written_lines

BLOCKS = """Beef, marinated
200 g beef
2 tbsp soy sauce

Rice, hot
300 g rice

Egg, fried
4 eggs
"""


def heads(text: str) -> list[str]:
    return [*block_heads(written_lines(text)).values()]


class BlockHeads(unittest.TestCase):
    def test_what_heads_every_list_is_a_heading_whatever_it_says(self) -> None:
        self.assertEqual(heads(BLOCKS), ["Beef, marinated", "Rice, hot", "Egg, fried"])

    def test_two_lists_do_not_tell_it(self) -> None:
        self.assertEqual(heads(BLOCKS.rsplit("\n\n", 1)[0]), [])

    def test_nor_do_lists_of_which_one_has_no_head(self) -> None:
        self.assertEqual(heads(f"{BLOCKS}\n1 onion\n2 carrots\n"), [])

    def test_the_first_list_may_be_the_dish_itself(self) -> None:
        self.assertEqual(len(heads(f"1 onion\n2 carrots\n\n{BLOCKS}")), 3)

    def test_heads_that_count_on_need_only_be_two(self) -> None:
        counted = "sauce pot - 1\n1 tin tomatoes\n\npasta pot - 2\n150 g macaroni\n"
        self.assertEqual(heads(counted), ["Sauce pot", "Pasta pot"])
        self.assertEqual(heads(counted.replace("- 2", "- 3")), [])

    def test_facts_steps_and_sections_head_nothing(self) -> None:
        for head in ("Serves 4", "40 minutes", "Method", "Fry the beef until brown.", "2 onions"):
            self.assertEqual(heads(BLOCKS.replace("Rice, hot", head)), [], head)

    def test_nothing_has_no_heads(self) -> None:
        self.assertEqual(block_heads([]), {})
        self.assertEqual(counted_heads([]), {})


class CountedHeads(unittest.TestCase):
    def test_a_number_before_a_name_counts_lists_or_foods(self) -> None:
        lists = written_lines("1 - hummus\n1 tin chickpeas\n2 - halloumi\n225 g halloumi")
        self.assertEqual([*counted_heads(lists).values()], ["Hummus", "Halloumi"])
        foods = written_lines("1 - onion\n2 - carrots\n3 - leeks")
        self.assertEqual(counted_heads(foods), {})


class AmongTheLines(unittest.TestCase):
    def parts(self, text: str) -> list[tuple[str, list[str]]]:
        dish = read_recipe(text, library(), None)
        return [(part.name, [line.text for line in part.lines]) for part in dish.parts]

    def test_or_between_two_lines_is_a_choice(self) -> None:
        text = "Leek pie\n\n3 leeks\n320 g puff pastry\nor\n500 g celeriac\n\nBake 30 minutes."
        (_, lines), *_ = self.parts(text)
        self.assertEqual(lines, ["3 leeks", "320 g puff pastry or 500 g celeriac"])

    def test_a_label_before_each_food_names_no_parts(self) -> None:
        text = "Fridge soup\n\nVeg: 2 carrots\nMeat: 500 g beef\nStock: 1 l chicken stock\n\nBoil."
        self.assertEqual([name for name, _ in self.parts(text)], ["Dish"])

    def test_a_list_inside_a_list_is_headed_by_its_mark(self) -> None:
        text = (
            "Arepas\n\n* Dough\n  - 250 g masarepa\n* Beans\n  - 1 tin black beans\n\nKnead, fry."
        )
        self.assertEqual([name for name, _ in self.parts(text)], ["Dough", "Beans"])
        noted = "Pie\n\n* 2 onions\n  - finely sliced\n* 500 g beef\n\nFry the beef until brown."
        self.assertEqual([name for name, _ in self.parts(noted)], ["Dish"])


class StepsBeside(unittest.TestCase):
    def test_a_method_behind_strokes_stands_below_its_list(self) -> None:
        rows = [
            "8 sausages | Fry them slowly.",
            "600 g turnips | Cut them in matchsticks.",
            "2 apples |",
        ]
        self.assertEqual(
            steps_apart(["Slaw", *rows]),
            [
                "Slaw", "8 sausages", "600 g turnips", "2 apples", "", "Method",
                "Fry them slowly.", "Cut them in matchsticks.", "",
            ],
        )  # fmt: skip

    def test_other_strokes_stay(self) -> None:
        for rows in (
            ["2 eggs | beaten well", "1 onion | chopped", "Serve."],
            ["| 60 g | walnuts |"] * 4,
            ["2 apples |"] * 4000,
            [],
        ):
            self.assertEqual(steps_apart(rows), rows)
