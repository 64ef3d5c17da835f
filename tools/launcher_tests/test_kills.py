"""The short form of ./snabo killtest."""

import unittest

from launcher.cli import run_kills
from launcher.killing import ANSWERED_SINCE, WRITERS

# Kills one of each: database, web server, worker.
SEED = 2


class Kills(unittest.TestCase):
    """Database, server and workers killed under writers: nothing acknowledged is lost."""

    def test_three_kills(self) -> None:
        score = run_kills(3, seed=SEED, between=2.0)
        self.assertGreaterEqual(score.acknowledged, 3 * WRITERS * ANSWERED_SINCE)
        self.assertEqual((score.lost, score.doubled), (0, 0))
