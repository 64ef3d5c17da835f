"""./snabo fuzz: bent recipes, files and documents in process, bent requests over HTTP.

Arguments: how many recipes and documents, how many files, how many requests, the seed. Fails on a
crash, on a recipe or document over a second or a file over two, taken twice, on a process that ever
held 300 MB more than it began with, and on memory that is not given back between pieces.
"""

from __future__ import annotations

import contextlib
import gc
import resource
import signal
import sys
import time
import traceback
import unittest
from collections.abc import Callable, Iterator
from multiprocessing import Pool
from pathlib import Path
from typing import Any

import django

from tests.mutations import archives, documents, files, texts
from tests.test_fuzz import compute, read, read_bent, sound

# Seconds that one thing may take, by what it is.
LONGEST = {"recipes and documents": 1.0, "files": 2.0}
PIECE = 500
# Megabytes by which what a process holds between pieces may grow, and by which it may grow at all.
MOST_GROWTH, MOST_MEMORY = 80, 300
# Seconds of the processor after which one thing is broken off, and bytes a process may ask for.
BROKEN_OFF, MOST_ASKED_FOR = 30.0, 4 << 30
# How many of the slowest are named.
NAMED = 5

Piece = tuple[int, list[tuple[float, str]], list[str], float, float]


def piece(named: tuple[str, int, int]) -> Piece:
    """Read and compute one piece.

    Returns how many, the slowest, the crashes, the most megabytes so far and those still held.
    """
    what, number, seed = named
    slow: list[tuple[float, str]] = []
    late: list[tuple[Callable[[Any], object], Any]] = []
    crashes, done = [], 0
    own = seed * 100_003 + number
    kinds: tuple[tuple[Callable[[Any], object], Iterator[Any]], ...] = (
        (read, texts(PIECE // 2, own)),
        (compute, documents(sound(), PIECE // 2, own)),
    )
    if what == "files":
        kinds = (
            (read_bent, files(PIECE * 9 // 10, own)),
            (read_bent, archives(PIECE // 10, own)),
        )
    for act, inputs in kinds:
        for one in inputs:
            took, crash = _taken(act, one)
            crashes += [crash] if crash else []
            if took >= LONGEST[what]:
                late.append((act, one))
                continue
            slow = sorted([*slow, (took, f"piece {number}: {str(one)[:200]}")])[-NAMED:]
            done += 1
    for act, one in late:
        # Once more, behind all others: a machine that is held up itself is no slow reader.
        took, _ = _taken(act, one)
        slow = sorted([*slow, (took, f"piece {number}: {str(one)[:200]}")])[-NAMED:]
        done += 1
    gc.collect()
    return done, slow, crashes, _megabytes(), _held()


def _taken(act: Callable[[Any], object], one: Any) -> tuple[float, str]:
    """Return the seconds of the processor that one thing took, and its crash, empty for none."""
    began = time.process_time()
    try:
        with _bounded():
            act(one)
    except Exception:  # noqa: BLE001  what is looked for
        crash = f"{str(one)[:200]!r}\n{traceback.format_exc()[-800:]}"
        return time.process_time() - began, crash
    return time.process_time() - began, ""


@contextlib.contextmanager
def _bounded() -> Iterator[None]:
    """Break off what never ends; what asks for more memory than a process has fails by itself."""

    def broken_off(_signal: int, _frame: object) -> None:
        raise TimeoutError(f"broken off after {BROKEN_OFF} s")

    before = signal.signal(signal.SIGVTALRM, broken_off)
    signal.setitimer(signal.ITIMER_VIRTUAL, BROKEN_OFF)
    try:
        yield
    finally:
        signal.setitimer(signal.ITIMER_VIRTUAL, 0)
        signal.signal(signal.SIGVTALRM, before)


def _limited() -> None:
    resource.setrlimit(resource.RLIMIT_AS, (MOST_ASKED_FOR, MOST_ASKED_FOR))


def _megabytes() -> float:
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024


def _held() -> float:
    """Return the megabytes that a process holds now."""
    pages = int(Path("/proc/self/statm").read_text(encoding="ascii").split()[1])
    return pages * resource.getpagesize() / 2**20


def in_process(what: str, count: int, seed: int) -> bool:
    """Run all pieces in two processes and say what came of it."""
    # What is loaded once is loaded before anything is timed.
    read("Pot\n200 g peas\n")
    compute(sound())
    read_bent(("page.html", b"<p itemscope itemtype=https://schema.org/Recipe>1 leek"))
    at_first = _megabytes()
    done, slow, crashes, sizes, held = 0, [(0.0, "")], [], [0.0], [0.0]
    pieces = [(what, number, seed) for number in range(-(-count // PIECE))]
    with Pool(2, initializer=_limited) as pool:
        for some, slower, bad, size, left in pool.imap_unordered(piece, pieces):
            done, slow = done + some, sorted([*slow, *slower])[-NAMED:]
            crashes += bad
            sizes.append(size)
            held.append(left)
    tenth = max(3, len(held) // 10)
    early, late = max(held[:tenth]), max(held[-tenth:])
    print(
        f"{done} {what}: {len(crashes)} crashes, slowest {slow[-1][0]:.2f} s, "
        f"memory {at_first:.0f} at first, {early:.0f} early and {late:.0f} late between pieces, "
        f"{max(sizes):.0f} MB at most",
        flush=True,
    )
    print("\n".join(crashes[:5]))
    if slow[-1][0] >= LONGEST[what]:
        print("\n".join(f"{seconds:.2f} s: {text!r}" for seconds, text in reversed(slow)))
    kept = late - early < MOST_GROWTH and max(sizes) - at_first < MOST_MEMORY
    return not crashes and slow[-1][0] < LONGEST[what] and kept


def over_http(count: int, seed: int) -> bool:
    """Send bent requests through the whole server, in a database of their own."""
    django.setup()
    from django.test.utils import get_runner  # noqa: PLC0415  Django has to be set up first

    from config.tests.test_fuzz import Bent  # noqa: PLC0415

    runner = get_runner(__import__("django.conf").conf.settings)(interactive=False, verbosity=0)
    runner.setup_test_environment()
    old = runner.setup_databases()
    found = {}

    class Many(Bent):
        def test_no_request_crashes(self) -> None:
            found.update(self.bent(count * 3 // 10, seed))

    result = unittest.TextTestRunner(verbosity=0).run(Many("test_no_request_crashes"))
    runner.teardown_databases(old)
    print(f"{sum(found.values())} requests: {dict(sorted(found.items()))}")
    return result.wasSuccessful()


if __name__ == "__main__":
    amount, saved, requests, chosen = (int(word) for word in sys.argv[1:5])
    good = [
        in_process("recipes and documents", amount, chosen),
        in_process("files", saved, chosen),
        not requests or over_http(requests, chosen),
    ]
    sys.exit(0 if all(good) else 1)
