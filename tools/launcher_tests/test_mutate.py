"""Small faults: which are drawn, which tests run on them, and whether one notices."""

import sys
import tempfile
import unittest
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
sys.path.insert(0, str(ROOT / "tools"))

import mutate  # noqa: E402  the path has to be set first

RULE = '''"""A rule."""

from dataclasses import dataclass

LIMIT = 10


@dataclass(frozen=True)
class Plate:
    grams: float | None = 1.0


def fits(grams: float | None) -> bool:
    return grams is not None and grams <= LIMIT


def doubled(grams: float) -> float:
    return grams * 2
'''
TESTS = """import unittest

from snabo_core.plate.rule import doubled, fits


class Fits(unittest.TestCase):
    def test_at_the_limit(self):
        self.assertTrue(fits(10))
        self.assertFalse(fits(11))


class Doubled(unittest.TestCase):
    def test_is_more(self):
        self.assertGreater(doubled(1), 1)
"""


class Mutate(unittest.TestCase):
    """A core of one rule, half tested."""

    def setUp(self) -> None:
        self.core = Path(self.enterContext(tempfile.TemporaryDirectory()))
        for name, text in (
            ("snabo_core/__init__.py", ""),
            ("snabo_core/plate/__init__.py", ""),
            ("snabo_core/plate/rule.py", RULE),
            ("tests/__init__.py", ""),
            ("tests/test_rule.py", TESTS),
        ):
            (self.core / name).parent.mkdir(parents=True, exist_ok=True)
            (self.core / name).write_text(text)

    def test_only_what_may_matter_is_drawn(self) -> None:
        drawn = mutate.sample(self.core, ["plate"], 100, 1)
        rule = RULE.split("\n")
        changed = {rule[one.line - 1].strip() for one in drawn}
        self.assertIn("return grams is not None and grams <= LIMIT", changed)
        self.assertNotIn("@dataclass(frozen=True)", changed)
        self.assertEqual(drawn, mutate.sample(self.core, ["plate"], 100, 1))
        self.assertNotEqual(drawn, mutate.sample(self.core, ["plate"], 100, 2))

    def test_what_no_test_notices_is_told(self) -> None:
        cover = mutate.covering(self.core, ["plate"])
        self.assertEqual(len(cover.seconds), 2)
        noticed = {}
        with mutate.Tries(self.core) as tries:
            for one in mutate.sample(self.core, ["plate"], 100, 1):
                killed, shown = tries.noticed(one, cover)
                rows = [row for row in shown.split("\n") if row[:1] == "+" and row[:3] != "+++"]
                noticed[rows[0][1:].strip()] = killed
        self.assertTrue(noticed["return grams is not None and grams < LIMIT"])
        self.assertTrue(noticed["LIMIT = 11"])
        # 2 + 2 and 2 x 3 are both more.
        self.assertFalse(noticed["return grams * 3"])
        self.assertEqual((self.core / "snabo_core/plate/rule.py").read_text(), RULE)

    def test_only_tests_that_run_through_the_line_are_run(self) -> None:
        cover = mutate.covering(self.core, ["plate"])
        line = RULE.split("\n").index("    return grams * 2") + 1
        one = mutate.Mutant("snabo_core/plate/rule.py", mutate.OPERATORS[0], 0, line)
        self.assertEqual(cover.of(one), ["tests.test_rule.Doubled.test_is_more"])
