"""A fitting problem in plain values, and how it is read from JSON."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

import msgspec

from snabo_core.errors import BadInput

Rule = Literal["at_most", "at_least"]
MOST_LINES, MOST_SLOTS, MOST_OPTIONS, MOST_EATERS = 400, 40, 60, 40


class Line(msgspec.Struct, forbid_unknown_fields=True):
    """A line in grams; `low` None means that it does not move, `step` that it comes in whole steps.

    `weight` is the cost of moving it by its own grams, `change_cost` of moving it at all.
    """

    id: str
    food: str
    grams: float
    low: float | None = None
    high: float | None = None
    step: float | None = None
    weight: float = 0.0
    change_cost: float = 0.0
    part: str | None = None


class Option(msgspec.Struct, forbid_unknown_fields=True):
    """What may stand in a slot: so many grams of a food at a cost."""

    food: str
    grams: float
    cost: float = 0.0


class Slot(msgspec.Struct, forbid_unknown_fields=True):
    """A slot takes exactly one of its options."""

    id: str
    options: list[Option]
    part: str | None = None


class Limit(msgspec.Struct, array_like=True):
    """A limit of an eater: a figure of the plate, at most or at least a value."""

    figure: str
    rule: Rule
    value: float


class Eater(msgspec.Struct, forbid_unknown_fields=True):
    """Somebody who eats a share of the whole dish."""

    id: str
    share: float
    limits: list[Limit] = []
    excludes: list[str] = []


class PartBand(msgspec.Struct, forbid_unknown_fields=True):
    """A part that has to stay in its band of water, or a dough in its range of binding.

    `lines` and `slots` are the ids of what is in it; where neither these nor a line's own `part`
    say so, it is everything. `driver` is the line or slot that `egg_eq_per_100g_driver` (low,
    high; one number is the low) counts against.
    """

    id: str = ""
    lines: list[str] | None = None
    slots: list[str] | None = None
    water_low: float | None = None
    water_high: float | None = None
    driver: str | None = None
    egg_eq_per_100g_driver: float | tuple[float | None, float | None] | None = None


class Problem(msgspec.Struct, forbid_unknown_fields=True):
    """Foods with their figures for 100 g, what the dish is made of, and who eats it."""

    per_100g: dict[str, dict[str, float | list[str] | None]]
    lines: list[Line] = []
    slots: list[Slot] = []
    eaters: list[Eater] = []
    parts: list[PartBand] = []

    def figure(self, food: str, name: str) -> float:
        """Return a figure of a food for 1 g.

        Raises:
            BadInput: nobody says it; unknown is not zero.
        """
        value = self.per_100g[food].get(name)
        if not isinstance(value, int | float):
            raise BadInput(f"per_100g of {food} does not say its {name}.", "per_100g")
        return float(value) / 100

    def tags(self, food: str) -> frozenset[str]:
        """Return what a food is tagged with."""
        value = self.per_100g[food].get("tags")
        return frozenset(value) if isinstance(value, list) else frozenset()


def parse(body: bytes) -> Problem:
    """Read a problem from JSON.

    Raises:
        BadInput: it has another shape, names what is not there, or contradicts itself.
    """
    try:
        problem = msgspec.json.decode(body, type=Problem)
    except (msgspec.DecodeError, RecursionError) as wrong:
        raise BadInput(f"The problem cannot be read: {wrong}.", "problem") from wrong
    _check(problem)
    return problem


def _check(problem: Problem) -> None:
    for name, ids, most in (
        ("lines", [line.id for line in problem.lines], MOST_LINES),
        ("slots", [slot.id for slot in problem.slots], MOST_SLOTS),
        ("eaters", [eater.id for eater in problem.eaters], MOST_EATERS),
    ):
        if len(ids) > most:
            raise BadInput(f"There are more than {most} {name}.", name)
        if len(set(ids)) < len(ids):
            raise BadInput(f"Two {name} have the same id.", name)
    for line in problem.lines:
        _check_line(line, problem.per_100g)
    for slot in problem.slots:
        _check_slot(slot, problem.per_100g)
    for eater in problem.eaters:
        if not 0 < eater.share <= 1:
            raise BadInput(f"{eater.id} eats a share between 0 and 1 of the dish.", "eaters")
    _check_parts(problem)


def _check_parts(problem: Problem) -> None:
    known = {line.id for line in problem.lines} | {slot.id for slot in problem.slots}
    for part in problem.parts:
        named = [*(part.lines or []), *(part.slots or []), *([part.driver] if part.driver else [])]
        for name in named:
            if name not in known:
                raise BadInput(f"Part {part.id}: there is no line or slot {name}.", "parts")
        if part.egg_eq_per_100g_driver is not None and part.driver is None:
            raise BadInput(f"Part {part.id}: its binding needs a driver.", "parts")


def _check_slot(slot: Slot, foods: Mapping[str, object]) -> None:
    if not slot.options or len(slot.options) > MOST_OPTIONS:
        raise BadInput(f"Slot {slot.id} needs 1 to {MOST_OPTIONS} options.", "slots")
    for option in slot.options:
        _check_food(option.food, foods)
        if option.grams < 0:
            raise BadInput(f"Slot {slot.id}: grams are not negative.", "slots")


def _check_line(line: Line, foods: Mapping[str, object]) -> None:
    _check_food(line.food, foods)
    if line.grams < 0:
        raise BadInput(f"Line {line.id}: grams are not negative.", "lines")
    if line.low is not None and (line.high is None or not 0 <= line.low <= line.high):
        raise BadInput(f"Line {line.id}: low is at most high.", "lines")
    if line.step is not None and line.step <= 0:
        raise BadInput(f"Line {line.id}: a step is more than nothing.", "lines")
    if line.weight < 0 or line.change_cost < 0:
        raise BadInput(f"Line {line.id}: costs are not negative.", "lines")


def _check_food(food: str, foods: Mapping[str, object]) -> None:
    if food not in foods:
        raise BadInput(f"per_100g does not know {food}.", "per_100g")
