"""What else would do for a line, computed on the dish it stands in."""

import unittest
from dataclasses import replace

from snabo_core.dish import check
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate import Eater, Exclusion, Target, plate_of
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.roles import propose_slots
from snabo_core.swaps.scaling import scale_to
from snabo_core.swaps.swapped_lines import with_instead
from snabo_core.views.line_swaps import LineSwapView, line_swaps
from snabo_core.views.preview import preview
from tests import helpers

RECIPE = """Leek pot
Serves 4
2 onions
1 egg
40 g butter
150 ml chicken stock
250 g silken tofu
20 g nutritional yeast
400 g frozen cauliflower

For the lid
800 g potatoes
"""
ADA = Eater("1", "Ada", "x", (Target("added_oil", None, 0.0),), (Exclusion("milk"),))


class Swaps(unittest.TestCase):
    """Amount, water, sodium, allergens and plate follow."""

    def setUp(self) -> None:
        read = read_recipe(RECIPE, library())
        self.dish = propose_slots(read, book(), library())
        self.lines = {line.food: line for p in read.parts for line in p.lines}
        self.setting = Setting((ADA,))

    def swaps(self, food: str) -> dict[str, LineSwapView]:
        found = line_swaps(self.dish, self.lines[food].id, self.setting, book(), library())
        return {v.line.food or "": v for v in found.swaps}

    def test_the_named_ones(self) -> None:
        # swaps.md: leek, shallot or powder for onion; frozen for fresh; one oil for another;
        # water for stock; another tofu; egg replacements.
        for food, others in (
            ("onion", {"leek", "shallot", "onion_powder"}),
            ("butter", {"olive_oil", "vegetable_stock", "water"}),
            ("chicken_stock", {"water", "vegetable_stock"}),
            ("silken_tofu", {"firm_tofu"}),
            ("cauliflower", {"broccoli", "kohlrabi", "cauliflower"}),
        ):
            self.assertLessEqual(others, self.swaps(food).keys(), food)

    def test_egg_by_the_design_amounts(self) -> None:
        # swaps.md, for one 50 g egg: 7 g flax, 5 g chia, 60 g silken tofu, 45 g aquafaba,
        # 20 g chickpea flour, 5 g psyllium.
        found = self.swaps("egg")
        for food, grams in (("flaxseed", 7), ("chia_seeds", 5), ("silken_tofu", 60),
                            ("aquafaba", 45), ("chickpea_flour", 20), ("psyllium", 5)):  # fmt: skip
            self.assertAlmostEqual(found[food].line.grams or 0, grams, delta=0.5)
            self.assertEqual(found[food].loses, ("egg",))

    def test_what_suits_comes_first_and_the_excluded_last(self) -> None:
        found = list(self.swaps("butter").values())
        self.assertEqual([v.line.food for v in found][:2], ["vegetable_stock", "water"])
        self.assertTrue(found[-1].excluded)
        self.assertRegex(found[-1].breaches[0], "Ada: contains milk")

    def test_water_sodium_and_plate_are_told(self) -> None:
        frozen = line_swaps(
            self.dish, self.lines["onion"].id, self.setting, book(), library()
        ).swaps
        powder = next(v for v in frozen if v.line.food == "onion_powder")
        self.assertLess(powder.water_grams or 0, -150)
        self.assertRegex(" ".join(powder.changes), "net carbs −3")
        stock = self.swaps("chicken_stock")["water"]
        self.assertRegex(" ".join(stock.changes), "sodium −")

    def test_look_alikes_are_named_not_offered(self) -> None:
        found = line_swaps(
            self.dish, self.lines["yeast_flakes"].id, self.setting, book(), library()
        )
        self.assertNotIn("dried_yeast", {swap.line.food for swap in found.swaps})
        self.assertRegex(found.look_alikes[0], "dried yeast: baker's and brewer's")

    def test_part_is_judged_again(self) -> None:
        lid = self.dish.parts[1]
        slot = lid.slots[0]
        stand_in = book().stand_in("mash", "cauliflower_mash")
        choice = scale_to(lid, slot, stand_in, book().files["mash"], library())
        swapped = self.dish.with_choice(lid.id, slot.id, choice)
        fat = next(x for x in choice.lines if x.food == "butter")
        found = line_swaps(swapped, fat.id, self.setting, book(), library())
        words = {v.line.food: v.part_words for v in found.swaps}
        self.assertRegex(words["olive_oil"], "Lid comes out right")
        head = next(x for x in choice.lines if x.food == "cauliflower")
        found = line_swaps(swapped, head.id, self.setting, book(), library())
        self.assertTrue(all(v.part_words for v in found.swaps))


class TakenUp(unittest.TestCase):
    """A swapped line counts everywhere, and the original stays what it was."""

    def test_plate_follows_and_original_does_not(self) -> None:
        made = read_recipe("Pot\nServes 1\n40 g butter\n", library())
        line = made.parts[0].lines[0]
        found = line_swaps(made, line.id, Setting((ADA,)), book(), library()).swaps
        stock = next(v.line for v in found if v.line.food == "vegetable_stock")
        swapped = check(with_instead(made, line.id, stock))
        self.assertEqual(plate_of(swapped, library()).figures["added_oil"].best, 0)
        self.assertEqual(swapped.original(), made)
        view = preview(swapped, Setting((ADA,)), book(), library())
        self.assertGreater(view.was["added_oil"].best or 0, 30)
        back = with_instead(swapped, line.id, None)
        self.assertEqual(back, made)

    def test_refusals(self) -> None:
        made = read_recipe("Pot\nServes 1\nsome butter\n12 zzqx\n", library())
        lines = made.parts[0].lines
        for line, words in zip(lines, ("How much is", "Choose this line's food"), strict=True):
            with self.assertRaisesRegex(BadInput, words):
                line_swaps(made, line.id, Setting(()), book(), library())
        with self.assertRaisesRegex(BadInput, "no such line"):
            line_swaps(made, "gone", Setting(()), book(), library())
        other = replace(lines[0], id="other")
        with self.assertRaisesRegex(BadInput, "one plain line"):
            check(with_instead(made, lines[0].id, other))


class Eggs(unittest.TestCase):
    """What replaces an egg says which of its jobs it does."""

    def test_each_replacement_says_what_it_does_and_does_not(self) -> None:
        egg, rest = helpers.line("egg", 100, "egg"), helpers.line("rest", 300, "lentils", "boiled")
        made = helpers.dish(helpers.part("loaf", egg, rest))
        found = {
            view.line.food: view.note
            for view in line_swaps(made, "egg", Setting(()), book(), library()).swaps
        }
        self.assertIn("binds", found["flaxseed"])
        self.assertIn("does not lift", found["flaxseed"])
        self.assertIn("does not bind", found["aquafaba"])
        self.assertIn("lifts", found["aquafaba"])
