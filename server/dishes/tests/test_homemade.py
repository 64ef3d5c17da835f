"""A kept version as a food: made, found, used, put away, and never in itself."""

import uuid

from config.tests.base import KitchenCase

PASTE = "Boathouse paste\nServes 4\n200 g walnuts\n50 ml olive oil\n100 g kale\n"
PIE = "Boathouse tart\nServes 2\nFor the base\n300 g potatoes\nFor the top\n120 g feta\n"


class Homemade(KitchenCase):
    """Dishes in dishes."""

    def kept(self, text: str) -> str:
        dish = self.bring(text)["id"]
        self.assertEqual(self.send("post", f"dishes/{dish}/versions").status_code, 201)
        return str(dish)

    def made(self, dish: str, name: str, **form: object) -> dict:
        body = {"name": name, "part": None, "grams": None, **form}
        answer = self.send("post", f"dishes/{dish}/versions/1/food", body)
        self.assertEqual(answer.status_code, 201, answer.content)
        return answer.json()

    def using(self, dish: str, text: str) -> tuple[dict, dict]:
        detail = self.send("get", f"dishes/{dish}").json()
        body = {"text": text, "unit_system": "metric"}
        (line,) = self.send("post", "read/line", body).json()
        detail["document"]["parts"][0]["lines"].append(line)
        return detail, line

    def save(self, detail: dict) -> object:
        path = f"dishes/{detail['id']}"
        return self.send("put", path, detail["document"], if_match=str(detail["revision"]))

    def test_a_dish_uses_another_by_grams(self) -> None:
        paste = self.kept(PASTE)
        food = self.made(paste, "boathouse paste", grams=340)
        self.assertEqual((food["grams"], food["weighed"], food["version"]), (340, True, 1))
        detail, line = self.using(self.bring(PIE)["id"], "60 g boathouse paste")
        self.assertEqual((line["food"], line["grams"], line["settled"]), (food["key"], 60, True))
        self.assertEqual(self.save(detail).status_code, 200)
        body = {"sequence": 1, "dish": detail["document"]}
        fat = self.send("post", "preview", body).json()
        # 200 g of walnuts and 46 g of oil hold about 176 g of fat; 60 of 340 g, two servings.
        own = next(x for x in fat["lines"] if x["line_id"] == line["id"])
        self.assertAlmostEqual(own["values"]["fat"], 176 * 60 / 340 / 2, delta=1)
        self.assertIn("Boathouse paste, version 1", own["source"])
        listed = self.send("get", "homemade").json()
        self.assertEqual([f["name"] for f in listed], ["boathouse paste"])

    def test_sent_twice_it_is_made_once(self) -> None:
        paste, same = self.kept(PASTE), str(uuid.uuid4())
        body = {"name": "boathouse paste", "part": None, "grams": 340.0}
        path = f"dishes/{paste}/versions/1/food"
        made = [self.send("post", path, body, **{"Client-Id": same}).json() for _ in range(2)]
        self.assertEqual(made[0], made[1])
        self.assertEqual(len(self.send("get", "homemade").json()), 1)
        theirs = self.send("post", "dishes", self.read(PASTE), client=self.other).json()["id"]
        self.send("post", f"dishes/{theirs}/versions", client=self.other)
        there = f"dishes/{theirs}/versions/1/food"
        taken = self.send("post", there, body, client=self.other, **{"Client-Id": same})
        self.assert_problem(taken, 400, "This id is taken")

    def test_one_part_alone(self) -> None:
        dish = self.kept(PIE)
        document = self.send("get", f"dishes/{dish}").json()["document"]
        top = next(p for p in document["parts"] if p["name"] == "Top")
        food = self.made(dish, "feta top", part=top["id"])
        self.assertEqual((food["part"], food["grams"], food["weighed"]), ("Top", 120, False))

    def test_a_later_change_does_not_move_it(self) -> None:
        dish = self.kept(PASTE)
        food = self.made(dish, "boathouse paste")
        before = self.send("get", f"foods/{food['key']}").json()["values"]["fat"]
        detail = self.send("get", f"dishes/{dish}").json()
        detail["document"]["parts"][0]["lines"] = detail["document"]["parts"][0]["lines"][:1]
        self.assertEqual(self.save(detail).status_code, 200)
        after = self.send("get", f"foods/{food['key']}").json()["values"]["fat"]
        self.assertEqual(before, after)

    def test_no_dish_goes_into_itself(self) -> None:
        paste, tart = self.kept(PASTE), self.bring(PIE)["id"]
        self.made(paste, "boathouse paste")
        mine, _ = self.using(paste, "20 g boathouse paste")
        self.assert_problem(self.save(mine), 400, "cannot go into itself")
        # Nor through another: paste into tart, tart into paste.
        detail, _ = self.using(tart, "20 g boathouse paste")
        self.assertEqual(self.save(detail).status_code, 200)
        self.send("post", f"dishes/{tart}/versions")
        self.made(tart, "boathouse tart slice")
        back, _ = self.using(paste, "20 g boathouse tart slice")
        self.assert_problem(self.save(back), 400, "cannot go into itself")

    def test_put_away_it_still_computes(self) -> None:
        dish = self.kept(PASTE)
        food = self.made(dish, "boathouse paste")
        detail, line = self.using(self.bring(PIE)["id"], "60 g boathouse paste")
        self.assertEqual(self.save(detail).status_code, 200)
        self.assertEqual(self.send("delete", f"homemade/{food['id']}").status_code, 204)
        self.assertEqual(self.send("get", "homemade").json(), [])
        body = {"sequence": 1, "dish": detail["document"]}
        self.assertEqual(self.send("post", "preview", body).status_code, 200)
        (again,) = self.send(
            "post", "read/line", {"text": "60 g boathouse paste", "unit_system": "metric"}
        ).json()
        self.assertNotEqual(again["food"], food["key"])
        restored = self.send("post", f"homemade/{food['id']}/restore")
        self.assertEqual((restored.status_code, line["food"]), (200, restored.json()["key"]))

    def test_bad_input(self) -> None:
        dish = self.kept(PASTE)
        self.made(dish, "boathouse paste")
        path = f"dishes/{dish}/versions/1/food"
        for form, words in (
            ({"name": "Boathouse Paste"}, "already"),
            ({"name": ""}, "1 to 80"),
            ({"name": "x" * 200}, "1 to 80"),
            ({"name": "other", "part": "gone"}, "no such part"),
            ({"name": "other", "grams": -5}, "weighs 1 to"),
            ({"name": "other", "grams": "many"}, "wrong shape"),
            ({}, "wrong shape"),
        ):
            with self.subTest(form=form):
                self.assert_problem(self.send("post", path, form), 400, words)
        for odd in (f"dishes/{dish}/versions/9/food", "dishes/999999/versions/1/food"):
            self.assertEqual(self.send("post", odd, {"name": "other"}).status_code, 404)
        self.assertEqual(self.send("delete", f"homemade/{uuid.uuid4()}").status_code, 404)
