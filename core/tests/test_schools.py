"""The presets: valid, sourced, and within what their sources say."""

import unittest

from snabo_core.plate.eaters import check_target, schools
from snabo_core.plate.exclusions import EXCLUSIONS


class Presets(unittest.TestCase):
    """schools.toml."""

    def test_valid_and_sourced(self) -> None:
        self.assertGreaterEqual(len(schools()), 8)
        for school in schools().values():
            self.assertTrue(school.source, school.key)
            for target in school.targets:
                check_target(target)
            self.assertLessEqual({e.what for e in school.exclusions}, set(EXCLUSIONS))

    def most(self, school: str, nutrient: str) -> float:
        targets = schools()[school].targets
        return next(t.meal(t.at_most) for t in targets if t.nutrient == nutrient)

    def test_carbohydrate_levels(self) -> None:
        # Feinman et al., Nutrition 31 (2015) 1-13: very low 20 to 50 g a day, low under 130 g.
        # A main dish is taken as 40 % of a day: common practice, no source.
        self.assertTrue(0.4 * 20 <= self.most("very_low_carb", "net_carbs") <= 0.4 * 50)
        self.assertLessEqual(self.most("low_carb", "net_carbs"), 0.4 * 130)

    def test_sodium(self) -> None:
        # WHO: under 2,000 mg a day.
        self.assertLessEqual(self.most("no_added_oil", "sodium_mg"), 0.4 * 2000)
        self.assertLessEqual(self.most("whole_plant", "sodium_mg"), 0.4 * 2000)

    def test_no_oil_means_none(self) -> None:
        self.assertEqual(self.most("no_added_oil", "added_oil"), 0.0)
