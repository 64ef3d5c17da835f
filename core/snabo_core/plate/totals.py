"""Sums of a dish with hard bounds, what decides them, and draws of what is only vague."""

from __future__ import annotations

import math
import zlib
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from snabo_core.foods.records import Vector
from snabo_core.plate.nutrients import SHOWN
from snabo_core.plate.rows import FIGURES, PLACE

DRAWS = 2000
SPREAD = (0.05, 0.95)
MOST_BLAMED = 3

Matrix = NDArray[np.float64]
Draws = NDArray[np.float32]
Cause = Literal["unknown", "label", "measure", "recalled", "natural"]
DECIDING: frozenset[Cause] = frozenset({"unknown", "label"})


@dataclass(frozen=True)
class Blame:
    """A line and why a figure rests on it."""

    line_id: str
    cause: Cause


# By figure, causes of doubt with their widths.
Blames = tuple[tuple[tuple[float, Blame], ...], ...]


@dataclass(frozen=True)
class Figure:
    """One figure of a plate.

    `best` is None where something unknown decides; `low` and `high` are hard bounds, `high`
    None where nothing bounds it. `spread_low` and `spread_high` enclose the modelled 90 %.
    `blame` names the lines and causes that matter, the worst first.
    """

    best: float | None
    low: float
    high: float | None
    spread_low: float | None
    spread_high: float | None
    blame: tuple[Blame, ...]


@lru_cache(maxsize=8192)
def standard_draws(cause: str) -> Draws:
    """Return the 2,000 draws of one named cause, triangular on -1 to 1 with its peak at 0."""
    uniform = np.random.default_rng(zlib.crc32(cause.encode())).random((2, DRAWS))
    drawn: Draws = (uniform[0] - uniform[1]).astype(np.float32)
    return drawn


@lru_cache(maxsize=128)
def drawn_sides(causes: tuple[str, ...]) -> Draws:
    """Return the draws of causes, cause by draw: above 0 first, then below, each once."""
    drawn = np.array([standard_draws(name) for name in causes])
    return np.concatenate([np.maximum(drawn, 0), np.minimum(drawn, 0)])


@dataclass(frozen=True, eq=False)
class Totals:
    """Sums over lines along `FIGURES`.

    `best` is NaN where unknown, `high` and `decided_high` infinite where nothing bounds
    them. `decided_low` and `decided_high` enclose what unknowns and label rounding leave
    open while everything modelled stays at its best. `up` and `down` (cause by figure) are
    how far each modelled cause moves every figure; draws follow from them when asked for.
    """

    best: Vector
    low: Vector
    high: Vector
    decided_low: Vector
    decided_high: Vector
    causes: tuple[str, ...]
    up: Matrix
    down: Matrix
    blaming: Callable[[], Blames]

    @cached_property
    def blame(self) -> Blames:
        """By figure the widest causes of doubt with their widths, the worst first."""
        return self.blaming()

    def plus(self, other: Totals) -> Totals:
        """Return the sum of two disjoint sets of lines; shared causes have the same draws."""
        causes, up, down = _joined(self, other)
        return Totals(
            self.best + other.best,
            self.low + other.low,
            self.high + other.high,
            self.decided_low + other.decided_low,
            self.decided_high + other.decided_high,
            causes, up, down,
            lambda: tuple(
                tuple(sorted(a + b, key=gravest)[:MOST_BLAMED])
                for a, b in zip(self.blame, other.blame, strict=True)
            ),
        )  # fmt: skip

    def times(self, share: float) -> Totals:
        """Return the totals of a share of the dish."""
        with np.errstate(invalid="ignore"):
            high, decided = self.high * share, self.decided_high * share
        return Totals(
            self.best * share, self.low * share, high, self.decided_low * share, decided,
            self.causes, self.up * share, self.down * share,
            lambda: tuple(tuple((w * share, b) for w, b in pairs) for pairs in self.blame),
        )  # fmt: skip

    @cached_property
    def known(self) -> Vector:
        """The part of every figure that is known; its draws lie around it."""
        return np.where(np.isnan(self.best), self.decided_low, self.best)

    @cached_property
    def sampled(self) -> Draws:
        """The draws of every figure, figure by draw."""
        if not self.causes:
            return np.repeat(self.known[:, None].astype(np.float32), DRAWS, axis=1)
        moved: Draws = self.sides().astype(np.float32) @ drawn_sides(self.causes)
        moved += self.known[:, None].astype(np.float32)
        return moved

    def sides(self) -> Matrix:
        """Return figure by cause, up then down, as `drawn_sides` has the draws."""
        return np.concatenate([self.up, self.down]).T

    @cached_property
    def edges(self) -> Matrix:
        """The ends of the modelled 90 % of every shown figure of the whole."""
        if not self.causes:
            return np.repeat(self.known[: len(SHOWN), None], 2, axis=1)
        return _ends(self.sampled[: len(SHOWN)])

    def figures(self, share: float) -> dict[str, Figure]:
        """Return every shown figure of a share of the whole (1 / servings)."""
        shown = len(SHOWN)
        columns = (self.best, self.low, self.high)
        rows = zip(*((v[:shown] * share).tolist() for v in columns), strict=True)
        ends = (self.edges * share).tolist()
        return {
            name: _figure(row, end, blamed)
            for name, row, end, blamed in zip(SHOWN, rows, ends, self._blamed, strict=True)
        }

    @cached_property
    def _blamed(self) -> tuple[tuple[Blame, ...], ...]:
        """What is to blame for the doubt of every shown figure."""
        return tuple(tuple(blame for _, blame in pairs) for pairs in self.blame[: len(SHOWN)])

    def some_figures(self, share: float, names: Sequence[str]) -> dict[str, Figure]:
        """Return a few shown figures of a share of the whole; only these are drawn."""
        places = [PLACE[name] for name in names]
        if "edges" in self.__dict__ or not self.causes:
            edges = self.edges[places]
        else:
            sides = np.concatenate([self.up[:, places], self.down[:, places]]).T
            drawn = sides.astype(np.float32) @ drawn_sides(self.causes)
            edges = _ends(drawn + self.known[places, None].astype(np.float32))
        return {
            name: self.figure(name, share, ends * share)
            for name, ends in zip(names, edges, strict=True)
        }

    def figure(self, name: str, share: float, edges: Vector | None = None) -> Figure:
        """Return one figure of a share of the whole; without edges its spread is left out."""
        place = PLACE[name]
        row = tuple(float(v[place]) * share for v in (self.best, self.low, self.high))
        ends = None if edges is None else edges.tolist()
        return _figure(row, ends, tuple(blame for _, blame in self.blame[place]))


def _figure(
    row: Sequence[float], ends: Sequence[float] | None, blamed: tuple[Blame, ...]
) -> Figure:
    """Return a figure of best, low and high and the ends of its spread; NaN and inf are None."""
    best, low, high = row
    spread: tuple[float | None, float | None] = (None, None)
    if not math.isnan(best) and ends is not None:
        spread = (max(min(ends[0], best), low), min(max(ends[1], best), high))
    return Figure(
        best=None if math.isnan(best) else best,
        low=low,
        high=high if math.isfinite(high) else None,
        spread_low=spread[0],
        spread_high=spread[1],
        blame=blamed,
    )


def _ends(drawn: Draws) -> Matrix:
    """Return the ends of the modelled 90 % of each row of draws."""
    places = [round(edge * (DRAWS - 1)) for edge in SPREAD]
    # Sorting all of a row is several times quicker than setting two places apart.
    return np.sort(drawn, axis=1)[:, places].astype(np.float64)


def _joined(one: Totals, other: Totals) -> tuple[tuple[str, ...], Matrix, Matrix]:
    """Return the causes of both with their reaches added up."""
    if one.causes == other.causes:
        return one.causes, one.up + other.up, one.down + other.down
    place = {name: i for i, name in enumerate(one.causes)}
    where = [place.setdefault(name, len(place)) for name in other.causes]
    up, down = np.zeros((len(place), len(FIGURES))), np.zeros((len(place), len(FIGURES)))
    up[: len(one.causes)], down[: len(one.causes)] = one.up, one.down
    up[where] += other.up
    down[where] += other.down
    return tuple(place), up, down


class Many:
    """Dishes judged together; draws are made only for those a limit cannot settle without."""

    def __init__(self, totals: Sequence[Totals]) -> None:
        self.totals = totals
        self._draws: dict[tuple[int, int], Draws] = {}
        self._stacked: dict[str, Matrix] = {}

    def column(self, name: str, place: int) -> Vector:
        """Return one figure's value of all dishes: best, low, high, known or a decided end."""
        if name not in self._stacked:
            self._stacked[name] = np.array([getattr(totals, name) for totals in self.totals])
        column: Vector = self._stacked[name][:, place]
        return column

    def reach(self, name: str, place: int) -> Vector:
        """Return how far draws of one figure can lie `up` or `down` from what is known."""
        key = f"reach {name}"
        if key not in self._stacked:
            sums = [getattr(totals, name).sum(axis=0) for totals in self.totals]
            self._stacked[key] = np.array(sums)
        column: Vector = self._stacked[key][:, place]
        return column

    def draws(self, row: int, place: int) -> Draws:
        """Return the draws of one figure of one whole dish."""
        if (row, place) not in self._draws:
            totals = self.totals[row]
            if "sampled" in totals.__dict__ or not totals.causes:
                made = totals.sampled[place]
            else:
                sides = np.concatenate([totals.up[:, place], totals.down[:, place]])
                made = sides.astype(np.float32) @ drawn_sides(totals.causes)
                made += np.float32(totals.known[place])
            self._draws[row, place] = made
        return self._draws[row, place]


def gravest(pair: tuple[float, Blame]) -> tuple[bool, float]:
    """Return the order in which (width, blame) pairs are named: what decides, then the widest."""
    return pair[1].cause not in DECIDING, -pair[0]
