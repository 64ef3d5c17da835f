"""How much of what each part makes goes into the dish."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from snabo_core.dish import Dish, Line, Part

NOTHING: Mapping[str, float] = {}


def makes_of(part: Part, changed: float = 0.0) -> float:
    """Return the grams a part makes: what its lines bring less what leaves them.

    Args:
        part: as it now is; lines of unknown grams count as nothing, so this is the least.
        changed: by how many grams drying and cooking change it, as its ledgers say.
    """
    grams = sum((line.grams or 0.0) * line.eaten()[1] for line in part.effective_lines())
    return max(0.0, grams + changed)


def share_of(part: Part, changed: float = 0.0) -> float:
    """Return the share of a part that the dish takes, 0 to 1; see `makes_of`."""
    return 1.0 if part.taken is None else part.taken.of(makes_of(part, changed))


def as_taken(dish: Dish, changed: Mapping[str, float] = NOTHING) -> Dish:
    """Return the dish with the lines of every part cut down to the share it takes of it.

    Args:
        dish: with parts that may be used in part.
        changed: by part id, how many grams drying and cooking change it by.
    """
    if all(part.taken is None for part in dish.parts):
        return dish
    return replace(
        dish, parts=tuple(_cut(part, share_of(part, changed.get(part.id, 0.0)))
                          for part in dish.parts)
    )  # fmt: skip


def _cut(part: Part, share: float) -> Part:
    if part.taken is None:
        return part
    slots = tuple(
        replace(slot, choice=replace(slot.choice, lines=cut_lines(slot.choice.lines, share)))
        if slot.choice
        else slot
        for slot in part.slots
    )
    return replace(part, lines=cut_lines(part.lines, share), slots=slots, taken=None)


def cut_lines(lines: tuple[Line, ...], share: float) -> tuple[Line, ...]:
    """Return lines with their grams times a share."""

    def cut(line: Line) -> Line:
        low, best, high = (None if g is None else g * share
                           for g in (line.grams_low, line.grams, line.grams_high))  # fmt: skip
        instead = cut(line.instead) if line.instead else None
        return replace(line, grams_low=low, grams=best, grams_high=high, instead=instead)

    return lines if share == 1 else tuple(cut(line) for line in lines)
