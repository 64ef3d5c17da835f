"""From an amount to grams: a weight, a volume by bulk density, or a count by its measure."""

from __future__ import annotations

from dataclasses import dataclass

from snabo_core.foods import Food
from snabo_core.foods.records import Density, Measure
from snabo_core.quantities.amounts import Amount
from snabo_core.wording import Message

# A kitchen scale read by eye; common practice, no source.
SCALE_SHARE = 0.01
BARE_COUNTS = (
    "whole", "medium", "large", "bulb", "loaf", "head", "fillet", "clove", "slice", "sheet",
    "stalk", "leaf", "sprig", "piece", "thumb", "bunch", "ball", "block",
)  # fmt: skip
CONTAINERS = {"can", "jar", "pack", "bag", "block", "tub", "carton", "box", "tube", "ball"}
# Share of a tin that is left when its liquid is poured off; common practice, no source.
DRAINED_SHARE = (0.55, 0.6, 0.65)
# Grams assumed where a line says "to taste" or gives none: (low, best, high), by what it is.
# Common practice, no source; the run asks for what really went in.
TO_TASTE = {"salt": (0.0, 3.0, 8.0), "spice": (0.0, 0.5, 2.0), "herb": (0.0, 3.0, 10.0),
            "oil": (1.0, 5.0, 15.0), "fat_dairy": (1.0, 5.0, 15.0)}  # fmt: skip
GENERIC_HANDFUL = (10.0, 20.0, 40.0)


@dataclass(frozen=True)
class Grams:
    """Grams with their range and the reason in words; all None when nothing is known."""

    low: float | None
    best: float | None
    high: float | None
    reason: Message


def unknown(code: str, **values: str | float) -> Grams:
    """Return grams nobody can tell, with the reason."""
    return Grams(None, None, None, Message(code, values))


def weigh(
    amount: Amount | None,
    food: Food,
    form: str,
    *,
    trimmed_later: bool = False,
    by_taste: bool = False,
) -> Grams:
    """Return the grams of an amount of a food.

    Args:
        amount: what the line asks for, None if it gives no amount.
        food: the matched food.
        form: the form of it that the line means.
        trimmed_later: the line says peeled, trimmed or the like, so that a written weight may
            be the weight before; the low end then allows for the waste.
        by_taste: the line says to taste, for frying, for greasing or the like.
    """
    if amount is None:
        return _by_taste(food, noted=by_taste)
    unit = amount.unit
    if amount.each is not None:
        return _packages(amount, food, form)
    if unit is None:
        return _bare_count(amount, food)
    if unit.kind == "mass":
        return _weight(amount, unit.size or 1.0, food, trimmed_later=trimmed_later)
    if unit.kind == "count":
        return _counted(amount, food, unit.id)
    return _volume(amount, food, form)


def _weight(amount: Amount, size: float, food: Food, *, trimmed_later: bool) -> Grams:
    low, best, high = (size * x for x in (amount.low, amount.best, amount.high))
    if trimmed_later and food.edible_share < 1:
        waste = Message("weight_maybe_before_trimming", {"share": food.edible_share})
        return Grams(low * food.edible_share, best, high * (1 + SCALE_SHARE), waste)
    return Grams(
        low * (1 - SCALE_SHARE), best, high * (1 + SCALE_SHARE), Message("weight_written", {})
    )


def _packages(amount: Amount, food: Food, form: str) -> Grams:
    unit = amount.each_unit
    each = (amount.each or 0.0) * ((unit.size if unit else None) or 1.0)
    if unit is not None and unit.kind == "volume":
        density = _density(food, form)
        each *= density.best if density else 1.0
    tinned = amount.unit is not None and amount.unit.id in {"can", "jar"}
    if tinned and form == "drained":
        shares = DRAINED_SHARE
        reason = Message("can_drained", {"each": each, "share": shares[1]})
    else:
        shares = (1 - SCALE_SHARE, 1.0, 1 + SCALE_SHARE)
        reason = Message("package_written", {"each": each})
    counts = (amount.low, amount.best, amount.high)
    low, best, high = (c * s * each for c, s in zip(counts, shares, strict=True))
    return Grams(low, best, high, reason)


def _density(food: Food, form: str) -> Density | None:
    return food.densities.get(form) or next(iter(food.densities.values()), None)


def _volume(amount: Amount, food: Food, form: str) -> Grams:
    unit, density = amount.unit, _density(food, form)
    if unit is not None and unit.id in food.counts:
        # What this household's own cup of it weighs goes before any bulk density.
        return _measured(amount, food.counts[unit.id])
    if unit is None or density is None:
        return unknown("no_density", food=food.name)
    low_ml, best_ml, high_ml = unit.vague or ((unit.size or 0.0,) * 3)
    values: dict[str, str | float] = {
        "unit": unit.name,
        "grams": best_ml * density.best,
        "form": form,
    }
    return Grams(
        amount.low * low_ml * density.low,
        amount.best * best_ml * density.best,
        amount.high * high_ml * density.high,
        Message("volume_by_density", values),
    )


def _measured(amount: Amount, measure: Measure) -> Grams:
    return Grams(
        amount.low * measure.low,
        amount.best * measure.grams,
        amount.high * measure.high,
        Message("count_by_measure", {"unit": measure.unit, "grams": measure.grams,
                                     "source": measure.source}),
    )  # fmt: skip


def _bare_count(amount: Amount, food: Food) -> Grams:
    wanted = (amount.size,) if amount.size else ()
    for name in (*wanted, *BARE_COUNTS):
        if name in food.counts:
            return _measured(amount, food.counts[name])
    return unknown("no_count", food=food.name)


def _counted(amount: Amount, food: Food, unit: str) -> Grams:
    sizes = [amount.size] if amount.size and unit in {"piece", "head", "bulb"} else []
    for name in (*sizes, unit, *({"stalk": ("stick", "rib")}.get(unit, ()))):
        if name in food.counts:
            return _measured(amount, food.counts[name])
    if unit == "handful":
        return _measured(amount, Measure("handful", GENERIC_HANDFUL[1], GENERIC_HANDFUL[0],
                                         GENERIC_HANDFUL[2], "common practice"))  # fmt: skip
    if unit in CONTAINERS:
        return unknown("no_package_size", food=food.name, unit=unit)
    return unknown("no_count", food=food.name)


def prior_of(food: Food) -> Grams:
    """Return the usual little of a seasoning or fat that no amount is given for."""
    kind = "salt" if "salt" in food.tags else food.food_class
    prior = TO_TASTE.get(kind)
    if prior is None:
        return unknown("no_amount", food=food.name)
    return Grams(prior[0], prior[1], prior[2], Message("to_taste", {}))


def _by_taste(food: Food, *, noted: bool) -> Grams:
    """Seasonings may lack an amount; fats only where the line says what they are for."""
    if food.food_class in {"oil", "fat_dairy"} and not noted:
        return unknown("no_amount", food=food.name)
    return prior_of(food)
