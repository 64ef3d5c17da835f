"""Eaters at the table."""

from config.tests.base import KitchenCase
from snabo_core.foods.certainty import EXCLUSIONS

FORM = {
    "name": "Cleo",
    "school": "gluten_free",
    "targets": [
        {"nutrient": "protein", "at_least": 20.0, "at_most": None, "per": "serving",
         "day_share": 1.0, "hard": True, "tolerance": 0.0}
    ],
    "exclusions": [{"what": "gluten", "tolerated": 0.0}],
}  # fmt: skip
WEEK = {"start": "2026-03-02", "days": 7, "rules": ["one_starch", "one_fruit"]}


class Eaters(KitchenCase):
    """Added, changed, taken away, brought back."""

    def test_what_labels_name_follows_the_region(self) -> None:
        kitchen = self.send("get", "kitchen").json()
        found = {}
        for region in ("eu", "us", "other"):
            self.send("put", "kitchen", kitchen | {"label_region": region})
            answer = self.send("get", "exclusions").json()
            self.assertEqual({*answer["listed"], *answer["others"]}, set(EXCLUSIONS))
            self.assertEqual(len(answer["listed"]) + len(answer["others"]), len(EXCLUSIONS))
            self.assertIn("coconut", answer["others"])
            self.assertIn("Coconut", answer["coconut"])
            found[region] = set(answer["listed"])
        # Regulation (EU) 1169/2011, Annex II names celery, mustard, lupin and sulphites; the US
        # nine do not.
        self.assertEqual(found["eu"] - found["us"], {"celery", "mustard", "lupin", "sulphites"})

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
            ({"exclusions": [{"what": "", "tolerated": 0}]}, "Name what is left out"),
            ({"exclusions": [{"what": "egg", "tolerated": -2}]}, "between 0 and 500"),
            ({"exclusions": [{"what": "Egg"}, {"what": "egg"}]}, "left out twice"),
            ({"exclusions": [{"what": f"own {i}"} for i in range(41)]}, "At most 40"),
            ({"programme": WEEK | {"days": 0}}, "1 to 60 days"),
            ({"programme": WEEK | {"rules": ["fasting"]}}, "rules among"),
            ({"programme": WEEK | {"start": "soon"}}, "wrong shape"),
            ({"targets": [FORM["targets"][0] | {"day_share": 3}]}, "share of the day"),
            ({"dismissed": ["gravity"]}, "no such caution"),
        ):
            with self.subTest(change=change):
                self.assert_problem(self.send("post", "eaters", FORM | change), 400, words)

    def test_own_words_tolerance_and_programme_are_kept(self) -> None:
        form = FORM | {"exclusions": [{"what": "coriander", "tolerated": 5.0}], "programme": WEEK}
        added = self.send("post", "eaters", form).json()
        self.assertEqual(added["exclusions"], form["exclusions"])
        self.assertEqual(added["programme"], WEEK)

    def test_editing_a_preset_makes_it_the_eaters_own(self) -> None:
        ada = self.send("get", "eaters").json()[0]
        self.assertTrue(ada["preset"])
        fields = {k: ada[k] for k in ("name", "school", "exclusions")}
        own = [{"nutrient": "net_carbs", "at_most": 15.0}]
        changed = self.send("put", f"eaters/{ada['id']}", fields | {"targets": own}).json()
        self.assertFalse(changed["preset"])
        seen = self.send("post", "preview", {"sequence": 1, "dish": self.read()}).json()
        self.assertEqual(seen["eaters"][0]["school"], "very low carb, own limits")

    def test_a_caution_is_put_away_for_one_eater(self) -> None:
        def shown() -> list[str]:
            seen = self.send("post", "preview", {"sequence": 1, "dish": self.read()}).json()
            ada = seen["eaters"][0]["id"]
            return [c["key"] for c in seen["cautions"] if ada in c["eaters"]]

        self.assertIn("medicine_carbs", shown())
        ada = self.send("get", "eaters").json()[0]["id"]
        self.send("post", f"eaters/{ada}/cautions/medicine_carbs")
        self.assertNotIn("medicine_carbs", shown())
        wrong = self.send("post", f"eaters/{ada}/cautions/gravity")
        self.assert_problem(wrong, 400, "no such caution")

    def test_a_taken_eater_no_longer_counts(self) -> None:
        eater = self.send("get", "eaters").json()[0]["id"]
        self.send("delete", f"eaters/{eater}")
        seen = self.send("post", "preview", {"sequence": 1, "dish": self.read()}).json()
        self.assertNotIn(str(eater), [e["id"] for e in seen["eaters"]])

    def test_schools_show_their_source(self) -> None:
        schools = self.send("get", "schools").json()
        self.assertTrue(all(s["source"] for s in schools))
        self.assertIn("Feinman", next(s for s in schools if s["key"] == "very_low_carb")["source"])
        self.assertIn("gluten", self.send("get", "exclusions").json()["listed"])
