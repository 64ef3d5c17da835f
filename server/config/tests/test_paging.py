"""Lists page by page: every row once, whatever happens between two pages."""

import base64
import json
from typing import Any

from config.tests.base import KitchenCase
from dishes.models import Dish
from foods.models import OwnMeasure, OwnName

LISTS = ("dishes", "evenings", "homemade", "own-foods", "own-measures", "own-names", "readings",
         "sign-ins", "stand-ins", "table")  # fmt: skip


class Pages(KitchenCase):
    def page(self, path: str) -> tuple[Any, str]:
        """Return what a page says, and the path of the next, empty where there is none."""
        answer = self.send("get", path)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        link = answer.headers.get("Link", "")
        if link:
            self.assertRegex(link, r'^</api/[^>]+>; rel="next"$')
        return answer.json(), link.removeprefix("</api/").split(">")[0]

    def pages(self, path: str) -> list[list[Any]]:
        """Return every page from a path on."""
        found = []
        while path:
            rows, path = self.page(path)
            found.append(rows)
        return found

    def names(self, *written: str) -> None:
        for number, name in enumerate(written):
            OwnName.objects.create(
                household=self.household, key=f"{number}", written=name, food="kale"
            )

    def test_the_pages_of_a_list_are_the_list(self) -> None:
        self.names(*(f"leaf {number:02}" for number in range(11)))
        for size in (1, 2, 5, 10, 11, 12, 500):
            with self.subTest(size=size):
                pages = self.pages(f"own-names?page_size={size}")
                self.assertEqual(
                    [row["name"] for page in pages for row in page],
                    [f"leaf {number:02}" for number in range(11)],
                )
                self.assertLessEqual(max(map(len, pages)), size)
                self.assertEqual(len(pages), -(-11 // size))

    def test_names_that_are_one_to_the_database_are_not_lost_between_pages(self) -> None:
        self.names("Crème", "creme", "CREME", "Leek", "leek", "it's 'a' \\ | % ü")
        rows = [row["name"] for [row] in self.pages("own-names?page_size=1")]
        self.assertEqual(len(set(rows)), 6)
        self.assertEqual(rows, [row["name"] for row in self.page("own-names")[0]])

    def test_what_is_added_or_put_away_meanwhile_moves_no_row(self) -> None:
        self.names("b", "d", "f", "h")
        first, rest = self.page("own-names?page_size=2")
        OwnName.objects.filter(written__in=("b", "f")).delete()
        OwnName.objects.create(household=self.household, key="n", written="a", food="kale")
        OwnName.objects.create(household=self.household, key="m", written="e", food="kale")
        self.assertEqual([row["name"] for row in first], ["b", "d"])
        behind = [row["name"] for page in self.pages(rest) for row in page]
        self.assertEqual(behind, ["e", "h"])

    def test_every_kind_of_order_can_be_gone_on_with(self) -> None:
        for food in ("kale", "leek"):
            for unit in ("handful", "ladle"):
                OwnMeasure.objects.create(
                    household=self.household, food=food, unit=unit, grams=10, low=9, high=11
                )
        for name in ("Pot", "Pie", "Pot"):
            Dish.objects.create(household=self.household, title=name, draft={"title": name})
        measures = [(row["food"], row["unit"]) for [row] in self.pages("own-measures?page_size=1")]
        self.assertEqual(measures, sorted(measures))
        self.assertEqual(len(measures), 4)
        dishes = [row["id"] for [row] in self.pages("dishes?page_size=1")]
        self.assertEqual(dishes, [row["id"] for row in self.page("dishes")[0]])
        self.assertEqual(len(set(dishes)), 3)

    def test_a_page_that_cannot_be_gets_a_sentence(self) -> None:
        def written(place: Any) -> str:
            return base64.urlsafe_b64encode(json.dumps(place).encode()).decode()

        cursors = ("x", "%00", "AAAA", "é", "9" * 9000, written([]), written(None), written("ab"),
                   written([None, None]), written(["a", "b"]), written([1, 2, 3]),
                   written([{"a": 1}, {}]), written(["2020-13-45", "7"]))  # fmt: skip
        for path in LISTS:
            for cursor in cursors:
                with self.subTest(path=path, cursor=cursor[:20]):
                    answer = self.send("get", f"{path}?cursor={cursor}")
                    self.assertIn(answer.status_code, (200, 400), answer.content[:300])
            for size in ("0", "-1", "501", "many", "", "1e3", "٣", "9" * 40, "0000000019999"):
                with self.subTest(path=path, size=size):
                    answer = self.send("get", f"{path}?page_size={size}")
                    self.assert_problem(answer, 400, "1 to 500 rows")
        self.assert_problem(self.send("get", "dishes?cursor=x"), 400, "begin again at the first")

    def test_a_neighbour_goes_on_in_the_own_list(self) -> None:
        self.names("a", "b", "c")
        _, rest = self.page("own-names?page_size=1")
        self.assertEqual(self.send("get", rest, client=self.other).json(), [])
