"""Variants over HTTP: parted, liked, saved, compared, and what cannot be is said."""

from typing import Any

from config.tests.base import KitchenCase
from tests.mutations import documents

# Invented; too much barley for Ada, nothing for Bo to mind.
BARLEY = """Weir turkey and barley
Serves 6

For the pot
700 g cooked turkey, shredded
300 g leeks, sliced
300 g white cabbage, shredded
1.2 litres water
1 tsp chilli flakes

For the barley
150 g pearl barley

Method
1. Simmer the leeks and cabbage with the chilli flakes in the water for 15 minutes.
2. Stir in the turkey and simmer for 10 minutes.
3. Boil the barley for 30 minutes and drain it.
4. Stir the barley into the pot and simmer for 5 minutes.
"""
BENT = 15


class Variants(KitchenCase):
    """One dish, and what some of those eating have otherwise."""

    def eaters(self) -> dict[str, str]:
        return {eater["name"]: eater["id"] for eater in self.send("get", "eaters").json()}

    def split(self, document: dict[str, Any]) -> dict[str, Any]:
        answer = self.send("post", "split", {"dish": document})
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def test_parted_it_suits_everybody_saved_and_fetched_again(self) -> None:
        detail = self.bring(BARLEY)
        found = self.split(detail["document"])
        self.assertEqual([v["name"] for v in found["dish"]["variants"]], ["Ada"])
        self.assertEqual([b["name"] for b in found["parting"]["branches"]], ["Ada", "the others"])
        saved = self.send(
            "put", f"dishes/{detail['id']}", found["dish"], if_match=str(detail["revision"])
        )
        self.assertEqual(saved.status_code, 200, saved.content)
        stored = self.send("get", f"dishes/{detail['id']}").json()["document"]
        self.assertEqual(stored["variants"], found["dish"]["variants"])
        shown = self.send("post", "preview", {"sequence": 1, "dish": stored}).json()
        self.assertTrue(all(eater["suits"] for eater in shown["eaters"]))
        self.assertEqual(shown["parting"], found["parting"])
        row = self.send("get", "table").json()["rows"][0]
        self.assertEqual({cell["verdict"] for cell in row["cells"]}, {"fits"})
        self.assertIn("Ada: ", row["variants"])
        self.assertEqual(self.send("get", "dishes").json()[0]["summary"]["others"], [])

    def test_a_kept_version_keeps_its_variants_and_their_figures(self) -> None:
        detail = self.bring(BARLEY)
        dish = self.split(detail["document"])["dish"]
        self.send("put", f"dishes/{detail['id']}", dish, if_match=str(detail["revision"]))
        self.assertEqual(self.send("post", f"dishes/{detail['id']}/versions").status_code, 201)
        body = {"dish": dish, "versions": [1], "variants": [dish["variants"][0]["id"]]}
        found = self.send("post", f"dishes/{detail['id']}/compare", body).json()
        by_key = {column["key"]: column for column in found["columns"]}
        own = by_key[f"variant/{dish['variants'][0]['id']}"]
        self.assertEqual(own["label"], "Ada")
        self.assertLess(own["figures"]["net_carbs"]["best"],
                        by_key["original"]["figures"]["net_carbs"]["best"])  # fmt: skip
        kept = {eater["name"]: eater["suits"] for eater in by_key["version-1"]["eaters"]}
        self.assertEqual(kept, {"Ada": True, "Bo": True})
        gone = {**body, "variants": ["gone"]}
        answer = self.send("post", f"dishes/{detail['id']}/compare", gone)
        self.assert_problem(answer, 400, "no such variant")

    def test_a_milder_share_for_two_more(self) -> None:
        document = self.bring(BARLEY)["document"]
        keys = [one["key"] for one in self.send("get", "likings").json()]
        self.assertEqual(keys[:2], ["heat", "salt"])
        body = {"dish": document, "liking": "heat", "others": 2}
        found = self.send("post", "likings", body).json()
        self.assertEqual(found["dish"]["variants"][0]["name"], "Mild")
        self.assertIn("chilli flakes held back", found["words"])
        method = self.send("post", "method", {"dish": found["dish"]}).json()
        self.assertIn("split", [step["kind"] for step in method["steps"]])

    def test_what_cannot_be_is_said_and_changes_nothing(self) -> None:
        document = self.bring(BARLEY)["document"]
        for body, words in (
            ({"dish": document, "liking": "heat"}, "Who is it for"),
            ({"dish": document, "liking": "sweet", "others": 1}, "wrong shape"),
            ({"dish": document, "liking": "heat", "others": -2}, "Who is it for"),
            ({"dish": document, "liking": "heat", "others": 1e9}, "lie between"),
            ({"dish": document, "liking": "heat", "eaters": ["x"]}, "no longer at the table"),
        ):
            self.assert_problem(self.send("post", "likings", body), 400, words)
        preview = {"sequence": 1, "dish": document, "variant": "gone"}
        self.assert_problem(self.send("post", "preview", preview), 400, "no such variant")
        twice = [{"id": n, "name": n, "eaters": [self.eaters()["Ada"]]} for n in ("a", "b")]
        body = {"sequence": 1, "dish": {**document, "variants": twice}}
        self.assert_problem(self.send("post", "preview", body), 400, "two variants")

    def test_bent_bodies_are_answered(self) -> None:
        dish = self.split(self.bring(BARLEY)["document"])["dish"]
        for path in ("split", "preview", "method"):
            body = {"dish": dish} | ({"sequence": 1} if path == "preview" else {})
            for bent in documents(body, BENT, 7):
                self.assertIn(self.send("post", path, bent).status_code, {200, 400, 409})

    def test_nobody_signed_in_gets_nothing(self) -> None:
        self.client.logout()
        for path in ("split", "likings"):
            self.assertEqual(self.send("post", path, {}).status_code, 401)
