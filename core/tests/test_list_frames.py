"""One list laid out in ninety ways, crossed at random with heads and methods: the same foods.

A list that is read one line off weighs every food wrong and doubts none, so each crossing must
hold. The layouts are how people type, copy and print lists; made up, from memory.
"""

from __future__ import annotations

import random
import unittest
from collections.abc import Callable

from snabo_core.foods import library
from snabo_core.recipe import read_recipe

CROSSED = 250
Item = tuple[str, str, str, float]
# Amount, food, its key, and the grams; counts by the book's usual sizes.
POOL: tuple[Item, ...] = (
    ("500 g", "parsnips", "parsnip", 500), ("2", "onions", "onion", 220),
    ("400 g", "minced beef", "beef_mince", 400), ("300 ml", "beef stock", "beef_stock", 300),
    ("50 g", "butter", "butter", 50), ("1 tbsp", "olive oil", "olive_oil", 13.6),
    ("3", "carrots", "carrot", 183), ("150 g", "cheddar", "cheddar", 150),
    ("200 ml", "double cream", "double_cream", 200), ("2 tsp", "paprika", "paprika", 4.6),
    ("250 g", "mushrooms", "mushroom", 250), ("1 kg", "potatoes", "potato", 1000),
    ("4", "eggs", "egg", 200), ("100 g", "plain flour", "wheat_flour", 100),
    ("1 tin", "chickpeas", "chickpeas", 240), ("2 cloves", "garlic", "garlic", 6),
    ("75 g", "feta", "feta", 75), ("350 g", "pasta", "pasta", 350), ("1", "leek", "leek", 150),
)  # fmt: skip
# {a} is the amount, {f} the food, {F} with a capital, {n} its number; a line each.
LINES = (
    "{a} {f}", "{F}: {a}", "{F} - {a}", "{F} – {a}", "{F}, {a}", "{F} ({a})", "{f} {a}",
    "{a}\t{f}", "{F}\t{a}", "{a} | {f}", "{F} | {a}", "{a:<12}{f}", "{F:<24}{a}",
    "{F} ........ {a}", "{n}. {a} {f}", "{n}) {a} {f}", "- {a} {f}", "+ {a} {f}", "> {a} {f}",
    "    {a} {f}", "{F}\n{a}", "{a}\n{f}", "**{a}** {f}", "{a} **{f}**", "<li>{a} {f}</li>",
    "{a} {f};", "{a} {f},", "{a} {f}.", "{F} = {a}", "{F} - qty {a}", "{a} → {f}", "[{a}] {f}",
    "({a}) {f}", "{a}: {f}", "{a} - {f}", '"{a} {f}",', "☐ {a} {f}", "▢ {a} {f}", "• {f} – {a}",
)  # fmt: skip
# Between the foods of a list on one line; {a} and {f} as above.
RUNS = ((", ", "{a} {f}"), ("; ", "{a} {f}"), (" / ", "{a} {f}"), (" • ", "{a} {f}"),
        (" | ", "{a} {f}"), (". ", "{a} {f}"), (", ", "{f} {a}"), (", ", "{f} ({a})"))  # fmt: skip
HEADS = ("Winter Bake\nServes 4\n\n", "Winter Bake (serves 4)\n\n", "# Winter Bake\n\nServes 4\n\n")
LIST_HEADS = ("", "Ingredients\n", "INGREDIENTS:\n", "Ingredients\n\n", "You need:\n")
STEPS = ("Chop everything and fry for 10 minutes.", "Bake at 190 C for 30 minutes.")
METHODS = ("\n".join(STEPS), f"1. {STEPS[0]}\n2. {STEPS[1]}")


def set_as(style: str, item: Item, number: int) -> str:
    amount, food, _, _ = item
    return style.format(a=amount, f=food, F=food.capitalize(), n=number)


def lines(items: list[Item], style: str, gap: str) -> str:
    return gap.join(set_as(style, item, number) for number, item in enumerate(items, 1))


def two_columns(items: list[Item]) -> str:
    cells = [set_as("{a} {f}", item, 0) for item in items]
    pairs = [f"{left:<32}{right}" for left, right in zip(cells[::2], cells[1::2], strict=False)]
    return "\n".join([*pairs, *cells[2 * len(pairs) :]])


def table(items: list[Item], sign: str) -> str:
    rows = [f"{food.capitalize()}{sign}{sign.join((amount + ' ').split(' ')[:2])}"
            for amount, food, _, _ in items]  # fmt: skip
    return "\n".join([sign.join(("Item", "Qty", "Unit")), *rows])


LAYOUTS: tuple[Callable[[list[Item]], str], ...] = (
    *(lambda items, style=style, gap=gap: lines(items, style, gap)
      for style in LINES for gap in ("\n", "\n\n")),
    *(lambda items, sign=sign, style=style: lines(items, style, sign) for sign, style in RUNS),
    two_columns,
    lambda items: table(items, "\t"),
    lambda items: table(items, ","),
    lambda items: f"You need {lines(items, '{a} {f}', ', ')}.",
    lambda items: lines(items, "{a} {f}", "\n").upper(),
    lambda items: "| Amount | Food |\n|---|---|\n" + lines(items, "| {a} | {f} |", "\n"),
    lambda items: "| Food | Amount |\n|---|---|\n" + lines(items, "| {F} | {a} |", "\n"),
)  # fmt: skip


class ListFrames(unittest.TestCase):
    def test_each_layout_weighs_the_same(self) -> None:
        one = random.Random(45)  # noqa: S311 - a recipe, not a secret
        for _ in range(CROSSED):
            items = one.sample(POOL, one.randint(5, 9))
            head, method = one.choice(HEADS), one.choice(METHODS)
            listed = one.choice(LIST_HEADS) + one.choice(LAYOUTS)(items)
            text = f"{head}{listed}\n\n{one.choice(('Method', 'METHOD', 'Directions'))}\n{method}"
            with self.subTest(text=text):
                dish = read_recipe(text, library(), None)
                read = [line for part in dish.parts for line in part.lines]
                weighed = sorted((line.food or "", line.grams or 0.0) for line in read)
                wanted = sorted((food, grams) for _, _, food, grams in items)
                self.assertEqual([food for food, _ in weighed], [food for food, _ in wanted])
                for (food, grams), (_, told) in zip(weighed, wanted, strict=True):
                    self.assertAlmostEqual(grams, told, delta=0.1 * told + 1, msg=food)
                self.assertEqual((dish.title, dish.told.servings_low), ("Winter Bake", 4))
                self.assertEqual([step.text for step in dish.steps], [*STEPS])
