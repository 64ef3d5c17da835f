"""How often a list asks the database: a ceiling for each, so that none asks once a row."""

from pathlib import Path

import yaml
from django.db import connection
from django.test import Client, TestCase
from django.test.utils import CaptureQueriesContext

from accounts.models import User
from demo.tests.test_demo import load

CONTRACT = Path(__file__).resolve().parents[3] / "docs" / "openapi.yaml"
# Queries for the household with everything in it; three of each are the session's.
CEILINGS = {
    "/api/archive": 24,
    "/api/dishes": 23,
    "/api/eaters": 4,
    "/api/evenings": 7,
    "/api/exclusions": 3,
    "/api/foods": 3,
    "/api/homemade": 4,
    "/api/kitchen": 3,
    "/api/kitchen/families": 3,
    "/api/learning": 4,
    "/api/likings": 3,
    "/api/menu": 15,
    "/api/own-foods": 4,
    "/api/own-foods/file": 4,
    "/api/own-measures": 4,
    "/api/own-names": 4,
    "/api/readings": 4,
    "/api/roles": 3,
    "/api/schools": 3,
    "/api/session": 3,
    "/api/shelf": 7,
    "/api/shelf/kinds": 3,
    "/api/shelf/planned": 4,
    "/api/shopping": 19,
    "/api/shopping/list.csv": 19,
    "/api/shopping/list.txt": 19,
    "/api/sign-ins": 4,
    "/api/stand-ins": 4,
    "/api/table": 8,
    "/api/table/ways": 5,
    "/api/tokens": 4,
}
# These answer one question and list nothing.
QUESTIONS = {"/api/convert", "/api/convert/microwave", "/api/convert/oven", "/api/stand-ins/pack"}


class Queries(TestCase):
    def test_every_list_stays_below_its_ceiling(self) -> None:
        load()
        contract = yaml.safe_load(CONTRACT.read_text())
        lists = {path for path, of in contract["paths"].items() if "get" in of and "{" not in path}
        self.assertEqual(lists, CEILINGS.keys() | QUESTIONS)
        client = Client()
        client.force_login(User.objects.get(username="demo"))
        client.get("/api/session")
        for path, ceiling in CEILINGS.items():
            with self.subTest(path=path), CaptureQueriesContext(connection) as told:
                self.assertEqual(client.get(path).status_code, 200)
                self.assertLessEqual(len(told), ceiling)
