"""Food search over HTTP."""

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
