"""What every doing brings to every limit, at the end that counts against it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from snabo_core.dish import Dish, Line
from snabo_core.foods import Library
from snabo_core.foods.certainty import certainty_of
from snabo_core.foods.records import Vector
from snabo_core.plate.eaters import Eater, Target, unseen
from snabo_core.plate.figures import decided_ends, entries, total
from snabo_core.plate.portions import sharing_of
from snabo_core.plate.rows import FIGURES, PLACE, Rules
from snabo_core.plate.setting import Setting
from snabo_core.plate.taking import share_of
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import changes_of
from snabo_core.ways.choices import Choices, Doing, is_barred


@dataclass(frozen=True)
class Must:
    """One side of one limit of an eater, or what they bear of something they leave out.

    `edge` is the limit with its tolerance, for the meal; `share` what they eat of the dish;
    `place` the figure along `FIGURES`, None for a tolerated food, named by `what`.
    """

    eater: Eater
    what: str
    place: int | None
    edge: float
    upper: bool
    share: float
    hard: bool = True
    target: Target | None = None

    @property
    def limit(self) -> float:
        """The limit as the eater set it, for the meal."""
        if self.target is None:
            return self.edge
        set_ = self.target.at_most if self.upper else self.target.at_least
        return self.target.meal(set_) or 0.0

    @property
    def size(self) -> float:
        """What misses are measured by: the limit, or 5 of its units where that is less."""
        return max(abs(self.edge), 5.0)


@dataclass(frozen=True, eq=False)
class Weights:
    """By (place, doing) what it brings to each must, whole dish; inf where nothing bounds it.

    `per_gram` is the same for one gram of a place whose grams may move. `barred` are the doings
    that hold what somebody leaves out.
    """

    musts: tuple[Must, ...]
    brings: Mapping[tuple[int, int], Vector]
    per_gram: Mapping[int, Vector]
    barred: frozenset[tuple[int, int]]


def musts_of(dish: Dish, setting: Setting) -> tuple[Must, ...]:
    """Return every limit of everybody eating, one for each side, in their order."""
    sharing = sharing_of(dish, len(setting.eaters))
    found = []
    for eater in setting.eaters:
        share = sharing.of(eater.id)
        for target in eater.targets:
            place = PLACE[eater.counted_as(target.nutrient)]
            most, least = target.meal(target.at_most), target.meal(target.at_least)
            sides = ((most, target.tolerance, True), (least, -target.tolerance, False))
            found += [
                Must(
                    eater,
                    target.nutrient,
                    place,
                    edge + slack + unseen(target.nutrient, edge) * (1 if upper else -1),
                    upper,
                    share,
                    target.hard,
                    target,
                )
                for edge, slack, upper in sides
                if edge is not None
            ]
        found += [
            Must(eater, exclusion.what, None, exclusion.tolerated, upper=True, share=share)
            for exclusion in eater.exclusions
            if exclusion.tolerated > 0
        ]
    return tuple(found)


def weigh(choices: Choices, setting: Setting, book: Book, library: Library) -> Weights:
    """Return what every doing of a dish brings to every must."""
    musts = musts_of(choices.dish, setting)
    changed = changes_of(choices.dish, book, library, setting).grams
    keys, groups, shares = [], [], []
    for number, place in enumerate(choices.places):
        share = share_of(place.part, changed.get(place.part.id, 0.0))
        for which, doing in enumerate(place.doings):
            if doing.lines:
                keys.append((number, which))
                groups.append(doing.lines)
                shares.append(share)
    ends = _ends(groups, library, setting.rules)
    brings: dict[tuple[int, int], Vector] = {}
    barred = set()
    for key, lines, share, (low, high) in zip(keys, groups, shares, ends, strict=True):
        brings[key] = np.array([_brought(m, lines, low, high, library) for m in musts]) * share
        if any(is_barred(line, setting, library) for line in lines):
            barred.add(key)
    for number, place in enumerate(choices.places):
        share = share_of(place.part, changed.get(place.part.id, 0.0))
        for which, doing in enumerate(place.doings):
            gone = _gone(doing, musts) * share
            if gone.any():
                # What leaves with pressed liquid counts where at least so much is asked for.
                brings[number, which] = brings.get((number, which), np.zeros(len(musts))) - gone
    per_gram = {}
    for number, place in enumerate(choices.places):
        line = place.doings[0].lines[0] if place.doings[0].lines else None
        if place.room is not None and line is not None and line.grams:
            per_gram[number] = brings[number, 0] / line.grams
    return Weights(musts, brings, per_gram, frozenset(barred))


def _ends(
    groups: Sequence[Sequence[Line]], library: Library, rules: Rules
) -> list[tuple[Vector, Vector]]:
    """Return what groups of lines bring at the low and the high end of what is decided."""
    sums = [entries(lines, library, rules) for lines in groups]
    plain = [
        number
        for number, (found, lost) in enumerate(sums)
        if not lost and all(entry.best is not None for entry in found)
    ]
    lows, highs = decided_ends([sums[number][0] for number in plain])
    known = {number: (lows[at], highs[at]) for at, number in enumerate(plain)}
    ends = []
    for number, (found, lost) in enumerate(sums):
        if number in known:
            ends.append(known[number])
        else:
            made = total(found, lost, sample=False)
            ends.append((made.decided_low, made.decided_high))
    return ends


def _brought(
    must: Must, lines: Sequence[Line], low: Vector, high: Vector, library: Library
) -> float:
    if must.place is not None:
        return float((high if must.upper else low)[must.place])
    return sum(
        (line.grams or 0.0) * line.eaten()[2]
        for line in lines
        if line.food and certainty_of(library.food(line.food), must.what) == "contains"
    )


def _gone(doing: Doing, musts: Sequence[Must]) -> Vector:
    return np.array(
        [
            doing.lost.get(FIGURES[m.place], 0.0) if m.place is not None and not m.upper else 0.0
            for m in musts
        ]
    )
