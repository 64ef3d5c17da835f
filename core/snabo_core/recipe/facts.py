"""What a recipe says of itself: title, servings, yield and times."""

from __future__ import annotations

import re
from dataclasses import dataclass

from snabo_core.quantities.numbers import spell_fractions, spell_numbers, to_number

MOST_SERVINGS = 200.0
_N = r"\d{1,3}(?:\.\d)?"
_RANGE = rf"(?P<low>{_N})(?:\s*\(?(?:-|–|—|to|or|(?:big|small|hungry|large|adults?|generous) or)\s*(?P<high>{_N}))?"
_ABOUT = r"(?:about|around|approx\.?|approximately|up to|roughly|at least|a good|some)?\s*"
_ADJ = (
    r"(?:(?:hungry|generous|hearty|large|big|small|polite|people|adults?|main|side|good)\s+){0,2}"
)
_PEOPLE = (
    r"(?:servings?|portions?|people|ppl|persons?|personn?en?s?|personas|pers\b\.?|pax|ptns?|"
    r"porcj[ei]|porzioni?|porciones|porsjoner|portioner|porties|port\b\.?|adults?|diners|eaters|"
    r"mouths|serves|guests|helpings?|covers)"
)
# The first pattern that matches decides; people go before pieces.
_SERVES = (
    re.compile(rf"\b{_RANGE}\s*{_ADJ}{_PEOPLE}\b", re.IGNORECASE),
    re.compile(rf"\b(?:serves?|serving|servings|feeds|portions?|does|enough for|good for|sufficient for|people|"
               rf"recipe serves|number of servings)\b\s*[:=\-]?\s*{_ABOUT}{_RANGE}", re.IGNORECASE),
    re.compile(rf"\b(?:for|pour|für|para|voor)\s+(?:the\s+)?{_ABOUT}{_RANGE}\s*(?:$|[).,|]|{_PEOPLE})", re.IGNORECASE),
    re.compile(rf"^\W*(?:makes|yields?)\s*[:=\-]?\s*{_ABOUT}{_RANGE}\s*(?:$|[|.,(·•])", re.IGNORECASE),
)  # fmt: skip
# A piece of these is a meal; of others (dumplings, squares, crackers) several are.
_MEALS = (
    r"(?:burgers?|pies?|pasties|pasty|wraps?|burritos?|bowls?|pizzas?|sandwich(?:es)?|parcels?|tarts|"
    r"galettes?|calzones?|omelettes?|jackets?|baked potatoes|peppers|toasties|subs|hot dogs|wedges|"
    r"single serves?|individual \w+|flatbreads|steaks|fillets)"
)
_MEAL = re.compile(
    rf"(?:\b(?:makes|yields?|yield)\b|=)\s*:?\s*{_ABOUT}{_RANGE}\s+(?:\w+\s+){{0,2}}{_MEALS}\b",
    re.IGNORECASE,
)
_YIELD = re.compile(r"\b(?:makes|yields?)\b\s*:?\s*(?P<what>[^|.;()]{1,60})", re.IGNORECASE)
_WHOLE_ONE = re.compile(rf"^{_N}\s*(?:-|x|×)?\s*\d*\s*(?:cm|inch|in\b|litre|liter|l\b|ml\b|g\b|kg\b|oz|cups?|quarts?|pints?|x)",
                        re.IGNORECASE)  # fmt: skip
_SPELLED = re.compile(
    r"\b(?:a|an)\s+(?=(?:couple|pair)\b)|\bcouple of people\b|\ba pair\b", re.IGNORECASE
)

_UNIT = r"(?:h\b|hrs?\b\.?|hours?\b|m\b|mins?\b\.?|minutes?\b|days?\b)"
_ONE_TIME = rf"\d+(?:\.\d+)?(?:\s\d/\d)?\s*(?:(?:-|–|to)\s*\d+\s*)?{_UNIT}"
# "1 hr 40" leaves its minutes unsaid.
_HOURS_AND = (
    r"\d+\s*(?:h|hrs?|hours?)\b\.?\s*(?:and\s*)?\d{1,2}(?!\s*[-–/.:\d])(?=\s*(?:$|[|,;.·•)]|[a-z]))"
)
_DURATION = rf"{_HOURS_AND}|{_ONE_TIME}(?:\s*(?:and|,)?\s*{_ONE_TIME})?|\d{{1,2}}:\d{{2}}"
_KINDS = {
    "prep": r"pr[eé]p(?:aration)?|active|hands[\s-]?on|work(?:ing)?|takes",
    "cook": r"cook(?:ing)?|cuisson|bake|baking|oven|roast(?:ing)?|simmer(?:ing)?",
    "rest": r"rest(?:ing)?|chill(?:ing)?|marinat(?:e|ing)|soak(?:ing)?|stand(?:ing)?|proving|rising|inactive|passive|waiting",
    "total": r"total|ready(?: in)?|all in|start to finish|altogether|overall",
}
_BEFORE = {kind: re.compile(rf"\b(?:{words})(?:\s+(?:time|in))?\s*[:=\-–|]?\s*(?:about\s+)?(?P<t>{_DURATION})",
                            re.IGNORECASE) for kind, words in _KINDS.items()}  # fmt: skip
_AFTER = {kind: re.compile(rf"(?P<t>{_DURATION})\s*(?:in the |of )?(?:{words})\b", re.IGNORECASE)
          for kind, words in _KINDS.items()}  # fmt: skip
_ALONE = re.compile(
    rf"^\W*(?P<t>{_DURATION})\W*$|[|·•]\s*(?P<b>{_DURATION})\s*(?:$|[|·•])", re.IGNORECASE
)


_TIME = re.compile(
    rf"^\W*time\s*[:=]\s*(?:about|around|approx\.?|roughly)?\s*(?P<t>{_DURATION})", re.IGNORECASE
)


@dataclass(frozen=True)
class Servings:
    """How many people a recipe says it feeds, from low to high."""

    low: float
    high: float


def servings_in(text: str) -> Servings | None:
    """Return how many a line says it serves, None where it counts no people."""
    plain = spell_numbers(spell_fractions(text[:200]))
    for pattern in _SERVES:
        match = pattern.search(plain)
        if match is not None and not _WHOLE_ONE.match(plain[match.start("low") :]):
            return _checked(match)
    match = _MEAL.search(plain)
    # One pie is not one serving.
    return _checked(match) if match is not None and float(match["low"]) >= 2 else None


def _checked(match: re.Match[str]) -> Servings | None:
    low = float(match["low"])
    high = float(match["high"] or low)
    if not 0 < low <= MOST_SERVINGS or not 0 < high <= MOST_SERVINGS:
        return None
    return Servings(min(low, high), max(low, high))


def yield_in(text: str) -> str:
    """Return what a line says is made ("9 squares"), empty where it says nothing."""
    match = _YIELD.search(text[:200])
    return match["what"].strip(" ,:-") if match else ""


def times_in(text: str) -> dict[str, float]:
    """Return minutes by kind (prep, cook, rest, total) that a line states."""
    plain = spell_numbers(spell_fractions(text[:200]))
    found: dict[str, float] = {}
    taken: list[tuple[int, int]] = []
    for patterns in (_BEFORE, _AFTER):
        for kind, pattern in patterns.items():
            match = pattern.search(plain)
            if (
                match is None
                or kind in found
                or any(match.start("t") < b and a < match.end("t") for a, b in taken)
            ):
                continue
            found[kind] = minutes_of(match["t"])
            taken.append(match.span("t"))
    if not found:
        alone = _TIME.match(plain) or _ALONE.search(plain)
        if alone:
            told = alone.groupdict()
            found["total"] = minutes_of(told["t"] or told["b"])
    return found


def minutes_of(text: str) -> float:
    """Return the minutes of a duration: `1 hr 20 min`, `0:45`, `1.5 hours`, `10-15 mins` (the mean)."""
    clock = re.fullmatch(r"\s*(\d{1,2}):(\d{2})\s*", text)
    if clock:
        return int(clock[1]) * 60.0 + int(clock[2])
    short = re.fullmatch(r"\s*(\d+)\s*h\w*\.?\s*(?:and\s*)?(\d{1,2})\s*", text, re.IGNORECASE)
    if short:
        return int(short[1]) * 60.0 + int(short[2])
    total = 0.0
    for match in re.finditer(
        rf"(\d+(?:\.\d+)?(?:\s\d/\d)?)\s*(?:(?:-|–|to)\s*(\d+)\s*)?({_UNIT})", text, re.IGNORECASE
    ):
        low = to_number(match[1])
        value = (low + float(match[2])) / 2 if match[2] else low
        unit = match[3].lower()[0]
        total += value * {"h": 60.0, "m": 1.0, "d": 1440.0}[unit]
    return total


def clean_title(text: str) -> str:
    """Return a title without markup, "recipe" tails and the servings it carries."""
    bare = text.strip(" #*_=|")
    bare = re.sub(
        r"\s*[(\[]?\s*\b(?:serves?|feeds|makes|servings?|for)\s*:?\s*(?:about\s+)?(?:\d+|one|two|three|four|five|six|"
        r"seven|eight|ten|twelve)(?:\s*(?:-|–|to|or)\s*(?:\d+|two|three|four|five|six|eight|ten))?(?:\s+(?:people|servings|persons|portions))?\s*[)\]]?\s*$",
        "", bare, flags=re.IGNORECASE,
    )  # fmt: skip
    counted = re.search(r"[(\[]\s*(?P<inside>\d[^()\[\]]{0,30})[)\]]\s*$", bare)
    if counted is not None and servings_in(counted["inside"]) is not None:
        bare = bare[: counted.start()]
    return bare.strip(" -–—:|,")[:120] or text.strip()[:120]
