"""Reads ingredient lines from standard input: python -m snabo_core.quantities < lines.txt.

Prints one JSON object per line: what it is (`kind`), and for ingredients the first food's reading
with all of the line's foods in `foods`.
"""

from __future__ import annotations

import json
import sys

from snabo_core.asking import told_how
from snabo_core.foods import library
from snabo_core.quantities.kinds import heading_name, kind_of_line
from snabo_core.quantities.reading import ReadLine, read_lines
from snabo_core.wording import say

EXAMPLE = """1 1/2 cups basmati rice, rinsed"""


def as_json(text: str) -> dict[str, object]:
    """Return one line's reading as plain containers; what is no food says so in `kind`."""
    kind = kind_of_line(text)
    if kind == "heading":
        return {"text": text, "kind": kind, "heading": heading_name(text)}
    if kind != "food":
        return {"text": text, "kind": kind, "food": None}
    foods = [_reading(read) for read in read_lines(text, library())]
    return {"text": text, "kind": kind, **foods[0], "foods": foods}


def _reading(read: ReadLine) -> dict[str, object]:
    amount, grams = read.amount, read.grams
    known = amount is not None and amount.stated
    low, best, high = grams.low, grams.best, grams.high
    unmeasured = grams.reason.code in {"to_taste", "water_unmeasured"}
    return {
        "amount": [amount.low, amount.best, amount.high] if amount and known else None,
        "unit": amount.unit.id if amount and amount.unit else None,
        "size": amount.size if amount else None,
        "food": read.food,
        "name": library().food(read.food).name if read.food else None,
        "form": read.form,
        "preparation": read.preparation,
        "optional": read.optional,
        "alternatives": list(read.alternatives),
        "grams": [None, None, None] if unmeasured else [low, best, high],
        "usual_grams": [low, best, high] if unmeasured else None,
        "reason": say(grams.reason),
        "confidence": round(read.confidence, 3),
        "doubts": list(read.doubts),
        "unread": list(read.unread),
        "candidates": list(read.candidates),
    }


def main() -> int:
    """Read until the end of input."""
    for raw in sys.stdin:
        text = raw.rstrip("\n")
        if text.strip():
            print(json.dumps(as_json(text), ensure_ascii=False))
    return 0


if __name__ == "__main__":
    told_how(__doc__, EXAMPLE)
    sys.exit(main())
