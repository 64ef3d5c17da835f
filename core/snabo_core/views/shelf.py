"""The shelf as a cook reads it: what is there, until when, and what to do with it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass

from snabo_core.dish import Dish
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate.setting import Setting
from snabo_core.shelf import (
    OVER_GRAMS,
    Batch,
    KeepingGroup,
    KeepingKind,
    Place,
    ShelfEvent,
    fold,
    keepings,
)
from snabo_core.shelf.batches import Nearness
from snabo_core.swaps.book import Book
from snabo_core.swaps.by_products import offered
from snabo_core.swaps.from_shelf import OnShelf, meet, wanted
from snabo_core.swaps.words import reheating_words
from snabo_core.wording import day_words, worded


@dataclass(frozen=True)
class KindView:
    """A kind of thing that is kept, for choosing one; days by place, None where it does not go."""

    key: str
    name: str
    group: KeepingGroup
    fridge_days: int | None
    freezer_days: int | None
    cupboard_days: int | None
    source: str
    freezing: str
    reheat: str
    becomes: tuple[str, ...]
    note: str


@dataclass(frozen=True)
class MeetRequest:
    """A line of a draft, or a whole part, to be met from the shelf; `grams` None for what it needs.

    `line` is None for all of the part.
    """

    dish: Dish
    part: str
    batch: str
    line: str | None = None
    grams: float | None = None


@dataclass(frozen=True)
class MetView:
    """The draft met so: grams taken, what it needs (None where nobody knows), what is left."""

    dish: Dish
    grams: float
    needs: float | None
    left: float


def met_view(
    request: MeetRequest,
    shelved: OnShelf,
    left: float,
    setting: Setting,
    book: Book,
    library: Library,
) -> MetView:
    """Return a draft with a line or part met from a batch, by what it needs or what is left.

    Raises:
        BadInput: there is not so much, nobody knows what is in it, or no such line.
    """
    if not shelved.food:
        raise BadInput(worded("shelf_no_food", what=shelved.name), "batch")
    needs = wanted(request.dish, request.part, request.line, shelved, setting, book, library)
    if left <= 0:
        raise BadInput(worded("shelf_nothing"), "batch")
    grams = request.grams
    if grams is None:
        grams = left if needs is None else min(left, needs)
        grams = float(round(grams)) or grams
    if grams > left + OVER_GRAMS:
        raise BadInput(worded("shelf_too_much", grams=left), "grams")
    dish = meet(request.dish, request.part, request.line, shelved, grams)
    return MetView(dish, grams, needs, left)


@dataclass(frozen=True)
class BatchView:
    """A batch. Grams are what was put, taken out, thrown away and is left.

    `by` says the day in words ("tomorrow"), `near` how near it is, `reason` and `source` why it
    is that day. `eaten_hot` says that it is heated through to 74 °C before it is eaten.
    `last_event` can be taken back, empty where nothing became of it yet.
    """

    kind: str
    kind_name: str
    group: KeepingGroup
    put_grams: float
    left: float
    taken: float
    thrown: float
    pieces_left: float | None
    place: Place
    since: dt.date
    made: dt.date
    use_by: dt.date
    by: str
    near: Nearness
    safe: bool
    reason: str
    source: str
    thawed: bool
    freezing: str
    reheat: str
    eaten_hot: bool
    becomes: tuple[str, ...]
    note: str
    last_event: str


def kind_views() -> tuple[KindView, ...]:
    """Return every kind of the keeping table, in the table's order."""
    return tuple(
        KindView(
            kind.key, kind.name, kind.group, kind.days.get("fridge"), kind.days.get("freezer"),
            kind.days.get("cupboard"), kind.source, _freezing(kind, thawed=False),
            _reheat(kind), kind.becomes, kind.note,
        )
        for kind in keepings().values()
    )  # fmt: skip


def batch_view(
    batch: Batch, events: Sequence[ShelfEvent], keeping: KeepingKind, today: dt.date
) -> BatchView:
    """Return one batch as it is today.

    Args:
        batch: as it was put.
        events: what became of it, in the order it was taken down.
        keeping: how long its kind keeps.
        today: the day in the household's zone.
    """
    held = fold(batch, events, keeping)
    near = held.nearness(today)
    pieces = None if batch.pieces is None else batch.pieces * held.left / batch.grams
    back = {event.of for event in events if event.kind == "taken_back"}
    last = next((e.id for e in reversed(events) if e.kind != "taken_back" and e.id not in back), "")
    return BatchView(
        kind=keeping.key, kind_name=keeping.name, group=keeping.group, put_grams=batch.grams,
        left=held.left, taken=held.taken, thrown=held.thrown, pieces_left=pieces,
        place=held.place, since=held.stays[-1].since, made=batch.made, use_by=held.use_by,
        by=_by(held.use_by, today), near=near,
        safe=held.safe(today), reason=held.reason, source=keeping.source, thawed=held.thawed,
        freezing=_freezing(keeping, thawed=held.thawed), reheat=_reheat(keeping),
        eaten_hot=keeping.eaten_hot, becomes=keeping.becomes, note=keeping.note, last_event=last,
    )  # fmt: skip


def _by(day: dt.date, today: dt.date) -> str:
    return {0: "today", 1: "tomorrow"}.get((day - today).days, day_words(day))


def order_of(view: BatchView, name: str) -> tuple[bool, dt.date, str]:
    """Return by what the shelf is sorted: what is to be eaten first, what is gone last."""
    return view.left < 1, view.use_by, name


def _reheat(keeping: KeepingKind) -> str:
    return reheating_words(keeping.reheat) if keeping.reheat else ""


def _freezing(keeping: KeepingKind, *, thawed: bool) -> str:
    if thawed:
        return worded("freezing_once")
    said = worded(f"freezing_{keeping.freezing}")
    return f"{said} {keeping.freezing_note}".strip()


@dataclass(frozen=True)
class OfferedView:
    """What of a dish can go on the shelf with one press; see `swaps.by_products.Offered`."""

    key: str
    name: str
    kind: str
    kind_name: str
    place: Place
    grams: float
    whole: float | None
    part: str | None
    food: str
    form: str | None
    days: int


def offered_views(
    dish: Dish, setting: Setting, book: Book, library: Library
) -> tuple[OfferedView, ...]:
    """Return what of a dish can go on the shelf, its parts first; `days` are where it would go."""
    return tuple(
        OfferedView(
            one.key, one.name, one.kind.key, one.kind.name, one.place, one.grams, one.whole,
            one.part, one.food, one.form,
            one.kind.frozen_days() if one.place == "freezer" else one.kind.soonest(),
        )
        for one in offered(dish, setting, book, library)
    )  # fmt: skip
