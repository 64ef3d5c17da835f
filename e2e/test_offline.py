"""The kitchen where no network reaches: dishes are read, what is changed waits."""

from playwright.sync_api import expect

from dishes.models import Dish
from e2e.test_evening import CONTROLLED
from e2e.test_path import CookCase


class WithoutANetwork(CookCase):
    """After the first visit."""

    def test_dishes_are_read_and_what_is_changed_waits(self) -> None:
        page = self.page
        self.to_bench()
        name = Dish.objects.get().title
        page.evaluate(CONTROLLED)
        # Once with the worker beside it, as on any second visit; the dish itself is not opened.
        self.open("/dishes")
        page.reload()
        with page.expect_response(lambda answer: answer.url.endswith("/api/preview")):
            expect(page.get_by_role("link", name=name).first).to_be_visible()
        page.context.set_offline(offline=True)
        page.reload()
        page.get_by_role("link", name=name).first.click()
        expect(page.get_by_text("There is no network")).to_be_visible()
        expect(self.rail()).to_contain_text("Net carbs")
        self.station("Recipe")
        expect(page.get_by_role("region", name="Steps")).to_contain_text("Bake")
        page.get_by_role("button", name="Name and servings").click()
        page.get_by_label("Name", exact=True).fill("Renamed in the cellar")
        page.get_by_role("button", name="Done").click()
        title = page.get_by_role("heading", level=1).first
        expect(title).to_have_text("Renamed in the cellar")
        expect(page.get_by_text("not yet saved")).to_be_visible()
        page.reload()
        expect(title).to_have_text("Renamed in the cellar")
        page.context.set_offline(offline=False)
        expect(page.get_by_text("· saved")).to_be_visible()
        self.assertEqual(Dish.objects.get().title, "Renamed in the cellar")
