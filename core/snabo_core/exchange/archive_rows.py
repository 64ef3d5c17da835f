"""The rows of an archive, each as a household owns it; the JSON Schema is written from these."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any

import msgspec

Raw = dict[str, Any]
Short = Annotated[str, msgspec.Meta(max_length=300)]
Id = Annotated[str, msgspec.Meta(pattern="^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$")]


class _Record(msgspec.Struct, forbid_unknown_fields=True, kw_only=True):
    """A row; what has a default was not there in every release."""


class Settings(_Record):
    """The household's kitchen."""

    name: Short
    zone: Short
    unit_system: Short
    microwave_watts: int
    polyols: Short
    label_region: Short
    energy_rules: Short
    energy_unit: Short
    salt_kind: Short
    habits: Raw
    idle_minutes: int
    missing: list[Any]
    pans: list[Any]
    equipment: Raw
    not_again: list[Any]
    learns: bool
    learns_since: dt.datetime | None = None


class EaterRow(_Record):
    """A person at the table."""

    id: Id
    name: Short
    school: Short
    targets: list[Any]
    exclusions: list[Any]
    programme: Raw | None
    dismissed: list[Any]
    deleted_at: dt.datetime | None


class FoodRow(_Record):
    """An own food by its label."""

    id: Id
    name: Short
    document: Raw
    deleted_at: dt.datetime | None


class MeasureRow(_Record):
    """What a measure of a food weighs here, in g."""

    id: Id
    food: Short
    unit: Short
    grams: float
    low: float
    high: float


class NameRow(_Record):
    """What a food is also called here."""

    id: Id
    key: Short
    written: Short
    food: Short


class ReadingRow(_Record):
    """What the household always means by a food text."""

    id: Id
    key: Short
    written: Short
    food: Short
    form: Short | None


class StandInRow(_Record):
    """An own stand-in, or an own way of a role."""

    id: Id
    name: Short
    role: Short
    document: Raw
    deleted_at: dt.datetime | None


class DishRow(_Record):
    """A dish with its draft."""

    id: Id
    title: Short
    draft: Raw
    revision: int
    created_at: dt.datetime
    deleted_at: dt.datetime | None


class VersionRow(_Record):
    """A kept version of a dish, with what its figures rest on."""

    id: Id
    dish: Id
    number: int
    document: Raw
    frozen: Raw
    created_at: dt.datetime


class HomemadeRow(_Record):
    """A kept version as a food."""

    id: Id
    dish: Id | None
    name: Short
    document: Raw
    created_at: dt.datetime
    deleted_at: dt.datetime | None


class SessionRow(_Record):
    """An evening of cooking."""

    id: Id
    opens_at: dt.datetime
    zone: Short
    wishes: Raw
    finished_at: dt.datetime | None


class SessionEventRow(_Record):
    """Something that happened in an evening; times of the device and of the server."""

    session: Id
    client_id: Id
    kind: Short
    device: Short
    seq: int
    client_time: dt.datetime
    offset_ms: int
    happened_at: dt.datetime
    server_time: dt.datetime
    payload: Raw
    schema: int


class RunRow(_Record):
    """One cooking of a version."""

    id: Id
    session: Id | None
    place: int
    dish: Id
    version: Id
    started_at: dt.datetime
    finished_at: dt.datetime | None


class RunEventRow(_Record):
    """Something that happened to a cooking."""

    run: Id
    client_id: Id
    kind: Short
    payload: Raw
    server_time: dt.datetime


class PhotoRow(_Record):
    """A photo of a cooking; its JPEG lies beside the document under its id."""

    id: Id
    run: Id
    task: Short
    taken_at: dt.datetime
    width: int
    height: int
    digest: Short


class BatchRow(_Record):
    """Something on the shelf."""

    id: Id
    name: Short
    food: Short
    form: Short | None
    keeping: Raw
    grams: float
    pieces: float | None
    place: Short
    made: dt.date
    put: dt.date
    said: dt.date | None
    note: Short
    dish: Id | None
    part: Short
    run: Id | None
    gone_on: dt.date | None
    removed_at: dt.datetime | None
    created_at: dt.datetime


class ShelfEventRow(_Record):
    """What became of a batch."""

    batch: Id
    client_id: Id
    kind: Short
    on: dt.date
    grams: float
    place: Short
    of: Id | None
    run: Id | None
    server_time: dt.datetime


class DayRow(_Record):
    """A day of the menu."""

    date: dt.date
    serve_at: dt.time
    eaters: list[Any] | None
    guests: float


class MealRow(_Record):
    """A meal of the menu."""

    id: Id
    date: dt.date
    kind: Short
    title: Short
    dish: Id | None
    of: Id | None
    batch: Id | None
    grams: float
    makes: float | None
    servings: Raw
    removed_at: dt.datetime | None
    created_at: dt.datetime


class ShoppingRow(_Record):
    """What was told to the shopping list."""

    client_id: Id
    kind: Short
    on: dt.date
    food: Short
    form: Short
    grams: float
    words: Short
    of: Id | None
    server_time: dt.datetime


class PriceRow(_Record):
    """What so many grams of a food cost, in the household's money."""

    food: Short
    form: Short
    grams: float
    price: Short


class PantryRow(_Record):
    """A food that is always there."""

    food: Short


class Household(_Record):
    """Everything a household owns."""

    settings: Settings
    eaters: list[EaterRow]
    own_foods: list[FoodRow]
    measures: list[MeasureRow]
    names: list[NameRow]
    readings: list[ReadingRow]
    stand_ins: list[StandInRow]
    dishes: list[DishRow]
    versions: list[VersionRow]
    homemade: list[HomemadeRow]
    sessions: list[SessionRow]
    session_events: list[SessionEventRow]
    runs: list[RunRow]
    run_events: list[RunEventRow]
    photos: list[PhotoRow]
    shelf: list[BatchRow]
    shelf_events: list[ShelfEventRow]
    menu_days: list[DayRow]
    menu_meals: list[MealRow]
    shopping: list[ShoppingRow]
    prices: list[PriceRow]
    pantry: list[PantryRow]


class Archive(_Record):
    """The document: its format, when it was made, the digest of what follows, and that."""

    snabo_archive: int
    made: dt.datetime
    digest: str
    household: Household
