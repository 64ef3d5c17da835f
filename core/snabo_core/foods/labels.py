"""A package label as printed, and the interval of true values that its rounding allows.

US rounding: 21 CFR 101.9(c), as on the plate page of the design. EU rounding: Commission
guidance on tolerances, December 2012, from memory. Serving grams are taken as exact.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from typing import Literal

import numpy as np

from snabo_core.errors import BadInput
from snabo_core.foods.energy import POLYOL_KCAL, energy_kcal
from snabo_core.foods.loading import bounded
from snabo_core.foods.records import (
    AVAILABLE,
    AXIS,
    BY_DIFFERENCE,
    NET_ONLY,
    NUTRIENTS,
    FoodRow,
    Vector,
)
from snabo_core.wording import KJ_PER_KCAL, Message

Jurisdiction = Literal["us", "eu", "other"]
Basis = Literal["serving", "100g"]
POLYOL_KINDS = (
    "erythritol", "xylitol", "maltitol", "sorbitol", "isomalt", "lactitol", "mannitol",
)  # fmt: skip
GRAM_FIELDS = (
    "carbohydrate", "net_carbs", "fibre", "sugars", "added_sugar", "polyols", *POLYOL_KINDS,
    "protein", "fat", "saturated", "salt", "alcohol",
)  # fmt: skip
FIELDS = ("kcal", "kj", *GRAM_FIELDS, "sodium_mg")
FIELD_NAMES = {
    "kcal": "energy, kcal", "kj": "energy, kJ", "net_carbs": "net carbs",
    "added_sugar": "added sugar", "polyols": "polyols", "saturated": "saturated fat",
    "sodium_mg": "sodium, mg",
}  # fmt: skip
# Net carbs are printed from three rounded figures: carbohydrate, fibre, polyols.
NET_ROUNDINGS = 3
SODIUM_PER_SALT_MG = 400.0  # EU 1169/2011: salt is sodium times 2.5
ASH_PER_SODIUM = 2.54
# How far printed energy may lie from what its macros can yield before it is doubted: labels
# of both regions may be off by a fifth; common practice, no source.
ENERGY_SLACK, ENERGY_SLACK_KCAL = 0.2, 10.0
MOST_GRAMS = 100.5
# Bands of rounding: (from, to, step); a step of 0 prints 0.
Bands = tuple[tuple[float, float, float], ...]
_INF = float("inf")
_US_GRAMS: Bands = ((0, 0.5, 0), (0.5, _INF, 1))
_US_FAT: Bands = ((0, 0.5, 0), (0.5, 5, 0.5), (5, _INF, 1))
# Below its threshold an EU label may print 0 or the figure itself, so the bands overlap.
_EU_GRAMS: Bands = ((0, 0.5, 0), (0, 10, 0.1), (10, _INF, 1))
ROUNDING: dict[Jurisdiction, dict[str, Bands]] = {
    "us": {
        "kcal": ((0, 5, 0), (5, 50, 5), (50, _INF, 10)),
        "sodium_mg": ((0, 5, 0), (5, 140, 5), (140, _INF, 10)),
        "fat": _US_FAT, "saturated": _US_FAT, "protein": _US_GRAMS,
        **dict.fromkeys(("carbohydrate", "fibre", "sugars", "added_sugar", "polyols",
                         *POLYOL_KINDS), _US_GRAMS),
    },
    "eu": {
        "kcal": ((0, _INF, 1),), "kj": ((0, _INF, 1),),
        "saturated": ((0, 0.1, 0), (0, 10, 0.1), (10, _INF, 1)),
        "salt": ((0, 0.0125, 0), (0, 1, 0.01), (1, _INF, 0.1)),
        **dict.fromkeys(("fat", "carbohydrate", "sugars", "protein", "fibre", "polyols",
                         *POLYOL_KINDS), _EU_GRAMS),
    },
    "other": {},
}  # fmt: skip
_PRINTED = re.compile(
    r"^(?P<less><|≤|less than|under)?\s*(?P<number>\d{1,6}(?:[.,]\d{1,4})?)\s*"
    r"(?:g|mg|kcal|kj|cal)?$",
    re.IGNORECASE,
)


@dataclass(frozen=True)
class Label:
    """What a package says. `printed` maps fields of `FIELDS` to the text as it stands there.

    `no_polyols` says that somebody has read the ingredient list and found no sugar alcohol;
    otherwise polyols that are not printed are unknown.
    """

    jurisdiction: Jurisdiction
    basis: Basis
    serving_grams: float | None = None
    printed: dict[str, str] = field(default_factory=dict)
    no_polyols: bool = False


@dataclass(frozen=True)
class Interval:
    """A figure per 100 g: hard ends and the middle that stands for it; g, mg or kcal."""

    low: float
    best: float
    high: float


def round_to(bands: Bands, value: float) -> float:
    """Return how a true value is printed under bands of rounding (half up, first band wins)."""
    for start, end, step in bands:
        if start <= value < end or end == _INF:
            return float(np.floor(value / step + 0.5 + 1e-9) * step) if step else 0.0
    return value


def _whole_steps(value: float, step: float) -> bool:
    return abs(value / step - round(value / step)) < 1e-6


def printed_interval(jurisdiction: Jurisdiction, name: str, text: str) -> Interval:
    """Return the true values that print as `text`, in the unit of the field.

    A figure that its region's rule would never print is taken by its last written digit.

    Raises:
        BadInput: the text is no printed figure.
    """
    match = _PRINTED.match(text.strip())
    if match is None:
        shown = FIELD_NAMES.get(name, name)
        raise BadInput(f"'{text[:20]}' is not a figure for {shown}; write 3, 0.5 or <1.", name)
    number = match.group("number").replace(",", ".")
    value = float(number)
    if match.group("less"):
        return Interval(0.0, value / 2, value)
    step = 10.0 ** -len(number.partition(".")[2])
    if name == "net_carbs":
        half = step / 2 * NET_ROUNDINGS
        return Interval(max(0.0, value - half), value, value + half)
    ends = _ends(ROUNDING[jurisdiction].get(name, ()), value)
    if ends is None:
        ends = max(0.0, value - step / 2), value + step / 2
    return Interval(ends[0], min(max(value, ends[0]), ends[1]), ends[1])


def _ends(bands: Bands, value: float) -> tuple[float, float] | None:
    """Return the hull of all true values that a rule prints as `value`, None if none does."""
    found: list[float] = []
    for start, end, step in bands:
        if step == 0:
            if value == 0:
                found += [start, end]
        elif _whole_steps(value, step):
            low, high = max(value - step / 2, start), min(value + step / 2, end)
            if low < high:
                found += [low, high]
    return (min(found), max(found)) if found else None


def unlike_its_rule(label: Label) -> list[str]:
    """Return the fields whose figure the label's own rule of rounding never prints."""
    rules = ROUNDING[label.jurisdiction]
    odd = []
    for name, text in label.printed.items():
        match = _PRINTED.match(text.strip())
        if match is None or match.group("less") or name not in rules:
            continue
        if _ends(rules[name], float(match.group("number").replace(",", "."))) is None:
            odd.append(name)
    return odd


def check_label(label: Label) -> None:
    """Refuse a label that cannot be read.

    Raises:
        BadInput: an unknown field, an unreadable figure, no serving size, or nothing printed.
    """
    strange = [name for name in label.printed if name not in FIELDS]
    if strange:
        raise BadInput(f"A label has no field called {strange[0][:30]}.", "printed")
    written = {name: text for name, text in label.printed.items() if text.strip()}
    if not written:
        raise BadInput("Copy at least one figure from the label.", "printed")
    for name, text in written.items():
        printed_interval(label.jurisdiction, name, text)
    if label.basis == "serving":
        grams = label.serving_grams
        if grams is None or not 0.1 <= grams <= 5000:
            raise BadInput("How many grams is a serving on this label (0.1 to 5,000)?",
                           "serving_grams")  # fmt: skip


def intervals(label: Label) -> dict[str, Interval]:
    """Return every printed figure per 100 g, with sodium from salt and kcal from kJ.

    Raises:
        BadInput: see `check_label`.
    """
    check_label(label)
    scale = 100.0 / label.serving_grams if label.basis == "serving" and label.serving_grams else 1.0
    found = {
        name: _times(printed_interval(label.jurisdiction, name, text), scale)
        for name, text in label.printed.items()
        if text.strip()
    }
    if "salt" in found and "sodium_mg" not in found:
        found["sodium_mg"] = _times(found["salt"], SODIUM_PER_SALT_MG)
    if "kj" in found and "kcal" not in found:
        found["kcal"] = _times(found["kj"], 1 / KJ_PER_KCAL)
    kinds = [found[kind] for kind in POLYOL_KINDS if kind in found]
    if kinds and "polyols" not in found:
        found["polyols"] = Interval(
            sum(k.low for k in kinds), sum(k.best for k in kinds), sum(k.high for k in kinds)
        )
    if label.no_polyols and "polyols" not in found:
        found["polyols"] = Interval(0.0, 0.0, 0.0)
    if "polyols" in found and "erythritol" not in found:
        # A total without kinds may be of any kind; a total of kinds names all of them.
        named = bool(kinds) or found["polyols"].high == 0
        if named:
            found["erythritol"] = Interval(0.0, 0.0, 0.0)
    return found


def _times(interval: Interval, factor: float) -> Interval:
    return Interval(interval.low * factor, interval.best * factor, interval.high * factor)


def row_of(label: Label, key: str, name: str) -> FoodRow:
    """Return the row of a label food; what is not printed stays unknown.

    Water follows as 100 g less the macros, and is unknown where one of them is.

    Raises:
        BadInput: see `check_label`.
    """
    found = intervals(label)
    best = np.full(len(NUTRIENTS), np.nan)
    low = np.zeros(len(NUTRIENTS))
    high = bounded(best)
    for nutrient, interval in found.items():
        if nutrient in AXIS:
            place = AXIS[nutrient]
            best[place], low[place], high[place] = interval.best, interval.low, interval.high
    convention = BY_DIFFERENCE if label.jurisdiction == "us" else AVAILABLE
    net: tuple[float, float, float] | None = None
    if "carbohydrate" not in found and "net_carbs" in found:
        convention = NET_ONLY
        printed = found["net_carbs"]
        net = printed.low, printed.best, printed.high
        low[AXIS["carbohydrate"]] = printed.low
    _bound_parts(low, high, inside=convention != AVAILABLE)
    _derive_water(best, low, high, convention)
    kinds = tuple((kind, found[kind].best) for kind in POLYOL_KINDS if kind in found)
    computed: tuple[str, ...] = ()
    # Fibre stands outside carbohydrate but in the US: unprinted, its energy is unknown.
    macros = ("carbohydrate", "protein", "fat", *(() if label.jurisdiction == "us" else ("fibre",)))
    if "kcal" not in found and all(name in found for name in macros):
        place, computed = AXIS["kcal"], ("kcal",)
        low[place], high[place] = energy_range(label, found)
        best[place] = np.clip(_energy(label, found), low[place], high[place])
    high = np.maximum(high, low)
    return FoodRow(key, "your label", name, "Own food", best, low, high, convention,
                   net_printed=net, computed=computed, polyol_kinds=kinds)  # fmt: skip


def _bound_parts(low: Vector, high: Vector, *, inside: bool) -> None:
    """Bound what is not printed by what the rest leaves of 100 g, and parts by their whole."""
    rest = sum(low[AXIS[name]] for name in ("fat", "protein", "alcohol"))
    place = AXIS["carbohydrate"]
    high[place] = min(high[place], max(low[place], 100.0 - rest))
    for part, whole in (("sugars", "carbohydrate"), ("polyols", "carbohydrate"),
                        ("erythritol", "polyols"), ("added_sugar", "sugars"),
                        ("saturated", "fat")):  # fmt: skip
        high[AXIS[part]] = min(high[AXIS[part]], high[AXIS[whole]])
    most_fibre = high[place] if inside else max(0.0, 100.0 - rest - low[place])
    high[AXIS["fibre"]] = min(high[AXIS["fibre"]], max(most_fibre, low[AXIS["fibre"]]))


def _derive_water(best: Vector, low: Vector, high: Vector, convention: str) -> None:
    names = ["protein", "fat", "carbohydrate"] + (["fibre"] if convention == AVAILABLE else [])
    if np.isnan(best[AXIS["alcohol"]]):
        # No region's table has a line for it; drinks print it elsewhere.
        best[AXIS["alcohol"]] = high[AXIS["alcohol"]] = 0.0
    sodium = 0.0 if np.isnan(best[AXIS["sodium_mg"]]) else best[AXIS["sodium_mg"]]
    ash = ASH_PER_SODIUM * sodium / 1000
    best[AXIS["ash"]] = low[AXIS["ash"]] = high[AXIS["ash"]] = ash
    place = AXIS["water"]
    solids = sum(best[AXIS[name]] for name in names) + ash
    best[place] = np.clip(100.0 - solids, 0.0, 100.0)
    low[place] = max(0.0, 100.0 - ash - sum(high[AXIS[name]] for name in names))
    high[place] = max(0.0, 100.0 - ash - sum(low[AXIS[name]] for name in names))


def label_warnings(label: Label) -> list[Message]:
    """Return what cannot be right about a label, or is unusual, the gravest first.

    Raises:
        BadInput: see `check_label`.
    """
    found = intervals(label)
    warnings = [*_weight_warnings(label, found), *_part_warnings(label, found)]
    warnings += _energy_warnings(label, found)
    warnings += [
        Message("label_unlike_rule", {"field": FIELD_NAMES.get(name, name),
                                      "value": label.printed[name]})
        for name in unlike_its_rule(label)
    ]  # fmt: skip
    return warnings


def _weight_warnings(label: Label, found: dict[str, Interval]) -> list[Message]:
    names = ["protein", "fat", "carbohydrate", "alcohol"]
    names += ["fibre"] if label.jurisdiction != "us" else []
    least = sum(found[name].low for name in names if name in found)
    return [Message("label_over_weight", {"grams": least})] if least > MOST_GRAMS else []


def _part_warnings(label: Label, found: dict[str, Interval]) -> list[Message]:
    wholes = [("sugars", "carbohydrate"), ("added_sugar", "sugars"), ("saturated", "fat"),
              ("polyols", "carbohydrate"), ("net_carbs", "carbohydrate")]  # fmt: skip
    wholes += [(kind, "polyols") for kind in POLYOL_KINDS]
    if label.jurisdiction == "us":
        wholes.append(("fibre", "carbohydrate"))
    warnings = [
        Message("label_part_over_whole", {"part": FIELD_NAMES.get(part, part),
                                          "whole": FIELD_NAMES.get(whole, whole)})
        for part, whole in wholes
        if part in found and whole in found and found[part].low > found[whole].high + 1e-9
    ]  # fmt: skip
    if "salt" in found and "sodium_mg" in found:
        salt = _times(found["salt"], SODIUM_PER_SALT_MG)
        if salt.low > found["sodium_mg"].high or salt.high < found["sodium_mg"].low:
            warnings.append(Message("label_salt_sodium"))
    return warnings


def _energy_warnings(label: Label, found: dict[str, Interval]) -> list[Message]:
    warnings = []
    if "kj" in found and "kcal" in found:
        joule = _times(found["kj"], 1 / KJ_PER_KCAL)
        slack = 0.03 * joule.best + 1
        if joule.low - slack > found["kcal"].high or joule.high + slack < found["kcal"].low:
            warnings.append(Message("label_kj_kcal"))
    if "kcal" not in found or any(n not in found for n in ("carbohydrate", "protein", "fat")):
        return warnings
    low, high = energy_range(label, found)
    given = found["kcal"]
    if given.low > high * (1 + ENERGY_SLACK) + ENERGY_SLACK_KCAL or (
        given.high < low * (1 - ENERGY_SLACK) - ENERGY_SLACK_KCAL
    ):
        values: dict[str, str | float] = {"given": given.best, "low": low, "high": high}
        warnings.append(Message("label_energy", values))
    return warnings


def _energy(label: Label, found: dict[str, Interval]) -> float:
    """Return kcal per 100 g by the label's own region's factors."""
    grams = {name: interval.best for name, interval in found.items()}
    inside = label.jurisdiction == "us"
    erythritol = grams.get("erythritol", 0.0)
    polyols = grams.get("polyols", 0.0)
    fibre = grams.get("fibre", 0.0)
    available = grams["carbohydrate"] - polyols - (fibre if inside else 0.0)
    return energy_kcal(
        "us" if inside else "eu",
        available=max(0.0, available),
        protein=grams["protein"],
        fat=grams["fat"],
        fibre=fibre,
        polyols=max(0.0, polyols - erythritol),
        erythritol=erythritol,
        alcohol=grams.get("alcohol", 0.0),
    )


def energy_range(label: Label, found: dict[str, Interval]) -> tuple[float, float]:
    """Return (least, most) kcal per 100 g that the printed macros can yield.

    Fibre counts from 0 to 4 kcal/g under US rules and 2 under EU rules; polyols by kind.
    """
    nothing = Interval(0.0, 0.0, 0.0)
    carbohydrate, fibre = found["carbohydrate"], found.get("fibre", nothing)
    polyols = found.get("polyols", nothing)
    named = {kind: found[kind] for kind in POLYOL_KINDS if kind in found}
    unnamed = max(0.0, polyols.best - sum(k.best for k in named.values()))
    least_polyols = sum(POLYOL_KCAL[kind] * k.low for kind, k in named.items())
    most_polyols = sum(POLYOL_KCAL[kind] * k.high for kind, k in named.items())
    most_polyols += unnamed * max(POLYOL_KCAL.values())
    inside = 1.0 if label.jurisdiction == "us" else 0.0
    base_low = 4 * found["protein"].low + 9 * found["fat"].low
    base_high = 4 * found["protein"].high + 9 * found["fat"].high
    alcohol = found.get("alcohol", nothing)
    plain_low = max(0.0, carbohydrate.low - polyols.high - inside * fibre.high)
    plain_high = max(0.0, carbohydrate.high - polyols.low)
    outside = 0.0 if inside else 2 * fibre.high
    return (
        base_low + 4 * plain_low + least_polyols + 7 * alcohol.low,
        base_high + 4 * plain_high + most_polyols + outside + 7 * alcohol.high,
    )
