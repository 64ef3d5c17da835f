"""When a dish's own vegetables are dry enough: what is known, and that its orders can be obeyed."""

import unittest

from snabo_core.dish import Readings
from snabo_core.foods import library
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.own_bands import own_band, own_bands
from snabo_core.views.dish_water import GlassView, water_view
from snabo_core.water.steps import TECHNIQUES

FOODS, BOOK = library(), book()
# As such dishes are written; each ends with the step that dries. Invented for these tests.
DRIED = (
    ("600 g spinach", "Wilt the spinach in a pan for 3 minutes and squeeze it dry in a cloth."),
    ("600 g frozen spinach", "Thaw the spinach and squeeze it out."),
    ("500 g mushrooms, sliced\n15 g butter", "Fry the mushrooms in the butter for 13 minutes."),
    ("800 g potatoes, grated", "Grate the potatoes and squeeze them in a cloth."),
    ("800 g celeriac", "Grate the celeriac and squeeze it in a cloth."),
    ("500 g courgettes, grated\n1 tsp salt", "Salt the courgettes for an hour. Squeeze them dry."),
    ("500 g courgettes, sliced\n1 tsp salt", "Salt the courgettes and leave for 20 minutes."),
    ("600 g cauliflower", "Rice the cauliflower. Microwave it for 10 minutes. Wring it out."),
)  # fmt: skip


def last(lines: str, steps: str, grams: float | None = None) -> GlassView:
    """Return the last glass of a dish, predicted or as weighed."""
    dish = read_recipe(f"Quayside pan\nServes 4\n{lines}\n\n{steps}", FOODS, None)
    glass = water_view(dish, Setting(()), BOOK, FOODS).courses[0].glasses[-1]
    if grams is None:
        return glass
    owner = dish.parts[0].id
    said = Readings(own_steps={owner: {glass.step_id: grams}}, own_of={owner: {}})
    return water_view(dish, Setting((), readings=said), BOOK, FOODS).courses[0].glasses[-1]


class OwnBands(unittest.TestCase):
    """The recipe's own leaves, mushrooms and grated roots have an edge to stop at."""

    def test_what_is_usually_done_ends_dry_enough(self) -> None:
        for lines, steps in DRIED:
            with self.subTest(lines):
                glass = last(lines, steps)
                self.assertIsNotNone(glass.point.band)
                self.assertEqual(glass.point.advice, "dry_enough", glass.point.water_share)

    def test_what_is_too_wet_is_told_grams_that_can_leave(self) -> None:
        for lines, steps in DRIED:
            with self.subTest(lines):
                usual = last(lines, steps).point
                wet = last(lines, steps, usual.grams * 1.5).point
                if wet.advice == "dry_enough":
                    continue
                self.assertIn(wet.advice, {"press_more", "heat_more"})
                self.assertLess(wet.target, wet.grams)
                # What is left at the edge is never less than its solids and some water.
                self.assertGreater(wet.target, wet.solids / 0.35)

    def test_what_is_pressed_on_and_on_is_too_dry(self) -> None:
        lines, steps = DRIED[3]
        usual = last(lines, steps).point
        dry = last(lines, steps, usual.floor * 0.8).point
        self.assertEqual(dry.advice, "too_dry")

    def test_no_binder_is_offered_where_nothing_is_bound(self) -> None:
        lines, steps = DRIED[2]
        usual = last(lines, steps).point
        wet = last(lines, steps, usual.grams * 1.25)
        self.assertEqual(wet.point.advice, "heat_more")
        self.assertTrue(wet.cures)
        self.assertNotIn("absorb", {cure.kind for cure in wet.cures})

    def test_a_sauce_of_mushrooms_is_judged_as_a_sauce(self) -> None:
        glass = last("300 g mushrooms\n200 ml double cream",
                     "Add the cream to the mushrooms and fry for 5 minutes.")  # fmt: skip
        self.assertIsNone(glass.point.band)
        self.assertIsNone(own_band("fry", {"mushroom": 300.0, "double_cream": 200.0}))
        self.assertIsNone(own_band("boil", {"spinach": 300.0}), "nothing is dried by boiling")
        self.assertIsNone(own_band("press", {}))

    def test_the_file_names_what_there_is(self) -> None:
        for known in own_bands():
            self.assertLess(*known.band)
            self.assertLessEqual(known.after, set(TECHNIQUES))
            for food in known.foods:
                self.assertIn(food, FOODS.foods)
