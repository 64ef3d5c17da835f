"""Making a dish fit: a way chosen, undone, pinned against; grams alone; and when nothing helps."""

import re

from playwright.sync_api import expect

from e2e.base import BrowserCase

BAKE = """Harbour hake bake
Serves 4

For the filling
600 g hake fillet
300 g leeks, sliced
1 tbsp olive oil

For the crumb
90 g breadcrumbs
25 g butter, melted
20 g parsley, chopped

Method
1. Sweat the leeks in the oil.
2. Lay the hake on them, scatter the crumb over.
3. Bake at 200 C for 20 minutes.
"""


class Ways(BrowserCase):
    """One dish that fits nobody at first."""

    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.bring(BAKE, "Harbour hake bake")
        self.ways = self.page.get_by_role("region", name="Ways to make it fit")

    def test_a_way_is_chosen_and_undone_as_one(self) -> None:
        page, ways = self.page, self.ways
        row = ways.get_by_role("listitem").first
        expect(row.get_by_role("button", name="Do this")).to_be_visible()
        row.get_by_role("button", expanded=False).click()
        expect(ways.get_by_text(re.compile("off Bo’s portion")).first).to_be_visible()
        row.get_by_role("button", name="Do this").click()
        expect(ways.get_by_text("Everybody eating can have this dish as it is.")).to_be_visible()
        expect(page.get_by_text("Saved", exact=False).first).to_be_visible()
        # Left and opened again it is still done.
        page.reload()
        expect(ways.get_by_text("Everybody eating can have this dish as it is.")).to_be_visible()
        page.keyboard.press("u")
        expect(ways.get_by_role("button", name="Do this").first).to_be_visible()

    def test_what_is_pinned_stays(self) -> None:
        page, ways = self.page, self.ways
        expect(ways.get_by_role("button", name="Do this").first).to_be_visible()
        expect(ways.get_by_role("button", name="Stop", exact=True)).to_have_count(0)
        pin = page.get_by_role("button", name="Pin what stands in the crumb")
        pin.click()
        expect(pin).to_have_attribute("aria-pressed", "true")
        expect(ways.get_by_text("looking …")).to_have_count(0)
        expect(ways.get_by_text(re.compile("instead of breadcrumbs"))).to_have_count(0)

    def test_grams_alone_and_why_that_is_not_enough(self) -> None:
        ways = self.ways
        expect(ways.get_by_role("button", name="Do this").first).to_be_visible()
        ways.get_by_label("move grams only").check()
        expect(ways.get_by_text("No change in the book makes this fit everybody.")).to_be_visible()
        expect(ways.get_by_text(re.compile("Bo’s added oil cannot come under 0 g"))).to_be_visible()
        ways.get_by_label("move grams only").uncheck()
        expect(ways.get_by_role("button", name="Do this").first).to_be_visible()


class OtherSize(BrowserCase):
    """The dish for more people and for what is there."""

    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.bring(BAKE, "Harbour hake bake")

    def test_for_more_by_what_is_there_and_undone(self) -> None:
        page = self.page
        page.get_by_role("button", name="Another size").click()
        page.get_by_label("Servings").fill("6")
        expect(page.get_by_text("600 g becomes 900 g")).to_be_visible()
        expect(page.get_by_text(re.compile("1.5 times as thick"))).to_be_visible()
        page.get_by_role("button", name="Make it that size").click()
        expect(page.get_by_text("· 6 servings ·")).to_be_visible()
        page.reload()
        expect(page.get_by_text("· 6 servings ·")).to_be_visible()
        page.keyboard.press("u")
        expect(page.get_by_text("· 4 servings ·")).to_be_visible()
