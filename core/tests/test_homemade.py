"""A kept dish or part as a food: plate, water, allergens follow it."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.dish import Dish, Leaving, Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library, library
from snabo_core.foods.certainty import EXCLUSIONS, certainty_of
from snabo_core.foods.own import Own
from snabo_core.plate import plate_of
from snabo_core.plate.exclusions import Exclusion, breaches
from snabo_core.plate.nutrients import SHOWN
from snabo_core.plate.rows import PolyolRule, Rules
from snabo_core.plate.setting import Setting
from snabo_core.recipe import lines_from
from snabo_core.swaps.book import book
from snabo_core.swaps.frozen import freeze, thaw
from snabo_core.swaps.homemade import Homemade, homemade_in, make_food
from tests.helpers import dish, line, part

FOODS = ("potato", "onion", "olive_oil", "cheddar", "chickpeas", "cashews", "cod", "kale",
         "butter", "bread", "erythritol", "soy_sauce")  # fmt: skip
ONE = "0f1d6a4e-3f4e-4d4e-9d6b-3d1a2b3c4d5e"


def made_of(whole: Dish, part_id: str | None = None, grams: float | None = None) -> Homemade:
    """Return version 1 of a dish as a food called walnut paste."""
    return make_food(
        ONE, "walnut paste", 1, whole, part_id, grams, Setting(()), book(), library()
    )  # fmt: skip


def with_food(food: Homemade) -> Library:
    """Return the foods with one that is homemade."""
    return library().with_own(Own(made=(food.food_and_row(),)))


def of_it(food: Homemade, grams: float) -> Line:
    """Return a line of a homemade food."""
    found, _ = food.food_and_row()
    return Line("x", f"{grams} g {food.name}", food=found.key, form=found.default_form,
                food_name=food.name, grams_low=grams, grams=grams, grams_high=grams)  # fmt: skip


class Plate(unittest.TestCase):
    """So many grams of it bring their share of what went in."""

    def test_starchy_is_what_has_most_of_its_carbohydrate_from_starch(self) -> None:
        # 20 g of carbohydrate of 100 g of white bread's 49 by half, a tenth and none.
        for bread, starch in ((100.0, "full"), (60.0, "full"), (4.0, "none"), (0.0, "none")):
            pot = part("Pot", line("a", 300.0, "onion"), *(
                [line("b", bread, "bread")] if bread else []
            ))  # fmt: skip
            food, _ = made_of(dish(pot, servings=3.0)).food_and_row()
            with self.subTest(bread=bread):
                self.assertEqual(food.starch, starch)

    @settings(deadline=None)
    @given(
        st.lists(st.tuples(st.sampled_from(FOODS), st.floats(5, 500)), min_size=1, max_size=6,
                 unique_by=lambda pair: pair[0]),
        st.floats(1, 900), st.sampled_from(("all", "half", "none")), st.floats(0, 1),
    )  # fmt: skip
    def test_all_of_it_is_the_dish(
        self, foods: list[tuple[str, float]], grams: float, polyols: PolyolRule, poured: float
    ) -> None:
        lines = [line(f"l{i}", g, food) for i, (food, g) in enumerate(foods)]
        gone = (Leaving("cook", "fat", poured, poured, poured, known=True),)
        lines[0] = replace(lines[0], leavings=gone)
        whole = dish(part("p", *lines))
        mass = sum(g for _, g in foods)
        rules = Rules(polyols)
        food = made_of(whole, grams=mass)
        before = plate_of(whole, library(), rules=rules).figures
        after = plate_of(dish(part("q", of_it(food, grams))), with_food(food), rules=rules).figures
        for name in SHOWN:
            was, now, share = before[name], after[name], grams / mass
            if name == "carbohydrate" or was.best is None:
                continue  # fibre stands outside its carbohydrate
            self.assertAlmostEqual(now.best or 0, was.best * share, delta=1e-4 + 1e-6 * was.best)
            self.assertLessEqual(now.low, was.low * share + 1e-4, name)
            if was.high is not None and now.high is not None:
                self.assertGreaterEqual(now.high + 1e-4, was.best * share, name)

    def test_a_part_alone_and_by_its_finished_weight(self) -> None:
        whole = dish(part("p", line("a", 300, "olive_oil"), line("b", 300, "walnuts")),
                     part("q", line("c", 900, "kale")))  # fmt: skip
        food = made_of(whole, "p", 500)
        self.assertEqual((food.grams, food.weighed, food.part), (500, True, "p"))
        fat = plate_of(dish(part("x", of_it(food, 100))), with_food(food)).figures["fat"]
        alone = plate_of(dish(whole.parts[0]), library()).figures["fat"].best or 0
        self.assertAlmostEqual(fat.best or 0, alone / 5, places=4)

    def test_what_nobody_weighed_may_have_shrunk(self) -> None:
        food = made_of(dish(part("p", line("a", 500, "kale"), line("b", 500, "cheddar"))))
        fat = plate_of(dish(part("x", of_it(food, 100))), with_food(food)).figures["protein"]
        self.assertFalse(food.weighed)
        self.assertAlmostEqual((fat.high or 0) / (fat.best or 1), 1 / 0.7, delta=0.2)

    def test_its_water_follows_its_weight(self) -> None:
        whole = dish(part("p", line("a", 1000, "kale")))
        _, wet = made_of(whole, grams=1000).food_and_row()
        _, dry = made_of(whole, grams=500).food_and_row()
        water = wet.value("water") or 0
        self.assertAlmostEqual(dry.value("water") or 0, (water * 10 - 500) / 5, places=4)


class WhatIsInIt(unittest.TestCase):
    """Allergens and own words reach through it; nothing is free by silence."""

    @given(st.lists(st.sampled_from(FOODS), min_size=1, max_size=4, unique=True))
    def test_as_surely_as_its_lines(self, foods: list[str]) -> None:
        food, _ = made_of(dish(part("p", *(line(f, 50, f) for f in foods)))).food_and_row()
        for what in EXCLUSIONS:
            inside = [certainty_of(library().food(f), what) for f in foods]
            order = ("contains", "may_contain", "check_label", "unknown", "free")
            self.assertEqual(certainty_of(food, what), min(inside, key=order.index), what)

    def test_a_word_of_ones_own(self) -> None:
        food = made_of(dish(part("p", line("a", 100, "kale"))))
        found = breaches((Exclusion("kale"),), [of_it(food, 50)], with_food(food))
        self.assertEqual([b.certainty for b in found], ["contains"])


class Using(unittest.TestCase):
    """A recipe may name it; a version that uses it freezes it."""

    def test_a_line_finds_it_by_name(self) -> None:
        food = made_of(dish(part("p", line("a", 100, "walnuts"))))
        (read,) = lines_from("40 g walnut paste", with_food(food), "metric")
        self.assertEqual((read.food, read.grams, read.doubts), (f"made:{ONE}", 40, ()))
        self.assertEqual(homemade_in(dish(part("x", read))), (ONE,))

    def test_a_kept_version_keeps_it(self) -> None:
        food = made_of(dish(part("p", line("a", 100, "walnuts"))))
        user = dish(part("x", of_it(food, 50)))
        kept = freeze(user, with_food(food), book(), Rules())
        foods, _, _ = thaw(kept, library(), book())
        self.assertAlmostEqual(
            plate_of(user, foods).figures["fat"].best or 0,
            plate_of(user, with_food(food)).figures["fat"].best or 0,
        )

    def test_refusals(self) -> None:
        for whole, grams, words in (
            (dish(part("p", line("a", None, "kale"))), None, "Fix"),
            (dish(part("p", line("a", 100, "kale"))), 0.0, "weighs 1 to"),
            (dish(part("p")), None, "nothing in it"),
        ):
            with self.subTest(words=words), self.assertRaisesRegex(BadInput, words):
                made_of(whole, grams=grams)
        with self.assertRaises(BadInput):
            made_of(dish(part("p", line("a", 100, "kale"))), "gone")
