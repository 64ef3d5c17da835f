"""Opening a figure, comparing dishes, the table's matrix and the day."""

import unittest
from dataclasses import replace

from snabo_core.dish import Dish
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate import Eater, Exclusion, Target, plate_of
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.roles import propose_slots
from snabo_core.views.compare import (
    Column,
    CompareStandIn,
    compare_dishes,
    energy_shares,
    stand_in_columns,
)
from snabo_core.views.explain import ExplainRequest, explain
from snabo_core.views.summary import summary
from snabo_core.views.table import Meal, day_view
from tests.helpers import dish, line, part

ADA = Eater("1", "Ada", "x", (Target("net_carbs", at_most=20),))
BO = Eater("2", "Bo", "x", (Target("added_oil", at_most=0),), (Exclusion("milk"),))
BOTH = Setting((ADA, BO))
MADE = dish(
    part("Lid", line("potato", 800, "potato"), line("butter", 40, "butter")),
    part("Pot", line("beans", 400, "white_beans"), line("leek", 200, "leek")),
    servings=4,
)


class Explained(unittest.TestCase):
    """Every total opens down to the line, its source and its rule."""

    def ask(self, nutrient: str, scale: str = "serving"):
        return explain(MADE, ExplainRequest(MADE, nutrient, scale), BOTH, book(), library())

    def test_biggest_first_and_all_of_it(self) -> None:
        found = self.ask("net_carbs")
        self.assertEqual([r.line_id for r in found.lines][:2], ["potato", "beans"])
        values = [r.value or 0 for r in found.lines]
        self.assertAlmostEqual(sum(values), found.figure.best or 0, places=6)
        self.assertAlmostEqual(sum(r.of_total or 0 for r in found.lines), 1.0)
        self.assertRegex(found.lines[0].source, "USDA")
        self.assertRegex(found.lines[0].rule, "less fibre")

    def test_what_if_gone_or_halved(self) -> None:
        found = self.ask("net_carbs")
        first, best = found.lines[0], found.figure.best or 0
        assert first.gone is not None
        assert first.halved is not None
        self.assertAlmostEqual(first.gone.value or 0, best - (first.value or 0), places=6)
        self.assertAlmostEqual(first.halved.value or 0, best - (first.value or 0) / 2, places=6)
        self.assertRegex(first.gone.words[0], "^Ada: likely misses")
        self.assertNotEqual(first.gone.words, first.halved.words)

    def test_scales(self) -> None:
        serving = self.ask("fat").figure.best or 0
        self.assertAlmostEqual(self.ask("fat", "dish").figure.best or 0, 4 * serving)
        self.assertAlmostEqual(self.ask("fat", "100g").figure.best or 0, 4 * serving / 14.4)
        self.assertAlmostEqual(self.ask("fat", "1").figure.best or 0, serving)
        self.assertEqual(self.ask("fat", "1").scale, "Ada's portion")

    def test_unknown_line_stands_first(self) -> None:
        made = dish(part("p", line("a", 100, "potato"), line("b", None, "sugar")))
        found = explain(made, ExplainRequest(made, "net_carbs", "serving"), BOTH, book(), library())
        self.assertEqual((found.lines[0].line_id, found.lines[0].value), ("b", None))
        self.assertEqual(found.lines[0].doubt, "unknown")

    def test_refusals(self) -> None:
        for nutrient, scale in (("joy", "serving"), ("fat", "77"), ("plain_oil", "serving")):
            with self.assertRaises(BadInput):
                self.ask(nutrient, scale)
        with self.assertRaisesRegex(BadInput, "per 100 g"):
            made = dish(part("p", line("a", None, "potato")))
            explain(made, ExplainRequest(made, "fat", "100g"), BOTH, book(), library())


class Compared(unittest.TestCase):
    """Differences below the spread are no differences."""

    def test_same_dish_differs_in_nothing(self) -> None:
        found = compare_dishes(MADE, [Column("same", "same", MADE)], BOTH, book(), library())
        for difference in found.columns[1].differences.values():
            self.assertEqual((difference.real, difference.words), (False, "no real difference"))

    def test_what_both_share_cancels(self) -> None:
        # A little more oil is a real difference although potatoes differ far more by nature.
        more = replace(MADE, parts=(*MADE.parts, part("Top", line("oil", 20, "olive_oil"))))
        found = compare_dishes(MADE, [Column("more", "more", more)], BOTH, book(), library())
        fat = found.columns[1].differences["fat"]
        self.assertTrue(fat.real)
        self.assertRegex(fat.words, "^5 g more$")
        self.assertFalse(found.columns[1].differences["net_carbs"].real)

    def test_swapped_within_the_spread(self) -> None:
        lid = part("Lid", line("red", 800, "red_potato"), line("butter", 40, "butter"))
        other = replace(MADE, parts=(lid, MADE.parts[1]))
        found = compare_dishes(MADE, [Column("x", "x", other)], BOTH, book(), library())
        net = found.columns[1].differences["net_carbs"]
        self.assertGreater(abs(net.value or 0), 1)
        self.assertEqual(net.words, "no real difference")

    def test_unknown_cannot_be_compared(self) -> None:
        lost = replace(MADE, parts=(*MADE.parts, part("Top", line("oil", None, "olive_oil"))))
        found = compare_dishes(MADE, [Column("lost", "lost", lost)], BOTH, book(), library())
        self.assertEqual(found.columns[1].differences["fat"].words, "cannot tell")

    def test_stand_ins_beside_the_original(self) -> None:
        read = propose_slots(
            read_recipe("Pot\nServes 4\nFor the lid\n800 g potatoes\n40 g butter\n", library()),
            book(), library(),
        )  # fmt: skip
        lid = read.parts[0]
        wanted = [CompareStandIn(lid.id, lid.slots[0].id, key)
                  for key in ("cauliflower_mash", "celeriac_mash")]  # fmt: skip
        columns = stand_in_columns(read, wanted, book(), library())
        found = compare_dishes(read.original(), columns, BOTH, book(), library())
        self.assertEqual(len(found.columns), 3)
        self.assertTrue(found.columns[1].differences["net_carbs"].real)
        self.assertRegex(found.columns[1].differences["net_carbs"].words, "g less$")
        self.assertIsNotNone(found.columns[1].extra_hands_on)

    def test_energy_shares_make_a_whole(self) -> None:
        shares = energy_shares(plate_of(MADE, library()))
        self.assertAlmostEqual(sum(s or 0 for s in shares.values()), 1.0)

    def test_too_many_columns(self) -> None:
        with self.assertRaises(BadInput):
            compare_dishes(
                MADE, [Column(str(i), "x", MADE) for i in range(9)], BOTH, book(), library()
            )


class Table(unittest.TestCase):
    """Fits, nearly, does not, cannot tell, with the line that decides."""

    def cells(self, made: Dish, *eaters: Eater) -> list[tuple[str, str]]:
        row = summary(made, Setting(eaters), book(), library())
        return [(c.verdict, c.line) for c in row.cells]

    def test_verdicts(self) -> None:
        self.assertEqual(self.cells(MADE, ADA, BO), [("does_not", "potato"),
                                                     ("does_not", "butter")])  # fmt: skip
        light = dish(part("p", line("c", 300, "cauliflower"), line("s", 200, "vegetable_stock")))
        self.assertEqual(self.cells(light, ADA), [("fits", "")])
        row = summary(MADE, Setting((ADA, BO)), book(), library())
        self.assertRegex(row.cells[0].words, "over, most from potato")

    def test_every_food_somebody_leaves_out_is_named(self) -> None:
        made = dish(part("p", line("a", 30, "butter"), line("b", 50, "cheddar"),
                         line("c", 20, "walnuts")))  # fmt: skip
        eater = Eater("1", "Ada", "x", (), (Exclusion("milk"), Exclusion("nuts")))
        words = summary(made, Setting((eater,)), book(), library()).cells[0].words
        self.assertEqual(words, "contains milk: butter and cheddar; contains nuts: walnuts")

    def test_what_needs_a_look(self) -> None:
        light = dish(part("p", line("c", 300, "cauliflower"), line("s", 200, "vegetable_stock")))
        wary = Eater("3", "Cy", "x", (), (Exclusion("gluten"),))
        self.assertEqual(self.cells(light, wary), [("nearly", "vegetable stock")])
        best = plate_of(MADE, library()).figures["protein"].best or 0
        close = Eater("4", "Di", "x", (Target("protein", at_least=best * 1.06),))
        self.assertEqual(self.cells(MADE, close)[0][0], "nearly")
        lost = dish(part("p", line("a", None, "potato")))
        self.assertEqual(self.cells(lost, ADA), [("cannot_tell", "potato")])

    def test_day(self) -> None:
        day = Eater("1", "Ada", "x", (Target("net_carbs", at_most=130, per="day", day_share=0.4),
                                      Target("protein", at_least=50, per="day"),
                                      Target("fat", at_most=10)))  # fmt: skip
        found = day_view([Meal(MADE, 1.0), Meal(MADE, 0.5)], Setting((day,)), book(), library())
        lines = found.eaters[0].lines
        self.assertEqual([x.nutrient for x in lines], ["net_carbs", "protein"])
        once = plate_of(MADE, library()).figures["net_carbs"].best or 0
        self.assertAlmostEqual(lines[0].used.best or 0, 1.5 * once)
        self.assertRegex(lines[0].words, "g left for the day")
        self.assertRegex(lines[1].words, "g still to come")
        self.assertEqual(day_view([], Setting((day,)), book(), library()).eaters[0].lines, ())
        for meals in ([Meal(MADE, 0.0)], [Meal(MADE, float("nan"))], [Meal(MADE, 1.0)] * 9):
            with self.assertRaises(BadInput):
                day_view(meals, Setting((day,)), book(), library())
