"""What cooking a dish leaves for the shelf: halves of its parts, stems and seeds, rests of tins."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any

from snabo_core.book import entries_of
from snabo_core.dish import Dish, Line, Part, all_lines
from snabo_core.foods import Library
from snabo_core.plate.setting import Setting
from snabo_core.plate.taking import makes_of, share_of
from snabo_core.shelf import KeepingKind, Place, keeping_of
from snabo_core.swaps.book import Book
from snabo_core.swaps.from_shelf import kind_of_part
from snabo_core.swaps.judged import judged

# Less than this is not worth a box.
LEAST_GRAMS = 10.0
# Forms of a food that come out of a tin.
TINNED = {"tinned", "drained"}


@dataclass(frozen=True)
class Offered:
    """Something that can go on the shelf with one press.

    `grams` are what it is likely to weigh, `whole` says that the part makes so much in all and
    half of it is offered. `part` is the id of the part it is of, None for what preparing leaves;
    `food` is empty where no food's values are near.
    """

    key: str
    name: str
    kind: KeepingKind
    place: Place
    grams: float
    whole: float | None
    part: str | None
    food: str
    form: str | None


@cache
def _book() -> dict[str, Any]:
    return entries_of("by_products.toml")


def offered(dish: Dish, setting: Setting, book: Book, library: Library) -> tuple[Offered, ...]:
    """Return what of a dish can go on the shelf: its parts first, then what preparing leaves.

    Args:
        dish: as it is cooked.
        setting: the household's.
        book: the swap book.
        library: where foods are looked up.
    """
    made = judged(dish, setting, book, library)
    changed = made.changes.grams
    parts = [
        _part(part, changed.get(part.id, 0.0), book, library)
        for part in dish.parts
        if not part.from_shelf()
    ]
    found = [one for one in parts if one is not None]
    for _, line in all_lines(dish):
        if line.shelf is None and line.food and line.grams:
            found += _of_line(line, library)
    return tuple(one for one in found if one.grams >= LEAST_GRAMS)


def _part(part: Part, changed: float, book: Book, library: Library) -> Offered | None:
    makes = makes_of(part, changed)
    kind = kind_of_part(part, book, library)
    place: Place = "freezer" if "freezer" in kind.days else "fridge"
    surplus = makes * (1 - share_of(part, changed))
    if surplus >= LEAST_GRAMS:
        return Offered(f"{part.id}/rest", part.name, kind, place, surplus, None, part.id, "", None)
    half = makes / 2
    return Offered(f"{part.id}/half", part.name, kind, place, half, makes, part.id, "", None)


def _of_line(line: Line, library: Library) -> Iterator[Offered]:
    food, grams = line.food or "", line.grams or 0.0
    said = {line.unit or "", *line.text.lower().split()}
    for entry in _book()["left"]:
        if food in entry["foods"] and said & set(entry["units"]):
            bought = grams / library.food(food).edible_share
            yield _offer(line, entry["name"], entry["kind"], bought * entry["share"], entry["food"])
    for entry in _book()["parted"]:
        if food == entry["food"]:
            yield _offer(line, entry["name"], entry["kind"], grams * entry["share"], entry["left"])
    yield from _tin(line, library)


def _tin(line: Line, library: Library) -> Iterator[Offered]:
    """Offer the rest of a tin that a line does not use up."""
    food = library.food(line.food or "")
    measure, tins = food.counts.get("can"), _book()["tins"]
    form = line.form or food.default_form
    if measure is None or form not in TINNED:
        return
    grams = line.grams or 0.0
    rest = math.ceil(grams / measure.grams) * measure.grams - grams
    if rest < tins["least"] * measure.grams or "can" in (line.unit or ""):
        return
    kind = "tin_acid" if food.key in tins["acid"] else "tin_low_acid"
    yield _offer(line, f"{food.name}, rest of the tin", kind, rest, food.key, form)


def _offer(
    line: Line, name: str, kind: str, grams: float, food: str, form: str | None = None
) -> Offered:
    key = f"{line.id}/{kind}"
    return Offered(key, name, keeping_of(kind), "fridge", grams, None, None, food, form)
