"""What there is to do for some dishes: tasks and gaps, from the methods as they are cooked."""

from __future__ import annotations

import itertools
import math
import re
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

from msgspec.structs import replace as with_fields

from snabo_core.method import technique
from snabo_core.method.techniques import Technique
from snabo_core.plate.equipment import Equipment
from snabo_core.schedule.problem import HANDS, SERVE, Link, Mode, Oven, Task
from snabo_core.views.cooked import Cooked, Row
from snabo_core.views.dish_water import GlassView, WaterView
from snabo_core.views.method import CookStepView

# Common practice, no source: a minute to put something on or in; minutes that a hot pan and what
# must follow at once may wait; an oven where nobody says how hot; a room.
PUT_ON, PAN_WAITS, AT_ONCE, USUAL_OVEN, BROILER, ROOM_C = 1, 8, 2, 190.0, 240.0, 20.0
# Soaked overnight in cold water, or for a short while in hot: common practice for seeds and nuts.
OVERNIGHT, HOT_SOAK = 480, 20
# Thawed in cold water, a small packet an hour, or in the fridge overnight. USDA FSIS, from memory.
THAW_WATER, THAW_FRIDGE = 60, 600
# Without the machine it takes so many times as long; common practice, no source.
BY_HAND = 2
# Bakes up to so many C apart may share the oven; the food they end at, for the estimate.
JOINED, FOOD_C = 25.0, 80.0
# A waiting that nobody gave a time for is as short as is usual, where the usual runs this wide.
WIDE = 3
HALF_WAY = re.compile(r"\bhalf[ -]?way\b", re.IGNORECASE)
_WAITS = {"none", "fridge", "freezer"}
_UNITS = {"ring": "ring", "microwave": "microwave", "blender": "blender",
          "processor": "processor"}  # fmt: skip
_RAW = {"raw_meat", "poultry_74", "ground_meat_71", "fish_63", "raw_egg"}
JobKind = Literal["hands", "put_on", "runs"]


@dataclass(frozen=True)
class Job:
    """A task of the sheet, and the step of which dish it does.

    `guessed` says that its heat is nobody's word but the usual one; `inside` are the words of what
    is done half way through it; `glass` is what may be weighed after it.
    """

    id: str
    dish: int
    kind: JobKind
    step: CookStepView
    task: Task
    guessed: bool = False
    inside: tuple[str, ...] = ()
    glass: GlassView | None = None

    @property
    def headline(self) -> str:
        """The words of its step, as the head of a card."""
        words = self.step.words.strip().rstrip(".")
        return words[:1].upper() + words[1:]

    @property
    def technique(self) -> Technique | None:
        """What the cook does, None where nobody knows the words."""
        return technique(self.step.technique) if self.step.technique else None


@dataclass(frozen=True)
class Candidate:
    """Jobs that may be done the day before, and how many days what they make keeps."""

    dish: int
    part: str
    jobs: tuple[str, ...]
    days: int
    minutes: int


@dataclass(frozen=True)
class Jobs:
    """Everything to do for some dishes: the jobs by id, and the gaps between them."""

    jobs: Mapping[str, Job]
    links: tuple[Link, ...]
    candidates: tuple[Candidate, ...] = ()


@dataclass
class _Of:
    """The jobs of one dish as they are found: the first and the last of every step."""

    dish: int
    jobs: list[Job] = field(default_factory=list)
    first: dict[str, str] = field(default_factory=dict)
    last: dict[str, str] = field(default_factory=dict)
    links: list[Link] = field(default_factory=list)

    def link(self, before: str, after: str, least: int = 0, most: int | None = None) -> None:
        """Tie two jobs; the id says which."""
        self.links.append(Link(f"{before}>{after}", before, after, least, most))


def jobs_of(
    dishes: Sequence[tuple[Cooked, Sequence[CookStepView]]],
    equipment: Equipment,
    waters: Sequence[WaterView] = (),
) -> Jobs:
    """Return what there is to do for some dishes.

    Args:
        dishes: each as it is cooked, with the views of its steps in the same order.
        equipment: what the kitchen cooks on; a machine it lacks is done by hand.
        waters: the water of each, where the cook may weigh.
    """
    made: list[_Of] = []
    for at, (cooked, views) in enumerate(dishes):
        one = _Of(at)
        rows = []
        for row, view in zip(cooked.rows, views, strict=True):
            if _is_done(row, view, views) and not _goes_inside(one, view):
                _add(one, view, equipment)
                rows.append((row, view))
        _tie(one, rows)
        made.append(one)
    glasses = {
        (at, glass.number): glass
        for at, water in enumerate(waters)
        for course in water.courses
        for glass in course.glasses
        if glass.number
    }
    jobs = _joined({
        job.id: replace(job, glass=glasses.get((job.dish, job.step.number)))
        for one in made
        for job in one.jobs
    })  # fmt: skip
    links = tuple(link for one in made for link in one.links)
    found = tuple(c for one in made for c in _candidates(one, jobs))
    return Jobs(jobs, links, found)


def only(jobs: Jobs, wanted: Collection[str]) -> Jobs:
    """Return some of the jobs with the gaps between them, and none to what is not among them."""
    kept = {key: job for key, job in jobs.jobs.items() if key in wanted}
    links = [link for link in jobs.links if link.before in kept and link.after in kept]
    return Jobs(kept, tuple(links))


def _is_done(row: Row, view: CookStepView, views: Sequence[CookStepView]) -> bool:
    """Say whether a step is a task: not a struck one, nor heating the oven, nor storing."""
    if not row.number or view.technique == "preheat":
        return False
    taken = {take.step for other in views for take in other.takes}
    return view.technique != "store" or view.number in taken


def _goes_inside(one: _Of, view: CookStepView) -> bool:
    """Take what is done half way through what runs into that; say whether it was that."""
    made = [take.ref for take in view.takes if take.ref in one.last]
    if view.technique != "turn" or len(made) != 1 or not HALF_WAY.search(view.words):
        return False
    at = next(i for i, job in enumerate(one.jobs) if job.id == one.last[made[0]])
    job = one.jobs[at]
    if job.kind != "runs":
        return False
    one.jobs[at] = replace(job, inside=(*job.inside, view.words))
    one.first[view.id] = one.last[view.id] = job.id
    return True


def planned_minutes(view: CookStepView, known: Technique | None) -> int:
    """Return how long a step is planned for, in whole minutes.

    A range that is said counts with its middle, a usual one with its geometric mean, since what is
    short is commoner; a waiting that usually runs very wide is as short as it may be.
    """
    low, high = view.minutes_low, view.minutes_high
    waits = known is not None and known.resource in _WAITS
    if view.minutes_said:
        return max(1, math.ceil((low + high) / 2))
    if waits and high > WIDE * low:
        return max(1, math.ceil(low))
    return max(1, math.ceil(math.sqrt(low * high)))


def _add(one: _Of, view: CookStepView, equipment: Equipment) -> None:
    known = technique(view.technique) if view.technique else None
    minutes = planned_minutes(view, known)
    base = f"{one.dish}/{view.id}"
    if known is None or known.hands:
        modes = _hands_modes(view, known, minutes, equipment)
        one.jobs.append(
            Job(base, one.dish, "hands", view, Task(base, modes), _guessed(view, known))
        )
        one.first[view.id] = one.last[view.id] = base
        return
    run = Job(base, one.dish, "runs", view, Task(base, _run_modes(view, known, minutes, equipment)),
              _guessed(view, known))  # fmt: skip
    one.first[view.id] = one.last[view.id] = base
    if known.heats:
        put = f"{base}/on"
        mode = Mode("only", PUT_ON, 1)
        one.jobs.append(Job(put, one.dish, "put_on", view, Task(put, [mode])))
        one.link(put, base, 0, 0)
        one.first[view.id] = put
    one.jobs.append(run)


def _guessed(view: CookStepView, known: Technique | None) -> bool:
    return known is not None and known.resource == "oven" and view.oven_c is None


def _oven_of(view: CookStepView) -> float:
    usual = BROILER if view.technique == "grill" else USUAL_OVEN
    return usual if view.oven_c is None else view.oven_c


def _hands_modes(
    view: CookStepView, known: Technique | None, minutes: int, equipment: Equipment
) -> list[Mode]:
    if known is None or known.resource == "hands":
        return [Mode("only", minutes, 1)]
    if known.resource == "oven":
        return [Mode("only", minutes, 1, {"shelf": 1}, _oven_of(view))]
    lacking = {"blender": equipment.blenders, "processor": equipment.processors}
    if lacking.get(known.resource) == 0:
        return [Mode("by hand", minutes * BY_HAND, 1)]
    return [Mode("only", minutes, 1, {_UNITS[known.resource]: 1})]


def _run_modes(
    view: CookStepView, known: Technique, minutes: int, equipment: Equipment
) -> list[Mode]:
    if known.key == "soak" and not view.minutes_said:
        return [Mode("hot", HOT_SOAK), Mode("overnight", OVERNIGHT)]
    if known.key == "thaw" and not view.minutes_said:
        return [Mode("in water", THAW_WATER), Mode("in the fridge", THAW_FRIDGE)]
    if known.resource == "oven":
        return [Mode("only", minutes, 0, {"shelf": 1}, _oven_of(view))]
    if known.resource == "microwave":
        if view.seconds is not None:
            minutes = max(1, math.ceil(view.seconds / 60))
        if not equipment.microwaves:
            return [Mode("on a ring", minutes * BY_HAND, 0, {"ring": 1})]
    uses = {_UNITS[known.resource]: 1} if known.resource in _UNITS else {}
    return [Mode("only", minutes, 0, uses)]


def _tie(one: _Of, rows: Sequence[tuple[Row, CookStepView]]) -> None:
    """Put the jobs of one dish in order: by what each takes, and by the words."""
    by_id = {job.id: job for job in one.jobs}
    taken: set[str] = set()
    open_ends: list[str] = []
    before: str | None = None
    for row, view in rows:
        made = [take.ref for take in view.takes if take.ref in one.last and take.ref != view.id]
        asked = [ref for ref in row.one.step.after if ref in one.last]
        follows_text = not view.takes or not view.technique
        if view.technique == "serve" or (follows_text and not made and not asked):
            made = list(open_ends) if view.technique == "serve" else [before] if before else []
        for ref in dict.fromkeys(made):
            most = _most_between(by_id[one.last[ref]], view, adjacent=ref == before)
            if view.technique == "serve":
                most = _stands(by_id[one.last[ref]])
            one.link(one.last[ref], one.first[view.id], 0, most)
        for ref in dict.fromkeys(asked):
            if ref not in made:
                one.link(one.last[ref], one.first[view.id])
        taken |= set(made)
        open_ends = [ref for ref in open_ends if ref not in taken] + [view.id]
        before = view.id
    for ref in open_ends:
        one.link(one.last[ref], SERVE, 0, _stands(by_id[one.last[ref]]))


def _stands(job: Job) -> int | None:
    return job.technique.stands if job.technique else None


def _most_between(before: Job, view: CookStepView, *, adjacent: bool) -> int | None:
    """Return how long what a job made may wait for the step that takes it."""
    known = technique(view.technique) if view.technique else None
    if before.technique is None or known is None or not before.technique.heats:
        return None
    if known.at_once:
        return AT_ONCE
    ring = before.technique.resource == known.resource == "ring"
    return PAN_WAITS if ring and adjacent else None


def _joined(jobs: Mapping[str, Job]) -> dict[str, Job]:
    """Let passive bakes of near temperatures share the oven, for an estimated time."""
    found = dict(jobs)
    bakes = [j for j in jobs.values() if j.kind == "runs" and j.task.modes[0].oven_c is not None]
    heats = {job.task.modes[0].oven_c or 0.0 for job in bakes}
    for job in bakes:
        own = job.task.modes[0]
        heat = own.oven_c or 0.0
        more = [
            Mode(f"{other:g}", math.ceil(own.minutes * (heat - FOOD_C) / (other - FOOD_C)), 0,
                 own.uses, other)
            for other in sorted(heats)
            if other != heat and abs(other - heat) <= JOINED and min(other, heat) > FOOD_C
        ]  # fmt: skip
        if more:
            found[job.id] = replace(job, task=with_fields(job.task, modes=[own, *more]))
    return found


def oven_of(equipment: Equipment, now_c: float = ROOM_C) -> Oven:
    """Return the oven as a problem knows it."""
    return Oven(now_c, equipment.oven_up, equipment.oven_down)


def capacity_of(equipment: Equipment, cooks: int) -> dict[str, int]:
    """Return the units of every resource that a job may use."""
    return {
        HANDS: cooks, "ring": equipment.rings, "shelf": equipment.shelves,
        "microwave": equipment.microwaves, "blender": equipment.blenders,
        "processor": equipment.processors,
    }  # fmt: skip


def _candidates(one: _Of, jobs: Mapping[str, Job]) -> Iterable[Candidate]:
    """Return what may be done ahead: per part, up to the last job whose product keeps.

    Raw meat, fish and eggs are never among it, nor what goes to the table from the pan.
    """
    mine = one.jobs
    before = _all_before(one)
    ends = {link.before for link in one.links if link.after == SERVE}
    by_part: dict[str, list[Job]] = {}
    for job in mine:
        by_part.setdefault(job.step.part, []).append(job)
    for part, group in by_part.items():
        last = next((j for j in reversed(group) if _keeps(j, one, before, ends)), None)
        if last is None or last.technique is None:
            continue
        needed = [j.id for j in mine if j.id in before[last.id] or j.id == last.id]
        work = sum(mode.minutes for i in needed for mode in jobs[i].task.modes[:1] if mode.hands)
        yield Candidate(one.dish, part, tuple(needed), last.technique.keeps, work)


def _all_before(one: _Of) -> dict[str, set[str]]:
    """Return every job that has to be done before each."""
    ids = [job.id for job in one.jobs]
    bit = {name: 1 << place for place, name in enumerate(ids)}
    # A set of jobs as the bits of a number: of hundreds of jobs, this is gone through often.
    found = dict.fromkeys(ids, 0)
    inner = [(link.before, link.after) for link in one.links if link.after != SERVE]
    for _ in ids:
        grown = False
        for before, after in inner:
            more = bit[before] | found[before]
            grown = grown or more & ~found[after] != 0
            found[after] |= more
        if not grown:
            break
    return {name: {other for other in ids if found[name] & bit[other]} for name in ids}


def _keeps(job: Job, one: _Of, before: Mapping[str, set[str]], ends: set[str]) -> bool:
    known = job.technique
    if known is None or not known.keeps or job.id in ends or job.kind == "put_on":
        return False
    steps = [j for j in one.jobs if j.id in before[job.id] or j.id == job.id]
    same = all(j.step.part == job.step.part for j in steps)
    raw = any(_RAW & {one.key for one in j.step.cautions} for j in steps)
    return same and not raw


def hands_first(starts: Mapping[str, int], jobs: Mapping[str, Job]) -> list[str]:
    """Return jobs in the order a cook does them: by start, work by hand before what runs."""
    return sorted(starts, key=lambda i: (starts[i], jobs[i].kind == "runs", jobs[i].dish, i))


def lanes_of(spans: Iterable[tuple[str, int, int]], most: int) -> dict[str, int]:
    """Return a lane from 0 for every span (id, start, end), so that none of a lane overlap."""
    ends: list[int] = []
    found: dict[str, int] = {}
    for key, start, end in sorted(spans, key=lambda span: (span[1], span[2], span[0])):
        lane = next((i for i in itertools.count() if i >= len(ends) or ends[i] <= start), 0)
        if lane >= len(ends):
            ends.append(end)
        ends[lane] = end
        found[key] = min(lane, max(0, most - 1))
    return found
