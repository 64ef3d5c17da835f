"""Single steps worked by hand."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.errors import BookError
from snabo_core.foods import library
from snabo_core.swaps.book import book
from snabo_core.water import State, Step
from snabo_core.water.priors import COUPLING, LEACHING, OVEN, PAN_GRAMS_PER_MINUTE, PRESSES, TENDER
from snabo_core.water.state import of_row
from snabo_core.water.steps import TECHNIQUES, prior_of, run
from snabo_core.water.thermal import specific_heat

POTATO = of_row(library().row("potato", "raw"), 1000)


class Pan(unittest.TestCase):
    """Evaporation limited by the pan."""

    def test_grams_by_minutes(self) -> None:
        # 22 g a minute for 5 minutes on a kilogram: 110 g; common practice, no source.
        out = run(Step("d", "dry_in_pan", "", settings={"minutes_per_kg": 5}), POTATO, 22.0, 90)
        self.assertAlmostEqual(out.vapour, 110.0)
        self.assertAlmostEqual(out.after.solids, POTATO.solids)

    def test_cannot_take_more_than_there_is(self) -> None:
        dry = State(water=10.0, starch=90.0)
        out = run(Step("d", "dry_in_pan", "", settings={"minutes_per_kg": 900}), dry, 22.0, 90)
        self.assertEqual(out.after.water, 0.0)


class Oven(unittest.TestCase):
    """Warm-up through the exposed faces, then a steady flux."""

    STEP = Step(
        "r", "roast", "", settings={"oven_c": 200, "minutes": 30, "exposed_m2_per_kg": 0.15}
    )

    def test_worked_numbers(self) -> None:
        # h 22.5 W/m2K, 0.15 m2, oven 200 C. Warm-up from 20 to 90 C at the mean of 55 C:
        # 3.68 kJ/kgK x 70 K = 257 kJ over 22.5 x 0.15 x 145 = 489 W: 526 s. Then
        # 22.5 x 0.15 x 110 W over 2256.5 kJ/kg for 1274 s: 210 g.
        cp = specific_heat(POTATO, 55.0)
        self.assertAlmostEqual(cp, 3.68, delta=0.12)
        warm = cp * 70 * 1000 / (22.5 * 0.15 * 145)
        grams = 22.5 * 0.15 * 110 * (1800 - warm) / 2256.5
        self.assertAlmostEqual(run(self.STEP, POTATO, 22.5, 20.0).vapour, grams, delta=0.5)
        self.assertTrue(190 <= grams <= 225)

    def test_a_hotter_or_moving_oven_dries_more(self) -> None:
        still = run(self.STEP, POTATO, OVEN["still"].mean, 20.0).vapour
        fan = run(self.STEP, POTATO, OVEN["fan"].mean, 20.0).vapour
        self.assertGreater(fan, still)

    def test_a_short_roast_only_warms(self) -> None:
        short = Step(
            "r", "roast", "", settings={"oven_c": 180, "minutes": 3, "exposed_m2_per_kg": 0.1}
        )
        self.assertEqual(run(short, POTATO, 22.5, 20.0).vapour, 0.0)


class Boiling(unittest.TestCase):
    """Solids leach, the water share follows the cooked food."""

    def test_yield_and_leaching(self) -> None:
        for yielded in (TENDER.low, TENDER.mean, TENDER.high):
            out = run(Step("b", "boil", ""), POTATO, yielded, 20.0)
            self.assertAlmostEqual(out.after.mass, POTATO.mass * yielded)
            leached = POTATO.solids - out.after.solids
            self.assertAlmostEqual(leached, POTATO.soluble().mass * LEACHING.mean)

    def test_steam_leaches_less(self) -> None:
        boiled = run(Step("b", "boil", ""), POTATO, TENDER.mean, 20)
        gentle = Step("s", "steam", "", settings={"leach_scale": 0.2})
        steamed = run(gentle, POTATO, TENDER.mean, 20)
        self.assertGreater(steamed.after.solids, boiled.after.solids)


class Priors(unittest.TestCase):
    """Low, mean and high in order, and inside what the pages say."""

    def test_in_order(self) -> None:
        everything = [*PRESSES.values(), *OVEN.values(), COUPLING, PAN_GRAMS_PER_MINUTE]
        for prior in everything:
            self.assertLess(prior.low, prior.mean)
            self.assertLess(prior.mean, prior.high)
        # Moisture page: coupling 0.8; 15 to 30 g/min; still 20 to 25, fan 30 to 40 W/m2K.
        self.assertEqual(COUPLING.mean, 0.8)
        self.assertEqual((PAN_GRAMS_PER_MINUTE.low, PAN_GRAMS_PER_MINUTE.high), (15.0, 30.0))
        self.assertEqual((OVEN["still"].low, OVEN["fan"].high), (20.0, 40.0))

    def test_unknown_technique(self) -> None:
        with self.assertRaisesRegex(BookError, "no technique called juggle"):
            prior_of(Step("j", "juggle", ""))

    def test_the_book_uses_only_known_techniques_and_says_when_to_stop(self) -> None:
        steps = [
            step
            for role_file in book().files.values()
            for stand_in in role_file.stand_ins
            for step in stand_in.steps
        ]
        self.assertGreater(len(steps), 25)
        for step in steps:
            self.assertIn(step.technique, TECHNIQUES)
            self.assertTrue(step.cue, step.label)
            self.assertTrue(step.label)

    @settings(deadline=None, max_examples=50)
    @given(st.floats(0.35, 0.55), st.integers(1, 4))
    def test_more_rounds_press_out_more_but_never_all(self, share: float, rounds: int) -> None:
        def left(count: int) -> float:
            step = Step("p", "press", "", settings={"method": "cloth", "rounds": count})
            return run(step, POTATO, share, 80.0).after.water

        self.assertLess(left(rounds + 1), left(rounds))
        self.assertGreater(left(rounds + 1), 0.0)
