"""The list of dishes: figures that are kept and renewed, and a broken dish that blocks nothing."""

from typing import Any
from unittest import mock

from config.tests.base import KitchenCase
from dishes.models import Dish
from reckon import services
from snabo_core.views.summary import summary as core_summary


class Listed(KitchenCase):
    """Net carbs, who can eat it, the parts; computed once for a state of things."""

    def listed(self) -> list[dict]:
        answer = self.send("get", "dishes")
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def test_figures_are_the_bench_s(self) -> None:
        detail = self.bring()
        document = self.swap(detail)
        (row,) = self.listed()
        seen = self.send("post", "preview", {"sequence": 1, "dish": document}).json()
        summary = row["summary"]
        self.assertAlmostEqual(summary["net_carbs"], seen["figures"]["net_carbs"]["best"])
        self.assertAlmostEqual(summary["was_net_carbs"], seen["was"]["net_carbs"]["best"])
        suited = [eater["name"] for eater in seen["eaters"] if eater["suits"]]
        self.assertEqual(summary["suits"], suited)
        self.assertEqual([layer["name"] for layer in summary["layers"]], ["Pot", "Lid"])
        self.assertEqual(summary["swapped"], ["Cauliflower"])

    def test_computed_once_and_again_when_something_changed(self) -> None:
        detail = self.bring()
        self.listed()
        with mock.patch("reckon.services.core_summary", wraps=services.core_summary) as computed:
            self.listed()
            self.assertEqual(computed.call_count, 0)
            detail["document"]["servings"] = 2
            path = f"dishes/{detail['id']}"
            self.send("put", path, detail["document"], if_match="1")
            self.assertEqual(self.listed()[0]["summary"]["servings"], 2)
            self.assertEqual(computed.call_count, 1)
            form = {"name": "Cy", "school": "low_carb", "targets": [], "exclusions": []}
            self.send("post", "eaters", form)
            self.assertIn("Cy", self.listed()[0]["summary"]["suits"])
            self.send("post", "own-names", {"name": "our roots", "food": "swede"})
            self.listed()
            self.assertEqual(computed.call_count, 3)

    def test_a_name_holds_only_what_can_be_seen(self) -> None:
        detail = self.bring()
        path = f"dishes/{detail['id']}"
        detail["document"]["title"] = "Weir\u202e \u200bpot\x1b"
        self.assertEqual(self.send("put", path, detail["document"], if_match="1").status_code, 200)
        self.assertEqual(self.listed()[0]["title"], "Weir pot")
        detail["document"]["title"] = "Weir\u2028pot"
        refused = self.send("put", path, detail["document"], if_match="2")
        self.assertEqual((refused.status_code, refused.json()["field"]), (400, "title"))
        self.assertEqual(self.listed()[0]["title"], "Weir pot")

    def test_the_order_stays_when_figures_are_renewed(self) -> None:
        first, second = self.bring()["id"], self.bring()["id"]
        self.assertEqual([row["id"] for row in self.listed()], [second, first])
        self.assertEqual([row["id"] for row in self.listed()], [second, first])

    def test_a_dish_erased_while_the_list_is_computed_is_left_out(self) -> None:
        def erasing(*asked: Any) -> Any:
            Dish.objects.filter(uid=first).delete()
            return core_summary(*asked)

        for path, key in (("dishes", "id"), ("table", "dish")):
            first, second = self.bring()["id"], self.bring()["id"]
            with mock.patch("reckon.services.core_summary", side_effect=erasing):
                answer = self.send("get", path)
            self.assertEqual(answer.status_code, 200, answer.content)
            found = answer.json()
            rows = found if path == "dishes" else found["rows"]
            self.assertEqual([row[key] for row in rows], [second])
            Dish.objects.filter(uid=second).delete()

    def test_a_dish_that_cannot_be_read_is_shown_with_what_is_wrong(self) -> None:
        good, bad = self.bring()["id"], self.bring()["id"]
        row = Dish.objects.get(uid=bad)
        row.draft["parts"][0]["lines"][0]["grams"] = -5
        row.draft["schema"] = 99
        row.save()
        listed = {item["id"]: item for item in self.listed()}
        self.assertIn("another version", listed[bad]["problem"])
        self.assertIsNone(listed[bad]["summary"])
        self.assertIsNotNone(listed[good]["summary"])
        self.assertEqual([r["dish"] for r in self.send("get", "table").json()["rows"]], [good])
        self.assert_problem(self.send("get", f"dishes/{bad}"), 400, "another version")

    def test_a_food_nobody_knows_any_more_blocks_nothing(self) -> None:
        bad = self.bring()["id"]
        row = Dish.objects.get(uid=bad)
        row.draft["parts"][0]["lines"][0]["food"] = "gone_food"
        row.save()
        (listed,) = self.listed()
        self.assertIn("gone_food", listed["problem"])
        self.assertEqual(self.send("get", "table").status_code, 200)
