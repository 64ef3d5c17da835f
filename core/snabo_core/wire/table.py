"""What the Table gets."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from snabo_core.plate.totals import Figure

Verdict = Literal["fits", "nearly", "does_not", "cannot_tell"]


@dataclass(frozen=True)
class Cell:
    """Whether a dish suits an eater: fits, nearly, does_not or cannot_tell, and what decides."""

    eater: str
    verdict: Verdict
    words: str
    line: str


@dataclass(frozen=True)
class MatrixRow:
    """A dish against every eater, and where it would have to split for them to share it."""

    dish: str
    title: str
    cells: tuple[Cell, ...]
    split: str


@dataclass(frozen=True)
class TableMatrix:
    """The household's dishes against its eaters."""

    eaters: tuple[str, ...]
    rows: tuple[MatrixRow, ...]


@dataclass(frozen=True)
class Layer:
    """One part of a dish in small: grams, and how much of them is starch."""

    name: str
    grams: float
    starch_share: float
    swapped: bool


@dataclass(frozen=True)
class DishSummary:
    """A dish in the list: per serving, with whom it suits; None where unknown or unchanged.

    `cells` are its verdicts for all eaters, `split` says where it would have to part for them.
    """

    servings: float
    net_carbs: float | None
    was_net_carbs: float | None
    suits: tuple[str, ...]
    others: tuple[str, ...]
    layers: tuple[Layer, ...]
    swapped: tuple[str, ...]
    doubtful: int
    cells: tuple[Cell, ...]
    split: str


@dataclass(frozen=True)
class DayMeal:
    """A meal of a day: a dish and how many servings of it everybody has."""

    dish: str
    servings: float


@dataclass(frozen=True)
class DayRequest:
    """The meals of a day; nothing else of a diary."""

    meals: tuple[DayMeal, ...]


@dataclass(frozen=True)
class DayLine:
    """One daily limit of an eater: what the meals use of it and what they leave."""

    nutrient: str
    label: str
    unit: str
    at_least: float | None
    at_most: float | None
    used: Figure
    words: str
    met: bool


@dataclass(frozen=True)
class DayEater:
    """A day of one eater."""

    eater: str
    name: str
    lines: tuple[DayLine, ...]


@dataclass(frozen=True)
class DayView:
    """What the meals of a day leave for each eater."""

    titles: tuple[str, ...]
    eaters: tuple[DayEater, ...]


@dataclass(frozen=True)
class SchoolView:
    """A way of eating with its preset and source."""

    key: str
    name: str
    source: str
    targets: tuple[dict[str, str | float | bool | None], ...]
    exclusions: tuple[str, ...]
