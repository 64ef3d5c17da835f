"""What else of a dish could be swapped: cheeses, sauces, a dressing's oil, sugar, salt, frying fat.

Nobody is shown a slot for every pinch of salt: these are offered, and become slots when a cook
takes one up. Which foods play which role, and from how many grams on, stands in roles.toml.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass

from snabo_core.dish import Dish, Line, Part
from snabo_core.foods import Library
from snabo_core.swaps.book import Book, RoleName

# The order they are offered in.
FURTHER = ("pour_sauce", "melting_cheese", "grating_cheese", "spread_cheese", "dressing_body",
           "saute_medium", "sweetness", "salt")  # fmt: skip
# What a cook does to soften things in fat.
_FRYING = {"saute", "sweat", "fry", "sear"}
# Roles that milk is stirred into without being a sauce.
MIXED = {"batter", "quick_bread", "dumpling"}
_DRESSING = re.compile(r"dressing|vinaigrette|mayo|slaw|salad", re.IGNORECASE)
_SAUCE = re.compile(r"sauce|gravy|cream|mornay|bechamel|béchamel|custard", re.IGNORECASE)


@dataclass(frozen=True)
class Offer:
    """Lines of a part that could play a role beside starch."""

    part_id: str
    role: str
    line_ids: tuple[str, ...]
    grams: float


def offers(dish: Dish, book: Book, library: Library) -> tuple[Offer, ...]:
    """Return what else could be swapped, by part and in a fixed order of roles.

    Lines of a slot that has its stand-in, and those left out, are not offered.
    """
    fried = fried_lines(dish)
    found = []
    for part in dish.parts:
        gone = {i for slot in part.slots if slot.choice is not None for i in slot.line_ids}
        free = [
            line
            for line in part.lines
            if line.id not in gone and not line.left_out and line.food is not None and line.grams
        ]
        foods = {line.food for line in free}
        for role in FURTHER:
            if foods.isdisjoint(book.roles[role].players):
                continue
            own = list(_playing(role, part, free, book.roles[role], library, fried))
            grams = sum(line.grams or 0.0 for line in own)
            held = any(slot.role == role for slot in part.slots)
            if own and not held and grams >= book.roles[role].least_grams:
                found.append(Offer(part.id, role, tuple(line.id for line in own), grams))
    return tuple(found)


def fried_lines(dish: Dish) -> set[str]:
    """Return the lines that the method fries or softens something in."""
    steps = [step for step in dish.method if step.technique in _FRYING]
    return {take.ref for step in steps for take in step.takes}


def _playing(
    role: str, part: Part, lines: list[Line], name: RoleName, library: Library, fried: set[str]
) -> Iterator[Line]:
    """Yield the lines of a part that play a role."""
    players = [line for line in lines if line.food in name.players]
    if role == "pour_sauce":
        words = f"{part.name} {' '.join(line.text for line in part.lines)}"
        # The whole white sauce: what flows, with the butter, flour and cheese in it.
        roles = {slot.role for slot in part.slots}
        saucy = "thickener" in roles or _SAUCE.search(words) is not None
        if not players or roles & MIXED or not saucy:
            return
        thick = {"fat_dairy", "starch", "cheese"}
        for line in lines:
            if line in players or library.food(line.food or "").food_class in thick:
                yield line
        return
    if role == "dressing_body":
        yield from players if _DRESSING.search(part.name) else ()
        return
    if role == "saute_medium":
        yield from (line for line in players if line.id in fried)
        return
    yield from players
