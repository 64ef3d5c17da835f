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
from snabo_core.foods.library import words_of
from snabo_core.swaps.already import already
from snabo_core.swaps.book import Book, RoleName
from snabo_core.swaps.role_of import Context, context_of, group_key, role_of, starchy
from snabo_core.swaps.role_words import (
    BATTERED,
    CLAUSES,
    KERNELS,
    KNEADED,
    LEAST_DOUGH,
    LEAST_DUMPLINGS,
    LINED,
    MASHED,
    PASTRY,
    ROUX,
    SMALL_ROLES,
    THICKENS,
    TOPPED,
    TWO_PASTRIES,
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
        if group_key(line, book) == "flour" and (line.grams or 0.0) >= LEAST_DOUGH
    ]
    if "quick_bread" in by_role and flour:
        by_role["quick_bread"] += flour
        for role in others:
            rest = [line for line in by_role.pop(role) if line not in flour]
            if rest:
                by_role[role] = rest


def _one_kneaded(by_role: dict[str, list[Line]], context: Context, book: Book) -> None:
    """Put the meal that is kneaded with flour into the flour's dough."""
    meal = [x for x in by_role.get("grain_bed", ()) if group_key(x, book) == "meal"]
    if not meal or KNEADED.search(context.steps) is None:
        return
    for role in ("skillet_base", "crust", "lid", "dumpling"):
        flour = [x for x in by_role.get(role, ()) if group_key(x, book) == "flour"]
        if sum(x.grams or 0.0 for x in flour) > sum(x.grams or 0.0 for x in meal):
            _moved(by_role, meal, "grain_bed", role)
            return


def _moved(by_role: dict[str, list[Line]], lines: Sequence[Line], role: str, to: str) -> None:
    """Give lines of one role another."""
    rest = [line for line in by_role.pop(role) if line not in lines]
    if rest:
        by_role[role] = rest
    by_role.setdefault(to, []).extend(lines)


def _whole_potatoes(by_role: dict[str, list[Line]], context: Context, book: Book) -> None:
    """Leave potatoes out of dumplings of flour where nobody mashes or grates them."""
    lines = by_role.get("dumpling", [])
    whole = [line for line in lines if group_key(line, book) == "potato"]
    words = f"{context.steps} {' '.join(line.text for line in whole)}".lower()
    if whole and len(whole) < len(lines) and MASHED.search(words) is None:
        _moved(by_role, whole, "dumpling", "sliced_bake")


def _within_dumplings(by_role: dict[str, list[Line]], context: Context, book: Book) -> None:
    """Take a spoon of flour that is kneaded into dumplings of bread for what binds them."""
    soaked = {group_key(line, book) for line in by_role.get("dumpling", ())} & {"bread", "buns"}
    sauce = THICKENS.search(context.steps) or ROUX.search(context.steps)
    if soaked and not sauce:
        _little_flour(by_role, "thickener", "binder", book)


def _one_batter(by_role: dict[str, list[Line]], context: Context) -> None:
    """Put the starch of a batter with its flour where no sauce is thickened."""
    sauce = THICKENS.search(context.steps) or ROUX.search(context.steps)
    told = BATTERED.search(f"{context.title} {context.steps}")
    if "batter" in by_role and told is not None and not sauce:
        by_role["batter"] += by_role.pop("thickener", [])


def _within_bread(by_role: dict[str, list[Line]], context: Context, book: Book) -> None:
    """Leave out of flat bread what lies in it: potatoes in pieces, a little flour that binds."""
    pieces = {"potato", "grated", "bread"}
    # A spoon of flour in potato pancakes or a potato crust binds them; that of a rarebit thickens it.
    to = "thickener" if ROUX.search(context.steps) is not None else "binder"
    if any(group_key(line, book) in pieces for lines in by_role.values() for line in lines):
        _little_flour(by_role, "skillet_base", to, book)
        _little_flour(by_role, "crust", to, book)
        _little_flour(by_role, "batter", to, book)
    for role in ("skillet_base", "shell"):
        lines = by_role.get(role, [])
        if "flatbread" not in {group_key(line, book) for line in lines}:
            continue
        potatoes = [line for line in lines if group_key(line, book) == "potato"]
        if role == "shell" and potatoes:
            _moved(by_role, potatoes, role, "sliced_bake")
        grated = [line for line in lines if group_key(line, book) == "grated"]
        if role == "shell" and grated:
            _moved(by_role, grated, role, "skillet_base")
        _little_flour(by_role, role, to, book)


def _little_flour(by_role: dict[str, list[Line]], role: str, to: str, book: Book) -> None:
    """Give flour too little to be the bread itself another role."""
    little = [
        line for line in by_role.get(role, [])
        if group_key(line, book) == "flour" and (line.grams or 0.0) < LEAST_DUMPLINGS
    ]  # fmt: skip
    if little:
        _moved(by_role, little, role, to)


def _under_a_lid(by_role: dict[str, list[Line]], context: Context, book: Book) -> None:
    """Leave potatoes in pieces out of a lid or crust of pastry: they lie under it."""
    if MASHED.search(context.steps) is not None:
        return
    for role in ("lid", "crust"):
        lines = by_role.get(role, [])
        below = [line for line in lines if group_key(line, book) == "potato"]
        if below and not PASTRY.isdisjoint(group_key(line, book) for line in lines):
            _moved(by_role, below, role, "sliced_bake")


def _two_pastries(by_role: dict[str, list[Line]], context: Context, book: Book) -> None:
    """Part "line the tins with shortcrust, top with puff pastry" into a crust and a lid."""
    for role, other in (("lid", "crust"), ("crust", "lid")):
        lines = [line for line in by_role.get(role, []) if group_key(line, book) in PASTRY]
        if len({line.food for line in lines}) < TWO_PASTRIES:
            continue
        own = {line.id: set(words_of(line.food_name)) - {"pastry"} for line in lines}
        told = {
            said: [
                line
                for line in lines
                for clause in CLAUSES.split(context.steps)
                if verb.search(clause) is not None and own[line.id] & set(words_of(clause))
            ]
            for said, verb in (("crust", LINED), ("lid", TOPPED))
        }
        if told["crust"] and told["lid"] and not set(told["crust"]) & set(told["lid"]):
            _moved(by_role, told[other], role, other)
            return


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
    _one_kneaded(by_role, context, book)
    _whole_potatoes(by_role, context, book)
    _within_bread(by_role, context, book)
    _under_a_lid(by_role, context, book)
    _two_pastries(by_role, context, book)
    _one_batter(by_role, context)
    _within_dumplings(by_role, context, book)
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
        held: dict[str, tuple[str, ...]] = {}
        for one in swapped:
            if one.part.id == part.id and one.role not in by_role and not taken & set(one.line_ids):
                # "Cauliflower rice" that the title names and a line is cut for is one slot.
                new = set(one.line_ids) - set(held.get(one.role, ()))
                held[one.role] = held.get(one.role, ()) + tuple(i for i in one.line_ids if i in new)
        slots += tuple(
            Slot(str(uuid.uuid5(NAMESPACE, f"{part.id}/{role}")), role, line_ids)
            for role, line_ids in held.items()
        )
        parts.append(replace(part, slots=slots))
    return replace(dish, parts=tuple(parts))
