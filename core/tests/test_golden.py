"""Twenty whole dishes come out as they did; see `golden_dishes` for how they are renewed."""

import unittest

import msgspec

from snabo_core.dish import Dish, upgraded
from tests.golden_dishes import COUNT, changes, kept, whole


class Golden(unittest.TestCase):
    """Document in, whole preview out."""

    def test_every_figure_and_word(self) -> None:
        for number in range(COUNT):
            known = kept(number)
            made = msgspec.convert(upgraded(known["dish"]), Dish)
            with self.subTest(dish=made.title):
                found = list(changes(known["preview"], whole(made)))
                self.assertEqual(found[:20], [])
