"""The original, the draft, kept versions and stand-ins side by side, difference by difference."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from snabo_core.dish import NONE, Dish, Readings
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate import Plate
from snabo_core.plate.figures import entries, total
from snabo_core.plate.nutrients import SHOWN, UNIT
from snabo_core.plate.rows import PLACE
from snabo_core.plate.setting import Setting
from snabo_core.plate.totals import Figure, Totals
from snabo_core.swaps.book import Book
from snabo_core.swaps.branches import branches_of
from snabo_core.swaps.frozen import Frozen, thaw
from snabo_core.swaps.judged import Judged, judged
from snabo_core.swaps.scaling import scale_to
from snabo_core.views.eaters import EaterView, eater_view
from snabo_core.wording import Message, grams_text, in_energy_unit, say

MOST_COLUMNS = 7
CHARTED = ("net_carbs", "fat", "added_oil")
# kcal per gram for the energy shares: 21 CFR 101.9(c)(1)(i); fibre stands apart at 2
# (EU 1169/2011 Annex XIV).
SHARE_FACTORS = {"net_carbs": 4.0, "fibre": 2.0, "protein": 4.0, "fat": 9.0}
NO_DIFFERENCE = (0.05, 0.95)


@dataclass(frozen=True)
class CompareStandIn:
    """A stand-in to put beside the original."""

    part: str
    slot: str
    stand_in: str


@dataclass(frozen=True)
class CompareDishRequest:
    """A draft, kept versions by number, variants by id and stand-ins, beside the original."""

    dish: Dish
    stand_ins: tuple[CompareStandIn, ...] = ()
    versions: tuple[int, ...] = ()
    variants: tuple[str, ...] = ()
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


@dataclass(frozen=True)
class Difference:
    """How a figure differs from the original's; not `real` where the spread swallows it."""

    value: float | None
    real: bool
    words: str


@dataclass(frozen=True)
class PartContribution:
    """What a part brings to a serving; None where unknown."""

    part: str
    values: dict[str, float | None]


@dataclass(frozen=True)
class DishColumn:
    """One dish of a comparison, per serving; minutes are more or less than the original's."""

    key: str
    label: str
    figures: dict[str, Figure]
    differences: dict[str, Difference]
    energy_shares: dict[str, float | None]
    parts: tuple[PartContribution, ...]
    eaters: tuple[EaterView, ...]
    extra_hands_on: float | None
    extra_total: float | None
    note: str = ""


@dataclass(frozen=True)
class DishComparison:
    """Dishes side by side, the original first."""

    nutrients: tuple[str, ...]
    charted: tuple[str, ...]
    columns: tuple[DishColumn, ...]


@dataclass(frozen=True)
class Column:
    """A dish to compare, with its minutes over the original's where they are known.

    `frozen` is what a kept version froze; its figures are computed from nothing else.
    """

    key: str
    label: str
    dish: Dish
    extra_hands_on: float | None = None
    extra_total: float | None = None
    frozen: Frozen | None = None
    note: str = ""


def stand_in_columns(
    dish: Dish, wanted: Sequence[CompareStandIn], book: Book, library: Library
) -> list[Column]:
    """Return the dish with each wanted stand-in instead of what its slot has now.

    Raises:
        BadInput: a slot is gone, its lines are unsettled, or the book has no such stand-in.
    """
    columns = []
    for item in wanted:
        part, slot = dish.part(item.part), dish.slot(item.part, item.slot)
        role_file = book.files.get(slot.role)
        if role_file is None:
            raise BadInput("The book has no stand-ins for this role.", "stand_ins")
        stand_in = book.stand_in(slot.role, item.stand_in)
        choice = scale_to(part, slot, stand_in, role_file, library, dish.servings)
        columns.append(
            Column(
                f"{item.slot}/{item.stand_in}",
                stand_in.name,
                dish.with_choice(part.id, slot.id, choice),
                stand_in.hands_on_minutes - role_file.hands_on_minutes,
                stand_in.total_minutes - role_file.total_minutes,
            )
        )
    return columns


def variant_columns(dish: Dish, wanted: Sequence[str]) -> list[Column]:
    """Return the wanted variants, by id, each as a whole dish of its own.

    Raises:
        BadInput: the dish has no such variant.
    """
    known = {branch.id: branch for branch in branches_of(dish) if branch.variant is not None}
    if not set(wanted) <= set(known):
        raise BadInput("This dish has no such variant any more.", "variants")
    return [
        Column(f"variant/{key}", branch.variant.name, branch.dish)
        for key in wanted
        if (branch := known[key]).variant is not None
    ]


def _judged(column: Column, setting: Setting, book: Book, library: Library) -> Judged:
    """Return a column judged; a kept version with the foods, rules and steps it froze."""
    if column.frozen is None:
        return judged(column.dish, setting, book, library)
    foods, steps, rules = thaw(column.frozen, library, book)
    # What the kitchen has learnt since would move a version's figures: it goes by the book's.
    then = replace(setting, rules=rules, readings=NONE, learnt={}, verdicts={})
    return judged(column.dish, then, steps, foods)


def compare_dishes(
    original: Dish, columns: Sequence[Column], setting: Setting, book: Book, library: Library
) -> DishComparison:
    """Put dishes beside the original, per serving.

    A difference is taken over the causes both share, so that what they have in common
    cancels; where its modelled 90 % holds zero there is no real difference.

    Raises:
        BadInput: more columns than can be read.
    """
    if len(columns) + 1 > MOST_COLUMNS:
        raise BadInput(f"{MOST_COLUMNS} columns are the most that can be read.", "columns")
    whole = [Column("original", "original", original), *columns]
    made = [_judged(c, setting, book, library) for c in whole]
    return DishComparison(
        SHOWN,
        CHARTED,
        tuple(
            _column(column, each, made[0], setting)
            for column, each in zip(whole, made, strict=True)
        ),
    )


def _column(column: Column, made: Judged, first: Judged, setting: Setting) -> DishColumn:
    plate = made.plate
    differences = {} if made is first else {n: difference(made, first, n, setting) for n in SHOWN}
    names = {part.id: part.name for part in column.dish.parts}
    return DishColumn(
        key=column.key,
        label=column.label,
        figures=plate.figures,
        differences=differences,
        energy_shares=energy_shares(plate),
        parts=tuple(
            PartContribution(names[part.part_id], {n: part.values[n] for n in CHARTED})
            for part in plate.parts
        ),
        eaters=_eaters(made, first, setting),
        note=column.note,
        extra_hands_on=column.extra_hands_on,
        extra_total=column.extra_total,
    )


def _eaters(made: Judged, first: Judged, setting: Setting) -> tuple[EaterView, ...]:
    return tuple(
        eater_view(
            person, made.figures_of(person.eater.id), first.figures_of(person.eater.id), setting
        )
        for person in made.people
    )


def difference(made: Judged, other: Judged, nutrient: str, setting: Setting) -> Difference:
    """Return how one figure of a serving differs from another dish's.

    It is taken over what differs between the two: a line that stands in both alike, unknown
    or not, cancels.
    """
    place = PLACE[nutrient]
    unit = UNIT.get(nutrient, "g")
    mine, theirs = made.plate.figures[nutrient].best, other.plate.figures[nutrient].best
    if mine is None or theirs is None:
        parted = _apart(made, other)
        if parted is None:
            return Difference(None, real=False, words=say(Message("difference_unknown")))
        left, right = (
            t.times(1 / d.dish.servings) for t, d in zip(parted, (made, other), strict=True)
        )
        mine, theirs = float(left.best[place]), float(right.best[place])
        drawn = left.sampled[place] - right.sampled[place]
    else:
        drawn = made.plate.totals.sampled[place] / made.plate.servings
        drawn = drawn - other.plate.totals.sampled[place] / other.plate.servings
    if np.isnan(mine) or np.isnan(theirs):
        return Difference(None, real=False, words=say(Message("difference_unknown")))
    low, high = (float(np.quantile(drawn, edge)) for edge in NO_DIFFERENCE)
    value = mine - theirs
    if low <= 1e-6 and high >= -1e-6:
        return Difference(value, real=False, words=say(Message("no_real_difference")))
    if grams_text(mine) == grams_text(theirs):
        # Nobody sees a difference between two figures that read the same.
        return Difference(value, real=False, words=say(Message("difference_tiny")))
    values: dict[str, str | float] = {"amount": abs(value), "unit": unit}
    code = "difference_more" if value > 0 else "difference_less"
    return Difference(
        value, real=True, words=say(in_energy_unit(Message(code, values), setting.energy_unit))
    )


def _apart(made: Judged, other: Judged) -> tuple[Totals, Totals] | None:
    """Return the totals of the lines that are not the same in both; None if servings differ."""
    if made.dish.servings != other.dish.servings:
        return None
    same = {line for line in made.lines if line in set(other.lines)}
    found = []
    for each in (made, other):
        own = [line for line in each.lines if line not in same]
        found.append(total(*entries(own, each.library, each.setting.rules)))
    return found[0], found[1]


def energy_shares(plate: Plate) -> dict[str, float | None]:
    """Return the share of energy from net carbs, fibre, protein and fat, 0 to 1."""
    kcal: dict[str, float | None] = {}
    for name, factor in SHARE_FACTORS.items():
        best = plate.figures[name].best
        kcal[name] = None if best is None else best * factor
    if any(value is None for value in kcal.values()):
        return dict.fromkeys(kcal)
    whole = sum(value or 0.0 for value in kcal.values())
    return {name: (value or 0.0) / whole if whole else None for name, value in kcal.items()}
