"""Tokens let other programs in: so far, so long, and only into their own household."""

import datetime as dt
import json
from typing import Any

from django.test import Client
from django.utils import timezone

from accounts.models import ApiToken
from config.tests.base import KitchenCase


class Tokens(KitchenCase):
    """Made in the Kitchen, sent as a bearer."""

    def make(self, scope: str = "read", days: int = 30) -> dict[str, Any]:
        body = {"name": "The fridge list", "scope": scope, "days": days}
        answer = self.send("post", "tokens", body)
        self.assertEqual(answer.status_code, 201, answer.content)
        return answer.json()

    def ask(self, secret: str, method: str, path: str, body: Any = None) -> Any:
        """Send a request as a program does: no session, no CSRF token."""
        client = Client(enforce_csrf_checks=True)
        text = "" if body is None else json.dumps(body)
        return client.generic(method, f"/api/{path}", text, content_type="application/json",
                              headers={"Authorization": f"Bearer {secret}"})  # fmt: skip

    def test_reading_looks_and_computes_and_changes_nothing(self) -> None:
        detail = self.bring()
        secret = self.make()["secret"]
        self.assertEqual(self.ask(secret, "GET", "dishes").json()[0]["id"], detail["id"])
        wanted = {"sequence": 1, "dish": detail["document"]}
        self.assertEqual(self.ask(secret, "POST", "preview", wanted).status_code, 200)
        text = {"text": "Pot\n200 g peas", "unit_system": None}
        self.assertEqual(self.ask(secret, "POST", "read", text).status_code, 200)
        for method, path, body in (
            ("POST", "dishes", detail["document"]), ("DELETE", f"dishes/{detail['id']}", None),
            ("PUT", "kitchen", {}), ("POST", "eaters", {}),
        ):  # fmt: skip
            answer = self.ask(secret, method, path, body)
            self.assert_problem(answer, 403, "This token may not change anything")

    def test_writing_changes_what_the_kitchen_keeps(self) -> None:
        detail = self.bring()
        secret = self.make("write")["secret"]
        added = self.ask(secret, "POST", "dishes", detail["document"])
        self.assertEqual(added.status_code, 201, added.content[:300])
        self.assertEqual(len(self.send("get", "dishes").json()), 2)

    def test_no_token_opens_another_door(self) -> None:
        secret = self.make("write")["secret"]
        for method, path in (
            ("GET", "tokens"), ("POST", "tokens"), ("GET", "archive"), ("POST", "archive"),
            ("POST", "household/erase"), ("PUT", "session/password"), ("GET", "sign-ins"),
            ("GET", "session"), ("DELETE", "session"),
        ):  # fmt: skip
            answer = self.ask(secret, method, path, None if method == "GET" else {})
            self.assertEqual(answer.status_code, 403, path)

    def test_one_that_is_over_ended_or_made_up_lets_nobody_in(self) -> None:
        made = self.make()
        self.assertEqual(self.ask(made["secret"], "GET", "dishes").status_code, 200)
        for wrong in ("", "snabo_", made["secret"][:-1], made["secret"] + "x", "x" * 5000):
            self.assertEqual(self.ask(wrong, "GET", "dishes").status_code, 401, wrong[:20])
        ApiToken.objects.update(expires_at=timezone.now() - dt.timedelta(seconds=1))
        answer = self.ask(made["secret"], "GET", "dishes")
        self.assert_problem(answer, 401, "its days are over")
        self.assertTrue(self.send("get", "tokens").json()[0]["expired"])
        again = self.make()
        self.send("delete", f"tokens/{again['record']['id']}")
        self.assertEqual(self.ask(again["secret"], "GET", "dishes").status_code, 401)

    def test_it_is_shown_once_and_not_kept(self) -> None:
        made = self.make()
        self.assertNotIn(made["secret"], self.send("get", "tokens").content.decode())
        token = ApiToken.objects.get()
        self.assertNotIn(made["secret"][6:], str(vars(token)))
        self.assertIsNone(token.used_at)
        self.ask(made["secret"], "GET", "dishes")
        token.refresh_from_db()
        self.assertIsNotNone(token.used_at)

    def test_it_reaches_its_own_household_only(self) -> None:
        detail = self.bring()
        body = {"name": "x", "scope": "write", "days": 1}
        theirs = self.send("post", "tokens", body, self.other).json()["secret"]
        self.assertEqual(self.ask(theirs, "GET", "dishes").json(), [])
        self.assertEqual(self.ask(theirs, "GET", f"dishes/{detail['id']}").status_code, 404)

    def test_bad_wishes(self) -> None:
        good = {"name": "x", "scope": "read", "days": 30}
        for bad in (
            {"name": " "},
            {"scope": "all"},
            {"days": 0},
            {"days": 9999},
            {"name": "x" * 81},
        ):
            answer = self.send("post", "tokens", good | bad)
            self.assertEqual(answer.status_code, 400, bad)
        for _ in range(20):
            self.make()
        self.assert_problem(self.send("post", "tokens", good), 400, "20 tokens are the most")
