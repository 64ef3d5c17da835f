"""Label rounding against the regions' own rules: what is printed, and what it may hide."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.foods.labels import ROUNDING, printed_interval, round_to

# 21 CFR 101.9(c): the rules as the regulation words them. (field, printed, least, most).
US = (
    ("kcal", "0", 0, 5), ("kcal", "5", 5, 7.5), ("kcal", "45", 42.5, 47.5),
    ("kcal", "50", 47.5, 55), ("kcal", "60", 55, 65), ("kcal", "240", 235, 245),
    ("fat", "0", 0, 0.5), ("fat", "0.5", 0.5, 0.75), ("fat", "2.5", 2.25, 2.75),
    ("fat", "4.5", 4.25, 4.75), ("fat", "5", 4.75, 5.5), ("fat", "6", 5.5, 6.5),
    ("saturated", "1", 0.75, 1.25), ("carbohydrate", "0", 0, 0.5),
    ("carbohydrate", "1", 0.5, 1.5), ("carbohydrate", "<1", 0, 1), ("fibre", "3", 2.5, 3.5),
    ("protein", "0", 0, 0.5), ("sugars", "12", 11.5, 12.5), ("sodium_mg", "0", 0, 5),
    ("sodium_mg", "5", 5, 7.5), ("sodium_mg", "135", 132.5, 137.5),
    ("sodium_mg", "140", 137.5, 145), ("sodium_mg", "150", 145, 155),
)  # fmt: skip
# Commission guidance on tolerances for nutrient values, December 2012, table 4: from memory.
EU = (
    ("kcal", "87", 86.5, 87.5), ("kj", "364", 363.5, 364.5), ("fat", "0", 0, 0.5),
    ("fat", "<0.5", 0, 0.5), ("fat", "0.6", 0.55, 0.65), ("fat", "9.9", 9.85, 9.95),
    ("fat", "10", 9.95, 10.5), ("fat", "34", 33.5, 34.5), ("saturated", "0", 0, 0.1),
    ("saturated", "0.2", 0.15, 0.25), ("carbohydrate", "4,7", 4.65, 4.75),
    ("protein", "12", 11.5, 12.5), ("salt", "0", 0, 0.0125), ("salt", "<0.01", 0, 0.01),
    ("salt", "0.03", 0.025, 0.035), ("salt", "1.2", 1.15, 1.25), ("fibre", "7.5", 7.45, 7.55),
)  # fmt: skip


class Printed(unittest.TestCase):
    """Each printed figure stands for the interval its rule leaves open."""

    def test_enough_cases(self) -> None:
        self.assertGreaterEqual(len(US) + len(EU), 30)

    def test_us(self) -> None:
        for field, printed, low, high in US:
            with self.subTest(field=field, printed=printed):
                found = printed_interval("us", field, printed)
                self.assertAlmostEqual(found.low, low)
                self.assertAlmostEqual(found.high, high)

    def test_eu(self) -> None:
        for field, printed, low, high in EU:
            with self.subTest(field=field, printed=printed):
                found = printed_interval("eu", field, printed)
                self.assertAlmostEqual(found.low, low)
                self.assertAlmostEqual(found.high, high)

    def test_how_true_values_are_printed_in_the_us(self) -> None:
        # 21 CFR 101.9(c): under 5 kcal as 0, to 5 up to and including 50, to 10 above; fat
        # under 0.5 g as 0, to 0.5 below 5, to 1 above; sodium to 5 up to 140, to 10 above.
        cases = (
            ("kcal", 4.9, 0), ("kcal", 47.4, 45), ("kcal", 47.6, 50), ("kcal", 54.9, 50),
            ("kcal", 56, 60), ("fat", 0.49, 0), ("fat", 0.6, 0.5), ("fat", 4.8, 5),
            ("fat", 5.4, 5), ("sodium_mg", 4, 0), ("sodium_mg", 138, 140), ("sodium_mg", 146, 150),
            ("protein", 0.49, 0), ("protein", 1.49, 1),
        )  # fmt: skip
        for field, value, printed in cases:
            with self.subTest(field=field, value=value):
                self.assertAlmostEqual(round_to(ROUNDING["us"][field], value), printed)


class Law(unittest.TestCase):
    """What is printed of a true value always allows that value."""

    @given(
        st.sampled_from([(r, f) for r in ("us", "eu") for f in ROUNDING[r]]),
        st.floats(0, 2000, allow_nan=False),
    )
    def test_interval_contains_what_was_rounded(self, rule: tuple[str, str], value: float) -> None:
        region, field = rule
        printed = round_to(ROUNDING[region][field], value)
        found = printed_interval(region, field, f"{printed:.4f}".rstrip("0").rstrip("."))
        self.assertLessEqual(found.low, value + 1e-6)
        self.assertGreaterEqual(found.high, value - 1e-6)
        self.assertLessEqual(found.low, found.best)
        self.assertLessEqual(found.best, found.high)
