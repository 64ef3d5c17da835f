"""The swap book at the bench: every kind of role, other ways, what else there is to swap."""

import re
from pathlib import Path

from playwright.sync_api import expect

from e2e.base import BrowserCase

FERRY = """Ferry house supper
Serves 4

Base
200 g plain flour
100 g butter

Filling
300 g cod
2 leeks, sliced
200 ml double cream
80 g gruyere, grated

Noodles
300 g spaghetti

Patties
400 g pork mince
60 g breadcrumbs
1 egg

Side
200 g bulgur

Method
Rub the butter into the flour and line a tin with the pastry.
Mix the pork, breadcrumbs and egg, shape into patties and fry for 8 minutes.
Boil the spaghetti. Simmer the bulgur for 12 minutes.
"""


TART = """Ferry house tart
Serves 4

Crust
320 g shortcrust

Topping
250 g mushrooms, sliced
120 g mozzarella
"""


class SwapBook(BrowserCase):
    """One dish with many roles."""

    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.bring(FERRY, "Ferry house supper")

    def part(self, name: str) -> None:
        self.page.locator(f'button[aria-label^="{name}:"]').click()
        expect(self.page.get_by_role("heading", name=name, exact=True)).to_be_visible()

    def choose(self, name: str) -> None:
        self.page.get_by_role("button", name=f"Choose {name}", exact=True).click()

    def test_five_roles_find_stand_ins_that_scale_to_the_dish(self) -> None:
        page = self.page
        for part, role, stand_in, becomes in (
            ("Base", "crust", "Pressed cauliflower", r"\d{3} g\s*cauliflower"),
            ("Noodles", "long noodle", "Courgette ribbons", r"\d{3,4} g\s*courgette"),
            ("Patties", "binder", "Ground flax gel", r"\d+ g\s*(?:ground )?flaxseed"),
            ("Side", "grain bed", "Green lentils", r"\d{3} g\s*lentils"),
        ):
            with self.subTest(part=part):
                self.part(part)
                expect(page.get_by_text(f"{role} ·").first).to_be_visible()
                self.choose(stand_in)
                expect(page.locator("[data-was-becomes]")).to_contain_text(re.compile(becomes))
        self.part("Filling")
        page.get_by_role("button", name=re.compile("^pour sauce: ")).click()
        self.choose("Silken tofu sauce")
        expect(page.locator("[data-was-becomes]")).to_contain_text(
            re.compile(r"\d+ g\s*silken tofu")
        )
        # Each is saved and there after a reload, with its steps on the Recipe.
        expect(page.get_by_text("· saved")).to_be_visible()
        page.reload()
        self.part("Noodles")
        expect(page.locator("[data-was-becomes]")).to_contain_text("courgette")
        page.get_by_role("link", name="Recipe").click()
        expect(page.get_by_text("Toss the ribbons with the salt")).to_be_visible()

    def test_another_way_to_make_it_and_what_to_expect(self) -> None:
        page = self.page
        self.part("Base")
        page.get_by_role("button", name="▸ Pressed cauliflower").click()
        opened = page.get_by_role("listitem").filter(has_text="lifts as a slice").first
        expect(opened).to_contain_text("a round of")
        expect(opened).to_contain_text("3 to 4 days (USDA FSIS)")
        page.get_by_role("button", name="Choose Pressed cauliflower, From frozen rice").click()
        expect(page.get_by_text("Microwave the frozen rice")).to_be_visible()
        page.keyboard.press("u")
        expect(page.get_by_text("Microwave the frozen rice")).to_have_count(0)

    def test_a_family_had_enough_of_goes_down(self) -> None:
        page = self.page
        self.part("Side")
        names = page.locator("ul").filter(has=page.get_by_role("button", name="Choose Quinoa"))
        first = names.locator("button[aria-expanded]").first
        expect(first).to_be_visible()
        before = first.inner_text()
        first.click()
        page.get_by_role("button", name=re.compile("^Not .* again$")).click()
        expect(first).not_to_have_text(before)
        expect(page.get_by_text("You said: not again.").first).to_be_visible()

    def test_kept_as_our_own_and_shared_as_a_file(self) -> None:
        page = self.page
        self.part("Side")
        self.choose("Riced kohlrabi")
        page.get_by_role("button", name="Keep as our stand-in").click()
        page.get_by_label("Name it").fill("Ferry kohlrabi")
        page.get_by_role("button", name="Keep", exact=True).click()
        page.get_by_role("link", name="Your stand-ins").click()
        expect(page.get_by_role("button", name="Change Ferry kohlrabi")).to_be_visible()
        page.get_by_role("button", name="Change Ferry kohlrabi").click()
        page.get_by_label("Taste").fill("Sweet as peas.")
        page.get_by_role("button", name="Keep it").click()
        # The form above the link goes when the stand-in is kept, and the link moves up.
        expect(page.get_by_role("button", name="Keep it")).to_be_hidden()
        with page.expect_download() as saving:
            page.get_by_role("link", name="Save all as a pack").click()
        pack = Path(saving.value.path()).read_text()
        self.assertIn("Sweet as peas.", pack)
        page.get_by_role("button", name="Put Ferry kohlrabi away").click()
        expect(page.get_by_text("None yet.")).to_be_visible()
        bad = pack.replace('"kohlrabi"', '"moonstone"').encode()
        chooser = page.get_by_label("Pack of stand-ins")
        chooser.set_input_files({"name": "bad.toml", "mimeType": "text/plain", "buffer": bad})
        expect(page.get_by_text(re.compile(r"Line \d+, Ferry kohlrabi"))).to_be_visible()
        sound = {"name": "pack.toml", "mimeType": "text/plain", "buffer": pack.encode()}
        chooser.set_input_files(sound)
        expect(page.get_by_text("is new")).to_be_visible()
        page.get_by_role("button", name="Bring all of it in").click()
        expect(page.get_by_text("The pack is in: 1 stand-ins.")).to_be_visible()
        expect(page.get_by_role("button", name="Change Ferry kohlrabi")).to_be_visible()

    def test_the_pan_that_fits_what_lies_on_it_and_a_bigger_head(self) -> None:
        page = self.page
        page.get_by_role("link", name="Kitchen").click()
        page.get_by_label("Name of the pan").fill("blue tin")
        page.get_by_label("Across cm").fill("29")
        page.get_by_label("Depth cm").fill("3")
        page.get_by_role("button", name="Add this pan").click()
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_text("Saved; every dish follows.")).to_be_visible()
        self.bring(TART, "Ferry house tart")
        self.part("Crust")
        page.get_by_role("button", name="▸ Pressed cauliflower").click()
        expect(
            page.get_by_text(re.compile(r"in your blue tin it lies \d+ mm thick"))
        ).to_be_visible()
        self.choose("Pressed cauliflower")
        lies = page.get_by_role("region", name="What lies on it")
        expect(lies).to_contain_text(re.compile(r"Up to \d+ g of mushroom and no more"))
        expect(lies).to_contain_text("Blot the mozzarella")
        page.get_by_role("button", name="Mine weighs something else").click()
        page.get_by_label("Vegetable, trimmed, g").fill("99999")
        page.get_by_role("button", name="Go by it").click()
        expect(page.get_by_text(re.compile("Weigh it again"))).to_be_visible()
        page.get_by_label("Vegetable, trimmed, g").fill("900")
        page.get_by_role("button", name="Go by it").click()
        expect(page.locator("[data-was-becomes]")).to_contain_text(
            re.compile(r"900 g\s*cauliflower")
        )
        page.keyboard.press("u")
        expect(page.locator("[data-was-becomes]")).not_to_contain_text("900 g")
