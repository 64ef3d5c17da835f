"""What helps, and how else a step can be done: exact in grams, possible to obey."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.dish import Dish, MethodStep, Part, Readings, Take
from snabo_core.foods import library
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import book
from snabo_core.swaps.dish_water import dish_water
from snabo_core.swaps.ledgers import steps_for
from snabo_core.swaps.other_ways import other_ways
from snabo_core.swaps.scaling import scale_to
from snabo_core.swaps.trials import trials
from snabo_core.views.dish_water import water_view
from snabo_core.water.cures import (
    absorber_grams,
    bake_minutes,
    for_too_wet,
    pan_minutes,
    rounds_for,
    simmer_minutes,
    thickener_grams,
)
from snabo_core.water.priors import PRESSES
from snabo_core.water.thermal import latent_heat
from snabo_core.water.thickness import Thickness
from tests.helpers import line

BOOK, FOODS = book(), library()


class Inverses(unittest.TestCase):
    """Each cure undone by its own model gives the grams it was asked for."""

    @settings(deadline=None, max_examples=60)
    @given(st.floats(100, 2000), st.floats(0.5, 0.95), st.floats(0.05, 0.3))
    def test_an_absorber_brings_the_share(self, mass: float, share: float, own: float) -> None:
        aim = share - 0.03
        grams = absorber_grams(mass, mass * share, aim, own)
        self.assertIsNotNone(grams)
        self.assertAlmostEqual((mass * share + grams * own) / (mass + grams), aim, places=9)
        self.assertIsNone(absorber_grams(mass, mass * share, own, own))

    @settings(deadline=None, max_examples=60)
    @given(st.floats(100, 800), st.floats(1, 300))
    def test_rounds_are_the_fewest(self, water: float, grams: float) -> None:
        rounds = rounds_for(water, grams, PRESSES["cloth"].mean)
        later = 0.45 * 0.6
        if rounds is None:
            self.assertLess(water * (1 - (1 - later) ** 4), grams)
            return
        self.assertGreaterEqual(water * (1 - (1 - later) ** rounds), grams)
        self.assertLess(water * (1 - (1 - later) ** (rounds - 1)), grams)

    def test_minutes_by_hand(self) -> None:
        # 90 g at 15 to 30 g a minute in a wide pan: 3 to 6 minutes; common practice, no source.
        self.assertEqual(pan_minutes(90.0), (3.0, 6.0))
        # 60 g off 300 g of sauce at an open bubble, 10 to 20 g a minute; common practice.
        self.assertEqual(simmer_minutes(60.0, 300.0), (3.0, 6.0))
        # 0.12 m2 for a kilogram at 190 C, 20 to 25 W/m2K: 240 to 300 W; 2,257 kJ/kg, steam tables.
        low, high = bake_minutes(100.0, 1000.0)
        kj = 0.1 * latent_heat(100.0)
        self.assertAlmostEqual(high, kj * 1000 / 240 / 60, places=9)
        self.assertAlmostEqual(low, kj * 1000 / 300 / 60, places=9)

    def test_a_thickener_brings_a_thin_sauce_to_its_edge(self) -> None:
        # 8 g of cornflour coats in 250 g of thin liquid: common practice, no source.
        thin = Thickness(power=100.0, bound=0.0, fat=0.0, salt=None, began=500.0, aim=1.0)
        grams = thickener_grams(thin, 470.0, 250 / 8)
        made = replace(thin, power=100.0 + grams * 250 / 8)
        self.assertAlmostEqual(made.of_free(470.0), thin.thinnest, places=9)

    def test_the_cheapest_stands_first_and_nothing_takes_all_evening(self) -> None:
        cures = for_too_wet(
            mass=900.0, water=780.0, grams=120.0, aim=0.84, tool="cloth", heated=True
        )
        self.assertEqual(cures[0].kind, "press")
        self.assertEqual(sorted(cures, key=lambda c: c.effort), cures)
        wide = for_too_wet(mass=900.0, water=780.0, grams=700.0, aim=0.3, tool="cloth", heated=True)
        self.assertEqual([cure.kind for cure in wide], ["sear"])


class OtherWays(unittest.TestCase):
    """A stand-in's step done otherwise is cooked by the same ledger, and can be obeyed."""

    def test_every_other_way_of_the_book_can_be_cooked(self) -> None:
        seen = set()
        for trial in trials(FOODS):
            role_file = BOOK.files[trial.role]
            for stand_in in role_file.stand_ins[:6]:
                if stand_in.basis == "thickening_power":
                    continue
                choice = scale_to(trial.part, trial.slot, stand_in, role_file, FOODS)
                dish = trial.dish.with_choice("part", "slot", choice)
                slot = dish.parts[0].slots[0]
                steps = steps_for(slot, BOOK)
                for glass in dish_water(dish, BOOK, FOODS, Setting(()))[0].glasses:
                    for way in other_ways(steps, glass, {}):
                        other = replace(choice, steps=way.steps, press=None)
                        made = dish.with_choice("part", "slot", other)
                        course = dish_water(made, BOOK, FOODS, Setting(()))[0]
                        self.assertEqual(course.problem, "")
                        at = [g for g in course.glasses if g.step == glass.step]
                        self.assertEqual(len(at), 0 if way.leads_to is None else 1, way.kind)
                        if at:
                            self.assertAlmostEqual(at[0].point.state.mass, way.leads_to, places=6)
                        seen.add(way.kind)
        self.assertTrue({"cloth", "mesh", "twist", "pan", "again", "cooled", "out", "covered",
                         "uncovered", "steam", "microwave"} <= seen, seen)  # fmt: skip

    def test_cooling_first_takes_the_heat_from_the_pressing(self) -> None:
        trial = next(t for t in trials(FOODS) if t.role == "mash")
        role_file = BOOK.files["mash"]
        stand_in = next(s for s in role_file.stand_ins if s.key == "cauliflower_mash")
        choice = scale_to(trial.part, trial.slot, stand_in, role_file, FOODS)
        dish = trial.dish.with_choice("part", "slot", choice)
        view = water_view(dish, Setting(()), BOOK, FOODS)
        press = next(g for g in view.courses[0].glasses if g.press)
        self.assertIn("hot_press", {caution.key for caution in press.point.cautions})
        self.assertRegex(press.others[0].words, r"^wring it in a cloth: \d+ g$")
        way = next(way for way in press.others if way.kind == "cooled")
        cooled = dish.with_choice("part", "slot", replace(choice, steps=way.steps))
        glasses = water_view(cooled, Setting(()), BOOK, FOODS).courses[0].glasses
        self.assertIn("Cooled", [glass.point.label for glass in glasses])


class Advice(unittest.TestCase):
    """After a weigh-in the cook reads one thing to do, and what else would."""

    def test_too_wet_a_stand_in_names_cures_and_a_dry_one_none(self) -> None:
        trial = next(t for t in trials(FOODS) if t.role == "mash")
        role_file = BOOK.files["mash"]
        stand_in = next(s for s in role_file.stand_ins if s.key == "cauliflower_mash")
        choice = scale_to(trial.part, trial.slot, stand_in, role_file, FOODS)
        dish = trial.dish.with_choice("part", "slot", choice)
        plain = water_view(dish, Setting(()), BOOK, FOODS).courses[0].glasses
        press = next(glass for glass in plain if glass.press)
        for grams, some in ((press.point.target + 60, True), (press.point.target - 10, False)):
            said = Readings({"slot": {press.step_id: grams}}, {"slot": stand_in.key})
            view = water_view(dish, Setting((), readings=said), BOOK, FOODS)
            glass = next(g for g in view.courses[0].glasses if g.press)
            self.assertEqual(bool(glass.cures), some)
            for cure in glass.cures:
                self.assertTrue(cure.words.endswith("."))

    def test_meat_that_is_browned_is_never_told_to_dry(self) -> None:
        step = MethodStep("f", "", "fry the chicken for 6 minutes", "fry", (Take("a"),), 6, 6,
                          stated=("minutes",))  # fmt: skip
        dish = Dish("", 2.0, (Part("p", "Meat", (line("a", 600.0, "chicken_thigh"),)),),
                    method=(step,))  # fmt: skip
        plain = water_view(dish, Setting(()), BOOK, FOODS).courses[0].glasses[0]
        for factor, kind in ((1.3, "heavier"), (1.0, "as_expected"), (0.5, "lighter")):
            said = Readings(own_steps={"p": {"f": plain.point.grams * factor}}, own_of={"p": {}})
            setting = Setting((), readings=said)
            glass = water_view(dish, setting, BOOK, FOODS).courses[0].glasses[0]
            self.assertEqual((glass.point.advice, glass.cures), (kind, ()))

    def test_the_dish_as_a_whole_says_what_it_weeps(self) -> None:
        parts = (
            Part("p", "Tomatoes", (line("a", 900.0, "tomato"),)),
            Part("q", "Lid", (line("b", 300.0, "potato"),)),
        )
        steps = (
            MethodStep("k", "", "bake for 40 minutes", "bake", (Take("a"), Take("b")), 40, 40,
                       180.0, stated=("minutes",)),
        )  # fmt: skip
        view = water_view(Dish("", 4.0, parts, method=steps), Setting(()), BOOK, FOODS)
        whole = next(course for course in view.courses if not course.part_id)
        self.assertRegex(whole.ends[0], r"About \d+ g of juice run free when it is done")


if __name__ == "__main__":
    unittest.main()
