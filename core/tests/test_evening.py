"""An evening is the fold of its events; the Stove shows what they add up to."""

from __future__ import annotations

import datetime as dt
import random
import unittest
import uuid
from typing import Any

from snabo_core.plate.equipment import Equipment
from snabo_core.views.evening import Evening, Event, Plan, fold
from snabo_core.views.stove import Card, StoveView, stove_view
from tests.test_sheet import FIVE, PIE, TRAY, jobs

PLAN = Plan(None, 1)
KITCHEN = Equipment()


class Told:
    """Events at minutes after five, from one device unless another is named."""

    def __init__(self) -> None:
        self.events: list[Event] = []

    def __call__(self, minute: float, kind: str, device: str = "counter", **said: Any) -> str:
        at = FIVE + dt.timedelta(minutes=minute)
        key = str(uuid.uuid5(uuid.NAMESPACE_OID, f"{len(self.events)}"))
        self.events.append(Event(key, kind, at, device, len(self.events), said))
        return key

    def state(self) -> Evening:
        return fold(PLAN, self.events)


def stove(told: Told, *texts: str) -> StoveView:
    return stove_view(jobs(*(texts or (TRAY,))), KITCHEN, told.state(), FIVE)


def card(view: StoveView, start: str) -> Card:
    return next(c for c in view.cards if start.lower() in c.title.lower())


class Fold(unittest.TestCase):
    def many(self, seed: int) -> Told:
        dice, told = random.Random(seed), Told()  # noqa: S311 - events, not a secret
        for _ in range(40):
            kind = dice.choice(("step_started", "step_done", "step_skipped", "step_not_yet",
                                "step_paused", "step_resumed",
                                "timer_set", "timer_moved", "timer_stopped", "note", "replanned",
                                "something_new"))  # fmt: skip
            told(
                dice.choice((1, 2, 2.5, 3, 9)), kind, device=dice.choice(("counter", "phone")),
                task=f"t{dice.randrange(4)}", timer=f"c{dice.randrange(3)}", name="simmer",
                seconds=dice.randint(30, 600), words="smells good", cooks=dice.randint(1, 2),
            )  # fmt: skip
        told(4, "taken_back", event=told.events[dice.randrange(40)].id)
        return told

    def test_the_order_of_arrival_does_not_matter_and_twice_is_once(self) -> None:
        for seed in range(50):
            told = self.many(seed)
            expected = told.state()
            shuffled = [*told.events, *told.events[:10]]
            random.Random(seed + 1).shuffle(shuffled)  # noqa: S311 - events, not a secret
            self.assertEqual(fold(PLAN, shuffled), expected, seed)

    def test_a_fold_of_a_start_and_the_rest_is_the_whole(self) -> None:
        """What is taken back later undoes exactly its own event."""
        told = Told()
        told(1, "step_done", task="a")
        wrong = told(2, "step_done", task="b")
        without = told.state().tasks["a"]
        told(3, "taken_back", event=wrong)
        self.assertEqual(told.state().tasks, {"a": without})

    def test_a_timer_ends_by_the_clock_and_a_minute_more_counts_from_now_once_it_rang(self) -> None:
        told = Told()
        told(0, "timer_set", timer="x", name="Lid: bake", seconds=600)
        self.assertEqual(told.state().timers["x"].ends_at, FIVE + dt.timedelta(minutes=10))
        told(4, "timer_moved", timer="x", seconds=60)
        self.assertEqual(told.state().timers["x"].ends_at, FIVE + dt.timedelta(minutes=11))
        told(20, "timer_moved", timer="x", seconds=60)
        self.assertEqual(told.state().timers["x"].ends_at, FIVE + dt.timedelta(minutes=21))
        told(21, "timer_stopped", timer="x")
        self.assertTrue(told.state().timers["x"].stopped)

    def test_a_step_taken_back_takes_its_timer_along_and_one_not_done_rings_on(self) -> None:
        told = Told()
        begun = told(0, "step_started", task="a", timer="x", name="Lid: bake", seconds=600)
        done = told(4, "step_done", task="a", timer="x")
        self.assertTrue(told.state().timers["x"].stopped)
        self.assertEqual(told.state().tasks["a"].by, done)
        told(5, "taken_back", event=done)
        self.assertEqual(told.state().tasks["a"].by, begun)
        self.assertFalse(told.state().timers["x"].stopped)
        self.assertIsNone(told.state().tasks["a"].done)
        told(6, "taken_back", event=begun)
        self.assertEqual(told.state().timers, {})
        told(7, "step_started", task="a", timer="y", name="Lid: bake", seconds=600)
        self.assertEqual(list(told.state().timers), ["y"])

    def test_the_first_start_of_a_step_stands(self) -> None:
        told = Told()
        told(5, "step_started", device="phone", task="a")
        told(3, "step_started", device="counter", task="a")
        self.assertEqual(told.state().tasks["a"].started, FIVE + dt.timedelta(minutes=3))


STEW = """Chicken and leek pan

Serves 2

400 g chicken thighs
2 leeks, sliced
1 tbsp rapeseed oil
200 ml chicken stock

Brown the chicken in the oil for 8 minutes.
Set the chicken aside.
Soften the leeks in the same pan for 6 minutes.
Pour in the stock and return the chicken.
Simmer for 15 minutes.
"""


class Thermometer(unittest.TestCase):
    """USDA FSIS: poultry 74 C, egg dishes 71 C; proven where the food is heated last."""

    def test_poultry_is_probed_where_it_is_cooked_through_and_not_where_it_browns(self) -> None:
        view = stove(Told(), STEW)
        self.assertIsNone(card(view, "brown the chicken").probe)
        probe = card(view, "simmer").probe
        assert probe is not None
        self.assertEqual((probe.target, probe.shown, probe.done), (74.0, None, False))

    def test_a_reading_says_whether_it_is_enough(self) -> None:
        told = Told()
        task = card(stove(told, STEW), "simmer").task
        told(1, "probed", task=task, celsius=73.96)
        probe = card(stove(told, STEW), "simmer").probe
        assert probe is not None
        self.assertFalse(probe.done)
        self.assertIn("put it back", probe.words)
        told(4, "probed", task=task, celsius=74.0)
        probe = card(stove(told, STEW), "simmer").probe
        assert probe is not None
        self.assertTrue(probe.done)
        self.assertIn("done", probe.words)

    def test_an_egg_dish_is_probed_in_the_oven_and_a_tray_of_roots_not_at_all(self) -> None:
        probe = card(stove(Told(), PIE), "bake").probe
        assert probe is not None
        self.assertEqual(probe.target, 71.0)
        self.assertFalse(any(c.probe for c in stove(Told(), TRAY).cards))

    def test_what_a_machine_was_set_to_is_shown_and_what_it_was_before(self) -> None:
        told = Told()
        roast = card(stove(told, TRAY), "roast them")
        self.assertTrue(roast.machine)
        told(1, "setting", task=roast.task, technique=roast.technique, words="second rack")
        view = stove_view(jobs(TRAY), KITCHEN, told.state(), FIVE, {roast.technique: "no fan"})
        again = card(view, "roast them")
        self.assertEqual((again.setting, again.setting_before), ("second rack", "no fan"))


GRATED = """Leek and cheese dish

Serves 2

3 leeks, sliced
120 g cheddar, grated
200 ml cream

Mix the leeks with the cream and half of the cheese in a dish.
Bake at 180 C for 20 minutes.
Scatter over the remaining cheese.
Bake for another 10 minutes.
"""


class OffTheHeat(unittest.TestCase):
    """A bake taken out for a while goes on for the minutes it has left."""

    def test_its_timer_stands_still_and_it_took_what_it_was_hot_for(self) -> None:
        told = Told()
        told(0, "step_started", task="a", timer="x", name="Lid: bake", seconds=1800)
        told(10, "step_paused", task="a", timer="x")
        self.assertEqual(told.state().timers["x"].held, FIVE + dt.timedelta(minutes=10))
        self.assertEqual(told.state().tasks["a"].paused, FIVE + dt.timedelta(minutes=10))
        told(15, "step_resumed", task="a", timer="x")
        timer = told.state().timers["x"]
        self.assertEqual((timer.held, timer.ends_at), (None, FIVE + dt.timedelta(minutes=35)))
        told(35, "step_done", task="a", timer="x")
        task = told.state().tasks["a"]
        assert task.started is not None and task.done is not None
        self.assertEqual(task.done - task.started, dt.timedelta(minutes=30))

    def test_the_table_waits_for_as_long_as_it_is_out(self) -> None:
        told = Told()
        roast = card(stove(told), "roast them")
        told(20, "step_done", task=card(stove(told), "cut the").task)
        told(21, "step_started", task=roast.task)
        before = stove(told).sheet.serve
        told(30, "step_paused", task=roast.task)
        told(39, "note", task=roast.task, words="still out")
        out = card(stove(told), "roast them")
        self.assertEqual((out.state, out.paused), ("running", FIVE + dt.timedelta(minutes=30)))
        self.assertEqual(stove(told).sheet.serve - before, dt.timedelta(minutes=9))
        told(40, "step_resumed", task=roast.task)
        self.assertEqual(stove(told).sheet.serve - before, dt.timedelta(minutes=10))

    def test_finished_off_the_heat_it_ran_until_it_was_taken_off(self) -> None:
        told = Told()
        told(0, "step_started", task="a")
        told(10, "step_paused", task="a")
        told(25, "step_done", task="a")
        task = told.state().tasks["a"]
        assert task.started is not None and task.done is not None
        self.assertEqual(task.done - task.started, dt.timedelta(minutes=10))


class HeldBack(unittest.TestCase):
    def test_what_a_later_step_takes_is_told_where_the_rest_of_it_goes_in(self) -> None:
        view = stove(Told(), GRATED)
        [cheese] = card(view, "mix the leeks").held
        self.assertIn("cheddar", cheese.name)
        self.assertAlmostEqual(cheese.grams or 0, 60, delta=1)
        self.assertEqual(cheese.step, card(view, "scatter over").number)
        self.assertEqual(card(view, "scatter over").held, ())


class TheStove(unittest.TestCase):
    def test_the_first_card_is_what_the_sheet_begins_with(self) -> None:
        view = stove(Told())
        first = next(c for c in view.cards if c.kind != "oven_on")
        self.assertEqual(first.at, view.sheet.first_hands)
        self.assertTrue(all(c.state == "waiting" for c in view.cards))
        self.assertTrue(any(c.kind == "oven_on" for c in view.cards))
        cut = card(view, "cut the beetroot")
        self.assertEqual(cut.takes[0].name, "beetroot")

    def test_a_whole_evening_can_be_cooked_from_card_to_card(self) -> None:
        """Whatever comes first is done; each time the rest is laid out anew, to the last."""
        told, minute = Told(), 0
        for _ in range(60):
            view = stove(told, TRAY, PIE)
            waiting = [c for c in view.cards if c.state == "waiting"]
            running = [c for c in view.cards if c.state == "running"]
            if not waiting and not running:
                break
            minute += 2
            if waiting and (waiting[0].kind != "runs"):
                told(minute, "step_done", task=waiting[0].task)
            elif waiting and waiting[0].state == "waiting":
                told(minute, "step_started", task=waiting[0].task)
            for one in running:
                started = one.started or FIVE
                if FIVE + dt.timedelta(minutes=minute) >= started + dt.timedelta(
                    seconds=one.seconds
                ):
                    told(minute, "step_done", task=one.task)
            if not waiting:
                minute += 10
        self.assertTrue(all(c.state == "done" for c in view.cards))
        self.assertGreater(minute, 40)

    def test_setting_it_going_counts_as_put_on(self) -> None:
        told = Told()
        view = stove(told)
        roast = card(view, "roast them")
        for one in view.cards:
            if one.at < roast.at:
                told(19, "step_done", task=one.task)
        told(20, "step_started", task=roast.task)
        later = stove(told)
        self.assertEqual(card(later, "roast them").state, "running")
        walnuts = card(later, "toast the walnuts")
        self.assertGreaterEqual(walnuts.at, FIVE + dt.timedelta(minutes=20))
        self.assertFalse([c for c in later.cards if c.kind == "oven_on"])

    def test_a_timer_is_set_to_the_near_end_of_a_range_and_half_way_is_marked(self) -> None:
        text = TRAY.replace("for 40 minutes", "for 35 to 45 minutes, turning them half way")
        roast = card(stove(Told(), text), "roast them")
        self.assertEqual((roast.seconds, roast.minutes), (35 * 60, 40))
        self.assertEqual([m.seconds for m in roast.marks], [35 * 30])

    def test_the_caution_stands_at_its_step_with_its_reason(self) -> None:
        told = card(stove(Told(), PIE), "beat the eggs")
        self.assertTrue(all(c.why for c in told.cautions))
        keys = {c.key for one in stove(Told(), PIE).cards for c in one.cautions}
        self.assertIn("egg_71", keys)

    def test_what_is_skipped_stays_on_the_list_and_can_be_taken_back(self) -> None:
        told = Told()
        toast = card(stove(told), "toast the walnuts")
        skipped = told(3, "step_skipped", task=toast.task)
        self.assertEqual(card(stove(told), "toast the walnuts").state, "skipped")
        told(4, "taken_back", event=skipped)
        self.assertEqual(card(stove(told), "toast the walnuts").state, "waiting")


if __name__ == "__main__":
    unittest.main()
