"""The menu: a week planned, shopped for with and without a network, laid out and taken along."""

import datetime as dt
import re

from playwright.sync_api import expect

from dishes.models import Dish
from e2e.base import BrowserCase
from e2e.test_evening import CONTROLLED
from menu.models import MenuDay, MenuMeal, ShoppingEvent, ShopPrice
from table.services import today_in

POT = """Lock-side celeriac pot
Serves 4
800 g celeriac, peeled
2 onions
400 g tin butter beans, drained
2 tbsp rapeseed oil

Slice the onions and fry them in the oil for 8 minutes.
Add the celeriac and the beans and simmer for 25 minutes.
"""


class Week(BrowserCase):
    """Seven days, and what they need."""

    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.bring(POT, "Lock-side celeriac pot")
        self.dish = str(Dish.objects.get().uid)
        self.today = today_in(household=self.household)

    def name(self, after: int) -> str:
        return f"{self.today + dt.timedelta(days=after):%A}"

    def plan(self, after: int, what: str | re.Pattern[str]) -> None:
        page = self.page
        page.get_by_role("button", name=f"Put a dish on {self.name(after)}").click()
        page.get_by_label(f"What is eaten on {self.name(after)}").click()
        page.get_by_role("option", name=what).click()
        put = page.get_by_role("button", name=f"Put it on {self.name(after)}")
        put.click()
        # The form closes once it is kept: what is left of it can be planned only then.
        expect(put).to_be_hidden()

    def test_planned_shopped_and_ticked_without_a_network(self) -> None:
        page = self.page
        page.get_by_role("link", name="Menu", exact=True).click()
        expect(page.get_by_text("Nothing is planned for these days.")).to_be_visible()
        self.plan(1, "Lock-side celeriac pot")
        meal = page.get_by_role("button", name=re.compile("^Lock-side celeriac pot cooked"))
        expect(meal).to_contain_text("cooked, 4 servings, 2 over")
        expect(page.get_by_text("Nobody has these yet: 2 servings")).to_be_visible()
        self.plan(2, re.compile("cooked tomorrow"))
        expect(meal).to_contain_text("cooked, 4 servings")
        expect(page.get_by_text("Nobody has these yet")).to_be_hidden()
        # One of the two stays away on the second day.
        page.get_by_role("button", name=re.compile(f"^{self.name(2)}: served at 18:30")).click()
        page.get_by_role("button", name="Bo", exact=True).click()
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("button", name=re.compile(f"^{self.name(2)}"))).to_contain_text(
            "Ada"
        )
        self.assertEqual(len(MenuDay.objects.get().eaters), 1)
        page.evaluate(CONTROLLED)
        page.reload()
        expect(meal).to_contain_text("1 over")

        page.get_by_role("link", name="Shopping list").click()
        expect(page.get_by_role("heading", name=re.compile("things to buy"))).to_be_visible()
        crates = page.get_by_role("region", name=re.compile("^Crates"))
        expect(crates).to_contain_text("celeriac")
        expect(crates).to_contain_text("2 bulbs")
        expect(crates).to_contain_text("or swede")
        page.context.set_offline(offline=True)
        crates.get_by_role("checkbox", name="celeriac").check()
        expect(page.get_by_text("have not reached the kitchen server yet")).to_be_visible()
        page.get_by_label("Something else").fill("kitchen paper")
        page.get_by_role("button", name="Write it down").click()
        page.reload()
        # What was told is still told after leaving, with nobody there to ask.
        expect(page.get_by_role("checkbox", name="celeriac")).to_be_checked()
        expect(page.get_by_text("kitchen paper")).to_be_visible()
        self.assertEqual(ShoppingEvent.objects.count(), 0)
        page.context.set_offline(offline=False)
        expect(page.get_by_text("have not reached the kitchen server yet")).to_be_hidden(
            timeout=15_000
        )
        self.assertEqual(
            list(ShoppingEvent.objects.values_list("kind", flat=True)), ["had", "wrote"]
        )

        page.get_by_role("button", name="More about onion").click()
        page.get_by_label("Price of 1 piece").fill("0.40")
        page.get_by_role("button", name="Keep the price").click()
        expect(page.get_by_text(re.compile("at least 0.20 a serving"))).to_be_visible()
        self.assertEqual(float(ShopPrice.objects.get().price), 0.4)
        page.get_by_role("button", name="It is always at home").click()
        expect(page.get_by_role("region", name="At home")).to_contain_text("onion")
        with page.expect_download() as download:
            page.get_by_role("link", name="As text").click()
        text = download.value.path().read_text("utf-8")
        self.assertIn("- kitchen paper", text)
        self.assertNotIn("- celeriac", text)

    def test_laid_out_over_the_days_moved_and_taken_off(self) -> None:
        page = self.page
        page.goto(f"{self.live_server_url}/menu")
        self.plan(1, "Lock-side celeriac pot")
        self.plan(2, re.compile("cooked tomorrow"))
        page.get_by_role("link", name="Run sheet").click()
        tomorrow = page.get_by_role("region", name="tomorrow")
        expect(tomorrow).to_contain_text("Slice the onions", timeout=30_000)
        expect(tomorrow).to_contain_text("18:30")
        after = page.get_by_role("region", name=re.compile(f"^{self.name(2)}"))
        expect(after).to_contain_text("74 °C", timeout=30_000)
        page.get_by_role("link", name="Days").click()
        page.get_by_role("button", name=re.compile("^Lock-side celeriac pot cooked")).click()
        page.get_by_label("Servings made").fill("6")
        page.get_by_role("button", name="Save").click()
        page.get_by_role("button", name="Set it to 6 servings").click()
        expect(page.get_by_text("The dish is saved for")).to_be_hidden()
        page.get_by_role("button", name="Take it off").click()
        expect(page.get_by_text("is off the menu.", exact=False).first).to_be_visible()
        expect(page.get_by_text("Cook it on this day, or take it off.").first).to_be_visible()
        page.get_by_role("button", name="Bring it back").click()
        expect(page.get_by_text("Cook it on this day, or take it off.")).to_have_count(0)
        self.assertEqual(MenuMeal.objects.filter(removed_at=None).count(), 2)

    def test_the_card_goes_with_the_dish(self) -> None:
        page = self.page
        page.goto(f"{self.live_server_url}/card/{self.dish}")
        expect(page.get_by_role("heading", name="Contains")).to_be_visible()
        main = page.get_by_role("main")
        expect(main).to_contain_text("celery in celeriac")
        expect(main).to_contain_text("2 hours at most")
        page.get_by_label("Out of the fridge since").fill("12:30")
        expect(main).to_contain_text("Eaten or cold again by")
