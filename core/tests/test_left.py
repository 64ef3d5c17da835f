"""What steps leave behind: salt in drained water, oil in a deep pan, flour on the plate."""

import unittest

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.recipe import read_recipe

# Lines, method, the line's food, the cause that has to be proposed (none: all of it is eaten).
LEFT = [
    (["500 g potatoes", "2 tsp salt"], "Boil the potatoes with the salt for 15 minutes. Drain.",
     "salt", "cooking_water"),
    (["500 g potatoes", "2 tsp salt"], "Boil the potatoes for 15 minutes. Mash with the salt.",
     "salt", None),
    (["2 aubergines", "1 tbsp salt"], "Salt the aubergines for 30 minutes. Rinse.",
     "salt", "soaking"),
    (["2 courgettes", "1 tsp salt"], "Salt the courgettes for 20 minutes. Wring them out.",
     "salt", "drawing"),
    (["4 fish fillets", "1 litre sunflower oil"], "Deep-fry the fish in the oil for 5 minutes.",
     "vegetable_oil", "deep_frying"),
    (["4 chicken breasts", "60 g plain flour"], "Dust the chicken in the flour. Fry 6 minutes.",
     "wheat_flour", "coating"),
    (["500 g beef mince", "1 tbsp oil"], "Brown the mince in the oil. Drain off the fat.",
     "beef_mince", "rendered"),
    (["500 g beef mince", "1 tbsp oil"], "Brown the mince in the oil. Simmer for 10 minutes.",
     "beef_mince", None),
    (["400 g celeriac", "2 tbsp olive oil"], "Toss the celeriac in the oil. Roast 30 minutes.",
     "olive_oil", None),
]  # fmt: skip


def brought(lines: list[str], method: str) -> Dish:
    """Return a dish as it is brought."""
    return read_recipe("Pot\nServes 2\n\n" + "\n".join(lines) + "\n\nMethod\n" + method, library())


class LeftBehind(unittest.TestCase):
    """Proposed with a share, an interval and a source; the same grams leave once."""

    def test_causes(self) -> None:
        for lines, method, food, cause in LEFT:
            with self.subTest(method):
                made = brought(lines, method)
                line = next(i for p in made.parts for i in p.lines if i.food == food)
                self.assertEqual([one.cause for one in line.leavings], [cause] if cause else [])
                for one in line.leavings:
                    self.assertTrue(0 < one.low < one.best < one.high < 1)
                    self.assertTrue(one.source and one.words and not one.known)

    def test_a_line_that_says_it_itself_keeps_its_own(self) -> None:
        made = brought(["1 litre oil, for deep frying", "4 fish fillets"],
                       "Deep-fry the fish in the oil. Drain off the oil.")  # fmt: skip
        line = made.parts[0].lines[0]
        self.assertEqual([one.cause for one in line.leavings], ["deep_frying"])


if __name__ == "__main__":
    unittest.main()
