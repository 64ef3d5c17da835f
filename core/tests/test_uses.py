"""Divided, on top, held back, until it looks right: words that become uses."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import Use, check
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.quantities import read_line
from tests.helpers import dish, line, part

SHARED = (
    ("100 g butter, divided", [("dish", 0.5), ("later", 0.5)]),
    ("60 g parmesan, grated, half for the top", [("dish", 0.5), ("top", 0.5)]),
    ("90 g cheddar, a third on top", [("dish", 2 / 3), ("top", 1 / 3)]),
    ("100g grated cheddar, reserve half", [("dish", 0.5), ("later", 0.5)]),
    ("80 g breadcrumbs plus 20 g for the top", [("dish", 0.8), ("top", 0.2)]),
    ("1 tbsp oil, for frying", [("frying", 1.0)]),
    ("a handful of parsley, to serve", [("serving", 1.0)]),
    ("200 g spinach, washed", []),
    ("500 g leeks, trimmed and halved", []),
)
HELD = (
    ("2 to 3 tablespoons water if dry", 29.9, 44.9, "if dry"),
    ("250 ml stock, plus more if needed", 250, 375, "if needed"),
    ("1 tbsp water, if needed", 0, 15, "if needed"),
    ("2-3 tbsp chickpea flour, depending on the courgettes", 11.7, 17.5, "depending on"),
)


class Words(unittest.TestCase):
    """No word of this is lost."""

    def test_shares(self) -> None:
        for text, wanted in SHARED:
            with self.subTest(text=text):
                uses = read_line(text, library()).uses
                self.assertEqual([u.kind for u in uses], [kind for kind, _ in wanted])
                for use, (_, share) in zip(uses, wanted, strict=True):
                    self.assertAlmostEqual(use.share, share, delta=0.001)

    def test_extra_is_added_to_the_grams(self) -> None:
        read = read_line("80 g breadcrumbs plus 20 g for the top", library())
        self.assertEqual(read.grams.best, 100)
        greased = read_line("50 g butter, plus extra for greasing", library())
        # Nobody counts it; it only makes the range wider.
        self.assertEqual(greased.grams.best, 50)
        self.assertTrue(52 < (greased.grams.high or 0) < 70)

    def test_a_number_more_goes_in_too(self) -> None:
        for text, grams, kinds in (
            ("2 tbsp butter (plus 1 tbsp for the crumbs)", 43.2, ["dish", "later"]),
            ("250 ml milk, plus 2 tbsp extra", 288.4, ["dish", "later"]),
            ("50 g butter + 20 g to finish", 70, ["dish", "top"]),
        ):
            with self.subTest(text):
                read = read_line(text, library())
                self.assertAlmostEqual(read.grams.best or 0, grams, delta=0.1)
                self.assertEqual([use.kind for use in read.uses], kinds)

    def test_more_if_it_is_too_dry_is_held_back(self) -> None:
        read = read_line("2 cups flour plus 1 tbsp if sticky", library())
        assert read.hold is not None
        self.assertEqual(read.hold.start, read.grams.best)
        self.assertAlmostEqual(read.hold.ceiling - read.hold.start, 7.95, delta=0.1)

    def test_hold_backs(self) -> None:
        for text, start, ceiling, cue in HELD:
            with self.subTest(text=text):
                read = read_line(text, library())
                assert read.hold is not None
                assert read.grams.low is not None
                assert read.grams.high is not None
                self.assertAlmostEqual(read.hold.start, start, delta=0.2)
                self.assertAlmostEqual(read.hold.ceiling, ceiling, delta=0.2)
                self.assertIn(cue, read.hold.cue)
                self.assertLessEqual(read.grams.low, start + 0.2)
                self.assertGreaterEqual(read.grams.high, ceiling - 0.2)

    @given(st.sampled_from([text for text, _ in SHARED] + [t for t, *_ in HELD]))
    def test_shares_always_make_a_whole(self, text: str) -> None:
        uses = read_line(text, library()).uses
        if uses:
            self.assertAlmostEqual(sum(use.share for use in uses), 1.0)


class WhatIsNotEaten(unittest.TestCase):
    """Uses share out all of a line."""

    def test_uses_that_do_not_share_out_the_line_are_refused(self) -> None:
        for shares in ((0.5, 0.4), (1.5, -0.5)):
            uses = tuple(Use("dish", share) for share in shares)
            made = dish(part("p", line("a", 40, "olive_oil", uses=uses)))
            with self.assertRaisesRegex(BadInput, "share out all"):
                check(made)
