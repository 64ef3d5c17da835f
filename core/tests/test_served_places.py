"""For whom a dish is, behind its name and in files: the same words count the same eaters there.

The wordings are those of `data/served.txt`, told behind the title, at the head of a list and in the
fields of a file.
"""

import html
import json
import unittest
from collections.abc import Callable
from pathlib import Path

from snabo_core.dish import Dish
from snabo_core.exchange.markdown import read_markdown
from snabo_core.foods import library
from snabo_core.recipe import read_recipe
from tests.test_saved_files import read

SERVED = Path(__file__).parent / "data" / "served.txt"
LINES, STEPS = ("200 g peas", "2 leeks", "1 tbsp oil"), ("Fry the leeks.", "Add the peas.")
LIST = "\n".join(("", *LINES, "", "Method", *STEPS, ""))
MARKED = "\n".join(("", *(f"- {line}" for line in LINES), "", "## Method", "",
                    *(f"1. {step}" for step in STEPS), ""))  # fmt: skip
# What nobody writes there, or what says something else behind a colon or in brackets.
ELSEWHERE = {"4 servings (1 1/2 cups each)", "4 Portions (can be doubled)", "For 4 (main)",
             "Makes 4 servings, about 2 cups each", "Makes 4 servings of 1 1/2 cups",
             "Makes about 4 one-cup servings", "Makes 4 (2-cup) servings", "Nos served 4",
             "Dishes up 4", "Dishes out 4 plates", "Gets you 4 dinners", "4 servings in total",
             "Pour 4 personnes", "Für 4 Personen", "Voor 4 personen", "Para 4 personas",
             "Dla 4 osób", "for four to share", "Number served: 4", "Per 4"}  # fmt: skip

# What above a name is a name itself.
NAMES_ABOVE = {"Brunch for 6", "Dishes out 4 plates", "Measures for 4"}


def pasted(text: str) -> Dish:
    """Read a recipe as a cook pastes it."""
    return read_recipe(text, library())


def told(**thing: object) -> Dish:
    """Return the dish of a file of schema.org."""
    recipe = {"@context": "https://schema.org", "@type": "Recipe", "name": "Pea pan",
              "recipeIngredient": [*LINES], "recipeInstructions": [*STEPS]}  # fmt: skip
    return read("pan.json", json.dumps(recipe | thing)).dishes[0]


def page(head: str, listed: str = "<h2>Ingredients</h2>") -> Dish:
    """Return the dish of a page with words below its name, and a head of its list."""
    items = "".join(f"<li>{line}</li>" for line in LINES)
    steps = "".join(f"<li>{step}</li>" for step in STEPS)
    body = f"<h1>Pea pan</h1>{head}{listed}<ul>{items}</ul><h2>Method</h2><ol>{steps}</ol>"
    return read("pan.html", f"<html><body>{body}</body></html>").dishes[0]


def noted(said: str, head: str = "## Ingredients") -> Dish:
    """Return the dish of a note in Markdown."""
    return read("pan.md", f"# Pea pan\n\n{said}\n\n{head}\n{MARKED}").dishes[0]


PLACES: dict[str, Callable[[str], Dish]] = {
    "behind a dash": lambda said: pasted(f"Pea pan - {said}\n{LIST}"),
    "behind a comma": lambda said: pasted(f"Pea pan, {said}\n{LIST}"),
    "behind a colon": lambda said: pasted(f"Pea pan: {said}\n{LIST}"),
    "in brackets": lambda said: pasted(f"Pea pan ({said})\n{LIST}"),
    "in a note": noted,
    "in the head of a note's list": lambda said: noted("A story.", f"## Ingredients\n\n{said}\n"),
    "as the first line of a list": lambda said: told(recipeIngredient=[said, *LINES]),
    "as a yield": lambda said: told(recipeYield=said),
    "on a page": lambda said: page(f"<p>{html.escape(said)}</p>"),
    "above a page's list": lambda said: page("", f"<h2>Ingredients</h2><p>{html.escape(said)}</p>"),
}


class Places(unittest.TestCase):
    """Every wording, in two of the places where it may stand."""

    def test_whom_a_dish_serves_is_the_same_everywhere(self) -> None:
        rows = [row.partition("|")[::2] for row in SERVED.read_text().splitlines()]
        rows = [(count, said) for count, said in rows if said not in ELSEWHERE]
        names = list(PLACES)
        for number, (count, said) in enumerate(rows):
            for name in (
                names[number % len(names)],
                names[(number + number // 7 + 3) % len(names)],
            ):
                with self.subTest(said, place=name):
                    dish = PLACES[name](said)
                    lines = tuple(line.text for part in dish.parts for line in part.lines)
                    self.assertEqual((dish.title, lines), ("Pea pan", LINES))
                    self.assertEqual(dish.told.servings_low, float(count))

    def test_above_the_name_as_below_it(self) -> None:
        def read_both(said: str) -> list[tuple[object, ...]]:
            heads = (f"Pea and ham bake\n{said}\n", f"{said}\nPea and ham bake\n")
            dishes = [pasted(f"{head}{LIST}") for head in heads]
            return [
                (dish.title, dish.told.servings_low, dish.told.servings_high, dish.told.makes)
                for dish in dishes
            ]

        for row in SERVED.read_text().splitlines():
            said = row.partition("|")[2]
            with self.subTest(said):
                below, above = read_both(said)
                if said not in NAMES_ABOVE:
                    self.assertEqual(above, below)

    def test_the_head_of_a_list_is_no_word_of_how_many_eat(self) -> None:
        """A cook who opens the file reads "4" above the list, and its heading once."""
        for head in ("Ingredients (serves 4)", "Ingredients for 4 people"):
            told = read_markdown(f"# Pea pan\n\n## {head}\n{MARKED}")
            assert told is not None
            self.assertEqual((told.serves, told.words().count("Ingredients")), ("4", 1))

    def test_a_name_alone_loses_nothing(self) -> None:
        names = (
            "Chicken, ham and leek pie",
            "Noodles: hot and sour",
            "Bread & tomato soup",
            "Three-bean chilli (mild)",
            "Fish - the Friday one",
            "Eggs, four ways",
        )
        for name in names:
            with self.subTest(name):
                self.assertEqual(pasted(f"{name}\n{LIST}").title, name)


if __name__ == "__main__":
    unittest.main()
