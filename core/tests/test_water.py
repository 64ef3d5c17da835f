"""The water ledger keeps its books, its heat and its word."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.errors import BadInput, BookError
from snabo_core.foods import library
from snabo_core.water import Kitchen, State, Step, advise, predict, question
from snabo_core.water.ledger import mass_at, mass_pressed_to
from snabo_core.water.priors import PRESSES
from snabo_core.water.state import NAMES, of_row
from snabo_core.water.steps import prior_of, run, settle
from snabo_core.water.thermal import latent_heat, specific_heat
from snabo_core.wording import say
from tests.helpers import line, row

MICROWAVE = Step("heat", "microwave", "Heated", settings={"kj_per_kg": 470, "covered": True})
PRESS = Step("press", "press", "Pressed", settings={"method": "mesh"}, band=(0.82, 0.87))
MIX = Step("mix", "mix", "Mixed", foods=("butter",))
STEPS = (MICROWAVE, PRESS, MIX)
ALL_STEPS = (
    MICROWAVE,
    PRESS,
    Step("boil", "boil", "Boiled"),
    Step("dry", "dry_in_pan", "Dried", settings={"minutes_per_kg": 5}),
    Step("roast", "roast", "Roasted",
         settings={"oven_c": 200, "minutes": 40, "exposed_m2_per_kg": 0.12}),
    MIX,
)  # fmt: skip


def lid(grams: float = 1000.0, spread: float = 0.02) -> list:
    return [line("c", grams, "cauliflower", spread=spread), line("b", grams * 0.03, "butter")]


class Conservation(unittest.TestCase):
    """Part before = part after + vapour + liquid + stuck, component by component."""

    @settings(deadline=None, max_examples=80)
    @given(
        st.sampled_from(ALL_STEPS),
        st.lists(st.floats(0.1, 500), min_size=9, max_size=9),
        st.floats(0, 1),
        st.floats(5, 95),
    )
    def test_every_step_balances(
        self, step: Step, grams: list[float], where: float, celsius: float
    ) -> None:
        before = State(*grams)
        prior = prior_of(step)
        parameter = prior.low + where * (prior.high - prior.low)
        out = run(step, before, parameter, celsius)
        for name in NAMES:
            gone = getattr(out.liquid, name) + getattr(out.stuck, name)
            gone += out.vapour if name == "water" else 0.0
            whole = getattr(out.after, name) + gone
            self.assertAlmostEqual(whole, getattr(before, name), delta=1e-6 * before.mass)
            self.assertGreaterEqual(getattr(out.after, name), -1e-9)

    @settings(deadline=None, max_examples=60)
    @given(st.sampled_from(ALL_STEPS), st.floats(0.4, 1.0))
    def test_weigh_in_balances_and_is_believed(self, step: Step, share: float) -> None:
        before = of_row(library().row("cauliflower"), 600)
        out = settle(step, before, before.mass * share, 20.0)
        self.assertAlmostEqual(out.after.mass, before.mass * share, places=6)
        whole = out.after.mass + out.vapour + out.liquid.mass + out.stuck.mass
        self.assertAlmostEqual(whole, before.mass, places=6)

    @settings(deadline=None, max_examples=25)
    @given(st.floats(50, 5000))
    def test_scaling_is_linear(self, grams: float) -> None:
        one, many = predict(lid(1000), STEPS, library()), predict(lid(grams), STEPS, library())
        for first, other in zip(one.points, many.points, strict=True):
            self.assertAlmostEqual(
                first.state.mass * grams / 1000, other.state.mass, delta=1e-6 * grams
            )

    def test_a_row_weighs_what_was_weighed_in(self) -> None:
        for key in ("potato", "parmesan", "xanthan", "coconut_flour", "egg", "white_beans"):
            self.assertAlmostEqual(of_row(library().row(key), 250).mass, 250, places=9)

    def test_unknown_water_is_refused(self) -> None:
        with self.assertRaisesRegex(BadInput, "how much water"):
            of_row(row(protein=10.0, water=None), 100)

    def test_wine_and_beer_are_known_as_a_class(self) -> None:
        # From memory: 100 g of a dry white wine hold about 10 g of alcohol and 87 g of water.
        wine = of_row(library().row("white_wine"), 100)
        self.assertAlmostEqual(wine.alcohol, 10, delta=1)
        self.assertAlmostEqual(wine.water, 87, delta=1)
        self.assertIn("alcohol", library().row("beer").recalled)


class Heat(unittest.TestCase):
    """Absorbed heat = warming + evaporation, exactly."""

    def test_energy_balance_of_a_microwave(self) -> None:
        before = of_row(library().row("cauliflower"), 590)
        bare = Step("heat", "microwave", "Heated", settings={"kj_per_kg": 700})
        out = run(bare, before, 0.8, 20.0)
        absorbed = 0.8 * 700 * 0.590
        warming = 0.590 * specific_heat(before, 60.0) * 80.0
        evaporated = out.vapour / 1000 * latent_heat(100.0)
        self.assertAlmostEqual(absorbed, warming + evaporated, delta=0.01 * absorbed)

    def test_worked_numbers(self) -> None:
        # The moisture page: 590 g softens at 85 to 90 C, about 200 s at 1,000 W, coupling 0.8.
        before = of_row(library().row("cauliflower"), 590)
        step = Step("heat", "microwave", "Heated", settings={"kj_per_kg": 200 * 1.0 / 0.590})
        out = run(step, before, 0.8, 20.0)
        self.assertTrue(78 <= out.celsius <= 92, out.celsius)
        # 15 % of 160 kJ at 2,256.5 kJ/kg: 10.6 g of steam before it boils.
        self.assertAlmostEqual(out.vapour, 0.15 * 160 / 2256.5 * 1000, delta=0.1)

    def test_cover_returns_most_of_the_vapour(self) -> None:
        before = of_row(library().row("cauliflower"), 590)
        bare = run(Step("h", "microwave", "", settings={"kj_per_kg": 700}), before, 0.8, 20)
        lidded = Step("h", "microwave", "", settings={"kj_per_kg": 700, "covered": True})
        self.assertAlmostEqual(run(lidded, before, 0.8, 20).vapour, bare.vapour * 0.3, places=9)

    def test_time_follows_the_watts(self) -> None:
        # Proportionality: 60 s at 700 W is 42 s at 1,000 W.
        at = [
            predict(lid(), STEPS, library(), kitchen=Kitchen(w)).points[1].seconds
            for w in (700, 1000)
        ]
        self.assertAlmostEqual(at[1] / at[0], 42 / 60, places=9)

    def test_a_long_roast_cannot_dry_past_nothing(self) -> None:
        step = Step(
            "r", "roast", "", settings={"oven_c": 220, "minutes": 9000, "exposed_m2_per_kg": 0.5}
        )
        out = run(step, of_row(library().row("butternut"), 500), 22.0, 20.0)
        self.assertEqual(out.after.water, 0.0)


class Pressing(unittest.TestCase):
    """Shares of the present water, round by round."""

    def test_priors_are_the_pages(self) -> None:
        # Moisture page, common practice, no source: cloth 45 % (35 to 55), mesh 50, paper 25,
        # twist only 10 of the present water in a round.
        means = {name: prior.mean for name, prior in PRESSES.items()}
        self.assertEqual(means, {"cloth": 0.45, "mesh": 0.50, "paper": 0.25, "twist": 0.10})

    def test_one_round_and_a_later_one(self) -> None:
        before = of_row(library().row("cauliflower"), 1000)
        two = Step("p", "press", "", settings={"method": "cloth", "rounds": 2})
        left = run(two, before, 0.45, 90).after
        self.assertAlmostEqual(left.water, before.water * 0.55 * (1 - 0.27), places=6)

    def test_liquid_carries_solids(self) -> None:
        # 3 to 4 % of the pressed liquid are solids: moisture page, from memory.
        out = run(PRESS, of_row(library().row("cauliflower"), 1000), 0.5, 90)
        self.assertTrue(0.03 <= 1 - out.liquid.water_share <= 0.04)

    def test_unknown_way_of_pressing_is_refused(self) -> None:
        with self.assertRaises(BookError):
            prior_of(Step("p", "press", "", settings={"method": "elephant"}))


class TargetMass(unittest.TestCase):
    """What the cook is told is in grams on the scale."""

    @settings(deadline=None, max_examples=40)
    @given(st.floats(0.6, 0.9))
    def test_target_by_heat_has_that_share(self, share: float) -> None:
        state = of_row(library().row("cauliflower"), 700)
        grams = mass_at(state, share)
        self.assertAlmostEqual((grams - state.solids) / grams, share, places=9)

    @settings(deadline=None, max_examples=40)
    @given(st.floats(0.80, 0.91))
    def test_target_by_pressing_has_that_share(self, share: float) -> None:
        state = of_row(library().row("cauliflower"), 700)
        grams = mass_pressed_to(state, share)
        left = settle(PRESS, state, grams, 20.0).after
        self.assertAlmostEqual(left.water_share, share, places=6)

    def test_answer_in_grams(self) -> None:
        first = predict(lid(), STEPS, library())
        target = first.points[2].enough
        wet = predict(lid(), STEPS, library(), weighed={"press": target + 48})
        advice = advise(wet.points[2], "mesh")
        self.assertEqual(advice.kind, "press_more")
        self.assertAlmostEqual(advice.grams, 48, delta=0.6)
        self.assertRegex(say(advice.message), r"4\d g still to press out, dry enough at \d+ g")
        self.assertEqual(advice.rounds, 1)

    def test_says_when_to_stop_and_when_too_dry(self) -> None:
        first = predict(lid(), STEPS, library())
        for grams, kind in (
            (first.points[2].enough - 5, "dry_enough"),
            (first.points[2].floor * 0.8, "too_dry"),
            # A gram or two is what the scale itself is off by.
            (first.points[2].enough + 1, "dry_enough"),
            (first.points[2].floor - 1, "dry_enough"),
            (first.points[2].enough + 12, "press_more"),
            (first.points[2].floor - 12, "too_dry"),
        ):
            ledger = predict(lid(), STEPS, library(), weighed={"press": grams})
            self.assertEqual(advise(ledger.points[2]).kind, kind)

    def test_too_dry_says_how_much_to_stir_back(self) -> None:
        floor = predict(lid(), STEPS, library()).points[2].floor
        dry = predict(lid(), STEPS, library(), weighed={"press": floor * 0.7}).points[2]
        advice = advise(dry)
        wetter = State(**{n: getattr(dry.state, n) for n in NAMES})
        wetter = State(wetter.water + advice.grams, *[getattr(wetter, n) for n in NAMES[1:]])
        self.assertAlmostEqual(wetter.water_share, dry.band[0], places=6)


class WeighIns(unittest.TestCase):
    """A weigh-in replaces the prediction; what follows is predicted again from there."""

    def test_later_points_move_earlier_do_not(self) -> None:
        plain = predict(lid(), STEPS, library())
        known = predict(lid(), STEPS, library(), weighed={"press": plain.points[2].state.mass + 60})
        self.assertEqual(plain.points[1].state, known.points[1].state)
        self.assertAlmostEqual(
            known.points[3].state.mass - plain.points[3].state.mass, 60 * 0.98, delta=0.5
        )

    def test_weighed_points_have_no_spread_and_later_ones_shrink(self) -> None:
        plain = predict(lid(spread=0.1), STEPS, library())
        known = predict(lid(spread=0.1), STEPS, library(), weighed={"heat": 975.0})
        self.assertAlmostEqual(known.points[1].high - known.points[1].low, 0.0, places=6)
        wide = plain.points[3].high - plain.points[3].low
        self.assertLess(known.points[3].high - known.points[3].low, wide)

    def test_start_scales_the_whole(self) -> None:
        ledger = predict(lid(), STEPS, library(), weighed={"start": 1200.0})
        self.assertAlmostEqual(ledger.points[0].state.mass, 1200.0, places=6)

    def test_hard_to_believe_is_questioned(self) -> None:
        ledger = predict(lid(), STEPS, library())
        press = ledger.points[2].state.mass
        for step, grams, code in (
            ("press", -5, "question_negative"),
            ("press", press * 10, "question_tenfold"),
            ("press", press / 10, "question_tenfold"),
            ("press", 1400, "question_heavier"),
        ):
            self.assertEqual(question(ledger.points[2], grams).code, code, step)
        self.assertIsNone(question(ledger.points[2], press * 1.1))
        self.assertIsNone(question(ledger.points[0], 1300))

    def test_impossible_weights_are_refused(self) -> None:
        for grams in (0.0, -1.0, float("nan"), float("inf")):
            with self.assertRaises(BadInput):
                predict(lid(), STEPS, library(), weighed={"press": grams})

    def test_interval_holds_the_prediction(self) -> None:
        for point in predict(lid(), STEPS, library()).points:
            self.assertLessEqual(point.low, point.state.mass)
            self.assertGreaterEqual(point.high, point.state.mass)
