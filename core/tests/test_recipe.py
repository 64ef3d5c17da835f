"""A pasted recipe becomes a dish; whatever is pasted, nothing is lost."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.dish import check
from snabo_core.foods import library
from snabo_core.quantities.step_facts import times_in as step_times
from snabo_core.recipe import MAX_READ_LINES, read_recipe, reread_line
from snabo_core.recipe.gaps import gaps_of
from snabo_core.recipe.times import times_in
from snabo_core.swaps.book import book
from snabo_core.swaps.roles import propose_slots

RECIPE = """Bean and root pot with a mash lid
Serves 4 to 6

For the pot
2 onions, chopped
400 g can butter beans, drained
30 g plain flour
500 ml vegetable stock

TOPPING:
800 g floury potatoes, peeled
100 ml milk
40 g butter

For the crumb
60 g breadcrumbs
15 g butter

Method
1. Soften the onions for 10 minutes.
2. Boil and mash the potatoes.
Bake at 200 C.
"""


class PageLabels(unittest.TestCase):
    """The labels of a page's buttons are no title and no food."""

    def test_buttons_above_the_title(self) -> None:
        text = "Share\nSave\n1.2k shares\nMenu\nPea pot\nServes 2\n200 g peas\n"
        read = read_recipe(text, library())
        self.assertEqual(read.title, "Pea pot")
        self.assertEqual([a.kind for a in read.asides], ["furniture"] * 4)
        self.assertEqual([line.food for line in read.parts[0].lines], ["peas"])


class ReadRecipe(unittest.TestCase):
    """Title, servings, parts, lines and steps."""

    def setUp(self) -> None:
        self.dish = read_recipe(RECIPE, library())

    def test_title_servings_parts_steps(self) -> None:
        self.assertEqual(self.dish.title, "Bean and root pot with a mash lid")
        self.assertEqual(self.dish.servings, 5.0)
        self.assertEqual([p.name for p in self.dish.parts], ["Pot", "Topping", "Crumb"])
        self.assertEqual([len(p.lines) for p in self.dish.parts], [4, 3, 2])
        self.assertEqual(len(self.dish.steps), 3)
        self.assertEqual(self.dish.steps[0].text, "Soften the onions for 10 minutes.")

    def test_source_text_is_kept_whole(self) -> None:
        self.assertEqual(self.dish.source_text, RECIPE)

    def test_slots_are_proposed(self) -> None:
        proposed = propose_slots(self.dish, book(), library())
        roles = [[slot.role for slot in part.slots] for part in proposed.parts]
        self.assertEqual(roles, [["thickener"], ["mash"], ["crumb"]])
        # The lid is all mash; of the pot only the flour thickens.
        self.assertEqual([len(p.slots[0].line_ids) for p in proposed.parts], [1, 3, 2])

    def test_flat_recipe_without_headings(self) -> None:
        text = "Plain pot\n500 g potatoes\n2 carrots\nBoil everything until soft. Serve hot.\n"
        flat = read_recipe(text, library())
        self.assertEqual([len(p.lines) for p in flat.parts], [2])
        self.assertEqual(len(flat.steps), 1)
        self.assertTrue(flat.servings_assumed)

    def test_sentences_without_a_heading_are_steps(self) -> None:
        text = (
            "Bake\n500 g lamb mince\n1 kg potatoes, peeled and mashed\nsalt and pepper\n"
            "Brown the mince with the onions. Stir in the flour and simmer.\n"
            "The lid goes on last and the dish is baked for half an hour.\n"
        )
        read = read_recipe(text, library())
        self.assertEqual(
            [x.food for x in read.parts[0].lines], ["lamb_mince", "potato", "salt", "black_pepper"]
        )
        self.assertEqual(len(read.steps), 2)

    def test_five_hundred_lines(self) -> None:
        many = read_recipe("Long\n" + "100 g potatoes\n" * 500, library())
        self.assertEqual(sum(len(p.lines) for p in many.parts), MAX_READ_LINES)
        self.assertIn("500 lines", " ".join(many.notes))
        check(many)

    def test_right_to_left_and_emoji(self) -> None:
        text = "فطيرة البطاطس 🥔\n200 g بطاطس\n2 🥕 carrots\n"
        read = read_recipe(text, library())
        self.assertEqual(read.source_text, text)
        self.assertEqual(read.parts[0].lines[1].food, "carrot")
        self.assertFalse(read.parts[0].lines[0].settled)

    @settings(deadline=None, max_examples=60)
    @given(st.text(max_size=400))
    def test_anything_goes(self, text: str) -> None:
        read = read_recipe(text, library())
        self.assertEqual(read.source_text, text)
        check(read)

    def test_yields(self) -> None:
        for line, servings, assumed in (
            ("Serves 4 to 6", 5, False), ("Makes 12", 12, False), ("Yield: 8 servings", 8, False),
            ("makes about 20 pieces", 4, True), ("6 portions", 6, False),
            ("Makes one 23 cm pie", 4, True), ("Makes 1 large loaf", 4, True),
            ("Feeds a crowd", 4, True),
        ):  # fmt: skip
            with self.subTest(line=line):
                read = read_recipe(f"Pot\n{line}\n200 g leeks\nBake it.\n", library())
                self.assertEqual((read.servings, read.servings_assumed), (servings, assumed))
                self.assertEqual([x.food for x in read.parts[0].lines], ["leek"])
        pie = read_recipe("Pot\nMakes one 23 cm pie\n200 g leeks\nBake it.\n", library())
        self.assertNotIn("pan", [gap.kind for gap in gaps_of(pie)])
        self.assertEqual(pie.told.makes, "one 23 cm pie")

    def test_choosing_a_food_keeps_the_amount(self) -> None:
        odd = read_recipe("Pot\n2 cups zzqqx\n", library()).parts[0].lines[0]
        fixed = reread_line(odd, "celeriac", None, library(), "metric")
        self.assertEqual((fixed.food, fixed.settled, fixed.text), ("celeriac", True, odd.text))
        # 2 cups of 250 mL at 0.62 g/mL, bulk density of chopped root; common practice.
        self.assertAlmostEqual(fixed.grams, 2 * 250 * 0.62, places=6)


class AsPeoplePaste(unittest.TestCase):
    """Layouts that other hands use."""

    def test_parts_in_brackets(self) -> None:
        made = read_recipe(
            "Weir pie\nIngredients (for the lentil base)\n200 g lentils\n1 leek\n"
            "(for the mash)\n1 kg potatoes\n50 ml milk\nMethod\nBoil the lentils.\nServes four.",
            library(),
        )
        names = [(part.name, len(part.lines)) for part in made.parts]
        self.assertEqual(names, [("Lentil base", 2), ("Mash", 2)])
        self.assertEqual((made.servings, made.servings_assumed), (4, False))

    def test_a_part_on_one_line(self) -> None:
        made = read_recipe(
            "Lock bake\nMeat sauce: 1 lb ground beef, 1 onion, 3 cloves garlic.\n"
            "Top: 2 cups mash, 1 oz butter\n\nBrown the beef. Bake 30 min. 12 servings.",
            library(),
        )
        self.assertEqual(
            [(p.name, len(p.lines)) for p in made.parts], [("Meat sauce", 3), ("Top", 2)]
        )
        self.assertEqual(made.servings, 12)

    def test_pictures_that_say_how_many(self) -> None:
        facts = "\u23f1 45 min   \U0001f464 2   \U0001f525 612 kcal"
        text = f"Squash tray\n{facts}\n400 g gnocchi\n1 red onion"
        made = read_recipe(text, library())
        self.assertEqual(made.servings, 2)
        self.assertEqual(len(made.parts[0].lines), 2)

    def test_grams_of_a_label_say_nothing_of_the_cups(self) -> None:
        text = "Weir pan\n1 lb mushrooms\n1 cup broth\nCalories 540 | Carbs 48g | Fat 24g"
        self.assertEqual(read_recipe(text, library(), None).unit_system, "us")

    def test_minutes_left_unsaid(self) -> None:
        self.assertEqual(
            times_in("Prep: 25 mins | Cook: 1 hr 40 | Feeds 6"), {"prep": 25, "cook": 100}
        )
        self.assertEqual(times_in("Cook: 2 hrs 20 min"), {"cook": 140})

    def test_hours_and_minutes_that_run_on(self) -> None:
        self.assertEqual(times_in("Prep 1h05m | Cook 2h15m"), {"prep": 65, "cook": 135})
        self.assertEqual(times_in("Total: 2hr15min"), {"total": 135})
        for said, minutes in (
            ("1 h. 30 min.", 90), ("1h30'", 90), ("1H10", 70), ("1,5 h", 90), ("¾ hour", 45),
            ("1 hour, 20 minutes", 80), ("1 hour & 20 minutes", 80), ("1hr. 20mins.", 80),
            ("45'", 45), ("~40 min", 40), ("approx. 1 hr", 60),
            ("30 minutes or so", 30), ("1½ hrs", 90), ("1h05", 65), ("1hour15min", 75),
        ):  # fmt: skip
            with self.subTest(said=said):
                self.assertEqual(times_in(f"Cook time: {said}"), {"cook": minutes})
        self.assertEqual(times_in("Prep 1 hour, 20 minutes cooking"), {"prep": 60, "cook": 20})
        [time] = step_times("Bake for 1h10m until crisp.")
        self.assertEqual((time.low, time.high), (4200, 4200))

    def test_bold_and_slanted_words(self) -> None:
        facts = "*Serves:* 4-6\n*Time:* about 1¼ hours"
        text = f"# Weir tian\n\n{facts}\n\n- **1 kg** courgettes\n- **75 g** rice"
        made = read_recipe(text, library())
        self.assertEqual((made.servings, made.told.total_minutes), (5, 75))
        self.assertEqual(
            [line.text for line in made.parts[0].lines], ["1 kg courgettes", "75 g rice"]
        )

    def test_a_recipe_said_into_a_machine(self) -> None:
        text = (
            "right this is my mash soup you need two pounds of potatoes one onion chopped three "
            "garlic cloves two tins of butter beans four cups of chicken stock half a cup of cream "
            "a cup of cheddar and some chives fry the onion and garlic then add the rest simmer "
            "for twenty minutes"
        )
        made = read_recipe(text, library())
        self.assertEqual(
            {line.food for part in made.parts for line in part.lines},
            {"potato", "onion", "garlic", "butter_beans", "chicken_stock", "heavy_cream",
             "cheddar"},
        )  # fmt: skip
        self.assertEqual(len(made.steps), 1)

    def written(self, text: str) -> list[str]:
        parts = read_recipe(text, library()).parts
        return [line.text for part in parts for line in part.lines]

    def test_what_hangs_below_a_line_belongs_to_it(self) -> None:
        text = """Chowder
        INGREDIENTS
           3       stalks celery, leaves kept
                      for the top
           1 lb    cauliflower, in florets
           2       onions
                   black pepper
           60 g    cheese:
                      grated
        """
        [part] = read_recipe(text, library()).parts
        self.assertEqual(
            [line.text for line in part.lines][:4],
            ["3 stalks celery, leaves kept for the top", "1 lb cauliflower, in florets", "2 onions",
             "black pepper"],
        )  # fmt: skip

    def test_what_stands_beside_and_above_a_list(self) -> None:
        text = (
            "Pot\n4.8 (112 ratings)\nIt keeps for 4 days.\n\n450 g pork       Prep   15 min\n"
            "3 peppers        Ready in 20 min\n2 onions\n\nFry it all.\n"
        )
        dish = read_recipe(text, library())
        self.assertEqual(
            [line.text for line in dish.parts[0].lines], ["450 g pork", "3 peppers", "2 onions"]
        )
        self.assertEqual((dish.told.prep_minutes, dish.told.total_minutes), (15, 20))
        facts = read_recipe("Pot\n50 min · serves 4 · 286 kcal\n2 onions\n\nFry.", library())
        self.assertEqual([(c.key, c.high) for c in facts.told.claims], [("kcal", 286)])

    def test_commands_one_after_the_other_are_a_step(self) -> None:
        for step in (
            "Mix, top with cheese, bake 20 min", "Mix stuffing, stuff the bird, roast 1h30",
            "Casserole beef 2h, into pie dish, pastry lid, 30 min 200C",
            "Bind and press into a loaf tin, bake 45 min",
            "Pound, flour, egg, crumbs, fry 3 min a side",
        ):  # fmt: skip
            with self.subTest(step):
                dish = read_recipe(
                    f"Pot\n\n400 g passata\n2 onions\n1 ball mozzarella\n{step}", library()
                )
                self.assertEqual(len(dish.parts[0].lines), 3)
                self.assertEqual([one.text for one in dish.steps], [step])
        for food in ("Toast, buttered, cut in triangles", "Roast beef, sliced thin",
                     "Slice of ham, cut in strips", "Press garlic, salt",
                     "Pound of mince"):  # fmt: skip
            [part] = read_recipe(f"Pot\n\n400 g passata\n2 onions\n{food}\n1 egg", library()).parts
            self.assertEqual(len(part.lines), 4, food)

    def test_a_recipe_that_is_nothing_but_a_story(self) -> None:
        text = (
            "Pho\nyou'll need 200 grams of rice noodles, 300 grams of sirloin steak, a litre and a "
            "half of beef stock. simmer the stock twenty minutes, pour over hot. does two."
        )
        dish = read_recipe(text, library())
        self.assertEqual([line.food for line in dish.parts[0].lines][:3],
                         ["rice_noodles", "beef_steak", "beef_stock"])  # fmt: skip
        self.assertEqual((len(dish.steps), dish.servings), (1, 2))
        story = read_recipe("Pho\nI ate this in the rain, in a boat, for days.", library())
        self.assertEqual((story.parts[0].lines if story.parts else (), story.steps), ((), ()))

    def test_none_of_something_and_times_that_are_no_step(self) -> None:
        timed = "Leek bake\nTakes 20 min prep and 40 min in the oven"
        text = f"{timed}\n\n2 leeks\nbread 0\npepper, 0\n1 egg"
        dish = read_recipe(f"{text}\n\nMethod\nBoil it.", library())
        self.assertEqual((len(dish.parts[0].lines), len(dish.steps)), (4, 1))
        self.assertEqual(dish.told.cook_minutes, 40)

    def test_steps_behind_servings_on_one_line_are_kept(self) -> None:
        for told, servings, step in (
            ("Serves 4. Brown the mince, layer over chips, grill.", 4.0,
             "Brown the mince, layer over chips, grill."),
            ("Serves 4. Cook the mince for 10 minutes.", 4.0, "Cook the mince for 10 minutes."),
            ("feeds 2. hot wok, eggs first out, everything else, eggs back in. done", 2.0,
             "hot wok, eggs first out, everything else, eggs back in. done"),
        ):  # fmt: skip
            dish = read_recipe(f"Nachos\n200 g mince\n150 g cheddar\n{told}\n", library())
            self.assertEqual((dish.servings, [one.text for one in dish.steps]), (servings, [step]))
        dish = read_recipe("Nachos\n200 g mince\n150 g cheddar\nServes 4. Vegetarian\n", library())
        self.assertEqual((dish.servings, dish.steps), (4.0, ()))

    def test_days_and_stories_above_the_list_are_no_food_and_no_step(self) -> None:
        dish = read_recipe(
            "Ham and pea soup\n3 February\n\n"
            "He made this every Monday, and I have changed nothing.\n\n"
            "Ingredients\n500 g split peas\n1 ham hock\n\nMethod\nBoil it all.\n",
            library(),
        )
        self.assertEqual(
            [one.text for one in dish.parts[0].lines], ["500 g split peas", "1 ham hock"]
        )
        self.assertEqual([one.text for one in dish.steps], ["Boil it all."])
        dated = read_recipe("May 12, 2020\nPea soup\n500 g split peas\n", library())
        self.assertEqual(dated.title, "Pea soup")

    def test_heads_of_other_kitchens_and_where_it_was_found(self) -> None:
        for text, title, servings in (
            ("Röstipfanne\nZutaten für 2 Personen\n2 onions\n1 egg\n\nFry it.", "Röstipfanne", 2),
            ("Pierogi\nporcje: 4\n2 onions\n1 egg\n\nFry it.", "Pierogi", 4),
            ("VILLAGE HALL\nDish: Bacon with Champ\nPortions 6\n2 onions\n\nFry it.",
             "Bacon with Champ", 6),
            ("Recipe from the back of the rice bag\nRED RICE\nFeeds 4\n2 onions\n1 egg\n\nFry it.",
             "RED RICE", 4),
        ):  # fmt: skip
            dish = read_recipe(text, library())
            self.assertEqual((dish.title, dish.servings), (title, servings))
            self.assertTrue(all(line.food for line in dish.parts[0].lines), title)
        tart = read_recipe("Onion tart\n(8 slices)\n2 onions\n1 egg\n\nFry it.", library())
        self.assertEqual((tart.told.makes, len(tart.parts[0].lines)), ("8 slices", 2))

    def test_whom_it_is_from(self) -> None:
        for line, source in (
            ("Source: Aunt Merle", "Aunt Merle"),
            ("*Adapted from a church cookbook*", "a church cookbook"),
            ("Recipe by Jo", "Jo"), ("200 g source of protein", ""),
        ):  # fmt: skip
            text = f"Leek pot\n{line}\nServes 4\n\n2 leeks\n1 egg\n\nMethod\nBoil the leeks."
            self.assertEqual(read_recipe(text, library()).told.source, source)

    def test_a_letter_names_the_dish(self) -> None:
        text = (
            "Dear Fen,\nyou asked for the fish pie I made.\n\n500 g cod\n2 eggs\n\nBake it all.\n"
        )
        self.assertEqual(read_recipe(text, library()).title, "Fish pie")

    def test_sentences_at_the_edge_of_a_page(self) -> None:
        broken = """Pot\n\n200 g peas\n1 onion\n\nMethod
Melt the butter in a heavy pot and cook the onion and peas
until soft, about 8 minutes.

Add the stock and simmer for a quarter of an hour, mash some
of it against the side.

Stir in the milk and warm it through without any boiling.
Pepper it well and take it to the table.
"""
        self.assertEqual(len(read_recipe(broken, library()).steps), 3)
        # A step for each line stays that, however long the lines are.
        single = (
            broken.partition("Method")[0]
            + """Method
Melt the butter in a heavy pot and cook the onion and peas
until soft, about 8 minutes.
Stir in the milk and warm it through without any boiling.
Pepper it well and take it to the table.
"""
        )
        self.assertEqual(len(read_recipe(single, library()).steps), 3)

    def test_steps_without_capitals_and_full_stops(self) -> None:
        head = "Green pot\n\n200 g peas\n1 onion\n2 tbsp oil\n\n"
        steps = ("blitz the peas to crumbs then fry in half the oil for 3 mins\n"
                 "chop the onion and stir it in\npile up and serve")  # fmt: skip
        self.assertEqual(len(read_recipe(head + steps, library()).steps), 3)
        wrapped = ("blitz the peas to crumbs in the food processor, then\n"
                   "fry them in half the oil until they are golden and\nserve")  # fmt: skip
        self.assertEqual(len(read_recipe(head + wrapped, library()).steps), 1)

    def test_the_whole_list_on_one_line_is_no_part_of_that_name(self) -> None:
        text = "Rosti\n\nIngredients: 400 g parsnips, 1 onion, 25 g butter\n\nMethod: Fry it all."
        [part] = read_recipe(text, library()).parts
        self.assertEqual((part.name, len(part.lines)), ("Dish", 3))

    def test_a_list_on_one_line(self) -> None:
        steps = "\nFry the leeks. Add the rest and bake 30 mins. Serves 5"
        text = "Pie\nChicken thighs 600g, leeks 2, butter 50 g, puff pastry 320g, egg 1" + steps
        self.assertEqual(
            self.written(text),
            ["Chicken thighs 600g", "leeks 2", "butter 50 g", "puff pastry 320g", "egg 1"],
        )
        self.assertEqual(
            self.written(
                "Tofu\nSoft tofu 1 block (400g), minced pork 100g\ngarlic 3 cloves" + steps
            ),
            ["Soft tofu 1 block (400g)", "minced pork 100g", "garlic 3 cloves"],
        )
        parts = read_recipe(
            "dough: flour 500g, egg 1, water 200ml\nfilling: potatoes 700g, onion 2\n"
            "Knead, rest 30 min. Boil and mash potatoes.\nServes 6", library()
        ).parts  # fmt: skip
        self.assertEqual([(part.name, len(part.lines)) for part in parts],
                         [("Dough", 3), ("Filling", 2)])  # fmt: skip
        # What is done to one food is no food of its own.
        text = "Pie\n2 eggs, 1 beaten, 1 whole\n500 g potatoes, about 4, peeled" + steps
        self.assertEqual(len(self.written(text)), 2)

    def test_a_chat_is_read_without_who_said_it_when(self) -> None:
        text = "Pot\n[14:02] Ann: 1 onion, 2 tbsp oil, 200 g peas\n1/3/24, 14:03 - Ann: 500g beef"
        self.assertEqual(self.written(text), ["1 onion", "2 tbsp oil", "200 g peas", "500g beef"])

    def test_salt_and_pepper_in_two_letters_is_a_line(self) -> None:
        self.assertIn("S & P", self.written("Pie\n6 eggs\n1/4 C milk\nS & P\nBeat the eggs. Bake."))

    def test_a_table_and_its_head(self) -> None:
        text = (
            "Ingredient | Qty | Notes\nPotato | 800 g | peeled\nLeeks | 3 | sliced\nMethod: Boil."
        )
        self.assertEqual(self.written(text), ["800 g Potato, peeled", "3 Leeks, sliced"])

    def test_a_list_may_be_called_what_is_made(self) -> None:
        text = "Cakes\nTo make: 200 g flour, 2 eggs\nMethod: Mix the flour and eggs."
        made = read_recipe(text, library())
        foods = [line.food for part in made.parts for line in part.lines]
        self.assertEqual((foods, len(made.steps)), (["wheat_flour", "egg"], 1))

    def test_steps_numbered_without_a_dot(self) -> None:
        text = "Cakes\nFlour 80g\nEgg 2\n1 Mix the flour and egg.\n2 Pour into a pan, fry 5 min."
        made = read_recipe(text, library())
        self.assertEqual((len(made.parts[0].lines), len(made.steps)), (2, 2))
        self.assertEqual(self.written("Pot\n1 Mix packet\n2 Roast chickens, cut up"),
                         ["1 Mix packet", "2 Roast chickens, cut up"])  # fmt: skip

    def test_headings_over_foods_that_stand_first(self) -> None:
        text = "Stew\nBeef 2kg\nFlour 80g\nDumplings\nSR flour 500g\nSuet 250g\nBrown the beef."
        names = [part.name for part in read_recipe(text, library()).parts]
        self.assertEqual(names[-1], "Dumplings")

    def test_pulses_that_are_soaked_were_dry(self) -> None:
        for steps, form, doubts in (
            ("Soak the beans overnight. Boil 1 hour.", "dry", ("cooked_or_dry",)),
            ("Fry the beans.", "drained", ()),
            ("Soak the bread in milk. Fry the beans.", "drained", ()),
        ):
            made = read_recipe(f"Beans\nServes 2\n1 cup kidney beans\n\n{steps}", library())
            [line] = made.parts[0].lines
            self.assertEqual((line.form, line.doubts), (form, doubts))
        made = read_recipe("Beans\n1 tin kidney beans\n\nSoak the rice. Fry the beans.", library())
        self.assertEqual(made.parts[0].lines[0].form, "drained")

    def test_what_is_soaked_is_what_is_dried(self) -> None:
        text = "Beans\nServes 2\n200 g frozen peas\n100 g dried kidney beans\n\nSoak the beans."
        made = read_recipe(text, library())
        self.assertEqual([line.form for line in made.parts[0].lines], ["frozen", "dry"])

    def test_servings_in_other_languages(self) -> None:
        for line in ("Pour 4 personnes", "4 porcje", "4 portioner", "Für 4 Personen"):
            made = read_recipe(f"Bake\n{line}\n- 500 g potatoes\n- 2 onions\n\nBake it.", library())
            self.assertEqual((made.servings, made.servings_assumed), (4, False), line)

    def test_servings_stand_in_many_places(self) -> None:
        rest = "\n500 g potatoes\n2 onions\n\nBoil the potatoes. Fry the onions."
        for text, title, servings in (
            ("Bake (4 Pers.)" + rest, "Bake", 4), ("Bake (2 portions)" + rest, "Bake", 2),
            ("Bake\ngood for 8" + rest, "Bake", 8), ("Bake for a crowd of 9" + rest, "Bake", 9),
            ("Bake (serves 2, easily doubled)" + rest, "Bake", 2),
            ("Bake - dinner for two" + rest, "Bake", 2),
            ("Leek bake\nfeeds me twice" + rest, "Leek bake", 2),
            ("Bake" + rest + " Serves 10-12.", "Bake", 11),
        ):  # fmt: skip
            with self.subTest(text):
                made = read_recipe(text, library())
                self.assertEqual((made.title, made.servings), (title, servings))
                self.assertFalse(made.servings_assumed)
        self.assertEqual(read_recipe("Bake (the good one)" + rest, library()).title,
                         "Bake (the good one)")  # fmt: skip

    def test_a_food_nobody_knows_is_not_joined_to_the_next(self) -> None:
        made = read_recipe("Pot\nServes 2\n200 g peas\nzorrel\ncooking oil\n\nBoil.", library())
        self.assertEqual(
            [line.text for line in made.parts[0].lines], ["200 g peas", "zorrel", "cooking oil"]
        )

    def test_a_recipe_told_like_a_story(self) -> None:
        text = (
            "So here's my go-to when we're skint: sausage and bean bake. You'll want 6 sausages, "
            "a tin of butter beans and about 150 g stale bread torn up with a glug of oil.\n\n"
            "Fry the sausages 10 mins. Bread on top. 190 for half an hour. Does 3-4."
        )
        made = read_recipe(text, library())
        foods = {line.food for part in made.parts for line in part.lines}
        self.assertLessEqual({"sausage", "butter_beans", "bread"}, foods)
