"""Whole recipes in many hands, and the classes of words that they taught the reader."""

import unittest

from snabo_core.foods import library
from snabo_core.quantities import read_line
from snabo_core.recipe import read_recipe
from tests.score_recipes import recipes, score

# (written line, food, grams from, grams to)
LINES = (
    ("a hundred and fifty grams of suet", "suet", 150, 150),
    ("1 nut of butter", "butter", 8, 20),
    ("2 big spoons tomato puree", "tomato_puree", 25, 40),
    ("1 cooking spoon groundnut oil", "groundnut_oil", 20, 60),
    ("mint small bunch", "mint", 10, 40),
    ("oil for the pan", "vegetable_oil", 1, 15),
    ("butter for the dish", "butter", 1, 15),
    ("1 tin black beans (400 g), drained", "black_beans", 220, 260),
    ("1 tin chickpeas, drained (240 g)", "chickpeas", 238, 243),
    ("325 g tin sweetcorn, drained", "sweetcorn", 255, 295),
    ("2 EL olive oil", "olive_oil", 26, 30),
    ("a couple of shakes of black pepper", "black_pepper", 0.1, 2),
    ("600 ml/1 pint milk", "milk", 600, 630),
)
ASKED = (
    ("200 ml cream", "which_one"),
    ("1 tin beans", "which_one"),
    ("60 g hard cheese, grated", "which_one"),
    ("300 ml/1 pint milk", "two_amounts"),
    ("500 g (2 lb) potatoes", "two_amounts"),
)
HEADINGS = (
    ("A. Filling layer", "B. Topping"), ("Part 1: Filling layer", "Part 2: Topping"),
    ("1) Filling layer", "2) Topping"), ("Filling layer", "then for the topping"),
    ("Filling layer ingredients", "Topping ingredients:"), ("~ Filling layer ~", "[Topping]"),
)  # fmt: skip


class Classes(unittest.TestCase):
    """Each stands for many lines."""

    def test_amounts_in_words_and_from_elsewhere(self) -> None:
        for text, food, low, high in LINES:
            with self.subTest(text=text):
                read = read_line(text, library())
                self.assertEqual((read.food, read.doubts), (food, ()))
                self.assertTrue(low <= (read.grams.best or 0) <= high, read.grams)

    def test_what_means_several_things_is_asked_about(self) -> None:
        for text, doubt in ASKED:
            with self.subTest(text=text):
                read = read_line(text, library())
                self.assertIn(doubt, read.doubts)
                self.assertTrue(read.candidates)

    def test_which_cream_offers_creams(self) -> None:
        self.assertEqual(
            set(read_line("200 ml cream", library()).candidates[:3]),
            {"double_cream", "single_cream", "whipping_cream"},
        )
        self.assertEqual(read_line("200 ml double cream", library()).doubts, ())

    def test_optional_in_any_hand(self) -> None:
        for text in ("30 g pine nuts (optional)", "30 g pine nuts (opt)", "30 g pine nuts, opt."):
            read = read_line(text, library())
            self.assertTrue(read.optional, text)
            self.assertNotIn("( )", read.preparation)

    def test_headings_with_letters_and_connectives(self) -> None:
        for first, second in HEADINGS:
            with self.subTest(first=first):
                text = (f"Boat supper\nServes 4\n{first}\n200 g lentils\n1 onion\n{second}\n"
                        "100 g oats\n30 g butter\nMethod\n1. Bake it all.\n")  # fmt: skip
                made = read_recipe(text, library(), None)
                self.assertEqual([p.name for p in made.parts], ["Filling layer", "Topping"])
                self.assertEqual(len(made.parts[1].lines), 2)

    def test_two_lists_side_by_side(self) -> None:
        text = (
            "Leek stew with flatbreads\nServes 4 | Oven: 200 C\n\n"
            "STEW                              FLATBREADS\n"
            "3 leeks, sliced                   300 g plain flour\n"
            "2 cups chicken, cooked and shredded   1 tbsp olive oil\n"
            "                                  180 ml water\n\n"
            "Method\n1 Simmer the leeks, add the chicken.\n2 Mix the dough and fry it.\n"
        )
        made = read_recipe(text, library(), None)
        found = {part.name: [line.text for line in part.lines] for part in made.parts}
        stew = ["3 leeks, sliced", "2 cups chicken, cooked and shredded"]
        breads = ["300 g plain flour", "1 tbsp olive oil", "180 ml water"]
        self.assertEqual(found, {"Stew": stew, "Flatbreads": breads})
        self.assertEqual([step.text[:6] for step in made.steps], ["Simmer", "Mix th"])
        self.assertIn("Oven: 200 C", [aside.text for aside in made.asides])

    def test_a_bottle_is_no_heading(self) -> None:
        text = "Supper\n200 g rice\nhot sauce\n2 eggs\n1 onion\nMethod\n1. Fry.\n"
        self.assertEqual(len(read_recipe(text, library(), None).parts), 1)

    def test_a_numbered_list_has_no_headings(self) -> None:
        text = "Supper\n1. 200 g rice\n2. Salt\n3. 2 eggs\n4. 1 onion\n"
        self.assertEqual(len(read_recipe(text, library(), None).parts), 1)

    def test_servings_in_many_words(self) -> None:
        for line, low, high in (("For 4 persons", 4, 4), ("for 10", 10, 10),
                                ("serves 1 (or 2 if you must)", 1, 2)):  # fmt: skip
            made = read_recipe(f"Pea pot\n{line}\n200 g peas\n1 onion\n", library(), None)
            self.assertEqual((made.told.servings_low, made.told.servings_high), (low, high), line)
            self.assertEqual(len(made.parts[0].lines), 2)

    def test_where_it_is_from_is_not_its_name(self) -> None:
        for line in ("From the kitchen at the ferry", "Re: what to do with peas",
                     "Posted by heron on Friday"):  # fmt: skip
            made = read_recipe(f"{line}\nPea pot\nServes 4\n200 g peas\n1 onion\n", library())
            self.assertEqual(made.title, "Pea pot")


class Whole(unittest.TestCase):
    """Recipes that were opened and read by eye, and others that nobody has tuned to yet."""

    def test_those_that_were_opened(self) -> None:
        marks = score([recipe for recipe in recipes() if not recipe.set_aside])
        for what, least in (
            ("title", 0.97), ("servings", 0.97), ("foods", 0.98), ("slots", 0.96),
            ("headings", 0.97), ("furniture", 0.98), ("times", 0.95), ("plates", 0.92),
        ):  # fmt: skip
            self.assertGreaterEqual(marks.share(what), least, what)
        # A plate outside the careful cook's range never comes without a doubt beside it.
        self.assertEqual(marks.share("plates told"), 1.0)

    def test_those_set_aside(self) -> None:
        aside = [recipe for recipe in recipes() if recipe.set_aside]
        self.assertGreaterEqual(len(aside), 30)
        marks = score(aside)
        for what, least in (("title", 0.9), ("servings", 0.95), ("foods", 0.95), ("slots", 0.85)):
            self.assertGreaterEqual(marks.share(what), least, what)
        self.assertEqual(marks.share("plates told"), 1.0)
