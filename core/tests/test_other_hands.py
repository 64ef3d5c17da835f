"""Lines and whole recipes as other hands write them: what was once read wrong without saying so."""

from __future__ import annotations

import unittest

from snabo_core.dish import Dish, Line
from snabo_core.foods import library
from snabo_core.plate import plate_of
from snabo_core.plate.setting import Setting
from snabo_core.quantities.kinds import is_step, kind_of_line
from snabo_core.quantities.reading import read_lines
from snabo_core.recipe import read_recipe
from snabo_core.recipe.from_steps import lines_in_steps
from snabo_core.recipe.servings import Servings, only_servings, servings_in
from snabo_core.recipe.times import minutes_of
from snabo_core.recipe.titles import title_of
from snabo_core.swaps.book import book
from snabo_core.swaps.roles import propose_slots
from snabo_core.views.preview import preview


def read(*written: str) -> Dish:
    """Return a pasted text as it is read, its slots proposed."""
    return propose_slots(read_recipe("\n".join(written), library(), None), book(), library())


def lines(dish: Dish) -> list[Line]:
    """Return every line of a dish."""
    return [line for part in dish.parts for line in part.lines]


def roles(dish: Dish) -> dict[str, set[str | None]]:
    """Return the foods of every proposed role."""
    return {
        slot.role: {line.food for line in part.lines if line.id in slot.line_ids}
        for part in dish.parts
        for slot in part.slots
    }


class Lines(unittest.TestCase):
    """One line each, with what a careful cook reads in it; grams are from memory."""

    def weighed(self, text: str, **wanted: tuple[float, float]) -> None:
        found = {line.food: line.grams for line in read_lines(text, library())}
        self.assertEqual(set(found), set(wanted), text)
        for food, (low, high) in wanted.items():
            best = found[food].best
            self.assertTrue(best is not None and low <= best <= high, (text, food, best))

    def test_a_bird_or_its_meat(self) -> None:
        for text in ("500 g chicken, diced", "500 g skinless chicken, cubed"):
            self.weighed(text, chicken_strips=(490, 510))
            self.assertEqual(read_lines(text, library())[0].doubts, ())
        self.weighed("1 chicken, jointed", chicken_whole=(800, 1200))
        self.weighed("3 lbs chicken, cut up", chicken_whole=(750, 1000))
        # Nothing tells whether there are bones in it: the line asks.
        for text in ("500 g chicken", "1.5 kg chicken"):
            self.assertEqual(read_lines(text, library())[0].doubts, ("with_bones",), text)

    def test_roasts_weigh_their_bone(self) -> None:
        self.weighed("1 leg of lamb, about 2 kg", lamb_leg=(1200, 1600))
        self.weighed("1 turkey crown, 2 kg", turkey_whole=(1200, 1600))
        self.weighed("1 duck, about 2 kg", duck=(1200, 1600))
        self.weighed("1 kg leg of lamb, boned", lamb_leg=(980, 1020))
        self.weighed("600 g leg of lamb, diced", lamb_leg=(590, 610))

    def test_a_bracket_that_weighs_all_packages(self) -> None:
        self.weighed("2 sachets (14g) yeast", dried_yeast=(14, 14))
        self.weighed("2 x 14g sachets yeast", dried_yeast=(28, 28))
        self.weighed("2 tins (800 g) chopped tomatoes", tomato=(790, 810))
        self.weighed("2 tins (400 g) chopped tomatoes", tomato=(790, 810))
        self.weighed("2 cans (28 oz) tomatoes", tomato=(1580, 1600))

    def test_two_foods_are_no_third(self) -> None:
        self.weighed("2 onions and salt", onion=(160, 300), salt=(0, 8))
        (line,) = read_lines("100 g black pudding or puffed rice", library())
        self.assertEqual(line.food, "black_pudding")

    def test_a_flat_bread_weighs_as_the_square_of_its_width(self) -> None:
        # A flour tortilla of 8 inches weighs about 49 g, one of 10 about 72, of 12 about 105:
        # from memory.
        self.weighed("8 8-inch flour tortillas", tortilla=(350, 450))
        self.weighed("10 flour tortillas (10 inch)", tortilla=(650, 820))
        self.weighed("4 large (12-inch) flour tortillas", tortilla=(400, 480))
        self.weighed("8 six-inch corn tortillas", corn_tortilla=(190, 230))

    def test_names_that_share_their_end(self) -> None:
        self.weighed("500 g pork and beef mince", pork_mince=(240, 260), beef_mince=(240, 260))
        self.weighed("1 tsp garlic and onion powder", garlic_powder=(1, 2), onion_powder=(1, 2))
        (sausages,) = read_lines("6 pork & leek sausages", library())
        self.assertEqual((sausages.food, sausages.doubts), ("sausage", ("unread",)))

    def test_a_unit_ahead_of_its_number(self) -> None:
        self.weighed("gr 250 pasta", pasta=(250, 250))
        self.weighed("kg. 1,5 tomatoes", tomato=(1500, 1500))
        self.weighed("lt 1 stock", vegetable_stock=(990, 1010))
        self.weighed("hg 3 beef mince", beef_mince=(300, 300))
        # A list by letters.
        self.weighed("g. 2 eggs", egg=(90, 120))

    def test_leaves_of_a_herb(self) -> None:
        self.weighed("a few coriander leaves", coriander=(0.5, 3))

    def test_what_is_brushed_on(self) -> None:
        self.weighed("milk to brush", milk=(0, 20))
        self.weighed("beaten egg, to glaze", egg=(10, 50))
        (beside,) = read_lines("milk, to serve", library())
        self.assertIsNone(beside.grams.best)

    def test_seeds_that_are_strewn(self) -> None:
        self.weighed("sesame seeds", sesame_seeds=(1, 10))

    def test_what_is_made_with_a_food_is_another(self) -> None:
        for text in ("1 tsp celery seasoning", "100 g fish batter", "100 g cheese topping"):
            self.assertIn("unread", read_lines(text, library())[0].doubts, text)

    def test_measures_of_other_kitchens(self) -> None:
        self.weighed("1/4 k pork, sliced thin", pork=(245, 255))
        self.weighed("3 ss butter", butter=(36, 48))
        self.weighed("1 wine glass olive oil, maybe less", olive_oil=(90, 150))
        self.weighed("Olive oil for frying, a glass", olive_oil=(160, 230))
        self.weighed("1/2 soup can milk", milk=(140, 170))
        self.weighed("2 No. 10 cans diced tomatoes", tomato=(5500, 6200))
        self.weighed("a litre and a half of stock", vegetable_stock=(1490, 1510))
        self.weighed("Meat broth 1 litre and a half", lamb_stock=(1490, 1510))
        self.weighed("Coriander, small bunch", coriander=(10, 40))
        self.weighed("sriracha a good squirt", sriracha=(3, 15))
        self.weighed("a bit of dill", dill=(1, 8))

    def test_what_has_no_weight_written_by_its_piece(self) -> None:
        self.weighed("garlic x2", garlic=(4, 12))
        self.weighed("20 mini pepperoni", salami=(16, 60))
        self.weighed("2 slices onion", onion=(14, 80))
        self.weighed("1 sachet saffron", saffron=(0.1, 0.5))
        self.weighed("Chickpeas 1 carton", chickpeas=(210, 260))
        self.weighed("Worcestershire to taste", worcestershire=(0, 15))

    def test_seasonings_beside_what_is_measured(self) -> None:
        self.weighed(
            "salt, pepper, 2 tbsp oil", salt=(0, 8), black_pepper=(0, 2), vegetable_oil=(25, 30)
        )
        self.weighed("400 g mince, salt", beef_mince=(400, 400), salt=(0, 8))
        self.weighed("2 onions, thyme", onion=(200, 300), thyme=(0, 10))
        self.weighed("salt and plenty white pepper", salt=(0, 8), white_pepper=(0, 2))
        self.weighed(
            "nutmeg, pepper, a little salt", nutmeg=(0, 2), black_pepper=(0, 2), salt=(0, 8)
        )

    def test_several_foods_in_few_words(self) -> None:
        self.weighed("4 eggs + 2 whites", egg=(180, 240), egg_white=(60, 75))
        self.weighed("zest + juice 1 lemon", lemon_zest=(3, 12), lemon_juice=(25, 60))
        self.weighed("a pinch of saffron in 3 tbsp warm milk", saffron=(0, 0.5), milk=(43, 48))

    def test_what_a_food_is_called(self) -> None:
        for text, food in (
            ("1kg gravy beef, cubed", "beef_stew"), ("Kappa (tapioca root) 1 kg", "cassava"),
            ("1 fryer, boiled & boned (about 4 c. meat)", "chicken_whole"),
            ("1 can mushroom soup", "mushroom_soup"), ("1 1/2 c. yellow corn meal", "cornmeal"),
            ("200g GF macaroni", "gluten_free_pasta"), ("1 tbsp DF spread", "vegan_butter"),
            ("50g 50% less fat cheddar", "reduced_fat_cheese"),
            ("2 tbsp browning", "gravy_browning"),
            ("300ml white sauce (jar)", "white_sauce"), ("12 sour cabbage leaves", "sauerkraut"),
        ):  # fmt: skip
            self.assertEqual([line.food for line in read_lines(text, library())], [food], text)
        self.assertEqual(read_lines("200g fresh flat rice noodles", library())[0].form, "fresh")

    def test_a_word_like_another_is_left_as_it_is(self) -> None:
        self.assertEqual(read_lines("batter: 140g plain flour", library())[0].food, "wheat_flour")
        self.weighed("a lot of black pepper", black_pepper=(0.1, 4))
        self.weighed("Saffron pinch", saffron=(0.05, 0.5))
        self.weighed("500 g yellow polenta flour", cornmeal=(500, 500))

    def test_a_joint_that_says_what_it_weighs(self) -> None:
        self.weighed("1 gammon joint, about 1.2 kg", gammon=(900, 1200))
        self.weighed("1 leg of lamb (2 kg)", lamb_leg=(1200, 2000))
        self.assertIsNone(read_lines("1 gammon joint", library())[0].grams.best)

    def test_minced_is_no_minutes(self) -> None:
        found = lines_in_steps(
            ["take a pound of minced beef and a handful of mint"], "uk", library()
        )
        self.assertEqual(found, ["a pound of minced beef", "a handful of mint"])

    def test_protein_pasta_weighs_what_it_weighs(self) -> None:
        self.weighed("320g protein pasta (dry)", pasta=(320, 320))
        self.assertIsNone(read_lines("20g protein per serving", library())[0].grams.best)

    def test_an_extra_that_nobody_weighs_takes_nothing_from_what_is_weighed(self) -> None:
        for text in ("250g self-raising flour, plus extra to dust",
                     "50 g butter, plus extra for greasing",
                     "100 g breadcrumbs, and some more for coating"):  # fmt: skip
            self.assertEqual(read_lines(text, library())[0].leavings, (), text)
        self.assertNotEqual(read_lines("2 tbsp flour, for dusting", library())[0].leavings, ())

    def test_brown_is_a_colour_before_what_is_brown(self) -> None:
        for food in (
            "brown lentils 1 cup",
            "Brown lentils 3,2 kg",
            "Brown rice (raw) 280 g",
            "brown sugar 1 tbsp",
        ):
            self.assertFalse(is_step(food), food)
        for order in ("Brown onions in the oil", "Brown the lentils in the oil for 5 minutes",
                      "Roast salmon 200 for 12 mins, flake over the rice"):  # fmt: skip
            self.assertTrue(is_step(order), order)

    def test_a_food_is_a_verb_before_what_is_done_to_it(self) -> None:
        for food in ("Light soy sauce, a splash.", "Crisp lettuce, one small head.",
                     "Quarter of a red cabbage", "Skin-on trout, two fillets.",
                     "Split peas, soaked overnight.", "Thin rice noodles, a nest each.",
                     "Juice of the lemon", "Butter the size of an egg",
                     "Oil and vinegar each 2 tablespoons"):  # fmt: skip
            self.assertFalse(is_step(food), food)
        for order in (
            "Cream the butter with 2 tbsp of sugar",
            "Quarter the mushrooms.",
            "Skin and bone the trout.",
            "Juice the lemon",
            "Light the grill.",
            "Thread onto skewers.",
            "Build the sandwiches.",
        ):
            self.assertTrue(is_step(order), order)

    def test_what_is_needed_and_is_no_food(self) -> None:
        for text in ("You also need: a 20 cm dish, foil", "EACH PORTION: 1 Cup",
                     "Save this for later!",
                     "HOME ABOUT RECIPES SHOP", "FODMAP note: keep to one serve."):  # fmt: skip
            self.assertIn(kind_of_line(text), {"note", "nutrition", "furniture"}, text)


class Heads(unittest.TestCase):
    """Titles and servings."""

    def test_how_many_it_is_for(self) -> None:
        for text, eaters in (("n = 4 portions", 4), ("Batch: 10 x 250 g", 10), ("Per scout:", 1),
                             ("Pairs: makes 1 dish, serves 3", 3),
                             ("does me him and 2 kids", 4)):  # fmt: skip
            told = servings_in(text)
            self.assertEqual((told.low, told.high) if told else None, (eaters, eaters), text)
        self.assertTrue(only_servings("n = 4 portions"))

    def test_durations_in_the_heads_of_files(self) -> None:
        for text, minutes in (
            ("1h20", 80), ("1½ hours", 90), ("½ hour", 30), ("1/2 hour", 30), ("1 1/2 hours", 90),
            ("1 hr 20 min", 80), ("2 hours 15", 135), ("0:45", 45), ("10-15 mins", 12.5),
        ):  # fmt: skip
            self.assertEqual(minutes_of(text), minutes, text)

    def test_titles_without_what_stands_around_them(self) -> None:
        for text, title in (
            ("RANCH CASSEROLE -- Mrs. Odile B.", "RANCH CASSEROLE"),
            ("My pasta e ceci, serves 2 or me twice", "My pasta e ceci"),
            ("Koshari on a budget (4)", "Koshari on a budget"), ("MON: Millet mash", "Millet mash"),
            ("y'all asked so here it is!! my slow cooker spaghetti", "slow cooker spaghetti"),
            ("ok so fish pie thing", "fish pie thing"),
            ("Tuna Pasta Bake (85p a portion)", "Tuna Pasta Bake"),
            ("GNOCCHETTI WITH SAUSAGE (x4)", "GNOCCHETTI WITH SAUSAGE"),
        ):  # fmt: skip
            self.assertEqual(title_of(text)[0], title, text)

    def test_what_stands_above_a_title(self) -> None:
        for above in ("Eating well on a budget", "Day 3 - Dinner", "Skip to content"):
            told = ("Bean and barley soup", "Serves 6", "", "150 g pearl barley", "2 onions")
            self.assertEqual(read(above, *told).title, "Bean and barley soup", above)

    def test_what_stands_around_a_title_is_no_food(self) -> None:
        told = ("Bean soup", "(a thick bean and barley one)", "Serves 4", "Mrs. Hebden",
                "200 g beans", "150 g pearl barley", "1 tbsp oil*", "*not included")  # fmt: skip
        for above in ("Search this site", "RECIPE   REVIEWS (41)   NUTRITION", "Skip to recipe"):
            dish = read(above, *told)
            self.assertEqual((dish.title, dish.servings), ("Bean soup", 4.0), above)
            self.assertEqual(len(lines(dish)), 3, [line.text for line in lines(dish)])

    def test_a_dish_named_only_in_a_greeting(self) -> None:
        dish = read("hey here's that lentil lasagne!!", "does 6-8", "9 lasagne sheets", "1 onion")
        self.assertEqual((dish.title, dish.servings), ("Lentil lasagne", 7.0))

    def test_a_title_cut_at_the_edge(self) -> None:
        dish = read("Potato-topped fish with fen-", "nel", "Serves 4", "700 g haddock", "1 egg")
        self.assertEqual(dish.title, "Potato-topped fish with fennel")

    def test_a_list_in_one_breath_under_its_name(self) -> None:
        dish = read(
            "ok so fish pie thing: 400g white fish, 300ml white sauce, 600g mash, 50g cheese",
            "in a dish in that order 190 for 35 mins",
            "does me him and 2 kids",
        )
        self.assertEqual((dish.title, dish.servings, len(lines(dish))), ("Fish pie thing", 4.0, 4))

    def test_what_is_told_without_stops(self) -> None:
        dish = read(
            "you take a pound and a half of neck of lamb four big potatoes two carrots three "
            "onions and a pint of water",
            "layer it in the pot two hours slow that does four",
        )
        found = {line.food: line.grams for line in lines(dish)}
        self.assertEqual(set(found), {"lamb_shoulder", "potato", "carrot", "onion", "water"})
        self.assertAlmostEqual(found["lamb_shoulder"] or 0.0, 680.4, 0)


class Lists(unittest.TestCase):
    """How lists are laid out."""

    def test_the_food_first_and_its_amount_behind_a_bar(self) -> None:
        dish = read(
            "Dal",
            "Serves 4",
            "Red lentils (dry) | 240 g",
            "Brown rice (raw) | 280 g",
            "Onion | 150 g",
            "Boil all.",
        )
        self.assertEqual(
            [(line.food, line.grams) for line in lines(dish)],
            [("red_lentils", 240.0), ("brown_rice", 280.0), ("onion", 150.0)],
        )

    def test_a_table_with_labels_above_its_head(self) -> None:
        dish = read("Recipe,Squash stew", "Portions,16", "ingredient,qty,unit",
                    "butternut squash,3,kg", "onions,8,", "couscous,1.2,kg")  # fmt: skip
        self.assertEqual((dish.title, dish.servings), ("Squash stew", 16.0))
        self.assertEqual([line.grams for line in lines(dish)][::2], [3000.0, 1200.0])

    def test_a_part_named_before_a_dash_or_a_colon(self) -> None:
        dish = read("Toad", "Serves 4", "8 sausages", "batter - 140g plain flour, 4 eggs",
                    "gravy: 1 stock cube in 400ml water", "Bake.")  # fmt: skip
        self.assertIn("Batter", [part.name for part in dish.parts])
        whole = read("Soup", "Serves 4", "Tomatoes - 3 large, 2 small", "1 l stock", "Boil.")
        self.assertEqual([part.name for part in whole.parts], ["Dish"])
        self.assertNotIn("instant_gravy", [line.food for line in lines(dish)])

    def test_a_sheet_that_begins_with_labels(self) -> None:
        dish = read(
            "Dish\tFish finger wraps",
            "Serves\t4",
            "Qty\tUnit\tIngredient\tNotes",
            "12\t\tfish fingers\tfrozen",
            "4\tlarge\ttortilla wraps\t",
            "Warm the wraps and fill.",
        )
        self.assertEqual((dish.title, dish.servings), ("Fish finger wraps", 4.0))

    def test_what_comes_from_the_cupboard_goes_on_with_the_list(self) -> None:
        dish = read(
            "Gnocchi bake",
            "Serves 2",
            "300 g gnocchi",
            "100 g feta",
            "From your cupboard: 1 tbsp olive oil, salt",
            "Bake.",
        )
        self.assertEqual(
            [line.food for line in lines(dish)], ["gnocchi", "feta", "olive_oil", "salt"]
        )
        self.assertEqual(len(dish.parts), 1)

    def test_who_eats_it_in_other_words(self) -> None:
        for text, eaters in (
            ("For 12 scouts", 12), ("Yield: 4 plates", 4), ("15 rolls, 3 per person", 5),
            ("Cuts into 8 slices, allow 2 each", 4), ("Served 40", 40), ("Dose: 6 pessoas", 6),
            ("Does us 3", 3), ("Serves a hungry 4", 4),
            ("Quantities for 4 big bowls", 4),
        ):  # fmt: skip
            self.assertTrue(only_servings(text), text)
            self.assertEqual(servings_in(text), Servings(eaters, eaters), text)

    def test_what_a_page_shows_above_a_recipe(self) -> None:
        for above in ("\u2630 Menu   Search", "Recipes   About   Shop",
                      "Home | Bread | Savoury | Contact", "Last modified: 12 Feb",
                      "@Tibor here's what we had last night", "THE HARVEST TABLE",
                      "Menu for the 14th", "Card 112",
                      "This week: beetroot, and what to do with it",
                      "MAIN COURSE"):  # fmt: skip
            dish = read(
                above,
                "Beetroot barley bake",
                "Serves 4, takes about 1 hr",
                "500 g beetroot",
                "200 g pearl barley",
                "",
                "Bake for an hour.",
            )
            self.assertEqual(dish.title, "Beetroot barley bake", above)
            self.assertEqual([line.food for line in lines(dish)], ["beetroot", "barley"], above)

    def test_lines_between_a_title_and_whom_it_feeds(self) -> None:
        for between in ("from Plot 22", "38 g carbs \u2022 21 g protein \u2022 19 g fat"):
            dish = read(
                "RECIPE OF THE MONTH",
                "Runner Bean and Potato Curry",
                between,
                "Serves 4",
                "400g runner beans",
                "500g potatoes",
                "",
                "Fry for 10 minutes.",
            )
            self.assertEqual(dish.title, "Runner Bean and Potato Curry", between)
            self.assertEqual([line.food for line in lines(dish)], ["runner_beans", "potato"])
        house = read(
            "NORTH COUNTRY KITCHEN",
            "Est. 2009",
            "",
            "Lamb with pearl barley",
            "Serves: 6",
            "1 kg lamb shoulder",
            "300 g pearl barley",
            "",
            "Roast.",
        )
        self.assertEqual(house.title, "Lamb with pearl barley")

    def test_whose_it_is_and_how_strong_the_oven_are_no_food(self) -> None:
        for above in ("Dot P.", "H. Olsen", "Power: 800 W", "Cost: 90p each   |   1 hr 10"):
            dish = read("Grits bake", "Serves 10", above, "165 g grits", "2 eggs", "", "Bake.")
            self.assertEqual([line.food for line in lines(dish)], ["grits", "egg"], above)

    def test_a_name_without_a_food_above_whom_it_feeds(self) -> None:
        dish = read("Cawl", "Feeds 6-8 with bread and cheese", "1 kg lamb neck", "600 g potatoes",
                    "", "Simmer for three hours.")  # fmt: skip
        self.assertEqual(dish.title, "Cawl")

    def test_minutes_are_no_eaters(self) -> None:
        for text in ("Bake at 350 for 10.", "Simmer for 20.", "180C for 25."):
            self.assertIsNone(servings_in(text), text)

    def test_a_title_without_what_stands_around_it(self) -> None:
        for text, title in (
            ("Episode 41: Duck leg cassoulet", "Duck leg cassoulet"),
            ("NUT LOAF      (Mrs K., Church Lane)", "NUT LOAF (Mrs K., Church Lane)"),
            ("Chilli (no heat) - 6 portions", "Chilli (no heat)"),
            ("Bean mash. 2 ppl, 15 min", "Bean mash"),
            ("Beef noodles | 31 g protein", "Beef noodles"), ("Korma (40 kids)", "Korma"),
            ("Ingredients for leek pie", "leek pie"), ("Traybake (meal prep x4)", "Traybake"),
            ("HAMBURGER SOUP     from Irma", "HAMBURGER SOUP"),
            ("Receipt for pan haggerty, as Granda told it", "pan haggerty"),
            ("CURRY NIGHT: Lamb balti - 60 portions", "Lamb balti"),
            ("Cheese flan (for who has no fish), 50 portions", "Cheese flan (for who has no fish)"),
            ("TEST 4 - Oven risotto", "Oven risotto"),
            ("Bean pasta, for whoever turns up (about 5)", "Bean pasta"),
            ("Mince and skirlie - for 6 tired folk", "Mince and skirlie"),
            ("Beans - feeds 2-3, takes ages, worth it", "Beans"),
            ("Potato curry (Vegan, GF)", "Potato curry"), ("Leek pie (Ve option)", "Leek pie"),
        ):  # fmt: skip
            self.assertEqual(title_of(text)[0], title)

    def test_a_list_by_letters_and_steps_by_paragraphs(self) -> None:
        dish = read("1. CHICKEN ON TOAST", "To serve 4:", "(a) 500 g cooked chicken",
                    "(b) 250 g mushrooms", "(c) 1 green pepper", "(d) 8 slices toast", "2. METHOD",
                    "2.1 Cook (b) and (c), 8 minutes.", "2.2 Add (a). Serve on (d).")  # fmt: skip
        self.assertEqual([line.food for line in lines(dish)],
                         ["roast_chicken", "mushroom", "green_pepper", "bread"])  # fmt: skip
        self.assertEqual([step.text for step in dish.steps],
                         ["Cook (b) and (c), 8 minutes.", "Add (a). Serve on (d)."])  # fmt: skip

    def test_a_title_below_what_a_letter_says_of_it(self) -> None:
        listed = ("For four", "2 lb potatoes", "1 lb onions", "", "Bake it for two hours.")
        for head, title in (
            (("Sir, your reader asked for my aunt's tattie pot.", "Aunt Elspeth's Tattie Pot"),
             "Aunt Elspeth's Tattie Pot"),
            (("Fwd: that bean thing", "> Hi love, here you go", "> Bean chilli with corn top"),
             "Bean chilli with corn top"),
            (("Tues - turkey pasta bake",), "turkey pasta bake"),
        ):  # fmt: skip
            dish = read(*head, *listed)
            self.assertEqual(dish.title, title)
            self.assertEqual([line.food for line in lines(dish)], ["potato", "onion"])

    def test_a_line_broken_behind_a_food(self) -> None:
        dish = read("Bake", "", "Serves 4", "500 g skinless chicken", "thigh fillets, diced",
                    "2 leeks", "salt", "", "Bake it for an hour.")  # fmt: skip
        self.assertEqual([line.food for line in lines(dish)], ["chicken_thigh", "leek", "salt"])

    def test_lines_marked_by_a_letter_stay_apart(self) -> None:
        dish = read(
            "Beef bowl",
            "Serves 2",
            "Beef 200g",
            "Rice, cooked 400g",
            "(A) Dashi 150ml",
            "(A) Soy sauce 2 tbsp",
            "Boil.",
        )
        found = {line.food: line.grams for line in lines(dish)}
        self.assertEqual(found["rice"], 400.0)

    def test_what_is_served_beside_and_measured_by_nobody_is_asked_for(self) -> None:
        dish = read(
            "Pies",
            "Serves 6",
            "500 g chicken thighs",
            "200 g peas",
            "Raita, to serve",
            "Steamed rice, to serve",
            "Bake.",
        )
        out = {line.food: line.left_out for line in lines(dish)}
        self.assertEqual([food for food, gone in out.items() if gone], ["tzatziki"])
        # Starch may be most of a plate: it is not passed over.
        self.assertIsNone(plate_of(dish, library()).figures["net_carbs"].best)
        self.assertTrue(
            any("tzatziki" in note or "raita" in note for note in dish.notes), dish.notes
        )
        self.assertIn("no_grams", next(line.doubts for line in lines(dish) if line.left_out))
        said = {one.words for one in preview(dish, Setting(()), book(), library()).options}
        self.assertEqual(said, {"Out, as nobody says how much of it"})


class Roles(unittest.TestCase):
    """What starchy food is in a dish; common practice, no source."""

    def test_doughs_that_swim(self) -> None:
        dish = read(
            "Kopytka",
            "Serves 4",
            "1 kg potatoes",
            "250 g flour",
            "1 egg",
            "Press the potatoes, knead with flour and egg, roll, cut. Boil till they swim.",
        )
        self.assertEqual(roles(dish).get("dumpling"), {"potato", "wheat_flour", "egg"})

    def test_the_dough_of_a_dumpling_and_of_a_flat_bread(self) -> None:
        told = (
            "Serves 4", "Dough", "500 g flour", "200 ml water", "1 tsp salt", "Filling",
            "300 g beef", "1 onion", "Knead, roll, fill.",
        )  # fmt: skip
        self.assertIn("dumpling", roles(read("Pelmeni", *told)))
        self.assertIn("skillet_base", roles(read("Stuffed paratha", *told)))
        self.assertIn("crust", roles(read("Beef pie", *told)))

    def test_potatoes_under_a_lid(self) -> None:
        dish = read(
            "Chowder with a lid of puff",
            "Serves 4",
            "350 g potatoes, diced",
            "500 ml fish stock",
            "320 g puff pastry",
            "Simmer the potatoes. Top with pastry and bake.",
        )
        self.assertEqual(roles(dish)["lid"], {"puff_pastry"})

    def test_bread_crumbled_over_a_pan_with_lentils(self) -> None:
        dish = read(
            "Sausage and lentil pan",
            "Serves 4",
            "8 sausages",
            "250 g green lentils",
            "2 slices stale bread",
            "Simmer. Crumb the bread over, grill till crunchy.",
        )
        self.assertEqual(roles(dish), {"crumb": {"bread"}})

    def test_flour_for_a_crowd_still_thickens(self) -> None:
        dish = read(
            "Chicken pie",
            "Serves 24",
            "2.4 kg chicken",
            "150 g plain flour",
            "1.5 l milk",
            "1.2 kg shortcrust pastry",
            "Add flour, then milk. Cover with pastry.",
        )
        self.assertEqual(
            (roles(dish)["thickener"], roles(dish)["lid"]), ({"wheat_flour"}, {"shortcrust"})
        )

    def test_bread_that_becomes_dumplings(self) -> None:
        dish = read("Stale bread gnocchi", "Serves 2", "250 g stale white bread", "200 ml milk",
                    "1 egg", "60 g plain flour", "", "Soak the bread in the milk, mix, shape.",
                    "Boil until they float.")  # fmt: skip
        self.assertLessEqual({"bread", "wheat_flour"}, roles(dish)["dumpling"])

    def test_a_pot_is_covered_not_the_dish(self) -> None:
        dish = read("Corn chowder", "Serves 4", "300 g potatoes, diced", "240 ml water",
                    "500 ml milk", "", "Add potatoes and water, cover, cook 15 min.",
                    "Add milk and heat.")  # fmt: skip
        self.assertNotIn("lid", roles(dish))

    def test_a_pudding_of_suet_is_a_crust(self) -> None:
        dish = read(
            "Leek pudding",
            "Serves 4",
            "225 g self-raising flour",
            "115 g suet",
            "4 leeks",
            "",
            "Mix flour and suet with water. Line a basin, fill, steam.",
        )
        self.assertIn("crust", roles(dish))

    def test_oats_around_fish_and_bread_in_dumplings(self) -> None:
        dish = read("Haddock in oats", "For two", "300 g haddock", "1 egg", "60 g oatmeal", "",
                    "Dip the fish in egg and oatmeal, fry 4 minutes a side.")  # fmt: skip
        self.assertIn("crumb", roles(dish))
        dish = read("Cheese dumplings", "Serves 4", "250 g white bread, in small cubes",
                    "200 ml milk", "150 g cheddar", "2 eggs", "", "Pour the milk over the bread.",
                    "Form 8 dumplings, let them draw in salted water.")  # fmt: skip
        self.assertIn("bread", roles(dish)["dumpling"])

    def test_hash_browns_in_a_burrito_are_not_its_wrap(self) -> None:
        dish = read("Breakfast burritos", "Makes 10 burritos", "10 flour tortillas", "12 eggs",
                    "560 g hash browns", "", "Brown the hash browns. Scramble the eggs.",
                    "Divide over the tortillas and roll.")  # fmt: skip
        self.assertEqual(roles(dish)["shell"], {"tortilla"})

    def test_a_grain_beside_meatballs_and_in_them(self) -> None:
        beside = read("Meatballs with risoni", "Serves 4", "500 g lamb mince", "35 g breadcrumbs",
                      "1 egg", "500 ml stock", "220 g risoni", "",
                      "Combine mince, crumbs and egg. Roll into balls and brown.",
                      "Add stock and risoni. Return meatballs. Simmer for 12 minutes.")  # fmt: skip
        self.assertEqual(roles(beside)["grain_bed"], {"orzo"})
        self.assertEqual(roles(beside)["binder"], {"breadcrumbs"})
        within = read("Hedgehog meatballs", "Serves 4", "500 g beef mince", "60 g rice", "1 egg",
                      "400 g passata", "", "Mix the rice, the mince and the egg. Roll into balls.",
                      "Simmer in the passata for 40 minutes.")  # fmt: skip
        self.assertEqual(roles(within)["binder"], {"rice"})

    def test_a_potato_omelette_is_no_flat_bread(self) -> None:
        dish = read(
            "Tortilla de patatas",
            "Serves 4",
            "6 eggs",
            "600 g potatoes",
            "1 onion",
            "Fry. Mix with the eggs.",
        )
        self.assertEqual(roles(dish), {"sliced_bake": {"potato"}})


if __name__ == "__main__":
    unittest.main()
