"""A text that holds several recipes, one after the other: a plan of the week, a page of a booklet."""

from __future__ import annotations

from itertools import pairwise

from snabo_core.quantities.kinds import begins_with_amount, is_step
from snabo_core.recipe.around import opens_list
from snabo_core.recipe.servings import only_servings
from snabo_core.recipe.titles import title_of
from snabo_core.recipe.written import MOST_LOOKED_AT

# A recipe begins with its name and for how many it is, and so many amounts follow in a row.
LEAST_AMOUNTS, LONGEST_NAME = 3, 90
LOOKED_AHEAD = LEAST_AMOUNTS + 4


def recipes_apart(text: str) -> list[str]:
    """Return the text of each recipe in it; the whole as one where it holds one.

    A further one begins where a name stands over for how many it is ("TUESDAY: Fried rice", then
    "Serves 2", or both on one line) and over a list, and only after the one before has steps.
    """
    lines = text[:MOST_LOOKED_AT].splitlines()
    said = [i for i, line in enumerate(lines) if line.strip()]
    starts = [
        at
        for place, at in enumerate(said)
        if _begins(*(lines[i].strip() for i in said[place : place + LOOKED_AHEAD]))
    ]
    if len(starts) < 2:
        return [text]
    cuts = [0]
    for start in starts[1:]:
        if _has_steps(lines[cuts[-1] : start]):
            cuts.append(start)
    ends = [*cuts, len(lines)]
    return ["\n".join(lines[a:b]).strip() for a, b in pairwise(ends)] if cuts[1:] else [text]


def _begins(name: str, *rest: str) -> bool:
    """Tell whether a recipe begins with a line and some that follow it."""
    if sum(map(begins_with_amount, rest)) < LEAST_AMOUNTS or not _is_name(name):
        return False
    under = list(rest)
    if only_servings(under[0]):
        under.pop(0)
    elif title_of(name)[1] is None:
        return False
    if opens_list(under[0]):
        under.pop(0)
    listed = under[:LEAST_AMOUNTS]
    return len(listed) == LEAST_AMOUNTS and all(map(begins_with_amount, listed))


def _is_name(text: str) -> bool:
    return (
        len(text) <= LONGEST_NAME
        and text[-1:] not in ".:;,"
        and not begins_with_amount(text)
        and not opens_list(text)
        and not only_servings(text)
        and not is_step(text)
    )


def _has_steps(lines: list[str]) -> bool:
    return any(is_step(line.strip()) for line in lines if line.strip())
