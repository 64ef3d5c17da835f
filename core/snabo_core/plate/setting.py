"""What a household brings to every computation: who eats, its kitchen, its rules."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from snabo_core.dish.readings import NONE, Readings
from snabo_core.plate.eaters import Eater
from snabo_core.plate.equipment import Equipment
from snabo_core.plate.pans import Pan
from snabo_core.plate.rows import USUAL, Rules

EnergyUnit = Literal["kcal", "kj"]


@dataclass(frozen=True)
class Setting:
    """What a household's kitchen and table bring to every computation.

    `readings` are what its scale said of the dish that is computed, `missing` the appliances its
    kitchen lacks, `not_again` the families of stand-ins it has had enough of, `lately` those it
    cooked in the last days, `pans` what it bakes in. `learnt` are what its
    weigh-ins showed, by technique, tool, food, state and cut; see `water.learning`. `verdicts`
    are what it said of stand-ins whose water was weighed, by role, stand-in and step; see
    `water.bands`. `equipment` is what it cooks on.
    """

    eaters: tuple[Eater, ...]
    microwave_watts: float = 800.0
    rules: Rules = USUAL
    energy_unit: EnergyUnit = "kcal"
    today: dt.date | None = None
    readings: Readings = NONE
    missing: frozenset[str] = frozenset()
    not_again: frozenset[str] = frozenset()
    lately: frozenset[str] = frozenset()
    pans: tuple[Pan, ...] = ()
    learnt: Mapping[tuple[str, ...], tuple[float, ...]] = field(default_factory=dict)
    verdicts: Mapping[tuple[str, str, str], tuple[tuple[float, str], ...]] = field(
        default_factory=dict
    )
    equipment: Equipment = field(default_factory=Equipment)
