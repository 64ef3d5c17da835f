"""Reads a method from standard input: python -m snabo_core.method < problem.json.

The problem is {"parts": [{"name", "lines": [text]}], "method": text, "household": {...}?}; the
answer {"steps": [...]} as docs/command-line.md tells it. A problem that cannot be one is refused
with a sentence on standard error and exit code 2.
"""

from __future__ import annotations

import json
import sys
from typing import Any

import msgspec

from snabo_core.asking import told_how
from snabo_core.dish import UnitSystem
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.method.cautions import cautions_of
from snabo_core.method.facts import Share
from snabo_core.method.naming import Ingredient, Names
from snabo_core.method.reading import read_method
from snabo_core.method.steps import ReadStep
from snabo_core.quantities.reading import read_lines

MOST_LINES = 200
SYSTEMS: dict[str, UnitSystem] = {"metric": "metric", "us": "us", "australia": "australia"}

EXAMPLE = """{"parts": [{"name": "topping", "lines": ["900 g swede, peeled", "50 g butter"]}],
 "method": "Boil the swede for 20 minutes. Drain, then mash with half the butter."}"""


class Part(msgspec.Struct, forbid_unknown_fields=True):
    """Lines under one heading."""

    name: str | None = None
    lines: list[str] = []


class Household(msgspec.Struct, forbid_unknown_fields=True):
    """Whose kitchen: unit system, microwave watts, kind of oven."""

    units: str = "metric"
    watts: float | None = None
    oven: str = "still"


class Problem(msgspec.Struct, forbid_unknown_fields=True):
    """A dish's lines and its method as pasted."""

    parts: list[Part]
    method: str
    household: Household | None = None


def answer(problem: Problem) -> dict[str, Any]:
    """Return the steps of a method as plain containers.

    Raises:
        BadInput: more lines than a dish has, or units nobody knows.
    """
    home = problem.household or Household()
    if home.units not in SYSTEMS:
        raise BadInput(f"Units are {', '.join(SYSTEMS)}.", "units")
    if sum(len(part.lines) for part in problem.parts) > MOST_LINES:
        raise BadInput(f"A dish holds at most {MOST_LINES} lines.", "parts")
    lines, places = [], {}
    for number, part in enumerate(problem.parts, start=1):
        for row, text in enumerate(part.lines, start=1):
            # One written line may name several foods; it is one line to its steps.
            found = read_lines(text, library(), SYSTEMS[home.units])
            key = f"{number}.{row}"
            lines.append(Ingredient(key, part.name or "", text, found[0].food if found else None))
            places[key] = text
    steps = read_method(problem.method, lines, library())
    cautions = cautions_of(steps, Names(lines, library()))
    return {"steps": [_step(s, c, home) for s, c in zip(steps, cautions, strict=True)]}


def _step(step: ReadStep, cautions: tuple[str, ...], home: Household) -> dict[str, Any]:
    watts = step.watts
    if watts is None and step.technique == "microwave":
        watts = home.watts
    return {
        "sentence": step.sentence, "start": step.start, "end": step.end, "words": step.words,
        "technique": step.technique, "takes": list(step.takes), "reaches": list(step.reaches),
        "minutes": list(step.minutes), "passive": step.passive, "oven_c": step.oven_c, "watts": watts,
        "ring": step.ring, "covered": step.covered, "until": step.until,
        "share": {take: _share(share) for take, share in step.share.items()},
        "after": list(step.after), "before": list(step.before), "parallel": list(step.parallel),
        "cautions": list(cautions), "stated": list(step.stated),
    }  # fmt: skip


def _share(share: Share) -> dict[str, Any]:
    return {"kind": share.kind, "fraction": share.fraction}


def main() -> int:
    """Read one problem and print its answer."""
    try:
        problem = msgspec.json.decode(sys.stdin.buffer.read(), type=Problem)
        print(json.dumps(answer(problem), ensure_ascii=False, indent=1))
    except msgspec.DecodeError as error:
        print(f"This is no method problem: {error}.", file=sys.stderr)
        return 2
    except BadInput as refusal:
        print(refusal.sentence, file=sys.stderr)
        return 2
    return 0


if __name__ == "__main__":
    told_how(__doc__, EXAMPLE)
    sys.exit(main())
