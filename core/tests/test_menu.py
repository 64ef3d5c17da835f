"""The menu: cooked once, eaten while it keeps; what is left of a day; what comes too often."""

import datetime as dt
import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import Dish, Line, Part
from snabo_core.foods import library
from snabo_core.menu import Eaten, Made, families_in, family_of, running, spare, waits
from snabo_core.plate import Eater, Target
from snabo_core.plate.setting import Setting
from snabo_core.shelf import keeping_of, keepings
from snabo_core.swaps.book import book
from snabo_core.views.menu import MenuMeal, OnHand, dish_of_batch, menu_view
from snabo_core.views.menu_sheet import todos_of
from snabo_core.views.table import Meal, day_view
from tests.golden_dishes import dishes

DAY = dt.date(2026, 3, 2)
CARBS = Target("net_carbs", at_most=20.0, per="day")
PROTEIN = Target("protein", at_least=25.0)
ADA = Eater("ada", "Ada", "own", (CARBS, PROTEIN))
BO = Eater("bo", "Bo", "own", (CARBS,))
TABLE = Setting((ADA, BO))
WEEK = tuple(DAY + dt.timedelta(days=i) for i in range(7))
SERVES = {day: dt.datetime.combine(day, dt.time(18, 30), dt.UTC) for day in WEEK}


def pot(food: str, grams: float = 800.0, servings: float = 4, title: str = "Pot") -> Dish:
    line = Line(food, food, food=food, form=library().food(food).default_form,
                food_name=library().food(food).name, grams_low=grams, grams=grams,
                grams_high=grams)  # fmt: skip
    return Dish(title, servings, (Part("p", "Pot", (line,)),))


def meal(key: str, on: int, dish: Dish, **more: object) -> MenuMeal:
    usual = {"kind": "cooked", "servings": {"ada": 1.0, "bo": 1.0}, "makes": dish.servings}
    return MenuMeal(key, WEEK[on], dish=dish, **{**usual, **more})  # type: ignore[arg-type]


def seen(*meals: MenuMeal, shelf: tuple[OnHand, ...] = (), days: tuple[dt.date, ...] = WEEK):
    return menu_view(meals, days, shelf, TABLE, book(), library())


class Waiting(unittest.TestCase):
    """Cooked once and eaten on several days."""

    STEW = keeping_of("soup_stew")

    def test_from_fresh_to_too_long(self) -> None:
        made = Made("m", DAY, 4, self.STEW)
        fridge = self.STEW.days["fridge"]
        found = [
            waits(made, DAY + dt.timedelta(days=n)) for n in (-1, 0, 1, fridge, fridge + 1, 400)
        ]
        self.assertEqual(found, ["before", "fresh", "fridge", "fridge", "freezer", "too_long"])

    def test_fsis_says_three_to_four_days(self) -> None:
        # USDA FSIS, leftovers: 3 to 4 days in the fridge, from memory; the shorter end counts.
        self.assertEqual(waits(Made("m", DAY, 4, self.STEW), WEEK[3]), "fridge")
        self.assertEqual(waits(Made("m", DAY, 4, self.STEW), WEEK[4]), "freezer")

    @given(st.sampled_from(sorted(keepings())), st.integers(0, 500), st.integers(0, 500))
    def test_nothing_keeps_longer_for_being_wanted_later(self, key: str, a: int, b: int) -> None:
        order = ["fresh", "fridge", "freezer", "too_long"]
        made = Made("m", DAY, 4, keepings()[key])
        early, late = sorted((a, b))
        first, then = (waits(made, DAY + dt.timedelta(days=n)) for n in (early, late))
        self.assertLessEqual(order.index(first), order.index(then))
        if "freezer" in (first, then):
            self.assertIn("freezer", made.keeping.days)

    @given(st.lists(st.floats(0, 9), max_size=6), st.floats(0, 30))
    def test_servings_are_conserved(self, eaten: list[float], makes: float) -> None:
        meals = [Eaten(str(i), "m", DAY, n) for i, n in enumerate(eaten)]
        others = [Eaten("x", "another", DAY, 5)]
        left = spare(Made("m", DAY, makes, self.STEW), [*meals, *others])
        self.assertAlmostEqual(left + sum(eaten), makes)


class Running(unittest.TestCase):
    """The same family not three times running."""

    def test_three_days_running_and_not_two(self) -> None:
        cauliflower, none = frozenset({"cauliflower"}), frozenset[str]()
        days = [(WEEK[i], cauliflower) for i in (0, 1)]
        self.assertEqual(running(days), ())
        (found,) = running([*days, (WEEK[2], cauliflower)])
        self.assertEqual((found.family, found.days), ("cauliflower", WEEK[:3]))
        # A day without a meal breaks nothing; one with another dish does.
        self.assertEqual(len(running([*days, (WEEK[4], cauliflower)])), 1)
        self.assertEqual(running([*days, (WEEK[3], none), (WEEK[4], cauliflower)]), ())

    def test_a_little_of_it_is_no_dish_of_it(self) -> None:
        self.assertEqual(families_in(pot("cauliflower", 159)), frozenset())
        self.assertEqual(families_in(pot("romanesco", 160)), {"cauliflower"})
        self.assertIsNone(family_of("onion"))

    def test_the_foods_of_the_families_are_foods_and_in_one_family(self) -> None:
        from snabo_core.menu.families import _book  # noqa: PLC0415

        every = [food for foods in _book()["family"].values() for food in foods]
        self.assertEqual(len(every), len(set(every)))
        for food in every:
            self.assertIn(food, library().foods)

    def test_every_vegetable_that_stands_in_has_a_family(self) -> None:
        """What the swap book puts in the place of starch by the handful is counted."""
        without = {
            line.food
            for role in book().files.values()
            for stand_in in role.stand_ins
            for line in stand_in.lines
            if (line.grams or 0) >= 100
            and library().food(line.food).food_class in {"vegetable", "root", "squash", "mushroom"}
            and family_of(line.food) is None
        }  # fmt: skip
        self.assertLessEqual(without, {"onion", "tomato", "crushed_tomato", "passata"})


class Seen(unittest.TestCase):
    """The menu as it is read."""

    def test_a_day_of_the_menu_is_the_day_of_the_table(self) -> None:
        dish = dishes()[0]
        found = seen(meal("a", 0, dish, servings={"ada": 1.5, "bo": 1.5})).days[0].eaters
        (ada, bo) = day_view([Meal(dish, 1.5)], TABLE, book(), library()).eaters
        self.assertEqual([one.lines for one in found], [ada.lines, bo.lines])

    def test_two_servings_are_judged_as_two(self) -> None:
        cod = pot("white_beans", 400)
        one, two = (
            seen(meal("a", 0, cod, servings={"ada": count, "bo": 1.0})).days[0].meals[0].eaters[0]
            for count in (1.0, 2.0)
        )
        self.assertNotEqual(one.words, two.words)
        per_meal = Eater("ada", "Ada", "own", (Target("net_carbs", at_most=20.0),))
        table = replace(TABLE, eaters=(per_meal,))
        verdicts = [
            menu_view([meal("a", 0, cod, servings={"ada": count})], WEEK, (), table, book(),
                      library()).days[0].meals[0].eaters[0].verdict
            for count in (1.0, 3.0)
        ]  # fmt: skip
        self.assertEqual(verdicts, ["fits", "does_not"])

    def test_who_is_not_there_has_nothing(self) -> None:
        view = seen(meal("a", 0, pot("celeriac"), servings={"bo": 1.0}))
        self.assertEqual([one.eater for one in view.days[0].eaters], ["bo"])
        self.assertEqual([one.eater for one in view.week], ["bo"])

    def test_the_week_is_the_mean_of_the_days_with_a_meal(self) -> None:
        one, other = pot("celeriac", 400), pot("white_beans", 400)
        alone = [
            seen(meal("a", 0, dish)).days[0].eaters[0].lines[0].used.best for dish in (one, other)
        ]
        week = seen(meal("a", 0, one), meal("b", 3, other)).week[0]
        self.assertEqual(week.days, 2)
        self.assertAlmostEqual(week.lines[0].used.best or 0, sum(map(float, alone)) / 2)
        # A limit of a serving is held against the mean serving, not the mean day.
        twice = seen(meal("a", 0, other), meal("b", 0, other)).week[0]
        protein = next(line for line in twice.lines if line.nutrient == "protein")
        once = seen(meal("a", 0, other)).week[0]
        alike = next(line for line in once.lines if line.nutrient == "protein")
        self.assertAlmostEqual(protein.used.best or 0, alike.used.best or 0)

    def test_too_little_left_over_frozen_and_too_long(self) -> None:
        stew = pot("celeriac", title="Stew")
        notes = {n.kind: n.words for n in seen(meal("a", 0, stew, makes=2.0)).notes}
        self.assertEqual(notes, {})
        left = seen(meal("a", 0, stew)).notes[0]
        self.assertEqual(left.kind, "left_over")
        self.assertIn("2 servings of Stew", left.words)
        short = seen(meal("a", 0, stew, makes=1.0)).notes[0]
        self.assertEqual(short.kind, "too_little")
        again = meal("b", 6, stew, kind="again", of="a", makes=0.0)
        kinds = [note.kind for note in seen(meal("a", 0, stew), again).notes]
        self.assertEqual(kinds, ["freeze"])
        before = replace(again, on=DAY - dt.timedelta(days=1))
        self.assertIn("before", [n.kind for n in seen(meal("a", 0, stew), before).notes])

    def test_what_the_shelf_has_is_first_by_its_day_and_never_after_it(self) -> None:
        shelf = (
            OnHand("late", "Beans", 300, WEEK[5]), OnHand("soon", "Stems", 200, WEEK[1]),
            OnHand("far", "Crumb", 90, WEEK[6] + dt.timedelta(days=9)),
        )  # fmt: skip
        notes = seen(shelf=shelf).notes
        self.assertEqual([note.batch for note in notes], ["soon", "late"])
        dish = dish_of_batch("Soup", "lentils", "boiled", 600, 2)
        late = meal("s", 4, dish, kind="shelf", makes=0.0, use_by=WEEK[2])
        self.assertEqual([note.kind for note in seen(late).notes], ["shelf_late"])

    def test_a_batch_is_eaten_by_its_own_values(self) -> None:
        dish = dish_of_batch("Beans", "white_beans", "drained", 400, 2)
        (ada, _) = seen(meal("s", 0, dish, kind="shelf")).days[0].eaters
        beans = library().row("white_beans", "drained")
        net = (beans.value("carbohydrate") or 0) - (beans.value("fibre") or 0)
        self.assertAlmostEqual(ada.lines[0].used.best or 0, net * 2, delta=1.0)

    def test_the_three_days_are_named(self) -> None:
        three = [meal(str(i), i, pot("cauliflower"), makes=2.0) for i in range(3)]
        (note,) = seen(*three).notes
        self.assertEqual(note.kind, "running")
        self.assertEqual(note.words, "Cauliflower 3 times running: Monday, Tuesday and Wednesday.")

    def test_what_cannot_be_reckoned_says_so_and_keeps_nothing_else_away(self) -> None:
        gone = Line("g", "our wraps", food="own:gone", form="label", grams=40.0)
        broken = Dish("Wraps", 2, (Part("p", "Wraps", (gone,)),))
        view = seen(meal("a", 0, broken), meal("b", 1, pot("celeriac"), makes=2.0))
        (note,) = view.notes
        self.assertEqual((note.kind, note.meal), ("cannot", "a"))
        self.assertRegex(note.words, "^Wraps counts for nothing: ")
        self.assertEqual([len(day.meals) for day in view.days[:2]], [0, 1])

    def test_nothing_planned_is_nothing_said(self) -> None:
        view = seen()
        self.assertEqual((view.week, view.notes), ((), ()))
        self.assertEqual([day.meals for day in view.days], [()] * 7)


class Todos(unittest.TestCase):
    """What is frozen, thawed and heated, and when."""

    def test_frozen_the_day_it_is_cooked_thawed_in_the_fridge_heated_to_74(self) -> None:
        stew = pot("celeriac", title="Stew")
        meals = [meal("a", 0, stew), meal("b", 5, stew, kind="again", of="a", makes=0.0)]
        freeze, thaw, heat = todos_of(meals, SERVES, library())
        self.assertEqual((freeze.kind, freeze.at.date()), ("freeze", WEEK[0]))
        self.assertEqual((thaw.kind, thaw.minutes), ("thaw", 600))
        self.assertLessEqual(thaw.at + dt.timedelta(minutes=thaw.minutes), heat.at)
        self.assertEqual(heat.at + dt.timedelta(minutes=heat.minutes), SERVES[WEEK[5]])
        self.assertIn("74 °C", heat.words)

    def test_next_day_it_is_only_heated(self) -> None:
        stew = pot("celeriac", title="Stew")
        meals = [meal("a", 0, stew), meal("b", 1, stew, kind="again", of="a", makes=0.0)]
        self.assertEqual([one.kind for one in todos_of(meals, SERVES, library())], ["heat"])

    def test_off_the_shelf_by_its_own_kind(self) -> None:
        dish = dish_of_batch("Beans", "white_beans", "drained", 400, 2)
        cold = keeping_of("tin_low_acid")
        meals = [meal("s", 1, dish, kind="shelf", keeping=cold, frozen=True)]
        kinds = [one.kind for one in todos_of(meals, SERVES, library())]
        self.assertEqual(kinds[0], "thaw")


if __name__ == "__main__":
    unittest.main()
