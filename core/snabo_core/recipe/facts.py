"""What a recipe says of itself beside its servings: what it makes, and its times."""

from __future__ import annotations

import re

from snabo_core.quantities.numbers import spell_fractions, spell_numbers, to_number
from snabo_core.quantities.step_facts import WORDED

_YIELD = re.compile(
    r"\b(?:makes|yields?)\b(?!\s*enough\b)\s*:?\s*(?P<what>(?:[^|.;()•·\s]|(?<=\d)\.(?=\d)|\s(?!\s|[a-z]{3,12}:)){1,60})",
    re.IGNORECASE,
)
# "20 falafel, serves 4".
_MADE_FIRST = re.compile(
    r"^(?P<what>\d{1,3}\s+(?!people\b|persons?\b|servings?\b|portions?\b|m|h)[^\d,;(|.]{3,40})[,;(]\s*(?:serves|feeds|enough for)\b",
    re.IGNORECASE,
)
# "2h15m" runs on.
_UNIT = r"(?:h(?=\d)|hrs?(?=\d)|h\b|hrs?\b\.?|hours?\b|m\b|mins?\b\.?|minutes?\b|days?\b)"
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
_AFTER = {kind: re.compile(rf"(?P<t>{_DURATION})\s*(?:in the |of )?(?:{words})\b(?:\s+time\b)?", re.IGNORECASE)
          for kind, words in _KINDS.items()}  # fmt: skip
_ABOUT = r"(?:(?:about|around|approx(?:imately)?\.?|roughly|circa|ca\.?|c\.)\s*)?"
_ALONE = re.compile(
    rf"^\W*{_ABOUT}(?P<t>{_DURATION})(?:\s*(?:\+|plus)\s*\w+ing(?: time)?)?\W*$"
    rf"|[|·•]\s*(?P<b>{_DURATION})\s*(?:(?:\+|plus)\s*\w+ing(?: time)?\s*)?(?:$|[|·•])",
    re.IGNORECASE,
)

# "Makes 8 crêpes, serves 4" makes eight.
_SERVED_TOO = re.compile(r"\W+(?:serv(?:es|ing)|feeds|enough for|for \d)\b", re.IGNORECASE)
# "30 minutes, start to finish" is said in one breath.
_ALL_OF_IT = re.compile(
    r"(?<=[a-z\d.]),\s+(?=(?:from )?start to (?:finish|table|plate|fork)|all in\b|altogether|overall)",
    re.IGNORECASE,
)
# "15 minutes mins", as a page shows it to eyes and to ears.
_TWICE_TOLD = re.compile(r"\b(minutes|hours?)\s+(?:mins?|hrs?)\b", re.IGNORECASE)
_ADDED_UP = re.compile(
    rf"^\W*(?:takes|time|total(?:\s+time)?|ready\s+in)\b\s*:?\s*(?P<one>{_DURATION})"
    rf"(?:\s+[a-z]+){{0,3}}?\s*(?:\+|\bplus\b)\s*(?P<other>{_DURATION})",
    re.IGNORECASE,
)
_SERVED = re.compile(
    r"\b(?:serves?|feeds?|serving|portions?|servings?|people|persons?)\b|^\W*for\s+\d",
    re.IGNORECASE,
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
    r"[|·•;]|//|\.(?=\s)|\s{2,}|\t|\s[-–—/]\s|,(?!\d)"
    r"|(?<=servings)\s+(?=\d)|(?<=portions)\s+(?=\d)|(?<=people)\s+(?=\d)",
    re.IGNORECASE,
)

# "Serves 4 (55 minutes)".
_IN_BRACKETS = re.compile(
    rf"\(\s*((?:[a-z]+\s+){{0,3}}{_ABOUT}(?:{_DURATION}))\s*\)", re.IGNORECASE
)
_HOUR, _MINUTE = r"(?:h|hrs?|hours?)", r"(?:minutes?|mins?|m)"
_DECIMAL_HOURS = re.compile(rf"(?<![\d.,])(\d),(\d{{1,2}})(?=\s*{_HOUR}\b)", re.IGNORECASE)
_SHARES = {"½": 0.5, "¼": 0.25, "¾": 0.75, "⅓": 1 / 3, "⅔": 2 / 3}
_PARTS_OF_HOURS = re.compile(
    rf"(?<![\d/.])(?:(?P<whole>\d{{1,2}})\s*)?(?P<part>[½¼¾⅓⅔]|(?<!\d)\d/\d)\s*(?P<unit>{_HOUR})\b",
    re.IGNORECASE,
)
_H_AND_MIN = re.compile(
    rf"\b(\d{{1,2}})\s*{_HOUR}\.?\s*(?:(?:and|&)\s*)?([0-5]?\d)\s*(?:{_MINUTE}\b\.?|['′’](?!['’\w]))",
    re.IGNORECASE,
)
# "1 hour, 20 minutes", but not "1 hour, 20 minutes cooking".
_H_COMMA_MIN = re.compile(
    rf"\b(\d{{1,2}})\s*{_HOUR},\s*([0-5]?\d)\s*{_MINUTE}\b\.?(?!\s*(?:in the |of )?"
    rf"(?:{'|'.join(_KINDS.values())})\b)",
    re.IGNORECASE,
)
_H_MIN = re.compile(r"\b(\d{1,2})\s?h\s?([0-5]\d)(?![\d:.,/])(?!\s*(?:m|h)\w*)\b", re.IGNORECASE)
_STROKE_MINUTES = re.compile(
    r"(\b(?:prep\w*|cook\w*|bak\w+|total|time|ready(?: in)?|takes)\b[^|;\d]{0,12}\d{1,3})\s*"
    r"['′’](?!['’\w])",
    re.IGNORECASE,
)
_ABOUT_SO = re.compile(
    rf"(?:\b(?:approx(?:imately)?\.?|roughly|circa|ca\.)\s*|~\s*)(?={_DURATION})",
    re.IGNORECASE,
)
_OR_SO = re.compile(rf"(\d\s*{_UNIT})\s+or (?:so|more|less)\b", re.IGNORECASE)
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


# "Cook 20 minutes" is an order; with a colon, or called a time, it is a fact.
_LABEL = re.compile(rf"\W*(?:{'|'.join(_KINDS.values())})\w*(?:\s+time\b|\s*[:=])", re.IGNORECASE)


_FACT_LABEL = re.compile(
    rf"(?:serves?|servings?|portions?|yields?|makes|feeds|people|level|difficulty|ready in"
    rf"|(?:{'|'.join(_KINDS.values())})(?:\s+time)?|time)",
    re.IGNORECASE,
)


def yield_in(text: str) -> str:
    """Return what a line says is made ("9 squares"), empty where it says nothing."""
    match = _YIELD.search(text[:200]) or _MADE_FIRST.match(text[:200])
    return _SERVED_TOO.split(match["what"])[0].strip(" ,:-") if match else ""


def _plainly(text: str) -> str:
    """Return the beginning of a line with each duration as one: "1 h. 20 min.", "1h20'", "1H20".

    What is only about how long it takes goes: "approx. 1 hr", "~40 min", "30 minutes or so".
    """
    said = _DECIMAL_HOURS.sub(r"\1.\2", text[:200])
    said = _PARTS_OF_HOURS.sub(_decimal, said)
    for pattern in (_H_AND_MIN, _H_COMMA_MIN, _H_MIN):
        said = pattern.sub(r"\1 h \2 min", said)
    said = _STROKE_MINUTES.sub(r"\1 min", said)
    said = _TWICE_TOLD.sub(r"\1", _ALL_OF_IT.sub(" ", said))
    return _OR_SO.sub(r"\1", _ABOUT_SO.sub("", said))


def _decimal(match: re.Match[str]) -> str:
    part = match["part"]
    share = _SHARES[part] if part in _SHARES else int(part[0]) / (int(part[2]) or 1)
    return f"{int(match['whole'] or 0) + share:.3g} {match['unit']}"


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
    # A stroke with room around it parts facts: "4 / 40 min" is no tenth of a minute.
    text = _plainly(text).replace(" / ", " | ")
    pieces = [piece for piece in pieces_of(text) if only_times(piece)]
    told = [_times_of(piece) for piece in pieces]
    if len(pieces) > 1 and all(len(times) == 1 for times in told):
        # "Serves 4 – 15 mins preparation – 40 mins cooking".
        named = {kind: value for times in told for kind, value in times.items()}
        if len(named) == len(told):
            return named
    found = _times_of(text)
    if (both := _ADDED_UP.match(_spelled(text))) is not None:
        # "Takes 10 minutes + 35 minutes in the oven".
        found["total"] = minutes_of(both["one"]) + minutes_of(both["other"])
    return found


def _times_of(text: str) -> dict[str, float]:
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
    plain = _IN_BRACKETS.sub(r" | \1 | ", _plainly(text))
    return [piece for piece in _BREAKS.split(plain) if re.search(r"\w", piece)]


def without_times(text: str) -> str:
    """Return a line with a bar for each time that it names: "For 4 | / |"."""
    plain = _spelled(_plainly(text))
    for pattern in (*_BEFORE.values(), *_AFTER.values(), _TIME):
        plain = pattern.sub("|", plain)
    return plain


def only_times(text: str) -> bool:
    """Tell a piece that says how long something takes and nothing else: "Cooking: 1 h 30"."""
    plain = _spelled(_plainly(text)).strip(" .:,()")
    plain = re.sub(rf"^{_ABOUT}", "", plain, flags=re.IGNORECASE)
    return any(pattern.fullmatch(plain) is not None for pattern in _TOLD)


def labels_time(text: str) -> bool:
    """Tell a line that is a time with its label, wherever it stands: "Cook time: 40 minutes"."""
    return _LABEL.match(text) is not None and only_times(text)


def is_fact_label(text: str) -> bool:
    """Tell the name of a fact and nothing else: "Serves", "Prep time"."""
    return _FACT_LABEL.fullmatch(text.strip(" :*")) is not None


def minutes_of(text: str) -> float:
    """Return the minutes of a duration: `1 hr 20 min`, `0:45`, `1.5 hours`, `10-15 mins` (the mean)."""
    clock = re.fullmatch(r"\s*(\d{1,2}):(\d{2})\s*", text)
    if clock:
        return int(clock[1]) * 60.0 + int(clock[2])
    text = spell_fractions(text)
    # "1h20" are eighty.
    short = re.fullmatch(r"\s*(\d+)\s*h[a-z]*\.?\s*(?:and\s*)?(\d{1,2})\s*", text, re.IGNORECASE)
    if short:
        return int(short[1]) * 60.0 + int(short[2])
    total = 0.0
    for match in re.finditer(
        rf"(\d+/\d+|\d+(?:\.\d+)?(?:\s\d/\d)?)\s*(?:(?:-|–|to)\s*(\d+)\s*)?({_UNIT})",
        text,
        re.IGNORECASE,
    ):
        low = to_number(match[1])
        value = (low + float(match[2])) / 2 if match[2] else low
        unit = match[3].lower()[0]
        total += value * {"h": 60.0, "m": 1.0, "d": 1440.0}[unit]
    return total
