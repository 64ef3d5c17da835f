"""Makes a dish larger or smaller: which lines follow, which hold, which come in whole pieces.

Every size is reckoned from the recipe's own, so that half of double is the dish as it was.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from snabo_core.dish import Dish, Line, Part, SizeRule, check, difference
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate.pans import Pan
from snabo_core.quantities.units import UNITS
from snabo_core.swaps.branches import branches_of
from snabo_core.swaps.pans import HEADROOM

# Eggs stay as they are where the dish changes by up to a quarter; common practice, no source.
EGGS_HOLD = 1.25
# What a recipe of that size is given by eye and not by weight.
NOT_WEIGHED = {"greasing", "frying"}
# Seasoning whose pieces are put in whole: a bay leaf, a star anise.
WHOLE_CLASSES = {"spice", "herb"}
SNAP = 1e-9
LEAST_RATIO, MOST_RATIO = 0.05, 20.0


@dataclass(frozen=True)
class Bake:
    """How an oven dish changes: how many times as thick it lies, how many times as long it bakes.

    `longer` is low to high: with the thickness at least, with its square at most, as heat goes
    into a slab; an estimate, the cue decides.
    """

    thicker: float
    longer: tuple[float, float]


def usual_rule(line: Line, times: float, library: Library) -> SizeRule:
    """Return how a line goes with the size of a dish where the cook has not said.

    Args:
        line: as written.
        times: how many times the recipe's own size the dish becomes.
        library: where foods are looked up.
    """
    if any(use.kind in NOT_WEIGHED for use in line.uses):
        return "holds"
    food_class = library.food(line.food).food_class if line.food else ""
    if food_class == "egg":
        return "holds" if max(times, 1 / times) <= EGGS_HOLD + SNAP else "steps"
    return "steps" if food_class in WHOLE_CLASSES and _counted(line) else "follows"


def _counted(line: Line) -> bool:
    """Tell a line of whole pieces."""
    if line.amount is None or line.times <= 0:
        return False
    unit = UNITS.get(line.unit) if line.unit else None
    if line.unit and (unit is None or unit.kind != "count"):
        return False
    written = line.amount / line.times
    return abs(written - round(written)) < SNAP and written >= 1


def times_of(line: Line, rule: SizeRule, times: float, library: Library) -> float:
    """Return how many times what is written of a line goes into a dish of so many times its size.

    Eggs in steps go in exactly, as whole ones and grams of a beaten one; other pieces as whole
    ones, one at least.
    """
    if rule == "holds":
        return 1.0
    egg = line.food is not None and library.food(line.food).food_class == "egg"
    if rule == "follows" or egg or line.amount is None or not _counted(line):
        return times
    written = round(line.amount / line.times)
    return max(1, math.floor(written * times + 0.5)) / written


def sized(line: Line, times: float, library: Library) -> Line:
    """Return a line of a dish that is so many times the recipe's own size."""
    rule = line.size_rule or usual_rule(line, times, library)
    then = times_of(line, rule, times, library)
    ratio = then / line.times
    if abs(ratio - 1) < SNAP:
        return line if abs(then - line.times) < SNAP else replace(line, times=then)
    return replace(_by(line, ratio), times=then)


def _by(line: Line, ratio: float) -> Line:
    """Return a line, what goes in its place and what would do for it, in one proportion."""
    low, best, high = (
        None if grams is None else grams * ratio
        for grams in (line.grams_low, line.grams, line.grams_high)
    )
    hold = line.hold
    return replace(
        line,
        amount=None if line.amount is None else line.amount * ratio,
        grams_low=low,
        grams=best,
        grams_high=high,
        hold=replace(hold, start=hold.start * ratio, ceiling=hold.ceiling * ratio)
        if hold
        else None,
        instead=_by(line.instead, ratio) if line.instead else None,
        alternatives=tuple(_by(other, ratio) for other in line.alternatives),
    )


def resized(dish: Dish, times: float, rules: Mapping[str, SizeRule], library: Library) -> Dish:
    """Return a dish at so many times the recipe's own size, its servings with it.

    Stand-ins follow in the proportion in which the dish grows, eggs and all: their dough is
    balanced. Weights said of a part or of the finished dish follow too.

    Args:
        dish: as it is now, at `dish.times`.
        times: 1 for as the recipe has it.
        rules: what the cook says of lines, by id; they are remembered.
        library: where foods are looked up.

    Raises:
        BadInput: no size a kitchen can make.
    """
    ratio = times / dish.times
    if not (math.isfinite(ratio) and LEAST_RATIO <= ratio <= MOST_RATIO):
        raise BadInput("A dish is made a twentieth to twenty times its size.", "times")
    plain = _resized(replace(dish, variants=()), times, ratio, rules, library)
    variants = tuple(
        replace(
            branch.variant,
            changes=difference(plain, _resized(branch.dish, times, ratio, rules, library)),
            others=branch.variant.others * ratio,
        )
        for branch in branches_of(dish)
        if branch.variant is not None
    )
    return check(replace(plain, variants=variants))


def _resized(
    dish: Dish, times: float, ratio: float, rules: Mapping[str, SizeRule], library: Library
) -> Dish:
    grams = dish.expected_grams
    return replace(
        dish,
        parts=tuple(_part(part, times, ratio, rules, library) for part in dish.parts),
        times=1.0 if abs(times - 1) < SNAP else times,
        servings=dish.servings * ratio,
        expected_grams=None if grams is None else grams * ratio,
    )


def _part(
    part: Part, times: float, ratio: float, rules: Mapping[str, SizeRule], library: Library
) -> Part:
    lines = tuple(
        sized(replace(line, size_rule=rules.get(line.id, line.size_rule)), times, library)
        for line in part.lines
    )
    slots = tuple(
        replace(
            slot,
            choice=replace(
                slot.choice, lines=tuple(_grown(line, ratio) for line in slot.choice.lines)
            ),
        )
        if slot.choice
        else slot
        for slot in part.slots
    )
    taken = part.taken
    if taken is not None:
        taken = replace(
            taken,
            grams=None if taken.grams is None else taken.grams * ratio,
            makes_grams=None if taken.makes_grams is None else taken.makes_grams * ratio,
        )
    return replace(part, lines=lines, slots=slots, taken=taken)


def _grown(line: Line, ratio: float) -> Line:
    """Return a stand-in's line in the proportion in which the dish grows."""
    return replace(_by(line, ratio), times=line.times * ratio)


def bake_of(ratio: float, area_ratio: float = 1.0) -> Bake:
    """Return how an oven dish of `ratio` times as much bakes in `area_ratio` times the pan."""
    thicker = ratio / area_ratio
    ends = sorted((thicker, thicker**2))
    return Bake(thicker, (ends[0], ends[1]))


def batches(volume_ml: float, pan: Pan) -> int:
    """Return how many times a pan has to be filled for so much, with headroom."""
    return max(1, math.ceil(volume_ml / (HEADROOM * pan.volume) - SNAP))
