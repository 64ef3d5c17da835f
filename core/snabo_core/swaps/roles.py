"""Finds the starchy slots of a dish and proposes their roles."""

from __future__ import annotations

import re
import uuid
from collections.abc import Sequence
from dataclasses import replace

from snabo_core.dish import Dish, Line, Part, Slot
from snabo_core.foods import Library
from snabo_core.swaps.book import Book, RoleName
from snabo_core.swaps.scaling import NAMESPACE

# In a part with this much liquid, this much flour or starch thickens rather than makes dough.
LEAST_LIQUID_GRAMS, MOST_FLOUR_SHARE = 120.0, 0.2
LIQUID_CLASSES = {"dairy", "plant_milk", "stock", "drink"}
LONG_PASTA = re.compile(r"\b(spaghetti|linguine|tagliatelle|fettuccine|noodle)", re.IGNORECASE)
SLICED = re.compile(r"\b(slice|sliced|thinly)\b", re.IGNORECASE)
# Where several roles could take a food and nothing else decides, the first of these that
# lists the food is proposed.
USUAL = ("mash", "crumb", "sheet", "short_noodle", "grain_bed", "long_noodle", "lid", "crust",
         "skillet_base", "thickener", "binder")  # fmt: skip


def _starchy(part: Part, library: Library) -> list[Line]:
    return [
        line
        for line in part.lines
        if line.food is not None and library.food(line.food).starch == "full"
    ]


def _thickens(line: Line, part: Part, book: Book, library: Library) -> bool:
    if line.food not in book.roles["thickener"].foods:
        return False
    liquid = sum(
        other.grams or 0.0
        for other in part.lines
        if other.food and library.food(other.food).food_class in LIQUID_CLASSES
    )
    return liquid >= LEAST_LIQUID_GRAMS and (line.grams or 0.0) <= MOST_FLOUR_SHARE * liquid


def role_of(line: Line, part: Part, book: Book, library: Library) -> str | None:
    """Return the role a starchy line most likely plays in its part, None if none fits."""
    if _thickens(line, part, book, library):
        return "thickener"
    able = [r for r in book.roles.values() if line.food in r.foods and r.key != "thickener"]
    words = f"{part.name} {line.preparation}".lower()
    if line.food == "pasta":
        return "long_noodle" if LONG_PASTA.search(line.text) else "short_noodle"
    if line.food in book.roles["mash"].foods and SLICED.search(line.preparation):
        return "sliced_bake"
    named = [r.key for r in able if any(_says(words, word) for word in r.words)]
    if named:
        return named[0]
    keys = {r.key for r in able}
    return next((role for role in USUAL if role in keys), None)


def _says(words: str, word: str) -> bool:
    return re.search(rf"\b{re.escape(word)}\w*", words) is not None


def _slot_lines(part: Part, marking: Sequence[Line], role: RoleName) -> tuple[str, ...]:
    """Return the ids of a slot's lines: the whole part where it holds only companions."""
    own = {line.id for line in marking}
    companions = set(role.companions)
    others = [line for line in part.lines if line.id not in own]
    if companions and all(line.food in companions for line in others):
        return tuple(line.id for line in part.lines)
    return tuple(line.id for line in part.lines if line.id in own)


def propose_slots(dish: Dish, book: Book, library: Library) -> Dish:
    """Return the dish with slots proposed for its starchy lines, largest first in each part.

    Parts that already have slots keep them.
    """
    parts = []
    for part in dish.parts:
        if part.slots:
            parts.append(part)
            continue
        by_role: dict[str, list[Line]] = {}
        for line in _starchy(part, library):
            role = role_of(line, part, book, library)
            if role is not None:
                by_role.setdefault(role, []).append(line)
        ordered = sorted(by_role.items(), key=lambda pair: -sum(x.grams or 0 for x in pair[1]))
        slots = tuple(
            Slot(
                str(uuid.uuid5(NAMESPACE, f"{part.id}/{role}")),
                role,
                _slot_lines(part, lines, book.roles[role]),
            )
            for role, lines in ordered
        )
        parts.append(replace(part, slots=slots))
    return replace(dish, parts=tuple(parts))
