"""The Stove: the evening step by step, with what runs beside it."""

from __future__ import annotations

import datetime as dt
import itertools
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.book.cautions import cautions
from snabo_core.plate.equipment import Equipment
from snabo_core.views.cautions import StepCaution
from snabo_core.views.dish_water import GlassView
from snabo_core.views.evening import (
    OVEN_TASK,
    Evening,
    Mark,
    Note,
    TaskState,
    Timer,
    wishes_of,
)
from snabo_core.views.method import TakenView
from snabo_core.views.sheet import SheetItem, SheetView, sheet_view
from snabo_core.views.sheet_jobs import HALF_WAY, ROOM_C, Job, Jobs
from snabo_core.wording import Message, say

# What something is set for: a heat, a power, a speed, a disc, a width.
SET_FOR = {"ring", "oven", "microwave", "blender", "processor"}
CUTS_BY_MACHINE = {"cut", "grate", "rice", "spiral", "grind", "press"}
CardState = Literal["waiting", "running", "done", "skipped"]


@dataclass(frozen=True)
class CardTake:
    """Something a step takes: its name, the grams of this step's share, the words for the share."""

    name: str
    grams: float | None
    share: str


@dataclass(frozen=True)
class HeldLine:
    """What of a line is kept for a later step; grams are None where nobody knows how much."""

    name: str
    grams: float | None
    step: int


@dataclass(frozen=True)
class ProbeView:
    """How hot the middle has to be before the food is eaten, what it showed last, in words."""

    target: float
    shown: float | None
    done: bool
    words: str
    event: str = ""


@dataclass(frozen=True)
class Card:
    """One step at the Stove. `task` is what events name; `put` the task of setting it going.

    `minutes` is what it is planned for, `seconds` what its timer is set to, 0 where it needs
    none, and `marks` the moments inside it. `at` and `ends` are the plan's. `title` are the words
    of the step, `words` what the recipe says beside them; `glass` is what may be weighed after it.
    `machine` says that something is set for it; `setting` is to what, as the cook wrote it down,
    and `setting_before` to what it was the last time. `by` is the event that put it in its state.
    `paused` is since when it is off the heat for a while; `held` is what is kept for a later step.
    """

    task: str
    put: str
    dish: int
    number: int
    part: str
    kind: Literal["hands", "runs", "oven_on"]
    title: str
    words: str
    takes: tuple[CardTake, ...]
    cue: str
    weighs: str
    cautions: tuple[StepCaution, ...]
    notes: tuple[str, ...]
    lane: str
    oven_c: float | None
    fan_c: float | None
    minutes: int
    seconds: int
    timer_name: str
    marks: tuple[Mark, ...]
    at: dt.datetime
    ends: dt.datetime
    state: CardState
    started: dt.datetime | None
    finished: dt.datetime | None
    put_off: dt.datetime | None
    whose: str
    look: str
    glass: GlassView | None
    technique: str = ""
    machine: bool = False
    setting: str = ""
    setting_before: str = ""
    probe: ProbeView | None = None
    by: str = ""
    paused: dt.datetime | None = None
    held: tuple[HeldLine, ...] = ()


@dataclass(frozen=True)
class StoveView:
    """The evening now: the plan, the cards in the order they are done, timers and notes.

    `standing` says in words whether the table is on time.
    """

    sheet: SheetView
    standing: str
    cards: tuple[Card, ...]
    timers: tuple[Timer, ...]
    notes: tuple[Note, ...]
    finished_at: dt.datetime | None


def stove_view(
    jobs: Jobs,
    equipment: Equipment,
    state: Evening,
    opens: dt.datetime,
    settings_before: Mapping[str, str] | None = None,
) -> StoveView:
    """Return the evening as it stands.

    Args:
        jobs: what there is to do, from the versions that are cooked.
        equipment: what the kitchen cooks on.
        state: what has happened so far.
        opens: the instant of minute 0, with its zone.
        settings_before: what machines were set to in earlier evenings, by technique.
    """
    minutes = {key: job.task.modes[0].minutes for key, job in jobs.jobs.items()}
    known = _with_puts(state, jobs)
    sheet = sheet_view(jobs, equipment, wishes_of(known, opens, minutes), opens,
                       oven_c=_oven_now(state, jobs, equipment))  # fmt: skip
    planned = {item.task: item for item in sheet.items if item.task}
    made = _Cards(
        jobs, planned, state, opens, settings_before or {}, _probe_targets(jobs), _held(jobs)
    )
    cards = [made.card(job) for job in jobs.jobs.values() if job.kind != "put_on"]
    cards = [card for card in cards if card.task not in sheet_gone(state, sheet)]
    cards += made.oven_cards(sheet)
    timers = sorted(state.timers.values(), key=lambda timer: timer.ends_at)
    return StoveView(
        sheet, _standing(sheet, state), tuple(sorted(cards, key=_order)), tuple(timers),
        state.notes, state.finished_at,
    )  # fmt: skip


def _standing(sheet: SheetView, state: Evening) -> str:
    wished = state.plan.serve_at
    late = 0 if wished is None else round((sheet.serve - wished).total_seconds() / 60)
    values: dict[str, str | float] = {"at": f"{sheet.serve:%H:%M}", "minutes": abs(late)}
    code = "stove_late" if late > 0 else "stove_early" if late < 0 else "stove_on_time"
    return say(Message(code, values))


def sheet_gone(state: Evening, sheet: SheetView) -> frozenset[str]:
    """Return the tasks that were done before the evening."""
    tried = {key for one in sheet.ahead if one.on for key in one.tasks}
    return frozenset(tried - set(state.tasks))


def _order(card: Card) -> tuple[bool, dt.datetime, bool, int]:
    """Return where a card stands: what is over first, by when it was or will be begun."""
    over = card.state in {"done", "skipped"}
    begins = card.started or card.at
    if over:
        begins = card.finished or begins
    return (not over, begins, card.kind == "oven_on", card.number)


def _with_puts(state: Evening, jobs: Jobs) -> Evening:
    """Return the state in which what runs was also put on."""
    tasks = dict(state.tasks)
    for key, task in state.tasks.items():
        put = f"{key}/on"
        if put in jobs.jobs:
            at = task.started or task.done
            tasks[put] = TaskState(started=at, done=at, skipped=task.skipped)
    return replace(state, tasks=tasks)


def _oven_now(state: Evening, jobs: Jobs, equipment: Equipment) -> float:
    """Return how warm the oven is at the last event, as far as the events say."""
    if state.last_at is None:
        return ROOM_C
    heats = [
        (task.started or task.done, jobs.jobs[key].task.modes[0].oven_c)
        for key, task in state.tasks.items()
        if key in jobs.jobs and jobs.jobs[key].task.modes[0].oven_c is not None
        and not task.skipped
    ]  # fmt: skip
    known = [(at, heat) for at, heat in heats if at is not None and heat is not None]
    found, since = ROOM_C, None
    for at, heat in known:
        if since is None or at >= since:
            found, since = heat, at
    for key, task in state.tasks.items():
        if not key.startswith(OVEN_TASK) or task.done is None:
            continue
        if since is None or task.done >= since:
            wanted = float(key.removeprefix(OVEN_TASK))
            gone = (state.last_at - task.done).total_seconds() / 60
            found, since = min(wanted, found + gone * equipment.oven_up), task.done
    return found


@dataclass(frozen=True)
class _Cards:
    jobs: Jobs
    planned: Mapping[str, SheetItem]
    state: Evening
    opens: dt.datetime
    settings_before: Mapping[str, str]
    targets: Mapping[tuple[int, str], float]
    held: Mapping[tuple[int, int], tuple[HeldLine, ...]]

    def card(self, job: Job) -> Card:
        task = self.state.tasks.get(job.id, TaskState())
        item = self.planned.get(job.id)
        step = job.step
        put = f"{job.id}/on" if f"{job.id}/on" in self.jobs.jobs else ""
        first = self.planned.get(put, item) if put else item
        minutes = item.minutes if item else job.task.modes[0].minutes
        seconds = _seconds(job, minutes)
        at = first.at if first else self.opens
        return Card(
            task=job.id, put=put, dish=job.dish, number=step.number, part=step.part,
            kind="runs" if job.kind == "runs" else "hands", title=job.headline,
            words=step.tail, takes=tuple(
                CardTake(take.name or _from(take), take.grams, take.share)
                for take in step.takes
                if take.name or take.step
            ), cue=item.cue if item else "", weighs=step.weighs, cautions=step.cautions,
            notes=item.notes if item else (), lane=item.lane if item else "hands",
            oven_c=item.oven_c if item else step.oven_c, fan_c=step.fan_c, minutes=minutes,
            seconds=seconds, timer_name=_timer_name(job), marks=_marks(job, seconds), at=at,
            ends=item.ends if item else at, state=_state(task), started=task.started,
            finished=task.done, put_off=task.not_yet, whose=step.whose, look=step.look_words,
            glass=job.glass, technique=step.technique, machine=_is_set(job),
            setting=self.state.settings[job.id].words if job.id in self.state.settings else "",
            setting_before=self.settings_before.get(step.technique, ""),
            probe=_probe(job, self.targets.get((job.dish, step.id)), self.state), by=task.by,
            paused=task.paused, held=self.held.get((job.dish, step.number), ()),
        )  # fmt: skip

    def oven_cards(self, sheet: SheetView) -> list[Card]:
        """Return the cards for the oven: those to come, and those the cook has done."""
        found, seen = [], set[str]()
        for item in sheet.items:
            if item.kind == "oven_on":
                key = f"{OVEN_TASK}{item.oven_c:g}"
                task = self.state.tasks.get(key, TaskState())
                if key not in seen and _state(task) == "waiting":
                    found.append(_oven_card(key, item, task))
                seen.add(key)
        return found


def _is_set(job: Job) -> bool:
    """Return whether a machine, a slicer or a heat is set for a step."""
    known = job.technique
    return known is not None and (known.resource in SET_FOR or known.key in CUTS_BY_MACHINE)


def _probe_targets(jobs: Jobs) -> dict[tuple[int, str], float]:
    """Return how hot the middle has to be after which step, by dish and step.

    A rule holds from where the raw food is first heated; it is proven where what came of that is
    heated last.
    """
    own: dict[int, dict[str, Job]] = {}
    for job in jobs.jobs.values():
        if job.kind != "put_on":
            own.setdefault(job.dish, {})[job.step.id] = job
    found: dict[tuple[int, str], float] = {}
    for dish, steps in own.items():
        order = sorted(steps.values(), key=lambda job: job.step.number)
        holds: dict[str, set[str]] = {}
        for job in order:
            made = {take.ref for take in job.step.takes if take.ref in steps}
            holds[job.step.id] = {job.step.id}.union(*(holds.get(ref, set()) for ref in made))
        for job in order:
            wanted = [c.probe_c for one in job.step.cautions if (c := cautions()[one.key]).probe_c]
            hot = [other.step.id for other in order
                   if job.step.id in holds[other.step.id] and _heats(other)]  # fmt: skip
            if wanted and hot:
                place = (dish, hot[-1])
                found[place] = max(found.get(place, 0.0), *wanted)
    return found


def _held(jobs: Jobs) -> dict[tuple[int, int], tuple[HeldLine, ...]]:
    """Return what is kept back at each step, by dish and number: lines a later step takes too."""
    taken: dict[tuple[int, str], list[tuple[int, TakenView]]] = {}
    for job in jobs.jobs.values():
        for take in job.step.takes if job.kind != "put_on" else ():
            if take.step is None and take.name:
                taken.setdefault((job.dish, take.ref), []).append((job.step.number, take))
    found: dict[tuple[int, int], tuple[HeldLine, ...]] = {}
    for (dish, _), takes in taken.items():
        order = sorted(takes, key=lambda one: one[0])
        for (number, _), (later, take) in itertools.pairwise(order):
            if later > number:
                line = HeldLine(take.name, take.grams, later)
                found[dish, number] = (*found.get((dish, number), ()), line)
    return found


def _heats(job: Job) -> bool:
    return job.technique is not None and job.technique.heats


def _probe(job: Job, target: float | None, state: Evening) -> ProbeView | None:
    """Return what a thermometer has to show once a step is over, and what it showed."""
    if target is None:
        return None
    last = state.probed.get(job.id)
    if last is None:
        words = say(Message("probe_to", {"target": target}))
        return ProbeView(target, None, done=False, words=words)
    done = last.celsius >= target
    # To a tenth: a reading just short is never rounded up to enough.
    values: dict[str, str | float] = {
        "shown": f"{last.celsius:.1f}", "more": f"{target - last.celsius:.1f}", "target": target,
    }  # fmt: skip
    words = say(Message("probe_done" if done else "probe_not_yet", values))
    return ProbeView(target, last.celsius, done, words, last.id)


def _oven_card(key: str, item: SheetItem, task: TaskState) -> Card:
    return Card(
        task=key, put="", dish=item.dish, number=0, part="", kind="oven_on", title=item.words,
        words="", takes=(), cue="", weighs="", cautions=(), notes=(), lane="oven",
        oven_c=item.oven_c, fan_c=(item.oven_c or 0) - 20, minutes=item.minutes,
        seconds=0, timer_name=item.words, marks=(), at=item.at, ends=item.ends,
        state=_state(task), started=task.started, finished=task.done, put_off=task.not_yet,
        whose="", look="", glass=None, by=task.by,
    )  # fmt: skip


def _state(task: TaskState) -> CardState:
    if task.done is not None:
        return "done"
    if task.skipped:
        return "skipped"
    return "running" if task.started is not None else "waiting"


def _from(take: TakenView) -> str:
    return say(Message("stove_from_step", {"step": take.step or 0}))


def _timer_name(job: Job) -> str:
    part = job.step.part
    named = job.step.named or job.step.words
    return f"{part}: {named}" if part else named[:1].upper() + named[1:]


def _seconds(job: Job, minutes: int) -> int:
    """Return what the timer of a step is set to: the near end of a range, since cues decide."""
    if job.step.seconds is not None:
        return round(job.step.seconds)
    if job.kind != "runs" and not job.step.minutes_said:
        return 0
    low = job.step.minutes_low
    said = job.step.minutes_said and minutes == job.task.modes[0].minutes
    return round((low if said and low > 0 else minutes) * 60)


def _marks(job: Job, seconds: int) -> tuple[Mark, ...]:
    words = [text for text in (job.step.words, job.step.tail) if HALF_WAY.search(text)]
    said = [*job.inside, *words] if seconds else []
    return tuple(Mark(seconds // 2, say(Message("stove_half_way", {"words": w}))) for w in said)
