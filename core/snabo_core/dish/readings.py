"""What the scale said while a dish was cooked."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from snabo_core.dish.document import Dish, Slot
from snabo_core.dish.lines import Line


@dataclass(frozen=True)
class Turns:
    """How the weight of a step came about: in rounds, each weighed, or in batches.

    `round` counts how often the step was done when it was last weighed, `rounds` are the net
    grams after each that was weighed; `batches` are the net grams of those that are done, of
    `of` altogether. What counts is the last round, or all batches together once all are there.
    """

    round: int = 1
    rounds: tuple[float, ...] = ()
    batches: tuple[float, ...] = ()
    of: int = 1

    @property
    def open(self) -> bool:
        """Tell whether batches are still to come."""
        return 0 < len(self.batches) < self.of


ONCE = Turns()


@dataclass(frozen=True)
class Readings:
    """Net grams from the scale, each with the stand-ins that were in the dish then.

    `steps` are by slot id and step id and belong to the stand-in that `stand_ins` names for the
    slot. `own_steps` are by part id ("whole" for the dish) and id of the recipe's own step, and
    belong to the stand-ins that `own_of` names for the dish. `turns` says by slot or part and by
    step how a weight came about, also one of which batches are still to come. `went_in` are grams
    of lines that were added by eye, by their ids. `finished_grams` is the whole dish when it was
    done, with `finished_of` in its slots.
    """

    steps: dict[str, dict[str, float]] = field(default_factory=dict)
    stand_ins: dict[str, str] = field(default_factory=dict)
    own_steps: dict[str, dict[str, float]] = field(default_factory=dict)
    own_of: dict[str, dict[str, str]] = field(default_factory=dict)
    turns: dict[str, dict[str, Turns]] = field(default_factory=dict)
    went_in: dict[str, float] = field(default_factory=dict)
    finished_grams: float | None = None
    finished_of: dict[str, str] = field(default_factory=dict)

    def of(self, slot: Slot) -> Mapping[str, float]:
        """Return a slot's grams by step; what another stand-in weighed says nothing of this one."""
        chosen = slot.choice.stand_in if slot.choice else None
        return self.steps.get(slot.id, {}) if self.stand_ins.get(slot.id) == chosen else {}

    def own(self, part: str, dish: Dish) -> Mapping[str, float]:
        """Return the grams at the recipe's own steps of a part, none if it was another dish."""
        known = self.own_of.get(part) == stand_ins_of(dish)
        return self.own_steps.get(part, {}) if known else {}

    def turns_of(self, owner: str, step: str) -> Turns:
        """Return how the weight of a step came about; `owner` is its slot, part or "whole"."""
        return self.turns.get(owner, {}).get(step, ONCE)

    def finished(self, dish: Dish) -> float | None:
        """Return what the finished dish weighed, None where this one has not been weighed."""
        return self.finished_grams if self.finished_of == stand_ins_of(dish) else None


def as_poured(dish: Dish, readings: Readings) -> Dish:
    """Return a dish with what went in of the lines that were added by eye, as it was weighed."""
    if not readings.went_in:
        return dish

    def poured(line: Line) -> Line:
        grams = readings.went_in.get(line.id)
        if grams is None:
            return line
        used = replace(line.used(), grams_low=grams, grams=grams, grams_high=grams)
        return replace(line, instead=used) if line.instead else used

    def slot_poured(slot: Slot) -> Slot:
        if slot.choice is None:
            return slot
        lines = tuple(poured(line) for line in slot.choice.lines)
        return replace(slot, choice=replace(slot.choice, lines=lines))

    parts = tuple(
        replace(
            part,
            lines=tuple(poured(line) for line in part.lines),
            slots=tuple(slot_poured(slot) for slot in part.slots),
        )
        for part in dish.parts
    )
    return replace(dish, parts=parts)


def stand_ins_of(dish: Dish) -> dict[str, str]:
    """Return what stands in each swapped slot: the stand-in's key, or the kind of choice."""
    return {
        slot.id: slot.choice.stand_in or slot.choice.kind
        for part in dish.parts
        for slot in part.slots
        if slot.choice is not None
    }


NONE = Readings()
