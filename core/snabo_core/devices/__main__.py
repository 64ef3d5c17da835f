"""Plays a recorded scale: python -m snabo_core.devices RECORDING, or - for standard input.

Prints every weight that was steady, with its second, and what the scale could not weigh. With
--simulate it writes the recording of a simulated evening instead: a bowl, what goes into it.
"""

from __future__ import annotations

import argparse
import sys
from collections.abc import Iterator, Sequence
from pathlib import Path

from snabo_core.devices.recording import read_recording, written
from snabo_core.devices.reports import Reading, decode
from snabo_core.devices.simulated import Event, SimulatedScale
from snabo_core.devices.steady import steadied
from snabo_core.errors import SnaboError

MOST_BYTES = 4_000_000
# Seconds between two things put on a simulated scale.
APART = 4.0
_SAID = {
    "fault": "the scale reports a fault", "overload": "too heavy for the scale",
    "uncalibrated": "the scale wants to be calibrated", "rezero": "the scale wants to be set to 0",
}  # fmt: skip


def played(text: str) -> Iterator[str]:
    """Yield what a recording says, a line for each steady weight and each refusal to weigh.

    Raises:
        BadInput: a line is no report of a scale.
    """
    readings = [(at, decode(report)) for at, report in read_recording(text)]
    lines = [(one.until, f"{one.until:.1f} s  {one.grams:.0f} g") for one in steadied(readings)]
    lines += _refusals(readings)
    yield from (words for _, words in sorted(lines))


def _refusals(readings: Sequence[tuple[float, Reading]]) -> Iterator[tuple[float, str]]:
    before = ""
    for at, reading in readings:
        if reading.grams is None and reading.status != before:
            yield at, f"{at:.1f} s  {_SAID[reading.status]}"
        before = reading.status


def main(arguments: Sequence[str] | None = None) -> int:
    """Play or simulate; return 2 with a sentence where that cannot be."""
    parser = argparse.ArgumentParser(prog="python -m snabo_core.devices", description=__doc__)
    parser.add_argument("recording", nargs="?", default="-", help="a recorded file, - for stdin")
    parser.add_argument(
        "--simulate", nargs="+", type=float, metavar="GRAMS",
        help="write the recording of a scale with these on it, one after another",
    )  # fmt: skip
    options = parser.parse_args(arguments)
    try:
        if options.simulate:
            events = [Event(1.0 + APART * i, "put", g) for i, g in enumerate(options.simulate)]
            until = 1.0 + APART * len(events)
            sys.stdout.write(written(SimulatedScale().reports(events, until)))
            return 0
        if options.recording == "-":
            text = sys.stdin.read(MOST_BYTES)
        else:
            with Path(options.recording).open(encoding="ascii", errors="replace") as file:
                text = file.read(MOST_BYTES)
        for line in played(text):
            sys.stdout.write(f"{line}\n")
    except (OSError, SnaboError) as refusal:
        sys.stderr.write(f"{refusal}\n")
        return 2
    return 0


if __name__ == "__main__":
    sys.exit(main())
