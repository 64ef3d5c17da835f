"""Which family of vegetable a dish is of, and where the same one comes too often running."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any

from snabo_core.book import entries_of
from snabo_core.dish import Dish
from snabo_core.swaps.branches import branches_of, lines_of_branches


@dataclass(frozen=True)
class Running:
    """One family on several meals running, the days in order."""

    family: str
    days: tuple[dt.date, ...]


@cache
def _book() -> dict[str, Any]:
    return entries_of("vegetable_families.toml")


@cache
def family_of(food: str) -> str | None:
    """Return the family of a food, None where it counts for none."""
    return next((name for name, foods in _book()["family"].items() if food in foods), None)


def families_in(dish: Dish) -> frozenset[str]:
    """Return the families that a serving of a dish holds enough of to be a dish of theirs."""
    grams: dict[str, float] = {}
    for one in lines_of_branches(branches_of(dish)):
        family = family_of(one.line.food or "")
        if family is not None:
            grams[family] = grams.get(family, 0.0) + (one.grams or 0.0)
    least = _book()["least_grams"] * dish.servings
    return frozenset(family for family, weighs in grams.items() if weighs >= least)


def running(meals: Sequence[tuple[dt.date, frozenset[str]]]) -> tuple[Running, ...]:
    """Return every family that comes on too many meals running.

    Args:
        meals: days in order with the families eaten on them; days without a meal are not among
            them and break nothing.
    """
    days: dict[dt.date, frozenset[str]] = {}
    for day, families in meals:
        days[day] = days.get(day, frozenset()) | families
    found = []
    open_runs: dict[str, list[dt.date]] = {}
    for day in sorted(days):
        over = [family for family in open_runs if family not in days[day]]
        found += [Running(family, tuple(open_runs.pop(family))) for family in over]
        for family in sorted(days[day]):
            open_runs.setdefault(family, []).append(day)
    found += [Running(family, tuple(run)) for family, run in open_runs.items()]
    most = _book()["too_many"]
    long = (one for one in found if len(one.days) >= most)
    return tuple(sorted(long, key=lambda one: (one.days[0], one.family)))
