"""The household's places: table, kitchen, foods, dishes, day and evening."""

import re

from playwright.sync_api import expect

from e2e.test_path import CookCase


class Places(CookCase):
    """What is said there shows on every dish."""

    def place(self, name: str) -> None:
        self.page.get_by_role("navigation", name="Places").get_by_text(name).click()
        expect(self.page.get_by_role("heading", name=name, exact=True)).to_be_visible()

    def back_to_dish(self) -> None:
        self.place("Dishes")
        self.page.get_by_role("link", name="Harbour-light bean pot").click()
        expect(self.page.get_by_role("heading", name="One serving")).to_be_visible()

    def test_seat_change_and_take_away(self) -> None:
        page = self.page
        self.to_bench()
        self.place("Table")
        page.get_by_role("button", name="Seat somebody").click()
        page.get_by_label("Name").fill("Cleo")
        page.get_by_label("Fat at most", exact=True).fill("3")
        page.get_by_role("button", name="milk", exact=True).click()
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Fat at most 3 g")).to_be_visible()
        expect(page.get_by_text("no milk", exact=True)).to_be_visible()
        self.back_to_dish()
        rail = self.rail()
        expect(rail).to_contain_text("Cleo")
        expect(rail).to_contain_text("contains milk: ")
        # A stand-in with butter goes to the end, with the reason.
        last = page.get_by_role("listitem").filter(has_text="Not for Cleo: contains milk").first
        expect(last).to_be_visible()
        self.place("Table")
        page.get_by_role("button", name="Take away Cleo").click()
        expect(page.get_by_text("Cleo left the table.")).to_be_visible()
        page.get_by_role("button", name="Bring back").click()
        expect(page.get_by_role("heading", name="Cleo")).to_be_visible()

    def test_impossible_limit_is_refused_and_nothing_lost(self) -> None:
        page = self.page
        self.sign_in()
        self.place("Table")
        page.get_by_role("button", name="Change Ada").click()
        page.get_by_label("Protein at least").fill("50")
        page.get_by_label("Protein at most").fill("10")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("alert")).to_contain_text("nothing can meet both")
        expect(page.get_by_label("Protein at least")).to_have_value("50")

    def test_microwave_watts_change_the_time_not_the_mass(self) -> None:
        page = self.page
        self.to_bench()
        page.get_by_role("button", name="Choose Cauliflower").click()
        self.station("Water")
        page.get_by_role("button", name=re.compile(r"^(\d+ )?Microwaved")).click()
        panel = page.get_by_role("complementary", name="Weighing")
        expect(panel).to_contain_text("microwave’s power")
        slow = panel.inner_text()
        self.place("Kitchen")
        page.get_by_label("Watts").fill("1000")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Saved; every dish follows.")).to_be_visible()
        self.back_to_dish()
        self.station("Water")
        page.get_by_role("button", name=re.compile(r"^(\d+ )?Microwaved")).click()
        expect(panel).to_contain_text("microwave’s power")
        quick = panel.inner_text()
        minutes = [int(re.search(r"(\d+) min", text).group(1)) for text in (slow, quick)]
        self.assertLess(minutes[1], minutes[0])
        grams = [re.search(r"(\d+) g", text).group(1) for text in (slow, quick)]
        self.assertEqual(grams[0], grams[1])

    def test_impossible_watts_get_a_sentence(self) -> None:
        self.sign_in()
        self.place("Kitchen")
        self.page.get_by_label("Watts").fill("7")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_role("alert")).to_contain_text("Microwaves have 200 to 3000 W")

    def test_put_away_and_bring_back(self) -> None:
        page = self.page
        self.to_bench()
        self.place("Dishes")
        page.get_by_role("button", name="Archive Harbour-light bean pot").click()
        expect(page.get_by_text("No dish yet.")).to_be_visible()
        page.get_by_role("button", name="Bring it back").click()
        expect(page.get_by_role("link", name="Harbour-light bean pot")).to_be_visible()

    def test_foods_forgive_spelling_and_name_the_source(self) -> None:
        page = self.page
        self.sign_in()
        self.place("Foods")
        page.get_by_label("Find a food").fill("celriac")
        expect(page.get_by_role("heading", name="celeriac")).to_be_visible()
        expect(page.get_by_text("Holds celery.")).to_be_visible()
        expect(page.get_by_text("USDA SR Legacy: Celeriac, raw")).to_be_visible()
        page.get_by_label("Find a food").fill("qqqqzzzz")
        expect(page.get_by_text("Nothing near")).to_be_visible()

    def test_evening_stays_after_a_reload(self) -> None:
        page = self.page
        self.sign_in()
        page.get_by_role("button", name="Dark").click()
        page.reload()
        expect(page.get_by_role("button", name="Light")).to_be_visible()
        scheme = "() => getComputedStyle(document.documentElement).colorScheme"
        self.assertEqual(page.evaluate(scheme), "dark")
