"""Ways: each is judged as it promises, none is dearer than need be, and a conflict is a proof."""

import functools
import itertools
import unittest
from dataclasses import replace

import numpy as np

from snabo_core.dish import Dish, check
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.foods.certainty import certainty_of
from snabo_core.foods.own import Own
from snabo_core.plate.eaters import Eater, Target, schools
from snabo_core.plate.exclusions import Exclusion
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.judged import judged
from snabo_core.swaps.roles import propose_slots
from snabo_core.views.preview import preview
from snabo_core.views.ways import WaysRequest, ways
from snabo_core.ways.choices import choices_of
from snabo_core.ways.conflict import conflict_of
from snabo_core.ways.finding import Fitting, Way, find_ways, fits, fitting_of
from snabo_core.ways.modelling import Asked, Model, Shares
from snabo_core.ways.pruning import pruned
from snabo_core.ways.weights import Weights, weigh
from tests import helpers
from tests.test_own import WRAP

# Invented for these tests.
HAKE = """Ferry hake bake
Serves 4

For the filling
500 g hake fillet
2 leeks, sliced
1 tbsp olive oil

For the sauce
30 g butter
30 g plain flour
400 ml milk
1 tsp salt

For the lid
800 g floury potatoes
40 g butter
60 ml milk

Method
1. Sweat the leeks in the oil.
2. Melt the butter, stir in the flour, whisk in the milk, simmer.
3. Boil the potatoes, mash with butter and milk.
4. Fill, cover, bake at 200 C for 30 minutes.
"""
LONG = 60.0


@functools.cache
def dish_of(text: str = HAKE) -> Dish:
    return propose_slots(read_recipe(text, library(), None), book(), library())


def eater(
    name: str, *targets: Target, leaves_out: tuple[str, ...] = (), tolerated: float = 0.0
) -> Eater:
    out = tuple(Exclusion(what, tolerated) for what in leaves_out)
    return Eater(name, name, "own", targets, out)


def of_school(name: str, school: str) -> Eater:
    preset = schools()[school]
    return Eater(name, name, school, preset.targets, preset.exclusions, preset.oil)


LOW = eater("Ilse", Target("net_carbs", at_most=14), Target("protein", at_least=24))
NO_MILK = eater("Bram", leaves_out=("milk",))
NO_OIL = of_school("Runa", "no_added_oil")


def fitting(*people: Eater, pinned: tuple[str, ...] = (), only_grams: bool = False) -> Fitting:
    return fitting_of(
        dish_of(), Setting(people), book(), library(), pinned=frozenset(pinned),
        only_grams=only_grams,
    )  # fmt: skip


def found(made: Fitting, want: int = 5, *, hurry: bool = True) -> list[Way]:
    return list(find_ways(made, want=want, seconds=LONG, hurry=hurry))


class Promises(unittest.TestCase):
    def test_a_way_judged_on_the_bench_suits_everybody(self) -> None:
        for people in ((LOW,), (NO_MILK,), (LOW, NO_MILK), (LOW, NO_OIL)):
            made = fitting(*people)
            self.assertFalse(fits(made.now))
            some = found(made, 3)
            self.assertTrue(some, [one.name for one in people])
            for way in some:
                shown = preview(check(way.dish), made.setting, book(), library())
                self.assertTrue(all(one.suits for one in shown.eaters), way.selection.steps)
                again = [one for one in shown.eaters for reach in one.reaches if not reach.met]
                self.assertEqual(again, [])

    def test_sure_ways_are_not_only_likely(self) -> None:
        for way in found(fitting(LOW, NO_OIL), 2):
            codes = {s.code for person in way.made.people for s in person.standings if s.hard}
            self.assertEqual(way.sure, codes == {"meets"})

    def test_what_fits_all_together_fits_each_alone(self) -> None:
        for text in (HAKE, HAKE.replace("500 g hake fillet", "400 g smoked mackerel")):
            for people in ((LOW, NO_OIL), (LOW, NO_MILK), (NO_OIL, NO_MILK)):
                whole = fitting_of(dish_of(text), Setting(people), book(), library())
                if not found(whole, 1):
                    continue
                for one in people:
                    alone = fitting_of(dish_of(text), Setting((one,)), book(), library())
                    self.assertTrue(fits(alone.now) or found(alone, 1), one.name)

    def test_what_is_left_out_is_in_no_way(self) -> None:
        for way in found(fitting(NO_MILK), 3):
            for line in way.made.lines:
                food = library().food(line.food or "")
                self.assertNotEqual(certainty_of(food, "milk"), "contains", line.text)

    def test_a_tolerated_amount_is_kept_and_not_passed(self) -> None:
        bears = eater("Bram", leaves_out=("milk",), tolerated=30.0)
        for way in found(fitting(bears), 2):
            whole = sum(
                line.grams or 0.0
                for line in way.made.lines
                if certainty_of(library().food(line.food or ""), "milk") == "contains"
            )
            self.assertLessEqual(whole / way.dish.servings, 30.0)

    def test_what_is_pinned_stays(self) -> None:
        plain = dish_of()
        lid = next(part for part in plain.parts if "lid" in part.name.lower())
        fish = plain.parts[0].lines[0]
        for way in found(fitting(LOW, pinned=(lid.slots[0].id, fish.id)), 3):
            now = way.dish.part(lid.id)
            self.assertIsNone(now.slots[0].choice)
            self.assertEqual(now.lines, lid.lines)
            self.assertEqual(way.dish.parts[0].lines[0], fish)

    def test_the_original_is_never_touched(self) -> None:
        for way in found(fitting(LOW), 2):
            self.assertEqual(way.dish.original().parts, dish_of().original().parts)

    def test_the_same_question_has_the_same_answer(self) -> None:
        # In a hurry a slow machine takes what it has, a fast one the best of all.
        first, second = (found(fitting(LOW, NO_OIL), 3, hurry=False) for _ in range(2))
        self.assertEqual(
            [way.selection.steps for way in first], [way.selection.steps for way in second]
        )

    def test_nothing_is_done_in_vain(self) -> None:
        """Without any one of its changes of lines and slots a way would not be one."""
        made = fitting(LOW, NO_OIL)
        nothing = np.zeros(len(made.weights.musts))
        for way in found(made, 3):
            for step in way.selection.steps:
                if step.place is None or step.grams_only:
                    continue
                model = Model(made.choices, made.weights, way.selection.shares, Asked(nothing))
                model.keep_to(replace(way.selection, steps=way.selection.steps - {step}))
                other, _ = model.solved(LONG)
                made_so = other and made.judge(other)
                if other and made_so and fits(made_so):
                    # As near to the best possible as the search says it comes.
                    told = max(0.1, way.selection.gap)
                    self.assertGreaterEqual(other.cost, (1 - told) * way.selection.cost)

    def test_ways_differ_in_what_the_cook_does(self) -> None:
        some = found(fitting(LOW))
        self.assertGreater(len(some), 2)
        choosing = [
            frozenset(step for step in way.selection.steps if not step.grams_only) for way in some
        ]
        for one, other in itertools.combinations(choosing, 2):
            self.assertFalse(one <= other, (one, other))


class Least(unittest.TestCase):
    """The cheapest, checked by trying everything and by leaving out what makes it quick."""

    def _small(self) -> tuple[Fitting, Weights]:
        """Return a dish with two slots and one line that may change, nothing by grams."""
        plain = dish_of()
        keep = [line.id for part in plain.parts for line in part.lines]
        oil = next(line.id for part in plain.parts for line in part.lines if "olive" in line.text)
        made = fitting(LOW, NO_OIL, pinned=tuple(one for one in keep if one != oil))
        places = tuple(replace(place, room=None) for place in made.choices.places)
        weights = replace(made.weights, per_gram={})
        return replace(made, choices=replace(made.choices, places=places)), weights

    def test_no_selection_is_cheaper_than_the_one_found(self) -> None:
        made, weights = self._small()
        nothing = np.zeros(len(weights.musts))
        free = replace(
            weights, musts=tuple(replace(m, edge=m.edge + 5, hard=True) for m in weights.musts),
            barred=frozenset(),
        )  # fmt: skip
        for tested in (weights, free):
            model = Model(made.choices, tested, Shares(now=4), Asked(nothing))
            selection, _ = model.solved(LONG)
            least = self._by_trying(made, tested)
            if selection is None:
                self.assertIsNone(least)
            else:
                self.assertAlmostEqual(selection.cost, least or 0.0, places=6)

    def _by_trying(self, made: Fitting, weights: Weights) -> float | None:
        """Return the least cost over every combination of doings that keeps every must."""
        places = made.choices.places
        tops = [n for n, place in enumerate(places) if place.parent is None]
        best: float | None = None
        for combination in itertools.product(*(range(len(places[n].doings)) for n in tops)):
            sums, cost, good = self._of(made, weights, dict(zip(tops, combination, strict=True)))
            kept = all(
                sums[i] * must.share <= must.edge + 1e-9
                if must.upper
                else sums[i] * must.share >= must.edge - 1e-9
                for i, must in enumerate(weights.musts)
            )
            if good and kept and (best is None or cost < best):
                best = cost
        return best

    def _of(
        self, made: Fitting, weights: Weights, done: dict[int, int]
    ) -> tuple[np.ndarray, float, bool]:
        sums, cost, good = np.zeros(len(weights.musts)), 0.0, True
        for number, place in enumerate(made.choices.places):
            if place.parent is not None and done.get(place.parent[0]) != place.parent[1]:
                continue
            # Children have one doing here: what they are pinned to.
            which = done.get(number, 0)
            good = good and (number, which) not in weights.barred
            cost += place.doings[which].cost
            sums = sums + weights.brings.get((number, which), 0.0)
        return sums, cost, good

    def test_pruning_changes_no_optimum(self) -> None:
        setting = Setting((LOW, NO_OIL))
        every = choices_of(dish_of(), setting, book(), library())
        whole = weigh(every, setting, book(), library())
        nothing = np.zeros(len(whole.musts))
        costs = []
        for choices, weights in ((every, whole), pruned(every, whole)):
            model = Model(choices, weights, Shares(now=4), Asked(nothing))
            selection, left = model.solved(LONG)
            self.assertEqual(left.gap, 0.0)
            costs.append(selection.cost if selection else None)
        self.assertIsNotNone(costs[0])
        self.assertAlmostEqual(costs[0] or 0, costs[1] or 0, delta=0.01)

    def test_one_option_more_never_costs_more(self) -> None:
        made = fitting(LOW, NO_OIL)
        nothing = np.zeros(len(made.weights.musts))

        def cost(barred: frozenset[tuple[int, int]]) -> float:
            weights = replace(made.weights, barred=made.weights.barred | barred)
            model = Model(made.choices, weights, made.shares[0], Asked(nothing))
            selection, _ = model.solved(LONG)
            return selection.cost if selection else float("inf")

        whole = cost(frozenset())
        for number, place in enumerate(made.choices.places):
            if len(place.doings) > 1 and place.slot is not None and place.line is None:
                for which in range(1, len(place.doings)):
                    self.assertGreaterEqual(cost(frozenset({(number, which)})), whole - 1e-6)


class Balance(unittest.TestCase):
    def test_only_grams_move_and_within_their_room(self) -> None:
        near = eater("Ilse", Target("fat", at_most=16))
        made = fitting(near, only_grams=True)
        for way in found(made, 2):
            self.assertTrue(all(step.grams_only for step in way.selection.steps))
            for step in way.selection.steps:
                place = made.choices.places[step.place or 0]
                line = next(i for i in way.made.lines if i.id == place.id)
                assert place.room is not None
                self.assertGreaterEqual(line.grams or 0, place.room.low - 1e-6)
                self.assertLessEqual(line.grams or 0, place.room.high + 1e-6)
                self.assertEqual(line.food, place.doings[0].lines[0].food)

    def test_whole_eggs_stay_whole(self) -> None:
        text = HAKE.replace("1 tbsp olive oil", "1 tbsp olive oil\n4 eggs")
        dish = propose_slots(read_recipe(text, library(), None), book(), library())
        hungry = eater("Ilse", Target("protein", at_least=38))
        made = fitting_of(dish, Setting((hungry,)), book(), library(), only_grams=True)
        eggs = next(n for n, p in enumerate(made.choices.places) if p.line and p.line.food == "egg")
        each = made.choices.places[eggs].room
        assert each is not None and each.step is not None
        for way in found(made, 3):
            line = next(i for i in way.made.lines if i.id == made.choices.places[eggs].id)
            self.assertAlmostEqual((line.grams or 0) % each.step, 0.0, places=6)


class Conflicts(unittest.TestCase):
    def test_limits_that_contradict_are_named_and_none_can_be_spared(self) -> None:
        hard = eater("Ilse", Target("protein", at_least=60), Target("kcal", at_most=250))
        made = fitting(hard)
        self.assertEqual(found(made), [])
        conflict = conflict_of(made, seconds=LONG)
        named = {one.must.what for one in conflict.unkept}
        self.assertTrue(named)
        for spared in named:
            rest = tuple(t for t in hard.targets if t.nutrient != spared)
            without = fitting(replace(hard, targets=rest))
            self.assertTrue(fits(without.now) or found(without, 1), spared)

    def test_a_limit_out_of_reach_says_what_holds_it_up(self) -> None:
        strict = eater("Ilse", Target("net_carbs", at_most=1))
        plain = dish_of()
        leek = next(line.id for part in plain.parts for line in part.lines if "leek" in line.text)
        made = fitting(strict, pinned=(leek,))
        self.assertEqual(found(made), [])
        conflict = conflict_of(made, seconds=LONG)
        (one,) = conflict.unkept
        self.assertTrue(one.alone)
        self.assertGreater(one.nearest, 1)
        self.assertEqual(one.holding[0].line_id, leek)

    def test_a_portion_that_is_said_to_fit_fits(self) -> None:
        strict = eater("Ilse", Target("net_carbs", at_most=3.5))
        pinned = tuple(line.id for part in dish_of().parts for line in part.lines)
        conflict = conflict_of(fitting(strict, pinned=pinned), seconds=LONG)
        portions = [one for one in conflict.helps if one.kind == "portion"]
        for one in portions:
            share = one.grams / conflict.nearest.made.grams
            made = conflict.nearest.made
            values = made.plate.of_share(share)["net_carbs"]
            self.assertLessEqual(values.best or 9, 3.5)

    def test_what_nobody_knows_is_no_zero_and_is_named(self) -> None:
        foods = library().with_own(Own(foods=(WRAP,)))
        plain = helpers.line("wrap", 100, "potato")
        wrap = replace(plain, food=WRAP.key, form=foods.food(WRAP.key).default_form,
                       food_name="our wraps")  # fmt: skip
        dish = helpers.dish(helpers.part("plate", wrap), servings=2)
        for target in (Target("sodium_mg", at_most=500), Target("sodium_mg", at_least=500)):
            asked = WaysRequest(1, dish)
            setting = Setting((eater("Ilse", target),))
            first = next(iter(ways(asked, setting, book(), foods)))
            assert first.conflict is not None
            self.assertEqual(len(first.conflict.reasons), 1)
            self.assertIn("is unknown", first.conflict.reasons[0])

    def test_somebody_else_at_the_table_may_be_the_trouble(self) -> None:
        plants = of_school("Runa", "whole_plant")
        meaty = eater("Bram", Target("protein", at_least=45))
        made = fitting(plants, meaty)
        self.assertEqual(found(made), [])
        conflict = conflict_of(made, seconds=LONG)
        self.assertTrue(conflict.unkept or conflict.stays)
        self.assertIn("apart", {one.kind for one in conflict.helps})


class Answers(unittest.TestCase):
    def _states(self, dish: Dish, *people: Eater) -> list[str]:
        setting = Setting(people)
        return [part.state for part in ways(WaysRequest(1, dish), setting, book(), library())]

    def test_what_fits_is_said_to_fit(self) -> None:
        easy = eater("Ilse", Target("protein", at_least=5))
        self.assertEqual(self._states(dish_of(), easy), ["fits"])

    def test_nobody_at_the_table(self) -> None:
        self.assertEqual(self._states(dish_of()), ["nobody"])

    def test_an_open_line_is_asked_for(self) -> None:
        dish = dish_of()
        part = dish.parts[0]
        lines = (replace(part.lines[0], grams=None, grams_low=None, grams_high=None),)
        torn = replace(part, lines=(*lines, *part.lines[1:]))
        self.assertEqual(self._states(replace(dish, parts=(torn, *dish.parts[1:])), LOW), ["open"])

    def test_ways_then_done(self) -> None:
        states = self._states(dish_of(), LOW)
        self.assertEqual(states[0], "way")
        self.assertEqual(states[-1], "done")

    def test_every_change_says_what_and_why(self) -> None:
        parts = list(ways(WaysRequest(1, dish_of()), Setting((LOW, NO_MILK)), book(), library()))
        card = parts[0].way
        assert card is not None
        for change in card.changes:
            self.assertTrue(change.words)
            self.assertTrue(change.why)
        self.assertIn("Ilse", card.words)

    def test_a_slot_of_a_role_nobody_knows_is_left_alone(self) -> None:
        dish = dish_of()
        parts = tuple(
            replace(p, slots=tuple(replace(s, role="plain") for s in p.slots)) for p in dish.parts
        )
        states = self._states(replace(dish, parts=parts), eater("Ilse", Target("fat", at_most=5)))
        self.assertIn(states[0], {"way", "none"})

    def test_no_servings_is_refused(self) -> None:
        with self.assertRaises(BadInput):
            check(replace(dish_of(), servings=0))

    def test_an_eater_who_left_meanwhile_is_nobody(self) -> None:
        self.assertEqual(self._states(dish_of()), ["nobody"])

    def test_choosing_a_way_leaves_nothing_to_do(self) -> None:
        made = fitting(LOW)
        way = found(made, 1)[0]
        self.assertTrue(fits(judged(way.dish, made.setting, book(), library())))
        self.assertEqual(self._states(way.dish, LOW), ["fits"])
