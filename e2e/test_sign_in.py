"""Signing in."""

from playwright.sync_api import expect

from e2e.base import BrowserCase


class SignIn(BrowserCase):
    """A stranger is asked to sign in; a wrong password gets a sentence."""

    def test_wrong_then_right_password(self) -> None:
        self.open("/")
        self.page.get_by_label("Name").fill("cook")
        self.page.get_by_label("Password").fill("wrong")
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.get_by_role("alert")).to_contain_text("do not belong together")
        self.sign_in()
