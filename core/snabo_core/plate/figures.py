"""From lines to totals: hard bounds, unknowns that stay unknown, and a modelled spread.

Every cause of doubt is one named variable with its own 2,000 seeded draws: the grams of a
line, a measure that several lines share, a food row's natural spread. What rests on the same
cause moves together. Unknowns and label rounding are not drawn: they decide or they do not.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial

import numpy as np
from numpy.typing import NDArray

from snabo_core.dish import Line
from snabo_core.foods import Library
from snabo_core.foods.records import Vector
from snabo_core.plate.leavings import after_leavings
from snabo_core.plate.rows import FIGURES, USUAL, RowFigures, Rules, row_figures
from snabo_core.plate.totals import MOST_BLAMED, Blame, Blames, Cause, Many, Matrix, Totals, gravest
from snabo_core.quantities.units import UNITS

TINY = 1e-9
# What is unknown may make up this share of a figure and it still counts as known.
NEGLIGIBLE = 0.01


@dataclass(frozen=True, eq=False)
class Entry:
    """One line ready to be summed: grams as eaten and what 100 g of its row bring.

    `best` and `high` are None where nobody knows how much there is.
    """

    line: Line
    row_key: str
    low: float
    best: float | None
    high: float | None
    figures: RowFigures


def grams_cause(line: Line) -> str:
    """Return the name of the cause behind a line's grams.

    A written weight is its line's own; what a cup or a clove of a food weighs is shared by
    all lines that ask for it.
    """
    unit = UNITS.get(line.unit or "")
    weighed = unit is not None and unit.kind == "mass"
    if weighed or line.amount is None or line.food is None:
        return f"line:{line.id}"
    return f"measure:{line.food}/{line.form}/{line.unit or 'each'}"


def entries(
    lines: Sequence[Line],
    library: Library,
    rules: Rules = USUAL,
) -> tuple[list[Entry], list[Line]]:
    """Split lines into those with a food and those without.

    Args:
        lines: the lines as they go into the dish.
        library: where foods are looked up.
        rules: the household's choices.

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
        figures = row_figures(row, food, rules)
        if line.leavings:
            figures = after_leavings(line, row, figures)
        low, best, high = line.eaten()
        known = line.grams is not None
        found.append(
            Entry(
                line,
                row.key,
                (line.grams_low or 0.0) * low,
                line.grams * best if line.grams is not None else None,
                (line.grams_high or 0.0) * high if known else None,
                figures,
            )
        )
    return found, lost


def total(found: Sequence[Entry], lost: Sequence[Line], *, sample: bool = True) -> Totals:
    """Sum entries into totals of the whole dish; without `sample` the spread is left out.

    Unknown grams or figures make the best value unknown (NaN) and leave the bounds open;
    they never count as zero. Bounds take each row's figure once for all its lines.
    """
    size = len(FIGURES)
    if not found:
        return _of_nothing(lost)
    grams_best = np.array([np.nan if e.best is None else e.best for e in found])
    grams_low = np.array([e.low for e in found])
    grams_high = np.array([np.inf if e.high is None else e.high for e in found])
    stacked = {
        name: np.array([getattr(e.figures, name) for e in found]) / 100
        for name in ("best", "low", "high", "below", "above", "decided_low", "decided_high")
    }
    known_grams = np.isfinite(grams_best)
    fixed_grams = np.where(known_grams, grams_best, grams_low)
    open_grams = np.where(known_grams, grams_best, np.inf)
    best = _product(grams_best, stacked["best"])
    low, high = _product(grams_low, stacked["low"]), _product(grams_high, stacked["high"])
    decided_low = _product(fixed_grams, stacked["decided_low"])
    decided_high = _product(open_grams, stacked["decided_high"])
    best = np.where(_negligible(best, decided_low, decided_high),
                    (decided_low + decided_high) / 2, best)  # fmt: skip
    if lost:
        best = np.full(size, np.nan)
        high, decided_high = np.full(size, np.inf), np.full(size, np.inf)
    causes: tuple[str, ...] = ()
    up = down = np.zeros((0, size))
    if sample:
        reach = _reach(found, grams_low, fixed_grams, grams_high, stacked)
        (up,), (down,) = _by_group(reach, np.zeros(len(found), dtype=np.intp), 1)
        causes = reach.names
    return Totals(
        best, low, high, decided_low, decided_high, causes, up, down,
        partial(_blame, found, lost, grams_low, grams_high, fixed_grams, stacked),
    )  # fmt: skip


def bounds(found: Sequence[Entry], lost: Sequence[Line], place: int) -> tuple[float, float, float]:
    """Return low, best and high of one figure of some entries, as `total` would; NaN if unknown."""
    if not found:
        return (0.0, float("nan"), float("inf")) if lost else (0.0, 0.0, 0.0)
    grams_best = np.array([np.nan if e.best is None else e.best for e in found])
    grams_low = np.array([e.low for e in found])
    grams_high = np.array([np.inf if e.high is None else e.high for e in found])
    names = ("best", "low", "high", "decided_low", "decided_high")
    rows = {n: np.array([[getattr(e.figures, n)[place]] for e in found]) / 100 for n in names}
    known = np.isfinite(grams_best)
    ends = (
        _product(np.where(known, grams_best, grams_low), rows["decided_low"]),
        _product(np.where(known, grams_best, np.inf), rows["decided_high"]),
    )
    best = _product(grams_best, rows["best"])
    best = np.where(_negligible(best, *ends), (ends[0] + ends[1]) / 2, best)
    low, high = _product(grams_low, rows["low"]), _product(grams_high, rows["high"])
    if lost:
        return float(low[0]), float("nan"), float("inf")
    return float(low[0]), float(best[0]), float(high[0])


def _negligible(best: Vector, low: Vector, high: Vector) -> NDArray[np.bool_]:
    """Tell where what is unknown cannot change a figure as it is read: the bay leaf's sugars."""
    with np.errstate(invalid="ignore"):
        narrow: NDArray[np.bool_] = np.isnan(best) & (high - low <= NEGLIGIBLE * low)
    return narrow & np.isfinite(high)


def _of_nothing(lost: Sequence[Line]) -> Totals:
    size = len(FIGURES)
    end = np.full(size, np.inf if lost else 0.0)
    best = np.full(size, np.nan) if lost else np.zeros(size)
    unknown = tuple((np.inf, Blame(line.id, "unknown")) for line in lost[:MOST_BLAMED])
    none, still = np.zeros(size), np.zeros((0, size))
    blames = tuple(unknown for _ in FIGURES)
    return Totals(best, none, end, none, end, (), still, still, lambda: blames)


def _product(grams: Vector, per_gram: Matrix) -> Vector:
    """Sum grams times figures; nothing of something unbounded is nothing."""
    result: Vector = _amounts(grams, per_gram).sum(axis=0)
    return result


@dataclass(frozen=True, eq=False)
class _Reach:
    """How far modelled causes move the figures: one row per contribution of an entry."""

    names: tuple[str, ...]
    cause: NDArray[np.intp]
    entry: NDArray[np.intp]
    down: Matrix
    up: Matrix


def _reach(
    found: Sequence[Entry], low: Vector, fixed: Vector, high: Vector, stacked: dict[str, Matrix]
) -> _Reach:
    """Return what the grams of each entry and its row's spread contribute, by named cause."""
    names: dict[str, int] = {}
    per = np.nan_to_num(stacked["best"])
    vague = np.flatnonzero(np.isfinite(high) & (high > low))
    spread = np.array([i for i, e in enumerate(found) if e.figures.cause != "label"], dtype=np.intp)
    cause = [names.setdefault(grams_cause(found[int(i)].line), len(names)) for i in vague]
    cause += [names.setdefault(f"row:{found[int(i)].row_key}", len(names)) for i in spread]
    down = np.concatenate([
        (fixed[vague] - low[vague])[:, None] * per[vague],
        fixed[spread][:, None] * stacked["below"][spread],
    ])  # fmt: skip
    up = np.concatenate([
        (high[vague] - fixed[vague])[:, None] * per[vague],
        fixed[spread][:, None] * stacked["above"][spread],
    ])  # fmt: skip
    entry = np.concatenate([vague, spread])
    return _Reach(tuple(names), np.array(cause, dtype=np.intp), entry, down, up)


def _by_group(reach: _Reach, owner: NDArray[np.intp], groups: int) -> tuple[Matrix, Matrix]:
    """Return how far every cause moves the figures of each group, up and down.

    Args:
        reach: what every entry contributes.
        owner: the group of each entry.
        groups: how many groups there are.

    Returns:
        Two arrays, group by cause by figure.
    """
    up, down = (np.zeros((groups, len(reach.names), len(FIGURES))) for _ in range(2))
    group = owner[reach.entry]
    np.add.at(up, (group, reach.cause), reach.up)
    np.add.at(down, (group, reach.cause), reach.down)
    return up, down


def _blame(
    found: Sequence[Entry],
    lost: Sequence[Line],
    grams_low: Vector,
    grams_high: Vector,
    fixed: Vector,
    stacked: dict[str, Matrix],
) -> Blames:
    per = np.nan_to_num(stacked["best"])
    eaten = grams_high > 0
    with np.errstate(invalid="ignore"):
        measure = np.where(
            np.isfinite(grams_high)[:, None], (grams_high - grams_low)[:, None] * per, 0.0
        )
        open_row = np.where(
            fixed[:, None] > 0,
            fixed[:, None] * (stacked["decided_high"] - stacked["decided_low"]),
            0.0,
        )
    unknown_row = np.isnan(stacked["best"]) & eaten[:, None]
    some = np.nan_to_num(stacked["decided_high"], posinf=1.0) > 0
    unknown = unknown_row | (~np.isfinite(grams_high)[:, None] & some)
    row = fixed[:, None] * (stacked["below"] + stacked["above"])
    lines = [entry.line.id for entry in found]
    first = [(np.inf, Blame(line.id, "unknown")) for line in lost]
    kinds: list[tuple[Cause | None, Matrix]] = [
        ("unknown", np.where(unknown, np.inf, 0.0)), ("label", np.where(unknown, 0.0, open_row)),
        ("measure", measure), (None, row),
    ]  # fmt: skip
    ranked = []
    for cause, widths in kinds:
        order = np.argsort(-widths, axis=0, kind="stable")[:MOST_BLAMED]
        widest = np.take_along_axis(widths, order, axis=0)
        ranked.append((cause, order.T.tolist(), widest.T.tolist()))
    blamed = []
    for place in range(len(FIGURES)):
        pairs = list(first)
        for cause, orders, wides in ranked:
            for i, wide in zip(orders[place], wides[place], strict=True):
                if wide > TINY:
                    why: Cause = cause or found[i].figures.cause
                    pairs.append((wide, Blame(lines[i], why)))
        blamed.append(tuple(sorted(pairs, key=gravest)[:MOST_BLAMED]))
    return tuple(blamed)


def decided_ends(groups: Sequence[Sequence[Entry]]) -> tuple[Matrix, Matrix]:
    """Return what groups bring at the low and the high end of what is decided, group by figure.

    As `total` says it, with everything modelled at its best; every entry with known grams.
    """
    flat = [entry for group in groups for entry in group]
    ends = []
    owner = np.repeat(np.arange(len(groups)), [len(group) for group in groups])
    grams = np.array([entry.best for entry in flat], dtype=np.float64)
    for name in ("decided_low", "decided_high"):
        figures = np.array([getattr(entry.figures, name) for entry in flat]) / 100
        sums: Matrix = np.zeros((len(groups), len(FIGURES)))
        if flat:
            np.add.at(sums, owner, _amounts(grams, figures))
        ends.append(sums)
    return ends[0], ends[1]


def _amounts(grams: Vector, per_gram: Matrix) -> Matrix:
    """Return grams times figures, row by row; nothing of something unbounded is nothing."""
    with np.errstate(invalid="ignore"):
        parts = grams[:, None] * per_gram
    found: Matrix = np.where((grams[:, None] == 0) | (per_gram == 0), 0.0, parts)
    return found


def _blame_with(base: Totals, group: Sequence[Entry]) -> Blames:
    return base.plus(total(list(group), [], sample=False)).blame


def totals_of_many(base: Totals, groups: Sequence[Sequence[Entry]]) -> Many:
    """Return base plus each group, all groups summed and drawn in one go.

    Blame is the base's, with a candidate's own lines only where they leave something
    unknown; a caller that shows one candidate in full sums it with `total`.

    Args:
        base: what all have in common.
        groups: the entries of each candidate, perhaps none; every entry with known grams.
    """
    flat = [entry for group in groups for entry in group]
    if not flat:
        return Many([base for _ in groups])
    owner = np.repeat(np.arange(len(groups)), [len(group) for group in groups])
    low, best, high = (
        np.array([getattr(e, name) for e in flat], dtype=np.float64)
        for name in ("low", "best", "high")
    )
    rows = {
        name: np.array([getattr(e.figures, name) for e in flat]) / 100
        for name in ("best", "low", "high", "below", "above", "decided_low", "decided_high")
    }

    def summed(amount: Vector, figures: Matrix) -> Matrix:
        result: Matrix = np.zeros((len(groups), len(FIGURES)))
        np.add.at(result, owner, _amounts(amount, figures))
        return result

    bests, lows, highs = (
        summed(best, rows["best"]),
        summed(low, rows["low"]),
        summed(high, rows["high"]),
    )
    decided_lows, decided_highs = (summed(best, rows[n]) for n in ("decided_low", "decided_high"))
    reach = _reach(flat, low, best, high, rows)
    ups, downs = _by_group(reach, owner, len(groups))
    place = {name: i for i, name in enumerate(base.causes)}
    where = [place.setdefault(name, len(place)) for name in reach.names]
    # One object for all, so that their draws are made together.
    causes = tuple(place)
    up, down = (np.zeros((len(groups), len(causes), len(FIGURES))) for _ in range(2))
    up[:, : len(base.causes)], down[:, : len(base.causes)] = base.up, base.down
    up[:, where] += ups
    down[:, where] += downs
    # A group brings its own blame only where it leaves something unknown.
    blames = [
        partial(_blame_with, base, group) if np.isnan(own).any() else base.blaming
        for group, own in zip(groups, bests, strict=True)
    ]
    return Many([
        Totals(
            base.best + bests[i], base.low + lows[i], base.high + highs[i],
            base.decided_low + decided_lows[i], base.decided_high + decided_highs[i],
            causes, up[i], down[i], blames[i],
        )
        for i in range(len(groups))
    ])  # fmt: skip
