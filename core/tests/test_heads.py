"""What stands around a recipe: its title among columns and labels, and for how many it is."""

from __future__ import annotations

import unittest

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.recipe import read_recipe
from snabo_core.recipe.titles import title_of

LIST = "500 g potatoes\n1 onion\n2 tbsp oil\n"
METHOD = "Method\nBoil the potatoes for 20 minutes.\nFry the onion in the oil.\n"
NAME = "Potato and onion pan"

# Lines under the title, and from how many to how many they feed.
SERVES = (
    ("Ingredients (serves 4)", 4, 4),
    ("Dinner for 2 + lunch the next day", 2, 2),
    ("Sized for 3", 3, 3),
    ("We get 4 portions out of this.", 4, 4),
    ("Enough for me and two kids", 3, 3),
    ("Single serving", 1, 1),
    ("Just for me", 1, 1),
    ("Makes 12 (3 each)", 4, 4),
    ("12 pieces; 4 servings", 4, 4),
    ("One 23 cm tart, serves 8", 8, 8),
    ("Servings....4", 4, 4),
    ("Serves c. 4", 4, 4),
    ("To feed 4", 4, 4),
    ("6 lunch boxes", 6, 6),
    ("This will do 4 easily", 4, 4),
    ("\U0001f468\u200d\U0001f469\u200d\U0001f466 3", 3, 3),
    ("For 6 (or 4 greedy ones)", 6, 6),
    ("Zutaten für 2 Personen", 2, 2),
    ("Serving Size: 1 slice  Servings: 8", 8, 8),
    ("8 Portionen", 8, 8),
    ("Ingredients for 5 servings:", 5, 5),
    ("For 3 people you will need", 3, 3),
    ("You will need (for 6):", 6, 6),
    ("Ingredients - 2 portions", 2, 2),
    ("To serve 6 you will need:", 6, 6),
    ("Ingredients [5 pers.]", 5, 5),
    ("INGREDIENTS | SERVES 2", 2, 2),
    ("Ingredients (makes 6 generous bowls)", 6, 6),
    ("Doses for 3 people", 3, 3),
    ("Ingredients for six", 6, 6),
    ("Serves\nfive", 5, 5),
    ("Yield: one 9x13 pan (8 servings)", 8, 8),
    ("Sufficient for 7 or 8 persons", 7, 8),
    ("Covers: 10", 10, 10),
    ("makes 5 meals", 5, 5),
    ("This feeds a family of 5", 5, 5),
    ("For a family of six", 6, 6),
    ("2 adults and 3 kids", 5, 5),
    ("Serves 2 adults + 2 children", 4, 4),
    ("Serves two (or one very hungry person)", 2, 2),
    ("x6 servings", 6, 6),
    ("No. of servings - 8", 8, 8),
    ("Quantity: 6 portions", 6, 6),
    ("Serves a crowd (10-12)", 10, 12),
    ("Dinner for two", 2, 2),
    ("serves 5ish", 5, 5),
    ("Diners: 6", 6, 6),
    ("for two tired people", 2, 2),
    ("Serves 6 (8 if there is bread)", 6, 8),
    ("Makes 4 bagels - 1 per person", 4, 4),
    ("Batch = 12 covers", 12, 12),
    ("Serves: 1 big + 2 small people", 3, 3),
    ("for 4 heads", 4, 4),
    ("Serves a full table (12)", 12, 12),
    ("Cuts into 12 squares, about 6 lunches", 6, 6),
)
# Behind the method.
SERVES_BEHIND = (
    ("Makes 6 servings. Enjoy!", 6, 6),
    ("Sufficient for 7 or 8 persons. Seasonable at any time.", 7, 8),
    ("This is enough for five.", 5, 5),
    ("Feeds 6 if nobody goes back", 6, 6),
    ("Divide between 3 plates and serve.", 3, 3),
    ("Ladle into six warm bowls.", 6, 6),
    ("Makes 6 big waffles, 2 each", 3, 3),
    ("Makes enough for Sunday dinner, 8 of us.", 8, 8),
)
# What is no answer to "for how many".
SILENT = ("Makes a 23 cm tart", "2 large serving dishes", "Covers 2 trays with foil.")
ABOVE = (
    "WEEK 3 THURSDAY", "Sunday 12 May", "THE VILLAGE COOKBOOK", "Photo of card:",
    "Difficulty: easy",
    "MIDWEEK", "Page 3 of 12", "Standardised recipe no. 1147", "12/11/23", "Recipe of the week",
    "from Gran's tin box", "Dinner", "#potatoandonionpan", "Chapter 4: Suppers", "Vegetarian",
    "Recipe 12", "Gluten free", "Meal Plan - Dinner - Day 9", "To drink: a young red wine",
    "Client: K.", "Recipe ref: MD-031", "Rating 5(1,204)", "LOW-CARB WINTER PLAN          Week 2",
)  # fmt: skip
LABELLED = (
    "Recipe: {}", "Title: {}", "Today's recipe: {}", "{}, covers 10, GN 1/2",
    "{} | The Copper Ladle",
    "Recipes > Mains > {}", "Name of dish: {}", "{} (v) (gf)", "{} - serves 4", "{} [Serves 4]",
    "{} / 4 pers", "1. {}", "Subject: {}", "P. 47 {}", "{}.........47", "{} (30 minutes!)",
    "{} - Copper Ladle Recipes", "{} (serves six)",
    "{} (V) SERVES 8 COST: £4", "{}. Feeds 8.", "{}, serves 4, prep 10, cook 20",
    "Today we're making {}", "2026-03-14 {}",
    "DISH: {}     YIELD: 10 ptn     PREP DATE: ____",
    "My whole family said this was the best thing I have cooked in years: {}",
)  # fmt: skip
KEPT = (
    "Seven-Layer Bake", "3-Cheese Gnocchi Bake", "Chicken Pie - Grandma's way",
    "Ferry stew – the real one", "Beans on toast x6",
    "Fish & Chips / Two Ways", "Rice and peas, Sunday style", "Dinner",
)  # fmt: skip


def _read(text: str) -> Dish:
    return read_recipe(text, library(), None)


class Servings(unittest.TestCase):
    """For how many, however it is said."""

    def test_under_the_title(self) -> None:
        for said, low, high in SERVES:
            with self.subTest(said):
                dish = _read(f"{NAME}\n\n{said}\n\n{LIST}\n{METHOD}")
                self.assertEqual((dish.told.servings_low, dish.told.servings_high), (low, high))
                self.assertEqual(dish.title, NAME)
                self.assertEqual([len(part.lines) for part in dish.parts], [3])

    def test_behind_the_method(self) -> None:
        for said, low, high in SERVES_BEHIND:
            with self.subTest(said):
                dish = _read(f"{NAME}\n{LIST}\n{METHOD}{said}\n")
                self.assertEqual((dish.told.servings_low, dish.told.servings_high), (low, high))

    def test_not_guessed(self) -> None:
        for said in SILENT:
            with self.subTest(said):
                self.assertTrue(_read(f"{NAME}\n{LIST}\n{METHOD}{said}\n").servings_assumed)

    def test_told_in_a_chat(self) -> None:
        dish = _read(
            "okay barley with mushrooms it does six people you need 300 grams of pearl barley "
            "a litre of vegetable stock one onion a knob of butter a glass of white wine and "
            "a handful of parsley so fry the onion in the butter for five minutes"
        )
        self.assertEqual(dish.servings, 6)
        self.assertEqual(
            [line.food for part in dish.parts for line in part.lines],
            ["barley", "vegetable_stock", "onion", "butter", "white_wine", "parsley"],
        )


class Titles(unittest.TestCase):
    """The name of the dish, and nothing beside it."""

    def test_what_stands_above(self) -> None:
        for above in ABOVE:
            with self.subTest(above):
                dish = _read(f"{above}\n{NAME}\n\n{LIST}\n{METHOD}")
                self.assertEqual(dish.title, NAME)
                self.assertEqual([len(part.lines) for part in dish.parts], [3])
                self.assertIn(" ".join(above.split()), [aside.text for aside in dish.asides])

    def test_a_title_goes_on_with_servings_and_times(self) -> None:
        for behind in (
            ", serves 4, 40 mins", " | 4 portions | 40 min", " (serves 4, takes 40 minutes)",
            " - serves 4 - 40 minutes", " / serves 4 / 40 min", " (40 min, serves 4)",
            " for 4 (40 mins)", " ~ serves 4, 40 min", " {serves 4, 40 min}",
        ):  # fmt: skip
            dish = read_recipe(f"{NAME}{behind}\n\n{LIST}\n{METHOD}", library(), None)
            told = dish.told
            self.assertEqual((dish.title, told.servings_low), (NAME, 4), behind)
            self.assertEqual(told.total_minutes, 40, behind)

    def test_signs_around_a_title_are_no_part_of_it(self) -> None:
        for said in (
            f'"{NAME}"', f"“{NAME}”", f"({NAME})", f"<b>{NAME}</b>", f"{NAME} ->", f"{NAME} /",
            f"{NAME} #supper #pan", f"Recipe for {NAME}", f"Copy of {NAME}", f"-- {NAME} --",
        ):  # fmt: skip
            self.assertEqual(title_of(said)[0], NAME, said)
        self.assertEqual(title_of('"Risotto" of celeriac')[0], '"Risotto" of celeriac')

    def test_what_stands_above_alone_is_the_title(self) -> None:
        self.assertEqual(_read(f"Supper\n\n{LIST}\n{METHOD}").title, "Supper")

    def test_labels_and_tails(self) -> None:
        for around in LABELLED:
            with self.subTest(around):
                self.assertEqual(title_of(around.format(NAME))[0], NAME)

    def test_what_belongs_to_it(self) -> None:
        for title in KEPT:
            with self.subTest(title):
                self.assertEqual(title_of(title)[0], title)

    def test_told_at_the_end(self) -> None:
        dish = _read(f"Ingredients:\n{LIST}\n{METHOD}Name of recipe: {NAME}\n")
        self.assertEqual(dish.title, NAME)

    def test_asked_for_in_a_letter(self) -> None:
        letter = (
            "Dear Hattie,\n\nHere is the recipe for the corn pudding you asked about. It is old."
        )
        steps = "Beat 3 eggs with a cup of cream. Fold in 3 cups corn. Bake 50 minutes."
        dish = _read(f"{letter}\n\n{steps}\n")
        self.assertEqual(dish.title, "Corn pudding")
        self.assertEqual([line.food for line in dish.parts[0].lines],
                         ["egg", "heavy_cream", "sweetcorn"])  # fmt: skip

    def test_no_name_is_lost(self) -> None:
        """A better title sets the first words aside; behind the list nothing names anew."""
        dish = _read(f"Harbour talk, part of it\nRecipe: {NAME}\n\n{LIST}\n{METHOD}")
        self.assertEqual(dish.title, NAME)
        self.assertIn("Harbour talk, part of it", [aside.text for aside in dish.asides])
        noted = _read(f"{NAME}\n\n{LIST}\n{METHOD}\nNotes\nRecipe: adapted from my gran\n")
        self.assertEqual(noted.title, NAME)
        self.assertIn("Recipe: adapted from my gran", [aside.text for aside in noted.asides])

    def test_an_answer_to_a_question(self) -> None:
        """What was asked for names the dish; a line with an amount does not."""
        dish = _read(f"Re: Re: best dumplings?\n\nOne hen, about 4 lbs\n{LIST}\n{METHOD}")
        self.assertEqual(dish.title, "best dumplings")
        self.assertEqual(dish.parts[0].lines[0].food, "chicken_whole")

    def test_once_more_above_the_list(self) -> None:
        dish = _read(f"Recipes > Mains > {NAME}\n{NAME}\n\n{LIST}\n{METHOD}")
        self.assertEqual([part.name for part in dish.parts], ["Dish"])


class Sorted(unittest.TestCase):
    """What goes on between the title and the steps."""

    def test_story_before_the_list(self) -> None:
        said = "(Kartoffelpfanne)\nWhy you'll love it\nCheap and quick"
        dish = _read(f"{NAME}\n{said}\nIngredients\n{LIST}{METHOD}")
        self.assertEqual([len(part.lines) for part in dish.parts], [3])
        self.assertEqual(len(dish.asides), 3)

    def test_a_card_in_two_columns(self) -> None:
        card = "500 g potatoes        1 onion\n2 tbsp oil            salt & pepper"
        dish = _read(f"{NAME}\n{card}\n\n{METHOD}")
        foods = [line.food for part in dish.parts for line in part.lines]
        self.assertEqual(foods, ["potato", "onion", "vegetable_oil", "salt", "black_pepper"])

    def test_the_head_of_a_table(self) -> None:
        dish = _read(
            f"{NAME}\nQty\tUnit\tIngredient\tPrep\n500\tg\tpotatoes\tpeeled\n1\tea\tonion\t\n\n{METHOD}"
        )
        self.assertEqual([part.name for part in dish.parts], ["Dish"])
        self.assertEqual([line.food for line in dish.parts[0].lines], ["potato", "onion"])

    def test_a_table_in_commas(self) -> None:
        table = "ingredient,amount,unit,notes\npotatoes,500,g,peeled\nonion,2,,"
        dish = _read(f"{NAME}\n{table}\n\n{METHOD}")
        self.assertEqual([line.text for line in dish.parts[0].lines],
                         ["500 g potatoes, peeled", "2 onion"])  # fmt: skip

    def test_a_page_with_votes_and_comments_above(self) -> None:
        """What stands above the list never ends the recipe."""
        above = "Rating 5(1,204)\nComments Read comments\n4.9 from 88 votes"
        below = "Comments\nI put in 3 onions!"
        dish = _read(f"{NAME}\n{above}\n\nINGREDIENTS\n{LIST}\n{METHOD}\n{below}\n")
        self.assertEqual(len(dish.parts[0].lines), 3)
        self.assertEqual(len(dish.steps), 2)

    def test_a_step_before_the_list(self) -> None:
        dish = _read(f"{NAME}\nOven 350. 1 hr. Serves 6.\n{LIST}\nFry the onion. Bake it all.\n")
        self.assertEqual(len(dish.parts[0].lines), 3)
        self.assertEqual(dish.servings, 6)

    def test_what_the_next_lines_weigh_is_their_heading(self) -> None:
        lines = "Rice & peas\n2 cups rice\n1 tin peas\nChicken\n3 lb chicken\n1 onion"
        dish = _read(f"{NAME}\n{lines}\n\n{METHOD}")
        self.assertEqual([part.name for part in dish.parts], ["Rice & peas", "Chicken"])

    def test_numbers_without_dots(self) -> None:
        """Counted from one, with a command among them: steps. Without one: foods."""
        dish = _read(f"{NAME}\n{LIST}\n1 fry onion\n2 potatoes in, lid on\n3 wait 20 min\n")
        self.assertEqual([step.text for step in dish.steps],
                         ["fry onion", "potatoes in, lid on", "wait 20 min"])  # fmt: skip
        self.assertEqual(len(dish.parts[0].lines), 3)
        foods = _read(f"{NAME}\n1 onion\n2 carrots\n3 potatoes\n\n{METHOD}")
        self.assertEqual(len(foods.parts[0].lines), 3)
        self.assertEqual(len(foods.steps), 2)

    def test_grams_told_once(self) -> None:
        dish = _read(f"{NAME}\nButter 90\nFish stock 1200\nSalt 20\nall weights in g\n{METHOD}")
        self.assertEqual([line.grams for line in dish.parts[0].lines], [90, 1200, 20])
        self.assertFalse(any(line.doubts for line in dish.parts[0].lines))

    def test_grams_nobody_told(self) -> None:
        """They are read as grams, and every one is asked about."""
        dish = _read(f"{NAME}\nButter 90\nFish stock 1200\nPrawns 300\nPeas 200\nEggs 2\n{METHOD}")
        weighed = dish.parts[0].lines[:4]
        self.assertEqual([line.grams for line in weighed], [90, 1200, 300, 200])
        self.assertTrue(all("unit_guessed" in line.doubts for line in weighed))

    def test_counts_are_no_grams(self) -> None:
        dish = _read(f"{NAME}\nOnions 2\nCarrots 3\nPotatoes 4\nEggs 2\nLeeks 1\n{METHOD}")
        self.assertFalse(any("unit_guessed" in line.doubts for line in dish.parts[0].lines))

    def test_any_article_before_a_measure(self) -> None:
        dish = _read(
            "A pot\nHeat an tin of tomatoes with A knob of butter. Simmer it for 20 minutes."
        )
        self.assertEqual([line.food for line in dish.parts[0].lines], ["tomato", "butter"])

    def test_an_old_book(self) -> None:
        """A paragraph that begins like an ingredient is a method; its amounts are the list."""
        dish = _read(
            "A good pudding\nTake a quart of split peas, soak them overnight. Boil them 2 hours. "
            "Rub through a sieve; add 2 oz. of butter, the yolks of 2 eggs.\n"
            "Sufficient for 7 persons."
        )
        foods = [line.food for part in dish.parts for line in part.lines]
        self.assertEqual(foods, ["split_peas", "butter", "egg_yolk"])
        self.assertEqual(dish.servings, 7)
