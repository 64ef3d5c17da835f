"""Presets of reference days against the regulations' own tables."""

import unittest

from snabo_core.plate.eaters import schools

# 21 CFR 101.9(c): daily values for adults and children of 4 years and more.
US = {"fat": 78, "saturated": 20, "carbohydrate": 275, "fibre": 28, "added_sugar": 50,
      "protein": 50, "sodium_mg": 2300}  # fmt: skip
# Regulation (EU) 1169/2011, Annex XIII part B: reference intakes; salt 6 g is 2,400 mg sodium.
EU = {"kcal": 2000, "fat": 70, "saturated": 20, "carbohydrate": 260, "sugars": 90,
      "protein": 50, "sodium_mg": 6000 / 2.5}  # fmt: skip


class ReferenceDays(unittest.TestCase):
    """Every printed value is in the preset, and nothing else."""

    def test_printed_values(self) -> None:
        for key, printed in (("reference_us", US), ("reference_eu", EU)):
            targets = schools()[key].targets
            ours = {t.nutrient: t.at_most if t.at_most is not None else t.at_least for t in targets}
            self.assertEqual(ours, printed, key)
            self.assertTrue(all(t.per == "day" for t in targets))
