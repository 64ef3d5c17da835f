"""Heads of recipes: the name of the dish and for how many, with and without a head of the list."""

from __future__ import annotations

import unittest
from pathlib import Path

from snabo_core.foods import library
from snabo_core.recipe import read_recipe

DATA = Path(__file__).parent / "data" / "heads.txt"
LIST = "500 g parsnips\n2 onions\n400 g minced beef\n300 ml stock\n50 g butter\n"
STEPS = "Boil the parsnips 15 minutes. Brown the meat, simmer 30 minutes. Bake at 190 C."
BODIES = (f"\n\n{LIST}\n{STEPS}\n", f"\n\nIngredients\n{LIST}\nMethod\n1. {STEPS}\n")


class Heads(unittest.TestCase):
    def test_each_head_tells_its_name_and_its_eaters(self) -> None:
        heads = DATA.read_text(encoding="utf-8").split("\n---\n")[1:]
        self.assertGreaterEqual(len(heads), 80)
        for told in heads:
            head, _, key = told.strip().rpartition("\n=> ")
            title, _, wanted = key.rpartition("|")
            for body in BODIES:
                dish = read_recipe(head + body, library(), None)
                low, high = dish.told.servings_low, dish.told.servings_high
                with self.subTest(head=head):
                    self.assertEqual(dish.title, title)
                    eaters = (
                        "-" if low is None else f"{low:g}" if low == high else f"{low:g}-{high:g}"
                    )
                    self.assertEqual(eaters, wanted)
                    self.assertEqual(sum(len(part.lines) for part in dish.parts), 5)


class SaidLoosely(unittest.TestCase):
    """What stands between a name and its list, from memory; "-" where nobody is counted."""

    def test_one_number_and_words_of_eating_tell_for_how_many(self) -> None:
        said = (DATA.parent / "loosely.txt").read_text(encoding="utf-8").splitlines()
        self.assertGreaterEqual(len(said), 45)
        for line in said:
            words, _, wanted = line.rpartition("|")
            dish = read_recipe(f"Parsnip mince bake\n{words}{BODIES[0]}", library(), None)
            low, high = dish.told.servings_low, dish.told.servings_high
            told = "-" if low is None else f"{low:g}" if low == high else f"{low:g}-{high:g}"
            with self.subTest(words=words):
                self.assertEqual((dish.title, told), ("Parsnip mince bake", wanted))
                self.assertEqual(sum(len(part.lines) for part in dish.parts), 5)

    def test_what_is_said_outright_goes_first(self) -> None:
        text = f"Leek pie\nEnough to fill 5 after a swim\n\nServes 4\n\n{LIST}\n{STEPS}\n"
        self.assertEqual(read_recipe(text, library(), None).told.servings_low, 4)
