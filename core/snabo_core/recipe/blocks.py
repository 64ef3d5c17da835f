"""Lists set apart by blank lines, each below a head of its own: what heads them names their parts."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from itertools import pairwise

from snabo_core.quantities.kinds import (
    begins_with_amount,
    heading_name,
    is_button,
    is_step,
    kind_of_line,
    without_enumeration,
)
from snabo_core.recipe.facts import yield_in
from snabo_core.recipe.lines import measures, only_facts
from snabo_core.recipe.sections import COMMENTS, HOW_TO, INGREDIENTS, METHOD, NOTES, NUTRITION
from snabo_core.recipe.servings import lists_ingredients, servings_in
from snabo_core.recipe.written import Written, has_amount, only_amount

# So many such lists tell that what heads them is a heading, whatever it says: "Beef, marinated".
LEAST_BLOCKS = 3
# Where their heads count on, fewer do: "Pie part 1 -- the chili", "Pie part 2 -- the crust".
LEAST_COUNTED = 2
# Of the lines below a head so many in a hundred have an amount.
LEAST_WEIGHED = 50
MOST_WORDS = 9
_NO_HEAD = {"times", "servings", "nutrition", "furniture", "note", "step"}
_SECTIONS = (INGREDIENTS, METHOD, NOTES, NUTRITION, COMMENTS, HOW_TO)
_NUMBER = re.compile(r"\b\d{1,2}\b")
# "sauce pot - 3".
_NUMBER_BEHIND = re.compile(r"[\s#(–—-]+\d{1,2}\)?$")
# What is said of a part behind its name: "Paste - or use 3 tbsp from a jar", "Meat (slow cooker)".
_SAID_BEHIND = re.compile(
    r"\s*\([^()]{3,40}\)$|\s+[-–—]+\s+(?:or|if|can|may|make|made|do|use|start|for|from|optional)\b.*$"
)

# "1 - hummus"; "1. Hummus" is known by itself.
_COUNTED = re.compile(r"^(?P<n>\d{1,2})(?:\s+[-–—]|\s?/)\s+(?P<name>[^\W\d][^\d,.;]{2,40})$")
_DASHED = re.compile(
    r"^\d[\d./]*\s?(?:k?g|[mcd]?l|oz|lbs?|cups?|tbsp|tsp|tins?|cans?|cloves?)\s+[-–—]\s+[^\W\d]",
    re.IGNORECASE,
)
_TALKS = re.compile(r"\b(?:i|we|my|our|me|us)\b", re.IGNORECASE)
_IN_BRACKETS = re.compile(r"^\((?P<name>[^()]+)\)$")


def block_heads(lines: Sequence[Written]) -> dict[int, str]:
    """Return the places of the lines that head lists set apart by blanks, each with its name.

    Only where all such lists have a head, but for the first: a food without an amount at the
    top of one of them is a food.
    """
    heads: list[int] = []
    named: list[str] = []
    for start, end in _blocks(lines):
        below = [line.text for line in lines[start + 1 : end]]
        listed = sum(map(weighs, below))
        if not listed or listed * 100 < LEAST_WEIGHED * len(below):
            continue
        text = lines[start].text
        if _can_head(text, counted=len(heads) + 1):
            heads.append(start)
            named.append(text)
        elif heads and weighs(text):
            # A list without one: the others cannot be told by where they stand.
            return {}
    counted = len(named) >= LEAST_COUNTED and all(
        str(n) in _NUMBER.findall(text) for n, text in enumerate(named, 1)
    )
    if not counted and (len(heads) < LEAST_BLOCKS or any(map(_NUMBER_BEHIND.search, named))):
        return {}
    names = [_name_of(text, counted=counted) for text in named]
    return dict(zip(heads, names, strict=True))


def counted_heads(lines: Sequence[Written]) -> dict[int, str]:
    """Return the places of the lines that count the lists they head: "1 - hummus", "2 - tabbouleh".

    Between two of them stand foods with their amounts; such a list has no blank lines.
    """
    heads: dict[int, str] = {}
    if any(_DASHED.match(line.text) for line in lines):
        # Where "350 g - pasta" is a food, "1 - leek" is one.
        return {}
    for place, line in enumerate(lines[:-1]):
        number = _COUNTED.match(line.text)
        if number is None or int(number["n"]) != len(heads) + 1:
            continue
        if has_amount(lines[place + 1].text) and _COUNTED.match(lines[place + 1].text) is None:
            heads[place] = number["name"].strip(" :").capitalize()
    return heads if len(heads) >= LEAST_COUNTED else {}


def _blocks(lines: Sequence[Written]) -> Iterator[tuple[int, int]]:
    """Yield where the lines between two blanks begin and end."""
    starts = [place for place, line in enumerate(lines) if line.after_blank or not place]
    yield from pairwise([*starts, len(lines)])


def weighs(text: str) -> bool:
    """Tell a line with an amount, also "flat rice noodles 800g dried"."""
    return has_amount(text) or only_amount(text) or (measures(text) and not is_step(text))


def _can_head(text: str, *, counted: int) -> bool:
    """Tell words that may head a list: no amount but its number, no order, nothing told."""
    bare = text.strip(" *_#=-:")
    number = _NUMBER.findall(bare) == [str(counted)]
    if number:
        bare = _NUMBER_BEHIND.sub("", bare)
    if len(bare.split()) > MOST_WORDS or bare[-1:] in ".!?," or not bare:
        return False
    if begins_with_amount(bare) or (has_amount(bare) and not number) or is_button(text):
        return False
    if kind_of_line(text) in _NO_HEAD or any(section.match(text) for section in _SECTIONS):
        return False
    if _TALKS.search(bare):
        return False
    told = servings_in(text) is not None or yield_in(text) or only_facts(text)
    return not (told or lists_ingredients(text))


def _name_of(text: str, *, counted: bool) -> str:
    bare = text.strip(" *_#=-~[]{}:")
    bare = _IN_BRACKETS.sub(r"\g<name>", bare)
    bare = _NUMBER_BEHIND.sub("", bare) if counted else bare
    short = _SAID_BEHIND.sub("", without_enumeration(bare))
    return heading_name(text) or (short or bare).capitalize()
