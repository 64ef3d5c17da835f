"""Evenings: the sheet, events from several devices, timers that outlive everything."""

import datetime as dt
import uuid
from typing import Any

from django.test import Client
from django.utils import timezone
from icalendar import Calendar

from accounts.models import Household, SignIn
from config.tests.base import PASSWORD, KitchenCase
from dishes.models import Dish, DishVersion
from runs.models import CookingSession, SessionEvent

TRAY = """Beetroot tray

Serves 2

600 g beetroot, peeled
2 tbsp rapeseed oil
80 g walnuts

Heat the oven to 200 C.
Cut the beetroot into wedges and toss them with the oil.
Roast them at 200 C for 40 minutes, turning them half way.
Toast the walnuts in a dry pan for 4 minutes.
Scatter the walnuts over the beetroot and serve.
"""


class EveningCase(KitchenCase):
    """A dish with a method, about to be cooked."""

    def setUp(self) -> None:
        super().setUp()
        self.detail = self.bring(TRAY)
        self.dish = self.detail["id"]
        self.seq = 0

    def sheet(self, **wishes: Any) -> dict:
        return self.send("post", "sheet", {"dishes": [self.dish], **wishes}).json()

    def start(self, key: str | None = None, **wishes: Any):
        body = {"id": key or str(uuid.uuid4()), "sheet": {"dishes": [self.dish], **wishes}}
        return self.send("post", "evenings", body)

    def event(self, kind: str, **said: Any) -> dict:
        self.seq += 1
        return {
            "id": str(uuid.uuid4()), "kind": kind, "device": "counter", "seq": self.seq,
            "client_time": timezone.now().isoformat(),
        } | said  # fmt: skip

    def cook(self, evening: str, *events: dict):
        return self.send("post", f"evenings/{evening}/events", {"events": list(events)})

    def card(self, view: dict, start: str) -> dict:
        return next(c for c in view["stove"]["cards"] if start in c["title"].lower())


class Sheets(EveningCase):
    def test_a_sheet_of_a_draft_stores_nothing(self) -> None:
        answer = self.sheet()
        self.assertEqual([d["title"] for d in answer["dishes"]], ["Beetroot tray"])
        self.assertTrue(answer["sheet"]["proven"])
        self.assertFalse(CookingSession.objects.exists() or DishVersion.objects.exists())

    def test_a_time_that_has_passed_gives_the_earliest_and_says_so(self) -> None:
        passed = (timezone.now() - dt.timedelta(hours=2)).isoformat()
        sheet = self.sheet(serve_at=passed)["sheet"]
        self.assertFalse(sheet["kept"])
        self.assertIn("cannot be kept", sheet["why"][0])

    def test_the_sheet_as_a_calendar_reads_back_with_an_alarm_at_every_start(self) -> None:
        sheet = self.sheet()["sheet"]
        response = self.send("post", "sheet/calendar", {"dishes": [self.dish]})
        self.assertEqual(response["Content-Type"].split(";")[0], "text/calendar")
        events = Calendar.from_ical(response.content).walk("VEVENT")
        told = [item for item in sheet["items"] if item["kind"] != "free"]
        self.assertEqual(len(events), len(told) + 1)
        self.assertTrue(all(event.walk("VALARM") for event in events))
        names = [str(event["summary"]) for event in events]
        self.assertEqual(names[-1], "On the table: Beetroot tray")
        self.assertEqual(names[0], told[0]["words"])

    def test_bad_wishes_are_refused_in_a_sentence(self) -> None:
        far = (timezone.now() + dt.timedelta(days=30)).isoformat()
        for wishes in (
            {"serve_at": far}, {"cooks": 0}, {"cooks": 99}, {"dishes": []}, {"serve_at": "soon"},
            {"serve_at": "2026-11-27T19:00:00"}, {"opens": "0001-01-01T00:00:00"},
            {"pins": {"x": "late"}}, {"dishes": [self.dish] * 9},
        ):  # fmt: skip
            refused = self.send("post", "sheet", {"dishes": [self.dish], **wishes})
            self.assertEqual(refused.status_code, 400, wishes)
            self.assertTrue(refused.json()["detail"])

    def test_times_at_the_ends_of_the_calendar_crash_nothing(self) -> None:
        for instant in ("0001-01-01T00:00:00+14:00", "9999-12-31T23:59:59-12:00"):
            answer = self.send("post", "sheet", {"dishes": [self.dish], "opens": instant})
            self.assertEqual(answer.status_code, 200)
            late = self.send("post", "sheet", {"dishes": [self.dish], "serve_at": instant})
            self.assertIn(late.status_code, (200, 400))
        view = self.start().json()
        for instant in ("0001-01-01T00:00:00+14:00", "9999-12-31T23:59:59-12:00"):
            event = self.event("note", words="x", client_time=instant, offset_ms=10**13)
            [answer] = self.cook(view["id"], event).json()["answers"]
            self.assertEqual(answer["outcome"], "accepted")

    def test_another_household_finds_none_of_it(self) -> None:
        evening = self.start().json()["id"]
        other = self.other
        for method, address, body in (
            ("post", "sheet", {"dishes": [self.dish]}),
            ("get", f"evenings/{evening}", None),
            ("post", f"evenings/{evening}/events", {"events": []}),
        ):
            self.assertEqual(self.send(method, address, body, client=other).status_code, 404)
        self.assertEqual(self.send("get", "evenings", client=other).json(), [])


class Idle(EveningCase):
    def test_nobody_is_signed_out_for_sitting_still_while_something_cooks(self) -> None:
        here = Client()
        body = {"username": "cook", "password": PASSWORD}
        self.assertEqual(self.send("post", "session", body, here).status_code, 200)
        evening = self.start().json()["id"]
        Household.objects.filter(id=self.household.id).update(idle_minutes=30)
        SignIn.objects.update(seen=timezone.now() - dt.timedelta(minutes=90))
        self.assertEqual(self.send("get", "dishes", None, here).status_code, 200)
        self.cook(evening, self.event("finished"))
        SignIn.objects.update(seen=timezone.now() - dt.timedelta(minutes=90))
        self.assertEqual(self.send("get", "dishes", None, here).status_code, 401)


class Cooking(EveningCase):
    def test_starting_twice_is_one_evening_and_freezes_what_is_cooked(self) -> None:
        key = str(uuid.uuid4())
        first, again = self.start(key).json(), self.start(key).json()
        self.assertEqual(first["id"], again["id"])
        self.assertEqual(CookingSession.objects.count(), 1)
        self.assertEqual(DishVersion.objects.count(), 1)
        another = self.start()
        self.assertEqual(another.status_code, 400)
        self.assertIn("on the stove already", another.json()["detail"])

    def test_a_step_deleted_from_the_recipe_is_still_cooked(self) -> None:
        view = self.start().json()
        cards = len(view["stove"]["cards"])
        Dish.objects.filter(uid=self.dish).update(
            draft=self.detail["document"] | {"steps": [], "method": []}
        )
        done = self.event("step_done", task=view["stove"]["cards"][1]["task"])
        later = self.cook(view["id"], done).json()["session"]
        self.assertEqual(len(later["stove"]["cards"]), cards)

    def test_another_time_zone_in_the_middle_moves_no_clock_of_the_evening(self) -> None:
        view = self.start().json()
        Household.objects.filter(id=self.household.id).update(zone="Pacific/Auckland")
        note = self.event("note", words="moved house")
        later = self.cook(view["id"], note).json()["session"]
        serve = dt.datetime.fromisoformat(view["stove"]["sheet"]["serve"])
        moved = dt.datetime.fromisoformat(later["stove"]["sheet"]["serve"])
        self.assertLess(abs(moved - serve), dt.timedelta(minutes=2))
        self.assertEqual(moved.utcoffset(), serve.utcoffset())

    def test_events_are_accepted_once_and_the_answer_says_what_became_of_each(self) -> None:
        view = self.start().json()
        cut = self.event("step_done", task=self.card(view, "cut the beetroot")["task"])
        bad = self.event("timer_set", timer="x", seconds=60)
        answers = self.cook(view["id"], cut, bad, cut).json()["answers"]
        self.assertEqual([a["outcome"] for a in answers], ["accepted", "refused", "repeated"])
        self.assertIn("name", answers[1]["sentence"])
        self.assertEqual(SessionEvent.objects.count(), 1)
        now = self.send("get", f"evenings/{view['id']}", None).json()["session"]
        self.assertEqual(self.card(now, "cut the beetroot")["state"], "done")

    def test_nothing_is_sent_again_where_nothing_has_changed(self) -> None:
        view = self.start().json()
        same = self.send("get", f"evenings/{view['id']}?after={view['sequence']}", None).json()
        self.assertIsNone(same["session"])
        self.cook(view["id"], self.event("note", words="smells of nuts"))
        changed = self.send("get", f"evenings/{view['id']}?after={view['sequence']}", None).json()
        self.assertEqual(changed["session"]["stove"]["notes"][0]["words"], "smells of nuts")

    def test_a_timer_runs_on_the_servers_clock_whatever_the_devices_says(self) -> None:
        view = self.start().json()
        wrong = timezone.now() + dt.timedelta(hours=7)
        known = self.event("timer_set", timer="a", name="Tray: roast", seconds=600,
                           client_time=wrong.isoformat(), offset_ms=-7 * 3600 * 1000)  # fmt: skip
        unknown = self.event("timer_set", timer="b", name="Lid", seconds=600,
                             client_time=wrong.isoformat())  # fmt: skip
        later = self.cook(view["id"], known, unknown).json()["session"]["stove"]["timers"]
        for timer in later:
            ends = dt.datetime.fromisoformat(timer["ends_at"])
            self.assertLess(abs((ends - timezone.now()).total_seconds() - 600), 20)

    def test_what_was_sent_late_counts_at_its_own_time(self) -> None:
        """Half an hour without a network: the timer set then has run for half an hour."""
        view = self.start().json()
        CookingSession.objects.update(opens_at=timezone.now() - dt.timedelta(hours=1))
        then = timezone.now() - dt.timedelta(minutes=30)
        late = self.event("timer_set", timer="a", name="Lid", seconds=2400,
                          client_time=then.isoformat())  # fmt: skip
        [timer] = self.cook(view["id"], late).json()["session"]["stove"]["timers"]
        left = dt.datetime.fromisoformat(timer["ends_at"]) - timezone.now()
        self.assertLess(abs(left.total_seconds() - 600), 20)

    def test_two_devices_beginning_the_same_step_are_told(self) -> None:
        view = self.start().json()
        roast = self.card(view, "roast them")["task"]
        self.cook(view["id"], self.event("step_started", task=roast))
        second = self.event("step_started", task=roast, device="phone")
        [answer] = self.cook(view["id"], second).json()["answers"]
        self.assertEqual(answer["outcome"], "refused")
        self.assertRegex(answer["sentence"], r"began this at \d\d:\d\d")

    def test_the_end_closes_the_runs_and_nothing_but_notes_comes_after(self) -> None:
        view = self.start().json()
        self.cook(view["id"], self.event("finished"))
        late = self.cook(
            view["id"], self.event("step_done", task="x"), self.event("note", words="w")
        )
        outcomes = [a["outcome"] for a in late.json()["answers"]]
        self.assertEqual(outcomes, ["refused", "accepted"])
        self.assertEqual(self.send("get", "evenings", None).json(), [])
        self.assertIsNotNone(Dish.objects.get().runs.get().finished_at)
        self.assertEqual(self.start().status_code, 200)

    def test_a_weigh_in_at_the_stove_counts_like_any_other(self) -> None:
        self.detail = self.bring()
        self.dish = self.detail["id"]
        self.swap(self.detail)
        view = self.start().json()
        cards = [c for c in view["stove"]["cards"] if c["glass"]]
        self.assertTrue(cards)
        glass = cards[0]["glass"]
        place = {"dish": self.dish, "part": glass["part_id"], "slot": glass["slot_id"],
                 "step": glass["step_id"]}  # fmt: skip
        grams = glass["point"]["grams"]
        weighed = self.event("weighed", gross=grams + 380, tare=380, **place)
        tenfold = self.event("weighed", gross=grams * 10, **place)
        nowhere = self.event("weighed", gross=grams, **place | {"step": "nowhere"})
        stranger = self.event("weighed", gross=grams, **place | {"dish": str(uuid.uuid4())})
        result = self.cook(view["id"], weighed, tenfold, nowhere, stranger, weighed).json()
        outcomes = [a["outcome"] for a in result["answers"]]
        self.assertEqual(outcomes, ["accepted", "asked", "refused", "refused", "repeated"])
        self.assertIn("ten times", result["answers"][1]["sentence"])
        now = next(c for c in result["session"]["stove"]["cards"] if c["task"] == cards[0]["task"])
        self.assertAlmostEqual(now["glass"]["point"]["weighed"], grams, 3)
        sure = self.event("weighed", gross=grams * 10, sure=True, **place)
        [answer] = self.cook(view["id"], sure).json()["answers"]
        self.assertEqual(answer["outcome"], "accepted")

    def test_what_was_added_is_counted_on_the_plate_at_once(self) -> None:
        self.dish = self.bring(
            "Mushroom pan\n\nServes 2\n\n300 g mushrooms\n\n"
            "Fry the mushrooms in a dry pan for 5 minutes.\n"
        )["id"]
        view = self.start().json()
        oil = self.event("added", dish=self.dish, words="2 tbsp olive oil")
        vague = self.event("added", dish=self.dish, words="some of the blue stuff")
        strange = self.event("added", dish=str(uuid.uuid4()), words="2 tbsp olive oil")
        result = self.cook(view["id"], oil, vague, strange).json()
        outcomes = [a["outcome"] for a in result["answers"]]
        self.assertEqual(outcomes, ["accepted", "refused", "refused"])
        self.assertIn("grams or spoons", result["answers"][1]["sentence"])
        [added] = result["session"]["added"]
        fat = next(f for f in added["view"]["figures"] if f["nutrient"] == "fat")
        # Two tablespoons are about 27 g of oil, all of it fat, for two servings.
        self.assertAlmostEqual(fat["now"] - fat["was"], 13.6, delta=0.3)
        self.assertTrue([w for w in added["view"]["limits"] if w.startswith("Bo")])
        back = self.event("taken_back", event=oil["id"])
        self.assertEqual(self.cook(view["id"], back).json()["session"]["added"], [])

    def test_what_is_taken_back_is_undone(self) -> None:
        view = self.start().json()
        cut = self.event("step_done", task=self.card(view, "cut the beetroot")["task"])
        back = self.event("taken_back", event=cut["id"])
        nothing = self.event("taken_back", event=str(uuid.uuid4()))
        result = self.cook(view["id"], cut, back, nothing).json()
        self.assertEqual(result["answers"][2]["outcome"], "refused")
        self.assertEqual(self.card(result["session"], "cut the beetroot")["state"], "waiting")

    def test_a_change_of_zone_does_not_move_the_evening(self) -> None:
        view = self.start().json()
        before = [c["at"] for c in view["stove"]["cards"]]
        Household.objects.update(zone="Asia/Tokyo")
        after = self.cook(view["id"]).json()["session"]
        self.assertEqual([c["at"] for c in after["stove"]["cards"]], before)

    def test_a_dish_without_steps_says_what_to_do(self) -> None:
        bare = self.bring("Soup\n\nServes 2\n\n200 g leeks\n")
        body = {"id": str(uuid.uuid4()), "sheet": {"dishes": [bare["id"]]}}
        refused = self.send("post", "evenings", body)
        self.assertEqual(refused.status_code, 400)
        self.assertIn("write them on Recipe", refused.json()["detail"])
