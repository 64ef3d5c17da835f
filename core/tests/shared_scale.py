"""Cases of a scale that core and browser are both tested on: python -m tests.shared_scale."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from snabo_core.devices import Event, SimulatedScale, decode, steadied

FILE = Path(__file__).with_name("data") / "scale_cases.json"
UNITS = ("03 04 02 00 f4 01", "03 04 02 ff 88 13", "03 03 03 fd f4 01", "03 05 02 00 0a 00",
         "03 04 0b ff 60 01", "03 04 0c ff 0b 00", "03 06 02 00 ff ff", "03 01 02 00 00 00",
         "03 02 02 00 00 00", "03 08 02 00 00 00")  # fmt: skip
REFUSED = ("", "03 04 02 00 f4", "04 04 02 00 f4 01", "03 09 02 00 f4 01", "03 04 63 00 f4 01",
           "03 04 02 07 f4 01")  # fmt: skip
EVENINGS = (
    (Event(1.0, "put", 620.0), Event(5.0, "put", 1722.0)),
    (Event(1.0, "put", 620.0), Event(4.0, "tare"), Event(5.0, "put", 1000.0)),
    (Event(1.0, "put", 9000.0), Event(4.0, "put", 400.0)),
    (Event(1.0, "put", 500.0), Event(4.0, "unplug"), Event(6.0, "plug_in")),
)


def cases() -> dict[str, Any]:
    """Return reports with what they say, and evenings with the weights that were steady."""
    known = [bytes.fromhex(one) for one in UNITS]
    evenings = []
    for events in EVENINGS:
        reports = list(SimulatedScale().reports(events, events[-1].at + 4.0))
        steady = steadied((at, decode(report)) for at, report in reports)
        evenings.append({
            "reports": [[at, report.hex()] for at, report in reports],
            "steady": [round(one.grams, 6) for one in steady],
        })  # fmt: skip
    return {
        "reports": [[one.hex(), decode(one).status, decode(one).grams] for one in known],
        "refused": [bytes.fromhex(one).hex() for one in REFUSED],
        "evenings": evenings,
    }


def main() -> None:
    """Write the cases down."""
    FILE.write_text(json.dumps(cases(), separators=(",", ":")) + "\n")


if __name__ == "__main__":
    main()
