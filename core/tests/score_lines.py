"""Scores the reading of the lines in data/lines.txt: python -m tests.score_lines, in core/.

Half of the lines, by a fingerprint of their text, are set aside: they are scored but were not
looked at while the grammar and the names were tuned.
"""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from pathlib import Path

from snabo_core.foods import library
from snabo_core.quantities import read_line, unit_for

LINES = Path(__file__).with_name("data") / "lines.txt"
MISSPELLED = LINES.with_name("misspelled.txt")
NOT_ASKED, NONE = "?", "-"


@dataclass(frozen=True)
class Expected:
    """One line and what it should be read as; amount and unit None where not asked."""

    text: str
    amount: float | None
    unit: str | None
    food: str
    low: float
    high: float

    @property
    def set_aside(self) -> bool:
        """Whether the line belongs to the half nobody tuned to."""
        return hashlib.sha256(self.text.encode()).digest()[0] % 2 == 1


@dataclass(frozen=True)
class Score:
    """Shares of lines read right, 0 to 1, and what went wrong in sentences."""

    count: int
    amounts: float
    foods: float
    grams: float
    faults: tuple[str, ...]


def expected_lines() -> list[Expected]:
    """Return the lines of the file."""
    found = []
    for raw in LINES.read_text("utf-8").splitlines():
        if raw.startswith("#"):
            continue
        text, amount, unit, food, low, high = raw.split("|")
        asked = amount != NOT_ASKED
        found.append(
            Expected(
                text,
                float(amount) if asked else None,
                unit if asked else None,
                food,
                float(low),
                float(high),
            )
        )
    return found


def misspelled() -> tuple[int, int, int]:
    """Return of the misspelled names how many find their food first, of how many, in three."""
    pairs = [
        tuple(part.strip() for part in line.split("="))
        for line in MISSPELLED.read_text("utf-8").splitlines()
        if "=" in line and not line.startswith("#")
    ]
    found = [([h.food.key for h in library().search(typed)], key) for typed, key in pairs]
    first = sum(keys[:1] == [key] for keys, key in found)
    return first, len(pairs), sum(key in keys[:3] for keys, key in found)


def _amount_is_right(wanted: Expected) -> bool:
    read = read_line(wanted.text, library())
    if wanted.amount is None:
        return True
    if read.amount is None:
        return False
    unit = read.amount.unit.id if read.amount.unit else NONE
    named = unit_for(wanted.unit or "", "metric") if wanted.unit != NONE else None
    right_unit = unit == (named.id if named else wanted.unit)
    return right_unit and abs(read.amount.best - wanted.amount) <= 0.01 * wanted.amount


def score(lines: list[Expected]) -> Score:
    """Return how well the lines are read."""
    amounts = foods = grams = 0
    faults = []
    for wanted in lines:
        read = read_line(wanted.text, library())
        right = _amount_is_right(wanted)
        same = read.food == wanted.food
        best = read.grams.best
        inside = best is not None and wanted.low <= best <= wanted.high
        amounts, foods, grams = amounts + right, foods + same, grams + inside
        if not (right and same and inside):
            unit = read.amount.unit.id if read.amount and read.amount.unit else NONE
            number = read.amount.best if read.amount else None
            faults.append(f"{wanted.text!r}: {number} {unit} {read.food} {best} g")
    count = len(lines)
    return Score(count, amounts / count, foods / count, grams / count, tuple(faults))


def main() -> None:
    """Print the score of both halves and the faults of the one that may be tuned to."""
    lines = expected_lines()
    for name, aside in (("tuned to", False), ("set aside", True)):
        result = score([line for line in lines if line.set_aside == aside])
        print(
            f"{name}: {result.count} lines, amount and unit {result.amounts:.1%}, "
            f"food {result.foods:.1%}, grams {result.grams:.1%}"
        )
        if not aside:
            print("\n".join(result.faults))


if __name__ == "__main__":
    main()
