"""The repository keeps its promises: contract, migrations, links, settings."""

import re
from io import StringIO
from pathlib import Path

from django.conf import settings
from django.core.management import call_command
from django.test import TestCase
from drf_spectacular.generators import SchemaGenerator

from config.tests.test_rights import endpoints

PAGES = (
    "README.md",
    "CONTRIBUTING.md",
    "docs/architecture.md",
    "docs/figure.md",
    "docs/api.md",
    "deploy/README.md",
)


class Contract(TestCase):
    """Every endpoint is described, and by the core's own types."""

    def setUp(self) -> None:
        self.schema = SchemaGenerator().get_schema(request=None, public=True)

    def test_every_endpoint_is_described(self) -> None:
        described = {re.sub(r"\{\w+\}", "#", path).strip("/") for path in self.schema["paths"]}
        routes = {re.sub(r"<\w+:\w+>", "#", route) for route in endpoints()}
        self.assertEqual(described, routes)

    def test_core_types_are_components_with_every_field_required(self) -> None:
        schemas = self.schema["components"]["schemas"]
        for name in ("Dish", "Line", "Preview", "Figure", "PointView", "Ranking", "Problem"):
            self.assertEqual(set(schemas[name]["required"]), set(schemas[name]["properties"]))

    def test_every_operation_names_its_refusals(self) -> None:
        operations = 0
        for methods in self.schema["paths"].values():
            for operation in methods.values():
                problem = operation["responses"]["400"]["content"]
                self.assertIn("application/problem+json", problem)
                operations += 1
        self.assertGreater(operations, 25)


class Repository(TestCase):
    """What a newcomer relies on."""

    def test_no_migration_is_missing(self) -> None:
        call_command("makemigrations", "--check", "--dry-run", stdout=StringIO())

    def test_links_in_the_pages_lead_somewhere(self) -> None:
        links = 0
        for page in PAGES:
            path = Path(settings.ROOT) / page
            for target in re.findall(r"\]\(([^)#]+)\)", path.read_text("utf-8")):
                if not target.startswith("http"):
                    self.assertTrue((path.parent / target).exists(), f"{page}: {target}")
                    links += 1
        self.assertGreater(links, 15)

    def test_few_pictures(self) -> None:
        pictures = list((Path(settings.ROOT) / "docs" / "screenshots").glob("*.png"))
        self.assertTrue(2 <= len(pictures) < 20)

    def test_database_is_strict_mariadb(self) -> None:
        from django.db import connection  # noqa: PLC0415  only this test asks it

        with connection.cursor() as cursor:
            cursor.execute("SELECT @@version, @@sql_mode, @@tx_isolation")
            version, mode, isolation = cursor.fetchone()
        self.assertIn("MariaDB", version)
        self.assertIn("STRICT_TRANS_TABLES", mode)
        self.assertEqual(isolation, "READ-COMMITTED")
