"""Kitchen settings."""

from config.tests.base import KitchenCase

GOOD = {
    "microwave_watts": 1000, "unit_system": "us", "polyols": "half", "label_region": "us",
    "energy_rules": "us", "energy_unit": "kj", "salt_kind": "fine sea salt",
    "habits": {"drizzle": 4.0},
}  # fmt: skip


class Kitchen(KitchenCase):
    """Stored, checked, and followed by every dish."""

    def test_stored(self) -> None:
        self.assertEqual(self.send("put", "kitchen", GOOD).json(), GOOD)
        self.assertEqual(self.send("get", "kitchen").json(), GOOD)

    def test_what_no_kitchen_has_is_refused(self) -> None:
        for change, words in (
            ({"microwave_watts": 5}, "Microwaves have 200 to 3000 W"),
            ({"unit_system": "cubits"}, "wrong shape"),
            ({"polyols": "some"}, "wrong shape"),
            ({"salt_kind": "road salt"}, "Choose one of"),
            ({"habits": {"drizzle": -1}}, "drizzle"),
            ({"habits": {"bathtub": 5}}, "bathtub"),
            ({"microwave_watts": "many"}, "wrong shape"),
        ):
            self.assert_problem(self.send("put", "kitchen", GOOD | change), 400, words)
        self.assertEqual(self.send("get", "kitchen").json()["microwave_watts"], 800)
