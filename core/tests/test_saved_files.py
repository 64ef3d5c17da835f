"""Files as other programs save them: title, servings, lines, sections, times and claims.

The files in `data/saved/` are invented for these tests, each in the manner of a different hand;
`data/saved.json` says what a careful reader finds in each.
"""

import email.message
import json
import time
import unittest
from collections import Counter
from dataclasses import replace
from pathlib import Path
from typing import Any

from snabo_core.dish import Dish, check
from snabo_core.errors import BadInput
from snabo_core.exchange.files import LONGEST_BYTES, Reader, ReadFile, read_file, read_source
from snabo_core.exchange.front_matter import facts_of
from snabo_core.exchange.pages import MOST_TAGS, MOST_VALUES
from snabo_core.exchange.visible import MOST_SHOWN
from snabo_core.foods import library
from snabo_core.plate.setting import Setting
from snabo_core.recipe.claims import claims_in, label_words
from snabo_core.recipe.titles import title_of
from snabo_core.swaps.book import book
from snabo_core.views.claims import claims_view

DATA = Path(__file__).with_name("data")
# The longest that any file may take; what a pattern without an end takes is far longer.
LONGEST_SECONDS = 5.0


def reader() -> Reader:
    """Return a household that reads with its own foods and nothing learned."""
    return Reader(library(), book(), Setting(()))


def read(name: str, content: str | bytes) -> ReadFile:
    """Read a file as a cook drops it."""
    return read_file(name, content.encode() if isinstance(content, str) else content, reader())


def linked(recipe: dict[str, Any]) -> str:
    """Return a page that carries a recipe as JSON-LD."""
    thing = {"@context": "https://schema.org", "@type": "Recipe", "name": "Pot"} | recipe
    text = json.dumps(thing).replace("</", "<\\/")
    return f'<html><script type="application/ld+json">{text}</script></html>'


def pot(**recipe: Any) -> Dish:
    """Return the dish of such a page."""
    lines = {"recipeIngredient": ["200 g peas"], "recipeInstructions": "Boil the peas."}
    return read("pot.html", linked(lines | recipe)).dishes[0]


class SavedFiles(unittest.TestCase):
    """Every file of the set, whole."""

    def test_fractions_as_windows_writes_them_are_kept(self) -> None:
        told = "Pot\n\nServes 4 – takes 1½ hours\n\n½ kg peas\n100 ml crème fraîche\n\nBoil.\n"
        for encoding in ("cp1252", "utf-8", "utf-8-sig", "utf-16"):
            dish = read("pot.txt", told.encode(encoding)).dishes[0]
            self.assertEqual(dish.told.total_minutes, 90.0, encoding)
            self.assertEqual(dish.parts[0].lines[0].grams, 500.0, encoding)

    def test_each_file_says_what_it_says(self) -> None:
        told = json.loads((DATA / "saved.json").read_text())
        self.assertEqual(set(told), {path.name for path in (DATA / "saved").iterdir()})
        for name, expected in told.items():
            with self.subTest(name):
                self.check(read(name, (DATA / "saved" / name).read_bytes()), expected)

    def test_what_has_no_place_is_kept_or_said_to_be_left(self) -> None:
        # A cook's name is no time, and a table under the method is no step and not nothing.
        facts = facts_of({"cook": "Ana", "prep": "10 min"})
        self.assertEqual((dict(facts.minutes), facts.left), ({"prep": 10.0}, ("cook",)))
        text = ("# Pot\n\n## Ingredients\n\n- 200 g peas\n\n## Method\n\n1. Boil the peas.\n\n"
                "| Day | Oven |\n|---|---|\n| Monday | 180 C |\n")  # fmt: skip
        dish = read("pot.md", text).dishes[0]
        self.assertEqual(len(dish.steps), 1)
        self.assertIn("Monday 180 C", [aside.text for aside in dish.asides])
        # Words before a name go only where they are no part of it.
        self.assertEqual(title_of("ok so the rice thing")[0], "the rice thing")
        self.assertEqual(title_of("So good chickpea curry")[0], "So good chickpea curry")

    def check(self, found: ReadFile, expected: dict[str, Any]) -> None:
        dish = check(found.dishes[0])
        told = dish.told
        self.assertEqual(found.kind, expected["kind"])
        self.assertEqual(len(found.dishes), expected.get("dishes", 1))
        self.assertEqual(dish.title, expected["title"])
        servings = None if told.servings_low is None else [told.servings_low, told.servings_high]
        self.assertEqual(servings, expected["servings"])
        self.assertEqual(told.makes, expected.get("makes", ""))
        times = [told.prep_minutes, told.cook_minutes, told.total_minutes]
        self.assertEqual(times, expected["times"])
        lines = {part.name: [line.text for line in part.lines] for part in dish.parts}
        self.assertEqual(lines, expected["parts"])
        self.assertEqual(Counter(step.section for step in dish.steps), expected["steps"])
        claims = {claim.key: round(claim.high, 2) for claim in told.claims}
        self.assertEqual(claims, expected["claims"])
        self.assertEqual(told.source, expected["source"])


class Shapes(unittest.TestCase):
    """What pages do to the vocabulary."""

    def test_durations_of_iso_8601(self) -> None:
        for text, minutes in (
            ("PT1H30M", 90), ("PT90M", 90), ("P0DT0H45M", 45), ("P1D", 1440), ("PT2H", 120),
            ("PT0.5H", 30), ("pt20m", 20), ("PT3600S", 60), ("1 hr 20 min", 80), ("45", 45),
            ("P0Y0M0DT0H25M0.000S", 25), ("P1Y", None),
            ("PT0M", None), ("P", None), ("", None), ("soon", None), (None, None), (35, 35),
        ):  # fmt: skip
            self.assertEqual(pot(totalTime=text).told.total_minutes, minutes, text)

    def test_yields(self) -> None:
        for told, servings in (
            (4, 4), ("4", 4), ("4-6", 5), ("Serves 4 to 6", 5), (["6", "6 portions"], 6),
            (["1 loaf", "8 servings"], 8), ({"@type": "QuantitativeValue", "value": 3}, 3),
        ):  # fmt: skip
            dish = pot(recipeYield=told)
            self.assertEqual((dish.servings, dish.servings_assumed), (servings, False), told)
        self.assertTrue(pot(recipeYield="1 loaf").servings_assumed)

    def test_a_page_saved_as_one_file(self) -> None:
        page = email.message.EmailMessage()
        page["Subject"] = "Pot"
        page.make_related()
        page.add_related(linked({"recipeIngredient": ["200 g peas – fresh"]}), subtype="html",
                         cte="quoted-printable")  # fmt: skip
        page.add_related(b"\x89PNG", "image", "png")
        for content in (page.as_bytes(), page.as_bytes().replace(b"\n", b"\r\n")):
            found = read("pot.mhtml", content)
            self.assertEqual(found.kind, "page")
            self.assertEqual(found.dishes[0].parts[0].lines[0].text, "200 g peas – fresh")

    def test_rows_within_the_cells_of_rows(self) -> None:
        # A page cut and repeated: its rows lie in each other's cells.
        rows = '"2"><tr><th colspan="2"><tr><th<2"><tr><th colspan="2"><tr><th c'
        self.assertEqual(read("pot.html", rows).kind, "page")

    def test_a_word_without_an_end_is_gone_through_once(self) -> None:
        began = time.process_time()
        read("pot.txt", f"Pot\n\n200 g peas\n1 o{'nullnull' * 2500}\n\nBoil the peas.\n")
        self.assertLess(time.process_time() - began, LONGEST_SECONDS)

    def test_a_remark_right_below_the_head_of_a_list_is_a_remark(self) -> None:
        text = "Pot\n\nIngredients\nMy kids pick out the onions.\n200 g peas\n\nMethod\nBoil.\n"
        dish = read("pot.txt", text).dishes[0]
        self.assertEqual([line.text for line in dish.parts[0].lines], ["200 g peas"])

    def test_a_label_of_a_hundred_grams_is_no_claim_of_a_serving(self) -> None:
        label = {"@type": "NutritionInformation", "calories": "90 kcal", "servingSize": "100 g"}
        self.assertEqual(pot(nutrition=label).told.claims, ())
        self.assertEqual(len(pot(nutrition=label | {"servingSize": "1"}).told.claims), 1)

    def test_nothing_hidden_or_executable_comes_through(self) -> None:
        page = (
            "<html><body><h1>Pea pot</h1><p>Serves 2</p><h2>Ingredients</h2><ul><li>200 g peas</li>"
            "<li hidden>1 kg sugar</li><li style='display : none'>500 g lard</li>"
            "<li aria-hidden='true'>9 eggs</li></ul><h2>Method</h2><ol><li>Boil the peas."
            "<script>fetch('x')</script></li></ol><!-- 3 kg flour --></body></html>"
        )
        dish = read("pot.html", page).dishes[0]
        self.assertEqual([line.text for part in dish.parts for line in part.lines], ["200 g peas"])
        for word in ("sugar", "lard", "eggs", "flour", "fetch"):
            self.assertNotIn(word, dish.source_text)
        step = pot(recipeInstructions="Boil<script>steal()</script> the <b>peas</b>.").steps[0]
        self.assertEqual(step.text, "Boil the peas.")

    def test_a_list_without_a_method_takes_the_steps_the_page_shows(self) -> None:
        thing = linked({"recipeIngredient": ["200 g peas"]}).removesuffix("</html>")
        shown = "<body><h1>Pot</h1><h2>Ingredients</h2><p>200 g peas</p><h2>Method</h2>"
        dish = read("pot.html", f"{thing}{shown}<p>Boil the peas for 5 minutes.</p></body>").dishes[
            0
        ]
        self.assertEqual([step.text for step in dish.steps], ["Boil the peas for 5 minutes."])


class Claims(unittest.TestCase):
    """What a recipe claims is kept as its claim and compared."""

    def view(self, **label: str):
        dish = pot(recipeYield="2", nutrition={"@type": "NutritionInformation"} | label)
        return claims_view(dish, Setting(()), book(), library())

    def test_a_claim_far_from_the_plate_is_said(self) -> None:
        # USDA SR Legacy 11304, green peas, raw: 81 kcal, 14.45 g carbohydrate, 5.7 g fibre a 100 g.
        view = self.view(calories="81 kcal", carbohydrateContent="40 g", fiberContent="0 g")
        self.assertEqual([one.agrees for one in view.claims], ["agrees", "higher", "lower"])
        self.assertEqual(view.servings, 2)

    def test_carbohydrate_without_fibre_is_known_as_that(self) -> None:
        claim = self.view(carbohydrateContent="8.7 g").claims[0]
        self.assertEqual((claim.agrees, claim.without_fibre), ("agrees", True))

    def test_claims_are_read_again_in_the_text_that_is_kept(self) -> None:
        claims = pot(nutrition={
            "@type": "NutritionInformation", "calories": "81 kcal", "sodiumContent": "0.2 g",
            "carbohydrateContent": "14-16 g", "saturatedFatContent": "1.5", "fatContent": "4 g",
        }).told.claims  # fmt: skip
        again = claims_in([label_words(claims)])
        self.assertEqual({one.key: one for one in again}, {one.key: one for one in claims})
        self.assertEqual(len(claims), 5)

    def test_labels_as_people_write_them(self) -> None:
        for text, expected in (
            ("Per serving: 420 kcal, 32 g carbohydrate (5 g sugars), 18 g protein, 25 g fat",
             {"kcal": 420, "carbohydrate": 32, "sugars": 5, "protein": 18, "fat": 25}),
            ("Calories 420 Total Fat 12g Saturated Fat 4g Sodium 820mg Dietary Fiber 6g",
             {"kcal": 420, "fat": 12, "saturated": 4, "sodium_mg": 820, "fibre": 6}),
            ("Energy 1757kJ/420kcal", {"kcal": 420}), ("412kcal/portion", {"kcal": 412}),
            ("Calories per serving: 412", {"kcal": 412}),
            ("Each serving: 545kcals, 36g fat", {"kcal": 545, "fat": 36}),
            ("Carbohydrates 32g | Fat: 12,5 g | Salt 1.2g",
             {"carbohydrate": 32, "fat": 12.5, "sodium_mg": 480}),
            ("per 100 g: fat 3 g", {}), ("Fat chance", {}),
        ):  # fmt: skip
            found = {claim.key: round(claim.high, 2) for claim in claims_in([text])}
            self.assertEqual(found, expected, text)

    def test_a_label_that_stands_across(self) -> None:
        head = "Energy | Fat | Carbs | Protein"
        whole = {"kcal": 465, "fat": 33, "carbohydrate": 10, "protein": 29}
        for lines, expected in (
            ((head, "465 kcal | 33 g | 10 g | 29 g"), whole),
            ((head, "Per 100 g: 120 kcal | 8 g | 3 g | 7 g", "Per portion: 465 | 33 | 10 | 29"),
             whole),
            ((head, "Per portion: 465 | 33 | 10 | 29"), whole),
            ((head, "465 kcal | 33 g"), {"kcal": 465}),
            (("Fat of the land", "33 g of it"), {}),
        ):  # fmt: skip
            found = {claim.key: round(claim.high, 2) for claim in claims_in(lines)}
            self.assertEqual(found, expected, lines)

    def test_figures_under_their_heading_and_who_wrote_it(self) -> None:
        text = (
            "# Pot\n\n## Ingredients\n\n- 200 g peas\n- 1 egg\n\n## Method\n\n1. Boil the peas.\n\n"
            "## Nutrition\n\nPer serving: 390 kcal, 21 g fat\n\nPer 100 g: 90 kcal\n"
        )
        told = read("p.md", text).dishes[0].told
        self.assertEqual([(c.key, c.high) for c in told.claims], [("fat", 21), ("kcal", 390)])
        page = (
            '<html><body><div itemscope itemtype="https://schema.org/Recipe">'
            '<h1 itemprop="name">Pot</h1><a itemprop="author" href="/x">Dale</a>'
            '<p itemprop="recipeIngredient">1 egg</p></div></body></html>'
        )
        self.assertEqual(read("p.html", page).dishes[0].told.source, "Dale")

    def test_a_list_in_a_list_is_a_part_and_a_remark_is_none(self) -> None:
        text = ("# Pot\n\n## Ingredients\n\n- For the lid\n  - 200 g peas\n  - 1 egg\n- 2 onions\n"
                "  - red ones\n\n## Method\n\n1. Boil the peas.\n")  # fmt: skip
        found = {
            p.name: [line.text for line in p.lines] for p in read("p.md", text).dishes[0].parts
        }
        self.assertEqual(found["Lid"][:3], ["200 g peas", "1 egg", "2 onions"])
        self.assertNotIn("2 onions", found)

    def test_lines_dressed_up_are_headings_where_few_are(self) -> None:
        lines = ["<b>Pot</b>", "200 g peas", "1 onion", "<b>Sage butter</b>", "80 g butter"]
        found = {p.name: len(p.lines) for p in pot(recipeIngredient=lines).parts}
        self.assertEqual(found, {"Pot": 2, "Sage butter": 1})
        dressed = [f"<p>{food}</p>" for food in ("Peas", "Sage butter", "Salt")]
        self.assertEqual([len(p.lines) for p in pot(recipeIngredient=dressed).parts], [3])

    def test_a_dish_that_does_not_say_how_much_a_serving_is_is_not_compared(self) -> None:
        dish = pot(nutrition={"@type": "NutritionInformation", "calories": "81"})
        self.assertEqual(claims_view(dish, Setting(()), book(), library()).claims, ())
        self.assertEqual(len(dish.told.claims), 1)


class BadFiles(unittest.TestCase):
    """A sentence, at once, and nothing lost."""

    def refused(self, name: str, content: str | bytes) -> str:
        with self.assertRaises(BadInput) as caught:
            read(name, content)
        return caught.exception.sentence

    def test_what_is_no_recipe_is_named(self) -> None:
        self.assertIn("nothing to read", self.refused("x.txt", " \n "))
        self.assertIn("10 MB", self.refused("x.html", b"a" * (LONGEST_BYTES + 1)))
        self.assertIn("PDF", self.refused("x.pdf", b"%PDF-1.7 ..."))
        self.assertIn("picture", self.refused("x.html", b"\x89PNG\r\n"))
        self.assertIn("no recipe", self.refused("x.json", '{"a": 1}'))
        self.assertIn("no recipe", self.refused("x.json", '{"a": 1,,,'))
        self.assertIn("no text", self.refused("x.txt", b"a\x00b\x00c\x00" * 50))
        self.assertIn(
            "no words", self.refused("x.html", "<html><body><!-- 1 egg --></body></html>")
        )
        self.assertIn("markup", self.refused("x.html", "<b>" * (MOST_TAGS + 1)))
        shown = "<html><body><p>" + "2 onions " * (MOST_SHOWN // 8) + "</p></body></html>"
        self.assertIn("more words", self.refused("x.html", shown))
        values = '{"@type": "Recipe", "recipeIngredient": [' + '"1 egg",' * MOST_VALUES + '""]}'
        self.assertIn("no recipe", self.refused("x.json", values))

    def test_tables_of_foods_and_archives_are_known(self) -> None:
        self.assertEqual(read("a.csv", "id,name,region,basis\n,Oat bran,eu,100g\n").kind, "foods")
        self.assertEqual(read("a.json", '{"snabo_archive": 1}').kind, "archive")
        self.assertEqual(read("a.json", '>>\n "snabo_archive": 1,\n').kind, "archive")
        self.assertEqual(read("a.toml", 'pack = "x"\n[[stand_in]]\nrole = "mash"\n').kind, "pack")
        self.assertEqual(read("a.zip", b"PK\x03\x04").kind, "archive")

    def test_what_there_is_no_room_or_no_time_for_is_counted(self) -> None:
        cards = [{"@type": "Recipe", "name": f"Pot {n}", "recipeIngredient": [f"{n} g peas"]}
                 for n in range(1, 20)]  # fmt: skip
        found = read("x.json", json.dumps(cards))
        self.assertEqual((len(found.dishes), found.left_out), (12, 7))
        asked = iter([False, False, True])
        slow = replace(reader(), late=lambda: next(asked))
        found = read_source(json.dumps(cards), slow)
        self.assertEqual((len(found.dishes), found.left_out), (2, 17))
        with self.assertRaisesRegex(BadInput, "takes too long"):
            read_source(json.dumps(cards), replace(reader(), late=lambda: True))

    def test_half_a_letter_is_dropped(self) -> None:
        card = (
            r'{"@type": "Recipe", "name": "A \ud800pot", "recipeIngredient": ["2 g \ude00salt",],}'
        )
        for text in (card, f'<script type="application/ld+json">{card}</script>'):
            dish = read("x", text).dishes[0]
            self.assertEqual((dish.title, dish.parts[0].lines[0].text), ("A pot", "2 g salt"))

    def test_a_menu_stands_above_the_name_and_a_list_of_links_below_is_kept(self) -> None:
        page = (
            "<html><div><a>Home</a> <a>About</a></div><h1>Leek pot</h1><p>Serves 2</p>"
            "<h2>Ingredients</h2><ul><li><a>2 leeks</a></li><li><a>300 g potatoes</a></li></ul>"
            "<h2>Method</h2><ol><li>Boil the potatoes.</li><li>Fry the leeks.</li></ol></html>"
        )
        dish = read("pot.html", page).dishes[0]
        self.assertEqual(dish.title, "Leek pot")
        self.assertEqual([i.text for i in dish.parts[0].lines], ["2 leeks", "300 g potatoes"])

    def test_what_stands_behind_the_end_of_a_page_breaks_nothing(self) -> None:
        list_of_it = "<ul><li>200 g peas<li>1 onion</ul><ol><li>Boil the peas.</ol>"
        [dish] = read("pot.html", f"Peas</html><h1>Pea pot</h1>{list_of_it}").dishes
        self.assertIn("Pea", dish.title)

    def test_what_is_deep_long_or_without_an_end_is_over_soon(self) -> None:
        block = '<script type="application/ld+json">{}</script>'
        deep = "[" * 90_000
        # What is loaded once is loaded before anything is timed.
        read("pot.txt", "200 g peas")
        for name, content in {
            "deep.html": block.format(deep),
            "deep.json": '{"@type":"Recipe","recipeInstructions":' + '{"itemListElement":' * 900,
            "tags.html": "<div>" * 100_000,
            "paragraphs.html": "<p>a</p>" * 30_000,
            "menus.html": "<ul><li><a>a</a></li></ul>" * 20_000 + "<h1>Rice</h1>",
            "lines.md": "# Pot\n\n" + "Ingredients:\n\n" * 6000,
            "open.html": "<script>" * 5000 + "x" * 100_000,
            "many.html": block.format('{"@type":"Recipe","name":"a"}') * 5000,
            "table.html": "<thead><tr><th>Ingredient</><th>Qty</><th>Unit</><th>Prep</><tbody>"
            "<tr></tr><r><tr><tr><tr/><r>",
            "lists.txt": "Pot\n" + "You need\nLeek\n" * 2600,
            "heads.txt": "Pot\n\nIngredients:\n" + "> s:\n" * 8000,
            "broken.json": "[" + "1," * 4_900_000,
            "attributes.html": "<p " + "a=1 " * 200_000 + ">",
            "nested.html": "<p itemscope itemtype=https://schema.org/Recipe>"
            + "<span itemprop=author itemscope>" * 3000,
            "scopes.html": "<p itemprop=name>x</p>"
            + "<hp itemscope itemtype=https://schema.org/Recipe>1 leek" * 400,
            "story.md": "# a\n" + "a b c\n\n" * 3000,
            "blank.md": "# a\n- 1 leek\n- b\n- c\n" + "\n" * 90_000 + "x:: y",
            "slashes.txt": "Pot\n" + "1 leek / " * 3000 + "\n2 eggs",
            "pairs.txt": "Pot\n" + "leek 1 " * 4000 + "\n2 eggs",
            "title.html": "<p itemscope itemtype=https://schema.org/Recipe><b itemprop=name>Rice "
            + "---\n" * 4000
            + "</b><b itemprop=recipeIngredient>1 leek</b>",
            "properties.html": "<p itemscope itemtype=https://schema.org/Recipe>"
            + "<b itemprop=recipeIngredient>1 g salt</b>" * 20_000,
            "marks.cook": "@" * 100_000 + "{" * 100_000,
            "names.cook": "@a b c " * 60_000,
            "escapes.md": "# a\n## Ingredients\n- " + "*_" * 80_000,
            "quotes.md": "# a\n" + ">" * 5000 + "x",
            "head.md": "---\n" + "a: &a [*a]\n" * 1000 + "---\nx",
            "digits.md": f"+++\nservings = {'9' * 6000}\n+++\n# Pot\n",
            "hex.md": f"+++\nservings = 0x{'f' * 6000}\n+++\n# Pot\n",
            "long.txt": "1" * 400_000,
        }.items():
            # Twice: what breaks off in a library must not hold up the next reading.
            for _ in range(2):
                began = time.process_time()
                try:
                    read(name, content)
                except BadInput as refusal:
                    self.assertTrue(refusal.sentence.endswith("."))
                self.assertLess(time.process_time() - began, LONGEST_SECONDS, name)
