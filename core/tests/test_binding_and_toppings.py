"""What holds a dough together, and what its toppings do to it."""

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.recipe.reading import read_recipe
from snabo_core.swaps.binding import (
    binders,
    binding_in,
    binding_of,
    eggs_for,
    eggs_in,
    instead_of_eggs,
    rebase,
)
from snabo_core.swaps.book import book
from snabo_core.swaps.line_book import line_book
from snabo_core.swaps.roles import propose_slots
from snabo_core.swaps.scaling import scale_to
from snabo_core.swaps.stand_ins import Hold
from snabo_core.swaps.toppings import Load, load_of, topping_of, toppings, verdict_of
from snabo_core.views.toppings import base_views
from tests.helpers import line

FOODS = library()


class Binding(unittest.TestCase):
    """Egg equivalents; common practice where nothing else is said."""

    def test_a_medium_head_is_held_by_two_eggs_and_hard_cheese(self) -> None:
        # 290 to 350 g after pressing, two eggs, 55 to 85 g of hard cheese.
        for driver in (290, 320, 350):
            for cheese in (55, 85):
                lines = [line("e", 100, "egg"), line("c", cheese, "parmesan")]
                self.assertEqual(binding_of(lines, driver).hold, "slice", (driver, cheese))

    def test_fewer_and_more(self) -> None:
        for grams, hold in ((0, "crumbles"), (40, "fork"), (100, "slice"), (250, "rubbery")):
            with self.subTest(eggs=grams / 50):
                self.assertEqual(binding_of([line("e", grams, "egg")], 180).hold, hold)

    def test_replacements_of_one_egg(self) -> None:
        for food, grams, water in (
            ("flaxseed", 7, 45), ("chia_seeds", 5, 45), ("silken_tofu", 60, 0),
            ("aquafaba", 45, 0), ("chickpea_flour", 20, 45), ("psyllium", 5, 45),
        ):  # fmt: skip
            with self.subTest(food=food):
                self.assertEqual((binders()[food].grams, binders()[food].water), (grams, water))
                self.assertAlmostEqual(eggs_in([line("x", grams, food)]), 1)

    def test_not_each_does_each_job(self) -> None:
        lifting = {one.food for one in instead_of_eggs(2, ["lift"])}
        self.assertIn("aquafaba", lifting)
        self.assertNotIn("flaxseed", lifting)
        binding = {one.food: one for one in instead_of_eggs(2, ["bind"])}
        self.assertNotIn("aquafaba", binding)
        self.assertEqual((binding["flaxseed"].grams, binding["flaxseed"].water), (14, 90))

    def test_another_size_of_head(self) -> None:
        near = rebase(590, 680, 2)
        self.assertEqual((near.eggs, near.beaten), (2, None))
        self.assertAlmostEqual(near.share, 1.153, places=3)
        far = rebase(590, 900, 2)
        self.assertEqual(far.eggs, 3)
        self.assertAlmostEqual(far.beaten or 0, 152.5, delta=0.1)
        self.assertEqual(rebase(590, 60, 2).eggs, 1)

    def test_nothing_to_hold_is_refused(self) -> None:
        for wrong in (lambda: binding_of([], 0), lambda: rebase(0, 5, 1), lambda: rebase(5, -1, 1)):
            with self.assertRaises(BadInput):
                wrong()

    @given(st.floats(20, 2000), st.sampled_from(["fork", "slice", "rubbery"]))
    def test_eggs_for_a_hold_give_that_hold(self, driver: float, hold: str) -> None:
        eggs = eggs_for(driver, hold)  # type: ignore[arg-type]
        self.assertEqual(binding_of([line("e", eggs * 50 * 1.0001, "egg")], driver).hold, hold)

    def test_a_line_swap_for_an_egg_says_the_same(self) -> None:
        (swap,) = [g for g in line_book().groups if g.job == "bound egg"]
        compared = 0
        for item in swap.members:
            if item.food in binders() and item.food != "egg":
                _, low, high = item.per
                with self.subTest(food=item.food):
                    self.assertTrue(low <= binders()[item.food].grams / 50 <= high)
                compared += 1
        self.assertGreaterEqual(compared, 6)

    def test_pressed_vegetables_hold_as_their_eggs_and_cheese_say(self) -> None:
        found = {}
        for item in (*book().stand_ins("crust"), *book().stand_ins("shell")):
            binding = binding_in(item)
            if binding is not None:
                found[item.key] = binding.hold
                # Thin and wet, a courgette crust bends more than its eggs would have it.
                if item.key != "courgette_crust":
                    self.assertEqual(binding.hold, item.hold, item.key)
        self.assertGreaterEqual(len(found), 5)
        self.assertIsNone(binding_in(book().stand_in("quick_bread", "almond_bread")))

    def test_every_binder_is_a_food(self) -> None:
        self.assertLessEqual(set(binders()), set(FOODS.foods))


class Toppings(unittest.TestCase):
    """A round of 28 cm has 616 cm2."""

    AREA = 616.0

    def load(self, *lines: Line, hold: Hold = "slice") -> Load:
        return load_of(lines, self.AREA, hold, FOODS)

    def test_at_least_sixty_foods_with_all_that_is_asked(self) -> None:
        self.assertGreaterEqual(len(toppings()), 60)
        for name, one in toppings().items():
            with self.subTest(topping=name):
                food = FOODS.food(one.food)
                if one.form:
                    self.assertIn(one.form, food.forms)
                self.assertTrue(one.heat)
                self.assertGreater(one.piece_grams, 0)
                self.assertTrue(0 <= one.runs <= 0.6)
                drier = one.drier.partition("/")[0]
                self.assertTrue(not drier or drier in FOODS.foods)

    def test_what_is_named_drier_is_drier(self) -> None:
        for name, one in toppings().items():
            if not one.drier:
                continue
            other = toppings()[one.drier]
            form = one.form or FOODS.food(one.food).default_form
            with self.subTest(topping=name):
                was = self.load(line("a", 100, one.food, form=form)).water
                form = other.form or FOODS.food(other.food).default_form
                self.assertLess(self.load(line("a", 100, other.food, form=form)).water, was)

    def test_fresh_and_dried_tomato_change_the_verdict(self) -> None:
        fresh = self.load(line("t", 200, "tomato"))
        self.assertEqual(fresh.verdict, "soggy")
        dried = self.load(line("t", 40, "sun_dried_tomato"))
        self.assertEqual(dried.verdict, "dry")
        self.assertIsNone(dried.most)

    def test_a_thin_coat_is_right_and_a_thick_one_is_not(self) -> None:
        # 8 to 12 g on 100 cm2 is a thin coat: 60 g on this round.
        thin = self.load(line("s", 60, "passata"))
        self.assertEqual(thin.verdict, "right")
        thick = self.load(line("s", 250, "passata"))
        self.assertIn(thick.verdict, {"wet", "soggy"})
        most = thick.most or 0.0
        self.assertLess(most, 250)
        again = self.load(line("s", most, "passata"))
        self.assertAlmostEqual(again.water, 5.0, places=6)

    def test_the_rest_counts_before_the_sauce(self) -> None:
        alone = self.load(line("s", 250, "passata")).most or 0.0
        beside = self.load(line("s", 250, "passata"), line("m", 120, "mozzarella")).most or 0.0
        self.assertLess(beside, alone)

    def test_fresh_cheese_against_dry(self) -> None:
        fresh = self.load(line("m", 200, "mozzarella", form="raw")).water
        dry = self.load(line("m", 200, "mozzarella", form="low_moisture")).water
        # Melted fresh cheese lets go of 5 to 15 g of every 100; common practice.
        self.assertTrue(5 <= fresh * self.AREA / 100 / 2 <= 15)
        self.assertLess(dry, fresh / 3)

    def test_what_was_cooked_dry_first_lets_go_of_little(self) -> None:
        raw = self.load(line("m", 300, "mushroom")).water
        lines = [line("m", 300, "mushroom")]
        dry = load_of(lines, self.AREA, "slice", FOODS, frozenset({"m"})).water
        self.assertAlmostEqual(dry, raw * 0.2)

    def test_no_order_for_nothing(self) -> None:
        text = (
            "Tart\nServes 2\n\nCrust\n150 g shortcrust\n\nTopping\n300 g mushrooms, sliced\n"
            "300 g onions, sliced\n\nMethod\nLine a tin with the pastry.\n"
        )
        for method, words in (
            ("Scatter over the mushrooms and onions and bake for 20 minutes.", "cook what lies"),
            (("Sauté the mushrooms and onions for 10 minutes. Scatter them over and bake for "
             "20 minutes."), "the middle goes soft"),
        ):  # fmt: skip
            with self.subTest(method=method):
                brought = propose_slots(read_recipe(text + method, FOODS), book(), FOODS)
                part = brought.parts[0]
                crust = book().stand_in("crust", "celeriac_crust")
                choice = scale_to(part, part.slots[0], crust, book().files["crust"], FOODS)
                made = brought.with_choice(part.id, part.slots[0].id, choice)
                (base,) = base_views(made, book(), FOODS)
                self.assertIn(words, " ".join(base.words))
                self.assertNotIn("Up to 0", " ".join(base.words))

    def test_weight_against_the_hold(self) -> None:
        heap = [line("p", 320, "sausage")]
        self.assertFalse(self.load(*heap, hold="slice").too_heavy)
        self.assertTrue(self.load(*heap, hold="fork").too_heavy)

    def test_layers_go_from_the_seal_up(self) -> None:
        order = self.load(
            line("r", 20, "rocket"), line("m", 100, "mozzarella"), line("s", 60, "passata"),
            line("c", 30, "parmesan"),
        ).laid  # fmt: skip
        self.assertEqual(
            [each.line.food for each in order], ["parmesan", "passata", "mozzarella", "rocket"]
        )

    def test_a_stranger_weighs_but_is_not_said_to_be_dry(self) -> None:
        load = self.load(line("g", 100, "grapes"))
        self.assertEqual([one.food for one in load.unknown], ["grapes"])
        self.assertGreater(load.weight, 0)
        self.assertIsNone(topping_of(line("g", 100, "grapes")))

    def test_a_brought_round_says_how_much_sauce_and_no_more(self) -> None:
        text = (
            "Weir round\nServes 2\n\nCrust\n250 g pizza dough\n\nTopping\n200 g passata\n"
            "150 g mozzarella\n20 g rocket\n50 g grapes"
        )
        brought = propose_slots(read_recipe(text, FOODS), book(), FOODS)
        part = brought.parts[0]
        self.assertEqual(base_views(brought, book(), FOODS), ())
        crust = book().stand_in("crust", "pressed_cauliflower")
        choice = scale_to(part, part.slots[0], crust, book().files["crust"], FOODS)
        made = brought.with_choice(part.id, part.slots[0].id, choice)
        (base,) = base_views(made, book(), FOODS)
        # 250 g of dough cover 625 cm2.
        self.assertAlmostEqual(base.area_cm2, 625, delta=1)
        self.assertEqual(base.verdict, "wet")
        self.assertRegex(base.words[1], r"Up to \d+ g of passata and no more\.")
        self.assertEqual([layer.name for layer in base.layers][-1], "rocket")
        self.assertIn("Blot the mozzarella between papers before it goes on.", base.words)
        self.assertEqual(base.unknown, ("grapes",))

    def test_bad_input(self) -> None:
        with self.assertRaises(BadInput):
            load_of([], 0, "", FOODS)
        with self.assertRaises(BadInput):
            load_of([replace(line("x", 1, "tomato"), grams=None)], 600, "", FOODS)
        self.assertEqual([verdict_of(w) for w in (0, 1, 6, 20)], ["dry", "right", "wet", "soggy"])
