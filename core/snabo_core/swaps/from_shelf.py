"""A line or a whole part of a dish met from the shelf: by weight, with its own food values.

The recipe's lines stay as they were; what the batch takes the place of is written at the line it
stands in, so that taking it back is the identity.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.dish import MAX_GRAMS, Dish, FromShelf, Line, Part, all_lines
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.foods.records import AXIS
from snabo_core.plate.setting import Setting
from snabo_core.shelf import KeepingGroup, KeepingKind, groups_of, keeping_of, proposed
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import judged
from snabo_core.wording import worded

_HOW: Mapping[str, Literal["", "oven", "pan", "microwave", "steam"]] = {
    "oven": "oven", "pan": "pan", "microwave": "microwave", "steam": "steam",
}  # fmt: skip


@dataclass(frozen=True)
class OnShelf:
    """A batch as a dish takes it: its id, what it is called, its food, how it keeps."""

    batch: str
    name: str
    food: str
    form: str | None
    frozen: bool
    keeping: KeepingKind


def meet(dish: Dish, part_id: str, line_id: str | None, shelved: OnShelf, grams: float) -> Dish:
    """Return the dish with a line, or a whole part, met from the shelf.

    Args:
        dish: as it is.
        part_id: the part.
        line_id: the line; None for all of the part, whose stand-ins then go.
        shelved: the batch.
        grams: how much of it.

    Raises:
        BadInput: no such part or line, no food, or grams that cannot be.
    """
    if not 0 < grams <= MAX_GRAMS:
        raise BadInput(worded("shelf_no_grams"), "grams")
    part = dish.part(part_id)
    line = _stands_in(part, line_id)
    covers = () if line_id else tuple(other.id for other in part.lines if other.id != line.id)
    how = shelved.keeping.reheat if shelved.keeping.eaten_hot else None
    low, high = how.minutes if how else (0.0, 0.0)
    used = Line(
        id=line.id, text=worded("shelf_line", grams=grams, what=shelved.name), amount=grams,
        unit="gram", food=shelved.food, form=shelved.form, food_name=shelved.name, grams_low=grams,
        grams=grams, grams_high=grams, reason=worded("weight_written"),
        shelf=FromShelf(
            shelved.batch, covers, shelved.frozen, _HOW[how.how] if how else "",
            how.celsius if how else None, low, high, how.covered if how else False,
        ),
    )  # fmt: skip
    lines = tuple(
        replace(one, instead=used, left_out=False) if one.id == line.id else one
        for one in part.lines
    )
    slots = part.slots
    if line_id is None:
        slots = tuple(replace(slot, choice=None) for slot in slots)
    changed = replace(part, lines=lines, slots=slots)
    return replace(dish, parts=tuple(changed if p.id == part_id else p for p in dish.parts))


def _stands_in(part: Part, line_id: str | None) -> Line:
    """Return the line that a batch stands in: the one meant, or what the part is mostly of."""
    if line_id is None:
        if not part.lines:
            raise BadInput("This part has no lines to meet from the shelf.", "part")
        return max(part.lines, key=lambda line: line.grams or 0.0)
    swapped = {i for slot in part.slots if slot.choice for i in slot.line_ids}
    found = next((line for line in part.lines if line.id == line_id), None)
    if found is None or line_id in swapped:
        raise BadInput("The recipe's own line is not used there: take the swap back first.", "line")
    return found


def wanted(
    dish: Dish,
    part_id: str,
    line_id: str | None,
    shelved: OnShelf,
    setting: Setting,
    book: Book,
    library: Library,
) -> float | None:
    """Return how many grams of a batch do for a line or a part, None where nobody knows.

    The same food in another form goes by its dry matter: 100 g of dry lentils are as much as
    the boiled ones that hold their solids. Everything else goes by weight, a part by what it
    weighs when it is done.
    """
    part = dish.part(part_id)
    if line_id is None:
        made = judged(dish, replace(setting, eaters=()), book, library)
        makes, share = made.layers[part_id]
        return makes * share
    line = next((one for one in part.lines if one.id == line_id), None)
    if line is None or line.grams is None:
        return None
    if line.food != shelved.food:
        return line.grams
    solids = [
        100.0 - float(library.row(line.food, form).best[AXIS["water"]])
        for form in (line.form, shelved.form)
    ]
    known = all(map(math.isfinite, solids)) and solids[1] > 0
    return line.grams * solids[0] / solids[1] if known else line.grams


def kept_as(part: Part, kind: KeepingKind, book: Book) -> KeepingKind:
    """Return how long a part keeps: its stand-in's own days where the book gives them.

    Never longer than the table; the stand-in's way to heat it again goes before the table's.
    """
    slot = part.chosen()
    known = book.find(slot.role, slot.choice.stand_in) if slot and slot.choice else None
    if known is None:
        return kind
    days = dict(kind.days)
    if known.fridge is not None:
        own = int(known.fridge.low)
        days["fridge"] = min(days.get("fridge", own), own)
    return replace(kind, days=days, reheat=known.reheat or kind.reheat)


def kind_of_dish(dish: Dish, library: Library) -> KeepingKind:
    """Return the kind of a finished dish: what keeps shortest in it decides."""
    foods = [line.food for _, line in all_lines(dish) if line.food]
    return _kind(("cooked",), "", foods, "vegetable_dish", library)


def kind_of_part(part: Part, book: Book, library: Library) -> KeepingKind:
    """Return the kind of a finished part, with its stand-in's own days."""
    role = next((slot.role for slot in part.slots), "")
    foods = [line.food for line in part.effective_lines() if line.food]
    groups = groups_of(role)
    usual = {"crumb": "vegetable_crumb", "sauce": "vegetable_sauce"}.get(groups[0])
    return kept_as(part, _kind(groups, role, foods, usual or "vegetable_dish", library), book)


def _kind(
    groups: tuple[KeepingGroup, ...], role: str, foods: Sequence[str], usual: str, library: Library
) -> KeepingKind:
    found = proposed(groups, role, foods, library)
    return found[0] if found else keeping_of(usual)
