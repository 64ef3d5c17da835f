"""Names and eaters in every frame: crossed at random, they are read the same.

`data/frames.toml` holds the pieces; each test crosses some hundreds of them, always the same ones.
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
    (Path(__file__).parent / "data" / "frames.toml").read_text(encoding="utf-8")
)
CROSSED = 150
SIGNS = ' .:"'


def eaters_of(piece: str) -> tuple[str, tuple[float, float]]:
    """Return a piece without its key, and the key: four where it has none."""
    text, _, key = piece.partition(" => ")
    low, _, high = (key or "4-4").partition("-")
    return text, (float(low), float(high))


def marked(sign: str, texts: list[str]) -> str:
    """Return texts a line each, with a sign or their number before them."""
    return "\n".join(sign.replace("{n}", str(n)) + text for n, text in enumerate(texts, 1))


class HeadFrames(unittest.TestCase):
    def setUp(self) -> None:
        self.random = random.Random(45)  # noqa: S311 - a recipe, not a secret

    def piece(self, kind: str) -> Any:
        return self.random.choice(PIECES[kind])

    def around(self, frame: str, name: str) -> str:
        shouted = frame.replace("{T}", name.upper())
        return shouted.replace("{t}", name).replace("{l}", name.lower())

    def below(self, head: str, items: list[str], steps: list[str]) -> str:
        """Return a head with a list and a method under it."""
        heads_list = re.search(r"ingredients|need", head.rsplit("\n\n", 1)[-1], re.IGNORECASE)
        opens = "" if heads_list else self.piece("list_heads")
        method = self.piece("method_heads")
        lines = [
            head.rstrip("\n") + ("\n" if heads_list else "\n\n") + opens,
            marked(self.piece("bullets"), items) + "\n",
            method,
            marked(self.piece("numbers"), steps),
        ]
        return "\n".join(line for line in lines if line) + self.piece("tails")

    def check(self, name: str, head: str, eaters: tuple[float, float]) -> None:
        items, steps = self.piece("lists"), self.piece("methods")
        text = self.below(head, items, steps)
        with self.subTest(text=text):
            dish = read_recipe(text, library(), None)
            self.assertEqual(plain(dish.title), plain(name))
            self.assertEqual((dish.told.servings_low, dish.told.servings_high), eaters)
            self.assertEqual(len(dish.steps), len(steps))
            self.check_list(dish, items)

    def check_list(self, dish: Dish, items: list[str]) -> None:
        self.assertEqual(len(dish.parts), 1)
        read = {line.text for line in dish.parts[0].lines}
        self.assertEqual(read, set(items))

    def test_facts_below_a_name_say_for_how_many(self) -> None:
        for _ in range(CROSSED):
            name, (said, eaters) = self.piece("names"), eaters_of(self.piece("eaters"))
            timed = re.search(r"\b(?:min|time)\b", said, re.IGNORECASE) is not None
            facts = [said] if timed else [said, self.piece("times")]
            self.random.shuffle(facts)
            head = self.around(self.piece("frames"), name)
            gap = self.random.choice(("\n", "\n\n"))
            self.check(name, gap.join((head, *filter(None, facts))), eaters)

    def test_a_head_that_tells_both_at_once(self) -> None:
        for _ in range(CROSSED):
            name, (frame, eaters) = self.piece("names"), eaters_of(self.piece("telling"))
            self.check(name, self.around(frame, name), eaters)

    def test_what_is_said_around_a_name(self) -> None:
        for wording in PIECES["wordings"]:
            name = self.piece("names")
            for facts in ("\nServes 4", ""):
                with self.subTest(wording=wording, name=name, facts=facts):
                    said = self.around(wording, name) + facts
                    dish = read_recipe(
                        self.below(said, self.piece("lists"), self.piece("methods")),
                        library(),
                        None,
                    )
                    self.assertEqual(plain(dish.title), plain(name))

    def test_names_that_sound_like_something_else(self) -> None:
        for name in PIECES["sounding"]:
            head = self.around(self.piece("plain_frames"), name)
            self.check(name, head, (4, 4))

    def test_what_stands_above_or_below_a_name(self) -> None:
        """A line of its own above or below is neither the name nor a food, nor counts eaters."""
        for place in ("above", "below"):
            for line in PIECES[place]:
                name, gap = self.piece("names"), self.random.choice(("\n", "\n\n"))
                head = f"{line}{gap}{name}" if place == "above" else f"{name}{gap}{line}"
                facts = self.random.choice(("", "\nServes 4"))
                items, steps = self.piece("lists"), self.piece("methods")
                with self.subTest(line=line, name=name, facts=facts):
                    dish = read_recipe(self.below(head + facts, items, steps), library(), None)
                    self.assertEqual(plain(dish.title), plain(name))
                    self.assertEqual(dish.told.servings_low, 4 if facts else None)
                    self.check_list(dish, items)

    def test_a_name_right_above_its_list_is_no_heading(self) -> None:
        """What is said above it is not the name, and the list below it no part of that name."""
        for line in PIECES["above_small"]:
            for gap in ("\n", "\n\n"):
                name, items, steps = (
                    self.piece(one) for one in ("small_names", "lists", "methods")
                )
                with self.subTest(line=line, name=name, gap=gap):
                    text = "\n".join((f"{line}{gap}{name}", *items, "", *steps, "Serves 4"))
                    dish = read_recipe(text, library(), None)
                    self.assertEqual(dish.title, name)
                    self.check_list(dish, items)


def plain(name: str) -> str:
    """Return a name without the signs that a frame may take, in small letters."""
    return name.lower().strip(SIGNS).replace('"', "")
