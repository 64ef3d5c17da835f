"""Steps as somebody says them aloud, without a heading, a stop or an amount, told from foods."""

from __future__ import annotations

import unittest

from snabo_core.foods import library
from snabo_core.quantities.kinds import kind_of_line
from snabo_core.recipe import read_recipe
from snabo_core.recipe.jotted import jots_order

STEPS = """
so you put the chicken and the vegetables in the water and simmer an hour and a half
take the chicken out and pull the meat off
first toast the bread on one side
first of all boil the potatoes
well first you want to boil the potatoes
you want to get the onions nice and brown
so what you do is you boil the spuds first
then you're gonna want to mash them
right so start with the onions in butter
get your pan hot
Get a heavy pan hot with a film of oil. Colour the chorizo, lift out.
Colour the chorizo, lift out
pick the meat, reduce the sauce
now the rice goes in
the rice goes in last
once that's soft add the cream
after that you add the milk slowly
give the lentils a rinse
pop it under the grill
stick the lid on
drop the dumplings in
meanwhile do the sauce
you'll know it's done when the top is golden
now for the topping rub the butter into the flour
cheese on top and bake
cook rice
boil pasta
soak beans
for the biscuits mix the cheese eggs and flour and bake at four hundred for twenty minutes
"""
FOODS = """
and 2 carrots
so two onions
so about six potatoes
i put two carrots in
then some butter
then the leeks, chopped
then about a pint of milk
you need the juice of a lemon
take the juice of one lemon
get the good tomatoes
get 2 tins of beans
take the good butter
you want a good strong cheddar
the usual salt and pepper
the stuff that goes on top
some peas if you've got them
Pulled pork 200 g
pick and mix salad
stick celery
pop corn 50g
drop scones
2 onions to chop and fry
First press olive oil
Caramelised onions
Carved ham
baked potatoes
cook-in sauce
bake mix
"""


class Spoken(unittest.TestCase):
    def test_what_is_said_to_be_done_is_a_step(self) -> None:
        for line in STEPS.strip().splitlines():
            self.assertEqual(kind_of_line(line), "step", line)

    def test_what_is_said_to_be_taken_is_a_food(self) -> None:
        for line in FOODS.strip().splitlines():
            self.assertEqual(kind_of_line(line), "food", line)

    def test_a_remark_in_the_same_words_orders_nothing(self) -> None:
        for line in ("You can freeze the raw meatballs", "I freeze the other half"):
            self.assertNotEqual(kind_of_line(line), "step", line)

    def test_a_recipe_told_aloud_keeps_its_list_and_its_steps_apart(self) -> None:
        dish = read_recipe(
            "okay chicken and dumplings this is for six people\none whole chicken\ntwo carrots\n"
            "two cups of flour\nthree quarters of a cup of milk\n"
            "so you put the chicken and the carrots in the pot and simmer an hour and a half\n"
            "take the chicken out and pull the meat off\n"
            "mix the flour and milk and drop spoonfuls in the broth cover and cook ten minutes\n",
            library(),
            None,
        )
        self.assertEqual((dish.title, dish.told.servings_low), ("chicken and dumplings", 6))
        self.assertEqual(sum(len(part.lines) for part in dish.parts), 4)
        self.assertEqual(len(dish.steps), 3)

    def test_orders_jotted_down_in_the_foods_of_the_list_are_steps(self) -> None:
        dish = read_recipe(
            "leek + potato soup\nmade 12/3 - v good\n3 leeks\n4 spuds\n1 l stock\nknob butter\n"
            "glug cream\nbutter + leeks, lid on 10\nspuds + stock 20\nblitz, cream\n"
            "enough for me x4\n",
            library(),
            None,
        )
        self.assertEqual(
            [step.text for step in dish.steps],
            ["butter + leeks, lid on 10", "spuds + stock 20", "blitz, cream"],
        )
        self.assertEqual(dish.told.servings_low, 4)

    def test_a_food_named_again_is_no_order(self) -> None:
        listed = ["200 g leeks", "1 tsp salt", "30 g butter", "olive oil"]
        for line in ("salt, to taste", "olive oil, for frying", "butter, salt", "salt 10",
                     "leeks, sliced", "butter + salt", "butter, in cubes"):  # fmt: skip
            self.assertFalse(jots_order(line, listed), line)
        for line in ("butter + leeks, lid on 10", "blitz, butter", "leeks, salt, grill 5 mins"):
            self.assertTrue(jots_order(line, listed), line)

    def test_a_translation_heads_its_list_and_its_method_in_its_own_words(self) -> None:
        for listed, ordered in (
            ("Products", "Step by step recipe"),
            ("Required ingredients", "Process of cooking"),
            ("Composition:", "Way to prepare"),
            ("We will need:", "Cooking technology"),
        ):
            dish = read_recipe(
                f"Stuffed zucchini\nServings - 4\n{listed}\nZucchini - 4 pcs.\nRice - 80 gr.\n"
                f"{ordered}\nCut the zucchini into barrels.\nPass the onion and carrot.\n",
                library(),
                None,
            )
            foods = [line.food for part in dish.parts for line in part.lines]
            self.assertEqual(foods, ["courgette", "rice"], listed)
            self.assertEqual((dish.parts[0].name, len(dish.steps)), ("Dish", 2), ordered)

    def test_what_is_needed_to_cook_is_one_more_food(self) -> None:
        dish = read_recipe(
            "Filled flatbreads\nMakes 8 | Serves 4\nDough\n200 g flour\n3 g salt\nFilling\n"
            "300 g mashed potatoes\n1 green chilli\nTo cook\nghee\nKnead the dough and rest it.\n"
            "Stuff, seal and roll. Cook in the ghee on both sides.\n",
            library(),
            None,
        )
        listed = {part.name: [line.text for line in part.lines] for part in dish.parts}
        self.assertEqual(listed["To cook"], ["ghee"])
        self.assertEqual(len(dish.steps), 2)

    def test_the_chapters_of_a_film_are_no_cooking_time(self) -> None:
        dish = read_recipe(
            "CRISPY LEEK FRITTERS (full recipe below!!)\n00:00 Intro\n00:45 Filling\n03:10 Frying\n"
            "INGREDIENTS:\n3 leeks\n100 g flour\nINSTRUCTIONS:\nMix and fry for 4 minutes.\n",
            library(),
            None,
        )
        self.assertEqual((dish.title, dish.told.cook_minutes), ("CRISPY LEEK FRITTERS", None))

    def test_what_a_page_files_a_recipe_under_is_no_food(self) -> None:
        for line in ("Vegan · Nut-free · Meal prep", "Quick | Easy | Family favourite",
                     "Recipe code V114", "Parish cookbook, p. 31"):  # fmt: skip
            self.assertEqual(kind_of_line(line), "furniture", line)
        self.assertEqual(kind_of_line("Tofu · rice"), "food")
