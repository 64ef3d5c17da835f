"""Pans: from mass and density to an area and back, and which of a household's fits."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.errors import BadInput
from snabo_core.plate.pans import Pan, check_pan
from snabo_core.swaps.book import book
from snabo_core.swaps.pans import (
    Shape,
    area_from,
    deep_enough,
    fitting,
    layers_in,
    piece_of,
    rolls_from,
    round_of,
    shape_of,
    sheet_of,
    thickness_in,
    wells_of,
)
from snabo_core.swaps.scaling import cooked
from snabo_core.swaps.words import piece_words, shape_words

ROUND = Pan("round tin", "round", 28, 3)
SQUARE = Pan("square tin", "square", 20, 5)
DISH = Pan("deep dish", "rectangle", 30, 7, 20)
TIN = Pan("muffin tin", "wells", 7, 3, wells=12)
MUG = Pan("mug", "mug", 8, 9)


class Geometry(unittest.TestCase):
    """By hand, with pi."""

    def test_areas_and_volumes(self) -> None:
        for pan, area in ((ROUND, 615.75), (SQUARE, 400), (DISH, 600), (TIN, 461.8), (MUG, 50.27)):
            with self.subTest(pan=pan.name):
                self.assertAlmostEqual(pan.area, area, delta=0.1)
                self.assertAlmostEqual(pan.volume, area * pan.height, delta=1)

    def test_a_dough_by_hand(self) -> None:
        # 460 g at 1.05 g/mL and 9 mm: 438 mL over 487 cm2, a round of 24.9 cm.
        area = area_from(460, 1.05, 9)
        self.assertAlmostEqual(area, 486.8, delta=0.1)
        self.assertAlmostEqual(round_of(area), 24.9, delta=0.05)
        long, short = sheet_of(area)
        self.assertAlmostEqual(long * short, area, places=6)
        self.assertAlmostEqual(long / short, 4 / 3, places=6)

    @given(st.floats(50, 3000), st.floats(0.5, 1.4), st.floats(2, 40))
    def test_there_and_back(self, mass: float, density: float, thickness: float) -> None:
        area = area_from(mass, density, thickness)
        pan = Pan("any", "square", math.sqrt(area), 10)
        self.assertAlmostEqual(thickness_in(pan, mass / density), thickness, places=6)

    def test_the_pan_that_fits_best_is_named(self) -> None:
        pan, lies = fitting([SQUARE, ROUND, DISH], 600, 9) or (None, 0)
        self.assertIs(pan, DISH)
        self.assertAlmostEqual(lies, 9)
        self.assertIsNone(fitting([SQUARE, MUG], 600, 9))
        # A shallow one of the right size runs over.
        self.assertIsNone(fitting([Pan("plate", "rectangle", 30, 0.9, 20)], 600, 9))
        self.assertIsNone(fitting([], 600, 9))

    def test_a_deep_dish_keeps_headroom(self) -> None:
        self.assertIs(deep_enough([DISH, SQUARE, MUG], 1600), SQUARE)
        self.assertIs(deep_enough([DISH, SQUARE, MUG], 1800), DISH)
        self.assertIsNone(deep_enough([DISH], 4000))

    def test_wells(self) -> None:
        # A well of 7 by 3 cm holds 115 mL, 87 of them at three quarters.
        found = wells_of(TIN, 800, 1.0)
        self.assertEqual(found.wells, 10)
        self.assertAlmostEqual(found.each_grams, 80)
        self.assertEqual(wells_of(TIN, 20, 1.0).wells, 1)

    def test_layers_and_rolls(self) -> None:
        found = layers_in(DISH, 1500)
        self.assertEqual((found.layers, found.left_cm2), (2, 300))
        self.assertEqual(layers_in(DISH, 500).layers, 0)
        self.assertEqual(rolls_from(1200, 10, 12), 10)

    def test_words_name_the_pan(self) -> None:
        shape = Shape(600, "cm2", 27.6, 24.5, (28.3, 21.2), 9, pan="deep dish", lies_mm=9.0)
        self.assertIn("in your deep dish it lies 9 mm thick", shape_words(shape))
        self.assertEqual(shape_words(Shape(3, "pieces", piece_grams=80)), "Makes 3 of 80 g each")
        self.assertEqual(shape_words(Shape(1, "pieces", piece_grams=80)), "Makes one of 80 g")
        self.assertEqual(shape_words(Shape(950, "ml")), "Fills 950 ml on the plate")

    def test_a_bread_in_wells_and_sheets_in_a_dish(self) -> None:
        pans = (ROUND, DISH, TIN)
        bread = book().stand_in("quick_bread", "coconut_flour_bread")
        shape = shape_of(bread, book().files["quick_bread"], 2.0, 740, pans)
        # 762 g of dough at 1.05 g/mL over wells of 87 mL.
        self.assertEqual(shape.wells.wells if shape.wells else 0, 9)
        self.assertRegex(
            shape_words(shape),
            r"Fills 9 wells of your muffin tin with 8\d g each, \d\.\d g net carbs a piece",
        )
        planks = book().stand_in("sheet", "courgette_planks")
        shape = shape_of(planks, book().files["sheet"], 2.0, 1200, pans)
        # 1800 cm2 over 600: three layers and nothing over.
        self.assertIn(
            "3 whole layers in your deep dish, 0 cm² left over; or 16 rolls", shape_words(shape)
        )
        self.assertEqual(shape_words(shape_of(bread, book().files["quick_bread"], 1, 370)), "")

    def test_what_a_cook_takes_at_a_time(self) -> None:
        for role, key, words in (
            ("crust", "pressed_cauliflower", r"A slice of \d\d g has \d\.\d g net carbs"),
            ("pour_sauce", "cashew_cream", r"A tablespoon, 1[4-7] g, has \d\.\d g net carbs"),
            ("grating_cheese", "cashew_grate", r"A tablespoon, [5-8] g, has \d\.\d g net carbs"),
            ("dumpling", "chickpea_dumpling", r"A piece of 25 g has \d\.\d g net carbs"),
            ("skillet_base", "oat_round", r"A piece of \d\d g has \d+\.\d g net carbs"),
            ("mash", "swede_mash", "^$"),
        ):
            with self.subTest(role=role):
                item = book().stand_in(role, key)
                self.assertRegex(piece_words(piece_of(item, book().files[role], 1.0)), words)

    def test_eight_slices_are_the_whole(self) -> None:
        crust = book().stand_in("crust", "celeriac_crust")
        piece = piece_of(crust, book().files["crust"], 2.0)
        done = cooked(crust).finished
        self.assertAlmostEqual((piece.grams if piece else 0) * 8, done.mass * 2)
        self.assertAlmostEqual(
            (piece.net_carbs if piece else 0) * 8, (done.sugars + done.starch) * 2
        )

    def test_bad_input(self) -> None:
        for wrong in (
            lambda: area_from(0, 1, 1),
            lambda: wells_of(TIN, 0, 1),
            lambda: layers_in(DISH, 0),
            lambda: rolls_from(100, 0, 1),
            lambda: check_pan(Pan("", "round", 20, 3)),
            lambda: check_pan(Pan("x", "round", -1, 3)),
            lambda: check_pan(Pan("x", "rectangle", 30, 3)),
            lambda: check_pan(Pan("x", "wells", 7, 3, wells=0)),
            lambda: check_pan(Pan("x", "round", 20, 3, empty_grams=0.0)),
            lambda: check_pan(Pan("x", "round", 20, 3, empty_grams=1e9)),
        ):
            with self.assertRaises(BadInput):
                wrong()
        self.assertIs(check_pan(DISH), DISH)
