"""Times, temperatures and pans inside a step's text, each with where it stands."""

from __future__ import annotations

import re
from dataclasses import dataclass

from snabo_core.quantities.numbers import spell_fractions, to_number
from snabo_core.quantities.units import FAN_BELOW, gas_celsius

MOST_CORE_CELSIUS = 100.0
_SPELLED = {"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8,
            "nine": 9, "ten": 10, "twelve": 12, "fifteen": 15, "twenty": 20, "thirty": 30,
            "forty": 40, "forty-five": 45, "fifty": 50, "sixty": 60, "ninety": 90}  # fmt: skip
_N = (
    r"(?:\d*\s?[½⅓⅔¼¾⅕⅛]|\d+\s+\d/\d|\d+/\d|\d+(?:\.\d+)?|"
    r"(?:forty-five|twelve|fifteen|twenty|thirty|forty|fifty|sixty|ninety|one|two|three|four|five|six|"
    r"seven|eight|nine|ten)\b)"
)
# "5 more minutes", "a good 20 mins", "12-ish min".
_MORE = r"(?:\s*+(?:-?ish|or so|more|further|extra|additional|good|full|solid|long))?"
# No step is looked at further than this.
LONGEST = 2000
_UNIT_SECONDS = {"s": 1.0, "m": 60.0, "h": 3600.0}
_UNIT = r"(?:seconds?|secs?|minutes?|mins?|mns?|minuts?|hours?|hrs?|h(?=\b|\d)|m\b)"
# Blanks are taken whole (`*+`): a long run of them is looked at once.
_SPAN = re.compile(
    rf"\b(?P<low>{_N}){_MORE}\s*+(?P<unit_low>{_UNIT})?\s*+"
    rf"(?:(?:-|–|—|to|or|and)\s*+(?P<high>{_N}){_MORE}[\s-]*+)?[\s-]*+"
    rf"(?P<unit>{_UNIT})(?:\b|(?=\d))(?:\s*+(?:and\s++)?(?P<more>{_N})\s*+(?P<more_unit>{_UNIT})\b)?",
    re.IGNORECASE,
)
_BARE_MINUTES = re.compile(
    r"\b(?P<h>\d{1,2}\s*(?:h|hrs?|hours?))\.?(?P<gap>\s*)(?P<m>[1-5]?\d)(?=\s*(?:[,.;)]|$|(?:at|in|until|till|or)\b))(?![.,]\d)",
    re.IGNORECASE,
)


def _with_minutes(match: re.Match[str]) -> str:
    """Put the unit where the blanks or the dot were, so that no place moves further than need be."""
    return f"{match['h']}{match['gap']}{match['m']}m"


# Words for times, in seconds; common practice, no source.
WORDED: dict[str, tuple[float, float]] = {
    "three quarters of an hour": (2700, 2700), "an hour and a quarter": (4500, 4500),
    "a quarter of an hour": (900, 900), "one and a half hours": (5400, 5400),
    "two and a half hours": (9000, 9000), "a good half hour": (1800, 1800),
    "half an hour": (1800, 1800), "half hour": (1800, 1800), "half a minute": (30, 30),
    "an hour or two": (3600, 7200), "a couple of hours": (7200, 10800),
    "a couple minutes": (120, 180), "couple of minutes": (120, 180),
    "a couple of mins": (120, 180), "a few mins": (120, 300), "a few seconds": (5, 20),
    "a min": (60, 60), "a further minute": (60, 60), "another minute": (60, 60),
    "a minute more": (60, 60), "another hour": (3600, 3600), "a further hour": (3600, 3600),
    "another min": (60, 60), "a few more minutes": (120, 300), "all day": (6 * 3600, 10 * 3600), "quarter of an hour": (900, 900), "an hour and a half":
    (5400, 5400), "a couple of minutes": (120, 180),
    "a few minutes": (120, 300), "a minute or two": (60, 120), "a minute": (60, 60),
    "an hour": (3600, 3600), "overnight": (8 * 3600, 14 * 3600),
}  # fmt: skip
_WORDED = re.compile("|".join(rf"\b{re.escape(words)}\b" for words in WORDED), re.IGNORECASE)
# One number of an oven's setting: "fan 180°C", "350 degrees F", "gas mark 6", "180 fan".
_SETTING = re.compile(
    r"(?P<fan>\bfan(?:[- ](?:oven|forced|assisted))?\s*:?\s*)?"
    r"(?:\bgas(?:\s+mark)?\s*(?P<gas>\d{1,2}|½|¼|1/2|1/4)\b|"
    r"(?P<at>\b(?:at|to|on|oven|temp)\s+)?(?<![\d.,])(?<!\d/)(?P<t>\d{2,3})(?!\d)(?:\s*[-–]\s*\d{2,3}(?=\s*[°ºCF]))?"
    r"(?P<degree>\s*(?:°|º|degrees?|deg\b\.?))?(?:\s*(?P<scale>C|F|celsius|fahrenheit|centigrade)\b)?"
    r"(?![\d.,]*\d|\s*(?:%|-?\s*(?:g|ml|l|kg|w|watts?|mins?|minutes?|secs?|seconds?|hours?|hrs?|cm|mm|inch)\b)))"
    r"(?P<behind>\s*(?:\(?fan\b(?!\s*:?\s*\d))(?:[- ](?:oven|forced|assisted))?\)?)?",
    re.IGNORECASE,
)
# Numbers without a scale: an oven goes to 260 C at most, and a recipe in F starts above it.
MOST_BARE_CELSIUS, LEAST_BARE = 260.0, 100.0
MOST_PROBED = 212.0
_CENTRE = re.compile(
    r"\b(?:internal|cent(?:re|er)|inside|reads?|registers?|thermometer|probe|in the middle|thickest)\b",
    re.IGNORECASE,
)
# Oven words, in C of a still oven; common practice, no source.
OVEN_WORDS = {"very hot oven": 230.0, "hot oven": 220.0, "moderately hot oven": 200.0,
              "moderate oven": 180.0, "medium oven": 180.0, "cool oven": 140.0,
              "low oven": 140.0, "slow oven": 150.0, "quick oven": 210.0,
              "warm oven": 110.0}  # fmt: skip
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
    spelled = _SPELLED.get(number.lower())
    value = to_number(spell_fractions(number)) if spelled is None else spelled
    return value * _UNIT_SECONDS[unit[0].lower()]


def times_in(text: str) -> tuple[StepTime, ...]:
    """Return the times a step gives, in order."""
    # "1 hr 10" leaves its minutes unsaid.
    found, text = [], _BARE_MINUTES.sub(_with_minutes, text[:LONGEST])
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
    found: list[StepHeat] = []
    group: list[tuple[int, int, float, bool]] = []
    for match in _SETTING.finditer(text):
        celsius = _celsius(match)
        if celsius is None:
            continue
        fan = bool(match["fan"] or match["behind"])
        if group and not _goes_on(text[group[-1][1] : match.start()]):
            found.append(_settled(group))
            group = []
        start = match.start("t") if match["t"] else match.start()
        group.append((start, match.end(), celsius, fan))
    if group:
        found.append(_settled(group))
    found = [_of_centre(heat, text) for heat in found]
    taken = [(heat.start, heat.end) for heat in found]
    for match in _OVEN.finditer(text):
        # "A moderate oven (350 F)" says it twice: the number counts.
        if all(match.end() + 8 < a or match.start() > b + 8 for a, b in taken):
            celsius = OVEN_WORDS[match.group().lower()]
            found.append(StepHeat(celsius, "oven", match.start(), match.end()))
    return tuple(sorted(found, key=lambda heat: heat.start))


def _of_centre(heat: StepHeat, text: str) -> StepHeat:
    """Return a heat as that of the food's centre where the words beside it say so."""
    around = text[max(0, heat.start - 40) : heat.end + 30]
    said = text[heat.start : heat.end + 2]
    scaled = re.search(r"\d\s*(?:°|º|degrees?|deg\.?)?\s*[CF]\b|gas", said, re.IGNORECASE)
    if heat.kind != "oven" or scaled or heat.celsius > MOST_PROBED or not _CENTRE.search(around):
        return heat
    # "165 degrees inside": no food is that hot in C.
    return StepHeat((heat.celsius - 32) / 1.8, "centre", heat.start, heat.end)


def _goes_on(between: str) -> bool:
    """Tell whether two numbers are one setting: "200C/180C fan/gas 6", "(fan 180)"."""
    return (
        len(between) <= 8
        and re.fullmatch(r"[\s/,;()|–—-]*(?:or|and|for)?[\s/,(]*", between) is not None
    )


def _settled(group: list[tuple[int, int, float, bool]]) -> StepHeat:
    """Return the setting of a still oven that one or several numbers name."""
    still = [celsius for _, _, celsius, fan in group if not fan]
    celsius = still[0] if still else group[0][2] + FAN_BELOW
    centre = celsius < MOST_CORE_CELSIUS and not any(fan for *_, fan in group)
    kind = "centre" if centre else "oven"
    return StepHeat(celsius, kind, group[0][0], group[-1][1])


def _celsius(match: re.Match[str]) -> float | None:
    """Return what a number means in C, None where it is no temperature."""
    if match["gas"]:
        mark = to_number(spell_fractions(match["gas"]))
        celsius = gas_celsius(mark)
        # Dials are marked in tens of degrees.
        return None if celsius is None else round(celsius, -1)
    value, scale = float(match["t"]), (match["scale"] or "")[:1].lower()
    if not scale:
        marked = match["degree"] or match["fan"] or match["behind"] or match["at"]
        if not marked or value < LEAST_BARE:
            return None
        scale = "c" if value <= MOST_BARE_CELSIUS else "f"
    return value if scale == "c" else (value - 32) / 1.8


def pan_in(text: str) -> str | None:
    """Return the oven dish a step names, with its size where it is given."""
    for match in _PAN.finditer(text[:LONGEST]):
        pan, size = match.group("pan"), match.group("size")
        # "The pie" is what is baked; "a 23 cm pie" says what it is baked in.
        if pan.lower() in OVEN_DISHES and (size or pan.lower() not in {"pie", "tart"}):
            return f"{size} {pan}" if size else pan
    return None
