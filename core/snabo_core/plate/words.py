"""What the figures of a plate are called, and which differences are worth a word."""

from __future__ import annotations

from snabo_core.plate.nutrients import LABELS, UNIT
from snabo_core.plate.rows import PLACE
from snabo_core.plate.totals import Totals
from snabo_core.wording import grams_text, worded

CHANGED = ("net_carbs", "protein", "fat", "added_oil", "sodium_mg")
# A smaller difference per serving is not worth a word; g, mg for sodium.
SMALLEST = {"sodium_mg": 10.0}
SMALLEST_GRAMS = 0.3


def changes_of_a_serving(then: Totals, now: Totals | None, share: float) -> list[str]:
    """Return the differences per serving that are worth a word, over the lines that change.

    Args:
        then: the sums of these lines afterwards.
        now: the sums of them before; None for nothing.
        share: what a serving is of the whole.
    """
    found = []
    for name in CHANGED:
        before = 0.0 if now is None else float(now.best[PLACE[name]])
        change = (float(then.best[PLACE[name]]) - before) * share
        unit = UNIT.get(name, "g")
        if change != change:  # noqa: PLR0124  NaN differs from itself
            found.append(worded("change_unknown", figure=LABELS[name].lower()))
        elif abs(change) >= SMALLEST.get(name, SMALLEST_GRAMS):
            sign = "+" if change > 0 else "−"
            found.append(f"{LABELS[name].lower()} {sign}{grams_text(abs(change))} {unit}")
    return found
