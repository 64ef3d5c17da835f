"""The whole of a household as one versioned JSON document, with a digest, read whole or not at all.

Rows are named by their uuids and stand in flat lists, parents before what hangs on them. Photos
lie beside the document in a zip, named by their ids. `python -m snabo_core.exchange schema` writes
its JSON Schema.
"""

from __future__ import annotations

import datetime as dt
import hashlib
import io
import json
import re
import zipfile
from collections.abc import Callable, Iterator, Mapping
from typing import Annotated, Any

import msgspec

from snabo_core.errors import BadInput

FORMAT = 1
DOCUMENT, PHOTOS = "archive.json", "photos/"
# A household of years has a few megabytes; photos are 400 kB each at most.
LONGEST_BYTES, LARGEST_PHOTO, MOST_PHOTOS = 30_000_000, 500_000, 5000
MOST_ROWS = 100_000

Raw = dict[str, Any]
Short = Annotated[str, msgspec.Meta(max_length=300)]
Id = Annotated[str, msgspec.Meta(pattern="^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$")]
_ID = re.compile(r"[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}")
# Formats of earlier releases, each brought up to the next.
STEPS: dict[int, Callable[[Raw], Raw]] = {}


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


def digest_of(household: Any) -> str:
    """Return the SHA-256 of a household's part in its canonical JSON: keys sorted, no blanks."""
    text = json.dumps(household, sort_keys=True, separators=(",", ":"), ensure_ascii=False)
    return hashlib.sha256(text.encode()).hexdigest()


def write_archive(
    household: Household, made: dt.datetime, photos: Iterator[tuple[str, bytes]] | None = None
) -> bytes:
    """Return a household as a document, or as a zip with its photos beside it.

    Args:
        household: everything it owns.
        made: when this is written.
        photos: the id and the JPEG of each photo; None to leave them out.
    """
    raw = msgspec.to_builtins(household)
    whole = {"snabo_archive": FORMAT, "made": msgspec.to_builtins(made),
             "digest": digest_of(raw), "household": raw}  # fmt: skip
    text = json.dumps(whole, ensure_ascii=False, indent=1).encode() + b"\n"
    if photos is None:
        return text
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as files:
        files.writestr(DOCUMENT, text, zipfile.ZIP_DEFLATED)
        for identity, jpeg in photos:
            files.writestr(f"{PHOTOS}{identity}.jpg", jpeg, zipfile.ZIP_STORED)
    return out.getvalue()


def read_archive(content: bytes) -> tuple[Archive, dict[str, bytes]]:
    """Return an archive and its photos by id.

    Raises:
        BadInput: it is cut, changed, of a newer release, or no archive; nothing of it is taken.
    """
    text, photos = _opened(content)
    try:
        raw = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise BadInput(
            "This file is cut off or damaged: nothing of it was taken.", "data"
        ) from error
    if not isinstance(raw, dict) or not isinstance(raw.get("snabo_archive"), int):
        raise BadInput("This is no archive of a Snabo household.", "data")
    if raw["snabo_archive"] > FORMAT:
        raise BadInput(
            "This archive was written by a newer Snabo. Bring this one up to date.", "data"
        )
    if raw.get("digest") != _digest(raw.get("household")):
        raise BadInput(
            "This archive was changed since it was written: nothing of it was taken.", "data"
        )
    archive = typed(upgraded(raw))
    for photo in archive.household.photos:
        jpeg = photos.get(photo.id)
        if jpeg is not None and hashlib.sha256(jpeg).hexdigest() != photo.digest:
            raise BadInput("A photo in this archive was changed: nothing of it was taken.", "data")
    return archive, photos


def _digest(household: Any) -> str:
    try:
        return digest_of(household)
    except RecursionError:
        return ""


def upgraded(raw: Mapping[str, Any]) -> Raw:
    """Return an archive of an earlier format in today's."""
    found = dict(raw)
    while found["snabo_archive"] < FORMAT:
        step = STEPS.get(found["snabo_archive"])
        if step is None:
            raise BadInput("This archive is of a format that was never written.", "data")
        found = step(found)
    return found


def typed(raw: Raw) -> Archive:
    """Return an archive with every field of the kind it has to be.

    Raises:
        BadInput: a field is missing, unknown or of another kind; names it.
    """
    try:
        archive = msgspec.convert(raw, Archive)
    except msgspec.ValidationError as error:
        raise BadInput(f"This archive cannot be taken: {error}.", "data") from error
    rows = [len(rows) for rows in msgspec.structs.asdict(archive.household).values()
            if isinstance(rows, list)]  # fmt: skip
    if sum(rows) > MOST_ROWS:
        raise BadInput(f"This archive holds more than {MOST_ROWS} rows.", "data")
    return archive


def _opened(content: bytes) -> tuple[bytes, dict[str, bytes]]:
    """Return the document and the photos of a file, none larger than it says and than it may be."""
    if not content.startswith(b"PK"):
        if len(content) > LONGEST_BYTES:
            raise BadInput("This archive is larger than one that can be taken here.", "data")
        return content, {}
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as files:
            names = {info.filename: info for info in files.infolist()}
            if DOCUMENT not in names or len(names) > MOST_PHOTOS:
                raise BadInput("This is no archive of a Snabo household.", "data")
            if names[DOCUMENT].file_size > LONGEST_BYTES:
                raise BadInput("This archive is larger than one that can be taken here.", "data")
            photos = {
                match[1]: files.read(name)
                for name, info in names.items()
                if (match := re.fullmatch(rf"{PHOTOS}({_ID.pattern})\.jpg", name)) is not None
                and info.file_size <= LARGEST_PHOTO
            }
            return files.read(DOCUMENT), photos
    except (zipfile.BadZipFile, OSError, EOFError, RuntimeError, NotImplementedError,
            ValueError) as error:  # fmt: skip
        if isinstance(error, BadInput):
            raise
        raise BadInput(
            "This file is cut off or damaged: nothing of it was taken.", "data"
        ) from error


def renamed(archive: Archive, names: Mapping[str, str]) -> Archive:
    """Return an archive with other ids, wherever they stand: in rows, documents, events and keys.

    Args:
        archive: as it was read.
        names: new ids by old ones.
    """
    if not names:
        return archive
    text = json.dumps(msgspec.to_builtins(archive.household), ensure_ascii=False)
    other = json.loads(_ID.sub(lambda match: names.get(match[0], match[0]), text))
    household = msgspec.convert(other, Household)
    return msgspec.structs.replace(archive, household=household)


def schema() -> Raw:
    """Return the JSON Schema of an archive (draft 2020-12)."""
    found = msgspec.json.schema(Archive)
    head = {"$schema": "https://json-schema.org/draft/2020-12/schema", "title": "Snabo archive"}
    return {**head, **found}
