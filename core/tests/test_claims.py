"""However a recipe tells what a serving holds, and wherever: its claims, and no food of the list.

The wordings in `data/claims.txt` are from memory of how people and pages write; each stands behind
the figures that a careful reader takes from it.
"""

import unittest
from pathlib import Path

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.quantities.figures import only_figures
from snabo_core.quantities.kinds import kind_of_line
from snabo_core.recipe import read_recipe
from snabo_core.recipe.claims import claims_in

TOLD = Path(__file__).parent / "data" / "claims.txt"
LIST = ["200 g peas", "2 leeks", "1 tbsp oil"]
HEAD, TAIL = "Pea pan\nServes 4\n", "\n\nMethod\nFry the leeks. Add the peas.\n"
EATERS = 4
# A kilojoule is told as kilocalories, salt as its sodium: both rounded.
DIGITS = 0


def wordings() -> list[tuple[dict[str, float], str]]:
    """Return each wording with its figures by key: g, kcal, and mg of sodium."""
    found = []
    for row in TOLD.read_text().splitlines():
        told, said = row.split("|", 1)
        keys = (one.partition("=") for one in told.split())
        found.append(({key: float(value) for key, _, value in keys}, said))
    return found


class Told(unittest.TestCase):
    """Every wording, in every place where recipes tell their figures."""

    def check(self, dish: Dish, figures: dict[str, float]) -> None:
        """Hold a dish to its claims, its list, its method and its eaters."""
        found = {claim.key: claim.high for claim in dish.told.claims}
        self.assertEqual({*found}, {*figures})
        for key, value in figures.items():
            self.assertAlmostEqual(found[key], value, DIGITS, key)
        self.assertEqual([line.text for part in dish.parts for line in part.lines], LIST)
        self.assertEqual((dish.title, len(dish.steps)), ("Pea pan", 1))
        self.assertEqual(dish.told.servings_low, EATERS)

    def test_figures_below_the_method_are_claims(self) -> None:
        for figures, said in wordings():
            with self.subTest(said):
                text = HEAD + "\n" + "\n".join(LIST) + TAIL + f"\n{said}\n"
                self.check(read_recipe(text, library()), figures)

    def test_figures_above_the_list_are_claims_and_no_food(self) -> None:
        for figures, said in wordings():
            with self.subTest(said):
                text = HEAD + f"{said}\n\n" + "\n".join(LIST) + TAIL
                self.check(read_recipe(text, library()), figures)

    def test_figures_under_their_heading_are_claims(self) -> None:
        for figures, said in wordings():
            with self.subTest(said):
                text = HEAD + "\nIngredients\n" + "\n".join(LIST) + TAIL + f"\nNutrition\n{said}\n"
                self.check(read_recipe(text, library()), figures)


class Words(unittest.TestCase):
    """What belongs to a label, and what is a food though it has the same words."""

    def test_every_wording_is_known_as_figures_alone(self) -> None:
        for _, said in wordings():
            with self.subTest(said):
                self.assertIn(kind_of_line(said), {"nutrition", "servings", "furniture"})

    def test_a_food_is_no_figure(self) -> None:
        for said in ("1 g salt", "20 g sugar", "30 g vanilla protein powder", "2 g salt, 5 g sugar",
                     "100 g low-fat yogurt", "Fat, 20 g", "4 portions", "2 high protein wraps",
                     "Makes 4 servings"):  # fmt: skip
            with self.subTest(said):
                self.assertFalse(only_figures(said))

    def test_a_stop_behind_a_unit_takes_no_figure_to_the_next_name(self) -> None:
        found = {one.key: one.high for one in claims_in(["350 cal., 18 g. fat, 12 g. carb."])}
        self.assertEqual(found, {"kcal": 350.0, "fat": 18.0, "carbohydrate": 12.0})

    def test_whom_a_label_speaks_of_counts_no_eaters(self) -> None:
        dish = read_recipe(f"Pea pan\n24 g protein per person\n{HEAD[8:]}\n200 g peas\n", library())
        self.assertEqual(dish.told.servings_low, EATERS)


if __name__ == "__main__":
    unittest.main()
