"""The edges of small rules: what holds just inside them, and is refused just outside."""

from __future__ import annotations

import unittest
from dataclasses import fields

from snabo_core.errors import BadInput
from snabo_core.plate.exclusions import LONGEST_OWN, MOST_TOLERATED, Exclusion, check_exclusion
from snabo_core.water import bands, problems
from snabo_core.water.state import State

NOTHING = State(*(0.0 for _ in fields(State)))


class Exclusions(unittest.TestCase):
    def test_what_can_be_meant(self) -> None:
        for what, tolerated in (
            ("a", 0.0), ("coriander", MOST_TOLERATED), ("x" * LONGEST_OWN, 1.0), (" dill ", 0.0),
        ):  # fmt: skip
            check_exclusion(Exclusion(what, tolerated))

    def test_what_cannot(self) -> None:
        for what, tolerated in (
            ("", 0.0), ("  ", 0.0), ("x" * (LONGEST_OWN + 1), 0.0), ("!?", 0.0),
            ("dill", -0.1), ("dill", MOST_TOLERATED + 0.1),
        ):  # fmt: skip
            with self.subTest(what=what, tolerated=tolerated), self.assertRaises(BadInput):
                check_exclusion(Exclusion(what, tolerated))


class Pressing(unittest.TestCase):
    """Balances of water and solids; by hand, see the formulas of the module."""

    def test_little_may_leave_and_never_less_than_nothing(self) -> None:
        # 90.02 g of water in 100.02 g, to 90 %: (90.02 - 0.9 * 100.02) / 0.1 g.
        made = problems.mass_pressed_to_share(
            water_g=90.02, solids_g=10.0, water_share=0.9, liquid_solids_share=0.0
        )
        self.assertAlmostEqual(made["expressed_g"], 0.02, places=9)
        with self.assertRaises(BadInput):
            problems.mass_pressed_to_share(
                water_g=89.0, solids_g=10.0, water_share=0.9, liquid_solids_share=0.0
            )

    def test_a_round_takes_a_share(self) -> None:
        made = problems.rounds_for_loss(water_g=100, loss_g=50, share_of_water=0.5)
        self.assertEqual((made["rounds"], made["pressed_g"]), (1.0, 50.0))
        for share in (0.0, 1.0, 1.5):
            with self.subTest(share), self.assertRaises(BadInput):
                problems.rounds_for_loss(water_g=100, loss_g=10, share_of_water=share)

    def test_no_time_dries_nothing(self) -> None:
        made = problems.dry_to_floor(water_g=80, floor_water_g=10, rate_per_hour=0.5, hours=0)
        self.assertEqual((made["water_g"], made["lost_g"]), (80.0, 0.0))


class Composition(unittest.TestCase):
    def test_alcohol_warms_like_water(self) -> None:
        parts = NOTHING.components()
        self.assertEqual(set(parts.values()), {0.0})
        wine = State(
            **{each.name: 0.0 for each in fields(State)} | {"water": 85.0, "alcohol": 12.0}
        )
        self.assertEqual(wine.components()["water"], 97.0)


class Parting(unittest.TestCase):
    def test_the_edge_lies_in_the_middle_between_both_sides(self) -> None:
        self.assertAlmostEqual(bands._parting([0.70, 0.72], [0.80, 0.82]), 0.76)
