"""The water of a dish's own parts: what to expect, what the scale says, and what helps."""

import re

from playwright.sync_api import expect

from e2e.test_path import CookCase

SAUCE = """Weir supper sauce
Serves 4

For the sauce
1 tbsp olive oil
1 onion, chopped
20 g plain flour
400 ml vegetable stock
150 ml single cream

For the leaves
400 g spinach

1. Soften the onion in the oil for 8 minutes.
2. Stir in the flour, then pour in the stock and cream and simmer for 10 minutes.
3. Wilt the spinach in a hot pan for 3 minutes.
4. Wring the spinach out in a cloth.
5. Stir the spinach into the sauce and serve.
"""


class OwnWater(CookCase):
    """A sauce and its leaves without any stand-in, weighed on the way."""

    def test_a_sauce_is_boiled_down_to_its_thickness(self) -> None:
        page = self.page
        self.to_bench(SAUCE)
        self.station("Water")
        answer = page.get_by_role("complementary", name="Weighing")
        glass = page.get_by_role("button", name=re.compile("Simmered"))
        glass.click()
        expect(answer).to_contain_text("As thick as it should be")
        grams = float(re.search(r"(\d+) g", glass.inner_text()).group(1))
        # A bowl that was weighed along is asked about, and nothing counts before the answer.
        page.get_by_label("On the scale").fill(f"{grams + 620:.0f}")
        page.get_by_role("button", name="Weigh in").click()
        expect(page.get_by_text("Was the bowl weighed too")).to_be_visible()
        expect(page.get_by_text("weighed · ")).to_have_count(0)
        # Far too thin: how much has to go, and in how many minutes, or what thickens it.
        page.get_by_label("On the scale").fill(f"{grams * 1.06:.0f}")
        page.get_by_role("button", name="Weigh in").click()
        expect(page.get_by_text("weighed · ")).to_have_count(1)
        page.get_by_label("On the scale").fill(f"{grams * 1.55:.0f}")
        page.get_by_role("button", name="Weigh in").click()
        page.get_by_role("button", name="It is right, take it").click()
        expect(answer).to_contain_text(re.compile(r"still to simmer off, thick enough at \d+ g"))
        helps = answer.get_by_role("list", name="What helps")
        expect(helps).to_contain_text("at an open bubble")
        expect(helps).to_contain_text("g xanthan gum")

        # The leaves have glasses of their own, and so has the dish in which both lie.
        page.get_by_role("button", name="Leaves", exact=True).click()
        expect(page.get_by_role("button", name=re.compile("Wrung out"))).to_be_visible()
        went = page.get_by_role("region", name="Where the grams went")
        expect(went).to_contain_text("400 g came in")
        page.reload()
        expect(page.get_by_text("weighed · ")).to_have_count(1)

    def test_a_scale_fills_the_field_when_its_weight_is_steady(self) -> None:
        page = self.page
        self.to_bench(SAUCE)
        self.station("Water")
        page.get_by_role("button", name="Leaves", exact=True).click()
        answer = page.get_by_role("complementary", name="Weighing")
        scale = answer.get_by_role("group", name="Scale")
        # Typing always works; a simulated scale stands in for one by USB.
        scale.get_by_role("button", name="Simulated scale").click()
        scale.get_by_label("Put on it").fill("360")
        scale.get_by_role("button", name="Put it on").click()
        expect(scale).to_contain_text("steady")
        expect(answer.get_by_label("On the scale")).to_have_value(re.compile(r"^3(59|60|61)$"))
        page.get_by_role("button", name="Weigh in").click()
        expect(page.get_by_text("weighed · ")).to_have_count(1)
        # Tared with the bowl on it, it weighs what comes after; too heavy, it says so.
        scale.get_by_role("button", name="Tare").click()
        expect(scale).to_contain_text(re.compile(r"\b[0-2] g"))
        scale.get_by_role("button", name="Too heavy").click()
        expect(scale).to_contain_text("too heavy for it")
        scale.get_by_role("button", name="Unplug").click()
        expect(scale).to_contain_text("The scale was unplugged")
        expect(scale.get_by_role("button", name="Simulated scale")).to_be_visible()
