"""How gunicorn serves: slow sockets are let go, workers end with their master."""

import ctypes
import os
import signal
import socket
import struct
from typing import Any

from config.logs import logging

workers, threads = 2, 16
preload_app = True
timeout, graceful_timeout, keepalive = 60, 10, 5
limit_request_line = 8190
loglevel = "warning"
logconfig_dict = logging()
# A client that sends nothing for so long in the middle of a request is let go.
READ_SECONDS = int(os.environ.get("SNABO_READ_SECONDS", "10"))
PR_SET_PDEATHSIG = 1


def when_ready(server: Any) -> None:
    """Give every connection a limit for reading; accepted sockets inherit it on Linux."""
    limit = struct.pack("ll", READ_SECONDS, 0)
    for listener in server.LISTENERS:
        listener.sock.setsockopt(socket.SOL_SOCKET, socket.SO_RCVTIMEO, limit)


def post_fork(_server: Any, _worker: Any) -> None:
    """End this worker when its master is killed, so that the port is free at once."""
    ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGKILL, 0, 0, 0)
