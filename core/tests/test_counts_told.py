"""How much, told in many ways before or behind a food, weighs what it says."""

from __future__ import annotations

import unittest

from snabo_core.foods import library
from snabo_core.quantities import read_lines
from snabo_core.quantities.numbers import plain_counts

# Ways of saying how many, from memory, with the middle of what they say.
TOLD = (
    ("1", 1), ("one", 1), ("1½", 1.5), ("1 ½", 1.5), ("1 1/2", 1.5), ("1-1/2", 1.5), ("1.5", 1.5),
    ("1,5", 1.5), ("one and a half", 1.5), ("1 and 1/2", 1.5), ("1 & a half", 1.5),
    ("1 + 1/2", 1.5), ("1 1⁄2", 1.5), ("2-3", 2.5), ("2–3", 2.5), ("2 - 3", 2.5), ("2 to 3", 2.5),
    ("2 or 3", 2.5), ("two to three", 2.5), ("three or four", 3.5), ("2/3", 2 / 3), ("⅔", 2 / 3),
    ("two thirds of a", 2 / 3), ("3/4", 0.75), ("¾", 0.75), ("three quarters of a", 0.75),
    ("half a", 0.5), ("1/2", 0.5), ("½", 0.5), ("0.5", 0.5), (".5", 0.5), ("a half", 0.5),
    ("a quarter of a", 0.25), ("¼", 0.25), ("2½", 2.5), ("2 and a half", 2.5),
    ("two and a half", 2.5), ("2 1/2", 2.5), ("2-2½", 2.25), ("1 1/2 to 2", 1.75), ("1½-2", 1.75),
    ("1 to 1½", 1.25), ("1/2 - 3/4", 0.625), ("⅓", 1 / 3), ("1/8", 1 / 8), ("a couple of", 2),
    ("a pair of", 2), ("about 2", 2), ("approx. 2", 2), ("~2", 2),
    ("up to 2", 2), ("c. 2", 2), ("2ish", 2), ("2 or so", 2), ("2 (two)", 2), ("2x", 2),
    ("x2", 2), ("2 x", 2), ("2 whole", 2), ("a dozen", 12), ("1 dozen", 12), ("half a dozen", 6),
)  # fmt: skip
FOODS = (("tbsp", "olive oil"), ("cups", "milk"), ("tins", "chopped tomatoes"),
         ("cloves", "garlic"), ("slices of", "bread"))  # fmt: skip


class CountsTold(unittest.TestCase):
    def test_however_much_is_told_it_weighs_so_much(self) -> None:
        foods = library()
        for unit, food in FOODS:
            (two,) = read_lines(f"2 {unit} {food}", foods)
            assert two.grams.best is not None
            for told, many in TOLD:
                behind = f"{food}, {told} {unit.removesuffix(' of')}"
                for text in (f"{told} {unit} {food}", behind):
                    with self.subTest(text=text):
                        (line,) = read_lines(text, foods)
                        assert line.grams.best is not None
                        self.assertAlmostEqual(
                            line.grams.best / (two.grams.best / 2 * many), 1, delta=0.08
                        )
                        self.assertEqual(line.doubts, ())

    def test_a_pair_is_two(self) -> None:
        for text in ("a pair of kippers", "1 pair of kippers", "pair of kippers", "2 kippers"):
            (line,) = read_lines(text, library())
            self.assertEqual((line.grams.best, line.doubts), (260, ()), text)

    def test_words_that_count_nothing_stay(self) -> None:
        for text in ("2 & half-fat milk", "3 whole chickens", "500 g beef", "salt. Pepper", ""):
            self.assertEqual(plain_counts(text), text)
