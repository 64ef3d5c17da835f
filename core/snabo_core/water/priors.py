"""What a kitchen's steps usually do, each as a mean with a range that holds nine in ten.

Common practice without a source, or from memory, unless an entry says otherwise.
"""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Prior:
    """The one parameter of a technique: mean and 90 % range."""

    low: float
    mean: float
    high: float

    def widened(self, low: float, high: float) -> Prior:
        """Return the prior times something from `low` to `high` of its own mean, in quadrature."""
        below = ((1 - self.low / self.mean) ** 2 + (1 - low) ** 2) ** 0.5
        above = ((self.high / self.mean - 1) ** 2 + (high - 1) ** 2) ** 0.5
        return Prior(self.mean * max(0.0, 1 - below), self.mean, self.mean * (1 + above))


BOILING = 100.0
ROOM = 20.0
# Degrees at which the inside of food is cooked: it has wept, and starch drinks.
COOKED_THROUGH = 65.0
# What a cover returns of the vapour: over a dish in the microwave, and on a pot or under foil,
# where nothing but what leaks out at the rim is gone.
VAPOUR_BACK = 0.7
LID_BACK = 0.9
# During warm-up a share of the absorbed heat already evaporates (0.05 to 0.3).
WARM_UP_EVAPORATION = 0.15
# Share of the present water that one round of pressing takes from heated riced vegetables.
PRESSES = {
    "cloth": Prior(0.35, 0.45, 0.55),
    "mesh": Prior(0.40, 0.50, 0.60),
    "paper": Prior(0.15, 0.25, 0.35),
    "twist": Prior(0.05, 0.10, 0.17),
}
LATER_ROUND = 0.6
# Grams of solids in 100 g of pressed liquid: 3 to 4 for heated cauliflower.
LIQUID_SOLIDS = 0.035
COUPLING = Prior(0.7, 0.8, 0.9)
LEACHING = Prior(0.05, 0.10, 0.15)
STICKING = Prior(0.01, 0.02, 0.03)
# What stays on a board or in a bowl when pieces are only moved.
MOVING = Prior(0.0, 0.005, 0.01)
# What stays in a blender's bowl against a spoon's; salted pieces give a share of their mass; soft
# curds and caps give less; a food takes up what its step says, more or less.
BLENDER_STICKING = Prior(0.02, 0.03, 0.05)
SALTED = Prior(0.10, 0.15, 0.20)
CURD = Prior(0.10, 0.15, 0.20)
UPTAKE = Prior(0.9, 1.0, 1.1)
KEPT = Prior(1.0, 1.0, 1.0)
# What just tender roots weigh after draining against before: 0 to -5 %; from memory.
TENDER = Prior(0.95, 0.975, 1.0)
# Grams a minute off a sauce of about 300 g at a gentle simmer without a lid. The surface grows
# with the pan, as mass to the power of two thirds, up to what a ring carries.
SIMMER = Prior(5.0, 7.5, 10.0)
SIMMERED_GRAMS = 300.0
WIDEST_POT = 2.2
PAN_GRAMS_PER_MINUTE = Prior(15.0, 22.0, 30.0)
# A single layer of pieces in a 28 cm pan; less of them takes up less of its heat.
PAN_LAYER_GRAMS = 300.0
# Convection and radiation together, W/(m2 K).
OVEN = {"still": Prior(20.0, 22.5, 25.0), "fan": Prior(30.0, 35.0, 40.0)}
SURFACE_C = 90.0
# Share of the present water that leaves in a deep pan, of what runs free that a sieve lets
# through, of the mass that a rinse leaves on, that comes free in the salt of a rub.
DEEP_FRIED = Prior(0.2, 0.3, 0.4)
POURED_OFF = Prior(0.85, 0.95, 1.0)
RINSED = Prior(0.02, 0.035, 0.05)
RUBBED = Prior(0.03, 0.06, 0.10)
# Share of the water of frozen pieces that runs out as they thaw.
THAWED = Prior(0.1, 0.2, 0.35)
# Share of the heat of what cools uncovered that leaves as steam.
STEAMED_OFF = Prior(0.05, 0.15, 0.30)
# Drying in the air towards a floor: per hour, and the share of the water that stays.
AIR_PER_HOUR = Prior(0.08, 0.15, 0.25)
AIR_FLOOR = 0.3
# Surface water of melted fresh cheese that paper takes, of its mass: 5 to 15 g in 100 g.
BLOTTED = Prior(0.05, 0.10, 0.15)
