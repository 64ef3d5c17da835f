"""In which state a food was weighed, said in one way: "cooked weight", "uncooked weight", "tinned"."""

from __future__ import annotations

import re

_BEHIND = r"(?P<sign>,\s+|\s+[-–—]\s+|\(\s*)"
_WEIGHED = r"(?:(?:weighed|measured|weight|weighs)\s+)?"
_END = r"(?=\s*(?:[,;)]|$))"
_PRECOOKED = re.compile(r"\bprecooked\b", re.IGNORECASE)
_COOKED = re.compile(
    rf"{_BEHIND}(?:{_WEIGHED}(?:after\s+(?:it is\s+|being\s+)?(?:cooking|cooked)|(?:once|when)\s+(?:it(?:['’]s| is)\s+)?cooked)"
    rf"|(?:weighed|measured)\s+cooked|(?:already|ready|pre|leftover|left\s?over|freshly|cold)[\s-]cooked|cooked\s+\(?not\s+(?:dry|raw)\)?){_END}",
    re.IGNORECASE,
)
# "300 g chicken breast (cooked)".
_IN_BRACKETS = re.compile(r"\(\s*cooked\s*\)", re.IGNORECASE)
_UNCOOKED = re.compile(
    rf"{_BEHIND}(?:{_WEIGHED}before\s+(?:it is\s+)?cook(?:ing|ed)|not\s+cooked|(?:weighed|measured)\s+uncooked){_END}",
    re.IGNORECASE,
)
_TINNED = re.compile(
    rf"{_BEHIND}(?:from|out of)\s+(?:an?|the)\s+(?:tin|can|jar){_END}", re.IGNORECASE
)


def states_told(text: str) -> str:
    """Return a line with the state its food was weighed in, in the words that are known.

    Args:
        text: an ingredient line; one that says nothing of it comes back as it is.
    """
    text = _PRECOOKED.sub("pre-cooked", text)
    text = _IN_BRACKETS.sub("(cooked weight)", text)
    text = _COOKED.sub(r"\g<sign>cooked weight", text)
    text = _UNCOOKED.sub(r"\g<sign>uncooked weight", text)
    return _TINNED.sub(r"\g<sign>tinned", text)
