"""All foods in memory: looking up by key and form, and searching by what people type."""

from __future__ import annotations

import hashlib
import re
from collections import defaultdict
from dataclasses import dataclass
from functools import cache, lru_cache

import numpy as np
from rapidfuzz import fuzz, process

from snabo_core.errors import UnknownFood
from snabo_core.foods.loading import FOLDER, read_curated, read_list, read_remembered
from snabo_core.foods.records import AXIS, Food, FoodRow

FUZZY_ENOUGH = 78.0
FUZZY_NAME_WORTH = 40.0


@dataclass(frozen=True)
class Hit:
    """One search result; `score` only orders them."""

    food: Food
    score: float


@lru_cache(maxsize=50_000)
def singular(word: str) -> str:
    """Return the dictionary form kitchen words are compared in."""
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
    return [singular(word) for word in re.findall(r"[^\W_]+|%", text.lower())]


class Library:
    """The shared, read-only store of foods. Build it once with `library()`."""

    def __init__(self) -> None:
        self.rows: dict[str, FoodRow] = {row.key: row for row in read_list()}
        self.rows.update((row.key, row) for row in read_remembered())
        self.foods: dict[str, Food] = {food.key: food for food in read_curated()}
        self._state_zero_by_class()
        self.names: dict[tuple[str, ...], str] = {}
        for food in self.foods.values():
            for name in (food.name, *food.names):
                self.names.setdefault(tuple(words_of(name)), food.key)
        self.longest_name = max(len(name) for name in self.names)
        self.digest = hashlib.sha256((FOLDER / "foods.csv").read_bytes()).hexdigest()[:16]
        self._index()

    def _state_zero_by_class(self) -> None:
        """Set polyols to 0 for curated foods of classes that hold none.

        Sweeteners and orchard fruit may hold some; theirs stay unknown where nobody measured.
        """
        place = AXIS["polyols"]
        for food in self.foods.values():
            if food.food_class == "sweetener" or "orchard_fruit" in food.tags:
                continue
            for key in food.forms.values():
                row = self.rows.get(key)
                if row is not None and np.isnan(row.best[place]):
                    row.best[place] = row.high[place] = 0.0

    def _index(self) -> None:
        """Prepare searching: every word of every name and description, and where it occurs."""
        self._by_word: dict[str, set[str]] = defaultdict(set)
        self._titles: dict[str, list[str]] = {}
        covered = {row for food in self.foods.values() for row in food.forms.values()}
        for food in self.foods.values():
            titles = [food.name, *food.names]
            titles += [f"{food.name} {form}" for form in food.forms]
            self._titles[food.key] = [" ".join(words_of(t)) for t in titles]
        for row in self.rows.values():
            if row.key not in covered:
                self._titles[row.key] = [" ".join(words_of(row.description))]
        for key, titles in self._titles.items():
            for title in titles:
                for word in title.split():
                    self._by_word[word].add(key)
        self._vocabulary = sorted(self._by_word)
        self.plain_names = {" ".join(name): key for name, key in self.names.items()}

    def food(self, key: str) -> Food:
        """Return a curated food, or a bare one over a single row of the list.

        Raises:
            UnknownFood: no such key.
        """
        found = self.foods.get(key)
        if found is not None:
            return found
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
        chosen = food.forms.get(form or food.default_form)
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
        wanted = words_of(text)[:8]
        if not wanted:
            return []
        keys = self._with_all(wanted)
        scores = {key: self._closeness(key, wanted) for key in keys}
        if len(scores) < limit:
            typed = " ".join(wanted)
            near = process.extract(
                typed, self.plain_names.keys(), scorer=fuzz.WRatio, limit=limit,
                score_cutoff=FUZZY_ENOUGH,
            )  # fmt: skip
            for name, score, _ in near:
                scores.setdefault(self.plain_names[name], score - FUZZY_NAME_WORTH)
        ordered = sorted(scores.items(), key=lambda pair: (-pair[1], pair[0]))
        return [Hit(self.food(key), score) for key, score in ordered[:limit]]

    def _with_all(self, wanted: list[str]) -> set[str]:
        found: set[str] | None = None
        for word in wanted:
            keys = set().union(
                *(self._by_word[known] for known in self._vocabulary if known.startswith(word))
            )
            found = keys if found is None else found & keys
        return found or set()

    def _closeness(self, key: str, wanted: list[str]) -> float:
        typed = " ".join(wanted)
        best = max(
            100.0 * len(typed) / max(len(title), 1) + (60.0 if title.startswith(typed) else 0.0)
            for title in self._titles[key]
        )
        return best + (100.0 if key in self.foods else 0.0)


@cache
def library() -> Library:
    """Return the one shared library, read from the book's files at the first call."""
    return Library()
