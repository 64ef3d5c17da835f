"""Dishes, water and swaps come out as they did; see `golden_dishes` and `golden_tables`."""

import unittest

import msgspec

from snabo_core.dish import Dish, upgraded
from tests.golden_dishes import COUNT, changes, kept, whole
from tests.golden_tables import TABLES, table, written


class Golden(unittest.TestCase):
    """Document in, whole preview out."""

    def test_every_figure_and_word(self) -> None:
        for number in range(COUNT):
            known = kept(number)
            made = msgspec.convert(upgraded(known["dish"]), Dish)
            with self.subTest(dish=made.title):
                found = list(changes(known["preview"], whole(made)))
                self.assertEqual(found[:20], [])

    def test_the_tables_of_water_and_swaps(self) -> None:
        for name in TABLES:
            with self.subTest(table=name):
                found = list(changes(written(name), table(name)))
                self.assertEqual(found[:20], [])
