"""How large the counted pieces are weighs the same, wherever and however a line says it."""

from __future__ import annotations

import unittest

from snabo_core.foods import library
from snabo_core.quantities import read_lines
from snabo_core.quantities.sizes import sizes_told
from snabo_core.wording import say

FOODS = ("onions", "carrots", "aubergines", "leeks", "red peppers", "sweet potatoes", "mushrooms",
         "chicken thighs", "lemons", "celery sticks")  # fmt: skip
# Words for a size, from memory.
WORDS = {
    "small": ("small", "sm", "little", "smallish", "small-ish", "rather small", "S"),
    "medium": ("medium", "med", "medium-sized", "medium sized", "average-sized", "mid-size",
               "normal-sized"),
    "large": ("large", "big", "lge", "lg", "largish", "biggish", "large-ish", "quite large",
              "nice big", "good big", "fat"),
}  # fmt: skip


class Sizes(unittest.TestCase):
    def test_a_size_weighs_the_same_before_and_behind(self) -> None:
        foods = library()
        for food in FOODS:
            for size, words in WORDS.items():
                (plain,) = read_lines(f"2 {size} {food}", foods)
                for word in words:
                    for text in (
                        f"2 {word} {food}", f"{food}, 2 {word}", f"{food} (2 {word})",
                        f"2 {food}, {word}", f"2 {food} ({word})", f"2 {food} ({word}), chopped",
                    ):  # fmt: skip
                        if word == "S" and text.startswith(food):
                            # Pieces of that letter stand before a food or behind a comma.
                            continue
                        (line,) = read_lines(text, foods)
                        with self.subTest(text=text):
                            self.assertEqual((line.grams.best, line.doubts),
                                             (plain.grams.best, ()))  # fmt: skip

    def test_other_words_stay(self) -> None:
        for text in ("a little salt", "2 little gem lettuces", "2 onions, large dice",
                     "a little cold water", "2 carrots, cut in big pieces", "3 eggs"):  # fmt: skip
            self.assertEqual(sizes_told(text), text)

    def test_a_size_says_nothing_of_what_is_measured(self) -> None:
        for text, plain in (
            ("1 kg prawns, large", "1 kg prawns"), ("1 cup onions, small", "1 cup onions"),
            ("2 tbsp capers, small", "2 tbsp capers"), ("1 lb potatoes, large", "1 lb potatoes"),
            ("500 g extra large prawns", "500 g prawns"),
            ("2 cups prawns (large)", "2 cups prawns"),
        ):  # fmt: skip
            (line,), (bare,) = read_lines(text, library()), read_lines(plain, library())
            self.assertEqual((line.grams.best, line.doubts), (bare.grams.best, ()), text)
        (giant,) = read_lines("200 g giant couscous", library())
        self.assertEqual((giant.food, giant.doubts), ("giant_couscous", ()))

    def test_the_reason_names_the_size_that_was_weighed(self) -> None:
        for text, reason in (
            ("2 aubergines, large", "1 large at 420 g"),
            ("2 large cloves garlic", "1 large clove at 4.2 g"),
            ("2 tins chickpeas (480 g)", "240 g each, as written"),
            ("2 tins chickpeas", "1 can at 240 g"),
        ):
            (line,) = read_lines(text, library())
            self.assertIn(reason, say(line.grams.reason), text)
