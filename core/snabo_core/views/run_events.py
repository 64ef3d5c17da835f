"""A run is its events: what the scale said, how the dish was shared out, what was said of it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Literal

from snabo_core.dish import NONE, ONCE, Readings, Turns
from snabo_core.plate.portions import Served
from snabo_core.swaps.ledgers import WHOLE

Texture = Literal["", "too_wet", "right", "too_dry"]
Holding = Literal["", "held", "fell_apart"]
Taste = Literal["", "very_good", "good", "not_good"]
Again = Literal["", "yes", "changed", "no"]
KeptWhere = Literal["fridge", "freezer", "thrown_away"]
WEIGHED, TAKEN_BACK, FINISHED = "weighed", "taken_back", "portioned"
SERVED, LEFT_OVER, VERDICT = "served", "left_over", "verdict"
WENT_IN = "went_in"


@dataclass(frozen=True)
class RunEvent:
    """Something that happened to one cooking of a dish.

    `at` is on the server's clock; ties go by `seq`, the order in which its device told it.
    """

    id: str
    kind: str
    at: dt.datetime
    payload: Mapping[str, Any]
    seq: int = 0


@dataclass(frozen=True)
class FinishedWeight:
    """The finished dish on the scale."""

    event: str
    grams: float
    tare: float
    vessel: str


@dataclass(frozen=True)
class Sharing:
    """How the dish was shared out, and what the eaters were called then."""

    event: str
    served: Served
    names: dict[str, str]


@dataclass(frozen=True)
class LeftOver:
    """Grams of the dish that were put away, and where."""

    event: str
    grams: float
    kept: KeptWhere
    at: dt.datetime


@dataclass(frozen=True)
class Opinion:
    """What one eater said of the dish, or of one part of it; `part` empty is the dish."""

    event: str
    eater: str
    name: str
    part: str
    texture: Texture
    holding: Holding
    taste: Taste
    again: Again
    words: str
    at: dt.datetime


@dataclass(frozen=True)
class RunFacts:
    """What the events of a run add up to.

    `weighed_by` names the event of each weight that counts, by slot or part ("whole" for the
    dish) and step.
    """

    readings: Readings = NONE
    weighed_by: Mapping[tuple[str, str], str] = field(default_factory=dict)
    finished: FinishedWeight | None = None
    sharing: Sharing | None = None
    left_over: tuple[LeftOver, ...] = ()
    opinions: tuple[Opinion, ...] = ()


@dataclass
class _Scale:
    """What the scale said so far, event by event."""

    steps: dict[str, dict[str, float]] = field(default_factory=dict)
    stand_ins: dict[str, str] = field(default_factory=dict)
    own_steps: dict[str, dict[str, float]] = field(default_factory=dict)
    own_of: dict[str, dict[str, str]] = field(default_factory=dict)
    turns: dict[str, dict[str, Turns]] = field(default_factory=dict)

    def weighed(self, said: Mapping[str, Any]) -> None:
        slot = said["slot"]
        if not slot:
            owner, cooked = said["part"] or WHOLE, said["stand_ins"]
            if cooked != self.own_of.get(owner, cooked):
                # What another dish weighed says nothing of this one.
                self.own_steps[owner], self.turns[owner] = {}, {}
            self.own_of[owner] = cooked
            self._take(self.own_steps.setdefault(owner, {}), owner, said)
            return
        own = said.get("stand_in", "")
        if own != self.stand_ins.get(slot, own):
            # What another stand-in weighed says nothing of this one.
            self.steps[slot], self.turns[slot] = {}, {}
        self.stand_ins[slot] = own
        self._take(self.steps.setdefault(slot, {}), slot, said)

    def _take(self, weights: dict[str, float], owner: str, said: Mapping[str, Any]) -> None:
        """Take a weight as another round, as one of several batches, or instead of the last."""
        held, step, grams = self.turns.setdefault(owner, {}), said["step"], float(said["grams"])
        before, (number, batch) = held.get(step, ONCE), turn_of(said)
        if batch:
            of = int(said["batches"])
            done = list(before.batches) if before.of == of else []
            # Where one before it was taken back, it is the next of those that are left.
            done[batch - 1 : batch] = [grams]
            held[step] = Turns(batches=tuple(done), of=of)
            weights.pop(step, None)
            if len(done) == of:
                weights[step] = sum(done)
            return
        earlier = () if before.batches else before.rounds[: number - 1]
        held[step] = Turns(number, (*earlier, grams))
        weights[step] = grams


def turn_of(said: Mapping[str, Any]) -> tuple[int, int]:
    """Return in which round a weight was taken, from 1, and of which batch, 0 for all at once."""
    return int(said.get("round") or 1), int(said.get("batch") or 0)


def counted(events: Iterable[RunEvent]) -> list[RunEvent]:
    """Return the events that count, in the order of time, each once.

    One that was taken back does not count. By place it is whatever was weighed there until then,
    or of the finished dish; where a `turn` is named, that round or batch alone.
    """
    once = {event.id: event for event in events}
    order = sorted(once.values(), key=lambda event: (event.at, event.seq, event.id))
    gone = {str(e.payload.get("event")) for e in order if e.kind == TAKEN_BACK}
    found: list[RunEvent] = []
    for event in order:
        if event.kind == TAKEN_BACK:
            if not event.payload.get("event"):
                away = _taken_away(found, event)
                found = [e for e in found if e not in away]
        elif event.id not in gone:
            found.append(event)
    return found


def _taken_away(found: Sequence[RunEvent], back: RunEvent) -> list[RunEvent]:
    """Return what is taken back by its place: all of it, or one round or batch of it.

    Where that one is gone already, what was weighed there last goes: nobody takes back nothing.
    """
    there = [e for e in found if _place(e) == _place(back)]
    turn = back.payload.get("turn")
    if not turn:
        return there
    return [e for e in there if list(turn_of(e.payload)) == list(turn)] or there[-1:]


def _place(event: RunEvent) -> tuple[str, str, str] | str:
    """Return where a weight was taken, the finished dish's or a step's, else the event itself."""
    said = event.payload
    if event.kind in {WENT_IN, TAKEN_BACK} and said.get("line"):
        return (WENT_IN, "", said["line"])
    if event.kind == FINISHED or (event.kind == TAKEN_BACK and said.get("step") is None):
        return FINISHED
    if event.kind in {WEIGHED, TAKEN_BACK}:
        slot = said.get("slot") or ""
        return (slot, "" if slot else said.get("part") or WHOLE, said["step"])
    return event.id


def fold_run(events: Iterable[RunEvent]) -> RunFacts:
    """Return what the events of a run add up to, whatever order they arrive in."""
    scale = _Scale()
    finished: FinishedWeight | None = None
    finished_of: dict[str, str] = {}
    sharing: Sharing | None = None
    left: list[LeftOver] = []
    opinions: dict[tuple[str, str], Opinion] = {}
    weighed_by: dict[tuple[str, str], str] = {}
    went_in: dict[str, float] = {}
    for event in counted(events):
        said = event.payload
        if event.kind == WEIGHED:
            scale.weighed(said)
            weighed_by[said["slot"] or said["part"] or WHOLE, said["step"]] = event.id
        elif event.kind == WENT_IN:
            went_in[said["line"]] = float(said["grams"])
        elif event.kind == FINISHED:
            finished = FinishedWeight(event.id, said["grams"], said.get("tare", 0.0),
                                      said.get("vessel", ""))  # fmt: skip
            finished_of = said["stand_ins"]
        elif event.kind == SERVED:
            served = Served(said["way"], dict(said["amounts"]), said["each"], said["stays"])
            sharing = Sharing(event.id, served, dict(said["names"]))
        elif event.kind == LEFT_OVER:
            left.append(LeftOver(event.id, said["grams"], said["kept"], event.at))
        elif event.kind == VERDICT:
            opinion = _opinion(event)
            opinions[opinion.eater, opinion.part] = opinion
    readings = Readings(
        scale.steps, scale.stand_ins, scale.own_steps, scale.own_of, scale.turns, went_in,
        finished.grams if finished else None, finished_of,
    )  # fmt: skip
    return RunFacts(readings, weighed_by, finished, sharing, tuple(left), tuple(opinions.values()))


def _opinion(event: RunEvent) -> Opinion:
    said = event.payload
    return Opinion(
        event.id, said["eater"], said["name"], said["part"], said["texture"], said["holding"],
        said["taste"], said["again"], said["words"], event.at,
    )  # fmt: skip


# A role, a stand-in and a step whose band was judged.
BandKey = tuple[str, str, str]


def judged_by(events: Sequence[RunEvent]) -> dict[BandKey, tuple[float, str]]:
    """Return what was said of parts whose water was weighed, where all who spoke agree.

    The last word of an eater on a part counts; a part is one cooking, however many ate of it.
    """
    words = {(event.payload["eater"], event.payload["part"]): event.payload
             for event in counted(events) if event.kind == VERDICT}  # fmt: skip
    found: dict[BandKey, dict[str, float]] = {}
    for said in words.values():
        known = said.get("judged")
        if known and said["texture"]:
            role, stand_in, step = known["band"]
            found.setdefault((role, stand_in, step), {})[said["texture"]] = known["share"]
    return {
        key: (share, texture)
        for key, sides in found.items()
        for texture, share in sides.items()
        if len(sides) == 1
    }


def taught_by(events: Sequence[RunEvent]) -> list[Mapping[str, Any]]:
    """Return what the weigh-ins of a run have shown: at each step the last one's, if it did."""
    last = {_place(event): event.payload.get("taught") for event in counted(events)
            if event.kind == WEIGHED}  # fmt: skip
    return [taught for taught in last.values() if taught]
