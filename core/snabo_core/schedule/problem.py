"""A scheduling problem in plain values, and how it is read from JSON."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Annotated, Literal

import msgspec

from snabo_core.errors import BadInput

Objective = Literal["earliest_serving", "span", "feasible"]
Ask = Literal["one_cook", "promise", "least_hold"]
SERVE, NOW, OVEN, HANDS, SERVE_AT = "serve", "now", "oven", "hands", "serve_at"
MOST_TASKS, MOST_MODES, MOST_LINKS, MOST_AWAY = 200, 8, 1000, 40
DAY_MINUTES = 1440
# No cooking is planned further from its first minute than this.
MOST_MINUTES = 7 * DAY_MINUTES
Minutes = Annotated[int, msgspec.Meta(ge=0, le=MOST_MINUTES)]
Minute = Annotated[int, msgspec.Meta(ge=-MOST_MINUTES, le=MOST_MINUTES)]
Units = Annotated[int, msgspec.Meta(ge=0, le=1000)]


class Mode(msgspec.Struct, forbid_unknown_fields=True):
    """One way of doing a task: minutes, cooks needed all the time, what it uses, how hot (C)."""

    label: str
    minutes: Minutes
    hands: Units = 0
    uses: dict[str, Units] = {}
    oven_c: float | None = None

    def needs(self) -> dict[str, int]:
        """Return the units of every resource it needs, hands among them."""
        return {**self.uses, HANDS: self.hands} if self.hands else self.uses


class Task(msgspec.Struct, forbid_unknown_fields=True):
    """Something to do; `ahead` may lie on the day before and does not count in the span."""

    id: str
    modes: list[Mode]
    name: str = ""
    dish: str = ""
    ahead: bool = False


class Link(msgspec.Struct, forbid_unknown_fields=True):
    """`after` starts from `least` to `most` minutes after the end of `before`; None has no end."""

    id: str
    before: str = msgspec.field(name="from")
    after: str = msgspec.field(name="to")
    least: Minute = msgspec.field(name="min", default=0)
    most: Minute | None = msgspec.field(name="max", default=None)


class Oven(msgspec.Struct, forbid_unknown_fields=True):
    """How warm the oven is now, and how many C a minute it rises and falls."""

    now_c: float
    up_c_per_min: float
    down_c_per_min: float

    def change(self, before_c: float, after_c: float) -> int:
        """Return the whole minutes that the empty oven takes from one temperature to another."""
        rate = self.up_c_per_min if after_c > before_c else self.down_c_per_min
        # A quotient that is whole but for its last digits is whole.
        return math.ceil(round(abs(after_c - before_c) / rate, 9))


class Fixed(msgspec.Struct, forbid_unknown_fields=True):
    """A task that is done, running or pinned; the id "now" says what minute it is."""

    id: str
    start: Minute
    mode: str | None = None


class Problem(msgspec.Struct, forbid_unknown_fields=True):
    """Everything there is to do, and what there is to do it with, in whole minutes."""

    tasks: list[Task]
    capacity: dict[str, Units]
    objective: Objective
    links: list[Link] = []
    minute_0: str = "00:00"
    serve_at: Minute | None = None
    ask: Ask | None = None
    oven: Oven | None = None
    away: list[tuple[Minute, Minute]] = []
    fixed: list[Fixed] = []

    @property
    def now(self) -> int | None:
        """The minute before which nothing can start any more; None before cooking has begun."""
        return next((one.start for one in self.fixed if one.id == NOW), None)

    @property
    def begins(self) -> int:
        """The first minute in which a task that is not done ahead can start."""
        return self.now or 0

    @property
    def pinned(self) -> dict[str, Fixed]:
        """The fixed tasks, by id."""
        return {one.id: one for one in self.fixed if one.id != NOW}

    def task(self, task_id: str) -> Task:
        """Return the task of an id that is known to be there."""
        return next(task for task in self.tasks if task.id == task_id)

    def temperatures(self) -> list[float]:
        """Return every temperature the oven may be asked for."""
        return sorted({m.oven_c for t in self.tasks for m in t.modes if m.oven_c is not None})


def parse(body: bytes) -> Problem:
    """Read a problem from JSON.

    Raises:
        BadInput: it has another shape, names what is not there, or contradicts itself.
    """
    try:
        raw = msgspec.json.decode(body)
        if isinstance(raw, dict) and "fixed" in raw:
            raw["fixed"] = _as_list(raw["fixed"])
        problem = msgspec.convert(raw, Problem)
    except (msgspec.DecodeError, RecursionError) as wrong:
        raise BadInput(f"The problem cannot be read: {wrong}.", "problem") from wrong
    check(problem)
    return problem


def _as_list(fixed: object) -> object:
    """Return `fixed` as a list of {id, start, mode}; by id, or with {"now": n}, says the same."""
    if isinstance(fixed, dict):
        inner = fixed.get("tasks", [])
        rest = [
            {"id": key, **value} if isinstance(value, dict) else {"id": key, "start": value}
            for key, value in fixed.items()
            if key != "tasks"
        ]
        more = _as_list(inner)
        return [*rest, *more] if isinstance(more, list) else fixed
    if isinstance(fixed, list):
        return [
            {"id": NOW, "start": one[NOW]} if isinstance(one, dict) and set(one) == {NOW} else one
            for one in fixed
        ]
    return fixed


def check(problem: Problem) -> None:
    """Refuse what contradicts itself.

    Raises:
        BadInput: with the sentence that says what.
    """
    for field, sentence in _wrong(problem):
        raise BadInput(sentence, field)


def _wrong(problem: Problem) -> Iterator[tuple[str, str]]:
    for name, ids, most in (
        ("tasks", [task.id for task in problem.tasks], MOST_TASKS),
        ("links", [link.id for link in problem.links], MOST_LINKS),
        ("fixed", [one.id for one in problem.fixed], MOST_TASKS + 1),
        ("away", list(map(str, range(len(problem.away)))), MOST_AWAY),
    ):
        if len(ids) > most:
            yield name, f"There are more than {most} {name}."
        if len(set(ids)) < len(ids):
            yield name, f"Two {name} have the same id."
    if problem.objective != "earliest_serving" and problem.serve_at is None:
        yield "serve_at", f"The objective {problem.objective} needs serve_at."
    if problem.ask == "promise" and problem.serve_at is None:
        yield "serve_at", "A promise needs serve_at."
    for start, end in problem.away:
        if start > end:
            yield "away", f"Away from {start} to {end}: the end comes first."
    for task in problem.tasks:
        yield from _wrong_task(task, problem)
    yield from _wrong_oven(problem)
    yield from _wrong_links(problem)
    for one in problem.pinned.values():
        yield from _wrong_fixed(one, problem)


def _wrong_task(task: Task, problem: Problem) -> Iterator[tuple[str, str]]:
    if task.id in {SERVE, NOW}:
        yield "tasks", f"A task cannot be called {task.id}."
    if not task.modes or len(task.modes) > MOST_MODES:
        yield "tasks", f"Task {task.id} needs 1 to {MOST_MODES} modes."
    if len({mode.label for mode in task.modes}) < len(task.modes):
        yield "tasks", f"Task {task.id}: two modes have the same label."
    for mode in task.modes:
        if HANDS in mode.uses:
            yield "tasks", f"Task {task.id}: hands are counted in hands, not in uses."
        for name in mode.needs():
            if name not in problem.capacity:
                yield "capacity", f"Task {task.id} uses {name}; capacity does not say how many."


def _wrong_oven(problem: Problem) -> Iterator[tuple[str, str]]:
    if not problem.temperatures():
        return
    if problem.oven is None:
        yield "oven", "A task needs the oven, and nothing is said of the oven."
        return
    values = (*problem.temperatures(), problem.oven.now_c)
    if not all(-273.15 < value < 1000 for value in values):
        yield "oven", "An oven is colder than 1000 C."
    if not (problem.oven.up_c_per_min > 0 and problem.oven.down_c_per_min > 0):
        yield "oven", "An oven rises and falls by more than 0 C a minute."


def _wrong_links(problem: Problem) -> Iterator[tuple[str, str]]:
    known = {task.id for task in problem.tasks}
    for link in problem.links:
        if link.before not in known or link.after not in known | {SERVE}:
            yield "links", f"Link {link.id}: there is no task {_missing(link, known)}."
        if link.before == link.after:
            yield "links", f"Link {link.id} leads from {link.before} to itself."
        if link.most is not None and link.most < link.least:
            yield "links", f"Link {link.id}: min is at most max."


def _missing(link: Link, known: set[str]) -> str:
    return link.before if link.before not in known else link.after


def _wrong_fixed(one: Fixed, problem: Problem) -> Iterator[tuple[str, str]]:
    found = [task for task in problem.tasks if task.id == one.id]
    if not found:
        yield "fixed", f"There is no task {one.id} to be fixed."
    elif one.mode is not None and one.mode not in {mode.label for mode in found[0].modes}:
        yield "fixed", f"Task {one.id} has no mode {one.mode}."
