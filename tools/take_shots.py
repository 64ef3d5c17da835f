"""Take the pictures of docs/screenshots from the running demo household.

python tools/take_shots.py ADDRESS [name ...]   (./snabo shots does it all)
"""

import base64
import os
import sys
from collections.abc import Callable, Sequence
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

ROOT = Path(__file__).resolve().parents[1]
TARGET = Path(os.environ.get("SNABO_SHOTS", ROOT / "docs" / "screenshots"))
FLAGS = ["--no-sandbox", "--disable-gpu", "--no-first-run", "--disable-background-networking"]
NAME, PASSWORD = "demo", "swede-and-celeriac"
WIDE, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}
# A5 at 96 dots an inch, without its margins.
PAPER = {"width": 480, "height": 720}


def sign_in(page: Page) -> None:
    page.get_by_label("Name").fill(NAME)
    page.get_by_label("Password").fill(PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.get_by_role("heading", name="Dishes").wait_for()


def open_dish(page: Page, title: str, station: str = "bench") -> None:
    page.goto(page.url.split("/dishes")[0] + "/dishes")
    page.get_by_role("link", name=title).click()
    page.get_by_role("heading", name="One serving").wait_for()
    if station != "bench":
        page.get_by_role("navigation", name="Stations").get_by_text(station).click()
    page.wait_for_load_state("networkidle")


def ways_found(page: Page) -> None:
    page.locator('section[aria-label="Ways to make it fit"][aria-busy="false"]').wait_for()


def bench(page: Page) -> None:
    open_dish(page, "Cod and tomatoes")
    ways_found(page)


def parted(page: Page) -> None:
    """A dish that suits no one table, parted, and the variant of two of them."""
    open_dish(page, "turkey and barley pot")
    page.get_by_role("button", name="Part it so").click()
    who = page.get_by_role("group", name="Who it is cooked for")
    who.get_by_role("button", name="Maren and Tove").click()
    page.get_by_text("Hemp seed and cabbage instead of pearl barley").first.wait_for()
    ways_found(page)


def shelf(page: Page) -> None:
    """What is to be eaten first, and one thing opened."""
    page.get_by_role("link", name="Shelf", exact=True).click()
    # The list of dishes has a button of that name, too, and may still be there.
    page.get_by_role("heading", name="Shelf").wait_for()
    page.get_by_role("button", name="mackerel pot").click()


def shopping(page: Page) -> None:
    """The list of the week, two things ticked and one opened."""
    place("Menu")(page)
    page.get_by_role("link", name="Shopping list").click()
    page.get_by_role("heading", name="to buy").wait_for()
    for name in ("celery", "garlic"):
        page.get_by_role("checkbox", name=name).check()
    page.get_by_role("button", name="More about cauliflower").click()
    page.wait_for_load_state("networkidle")


def recipe(page: Page) -> None:
    open_dish(page, "mackerel pot", "Recipe")
    page.get_by_role("heading", name="Steps").wait_for()


def printed(page: Page) -> None:
    recipe(page)
    page.emulate_media(media="print")


def struck(page: Page) -> None:
    """The Bench at what a chosen stand-in strikes and puts in."""
    open_dish(page, "mackerel pot")
    page.get_by_role("button", name="Lid").first.click()
    region = page.get_by_role("region", name="Steps of the swap")
    region.evaluate("one => one.scrollIntoView()")


def water(page: Page) -> None:
    open_dish(page, "mackerel pot", "Water")
    form = page.get_by_role("complementary", name="Weighing")
    for step, grams in (("Start", "1102"), ("Microwaved", "1071")):
        page.get_by_role("button", name=step).click()
        form.get_by_label("On the scale").fill(grams)
        form.get_by_role("button", name="Weigh in").click()
        form.get_by_role("button", name="Delete this weighing").wait_for()
    page.get_by_role("button", name="Pressed").click()
    form.get_by_label("On the scale").fill("1002")
    form.get_by_role("button", name="Weigh in").click()
    form.get_by_role("button", name="Delete this weighing").wait_for()
    page.evaluate("window.scrollTo(0, 0)")


def portions(page: Page) -> None:
    open_dish(page, "mackerel pot", "Portions")


# A recipe of our own as it comes when a whole page is copied.
COPIED = """Share
Sluice-gate bean and leek bake
Serves 4 to 6
Total time 1 hour
Follow us for more

2 leeks or 3 spring onions
400 g tin butter beans, rinsed
salt and pepper
2 tbsp olive oil, for frying
30 g flumen powder

For the lid
700 g floury potatoes, peeled
100 ml milk

Method
1. Soften the leeks in the oil, add the beans.
2. Mash the potatoes with milk, spread over, bake 30 minutes at 200 C.
"""


def bring(page: Page) -> None:
    page.goto(page.url.split("/dishes")[0] + "/bring")
    page.get_by_label("Recipe text").fill(COPIED)
    page.get_by_role("button", name="Read it").click()
    page.get_by_role("button", name="Put it on the Bench").wait_for()
    page.get_by_text("Left out").click()


def place(name: str) -> Callable[[Page], None]:
    def go(page: Page) -> None:
        page.get_by_role("navigation", name="Places").get_by_text(name).click()
        page.get_by_role("heading", name=name, exact=True).wait_for()
        page.wait_for_load_state("networkidle")

    return go


def compare(page: Page) -> None:
    open_dish(page, "mackerel pot", "Compare")
    for name in ("Celeriac", "White bean"):
        page.get_by_role("button", name=name).first.click()
    page.get_by_role("columnheader").nth(4).wait_for()
    page.wait_for_load_state("networkidle")


def runs(page: Page) -> None:
    open_dish(page, "mackerel pot", "Runs")
    page.get_by_role("columnheader").nth(3).wait_for()
    page.wait_for_load_state("networkidle")


def day(page: Page) -> None:
    place("Table")(page)
    page.get_by_label("Put a meal on the day").click()
    page.get_by_role("option").first.click()
    page.get_by_role("heading", name="A day").scroll_into_view_if_needed()
    page.wait_for_load_state("networkidle")


def drawer(name: str) -> Callable[[Page], None]:
    def go(page: Page) -> None:
        place("Foods")(page)
        page.get_by_role("navigation", name="Drawers of Foods").get_by_text(name).click()
        page.wait_for_load_state("networkidle")

    return go


def table(page: Page) -> None:
    """Who can eat what, and with what they could."""
    place("Table")(page)
    page.wait_for_load_state("networkidle")
    # What would help comes dish by dish.
    page.get_by_text("Everybody could have it").nth(4).wait_for()
    page.get_by_role("region", name="Who can eat what").evaluate("one => one.scrollIntoView()")


def run_sheet(page: Page) -> None:
    open_dish(page, "mackerel pot", "Run sheet")
    page.get_by_label("Serve at").fill("19:00")
    page.get_by_text("on the table at 19:00").first.wait_for()
    page.wait_for_load_state("networkidle")


def stove(page: Page) -> None:
    """The evening that is in progress."""
    page.get_by_role("link", name="Stove", exact=True).click()
    page.get_by_role("article", name="The step now").wait_for()
    page.get_by_role("timer").first.wait_for()


def stay(_page: Page) -> None:
    pass


Shot = tuple[Callable[[Page], None], dict[str, int], str]
# Several of one name stand side by side.
SHOTS: dict[str, Shot | tuple[Shot, ...]] = {
    "dishes": (stay, WIDE, "light"),
    "bring": (bring, WIDE, "light"),
    "bench": (bench, WIDE, "light"),
    "bench-evening": (parted, WIDE, "dark"),
    "recipe": (recipe, WIDE, "light"),
    "recipe-small": (
        (printed, PAPER, "light"),
        (recipe, PHONE, "light"),
        (struck, PHONE, "light"),
    ),
    "run-sheet": (run_sheet, WIDE, "light"),
    "stove": (stove, WIDE, "light"),
    "stove-phone": (stove, PHONE, "dark"),
    "portions": (portions, WIDE, "light"),
    "table": (table, WIDE, "light"),
    "foods": (place("Foods"), WIDE, "light"),
    "compare": (compare, WIDE, "light"),
    "runs": (runs, WIDE, "light"),
    "shelf": (shelf, WIDE, "light"),
    "menu": (place("Menu"), WIDE, "light"),
    "shopping": (shopping, WIDE, "light"),
    "kitchen": (place("Kitchen"), WIDE, "light"),
    "water": (water, WIDE, "light"),
}


def taken(browser: Browser, address: str, shot: Shot) -> bytes:
    go, viewport, scheme = shot
    context = browser.new_context(viewport=viewport, color_scheme=scheme, reduced_motion="reduce")
    page = context.new_page()
    page.goto(address)
    sign_in(page)
    go(page)
    page.mouse.move(0, 0)
    page.wait_for_timeout(400)
    picture = page.screenshot()
    context.close()
    return picture


def beside(browser: Browser, pictures: Sequence[bytes]) -> bytes:
    """Return pictures side by side as one."""
    page = browser.new_page(viewport=WIDE)
    images = "".join(
        f'<img src="data:image/png;base64,{base64.b64encode(one).decode()}">' for one in pictures
    )
    page.set_content(f'<div style="display:inline-flex;align-items:start;gap:24px">{images}</div>')
    picture = page.locator("div").screenshot()
    page.close()
    return picture


def main() -> int:
    address, *names = sys.argv[1:]
    TARGET.mkdir(parents=True, exist_ok=True)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        for name in names or SHOTS:
            shot = SHOTS[name]
            several = shot if isinstance(shot[0], tuple) else (shot,)
            pictures = [taken(browser, address, one) for one in several]
            one = pictures[0] if len(pictures) == 1 else beside(browser, pictures)
            (TARGET / f"{name}.png").write_bytes(one)
            print(f"  {name}")
        browser.close()
    return 0


if __name__ == "__main__":
    sys.exit(main())
