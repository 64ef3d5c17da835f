"""Conversions at hand: units of a food, fresh and dried, salt kinds, oven scales, watts.

Everything that rests on a food's measure is an interval. Common practice, no source, but for
the proportional microwave rule.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cache

from snabo_core.book import entries_of
from snabo_core.errors import BadInput, SnaboError
from snabo_core.foods import Food, Library
from snabo_core.quantities.amounts import Amount
from snabo_core.quantities.grams import Grams, weigh
from snabo_core.quantities.units import FAN_BELOW, UNITS, Unit, gas_celsius
from snabo_core.wording import grams_text, say

MOST = 100_000.0
LEAST_CELSIUS, MOST_CELSIUS = 40.0, 350.0
LEAST_WATTS, MOST_WATTS = 100.0, 3000.0
SHOWN_MASSES = ("gram", "kilogram", "ounce", "pound")
SHOWN_VOLUMES = (
    "millilitre", "litre", "cup_us", "cup_metric", "tbsp_us", "tbsp_metric", "tbsp_au", "tsp_us",
    "tsp_metric", "fl_oz_us", "fl_oz_uk",
)  # fmt: skip
WHOSE = {"us": "North American", "metric": "metric", "au": "Australian", "uk": "British"}


@dataclass(frozen=True)
class ConvertedView:
    """The same amount in another unit, with the range the food's measure allows."""

    unit: str
    name: str
    best: float
    low: float
    high: float


@dataclass(frozen=True)
class ConversionView:
    """An amount in every other unit; `problem` says why some or all are missing."""

    grams: ConvertedView | None
    units: tuple[ConvertedView, ...]
    exchanges: tuple[str, ...]
    problem: str


@dataclass(frozen=True)
class HeatView:
    """An oven setting on every scale and a microwave time at this household's watts."""

    celsius: float
    fan_celsius: float
    fahrenheit: float
    gas_mark: str


@dataclass(frozen=True)
class _Table:
    """The file of conversions."""

    dried: tuple[tuple[str, str, float, float], ...]
    herbs: float
    salts: dict[str, tuple[float, float, float]]


@cache
def _table() -> _Table:
    read = entries_of("conversions.toml")
    return _Table(
        tuple((d["fresh"], d["dried"], d["fresh_ml"], d["dried_ml"]) for d in read["dried"]),
        read["herbs"]["fresh_over_dried"],
        {name: tuple(grams) for name, grams in read["salts"].items()},
    )


def salt_kinds() -> dict[str, tuple[float, float, float]]:
    """Return grams in a US teaspoon of each kind of salt (best, low, high)."""
    return _table().salts


def unit_name(unit: Unit) -> str:
    """Return a unit's name with whose it is, where that matters: `cup, metric`."""
    whose = WHOSE.get(unit.id.rpartition("_")[2])
    return f"{unit.name}, {whose}" if whose and unit.kind == "volume" else unit.name


def convert_amount(
    amount: float, unit_id: str, food_key: str, form: str | None, library: Library
) -> ConversionView:
    """Turn an amount of a food into every other unit.

    Args:
        amount: how many, above 0.
        unit_id: an id of `UNITS`, a word of the household's, or "" for bare counts.
        food_key: the food; its density and counts decide.
        form: None for the usual form.
        library: where foods are looked up.

    Raises:
        BadInput: an amount or unit that cannot be.
        UnknownFood: no such food or form.
    """
    if not (math.isfinite(amount) and 0 < amount <= MOST):
        raise BadInput(f"An amount lies above 0 and up to {MOST:,.0f}.", "amount")
    food = library.food(food_key)
    chosen = form or food.default_form
    library.row(food_key, chosen)
    unit = UNITS.get(unit_id)
    if unit is None and unit_id in food.counts:
        unit = Unit(unit_id, "count", unit_id)
    if unit is None and unit_id:
        raise BadInput(f"Nobody here knows the unit '{unit_id[:30]}'.", "unit")
    grams = weigh(Amount(amount, amount, amount, unit), food, chosen)
    if grams.best is None or grams.low is None or grams.high is None:
        return ConversionView(None, (), (), say(grams.reason))
    exact = unit is not None and unit.kind == "mass"
    known = Grams(grams.best, grams.best, grams.best, grams.reason) if exact else grams
    volume = amount * unit.size if unit and unit.kind == "volume" and unit.size else None
    return ConversionView(
        _converted(UNITS["gram"], known, 1.0, 1.0, 1.0),
        tuple(_every_unit(known, food, chosen, volume)),
        tuple(_exchanges(known.best or 0.0, food, chosen, library)),
        "",
    )


def _converted(unit: Unit, grams: Grams, low: float, best: float, high: float) -> ConvertedView:
    """Return grams in a unit that weighs `low` to `high` grams."""
    return ConvertedView(
        unit.id, unit_name(unit), (grams.best or 0) / best, (grams.low or 0) / high,
        (grams.high or 0) / low,
    )  # fmt: skip


def _every_unit(grams: Grams, food: Food, form: str, volume: float | None) -> list[ConvertedView]:
    found = [_converted(UNITS[u], grams, *(3 * (UNITS[u].size or 1.0,))) for u in SHOWN_MASSES]
    density = food.density(form)
    for name in SHOWN_VOLUMES:
        unit = UNITS[name]
        size = unit.size or 1.0
        if volume is not None:
            # From volume to volume no food is needed, and nothing is lost.
            exact = volume / size
            found.append(ConvertedView(unit.id, unit_name(unit), exact, exact, exact))
        elif unit.id in food.counts:
            m = food.counts[unit.id]
            found.append(_converted(unit, grams, m.low, m.grams, m.high))
        elif density is not None:
            found.append(_converted(unit, grams, size * density.low, size * density.best,
                                    size * density.high))  # fmt: skip
    for word, m in food.counts.items():
        if word not in UNITS or UNITS[word].kind == "count":
            found.append(_converted(Unit(word, "count", word), grams, m.low, m.grams, m.high))
    return found


def _exchanges(grams: float, food: Food, form: str, library: Library) -> list[str]:
    table, found = _table(), []
    for fresh, dried, fresh_ml, dried_ml in table.dried:
        if food.key == fresh and form != "dry":
            other = library.food(dried)
            ml = grams / _ml_weight(food, form) * dried_ml / fresh_ml
            found.append(_stands_for(ml, other, other.default_form))
        if food.key == dried:
            other = library.food(fresh)
            ml = grams / _ml_weight(food, form) * fresh_ml / dried_ml
            found.append(_stands_for(ml, other, other.default_form))
    if food.food_class == "herb" and {"raw", "dry"} <= food.forms.keys():
        to = "raw" if form == "dry" else "dry"
        factor = table.herbs if to == "raw" else 1 / table.herbs
        found.append(_stands_for(grams / _ml_weight(food, form) * factor, food, to))
    if food.food_class == "salt":
        found += [
            f"{name}: {_spoons(grams / each[0])} tsp ({_spoons(grams / each[2])} to "
            f"{_spoons(grams / each[1])})"
            for name, each in table.salts.items()
        ]
    return found


def _spoons(value: float) -> str:
    return f"{value:.2f}".rstrip("0").rstrip(".")


def _ml_weight(food: Food, form: str) -> float:
    density = food.density(form)
    if density is None:
        raise SnaboError(f"Nobody here knows what a cup of {food.name} weighs.", "food")
    return density.best


def _stands_for(ml: float, food: Food, form: str) -> str:
    grams = ml * _ml_weight(food, form)
    word = {"raw": "fresh ", "dry": "dried "}.get(form, "") if food.food_class == "herb" else ""
    spoons = ml / (UNITS["tsp_us"].size or 1.0)
    return f"about {_spoons(spoons)} tsp ({grams_text(grams)} g) of {word}{food.name}"


def oven(value: float, scale: str) -> HeatView:
    """Return an oven setting on every scale, a fan oven 20 C below a still one.

    Args:
        value: on the scale.
        scale: celsius, fan, fahrenheit or gas.

    Raises:
        BadInput: no such scale, or no oven goes there.
    """
    readers = {"celsius": lambda x: x, "fan": lambda x: x + FAN_BELOW,
               "fahrenheit": lambda x: (x - 32) / 1.8, "gas": _from_gas}  # fmt: skip
    if scale not in readers or not math.isfinite(value):
        raise BadInput(f"Oven scales are {', '.join(readers)}.", "scale")
    celsius = readers[scale](value)
    if not LEAST_CELSIUS <= celsius <= MOST_CELSIUS:
        raise BadInput(
            f"No kitchen oven goes to {celsius:.0f} C; {LEAST_CELSIUS:.0f} to "
            f"{MOST_CELSIUS:.0f} C can be meant.",
            "value",
        )
    return HeatView(celsius, celsius - FAN_BELOW, celsius * 1.8 + 32, _gas_mark(celsius))


def _from_gas(mark: float) -> float:
    celsius = gas_celsius(mark)
    if celsius is None:
        raise BadInput("Gas marks are 1/4, 1/2 and 1 to 10.", "value")
    return celsius


def _gas_mark(celsius: float) -> str:
    fahrenheit = celsius * 1.8 + 32
    if fahrenheit < 212:
        return "below the lowest mark"
    if fahrenheit < 237:
        return "1/4"
    if fahrenheit < 262:
        return "1/2"
    mark = round((fahrenheit - 250) / 25)
    return str(mark) if mark <= 10 else "above the highest mark"


def microwave_seconds(seconds: float, watts: float, own_watts: float) -> float:
    """Return t2 = t1 P1 / P2, the time at `own_watts`; how a load couples differs by oven.

    Raises:
        BadInput: a time or power that cannot be.
    """
    if not (math.isfinite(seconds) and 0 < seconds <= 6 * 3600):
        raise BadInput("A microwave time lies between 1 second and 6 hours.", "seconds")
    for power in (watts, own_watts):
        if not (math.isfinite(power) and LEAST_WATTS <= power <= MOST_WATTS):
            raise BadInput(f"Microwaves have {LEAST_WATTS:.0f} to {MOST_WATTS:.0f} W.", "watts")
    return seconds * watts / own_watts
