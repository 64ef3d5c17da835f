"""The shopping list over HTTP: told once, from any device, nothing bought is asked for twice."""

import csv
import datetime as dt
import io
import uuid
from typing import Any

from menu.models import ShoppingEvent
from menu.tests.test_menu import MenuCase

# What 800 g of potatoes come to once they are peeled, as the recipe's own line is read.
POTATO = 736.0
# What a menu asks: who is signed in (2), meals, their dishes with open runs (2), days, batches,
# eaters twice, what was begun, learning, what drafts take of the shelf.
MENU_ASKS = 10


class ShoppingCase(MenuCase):
    def shopping(self, days: int = 7, **more: Any) -> dict:
        response = self.send("get", f"shopping?days={days}", **more)
        self.assertEqual(response.status_code, 200, response.content)
        return response.json()

    def items(self, days: int = 7) -> dict[str, dict]:
        view = self.shopping(days)["view"]
        return {item["food"]: item for aisle in view["aisles"] for item in aisle["items"]}

    def tell(self, kind: str, **said: Any) -> dict:
        event = {"id": str(uuid.uuid4()), "kind": kind} | said
        response = self.send("post", "shopping/events?days=7", {"events": [event]})
        self.assertEqual(response.status_code, 200, response.content)
        return response.json()

    def had(self, item: dict, **more: Any) -> dict:
        said = {key: item[key] for key in ("food", "form", "grams")}
        return self.tell("had", **(said | more))


class Listing(ShoppingCase):
    def test_the_menu_less_the_shelf_and_the_pantry(self) -> None:
        self.assertTrue(self.shopping()["unplanned"])
        self.plan(1)
        items = self.items()
        self.assertEqual(items["potato"]["grams"], POTATO)
        self.assertEqual(items["mushroom"]["buy"], "2 punnets")
        self.shelve(name="Potatoes", kind="vegetable_rest", food="potato", form="raw", grams=300,
                    said=self.day(3))  # fmt: skip
        answer = self.shopping()
        items = {one["food"]: one for aisle in answer["view"]["aisles"] for one in aisle["items"]}
        self.assertEqual(items["potato"]["grams"], POTATO - 300)
        self.assertEqual(answer["view"]["shelf"][0]["grams"], 300)
        self.send("put", "shopping/pantry", {"food": "wheat_flour", "always": True})
        answer = self.shopping()
        self.assertEqual([one["food"] for one in answer["view"]["at_home"]], ["wheat_flour"])
        self.assertEqual(answer["pantry"], ["wheat_flour"])
        self.send("put", "shopping/pantry", {"food": "wheat_flour", "always": False})
        self.assertIn("wheat_flour", self.items())

    def test_what_is_on_the_stove_needs_nothing_any_more(self) -> None:
        self.swap(self.detail)
        self.plan(0)
        self.plan(2)
        before = self.items()["mushroom"]["grams"]
        start = {"id": str(uuid.uuid4()), "sheet": {"dishes": [self.dish]}}
        self.assertEqual(self.send("post", "evenings", start).status_code, 200)
        self.assertEqual(self.items()["mushroom"]["grams"], before / 2)
        begun = [meal["begun"] for meal in self.meals()]
        self.assertEqual(begun, [True, False])

    def test_only_the_days_asked_for_and_at_the_size_that_is_cooked(self) -> None:
        key = self.plan(5)
        self.assertEqual(self.items(3), {})
        self.change(key, date=self.day(5), makes=8)
        self.assertEqual(self.items()["potato"]["grams"], 2 * POTATO)

    def test_what_is_had_stays_had_and_what_grows_asks_for_the_rest(self) -> None:
        key = self.plan(1)
        potato = self.items()["potato"]
        self.had(potato)
        self.had(potato)
        self.assertTrue(self.items()["potato"]["had"])
        self.change(key, date=self.day(1), makes=6)
        potato = self.items()["potato"]
        self.assertEqual(
            (potato["had"], potato["have"], potato["grams"]), (False, POTATO, 1.5 * POTATO)
        )
        self.tell("put_back", food="potato", form=potato["form"])
        self.assertEqual(self.items()["potato"]["have"], 0)

    def test_what_was_cooked_took_what_was_bought(self) -> None:
        self.plan(-1)
        self.plan(1)
        at = (dt.datetime.now(dt.UTC) - dt.timedelta(days=2)).isoformat()
        self.tell("had", food="potato", form="raw", grams=1000, at=at)
        # Of 1,000 g the day before yesterday, yesterday's pot took its share.
        self.assertEqual(self.items()["potato"]["have"], 1000 - POTATO)

    def test_told_twice_is_told_once_and_nonsense_is_refused(self) -> None:
        self.plan(1)
        key = str(uuid.uuid4())
        self.tell("wrote", id=key, words="kitchen paper")
        answer = self.tell("wrote", id=key, words="kitchen paper")
        self.assertEqual(answer["answers"][0]["outcome"], "repeated")
        self.assertEqual([line["words"] for line in answer["list"]["own"]], ["kitchen paper"])
        wrong: tuple[dict, ...] = (
            {"kind": "wrote", "words": "  "}, {"kind": "wrote", "words": "a\nb"},
            {"kind": "got", "of": str(uuid.uuid4())}, {"kind": "got"},
            {"kind": "had", "food": "no such food", "grams": 5},
            {"kind": "had", "food": "potato", "grams": 0},
        )  # fmt: skip
        for said in wrong:
            with self.subTest(said):
                answer = self.tell(**said)["answers"][0]
                self.assertEqual(answer["outcome"], "refused")
                self.assertTrue(answer["sentence"].endswith((".", "?")), answer)
        for body in (
            {"events": [{"id": "x", "kind": "wrote"}]}, {"events": 5}, {},
            {"events": [{"id": key, "kind": "stole"}]},
            {"events": [{"id": key, "kind": "had", "food": "potato", "grams": -4}]},
        ):  # fmt: skip
            self.assert_problem(self.send("post", "shopping/events", body), 400, "wrong shape")
        self.assertEqual(ShoppingEvent.objects.count(), 1)

    def test_own_lines_are_got_and_dropped(self) -> None:
        key = str(uuid.uuid4())
        self.tell("wrote", id=key, words="kitchen paper")
        self.assertTrue(self.tell("got", of=key)["list"]["own"][0]["got"])
        self.assertFalse(self.tell("not_got", of=key)["list"]["own"][0]["got"])
        self.assertEqual(self.tell("dropped", of=key)["list"]["own"], [])

    def test_what_was_written_stays_until_it_is_got(self) -> None:
        key = str(uuid.uuid4())
        self.tell("wrote", id=key, words="kitchen paper")
        ShoppingEvent.objects.update(on=self.today - dt.timedelta(days=60))
        self.assertEqual([line["words"] for line in self.shopping()["own"]], ["kitchen paper"])
        answer = self.tell("got", of=key)
        self.assertEqual(answer["answers"][0]["outcome"], "accepted")
        ShoppingEvent.objects.update(on=self.today - dt.timedelta(days=2))
        self.assertEqual(self.shopping()["own"], [])

    def test_a_form_that_is_not_named_is_the_usual_one(self) -> None:
        self.plan(1)
        potato = self.items()["potato"]
        self.had(potato, form="")
        self.assertTrue(self.items()["potato"]["had"])
        price = {"food": "potato", "form": "", "grams": 400, "price": 0.5}
        self.send("put", "shopping/prices", price)
        self.assertEqual(self.items()["potato"]["price"], 0.21)

    def test_own_prices_give_the_cost_of_a_serving(self) -> None:
        self.plan(1)
        potato = self.items()["potato"]
        price = {"food": "potato", "form": potato["form"], "grams": 400, "price": 0.5}
        self.assertEqual(self.send("put", "shopping/prices", price).status_code, 204)
        cost = self.shopping()["view"]["cookings"][0]
        self.assertAlmostEqual(cost["per_serving"], POTATO / 400 * 0.5 / 4)
        self.assertIn("milk", cost["unknown"])
        self.send("put", "shopping/prices", price | {"price": None})
        self.assertIsNone(self.items()["potato"]["price"])
        for more, status in (
            ({"price": -1}, 400), ({"price": "dear"}, 400), ({"grams": 0}, 400),
            ({"food": "no such food"}, 400), ({"price": 1e12}, 400),
        ):  # fmt: skip
            with self.subTest(more):
                answer = self.send("put", "shopping/prices", price | more)
                self.assertEqual(answer.status_code, status, answer.content)
        body = {"food": "no such food", "always": True}
        self.assertEqual(self.send("put", "shopping/pantry", body).status_code, 400)

    def test_as_text_and_as_a_table(self) -> None:
        self.plan(1)
        self.tell("wrote", words="kitchen paper")
        text = self.send("get", "shopping/list.txt").content.decode()
        self.assertIn("- potato: 5 pieces", text)
        self.assertIn("- kitchen paper", text)
        table = self.send("get", "shopping/list.csv").content.decode()
        rows = {row["name"]: row for row in csv.DictReader(io.StringIO(table))}
        self.assertEqual(rows["potato"]["needed_g"], f"{POTATO:.0f}")
        self.had(self.items()["potato"])
        self.assertNotIn("- potato", self.send("get", "shopping/list.txt").content.decode())

    def test_the_neighbours_list_is_theirs(self) -> None:
        self.plan(1)
        self.tell("wrote", words="kitchen paper")
        theirs = self.shopping(client=self.other)
        self.assertEqual((theirs["own"], theirs["view"]["aisles"]), ([], []))

    def test_few_questions_to_the_database(self) -> None:
        for after in range(5):
            self.plan(after)
        self.menu()
        with self.assertNumQueries(MENU_ASKS):
            self.menu()
