"""One cooking of a dish as it is kept: what was cooked, and what happened."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass, field

from snabo_core.dish import Dish, Line
from snabo_core.shelf import Held
from snabo_core.views.added import with_added
from snabo_core.views.evening import Evening
from snabo_core.views.run_events import RunFacts
from snabo_core.views.sheet_jobs import Job, Jobs


@dataclass(frozen=True)
class AddedLines:
    """What the cook added at the Stove, in the words it was told in and as read."""

    event: str
    words: str
    lines: tuple[Line, ...]


@dataclass(frozen=True)
class RunRecord:
    """One cooking: what was cooked, and what happened.

    `place` is which dish of its evening it was; `jobs` are that evening's, None without one.
    `shelved` is what is on the shelf of what was left over, by the event that put it there.
    """

    id: str
    version: int
    started: dt.datetime
    finished: dt.datetime | None
    dish: Dish
    facts: RunFacts
    evening: Evening | None = None
    jobs: Jobs | None = None
    place: int = 0
    added: tuple[AddedLines, ...] = ()
    shelved: Mapping[str, Held] = field(default_factory=dict)

    def own_jobs(self) -> Mapping[str, Job]:
        """Return the jobs of this dish, by id."""
        known = self.jobs.jobs if self.jobs else {}
        return {key: job for key, job in known.items() if job.dish == self.place}


@dataclass(frozen=True)
class TimedView:
    """How long something ran by itself, beside what the recipe said, in minutes."""

    place: str
    words: str
    part: str
    in_oven: bool
    oven_c: float | None
    low: float
    high: float
    said: bool
    took: float


def cooked_of(record: RunRecord) -> Dish:
    """Return what was cooked, with what was added at the Stove."""
    lines = [line for one in record.added for line in one.lines]
    return with_added(record.dish, lines) if lines else record.dish


def times_of(record: RunRecord) -> tuple[TimedView, ...]:
    """Return what ran by itself and was both begun and ended at the Stove."""
    found = []
    for key, job in record.own_jobs().items():
        task = record.evening.tasks.get(key) if record.evening and job.kind == "runs" else None
        if task is None or task.started is None or task.done is None:
            continue
        step, oven = job.step, job.task.modes[0].oven_c
        found.append(
            TimedView(
                step.id, job.headline, step.part, oven is not None, oven, step.minutes_low,
                max(step.minutes_low, step.minutes_high), step.minutes_said,
                (task.done - task.started).total_seconds() / 60,
            )
        )  # fmt: skip
    return tuple(found)
