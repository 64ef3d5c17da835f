"""What stands above a recipe: its title, for how many it is, and nothing that becomes a food."""

from __future__ import annotations

import unittest
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from snabo_core.foods import library
from snabo_core.recipe import read_recipe

DATA = Path(__file__).parent / "data" / "heads.txt"
BODY = """
400 g potatoes
2 leeks
30 g butter

Method
Fry the leeks in the butter. Add the potatoes and bake for 30 minutes.
"""


@dataclass(frozen=True)
class Head:
    """Some lines above a list, with the title and how many they serve, low to high."""

    text: str
    title: str
    serves: tuple[float, float]


def heads() -> Iterator[Head]:
    """Return the heads of the data file."""
    for told in DATA.read_text(encoding="utf-8").split("\n---\n")[1:]:
        text, _, key = told.strip().partition("\n=> ")
        title, _, serves = key.rpartition(" | ")
        low, high = serves.split()
        yield Head(text, title, (float(low), float(high)))


class Heads(unittest.TestCase):
    """Heads that were opened, as people were seen to write them: from memory."""

    def test_title_and_servings(self) -> None:
        wrong, every = [], list(heads())
        for head in every:
            dish = read_recipe(head.text + "\n" + BODY, library(), None)
            got = (dish.title.lower(), (dish.told.servings_low, dish.told.servings_high))
            if got != (head.title.lower(), head.serves):
                wrong.append((head.text, got))
        self.assertGreaterEqual(len(every), 189)
        self.assertLessEqual(len(wrong), len(every) * 0.07, wrong)

    def test_nothing_above_a_list_becomes_food_and_no_food_is_lost(self) -> None:
        wrong = []
        for head in heads():
            dish = read_recipe(head.text + "\n" + BODY, library(), None)
            foods = [line.food for part in dish.parts for line in part.lines]
            if foods != ["potato", "leek", "butter"]:
                wrong.append((head.text, foods))
        self.assertLessEqual(len(wrong), 2, wrong)
