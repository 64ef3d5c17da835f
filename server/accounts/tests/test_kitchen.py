"""Kitchen settings."""

from config.tests.base import KitchenCase

GOOD = {
    "microwave_watts": 1000, "unit_system": "us", "polyols": "half", "label_region": "us",
    "energy_rules": "us", "energy_unit": "kj", "salt_kind": "fine sea salt",
    "habits": {"drizzle": 4.0}, "idle_minutes": 30, "missing": ["blender"],
    "pans": [{"name": "blue tin", "kind": "round", "across": 28.0, "height": 3.0, "other": 0.0,
              "wells": 1, "empty_grams": 410.0}],
    "equipment": {"cooks": 2, "rings": 2, "shelves": 1, "microwaves": 1, "blenders": 0,
                  "processors": 1, "oven_up": 8.0, "oven_down": 4.0, "cloth_grams": 450.0,
                  "mesh_grams": 0.0, "blender_ml": 900.0, "blender": "weak"},
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
            ({"missing": ["centrifuge"]}, "No stand-in asks for a centrifuge"),
            ({"missing": "blender"}, "wrong shape"),
            ({"pans": [GOOD["pans"][0] | {"across": 0}]}, "blue tin: measures"),
            ({"pans": [GOOD["pans"][0] | {"across": 1e9}]}, "blue tin: measures"),
            ({"pans": [GOOD["pans"][0] | {"name": ""}]}, "name"),
            ({"pans": [GOOD["pans"][0] | {"wells": 500}]}, "wells"),
            ({"pans": [GOOD["pans"][0] | {"kind": "star"}]}, "wrong shape"),
            ({"pans": GOOD["pans"] * 61}, "60 pans"),
            ({"equipment": GOOD["equipment"] | {"cooks": 0}}, "Somebody has to cook"),
            ({"equipment": GOOD["equipment"] | {"rings": 99}}, "0 to 8 rings"),
            ({"equipment": GOOD["equipment"] | {"rings": -1}}, "0 to 8 rings"),
            ({"equipment": GOOD["equipment"] | {"rings": 1.5}}, "wrong shape"),
            ({"equipment": GOOD["equipment"] | {"oven_up": 0}}, "1 to 60 degrees a minute"),
            ({"equipment": GOOD["equipment"] | {"cloth_grams": 20}}, "A cloth takes 50 to 5,000 g"),
            ({"equipment": GOOD["equipment"] | {"blender_ml": 9e9}}, "50 to 5,000 ml, or 0"),
            ({"equipment": GOOD["equipment"] | {"mesh_grams": -1}}, "A press or sieve takes"),
            ({"equipment": GOOD["equipment"] | {"blender": "mighty"}}, "wrong shape"),
        ):
            self.assert_problem(self.send("put", "kitchen", GOOD | change), 400, words)
        self.assertEqual(self.send("get", "kitchen").json()["microwave_watts"], 800)

    def ranked(self) -> list[dict]:
        document = self.read("Pie\nServes 4\n500 g cod\n\nLid\n800 g potatoes, mashed\n")
        part = document["parts"][-1]
        asked = {
            "sequence": 1,
            "dish": document,
            "part": part["id"],
            "slot": part["slots"][0]["id"],
        }
        return self.send("post", "rank", asked).json()["candidates"]

    def test_what_the_kitchen_lacks_is_said_and_made_up(self) -> None:
        said = [item for item in self.ranked() if item["missing"]]
        self.assertEqual(said, [])
        self.send("put", "kitchen", GOOD | {"missing": ["blender"]})
        said = {item["stand_in"]: item["missing"] for item in self.ranked() if item["missing"]}
        self.assertEqual(said["cauliflower_mash"], ["No blender here: A masher leaves it coarser."])

    def test_a_family_not_wanted_again_goes_down_until_it_is(self) -> None:
        first = self.ranked()[0]["family"]
        answer = self.send("post", "kitchen/families", {"family": first, "again": False})
        self.assertEqual(answer.json(), {"not_again": [first]})
        # Twice is once, and another request sees it.
        self.send("post", "kitchen/families", {"family": first, "again": False})
        self.assertEqual(self.send("get", "kitchen/families").json(), {"not_again": [first]})
        after = self.ranked()
        tired = {item["family"] for item in after if item["tired"]}
        self.assertEqual(tired, {first})
        self.assertNotEqual(after[0]["family"], first)
        self.send("post", "kitchen/families", {"family": first, "again": True})
        self.assertEqual(self.ranked()[0]["family"], first)

    def test_a_family_of_no_stand_in_is_refused(self) -> None:
        for body, words in (
            ({"family": "moon cheese", "again": False}, "No stand-in of the book"),
            ({"family": 3, "again": False}, "wrong shape"),
            ({"again": False}, "wrong shape"),
        ):
            self.assert_problem(self.send("post", "kitchen/families", body), 400, words)
