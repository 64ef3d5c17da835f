"""Orders jotted down in the foods of the list: "butter + leeks, lid on 10", "blitz, cream"."""

from __future__ import annotations

import re
from collections.abc import Sequence

from snabo_core.quantities.kinds import begins_with_amount, first_word
from snabo_core.quantities.verbs import COMMANDS, STEP_VERBS

# No jotted order has more words, and a list of fewer lines tells too little.
MOST_WORDS, LEAST_LISTED = 10, 3
# So many commands in a line order, whatever stands between them.
LEAST_COMMANDS = 3
_FIGURE = re.compile(r"[\d½¼¾⅓⅔]")
# Shorter words name no food by themselves.
LEAST_LETTERS = 4
_BETWEEN = re.compile(r"\s[+&]\s|,\s")
_DONE = re.compile(
    r"\b(?:lid|oven|till|until|low|high|hob|pan|tray|grill|mins?|minutes|hrs?|hours?|gas)\b"
    r"|\s\d{1,3}$|\b(?:in|on|off)$",
    re.IGNORECASE,
)
_MADE_OF = re.compile(
    r"[^\W\d][^:,\d]{2,20}:\s+(?P<foods>[^:]{3,40}(?:,[^:,.]{3,40}){2,6})(?:\.(?:\s+[^.\d]{3,40}\.?)?)?"
)
_WORD = re.compile(rf"[^\W\d_]{{{LEAST_LETTERS},}}")
_SAID = frozenset(
    ["until", "till", "tray", "grill", "oven", "high", "minutes", "mins", "hours", "with", "then"]
)


def jots_order(text: str, listed: Sequence[str]) -> bool:
    """Tell a line below a list that tells with its foods what to do, and names no other food.

    Args:
        text: a line of a pasted text.
        listed: the lines of the list above it.
    """
    if len(listed) < LEAST_LISTED or len(text.split()) > MOST_WORDS or begins_with_amount(text):
        return False
    said = [word.lower() for word in _WORD.findall(text)]
    known = {_stem(word.lower()) for line in listed for word in _WORD.findall(line)}
    made = _MADE_OF.fullmatch(text)
    if made is not None and not _FIGURE.search(text):
        # "Béchamel: butter, flour, milk." of what stands above.
        of = [word.lower() for word in _WORD.findall(made["foods"])]
        told = sum(_stem(word) in known or word in STEP_VERBS for word in of)
        if told * 4 >= len(of) * 3:
            return True
    if sum(word in COMMANDS for word in said) >= LEAST_COMMANDS and not _FIGURE.search(text):
        # "noodles boil drain keep some water".
        return True
    # "Blitz, cream" orders, "salt, to taste" does not.
    done = first_word(text) in COMMANDS or _DONE.search(text.rstrip(" .!")) is not None
    if not done or _BETWEEN.search(text) is None:
        return False
    foods = [word for word in said if word not in STEP_VERBS and word not in _SAID]
    return bool(foods) and all(_stem(word) in known for word in foods)


def _stem(word: str) -> str:
    return word.removesuffix("es") if word.endswith("oes") else word.removesuffix("s")
