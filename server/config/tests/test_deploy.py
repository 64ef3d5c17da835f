"""More than one machine: files that fit the settings, probes, logs, backups that come back."""

import gzip
import json
import logging
import os
import re
import subprocess
import sys
import tempfile
from io import StringIO
from pathlib import Path
from typing import Any
from unittest import mock

import crossplane
import yaml
from django.conf import settings
from django.db import OperationalError, connection
from django.test import Client, SimpleTestCase, TestCase
from pythonjsonlogger.json import JsonFormatter

from config import health
from config.logs import FIELDS

DEPLOY = Path(settings.ROOT) / "deploy"
DUMP = Path(__file__).parent / "data" / "0.2.0.sql.gz"


class Files(SimpleTestCase):
    """What is deployed with is read by programs that are not here; it has to fit what is."""

    def setUp(self) -> None:
        self.compose = yaml.safe_load((DEPLOY / "compose.yaml").read_text("utf-8"))

    def test_every_setting_is_one_the_server_reads(self) -> None:
        server = Path(settings.ROOT) / "server" / "config"
        read = "".join((server / name).read_text("utf-8") for name in ("settings.py", "logs.py"))
        for name, service in self.compose["services"].items():
            if name.startswith("server"):
                for variable in service["environment"]:
                    self.assertIn(f'"{variable}"', read)
                self.assertIn("SNABO_SECRET_KEY", service["environment"])

    def test_two_hosts_wait_for_the_migration_and_the_proxy_for_them(self) -> None:
        services = self.compose["services"]
        hosts = {name for name in services if name.startswith("server")}
        self.assertEqual(hosts, {"server-a", "server-b"})
        for host in hosts:
            waits = services[host]["depends_on"]["migrate"]["condition"]
            self.assertEqual(waits, "service_completed_successfully")
        self.assertEqual(set(services["proxy"]["depends_on"]), hosts)
        conf = (DEPLOY / "nginx-hosts.conf").read_text("utf-8")
        self.assertEqual(set(re.findall(r"server (server-\w):8760", conf)), hosts)

    def test_the_proxies_parse_and_let_through_what_the_server_takes(self) -> None:
        for name in ("nginx.conf", "nginx-hosts.conf"):
            with tempfile.NamedTemporaryFile("w", suffix=".conf") as whole:
                whole.write(f"events {{}} http {{ {(DEPLOY / name).read_text('utf-8')} }}")
                whole.flush()
                parsed = crossplane.parse(whole.name)
            self.assertEqual((parsed["status"], parsed["errors"]), ("ok", []))
            text = (DEPLOY / name).read_text("utf-8")
            for limit in (settings.PHOTO_LIMIT_BYTES, settings.ARCHIVE_LIMIT_BYTES):
                self.assertIn(f"client_max_body_size {limit // 1_000_000}m;", text)

    def test_the_image_copies_what_is_there(self) -> None:
        text = (DEPLOY / "Containerfile").read_text("utf-8")
        for source in re.findall(r"^COPY (?!--from)(\S+(?: \S+)*) \S+$", text, re.MULTILINE):
            for path in source.split():
                self.assertTrue((Path(settings.ROOT) / path).exists(), path)


class Probes(TestCase):
    """Whether a host is well."""

    def setUp(self) -> None:
        health._migrated = False

    def test_alive_and_ready(self) -> None:
        for path, words in (("/healthz", b"alive"), ("/readyz", b"ready")):
            answer = Client().get(path)
            self.assertEqual((answer.status_code, answer.content.strip()), (200, words))
        self.assertEqual(Client().post("/healthz").status_code, 405)

    def test_without_a_database_it_lives_and_is_not_ready(self) -> None:
        with mock.patch.object(connection, "cursor", side_effect=OperationalError):
            self.assertEqual(Client().get("/healthz").status_code, 200)
            answer = Client().get("/readyz")
        self.assertEqual((answer.status_code, answer.content),
                         (503, b"the database does not answer\n"))  # fmt: skip

    def test_a_database_of_an_older_release_is_not_ready(self) -> None:
        with mock.patch.object(health.MigrationExecutor, "migration_plan", return_value=[1, 2]):
            answer = Client().get("/readyz")
        self.assertEqual(answer.status_code, 503)
        self.assertIn(b"2 migrations wait", answer.content)


class Logs(TestCase):
    """One JSON object for each request, with nothing in it that is anybody's."""

    def test_a_request_is_told_with_its_id(self) -> None:
        out = StringIO()
        handler = logging.StreamHandler(out)
        handler.setFormatter(JsonFormatter(FIELDS))
        logger = logging.getLogger("snabo.requests")
        logger.addHandler(handler)
        before = logger.level
        logger.setLevel(logging.INFO)
        try:
            answer = Client().get("/api/dishes?secret=1", headers={"X-Request-Id": "from-a-proxy"})
            Client().get("/healthz")
        finally:
            logger.removeHandler(handler)
            logger.setLevel(before)
        self.assertEqual(answer["X-Request-Id"], "from-a-proxy")
        [line] = out.getvalue().splitlines()
        told = json.loads(line)
        self.assertEqual((told["path"], told["status"], told["request"]),
                         ("/api/dishes", 401, "from-a-proxy"))  # fmt: skip
        self.assertNotIn("secret", line)

    def test_an_id_that_is_none_is_not_taken_over(self) -> None:
        answer = Client().get("/healthz", headers={"X-Request-Id": 'x" injected'})
        self.assertRegex(answer["X-Request-Id"], r"^[0-9a-f]{32}$")


class Backups(SimpleTestCase):
    """The two scripts against the test database: 0.2.0's data in, brought up to date, out, back."""

    databases = {"default"}  # noqa: RUF012  Django's own attribute

    def setUp(self) -> None:
        self.at: dict[str, Any] = connection.settings_dict
        self.names = [f"{self.at['NAME']}_{what}" for what in ("kept", "back")]
        for name in self.names:
            self.execute(f"DROP DATABASE IF EXISTS `{name}`")
            self.execute(f"CREATE DATABASE `{name}` CHARACTER SET utf8mb4")
            self.addCleanup(self.execute, f"DROP DATABASE `{name}`")
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.file = Path(folder.name) / "backup.sql.gz"

    def execute(self, command: str) -> list[tuple[Any, ...]]:
        with connection.cursor() as cursor:
            cursor.execute(command)
            return list(cursor.fetchall()) if cursor.description else []

    def run_script(self, name: str, file: Path, database: str) -> subprocess.CompletedProcess[str]:
        environment = os.environ | {
            "SNABO_DB_HOST": str(self.at["HOST"]), "SNABO_DB_PORT": str(self.at["PORT"]),
            "SNABO_DB_USER": str(self.at["USER"]), "SNABO_DB_PASSWORD": str(self.at["PASSWORD"]),
            "SNABO_DB_NAME": database, "SNABO_PYTHON": sys.executable,
        }  # fmt: skip
        return subprocess.run([str(DEPLOY / name), str(file)], env=environment, check=False,
                              capture_output=True, text=True, timeout=600)  # fmt: skip

    def sums(self, name: str) -> dict[str, Any]:
        """Return a checksum of every table of a database."""
        tables = [row[0] for row in self.execute(f"SHOW TABLES FROM `{name}`")]
        return {t: self.execute(f"CHECKSUM TABLE `{name}`.`{t}`")[0][1] for t in tables}

    def test_from_020_to_today_and_there_and_back(self) -> None:
        kept, back = self.names
        done = self.run_script("restore.sh", DUMP, kept)
        self.assertEqual(done.returncode, 0, done.stderr[-800:])
        dishes = self.execute(f"SELECT COUNT(*) FROM `{kept}`.dishes_dish")  # noqa: S608  a name of ours
        self.assertEqual(dishes, [(31,)])
        done = self.run_script("backup.sh", self.file, kept)
        self.assertEqual(done.returncode, 0, done.stderr[-800:])
        self.assertEqual(self.file.stat().st_mode & 0o077, 0)
        done = self.run_script("restore.sh", self.file, back)
        self.assertEqual(done.returncode, 0, done.stderr[-800:])
        before = self.sums(kept)
        self.assertGreater(len(before), 25)
        self.assertEqual(self.sums(back), before)
        # Into a database that holds something nothing is put.
        done = self.run_script("restore.sh", self.file, back)
        self.assertEqual(done.returncode, 1)
        self.assertIn("a backup goes into an empty one", done.stderr)
        self.assertEqual(self.sums(back), before)

    def test_a_cut_file_and_a_missing_database_change_nothing(self) -> None:
        self.file.write_bytes(DUMP.read_bytes()[:5000])
        done = self.run_script("restore.sh", self.file, self.names[0])
        self.assertEqual(done.returncode, 1)
        self.assertEqual(self.sums(self.names[0]), {})
        kept = gzip.compress(b"the last good one")
        self.file.write_bytes(kept)
        done = self.run_script("backup.sh", self.file, "snabo_no_such")
        self.assertNotEqual(done.returncode, 0)
        self.assertEqual(self.file.read_bytes(), kept)
