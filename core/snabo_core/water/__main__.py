"""Answers a plain problem of water or heat: python -m snabo_core.water < problem.json.

One problem as an object, or several as a list of them; answers come in the same order.
"""

from __future__ import annotations

import sys

import msgspec

from snabo_core.asking import told_how
from snabo_core.errors import BadInput, SnaboError
from snabo_core.water.problems import answer

EXAMPLE = """{"kind": "mass_for_share", "solids_g": 45, "water_share": 0.86}"""


def main() -> int:
    """Read one or several problems; return 2 with a sentence where one cannot be answered."""
    try:
        body = msgspec.json.decode(sys.stdin.buffer.read())
        problems = body if isinstance(body, list) else [body]
        if not all(isinstance(one, dict) for one in problems):
            raise BadInput("A problem is an object with a kind.", "problem")
        found = [answer(one) for one in problems]
    except (msgspec.DecodeError, RecursionError, SnaboError) as refusal:
        sys.stderr.write(f"{refusal}\n")
        return 2
    sys.stdout.write(
        msgspec.json.encode(found if isinstance(body, list) else found[0]).decode() + "\n"
    )
    return 0


if __name__ == "__main__":
    told_how(__doc__, EXAMPLE)
    sys.exit(main())
