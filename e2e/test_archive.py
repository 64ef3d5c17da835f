"""The household as a file: saved, looked through, taken back; programs let in; all erased."""

import json
import re
from pathlib import Path

from playwright.sync_api import expect

from accounts.models import Household
from e2e.base import PASSWORD
from e2e.test_path import CookCase


class Archive(CookCase):
    """What the Kitchen's second drawer does."""

    def drawer(self) -> None:
        self.page.get_by_role("navigation", name="Places").get_by_text("Kitchen").click()
        self.page.get_by_role("link", name="Archive and access").click()

    def test_save_lose_and_take_back(self) -> None:
        page = self.page
        self.to_bench()
        self.drawer()
        with page.expect_download() as saved:
            page.get_by_role("link", name="Save the archive").click()
        path = Path(saved.value.path())
        self.assertEqual(json.loads(path.read_text("utf-8"))["snabo_archive"], 1)
        [dish] = json.loads(path.read_text("utf-8"))["household"]["dishes"]
        # The dish gets another name, and a cut file changes nothing of that.
        page.get_by_role("navigation", name="Places").get_by_text("Dishes").click()
        page.get_by_role("link", name=dish["title"]).first.click()
        self.station("Recipe")
        page.get_by_role("button", name="Name and servings").click()
        page.get_by_label("Name", exact=True).fill("Renamed since")
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_text("· saved")).to_be_visible()
        self.drawer()
        chooser = page.get_by_label("An archive", exact=True)
        cut = {
            "name": "cut.json",
            "mimeType": "application/json",
            "buffer": path.read_bytes()[:900],
        }
        chooser.set_input_files([cut])
        expect(page.get_by_text("cut off or damaged")).to_be_visible()
        whole = cut | {"buffer": path.read_bytes()}
        chooser.set_input_files([whole])
        expect(page.get_by_text("1 that is otherwise here stay as they are")).to_be_visible()
        page.get_by_label("Replace what is otherwise here").check()
        expect(page.get_by_text("1 that is otherwise here would be replaced")).to_be_visible()
        page.get_by_role("button", name="Take it").click()
        expect(page.get_by_text("1 that is otherwise here replaced")).to_be_visible()
        page.get_by_role("navigation", name="Places").get_by_text("Dishes").click()
        expect(page.get_by_role("link", name=dish["title"]).first).to_be_visible()

    def test_a_program_is_let_in_and_the_household_erased(self) -> None:
        page = self.page
        self.sign_in()
        self.drawer()
        page.get_by_label("Which program").fill("Fridge list")
        page.get_by_role("button", name="Make a token").click()
        secret = page.get_by_text(re.compile("^snabo_")).inner_text()
        headers = {"Authorization": f"Bearer {secret}"}
        asked = self.page.context.browser.new_context().request
        answer = asked.get(f"{self.live_server_url}/api/dishes", headers=headers)
        self.assertEqual((answer.status, answer.json()), (200, []))
        page.get_by_role("region", name="Other programs").get_by_text("End it").click()
        expect(page.get_by_text("No program is let in.")).to_be_visible()
        answer = asked.get(f"{self.live_server_url}/api/dishes", headers=headers)
        self.assertEqual(answer.status, 401)
        page.get_by_role("button", name="Erase everything").click()
        for_good = page.get_by_role("button", name="Erase it for good")
        page.get_by_label("Write “Test kitchen”").fill("Test kitchen")
        expect(for_good).to_be_disabled()
        page.get_by_label("Your password").fill(PASSWORD)
        for_good.click()
        expect(page.get_by_role("button", name="Sign in")).to_be_visible()
        self.assertFalse(Household.objects.filter(pk=self.household.pk).exists())
