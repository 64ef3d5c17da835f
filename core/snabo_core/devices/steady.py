"""When a weight is steady enough to be taken."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from snabo_core.devices.reports import Reading

# Seconds for which nothing may move further than so many grams; common practice, no source.
SECONDS, WITHIN = 1.0, 2.0
# What nobody has put on: a scale that drifts around nothing.
NOTHING = 3.0


@dataclass(frozen=True)
class Steady:
    """A weight that was steady from one second to another, in grams."""

    since: float
    until: float
    grams: float


def steadied(
    readings: Iterable[tuple[float, Reading]], *, seconds: float = SECONDS, within: float = WITHIN
) -> Iterator[Steady]:
    """Yield each weight once, as soon as it has been steady for so long.

    A scale's own word that it is steady counts as long as it says so, and a gap, a fault or an
    overload begins the waiting anew. What is taken is the middle of the weights seen.

    Args:
        readings: seconds and what the scale said then, in order.
        seconds: for how long nothing may move.
        within: grams that count as not moving.
    """
    held: list[tuple[float, float]] = []
    taken: float | None = None
    for at, reading in readings:
        if reading.grams is None or (held and at - held[-1][0] > seconds):
            held, taken = [], None
        if reading.grams is None:
            continue
        held.append((at, reading.grams))
        while max(g for _, g in held) - min(g for _, g in held) > within:
            held.pop(0)
        if taken is not None and abs(reading.grams - taken) > 2 * within:
            taken = None
        long_enough = at - held[0][0] >= seconds
        if taken is None and long_enough and reading.status != "moving":
            middle = sorted(g for _, g in held)[len(held) // 2]
            taken = middle
            if abs(middle) > NOTHING:
                yield Steady(held[0][0], at, middle)
