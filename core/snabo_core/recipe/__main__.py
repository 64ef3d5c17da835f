"""Reads a recipe from standard input: python -m snabo_core.recipe < recipe.json.

The problem is {"text", "units", "usual"}: the text as it was pasted, whose cups and spoons are
meant (metric, us, australia, or null to go by the recipe), and what is usual where it does not
show. The answer is the dish's document: parts with their lines, foods and grams, steps, what was
set aside and what the recipe says of itself. A problem that cannot be one is refused with a
sentence on standard error and exit code 2.
"""

from __future__ import annotations

import sys

import msgspec

from snabo_core.asking import told_how
from snabo_core.dish import Dish, UnitSystem
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.recipe.reading import read_recipe

EXAMPLE = """{"text": "Pea pot\\nServes 2\\n\\n200 g peas\\n10 g butter\\n\\nBoil the peas for 5 minutes.",
 "units": "metric"}"""


class Problem(msgspec.Struct, forbid_unknown_fields=True):
    """A recipe as pasted."""

    text: str
    units: UnitSystem | None = None
    usual: UnitSystem = "metric"


def answer(problem: Problem) -> Dish:
    """Return the dish in a recipe.

    Raises:
        BadInput: there is nothing to read.
    """
    if not any(c.isalnum() for c in problem.text):
        raise BadInput("There is nothing to read in the text.", "text")
    return read_recipe(problem.text, library(), problem.units, usual=problem.usual)


def main() -> int:
    """Read one recipe and print its document."""
    try:
        dish = answer(msgspec.json.decode(sys.stdin.buffer.read(), type=Problem))
    except (msgspec.DecodeError, BadInput) as refusal:
        sys.stderr.write(f"{refusal}\n")
        return 2
    sys.stdout.write(msgspec.json.encode(dish).decode() + "\n")
    return 0


if __name__ == "__main__":
    told_how(__doc__, EXAMPLE)
    sys.exit(main())
