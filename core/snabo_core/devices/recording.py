"""Recorded reports as plain text: a line for each, the second and the six bytes in hexadecimal."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from snabo_core.devices.reports import LENGTH
from snabo_core.errors import BadInput

# Lines that are read; an hour of ten reports a second.
MOST_LINES = 36_000


def written(reports: Iterable[tuple[float, bytes]]) -> str:
    """Return reports as text: "0.300 03 04 02 00 f4 01"."""
    return "".join(f"{at:.3f} {report.hex(' ')}\n" for at, report in reports)


def read_recording(text: str) -> Iterator[tuple[float, bytes]]:
    """Yield (seconds, report) of a recording; blank lines and what follows "#" say nothing.

    Raises:
        BadInput: a line is no report, goes back in time, or there are too many; says which.
    """
    before = float("-inf")
    lines = text.splitlines()
    if len(lines) > MOST_LINES:
        raise BadInput(f"A recording has at most {MOST_LINES:,} lines.", "recording")
    for number, line in enumerate(lines, start=1):
        words = line.split("#")[0].split()
        if not words:
            continue
        try:
            at, report = float(words[0]), bytes.fromhex("".join(words[1:]))
        except ValueError:
            at, report = float("nan"), b""
        if len(report) != LENGTH or not before <= at < float("inf"):
            raise BadInput(
                f"Line {number} is no report: write seconds, never less than before, and six bytes "
                "such as 03 04 02 00 f4 01.", "recording",
            )  # fmt: skip
        before = at
        yield at, report
