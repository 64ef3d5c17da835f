"""Processes we started: told from others that got the same number, ended with us."""

from __future__ import annotations

import contextlib
import ctypes
import json
import os
import signal
import time
from pathlib import Path

from launcher.places import read_json

PR_SET_PDEATHSIG = 1
DEAD_STATES = {"Z", "X"}


def end_with_parent() -> None:
    """Between fork and exec: let the child end in order when the launcher is killed."""
    ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGTERM, 0, 0, 0)


def begun_at(pid: int) -> int | None:
    """Return when a process began, in ticks since boot; None for none and for a dead one."""
    try:
        # The name in brackets may hold anything; what follows it has fixed places.
        fields = Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()
    except (OSError, ValueError):
        return None
    return None if fields[0] in DEAD_STATES else int(fields[19])


def remember(path: Path, pid: int) -> None:
    """Write down a process of ours, with when it began: numbers come again."""
    path.write_text(json.dumps({"pid": pid, "begun": begun_at(pid)}))


def remembered(path: Path) -> int | None:
    """Return the process written down, None if it has ended or the number is another's now."""
    found = read_json(path)
    pid, begun = found.get("pid"), found.get("begun")
    if not isinstance(pid, int) or begun is None or begun_at(pid) != begun:
        return None
    return pid


def end(pid: int, seconds: float) -> bool:
    """Ask a process to end and wait; True if it did."""
    with contextlib.suppress(ProcessLookupError):
        os.kill(pid, signal.SIGTERM)
    begun, limit = begun_at(pid), time.monotonic() + seconds
    while begun is not None and begun_at(pid) == begun:
        if time.monotonic() > limit:
            return False
        with contextlib.suppress(ChildProcessError):
            os.waitpid(pid, os.WNOHANG)
        time.sleep(0.05)
    return True
