"""Run test modules and print which test runs through which line of some packages, and how long.

For `mutate.py`; run in the folder of the core. Prints one JSON object: `seconds` by test, and
`lines` as {file: {line: [tests]}}, files below the core; what runs while a module is loaded has
the empty name among its tests.
"""

from __future__ import annotations

import contextlib
import json
import sys
import time
import unittest
from pathlib import Path

import coverage


class Noting(unittest.TestResult):
    """Notes the time of each test, and tells the measurement whose lines come next."""

    def __init__(self, measured: coverage.Coverage) -> None:
        super().__init__()
        self.measured, self.began = measured, 0.0
        self.seconds: dict[str, float] = {}

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802  unittest's name
        """Begin the time and the lines of a test."""
        super().startTest(test)
        self.measured.switch_context(test.id())
        self.began = time.perf_counter()

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802  unittest's name
        """End them."""
        self.seconds[test.id()] = time.perf_counter() - self.began
        self.measured.switch_context("")
        super().stopTest(test)


def main(packages: list[str], modules: list[str]) -> None:
    """Print the measurement.

    Raises:
        SystemExit: a test fails as it is; nothing could be learnt then.
    """
    here = Path.cwd()
    measured = coverage.Coverage(
        data_file=None, source=[str(here / "snabo_core" / name) for name in packages]
    )
    measured.start()
    sys.path.insert(0, str(here))
    result = Noting(measured)
    with contextlib.redirect_stdout(sys.stderr):
        unittest.defaultTestLoader.loadTestsFromNames(modules).run(result)
    measured.stop()
    if not result.wasSuccessful():
        sys.exit("\n".join(text for _, text in result.failures + result.errors))
    data = measured.get_data()
    lines = {
        str(Path(file).relative_to(here)): data.contexts_by_lineno(file)
        for file in data.measured_files()
    }
    json.dump({"seconds": result.seconds, "lines": lines}, sys.stdout)


if __name__ == "__main__":
    main(sys.argv[1].split(","), sys.argv[2:])
