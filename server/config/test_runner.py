"""Django's runner with one plain closing line, and quick password hashing."""

import os
from itertools import dropwhile
from pathlib import Path
from typing import Any
from unittest import TestSuite, TextTestResult

from django.conf import settings
from django.test.runner import DiscoverRunner

MOST_WORDS = 300


def last_words(trace: str) -> str:
    """Return what the error at the end of a trace says, on one line of at most `MOST_WORDS`."""
    lines = trace.rstrip().splitlines()
    frames = [place for place, line in enumerate(lines) if line.startswith("  File ")]
    said = dropwhile(lambda line: line[:1].isspace(), lines[frames[-1] + 1 if frames else 0 :])
    return " ".join(" ".join(said).split())[:MOST_WORDS]


class PlainRunner(DiscoverRunner):
    """Prints `N passed, N failed` on a line of its own after Django's own summary."""

    def setup_test_environment(self, **kwargs: Any) -> None:
        """Use a fast hasher: the tests sign in often."""
        super().setup_test_environment(**kwargs)
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]

    def suite_result(self, suite: TestSuite, result: "TextTestResult[Any]", **kwargs: Any) -> int:
        """Count what ran and print the closing line."""
        bad = [case for case, _ in (*result.failures, *result.errors)]
        # A test with several subtests that fail is one test that fails.
        whole = {getattr(case, "test_case", case).id() for case in bad}
        failed = len(whole) + len(result.unexpectedSuccesses)
        skipped = len(result.skipped)
        passed = result.testsRun - failed - skipped
        self.counts = (passed, failed, skipped)
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
            Path(beside).write_text("\n".join([counted, *self.told, ""]), "utf-8")
            return code
        tail = f", {skipped} skipped" if skipped else ""
        print(f"{passed} passed, {failed} failed{tail}", flush=True)
        return code
