"""The examples of docs/api.md, run as they stand against a server."""

import os
import re
import subprocess
import sys
from pathlib import Path

from django.conf import settings
from django.test import LiveServerTestCase

from accounts.models import Household, User
from accounts.tokens import NewToken, make_token
from dishes.models import Dish

PAGE = Path(settings.ROOT) / "docs" / "api.md"


class Examples(LiveServerTestCase):
    """What a programmer copies from the page works."""

    def setUp(self) -> None:
        household = Household.objects.create(name="Asked kitchen")
        user = User.objects.create_user("asked", household=household)
        self.tokens = {
            scope: make_token(household=household, by=user, wanted=NewToken("x", scope, 1)).secret
            for scope in ("read", "write")
        }

    def run_example(self, code: str, scope: str) -> subprocess.CompletedProcess[str]:
        environment = {
            "PATH": os.environ["PATH"], "SNABO_URL": self.live_server_url,
            "SNABO_TOKEN": self.tokens[scope],
        }  # fmt: skip
        return subprocess.run([sys.executable, "-c", code], env=environment, check=False,
                              capture_output=True, text=True, timeout=300)  # fmt: skip

    def test_each_runs(self) -> None:
        codes = re.findall(r"```python\n(.*?)```", PAGE.read_text("utf-8"), re.DOTALL)
        self.assertEqual(len(codes), 3)
        listed, computed, brought = codes
        done = self.run_example(brought, "write")
        self.assertIn("# Leek pot", done.stdout, done.stderr[-500:])
        self.assertIn("- 3 leeks", done.stdout)
        done = self.run_example(computed, "read")
        self.assertRegex(done.stdout, r"net_carbs: \d+\.\d g, ", done.stderr[-500:])
        done = self.run_example(listed, "read")
        self.assertRegex(done.stdout, r"Leek pot: \d+\.\d g net carbs", done.stderr[-500:])
        # A token that may only look brings nothing.
        done = self.run_example(brought, "read")
        self.assertIn("403", done.stderr)
        self.assertEqual(Dish.objects.count(), 1)
