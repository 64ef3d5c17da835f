"""The presets: valid, sourced, and within what their sources say."""

import unittest

from snabo_core.plate.eaters import EXCLUSIONS, check_target, schools
from snabo_core.swaps.book import book


class Presets(unittest.TestCase):
    """schools.toml."""

    def test_valid_and_sourced(self) -> None:
        self.assertGreaterEqual(len(schools()), 8)
        for school in schools().values():
            self.assertTrue(school.source, school.key)
            for target in school.targets:
                check_target(target)
            self.assertLessEqual(set(school.exclusions), set(EXCLUSIONS))
            if school.caution:
                self.assertIn(school.caution, book().cautions)

    def most(self, school: str, nutrient: str) -> float:
        return next(t.at_most for t in schools()[school].targets if t.nutrient == nutrient)

    def test_carbohydrate_levels(self) -> None:
        # Feinman et al., Nutrition 31 (2015) 1-13: very low 20 to 50 g a day, low under 130 g.
        # A main dish is taken as 40 % of a day: common practice, no source.
        self.assertTrue(0.4 * 20 <= self.most("very_low_carb", "net_carbs") <= 0.4 * 50)
        self.assertLess(self.most("low_carb", "net_carbs"), 0.4 * 130)

    def test_sodium(self) -> None:
        # WHO: under 2,000 mg a day.
        self.assertLessEqual(self.most("no_added_oil", "sodium_mg"), 0.4 * 2000)
        self.assertLessEqual(self.most("whole_plant", "sodium_mg"), 0.4 * 2000)

    def test_no_oil_means_none(self) -> None:
        self.assertEqual(self.most("no_added_oil", "added_oil"), 0.0)

    def test_the_carb_schools_ask_for_a_clinician(self) -> None:
        for key in ("very_low_carb", "low_carb"):
            caution = book().cautions[schools()[key].caution]
            self.assertIn("clinician", caution.text)
