"""Foods of one's own, line swaps and what a recipe leaves open, as a cook meets them."""

import re

from playwright.sync_api import expect

from e2e.test_path import CookCase

OPEN_RECIPE = """Quay supper

2 ladles green lentils, boiled
80 g Pier seed wraps, torn
40 g butter, divided
150 ml chicken stock

Fry the wraps in half the butter.
Fill a dish with everything and bake until brown.
"""


class OwnFoods(CookCase):
    """A label is copied, its interval seen, the food used in a recipe."""

    def drawer(self, name: str) -> None:
        self.page.get_by_role("navigation", name="Places").get_by_text("Foods").click()
        self.page.get_by_role("navigation", name="Drawers of Foods").get_by_text(name).click()

    def copy_label(self) -> None:
        page = self.page
        self.drawer("Your own")
        page.get_by_role("button", name="Copy a label").click()
        page.get_by_label("Name, as you call it").fill("Pier seed wraps")
        page.get_by_label("Label from").click()
        page.get_by_role("option", name="North America").click()
        page.get_by_label("Figures are").click()
        page.get_by_role("option", name="per serving").click()
        page.get_by_label("A serving is, g").fill("40")
        for label, text in (
            ("Carbohydrate, g", "15"), ("Fibre, g", "11"), ("Fat, g", "2.5"), ("Protein, g", "6"),
        ):  # fmt: skip
            page.get_by_label(label, exact=True).fill(text)
        page.get_by_text("no sugar alcohols among them").click()

    def test_label_to_plate(self) -> None:
        page = self.page
        self.sign_in()
        self.copy_label()
        # 15 and 11 printed leave 3 to 5 g net in a serving.
        expect(page.get_by_role("row", name="Net carbs 4 g 3 to 5")).to_be_visible()
        page.get_by_label("A serving is, g").fill("10")
        expect(page.get_by_role("alert").first).to_contain_text("is the serving size right?")
        page.get_by_label("A serving is, g").fill("40")
        page.get_by_role("button", name="Keep this food").click()
        expect(page.get_by_role("link", name="Pier seed wraps")).to_be_visible()
        page.get_by_role("navigation", name="Places").get_by_text("Dishes").click()
        self.paste(OPEN_RECIPE)
        expect(page.get_by_role("button", name="Change Pier seed wraps")).to_be_visible()
        # Put away, it is no longer found; brought back, it is.
        self.drawer("Your own")
        page.get_by_role("button", name="Archive Pier seed wraps").click()
        page.get_by_role("button", name="Bring back").click()
        expect(page.get_by_role("link", name="Pier seed wraps")).to_be_visible()

    def test_own_measure_is_read(self) -> None:
        page = self.page
        self.sign_in()
        page.get_by_role("navigation", name="Places").get_by_text("Foods").click()
        page.get_by_label("Find a food").fill("lentils")
        # The measures of the food found, not of the one that stood there before.
        expect(page.get_by_role("heading", name="lentils", exact=True)).to_be_visible()
        page.get_by_role("region", name="Measures").get_by_label("Our").fill("ladle")
        page.get_by_label("weighs, g").fill("110")
        page.get_by_role("button", name="Keep measure").click()
        expect(page.get_by_role("button", name="Forget our ladle")).to_be_visible()
        page.get_by_role("navigation", name="Places").get_by_text("Dishes").click()
        self.paste(OPEN_RECIPE)
        expect(page.get_by_text("1 ladle at 110 g; your measure")).to_be_visible()

    def test_file_in_with_a_bad_row_changes_nothing(self) -> None:
        page = self.page
        self.sign_in()
        self.drawer("Your own")
        rows = "name,carbohydrate\nPier crackers,55\nDock paste,much\n"
        bad = {"name": "foods.csv", "mimeType": "text/csv", "buffer": rows.encode()}
        page.get_by_label("CSV file of foods").set_input_files(bad)
        expect(page.get_by_role("row", name=re.compile("Dock paste"))).to_contain_text(
            "'much' is not a figure"
        )
        expect(page.get_by_role("button", name="Bring all of it in")).to_be_disabled()
        good = {**bad, "buffer": rows.replace("much", "9").encode()}
        page.get_by_label("CSV file of foods").set_input_files(good)
        page.get_by_role("button", name="Bring all of it in").click()
        expect(page.get_by_role("link", name="Dock paste")).to_be_visible()

    def test_side_by_side_and_conversions(self) -> None:
        page = self.page
        self.sign_in()
        self.drawer("Side by side")
        for count, name in enumerate(("potato", "celeriac"), start=1):
            field = page.get_by_role("combobox")
            field.fill(name)
            expect(page.get_by_role("option").first).to_be_visible()
            field.press("Enter")
            expect(page.get_by_role("button", name="Take")).to_have_count(count)
        page.get_by_role("button", name="for 1 g of net carbs").click()
        expect(page.get_by_role("row", name="Net carbs 1 g 1 g")).to_be_visible()
        self.drawer("Conversions")
        page.get_by_label("Setting").fill("6")
        page.get_by_label("Scale").click()
        page.get_by_role("option", name="gas mark").click()
        expect(page.get_by_role("region", name="Oven")).to_contain_text("fan 184 °C · 400 °F")


class LinesAndGaps(CookCase):
    """What is open is listed; a line is swapped, counted and taken back."""

    def test_open_points_uses_and_swaps(self) -> None:
        page = self.page
        self.sign_in()
        text = OPEN_RECIPE.replace("Pier seed wraps", "pitta").replace("2 ladles", "400 g")
        self.paste(text)
        points = page.get_by_role("region", name="What the recipe leaves open")
        for words in ("How many does it serve?", "How hot is the oven?", "How long to fry?",
                      "How big is the dish?"):  # fmt: skip
            expect(points).to_contain_text(words)
        page.get_by_role("button", name=re.compile("Use all")).click()
        expect(points).to_contain_text("Nothing is missing")
        page.get_by_role("button", name="Undo").click()
        expect(points).to_contain_text("How hot is the oven?")
        expect(page.get_by_text("20 g in the dish · 20 g later")).to_be_visible()
        page.get_by_role("button", name="Change butter").click()
        page.get_by_label("later, %").fill("75")
        expect(page.get_by_text("10 g in the dish · 30 g later")).to_be_visible()
        page.get_by_role("button", name="Put it on the Bench").click()
        rail = self.rail()
        expect(rail).to_contain_text("added oil", ignore_case=True)
        before = rail.inner_text()
        page.get_by_role("button", name=re.compile("^Replace butter")).click()
        drawer = page.get_by_role("region", name="Instead of butter")
        expect(drawer).to_contain_text("without milk")
        drawer.get_by_role("button", name=re.compile("water")).click()
        expect(rail).not_to_have_text(before)
        expect(page.get_by_text(re.compile(r"\d+ g water"))).to_be_visible()
        page.get_by_role("button", name="U undo").click()
        expect(page.get_by_text(re.compile(r"\d+ g water"))).to_be_hidden()
