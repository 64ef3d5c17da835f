"""What a part is made of, in grams; every step maps one state to the next."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields, replace
from functools import lru_cache

import numpy as np

from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.foods import AXIS, Library
from snabo_core.foods.records import FoodRow

# Share of each component that dissolves and can leave with pressed or drained liquid.
# From memory: sugars and salts dissolve, of protein and starch only a little does.
SOLUBLE = {"sugars": 1.0, "starch": 0.05, "protein": 0.2, "ash": 0.6, "polyols": 1.0}


@dataclass(frozen=True)
class State:
    """Grams of each component. `starch` is all available carbohydrate that is not sugar."""

    water: float = 0.0
    protein: float = 0.0
    fat: float = 0.0
    sugars: float = 0.0
    starch: float = 0.0
    fibre: float = 0.0
    polyols: float = 0.0
    ash: float = 0.0
    alcohol: float = 0.0

    def grams(self) -> tuple[float, ...]:
        """Return the grams in the order of `NAMES`."""
        return (
            self.water, self.protein, self.fat, self.sugars, self.starch,
            self.fibre, self.polyols, self.ash, self.alcohol,
        )  # fmt: skip

    @property
    def mass(self) -> float:
        """Total grams."""
        return sum(self.grams())

    @property
    def solids(self) -> float:
        """Grams of everything but water."""
        return self.mass - self.water

    @property
    def water_share(self) -> float:
        """Water as a share of mass, 0 for nothing."""
        return self.water / self.mass if self.mass else 0.0

    def components(self) -> dict[str, float]:
        """Return grams by the component classes thermal properties are tabled for."""
        return {
            "water": self.water + self.alcohol,
            "protein": self.protein,
            "fat": self.fat,
            "carbohydrate": self.sugars + self.starch + self.polyols,
            "fibre": self.fibre,
            "ash": self.ash,
        }

    def plus(self, other: State) -> State:
        """Return both together."""
        return State(*(a + b for a, b in zip(self.grams(), other.grams(), strict=True)))

    def minus(self, other: State) -> State:
        """Return what is left when `other` is taken out."""
        return State(*(a - b for a, b in zip(self.grams(), other.grams(), strict=True)))

    def times(self, factor: float) -> State:
        """Return the same composition in another amount."""
        return State(*(a * factor for a in self.grams()))

    def soluble(self) -> State:
        """Return what could dissolve and leave with liquid."""
        return State(**{name: getattr(self, name) * share for name, share in SOLUBLE.items()})


NAMES = tuple(f.name for f in fields(State))


def of_row(row: FoodRow, grams: float) -> State:
    """Return the state of so many grams of a food row.

    Raises:
        BadInput: the row's water is unknown, so no ledger can be kept.
    """
    return _one_gram(row).times(grams)


@lru_cache(maxsize=4096)
def _one_gram(row: FoodRow) -> State:

    def part(name: str) -> float:
        return float(np.nan_to_num(row.best[AXIS[name]]))

    if row.value("water") is None:
        raise BadInput(f"Nobody knows how much water {row.description} holds.", "food")
    carbohydrate = part("carbohydrate")
    fibre = min(part("fibre"), carbohydrate)
    sugars = min(part("sugars"), carbohydrate - fibre)
    polyols = min(part("polyols"), carbohydrate - fibre - sugars)
    known = State(
        water=part("water"),
        protein=part("protein"),
        fat=part("fat"),
        sugars=sugars,
        starch=carbohydrate - fibre - sugars - polyols,
        fibre=fibre,
        polyols=polyols,
        ash=part("ash"),
        alcohol=part("alcohol"),
    )
    # Rounding in the source leaves a little over or under 100 g; the whole still weighs 100.
    return known.times(1 / known.mass)


def of_lines(lines: Sequence[Line], library: Library) -> State:
    """Return the state of several lines together.

    Raises:
        BadInput: a line has no food or no grams, or its water is unknown.
    """
    total = State()
    for line in lines:
        if line.food is None or line.grams is None:
            raise BadInput(f"Fix the line '{line.text}' first: food and grams.", "line")
        total = total.plus(of_row(library.row(line.food, line.form), line.grams))
    return total


def with_water(state: State, water: float) -> State:
    """Return the state with another amount of water."""
    return replace(state, water=water)
