"""Weigh-ins open a run, freeze its version and answer in grams."""

import uuid
from typing import Any
from unittest import mock

from django.http import HttpResponse

from config.tests.base import RECIPE, KitchenCase
from dishes.models import DishVersion
from reckon import services as reckon
from runs.models import Run, RunEvent


class Weighing(KitchenCase):
    """A swapped dish that is about to be cooked."""

    def setUp(self) -> None:
        super().setUp()
        self.detail = self.bring()
        self.document = self.swap(self.detail)
        self.dish = self.detail["id"]
        lid = self.document["parts"][1]
        self.place = {"part": lid["id"], "slot": lid["slots"][0]["id"]}
        self.points = {p["step_id"]: p for p in self.preview()["ledgers"][0]["points"]}

    def preview(self, readings: dict | None = None) -> dict:
        body = {
            "sequence": 1,
            "dish": self.document,
        } | ({"readings": readings} if readings else {})
        return self.send("post", "preview", body).json()

    def weigh(self, step: str, grams: float, **more: Any):
        body = {"client_id": str(uuid.uuid4()), "step": step, "gross": grams, **self.place}
        return self.send("post", f"dishes/{self.dish}/weigh-ins", body | more)


class WeighIns(Weighing):
    """One cooking of a swapped dish."""

    def test_first_weigh_in_opens_a_run_and_freezes_the_version(self) -> None:
        self.assertFalse(DishVersion.objects.exists())
        state = self.weigh("start", self.points["start"]["grams"] + 380, tare=380).json()["run"]
        self.assertEqual(state["version"], 1)
        self.assertAlmostEqual(
            state["readings"]["steps"][self.place["slot"]]["start"], self.points["start"]["grams"]
        )
        version = DishVersion.objects.get()
        self.assertEqual(version.document, self.document)

    def test_answer_in_grams_after_two_weigh_ins(self) -> None:
        self.weigh("start", self.points["start"]["grams"])
        target = self.points["press"]["target"]
        state = self.weigh("press", target + 48).json()["run"]
        point = next(
            p for p in self.preview(state["readings"])["ledgers"][0]["points"]
            if p["step_id"] == "press"
        )  # fmt: skip
        self.assertEqual(point["advice"], "press_more")
        self.assertRegex(point["words"], r"^\d+ g still to press out, dry enough at \d+ g$")

    def test_sending_twice_counts_once(self) -> None:
        same = str(uuid.uuid4())
        states = [self.weigh("start", 1100, client_id=same).json()["run"] for _ in range(3)]
        self.assertEqual(states[0], states[2])
        self.assertEqual(RunEvent.objects.count(), 1)

    def test_hard_to_believe_is_asked_before_it_counts(self) -> None:
        tenfold = self.points["start"]["grams"] * 10
        result = self.weigh("start", tenfold).json()
        self.assertRegex(result["question"], "ten times more")
        self.assertIsNone(result["run"])
        self.assertFalse(Run.objects.exists())
        sure = self.weigh("start", tenfold, sure=True).json()
        self.assertIsNone(sure["question"])
        self.assertEqual(RunEvent.objects.count(), 1)

    def test_forgotten_bowl_is_asked_about(self) -> None:
        self.weigh("start", self.points["start"]["grams"])
        heavy = self.points["heat"]["grams"] + 400
        self.assertRegex(self.weigh("heat", heavy).json()["question"], "Was the bowl weighed too")

    def test_nothing_or_less_never_counts(self) -> None:
        for gross, tare in ((0, 0), (300, 380)):
            result = self.weigh("start", gross, tare=tare, sure=True).json()
            self.assertRegex(result["question"], "more than nothing")
        self.assertFalse(RunEvent.objects.exists())

    def test_taking_back_keeps_the_history(self) -> None:
        run = self.weigh("start", 1100).json()["run"]
        body = {"client_id": str(uuid.uuid4()), "slot": self.place["slot"], "step": "start"}
        state = self.send("post", f"runs/{run['id']}/take-back", body).json()
        self.assertEqual(state["readings"]["steps"], {})
        self.assertEqual([e.kind for e in RunEvent.objects.all()], ["weighed", "taken_back"])

    def test_another_stand_in_is_another_run(self) -> None:
        first = self.weigh("start", 1100).json()["run"]
        self.document = self.swap(self.detail, "swede_mash")
        second = self.weigh("start", 1100).json()["run"]
        self.assertNotEqual(first["id"], second["id"])
        self.assertEqual(second["version"], 2)
        runs = self.send("get", f"dishes/{self.dish}/runs").json()
        self.assertEqual([r["id"] for r in runs["finished"]], [first["id"]])

    def test_refusals(self) -> None:
        self.assert_problem(self.weigh("sing", 500), 400, "no such step")
        self.assert_problem(self.weigh("start", 1e9), 400, "kitchen scale can carry")
        self.assert_problem(self.weigh("start", 500, client_id="seven"), 400, "wrong shape")
        plain = self.bring()
        body = {"client_id": str(uuid.uuid4()), "step": "start", "gross": 500.0}
        part = plain["document"]["parts"][1]
        body |= {"part": part["id"], "slot": part["slots"][0]["id"]}
        response = self.send("post", f"dishes/{plain['id']}/weigh-ins", body)
        self.assert_problem(response, 400, "Choose a stand-in")

    def test_closing(self) -> None:
        run = self.weigh("start", 1100).json()["run"]
        self.assertIsNotNone(self.send("post", f"runs/{run['id']}/finish").json()["finished_at"])
        self.assertIsNone(self.send("get", f"dishes/{self.dish}/runs").json()["open"])


METHOD = """

1. Fry the mushrooms over a high heat for 8 minutes.
2. Stir in the flour, then the milk and the beans, and simmer for 10 minutes.
3. Boil the potatoes for 15 minutes, drain and mash them with the milk and butter.
4. Top the pot with the mash and bake for 25 minutes at 200 C.
"""


class OwnSteps(KitchenCase):
    """A dish's own parts and the dish as a whole are weighed like a stand-in."""

    def setUp(self) -> None:
        super().setUp()
        detail = self.bring(RECIPE + METHOD)
        self.dish, self.document = detail["id"], detail["document"]

    def test_weigh_ins_at_steps_of_the_recipes_own(self) -> None:
        courses = self.send("post", "water", {"dish": self.document}).json()["courses"]
        own = next(g for c in courses for g in c["glasses"] if not g["slot_id"] and g["part_id"])
        whole = next(c for c in courses if not c["part_id"])["glasses"][-1]
        for glass in (own, whole):
            place = {"part": glass["part_id"], "slot": "", "step": glass["step_id"]}
            body = {"client_id": str(uuid.uuid4()), "gross": glass["point"]["grams"] + 30} | place
            state = self.send("post", f"dishes/{self.dish}/weigh-ins", body).json()["run"]
            kept = state["readings"]["own_steps"][glass["part_id"] or "whole"]
            self.assertEqual(list(kept), [glass["step_id"]])
            again = self.send(
                "post", "water", {"dish": self.document, "readings": state["readings"]}
            ).json()["courses"]
            seen = next(g for c in again for g in c["glasses"] if g["step_id"] == glass["step_id"])
            self.assertAlmostEqual(seen["point"]["weighed"], body["gross"])
        back = {"client_id": str(uuid.uuid4()), "part": "", "slot": "", "step": whole["step_id"]}
        state = self.send("post", f"runs/{state['id']}/take-back", back).json()
        self.assertNotIn("whole", state["readings"]["own_steps"])
        self.assertEqual(list(state["readings"]["own_steps"][own["part_id"]]), [own["step_id"]])

    def test_refusals_at_steps_of_the_recipes_own(self) -> None:
        part = self.document["parts"][0]["id"]
        for place, words in (
            ({"part": part, "slot": "", "step": "sing"}, "no such step"),
            ({"part": "nothing", "slot": "", "step": "sing"}, "no such part"),
            ({"part": "", "slot": "", "step": "sing"}, "no such step"),
        ):
            body = {"client_id": str(uuid.uuid4()), "gross": 500.0} | place
            response = self.send("post", f"dishes/{self.dish}/weigh-ins", body)
            self.assert_problem(response, 400, words)


class ByEye(KitchenCase):
    """What went in of a line that is added by eye."""

    def test_it_counts_on_the_plate_until_it_is_taken_back(self) -> None:
        detail = self.bring()
        document = detail["document"]
        line = next(one for part in document["parts"] for one in part["lines"] if one["grams"])
        line["hold"] = {"start": 1.0, "ceiling": line["grams"], "cue": "until it is right"}
        self.send("put", f"dishes/{detail['id']}", document, if_match=str(detail["revision"]))
        where = f"dishes/{detail['id']}/weigh-ins"

        def poured(grams: float, **more: Any) -> HttpResponse:
            body = {"client_id": str(uuid.uuid4()), "part": "", "slot": "", "step": "",
                    "line": line["id"], "gross": grams}  # fmt: skip
            return self.send("post", where, body | more)

        ask = poured(line["grams"] * 9).json()
        self.assertRegex(ask["question"], "far more than the")
        self.assertFalse(RunEvent.objects.exists())
        state = poured(line["grams"] / 2).json()["run"]
        self.assertEqual(state["readings"]["went_in"], {line["id"]: line["grams"] / 2})
        seen = {"sequence": 1, "dish": document}
        plain = self.send("post", "preview", seen).json()["figures"]
        seen["readings"] = state["readings"]
        half = self.send("post", "preview", seen).json()["figures"]
        self.assertLess(half["kcal"]["best"], plain["kcal"]["best"])
        self.assert_problem(poured(-1.0), 400, "Less than nothing")
        self.assert_problem(poured(5.0, line="gone"), 400, "no such line")
        back = {"client_id": str(uuid.uuid4()), "line": line["id"]}
        state = self.send("post", f"runs/{state['id']}/take-back", back).json()
        self.assertEqual(state["readings"]["went_in"], {})
        again = back | {"client_id": str(uuid.uuid4())}
        self.assert_problem(
            self.send("post", f"runs/{state['id']}/take-back", again), 400, "no such weigh-in"
        )


class Finished(Weighing):
    """The finished dish on the scale is an event of the run, and counts on every screen."""

    def setUp(self) -> None:
        super().setUp()
        self.run_id = self.weigh("start", self.points["start"]["grams"]).json()["run"]["id"]

    def finish(self, gross: float, **more: Any):
        body = {"id": str(uuid.uuid4()), "kind": "finished_weight", "gross": gross}
        return self.send("post", f"runs/{self.run_id}", body | more)

    def readings(self) -> dict:
        return self.send("get", f"dishes/{self.dish}/runs").json()["open"]["readings"]

    def went_in(self) -> float:
        return self.send("get", f"runs/{self.run_id}").json()["view"]["went_in_grams"]

    def test_while_it_is_cooked_the_plate_goes_by_it_and_it_is_taken_back(self) -> None:
        grams = round(self.went_in() * 0.9)
        self.finish(grams + 700, tare=700)
        self.assertEqual(self.readings()["finished_grams"], grams)
        seen = self.preview(self.readings())
        self.assertEqual(seen["finished_grams"], grams)
        self.assertAlmostEqual(seen["serving_grams"], grams / self.document["servings"])
        self.assertNotIn("finished", str(self.send("get", f"dishes/{self.dish}").json()))
        back = {"id": str(uuid.uuid4()), "kind": "taken_back"}
        self.assertEqual(self.send("post", f"runs/{self.run_id}", back).status_code, 200)
        self.assertIsNone(self.readings()["finished_grams"])
        again = {"id": str(uuid.uuid4()), "kind": "taken_back"}
        refused = self.send("post", f"runs/{self.run_id}", again)
        self.assert_problem(refused, 400, "nothing of that to take back")

    def test_a_forgotten_dish_is_asked_about(self) -> None:
        heavy = self.finish(self.went_in() + 900).json()
        self.assertRegex(heavy["question"], "more than went in.*dish it is in weighed too")
        light = self.finish(self.went_in() * 0.2).json()
        self.assertRegex(light["question"], "Is all of it on the scale")
        self.assertRegex(self.finish(0, sure=True).json()["question"], "more than nothing")
        self.assertFalse(RunEvent.objects.filter(kind="portioned").exists())
        sure = self.finish(self.went_in() + 900, sure=True).json()
        self.assertIsNone(sure["question"])
        self.assert_problem(self.finish(1e9), 400, "wrong shape")

    def test_another_stand_in_has_not_been_weighed(self) -> None:
        self.finish(round(self.went_in() * 0.9))
        self.document = self.swap(self.detail, "swede_mash")
        self.assertIsNone(self.preview(self.readings())["finished_grams"])

    def test_the_table_the_list_and_the_day_count_what_was_weighed(self) -> None:
        run = self.send("get", f"dishes/{self.dish}/runs").json()["open"]
        day = {"meals": [{"dish": self.dish, "servings": 1.0}]}
        for name, ask in (
            ("core_summary", lambda: self.send("get", "table")),
            ("day_view", lambda: self.send("post", "day", day)),
        ):
            real = getattr(reckon, name)
            with mock.patch.object(reckon, name, wraps=real) as computed:
                self.assertEqual(ask().status_code, 200)
            said = [getattr(value, "readings", None) for value in computed.call_args.args]
            meals = computed.call_args.args[0] if name == "day_view" else ()
            said += [meal.readings for meal in meals]
            steps = [readings.steps for readings in said if readings and readings.steps]
            self.assertEqual(steps, [run["readings"]["steps"]], name)
