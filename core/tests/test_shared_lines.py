"""Several foods on one line: whose amount a food without one shares, and seasoning behind."""

import unittest

from snabo_core.foods import library
from snabo_core.recipe import read_recipe

FOODS = library()


def grams_of(text: str) -> dict[str, tuple[float | None, bool]]:
    """Return the grams of each food of a line, and whether its amount is said to be shared."""
    dish = read_recipe(f"Pot\n\nIngredients\n{text}\n\nMethod\nBoil it.\n", FOODS)
    return {
        line.food or "": (None if line.grams is None else round(line.grams, 1),
                          "shared_amount" in line.doubts)
        for part in dish.parts for line in part.lines
    }  # fmt: skip


class SharedAmounts(unittest.TestCase):
    """The amount is that of the last food before which has one."""

    def test_a_food_without_an_amount_shares_that_before_it(self) -> None:
        found = grams_of("200 g peas, 100 g leeks and parsley")
        self.assertEqual(found["peas"], (200.0, False))
        self.assertEqual((found["leek"][1], found["parsley"][1]), (True, True))
        found = grams_of("2 tbsp butter, 1 tsp thyme and sage")
        self.assertFalse(found["butter"][1])
        self.assertTrue(found["thyme"][1] and found["sage"][1])

    def test_seasoning_behind_a_food_shares_nothing(self) -> None:
        alone = grams_of("salt and pepper")
        for text, food, grams in (
            ("4 chicken thighs, salt and pepper", "chicken_thigh", 380.0),
            ("500 g beef mince, salt and freshly ground black pepper", "beef_mince", 500.0),
            ("3tbsp flour s+p", "wheat_flour", 23.9), ("2 eggs, salt & pepper", "egg", 100.0),
        ):  # fmt: skip
            self.assertEqual(grams_of(text), {food: (grams, False)} | alone, text)

    def test_an_amount_of_salt_itself(self) -> None:
        self.assertEqual(grams_of("1 tsp salt and pepper")["salt"][0], 6.1)
        self.assertEqual(grams_of("1 tsp each salt and pepper")["salt"][0], 6.1)

    def test_lots_are_no_amount(self) -> None:
        self.assertEqual(set(grams_of("salt & lots of pepper")), {"salt", "black_pepper"})
        self.assertEqual(set(grams_of("plenty of parsley")), {"parsley"})


class Counted(unittest.TestCase):
    """What a pack, a head and a tin hold."""

    def test_how_much_it_is(self) -> None:
        for text, food, grams in (
            ("1 (8-count) package flour tortillas", "tortilla", 392.0),
            ("1 garlic bulb", "garlic", 45.0), ("2 garlic cloves", "garlic", 6.0),
            ("a 400g can of chickpeas, including the liquid", "chickpeas", 400.0),
            ("a 400g can of chickpeas", "chickpeas", 240.0), ("1 tin anchovies", "anchovy", 30.0),
            ("a squeeze of lemon", "lemon_juice", 5.1),
            ("minced beef, a pound", "beef_mince", 453.6),
            ("a mugful of stock (300ml)", "vegetable_stock", 300.0),
        ):  # fmt: skip
            self.assertEqual(grams_of(text), {food: (grams, False)}, text)


if __name__ == "__main__":
    unittest.main()
