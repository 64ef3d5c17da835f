"""Columns and rows of a mixed-integer linear programme, handed to HiGHS in a fixed order."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import Bounds, LinearConstraint, milp
from scipy.sparse import csr_array

SECONDS = 20.0


@dataclass(frozen=True)
class Found:
    """The values of the columns, None where none satisfy the rows, and the gap that is left.

    `timed_out` says that the time was over before anything was found or proven.
    """

    values: NDArray[np.float64] | None
    gap: float = 0.0
    timed_out: bool = False


@dataclass
class Programme:
    """Minimises the sum of costs over columns within bounds and rows."""

    cost: list[float] = field(default_factory=list)
    low: list[float] = field(default_factory=list)
    high: list[float] = field(default_factory=list)
    whole: list[int] = field(default_factory=list)
    rows: list[dict[int, float]] = field(default_factory=list)
    row_low: list[float] = field(default_factory=list)
    row_high: list[float] = field(default_factory=list)

    def copy(self) -> Programme:
        """Return one that can be added to without changing this."""
        return Programme(
            [*self.cost], [*self.low], [*self.high], [*self.whole], [*self.rows],
            [*self.row_low], [*self.row_high],
        )  # fmt: skip

    def column(self, low: float, high: float, cost: float = 0.0, *, whole: bool = False) -> int:
        """Add a variable and return its place."""
        self.low.append(low)
        self.high.append(high)
        self.cost.append(cost)
        self.whole.append(int(whole))
        return len(self.cost) - 1

    def row(self, terms: Mapping[int, float], low: float, high: float) -> int:
        """Add low <= terms <= high and return its place."""
        self.rows.append(dict(terms))
        self.row_low.append(low)
        self.row_high.append(high)
        return len(self.rows) - 1

    def solved(self, seconds: float = SECONDS, gap: float = 0.0) -> Found:
        """Solve it.

        Args:
            seconds: after which the best that is known by then is taken.
            gap: how far, as a share, the cost may lie above the best possible.
        """
        if not self.cost:
            inside = all(
                low <= 0 <= high for low, high in zip(self.row_low, self.row_high, strict=True)
            )
            return Found(np.zeros(0) if inside else None)
        found = milp(
            np.array(self.cost),
            integrality=np.array(self.whole),
            bounds=Bounds(self.low, self.high),
            constraints=self._constraints(),
            options={"time_limit": seconds, "mip_rel_gap": gap},
        )
        if found.x is None:
            return Found(None, timed_out=found.status == 1)
        return Found(np.asarray(found.x), float(found.mip_gap or 0.0))

    def _constraints(self) -> LinearConstraint:
        if not self.rows:
            return LinearConstraint(np.zeros((1, len(self.cost))), [-math.inf], [math.inf])
        places: list[int] = []
        values: list[float] = []
        starts = [0]
        for terms in self.rows:
            places += terms.keys()
            values += terms.values()
            starts.append(len(places))
        shape = (len(self.rows), len(self.cost))
        matrix = csr_array((values, places, starts), shape=shape)
        return LinearConstraint(matrix, self.row_low, self.row_high)
