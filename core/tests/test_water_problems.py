"""Plain problems of water and heat: by hand, there and back, and as the ledger reckons them."""

import inspect
import io
import json
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path
from unittest import mock

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.water import Step
from snabo_core.water import __main__ as asking
from snabo_core.water.problems import KINDS, answer
from snabo_core.water.state import State, of_row
from snabo_core.water.steps import BOILING, LIQUID_SOLIDS, run
from snabo_core.water.thermal import latent_heat, specific_heat

# (problem, what is asked of the answer, the value worked by hand, how near)
BY_HAND: tuple[tuple[dict[str, object], str, float, float], ...] = (
    ({"kind": "mass_for_share", "solids_g": 45, "water_share": 0.86}, "mass_g", 321.43, 0.01),
    # 590 g of cauliflower at 92.1 %, pressed to 86 % with liquid of 3.5 % solids:
    # (543.39 - 507.4) / (0.965 - 0.86) = 342.8 g leave.
    ({"kind": "mass_pressed_to_share", "water_g": 543.39, "solids_g": 46.61, "water_share": 0.86,
      "liquid_solids_share": 0.035}, "expressed_g", 342.76, 0.01),
    # 45 % of 500 g, then 27 % of the 275 that are left.
    ({"kind": "press", "water_g": 500, "solids_g": 50, "share_of_water": 0.45, "rounds": 2},
     "expressed_g", 299.25, 0.001),
    ({"kind": "rounds_for_loss", "water_g": 500, "loss_g": 290, "share_of_water": 0.45},
     "rounds", 2, 0),
    # 0.8 x 800 W x 300 s = 192 kJ; to 100 C: 0.5 x 3.9 x 80 / 0.85 = 183.5 kJ, of which 27.5
    # evaporate; 8.5 kJ more: 36.0 kJ over 2257.
    ({"kind": "microwave", "mass_g": 500, "specific_heat_kj_per_kg_k": 3.9, "watts": 800,
      "seconds": 300, "coupling": 0.8, "start_c": 20}, "evaporated_g", 15.95, 0.02),
    ({"kind": "microwave", "mass_g": 500, "specific_heat_kj_per_kg_k": 4.0, "watts": 1000,
      "seconds": 60, "coupling": 0.8, "start_c": 20, "warm_up_share": 0}, "reached_c", 44.0, 1e-9),
    # The same under a cover that gives half of the vapour back.
    ({"kind": "microwave", "mass_g": 500, "specific_heat_kj_per_kg_k": 3.9, "watts": 800,
      "seconds": 300, "coupling": 0.8, "start_c": 20, "vapour_returned_share": 0.5},
     "evaporated_g", 7.97, 0.02),
    # Nothing in warm-up: 0.5 x 4 x 80 = 160 kJ to boil, 100 g x 2257 = 225.7 kJ after: 482 s.
    ({"kind": "microwave_seconds_for_loss", "mass_g": 500, "loss_g": 100, "watts": 1000,
      "specific_heat_kj_per_kg_k": 4.0, "coupling": 0.8, "start_c": 20, "warm_up_share": 0},
     "seconds", 482.1, 0.1),
    ({"kind": "microwave_seconds_at", "seconds": 60, "watts": 700, "other_watts": 1000},
     "seconds", 42, 1e-9),
    ({"kind": "watts_for_time", "seconds": 200, "watts": 1000, "other_seconds": 250},
     "watts", 800, 1e-9),
    ({"kind": "pan", "mass_g": 600, "grams_per_minute": 22, "minutes": 6, "water_g": 540},
     "evaporated_g", 132, 1e-9),
    ({"kind": "pan_minutes_for_loss", "loss_g": 110, "grams_per_minute": 22}, "minutes", 5, 1e-9),
    # 22.5 x 0.05 x 110 = 123.75 W; warm-up 0.5 x 3.8 x 70 = 133 kJ over 22.5 x 0.05 x 145 =
    # 163.1 W: 815 s; 20 min less that leave 385 s: 21.1 g.
    ({"kind": "roast", "mass_g": 500, "specific_heat_kj_per_kg_k": 3.8, "exposed_m2": 0.05,
      "h_w_per_m2_k": 22.5, "oven_c": 200, "minutes": 20, "start_c": 20},
     "evaporated_g", 21.1, 0.1),
    ({"kind": "cook_by_yield", "mass_g": 300, "yield_factor": 2.8}, "mass_g", 840, 1e-9),
    # Rice, 12 % water, to 68.4 %: 0.88 / 0.316.
    ({"kind": "yield_by_solids", "raw_water_share": 0.12, "cooked_water_share": 0.684},
     "yield_factor", 2.785, 0.001),
    # (400 - 0.75 x 500) / (0.75 - 0.1) = 38.5 g.
    ({"kind": "absorber_for_share", "mass_g": 500, "water_g": 400, "target_water_share": 0.75,
      "absorber_water_share": 0.1}, "absorber_g", 38.46, 0.01),
    ({"kind": "absorber_for_free_water", "free_water_g": 42, "grams_held_per_g": 3.5},
     "absorber_g", 12, 1e-9),
    # 481 g at 78.4 %, of which 153 g at 56.3 %: the rest 328 g at 88.7 %.
    ({"kind": "component_from_mixture", "mixture_g": 481, "mixture_water_share": 0.784,
      "known_g": 153, "known_water_share": 0.563}, "water_share", 0.8871, 0.0001),
    ({"kind": "mixture", "parts": [[328, 0.887], [100, 0.76], [60, 0.29]]}, "water_share",
     0.7876, 0.0001),
    # 400 g at 60 % thinned to 70 % with water: 400 x 0.1 / 0.3.
    ({"kind": "grams_for_mixture", "mass_g": 400, "water_share": 0.6, "added_water_share": 1.0,
      "target_water_share": 0.7}, "added_g", 133.33, 0.01),
    ({"kind": "reduction", "mass_g": 900, "salt_g": 9, "most_salt_share": 0.018},
     "may_lose_g", 400, 1e-9),
    # It tastes of salt already.
    ({"kind": "reduction", "mass_g": 500, "salt_g": 10, "most_salt_share": 0.018},
     "may_lose_g", 0, 0),
    # Potato, raw (USDA): 2.05 P, 0.09 F, 17.49 C; Na 6, K 425, Ca 12, Mg 23, P 57 mg: 79.25 g.
    ({"kind": "derived_water", "protein_g": 2.05, "fat_g": 0.09, "carbohydrate_g": 17.49,
      "sodium_g": 0.006, "potassium_g": 0.425, "calcium_g": 0.012, "magnesium_g": 0.023,
      "phosphorus_g": 0.057}, "water_g", 79.25, 0.3),
    ({"kind": "thermal", "celsius": 20, "water_g": 100}, "specific_heat_kj_per_kg_k", 4.129, 0.001),
    ({"kind": "thermal", "celsius": 20, "water_g": 100}, "density_kg_per_m3", 995.7, 0.1),
    # Oils weigh 0.89 to 0.90 g/ml at 60 C (common practice, no source).
    ({"kind": "thermal", "celsius": 60, "fat_g": 100}, "density_kg_per_m3", 900, 8),
    # IAPWS-IF97 at the triple point.
    ({"kind": "steam", "celsius": 0.01}, "latent_kj_per_kg", 2500.9, 0.3),
    ({"kind": "steam", "celsius": 100}, "latent_kj_per_kg", 2256.5, 0.5),
    ({"kind": "soak", "mass_g": 150, "grams_taken_up_per_g": 0.35}, "mass_g", 202.5, 1e-9),
    ({"kind": "dry_to_floor", "water_g": 40, "floor_water_g": 8, "rate_per_hour": 0.2, "hours": 5},
     "water_g", 19.77, 0.01),
)  # fmt: skip


class ByHand(unittest.TestCase):
    """Every kind has an answer somebody worked out."""

    def test_answers(self) -> None:
        for problem, name, value, near in BY_HAND:
            with self.subTest(kind=problem["kind"]):
                self.assertAlmostEqual(answer(problem)[name], value, delta=near or 1e-9)

    def test_every_kind_is_worked(self) -> None:
        worked = {str(problem["kind"]) for problem, *_ in BY_HAND}
        inverse = {"microwave_seconds_for_loss", "roast_minutes_for_loss"}
        self.assertEqual(set(KINDS), worked | inverse)


class Documented(unittest.TestCase):
    """docs/command-line.md names every kind with its values."""

    def test_every_kind_and_value_is_named(self) -> None:
        page = (Path(__file__).resolve().parents[2] / "docs" / "command-line.md").read_text()
        for kind, function in KINDS.items():
            row = next(line for line in page.splitlines() if line.startswith(f"| `{kind}` |"))
            for name in inspect.signature(function).parameters:
                self.assertIn(name, row)


class ThereAndBack(unittest.TestCase):
    """An inverse gives what was put in."""

    @given(st.floats(100, 2000), st.floats(0.001, 0.4), st.floats(0, 60))
    def test_microwave(self, mass: float, share: float, start: float) -> None:
        given_ = {
            "mass_g": mass, "specific_heat_kj_per_kg_k": 3.9, "watts": 800, "coupling": 0.8,
            "start_c": start,
        }  # fmt: skip
        loss = mass * share
        back = answer({"kind": "microwave_seconds_for_loss", "loss_g": loss, **given_})
        out = answer({"kind": "microwave", "seconds": back["seconds"], **given_})
        self.assertAlmostEqual(out["evaporated_g"], loss, delta=1e-6 * mass)

    @given(st.floats(100, 2000), st.floats(0.001, 0.5))
    def test_roast(self, mass: float, share: float) -> None:
        given_ = {
            "mass_g": mass, "specific_heat_kj_per_kg_k": 3.8, "exposed_m2": 0.08,
            "h_w_per_m2_k": 30, "oven_c": 220, "start_c": 20,
        }  # fmt: skip
        back = answer({"kind": "roast_minutes_for_loss", "loss_g": mass * share, **given_})
        out = answer({"kind": "roast", "minutes": back["minutes"], **given_})
        self.assertAlmostEqual(out["evaporated_g"], mass * share, delta=1e-6 * mass)


class AsTheLedger(unittest.TestCase):
    """The ledger's own steps reckon by the same formulas."""

    def setUp(self) -> None:
        self.state: State = of_row(library().row("cauliflower", "raw"), 590)

    def test_microwave(self) -> None:
        step = Step("m", "microwave", "", settings={"kj_per_kg": 640})
        out = run(step, self.state, 0.8, 20.0)
        plain = answer({
            "kind": "microwave", "mass_g": self.state.mass, "watts": 640 * 0.59, "seconds": 1000,
            "specific_heat_kj_per_kg_k": specific_heat(self.state, (20 + BOILING) / 2),
            "coupling": 0.8, "start_c": 20, "latent_kj_per_kg": latent_heat(BOILING),
        })  # fmt: skip
        self.assertAlmostEqual(out.vapour, plain["evaporated_g"], places=6)

    def test_press(self) -> None:
        step = Step("p", "press", "", settings={"method": "cloth", "rounds": 2})
        out = run(step, self.state, 0.45, 20.0)
        plain = answer({
            "kind": "press", "water_g": self.state.water, "solids_g": self.state.solids,
            "share_of_water": 0.45, "rounds": 2, "liquid_solids_share": LIQUID_SOLIDS,
        })  # fmt: skip
        self.assertAlmostEqual(out.after.mass, plain["mass_g"], places=6)

    def test_roast(self) -> None:
        settings = {"oven_c": 220, "minutes": 25, "exposed_m2_per_kg": 0.1}
        out = run(Step("r", "roast", "", settings=settings), self.state, 22.5, 20.0)
        plain = answer({
            "kind": "roast", "mass_g": self.state.mass, "exposed_m2": 0.1 * self.state.mass / 1000,
            "specific_heat_kj_per_kg_k": specific_heat(self.state, 55), "h_w_per_m2_k": 22.5,
            "oven_c": 220, "minutes": 25, "start_c": 20,
            "latent_kj_per_kg": latent_heat(BOILING),
        })  # fmt: skip
        self.assertAlmostEqual(out.vapour, plain["evaporated_g"], places=6)


class CommandLine(unittest.TestCase):
    """python -m snabo_core.water."""

    def ask(self, body: bytes) -> tuple[int, str]:
        out, err = io.StringIO(), io.StringIO()
        given_ = mock.Mock(buffer=io.BytesIO(body))
        with mock.patch("sys.stdin", given_), redirect_stdout(out), redirect_stderr(err):
            code = asking.main()
        return code, out.getvalue() or err.getvalue()

    def test_one_and_several(self) -> None:
        problems = [problem for problem, *_ in BY_HAND]
        code, text = self.ask(json.dumps(problems).encode())
        self.assertEqual((code, len(json.loads(text))), (0, len(problems)))
        code, text = self.ask(json.dumps(problems[0]).encode())
        self.assertAlmostEqual(json.loads(text)["mass_g"], 321.43, delta=0.01)

    def test_refusals(self) -> None:
        good = {"kind": "mass_for_share", "solids_g": 45, "water_share": 0.86}
        for body, words in (
            (b"", "Input data"),
            (b"3", "an object"),
            (b"[" * 100_000, ""),
            (json.dumps({"kind": "magic"}).encode(), "magic"),
            (json.dumps({"solids_g": 1}).encode(), "None"),
            (json.dumps(good | {"colour": 3}).encode(), "colour"),
            (json.dumps({"kind": "mass_for_share", "solids_g": 1}).encode(), "water_share"),
            (json.dumps(good | {"solids_g": "much"}).encode(), "solids_g is a number"),
            (json.dumps(good | {"solids_g": True}).encode(), "solids_g is a number"),
            (json.dumps(good | {"solids_g": 1e300}).encode(), "no number of a kitchen"),
            (json.dumps(good | {"water_share": 1}).encode(), "water share"),
            (json.dumps({"kind": "mixture", "parts": [[1]]}).encode(), "Parts are"),
            (json.dumps({"kind": "mixture", "parts": []}).encode(), "Parts are"),
        ):  # fmt: skip
            with self.subTest(body=body[:40]):
                code, text = self.ask(body)
                self.assertEqual(code, 2, text)
                self.assertIn(words, text)

    def test_what_cannot_be_is_refused(self) -> None:
        heated = {"kind": "microwave_seconds_for_loss", "mass_g": 500, "loss_g": 100, "watts": 800,
                  "specific_heat_kj_per_kg_k": 4.0, "coupling": 0.8, "start_c": 20}  # fmt: skip
        in_a_pan = {"kind": "pan", "mass_g": 500, "grams_per_minute": 20, "minutes": 5,
                    "water_g": 400}  # fmt: skip
        for problem in (
            heated | {"watts": 0},
            heated | {"coupling": 0},
            heated | {"warm_up_share": 1},
            heated | {"start_c": 101},
            heated | {"loss_g": 500},
            heated | {"vapour_returned_share": 1},
            in_a_pan | {"water_g": 501},
            in_a_pan | {"minutes": -0.01},
            {
                "kind": "roast",
                "mass_g": 500,
                "specific_heat_kj_per_kg_k": 3.8,
                "exposed_m2": 0.05,
                "h_w_per_m2_k": 22.5,
                "oven_c": 90,
                "minutes": 20,
                "start_c": 20,
            },
            {
                "kind": "roast",
                "mass_g": 500,
                "specific_heat_kj_per_kg_k": 3.8,
                "exposed_m2": 0,
                "h_w_per_m2_k": 22.5,
                "oven_c": 200,
                "minutes": 20,
                "start_c": 20,
            },
            {"kind": "pan_minutes_for_loss", "loss_g": 5, "grams_per_minute": 0},
            {"kind": "pan_minutes_for_loss", "loss_g": -1, "grams_per_minute": 20},
            {"kind": "press", "water_g": 90, "solids_g": 10, "share_of_water": 1.01},
            {"kind": "press", "water_g": 90, "solids_g": 10, "share_of_water": 0.4, "rounds": -1},
            {"kind": "rounds_for_loss", "water_g": 90, "loss_g": 90, "share_of_water": 0.4},
            {"kind": "cook_by_yield", "mass_g": -1, "yield_factor": 2},
            {"kind": "absorber_for_free_water", "free_water_g": 5, "grams_held_per_g": 0},
            {"kind": "derived_water", "protein_g": 60, "fat_g": 30, "carbohydrate_g": 11},
        ):
            with self.subTest(problem=problem), self.assertRaises(BadInput):
                answer(problem)

    def test_no_answer_is_nonsense(self) -> None:
        with self.assertRaises(BadInput):
            answer({"kind": "component_from_mixture", "mixture_g": 100, "mixture_water_share": 0.9,
                    "known_g": 99, "known_water_share": 0.1})  # fmt: skip
