"""The menu over HTTP: planned, changed, taken back, and what becomes of it when a dish goes."""

import datetime as dt
import json
import uuid
from typing import Any

from config.tests.base import KitchenCase
from menu.models import MenuDay, MenuMeal
from table.services import today_in


class MenuCase(KitchenCase):
    """A household with one dish, and days from today on."""

    def setUp(self) -> None:
        super().setUp()
        self.detail = self.bring()
        self.dish = self.detail["id"]
        self.today = today_in(household=self.household)

    def day(self, after: int) -> str:
        return str(self.today + dt.timedelta(days=after))

    def plan(self, after: int = 0, **more: Any) -> str:
        key = str(uuid.uuid4())
        body = {"id": key, "date": self.day(after), "kind": "cooked", "dish": self.dish} | more
        response = self.send("post", "menu/meals", body)
        self.assertEqual(response.status_code, 204, response.content)
        return key

    def menu(self, days: int = 7, first: str = "", **more: Any) -> dict:
        response = self.send("get", f"menu?days={days}" + (f"&first={first}" if first else ""),
                             **more)  # fmt: skip
        self.assertEqual(response.status_code, 200, response.content)
        return response.json()

    def meals(self) -> list[dict]:
        return [meal for day in self.menu()["days"] for meal in day["meals"]]

    def change(self, key: str, **more: Any):
        return self.send("put", f"menu/meals/{key}", more)

    def shelve(self, **more: Any) -> str:
        key = str(uuid.uuid4())
        body = {
            "id": key, "name": "Lentil soup", "kind": "soup_stew", "grams": 900, "place": "fridge",
            "made": str(self.today), "food": "lentils", "form": "boiled",
        }  # fmt: skip
        self.assertEqual(self.send("post", "shelf", body | more).status_code, 200)
        return key


class Planning(MenuCase):
    def test_planned_twice_it_is_there_once_and_everybody_eats_of_it(self) -> None:
        key = self.plan(1)
        self.plan(1, id=key)
        (meal,) = self.meals()
        self.assertEqual((meal["id"], meal["makes"], meal["size"]), (key, 4, 4))
        self.assertEqual(len(meal["servings"]), 2)
        view = self.menu()["view"]
        (shown,) = view["days"][1]["meals"]
        self.assertEqual((shown["eaten"], shown["left"]), (2, 2))
        self.assertEqual({one["verdict"] for one in shown["eaters"]} - {"fits", "nearly"},
                         {"does_not"})  # fmt: skip
        self.assertEqual(len(view["week"]), 2)

    def test_cooked_once_and_eaten_on_two_days(self) -> None:
        cooked = self.plan(0)
        self.plan(2, kind="again", of=cooked, dish=None)
        menu = self.menu()
        self.assertEqual(menu["view"]["days"][0]["meals"][0]["left"], 0)
        again = menu["days"][2]["meals"][0]
        self.assertEqual((again["kind"], again["cooked_on"]), ("again", self.day(0)))
        self.assertEqual(menu["view"]["notes"], [])

    def test_who_is_there_decides_who_eats(self) -> None:
        self.plan(0)
        people = self.menu()["days"][0]["eaters"]
        form = {"serve_at": "19:15:00", "eaters": people[:1], "guests": 2}
        self.assertEqual(self.send("put", f"menu/days/{self.day(0)}", form).status_code, 204)
        menu = self.menu()
        self.assertEqual(menu["days"][0]["serve_at"], "19:15:00")
        self.assertEqual([*menu["days"][0]["meals"][0]["servings"]], people[:1])
        self.assertEqual(menu["view"]["days"][0]["meals"][0]["eaten"], 3)
        self.assertEqual(MenuDay.objects.count(), 1)

    def test_more_for_one_and_another_size(self) -> None:
        key = self.plan(0)
        ada = self.menu()["days"][0]["eaters"][0]
        self.assertEqual(self.change(key, makes=6, servings={ada: 2}).status_code, 204)
        meal = self.meals()[0]
        self.assertEqual((meal["makes"], meal["size"], meal["servings"][ada]), (6, 4, 2))
        self.assertEqual(self.menu()["view"]["days"][0]["meals"][0]["left"], 3)
        self.assertEqual(self.send("post", f"menu/meals/{key}/size").status_code, 204)
        detail = self.send("get", f"dishes/{self.dish}").json()
        self.assertEqual(detail["document"]["servings"], 6)
        self.assertEqual(self.meals()[0]["size"], 6)

    def test_two_windows_change_one_meal_and_neither_undoes_the_other(self) -> None:
        key = self.plan(0)
        self.change(key, date=self.day(2))
        self.change(key, makes=8)
        meal = self.meals()[0]
        self.assertEqual((meal["date"], meal["makes"]), (self.day(2), 8))
        self.change(key, makes=None)
        self.assertEqual(self.meals()[0]["makes"], 4)
        self.send("put", f"menu/days/{self.day(2)}", {"guests": 3})
        self.send("put", f"menu/days/{self.day(2)}", {"serve_at": "20:00:00"})
        day = self.menu()["days"][2]
        self.assertEqual((day["guests"], day["serve_at"], day["everybody"]), (3, "20:00:00", True))

    def test_moved_taken_off_and_brought_back(self) -> None:
        key = self.plan(0)
        self.assertEqual(self.change(key, date=self.day(3)).status_code, 204)
        self.assertEqual(self.meals()[0]["date"], self.day(3))
        self.assertEqual(self.send("delete", f"menu/meals/{key}").status_code, 204)
        self.assertEqual(self.meals(), [])
        self.send("post", f"menu/meals/{key}/restore")
        self.assertEqual(self.meals()[0]["date"], self.day(3))

    def test_a_dish_deleted_from_under_a_menu_is_said_and_comes_back(self) -> None:
        self.plan(1)
        self.send("delete", f"dishes/{self.dish}")
        (meal,) = self.meals()
        self.assertIn("put away", meal["problem"])
        self.assertEqual(meal["title"], self.detail["document"]["title"])
        self.assertEqual(self.menu()["view"]["days"][1]["meals"], [])
        self.assertEqual(self.send("get", "shopping").json()["view"]["aisles"], [])
        self.send("post", f"dishes/{self.dish}/restore")
        self.assertEqual(self.meals()[0]["problem"], "")

    def test_a_cooking_taken_from_under_what_is_eaten_of_it(self) -> None:
        cooked = self.plan(0)
        again = self.plan(2, kind="again", of=cooked, dish=None)
        self.send("delete", f"menu/meals/{cooked}")
        (meal,) = self.meals()
        self.assertIn("off the menu", meal["problem"])
        answer = self.change(again, date=self.day(2), cooked=True)
        self.assertEqual(answer.status_code, 204)
        (meal,) = self.meals()
        self.assertEqual((meal["kind"], meal["problem"]), ("cooked", ""))

    def test_what_cannot_be_planned_is_a_sentence(self) -> None:
        cooked = self.plan(2)
        far = str(self.today + dt.timedelta(days=900))
        wrong = (
            ({"dish": None}, 400, "Which dish"), ({"dish": str(uuid.uuid4())}, 404, "."),
            ({"date": far}, 400, "within a year"), ({"date": "soon"}, 400, "wrong shape"),
            ({"kind": "eaten"}, 400, "wrong shape"), ({"makes": 0}, 400, "wrong shape"),
            ({"makes": 1e9}, 400, "wrong shape"),
            ({"kind": "again", "of": cooked}, 400, "before it is cooked"),
            ({"kind": "again", "of": str(uuid.uuid4())}, 404, "."),
            ({"kind": "shelf"}, 400, "What of the shelf"),
            ({"kind": "shelf", "batch": str(uuid.uuid4())}, 404, "."),
        )  # fmt: skip
        for more, status, words in wrong:
            with self.subTest(more):
                body = {"id": str(uuid.uuid4()), "date": self.day(0), "kind": "cooked",
                        "dish": self.dish} | more  # fmt: skip
                self.assert_problem(self.send("post", "menu/meals", body), status, words)
        for path, words in (
            ("menu?days=0", "1 to 14"), ("menu?days=99", "1 to 14"), ("menu?days=x", "whole"),
            ("menu?first=never", "Which day"), ("menu?first=1999-01-01", "within a year"),
            ("shopping?days=0", "1 to 14"),
        ):  # fmt: skip
            with self.subTest(path):
                self.assert_problem(self.send("get", path), 400, words)
        form = {"serve_at": "18:30:00", "eaters": [str(uuid.uuid4())], "guests": 0}
        self.assert_problem(self.send("put", f"menu/days/{self.day(0)}", form), 400, "not at this")
        self.assert_problem(self.change(cooked, servings={str(uuid.uuid4()): 1}), 400, "not at")
        self.assertEqual(len(self.meals()), 1)

    def test_many_dishes_on_one_day_end(self) -> None:
        for _ in range(12):
            self.plan(0)
        body = {"id": str(uuid.uuid4()), "date": self.day(0), "kind": "cooked", "dish": self.dish}
        self.assert_problem(self.send("post", "menu/meals", body), 400, "most on one day")

    def test_the_neighbour_sees_and_changes_nothing(self) -> None:
        key = self.plan(0)
        self.assertEqual(self.menu(client=self.other)["days"][0]["meals"], [])
        body = {"id": str(uuid.uuid4()), "date": self.day(0), "kind": "cooked", "dish": self.dish}
        self.assertEqual(self.send("post", "menu/meals", body, self.other).status_code, 404)
        taken = {"id": key, "date": self.day(0), "kind": "cooked", "dish": self.dish}
        self.assertEqual(self.send("post", "menu/meals", taken, self.other).status_code, 400)
        for method, path in (
            ("put", ""), ("delete", ""), ("post", "/restore"), ("post", "/size")
        ):  # fmt: skip
            answer = self.send(method, f"menu/meals/{key}{path}", {"date": self.day(1)}, self.other)
            self.assertEqual(answer.status_code, 404, path)
        self.assertEqual(self.send("get", f"dishes/{self.dish}/card",
                                   client=self.other).status_code, 404)  # fmt: skip
        self.assertEqual(MenuMeal.objects.get().date, self.today)


class OffTheShelf(MenuCase):
    def test_eaten_from_the_shelf_by_weight_and_not_after_its_day(self) -> None:
        batch = self.shelve()
        self.assertEqual(self.menu()["view"]["notes"][0]["kind"], "shelf_first")
        self.assertEqual(self.menu()["shelf"][0]["grams"], 900)
        key = self.plan(1, kind="shelf", batch=batch, dish=None, grams=500)
        menu = self.menu()
        self.assertEqual(menu["shelf"][0]["grams"], 400)
        self.assertEqual(menu["days"][1]["meals"][0]["grams"], 500)
        self.assertTrue(menu["view"]["days"][1]["eaters"][0]["lines"])
        late = {"id": str(uuid.uuid4()), "date": self.day(6), "kind": "shelf", "batch": batch}
        self.assert_problem(self.send("post", "menu/meals", late), 400, "has to be eaten by")
        more = late | {"date": self.day(1), "grams": 5000}
        self.assert_problem(self.send("post", "menu/meals", more), 400, "only 900 g")
        self.assert_problem(self.change(key, date=self.day(6)), 400, "has to be eaten by")
        self.send("delete", f"shelf/{batch}")
        self.assertIn("not on the shelf", self.meals()[0]["problem"])

    def test_eaten_it_is_taken_off_the_shelf_once(self) -> None:
        batch = self.shelve()
        key = self.plan(0, kind="shelf", batch=batch, dish=None, grams=500)
        for _ in range(2):
            self.assertEqual(self.send("post", f"menu/meals/{key}/eaten").status_code, 204)
        (there,) = self.send("get", "shelf").json()["batches"]
        self.assertEqual(there["view"]["left"], 400)
        # What is eaten is not also still to come.
        self.assertEqual(self.menu()["shelf"][0]["grams"], 400)
        self.assertTrue(self.meals()[0]["begun"])
        back = {"id": str(uuid.uuid4()), "batch": batch, "kind": "taken_back",
                "of": there["view"]["last_event"]}  # fmt: skip
        self.send("post", "shelf/events", {"events": [back]})
        self.assertFalse(self.meals()[0]["begun"])
        cooked = self.plan(0)
        answer = self.send("post", f"menu/meals/{cooked}/eaten")
        self.assert_problem(answer, 400, "off the shelf")

    def test_what_nobody_knows_the_food_of_says_so(self) -> None:
        batch = self.shelve(food="", form=None)
        self.plan(1, kind="shelf", batch=batch, dish=None)
        self.assertIn("Nobody knows", self.meals()[0]["problem"])


class Sheets(MenuCase):
    def sheet(self, **more: Any) -> list[dict]:
        body = {"first": self.day(0), "days": 3} | more
        response = self.send("post", "menu/sheet", body)
        self.assertEqual(response.status_code, 200, getattr(response, "content", b""))
        return [json.loads(line) for line in b"".join(response).splitlines()]

    def test_a_dish_without_steps_is_named(self) -> None:
        self.plan(1)
        day = self.sheet()[1]
        self.assertEqual(day["sheet"]["items"], [])
        self.assertRegex(day["problem"], "how .*Root pot.* is cooked")

    def test_one_sheet_over_the_days(self) -> None:
        self.swap(self.detail)
        cooked = self.plan(1)
        self.plan(2, kind="again", of=cooked, dish=None)
        _, first, then = self.sheet()
        self.assertEqual(first["problem"], "")
        sheet = first["sheet"]
        self.assertTrue(sheet["kept"])
        self.assertEqual(sheet["serve"][:16], f"{self.day(1)}T18:30")
        self.assertGreater(len(sheet["items"]), 4)
        self.assertIsNone(then["sheet"])
        (heat,) = then["todos"]
        self.assertEqual((heat["kind"], heat["at"][:10]), ("heat", self.day(2)))

    def test_what_is_made_ahead_is_on_the_day_before(self) -> None:
        self.swap(self.detail)
        self.plan(1)
        first = self.sheet()[1]
        candidates = first["sheet"]["ahead"]
        self.assertTrue(candidates)
        tasks = candidates[0]["tasks"]
        then = self.sheet(ahead={self.day(1): tasks})[1]
        done = {item["task"] for item in then["before"]["items"] if item["task"]}
        self.assertEqual(done, set(tasks))
        self.assertFalse(done & {item["task"] for item in then["sheet"]["items"]})
        self.assertTrue(all(item["at"] < then["sheet"]["serve"]
                            for item in then["before"]["items"]))  # fmt: skip

    def test_a_day_that_is_over_says_so_and_nonsense_is_refused(self) -> None:
        self.plan(-1)
        yesterday = self.sheet(first=self.day(-1), days=1)[0]
        self.assertIn("over", yesterday["problem"])
        for more in ({"days": 0}, {"days": 30}, {"cooks": 0}, {"first": "then"}):
            with self.subTest(more):
                body = {"first": self.day(0), "days": 3} | more
                self.assert_problem(self.send("post", "menu/sheet", body), 400, "wrong shape")


class Card(MenuCase):
    def test_the_card_names_what_guests_do_not_see(self) -> None:
        self.swap(self.detail)
        card = self.send("get", f"dishes/{self.dish}/card").json()
        contains = {one["what"]: one["certainty"] for one in card["contains"]}
        self.assertEqual((contains["milk"], contains["gluten"]), ("contains", "contains"))
        self.assertIn("cauliflower", card["vegetables"])
        self.assertRegex(" ".join(card["swapped"]), "cauliflower.* in place of potato")
        self.assertNotIn("milk", card["free_of"])
        self.assertIsNone(card["out_by"])

    def test_two_hours_and_one_in_the_heat(self) -> None:
        path = f"dishes/{self.dish}/card?left_at=2026-06-01T12:00:00%2B02:00"
        card = self.send("get", path).json()
        # On the clock of the household's kitchen.
        self.assertEqual(card["out_by"], "2026-06-01T13:00:00+01:00")
        self.assertEqual(card["out_by_hot"], "2026-06-01T12:00:00+01:00")
        for said in ("noon", "2026-06-01T12:00:00"):
            path = f"dishes/{self.dish}/card?left_at={said}"
            self.assertEqual(self.send("get", path).status_code, 400)
