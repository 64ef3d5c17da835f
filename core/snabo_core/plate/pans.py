"""A household's pans, tins and dishes, by their inside measures."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from snabo_core.errors import BadInput

PanKind = Literal["round", "square", "rectangle", "wells", "mug"]
MOST_CM, MOST_WELLS, MOST_EMPTY = 120.0, 48, 20_000.0


@dataclass(frozen=True)
class Pan:
    """A pan of the household, inside measures in cm.

    `across` is the diameter of a round, a well or a mug, the side of a square, the long side of a
    rectangle, whose short side is `other`. `wells` counts those of a tin, 1 for the rest.
    `empty_grams` is what it weighs empty, None where nobody has put it on the scale.
    """

    name: str
    kind: PanKind
    across: float
    height: float
    other: float = 0.0
    wells: int = 1
    empty_grams: float | None = None

    @property
    def area(self) -> float:
        """The floor it covers, cm2, all wells together."""
        if self.kind == "square":
            return self.across**2
        if self.kind == "rectangle":
            return self.across * self.other
        return math.pi * self.across**2 / 4 * self.wells

    @property
    def volume(self) -> float:
        """What it holds to the brim, mL."""
        return self.area * self.height


def check_pan(pan: Pan) -> Pan:
    """Return a pan that can be.

    Raises:
        BadInput: it has no name or measures no kitchen has.
    """
    if not pan.name.strip() or len(pan.name) > 40:
        raise BadInput("Give the pan a name of up to 40 letters.", "pans")
    sides = [pan.across, pan.height, *([pan.other] if pan.kind == "rectangle" else [])]
    if any(not 0 < side <= MOST_CM for side in sides):
        raise BadInput(f"{pan.name}: measures are more than 0 and at most 120 cm.", "pans")
    if not 1 <= pan.wells <= MOST_WELLS:
        raise BadInput(f"{pan.name}: a tin has 1 to {MOST_WELLS} wells.", "pans")
    if pan.empty_grams is not None and not 0 < pan.empty_grams <= MOST_EMPTY:
        raise BadInput(f"{pan.name}: empty it weighs more than 0 and at most 20,000 g.", "pans")
    return pan
