"""What the Foods place gets."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True)
class FoodView:
    """A food in a list of found ones, per 100 g of its default form."""

    key: str
    name: str
    curated: bool
    own: bool
    forms: tuple[str, ...]
    source: str
    food_class: str
    net_carbs: float | None


@dataclass(frozen=True)
class ValueView:
    """One figure of so many grams of a food, and how it is known.

    `known` is given, derived, computed, recalled, label, class (zero by the class of food)
    or unknown; `high` is None where nothing bounds it.
    """

    best: float | None
    low: float
    high: float | None
    known: str


@dataclass(frozen=True)
class MeasureView:
    """What one unit of a food weighs; `own` where it is the household's measure."""

    unit: str
    name: str
    grams: float
    low: float
    high: float
    source: str
    own: bool


@dataclass(frozen=True)
class UsedIn:
    """A dish whose draft uses a food."""

    dish: str
    title: str
    grams: float | None


@dataclass(frozen=True)
class FoodFacts:
    """Everything known of a food in one form, its figures for `grams` of it."""

    key: str
    name: str
    curated: bool
    own: bool
    form: str
    forms: tuple[str, ...]
    grams: float
    source: str
    description: str
    convention: str
    food_class: str
    starch: str
    origin: str | None
    free_fat: str | None
    edible_share: float
    allergens: tuple[str, ...] | None
    check_label: tuple[str, ...]
    tags: tuple[str, ...]
    names: tuple[str, ...]
    values: dict[str, ValueView]
    measures: tuple[MeasureView, ...]
    used_in: tuple[UsedIn, ...]


@dataclass(frozen=True)
class CompareItem:
    """A food to compare, and what a serving of it weighs."""

    food: str
    form: str | None
    serving_grams: float


@dataclass(frozen=True)
class CompareRequest:
    """Up to four foods and what they are compared by."""

    items: tuple[CompareItem, ...]
    basis: Literal["100g", "serving", "net_carb"]


@dataclass(frozen=True)
class ComparedFood:
    """One column; `grams` is None where the food has no net carbs to go by."""

    key: str
    name: str
    form: str
    grams: float | None
    values: dict[str, ValueView]


@dataclass(frozen=True)
class Comparison:
    """Foods side by side."""

    basis: str
    nutrients: tuple[str, ...]
    foods: tuple[ComparedFood, ...]


@dataclass(frozen=True)
class ConvertedView:
    """The same amount in another unit, with the range the food's measure allows."""

    unit: str
    name: str
    best: float
    low: float
    high: float


@dataclass(frozen=True)
class ConversionView:
    """An amount in every other unit; `problem` says why some or all are missing."""

    grams: ConvertedView | None
    units: tuple[ConvertedView, ...]
    exchanges: tuple[str, ...]
    problem: str


@dataclass(frozen=True)
class HeatView:
    """An oven setting on every scale and a microwave time at this household's watts."""

    celsius: float
    fan_celsius: float
    fahrenheit: float
    gas_mark: str
