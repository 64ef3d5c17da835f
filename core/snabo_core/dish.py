"""The dish document: one version of a dish as parts, lines, slots and steps.

The same document travels to the browser and back and is stored as it is; `schema` numbers
its shape. Ids are UUID texts made where a thing is first written down.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.errors import BadInput

SCHEMA = 1
ROLES = (
    "mash", "crust", "skillet_base", "long_noodle", "short_noodle", "sheet", "grain_bed", "crumb",
    "binder", "loaf_base", "pour_sauce", "grating_cheese", "melting_cheese", "spread_cheese",
    "batter", "quick_bread", "stuffing", "shell", "sliced_bake", "thickener", "lid", "dumpling",
)  # fmt: skip
PLAIN = "plain"
MAX_PARTS, MAX_LINES, MAX_TEXT = 40, 600, 400_000
MAX_GRAMS, MAX_SERVINGS = 50_000.0, 200.0

UnitSystem = Literal["metric", "us", "australia"]


@dataclass(frozen=True)
class Line:
    """One ingredient line. `text` is what was written; grams are None where nobody knows.

    `retained` is the share that is eaten (the rest is drained or left in the pan). `settled`
    says that the cook has looked at the line, or that there was nothing to look at.
    """

    id: str
    text: str
    amount: float | None = None
    unit: str | None = None
    food: str | None = None
    form: str | None = None
    food_name: str = ""
    preparation: str = ""
    optional: bool = False
    alternatives: tuple[str, ...] = ()
    grams_low: float | None = None
    grams: float | None = None
    grams_high: float | None = None
    reason: str = ""
    confidence: float = 1.0
    doubts: tuple[str, ...] = ()
    candidates: tuple[str, ...] = ()
    settled: bool = True
    retained: float = 1.0


@dataclass(frozen=True)
class Choice:
    """The stand-in chosen for a slot, scaled to this dish.

    `press` is how this household presses it, None for the book's way.
    """

    stand_in: str
    lines: tuple[Line, ...]
    press: Literal["cloth", "mesh", "paper", "twist"] | None = None


@dataclass(frozen=True)
class Slot:
    """The lines of a part that a role is attached to; `choice` replaces them when made."""

    id: str
    role: str
    line_ids: tuple[str, ...]
    choice: Choice | None = None


@dataclass(frozen=True)
class Part:
    """One component of a dish. Lines are always the original's; slots may replace some."""

    id: str
    name: str
    lines: tuple[Line, ...]
    slots: tuple[Slot, ...] = ()

    def chosen(self) -> Slot | None:
        """Return the first slot with a stand-in."""
        return next((slot for slot in self.slots if slot.choice), None)

    def effective_lines(self) -> tuple[Line, ...]:
        """Return the lines as the part now is: kept ones, then the stand-ins' lines."""
        replaced = {i for slot in self.slots if slot.choice for i in slot.line_ids}
        kept = tuple(line for line in self.lines if line.id not in replaced)
        added = tuple(line for slot in self.slots if slot.choice for line in slot.choice.lines)
        return kept + added


@dataclass(frozen=True)
class StepText:
    """One step as the recipe wrote it."""

    id: str
    text: str


@dataclass(frozen=True)
class Dish:
    """One version of a dish."""

    title: str
    servings: float
    parts: tuple[Part, ...]
    steps: tuple[StepText, ...] = ()
    unit_system: UnitSystem = "metric"
    source_text: str = ""
    notes: tuple[str, ...] = ()
    schema: int = SCHEMA

    def part(self, part_id: str) -> Part:
        """Return a part.

        Raises:
            BadInput: the dish has no such part.
        """
        for part in self.parts:
            if part.id == part_id:
                return part
        raise BadInput("This dish has no such part any more.", "part")

    def slot(self, part_id: str, slot_id: str) -> Slot:
        """Return a slot of a part.

        Raises:
            BadInput: no such part or slot.
        """
        for slot in self.part(part_id).slots:
            if slot.id == slot_id:
                return slot
        raise BadInput("This part has no such slot any more.", "slot")

    def original(self) -> Dish:
        """Return the dish as it was brought, without any stand-in."""
        bare = tuple(
            replace(part, slots=tuple(replace(slot, choice=None) for slot in part.slots))
            for part in self.parts
        )
        return replace(self, parts=bare)

    def with_choice(self, part_id: str, slot_id: str, choice: Choice | None) -> Dish:
        """Return the dish with one slot's stand-in chosen, or taken back with None."""
        slot = self.slot(part_id, slot_id)
        part = self.part(part_id)
        slots = tuple(replace(s, choice=choice) if s is slot else s for s in part.slots)
        changed = replace(part, slots=slots)
        return replace(self, parts=tuple(changed if p is part else p for p in self.parts))

    def swapped(self) -> bool:
        """Tell whether any slot has a stand-in."""
        return any(part.chosen() for part in self.parts)


def all_lines(dish: Dish) -> Iterator[tuple[Part, Line]]:
    """Yield every effective line with its part."""
    for part in dish.parts:
        for line in part.effective_lines():
            yield part, line


def check(dish: Dish) -> Dish:
    """Return the dish if it keeps the document's rules.

    Raises:
        BadInput: a rule is broken; names the field.
    """
    if dish.schema != SCHEMA:
        raise BadInput(
            f"This dish was written for another version (schema {dish.schema}).", "schema"
        )
    if not dish.title.strip():
        raise BadInput("Give the dish a name.", "title")
    _bounded(dish.servings, 0.25, MAX_SERVINGS, "servings", "Servings")
    if len(dish.parts) > MAX_PARTS:
        raise BadInput(f"A dish holds at most {MAX_PARTS} parts.", "parts")
    if len(dish.source_text) > MAX_TEXT:
        raise BadInput("The text of the recipe is too long to keep.", "source_text")
    _check_ids(dish)
    for part in dish.parts:
        own = {line.id for line in part.lines}
        for slot in part.slots:
            if slot.role != PLAIN and slot.role not in ROLES:
                raise BadInput(f"There is no role called {slot.role}.", "role")
            if not set(slot.line_ids) <= own:
                raise BadInput("A slot names a line its part does not have.", "line_ids")
            for line in slot.choice.lines if slot.choice else ():
                _check_line(line)
        for line in part.lines:
            _check_line(line)
    return dish


def _check_ids(dish: Dish) -> None:
    lines = [line for part in dish.parts for line in part.lines]
    lines += [
        line
        for part in dish.parts
        for slot in part.slots
        if slot.choice
        for line in slot.choice.lines
    ]
    if len(lines) > MAX_LINES:
        raise BadInput(f"A dish holds at most {MAX_LINES} lines.", "lines")
    for ids in ([line.id for line in lines], [part.id for part in dish.parts]):
        if len(set(ids)) != len(ids):
            raise BadInput("Two things in this dish carry the same id.", "id")


def _check_line(line: Line) -> None:
    known = (line.grams_low, line.grams, line.grams_high)
    if any(g is not None for g in known):
        low, best, high = known
        if low is None or best is None or high is None:
            raise BadInput(f"Grams of '{line.text}' need low, best and high.", "grams")
        if not 0 <= low <= best <= high <= MAX_GRAMS:
            raise BadInput(
                f"Grams of '{line.text}' have to run from 0 to {MAX_GRAMS:.0f}, low to high.",
                "grams",
            )
    if not 0 <= line.retained <= 1:
        raise BadInput(f"The share kept of '{line.text}' runs from 0 to 1.", "retained")


def _bounded(value: float, low: float, high: float, field: str, name: str) -> None:
    if not (math.isfinite(value) and low <= value <= high):
        raise BadInput(f"{name} have to lie between {low:g} and {high:g}.", field)
