"""Why nothing makes a dish fit, what holds its limits up, and what would help if allowed."""

from __future__ import annotations

import math
import time
from collections.abc import Collection
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from snabo_core.dish import Line, Portion
from snabo_core.foods.certainty import certainty_of
from snabo_core.foods.records import Vector
from snabo_core.plate.exclusions import Breach
from snabo_core.plate.portions import sharing_of
from snabo_core.swaps.judged import Judged
from snabo_core.ways.finding import (
    Fitting,
    Way,
    expected_margins,
    find_ways,
    fits,
    fitting_of,
    way_of,
)
from snabo_core.ways.modelling import Asked, Model
from snabo_core.ways.weights import Must

SECONDS, LONGEST = 3.0, 1.0
MOST_HOLDING = 4
# A portion smaller than this share is no meal.
LEAST_PORTION = 0.4


@dataclass(frozen=True)
class Holding:
    """A line that holds a limit up, with what it brings to what the eater gets."""

    line_id: str
    name: str
    brings: float


@dataclass(frozen=True)
class Unkept:
    """A limit that is part of the conflict: how near it comes at best, and what holds it up.

    `alone` says that no other limit is needed: it cannot be kept whatever is done.
    """

    must: Must
    nearest: float
    alone: bool
    holding: tuple[Holding, ...]


@dataclass(frozen=True)
class Help:
    """Something that would make it fit if it were allowed.

    A portion of so many `grams` for an eater, an eater who has something else, a pin that goes,
    or a food for a line with at most `per_100g` of a figure.
    """

    kind: Literal["portion", "food", "unpin", "apart"]
    eater: str = ""
    grams: float = 0.0
    line_id: str = ""
    name: str = ""
    what: str = ""
    per_100g: float = 0.0


@dataclass(frozen=True, eq=False)
class Conflict:
    """The nearest that can be done, and why it is not enough."""

    nearest: Way
    unkept: tuple[Unkept, ...]
    stays: tuple[tuple[str, Breach], ...]
    helps: tuple[Help, ...]


def conflict_of(fitting: Fitting, *, seconds: float = SECONDS) -> Conflict:
    """Return why no way makes a dish fit.

    With everybody’s portion as it is. The limits are an irreducible set: leaving out any one of
    them the rest can be kept. Found with best values; the nearest is what misses least, each miss
    by its limit.
    """
    until = time.monotonic() + seconds
    way = _nearest(fitting)
    nearest = way.made
    core = _irreducible(fitting, until)
    unkept = tuple(_unkept(fitting, number, alone=len(core) == 1) for number in core)
    stays = tuple(
        (person.eater.name, breach)
        for person in nearest.people
        for breach in person.breaches
        if breach.certainty == "contains"
    )
    helps = _helps(fitting, nearest, core, until)
    return Conflict(way, unkept, stays, tuple(helps))


def _nearest(fitting: Fitting) -> Way:
    """Return what misses least, each miss by its limit; the dish as it is where nothing helps."""
    began = time.monotonic()
    nothing = np.zeros(len(fitting.weights.musts))
    asked = Asked(nothing, elastic=True)
    model = Model(fitting.choices, fitting.weights, fitting.shares[0], asked)
    selection, _ = model.solved(LONGEST)
    selection = selection or fitting.unchanged()
    return way_of(fitting, selection, fitting.judge(selection), began, sure=False)


def _may_be_kept(fitting: Fitting, margins: Vector, dropped: Collection[int], bars: bool) -> bool:
    """Tell whether all musts but those dropped can be kept; so too where no proof was found."""
    asked = Asked(margins, dropped=dropped, barred_count=bars)
    model = Model(fitting.choices, fitting.weights, fitting.shares[0], asked)
    model.linear.cost = [0.0] * len(model.linear.cost)
    selection, found = model.solved(LONGEST)
    return selection is not None or found.timed_out


def _irreducible(fitting: Fitting, until: float) -> list[int]:
    """Return numbers of hard musts that cannot be kept together, none of which can be spared.

    Of exclusions where these leave anything at all. With best values, or where all can be kept
    by those, with the spread that the dish has now. Empty where neither proves a conflict.
    """
    musts = range(len(fitting.weights.musts))
    hard = [number for number in musts if fitting.weights.musts[number].hard]
    bars = _may_be_kept(fitting, np.zeros(len(musts)), musts, bars=True)
    for margins in (np.zeros(len(musts)), expected_margins(fitting)):
        dropped: set[int] = set()
        if _may_be_kept(fitting, margins, dropped, bars):
            continue
        for number in hard:
            if time.monotonic() > until:
                break
            if not _may_be_kept(fitting, margins, {*dropped, number}, bars):
                dropped.add(number)
        return [number for number in hard if number not in dropped]
    return []


def _unkept(fitting: Fitting, number: int, *, alone: bool) -> Unkept:
    """Return how near a must comes when nothing else counts, and the lines that hold it up."""
    must = fitting.weights.musts[number]
    nothing = np.zeros(len(fitting.weights.musts))
    others = [n for n in range(len(fitting.weights.musts)) if n != number]
    asked = Asked(nothing, dropped=others, elastic=True)
    model = Model(fitting.choices, fitting.weights, fitting.shares[0], asked)
    selection, _ = model.solved(LONGEST)
    made = fitting.now if selection is None else fitting.judge(selection)
    share = made.sharing.of(must.eater.id)
    brought = _brought(must, made, share)
    whole = sum(one.brings for one in brought)
    return Unkept(must, whole, alone, _enough(brought, must) if must.upper else ())


def _brought(must: Must, made: Judged, share: float) -> list[Holding]:
    """Return what every line brings to what an eater gets of a must's figure, the most first."""
    found = []
    if must.place is None:
        found += [
            _holding(line, (line.grams or 0.0) * share)
            for line in made.lines
            if line.food and certainty_of(made.library.food(line.food), must.what) == "contains"
        ]
    else:
        by_line = {line.id: line for line in made.lines}
        for part in made.plate.lines:
            value = part.values.get(must.what)
            if value:
                brings = value * made.dish.servings * share
                found.append(_holding(by_line[part.line_id], brings))
    return sorted(found, key=lambda one: -one.brings)


def _holding(line: Line, brings: float) -> Holding:
    return Holding(line.id, line.food_name or line.text, brings)


def _enough(brought: list[Holding], must: Must) -> tuple[Holding, ...]:
    """Return the fewest lines that pass a limit by themselves, or the largest few."""
    found, whole = [], 0.0
    for one in brought[:MOST_HOLDING]:
        found.append(one)
        whole += one.brings
        if whole > must.edge:
            break
    return tuple(found)


def _helps(fitting: Fitting, nearest: Judged, core: list[int], until: float) -> list[Help]:
    """Return what would make it fit, each tried: portion, another food, a pin, an eater apart."""
    found = _portions(fitting, nearest)
    found += [one for number in core if (one := _other_food(fitting, number, nearest))]
    choices = fitting.choices
    if choices.held and time.monotonic() < until:
        free = fitting_of(choices.dish, fitting.setting, fitting.book, fitting.library)
        if _some_way(free, until):
            found.append(Help("unpin"))
    missing = [person.eater for person in nearest.people if not person.suits]
    for eater in missing if len(fitting.setting.eaters) > 1 else ():
        if time.monotonic() > until:
            break
        rest = tuple(e for e in fitting.setting.eaters if e.id != eater.id)
        setting = replace(fitting.setting, eaters=rest)
        without = fitting_of(
            choices.dish, setting, fitting.book, fitting.library, pinned=choices.held
        )
        if _some_way(without, until):
            found.append(Help("apart", eater.name))
    return found


def _some_way(fitting: Fitting, until: float) -> bool:
    left = until - time.monotonic()
    return fits(fitting.now) or next(find_ways(fitting, want=1, seconds=left), None) is not None


def _portions(fitting: Fitting, nearest: Judged) -> list[Help]:
    """Return how much of the nearest would suit an eater who gets too much of something."""
    found = []
    for person in nearest.people:
        if person.suits or person.excluded:
            continue
        share = nearest.sharing.of(person.eater.id)
        totals = nearest.plate.totals
        fitting_shares = [
            must.edge / (float(totals.decided_high[must.place]) * share)
            for must in fitting.weights.musts
            if must.eater.id == person.eater.id and must.upper and must.hard
            and must.place is not None and totals.decided_high[must.place] > 0
        ]  # fmt: skip
        factor = min(fitting_shares, default=1.0)
        if not LEAST_PORTION <= factor < 1:
            continue
        # What is nearly sure to fit, by whole grams.
        for drawn_in in (1.0, 0.95, 0.9, 0.85):
            grams = math.floor(nearest.grams * share * factor * drawn_in)
            if _suits_with(nearest, person.eater.id, grams / nearest.grams):
                found.append(Help("portion", person.eater.name, float(grams)))
                break
    return found


def _suits_with(made: Judged, eater: str, share: float) -> bool:
    kept = tuple(one for one in made.dish.portions if one.eater != eater)
    dish = replace(made.dish, portions=(*kept, Portion(eater, share)))
    other = replace(made, dish=dish, sharing=sharing_of(dish, len(made.setting.eaters)))
    return next(person.suits for person in other.people if person.eater.id == eater)


def _other_food(fitting: Fitting, number: int, nearest: Judged) -> Help | None:
    """Return how little a food in the place of the worst line would have to hold."""
    must = fitting.weights.musts[number]
    if not must.upper or must.place is None:
        return None
    share = nearest.sharing.of(must.eater.id)
    brought = _brought(must, nearest, share)
    if not brought:
        return None
    worst = brought[0]
    grams = next(line.grams for line in nearest.lines if line.id == worst.line_id)
    room = must.edge - sum(one.brings for one in brought[1:])
    if not grams or room < 0:
        return None
    # Called as the cook knows it, whatever stands there in the nearest.
    now = {line.id: line.food_name or line.text for line in fitting.now.lines}
    name = now.get(worst.line_id, worst.name)
    return Help(
        "food", must.eater.name, line_id=worst.line_id, name=name, what=must.what,
        per_100g=room / (grams * share) * 100,
    )  # fmt: skip
