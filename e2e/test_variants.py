"""A dish that suits no one table: parted, worked on for one, cooked, compared, taken back."""

import re

from playwright.sync_api import expect

from e2e.base import BrowserCase

POT = """Weir turkey and barley
Serves 6

For the pot
700 g cooked turkey, shredded
300 g leeks, sliced
300 g white cabbage, shredded
1.2 litres water
1 tsp chilli flakes

For the barley
150 g pearl barley

Method
1. Simmer the leeks and cabbage with the chilli flakes in the water for 15 minutes.
2. Stir in the turkey and simmer for 10 minutes.
3. Boil the barley for 30 minutes and drain it.
4. Stir the barley into the pot and simmer for 5 minutes.
5. Serve.
"""


class Variants(BrowserCase):
    """Ada cannot have the barley that Bo wants to keep."""

    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.bring(POT, "Weir turkey and barley")
        self.variants = self.page.get_by_role("region", name="Variants")
        self.ways = self.page.get_by_role("region", name="Ways to make it fit")
        self.who = self.page.get_by_role("group", name="Who it is cooked for")

    def part(self) -> None:
        page = self.page
        page.get_by_role("button", name="Pin what stands in the barley").click()
        page.get_by_role("button", name="Pin pearl barley").click()
        self.ways.get_by_role("button", name="Keep the dish and part it instead").click()
        self.ways.get_by_role("button", name="Part it so").click()
        expect(self.who.get_by_role("button", name="Ada")).to_be_visible()

    def test_parted_worked_on_and_cooked(self) -> None:
        page = self.page
        self.part()
        expect(self.ways.get_by_text("Bo can have this as it is.")).to_be_visible()
        rail = page.get_by_role("region", name="One serving")
        expect(rail.get_by_text(re.compile("over$"))).to_have_count(0)
        expect(page.get_by_text("· saved")).to_be_visible()
        # Left and opened again; what is chosen for Ada changes nothing for Bo.
        page.reload()
        self.who.get_by_role("button", name="Ada").click()
        expect(self.variants.get_by_text(re.compile("instead of pearl barley"))).to_be_visible()
        page.get_by_role("button", name="Undo swap").click()
        expect(self.variants.get_by_text("Nothing is otherwise yet.", exact=False)).to_be_visible()
        expect(rail.get_by_text(re.compile("g over")).first).to_be_visible()
        page.get_by_role("button", name="Choose").first.click()
        expect(self.variants.get_by_text(re.compile("instead of pearl barley"))).to_be_visible()
        self.who.get_by_role("button", name="Bo and others").click()
        expect(page.get_by_text("Choose a stand-in below", exact=False)).to_be_visible()
        page.get_by_role("link", name="Recipe").click()
        expect(page.get_by_text(re.compile("Take out a sixth for Ada"))).to_be_visible()
        expect(page.get_by_role("heading", name="For Ada")).to_be_visible()
        steps = page.get_by_role("region", name="For the others", exact=True)
        expect(steps.get_by_text("Boil the barley for 30 minutes")).to_be_visible()
        # A portion nobody can have is refused, and what was typed stays.
        page.get_by_role("link", name="Portions").click()
        self.who.get_by_role("button", name="Ada").click()
        portion = page.get_by_label("Ada gets, g")
        portion.fill("9999")
        expect(page.get_by_role("alert").first).to_contain_text("of the dish")
        expect(portion).to_have_value("9999")
        portion.fill("")
        expect(page.get_by_role("alert")).to_have_count(0)
        page.get_by_role("link", name="Compare").click()
        page.get_by_role("group", name="Variants").get_by_role("button", name="Ada").click()
        expect(page.get_by_role("columnheader", name="Ada")).to_be_visible()
        page.get_by_role("link", name="Table").click()
        expect(page.get_by_text(re.compile("Ada: .* instead of pearl barley"))).to_be_visible()

    def test_a_milder_share_for_guests_and_its_undoing(self) -> None:
        page = self.page
        page.get_by_role("button", name="Somebody wants it otherwise").click()
        make = self.variants.get_by_role("button", name="Make the variant")
        expect(make).to_be_disabled()
        page.get_by_label("More servings of it").fill("2")
        self.variants.get_by_role("button", name="Mild").click()
        make.click()
        expect(self.variants.get_by_text(re.compile("chilli flakes held back"))).to_be_visible()
        expect(self.variants.get_by_text(re.compile("^2 servings, 33 %"))).to_be_visible()
        page.get_by_role("link", name="Recipe").click()
        expect(page.get_by_text(re.compile("^Hold back chilli flakes"))).to_be_visible()
        expect(page.get_by_text(re.compile("^Add what was held back"))).to_be_visible()
        page.get_by_role("link", name="Bench").click()
        self.who.get_by_role("button", name="Mild").click()
        self.variants.get_by_role("button", name="Take the variant away").click()
        expect(self.who.get_by_role("button", name="Mild")).to_have_count(0)
        page.keyboard.press("u")
        expect(self.who.get_by_role("button", name="Mild")).to_be_visible()
