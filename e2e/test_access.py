"""Keyboard, screen reader and small screens."""

import re
from pathlib import Path
from typing import ClassVar

from django.conf import settings
from playwright.sync_api import Page, expect

from e2e.recipes import POT
from e2e.test_path import CookCase

AXE = Path(settings.ROOT) / "web" / "node_modules" / "axe-core" / "axe.min.js"
SERIOUS = {"serious", "critical"}
STATIONS = ("bench", "recipe", "water", "portions", "runs", "compare")
PLACES = ("/dishes", "/bring", "/menu", "/menu/shopping", "/menu/run-sheet", "/table", "/shelf",
          "/foods", "/foods/side-by-side", "/foods/own", "/foods/conversions",
          "/kitchen", "/kitchen/archive")  # fmt: skip


def serious_findings(page: Page) -> list[str]:
    """Return axe's serious findings on the page as it stands."""
    page.evaluate(AXE.read_text("utf-8"))
    found = page.evaluate("() => axe.run(document)")
    return [
        f"{v['id']}: {v['help']}: {v['nodes'][0]['html'][:120]}"
        for v in found["violations"]
        if v["impact"] in SERIOUS
    ]


# How much of the screen jumped since it was opened, without anybody touching it.
SHIFT = """() => new Promise((done) => {
  let moved = 0;
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) if (!entry.hadRecentInput) moved += entry.value;
  }).observe({ type: 'layout-shift', buffered: true });
  setTimeout(() => done(moved), 200);
})"""
MOST_SHIFT = 0.02
# A tablet upright, a screen of 1280 at 200 %, a phone.
NARROW = (800, 640, 390)


class Axe(CookCase):
    """No serious issue on any screen, by day and by evening."""

    def test_every_place(self) -> None:
        page = self.page
        self.open("/")
        expect(page.get_by_role("button", name="Sign in")).to_be_visible()
        findings = {"sign-in": serious_findings(page)}
        shifts: dict[str, float] = {}
        self.to_bench()
        page.get_by_role("button", name="Choose Cauliflower").click()
        expect(page.get_by_text("chosen", exact=True)).to_be_visible()
        dish = page.url.rsplit("/", 1)[0].removeprefix(self.live_server_url)
        for mode in ("Dark", "Light"):
            for place in [*(f"{dish}/{station}" for station in STATIONS), *PLACES]:
                self.open(place)
                page.wait_for_load_state("networkidle")
                expect(page.get_by_role("main")).to_be_visible()
                shifts[place] = page.evaluate(SHIFT)
                findings[f"{place} before {mode}"] = serious_findings(page)
            page.get_by_role("button", name=mode).click()
        self.assertEqual(len(findings), 39)
        self.assertEqual({k: v for k, v in findings.items() if v}, {})
        self.assertEqual({k: v for k, v in shifts.items() if v >= MOST_SHIFT}, {})


class Keyboard(CookCase):
    """The whole path without a mouse."""

    def press_until(self, key: str, name: re.Pattern[str], limit: int = 60) -> None:
        for _ in range(limit):
            self.page.keyboard.press(key)
            label = self.page.evaluate(
                "() => { const a = document.activeElement;"
                " return a.getAttribute('aria-label') || a.innerText || a.name || ''; }"
            )
            if name.search(label):
                return
        self.fail(f"{name.pattern} was not reached with {key}")

    def test_paste_swap_weigh(self) -> None:
        page = self.page
        self.open("/")
        expect(page.get_by_label("Name")).to_be_focused()
        page.keyboard.type("cook")
        page.keyboard.press("Tab")
        page.keyboard.type("a-test-password")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Dishes")).to_be_visible()
        self.press_until("Tab", re.compile("Bring a dish"))
        page.keyboard.press("Enter")
        self.press_until("Tab", re.compile("Recipe text"))
        page.keyboard.insert_text(POT)
        self.press_until("Tab", re.compile("Read it"))
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="Put it on the Bench")).to_be_visible()
        self.press_until("Tab", re.compile("Put it on the Bench"))
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="One serving")).to_be_visible()
        expect(page.get_by_role("button", name="Choose White bean")).to_be_visible()
        page.evaluate("() => document.activeElement.blur()")
        page.keyboard.press("s")
        self.press_until("Tab", re.compile("Choose White bean"), limit=15)
        page.keyboard.press("Enter")
        expect(page.get_by_text("chosen", exact=True)).to_be_visible()
        page.evaluate("() => document.activeElement.blur()")
        page.keyboard.press("u")
        expect(page.get_by_text("chosen", exact=True)).to_have_count(0)
        page.keyboard.press("]")
        expect(page.get_by_role("heading", name="Crumb")).to_be_visible()

    def test_thirty_lines_five_doubtful(self) -> None:
        """Settled with the keyboard only: each doubtful line opens the next."""
        page = self.page
        self.sign_in()
        page.get_by_role("link", name="Bring a dish").click()
        odd = ["2 cups zzqqx", "100 g qqxxz", "1 bag mystery", "300 g zxzx", "2 handfuls of vwvw"]
        lines = [*("100 g potatoes" for _ in range(25)), *odd]
        page.get_by_label("Recipe text").fill("Long pot\nServes 4\n" + "\n".join(lines))
        page.get_by_role("button", name="Read it").click()
        read = page.get_by_role("region", name="What was read")
        expect(read).to_contain_text("30 lines read, 5 doubtful")
        page.get_by_role("button", name="Fix 2 cups zzqqx").focus()
        page.keyboard.press("Enter")
        for left in ("4 doubtful", "3 doubtful", "2 doubtful", "one doubtful", "none doubtful"):
            expect(page.get_by_role("combobox", name="Food")).to_be_focused()
            page.keyboard.press("Control+A")
            page.keyboard.type("swede")
            expect(page.get_by_role("option", name=re.compile("^swede"))).to_be_visible()
            page.keyboard.press("Enter")
            settled = page.get_by_text(left)
            expect(settled.or_(page.get_by_text("How much is it?"))).to_be_visible()
            if not settled.is_visible():
                page.get_by_label("Grams").focus()
                page.keyboard.type("150")
                page.keyboard.press("Enter")
            expect(settled).to_be_visible()

    def test_letters_do_not_fire_in_fields_and_can_be_switched_off(self) -> None:
        page = self.page
        self.sign_in()
        page.get_by_role("navigation", name="Places").get_by_text("Foods").click()
        page.get_by_label("Find a food").fill("")
        page.get_by_label("Find a food").type("su?")
        expect(page.get_by_label("Find a food")).to_have_value("su?")
        page.evaluate("() => document.activeElement.blur()")
        page.keyboard.press("?")
        dialog = page.get_by_role("dialog", name="Keys")
        expect(dialog).to_be_visible()
        dialog.get_by_label("Single-letter keys").uncheck()
        page.keyboard.press("Escape")
        expect(dialog).to_have_count(0)
        page.keyboard.press("?")
        expect(dialog).to_have_count(0)


class Phone(CookCase):
    """On narrow screens nothing runs off the side, jumps, or becomes unreachable."""

    viewport: ClassVar[dict[str, int]] = {"width": 390, "height": 844}

    def test_every_place(self) -> None:
        page = self.page
        self.to_bench()
        page.get_by_role("button", name="Choose Cauliflower").click()
        expect(page.get_by_text("chosen", exact=True)).to_be_visible()
        dish = page.url.rsplit("/", 1)[0].removeprefix(self.live_server_url)
        beside: dict[str, int] = {}
        shifts: dict[str, float] = {}
        findings: dict[str, list[str]] = {}
        for place in [*(f"{dish}/{station}" for station in STATIONS), *PLACES]:
            self.open(place)
            page.wait_for_load_state("networkidle")
            expect(page.get_by_role("main")).to_be_visible()
            shifts[place] = page.evaluate(SHIFT)
            findings[place] = serious_findings(page)
            for width in NARROW:
                page.set_viewport_size({"width": width, "height": 844})
                over = page.evaluate("() => document.documentElement.scrollWidth") - width
                beside[f"{place} at {width}"] = over
        self.assertEqual(len(shifts), 19)
        self.assertEqual({k: v for k, v in beside.items() if v > 0}, {})
        self.assertEqual({k: v for k, v in shifts.items() if v >= MOST_SHIFT}, {})
        self.assertEqual({k: v for k, v in findings.items() if v}, {})
