"""A measure filled with a mash or a puree: no air stands between its pieces."""

from __future__ import annotations

import re
from dataclasses import replace

from snabo_core.foods import Food
from snabo_core.quantities.grams import Grams

_MASHED = re.compile(r"\b(?:mashed|smashed|pur[eé]ed|puree|purée)\b", re.IGNORECASE)
_OF = frozenset({"vegetable", "root", "squash", "fruit", "pulse"})
# Low, usual and high g/mL. From memory: household measures of food composition tables give 225 to
# 255 g for a cup (237 mL) of mashed banana, avocado, pumpkin, swede, turnip and beans.
MASH = (0.92, 1.0, 1.12)


def as_mash(text: str, grams: Grams, food: Food, form: str) -> Grams:
    """Return the grams of a volume that a line fills with a mash, others as they are.

    Args:
        text: the line as it is written.
        grams: what the volume holds of pieces.
        food: what it is of.
        form: the form of it.
    """
    density, reason = food.density(form), grams.reason
    if _MASHED.search(text) is None or food.food_class not in _OF or density is None:
        return grams
    if reason.code != "volume_by_density" or density.best >= MASH[0] or grams.best is None:
        return grams
    low, best, high = MASH[0] / density.low, MASH[1] / density.best, MASH[2] / density.high
    values = {**reason.values, "grams": float(reason.values["grams"]) * best}
    return replace(
        grams,
        low=None if grams.low is None else grams.low * low,
        best=grams.best * best,
        high=None if grams.high is None else grams.high * high,
        reason=replace(reason, values=values),
    )
