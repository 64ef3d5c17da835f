"""The swap book cooks, scales and ranks."""

import unittest
from dataclasses import replace

from snabo_core.checks.book import food_faults, stand_in_faults
from snabo_core.dish import ROLES, Readings, Slot
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate import Eater, Exclusion, Target
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import book
from snabo_core.swaps.ranking import rank
from snabo_core.swaps.roles import propose_slots
from snabo_core.swaps.scaling import check_cook, ledger_lines, scale_to, thickening_power
from snabo_core.views.preview import preview
from snabo_core.views.ranking import ranking
from snabo_core.water import predict
from tests.helpers import dish, line, part

LOW_CARB = Eater("1", "Ada", "very low carb", (Target("net_carbs", at_most=12.0),))
NO_OIL = Eater(
    "2", "Bo", "no added oil", (Target("added_oil", at_most=0.0),), (Exclusion("added oil"),)
)


def pie():
    """A filling, a floury sauce and a potato lid for six."""
    filling = part("Filling", line("fish", 600, "cod"), line("leek", 200, "leek"))
    sauce = part(
        "Sauce",
        line("flour", 32, "wheat_flour"), line("fat", 30, "butter"), line("milk", 500, "milk"),
    )  # fmt: skip
    lid = part(
        "Lid",
        line("potato", 900, "potato", spread=0.05), line("milk2", 120, "milk"),
        line("butter", 50, "butter"), line("salt", 5, "salt"),
    )  # fmt: skip
    return propose_slots(dish(filling, sauce, lid, servings=6), book(), library())


class TheBook(unittest.TestCase):
    """Every stand-in ends in its own band; faults are found."""

    def test_every_food_and_measure_is_sound(self) -> None:
        self.assertEqual(food_faults(library()), [])

    def test_a_band_that_is_missed_is_a_fault(self) -> None:
        good = book().stand_in("mash", "cauliflower_mash")
        steps = (*good.steps[:-1], replace(good.steps[-1], band=(0.1, 0.2)))
        faults = stand_in_faults(replace(good, steps=steps), book(), library())
        self.assertEqual(len(faults), 1)
        self.assertIn("outside 10.0% to 20.0%", faults[0])

    def test_missing_driver_caution_and_line_are_faults(self) -> None:
        good = book().stand_in("mash", "celeriac_mash")
        step = replace(good.steps[-1], cautions=("no_such",), foods=("saffron",))
        bad = replace(good, driver="cauliflower", steps=(*good.steps[:-1], step))
        self.assertEqual(len(stand_in_faults(bad, book(), library())), 3)

    def test_every_role_has_a_name(self) -> None:
        self.assertLessEqual(set(ROLES), set(book().roles))


class Slots(unittest.TestCase):
    """The starch is found and its role proposed."""

    def test_lid_and_sauce(self) -> None:
        roles = {p.name: [(s.role, len(s.line_ids)) for s in p.slots] for p in pie().parts}
        self.assertEqual(roles, {"Filling": [], "Sauce": [("thickener", 1)], "Lid": [("mash", 4)]})

    def test_other_starches(self) -> None:
        for food, name, role in (
            ("breadcrumbs", "Crumb", "crumb"),
            ("pasta", "Pasta", "short_noodle"),
            ("lasagne", "Sheets", "sheet"),
            ("rice", "Rice", "grain_bed"),
            ("puff_pastry", "Lid", "lid"),
            ("tortilla", "Wraps", "skillet_base"),
        ):
            found = propose_slots(dish(part(name, line("x", 200, food))), book(), library())
            self.assertEqual(found.parts[0].slots[0].role, role, food)

    def test_flour_without_liquid_is_no_thickener(self) -> None:
        base = part("Base", line("f", 250, "wheat_flour"), line("w", 90, "water"))
        found = propose_slots(dish(base), book(), library())
        self.assertEqual(found.parts[0].slots[0].role, "crust")


class Scaling(unittest.TestCase):
    """A stand-in does what the original did."""

    def test_mash_ends_at_the_originals_mass(self) -> None:
        lid = pie().parts[2]
        slot = lid.slots[0]
        for stand_in in book().stand_ins("mash"):
            choice = scale_to(lid, slot, stand_in, book().files["mash"], library())
            swapped = replace(lid, slots=(replace(slot, choice=choice),))
            lines = ledger_lines(swapped, swapped.slots[0], library())
            ledger = predict(lines, stand_in.steps, library())
            self.assertAlmostEqual(ledger.finished.mass, 1075, delta=0.5, msg=stand_in.key)

    def test_thickener_by_power(self) -> None:
        # Common practice, no source: 16 g wheat flour, 8 g corn starch or 1 g xanthan bring
        # 250 g of liquid to a coating sauce. 32 g of flour coat 500 g: 2 g xanthan, 16 corn.
        sauce = pie().parts[1]
        slot = sauce.slots[0]
        role_file = book().files["thickener"]
        self.assertAlmostEqual(thickening_power(sauce, slot, role_file), 500)
        for key, grams in (("xanthan", 2.0), ("cornflour", 16.0)):
            stand_in = book().stand_in("thickener", key)
            choice = scale_to(sauce, slot, stand_in, role_file, library())
            self.assertAlmostEqual(choice.lines[0].grams, grams)

    def test_ids_follow_from_the_slot(self) -> None:
        lid = pie().parts[2]
        stand_in = book().stand_in("mash", "swede_mash")
        twice = [
            scale_to(lid, lid.slots[0], stand_in, book().files["mash"], library()) for _ in range(2)
        ]
        self.assertEqual(twice[0], twice[1])

    def test_unsettled_line_is_refused_by_name(self) -> None:
        lid = part("Lid", line("p", None, "potato"))
        slot = Slot("s", "mash", ("p",))
        with self.assertRaisesRegex(BadInput, "Fix that line"):
            scale_to(lid, slot, book().stand_ins("mash")[0], book().files["mash"], library())


class Rank(unittest.TestCase):
    """Best for the table first; the excluded stay visible, last, with the reason."""

    def ranked(self, *eaters: Eater):
        made = pie()
        return rank(
            made, made.parts[2], made.parts[2].slots[0], Setting(tuple(eaters)), book(), library()
        )

    def test_excluded_go_last_and_say_why(self) -> None:
        found = self.ranked(LOW_CARB, NO_OIL)
        excluded = [r.stand_in.key for r in found if any(p.excluded for p in r.eaters)]
        self.assertEqual([r.stand_in.key for r in found][-len(excluded) :], excluded)
        self.assertIn("cauliflower_mash", excluded)
        reason = next(r.why for r in found if r.stand_in.key == "cauliflower_mash")
        self.assertEqual(reason, "Not for Bo: contains added oil: butter.")

    def test_order_is_by_suited_then_distance(self) -> None:
        found = self.ranked(LOW_CARB)
        places = [(-sum(p.suits for p in r.eaters), round(r.distance, 3)) for r in found]
        self.assertEqual(places, sorted(places))

    def test_figures_are_those_of_the_changed_dish(self) -> None:
        made = pie()
        lid = made.parts[2]
        for item in self.ranked(LOW_CARB):
            changed = made.with_choice(lid.id, lid.slots[0].id, item.choice)
            seen = preview(changed, Setting((LOW_CARB,)), book(), library())
            self.assertAlmostEqual(
                seen.figures["net_carbs"].best, item.figures["net_carbs"].best, places=6
            )

    def test_what_a_kitchen_lacks_costs_minutes(self) -> None:
        lid = pie().parts[2]
        # With nobody at the table only texture and minutes are left to go by.
        lacking = Setting((), missing=frozenset({"microwave", "blender", "processor"}))
        for setting in (Setting(()), lacking):
            found = rank(pie(), lid, lid.slots[0], setting, book(), library())
            level = {}
            for one in found:
                minutes = one.stand_in.hands_on_minutes + 8 * len(one.missing)
                same = (any(p.excluded for p in one.own), bool(one.limit), one.tired,
                        sum(p.suits for p in one.eaters), round(one.distance, 3),
                        round(one.texture_gap or 0.0, 1))  # fmt: skip
                level.setdefault(same, []).append(minutes)
            self.assertTrue(any(len(some) > 1 for some in level.values()))
            for some in level.values():
                self.assertEqual(some, sorted(some))
        self.assertTrue(any(one.missing for one in found))

    def test_nobody_at_the_table(self) -> None:
        self.assertEqual(len(self.ranked()), len(book().stand_ins("mash")))


class Preview(unittest.TestCase):
    """One call returns what the screen needs."""

    def swapped(self, key: str = "cauliflower_mash"):
        made = pie()
        lid = made.parts[2]
        stand_in = book().stand_in("mash", key)
        choice = scale_to(lid, lid.slots[0], stand_in, book().files["mash"], library())
        return made.with_choice(lid.id, lid.slots[0].id, choice)

    def test_original_stays_beside_the_swap(self) -> None:
        made = self.swapped()
        seen = preview(made, Setting((LOW_CARB, NO_OIL)), book(), library())
        before = preview(made.original(), Setting(()), book(), library())
        for name, figure in seen.was.items():
            self.assertEqual(figure.best, before.figures[name].best)
        self.assertLess(seen.figures["net_carbs"].best, seen.was["net_carbs"].best)
        self.assertEqual(len(seen.eaters), 2)

    def test_starchy_slot_is_named_with_its_share(self) -> None:
        seen = preview(pie(), Setting(()), book(), library())
        self.assertEqual((seen.starchy.part_id, seen.starchy.role), ("Lid", "mash"))
        self.assertRegex(seen.starchy.words, r"The mash in “Lid” carries \d+ of \d+ g")

    def test_unknown_grams_make_the_mass_a_lower_bound(self) -> None:
        known = preview(pie(), Setting(()), book(), library())
        self.assertFalse(known.mass_is_least)
        made = dish(part("p", line("a", 100, "potato"), line("s", None, "swede")))
        seen = preview(made, Setting(()), book(), library())
        self.assertTrue(seen.mass_is_least)
        self.assertIsNone(seen.figures["net_carbs"].best)

    def test_layers_weigh_what_the_ledger_says(self) -> None:
        seen = preview(self.swapped(), Setting(()), book(), library())
        lid = next(p for p in seen.parts if p.part_id == "Lid")
        self.assertAlmostEqual(lid.grams, seen.ledgers[0].points[-1].grams, places=6)
        self.assertAlmostEqual(lid.grams, lid.was_grams, delta=0.5)

    def test_weigh_ins_change_the_glasses_not_the_rest(self) -> None:
        made = self.swapped()
        slot = made.parts[2].slots[0]
        plain = preview(made, Setting(()), book(), library())
        heavy = plain.ledgers[0].points[2].target + 60
        said = Readings({slot.id: {"press": heavy}}, {slot.id: slot.choice.stand_in})
        seen = preview(made, Setting((), readings=said), book(), library())
        self.assertEqual(seen.ledgers[0].points[2].weighed, heavy)
        self.assertEqual(seen.ledgers[0].points[2].advice, "press_more")
        self.assertEqual(seen.figures, plain.figures)

    def test_pressing_ones_own_way(self) -> None:
        made = self.swapped()
        lid, slot = made.parts[2], made.parts[2].slots[0]
        cloth = made.with_choice(lid.id, slot.id, replace(slot.choice, press="cloth"))
        paper_view = preview(made, Setting(()), book(), library()).ledgers[0]
        cloth_view = preview(cloth, Setting(()), book(), library()).ledgers[0]
        self.assertEqual((paper_view.press, cloth_view.press), ("paper", "cloth"))
        self.assertLess(cloth_view.points[2].grams, paper_view.points[2].grams)

    def test_ranking_names_the_tightest_limit_first(self) -> None:
        made = pie()
        lid = made.parts[2]
        seen = ranking(
            made, lid.id, lid.slots[0].id, Setting((LOW_CARB, NO_OIL)), book(), library()
        )
        for item in seen.candidates:
            met = [d.reach.met for d in item.deciding]
            self.assertEqual(met, sorted(met))

    def test_check_cook_is_what_scaling_uses(self) -> None:
        stand_in = book().stand_in("mash", "swede_mash")
        self.assertGreater(check_cook(stand_in, library()).finished.mass, 500)
