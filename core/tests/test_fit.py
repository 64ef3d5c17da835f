"""Fitting a dish: against enumeration, against linear programming alone, and by hand."""

import io
import itertools
import json
import random
import unittest
from contextlib import redirect_stderr, redirect_stdout
from typing import Any
from unittest import mock

import numpy as np
from scipy.optimize import linprog

from snabo_core.fit import __main__ as fitting
from snabo_core.fit import parse, solve

FOODS: dict[str, Any] = {
    "potato": {"net_carbs": 15, "protein": 2, "fat": 0, "water": 79, "egg_eq": 0},
    "swede": {"net_carbs": 6, "protein": 1, "fat": 0, "water": 89, "egg_eq": 0},
    "beans": {"net_carbs": 14, "protein": 7, "fat": 0.5, "water": 72, "egg_eq": 0},
    "cod": {"net_carbs": 0, "protein": 18, "fat": 0.7, "water": 81, "egg_eq": 0, "tags": ["fish"]},
    "butter": {"net_carbs": 0, "protein": 1, "fat": 81, "water": 16, "egg_eq": 0,
               "tags": ["dairy"]},
    "egg": {"net_carbs": 1, "protein": 12, "fat": 10, "water": 75, "egg_eq": 2},
}  # fmt: skip


def problem(**more: Any) -> dict[str, Any]:
    base: dict[str, Any] = {
        "per_100g": FOODS,
        "lines": [
            {"id": "cod", "food": "cod", "grams": 600},
            {"id": "butter", "food": "butter", "grams": 60, "low": 0, "high": 90, "weight": 1},
        ],
        "slots": [{"id": "lid", "options": [
            {"food": "potato", "grams": 800, "cost": 0},
            {"food": "swede", "grams": 800, "cost": 2},
            {"food": "beans", "grams": 800, "cost": 3},
        ]}],
        "eaters": [{"id": "Maren", "share": 0.25, "limits": [["net_carbs", "at_most", 13]]}],
    }  # fmt: skip
    return base | more


def solved(**more: Any) -> Any:
    return solve(parse(json.dumps(problem(**more)).encode()))


class ByHand(unittest.TestCase):
    """Small ones whose answer can be seen."""

    def test_the_cheapest_lid_that_keeps_the_limit(self) -> None:
        # A quarter of 800 g: potato 30 g, swede 12 g, beans 28 g of net carbs.
        found = solved()
        self.assertTrue(found.feasible)
        self.assertEqual(found.options, {"lid": "swede"})
        self.assertEqual(found.grams["butter"], 60)
        self.assertEqual(found.objective, 2)
        self.assertAlmostEqual(found.plate["Maren"]["net_carbs"], 12)

    def test_grams_move_as_little_as_needed(self) -> None:
        # Fat: (600 x 0.7 + b x 81) / 100 / 4 at most 8: b at most 34.32.
        found = solved(eaters=[{"id": "Bo", "share": 0.25, "limits": [["fat", "at_most", 8]]}])
        self.assertEqual(found.options["lid"], "potato")
        self.assertAlmostEqual(found.grams["butter"], 34.321, places=3)
        self.assertLessEqual(found.plate["Bo"]["fat"], 8)
        self.assertAlmostEqual(found.objective, (60 - 34.321) / 60, places=4)
        self.assertEqual([(b.eater, b.figure) for b in found.binding], [("Bo", "fat")])

    def test_nothing_to_do_costs_nothing(self) -> None:
        found = solved(eaters=[{"id": "Tove", "share": 0.25, "limits": []}])
        self.assertEqual((found.options["lid"], found.objective), ("potato", 0))

    def test_the_nearest_where_nothing_fits(self) -> None:
        limits = [["net_carbs", "at_most", 6], ["protein", "at_least", 20]]
        found = solved(eaters=[{"id": "Maren", "share": 0.25, "limits": limits}])
        self.assertFalse(found.feasible)
        self.assertEqual(found.options["lid"], "swede")
        (missed,) = found.violated
        self.assertEqual((missed.eater, missed.figure), ("Maren", "net_carbs"))
        self.assertAlmostEqual(missed.amount, 6, places=5)
        self.assertAlmostEqual(found.violation, 1, places=5)

    def test_exclusions_bar_for_everybody_and_say_whose(self) -> None:
        eaters = [{"id": "Jory", "share": 0.5, "excludes": ["dairy"]}, {"id": "Bo", "share": 0.5}]
        self.assertEqual(solved(eaters=eaters).grams["butter"], 0)
        fish = [{"id": "Jory", "share": 0.5, "excludes": ["fish"]}]
        (blocked,) = solved(eaters=fish).blocked
        self.assertEqual(
            (blocked.line, blocked.tags, blocked.eaters), ("cod", ("fish",), ("Jory",))
        )
        foods = FOODS | {name: FOODS[name] | {"tags": ["root"]} for name in ("potato", "swede")}
        slots = [{"id": "lid", "options": [{"food": "potato", "grams": 1},
                                           {"food": "swede", "grams": 1}]}]  # fmt: skip
        roots = [{"id": "Ada", "share": 1, "excludes": ["root"]}]
        (blocked,) = solved(per_100g=foods, slots=slots, eaters=roots).blocked
        self.assertEqual((blocked.slot, blocked.eaters), ("lid", ("Ada",)))

    def test_whole_eggs_and_a_dough_that_holds(self) -> None:
        lines = [
            {"id": "swede", "food": "swede", "grams": 300},
            {"id": "egg", "food": "egg", "grams": 50, "low": 0, "high": 300, "step": 50,
             "weight": 1, "change_cost": 0.5},
        ]  # fmt: skip
        parts = [{"driver": "swede", "egg_eq_per_100g_driver": [0.6, 1.2], "water_high": 0.88}]
        found = solved(lines=lines, slots=[], parts=parts, eaters=[])
        # 0.6 eggs to 100 g of 300 g: 1.8 eggs, so two whole ones; one more than there was.
        self.assertEqual(found.grams["egg"], 100)
        self.assertAlmostEqual(found.objective, 1 * 50 / 50 + 0.5)

    def test_a_band_of_water(self) -> None:
        lines = [
            {"id": "swede", "food": "swede", "grams": 500},
            {"id": "butter", "food": "butter", "grams": 20, "low": 0, "high": 200, "weight": 1},
        ]
        parts = [{"id": "lid", "water_low": 0.7, "water_high": 0.8}]
        found = solved(lines=lines, slots=[], parts=parts, eaters=[])
        # (445 + 0.16 b) / (500 + b) = 0.8: b = 45 / 0.64.
        self.assertAlmostEqual(found.grams["butter"], 70.3125, places=3)

    def test_the_same_value_from_both_sides(self) -> None:
        limits = [["fat", "at_most", 8], ["fat", "at_least", 8]]
        found = solved(eaters=[{"id": "Bo", "share": 0.25, "limits": limits}])
        self.assertTrue(found.feasible)
        self.assertAlmostEqual(found.plate["Bo"]["fat"], 8, places=4)


def enumerated(body: dict[str, Any]) -> float | None:
    """Return the least cost over every combination, None where none satisfies all."""
    foods = body["per_100g"]
    choices = [
        [(o["food"], float(o["grams"]), float(o["cost"])) for o in slot["options"]]
        for slot in body["slots"]
    ]
    for line in body["lines"]:
        steps = np.arange(line["low"], line["high"] + 1e-9, line["step"])
        choices.append([
            (line["food"], float(g),
             line["weight"] * abs(g - line["grams"]) / line["grams"]
             + (line["change_cost"] if abs(g - line["grams"]) > 1e-9 else 0.0))
            for g in steps
        ])  # fmt: skip
    best = None
    for combination in itertools.product(*choices):
        kept = True
        for eater in body["eaters"]:
            for figure, rule, value in eater["limits"]:
                total = sum(foods[f][figure] / 100 * g for f, g, _ in combination)
                room = value - total * eater["share"]
                kept = kept and (room if rule == "at_most" else -room) >= -1e-9
        cost = sum(c for _, _, c in combination)
        if kept and (best is None or cost < best):
            best = cost
    return best


class Enumerated(unittest.TestCase):
    """Random small dishes against every combination of them."""

    def test_whole_steps_and_options(self) -> None:
        chance = random.Random(7)  # noqa: S311  reproducible, nothing secret
        feasible = 0
        for number in range(40):
            names = list(FOODS)
            body: dict[str, Any] = {"per_100g": FOODS, "slots": [], "lines": [], "eaters": []}
            for slot in range(2):
                body["slots"].append({"id": f"s{slot}", "options": [
                    {"food": chance.choice(names), "grams": chance.randint(50, 600),
                     "cost": n * chance.randint(1, 4)} for n in range(4)
                ]})  # fmt: skip
            for line in range(3):
                body["lines"].append({
                    "id": f"l{line}", "food": chance.choice(names), "grams": 100, "low": 0,
                    "high": 200, "step": 50, "weight": chance.randint(1, 3),
                    "change_cost": chance.choice([0, 0.5]),
                })  # fmt: skip
            for eater in range(2):
                body["eaters"].append({"id": f"e{eater}", "share": 0.4, "limits": [
                    ["net_carbs", "at_most", chance.randint(5, 40)],
                    ["protein", "at_least", chance.randint(2, 30)],
                ]})  # fmt: skip
            with self.subTest(number=number):
                best = enumerated(body)
                found = solve(parse(json.dumps(body).encode()))
                self.assertEqual(found.feasible, best is not None)
                if best is not None:
                    feasible += 1
                    self.assertAlmostEqual(found.objective, best, places=5)
        self.assertGreater(feasible, 8)

    def test_grams_alone_against_linear_programming(self) -> None:
        chance = random.Random(3)  # noqa: S311  reproducible, nothing secret
        names = list(FOODS)
        compared = 0
        for number in range(30):
            grams = [chance.randint(50, 400) for _ in names]
            carbs, protein = chance.randint(10, 40), chance.randint(20, 60)
            lines = [
                {"id": n, "food": n, "grams": g, "low": 0, "high": 2 * g, "weight": 1}
                for n, g in zip(names, grams, strict=True)
            ]
            limits = [["net_carbs", "at_most", carbs], ["protein", "at_least", protein]]
            found = solved(
                lines=lines, slots=[], eaters=[{"id": "e", "share": 0.5, "limits": limits}]
            )
            # Columns: grams, then how far each moved.
            count = len(names)
            per = {
                f: np.array([FOODS[n][f] / 200 for n in names]) for f in ("net_carbs", "protein")
            }
            eye, none = np.eye(count), np.zeros(count)
            rows = np.vstack([
                np.hstack([eye, -eye]), np.hstack([-eye, -eye]),
                np.hstack([per["net_carbs"], none])[None], np.hstack([-per["protein"], none])[None],
            ])  # fmt: skip
            bounds = [(0, 2 * g) for g in grams] + [(0, None)] * count
            right = [*grams, *(-g for g in grams), carbs, -protein]
            cost = np.concatenate([none, 1 / np.array(grams)])
            alone = linprog(cost, A_ub=rows, b_ub=right, bounds=bounds)
            with self.subTest(number=number):
                self.assertEqual(found.feasible, alone.status == 0)
                if found.feasible:
                    compared += 1
                    self.assertAlmostEqual(found.objective, alone.fun, places=4)
        self.assertGreater(compared, 10)

    def test_another_option_never_makes_it_worse(self) -> None:
        before = solved().objective
        slots = problem()["slots"]
        slots[0]["options"].append({"food": "swede", "grams": 500, "cost": 1})
        self.assertLessEqual(solved(slots=slots).objective, before)


class CommandLine(unittest.TestCase):
    """python -m snabo_core.fit."""

    def run_with(self, body: bytes) -> tuple[int, str]:
        out, err = io.StringIO(), io.StringIO()
        with (
            mock.patch("sys.stdin", mock.Mock(buffer=io.BytesIO(body))),
            redirect_stdout(out),
            redirect_stderr(err),
        ):
            code = fitting.main()
        return code, out.getvalue() or err.getvalue()

    def test_answers(self) -> None:
        code, text = self.run_with(json.dumps(problem()).encode())
        found = json.loads(text)
        self.assertEqual((code, found["feasible"], found["options"]), (0, True, {"lid": "swede"}))
        fish = problem(eaters=[{"id": "Jory", "share": 1, "excludes": ["fish"]}])
        found = json.loads(self.run_with(json.dumps(fish).encode())[1])
        self.assertEqual(found["blocked"], [{"line": "cod", "tags": ["fish"], "eaters": ["Jory"]}])
        tight = problem(eaters=[{"id": "M", "share": 1, "limits": [["net_carbs", "at_most", 0]]}])
        found = json.loads(self.run_with(json.dumps(tight).encode())[1])
        self.assertEqual(found["violated"][0]["figure"], "net_carbs")

    def test_refusals_are_a_sentence_and_code_two(self) -> None:
        cod = {"id": "x", "food": "cod", "grams": 5}
        eater = {"id": "e", "share": 1}
        iron = [["iron", "at_most", 1]]
        sick: tuple[tuple[dict[str, Any], str], ...] = (
            ({"lines": [cod | {"food": "moon"}]}, "moon"),
            ({"lines": [cod | {"grams": -1}]}, "negative"),
            ({"lines": [cod | {"low": 9, "high": 2}]}, "low is"),
            ({"lines": [cod | {"low": 0, "high": 2, "step": 0}]}, "step"),
            ({"lines": [cod, cod]}, "same id"),
            ({"lines": [cod] * 500}, "more than"),
            ({"slots": [{"id": "s", "options": []}]}, "options"),
            ({"eaters": [eater | {"share": 3}]}, "share"),
            ({"eaters": [eater | {"limits": iron}]}, "iron"),
            ({"parts": [{"driver": "nobody"}]}, "nobody"),
            ({"parts": [{"egg_eq_per_100g_driver": 0.5}]}, "driver"),
            ({"parts": [{"water_low": 0.99}]}, "leave nothing"),
        )
        for body, words in (
            (b"", "cannot be read"),
            (b"[]", "cannot be read"),
            (b'{"per_100g": {}, "salad": 1}', "salad"),
            (b"[" * 100_000, "cannot be read"),
            *((json.dumps(problem(**more)).encode(), words) for more, words in sick),
        ):
            with self.subTest(words=words):
                code, text = self.run_with(body)
                self.assertEqual(code, 2)
                self.assertIn(words, text)

    def test_a_large_one_is_solved(self) -> None:
        chance = random.Random(1)  # noqa: S311  reproducible, nothing secret
        names = list(FOODS)
        body = {
            "per_100g": FOODS,
            "lines": [{"id": f"l{n}", "food": chance.choice(names), "grams": 50, "low": 0,
                       "high": 100, "weight": 1} for n in range(60)],
            "slots": [{"id": f"s{n}", "options": [
                {"food": chance.choice(names), "grams": chance.randint(50, 400), "cost": k}
                for k in range(8)]} for n in range(4)],
            "eaters": [{"id": f"e{n}", "share": 0.25, "limits": [
                ["net_carbs", "at_most", 30], ["protein", "at_least", 25]]} for n in range(4)],
        }  # fmt: skip
        found = solve(parse(json.dumps(body).encode()))
        self.assertTrue(found.feasible)
        self.assertEqual(found.gap, 0)


if __name__ == "__main__":
    unittest.main()
