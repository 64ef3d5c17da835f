"""A step done in rounds or in batches: each is weighed, and what counts is what is there."""

import random
import unittest
from dataclasses import replace

import numpy as np

from snabo_core.dish import NONE, Dish, HoldBack, MethodStep, Part, Readings, Take, Turns
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate.equipment import Equipment, check_equipment
from snabo_core.plate.setting import Setting
from snabo_core.swaps.batches import batches_for
from snabo_core.swaps.book import book
from snabo_core.swaps.dish_water import Glass, dish_water
from snabo_core.swaps.judged import judged
from snabo_core.views.dish_water import GlassView, water_view
from snabo_core.views.run_events import fold_run
from snabo_core.water.advice import question, question_poured
from snabo_core.water.learning import Habit, State, of_food, pressing, shown
from snabo_core.water.mixture import mass_of
from snabo_core.water.priors import LATER_ROUND, PAN_GRAMS_PER_MINUTE, PRESSES, Prior
from snabo_core.water.steps import in_rounds, prior_of, run_over
from tests.helpers import line
from tests.test_learning import LEAVES
from tests.test_run import Told

BOOK, FOODS = book(), library()
WRUNG = {"slot": "", "part": "p", "step": "p", "stand_ins": {}}


def readings(*weights: dict[str, float]) -> Readings:
    """Weigh the wrung leaves after the wilted ones weighed 400 g."""
    told = Told()
    told("weighed", **(WRUNG | {"step": "w", "grams": 400.0}))
    for said in weights:
        told("weighed", **WRUNG, **said)
    return fold_run(told.events).readings


def wrung(said: Readings = NONE) -> Glass:
    glasses = dish_water(LEAVES, BOOK, FOODS, Setting((), readings=said))[0].glasses
    return next(glass for glass in glasses if glass.step == "p")


def seen(said: Readings, equipment: Equipment | None = None) -> GlassView:
    setting = Setting((), readings=said, equipment=equipment or Equipment())
    glasses = water_view(LEAVES, setting, BOOK, FOODS).courses[0].glasses
    return next(glass for glass in glasses if glass.step_id == "p")


class Rounds(unittest.TestCase):
    def test_the_last_round_counts_and_every_one_is_kept(self) -> None:
        said = readings({"grams": 250.0, "round": 1}, {"grams": 200.0, "round": 2})
        self.assertEqual(said.own_steps["p"]["p"], 200.0)
        self.assertEqual(said.turns_of("p", "p"), Turns(2, (250.0, 200.0)))
        self.assertAlmostEqual(wrung(said).point.state.mass, 200.0, places=6)
        self.assertEqual(seen(said).so_far, "2 rounds so far: 250 g and 200 g.")

    def test_one_round_weighed_again_leaves_the_others(self) -> None:
        said = readings(
            {"grams": 250.0}, {"grams": 210.0, "round": 2}, {"grams": 205.0, "round": 2}
        )
        self.assertEqual(said.turns_of("p", "p"), Turns(2, (250.0, 205.0)))
        # What was weighed first, weighed instead: there was no second round.
        said = readings({"grams": 250.0}, {"grams": 210.0, "round": 2}, {"grams": 240.0})
        self.assertEqual(said.turns_of("p", "p"), Turns(1, (240.0,)))

    def test_taking_one_round_back_brings_back_the_one_before(self) -> None:
        told = Told()
        for number, grams in ((1, 250.0), (2, 210.0), (2, 205.0)):
            told("weighed", **WRUNG, grams=grams, round=number)
        told("taken_back", slot="", part="p", step="p", turn=[2, 0])
        self.assertEqual(fold_run(told.events).readings.own_steps, {"p": {"p": 250.0}})
        told("taken_back", slot="", part="p", step="p")
        self.assertEqual(fold_run(told.events).readings.own_steps, {})

    def test_all_rounds_share_one_parameter(self) -> None:
        # By hand: a first round takes 40 % of the water, a later one 0.6 of that share.
        plain = wrung(readings())
        before = plain.passed.before[:, 0]
        water, solids = float(before[0]), 400.0 - float(before[0])
        share = 0.4
        left = water * (1 - share) * (1 - share * LATER_ROUND)
        # The liquid takes 3.5 g of solids in 100 g along.
        mass = left + solids - (water - left) * 0.035 / 0.965
        self.assertAlmostEqual(shown(plain.passed, mass, rounds=2) or 0, share, places=3)
        # Taken for one round it would be a much better cloth than it is.
        self.assertGreater(shown(plain.passed, mass) or 0, share + 0.1)

    def test_what_was_gone_on_with_for_nobody_knows_how_long_teaches_nothing(self) -> None:
        glasses = dish_water(LEAVES, BOOK, FOODS, Setting(()))[0].glasses
        wilted = next(glass for glass in glasses if glass.step == "w")
        grams = wilted.point.state.mass - 10
        self.assertIsNotNone(shown(wilted.passed, grams))
        self.assertIsNone(shown(wilted.passed, grams, rounds=2))

    def test_what_is_expected_of_a_second_round_is_less_than_of_one(self) -> None:
        one = wrung(readings({"grams": 250.0})).point.expected
        two = wrung(readings({"grams": 250.0}, {"grams": 200.0, "round": 2})).point.expected
        self.assertTrue(all(b < a for a, b in zip(one, two, strict=True)))

    def test_one_more_round_leaves_what_a_second_one_does(self) -> None:
        # From the same share, one more round after the first is the second of two.
        one = wrung(readings())
        again = one.passed.another_round()
        step, before = one.passed.node.step, one.passed.before[:, :1]
        share = np.array([prior_of(step).mean])
        two = run_over(in_rounds(step, 2), before, share, np.array([20.0]))
        self.assertIsNotNone(again)
        self.assertTrue(again[0] < float(mass_of(two.after)[0]) < again[1] < one.point.state.mass)
        shown_at = seen(readings({"grams": 250.0})).again
        self.assertTrue(shown_at is not None and shown_at.low < shown_at.high < 250.0)
        self.assertIsNone(seen(readings()).again)
        wilted = dish_water(LEAVES, BOOK, FOODS, Setting(()))[0].glasses[0]
        self.assertIsNone(wilted.passed.another_round())

    def test_heavier_than_after_the_last_round_is_asked_about(self) -> None:
        point = wrung(readings({"grams": 250.0})).point
        self.assertIsNone(question(point, 240.0, before=250.0))
        doubt = question(point, 280.0, before=250.0)
        self.assertEqual(doubt and (doubt.code, doubt.values["grams"]), ("question_heavier", 30.0))


class InBatches(unittest.TestCase):
    def test_nothing_counts_until_all_are_there_and_then_their_sum(self) -> None:
        first = {"grams": 90.0, "batch": 1, "batches": 2}
        said = readings(first)
        self.assertNotIn("p", said.own_steps["p"])
        self.assertTrue(said.turns_of("p", "p").open)
        self.assertIsNone(wrung(said).point.weighed)
        self.assertRegex(seen(said).so_far, r"^90 g in 1 of 2 batches so far")
        said = readings(first, {"grams": 110.0, "batch": 2, "batches": 2})
        self.assertEqual(wrung(said).point.weighed, 200.0)
        said = readings(first, {"grams": 110.0, "batch": 2, "batches": 2},
                        {"grams": 100.0, "batch": 1, "batches": 2})  # fmt: skip
        self.assertEqual(wrung(said).point.weighed, 210.0)

    def test_other_batches_begin_anew(self) -> None:
        said = readings({"grams": 90.0, "batch": 1, "batches": 2},
                        {"grams": 60.0, "batch": 1, "batches": 3})  # fmt: skip
        self.assertEqual(said.turns_of("p", "p"), Turns(batches=(60.0,), of=3))
        self.assertEqual(readings({"grams": 210.0}).turns_of("p", "p").batches, ())

    def test_where_the_first_is_gone_the_second_can_still_be_taken_back(self) -> None:
        told = Told()
        first = told("weighed", **WRUNG, grams=90.0, batch=1, batches=2)
        told("weighed", **WRUNG, grams=110.0, batch=2, batches=2)
        told("taken_back", event=first)
        self.assertEqual(fold_run(told.events).readings.turns_of("p", "p").batches, (110.0,))
        # The screen knows it as the first of those that are left.
        told("taken_back", slot="", part="p", step="p", turn=[1, 1])
        self.assertEqual(fold_run(told.events).readings.turns_of("p", "p").batches, ())

    def test_in_whatever_order_the_events_arrive(self) -> None:
        told = Told()
        for number, grams in ((1, 90.0), (2, 110.0), (1, 100.0)):
            told("weighed", **WRUNG, grams=grams, batch=number, batches=2)
        expected = fold_run(told.events)
        for seed in range(10):
            mixed = list(told.events)
            random.Random(seed).shuffle(mixed)  # noqa: S311 - an order, not a secret
            self.assertEqual(fold_run(mixed), expected)

    def test_a_batch_is_believed_where_the_whole_would_not_be(self) -> None:
        point = wrung(readings()).point
        third = point.expected[1] / 3
        self.assertIsNone(question(point, third, batches=3))
        self.assertIsNone(question(point, third / 3, batches=3))
        self.assertIsNotNone(question(point, third / 50, batches=3))

    def test_the_kitchen_says_in_how_many(self) -> None:
        # By hand: 400 g of leaves and a cloth that takes 150 g are three batches.
        small = Equipment(cloth_grams=150.0)
        self.assertEqual(seen(readings(), small).batches, 3)
        self.assertIn("Your cloth takes about 150 g at once: wring in 3 batches",
                      seen(readings(), small).point.note)  # fmt: skip
        self.assertEqual(seen(readings()).batches, 1)
        self.assertIn("has no cloth", seen(readings(), Equipment(cloth_grams=0)).point.note)

    def test_hot_food_fills_a_blender_half_and_cold_food_two_thirds(self) -> None:
        # 1,500 ml: 750 ml of hot soup at once, 1,005 ml of cold.
        kitchen = Equipment(blender_ml=1500)
        hot = batches_for("blend", "", 1600, 95.0, kitchen)
        cold = batches_for("blend", "", 1600, 20.0, kitchen)
        self.assertEqual((hot and hot.count, cold and cold.count), (2, 2))
        hot = batches_for("blend", "", 1050, 95.0, kitchen)
        cold = batches_for("blend", "", 1050, 20.0, kitchen)
        self.assertEqual((hot and hot.count, cold and cold.count), (2, 1))
        none = batches_for("blend", "", 1050, 20.0, replace(kitchen, blenders=0))
        self.assertIsNone(none and none.takes)
        self.assertIsNone(batches_for("press", "paper", 2000, 20.0, kitchen))

    def test_what_no_kitchen_presses_in_is_refused(self) -> None:
        for change in ({"cloth_grams": 10.0}, {"mesh_grams": -1.0}, {"blender_ml": 1e6}):
            with self.assertRaises(BadInput):
                check_equipment(Equipment(**change))  # type: ignore[arg-type]
        check_equipment(Equipment(cloth_grams=0, mesh_grams=0, blender_ml=0))


SAUCE = Dish(
    "",
    2.0,
    (Part("p", "Sauce", (
        line("m", 400.0, "milk"), line("f", 20.0, "wheat_flour"),
        line("c", 150.0, "double_cream", hold=HoldBack(50.0, 150.0, "until it just coats")),
    )),),
    method=(
        MethodStep("s", "", "whisk the flour into the milk and simmer", "simmer",
                   (Take("m"), Take("f")), 5, 5, stated=("minutes",)),
        MethodStep("w", "", "stir in the cream", "mix", (Take("s"), Take("c"))),
    ),
)  # fmt: skip


class ByEye(unittest.TestCase):
    """A line that is added by eye: what went in counts, on the scale and on the plate."""

    def told(self, *grams: float) -> Readings:
        told = Told()
        for each in grams:
            told("went_in", line="c", grams=each)
        return fold_run(told.events).readings

    def test_what_went_in_is_what_there_is(self) -> None:
        said = self.told(90.0, 70.0)
        self.assertEqual(said.went_in, {"c": 70.0})
        setting = Setting((), readings=said)
        glass = dish_water(SAUCE, BOOK, FOODS, setting)[0].glasses[-1]
        planned = dish_water(SAUCE, BOOK, FOODS, Setting(()))[0].glasses[-1]
        gap = planned.point.before - glass.point.before
        self.assertAlmostEqual(gap, 80.0, places=6)
        # The plate has 80 g of cream less, by the same path.
        fat = [judged(SAUCE, one, BOOK, FOODS).plate.figures["fat"].best or 0.0
               for one in (Setting(()), setting)]  # fmt: skip
        cream = FOODS.row("double_cream").value("fat") or 0.0
        self.assertAlmostEqual(fat[0] - fat[1], 80 * cream / 100 / 2, places=6)

    def test_it_is_told_at_its_step_and_nothing_else_is(self) -> None:
        glasses = water_view(SAUCE, Setting((), readings=self.told(70.0)), BOOK, FOODS)
        [held] = [held for glass in glasses.courses[0].glasses for held in glass.held]
        self.assertEqual(
            (held.words, held.went_in),
            ("Double cream: begin with 50 g, at most 150 g, until it just coats.", 70.0),
        )

    def test_nothing_is_an_amount_and_taking_back_is_the_plan(self) -> None:
        self.assertEqual(self.told(0.0).went_in, {"c": 0.0})
        told = Told()
        told("went_in", line="c", grams=70.0)
        told("taken_back", line="c", slot="", part="", step=None)
        self.assertEqual(fold_run(told.events).readings.went_in, {})

    def test_far_more_than_may_go_in_is_asked_about(self) -> None:
        hold = HoldBack(50.0, 150.0, "")
        self.assertIsNone(question_poured(180.0, hold))
        self.assertIsNotNone(question_poured(530.0, hold))


class ByFood(unittest.TestCase):
    """What one round takes depends on the food; the moisture page's figures."""

    def pressed(self, food: str, state: State) -> Prior:
        return of_food(PRESSES["cloth"], Habit("press", "cloth", food, state))

    def test_raw_grated_potato_loses_25_to_30_g_in_100(self) -> None:
        # Common practice, no source: raw grated potato in a cloth loses 25 to 30 % of its mass.
        water = FOODS.row("potato", "raw").value("water") or 0.0
        lost = water * self.pressed("potato", "raw").mean / (1 - 0.035)
        self.assertTrue(25 <= lost <= 30, lost)

    def test_leaf_spinach_gives_55_in_100_of_its_water(self) -> None:
        self.assertAlmostEqual(self.pressed("spinach", "heated").mean, 0.55, places=3)
        self.assertEqual(self.pressed("spinach", "cooled"), self.pressed("spinach", "heated"))

    def test_a_food_that_nobody_wrote_down_goes_by_the_tool(self) -> None:
        self.assertEqual(self.pressed("cauliflower", "heated"), PRESSES["cloth"])
        searing = Habit("sear", "", "potato", "raw")
        self.assertEqual(of_food(PAN_GRAMS_PER_MINUTE, searing), PAN_GRAMS_PER_MINUTE)

    def test_every_food_of_the_table_is_known(self) -> None:
        for food, _ in pressing():
            FOODS.food(food)


if __name__ == "__main__":
    unittest.main()
