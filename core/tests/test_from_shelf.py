"""A line or a part met from the shelf: its own values count, its making drops out."""

from __future__ import annotations

import unittest
from dataclasses import replace

from snabo_core.dish import Dish, FromShelf, Taken, check
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate.figures import grams_cause
from snabo_core.plate.setting import Setting
from snabo_core.quantities.units import UNITS
from snabo_core.recipe import read_recipe
from snabo_core.recipe.method import with_method
from snabo_core.shelf import Reheating, keepings
from snabo_core.swaps.book import book
from snabo_core.swaps.by_products import Offered, offered
from snabo_core.swaps.cooking import CookStep, effective_steps
from snabo_core.swaps.from_shelf import OnShelf, kept_as, meet, wanted
from snabo_core.swaps.judged import judged
from snabo_core.swaps.ranking import rank
from snabo_core.swaps.roles import propose_slots
from snabo_core.views.method import cooked_steps, method_view
from snabo_core.views.sheet import least_minutes
from snabo_core.views.sheet_jobs import jobs_of

POT = """Brown lentil pot
Serves 4
200 g dried brown lentils
1 onion
2 tbsp rapeseed oil
400 g tin of tomatoes

For the lid
800 g potatoes
40 g butter
100 ml milk

Boil the lentils for 25 minutes and drain.
Fry the onion in the oil for 8 minutes.
Add the tomatoes and lentils and simmer for 10 minutes.
Boil the potatoes for 20 minutes. Drain, mash with the butter and milk.
Spread the mash over the lentils and bake at 200 C for 25 minutes.
"""
FOODS, BOOK, NOBODY = library(), book(), Setting(())


def pot(text: str = POT) -> Dish:
    read = read_recipe(text, FOODS, "metric", usual="metric")
    return with_method(propose_slots(read, BOOK, FOODS), FOODS)


def lentils(*, frozen: bool = False) -> OnShelf:
    kind = keepings()["pulses_cooked"]
    return OnShelf("b1", "Cooked lentils", "lentils", "boiled", frozen, kind)


def mash() -> OnShelf:
    kind = keepings()["vegetable_mash"]
    return OnShelf("b2", "Celeriac mash", "celeriac_mash", None, frozen=False, keeping=kind)


def cooked(dish: Dish) -> list[CookStep]:
    return [one for one in effective_steps(dish, BOOK, FOODS) if one.kind != "ghost"]


class Lines(unittest.TestCase):
    """One line from the shelf."""

    def test_it_is_weighed_in_grams(self) -> None:
        dish = pot()
        part = dish.parts[0]
        met = meet(dish, part.id, part.lines[0].id, lentils(frozen=True), 500)
        line = next(one.used() for one in met.parts[0].lines if one.used().shelf)
        self.assertEqual((line.amount, UNITS[line.unit or ""].kind), (500, "mass"))
        # A batch on the scale has its own doubt, not one it shares with cups of the same food.
        self.assertEqual(grams_cause(line), f"line:{line.id}")

    def test_what_needs_no_warming_waits_for_nobody(self) -> None:
        dish = pot()
        part = dish.parts[0]
        shelved = lentils(frozen=True)
        cold = replace(shelved, keeping=replace(shelved.keeping, reheat=None))
        met = meet(dish, part.id, part.lines[0].id, cold, 500)
        line = next(one.used() for one in met.parts[0].lines if one.used().shelf)
        assert line.shelf is not None
        self.assertEqual((line.shelf.minutes_low, line.shelf.minutes_high), (0.0, 0.0))

    def test_its_making_drops_out_and_thawing_enters(self) -> None:
        dish = pot()
        part = dish.parts[0]
        now = check(meet(dish, part.id, part.lines[0].id, lentils(frozen=True), 500))
        ghosts = [s.step.technique for s in effective_steps(now, BOOK, FOODS) if s.kind == "ghost"]
        self.assertEqual(ghosts, ["boil", "drain"])
        thaw = next(one for one in cooked(now) if one.kind == "shelf")
        self.assertEqual(
            (thaw.step.technique, thaw.step.words[:23]), ("thaw", "Thaw the cooked lentils")
        )
        mix = next(one for one in cooked(now) if one.step.technique == "mix")
        self.assertIn(thaw.step.id, [take.ref for take in mix.step.takes])
        self.assertEqual(mix.instead, ("cooked lentils", "lentils"))

    def test_thawing_waits_for_no_night_where_an_hour_in_water_does(self) -> None:
        dish = pot()
        part = dish.parts[0]
        frozen = meet(dish, part.id, part.lines[0].id, lentils(frozen=True), 500)
        _, cooked_now, steps = cooked_steps(frozen, NOBODY, BOOK, FOODS)
        jobs = jobs_of([(cooked_now, steps)], NOBODY.equipment)
        [thaw] = [job for job in jobs.jobs.values() if job.step.technique == "thaw"]
        self.assertEqual([mode.minutes for mode in thaw.task.modes], [60, 600])
        self.assertLess(least_minutes(jobs, NOBODY.equipment) or 999, 180)

    def test_the_pot_heats_it_so_nothing_else_does(self) -> None:
        dish = pot()
        part = dish.parts[0]
        now = meet(dish, part.id, part.lines[0].id, lentils(), 500)
        self.assertEqual([one for one in cooked(now) if one.kind == "shelf"], [])
        salad = pot("Lentil plate\nServes 2\n100 g dried brown lentils\n1 lemon\n\n"
                    "Boil the lentils for 25 minutes and drain. Mix with the lemon.")  # fmt: skip
        part = salad.parts[0]
        now = meet(salad, part.id, part.lines[0].id, lentils(), 250)
        heat = next(one for one in cooked(now) if one.kind == "shelf")
        self.assertEqual(heat.step.technique, "reheat")
        self.assertIn("74", heat.step.until)

    def test_the_caution_stands_where_it_is_heated_last(self) -> None:
        dish = pot()
        part = dish.parts[0]
        now = meet(dish, part.id, part.lines[0].id, lentils(), 500)
        view = method_view(now, NOBODY, BOOK, FOODS)
        [caution] = [one for one in view.cautions if one.key == "reheat_74"]
        said = [step.technique for step in view.steps if step.number in caution.steps]
        self.assertEqual(said, ["bake"])

    def test_what_is_eaten_cold_or_toasted_is_not_heated_through(self) -> None:
        dish = pot()
        part = dish.parts[0]
        kinds = keepings()
        cold = Reheating("cold", (0.0, 0.0), covered=False)
        for kind in (kinds["oat_crumb"], replace(kinds["pulses_cooked"], reheat=cold)):
            now = meet(dish, part.id, part.lines[0].id, replace(lentils(), keeping=kind), 500)
            view = method_view(now, NOBODY, BOOK, FOODS)
            self.assertFalse([one for one in view.cautions if one.key == "reheat_74"], kind.key)

    def test_its_own_values_count(self) -> None:
        dish = pot()
        part = dish.parts[0]
        now = meet(dish, part.id, part.lines[0].id, lentils(), 500)
        carbs = [
            judged(one, NOBODY, BOOK, FOODS).plate.figures["carbohydrate"].best or 0.0
            for one in (dish, now)
        ]
        per_100 = [
            FOODS.row("lentils", form).value("carbohydrate") or 0.0 for form in ("dry", "boiled")
        ]
        self.assertAlmostEqual(
            carbs[1] - carbs[0], (per_100[1] * 5 - per_100[0] * 2) / 4, delta=0.1
        )

    def test_the_same_food_goes_by_its_dry_matter(self) -> None:
        # USDA: lentils raw hold 8 % water, boiled 70 %: 200 g dry are about 600 g boiled.
        dish = pot()
        part = dish.parts[0]
        grams = wanted(dish, part.id, part.lines[0].id, lentils(), NOBODY, BOOK, FOODS)
        self.assertAlmostEqual(grams or 0, 200 * 0.917 / 0.304, delta=15)
        onion = wanted(dish, part.id, part.lines[1].id, lentils(), NOBODY, BOOK, FOODS)
        self.assertEqual(onion, part.lines[1].grams)

    def test_taking_it_back_is_the_identity(self) -> None:
        dish = pot()
        part = dish.parts[0]
        now = meet(dish, part.id, part.lines[0].id, lentils(), 500)
        back = replace(
            now,
            parts=tuple(
                replace(p, lines=tuple(replace(line, instead=None) for line in p.lines))
                for p in now.parts
            ),
        )
        self.assertEqual(back, dish)
        self.assertEqual(now.original(), dish.original())

    def test_what_cannot_be_met(self) -> None:
        dish = pot()
        part, lid = dish.parts
        for grams in (0.0, -5.0, float("nan"), 1e9):
            with self.assertRaises(BadInput):
                meet(dish, part.id, part.lines[0].id, lentils(), grams)
        with self.assertRaises(BadInput):
            meet(dish, part.id, "no such line", lentils(), 100)
        with self.assertRaises(BadInput):
            meet(dish, "no such part", None, lentils(), 100)
        strange = meet(dish, lid.id, None, mash(), 700)
        line = next(line for line in strange.parts[1].lines if line.met())
        astray = FromShelf("b2", covers=("x",))
        wrong = replace(line, instead=replace(line.used(), shelf=astray))
        part = replace(strange.parts[1], lines=(wrong, *strange.parts[1].lines[1:]))
        with self.assertRaises(BadInput):
            check(replace(strange, parts=(strange.parts[0], part)))


class Parts(unittest.TestCase):
    """A whole part from the shelf."""

    def test_all_its_lines_and_steps_are_the_batch_s(self) -> None:
        dish = pot()
        lid = dish.parts[1]
        now = check(meet(dish, lid.id, None, mash(), 700))
        [line] = now.parts[1].effective_lines()
        self.assertEqual((line.food, line.grams), ("celeriac_mash", 700))
        words = [one.step.technique for one in cooked(now)]
        self.assertNotIn("mash", words)
        spread = next(one for one in cooked(now) if one.step.technique == "spread")
        self.assertIn(line.id, [take.ref for take in spread.step.takes])
        before, after = (judged(one, NOBODY, BOOK, FOODS) for one in (dish, now))
        self.assertLess(
            after.plate.figures["net_carbs"].best or 0, before.plate.figures["net_carbs"].best or 0
        )

    def test_a_stand_in_goes_before_it_and_comes_after_it(self) -> None:
        dish = pot()
        lid = dish.parts[1]
        slot = lid.slots[0]
        candidate = rank(dish, lid, slot, NOBODY, BOOK, FOODS)[0]
        swapped = dish.with_choice(lid.id, slot.id, candidate.choice)
        met = meet(swapped, lid.id, None, mash(), 700)
        self.assertIsNone(met.parts[1].slots[0].choice)
        [line] = met.parts[1].effective_lines()
        self.assertEqual(line.food, "celeriac_mash")
        again = met.with_choice(lid.id, slot.id, candidate.choice)
        self.assertEqual(
            {line.id for line in again.parts[1].effective_lines()},
            {line.id for line in swapped.parts[1].effective_lines()},
        )

    def test_a_part_does_for_what_it_weighs(self) -> None:
        dish = pot()
        lid = dish.parts[1]
        grams = wanted(dish, lid.id, None, mash(), NOBODY, BOOK, FOODS)
        lines = sum(line.grams or 0 for line in lid.lines)
        self.assertAlmostEqual(grams or 0, lines, delta=lines * 0.05)

    def test_a_stand_in_keeps_no_longer_than_the_table(self) -> None:
        dish = pot()
        lid = dish.parts[1]
        slot = lid.slots[0]
        kind = keepings()["vegetable_mash"]
        for candidate in rank(dish, lid, slot, NOBODY, BOOK, FOODS):
            part = dish.with_choice(lid.id, slot.id, candidate.choice).parts[1]
            kept = kept_as(part, kind, BOOK)
            self.assertLessEqual(kept.days["fridge"], kind.days["fridge"])
            known = BOOK.find(slot.role, candidate.choice.stand_in)
            if known and known.reheat:
                self.assertEqual(kept.reheat, known.reheat)


class Offers(unittest.TestCase):
    """What of a dish can go on the shelf with one press."""

    def offers(self, text: str) -> dict[str, Offered]:
        return {one.name: one for one in offered(pot(text), NOBODY, BOOK, FOODS)}

    def test_half_of_every_part_or_what_is_over(self) -> None:
        found = self.offers(POT)
        lid = next(one for one in found.values() if one.part == pot().parts[1].id or one.whole)
        self.assertEqual(lid.place, "freezer")
        self.assertAlmostEqual(lid.grams, (lid.whole or 0) / 2)
        dish = pot()
        part = replace(dish.parts[1], taken=Taken(share=0.75))
        some = replace(dish, parts=(dish.parts[0], part))
        rest = next(one for one in offered(some, NOBODY, BOOK, FOODS) if one.part == part.id)
        lines = sum(line.grams or 0 for line in part.lines)
        self.assertAlmostEqual(rest.grams, lines / 4, delta=lines * 0.02)

    def test_stems_seeds_whites_and_the_rest_of_a_tin(self) -> None:
        found = self.offers(
            "Odds\nServes 4\n1 head of cauliflower\n1 medium butternut squash\n3 egg yolks\n"
            "100 g tinned chickpeas, drained\n400 g tin of tomatoes\n"
        )
        names = {name for name, one in found.items() if one.part is None}
        self.assertEqual(names, {"cauliflower stems and leaves", "squash seeds", "egg whites",
                                 "chickpeas, rest of the tin"})  # fmt: skip
        # White 33 g, yolk 17 g an egg (measures of the book).
        self.assertAlmostEqual(found["egg whites"].grams, 3 * 33, delta=4)
        self.assertEqual(found["chickpeas, rest of the tin"].kind.key, "tin_low_acid")

    def test_a_bag_of_florets_leaves_nothing(self) -> None:
        found = self.offers("Odds\nServes 2\n400 g cauliflower florets\n2 eggs\n")
        self.assertFalse([one for one in found.values() if one.part is None])


if __name__ == "__main__":
    unittest.main()
