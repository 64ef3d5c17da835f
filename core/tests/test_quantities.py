"""Ingredient lines become amount, unit, food and grams."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.foods import library
from snabo_core.quantities import read_line, unit_for
from snabo_core.quantities.amounts import read_amount
from snabo_core.quantities.numbers import spell_fractions, to_number
from tests.score_lines import ASKS, NO_FOOD, expected_lines, score

# text, amount, unit, food, form, grams (best), tolerance in grams
CASES = [
    ("1 1/2 cups plain flour", 1.5, "cup_metric", "wheat_flour", "dry", 199, 2),
    ("1½ cups flour", 1.5, "cup_metric", "wheat_flour", "dry", 199, 2),
    ("⅛ tsp salt", 0.125, "tsp_metric", "salt", "dry", 0.76, 0.02),
    ("1,5 kg floury potatoes, peeled", 1.5, "kilogram", "potato", "raw", 1380, 0),
    ("2-3 onions", 2.5, None, "onion", "raw", 275, 0),
    ("2 to 3 carrots, diced", 2.5, None, "carrot", "raw", 152.5, 0.1),
    ("two 14-oz cans tomatoes", 2, "can", "tomato", "tinned", 794, 1),
    ("1 (400 g) can butter beans, drained", 1, "can", "butter_beans", "drained", 240, 0),
    ("200g/7oz cheddar, grated", 200, "gram", "cheddar", "raw", 200, 0),
    ("½ box (about 8 oz) pasta", 0.5, "box", "pasta", "dry", 113.4, 0.1),
    ("1 lb. 80/20 mince", 1, "pound", "beef_mince", "fat20", 453.6, 0.1),
    ("a pinch of salt", 1, "pinch", "salt", "dry", 0.5, 0.05),
    ("knob of butter", 1, "knob", "butter", "raw", 15, 0),
    ("thumb-size piece of ginger", 1, "thumb", "ginger", "raw", 15, 0),
    ("3 large eggs, beaten", 3, None, "egg", "raw", 159, 0),
    ("2 T butter", 2, "tbsp_metric", "butter", "raw", 28.8, 0.1),
    ("1 t salt", 1, "tsp_metric", "salt", "dry", 6.1, 0.1),
    ("1 c. milk", 1, "cup_metric", "milk", "liquid", 257.5, 0.1),
    ("2 x 400 g tins white beans", 2, "can", "white_beans", "drained", 480, 0),
    ("1 lb 2 oz beef mince", 1.125, "pound", "beef_mince", "raw", 510.3, 0.1),
    ("1 large celeriac (about 900g), peeled", 1, None, "celeriac", "raw", 810, 0),
    ("juice of 1 lemon", 1, None, "lemon_juice", "raw", 40, 0),
    ("zest of 1 lemon", 1, None, "lemon_zest", "raw", 5, 0),
    ("Eggs, 2", 2, None, "egg", "raw", 100, 0),
    ("frozen peas 200 g", 200, "gram", "peas", "frozen", 200, 0),
    ("2 cups cooked lentils", 2, "cup_metric", "lentils", "boiled", 420, 1),
    ("• 2 leeks, sliced", 2, None, "leek", "raw", 300, 0),
    ("☐ 250&nbsp;ml milk", 250, "millilitre", "milk", "liquid", 257.5, 0.1),
    ("heaped tsp mustard", 1, "tsp_metric", "mustard", "raw", 6.8, 0.1),
]


class ReadLine(unittest.TestCase):
    """What people write is read as a cook would."""

    def test_lines_people_write(self) -> None:
        for text, amount, unit, food, form, grams, tolerance in CASES:
            with self.subTest(text=text):
                read = read_line(text, library())
                self.assertIsNotNone(read.amount)
                self.assertAlmostEqual(read.amount.best, amount, delta=0.005)
                self.assertEqual(read.amount.unit.id if read.amount.unit else None, unit)
                self.assertEqual((read.food, read.form), (food, form))
                self.assertAlmostEqual(read.grams.best, grams, delta=tolerance + 0.01)
                self.assertLessEqual(read.grams.low, read.grams.best)
                self.assertGreaterEqual(read.grams.high, read.grams.best)
                self.assertEqual(read.doubts, ())

    def test_written_text_is_kept(self) -> None:
        text = "  2 Leeks ; sliced thin &amp; washed "
        self.assertEqual(read_line(text, library()).text, text)

    def test_alternatives_keep_the_first(self) -> None:
        read = read_line("1 tbsp butter or olive oil", library())
        self.assertEqual((read.food, read.alternatives), ("butter", ("olive oil",)))

    def test_misspelt_food_is_guessed_and_doubted(self) -> None:
        slip = read_line("500 g cauliflwer", library())
        self.assertEqual((slip.food, slip.doubts), ("cauliflower", ()))
        read = read_line("500 g calliflowr", library())
        self.assertEqual((read.food, read.doubts), ("cauliflower", ("food_guessed",)))

    def test_unknown_food_is_doubtful_not_invented(self) -> None:
        read = read_line("2 handfuls of xyzzyplugh", library())
        self.assertIsNone(read.food)
        self.assertIsNone(read.grams.best)
        self.assertEqual(read.doubts, ("no_food",))

    def test_no_amount_is_unknown_not_zero(self) -> None:
        read = read_line("wholegrain mustard", library())
        self.assertIsNone(read.grams.best)
        self.assertIn("no_grams", read.doubts)

    def test_to_taste_has_a_finite_prior(self) -> None:
        read = read_line("salt to taste", library())
        self.assertTrue(read.to_taste)
        self.assertLess(read.grams.high, 20)

    def test_weight_before_trimming_widens_downwards(self) -> None:
        read = read_line("900 g potatoes, peeled", library())
        self.assertAlmostEqual(read.grams.low, 900 * 0.84)

    @settings(deadline=None, max_examples=150)
    @given(st.text(max_size=120))
    def test_no_text_breaks_it(self, text: str) -> None:
        read = read_line(text, library())
        self.assertTrue(0 <= read.confidence <= 1)
        if read.grams.best is not None:
            self.assertTrue(0 <= read.grams.low <= read.grams.best <= read.grams.high)


class Amounts(unittest.TestCase):
    """Numbers and units on their own."""

    def test_numbers(self) -> None:
        for text, value in (("1 1/2", 1.5), ("3/4", 0.75), ("1,5", 1.5), ("1,000", 1000.0)):
            self.assertAlmostEqual(to_number(text), value)

    def test_ranges_keep_both_ends(self) -> None:
        amount, _ = read_amount("2–3 tbsp oil", "us")
        self.assertEqual((amount.low, amount.high, amount.unit.id), (2.0, 3.0, "tbsp_us"))

    def test_spoons_differ_by_system(self) -> None:
        # Australia's tablespoon is 20 mL, the metric one 15, the US one 14.787: kitchen
        # definitions, common practice, no source.
        sizes = [unit_for("tbsp", system).size for system in ("australia", "metric", "us")]
        self.assertEqual([round(size, 3) for size in sizes], [20.0, 15.0, 14.787])

    @given(st.integers(1, 40), st.sampled_from(["½", "¼", "¾", "⅓", "⅔", "⅛"]))
    def test_typographic_fractions(self, whole: int, sign: str) -> None:
        amount, _ = read_amount(spell_fractions(f"{whole}{sign} cups"), "metric")
        plain = {"½": 1 / 2, "¼": 1 / 4, "¾": 3 / 4, "⅓": 1 / 3, "⅔": 2 / 3, "⅛": 1 / 8}
        self.assertAlmostEqual(amount.best, whole + plain[sign])

    @settings(deadline=None)
    @given(st.floats(0.5, 50))
    def test_grams_are_linear_in_the_amount(self, factor: float) -> None:
        one = read_line("100 g butter", library()).grams.best
        many = read_line(f"{100 * factor:.3f} g butter", library()).grams.best
        self.assertAlmostEqual(many / one, factor, delta=0.001 * factor)

    def test_common_practice_measures(self) -> None:
        # Common practice, no source: a pinch is 1/16 to 1/8 tsp; one medium to large onion
        # is about a cup chopped; a clove of garlic 3 g.
        pinch = read_line("a pinch of salt", library()).grams
        spoon = read_line("1 tsp salt", library(), "us").grams.best
        self.assertLess(pinch.low, spoon / 16)
        self.assertGreaterEqual(pinch.high, spoon / 8)
        cup = read_line("1 cup chopped onion", library(), "us").grams.best
        large = read_line("1 large onion", library()).grams.best
        self.assertLess(abs(cup - large) / cup, 0.15)


class Quality(unittest.TestCase):
    """Lines written from imagination; the half set aside was not looked at while tuning."""

    def test_the_half_set_aside(self) -> None:
        lines = expected_lines()
        self.assertGreaterEqual(len(lines), 900)
        aside = score([line for line in lines if line.set_aside])
        self.assertGreaterEqual(aside.count, 430)
        self.assertGreaterEqual(aside.amounts, 0.97)
        self.assertGreaterEqual(aside.foods, 0.95)
        self.assertGreaterEqual(aside.grams, 0.95)
        # The goal is 1 in 100; the last hands that were added read at 2 in 100.
        self.assertLessEqual(aside.silent, 0.012)
        self.assertLessEqual(aside.doubts, 0.06)

    def test_every_expected_food_exists(self) -> None:
        for line in expected_lines():
            known = line.food in {NO_FOOD, ASKS} or line.food in library().foods
            self.assertTrue(known, line.text)
