"""What a clause says of its step: times, heat, cover, cue, shares."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache

from snabo_core.dish import Cover, Ring, ShareKind
from snabo_core.quantities.step_facts import heats_in, times_in

MOST_WATTS = 2000.0
# Until a pan of four servings boils; common practice, no source.
TO_BOIL_MINUTES = (4.0, 10.0)
_TO_BOIL = re.compile(
    r"\W*(?:quickly |slowly |gently )?(?:re-?)?(?:bring|heat|come|return|get)\b[^.;]{0,80}\bto (?:a |the |its )?"
    r"(?:rolling |full |gentle |fast |rapid |bare |slow )?(?:boil|simmer|bubble)\W*$",
    re.IGNORECASE,
)
# Characters of one order that are looked at.
LONGEST_ORDER = 500
_N = r"(?:\d+|two|three|four|five|six)"
_EACH_SIDE = re.compile(
    r"\b(?:(?:per|each|a|every|either|either|both|on both|on each|on either)\s+sides?|sides? each|a side)\b",
    re.IGNORECASE,
)
_BATCHES = re.compile(rf"\bin\s+(?P<n>{_N})\s+batches\b|\bin\s+batches\b", re.IGNORECASE)
_EVERY = re.compile(
    r"\b(?:every|turning|stirring|basting|shaking|checking|flipping|after|tossing)\b[^,;.]{0,30}$",
    re.IGNORECASE,
)
_NOT_A_TIME = re.compile(
    r"\b(?:up to|within|for up to|at least once|last|final|first|halfway through|keeps? for)\b[^,;.]{0,12}$",
    re.IGNORECASE,
)
_UNTIL = re.compile(
    r"(?:,\s*)?(?:\bor\s+)?\b(?:just\s+)?(?:until|till|til|'til)\s+(?P<cue>[^;.!(]+)", re.IGNORECASE
)
_CUE_END = re.compile(
    r",\s*(?=(?:about|around|another|for|approx\w*|roughly|some)?\s*\d|stirring|turning|about|around|tossing|basting|"
    r"shaking|whisking|then\b|don.?t\b|do not\b|a (?:minute|few)\b|adding|which|but\b|so\b)|\s+(?:for|after)\s+(?:about\s+|another\s+)?\d|"
    r"\s*[-–—]\s|,?\s+\(|,?\s+(?:about|around)\s+\d+|\bif you\b|\bstirring\b|\bbut not\b(?!.)",
    re.IGNORECASE,
)
_WATTS = re.compile(r"\b(?P<w>\d{3,4})\s*-?\s*(?:w|watts?)\b", re.IGNORECASE)
_COVERED = (
    ("no", re.compile(r"\buncovered\b|\bunlidded\b|\bwithout (?:a|the|its) (?:lid|cover)\b|\b(?:don.?t|do not|never) cover\b|\blid off\b|\bopen pan\b|"
                      r"\b(?:take|remove|lift|whip)\b[^,.;]*\b(?:lid|foil|cover)\b(?! on)", re.IGNORECASE)),
    ("partly", re.compile(r"\b(?:half|partly|partially|part|semi|loosely|lid)[\s-]*(?:covered|ajar|askew)\b|\blid (?:half|slightly|a little)|"
                          r"\bwith the lid (?:ajar|askew|tilted)", re.IGNORECASE)),
    ("yes", re.compile(r"\bcover(?:ed|ing)?\b(?!\s+(?:with|the \w+ with|in|by)\s+(?:the\s+)?(?!foil|a lid|the lid|lid|cling|film|a plate|plastic|wrap|"
                       r"paper|a cloth|a tea|a clean|parchment|baking|its lid|tin))|\blid on\b|\bput the lid\b|\bwith (?:a|the|its) lid\b(?! (?:off|ajar|askew|tilted))|"
                       r"\bunder (?:a|its) lid\b|\blidded\b|\bunder foil\b|\bcovered\b|\btent\b", re.IGNORECASE)),
)  # fmt: skip
_LEVELS = r"(?P<a>very low|very gentle|lowest|low|gentle|medium|moderate|high|fierce|full|brisk|hot|lively|slow|strong)"
_RING = re.compile(
    rf"\b{_LEVELS}(?:\s*(?:-|–|to|\s)\s*(?P<b>low|high|medium))?[\s-]+(?:heat|flame|gas|ring|hob|setting|fire)\b|"
    r"\b(?:on|over|to)\s+(?P<c>medium[\s-]low|medium[\s-]high|med[\s-]high|low|medium|high|med)\b(?![\s-]+(?:to[\s-]+)?(?:low|high|medium)\b)(?![\s-]+(?:heat|flame|gas|ring|hob)\b)(?!\s*(?:\w+\s+)?(?:oven|power|shelf|speed))",
    re.IGNORECASE,
)
_GENTLY = re.compile(r"\bgently\b|\bslowly\b|\bvery low\b|\bbarely\b", re.IGNORECASE)
_SHARES: tuple[tuple[ShareKind, float | None, str], ...] = (
    (
        "remaining",
        None,
        r"remaining|the rest|rest|remainder|leftover|reserved|other half|last|held[\s-]back|saved",
    ),
    ("two_thirds", 2 / 3, r"two[\s-]thirds|2/3|⅔"),
    ("three_quarters", 3 / 4, r"three[\s-]quarters|3/4|¾"),
    ("third", 1 / 3, r"(?:a|one)[\s-]third|1/3|⅓|third"),
    ("quarter", 1 / 4, r"(?:a|one)[\s-]quarter|1/4|¼"),
    ("half", 1 / 2, r"half|1/2|½"),
    ("most", None, r"most|nearly all|almost all|all but (?:a|one|some|\d)[\w\s]*?"),
)
_SHARE = {
    kind: re.compile(
        rf"(?<![\w/])(?:{words})(?:\s+of)?(?:\s+(?:the|your|this|that|it))?(?:\s+of)?\s*$",
        re.IGNORECASE,
    )
    for kind, _, words in _SHARES
}
_FRACTION: dict[ShareKind, float | None] = {kind: part for kind, part, _ in _SHARES}
_AMOUNT = re.compile(
    r"(?:\b|(?<=\s))(?P<n>\d+(?:[./]\d+)?|[½⅓⅔¼¾]|a|one|two|three|four|some|a little|a splash|a pinch|a handful)\s*"
    r"(?P<unit>tsp|teaspoons?|tbsp|tablespoons?|cups?|g|kg|ml|l|oz|pinch|handful|splash|spoonfuls?|ladles?|ladlefuls?|"
    r"knob|little|dash|drizzle)?\s*(?:of\s+)?(?:the\s+|your\s+)?(?:\w+\s+)?$",
    re.IGNORECASE,
)


@dataclass(frozen=True)
class Facts:
    """What a clause says; None where it says nothing. Minutes are of one batch, all its sides.

    `until` is the cue's own words, `cue` where it stands in the clause.
    """

    minutes: tuple[float, float] | None = None
    oven_c: float | None = None
    watts: float | None = None
    ring: Ring | None = None
    covered: Cover | None = None
    until: str | None = None
    cue: tuple[int, int] | None = None
    batches: bool = False


@lru_cache(maxsize=512)
def facts_of(words: str) -> Facts:
    """Return what a clause says of its step; of a very long one, what its beginning says."""
    words = words[:LONGEST_ORDER]
    until, cue = _until(words)
    heats = [h for h in heats_in(words) if h.kind == "oven"]
    watts = _WATTS.search(words)
    power = float(watts["w"]) if watts else None
    outside = words[: cue[0]] + " " * (cue[1] - cue[0]) + words[cue[1] :] if cue else words
    return Facts(
        _minutes(outside) or (_minutes(words) if cue else None),
        heats[0].celsius if heats else None,
        power if power is not None and power <= MOST_WATTS else None,
        ring_in(words),
        covered_in(outside),
        until,
        cue,
        _BATCHES.search(words) is not None,
    )


def _minutes(words: str) -> tuple[float, float] | None:
    for time in times_in(words):
        before = words[: time.start]
        if _EVERY.search(before) or _NOT_A_TIME.search(before):
            continue
        sides = (
            2.0
            if _EACH_SIDE.search(words[time.end : time.end + 24]) or _EACH_SIDE.search(before[-24:])
            else 1.0
        )
        return round(time.low / 60 * sides, 3), round(time.high / 60 * sides, 3)
    return None


def _until(words: str) -> tuple[str | None, tuple[int, int] | None]:
    match = _UNTIL.search(words)
    if match is None:
        return None, None
    cue = match["cue"]
    end = _CUE_END.search(cue)
    if end is not None and end.start() > 0:
        cue = cue[: end.start()]
    cue = cue.rstrip(" ,-–—")
    return cue or None, (match.start(), match.start("cue") + len(cue))


def covered_in(words: str) -> Cover | None:
    """Return whether a clause covers what is cooked."""
    for kind, pattern in _COVERED:
        if pattern.search(words):
            return kind  # type: ignore[return-value]  # the table's keys are covers
    return None


def ring_in(words: str) -> Ring | None:
    """Return the level of the ring a clause names."""
    match = _RING.search(words)
    if match is None:
        return None
    if match["c"]:
        level = re.sub(r"[\s-]+", "_", match["c"].lower()).replace("med_", "medium_")
        return "medium" if level == "med" else level  # type: ignore[return-value]  # as matched
    first, second = match["a"].lower(), (match["b"] or "").lower()
    if first in {"medium", "moderate"}:
        return {"low": "medium_low", "high": "medium_high"}.get(second, "medium")  # type: ignore[return-value]
    if first == "low" and second == "medium":
        return "medium_low"
    low = {"very low", "very gentle", "lowest", "low", "gentle", "slow"}
    return "low" if first in low else "high"


def only_comes_to_boil(words: str) -> bool:
    """Tell a step that is over when it boils: "bring the stock to the boil"."""
    return _TO_BOIL.match(words[:LONGEST_ORDER]) is not None


@dataclass(frozen=True)
class Share:
    """How much of a line or product is taken; `fraction` 0 to 1, None where only words say it."""

    kind: ShareKind
    fraction: float | None


def share_before(words: str) -> Share | None:
    """Return the share that the words right before a food name: "half the", "remaining"."""
    tail = words[-40:].lower()
    for kind, pattern in _SHARE.items():
        if pattern.search(tail):
            return Share(kind, _FRACTION[kind])
    return None


def amount_before(words: str) -> str | None:
    """Return the amount right before a food, "1 tsp of the", None where there is none."""
    match = _AMOUNT.search(words[-40:])
    if match is None or (
        match["unit"] is None
        and match["n"].lower() not in {"some", "a little", "a splash", "a pinch", "a handful"}
    ):
        return None
    return match.group().strip()
