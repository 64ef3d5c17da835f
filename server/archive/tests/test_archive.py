"""A household taken along and put back: to the last digit, whole or not at all."""

import base64
import datetime as dt
import io
import json
import zipfile
from io import StringIO
from typing import Any
from unittest import mock

from django.apps import apps
from django.core.management import call_command
from django.test import Client, TestCase

from accounts.models import Household, User
from archive.rows import KINDS
from archive.services import SETTINGS
from archive.services import write as write_file
from config.tests.base import OWN_FOOD, PASSWORD, KitchenCase
from dishes.models import Dish, DishVersion
from foods.stand_ins import export_pack
from runs.models import Photo
from snabo_core.exchange.archive import STEPS, digest_of
from table.models import Eater
from tests.mutations import ARCHIVE, sealed

BACKEND = "accounts.backends.HouseholdBackend"
# People's doors are theirs, and a token lets in where it was made.
PASSED_OVER = {"User", "SignIn", "Household", "ApiToken"}


def sent(client: Client, content: bytes, *, apply: bool = True, replace: bool = False) -> Any:
    """Send an archive and return the answer."""
    body = {"data": base64.b64encode(content).decode(), "apply": apply, "replace": replace}
    return client.post("/api/archive", json.dumps(body), content_type="application/json")


def counted(plan: dict[str, Any], what: str) -> dict[str, int]:
    """Return how many of each kind a plan adds, finds different, the same or only here."""
    return {kind["kind"]: kind[what] for kind in plan["kinds"] if kind[what]}


def client_of(household: Household) -> Client:
    """Return a browser of a household."""
    user, _ = User.objects.get_or_create(username=f"of{household.pk}", household=household)
    client = Client()
    client.force_login(user, BACKEND)
    return client


class Demo(TestCase):
    """The demo household, with all there is of everything."""

    @classmethod
    def setUpTestData(cls) -> None:
        call_command("load_demo", stdout=StringIO())
        cls.household = Household.objects.get()
        run = cls.household.pk and Dish.objects.filter(runs__isnull=False).first().runs.first()
        Photo.objects.create(
            household=cls.household, run=run, taken_at=dt.datetime.now(dt.UTC), width=2, height=2,
            jpeg=b"\xff\xd8\xff a small one",
        )  # fmt: skip
        cls.content, cls.ending = write_file(household=cls.household)

    def previews(self, client: Client) -> dict[str, str]:
        """Return every dish's preview, figure by figure, as it is sent."""
        found = {}
        for listed in client.get("/api/dishes").json():
            detail = client.get(f"/api/dishes/{listed['id']}").json()
            body = json.dumps({"sequence": 1, "dish": detail["document"]})
            answer = client.post("/api/preview", body, content_type="application/json")
            self.assertEqual(answer.status_code, 200, answer.content[:300])
            found[listed["title"]] = answer.json()
        return found

    def screens(self, client: Client) -> dict[str, Any]:
        """Return what the screens of a household show that time does not move."""
        shown = {"previews": self.previews(client)}
        for path in ("shelf", "menu?days=7", "shopping?days=7", "eaters", "own-foods", "table",
                     "kitchen", "learning", "stand-ins"):  # fmt: skip
            answer = client.get(f"/api/{path}")
            self.assertEqual(answer.status_code, 200, (path, answer.content[:300]))
            shown[path] = answer.json()
        return shown

    def test_an_emptied_server_gets_everything_back_to_the_last_digit(self) -> None:
        before = self.screens(client_of(self.household))
        Dish.objects.all()  # the old household goes with all it had
        for kind in reversed(KINDS):
            kind.of(self.household).delete()
        self.household.users.all().delete()
        self.household.delete()
        empty = Household.objects.create(name="Another kitchen")
        client = client_of(empty)
        answer = sent(client, self.content, replace=True)
        self.assertEqual(answer.status_code, 200, answer.content[:500])
        self.assertEqual(self.screens(client), before)
        # The same archive once more changes nothing.
        plan = sent(client, self.content, replace=True).json()
        self.assertEqual((counted(plan, "added"), counted(plan, "differ")), ({}, {}))

    def test_beside_the_household_it_came_from_rows_get_ids_of_their_own(self) -> None:
        other = Household.objects.create(name="Next door")
        client = client_of(other)
        self.assertEqual(sent(client, self.content, replace=True).status_code, 200)
        ours, theirs = (self.previews(client_of(one)) for one in (self.household, other))
        self.assertEqual(set(ours), set(theirs))
        for title, preview in ours.items():
            self.assertEqual(theirs[title]["figures"], preview["figures"], title)
        for kind in KINDS:
            if kind.key != "pantry":
                self.assertEqual(kind.of(other).count(), kind.of(self.household).count(), kind.key)
        plan = sent(client, self.content).json()
        self.assertEqual(counted(plan, "added"), {})

    def test_looking_changes_nothing(self) -> None:
        other = Household.objects.create(name="Next door")
        plan = sent(client_of(other), self.content, apply=False).json()
        self.assertEqual(counted(plan, "added")["dishes"], 6)
        self.assertFalse(plan["applied"])
        self.assertIn(
            "Maren", next(k for k in plan["kinds"] if k["kind"] == "eaters")["added_names"]
        )
        self.assertEqual(sum(kind.of(other).count() for kind in KINDS), 0)
        self.assertEqual(client_of(other).get("/api/dishes").json(), [])

    def test_photos_lie_beside_the_document(self) -> None:
        with zipfile.ZipFile(io.BytesIO(self.content)) as files:
            names = files.namelist()
        self.assertEqual((self.ending, names[0], len(names)), ("zip", "archive.json", 2))
        alone = client_of(self.household).get("/api/archive?photos=no")
        self.assertEqual(alone["Content-Type"], "application/json")
        other = Household.objects.create(name="Next door")
        plan = sent(client_of(other), alone.content).json()
        self.assertEqual(plan["photos_missing"], 1)

    def test_a_cut_or_changed_file_is_refused_whole(self) -> None:
        other = Household.objects.create(name="Next door")
        client = client_of(other)
        plain = client_of(self.household).get("/api/archive?photos=no").content
        text = plain.decode()
        bent = {
            "cut": plain[: len(plain) // 2], "cut zip": self.content[: len(self.content) // 2],
            "changed": text.replace('"servings": 6', '"servings": 7', 1).encode(),
            "empty": b"", "none": b"{}", "no json": b"recipe", "list": b"[1]",
            "newer": text.replace('"snabo_archive": 1', '"snabo_archive": 2').encode(),
            "older": text.replace('"snabo_archive": 1', '"snabo_archive": 0').encode(),
            "zip": b"PK\x03\x04 nothing", "deep": b"[" * 100_000,
        }  # fmt: skip
        for name, content in bent.items():
            with self.subTest(name):
                answer = sent(client, content)
                self.assertEqual(answer.status_code, 400, answer.content[:200])
                self.assertTrue(answer.json()["detail"].endswith("."))
        self.assertEqual(sum(kind.of(other).count() for kind in KINDS), 0)

    def test_a_small_file_that_unpacks_to_a_huge_one_is_not_unpacked(self) -> None:
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as files:
            files.writestr("archive.json", "{}")
            for number in range(200):
                files.writestr(
                    f"photos/{number:08x}-0000-4000-8000-000000000000.jpg", bytes(480_000)
                )
        self.assertLess(len(out.getvalue()), 1_000_000)
        answer = sent(client_of(Household.objects.create(name="Next door")), out.getvalue())
        self.assertEqual(answer.status_code, 400)
        self.assertIn("larger than one that can be taken", answer.json()["detail"])

    def test_a_photo_that_is_none_is_refused(self) -> None:
        Photo.objects.update(jpeg=b"<script>")
        content, _ = write_file(household=self.household)
        answer = sent(client_of(Household.objects.create(name="Next door")), content)
        self.assertEqual(answer.status_code, 400)
        self.assertIn("no JPEG", answer.json()["detail"])

    def test_what_no_household_could_hold_is_refused_whole(self) -> None:
        other = Household.objects.create(name="Next door")
        client = client_of(other)
        plain = json.loads(client_of(self.household).get("/api/archive?photos=no").content)

        def dish(raw: dict[str, Any]) -> None:
            raw["dishes"][0]["draft"]["servings"] = -3

        def event(raw: dict[str, Any]) -> None:
            raw["run_events"][0]["payload"] = {"grams": "many"}

        def stray(raw: dict[str, Any]) -> None:
            raw["runs"][0]["dish"] = "0f0e0d0c-0000-4000-8000-000000000001"

        def twice(raw: dict[str, Any]) -> None:
            raw["eaters"].append(raw["eaters"][0])

        def eater(raw: dict[str, Any]) -> None:
            raw["eaters"][0]["targets"] = [{"nutrient": "gold"}]

        def long(raw: dict[str, Any]) -> None:
            raw["shelf"][0]["place"] = "x" * 290

        def field(raw: dict[str, Any]) -> None:
            raw["eaters"][0]["password"] = "x"

        for bend in (dish, event, stray, twice, eater, long, field):
            with self.subTest(bend.__name__):
                raw = json.loads(json.dumps(plain["household"]))
                bend(raw)
                whole = plain | {"household": raw, "digest": digest_of(raw)}
                answer = sent(client, json.dumps(whole).encode())
                self.assertEqual(answer.status_code, 400, answer.content[:300])
        self.assertEqual(sum(kind.of(other).count() for kind in KINDS), 0)


class Earlier(TestCase):
    """What an earlier release wrote."""

    def test_an_archive_of_the_first_format_is_taken(self) -> None:
        here = Household.objects.create(name="Another kitchen")
        with zipfile.ZipFile(ARCHIVE) as files:
            rows = json.loads(files.read("archive.json"))["household"]
        plan = sent(client_of(here), ARCHIVE.read_bytes(), replace=True).json()
        held = {key: len(found) for key, found in rows.items() if key != "settings" and found}
        self.assertEqual((counted(plan, "added"), plan["photos_missing"]), (held, 0))
        answer = client_of(here).get("/api/dishes").json()
        self.assertEqual(
            {dish["title"] for dish in answer}, {dish["title"] for dish in rows["dishes"]}
        )
        # What was cooked is known by what was frozen, not by today's foods.
        again, _ = write_file(household=here)
        with zipfile.ZipFile(io.BytesIO(again)) as files:
            back = json.loads(files.read("archive.json"))["household"]
        self.assertEqual(back["versions"], rows["versions"])
        self.assertEqual(back["run_events"], rows["run_events"])

    def test_an_older_format_is_brought_up_step_by_step(self) -> None:
        with zipfile.ZipFile(ARCHIVE) as files:
            whole = json.loads(files.read("archive.json"))
        older = dict(whole["household"])
        older["people"] = older.pop("eaters")
        content = sealed(whole | {"snabo_archive": 0, "household": older})

        def step(raw: dict[str, Any]) -> dict[str, Any]:
            household = dict(raw["household"])
            household["eaters"] = household.pop("people")
            return {**raw, "snabo_archive": 1, "household": household}

        client = client_of(Household.objects.create(name="Another kitchen"))
        self.assertEqual(sent(client, content).status_code, 400)
        with mock.patch.dict(STEPS, {0: step}):
            self.assertEqual(counted(sent(client, content).json(), "added")["eaters"], 3)


class Filled(KitchenCase):
    """Into a household that has something already."""

    def test_what_is_here_stays_unless_it_is_to_be_replaced(self) -> None:
        detail = self.bring()
        self.send("post", "own-foods", OWN_FOOD)
        content, _ = write_file(household=self.household)
        changed = detail["document"] | {"title": "Changed since"}
        self.send("put", f"dishes/{detail['id']}", changed, if_match="1")
        extra = self.bring()["id"]
        plan = sent(self.client, content, apply=False).json()
        self.assertEqual(
            (counted(plan, "differ"), counted(plan, "here")["dishes"]), ({"dishes": 1}, 1)
        )
        sent(self.client, content)
        here = self.send("get", f"dishes/{detail['id']}").json()
        self.assertEqual((here["document"]["title"], here["revision"]), ("Changed since", 2))
        sent(self.client, content, replace=True)
        back = self.send("get", f"dishes/{detail['id']}").json()
        # A page that is open on the old draft gets 412, not the other's text.
        self.assertEqual((back["document"], back["revision"]), (detail["document"], 3))
        self.assertEqual(self.send("get", f"dishes/{extra}").status_code, 200)

    def test_a_pack_of_stand_ins_goes_through_the_same_plan(self) -> None:
        own = {
            "key": "", "name": "Ours", "family": "", "driver": "", "expectation": "", "texture": {},
            "smell": "", "taste": "", "evidence": "", "lines": [{"food": "swede", "grams": 500}],
            "step": [],
        }  # fmt: skip
        form = {"id": "0f0e0d0c-0000-4000-8000-000000000001",
                "own": {"role": "mash", "stand_in": own}}  # fmt: skip
        self.send("post", "stand-ins", form)
        pack = export_pack(household=self.household).encode()
        plan = sent(client_of(Household.objects.create(name="Next door")), pack, apply=False).json()
        self.assertEqual((counted(plan, "added"), plan["applied"]), ({"stand_ins": 1}, False))
        plan = sent(self.client, pack).json()
        self.assertEqual((counted(plan, "same"), counted(plan, "here")), ({"stand_ins": 1}, {}))
        other = pack.replace(b"500", b"600")
        plan = sent(self.client, other).json()
        self.assertEqual(counted(plan, "differ"), {"stand_ins": 1})
        self.assertEqual(export_pack(household=self.household).encode(), pack)
        sent(self.client, other, replace=True)
        self.assertIn("600", export_pack(household=self.household))

    def test_another_household_sees_nothing_of_it(self) -> None:
        self.bring()
        raw = json.loads(self.send("get", "archive", None, self.other).content)
        self.assertEqual(raw["household"]["dishes"], [])
        self.assertNotIn(str(Eater.objects.of(self.household).first().uid), json.dumps(raw))


class Complete(TestCase):
    """Nothing a household owns is forgotten."""

    def test_every_model_and_every_column_is_told(self) -> None:
        own = {"accounts", "table", "foods", "shelf", "dishes", "runs", "menu"}
        models = {m for m in apps.get_models() if m._meta.app_label in own}
        left = {model.__name__ for model in models - {kind.model for kind in KINDS}}
        self.assertEqual(left, PASSED_OVER)
        for kind in KINDS:
            columns = {f.attname for f in kind.model._meta.concrete_fields} - {"household_id"}
            told = {kind.column(name) for name in kind.fields()}
            # A key, a time of the last change, what is computed anew, and a photo's own bytes.
            spare = {"id", "uid", "changed_at", "summary", "summary_key", "jpeg"}
            self.assertEqual(columns - told - spare, set(), kind.key)
        settings = {f.attname for f in Household._meta.concrete_fields}
        self.assertEqual(settings - set(SETTINGS), {"id", "foods_revision", "mark"})


class Erasing(KitchenCase):
    """A household goes for good, with all it had, and nobody else with it."""

    def test_nothing_is_left_and_neighbours_stay(self) -> None:
        detail = self.bring()
        self.swap(detail)
        weigh = {"client_id": "0f0e0d0c-0000-4000-8000-000000000001", "gross": 1100.0,
                 "part": detail["document"]["parts"][1]["id"], "step": "start",
                 "slot": detail["document"]["parts"][1]["slots"][0]["id"]}  # fmt: skip
        self.send("post", f"dishes/{detail['id']}/weigh-ins", weigh)
        self.send("post", "own-foods", OWN_FOOD)
        self.send("post", "tokens", {"name": "x", "scope": "read", "days": 1})
        self.send("post", "dishes", detail["document"], self.other)
        household, wanted = self.household, {"household": self.household.name, "password": PASSWORD}
        for wrong, words in (({"household": "x"}, "as it is"), ({"password": "x"}, "not your")):
            answer = self.send("post", "household/erase", wanted | wrong)
            self.assert_problem(answer, 400, words)
        self.assertEqual(self.send("get", "dishes").status_code, 200)
        self.assertEqual(self.send("post", "household/erase", wanted).status_code, 204)
        self.assertEqual(self.send("get", "dishes").status_code, 401)
        for model in apps.get_models():
            names = {field.name for field in model._meta.get_fields()}
            if "household" in names:
                self.assertFalse(model._default_manager.filter(household=household).exists(), model)
        self.assertFalse(DishVersion.objects.filter(dish__household=None).exists())
        self.assertFalse(User.objects.filter(username="cook").exists())
        self.assertEqual(len(self.send("get", "dishes", None, self.other).json()), 1)
