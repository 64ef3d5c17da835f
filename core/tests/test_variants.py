"""Variants: changes that go forth and back, shares that come to the dish, the latest parting."""

import functools
import itertools
import unittest
from dataclasses import replace

from snabo_core.dish import (
    Change,
    Dish,
    Portion,
    Variant,
    all_lines,
    applied,
    check,
    difference,
    lost,
)
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.foods.certainty import certainty_of
from snabo_core.plate.eaters import Target
from snabo_core.plate.exclusions import Exclusion
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.branches import branches_of, lines_of_branches
from snabo_core.swaps.contacts import contacts_of, strictest_first
from snabo_core.swaps.frozen import freeze
from snabo_core.swaps.judged import judged
from snabo_core.swaps.likings import liked, likings, minded
from snabo_core.swaps.parting import Parting, needs_of, parting
from snabo_core.swaps.resizing import resized
from snabo_core.swaps.roles import propose_slots
from snabo_core.views.explain import ExplainRequest, explain
from snabo_core.views.method import method_view
from snabo_core.views.preview import preview
from snabo_core.views.summary import summary
from snabo_core.views.table import Meal, day_view
from snabo_core.views.variants import LikeRequest, SplitRequest, like, split
from snabo_core.views.ways import WaysRequest, smallest_ways, ways
from snabo_core.ways.finding import find_ways, fitting_of
from snabo_core.ways.splitting import split_of
from tests import helpers, shared_changes
from tests.test_ways import HAKE, dish_of, eater, of_school

# Invented for these tests.
BARLEY = """Weir turkey and barley
Serves 6

For the pot
700 g cooked turkey, shredded
300 g leeks, sliced
300 g white cabbage, shredded
1.2 litres water
1 tbsp Dijon mustard
1 tsp chilli flakes
1 tsp salt

For the barley
150 g pearl barley

To finish
20 g fresh coriander, chopped

Method
1. Simmer the leeks and cabbage with the chilli flakes in the water for 15 minutes.
2. Stir in the turkey, the mustard and the salt and simmer for 10 minutes.
3. Boil the barley for 30 minutes and drain it.
4. Stir the barley into the pot and simmer for 5 minutes.
5. Scatter with the coriander and serve.
"""
FRIED = """Quayside crumbed cod
Serves 4

For the cod
600 g cod fillet
60 g plain flour
2 eggs
100 g dried breadcrumbs
200 ml sunflower oil

For the greens
400 g green beans
1 lemon

Method
1. Coat the cod in flour, then egg, then the breadcrumbs.
2. Fry the cod in the oil for 4 minutes each side.
3. Boil the beans for 5 minutes and drain them.
4. Serve the cod with the beans and the lemon.
"""
RISSOLES = """Gantry rissoles
Serves 4

500 g minced beef
1 onion, grated
2 tbsp vegetable oil
1 tsp salt

Method
1. Mix the beef with the onion and the salt and shape into 8 cakes.
2. Heat the oil in a large pan.
3. Fry the cakes in the oil for 5 minutes each side.
"""
LOW = eater("Ilse", Target("net_carbs", at_most=12))
PLAIN = eater("Bram", Target("fat", at_most=60))
NO_LEAF = eater("Runa", leaves_out=("coriander",))
NO_GLUTEN = eater("Odd", leaves_out=("gluten",))


@functools.cache
def barley() -> Dish:
    dish = dish_of(BARLEY)
    slot = next(s for part in dish.parts for s in part.slots)
    held = [line.id for _, line in all_lines(dish) if line.food in {"coriander", "cilantro"}]
    return replace(dish, pinned=(slot.id, *slot.line_ids, *held))


def line_id(dish: Dish, food: str) -> str:
    return next(line.id for _, line in all_lines(dish) if line.food == food)


def of_fried() -> Dish:
    return propose_slots(read_recipe(FRIED, library(), None), book(), library())


@functools.cache
def parted_barley() -> Dish:
    split = split_of(barley(), Setting((LOW, PLAIN, NO_LEAF)), book(), library())
    assert split is not None
    return split.dish


def parting_of(dish: Dish) -> Parting:
    return parting(branches_of(dish), book(), library())


class ChangesTest(unittest.TestCase):
    def test_the_difference_applied_is_the_other_dish(self) -> None:
        tried = 0
        for dish in (dish_of(HAKE), dish_of(BARLEY)):
            fitting = fitting_of(dish, Setting((LOW, of_school("Jory", "no_added_oil"))), book(),
                                 library())  # fmt: skip
            fitting = replace(fitting, shares=fitting.shares[:1])
            for way in find_ways(fitting, want=3):
                forth, back = difference(dish, way.dish), difference(way.dish, dish)
                self.assertEqual(applied(dish, forth), way.dish)
                self.assertEqual(applied(way.dish, back), dish)
                tried += 1
        self.assertGreater(tried, 2)

    def test_a_stand_ins_line_is_changed_without_storing_the_stand_in_twice(self) -> None:
        dish = dish_of(HAKE)
        way = next(w for w in find_ways(fitting_of(dish, Setting((LOW,)), book(), library()))
                   if any(s.choice for p in w.dish.parts for s in p.slots))  # fmt: skip
        line = next(s.choice.lines[0] for p in way.dish.parts for s in p.slots if s.choice)
        change = (Change("omit", line.id),)
        after = applied(way.dish, change)
        self.assertNotEqual(after, way.dish)
        self.assertEqual(difference(way.dish, after), change)

    def test_added_lines_and_steps_are_changes_too(self) -> None:
        dish = dish_of(BARLEY)
        more = helpers.line("nuts", 30, "walnuts")
        softer = liked(dish, "softness", "Ask", (), 1, book(), library())
        for changes in ((Change("add_line", dish.parts[0].id, line=more),), softer.changes):
            self.assertTrue(changes)
            after = applied(dish, changes)
            self.assertEqual(difference(dish, after), changes)
            check(after)

    def test_the_browser_is_tested_against_the_same_changes(self) -> None:
        """Renewed by `python -m tests.shared_changes`; `variants.test.ts` reads it."""
        self.assertEqual(shared_changes.TO.read_text("utf-8"),
                         shared_changes.text())  # fmt: skip
        for case in shared_changes.cases():
            self.assertEqual(difference(case["before"], case["after"]), case["changes"])

    def test_what_is_gone_changes_nothing_and_is_named(self) -> None:
        dish = dish_of(HAKE)
        gone = (Change("omit", "nowhere"), Change("add_step", "nowhere"),
                Change("set_choice", "nowhere"), Change("add_line", "nowhere"))  # fmt: skip
        self.assertEqual(applied(dish, gone), dish)
        self.assertEqual(lost(dish, gone), gone)
        self.assertEqual(lost(dish, (Change("omit", line_id(dish, "hake")),)), ())


class SharesTest(unittest.TestCase):
    def test_the_lines_of_all_branches_come_to_the_dish(self) -> None:
        """A variant's lines sum to the dish: what all have alike is there whole."""
        dish = parted_barley()
        for servings, others in ((6.0, 0.0), (3.0, 1.0), (12.0, 2.5)):
            variants = tuple(replace(v, others=others) for v in dish.variants)
            whole = replace(dish, servings=servings, variants=variants)
            branches = branches_of(whole)
            self.assertAlmostEqual(sum(b.share for b in branches), 1)
            shared = lines_of_branches(branches)
            had = [b for b in branches if b.share > 0]
            alike = [one for one in shared if len(one.shares) == len(had)]
            self.assertGreater(len(alike), 3)
            for one in alike:
                self.assertAlmostEqual(one.grams or 0, one.line.grams or 0)
            by_branch = sum(
                b.share * sum(line.grams or 0 for _, line in all_lines(b.dish)) for b in branches
            )
            self.assertAlmostEqual(sum(one.grams or 0 for one in shared), by_branch)

    def test_a_portion_of_ones_own_is_the_variants_share(self) -> None:
        dish = replace(parted_barley(), portions=(Portion("Ilse", 0.3),))
        own = next(b for b in branches_of(dish) if b.variant and "Ilse" in b.variant.eaters)
        extra = len(own.variant.eaters) - 1 if own.variant else 0
        self.assertAlmostEqual(own.share, 0.3 + extra / 6)

    def test_more_promised_than_there_is_leaves_nothing(self) -> None:
        variant = Variant("v", "Mild", others=9)
        self.assertEqual(branches_of(replace(barley(), variants=(variant,)))[-1].share, 0)

    def test_everybody_is_judged_by_what_they_have(self) -> None:
        dish, setting = parted_barley(), Setting((LOW, PLAIN, NO_LEAF))
        made = judged(dish, setting, book(), library())
        self.assertTrue(all(person.suits for person in made.people))
        for person in made.people:
            own = next((v for v in dish.variants if person.eater.id in v.eaters), None)
            plain = replace(dish, variants=())
            alone = applied(plain, own.changes) if own else plain
            other = judged(alone, replace(setting, eaters=(person.eater,)), book(), library())
            self.assertEqual(other.people[0].standings, person.standings)
        without = judged(replace(dish, variants=()), setting, book(), library())
        self.assertFalse(all(person.suits for person in without.people))


class PartingTest(unittest.TestCase):
    def test_common_work_goes_as_far_as_it_can(self) -> None:
        """The turkey simmers for all; only barley and coriander are done apart."""
        parted = parting_of(parted_barley())
        common = [s.one.step.words for s in parted.steps if len(s.branches) == len(parted.branches)]
        self.assertEqual(len(common), 4)
        self.assertEqual(common[-1], "serve")
        self.assertIn("simmer for 10 minutes", common)
        self.assertEqual(len(parted.splits), 1)
        self.assertAlmostEqual(sum(parted.splits[0].shares), 1)

    def test_every_branch_does_its_steps_once_and_in_order(self) -> None:
        dishes = [parted_barley()]
        for key in likings():
            variant = liked(dish_of(BARLEY), key, "", (), 2, book(), library())
            dishes.append(replace(dish_of(BARLEY), variants=(variant,)))
        for dish in dishes:
            check(dish)
            parted = parting_of(dish)
            lines = {line.id for b in parted.branches for _, line in all_lines(b.dish)}
            for branch in parted.branches:
                made: set[str] = set()
                for step in parted.steps:
                    if branch.id in step.branches:
                        self.assertNotIn(step.one.step.id, made)
                        for take in step.one.step.takes:
                            self.assertTrue(take.ref in made or take.ref in lines, step)
                        made.add(step.one.step.id)

    def test_common_steps_hold_nothing_that_differs(self) -> None:
        dish = parted_barley()
        parted = parting_of(dish)
        alike = {one.line.id for one in lines_of_branches(parted.branches)
                 if len(one.shares) == len(parted.branches)}  # fmt: skip
        lines = {line.id for b in parted.branches for _, line in all_lines(b.dish)}
        common = [s for s in parted.steps if len(s.branches) == len(parted.branches)]
        taken = {t.ref for s in common for t in s.one.step.takes} & lines
        self.assertTrue(taken)
        self.assertLessEqual(taken, alike)

    def test_chilli_waits_until_the_mild_share_is_out(self) -> None:
        """It goes in first; for two pots all the way it waits behind the last stirring."""
        dish = dish_of(BARLEY)
        mild = liked(dish, "heat", "", (), 2, book(), library())
        self.assertEqual(mild.waits, (line_id(dish, "chilli_flakes"),))
        parted = parting_of(replace(dish, variants=(mild,)))
        late = [s for s in parted.steps if s.one.kind == "late"]
        self.assertEqual([s.branches for s in late], [("",)])
        self.assertEqual(parted.common, 8, "all but the late chilli, coriander and serving")
        self.assertGreaterEqual(parted.steps.index(late[0]), parted.common)
        kept = judged(applied(dish, mild.changes), Setting(()), book(), library())
        self.assertNotIn(mild.waits[0], [line.id for line in kept.lines])

    def test_what_waits_goes_to_what_it_went_in_with(self) -> None:
        """Not into the salad that is tossed last."""
        salad = BARLEY.replace("5. Scatter with the coriander and serve.",
                               "5. Toss the coriander with the lemon juice.").replace(
            "20 g fresh coriander, chopped", "20 g fresh coriander, chopped\n2 tbsp lemon juice"
        )  # fmt: skip
        dish = dish_of(salad)
        mild = liked(dish, "heat", "", (), 2, book(), library())
        parted = parting_of(replace(dish, variants=(mild,)))
        steps = {s.one.step.id: s.one.step for s in parted.steps}
        late = next(s.one.step for s in parted.steps if s.one.kind == "late")
        before = steps[late.takes[-1].ref]
        self.assertEqual(before.words, "simmer for 5 minutes")

    def test_salt_is_strewn_over_what_was_baked(self) -> None:
        """Nobody bakes two dishes for a pinch: all is common but the salt."""
        dish = dish_of(HAKE)
        less = liked(dish, "salt", "", (), 1, book(), library())
        self.assertEqual(len(less.waits), 1)
        parted = parting_of(replace(dish, variants=(less,)))
        apart = [s.one.kind for s in parted.steps if len(s.branches) == 1]
        self.assertEqual(apart, ["late"])

    def test_without_it_the_pots_part_at_the_first_step(self) -> None:
        dish = dish_of(BARLEY)
        mild = replace(liked(dish, "heat", "", (), 2, book(), library()), waits=())
        parted = parting_of(replace(dish, variants=(mild,)))
        common = [s.one.step.words for s in parted.steps if len(s.branches) == 2]
        self.assertEqual(common, ["Boil the barley for 30 minutes", "drain it", "serve"])

    def test_nobody_takes_a_third_out_of_hot_butter(self) -> None:
        """What only makes a pan ready is done by each; what is cooked in it may be common."""
        dish = dish_of(RISSOLES)
        milder = liked(dish, "salt", "", (), 1, book(), library())
        parted = parting_of(replace(dish, variants=(replace(milder, waits=()),)))
        heats = [s for s in parted.steps if s.one.step.words.startswith("Heat the oil")]
        self.assertEqual([len(s.branches) for s in heats], [1, 1])
        self.assertEqual(sum(len(s.branches) for s in heats), len(parted.branches))
        shaped = [s.step for s in parted.splits]
        self.assertNotIn(heats[0].one.step.id, shaped)

    def test_what_is_done_apart_needs_its_own_things(self) -> None:
        parted = parting_of(parted_barley())
        own = next(b for b in parted.branches if b.variant)
        self.assertIn("ring", needs_of(parted, own.id))

    def test_a_variant_nobody_has_parts_nothing(self) -> None:
        variant = liked(dish_of(BARLEY), "heat", "", (), 0, book(), library())
        parted = parting_of(replace(dish_of(BARLEY), variants=(variant,)))
        self.assertEqual(len(parted.branches), 1)
        self.assertEqual(parted.splits, ())


class SplittingTest(unittest.TestCase):
    def test_what_suits_everybody_is_not_parted(self) -> None:
        self.assertIsNone(split_of(barley(), Setting((PLAIN,)), book(), library()))
        both = Setting((PLAIN, eater("Ask", Target("fat", at_most=70))))
        self.assertIsNone(split_of(barley(), both, book(), library()))

    def test_no_fewer_variants_would_do(self) -> None:
        """Against enumeration: nobody's dish, and no smaller grouping, serves all."""
        people = (LOW, NO_LEAF, PLAIN, eater("Siv", leaves_out=("mustard",)))
        split = split_of(barley(), Setting(people), book(), library(), seconds=60)
        assert split is not None
        self.assertFalse(split.timed_out)
        rest = [e for e in people if e.id not in split.base.eaters]
        self.assertEqual({e for g in split.groups for e in g.eaters}, {e.id for e in rest})
        plain = replace(split.dish, variants=())

        def together(group: tuple[object, ...]) -> bool:
            some = Setting(tuple(e for e in people if e in group))
            fitting = fitting_of(plain, some, book(), library())
            fitting = replace(fitting, shares=fitting.shares[:1])
            return next(find_ways(fitting, want=1, seconds=60), None) is not None

        for fewer in range(1, len(split.groups)):
            for cut in itertools.product(range(fewer), repeat=len(rest)):
                groups = [tuple(e for e, n in zip(rest, cut, strict=True) if n == g)
                          for g in range(fewer)]  # fmt: skip
                self.assertFalse(all(together(g) for g in groups if g))
        made = judged(split.dish, Setting(people), book(), library())
        self.assertTrue(all(person.suits for person in made.people))

    def test_nothing_that_enters_later_would_do(self) -> None:
        """Allowed only what enters behind the parting, nobody finds a way for the variant."""
        split = split_of(barley(), Setting((LOW, PLAIN)), book(), library(), seconds=60)
        assert split is not None
        dish = replace(split.dish, variants=())
        slot = next(s for part in dish.parts for s in part.slots)
        self.assertEqual([c.at for c in split.dish.variants[0].changes], [slot.id])
        # Only the coriander comes behind the barley.
        held = frozenset(line.id for _, line in all_lines(dish) if line.food != "coriander")
        fitting = fitting_of(dish, Setting((LOW,)), book(), library(), pinned=held | {slot.id})
        fitting = replace(fitting, shares=fitting.shares[:1])
        self.assertIsNone(next(find_ways(fitting, want=1, seconds=60), None))

    def test_pins_hold_for_the_dish_and_not_for_the_variant(self) -> None:
        dish = parted_barley()
        self.assertFalse(replace(dish, variants=()).changed())
        changed = {c.at for v in dish.variants for c in v.changes}
        self.assertTrue(changed & set(dish.pinned))

    def test_who_cannot_be_served_is_said(self) -> None:
        none = eater("Nils", Target("protein", at_least=400))
        split = split_of(barley(), Setting((LOW, PLAIN, none)), book(), library())
        assert split is not None
        self.assertEqual(split.unserved, ("Nils",))


class ContactTest(unittest.TestCase):
    """Shared frying oil and boards carry gluten: food-safety advice for caterers, from memory."""

    def variant(self) -> Dish:
        split = split_of(of_fried(), Setting((NO_GLUTEN, PLAIN)), book(), library())
        assert split is not None
        return split.dish

    def test_the_frying_oil_and_the_bowl_carry_gluten(self) -> None:
        dish = self.variant()
        people = (NO_GLUTEN, PLAIN)
        branches = strictest_first(branches_of(dish), people, library())
        self.assertEqual(branches[-1].variant, None)
        found = contacts_of(parting(branches, book(), library()), people, library())
        tools = {tool for contact in found for tool in contact.tools}
        self.assertIn("oil", tools)
        self.assertNotIn("water", tools, "the beans hold no gluten")
        for contact in found:
            self.assertEqual((contact.what, contact.names), ("gluten", ("Odd",)))
            self.assertTrue(contact.foods)

    def test_only_one_can_come_first(self) -> None:
        """Two who leave out what the other has: the second is told to wash up, not to be first."""
        people = (NO_GLUTEN, eater("Mia", leaves_out=("milk",)))
        dish = replace(dish_of(HAKE), variants=(Variant("g", "Odd", ("Odd",), changes=tuple(
            Change("omit", line.id) for _, line in all_lines(dish_of(HAKE))
            if line.food and certainty_of(library().food(line.food), "gluten") == "contains"
        )), Variant("m", "Mia", ("Mia",), changes=tuple(
            Change("omit", line.id) for _, line in all_lines(dish_of(HAKE))
            if line.food and certainty_of(library().food(line.food), "milk") == "contains"
        ))))  # fmt: skip
        branches = strictest_first(branches_of(dish), people, library())
        found = contacts_of(parting(branches, book(), library()), people, library())
        first = {contact.branch for contact in found if contact.cure == "before"}
        self.assertEqual(first, {branches[0].id})
        self.assertIn("wash", {c.cure for c in found if c.branch == branches[1].id})

    def test_a_limit_or_what_is_tolerated_makes_no_contact(self) -> None:
        parted = parting_of(parted_barley())
        self.assertEqual(contacts_of(parted, (LOW, PLAIN), library()), ())
        for grams in (0.5, 5):
            some = eater("Runa", leaves_out=("coriander",), tolerated=grams)
            self.assertEqual(contacts_of(parted, (some, PLAIN), library()), ())
        self.assertTrue(contacts_of(parted, (NO_LEAF, LOW, PLAIN), library()))

    def test_what_is_tolerated_hides_nothing_that_is_not(self) -> None:
        parted = parting_of(parted_barley())
        alone = contacts_of(parted, (NO_LEAF, LOW, PLAIN), library())
        for before in (Exclusion("milk", 5.0), Exclusion("added oil")):
            both = replace(NO_LEAF, exclusions=(before, *NO_LEAF.exclusions))
            with self.subTest(before=before.what):
                self.assertEqual(contacts_of(parted, (both, LOW, PLAIN), library()), alone)

    def test_allergens_come_before_wishes(self) -> None:
        dish = of_fried()
        wish = Variant("w", "Wish", ("Wil",), changes=(Change("omit", line_id(dish, "lemon")),))
        strict = Variant("s", "Strict", ("Odd",), changes=tuple(
            Change("omit", line_id(dish, food)) for food in ("wheat_flour", "breadcrumbs")
            if any(line.food == food for _, line in all_lines(dish))
        ))  # fmt: skip
        people = (eater("Wil", leaves_out=("lemon",)), NO_GLUTEN, PLAIN)
        both = branches_of(replace(dish, variants=(wish, strict)))
        order = [branch.id for branch in strictest_first(both, people, library())]
        self.assertEqual(order, ["s", "w", ""])


class LikingTest(unittest.TestCase):
    def test_a_baby_gets_no_salt_and_a_mash(self) -> None:
        """No added salt before the first birthday: public health advice, from memory."""
        dish = dish_of(BARLEY)
        variant = liked(dish, "baby", "Liv", (), 1, book(), library())
        out = {line.food for _, line in all_lines(applied(dish, variant.changes))}
        self.assertNotIn("salt", out)
        self.assertNotIn("chilli_flakes", out)
        self.assertEqual([c.step.technique for c in variant.changes if c.step], ["mash"])
        foods = {one.food for one in minded(applied(dish, variant.changes), "baby", library())}
        self.assertTrue(any("mustard" in food.lower() for food in foods), foods)

    def test_toppings_are_what_goes_on_last(self) -> None:
        dish = dish_of(BARLEY)
        variant = liked(dish, "toppings", "", (), 1, book(), library())
        self.assertEqual([c.at for c in variant.changes], [line_id(dish, "coriander")])
        self.assertEqual(variant.waits, ())

    def test_a_dish_without_any_of_it_stays(self) -> None:
        variant = liked(dish_of(HAKE), "heat", "Ask", (), 1, book(), library())
        self.assertEqual((variant.changes, variant.waits), ((), ()))


class ScreensTest(unittest.TestCase):
    """One fact, one path: every screen says the same of who has what."""

    PEOPLE = (LOW, PLAIN, NO_LEAF)

    def test_preview_summary_and_day_judge_by_the_variant(self) -> None:
        dish, setting = parted_barley(), Setting(self.PEOPLE)
        seen = preview(dish, setting, book(), library())
        self.assertTrue(all(eater.suits for eater in seen.eaters))
        self.assertEqual({cell.verdict for cell in seen.verdicts}, {"fits"})
        listed = summary(dish, setting, book(), library())
        self.assertEqual(listed.cells, seen.verdicts)
        self.assertIn("Ilse", listed.variants)
        plain = preview(replace(dish, variants=()), setting, book(), library())
        self.assertIsNone(plain.parting)
        self.assertLess(sum(eater.suits for eater in plain.eaters), 3)
        daily = Target("net_carbs", at_most=50, per="day", day_share=0.4)
        people = (replace(LOW, targets=(daily,)), replace(PLAIN, targets=(daily,)))
        day = day_view([Meal(dish, 1.0)], Setting(people), book(), library())
        used = {eater.eater: eater.lines[0].used.best or 0 for eater in day.eaters}
        self.assertLess(used["Ilse"] + 5, used["Bram"])

    def test_a_variant_looked_at_shows_its_own_lines_and_everybodys_standing(self) -> None:
        dish, setting = parted_barley(), Setting(self.PEOPLE)
        variant = dish.variants[0]
        seen = preview(dish, setting, book(), library(), variant=variant.id)
        own = preview(applied(replace(dish, variants=()), variant.changes), setting, book(),
                      library())  # fmt: skip
        self.assertEqual(seen.figures, own.figures)
        self.assertEqual(seen.lines, own.lines)
        base = preview(dish, setting, book(), library())
        self.assertEqual(seen.eaters, base.eaters)
        self.assertEqual(seen.parting, base.parting)
        with self.assertRaises(BadInput):
            preview(dish, setting, book(), library(), variant="gone")

    def test_the_method_takes_the_share_out_and_goes_on_apart(self) -> None:
        view = method_view(parted_barley(), Setting(self.PEOPLE), book(), library())
        kinds = [step.kind for step in view.steps]
        self.assertEqual(kinds.count("split"), 1)
        place = kinds.index("split")
        # 700 g turkey, 300 leeks, 300 cabbage, 1,198 water and seasoning: 1/3 of 2.5 kg.
        self.assertRegex(view.steps[place].words, r"^Take out a third for .* 8\d\d g .* own$")
        self.assertEqual({step.whose for step in view.steps[:place]}, {""})
        self.assertEqual([s.words for s in view.steps[place + 1 :] if not s.whose], ["serve"])
        self.assertEqual(view.steps[-1].words, "serve")
        numbers = [step.number for step in view.steps if step.kind != "ghost"]
        self.assertEqual(numbers, list(range(1, len(numbers) + 1)))
        for step in view.steps:
            for taken in step.takes:
                self.assertTrue(taken.step is None or taken.step < step.number)
        barley_line = next(line for line in view.lines if line.name == "pearl barley")
        self.assertEqual(barley_line.whose, "the others")
        self.assertAlmostEqual(barley_line.grams or 0, 100)
        stirred = next(s for s in view.steps if s.words.startswith("Stir the barley"))
        self.assertRegex(stirred.look_words, "^Take the .* instead of the pearl barley")
        turkey = next(line for line in view.lines if "turkey" in line.name)
        self.assertEqual((turkey.whose, turkey.grams), ("", 700))

    def test_what_waits_is_said_at_its_step_and_stirred_in_later(self) -> None:
        dish = dish_of(BARLEY)
        mild = liked(dish, "heat", "", (), 2, book(), library())
        view = method_view(replace(dish, variants=(mild,)), Setting(()), book(), library())
        waits = [step for step in view.steps if step.look == "waits"]
        self.assertEqual(len(waits), 1)
        self.assertIn("chilli flakes", waits[0].look_words)
        late = next(step for step in view.steps if step.kind == "late")
        self.assertGreater(late.number, waits[0].number)
        self.assertEqual(late.whose, "the others")
        chilli = next(line for line in view.lines if "chilli" in line.name)
        whole = next(line for _, line in all_lines(dish) if line.food == "chilli_flakes")
        self.assertAlmostEqual(chilli.grams or 0, (whole.grams or 0) * 4 / 6)

    def test_a_dish_made_larger_keeps_its_variants(self) -> None:
        dish = parted_barley()
        twice = resized(dish, 2.0, {}, library())
        back = resized(twice, 1.0, {}, library())
        self.assertEqual(back, dish)
        setting = Setting(self.PEOPLE)
        now = preview(dish, setting, book(), library())
        then = preview(twice, setting, book(), library())
        for before, after in zip(now.eaters, then.eaters, strict=True):
            for one, other in zip(before.reaches, after.reaches, strict=True):
                self.assertAlmostEqual(one.figure.best or 0, other.figure.best or 0, places=6)

    def test_a_kept_version_freezes_what_its_variants_hold(self) -> None:
        dish = parted_barley()
        frozen = freeze(dish, library(), book(), Setting(()).rules)
        foods = {line.food for b in branches_of(dish) for _, line in all_lines(b.dish)}
        self.assertEqual(foods - set(frozen.foods), set())
        plain = freeze(replace(dish, variants=()), library(), book(), Setting(()).rules)
        self.assertLess(len(plain.foods), len(frozen.foods))

    def test_ways_over_a_dish_with_variants_are_for_the_others_and_keep_them(self) -> None:
        strict = eater("Bram", Target("fat", at_most=4))
        request = WaysRequest(0, parted_barley())
        setting = Setting((LOW, strict, NO_LEAF))
        parts = list(ways(request, setting, book(), library()))
        cards = [part.way for part in parts if part.way]
        self.assertTrue(cards)
        for card in cards:
            self.assertEqual([one.name for one in card.eaters], ["Bram"])
            self.assertEqual(card.dish.variants, parted_barley().variants)

    def test_an_eaters_figure_opens_what_they_have(self) -> None:
        dish, setting = parted_barley(), Setting(self.PEOPLE)
        asked = ExplainRequest(dish, "net_carbs", "Ilse")
        own = explain(dish, asked, setting, book(), library())
        self.assertNotIn("pearl barley", {line.food for line in own.lines})
        seen = preview(dish, setting, book(), library())
        reach = next(e.reaches[0] for e in seen.eaters if e.name == "Ilse")
        self.assertEqual(own.figure.best, reach.figure.best)
        others = explain(dish, replace(asked, scale="serving"), setting, book(), library())
        self.assertIn("pearl barley", {line.food for line in others.lines})
        words = " ".join(word for line in others.lines if line.gone for word in line.gone.words)
        self.assertNotIn("Ilse", words)

    def test_a_way_that_spoils_a_variant_says_so(self) -> None:
        """Bram’s way takes salt out of the pot, which Ilse wants in her variant."""
        proud = replace(LOW, targets=(*LOW.targets, Target("sodium_mg", at_least=400)))
        light = eater("Bram", Target("sodium_mg", at_most=300))
        request = WaysRequest(0, parted_barley())
        setting = Setting((proud, light, NO_LEAF))
        self.assertTrue(judged(request.dish, setting, book(), library()).people[0].suits)
        cards = [p.way for p in ways(request, setting, book(), library()) if p.way]
        self.assertTrue(cards)
        for card in cards:
            now = judged(card.dish, setting, book(), library())
            told = any("Ilse" in words for words in card.missed)
            self.assertEqual(told, not now.people[0].suits)
        self.assertTrue(any("Ilse" in w for card in cards for w in card.missed))

    def test_the_table_says_how_it_would_part(self) -> None:
        found = smallest_ways(barley(), Setting(self.PEOPLE), book(), library())
        words = {one.eater: one.words for one in found}
        self.assertEqual(words["Runa"], "nothing makes it fit while what is pinned stays")
        self.assertRegex(words[""], "^Or part it: .*instead of.*taken out after")
        self.assertEqual(
            smallest_ways(parted_barley(), Setting(self.PEOPLE), book(), library()), ()
        )

    def test_bad_requests_are_answered_in_a_sentence(self) -> None:
        setting = Setting(self.PEOPLE)
        for request in (
            LikeRequest(barley(), "heat"),
            LikeRequest(barley(), "needs", eaters=("Ilse",)),
            LikeRequest(barley(), "heat", eaters=("nobody",)),
            LikeRequest(parted_barley(), "heat", eaters=("Ilse",)),
        ):
            with self.assertRaises(BadInput):
                like(request, setting, book(), library())
        alone = split(SplitRequest(barley()), Setting((LOW,)), book(), library())
        self.assertIsNone(alone.dish)
        self.assertTrue(alone.words)
        fine = like(LikeRequest(barley(), "heat", others=2), setting, book(), library())
        self.assertEqual(fine.words, "chilli flakes held back until this share is out")
        again = like(LikeRequest(fine.dish, "heat", others=1), setting, book(), library())
        self.assertEqual([v.name for v in again.dish.variants], ["Mild", "Mild 2"])
        check(again.dish)

    def test_a_split_says_what_all_have_otherwise(self) -> None:
        """Nobody can have it as it is: then nobody is told so, and the change is named."""
        people = (
            NO_LEAF,
            eater("Siv", leaves_out=("mustard",)),
            replace(LOW, name="Una", id="Una"),
        )
        strict = tuple(
            replace(one, exclusions=(*one.exclusions, Exclusion("chilli"))) for one in people
        )
        found = split(SplitRequest(barley()), Setting(strict), book(), library())
        assert found.dish is not None
        self.assertTrue(found.changes)
        self.assertNotIn("as it is", found.words)
        self.assertIn(found.changes[0], found.words)
        self.assertTrue(replace(found.dish, variants=()).changed())

    def test_more_promised_than_made_and_somebody_gone_are_said(self) -> None:
        over = replace(barley(), variants=(Variant("v", "Mild", others=9),))
        gone = replace(barley(), variants=(Variant("v", "Old", ("left",)),))
        for dish, words in ((over, "9 servings are promised of 6"), (gone, "no longer")):
            view = preview(dish, Setting(self.PEOPLE), book(), library()).parting
            assert view is not None
            self.assertIn(words, view.problem)

    def test_a_change_of_something_gone_is_named(self) -> None:
        dish = parted_barley()
        slot = next(c for c in dish.variants[0].changes if c.kind == "set_choice")
        part = next(p for p in dish.parts if p.slots)
        without = replace(dish, parts=tuple(
            replace(p, slots=()) if p is part else p for p in dish.parts
        ))  # fmt: skip
        view = preview(without, Setting(self.PEOPLE), book(), library()).parting
        assert view is not None and slot.choice is not None
        own = next(b for b in view.branches if b.id)
        self.assertEqual(own.lost, (slot.choice.name,))


class BadVariantsTest(unittest.TestCase):
    def test_what_cannot_be_meant_is_refused_in_a_sentence(self) -> None:
        dish = dish_of(HAKE)
        bad = (
            (Variant("a", "A", ("x",)), Variant("b", "B", ("x",))),
            (Variant("a", "A"), Variant("a", "B")),
            (Variant("a", " "),),
            (Variant("a", "A", others=-1),),
            (Variant("a", "A", others=float("nan")),),
            tuple(Variant(str(n), "A") for n in range(9)),
            (Variant("a", "A", changes=(Change("omit", "x"),) * 301),),
            (Variant("a", "A", changes=(
                Change("add_line", dish.parts[0].id, line=dish.parts[0].lines[0]),
            )),),
        )  # fmt: skip
        for variants in bad:
            with self.assertRaises(BadInput) as refused:
                check(replace(dish, variants=variants))
            self.assertEqual(refused.exception.field, "variants")


if __name__ == "__main__":
    unittest.main()
