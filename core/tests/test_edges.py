"""Where one verdict turns into the next, and what nothing, and nobody knows, come to."""

import datetime as dt
import unittest
from copy import copy
from dataclasses import replace

import msgspec
import numpy as np

from snabo_core.dish import Choice, HoldBack, Leaving, Line, MethodStep
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate import leavings
from snabo_core.plate.cautions import relevant_keys
from snabo_core.plate.eaters import Eater, Target
from snabo_core.plate.equipment import MOST, Equipment, check_equipment
from snabo_core.plate.exclusions import Exclusion, breaches
from snabo_core.plate.figures import entries, grams_cause, total
from snabo_core.plate.nutrients import NUTRIENTS, TARGETED
from snabo_core.plate.portions import finished_question
from snabo_core.plate.programme import Programme, rule_standings
from snabo_core.plate.rows import RowFigures, Rules
from snabo_core.plate.serving import minus, plate_of
from snabo_core.plate.setting import Setting
from snabo_core.plate.totals import Figure
from snabo_core.swaps.binding import rebase
from snabo_core.swaps.book import book
from snabo_core.swaps.frozen import Frozen, freeze, thaw
from snabo_core.swaps.ledgers import Changes, dish_ledgers, losses_of
from snabo_core.swaps.pans import rolls_from
from snabo_core.swaps.rebasing import rebased
from snabo_core.swaps.resizing import sized
from snabo_core.swaps.roles import propose_slots
from snabo_core.swaps.scaling import _volume, scale_to
from snabo_core.swaps.toppings import load_of, verdict_of
from snabo_core.swaps.words import reheating_words
from snabo_core.water.advice import sheets
from snabo_core.water.cures import absorber_grams, for_too_thin, rounds_for
from snabo_core.water.learning import learnt
from snabo_core.water.ledger import Point
from snabo_core.water.mixture import mixture
from snabo_core.water.models import cool, pan
from snabo_core.water.of_method import Around, step_of_method
from snabo_core.water.priors import Prior
from snabo_core.water.state import State
from snabo_core.water.thermal import density as density_of
from snabo_core.water.thickness import Thickness, thickness
from snabo_core.wording import worded
from tests.helpers import dish, line, part

FOODS = library()


class Plate(unittest.TestCase):
    """Order, kitchens, losses."""

    def test_what_is_targeted_stands_in_one_order(self) -> None:
        # Net carbs lead, then what a diet limits most often; interface.md names the first four.
        self.assertEqual(
            TARGETED[:8],
            ("net_carbs", "protein", "fat", "added_oil", "sodium_mg", "vegetables", "kcal",
             "fibre"),
        )  # fmt: skip
        places = [one.place for one in NUTRIENTS if one.place is not None]
        self.assertEqual(sorted(places), [*range(len(places))])

    def test_a_kitchen_has_one_of_each_until_somebody_says_otherwise(self) -> None:
        usual = Equipment()
        self.assertEqual((usual.cooks, usual.microwaves, usual.blenders, usual.processors),
                         (1, 1, 1, 1))  # fmt: skip
        check_equipment(usual)
        for name, most in MOST.items():
            check_equipment(replace(usual, **{name: most}))
            with self.assertRaises(BadInput):
                check_equipment(replace(usual, **{name: most + 1}))
            with self.assertRaises(BadInput):
                check_equipment(replace(usual, **{name: -1}))
        with self.assertRaises(BadInput):
            check_equipment(replace(usual, cooks=0))

    def test_nothing_lost_makes_nothing_known(self) -> None:
        unknown = Figure(None, 2.0, None, None, None, ())
        self.assertEqual(minus(unknown, 1.0), Figure(None, 1.0, None, None, None, ()))
        known = Figure(3.0, 2.0, 5.0, 2.5, 4.0, ())
        self.assertEqual(minus(known, 2.5), Figure(0.5, 0.0, 2.5, 0.0, 1.5, ()))

    def test_an_unsettled_line_has_no_figures_and_the_rest_has(self) -> None:
        pot = part("Pot", line("leeks", 300.0, "leek"), Line(id="zorblat", text="a zorblat"))
        plate = plate_of(dish(pot, servings=2.0), FOODS)
        shares = {one.line_id: one.values for one in plate.lines}
        self.assertTrue(all(value is None for value in shares["zorblat"].values()))
        self.assertGreater(shares["leeks"]["carbohydrate"] or 0.0, 0.0)


class Figures(unittest.TestCase):
    """One sum, whichever way it is asked."""

    def setUp(self) -> None:
        lines = (
            line("a", 300.0, "leek", spread=0.1),
            line("b", 40.0, "butter", amount=3.0, unit="tbsp_us", spread=0.2),
            Line(id="z", text="a zorblat"),
        )
        found, lost = entries(lines, FOODS)
        self.totals = total(found, lost)

    def test_some_figures_are_those_of_all(self) -> None:
        names = ("net_carbs", "fat", "sodium_mg")
        fresh = self.totals.times(1.0)
        few = fresh.some_figures(0.25, names)
        whole = self.totals.figures(0.25)
        for name in names:
            with self.subTest(name=name):
                self.assertAlmostEqual(few[name].low, whole[name].low)
                self.assertAlmostEqual(
                    few[name].spread_low or 0.0, whole[name].spread_low or 0.0, places=3
                )
                self.assertEqual(few[name].blame, whole[name].blame)

    def test_a_third_is_a_third_of_everything(self) -> None:
        third, whole = self.totals.times(1 / 3), self.totals
        np.testing.assert_allclose(third.low * 3, whole.low)
        np.testing.assert_allclose(third.up * 3, whole.up)
        np.testing.assert_allclose(third.down * 3, whole.down)
        for some, every in zip(third.blame, whole.blame, strict=True):
            self.assertEqual([b for _, b in some], [b for _, b in every])
            np.testing.assert_allclose([w * 3 for w, _ in some], [w for w, _ in every])

    def test_whose_grams_are_in_doubt(self) -> None:
        weighed = line("a", 300.0, "leek", amount=300.0, unit="gram")
        spooned = line("b", 40.0, "butter", amount=3.0, unit="tbsp_us")
        pieces = line("c", 200.0, "leek", amount=2.0)
        plain = line("d", 40.0, "butter")
        nameless = Line(id="e", text="3 zorblats", amount=3.0)
        self.assertEqual(grams_cause(weighed), "line:a")
        self.assertEqual(grams_cause(spooned), f"measure:butter/{spooned.form}/tbsp_us")
        self.assertEqual(grams_cause(pieces), f"measure:leek/{pieces.form}/each")
        self.assertEqual(grams_cause(plain), "line:d")
        self.assertEqual(grams_cause(nameless), "line:e")

    def test_a_programme_runs_from_its_day(self) -> None:
        day = dt.date(2026, 3, 2)
        week = Programme(day, 7, ("one_starch",))
        lines = [line("a", 300.0, "potato")]
        self.assertEqual(len(rule_standings(week, lines, FOODS, day)), 1)
        for programme, today in (
            (None, day),
            (week, None),
            (week, day - dt.timedelta(days=1)),
            (week, day + dt.timedelta(days=7)),
        ):
            self.assertEqual(rule_standings(programme, lines, FOODS, today), [])

    def test_a_finished_dish_weighs_what_went_in(self) -> None:
        # A twentieth more for what nobody wrote down; less than two fifths is seldom true.
        self.assertIsNone(finished_question(1050.0, 1000.0))
        self.assertIsNotNone(finished_question(1051.0, 1000.0))
        self.assertIsNone(finished_question(400.0, 1000.0))
        self.assertIsNotNone(finished_question(399.0, 1000.0))
        self.assertIsNotNone(finished_question(0.0, 1000.0))
        self.assertIsNone(finished_question(5000.0, 0.0))

    def test_what_nobody_eats_breaks_no_exclusion(self) -> None:
        eaten = line("a", 50.0, "butter")
        left = replace(eaten, leavings=(Leaving("pan", "all", 1.0, 1.0, 1.0),))
        none = replace(eaten, grams=0.0)
        dairy = Exclusion("milk")
        self.assertTrue(breaches([dairy], [eaten], FOODS))
        self.assertFalse(breaches([dairy], [left], FOODS))
        self.assertFalse(breaches([dairy], [none], FOODS))

    def test_a_caution_begins_at_its_figure(self) -> None:
        plate = self.totals.figures(1.0)

        def keys(target: Target) -> list[str]:
            return relevant_keys(Eater("1", "Ada", "", (target,)), plate)

        low_carb = ["medicine_carbs", "pregnancy_children"]
        self.assertEqual(keys(Target("net_carbs", at_most=130.0, per="day")), low_carb)
        self.assertEqual(keys(Target("net_carbs", at_most=131.0, per="day")), [])
        # A meal is 40 % of a day where nobody says otherwise.
        self.assertEqual(keys(Target("net_carbs", at_most=52.0)), low_carb)
        self.assertEqual(keys(Target("net_carbs", at_most=52.5)), [])
        self.assertEqual(keys(Target("protein", at_least=25.0)), ["kidney"])
        self.assertEqual(keys(Target("protein", at_least=24.9)), [])
        self.assertEqual(
            keys(Target("sodium_mg", at_most=2000.0, per="day")), ["sodium_condiments"]
        )
        self.assertEqual(keys(Target("sodium_mg", at_most=2001.0, per="day")), [])


class Water(unittest.TestCase):
    """Drying and thickening at their ends."""

    def test_steam_takes_the_heat_of_what_cools(self) -> None:
        # 1 kg of water from 80 to 20 C gives 4.18 x 60 = 251 kJ; a tenth of it as steam, 11 g.
        hot = mixture(State(water=1000.0))
        left = cool(hot, np.array([0.1]), np.array([80.0]))
        self.assertAlmostEqual(float(left.vapour.sum()), 11.1, delta=0.15)
        self.assertEqual(float(left.celsius[0]), 20.0)

    def test_nothing_holds_nothing(self) -> None:
        self.assertEqual(State().water_share, 0.0)
        self.assertEqual(density_of(State(), 20.0), 0.0)
        # What is not told of a mixture, free water among it, is none.
        self.assertEqual(float(mixture(State(water=90.0, starch=10.0)).sum()), 100.0)

    def test_a_ring_boils_off_what_it_heats(self) -> None:
        # At the boil, 22 g a minute for 10 minutes with the warm-up behind it: 220 g.
        hot = mixture(State(water=1000.0))
        left = pan(hot, np.array([22.0]), np.array([100.0]), minutes=10.0)
        self.assertAlmostEqual(float(left.vapour.sum()), 220.0, delta=0.1)

    def test_paper_holds_so_much(self) -> None:
        point = Point("s", "press", "Pressed", State(water=90.0), 0, 0, None, 0, 0, 45.0, 0, None,
                      None, None, None)  # fmt: skip
        told = sheets(point, "paper")
        assert told is not None
        # 30 g a sheet at best, 15 at worst (common practice, no source).
        self.assertEqual((told.values["few"], told.values["many"]), (2.0, 3.0))
        self.assertIsNone(sheets(point, "cloth"))
        self.assertIsNone(sheets(replace(point, liquid=15.0), "paper"))
        self.assertIsNone(sheets(replace(point, technique="boil"), "paper"))

    def test_a_round_too_few_is_not_enough(self) -> None:
        # Later rounds take 0.6 of 50 %: 30, then 51 g of 100.
        self.assertEqual(rounds_for(100.0, 30.0, 0.5), 1)
        self.assertEqual(rounds_for(100.0, 30.1, 0.5), 2)
        self.assertIsNone(rounds_for(100.0, 99.9, 0.5))

    def test_what_is_dry_enough_takes_no_absorber(self) -> None:
        self.assertEqual(absorber_grams(500.0, 300.0, 0.75, 0.1), 0.0)
        self.assertIsNone(absorber_grams(500.0, 400.0, 0.75, 0.75))

    def test_a_sauce_that_need_not_boil_down_is_not_told_to(self) -> None:
        sauce = Thickness(power=100.0, bound=0.0, fat=0.0, salt=None, began=400.0, aim=1.0)

        def cures(grams: float, *, boils: bool) -> list[str]:
            found = for_too_thin(
                sauce, mass=400.0, free=300.0, grams=grams, boils=boils, thickeners={"flour": 15.6}
            )
            return [cure.kind for cure in found]

        self.assertEqual(cures(0.0, boils=True), ["thicken"])
        self.assertEqual(cures(50.0, boils=True), ["simmer", "thicken"])
        self.assertEqual(cures(50.0, boils=False), ["thicken"])

    def test_a_little_thickener_without_free_water_stands_still(self) -> None:
        self.assertEqual(thickness(0.5, 0.0, 0.0), float("inf"))
        self.assertEqual(thickness(0.0, 0.5, 0.0), float("inf"))
        self.assertEqual(thickness(0.0, 0.0, 0.0), 0.0)

    def test_what_a_weighing_shows_at_the_end_of_the_scale_stays_a_share(self) -> None:
        book = Prior(0.35, 0.45, 0.55)
        for shown in (0.0, 1.0):
            yours = learnt("press", book, [shown]).yours
            self.assertTrue(0 < yours.low < yours.mean < yours.high < 1, yours)
        self.assertGreater(learnt("press", book, [1.0]).yours.mean, 0.8)
        self.assertLess(learnt("press", book, [0.0]).yours.mean, 0.2)

    def test_two_doubts_add_in_quadrature(self) -> None:
        # 30 % of one and 40 % of the other: 50 %.
        wide = Prior(0.7, 1.0, 1.3).widened(0.6, 1.4)
        self.assertAlmostEqual(wide.low, 0.5)
        self.assertAlmostEqual(wide.high, 1.5)


def method(technique: str, words: str, **more: object) -> MethodStep:
    """Return a step as a recipe would say it, ten to twenty minutes."""
    fields = {"minutes_low": 10.0, "minutes_high": 20.0, "stated": ("minutes",)} | more
    return MethodStep(id="s", text=words, words=words, technique=technique, **fields)  # type: ignore[arg-type]


class Method(unittest.TestCase):
    """What a recipe's words do to its water."""

    def setting(self, step: MethodStep, name: str) -> object:
        return step_of_method(step, Around()).settings.get(name)

    def test_gently_and_hard(self) -> None:
        plainly, gently = (method("simmer", words) for words in ("Simmer.", "Simmer gently."))
        self.assertEqual(self.setting(plainly, "vigour"), 1.0)
        self.assertEqual(self.setting(gently, "vigour"), 0.6)
        hard = method("simmer", "Simmer.", ring="high")
        self.assertEqual(self.setting(hard, "vigour"), 2.5)

    def test_a_lid_ajar_gives_back_half(self) -> None:
        whole, ajar = (
            self.setting(method("simmer", "Simmer.", covered=lid), "vapour_back")
            for lid in ("yes", "partly")
        )
        self.assertAlmostEqual(float(ajar) * 2, float(whole))  # type: ignore[arg-type]

    def test_an_oven_nobody_named(self) -> None:
        self.assertEqual(self.setting(method("roast", "Roast."), "oven_c"), 190.0)
        self.assertEqual(self.setting(method("grill", "Grill."), "oven_c"), 250.0)
        self.assertEqual(self.setting(method("roast", "Roast.", oven_c=220.0), "oven_c"), 220.0)

    def test_salt_draws_no_more_after_a_while(self) -> None:
        def scale(minutes: float) -> object:
            step = method("salt", "Salt.", minutes_low=minutes, minutes_high=minutes)
            return self.setting(step, "scale")

        self.assertEqual(scale(20.0), 1.0)
        self.assertEqual(scale(5.0), 0.5)
        self.assertEqual(scale(600.0), scale(60.0))

    def test_who_stands_by(self) -> None:
        fried, baked = (step_of_method(method(t, "So."), Around()) for t in ("saute", "bake"))
        self.assertEqual((fried.hands_on_minutes, fried.passive_minutes), ((10, 20), (0, 0)))
        self.assertEqual((baked.hands_on_minutes, baked.passive_minutes), ((0, 0), (10, 20)))

    def test_a_wide_time_is_a_wide_doubt(self) -> None:
        near, wide = (
            step_of_method(method("simmer", "Simmer.", minutes_low=low, minutes_high=high),
                           Around()).prior
            for low, high in ((14.0, 16.0), (5.0, 25.0))
        )  # fmt: skip
        assert near is not None
        assert wide is not None
        self.assertLess(wide.low, near.low)
        self.assertGreater(wide.high, near.high)


class Swaps(unittest.TestCase):
    """A base, a head of another size, how it is warmed."""

    def test_a_base_softens_by_the_gram(self) -> None:
        said = [verdict_of(water) for water in (0.49, 0.5, 4.99, 5.0, 8.99, 9.0)]
        self.assertEqual(said, ["dry", "right", "right", "wet", "wet", "soggy"])

    def test_a_base_of_no_size_carries_nothing(self) -> None:
        with self.assertRaises(BadInput):
            load_of((), 0.0, "", FOODS)
        self.assertEqual(load_of((), 1.0, "", FOODS).water, 0.0)
        self.assertEqual(load_of((line("peas", 50.0, "peas"),), 0.5, "", FOODS).weight, 10_000.0)

    def test_a_head_of_another_size(self) -> None:
        for recipe, have in ((0.0, 500.0), (500.0, 0.0), (500.0, -0.5)):
            with self.assertRaises(BadInput):
                rebase(recipe, have, 2)
        self.assertEqual(rebase(500.0, 400.0, 2).eggs, 2)
        self.assertEqual(rebase(500.0, 1.0, 2).eggs, 1)

    def test_what_is_added_by_eye_grows_with_the_dish(self) -> None:
        flour = line("f", 40.0, "wheat_flour", hold=HoldBack(10.0, 60.0, "it coats a spoon"))
        twice = sized(flour, 2.0, FOODS)
        self.assertEqual(twice.hold, HoldBack(20.0, 120.0, "it coats a spoon"))
        self.assertEqual(sized(twice, 1.0, FOODS), flour)

    def test_crumbs_that_nobody_has_measured_are_not_counted_as_none(self) -> None:
        crumbs = [line("a", 80.0, "breadcrumbs"), line("b", 20.0, "oats")]
        measured = _volume(crumbs, FOODS)
        self.assertGreater(measured, _volume(crumbs[:1], FOODS))
        unmeasured = copy(FOODS)
        unmeasured.foods = {**FOODS.foods, "oats": replace(FOODS.food("oats"), densities={})}
        with self.assertRaisesRegex(BadInput, "what a cup of .*oats weighs"):
            _volume(crumbs, unmeasured)

    def test_rolls_have_a_size(self) -> None:
        self.assertEqual(rolls_from(1000.0, 20.0, 10.0), 5)
        for length, around in ((0.0, 10.0), (20.0, 0.0), (20.0, -0.5), (-0.5, 10.0)):
            with self.assertRaises(BadInput):
                rolls_from(1000.0, length, around)

    def test_nothing_to_weigh_is_not_rebased(self) -> None:
        mash = book().stand_in("mash", "cauliflower_mash")
        driver = line("c", 900.0, mash.driver)
        halved = rebased(Choice(mash.key, (driver,)), mash, 450.0, FOODS)
        self.assertEqual(halved.lines[0].grams, 450.0)
        for choice in (
            Choice(mash.key, (line("b", 40.0, "butter"),)),
            Choice(mash.key, (replace(driver, grams=None),)),
        ):
            with self.assertRaises(BadInput):
                rebased(choice, mash, 450.0, FOODS)

    def test_what_is_pressed_out_is_lost_and_a_frozen_step_is_the_step(self) -> None:
        mash = book().stand_in("mash", "cauliflower_mash")
        lid = part("Lid", line("potato", 900.0, "potato"), line("milk", 120.0, "milk"))
        whole = propose_slots(dish(lid, servings=4), book(), FOODS)
        slot = whole.parts[0].slots[0]
        chosen = whole.with_choice("Lid", slot.id, scale_to(
            whole.parts[0], slot, mash, book().files["mash"], FOODS
        ))  # fmt: skip
        ledgers = dish_ledgers(chosen, book(), FOODS, Setting(()))
        lost = [losses_of(each.ledger.lost) for each in ledgers]
        self.assertGreater(sum(one.get("net_carbs", 0.0) for one in lost), 0.0)
        losses = Changes(chosen.parts, ledgers).losses
        for name, grams in losses.items():
            self.assertAlmostEqual(grams, sum(one.get(name, 0.0) for one in lost))
        self.assertEqual(set(losses), {name for one in lost for name in one})
        kept = msgspec.convert(msgspec.to_builtins(freeze(chosen, FOODS, book(), Rules())), Frozen)
        _, then, _ = thaw(kept, FOODS, book())
        self.assertEqual(then.stand_in("mash", mash.key).steps, mash.steps)

    def test_what_nobody_tried_is_said(self) -> None:
        self.assertEqual(reheating_words(None), worded("nobody_tried"))


class Doubt(unittest.TestCase):
    """A share in doubt widens a figure and never narrows it."""

    def test_a_share_in_doubt(self) -> None:
        ones = np.ones(3)
        figures = RowFigures(
            10 * ones, 9 * ones, 11 * ones, ones, ones, 10 * ones, 10 * ones, "natural"
        )
        low, best, high = 0.5 * ones, 0.7 * ones, 0.9 * ones
        kept = leavings._between(figures, low, best, high)
        self.assertEqual([*kept.best], [7.0] * 3)
        # 10 x 0.7 - 9 x 0.5 = 2.5 below, 11 x 0.9 - 7 = 2.9 above.
        np.testing.assert_allclose(kept.below, 2.5)
        np.testing.assert_allclose(kept.above, 2.9)
        np.testing.assert_allclose(kept.low, 4.5)
        np.testing.assert_allclose(kept.high, 9.9)
        settled = leavings._between(figures, best, best, best)
        np.testing.assert_allclose(settled.below, 0.7)
