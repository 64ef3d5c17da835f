"""What holds a dough of vegetables together: eggs, what replaces them, cheese, absorbers.

Binding is told in egg equivalents: one large egg, 50 g without shell. Common practice, no source:
about two of them and 55 to 85 g of hard cheese hold the 290 to 350 g that a medium head leaves
after pressing; replacements of one egg as in `book/binding.toml`.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Literal

from snabo_core.book import entries_of
from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.swaps.scaling import EGG_GRAMS, cooked
from snabo_core.swaps.stand_ins import StandIn

# Where the recipe's driver differs by less than this share, eggs and herbs stay as they are.
HEADS_DIFFER = 0.25
# Roles whose doughs are vegetables held together, and the share of water from which they are wet.
WET_DOUGHS, WET = {"crust", "shell"}, 0.7
Does = Literal["bind", "lift", "richness"]
HoldName = Literal["crumbles", "fork", "slice", "rubbery"]
# Egg equivalents to 100 g of driver from which a baked dough has each hold. Common practice: half
# an egg to 100 g with cheese lifts, beyond one and a quarter it turns to rubber.
HOLDS: tuple[tuple[float, HoldName], ...] = (
    (0.0, "crumbles"), (0.30, "fork"), (0.55, "slice"), (1.30, "rubbery"),
)  # fmt: skip


@dataclass(frozen=True)
class Binder:
    """What binds as one egg does: grams of it, water beside, and which of an egg's jobs it does."""

    food: str
    grams: float
    water: float
    does: tuple[Does, ...]


@dataclass(frozen=True)
class Binding:
    """How much binding some lines bring, in eggs, and how a dough of them holds when baked."""

    eggs: float
    per_100_g: float
    hold: HoldName


@dataclass(frozen=True)
class Rebased:
    """A seasoning and egg count for a head of another size.

    `share` is what seasonings that follow the weight are multiplied by. `eggs` stay whole;
    `beaten` are the grams of beaten egg that would be exact, None where the count simply stays.
    """

    share: float
    eggs: int
    beaten: float | None


@cache
def binders() -> Mapping[str, Binder]:
    """Return what binds, by food; read once."""
    return {
        food: Binder(food, float(e["grams"]), float(e.get("water", 0)), tuple(e["does"]))
        for food, e in entries_of("binding.toml").items()
    }


def eggs_in(lines: Sequence[Line]) -> float:
    """Return the binding of lines in egg equivalents: 0 where nothing of them binds."""
    known = binders()
    return sum(
        (line.grams or 0.0) / known[line.food].grams
        for line in lines
        if line.food is not None and line.food in known
    )


def binding_of(lines: Sequence[Line], driver_grams: float) -> Binding:
    """Return how lines hold so many grams of driver together.

    Args:
        lines: everything that goes into the dough.
        driver_grams: grams of the vegetable, pulse or meat as it is mixed, after pressing.

    Raises:
        BadInput: there is nothing to hold.
    """
    return binding_of_eggs(eggs_in(lines), driver_grams)


def binding_of_eggs(eggs: float, driver_grams: float) -> Binding:
    """Return how so many egg equivalents hold so many grams together.

    Raises:
        BadInput: there is nothing to hold.
    """
    if driver_grams <= 0:
        raise BadInput("There is nothing here to hold together.", "lines")
    per_100_g = eggs / driver_grams * 100
    hold = next(name for least, name in reversed(HOLDS) if per_100_g >= least)
    return Binding(eggs, per_100_g, hold)


def binding_in(made: StandIn) -> Binding | None:
    """Return how a stand-in's own amounts hold, None where it is no dough of wet vegetables.

    Counted against what is in the bowl when the first of its binders joins. Breads and batters
    hold by other means.
    """
    known = binders()
    if made.role not in WET_DOUGHS or not any(line.food in known for line in made.lines):
        return None
    points = cooked(made).points
    joins = next(
        (n for n, step in enumerate(made.steps) if any(food in known for food in step.foods)), None
    )
    own = [line for line in made.lines if line.food in known]
    bowl = points[0].state.mass
    if joins is not None:
        bowl = points[joins].state.mass
    else:
        bowl -= sum(line.grams for line in own)
    if points[joins or 0].state.water_share < WET or bowl <= 0:
        return None
    eggs = sum(line.grams / known[line.food].grams for line in own)
    return binding_of_eggs(eggs, bowl)


def eggs_for(driver_grams: float, hold: HoldName) -> float:
    """Return the egg equivalents from which so much driver has a hold."""
    least = next(least for least, name in HOLDS if name == hold)
    return least * driver_grams / 100


def instead_of_eggs(eggs: float, does: Sequence[Does]) -> tuple[Binder, ...]:
    """Return what replaces so many eggs where they have to do some of an egg's jobs.

    Grams and water are those for all of the eggs; only what does every job asked for is named.
    """
    return tuple(
        Binder(one.food, one.grams * eggs, one.water * eggs, one.does)
        for one in binders().values()
        if one.food not in {"egg", "egg_liquid"} and set(does) <= set(one.does)
    )


def rebase(recipe_grams: float, have_grams: float, eggs: float) -> Rebased:
    """Return what a head of another size asks for.

    Within a quarter of the recipe's weight the eggs stay; salt and pepper follow the weight.
    Beyond it both whole eggs and grams of beaten egg are told.

    Raises:
        BadInput: one of the weights is nothing.
    """
    if recipe_grams <= 0 or have_grams <= 0:
        raise BadInput("Weigh what you have: it is more than nothing.", "grams")
    share = have_grams / recipe_grams
    if abs(share - 1) <= HEADS_DIFFER:
        return Rebased(share, round(eggs), None)
    return Rebased(share, max(1, round(eggs * share)), eggs * share * EGG_GRAMS)
