"""What leaves a line before it is eaten: proposed from words, an interval, never twice."""

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import Leaving, Loss, Use, check
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate import plate_of
from snabo_core.quantities import read_line
from snabo_core.quantities.leavings import causes
from snabo_core.recipe import lines_from
from tests.helpers import dish, line, part

# Shares that stay on the plate by the sources named in the book, low and high.
WORDS = (
    ("1 litre sunflower oil, for deep frying", "deep_frying", 0.03, 0.2),
    ("2 tbsp olive oil, for frying", "frying", 0.35, 0.9),
    ("1 tbsp salt, for the pasta water", "cooking_water", 0.03, 0.2),
    ("2 tsp salt for degorging", "drawing", 0.3, 0.7),
    ("60 g salt for the brine", "brine", 0.05, 0.3),
    ("3 tbsp soy sauce, for the marinade", "marinade", 0.2, 0.9),
    ("50 g flour, for dusting", "dusting", 0.2, 0.8),
    ("80 g breadcrumbs, for coating", "coating", 0.4, 0.9),
    ("15 g butter, for greasing", "tin", 0.4, 0.9),
)
NOTHING = ("200 g flour", "2 tbsp olive oil", "1 tsp salt", "300 g potatoes, for frying",
           "400 g can chickpeas, drained", "100 g butter, for the crust")  # fmt: skip


class Words(unittest.TestCase):
    """Words name the cause; other lines lose nothing."""

    def test_causes(self) -> None:
        for text, cause, low, high in WORDS:
            with self.subTest(text=text):
                (read,) = lines_from(text, library(), "metric")
                assert read.leaving is not None
                self.assertEqual(read.leaving.cause, cause)
                self.assertAlmostEqual(read.eaten()[0], low)
                self.assertAlmostEqual(read.eaten()[2], high)
                self.assertEqual(read.doubts, ())

    def test_nothing_is_taken_away_by_silence(self) -> None:
        for text in NOTHING:
            self.assertIsNone(read_line(text, library()).leaving, text)

    def test_only_the_use_that_says_so(self) -> None:
        read = read_line("60 ml olive oil plus 20 ml for frying", library())
        assert read.leaving is not None
        whole = next(c for c in causes() if c.key == "frying").gone
        self.assertAlmostEqual(read.leaving.best, whole[1] / 4, places=2)

    def test_every_cause_names_its_source(self) -> None:
        for cause in causes():
            self.assertRegex(cause.source, "from memory|common practice")
            low, best, high = cause.gone
            self.assertTrue(0 <= low <= best <= high <= 1, cause.key)


class Plate(unittest.TestCase):
    """Figures follow, with the interval."""

    def test_a_litre_of_frying_oil_is_not_eaten(self) -> None:
        (oil,) = lines_from("1 litre sunflower oil, for deep frying", library(), "metric")
        fat = plate_of(dish(part("p", oil), servings=4), library()).figures["fat"]
        # 920 g of oil; 3 to 20 % of it is taken up: 7 to 46 g a serving.
        self.assertTrue(5 < fat.low < 10 and 40 < fat.high < 52, fat)
        self.assertAlmostEqual(fat.best, 23, delta=2)

    def test_rinsed_beans_lose_sodium_alone(self) -> None:
        (plain,) = lines_from("400 g can chickpeas, drained", library(), "metric")
        (rinsed,) = lines_from("400 g can chickpeas, drained and rinsed", library(), "metric")
        before = plate_of(dish(part("p", plain)), library()).figures
        after = plate_of(dish(part("p", rinsed)), library()).figures
        ratio = after["sodium_mg"].best / before["sodium_mg"].best
        self.assertAlmostEqual(ratio, 0.65, places=2)
        self.assertLess(after["sodium_mg"].low, after["sodium_mg"].best)
        self.assertAlmostEqual(after["protein"].best, before["protein"].best)

    @given(
        st.floats(0, 1), st.floats(0, 1), st.floats(0, 1), st.floats(0, 1),
        st.tuples(st.floats(0, 1), st.floats(0, 1), st.floats(0, 1)).map(sorted),
    )  # fmt: skip
    def test_the_same_grams_never_leave_twice(
        self, retained: float, left: float, poured: float, drained: float, gone: list[float]
    ) -> None:
        uses = (Use("dish", 1 - left), Use("left", left))
        made = replace(
            line("b", 100, "butter"), retained=retained, uses=uses,
            leaving=Leaving("frying", "left in the pan", *gone),
        )  # fmt: skip
        losses = (
            Loss("x", "poured_off_fat", ("b",), poured),
            Loss("y", "drained_liquid", ("b",), drained),
        )
        own = replace(part("p", made), losses=losses)
        figures = plate_of(dish(own), library()).figures
        whole = plate_of(dish(part("p", line("b", 100, "butter"))), library()).figures
        for name in ("fat", "sodium_mg", "kcal", "protein"):
            figure = figures[name]
            self.assertGreaterEqual(figure.low, -1e-9)
            self.assertLessEqual(figure.low, figure.best + 1e-9)
            self.assertLessEqual(figure.best, figure.high + 1e-9)
            self.assertLessEqual(figure.best, whole[name].best + 1e-9)

    def test_upside_down_is_refused(self) -> None:
        odd = replace(line("b", 100, "butter"), leaving=Leaving("x", "x", 0.5, 0.2, 0.9))
        with self.assertRaisesRegex(BadInput, "low to high"):
            check(dish(part("p", odd)))
