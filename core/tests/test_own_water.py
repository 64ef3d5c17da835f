"""What the recipe's own steps take from a dish counts wherever its grams and its limits do."""

import unittest
from dataclasses import replace

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from snabo_core.dish import Dish, Leaving, MethodStep, Part, Readings, Take, Taken
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate import Eater, Target
from snabo_core.plate.portions import finished_question
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.dish_water import dish_water
from snabo_core.swaps.judged import changes_of, judged
from snabo_core.swaps.ledgers import WHOLE
from snabo_core.swaps.ranking import _apart, _changes, _with
from snabo_core.swaps.roles import propose_slots
from snabo_core.swaps.scaling import scale_to
from snabo_core.views.preview import preview
from snabo_core.views.summary import summary
from snabo_core.wording import say
from tests.helpers import dish, line, part
from tests.score_recipes import recipes
from tests.test_one_truth import made_dishes, methods

NOBODY = Setting(())


def step(key: str, technique: str, *takes: str, minutes: float = 20.0) -> MethodStep:
    return MethodStep(key, "", technique, technique, tuple(Take(ref) for ref in takes),
                      minutes, minutes, stated=("minutes",))  # fmt: skip


def stew(*parts: Part, servings: float = 4.0) -> Dish:
    """Return tomatoes that are simmered for 20 minutes, with further parts beside them."""
    pot = part("pot", line("t", 800, "tomato"), line("o", 200, "onion"))
    simmered = step("simmer", "simmer", "t", "o")
    return replace(dish(pot, *parts, servings=servings), method=(simmered,))


class WholeRecipes(unittest.TestCase):
    """The plate, the list and the water go by the same grams."""

    def test_a_dish_weighs_what_its_water_says(self) -> None:
        seen = 0
        for recipe in recipes():
            made = propose_slots(read_recipe(recipe.text, library(), None), book(), library())
            courses = dish_water(made, book(), library(), NOBODY)
            if not made.method or any(course.problem for course in courses):
                continue
            seen += 1
            flows = [course.flows for course in courses]
            left = sum(f.vapour + f.liquid - f.taken_up + f.stuck for f in flows)
            shown = preview(made, NOBODY, book(), library())
            whole = judged(made, NOBODY, book(), library())
            raw = sum((i.grams or 0.0) * i.eaten()[1] for i in whole.lines)
            self.assertAlmostEqual(whole.grams, raw - left, 6, made.title)
            self.assertAlmostEqual(shown.serving_grams * made.servings, whole.grams, 6)
            for layer, course in zip(shown.parts, courses, strict=False):
                f = course.flows
                change = f.taken_up - f.vapour - f.liquid - f.stuck
                grams = sum((i.grams or 0.0) * i.eaten()[1]
                            for i in made.part(layer.part_id).effective_lines())  # fmt: skip
                self.assertAlmostEqual(layer.grams, max(0.0, grams + change), 6, made.title)
        self.assertGreater(seen, 50)


class OwnSteps(unittest.TestCase):
    """What simmers down weighs less, what is wrung out loses with its liquid."""

    def test_grams_eaten_of_a_stew_hold_what_it_cooked_down_to(self) -> None:
        raw = replace(stew(), method=())
        before, after = (judged(each, NOBODY, book(), library()) for each in (raw, stew()))
        self.assertEqual(before.grams, 1000.0)
        # 15 to 30 g a minute for 20 minutes: a third to a half of a litre, common practice.
        self.assertTrue(300 <= before.grams - after.grams <= 600, after.grams)
        hundreds = [preview(each, NOBODY, book(), library()).scales[1] for each in (raw, stew())]
        self.assertEqual([scale.scale for scale in hundreds], ["100g", "100g"])
        was, now = (scale.figures["net_carbs"].best or 0.0 for scale in hundreds)
        self.assertAlmostEqual(now / was, before.grams / after.grams)
        # A serving is a quarter of it, however little water is left.
        self.assertEqual(before.plate.figures, after.plate.figures)

    def test_a_part_used_in_part_is_taken_of_what_it_cooked_down_to(self) -> None:
        base = stew()
        pot = replace(base.parts[0], taken=Taken(grams=300.0))
        made = judged(replace(base, parts=(pot,)), NOBODY, book(), library())
        makes, share = made.layers["pot"]
        self.assertLess(makes, 800)
        self.assertAlmostEqual(share, 300 / makes)
        whole = judged(base, NOBODY, book(), library()).plate.figures["net_carbs"].best or 0.0
        self.assertAlmostEqual(made.plate.figures["net_carbs"].best or 0.0, whole * share)
        self.assertAlmostEqual(made.grams, 300)

    def test_the_oven_takes_from_what_lies_together_only_as_much_as_went_in(self) -> None:
        side = part("side", line("p", 1000, "potato"))
        both = replace(stew(side), method=(*stew().method, step("oven", "bake", "simmer", "p")))
        made = judged(both, NOBODY, book(), library())
        together = made.changes.grams[WHOLE]
        self.assertLess(together, 0)
        half = replace(side, taken=Taken(share=0.0))
        less = judged(replace(both, parts=(both.parts[0], half)), NOBODY, book(), library())
        weighs = sum(makes for makes, _ in made.layers.values())
        pot = made.layers["pot"][0]
        self.assertAlmostEqual(less.grams, pot + together * pot / weighs)

    def test_what_is_wrung_out_counts_where_at_least_so_much_is_asked_for(self) -> None:
        grated = dish(part("p", line("c", 600, "courgette"), line("q", 100, "quark")), servings=1.0)
        wrung = replace(grated, method=(step("wring", "wring", "c"),))
        whole = judged(grated, NOBODY, book(), library()).plate.figures["protein"].best or 0.0
        lost = judged(wrung, NOBODY, book(), library()).changes.losses
        self.assertTrue(0.1 < lost["protein"] < 6, lost)
        eater = Eater("1", "Ada", "x", (Target("protein", whole - lost["protein"] / 2, None),))
        asked = Setting((eater,))
        for each, suits in ((grated, True), (wrung, False)):
            (bench,) = preview(each, asked, book(), library()).eaters
            self.assertEqual(bench.suits, suits)
            self.assertEqual(summary(each, asked, book(), library()).suits != (), suits)

    def test_a_scale_is_believed_before_the_prediction(self) -> None:
        told = Readings(own_steps={"pot": {"simmer": 700.0}}, own_of={"pot": {}})
        made = judged(stew(), replace(NOBODY, readings=told), book(), library())
        self.assertAlmostEqual(made.layers["pot"][0], 700.0)
        self.assertAlmostEqual(made.grams, 700.0)

    def test_noodles_that_drank_are_not_questioned(self) -> None:
        pot = part("pot", line("n", 300, "pasta"), line("o", 50, "onion"))
        boiled = replace(dish(pot), method=(step("boil", "boil", "n", minutes=9),))
        made = judged(boiled, NOBODY, book(), library())
        went_in = made.went_in or 0.0
        # Dry pasta takes up its own weight and more; common practice.
        self.assertTrue(600 <= made.predicted <= 850, made.predicted)
        self.assertIsNotNone(finished_question(700, went_in))
        self.assertIsNone(finished_question(700, went_in, made.predicted))
        asked = finished_question(1500, went_in, made.predicted)
        self.assertIn("all that it drank", say(asked) if asked else "")
        self.assertIsNone(finished_question(250, went_in, 260))

    def test_a_line_of_unknown_weight_is_no_reason_to_guess(self) -> None:
        pot = stew().parts[0]
        open_line = replace(pot.lines[0], grams=None, grams_low=None, grams_high=None)
        made = replace(stew(), parts=(replace(pot, lines=(open_line, pot.lines[1])),))
        self.assertEqual(judged(made, NOBODY, book(), library()).changes.own, ())

    def test_what_no_scale_says_and_a_method_without_end(self) -> None:
        for grams in (-5.0, 0.0, 1e9, float("nan")):
            told = Readings(own_steps={"pot": {"simmer": grams}}, own_of={"pot": {}})
            with self.assertRaisesRegex(BadInput, "more than nothing"):
                preview(stew(), replace(NOBODY, readings=told), book(), library())
        chain = [step("0", "simmer", "t", "o", minutes=3)]
        chain += [step(f"{i}", "simmer", f"{i - 1}", minutes=3) for i in range(1, 200)]
        dry = judged(replace(stew(), method=tuple(chain)), NOBODY, book(), library())
        # However long it simmers, what is not water stays.
        self.assertTrue(20 < dry.grams < 200, dry.grams)

    def test_what_is_left_in_the_pan_does_not_leave_twice(self) -> None:
        gone = (Leaving("fry", "all", 0.2, 0.3, 0.4, known=True),)
        oil = replace(line("oil", 100, "olive_oil"), leavings=gone)
        made = dish(part("p", oil, line("c", 300, "courgette")), servings=1.0)
        fried = replace(made, method=(step("fry", "fry", "oil", "c", minutes=5),))
        whole = judged(fried, NOBODY, book(), library())
        self.assertLess(whole.changes.losses.get("fat", 0.0), 0.01)
        self.assertTrue(300 < whole.grams < 370, whole.grams)


class AsCooked(unittest.TestCase):
    """What a recipe writes shortly is cooked as a cook would: nobody sears for hours."""

    def left(self, text: str) -> float:
        """Return the share of its grams that a pasted recipe has left when it is done."""
        made = propose_slots(read_recipe(text, library(), None), book(), library())
        whole = judged(made, NOBODY, book(), library())
        return whole.grams / sum((i.grams or 0.0) * i.eaten()[1] for i in whole.lines)

    def test_a_slow_cooker_keeps_its_water(self) -> None:
        left = self.left(
            "Crock soup\nServes 6\n500 g minced beef\n1 onion\n800 g tomatoes\n1 l beef stock\n\n"
            "1. Brown the beef with the onion.\n2. Put everything in the crock.\n3. Low 6 hrs.\n"
        )
        self.assertTrue(0.85 <= left <= 1.0, left)

    def test_everything_in_for_two_hours_is_no_searing(self) -> None:
        left = self.left(
            "Dumpling beef\nServes 4\n800 g stewing beef\n2 onions\n500 ml beef stock\n\n"
            "Brown the beef, then everything in for two hours.\n"
        )
        self.assertTrue(0.6 <= left <= 0.95, left)

    def test_a_roughed_up_top_is_a_tin_and_no_pieces(self) -> None:
        left = self.left(
            "Swede box\nServes 6\n1.2 kg swede\n200 ml cream\n50 g breadcrumbs\n2 eggs\n\n"
            "1. Boil the swede until soft and mash it.\n2. Mix in the cream, crumbs and eggs.\n"
            "3. Rough up the top with a fork.\n4. Bake at 175 C for 1 1/2 hours.\n"
        )
        self.assertTrue(0.75 <= left <= 0.97, left)

    def test_boiled_potatoes_are_pressed_to_a_mash(self) -> None:
        left = self.left(
            "Dumplings\nServes 4\n1 kg potatoes\n200 g flour\n1 egg\n\n"
            "1. Boil the potatoes for 20 minutes.\n2. Press the potatoes.\n"
            "3. Knead with the flour and egg.\n"
        )
        self.assertGreater(left, 0.93)


class RankedAsJudged(unittest.TestCase):
    """A candidate's changes are those the dish has once it is chosen."""

    @settings(deadline=None, max_examples=40, suppress_health_check=list(HealthCheck))
    @given(made_dishes(), st.data())
    def test_the_same_changes(self, made: Dish, data: st.DataObject) -> None:
        made = data.draw(methods(made))
        bare = made.with_choice("lid", "slot", None)
        lid, slot = bare.part("lid"), bare.slot("lid", "slot")
        elsewhere, here = _apart(changes_of(bare, book(), library(), NOBODY), "lid")
        item = data.draw(st.sampled_from(book().stand_ins("mash")))
        choice = scale_to(lid, slot, item, book().files["mash"], library(), made.servings)
        whole = bare.with_choice("lid", "slot", choice)
        mine = _changes(whole, lid, slot, here, book(), library(), NOBODY)
        then = changes_of(whole, book(), library(), NOBODY)
        losses = _with(elsewhere.losses, mine.losses)
        self.assertEqual(set(losses), set(then.losses))
        for name, grams in then.losses.items():
            self.assertAlmostEqual(losses[name], grams, 6, name)
        if lid.taken is not None:
            self.assertAlmostEqual(mine.grams["lid"], then.grams["lid"], 6)
