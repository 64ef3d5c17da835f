"""A household's foods, measures and names over the shared list."""

import unittest
import uuid

from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.foods.labels import Label
from snabo_core.foods.own import (
    Own,
    OwnFood,
    OwnMeasure,
    check_measure,
    check_own_food,
)
from snabo_core.plate.exclusions import Exclusion, breaches
from snabo_core.quantities import read_line
from tests.helpers import line

WRAP = OwnFood(
    str(uuid.UUID(int=1)),
    "Quayside oat wraps",
    Label("eu", "100g", None, {"carbohydrate": "10", "fibre": "28", "protein": "15", "fat": "6.2"}),
    names=("our wraps",),
    holds=("gluten", "added salt"),
)


def grown(**more: object):
    return library().with_own(Own(**more))  # type: ignore[arg-type]


class OverTheSharedList(unittest.TestCase):
    """Own things are found first and change nothing for anybody else."""

    def test_found_by_both_names_and_only_here(self) -> None:
        ours = grown(foods=(WRAP,))
        self.assertEqual(ours.search("quayside")[0].food.key, WRAP.key)
        self.assertEqual(read_line("2 our wraps", ours).food, WRAP.key)
        self.assertEqual(library().search("quayside"), [])
        self.assertNotIn(WRAP.key, library().rows)

    def test_put_away_computes_but_is_not_found(self) -> None:
        ours = grown(put_away=(WRAP,))
        self.assertEqual(ours.row(WRAP.key).value("protein"), 15)
        self.assertEqual(ours.search("quayside"), [])

    def test_measure_with_a_word_of_ones_own(self) -> None:
        ours = grown(measures=(OwnMeasure("lentils", "dipper", 110, 100, 120),))
        read = read_line("2 dippers of lentils", ours)
        self.assertEqual((read.grams.low, read.grams.best, read.grams.high), (200, 220, 240))
        self.assertIsNone(read_line("2 dippers of lentils", library()).grams.best)

    def test_own_cup_goes_before_the_density(self) -> None:
        ours = grown(measures=(OwnMeasure("almond_flour", "cup_us", 120, 115, 125),))
        self.assertEqual(read_line("1 cup almond flour", ours, "us").grams.best, 120)
        self.assertNotEqual(read_line("1 cup almond flour", ours, "metric").grams.best, 120)

    def test_name_of_ones_own(self) -> None:
        ours = grown(names={"harbour roots": "swede"})
        self.assertEqual(read_line("300 g harbour roots", ours).food, "swede")
        self.assertEqual(ours.search("harbour")[0].food.key, "swede")

    def test_habits_narrow_a_vague_measure(self) -> None:
        usual = read_line("a drizzle of olive oil", library()).grams
        ours = read_line("a drizzle of olive oil", grown(habits={"drizzle": 10.0})).grams
        self.assertAlmostEqual(ours.best or 0, 9.1, delta=0.2)
        self.assertLess((ours.high or 0) - (ours.low or 0), (usual.high or 0) - (usual.low or 0))

    def test_names_and_measures_of_lost_foods_are_left_out(self) -> None:
        ours = grown(names={"ghost": "own:gone"}, measures=(OwnMeasure("gone", "cup", 1, 1, 1),))
        self.assertEqual(ours.search("ghost"), [])

    def test_many_own_foods_are_searched_quickly_enough_to_type(self) -> None:
        many = tuple(
            OwnFood(str(uuid.UUID(int=i + 10)), f"Pier bake number {i}", WRAP.label)
            for i in range(3000)
        )
        ours = grown(foods=many)
        self.assertGreaterEqual(len(ours.rows), 9900)
        self.assertEqual(ours.search("pier bake number 2999")[0].food.name, many[-1].name)


class Allergens(unittest.TestCase):
    """Read, or unknown; never assumed."""

    def held(self, own: OwnFood, what: str) -> list[str]:
        ours = grown(foods=(own,))
        eaten = line("a", 50, "potato")
        eaten = type(eaten)(id="a", text="x", food=own.key, grams_low=50, grams=50, grams_high=50)
        found = breaches((Exclusion(what),), [eaten], ours)
        return [b.certainty for b in found]

    def test_listed_free_and_unread(self) -> None:
        self.assertEqual(self.held(WRAP, "gluten"), ["contains"])
        self.assertEqual(self.held(WRAP, "added salt"), ["contains"])
        self.assertEqual(self.held(WRAP, "milk"), [])
        unread = OwnFood(WRAP.id, WRAP.name, WRAP.label)
        self.assertEqual(self.held(unread, "milk"), ["unknown"])

    def test_unknown_origin_does_not_pass_for_plant(self) -> None:
        self.assertEqual(self.held(WRAP, "animal"), ["unknown"])


class Refused(unittest.TestCase):
    """What cannot be kept."""

    def test_foods(self) -> None:
        cases = (
            (OwnFood("x", "a", WRAP.label), "no proper id"),
            (OwnFood(WRAP.id, " ", WRAP.label), "1 to 80"),
            (OwnFood(WRAP.id, "123", WRAP.label), "letters"),
            (OwnFood(WRAP.id, "a" * 81, WRAP.label), "1 to 80"),
            (OwnFood(WRAP.id, "a", WRAP.label, holds=("lead",)), "'lead' is not among"),
            (OwnFood(WRAP.id, "a", WRAP.label, grams_per_100_ml=0.0), "3 to 160 g"),
            (OwnFood(WRAP.id, "a", WRAP.label, names=("x",) * 21), "at most 20"),
        )
        for own, words in cases:
            with self.subTest(words=words), self.assertRaisesRegex(BadInput, words):
                check_own_food(own)

    def test_measures(self) -> None:
        for measure in (
            OwnMeasure("lentils", "", 1, 1, 1),
            OwnMeasure("lentils", "ladle", 0, 0, 0),
            OwnMeasure("lentils", "ladle", 5, 6, 7),
            OwnMeasure("lentils", "ladle", float("nan"), 1, 2),
            OwnMeasure("lentils", "<b>", 1, 1, 1),
        ):
            with self.subTest(measure=measure), self.assertRaises(BadInput):
                check_measure(measure)
