"""All foods in memory: looking up by key and form, and searching by what people type."""

from __future__ import annotations

import hashlib
import re
import unicodedata
from bisect import bisect_left
from collections import Counter, defaultdict
from collections.abc import Collection, Iterator, Mapping, Sequence
from copy import copy
from dataclasses import dataclass, replace
from functools import cache, lru_cache
from heapq import nsmallest

import numpy as np
from rapidfuzz import fuzz, process

from snabo_core.book import text_of
from snabo_core.errors import UnknownFood
from snabo_core.foods.loading import (
    read_curated,
    read_list,
    read_remembered,
    read_remembered_short,
    read_unsalted,
)
from snabo_core.foods.own import Own, food_and_row, measures_by_food
from snabo_core.foods.records import AXIS, Food, FoodRow, Measure
from snabo_core.renaming import renamed

FUZZY_ENOUGH = 78.0
FUZZY_NAME_WORTH = 40.0
MOST_SEARCHES = 4096
LOOKED_AT_CLOSELY = 300
# Classes of animal foods, which hold no fibre.
WITHOUT_FIBRE = {"meat", "fish", "egg", "dairy", "cheese", "fat_dairy"}
# Classes of foods that are sold without added sugar; common practice, no source.
UNSWEETENED = {
    "vegetable", "root", "squash", "mushroom", "herb", "spice", "meat", "fish", "egg", "dairy",
    "cheese", "pulse", "nut", "seed", "grain", "starch", "fibre", "oil", "fat_dairy", "salt",
    "coconut", "soy", "fruit", "pasta",
}  # fmt: skip


@dataclass(frozen=True)
class Hit:
    """One search result; `score` only orders them."""

    food: Food
    score: float


@lru_cache(maxsize=20_000)
def plain_word(word: str) -> str:
    """Return a word as kitchen words are compared: small letters, no accents, singular."""
    bare = "".join(c for c in unicodedata.normalize("NFKD", word) if not unicodedata.combining(c))
    return _singular(bare.lower())


def _singular(word: str) -> str:
    if len(word) > 4 and word.endswith("ies") and word != "cookies":
        return word[:-3] + "y"
    if len(word) > 4 and word.endswith(("oes", "shes", "ches", "sses", "xes")):
        return word[:-2]
    if len(word) > 4 and word.endswith("ves") and word not in {"olives", "chives", "cloves"}:
        return word[:-3] + "f"
    if len(word) > 3 and word.endswith("s") and not word.endswith(("ss", "us", "is", "oss")):
        return word[:-1]
    return word


def words_of(text: str) -> list[str]:
    """Split a name into lower-case singular words; letters, digits and % count."""
    return [plain_word(word) for word in re.findall(r"[^\W_]+|%", text)]


def _sweetened(food: Food) -> bool:
    return "sugar" in food.tags or "added sugar" in food.check_label


def _state(rows: Sequence[FoodRow], nutrient: str, value: float) -> None:
    place = AXIS[nutrient]
    for row in rows:
        if np.isnan(row.best[place]) and not np.isnan(value):
            row.best[place] = row.low[place] = row.high[place] = value


class Library:
    """The shared, read-only store of foods. Build it once with `library()`."""

    def __init__(self) -> None:
        self.rows: dict[str, FoodRow] = {row.key: row for row in read_list()}
        self.rows.update((row.key, row) for row in (*read_remembered(), *read_remembered_short()))
        self.rows.update((row.key, row) for row in read_unsalted(self.rows))
        self.foods: dict[str, Food] = {food.key: food for food in read_curated()}
        self._state_zero_by_class()
        self.names: dict[tuple[str, ...], str] = {}
        for food in self.foods.values():
            for name in (food.name, *food.names):
                self.names.setdefault(tuple(words_of(name)), food.key)
        self.longest_name = max(len(name) for name in self.names)
        self.digest = hashlib.sha256(text_of("foods/foods.csv").encode()).hexdigest()[:16]
        # Units a household has words for, beside those of every kitchen.
        self.own_units: frozenset[str] = frozenset()
        self.habits: Mapping[str, float] = {}
        self._by_word: dict[str, set[str]] = defaultdict(set)
        self._titles: dict[str, list[str]] = {}
        self._index()

    def with_own(self, own: Own) -> Library:
        """Return a library that also holds what a household has added; this one stays as it is.

        An own food or name goes before a shared one of the same name. Foods put away can be
        looked up by key but are not found any more.
        """
        grown = copy(self)
        grown._take_in(own)  # noqa: SLF001  a copy of the same class
        return grown

    def _take_in(self, own: Own) -> None:
        self.rows, self.foods = dict(self.rows), dict(self.foods)
        self.names, self._titles = dict(self.names), dict(self._titles)
        self._by_word = defaultdict(set, {w: set(k) for w, k in self._by_word.items()})
        for item in (*own.put_away, *own.foods):
            food, row = food_and_row(item)
            self.rows[row.key], self.foods[food.key] = row, food
        for food, row in (*own.made_away, *own.made):
            self.rows[row.key], self.foods[food.key] = row, food
        names: dict[str, list[str]] = {item.key: [item.name, *item.names] for item in own.foods}
        names |= {food.key: [food.name] for food, _ in own.made}
        for name, key in own.names.items():
            if key in self.foods or key in self.rows:
                names.setdefault(key, []).append(name)
                food = self.food(key)
                self.foods[key] = replace(food, names=(*food.names, name))
        for key, measures in measures_by_food(own).items():
            if key in self.foods or key in self.rows:
                self._measure(key, measures)
        for key, called in names.items():
            self.names.update((tuple(words_of(name)), key) for name in called)
            self._index_food(self.foods[key])
        self.longest_name = max(len(name) for name in self.names)
        self.habits = own.habits
        self._finish_index()

    def _measure(self, key: str, measures: dict[str, Measure]) -> None:
        food = self.food(key)
        self.foods[key] = replace(food, counts={**food.counts, **measures})
        self.own_units |= measures.keys()

    def _state_zero_by_class(self) -> None:
        """State fibre, polyols and added sugar of curated foods whose class settles them.

        Sweeteners and orchard fruit may hold polyols, sweetened things and whatever asks to
        check its label may hold added sugar; theirs stay unknown where nobody measured. All
        sugars of a sweetener are added.
        """
        for food in self.foods.values():
            found = (self.rows.get(key) for key in food.forms.values())
            rows = [row for row in found if row is not None]
            if food.food_class in WITHOUT_FIBRE:
                _state(rows, "fibre", 0.0)
            if food.food_class != "sweetener" and "orchard_fruit" not in food.tags:
                _state(rows, "polyols", 0.0)
                _state(rows, "erythritol", 0.0)
            if food.food_class == "sweetener":
                for row in rows:
                    _state([row], "added_sugar", float(row.best[AXIS["sugars"]]))
                if "sugar" in food.tags:
                    _state(rows, "polyols", 0.0)
                    _state(rows, "erythritol", 0.0)
            elif food.food_class in UNSWEETENED and not _sweetened(food):
                _state(rows, "added_sugar", 0.0)

    def _index(self) -> None:
        """Prepare searching: every word of every name and description, and where it occurs."""
        covered = {row for food in self.foods.values() for row in food.forms.values()}
        for food in self.foods.values():
            self._index_food(food)
        for row in self.rows.values():
            if row.key not in covered:
                self._index_titles(row.key, [row.description])
        self._finish_index()

    def _index_food(self, food: Food) -> None:
        titles = [food.name, *food.names]
        self._index_titles(food.key, titles + [f"{food.name} {form}" for form in food.forms])

    def _index_titles(self, key: str, titles: Sequence[str]) -> None:
        self._titles[key] = [" ".join(words_of(title)) for title in titles]
        for word in {word for title in self._titles[key] for word in title.split()}:
            self._by_word[word].add(key)

    def _finish_index(self) -> None:
        self._called: dict[str, list[tuple[str, ...]]] = defaultdict(list)
        for name, key in self.names.items():
            self._called[key].append(name)
        self._uses = Counter(word for name in self.names for word in name)
        self._vocabulary = sorted(self._by_word)
        self.plain_names = {" ".join(name): key for name, key in self.names.items()}
        self._plain = list(self.plain_names)
        # What was searched for lately; the same words come again from line to line.
        self._searched: dict[tuple[str, int], tuple[Hit, ...]] = {}

    def names_of(self, key: str) -> Sequence[tuple[str, ...]]:
        """Return what a food is called, each name as plain words."""
        return self._called.get(key, ())

    def word_uses(self, word: str) -> int:
        """Return in how many names a word stands."""
        return self._uses.get(word, 0)

    def known(self, key: str | None) -> Food | None:
        """Return a food as `food` does, None for no key and for one nobody knows."""
        if key is None:
            return None
        try:
            return self.food(key)
        except UnknownFood:
            return None

    def food(self, key: str) -> Food:
        """Return a curated food, or a bare one over a single row of the list.

        Raises:
            UnknownFood: no such key.
        """
        found = self.foods.get(key)
        if found is not None:
            return found
        key = renamed().foods.get(key, key)
        if key in self.foods:
            return self.foods[key]
        row = self.rows.get(key)
        if row is None:
            raise UnknownFood(f"There is no food with the key {key!r}.", "food")
        return Food(key, row.description, "listed", {"as listed": key}, curated=False)

    def row(self, key: str, form: str | None = None) -> FoodRow:
        """Return the row of a food in a form; the default form where `form` is None.

        Raises:
            UnknownFood: no such food, or the food has no such form.
        """
        food = self.food(key)
        wanted = form or food.default_form
        chosen = food.forms.get(wanted)
        if chosen is None:
            chosen = food.forms.get(renamed().forms.get(f"{food.key}/{wanted}", wanted))
        if chosen is None:
            forms = ", ".join(food.forms)
            raise UnknownFood(f"{food.name} is listed as {forms}, not as {form}.", "form")
        return self.rows[chosen]

    def search(self, text: str, limit: int = 12) -> list[Hit]:
        """Find foods by what somebody typed: curated first, misspellings forgiven.

        Args:
            text: any text; the last word may be unfinished.
            limit: how many at most.

        Returns:
            Hits, best first; empty when nothing is near.
        """
        known = self._searched.get((text, limit))
        if known is None:
            if len(self._searched) >= MOST_SEARCHES:
                self._searched.clear()
            known = self._searched[text, limit] = tuple(self._search(text, limit))
        return list(known)

    def _search(self, text: str, limit: int) -> list[Hit]:
        wanted = words_of(text)[:8]
        if not wanted:
            return []
        keys: Collection[str] = self._with_all(wanted)
        if len(keys) > LOOKED_AT_CLOSELY:
            # Kitchen names and short titles lie nearest to a few typed letters anyway.
            keys = nsmallest(LOOKED_AT_CLOSELY, keys, key=self._nearness)
        scores = {key: self._closeness(key, wanted) for key in keys}
        if len(scores) < limit:
            typed = " ".join(wanted)
            for name, score, _ in self._near(typed, limit):
                # Of names that hold the typed word the one of its own length is meant.
                alike = 0.4 * fuzz.ratio(typed, name)
                key = self.plain_names[name]
                worth = score + alike - FUZZY_NAME_WORTH
                if key not in keys:
                    scores[key] = max(scores.get(key, worth), worth)
        ordered = sorted(scores.items(), key=lambda pair: (-pair[1], pair[0]))
        return [Hit(self.food(key), score) for key, score in ordered[:limit]]

    def _nearness(self, key: str) -> tuple[bool, int]:
        return key not in self.foods, len(self._titles[key][0])

    def _near(self, typed: str, limit: int) -> list[tuple[str, float, int]]:
        """Return names that are spelled nearly as typed; a quick look at all, a close at some."""
        quick = process.cdist([typed], self._plain, scorer=fuzz.ratio, dtype=np.uint8)[0]
        likely = np.argsort(-quick.astype(np.int16), kind="stable")[:LOOKED_AT_CLOSELY]
        return process.extract(
            typed, [self._plain[i] for i in likely], scorer=fuzz.WRatio, limit=limit,
            score_cutoff=FUZZY_ENOUGH,
        )  # fmt: skip

    def _with_all(self, wanted: list[str]) -> set[str]:
        found: set[str] | None = None
        for word in wanted:
            keys = set().union(*(self._by_word[known] for known in self._beginning(word)))
            found = keys if found is None else found & keys
        return found or set()

    def _beginning(self, word: str) -> Iterator[str]:
        """Yield the known words that begin with what was typed."""
        for known in self._vocabulary[bisect_left(self._vocabulary, word) :]:
            if not known.startswith(word):
                return
            yield known

    def _closeness(self, key: str, wanted: list[str]) -> float:
        typed = " ".join(wanted)
        length, best = len(typed), 0.0
        for title in self._titles[key]:
            longer = max(length, len(title)) or 1
            score = 100.0 * min(length, len(title)) / longer
            if not all(word in title for word in wanted[:-1]):
                continue
            best = max(best, score + 60.0 if title.startswith(typed) else score)
        food = self.foods.get(key)
        return best + (0.0 if food is None or not (food.curated or food.own) else 100.0)


@cache
def library() -> Library:
    """Return the one shared library, read from the book's files at the first call."""
    return Library()
