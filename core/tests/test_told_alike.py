"""One food told in many words: parts of fruit and eggs, peel and shells, and what leaves."""

from __future__ import annotations

import unittest

from snabo_core.foods import library
from snabo_core.quantities import read_lines
from snabo_core.recipe import lines_from, reread_line

# Food, grams from and to, and ways of saying it, from memory.
SAME = (
    (
        "lemon_juice",
        40,
        110,
        (
            "juice of 2 lemons",
            "juice of two lemons",
            "2 lemons, juiced",
            "2 lemons, juice only",
            "juice from 2 lemons",
            "2 lemons (juice)",
            "lemon juice (2 lemons)",
            "the juice of 2 lemons",
            "2 lemons, juice of",
            "juice 2 lemons",
            "2 juiced lemons",
            "2 lemons juiced",
            "2 lemons - juice",
            "lemon juice, from 2 lemons",
            "2 lemons for juice",
            "squeezed juice of 2 lemons",
            "freshly squeezed juice of 2 lemons",
            "2 lemons, squeezed",
            "2 lemons' juice",
            "lemons 2 (juice)",
            "lemons, juice of 2",
            "juice of 1-2 lemons",
        ),
    ),
    (
        "lemon_juice",
        10,
        28,
        (
            "half a lemon, juiced",
            "juice of half a lemon",
            "juice of ½ lemon",
            "1/2 lemon, juice",
            "1/2 lemon (juiced)",
            "the juice of half a lemon",
            "lemon juice from half a lemon",
            "juice ½ lemon",
            "lemon - juice of half",
        ),
    ),
    (
        "lemon_zest",
        1,
        10,
        (
            "zest of 1 lemon",
            "1 lemon, zested",
            "1 lemon (zest)",
            "1 lemon, zest only",
            "lemon zest (1 lemon)",
            "grated zest of 1 lemon",
            "the zest of 1 lemon",
            "zest of one lemon, grated",
            "finely grated rind of 1 lemon",
            "1 lemon, finely grated rind",
            "rind of 1 lemon",
            "1 lemon, grated zest of",
            "grated lemon zest, 1 lemon",
            "lemon zest from 1 lemon",
        ),
    ),
    (
        "egg_yolk",
        28,
        44,
        (
            "2 egg yolks",
            "yolks of 2 eggs",
            "2 eggs, yolks only",
            "2 yolks",
            "two egg yolks",
            "egg yolks, 2",
            "egg yolks x 2",
            "2 eggs (yolks only)",
            "yolk of 2 eggs",
            "2 large egg yolks",
            "egg yolks (2)",
            "the yolks of 2 eggs",
            "2 yolks of egg",
            "yolks from 2 eggs",
            "2 egg yolks, beaten",
            "egg yolk 2",
        ),
    ),
    (
        "egg_white",
        55,
        80,
        (
            "2 egg whites",
            "whites of 2 eggs",
            "2 eggs, whites only",
            "two egg whites",
            "egg whites, 2",
            "2 eggs (whites only)",
            "egg whites (2)",
            "the whites of 2 eggs",
            "whites from 2 eggs",
            "2 egg whites, whisked",
            "2 large egg whites",
            "egg white x 2",
        ),
    ),
    (
        "vegetable_stock",
        480,
        520,
        (
            "500 ml stock from 1 cube",
            "500 ml stock (1 cube)",
            "500ml stock made with 1 cube",
            "500 ml hot stock, from a cube",
            "500 ml stock made from 1 stock cube",
            "500 ml stock (made with 1 cube)",
            "500 ml stock made up from a cube",
            "500 ml of stock using 1 cube",
            "stock, 500 ml, from 1 cube",
            "500 ml stock (from a cube)",
            "500 ml boiling stock",
        ),
    ),
    (
        "stock_powder",
        5,
        13,
        (
            "1 stock cube",
            "stock cube x 1",
            "stock cube, 1",
            "1 cube stock",
            "1 stock cube, crumbled",
            "stock cube (1)",
            "one stock cube",
        ),
    ),
    (
        "prawns",
        170,
        205,
        (
            "200 g prawns, peeled",
            "200 g peeled prawns",
            "200 g prawns (peeled)",
            "200 g prawns (peeled weight)",
            "200 g prawns, shelled",
            "200 g prawns, shell off",
            "200 g shelled prawns",
            "prawns, peeled, 200 g",
            "200 g raw peeled prawns",
            "200g prawns, peeled weight",
        ),
    ),
    (
        "prawns",
        150,
        300,
        (
            "400 g prawns in shell",
            "400 g shell-on prawns",
            "400 g prawns, shell on",
            "400 g prawns (shell on)",
            "400 g unpeeled prawns",
            "400 g whole prawns",
            "400 g prawns in their shells",
            "400 g prawns with shells",
            "400g prawns (in the shell)",
            "400 g prawns, heads and shells on",
        ),
    ),
    (
        "pumpkin",
        600,
        950,
        (
            "1 kg pumpkin (unpeeled weight)",
            "1 kg pumpkin, weighed before peeling",
            "1 kg unpeeled pumpkin",
            "1 kg pumpkin with skin",
            "1 kg whole pumpkin",
            "1 kg pumpkin (gross)",
            "1 kg pumpkin, gross weight",
        ),
    ),
    (
        "pumpkin",
        990,
        1010,
        (
            "1 kg pumpkin flesh",
            "1 kg peeled pumpkin",
            "1 kg pumpkin, peeled weight",
            "1 kg pumpkin (peeled weight)",
            "1 kg prepared pumpkin",
            "1 kg pumpkin (net)",
            "1 kg pumpkin, net weight",
            "1 kg pumpkin (weighed after peeling)",
            "1 kg pumpkin, cleaned weight",
            "1 kg diced pumpkin",
            "1 kg pumpkin (prepared weight)",
            "1 kg pumpkin, trimmed weight",
        ),
    ),
    (
        "tuna_in_oil",
        90,
        160,
        (
            "1 tin tuna in oil",
            "1 tin of tuna in oil",
            "tuna in oil, 1 tin",
            "1 tin tuna (in oil)",
            "1 can oil-packed tuna",
            "1 tin tuna, in oil",
            "1 tin tuna in sunflower oil",
            "1 tin tuna packed in oil",
        ),
    ),
    (
        "low_fat_yoghurt",
        190,
        210,
        (
            "200 g low-fat yogurt",
            "200 g yogurt, low fat",
            "200 g yogurt (low-fat)",
            "200 g lowfat yogurt",
            "low fat yogurt 200 g",
            "200 g yogurt low fat",
        ),
    ),
    (
        "light_coconut_milk",
        370,
        420,
        (
            "400 ml light coconut milk",
            "400 ml coconut milk, light",
            "400 ml coconut milk (light)",
            "400 ml reduced-fat coconut milk",
            "400 ml lite coconut milk",
            "coconut milk (light), 400 ml",
            "400 ml half-fat coconut milk",
        ),
    ),
    (
        "semi_skimmed_milk",
        290,
        320,
        (
            "300 ml semi-skimmed milk",
            "300 ml milk, semi-skimmed",
            "300 ml milk (semi-skimmed)",
            "milk (semi skimmed) 300 ml",
            "300 ml semi skimmed milk",
        ),
    ),
)
# What leaves, and ways of saying that it does, from memory.
LEAVES = (
    (
        "deep_frying",
        (
            "1 litre oil for deep frying",
            "1 litre oil, for deep-frying",
            "oil for deep-frying, 1 litre",
            "1 litre oil (for deep frying)",
            "1 l of oil to deep fry",
            "1 litre vegetable oil, to deep-fry",
            "1 litre frying oil",
            "1 litre oil for the deep fryer",
            "1 litre oil for deep fat frying",
            "vegetable oil, 1 litre (deep frying)",
            "1 litre oil - for deep frying",
            "1 litre of oil, enough for deep frying",
        ),
    ),
    (
        "frying",
        (
            "100 ml oil for shallow frying",
            "100 ml oil, to shallow fry",
            "100 ml oil (shallow frying)",
            "100 ml oil for pan-frying",
            "oil for shallow-frying, 100 ml",
            "3 tbsp oil for frying",
            "3 tbsp oil, for frying",
            "3 tbsp oil (for frying)",
            "oil for frying, 3 tbsp",
            "3 tbsp oil to fry",
            "3 tbsp oil, to fry in",
            "3 tbsp oil for the pan",
            "3 tbsp frying oil",
            "3 tbsp oil - frying",
        ),
    ),
    (
        "marinade",
        (
            "100 ml soy sauce for the marinade",
            "100 ml soy sauce, for marinating",
            "100 ml soy sauce (marinade)",
            "100 ml soy sauce to marinate",
            "100 ml yogurt for marinating the chicken",
            "100 ml soy sauce for marinade",
        ),
    ),
    (
        "drawing",
        (
            "2 tsp salt for degorging",
            "2 tsp salt, for salting the aubergines",
            "2 tsp salt to draw out the water",
            "2 tsp salt for sweating the aubergine",
            "2 tsp salt, for the cabbage (rinsed off)",
            "salt for purging",
        ),
    ),
    (
        "dusting",
        (
            "flour for dusting",
            "flour, for dusting",
            "flour (for dusting)",
            "flour to dust",
            "flour for rolling out",
            "flour, for the board",
            "flour for the work surface",
            "50 g flour for dusting",
            "flour for flouring the board",
            "plain flour, to dust",
            "extra flour for dusting",
            "flour for rolling",
        ),
    ),
    (
        "coating",
        (
            "50 g flour for coating",
            "50 g flour, to coat",
            "50 g flour (for coating)",
            "50 g flour for dredging",
            "50 g flour to coat the meat",
            "50 g flour for tossing the meat in",
        ),
    ),
    (
        "tin",
        (
            "butter for greasing",
            "butter, for greasing",
            "butter (for greasing)",
            "butter to grease",
            "butter for the dish",
            "butter, to grease the dish",
            "20 g butter for greasing the tin",
            "butter for buttering the dish",
            "a little butter for the tin",
            "butter for greasing the dish",
        ),
    ),
)


class ToldAlike(unittest.TestCase):
    def test_the_same_food_is_read_from_all_its_words(self) -> None:
        for food, low, high, texts in SAME:
            for text in texts:
                lines = read_lines(text, library())
                with self.subTest(text=text):
                    self.assertEqual([line.food for line in lines], [food])
                    self.assertEqual(lines[0].doubts, ())
                    grams = lines[0].grams.best
                    assert grams is not None
                    self.assertTrue(low <= grams <= high, grams)

    def test_what_leaves_is_told_from_all_its_words(self) -> None:
        for cause, texts in LEAVES:
            for text in texts:
                (line,) = read_lines(text, library())
                with self.subTest(text=text):
                    self.assertEqual([leaving.cause for leaving in line.leavings], [cause])
                    self.assertIsNotNone(line.grams.best)

    def test_bread_for_dipping_is_eaten(self) -> None:
        (line,) = read_lines("4 slices bread, for dipping", library())
        self.assertEqual(line.leavings, ())

    def test_one_kind_is_no_other_kind(self) -> None:
        # A cheddar is a cheese and a gherkin a pickle; fresh and sweet ones are still that.
        for text, food in (
            ("100 g fresh cheddar", "cheddar"),
            ("100 g soft cheddar", "cheddar"),
            ("100 g sweet gherkins", "gherkins"),
            ("600 g smoked coley", "smoked_fish"),
            ("200 g yogurt, greek", "greek_yoghurt"),
        ):
            (line,) = read_lines(text, library())
            self.assertEqual(line.food, food, text)

    def test_pieces_are_cut_to_a_size_or_are_of_it(self) -> None:
        for text, low, high in (
            ("500 g mushrooms, chopped (about the size of a pea)", 500, 500),
            ("1 cauliflower, cut up to the size of a walnut", 500, 700),
            ("3 potatoes the size of an egg", 120, 200),
            ("a piece of ginger the size of a walnut", 12, 28),
        ):
            (line,) = read_lines(text, library())
            assert line.grams.best is not None
            self.assertTrue(low <= line.grams.best <= high, (text, line.grams.best))

    def test_fat_that_is_cut_off_is_no_fat_of_the_list(self) -> None:
        for text in ("6 rashers bacon, fat trimmed off", "6 rashers bacon (excess fat removed)"):
            (line,) = read_lines(text, library())
            self.assertEqual((line.food, line.doubts), ("bacon", ()), text)

    def test_what_may_be_left_out_says_so_in_many_words(self) -> None:
        for said in (
            "(optional)", ", optional", " - optional", "(opt.)", " if you like", ", if using",
            " if desired", "(if you have it)", "(can be left out)", "(leave out if vegan)",
            "(not essential)", " – not strictly necessary", "(or leave out)", ", or not",
            "(if you want)", ", if you fancy", ", optional but nice", "(skip if you like)",
        ):  # fmt: skip
            (line,) = read_lines(f"100 g feta{said}", library())
            with self.subTest(said=said):
                self.assertTrue(line.optional)
                self.assertEqual((line.food, line.grams.best), ("feta", 100))
                self.assertEqual(line.doubts, ())
        (fresh,) = read_lines("2 tsp thyme, fresh if you have it", library())
        self.assertFalse(fresh.optional)

    def test_two_foods_with_one_amount_each(self) -> None:
        for text in (
            "100 g each cheddar and feta", "cheddar and feta, 100 g each",
            "cheddar and feta (100 g each)", "cheddar & feta, 100 g of each",
            "100 g each: cheddar, feta", "cheddar/feta 100 g each",
            "100 g cheddar and the same of feta", "100 g cheddar and the same amount of feta",
            "cheddar 100 g, feta 100 g", "100 g cheddar + 100 g feta",
        ):  # fmt: skip
            lines = read_lines(text, library())
            with self.subTest(text=text):
                self.assertEqual(
                    [(line.food, line.grams.best, line.doubts) for line in lines],
                    [("cheddar", 100, ()), ("feta", 100, ())],
                )


class Retaken(unittest.TestCase):
    """The food that was read, taken by the cook, weighs what it weighed."""

    def test_taking_the_same_food_changes_no_grams(self) -> None:
        shared = ("1 cup rice and peas", "1 onion, carrot and leek", "500 g of tomatoes peeled")
        texts = [text for _, _, _, texts in SAME for text in texts]
        texts += [text for _, texts in LEAVES for text in texts]
        for text in (*texts, *shared):
            for line in lines_from(text, library(), "metric"):
                if line.food is None or line.grams is None:
                    continue
                with self.subTest(text=text):
                    again = reread_line(line, line.food, line.form, library(), "metric")
                    self.assertEqual(
                        (again.grams_low, again.grams, again.grams_high, again.leavings),
                        (line.grams_low, line.grams, line.grams_high, line.leavings),
                    )
