"""What a household's own weigh-ins say of its cloth, its pan and its oven, beside the book.

A normal model on the logit of a share or the log of a rate. The book counts as so many runs;
every weigh-in counts as one. Order does not matter, more never widens, none is the book's figure.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import astuple, dataclass, replace
from functools import cache
from typing import Literal

import msgspec
import numpy as np

from snabo_core.book import entries_of
from snabo_core.water.courses import Passed
from snabo_core.water.mixture import mass_of
from snabo_core.water.priors import Prior
from snabo_core.water.steps import (
    BAKED,
    PANNED,
    PRESSED,
    SIMMERED,
    Step,
    in_rounds,
    prior_of,
    run_over,
)

State = Literal["raw", "heated", "cooled"]
Cut = Literal["", "pieces", "grated", "riced", "strands", "mashed"]
# What each weigh-in showed, by a habit's fields in their order.
Values = Mapping[tuple[str, ...], Sequence[float]]
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


# How each technique leaves what it cuts.
_CUTS: Mapping[str, Cut] = {
    "cut": "pieces", "halve": "pieces", "tear": "pieces", "divide": "pieces", "grate": "grated",
    "shred": "grated", "rice": "riced", "grind": "riced", "crumble": "riced", "spiral": "strands",
    "strand": "strands", "mash": "mashed", "blend": "mashed",
}  # fmt: skip


@dataclass(frozen=True)
class Habit:
    """What is learnt of: a technique with a tool on a food that is raw, heated or cooled again.

    `cut` is how the food is cut, empty where nobody knows.
    """

    technique: str
    tool: str
    food: str
    state: State
    cut: Cut = ""


@dataclass(frozen=True)
class Learnt:
    """A household's figure beside the book's, and from how many weigh-ins."""

    yours: Prior
    book: Prior
    runs: int


@dataclass(frozen=True)
class Condition:
    """What a step finds: a food, empty where nobody knows, raw or heated, and how it is cut."""

    food: str = ""
    state: State = "raw"
    cut: Cut = ""

    def after(self, step: Step) -> Condition:
        """Return what the food is after a step, as far as pressing it goes."""
        cut = _CUTS.get(step.technique, self.cut)
        if step.technique in _HEATING:
            return Condition(self.food, "heated", cut)
        cooled = step.technique == "cool" and self.state == "heated"
        return Condition(self.food, "cooled" if cooled else self.state, cut)

    def habit(self, step: Step) -> Habit | None:
        """Return what a step is a case of, None where nothing is learnt of it."""
        if not self.food or step.technique not in LEARNT or "to_share" in step.settings:
            return None
        # Mesh, cloth and paper press alike, whatever the step is called.
        technique = "press" if step.technique in PRESSED else step.technique
        return Habit(technique, tool_of(step), self.food, self.state, self.cut)


def tool_of(step: Step) -> str:
    """Return what a step is done with, empty where that makes no difference."""
    if step.technique in PRESSED:
        usual = "twist" if step.technique == "twist" else "cloth"
        return str(step.settings.get("method", usual))
    return ""


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


def values_of(known: Values, habit: Habit) -> tuple[float, ...]:
    """Return what weigh-ins have shown of a habit, also where nobody said how it was cut."""
    own = tuple(known.get(astuple(habit), ()))
    return own if not habit.cut else (*own, *known.get(astuple(replace(habit, cut="")), ()))


def book_prior(habit: Habit) -> Prior:
    """Return the book's figure for a habit."""
    settings = {"method": habit.tool} if habit.tool else {}
    return of_food(prior_of(Step("", habit.technique, "", settings=settings)), habit)


def with_learnt(step: Step, habit: Habit | None, known: Values) -> Step:
    """Return a step that goes by its food, its oven, and what was weighed of its habit."""
    if habit is None:
        return step
    usual = prior_of(step)
    prior = of_food(usual, habit)
    if known:
        prior = _here(habit, prior, known).yours
    return step if prior is usual else replace(step, prior=prior)


def learnt_of(habit: Habit, known: Values) -> Learnt:
    """Return a household's figure of a habit beside the book's, as its dishes go by it."""
    return _here(habit, book_prior(habit), known)


def _here(habit: Habit, book: Prior, known: Values) -> Learnt:
    """Return a figure in this household's oven, after what was weighed of the habit itself."""
    offset = offset_of(habit.technique, known, but=habit)
    found = learnt(habit.technique, offset.of(book) if offset else book, values_of(known, habit))
    return replace(found, book=book)


Appliance = Literal["oven", "microwave"]


@dataclass(frozen=True)
class Offset:
    """How an oven or a microwave differs from the book's, over all foods weighed in it.

    `times` the usual heat reaches the food; `runs` weigh-ins of `foods` foods say so.
    """

    appliance: Appliance
    times: float
    runs: int
    foods: int

    def of(self, prior: Prior) -> Prior:
        """Return a figure as it is in this appliance."""
        return Prior(*(x * self.times for x in (prior.low, prior.mean, prior.high)))


def appliance_of(technique: str) -> Appliance | None:
    """Return the appliance whose heat a technique's parameter is about."""
    if technique == "microwave":
        return "microwave"
    return "oven" if technique in BAKED else None


def offset_of(technique: str, known: Values, *, but: Habit | None = None) -> Offset | None:
    """Return what is learnt of a technique's appliance, None where nothing is.

    The book counts as so many runs and says 1; each weigh-in counts as one, by its logarithm.

    Args:
        technique: of the step.
        known: what weigh-ins have shown.
        but: a habit whose own weigh-ins do not count here: they count where it is learnt.
    """
    appliance = appliance_of(technique)
    if appliance is None:
        return None
    logs, foods = [], set()
    for key, values in known.items():
        habit = Habit(*key)  # type: ignore[arg-type]  # written down by `astuple`
        same = but is not None and replace(habit, cut="") == replace(but, cut="")
        if appliance_of(habit.technique) != appliance or same:
            continue
        mean = book_prior(habit).mean
        logs += [_link(habit.technique, value / mean) for value in values]
        foods.add(habit.food)
    if not logs:
        return None
    times = math.exp(math.fsum(logs) / (STRENGTH + len(logs)))
    return Offset(appliance, times, len(logs), len(foods))


class _Pressing(msgspec.Struct, forbid_unknown_fields=True):
    foods: list[str]
    state: State
    times: float


class _Table(msgspec.Struct, forbid_unknown_fields=True):
    cut: dict[Cut, list[str]]
    food: list[_Pressing]


@cache
def _table() -> _Table:
    return msgspec.convert(entries_of("pressing.toml"), _Table)


@cache
def pressing() -> Mapping[tuple[str, State], float]:
    """Return how much more or less of its water a food gives to a round, by food and state."""
    return {(food, each.state): each.times for each in _table().food for food in each.foods}


@cache
def cut_words() -> Mapping[str, Cut]:
    """Return what each word of a line says of how its food is cut."""
    return {word: cut for cut, words in _table().cut.items() for word in words}


def of_food(prior: Prior, habit: Habit) -> Prior:
    """Return what the book says of a habit's own food, the technique's figure where it is mute.

    The factor is on the share that one round takes; see the book's `pressing.toml`.
    """
    if habit.technique != "press":
        return prior
    state: State = "heated" if habit.state == "cooled" else habit.state
    times = pressing().get((habit.food, state))
    if times is None:
        return prior
    return Prior(*(min(MOST_SHARE, x * times) for x in (prior.low, prior.mean, prior.high)))


def shown(passed: Passed, grams: float, *, rounds: int = 1) -> float | None:
    """Return the parameter at which a step leaves so many grams, None where none does.

    By halving between far too little and far too much of the book's; the mass goes one way only.
    All rounds of a pressing share one parameter; what else was gone on with took a time that
    nobody knows, and shows nothing.
    """
    step = in_rounds(passed.node.step, rounds)
    if rounds > 1 and step is passed.node.step:
        return None
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
