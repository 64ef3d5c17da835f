"""Nothing is lost: undo over weigh-ins, leaving and returning, by hand, the keyboard."""

import re

from playwright.sync_api import expect

from e2e.test_path import CookCase

NOODLES = """Weir noodle pot
Serves 4

For the pot
300 g spaghetti
400 g mushrooms
200 ml double cream

Method
1. Boil the spaghetti for 10 minutes and toss it with everything.
"""


class Kept(CookCase):
    """What was done stays, can be undone, and says what it was."""

    def test_undo_and_redo_cover_weighing_and_outlive_a_reload(self) -> None:
        page = self.page
        self.to_bench()
        page.get_by_role("button", name="Choose Cauliflower").click()
        self.station("Water")
        glasses = page.get_by_role("button", name=re.compile("% water"))
        expect(glasses).to_have_count(4)
        grams = float(re.search(r"(\d+) g", glasses.first.inner_text()).group(1))
        self.weigh("Start", grams)
        page.get_by_role("button", name="U undo").click()
        expect(page.get_by_text("Undone: the weighing of start.")).to_be_visible()
        expect(page.get_by_text("weighed · ")).to_have_count(0)
        page.reload()
        expect(glasses).to_have_count(4)
        page.get_by_role("button", name="R redo").click()
        expect(page.get_by_text("Done again: the weighing of start.")).to_be_visible()
        expect(page.get_by_text("weighed · ")).to_have_count(1)
        # One step further back is the swap itself, and it says so.
        page.get_by_role("button", name="U undo").click()
        page.get_by_role("button", name="U undo").click()
        expect(page.get_by_text("Undone: Cauliflower in the lid.")).to_be_visible()

    def test_a_starch_without_a_stand_in_is_no_dead_end(self) -> None:
        page = self.page
        self.to_bench(NOODLES)
        hand = page.get_by_role("region", name="By hand")
        hand.get_by_label("Another food").fill("celeriac")
        page.get_by_role("option", name=re.compile("^celeriac")).first.click()
        hand.get_by_role("button", name="Use it").click()
        expect(page.get_by_role("button", name="Replace celeriac")).to_be_visible()
        hand.get_by_role("button", name="Leave it out").click()
        expect(hand.get_by_text("chosen")).to_be_visible()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        # In the list with its figures, found by its name, and as it was left.
        page.get_by_role("link", name="Dishes", exact=True).click()
        row = page.get_by_role("listitem").filter(has_text="Weir noodle pot")
        expect(row).to_contain_text(re.compile(r"\d+ g → [\d.]+ g net carbs"))
        page.get_by_role("link", name="Weir noodle pot").click()
        expect(hand.get_by_text("chosen")).to_be_visible()

    def test_an_unsaved_change_of_an_older_state_is_offered(self) -> None:
        page = self.page
        self.to_bench()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        page.evaluate(
            """async () => {
              const id = location.pathname.split('/')[2];
              const dish = await (await fetch(`/api/dishes/${id}`)).json();
              const document = {...dish.document, servings: 7};
              const left = {revision: dish.revision - 1, document};
              localStorage.setItem(`snabo-draft-${id}`, JSON.stringify(left));
            }"""
        )
        page.reload()
        expect(page.get_by_text("was not saved and is still in this browser")).to_be_visible()
        page.get_by_role("button", name="Take it up").click()
        expect(page.get_by_text("7 servings")).to_be_visible()
        page.get_by_role("button", name="U undo").click()
        expect(page.get_by_text("Undone: the servings.")).to_be_visible()

    def test_pages_have_names_and_the_keyboard_shows_where_it_is(self) -> None:
        page = self.page
        self.sign_in()
        expect(page).to_have_title("Dishes · Snabo")
        page.keyboard.press("Tab")
        expect(page.get_by_role("link", name="Skip to the content")).to_be_focused()
        page.keyboard.press("Enter")
        page.keyboard.press("Tab")
        bring = page.get_by_role("link", name="Bring a dish")
        expect(bring).to_be_focused()
        width = bring.evaluate("e => getComputedStyle(e).outlineWidth")
        self.assertGreaterEqual(float(width.removesuffix("px")), 2)
        page.goto(f"{page.url.rstrip('/').rsplit('/', 1)[0]}/nowhere")
        expect(page.get_by_role("heading", name="No such page")).to_be_visible()
