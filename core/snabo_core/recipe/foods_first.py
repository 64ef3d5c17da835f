"""Lists whose foods stand on lines of their own, each above its amount: as apps print them."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import TYPE_CHECKING

from snabo_core.quantities.kinds import begins_with_amount, heading_name, is_step
from snabo_core.recipe.sections import INGREDIENTS, METHOD, NOTES
from snabo_core.recipe.servings import lists_ingredients

if TYPE_CHECKING:
    from snabo_core.recipe.written import Written

# So many foods above their amounts tell that all stand so.
LEAST_PAIRS, LEAST_ALONE = 3, 4
_STEP_NUMBER = re.compile(r"^\s*(?:step\s*)?\d{1,2}[.):]\s*", re.IGNORECASE)
_UNMEASURED = re.compile(
    r"\W*(?:salt|pepper|seasoning|oil|water|herbs|parsley|to (?:serve|taste))\b", re.IGNORECASE
)


def amounts_joined(lines: list[Written], only_amount: Callable[[str], bool]) -> list[Written]:
    """Return the lines with an amount that stands under its food before it, on one line.

    "Sour cream", and below it "100 ml". Where the amounts stand above their foods, the lines stay.

    Args:
        lines: the lines of a text.
        only_amount: tells a line that is a number with its unit and nothing else.
    """
    for place, line in enumerate(lines):
        if _heads_list(line):
            pairs = _pairs_below(lines, place + 1, only_amount)
            if pairs:
                return _joined(lines, pairs)
        elif line.after_blank and _begins_strictly(lines, place, only_amount):
            pairs = _pairs_below(lines, place, only_amount)
            return _joined(lines, pairs) if pairs else lines
    return lines


def _begins_strictly(
    lines: Sequence[Written], place: int, only_amount: Callable[[str], bool]
) -> bool:
    """Tell a list without a head: food, amount, food, amount, and so on."""
    run = lines[place : place + 2 * LEAST_ALONE]
    return len(run) == 2 * LEAST_ALONE and all(
        only_amount(line.text) == (n % 2 == 1) for n, line in enumerate(run)
    )


def _pairs_below(
    lines: Sequence[Written], start: int, only_amount: Callable[[str], bool]
) -> list[int]:
    """Return the places of foods that stand above their amounts, none where amounts come first."""
    pairs: list[int] = []
    place = start
    while place < len(lines) and not _ends_list(lines[place]):
        below = lines[place + 1].text if place + 1 < len(lines) else ""
        if begins_with_amount(lines[place].text):
            return []
        if only_amount(below):
            pairs.append(place)
            place += 2
        else:
            # A heading, or a food without an amount.
            place += 1
    if len(pairs) < LEAST_PAIRS or heading_name(lines[pairs[0]].text) is not None:
        return []
    # A food behind the last amount: it is that one's.
    left = [line.text for line in lines[pairs[-1] + 2 : place]]
    return pairs if all(map(_UNMEASURED.match, left)) else []


def _heads_list(line: Written) -> bool:
    return INGREDIENTS.match(line.text) is not None or lists_ingredients(line.text)


def _ends_list(line: Written) -> bool:
    """Tell where another list, the method or the notes begin."""
    headed = METHOD.match(line.text) or NOTES.match(line.text) or _heads_list(line)
    return bool(headed) or line.step or is_step(_STEP_NUMBER.sub("", line.text))


def _joined(lines: Sequence[Written], pairs: Sequence[int]) -> list[Written]:
    joined = list(lines)
    for place in pairs:
        text = f"{lines[place + 1].text} {lines[place].text}"
        joined[place] = replace(lines[place], text=text, raw=text)
    gone = {place + 1 for place in pairs}
    return [line for place, line in enumerate(joined) if place not in gone]
