"""Sums over lines with hard bounds, unknowns that stay unknown, and a modelled spread.

Every cause of doubt (the grams of a line, a figure of a food row) is one named variable: a
food that stands on two lines has one value, so its doubt moves together.
"""

from __future__ import annotations

import zlib
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from snabo_core.dish import Line
from snabo_core.foods import AXIS, Library
from snabo_core.foods.records import AVAILABLE, FoodRow, Vector

DRAWS = 2000
SPREAD = (0.05, 0.95)
MOST_BLAMED = 3
# What a plate shows, in this order; units per serving are g, mg for sodium, kcal for energy.
SHOWN = (
    "kcal", "net_carbs", "carbohydrate", "fibre", "sugars", "added_sugar", "polyols", "protein",
    "fat", "saturated", "added_oil", "sodium_mg",
)  # fmt: skip
PLACE = {name: i for i, name in enumerate(SHOWN)}
UNIT = {"kcal": "kcal", "sodium_mg": "mg"}
DIRECT = [name for name in SHOWN if name in AXIS]

# Which share of polyols is taken off net carbs: (all but erythritol, erythritol).
PolyolRule = Literal["all", "half", "none"]
TAKEN_OFF: dict[PolyolRule, tuple[float, float]] = {
    "all": (1.0, 1.0), "half": (0.5, 1.0), "none": (0.0, 0.0),
}  # fmt: skip

Matrix = NDArray[np.float64]


@dataclass(frozen=True)
class Figure:
    """One figure of a plate.

    `best` is None where something unknown decides; `low` and `high` are hard bounds, `high`
    None where nothing bounds it. `spread_low` and `spread_high` enclose the modelled 90 %.
    `blame` names the line ids whose unknowns or vagueness matter, the worst first.
    """

    best: float | None
    low: float
    high: float | None
    spread_low: float | None
    spread_high: float | None
    blame: tuple[str, ...]


@dataclass(frozen=True, eq=False)
class RowFigures:
    """What 100 g of a row bring to a plate: best, low and high along `SHOWN`."""

    best: Vector
    low: Vector
    high: Vector

    @cached_property
    def varying(self) -> tuple[int, ...]:
        """Places where best is known and low and high differ."""
        apart = ~np.isnan(self.best) & (self.high > self.low)
        return tuple(map(int, np.flatnonzero(apart)))


def net_carbs(row: FoodRow, polyols: PolyolRule) -> tuple[float, float, float]:
    """Return (best, low, high) grams of net carbs in 100 g of a row; best NaN if unknown.

    Fibre is taken off once, and only where the row's convention has it inside carbohydrate.
    Bounded once per row: 0 <= fibre <= carbohydrate, and what is taken off never exceeds it.
    A label of net carbs alone stands as printed; what its maker took off for polyols may be
    more than the household takes off, so its high end grows by what they could come to.

    Args:
        row: the food's row.
        polyols: which polyols the household takes off.
    """
    others, erythritol = TAKEN_OFF[polyols]
    if row.net_printed is not None:
        low, best, high = row.net_printed
        return best, low, high + (1 - others) * float(row.high[AXIS["polyols"]])
    place = [AXIS[name] for name in ("carbohydrate", "fibre", "polyols", "erythritol")]
    fibre_inside = 0.0 if row.convention == AVAILABLE else 1.0

    def net(carbohydrate: float, fibre: float, whole: float, ery: float) -> float:
        # What no rule takes off may be unknown or unbounded without making doubt.
        taken = others * whole if others else 0.0
        taken += (erythritol - others) * min(ery, whole) if erythritol != others else 0.0
        return max(0.0, carbohydrate - fibre_inside * fibre - taken)

    known = [float(row.best[p]) for p in place]
    lows, highs = ([float(v[p]) for p in place] for v in (row.low, row.high))
    carbohydrate, fibre, whole, ery = known
    unknown = np.isnan(carbohydrate) or (fibre_inside and np.isnan(fibre))
    unknown = unknown or (others > 0 and np.isnan(whole))
    unknown = unknown or (erythritol != others and whole != 0 and np.isnan(ery))
    best = float("nan") if unknown else net(carbohydrate, fibre, whole, ery)
    low = net(lows[0], highs[1], highs[2], highs[3])
    return best, low, net(highs[0], lows[1], lows[2], lows[3])


@lru_cache(maxsize=4096)
def row_figures(row: FoodRow, *, free_fat: bool, polyols: PolyolRule) -> RowFigures:
    """Return what 100 g of a row bring, along `SHOWN`.

    Args:
        row: the food's row.
        free_fat: the food is an oil, a dairy fat or a spray, whose fat counts as added oil.
        polyols: see `net_carbs`.
    """
    best, low, high = (np.zeros(len(SHOWN)) for _ in range(3))
    for name in DIRECT:
        place = PLACE[name]
        best[place] = row.best[AXIS[name]]
        low[place], high[place] = row.low[AXIS[name]], row.high[AXIS[name]]
    place = PLACE["net_carbs"]
    best[place], low[place], high[place] = net_carbs(row, polyols)
    if free_fat:
        place = PLACE["added_oil"]
        best[place] = row.best[AXIS["fat"]]
        low[place], high[place] = row.low[AXIS["fat"]], row.high[AXIS["fat"]]
    return RowFigures(best, low, high)


@lru_cache(maxsize=4096)
def draws(cause: str) -> Vector:
    """Return the 2,000 uniform draws of one named cause; the same name, the same draws."""
    return np.random.default_rng(zlib.crc32(cause.encode())).random(DRAWS)


@lru_cache(maxsize=4096)
def deviation(cause: str, low: float, best: float, high: float) -> Vector:
    """Return how far the 2,000 triangular draws of a cause lie from its best value.

    Remembered, since an edit changes one line and leaves the others' draws as they were.
    """
    uniform = draws(cause)
    # Rounding can leave a corner a hair outside its neighbour.
    low, high = min(low, best), max(high, best)
    width = max(high - low, 1e-12)
    peak = (best - low) / width
    left = low + np.sqrt(uniform * width * (best - low))
    right = high - np.sqrt((1 - uniform) * width * (high - best))
    result: Vector = np.where(uniform < peak, left, right) - best
    return result


@dataclass(frozen=True, eq=False)
class Entry:
    """One line ready to be summed: grams as eaten and what 100 g of its row bring."""

    line: Line
    row_key: str
    low: float
    best: float | None
    high: float | None
    figures: RowFigures


def entries(
    lines: Sequence[Line], library: Library, polyols: PolyolRule
) -> tuple[list[Entry], list[Line]]:
    """Split lines into those with a food and those without.

    Returns:
        Entries to sum, and the lines no food was chosen for, which make every figure unknown.
    """
    found, lost = [], []
    for line in lines:
        if line.food is None:
            lost.append(line)
            continue
        food = library.food(line.food)
        row = library.row(line.food, line.form)
        figures = row_figures(row, free_fat=food.free_fat is not None, polyols=polyols)
        known = line.grams is not None
        scale = line.eaten_share()
        found.append(
            Entry(
                line,
                row.key,
                (line.grams_low or 0.0) * scale,
                line.grams * scale if line.grams is not None else None,
                (line.grams_high or 0.0) * scale if known else None,
                figures,
            )
        )
    return found, lost


@dataclass(frozen=True, eq=False)
class Totals:
    """Sums over lines along `SHOWN`: best (NaN unknown), bounds (inf unbounded), draws."""

    best: Vector
    low: Vector
    high: Vector
    sampled: Matrix
    blame: tuple[tuple[str, ...], ...]

    def plus(self, other: Totals) -> Totals:
        """Return the sum of two disjoint sets of lines; shared causes have the same draws."""
        return Totals(
            self.best + other.best,
            self.low + other.low,
            self.high + other.high,
            self.sampled + other.sampled,
            tuple((a + b)[:MOST_BLAMED] for a, b in zip(self.blame, other.blame, strict=True)),
        )

    def figures(self, share: float) -> dict[str, Figure]:
        """Return every figure of a share of the whole (1 / servings)."""
        places = [round(edge * (self.sampled.shape[1] - 1)) for edge in SPREAD]
        edges = np.partition(self.sampled, places, axis=1)[:, places] * share
        return {name: self._figure(name, share, edges[PLACE[name]]) for name in SHOWN}

    def _figure(self, name: str, share: float, edges: Vector) -> Figure:
        place = PLACE[name]
        best, low, high = (float(v[place]) * share for v in (self.best, self.low, self.high))
        spread: tuple[float | None, float | None] = (None, None)
        if not np.isnan(best):
            spread = (min(float(edges[0]), best), max(float(edges[1]), best))
        return Figure(
            best=None if np.isnan(best) else best,
            low=low,
            high=high if np.isfinite(high) else None,
            spread_low=spread[0],
            spread_high=spread[1],
            blame=self.blame[place],
        )


def total(found: Sequence[Entry], lost: Sequence[Line], *, sample: bool = True) -> Totals:
    """Sum entries into totals of the whole dish; without `sample` the spread is left out.

    Unknown grams or figures make the best value unknown (NaN) and leave the bounds open;
    they never count as zero. Bounds take each row's figure once for all its lines.
    """
    size = len(SHOWN)
    if not found:
        open_end = np.inf if lost else 0.0
        best = np.full(size, np.nan) if lost else np.zeros(size)
        blame = tuple(tuple(line.id for line in lost) for _ in SHOWN)
        return Totals(best, np.zeros(size), np.full(size, open_end), np.zeros((size, DRAWS)), blame)
    grams_best = np.array([np.nan if e.best is None else e.best for e in found])
    grams_low = np.array([e.low for e in found])
    grams_high = np.array([np.inf if e.high is None else e.high for e in found])
    per_best = np.array([e.figures.best for e in found]) / 100
    per_low = np.array([e.figures.low for e in found]) / 100
    per_high = np.array([e.figures.high for e in found]) / 100
    best = _product(grams_best, per_best)
    low, high = _product(grams_low, per_low), _product(grams_high, per_high)
    if lost:
        best, high = np.full(size, np.nan), np.full(size, np.inf)
    if sample:
        sampled = _sampled(found, grams_low, grams_best, grams_high, per_best)
    else:
        sampled = np.repeat(best[:, None], 1, axis=1)
    return Totals(
        best, low, high, sampled,
        _blame(found, lost, grams_low, grams_high, per_best, per_low, per_high),
    )  # fmt: skip


def _product(grams: Vector, per_gram: Matrix) -> Vector:
    """Sum grams times figures; nothing of something unbounded is nothing."""
    with np.errstate(invalid="ignore"):
        parts = grams[:, None] * per_gram
    zero = (grams[:, None] == 0) | (per_gram == 0)
    result: Vector = np.where(zero, 0.0, parts).sum(axis=0)
    return result


def _sampled(
    found: Sequence[Entry], low: Vector, best: Vector, high: Vector, per_best: Matrix
) -> Matrix:
    """Draw grams and row figures together; unknown figures are left out (best is NaN then)."""
    known = np.isfinite(best) & np.isfinite(high)
    per = np.nan_to_num(per_best)
    fixed = np.where(known, best, 0.0) @ per
    sampled = np.repeat(fixed[:, None], DRAWS, axis=1)
    vague = [int(i) for i in np.flatnonzero(known & (high > low))]
    if vague:
        moved = np.array(
            [
                deviation(f"line:{found[i].line.id}", float(low[i]), float(best[i]), float(high[i]))
                for i in vague
            ]
        )
        sampled += per[vague].T @ moved
    for i in map(int, np.flatnonzero(known)):
        figures = found[i].figures
        for place in figures.varying:
            corners = [float(v[place]) for v in (figures.low, figures.best, figures.high)]
            cause = f"row:{found[i].row_key}:{SHOWN[place]}"
            sampled[place] += best[i] / 100 * deviation(cause, *corners)
    return sampled


def _blame(
    found: Sequence[Entry],
    lost: Sequence[Line],
    grams_low: Vector,
    grams_high: Vector,
    per_best: Matrix,
    per_low: Matrix,
    per_high: Matrix,
) -> tuple[tuple[str, ...], ...]:
    with np.errstate(invalid="ignore"):
        width = grams_high[:, None] * per_high - grams_low[:, None] * per_low
    width = np.where((grams_high[:, None] == 0) | (per_high == 0), 0.0, width)
    eaten = grams_high[:, None] > 0
    unknown_grams = ~np.isfinite(grams_high)[:, None] & (np.nan_to_num(per_high, posinf=1.0) > 0)
    unknown = (np.isnan(per_best) & eaten) | unknown_grams
    width = np.where(unknown, np.inf, width)
    names = tuple(line.id for line in lost)
    worst = np.argsort(-width, axis=0, kind="stable")[:MOST_BLAMED].T.tolist()
    matters = (width > 1e-9).T.tolist()
    return tuple(
        (names + tuple(found[i].line.id for i in order if wide[i]))[:MOST_BLAMED]
        for order, wide in zip(worst, matters, strict=True)
    )
