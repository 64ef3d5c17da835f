"""What to mind at a step for who eats: labels, salt, sweeteners; nothing at a step for nobody."""

import unittest
from dataclasses import replace

from snabo_core.dish import Change, Variant, all_lines
from snabo_core.foods import library
from snabo_core.foods.certainty import certainty_of
from snabo_core.plate.eaters import Eater, Target
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.views.method import MethodView, method_view
from snabo_core.views.preview import preview
from tests.test_ways import eater

POT = """Weir lentil pot
Serves 2

200 g red lentils
1 onion, chopped
600 ml vegetable stock
30 g xylitol
40 g cheddar, grated

Simmer the lentils and the onion in the stock for 20 minutes.
Stir in the xylitol.
Scatter with the cheddar and serve.
"""
NO_GLUTEN, PLAIN = eater("Odd", leaves_out=("gluten",)), eater("Bram", Target("fat", at_most=60))
LOW_SALT = eater("Runa", Target("sodium_mg", at_most=1500, per="day"))
NO_LEAF = eater("Mia", leaves_out=("coriander", "added oil"))


def shown(*people: Eater) -> MethodView:
    """Return the pot for some eaters."""
    return method_view(read_recipe(POT, library(), None), Setting(people), book(), library())


def at_steps(view: MethodView) -> dict[str, list[tuple[int, str]]]:
    """Return the steps and the people of every caution."""
    found: dict[str, list[tuple[int, str]]] = {}
    for step in view.steps:
        for one in step.cautions:
            found.setdefault(one.key, []).append((step.number, one.who))
    return found


class AtTheStep(unittest.TestCase):
    """Technique by food by eater."""

    def test_a_label_is_read_where_the_food_goes_in(self) -> None:
        stands = at_steps(shown(NO_GLUTEN, PLAIN))
        self.assertEqual(stands["read_label"], [(1, "Odd")])
        self.assertNotIn("read_label", at_steps(shown(PLAIN)))
        # Nobody is allergic to oil, and coriander is on no label's list.
        self.assertNotIn("read_label", at_steps(shown(NO_LEAF)))

    def test_what_nobody_looked_into_is_a_label_to_read(self) -> None:
        dish = read_recipe(POT, library(), None)
        part = dish.parts[0]
        listed = next(key for key in library().rows if key not in library().foods)
        self.assertEqual(certainty_of(library().food(listed), "gluten"), "unknown")
        lines = (replace(part.lines[0], food=listed, form=None), part.lines[1])
        dish = replace(dish, parts=(replace(part, lines=lines),))
        view = method_view(dish, Setting((NO_GLUTEN, PLAIN)), book(), library())
        self.assertEqual(at_steps(view)["read_label"], [(1, "Odd")])

    def test_salt_that_comes_along_and_what_upsets_a_gut(self) -> None:
        stands = at_steps(shown(LOW_SALT, PLAIN))
        self.assertEqual(stands["sodium_condiments"], [(1, "Runa")])
        self.assertEqual(stands["polyols"], [(2, "Runa and Bram")])

    def test_each_stands_once_beside_the_dish_with_whom_it_concerns(self) -> None:
        view = shown(NO_GLUTEN, LOW_SALT)
        keys = [one.key for one in view.cautions]
        self.assertEqual(len(keys), len(set(keys)))
        by_key = {one.key: one for one in view.cautions}
        self.assertEqual((by_key["read_label"].who, by_key["read_label"].steps), ("Odd", (1,)))
        # What no step carries stands beside the dish alone.
        self.assertEqual((by_key["coeliac"].who, by_key["coeliac"].steps), ("Odd", ()))
        # What is done to the food concerns everybody.
        self.assertEqual(by_key["lentils_boil"].who, "")
        self.assertTrue(all(one.why for one in view.cautions))

    def test_the_plate_says_the_same_of_the_same_people(self) -> None:
        people = (NO_GLUTEN, LOW_SALT, PLAIN)
        rail = preview(read_recipe(POT, library(), None), Setting(people), book(), library())
        beside = {one.key: one.eaters for one in shown(*people).cautions}
        for one in rail.cautions:
            self.assertEqual(set(one.eaters), set(beside[one.key]), one.key)

    def test_who_knows_it_has_it_put_away_and_keeps_it_at_its_step(self) -> None:
        knows = replace(NO_GLUTEN, dismissed=("read_label",))
        view = shown(knows, PLAIN)
        label = next(one for one in view.cautions if one.key == "read_label")
        self.assertTrue(label.put_away, "the other has nothing to do with it")
        self.assertEqual(at_steps(view)["read_label"], [(1, "Odd")])

    def test_each_puts_away_what_they_know(self) -> None:
        knows = replace(PLAIN, dismissed=("lentils_boil",))
        for people, known, away in (
            ((knows, LOW_SALT), ("Bram",), False), ((knows,), ("Bram",), True),
            ((LOW_SALT,), (), False),
        ):  # fmt: skip
            one = next(c for c in shown(*people).cautions if c.key == "lentils_boil")
            self.assertEqual((one.known, one.put_away), (known, away))

    def test_who_does_not_eat_of_it_is_not_warned_of_it(self) -> None:
        dish = read_recipe(POT, library(), None)
        stock = next(line.id for _, line in all_lines(dish) if "stock" in line.text)
        own = Variant("g", "Odd", ("Odd",), changes=(Change("omit", stock),))
        dish = replace(dish, variants=(own,))
        view = method_view(dish, Setting((NO_GLUTEN, PLAIN)), book(), library())
        self.assertNotIn("read_label", at_steps(view))
