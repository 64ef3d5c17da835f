"""Bringing, saving, keeping and computing dishes."""

from config.tests.base import OWN_FOOD, RECIPE, KitchenCase
from dishes.models import Dish, DishVersion
from snabo_core.foods import library
from snabo_core.swaps.frozen import SCHEMA


class Bring(KitchenCase):
    """Reading what is pasted; nothing is an error page."""

    def test_recipe_becomes_parts_lines_and_slots(self) -> None:
        document = self.read()
        self.assertEqual(
            (document["title"], document["servings"]), ("Root pot with a mash lid", 4.0)
        )
        self.assertEqual([p["name"] for p in document["parts"]], ["Pot", "Lid"])
        roles = [[s["role"] for s in p["slots"]] for p in document["parts"]]
        self.assertEqual(roles, [["thickener"], ["mash"]])

    def test_whatever_is_pasted(self) -> None:
        for text in (
            "A novel. " * 60_000,
            "\x00\x01\x02\ufffd" * 500 + "a",
            "Five hundred\n" + "100 g potatoes\n" * 500,
            "مرحبا بكم\n٢٠٠ غ بطاطس\n",
            "🍲🥔\n2 🥔 potatoes\n",
            "<script>alert(1)</script>\n1 cup flour",
        ):
            with self.subTest(text=text[:20]):
                response = self.send("post", "read", {"text": text, "unit_system": "metric"})
                self.assertEqual(response.status_code, 200, response.content[:200])
                stored = self.send("post", "dishes", response.json()["dishes"][0])
                self.assertIn(stored.status_code, {201, 413})

    def test_a_line_of_several_foods_is_several_lines(self) -> None:
        body = {"text": "2 carrots and 1 onion, chopped", "unit_system": "metric"}
        lines = self.send("post", "read/line", body).json()
        self.assertEqual([line["food"] for line in lines], ["carrot", "onion"])
        self.assertEqual({line["text"] for line in lines}, {body["text"]})

    def test_any_line_is_answered(self) -> None:
        for text in ("", " ", "1" * 100_000, "(" * 3000, "\u202e\u0000", "½" * 500):
            body = {"text": text, "unit_system": "metric"}
            answer = self.send("post", "read/line", body)
            self.assertIn(answer.status_code, (200, 400), text[:20])
        odd = self.send("post", "read/line", {"text": 5, "unit_system": "metric"})
        self.assertEqual(odd.status_code, 400)

    def test_what_is_set_aside_is_kept_with_the_dish(self) -> None:
        detail = self.bring("Share\nPea pot\nServes 2\nSubscribe to our newsletter\n200 g peas\n")
        document = self.send("get", f"dishes/{detail['id']}").json()["document"]
        self.assertEqual(document["title"], "Pea pot")
        self.assertEqual(
            [aside["text"] for aside in document["asides"]],
            ["Share", "Subscribe to our newsletter"],
        )

    def test_what_leaves_a_line_is_saved_and_checked(self) -> None:
        detail = self.bring("Fritters\nServes 2\n500 ml sunflower oil, for deep frying\n")
        path, document = f"dishes/{detail['id']}", detail["document"]
        line = document["parts"][0]["lines"][0]
        self.assertEqual(line["leavings"][0]["cause"], "deep_frying")
        body = {"sequence": 1, "dish": document}
        proposed = self.send("post", "preview", body).json()["figures"]["fat"]
        self.assertLess(proposed["best"], 40)
        said = {"cause": "cook", "what": "all", "known": True, "words": "", "source": ""}
        line["leavings"] = [{**said, "low": 0.5, "best": 0.5, "high": 0.5}]
        self.assertEqual(self.send("put", path, document, if_match="1").status_code, 200)
        mine = self.send("post", "preview", body).json()["figures"]["fat"]
        self.assertAlmostEqual(mine["best"], 500 * 0.92 * 0.5 / 2, delta=4)
        line["leavings"] = [{**said, "low": 2, "best": 3, "high": 4}]
        self.assert_problem(self.send("put", path, document, if_match="2"), 400, "low to high")

    def test_a_page_of_an_older_release_is_told_and_nothing_is_saved(self) -> None:
        detail = self.bring("Fritters\nServes 2\n500 ml sunflower oil\n")
        path, document = f"dishes/{detail['id']}", detail["document"]
        old = {**document, "schema": 1, "title": "Old page"}
        for method, where, body in (
            ("put", path, old), ("post", "dishes", old), ("post", "read/slots", old),
            ("post", "preview", {"sequence": 1, "dish": old}),
        ):  # fmt: skip
            with self.subTest(where=where):
                answer = self.send(method, where, body, if_match="1")
                self.assert_problem(answer, 409, "load the page again")
        self.assertEqual(self.send("get", path).json()["document"]["title"], "Fritters")

    def test_a_field_nobody_knows_is_refused_not_dropped(self) -> None:
        detail = self.bring("Fritters\nServes 2\n500 ml sunflower oil\n")
        document = detail["document"]
        document["parts"][0]["lines"][0]["retained"] = 0.5
        answer = self.send("put", f"dishes/{detail['id']}", document, if_match="1")
        self.assert_problem(answer, 400, "no field called retained")

    def test_nothing_to_read_says_what_to_do(self) -> None:
        for text in ("", "   \n ", "!!! ---"):
            response = self.send("post", "read", {"text": text, "unit_system": "metric"})
            self.assert_problem(response, 400, "Paste the recipe's text first")

    def test_choosing_a_food_for_a_line(self) -> None:
        line = self.send("post", "read/line", {"text": "2 cups zzqqx", "unit_system": "us"}).json()[
            0
        ]
        self.assertEqual((line["food"], line["settled"]), (None, False))
        body = {"line": line, "food": "swede", "form": None, "unit_system": "us"}
        fixed = self.send("post", "read/food", body).json()
        self.assertTrue(fixed["settled"])
        self.assertEqual(fixed["text"], "2 cups zzqqx")
        body["food"] = "unobtainium"
        self.assert_problem(self.send("post", "read/food", body), 400, "no food with the key")


class Save(KitchenCase):
    """Drafts carry a revision; a stale save loses nothing."""

    def test_saved_and_read_again(self) -> None:
        detail = self.bring()
        document = detail["document"]
        document["title"] = "Renamed pot 🥘"
        saved = self.send("put", f"dishes/{detail['id']}", document, if_match="1")
        self.assertEqual(saved.json(), {"revision": 2})
        again = self.send("get", f"dishes/{detail['id']}").json()
        self.assertEqual((again["revision"], again["document"]), (2, document))

    def test_stale_revision_gets_412_and_loses_nothing(self) -> None:
        detail = self.bring()
        path, document = f"dishes/{detail['id']}", detail["document"]
        self.send("put", path, document | {"title": "Theirs"}, if_match="1")
        problem = self.assert_problem(
            self.send("put", path, document | {"title": "Mine"}, if_match="1"),
            412, "changed in another window",
        )  # fmt: skip
        self.assertEqual(problem["current_revision"], 2)
        self.assertEqual(self.send("get", path).json()["document"]["title"], "Theirs")
        over = self.send("put", path, document | {"title": "Mine"}, if_match="2")
        self.assertEqual(over.json(), {"revision": 3})

    def test_missing_or_odd_if_match(self) -> None:
        detail = self.bring()
        for header in ({}, {"if_match": "soon"}, {"if_match": "9" * 30}):
            response = self.send("put", f"dishes/{detail['id']}", detail["document"], **header)
            self.assert_problem(response, 400, "revision")

    def test_broken_documents_are_refused_by_field(self) -> None:
        document = self.read()
        for change, field in (
            ({"servings": "many"}, "servings"),
            ({"servings": 0}, "servings"),
            ({"parts": [{"id": 5}]}, "parts[0].id"),
            ({"title": ""}, "title"),
        ):
            response = self.send("post", "dishes", document | change)
            self.assertEqual(self.assert_problem(response, 400, ".")["field"], field)

    def test_put_away_and_brought_back(self) -> None:
        dish = self.bring()["id"]
        self.assertEqual(self.send("delete", f"dishes/{dish}").status_code, 204)
        self.assertEqual(self.send("get", "dishes").json(), [])
        self.assertEqual(self.send("post", f"dishes/{dish}/restore").status_code, 200)
        self.assertEqual(len(self.send("get", "dishes").json()), 1)


class Versions(KitchenCase):
    """Kept versions never change."""

    def test_the_same_draft_is_kept_once(self) -> None:
        dish = self.bring()["id"]
        numbers = [self.send("post", f"dishes/{dish}/versions").json()["number"] for _ in range(2)]
        self.assertEqual(numbers, [1, 1])

    def test_later_edits_leave_it_alone(self) -> None:
        detail = self.bring()
        path = f"dishes/{detail['id']}"
        before = detail["document"]
        self.send("post", f"{path}/versions")
        self.send("put", path, before | {"title": "Other"}, if_match="1")
        self.assertEqual(self.send("post", f"{path}/versions").json()["number"], 2)
        self.assertEqual(self.send("get", f"{path}/versions/1").json(), before)

    def test_frozen_holds_foods_rows_and_rules(self) -> None:
        dish = self.bring()["id"]
        self.send("post", f"dishes/{dish}/versions")
        frozen = DishVersion.objects.get(dish__uid=dish).frozen
        self.assertEqual(frozen["food_list"], library().digest)
        self.assertEqual(frozen["schema"], SCHEMA)
        self.assertIn("potato", frozen["foods"])
        row = frozen["rows"][library().row("potato", "raw").key]
        self.assertEqual(len(row["best"]), len(frozen["nutrients"]))

    def version(self, dish: int, document: dict) -> dict:
        body = {"dish": document, "versions": [1], "stand_ins": [], "eaters": []}
        found = self.send("post", f"dishes/{dish}/compare", body).json()
        return next(c for c in found["columns"] if c["key"] == "version-1")

    def test_a_label_corrected_later_moves_no_kept_figure(self) -> None:
        own = self.send("post", "own-foods", OWN_FOOD).json()["food"]
        detail = self.bring("Wrap supper\nServes 2\n80 g our wraps\n")
        path, document = f"dishes/{detail['id']}", detail["document"]
        self.send("post", f"{path}/versions")
        before = self.version(detail["id"], document)["figures"]
        label = OWN_FOOD["label"]
        printed = label["printed"] | {"carbohydrate": "34", "protein": "1"}
        changed = OWN_FOOD | {"label": label | {"printed": printed}}
        self.assertEqual(self.send("put", f"own-foods/{own['id']}", changed).status_code, 200)
        kitchen = self.send("get", "kitchen").json()
        self.send("put", "kitchen", kitchen | {"polyols": "none"})
        kept = self.version(detail["id"], document)
        self.assertEqual(kept["figures"], before)
        self.assertEqual(kept["note"], "as it was kept, for today's eaters")
        now = self.send("post", "preview", {"sequence": 1, "dish": document}).json()["figures"]
        self.assertNotEqual(now["protein"]["best"], before["protein"]["best"])


class Compute(KitchenCase):
    """Preview and ranking are pure: nothing is stored."""

    def test_preview(self) -> None:
        body = {"sequence": 7, "dish": self.read()}
        seen = self.send("post", "preview", body).json()
        self.assertEqual(seen["sequence"], 7)
        self.assertEqual([e["name"] for e in seen["eaters"]], ["Ada", "Bo"])
        self.assertEqual(seen["starchy"]["role"], "mash")
        self.assertGreater(seen["figures"]["net_carbs"]["best"], 30)
        self.assertFalse(Dish.objects.exists())

    def test_preview_asks_the_database_little(self) -> None:
        body = {"sequence": 1, "dish": self.read()}
        self.send("post", "preview", body)
        # Session, user with household: eaters and what was weighed are known by their mark.
        with self.assertNumQueries(2):
            self.send("post", "preview", body)

    def test_what_an_older_release_left_in_a_browser_is_taken_up(self) -> None:
        ada = self.send("get", "eaters").json()[0]["id"]
        left = self.read()
        del left["expected_grams"]
        left |= {"schema": 3, "finished_grams": 1480, "portions": [{"eater": ada, "grams": 370}]}
        today = self.send("post", "read/upgrade", left).json()
        self.assertEqual(today["expected_grams"], 1480)
        self.assertEqual(today["portions"], [{"eater": ada, "share": 0.25}])
        self.assertEqual(self.send("post", "dishes", today).status_code, 201)
        newer = self.send("post", "read/upgrade", left | {"schema": 99})
        self.assert_problem(newer, 400, "written for another version")
        self.assert_problem(self.send("post", "read/upgrade", [1]), 400, "not a dish")

    def test_the_list_of_dishes_asks_the_database_the_same_for_many(self) -> None:
        for _ in range(3):
            detail = self.bring()
            self.send("post", f"dishes/{detail['id']}/versions")
        # Session, user with household, what was cooked last, dishes, what is being cooked.
        self.send("get", "dishes")
        with self.assertNumQueries(5):
            self.assertEqual(len(self.send("get", "dishes").json()), 3)

    def test_rank_offers_every_family(self) -> None:
        document = self.read()
        lid = document["parts"][1]
        body = {"sequence": 1, "dish": document, "part": lid["id"], "slot": lid["slots"][0]["id"]}
        found = self.send("post", "rank", body).json()["candidates"]
        self.assertGreaterEqual(len(found), 5)
        self.assertGreaterEqual(len({c["family"] for c in found}), 4)
        for candidate in found:
            self.assertTrue(candidate["expectation"])
            self.assertEqual(len(candidate["eaters"]), 2)

    def test_rank_of_a_slot_that_is_gone(self) -> None:
        body = {"sequence": 1, "dish": self.read(), "part": "x", "slot": "y"}
        self.assert_problem(self.send("post", "rank", body), 400, "no such part")

    def test_rank_with_an_unsettled_line_names_it(self) -> None:
        document = self.read(RECIPE.replace("800 g floury potatoes, peeled", "some potatoes"))
        lid = document["parts"][1]
        body = {"sequence": 1, "dish": document, "part": lid["id"], "slot": lid["slots"][0]["id"]}
        ranking = self.send("post", "rank", body).json()
        self.assertIn("some potatoes", ranking["problem"])
        self.assertEqual(ranking["candidates"], [])
        # Leaving it out or taking half of it is possible all the same.
        kinds = [item["choice"]["kind"] for item in ranking["by_hand"]]
        self.assertEqual(kinds, ["reduced", "out"])

    def test_swap_survives_a_second_browser(self) -> None:
        detail = self.bring()
        document = self.swap(detail)
        again = self.signed_in("cook")
        seen = self.send("get", f"dishes/{detail['id']}", client=again).json()
        self.assertEqual(seen["document"], document)
        listed = self.send("get", "dishes", client=again).json()[0]
        self.assertEqual(listed["summary"]["swapped"], ["Cauliflower"])


class LinesAndGaps(KitchenCase):
    """What else would do for a line, and what the recipe leaves open."""

    def test_line_swaps(self) -> None:
        document = self.read()
        butter = document["parts"][1]["lines"][2]
        body = {"dish": document, "line": butter["id"]}
        found = self.send("post", "line-swaps", body).json()
        self.assertEqual(found["food"], "butter")
        stock = next(s for s in found["swaps"] if s["line"]["food"] == "vegetable_stock")
        butter["instead"] = stock["line"]
        preview = self.send("post", "preview", {"sequence": 1, "dish": document}).json()
        self.assertEqual(preview["figures"]["added_oil"]["best"], 0)
        self.assertGreater(preview["was"]["added_oil"]["best"], 5)
        gone = self.send("post", "line-swaps", body | {"line": "gone"})
        self.assert_problem(gone, 400, "no such line")
        bad = self.send("post", "line-swaps", {"dish": {}, "line": "x"})
        self.assert_problem(bad, 400, "wrong shape")

    def test_look_through(self) -> None:
        document = self.read(RECIPE + "\nBake the pot for 25 minutes until brown.\n")
        view = self.send("post", "read/look-through", document).json()
        self.assertEqual(view["steps"][0]["times"][0]["low"], 25 * 60)
        self.assertEqual({g["kind"] for g in view["gaps"]}, {"temperature", "pan"})

    def test_units_as_the_recipe_says(self) -> None:
        body = {"text": "Pot\n1 lb leeks\n2 cups stock\n", "unit_system": None}
        self.assertEqual(self.send("post", "read", body).json()["dishes"][0]["unit_system"], "us")


class Plates(KitchenCase):
    """Opened, compared, shared out, and seen against the table and the day."""

    def test_explain(self) -> None:
        document = self.read()
        body = {"dish": document, "nutrient": "net_carbs", "scale": "serving"}
        found = self.send("post", "explain", body).json()
        self.assertEqual(found["lines"][0]["food"], "potato")
        self.assertGreater(found["lines"][0]["of_total"], 0.5)
        for change, words in (
            ({"nutrient": "joy"}, "no figure called joy"),
            ({"scale": "77"}, "left the table"),
            ({"dish": document | {"servings": 0}}, "between 0.25"),
        ):
            self.assert_problem(self.send("post", "explain", body | change), 400, words)

    def test_compare_original_draft_version_and_stand_ins(self) -> None:
        detail = self.bring()
        document = self.swap(detail)
        self.send("post", f"dishes/{detail['id']}/versions")
        lid = document["parts"][1]
        celeriac = {"part": lid["id"], "slot": lid["slots"][0]["id"], "stand_in": "celeriac_mash"}
        body = {"dish": document, "versions": [1], "stand_ins": [celeriac]}
        path = f"dishes/{detail['id']}/compare"
        found = self.send("post", path, body).json()
        labels = [column["label"] for column in found["columns"]]
        self.assertEqual(labels[:3], ["original", "as it is now", "version 1"])
        net = [c["differences"]["net_carbs"]["words"] for c in found["columns"][1:]]
        self.assertTrue(all(words.endswith("g less") for words in net), net)
        gone = self.send("post", path, body | {"versions": [9]})
        self.assert_problem(gone, 404, "no such thing")
        many = self.send("post", path, body | {"stand_ins": [celeriac] * 9})
        self.assert_problem(many, 400, "columns are the most")

    def test_portions_by_weight(self) -> None:
        document = self.read()
        ada = self.send("get", "eaters").json()[0]["id"]
        document |= {"portions": [{"eater": str(ada), "share": 247 / 1480}]}
        body = {"sequence": 1, "dish": document, "readings": {"finished_grams": 1480}}
        seen = self.send("post", "preview", body).json()
        self.assertEqual(seen["finished_grams"], 1480)
        self.assertAlmostEqual(seen["eaters"][0]["portion_grams"], 247)
        self.assertEqual([s["scale"] for s in seen["scales"]],
                         ["serving", "100g", "dish", str(ada)])  # fmt: skip
        self.send("delete", f"eaters/{ada}")
        left = self.send("post", "preview", body)
        self.assertEqual(left.status_code, 200)
        document["portions"][0]["share"] = 1.08
        heavy = self.send("post", "preview", body)
        self.assert_problem(heavy, 400, "come to 108 % of the dish")

    def test_table_and_day(self) -> None:
        dish = self.bring()["id"]
        matrix = self.send("get", "table").json()
        self.assertEqual(matrix["eaters"], ["Ada", "Bo"])
        self.assertEqual([c["verdict"] for c in matrix["rows"][0]["cells"]], ["does_not"] * 2)
        self.assertEqual(self.send("get", "table", client=self.other).json()["rows"], [])
        day = self.send("post", "day", {"meals": [{"dish": dish, "servings": 1}]}).json()
        ada = day["eaters"][0]["lines"][0]
        self.assertEqual((ada["nutrient"], ada["at_most"]), ("net_carbs", 30))
        theirs = self.send("post", "day", {"meals": [{"dish": dish, "servings": 1}]}, self.other)
        self.assert_problem(theirs, 404, "no such thing")
        none = self.send("post", "day", {"meals": [{"dish": dish, "servings": 0}]})
        self.assert_problem(none, 400, "more than nothing")

    def test_energy_unit_is_followed_in_words(self) -> None:
        ada = self.send("get", "eaters").json()[0]
        form = {"name": "Ada", "school": "low_carb", "exclusions": [],
                "targets": [{"nutrient": "kcal", "at_most": 100.0}]}  # fmt: skip
        self.send("put", f"eaters/{ada['id']}", form)
        kitchen = self.send("get", "kitchen").json()
        self.send("put", "kitchen", kitchen | {"energy_unit": "kj"})
        seen = self.send("post", "preview", {"sequence": 1, "dish": self.read()}).json()
        self.assertRegex(seen["eaters"][0]["reaches"][0]["words"], r"^\d+ kJ over$")
