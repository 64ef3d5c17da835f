"""Dishes, water and swaps come out as they did; see `golden_dishes` and `golden_tables`."""

import unittest

import msgspec

from snabo_core.dish import Dish, upgraded
from tests.golden_dishes import COUNT, changes, kept, whole
from tests.golden_tables import TABLES, said_of, table, written, written_of_made
from tests.made_dishes import COUNT as MADE

# What is computed without a dish.
QUICK = (
    "rules", "problems", "problem_edges", "edges", "weighings", "cures", "learnt", "ledger_steps",
    "held", "loads", "bindings", "shelved", "wishes", "heads",
    "reworded", "standings", "broken", "servings",
)  # fmt: skip


class Golden(unittest.TestCase):
    """Document in, whole preview out."""

    def test_every_figure_and_word(self) -> None:
        for number in range(COUNT):
            known = kept(number)
            made = msgspec.convert(upgraded(known["dish"]), Dish)
            with self.subTest(dish=made.title):
                found = list(changes(known["preview"], whole(made)))
                self.assertEqual(found[:20], [])

    def tables(self, *names: str) -> None:
        for name in names:
            with self.subTest(table=name):
                self.assertEqual([*changes(written(name), table(name))][:20], [])

    def test_the_tables_of_water_and_swaps(self) -> None:
        self.tables(*(name for name in TABLES if name not in QUICK))

    def test_the_quick_tables(self) -> None:
        self.tables(*QUICK)


class Made(unittest.TestCase):
    """All that the screens say of dishes drawn by a seed."""

    def said(self, *seeds: int) -> None:
        known = written_of_made()
        self.assertEqual(len(known), MADE)
        for seed in seeds:
            with self.subTest(seed=seed):
                self.assertEqual([*changes(known[seed], said_of(seed))][:20], [])

    # By themselves, so that one that looks through a changed line is found without the others.
    def test_the_first(self) -> None:
        self.said(*range(6))

    def test_the_second(self) -> None:
        self.said(*range(6, 12))

    def test_the_third(self) -> None:
        self.said(*range(12, 18))

    def test_the_last(self) -> None:
        self.said(*range(18, MADE))
