"""What a household's own weigh-ins say of its cloth, its pan and its oven, beside the book.

A normal model on the logit of a share or the log of a rate. The book counts as so many runs;
every weigh-in counts as one. Order does not matter, more never widens, none is the book's figure.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from snabo_core.water.courses import Passed
from snabo_core.water.mixture import mass_of
from snabo_core.water.priors import Prior
from snabo_core.water.steps import BAKED, PANNED, PRESSED, SIMMERED, Step, prior_of, run_over

State = Literal["raw", "heated", "cooled"]
# As how many runs the book's figure counts; common practice, no source.
STRENGTH = 3.0
# Techniques whose parameter is a share of something; the others' is a rate or a ratio.
SHARES = {*PRESSED, "salt", "drain", "deep_fry"}
LEARNT = {*SHARES, *PANNED, *SIMMERED, *BAKED, "microwave", "boil", "steam"}
_HEATING = {*PANNED, *SIMMERED, *BAKED, "microwave", "boil", "steam", "deep_fry"}
# How far from the book a parameter is looked for: so many times less or more.
FARTHEST = 6.0
MOST_SHARE = 0.98
HALVINGS = 60


@dataclass(frozen=True)
class Habit:
    """What is learnt of: a technique with a tool on a food that is raw, heated or cooled again."""

    technique: str
    tool: str
    food: str
    state: State


@dataclass(frozen=True)
class Learnt:
    """A household's figure beside the book's, and from how many weigh-ins."""

    yours: Prior
    book: Prior
    runs: int


def after(state: State, step: Step) -> State:
    """Return what a food is after a step, as far as pressing it goes."""
    if step.technique in _HEATING:
        return "heated"
    return "cooled" if step.technique == "cool" and state == "heated" else state


def tool_of(step: Step) -> str:
    """Return what a step is done with, empty where that makes no difference."""
    if step.technique in PRESSED:
        usual = "twist" if step.technique == "twist" else "cloth"
        return str(step.settings.get("method", usual))
    return ""


def habit_of(step: Step, food: str, state: State) -> Habit | None:
    """Return what a step is a case of, None where nothing is learnt of it."""
    if step.technique not in LEARNT or "to_share" in step.settings:
        return None
    # Mesh, cloth and paper press alike, whatever the step is called.
    technique = "press" if step.technique in PRESSED else step.technique
    return Habit(technique, tool_of(step), food, state)


def _link(technique: str, value: float) -> float:
    if technique in SHARES:
        inside = min(max(value, 1e-4), 1 - 1e-4)
        return math.log(inside / (1 - inside))
    return math.log(max(value, 1e-9))


def _back(technique: str, value: float) -> float:
    return 1 / (1 + math.exp(-value)) if technique in SHARES else math.exp(value)


def learnt(technique: str, book: Prior, values: Sequence[float]) -> Learnt:
    """Return the household's figure after its weigh-ins.

    Args:
        technique: of the step, for how it is counted.
        book: the book's mean and range.
        values: the parameter that each weigh-in showed.
    """
    if not values:
        return Learnt(book, book, 0)
    low, mean, high = (_link(technique, x) for x in (book.low, book.mean, book.high))
    runs = STRENGTH + len(values)
    middle = (STRENGTH * mean + math.fsum(_link(technique, x) for x in values)) / runs
    narrower = (STRENGTH / runs) ** 0.5
    ends = (middle + (low - mean) * narrower, middle, middle + (high - mean) * narrower)
    return Learnt(Prior(*(_back(technique, x) for x in ends)), book, len(values))


def with_learnt(step: Step, habit: Habit | None, values: Sequence[float]) -> Step:
    """Return a step that goes by what the household has weighed of its habit."""
    if habit is None or not values:
        return step
    return replace(step, prior=learnt(habit.technique, prior_of(step), values).yours)


def shown(passed: Passed, grams: float) -> float | None:
    """Return the parameter at which a step leaves so many grams, None where none does.

    By halving between far too little and far too much of the book's; the mass goes one way only.
    """
    step = passed.node.step
    prior = prior_of(step)
    low, high = prior.mean / FARTHEST, prior.mean * FARTHEST
    if step.technique in SHARES:
        high = min(high, MOST_SHARE)

    def left(value: float) -> float:
        before, celsius = passed.before[:, :1], passed.celsius[:1]
        return float(mass_of(run_over(step, before, np.array([value]), celsius).after)[0])

    at_low, at_high = left(low), left(high)
    if not min(at_low, at_high) <= grams <= max(at_low, at_high) or at_low == at_high:
        return None
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        if (left(middle) > grams) == (at_low > at_high):
            low = middle
        else:
            high = middle
    return (low + high) / 2
