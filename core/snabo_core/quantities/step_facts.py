"""Times, temperatures and pans inside a step's text, each with where it stands."""

from __future__ import annotations

import re
from dataclasses import dataclass

from snabo_core.quantities.numbers import spell_fractions, to_number
from snabo_core.quantities.units import FAN_BELOW

MOST_CORE_CELSIUS = 100.0
_N = r"(?:\d*\s?[½⅓⅔¼¾⅕⅛]|\d+\s+\d/\d|\d+/\d|\d+(?:\.\d+)?)"
# No step is looked at further than this.
LONGEST = 2000
_UNIT_SECONDS = {"s": 1.0, "m": 60.0, "h": 3600.0}
_UNIT = r"(?:seconds?|secs?|minutes?|mins?|hours?|hrs?)"
_SPAN = re.compile(
    rf"(?P<low>{_N})\s*(?P<unit_low>{_UNIT})?\s*(?:(?:-|–|to|or)\s*(?P<high>{_N})\s*)?"
    rf"(?P<unit>{_UNIT})\b(?:\s*(?:and\s+)?(?P<more>{_N})\s*(?P<more_unit>{_UNIT})\b)?",
    re.IGNORECASE,
)
# Words for times, in seconds; common practice, no source.
WORDED: dict[str, tuple[float, float]] = {
    "half an hour": (1800, 1800), "quarter of an hour": (900, 900), "an hour and a half":
    (5400, 5400), "an hour": (3600, 3600), "a couple of minutes": (120, 180),
    "a few minutes": (120, 300), "a minute or two": (60, 120), "a minute": (60, 60),
    "overnight": (8 * 3600, 14 * 3600),
}  # fmt: skip
_WORDED = re.compile("|".join(rf"\b{re.escape(words)}\b" for words in WORDED), re.IGNORECASE)
_DEGREE = r"\s*(?:°|º|degrees?\s*|deg\.?\s*)?\s*"
_CELSIUS = re.compile(rf"\b(?P<t>\d{{2,3}}){_DEGREE}(?:C|celsius)\b", re.IGNORECASE)
_FAHRENHEIT = re.compile(rf"\b(?P<t>\d{{2,3}}){_DEGREE}(?:F|fahrenheit)\b", re.IGNORECASE)
_GAS = re.compile(r"\bgas(?:\s+mark)?\s*(?P<t>\d{1,2})\b", re.IGNORECASE)
_FAN = re.compile(r"\bfan\b", re.IGNORECASE)
# Oven words, in C of a still oven; common practice, no source.
OVEN_WORDS = {"very hot oven": 230.0, "hot oven": 220.0, "moderately hot oven": 200.0,
              "moderate oven": 180.0, "medium oven": 180.0, "cool oven": 140.0,
              "low oven": 140.0, "slow oven": 150.0}  # fmt: skip
_OVEN = re.compile("|".join(rf"\b{words}\b" for words in OVEN_WORDS), re.IGNORECASE)
_PAN = re.compile(
    r"\b(?:(?P<size>\d{1,2}\s*(?:x\s*\d{1,2}\s*)?(?:cm|inch|in|-inch|\"))\s+)?"
    r"(?:[a-z]+\s+){0,2}?(?P<pan>baking dish|ovenproof dish|gratin dish|casserole|pie dish|"
    r"roasting tin|baking tray|baking sheet|loaf tin|muffin tin|cake tin|pie|tart|skillet|"
    r"frying pan|saucepan|tin|dish|tray)\b",
    re.IGNORECASE,
)
OVEN_DISHES = {"baking dish", "ovenproof dish", "gratin dish", "casserole", "pie dish",
               "roasting tin", "baking tray", "baking sheet", "loaf tin", "muffin tin",
               "cake tin", "pie", "tart", "tin", "dish", "tray", "skillet"}  # fmt: skip


@dataclass(frozen=True)
class StepTime:
    """A time in a step, in seconds, and the characters it stands at."""

    low: float
    high: float
    start: int
    end: int


@dataclass(frozen=True)
class StepHeat:
    """A temperature in C: of the oven (as a still oven), or of the centre of the food."""

    celsius: float
    kind: str
    start: int
    end: int


def _seconds(number: str, unit: str) -> float:
    return to_number(spell_fractions(number)) * _UNIT_SECONDS[unit[0].lower()]


def times_in(text: str) -> tuple[StepTime, ...]:
    """Return the times a step gives, in order."""
    found, text = [], text[:LONGEST]
    for match in _SPAN.finditer(text):
        unit = match.group("unit")
        low = _seconds(match.group("low"), match.group("unit_low") or unit)
        high = _seconds(match.group("high"), unit) if match.group("high") else low
        if match.group("more"):
            more = _seconds(match.group("more"), match.group("more_unit"))
            low, high = low + more, high + more
        found.append(StepTime(min(low, high), max(low, high), match.start(), match.end()))
    taken = [(t.start, t.end) for t in found]
    found += [
        StepTime(*WORDED[match.group().lower()], match.start(), match.end())
        for match in _WORDED.finditer(text)
        if all(match.end() <= a or match.start() >= b for a, b in taken)
    ]
    return tuple(sorted(found, key=lambda t: t.start))


def heats_in(text: str) -> tuple[StepHeat, ...]:
    """Return the temperatures a step gives, one for each place in the text.

    "200C/180C fan/gas 6" is one setting: what follows within a few characters is the same
    again. Below 100 C a temperature is that of the food.
    """
    text = text[:LONGEST]
    scales = ((_CELSIUS, "c"), (_FAHRENHEIT, "f"), (_GAS, "gas"), (_OVEN, "word"))
    raw = [
        (match.start(), match.end(), _celsius(match, scale, text))
        for pattern, scale in scales
        for match in pattern.finditer(text)
    ]
    found: list[StepHeat] = []
    for start, end, celsius in sorted(raw):
        if found and start - found[-1].end <= 16 and not text[found[-1].end : start].count("."):
            last = found[-1]
            found[-1] = StepHeat(last.celsius, last.kind, last.start, end)
            continue
        kind = "centre" if celsius < MOST_CORE_CELSIUS else "oven"
        found.append(StepHeat(celsius, kind, start, end))
    return tuple(found)


def _celsius(match: re.Match[str], scale: str, text: str) -> float:
    if scale == "word":
        return OVEN_WORDS[match.group().lower()]
    value = float(match.group("t"))
    if scale == "gas":
        return (250 + 25 * max(value, 1.0) - 32) / 1.8
    celsius = value if scale == "c" else (value - 32) / 1.8
    around = text[max(0, match.start() - 5) : match.end() + 6]
    fan = _FAN.search(around) is not None and celsius >= MOST_CORE_CELSIUS
    return celsius + FAN_BELOW if fan else celsius


def pan_in(text: str) -> str | None:
    """Return the oven dish a step names, with its size where it is given."""
    for match in _PAN.finditer(text[:LONGEST]):
        pan, size = match.group("pan"), match.group("size")
        # "The pie" is what is baked; "a 23 cm pie" says what it is baked in.
        if pan.lower() in OVEN_DISHES and (size or pan.lower() not in {"pie", "tart"}):
            return f"{size} {pan}" if size else pan
    return None
