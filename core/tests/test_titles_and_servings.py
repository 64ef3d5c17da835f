"""Whatever stands around the name of a dish, it is its name: the law of titles and servings.

Titles, remarks and facts are put together by rule, in the shapes that people paste; the shapes
are from memory. Each title has to come out bare, each number of eaters as it was told, and no
line of the list may be lost or added.
"""

from __future__ import annotations

import random
import re
import unittest
from pathlib import Path

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.recipe import read_recipe

SERVED = Path(__file__).parent / "data" / "served.txt"
HEADS, SEED = 350, 20
# Of so many heads put together at random, one may be read otherwise.
MOST_OTHERWISE = 0.01
EATERS = {2: "two", 3: "three", 4: "four", 5: "five", 6: "six", 8: "eight", 10: "ten"}
TITLES = """
Gran's Leek Pudding|Mushroom and Barley Soup|5-Ingredient Tuna Bake|Three-Bean Chilli (mild)
Chicken, Ham and Leek Pie|"Proper" Fish Pie|Salmon en Croûte|One-Pot Orzo|Potato Salad|Noodles
30-Minute Ramen|Crispy Oven Fries|Kedgeree|Toad in the Hole|Rösti with Smoked Trout|Bread Soup
Pan-fried Gnocchi with Sage|Pumpkin Ravioli (from scratch)|Curried Parsnip Soup|Cabbage Rolls
Egg Fried Rice|Boulangère Potatoes|Polenta with Mushroom Ragù|Aunt Bettina's Kugel|Onion Tart
Beef and Ale Stew with Herb Dumplings|Savoury Bread and Butter Pudding|Lentils with Sausages
PULLED PORK SLIDERS|Tuna melt jackets|Chestnut & Lentil Wellington|Cold Sesame Noodles|Egg Curry
Barley "Risotto"|Not Quite Stroganoff|Bangers with Onion Gravy|Old-Fashioned Chicken and Dumplings
"""
SHAPES = """
{}|{}|{}|# {}|**{}**|Recipe: {}|{}:|{}.|~ {} ~|{} - recipe|--- {} ---|Title: {}|Name: {}|1. {}|{}!
<h1>{}</h1>|_{}_|» {}|{} | Nora's Kitchen Table|{} - The Kettle Blog|Fwd: {}|Subject: {}|Re: {}
Tonight: {}|[{}]|Dish: {}|Recipe name: {}|RECIPE: {}|Recipe for {}|***{}***|{} (page 42)|p. 42 {}
No. 17: {}|{} (v)|== {} ==|{} :)|{} [tested]|{} by Nora|{}, by Nora Field|NEW: {}|{} v2
{} (updated)|{} (from the blue notebook)|Recipe 4 – {}|THE RECIPE: {}|Meal 3: {}|Supper 2 – {}
{} the one you liked|{}              Ruth Ann P.|{}          Nora Field
"""
ABOVE = """
|||Home > Recipes > Dinner|Jump to recipe|Print|12 January 2019|Nora's notebook|Hi Jo,|Mains
DINNER|From the kitchen of Nora|Posted by Nora on 3 May 2020|Recipe of the week|Soups & Stews
★★★★★|Tested twice|Hello everyone, here is the recipe you asked for:|Advertisement|Pinned recipe
Category: Mains|Here it is!|Source: my aunt|Date: 4/5/2021|As promised,|Weeknight dinners
Tried it, loved it.|Page 12|2 of 14|Copied from the back of the packet|Episode 12|Reader recipe
Community cookbook 1987|Meat dishes|Low carb|What we ate this week|Serves well with a green salad.
Filed under: comfort food|Table of contents|Starters & small plates|Cooking with Nora
Meat-free Monday|Step-by-step|Made this last night!!|***
"""
BELOW = """
|||By Nora Field|A warming dish for cold nights.|Author: Nora Field|4.5 (112 ratings)|Pub. 2014
Easy|I first had this in a railway café in the rain and never forgot it.|Gluten free · Freezable
Course: Main {} Cuisine: British|This is the one my kids ask for.|Adapted from an old notebook
Keywords: dinner, easy|from Aunt Bettina|(no sugar!)|Autumn, 2012|Tools: big pot, whisk
Rating: 4/5|recipe: Nora Field|I make double and freeze half.|Cost: about 6 euros|Spice level: 2/5
156 comments|Last cooked: 3 March|Tags: leeks, winter|see also: leek tart|Makes great leftovers.
"""
TIMES = """
||Prep 20 min, cook 40 min|Prep time: 20 minutes\\nCook time: 40 minutes|Total time 1 hour
Ready in 1 hr|Takes 1 hour|1 hour|Cook 40 mins|Oven: 200C
"""
FED = """
Serves {n}|Serves {word}|Serves {word}.|Serves {n} as a main course|Servings : {n}
Number of servings: {n}|Yield: {n}|Yield: Serves {n}|Makes {n} generous portions
Feeds a family of {word}|For {n} persons|{n} serves|{n} people|Enough for {word} people
Should feed {n}|To serve {n}|Serving size: {n} people|Covers: {n}|Servings\\n{n}|Serves - {n}
Serves {n} with leftovers|(Serves {n})|*Serves {n}*|Amount: {n} servings|4-5 hours; serves {n}
Supper for {n}|Headcount: {n}|Serves (people): {n}|Serves {n}; 45 min|Serves {n}*
Easy · {n} servings · 45 min|Takes 45 minutes. Serves {n}.|No. servings {n}|Servings/yield: {n}
"""
LISTS = (
    (
        ("2 onions, chopped", "300 g potatoes, diced", "2 tbsp olive oil", "500 ml chicken stock"),
        "Fry the onions in the oil for 10 minutes.\nAdd the potatoes and stock and simmer.",
    ),
    (
        ("500g beef mince", "1 tin chopped tomatoes", "2 carrots", "400g penne"),
        "Brown the mince, add the carrots and tomatoes.\nBoil the penne and stir through.",
    ),
    (
        ("1 cup long grain rice", "2 cups water", "1 lb shrimp", "2 tsp paprika"),
        "Cook the rice in the water for 15 minutes.\nSaute the shrimp with the paprika.",
    ),
)


def _pool(text: str) -> list[str]:
    lines = text.strip("\n").replace(" | ", "\0").split("\n")
    return [one.replace("\0", " | ") for line in lines for one in line.split("|")]


def _bare(title: str) -> str:
    return re.sub(r"[\W_]+", " ", title.lower()).strip().removesuffix(" recipe")


def _list(at: random.Random) -> tuple[str, int]:
    lines, steps = at.choice(LISTS)
    head = at.choice(("Ingredients", "Ingredients:", "INGREDIENTS", "You will need"))
    method = at.choice(("Method", "Directions", "Steps:"))
    return "\n".join((head, *lines, "", method, steps)), len(lines)


def _read(text: str) -> Dish:
    return read_recipe(text, library(), None)


class Heads(unittest.TestCase):
    """Heads put together from titles, what stands above and below, servings and times."""

    def test_titles_and_servings_among_all_else(self) -> None:
        at = random.Random(SEED)  # noqa: S311
        titles, shapes, above = _pool(TITLES), _pool(SHAPES), _pool(ABOVE)
        below, times, fed = _pool(BELOW), _pool(TIMES), _pool(FED)
        otherwise = []
        for _ in range(HEADS):
            title, count = at.choice(titles), at.choice(list(EATERS))
            served = at.choice(fed).format(n=count, word=EATERS[count]).replace("\\n", "\n")
            facts = [served, at.choice(times).replace("\\n", "\n"), at.choice(below)]
            at.shuffle(facts)
            listed, lines = _list(at)
            head = [at.choice(above), at.choice(shapes).format(title), *facts]
            text = at.choice(("\n", "\n\n")).join(filter(None, head)) + f"\n\n{listed}"
            dish = _read(text)
            found = sum(len(part.lines) for part in dish.parts)
            if (_bare(dish.title), dish.told.servings_low, found) != (_bare(title), count, lines):
                otherwise.append((dish.title, dish.told.servings_low, found, text))
        self.assertLessEqual(len(otherwise), HEADS * MOST_OTHERWISE, otherwise)

    def test_whom_it_serves_in_many_words(self) -> None:
        """Below the title, apart from it, behind the method, in brackets: the same number."""
        lines, steps = LISTS[0]
        listed = "\n".join((*lines, "", "Method", steps))
        for line in SERVED.read_text().splitlines():
            served, _, told = line.partition("|")
            for text in (
                f"Leek Bake\n{told}\n\nIngredients\n{listed}",
                f"Leek Bake\n\n{told}\n\n{listed}",
                f"Leek Bake\nBy Nora Field\n\nIngredients\n{listed}\n\n{told}",
            ):
                with self.subTest(text=text):
                    dish = _read(text)
                    found = sum(len(part.lines) for part in dish.parts)
                    said = (dish.title, dish.told.servings_low, found)
                    self.assertEqual(said, ("Leek Bake", float(served), len(lines)))

    def test_the_head_of_a_list_says_it(self) -> None:
        lines, steps = LISTS[0]
        for head, served, makes in (
            ("INGREDIENTS (makes 4)", 4.0, "4"),
            ("Ingredients – makes 12", 12.0, "12"),
            ("Ingredients (makes 4 tacos)", None, "4 tacos"),
            ("Ingredients (serves 4)", 4.0, ""),
        ):
            dish = _read("\n".join(("Leek Bake", "", head, *lines, "", "Method", steps)))
            told = (dish.told.servings_low, dish.told.makes, len(dish.parts[0].lines))
            self.assertEqual(told, (served, makes, len(lines)), head)

    def test_what_describes_a_dish_is_part_of_its_name(self) -> None:
        """And who made it is not: both stand behind a dash, with two capitals."""
        lines, steps = LISTS[0]
        for behind, whose in (
            ("Picnic Style", False), ("Slow Cooker", False), ("Winter Edition", False),
            ("Extra Hot", False), ("Step by Step", False), ("Odile Martin", True),
        ):  # fmt: skip
            title = f"Leek Bake – {behind}"
            dish = _read("\n".join((title, "", *lines, "", "Method", steps)))
            self.assertEqual(dish.title, "Leek Bake" if whose else title)

    def test_a_list_without_a_name_keeps_its_first_food(self) -> None:
        for first in (
            "3 leeks", "4 chicken thighs", "One chicken", "2 sheets ready-rolled puff pastry",
            "1 cauliflower, cut into florets", "Four ounces of fresh white breadcrumbs",
            "salt to taste", "butter, for greasing", "zest of 2 lemons", "heaped tsp cornflour",
            "mushrooms x 6", "1 potatoe, peeled",
        ):  # fmt: skip
            for above in ("", "Serves 4\n\n"):
                dish = _read(f"{above}{first}\n2 onions\n200 g rice\n\nSimmer it all.\n")
                with self.subTest(first=first, above=above):
                    self.assertEqual([len(part.lines) for part in dish.parts], [3])
                    self.assertEqual(dish.title, "Dish without a name")

    def test_a_number_alone_below_a_name(self) -> None:
        """It says for how many; one that nobody cooks for is the number of a page."""
        for said, served in (
            ("4", (4.0, 4.0)), ("four or five", (4.0, 5.0)), ("between 4 and 6", (4.0, 6.0)),
            ("4 generously, 6 at a pinch", (4.0, 6.0)), ("just me", (1.0, 1.0)),
            ("1 bowl", (1.0, 1.0)), ("4 for dinner", (4.0, 4.0)), ("88", (None, None)),
        ):  # fmt: skip
            dish = _read(f"Leek Bake\n{said}\n3 leeks\n200 g rice\n\nSimmer it all.\n")
            told = (dish.told.servings_low, dish.told.servings_high)
            self.assertEqual((told, len(dish.parts[0].lines)), (served, 2), said)

    def test_a_name_behind_what_is_told_of_it(self) -> None:
        for head, served in (
            ("Serves 4 | Leek Bake", 4.0), ("Dinner for Two: Leek Bake", 2.0),
            ("Supper for four - Leek Bake", 4.0),
        ):  # fmt: skip
            dish = _read(f"{head}\n\n3 leeks\n200 g rice\n\nSimmer it all.\n")
            self.assertEqual((dish.title, dish.told.servings_low), ("Leek Bake", served))
