"""Sauces are judged by what thickens them; every stand-in cooks in whole dishes."""

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.checks.book import thickener_faults
from snabo_core.dish import Dish, Slot
from snabo_core.foods import library
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import Book, StandIn, book
from snabo_core.swaps.scaling import scale_to
from snabo_core.swaps.trials import cook, trial_faults, trials
from snabo_core.views.preview import preview
from snabo_core.views.ranking import ranking
from snabo_core.water import Step, advise, of_lines, predict
from snabo_core.water.steps import SIMMER, run
from snabo_core.water.thickness import Thickness, how_thick, thickness
from snabo_core.wording import say
from tests.helpers import dish, line, part

BOOK, FOODS = book(), library()


def sauce(*lines: tuple[str, float], thickener: str = "cornflour") -> Dish:
    """Return a dish that is one sauce with a slot for its thickener."""
    made = part("sauce", *(line(food, grams, food) for food, grams in lines))
    return dish(replace(made, slots=(Slot("slot", "thickener", (thickener,)),)))


def with_stand_in(made: Dish, key: str) -> Dish:
    """Return the dish with a stand-in chosen for its thickener."""
    own = made.parts[0]
    stand_in = BOOK.stand_in("thickener", key)
    choice = scale_to(own, own.slots[0], stand_in, BOOK.files["thickener"], FOODS)
    return made.with_choice("sauce", "slot", choice)


class Laws(unittest.TestCase):
    """Thickness rises as water goes, and the inverse finds the way back."""

    @given(st.floats(1, 3000), st.floats(0, 400), st.floats(20, 2000), st.floats(0, 300))
    def test_inverse(self, power: float, fat: float, free: float, bound: float) -> None:
        made = Thickness(power, bound, fat, 0.0, 1000.0, 1.0)
        self.assertAlmostEqual(made.water_for(made.at(free + bound)), free + bound, places=5)

    @given(st.floats(0, 3000), st.floats(1, 400), st.floats(20, 2000), st.floats(1.01, 4))
    def test_more_water_is_thinner(self, power: float, fat: float, free: float, by: float) -> None:
        self.assertLessEqual(thickness(power, fat, free * by), thickness(power, fat, free))

    def test_stock_alone_never_thickens(self) -> None:
        made = Thickness(0.0, 0.0, 0.0, 0.0, 500.0, 1.0)
        self.assertEqual(made.at(10.0), 0.0)
        self.assertEqual(made.water_for(1.0), 0.0)


class Practice(unittest.TestCase):
    """Common practice, no source, unless said."""

    def test_a_spoon_is_coated(self) -> None:
        # 16 g of flour to 250 g of milk or stock coats a spoon; twice that holds a trail.
        for liquid in ("milk", "vegetable_stock"):
            water = of_lines([line("l", 250, liquid)], FOODS).water
            self.assertEqual(how_thick(thickness(250, 0, water)), "coats", liquid)
            self.assertEqual(how_thick(thickness(500, 0, water)), "trails", liquid)
        self.assertEqual(how_thick(thickness(100, 0, 245)), "runs")

    def test_cream_by_its_fat(self) -> None:
        # Cream of about 30 % fat reduces until a line stays open; of 15 % it needs starch.
        for fat, works in ((36, True), (30, True), (15, False), (4, False)):
            water = 2.5 * (100 - fat - 6)
            made = Thickness(0.0, 0.0, 2.5 * fat, 0.0, 250.0, 1.0)
            gone = (water - made.water_for(1.0)) / 250
            self.assertEqual(gone < 0.35, works, fat)

    def test_ten_minutes_of_simmering(self) -> None:
        # A small open pan loses 50 to 100 g in ten minutes.
        before = of_lines([line("m", 250, "milk"), line("f", 15, "chickpea_flour")], FOODS)
        step = Step("s", "simmer", "", settings={"minutes": 10})
        for rate in (SIMMER.low, SIMMER.high):
            self.assertTrue(45 <= run(step, before, rate, 20.0).vapour <= 105)

    def test_reduction_stops_where_it_tastes_of_salt(self) -> None:
        made = sauce(("heavy_cream", 250), ("salt", 7), ("cornflour", 8))
        view = preview(with_stand_in(made, "reduction"), Setting(()), BOOK, FOODS).ledgers[0]
        self.assertIn("tastes of salt", view.points[-1].words)
        mild = sauce(("heavy_cream", 250), ("cornflour", 4))
        view = preview(with_stand_in(mild, "reduction"), Setting(()), BOOK, FOODS).ledgers[0]
        self.assertNotIn("salt", view.points[-1].words)

    def test_salt_that_nobody_knows_is_tasted(self) -> None:
        step = Step("s", "dry_in_pan", "Reduced", settings={"minutes_per_kg": 1})
        cream = [line("c", 250, "heavy_cream")]
        for salt, words in ((None, "taste it"), (0.5, "thick enough"), (9.0, "tastes of salt")):
            made = Thickness(0.0, 0.0, 90.0, salt, 250.0, 1.0)
            ledger = predict(cream, (step,), FOODS, thickness=made)
            self.assertIn(words, say(advise(ledger.points[-1]).message))


class Caps(unittest.TestCase):
    """No stand-in goes past the book's highest; the one that falls short says so."""

    def test_yolks_and_gum_stay_within(self) -> None:
        # 30 g of cornflour in 650 g of milk is what 11 yolks would do; 9 are the most.
        yolks = with_stand_in(sauce(("milk", 650), ("cornflour", 30)), "egg_yolk")
        grams = yolks.parts[0].slots[0].choice.lines[0].grams
        self.assertTrue(140 < grams <= 60 * 650 / 250, grams)
        gum = with_stand_in(sauce(("milk", 500), ("cornflour", 40)), "xanthan")
        self.assertLessEqual(gum.parts[0].slots[0].choice.lines[0].grams, 1.4 * 2)

    def test_falling_short_is_said_and_ranked_down(self) -> None:
        made = sauce(("milk", 500), ("butter", 80), ("cornflour", 45))
        found = ranking(made, "sauce", "slot", Setting(()), BOOK, FOODS).candidates
        limits = [bool(item.limit) for item in found]
        self.assertEqual(limits, sorted(limits))
        by_key = {item.stand_in: item.limit for item in found}
        self.assertIn("as far as it goes", by_key["xanthan"])
        self.assertIn("too little cream", by_key["reduction"])
        self.assertEqual(by_key["tapioca_starch"], "")

    def test_a_gravy_is_given_no_drying_order(self) -> None:
        made = sauce(("chicken_stock", 320), ("cornflour", 8))
        for item in BOOK.stand_ins("thickener"):
            view = preview(with_stand_in(made, item.key), Setting(()), BOOK, FOODS).ledgers[0]
            for point in view.points:
                self.assertNotIn("dry", point.words.lower(), item.key)
            self.assertNotIn("dry", view.next_words)

    def test_no_liquid_to_thicken(self) -> None:
        made = sauce(("beef_mince", 500), ("cornflour", 8))
        view = preview(with_stand_in(made, "xanthan"), Setting(()), BOOK, FOODS).ledgers[0]
        self.assertIn("no liquid", view.problem)


class Crumbs(unittest.TestCase):
    """A crumb covers by loose volume, not by weight."""

    def test_almonds_for_fresh_crumbs(self) -> None:
        # Swap page: fresh crumbs 0.19 to 0.23 g/mL, ground nuts 0.41: about twice the weight.
        made = part("top", line("c", 100, "breadcrumbs"), line("b", 30, "butter"))
        made = replace(made, slots=(Slot("slot", "crumb", ("c", "b")),))
        stand_in = BOOK.stand_in("crumb", "almond_herb_crumb")
        choice = scale_to(made, made.slots[0], stand_in, BOOK.files["crumb"], FOODS)
        solids = sum(i.grams for i in choice.lines if i.food in {"almond_flour", "parmesan"})
        self.assertTrue(180 <= solids <= 230, solids)


class WholeDishes(unittest.TestCase):
    """Every stand-in is cooked in at least three dishes of the role."""

    def test_the_book_gives_no_absurd_order(self) -> None:
        self.assertEqual(trial_faults(BOOK, FOODS), [])
        self.assertEqual(thickener_faults(BOOK), [])

    def faults(self, stand_in: StandIn, whole: Book) -> list[str]:
        files = dict(whole.files)
        others = [s for s in files[stand_in.role].stand_ins if s.key != stand_in.key]
        files[stand_in.role] = replace(files[stand_in.role], stand_ins=(*others, stand_in))
        changed = replace(whole, files=files)
        return [
            words
            for trial in trials(FOODS)
            if trial.role == stand_in.role
            for words in cook(trial, stand_in, changed, FOODS)
        ]

    def test_a_stand_in_that_ends_wet_is_found(self) -> None:
        good = BOOK.stand_in("mash", "cauliflower_mash")
        steps = (*good.steps[:-1], replace(good.steps[-1], band=(0.2, 0.3)))
        self.assertTrue(self.faults(replace(good, steps=steps), BOOK))

    def test_too_few_dishes_are_found(self) -> None:
        files = {"plain": replace(BOOK.files["mash"], role="plain", stand_ins=())}
        self.assertIn("too few", trial_faults(replace(BOOK, files=files), FOODS)[0])
