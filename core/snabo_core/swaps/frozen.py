"""What a kept version freezes, and computing from it.

No later change of a food, a label, a rule or the book moves a kept figure.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from copy import copy
from dataclasses import asdict, dataclass, replace
from typing import Any

import numpy as np

from snabo_core.dish import Dish, Line, Part
from snabo_core.errors import SnaboError
from snabo_core.foods import Food, Library
from snabo_core.foods.records import NUTRIENTS, Density, FoodRow, Measure, Vector
from snabo_core.plate.rows import Rules
from snabo_core.swaps.book import Book
from snabo_core.swaps.branches import branches_of
from snabo_core.water import Step

SCHEMA = 2
AT_UPGRADE = "completed at upgrade"


@dataclass(frozen=True)
class FrozenRow:
    """A food row as it was, per 100 g along `NUTRIENTS`; None where unknown or unbounded."""

    source: str
    description: str
    category: str
    best: tuple[float | None, ...]
    low: tuple[float, ...]
    high: tuple[float | None, ...]
    convention: str
    water_is_derived: bool
    net_printed: tuple[float, float, float] | None
    computed: tuple[str, ...]
    polyol_kinds: tuple[tuple[str, float], ...]
    recalled: tuple[str, ...]


@dataclass(frozen=True)
class Frozen:
    """Everything a version's figures follow from, beside its document.

    `rows` are by row key, `foods` by food key as plain fields, `steps` by "role/stand-in" as
    plain fields. `note` says what was not frozen when the version was kept.
    """

    food_list: str
    rows: dict[str, FrozenRow]
    foods: dict[str, dict[str, Any]]
    steps: dict[str, list[dict[str, Any]]]
    rules: Rules
    nutrients: tuple[str, ...] = NUTRIENTS
    note: str = ""
    schema: int = SCHEMA


def lines_of(dish: Dish) -> list[Line]:
    """Return every line a document holds: the original's, those instead, stand-ins', variants'."""
    found = []
    for part in _all_parts(dish):
        own = [*part.lines]
        own += [line for slot in part.slots if slot.choice for line in slot.choice.lines]
        found += [x for line in own for x in (line, line.instead) if x is not None]
    return found


def _all_parts(dish: Dish) -> list[Part]:
    """Return the parts of the dish and of each of its variants."""
    return [*dish.parts, *(p for b in branches_of(dish) if b.variant for p in b.dish.parts)]


def freeze(dish: Dish, library: Library, book: Book, rules: Rules, note: str = "") -> Frozen:
    """Return what a dish's figures follow from now.

    Lines whose food nobody knows any more are left out; they stay unknown.
    """
    rows: dict[str, FrozenRow] = {}
    foods: dict[str, dict[str, Any]] = {}
    for line in lines_of(dish):
        if line.food is None:
            continue
        try:
            food, row = library.food(line.food), library.row(line.food, line.form)
        except SnaboError:
            continue
        foods[line.food] = asdict(food)
        rows[row.key] = frozen_row(row)
    return Frozen(library.digest, rows, foods, _frozen_steps(dish, book), rules, note=note)


def _frozen_steps(dish: Dish, book: Book) -> dict[str, list[dict[str, Any]]]:
    found: dict[str, list[dict[str, Any]]] = {}
    for part in _all_parts(dish):
        for slot in part.slots:
            if slot.choice is None or slot.choice.kind != "book" or slot.choice.steps:
                continue
            try:
                steps = book.stand_in(slot.role, slot.choice.stand_in).steps
            except SnaboError:
                continue
            found[f"{slot.role}/{slot.choice.stand_in}"] = [asdict(step) for step in steps]
    return found


def frozen_row(row: FoodRow) -> FrozenRow:
    """Return a row as plain numbers, None where unknown or unbounded."""
    return FrozenRow(
        row.source, row.description, row.category,
        _numbers(row.best), tuple(float(x) for x in row.low), _numbers(row.high),
        row.convention, row.water_is_derived, row.net_printed, row.computed, row.polyol_kinds,
        row.recalled,
    )  # fmt: skip


def _numbers(vector: Vector) -> tuple[float | None, ...]:
    return tuple(float(x) if np.isfinite(x) else None for x in vector)


def with_old_figures(frozen: Frozen, per_100_g: Mapping[str, Sequence[float | None]],
                     library: Library) -> Frozen:  # fmt: skip
    """Return what was completed later, with the figures that were frozen at the time.

    Args:
        frozen: as completed at upgrade.
        per_100_g: best values along `NUTRIENTS` by "food/form", as 0.2.0 froze them.
        library: where the forms' rows are looked up.
    """
    rows = dict(frozen.rows)
    for key, best in per_100_g.items():
        food, _, form = key.partition("/")
        try:
            row_key = library.row(food, None if form in {"", "None"} else form).key
        except SnaboError:
            continue
        row = rows.get(row_key)
        if row is None or len(best) != len(row.best):
            continue
        low = [min(a, b) if b is not None else a for a, b in zip(row.low, best, strict=True)]
        high = [
            max(a, b) if a is not None and b is not None else a
            for a, b in zip(row.high, best, strict=True)
        ]
        rows[row_key] = replace(row, best=tuple(best), low=tuple(low), high=tuple(high))
    return replace(frozen, rows=rows)


def thaw(frozen: Frozen, library: Library, book: Book) -> tuple[Library, Book, Rules]:
    """Return library, book and rules as they were when a version was kept.

    What the version does not use is as it is today; nothing of it is looked at.
    """
    rows = {key: row_from(key, row, frozen.nutrients) for key, row in frozen.rows.items()}
    foods = {key: food_from(entry) for key, entry in frozen.foods.items()}
    kept = copy(library)
    kept.rows, kept.foods = {**library.rows, **rows}, {**library.foods, **foods}
    files = dict(book.files)
    for key, steps in frozen.steps.items():
        role, _, name = key.partition("/")
        if role not in files:
            continue
        stand_ins = tuple(
            replace(s, steps=tuple(_step(x) for x in steps)) if s.key == name else s
            for s in files[role].stand_ins
        )
        files[role] = replace(files[role], stand_ins=stand_ins)
    return kept, replace(book, files=files), frozen.rules


def _vector(values: Sequence[float | None], names: Sequence[str], empty: float) -> Vector:
    by_name = dict(zip(names, values, strict=True))
    found = [by_name.get(name) for name in NUTRIENTS]
    return np.array([empty if x is None else x for x in found], dtype=np.float64)


def row_from(key: str, row: FrozenRow, names: Sequence[str] = NUTRIENTS) -> FoodRow:
    """Return a frozen row as the library holds rows; `names` is the axis it was frozen by."""
    return FoodRow(
        key, row.source, row.description, row.category,
        _vector(row.best, names, np.nan), _vector(row.low, names, 0.0),
        _vector(row.high, names, np.inf), row.convention, row.water_is_derived,
        row.net_printed, row.computed, row.polyol_kinds, row.recalled,
    )  # fmt: skip


def food_from(entry: Mapping[str, Any]) -> Food:
    """Return a food from its plain fields; what a later release has added stays at its default."""
    known = {name: entry[name] for name in Food.__dataclass_fields__ if name in entry}
    for name in ("names", "allergens", "may_contain", "check_label", "tags", "free_of", "holds",
                 "oil_share", "plain_oil_share", "unseen", "inside"):  # fmt: skip
        if isinstance(known.get(name), list):
            known[name] = tuple(known[name])
    known["densities"] = {f: Density(**d) for f, d in known.get("densities", {}).items()}
    known["counts"] = {u: Measure(**m) for u, m in known.get("counts", {}).items()}
    return Food(**known)


def _step(entry: Mapping[str, Any]) -> Step:
    known = {name: entry[name] for name in Step.__dataclass_fields__ if name in entry}
    for name in ("foods", "hands_on_minutes", "passive_minutes", "band", "cautions"):
        if isinstance(known.get(name), list):
            known[name] = tuple(known[name])
    return Step(**known)


__all__ = ["AT_UPGRADE", "SCHEMA", "Frozen", "FrozenRow", "freeze", "thaw",
           "with_old_figures"]  # fmt: skip
