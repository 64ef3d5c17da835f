"""What a recipe says does not hang on how its text is set: its blanks, its fractions, its capitals.

The plain text's reading is the measure; nothing is said here of whether that is right.
"""

from __future__ import annotations

import re
import unittest
from collections.abc import Callable
from typing import Any

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.recipe import guess_system, read_recipe
from tests.score_heads import letters
from tests.score_recipes import recipes

EVERY = 12
FRACTIONS = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅓": "1/3", "⅔": "2/3"}
# In capitals nobody knows a teaspoon from a tablespoon.
SPOON = re.compile(r"\d\s?t\b")


def with_signs(text: str) -> str:
    """Return a text with the signs of its fractions: "1½" for "1 1/2"."""
    for sign, plain in FRACTIONS.items():
        text = re.sub(rf"(?<![\d/.])(\d+) {plain}(?![\d/])", rf"\1{sign}", text)
        text = re.sub(rf"(?<![\d/.,–-])(?<!\d ){plain}(?![\d/])", sign, text)
    return text


SETTINGS: dict[str, Callable[[str], str]] = {
    "no-break blanks": lambda text: text.replace(" ", "\u00a0"),
    "thin blanks behind figures": lambda text: re.sub(r"(?<=\d) (?=\S)", "\u202f", text),
    "two blanks": lambda text: text.replace(" ", "  "),
    "signs for fractions": with_signs,
    "line ends of another system": lambda text: text.replace("\n", "\r\n"),
    "unseen signs": lambda text: text.replace("\n", "\n\u200b"),
}


def told(dish: Dish) -> dict[str, Any]:
    """Return what a dish says, however it is set."""
    lines = [line for part in dish.parts for line in part.lines]
    return {
        "title": letters(dish.title),
        "servings": (dish.told.servings_low, dish.told.servings_high),
        "lines": [(line.food, round(line.grams or 0)) for line in lines],
        "parts": [letters(part.name) for part in dish.parts],
        "steps": len(dish.steps),
    }


class SetOtherwise(unittest.TestCase):
    def setUp(self) -> None:
        chosen = [recipe for recipe in recipes() if not recipe.set_aside][::EVERY]
        self.assertGreater(len(chosen), 30)
        self.texts = [recipe.text for recipe in chosen]

    def read(self, text: str) -> dict[str, Any]:
        return told(read_recipe(text, library(), None))

    def test_blanks_and_fractions(self) -> None:
        for text in self.texts:
            plain = self.read(text)
            for name, setting in SETTINGS.items():
                with self.subTest(name, title=plain["title"]):
                    self.assertEqual(self.read(setting(text)), plain)

    def test_all_in_capitals(self) -> None:
        unlike = []
        asked = [text for text in self.texts if SPOON.search(text) is None]
        for text in asked:
            plain, shouted = self.read(text), self.read(text.upper())
            unlike += [
                f"{plain['title']}: {what}" for what in plain if plain[what] != shouted[what]
            ]
        # A capital within a line ("Parmesan", "T.") is lost with the others.
        self.assertLessEqual(len(unlike), len(asked) * 0.1, unlike)

    def test_parts_of_a_text_in_capitals_keep_their_names(self) -> None:
        text = "LEEK BAKE\n\nINGREDIENTS\n3 LEEKS\nBUTTER\nTOPPING\n1 CUP BREADCRUMBS\n2 EGGS\n"
        dish = read_recipe(f"{text}\nMETHOD\nBAKE.\n", library())
        names = [(part.name, [line.text for line in part.lines]) for part in dish.parts]
        self.assertEqual(
            names,
            [("Dish", ["3 LEEKS", "BUTTER"]), ("Topping", ["1 CUP BREADCRUMBS", "2 EGGS"])],
        )
        self.assertEqual((dish.title, dish.steps[0].text), ("LEEK BAKE", "BAKE."))

    def test_a_fraction_behind_a_no_break_blank(self) -> None:
        text = "Leek bake\n\nIngredients\n{} cups flour\n2 leeks\n\nMethod\nBake.\n"
        for blank in "\u00a0\u202f\u2009\u3000":
            with self.subTest(blank=hex(ord(blank))):
                (line, _) = read_recipe(text.format(f"1{blank}1/2"), library()).parts[0].lines
                self.assertEqual((line.amount, line.food), (1.5, "wheat_flour"))

    def test_whose_cups_they_are(self) -> None:
        self.assertEqual(guess_system("Bake at 350\u00a0°F."), "us")
        self.assertEqual(guess_system("½ lb beef\n1½ cups rice"), "us")
        # "4 C" are cups, and "180 C" is an oven.
        self.assertEqual(guess_system("4 C broth\nBake at 350 F."), "us")
        self.assertEqual(guess_system("4 cups broth\nBake at 180 C."), "metric")

    def test_a_decimal_comma_behind_a_word(self) -> None:
        for text, grams in (
            ("1 marrow, about 1,5 kg", 1500),
            ("1 head of cabbage, 1,2-1,5 kg", 1350),
            ("1 marrow, about 1,25 kg", 1250),
        ):
            with self.subTest(text):
                dish = read_recipe(f"Leek bake\n\nIngredients\n{text}\n2 leeks\n", library())
                self.assertAlmostEqual(dish.parts[0].lines[0].grams or 0, grams)


if __name__ == "__main__":
    unittest.main()
