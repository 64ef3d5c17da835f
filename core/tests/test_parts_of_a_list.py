"""The parts of a list: what heads each of them, and which lines stand in it."""

from __future__ import annotations

import unittest
from pathlib import Path

from snabo_core.foods import library
from snabo_core.recipe import read_recipe

DATA = Path(__file__).parent / "data" / "parts.txt"


class PartsOfAList(unittest.TestCase):
    """Lists as people head them, from memory; every part with its name and its number of lines."""

    def test_every_heading_opens_its_part(self) -> None:
        every = DATA.read_text(encoding="utf-8").split("\n---\n")[1:]
        self.assertGreaterEqual(len(every), 210)
        for told in every:
            text, _, key = told.strip().partition("\n=> ")
            wanted = [
                (name, int(lines)) for name, lines in (p.rsplit(":", 1) for p in key.split("|"))
            ]
            dish = read_recipe(text, library(), None)
            with self.subTest(text=text.splitlines()[0]):
                self.assertEqual(
                    [(part.name.lower(), len(part.lines)) for part in dish.parts], wanted
                )

    def test_a_food_without_an_amount_opens_no_part(self) -> None:
        text = (
            "Burgers\nServes 4\n\nPatties\n500 g lamb mince\n1 onion\n\nSauce\n150 g yogurt\n"
            "1 clove garlic\n\nTo serve\n4 burger buns\nRocket\n2 tomatoes\n1 cucumber\n\n"
            "Shape, grill 10 minutes."
        )
        dish = read_recipe(text, library(), None)
        self.assertEqual(
            [line.food for line in dish.parts[-1].lines],
            ["burger_bun", "rocket", "tomato", "cucumber"],
        )


if __name__ == "__main__":
    unittest.main()
