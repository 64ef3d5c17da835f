"""What 100 g of a food row bring to a plate, and why each figure may be another."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Literal

import numpy as np

from snabo_core.book import entries_of
from snabo_core.foods.energy import energy_kcal
from snabo_core.foods.records import AVAILABLE, AXIS, Food, FoodRow, Vector
from snabo_core.plate.nutrients import SHOWN, UNIT

# Beside what is shown: added oil as schools count it that leave out dairy fat.
FIGURES = (*SHOWN, "plain_oil")
PLACE = {name: i for i, name in enumerate(FIGURES)}
DIRECT = [name for name in SHOWN if name in AXIS]
# Which share of polyols is taken off net carbs: (all but erythritol, erythritol).
PolyolRule = Literal["all", "half", "none"]
EnergyRule = Literal["us", "eu"]
TAKEN_OFF: dict[PolyolRule, tuple[float, float]] = {
    "all": (1.0, 1.0), "half": (0.5, 1.0), "none": (0.0, 0.0),
}  # fmt: skip
RECALLED, LABELLED = "from memory", "your label"
# Rows whose low and high are the modelled range: memory's, and a dish's own.
HOMEMADE = "your dish"
# Classes whose grams count as vegetables; the starchy ones among them do not.
VEGETABLES = {"vegetable", "root", "squash", "mushroom", "herb"}


OilShare = tuple[float, float, float]


@dataclass(frozen=True)
class Rules:
    """What a household chose: which polyols are taken off, whose factors fill in energy."""

    polyols: PolyolRule = "all"
    energy: EnergyRule = "us"


USUAL = Rules()


@dataclass(frozen=True, eq=False)
class RowFigures:
    """What 100 g of a row bring, along `FIGURES`.

    `best` is NaN where unknown. `below` and `above` are how far the modelled range reaches
    from best (natural spread, or the interval of a recalled value). `decided_low` and
    `decided_high` enclose what an unknown or a label's rounding leaves open; equal to best
    where neither does. `low` and `high` enclose everything. `cause` names the modelled one.
    """

    best: Vector
    low: Vector
    high: Vector
    below: Vector
    above: Vector
    decided_low: Vector
    decided_high: Vector
    cause: Literal["natural", "recalled", "label"]


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
        if erythritol != others and whole > 0:
            taken += (erythritol - others) * min(ery, whole)
        inside = fibre_inside * fibre if fibre_inside else 0.0
        return max(0.0, carbohydrate - inside - taken)

    known = [float(row.best[p]) for p in place]
    lows, highs = ([float(v[p]) for p in place] for v in (row.low, row.high))
    carbohydrate, fibre, whole, ery = known
    unknown = np.isnan(carbohydrate) or (fibre_inside and np.isnan(fibre))
    unknown = unknown or (others > 0 and np.isnan(whole))
    unknown = unknown or (erythritol != others and whole != 0 and np.isnan(ery))
    best = float("nan") if unknown else net(carbohydrate, fibre, whole, ery)
    low = net(lows[0], highs[1], highs[2], highs[3])
    return best, low, net(highs[0], lows[1], lows[2], lows[3])


@cache
def natural_shares(food_class: str) -> Vector:
    """Return the half-width of natural spread of a class along `FIGURES`, as shares."""
    shares = np.zeros(len(FIGURES))
    for group in entries_of("natural_spread.toml").values():
        if food_class in group["classes"]:
            for name, share in group.items():
                if name != "classes":
                    shares[PLACE[name]] = share
    shares[PLACE["added_sugar"]] = shares[PLACE["polyols"]] = shares[PLACE["sugars"]]
    shares[PLACE["added_oil"]] = shares[PLACE["plain_oil"]] = shares[PLACE["fat"]]
    return shares


def vegetable_share(food: Food) -> float:
    """Return which share of a food counts as vegetables: on the plate and in every programme."""
    if food.vegetable_share is not None:
        return food.vegetable_share
    return 1.0 if food.food_class in VEGETABLES and food.starch != "full" else 0.0


def row_figures(row: FoodRow, food: Food, rules: Rules = USUAL) -> RowFigures:
    """Return what 100 g of a row bring as part of a food.

    Args:
        row: the food's row.
        food: what it is listed as; its class decides natural spread and what counts.
        rules: the household's choices.
    """
    shares = food.oil_share, food.plain_oil_share or food.oil_share
    vegetable = vegetable_share(food)
    return _row_figures(row, food.food_class, food.free_fat, vegetable, rules, shares)


@lru_cache(maxsize=8192)
def _row_figures(
    row: FoodRow,
    food_class: str,
    free_fat: str | None,
    vegetable: float,
    rules: Rules,
    oil_shares: tuple[OilShare | None, OilShare | None],
) -> RowFigures:
    best, low, high = (np.zeros(len(FIGURES)) for _ in range(3))
    for name in DIRECT:
        place = PLACE[name]
        best[place] = row.best[AXIS[name]]
        low[place], high[place] = row.low[AXIS[name]], row.high[AXIS[name]]
    place = PLACE["net_carbs"]
    best[place], low[place], high[place] = net_carbs(row, rules.polyols)
    if "kcal" in row.computed:
        place = PLACE["kcal"]
        best[place], low[place], high[place] = computed_energy(row, rules)
    counted = free_fat is not None, free_fat in {"oil", "spray"}
    for name, counts, partly in zip(("added_oil", "plain_oil"), counted, oil_shares, strict=True):
        share = (1.0, 1.0, 1.0) if counts else partly
        if share is not None:
            place, fat = PLACE[name], AXIS["fat"]
            best[place] = row.best[fat] * share[0]
            low[place], high[place] = row.low[fat] * share[1], row.high[fat] * share[2]
    place = PLACE["vegetables"]
    best[place] = low[place] = high[place] = 100.0 * vegetable
    return _with_causes(row, food_class, best, low, high)


def computed_energy(row: FoodRow, rules: Rules) -> tuple[float, float, float]:
    """Return (best, low, high) kcal in 100 g by the household's factors.

    Best is NaN where a macro is unknown, or where fibre or polyols are and the factors tell
    them from other carbohydrate.
    """
    inside = row.convention != AVAILABLE

    def kcal(values: Mapping[str, float]) -> float:
        erythritol = min(values["erythritol"], values["polyols"])
        available = values["carbohydrate"] - values["polyols"]
        return energy_kcal(
            rules.energy,
            available=max(0.0, available - (values["fibre"] if inside else 0.0)),
            protein=values["protein"],
            fat=values["fat"],
            fibre=values["fibre"],
            polyols=values["polyols"] - erythritol,
            erythritol=erythritol,
            alcohol=values["alcohol"],
        )

    best, low, high = (
        {name: float(vector[place]) for name, place in AXIS.items()}
        for vector in (row.best, row.low, row.high)
    )
    # What yields less than other carbohydrate makes the low end where it is most.
    lighter = ("fibre", "polyols", "erythritol") if inside else ("polyols", "erythritol")
    least = low | {name: high[name] for name in lighter}
    most = high | {name: low[name] for name in lighter}
    at_best = kcal(best)
    ends = kcal(least), kcal(most)
    if np.isnan(at_best) and abs(ends[1] - ends[0]) < 1e-6:
        at_best = ends[0]
    return at_best, min(ends), max(ends)


def _with_causes(
    row: FoodRow, food_class: str, best: Vector, low: Vector, high: Vector
) -> RowFigures:
    unknown = np.isnan(best)
    known = np.where(unknown, 0.0, best)
    nothing = np.zeros(len(FIGURES))
    if row.source == LABELLED:
        below = above = nothing
        decided_low, decided_high = low.copy(), high.copy()
        cause: Literal["natural", "recalled", "label"] = "label"
    else:
        if row.source in {RECALLED, HOMEMADE}:
            cause = "recalled" if row.source == RECALLED else "natural"
            below, above = known - low, high - known
        else:
            cause = "natural"
            below = known * natural_shares(food_class)
            above = below.copy()
        below = np.where(unknown, 0.0, np.maximum(below, 0.0))
        above = np.where(unknown, 0.0, np.maximum(above, 0.0))
        decided_low = np.where(unknown, low, best)
        decided_high = np.where(unknown, high, best)
        low = np.minimum(decided_low - below, low)
        high = np.maximum(decided_high + above, high)
    # Nothing is less than nothing, and no 100 g hold more than 100 g of anything.
    grams = np.array([name not in UNIT for name in FIGURES])
    high = np.where(grams & np.isfinite(high), np.minimum(high, 100.0), high)
    above = np.minimum(above, np.where(unknown, 0.0, np.maximum(high - known, 0.0)))
    return RowFigures(
        best, np.maximum(low, 0.0), high, below, above, decided_low, decided_high, cause
    )
