"""Finding the food a line names: longest match over kitchen names, then nearest spelling."""

from __future__ import annotations

import re
from dataclasses import dataclass

from rapidfuzz import fuzz, process

from snabo_core.foods import Food, Library
from snabo_core.foods.library import plain_word

NEAR_ENOUGH = 84.0
CANDIDATES = 6

# Words that say how a food is, not what it is; they choose the form.
FORM_WORDS: dict[str, tuple[str, ...]] = {
    "boiled": ("boiled", "cooked"),
    "cooked": ("cooked", "boiled"),
    "mashed": ("boiled",),
    "leftover": ("cooked", "boiled"),
    "steamed": ("boiled",),
    "roasted": ("baked", "cooked"),
    "baked": ("baked",),
    "grilled": ("grilled",),
    "drained": ("drained",),
    "tinned": ("tinned", "drained"),
    "canned": ("tinned", "drained"),
    "can": ("tinned", "drained"),
    "tin": ("tinned", "drained"),
    "jar": ("tinned", "drained"),
    "frozen": ("frozen",),
    "thawed": ("frozen",),
    "defrosted": ("frozen",),
    "dry": ("dry",),
    "dried": ("dry",),
    "uncooked": ("dry", "raw"),
    "ground": ("ground",),
    "milled": ("ground",),
    "fresh": ("raw", "fresh"),
    "raw": ("raw",),
    "grated": ("grated",),
    "salted": ("salted",),
    "blanched": ("blanched",),
    "lean": ("lean",),
}
# "Salted water" and "unsalted butter" say nothing of salted butter.
NOT_FORMS = re.compile(r"\b(un|lightly |well )salted\b|\bsalted water\b", re.IGNORECASE)


@dataclass(frozen=True)
class FoodMatch:
    """A food found in a text: how surely (0 to 1), and where its words stand."""

    food: Food
    confidence: float
    start: int
    end: int


def _words(text: str) -> list[tuple[str, int, int]]:
    return [(plain_word(m.group()), m.start(), m.end()) for m in re.finditer(r"[^\W_]+|%", text)]


def find_food(text: str, library: Library) -> FoodMatch | None:
    """Return the food a text names, None when nothing comes near.

    The longest kitchen name in the text wins; among equals the last one, since English puts
    the noun last ("butter beans"). What no name matches is compared by spelling.
    """
    words = _words(text)
    best: FoodMatch | None = None
    best_length = 0
    for start in range(len(words)):
        for length in range(min(library.longest_name, len(words) - start), 0, -1):
            if length < best_length:
                break
            name = tuple(word for word, _, _ in words[start : start + length])
            key = library.names.get(name)
            if key is not None:
                first, last = words[start], words[start + length - 1]
                sure = 1.0 if length == len(words) else 0.95
                best = FoodMatch(library.food(key), sure, first[1], last[2])
                best_length = length
                break
    return best or _nearest(text, words, library)


def _nearest(text: str, words: list[tuple[str, int, int]], library: Library) -> FoodMatch | None:
    typed = " ".join(word for word, _, _ in words)
    if len(typed) < 3:
        return None
    names = library.plain_names
    found = process.extractOne(typed, names.keys(), scorer=fuzz.QRatio, score_cutoff=NEAR_ENOUGH)
    if found is None:
        for word, start, end in words:
            if len(word) < 5:
                continue
            near = process.extractOne(
                word, names.keys(), scorer=fuzz.QRatio, score_cutoff=NEAR_ENOUGH
            )
            if near is not None:
                return FoodMatch(library.food(names[near[0]]), near[1] / 100 * 0.7, start, end)
        return None
    return FoodMatch(library.food(names[found[0]]), found[1] / 100 * 0.8, 0, len(text))


def choose_form(food: Food, text: str, *, counted_in_cans: bool = False) -> str:
    """Return the form of `food` that the words of a line point to, else its default."""
    clean = NOT_FORMS.sub(" ", text.lower())
    for word in re.findall(r"[a-z]+", clean):
        for form in FORM_WORDS.get(word, ()):
            if form in food.forms:
                return form
    if counted_in_cans:
        for form in ("drained", "tinned"):
            if form in food.forms:
                return form
    return food.default_form


def candidates(text: str, library: Library, chosen: Food | None) -> tuple[str, ...]:
    """Return the keys of the next foods the text could mean, without the chosen one."""
    query = re.sub(r"\([^)]*\)|,.*$", "", text).strip() or text
    keys = [hit.food.key for hit in library.search(query, CANDIDATES * 2)]
    if len(keys) < CANDIDATES:
        for word in reversed(query.split()):
            keys += [hit.food.key for hit in library.search(word, CANDIDATES)]
    unique = dict.fromkeys(key for key in keys if chosen is None or key != chosen.key)
    return tuple(unique)[: CANDIDATES - 1]
