"""Fits a plain problem from standard input: python -m snabo_core.fit < problem.json."""

from __future__ import annotations

import sys
from typing import Any

import msgspec

from snabo_core.asking import told_how
from snabo_core.errors import SnaboError
from snabo_core.fit.problem import parse
from snabo_core.fit.solving import Solution, solve

EXAMPLE = """{"per_100g": {"potato": {"net_carbs": 15}, "swede": {"net_carbs": 6}},
 "lines": [], "parts": [],
 "slots": [{"id": "lid", "options": [{"food": "potato", "grams": 800, "cost": 0},
                                     {"food": "swede", "grams": 800, "cost": 2}]}],
 "eaters": [{"id": "Maren", "share": 0.25, "excludes": [],
             "limits": [["net_carbs", "at_most", 13]]}]}"""


def answer(found: Solution) -> dict[str, Any]:
    """Return a solution as it is printed."""
    if found.blocked:
        blocked = [
            {("slot" if one.slot is not None else "line"): one.slot or one.line,
             "tags": one.tags, "eaters": one.eaters}
            for one in found.blocked
        ]  # fmt: skip
        return {"feasible": False, "blocked": blocked}
    binding = [{"eater": b.eater, "figure": b.figure, "rule": b.rule} for b in found.binding]
    out: dict[str, Any] = {
        "feasible": found.feasible,
        "options": found.options,
        "grams": found.grams,
        "objective": found.objective,
        "plate": found.plate,
        "binding": binding,
        "gap": found.gap,
    }
    if not found.feasible:
        out |= {"violation": found.violation, "violated": msgspec.to_builtins(found.violated)}
    return out


def main() -> int:
    """Read one problem; return 2 with a sentence where it cannot be solved as it stands."""
    try:
        found = solve(parse(sys.stdin.buffer.read()))
    except SnaboError as refusal:
        sys.stderr.write(f"{refusal}\n")
        return 2
    sys.stdout.write(msgspec.json.encode(answer(found)).decode() + "\n")
    return 0


if __name__ == "__main__":
    told_how(__doc__, EXAMPLE)
    sys.exit(main())
