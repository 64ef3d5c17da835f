"""What a change costs, and how far the grams of a line may move; read from `book/ways.toml`."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from snabo_core.book import entries_of
from snabo_core.dish import Line
from snabo_core.foods import Library
from snabo_core.quantities.units import UNITS

# Smaller and larger portions that are tried, as shares of what an eater has now.
PORTIONS = (0.7, 0.85, 1.15, 1.3)
# How many more servings a pot may be shared into, as a share of those it has.
MOST_MORE_SERVINGS = 0.5


@dataclass(frozen=True)
class Room:
    """How far grams may move: low to high, in whole steps where it comes in pieces."""

    low: float
    high: float
    step: float | None = None


@dataclass(frozen=True)
class ClassRoom:
    """The room of a food class, as shares of what is there."""

    least: float = 1.0
    most: float = 1.0
    may_go: bool = False


@cache
def costs() -> Mapping[str, float]:
    """Return what each kind of change costs; choosing one stand-in is 1."""
    return {name: float(value) for name, value in entries_of("ways.toml")["costs"].items()}


@cache
def _rooms() -> Mapping[str, ClassRoom]:
    found = {}
    for entry in entries_of("ways.toml")["room"].values():
        room = ClassRoom(entry["least"], entry["most"], entry.get("may_go", False))
        found.update(dict.fromkeys(entry["classes"], room))
    return found


def class_room(line: Line, library: Library) -> ClassRoom:
    """Return the room of a line by its food's class; none for a line without a food."""
    if line.food is None:
        return ClassRoom()
    return _rooms().get(library.food(line.food).food_class, ClassRoom())


def piece_of(line: Line) -> float | None:
    """Return the grams of one piece of a line that comes in whole ones: eggs, heads, fillets."""
    if line.amount is None or line.grams is None or line.amount < 1:
        return None
    unit = UNITS.get(line.unit) if line.unit else None
    if line.unit and (unit is None or unit.kind != "count"):
        return None
    return line.grams / line.amount if line.amount == round(line.amount) else None
