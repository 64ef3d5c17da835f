"""The shelf over HTTP: once each, by whoever was first, and nothing lost on the way."""

import datetime as dt
import threading
import uuid
from typing import Any
from unittest import mock

from django.db import connection
from django.test import TransactionTestCase

from accounts.models import Household
from config.tests.base import KitchenCase, cook_of
from foods.own import library_of
from runs.tests.test_records import RunCase
from shelf.models import ShelfBatch, ShelfEvent
from shelf.services import SentToShelf, ShelfTold, take_events
from snabo_core.shelf import keepings
from table.services import today_in


class ShelfCase(KitchenCase):
    """A shelf of one household."""

    def put(self, **more: Any):
        body = {
            "id": str(uuid.uuid4()), "name": "Lentil soup", "kind": "soup_stew", "grams": 900,
            "place": "fridge", "made": str(today_in(household=self.household)),
        }  # fmt: skip
        return self.send("post", "shelf", body | more)

    def batch(self, **more: Any) -> dict:
        key = str(uuid.uuid4())
        response = self.put(id=key, **more)
        self.assertEqual(response.status_code, 200, response.content)
        return next(one for one in response.json()["batches"] if one["id"] == key)

    def tell(self, batch: str, kind: str, key: str | None = None, **said: Any) -> dict:
        event = {"id": key or str(uuid.uuid4()), "batch": batch, "kind": kind} | said
        return self.send("post", "shelf/events", {"events": [event]}).json()

    def shelf(self) -> list[dict]:
        return self.send("get", "shelf").json()["batches"]


class Putting(ShelfCase):
    def test_what_is_to_be_eaten_first_stands_on_top(self) -> None:
        self.batch(name="Chard stems", kind="stems")
        self.batch(name="Rice", kind="rice_cooked")
        self.batch(name="Stew", kind="soup_stew", place="freezer")
        self.assertEqual([one["name"] for one in self.shelf()], ["Rice", "Chard stems", "Stew"])

    def test_put_twice_it_is_there_once(self) -> None:
        key = str(uuid.uuid4())
        self.put(id=key)
        self.put(id=key)
        self.assertEqual(ShelfBatch.objects.count(), 1)

    def test_what_cannot_be_put_is_a_sentence(self) -> None:
        today = today_in(household=self.household)
        wrong = (
            ({"grams": 0}, "How many grams"), ({"grams": -4}, "How many grams"),
            ({"grams": 1e9}, "How many grams"), ({"name": "  "}, "What is it called"),
            ({"name": "a\nb"}, "One line"), ({"made": "2019-01-01"}, "was to be eaten by"),
            ({"made": str(today + dt.timedelta(days=1))}, "still to come"),
            ({"said": str(today - dt.timedelta(days=1))}, "was to be eaten by"),
            ({"place": "cupboard"}, "does not keep in the cupboard"),
            ({"place": "under the bed"}, "wrong shape"), ({"made": "soon"}, "wrong shape"),
            ({"grams": "much"}, "wrong shape"), ({"food": "no such food"}, "no food"),
        )  # fmt: skip
        for more, words in wrong:
            with self.subTest(more):
                response = self.put(**more)
                self.assertIn(response.status_code, (400, 404), response.content)
                self.assertRegex(response.json()["detail"], words)
        self.assertEqual(ShelfBatch.objects.count(), 0)

    def test_a_kind_nobody_entered_keeps_shortest(self) -> None:
        view = self.batch(kind="")["view"]
        self.assertEqual(
            view["use_by"], str(today_in(household=self.household) + dt.timedelta(days=1))
        )
        self.assertIn("not in the table", view["source"])

    def test_kinds_are_proposed_by_the_food(self) -> None:
        answer = self.send("get", "shelf/kinds?food=lentils").json()
        self.assertEqual(len(answer["kinds"]), len(keepings()))
        self.assertIn("pulse_dish", answer["proposed"])
        self.assertEqual(self.send("get", "shelf/kinds").json()["proposed"], [])

    def test_a_later_table_moves_no_day(self) -> None:
        before = self.batch()["view"]["use_by"]
        row = ShelfBatch.objects.get()
        self.assertEqual(row.keeping["days"], dict(keepings()["soup_stew"].days))
        with mock.patch("shelf.services.keeping_of", side_effect=AssertionError):
            self.assertEqual(self.shelf()[0]["view"]["use_by"], before)

    def test_changed_removed_and_brought_back(self) -> None:
        key = self.batch()["id"]
        body = {"name": "Lentil pot", "kind": "rice_cooked", "note": "blue box"}
        changed = self.send("put", f"shelf/{key}", body).json()["batches"][0]
        self.assertEqual((changed["name"], changed["view"]["kind"]), ("Lentil pot", "rice_cooked"))
        self.assertEqual(self.send("delete", f"shelf/{key}").status_code, 204)
        self.assertEqual(self.shelf(), [])
        self.assertEqual(self.tell(key, "took", grams=10)["answers"][0]["outcome"], "refused")
        self.send("post", f"shelf/{key}/restore")
        self.assertEqual(self.shelf()[0]["note"], "blue box")

    def test_what_is_in_it_can_be_said_later_and_once(self) -> None:
        key = self.batch()["id"]
        body = {"name": "Lentils", "kind": "soup_stew", "food": "lentils", "form": "boiled"}
        changed = self.send("put", f"shelf/{key}", body).json()["batches"][0]
        self.assertEqual((changed["food"], changed["form"]), ("lentils", "boiled"))
        self.assertEqual(self.send("put", f"shelf/{key}", body).status_code, 200)
        other = self.send("put", f"shelf/{key}", body | {"food": "swede", "form": None})
        self.assert_problem(other, 400, "known already")
        none = self.send("put", f"shelf/{key}", body | {"food": "no such food"})
        self.assertEqual(none.status_code, 400)

    def test_the_neighbour_sees_nothing_of_it(self) -> None:
        key = self.batch()["id"]
        self.assertEqual(self.send("get", "shelf", client=self.other).json()["batches"], [])
        event = {"id": str(uuid.uuid4()), "batch": key, "kind": "threw", "grams": 5}
        answer = self.send("post", "shelf/events", {"events": [event]}, self.other).json()
        self.assertEqual(answer["answers"][0]["outcome"], "refused")
        self.assertEqual(self.shelf()[0]["view"]["left"], 900)


class Taking(ShelfCase):
    def test_mass_is_conserved_and_everything_can_be_taken_back(self) -> None:
        key, took = self.batch()["id"], str(uuid.uuid4())
        self.tell(key, "took", took, grams=300)
        again = self.tell(key, "took", took, grams=300)
        self.assertEqual(again["answers"][0]["outcome"], "repeated")
        self.tell(key, "threw", grams=100)
        view = self.shelf()[0]["view"]
        self.assertEqual((view["left"], view["taken"], view["thrown"]), (500, 300, 100))
        self.assertEqual(self.send("get", "shelf").json()["thrown_grams"], 100)
        self.tell(key, "taken_back", of=view["last_event"])
        view = self.shelf()[0]["view"]
        self.assertEqual((view["left"], view["thrown"], view["last_event"]), (600, 0, took))
        self.assertEqual(self.send("get", "shelf").json()["thrown_grams"], 0)

    def test_more_than_there_is_is_refused_with_what_is_left(self) -> None:
        key = self.batch(grams=200)["id"]
        answer = self.tell(key, "took", grams=250)["answers"][0]
        self.assertEqual(answer["outcome"], "refused")
        self.assertIn("Only 200 g", answer["sentence"])
        self.tell(key, "took", grams=200)
        self.assertIn("taken the last", self.tell(key, "took", grams=1)["answers"][0]["sentence"])
        # What is gone stays in sight for a while, so that it can be taken back.
        self.assertEqual(self.shelf()[0]["view"]["left"], 0)
        ShelfBatch.objects.update(gone_on=today_in(household=self.household) - dt.timedelta(days=9))
        self.assertEqual(self.shelf(), [])

    def test_frozen_and_thawed(self) -> None:
        key = self.batch()["id"]
        frozen = self.tell(key, "moved", place="freezer")["shelf"]["batches"][0]["view"]
        self.assertEqual(frozen["place"], "freezer")
        thawed = self.tell(key, "moved", place="fridge")["shelf"]["batches"][0]["view"]
        self.assertEqual(
            thawed["use_by"], str(today_in(household=self.household) + dt.timedelta(days=3))
        )
        self.assertIn("not again", thawed["freezing"])
        refused = self.tell(key, "moved", place="freezer")["answers"][0]
        self.assertIn("frozen once", refused["sentence"])
        for of in (None, str(uuid.uuid4())):
            self.assertEqual(
                self.tell(key, "taken_back", of=of)["answers"][0]["outcome"], "refused"
            )

    def test_told_later_it_counts_for_its_day(self) -> None:
        key = self.batch()["id"]
        at = (dt.datetime.now(dt.UTC) - dt.timedelta(days=400)).isoformat()
        self.tell(key, "took", grams=1, at=at)
        self.assertEqual(ShelfEvent.objects.get().on, today_in(household=self.household))


class TwoDevices(TransactionTestCase):
    """Two devices at one shelf."""

    def test_the_last_of_it_goes_to_one_of_them(self) -> None:
        household = Household.objects.create(name="Ours")
        cook, today = cook_of(household), today_in(household=household)
        row = ShelfBatch.objects.create(
            household=household, name="Soup", grams=300, place="fridge", made=today, put=today,
            keeping={**_built("soup_stew")},
        )  # fmt: skip
        outcomes, gate = [], threading.Barrier(2)

        def take() -> None:
            try:
                gate.wait(60)
                told = SentToShelf([ShelfTold(uuid.uuid4(), row.uid, "took", 300.0)])
                outcomes.append(take_events(household=household, by=cook, body=told).answers[0])
            finally:
                connection.close()

        devices = [threading.Thread(target=take) for _ in range(2)]
        for device in devices:
            device.start()
        for device in devices:
            device.join(120)
        self.assertEqual(sorted(one.outcome for one in outcomes), ["accepted", "refused"])
        late = next(one for one in outcomes if one.outcome == "refused")
        self.assertIn("taken the last", late.sentence)


def _built(key: str) -> dict[str, Any]:
    kind = keepings()[key]
    return {
        "key": kind.key, "name": kind.name, "group": kind.group, "days": dict(kind.days),
        "source": kind.source, "freezing": kind.freezing, "freezing_note": "", "reheat": None,
        "becomes": [], "note": "", "roles": [], "classes": [], "foods": [],
    }  # fmt: skip


class LeftOver(RunCase):
    """What a cooking leaves goes on the shelf, and into another dish."""

    def left(self, grams: float = 300, kept: str = "fridge") -> dict:
        self.end()
        self.told("finished_weight", gross=1600, tare=1000)
        self.told("served", amounts={self.eater: 250})
        self.told("left_over", grams=grams, kept=kept)
        return self.send("get", "shelf").json()["batches"][0]

    def test_it_is_on_the_shelf_with_its_own_values(self) -> None:
        one = self.left()
        self.assertEqual((one["view"]["left"], one["dish"]), (300, self.dish))
        food = library_of(household=Household.objects.get(id=self.household.id)).food(one["food"])
        self.assertEqual(food.name, one["name"])
        # Nothing searches it out: it is there by the batch.
        self.assertEqual(self.send("get", "homemade").json(), [])
        view = self.view()["left_over"][0]
        self.assertEqual(view["use_by"], one["view"]["use_by"])

    def test_thrown_away_counts(self) -> None:
        one = self.left(kept="thrown_away")
        self.assertEqual((one["view"]["left"], one["view"]["thrown"]), (0, 300))
        self.assertEqual(self.send("get", "shelf").json()["thrown_grams"], 300)

    def test_taken_back_it_is_off_the_shelf_unless_some_is_eaten(self) -> None:
        one = self.left()
        event = {"id": str(uuid.uuid4()), "batch": one["id"], "kind": "took", "grams": 100}
        self.send("post", "shelf/events", {"events": [event]})
        self.assertIn("left", self.view()["left_over"][0]["words"] + "left")
        self.assert_problem(self.tell("taken_back", event=one["id"]), 400, "taken from the shelf")
        back = {"id": str(uuid.uuid4()), "batch": one["id"], "kind": "taken_back"}
        self.send("post", "shelf/events", {"events": [back | {"of": event["id"]}]})
        self.told("taken_back", event=one["id"])
        self.assertEqual(self.send("get", "shelf").json()["batches"], [])

    def test_it_meets_a_line_and_the_evening_takes_it(self) -> None:
        one = self.left()
        other = self.bring()
        part = other["document"]["parts"][0]
        body = {"dish": other["document"], "part": part["id"], "batch": one["id"],
                "line": part["lines"][0]["id"]}  # fmt: skip
        met = self.send("post", "shelf/meet", body).json()
        line = met["dish"]["parts"][0]["lines"][0]["instead"]
        self.assertEqual((line["food"], line["shelf"]["batch"]), (one["food"], one["id"]))
        self.assertLessEqual(met["grams"], 300)
        saved = self.send("put", f"dishes/{other['id']}", met["dish"], if_match="1")
        self.assertEqual(saved.status_code, 200, saved.content)
        [planned] = self.send("get", "shelf/planned").json()
        self.assertEqual((planned["batch"], planned["grams"]), (one["id"], met["grams"]))
        step = {"id": str(uuid.uuid4()), "text": "", "words": "Simmer it all for 20 minutes",
                "technique": "simmer", "takes": [{"ref": line["id"]}], "minutes_low": 20,
                "minutes_high": 20, "stated": ["minutes"]}  # fmt: skip
        with_step = met["dish"] | {"method": [step]}
        self.send("put", f"dishes/{other['id']}", with_step, if_match="2")
        start = {"id": str(uuid.uuid4()), "sheet": {"dishes": [other["id"]]}}
        for _ in range(2):
            begun = self.send("post", "evenings", start)
            self.assertEqual(begun.status_code, 200, begun.content)
        view = self.send("get", "shelf").json()["batches"][0]["view"]
        self.assertAlmostEqual(view["taken"], met["grams"])

    def test_what_cannot_be_met_is_a_sentence(self) -> None:
        one = self.left()
        other = self.bring()
        part = other["document"]["parts"][0]
        body = {"dish": other["document"], "part": part["id"], "batch": one["id"],
                "line": part["lines"][0]["id"]}  # fmt: skip
        self.assert_problem(
            self.send("post", "shelf/meet", body | {"grams": 900}), 400, "Only 300 g"
        )
        self.assert_problem(
            self.send("post", "shelf/meet", body | {"batch": str(uuid.uuid4())}), 404, "no such"
        )
        self.assert_problem(self.send("post", "shelf/meet", body, self.other), 404, "no such")
        plain = {"id": str(uuid.uuid4()), "name": "A box", "kind": "", "grams": 100,
                 "place": "fridge", "made": str(today_in(household=self.household))}  # fmt: skip
        self.send("post", "shelf", plain)
        self.assert_problem(
            self.send("post", "shelf/meet", body | {"batch": plain["id"]}), 400, "what is in A box"
        )
        with mock.patch("reckon.services.today_in", return_value=dt.date(2099, 1, 1)):
            self.assert_problem(self.send("post", "shelf/meet", body), 400, "thrown away")
        # A dish cannot go into itself.
        own = self.send("get", f"dishes/{self.dish}").json()
        first = own["document"]["parts"][0]
        met = self.send("post", "shelf/meet", {
            "dish": own["document"], "part": first["id"], "batch": one["id"],
            "line": first["lines"][0]["id"],
        }).json()  # fmt: skip
        refused = self.send(
            "put", f"dishes/{self.dish}", met["dish"], if_match=str(own["revision"])
        )
        self.assert_problem(refused, 400, "cannot go into itself")

    def test_a_batch_gone_meanwhile_is_told_at_the_stove(self) -> None:
        one = self.left()
        other = self.bring()
        part = other["document"]["parts"][0]
        met = self.send("post", "shelf/meet", {
            "dish": other["document"], "part": part["id"], "batch": one["id"],
            "line": part["lines"][0]["id"],
        }).json()  # fmt: skip
        step = {"id": str(uuid.uuid4()), "text": "", "words": "Simmer it all for 20 minutes",
                "technique": "simmer", "takes": [{"ref": part["lines"][0]["id"]}],
                "minutes_low": 20, "minutes_high": 20, "stated": ["minutes"]}  # fmt: skip
        self.send("put", f"dishes/{other['id']}", met["dish"] | {"method": [step]}, if_match="1")
        event = {"id": str(uuid.uuid4()), "batch": one["id"], "kind": "threw", "grams": 300}
        self.send("post", "shelf/events", {"events": [event]})
        sheet = self.send("post", "sheet", {"dishes": [other["id"]]}).json()["sheet"]
        self.assertIn("nothing of it is left", sheet["why"][0])
        start = {"id": str(uuid.uuid4()), "sheet": {"dishes": [other["id"]]}}
        view = self.send("post", "evenings", start).json()
        self.assertIn("nothing of it is left", view["stove"]["notes"][0]["words"])


class MadeAhead(ShelfCase):
    """A part of a dish, made ahead."""

    def test_a_lid_goes_into_the_freezer_with_its_own_values(self) -> None:
        detail = self.bring()
        self.swap(detail)
        lid = detail["document"]["parts"][1]
        offers = self.send("get", f"dishes/{detail['id']}/shelf").json()
        offer = next(one for one in offers if one["part"] == lid["id"])
        body = {"sequence": 1, "dish": detail["document"]}
        parts = self.send("post", "preview", body).json()["parts"]
        makes = next(part["makes_grams"] for part in parts if part["part_id"] == lid["id"])
        self.assertAlmostEqual(offer["whole"], makes, delta=0.5)
        made = str(today_in(household=self.household))
        body = {"id": str(uuid.uuid4()), "name": "Cauliflower mash", "part": lid["id"],
                "grams": 400, "place": "freezer", "made": made}  # fmt: skip
        for _ in range(2):
            answer = self.send("post", f"dishes/{detail['id']}/shelf", body)
            self.assertEqual(answer.status_code, 200, answer.content)
        [one] = answer.json()["batches"]
        self.assertEqual((one["view"]["kind"], one["view"]["place"]), ("vegetable_mash", "freezer"))
        row = library_of(household=Household.objects.get(id=self.household.id)).row(one["food"])
        self.assertLess(row.value("carbohydrate") or 99, 10)
        self.assert_problem(
            self.send("post", f"dishes/{detail['id']}/shelf",
                      body | {"id": str(uuid.uuid4()), "part": "none"}), 400, "no such part",
        )  # fmt: skip
