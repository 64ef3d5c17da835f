"""What explicit steps take off the plate: poured-off fat, drained liquid, expressed juice."""

from __future__ import annotations

import numpy as np

from snabo_core.dish import Dish, Line, Loss
from snabo_core.foods import Library
from snabo_core.foods.records import AXIS, Vector
from snabo_core.plate.rows import FIGURES, PLACE, USUAL, Rules, row_figures

FATS = ("fat", "saturated", "added_oil", "plain_oil")
DISSOLVED = ("net_carbs", "sugars", "added_sugar", "polyols", "sodium_mg")


def kept_shares(dish: Dish, library: Library, rules: Rules = USUAL) -> dict[str, Vector]:
    """Return by line id which share of every figure is kept, for lines that lose anything.

    Several losses of one line multiply. Energy goes with what carried it: 9 kcal/g of fat,
    4 kcal/g of carbohydrate.
    """
    kept: dict[str, Vector] = {}
    for part in dish.parts:
        lines = {line.id: line for line in part.effective_lines()}
        for loss in part.losses:
            for line_id in loss.line_ids:
                line = lines.get(line_id)
                if line is not None and line.food is not None:
                    factor = _factor(loss, line, library, rules)
                    kept[line_id] = kept.get(line_id, np.ones(len(FIGURES))) * factor
    return kept


def _factor(loss: Loss, line: Line, library: Library, rules: Rules) -> Vector:
    factor = np.ones(len(FIGURES))
    if loss.kind == "drained_liquid":
        return factor * (1 - loss.share)
    food = library.food(line.food or "")
    row = library.row(food.key, line.form)
    best = np.nan_to_num(row_figures(row, food, rules).best)
    kcal = float(best[PLACE["kcal"]])
    if loss.kind == "poured_off_fat":
        for name in FATS:
            factor[PLACE[name]] = 1 - loss.share
        gone = 9 * float(best[PLACE["fat"]]) * loss.share
    else:
        for name in DISSOLVED:
            factor[PLACE[name]] = 1 - loss.share
        available = float(best[PLACE["net_carbs"]])
        whole = float(np.nan_to_num(row.best[AXIS["carbohydrate"]]))
        if whole > 0:
            factor[PLACE["carbohydrate"]] = 1 - loss.share * min(1.0, available / whole)
        gone = 4 * available * loss.share
    if kcal > 0:
        factor[PLACE["kcal"]] = max(0.0, 1 - gone / kcal)
    return factor
