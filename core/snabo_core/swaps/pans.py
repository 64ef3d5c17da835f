"""What a scaled stand-in comes to in the kitchen: an area to shape, pieces, a volume, a mass.

Geometry only; the thickness and the number of pieces are the book's.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from snabo_core.swaps.book import RoleFile, StandIn
from snabo_core.swaps.scaling import gives

# A sheet's long side over its short one, as baking trays have it; common practice.
SHEET_RATIO = 4 / 3


@dataclass(frozen=True)
class Shape:
    """What so many of a stand-in come to.

    `units` of the role's `unit`; for an area the round, the square and the sheet that it makes,
    cm, and its thickness, mm; for pieces the grams of one.
    """

    units: float
    unit: str
    round_cm: float | None = None
    square_cm: float | None = None
    sheet_cm: tuple[float, float] | None = None
    thickness_mm: float | None = None
    piece_grams: float | None = None


def round_of(area_cm2: float) -> float:
    """Return the diameter of a round of an area, cm: 2 sqrt(A / pi)."""
    return 2 * math.sqrt(area_cm2 / math.pi)


def sheet_of(area_cm2: float) -> tuple[float, float]:
    """Return the long and the short side of a sheet of an area, cm, at 4 to 3."""
    short = math.sqrt(area_cm2 / SHEET_RATIO)
    return short * SHEET_RATIO, short


def shape_of(stand_in: StandIn, role_file: RoleFile, factor: float, finished: float) -> Shape:
    """Return what a stand-in taken `factor` times comes to.

    Args:
        stand_in: as the book has it.
        role_file: its role's file, for the unit.
        factor: how many times the book's amounts.
        finished: grams of it when it is done.
    """
    units = gives(stand_in) * factor
    if role_file.unit == "cm2":
        return Shape(
            units, "cm2", round_of(units), math.sqrt(units), sheet_of(units), stand_in.thickness_mm
        )
    if role_file.unit == "pieces":
        whole = max(1, round(units))
        return Shape(whole, "pieces", piece_grams=finished / whole)
    return Shape(units, role_file.unit)
