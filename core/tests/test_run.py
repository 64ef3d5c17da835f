"""Runs: how a dish is shared out, what its events add up to, what a cooking changed."""

from __future__ import annotations

import datetime as dt
import random
import unittest
import uuid
from dataclasses import replace
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import Dish, all_lines
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate.eaters import Eater, Target
from snabo_core.plate.portions import OVER, Served, parted
from snabo_core.plate.setting import Setting
from snabo_core.recipe import lines_from, read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.judged import judged
from snabo_core.views.evening import Event, Plan, fold
from snabo_core.views.run import RunView, run_view
from snabo_core.views.run_changes import changes_between, made_the_dish
from snabo_core.views.run_events import RunEvent, fold_run
from snabo_core.views.run_record import AddedLines, RunRecord
from snabo_core.views.sheet_jobs import jobs_of
from tests.test_sheet import FIVE, KITCHEN, TRAY, as_cooked

MAREN, TOVE = "maren", "tove"
TABLE = Setting((
    Eater(MAREN, "Maren", "", (Target("net_carbs", at_most=20.0),)),
    Eater(TOVE, "Tove", "", ()),
))  # fmt: skip


def tray() -> Dish:
    return read_recipe(TRAY, library(), None)


class Told:
    """Events of a run, a minute apart unless told otherwise."""

    def __init__(self) -> None:
        self.events: list[RunEvent] = []

    def __call__(self, kind: str, *, at: float | None = None, **said: Any) -> str:
        minute = len(self.events) if at is None else at
        key = str(uuid.uuid5(uuid.NAMESPACE_OID, str(len(self.events))))
        moment = FIVE + dt.timedelta(minutes=minute)
        self.events.append(RunEvent(key, kind, moment, said, len(self.events)))
        return key

    def finished(self, grams: float, **more: Any) -> str:
        return self("portioned", grams=grams, stand_ins={}, **more)

    def served(self, way: str, each: float = 0.0, stays: float = 0.0, **amounts: float) -> str:
        names = {MAREN: "Maren", TOVE: "Tove"}
        return self("served", way=way, each=each, stays=stays, amounts=amounts, names=names)

    def said(self, eater: str, **more: str) -> str:
        usual = {"name": eater.title(), "part": "", "texture": "", "holding": "", "taste": "",
                 "again": "", "words": ""}  # fmt: skip
        return self("verdict", eater=eater, **(usual | more))

    def record(self, **more: Any) -> RunRecord:
        dish = more.pop("dish", None) or tray()
        return RunRecord("r", 1, FIVE, None, dish, fold_run(self.events), **more)

    def view(self, before: Dish | None = None, **more: Any) -> RunView:
        return run_view(self.record(**more), TABLE, book(), library(), before=before)


class Parting(unittest.TestCase):
    @given(
        st.sampled_from(("grams", "pieces", "spoons")), st.floats(200, 5000),
        st.lists(st.floats(0, 300), min_size=1, max_size=4), st.floats(1, 40), st.floats(0, 200),
    )  # fmt: skip
    def test_what_was_eaten_what_stays_and_what_is_left_are_the_dish(
        self, way: Any, whole: float, amounts: list[float], each: float, stays: float
    ) -> None:
        served = Served(way, {str(i): a for i, a in enumerate(amounts)}, each, stays)
        try:
            found = parted(served, whole, {})
        except BadInput:
            return
        total = sum(found.shares.values()) + found.stays + found.left
        self.assertGreaterEqual(total, 1 - 1e-9)
        self.assertLessEqual(total, 1 + OVER + 1e-9)
        self.assertGreaterEqual(found.left, 0)

    def test_pieces_are_of_what_comes_out_of_the_dish(self) -> None:
        found = parted(Served("pieces", {MAREN: 2, TOVE: 1}, 8, stays=100), 900, {})
        self.assertAlmostEqual(found.shares[MAREN] * 900, 2 * 800 / 8)
        self.assertAlmostEqual(found.left * 900, 5 * 800 / 8)

    def test_spoonfuls_weigh_what_one_weighs(self) -> None:
        found = parted(Served("spoons", {MAREN: 3, TOVE: 2}, 60), 600, {})
        self.assertAlmostEqual(found.shares[MAREN], 180 / 600)
        self.assertAlmostEqual(found.left, 0.5)

    def test_pieces_need_no_scale_and_grams_do(self) -> None:
        self.assertAlmostEqual(
            parted(Served("pieces", {MAREN: 1}, 4), None, {}).shares[MAREN], 0.25
        )
        for served in (Served("grams", {MAREN: 100}), Served("spoons", {MAREN: 1}, 50),
                       Served("pieces", {MAREN: 1}, 4, stays=20)):  # fmt: skip
            with self.assertRaisesRegex(BadInput, "Weigh the finished dish"):
                parted(served, None, {})

    def test_nobody_has_more_than_there_is(self) -> None:
        with self.assertRaisesRegex(BadInput, "100 g more than there is"):
            parted(Served("grams", {MAREN: 500, TOVE: 600}), 1000, {})
        with self.assertRaisesRegex(BadInput, "1 piece more"):
            parted(Served("pieces", {MAREN: 5}, 4), None, {})
        for served in (Served("pieces", {MAREN: 1}, 0), Served("spoons", {MAREN: 1}, 0),
                       Served("grams", {MAREN: -1})):  # fmt: skip
            with self.assertRaises(BadInput):
                parted(served, 1000, {})
        # a scale's rounding is nobody's fault
        self.assertEqual(parted(Served("grams", {MAREN: 505, TOVE: 505}), 1000, {}).left, 0)


class Fold(unittest.TestCase):
    def test_the_order_of_arrival_does_not_matter_and_twice_is_once(self) -> None:
        for seed in range(40):
            dice, told = random.Random(seed), Told()  # noqa: S311 - events, not a secret
            for _ in range(30):
                kind = dice.choice(("w", "f", "s", "v", "l", "back", "new"))
                at = float(dice.randrange(6))
                if kind == "w":
                    told("weighed", at=at, slot="", part=dice.choice("ab"), step=dice.choice("xy"),
                         grams=dice.randrange(900), stand_ins={})  # fmt: skip
                elif kind == "f":
                    told("portioned", at=at, grams=dice.randrange(900), stand_ins={})
                elif kind == "v":
                    told.said(dice.choice((MAREN, TOVE)), taste=dice.choice(("good", "")))
                elif kind == "l":
                    told("left_over", at=at, grams=dice.randrange(200), kept="fridge")
                elif kind == "back" and told.events:
                    told("taken_back", at=9, event=dice.choice(told.events).id)
                elif kind == "s":
                    told.served("pieces", 4, **{MAREN: 1})
                else:
                    told("something_new", at=at)
            expected = fold_run(told.events)
            mixed = [*told.events, *told.events[:9]]
            dice.shuffle(mixed)
            self.assertEqual(fold_run(mixed), expected, seed)

    def test_taking_a_weight_back_brings_back_the_one_before_it(self) -> None:
        told = Told()
        told.finished(900)
        second = told.finished(950, tare=1240)
        self.assertEqual(fold_run(told.events).readings.finished_grams, 950)
        told("taken_back", event=second)
        self.assertEqual(fold_run(told.events).readings.finished_grams, 900)
        # older releases took back by place: all of the dish's weights
        told("taken_back", slot="", step=None)
        self.assertIsNone(fold_run(told.events).readings.finished_grams)
        told("weighed", slot="", part="p", step="s", grams=300, stand_ins={})
        told("weighed", slot="", part="p", step="t", grams=200, stand_ins={})
        told("taken_back", slot="", part="p", step="s")
        self.assertEqual(fold_run(told.events).readings.own_steps, {"p": {"t": 200}})

    def test_the_last_word_of_an_eater_on_a_part_counts(self) -> None:
        told = Told()
        told.said(MAREN, texture="too_wet")
        told.said(MAREN, texture="right")
        told.said(TOVE, texture="too_wet")
        found = {one.eater: one.texture for one in fold_run(told.events).opinions}
        self.assertEqual(found, {MAREN: "right", TOVE: "too_wet"})


class Views(unittest.TestCase):
    def test_the_plate_of_a_portion_is_its_share_of_the_real_dish(self) -> None:
        """Law: what everybody ate, what stays and what is left hold what the dish holds."""
        told = Told()
        told.finished(700)
        told.served("grams", stays=20, **{MAREN: 200, TOVE: 300})
        view = told.view()
        assert view.shared is not None
        one, two = view.shared.portions
        self.assertEqual((one.grams, two.grams), (200, 300))
        self.assertAlmostEqual(view.shared.left_grams or 0, 180)
        self.assertEqual(view.to_put_away, view.shared.left_grams)
        whole = judged(tray(), TABLE, book(), library()).plate.of_share(1.0)["net_carbs"].best
        assert one.eater is not None
        reach = one.eater.reaches[0]
        self.assertAlmostEqual(reach.figure.best or 0, (whole or 0) * 200 / 700, places=6)
        self.assertEqual(one.eater.portion_grams, 200)
        self.assertEqual(view.whole_grams, 700)
        self.assertAlmostEqual(view.share_left or 0, 700 / (view.went_in_grams or 1))

    def test_who_had_nothing_has_no_plate_and_who_is_gone_keeps_the_name(self) -> None:
        told = Told()
        told.finished(700)
        told.served("pieces", 4, **{MAREN: 0, TOVE: 1, "gone": 2})
        view = told.view()
        assert view.shared is not None
        self.assertEqual([p.eater_id for p in view.shared.portions], [TOVE, "gone"])
        self.assertIsNone(view.shared.portions[1].eater)
        self.assertIn("no longer", view.shared.portions[1].words)

    def test_portions_that_cannot_be_any_more_say_so_and_break_nothing(self) -> None:
        told = Told()
        told.finished(5000)
        told.served("grams", **{MAREN: 2500, TOVE: 2400})
        told.finished(700)
        view = told.view()
        self.assertIsNone(view.shared)
        self.assertIn("more than there is", view.not_shared)

    def test_left_overs_are_to_be_eaten_in_days_and_nothing_is_put_away_twice(self) -> None:
        told = Told()
        told.finished(700)
        told.served("grams", **{MAREN: 200})
        told("left_over", grams=300, kept="fridge")
        told("left_over", grams=100, kept="thrown_away")
        view = told.view()
        self.assertAlmostEqual(view.to_put_away or 0, 100)
        fridge, gone = view.left_over
        # USDA FSIS: 3 to 4 days
        self.assertEqual((fridge.use_by or FIVE.date()) - FIVE.date(), dt.timedelta(days=3))
        self.assertIn("74", fridge.words)
        self.assertIsNone(gone.use_by)

    def test_a_weight_stands_beside_what_was_expected_of_what_went_in(self) -> None:
        dish = tray()
        step = next(s for s in dish.method if s.words.startswith("Roast"))
        told = Told()
        told("weighed", slot="", part=dish.parts[0].id, step=step.id, grams=410.0, stand_ins={})
        view = told.view(dish=dish)
        [one] = view.weights
        self.assertEqual(one.grams, 410.0)
        self.assertLess(one.low, one.usual)
        self.assertLess(one.usual, one.high)
        assert one.shares is not None
        self.assertAlmostEqual(one.shares.low / one.shares.weighed, one.low / 410.0)
        self.assertAlmostEqual(one.shares.high / one.shares.weighed, one.high / 410.0)

    def test_what_was_said_is_worded_and_names_its_part(self) -> None:
        told, part = Told(), tray().parts[0]
        told.said(MAREN, part=part.id, texture="too_wet", holding="fell_apart", again="changed")
        [one] = told.view().opinions
        self.assertEqual(one.words, "too wet, fell apart, would have it again, changed")


class Making(unittest.TestCase):
    def roasted(self, minutes: float) -> RunRecord:
        dish = tray()
        work = jobs_of([as_cooked(dish)], KITCHEN)
        task = next(
            k for k, j in work.jobs.items() if j.kind == "runs" and j.headline[:5] == "Roast"
        )
        at = [FIVE, FIVE + dt.timedelta(minutes=minutes)]
        events = [Event("a", "step_started", at[0], "d", 1, {"task": task}),
                  Event("b", "step_done", at[1], "d", 2, {"task": task})]  # fmt: skip
        line = lines_from("2 tbsp cider vinegar", library(), "metric")
        added = (AddedLines("e", "2 tbsp cider vinegar", tuple(line)),)
        return Told().record(dish=dish, evening=fold(Plan(None, 1), events), jobs=work, added=added)

    def test_how_long_it_took_stands_beside_what_the_recipe_says(self) -> None:
        view = run_view(self.roasted(47), TABLE, book(), library())
        [roast] = view.times
        self.assertEqual((roast.low, roast.took, roast.oven_c), (40, 47, 200))
        self.assertTrue(roast.in_oven and roast.said)

    def test_what_was_done_otherwise_becomes_the_recipe_where_the_cook_wants_it(self) -> None:
        record = self.roasted(47)
        keys = [offer.key for offer in run_view(record, TABLE, book(), library()).offers]
        self.assertEqual(len(keys), 2)
        made = made_the_dish(record, keys)
        step = next(s for s in made.method if s.words.startswith("Roast"))
        self.assertEqual((step.minutes_low, step.minutes_high), (47, 47))
        self.assertIn("47 minutes", step.words)
        self.assertNotIn("40", step.words)
        names = [line.food_name for _, line in all_lines(made)]
        self.assertIn("cider vinegar", " ".join(names))
        self.assertEqual(made_the_dish(record, []), record.dish)
        with self.assertRaises(BadInput):
            made_the_dish(record, ["added/nothing"])

    def test_a_time_as_the_recipe_says_is_no_offer(self) -> None:
        kinds = [
            o.key.split("/")[0]
            for o in run_view(self.roasted(40.5), TABLE, book(), library()).offers
        ]
        self.assertEqual(kinds, ["added"])

    def test_what_was_added_counts_on_the_plate_of_the_run(self) -> None:
        record = self.roasted(40)
        with_it = run_view(record, TABLE, book(), library())
        without = run_view(replace(record, added=()), TABLE, book(), library())
        self.assertGreater(with_it.went_in_grams or 0, without.went_in_grams or 0)

    def test_changes_between_two_cookings_are_told(self) -> None:
        before = tray()
        part = before.parts[0]
        oil = next(line for line in part.lines if "oil" in line.food_name)
        more = replace(oil, grams=60.0, grams_low=60.0, grams_high=60.0)
        lines = tuple(
            more if line.id == oil.id else line
            for line in part.lines if "walnut" not in line.food_name
        )  # fmt: skip
        after = replace(before, parts=(replace(part, lines=lines),), servings=3.0)
        words = changes_between(before, after)
        self.assertIn("without walnuts", " ".join(words))
        self.assertTrue(any("oil" in w and "60" in w for w in words), words)
        self.assertIn("for 3 instead of 2", words)
        self.assertEqual(changes_between(before, before), ())


if __name__ == "__main__":
    unittest.main()
