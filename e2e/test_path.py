"""The first path as a cook walks it: bring, see, swap, dry, weigh, read the plate, keep."""

import re

from playwright.sync_api import Locator, expect

from e2e.base import BrowserCase
from e2e.recipes import DOUBTFUL, POT


class CookCase(BrowserCase):
    """What a cook does again and again."""

    def paste(self, text: str) -> None:
        self.page.get_by_role("link", name="Bring a dish").click()
        self.page.get_by_label("Recipe text").fill(text)
        self.page.get_by_role("button", name="Read it").click()

    def to_bench(self, text: str = POT) -> None:
        self.sign_in()
        self.paste(text)
        self.page.get_by_role("button", name="Put it on the Bench").click()
        expect(self.page.get_by_role("heading", name="One serving")).to_be_visible()

    def station(self, name: str) -> None:
        self.page.get_by_role("navigation", name="Stations").get_by_text(name).click()

    def figure(self, row: str) -> float:
        cell = self.page.get_by_role("row", name=re.compile(f"^{row}")).get_by_role("cell").first
        return float(re.search(r"[\d.]+", cell.inner_text()).group())

    def rail(self) -> Locator:
        return self.page.get_by_role("region", name="One serving")

    def weigh(self, step: str, grams: float, tare: float | None = None) -> None:
        page = self.page
        page.get_by_role("button", name=re.compile(rf"^(\d+ )?{step}")).click()
        page.get_by_label("On the scale").fill(f"{grams:.0f}")
        if tare is not None:
            page.get_by_label("Empty bowl").fill(f"{tare:.0f}")
        page.get_by_role("button", name="Weigh in").click()
        expect(page.get_by_role("button", name="Delete this weighing")).to_be_visible()


class Path(CookCase):
    """From a pasted recipe to a plate."""

    def test_bring_swap_weigh_and_read_the_plate(self) -> None:
        page = self.page
        self.to_bench()
        starchy = re.compile(r"The mash in “Lid” carries \d\d of \d\d g")
        expect(page.get_by_text(starchy)).to_be_visible()
        expect(page.get_by_role("listitem").filter(has_text="Choose").nth(4)).to_be_attached()
        # The starchy part is open; every candidate is computed before it is chosen.
        before = self.rail().inner_text()
        page.get_by_role("button", name="Choose Cauliflower").click()
        expect(page.get_by_text("chosen", exact=True)).to_be_visible()
        expect(self.rail()).not_to_have_text(before)
        # Undo takes it back, choosing again brings it again.
        page.get_by_role("button", name="U undo").click()
        expect(page.get_by_text("Choose a stand-in below")).to_be_visible()
        page.get_by_role("button", name="Choose Cauliflower").click()

        self.station("Water")
        glasses = page.get_by_role("button", name=re.compile("% water"))
        expect(glasses).to_have_count(4)
        grams = float(re.search(r"(\d+) g", glasses.first.inner_text()).group(1))
        self.weigh("Start", grams + 412, tare=412)
        expect(page.get_by_text("weighed · ")).to_have_count(1)
        target = page.get_by_role("button", name=re.compile("Pressed between")).inner_text()
        expect(page.get_by_role("contentinfo")).to_contain_text("dry enough at")
        pressed = grams * 0.97
        self.weigh("Pressed between paper", pressed + 412)
        answer = page.get_by_role("complementary", name="Weighing")
        expect(answer).to_contain_text(re.compile(r"\d+ g still to press out, dry enough at \d+ g"))
        self.assertIn("predicted", target)

        self.station("Portions")
        expect(page.get_by_role("heading", name="The plate", exact=True)).to_be_visible()
        net = self.figure("Net carbs")
        self.assertTrue(5 < net < 60, net)
        expect(page.get_by_role("columnheader", name="original")).to_be_visible()
        # What opens a figure is kept in the address, which the way here may still be writing.
        page.wait_for_load_state("networkidle")
        page.get_by_role("button", name="Sodium").click()
        expect(page).to_have_url(re.compile("open=sodium"))
        table = page.get_by_role("region", name="Sodium: where it comes from")
        table.get_by_role("button", name="salt", exact=True).first.click()
        expect(table).to_contain_text("USDA SR Legacy: Salt, table; as the source gives it")
        page.get_by_role("button", name="dish", exact=True).click()
        self.assertAlmostEqual(self.figure("Net carbs") / net, 4, delta=0.2)

        page.get_by_role("button", name="Keep this version").click()
        expect(page.get_by_text(re.compile("Kept as version \\d"))).to_be_visible()
        self.second_browser(net)

    def second_browser(self, net: float) -> None:
        """Reload and another browser show the same."""
        self.page.reload()
        self.page.get_by_role("button", name="serving", exact=True).click()
        expect(self.page.get_by_role("heading", name="The plate", exact=True)).to_be_visible()
        self.assertEqual(self.figure("Net carbs"), net)
        context = self.browser.new_context(viewport=self.viewport)
        self.addCleanup(context.close)
        self.page = context.new_page()
        self.sign_in()
        self.page.get_by_role("link", name="Harbour-light bean pot").click()
        expect(self.page.get_by_text("chosen", exact=True)).to_be_visible()
        self.station("Portions")
        self.assertEqual(self.figure("Net carbs"), net)

    def test_crumb_and_thickener_swap_too(self) -> None:
        page = self.page
        self.to_bench()
        page.get_by_role("button", name=re.compile("^Crumb:")).click()
        page.get_by_role("button", name="Choose Seeds and yeast flakes").click()
        expect(page.get_by_text("chosen", exact=True)).to_be_visible()
        page.get_by_role("button", name=re.compile("^Pot:")).click()
        page.get_by_role("button", name="Choose Xanthan gum").click()
        # 25 g of flour coat 25 / 16 x 250 g: 1.6 g of xanthan; common practice, no source.
        expect(page.get_by_text("1.6 g")).to_be_visible()
        self.station("Water")
        page.get_by_role("button", name="Crumb", exact=True).click()
        expect(page.get_by_role("heading", name="Crumb Seeds and yeast flakes")).to_be_visible()

    def test_doubtful_lines_are_fixed_in_place(self) -> None:
        page = self.page
        self.sign_in()
        self.paste(DOUBTFUL)
        read = page.get_by_role("region", name="What was read")
        expect(read).to_contain_text("3 lines read, 2 doubtful")
        page.get_by_role("button", name="Fix 2 cups zzqqx").click()
        page.get_by_role("combobox", name="Food").fill("celriac")
        page.get_by_role("option", name=re.compile("^celeriac")).first.click()
        expect(read).to_contain_text("one doubtful")
        # The next doubtful line opens by itself.
        page.get_by_label("Grams").fill("30")
        page.get_by_role("button", name="Done").click()
        expect(read).to_contain_text("none doubtful")
        expect(read).to_contain_text("typed by you")

    def test_a_correction_is_remembered(self) -> None:
        page = self.page
        self.sign_in()
        self.paste(DOUBTFUL)
        page.get_by_role("button", name="Fix 2 cups zzqqx").click()
        page.get_by_label("always read this as").check()
        page.get_by_role("combobox", name="Food").fill("celriac")
        page.get_by_role("option", name=re.compile("^celeriac")).first.click()
        read = page.get_by_role("region", name="What was read")
        expect(read).to_contain_text("one doubtful")
        page.get_by_label("Recipe text").fill("Pot\n300 g zzqqx, diced\n")
        page.get_by_role("button", name="Read it again").click()
        expect(read).to_contain_text("none doubtful")
        expect(read).to_contain_text("celeriac, diced")
        page.get_by_role("navigation", name="Places").get_by_text("Kitchen").click()
        page.get_by_role("button", name="Forget zzqqx").click()
        expect(page.get_by_text("Nothing yet.")).to_be_visible()

    def test_nothing_pasted_is_lost_on_reload(self) -> None:
        self.sign_in()
        self.page.get_by_role("link", name="Bring a dish").click()
        box = self.page.get_by_label("Recipe text")
        box.fill("Half a recipe\n200 g pot")
        self.page.reload()
        expect(box).to_have_value("Half a recipe\n200 g pot")

    def test_empty_paste_says_what_to_do(self) -> None:
        self.sign_in()
        self.paste("  ")
        expect(self.page.get_by_role("alert")).to_contain_text("Paste the recipe's text first")


class ServerGone(CookCase):
    """The server ends while a cook works, and no worker of the browser stands between."""

    service_workers = "block"

    def test_server_gone_keeps_the_edit_and_sends_it_later(self) -> None:
        page = self.page
        self.to_bench()
        page.route("**/api/dishes/*", lambda route: route.abort())
        page.get_by_role("button", name="Choose Swede").click()
        expect(page.get_by_role("alert")).to_contain_text("does not answer")
        expect(page.get_by_text("not yet saved")).to_be_visible()
        page.unroute("**/api/dishes/*")
        page.reload()
        expect(page.get_by_text("chosen", exact=True)).to_be_visible()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()


class Trouble(CookCase):
    """What goes wrong costs nothing."""

    def test_two_windows(self) -> None:
        page = self.page
        self.to_bench()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        other = page.context.new_page()
        other.goto(page.url)
        other.get_by_role("button", name="Choose Swede").click()
        expect(other.get_by_text("chosen", exact=True)).to_be_visible()
        expect(other.get_by_text("saved", exact=True)).to_be_visible()
        page.get_by_role("button", name="Choose Butternut").click()
        alert = page.get_by_role("alert")
        expect(alert).to_contain_text("changed in another window")
        page.get_by_role("button", name="Save mine over it").click()
        expect(alert).to_have_count(0)
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        other.reload()
        expect(other.get_by_role("listitem").filter(has_text="chosen")).to_contain_text("Butternut")

    def test_hard_to_believe_weight_is_asked_about(self) -> None:
        page = self.page
        self.to_bench()
        page.get_by_role("button", name="Choose Cauliflower").click()
        self.station("Water")
        page.get_by_label("On the scale").fill("20000")
        page.get_by_role("button", name="Weigh in").click()
        expect(page.get_by_text("ten times more than expected")).to_be_visible()
        expect(page.get_by_text("weighed · ")).to_have_count(0)
