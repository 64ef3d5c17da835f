"""Foods from package labels: intervals, conventions, polyols by kind, impossible labels."""

import unittest
from dataclasses import replace

import numpy as np

from snabo_core.errors import BadInput
from snabo_core.foods import AXIS
from snabo_core.foods.labels import Label, energy_range, intervals, label_warnings, row_of
from snabo_core.plate.rows import net_carbs
from snabo_core.wording import say

US_WRAP = Label(
    "us", "serving", 40,
    {"kcal": "90", "carbohydrate": "15", "fibre": "11", "protein": "6", "fat": "2.5"},
    no_polyols=True,
)  # fmt: skip
EU_WRAP = Label(
    "eu", "100g", None,
    {"kj": "940", "carbohydrate": "10", "fibre": "28", "protein": "15", "fat": "6.2",
     "salt": "1.3"},
    no_polyols=True,
)  # fmt: skip


def codes(label: Label) -> list[str]:
    return [message.code for message in label_warnings(label)]


class Rows(unittest.TestCase):
    """A label becomes a row per 100 g whose interval is what its rounding allows."""

    def test_serving_is_scaled_to_100_g(self) -> None:
        found = intervals(US_WRAP)["carbohydrate"]
        # 15 g in 40 g prints from 14.5 to 15.5: 36.25 to 38.75 in 100 g.
        self.assertEqual((found.low, found.best, found.high), (36.25, 37.5, 38.75))

    def test_us_label_takes_fibre_off_and_eu_label_does_not(self) -> None:
        best, low, high = net_carbs(row_of(US_WRAP, "own:1", "wrap"), "all")
        self.assertAlmostEqual(best, (15 - 11) / 0.4)
        self.assertAlmostEqual(low, (14.5 - 11.5) / 0.4)
        self.assertAlmostEqual(high, (15.5 - 10.5) / 0.4)
        self.assertEqual(net_carbs(row_of(EU_WRAP, "own:2", "wrap"), "all")[0], 10.0)

    def test_nothing_a_spoon_adds_up(self) -> None:
        # "0 g per spoon" may be 0.49; ten spoons of 5 g later that is nearly 5 g.
        spoon = Label("us", "serving", 5, {"carbohydrate": "0", "fat": "0", "protein": "0",
                                           "fibre": "0"}, no_polyols=True)  # fmt: skip
        best, low, high = net_carbs(row_of(spoon, "own:1", "dust"), "all")
        self.assertEqual((best, low), (0.0, 0.0))
        self.assertAlmostEqual(high * 10 * 5 / 100, 5.0)

    def test_polyols_not_printed_and_not_read_are_unknown(self) -> None:
        unread = replace(US_WRAP, no_polyols=False)
        best, low, high = net_carbs(row_of(unread, "own:1", "wrap"), "all")
        self.assertTrue(np.isnan(best))
        self.assertEqual(low, 0.0)
        self.assertAlmostEqual(high, (15.5 - 10.5) / 0.4)
        self.assertAlmostEqual(net_carbs(row_of(unread, "own:1", "wrap"), "none")[0], 10.0)

    def test_polyols_by_kind(self) -> None:
        printed = {"carbohydrate": "60", "fibre": "0", "protein": "5", "fat": "20",
                   "erythritol": "20", "maltitol": "30"}  # fmt: skip
        row = row_of(Label("us", "100g", None, printed), "own:1", "bar")
        self.assertEqual(net_carbs(row, "all")[0], 10.0)
        self.assertEqual(net_carbs(row, "half")[0], 60 - 20 - 15)
        self.assertEqual(net_carbs(row, "none")[0], 60.0)

    def test_label_of_net_carbs_alone_is_accepted_and_wide(self) -> None:
        label = Label("us", "100g", None, {"net_carbs": "4", "protein": "20", "fat": "30"})
        row = row_of(label, "own:1", "bar")
        best, low, high = net_carbs(row, "all")
        self.assertEqual((best, low, high), (4.0, 2.5, 5.5))
        self.assertTrue(np.isnan(row.best[AXIS["carbohydrate"]]))
        # What its maker took off as polyols may be all that is left of 100 g.
        self.assertGreater(net_carbs(row, "none")[2], 40)

    def test_salt_is_sodium_and_kj_is_kcal(self) -> None:
        row = row_of(EU_WRAP, "own:1", "wrap")
        self.assertAlmostEqual(row.value("sodium_mg") or 0, 520)
        self.assertAlmostEqual(row.value("kcal") or 0, 940 / 4.184)

    def test_missing_energy_is_computed_and_says_so(self) -> None:
        printed = {"carbohydrate": "10", "fibre": "28", "protein": "15", "fat": "6.2"}
        row = row_of(Label("eu", "100g", None, printed, no_polyols=True), "own:1", "wrap")
        # EU 1169/2011 Annex XIV: 4, 2 for fibre, 4, 9.
        self.assertAlmostEqual(row.value("kcal") or 0, 40 + 56 + 60 + 55.8)
        self.assertEqual(row.computed, ("kcal",))

    def test_unprinted_fibre_leaves_energy_unknown_where_it_counts(self) -> None:
        printed = {"carbohydrate": "10", "protein": "15", "fat": "6.2"}
        self.assertIsNone(row_of(Label("eu", "100g", None, printed), "own:1", "x").value("kcal"))
        self.assertIsNotNone(row_of(Label("us", "100g", None, printed), "own:1", "x").value("kcal"))

    def test_unknown_macros_leave_water_unknown(self) -> None:
        row = row_of(Label("eu", "100g", None, {"fat": "10"}), "own:1", "paste")
        self.assertIsNone(row.value("water"))
        self.assertLessEqual(row.high[AXIS["water"]], 90.1)


class Unprinted(unittest.TestCase):
    """A part that a label does not print is at most its whole."""

    def test_saturated_fat_is_at_most_the_fat(self) -> None:
        printed = {n: v for n, v in EU_WRAP.printed.items() if n != "saturated"}
        made = row_of(replace(EU_WRAP, printed=printed), "own:x", "wraps")
        self.assertTrue(np.isnan(made.best[AXIS["saturated"]]))
        self.assertEqual(made.high[AXIS["saturated"]], made.high[AXIS["fat"]])


class Impossible(unittest.TestCase):
    """What cannot be is said, and kept all the same."""

    def test_plain_labels_raise_nothing(self) -> None:
        self.assertEqual(codes(US_WRAP), [])
        self.assertEqual(codes(EU_WRAP), [])

    def test_macros_over_the_weight(self) -> None:
        heavy = replace(US_WRAP, serving_grams=15)
        self.assertIn("label_over_weight", codes(heavy))

    def test_parts_over_their_whole(self) -> None:
        for part in ("sugars", "fibre"):
            printed = {**US_WRAP.printed, part: "30"}
            self.assertIn("label_part_over_whole", codes(replace(US_WRAP, printed=printed)), part)
        printed = {**EU_WRAP.printed, "saturated": "9"}
        self.assertIn("label_part_over_whole", codes(replace(EU_WRAP, printed=printed)))

    def test_energy_that_cannot_follow(self) -> None:
        printed = {**US_WRAP.printed, "kcal": "400"}
        self.assertEqual(codes(replace(US_WRAP, printed=printed)), ["label_energy"])

    def test_erythritol_yields_no_energy(self) -> None:
        printed = {"kcal": "20", "carbohydrate": "100", "erythritol": "100", "protein": "0",
                   "fat": "0", "fibre": "0"}  # fmt: skip
        self.assertEqual(codes(Label("eu", "100g", None, printed)), [])
        printed = {**printed, "maltitol": "100"}
        del printed["erythritol"]
        self.assertEqual(codes(Label("eu", "100g", None, printed)), ["label_energy"])

    def test_kj_and_salt_that_do_not_belong(self) -> None:
        printed = {**EU_WRAP.printed, "kcal": "940", "sodium_mg": "1300"}
        self.assertEqual(
            codes(replace(EU_WRAP, printed=printed))[:2], ["label_salt_sodium", "label_kj_kcal"]
        )

    def test_a_figure_its_rule_never_prints(self) -> None:
        printed = {**US_WRAP.printed, "fat": "2.3"}
        found = label_warnings(replace(US_WRAP, printed=printed))
        self.assertRegex(say(found[0]), "fat 2.3 is not how labels of this region round")

    def test_energy_range_encloses_the_regulations_factors(self) -> None:
        low, high = energy_range(EU_WRAP, intervals(EU_WRAP))
        self.assertLess(low, 10 * 4 + 28 * 2 + 15 * 4 + 6.2 * 9)
        self.assertGreater(high, 10 * 4 + 28 * 2 + 15 * 4 + 6.2 * 9)


class Refused(unittest.TestCase):
    """What is no label at all."""

    def test_refusals(self) -> None:
        cases = (
            (Label("us", "serving", None, {"fat": "1"}), "How many grams is a serving"),
            (Label("us", "100g", None, {}), "at least one figure"),
            (Label("us", "100g", None, {"fat": "  "}), "at least one figure"),
            (Label("us", "100g", None, {"fat": "lots"}), "'lots' is not a figure for fat"),
            (Label("us", "100g", None, {"fat": "-3"}), "not a figure"),
            (Label("us", "100g", None, {"fat": "9" * 400}), "not a figure"),
            (Label("us", "100g", None, {"vitamins": "3"}), "no field called vitamins"),
            (Label("us", "serving", float("nan"), {"fat": "1"}), "How many grams"),
        )
        for label, words in cases:
            with self.subTest(label=label), self.assertRaisesRegex(BadInput, words):
                row_of(label, "own:1", "x")
