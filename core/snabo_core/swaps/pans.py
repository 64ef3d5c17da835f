"""What a scaled stand-in comes to in the kitchen: an area to shape, pieces, a pan it fits.

Geometry only; the thickness and the number of pieces are the book's, the pans the household's.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from snabo_core.errors import BadInput
from snabo_core.plate.pans import Pan
from snabo_core.swaps.book import RoleFile, StandIn
from snabo_core.swaps.scaling import cooked, gives
from snabo_core.water.steps import BAKED
from snabo_core.water.thermal import density

# How long a roll is and how far it goes around its filling, cm; common practice.
ROLL_CM = (12.0, 9.0)
# Roles that can be baked in a tin with wells.
IN_WELLS = {"quick_bread", "batter"}
# A sheet's long side over its short one, as baking trays have it; common practice.
SHEET_RATIO = 4 / 3


# A pan is right where the layer in it is off its own thickness by less than this share, and a deep
# one is filled to this share of its height at most: it bubbles. Common practice, no source.
THICKNESS_OFF, HEADROOM = 0.25, 0.85


def area_from(mass: float, density: float, thickness_mm: float) -> float:
    """Return the cm2 that so many grams cover: mass / density / thickness.

    Args:
        mass: g.
        density: g/mL.
        thickness_mm: mm.

    Raises:
        BadInput: one of them is nothing.
    """
    if min(mass, density, thickness_mm) <= 0:
        raise BadInput("Mass, density and thickness are more than nothing.", "pan")
    return mass / density / (thickness_mm / 10)


def thickness_in(pan: Pan, volume_ml: float) -> float:
    """Return how thick so much lies in a pan, mm; the other way round of `area_from`."""
    return volume_ml / pan.area * 10


def fitting(pans: Sequence[Pan], area_cm2: float, thickness_mm: float) -> tuple[Pan, float] | None:
    """Return the pan in which a layer comes nearest to its thickness, and that thickness in mm.

    None where in none of them it is within a quarter of its own, or would run over.
    """
    volume = area_cm2 * thickness_mm / 10
    best: tuple[float, Pan, float] | None = None
    for pan in pans:
        lies = thickness_in(pan, volume)
        off = abs(lies / thickness_mm - 1)
        runs_over = volume > HEADROOM * pan.volume
        if off <= THICKNESS_OFF and not runs_over and (best is None or off < best[0]):
            best = off, pan, lies
    return best[1:] if best is not None else None


def deep_enough(pans: Sequence[Pan], volume_ml: float) -> Pan | None:
    """Return the smallest pan that holds a volume with headroom, None where none does."""
    able = [pan for pan in pans if volume_ml <= HEADROOM * pan.volume]
    return min(able, key=lambda pan: pan.volume, default=None)


@dataclass(frozen=True)
class Wells:
    """A dough shared out over a tin with wells: how many are filled and what one holds."""

    wells: int
    each_ml: float
    each_grams: float


def wells_of(pan: Pan, mass: float, density: float, fill: float = 0.75) -> Wells:
    """Return how many wells of a tin a dough fills to a share of their height.

    Args:
        pan: a tin with wells.
        mass: g of the dough.
        density: g/mL.
        fill: how full a well is made, as a share.

    Raises:
        BadInput: there is nothing to share out.
    """
    if mass <= 0 or density <= 0:
        raise BadInput("There is nothing to share out.", "pan")
    room = pan.volume / pan.wells * fill
    count = max(1, math.ceil(mass / density / room - 1e-9))
    return Wells(count, mass / density / count, mass / count)


@dataclass(frozen=True)
class Layers:
    """How sheets go into a dish: sheets to a layer, whole layers, cm2 left over."""

    per_layer: float
    layers: int
    left_cm2: float


def layers_in(pan: Pan, covered_cm2: float) -> Layers:
    """Return how many whole layers of a pan's floor an area makes; at least one is counted.

    Raises:
        BadInput: there is nothing to lay.
    """
    if covered_cm2 <= 0:
        raise BadInput("There is nothing to lay.", "pan")
    layers = int(covered_cm2 / pan.area + 1e-9)
    return Layers(pan.area, layers, covered_cm2 - layers * pan.area)


def rolls_from(area_cm2: float, length_cm: float, around_cm: float) -> int:
    """Return how many rolls an area gives, each so long and wrapped so far around its filling.

    Raises:
        BadInput: a roll has no size.
    """
    if length_cm <= 0 or around_cm <= 0:
        raise BadInput("A roll has a length and goes around something.", "pan")
    return int(area_cm2 / (length_cm * around_cm) + 1e-9)


@dataclass(frozen=True)
class Shape:
    """What so many of a stand-in come to.

    `units` of the role's `unit`; for an area the round, the square and the sheet that it makes,
    cm, and its thickness, mm, with the household's pan that fits and how thick it lies there; for
    sheets the whole layers in that pan; for pieces the grams of one; for what is baked in wells how
    many it fills, and the net carbs of one.
    """

    units: float
    unit: str
    round_cm: float | None = None
    square_cm: float | None = None
    sheet_cm: tuple[float, float] | None = None
    thickness_mm: float | None = None
    piece_grams: float | None = None
    pan: str = ""
    lies_mm: float | None = None
    layers: Layers | None = None
    rolls: int = 0
    wells: Wells | None = None
    well_net_carbs: float = 0.0


def round_of(area_cm2: float) -> float:
    """Return the diameter of a round of an area, cm: 2 sqrt(A / pi)."""
    return 2 * math.sqrt(area_cm2 / math.pi)


def sheet_of(area_cm2: float) -> tuple[float, float]:
    """Return the long and the short side of a sheet of an area, cm, at 4 to 3."""
    short = math.sqrt(area_cm2 / SHEET_RATIO)
    return short * SHEET_RATIO, short


def shape_of(
    stand_in: StandIn,
    role_file: RoleFile,
    factor: float,
    finished: float,
    pans: Sequence[Pan] = (),
) -> Shape:
    """Return what a stand-in taken `factor` times comes to.

    Args:
        stand_in: as the book has it.
        role_file: its role's file, for the unit.
        factor: how many times the book's amounts.
        finished: grams of it when it is done.
        pans: those of the household, among which one may fit.
    """
    units = gives(stand_in) * factor
    if role_file.unit == "cm2":
        thick = stand_in.thickness_mm
        found = fitting(pans, units, thick) if thick is not None else None
        deep = next((pan for pan in pans if pan.kind in {"rectangle", "square"}), None)
        if role_file.role == "sheet" and deep is not None:
            return Shape(
                units, "cm2", round_of(units), math.sqrt(units), sheet_of(units),
                pan=deep.name, layers=layers_in(deep, units),
                rolls=rolls_from(units, *ROLL_CM) if "smooth" not in stand_in.texture else 0,
            )  # fmt: skip
        return Shape(
            units, "cm2", round_of(units), math.sqrt(units), sheet_of(units), thick,
            pan=found[0].name if found else "", lies_mm=found[1] if found else None,
        )  # fmt: skip
    if role_file.role in IN_WELLS:
        return _in_wells(stand_in, role_file, factor, units, pans)
    if role_file.unit == "pieces":
        whole = max(1, round(units))
        return Shape(whole, "pieces", piece_grams=finished / whole)
    return Shape(units, role_file.unit)


def _in_wells(
    stand_in: StandIn, role_file: RoleFile, factor: float, units: float, pans: Sequence[Pan]
) -> Shape:
    """Return what a batter or a quick bread fills of the household's tin with wells."""
    tin = next((pan for pan in pans if pan.kind == "wells"), None)
    if tin is None:
        return Shape(units, role_file.unit)
    points = cooked(stand_in).points
    raw = [point.state for point in points if point.technique not in BAKED][-1]
    done = points[-1].state
    filled = wells_of(tin, raw.mass * factor, density(raw) / 1000)
    net = (done.sugars + done.starch) * factor / filled.wells
    return Shape(units, role_file.unit, pan=tin.name, wells=filled, well_net_carbs=net)


@dataclass(frozen=True)
class Piece:
    """What a cook takes at a time: its name, its grams and its net carbs."""

    name: str
    grams: float
    net_carbs: float


# What is cut in eight, what is spooned, and what comes in pieces of so many grams. Common practice.
SLICES = 8
SLICED, SPOONED = {"crust", "lid"}, {"pour_sauce", "dressing_body", "spread_cheese"}
PIECES = {"loaf_base": ("slice", 80.0), "quick_bread": ("slice", 50.0), "dumpling": ("piece", 25.0),
          "melting_cheese": ("slice", 20.0)}  # fmt: skip
SPOON_ML = 15.0


def piece_of(stand_in: StandIn, role_file: RoleFile, factor: float) -> Piece | None:
    """Return a slice, a tablespoon or a piece of a stand-in taken `factor` times.

    None where it is eaten by no such measure.
    """
    done = cooked(stand_in).finished
    whole, role = done.mass * factor, role_file.role
    if role in SLICED:
        name, grams = "slice", whole / SLICES
    elif role in SPOONED:
        name, grams = "spoon", SPOON_ML * density(done) / 1000
    elif role == "grating_cheese":
        name, grams = "spoon", SPOON_ML * done.mass / gives(stand_in)
    elif role in PIECES:
        name, grams = PIECES[role]
    elif role_file.unit == "pieces":
        name, grams = "piece", whole / max(1, round(gives(stand_in) * factor))
    else:
        return None
    return Piece(name, grams, (done.sugars + done.starch) / done.mass * grams)
