"""Django's runner with one plain closing line, and quick password hashing."""

import os
import time
from collections import defaultdict
from itertools import dropwhile
from pathlib import Path
from typing import Any
from unittest import TestCase, TestSuite, TextTestResult

from django.conf import settings
from django.test.runner import DiscoverRunner

MOST_WORDS = 300


def last_words(trace: str) -> str:
    """Return what the error at the end of a trace says, on one line of at most `MOST_WORDS`."""
    lines = trace.rstrip().splitlines()
    frames = [place for place, line in enumerate(lines) if line.startswith("  File ")]
    said = dropwhile(lambda line: line[:1].isspace(), lines[frames[-1] + 1 if frames else 0 :])
    return " ".join(" ".join(said).split())[:MOST_WORDS]


def package_of(test: str) -> str:
    """Return the package a test belongs to, by its id: an app's name, or where it stands beside."""
    first = test.split(".", maxsplit=1)[0]
    return {"tests": "core", "launcher_tests": "tools"}.get(first, first)


class TimedResult(TextTestResult):
    """Adds up the seconds of the tests by their package."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.seconds: defaultdict[str, float] = defaultdict(float)
        self.began = 0.0

    def startTest(self, test: TestCase) -> None:  # noqa: N802  unittest's name
        """Begin the time of a test."""
        self.began = time.monotonic()
        super().startTest(test)

    def stopTest(self, test: TestCase) -> None:  # noqa: N802  unittest's name
        """End it."""
        super().stopTest(test)
        self.seconds[package_of(test.id())] += time.monotonic() - self.began


class PlainRunner(DiscoverRunner):
    """Prints `N passed, N failed` on a line of its own after Django's own summary."""

    def setup_test_environment(self, **kwargs: Any) -> None:
        """Use a fast hasher: the tests sign in often."""
        super().setup_test_environment(**kwargs)
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]

    def get_resultclass(self) -> type[TextTestResult] | None:
        """Return the class that times packages, where none was asked for."""
        return super().get_resultclass() or TimedResult

    def suite_result(self, suite: TestSuite, result: "TextTestResult[Any]", **kwargs: Any) -> int:
        """Count what ran and print the closing line."""
        bad = [case for case, _ in (*result.failures, *result.errors)]
        # A test with several subtests that fail is one test that fails.
        whole = {getattr(case, "test_case", case).id() for case in bad}
        failed = len(whole) + len(result.unexpectedSuccesses)
        skipped = len(result.skipped)
        passed = result.testsRun - failed - skipped
        self.counts = (passed, failed, skipped)
        seconds: dict[str, float] = getattr(result, "seconds", {})
        longest = sorted(seconds.items(), key=lambda one: -one[1])
        self.times = ", ".join(f"{package} {took:.0f} s" for package, took in longest)
        self.told = [
            f"{getattr(case, 'test_case', case).id()}: {last_words(trace)}"
            for case, trace in (*result.failures, *result.errors)
        ]
        return super().suite_result(suite, result, **kwargs)

    def run_tests(self, *args: Any, **kwargs: Any) -> int:
        """Run, then close with the plain line, or leave the counts to who closes for several."""
        code = super().run_tests(*args, **kwargs)
        passed, failed, skipped = self.counts
        if beside := os.environ.get("SNABO_COUNTS"):
            counted = f"{passed} {failed} {skipped}"
            Path(beside).write_text("\n".join([counted, self.times, *self.told, ""]), "utf-8")
            return code
        print(f"time: {self.times}")
        tail = f", {skipped} skipped" if skipped else ""
        print(f"{passed} passed, {failed} failed{tail}", flush=True)
        return code
