"""Own foods as CSV: round trips, plans, and bad rows named with their reason."""

import unittest
import uuid

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.errors import BadInput
from snabo_core.exchange.foods_csv import read_foods, write_foods
from snabo_core.foods.labels import FIELDS, Label
from snabo_core.foods.own import HOLDABLE, OwnFood
from tests.test_own import WRAP


def ids():
    numbers = iter(range(100, 10_000))
    return lambda: str(uuid.UUID(int=next(numbers)))


def plan(text: str, *existing: OwnFood):
    return read_foods(text, existing, ids())


class RoundTrip(unittest.TestCase):
    """What was written comes back the same."""

    def test_export_comes_back_as_the_same(self) -> None:
        found = plan(write_foods([WRAP]), WRAP)
        self.assertEqual([row.kind for row in found.rows], ["same"])
        self.assertEqual(found.rows[0].food, WRAP)

    def test_no_cell_is_run_by_a_spreadsheet(self) -> None:
        own = OwnFood(WRAP.id, "=HYPERLINK(A1)", WRAP.label, names=("@pier", "+quay"))
        written = write_foods([own])
        self.assertIn(",'=HYPERLINK(A1),'@pier; +quay,", written)
        self.assertEqual(plan(written, own).rows[0].food, own)

    @given(
        st.text("abc -+=@;,\"'éß", min_size=1, max_size=20).map(lambda t: f"{t}x".strip()),
        st.dictionaries(st.sampled_from(FIELDS), st.sampled_from(["1", "0.5", "<1", "12"]),
                        min_size=1),
        st.one_of(st.none(), st.sets(st.sampled_from(HOLDABLE), min_size=1)),
        st.sampled_from(["us", "eu", "other"]),
    )  # fmt: skip
    def test_any_food_survives(
        self, name: str, printed: dict, holds: set | None, region: str
    ) -> None:
        label = Label(region, "serving", 30, printed)  # type: ignore[arg-type]
        own = OwnFood(WRAP.id, name, label, holds=tuple(sorted(holds)) if holds else None)
        self.assertEqual(plan(write_foods([own]), own).rows[0].food, own)


class Plans(unittest.TestCase):
    """Nothing changes by reading; every row says what would become of it."""

    def test_new_changed_and_bad(self) -> None:
        text = (
            "name;region;carbohydrate;fibre;shelf\n"
            f"{WRAP.name};eu;12;28;top\n"
            "Pier crackers;eu;55;8;\n"
            "Dock paste;eu;much;;\n"
            "Pier crackers;eu;50;8;\n"
        )
        found = plan(text, WRAP)
        self.assertEqual([row.kind for row in found.rows], ["changed", "new", "bad", "bad"])
        self.assertIn("carbohydrate: 10 to 12", found.rows[0].changes)
        self.assertEqual([row.number for row in found.rows], [2, 3, 4, 5])
        self.assertRegex(found.rows[2].reason, "'much' is not a figure")
        self.assertRegex(found.rows[3].reason, "stands in row 3 already")
        self.assertEqual(found.ignored_columns, ("shelf",))
        self.assertFalse(found.sound())

    def test_a_row_cannot_take_the_name_of_another_food(self) -> None:
        other = OwnFood(str(uuid.UUID(int=2)), "Dock paste", WRAP.label)
        row = plan(f"id,name,fat\n{WRAP.id},dock PASTE,5\n", WRAP, other).rows[0]
        self.assertEqual(row.kind, "bad")
        self.assertRegex(row.reason, "another food called")

    def test_odd_labels_are_warned_of_but_not_bad(self) -> None:
        found = plan("name,carbohydrate,protein,fat\nPier brick,60,60,60\n")
        self.assertTrue(found.sound())
        self.assertRegex(found.rows[0].warnings[0], "at least 178")

    def test_files_that_are_none(self) -> None:
        cases = (
            ("", "name the columns"),
            ("a,b\n1,2\n", "one of them 'name'"),
            ("name\n", "no foods"),
            ("name\n" + "x\n" * 4001, "4000 rows"),
            ("name\n\x00\n", "no text file"),
            ("n" * 900_001, "too large"),
            ("name\ncr\ufffdme\n", "damaged"),
            ("name\n" + "crème".encode().decode("cp1252") + "\n", "damaged"),
            ("name\n" + "pâté €".encode().decode("cp1252") + "\n", "damaged"),
        )
        for text, words in cases:
            with self.subTest(words=words), self.assertRaisesRegex(BadInput, words):
                plan(text)

    def test_letters_of_any_script_are_not_damage(self) -> None:
        for name in ("crème brûlée", "Äpfel", "pâté", "Ærø smør", "ÉTÉ", "naïve", "日本", "ñandú"):
            with self.subTest(name=name):
                self.assertTrue(plan(f"name,fat\n{name},1\n").sound())

    def test_wrong_cells_name_their_column(self) -> None:
        cases = (
            ("name,region,fat\nA,mars,1\n", "Column jurisdiction"),
            ("name,serving_grams,fat\nA,many,1\n", "serving_grams is no number"),
            ("name,no_polyols,fat\nA,perhaps,1\n", "neither yes nor no"),
            ("name,holds,fat\nA,lead,1\n", "'lead' is not among"),
            ("name,fat\n,1\n", "1 to 80"),
        )
        for text, words in cases:
            with self.subTest(words=words):
                row = plan(text).rows[0]
                self.assertEqual(row.kind, "bad")
                self.assertRegex(row.reason, words)
