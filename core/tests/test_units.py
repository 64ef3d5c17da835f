"""Units and the words for them."""

import unittest

from snabo_core.quantities.units import BY_SYSTEM, SYSTEMS, UNITS, WORDS, unit_for

# word, system, unit
SPELLINGS = [
    ("g", "metric", "gram"), ("grams", "us", "gram"), ("G", "metric", "gram"),
    ("kilos", "metric", "kilogram"), ("lb.", "us", "pound"), ("lbs", "us", "pound"),
    ("pounds", "us", "pound"), ("oz", "us", "ounce"), ("ounces", "metric", "ounce"),
    ("ml", "metric", "millilitre"), ("litres", "metric", "litre"), ("liter", "us", "litre"),
    ("cup", "us", "cup_us"), ("cups", "metric", "cup_metric"), ("c.", "us", "cup_us"),
    ("Tbsp.", "us", "tbsp_us"), ("tablespoons", "australia", "tbsp_au"),
    ("T", "metric", "tbsp_metric"), ("t", "metric", "tsp_metric"), ("tsp", "us", "tsp_us"),
    ("pint", "metric", "pint_uk"), ("pint", "us", "pint_us"), ("stick", "us", "stick"),
    ("tins", "metric", "can"), ("cloves", "us", "clove"), ("leaves", "metric", "leaf"),
    ("rashers", "metric", "rasher"), ("pinch", "metric", "pinch"), ("handful", "us", "handful"),
    ("bunches", "metric", "bunch"), ("packet", "metric", "pack"), ("sprigs", "us", "sprig"),
]  # fmt: skip


class Spellings(unittest.TestCase):
    """British, North American, Australian kitchen English."""

    def test_words(self) -> None:
        for word, system, unit in SPELLINGS:
            with self.subTest(word=word, system=system):
                self.assertEqual(unit_for(word, system).id, unit)

    def test_no_unit(self) -> None:
        for word in ("potato", "", "large", "of", "x"):
            self.assertIsNone(unit_for(word, "metric"))

    def test_every_word_points_to_a_unit(self) -> None:
        for word, unit in WORDS.items():
            if unit != "pint":  # a pint depends on the system
                self.assertIn(unit, UNITS, word)
        for system in SYSTEMS:
            for unit in BY_SYSTEM[system].values():
                self.assertIn(unit, UNITS)


class Sizes(unittest.TestCase):
    """Against the definitions."""

    def test_customary_units(self) -> None:
        # Avoirdupois pound 453.59237 g, ounce 28.349523125 g: exact by the international
        # agreement of 1959 (from memory). US cup 236.588 mL, tbsp 14.787, tsp 4.929, fl oz
        # 29.574, stick of butter 113.4 g: kitchen definitions, common practice, no source.
        sizes = {
            "pound": 453.59237, "ounce": 28.349523125, "cup_us": 236.588, "tbsp_us": 14.787,
            "tsp_us": 4.929, "fl_oz_us": 29.574, "stick_us": 113.4, "cup_metric": 250.0,
            "tbsp_au": 20.0, "kilogram": 1000.0, "litre": 1000.0, "decilitre": 100.0,
        }  # fmt: skip
        for unit, size in sizes.items():
            self.assertAlmostEqual(UNITS[unit].size, size, places=6, msg=unit)

    def test_three_teaspoons_are_a_tablespoon(self) -> None:
        for system in ("us", "metric"):
            spoons = BY_SYSTEM[system]
            ratio = UNITS[spoons["tbsp"]].size / UNITS[spoons["tsp"]].size
            self.assertAlmostEqual(ratio, 3.0, delta=0.001)

    def test_vague_measures_are_intervals(self) -> None:
        vague = [unit for unit in UNITS.values() if unit.kind == "vague"]
        self.assertGreaterEqual(len(vague), 6)
        for unit in vague:
            low, best, high = unit.vague
            self.assertTrue(0 < low < best < high, unit.id)
