"""Lays out a problem from standard input: python -m snabo_core.schedule < problem.json."""

from __future__ import annotations

import sys
from typing import Any

import msgspec

from snabo_core.asking import told_how
from snabo_core.errors import SnaboError
from snabo_core.schedule.problem import Problem, parse
from snabo_core.schedule.solving import Sheet, solve

EXAMPLE = """{"minute_0": "17:00", "objective": "earliest_serving", "serve_at": null, "ask": null,
 "capacity": {"hands": 1, "shelf": 2}, "away": [], "fixed": [],
 "oven": {"now_c": 20, "up_c_per_min": 10, "down_c_per_min": 5},
 "tasks": [{"id": "slice", "name": "slice the turnips", "dish": "bake", "ahead": false, "modes":
            [{"label": "only", "minutes": 8, "hands": 1, "uses": {}, "oven_c": null}]},
           {"id": "bake", "name": "bake", "dish": "bake", "ahead": false, "modes":
            [{"label": "only", "minutes": 30, "hands": 0, "uses": {"shelf": 1}, "oven_c": 190}]}],
 "links": [{"id": "a", "from": "slice", "to": "bake", "min": 0, "max": 20},
           {"id": "b", "from": "bake", "to": "serve", "min": 5, "max": 15}]}"""


def answer(problem: Problem, found: Sheet) -> dict[str, Any]:
    """Return a sheet as it is printed: what was not asked for or does not apply is left out."""
    out: dict[str, Any] = msgspec.to_builtins(found)
    if found.feasible:
        for name in ("earliest_serving", "conflict", "reason"):
            out.pop(name)
    for name, ask in (("least_extra_hold", "least_hold"), ("minutes_with_one_cook", "one_cook")):
        if problem.ask != ask:
            out.pop(name)
    return out


def main() -> int:
    """Read one problem; return 2 with a sentence where it cannot be solved as it stands."""
    try:
        problem = parse(sys.stdin.buffer.read())
        found = solve(problem)
    except SnaboError as refusal:
        sys.stderr.write(f"{refusal}\n")
        return 2
    sys.stdout.write(msgspec.json.encode(answer(problem, found)).decode() + "\n")
    return 0


if __name__ == "__main__":
    told_how(__doc__, EXAMPLE)
    sys.exit(main())
