"""What was added at the stove and is not in the recipe, counted on the plate at once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import Dish, Line
from snabo_core.foods import Library
from snabo_core.plate.nutrients import NUTRIENTS, Unit
from snabo_core.plate.setting import Setting
from snabo_core.plate.totals import Figure
from snabo_core.swaps.book import Book
from snabo_core.views.preview import preview
from snabo_core.wording import Message, say

# Told where they move; the figures that limits are set on.
TOLD = ("net_carbs", "protein", "fat", "added_oil", "kcal")
# Grams, or kcal, a serving that nobody minds.
NOT_WORTH_TELLING = {"kcal": 2.0}
USUAL_LEAST = 0.1


@dataclass(frozen=True)
class AddedFigure:
    """A figure of one serving before and after; None where nobody knows it."""

    nutrient: str
    label: str
    unit: Unit
    was: float | None
    now: float | None


@dataclass(frozen=True)
class AddedView:
    """What was added to a dish: the lines as read, the figures it moved, the limits it broke."""

    lines: tuple[str, ...]
    figures: tuple[AddedFigure, ...]
    limits: tuple[str, ...]


def with_added(dish: Dish, lines: Sequence[Line]) -> Dish:
    """Return a dish with lines more, in its last part: everybody's serving has its share."""
    *others, last = dish.parts
    return replace(dish, parts=(*others, replace(last, lines=(*last.lines, *lines))))


def added_view(
    dish: Dish, lines: Sequence[Line], setting: Setting, book: Book, library: Library
) -> AddedView:
    """Return what lines added to a dish change on one serving and for each eater.

    Args:
        dish: as it is cooked, without them.
        lines: what was added, as read.
        setting: eaters and kitchen of the household.
        book: the swap book.
        library: where foods are looked up.
    """
    before = preview(dish, setting, book, library)
    after = preview(with_added(dish, lines), setting, book, library)
    met = {
        (eater.id, reach.nutrient, reach.at_most, reach.at_least)
        for eater in before.eaters
        for reach in eater.reaches
        if reach.met
    }
    broken = [
        Message("added_breaks", {"who": eater.name, "limit": reach.label, "words": reach.words})
        for eater in after.eaters
        for reach in eater.reaches
        if not reach.met and (eater.id, reach.nutrient, reach.at_most, reach.at_least) in met
    ]
    known = {(e.id, b.what) for e in before.eaters for b in e.breaches}
    barred = [
        Message("added_barred", {"who": eater.name, "words": breach.words})
        for eater in after.eaters
        for breach in eater.breaches
        if (eater.id, breach.what) not in known
    ]
    figures = (_moved(key, before.figures[key], after.figures[key]) for key in TOLD)
    return AddedView(
        tuple(_said(line) for line in lines),
        tuple(one for one in figures if one is not None),
        tuple(say(message) for message in (*broken, *barred)),
    )


def _moved(key: str, was: Figure, now: Figure) -> AddedFigure | None:
    least = NOT_WORTH_TELLING.get(key, USUAL_LEAST)
    both = was.best is not None and now.best is not None
    if both and abs((now.best or 0.0) - (was.best or 0.0)) < least:
        return None
    one = next(each for each in NUTRIENTS if each.key == key)
    return AddedFigure(key, one.label, one.unit, was.best, now.best)


def _said(line: Line) -> str:
    grams = 0.0 if line.grams is None else line.grams
    return say(Message("added_line", {"food": line.food_name or line.text, "grams": grams}))
