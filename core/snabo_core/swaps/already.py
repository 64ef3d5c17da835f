"""Parts of a brought dish that are a swap already: a bean mash, courgette ribbons, a nut crumb.

Two signs are believed: the part is named after a role and a stand-in's driver is what it is
mostly made of, or a driver's own line says that it is cut to play one.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass

from snabo_core.dish import Dish, Line, Part
from snabo_core.foods import Library
from snabo_core.swaps.book import Book, StandIn

# Words of a part's name that name its role and nothing else.
_NAMED: dict[str, str] = {
    "mash": r"mash(?:ed)?\b",
    "crust": r"crust\b",
    "crumb": r"crumbs?\b|crunch\b",
    "long_noodle": r"noodles?\b|ribbons?\b|spaghetti\b|zoodles\b",
    "grain_bed": r"rice\b|couscous\b|\bbed\b",
    "lid": r"lid\b",
    "shell": r"shells?\b|cups\b|boats\b|buns?\b",
    "skillet_base": r"wraps?\b|pancakes?\b|flatbreads?\b",
    "sheet": r"sheets?\b",
    "dumpling": r"dumplings?\b|gnocchi\b",
    "sliced_bake": r"gratin\b|hotpot\b",
    "stuffing": r"stuffing\b",
}
# Words of a line that cut its food to play a role; the second has to stand in the title.
_CUT: tuple[tuple[str, str, str], ...] = (
    ("long_noodle", r"\b(?:ribbons?|noodles|spirali[sz]ed|spirals|strands)\b", ""),
    (
        "grain_bed",
        (
            r"\briced\b|\b(?:cauliflower|kohlrabi|broccoli) rice\b"
            r"|\b(?:blitzed|pulsed|grated|chopped) (?:in)?to (?:a )?rice\b"
        ),
        "",
    ),
    (
        "grain_bed",
        r"\b(?:blitzed|pulsed|grated|(?:very )?finely chopped|processed)\b",
        r"\b(?:cauliflower|cauli|broccoli|kohlrabi|celeriac|swede|cabbage)\W+(?:rice|couscous|risotto|pilaf|pilau|tabbouleh|bulgur)",
    ),
    ("sliced_bake", r"\b(?:sliced|slices|rounds)\b", r"gratin|hotpot|dauphinois|boulang|scallop"),
    ("sheet", r"\b(?:planks|sheets|lengthways|lengthwise)\b", r"lasagn|cannelloni"),
)
# A driver's kind that does the same work under another name: flaked almonds in a nut crumb.
_ALIKE = {"nut", "seed", "pulse"}
# What seasons a stand-in and stays when it is swapped again.
_SEASONING = {"salt", "spice", "herb", "oil", "fat_dairy", "condiment", "fruit"}


@dataclass(frozen=True)
class Already:
    """A part, or lines of it, that plays a role as a stand-in of the book does."""

    part: Part
    role: str
    stand_in: StandIn
    line_ids: tuple[str, ...]


def already(dish: Dish, book: Book, library: Library) -> tuple[Already, ...]:
    """Return what in a dish is a swap already, in the order of its parts."""
    return tuple(found for part in dish.parts for found in _in_part(dish, part, book, library))


def _in_part(dish: Dish, part: Part, book: Book, library: Library) -> Iterator[Already]:
    lines = [line for line in part.lines if line.food is not None and line.grams]
    starchy = {line.id for line in lines if library.food(line.food or "").starch == "full"}
    if not lines:
        return
    heaviest = max(lines, key=lambda line: line.grams or 0.0)
    for role, words in _NAMED.items():
        if not re.search(words, part.name.lower()) or heaviest.id in starchy:
            continue
        stand_in = _by_driver(heaviest, role, book, library)
        if stand_in is not None:
            own = _own_lines(lines, stand_in, book, library)
            yield Already(part, role, stand_in, tuple(line.id for line in own))
            return
    for role, cut, titled in _CUT:
        if not re.search(titled, dish.title.lower()):
            continue
        for line in lines:
            said = f"{line.clause or line.text} {line.preparation}".lower()
            if line.id in starchy or not re.search(cut, said):
                continue
            stand_in = _by_driver(line, role, book, library)
            if stand_in is not None:
                yield Already(part, role, stand_in, (line.id,))


def _own_lines(lines: list[Line], stand_in: StandIn, book: Book, library: Library) -> list[Line]:
    """Return the lines that make the stand-in up: drivers of its role and what binds them."""
    drivers = {one.driver for item in book.stand_ins(stand_in.role) for one in (item, *item.ways)}
    kinds = {library.food(item.food).food_class for item in stand_in.lines} - _SEASONING
    kept = []
    for line in lines:
        kind = library.food(line.food or "").food_class
        bulk = kind in _ALIKE | {"vegetable", "root", "squash", "mushroom"}
        if line.food in drivers or (kind in kinds and (not bulk or kind in _ALIKE)):
            kept.append(line)
    return kept


def _by_driver(line: Line, role: str, book: Book, library: Library) -> StandIn | None:
    """Return the stand-in of a role that a line's food drives, or one of its kind."""
    every = [one for item in book.stand_ins(role) for one in (item, *item.ways)]
    exact = next((one for one in every if one.driver == line.food), None)
    if exact is not None:
        return exact
    kind = library.food(line.food or "").food_class
    if kind not in _ALIKE:
        return None
    return next((i for i in every if library.food(i.driver).food_class == kind), None)
