"""What no sheet can be shorter than, what decides its length, and how much room each task has."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from snabo_core.schedule.problem import HANDS, SERVE, Mode, Problem, Task

ORIGIN = "origin"


@dataclass(frozen=True)
class Arc:
    """`after` lies at least `minutes` after `before`, each the start of a task, or serving."""

    before: str
    after: str
    minutes: int


@dataclass(frozen=True)
class Bounds:
    """Lower bounds of the serving minute: the longest chain, and the busiest resource."""

    chain: int
    busiest: int
    resource: str

    @property
    def best(self) -> int:
        """The larger one; nothing is served earlier."""
        return max(self.chain, self.busiest)


@dataclass(frozen=True)
class Room:
    """The earliest and latest start of a task with the order of work kept, in minutes."""

    earliest: int
    latest: int

    @property
    def slack(self) -> int:
        """How many minutes it can move without moving the serving or the first start."""
        return self.latest - self.earliest


def longest_from(first: Mapping[str, int], arcs: Sequence[Arc]) -> dict[str, int] | None:
    """Return the least value of every node that keeps all arcs, None where none does.

    `first` are the nodes with the least value that each may have.
    """
    value = dict(first)
    for _ in range(len(value) + 1):
        moved = False
        for arc in arcs:
            reached = value[arc.before] + arc.minutes
            if reached > value[arc.after]:
                value[arc.after], moved = reached, True
        if not moved:
            return value
    return None


def least_serving(problem: Problem) -> Bounds:
    """Return how early serving can be at the earliest by chains and by work, ignoring the rest."""
    shortest = {task.id: min(m.minutes for m in task.modes) for task in problem.tasks}
    first = {task.id: _earliest(task, problem) for task in problem.tasks}
    arcs = [Arc(task.id, SERVE, shortest[task.id]) for task in problem.tasks]
    arcs += [Arc(x.before, x.after, shortest[x.before] + x.least) for x in problem.links]
    reached = longest_from({**first, SERVE: problem.begins}, arcs)
    chain = 0 if reached is None else reached[SERVE]
    work = {
        name: math.ceil(sum(_least_work(t, name, problem) for t in problem.tasks) / capacity)
        for name, capacity in problem.capacity.items()
        if capacity
    }
    busy = max(work, key=lambda name: work[name], default="")
    return Bounds(chain, problem.begins + work.get(busy, 0), busy)


def _earliest(task: Task, problem: Problem) -> int:
    pinned = problem.pinned.get(task.id)
    if pinned is not None:
        return pinned.start
    if task.ahead:
        return -(10**6)
    return problem.begins + min(_warm(mode, problem) for mode in task.modes)


def _warm(mode: Mode, problem: Problem) -> int:
    if mode.oven_c is None or problem.oven is None:
        return 0
    return problem.oven.change(problem.oven.now_c, mode.oven_c)


def _least_work(task: Task, name: str, problem: Problem) -> int:
    """Return the unit minutes a task takes of a resource tonight, whatever its mode."""
    if task.ahead or task.id in problem.pinned:
        return 0
    return min(mode.needs().get(name, 0) * mode.minutes for mode in task.modes)


def least_span(problem: Problem) -> int:
    """Return what the span cannot be shorter than: the work of the hands."""
    hands = problem.capacity.get(HANDS, 0)
    work = sum(_least_work(task, HANDS, problem) for task in problem.tasks)
    return math.ceil(work / hands) if hands else 0


def rooms(
    problem: Problem, starts: Mapping[str, int], modes: Mapping[str, Mode], serve: int
) -> dict[str, Room]:
    """Return how far each task of a sheet can move while the order of work is kept.

    Args:
        problem: the problem the sheet answers.
        starts: the minute each task starts in.
        modes: how each is done.
        serve: the minute of serving, which stays.

    Neither serving nor the first start moves; who used a ring or the oven first stays first.
    """
    arcs = list(_arcs(problem, starts, modes))
    first = min(starts.values(), default=0)
    pinned = problem.pinned
    low = {i: starts[i] if i in pinned else first for i in starts} | {SERVE: serve}
    earliest = longest_from(low, arcs) or {**starts, SERVE: serve}
    # The latest starts are the earliest ones of the sheet read backwards.
    back = [Arc(arc.after, arc.before, arc.minutes) for arc in arcs]
    high = {i: -starts[i] if i in pinned else -serve for i in starts} | {SERVE: -serve}
    latest = longest_from(high, back) or {i: -starts[i] for i in starts}
    return {i: Room(min(earliest[i], starts[i]), max(-latest[i], starts[i])) for i in starts}


def _arcs(problem: Problem, starts: Mapping[str, int], modes: Mapping[str, Mode]) -> Iterable[Arc]:
    for task_id in starts:
        yield Arc(task_id, SERVE, modes[task_id].minutes)
    for link in problem.links:
        minutes = modes[link.before].minutes
        yield Arc(link.before, link.after, minutes + link.least)
        if link.most is not None:
            yield Arc(link.after, link.before, -minutes - link.most)
    order = sorted(starts, key=lambda i: starts[i])
    for at, one in enumerate(order):
        for other in order[at + 1 :]:
            gap = _apart(problem, modes[one], modes[other])
            if gap is not None and starts[one] + modes[one].minutes + gap <= starts[other]:
                yield Arc(one, other, modes[one].minutes + gap)


def _apart(problem: Problem, one: Mode, other: Mode) -> int | None:
    """Return the minutes between two tasks that cannot lie together, None where they can."""
    if one.oven_c is not None and other.oven_c is not None and one.oven_c != other.oven_c:
        return problem.oven.change(one.oven_c, other.oven_c) if problem.oven else 0
    for name in {*one.needs()} & {*other.needs()}:
        if one.needs()[name] + other.needs()[name] > problem.capacity[name]:
            return 0
    return None
