"""What leaves a line before it is eaten: proposed from words, an interval, never twice."""

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import Leaves, Leaving, check
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate import plate_of
from snabo_core.quantities import read_line
from snabo_core.quantities.leavings import causes
from snabo_core.recipe import lines_from
from tests.helpers import dish, line, part

SHARES = st.tuples(*[st.floats(0, 1)] * 3).map(lambda s: tuple(sorted(s)))
WHATS: tuple[Leaves, ...] = ("all", "fat", "dissolved", "sodium")
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
                self.assertEqual([gone.cause for gone in read.leavings], [cause])
                self.assertFalse(read.leavings[0].known)
                self.assertAlmostEqual(read.eaten()[0], low)
                self.assertAlmostEqual(read.eaten()[2], high)
                self.assertEqual(read.doubts, ())

    def test_nothing_is_taken_away_by_silence(self) -> None:
        for text in NOTHING:
            self.assertEqual(read_line(text, library()).leavings, (), text)

    def test_only_the_use_that_says_so(self) -> None:
        read = read_line("60 ml olive oil plus 20 ml for frying", library())
        (gone,) = read.leavings
        whole = next(c for c in causes() if c.key == "frying").gone
        self.assertAlmostEqual(gone.best, whole[1] / 4, places=2)

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

    @given(st.dictionaries(st.sampled_from(WHATS), SHARES))
    def test_what_leaves_and_what_is_eaten_make_the_whole(
        self, shares: dict[Leaves, tuple[float, float, float]]
    ) -> None:
        gone = tuple(Leaving("cook", what, *each) for what, each in shares.items())
        before = plate_of(dish(part("p", line("b", 100, "feta"))), library()).figures
        made = check(dish(part("p", line("b", 100, "feta", leavings=gone))))
        after = plate_of(made, library()).figures
        kept = {what: 1 - each[1] for what, each in shares.items()}
        eaten = {
            "fat": kept.get("all", 1) * kept.get("fat", 1),
            "protein": kept.get("all", 1),
            "net_carbs": kept.get("all", 1) * kept.get("dissolved", 1),
            "sodium_mg": kept.get("all", 1) * kept.get("dissolved", 1) * kept.get("sodium", 1),
        }
        for name, share in eaten.items():
            figure, whole = after[name], before[name]
            self.assertAlmostEqual(figure.best, share * whole.best, places=6, msg=name)
            self.assertTrue(-1e-9 <= figure.low <= figure.best + 1e-9, name)
            self.assertTrue(figure.best <= figure.high + 1e-9 <= whole.high + 2e-9, name)

    def test_nothing_leaves_twice_or_upside_down(self) -> None:
        half = Leaving("cook", "fat", 0.5, 0.5, 0.5)
        for gone, words in (
            ((Leaving("x", "all", 0.5, 0.2, 0.9),), "low to high"),
            ((Leaving("x", "all", 0.5, 0.7, 1.9),), "from 0 to 1"),
            ((half, replace(half, cause="frying")), "cannot leave twice"),
        ):
            with self.subTest(words=words), self.assertRaisesRegex(BadInput, words):
                check(dish(part("p", line("b", 100, "butter", leavings=gone))))
