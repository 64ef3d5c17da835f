"""The whole of a household as one versioned JSON document, with a digest, read whole or not at all.

Rows are named by their uuids and stand in flat lists, parents before what hangs on them. Photos
lie beside the document in a zip, named by their ids. `docs/archive.schema.json` is its JSON Schema.
"""

from __future__ import annotations

import datetime as dt
import hashlib
import io
import json
import re
import zipfile
import zlib
from collections.abc import Callable, Iterator, Mapping
from typing import Any

import msgspec

from snabo_core.errors import BadInput
from snabo_core.exchange.archive_rows import Archive, Household, Raw

FORMAT = 1
DOCUMENT, PHOTOS = "archive.json", "photos/"
# A household of years has a few megabytes; photos are 400 kB each at most.
LONGEST_BYTES, LARGEST_PHOTO, MOST_PHOTOS = 30_000_000, 500_000, 5000
# What unpacks to more than this is not unpacked: a small file can hold a huge one.
MOST_UNPACKED = 80_000_000
# How a zip of ours holds its files.
PACKED = {zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED}
JPEG = b"\xff\xd8\xff"
MOST_ROWS = 100_000

_ID = re.compile(r"[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}")
# Formats of earlier releases, each brought up to the next.
STEPS: dict[int, Callable[[Raw], Raw]] = {}


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
        if jpeg is not None and not jpeg.startswith(JPEG):
            raise BadInput("A photo in this archive is no JPEG: nothing of it was taken.", "data")
    return archive, photos


def _digest(household: Any) -> str:
    try:
        return digest_of(household)
    except (RecursionError, UnicodeEncodeError):
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
            packed = {info.compress_type for info in names.values()}
            if DOCUMENT not in names or len(names) > MOST_PHOTOS or packed - PACKED:
                raise BadInput("This is no archive of a Snabo household.", "data")
            unpacked = sum(info.file_size for info in names.values())
            if names[DOCUMENT].file_size > LONGEST_BYTES or unpacked > MOST_UNPACKED:
                raise BadInput("This archive is larger than one that can be taken here.", "data")
            photos = {
                match[1]: files.read(name)
                for name, info in names.items()
                if (match := re.fullmatch(rf"{PHOTOS}({_ID.pattern})\.jpg", name)) is not None
                and info.file_size <= LARGEST_PHOTO
            }
            return files.read(DOCUMENT), photos
    except (zipfile.BadZipFile, OSError, EOFError, RuntimeError, NotImplementedError,
            ValueError, zlib.error) as error:  # fmt: skip
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
