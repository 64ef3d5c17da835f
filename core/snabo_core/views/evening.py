"""An evening of cooking: what has happened is the fold of its events, in the order of time."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any, Literal

from snabo_core.views.sheet import Begun, Wishes

# What the Stove sends. Kinds that nobody here knows are kept and skipped.
StoveKind = Literal["step_started", "step_paused", "step_resumed", "step_done", "step_skipped",
                    "step_not_yet", "timer_set", "timer_moved", "timer_stopped", "note",
                    "replanned", "taken_back", "weighed", "added", "setting", "probed",
                    "finished"]  # fmt: skip
LONGEST_TIMER_SECONDS = 48 * 3600
OVEN_TASK = "oven/"
_WRITTEN = {"note", "added", "setting", "probed"}


@dataclass(frozen=True)
class Event:
    """Something that happened. `at` is on the server's clock; ties go by device and its count."""

    id: str
    kind: str
    at: dt.datetime
    device: str
    seq: int
    payload: Mapping[str, Any]


@dataclass(frozen=True)
class TaskState:
    """What has become of a task; `not_yet` is when the cook last put it off.

    `by` is the event that made it what it is, for taking that back. What was taken off the heat
    for a while counts as begun so much later: `paused` is since when it is off.
    """

    started: dt.datetime | None = None
    done: dt.datetime | None = None
    skipped: bool = False
    not_yet: dt.datetime | None = None
    by: str = ""
    paused: dt.datetime | None = None


@dataclass(frozen=True)
class Mark:
    """A moment inside a timer: after so many seconds, what to do."""

    seconds: int
    words: str


@dataclass(frozen=True)
class Timer:
    """A timer, named after its step and part; `check` is what to look for when it rings.

    A held one stands still since `held`.
    """

    id: str
    name: str
    task: str
    check: str
    seconds: int
    set_at: dt.datetime
    ends_at: dt.datetime
    marks: tuple[Mark, ...] = ()
    stopped: bool = False
    held: dt.datetime | None = None


@dataclass(frozen=True)
class Note:
    """What the cook wrote down at a task, or of the evening as a whole."""

    id: str
    task: str
    words: str
    at: dt.datetime


@dataclass(frozen=True)
class Added:
    """Something that went in and is not in the recipe: to which dish, in whose words, as read."""

    id: str
    dish: str
    words: str
    lines: tuple[Mapping[str, Any], ...]


@dataclass(frozen=True)
class MachineSetting:
    """What a machine was set to at a task, in the cook's words; `technique` is what it did."""

    id: str
    task: str
    technique: str
    words: str


@dataclass(frozen=True)
class Probed:
    """What a thermometer in the middle of the food showed at a task, in degrees Celsius."""

    id: str
    task: str
    celsius: float
    at: dt.datetime


@dataclass(frozen=True)
class Plan:
    """What the cook wants of the evening."""

    serve_at: dt.datetime | None
    cooks: int
    pins: Mapping[str, int] = field(default_factory=dict)
    ahead: tuple[str, ...] = ()


@dataclass(frozen=True)
class Evening:
    """The state that an evening's events add up to."""

    plan: Plan
    tasks: Mapping[str, TaskState] = field(default_factory=dict)
    timers: Mapping[str, Timer] = field(default_factory=dict)
    notes: tuple[Note, ...] = ()
    added: tuple[Added, ...] = ()
    settings: Mapping[str, MachineSetting] = field(default_factory=dict)
    probed: Mapping[str, Probed] = field(default_factory=dict)
    finished_at: dt.datetime | None = None
    last_at: dt.datetime | None = None


def fold(plan: Plan, events: Iterable[Event]) -> Evening:
    """Return what events add up to, whatever order they arrive in.

    They count in the order of their time, device and count; one that came twice counts once; one
    that was taken back does not count.
    """
    once = {event.id: event for event in events}
    gone = {str(e.payload.get("event")) for e in once.values() if e.kind == "taken_back"}
    order = sorted(once.values(), key=lambda e: (e.at, e.device, e.seq, e.id))
    state = Evening(plan)
    for event in order:
        if event.id in gone:
            continue
        state = replace(_step(state, event), last_at=event.at)
    return state


def _step(state: Evening, event: Event) -> Evening:
    said = event.payload
    if event.kind.startswith("step_"):
        # A step takes its timer along, so that taking it back takes back both.
        return replace(state, tasks=_tasks(state, event), timers=_timers(state, event))
    if event.kind.startswith("timer_"):
        return replace(state, timers=_timers(state, event))
    if event.kind in _WRITTEN:
        return _written(state, event)
    if event.kind == "replanned":
        return replace(state, plan=_plan(state.plan, said))
    if event.kind == "finished":
        return replace(state, finished_at=state.finished_at or event.at)
    return state


def _written(state: Evening, event: Event) -> Evening:
    """Return the state with what the cook wrote down at a step."""
    said, task = event.payload, str(event.payload.get("task", ""))
    if event.kind == "note":
        note = Note(event.id, task, str(said["words"]), event.at)
        return replace(state, notes=(*state.notes, note))
    if event.kind == "added":
        lines = tuple(said.get("lines", ()))
        one = Added(event.id, str(said["dish"]), str(said["words"]), lines)
        return replace(state, added=(*state.added, one))
    if event.kind == "setting":
        kept = MachineSetting(event.id, task, str(said["technique"]), str(said["words"]))
        return replace(state, settings={**state.settings, task: kept})
    probed = Probed(event.id, task, float(said["celsius"]), event.at)
    return replace(state, probed={**state.probed, task: probed})


def begun_of(task: TaskState, now: dt.datetime) -> dt.datetime:
    """Return when a task that is begun counts as begun: time off the heat puts that off."""
    started = task.started or now
    return started if task.paused is None else started + (now - task.paused)


def _tasks(state: Evening, event: Event) -> dict[str, TaskState]:
    key = str(event.payload["task"])
    known = state.tasks.get(key, TaskState())
    if event.kind == "step_started" and known.started is None:
        known = replace(known, started=event.at, skipped=False, by=event.id)
    elif event.kind == "step_paused" and known.started and not (known.done or known.paused):
        known = replace(known, paused=event.at, by=event.id)
    elif event.kind == "step_resumed" and known.started and known.paused:
        begun = begun_of(known, event.at)
        known = replace(known, started=begun, paused=None, by=event.id)
    elif event.kind == "step_done" and known.done is None:
        # What is finished off the heat ran until it was taken off.
        hot_since = begun_of(known, event.at) if known.started else None
        known = replace(known, started=hot_since, done=event.at, skipped=False, paused=None,
                        by=event.id)  # fmt: skip
    elif event.kind == "step_skipped" and known.done is None:
        known = replace(known, skipped=True, by=event.id)
    elif event.kind == "step_not_yet":
        known = replace(known, not_yet=event.at)
    return {**state.tasks, key: known}


def _timers(state: Evening, event: Event) -> dict[str, Timer]:
    said, key = event.payload, str(event.payload.get("timer", ""))
    known = state.timers.get(key)
    if event.kind in {"timer_set", "step_started"} and known is None and key:
        seconds = int(said["seconds"])
        marks = tuple(Mark(int(m["seconds"]), str(m["words"])) for m in said.get("marks", ()))
        known = Timer(
            key, str(said["name"]), str(said.get("task", "")), str(said.get("check", "")), seconds,
            event.at, event.at + dt.timedelta(seconds=seconds), marks,
        )  # fmt: skip
    elif known is not None and event.kind == "timer_moved":
        by = int(said["seconds"])
        # A minute more on a timer that has run out counts from now.
        base = max(known.ends_at, event.at) if by > 0 else known.ends_at
        known = replace(known, ends_at=base + dt.timedelta(seconds=by), stopped=False)
    elif known is not None and event.kind in {"timer_stopped", "step_done"}:
        known = replace(known, stopped=True, held=None)
    elif known is not None and event.kind == "step_paused" and known.held is None:
        known = replace(known, held=event.at)
    elif known is not None and event.kind == "step_resumed" and known.held is not None:
        away = event.at - known.held
        known = replace(known, set_at=known.set_at + away, ends_at=known.ends_at + away, held=None)
    return state.timers if known is None else {**state.timers, key: known}  # type: ignore[return-value]


def _plan(plan: Plan, said: Mapping[str, Any]) -> Plan:
    if "serve_at" in said:
        wished = said["serve_at"]
        plan = replace(plan, serve_at=dt.datetime.fromisoformat(wished) if wished else None)
    if "cooks" in said:
        plan = replace(plan, cooks=int(said["cooks"]))
    if "pins" in said:
        plan = replace(plan, pins={str(k): int(v) for k, v in said["pins"].items()})
    if "ahead" in said:
        plan = replace(plan, ahead=tuple(map(str, said["ahead"])))
    return plan


def minute_of(opens: dt.datetime, at: dt.datetime) -> int:
    """Return the whole minute of the sheet that an instant lies in."""
    return int((at - opens).total_seconds() // 60)


def wishes_of(state: Evening, opens: dt.datetime, minutes: Mapping[str, int]) -> Wishes:
    """Return what a sheet has to keep to now.

    Args:
        state: what has happened.
        opens: the instant of minute 0.
        minutes: how long each task was planned for.
    """
    now = None if state.last_at is None else max(0, minute_of(opens, state.last_at))
    begun = {}
    for key, task in state.tasks.items():
        if key not in minutes or task.skipped:
            continue
        end = None if task.done is None else minute_of(opens, task.done)
        if task.started is not None:
            at = begun_of(task, state.last_at or task.started)
            begun[key] = Begun(minute_of(opens, at), end)
        elif end is not None:
            begun[key] = Begun(end - minutes[key], end)
    skipped = {key for key, task in state.tasks.items() if task.skipped and key in minutes}
    serve_at = None if state.plan.serve_at is None else minute_of(opens, state.plan.serve_at)
    return Wishes(
        serve_at=serve_at,
        cooks=state.plan.cooks,
        pins={key: at for key, at in state.plan.pins.items() if key not in begun},
        ahead=frozenset(state.plan.ahead) - set(begun),
        begun=begun,
        skipped=frozenset(skipped),
        now=now,
    )
