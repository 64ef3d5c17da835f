"""The tests of the browser's own code (Vitest), one by one among all others."""

import json
import subprocess
import tempfile
import unittest
from pathlib import Path
from typing import Any

from django.conf import settings

WEB = Path(settings.ROOT) / "web"
MOST_SECONDS = 900


class Vitest(unittest.TestCase):
    """One test of the browser's code, as Vitest found it."""

    def __init__(self, found: dict[str, Any] | None = None) -> None:
        super().__init__("as_found")
        self.found = found or {"fullName": "Vitest", "status": "failed", "failureMessages": ["?"]}

    # The runner takes two cases of one class and method for the same; these are not.
    __eq__ = object.__eq__
    __hash__ = object.__hash__

    def as_found(self) -> None:
        """Pass as it passed there."""
        self.assertEqual(self.found["status"], "passed", "\n".join(self.found["failureMessages"]))

    def __str__(self) -> str:
        return str(self.found["fullName"])

    def id(self) -> str:
        """Return a name of its own for each."""
        return f"web.{self.found['fullName']}"


def run_vitest() -> list[dict[str, Any]]:
    """Run them all and return what came of each; a run that fails as a whole is one failure."""
    with tempfile.TemporaryDirectory() as folder:
        out = Path(folder) / "found.json"
        command = ["npx", "--no-install", "vitest", "run", "--reporter=json", f"--outputFile={out}"]
        done = subprocess.run(
            command, cwd=WEB, capture_output=True, text=True, timeout=MOST_SECONDS, check=False
        )
        if not out.exists():
            why = (done.stderr or done.stdout)[-2000:]
            return [{"fullName": "Vitest runs", "status": "failed", "failureMessages": [why]}]
        files = json.loads(out.read_text("utf-8"))["testResults"]
    found = [test for file in files for test in file["assertionResults"]]
    found += [
        {"fullName": file["name"], "status": "failed", "failureMessages": [file["message"]]}
        for file in files
        if file["status"] == "failed" and not file["assertionResults"]
    ]
    return found


def load_tests(
    _loader: unittest.TestLoader, _tests: unittest.TestSuite, _pattern: str | None
) -> unittest.TestSuite:
    """Put each of them among the tests."""
    return unittest.TestSuite(Vitest(found) for found in run_vitest())
