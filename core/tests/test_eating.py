"""Portions, losses, exclusions, programmes and cautions: what people make of a dish."""

import datetime as dt
import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import Dish, Leaving, Portion, Readings, check
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.foods.own import Own
from snabo_core.plate import Eater, Exclusion, Target, plate_of
from snabo_core.plate.cautions import relevant_keys
from snabo_core.plate.eaters import check_target, schools
from snabo_core.plate.exclusions import EXCLUSIONS, breaches, certainty_of, check_exclusion
from snabo_core.plate.portions import sharing_of
from snabo_core.plate.programme import Programme, check_programme, rule_standings
from snabo_core.plate.setting import Setting
from snabo_core.plate.sources import ledger_sources
from snabo_core.swaps.book import book
from snabo_core.views.preview import preview
from tests.helpers import dish, line, part
from tests.test_own import WRAP

ADA = Eater("1", "Ada", "x", (Target("net_carbs", at_most=20),))
BO = Eater("2", "Bo", "x", (Target("net_carbs", at_most=20),))


def potatoes(**more: object) -> Dish:
    made = dish(part("p", line("a", 1600, "potato")), servings=4)
    return replace(made, **more)


class Portions(unittest.TestCase):
    """By weight once the finished dish was weighed; who takes more has more on the plate."""

    def test_247_g_of_1480_g(self) -> None:
        made = potatoes(portions=(Portion("1", 247 / 1480),))
        weighed = Setting((ADA,), readings=Readings(finished_grams=1480.0))
        view = preview(made, weighed, book(), library())
        self.assertEqual(view.finished_grams, 1480)
        self.assertAlmostEqual(view.eaters[0].portion_grams or 0, 247)
        whole = plate_of(made, library()).totals.best[1]
        self.assertAlmostEqual(view.eaters[0].reaches[0].figure.best or 0, whole * 247 / 1480)
        self.assertAlmostEqual(view.left_grams or 0, 1480 - 247)

    def test_planned_shares_and_the_rest(self) -> None:
        made = potatoes(expected_grams=1480.0, portions=(Portion("1", 0.4), Portion("2", 0.2)))
        view = preview(made, Setting((ADA, BO)), book(), library())
        self.assertIsNone(view.finished_grams)
        grams = [e.portion_grams for e in view.eaters]
        self.assertEqual([round(g or 0) for g in grams], [592, 296])
        self.assertAlmostEqual(view.left_grams or 0, 592)
        figures = [e.reaches[0].figure.best or 0 for e in view.eaters]
        self.assertAlmostEqual(figures[0] / figures[1], 2)

    def test_the_scale_overrules_the_plan(self) -> None:
        made = potatoes(expected_grams=1400.0)
        weighed = Setting((ADA,), readings=Readings(finished_grams=1200.0))
        self.assertAlmostEqual(preview(made, weighed, book(), library()).serving_grams, 300)

    def test_what_another_stand_in_weighed_counts_for_none_else(self) -> None:
        said = Readings(finished_grams=900.0, finished_of={"slot": "cauliflower"})
        self.assertIsNone(said.finished(potatoes()))
        view = preview(potatoes(), Setting((ADA,), readings=said), book(), library())
        self.assertAlmostEqual(view.serving_grams, 400)

    def test_who_has_no_portion_takes_a_serving(self) -> None:
        sharing = sharing_of(potatoes(portions=(Portion("1", 0.5),)), 2)
        self.assertEqual((sharing.of("1"), sharing.of("2"), sharing.left), (0.5, 0.25, 0.25))

    @given(st.lists(st.floats(0, 0.2), max_size=4))
    def test_shares_and_the_rest_make_the_whole(self, shares: list[float]) -> None:
        portions = tuple(Portion(str(i), share) for i, share in enumerate(shares))
        sharing = sharing_of(potatoes(portions=portions), len(shares))
        self.assertAlmostEqual(sum(sharing.portions.values()) + sharing.left, 1.0)

    def test_refusals(self) -> None:
        for more, words in (
            ({"portions": (Portion("1", 0.6), Portion("2", 0.48))}, "come to 108 % of the dish"),
            ({"expected_grams": 0.0}, "between 1"),
            ({"expected_grams": float("nan")}, "between 1"),
            ({"portions": (Portion("1", -0.1),)}, "between 0"),
            ({"portions": (Portion("1", 0.1),) * 2}, "two portions"),
            ({"servings": 0.0}, "between 0.25"),
        ):
            with self.subTest(words=words), self.assertRaisesRegex(BadInput, words):
                check(potatoes(**more))

    def test_an_eater_who_left_the_table_takes_nothing(self) -> None:
        made = potatoes(expected_grams=1480.0, portions=(Portion("99", 0.4),))
        view = preview(check(made), Setting((ADA,)), book(), library())
        self.assertEqual([e.id for e in view.eaters], ["1"])
        self.assertAlmostEqual(view.eaters[0].portion_grams or 0, 370)


class Losses(unittest.TestCase):
    """What leaves is an explicit step with a share."""

    def figures(self, food: str, kind: str, share: float) -> dict:
        gone = Leaving("cook", kind, share, share, share, known=True)  # type: ignore[arg-type]
        made = part("p", line("a", 500, food, leavings=(gone,)))
        return plate_of(check(dish(made)), library()).figures

    def test_poured_off_fat(self) -> None:
        before = plate_of(dish(part("p", line("a", 500, "beef_mince"))), library()).figures
        after = self.figures("beef_mince", "fat", 0.5)
        fat = before["fat"].best
        self.assertAlmostEqual(after["fat"].best, fat / 2)
        self.assertAlmostEqual(after["protein"].best, before["protein"].best)
        self.assertAlmostEqual(before["kcal"].best - after["kcal"].best, 9 * fat / 2, places=6)

    def test_drained_liquid_takes_all_of_it(self) -> None:
        after = self.figures("vegetable_stock", "all", 1.0)
        self.assertEqual([after[n].best for n in ("sodium_mg", "kcal", "fat")], [0, 0, 0])

    def test_expressed_juice_takes_what_is_dissolved(self) -> None:
        before = plate_of(dish(part("p", line("a", 500, "courgette"))), library()).figures
        after = self.figures("courgette", "dissolved", 0.3)
        self.assertAlmostEqual(after["net_carbs"].best, 0.7 * before["net_carbs"].best)
        self.assertAlmostEqual(after["fibre"].best, before["fibre"].best)
        self.assertLess(after["kcal"].best, before["kcal"].best)


class Exclusions(unittest.TestCase):
    """By food and by trace, in the vocabulary and in one's own words."""

    def found(self, what: str, *foods: str, tolerated: float = 0.0) -> list[str]:
        lines = [line(f, 20, f) for f in foods]
        found = breaches((Exclusion(what, tolerated),), lines, library())
        return [b.certainty for b in found]

    def test_every_word_of_the_vocabulary_finds_something(self) -> None:
        for what in EXCLUSIONS:
            held = [f for f in library().foods.values() if certainty_of(f, what) == "contains"]
            self.assertTrue(held, what)
            free = [f for f in library().foods.values() if certainty_of(f, what) == "free"]
            self.assertTrue(free, what)

    def test_traces(self) -> None:
        traced = replace(WRAP, may_contain=("sesame",))
        ours = library().with_own(Own(foods=(traced,)))
        food = ours.food(traced.key)
        self.assertEqual(certainty_of(food, "sesame"), "may_contain")
        self.assertEqual(certainty_of(food, "gluten"), "contains")
        self.assertEqual(certainty_of(food, "milk"), "free")
        self.assertEqual(certainty_of(food, "animal"), "unknown")

    def test_own_words(self) -> None:
        self.assertEqual(self.found("coriander", "coriander"), ["contains"])
        self.assertEqual(self.found("Coriander", "coriander_seed"), ["contains"])
        self.assertEqual(self.found("blue cheese", "blue_cheese", "cheddar"), ["contains"])
        self.assertEqual(self.found("coriander", "parsley"), [])

    def test_tolerated_amount(self) -> None:
        self.assertEqual(self.found("allium", "onion", tolerated=25), ["tolerated"])
        self.assertEqual(self.found("allium", "onion", "leek", tolerated=25), ["contains"] * 2)
        self.assertEqual(self.found("allium", "onion"), ["contains"])
        unknown = [replace(line("o", 20, "onion"), grams_low=None, grams=None, grams_high=None)]
        found = breaches((Exclusion("allium", 25),), unknown, library())
        self.assertEqual([b.certainty for b in found], ["contains"])

    def test_line_without_food_is_unknown_not_free(self) -> None:
        lost = replace(line("o", 20, "onion"), food=None)
        found = breaches((Exclusion("milk"),), [lost], library())
        self.assertEqual([b.certainty for b in found], ["unknown"])

    def test_refusals(self) -> None:
        for exclusion in (Exclusion(""), Exclusion("x" * 41), Exclusion("?!"),
                          Exclusion("egg", -1), Exclusion("egg", float("nan"))):  # fmt: skip
            with self.assertRaises(BadInput):
                check_exclusion(exclusion)


class Schools(unittest.TestCase):
    """A school says which fats count, and its cautions appear where they matter."""

    def test_dairy_fat_is_no_added_oil_where_the_school_says_so(self) -> None:
        self.assertEqual(schools()["lean_protein"].oil, ("oil", "spray"))
        made = dish(part("p", line("b", 40, "butter"), line("o", 10, "olive_oil")))
        target = (Target("added_oil", at_most=12),)
        strict = Eater("1", "A", "x", target)
        kind = replace(strict, id="2", oil=("oil", "spray"))
        view = preview(made, Setting((strict, kind)), book(), library())
        self.assertEqual([e.reaches[0].code for e in view.eaters], ["over", "meets"])

    def test_cautions_follow_targets_and_exclusions(self) -> None:
        figures = plate_of(dish(part("p", line("x", 30, "xylitol"))), library()).figures
        eater = Eater(
            "1", "A", "x",
            (Target("net_carbs", at_most=30, per="day"), Target("protein", at_least=30),
             Target("sodium_mg", at_most=2000, per="day")),
            (Exclusion("gluten"), Exclusion("animal")),
        )  # fmt: skip
        keys = relevant_keys(eater, figures)
        self.assertEqual(
            set(keys),
            {"medicine_carbs", "pregnancy_children", "kidney", "sodium_condiments", "coeliac",
             "b12", "polyols"},
        )  # fmt: skip
        self.assertIn("clinician", book().cautions["medicine_carbs"].text)
        made = dish(part("p", line("x", 30, "xylitol")))
        put_away = replace(eater, dismissed=("kidney", "b12"))
        said = [
            {c.key for c in preview(made, Setting((one,)), book(), library()).cautions}
            for one in (eater, put_away)
        ]
        self.assertEqual(said[0] - said[1], {"kidney", "b12"})
        plain = Eater("2", "B", "x", (Target("fat", at_most=15),))
        calm = plate_of(dish(part("p", line("x", 30, "potato"))), library()).figures
        self.assertEqual(relevant_keys(plain, calm), [])

    def test_targets_refused(self) -> None:
        for target in (
            Target("fat", at_most=5, day_share=0.0),
            Target("fat", at_most=5, day_share=1.5),
            Target("fat", at_most=5, tolerance=-1),
            Target("fat", at_most=float("inf")),
            Target("mirth", at_most=1),
        ):
            with self.assertRaises(BadInput):
                check_target(target)


class Programmes(unittest.TestCase):
    """Rules hold on the days of the programme and not after."""

    def test_one_starch_one_fruit(self) -> None:
        week = Programme(dt.date(2026, 3, 2), 7, ("one_starch", "one_fruit", "half_vegetables"))
        check_programme(week)
        lines = [line("a", 300, "potato"), line("b", 100, "rice"), line("c", 50, "apple")]
        found = rule_standings(week, lines, library(), dt.date(2026, 3, 8))
        self.assertEqual([r.kept for r in found], [False, True, False])
        self.assertEqual(rule_standings(week, lines, library(), dt.date(2026, 3, 9)), [])
        self.assertEqual(rule_standings(week, lines, library(), dt.date(2026, 3, 1)), [])
        one = rule_standings(week, lines[:1], library(), dt.date(2026, 3, 2))
        self.assertTrue(one[0].kept)

    def test_refusals(self) -> None:
        for days, rules in ((0, ("one_starch",)), (61, ("one_starch",)), (7, ()), (7, ("fast",))):
            with self.assertRaises(BadInput):
                check_programme(Programme(dt.date(2026, 3, 2), days, rules))


class Sources(unittest.TestCase):
    """Ledgers are opened by source."""

    def test_sodium_oil_and_polyols(self) -> None:
        made = dish(part("p", line("s", 5, "salt"), line("k", 200, "vegetable_stock"),
                         line("c", 50, "cheddar"), line("b", 30, "butter"),
                         line("o", 10, "olive_oil"), line("e", 20, "erythritol"),
                         line("x", 10, "xylitol")))  # fmt: skip
        found = {
            s.nutrient: s.sources for s in ledger_sources(plate_of(made, library()), library())
        }
        self.assertEqual(found["sodium_mg"][0].source, "salt")
        self.assertEqual({s.source for s in found["added_oil"]}, {"oil", "dairy fat"})
        kinds = {s.source: round(s.value or 0) for s in found["polyols"]}
        self.assertEqual(kinds, {"erythritol": 20, "other polyols": 10})

    def test_unknown_source_is_named(self) -> None:
        made = dish(part("p", line("w", 100, "worcestershire")))
        plate = plate_of(made, library())
        found = {s.nutrient: s.sources for s in ledger_sources(plate, library())}
        self.assertRegex(found["added_sugar"][0].source, "unknown: worcestershire")
        self.assertIsNone(found["added_sugar"][0].value)
