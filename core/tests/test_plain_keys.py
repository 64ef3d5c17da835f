"""Recipes in JSON and YAML of no vocabulary: fields under plain words."""

import json
import unittest
from typing import Any

from snabo_core.dish import Dish
from snabo_core.errors import BadInput
from snabo_core.exchange.files import MOST_RECIPES
from tests.test_saved_files import read


def dish_of(recipe: dict[str, Any]) -> Dish:
    """Return the dish of a recipe told by fields."""
    return read("pot.json", json.dumps(recipe)).dishes[0]


def lines_of(ingredients: Any) -> list[tuple[str, str]]:
    """Return the lines of a list of ingredients, each behind the name of its part."""
    dish = dish_of({"name": "Pot", "ingredients": ingredients, "method": ["Boil it."]})
    return [(part.name, line.text) for part in dish.parts for line in part.lines]


class PlainKeys(unittest.TestCase):
    """What programs and people call their fields."""

    def test_ingredients_in_whatever_shape(self) -> None:
        peas = [("Dish", "200 g peas")]
        for told in (
            ["200 g peas"], "200 g peas", [{"amount": 200, "unit": "g", "name": "peas"}],
            [{"original": "200 g peas", "id": 3}], [{"qty": "200 g", "ingredient": "peas"}],
            [{"peas": "200 g"}], [{"text": "200 g peas"}], {"peas": "200 g"},
        ):  # fmt: skip
            self.assertEqual(lines_of(told), peas, told)
        remarked = [{"quantity": 2, "unit": "", "name": "leeks", "preparation": "sliced"}]
        self.assertEqual(lines_of(remarked), [("Dish", "2 leeks, sliced")])
        parts = [("Broth", "1 l stock"), ("Top", "80 g oats")]
        for told in (
            {"Broth": ["1 l stock"], "Top": ["80 g oats"]},
            [{"group": "Broth", "items": ["1 l stock"]}, {"group": "Top", "items": ["80 g oats"]}],
            [{"Broth": ["1 l stock"]}, {"Top": ["80 g oats"]}],
            [{"section": "Broth"}, "1 l stock", {"section": "Top"}, ["80", "g", "oats"]],
            {"Broth": {"stock": "1 l"}, "Top": {"oats": "80 g"}},
        ):  # fmt: skip
            self.assertEqual(lines_of(told), parts, told)

    def test_facts_under_many_names(self) -> None:
        peas = {"title": "Pot", "ingredients": ["200 g peas"]}
        for facts in ({"serves": 4}, {"servings": "4"}, {"yield": "4 portions"}, {"Portions": 4}):
            self.assertEqual(dish_of(peas | facts).told.servings_low, 4, facts)
        for facts in (
            {"prep_time": "10 min", "cookTime": "PT1H"}, {"times": {"prep": 10, "cook": "1 h"}},
            {"prep_minutes": 10, "cook_minutes": 60},
        ):  # fmt: skip
            told = dish_of(peas | facts).told
            self.assertEqual((told.prep_minutes, told.cook_minutes), (10, 60), facts)
        label = {"calories": 300, "saturatedFat": "3 g", "carbs": "12 g", "protein_content": "9 g"}
        claims = dish_of(peas | {"nutrition": label}).told.claims
        found = {claim.key: claim.high for claim in claims}
        self.assertEqual(found, {"kcal": 300, "saturated": 3, "carbohydrate": 12, "protein": 9})

    def test_steps_sections_and_notes(self) -> None:
        dish = dish_of({
            "name": "Pot", "ingredients": ["200 g peas"], "notes": "Freezes well.",
            "steps": [{"section": "Peas", "steps": [{"step": "Boil the peas."}]},
                      {"section": "End", "steps": ["Drain.", {"text": "Serve hot."}]}],
        })  # fmt: skip
        told = [(step.section, step.text) for step in dish.steps]
        self.assertEqual(
            told, [("Peas", "Boil the peas."), ("End", "Drain."), ("End", "Serve hot.")]
        )
        self.assertIn("Freezes well.", [aside.text for aside in dish.asides])

    def test_ingredients_among_the_steps_and_amounts_of_their_own(self) -> None:
        leek = {"food": {"name": "leek"}, "unit": {"name": "g"}, "amount": 300, "note": "sliced"}
        step = {"step": 1, "action": "Boil.", "ingredients": [leek]}
        dish = dish_of({"name": "Pot", "steps": [step]})
        self.assertEqual([line.text for line in dish.parts[0].lines], ["300 g leek, sliced"])
        self.assertEqual([step.text for step in dish.steps], ["Boil."])
        weighed = {
            "name": "peas",
            "measures": {"metric": {"amount": 200}},
            "original": "200 g peas",
        }
        self.assertEqual(lines_of([weighed]), [("Dish", "200 g peas")])
        self.assertEqual(lines_of([{"name": "peas", "amount": {"value": 200, "unit": "g"}}]),
                         [("Dish", "200 g peas")])  # fmt: skip

    def test_steps_under_numbers(self) -> None:
        for told in ({"1": "Boil it.", "2": "Drain."}, [{"1": "Boil it."}, {"2": "Drain."}],
                     "1. Boil it.\n2. Drain."):  # fmt: skip
            dish = dish_of({"name": "Pot", "ingredients": ["200 g peas"], "method": told})
            self.assertEqual([step.text for step in dish.steps], ["Boil it.", "Drain."], told)

    def test_a_group_is_no_recipe_of_its_own_and_several_are_read(self) -> None:
        group = {"name": "Sauce", "ingredients": ["1 tin tomatoes"]}
        one = {"title": "Pot", "ingredients": [group, {"name": "Rest", "ingredients": ["2 leeks"]}]}
        self.assertEqual(len(read("a.json", json.dumps(one)).dishes), 1)
        two = [{"title": "A", "ingredients": ["2 leeks"]}, {"title": "B", "ingredients": ["1 egg"]}]
        self.assertEqual(len(read("a.json", json.dumps(two)).dishes), 2)

    def test_a_list_in_the_head_with_the_method_below(self) -> None:
        head = "---\ntitle: Pot\nserves: 3\ningredients:\n  - 200 g peas\n---\n"
        for body in ("Boil the peas.\n", "## Method\n\n1. Boil the peas.\n"):
            dish = read("pot.md", head + body).dishes[0]
            self.assertEqual(dish.title, "Pot")
            self.assertEqual([line.text for line in dish.parts[0].lines], ["200 g peas"])
            self.assertEqual([step.text for step in dish.steps], ["Boil the peas."])

    def test_what_stands_below_a_whole_recipe_is_kept(self) -> None:
        head = "---\ntitle: Pot\ningredients: [200 g peas]\nmethod: [Boil the peas.]\n---\n"
        dish = read("pot.md", f"{head}\nFreezes for three months.\n").dishes[0]
        self.assertEqual([step.text for step in dish.steps], ["Boil the peas."])
        self.assertIn("Freezes for three months.", [aside.text for aside in dish.asides])

    def test_what_is_no_recipe_is_said_to_be_none(self) -> None:
        deep: Any = {"ingredients": ["1 egg"], "name": "Pot"}
        for _ in range(60):
            deep = {"x": [deep]}
        for content in (
            '{"name": "Pot"}', '{"ingredients": []}', '{"ingredients": {}, "name": ""}',
            '{"ingredients": ["1 egg"]}', json.dumps(deep), '{"name": "Pot", "ingredients": [{}]}',
        ):  # fmt: skip
            with self.assertRaises(BadInput, msg=content[:80]) as caught:
                read("a.json", content)
            self.assertIn("no recipe", caught.exception.sentence)
        # What names itself over and over, and far too many recipes.
        levels = "\n".join(f"a{n}: &a{n} {{p: *a{n - 1}, q: *a{n - 1}}}" for n in range(1, 60))
        bomb = f"a0: &a0 {{x: {{y: 1}}}}\n{levels}\nname: Pot\ningredients: *a59\n"
        found = read("a.yaml", bomb).dishes[0]
        self.assertLess(sum(len(part.lines) for part in found.parts), 10)
        many = [{"name": f"Pot {n}", "ingredients": [f"{n} eggs"]} for n in range(5000)]
        self.assertEqual(len(read("a.json", json.dumps(many)).dishes), MOST_RECIPES)
        # Broken YAML, and words that only look like it, are plain words.
        for content in ("a: [1\n- b", "name: Pot\nwe like it"):
            self.assertEqual(read("a.yaml", content).kind, "text")


if __name__ == "__main__":
    unittest.main()
