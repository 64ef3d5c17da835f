"""The constraint model of a problem: starts, modes, resources, the oven, the links."""

from __future__ import annotations

import itertools
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from snabo_core.schedule.problem import (
    DAY_MINUTES,
    HANDS,
    NOW,
    OVEN,
    SERVE,
    SERVE_AT,
    Link,
    Mode,
    Problem,
    Task,
)


@dataclass(frozen=True)
class Doing:
    """A task in the model: when it starts and ends, and which mode it is done in."""

    task: Task
    start: Any
    end: Any
    chosen: tuple[Any, ...]
    pinned_at: int | None

    def ways(self) -> Iterable[tuple[Mode, Any]]:
        """Return each mode with its literal."""
        return zip(self.task.modes, self.chosen, strict=True)


def horizon(problem: Problem) -> int:
    """Return a minute by which everything can be done where it can be done at all.

    A sheet in which nothing happens and no gap has to pass in some minute can do without that
    minute; so all durations, gaps and changes of the oven one after another are enough, counted
    from the last moment at which the outside still has a say.
    """
    longest = {t.id: max(m.minutes for m in t.modes) for t in problem.tasks}
    outside = [problem.begins, *(end for _, end in problem.away), problem.serve_at or 0]
    outside += [one.start + longest[one.id] for one in problem.pinned.values()]
    hot = [max((m.oven_c for m in t.modes if m.oven_c is not None), default=None)
           for t in problem.tasks]  # fmt: skip
    changes = 0
    if problem.oven is not None and problem.temperatures():
        low = min(problem.oven.now_c, *problem.temperatures())
        high = max(problem.oven.now_c, *problem.temperatures())
        most = max(problem.oven.change(low, high), problem.oven.change(high, low))
        changes = most * sum(one is not None for one in hot)
    gaps = sum(max(0, link.least) for link in problem.links)
    return max(outside) + sum(longest.values()) + gaps + changes + 1


class Model:
    """A problem as CP-SAT knows it; with `groups` every rule can be given up by its name.

    `groups` are the names of the rules that hold: ids of links, resources, "oven", "serve_at",
    "now"; None lets all of them hold without a way out.
    """

    def __init__(
        self,
        problem: Problem,
        serve_at: int | None,
        *,
        groups: bool = False,
        longer_holds: bool = False,
    ) -> None:
        # Half a second to load, so only where something is solved.
        from ortools.sat.python import cp_model  # noqa: PLC0415

        self.problem = problem
        self.cp = cp_model.CpModel()
        self.rules: dict[str, Any] | None = {} if groups else None
        self.last = max(horizon(problem), serve_at or 0)
        self.longer = self.cp.new_int_var(0, self.last if longer_holds else 0, "longer")
        self.serve = self.cp.new_int_var(0, self.last, SERVE)
        self.doing = {task.id: self._doing(task) for task in problem.tasks}
        if serve_at is not None:
            self.must(SERVE_AT, self.cp.add(self.serve == serve_at))
        for one in self.doing.values():
            self.cp.add(one.end <= self.serve)
            self._not_before_now(one)
        for name in sorted({n for t in problem.tasks for m in t.modes for n in m.needs()}):
            self._resource(name)
        self._oven()
        for link in problem.links:
            self._link(link)

    def rule(self, name: str) -> list[Any]:
        """Return the literals under which a named rule holds."""
        if self.rules is None:
            return []
        if name not in self.rules:
            self.rules[name] = self.cp.new_bool_var(f"rule {name}")
        return [self.rules[name]]

    def must(self, name: str, constraint: Any, *also: Any) -> None:
        """Let a constraint hold under its rule, and under further literals."""
        literals = [*self.rule(name), *also]
        if literals:
            constraint.only_enforce_if(literals)

    def _doing(self, task: Task) -> Doing:
        pinned = self.problem.pinned.get(task.id)
        first = -DAY_MINUTES if task.ahead else 0
        if self.problem.now is not None:
            first = min(first, self.problem.now)
        start = self.cp.new_int_var(first, self.last, f"start {task.id}")
        if pinned is not None:
            start = self.cp.new_constant(pinned.start)
        chosen = tuple(self.cp.new_bool_var(f"{task.id} by {m.label}") for m in task.modes)
        self.cp.add_exactly_one(chosen)
        minutes = sum(m.minutes * lit for m, lit in zip(task.modes, chosen, strict=True))
        if pinned is not None and pinned.mode is not None:
            for mode, literal in zip(task.modes, chosen, strict=True):
                self.cp.add(literal == (mode.label == pinned.mode))
        return Doing(task, start, start + minutes, chosen, pinned.start if pinned else None)

    def past(self, one: Doing) -> bool:
        """Say whether a task has begun: its start is a fact, not a plan."""
        return one.pinned_at is not None and (
            self.problem.now is not None and one.pinned_at <= self.problem.now
        )

    def _not_before_now(self, one: Doing) -> None:
        if self.problem.now is not None and one.pinned_at is None:
            self.must(NOW, self.cp.add(one.start >= self.problem.now))

    def _resource(self, name: str) -> None:
        intervals, demands = [], []
        for one in self.doing.values():
            for mode, literal in one.ways():
                units = mode.needs().get(name, 0)
                if not units or not mode.minutes:
                    continue
                begins, minutes = one.start, mode.minutes
                if self.past(one):
                    # What is behind us takes nothing from what is to come.
                    begins = self.problem.begins
                    minutes = (one.pinned_at or 0) + mode.minutes - begins
                    if minutes <= 0:
                        continue
                label = f"{name} for {one.task.id} by {mode.label}"
                intervals.append(
                    self.cp.new_optional_fixed_size_interval_var(begins, minutes, literal, label)
                )
                demands.append(units)
        capacity = self.problem.capacity[name]
        for start, end in merged(self.problem.away) if name == HANDS and capacity else []:
            intervals.append(self.cp.new_fixed_size_interval_var(start, end - start, "away"))
            demands.append(capacity)
        if self.rules is not None:
            [holds] = self.rule(name)
            room = sum(demands)
            self.cp.add_cumulative(intervals, demands, capacity + room - room * holds)
        elif capacity == 1 and all(units == 1 for units in demands):
            self.cp.add_no_overlap(intervals)
        else:
            self.cp.add_cumulative(intervals, demands, capacity)

    def _oven(self) -> None:
        oven = self.problem.oven
        baked = [
            (one, mode.oven_c, literal)
            for one in self.doing.values()
            for mode, literal in one.ways()
            if mode.oven_c is not None
        ]
        if oven is None:
            return
        for one, heat, literal in baked:
            if one.pinned_at is not None and self.past(one):
                continue
            warm = self.problem.begins + oven.change(oven.now_c, heat)
            if one.task.ahead and self.problem.now is None:
                before = self.cp.new_bool_var(f"{one.task.id} before")
                self.must(OVEN, self.cp.add(one.end <= 0), before, literal)
                self.must(OVEN, self.cp.add(one.start >= warm), before.negated(), literal)
            else:
                self.must(OVEN, self.cp.add(one.start >= warm), literal)
        for (one, heat, by), (other, heat_2, by_2) in itertools.combinations(baked, 2):
            same = one.task.id == other.task.id or heat == heat_2
            if same or (self.past(one) and self.past(other)):
                continue
            first = self.cp.new_bool_var(f"{one.task.id} baked before {other.task.id}")
            up = self.cp.add(other.start >= one.end + oven.change(heat, heat_2))
            down = self.cp.add(one.start >= other.end + oven.change(heat_2, heat))
            self.must(OVEN, up, first, by, by_2)
            self.must(OVEN, down, first.negated(), by, by_2)

    def _link(self, link: Link) -> None:
        before = self.doing[link.before]
        after = self.serve if link.after == SERVE else self.doing[link.after].start
        if link.after != SERVE and self.past(self.doing[link.after]):
            return
        self.must(link.id, self.cp.add(after >= before.end + link.least))
        if link.most is not None:
            longer = self.longer if link.after == SERVE else 0
            self.must(link.id, self.cp.add(after <= before.end + link.most + longer))

    def first_hands(self) -> Any | None:
        """Return a variable at most the first start with hands that counts in the span."""
        working = [
            (one, literal)
            for one in self.doing.values()
            for mode, literal in one.ways()
            if mode.hands and not one.task.ahead
        ]
        if not working:
            return None
        first = self.cp.new_int_var(-self.last, self.last, "first hands")
        for one, literal in working:
            self.cp.add(first <= one.start).only_enforce_if(literal)
        self.cp.add(first <= self.serve)
        return first


def merged(spans: Iterable[tuple[int, int]]) -> list[tuple[int, int]]:
    """Return spans of time in order, those that touch as one, empty ones left out."""
    out: list[tuple[int, int]] = []
    for start, end in sorted(spans):
        if start == end:
            continue
        if out and start <= out[-1][1]:
            out[-1] = (out[-1][0], max(end, out[-1][1]))
        else:
            out.append((start, end))
    return out
