"""The document keeps its rules."""

import unittest
from dataclasses import replace

from snabo_core.dish import Choice, Slot, Taken, check
from snabo_core.errors import BadInput
from tests.helpers import dish, line, part

GOOD = dish(part("p", line("a", 100, "potato"), line("b", 20, "butter")))


class Check(unittest.TestCase):
    """Every broken rule is one clear sentence."""

    def test_good_passes(self) -> None:
        self.assertIs(check(GOOD), GOOD)

    def test_broken_rules(self) -> None:
        p = GOOD.parts[0]
        same = replace(p, lines=(p.lines[0], p.lines[0]))
        cases = {
            "loaded before": replace(GOOD, schema=99),
            "name": replace(GOOD, title="  "),
            "between 0.25 and 200": replace(GOOD, servings=0.0),
            "between 0.25": replace(GOOD, servings=float("nan")),
            "same id": replace(GOOD, parts=(same,)),
            "at most 40 parts": replace(
                GOOD, parts=tuple(replace(p, id=f"{i}", lines=()) for i in range(41))
            ),
            "no role": replace(GOOD, parts=(replace(p, slots=(Slot("s", "sofa", ("a",)),)),)),
            "does not have": replace(GOOD, parts=(replace(p, slots=(Slot("s", "mash", ("z",)),)),)),
            "low to high": replace(
                GOOD, parts=(replace(p, lines=(replace(p.lines[0], grams=200.0),)),)
            ),
            "need low, best and high": replace(
                GOOD, parts=(replace(p, lines=(replace(p.lines[0], grams_low=None),)),)
            ),
            "The share used": replace(GOOD, parts=(replace(p, taken=Taken(share=1.5)),)),
            "more than nothing": replace(GOOD, parts=(replace(p, taken=Taken(makes_grams=0.0)),)),
        }
        for words, bad in cases.items():
            with self.subTest(words=words), self.assertRaisesRegex(BadInput, words):
                check(bad)

    def test_choosing_and_taking_back(self) -> None:
        p = replace(GOOD.parts[0], slots=(Slot("s", "mash", ("a",)),))
        made = replace(GOOD, parts=(p,))
        chosen = made.with_choice("p", "s", Choice("x", (line("c", 90, "swede"),)))
        self.assertEqual([x.id for x in chosen.parts[0].effective_lines()], ["b", "c"])
        self.assertTrue(chosen.changed())
        self.assertEqual(chosen.original(), made)
        with self.assertRaises(BadInput):
            made.with_choice("p", "other", None)
