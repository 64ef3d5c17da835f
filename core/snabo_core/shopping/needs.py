"""What cooking some dishes needs: every line that is bought, and what nobody can buy as it stands.

Nothing is dropped: a line without a food, or without grams, is listed in its own words.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from snabo_core.dish import Dish, Line
from snabo_core.errors import SnaboError
from snabo_core.foods import Library
from snabo_core.shopping.units import is_free
from snabo_core.swaps.branches import SharedLine, branches_of, lines_of_branches
from snabo_core.swaps.homemade import PREFIX

Why = Literal["no_food", "no_grams", "homemade"]


@dataclass(frozen=True)
class Cooking:
    """A dish that is cooked on a day, at the size it is cooked in; `key` names the cooking."""

    key: str
    title: str
    dish: Dish
    on: dt.date


@dataclass(frozen=True)
class Wanted:
    """So many usable grams of a food in a form, for a cooking.

    `branches` are the ids of the variants it goes into, empty for what the others have.
    """

    cooking: str
    on: dt.date
    food: str
    form: str
    grams: float
    branches: frozenset[str] = frozenset({""})


@dataclass(frozen=True)
class Unread:
    """A line that cannot be counted: in its words, with why."""

    cooking: str
    text: str
    why: Why


@dataclass(frozen=True)
class Needs:
    """All that some cookings need."""

    wanted: tuple[Wanted, ...]
    unread: tuple[Unread, ...]


def needs_of(cookings: Sequence[Cooking], library: Library) -> Needs:
    """Return what cookings need, in their order; what comes from the shelf is not among it.

    Args:
        cookings: dishes at the size they are cooked in.
        library: where foods are looked up.
    """
    wanted: list[Wanted] = []
    unread: list[Unread] = []
    for cooking in cookings:
        for one in _of_dish(cooking.dish):
            line, grams = one.line, one.grams
            if line.shelf is not None or (line.food and is_free(line.food)):
                continue
            why = _why_not(line, grams, library)
            if why is not None or grams is None or line.food is None:
                unread.append(Unread(cooking.key, _text(line), why or "no_grams"))
            elif grams > 0:
                form = line.form or library.food(line.food).default_form
                branches = frozenset(one.shares)
                wanted.append(Wanted(cooking.key, cooking.on, line.food, form, grams, branches))
    return Needs(tuple(wanted), tuple(unread))


@lru_cache(maxsize=128)
def _of_dish(dish: Dish) -> tuple[SharedLine, ...]:
    return lines_of_branches(branches_of(dish))


def _why_not(line: Line, grams: float | None, library: Library) -> Why | None:
    if line.food is None:
        return "no_food"
    if line.food.startswith(PREFIX):
        return "homemade"
    try:
        library.row(line.food, line.form)
    except SnaboError:
        # A food of the household's own that is gone.
        return "no_food"
    return "no_grams" if grams is None else None


def _text(line: Line) -> str:
    return line.clause or line.text or line.food_name
