"""Run sheets of whole dishes: what is done when, what gives way, what is said of it."""

from __future__ import annotations

import datetime as dt
import unittest
from dataclasses import replace
from functools import cache
from zoneinfo import ZoneInfo

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.plate.equipment import Equipment
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.views.cooked import Cooked
from snabo_core.views.method import CookStepView, cooked_steps
from snabo_core.views.sheet import Begun, SheetItem, SheetView, Wishes, sheet_view
from snabo_core.views.sheet_jobs import Jobs, jobs_of
from tests.golden_dishes import dishes

FIVE = dt.datetime(2026, 11, 27, 17, 0, tzinfo=ZoneInfo("Europe/London"))
KITCHEN = Equipment()
TRAY = """Beetroot tray

Serves 2

600 g beetroot, peeled
2 tbsp rapeseed oil
80 g walnuts
100 g soft goat's cheese

Heat the oven to 200 C.
Cut the beetroot into wedges and toss them with the oil.
Roast them at 200 C for 40 minutes.
Toast the walnuts in a dry pan for 4 minutes.
Scatter the walnuts and the cheese over the beetroot and serve.
"""
PIE = """Leek pie

Serves 2

3 leeks, sliced
4 eggs
200 ml cream

Cut the leeks and cook them in a pan for 10 minutes.
Beat the eggs with the cream.
Pour the eggs over the leeks in a dish.
Bake at 180 C for 30 minutes.
Leave to rest for 5 minutes.
"""


@cache
def jobs(*texts: str) -> Jobs:
    """Return what there is to do for recipes as they are written."""
    return jobs_of([as_cooked(read_recipe(text, library(), None)) for text in texts], KITCHEN)


def as_cooked(dish: Dish) -> tuple[Cooked, tuple[CookStepView, ...]]:
    _, cooked, views = cooked_steps(dish, Setting(()), book(), library())
    return cooked, views


def sheet(*texts: str, kitchen: Equipment = KITCHEN, **wishes: object) -> SheetView:
    return sheet_view(jobs(*texts), kitchen, Wishes(**wishes), FIVE)  # type: ignore[arg-type]


def find(view: SheetView, start: str) -> SheetItem:
    found = [item for item in view.items if start.lower() in item.words.lower()]
    return found[-1]


def clock(when: dt.datetime | None) -> str:
    return f"{when:%H:%M}" if when else ""


def work(view: SheetView) -> int:
    """Return the minutes of work by hand on a sheet."""
    return sum(item.minutes for item in view.items if item.kind in {"hands", "put_on"})


class OneDish(unittest.TestCase):
    def test_the_oven_goes_on_in_time_and_the_roast_waits_for_it(self) -> None:
        view = sheet(TRAY)
        oven, roast = find(view, "oven on"), find(view, "roast them")
        self.assertEqual(oven.kind, "oven_on")
        # 180 C at 10 C a minute.
        self.assertEqual(roast.start - oven.start, 18)
        self.assertEqual((roast.oven_c, roast.minutes, roast.lane), (200, 40, "oven"))
        self.assertTrue(view.proven)
        self.assertEqual(view.minutes, view.bound)

    def test_what_runs_leaves_the_hands_free_for_the_walnuts(self) -> None:
        view = sheet(TRAY)
        roast, walnuts = find(view, "roast them"), find(view, "toast the walnuts")
        self.assertGreater(walnuts.start, roast.start)
        self.assertLess(walnuts.start, roast.start + roast.minutes)
        free = [item for item in view.items if item.kind == "free"]
        self.assertTrue(free)
        self.assertIn(f"{free[0].minutes} min", free[0].words)

    def test_heating_the_oven_is_no_task_of_its_own(self) -> None:
        words = [job.step.technique for job in jobs(TRAY).jobs.values()]
        self.assertNotIn("preheat", words)

    def test_a_wished_time_is_kept_and_work_begins_as_late_as_it_can(self) -> None:
        view = sheet(TRAY, serve_at=180)
        self.assertEqual((clock(view.serve), view.kept), ("20:00", True))
        # From the first cut: the roast, and what comes before and after it.
        self.assertEqual(view.minutes, 180 - find(view, "cut the beetroot").start)
        self.assertGreater(clock(view.first_hands), "18:30")

    def test_a_time_too_early_is_told_with_the_earliest_and_the_cause(self) -> None:
        view = sheet(TRAY, serve_at=30)
        self.assertFalse(view.kept)
        self.assertIn("17:30 cannot be kept", view.why[0])
        self.assertIn(clock(view.serve), view.why[0])

    def test_a_rest_and_the_table_follow_the_bake(self) -> None:
        view = sheet(PIE)
        bake, rest = find(view, "bake at 180"), find(view, "leave to rest")
        self.assertGreaterEqual(rest.start, bake.start + bake.minutes)
        self.assertLessEqual(view.serve_minute - rest.start - rest.minutes, 20)

    def test_nothing_to_do_is_an_empty_sheet(self) -> None:
        view = sheet_view(Jobs({}, ()), KITCHEN, Wishes(), FIVE)
        self.assertEqual((view.items, view.minutes), ((), 0))

    def test_a_clock_change_shifts_labels_not_durations(self) -> None:
        """The night of 25 October 2026: 01:30 summer time is 150 minutes before 03:00 winter."""
        late = dt.datetime(2026, 10, 25, 0, 30, tzinfo=ZoneInfo("Europe/London"))
        view = sheet_view(jobs(TRAY), KITCHEN, Wishes(serve_at=150), late)
        self.assertEqual(clock(view.serve), "02:00")
        self.assertEqual((view.serve.astimezone(dt.UTC) - late.astimezone(dt.UTC)).seconds, 9000)


class SeveralDishes(unittest.TestCase):
    def test_near_temperatures_share_the_oven_for_an_estimate(self) -> None:
        one_shelf = replace(KITCHEN, shelves=2)
        view = sheet(TRAY, PIE, kitchen=one_shelf)
        roast, bake = find(view, "roast them"), find(view, "bake at 180")
        together = roast.start < bake.start + bake.minutes and bake.start < roast.start + 40
        if together:
            self.assertEqual(roast.oven_c, bake.oven_c)
            notes = " ".join((*roast.notes, *bake.notes))
            self.assertIn("an estimate", notes)
        else:
            self.fail("20 C apart, and they wait for each other")

    def test_two_cooks_are_never_slower(self) -> None:
        alone, two = sheet(TRAY, PIE), sheet(TRAY, PIE, cooks=2)
        self.assertLessEqual(two.serve, alone.serve)
        self.assertEqual(two.cooks, 2)

    def test_every_golden_dish_has_a_sheet_that_is_proven(self) -> None:
        for number, dish in enumerate(dishes()):
            made = jobs_of([as_cooked(dish)], KITCHEN)
            view = sheet_view(made, KITCHEN, Wishes(), FIVE)
            done = [item.task for item in view.items if item.task]
            self.assertEqual(sorted(done), sorted(made.jobs), number)
            self.assertTrue(view.proven, number)
            for item in view.items:
                self.assertLessEqual(item.start + item.minutes, view.serve_minute, number)


class TheCookDecides(unittest.TestCase):
    def test_a_pin_stays_or_says_why_not(self) -> None:
        cut = find(sheet(TRAY, serve_at=180), "cut the beetroot")
        view = sheet(TRAY, serve_at=180, pins={cut.task: 20})
        self.assertEqual(find(view, "cut the beetroot").start, 20)
        self.assertTrue(find(view, "cut the beetroot").pinned)
        roast = find(view, "roast them")
        view = sheet(TRAY, serve_at=180, pins={roast.task: 2})
        self.assertIn("What you pinned cannot stay", view.why[0])
        self.assertIn("the oven needs its time", view.why[0])
        self.assertTrue(view.kept)

    def test_done_the_day_before_is_less_work_in_the_evening(self) -> None:
        [candidate, *_] = sheet(TRAY).ahead
        self.assertIn("keeps", candidate.words)
        view = sheet(TRAY, serve_at=180, ahead=frozenset(candidate.tasks))
        before = sheet(TRAY, serve_at=180)
        self.assertLess(work(view), work(before))
        self.assertFalse([i for i in view.items if i.task in candidate.tasks])
        self.assertTrue(view.ahead[0].on)

    def test_raw_fish_meat_and_eggs_are_not_done_ahead(self) -> None:
        made = jobs(PIE)
        for candidate in made.candidates:
            for key in candidate.jobs:
                self.assertNotIn("raw_egg", made.jobs[key].step.cautions)

    def test_without_a_machine_it_is_done_by_hand(self) -> None:
        text = TRAY.replace("Cut the beetroot into wedges", "Blend the beetroot smooth")
        bare = replace(KITCHEN, blenders=0, processors=0)
        made = jobs_of([as_cooked(read_recipe(text, library(), None))], bare)
        view = sheet_view(made, bare, Wishes(), FIVE)
        self.assertIn("by hand", " ".join(find(view, "blend").notes))

    def test_a_kitchen_without_an_oven_says_so(self) -> None:
        bare = replace(KITCHEN, shelves=0)
        view = sheet_view(jobs(TRAY), bare, Wishes(), FIVE)
        self.assertFalse(view.items)
        self.assertIn("this kitchen has no oven", " ".join(view.why))


class WhileCooking(unittest.TestCase):
    def test_what_took_longer_moves_the_rest_and_the_table(self) -> None:
        first = sheet(TRAY)
        cut = find(first, "cut the beetroot")
        begun = {cut.task: Begun(0, 25)}
        view = sheet(TRAY, begun=begun, now=25)
        self.assertGreater(view.serve_minute, first.serve_minute)
        self.assertEqual(find(view, "cut the beetroot").minutes, 25)
        for item in view.items:
            if item.task and item.task != cut.task:
                self.assertGreaterEqual(item.start, 25)

    def test_what_is_skipped_is_gone_and_what_follows_it_still_follows(self) -> None:
        toast = find(sheet(TRAY), "toast the walnuts")
        view = sheet(TRAY, skipped=frozenset({toast.task}))
        self.assertNotIn(toast.task, [item.task for item in view.items])
        self.assertTrue(find(view, "scatter"))

    def test_a_bake_that_runs_keeps_running(self) -> None:
        first = sheet(TRAY)
        roast = find(first, "roast them")
        begun = {
            item.task: Begun(item.start, item.start + item.minutes)
            for item in first.items
            if item.task and item.start < roast.start
        } | {roast.task: Begun(roast.start)}
        view = sheet(TRAY, begun=begun, now=roast.start + 10)
        self.assertEqual(find(view, "roast them").start, roast.start)
        self.assertEqual(view.serve_minute, first.serve_minute)
        self.assertFalse([i for i in view.items if i.kind == "oven_on"])


if __name__ == "__main__":
    unittest.main()
