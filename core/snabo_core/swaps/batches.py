"""In how many batches a step is done: what a cloth, a press or a blender's bowl takes at once."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from snabo_core.plate.equipment import Equipment
from snabo_core.water.priors import COOKED_THROUGH
from snabo_core.water.steps import PRESSED

# How full a blender's bowl may be, by volume; hot food is blended half full at most, with its lid
# held ajar under a towel. Common practice, no source.
FULL, HALF_FULL = 0.67, 0.5
# A bowl is not filled anew for what is left over within its own doubt.
OVERFULL = 1.1
MOST_BATCHES = 8
Vessel = Literal["cloth", "mesh", "blender"]


@dataclass(frozen=True)
class Batches:
    """In what a step is done, how many grams that takes at once, and how often it is filled.

    `takes` is None where the kitchen has no such thing.
    """

    vessel: Vessel
    takes: float | None
    count: int


def batches_for(
    technique: str, tool: str, grams: float, celsius: float, equipment: Equipment
) -> Batches | None:
    """Return the batches of a step, None where nothing bounds them.

    Args:
        technique: of the step.
        tool: what it is pressed with, empty elsewhere.
        grams: that go in; a millilitre of what is blended counts as a gram.
        celsius: how hot that is.
        equipment: of the kitchen.
    """
    if technique == "blend":
        filled = HALF_FULL if celsius >= COOKED_THROUGH else FULL
        vessel: Vessel = "blender"
        takes = equipment.blender_ml * filled if equipment.blenders else 0.0
    elif technique in PRESSED and tool in {"cloth", "mesh"}:
        vessel = "cloth" if tool == "cloth" else "mesh"
        takes = equipment.cloth_grams if tool == "cloth" else equipment.mesh_grams
    else:
        return None
    if takes <= 0:
        return Batches(vessel, None, 1)
    count = math.ceil(grams / (takes * OVERFULL))
    return Batches(vessel, takes, min(MOST_BATCHES, max(1, count)))
