"""Own stand-ins over HTTP: kept, used, put away, and as packs."""

import uuid

from config.tests.base import KitchenCase

PIE = "Pie\nServes 4\n500 g cod\n\nLid\n800 g potatoes, mashed\n"


def own(**more: object) -> dict:
    entry = {
        "key": "", "name": "Parsnip lid", "family": "", "driver": "", "expectation": "Sweet.",
        "texture": {}, "smell": "", "taste": "", "evidence": "",
        "lines": [{"food": "parsnip", "grams": 700}, {"food": "butter", "grams": 20}],
        "step": [{"id": "b", "technique": "boil", "label": "Boiled", "order": "Boil them soft."}],
    }  # fmt: skip
    return {"role": "mash", "stand_in": entry | more}


class OwnStandIns(KitchenCase):
    """What one household knows and no other sees."""

    def keep(self, identity: str | None = None, **more: object):
        form = {"id": identity or str(uuid.uuid4()), "own": own(**more)}
        return self.send("post", "stand-ins", form)

    def ranked(self) -> list[dict]:
        document = self.read(PIE)
        part = document["parts"][-1]
        slot = part["slots"][0]["id"]
        asked = {"sequence": 1, "dish": document, "part": part["id"], "slot": slot}
        return self.send("post", "rank", asked).json()["candidates"]

    def test_kept_it_is_ranked_chosen_and_scaled(self) -> None:
        kept = self.keep().json()
        self.assertEqual((kept["role_name"], kept["doubts"], kept["problem"]), ("mash", [], ""))
        (mine,) = [c for c in self.ranked() if c["name"] == "Parsnip lid"]
        self.assertEqual(mine["stand_in"], f"own:{kept['id']}")
        grams = sum(line["grams"] for line in mine["choice"]["lines"])
        self.assertAlmostEqual(grams, 820, delta=30)

    def test_twice_is_once_and_changing_it_changes_it(self) -> None:
        identity = str(uuid.uuid4())
        self.keep(identity)
        self.keep(identity)
        self.keep(identity, expectation="Sweeter.")
        (one,) = self.send("get", "stand-ins").json()
        self.assertEqual(one["own"]["stand_in"]["expectation"], "Sweeter.")

    def test_a_name_is_given_once_in_a_role(self) -> None:
        self.keep()
        self.assert_problem(self.keep(), 400, "already")

    def test_what_cannot_be_is_refused(self) -> None:
        for more, words in (
            ({"name": ""}, "name"),
            ({"lines": []}, "1 to 60"),
            ({"lines": [{"food": "moon", "grams": 5}]}, "moon"),
            ({"lines": [{"food": "swede", "grams": "much"}]}, "wrong shape"),
            ({"step": [{"id": "b", "technique": "wish", "label": "", "order": ""}]}, "wish"),
        ):
            with self.subTest(words=words):
                self.assert_problem(self.keep(**more), 400, words)
        self.assertEqual(self.send("get", "stand-ins").json(), [])

    def test_put_away_it_is_gone_and_can_come_back(self) -> None:
        kept = self.keep().json()
        self.assertEqual(self.send("delete", f"stand-ins/{kept['id']}").status_code, 204)
        self.assertNotIn("Parsnip lid", [c["name"] for c in self.ranked()])
        self.send("post", f"stand-ins/{kept['id']}/restore")
        self.assertIn("Parsnip lid", [c["name"] for c in self.ranked()])

    def test_a_dish_keeps_what_it_chose(self) -> None:
        kept = self.keep().json()
        document = self.read(PIE)
        (mine,) = [c for c in self.ranked() if c["name"] == "Parsnip lid"]
        document["parts"][-1]["slots"][0]["choice"] = mine["choice"]
        before = self.send("post", "preview", {"sequence": 1, "dish": document}).json()
        self.send("delete", f"stand-ins/{kept['id']}")
        after = self.send("post", "preview", {"sequence": 1, "dish": document}).json()
        self.assertEqual(after["figures"], before["figures"])
        self.assertEqual(after["ledgers"], before["ledgers"])

    def test_a_part_that_worked_is_looked_over_first(self) -> None:
        document = self.read(PIE)
        slot = document["parts"][-1]["slots"][0]
        asked = {"dish": document, "part": document["parts"][-1]["id"], "slot": slot["id"]}
        self.assert_problem(self.send("post", "stand-ins/part", asked), 400, "Put something in")
        slot["choice"] = self.ranked()[0]["choice"]
        seen = self.send("post", "stand-ins/part", asked | {"name": "Ours"}).json()
        self.assertEqual(seen["stand_in"]["name"], "Ours")
        self.assertEqual(self.send("get", "stand-ins").json(), [])
        kept = self.send("post", "stand-ins", {"id": str(uuid.uuid4()), "own": seen})
        self.assertEqual(kept.status_code, 200, kept.content)

    def test_a_pack_goes_out_and_comes_back(self) -> None:
        self.assert_problem(self.send("get", "stand-ins/pack"), 400, "no stand-in of your own")
        kept = self.keep().json()
        pack = self.send("get", "stand-ins/pack")
        self.assertIn("attachment", pack["Content-Disposition"])
        text = pack.content.decode()
        self.send("delete", f"stand-ins/{kept['id']}")
        look = self.send("post", "stand-ins/pack", {"text": text, "apply": False}).json()
        self.assertEqual(([c["what"] for c in look["changes"]], look["applied"]), (["new"], False))
        self.assertEqual(self.send("get", "stand-ins").json(), [])
        done = self.send("post", "stand-ins/pack", {"text": text, "apply": True}).json()
        self.assertTrue(done["applied"])
        again = self.send("post", "stand-ins/pack", {"text": text, "apply": False}).json()
        self.assertEqual([c["what"] for c in again["changes"]], ["same"])
        self.assertEqual(len(self.send("get", "stand-ins").json()), 1)

    def test_a_bad_pack_changes_nothing(self) -> None:
        self.keep()
        text = self.send("get", "stand-ins/pack").content.decode()
        bad = text.replace('"parsnip"', '"moon"')
        answer = self.send("post", "stand-ins/pack", {"text": bad, "apply": True})
        self.assert_problem(answer, 400, "Line")
        self.assertEqual(len(self.send("get", "stand-ins").json()), 1)
        for nonsense in ("", "[[[", "x" * 500_000):
            answer = self.send("post", "stand-ins/pack", {"text": nonsense, "apply": True})
            self.assert_problem(answer, 400, "pack")

    def test_another_household_sees_and_changes_none_of_it(self) -> None:
        kept = self.keep().json()
        path = f"stand-ins/{kept['id']}"
        self.assertEqual(self.send("get", "stand-ins", client=self.other).json(), [])
        self.assertEqual(self.send("delete", path, client=self.other).status_code, 404)
        self.assertEqual(self.send("post", f"{path}/restore", client=self.other).status_code, 404)
        form = {"id": kept["id"], "own": own(expectation="Mine now.")}
        self.assert_problem(self.send("post", "stand-ins", form, client=self.other), 400, "taken")
        (one,) = self.send("get", "stand-ins").json()
        self.assertEqual(one["own"]["stand_in"]["expectation"], "Sweet.")
