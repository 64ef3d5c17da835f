"""Kitchen settings."""

from config.tests.base import KitchenCase

GOOD = {
    "microwave_watts": 1000, "unit_system": "us", "polyols": "half", "label_region": "us",
    "energy_rules": "us", "energy_unit": "kj", "salt_kind": "fine sea salt",
    "habits": {"drizzle": 4.0}, "idle_minutes": 30,
}  # fmt: skip


class Kitchen(KitchenCase):
    """Stored, checked, and followed by every dish."""

    def test_stored(self) -> None:
        self.assertEqual(self.send("put", "kitchen", GOOD).json(), GOOD)
        self.assertEqual(self.send("get", "kitchen").json(), GOOD)

    def test_polyols_change_every_figure_and_no_food(self) -> None:
        bars = "Bars\nServes 1\n50 g xylitol\n"
        document = self.read(bars)

        def net() -> float:
            seen = self.send("post", "preview", {"sequence": 1, "dish": document}).json()
            return seen["figures"]["net_carbs"]["best"]

        before = self.send("get", "foods/xylitol").json()["values"]["polyols"]
        self.assertAlmostEqual(net(), 0, delta=0.5)
        self.send("put", "kitchen", GOOD | {"polyols": "none"})
        self.assertAlmostEqual(net(), 50, delta=0.5)
        self.assertEqual(self.send("get", "foods/xylitol").json()["values"]["polyols"], before)

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
