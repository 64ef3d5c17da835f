"""The food list, the curated layer over it, and search."""

import unittest

from snabo_core.errors import UnknownFood
from snabo_core.foods import library
from snabo_core.quantities import read_line
from snabo_core.views.foods import food_facts
from tests.score_lines import misspelled


class FoodList(unittest.TestCase):
    """Every row is usable and its unknowns stay unknown."""

    def test_size_and_sources(self) -> None:
        sources = {row.source for row in library().rows.values()}
        self.assertGreater(len(library().rows), 6500)
        self.assertEqual(
            sources, {"USDA SR Legacy", "USDA Foundation", "USDA FNDDS", "from memory"}
        )

    def test_blank_fibre_is_unknown(self) -> None:
        unknown = [row for row in library().rows.values() if row.value("fibre") is None]
        self.assertGreater(len(unknown), 100)
        for row in unknown:
            self.assertEqual(row.low[2], 0.0)
            # Bounded by carbohydrate, and by 100 g where even that is unknown.
            self.assertLessEqual(row.high[2], row.high[1])

    def test_derived_water_of_known_foods(self) -> None:
        # Values given with the derivation, per 100 g: cauliflower 92.1, potato 79.5,
        # courgette 94.8, plain flour 11.9.
        for food, water in (("cauliflower", 92.1), ("potato", 79.5), ("courgette", 94.8)):
            self.assertAlmostEqual(library().row(food, "raw").value("water"), water, delta=0.06)
        self.assertAlmostEqual(library().row("wheat_flour").value("water"), 11.9, delta=0.06)

    def test_remembered_rows_carry_intervals(self) -> None:
        row = library().row("xanthan")
        self.assertEqual(row.source, "from memory")
        self.assertLess(row.low[1], row.best[1])
        self.assertGreater(row.high[1], row.best[1])


class Curated(unittest.TestCase):
    """The foods this cooking uses."""

    def test_enough_and_every_form_has_a_row(self) -> None:
        foods = library().foods
        self.assertGreaterEqual(len(foods), 120)
        for food in foods.values():
            for form in food.forms:
                self.assertIsNotNone(library().row(food.key, form))

    def test_wrong_form_is_refused_with_what_there_is(self) -> None:
        with self.assertRaisesRegex(UnknownFood, "raw"):
            library().row("celeriac", "smoked")

    def test_unlisted_allergens_are_unknown(self) -> None:
        listed = next(key for key in library().rows if key.startswith("fdc:"))
        self.assertIsNone(food_facts(listed, library()).allergens)


class Search(unittest.TestCase):
    """As people type."""

    def test_first_hit(self) -> None:
        for typed, key in (
            ("caulif", "cauliflower"),
            ("celriac", "celeriac"),
            ("zuchini", "courgette"),
            ("rutabaga", "swede"),
            ("besan", "chickpea_flour"),
            ("yeast fl", "yeast_flakes"),
            ("double cream", "double_cream"),
        ):
            with self.subTest(typed=typed):
                self.assertEqual(library().search(typed)[0].food.key, key)

    def test_nothing_typed_finds_nothing(self) -> None:
        self.assertEqual(library().search("  ,;"), [])
        self.assertEqual(library().search("qqqqzzzzxxxx"), [])


class Misspelled(unittest.TestCase):
    """Names as people type them still find their food."""

    def test_nine_in_ten_first_and_nearly_all_in_three(self) -> None:
        first, count, among_three = misspelled()
        self.assertGreaterEqual(count, 60)
        self.assertGreaterEqual(first / count, 0.9)
        self.assertGreaterEqual(among_three / count, 0.97)

    def test_accents_do_not_matter(self) -> None:
        for typed in ("crème fraîche", "creme fraiche", "CRÈME FRAICHE"):
            self.assertEqual(library().search(typed)[0].food.key, "creme_fraiche")
            self.assertEqual(read_line(f"200 g {typed}", library()).food, "creme_fraiche")
