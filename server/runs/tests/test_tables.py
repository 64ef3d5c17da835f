"""Cookings and weigh-ins as tables."""

import csv
import io

from config.tests.base import KitchenCase


class Tables(KitchenCase):
    """What a spreadsheet gets is what the screens show."""

    def setUp(self) -> None:
        super().setUp()
        self.detail = self.bring()
        document = self.swap(self.detail)
        part = document["parts"][1]
        self.weigh = {
            "client_id": "0f0e0d0c-0000-4000-8000-000000000001", "part": part["id"],
            "slot": part["slots"][0]["id"], "step": "start", "gross": 1100.0, "tare": 100.0,
        }  # fmt: skip
        answer = self.send("post", f"dishes/{self.detail['id']}/weigh-ins", self.weigh)
        self.run_id = answer.json()["run"]["id"]

    def rows(self, name: str, query: str = "") -> list[dict[str, str]]:
        answer = self.send("get", f"tables/{name}{query}")
        self.assertEqual(answer["Content-Type"], "text/csv; charset=utf-8")
        return list(csv.DictReader(io.StringIO(answer.content.decode())))

    def test_a_weigh_in_and_its_cooking(self) -> None:
        view = self.send("get", f"runs/{self.run_id}").json()["view"]
        [weight] = self.rows("weigh-ins")
        self.assertEqual((weight["weighed g"], weight["dish"]), ("1000", view["title"]))
        self.assertAlmostEqual(float(weight["expected g"]), view["weights"][0]["usual"], places=1)
        [run] = self.rows("runs", f"?dish={self.detail['id']}")
        figures = {one["nutrient"]: one["figure"]["best"] for one in view["figures"]}
        self.assertAlmostEqual(float(run["Net carbs g"]), figures["net_carbs"], places=2)
        self.assertEqual(run["finished"], "")

    def test_another_dish_or_household_has_no_rows(self) -> None:
        other = self.bring()["id"]
        self.assertEqual(self.rows("runs", f"?dish={other}"), [])
        answer = self.send("get", f"tables/runs?dish={self.detail['id']}", None, self.other)
        self.assertEqual(answer.status_code, 404)

    def test_bad_wishes(self) -> None:
        self.assert_problem(self.send("get", "tables/wine"), 400, "no table called wine")
        self.assert_problem(self.send("get", "tables/runs?dish=7"), 400, "no id of a dish")
