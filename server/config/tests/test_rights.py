"""Every endpoint refuses strangers, and no household sees another's rows."""

import re

from django.test import Client
from django.urls import URLPattern, URLResolver, get_resolver

from accounts.models import SignIn, User
from config.tests.base import OWN_FOOD, KitchenCase
from table.models import Eater
from table.services import today_in

SOME_UUID = "0f0e0d0c-0000-4000-8000-000000000009"
# A picture of one grey point.
PIXEL = (
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg=="
)
METHODS = ("get", "post", "put", "delete")


def endpoints(patterns: list | None = None, prefix: str = "") -> list[str]:
    """Return the API's routes as Django has them, so that a new one cannot be forgotten."""
    found: list[str] = []
    for pattern in patterns if patterns is not None else get_resolver().url_patterns:
        route = prefix + str(pattern.pattern)
        if isinstance(pattern, URLResolver):
            found += endpoints(pattern.url_patterns, route)
        elif isinstance(pattern, URLPattern) and route.startswith("api/"):
            found.append(route)
    return found


class Strangers(KitchenCase):
    """Nobody gets in without signing in."""

    def test_every_endpoint_and_method(self) -> None:
        routes = endpoints()
        self.assertGreaterEqual(len(routes), 20)
        for route in routes:
            path = re.sub(r"<int:\w+>", "1", route)
            path = re.sub(r"<uuid:\w+>", SOME_UUID, path)
            path = re.sub(r"<str:\w+>", "cauliflower", path).removeprefix("api/")
            for method in METHODS:
                if (path, method) == ("session", "post"):
                    continue
                with self.subTest(path=path, method=method):
                    response = self.send(method, path, {}, Client())
                    self.assert_problem(response, 401, "Sign in")


class Neighbours(KitchenCase):
    """Another household's ids answer like ids that do not exist."""

    def test_rows_with_an_id(self) -> None:
        detail = self.bring()
        document = self.swap(detail)
        lid = document["parts"][1]
        weigh = {
            "client_id": "0f0e0d0c-0000-4000-8000-000000000001", "part": lid["id"],
            "slot": lid["slots"][0]["id"], "step": "start", "gross": 1100.0,
        }  # fmt: skip
        run = self.send("post", f"dishes/{detail['id']}/weigh-ins", weigh).json()["run"]
        taught = {"text": "1 cup zzqqx", "unit_system": "metric", "food": "swede", "form": None}
        reading = self.send("post", "readings", taught).json()
        eater = Eater.objects.of(self.household).first()
        dish, back = detail["id"], {"client_id": weigh["client_id"], "slot": "x", "step": "y"}
        form = {"name": "X", "school": "low_carb", "targets": [], "exclusions": []}
        own = self.send("post", "own-foods", OWN_FOOD).json()["food"]
        ladle = {"food": "lentils", "unit": "ladle", "grams": 110, "low": 100, "high": 120}
        measure = self.send("post", "own-measures", ladle).json()
        name = self.send("post", "own-names", {"name": "our roots", "food": "swede"}).json()
        paste = {"name": "our paste", "part": None, "grams": None}
        made = self.send("post", f"dishes/{dish}/versions/1/food", paste).json()
        sign_in = SignIn.objects.create(
            user=User.objects.get(username="cook"), session_key="x", device="a browser"
        )
        entry = {
            "key": "", "name": "Ours", "family": "", "driver": "", "expectation": "", "texture": {},
            "smell": "", "taste": "", "evidence": "", "lines": [{"food": "swede", "grams": 500}],
            "step": [],
        }  # fmt: skip
        stand_in = {"id": weigh["client_id"], "own": {"role": "mash", "stand_in": entry}}
        kept = self.send("post", "stand-ins", stand_in).json()
        start = {"id": "0f0e0d0c-0000-4000-8000-000000000009", "sheet": {"dishes": [dish]}}
        evening = self.send("post", "evenings", start).json()
        pixel = {"id": "0f0e0d0c-0000-4000-8000-00000000000a", "data": PIXEL}
        photo = self.send("post", f"runs/{run['id']}/photos", pixel).json()
        told = {"id": "0f0e0d0c-0000-4000-8000-00000000000b", "kind": "verdict", "taste": "good"}
        today = f"{today_in(household=self.household)}"
        jar = {"id": "0f0e0d0c-0000-4000-8000-00000000000d", "name": "Stock", "kind": "",
               "grams": 300, "place": "freezer", "made": today}  # fmt: skip
        batch = self.send("post", "shelf", jar).json()["batches"][0]["id"]
        lid = {**jar, "id": "0f0e0d0c-0000-4000-8000-00000000000e", "part": None}
        meal = "0f0e0d0c-0000-4000-8000-00000000000f"
        program = {"name": "A program", "scope": "read", "days": 1}
        token = self.send("post", "tokens", program).json()
        on_menu = {"id": meal, "date": today, "kind": "cooked", "dish": dish}
        self.assertEqual(self.send("post", "menu/meals", on_menu).status_code, 204)
        attempts = [
            ("put", f"menu/meals/{meal}", {"date": today}),
            ("delete", f"menu/meals/{meal}", None),
            ("post", f"menu/meals/{meal}/restore", None),
            ("post", f"menu/meals/{meal}/eaten", None),
            ("post", f"menu/meals/{meal}/size", None),
            ("get", f"dishes/{dish}/card", None),
            ("get", f"dishes/{dish}/formats", None),
            ("get", f"dishes/{dish}/formats/markdown", None),
            ("put", f"shelf/{batch}", {"name": "Soup", "kind": "soup_stew"}),
            ("delete", f"shelf/{batch}", None),
            ("post", f"shelf/{batch}/restore", None),
            ("post", f"dishes/{dish}/shelf", lid),
            ("get", f"runs/{run['id']}", None),
            ("post", f"runs/{run['id']}", told),
            ("post", f"runs/{run['id']}/dish", {"take": []}),
            ("post", f"runs/{run['id']}/photos", pixel),
            ("get", f"photos/{photo['id']}", None),
            ("delete", f"photos/{photo['id']}", None),
            ("post", f"dishes/{dish}/runs", {"id": "0f0e0d0c-0000-4000-8000-00000000000c"}),
            ("get", f"evenings/{evening['id']}", None),
            ("post", f"evenings/{evening['id']}/events", {"events": []}),
            ("delete", f"stand-ins/{kept['id']}", None),
            ("post", f"stand-ins/{kept['id']}/restore", None),
            ("delete", f"sign-ins/{sign_in.uid}", None),
            ("post", f"dishes/{dish}/versions/1/food", paste),
            ("delete", f"homemade/{made['id']}", None),
            ("post", f"homemade/{made['id']}/restore", None),
            ("put", f"own-foods/{own['id']}", OWN_FOOD),
            ("delete", f"own-foods/{own['id']}", None),
            ("post", f"own-foods/{own['id']}/restore", None),
            ("delete", f"own-measures/{measure['id']}", None),
            ("delete", f"own-names/{name['id']}", None),
            ("get", f"dishes/{dish}", None),
            ("put", f"dishes/{dish}", document),
            ("delete", f"dishes/{dish}", None),
            ("post", f"dishes/{dish}/restore", None),
            ("post", f"dishes/{dish}/versions", None),
            ("get", f"dishes/{dish}/versions/1", None),
            ("get", f"dishes/{dish}/runs", None),
            ("post", f"dishes/{dish}/weigh-ins", weigh),
            ("post", f"runs/{run['id']}/take-back", back),
            ("post", f"runs/{run['id']}/finish", None),
            ("put", f"eaters/{eater.uid}", form),
            ("delete", f"eaters/{eater.uid}", None),
            ("post", f"eaters/{eater.uid}/restore", None),
            ("post", f"eaters/{eater.uid}/cautions/b12", None),
            ("post", f"dishes/{dish}/compare", {"dish": document}),
            ("delete", f"readings/{reading['id']}", None),
            ("delete", f"tokens/{token['record']['id']}", None),
        ]
        with_id = {re.sub(r"<\w+:\w+>", "#", r).removeprefix("api/") for r in endpoints()}
        tried = {re.sub(r"[0-9a-f-]{36}|\d+|b12|markdown", "#", path) for _, path, _ in attempts}
        # A food, a day of the menu and a table are no rows of a household.
        self.assertEqual(
            {r for r in with_id if "#" in r} - {"foods/#", "menu/days/#", "tables/#"}, tried
        )
        for method, path, body in attempts:
            with self.subTest(path=path):
                response = self.send(method, path, body, self.other, if_match="1")
                self.assert_problem(response, 404, "no such thing in this household")
        self.assertEqual(self.send("get", f"dishes/{dish}").status_code, 200)

    def test_lists_hold_only_ones_own(self) -> None:
        self.bring()
        self.assertEqual(self.send("get", "dishes", client=self.other).json(), [])
        taught = {"text": "1 cup zzqqx", "unit_system": "metric", "food": "swede", "form": None}
        self.send("post", "readings", taught)
        self.assertEqual(self.send("get", "readings", client=self.other).json(), [])
        self.send("post", "own-foods", OWN_FOOD)
        for path in ("own-foods", "own-measures", "own-names", "foods?q=quayside"):
            self.assertEqual(self.send("get", path, client=self.other).json(), [], path)
        ours = {e["id"] for e in self.send("get", "eaters").json()}
        theirs = {e["id"] for e in self.send("get", "eaters", client=self.other).json()}
        self.assertFalse(ours & theirs)


class Guards(KitchenCase):
    """CSRF, size and shape."""

    def test_csrf_is_on(self) -> None:
        client = Client(enforce_csrf_checks=True)
        client.cookies = self.client.cookies
        response = self.send("post", "read", {"text": "x", "unit_system": "metric"}, client)
        self.assertEqual(response.status_code, 403)
        self.assertRegex(response.json()["detail"], "Load it again")
        sign_in = self.send("post", "session", {"username": "cook", "password": "x"}, client)
        self.assertEqual(sign_in.status_code, 403)

    def test_over_a_megabyte_is_refused_with_a_sentence(self) -> None:
        body = {"text": "x" * 1_000_001, "unit_system": "metric"}
        self.assert_problem(self.send("post", "read", body), 413, "more than 1 MB")

    def test_rubbish_bodies(self) -> None:
        for body in (b"", b"\x00\xff\xfe", b"{", b"[" * 3000, b'{"text": 1e999}', b"null", b"7"):
            with self.subTest(body=body[:12]):
                response = self.client.post("/api/read", body, content_type="application/json")
                self.assertEqual(response.status_code, 400)
                self.assertTrue(response.json()["detail"])

    def test_unknown_address_is_a_problem_document(self) -> None:
        self.assert_problem(self.send("get", "no/such/thing"), 404, "nothing at this address")

    def test_security_headers(self) -> None:
        response = self.send("get", "session")
        self.assertIn("default-src 'self'", response["Content-Security-Policy"])
        self.assertEqual(response["X-Frame-Options"], "DENY")


class SigningIn(KitchenCase):
    """With a name and a password."""

    def test_right_wrong_and_locked_out(self) -> None:
        client = Client()
        for _ in range(10):
            wrong = self.send("post", "session", {"username": "cook", "password": "no"}, client)
            self.assertIn(wrong.status_code, {400, 403, 429})
        right = {"username": "cook", "password": "a-test-password"}
        self.assertNotEqual(self.send("post", "session", right, client).status_code, 200)

    def test_session_tells_household_and_kitchen(self) -> None:
        client = Client()
        right = {"username": "cook", "password": "a-test-password"}
        session = self.send("post", "session", right, client).json()
        self.assertEqual(
            (session["household"], session["kitchen"]["microwave_watts"]), ("Ours", 800)
        )
        self.assertEqual(self.send("delete", "session", client=client).status_code, 204)
        self.assertEqual(self.send("get", "session", client=client).status_code, 401)
