"""What a kitchen cooks on and with: hands, rings, oven, machines, what it presses and blends in."""

from __future__ import annotations

from dataclasses import dataclass, fields
from typing import Literal

from snabo_core.errors import BadInput

# The most of each that a form takes; no home kitchen has more.
MOST = {"cooks": 4, "rings": 8, "shelves": 6, "microwaves": 2, "blenders": 3, "processors": 3}
SLOWEST, FASTEST = 1.0, 60.0
# What a cloth, a press or sieve and a blender's bowl may take; 0 where there is none.
LEAST_TAKEN, MOST_TAKEN = 50.0, 5000.0
Strength = Literal["weak", "usual", "strong"]


@dataclass(frozen=True)
class Equipment:
    """How many of each there are, and how many C a minute the empty oven rises and falls.

    `cloth_grams` and `mesh_grams` are what a cloth and a press or sieve take at once, 0 where there
    is none; `blender_ml` is its bowl. The usual values are common practice, no source: an electric
    oven reaches 200 C from cold in about 18 minutes, and falls half as fast with its door shut.
    """

    cooks: int = 1
    rings: int = 4
    shelves: int = 2
    microwaves: int = 1
    blenders: int = 1
    processors: int = 1
    oven_up: float = 10.0
    oven_down: float = 5.0
    cloth_grams: float = 600.0
    mesh_grams: float = 600.0
    blender_ml: float = 1500.0
    blender: Strength = "usual"


def check_equipment(one: Equipment) -> None:
    """Refuse what no kitchen has.

    Raises:
        BadInput: with a sentence and the field it is about.
    """
    for each in fields(one):
        value = getattr(one, each.name)
        if each.name in MOST and not 0 <= value <= MOST[each.name]:
            raise BadInput(f"There are 0 to {MOST[each.name]} {each.name}.", each.name)
    for name, what in (("cloth_grams", "A cloth"), ("mesh_grams", "A press or sieve"),
                       ("blender_ml", "A blender")):  # fmt: skip
        if getattr(one, name) and not LEAST_TAKEN <= getattr(one, name) <= MOST_TAKEN:
            unit = "ml" if name == "blender_ml" else "g"
            raise BadInput(
                f"{what} takes {LEAST_TAKEN:.0f} to {MOST_TAKEN:,.0f} {unit}, or 0 for none.", name
            )
    if one.cooks == 0:
        raise BadInput("Somebody has to cook.", "cooks")
    for name in ("oven_up", "oven_down"):
        if not SLOWEST <= getattr(one, name) <= FASTEST:
            raise BadInput(
                f"An oven moves by {SLOWEST:.0f} to {FASTEST:.0f} degrees a minute.", name
            )
