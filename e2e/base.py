"""A live server with the built front end and Debian's Chromium."""

import atexit
import os
import sys
from functools import cache
from typing import ClassVar, Literal

from django.conf import settings
from django.test import LiveServerTestCase
from playwright.sync_api import Browser, Page, Playwright, expect, sync_playwright

from accounts.models import Household, User
from snabo_core.plate.eaters import schools
from table.services import EaterForm, add_eater

CHROMIUM = os.environ.get("SNABO_CHROMIUM", "/usr/bin/chromium")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
PASSWORD = "a-test-password"
# Only failures wait this long; a busy machine may stall for many seconds.
WAIT_MS = 30_000


@cache
def _playwright() -> Playwright:
    running = sync_playwright().start()
    atexit.register(running.stop)
    return running


_opened: list[Browser] = []


def _browser() -> Browser:
    """Return the one browser of the run, opened when it is first needed or after it died."""
    if not _opened or not _opened[-1].is_connected():
        opened = _playwright().chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        atexit.register(opened.close)
        _opened.append(opened)
    return _opened[-1]


class BrowserCase(LiveServerTestCase):
    """Opens one page a test, in a context of its own; fails on errors in the page."""

    browser: ClassVar[Browser]
    viewport: ClassVar[dict[str, int]] = {"width": 1280, "height": 800}
    #: "block" where a test holds up requests: those of a worker in control pass the page by.
    service_workers: ClassVar[Literal["allow", "block"]] = "allow"

    @classmethod
    def setUpClass(cls) -> None:
        # Playwright's own loop runs in this thread; the ORM is only used between its calls.
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
        if not (settings.WEB_BUILD / "index.html").exists():
            raise AssertionError("The screens are not built; run ./snabo test.")
        super().setUpClass()
        cls.browser = _browser()

    def setUp(self) -> None:
        self.household = Household.objects.create(name="Test kitchen", microwave_watts=800)
        cook = User.objects.create_user("cook", password=PASSWORD, household=self.household)
        for name, school in (("Ada", "very_low_carb"), ("Bo", "no_added_oil")):
            add_eater(
                household=self.household,
                by=cook,
                form=EaterForm(name, school, list(schools()[school].targets), []),
            )
        context = self.browser.new_context(
            viewport=self.viewport,
            reduced_motion="reduce",
            service_workers=self.service_workers,
        )
        self.addCleanup(context.close)
        self.page: Page = context.new_page()
        self.page.set_default_timeout(WAIT_MS)
        self.page.set_default_navigation_timeout(2 * WAIT_MS)
        expect.set_options(timeout=WAIT_MS)
        self.faults: list[str] = []
        self.page.on("pageerror", lambda error: self.faults.append(str(error)))
        self.addCleanup(lambda: self.assertEqual(self.faults, []))

    def tearDown(self) -> None:
        # What stands on the page tells more of a failure than what was waited for.
        if not self._outcome.success:  # type: ignore[attr-defined]
            words = self.page.locator("body").inner_text()
            sys.stderr.write(f"\n{self.id()}: {self.page.url}\n{words[:4000]}\n")

    def open(self, path: str = "/") -> None:
        self.page.goto(f"{self.live_server_url}{path}")

    def sign_in(self) -> None:
        self.open("/")
        self.page.get_by_label("Name").fill("cook")
        self.page.get_by_label("Password").fill(PASSWORD)
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.get_by_role("heading", name="Dishes")).to_be_visible()

    def bring(self, text: str, title: str) -> None:
        self.page.goto(f"{self.live_server_url}/bring")
        self.page.get_by_role("textbox").first.fill(text)
        self.page.get_by_role("button", name="Read it").click()
        self.page.get_by_role("button", name="Put it on the Bench").click()
        expect(self.page.get_by_role("heading", name=title)).to_be_visible()
