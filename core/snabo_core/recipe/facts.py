"""What a recipe says of itself beside its servings: what it makes, and its times."""

from __future__ import annotations

import re

from snabo_core.quantities.numbers import spell_fractions, spell_numbers, to_number
from snabo_core.quantities.step_facts import WORDED

_YIELD = re.compile(
    r"\b(?:makes|yields?)\b(?!\s*enough\b)\s*:?\s*(?P<what>(?:[^|.;()•·\s]|\s(?!\s)){1,60})",
    re.IGNORECASE,
)
_UNIT = r"(?:h\b|hrs?\b\.?|hours?\b|m\b|mins?\b\.?|minutes?\b|days?\b)"
_ONE_TIME = rf"\d+(?:\.\d+)?(?:\s\d/\d)?\s*(?:(?:-|–|to)\s*\d+\s*)?{_UNIT}"
# "1 hr 40" leaves its minutes unsaid.
_HOURS_AND = (
    r"\d+\s*(?:h|hrs?|hours?)\b\.?\s*(?:and\s*)?\d{1,2}(?!\s*[-–/.:\d])(?=\s*(?:$|[|,;.·•)]|[a-z]))"
)
_DURATION = rf"{_HOURS_AND}|{_ONE_TIME}(?:\s*(?:and|,)?\s*{_ONE_TIME})?|\d{{1,2}}:\d{{2}}"
_KINDS = {
    "prep": r"pr[eé]p(?:aration)?|active|hands[\s-]?on|work(?:ing)?",
    "cook": r"cook(?:ing)?|cuisson|bake|baking|oven|roast(?:ing)?|simmer(?:ing)?",
    "rest": r"rest(?:ing)?|chill(?:ing)?|marinat(?:e|ing)|soak(?:ing)?|stand(?:ing)?|proving|rising|inactive|passive|waiting",
    "total": r"total|time (?:needed|required)|takes|allow|ready(?: in)?|all in|(?:from )?start to (?:finish|table|plate|fork)|altogether|overall",
}
_BEFORE = {kind: re.compile(rf"\b(?:{words})(?:\s+(?:time|in))?\s*[:=\-–|]?\s*(?:about\s+)?(?P<t>{_DURATION})",
                            re.IGNORECASE) for kind, words in _KINDS.items()}  # fmt: skip
_AFTER = {kind: re.compile(rf"(?P<t>{_DURATION})\s*(?:in the |of )?(?:{words})\b", re.IGNORECASE)
          for kind, words in _KINDS.items()}  # fmt: skip
_ABOUT = r"(?:(?:about|around|approx(?:imately)?\.?|roughly|circa|ca\.?|c\.)\s*)?"
_ALONE = re.compile(
    rf"^\W*{_ABOUT}(?P<t>{_DURATION})(?:\s*(?:\+|plus)\s*\w+ing(?: time)?)?\W*$"
    rf"|[|·•]\s*(?P<b>{_DURATION})\s*(?:(?:\+|plus)\s*\w+ing(?: time)?\s*)?(?:$|[|·•])",
    re.IGNORECASE,
)

# "Makes 8 crêpes, serves 4" makes eight.
_SERVED_TOO = re.compile(r"\W+(?:serv(?:es|ing)|feeds|enough for|for \d)\b", re.IGNORECASE)
_SERVED = re.compile(
    r"\b(?:serves?|feeds?|serving|portions?|servings?|people|persons?)\b", re.IGNORECASE
)
_TIME = re.compile(
    rf"(?:(?:^\W*|\s)time\s*[:=]\s*|^\W*time\s+(?=\d))(?:about|around|approx\.?|roughly)?\s*(?P<t>{_DURATION})(?:\s*\+)?",
    re.IGNORECASE,
)
_TOLD = (
    *_BEFORE.values(),
    *_AFTER.values(),
    re.compile(_DURATION, re.IGNORECASE),
    # "20 min + 50 min oven".
    re.compile(
        rf"(?:{_DURATION})\s*(?:\+|plus|and then)\s*(?:{_DURATION})(?:\s+(?:(?:in|of) (?:the )?)?\w+)?",
        re.IGNORECASE,
    ),
)
# "20 minutes + 3 hours in the oven": what comes before the oven is work.
_WORK_FIRST = re.compile(rf"(?P<t>{_DURATION})\s*(?:\+|plus|and then)\s*$", re.IGNORECASE)
_BREAKS = re.compile(
    r"[|·•;]|\.(?=\s)|\s{2,}|\t|\s[-–—/]\s|,(?!\d)"
    r"|(?<=servings)\s+(?=\d)|(?<=portions)\s+(?=\d)|(?<=people)\s+(?=\d)",
    re.IGNORECASE,
)

_HOURS_IN_WORDS = re.compile(
    "|".join(
        rf"\b{words}\b" for words, (low, high) in WORDED.items() if low == high and "hour" in words
    ),
    re.IGNORECASE,
)
# "Prep 10", "Serves 4": a label and a bare number.
LEAST_LABELS = 2
_LABELLED = re.compile(
    r"(?:(?P<kind>prep(?:aration)?|cook(?:ing)?|bake|rest|chill|total)(?: time)?|serves|servings|for|feeds|makes)"
    r"\W{0,2}\s*(?P<count>\d{1,3}(?:\s*[-–]\s*\d{1,3})?)",
    re.IGNORECASE,
)


def yield_in(text: str) -> str:
    """Return what a line says is made ("9 squares"), empty where it says nothing."""
    match = _YIELD.search(text[:200])
    return _SERVED_TOO.split(match["what"])[0].strip(" ,:-") if match else ""


def _spelled(text: str) -> str:
    """Return the beginning of a line with its numbers in figures: "half an hour" is 30 min."""
    timed = _HOURS_IN_WORDS.sub(lambda said: f"{WORDED[said[0].lower()][0] / 60:g} min", text[:200])
    return spell_numbers(spell_fractions(timed))


def _with_minutes(text: str) -> str:
    """Return a line of labels with their minutes: "Prep 10 | Cook 20 | Serves 4"."""
    pieces = re.split(r"\s*[|/·•;]\s*", text.strip(" .|"))
    labelled = [_LABELLED.fullmatch(piece) for piece in pieces]
    if len(pieces) < LEAST_LABELS or not all(labelled):
        return text
    timed = [found for found in labelled if found is not None and found["kind"]]
    return " | ".join(f"{found['kind']} {found['count']} min" for found in timed) or text


def times_in(text: str) -> dict[str, float]:
    """Return minutes by kind (prep, cook, rest, total) that a line states."""
    plain = _with_minutes(_spelled(text))
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
            waits = kind in {"cook", "rest"}
            work = _WORK_FIRST.search(plain[: match.start()]) if waits else None
            if work is not None and "prep" not in found:
                found["prep"] = minutes_of(work["t"])
                taken.append(work.span("t"))
    if not found:
        alone = _TIME.search(plain) or _ALONE.search(plain) or _beside_servings(plain)
        if alone:
            told = alone.groupdict()
            found["total"] = minutes_of(told["t"] or told["b"])
    return found


def _beside_servings(text: str) -> re.Match[str] | None:
    """Return the time that stands alone beside who it serves: "4 portions, about 40 minutes"."""
    pieces = [piece for part in pieces_of(text) for piece in re.split(r"\bin\b", part)]
    if len(pieces) < 2 or not any(_SERVED.search(piece) for piece in pieces):
        return None
    return next((found for piece in pieces if (found := _ALONE.search(piece))), None)


def pieces_of(text: str) -> list[str]:
    """Return what stands between the points, bars and gaps of a line that tells several facts."""
    return [piece for piece in _BREAKS.split(text[:200]) if re.search(r"\w", piece)]


def without_times(text: str) -> str:
    """Return a line with a bar for each time that it names: "For 4 | / |"."""
    plain = _spelled(text)
    for pattern in (*_BEFORE.values(), *_AFTER.values(), _TIME):
        plain = pattern.sub("|", plain)
    return plain


def only_times(text: str) -> bool:
    """Tell a piece that says how long something takes and nothing else: "Cooking: 1 h 30"."""
    plain = _spelled(text).strip(" .:,()")
    plain = re.sub(rf"^{_ABOUT}", "", plain, flags=re.IGNORECASE)
    return any(pattern.fullmatch(plain) is not None for pattern in _TOLD)


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
