"""What leaves a line before it is eaten, taken off its figures; the one place that does so."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from snabo_core.dish import Leaves, Line
from snabo_core.foods.energy import FACTORS
from snabo_core.foods.records import AXIS, FoodRow, Vector
from snabo_core.plate.rows import FIGURES, PLACE, RowFigures

# Energy of what leaves; both regulations count fat and carbohydrate alike.
KCAL_FAT, KCAL_CARBOHYDRATE = (FACTORS["us"][name] for name in ("fat", "carbohydrate"))
TAKES: dict[Leaves, tuple[str, ...]] = {
    "fat": ("fat", "saturated", "added_oil", "plain_oil"),
    "dissolved": ("net_carbs", "sugars", "added_sugar", "polyols", "sodium_mg"),
    "sodium": ("sodium_mg",),
}


def after_leavings(line: Line, row: FoodRow, figures: RowFigures) -> RowFigures:
    """Return what 100 g of a line's food bring once something of it has left.

    What leaves of all of it is in the line's grams, see `Line.eaten`; here go its fat, what
    is dissolved in its juice, its sodium, each a share of what is still there.

    Args:
        line: the line with its leavings.
        row: the food's row.
        figures: what 100 g of it bring.
    """
    for gone in line.leavings:
        if gone.what != "all":
            low, best, high = (
                kept_of(gone.what, share, row, figures)
                for share in (gone.high, gone.best, gone.low)
            )
            figures = _between(figures, low, best, high)
    return figures


def kept_of(what: Leaves, share: float, row: FoodRow, figures: RowFigures) -> Vector:
    """Return which share of every figure is kept when a share of something leaves.

    Energy goes with what carried it.
    """
    kept = np.ones(len(FIGURES))
    for name in TAKES[what]:
        kept[PLACE[name]] = 1 - share
    best = np.nan_to_num(figures.best)
    kcal = float(best[PLACE["kcal"]])
    gone = 0.0
    if what == "fat":
        gone = KCAL_FAT * float(best[PLACE["fat"]]) * share
    elif what == "dissolved":
        available = float(best[PLACE["net_carbs"]])
        whole = float(np.nan_to_num(row.best[AXIS["carbohydrate"]]))
        if whole > 0:
            kept[PLACE["carbohydrate"]] = 1 - share * min(1.0, available / whole)
        gone = KCAL_CARBOHYDRATE * available * share
    if kcal > 0:
        kept[PLACE["kcal"]] = max(0.0, 1 - gone / kcal)
    return kept


def _between(figures: RowFigures, low: Vector, best: Vector, high: Vector) -> RowFigures:
    """Return figures of which a share is kept that lies between `low` and `high`."""
    middle = scaled(figures, best)
    if np.array_equal(low, high):
        return middle
    least, most = scaled(figures, low).low, scaled(figures, high).high
    below = np.maximum(middle.below, np.nan_to_num(middle.best - least))
    above = np.maximum(middle.above, np.nan_to_num(most - middle.best, posinf=0.0))
    doubt, unknown = low < high, np.isnan(middle.best)
    return replace(
        middle,
        low=least,
        high=most,
        below=np.where(doubt & ~unknown, below, middle.below),
        above=np.where(doubt & ~unknown, above, middle.above),
        decided_low=np.where(doubt & unknown, least, middle.decided_low),
        decided_high=np.where(doubt & unknown, most, middle.decided_high),
    )


def scaled(figures: RowFigures, keep: Vector) -> RowFigures:
    """Return what is left of a row's figures when a share of each is kept, 0 to 1."""

    def kept(vector: Vector) -> Vector:
        with np.errstate(invalid="ignore"):
            left: Vector = np.where(keep == 0, 0.0, vector * keep)
        return left

    return RowFigures(
        kept(figures.best), kept(figures.low), kept(figures.high), kept(figures.below),
        kept(figures.above), kept(figures.decided_low), kept(figures.decided_high),
        figures.cause,
    )  # fmt: skip
