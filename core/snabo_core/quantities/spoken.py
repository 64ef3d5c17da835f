"""Steps as somebody says them aloud: "so you put the leeks in the water", "take the lid off"."""

from __future__ import annotations

import re

from snabo_core.quantities.numbers import spell_numbers
from snabo_core.quantities.verbs import LINKS, STEP_VERBS

# Nobody says more in one breath.
LONGEST = 160
# A step as it is said aloud: "so you put the leeks in", "first toast the bread", "take the lid off".
_SPOKEN = re.compile(
    r"(?P<link>(?:(?:so|and|ok(?:ay)?|then|now|well|right|but|first(?:\s+of\s+all|\s+off)?|next|after\s+(?:that|this|which)|meanwhile|what\s+(?:you|i|we)\s+do\s+(?:next\s+)?is|for\s+the\s+\w+)\b[\s,]*){0,4})"
    r"(?P<who>(?:you|we|i)(?:['’](?:ll|d|re|ve|m))?\s+(?:(?:will|just|then|first|simply|wanna|gonna|"
    r"want to|need to|have to|going to|start by)\s+){0,3})?(?P<verb>[a-zé]+)\s+(?P<rest>\S.*)",
    re.IGNORECASE,
)
_SAID_OF_FOOD = re.compile(
    r"(?:the|your|all|it|them|that|these|those|everything|both|each|in|into|until|out|off|up|some of the)\b",
    re.IGNORECASE,
)
# "Get a heavy pan hot".
_GETS_A_PAN = re.compile(
    r"get an?\s+(?:\w+\s+){0,3}(?:pan|pot|wok|skillet|griddle|oven|grill|barbecue)\s+\w",
    re.IGNORECASE,
)
# "Now the rice goes in", "once that's soft add the cream".
_GOES_IN = re.compile(
    r"(?:(?:now|then|next|and|so|in)\s+){1,3}(?:the|your|it|they|that|this)\b[^\d,]{0,40}\bgo(?:es)?\s+(?:back\s+)?(?:in|into|on|over|under|onto)\b"
    r"|(?:the|your)\s+(?:(?!that\b|which\b|what\b)[^\d,.]){2,40}\bgo(?:es)?\s+(?:back\s+)?(?:in|into|on|over|under|onto)\b"
    r"|meanwhile\s+\w|you(?:['’]ll| will)\s+know\b"
    r"|(?:(?:and|then|right|so|now|ok|okay)[\s,]+){0,3}(?:start|begin)\s+with\s+the\b|give\s+(?:the|it|them|everything)\b.{1,30}\ban?\s+\w"
    r"|(?:and\s+|then\s+)?(?:once|when|after)\s+(?:that|it|they|the|this|these|everything)\b(?:['’](?:s|re))?\s\D{8,}$",
    re.IGNORECASE,
)
# "Cheese on top and bake".
_AND_BAKE = re.compile(r"\sand\s+(?:bake|serve|cook|simmer|fry|grill|boil)\W*$", re.IGNORECASE)
_SPEAKING = frozenset(
    "so and ok okay then now well right but first next after you we i take get give let fish once when in meanwhile what for the your".split()
)
_TAKING = frozenset({"take", "get", "give", "let", "fish"})
_MOVED = re.compile(
    r"\b(?:out|off|up|back|down|over|away|together|going|ready|hot|warm|brown|golden|soft|nice|boil(?:ing)?|simmer(?:ing)?|apart)\b|\bon(?=\s+(?:first|now|next|early)\b|\W*$|,)|^(?:it|them|everything)\b",
    re.IGNORECASE,
)
_SPANS = re.compile(
    r"\b\d+(?:[./]\d+)?(?:\s*(?:-|to|or|and)\s*\d+(?:[./]\d+)?)?\s*(?:more\s+)?(?:minutes?|mins?|hours?|hrs?|seconds?|times|degrees|sides?)\b"
    r"(?:\s+and\s+\d(?:[./]\d+)?\b)?|\bat\s+\d{2,3}\b"
)
# "Take the juice of a lemon" is a food.
_OF_A_FOOD = re.compile(
    r"\b(?:juice|zest|rind|peel|yolks?|whites?)\s+of\b|\bjuice\W*$", re.IGNORECASE
)


def is_spoken(bare: str, verb: str) -> bool:
    """Tell a step as somebody says it aloud, without a stop or an amount in it.

    Args:
        bare: the line without the number of its step.
        verb: the first word of it that is no link.
    """
    opening = re.match(r"[a-z]+", bare.lower())
    opens = opening is not None and (opening[0] in _SPEAKING or verb in STEP_VERBS)
    if len(bare) > LONGEST or not (opens or _AND_BAKE.search(bare)):
        return False
    if _GETS_A_PAN.match(bare) is not None:
        return True
    told = _SPOKEN.match(bare)
    plain = _SPANS.sub("", spell_numbers(bare.lower()))
    if any(c.isdigit() for c in plain) or _OF_A_FOOD.search(plain) is not None:
        return False
    if _GOES_IN.match(bare) is not None or _AND_BAKE.search(bare) is not None:
        return True
    if told is None:
        return False
    order = told["verb"].lower()
    goes_on = _SAID_OF_FOOD.match(told["rest"]) is not None
    if order in _TAKING:
        return goes_on and _MOVED.search(told["rest"]) is not None
    # "I freeze half" is a remark, "so I freeze half" may be a step; who tells it says "you".
    told_to = (told["who"] or "").lower().startswith("you") or (told["who"] and told["link"])
    return order in STEP_VERBS - LINKS and bool(told_to or (goes_on and not told["who"]))
