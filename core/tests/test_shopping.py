"""Shopping: a list buys what the menu needs and no less, in sizes a shop has."""

import csv
import datetime as dt
import io
import math
import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import Dish, Line, Part, Variant, all_lines, difference
from snabo_core.foods import library
from snabo_core.plate import Eater, Exclusion
from snabo_core.plate.rows import Rules
from snabo_core.shelf import keeping_of
from snabo_core.shopping import (
    Cooking,
    Needs,
    ShopUnit,
    Stock,
    Wanted,
    aisle_of,
    aisles,
    bought_for,
    cooking_cost,
    in_basket,
    listing,
    needs_of,
    purchase,
    purchase_words,
    units_of,
)
from snabo_core.shopping.units import ENOUGH, is_free, loose
from snabo_core.views.shopping import Shopping, as_csv, as_text, shopping_view
from tests.golden_dishes import dishes

DAY = dt.date(2026, 3, 2)
FOODS = ("celeriac", "onion", "olive_oil", "egg", "lentils", "cauliflower", "gruyere", "parsley")


def days(count: int) -> dt.timedelta:
    return dt.timedelta(days=count)


def want(food: str, grams: float, on: int = 0, cooking: str = "pot") -> Wanted:
    return Wanted(cooking, DAY + days(on), food, library().food(food).default_form, grams)


def on_shelf(food: str, grams: float, until: int, kind: str = "soup_stew", key: str = "") -> Stock:
    form = library().food(food).default_form
    return Stock(key or food, food, food, form, grams, DAY + days(until), keeping_of(kind))


class Units(unittest.TestCase):
    """Sizes and aisles."""

    def test_every_food_of_the_book_is_in_an_aisle_and_can_be_bought(self) -> None:
        keys = {aisle.key for aisle in aisles()}
        for food in library().foods.values():
            for form in food.forms:
                with self.subTest(food.key, form=form):
                    self.assertIn(aisle_of(food, form), keys)
                    what = bought_for(food.key, form, library())
                    self.assertGreater(what.grams, 0)
                    bought = library().food(what.food)
                    sizes = units_of(what.food, what.form, library())
                    for size in sizes or [loose(300.0, bought, what.form)]:
                        self.assertGreater(size.grams, 0)
                        # Nothing weighs less in the hand than what can be used of it.
                        self.assertGreaterEqual(size.weighs, size.grams - 1e-9)

    def test_only_loose_things_are_without_a_size(self) -> None:
        """What is neither counted nor packed is weighed out at a counter or a crate."""
        weighed = {
            food.food_class
            for food in library().foods.values()
            for form in food.forms
            if food.curated
            and not units_of(*_bought(food.key, form), library())
        }  # fmt: skip
        self.assertLessEqual(
            weighed,
            {"meat", "fish", "cheese", "vegetable", "root", "squash", "fruit", "starch", "coconut",
             "pulse", "bread"},
        )  # fmt: skip

    def test_whole_heads_tins_and_bottles(self) -> None:
        # Common practice, no source: what a shop has.
        for food, form, grams, words in (
            ("cauliflower", "raw", 900, "2 heads"), ("egg", "raw", 310, "2 boxes of 6"),
            ("chickpeas", "drained", 240, "1 tin with 240 g drained"),
            ("olive_oil", "liquid", 30, "1 bottle of 250 ml"), ("gruyere", "raw", 120, "150 g"),
            ("coconut_milk", "tinned", 500, "2 tins of 400 g"),
            ("beef_mince", "raw", 480, "500 g"), ("parsley", "raw", 12, "1 bunch"),
            ("lentils", "dry", 200, "1 packet of 500 g"), ("milk", "liquid", 1200,
             "1 carton of 1000 ml and 1 carton of 250 ml"),
        ):  # fmt: skip
            with self.subTest(food):
                sizes = units_of(food, form, library())
                sizes = sizes or (loose(grams, library().food(food), form),)
                self.assertEqual(purchase_words(purchase(grams, sizes)), words)

    def test_a_head_weighs_more_than_is_used_of_it(self) -> None:
        # USDA SR: cauliflower, refuse 61 % edible; a head of 588 g edible.
        (head,) = units_of("cauliflower", "raw", library())
        self.assertAlmostEqual(head.grams / head.weighs, 0.61, places=2)

    def test_nobody_sells_boiled_lentils_by_the_spoon(self) -> None:
        what = bought_for("lentils", "boiled", library())
        self.assertEqual(what.form, "dry")
        # USDA SR: lentils boiled hold 69.6 % water, dry 8.3 %; 100 g boiled are 33 g dry.
        self.assertAlmostEqual(what.grams, (1 - 0.696) / (1 - 0.083) * 1.05, places=2)
        self.assertEqual(bought_for("egg_yolk", None, library()).food, "egg")
        # A yolk of 17 g in an egg of 50 g (USDA, measures of eggs).
        self.assertGreaterEqual(bought_for("egg_yolk", None, library()).grams * 17, 50 - ENOUGH)

    @given(
        st.floats(0.01, 20_000),
        st.lists(st.floats(1, 2000), min_size=1, max_size=3, unique=True),
    )
    def test_never_less_and_never_a_piece_too_many(self, grams: float, sizes: list[float]) -> None:
        units = [ShopUnit(f"of {size}", f"of {size}", size, size) for size in sizes]
        bought = purchase(grams, units)
        self.assertGreaterEqual(bought.grams, grams - ENOUGH - 1e-6)
        for unit, count in bought.units:
            self.assertGreaterEqual(count, 1)
            if bought.grams > unit.grams:
                self.assertLess(bought.grams - unit.grams, grams - ENOUGH + 1e-6)

    def test_no_mix_is_nearer_than_the_one_it_finds(self) -> None:
        """Against every count up to ten of each, by trying all of them."""
        units = [ShopUnit(f"{g}", f"{g}", float(g), float(g)) for g in (150, 400)]
        for grams in range(20, 2500, 37):
            tried = [
                a * 150 + b * 400
                for a in range(20) for b in range(10)
                if a * 150 + b * 400 >= grams - ENOUGH
            ]  # fmt: skip
            self.assertEqual(purchase(grams, units).grams, min(tried), grams)


def _bought(key: str, form: str) -> tuple[str, str]:
    what = bought_for(key, form, library())
    return what.food, what.form


class Lists(unittest.TestCase):
    """What is needed is met, by the shelf or by what is bought."""

    @given(
        st.lists(
            st.tuples(st.sampled_from(FOODS), st.floats(0.5, 3000), st.integers(0, 6)), max_size=12
        ),
        st.lists(
            st.tuples(st.sampled_from(FOODS), st.floats(1, 2000), st.integers(-2, 8)), max_size=6
        ),
        st.dictionaries(st.sampled_from(FOODS), st.floats(0, 3000), max_size=4),
    )
    def test_a_list_buys_what_is_needed_and_no_less(
        self,
        wanted: list[tuple[str, float, int]],
        there: list[tuple[str, float, int]],
        had: dict[str, float],
    ) -> None:
        wants = tuple(want(food, grams, on, f"c{on}") for food, grams, on in wanted)
        stock = [on_shelf(f, g, u, key=f"{i}") for i, (f, g, u) in enumerate(there)]
        basket = {(f, library().food(f).default_form): g for f, g in had.items()}
        found = listing(Needs(wants, ()), stock, {"onion"}, library(), basket)
        given_by = {one.batch: one.grams for one in found.from_stock}
        for one in stock:
            self.assertLessEqual(given_by.get(one.batch, 0.0), one.grams + 1e-6)
            if one.use_by < DAY:
                self.assertNotIn(one.batch, given_by)
        for food in FOODS:
            needed = sum(one.grams for one in wants if one.food == food)
            shelf = sum(given_by.get(one.batch, 0.0) for one in stock if one.food == food)
            item = next((one for one in found.items if one.food == food), None)
            bought = 0.0 if item is None else item.purchase.grams
            missing = needed - shelf - had.get(food, 0.0)
            count = sum(one.food == food for one in wants)
            if missing > ENOUGH * (1 + count):
                self.assertGreaterEqual(bought, missing - ENOUGH * (1 + count) - 1e-6)
                self.assertIsNotNone(item)
                self.assertGreater(item.missing if item else 0, 0)
            if item is not None:
                self.assertEqual(item.pantry, food == "onion")

    def test_what_has_to_be_eaten_first_is_used_first_and_nothing_after_its_day(self) -> None:
        stock = [
            on_shelf("celeriac", 300, 5, key="later"), on_shelf("celeriac", 200, 1, key="first"),
        ]  # fmt: skip
        found = listing(Needs((want("celeriac", 350, 1),), ()), stock, (), library())
        self.assertEqual({one.batch: one.grams for one in found.from_stock},
                         {"first": 200, "later": 150})  # fmt: skip
        self.assertEqual(found.items, ())
        late = listing(Needs((want("celeriac", 350, 6),), ()), stock, (), library())
        self.assertEqual(late.from_stock, ())
        self.assertEqual(late.items[0].grams, 350)

    def test_one_lemon_gives_its_juice_and_its_zest(self) -> None:
        both = (want("lemon_juice", 40), want("lemon_zest", 5))
        (lemon,) = listing(Needs(both, ()), (), (), library()).items
        self.assertEqual((lemon.food, purchase_words(lemon.purchase)), ("lemon", "1 piece"))
        # Two dishes do not share one.
        other = (both[0], want("lemon_zest", 5, 3, "another"))
        (lemon,) = listing(Needs(other, ()), (), (), library()).items
        self.assertEqual(purchase_words(lemon.purchase), "2 pieces")
        yolks = (want("egg_yolk", 51), want("egg", 100))
        (egg,) = listing(Needs(yolks, ()), (), (), library()).items
        self.assertAlmostEqual(egg.grams, 250, delta=1)

    def test_the_water_of_a_tin_is_a_tin(self) -> None:
        (tin,) = listing(Needs((want("aquafaba", 60),), ()), (), (), library()).items
        self.assertEqual((tin.food, purchase_words(tin.purchase)),
                         ("chickpeas", "1 tin with 240 g drained"))  # fmt: skip

    def test_stems_are_no_head(self) -> None:
        needs = Needs((want("cauliflower", 300),), ())
        stems = [on_shelf("cauliflower", 260, 3, "stems")]
        self.assertEqual(listing(needs, stems, (), library()).from_stock, ())
        whites = [on_shelf("egg_white", 66, 2, "egg_whites")]
        found = listing(Needs((want("egg_white", 60),), ()), whites, (), library())
        self.assertEqual(found.from_stock[0].grams, 60)

    def test_every_line_of_a_dish_is_on_the_list_or_said(self) -> None:
        for dish in dishes():
            needs = needs_of([Cooking("one", dish.title, dish, DAY)], library())
            lines = [
                line for _, line in all_lines(dish)
                if not (line.food and is_free(line.food)) and line.grams != 0
            ]  # fmt: skip
            self.assertEqual(len(needs.wanted) + len(needs.unread), len(lines), dish.title)

    def test_water_is_not_bought_and_a_line_nobody_knows_is_said(self) -> None:
        lines = (
            Line("a", "200 ml water", food="water", form="liquid", grams=200.0),
            Line("b", "a handful of something", food=None),
            Line("c", "some swede", food="swede", form="raw"),
            Line("d", "our paste", food="made:x", form="made", grams=40.0),
            Line("e", "2 onions", food="onion", form="raw", grams=220.0),
            Line("f", "our wraps", food="own:gone", form="label", grams=40.0),
        )
        dish = Dish("Pot", 4, (Part("p", "Pot", lines),))
        needs = needs_of([Cooking("one", "Pot", dish, DAY)], library())
        self.assertEqual([one.food for one in needs.wanted], ["onion"])
        self.assertEqual(
            [(one.text, one.why) for one in needs.unread],
            [("a handful of something", "no_food"), ("some swede", "no_grams"),
             ("our paste", "homemade"), ("our wraps", "no_food")],
        )  # fmt: skip


class Basket(unittest.TestCase):
    """What is bought counts until it is cooked, and once."""

    KEY = ("onion", "raw")

    def test_saying_it_twice_changes_nothing(self) -> None:
        once = in_basket([(DAY, self.KEY, 330.0)], (), library())
        self.assertEqual(once, in_basket([(DAY, self.KEY, 330.0)] * 2, (), library()))
        back = in_basket([(DAY, self.KEY, 330.0), (DAY, self.KEY, 0.0)], (), library())
        self.assertEqual(back[self.KEY], 0)

    def test_what_was_at_home_all_along_is_not_taken_out_of_what_is_bought_later(self) -> None:
        cooked = [want("onion", 110, -1)]
        found = in_basket([(DAY, self.KEY, 330.0)], cooked, library())
        self.assertEqual(found[self.KEY], 330)

    def test_a_cooking_takes_what_was_bought_for_it(self) -> None:
        found = in_basket([(DAY - days(2), self.KEY, 330.0)], [want("onion", 110, -1)], library())
        self.assertEqual(found[self.KEY], 220)

    @given(
        st.lists(st.tuples(st.integers(-9, 0), st.floats(0, 900)), max_size=8),
        st.lists(st.tuples(st.integers(-9, -1), st.floats(0, 900)), max_size=8),
    )
    def test_never_more_than_was_said_and_never_less_than_nothing(
        self, ticks: list[tuple[int, float]], cooked: list[tuple[int, float]]
    ) -> None:
        told = [(DAY + days(on), self.KEY, grams) for on, grams in ticks]
        took = [want("onion", grams, on) for on, grams in cooked]
        found = in_basket(told, took, library()).get(self.KEY, 0.0)
        self.assertTrue(0 <= found <= max((grams for _, grams in ticks), default=0.0))

    def test_an_item_that_grows_asks_for_the_rest(self) -> None:
        needs = Needs((want("onion", 330),), ())
        had = listing(needs, (), (), library(), {self.KEY: 330.0}).items[0]
        self.assertEqual((had.missing, had.have), (0, 330))
        more = listing(Needs((want("onion", 550),), ()), (), (), library(), {self.KEY: 330.0})
        self.assertEqual(more.items[0].missing, 220)
        self.assertEqual(purchase_words(more.items[0].purchase), "2 pieces")


class Shown(unittest.TestCase):
    """The list as it is read."""

    def view(self, dish: Dish, eaters: tuple[Eater, ...] = (), **known: object):
        usual = {
            "cookings": [Cooking("one", dish.title, dish, DAY)], "servings": {"one": dish.servings},
            "dish_of": {"one": "d"}, "eaten_by": {"one": [eater.id for eater in eaters]},
            "stock": [], "pantry": {"salt"}, "basket": {}, "prices": {}, "elsewhere": {},
        }  # fmt: skip
        shopping = Shopping(**{**usual, **known})  # type: ignore[arg-type]
        return shopping_view(shopping, eaters, Rules(), library())

    def pot(self, *foods: tuple[str, float]) -> Dish:
        lines = tuple(
            Line(key, key, food=key, form=library().food(key).default_form,
                 food_name=library().food(key).name, grams=grams)
            for key, grams in foods
        )  # fmt: skip
        return Dish("Pot", 4, (Part("p", "Pot", lines),))

    def items(self, dish: Dish, *eaters: Eater, **known: object):
        view = self.view(dish, eaters, **known)
        return {item.food: item for aisle in view.aisles for item in aisle.items}

    def test_labels_are_looked_at_for_these_eaters_only(self) -> None:
        ada = Eater("a", "Ada", "", (), (Exclusion("gluten"), Exclusion("celery")))
        dish = self.pot(("sausage", 300), ("celeriac", 500), ("onion", 100))
        found = self.items(dish, ada)
        self.assertIn("look at the label for gluten: Ada", found["sausage"].checks[0].words)
        self.assertEqual(found["celeriac"].checks[0].certainty, "contains")
        self.assertEqual(found["onion"].checks, ())
        self.assertEqual(self.items(dish)["sausage"].checks, ())
        absent = self.items(dish, ada, eaten_by={"one": []})
        self.assertEqual(absent["sausage"].checks, ())

    def test_who_has_the_dish_otherwise_is_not_told_of_what_the_others_have(self) -> None:
        ada = Eater("a", "Ada", "", (), (Exclusion("celery"),))
        dish = self.pot(("celeriac", 500), ("onion", 100))
        first, *rest = dish.parts[0].lines
        swede = replace(first, instead=replace(first, food="swede", food_name="swede"))
        other = replace(dish, parts=(replace(dish.parts[0], lines=(swede, *rest)),))
        variant = Variant("v", "Ada", ("a",), changes=difference(dish, other))
        found = self.items(replace(dish, variants=(variant,)), ada)
        self.assertEqual(found["celeriac"].checks, ())
        self.assertEqual(found["swede"].checks, ())
        self.assertEqual(round(found["swede"].grams), 125)
        both = replace(variant, eaters=(), others=1)
        self.assertTrue(self.items(replace(dish, variants=(both,)), ada)["celeriac"].checks)

    def test_others_do_the_same_job_suit_and_bring_no_more_carbs(self) -> None:
        ada = Eater("a", "Ada", "", (), (Exclusion("swede"),))
        plain, without = (
            self.items(self.pot(("celeriac", 500))),
            self.items(self.pot(("celeriac", 500)), ada),
        )
        self.assertIn("swede", plain["celeriac"].others)
        self.assertNotIn("swede", without["celeriac"].others)
        self.assertNotIn("parsnip", plain["celeriac"].others)
        self.assertEqual(self.items(self.pot(("vegetable_stock", 500)))["vegetable_stock"].others,
                         ())  # fmt: skip

    def test_what_is_over_says_how_long_it_keeps_and_where_it_could_go(self) -> None:
        found = self.items(self.pot(("celeriac", 500)), elsewhere={"celeriac": ["Pot", "Mash"]})
        self.assertRegex(found["celeriac"].over, "^60 g over, keeps 4 days .* goes into “Mash”$")
        self.assertEqual(self.items(self.pot(("olive_oil", 20)))["olive_oil"].over, "")

    def test_the_rest_of_a_tin_of_soup_does_not_keep_like_mustard(self) -> None:
        over = self.items(self.pot(("mushroom_soup", 100)))["mushroom_soup"].over
        self.assertIn("keeps 3 days", over)

    def test_unknown_prices_stay_unknown(self) -> None:
        dish = self.pot(("celeriac", 560), ("onion", 110))
        view = self.view(dish, prices={("celeriac", "raw"): 2.80 / 560})
        self.assertAlmostEqual(view.cost, 2.80)
        self.assertEqual(view.unpriced, 1)
        (cooking,) = view.cookings
        self.assertEqual((round(cooking.per_serving, 2), cooking.unknown), (0.7, ("onion",)))
        self.assertEqual(cooking_cost((), {}, library()), (0.0, ()))
        first, *rest = dish.parts[0].lines
        open_lines = [replace(first, id=key, food=None, text=key) for key in ("this", "that")]
        lines = (first, *rest, *open_lines)
        unread = replace(dish, parts=(replace(dish.parts[0], lines=lines),))
        (cooking,) = self.view(unread).cookings
        self.assertEqual(cooking.unknown, ("celeriac", "onion", "this", "that"))

    def test_text_and_table_say_the_same_things(self) -> None:
        view = self.view(dishes()[0])
        text, table = as_text(view, ["=1+1"], "List"), as_csv(view, ["=1+1"])
        rows = list(csv.DictReader(io.StringIO(table)))
        items = [item for aisle in view.aisles for item in aisle.items]
        self.assertEqual(len(rows), len(items) + len(view.at_home) + len(view.open_lines) + 1)
        for item in items:
            self.assertIn(f"- {item.name}: {item.buy}", text)
        # A cell that a spreadsheet would run stays a text.
        self.assertEqual(rows[-1]["name"], "'=1+1")
        self.assertIn("- =1+1", text)
        self.assertTrue(all(math.isfinite(float(row["needed_g"])) for row in rows[: len(items)]))


if __name__ == "__main__":
    unittest.main()
