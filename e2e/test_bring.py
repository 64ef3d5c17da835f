"""Bringing a recipe copied from a page: set aside, put right, several foods on a line."""

import re
from typing import ClassVar

from playwright.sync_api import Route, expect

from e2e.recipes import DOUBTFUL
from e2e.test_path import CookCase

COPIED = """Jump to Recipe
Print
Share
Boathouse parsnip and leek bake
Serves 4 to 6
Prep: 20 minutes
Cook time 45 min
Subscribe to our newsletter

For the bake
600 g parsnips, peeled
2 leeks
salt and pepper
150 ml double cream or creme fraiche
30 g zorblat
The top layer
60 g fresh breadcrumbs
20 g butter

Method
1. Slice the parsnips and leeks and soften them.
2. Stir in the cream, cover with crumbs and bake 30 minutes at 190 C.
"""

OPTIONAL = """Ferry house celeriac
Serves 4

For the crumb
80 g fresh breadcrumbs
20 g butter or 20 g olive oil
40 g walnuts (optional)

For the base
900 g celeriac
1/2 tsp salt

Method
1. Roast the celeriac for 40 minutes at 200 C and scatter some of the crumb over it.
"""


# As a canteen writes: a column above, no unit behind any amount.
UNITLESS = """WEEKLY MENU Day 9
Harbour haddock bake, covers 10
Sauce
Butter 90
Flour 90
Fish stock 1200
Mash
Potatoes 2000
Milk 180
METHOD
Make a roux, add the stock, simmer 20 min. Boil the potatoes and mash with the milk.
Bake 175 C 35 min.
"""

BESIDE = """Towpath lentil pies
Serves 6
250 g red lentils
3 carrots
320 g puff pastry
Raita, to serve

Simmer the lentils and carrots. Cover with the pastry, bake 25 minutes at 200 C.
"""

# Two recipes in a page, the first of them with what it claims.
PAGE = """<html><body><p>Advert</p><script type="application/ld+json">{"@graph": [
{"@type": "Recipe", "name": "Lock house barley pot", "recipeYield": "4",
 "totalTime": "PT1H", "author": {"@type": "Person", "name": "A lock-keeper"},
 "recipeIngredient": ["For the pot:", "300 g pearl barley", "900 ml vegetable stock", "2 leeks"],
 "recipeInstructions": ["Simmer the barley in the stock for 40 minutes.", "Stir in the leeks."],
 "nutrition": {"@type": "NutritionInformation", "calories": "290 kcal", "proteinContent": "60 g"}},
{"@type": "Recipe", "name": "Quay slaw", "recipeIngredient": ["200 g cabbage"],
 "recipeInstructions": "Shred the cabbage."}]}</script></body></html>"""


class Bring(CookCase):
    """What a page leaves around a recipe never becomes food."""

    def test_furniture_is_set_aside_and_comes_back(self) -> None:
        page = self.page
        self.sign_in()
        self.paste(COPIED)
        read = page.get_by_role("region", name="What was read")
        expect(read.get_by_label("Name of the dish")).to_have_value(
            "Boathouse parsnip and leek bake"
        )
        expect(read.get_by_text("serves 4 to 6")).to_be_visible()
        aside = read.get_by_text(re.compile("Left out: [3-9] lines"))
        aside.click()
        expect(read.get_by_text("Subscribe to our newsletter")).to_be_visible()
        # One click makes an ingredient of it, undo takes that back.
        before = read.get_by_role("button", name=re.compile("^(Change|Fix) ")).count()
        read.get_by_role("button", name="Ingredient: Share").click()
        lines = read.get_by_role("button", name=re.compile("^(Change|Fix) "))
        expect(lines).to_have_count(before + 1)
        read.get_by_role("button", name="Undo").click()
        expect(lines).to_have_count(before)

    def test_what_a_phone_shares_is_read_and_writes_nothing_over(self) -> None:
        page = self.page
        self.sign_in()
        found = page.request.get(f"{self.live_server_url}/manifest.webmanifest").json()
        self.assertEqual(found["share_target"]["action"], "/bring")
        for icon in found["icons"]:
            answer = page.request.get(f"{self.live_server_url}{icon['src']}")
            self.assertEqual((answer.status, answer.headers["content-type"]), (200, icon["type"]))
        self.open("/bring?title=Weir+pot&text=2+onions%0A1+leek")
        field = page.get_by_label("Recipe text")
        expect(field).to_have_value("Weir pot\n2 onions\n1 leek")
        expect(page).to_have_url(f"{self.live_server_url}/bring")
        page.reload()
        expect(field).to_have_value("Weir pot\n2 onions\n1 leek")
        self.open("/bring?text=3+swedes")
        expect(field).to_have_value("Weir pot\n2 onions\n1 leek")
        page.get_by_role("button", name="Take what was shared").click()
        expect(field).to_have_value("3 swedes")
        self.open("/bring?url=https%3A%2F%2Fexample.org%2Fpot")
        expect(page.get_by_text("Only an address was shared.")).to_be_visible()
        expect(field).to_have_value("3 swedes")

    def test_several_foods_and_words_not_understood(self) -> None:
        page = self.page
        self.sign_in()
        self.paste(COPIED)
        read = page.get_by_role("region", name="What was read")
        expect(read.get_by_role("button", name=re.compile("(Change|Fix) salt"))).to_be_visible()
        expect(read.get_by_role("button", name=re.compile("(Change|Fix).*pepper"))).to_be_visible()
        expect(read.get_by_text("Which food is this?").first).to_be_visible()
        # Each choice is one tap away, with the amount of the first.
        read.get_by_role("button", name=re.compile("g crème fraîche$")).click()
        expect(
            read.get_by_role("button", name=re.compile("(Change|Fix) crème fraîche"))
        ).to_be_visible()

    def test_amounts_without_a_unit_are_grams_by_one_click(self) -> None:
        page = self.page
        self.sign_in()
        self.paste(UNITLESS)
        expect(page.get_by_label("Name of the dish")).to_have_value("Harbour haddock bake")
        expect(page.get_by_label("Servings")).to_have_value("10")
        expect(page.get_by_text("5 lines read, 5 doubtful")).to_be_visible()
        page.get_by_role("button", name="Yes, all 5 are grams").click()
        expect(page.get_by_text("5 lines read, none doubtful")).to_be_visible()
        expect(page.get_by_role("button", name="Yes, all")).to_have_count(0)

    def test_lines_stay_where_they_are_once_they_are_seen(self) -> None:
        page = self.page
        self.sign_in()
        held: list[Route] = []

        def hold(route: Route) -> None:
            held.append(route)

        page.route("**/api/read/look-through", hold)
        with page.expect_request("**/api/read/look-through"):
            self.paste(DOUBTFUL)
        # What stands above the lines is not known yet: nothing is shown that would move.
        fix = page.get_by_role("button", name="Fix 2 cups zzqqx")
        expect(fix).to_be_hidden()
        held[0].continue_()
        expect(fix).to_be_visible()
        expect(page.get_by_role("link", name=re.compile("the recipe does not say"))).to_be_visible()

    def test_a_heading_by_one_key_and_a_step_by_one_click(self) -> None:
        page = self.page
        self.sign_in()
        self.paste(COPIED.replace("The top layer", "Tarragon top layer of the bake"))
        read = page.get_by_role("region", name="What was read")
        row = read.locator("[data-line]", has_text="Tarragon top layer")
        row.get_by_role("button", name=re.compile("^(Change|Fix)")).focus()
        page.keyboard.press("h")
        names = read.get_by_label("Name of the part")
        expect(names).to_have_count(2)
        expect(names.nth(1)).to_have_value("Tarragon top layer of the bake")
        odd = read.locator("[data-line]", has_text="zorblat")
        odd.get_by_role("button", name="step").click()
        expect(read.get_by_role("region", name="Steps").get_by_text("30 g zorblat")).to_be_visible()
        expect(odd).to_have_count(0)

    def test_optional_in_and_out_and_a_part_used_in_part(self) -> None:
        page = self.page
        self.sign_in()
        self.paste(OPTIONAL)
        page.get_by_role("button", name="Put it on the Bench").click()
        expect(page.get_by_text(re.compile("In: .*fat .* a serving"))).to_be_visible()
        page.locator("[data-in-out]").get_by_role("button").click()
        expect(page.get_by_text(re.compile("Out. It would bring .*fat"))).to_be_visible()
        page.get_by_role("button", name="Not all of it").click()
        page.get_by_label("Grams of the crumb used here").fill("50")
        expect(page.get_by_text(re.compile("g left over"))).to_be_visible()
        # The other choice of the recipe, one tap away, and everything is there again later.
        page.get_by_role("button", name=re.compile("g olive oil$")).click()
        expect(page.get_by_role("button", name=re.compile("g butter$"))).to_be_visible()
        expect(page.get_by_text("saved", exact=False).first).to_be_visible()
        page.reload()
        expect(page.get_by_role("button", name=re.compile("^Put it in"))).to_be_visible()
        expect(page.get_by_label("Grams of the crumb used here")).to_have_value("50")

    def test_what_is_served_beside_counts_once_it_is_weighed(self) -> None:
        page = self.page
        self.sign_in()
        self.paste(BESIDE)
        read = page.get_by_role("region", name="What was read")
        expect(
            read.get_by_text("Not on the plate until you say how much: tzatziki")
        ).to_be_visible()
        expect(read.get_by_role("button", name=re.compile("^Put it in"))).to_be_visible()
        # Its grams put it in.
        read.get_by_role("button", name="Fix tzatziki").click()
        read.get_by_label("Grams").fill("180")
        read.get_by_role("button", name="Done").click()
        expect(read.get_by_role("button", name=re.compile("^Leave it out"))).to_be_visible()
        page.get_by_role("button", name="Put it on the Bench").click()
        expect(page.get_by_text(re.compile("In: .* a serving"))).to_be_visible()

    def test_a_part_becomes_a_food_of_another_dish(self) -> None:
        page = self.page
        self.sign_in()
        self.paste(OPTIONAL)
        page.get_by_role("button", name="Put it on the Bench").click()
        page.get_by_role("button", name="Keep this version").click()
        page.get_by_role("button", name="Use it as an ingredient").click()
        page.get_by_label("Which of it").click()
        page.get_by_role("option", name="Crumb").click()
        page.get_by_label("Name of the food").fill("ferry crumb")
        page.get_by_label("Grams when it was done").fill("120")
        page.get_by_role("button", name="Make it a food").click()
        expect(page.get_by_text("ferry crumb is a food now, 120 g of it")).to_be_visible()
        page.get_by_role("link", name="Dishes", exact=True).click()
        self.paste("Ferry leeks\nServes 2\n400 g leeks\n50 g ferry crumb\n")
        read = page.get_by_role("region", name="What was read")
        expect(read.get_by_text("2 lines read, none doubtful")).to_be_visible()

    def test_a_saved_page_is_read_compared_and_taken_along(self) -> None:
        page = self.page
        self.sign_in()
        page.get_by_role("link", name="Bring a dish").click()
        chooser = page.get_by_label("A file with a recipe")
        pdf = {"name": "scan.pdf", "mimeType": "application/pdf", "buffer": b"%PDF-1.7"}
        chooser.set_input_files([pdf])
        expect(page.get_by_text("This is a PDF.")).to_be_visible()
        html = {"name": "pot.html", "mimeType": "text/html", "buffer": PAGE.encode()}
        chooser.set_input_files([html])
        several = page.get_by_role("group", name="Recipes in this file")
        several.get_by_role("button", name="Quay slaw").click()
        expect(page.get_by_label("Name of the dish")).to_have_value("Quay slaw")
        several.get_by_role("button", name="Lock house barley pot").click()
        expect(page.get_by_label("Recipe text")).to_have_value(re.compile("300 g pearl barley"))
        page.get_by_text("What the recipe claims").click()
        expect(page.get_by_role("row", name="Protein")).to_contain_text("the recipe claims more")
        page.get_by_role("button", name="Put it on the Bench").click()
        self.station("Recipe")
        page.get_by_role("button", name="Save as a file").click()
        with page.expect_download() as saved:
            page.get_by_role("button", name="Save as Cooklang").or_(
                page.get_by_role("link", name="Save as Cooklang")
            ).click()
        text = saved.value.path().read_text("utf-8")
        self.assertEqual(saved.value.suggested_filename, "lock-house-barley-pot.cook")
        self.assertIn("@pearl barley{300%g}", text)
        self.assertIn("~{40%minutes}", text)


# Copied from where all lines are lost.
IN_A_ROW = (
    "FERRY LEEK BAKE (SERVES 4) Prep 15 min Cook 50 min INGREDIENTS 3 leeks 30 g butter "
    "200 g pearl barley 500 ml milk 100 g cheddar, grated METHOD 1. Fry the leeks in the butter. "
    "2. Add the barley and milk and simmer for 30 minutes. 3. Top with cheddar and bake."
)


class OnAPhone(CookCase):
    """On a narrow screen what was read stands below the text, and comes into sight."""

    viewport: ClassVar[dict[str, int]] = {"width": 390, "height": 844}

    def test_what_was_read_is_in_sight(self) -> None:
        page = self.page
        self.sign_in()
        self.paste(IN_A_ROW)
        name = page.get_by_label("Name of the dish")
        expect(name).to_have_value("FERRY LEEK BAKE")
        expect(page.get_by_text("5 lines read, none doubtful")).to_be_in_viewport()
        expect(name).to_be_in_viewport()
