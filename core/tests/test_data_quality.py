"""The data quality report is current and counts what it says."""

import unittest
from pathlib import Path

from snabo_core.checks.data_quality import energy_gap, macro_sum, report, unknown_counts
from snabo_core.foods import library
from tests.helpers import row

PAGE = Path(__file__).resolve().parents[2] / "docs" / "data-quality.md"


class Report(unittest.TestCase):
    """docs/data-quality.md."""

    def test_current(self) -> None:
        renew = "renew it: python -m snabo_core.checks.data_quality > docs/data-quality.md"
        self.assertEqual(PAGE.read_text("utf-8"), report(library()), renew)

    def test_enough_curated_foods_and_names(self) -> None:
        foods = library().foods.values()
        self.assertGreaterEqual(len(foods), 400)
        self.assertGreaterEqual(sum(1 + len(food.names) for food in foods), 1500)


class Counts(unittest.TestCase):
    """Worked on made-up rows."""

    def test_unknown(self) -> None:
        counts = unknown_counts([row(fibre=None), row(fibre=None, sugars=None), row()])["test"]
        self.assertEqual((counts["rows"], counts["fibre"], counts["sugars"]), (3, 2, 1))

    def test_energy_gap(self) -> None:
        # 10 g carbohydrate, 10 g protein, 10 g fat: 40 + 40 + 90 = 170 kcal.
        made = row(kcal=187.0, carbohydrate=10.0, protein=10.0, fat=10.0)
        self.assertAlmostEqual(energy_gap(made), 0.1)
        self.assertIsNone(energy_gap(row(kcal=None, carbohydrate=10.0)))

    def test_macro_sum_leaves_unknown_out(self) -> None:
        made = row(carbohydrate=60.0, protein=None, fat=30.0)
        self.assertEqual(macro_sum(made), 90.0)
