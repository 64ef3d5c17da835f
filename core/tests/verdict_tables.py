"""How dishes stand against limits just around what they bring, for `golden_tables`."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import replace
from typing import Any

from snabo_core.dish import Dish, Leaving, Line, Part
from snabo_core.foods import library
from snabo_core.plate import Exclusion, Target, plate_of
from snabo_core.plate.eaters import standing
from snabo_core.plate.exclusions import breaches
from snabo_core.plate.rows import SHOWN, Rules
from snabo_core.plate.serving import Plate

OF = ("net_carbs", "protein", "added_oil", "sodium_mg", "kcal", "vegetables")
# A limit against what a serving brings, in its own unit and as a share of it.
OFF = (-0.6, -0.3, 0.0, 0.3, 0.6)
BY = (0.0, 0.9, 1.1, 3.0)
LEFT_OUT = ("gluten", "milk", "nuts", "allium", "added oil", "added salt", "coriander", "animal")
RULES = (Rules("all", "us"), Rules("half", "eu"), Rules("none", "eu"))


def bent(number: int, dish: Dish) -> Dish:
    """Return a dish of which one line weighs nobody knows what, or is no food, or is left."""
    first = dish.parts[0]
    line = first.lines[number % len(first.lines)]
    changed = (
        line, replace(line, grams=None, grams_low=None, grams_high=None),
        replace(line, food=None, form=None), *(
            replace(line, leavings=(Leaving("cook", what, 0.2, 0.5, 0.7, known=True),))
            for what in ("all", "fat", "dissolved", "sodium")
        ), replace(line, grams_low=0.0, grams_high=2.0 * (line.grams or 50.0)),
    )[number % 8]  # fmt: skip
    return replace(dish, parts=(_with(first, line, changed), *dish.parts[1:]))


def _with(part: Part, line: Line, changed: Line) -> Part:
    return replace(part, lines=tuple(changed if one is line else one for one in part.lines))


def standings(dishes: Iterator[Dish]) -> dict[str, Any]:
    """Return the verdicts on limits around what a dish brings, from both sides."""
    found: dict[str, Any] = {}
    for number, dish in enumerate(dishes):
        plate = _plate(number, dish)
        names = {line.line_id: line.food_name for line in plate.lines}
        share = 1 / dish.servings
        for nutrient in OF:
            figure = plate.figures[nutrient]
            value = figure.best if figure.best is not None else figure.low
            limits = dict.fromkeys(max(0.0, round(x, 3)) for x in (
                *(value + off for off in OFF), *(value * by for by in BY)
            ))  # fmt: skip
            sides = itertools.product(limits, (True, False), (0.0, 0.5))
            found[f"{number} {nutrient}"] = [
                _verdict(nutrient, limit, upper, slack, plate, share, names)
                for limit, upper, slack in sides
            ]
    return found


def _plate(number: int, dish: Dish) -> Plate:
    losses = {"sodium_mg": 90.0, "kcal": 40.0, "protein": 6.0} if number % 4 == 3 else None
    return plate_of(bent(number, dish), library(), rules=RULES[number % 3], losses=losses)


def _verdict(
    nutrient: str, limit: float, upper: bool, slack: float, plate: Plate, share: float, names: Any
) -> list[Any]:
    low, high = (None, limit) if upper else (limit, None)
    target = Target(nutrient, low, high, "serving", 1.0, slack == 0.0, slack)
    lost = plate.losses.get(nutrient, 0.0) * share
    one = standing(target, plate.totals, share, names, lost=lost)
    return [one.code, one.message.code, one.amount, one.chance and round(one.chance, 2), one.hard]


def broken(dishes: Iterator[Dish]) -> dict[str, Any]:
    """Return what dishes hold of what is left out, and of what is borne in some grams."""
    found: dict[str, Any] = {}
    for number, dish in enumerate(dishes):
        lines = [line for part in bent(number, dish).parts for line in part.lines]
        for what, grams in itertools.product(LEFT_OUT, (0.0, 40.0)):
            said = breaches(
                (Exclusion(what, grams),), lines, library(), 1 / dish.servings, lines[:1]
            )
            found[f"{number} {what} {grams:g}"] = [
                [one.certainty, one.message.code, dict(one.message.values)] for one in said
            ]
    return found


def servings(dishes: Iterator[Dish]) -> dict[str, Any]:
    """Return what a serving, its parts and its lines come to, by the three rules."""
    found: dict[str, Any] = {}
    for number, dish in enumerate(dishes):
        plate = _plate(number, dish)
        found[f"{number}"] = [
            plate.grams, [[one.grams, one.starch_share, one.net_share] for one in plate.parts],
            [[one.grams, one.values["fat"], one.values["sodium_mg"]] for one in plate.lines],
            {key: [f.low, f.best, f.high, f.spread_low, f.spread_high, [b.cause for b in f.blame]]
             for key in SHOWN for f in (plate.after_losses(key, 1 / dish.servings),)},
        ]  # fmt: skip
    return found
