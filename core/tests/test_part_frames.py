"""Headings of parts set in sixty ways: crossed at random with lists, nearly all open their part.

`data/part_frames.toml` holds the pieces. Some crossings say nothing that tells a heading from a
food ("flatbreads" right above "200 g flour"), so the test asks for 99 in 100 and names the rest.
"""

from __future__ import annotations

import random
import re
import tomllib
import unittest
from pathlib import Path
from typing import Any

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.recipe import read_recipe

PIECES: dict[str, Any] = tomllib.loads(
    (Path(__file__).parent / "data" / "part_frames.toml").read_text(encoding="utf-8")
)
CROSSED, LEAST_RIGHT = 300, 0.99
BULLETS = ("", "- ", "• ", "* ", "▢ ", "– ")
LIST_HEADS = ("", "Ingredients\n", "INGREDIENTS\n", "Ingredients:\n", "What you need\n")
METHOD = "\nMethod\n1. Heat the oven to 190 C.\n2. Cook it all and bake for 30 minutes.\n"
# What a style says beside the name.
_SAID = re.compile(
    r"^(?:what you need |ingredients )?(?:for the|for|to make the|the|part \d:)\s"
    r"|\s(?:ingredients|\(.*\))$"
)
# "250 g", and "flour".
_APART = re.compile(r"(\d[\d.]*(?: (?:k?g|ml|litres|tbsp|tsp))?) (.+)")

Told = list[tuple[str, set[str]]]


class PartFrames(unittest.TestCase):
    def setUp(self) -> None:
        self.random = random.Random(45)  # noqa: S311 - a recipe, not a secret

    def crossed(self) -> tuple[str, Told]:
        """Return a recipe whose parts have heads of one style, and the parts."""
        one = self.random
        names = one.sample(sorted(PIECES["parts"]), one.choice((2, 2, 3)))
        style, bullet = one.choice(PIECES["styles"]), one.choice(BULLETS)
        first_without, gap = one.random() < 0.25, one.choice(("", "\n"))
        told: Told = []
        text = f"Winter Bake\nServes 4\n\n{one.choice(LIST_HEADS)}"
        for n, name in enumerate(names):
            items = PIECES["parts"][name]
            if n or not first_without:
                head = style.format(p=name, l=name.lower(), U=name.upper(), i=n + 1, a="abc"[n])
                text += f"{gap}{head}\n"
            told.append((name.lower() if n or not first_without else "dish", set(items)))
            text += "".join(f"{bullet}{item}\n" for item in items)
        return text + METHOD, told

    def test_each_style_opens_its_part(self) -> None:
        missed = []
        for _ in range(CROSSED):
            text, told = self.crossed()
            if parts_of(read_recipe(text, library(), None)) != told:
                missed.append(text)
        self.assertLessEqual(len(missed), (1 - LEAST_RIGHT) * CROSSED, "\n\n".join(missed))

    def test_what_is_said_of_a_part_behind_its_name(self) -> None:
        """Also above the first list, without a blank line; a food without an amount stays one."""
        for told in PIECES["told"]:
            text = "Winter Bake\nServes 4\n\nIngredients\n"
            for name in ("Cheese sauce", "Pastry"):
                text += "\n".join((f"{name}{told}", *PIECES["parts"][name], ""))
            with self.subTest(told=told):
                parts = [part.name for part in read_recipe(text + METHOD, library(), None).parts]
                self.assertEqual(parts, ["Cheese sauce", "Pastry"])
        listed = "2 leeks\nChicken stock (see note)\n50 g butter\n200 g rice\n"
        dish = read_recipe(f"Winter Bake\nServes 4\n\n{listed}{METHOD}", library(), None)
        self.assertEqual([(part.name, len(part.lines)) for part in dish.parts], [("Dish", 4)])

    def test_amounts_on_lines_of_their_own(self) -> None:
        """An app prints "250 g" above or below "flour": the same list either way."""
        for _ in range(CROSSED // 4):
            names = self.random.sample(sorted(PIECES["parts"]), 2)
            below, told = self.random.random() < 0.5, []
            text = "Winter Bake\nServes 4\n\nIngredients\n"
            for name in names:
                pairs = [pair for item in PIECES["parts"][name] if (pair := _APART.match(item))]
                text += f"For the {name.lower()}\n"
                for amount, food in (pair.groups() for pair in pairs):
                    text += f"{food}\n{amount}\n" if below else f"{amount}\n{food}\n"
                told.append((name.lower(), {pair[0] for pair in pairs}))
            with self.subTest(text=text):
                self.assertEqual(parts_of(read_recipe(text + METHOD, library(), None)), told)

    def test_a_part_that_may_be_left_out_says_so_in_a_note(self) -> None:
        text = "Bake\n\nFilling\n500 g leeks\n\nCrust (optional)\n80 g oats\n40 g butter\n"
        dish = read_recipe(text + METHOD, library(), None)
        self.assertEqual([part.name for part in dish.parts], ["Filling", "Crust"])
        self.assertIn(("note", "Crust (optional)"), [(a.kind, a.text) for a in dish.asides])
        told = [line.optional for part in dish.parts for line in part.lines]
        self.assertEqual(told, [False, True, True])


def parts_of(dish: Dish) -> Told:
    """Return the parts of a dish: the bare name of each, and its lines."""
    return [
        (_SAID.sub("", _SAID.sub("", part.name.lower())), {line.text for line in part.lines})
        for part in dish.parts
    ]
