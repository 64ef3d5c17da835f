"""Ledgers of the plate opened by source: where oil, salt, sugar and polyols come from."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass

import numpy as np

from snabo_core.foods import Food, Library
from snabo_core.foods.records import AXIS
from snabo_core.plate.serving import Plate

LEDGERS = ("added_oil", "sodium_mg", "added_sugar", "polyols")
OIL_WORDS = {"oil": "oil", "dairy": "dairy fat", "spray": "spray"}
SEASONED = {"condiment", "stock", "soy"}
KEPT_IN_SALT = {"cheese", "bread"}
LEAST = 0.005


@dataclass(frozen=True)
class SourceShare:
    """What one kind of source brings to a ledger, per serving; None where unknown."""

    source: str
    value: float | None


@dataclass(frozen=True)
class LedgerSources:
    """A ledger of the plate opened by source: added oil, sodium, added sugar, polyols."""

    nutrient: str
    sources: tuple[SourceShare, ...]


def source_of(food: Food, nutrient: str) -> str:
    """Return the kind of source a food is in a ledger, in the cook's words."""
    if nutrient == "added_oil":
        return OIL_WORDS.get(food.free_fat or "", "other fat")
    if nutrient == "sodium_mg":
        if food.food_class == "salt":
            return "salt"
        if food.food_class in SEASONED or "salt" in food.tags:
            return "stock, sauces and cured foods"
        return "cheese and bread" if food.food_class in KEPT_IN_SALT else "the foods themselves"
    if nutrient == "added_sugar":
        return "sweeteners" if food.food_class == "sweetener" else "sweetened foods"
    return "other polyols"


def ledger_sources(plate: Plate, library: Library) -> tuple[LedgerSources, ...]:
    """Return each ledger per serving by source, the largest first; empty ones are left out."""
    found = []
    for nutrient in LEDGERS:
        sums: dict[str, float | None] = defaultdict(float)
        for entry, share in zip(plate.found, plate.lines, strict=False):
            value = share.values[nutrient]
            if value == 0:
                continue
            if value is None:
                sums[f"unknown: {share.food_name}"] = None
                continue
            line = entry.line
            food = library.food(line.food or "")
            for source, part in _split(food, line.form, nutrient, value, library):
                known = sums[source]
                sums[source] = None if known is None else known + part
        if plate.lost:
            sums["lines without a food"] = None
        shares = [
            SourceShare(source, value)
            for source, value in sums.items()
            if value is None or value > LEAST
        ]
        if shares:
            ordered = sorted(shares, key=lambda s: -(s.value if s.value is not None else 1e9))
            found.append(LedgerSources(nutrient, tuple(ordered)))
    return tuple(found)


def _split(
    food: Food, form: str | None, nutrient: str, value: float, library: Library
) -> list[tuple[str, float]]:
    """Split polyols by kind as far as the row knows it; other ledgers have one source a food."""
    if nutrient != "polyols":
        return [(source_of(food, nutrient), value)]
    row = library.row(food.key, form)
    whole = float(row.best[AXIS["polyols"]])
    kinds = dict(row.polyol_kinds)
    erythritol = float(np.nan_to_num(row.best[AXIS["erythritol"]]))
    if not kinds and erythritol:
        kinds = {"erythritol": erythritol}
    split = [(kind, value * grams / whole) for kind, grams in kinds.items() if whole]
    rest = value - sum(part for _, part in split)
    return [*split, ("other polyols", rest)] if rest > LEAST else split
