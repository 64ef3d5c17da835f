"""What a scale's report says: USB HID, usage page 0x8D (weighing devices), the data report.

Source, from memory: HID Point of Sale Usage Tables 1.02, scale data report. Six bytes: report id
3, status, unit, power of ten (signed), weight (unsigned, low byte first).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from snabo_core.errors import BadInput

DATA_REPORT = 0x03
LENGTH = 6
Status = Literal["fault", "zero", "moving", "steady", "under_zero", "overload", "uncalibrated",
                 "rezero"]  # fmt: skip
STATUSES: dict[int, Status] = {
    1: "fault", 2: "zero", 3: "moving", 4: "steady", 5: "under_zero", 6: "overload",
    7: "uncalibrated", 8: "rezero",
}  # fmt: skip
# Grams in one of a unit; the avoirdupois ounce and pound are exact by definition (1959).
UNITS = {
    0x01: 0.001, 0x02: 1.0, 0x03: 1000.0, 0x04: 0.2, 0x05: 3.7429, 0x06: 0.06479891,
    0x07: 1.55517384, 0x08: 1e6, 0x0A: 31.1034768, 0x0B: 28.349523125, 0x0C: 453.59237,
}  # fmt: skip
# What a kitchen scale's power of ten may be; anything else is a damaged report.
LEAST_POWER, MOST_POWER = -6, 3
_WEIGHS = {"zero", "moving", "steady", "under_zero"}


@dataclass(frozen=True)
class Reading:
    """One report: what the scale says of itself, and the grams where it weighs at all."""

    status: Status
    grams: float | None


def decode(report: bytes) -> Reading:
    """Return what a data report says.

    Raises:
        BadInput: it is no data report of a scale, or in a unit nobody knows.
    """
    if len(report) != LENGTH or report[0] != DATA_REPORT:
        raise BadInput("That is no weight report of a scale.", "report")
    status = STATUSES.get(report[1])
    if status is None:
        raise BadInput(f"A scale has no status {report[1]}.", "report")
    if status not in _WEIGHS:
        return Reading(status, None)
    unit = UNITS.get(report[2])
    power = int.from_bytes(report[3:4], "little", signed=True)
    if unit is None or not LEAST_POWER <= power <= MOST_POWER:
        raise BadInput("The scale weighs in a unit nobody here knows. Set it to grams.", "report")
    weight = int.from_bytes(report[4:6], "little") * 10.0**power * unit
    return Reading(status, -weight if status == "under_zero" else weight)


def encode(reading: Reading, *, power: int = 0) -> bytes:
    """Return a report in grams that says a reading, to the nearest 10 ** `power` grams.

    Raises:
        BadInput: the weight does not fit into a report.
    """
    code = next(code for code, name in STATUSES.items() if name == reading.status)
    count = round(abs(reading.grams or 0.0) / 10.0**power)
    if count > 0xFFFF:
        raise BadInput("A report holds no more than 65,535 of its steps.", "grams")
    signed = power.to_bytes(1, "little", signed=True)
    return bytes([DATA_REPORT, code, 0x02]) + signed + count.to_bytes(2, "little")
