"""Conversions at hand, checked against the design's values."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.errors import BadInput, UnknownFood
from snabo_core.foods import library
from snabo_core.quantities.conversions import convert_amount, microwave_seconds, oven
from snabo_core.quantities.units import UNITS


def best(amount: float, unit: str, food: str, form: str | None = None) -> dict[str, float]:
    found = convert_amount(amount, unit, food, form, library())
    return {u.unit: u.best for u in found.units}


class Amounts(unittest.TestCase):
    """An amount of a food in every other unit."""

    def test_weights_are_exact(self) -> None:
        self.assertAlmostEqual(best(1, "pound", "potato")["gram"], 453.59237)
        self.assertAlmostEqual(best(16, "ounce", "potato")["pound"], 1.0)

    def test_volumes_need_no_food(self) -> None:
        # US cup 236.588 mL, tbsp 14.787 mL; metric cup 250, Australian tablespoon 20.
        found = best(1, "cup_metric", "water")
        self.assertAlmostEqual(found["tbsp_au"], 12.5)
        self.assertAlmostEqual(found["cup_us"], 250 / 236.588, places=5)

    def test_counts_carry_the_measures_range(self) -> None:
        found = convert_amount(3, "clove", "garlic", None, library())
        assert found.grams is not None
        self.assertLess(found.grams.low, found.grams.best)
        self.assertLess(found.grams.best, found.grams.high)

    def test_fresh_and_dried(self) -> None:
        # 1 tbsp chopped garlic is about 1 tsp powder; half a cup of onion about 1 tsp powder;
        # fresh herbs 3 : 1 dried. Common practice, no source.
        for amount, unit, food, form in (
            (1, "tbsp_us", "garlic", None), (0.5, "cup_us", "onion", "raw"),
            (3, "tsp_us", "thyme", "raw"),
        ):  # fmt: skip
            words = convert_amount(amount, unit, food, form, library()).exchanges[0]
            self.assertRegex(words, r"about 1 tsp ", food)
        back = convert_amount(1, "tsp_us", "thyme", "dry", library()).exchanges[0]
        self.assertRegex(back, "about 3 tsp .* fresh thyme")

    def test_salt_kinds(self) -> None:
        # Grams per teaspoon: fine table 6, fine sea 5.5, coarse flakes 2.8 to 4.8 by kind.
        found = convert_amount(6, "gram", "salt", None, library()).exchanges
        self.assertRegex(found[0], "fine table salt: 1 tsp")
        self.assertRegex(found[1], "fine sea salt: 1.09 tsp")
        self.assertRegex(found[2], "light: 2.14 tsp")
        self.assertRegex(found[3], "dense: 1.25 tsp")

    def test_what_cannot_be_told_says_so(self) -> None:
        found = convert_amount(1, "tub", "butter", None, library())
        self.assertEqual((found.grams, found.units), (None, ()))
        self.assertRegex(found.problem, "how much is in the tub of butter")

    def test_refusals(self) -> None:
        for amount in (0, -1, float("nan"), float("inf"), 1e9):
            with self.assertRaises(BadInput):
                convert_amount(amount, "gram", "potato", None, library())
        with self.assertRaisesRegex(BadInput, "unit 'cubit'"):
            convert_amount(1, "cubit", "potato", None, library())
        with self.assertRaises(UnknownFood):
            convert_amount(1, "gram", "nope", None, library())

    @given(st.floats(0.01, 100), st.sampled_from(["gram", "cup_us", "tsp_metric", "ounce"]))
    def test_there_and_back(self, amount: float, unit: str) -> None:
        for other in ("millilitre", "ounce", "tbsp_au"):
            there = best(amount, unit, "milk")[other]
            self.assertAlmostEqual(best(there, other, "milk")[unit] / amount, 1.0, places=6)


class Heat(unittest.TestCase):
    """Oven scales and microwave watts."""

    def test_scales(self) -> None:
        # Fan minus 20 C; gas mark 6 is 400 F is about 200 C. Common practice, no source.
        found = oven(200, "celsius")
        self.assertEqual((found.fan_celsius, found.gas_mark), (180, "6"))
        self.assertAlmostEqual(oven(6, "gas").fahrenheit, 400)
        self.assertAlmostEqual(oven(180, "fan").celsius, 200)
        self.assertAlmostEqual(oven(212, "fahrenheit").celsius, 100)
        self.assertEqual(oven(120, "celsius").gas_mark, "1/2")

    def test_no_oven_goes_there(self) -> None:
        for value, scale in ((9000, "celsius"), (0, "gas"), (-5, "fan"), (200, "kelvin")):
            with self.assertRaises(BadInput):
                oven(value, scale)
        with self.assertRaises(BadInput):
            oven(float("nan"), "celsius")

    def test_microwave(self) -> None:
        # 60 s at 700 W is 42 s at 1,000 W: proportionality (checks.md).
        self.assertAlmostEqual(microwave_seconds(60, 700, 1000), 42)
        for seconds, watts in ((0, 700), (60, 0), (60, 1e6), (float("inf"), 700)):
            with self.assertRaises(BadInput):
                microwave_seconds(seconds, watts, 800)

    def test_every_unit_offered_is_a_unit(self) -> None:
        found = convert_amount(1, "gram", "milk", None, library())
        self.assertTrue({u.unit for u in found.units} <= UNITS.keys())
