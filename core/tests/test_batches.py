"""Lists with their amounts for several numbers of eaters, and what heads a method on a page."""

import unittest

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.recipe import read_recipe
from snabo_core.recipe.batches import batch_columns, batches_told
from tests.test_saved_files import read

FOODS = (("Coley fillet", "450 g", "900 g"), ("Milk", "300 ml", "600 ml"), ("Leeks", "2", "4"))
METHOD = "\n1. Poach the fish in the milk for 10 minutes.\n2. Add the leeks and bake.\n"


def pie(text: str) -> Dish:
    return read_recipe(text, library(), None)


class SeveralNumbersOfEaters(unittest.TestCase):
    """One column is cooked, and the dish serves as many as that column."""

    def test_the_amounts_and_the_eaters_are_of_one_column(self) -> None:
        heads = (("4 port.", "8 port."), ("Serves 4", "Serves 8"), ("For 4", "For 8"))
        for head in heads:
            for first in ("", "Ingredient"):
                for sign in ("\t", " | ", "     "):
                    for above, eaters in (("", 4), ("Serves 8\n\n", 8), ("Serves 4\n\n", 4)):
                        rows = [(first, *head), *FOODS]
                        table = "\n".join(sign.join(row) for row in rows)
                        text = f"Coley pie\n\n{above}{table}\n{METHOD}"
                        with self.subTest(text):
                            dish = pie(text)
                            column = 1 if eaters == 4 else 2
                            lines = [line.text for line in dish.parts[0].lines]
                            told = [f"{row[column]} {row[0]}" for row in FOODS]
                            self.assertEqual(lines, told)
                            self.assertEqual(dish.told.servings_low, eaters)
                            self.assertEqual(dish.told.servings_high, eaters)
                            self.assertEqual(len(dish.steps), 2)
                            self.check_told(dish, 12 - eaters)

    def test_on_a_page_and_in_markdown(self) -> None:
        rows = "".join(
            f"<tr><td>{food}</td><td>{four}</td><td>{eight}</td></tr>"
            for food, four, eight in FOODS
        )
        head = "<tr><th>Ingredient</th><th>4 servings</th><th>8 servings</th></tr>"
        page = (f"<html><body><h1>Coley pie</h1><p>Serves 8</p><table>{head}{rows}</table>"
                "<h2>Method</h2><p>Poach the fish.</p><p>Bake.</p></body></html>")  # fmt: skip
        table = "\n".join(f"| {' | '.join(row)} |" for row in FOODS)
        names = "| Ingredient | For 4 | For 8 |\n|---|---|---|\n"
        marked = (f"# Coley pie\n\nServes 8\n\n## Ingredients\n\n{names}{table}\n\n"
                  "## Method\n\n1. Poach the fish.\n2. Bake.\n")  # fmt: skip
        for name, text in (("pie.html", page), ("pie.md", marked)):
            dish = read(name, text).dishes[0]
            lines = [line.text for line in dish.parts[0].lines]
            self.assertEqual(lines, ["900 g Coley fillet", "600 ml Milk", "4 Leeks"], name)
            self.assertEqual(dish.told.servings_low, 8.0, name)
            self.check_told(dish, 4)

    def test_a_row_of_one_empty_cell_heads_nothing(self) -> None:
        # A page with hundreds of them told every row below each.
        self.assertEqual(batch_columns([""], ()), [])
        self.assertEqual(batch_columns(["Ingredients"], ()), [])

    def test_such_a_table_among_the_notes_is_none_of_the_list(self) -> None:
        text = ("# Coley pie\n\nServes 6\n\n## Ingredients\n\n- 600 g coley\n- 2 leeks\n\n"
                "## Method\n\n1. Bake.\n\n## Notes\n\n| | 4 servings | 8 servings |\n"
                "|---|---|---|\n| dish | 1 l | 2 l |\n")  # fmt: skip
        dish = read("pie.md", text).dishes[0]
        self.assertEqual(dish.told.servings_low, 6.0)
        self.assertEqual([line.text for line in dish.parts[0].lines], ["600 g coley", "2 leeks"])
        self.assertFalse([one for one in dish.asides if "also has amounts" in one.text])

    def check_told(self, dish: Dish, others: int) -> None:
        """What was not taken is said beside the recipe."""
        said = [aside.text for aside in dish.asides if "also has amounts" in aside.text]
        self.assertEqual(len(said), 1, dish.asides)
        self.assertIn(f"amounts for {others};", said[0])

    def test_what_is_not_for_so_few_is_no_food_of_theirs(self) -> None:
        told = batches_told(
            ["For 4 | For 8", "2 | 4 | leeks", "- | 1 | egg", "salt | pinch | pinch"]
        )
        self.assertEqual(told[1:], ["Serves 4", "2 leeks", "salt, pinch"])

    def test_other_rows_stay_as_they_are(self) -> None:
        for rows in (
            ["For 4", "2 leeks", "1 egg"],
            ["Serves 4 | Serves 8", "Boil the leeks. | Bake."],
            ["4 leeks | 8 leeks", "2 eggs | 4 eggs", "1 onion | 2 onions"],
            ["Prep 10 | Cook 20", "leeks | 2 | 4", "eggs | 1 | 2"],
        ):
            self.assertEqual(batches_told(rows), rows)


class FarToTheRight(unittest.TestCase):
    """What stands far to the right of a line: whoever gave the recipe, or a list beside it."""

    def test_whoever_gave_it_is_no_part_of_the_name(self) -> None:
        dish = pie("Hominy casserole              Ruth Ann P.\n2 cans hominy\n1 onion\n\nBake.\n")
        self.assertEqual(dish.title, "Hominy casserole")

    def test_the_name_of_a_list_beside_another_stays_one(self) -> None:
        lists = ("Leeks Below          Cheese Sauce\n500 g leeks          40 g butter\n"
                 "2 onions             300 ml milk\n")  # fmt: skip
        dish = pie(f"Leek bake\n\n{lists}\nSoften the leeks.\nMake the sauce. Bake.\n")
        named = {part.name: len(part.lines) for part in dish.parts}
        self.assertEqual(named, {"Leeks below": 2, "Cheese sauce": 2})


class HeadingsOfAMethod(unittest.TestCase):
    """A page's headings among steps: parts of the method, or its end."""

    def page(self, method: str) -> Dish:
        text = (f"<html><body><h1>Pea pot</h1><h2>Ingredients</h2><ul><li>200 g peas</li>"
                f"<li>1 onion</li></ul>{method}</body></html>")  # fmt: skip
        return read("pot.html", text).dishes[0]

    def test_what_heads_orders_is_a_section(self) -> None:
        for rank in ("h2", "h3", "h4"):
            dish = self.page(
                f"<h2>Preparation</h2><{rank}>Quinoa</{rank}><p>Rinse, then simmer in water.</p>"
                f"<{rank}>Peppers</{rank}><p>Halve and fill.</p><p>Bake for 30 minutes.</p>"
            )
            told = [(step.section, step.text) for step in dish.steps]
            self.assertEqual(told, [("Quinoa", "Rinse, then simmer in water."),
                                    ("Peppers", "Halve and fill."),
                                    ("Peppers", "Bake for 30 minutes.")], rank)  # fmt: skip

    def test_what_heads_remarks_ends_the_method(self) -> None:
        for begun in ("<h2>Method</h2>", "", "<h2>Away we go</h2>"):
            for head, said in (
                ("Make-Ahead and Storage", "The stew keeps for 4 days in the refrigerator."),
                ("Three things to know", "Salt goes in at the end."),
                ("The story of peas", "They came by boat, my grandfather said, in sacks."),
            ):
                dish = self.page(f"{begun}<ol><li>Soak the peas.</li><li>Boil them.</li></ol>"
                                 f"<h3>{head}</h3><p>{said}</p>")  # fmt: skip
                steps = [step.text for step in dish.steps]
                self.assertEqual(steps, ["Soak the peas.", "Boil them."], (begun, head))
                self.assertIn(said, [aside.text for aside in dish.asides])


class RaggedLines(unittest.TestCase):
    """Who writes small and without stops gives each step a line; a page's edge breaks elsewhere."""

    def test_a_line_that_ends_short_ends_a_step(self) -> None:
        said = ("melt butter, soften onion and diced potato 10 mins lid on",
                "milk, beans + their water, bay, simmer 15 mins",
                "sweetcorn in, mash a bit of it against the side so it thickens",
                "lots of pepper")  # fmt: skip
        head = "Bean chowder\n\n2 tins butter beans\n1 onion\n1 pint milk\n\n"
        dish = pie(head + "\n".join(said) + "\n")
        self.assertEqual([step.text for step in dish.steps], [*said])

    def test_lines_broken_at_an_edge_are_one(self) -> None:
        head = "Bean chowder\n\n2 tins butter beans\n1 onion\n1 pint milk\n\n"
        broken = ("melt the butter in a wide pan and soften the onion in it for ten\n"
                  "minutes with the lid on, then pour in the milk and beans and bring\n"
                  "everything very slowly back up to the boil\n")  # fmt: skip
        self.assertEqual(len(pie(head + broken).steps), 1)
