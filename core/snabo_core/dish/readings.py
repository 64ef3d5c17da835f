"""What the scale said while a dish was cooked."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from snabo_core.dish.document import Dish, Slot


@dataclass(frozen=True)
class Readings:
    """Net grams from the scale, each with the stand-ins that were in the dish then.

    `steps` are by slot id and step id and belong to the stand-in that `stand_ins` names for the
    slot. `finished_grams` is the whole dish when it was done, with `finished_of` in its slots.
    """

    steps: dict[str, dict[str, float]] = field(default_factory=dict)
    stand_ins: dict[str, str] = field(default_factory=dict)
    finished_grams: float | None = None
    finished_of: dict[str, str] = field(default_factory=dict)

    def of(self, slot: Slot) -> Mapping[str, float]:
        """Return a slot's grams by step; what another stand-in weighed says nothing of this one."""
        chosen = slot.choice.stand_in if slot.choice else None
        return self.steps.get(slot.id, {}) if self.stand_ins.get(slot.id) == chosen else {}

    def finished(self, dish: Dish) -> float | None:
        """Return what the finished dish weighed, None where this one has not been weighed."""
        return self.finished_grams if self.finished_of == stand_ins_of(dish) else None


def stand_ins_of(dish: Dish) -> dict[str, str]:
    """Return what stands in each swapped slot: the stand-in's key, or the kind of choice."""
    return {
        slot.id: slot.choice.stand_in or slot.choice.kind
        for part in dish.parts
        for slot in part.slots
        if slot.choice is not None
    }


NONE = Readings()
