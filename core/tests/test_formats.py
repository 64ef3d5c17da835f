"""What is written in an open format is the same when it has been read and written again."""

import csv
import io
import json
import random
import unittest
from collections.abc import Iterator
from dataclasses import replace

from snabo_core.dish import Aside, Claim, Dish, StepText, check
from snabo_core.errors import SnaboError
from snabo_core.exchange.cooklang import read_cooklang, write_cooklang
from snabo_core.exchange.files import Reader, read_file
from snabo_core.exchange.formats import FORMATS, file_name, formats_of, write
from snabo_core.exchange.json_ld import open_fields, write_json_ld
from snabo_core.exchange.markdown import read_markdown
from snabo_core.exchange.schema_org import told_of
from snabo_core.exchange.telling import telling
from snabo_core.exchange.to_markdown import write_markdown
from snabo_core.foods import library
from snabo_core.recipe import ToldRecipe, read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.judged import Judged, judged
from snabo_core.swaps.scaling import scale_to
from snabo_core.swaps.trials import trials
from tests.golden_dishes import dishes, setting
from tests.mutations import ODD
from tests.score_lines import expected_lines

GENERATED = 300
WORDS = (
    "Lid", "For the sauce", "peas", "½ tsp salt", "2 (400 g) tins tomatoes, drained", "a-b", "- x",
    "1. one", "= is", "> more", "#1 pot", "@home", "~5", "{a%b}", "(dry)", "a_b_c", "*bold*", "!",
    "`x`", "<b>", "&amp;", "C:\\x", "[link](y)", "--", "[- no -]", "20 minutes", "2-3 hours", "|",
    "café", "300 g swede, peeled, diced", "Method", "Have ready", "to taste", "1/2 cup", "100 %",
    "\\", "'", '"', "Then", "Ingredients", "Serves 4", "x: y", "---", "...", "1)",
)  # fmt: skip


def made(dish: Dish) -> Judged:
    """Return a dish judged for a table of three."""
    return judged(dish, setting(), book(), library())


def in_the_book() -> Iterator[Dish]:
    """Yield a dish for every stand-in of the book, cooked in the first trial of its role."""
    seen: set[str] = set()
    for trial in trials(library()):
        if trial.role in seen:
            continue
        seen.add(trial.role)
        for item in book().stand_ins(trial.role):
            try:
                choice = scale_to(trial.part, trial.slot, item, book().files[trial.role], library())
            except SnaboError:
                continue
            dish = trial.dish.with_choice("part", "slot", choice)
            steps = (StepText("s", f"Cook the {trial.part.lines[0].food_name} for 20 minutes."),)
            yield replace(dish, title=f"{trial.name}: {item.name}", steps=steps)


def through(name: str, text: str) -> Dish:
    """Return the dish that is read in a file of ours."""
    return read_file(name, text.encode(), Reader(library(), book(), setting())).dishes[0]


def strange(chance: random.Random) -> ToldRecipe:
    """Return a recipe nobody would tell, in words that formats give a meaning of their own."""

    def words() -> str:
        some = [chance.choice(WORDS) for _ in range(chance.randint(1, 4))]
        return " ".join(" ".join(some).split())

    def section() -> str:
        # A heading that is called so is no part or section.
        return "" if (name := words().rstrip(":=")) in {"Method", "Ingredients"} else name

    parts = [(section() or "Lid", tuple(words() for _ in range(chance.randint(1, 4))))
             for _ in range(chance.randint(1, 3))]  # fmt: skip
    parts = [*dict(parts).items()]
    if len(parts) == 1 and chance.random() < 0.5:
        parts = [("", parts[0][1])]
    sections = [chance.choice(["", section()]) for _ in range(3)]
    steps = [(section, words()) for section in sections for _ in range(chance.randint(0, 2))]
    return ToldRecipe(
        title=f"A {words()}", serves=chance.choice(["", "4", "3 to 4", "12 squares"]),
        minutes={"prep": 10.0, "total": 65.0} if chance.random() < 0.5 else {},
        parts=tuple(parts), steps=tuple(steps),
        asides=tuple(("note", words()) for _ in range(chance.randint(0, 2))),
        claims=(Claim("kcal", 412.0, 412.0), Claim("net_carbs", 8.5, 8.5)), source=words(),
    )  # fmt: skip


class AsPeopleWriteIt(unittest.TestCase):
    """Cooklang as the format does not ask for it and people write it."""

    def test_a_name_of_two_words_needs_no_braces(self) -> None:
        dish = through("x.cook", "Fry @onions{2} in @olive oil, then add @butter and @salt{}.\n")
        named = [line.food for part in dish.parts for line in part.lines]
        self.assertEqual(named, ["onion", "olive_oil", "butter", "salt"])

    def test_keys_are_spelled_in_many_ways(self) -> None:
        for key in ("prep time", "prep-time", "prep_time", "Prep Time", "time.prep"):
            with self.subTest(key):
                text = f"---\ntitle: Leek bake\n{key}: 15 min\n---\nFry @leeks{{2}} well.\n"
                self.assertEqual(through("x.cook", text).told.prep_minutes, 15)

    def test_a_file_may_be_called_like_its_dish(self) -> None:
        for name, title in (("Two-Bean Chilli", "Two-Bean Chilli"), ("leek-bake_2", "leek bake 2")):
            text = "Fry @leeks{2} in @butter{20%g}.\n"
            self.assertEqual(through(f"{name}.cook", text).title, title)


class RoundTrips(unittest.TestCase):
    """Write, read, write."""

    maxDiff = None

    def both(self, told: ToldRecipe) -> None:
        self.assertEqual(read_markdown(write_markdown(told)), told)
        plain = replace(told, claims=())
        self.assertEqual(read_cooklang(write_cooklang(told)), plain)

    def test_strange_words(self) -> None:
        chance = random.Random(17)  # noqa: S311  no secret
        for number in range(GENERATED):
            with self.subTest(number):
                self.both(strange(chance))

    def test_every_stand_in_of_the_book(self) -> None:
        found = list(in_the_book())
        self.assertGreater(len(found), 100)
        for dish in found:
            with self.subTest(dish.title):
                before = made(dish)
                self.both(telling(before))
                text = write_json_ld(before)
                self.assertEqual(write_json_ld(made(through("x.json", text))), text)

    def test_whole_dishes(self) -> None:
        for dish in dishes():
            with self.subTest(dish.title):
                before = made(dish)
                text = write_json_ld(before)
                again = through("x.json", text)
                self.assertEqual(write_json_ld(made(again)), text)
                self.assertEqual(again.parts, dish.parts)
                told = telling(before)
                self.both(told)
                for name, write_it in (("x.md", write_markdown), ("x.cook", write_cooklang)):
                    after = telling(made(through(name, write_it(told))))
                    self.assertEqual(replace(after, claims=()), replace(told, claims=()), name)

    def test_what_a_recipe_makes_goes_along_until_it_is_resized(self) -> None:
        text = "Nut loaf\nMakes 8 slices, serves 4\nIngredients\n- 200 g walnuts\nMethod\nBake it."
        before = made(check(read_recipe(text, library(), None)))
        for key, ending in (("json_ld", "x.json"), ("markdown", "x.md"), ("cooklang", "x.cook")):
            told = through(ending, write(key, before).text).told
            self.assertEqual((told.makes, told.servings_low), ("8 slices", 4), key)
        self.assertNotIn("what the recipe makes", formats_of(before.dish)[1].leaves)
        [part] = before.dish.parts
        twice = replace(part, lines=tuple(replace(line, times=2.0) for line in part.lines))
        resized = replace(before.dish, parts=(twice,), servings=8)
        self.assertEqual(telling(made(resized)).serves, "8")
        self.assertIn("what the recipe makes", formats_of(resized)[1].leaves)

    def test_generated_dishes(self) -> None:
        chance = random.Random(5)  # noqa: S311  no secret
        lines = [line.text for line in expected_lines() if not any(c in line.text for c in ODD)]
        for number in range(GENERATED):
            listed = "\n".join(f"- {' '.join(chance.choice(lines).split())}" for _ in range(4))
            text = (
                f"Pot {number}\nServes {number % 8 + 1}\nIngredients\n{listed}\nMethod\nMix it all."
            )
            with self.subTest(number):
                before = made(check(read_recipe(text, library(), None)))
                carried = write_json_ld(before)
                self.assertEqual(write_json_ld(made(through("x.json", carried))), carried)
                told = telling(before)
                for name, write_it in (("x.md", write_markdown), ("x.cook", write_cooklang)):
                    after = telling(made(through(name, write_it(told))))
                    self.assertEqual(write_it(replace(after, claims=told.claims)), write_it(told))

    def test_other_programs_read_the_vocabulary_alone(self) -> None:
        for dish in dishes():
            told = telling(made(dish))
            again = told_of(open_fields(told), {})
            self.assertEqual((again.title, again.serves, again.steps, again.asides),
                             (told.title, told.serves, told.steps, told.asides))  # fmt: skip
            self.assertEqual(told_of(open_fields(again), {}), again)


class JsonLd(unittest.TestCase):
    """The file other programs get, and what comes back of it."""

    def setUp(self) -> None:
        self.dish = dishes()[0]
        self.thing = json.loads(write_json_ld(made(self.dish)))

    def test_figures_are_those_of_the_plate_with_their_bounds(self) -> None:
        figures = made(self.dish).plate.figures
        told = {one["propertyID"]: one for one in self.thing["additionalProperty"]}
        net = told["snabo:figure:net_carbs"]
        self.assertAlmostEqual(net["value"], figures["net_carbs"].best, places=3)
        self.assertLess(net["minValue"], net["maxValue"])
        self.assertEqual(self.thing["nutrition"]["calories"], f"{figures['kcal'].best:.0f} kcal")

    def test_what_nobody_knows_is_left_out(self) -> None:
        part = self.dish.parts[0]
        kept = part.effective_lines()[0].id
        unknown = {"food": None, "grams": None, "grams_low": None, "grams_high": None}
        lines = (replace(one, **unknown) if one.id == kept else one for one in part.lines)
        part = replace(part, lines=tuple(lines))
        thing = json.loads(write_json_ld(made(replace(self.dish, parts=(part,)))))
        self.assertNotIn("proteinContent", thing["nutrition"])
        told = {one["propertyID"]: one for one in thing["additionalProperty"]}
        self.assertNotIn("maxValue", told["snabo:figure:protein"])

    def test_nothing_of_the_household_goes_along(self) -> None:
        document = self.thing["additionalProperty"][-1]["value"]
        self.assertEqual((document["portions"], document["variants"]), ([], []))

    def test_an_edited_file_is_read_by_its_words(self) -> None:
        self.thing["recipeIngredient"].append("200 g peas")
        dish = through("x.json", json.dumps(self.thing))
        self.assertIn("changed since Snabo wrote it", dish.notes[0])
        self.assertEqual(dish.parts[-1].lines[-1].food, "peas")

    def test_a_document_that_is_none_is_read_by_its_words(self) -> None:
        for value in (
            {},
            {"schema": 99},
            {"schema": 4, "title": ""},
            {"schema": 4, "parts": 3},
            [],
        ):
            self.thing["additionalProperty"][-1]["value"] = value
            dish = through("x.json", json.dumps(self.thing))
            self.assertEqual(dish.title, self.dish.title)
            self.assertTrue(dish.parts[0].lines)


class Formats(unittest.TestCase):
    """Every format says what it leaves behind."""

    def test_each_is_written_and_named(self) -> None:
        dish = made(dishes()[0])
        for view in formats_of(dishes()[0]):
            written = write(view.key, dish)
            self.assertTrue(written.name.startswith("gran-s-leek-and-ham-hotpot."))
            self.assertTrue(written.text)
            self.assertTrue(view.name)
        self.assertEqual({view.key for view in formats_of(dishes()[0])}, set(FORMATS))

    def test_only_what_the_dish_has_is_said_to_be_lost(self) -> None:
        plain = Dish("Pot", 4.0, ())
        self.assertEqual([view.leaves for view in formats_of(plain)], [()] * len(FORMATS))
        swapped = {view.key: view.leaves for view in formats_of(dishes()[0])}
        self.assertIn("the recipe as it was before the swap", swapped["markdown"])
        self.assertEqual(swapped["json_ld"], ())
        told = Dish("Pot", 4.0, (), asides=(Aside("a", "story", "My aunt made this."),))
        leaves = {view.key: view.leaves for view in formats_of(told)}
        self.assertEqual(leaves["cooklang"], ("what the recipe tells besides",))
        self.assertEqual(leaves["json_ld"], ())

    def test_the_plate_as_a_table_sums_to_the_serving(self) -> None:
        dish = made(dishes()[2])
        rows = list(csv.DictReader(io.StringIO(write("plate_csv", dish).text)))
        protein = [float(row["Protein g"]) for row in rows]
        self.assertAlmostEqual(sum(protein[:-3]), protein[-2], places=2)
        self.assertLess(protein[-3], protein[-1])

    def test_file_names_are_names_everywhere(self) -> None:
        for title, name in (("Gran's pie!", "gran-s-pie"), ("../../x", "x"), ("🥔", "dish"),
                            ("Crêpe", "crêpe"), ("a" * 200, "a" * 60)):  # fmt: skip
            self.assertEqual(file_name(title), name)
