"""Food search over HTTP."""

from django.test import Client

from config.tests.base import KitchenCase


class Foods(KitchenCase):
    """Curated first; unknown stays unknown."""

    def test_search(self) -> None:
        found = self.send("get", "foods?q=celriac").json()
        self.assertEqual(found[0]["key"], "celeriac")
        self.assertEqual(found[0]["forms"], ["raw", "boiled"])
        self.assertEqual(self.send("get", "foods?q=").json(), [])
        self.assertLessEqual(len(self.send("get", "foods?q=bean&limit=5").json()), 5)
        self.assertEqual(self.send("get", f"foods?q={'x' * 3000}&limit=-9").status_code, 200)

    def test_one_food(self) -> None:
        food = self.send("get", "foods/usda:sr_legacy:cauliflower-raw").json()
        self.assertEqual((food["curated"], food["allergens"]), (False, None))
        self.assertEqual(food["values"]["net_carbs"]["known"], "computed")
        self.assert_problem(self.send("get", "foods/nope"), 400, "no food with the key")

    def test_any_form_and_any_amount(self) -> None:
        raw = self.send("get", "foods/celeriac").json()
        boiled = self.send("get", "foods/celeriac?form=boiled&grams=250").json()
        self.assertEqual((boiled["form"], boiled["grams"]), ("boiled", 250))
        self.assertNotEqual(boiled["description"], raw["description"])
        self.assertEqual({m["name"] for m in raw["measures"]} & {"cup", "tbsp", "tsp"},
                         {"cup", "tbsp", "tsp"})  # fmt: skip
        for wrong, words in (
            ("form=smoked", "not as smoked"), ("grams=0", "above 0"), ("grams=much", "no number"),
            ("grams=nan", "above 0"),
        ):  # fmt: skip
            self.assert_problem(self.send("get", f"foods/celeriac?{wrong}"), 400, words)

    def test_where_it_is_used(self) -> None:
        self.assertEqual(self.send("get", "foods/butter_beans").json()["used_in"], [])
        detail = self.bring()
        used = self.send("get", "foods/butter_beans").json()["used_in"]
        self.assertEqual([(u["dish"], u["title"]) for u in used],
                         [(detail["id"], "Root pot with a mash lid")])  # fmt: skip
        theirs = self.send("get", "foods/butter_beans", client=self.other).json()
        self.assertEqual(theirs["used_in"], [])

    def test_compare(self) -> None:
        def item(food: str) -> dict:
            return {"food": food, "form": None, "serving_grams": 80}

        body = {"items": [item("potato"), item("swede"), item("egg")], "basis": "net_carb"}
        found = self.send("post", "foods/compare", body).json()
        for column in found["foods"]:
            self.assertAlmostEqual(column["values"]["net_carbs"]["best"], 1.0)
        body["basis"] = "serving"
        found = self.send("post", "foods/compare", body).json()
        self.assertEqual({c["grams"] for c in found["foods"]}, {80})
        for items, words in (([], "one to 4"), ([item("egg")] * 5, "one to 4"),
                             ([item("nope")], "no food"),
                             ([item("egg") | {"serving_grams": -1}], "above 0")):  # fmt: skip
            self.assert_problem(
                self.send("post", "foods/compare", body | {"items": items}), 400, words
            )
        oil = self.send("post", "foods/compare",
                        {"items": [item("olive_oil")], "basis": "net_carb"}).json()  # fmt: skip
        self.assertIsNone(oil["foods"][0]["grams"])

    def test_conversions(self) -> None:
        found = self.send("get", "convert?amount=2&unit=cup_us&food=almond_flour").json()
        self.assertGreater(found["grams"]["high"], found["grams"]["low"])
        heat = self.send("get", "convert/oven?value=400&scale=fahrenheit").json()
        self.assertEqual(heat["gas_mark"], "6")
        time = self.send("get", "convert/microwave?seconds=60&watts=1000").json()
        self.assertEqual(time, {"seconds": 75.0, "watts": 800.0})
        for path, words in (
            ("convert?amount=x&unit=gram&food=egg", "no number"),
            ("convert?amount=1&unit=gram&food=", "no food"),
            ("convert/oven?value=9&scale=gas%20mark", "Oven scales"),
            ("convert/microwave?seconds=-1&watts=700", "between 1 second"),
        ):
            self.assert_problem(self.send("get", path), 400, words)


class AlwaysReadThisAs(KitchenCase):
    """A correction is remembered for the household and applied next time."""

    def teach(self, text: str, food: str, form: str | None = None):
        body = {"text": text, "unit_system": "metric", "food": food, "form": form}
        return self.send("post", "readings", body)

    def line(self, text: str, client: Client | None = None) -> dict:
        body = {"text": text, "unit_system": "metric"}
        return self.send("post", "read/line", body, client).json()[0]

    def test_taught_then_read(self) -> None:
        self.assertEqual(self.line("2 cups gran's roots")["food"], None)
        taught = self.teach("2 cups gran's roots", "swede").json()
        self.assertEqual(taught["written"], "gran's roots")
        read = self.line("300 g Gran's Roots, diced")
        self.assertEqual((read["food"], read["settled"], read["grams"]), ("swede", True, 300.0))
        document = self.read("Pot\n300 g gran's roots\n")
        self.assertEqual(document["parts"][0]["lines"][0]["food"], "swede")
        self.assertIsNone(self.line("300 g gran's roots", client=self.other)["food"])

    def test_form_is_kept_and_a_later_teaching_replaces(self) -> None:
        self.teach("100 g pulses", "lentils", "boiled")
        self.assertEqual(self.line("100 g pulses")["form"], "boiled")
        self.teach("50 g pulses", "chickpeas")
        self.assertEqual(self.line("100 g pulses")["food"], "chickpeas")
        self.assertEqual(len(self.send("get", "readings").json()), 1)

    def test_forgotten(self) -> None:
        reading = self.teach("1 cup zzqqx", "swede").json()["id"]
        self.assertEqual(self.send("delete", f"readings/{reading}").status_code, 204)
        self.assertIsNone(self.line("1 cup zzqqx")["food"])

    def test_refusals(self) -> None:
        self.assert_problem(self.teach("1 cup zzqqx", "nope"), 400, "no food with the key")
        self.assert_problem(self.teach("1 cup zzqqx", "swede", "smoked"), 400, "not as smoked")
        self.assert_problem(self.teach("250 g", "swede"), 400, "no food text")
