"""The water of a dish's own parts: what to expect, what the scale says, and what helps."""

import re

from playwright.sync_api import Locator, expect

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


BY_EYE = """Lock cottage mushrooms
Serves 2

300 g mushrooms, sliced
15 g butter
100 to 200 ml double cream, until it coats a spoon

1. Fry the mushrooms in the butter for 8 minutes.
2. Stir in the cream and simmer for 3 minutes.
"""

FISH_PIE = """Estuary fish pie
Serves 4

For the filling
500 g cod, in chunks
300 ml whole milk
20 g cornflour

For the lid
900 g swede, peeled and grated
30 g butter

1. Heat the milk with the cornflour, stirring, until it thickens, and simmer for 2 minutes.
2. Stir the cod into the sauce.
3. Wring the grated swede out in a cloth.
4. Melt the butter and toss the swede in it.
5. Spread the swede over the fish and bake at 190 C for 30 minutes.
"""


class OwnWater(CookCase):
    """A sauce and its leaves without any stand-in, weighed on the way."""

    def put_on(self, scale: Locator, grams: int) -> None:
        """Put something on the simulated scale and wait until its weight stands in the field."""
        scale.get_by_label("Put on it").fill(str(grams))
        scale.get_by_role("button", name="Put it on").click()
        near = "|".join(str(grams + off) for off in (-1, 0, 1))
        field = self.page.get_by_label("On the scale")
        expect(field).to_have_value(re.compile(rf"^({near})$"))

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
        # It is weighed already: what becomes of that weight the cook says first.
        page.get_by_label("On the scale").fill(f"{grams * 1.55:.0f}")
        expect(page.get_by_role("button", name="Weigh in")).to_be_disabled()
        page.get_by_role("button", name=re.compile(r"^instead of \d+ g$")).click()
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

    def test_what_is_wrung_out_is_gone_on_the_bench_too(self) -> None:
        page = self.page
        self.to_bench(SAUCE)
        layer = page.get_by_label(re.compile(r"^Leaves: \d+ g"))
        left = re.search(r"Leaves: (\d+) g", layer.get_attribute("aria-label") or "").group(1)
        self.assertLess(int(left), 300)
        self.station("Water")
        page.get_by_role("button", name="Leaves", exact=True).click()
        wrung = page.get_by_role("button", name=re.compile("Wrung out"))
        expect(wrung).to_contain_text(f"{left} g")
        # What the scale says there is what the plate goes by.
        wrung.click()
        page.get_by_label("On the scale").fill(f"{int(left) + 30}")
        page.get_by_role("button", name="Weigh in").click()
        expect(page.get_by_text("weighed · ")).to_have_count(1)
        self.station("Bench")
        expect(page.get_by_label(f"Leaves: {int(left) + 30} g")).to_be_attached()
        page.reload()
        expect(page.get_by_label(f"Leaves: {int(left) + 30} g")).to_be_attached()

    def test_grated_swede_is_wrung_in_two_rounds_for_a_fish_pie(self) -> None:
        page = self.page
        self.to_bench(FISH_PIE)
        self.station("Water")
        page.get_by_role("button", name="Lid", exact=True).click()
        answer = page.get_by_role("complementary", name="Weighing")
        wrung = page.get_by_role("button", name=re.compile("Wrung out"))
        wrung.click()
        # A raw grated root holds on to its water: far less than half of it leaves a cloth.
        grams = float(re.search(r"(\d+) g", wrung.inner_text()).group(1))
        self.assertTrue(520 < grams < 760, grams)
        scale = answer.get_by_role("group", name="Scale")
        scale.get_by_role("button", name="Simulated scale").click()
        self.put_on(scale, 690)
        page.get_by_role("button", name="Weigh in").click()
        expect(page.get_by_text("weighed · ")).to_have_count(1)
        page.get_by_role("button", name="after another round").click()
        self.put_on(scale, 611)
        page.get_by_role("button", name="Weigh in").click()
        rounds = re.compile(r"2 rounds so far: (689|69[01]) g and 61[0-2] g")
        expect(answer).to_contain_text(rounds)
        expect(wrung).to_contain_text(re.compile(r"61[0-2] g"))
        # Another device of the household sees the same cooking.
        phone = page.context.new_page()
        phone.goto(page.url)
        phone.get_by_role("button", name="Lid", exact=True).click()
        seen = phone.get_by_role("button", name=re.compile("Wrung out"))
        expect(seen).to_contain_text(re.compile(r"weighed"))
        expect(seen).to_contain_text(re.compile(r"61[0-2] g"))
        phone.close()
        # It is there for whoever comes back, and the last round alone is taken back.
        page.reload()
        page.get_by_role("button", name="Lid", exact=True).click()
        wrung.click()
        expect(answer).to_contain_text(rounds)
        page.get_by_role("button", name="Delete the last weighing").click()
        expect(wrung).to_contain_text(re.compile(r"(689|69[01]) g"))
        # In batches instead: nothing counts before both are there, and then their sum does.
        page.get_by_role("button", name="Delete this weighing").click()
        expect(page.get_by_text("weighed · ")).to_have_count(0)
        expect(answer).to_contain_text("Your cloth takes about 600 g at once: wring in 2 batches")
        page.get_by_role("group", name="In how many batches").get_by_text("2", exact=True).click()
        for number, batch in ((1, 300), (2, 320)):
            page.get_by_label("On the scale").fill(str(batch))
            page.get_by_role("button", name=f"Weigh in batch {number}").click()
            if number == 1:
                expect(answer).to_contain_text("300 g in 1 of 2 batches so far")
        expect(wrung).to_contain_text("620 g")

    def test_cream_is_added_by_eye_and_what_went_in_is_on_the_plate(self) -> None:
        page = self.page
        self.to_bench(BY_EYE)
        before = self.rail().inner_text()
        self.station("Water")
        by_eye = page.get_by_role("region", name="Added by eye")
        page.get_by_role("button", name=re.compile(r"\+ double cream")).click()
        expect(by_eye).to_contain_text(re.compile(r"begin with \d+ g, at most \d+ g"))
        # Far too much is asked about, and nothing counts before the answer.
        by_eye.get_by_label("Went in, g").fill("990")
        by_eye.get_by_role("button", name="Keep it").click()
        expect(page.get_by_text("far more than the")).to_be_visible()
        expect(by_eye).not_to_contain_text("went in")
        by_eye.get_by_label("Went in, g").fill("60")
        by_eye.get_by_role("button", name="Keep it").click()
        expect(by_eye).to_contain_text("60 g went in")
        self.station("Bench")
        expect(page.get_by_role("heading", name="One serving")).to_be_visible()
        expect(self.rail()).not_to_have_text(before)
        self.station("Water")
        page.get_by_role("button", name=re.compile(r"\+ double cream")).click()
        by_eye.get_by_role("button", name="Take it back").click()
        expect(by_eye).not_to_contain_text("went in")

    def test_a_scale_fills_the_field_when_its_weight_is_steady(self) -> None:
        page = self.page
        self.to_bench(SAUCE)
        self.station("Water")
        page.get_by_role("button", name="Leaves", exact=True).click()
        answer = page.get_by_role("complementary", name="Weighing")
        scale = answer.get_by_role("group", name="Scale")
        # Typing always works; a simulated scale stands in for one by USB.
        scale.get_by_role("button", name="Simulated scale").click()
        # What is cooked comes onto it by itself, until the cook puts something else on.
        expect(scale).to_contain_text("steady")
        expect(answer.get_by_label("On the scale")).to_have_value(re.compile(r"^[34]\d\d$"))
        following = scale.get_by_role("button", name="What is cooked")
        expect(following).to_have_attribute("aria-pressed", "true")
        scale.get_by_label("Put on it").fill("360")
        scale.get_by_role("button", name="Put it on").click()
        expect(following).to_have_attribute("aria-pressed", "false")
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
