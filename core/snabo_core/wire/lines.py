"""What a brought recipe and its lines get."""

from __future__ import annotations

from dataclasses import dataclass

from snabo_core.dish import NONE, Dish, Line, Readings
from snabo_core.gaps import Gap
from snabo_core.quantities.step_facts import StepHeat, StepTime


@dataclass(frozen=True)
class LineSwapView:
    """Something that would do for a line, computed on this dish per serving.

    `water_grams` is how much water it brings more than what is used now, whole dish,
    None where nobody knows.
    """

    job: str
    line: Line
    note: str
    changes: tuple[str, ...]
    water_grams: float | None
    gains: tuple[str, ...]
    loses: tuple[str, ...]
    part_words: str
    suits: int
    excluded: bool
    breaches: tuple[str, ...]


@dataclass(frozen=True)
class LineSwaps:
    """What else would do for a line; `original` is the written line where it is swapped now."""

    line_id: str
    food: str
    original: Line | None
    swaps: tuple[LineSwapView, ...]
    look_alikes: tuple[str, ...]


@dataclass(frozen=True)
class LineSwapRequest:
    """Which line of a draft to find swaps for."""

    dish: Dish
    line: str
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


@dataclass(frozen=True)
class StepView:
    """What a step's text says, by character: times in seconds, temperatures in C."""

    step_id: str
    times: tuple[StepTime, ...]
    heats: tuple[StepHeat, ...]


@dataclass(frozen=True)
class RecipeView:
    """A brought recipe looked through: its steps' facts and what it leaves open."""

    steps: tuple[StepView, ...]
    gaps: tuple[Gap, ...]
