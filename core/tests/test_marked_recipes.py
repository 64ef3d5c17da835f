"""Whole recipes in many hands, each line marked with what it is; what is still missed is named.

A line of `data/marked.txt` begins with its mark: T the name, S for how many, M how long, U the head
of a list or a method, H of a part, L a food, P a step, N what is said beside, X the page's own, E
one or the other. "S1|4-6" is for how many they are, "~|title servings" what is still read wrongly;
" => " tells what a line comes to, " // " stands between the foods of one. The recipes are invented.
"""

from __future__ import annotations

import re
import unittest
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.recipe import read_recipe

MARKED = Path(__file__).parent / "data" / "marked.txt"
ASPECTS = ("title", "servings", "lines", "parts", "steps", "left out")
_SIGNS = re.compile(r"^[\W_]*(?=[\w½¼¾⅓⅔(\"'‘“~])")
_NUMBER = re.compile(r"^\s*(?:\d+[.)]|\d+(?=\s+[A-Z])|(?:STEP|Step) \d+:?|[①-⑳➊-➓])\s+")


@dataclass
class Marked:
    """One recipe, what its lines are, and what of it is still read wrongly."""

    hand: str
    text: list[str] = field(default_factory=list)
    title: str = ""
    servings: tuple[float, float] | None = None
    parts: list[tuple[str, list[str]]] = field(default_factory=lambda: [("", [])])
    steps: list[str] = field(default_factory=list)
    furniture: list[str] = field(default_factory=list)
    missed: set[str] = field(default_factory=set)

    def add(self, mark: str, said: str) -> None:
        """Take one line of the file."""
        if mark == "S1":
            low, high = map(float, said.split("-"))
            self.servings = (low, high)
            return
        if mark == "~":
            self.missed = {one.strip() for one in said.split(",")}
            return
        text, _, told = said.partition(" => ")
        self.text.append(text)
        told = told or text
        if mark == "T":
            self.title = told
        elif mark == "H":
            self.parts.append((told, []))
        elif mark == "L":
            self.parts[-1][1].extend(map(_plain, told.split(" // ")))
        elif mark == "P":
            self.steps.append(_plain(_NUMBER.sub("", told)))
        elif mark == "X":
            self.furniture.append(_letters(text))


def _plain(text: str) -> str:
    return " ".join(re.sub(r"[*_]", "", _SIGNS.sub("", text)).split())


def _letters(text: str) -> str:
    return re.sub(r"[^\w½¼¾⅓⅔]+", " ", text.lower()).strip()


def _part(name: str) -> str:
    return re.sub(r"^for (?:the )?", "", _letters(name))


def marked() -> list[Marked]:
    """Return the recipes of the file."""
    found = []
    for block in MARKED.read_text(encoding="utf-8").split("%%% ")[1:]:
        hand, *lines = block.splitlines()
        recipe = Marked(hand)
        for line in filter(None, lines):
            recipe.add(*line.split("|", 1))
        found.append(recipe)
    return found


def wrong(recipe: Marked, dish: Dish) -> Iterator[str]:
    """Give what of a recipe was read otherwise than its lines are marked."""
    if _letters(dish.title) != _letters(recipe.title):
        yield "title"
    told = (dish.told.servings_low, dish.told.servings_high)
    if recipe.servings is not None and told != recipe.servings:
        yield "servings"
    got = [(part.name, _plain(line.text)) for part in dish.parts for line in part.lines]
    want = [(name, line) for name, lines in recipe.parts for line in lines]
    # A line of several foods stands there once for each.
    if {line for _, line in got} != {line for _, line in want}:
        yield "lines"
    elif not {(_part(name), line) for name, line in want if name} <= {
        (_part(name), line) for name, line in got
    }:
        yield "parts"
    steps = _letters(" ".join(_NUMBER.sub("", step.text) for step in dish.steps))
    if steps != _letters(" ".join(recipe.steps)):
        yield "steps"
    lines = {_letters(line) for _, line in got}
    if any(one in lines or f" {one} " in f" {steps} " for one in recipe.furniture):
        yield "left out"


class MarkedRecipes(unittest.TestCase):
    def test_each_line_is_what_it_is_marked_as(self) -> None:
        recipes = marked()
        self.assertGreaterEqual(len(recipes), 200)
        for recipe in recipes:
            dish = read_recipe("\n".join(recipe.text) + "\n", library(), None)
            with self.subTest(hand=recipe.hand, title=recipe.title):
                self.assertLessEqual(recipe.missed, set(ASPECTS))
                self.assertEqual(set(wrong(recipe, dish)), recipe.missed)
