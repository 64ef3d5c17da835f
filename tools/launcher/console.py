"""What the launcher says, and how it stops with one clear sentence."""

from __future__ import annotations

import subprocess
import sys
import threading
import time
from collections.abc import Mapping, Sequence
from pathlib import Path

PROGRESS_SECONDS = 5


class Trouble(Exception):
    """A reason to stop that the person at the keyboard can act on."""


def say(text: str) -> None:
    """Print one line at once, also when the output is a pipe."""
    print(text, flush=True)


def run_step(
    text: str,
    command: Sequence[str],
    log: Path,
    *,
    cwd: Path | None = None,
    env: Mapping[str, str] | None = None,
) -> None:
    """Run a long step with its output in `log`, saying that it is still going.

    Raises:
        Trouble: the command is missing or fails; the last lines of the log are shown.
    """
    say(f"  {text} ...")
    started = time.monotonic()
    finished = threading.Event()

    def report() -> None:
        while not finished.wait(PROGRESS_SECONDS):
            say(f"    still at it, {time.monotonic() - started:.0f} s")

    reporter = threading.Thread(target=report, daemon=True)
    reporter.start()
    try:
        with log.open("ab") as sink:
            code = subprocess.call(
                list(command), cwd=cwd, env=dict(env) if env else None, stdout=sink, stderr=sink
            )
    except FileNotFoundError as missing:
        raise Trouble(f"{command[0]} is missing, so this step cannot run: {text}.") from missing
    except OSError as problem:
        raise Trouble(f"{text} could not start: {problem.strerror} ({log}).") from problem
    finally:
        finished.set()
    if code:
        tail = "\n".join(log.read_text(errors="replace").splitlines()[-12:])
        print(tail, file=sys.stderr)
        raise Trouble(f"{text} failed (exit {code}). The whole log is in {log}.")
    say(f"    done in {time.monotonic() - started:.0f} s")
