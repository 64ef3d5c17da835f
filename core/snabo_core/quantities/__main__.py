"""Reads ingredient lines from standard input: python -m snabo_core.quantities < lines.txt.

Prints one JSON object per line; `heading` marks headings.
"""

from __future__ import annotations

import json
import sys

from snabo_core.foods import library
from snabo_core.quantities.reading import read_line
from snabo_core.recipe import heading_of
from snabo_core.wording import say


def as_json(text: str) -> dict[str, object]:
    """Return one line's reading as plain containers."""
    heading = heading_of(text)
    if heading is not None:
        return {"text": text, "heading": heading}
    read = read_line(text, library())
    amount = read.amount
    return {
        "text": text,
        "amount": [amount.low, amount.best, amount.high] if amount else None,
        "unit": amount.unit.id if amount and amount.unit else None,
        "size": amount.size if amount else None,
        "food": read.food,
        "name": library().food(read.food).name if read.food else None,
        "form": read.form,
        "preparation": read.preparation,
        "optional": read.optional,
        "grams": [read.grams.low, read.grams.best, read.grams.high],
        "reason": say(read.grams.reason),
        "confidence": round(read.confidence, 3),
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
    sys.exit(main())
