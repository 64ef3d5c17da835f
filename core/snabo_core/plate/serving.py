"""A dish's plate: figures with bounds, by part and by line, and where each comes from."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from snabo_core.dish import Dish, Line
from snabo_core.foods import Library
from snabo_core.plate.figures import Entry, entries, total
from snabo_core.plate.nutrients import SHOWN
from snabo_core.plate.rows import PLACE, USUAL, Rules
from snabo_core.plate.taking import makes_of
from snabo_core.plate.totals import Figure, Totals

STARCH_PLACE = PLACE["carbohydrate"]


@dataclass(frozen=True)
class LineShare:
    """What one line brings to a serving, best values along `SHOWN`, None where unknown."""

    line_id: str
    part_id: str
    food_name: str
    source: str
    grams: float | None
    values: dict[str, float | None]


@dataclass(frozen=True)
class PartShare:
    """What one part weighs in the dish and brings to a serving.

    `starch_share` is the share of its mass that is carbohydrate of starch-class foods;
    `net_share` its share of the serving's net carbs, None where that is unknown.
    """

    part_id: str
    grams: float
    values: dict[str, float | None]
    starch_share: float
    net_share: float | None


@dataclass(frozen=True, eq=False)
class Plate:
    """The figures of one serving and the draws behind them.

    `losses` are grams of the whole dish along `SHOWN` that may leave with pressed liquid.
    `found` and `lost` are what was summed, in the order of `lines`: those with a food and those
    without.
    """

    servings: float
    grams: float
    figures: dict[str, Figure]
    parts: tuple[PartShare, ...]
    lines: tuple[LineShare, ...]
    totals: Totals
    losses: Mapping[str, float]
    found: tuple[Entry, ...]
    lost: tuple[Line, ...]

    def of_share(self, share: float) -> dict[str, Figure]:
        """Return the figures of a share of the whole dish, nothing lost."""
        return self.totals.figures(share)

    def after_losses(self, name: str, share: float) -> Figure:
        """Return one figure of a share of the whole after what left with pressed liquid."""
        edges = self.totals.edges[PLACE[name]] * share if name in self.figures else None
        return minus(self.totals.figure(name, share, edges), self.losses.get(name, 0.0) * share)


def minus(figure: Figure, loss: float) -> Figure:
    """Return a figure less something lost; nothing falls below 0."""

    def less(value: float | None) -> float | None:
        return None if value is None else max(0.0, value - loss)

    return Figure(
        less(figure.best), max(0.0, figure.low - loss), less(figure.high),
        less(figure.spread_low), less(figure.spread_high), figure.blame,
    )  # fmt: skip


def plate_of(
    dish: Dish,
    library: Library,
    *,
    rules: Rules = USUAL,
    losses: Mapping[str, float] | None = None,
    sample: bool = True,
) -> Plate:
    """Compute one serving.

    Args:
        dish: what is to be eaten of the dish, see `as_taken`.
        library: where foods are looked up.
        rules: the household's choices for polyols and energy.
        losses: grams (whole dish) along `SHOWN` that leave with pressed or drained liquid.
        sample: model the spread; a plate that is only compared with needs none.

    Returns:
        The plate; a figure's best is None where an unknown decides it.
    """
    owner = {line.id: part.id for part in dish.parts for line in part.effective_lines()}
    lines = [line for part in dish.parts for line in part.effective_lines()]
    found, lost = entries(lines, library, rules)
    totals = total(found, lost, sample=sample)
    share = 1 / dish.servings
    figures = totals.figures(share)
    shares = [_line_share(entry, owner, library, share) for entry in found]
    shares += [
        LineShare(line.id, owner[line.id], line.food_name or line.text, "no food chosen",
                  line.grams, dict.fromkeys(SHOWN))
        for line in lost
    ]  # fmt: skip
    return Plate(
        servings=dish.servings,
        grams=sum(makes_of(part) for part in dish.parts) * share,
        figures=figures,
        parts=_part_shares(dish, found, shares, figures["net_carbs"], library),
        lines=tuple(shares),
        totals=totals,
        losses=dict(losses or {}),
        found=tuple(found),
        lost=tuple(lost),
    )


def _line_share(
    entry: Entry, owner: Mapping[str, str], library: Library, share: float
) -> LineShare:
    row = library.rows[entry.row_key]
    grams = entry.best
    brought = entry.figures.best * ((np.nan if grams is None else grams) / 100 * share)
    # NaN is the one number that differs from itself.
    known = [None if value != value else value for value in brought.tolist()]  # noqa: PLR0124
    values = dict(zip(SHOWN, known, strict=False))
    line = entry.line
    source = f"{row.source}: {row.description}"
    name = library.food(line.food or "").name
    return LineShare(line.id, owner[line.id], name, source, grams, values)


def _part_shares(
    dish: Dish,
    found: list[Entry],
    shares: list[LineShare],
    net: Figure,
    library: Library,
) -> tuple[PartShare, ...]:
    by_line = {entry.line.id: entry for entry in found}
    result = []
    for part in dish.parts:
        own = [s for s in shares if s.part_id == part.id]
        values = {name: _sum([s.values[name] for s in own]) for name in SHOWN}
        lines = part.effective_lines()
        grams = makes_of(part)
        starch = sum(starch_grams(line, by_line, library) for line in lines)
        part_net = values["net_carbs"]
        known = part_net is not None and net.best
        result.append(
            PartShare(
                part.id,
                grams,
                values,
                starch / grams if grams else 0.0,
                part_net / net.best if known and part_net is not None and net.best else None,
            )
        )
    return tuple(result)


def starch_grams(line: Line, by_line: Mapping[str, Entry], library: Library) -> float:
    """Return the grams of starch-class carbohydrate a line holds, 0 for other foods."""
    entry = by_line.get(line.id)
    if entry is None or line.food is None or entry.best is None:
        return 0.0
    if library.food(line.food).starch != "full":
        return 0.0
    return entry.best * float(np.nan_to_num(entry.figures.best[STARCH_PLACE])) / 100


def _sum(values: list[float | None]) -> float | None:
    return None if any(v is None for v in values) else sum(v for v in values if v is not None)
