"""Roles proposed for the starchy lines of many kinds of parts."""

import unittest

from snabo_core.dish import PLAIN, ROLES
from snabo_core.foods import library
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.roles import propose_slots

# heading, lines, roles in order
PARTS = [
    ("Mash topping", ["900 g floury potatoes", "100 ml milk", "50 g butter"], ["mash"]),
    ("Potato layer", ["800 g potatoes, thinly sliced", "300 ml cream"], ["sliced_bake"]),
    ("Crumb", ["80 g breadcrumbs", "20 g butter", "1 tbsp chopped parsley"], ["crumb"]),
    ("Cheesy crumb", ["100 g panko", "50 g parmesan"], ["crumb"]),
    ("White sauce", ["40 g butter", "40 g plain flour", "600 ml milk"], ["thickener"]),
    ("Gravy", ["2 tbsp cornflour", "500 ml beef stock"], ["thickener"]),
    ("Pasta", ["400 g penne"], ["short_noodle"]),
    ("Noodles", ["300 g spaghetti"], ["long_noodle"]),
    ("Layers", ["9 lasagne sheets"], ["sheet"]),
    ("Bed of rice", ["300 g basmati rice", "600 ml vegetable stock"], ["grain_bed"]),
    ("Grain", ["200 g quinoa"], ["grain_bed"]),
    ("Lid", ["1 sheet puff pastry"], ["lid"]),
    ("Base", ["250 g plain flour", "100 g butter", "50 ml water"], ["crust"]),
    ("Wraps", ["8 flour tortillas"], ["skillet_base"]),
    ("Filling", ["500 g mushrooms", "2 onions", "1 tbsp olive oil"], []),
    ("Lentil filling", ["400 g can lentils, drained", "2 carrots"], []),
]


class Proposed(unittest.TestCase):
    """One recipe a part."""

    def test_parts(self) -> None:
        for heading, lines, roles in PARTS:
            with self.subTest(heading=heading):
                text = "\n".join(["Dish", "Serves 4", f"For the {heading.lower()}", *lines])
                dish = propose_slots(read_recipe(text, library()), book(), library())
                found = [slot.role for part in dish.parts for slot in part.slots]
                self.assertEqual(found, roles)

    def test_a_dish_without_headings_has_a_slot_for_each(self) -> None:
        text = (
            "Dish\n600 g potatoes, mashed\n30 g flour\n500 ml milk\n80 g breadcrumbs\n300 g cod\n"
        )
        dish = propose_slots(read_recipe(text, library()), book(), library())
        self.assertEqual(len(dish.parts), 1)
        roles = {slot.role for slot in dish.parts[0].slots}
        self.assertEqual(roles, {"mash", "thickener", "crumb"})
        taken = [i for slot in dish.parts[0].slots for i in slot.line_ids]
        self.assertEqual(len(taken), len(set(taken)))

    def test_bread_binds_mince_and_crumbs_anything_else(self) -> None:
        crumbs = "60 g white bread, blitzed to crumbs"
        for others, role in (
            ("500 g minced turkey", "binder"),
            ("500 g cod fillets", "crumb"),
            ("500 g mushrooms", "crumb"),
        ):
            text = f"Dish\nServes 4\n{others}\n1 onion\n{crumbs}\n"
            dish = propose_slots(read_recipe(text, library()), book(), library())
            with self.subTest(others=others):
                self.assertEqual([s.role for p in dish.parts for s in p.slots], [role])

    def test_a_pinch_of_starch_is_no_slot(self) -> None:
        for grams, slots in ((2, 1), (1.9, 0)):
            text = f"Dish\nServes 4\nFor the sauce\n{grams} g cornflour\n400 ml milk\n"
            dish = propose_slots(read_recipe(text, library()), book(), library())
            self.assertEqual(sum(len(p.slots) for p in dish.parts), slots, grams)

    def test_slots_that_are_there_stay(self) -> None:
        text = "Dish\n600 g potatoes\n"
        once = propose_slots(read_recipe(text, library()), book(), library())
        self.assertEqual(propose_slots(once, book(), library()), once)

    def test_every_role_has_a_name_and_plain_is_one(self) -> None:
        for key in (*ROLES, PLAIN):
            self.assertTrue(book().roles[key].name)
