"""A scale that is only simulated: it settles, drifts, trembles, is tared, overloaded, unplugged."""

from __future__ import annotations

import hashlib
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

import numpy as np

from snabo_core.devices.reports import Reading, encode
from snabo_core.errors import BadInput

EventKind = Literal["put", "tare", "unplug", "plug_in"]
# A load counts as moving until it is within so many grams of where it settles.
SETTLED = 1.0
# Standard deviations to either side that hold nine in ten of a normal distribution.
NINE_IN_TEN = 1.645


@dataclass(frozen=True)
class Event:
    """What happens to the scale at a second; `grams` is all that stands on it after a `put`."""

    at: float
    kind: EventKind
    grams: float = 0.0


@dataclass(frozen=True)
class SimulatedScale:
    """A scale by its habits: the most it carries, its step, and how it settles and drifts.

    `settles_in` is the time constant in seconds, `drift` grams a minute, `noise` the spread of one
    reading in grams; the same `seed` gives the same evening.
    """

    most: float = 5000.0
    power: int = 0
    settles_in: float = 0.35
    drift: float = 0.4
    noise: float = 0.3
    every: float = 0.1
    seed: int = 1

    def reports(self, events: Sequence[Event], until: float) -> Iterator[tuple[float, bytes]]:
        """Yield (seconds, report) up to a second; none while it is unplugged.

        Raises:
            BadInput: the events are not in order.
        """
        if any(a.at > b.at for a, b in pairwise(events)):
            raise BadInput("What happens to a scale happens in order.", "events")
        tremble = np.random.default_rng(self.seed)
        waiting = list(events)
        load = shown = tare = 0.0
        plugged = True
        for tick in range(int(until / self.every) + 1):
            at = round(tick * self.every, 3)
            while waiting and waiting[0].at <= at:
                event = waiting.pop(0)
                if event.kind == "put":
                    load = event.grams
                elif event.kind == "tare":
                    tare = load
                else:
                    plugged = event.kind == "plug_in"
                    shown, tare = (load, 0.0) if plugged else (0.0, 0.0)
            shown += (load - shown) * -math.expm1(-self.every / self.settles_in)
            noise = float(tremble.normal(0.0, self.noise))
            if plugged:
                yield at, self._report(load, shown, tare, noise + self.drift * at / 60)

    def drawn(self, low: float, high: float, of: str) -> float:
        """Return the grams that a step may leave, the same for the same step and `seed`.

        Args:
            low: grams of which one in twenty leaves less.
            high: grams of which one in twenty leaves more.
            of: names the step.

        Raises:
            BadInput: they are the wrong way round.
        """
        if low > high:
            raise BadInput("What a step may leave runs from low to high.", "low")
        digest = hashlib.sha256(f"{self.seed}/{of}".encode(errors="replace")).digest()
        dice = np.random.default_rng(int.from_bytes(digest[:8], "little"))
        middle, spread = (low + high) / 2, (high - low) / 2 / NINE_IN_TEN
        return max(0.0, float(dice.normal(middle, spread)))

    def _report(self, load: float, shown: float, tare: float, error: float) -> bytes:
        if load > self.most:
            return encode(Reading("overload", None), power=self.power)
        grams = shown - tare + error
        step = 10.0**self.power
        if abs(load - shown) > SETTLED:
            status = "moving" if grams >= 0 else "under_zero"
        elif grams < -step / 2:
            status = "under_zero"
        else:
            status = "zero" if grams < step / 2 else "steady"
        return encode(Reading(status, grams), power=self.power)  # type: ignore[arg-type]
