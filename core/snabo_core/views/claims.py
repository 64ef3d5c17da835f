"""What a recipe claims of its figures and its time beside what it comes to here."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.dish import Claim, Dish, Told
from snabo_core.foods import Library
from snabo_core.plate import Figure
from snabo_core.plate.nutrients import LABELS, UNIT
from snabo_core.plate.nutrients import Unit as FigureUnit
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import judged
from snabo_core.views.method import cooked_steps
from snabo_core.views.sheet import least_minutes
from snabo_core.views.sheet_jobs import jobs_of

Agreement = Literal["agrees", "higher", "lower", "unknown"]
# A label may be off by so much and still be right: EU guidance on tolerances for nutrition
# declarations (December 2012) allows 20 % of 10 to 40 g of a macronutrient, 2 g below.
TOLERANCE_SHARE, TOLERANCE_GRAMS, TOLERANCE_MG, TOLERANCE_KCAL = 0.2, 2.0, 150.0, 20.0
# A recipe's minutes are a round number: common practice, no source.
TIME_SHARE, TIME_MINUTES = 0.25, 10.0


@dataclass(frozen=True)
class ClaimView:
    """A figure of one claimed serving: claimed from low to high, and ours.

    `agrees` says where the claim lies beside ours, `without_fibre` that it agrees as
    carbohydrate without fibre.
    """

    key: str
    label: str
    unit: FigureUnit
    claimed_low: float
    claimed_high: float
    ours: Figure
    agrees: Agreement
    without_fibre: bool = False


@dataclass(frozen=True)
class ClaimsView:
    """A recipe's claims compared; minutes are of the whole dish.

    `servings` is how many of the claimed servings the recipe makes by its own words, None where it
    does not say; then nothing is compared.
    """

    servings: float | None
    claims: tuple[ClaimView, ...]
    minutes_claimed: float | None
    minutes: int | None
    minutes_agree: Agreement


def claimed_servings(told: Told) -> float | None:
    """Return how many of the servings that a recipe's figures are of it makes, by its words."""
    if told.servings_low is not None and told.servings_high is not None:
        return (told.servings_low + told.servings_high) / 2
    match = re.match(r"\D{0,12}(\d{1,3})\b(?!\s*(?:g|kg|ml|l|cm|inch)\b)", told.makes)
    return float(match[1]) if match and float(match[1]) > 0 else None


def claims_view(dish: Dish, setting: Setting, book: Book, library: Library) -> ClaimsView:
    """Compare what a recipe claims with the dish as it was brought.

    Args:
        dish: as it is now; swaps are left out of it, the recipe knows nothing of them.
        setting: the household's kitchen and rules.
        book: the swap book.
        library: where foods are looked up.
    """
    told = dish.told
    brought = dish.original()
    counted = claimed_servings(told)
    views: tuple[ClaimView, ...] = ()
    if told.claims and counted is not None:
        # A dish that was resized holds as many times more of the recipe's servings.
        made = judged(replace(brought, servings=counted * dish.times), setting, book, library)
        views = tuple(_view(claim, made.plate.figures) for claim in told.claims)
    claimed = told.total_minutes or _sum(told)
    minutes = None
    if claimed is not None:
        _, cooked, steps = cooked_steps(brought, setting, book, library)
        minutes = least_minutes(jobs_of([(cooked, steps)], setting.equipment), setting.equipment)
    return ClaimsView(counted, views, claimed, minutes, _time(claimed, minutes))


def _sum(told: Told) -> float | None:
    known = [m for m in (told.prep_minutes, told.cook_minutes, told.rest_minutes) if m is not None]
    return sum(known) if told.cook_minutes is not None else None


def _view(claim: Claim, figures: dict[str, Figure]) -> ClaimView:
    figure, bare = figures[claim.key], figures["net_carbs"]
    # Labels of some countries give carbohydrate without its fibre.
    without = (
        claim.key == "carbohydrate"
        and compared(claim, bare) == "agrees"
        and figure.best is not None
        and bare.best is not None
        and abs(claim.high - bare.best) < abs(claim.high - figure.best)
    )
    agrees: Agreement = "agrees" if without else compared(claim, figure)
    return ClaimView(
        claim.key, LABELS[claim.key], UNIT.get(claim.key, "g"), claim.low, claim.high, figure,
        agrees, without,
    )  # fmt: skip


def compared(claim: Claim, figure: Figure) -> Agreement:
    """Return where a claim lies beside a figure's bounds, with the tolerance labels have."""
    if figure.best is None:
        return "unknown"
    small = {"mg": TOLERANCE_MG, "kcal": TOLERANCE_KCAL}.get(
        UNIT.get(claim.key, "g"), TOLERANCE_GRAMS
    )
    slack = max(small, TOLERANCE_SHARE * figure.best)
    if claim.high < figure.low - slack:
        return "lower"
    if figure.high is not None and claim.low > figure.high + slack:
        return "higher"
    return "agrees"


def _time(claimed: float | None, minutes: int | None) -> Agreement:
    if claimed is None or minutes is None:
        return "unknown"
    slack = max(TIME_MINUTES, TIME_SHARE * minutes)
    if abs(claimed - minutes) <= slack:
        return "agrees"
    return "lower" if claimed < minutes else "higher"
