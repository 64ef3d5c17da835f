"""What is served beside a dish or over it and nobody measured: it starts out of the plate."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from snabo_core.dish import Line, Part
from snabo_core.foods import Library

_BESIDE = re.compile(
    r"\b(?:(?:to|for|when) serv(?:e|ing)|serve with|on the side|alongside|(?:to|for) garnish(?:ing)?|garnish|"
    r"optional(?:ly)?|if (?:you )?(?:like|liked|want|wanted|wish|desired|have (?:it|some|any)))\b",
    re.IGNORECASE,
)
_PART_BESIDE = re.compile(
    r"\W*(?:(?:to|for) serv(?:e|ing)|serve with|(?:to|for) garnish|garnish(?:es)?|extras|"
    r"optional(?:\s.*)?|on the side|toppings? \(?optional\)?)\W*",
    re.IGNORECASE,
)


def unmeasured_out(
    parts: Sequence[Part], library: Library
) -> tuple[tuple[Part, ...], tuple[str, ...]]:
    """Leave out what is served beside a dish and has no amount, and return the names of that.

    It is no part of the plate until the cook says how much of it there is, or puts it in by one
    tap; what it may hold is named all the same. Starchy food stays in, unknown as it is: it may
    be most of the plate.

    Args:
        parts: of a recipe that was just read.
        library: where foods are looked up.
    """
    names: list[str] = []

    def looked_at(line: Line, part: Part) -> Line:
        told = _BESIDE.search(line.text) or _PART_BESIDE.fullmatch(part.name)
        if told is None or line.grams is not None or line.amount is not None or line.food is None:
            return line
        food = library.food(line.food)
        if food.starch == "full":
            return line
        names.append(food.name)
        return replace(line, optional=True, left_out=True)

    kept = tuple(
        replace(part, lines=tuple(looked_at(line, part) for line in part.lines)) for part in parts
    )
    return kept, tuple(dict.fromkeys(names))
