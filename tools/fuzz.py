"""./snabo fuzz: bent recipes, files and documents in process, bent requests over HTTP.

Arguments: how many in process, how many requests, the seed. Fails on a crash, on anything over
a second in process, and on memory that keeps growing.
"""

from __future__ import annotations

import resource
import sys
import time
import traceback
import unittest
from multiprocessing import Pool
from pathlib import Path

import django

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "core"), str(ROOT / "server")]

from tests.mutations import documents, files, texts  # noqa: E402  the path has to be set first
from tests.test_fuzz import compute, read, read_bent, sound  # noqa: E402

LONGEST_SECONDS, PIECE = 1.0, 500
# Megabytes by which a process may grow from its first tenth to its end.
MOST_GROWTH = 80


Piece = tuple[int, list[tuple[float, str]], list[str], float]
# How many of the slowest are named.
NAMED = 5


def piece(numbered: tuple[int, int]) -> Piece:
    """Read and compute one piece; return how many, the slowest, the crashes, and megabytes."""
    number, seed = numbered
    slow: list[tuple[float, str]] = []
    crashes, done = [], 0
    kinds = (
        (read, texts(PIECE // 2, seed * 100_003 + number)),
        (read_bent, files(PIECE // 4, seed * 100_003 + number)),
        (compute, documents(sound(), PIECE // 4, seed * 100_003 + number)),
    )
    for act, inputs in kinds:
        for one in inputs:
            # Of the processor, so that a busy machine is not taken for a slow reader.
            began = time.process_time()
            try:
                act(one)  # type: ignore[operator]
            except Exception:  # noqa: BLE001  what is looked for
                crashes.append(f"{str(one)[:200]!r}\n{traceback.format_exc()[-800:]}")
            slow = sorted([*slow, (time.process_time() - began, str(one)[:200])])[-NAMED:]
            done += 1
    return done, slow, crashes, resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024


def in_process(count: int, seed: int) -> bool:
    """Run all pieces in two processes and say what came of it."""
    # What is loaded once is loaded before anything is timed.
    read("Pot\n200 g peas\n")
    compute(sound())
    done, slow, crashes, sizes = 0, [(0.0, "")], [], []
    pieces = [(number, seed) for number in range(max(1, count // PIECE))]
    with Pool(2) as pool:
        for some, slower, bad, size in pool.imap_unordered(piece, pieces):
            done, slow = done + some, sorted([*slow, *slower])[-NAMED:]
            crashes += bad
            sizes.append(size)
    early = max(sizes[: max(2, len(sizes) // 10)])
    print(
        f"{done} recipes, files and documents: {len(crashes)} crashes, "
        f"slowest {slow[-1][0]:.2f} s, "
        f"memory {early:.0f} to {max(sizes):.0f} MB"
    )
    print("\n".join(crashes[:5]))
    if slow[-1][0] >= LONGEST_SECONDS:
        print("\n".join(f"{seconds:.2f} s: {text!r}" for seconds, text in reversed(slow)))
    return not crashes and slow[-1][0] < LONGEST_SECONDS and max(sizes) - early < MOST_GROWTH


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
    amount, requests, chosen = (int(word) for word in sys.argv[1:4])
    good = in_process(amount, chosen)
    good = over_http(requests, chosen) and good
    sys.exit(0 if good else 1)
