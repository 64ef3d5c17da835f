"""The shelf: put there, told without a network, taken into a dish and cooked."""

import re

from playwright.sync_api import expect

from e2e.base import BrowserCase
from runs.tests.test_evenings import TRAY
from shelf.models import ShelfBatch, ShelfEvent

BEANS = """Bean tray
Serves 2
400 g cooked butter beans
1 onion
2 tbsp rapeseed oil

Slice the onion and fry it in the oil for 8 minutes.
Add the beans and simmer for 10 minutes.
"""


class Shelf(BrowserCase):
    """Fridge, freezer and cupboard, and what dishes take of them."""

    def put(self, food: str, name: str, grams: str, place: str = "fridge") -> None:
        page = self.page
        form = page.get_by_role("region", name="Put on the shelf")
        form.get_by_label("Which food").fill(food)
        page.get_by_role("option").first.click()
        form.get_by_label("Called").fill(name)
        form.get_by_label("Weighs, g").fill(grams)
        form.get_by_label("Where").click()
        page.get_by_role("option", name=place, exact=True).click()
        form.get_by_role("button", name="Put it on the shelf").click()
        expect(page.get_by_role("button", name=name)).to_be_visible()

    def test_put_taken_frozen_and_told_without_a_network(self) -> None:
        page = self.page
        self.sign_in()
        page.get_by_role("link", name="Shelf", exact=True).click()
        expect(page.get_by_text("Nothing is on the shelf.")).to_be_visible()
        self.put("butter beans", "Boiled beans", "420")
        page.get_by_role("button", name="Boiled beans").click()
        page.get_by_role("button", name="Freeze it").click()
        expect(page.get_by_role("region", name="In the freezer")).to_contain_text("Boiled beans")
        page.context.set_offline(offline=True)
        page.get_by_label("Of it, g").fill("120")
        page.get_by_role("button", name="Take it").click()
        expect(page.get_by_role("button", name="Boiled beans")).to_contain_text("300 g")
        expect(page.get_by_text("not reached the kitchen server yet")).to_be_visible()
        self.assertFalse(ShelfEvent.objects.filter(kind="took").exists())
        page.context.set_offline(offline=False)
        expect(page.get_by_text("not reached the kitchen server yet")).to_be_hidden()
        self.assertEqual(ShelfEvent.objects.get(kind="took").grams, 120)
        page.get_by_role("button", name="Undo the last").click()
        expect(page.get_by_role("button", name="Boiled beans")).to_contain_text("420 g")
        # Somebody at another device takes nearly all of it meanwhile.
        page.get_by_label("Of it, g").fill("400")
        ShelfBatch.objects.update(grams=50)
        page.get_by_role("button", name="Take it").click()
        expect(page.get_by_text("Only 50 g of it are left")).to_be_visible()
        page.get_by_role("button", name="Understood").click()
        page.get_by_role("button", name="It was never there").click()
        page.get_by_role("button", name="Bring it back").click()
        expect(page.get_by_role("button", name="Boiled beans")).to_be_visible()

    def test_a_line_is_met_from_the_shelf_and_the_evening_takes_it(self) -> None:
        page = self.page
        self.sign_in()
        page.get_by_role("link", name="Shelf", exact=True).click()
        self.put("butter beans", "Boiled beans", "300", "freezer")
        self.bring(BEANS, "Bean tray")
        page.get_by_role("button", name="Take it from the shelf: Boiled beans").click()
        page.get_by_role("button", name="Take it", exact=True).click()
        part = page.get_by_role("region", name="From the shelf")
        expect(part).to_contain_text("300 g Boiled beans")
        expect(part).to_contain_text("It would need 400 g")
        page.get_by_role("link", name="Recipe").click()
        expect(page.get_by_text("Thaw the boiled beans in the fridge")).to_be_visible()
        page.get_by_role("link", name="Run sheet").click()
        page.get_by_role("button", name="Start cooking").click()
        expect(page.get_by_role("article", name="The step now")).to_be_visible()
        page.get_by_role("navigation", name="Places").get_by_role("link", name="Shelf").click()
        expect(page.get_by_role("button", name="Boiled beans")).to_contain_text("nothing left")

    def test_half_of_a_part_goes_to_the_freezer_from_the_recipe(self) -> None:
        page = self.page
        self.sign_in()
        self.bring(TRAY, "Beetroot tray")
        page.get_by_role("link", name="Recipe").click()
        page.get_by_role("button", name="Half for the freezer").click()
        offers = page.get_by_role("region", name="To the shelf")
        offers.get_by_role("button", name=re.compile("Into the freezer")).first.click()
        expect(offers.get_by_role("status").first).to_contain_text("into the freezer")
        page.get_by_role("navigation", name="Places").get_by_role("link", name="Shelf").click()
        expect(page.get_by_role("region", name="In the freezer")).to_contain_text(
            "of Beetroot tray"
        )
        row = ShelfBatch.objects.get()
        self.assertTrue(row.food.startswith("made:"))
