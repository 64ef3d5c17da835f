"""A dish of another size: half of double is the dish, eggs hold, pieces stay whole."""

import functools
import math
import unittest
from dataclasses import replace

from snabo_core.dish import Dish, Line, all_lines, check
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate.pans import Pan
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.judged import judged
from snabo_core.swaps.resizing import bake_of, batches, resized
from snabo_core.swaps.roles import propose_slots
from snabo_core.swaps.scaling import scale_to
from snabo_core.views.resizing import ResizeRequest, resize

# Invented for these tests.
POT = """Sluice-house pot
Serves 4

For the pot
500 g hake fillet
2 leeks, sliced
2 eggs
2 bay leaves
1 tbsp olive oil, for frying
1 tsp salt

For the lid
800 g floury potatoes
40 g butter
60 ml milk

Method
1. Fry the leeks in the oil.
2. Boil and mash the potatoes with butter and milk.
3. Fill, cover and bake at 200 C for 30 minutes.
"""
BLUE = Pan("blue tin", "round", 20.0, 4.0)
WIDE = Pan("wide tin", "round", 26.0, 4.0)


@functools.cache
def pot() -> Dish:
    return propose_slots(read_recipe(POT, library(), None), book(), library())


def swapped() -> Dish:
    dish = pot()
    part = next(p for p in dish.parts if any(s.role == "mash" for s in p.slots))
    slot = part.slots[0]
    item = book().stand_in("mash", "cauliflower_mash")
    choice = scale_to(part, slot, item, book().files["mash"], library())
    return dish.with_choice(part.id, slot.id, choice)


def line(dish: Dish, food: str) -> Line:
    return next(i for _, i in all_lines(dish) if i.food == food)


def at(dish: Dish, times: float) -> Dish:
    return resized(dish, times, {}, library())


def grams(dish: Dish) -> list[float]:
    return [i.grams or 0.0 for _, i in all_lines(dish)]


class Laws(unittest.TestCase):
    def test_there_and_back_is_the_dish(self) -> None:
        for dish in (pot(), swapped()):
            for times in (2.0, 0.5, 3.0, 1.1, 1.2, 1.3, 0.7, 7.3, 1 / 3):
                back = at(at(dish, times), 1.0)
                for was, now in zip(grams(dish), grams(back), strict=True):
                    self.assertAlmostEqual(was, now, places=9)
                self.assertAlmostEqual(back.servings, dish.servings)
                self.assertEqual(back.times, 1.0)
                self.assertEqual(
                    [i.times for p in back.parts for i in p.lines],
                    [1.0 for p in back.parts for _ in p.lines],
                )

    def test_the_way_to_a_size_does_not_matter(self) -> None:
        for first, then in ((2.0, 3.0), (1.2, 1.44), (0.5, 1.3), (1.3, 1.2)):
            for one, other in zip(
                grams(at(at(pot(), first), then)), grams(at(pot(), then)), strict=True
            ):
                self.assertAlmostEqual(one, other, places=9)

    def test_what_follows_leaves_a_serving_as_it_was(self) -> None:
        rules = {i.id: "follows" for p in pot().parts for i in p.lines}
        for dish in (pot(), swapped()):
            was = judged(dish, Setting(()), book(), library()).plate.figures
            for times in (0.5, 2.0, 3.7):
                large = resized(dish, times, rules, library())  # type: ignore[arg-type]
                now = judged(large, Setting(()), book(), library()).plate.figures
                for name in ("net_carbs", "protein", "fat", "sodium_mg"):
                    best = was[name].best
                    assert best is not None
                    self.assertAlmostEqual(now[name].best or 0, best, delta=best * 1e-3)

    def test_a_larger_dish_can_be_kept(self) -> None:
        check(at(swapped(), 2.5))


class Rules(unittest.TestCase):
    def test_eggs_hold_within_a_quarter_and_step_beyond(self) -> None:
        egg = line(pot(), "egg").grams or 0.0
        for times, expected in ((1.25, 1.0), (0.8, 1.0), (1.2, 1.0), (1.5, 1.5), (0.5, 0.5)):
            self.assertAlmostEqual(line(at(pot(), times), "egg").grams or 0, egg * expected)

    def test_eggs_beyond_are_told_as_whole_ones_and_grams(self) -> None:
        asked = ResizeRequest(pot(), times=1.3)
        made = resize(asked, Setting(()), book(), library())
        egg = next(one for one in made.lines if one.name == "egg")
        self.assertIn("2 and 30 g of another, beaten", egg.words)

    def test_pieces_of_seasoning_stay_whole(self) -> None:
        for times, leaves in ((1.4, 3), (2.0, 4), (0.2, 1)):
            self.assertAlmostEqual(line(at(pot(), times), "bay_leaf").amount or 0, leaves)

    def test_what_is_for_frying_holds(self) -> None:
        oil = line(pot(), "olive_oil")
        self.assertEqual(line(at(pot(), 3.0), "olive_oil").grams, oil.grams)

    def test_the_cooks_own_rule_counts_and_is_remembered(self) -> None:
        salt = line(pot(), "salt")
        held = resized(pot(), 2.0, {salt.id: "holds"}, library())
        self.assertEqual(line(held, "salt").grams, salt.grams)
        self.assertEqual(line(at(held, 3.0), "salt").grams, salt.grams)
        freed = resized(held, 2.0, {salt.id: "follows"}, library())
        self.assertAlmostEqual(line(freed, "salt").grams or 0, 2 * (salt.grams or 0))

    def test_a_stand_in_follows_with_its_eggs_and_its_parts_weight(self) -> None:
        dish = swapped()
        made = at(dish, 2.0)
        lid, before = (next(p for p in d.parts if p.chosen()) for d in (made, dish))
        for was, now in zip(before.slots[0].choice.lines, lid.slots[0].choice.lines, strict=True):  # type: ignore[union-attr]
            self.assertAlmostEqual(now.grams or 0, 2 * (was.grams or 0))


class Sizes(unittest.TestCase):
    """By servings, by what is there, by a pan; outside check: areas of circles."""

    def test_every_way_to_say_it(self) -> None:
        potato = line(pot(), "potato")
        for more, expected in (
            ({"servings": 6.0}, 1.5),
            ({"line": potato.id, "grams": 1200.0}, 1.5),
            ({"pan_from": BLUE, "pan_to": WIDE}, (26 / 20) ** 2),
            ({"times": 2.0}, 2.0),
        ):
            asked = ResizeRequest(pot(), **more)  # type: ignore[arg-type]
            made = resize(asked, Setting(()), book(), library())
            self.assertAlmostEqual(made.times, expected)
            self.assertAlmostEqual(made.dish.servings, 4 * expected)

    def test_bake_time_follows_thickness_not_servings(self) -> None:
        self.assertEqual(bake_of(2.0, 2.0).longer, (1.0, 1.0))
        self.assertEqual(bake_of(1.5).longer, (1.5, 2.25))
        low, high = bake_of(0.5).longer
        self.assertEqual((low, high), (0.25, 0.5))
        words = resize(ResizeRequest(pot(), times=2.0), Setting(()), book(), library()).notes
        self.assertTrue(any("2.0 times as thick" in note for note in words), words)
        asked = ResizeRequest(pot(), pan_from=BLUE, pan_to=WIDE)
        moved = resize(asked, Setting(()), book(), library()).notes
        self.assertTrue(any("as thick as before" in note for note in moved), moved)

    def test_pans_are_filled_as_often_as_it_takes(self) -> None:
        # A round of 20 cm and 4 cm holds 1.26 L to the brim, 1.07 L with headroom.
        self.assertAlmostEqual(BLUE.volume, math.pi * 100 * 4)
        self.assertEqual([batches(v, BLUE) for v in (1000, 1100, 2100, 2200)], [1, 2, 2, 3])
        kitchen = Setting((), pans=(BLUE,))
        notes = resize(ResizeRequest(pot(), times=2.0), kitchen, book(), library()).notes
        self.assertTrue(any("blue tin" in note for note in notes), notes)

    def test_what_cannot_be_is_refused(self) -> None:
        tea = replace(pot(), parts=())
        for more in (
            {},
            {"times": 0.0},
            {"times": float("nan")},
            {"times": 500.0},
            {"servings": -1.0},
            {"line": "nothing", "grams": 3.0},
            {"line": pot().parts[0].lines[0].id},
            {"pan_to": BLUE},
            {"pan_to": BLUE, "pan_from": Pan("", "round", 0.0, 1.0)},
        ):
            with self.subTest(more=more), self.assertRaises(BadInput):
                resize(ResizeRequest(pot(), **more), Setting(()), book(), library())  # type: ignore[arg-type]
        made = resize(ResizeRequest(tea, times=2.0), Setting(()), book(), library())
        self.assertEqual(made.lines, ())
