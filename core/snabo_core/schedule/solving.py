"""Solves a scheduling problem, proves how good the answer is, and names what is in the way."""

from __future__ import annotations

import time
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from typing import Any, Literal

import msgspec

from snabo_core.schedule.bounds import least_serving, least_span
from snabo_core.schedule.model import Model
from snabo_core.schedule.problem import HANDS, NOW, OVEN, SERVE, SERVE_AT, Link, Problem
from snabo_core.wording import Message, say

Aim = Literal["earliest_serving", "span", "feasible", "least_hold"]


@dataclass(frozen=True)
class Effort:
    """How long to look: by counted work, which is the same everywhere; the clock only guards."""

    counted: float = 40.0
    guard_seconds: float = 60.0
    seed: int = 7


STEADY = Effort()
# Is one rule needed in a conflict? Each question is small.
ONE_RULE = Effort(counted=1.0, guard_seconds=3.0)
MOST_ON_CONFLICT = 10.0


@dataclass(frozen=True)
class Placed:
    """Where a task lies: the minute it starts in, and the label of its mode."""

    start: int
    mode: str


@dataclass(frozen=True)
class Sheet:
    """The answer to a problem.

    `feasible` is None where neither an answer nor its impossibility was found in the time.
    `minutes` is what the objective counts: the serving minute, or the minutes from the first
    hands-on start to it. `lower_bound` is what no sheet can be shorter than; `proven` says that
    the answer reaches it, or that there is none. `conflict` names rules that together cannot be
    kept, none of which could be left out of the list.
    """

    feasible: bool | None
    minutes: int | None = None
    serve: int | None = None
    tasks: dict[str, Placed] = field(default_factory=dict)
    lower_bound: int | None = None
    proven: bool = False
    seconds: float = 0.0
    earliest_serving: int | None = None
    conflict: tuple[str, ...] = ()
    reason: str = ""
    least_extra_hold: int | None = None
    minutes_with_one_cook: int | None = None


@dataclass(frozen=True)
class _Found:
    """What one search found; `status` is the solver's word for it."""

    status: str
    value: int = 0
    bound: int = 0
    serve: int = 0
    tasks: dict[str, Placed] = field(default_factory=dict)

    @property
    def there(self) -> bool | None:
        return {"OPTIMAL": True, "FEASIBLE": True, "INFEASIBLE": False}.get(self.status)


def _solver(effort: Effort) -> Any:
    # Half a second to load, so only where something is solved.
    from ortools.sat.python import cp_model  # noqa: PLC0415

    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = effort.seed
    solver.parameters.max_deterministic_time = effort.counted
    solver.parameters.max_time_in_seconds = effort.guard_seconds
    return solver


def _search(problem: Problem, aim: Aim, serve_at: int | None, effort: Effort) -> _Found:
    model = Model(problem, serve_at, longer_holds=aim == "least_hold")
    if aim == "earliest_serving":
        model.cp.minimize(model.serve)
        model.cp.add(model.serve >= min(least_serving(problem).best, model.last))
    elif aim == "least_hold":
        model.cp.minimize(model.longer)
    elif aim == "span" and (first := model.first_hands()) is not None:
        model.cp.minimize(model.serve - first)
    solver = _solver(effort)
    status = solver.status_name(solver.solve(model.cp))
    if status not in {"OPTIMAL", "FEASIBLE"}:
        return _Found(status)
    return _Found(
        status,
        round(solver.objective_value),
        round(solver.best_objective_bound),
        solver.value(model.serve),
        _placed(model, solver),
    )


def _placed(model: Model, solver: Any) -> dict[str, Placed]:
    return {
        task_id: Placed(
            solver.value(one.start),
            next(mode.label for mode, literal in one.ways() if solver.boolean_value(literal)),
        )
        for task_id, one in model.doing.items()
    }


def solve(problem: Problem, effort: Effort = STEADY, *, why: bool = True) -> Sheet:
    """Return the best sheet of a problem that `check` has let pass, or why there is none.

    Without `why` only that there is none, and the earliest serving, which takes less time.
    """
    began = time.monotonic()
    if problem.ask == "promise":
        sheet = _promise(problem, effort)
    else:
        sheet = _sheet(problem, effort, why=why)
    if problem.ask == "one_cook":
        alone = _with_cooks(problem, min(1, problem.capacity.get(HANDS, 0)))
        sheet = replace(sheet, minutes_with_one_cook=_sheet(alone, effort, why=False).minutes)
    if problem.ask == "least_hold":
        longer = _search(problem, "least_hold", problem.serve_at, effort)
        proven = longer.status == "OPTIMAL"
        sheet = replace(sheet, least_extra_hold=longer.value if proven else None)
    return replace(sheet, seconds=round(time.monotonic() - began, 3))


def settled(problem: Problem, sheet: Sheet, effort: Effort) -> Sheet:
    """Return a sheet as good as a given one in which things wait as little as they can.

    What goes to the table and what a task takes is done as late as the sheet allows. Serving stays,
    and the first work by hand is no earlier.
    """
    model = Model(problem, sheet.serve)
    starts = {name: one.start for name, one in sheet.tasks.items()}
    first = model.first_hands()
    modes = {t.id: {m.label: m for m in t.modes} for t in problem.tasks}
    working = [
        start for name, start in starts.items()
        if modes[name][sheet.tasks[name].mode].hands and not problem.task(name).ahead
    ]  # fmt: skip
    if first is not None and working:
        for one in model.doing.values():
            if one.pinned_at is None and not one.task.ahead:
                model.cp.add(one.start >= min(working))
    waits = []
    tied = {link.before for link in problem.links}
    for link in problem.links:
        after = model.serve if link.after == SERVE else model.doing[link.after].start
        waits.append(after - model.doing[link.before].end)
    waits += [model.serve - one.end for name, one in model.doing.items() if name not in tied]
    model.cp.minimize(sum(waits))
    for name, one in model.doing.items():
        model.cp.add_hint(one.start, starts[name])
    solver = _solver(effort)
    if solver.status_name(solver.solve(model.cp)) not in {"OPTIMAL", "FEASIBLE"}:
        return sheet
    return replace(sheet, tasks=_placed(model, solver))


def _with_cooks(problem: Problem, hands: int) -> Problem:
    """Return a problem with another number of cooks."""
    return msgspec.structs.replace(problem, capacity={**problem.capacity, HANDS: hands}, ask=None)


def _sheet(problem: Problem, effort: Effort, *, why: bool) -> Sheet:
    """Return the sheet for the objective; with `why` also what is in the way where none is."""
    at = None if problem.objective == "earliest_serving" else problem.serve_at
    found = _search(problem, problem.objective, at, effort)
    if not found.there:
        return _none(problem, found, at, effort, why=why)
    minutes, bound = found.value, found.bound
    if problem.objective == "feasible":
        minutes = bound = found.serve
    elif problem.objective == "span":
        bound = min(max(bound, least_span(problem)), minutes)
    proven = found.status == "OPTIMAL" or bound == minutes
    return Sheet(
        feasible=True,
        minutes=minutes,
        serve=found.serve,
        tasks=found.tasks,
        lower_bound=minutes if proven else bound,
        proven=proven,
    )


def _none(problem: Problem, found: _Found, at: int | None, effort: Effort, *, why: bool) -> Sheet:
    if found.there is None:
        return Sheet(
            feasible=None,
            lower_bound=least_serving(problem).best,
            reason=say(Message("sheet_time")),
        )
    earliest = None
    if at is not None:
        best = _search(problem, "earliest_serving", None, effort)
        earliest = best.serve if best.there else None
    if not why:
        return Sheet(feasible=False, proven=True, earliest_serving=earliest)
    names = conflict_of(problem, at)
    return Sheet(
        feasible=False,
        proven=True,
        earliest_serving=earliest,
        conflict=names,
        reason=say(reason_of(problem, names, earliest)),
    )


def _promise(problem: Problem, effort: Effort) -> Sheet:
    """Say whether `serve_at` can still be kept, and the earliest serving."""
    best = _search(problem, "earliest_serving", None, effort)
    kept = _search(problem, "feasible", problem.serve_at, effort)
    proven = best.status == "OPTIMAL"
    told = Sheet(
        feasible=kept.there,
        minutes=best.value if best.there else None,
        serve=kept.serve if kept.there else None,
        tasks=kept.tasks,
        lower_bound=(best.value if proven else best.bound) if best.there else None,
        proven=proven or best.there is False,
    )
    if kept.there is not False:
        return told
    earliest = best.value if best.there else None
    names = conflict_of(problem, problem.serve_at)
    return replace(
        told,
        serve=best.serve if best.there else None,
        tasks=best.tasks,
        earliest_serving=earliest,
        conflict=names,
        reason=say(reason_of(problem, names, earliest)),
    )


def conflict_of(problem: Problem, serve_at: int | None) -> tuple[str, ...]:
    """Return rules that cannot be kept together, each needed for it, in the order of the problem.

    Names are ids of links, resources, "oven", "serve_at" and "now". The solver names a set that is
    enough; then some are left out, and stay out where the rest still cannot be kept, down to each.
    Of a conflict too hard for the time there is, more may be named than is needed.
    """
    model = Model(problem, serve_at, groups=True)
    rules = model.rules or {}
    solver = _solver(STEADY)
    model.cp.add_assumptions(list(rules.values()))
    if solver.status_name(solver.solve(model.cp)) != "INFEASIBLE":
        return ()
    enough = set(solver.sufficient_assumptions_for_infeasibility())
    kept = [name for name, rule in rules.items() if rule.index in enough] or list(rules)
    # What is said most simply is kept longest: time and links after resources.
    kept.sort(key=lambda name: _weight(problem, name))
    spent, size = 0.0, max(1, len(kept) // 2)
    while size and spent < MOST_ON_CONFLICT:
        at = 0
        while at < len(kept) and spent < MOST_ON_CONFLICT:
            rest = kept[:at] + kept[at + size :]
            model.cp.clear_assumptions()
            model.cp.add_assumptions([rules[name] for name in rest])
            probe = _solver(ONE_RULE)
            if probe.status_name(probe.solve(model.cp)) == "INFEASIBLE":
                kept = rest
            else:
                at += size
            spent += probe.response_proto.deterministic_time
        size //= 2
    return tuple(name for name in rules if name in kept)


def _weight(problem: Problem, name: str) -> int:
    if name in problem.capacity or name == OVEN:
        return 0
    return 2 if name in {SERVE_AT, NOW} else 1


def reason_of(problem: Problem, names: Iterable[str], earliest: int | None) -> Message:
    """Return why there is no sheet, in words."""
    links = {link.id: link for link in problem.links}
    said = []
    for name in names:
        if name in links:
            said.append(say(_link_words(problem, links[name])))
        elif name == SERVE_AT:
            said.append(say(Message("sheet_serve_at", {"minute": problem.serve_at or 0})))
        elif name == NOW:
            said.append(say(Message("sheet_now", {"minute": problem.begins})))
        elif name == OVEN:
            said.append(say(Message("sheet_oven")))
        else:
            units = problem.capacity[name]
            said.append(say(Message("sheet_capacity", {"count": units, "what": name})))
    if not said:
        return Message("sheet_none")
    rules = "; ".join(said)
    if earliest is None:
        return Message("sheet_never", {"rules": rules})
    return Message("sheet_not_then", {"rules": rules, "earliest": earliest})


def _link_words(problem: Problem, link: Link) -> Message:
    names = {task.id: task.name or task.id for task in problem.tasks} | {SERVE: "serving"}
    values: dict[str, str | float] = {
        "before": names[link.before], "after": names[link.after], "least": link.least
    }  # fmt: skip
    if link.most is None:
        return Message("sheet_gap_least", values)
    return Message("sheet_gap", values | {"most": link.most})
