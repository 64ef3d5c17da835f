"""Who gets in, who does not, and what stands on every answer."""

import datetime as dt
import os
import subprocess
import sys
import time
from io import StringIO
from unittest import mock

from django.core.management import CommandError, call_command
from django.http import HttpRequest, HttpResponse
from django.test import Client, RequestFactory, override_settings
from django.utils import timezone

from accounts.address import client_address
from accounts.models import Household, SignIn, User
from config.middleware import TimeLimitMiddleware
from config.problems import TookTooLong
from config.settings import ROOT
from config.tests.base import PASSWORD, KitchenCase

NEW = "four quiet herons"


class SigningIn(KitchenCase):
    """Guessing is slowed by name and by address, in the same form as every refusal."""

    def guess(self, name: str, client: Client | None = None, **extra: str) -> object:
        body = {"username": name, "password": "wrong"}
        return self.send("post", "session", body, client or Client(**extra))

    def test_a_name_is_closed_for_the_address_that_guessed(self) -> None:
        for _ in range(10):
            last = self.guess("cook")
        problem = self.assert_problem(last, 429, "Wait 15 minutes")
        self.assertEqual(problem["code"], "too-many")
        self.assertEqual(last["Retry-After"], "900")
        # The cook at home still gets in.
        home = Client(REMOTE_ADDR="10.0.0.9")
        body = {"username": "cook", "password": PASSWORD}
        self.assertEqual(self.send("post", "session", body, home).status_code, 200)

    @override_settings(MOST_FAILURES_OF_ADDRESS=12)
    def test_an_address_that_tries_many_names_is_closed(self) -> None:
        for number in range(12):
            self.guess(f"name{number}")
        answer = self.send("post", "session", {"username": "cook", "password": PASSWORD}, Client())
        self.assert_problem(answer, 429, "Too many tries")
        self.assertIn("Retry-After", answer)

    def test_only_our_own_proxies_are_believed(self) -> None:
        request = RequestFactory().get(
            "/", headers={"X-Forwarded-For": "6.6.6.6, 1.2.3.4, 10.0.0.1"}, REMOTE_ADDR="10.0.0.2"
        )
        for proxies, address in ((0, "10.0.0.2"), (1, "10.0.0.1"), (2, "1.2.3.4"), (9, "10.0.0.2")):
            with override_settings(PROXIES=proxies):
                self.assertEqual(client_address(request), address)

    def test_a_page_without_its_token_is_told(self) -> None:
        strict = Client(enforce_csrf_checks=True)
        answer = self.send("post", "session", {"username": "cook", "password": PASSWORD}, strict)
        self.assert_problem(answer, 403, "Load it again")

    def test_a_fault_of_ours_is_a_problem_document(self) -> None:
        quiet = Client(raise_request_exception=False)
        quiet.force_login(User.objects.get(username="cook"), "accounts.backends.HouseholdBackend")
        with mock.patch("reckon.services.dishes_of", side_effect=RuntimeError("broken")):
            self.assert_problem(quiet.get("/api/dishes"), 500, "Nothing saved was lost")

    def test_a_request_that_never_ends_is_ended(self) -> None:
        def forever(**_given: object) -> None:
            while True:
                sum(range(1000))

        broken = mock.patch("reckon.services.dishes_of", side_effect=forever)
        with broken, self.settings(REQUEST_SECONDS=0.2):
            self.assert_problem(self.send("get", "dishes"), 503, "took too long")
        self.assertEqual(self.send("get", "dishes").status_code, 200)

    def test_each_request_has_its_own_end(self) -> None:
        ended = []

        def forever(_request: HttpRequest) -> HttpResponse:
            while True:
                sum(range(1000))

        def holds(request: HttpRequest) -> HttpResponse:
            # One that began later and has to be over sooner is ended; the one around it goes on.
            with self.settings(REQUEST_SECONDS=0.1):
                for _ in range(2):
                    try:
                        TimeLimitMiddleware(forever)(request)
                    except TookTooLong:
                        ended.append(time.monotonic())
            return HttpResponse("done")

        began = time.monotonic()
        answer = TimeLimitMiddleware(holds)(HttpRequest())
        self.assertEqual(answer.content, b"done")
        self.assertEqual(len(ended), 2)
        self.assertLess(ended[1] - began, 60)


class Sessions(KitchenCase):
    """A password can be changed, sessions are listed and ended, idle ones end themselves."""

    def enter(self, password: str = PASSWORD) -> Client:
        client = Client(headers={"User-Agent": "Mozilla/5.0 (X11; Linux) Firefox/140"})
        answer = self.send("post", "session", {"username": "cook", "password": password}, client)
        self.assertEqual(answer.status_code, 200, answer.content)
        return client

    def test_another_password(self) -> None:
        here, there = self.enter(), self.enter()
        for old, new, words in (
            ("wrong", NEW, "not the password"), (PASSWORD, "1", "too short"),
            (PASSWORD, "password1", "common"),
        ):  # fmt: skip
            answer = self.send("put", "session/password", {"old": old, "new": new}, here)
            self.assert_problem(answer, 400, words)
        changed = self.send("put", "session/password", {"old": PASSWORD, "new": NEW}, here)
        self.assertEqual(changed.status_code, 204)
        self.assertEqual(self.send("get", "dishes", client=here).status_code, 200)
        self.assertEqual(self.send("get", "dishes", client=there).status_code, 401)
        self.enter(NEW)

    def test_sessions_are_listed_and_ended(self) -> None:
        here, there = self.enter(), self.enter()
        listed = self.send("get", "sign-ins", client=here).json()
        self.assertEqual([s["device"] for s in listed], ["Firefox on Linux"] * 2)
        other = next(s for s in listed if not s["here"])
        self.assertEqual(
            self.send("delete", f"sign-ins/{other['id']}", client=here).status_code, 204
        )
        self.assertEqual(self.send("get", "dishes", client=there).status_code, 401)
        self.assertEqual(self.send("get", "dishes", client=here).status_code, 200)
        theirs = self.send("delete", f"sign-ins/{listed[0]['id']}", client=self.other)
        self.assert_problem(theirs, 404, "no such thing")

    def test_an_idle_session_ends(self) -> None:
        here = self.enter()
        Household.objects.filter(id=self.household.id).update(idle_minutes=30)
        self.assertEqual(self.send("get", "dishes", client=here).status_code, 200)
        SignIn.objects.update(seen=timezone.now() - dt.timedelta(minutes=31))
        self.assert_problem(self.send("get", "dishes", client=here), 401, "Sign in")


class Headers(KitchenCase):
    """On the page, on answers and on files."""

    def test_on_every_answer(self) -> None:
        for path in ("/", "/dishes", "/api/dishes", "/api/nothing"):
            answer = self.client.get(path)
            policy = answer["Content-Security-Policy"]
            self.assertNotIn("unsafe", policy)
            self.assertIn("default-src 'self'", policy)
            self.assertIn("geolocation=()", answer["Permissions-Policy"])
            self.assertEqual(answer["X-Content-Type-Options"], "nosniff")
        self.assertEqual(self.client.get("/api/dishes")["Cache-Control"], "no-store")

    def test_the_page_is_never_a_file(self) -> None:
        answer = self.client.get("/index.html")
        self.assertEqual((answer.status_code, answer["Location"]), (302, "/"))

    def test_production_settings_are_clean(self) -> None:
        env = {**os.environ, "SNABO_TLS": "1", "SNABO_HOSTS": "snabo.example"}
        command = [
            sys.executable,
            "server/manage.py",
            "check",
            "--deploy",
            "--fail-level",
            "WARNING",
        ]
        done = subprocess.run(
            command, cwd=ROOT, env=env, capture_output=True, text=True, check=False
        )
        self.assertEqual(done.returncode, 0, done.stderr)


class Households(KitchenCase):
    """A household is made at the machine, with a password that is asked for."""

    def add(self, name: str, typed: str) -> str:
        out = StringIO()
        with mock.patch("sys.stdin", StringIO(typed)):
            call_command("add_household", name, stdout=out)
        return out.getvalue()

    def test_added_and_signed_in(self) -> None:
        self.assertIn("sign in as heron", self.add("Weir house", f"heron\n{NEW}\n"))
        client = Client()
        body = {"username": "heron", "password": NEW}
        session = self.send("post", "session", body, client).json()
        self.assertEqual(session["household"], "Weir house")
        self.assertEqual(self.send("get", "dishes", client=client).json(), [])

    def test_refusals(self) -> None:
        for name, typed, words in (
            ("Weir", "cook\nfour quiet herons\n", "already"), ("", f"a\n{NEW}\n", "1 to 120"),
            ("Weir", "heron\n1\n", "short"), ("Weir", f"he ron\n{NEW}\n", "valid username"),
        ):  # fmt: skip
            with self.subTest(words=words), self.assertRaisesRegex(CommandError, words):
                self.add(name, typed)
        self.assertFalse(Household.objects.filter(name="Weir").exists())
