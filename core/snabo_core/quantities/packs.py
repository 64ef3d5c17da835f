"""What several packs hold, said in one way: "(400 ml each)" behind the food."""

from __future__ import annotations

import re

_SIZE = r"\d{1,4}(?:[.,]\d+)?\s?(?:g|gr|grams?|kg|ml|cl|dl|l|litres?|oz|lbs?)\b"
_ONE = (
    r"(?:an?|per)\s+(?!person\b|head\b|portion\b|serving\b|plate\b|cup\b)[a-z]{2,10}|each|apiece|ea"
)
_ALL = r"(?:in\s+)?total|in all|altogether|all told|all together|combined"
# "coconut milk - 2 tins of 400 ml".
_FOOD_FIRST = re.compile(
    rf"^(?P<food>[^\W\d][^\d(),;]{{2,40}}?)\s*[-–—:,]\s+(?P<n>\d{{1,2}})\s+(?P<pack>[a-z]{{3,12}}\s+)?of\s+"
    rf"(?P<size>{_SIZE})(?:\s+(?:each|apiece))?$",
    re.IGNORECASE,
)
# "2 packets of noodles - 200 g total", "3 packs ham - 80 g per pack", "2 bags spinach @ 240 g".
_DASHED = re.compile(
    rf"(?<=[a-z])\s*(?:\s[-–—=~]|\s?@)\s*(?P<size>{_SIZE})\s*(?P<all>{_ALL})$"
    rf"|(?<=[a-z])\s*(?:\s[-–—=~]\s*(?P<one>{_SIZE})\s*(?:{_ONE})|\s?@\s*(?P<at>{_SIZE})(?:\s*(?:{_ONE}))?)$",
    re.IGNORECASE,
)
# "2 sausages of 65 g each".
_OF_EACH = re.compile(
    rf"^(?P<n>\d{{1,2}}\s[^\d(),;]{{3,40}}?)\s+(?:of|at|weighing)\s+(?:about\s+)?(?P<size>{_SIZE})\s+(?:each|apiece)$",
    re.IGNORECASE,
)
# "2 packets (2 x 100 g) noodles" says the two again.
_SAID_AGAIN = re.compile(
    rf"^(?P<n>\d{{1,2}})(?P<pack>\s[a-z ]{{3,14}})?\s\((?P=n)\s?[x×]\s?(?P<size>{_SIZE})\)\s+(?P<food>[^\W\d][^()]*)$",
    re.IGNORECASE,
)
# "800 g (2 x 400 g) tomatoes" says the whole again.
_WHOLE_AGAIN = re.compile(
    r"^(?P<whole>\d{1,4})\s?(?P<unit>g|ml)\s*\((?P<n>\d{1,2})\s?[x×]\s?(?P<size>\d{1,4})\s?(?P=unit)\)\s+(?=[^\W\d])",
    re.IGNORECASE,
)


def packs_told(text: str) -> str:
    """Return a line with what its packs hold in a bracket behind the food.

    Args:
        text: an ingredient line; one that says nothing of packs comes back as it is.
    """
    told = _FOOD_FIRST.match(text)
    if told is not None:
        return f"{told['n']} {told['pack'] or ''}{told['food']} ({told['size']} each)"
    told = _SAID_AGAIN.match(text)
    if told is not None:
        return f"{told['n']}{told['pack'] or ''} {told['food']} ({told['size']} each)"
    told = _OF_EACH.match(text)
    if told is not None:
        return f"{told['n']} ({told['size']} each)"
    told = _WHOLE_AGAIN.match(text)
    if told is not None and int(told["n"]) * int(told["size"]) == int(told["whole"]):
        return f"{told['whole']} {told['unit']} {text[told.end() :]}"
    return _DASHED.sub(_bracketed, text)


def _bracketed(told: re.Match[str]) -> str:
    if told["all"]:
        return f" ({told['size']} in all)"
    return f" ({told['one'] or told['at']} each)"
