"""A database of 0.2.0 is brought up to date, and every dish in it is shown."""

import gzip
import subprocess
from dataclasses import fields
from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.db import connection
from django.test import Client, SimpleTestCase

from accounts.models import User
from dishes.models import Dish
from snabo_core import dish as core

DUMP = Path(__file__).parent / "data" / "0.2.0.sql.gz"
BACKEND = "accounts.backends.HouseholdBackend"


class FromVersion020(SimpleTestCase):
    """Two households, 31 dishes, 14 kept versions and 3 runs that 0.2.0 wrote."""

    databases = {"default"}  # noqa: RUF012  Django's own attribute

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.settings: dict[str, Any] = connection.settings_dict
        cls.own_name = cls.settings["NAME"]
        cls.name = f"{cls.own_name}_020"
        with connection.cursor() as cursor:
            cursor.execute(f"DROP DATABASE IF EXISTS `{cls.name}`")
            cursor.execute(f"CREATE DATABASE `{cls.name}` CHARACTER SET utf8mb4")
        cls._load()
        connection.close()
        cls.settings["NAME"] = cls.name
        call_command("migrate", verbosity=0)

    @classmethod
    def tearDownClass(cls) -> None:
        with connection.cursor() as cursor:
            cursor.execute(f"DROP DATABASE `{cls.name}`")
        connection.close()
        cls.settings["NAME"] = cls.own_name
        super().tearDownClass()

    @classmethod
    def _load(cls) -> None:
        subprocess.run(
            ["mariadb", "--no-defaults", "--protocol=tcp", f"-h{cls.settings['HOST']}",
             f"-P{cls.settings['PORT']}", f"-u{cls.settings['USER']}",
             f"-p{cls.settings['PASSWORD']}", "--default-character-set=utf8mb4", cls.name],
            input=gzip.decompress(DUMP.read_bytes()), check=True,
        )  # fmt: skip

    def client_of(self, name: str) -> Client:
        client = Client()
        client.force_login(User.objects.get(username=name), BACKEND)
        return client

    def get(self, client: Client, path: str) -> Any:
        answer = client.get(f"/api/{path}")
        self.assertEqual(answer.status_code, 200, answer.content[:400])
        return answer.json()

    def post(self, client: Client, path: str, body: Any) -> Any:
        answer = client.post(f"/api/{path}", body, content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content[:400])
        return answer.json()

    def _assert_whole(self, document: dict[str, Any]) -> None:
        self.assertEqual(set(document), {f.name for f in fields(core.Dish)})
        for part in document["parts"]:
            self.assertEqual(set(part), {f.name for f in fields(core.Part)})
            for line in part["lines"]:
                self.assertEqual(set(line), {f.name for f in fields(core.Line)})

    def test_every_dish_is_shown_with_its_figures(self) -> None:
        shown = 0
        for name in ("demo", "boathouse"):
            client = self.client_of(name)
            for summary in self.get(client, "dishes"):
                detail = self.get(client, f"dishes/{summary['id']}")
                body = {"sequence": 1, "dish": detail["document"], "eaters": []}
                figures = self.post(client, "preview", body)["figures"]
                self.assertIn("net_carbs", figures)
                # Every field of today's schema is there for the screen.
                self._assert_whole(detail["document"])
                shown += 1
        self.assertEqual(shown, Dish.objects.filter(deleted_at=None).count())
        self.assertEqual(shown, 30)

    def test_every_kept_version_can_be_compared(self) -> None:
        compared = 0
        for name in ("demo", "boathouse"):
            client = self.client_of(name)
            for summary in self.get(client, "dishes"):
                detail = self.get(client, f"dishes/{summary['id']}")
                for version in detail["versions"]:
                    body = {
                        "dish": detail["document"], "versions": [version["number"]],
                        "stand_ins": [], "eaters": [],
                    }  # fmt: skip
                    found = self.post(client, f"dishes/{summary['id']}/compare", body)
                    kept = found["columns"][-1]
                    self.assertIn("completed at upgrade", kept["note"])
                    compared += 1
        self.assertEqual(compared, 14)

    def test_every_cooking_is_told_from_what_its_version_froze(self) -> None:
        told = []
        for name in User.objects.values_list("username", flat=True):
            client = self.client_of(name)
            for dish in self.get(client, "dishes"):
                runs = self.get(client, f"dishes/{dish['id']}/runs")
                known = [run for run in (runs["open"], *runs["finished"]) if run is not None]
                told += [self.get(client, f"runs/{run['id']}")["view"] for run in known]
        self.assertEqual(len(told), 3)
        # Two steps of each were weighed and not taken back, the first of them three.
        grams = sorted(sorted(one["grams"] for one in view["weights"]) for view in told)
        self.assertEqual(grams, [[961.0, 1022.0], [987.0, 1350.0, 1375.0], [1145.0, 1154.0]])
        self.assertTrue(all(view["figures"] for view in told))

    def test_table_runs_and_own_foods_stand(self) -> None:
        client = self.client_of("demo")
        self.assertEqual(len(self.get(client, "table")["rows"]), 28)
        self.assertEqual(len(self.get(client, "own-foods")), 3)
        weighed = [self.get(client, f"dishes/{d['id']}/runs") for d in self.get(client, "dishes")]
        self.assertEqual(sum(len(w["finished"]) + bool(w["open"]) for w in weighed), 3)
