"""Cooking once and eating on several days: what is made, what is eaten of it, and how it waits."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from snabo_core.shelf import KeepingKind

# Less than this is no serving.
NOTHING = 0.01
Waits = Literal["fresh", "fridge", "freezer", "too_long", "before"]


@dataclass(frozen=True)
class Made:
    """A cooking: servings it makes, on which day, and how its dish keeps."""

    id: str
    on: dt.date
    servings: float
    keeping: KeepingKind


@dataclass(frozen=True)
class Eaten:
    """Servings of a cooking eaten on a day, by everybody together."""

    id: str
    of: str
    on: dt.date
    servings: float


def spare(made: Made, eaten: Sequence[Eaten]) -> float:
    """Return the servings of a cooking that nobody eats; below 0 where there are not enough."""
    return made.servings - sum(one.servings for one in eaten if one.of == made.id)


def waits(made: Made, on: dt.date) -> Waits:
    """Return how a dish gets from the day it is cooked to the day it is eaten.

    In the fridge while it keeps there, else frozen on the day it is cooked where its kind freezes;
    nothing keeps longer for being wanted later.
    """
    days = (on - made.on).days
    if days < 0:
        return "before"
    if days == 0:
        return "fresh"
    if days <= made.keeping.days.get("fridge", 0):
        return "fridge"
    freezes = made.keeping.freezing in {"well", "changes"}
    if freezes and days <= made.keeping.frozen_days():
        return "freezer"
    return "too_long"
