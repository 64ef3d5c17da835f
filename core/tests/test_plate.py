"""The plate: conventions, unknowns, bounds, spread and the laws they keep."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.dish import Dish, Leaving
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.foods.records import AVAILABLE, BY_DIFFERENCE
from snabo_core.plate import SHOWN, Eater, Exclusion, Target, plate_of
from snabo_core.plate.eaters import check_target, standing
from snabo_core.plate.exclusions import breaches
from snabo_core.plate.figures import bounds, entries, total
from snabo_core.plate.rows import FIGURES, net_carbs
from snabo_core.plate.totals import Blame, Totals
from snabo_core.wording import say
from tests.helpers import dish, line, part, row

GRAMS = st.floats(1, 800)
FOODS = st.sampled_from(["potato", "cauliflower", "butter", "xanthan", "milk", "white_beans"])
LINES = st.lists(st.tuples(FOODS, GRAMS, st.floats(0, 0.4)), min_size=1, max_size=6)


def of(lines: list[tuple[str, float, float]], servings: float = 1.0) -> Dish:
    made = [line(f"l{i}", g, f, spread=s) for i, (f, g, s) in enumerate(lines)]
    return dish(part("one", *made), servings=servings)


class NetCarbs(unittest.TestCase):
    """Fibre is taken off once, by the food's own convention."""

    def test_by_difference_takes_fibre_off(self) -> None:
        made = row(BY_DIFFERENCE, carbohydrate=10.0, fibre=4.0)
        self.assertEqual(net_carbs(made, "all"), (6.0, 6.0, 6.0))

    def test_available_never_takes_fibre_off_again(self) -> None:
        made = row(AVAILABLE, carbohydrate=6.0, fibre=4.0)
        self.assertEqual(net_carbs(made, "all"), (6.0, 6.0, 6.0))

    def test_both_conventions_agree_on_the_same_food(self) -> None:
        inside = row(BY_DIFFERENCE, carbohydrate=10.0, fibre=4.0, polyols=2.0)
        outside = row(AVAILABLE, carbohydrate=6.0, fibre=4.0, polyols=2.0)
        for rule in ("none", "half", "all"):
            self.assertEqual(net_carbs(inside, rule), net_carbs(outside, rule))

    def test_unknown_fibre_is_not_zero(self) -> None:
        best, low, high = net_carbs(row(carbohydrate=12.0, fibre=None), "all")
        self.assertTrue(np.isnan(best))
        self.assertEqual((low, high), (0.0, 12.0))

    def test_polyols_are_taken_off_the_households_way(self) -> None:
        maltitol = row(carbohydrate=100.0, fibre=0.0, polyols=99.0)
        erythritol = row(carbohydrate=100.0, fibre=0.0, polyols=99.0, erythritol=99.0)
        rules = ("none", "half", "all")
        self.assertEqual([net_carbs(maltitol, r)[0] for r in rules], [100.0, 50.5, 1.0])
        self.assertEqual([net_carbs(erythritol, r)[0] for r in rules], [100.0, 1.0, 1.0])

    def test_unknown_kind_of_polyol_is_an_interval_under_the_half_rule(self) -> None:
        made = row(carbohydrate=100.0, fibre=0.0, polyols=60.0, erythritol=None)
        best, low, high = net_carbs(made, "half")
        self.assertTrue(np.isnan(best))
        self.assertEqual((low, high), (40.0, 70.0))
        self.assertEqual(net_carbs(made, "all"), (40.0, 40.0, 40.0))


class WorkedByHand(unittest.TestCase):
    """A dish reckoned on paper from the rows' own figures."""

    def test_two_lines_two_servings(self) -> None:
        # Rows: potato, flesh and skin, raw: carbohydrate 17.49, fibre 2.1 (USDA SR Legacy);
        # butter, without salt: fat 81.11, carbohydrate 0.06. (17.49-2.1)*9/2 + 0.06*0.5/2.
        made = dish(part("lid", line("a", 900, "potato"), line("b", 50, "butter")), servings=2)
        plate = plate_of(made, library())
        self.assertAlmostEqual(plate.figures["net_carbs"].best, 69.27, delta=0.01)
        self.assertAlmostEqual(plate.figures["added_oil"].best, 81.11 * 0.5 / 2, delta=0.01)

    def test_butter_is_oil_by_its_fat_only(self) -> None:
        # 38 g of butter is 31 g of fat: the plate page.
        plate = plate_of(dish(part("p", line("b", 38, "butter"))), library())
        self.assertAlmostEqual(plate.figures["added_oil"].best, 31, delta=0.3)

    def test_nuts_are_fat_but_not_added_oil(self) -> None:
        plate = plate_of(dish(part("p", line("n", 100, "cashews"))), library())
        self.assertEqual(plate.figures["added_oil"].best, 0.0)
        self.assertGreater(plate.figures["fat"].best, 40)

    def test_what_is_left_in_the_pan_is_not_eaten(self) -> None:
        whole = plate_of(dish(part("p", line("o", 40, "olive_oil"))), library())
        gone = (Leaving("cook", "all", 0.5, 0.5, 0.5, known=True),)
        half = plate_of(dish(part("p", line("o", 40, "olive_oil", leavings=gone))), library())
        self.assertAlmostEqual(half.figures["fat"].best * 2, whole.figures["fat"].best, places=9)


class Unknowns(unittest.TestCase):
    """What nobody knows travels through sums and names its line."""

    def test_line_without_food_opens_every_total(self) -> None:
        lost = line("lost", None, "salt")
        lost = type(lost)(id="lost", text="2 handfuls of something", grams=None)
        plate = plate_of(dish(part("p", line("a", 100, "potato"), lost)), library())
        for name in SHOWN:
            figure = plate.figures[name]
            self.assertIsNone(figure.best)
            self.assertIsNone(figure.high)
            self.assertEqual(figure.blame[0], Blame("lost", "unknown"))
        self.assertGreater(plate.figures["net_carbs"].low, 11)

    def test_unknown_grams_of_salt_leave_carbs_known(self) -> None:
        plate = plate_of(
            dish(part("p", line("a", 100, "potato"), line("s", None, "salt"))), library()
        )
        self.assertIsNone(plate.figures["sodium_mg"].best)
        self.assertIn(Blame("s", "unknown"), plate.figures["sodium_mg"].blame)


class Laws(unittest.TestCase):
    """What has to hold for every dish."""

    @settings(deadline=None, max_examples=40)
    @given(LINES)
    def test_bounds_hold_the_best_and_the_spread(self, lines: list) -> None:
        for figure in plate_of(of(lines), library()).figures.values():
            self.assertLessEqual(figure.low, figure.spread_low + 1e-6)
            self.assertLessEqual(figure.spread_low, figure.best + 1e-9)
            self.assertLessEqual(figure.best, figure.spread_high + 1e-9)
            self.assertLessEqual(figure.spread_high, figure.high + 1e-6)

    @settings(deadline=None, max_examples=40)
    @given(LINES, st.lists(st.floats(0, 1), min_size=6, max_size=6))
    def test_interval_holds_any_admissible_point(self, lines: list, where: list) -> None:
        made = of(lines)
        inside = [
            (food, grams * (1 - s) + where[i] * grams * 2 * s, 0.0)
            for i, (food, grams, s) in enumerate(lines)
        ]
        point = plate_of(of(inside), library()).figures
        for name, figure in plate_of(made, library()).figures.items():
            self.assertGreaterEqual(point[name].best, figure.low - 1e-6)
            self.assertLessEqual(point[name].best, figure.high + 1e-6)

    @settings(deadline=None, max_examples=30)
    @given(LINES, st.floats(1, 12))
    def test_scaling_servings_is_exact(self, lines: list, servings: float) -> None:
        one, many = plate_of(of(lines), library()), plate_of(of(lines, servings), library())
        for name in SHOWN:
            self.assertAlmostEqual(
                one.figures[name].best, many.figures[name].best * servings, places=6
            )

    @settings(deadline=None, max_examples=30)
    @given(LINES)
    def test_parts_and_lines_sum_to_the_dish(self, lines: list) -> None:
        made = [line(f"l{i}", g, f, spread=s) for i, (f, g, s) in enumerate(lines)]
        plate = plate_of(dish(part("one", *made[:2]), part("two", *made[2:])), library())
        for name in SHOWN:
            parts = sum(p.values[name] for p in plate.parts)
            singles = sum(entry.values[name] for entry in plate.lines)
            self.assertAlmostEqual(parts, plate.figures[name].best, places=6)
            self.assertAlmostEqual(singles, plate.figures[name].best, places=6)

    @settings(deadline=None, max_examples=20)
    @given(LINES)
    def test_order_of_lines_does_not_matter(self, lines: list) -> None:
        made = [line(f"l{i}", g, f, spread=s) for i, (f, g, s) in enumerate(lines)]
        ahead = plate_of(dish(part("p", *made)), library()).figures
        back = plate_of(dish(part("p", *reversed(made))), library()).figures
        for name in SHOWN:
            self.assertAlmostEqual(ahead[name].best, back[name].best, places=6)
            self.assertAlmostEqual(
                ahead[name].spread_high, back[name].spread_high, delta=1e-6 * (1 + ahead[name].high)
            )

    def test_sum_of_totals_is_total_of_all(self) -> None:
        lines = [line("a", 300, "potato", spread=0.2), line("b", 2, "xanthan", spread=0.3)]
        apart = [total(*entries([one], library())) for one in lines]
        joint: Totals = total(*entries(lines, library()))
        np.testing.assert_allclose(
            apart[0].plus(apart[1]).sampled, joint.sampled, rtol=1e-5, atol=1e-5
        )

    def test_same_seed_same_spread(self) -> None:
        made = of([("potato", 500, 0.3)])
        first, again = (plate_of(made, library()).figures["kcal"] for _ in range(2))
        self.assertEqual(first, again)


class OneFigure(unittest.TestCase):
    """One figure alone comes to what it does among all of them."""

    def test_bounds_are_those_of_the_sums(self) -> None:
        lines = (
            line("a", 200, "cheddar"), line("b", None, "salt"), line("c", 30, "soy_sauce"),
            line("d", 5, "bay_leaf", spread=0.5), line("e", 400, "potato", spread=0.1),
        )  # fmt: skip
        nameless = replace(line("f", 20, "salt"), food=None, form=None)
        for some in ((), lines[:1], lines[2:], lines, (*lines, nameless), (nameless,)):
            found, lost = entries(some, library())
            whole = total(found, lost, sample=False)
            for place in range(len(FIGURES)):
                every = [float(v[place]) for v in (whole.low, whole.best, whole.high)]
                np.testing.assert_allclose(bounds(found, lost, place), every, rtol=1e-12)


class Standings(unittest.TestCase):
    """Targets are judged at their adverse end and in plain words."""

    def judge(self, made: Dish, target: Target, losses: dict | None = None):
        plate = plate_of(made, library(), losses=losses)
        share = 1 / made.servings
        lost = (losses or {}).get(target.nutrient, 0.0) * share
        return standing(target, plate.totals, share, {"a": "potato"}, lost=lost)

    def test_meets_over_short(self) -> None:
        made = dish(part("p", line("a", 100, "potato")))
        self.assertEqual(self.judge(made, Target("net_carbs", at_most=20)).code, "meets")
        self.assertEqual(self.judge(made, Target("net_carbs", at_most=10)).code, "over")
        self.assertEqual(self.judge(made, Target("protein", at_least=10)).code, "short")

    def test_likely_carries_its_chance(self) -> None:
        made = dish(part("p", line("a", 100, "potato", spread=0.5)))
        result = self.judge(made, Target("net_carbs", at_most=16.5))
        self.assertEqual(result.code, "likely_meets")
        self.assertTrue(0.5 < result.chance < 0.9)

    def test_unknown_that_decides_cannot_be_told(self) -> None:
        made = dish(part("p", line("a", None, "potato")))
        result = self.judge(made, Target("net_carbs", at_most=20))
        self.assertEqual(result.code, "cannot_tell")
        self.assertEqual(result.message.values["food"], "potato")

    def test_unknown_line_elsewhere_still_meets_at_least(self) -> None:
        made = dish(part("p", line("a", 1000, "cod"), line("b", None, "potato")))
        result = self.judge(made, Target("protein", at_least=30))
        self.assertEqual(result.code, "meets")
        self.assertRegex(say(result.message), r"^\d+ g or more above what is needed$")

    def test_losses_count_against_at_least_only(self) -> None:
        made = dish(part("p", line("a", 1000, "potato")))
        protein = plate_of(made, library()).figures["protein"].best
        losses = {"protein": 5.0, "net_carbs": 50.0}
        least = self.judge(made, Target("protein", at_least=protein - 2), losses)
        self.assertEqual(least.code, "likely_misses")
        kept = self.judge(made, Target("protein", at_least=protein - 2))
        self.assertEqual(kept.code, "likely_meets")
        most = self.judge(made, Target("net_carbs", at_most=110), losses)
        self.assertEqual(most.code, "over")

    def test_nothing_allowed_and_nothing_there(self) -> None:
        made = dish(part("p", line("a", 100, "potato")))
        self.assertEqual(self.judge(made, Target("added_oil", at_most=0)).code, "meets")

    def test_targets_nobody_can_mean_are_refused(self) -> None:
        for target in (
            Target("net_carbs"),
            Target("net_carbs", at_most=-1),
            Target("net_carbs", at_least=10, at_most=5),
            Target("net_carbs", at_most=float("nan")),
            Target("happiness", at_least=1),
        ):
            with self.assertRaises(BadInput):
                check_target(target)


class Exclusions(unittest.TestCase):
    """They follow from the lines' foods and name the line to blame."""

    def eater(self, *exclusions: str) -> Eater:
        return Eater("1", "Test", "own", (), tuple(map(Exclusion, exclusions)))

    def test_contains_check_unknown_free(self) -> None:
        lines = [
            line("butter", 10, "butter"),
            line("stock", 100, "vegetable_stock"),
            line("listed", 100, next(k for k in library().rows if k.startswith("fdc:"))),
            line("potato", 100, "potato"),
        ]
        found = {
            b.line_id: b.certainty
            for b in breaches(self.eater("milk").exclusions, lines, library())
        }
        # Stock is made of many things: what its recipe does not settle is a look at the label.
        self.assertEqual(found, {"butter": "contains", "listed": "unknown", "stock": "check_label"})
        found = {
            b.line_id: b.certainty
            for b in breaches(self.eater("gluten").exclusions, lines, library())
        }
        self.assertEqual(found["stock"], "check_label")
        self.assertNotIn("potato", found)

    def test_oil_animal_and_tags(self) -> None:
        lines = [line("o", 5, "olive_oil"), line("e", 50, "egg"), line("b", 50, "bacon")]
        for what, blamed in (("added oil", {"o"}), ("animal", {"e", "b"}), ("meat", {"b"})):
            found = {b.line_id for b in breaches(self.eater(what).exclusions, lines, library())}
            self.assertEqual(found, blamed)
