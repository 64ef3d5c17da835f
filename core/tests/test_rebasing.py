"""Another size of vegetable, and what is scaled by servings."""

import unittest
from dataclasses import replace

from snabo_core.dish import Slot
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.swaps.book import book
from snabo_core.swaps.rebasing import rebased
from snabo_core.swaps.scaling import eggs_text, scale_to
from tests.helpers import line, part

BOOK, FOODS = book(), library()
CRUST = BOOK.stand_in("crust", "pressed_cauliflower")


class OtherSize(unittest.TestCase):
    """Common practice: within a quarter the eggs hold, the salt follows."""

    def setUp(self) -> None:
        base = part("Base", line("x", 250, "shortcrust"))
        self.base = replace(base, slots=(Slot("s", "crust", ("x",)),))
        self.choice = scale_to(self.base, self.base.slots[0], CRUST, BOOK.files["crust"], FOODS)
        self.had = self.grams(self.choice, "cauliflower")

    def grams(self, choice, food: str) -> float:  # noqa: ANN001  a choice
        return next(i.grams or 0.0 for i in choice.lines if i.food == food)

    def test_a_little_bigger(self) -> None:
        made = rebased(self.choice, CRUST, self.had * 1.2, FOODS)
        self.assertAlmostEqual(self.grams(made, "cauliflower"), self.had * 1.2)
        for food in ("egg", "oregano"):
            self.assertEqual(self.grams(made, food), self.grams(self.choice, food))
        for food in ("salt", "parmesan"):
            self.assertAlmostEqual(self.grams(made, food), self.grams(self.choice, food) * 1.2)

    def test_twice_as_big(self) -> None:
        made = rebased(self.choice, CRUST, self.had * 2, FOODS)
        for item in self.choice.lines:
            food = item.food or ""
            self.assertAlmostEqual(self.grams(made, food), (item.grams or 0) * 2, msg=food)
        egg = next(i for i in made.lines if i.food == "egg")
        self.assertEqual(egg.preparation, eggs_text(egg.grams or 0))

    def test_there_and_back_is_where_it_was(self) -> None:
        there = rebased(self.choice, CRUST, self.had * 1.7, FOODS)
        back = rebased(there, CRUST, self.had, FOODS)
        for item in self.choice.lines:
            self.assertAlmostEqual(self.grams(back, item.food or ""), item.grams or 0, places=6)

    def test_a_slip_of_the_scale_is_asked_about(self) -> None:
        for grams in (0, -5, self.had * 50, self.had / 50):
            with self.assertRaises(BadInput):
                rebased(self.choice, CRUST, grams, FOODS)
        bare = replace(self.choice, lines=())
        with self.assertRaises(BadInput):
            rebased(bare, CRUST, 500, FOODS)

    def test_eggs_in_words(self) -> None:
        for grams, words in ((50, "1 egg"), (96, "2 eggs"), (75, "1 and 25 g of another, beaten"),
                             (20, "beaten, part of one")):  # fmt: skip
            self.assertEqual(eggs_text(grams), words)

    def test_what_serves_so_many_goes_by_servings_alone(self) -> None:
        cups = replace(BOOK.stand_in("shell", "lettuce_cup"), serves=4.0)
        shells = part("Shells", line("x", 999, "corn_tortilla"))
        shells = replace(shells, slots=(Slot("s", "shell", ("x",)),))
        made = scale_to(shells, shells.slots[0], cups, BOOK.files["shell"], FOODS, 6)
        self.assertAlmostEqual(made.lines[0].grams or 0, 300)
