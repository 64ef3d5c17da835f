"""A batch on the shelf and what becomes of it: taken, thrown away, moved, by weight and by day.

A batch is a fold of its events, in the order in which the kitchen server took them. Its mass is
conserved: what was put is what was taken, what was thrown away and what is left.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from snabo_core.shelf.keeping import KeepingKind, Place
from snabo_core.wording import day_words, days_words, worded

ShelfEventKind = Literal["took", "threw", "moved", "taken_back"]
# Scales round: so many grams more than are left may be taken.
OVER_GRAMS = 2.0
MOST_GRAMS = 50_000.0
# A cook looks a thing over by eye within so many days before; common practice, no source.
SOON_DAYS: dict[Place, int] = {"fridge": 1, "freezer": 14, "cupboard": 3}
Nearness = Literal["", "soon", "today", "past"]


@dataclass(frozen=True)
class Batch:
    """What was put on the shelf: grams, where, and the day it was made or opened.

    `put` is the day it came there. `pieces` are as many as it was, None where it is not in
    pieces. `said` is the day that the packet or the cook gives, which only ever shortens.
    """

    grams: float
    place: Place
    made: dt.date
    put: dt.date
    pieces: float | None = None
    said: dt.date | None = None


@dataclass(frozen=True)
class ShelfEvent:
    """Something that became of a batch; `of` is the event that `taken_back` takes back."""

    id: str
    kind: ShelfEventKind
    on: dt.date
    grams: float = 0.0
    place: Place = "fridge"
    of: str = ""


@dataclass(frozen=True)
class Moved:
    """A stay: where, since when, and the day it is to be eaten by while it stays there."""

    place: Place
    since: dt.date
    use_by: dt.date


@dataclass(frozen=True)
class Held:
    """What is there of a batch. `stays` are where it has been, the last where it is.

    `reason` says why it is to be eaten by that day; `thawed` that it has been frozen.
    """

    left: float
    taken: float
    thrown: float
    stays: tuple[Moved, ...]
    reason: str

    @property
    def place(self) -> Place:
        """Where it is."""
        return self.stays[-1].place

    @property
    def use_by(self) -> dt.date:
        """The day it is to be eaten by."""
        return self.stays[-1].use_by

    @property
    def thawed(self) -> bool:
        """Whether it has been frozen and is so no longer."""
        return self.place != "freezer" and any(stay.place == "freezer" for stay in self.stays)

    def nearness(self, today: dt.date) -> Nearness:
        """Return how near its day is."""
        days = (self.use_by - today).days
        if days < 0:
            return "past"
        if days == 0:
            return "today"
        return "soon" if days <= SOON_DAYS[self.place] else ""

    def safe(self, today: dt.date) -> bool:
        """Tell whether it may still be eaten: past its day only what is frozen or dry."""
        return today <= self.use_by or self.place != "fridge"


def fold(batch: Batch, events: Sequence[ShelfEvent], keeping: KeepingKind) -> Held:
    """Return what is there of a batch.

    Args:
        batch: as it was put.
        events: what became of it, in the order it was taken down.
        keeping: how long its kind keeps.
    """
    back = {event.of for event in events if event.kind == "taken_back"}
    told = [event for event in events if event.kind != "taken_back" and event.id not in back]
    taken = sum(event.grams for event in told if event.kind == "took")
    thrown = sum(event.grams for event in told if event.kind == "threw")
    stays, reason = _first_stays(batch, keeping), _reason(batch.place, keeping)
    for event in told:
        if event.kind == "moved":
            stays.append(_next_stay(stays, event, keeping))
            reason = _reason(event.place, keeping)
            if event.place != "freezer" and stays[-2].place == "freezer":
                reason = worded("keeps_thawed")
    if batch.said is not None and batch.said < stays[-1].use_by:
        stays[-1] = Moved(stays[-1].place, stays[-1].since, batch.said)
        reason = worded("keeps_said")
    left = max(0.0, batch.grams - taken - thrown)
    return Held(left, taken, thrown, tuple(stays), reason)


def _days_in(place: Place, keeping: KeepingKind) -> int:
    if place == "freezer":
        return keeping.frozen_days()
    return keeping.days.get(place, keeping.soonest())


def _first_stays(batch: Batch, keeping: KeepingKind) -> list[Moved]:
    outside: Place = "fridge" if batch.place == "freezer" else batch.place
    days = _days_in(outside, keeping)
    first = Moved(outside, batch.made, batch.made + dt.timedelta(days=days))
    if batch.place != "freezer":
        return [first]
    frozen = batch.put + dt.timedelta(days=keeping.frozen_days())
    return [first, Moved("freezer", batch.put, frozen)]


def _next_stay(stays: Sequence[Moved], event: ShelfEvent, keeping: KeepingKind) -> Moved:
    """Return where it is from now on; nothing but freezing makes its day later, and once."""
    last = stays[-1]
    if event.place == "freezer":
        days = dt.timedelta(days=keeping.frozen_days())
        return Moved("freezer", event.on, event.on + days)
    if last.place != "freezer":
        own = last.since + dt.timedelta(days=_days_in(event.place, keeping))
        return Moved(event.place, last.since, min(last.use_by, own))
    # What was left of its days when it went into the freezer is what is left when it comes out.
    kept = (stays[-2].use_by - last.since).days
    fresh = dt.timedelta(days=min(max(0, kept), _days_in(event.place, keeping)))
    return Moved(event.place, event.on, min(last.use_by, event.on + fresh))


def _reason(place: Place, keeping: KeepingKind) -> str:
    days = _days_in(place, keeping)
    if place == "freezer" and "freezer" not in keeping.days:
        return worded("keeps_untried", days=days_words(days))
    return worded(f"keeps_{place}", kind=keeping.name, days=days_words(days))


def put_refusal(batch: Batch, keeping: KeepingKind, today: dt.date) -> str:
    """Return why something cannot be put on the shelf, empty where it can."""
    if not 0 < batch.grams <= MOST_GRAMS:
        return worded("shelf_no_grams")
    if batch.pieces is not None and not 0 < batch.pieces <= MOST_GRAMS:
        return worded("shelf_no_pieces")
    if batch.made > today or batch.put > today:
        return worded("shelf_not_yet")
    if batch.place == "cupboard" and "cupboard" not in keeping.days:
        return worded("shelf_no_cupboard", kind=keeping.name)
    held = fold(batch, (), keeping)
    fresh = held.stays[0].use_by
    if batch.place == "freezer" and fresh < batch.put:
        return worded("shelf_freeze_late", by=day_words(fresh))
    if held.use_by < today:
        return worded("shelf_past", by=day_words(held.use_by))
    return ""


def refusal(held: Held, event: ShelfEvent, keeping: KeepingKind, today: dt.date) -> str:
    """Return why something cannot become of a batch, empty where it can."""
    if event.kind in {"took", "threw"}:
        if event.grams <= 0:
            return worded("shelf_no_grams")
        if held.left <= 0:
            return worded("shelf_nothing")
        if event.grams > held.left + OVER_GRAMS:
            return worded("shelf_too_much", grams=held.left)
        if event.kind == "took" and not held.safe(today):
            return worded("shelf_too_late", by=day_words(held.use_by))
    if event.kind == "moved":
        return _cannot_move(held, event, keeping, today)
    return ""


def _cannot_move(held: Held, event: ShelfEvent, keeping: KeepingKind, today: dt.date) -> str:
    if held.left <= 0:
        return worded("shelf_nothing")
    if event.place == held.place:
        return worded(f"shelf_there_{event.place}")
    if event.place == "freezer" and held.thawed:
        return worded("shelf_frozen_once")
    if event.place == "freezer" and today > held.use_by:
        return worded("shelf_freeze_late", by=day_words(held.use_by))
    if event.place == "cupboard" and "cupboard" not in keeping.days:
        return worded("shelf_no_cupboard", kind=keeping.name)
    return ""
