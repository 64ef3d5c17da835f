"""The method of a dish as it is cooked now: what a swap strikes, brings and leaves."""

import unittest
from dataclasses import replace

from snabo_core.dish import Choice, Dish, MethodStep, Take, check
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate.eaters import Eater
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.recipe.method import with_method
from snabo_core.swaps.book import book
from snabo_core.swaps.cooking import effective_steps
from snabo_core.swaps.roles import propose_slots
from snabo_core.swaps.scaling import scale_to
from snabo_core.views.method import MethodView, method_view

RECIPE = """Smoked haddock pie
Serves 4

For the filling
500 g smoked haddock
300 ml milk
25 g butter
25 g plain flour

For the mash
900 g potatoes, peeled
40 g butter
salt

Poach the haddock in the milk for 8 minutes.
Melt the butter, stir in the flour and cook for 1 minute, then gradually add the milk.
Boil the potatoes for 20 minutes. Drain and mash with half the butter.
Spread the mash over the filling and dot with the remaining butter.
Bake at 200 C for 25 minutes until golden.
"""


def brought() -> Dish:
    """Return the pie as it was brought."""
    return propose_slots(read_recipe(RECIPE, library(), None), book(), library())


def swapped(dish: Dish, key: str = "cauliflower_mash") -> Dish:
    """Return it with a stand-in for its mash."""
    part = dish.parts[1]
    slot = next(s for s in part.slots if s.role == "mash")
    choice = scale_to(part, slot, book().stand_in("mash", key), book().files["mash"], library())
    return dish.with_choice(part.id, slot.id, choice)


def view(dish: Dish) -> MethodView:
    """Return its method as the screen shows it."""
    return method_view(dish, Setting(()), book(), library())


class AsBrought(unittest.TestCase):
    """The recipe's own words, read."""

    def test_steps_are_read_when_a_recipe_is_brought(self) -> None:
        steps = brought().method
        self.assertEqual([s.technique for s in steps if s.technique == "bake"], ["bake"])
        self.assertTrue(all(s.words for s in steps))
        bake = next(s for s in steps if s.technique == "bake")
        self.assertEqual((bake.minutes_low, bake.oven_c, bake.until), (25, 200, "golden"))

    def test_headings_inside_the_method_say_which_part_is_meant(self) -> None:
        text = RECIPE.split("Poach", maxsplit=1)[0] + (
            "Method\nFor the mash:\nBoil the potatoes for 20 minutes. Mash with the butter.\n"
            "For the filling:\nMelt the butter and add the milk and haddock.\n"
        )
        dish = read_recipe(text, library(), None)
        self.assertEqual([step.section for step in dish.steps], ["Mash", "Filling"])
        melt = next(step for step in dish.method if step.technique == "melt")
        filling = {line.id for line in dish.parts[0].lines}
        self.assertLessEqual({take.ref for take in melt.takes}, filling)

    def test_reading_again_keeps_what_was_settled(self) -> None:
        dish = brought()
        first = replace(dish.method[0], technique="boil", stated=("technique",), settled=True)
        own = MethodStep("mine", "", "Warm the plates", "rest")
        settled = replace(dish, method=(first, own, *dish.method[1:]))
        self.assertEqual(with_method(settled, library()).method, settled.method)

    def test_a_line_taken_away_is_in_no_step_when_it_is_read_again(self) -> None:
        dish = brought()
        part = dish.parts[0]
        fewer = replace(dish, parts=(replace(part, lines=part.lines[1:]), *dish.parts[1:]))
        known = {line.id for p in fewer.parts for line in p.lines} | {s.id for s in dish.method}
        again = with_method(fewer, library()).method
        self.assertEqual([s.id for s in again], [s.id for s in dish.method])
        self.assertLessEqual({take.ref for s in again for take in s.takes}, known)

    def test_shares_come_with_their_grams(self) -> None:
        taken = [(t.share, t.grams) for s in view(brought()).steps for t in s.takes
                 if t.name == "butter" and t.share]  # fmt: skip
        self.assertEqual(taken, [("half", 20), ("the rest of", 20)])

    def test_lines_stand_in_the_order_of_use(self) -> None:
        lines = view(brought()).lines
        steps = [line.step for line in lines if line.step is not None]
        self.assertEqual(steps, sorted(steps))
        self.assertEqual(lines[0].name, "smoked haddock")

    def test_the_oven_is_told_with_and_without_a_fan(self) -> None:
        bake = next(s for s in view(brought()).steps if s.technique == "bake")
        self.assertEqual((bake.oven_c, bake.fan_c), (200, 180))


class Swapped(unittest.TestCase):
    """Choosing strikes and splices; taking back is the identity."""

    def test_steps_of_the_potatoes_alone_are_struck(self) -> None:
        dish = swapped(brought())
        ghosts = [
            one.step.words
            for one in effective_steps(dish, book(), library())
            if one.kind == "ghost"
        ]
        self.assertEqual(
            ghosts, ["Boil the potatoes for 20 minutes", "Drain", "mash with half the butter"]
        )

    def test_the_stand_in_s_own_stand_in_their_place(self) -> None:
        kinds = [one.kind for one in effective_steps(swapped(brought()), book(), library())]
        first = kinds.index("stand_in")
        self.assertEqual(kinds[first - 1], "ghost")
        self.assertIn("own", kinds[first:])

    def test_what_took_the_mash_takes_the_stand_in_s(self) -> None:
        steps = effective_steps(swapped(brought()), book(), library())
        own = [one.step.id for one in steps if one.kind == "stand_in"]
        taken = {take.ref for one in steps if one.kind == "own" for take in one.step.takes}
        self.assertIn(own[-1], taken)
        cooked = {one.step.id for one in steps if one.kind != "ghost"}
        struck = {one.step.id for one in steps if one.kind == "ghost"}
        for one in steps:
            if one.step.id in cooked:
                self.assertFalse({take.ref for take in one.step.takes} & struck)

    def test_taking_back_is_the_identity(self) -> None:
        dish = brought()
        part = dish.parts[1]
        slot = next(s for s in part.slots if s.role == "mash")
        for item in book().stand_ins("mash"):
            back = swapped(dish, item.key).with_choice(part.id, slot.id, None)
            self.assertEqual(
                effective_steps(back, book(), library()), effective_steps(dish, book(), library())
            )

    def test_a_thickener_is_stirred_in_when_the_sauce_has_cooked(self) -> None:
        dish = brought()
        part = dish.parts[0]
        slot = next(s for s in part.slots if s.role == "thickener")
        for item in book().stand_ins("thickener"):
            choice = scale_to(part, slot, item, book().files["thickener"], library())
            steps = effective_steps(dish.with_choice(part.id, slot.id, choice), book(), library())
            words = [one.step.words for one in steps if one.kind != "ghost"]
            first = next(i for i, one in enumerate(steps) if one.kind == "stand_in")
            self.assertIn("add the milk", steps[first - 1].step.words)
            self.assertNotIn("stir in the flour", words)
            taken = {take.ref for take in steps[first].step.takes}
            self.assertIn(steps[first - 1].step.id, taken)
            melted = next(one for one in steps if one.step.words == "Melt the butter")
            cook = next(one for one in steps if one.step.words == "cook for 1 minute")
            self.assertEqual([take.ref for take in cook.step.takes], [melted.step.id])

    def test_left_out_by_hand_and_less(self) -> None:
        dish = brought()
        part = dish.parts[1]
        slot = next(s for s in part.slots if s.role == "mash")
        for kind, look in (("out", "left_out"), ("own", "by_hand"), ("reduced", "less")):
            choice = Choice("", (), kind=kind, name="x")  # type: ignore[arg-type]
            steps = effective_steps(dish.with_choice(part.id, slot.id, choice), book(), library())
            self.assertIn(look, {one.look for one in steps}, kind)
            self.assertFalse([one for one in steps if one.kind == "stand_in"])

    def test_every_stand_in_cooks_with_its_own_weights(self) -> None:
        for item in book().stand_ins("mash"):
            shown = view(swapped(brought(), item.key))
            own = [s for s in shown.steps if s.kind == "stand_in"]
            self.assertTrue(any(s.weighs for s in own), item.key)
            self.assertTrue(all(s.number > 0 for s in own))
            struck = [s for s in shown.steps if s.kind == "ghost"]
            self.assertTrue(all(s.number == 0 for s in struck))

    def test_a_line_swapped_or_left_out_marks_its_steps(self) -> None:
        dish = brought()
        filling = dish.parts[0]
        line = filling.lines[2]
        lines = tuple(replace(i, left_out=True) if i is line else i for i in filling.lines)
        out = replace(dish, parts=(replace(filling, lines=lines), *dish.parts[1:]))
        looks = {s.look for s in view(out).steps if any(t.ref == line.id for t in s.takes)}
        self.assertEqual(looks, {"left_out"})

    def test_a_step_says_what_goes_in_instead(self) -> None:
        dish = brought()
        filling = dish.parts[0]
        line = filling.lines[2]
        other = replace(line, food="water", form="liquid", food_name="water", instead=None)
        lines = tuple(replace(i, instead=other) if i is line else i for i in filling.lines)
        shown = view(replace(dish, parts=(replace(filling, lines=lines), *dish.parts[1:])))
        words = {s.look_words for s in shown.steps if any(t.ref == line.id for t in s.takes)}
        self.assertEqual(words, {f"Now with water instead of {line.food_name}."})


class Rules(unittest.TestCase):
    """Cautions once per dish; a method made by hand cannot run in a circle."""

    def test_a_caution_stands_once_with_all_its_steps(self) -> None:
        shown = view(swapped(brought()))
        keys = [caution.key for caution in shown.cautions]
        self.assertEqual(len(keys), len(set(keys)))
        for caution in shown.cautions:
            self.assertTrue(caution.steps)
            for number in caution.steps:
                step = next(s for s in shown.steps if s.number == number)
                self.assertIn(caution.key, {one.key for one in step.cautions})

    def test_what_everybody_knows_is_put_away_and_stays_at_its_step(self) -> None:
        dish = swapped(brought())
        key = view(dish).cautions[0].key

        def knowing(*keys: tuple[str, ...]) -> Setting:
            return Setting(
                tuple(
                    Eater(str(n), str(n), "", (), dismissed=known) for n, known in enumerate(keys)
                )
            )

        for dismissed, away in (((key,), ()), False), (((key,), (key,)), True):
            shown = method_view(dish, knowing(*dismissed), book(), library())
            caution = next(one for one in shown.cautions if one.key == key)
            self.assertEqual(caution.put_away, away)
            self.assertTrue(any(key == c.key for step in shown.steps for c in step.cautions))

    def test_a_step_takes_only_what_is_made_before_it(self) -> None:
        first = MethodStep("a", "", "Mash it", "mash", (Take("b"),))
        second = MethodStep("b", "", "Boil it", "boil", (Take("a"),))
        with self.assertRaisesRegex(BadInput, "move it down"):
            check(replace(brought(), method=(first, second)))

    def test_impossible_figures_are_refused(self) -> None:
        step = MethodStep("a", "", "Bake", "bake")
        for bad in (
            replace(step, minutes_low=5, minutes_high=1),
            replace(step, oven_c=900),
            replace(step, words=" "),
        ):
            with self.assertRaises(BadInput):
                check(replace(brought(), method=(bad,)))
        with self.assertRaisesRegex(BadInput, "same id"):
            check(replace(brought(), method=(step, step)))

    def test_steps_without_lines_and_lines_without_steps(self) -> None:
        bare = read_recipe("Soup\n\n400 g peas\n", library(), None)
        shown = view(bare)
        self.assertEqual((shown.steps, [line.step for line in shown.lines]), ((), [None]))


if __name__ == "__main__":
    unittest.main()
