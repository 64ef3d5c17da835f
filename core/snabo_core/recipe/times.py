"""How long a recipe says it takes, and with what: work, cooking, waiting, or all of it.

Each duration of a line takes its kind from the words beside it, as far as every one of them is
known: "20 minutes to prepare and an hour to cook" are two.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from functools import lru_cache
from itertools import pairwise
from typing import NamedTuple

from snabo_core.quantities.numbers import spell_fractions, spell_numbers, to_number
from snabo_core.quantities.step_facts import WORDED

# A line is asked from several sides; what tells facts is short.
REMEMBERED, LONGEST = 512, 200
# "2h15m" runs on.
_UNIT = r"(?:h(?=\d)|hrs?(?=\d)|h\b|hrs?\b\.?|hours?\b|m\b|mins?\b\.?|minutes?\b|days?\b)"
_NUMBER = r"\d+(?:\.\d+)?(?:\s\d/\d)?"
_ONE_TIME = rf"{_NUMBER}(?:\s*{_UNIT}?\s*(?:-|–|to)\s*\d+)?(?:\s*|-){_UNIT}"
# "1 hr 40" leaves its minutes unsaid.
_HOURS_AND = r"\d+\s*(?:h|hrs?|hours?)\b\.?\s*(?:and\s*)?\d{1,2}(?!\s*[-–/:\d]|\.\d)(?=\s*(?:$|[|,;.·•)]|[a-z]))"
_LONG = rf"{_NUMBER}\s*(?:h|hrs?\b\.?|hours?|days?)\s*(?:and\s+)?{_NUMBER}\s*{_UNIT}"
_DURATION = rf"{_LONG}|{_HOURS_AND}|{_ONE_TIME}|(?<![\d:])\d{{1,2}}:\d{{2}}(?![\d:])"
_DURATIONS = re.compile(rf"(?<![\d.,/])(?:{_DURATION})", re.IGNORECASE)
_KINDS = {
    "prep": r"pr[eé]p(?:aration|are|aring|ping)?|active(?:ly)?|hands[\s-]?on|work(?:ing)?|put together|get(?:ting)? (?:(?:it|this) )?ready|assembl(?:e|y|ing)|chopping",
    "cook": r"cook(?:ing|s)?|cuisson|bak(?:e|es|ing)|ovens?|roast(?:ing)?|simmer(?:ing)?|(?:slow|pressure) cookers?|press(?:ure)?\.?(?=\s+(?:time|cook))|stove|hob|fry(?:ing)?|boil(?:ing)?|steam(?:ing)?|stew(?:ing)?|brais(?:e|ing)|grill(?:ing)?|microwav(?:e|ing)|air[\s-]?fry(?:er|ing)?|slow[\s-]?cook(?:ing)?",
    "rest": r"rest(?:ing)?|chill(?:ing)?|marinat(?:e|ing|ion)|marinade|ferment(?:ing|ation)|brin(?:e|ing)|soak(?:ing)?|stand(?:ing)?|proving|rising|inactive|passive|waiting|cooling|freezing",
    "total": r"total|duration|ready|all in all|all in|in all|all told|(?:from )?(?:start|fridge|pan|oven|kitchen) to (?:finish|table|plate|fork)|altogether|overall|time to (?:table|make|eat|serve)"
    r"|(?:done|finished|made) in|on the table|time (?:needed|required)",
    # Of all, where nothing else is said before it.
    "takes": r"takes?|allow|needs?|needed",
}
_KIND = re.compile(
    "|".join(
        rf"(?P<{kind}>(?<![\w-])(?:{words})(?![\w-]))" for kind, words in reversed(_KINDS.items())
    ),
    re.IGNORECASE,
)
# What may stand beside a time and says nothing else.
_FILLERS = {
    "time", "times", "in", "the", "of", "to", "a", "an", "about", "around", "roughly", "approx",
    "approximately", "circa", "only", "just", "it", "this", "that", "you", "you'll", "will",
    "on", "low", "high", "medium", "plus", "more", "and", "then", "from", "my", "our", "good",
    "bit", "is", "are", "flat", "tops", "max", "mostly", "unattended", "not", "counting",
    "excluding", "without", "overnight", "by", "itself", "it's", "it’s", "can", "eat", "me", "us",
    "slow",
}  # fmt: skip
# What else is told of a dish beside its time: "45 min, easy", "Level: easy".
_HOW_HARD = {
    "easy", "quick", "simple", "medium", "moderate", "hard", "intermediate", "beginner", "beginners",
    "difficulty", "level", "skill", "effort", "cost", "cheap", "budget", "weeknight", "midweek",
}  # fmt: skip
_DESCRIBES = _HOW_HARD | {"low", "high", "meal", "1", "one", "pot", "pan", "tray", "dish", "supper",
                          "dinner", "lunch", "very"}  # fmt: skip
_TOKEN = re.compile(rf"{_KIND.pattern}|[^\W_]+(?:['’-][^\W_]+)*", re.IGNORECASE)
_OWN = {"prep", "cook", "rest"}
# "Prep and cooking: 50 minutes".
_JOINED = re.compile(r"\band\b|[&+/]", re.IGNORECASE)
_STRONG = re.compile(r"[|·•;()\[\]{}]|//|\.(?=\s|$)|\s{2,}|\t|\s[-–—/]\s")
_WEAK = re.compile(r",|\+|=|\bplus\b|\bthen\b|\band\b|&", re.IGNORECASE)
_ADDS = re.compile(r"\+|\bplus\b|\bthen\b", re.IGNORECASE)
_ADDS_BEHIND = re.compile(r",|\+|\bplus\b|\bthen\b", re.IGNORECASE)
# Where what stands by itself begins and ends.
_SEGMENTS = re.compile(
    r"\s(?=(?:serves|feeds|makes|for\s+\d)\b)|[|·•;,()\[\]{}]|//|\.(?=\s|$)|\s{2,}|\t|\s[-–—/]\s|\bin\b|\+|\bplus\b",
    re.IGNORECASE,
)
_BARS = {"|", "·", "•"}
_LABEL_SIGNS = " :=-–—|"
_SERVED = re.compile(
    r"\b(?:serves?|feeds?|serving|portions?|servings?|people|persons?)\b|^\W*for\s+\d",
    re.IGNORECASE,
)

# "30 minutes, start to finish" is said in one breath.
_ALL_OF_IT = re.compile(
    r"(?<=[a-z\d.]),\s+(?=(?:from )?start to (?:finish|table|plate|fork)|all in\b|altogether|overall)",
    re.IGNORECASE,
)
# "2 hours incl. roasting".
_INCLUDING = re.compile(
    r",?\s+\(?incl(?:uding|udes|\.)?\s+(?:the\s+|all\s+)?[a-z]+ing(?:\s+(?:and|&|\+)\s+[a-z]+ing)?\)?(?=\W*$)",
    re.IGNORECASE,
)
# "15 minutes mins", as a page shows it to eyes and to ears.
_TWICE_TOLD = re.compile(r"\b(minutes|hours?)\s+(?:mins?|hrs?)\b", re.IGNORECASE)
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
_H_MIN = re.compile(
    r"\b(\d{1,2})\s?(?:h|hrs?)\s?([0-5]\d)(?![\d:.,/])(?!\s*(?:m|h)\w*)\b", re.IGNORECASE
)
_CLOCK = re.compile(r"\b(\d{1,2}):([0-5]\d)\s*h(?:rs?|ours?)?\b", re.IGNORECASE)
# "10 + 40 min".
_TWO_ADDED = re.compile(rf"^\W*(\d{{1,3}})\s*\+\s*(\d{{1,3}})\s*{_MINUTE}\W*$", re.IGNORECASE)
_CLOCK_ALONE = re.compile(r"\W*\d{1,2}:\d{2}\W*")
_STROKE_MINUTES = re.compile(
    r"(\b(?:prep\w*|cook\w*|bak\w+|total|time|ready(?: in)?|takes)\b[^|;\d]{0,12}\d{1,3})\s*"
    r"['′’](?!['’\w])",
    re.IGNORECASE,
)
# "Ready in 20".
_READY_IN = re.compile(
    r"^(\W*(?:ready|done|cooked|on the (?:table|plate)|(?:dinner|supper|lunch) (?:ready )?) ?in (?:under |about |just )?[1-9]\d)(?=\W*$)",
    re.IGNORECASE,
)
_STROKES_ALONE = re.compile(r"^(\W*\d{1,3})['′’](?=\W*$)")
# "45 min total (15 prep, 30 cook)", "Prep 15 + cook 30 = 45 minutes".
_MINUTES_SAID = re.compile(rf"\d\s*{_MINUTE}\b", re.IGNORECASE)
_BARE_BEFORE = re.compile(
    r"(?:(?<=\()|(?<=, ))(\d{1,3})\s+(prep|cook(?:ing)?|bake|baking|rest(?:ing)?)\b", re.IGNORECASE
)
_BARE_BEHIND = re.compile(
    r"\b(prep|cook(?:ing)?|bake|baking|rest(?:ing)?)\s+(\d{1,3})(?=\s*(?:[+,)=]|$))", re.IGNORECASE
)
# "approx. 1 hr", "less than 30 mins": what is only about how long it takes.
_ABOUT_SO = re.compile(
    rf"(?:\b(?:approx(?:imately)?\.?|roughly|circa|ca?\.|less than|under|up to|at (?:most|least)|max(?:imum)?\.?|a good|nearly|over)\s*"
    rf"|[~≈<]\s*)(?={_DURATION})",
    re.IGNORECASE,
)
_OR_SO = re.compile(rf"(\d\s*{_UNIT})(?:\s+or (?:so|more|less)|,? give or take)\b", re.IGNORECASE)
_POSSESSIVE = re.compile(rf"(\d\s*{_MINUTE}|\d\s*{_HOUR})['’](?=\s)", re.IGNORECASE)
_QUARTERS = re.compile(r"\bthree-quarters\b", re.IGNORECASE)
_HOURS_IN_WORDS = re.compile(
    "|".join(
        rf"\b{words}\b" for words, (low, high) in WORDED.items() if low == high and "hour" in words
    ),
    re.IGNORECASE,
)
_ANY_NUMBER = re.compile(r"[\d½¼¾⅓⅔]")
# "Serves 4 - 20 min prep" is no range.
_SERVED_BEFORE = re.compile(
    rf"(\b(?:serves|feeds|makes|servings?|portions?|yields?)\b\W{{0,2}}\s*\d{{1,2}}(?:\s?[-–]\s?\d{{1,2}})?)\s+[-–—]\s+(?=\d+(?:\s*[-–]\s*\d+)?(?:\s*|-){_UNIT})",
    re.IGNORECASE,
)
# "Prep. time: 45 min", "Cook. 20 min".
_SHORTENED = re.compile(r"\b(prep|cook|tot)\.(?=\s*(?:times?\b|[:\d]))", re.IGNORECASE)
# "4 portions Takes 50 mins", "Serves 6 people Time 1 hour".
_SERVED_AHEAD = re.compile(
    rf"((?:\b(?:serves|feeds|for)\W{{0,2}}\s*\d{{1,2}}(?:\s?[-–]\s?\d{{1,2}})?(?:\s+(?:people|persons))?|\b\d{{1,2}}\s+(?:servings?|portions?|people|persons)))\s+"
    rf"(?=(?:takes|time|needs|done in|ready in)\b\W{{0,3}}(?:(?:about|around)\s+)?(?:{_DURATION}))",
    re.IGNORECASE,
)
# "45 minutes, of which 10 are work".
_OF_WHICH = re.compile(
    r",?\s+(?:of which|including)\s+(?:only\s+)?(\d{1,3})\s+(?:is|are)\b", re.IGNORECASE
)
# "Prep/cook: 10/35 min".
_BOTH = re.compile(
    rf"\b(prep\w*)\s*/\s*(cook\w*)(?:\s+times?)?\W{{0,3}}(\d{{1,3}})\s*/\s*(\d{{1,3}})\s*{_MINUTE}\b",
    re.IGNORECASE,
)
_ADDED_UP = re.compile(
    rf"(?:^|[|;.,—–]\s|\s-\s)\W*(?:takes|time|total(?:\s+time)?|ready\s+in)\b\s*:?\s*(?P<one>{_DURATION})"
    rf"(?:\s+[a-z]+){{0,3}}?\s*(?:\+|\bplus\b|\b(?:and )?then\b)\s*(?P<other>{_DURATION})",
    re.IGNORECASE,
)
# "Time: 45 min", "Time about an hour".
_TIME_SAID = re.compile(
    r"(?:(?:^\W*|\s)time\s*[:=]\s*|^\W*time\s+)(?:(?:about|around|approx\.?|roughly)\s*)?$",
    re.IGNORECASE,
)
# "Prep 10", "Serves 4": a label and a bare number.
LEAST_LABELS = 2
_LABELLED = re.compile(
    r"(?:(?P<kind>prep(?:aration)?|active|hands[\s-]on|cook(?:ing)?|bake|rest|chill|total)(?: time)?|serves|servings|for|feeds|makes)"
    r"\W{0,2}\s*(?P<count>\d{1,3}(?:\s*[-–]\s*\d{1,3})?)",
    re.IGNORECASE,
)
_LABELS_APART = re.compile(
    r"\s*(?:[|/·•;]|\.\s|\s[-–—]\s)\s*|\s(?=(?:prep\w*|cook(?:ing)?|serves|feeds|makes)\W{1,2}\d)",
    re.IGNORECASE,
)
# "Serves 4 (55 minutes)".
_IN_BRACKETS = re.compile(
    r"\(\s*((?:[a-z]+\s+){0,3}"
    rf"(?:(?:about|around)\s+)?(?:{_DURATION})(?:\s+[a-z]+){{0,3}})\s*\)",
    re.IGNORECASE,
)
_BREAKS = re.compile(
    r"[|·•;]|//|\.(?=\s)|\s{2,}|\t|\s[-–—/]\s|,(?!\d)"
    r"|\s(?=(?:serves|feeds)\s+(?:about\s+)?\d)|(?<=servings)\s+(?=\d)|(?<=portions)\s+(?=\d)|(?<=people)\s+(?=\d)",
    re.IGNORECASE,
)
# "Cook 20 minutes" is an order; with a colon, or called a time, it is a fact.
_TIME_LABEL = re.compile(
    rf"\W*(?:{'|'.join(_KINDS.values())})\w*(?:\s+time\b|\s*[:=])", re.IGNORECASE
)

# "Mins: 35".
_MINUTES_LABELLED = re.compile(r"^\W*(?:mins?|minutes)\.?\s*[:=]\s*(\d{1,3})\W*$", re.IGNORECASE)
# "15 Minuten", "1 heure", "2 ore".
_THEIR_HOURS = re.compile(
    r"(?<=\d)\s*(?:stunden?|std|heures?|horas?|ore|ora|uur|timer|timmar|godz)\b\.?", re.IGNORECASE
)
_THEIR_TIME = re.compile(
    r"^(\W*)(?:tempo|temps|tiempo|zeit|tijd|tid|czas|[cč]as)\b(?=\W{1,3}\d)", re.IGNORECASE
)
_THEIR_MINUTES = re.compile(
    r"(?<=\d)\s*(?:minuten?|minuti|minutos|minuter|minutter|minut[ya]?|mn)\b", re.IGNORECASE
)


def _in_our_units(text: str) -> str:
    """Return a text whose hours and minutes in other languages are ours."""
    ours = _THEIR_TIME.sub(r"\1time", text)
    return _THEIR_MINUTES.sub(" min", _THEIR_HOURS.sub(" h", ours))


def minutes_of(text: str) -> float:
    """Return the minutes of a duration: `1 hr 20 min`, `0:45`, `1.5 hours`, `10-15 mins` (the mean)."""
    clock = re.fullmatch(r"\s*(\d{1,2}):(\d{2})\s*", text)
    if clock:
        return int(clock[1]) * 60.0 + int(clock[2])
    text = spell_fractions(_in_our_units(text))
    # "1h20" are eighty.
    short = re.fullmatch(r"\s*(\d+)\s*h[a-z]*\.?\s*(?:and\s*)?(\d{1,2})\s*", text, re.IGNORECASE)
    if short:
        return int(short[1]) * 60.0 + int(short[2])
    total = 0.0
    for match in _A_TIME.finditer(text):
        low = to_number(match["low"]) * _MINUTES[(match["first"] or match["unit"])[0].lower()]
        high = float(match["high"] or 0) * _MINUTES[match["unit"][0].lower()]
        total += (low + high) / 2 if match["high"] else low
    return total


_MINUTES = {"h": 60.0, "m": 1.0, "d": 1440.0}
# "30 mins to 1 hour", "10-15 min", "1 1/2 hours".
_A_TIME = re.compile(
    rf"(?P<low>\d+/\d+|{_NUMBER})\s*(?:(?P<first>{_UNIT})?\s*(?:-|–|to)\s*(?P<high>\d+)\s*)?-?(?P<unit>{_UNIT})",
    re.IGNORECASE,
)


class _Run(NamedTuple):
    """The known words beside a time: their kinds, as told, how far they reach, and if they end it."""

    kinds: tuple[str, ...]
    words: str
    whole: bool


class _Piece(NamedTuple):
    """A duration of a line, and the words before and behind it that speak of no other."""

    start: int
    end: int
    minutes: float
    before: str
    behind: str


def times_in(text: str) -> dict[str, float]:
    """Return minutes by kind (prep, cook, rest, total) that a line states.

    "12:04" by itself is what a telephone shows above what it copies.
    """
    if _CLOCK_ALONE.fullmatch(text) is not None:
        return {}
    return dict(_times_in(text[:LONGEST]))


@lru_cache(maxsize=REMEMBERED)
def _times_in(text: str) -> tuple[tuple[str, float], ...]:
    plain = _with_minutes(_plainly(text))
    pieces = _pieces(plain)
    kinds = [_kind_of(piece, plain) for piece in pieces]
    found: dict[str, float] = {}
    for place, piece in enumerate(pieces):
        kind = kinds[place]
        if kind not in _OWN:
            kind = _by_the_next(plain, pieces, kinds, place) or kind
        if kind is not None:
            found.setdefault(kind, piece.minutes)
    if (both := _ADDED_UP.search(plain)) is not None:
        # "Takes 10 minutes + 35 minutes in the oven".
        found["total"] = minutes_of(both["one"]) + minutes_of(both["other"])
    if not found:
        alone = [piece for piece in pieces if _tells_alone(plain, piece)]
        found = {"total": alone[0].minutes} if len(alone) == 1 else {}
    return tuple(found.items())


def _pieces(plain: str) -> list[_Piece]:
    """Return the durations of a line, each with its own words."""
    spans = [match.span() for match in _DURATIONS.finditer(plain)]
    if not spans:
        return []
    ends = plain[: spans[0][0]].rstrip(_LABEL_SIGNS), plain[spans[-1][1] :]
    first, last = _STRONG.split(ends[0])[-1], _ADDS_BEHIND.split(_STRONG.split(ends[1])[0])[0]
    labels_first = bool(_run(first, behind=False).kinds) and not _run(last, behind=True).kinds
    gaps = [plain[end:start] for (_, end), (start, _) in pairwise(spans)]
    apart = [_apart(gap, labels_first=labels_first) for gap in gaps]
    before = [first, *(head for _, head in apart)]
    behind = [*(tail for tail, _ in apart), last]
    return [
        _Piece(start, end, minutes_of(plain[start:end]), head, tail)
        for (start, end), head, tail in zip(spans, before, behind, strict=True)
    ]


def _apart(gap: str, *, labels_first: bool) -> tuple[str, str]:
    """Return the words between two durations: those of the one before, and of the one behind."""
    bare = gap.rstrip(_LABEL_SIGNS)
    for sign in (_STRONG, _WEAK):
        told = sign.split(bare)
        if len(told) > 1:
            return told[0], told[-1]
    return ("", bare) if labels_first else (bare, "")


def _tokens(words: str) -> list[tuple[str | None, str, int, int]]:
    """Return the words of a piece with what kind of time each speaks of, and where it stands."""
    return [(match.lastgroup, match[0].lower(), *match.span()) for match in _TOKEN.finditer(words)]


def _run(words: str, *, behind: bool) -> _Run:
    """Return the known words next to a duration: those at the start of what is behind it."""
    tokens = _tokens(words)
    kinds: list[str] = []
    reach = 0 if behind else len(words)
    for kind, word, start, end in tokens if behind else reversed(tokens):
        if kind is None and word not in _FILLERS:
            return _Run(tuple(kinds), words[:reach] if behind else words[reach:], whole=False)
        kinds += [kind] if kind is not None else []
        reach = end if behind else start
    return _Run(tuple(kinds), words, whole=True)


def _told_by(run: _Run) -> str | None:
    """Return the kind that known words tell: that of the nearest, of work and cooking both all."""
    told = [kind for kind in run.kinds if kind in _OWN]
    if {"prep", "cook"} <= {*told} and _JOINED.search(run.words) is not None:
        return "total"
    if told:
        return told[0]
    in_all = "total" in run.kinds or ("takes" in run.kinds and run.whole)
    return "total" if in_all else None


def _kind_of(piece: _Piece, plain: str) -> str | None:
    """Return what a duration is for, None where its own words do not say."""
    before = _told_by(_run(piece.before, behind=False))
    behind = _told_by(_run(piece.behind, behind=True))
    for told in (before, behind):
        if told in _OWN:
            return told
    in_all = before or behind or _TIME_SAID.search(plain[: piece.start])
    return "total" if in_all else None


def _by_the_next(
    plain: str, pieces: Sequence[_Piece], kinds: Sequence[str | None], place: int
) -> str | None:
    """Return what a duration without words of its own is for, by the one behind it."""
    following = kinds[place + 1] if place + 1 < len(pieces) else None
    if following not in _OWN:
        return None
    between = plain[pieces[place].end : pieces[place + 1].start]
    if "(" in between and pieces[place].minutes > pieces[place + 1].minutes:
        # "45 minutes (10 minutes active)".
        return "total"
    # "20 minutes + 3 hours in the oven": what comes before the oven is work.
    return "prep" if following != "prep" and _ADDS.search(between) is not None else None


def _tells_alone(plain: str, piece: _Piece) -> bool:
    """Tell a duration that stands by itself, or beside who is served: "4 portions, 40 minutes"."""
    here, others, at, barred = "", [], 0, False
    for sign in (*_SEGMENTS.finditer(plain), None):
        end = sign.start() if sign is not None else len(plain)
        if at <= piece.start < end:
            here = f"{plain[at : piece.start]} {plain[piece.end : end]}"
            barred = plain[max(0, at - 1) : at] in _BARS or (sign is not None and sign[0] in _BARS)
        else:
            others.append(plain[at:end])
        at = sign.end() if sign is not None else end
    if not _all_known(here):
        return False
    served = any(_SERVED.search(other) is not None for other in others)
    return served or barred or all(map(_all_known, others))


def _all_known(text: str) -> bool:
    """Tell words on how long, hard or costly a dish is, or none."""
    known = _FILLERS | _DESCRIBES
    return all(kind is not None or word in known for kind, word, _, _ in _tokens(text))


def only_describes(text: str) -> bool:
    """Tell words on how long, hard or costly a dish is: "Level: easy", "30-minute meal"."""
    plain = _plainly(text)
    said = _DURATIONS.sub(" ", plain)
    told = said != plain or any(word in _HOW_HARD for _, word, _, _ in _tokens(said))
    return told and _all_known(said)


def without_times(text: str) -> str:
    """Return a line with a bar for each time that it names: "For 4 | / |"."""
    plain = _plainly(text)
    for piece in reversed(_pieces(plain)):
        if _kind_of(piece, plain) is None:
            continue
        before, behind = _run(piece.before, behind=False), _run(piece.behind, behind=True)
        start = plain.rindex(piece.before, 0, piece.start) + len(piece.before) - len(before.words)
        end = plain.index(piece.behind, piece.end) + len(behind.words)
        plain = f"{plain[:start]}|{plain[end:]}"
    return plain


def only_times(text: str) -> bool:
    """Tell a piece that says how long something takes and nothing else: "Cooking: 1 h 30"."""
    plain = _plainly(text)
    rest = _DURATIONS.sub(" ", plain)
    known = all(kind is not None or word in _FILLERS for kind, word, _, _ in _tokens(rest))
    return known and rest != plain


def labels_time(text: str) -> bool:
    """Tell a line that is a time with its label, wherever it stands: "Cook time: 40 minutes"."""
    return _TIME_LABEL.match(text) is not None and only_times(text)


def pieces_of(text: str) -> list[str]:
    """Return what stands between the points, bars and gaps of a line that tells several facts."""
    plain = _IN_BRACKETS.sub(r" | \1 | ", _in_one(text))
    return [piece for piece in _BREAKS.split(plain) if re.search(r"\w", piece)]


@lru_cache(maxsize=REMEMBERED)
def _in_one(text: str) -> str:
    """Return the beginning of a line with each duration as one: "1 h. 20 min.", "1h20'", "1H20".

    What is only about how long it takes goes: "approx. 1 hr", "~40 min", "30 minutes or so".
    """
    if _ANY_NUMBER.search(text[:LONGEST]) is None:
        return text[:LONGEST]
    text = _SHORTENED.sub(r"\1", text[:LONGEST]).replace(" -- ", " – ")
    text = _MINUTES_LABELLED.sub(r"total: \1 min", text)
    text = _TWO_ADDED.sub(r"takes \1 min + \2 min", text)
    said = _DECIMAL_HOURS.sub(r"\1.\2", _in_our_units(text))
    said = _SERVED_AHEAD.sub(r"\1 | ", _SERVED_BEFORE.sub(r"\1 | ", said))
    said = _PARTS_OF_HOURS.sub(_decimal, said)
    said = _CLOCK.sub(r"\1 h \2 min", said)
    for pattern in (_H_AND_MIN, _H_COMMA_MIN, _H_MIN):
        said = pattern.sub(r"\1 h \2 min", said)
    said = _READY_IN.sub(r"\1 min", said)
    said = _STROKES_ALONE.sub(r"\1 min", _STROKE_MINUTES.sub(r"\1 min", said))
    if _MINUTES_SAID.search(said) is not None:
        said = _BARE_BEHIND.sub(r"\1 \2 min", _BARE_BEFORE.sub(r"\1 min \2", said))
    said = _TWICE_TOLD.sub(r"\1", _INCLUDING.sub("", _ALL_OF_IT.sub(" ", said)))
    said = _POSSESSIVE.sub(r"\1", _BOTH.sub(r"\1: \3 min | \2: \4 min", said))
    return _OR_SO.sub(r"\1", _ABOUT_SO.sub("", _OF_WHICH.sub(r" (\1 min", said)))


def _decimal(match: re.Match[str]) -> str:
    part = match["part"]
    share = _SHARES[part] if part in _SHARES else int(part[0]) / (int(part[2]) or 1)
    return f"{int(match['whole'] or 0) + share:.3g} {match['unit']}"


@lru_cache(maxsize=REMEMBERED)
def _plainly(text: str) -> str:
    """Return the beginning of a line with its numbers in figures: "half an hour" is 30 min."""
    said = _QUARTERS.sub("three quarters", text[:LONGEST])
    timed = _HOURS_IN_WORDS.sub(lambda said: f"{WORDED[said[0].lower()][0] / 60:g} min", said)
    # A stroke with room around it parts facts: "4 / 40 min" is no tenth of a minute.
    apart = _in_one(timed).replace(" / ", " | ")
    return _in_one(spell_numbers(spell_fractions(apart)))


def _with_minutes(text: str) -> str:
    """Return a line of labels with their minutes: "Prep 10 | Cook 20 | Serves 4"."""
    pieces = _LABELS_APART.split(text.strip(" .|"))
    labelled = [_LABELLED.fullmatch(piece) for piece in pieces]
    least = 1 if ":" in text else LEAST_LABELS
    if len(pieces) < least or not all(labelled):
        return text
    timed = [found for found in labelled if found is not None and found["kind"]]
    return " | ".join(f"{found['kind']} {found['count']} min" for found in timed) or text
