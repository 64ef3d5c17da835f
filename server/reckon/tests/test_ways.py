"""Ways over HTTP: sent line by line, nothing stored, and what cannot be is said."""

import json
from typing import Any

from config.tests.base import RECIPE, KitchenCase
from runs.services import cooked_lately
from snabo_core.swaps.book import book
from table.models import Eater
from tests.mutations import documents

BENT = 15
FISH = RECIPE.replace("400 g can butter beans, drained", "500 g cod fillet")


class Ways(KitchenCase):
    """What to change so that everybody can eat a dish."""

    def ask(self, document: dict[str, Any], **more: Any) -> list[dict[str, Any]]:
        body = {"sequence": 7, "dish": document, **more}
        answer = self.send("post", "ways", body)
        self.assertEqual(answer.status_code, 200)
        self.assertEqual(answer["Content-Type"], "application/x-ndjson")
        lines = b"".join(answer.streaming_content).decode().splitlines()
        return [json.loads(line) for line in lines]

    def test_each_way_stands_on_a_line_and_the_bench_agrees(self) -> None:
        document = self.bring(FISH)["document"]
        parts = self.ask(document)
        self.assertEqual(parts[0]["state"], "way")
        self.assertEqual(parts[-1]["state"], "done")
        self.assertEqual({part["sequence"] for part in parts}, {7})
        for part in parts[:-1]:
            body = {"sequence": 1, "dish": part["way"]["dish"]}
            shown = self.send("post", "preview", body).json()
            self.assertTrue(all(eater["suits"] for eater in shown["eaters"]))
            told = {e["id"]: e["reaches"] for e in part["way"]["eaters"]}
            for eater in shown["eaters"]:
                self.assertEqual(
                    [reach["code"] for reach in eater["reaches"]],
                    [reach["code"] for reach in told[eater["id"]]],
                )

    def test_chosen_it_can_be_saved_and_then_fits(self) -> None:
        detail = self.bring(FISH)
        way = self.ask(detail["document"])[0]["way"]
        saved = self.send(
            "put", f"dishes/{detail['id']}", way["dish"], if_match=str(detail["revision"])
        )
        self.assertEqual(saved.status_code, 200, saved.content)
        stored = self.send("get", f"dishes/{detail['id']}").json()["document"]
        self.assertEqual([part["state"] for part in self.ask(stored)], ["fits"])

    def test_an_eater_who_is_gone_is_nobody(self) -> None:
        document = self.bring(FISH)["document"]
        gone = Eater.objects.of(self.household).first()
        assert gone is not None
        self.assertEqual(self.ask(document, eaters=[str(gone.id + 10_000)])[0]["state"], "nobody")

    def test_what_is_pinned_is_remembered_and_left_alone(self) -> None:
        detail = self.bring(FISH)
        document = detail["document"]
        slot = document["parts"][1]["slots"][0]["id"]
        document["pinned"] = [slot, "long gone"]
        saved = self.send(
            "put", f"dishes/{detail['id']}", document, if_match=str(detail["revision"])
        )
        self.assertEqual(saved.status_code, 200, saved.content)
        stored = self.send("get", f"dishes/{detail['id']}").json()["document"]
        self.assertEqual(stored["pinned"], [slot, "long gone"])
        for part in self.ask(stored):
            for change in part["way"]["changes"] if part["way"] else ():
                self.assertNotEqual(change["id"], slot)

    def test_bent_bodies_are_answered(self) -> None:
        body = {"sequence": 1, "dish": self.bring(FISH)["document"], "eaters": []}
        for bent in documents(body, BENT, 5):
            answer = self.send("post", "ways", bent)
            self.assertIn(answer.status_code, {200, 400, 409})
            if answer.status_code == 200:
                lines = b"".join(answer.streaming_content).decode().splitlines()
                self.assertTrue([json.loads(line) for line in lines])
        self.assert_problem(self.send("post", "ways", {"sequence": 1}), 400, "wrong shape")

    def test_another_household_sees_nothing_of_it(self) -> None:
        self.client.logout()
        answer = self.send("post", "ways", {"sequence": 1, "dish": {}})
        self.assertEqual(answer.status_code, 401)


class Lately(KitchenCase):
    """What was cooked these days comes later."""

    def test_a_finished_run_tells_its_family(self) -> None:
        detail = self.bring(FISH)
        self.swap(detail)
        self.assertEqual(cooked_lately(household=self.household, whole=book()), frozenset())
        slot = self.send("get", f"dishes/{detail['id']}").json()["document"]["parts"][1]
        weigh = {
            "client_id": "7f6a2c52-6f0a-4a57-9f1c-0d2f7c1b9a10", "part": slot["id"],
            "slot": slot["slots"][0]["id"], "step": "start", "gross": 1000.0, "tare": 100.0,
            "sure": True,
        }  # fmt: skip
        run = self.send("post", f"dishes/{detail['id']}/weigh-ins", weigh).json()["run"]
        self.assertEqual(cooked_lately(household=self.household, whole=book()), frozenset())
        self.send("post", f"runs/{run['id']}/finish")
        self.assertEqual(
            cooked_lately(household=self.household, whole=book()), frozenset({"cauliflower"})
        )


class MatrixWays(KitchenCase):
    """The table says what would help instead of only that a dish does not fit."""

    def ask(self) -> dict[str, list[dict[str, str]]]:
        answer = self.send("get", "table/ways")
        lines = b"".join(answer.streaming_content).decode().splitlines()
        return {one["dish"]: one["ways"] for one in map(json.loads, lines)}

    def test_whom_it_does_not_suit_gets_a_way_and_so_does_everybody(self) -> None:
        detail = self.bring(FISH)
        rows = self.send("get", "table").json()["rows"]
        unsuited = {c["eater"] for c in rows[0]["cells"] if c["verdict"] == "does_not"}
        ways = self.ask()[detail["id"]]
        self.assertEqual({one["eater"] for one in ways}, {*unsuited, ""})
        for one in ways:
            self.assertRegex(one["words"], "fits with|could have it with")

    def test_it_follows_a_change_of_the_dish(self) -> None:
        detail = self.bring(FISH)
        before = self.ask()
        self.assertEqual(self.ask(), before)
        way = Ways.ask(self, detail["document"])[0]["way"]
        self.send("put", f"dishes/{detail['id']}", way["dish"], if_match=str(detail["revision"]))
        self.assertEqual(self.ask(), {detail["id"]: []})

    def test_the_neighbours_dishes_are_not_in_it(self) -> None:
        self.bring(FISH)
        answer = self.send("get", "table/ways", client=self.other)
        self.assertEqual(b"".join(answer.streaming_content), b"")
