"""Finds the starchy slots of a dish and proposes their roles.

Each starchy line is judged by itself (`role_of`); here what belongs together is put together, and
what only stands by is taken out.
"""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from dataclasses import replace

from snabo_core.dish import Dish, Line, Part, Slot
from snabo_core.foods import Library
from snabo_core.swaps.already import already
from snabo_core.swaps.book import Book, RoleName
from snabo_core.swaps.role_of import Context, context_of, role_of, starchy
from snabo_core.swaps.role_words import (
    BATTERED,
    KERNELS,
    LEAST_DOUGH,
    LEAST_DUMPLINGS,
    MASHED,
    ROUX,
    SMALL_ROLES,
    THICKENS,
)
from snabo_core.swaps.scaling import NAMESPACE


def _slot_lines(part: Part, marking: Sequence[Line], role: RoleName) -> tuple[str, ...]:
    """Return the ids of a slot's lines: the whole part where it holds only companions."""
    own = {line.id for line in marking}
    companions = set(role.companions)
    others = [line for line in part.lines if line.id not in own]
    if companions and all(line.food in companions for line in others):
        return tuple(line.id for line in part.lines)
    return tuple(line.id for line in part.lines if line.id in own)


def _one_dough(by_role: dict[str, list[Line]], book: Book) -> None:
    """Put the flour of a bread with its meal: beside so much of that it thickens no milk."""
    others = [r for r in ("thickener", "lid", "crust", "binder", "batter") if r in by_role]
    flour = [
        line
        for line in (line for role in others for line in by_role[role])
        if (group := book.group_of(line.food)) is not None
        and group.key == "flour"
        and (line.grams or 0.0) >= LEAST_DOUGH
    ]
    if "quick_bread" in by_role and flour:
        by_role["quick_bread"] += flour
        for role in others:
            rest = [line for line in by_role.pop(role) if line not in flour]
            if rest:
                by_role[role] = rest


def _whole_potatoes(by_role: dict[str, list[Line]], context: Context, book: Book) -> None:
    """Leave potatoes out of dumplings of flour where nobody mashes or grates them."""
    lines = by_role.get("dumpling", [])
    groups = {line.id: book.group_of(line.food) for line in lines}
    whole = [line for line in lines if (g := groups[line.id]) is not None and g.key == "potato"]
    words = f"{context.steps} {' '.join(line.text for line in whole)}".lower()
    if not whole or len(whole) == len(lines) or MASHED.search(words) is not None:
        return
    by_role["dumpling"] = [line for line in lines if line not in whole]
    by_role.setdefault("sliced_bake", []).extend(whole)


def _one_batter(by_role: dict[str, list[Line]], context: Context) -> None:
    """Put the starch of a batter with its flour where no sauce is thickened."""
    sauce = THICKENS.search(context.steps) or ROUX.search(context.steps)
    told = BATTERED.search(f"{context.title} {context.steps}")
    if "batter" in by_role and told is not None and not sauce:
        by_role["batter"] += by_role.pop("thickener", [])


def _beside_a_shell(by_role: dict[str, list[Line]], book: Book) -> None:
    """Leave potatoes in pieces out of a shell of flat bread: they lie in it."""
    lines = by_role.get("shell", [])
    groups = {line.id: book.group_of(line.food) for line in lines}
    keys = {line.id: group.key for line in lines if (group := groups[line.id]) is not None}
    inside = [line for line in lines if keys.get(line.id) == "potato"]
    if "flatbread" in keys.values() and inside:
        by_role["shell"] = [line for line in lines if line not in inside]
        by_role.setdefault("sliced_bake", []).extend(inside)


def _within_bread(by_role: dict[str, list[Line]], book: Book) -> None:
    """Leave a little flour out of bread that is bought: it holds what lies in it together."""
    for role in ("skillet_base", "shell"):
        lines = by_role.get(role, [])
        groups = {line.id: book.group_of(line.food) for line in lines}
        keys = {line.id: group.key for line in lines if (group := groups[line.id]) is not None}
        inside = [
            line for line in lines
            if keys.get(line.id) == "flour" and (line.grams or 0.0) < LEAST_DUMPLINGS
        ]  # fmt: skip
        if "flatbread" in keys.values() and inside:
            by_role[role] = [line for line in lines if line not in inside]
            by_role.setdefault("binder", []).extend(inside)


def _under_a_lid(by_role: dict[str, list[Line]], context: Context, book: Book) -> None:
    """Leave potatoes in pieces out of a lid or crust of pastry: they lie under it."""
    for role in ("lid", "crust"):
        lines = by_role.get(role, [])
        groups = {line.id: book.group_of(line.food) for line in lines}
        keys = {line.id: group.key for line in lines if (group := groups[line.id]) is not None}
        below = [line for line in lines if keys.get(line.id) == "potato"]
        pastry = not {"pastry", "base_pastry", "flour"}.isdisjoint(keys.values())
        if pastry and below and MASHED.search(context.steps) is None:
            by_role[role] = [line for line in lines if line not in below]
            by_role.setdefault("sliced_bake", []).extend(below)


def _without_kernels(by_role: dict[str, list[Line]]) -> dict[str, list[Line]]:
    """Return the roles without sweetcorn: beside a bed or a dough it is one of the vegetables."""
    left = {
        role: [line for line in lines if line.food not in KERNELS]
        for role, lines in by_role.items()
    }
    return {role: lines for role, lines in left.items() if lines}


def _by_role(dish: Dish, part: Part, book: Book, library: Library) -> dict[str, list[Line]]:
    """Return the starchy lines of a part by the role they play."""
    by_role: dict[str, list[Line]] = {}
    context = context_of(dish, part, library)
    for line in starchy(part, library):
        role = role_of(line, dish, part, context, book, library)
        if role is not None:
            by_role.setdefault(role, []).append(line)
    _one_dough(by_role, book)
    _whole_potatoes(by_role, context, book)
    _beside_a_shell(by_role, book)
    _within_bread(by_role, book)
    _under_a_lid(by_role, context, book)
    _one_batter(by_role, context)
    return by_role


def propose_slots(dish: Dish, book: Book, library: Library) -> Dish:
    """Return the dish with slots proposed for its starchy lines, largest first in each part.

    What is a swap already follows in a slot of its own. Parts that already have slots keep them.
    """
    swapped = already(dish, book, library)
    roles = {part.id: _by_role(dish, part, book, library) for part in dish.parts if not part.slots}
    main = any(set(by_role) - SMALL_ROLES for by_role in map(_without_kernels, roles.values()))
    parts = []
    for part in dish.parts:
        if part.slots:
            parts.append(part)
            continue
        by_role = _without_kernels(roles[part.id]) if main else roles[part.id]
        ordered = sorted(by_role.items(), key=lambda pair: -sum(x.grams or 0 for x in pair[1]))
        slots = tuple(
            Slot(
                str(uuid.uuid5(NAMESPACE, f"{part.id}/{role}")),
                role,
                _slot_lines(part, lines, book.roles[role]),
            )
            for role, lines in ordered
        )
        taken = {line_id for slot in slots for line_id in slot.line_ids}
        slots += tuple(
            Slot(str(uuid.uuid5(NAMESPACE, f"{part.id}/{one.role}")), one.role, one.line_ids)
            for one in swapped
            if one.part.id == part.id and one.role not in by_role and not taken & set(one.line_ids)
        )
        parts.append(replace(part, slots=slots))
    return replace(dish, parts=tuple(parts))
