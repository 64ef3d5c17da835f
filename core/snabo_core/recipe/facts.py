"""What a recipe says of itself: title, servings, yield and times."""

from __future__ import annotations

import re
from collections.abc import Sequence
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
    r"(?:servings?(?!\s+(?:dish|bowl|plate|platter|spoon|tray|suggestion))|doses|portions?|people|ppl|persons?|personn?en?s?|personas|pers\b\.?|pax|ptns?|"
    r"porcj[ei]|porzioni?|porciones|porsjoner|portioner|porties|port\b\.?|adults?|diners|eaters|"
    r"mouths|serves|guests|helpings?|covers)"
)
_EATERS = re.compile(_PEOPLE)
# Two kinds of eaters are added: "2 adults and 2 kids".
_BOTH = re.compile(
    rf"\b(?P<low>{_N})\s*(?:hungry\s+)?(?:adults?|grown[\s-]?ups?)\s*(?:,|and|plus|\+|&|with)+\s*"
    rf"(?P<high>{_N})\s*(?:small\s+)?(?:kids?|children|child|toddlers?|little ones)\b",
    re.IGNORECASE,
)
# The first pattern that matches decides; people go before pieces.
_SERVES = (
    re.compile(rf"\b(?:family|crowd|group|party|table|household)\s+of\s+{_ABOUT}{_RANGE}\b", re.IGNORECASE),
    re.compile(rf"(?:\b|\bx){_RANGE}\s*{_ADJ}{_PEOPLE}\b", re.IGNORECASE),
    re.compile(rf"\b(?:serves?|serving|servings|feeds|portions?|does|enough for|good for|sufficient for|people|"
               rf"covers|doses? for|recipe serves|number of servings)\b\s*[:=\-–—]?\s*(?:an?\s+(?:crowd|party|family)\s*)?"
               rf"\(?{_ABOUT}{_RANGE}", re.IGNORECASE),
    re.compile(rf"\b(?:for|pour|für|para|voor)\s+(?:the\s+)?{_ABOUT}{_RANGE}\s*(?:$|[).,|]|{_PEOPLE})", re.IGNORECASE),
    re.compile(rf"^\W*(?:makes|yields?)\s*[:=\-]?\s*{_ABOUT}{_RANGE}\s*(?:$|[|.,(·•])", re.IGNORECASE),
)  # fmt: skip
# A piece of these is a meal; of others (dumplings, squares, crackers) several are.
_MEALS = (
    r"(?:meals?|dinners|lunches|suppers|lunch\s?boxes|meal preps?|containers|burgers?|pies?|pasties|pasty|wraps?|burritos?|bowls?|pizzas?|sandwich(?:es)?|parcels?|tarts|"
    r"galettes?|calzones?|omelettes?|jackets?|baked potatoes|peppers|toasties|subs|hot dogs|wedges|"
    r"single serves?|individual \w+|flatbreads|steaks|fillets)"
)
_MEAL = re.compile(
    rf"(?:\b(?:makes|yields?|yield)\b|=)\s*:?\s*{_ABOUT}{_RANGE}\s+(?:\w+\s+){{0,2}}{_MEALS}\b",
    re.IGNORECASE,
)
# All that a line about servings and nothing else is made of.
_FACT_WORDS = frozenset(
    [
        "serves",
        "serve",
        "serving",
        "servings",
        "feeds",
        "feed",
        "makes",
        "make",
        "made",
        "yields",
        "yield",
        "portion",
        "portions",
        "people",
        "persons",
        "person",
        "pers",
        "ppl",
        "pax",
        "covers",
        "guests",
        "adults",
        "adult",
        "kids",
        "kid",
        "children",
        "child",
        "eaters",
        "mouths",
        "diners",
        "family",
        "crowd",
        "party",
        "table",
        "household",
        "for",
        "enough",
        "sufficient",
        "good",
        "about",
        "around",
        "approx",
        "approximately",
        "roughly",
        "up",
        "to",
        "at",
        "least",
        "or",
        "and",
        "plus",
        "as",
        "a",
        "an",
        "the",
        "of",
        "with",
        "main",
        "side",
        "starter",
        "course",
        "hungry",
        "very",
        "generous",
        "generously",
        "big",
        "small",
        "large",
        "polite",
        "average",
        "leftovers",
        "leftover",
        "this",
        "recipe",
        "dose",
        "doses",
        "quantity",
        "quantities",
        "number",
        "no",
        "size",
        "each",
        "per",
        "ish",
        "x",
        "dozen",
        "dinner",
        "lunch",
        "supper",
        "meal",
        "meals",
        "bowls",
        "bowl",
        "plates",
        "plate",
        "easily",
        "comfortably",
        "total",
        "is",
        "are",
        "it",
        "that",
        "will",
        "should",
    ]
)
_LIST_WORDS = frozenset(
    [
        "ingredient",
        "ingredients",
        "list",
        "you",
        "you'll",
        "you’ll",
        "will",
        "need",
        "needed",
        "what",
        "shopping",
        "things",
        "in",
    ]
)
LONGEST_HEAD = 70
_TOLD_ASIDE = re.compile(
    rf"\b(?:serves|servings|feeds|does|(?:good|enough|sufficient) for)\b\s*:?\s*{_ABOUT}{_RANGE}\b",
    re.IGNORECASE,
)
_SHARED = re.compile(
    rf"\b(?:divide|share|split|spoon|ladle|serve|pour|plate|dish|pile|heap|scoop)\b[^.;]{{0,60}}?\b(?:between|among|amongst|"
    rf"into|onto|in|over|on|across)\s+{_RANGE}\s+(?:\w+\s+){{0,2}}(?:plates|bowls|people|dishes|containers|portions|boxes)\b",
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
    if (both := _BOTH.search(plain)) is not None:
        eaters = float(both["low"]) + float(both["high"])
        return Servings(eaters, eaters) if eaters <= MOST_SERVINGS else None
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
    # "Two (or one very hungry person)" is two.
    return Servings(low, max(low, high))


def only_servings(text: str) -> bool:
    """Tell a line that says for how many and nothing else: every word of it speaks of that."""
    return servings_in(text) is not None and not _other_words(text)


def lists_ingredients(text: str) -> bool:
    """Tell the head of a list that says for how many: "Ingredients (serves 4)", "To serve 6 you need"."""
    if re.search(r"\bingredients?\b|\bneed\b", text, re.IGNORECASE) is None:
        return False
    return len(text) <= LONGEST_HEAD and not _other_words(text) - _LIST_WORDS


def _other_words(text: str) -> set[str]:
    plain = spell_numbers(spell_fractions(text[:200])).lower()
    words = set(re.findall(r"[^\W\d_]+(?:['’][^\W\d_]+)?", plain)) - _FACT_WORDS
    return {word for word in words if _EATERS.fullmatch(word) is None}


def servings_in_story(text: str) -> Servings | None:
    """Return how many a text says it serves in a sentence of its own: "Sufficient for 7 persons"."""
    for sentence in re.split(r"(?<=[.!?;])\s+|\s{3,}|\s[|·•]\s", text):
        if only_servings(sentence):
            return servings_in(sentence)
    told = _TOLD_ASIDE.search(spell_numbers(text[:400]))
    return _checked(told) if told is not None else None


def shared_among(steps: Sequence[str]) -> Servings | None:
    """Return among how many plates, bowls or people the steps share a dish, None if they do not."""
    for step in reversed(steps):
        match = _SHARED.search(spell_numbers(step))
        if match is not None:
            return _checked(match)
    return None


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
