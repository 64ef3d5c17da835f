"""How thick a sauce is: what thickens it over the water that is free to run.

Thickness 1 coats the back of a spoon, as 16 g of wheat flour does in 250 g of milk or stock
(common practice, no source). Added oil, salt and sugar do not thicken.
"""

from __future__ import annotations

from dataclasses import dataclass

# Grams of water in a gram of thin liquid: 0.88 for milk, 0.98 for stock.
WATER_OF_LIQUID = 0.94
# Grams of emulsified fat to a gram of free water. Cream of 15 % fat has 0.19 and runs; cream of
# 36 % reduced until a line stays open has 0.9 and coats. Common practice, no source.
RUNS_BELOW, COATS_AT = 0.19, 0.9
# A share of the former thickness that still counts as the same sauce; common practice.
THINNEST, THICKEST = 0.75, 1.45
# Nobody boils off more than this share of a sauce for its thickness.
MOST_BOILED_OFF = 0.6
# Grams of salt in a gram of sauce from which it tastes of salt; common practice, no source.
SALTY = 0.018


@dataclass(frozen=True)
class Thickness:
    """What makes a sauce thick. It stays when water boils off.

    `power` are the grams of thin liquid that the thickeners bring to coat a spoon, `bound` the
    grams of water that they hold themselves, `fat` the grams of emulsified fat, `salt` the
    grams of salt (None where unknown), `began` the grams of the whole sauce, `aim` the thickness
    it had before, `by` the foods that thicken it.
    """

    power: float
    bound: float
    fat: float
    salt: float | None
    began: float
    aim: float
    by: frozenset[str] = frozenset()

    @property
    def thinnest(self) -> float:
        """The thickness from which it does what it did."""
        return self.aim * THINNEST

    @property
    def thickest(self) -> float:
        """The thickness up to which it does what it did."""
        return self.aim * THICKEST

    def at(self, water: float) -> float:
        """Return the thickness with so many grams of water in the sauce."""
        return thickness(self.power, self.fat, water - self.bound)

    def of_free(self, free_water: float) -> float:
        """Return the thickness with so many grams of water running free."""
        return thickness(self.power, self.fat, free_water)

    def free_for(self, level: float) -> float:
        """Return the grams of free water at which the sauce is so thick."""
        return self.water_for(level) - self.bound

    def water_for(self, level: float) -> float:
        """Return the grams of water at which the sauce is so thick; only the bound if never."""
        by_power = self.power * WATER_OF_LIQUID
        if level <= 0 or by_power + self.fat <= 0:
            return self.bound
        span = COATS_AT - RUNS_BELOW
        # Where fat begins to count, 1/water is RUNS_BELOW / fat.
        if self.fat <= 0 or by_power * RUNS_BELOW / self.fat >= level:
            per_gram = level / by_power
        else:
            per_gram = (level + RUNS_BELOW / span) / (by_power + self.fat / span)
        return self.bound + 1 / per_gram

    @property
    def salty_at(self) -> float | None:
        """The grams at which the reduced sauce tastes of salt, None where nobody knows."""
        return None if self.salt is None else self.salt / SALTY


def thickness(power: float, fat: float, free_water: float) -> float:
    """Return how thick a sauce is: 0 for thin liquid, 1 where it coats a spoon.

    Args:
        power: grams of thin liquid its thickeners bring to coat.
        fat: grams of emulsified fat in it.
        free_water: grams of water that no thickener holds.
    """
    if free_water <= 0:
        return float("inf") if power > 0 or fat > 0 else 0.0
    by_fat = max(0.0, (fat / free_water - RUNS_BELOW) / (COATS_AT - RUNS_BELOW))
    return power * WATER_OF_LIQUID / free_water + by_fat


def how_thick(value: float) -> str:
    """Return the id of the word for a thickness."""
    edges = ((0.5, "runs"), (1.6, "coats"), (2.5, "trails"))
    return next((name for edge, name in edges if value < edge), "sets")
