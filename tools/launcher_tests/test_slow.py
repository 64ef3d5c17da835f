"""Sockets that never finish a request do not stop the service."""

import os
import socket
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from urllib.request import urlopen

from launcher.database import free_port
from launcher.places import ROOT

# More than there are threads to wait for them.
HALF_OPEN = 48
APP = """
def app(environ, start_response):
    start_response("200 OK", [("Content-Type", "text/plain")])
    return [b"soup"]
"""


class SlowSockets(unittest.TestCase):
    """The web server as it is configured, with a limit for reading of a second."""

    def setUp(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        (folder / "soup.py").write_text(APP)
        self.port = free_port()
        command = [sys.executable, "-m", "gunicorn", "-c", str(ROOT / "server/config/gunicorn.py"),
                   "--bind", f"127.0.0.1:{self.port}", "soup:app"]  # fmt: skip
        path = f"{folder}{os.pathsep}{ROOT / 'server'}"
        env = {**os.environ, "PYTHONPATH": path, "SNABO_READ_SECONDS": "1"}
        self.served = subprocess.Popen(command, env=env, cwd=folder, stderr=subprocess.DEVNULL)
        self.addCleanup(self.served.wait)
        self.addCleanup(self.served.terminate)

    def ask(self) -> bytes:
        for _ in range(2000):
            try:
                with urlopen(f"http://127.0.0.1:{self.port}/", timeout=60) as answer:
                    return bytes(answer.read())
            except ConnectionRefusedError:
                pass
            except OSError as error:
                if not isinstance(getattr(error, "reason", None), ConnectionRefusedError):
                    raise
            self.served_or_fail()
        raise AssertionError("nobody answers")

    def served_or_fail(self) -> None:
        try:
            self.assertIsNone(self.served.wait(timeout=0.05), "the web server ended")
        except subprocess.TimeoutExpired:
            return

    def test_half_open_sockets_are_let_go(self) -> None:
        self.assertEqual(self.ask(), b"soup")
        for number in range(HALF_OPEN):
            half = socket.create_connection(("127.0.0.1", self.port), timeout=60)
            self.addCleanup(half.close)
            half.sendall(b"POST / HTTP/1.1\r\nHost: kitchen\r\nContent-" + b"L" * (number % 3))
        self.assertEqual(self.ask(), b"soup")
