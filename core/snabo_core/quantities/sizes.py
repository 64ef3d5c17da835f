"""How large the pieces are that a line counts, said in one way: "2 large onions"."""

from __future__ import annotations

import re

from snabo_core.quantities.units import unit_for

_PLAIN = (
    r"(?:small|little|tiny|medium|large|big|bigger|smaller|huge|lge?|lg|sm|med|fat|giant|massive)"
)
# "Quite large", "nice big": as large as they come.
_HOW = re.compile(
    rf"\b(?:(?:quite|rather|fairly|pretty|nice(?:\s+and)?|good|lovely|decent|really|nice,)\s+)+(?={_PLAIN}\b)",
    re.IGNORECASE,
)
_COUNT = r"(?:\d{1,2}(?:[./]\d{1,2})?(?:\s?[-–]\s?\d{1,2})?|an?|one|two|three|four|five|six|eight)"
# Behind a count or a comma; giant couscous is a food of its own.
_HUGE = re.compile(
    rf"(?P<at>^{_COUNT}\s+|[,(]\s*)(?:(?:very|extra|super|ultra)[\s-]+(?:big|large)\b(?!\s+eggs?\b)|(?:giant|massive|enormous|whopping)\b)",
    re.IGNORECASE,
)
_LARGE = re.compile(
    r"\b(?:biggish|largish|big[\s-]ish|large[\s-]ish|(?:extra|very)[\s-]large(?=\s+eggs?\b))(?!\w)",
    re.IGNORECASE,
)
_SMALL = re.compile(
    r"\b(?:small[\s-]ish|smallish|smaller)\b(?=\s+[a-z]|\s*[),]|$)|(?<=\d\s)little(?=\s+(?!gems?\b)[a-z])",
    re.IGNORECASE,
)
_USUAL = r"(?:average|normal|regular|standard|mid|middling|middle)"
# "2 average-sized leeks", "2 leeks, average".
_MEDIUM = re.compile(
    rf"\b(?:{_USUAL}|medium)[\s-]+size[d]?\b|(?<=\d\s){_USUAL}(?=\s+[a-z])"
    rf"|(?<=[a-z],\s){_USUAL}(?=\s*(?:,|$))|(?<=\(){_USUAL}(?=\))",
    re.IGNORECASE,
)
_SIZES = (
    r"(?:small|little|tiny|medium|large|big|bigger|huge|lge?|lg|sm|med|fat|jumbo|xl|(?-i:[SML]))"
)
_LETTERS = {"S": "small", "M": "medium", "L": "large", "little": "small"}
# "2 onions, large", "1 cauliflower (large), in florets", "3 small ones" behind a comma.
_BEHIND = re.compile(
    rf"^(?P<n>{_COUNT})(?P<within>)\s+(?P<food>[^\W\d][^\d(),;]{{2,40}}?)(?:\s*,\s+|\s+[-–—]\s+|\s*\(\s*)(?P<size>{_SIZES})"
    r"(?:\s+ones?|[\s-]+sized?|\s+in size)?\s*(?:\)|(?=\s*(?:,|$)))",
    re.IGNORECASE,
)
# "Onions, 2 (large)", "onions (2 large)".
_LAST = re.compile(
    rf"^(?P<food>[^\W\d][^\d(),;]{{2,40}}?)(?:[\s,:–-]+(?P<n>{_COUNT})\s*(?:,\s+|\(\s*)|\s*\((?P<within>{_COUNT})\s+)"
    rf"(?P<size>{_SIZES})(?:\s+ones?)?\s*\)?$",
    re.IGNORECASE,
)
# "2 S onions".
_LETTER = re.compile(r"^(?P<n>\d{1,2})\s+(?P<size>[SM])\s+(?=[a-z])")


def sizes_told(text: str) -> str:
    """Return a line with the size of what it counts before the food, in a plain word.

    Args:
        text: an ingredient line; one that says nothing of sizes comes back as it is.
    """
    text = _HUGE.sub(r"\g<at>huge", _LARGE.sub("large", text))
    text = _MEDIUM.sub("medium", _SMALL.sub("small", _HOW.sub("", text)))
    text = _LETTER.sub(lambda told: f"{told['n']} {_LETTERS[told['size']]} ", text)
    return _LAST.sub(_before, _BEHIND.sub(_before, text))


def _before(told: re.Match[str]) -> str:
    unit = unit_for(told["food"].split()[0], "metric")
    if unit is not None and unit.kind in {"mass", "volume"}:
        # "1 kg prawns, large" counts none.
        return told[0]
    count = told["n"] or told["within"]
    return f"{count} {_LETTERS.get(told['size'], told['size'])} {told['food']}"
