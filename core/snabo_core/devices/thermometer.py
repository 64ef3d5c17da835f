"""A thermometer that is only simulated: its tip takes a while to be as hot as what it is in."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np


@dataclass(frozen=True)
class SimulatedProbe:
    """A thermometer by its habits.

    `settles_in` is the time constant of its tip in seconds, `noise` the spread of one reading in
    degrees Celsius, `every` the seconds between readings; the same `seed` gives the same readings.
    """

    settles_in: float = 2.5
    noise: float = 0.05
    every: float = 0.5
    seed: int = 1

    def readings(
        self, before: float, celsius: float, until: float
    ) -> Iterator[tuple[float, float]]:
        """Yield (seconds, degrees Celsius to a tenth) from the moment it is stuck in.

        The tip follows Newton's law of cooling: the difference shrinks by exp(-t / settles_in).

        Args:
            before: what the tip was at.
            celsius: what the middle of the food is at.
            until: for so many seconds.
        """
        tremble = np.random.default_rng(self.seed)
        for tick in range(int(until / self.every) + 1):
            at = tick * self.every
            shown = celsius + (before - celsius) * math.exp(-at / self.settles_in)
            yield at, round(shown + float(tremble.normal(0.0, self.noise)), 1)
