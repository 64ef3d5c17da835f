"""Scores what is read above a list, on heads nobody tunes to: python -m tests.score_heads.

Name, for how many and what is made. Only sums are printed: whoever looks at a fault has spent the
set. They are plain heads by one author, written when most of the reading was done: what they reach
is more than wilful wordings do. The ingredients and steps below them are in other hands in turn;
the format is told at the head of the data file.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from itertools import cycle
from pathlib import Path

from snabo_core.foods import library
from snabo_core.recipe import read_recipe

HEADS = Path(__file__).with_name("data") / "heads_set_aside.txt"
# What stands below a head: the lines of its list, its steps and the words around both.
BODIES: tuple[tuple[tuple[str, ...], tuple[str, ...], str], ...] = (
    (
        ("2 tbsp olive oil", "3 leeks, sliced", "200 g pearl barley", "50 g parmesan"),
        ("Soften the leeks in the oil for 10 minutes.", "Add the barley and simmer."),
        "\nIngredients\n{list}\n\nMethod\n{steps}\n",
    ),
    (
        ("1 lb ground turkey", "2 cups cooked rice", "1 (14 oz) can diced tomatoes", "1 onion"),
        ("Brown the turkey with the onion.", "Stir in the rest and bake 30 minutes."),
        "\n{list}\n\n{steps}\n",
    ),
    (
        ("potatoes, 6 large", "1/4 lb butter", "salt", "a little milk"),
        ("Boil the potatoes and mash with butter and milk.", "Salt to taste."),
        "{list}\n\n{steps}\n",
    ),
    (
        ("250 ml cream", "400 g tinned chickpeas, drained", "1 tsp cumin", "flatbread, to serve"),
        ("Warm the chickpeas in the cream with the cumin.", "Serve with flatbread."),
        "\nYou will need:\n{list}\n\nWhat to do:\n{steps}\n",
    ),
)


@dataclass
class Tally:
    """Hits of so many, by what is looked at."""

    hits: dict[str, int] = field(default_factory=dict)
    asked: dict[str, int] = field(default_factory=dict)

    def mark(self, what: str, *, good: bool) -> None:
        """Count one thing looked at."""
        self.asked[what] = self.asked.get(what, 0) + 1
        self.hits[what] = self.hits.get(what, 0) + good

    def share(self) -> float:
        """Return the share of hits over name, for how many and what is made."""
        return sum(self.hits.values()) / sum(self.asked.values())

    def __str__(self) -> str:
        """Return the hits of each thing, then their share."""
        told = ", ".join(f"{what} {self.hits[what]}/{n}" for what, n in self.asked.items())
        return f"{told}: {self.share():.1%}"


def letters(text: str) -> str:
    """Return the words of a text, without case and signs."""
    return " ".join(re.findall(r"\w+", text.lower()))


def score() -> Tally:
    """Return how many of the heads set aside are read as they are meant."""
    tally = Tally()
    _, *blocks = HEADS.read_text("utf-8").split("---\n")
    for block, (lines, steps, body) in zip(blocks, cycle(BODIES), strict=False):
        head, _, key = block.strip("\n").rpartition("=> ")
        name, served, made = key.rsplit("|", 2)
        below = body.format(list="\n".join(lines), steps="\n".join(steps))
        dish = read_recipe(f"{head}\n{below}", library(), None)
        low, high = dish.told.servings_low, dish.told.servings_high
        told = "None" if low is None or high is None else f"{low:g}-{high:g}"
        names = {letters(each) for each in name.split(" // ")}
        tally.mark("title", good=letters(dish.title) in names)
        tally.mark("servings", good=told in served.split("/"))
        if made:
            tally.mark(
                "yield",
                good=letters(dish.told.makes) in {letters(each) for each in made.split(" // ")},
            )
    return tally


if __name__ == "__main__":
    print(score())
