"""Run sheets: laws over random kitchens, proven optima by trying, conflicts that are minimal."""

from __future__ import annotations

import json
import subprocess
import sys
import unittest
from pathlib import Path
from typing import Any

from snabo_core.errors import BadInput
from snabo_core.schedule.bounds import least_serving, rooms
from snabo_core.schedule.problem import Problem, parse
from snabo_core.schedule.solving import Effort, Sheet, solve
from tests.kitchens import best_by_trying, faults, random_kitchen

CORE = Path(__file__).parent.parent
SHORT = Effort(counted=1.0, guard_seconds=10.0)
TURNIPS: dict[str, Any] = {
    "minute_0": "17:00", "objective": "earliest_serving", "serve_at": None, "ask": None,
    "capacity": {"hands": 1, "ring": 1, "shelf": 2},
    "oven": {"now_c": 20, "up_c_per_min": 10, "down_c_per_min": 5}, "away": [], "fixed": [],
    "tasks": [
        {"id": "slice", "name": "slice the turnips", "dish": "bake", "ahead": False,
         "modes": [{"label": "only", "minutes": 8, "hands": 1, "uses": {}, "oven_c": None}]},
        {"id": "bake", "name": "bake", "dish": "bake", "ahead": False,
         "modes": [{"label": "only", "minutes": 30, "hands": 0, "uses": {"shelf": 1},
                    "oven_c": 190}]}],
    "links": [{"id": "a", "from": "slice", "to": "bake", "min": 0, "max": 20},
              {"id": "b", "from": "bake", "to": "serve", "min": 5, "max": 15}],
}  # fmt: skip


def read(values: dict[str, Any]) -> Problem:
    return parse(json.dumps(values).encode())


def told(values: dict[str, Any], effort: Effort = SHORT) -> Sheet:
    return solve(read(values), effort)


def refused(sheet: Sheet) -> bool:
    """Say whether it is certain that there is none, which is more than not having found one."""
    return sheet.feasible is not None and not sheet.feasible


def where(sheet: Sheet) -> dict[str, tuple[int, str]]:
    return {name: (one.start, one.mode) for name, one in sheet.tasks.items()}


def task(name: str, minutes: int, **mode: Any) -> dict[str, Any]:
    return {"id": name, "modes": [{"label": "only", "minutes": minutes, **mode}]}


class Laws(unittest.TestCase):
    def test_no_sheet_overlaps_a_resource_or_breaks_a_gap(self) -> None:
        """Over 200 random kitchens; what says feasible is checked minute by minute."""
        feasible = 0
        for seed in range(200):
            values = random_kitchen(seed, tasks=4 + seed % 9)
            sheet = told(values)
            if not sheet.feasible:
                self.assertTrue(refused(sheet), seed)
                self.assertTrue(sheet.conflict, seed)
                continue
            feasible += 1
            self.assertEqual(faults(values, where(sheet), sheet.serve or 0), [], seed)
            self.assertLessEqual(sheet.lower_bound or 0, sheet.minutes or 0, seed)
            self.assertLessEqual(least_serving(read(values)).best, sheet.minutes or 0, seed)
        self.assertGreater(feasible, 150)

    def test_the_span_is_never_longer_than_that_of_the_earliest_sheet(self) -> None:
        for seed in range(20):
            values = random_kitchen(seed, tasks=6)
            best = told(values)
            if not best.feasible:
                continue
            hands = {t["id"] for t in values["tasks"] if not t["ahead"]}
            modes = {t["id"]: {m["label"]: m for m in t["modes"]} for t in values["tasks"]}
            begins = [
                one.start for name, one in best.tasks.items()
                if name in hands and modes[name][one.mode]["hands"]
            ]  # fmt: skip
            values |= {"objective": "span", "serve_at": best.serve}
            span = told(values)
            self.assertEqual(faults(values, where(span), span.serve or 0), [], seed)
            self.assertEqual(span.serve, best.serve)
            longest = (best.serve or 0) - min(begins) if begins else 0
            self.assertLessEqual(span.minutes or 0, longest, seed)

    def test_small_kitchens_are_solved_as_well_as_by_trying_everything(self) -> None:
        tried = 0
        for seed in range(1000, 1040):
            values = random_kitchen(seed, tasks=3, longest=4)
            values["oven"] |= {"now_c": 180, "up_c_per_min": 20, "down_c_per_min": 20}
            if any(t["ahead"] for t in values["tasks"]):
                continue
            tried += 1
            by_trying = best_by_trying(values, last=20)
            self.assertEqual(told(values).minutes, by_trying, seed)
        self.assertGreater(tried, 20)

    def test_a_conflict_cannot_be_kept_and_none_of_it_can_be_left_out(self) -> None:
        seen = 0
        for seed in range(60):
            values = random_kitchen(seed, tasks=7)
            best = told(values)
            if not best.feasible or not best.minutes:
                continue
            values |= {"objective": "feasible", "serve_at": best.minutes - 1}
            if any(link["to"] == "serve" for link in values["links"]) is False:
                sheet = told(values)
                self.assertTrue(refused(sheet), seed)
                self.assertEqual(sheet.earliest_serving, best.minutes)
                self.assertIn("serve_at", sheet.conflict)
                self.minimal(values, sheet.conflict)
                seen += 1
        self.assertGreater(seen, 15)

    def minimal(self, values: dict[str, Any], conflict: tuple[str, ...]) -> None:
        self.assertTrue(refused(told(only(values, set(conflict)))))
        for name in conflict:
            rest = only(values, set(conflict) - {name})
            self.assertTrue(told(rest).feasible, f"{name} of {conflict} is not needed")


def only(values: dict[str, Any], rules: set[str]) -> dict[str, Any]:
    """Return a problem in which only some rules hold, the others made harmless."""
    plenty = 1000
    capacity = {k: v if k in rules else plenty for k, v in values["capacity"].items()}
    fast = {"now_c": values["oven"]["now_c"], "up_c_per_min": 1e9, "down_c_per_min": 1e9}
    tasks = values["tasks"]
    if "oven" not in rules:
        tasks = [t | {"modes": [m | {"oven_c": None} for m in t["modes"]]} for t in tasks]
    return values | {
        "capacity": capacity,
        "oven": values["oven"] if "oven" in rules else fast,
        "tasks": tasks,
        "links": [link for link in values["links"] if link["id"] in rules],
        "away": values["away"] if "hands" in rules else [],
        "serve_at": values["serve_at"] if "serve_at" in rules else 5000,
    }


class WorkedByHand(unittest.TestCase):
    def test_the_oven_decides(self) -> None:
        """The page's own example: 17 minutes to reach 190, a bake of 30, a rest of 5."""
        sheet = told(TURNIPS)
        self.assertEqual((sheet.minutes, sheet.lower_bound, sheet.proven), (52, 52, True))
        self.assertEqual(sheet.tasks["bake"].start, 17)

    def test_what_cannot_be_served_then_says_why_and_when(self) -> None:
        sheet = told(TURNIPS | {"objective": "feasible", "serve_at": 51})
        self.assertTrue(refused(sheet))
        self.assertEqual(sheet.earliest_serving, 52)
        self.assertEqual(set(sheet.conflict), {"serve_at", "oven", "b"})
        self.assertIn("minute 52", sheet.reason)

    def test_a_task_that_waited_too_long_can_never_be_followed(self) -> None:
        for fixed in (
            [{"id": "slice", "start": 0, "mode": "only"}, {"id": "now", "start": 40}],
            [{"id": "slice", "start": 0}, {"now": 40}],
            {"now": 40, "slice": {"start": 0}},
            {"now": 40, "tasks": {"slice": {"start": 0}}},
        ):
            sheet = told(TURNIPS | {"fixed": fixed})
            self.assertEqual((sheet.feasible, sheet.earliest_serving), (False, None))
            self.assertEqual(set(sheet.conflict), {"now", "a"})

    def test_a_promise_is_kept_or_told(self) -> None:
        later = TURNIPS | {"objective": "feasible", "ask": "promise", "serve_at": 60}
        running = {"slice": {"start": 0}, "now": 10}
        kept = told(later | {"fixed": running})
        # From minute 10 the oven needs 17, the bake 30, the rest 5.
        self.assertEqual((kept.feasible, kept.minutes), (False, 62))
        # At 80 the dish would stand longer than 15 minutes, unless the bake waits, which it may.
        kept = told(later | {"fixed": running, "serve_at": 70})
        self.assertEqual((kept.feasible, kept.minutes, kept.serve), (True, 62, 70))

    def test_two_cooks_and_one(self) -> None:
        chop = {"objective": "earliest_serving", "capacity": {"hands": 2}, "ask": "one_cook",
                "tasks": [task("a", 10, hands=1), task("b", 15, hands=1)]}  # fmt: skip
        sheet = told(chop)
        self.assertEqual((sheet.minutes, sheet.minutes_with_one_cook), (15, 25))
        lift = chop | {"tasks": [task("lift", 3, hands=2)]}
        self.assertIsNone(told(lift).minutes_with_one_cook)

    def test_how_much_longer_things_would_have_to_wait(self) -> None:
        """One cook, two sauces of 10 min, each to be served within 4 min: 6 min more are needed."""
        values = {
            "objective": "feasible", "serve_at": 60, "ask": "least_hold", "capacity": {"hands": 1},
            "tasks": [task("a", 10, hands=1), task("b", 10, hands=1)],
            "links": [{"id": x, "from": x, "to": "serve", "min": 0, "max": 4} for x in "ab"],
        }  # fmt: skip
        sheet = told(values)
        self.assertEqual((sheet.feasible, sheet.least_extra_hold), (False, 6))
        self.assertEqual(set(sheet.conflict), {"a", "b", "hands"})

    def test_soaked_overnight_or_hot(self) -> None:
        soak = {"id": "soak", "ahead": True, "modes": [
            {"label": "overnight", "minutes": 480}, {"label": "hot", "minutes": 20}]}  # fmt: skip
        values = {
            "objective": "earliest_serving", "capacity": {"hands": 1},
            "tasks": [soak, task("grind", 5, hands=1)],
            "links": [{"id": "x", "from": "soak", "to": "grind", "min": 0, "max": 60}],
        }  # fmt: skip
        self.assertEqual(told(values).minutes, 5)
        tonight = values | {"tasks": [soak | {"ahead": False}, task("grind", 5, hands=1)]}
        sheet = told(tonight)
        self.assertEqual((sheet.minutes, sheet.tasks["soak"].mode), (25, "hot"))

    def test_nobody_cooks_while_away(self) -> None:
        values = {"objective": "earliest_serving", "capacity": {"hands": 1}, "away": [[5, 30]],
                  "tasks": [task("chop", 10, hands=1), task("rest", 12)]}  # fmt: skip
        sheet = told(values)
        self.assertEqual((sheet.minutes, sheet.tasks["chop"].start), (40, 30))

    def test_two_temperatures_wait_for_the_oven(self) -> None:
        """190 for 20 min, then 200: up 10 C in 1 min; the other way round 2 min down."""
        bakes = [task("warm", 20, uses={"shelf": 1}, oven_c=190),
                 task("hot", 10, uses={"shelf": 1}, oven_c=200)]  # fmt: skip
        values = TURNIPS | {"tasks": bakes, "links": []}
        self.assertEqual(told(values).minutes, 17 + 20 + 1 + 10)
        together = [bakes[0], task("hot", 10, uses={"shelf": 1}, oven_c=190)]
        self.assertEqual(told(values | {"tasks": together}).minutes, 17 + 20)


class Rooms(unittest.TestCase):
    def test_the_deciding_chain_has_no_room_and_the_rest_has_what_is_left(self) -> None:
        values = TURNIPS | {"tasks": [*TURNIPS["tasks"], task("salad", 6, hands=1)]}
        problem = read(values | {"objective": "span", "serve_at": 60})
        sheet = solve(problem, SHORT)
        modes = {t.id: t.modes[0] for t in problem.tasks}
        starts = {name: one.start for name, one in sheet.tasks.items()}
        found = rooms(problem, starts, modes, sheet.serve or 0)
        self.assertEqual(sheet.minutes, 8 + 30 + 5)
        self.assertEqual((found["slice"].slack, found["bake"].slack), (0, 0))
        # The salad lies between the last cut and serving: 35 minutes for 6.
        self.assertEqual(found["salad"].slack, 35 - 6)


class BadProblems(unittest.TestCase):
    def test_each_is_refused_in_a_sentence(self) -> None:
        bake = TURNIPS["tasks"][1]
        for wrong, says in (
            ({"tasks": [bake | {"colour": "red"}]}, "colour"),
            ({"capacity": {"hands": 1, "ring": 1}}, "shelf; capacity does not say"),
            ({"links": [{"id": "x", "from": "slice", "to": "broil"}]}, "no task broil"),
            ({"links": [{"id": "x", "from": "slice", "to": "bake", "min": 5, "max": 1}]}, "most"),
            ({"tasks": [bake, bake]}, "same id"),
            ({"tasks": [bake | {"modes": []}]}, "modes"),
            ({"objective": "span"}, "needs serve_at"),
            ({"objective": "soon"}, "soon"),
            ({"oven": None}, "nothing is said of the oven"),
            ({"oven": TURNIPS["oven"] | {"up_c_per_min": 0}}, "rises"),
            ({"fixed": [{"id": "fry", "start": 3}]}, "no task fry"),
            ({"away": [[9, 3]]}, "the end comes first"),
            ({"serve_at": 10**9}, "10080"),
        ):  # fmt: skip
            with self.assertRaises(BadInput) as caught:
                read(TURNIPS | wrong)
            self.assertIn(says, str(caught.exception))
        for body in (b"", b"[]", b"{" * 5000, b'{"tasks": 3}'):
            with self.assertRaises(BadInput):
                parse(body)

    def test_the_command_answers_and_refuses(self) -> None:
        def run(body: str) -> subprocess.CompletedProcess[str]:
            return subprocess.run(
                [sys.executable, "-m", "snabo_core.schedule"], cwd=CORE, input=body,
                capture_output=True, text=True, check=False, timeout=300,
            )  # fmt: skip

        good = run(json.dumps(TURNIPS))
        self.assertEqual((good.returncode, json.loads(good.stdout)["minutes"]), (0, 52))
        bad = run(json.dumps(TURNIPS | {"kettle": 1}))
        self.assertEqual((bad.returncode, bad.stdout), (2, ""))
        self.assertIn("kettle", bad.stderr)


if __name__ == "__main__":
    unittest.main()
