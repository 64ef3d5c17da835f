"""Food search over HTTP."""

from django.test import Client

from config.tests.base import KitchenCase


class Foods(KitchenCase):
    """Curated first; unknown stays unknown."""

    def test_search(self) -> None:
        found = self.send("get", "foods?q=celriac").json()
        self.assertEqual(found[0]["key"], "celeriac")
        self.assertIn("celery", found[0]["allergens"])
        self.assertEqual(self.send("get", "foods?q=").json(), [])
        self.assertLessEqual(len(self.send("get", "foods?q=bean&limit=5").json()), 5)
        self.assertEqual(self.send("get", f"foods?q={'x' * 3000}&limit=-9").status_code, 200)

    def test_one_food(self) -> None:
        food = self.send("get", "foods/usda:sr_legacy:cauliflower-raw").json()
        self.assertEqual((food["curated"], food["allergens"]), (False, None))
        self.assert_problem(self.send("get", "foods/nope"), 400, "no food with the key")


class AlwaysReadThisAs(KitchenCase):
    """A correction is remembered for the household and applied next time."""

    def teach(self, text: str, food: str, form: str | None = None):
        body = {"text": text, "unit_system": "metric", "food": food, "form": form}
        return self.send("post", "readings", body)

    def line(self, text: str, client: Client | None = None) -> dict:
        body = {"text": text, "unit_system": "metric"}
        return self.send("post", "read/line", body, client).json()

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
