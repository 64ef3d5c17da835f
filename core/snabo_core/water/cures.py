"""What helps a part that is too wet, too dry, too thin or too thick: in grams and minutes.

Closed forms of the models; the cheapest stands first. A rate is the prior's mean, minutes are
from the highest to the lowest it may be.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from snabo_core.water.priors import (
    LATER_ROUND,
    OVEN,
    PAN_GRAMS_PER_MINUTE,
    PRESSES,
    SIMMER,
    SIMMERED_GRAMS,
    SURFACE_C,
    WIDEST_POT,
)
from snabo_core.water.thermal import latent_heat
from snabo_core.water.thickness import WATER_OF_LIQUID, Thickness, thickness

Kind = Literal["press", "sear", "bake_on", "simmer", "absorb", "thicken", "thin", "stir_back"]
MOST_ROUNDS = 4
# Minutes that a round of pressing takes with the washing-up, and that stirring something in does;
# common practice.
ROUND_MINUTES, STIR_MINUTES = 4.0, 1.0
# An oven that is on anyway, and what lies in it spread out: m2 per kilogram.
BAKE_C, SPREAD_OUT = 190.0, 0.12
# Nobody stands over a pan or waits at an oven longer than so many minutes for one cure.
MOST_MINUTES = 45.0
# Less than so much nobody weighs out, g.
LEAST_STIRRED = 0.3
# No more of an absorber than this share of the part: it would be another dish.
MOST_ABSORBER = 0.12


@dataclass(frozen=True)
class Cure:
    """One thing that helps. `grams` leave, or are stirred in; `food` is what is stirred in.

    `minutes` is how long it takes, (low, high); `rounds` are of pressing.
    """

    kind: Kind
    grams: float
    minutes: tuple[float, float] = (STIR_MINUTES, STIR_MINUTES)
    rounds: int | None = None
    food: str = ""

    @property
    def effort(self) -> float:
        """Minutes in the middle, by which cures are ordered."""
        return (self.minutes[0] + self.minutes[1]) / 2


@dataclass(frozen=True)
class Absorber:
    """A dry food that could be stirred in: grams of water in a gram of it."""

    food: str
    water: float


def rounds_for(water: float, grams: float, share: float) -> int | None:
    """Return how many later rounds press out so much, None if so few do not.

    Args:
        water: grams of water there are.
        grams: that should leave.
        share: of the present water that a first round takes.
    """
    later = share * LATER_ROUND
    for rounds in range(1, MOST_ROUNDS + 1):
        if water * (1 - (1 - later) ** rounds) >= grams:
            return rounds
    return None


def pan_minutes(grams: float) -> tuple[float, float]:
    """Return the minutes that so much takes in a wide dry pan."""
    rate = PAN_GRAMS_PER_MINUTE
    return grams / rate.high, grams / rate.low


def simmer_minutes(grams: float, mass: float, vigour: float = 2.0) -> tuple[float, float]:
    """Return the minutes at an open bubble after which so much of a sauce has gone."""
    surface = min(WIDEST_POT, (mass / SIMMERED_GRAMS) ** (2 / 3)) * vigour
    return grams / (SIMMER.high * surface), grams / (SIMMER.low * surface)


def bake_minutes(
    grams: float, mass: float, *, celsius: float = BAKE_C, exposed: float = SPREAD_OUT
) -> tuple[float, float]:
    """Return the minutes in a hot oven after which so much of a hot part has gone.

    Args:
        grams: that should leave.
        mass: of the part, g.
        celsius: of the oven.
        exposed: m2 per kilogram.
    """
    watts = exposed * mass / 1000 * (celsius - SURFACE_C)
    kj = grams / 1000 * latent_heat(100.0)
    still = OVEN["still"]
    return kj * 1000 / (still.high * watts) / 60, kj * 1000 / (still.low * watts) / 60


def absorber_grams(mass: float, water: float, aim: float, own_water: float) -> float | None:
    """Return the grams of a dry thing that bring a part down to a share of water.

    (W + a w_a) / (m + a) = w, solved for a; None where it is no drier than the aim.
    """
    if own_water >= aim:
        return None
    return max(0.0, (water - aim * mass) / (aim - own_water))


def thickener_grams(sauce: Thickness, free: float, per_gram: float) -> float:
    """Return the grams of a thickener that bring a sauce to where it is thick enough.

    Args:
        sauce: what is in it.
        free: grams of water that run free.
        per_gram: grams of thin liquid that a gram of the thickener brings to coat.
    """
    by_fat = thickness(0.0, sauce.fat, free)
    power = (sauce.thinnest - by_fat) * free / WATER_OF_LIQUID
    return max(0.0, (power - sauce.power) / per_gram)


def for_too_wet(
    *,
    mass: float,
    water: float,
    grams: float,
    aim: float,
    tool: str | None,
    heated: bool,
    absorbers: Sequence[Absorber] = (),
) -> list[Cure]:
    """Return what takes so much water out of a part, or binds it; the cheapest first.

    Args:
        mass: of the part, g.
        water: in it, g.
        grams: that have to leave.
        aim: the share of water at which it is dry enough.
        tool: what it can be pressed with, a key of `PRESSES`; None where it cannot be.
        heated: whether it may go on over heat.
        absorbers: what could be stirred in.
    """
    found = []
    rounds = rounds_for(water, grams, PRESSES[tool].mean) if tool else None
    if rounds is not None:
        took = rounds * ROUND_MINUTES
        found.append(Cure("press", grams, (took, took), rounds))
    if heated:
        found.append(Cure("sear", grams, pan_minutes(grams)))
        found.append(Cure("bake_on", grams, bake_minutes(grams, mass)))
    found = [cure for cure in found if cure.minutes[0] <= MOST_MINUTES]
    found.sort(key=lambda cure: cure.effort)
    for one in absorbers:
        stirred = absorber_grams(mass, water, aim, one.water)
        if stirred is not None and 0 < stirred <= MOST_ABSORBER * mass:
            found.append(Cure("absorb", stirred, food=one.food))
    return found


def for_too_thin(
    sauce: Thickness,
    *,
    mass: float,
    free: float,
    grams: float,
    boils: bool,
    thickeners: Mapping[str, float],
) -> list[Cure]:
    """Return what brings a thin sauce to its thickness.

    Args:
        sauce: what thickens it.
        mass: of the sauce, g.
        free: grams of water that run free.
        grams: that would have to boil off; 0 where that does not do it.
        boils: whether it may boil down.
        thickeners: grams of thin liquid that a gram brings to coat, by food.
    """
    found = []
    if boils and grams > 0:
        found.append(Cure("simmer", grams, simmer_minutes(grams, mass)))
    found = [cure for cure in found if cure.minutes[0] <= MOST_MINUTES]
    for food, per_gram in thickeners.items():
        stirred = thickener_grams(sauce, free, per_gram)
        if stirred >= LEAST_STIRRED:
            found.append(Cure("thicken", stirred, food=food))
    return found
