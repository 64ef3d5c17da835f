"""A household's own figures: in any order, never wider, and the book's again after a reset."""

import unittest
from dataclasses import astuple, replace

from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.dish import Dish, MethodStep, Part, Take, Taken
from snabo_core.foods import library
from snabo_core.plate.rows import USUAL
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import book
from snabo_core.swaps.dish_water import dish_water
from snabo_core.swaps.frozen import freeze
from snabo_core.swaps.ledgers import condition_of, conditions_of, slot_ledger, steps_for
from snabo_core.swaps.scaling import scale_to
from snabo_core.swaps.trials import trials
from snabo_core.views.compare import Column, compare_dishes
from snabo_core.views.dish_water import water_view
from snabo_core.views.learning import learning_view, said_at_glass
from snabo_core.water.learning import (
    STRENGTH,
    Condition,
    Habit,
    learnt,
    learnt_of,
    offset_of,
    shown,
    values_of,
    with_learnt,
)
from snabo_core.water.priors import PAN_GRAMS_PER_MINUTE, PRESSES, Prior
from snabo_core.water.steps import Step, prior_of
from tests.helpers import line

BOOK, FOODS = book(), library()
CLOTH = PRESSES["cloth"]
SHOWN = st.lists(st.floats(0.05, 0.9), min_size=1, max_size=12)
LEAVES = Dish(
    "",
    2.0,
    (Part("p", "Leaves", (line("a", 500.0, "spinach"),)),),
    method=(
        MethodStep("w", "", "wilt the spinach", "sweat", (Take("a"),), 3, 4, stated=("minutes",)),
        MethodStep("p", "", "wring it out in a cloth", "wring", (Take("w"),)),
    ),
)


def width(prior: Prior) -> float:
    odds = [x / (1 - x) for x in (prior.low, prior.high)]
    return odds[1] / odds[0]


class Laws(unittest.TestCase):
    """The normal model on the logit, in closed form."""

    @settings(deadline=None, max_examples=80)
    @given(SHOWN.flatmap(lambda values: st.tuples(st.just(values), st.permutations(values))))
    def test_order_does_not_matter(self, both: tuple[list[float], list[float]]) -> None:
        values, other = both
        one, two = (learnt("press", CLOTH, v).yours for v in (values, other))
        for a, b in zip(astuple(one), astuple(two), strict=True):
            self.assertAlmostEqual(a, b, places=12)

    @settings(deadline=None, max_examples=80)
    @given(SHOWN, st.floats(0.05, 0.9))
    def test_more_evidence_never_widens(self, values: list[float], more: float) -> None:
        before = learnt("press", CLOTH, values).yours
        after = learnt("press", CLOTH, [*values, more]).yours
        self.assertLessEqual(width(after), width(before) * (1 + 1e-12))
        self.assertTrue(after.low < after.mean < after.high)

    def test_nothing_weighed_is_the_book(self) -> None:
        self.assertEqual(learnt("press", CLOTH, []).yours, CLOTH)

    def test_as_many_runs_as_the_book_counts_meet_it_half_way(self) -> None:
        # Three cookings at 30 % against the book's 45 %: the middle of their logits, by hand.
        known = learnt("press", CLOTH, [0.30] * int(STRENGTH))
        odds = ((0.30 / 0.70) * (0.45 / 0.55)) ** 0.5
        self.assertAlmostEqual(known.yours.mean, odds / (1 + odds), places=9)

    def test_a_rate_is_learnt_by_its_logarithm(self) -> None:
        known = learnt("sear", PAN_GRAMS_PER_MINUTE, [11.0] * 3)
        self.assertAlmostEqual(known.yours.mean, (11.0 * 22.0) ** 0.5, places=9)


class Shown(unittest.TestCase):
    """What a weigh-in shows is the figure at which the ledger would have said so."""

    @settings(deadline=None, max_examples=25)
    @given(st.floats(0.2, 0.7))
    def test_the_share_comes_back(self, share: float) -> None:
        plain = dish_water(LEAVES, BOOK, FOODS, Setting(()))[0].glasses[1]
        self.assertEqual(plain.habit, Habit("press", "cloth", "spinach", "heated"))
        told = Setting((), learnt={astuple(plain.habit): (share,) * 500})
        glass = dish_water(LEAVES, BOOK, FOODS, told)[0].glasses[1]
        found = shown(plain.passed, glass.point.state.mass)
        self.assertIsNotNone(found)
        self.assertAlmostEqual(found, share, delta=0.01)

    def test_what_no_figure_gives_teaches_nothing(self) -> None:
        glass = dish_water(LEAVES, BOOK, FOODS, Setting(()))[0].glasses[1]
        self.assertIsNone(shown(glass.passed, 4000.0))
        self.assertIsNone(shown(glass.passed, 1.0))

    def test_only_what_was_weighed_before_and_after_is_a_pair(self) -> None:
        glasses = dish_water(LEAVES, BOOK, FOODS, Setting(()))[0].glasses
        self.assertEqual([glass.paired for glass in glasses], [True, False])


class InTheDish(unittest.TestCase):
    """A household's paper counts in the stand-in's ledger and in the dish alike, and is named."""

    def test_both_ledgers_follow(self) -> None:
        trial = next(t for t in trials(FOODS) if t.role == "mash")
        role_file = BOOK.files["mash"]
        stand_in = next(s for s in role_file.stand_ins if s.key == "cauliflower_mash")
        choice = scale_to(trial.part, trial.slot, stand_in, role_file, FOODS)
        dish = trial.dish.with_choice("part", "slot", choice)
        part = dish.parts[0]
        slot = part.slots[0]
        steps = steps_for(slot, BOOK)
        habits = [c.habit(s) for s, c in zip(steps, conditions_of(slot, steps), strict=False)]
        habit = next(one for one in habits if one and one.tool)
        self.assertEqual(habit, Habit("press", "paper", "cauliflower", "heated", "pieces"))
        setting = Setting((), learnt={astuple(habit): (0.5, 0.55, 0.45)})
        alone = slot_ledger(part, slot, BOOK, FOODS, setting)
        within = [g.point for g in dish_water(dish, BOOK, FOODS, setting)[0].glasses]
        book_says = slot_ledger(part, slot, BOOK, FOODS, Setting(()))
        for one, other in zip(within, alone.points, strict=True):
            self.assertAlmostEqual(one.state.mass, other.state.mass, places=6)
        self.assertLess(alone.finished.mass, book_says.finished.mass - 20)
        view = water_view(dish, setting, BOOK, FOODS)
        glass = next(g for g in view.courses[0].glasses if g.press)
        self.assertRegex(
            glass.learnt,
            r"^Your kitchen: 3[67] % of it leaves, from 3 weigh-ins; the book: 25 % of it leaves",
        )

    def test_a_kept_version_does_not_move_when_the_kitchen_learns(self) -> None:
        trial = next(t for t in trials(FOODS) if t.role == "mash")
        role_file = BOOK.files["mash"]
        stand_in = next(s for s in role_file.stand_ins if s.key == "cauliflower_mash")
        choice = scale_to(trial.part, trial.slot, stand_in, role_file, FOODS)
        dish = trial.dish.with_choice("part", "slot", choice)
        # So many grams of what it makes: how much that is depends on what the paper takes.
        dish = replace(dish, parts=(replace(dish.parts[0], taken=Taken(grams=300.0)),))
        kept = Column("version", "version 1", dish, frozen=freeze(dish, FOODS, BOOK, USUAL))
        draft = Column("draft", "draft", dish)
        learnt = {("press", "paper", "cauliflower", "heated", "pieces"): (0.5,) * 6}
        for column, same in ((kept, True), (draft, False)):
            found = [
                compare_dishes(dish.original(), [column], setting, BOOK, FOODS)
                for setting in (Setting(()), Setting((), learnt=learnt))
            ]
            self.assertEqual(found[0] == found[1], same, column.key)

    def test_the_kitchens_list_names_each_and_skips_what_is_gone(self) -> None:
        values = {
            ("press", "cloth", "spinach", "heated", ""): (0.5, 0.4),
            ("bake", "", "potato", "raw", "pieces"): (30.0,),
            ("press", "cloth", "a_food_that_is_gone", "raw", ""): (0.5,),
        }
        view = learning_view(values, FOODS, {}, BOOK, on=True)
        self.assertEqual(
            [row.words for row in view.rows],
            ["Wringing in a cloth: spinach, heated", "Baking: potato, in pieces"],
        )
        self.assertEqual(view.rows[1].book, "100 % of the usual drying")


def key(technique: str, food: str, cut: str = "") -> tuple[str, ...]:
    return (technique, "", food, "raw", cut)


class Appliances(unittest.TestCase):
    """An oven that runs hot does so for every food."""

    def test_three_weigh_ins_of_other_foods_move_the_oven_half_way(self) -> None:
        # By hand: three at 1.2 times the book's 22.5 W/(m2 K), the book counts three times 1:
        # the square root of 1.2; at 190 °C over 90 °C that is 9.5 °C.
        known = {key("bake", "potato"): (27.0, 27.0), key("roast", "swede"): (27.0,)}
        offset = offset_of("grill", known)
        self.assertIsNotNone(offset)
        self.assertEqual((offset and offset.runs, offset and offset.foods), (3, 2))
        self.assertAlmostEqual(offset.times if offset else 0, 1.2**0.5, places=9)
        self.assertEqual(learning_view(known, FOODS, {}, BOOK, on=True).rows[0].yours,
                         "dries like one 10 °C hotter")  # fmt: skip
        habit = Habit("roast", "", "celeriac", "raw")
        step = with_learnt(Step("r", "roast", "Roasted"), habit, known)
        self.assertAlmostEqual(prior_of(step).mean, 22.5 * 1.2**0.5, places=9)
        self.assertIn("Your oven dries like one 10 °C hotter", said_at_glass(habit, known))

    def test_a_foods_own_weigh_ins_count_once(self) -> None:
        own = {key("roast", "celeriac", "pieces"): (27.0,) * 3}
        habit = Habit("roast", "", "celeriac", "raw", "pieces")
        self.assertIsNone(offset_of("roast", own, but=habit))
        step = with_learnt(Step("r", "roast", "Roasted"), habit, own)
        self.assertAlmostEqual(prior_of(step).mean, (27.0 * 22.5) ** 0.5, places=9)

    def test_what_is_told_is_what_the_dishes_go_by(self) -> None:
        known = {key("roast", "celeriac"): (30.0, 31.0), key("bake", "swede"): (18.0,)}
        habit = Habit("roast", "", "celeriac", "raw")
        goes_by = prior_of(with_learnt(Step("r", "roast", "Roasted"), habit, known)).mean
        told = learnt_of(habit, known)
        self.assertEqual((told.yours.mean, told.book.mean, told.runs), (goes_by, 22.5, 2))
        row = next(row for row in learning_view(known, FOODS, {}, BOOK, on=True).rows
                   if row.words.startswith("Roasting"))  # fmt: skip
        self.assertEqual(row.yours, f"{goes_by / 22.5:.0%} of the usual drying".replace("%", " %"))
        self.assertIn(row.yours, said_at_glass(habit, known))

    @settings(deadline=None, max_examples=60)
    @given(st.permutations(["potato", "swede", "celeriac"]), st.floats(10, 40), st.floats(10, 40))
    def test_order_does_not_matter_and_nothing_widens(
        self, foods: list[str], one: float, other: float
    ) -> None:
        known = {key("bake", food): (one, other) for food in foods}
        again = {key("bake", food): (other, one) for food in reversed(foods)}
        step, habit = Step("g", "grill", "Grilled"), Habit("grill", "", "courgette", "raw")
        first, second = (prior_of(with_learnt(step, habit, k)) for k in (known, again))
        for a, b in zip(astuple(first), astuple(second), strict=True):
            self.assertAlmostEqual(a, b, places=9)
        book_says = prior_of(step)
        self.assertLessEqual(first.high / first.low, book_says.high / book_says.low * (1 + 1e-9))

    def test_a_microwave_is_no_oven_and_nothing_weighed_is_the_book(self) -> None:
        known = {key("bake", "potato"): (27.0,), key("bake", "swede"): (27.0,)}
        self.assertIsNone(offset_of("microwave", known))
        step = Step("m", "microwave", "Heated")
        habit = Habit("microwave", "", "swede", "raw")
        self.assertEqual(prior_of(with_learnt(step, habit, known)), prior_of(step))
        self.assertEqual(with_learnt(step, habit, {}), step)


class Cuts(unittest.TestCase):
    """Each cut is learnt by itself; what was weighed before anybody said so counts for all."""

    def test_a_grated_food_does_not_teach_a_diced_one(self) -> None:
        known = {("press", "cloth", "swede", "raw", "grated"): (0.2,) * 9}
        grated, diced = (
            Habit("press", "cloth", "swede", "raw", cut) for cut in ("grated", "pieces")
        )
        self.assertEqual(values_of(known, diced), ())
        self.assertEqual(len(values_of(known, grated)), 9)
        known = {("press", "cloth", "swede", "raw", ""): (0.2,)}
        self.assertEqual(values_of(known, diced), (0.2,))

    def test_a_line_and_a_step_say_how_it_is_cut(self) -> None:
        salt = line("s", 5.0, "salt")
        grated = condition_of([salt, line("a", 500.0, "swede", preparation="grated")])
        self.assertEqual(grated, Condition("swede", "raw", "grated"))
        self.assertEqual(condition_of([line("a", 500.0, "swede")]).cut, "")
        self.assertEqual(condition_of([]), Condition())
        riced = grated.after(Step("r", "rice", "Riced"))
        self.assertEqual(riced.after(Step("p", "press", "Pressed")).cut, "riced")


if __name__ == "__main__":
    unittest.main()
