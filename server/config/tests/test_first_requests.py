"""The first requests of a fresh server come from several devices at once."""

import os
import subprocess
import sys

from django.test import SimpleTestCase

# Eight devices send a dish to a process that has seen none yet.
AT_ONCE = """
import threading, sys
import msgspec
from config.wire import convert
from snabo_core.dish import Dish, Line, Part
sent = msgspec.to_builtins(Dish("Pot", 2.0, (Part("p", "Pot", (Line("a", "1 leek"),)),)))
gate = threading.Barrier(8)
sys.setswitchinterval(1e-6)
def ask():
    gate.wait()
    for _ in range(20):
        convert(sent, Dish)
devices = [threading.Thread(target=ask) for _ in range(8)]
[device.start() for device in devices]
[device.join() for device in devices]
"""


class FirstRequests(SimpleTestCase):
    def test_several_at_once_end_no_worker(self) -> None:
        for _ in range(3):
            environment = {**os.environ, "PYTHONPATH": os.pathsep.join(sys.path)}
            done = subprocess.run(
                [sys.executable, "-c", AT_ONCE], env=environment, capture_output=True, check=False
            )
            self.assertEqual((done.returncode, done.stderr[-300:]), (0, b""))
