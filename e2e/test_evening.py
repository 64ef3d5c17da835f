"""An evening: from the run sheet to the table, on two devices, with the network cut."""

import io
import re

from PIL import Image
from playwright.sync_api import Page, expect

from e2e.base import WAIT_MS, BrowserCase
from e2e.recipes import POT
from runs.folding import facts_of
from runs.models import Photo, Run, RunEvent, SessionEvent
from runs.tests.test_evenings import TRAY

# Waits, by an event, until the service worker answers for the page.
CONTROLLED = """new Promise((settled) => {
    const worker = navigator.serviceWorker;
    if (worker.controller) settled(null);
    else worker.addEventListener("controllerchange", () => settled(null));
})"""


class Evening(BrowserCase):
    """The run sheet, the Stove, timers and notes."""

    def to_sheet(self) -> None:
        self.sign_in()
        self.bring(TRAY, "Beetroot tray")
        self.page.get_by_role("link", name="Run sheet").click()
        expect(self.page.get_by_role("button", name="Start cooking")).to_be_enabled()

    def to_stove(self) -> None:
        self.to_sheet()
        self.page.get_by_role("button", name="Start cooking").click()
        expect(self.step()).to_be_visible()

    def step(self, page: Page | None = None):
        return (page or self.page).get_by_role("article", name="The step now")

    def go(self, page: Page | None = None) -> None:
        """Press the large button, whatever it says."""
        actions = (page or self.page).locator("article ~ div button").first
        actions.click()

    def test_the_sheet_follows_the_cook_and_keeps_what_was_wished(self) -> None:
        page = self.page
        self.to_sheet()
        expect(page.get_by_text("Nothing can be shorter")).to_be_visible()
        expect(page.get_by_text(re.compile(r"^on at \d\d:\d\d"))).to_be_visible()
        walnuts = page.get_by_role("button", name=re.compile("Toast the walnuts"))
        walnuts.click()
        chosen = page.get_by_role("region", name="The task chosen")
        expect(chosen).to_contain_text("without moving anything else")
        chosen.get_by_role("button", name="5 min later").click()
        expect(walnuts).to_contain_text("pinned")
        page.get_by_role("button", name="2 cooks").click()
        expect(page.get_by_role("heading", name="Cook 2")).to_be_visible()
        page.reload()
        expect(page.get_by_role("heading", name="Cook 2")).to_be_visible()
        expect(walnuts).to_contain_text("pinned")
        # A time that cannot be kept is told with the earliest.
        page.get_by_label("Serve at").fill(page.evaluate(
            "new Date(Date.now() + 5 * 60000).toTimeString().slice(0, 5)"
        ))  # fmt: skip
        expect(page.get_by_text("cannot be kept")).to_be_visible()
        with page.expect_download() as saved:
            page.get_by_role("button", name="To calendar").click()
        self.assertEqual(saved.value.suggested_filename, "run-sheet.ics")

    def test_a_whole_evening_from_step_to_step(self) -> None:
        page = self.page
        self.to_stove()
        titles = []
        for _ in range(12):
            if page.get_by_text("Everything is done.").count():
                break
            title = self.step().get_by_role("heading").inner_text()
            titles.append(title)
            self.go()
            expect(page.locator("article h1")).not_to_have_text(title)
        expect(page.get_by_text("Everything is done.")).to_be_visible()
        self.assertEqual(len(titles), len(set(titles)) + 1, titles)  # the roast: on, then done
        self.assertIn("Cut the beetroot into wedges", titles)
        page.get_by_role("button", name="End the evening", exact=True).click()
        expect(page).to_have_url(re.compile("/portions$"))
        page.get_by_role("link", name="Stove", exact=True).click()
        expect(page.get_by_text("Nothing of this dish is on the stove")).to_be_visible()

    def test_timers_outlive_a_reload_and_are_seen_on_another_device(self) -> None:
        page = self.page
        self.to_stove()
        while "Roast" not in self.step().inner_text():
            title = self.step().get_by_role("heading").inner_text()
            self.go()
            expect(page.locator("article h1")).not_to_have_text(title)
        page.get_by_role("button", name="It is on: 40 min").click()
        roast = page.get_by_role("region", name="Timers").get_by_text("roast")
        expect(roast).to_be_visible()
        page.reload()
        expect(roast).to_be_visible()
        expect(page.get_by_role("timer").filter(has_text=re.compile(r"^(40|39):"))).to_be_visible()
        context = self.browser.new_context(viewport={"width": 390, "height": 800})
        self.addCleanup(context.close)
        context.add_cookies(page.context.cookies())
        phone = context.new_page()
        phone.set_default_timeout(WAIT_MS)
        phone.goto(page.url)
        expect(phone.get_by_role("region", name="Timers").get_by_text("roast")).to_be_visible()
        # A minute more on the phone reaches the counter.
        phone.get_by_role("button", name=re.compile("One minute more: Roast")).click()
        expect(page.get_by_role("timer").filter(has_text=re.compile(r"^4[01]:"))).to_be_visible()
        # The roast was not put on after all: its timer goes with it, and stays gone.
        page.get_by_role("list", name="All steps").get_by_role(
            "button", name=re.compile("Roast")
        ).click()  # fmt: skip
        page.get_by_role("button", name="It is not on after all").click()
        expect(page.get_by_role("timer")).to_have_count(0)
        page.reload()
        expect(page.locator("article h1")).to_have_text(re.compile("Roast"))
        expect(page.get_by_role("timer")).to_have_count(0)
        # A wrong tap is taken back.
        title = self.step().get_by_role("heading").inner_text()
        self.go()
        page.get_by_role("button", name="Take it back").click()
        expect(page.locator("article h1")).to_have_text(title)

    def test_what_comes_after_the_stove_is_kept_and_becomes_the_dish(self) -> None:
        page = self.page
        self.to_stove()
        page.get_by_role("list", name="All steps").get_by_role(
            "button", name=re.compile("Roast")
        ).click()  # fmt: skip
        page.get_by_role("button", name="Setting").click()
        page.get_by_label("What it is set to").fill("second rack")
        page.get_by_role("button", name="Keep the setting").click()
        expect(page.get_by_text("Set to: second rack")).to_be_visible()
        picture = Image.effect_noise((1000, 700), 30).convert("RGB")
        written = io.BytesIO()
        picture.save(written, "PNG")
        page.locator("input[type=file]").set_input_files(
            {"name": "tray.png", "mimeType": "image/png", "buffer": written.getvalue()}
        )
        expect(page.get_by_role("img", name=re.compile("Taken at"))).to_be_visible()
        page.get_by_role("button", name="I added something").click()
        page.get_by_label("What did you add?").fill("1 tbsp cider vinegar")
        page.keyboard.press("Enter")
        expect(page.get_by_text("1 tbsp cider vinegar")).to_be_visible()
        page.get_by_role("button", name="End the evening here").click()
        page.get_by_role("button", name="Press again").click()
        table = page.get_by_role("region", name="On the table")
        table.get_by_label("On the scale").fill("1600")
        table.get_by_label("Empty bowl").fill("1000")
        table.get_by_role("button", name="Weigh in").click()
        expect(table).to_contain_text("600 g")
        table.get_by_role("button", name="in pieces").click()
        table.get_by_label("Cut into how many pieces").fill("4")
        table.get_by_label("Ada had, pieces").fill("5")
        table.get_by_role("button", name="Share it out").click()
        expect(table.get_by_role("alert")).to_contain_text("1 piece more")
        table.get_by_label("Ada had, pieces").fill("1")
        table.get_by_role("button", name="Share it out").click()
        expect(table.get_by_role("list", name="What each had")).to_contain_text("1 piece, 150 g")
        left = table.get_by_role("region", name="Left over")
        expect(left).to_contain_text("450 g")
        left.get_by_role("button", name="Into the fridge").click()
        expect(left).to_contain_text("heated through to 74 °C")
        table.get_by_role("button", name="just right").click()
        table.get_by_role("button", name="yes", exact=True).click()
        table.get_by_label("Next time").fill("ten minutes more")
        table.get_by_role("button", name="Keep it").click()
        expect(table).to_contain_text("just right, would have it again")
        page.reload()
        expect(table).to_contain_text("ten minutes more")
        self.on_runs()

    def on_runs(self) -> None:
        """What was done, eaten and said stands side by side, and becomes the dish."""
        page = self.page
        page.get_by_role("link", name="Runs", exact=True).click()
        expect(page.get_by_role("heading", name="Cookings side by side")).to_be_visible()
        runs = page.get_by_role("table")
        for words in ("added 1 tbsp cider vinegar", "second rack", "600 g", "450 g", "just right"):
            expect(runs).to_contain_text(words)
        expect(runs.get_by_role("img")).to_be_visible()
        page.get_by_role("button", name="Make this the dish").click()
        expect(page.get_by_text("as it was cooked. Undo takes it back")).to_be_visible()
        page.get_by_role("link", name="Recipe", exact=True).click()
        expect(page.get_by_text("cider vinegar").first).to_be_visible()
        page.get_by_role("heading", name="Steps").click()
        page.keyboard.press("u")
        expect(page.get_by_role("status")).to_contain_text("Undone: the dish made")
        expect(page.get_by_text("cider vinegar")).to_have_count(0)

    def test_weighing_at_the_stove_answers_in_grams(self) -> None:
        page = self.page
        self.sign_in()
        self.bring(POT, "Harbour-light bean pot")
        page.get_by_role("button", name="Choose Cauliflower").first.click()
        expect(page.get_by_text("chosen", exact=True)).to_be_visible()
        page.get_by_role("link", name="Run sheet").click()
        page.get_by_role("button", name="Start cooking").click()
        expect(self.step()).to_be_visible()
        press = page.get_by_role("list", name="All steps").get_by_role(
            "button", name=re.compile("press", re.IGNORECASE)
        )  # fmt: skip
        press.first.click()
        page.get_by_role("button", name="Weigh", exact=True).click()
        page.get_by_label("On the scale").fill("9000")
        page.get_by_label("Empty bowl").fill("0")
        page.get_by_role("button", name="Weigh in").click()
        expect(page.get_by_role("button", name="It is right, take it")).to_be_visible()
        page.get_by_role("button", name="Weigh again").click()
        press.first.click()
        page.get_by_role("button", name="Weigh", exact=True).click()
        page.get_by_label("On the scale").fill("700")
        page.get_by_role("button", name="Weigh in").click()
        press.first.click()
        expect(
            page.get_by_text(re.compile(r"\d g still|[Dd]ry enough|Too dry by \d"))
        ).to_be_visible()

    def test_with_the_network_cut_nothing_is_lost_and_nothing_counts_twice(self) -> None:
        page = self.page
        self.to_stove()
        page.evaluate(CONTROLLED)
        # Once with the worker beside it, as on any second visit.
        page.reload()
        expect(self.step()).to_be_visible()
        page.context.set_offline(offline=True)
        done = self.step().get_by_role("heading").inner_text()
        self.go()
        expect(page.locator("article h1")).not_to_have_text(done)
        for number in range(6):
            page.get_by_label("What is timed").fill(f"pot {number}")
            page.get_by_label("Minutes").fill("25")
            page.get_by_role("button", name="Set", exact=True).click()
        page.get_by_role("list", name="All steps").get_by_role(
            "button", name=re.compile("Roast")
        ).click()  # fmt: skip
        for number in range(40):
            page.get_by_role("button", name="Weigh", exact=True).click()
            page.get_by_label("On the scale").fill(f"{440 + number}")
            page.get_by_label("Empty bowl").fill("0")
            if number:
                page.get_by_role("button", name=re.compile("^instead of")).click()
            page.get_by_role("button", name="Weigh in").click()
        picture = io.BytesIO()
        Image.new("RGB", (300, 200), "brown").save(picture, "PNG")
        page.locator("input[type=file]").set_input_files(
            {"name": "tray.png", "mimeType": "image/png", "buffer": picture.getvalue()}
        )
        expect(page.get_by_text("photo kept")).to_be_visible()
        expect(page.get_by_text("The kitchen server does not answer")).to_be_visible()
        expect(page.get_by_text("47 kept here")).to_be_visible()
        # Signing out asks first: 47 things told and a photo.
        page.get_by_role("button", name="Sign out").click()
        expect(page.get_by_text("48 to go")).to_be_visible()
        page.get_by_role("button", name="Stay").click()
        self.assertEqual((SessionEvent.objects.count(), RunEvent.objects.count()), (0, 0))
        # Even the page itself comes back without a network, with all that waits.
        page.reload()
        expect(page.get_by_text("47 kept here")).to_be_visible()
        expect(page.get_by_role("timer")).to_have_count(6)
        page.context.set_offline(offline=False)
        expect(page.get_by_text("The kitchen server does not answer")).to_be_hidden()
        expect(page.get_by_role("timer")).to_have_count(6)
        page.get_by_role("list", name="All steps").get_by_role(
            "button", name=re.compile("Roast")
        ).click()  # fmt: skip
        expect(page.get_by_role("img", name=re.compile("Taken at"))).to_be_visible()
        self.assertEqual(Photo.objects.count(), 1)
        kinds = list(SessionEvent.objects.order_by("seq").values_list("kind", flat=True))
        self.assertEqual(kinds, ["step_done", *["timer_set"] * 6])
        weights = [e.payload["grams"] for e in RunEvent.objects.order_by("id")]
        self.assertEqual(weights, [440.0 + number for number in range(40)])
        # The last one counts, as it was told last.
        expect(page.get_by_role("article", name="The step now")).to_be_visible()
        [run] = Run.objects.all()
        [[counted]] = [steps.values() for steps in facts_of(run).readings.own_steps.values()]
        self.assertEqual(counted, 479.0)
