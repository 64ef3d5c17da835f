"""What leaves a line before it is eaten, proposed from its words: oil in the pan, salt in the water."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

from snabo_core.book import entries_of
from snabo_core.dish import Leaves, Leaving, Use
from snabo_core.foods import Food

# "250 g flour, plus extra to dust": the extra is weighed by nobody, the 250 g all go in.
_UNWEIGHED = re.compile(
    r"[,;(]?\s*(?:\bplus|\band|\bwith|\+|&)\s+(?:(?:a|an)\s+(?:little|bit|few|tad|touch|dash|drop)|some|extra|more)\b[^,;()]*\)?",
    re.IGNORECASE,
)
# So many grams of oil fill a pan to fry in; common practice, no source.
DEEP = 400.0
_FRYING = re.compile(r"\b(?:for|to) (?:the )?fry(?:ing)?\b|\bfrying oil\b", re.IGNORECASE)


@dataclass(frozen=True)
class Cause:
    """One way for food to leave: the words for it, the food classes, and the shares gone."""

    key: str
    name: str
    words: re.Pattern[str]
    classes: frozenset[str]
    forms: frozenset[str]
    what: Leaves
    gone: tuple[float, float, float]
    source: str


@cache
def causes() -> tuple[Cause, ...]:
    """Return every cause of `book/leavings.toml`, in the order in which they count."""
    return tuple(
        Cause(
            key,
            entry["name"],
            re.compile(entry["words"], re.IGNORECASE),
            frozenset(entry["classes"]),
            frozenset(entry.get("forms", ())),
            entry.get("what", "all"),
            (float(entry["gone"][0]), float(entry["gone"][1]), float(entry["gone"][2])),
            entry["source"],
        )
        for key, entry in entries_of("leavings.toml").items()
    )


def leavings_of(
    text: str, food: Food, form: str, uses: Sequence[Use], grams: float | None
) -> tuple[Leaving, ...]:
    """Return what leaves a line by its words, nothing where they say nothing.

    Where only one use of the line says so, the shares are of that use.

    Args:
        text: the written words of this food; of an extra without an amount nothing is counted.
        food: the food that was read.
        form: its form.
        uses: how the line is shared out; words such as "plus extra for frying" are one of them.
        grams: what the line weighs, None where nobody knows: in much oil things are fried deep.
    """
    text = _UNWEIGHED.sub(" ", text)
    if grams is not None and grams >= DEEP:
        text = _FRYING.sub("for deep frying", text)
    for cause in causes():
        if food.food_class not in cause.classes or (cause.forms and form not in cause.forms):
            continue
        if cause.words.search(text) is None:
            continue
        shares = [u.share for u in uses if u.words and cause.words.search(u.words)]
        whole = min(1.0, sum(shares)) if shares and len(uses) > 1 else 1.0
        low, best, high = (gone * whole for gone in cause.gone)
        return (
            Leaving(cause.key, cause.what, low, best, high, words=cause.name, source=cause.source),
        )
    return ()
