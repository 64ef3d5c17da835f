"""The run sheet: when to do what, so that everything is ready when it is served."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from msgspec.structs import replace as with_fields

from snabo_core.plate.equipment import Equipment
from snabo_core.schedule.bounds import least_serving, rooms
from snabo_core.schedule.problem import (
    HANDS,
    NOW,
    OVEN,
    SERVE,
    Fixed,
    Link,
    Mode,
    Problem,
    Task,
    check,
)
from snabo_core.schedule.solving import Effort, Placed, Sheet, conflict_of, settled, solve
from snabo_core.views.sheet_jobs import (
    ROOM_C,
    Candidate,
    Job,
    Jobs,
    capacity_of,
    hands_first,
    lanes_of,
    oven_of,
)
from snabo_core.wording import Message, listed, say

# A screen waits for it: a sheet within a second or so, the tidy one in as much again.
PROMPT = Effort(counted=1.5, guard_seconds=4.0)
TIDY = Effort(counted=0.5, guard_seconds=1.5)
# A stretch without work by hand is worth telling from here on.
WORTH_TELLING = 5
MOST_NAMED = 2
_SINCE = {HANDS: "sheet_since_cooks", "ring": "sheet_since_ring", "shelf": "sheet_since_shelf"}
_NONE_OF = {"shelf": "oven"}
ItemKind = Literal["hands", "put_on", "runs", "oven_on", "free"]
LaneKind = Literal["hands", "ring", "microwave", "oven", "blender", "processor", "waits"]


@dataclass(frozen=True)
class Begun:
    """When a task began and, where it is done, ended, in minutes of the sheet."""

    start: int
    end: int | None = None


@dataclass(frozen=True)
class Wishes:
    """What the cook wants of a sheet; minutes count from its first instant.

    `serve_at` None is as early as can be. `pins` hold tasks at a minute, `ahead` are done
    before the evening. While cooking, `begun` says what has happened and `now` what minute it is;
    `skipped` are not done at all. `away` are spans of minutes in which no cook is there.
    """

    serve_at: int | None = None
    cooks: int = 1
    pins: Mapping[str, int] = field(default_factory=dict)
    ahead: frozenset[str] = frozenset()
    begun: Mapping[str, Begun] = field(default_factory=dict)
    skipped: frozenset[str] = frozenset()
    now: int | None = None
    away: Sequence[tuple[int, int]] = ()


@dataclass(frozen=True)
class SheetItem:
    """Something on the sheet; `task` is what a pin names, empty for what the sheet brings in.

    `start` is in minutes of the sheet and `at` the instant; what is put on runs by itself up to
    `runs_until`. `place` says which of the lane's it has, `ring` which ring, by hand or not.
    `slack` are the minutes it can move with the order kept, `decides` that it has none. `notes`
    say what is assumed or estimated.
    """

    task: str
    dish: int
    step: str
    kind: ItemKind
    words: str
    part: str
    start: int
    minutes: int
    at: dt.datetime
    ends: dt.datetime
    lane: LaneKind
    place: int
    ring: int | None
    runs_until: dt.datetime | None
    oven_c: float | None
    slack: int
    decides: bool
    pinned: bool
    cue: str
    notes: tuple[str, ...] = ()


@dataclass(frozen=True)
class AheadView:
    """What could be done the day before, with what it saves; `on` where the cook does."""

    dish: int
    words: str
    tasks: tuple[str, ...]
    on: bool


@dataclass(frozen=True)
class SheetView:
    """The sheet. `kept` says whether the wished time is; `why` what stands against it.

    `minutes` run from the first work by hand to serving, `bound` is what no order of work beats.
    """

    opens: dt.datetime
    serve: dt.datetime
    serve_minute: int
    first_hands: dt.datetime | None
    minutes: int
    bound: int
    proven: bool
    bound_words: str
    kept: bool
    why: tuple[str, ...]
    cooks: int
    rings: int
    items: tuple[SheetItem, ...]
    ahead: tuple[AheadView, ...]
    gives_way: tuple[str, ...] = ()


Clock = Callable[[int], str]


def sheet_view(
    jobs: Jobs, equipment: Equipment, wishes: Wishes, opens: dt.datetime, *, oven_c: float = ROOM_C
) -> SheetView:
    """Return when to do what.

    Args:
        jobs: what there is to do.
        equipment: what there is to do it with.
        wishes: when to serve, who helps, what is pinned, what has happened.
        opens: the instant of minute 0, with its zone.
        oven_c: how warm the oven is at minute 0, or now where that is given.

    Serving at the wished minute comes first; where it cannot be kept, the earliest that can.
    Pins give way to that, and say so. What has to wait longer than it is at its best waits as
    little longer as can be.
    """

    def clock(minute: int) -> str:
        return f"{_after(opens, minute):%H:%M}"

    problem = _problem(jobs, equipment, wishes, oven_c)
    check(problem)
    found, why = _found(problem, wishes, clock)
    sheet, problem = found
    return _view(jobs, problem, sheet, wishes, opens, equipment, why)


def least_minutes(jobs: Jobs, equipment: Equipment) -> int | None:
    """Return how long it takes at least, by its longest chain and its busiest resource.

    None where there is nothing to do. Nothing is solved: a sheet may come out longer.
    """
    if not jobs.jobs:
        return None
    return least_serving(_problem(jobs, equipment, Wishes(), ROOM_C)).best


def _after(opens: dt.datetime, minutes: int) -> dt.datetime:
    """Return an instant so many minutes later, on the clock of its zone."""
    return (opens.astimezone(dt.UTC) + dt.timedelta(minutes=minutes)).astimezone(opens.tzinfo)


def _problem(jobs: Jobs, equipment: Equipment, wishes: Wishes, oven_c: float) -> Problem:
    gone = wishes.skipped | wishes.ahead
    left = {key: job for key, job in jobs.jobs.items() if key not in gone}
    tasks, fixed = [], []
    for key, job in left.items():
        task = with_fields(job.task, name=title_of(job))
        begun = wishes.begun.get(key)
        if begun is not None:
            task = _as_happened(task, begun, wishes.now or 0)
            fixed.append(Fixed(key, begun.start))
        elif key in wishes.pins:
            fixed.append(Fixed(key, wishes.pins[key]))
        tasks.append(task)
    if wishes.now is not None:
        fixed.append(Fixed(NOW, wishes.now))
    return Problem(
        tasks=tasks,
        capacity=capacity_of(equipment, wishes.cooks),
        objective="earliest_serving" if wishes.serve_at is None else "span",
        links=_bridged(jobs.links, wishes),
        serve_at=wishes.serve_at,
        oven=oven_of(equipment, oven_c),
        away=[*wishes.away],
        fixed=fixed,
    )


def _as_happened(task: Task, begun: Begun, now: int) -> Task:
    """Return a task as it went: its minutes up to its end, or at least until now."""
    mode = task.modes[0]
    if begun.end is not None:
        return with_fields(task, modes=[with_fields(mode, minutes=max(0, begun.end - begun.start))])
    longer = max(mode.minutes, now - begun.start)
    return with_fields(task, modes=[with_fields(mode, minutes=longer)])


def _bridged(links: Sequence[Link], wishes: Wishes) -> list[Link]:
    """Return the gaps that still count, over what is skipped.

    What was done before waits in the fridge; of what has begun on both sides nothing is asked.
    """
    out = [link for link in links if link.before not in wishes.ahead]
    for gone in wishes.skipped:
        into = [link for link in out if link.after == gone]
        from_it = [link for link in out if link.before == gone]
        out = [link for link in out if gone not in {link.before, link.after}]
        out += [
            Link(f"{one.before}>{other.after}", one.before, other.after)
            for one in into
            for other in from_it
            if one.before != other.after
        ]
    found: dict[str, Link] = {}
    for link in out:
        over = link.before in wishes.begun and link.after in wishes.begun
        if not over:
            found.setdefault(link.id, link)
    return list(found.values())


def _found(
    problem: Problem, wishes: Wishes, clock: Clock
) -> tuple[tuple[Sheet, Problem], list[str]]:
    """Return a sheet for a problem made possible, and what had to give way for it, in words."""
    why: list[str] = []
    sheet = solve(problem, PROMPT, why=False)
    if not sheet.feasible and wishes.pins:
        loose = with_fields(problem, fixed=[f for f in problem.fixed if f.id not in wishes.pins])
        freed = solve(loose, PROMPT, why=False)
        if freed.feasible or freed.earliest_serving is not None:
            causes = _causes(problem, conflict_of(problem, _wished(problem)))
            code = "sheet_pins_give_way" if causes else "sheet_pins_cannot"
            why.append(say(Message(code, {"causes": causes})))
            problem, sheet = loose, freed
    if not sheet.feasible and sheet.earliest_serving is None:
        longer = solve(with_fields(problem, ask="least_hold"), PROMPT, why=False).least_extra_hold
        problem = with_fields(problem, links=[_loose(link, longer) for link in problem.links])
        sheet = solve(problem, PROMPT, why=False)
        if longer:
            why.append(say(Message("sheet_waits_longer", {"minutes": longer})))
    if not sheet.feasible and sheet.earliest_serving is None:
        causes = _causes(problem, conflict_of(problem, None))
        why.append(say(Message("sheet_cannot", {"causes": causes})))
    elif not sheet.feasible and sheet.earliest_serving is not None:
        values = {"wished": clock(problem.serve_at or 0), "earliest": clock(sheet.earliest_serving)}
        causes = _causes(problem, conflict_of(problem, problem.serve_at))
        code = "sheet_not_by_since" if causes else "sheet_not_by"
        why.append(say(Message(code, values | {"causes": causes})))
        problem = with_fields(problem, serve_at=sheet.earliest_serving, objective="span")
        sheet = solve(problem, PROMPT, why=False)
    if sheet.feasible and problem.objective == "earliest_serving":
        problem = with_fields(problem, objective="span", serve_at=sheet.serve)
        sheet = solve(problem, PROMPT, why=False)
    return (settled(problem, sheet, TIDY) if sheet.feasible else sheet, problem), why


def _wished(problem: Problem) -> int | None:
    return None if problem.objective == "earliest_serving" else problem.serve_at


def _causes(problem: Problem, names: Sequence[str]) -> str:
    """Return in words which rules stand against a wish, empty where none but the wish itself."""
    tasks = {task.id: task for task in problem.tasks}
    links = [link for link in problem.links if link.id in names]
    stands = [link for link in links if link.after == SERVE and link.most is not None]
    chain = [link for link in links if link.after != SERVE]
    said = []
    if chain:
        order = {task.id: at for at, task in enumerate(problem.tasks)}
        ends = sorted(
            {i for link in chain for i in (link.before, link.after)}, key=order.__getitem__
        )
        values = {"first": tasks[ends[0]].name, "last": tasks[ends[-1]].name}
        said.append(Message("sheet_since_chain", values))
    for link in stands[:1]:
        told: dict[str, str | float] = {
            "what": tasks[link.before].name, "minutes": link.most or 0
        }  # fmt: skip
        said.append(Message("sheet_since_stands", told))
    if OVEN in names:
        said.append(Message("sheet_since_oven"))
    if NOW in names:
        said.append(Message("sheet_since_now"))
    for name, count in problem.capacity.items():
        if name in names:
            code = _SINCE.get(name, "sheet_since_machine")
            one = name == HANDS and count == 1
            if not count:
                said.append(Message("sheet_since_no", {"what": _NONE_OF.get(name, name)}))
                continue
            values_2: dict[str, str | float] = {"count": count, "what": name}
            said.append(Message("sheet_since_hands" if one else code, values_2))
    if not said and tasks:
        longest = max(tasks.values(), key=lambda task: min(m.minutes for m in task.modes))
        minutes = min(mode.minutes for mode in longest.modes)
        said.append(Message("sheet_since_long", {"first": longest.name, "minutes": minutes}))
    return listed([say(one) for one in said])


def _loose(link: Link, longer: int | None) -> Link:
    if link.after != SERVE or link.most is None:
        return link
    return with_fields(link, most=None if longer is None else link.most + longer)


def title_of(job: Job) -> str:
    """Return what a job is called on the sheet: the words of its step up to their first stop."""
    words = job.step.words.strip()
    for mark in (". ", "; ", " until ", ", then "):
        words = words.split(mark)[0]
    words = words.rstrip(".")
    return words[:1].upper() + words[1:]


def _view(
    jobs: Jobs,
    problem: Problem,
    sheet: Sheet,
    wishes: Wishes,
    opens: dt.datetime,
    equipment: Equipment,
    why: Sequence[str],
) -> SheetView:
    starts = {key: one.start for key, one in sheet.tasks.items()}
    modes = {
        task.id: next(m for m in task.modes if m.label == sheet.tasks[task.id].mode)
        for task in problem.tasks
        if task.id in sheet.tasks
    }
    serve = sheet.serve or 0
    room = rooms(problem, starts, modes, serve) if starts else {}
    spans = [(key, start, start + modes[key].minutes) for key, start in starts.items()]
    rings = lanes_of([one for one in spans if modes[one[0]].uses.get("ring")], equipment.rings)
    drawn = _Drawn(jobs, sheet.tasks, modes, wishes, opens, rings)
    items = [
        drawn.item(
            key, slack=room[key].slack, place=place if modes[key].hands else rings.get(key, place)
        )
        for key, place in _places(spans, modes, problem.capacity).items()
    ]
    items += drawn.oven_on(problem, starts, modes)
    items += drawn.free(starts, modes, serve, wishes.cooks)
    order = {key: at for at, key in enumerate(hands_first(starts, jobs.jobs))}
    items.sort(key=lambda item: (item.start, order.get(item.task, -1)))
    working = [i.at for i in items if i.kind in {"hands", "put_on"}]
    minutes, bound = sheet.minutes or 0, sheet.lower_bound or 0
    return SheetView(
        opens=opens,
        serve=drawn.instant(serve),
        serve_minute=serve,
        first_hands=min(working, default=None),
        minutes=minutes,
        bound=bound,
        proven=sheet.proven,
        bound_words=say(
            Message("sheet_proven", {"less": minutes - 1})
            if sheet.proven
            else Message("sheet_gap_left", {"bound": bound, "minutes": minutes})
        ),
        kept=wishes.serve_at is None or serve == wishes.serve_at,
        why=tuple(why),
        cooks=wishes.cooks,
        rings=equipment.rings,
        items=tuple(items),
        ahead=tuple(_ahead(c, jobs, wishes) for c in jobs.candidates),
    )


def _places(
    spans: Sequence[tuple[str, int, int]],
    modes: Mapping[str, Mode],
    capacity: Mapping[str, int],
) -> dict[str, int]:
    """Return which of the hands, rings or shelves each task has, from 0."""
    found: dict[str, int] = {}
    for lane in ("hands", "ring", "microwave", "oven", "blender", "processor", "waits"):
        most = capacity.get("shelf" if lane == "oven" else lane, len(spans))
        found |= lanes_of([s for s in spans if _lane(modes[s[0]]) == lane], most)
    return found


def _lane(mode: Mode) -> LaneKind:
    if mode.oven_c is not None:
        return "oven"
    for name in ("ring", "microwave", "blender", "processor"):
        if mode.uses.get(name) and not mode.hands:
            return name
    return "hands" if mode.hands else "waits"


def _ahead(one: Candidate, jobs: Jobs, wishes: Wishes) -> AheadView:
    names = [title_of(jobs.jobs[key]) for key in one.jobs if jobs.jobs[key].kind != "put_on"]
    told = [name[:1].lower() + name[1:] for name in names[-MOST_NAMED:]]
    values: dict[str, str | float] = {
        "part": f"{one.part}: " if one.part else "", "jobs": listed(told),
        "minutes": one.minutes, "days": one.days,
    }  # fmt: skip
    code = "sheet_ahead" if len(names) <= MOST_NAMED else "sheet_ahead_up_to"
    keeps = "sheet_keeps_days" if one.days > 1 else "sheet_keeps_day"
    words = f"{say(Message(code, values))}; {say(Message(keeps, values))}"
    words = words[:1].upper() + words[1:]
    return AheadView(one.dish, words, one.jobs, set(one.jobs) <= wishes.ahead)


@dataclass(frozen=True)
class _Drawn:
    """Makes the items of a sheet."""

    jobs: Jobs
    tasks: Mapping[str, Placed]
    modes: Mapping[str, Mode]
    wishes: Wishes
    opens: dt.datetime
    rings: Mapping[str, int]

    def instant(self, minute: int) -> dt.datetime:
        return _after(self.opens, minute)

    def item(self, key: str, *, slack: int, place: int) -> SheetItem:
        job, mode, start = self.jobs.jobs[key], self.modes[key], self.tasks[key].start
        begun = key in self.wishes.begun
        run = key.removesuffix("/on")
        runs = job.kind == "put_on" and run in self.tasks
        until = self.tasks[run].start + self.modes[run].minutes if runs else None
        return SheetItem(
            task=key, dish=job.dish, step=job.step.id, kind=job.kind, words=title_of(job),
            part=job.step.part, start=start, minutes=mode.minutes, at=self.instant(start),
            ends=self.instant(start + mode.minutes), lane=_lane(mode), place=place,
            ring=self.rings.get(key), runs_until=None if until is None else self.instant(until),
            oven_c=mode.oven_c, slack=0 if begun else slack, decides=slack == 0 and not begun,
            pinned=key in self.wishes.pins, cue=_cue(job),
            notes=tuple(say(note) for note in _notes(job, mode)),
        )  # fmt: skip

    def oven_on(
        self, problem: Problem, starts: Mapping[str, int], modes: Mapping[str, Mode]
    ) -> list[SheetItem]:
        """Return when the oven goes on, before its first bake and where it has to be hotter."""
        baked = sorted(
            (start, key) for key, start in starts.items()
            if modes[key].oven_c is not None
        )  # fmt: skip
        found: list[SheetItem] = []
        heat = problem.oven.now_c if problem.oven else ROOM_C
        for start, key in baked:
            wanted = modes[key].oven_c or 0.0
            if wanted > heat and problem.oven is not None and key not in self.wishes.begun:
                minutes = problem.oven.change(heat, wanted)
                on = max(start - minutes, problem.begins)
                found.append(self._bare("oven_on", on, start - on, "oven", wanted, key))
            heat = wanted
        return found

    def free(
        self, starts: Mapping[str, int], modes: Mapping[str, Mode], serve: int, cooks: int
    ) -> list[SheetItem]:
        """Return the stretches in which nobody has to do anything."""
        busy = sorted(
            (start, start + modes[key].minutes) for key, start in starts.items() if modes[key].hands
        )
        if cooks > 1 or not busy:
            return []
        found, until = [], busy[0][1]
        for start, end in [*busy[1:], (serve, serve)]:
            if start - until >= WORTH_TELLING:
                found.append(self._bare("free", until, start - until, "hands", None, ""))
            until = max(until, end)
        return found

    def _bare(
        self, kind: ItemKind, start: int, minutes: int, lane: LaneKind, heat: float | None, key: str
    ) -> SheetItem:
        words = (
            Message("sheet_free", {"minutes": minutes})
            if heat is None
            else Message("sheet_oven_on", {"c": heat})
        )
        dish = self.jobs.jobs[key].dish if key else 0
        return SheetItem(
            task="", dish=dish, step="", kind=kind, words=say(words), part="", start=start,
            minutes=minutes, at=self.instant(start), ends=self.instant(start + minutes), lane=lane,
            place=0, ring=None, runs_until=None, oven_c=heat, slack=0,
            decides=False, pinned=False, cue="",
        )  # fmt: skip


def _cue(job: Job) -> str:
    if job.step.until:
        return job.step.until
    return job.technique.cue if job.technique else ""


def _notes(job: Job, mode: Mode) -> list[Message]:
    found = []
    own = job.task.modes[0]
    if job.guessed:
        found.append(Message("sheet_guessed_heat", {"c": own.oven_c or 0.0}))
    if mode.oven_c is not None and own.oven_c is not None and mode.oven_c != own.oven_c:
        values: dict[str, str | float] = {
            "c": mode.oven_c, "own": own.oven_c, "minutes": mode.minutes
        }  # fmt: skip
        found.append(Message("sheet_other_heat", values))
    code = {"by hand": "sheet_by_hand", "on a ring": "sheet_on_a_ring",
            "overnight": "sheet_overnight", "hot": "sheet_hot", "in water": "sheet_thaw_water",
            "in the fridge": "sheet_thaw_fridge"}.get(mode.label)  # fmt: skip
    if code is not None:
        found.append(Message(code))
    return found
