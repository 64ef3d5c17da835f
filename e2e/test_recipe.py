"""Recipe: the dish as it is cooked now, read, swapped, changed in place and printed."""

import re

from playwright.sync_api import expect

from e2e.test_path import CookCase

PIE = """Ferry fish lid
Serves 4

For the filling
500 g smoked haddock
300 ml milk
25 g butter
25 g plain flour

For the lid
900 g floury potatoes, peeled
40 g butter
salt

Method
1. Poach the haddock in the milk for 8 minutes.
2. Melt the butter, stir in the flour and cook for 1 minute, then gradually add the milk.
3. Boil the potatoes for 20 minutes. Drain and mash with the butter.
4. Frumple the lid over the filling.
5. Bake at 200 C for 25 minutes until golden.
"""

LEEKS = """Quay leeks with mash
Serves 2

2 tbsp olive oil
3 leeks, sliced
400 g floury potatoes

Boil the potatoes for 20 minutes, drain and mash them.
Fry the leeks in the oil until golden, about 8 minutes.
Serve the leeks on the mash.
"""


class RecipePage(CookCase):
    """From the paste to a page that can be cooked from."""

    def test_what_nobody_understands_is_settled_and_taken_back(self) -> None:
        page = self.page
        self.to_bench(PIE)
        self.station("Recipe")
        steps = page.get_by_role("region", name="Steps")
        expect(steps.get_by_text("1 step is not understood")).to_be_visible()
        expect(steps).to_contain_text("25 min · 200 °C, with a fan 180 °C")
        goes_in = page.get_by_role("region", name="What goes in")
        expect(goes_in.get_by_role("listitem").first).to_contain_text("smoked haddock")

        # The step nobody understands is settled by hand; undo brings its doubt back.
        row = steps.get_by_role("listitem").filter(has_text="Frumple")
        row.hover()
        row.get_by_role("button", name=re.compile("Change step")).click()
        row.get_by_label("Words").fill("Spread the lid over the filling")
        row.get_by_label("Minutes").fill("soon")
        expect(row.get_by_text("8, or 8 to 10")).to_be_visible()
        expect(row.get_by_role("button", name="Done")).to_be_disabled()
        row.get_by_label("Minutes").fill("2 to 4")
        row.get_by_label("What is done").click()
        page.get_by_role("option", name="spread", exact=True).click()
        row.get_by_role("button", name="Done").click()
        expect(steps.get_by_text("not understood")).to_have_count(0)
        expect(steps).to_contain_text("Spread the lid over the filling")
        page.keyboard.press("u")
        expect(steps.get_by_text("1 step is not understood")).to_be_visible()
        page.keyboard.press("r")
        expect(steps.get_by_text("not understood")).to_have_count(0)

        # An ingredient more and one less: no step is left with what is gone.
        goes_in.get_by_role("button", name="Add an ingredient").click()
        goes_in.get_by_label("Ingredient").fill("150 g leeks")
        goes_in.get_by_role("button", name="Add", exact=True).click()
        expect(goes_in).to_contain_text("150 g")
        expect(goes_in).to_contain_text("in no step")
        goes_in.get_by_role("button", name=re.compile("smoked haddock")).click()
        goes_in.get_by_role("button", name="Remove").click()
        expect(goes_in).not_to_contain_text("smoked haddock")
        expect(steps).not_to_contain_text("500 g")

    def test_swapped_saved_changed_and_printed(self) -> None:
        page = self.page
        self.to_bench(PIE)
        self.station("Recipe")
        steps = page.get_by_role("region", name="Steps")
        goes_in = page.get_by_role("region", name="What goes in")
        # A swap strikes what only the potatoes needed, and its own steps stand there.
        self.station("Bench")
        page.get_by_role("button", name="Choose Cauliflower").click()
        expect(page.get_by_text("chosen", exact=True)).to_be_visible()
        struck = page.get_by_role("region", name="Steps of the swap")
        expect(struck.locator("s").first).to_have_text("Boil the potatoes for 20 minutes")
        self.station("Recipe")
        expect(steps).to_contain_text("Microwave the florets, covered")
        expect(steps).to_contain_text(re.compile(r"from \d+ g down to about \d+ g"))
        expect(steps.locator("s").first).to_have_text("Boil the potatoes for 20 minutes")
        mind = page.get_by_role("region", name="Mind")
        lid = "Lift the cover away from you"
        expect(mind).to_contain_text(lid)
        row = mind.get_by_role("listitem").filter(has_text=lid)
        row.get_by_text("Why").click()
        row.get_by_role("button", name="We all know this").click()
        expect(mind).not_to_contain_text(lid)
        expect(mind).to_contain_text("1 more that you know stands at its step")
        expect(steps).to_contain_text(lid)
        expect(page.get_by_role("region", name="One serving")).to_contain_text("Net carbs")
        # Saved as it was typed: there when the page is loaded again.
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        page.reload()
        expect(steps.locator("s")).to_have_count(3)

        # Steps are added and taken out; grams are typed where they stand.
        page.get_by_role("button", name="Add a step").last.click()
        expect(steps).to_contain_text("New step")
        added = steps.get_by_role("listitem").filter(has_text="New step")
        added.hover()
        added.get_by_role("button", name=re.compile("Change step")).click()
        added.get_by_role("button", name="Remove").click()
        expect(steps.get_by_text("New step")).to_have_count(0)
        goes_in.get_by_role("button", name=re.compile("smoked haddock")).click()
        goes_in.get_by_label("Grams").fill("450")
        goes_in.get_by_role("button", name="Done").click()
        expect(goes_in).to_contain_text("450 g")
        expect(steps).to_contain_text("450 g smoked haddock")

        page.get_by_role("button", name="Name and servings").click()
        page.get_by_label("Servings").fill("none")
        expect(goes_in.get_by_role("button", name="Done")).to_be_disabled()
        page.get_by_label("Servings").fill("6")
        page.get_by_label("Name", exact=True).fill("Quay fish lid")
        goes_in.get_by_role("button", name="Done").click()
        expect(goes_in).to_contain_text("6 servings")

        # On paper: no controls, nothing struck, the title once.
        page.emulate_media(media="print")
        expect(page.get_by_role("heading", name="Quay fish lid")).to_be_visible()
        expect(page.get_by_role("button", name="Print")).to_be_hidden()
        expect(steps.locator("s").first).to_be_hidden()

    def test_a_line_swap_is_read_in_its_steps_and_taken_back(self) -> None:
        page = self.page
        self.to_bench(LEEKS)
        page.get_by_role("button", name="Replace olive oil").click()
        page.get_by_role("button", name=re.compile("vegetable stock")).click()
        instead = page.get_by_role("region", name="Instead of olive oil")
        expect(instead).to_have_count(0)
        self.station("Recipe")
        steps = page.get_by_role("region", name="Steps")
        softened = steps.get_by_role("listitem").filter(has_text="soft, without colour")
        expect(softened).to_contain_text("Cook the leeks in the vegetable stock until soft")
        was = "Fry the leeks in the oil until golden, about 8 minutes"
        expect(softened.locator("s")).to_have_text(was)
        expect(softened).to_contain_text("Nothing browns in vegetable stock")
        # What is changed by hand is the recipe's own step; its time stands whatever is swapped.
        softened.get_by_role("button", name=re.compile("Change step")).click()
        expect(softened.get_by_label("Words")).to_have_value(was)
        softened.get_by_label("Minutes").fill("12")
        softened.get_by_role("button", name="Done").click()
        expect(softened).to_contain_text("12 min")
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        page.reload()
        expect(softened).to_contain_text("12 min")
        self.station("Bench")
        page.get_by_role("button", name="Replace olive oil").click()
        instead.get_by_role("button", name="Back to olive oil").click()
        self.station("Recipe")
        expect(steps).to_contain_text(was)
        expect(steps).to_contain_text("12 min")
        expect(steps.locator("s")).to_have_count(0)
