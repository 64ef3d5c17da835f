"""Lays out a problem from standard input: python -m snabo_core.schedule < problem.json."""

from __future__ import annotations

import sys
from typing import Any

import msgspec

from snabo_core.errors import SnaboError
from snabo_core.schedule.problem import Problem, parse
from snabo_core.schedule.solving import Sheet, solve


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
    sys.exit(main())
