"""Own foods, measures and names over HTTP."""

import csv
import io

from config.tests.base import OWN_FOOD, KitchenCase


class OwnFoods(KitchenCase):
    """Kept, found, used, put away, brought back."""

    def keep(self, **change: object) -> dict:
        return self.send("post", "own-foods", OWN_FOOD | change).json()["food"]

    def line(self, text: str) -> dict:
        return self.send("post", "read/line", {"text": text, "unit_system": "us"}).json()[0]

    def test_kept_and_found_by_name_and_by_line(self) -> None:
        own = self.keep()
        self.assertNotEqual(own["id"], OWN_FOOD["id"])
        found = self.send("get", "foods?q=quayside").json()[0]
        self.assertEqual((found["key"], found["own"]), (f"own:{own['id']}", True))
        self.assertEqual(self.line("80 g our wraps")["food"], f"own:{own['id']}")
        facts = self.send("get", f"foods/own:{own['id']}?grams=40").json()
        net = facts["values"]["net_carbs"]
        self.assertAlmostEqual(net["best"], 4)
        self.assertAlmostEqual(net["high"] - net["low"], 2)
        self.assertEqual(facts["values"]["protein"]["known"], "label")

    def test_change_is_followed_at_once(self) -> None:
        own = self.keep()
        changed = OWN_FOOD | {"name": "Pier oat wraps"}
        self.assertEqual(self.send("put", f"own-foods/{own['id']}", changed).status_code, 200)
        self.assertEqual(self.send("get", "foods?q=quayside").json(), [])
        self.assertEqual(self.send("get", "foods?q=pier oat").json()[0]["name"], "Pier oat wraps")

    def test_put_away_stays_in_dishes_and_comes_back(self) -> None:
        own = self.keep()
        dish = self.bring("Wrap supper\nServes 2\n80 g our wraps\n")
        self.assertEqual(self.send("delete", f"own-foods/{own['id']}").status_code, 204)
        self.assertEqual(self.send("get", "foods?q=quayside").json(), [])
        body = {"sequence": 1, "dish": dish["document"]}
        figures = self.send("post", "preview", body).json()["figures"]
        self.assertAlmostEqual(figures["protein"]["best"], 6)
        self.send("post", f"own-foods/{own['id']}/restore")
        self.assertEqual(len(self.send("get", "foods?q=quayside").json()), 1)

    def test_looking_at_a_label_keeps_nothing(self) -> None:
        look = self.send("post", "own-foods/label", OWN_FOOD["label"]).json()
        self.assertAlmostEqual(look["per_100_g"]["carbohydrate"]["low"], 36.25)
        self.assertAlmostEqual(look["per_serving"]["carbohydrate"]["low"], 14.5)
        self.assertEqual(look["warnings"], [])
        odd = OWN_FOOD["label"] | {"serving_grams": 15}
        self.assertRegex(self.send("post", "own-foods/label", odd).json()["warnings"][0], "serving")
        self.assertEqual(self.send("get", "own-foods").json(), [])

    def test_refusals(self) -> None:
        self.keep()
        label = OWN_FOOD["label"]
        for change, words in (
            ({}, "already"),
            ({"name": "quayside OAT wraps"}, "already"),
            ({"name": ""}, "1 to 80"),
            ({"label": label | {"serving_grams": None}}, "How many grams"),
            ({"label": label | {"printed": {}}}, "at least one figure"),
            ({"label": label | {"printed": {"fat": "<b>"}}}, "not a figure"),
            ({"label": label | {"jurisdiction": "mars"}}, "wrong shape"),
            ({"holds": ["lead"]}, "not among"),
        ):
            with self.subTest(change=change):
                response = self.send("post", "own-foods", OWN_FOOD | change)
                self.assert_problem(response, 400, words)
        self.assertEqual(len(self.send("get", "own-foods").json()), 1)

    def test_measures_and_names(self) -> None:
        ladle = {"food": "lentils", "unit": "Ladle", "grams": 110, "low": 100, "high": 120}
        kept = self.send("post", "own-measures", ladle).json()
        self.assertEqual((kept["unit"], kept["food_name"]), ("ladle", "lentils"))
        self.assertEqual(self.line("2 ladles lentils")["grams"], 220)
        name = self.send("post", "own-names", {"name": "Pier roots", "food": "swede"}).json()
        self.assertEqual(self.line("300 g pier roots")["food"], "swede")
        self.send("delete", f"own-measures/{kept['id']}")
        self.send("delete", f"own-names/{name['id']}")
        self.assertIsNone(self.line("2 ladles lentils")["grams"])
        self.assertIsNone(self.line("300 g pier roots")["food"])
        for path, body, words in (
            ("own-measures", ladle | {"low": 200}, "least to the most"),
            ("own-measures", ladle | {"food": "nope"}, "no food"),
            ("own-measures", ladle | {"unit": "5"}, "by a word"),
            ("own-names", {"name": "7", "food": "swede"}, "letters"),
            ("own-names", {"name": "x", "food": "nope"}, "no food"),
        ):
            self.assert_problem(self.send("post", path, body), 400, words)

    def test_salt_kind_of_the_kitchen_is_what_a_spoon_weighs(self) -> None:
        self.assertAlmostEqual(self.line("1 tsp salt")["grams"], 6, delta=0.1)
        kitchen = self.send("get", "kitchen").json()
        self.send("put", "kitchen", kitchen | {"salt_kind": "coarse flakes, light"})
        self.assertAlmostEqual(self.line("1 tsp salt")["grams"], 2.8)
        self.assertAlmostEqual(self.line("1 tbsp salt")["grams"], 8.4, delta=0.01)


class AsFile(KitchenCase):
    """CSV out and in; nothing half-imported."""

    def load(self, text: str, *, apply: bool):
        return self.send("post", "own-foods/file", {"text": text, "apply": apply})

    def test_round_trip(self) -> None:
        self.send("post", "own-foods", OWN_FOOD)
        exported = self.send("get", "own-foods/file")
        self.assertEqual(exported["Content-Type"], "text/csv; charset=utf-8")
        text = exported.content.decode()
        self.assertEqual(next(csv.DictReader(io.StringIO(text)))["name"], "Quayside oat wraps")
        plan = self.load(text, apply=False).json()
        self.assertEqual([row["kind"] for row in plan["plan"]["rows"]], ["same"])
        theirs = self.send("post", "own-foods/file", {"text": text, "apply": True}, self.other)
        self.assertEqual(theirs.json()["applied"], True)
        self.assertEqual(len(self.send("get", "own-foods", client=self.other).json()), 1)

    def test_preview_then_whole_or_nothing(self) -> None:
        text = "name,carbohydrate\nPier crackers,55\nDock paste,much\n"
        plan = self.load(text, apply=False).json()
        self.assertEqual([r["kind"] for r in plan["plan"]["rows"]], ["new", "bad"])
        self.assertFalse(plan["sound"])
        self.assert_problem(self.load(text, apply=True), 400, "Nothing was imported: mend row 3")
        self.assertEqual(self.send("get", "own-foods").json(), [])
        self.assertTrue(self.load(text.replace("much", "5"), apply=True).json()["applied"])
        self.assertEqual(len(self.send("get", "own-foods").json()), 2)

    def test_ids_of_others_are_not_taken_over(self) -> None:
        own = self.send("post", "own-foods", OWN_FOOD).json()["food"]
        text = f"id,name,fat\n{own['id']},Stolen paste,5\n"
        self.send("post", "own-foods/file", {"text": text, "apply": True}, self.other)
        self.assertEqual(
            self.send("get", "own-foods").json()[0]["food"]["name"], "Quayside oat wraps"
        )
        theirs = self.send("get", "own-foods", client=self.other).json()
        self.assertNotEqual(theirs[0]["food"]["id"], own["id"])

    def test_no_csv(self) -> None:
        self.assert_problem(self.load("", apply=False), 400, "name the columns")
        self.assert_problem(self.load("name\n", apply=True), 400, "no foods")
