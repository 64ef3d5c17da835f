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
# So much of what something is made of stands in the list.
MOSTLY = 0.75
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
    few = len(listed) < LEAST_LISTED or len(text.split()) > MOST_WORDS
    if few or begins_with_amount(text):
        return False
    said = [word.lower() for word in _WORD.findall(text)]
    figured = _FIGURE.search(text) is not None
    if not figured and sum(word in COMMANDS for word in said) >= LEAST_COMMANDS:
        # "noodles boil drain keep some water".
        return True
    foods = [word for word in said if word not in STEP_VERBS and word not in _SAID]
    # "Blitz, cream" orders, "salt, to taste" does not.
    done = first_word(text) in COMMANDS or _DONE.search(text.rstrip(" .!")) is not None
    if foods and done and _BETWEEN.search(text) is not None and _share_listed(foods, listed) == 1:
        return True
    made = None if figured else _MADE_OF.fullmatch(text)
    if made is None:
        return False
    # "Béchamel: butter, flour, milk." of what stands above.
    of = [word for word in map(str.lower, _WORD.findall(made["foods"])) if word not in STEP_VERBS]
    return bool(of) and _share_listed(of, listed) >= MOSTLY


def _share_listed(words: Sequence[str], listed: Sequence[str]) -> float:
    """Return which share of the words, one at least, a list names."""
    known = {_stem(word.lower()) for line in listed for word in _WORD.findall(line)}
    return sum(_stem(word) in known for word in words) / len(words)


def _stem(word: str) -> str:
    return word.removesuffix("es") if word.endswith("oes") else word.removesuffix("s")
