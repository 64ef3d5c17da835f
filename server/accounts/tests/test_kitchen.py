"""Kitchen settings."""

from config.tests.base import KitchenCase

GOOD = {"microwave_watts": 1000, "unit_system": "us", "polyol_share": 0.5}


class Kitchen(KitchenCase):
    """Stored, checked, and followed by every dish."""

    def test_stored(self) -> None:
        self.assertEqual(self.send("put", "kitchen", GOOD).json(), GOOD)
        self.assertEqual(self.send("get", "kitchen").json(), GOOD)

    def test_what_no_kitchen_has_is_refused(self) -> None:
        for change, words in (
            ({"microwave_watts": 5}, "Microwaves have 200 to 3000 W"),
            ({"unit_system": "cubits"}, "Choose one of"),
            ({"polyol_share": 1.5}, "from 0 to 1"),
            ({"microwave_watts": "many"}, "wrong shape"),
        ):
            self.assert_problem(self.send("put", "kitchen", GOOD | change), 400, words)
        self.assertEqual(self.send("get", "kitchen").json()["microwave_watts"], 800)
