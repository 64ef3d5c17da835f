"""What a household adds to the foods: foods from labels, measures and names of its own."""

from __future__ import annotations

import uuid
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

import numpy as np

from snabo_core.errors import BadInput
from snabo_core.foods.labels import Label, check_label, row_of
from snabo_core.foods.records import AXIS, Density, Food, FoodRow, Measure
from snabo_core.unseen import one_line

AS_SOLD = "as sold"
OWN_CLASS = "own"
# What an own food may hold or ask to be checked for: the words of the exclusions.
ALLERGEN_WORDS = (
    "gluten", "milk", "egg", "nuts", "peanut", "soy", "sesame", "fish", "shellfish", "celery",
    "mustard", "sulphites", "lupin", "coconut",
)  # fmt: skip
TAG_WORDS = {"meat": "meat", "added salt": "salt", "added sugar": "sugar", "alcohol": "alcohol",
             "allium": "allium", "nightshade": "nightshade"}  # fmt: skip
HOLDABLE = (*ALLERGEN_WORDS, *TAG_WORDS)
LONGEST_NAME = 80
# How far a measure of one's own differs from time to time; common practice, no source.
OWN_SPREAD = 0.08
MOST_NAMES = 20


@dataclass(frozen=True)
class OwnFood:
    """A food from a package, as its label says.

    `holds` lists words of `HOLDABLE` found among the ingredients, None where nobody has read
    them; `may_contain` those its label warns of as traces. `grams_per_100_ml` is what 100 mL
    weigh, where known.
    """

    id: str
    name: str
    label: Label
    names: tuple[str, ...] = ()
    origin: Literal["plant", "animal"] | None = None
    holds: tuple[str, ...] | None = None
    may_contain: tuple[str, ...] = ()
    check_label: tuple[str, ...] = ()
    free_fat: Literal["oil", "dairy", "spray"] | None = None
    starch: Literal["full", "none"] = "none"
    grams_per_100_ml: float | None = None

    @property
    def key(self) -> str:
        """The food's key in lines."""
        return f"own:{self.id}"


@dataclass(frozen=True)
class OwnMeasure:
    """What a unit of a food weighs here; `unit` is a unit's id or a word of the household's."""

    food: str
    unit: str
    grams: float
    low: float
    high: float


@dataclass(frozen=True)
class Own:
    """Everything of one household. Foods put away stay, so that old dishes keep computing."""

    foods: tuple[OwnFood, ...] = ()
    put_away: tuple[OwnFood, ...] = ()
    measures: tuple[OwnMeasure, ...] = ()
    names: Mapping[str, str] = field(default_factory=dict)
    # Foods made of the household's own dishes; those put away only keep computing.
    made: tuple[tuple[Food, FoodRow], ...] = ()
    made_away: tuple[tuple[Food, FoodRow], ...] = ()
    # what this household's vague pours hold, mL by unit id
    habits: Mapping[str, float] = field(default_factory=dict)


# Vague measures a household may say its own of, with the most of each, mL.
HABITS = {"pinch": 3.0, "dash": 10.0, "smidgen": 2.0, "drizzle": 60.0, "splash": 60.0,
          "glug": 90.0, "spoonful": 40.0}  # fmt: skip


def check_habits(habits: Mapping[str, float]) -> None:
    """Refuse habits that cannot be.

    Raises:
        BadInput: an unknown measure, or one that holds nothing or far too much.
    """
    for name, ml in habits.items():
        if name not in HABITS:
            raise BadInput(f"There is no vague measure called {name[:30]}.", "habits")
        if not 0 < ml <= HABITS[name]:
            raise BadInput(f"A {name} holds more than nothing and at most {HABITS[name]:g} ml.",
                           "habits")  # fmt: skip


def check_own_food(own: OwnFood) -> OwnFood:
    """Return the food if it keeps the rules.

    Raises:
        BadInput: a rule is broken; names the field.
    """
    try:
        uuid.UUID(own.id)
    except ValueError as error:
        raise BadInput("This food carries no proper id.", "id") from error
    check_name(own.name)
    if len(own.names) > MOST_NAMES:
        raise BadInput(f"A food has at most {MOST_NAMES} other names.", "names")
    for name in own.names:
        check_name(name, "names")
    strange = [
        w for w in (*(own.holds or ()), *own.may_contain, *own.check_label) if w not in HOLDABLE
    ]
    if strange:
        raise BadInput(f"'{strange[0][:40]}' is not among what a food can hold.", "holds")
    if own.grams_per_100_ml is not None and not 3 <= own.grams_per_100_ml <= 160:
        raise BadInput("100 ml of a food weigh 3 to 160 g.", "grams_per_100_ml")
    check_label(own.label)
    return own


def check_name(name: str, where: str = "name") -> None:
    """Refuse a name that no line could carry.

    Raises:
        BadInput: it is empty, too long, of several lines, or has no letter.
    """
    if not one_line(name):
        raise BadInput("A food's name stands on one line.", where)
    if not 0 < len(name.strip()) <= LONGEST_NAME or not any(c.isalpha() for c in name):
        raise BadInput(f"A food's name has 1 to {LONGEST_NAME} characters, letters in it.", where)


def own_measure(
    food: str, unit: str, grams: float, low: float | None = None, high: float | None = None
) -> OwnMeasure:
    """Return a measure, with what a careful cook's fillings of it differ by where not said."""
    least = grams * (1 - OWN_SPREAD) if low is None else low
    most = grams * (1 + OWN_SPREAD) if high is None else high
    return OwnMeasure(food, unit, grams, least, most)


def check_measure(measure: OwnMeasure) -> OwnMeasure:
    """Return the measure if it can be.

    Raises:
        BadInput: no unit word, or grams that run backwards or weigh nothing.
    """
    word = measure.unit.strip()
    if not 0 < len(word) <= 30 or not all(c.isalpha() or c in " _-" for c in word):
        raise BadInput("Call the measure by a word, such as ladle.", "unit")
    if not 0 < measure.low <= measure.grams <= measure.high <= 20_000:
        raise BadInput("Grams of a measure run from the least to the most, above 0.", "grams")
    return measure


def food_and_row(own: OwnFood) -> tuple[Food, FoodRow]:
    """Return an own food as the library holds foods."""
    row = row_of(own.label, own.key, own.name)
    holds = own.holds
    if holds is not None:
        _read_ingredients(own, row)
    tags = tuple(tag for word, tag in TAG_WORDS.items() if holds and word in holds)
    densities = {}
    if own.grams_per_100_ml is not None:
        each = own.grams_per_100_ml / 100
        densities[AS_SOLD] = Density(each, each * 0.95, each * 1.05)
    food = Food(
        key=own.key,
        name=own.name.strip(),
        food_class=OWN_CLASS,
        forms={AS_SOLD: own.key},
        names=tuple(name.strip() for name in own.names),
        starch=own.starch,
        origin=own.origin,
        allergens=None if holds is None else tuple(w for w in holds if w in ALLERGEN_WORDS),
        may_contain=own.may_contain,
        check_label=own.check_label,
        free_fat=own.free_fat,
        tags=tags,
        densities=densities,
        own=True,
    )
    return food, row


def _read_ingredients(own: OwnFood, row: FoodRow) -> None:
    """State added sugar as none where the ingredient list, read through, names none."""
    place = AXIS["added_sugar"]
    doubtful = {"added sugar"} & {*(own.holds or ()), *own.check_label}
    if np.isnan(row.best[place]) and not doubtful:
        row.best[place] = row.low[place] = row.high[place] = 0.0


def measures_by_food(own: Own) -> dict[str, dict[str, Measure]]:
    """Return the household's measures as the foods carry them."""
    found: dict[str, dict[str, Measure]] = {}
    for item in own.measures:
        measure = Measure(item.unit, item.grams, item.low, item.high, "your measure")
        found.setdefault(item.food, {})[item.unit] = measure
    return found
