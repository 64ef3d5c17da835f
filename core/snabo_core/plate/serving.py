"""A dish's plate: figures with bounds, by part and by line, and where each comes from."""

from __future__ import annotations

from collections.abc import Container, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from snabo_core.dish import Dish, Line
from snabo_core.foods import Library
from snabo_core.plate.figures import Entry, entries, total
from snabo_core.plate.nutrients import SHOWN
from snabo_core.plate.rows import FIGURES, PLACE, USUAL, Rules
from snabo_core.plate.taking import makes_of
from snabo_core.plate.totals import Blames, Figure, Matrix, Totals

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
    without; `brought` is what each with a food brings to a serving, entry by figure, `owner` the
    part of each line by its id.
    """

    servings: float
    grams: float
    figures: dict[str, Figure]
    parts: tuple[PartShare, ...]
    totals: Totals
    losses: Mapping[str, float]
    found: tuple[Entry, ...]
    lost: tuple[Line, ...]
    brought: Matrix
    owner: Mapping[str, str]
    library: Library

    @cached_property
    def lines(self) -> tuple[LineShare, ...]:
        """What each line brings to a serving: those with a food, then those without."""
        rows = self.brought[:, : len(SHOWN)].tolist()
        shares = [self._line(entry, row) for entry, row in zip(self.found, rows, strict=True)]
        shares += [
            LineShare(line.id, self.owner[line.id], line.food_name or line.text,
                      "no food chosen", line.grams, dict.fromkeys(SHOWN))
            for line in self.lost
        ]  # fmt: skip
        return tuple(shares)

    def _line(self, entry: Entry, row: list[float]) -> LineShare:
        line, source = entry.line, self.library.rows[entry.row_key]
        return LineShare(
            line.id, self.owner[line.id], self.library.food(line.food or "").name,
            f"{source.source}: {source.description}", entry.best,
            dict(zip(SHOWN, _known(row), strict=True)),
        )  # fmt: skip

    def of_lines(self, nutrient: str) -> dict[str, float | None]:
        """Return what each line brings of one figure, by its id; None where unknown."""
        brought = _known(self.brought[:, PLACE[nutrient]].tolist())
        found = dict(zip((entry.line.id for entry in self.found), brought, strict=True))
        return found | dict.fromkeys(line.id for line in self.lost)

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
        sample: model the spread and find what is to blame for doubts; a plate that is only
            compared with needs neither.

    Returns:
        The plate; a figure's best is None where an unknown decides it.
    """
    owner = {line.id: part.id for part in dish.parts for line in part.effective_lines()}
    lines = [line for part in dish.parts for line in part.effective_lines()]
    found, lost = entries(lines, library, rules)
    totals = total(found, lost, sample=sample)
    if not sample:
        totals = replace(totals, blaming=_nobody_asks)
    share = 1 / dish.servings
    figures = totals.figures(share)
    brought = _brought(found, share)
    unknown = {owner[line.id] for line in lost}
    parts = _part_shares(dish, found, unknown, brought, figures["net_carbs"], library)
    return Plate(
        servings=dish.servings,
        grams=sum(part.grams for part in parts) * share,
        figures=figures,
        parts=parts,
        totals=totals,
        losses=dict(losses or {}),
        found=tuple(found),
        lost=tuple(lost),
        brought=brought,
        owner=owner,
        library=library,
    )


def _nobody_asks() -> Blames:
    return ((),) * len(FIGURES)


def _brought(found: Sequence[Entry], share: float) -> Matrix:
    """Return what each entry brings to a serving, entry by figure; NaN where unknown."""
    if not found:
        return np.zeros((0, len(FIGURES)))
    grams = np.array([np.nan if entry.best is None else entry.best for entry in found])
    made: Matrix = (
        np.array([entry.figures.best for entry in found]) * (grams / 100 * share)[:, None]
    )
    return made


def _known(values: Sequence[float]) -> list[float | None]:
    # NaN is the one number that differs from itself.
    return [None if value != value else value for value in values]  # noqa: PLR0124


def _part_shares(
    dish: Dish,
    found: Sequence[Entry],
    unknown: Container[str],
    brought: Matrix,
    net: Figure,
    library: Library,
) -> tuple[PartShare, ...]:
    """Return what each part brings; nothing is known of one in `unknown`."""
    result, places = [], {entry.line.id: place for place, entry in enumerate(found)}
    for part in dish.parts:
        own = [places[line.id] for line in part.effective_lines() if line.id in places]
        sums = brought[own, : len(SHOWN)].sum(axis=0).tolist()
        values: dict[str, float | None] = dict.fromkeys(SHOWN)
        if part.id not in unknown:
            values = dict(zip(SHOWN, _known(sums), strict=True))
        grams = makes_of(part)
        starch = sum(starch_grams(found[place], library) for place in own)
        part_net = values["net_carbs"]
        result.append(
            PartShare(
                part.id,
                grams,
                values,
                starch / grams if grams else 0.0,
                part_net / net.best if part_net is not None and net.best else None,
            )
        )
    return tuple(result)


def starch_grams(entry: Entry, library: Library) -> float:
    """Return the grams of starch-class carbohydrate an entry holds, 0 for other foods."""
    if entry.best is None or library.food(entry.line.food or "").starch != "full":
        return 0.0
    return entry.best * float(np.nan_to_num(entry.figures.best[STARCH_PLACE])) / 100
