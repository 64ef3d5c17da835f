"""A household's weigh-ins teach its own figures, until it begins again."""

import uuid

from runs.models import RunEvent
from runs.tests.test_runs import METHOD, RECIPE, Weighing


class Teaching(Weighing):
    """Two weigh-ins around a pressing say what this kitchen's paper takes."""

    def press(self, share: float = 0.4) -> None:
        start = self.points["start"]["grams"]
        self.weigh("start", start)
        self.weigh("heat", start * 0.99)
        heated = start * 0.99
        self.weigh("press", heated * (1 - share * 0.92))

    def rows(self) -> list[dict]:
        return self.send("get", "learning").json()["rows"]

    def test_a_pair_teaches_and_every_dish_follows(self) -> None:
        before = self.preview()["ledgers"][0]["points"][2]["grams"]
        self.assertEqual(self.rows(), [])
        self.press()
        rows = {row["words"]: row for row in self.rows()}
        paper = rows["Pressing between paper: cauliflower, in pieces, heated"]
        self.assertEqual((paper["book"], paper["runs"]), ("25 % of it leaves", 1))
        self.assertIn("Heat from the microwave’s watts: cauliflower, in pieces", rows)
        self.assertLess(self.preview()["ledgers"][0]["points"][2]["grams"], before - 10)

    def test_without_a_weigh_in_before_nothing_is_taught(self) -> None:
        self.weigh("press", self.points["press"]["grams"])
        self.assertEqual(self.rows(), [])

    def test_what_is_taken_back_or_was_questioned_does_not_count(self) -> None:
        self.press()
        words = [row["words"] for row in self.rows()]
        run = self.send("get", f"dishes/{self.dish}/runs").json()["open"]
        # An undo that names the slot alone takes the same weigh-in back.
        back = {"client_id": str(uuid.uuid4()), "slot": self.place["slot"], "step": "press"}
        self.send("post", f"runs/{run['id']}/take-back", back)
        self.assertEqual(len(self.rows()), len(words) - 1)
        start = self.points["start"]["grams"]
        self.weigh("press", start * 0.05, sure=True)
        self.assertEqual(len(self.rows()), len(words) - 1)

    def test_two_rounds_teach_one_figure_and_batches_what_they_are_together(self) -> None:
        start = self.points["start"]["grams"]
        self.weigh("start", start)
        self.weigh("heat", start * 0.99)
        # By hand, of 92 % water: 40 % of it in the first round, 0.6 of that share in the second.
        first = start * 0.99 * (1 - 0.4 * 0.92)
        second = start * 0.99 * (1 - 0.92 * (1 - 0.6 * 0.76))
        self.weigh("press", first, round=1)
        once = [row for row in self.rows() if "paper" in row["words"]]
        state = self.weigh("press", second, round=2).json()["run"]
        turns = state["readings"]["turns"][self.place["slot"]]["press"]
        self.assertEqual(turns["round"], 2)
        self.assertEqual([round(grams) for grams in turns["rounds"]], [round(first), round(second)])
        twice = [row for row in self.rows() if "paper" in row["words"]]
        self.assertEqual([row["runs"] for row in twice], [1])
        self.assertEqual(once[0]["yours"], twice[0]["yours"])
        # The second is taken back alone; then all at once is weighed in two batches instead.
        back = {"client_id": str(uuid.uuid4()), "slot": self.place["slot"], "step": "press",
                "round": 2}  # fmt: skip
        state = self.send("post", f"runs/{state['id']}/take-back", back).json()
        weights = state["readings"]["steps"][self.place["slot"]]
        self.assertEqual(round(weights["press"]), round(first))
        self.assert_problem(
            self.weigh("press", 100, batch=2, batches=2), 400, "Weigh batch 1 first"
        )
        self.assert_problem(self.weigh("press", 100, batch=3, batches=2), 400, "only 2 batches")
        self.assert_problem(self.weigh("press", 100, batch=-1), 400, "wrong shape")
        half = first / 2
        state = self.weigh("press", half, batch=1, batches=2).json()["run"]
        self.assertNotIn("press", state["readings"]["steps"][self.place["slot"]])
        state = self.weigh("press", half, batch=2, batches=2).json()["run"]
        weights = state["readings"]["steps"][self.place["slot"]]
        self.assertEqual(round(weights["press"]), round(first))
        self.assertEqual([r for r in self.rows() if "paper" in r["words"]], once)
        # More than went in, of which half lies there already: the bowl was weighed too.
        doubt = self.weigh("press", start * 0.9, batch=2, batches=2).json()["question"]
        self.assertRegex(doubt, "Was the bowl weighed too")

    def cooked(self, press: float, texture: str) -> None:
        """Cook it once, pressed down to so many grams, and say how it was."""
        start = self.points["start"]["grams"]
        self.weigh("start", start)
        self.weigh("heat", start * 0.99)
        run = self.weigh("press", press).json()["run"]["id"]
        self.send("post", f"runs/{run}/finish", {})
        said = {"id": str(uuid.uuid4()), "kind": "verdict", "part": self.place["part"],
                "texture": texture}  # fmt: skip
        self.assertEqual(self.send("post", f"runs/{run}", said).status_code, 200)

    def test_verdicts_on_both_sides_move_where_it_is_right(self) -> None:
        before = self.preview()["ledgers"][0]["points"][2]
        target = before["target"] - 2
        # One side alone moves nothing.
        for _ in range(2):
            self.cooked(target * 0.9, "right")
        self.assertEqual(self.preview()["ledgers"][0]["points"][2]["band"], before["band"])
        for _ in range(2):
            self.cooked(target, "too_wet")
        after = self.preview()["ledgers"][0]["points"][2]
        self.assertLess(after["band"]["high"], before["band"]["high"])
        self.assertEqual(after["band"]["low"], before["band"]["low"])
        [row] = [row for row in self.rows() if row["words"].startswith("Right for")]
        self.assertEqual(row["runs"], 4)
        self.send("post", "learning", {"on": True, "reset": True})
        self.assertEqual(self.preview()["ledgers"][0]["points"][2]["band"], before["band"])

    def test_switched_off_and_begun_again(self) -> None:
        plain = self.preview()["ledgers"][0]["points"][2]["grams"]
        self.press()
        self.assertEqual(self.send("post", "learning", {"on": False}).json()["on"], False)
        self.assertAlmostEqual(self.preview()["ledgers"][0]["points"][2]["grams"], plain)
        self.assertNotEqual(self.rows(), [])
        again = self.send("post", "learning", {"on": True, "reset": True}).json()
        self.assertEqual(again, {"on": True, "rows": []})
        self.assertAlmostEqual(self.preview()["ledgers"][0]["points"][2]["grams"], plain)
        # Nothing was erased: the events are all there.
        self.assertEqual(RunEvent.objects.count(), 3)
        self.assert_problem(self.send("post", "learning", {"on": "maybe"}), 400, "wrong shape")

    def test_a_recipes_own_step_teaches_too(self) -> None:
        detail = self.bring(RECIPE + METHOD)
        courses = self.send("post", "water", {"dish": detail["document"]}).json()["courses"]
        glass = next(g for c in courses for g in c["glasses"] if g["part_id"] and not g["slot_id"])
        body = {
            "client_id": str(uuid.uuid4()), "part": glass["part_id"], "slot": "",
            "step": glass["step_id"], "gross": glass["point"]["grams"] * 0.95,
        }  # fmt: skip
        self.send("post", f"dishes/{detail['id']}/weigh-ins", body)
        self.assertEqual([row["words"] for row in self.rows()], ["Frying: mushroom, in pieces"])
