"""What is known of a food: composition rows and the curated layer's entries."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import NDArray

Vector = NDArray[np.float64]

# Per 100 g: kcal, g, and mg for sodium. The order is the axis of every nutrient array.
NUTRIENTS = (
    "kcal",
    "carbohydrate",
    "fibre",
    "sugars",
    "polyols",
    "erythritol",
    "added_sugar",
    "fat",
    "saturated",
    "protein",
    "sodium_mg",
    "water",
    "ash",
    "alcohol",
)
AXIS = {name: place for place, name in enumerate(NUTRIENTS)}

Certainty = Literal["contains", "may_contain", "check_label", "unknown", "tolerated", "free"]

BY_DIFFERENCE = "by_difference"
AVAILABLE = "available"
NET_ONLY = "net_only"


@dataclass(frozen=True, eq=False)
class FoodRow:
    """One row of composition per 100 g.

    `best` holds NaN where the figure is unknown; `low` and `high` bound every figure, `high`
    being infinite where nothing bounds it. `convention` says whether fibre is inside
    carbohydrate (`by_difference`) or already outside it (`available`); a label that prints
    nothing but net carbs is `net_only`, and `net_printed` holds (low, best, high) of it.
    `computed` names figures that follow from others because nobody gives them, `recalled`
    those the list lacks and memory filled in.
    """

    key: str
    source: str
    description: str
    category: str
    best: Vector
    low: Vector
    high: Vector
    convention: str = BY_DIFFERENCE
    water_is_derived: bool = True
    net_printed: tuple[float, float, float] | None = None
    computed: tuple[str, ...] = ()
    polyol_kinds: tuple[tuple[str, float], ...] = ()
    recalled: tuple[str, ...] = ()

    def value(self, nutrient: str) -> float | None:
        """Return one figure per 100 g, None where unknown."""
        number = float(self.best[AXIS[nutrient]])
        return None if np.isnan(number) else number


@dataclass(frozen=True)
class Measure:
    """Grams of one household measure of a food, with the range a careful cook gets."""

    unit: str
    grams: float
    low: float
    high: float
    source: str


@dataclass(frozen=True)
class Density:
    """Bulk density of a food in one form, g/mL, with its range."""

    best: float
    low: float
    high: float


@dataclass(frozen=True)
class Food:
    """A plain kitchen name over rows of the food list.

    `forms` maps a form (raw, boiled, drained, dry ...) to a row key; the first is assumed
    where a line does not say. `starch` is "full" where the food's carbohydrate is the starch
    a swap removes. `allergens` is None where nobody has looked: unknown, not free. A
    `compound` food is made of several: what it is not known to hold (`free_of` names that)
    is a look at the label, never free by silence; `holds` are exclusions its recipe breaks
    beside its allergens. `oil_share` is the share (best, low, high)
    of its fat that was added as free fat. A homemade food also has `plain_oil_share`, the same
    without dairy fat, and `vegetable_share`, what part of it is vegetables; `unseen` are
    exclusions nobody has looked for in it, `inside` the names of what it is made of.
    `if_counted` is the food meant where the name comes
    with a bare number: "2 peppers" are no peppercorns; `if_spooned` where nothing but the name
    comes by the teaspoon: "1 tsp coriander" is the spice. `pieces` are the words with which a bare
    number means its cut: "2 duck breasts", but "1 duck" is a bird nobody has weighed.
    `if_cut` is the meat meant where a bird stands diced or skinned, `across` how wide the usual
    piece of a flat bread is, in centimetres.
    """

    key: str
    name: str
    food_class: str
    forms: dict[str, str]
    names: tuple[str, ...] = ()
    starch: str = "none"
    origin: str | None = None
    allergens: tuple[str, ...] | None = None
    may_contain: tuple[str, ...] = ()
    check_label: tuple[str, ...] = ()
    free_fat: str | None = None
    tags: tuple[str, ...] = ()
    edible_share: float = 1.0
    oil_share: tuple[float, float, float] | None = None
    plain_oil_share: tuple[float, float, float] | None = None
    vegetable_share: float | None = None
    unseen: tuple[str, ...] = ()
    inside: tuple[str, ...] = ()
    compound: bool = False
    free_of: tuple[str, ...] = ()
    holds: tuple[str, ...] = ()
    if_counted: str | None = None
    if_spooned: str | None = None
    pieces: tuple[str, ...] = ()
    if_cut: str | None = None
    across: float | None = None
    densities: dict[str, Density] = field(default_factory=dict)
    counts: dict[str, Measure] = field(default_factory=dict)
    curated: bool = True
    own: bool = False

    @cached_property
    def certainties(self) -> dict[str, Certainty]:
        """What was found out about what is left out, by its word; see `certainty_of`."""
        return {}

    def density(self, form: str | None) -> Density | None:
        """Return what a form weighs in g/ml, else the first form known; None where none is."""
        return self.densities.get(form or "") or next(iter(self.densities.values()), None)

    @property
    def default_form(self) -> str:
        """The form assumed where nothing is said."""
        return next(iter(self.forms))
