"""Eaters at the table."""

from config.tests.base import KitchenCase

FORM = {
    "name": "Cleo",
    "school": "gluten_free",
    "targets": [{"nutrient": "protein", "at_least": 20.0, "at_most": None}],
    "exclusions": ["gluten"],
}


class Eaters(KitchenCase):
    """Added, changed, taken away, brought back."""

    def test_round(self) -> None:
        added = self.send("post", "eaters", FORM)
        self.assertEqual(added.status_code, 201)
        eater = added.json()["id"]
        changed = self.send("put", f"eaters/{eater}", FORM | {"name": "Dora"}).json()
        self.assertEqual((changed["name"], changed["targets"]), ("Dora", FORM["targets"]))
        self.assertEqual(self.send("delete", f"eaters/{eater}").status_code, 204)
        self.assertNotIn(eater, [e["id"] for e in self.send("get", "eaters").json()])
        self.send("post", f"eaters/{eater}/restore")
        self.assertIn(eater, [e["id"] for e in self.send("get", "eaters").json()])

    def test_impossible_forms_are_refused(self) -> None:
        twice = FORM["targets"] * 2
        for change, words in (
            ({"name": " "}, "1 to 80 letters"),
            ({"school": "breatharian"}, "ways of eating"),
            ({"targets": [{"nutrient": "protein"}]}, "at least"),
            ({"targets": [{"nutrient": "protein", "at_most": -3}]}, "between 0"),
            ({"targets": twice}, "two targets"),
            ({"exclusions": ["boredom"]}, "boredom"),
        ):
            with self.subTest(change=change):
                self.assert_problem(self.send("post", "eaters", FORM | change), 400, words)

    def test_a_taken_eater_no_longer_counts(self) -> None:
        eater = self.send("get", "eaters").json()[0]["id"]
        self.send("delete", f"eaters/{eater}")
        seen = self.send("post", "preview", {"sequence": 1, "dish": self.read()}).json()
        self.assertNotIn(str(eater), [e["id"] for e in seen["eaters"]])

    def test_schools_show_their_source(self) -> None:
        schools = self.send("get", "schools").json()
        self.assertTrue(all(s["source"] for s in schools))
        self.assertIn("Feinman", next(s for s in schools if s["key"] == "very_low_carb")["source"])
        self.assertIn("gluten", self.send("get", "exclusions").json()["words"])
