"""Computes a plate from standard input: python -m snabo_core.plate < dish.json.

Takes a dish document and prints one JSON object: figures per serving with their bounds,
spread and whom to blame.
"""

from __future__ import annotations

import sys

import msgspec

from snabo_core.asking import told_how
from snabo_core.dish import Dish, check
from snabo_core.errors import SnaboError
from snabo_core.foods import library
from snabo_core.plate.serving import plate_of

EXAMPLE = """{"schema": 4, "title": "Pea pot", "servings": 2,
 "parts": [{"id": "p", "name": "Pot", "lines":
 [{"id": "a", "text": "200 g peas", "food": "peas", "form": "raw", "food_name": "peas",
   "grams_low": 200, "grams": 200, "grams_high": 200}]}]}"""


def main() -> int:
    """Read one document; return 2 with a sentence where it cannot be computed."""
    try:
        dish = check(msgspec.json.decode(sys.stdin.buffer.read(), type=Dish))
        figures = plate_of(dish, library()).figures
    except (SnaboError, msgspec.DecodeError) as refusal:
        sys.stderr.write(f"{refusal}\n")
        return 2
    sys.stdout.write(msgspec.json.encode(figures).decode() + "\n")
    return 0


if __name__ == "__main__":
    told_how(__doc__, EXAMPLE)
    sys.exit(main())
