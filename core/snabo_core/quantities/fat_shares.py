"""A stated fat share chooses the form: "mince (5 % fat)", "cream, 30 % fat"."""

from __future__ import annotations

import numpy as np

from snabo_core.foods import Food, Library
from snabo_core.foods.records import AXIS

# A row stands for a stated share within so many grams, or this share of it.
NEAR_GRAMS, NEAR_SHARE = 2.0, 0.2


def by_fat(food: Food, percent: float, library: Library) -> str | None:
    """Return the form of a food whose fat lies nearest to a stated share, None if none is near.

    Args:
        food: what the line names.
        percent: g of fat in 100 g, as stated.
        library: where rows are looked up.
    """
    held = []
    for form in food.forms:
        if form in {"boiled", "cooked", "baked", "dry"} and form != food.default_form:
            continue
        fat = float(library.row(food.key, form).best[AXIS["fat"]])
        if not np.isnan(fat):
            held.append((abs(fat - percent), form, fat))
    if not held:
        return None
    off, form, _ = min(held)
    return form if off <= max(NEAR_GRAMS, NEAR_SHARE * percent) else None
