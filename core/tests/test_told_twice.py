"""What pages tell twice or beside the recipe: labels for 100 g, two systems, things, chapters."""

import unittest

from snabo_core.quantities.kinds import kind_of_line
from snabo_core.recipe.claims import claims_in
from snabo_core.recipe.facts import yield_in
from snabo_core.recipe.servings import servings_in
from snabo_core.recipe.times import times_in
from tests.test_saved_files import read


def claimed(lines: list[str]) -> dict[str, float]:
    """Return what lines of a label claim, by key."""
    return {claim.key: claim.high for claim in claims_in(lines)}


class Labels(unittest.TestCase):
    """Of two columns the one of a serving counts."""

    def test_a_column_for_a_hundred_grams_beside_that_of_a_serving(self) -> None:
        rows = ["Energy 385kJ / 92kcal 1,650kJ / 394kcal", "Fat 2.2g 9.4g", "Carbohydrate 9.8g 42g"]
        expected = {"kcal": 394, "fat": 9.4, "carbohydrate": 42}
        self.assertEqual(claimed(["Per 100g Per serving", *rows]), expected)
        turned = ["Energy 394 kcal 92 kcal", "Fat 9.4g 2.2g", "Carbohydrate 42g 9.8g"]
        self.assertEqual(claimed(["| | per portion | per 100 g |", *turned]), expected)
        # A share of what a day needs is no figure of its own.
        shares = ["Fat 2.2g 9.4g 13%", "Salt 0.3g 1.2g 20%"]
        found = claimed(["per 100g | per serving | % of a day", *shares])
        self.assertEqual(found, {"fat": 9.4, "sodium_mg": 480})
        self.assertEqual(claimed(["Per 100g: fat 2 g"]), {})
        self.assertEqual(claimed(["Per serving", "Fat 9 g, of which saturates 3 g"]),
                         {"fat": 9, "saturated": 3})  # fmt: skip

    def test_such_a_label_in_markdown_and_in_words(self) -> None:
        start = "# Pot\n\n## Ingredients\n\n- 200 g peas\n- 1 leek\n\n## Method\n\n1. Boil it.\n\n"
        label = (
            "## Nutrition\n\n| | Per 100 g | Per serving |\n|---|---|---|\n| Fat | 2 g | 9 g |\n"
        )
        dish = read("pot.md", start + label).dishes[0]
        self.assertEqual([(c.key, c.high) for c in dish.told.claims], [("fat", 9)])
        words = ("Pot\nIngredients\n200 g peas\n1 leek\nMethod\nBoil it.\nNutrition\n"
                 "Per 100g Per serving\nFat 2g 9g\nSalt 0.5g 1g\n")  # fmt: skip
        dish = read("pot.txt", words).dishes[0]
        self.assertEqual({c.key: c.high for c in dish.told.claims}, {"fat": 9, "sodium_mg": 400})
        self.assertEqual(len(dish.steps), 1)


class Lists(unittest.TestCase):
    """One list in two systems is one list."""

    def test_the_list_in_grams_is_kept(self) -> None:
        both = "US\n1 pound beans\n4 sausages\n\nMETRIC\n450 g beans\n4 sausages\n"
        heads = ("Ingredients (US)\n1 pound beans\n4 sausages\n\n"
                 "Ingredients (metric)\n450 g beans\n4 sausages\n")  # fmt: skip
        for told in (f"Ingredients\n\n{both}", heads):
            text = f"Bean pot\n\nServes 4\n\n{told}\nMethod\nBake for an hour.\n"
            dish = read("a.txt", text).dishes[0]
            lines = [line.text for part in dish.parts for line in part.lines]
            self.assertEqual(lines, ["450 g beans", "4 sausages"], told)
            self.assertIn("1 pound beans", [aside.text for aside in dish.asides])

    def test_a_table_whose_cells_are_dressed_up_is_told_once(self) -> None:
        rows = "".join(
            f"<tr><td><b>{n}</b> <i>g</i></td><td><a>{food}</a><!-- x --></td><td>{note}</td></tr>"
            for n, food, note in ((200, "peas", ""), (80, "oats", "rolled"))
        )
        table = f"<table><tr><th>Amount</th><th>Ingredient</th><th>Note</th></tr>{rows}</table>"
        page = f"<html><body><h1>Pot</h1>{table}<h2>Method</h2><p>Boil it.</p></body></html>"
        dish = read("a.html", page).dishes[0]
        lines = [line.text for part in dish.parts for line in part.lines]
        self.assertEqual(lines, ["200 g peas", "80 g oats, rolled"])

    def test_lists_that_differ_in_length_are_two(self) -> None:
        told = "US\n1 pound beans\n\nMETRIC\n450 g beans\n4 sausages\n1 leek\n"
        dish = read("a.txt", f"Bean pot\n\nIngredients\n\n{told}\nMethod\nBake it.\n").dishes[0]
        self.assertEqual(sum(len(part.lines) for part in dish.parts), 4)

    def test_things_are_no_food(self) -> None:
        for text in (
            "8 wooden skewers", "1-litre pie dish", "foil", "2 sheets baking parchment",
            "1 x 23cm tart tin", "12-hole muffin tin, greased", "kitchen string",
        ):  # fmt: skip
            self.assertEqual(kind_of_line(text), "note", text)
        for text in ("9 lasagne sheets", "1 sheet puff pastry", "1 tin tomatoes", "baking powder",
                     "2 dishes of peas", "1 packet taco shells"):  # fmt: skip
            self.assertEqual(kind_of_line(text), "food", text)


class Facts(unittest.TestCase):
    """Times, people and what is made."""

    def test_times_that_add_up(self) -> None:
        self.assertEqual(times_in("Takes: 10 minutes + 35 minutes in the oven")["total"], 45)
        self.assertEqual(times_in("Time: 1 hour plus 20 minutes")["total"], 80)
        self.assertEqual(times_in("Takes 30 minutes")["total"], 30)

    def test_chapters_of_a_film_are_no_times(self) -> None:
        text = ("Tray bake\n\nIngredients\n500 g gnocchi\n2 leeks\n\nMethod\nRoast for 20 min.\n\n"
                "TIMESTAMPS\n0:00 Intro\n0:45 Prep\n3:10 Baking\n")  # fmt: skip
        told = read("a.txt", text).dishes[0].told
        self.assertEqual((told.prep_minutes, told.cook_minutes, told.total_minutes), (None,) * 3)

    def test_people_and_pieces(self) -> None:
        self.assertEqual(yield_in("20 falafel, serves 4"), "20 falafel")
        self.assertEqual(yield_in("4 people, serves well"), "")
        self.assertEqual(yield_in("Makes 10 cups, about 6 servings"), "10 cups")
        self.assertEqual(yield_in("Yield: about 2 quarts, 6 servings"), "about 2 quarts")
        self.assertEqual(yield_in("Makes 24 meatballs / 6 portions"), "24 meatballs")
        self.assertEqual(yield_in("Yield: 12 rolls 1x"), "12 rolls")

    def test_so_many_pieces_are_no_eaters(self) -> None:
        for said, eaters in (("Makes 24", None), ("Makes: 16", None), ("Makes 12", 12),
                             ("Yields 50", 50), ("Makes 24 (3 each)", 8)):  # fmt: skip
            told = servings_in(said)
            self.assertEqual(told and told.low, eaters, said)
        served = servings_in("For:  4")
        self.assertEqual(served and served.low, 4)

    def test_a_name_over_two_lines(self) -> None:
        rest = "\n\n1 cabbage\n150g barley\n\nBake for an hour.\n"
        title = read("a.txt", f"Turkey and barley\nstuffed cabbage{rest}").dishes[0].title
        self.assertEqual(title, "Turkey and barley stuffed cabbage")
        for below in ("with pickled onion", "1 onion", "Leeks"):
            title = read("a.txt", f"Turkey and barley\n{below}{rest}").dishes[0].title
            self.assertEqual(title, "Turkey and barley", below)


if __name__ == "__main__":
    unittest.main()
