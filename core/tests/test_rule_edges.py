"""Rules at nothing, at the unknown and in another order: what each comes to there."""

import unittest
from dataclasses import replace

import numpy as np

from snabo_core.dish import Take
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate.equipment import Equipment
from snabo_core.plate.exclusions import Exclusion, breaches
from snabo_core.plate.figures import entries, total
from snabo_core.plate.rows import Rules
from snabo_core.plate.totals import _joined
from snabo_core.swaps.batches import batches_for
from snabo_core.swaps.book import book
from snabo_core.swaps.cooking import SHORT, _named
from snabo_core.swaps.dish_water import A_LITTLE, MOST, _fraction
from snabo_core.swaps.frozen import freeze, with_old_figures
from snabo_core.swaps.line_book import line_book
from snabo_core.swaps.resizing import sized
from snabo_core.swaps.sauces import _total
from snabo_core.swaps.scaling import _volume
from snabo_core.swaps.swapped_lines import swapped_line
from snabo_core.water import problems
from snabo_core.water.wetting import behaviour, wetting
from tests.helpers import dish, line, part, row

FOODS = library()


class Order(unittest.TestCase):
    """What comes first changes no sum, and is named first."""

    def test_what_is_tolerated_is_laid_to_the_first_line(self) -> None:
        lines = [line("a", 2.0, "milk"), line("b", 1.0, "butter")]
        found = breaches([Exclusion("milk", 50.0)], lines, FOODS)
        self.assertEqual([(one.certainty, one.line_id) for one in found], [("tolerated", "a")])

    def test_fat_between_crumbs_takes_no_room_wherever_it_stands(self) -> None:
        crumb, butter = line("c", 60.0, "breadcrumbs"), line("b", 30.0, "butter")
        alone = _volume([crumb], FOODS)
        self.assertEqual([_volume(some, FOODS) for some in ([butter, crumb], [crumb, butter])],
                         [alone, alone])  # fmt: skip

    def test_reaches_of_one_cause_add_up(self) -> None:
        some = total(*entries([line("a", 100.0, "swede", spread=0.2)], FOODS))
        causes, up, down = _joined(some, some)
        self.assertEqual(causes, some.causes)
        np.testing.assert_allclose(up, 2 * some.up)
        np.testing.assert_allclose(down, 2 * some.down)


class Nothing(unittest.TestCase):
    """No grams, no vessel, no change."""

    def test_a_line_without_grams_brings_nothing_to_a_sauce(self) -> None:
        unknown = line("u", None, "butter")
        self.assertEqual(_total([unknown], "fat", FOODS), 0.0)

    def test_a_kitchen_without_a_blender_blends_at_once(self) -> None:
        made = batches_for("blend", "", 5000.0, 20.0, replace(Equipment(), blenders=0))
        self.assertEqual(made and (made.vessel, made.takes, made.count), ("blender", None, 1))

    def test_a_line_of_its_own_size_stays_the_very_line(self) -> None:
        one = line("a", 300.0, "swede")
        self.assertIs(sized(one, one.times, FOODS), one)

    def test_a_short_word_names_no_line(self) -> None:
        # "Put it on": a food whose name has a word so short is not meant by it.
        short = replace(line("a", 10.0, "swede"), food_name=f"{'x' * SHORT} swede")
        self.assertEqual(_named(f"Put in {'x' * SHORT}.", part("p", short), frozenset({"a"})), "")
        self.assertNotEqual(_named("Add the swede.", part("p", short), frozenset({"a"})), "")

    def test_a_line_that_nobody_weighed_is_not_swapped(self) -> None:
        group = line_book().groups[0]
        own, other = group.members[:2]
        for gone in ("grams", "grams_low", "grams_high"):
            with self.subTest(gone), self.assertRaises(BadInput):
                swapped_line(replace(line("a", 10.0, own.food), **{gone: None}), own, other, FOODS)


class Kept(unittest.TestCase):
    """Figures of an old version."""

    def test_what_was_frozen_then_stands_and_what_nobody_knows_is_passed_over(self) -> None:
        swede = line("a", 300.0, "swede")
        kept = freeze(dish(part("p", swede)), FOODS, book(), Rules())
        key = FOODS.row("swede", swede.form).key
        now = kept.rows[key]
        place = next(n for n, value in enumerate(now.best) if value)
        then = [*now.best]
        then[place], then[place + 1] = (now.best[place] or 0.0) / 2, None
        figures = {"no such food/None": then, "leek/None": then, f"swede/{swede.form}": then}
        old = with_old_figures(kept, figures, FOODS).rows[key]
        self.assertEqual(list(old.best), then)
        self.assertEqual(old.low[place], min(now.low[place], then[place]))
        self.assertEqual(old.high[place], now.high[place])
        self.assertEqual(old.low[place + 1], now.low[place + 1])


class Shares(unittest.TestCase):
    """Of what is there."""

    def test_most_of_it_and_a_little(self) -> None:
        self.assertEqual(_fraction(Take("x", share="most")), MOST)
        self.assertEqual(_fraction(Take("x", share="amount")), A_LITTLE)
        self.assertEqual(_fraction(Take("x", fraction=0.3)), 0.3)
        self.assertIsNone(_fraction(Take("x")))

    def test_parts_of_a_mixture_are_shares(self) -> None:
        for share in (-0.1, 1.1):
            with self.subTest(share), self.assertRaises(BadInput):
                problems.mixture(parts=[[100.0, share]])

    def test_flour_drinks_less_the_wetter_it_is(self) -> None:
        table = wetting().drinks
        food = next(key for key, (low, high) in table.foods.items() if high > 0)
        middle = (table.dry_at + table.wet_at) / 2
        drinks = [
            behaviour(food, None, "", row(water=water)).drinks
            for water in (table.dry_at - 1, middle, table.wet_at + 1)
        ]
        self.assertAlmostEqual(drinks[1], drinks[0] / 2)
        self.assertEqual(drinks[2], 0.0)


if __name__ == "__main__":
    unittest.main()
