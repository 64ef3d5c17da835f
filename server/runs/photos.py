"""Photos of a cooking: kept small, and without where and with what they were taken."""

import datetime as dt
import io
from collections.abc import Iterable
from typing import Annotated
from uuid import UUID

import msgspec
from django.shortcuts import get_object_or_404
from django.utils import timezone
from PIL import Image, ImageOps, UnidentifiedImageError

from accounts.models import Household, User
from accounts.writing import writes
from runs.models import Photo, Run
from runs.sheets import Instant, Short
from snabo_core.errors import BadInput

MOST_PHOTOS, MOST_BYTES, LONGEST_SIDE = 40, 400_000, 1600
# Pictures of more than this are not opened: a small file can hold a huge one.
MOST_PIXELS = 60_000_000
READ = ("JPEG", "PNG", "WEBP")
QUALITIES = (85, 75, 65, 55, 45, 35)
NO_PICTURE = "This is no picture that can be read here. Take a JPEG, PNG or WebP."


class NewPhoto(msgspec.Struct):
    """A photo, written out in base64; `id` is the device's, so that twice is once."""

    id: UUID
    data: Annotated[bytes, msgspec.Meta(max_length=10_000_000)]
    task: Short = ""
    taken_at: Instant | None = None


class PhotoAnswer(msgspec.Struct):
    """A photo as it is kept, of a cooking and a step of the Stove."""

    id: UUID
    run: UUID
    task: str
    taken_at: dt.datetime
    width: int
    height: int


def small_jpeg(data: bytes) -> tuple[bytes, tuple[int, int]]:
    """Return a picture as a JPEG of at most `MOST_BYTES`, upright and with nothing beside it.

    Raises:
        BadInput: it is no picture, or too large a one.
    """
    try:
        with Image.open(io.BytesIO(data), formats=READ) as opened:
            opened.draft("RGB", (LONGEST_SIDE * 2, LONGEST_SIDE * 2))
            upright = None
            if opened.width * opened.height <= MOST_PIXELS:
                upright = ImageOps.exif_transpose(opened).convert("RGB")
    except Image.DecompressionBombError:
        upright = None
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError) as error:
        raise BadInput(NO_PICTURE, "data") from error
    if upright is None:
        raise BadInput("This picture is too large to open; take a smaller one.", "data")
    side = LONGEST_SIDE
    while True:
        # A new picture: what was written beside the old one, places too, is not in it.
        small = ImageOps.contain(upright, (side, side)) if max(upright.size) > side else upright
        for quality in QUALITIES:
            written = io.BytesIO()
            small.save(written, "JPEG", quality=quality, optimize=True, exif=b"")
            if written.tell() <= MOST_BYTES:
                return written.getvalue(), small.size
        side = side * 3 // 4


@writes
def keep_photo(*, household: Household, by: User, run_id: UUID, body: NewPhoto) -> PhotoAnswer:
    """Keep a photo of a cooking, once.

    Raises:
        BadInput: it is no picture, or there are too many.
    """
    run = get_object_or_404(Run.objects.of(household).select_for_update(), uid=run_id)
    photo = Photo.objects.of(household).filter(uid=body.id).defer("jpeg").first()
    if photo is None:
        if run.photos.count() >= MOST_PHOTOS:
            raise BadInput(f"{MOST_PHOTOS} photos are the most of one cooking.", "data")
        jpeg, (width, height) = small_jpeg(body.data)
        now = timezone.now()
        taken = body.taken_at if body.taken_at is not None and body.taken_at <= now else now
        photo = Photo.objects.create(
            uid=body.id, household=household, run=run, task=body.task, taken_at=taken,
            width=width, height=height, jpeg=jpeg,
        )  # fmt: skip
    return _answer(photo, run.uid)


def photos_of(runs: Iterable[Run]) -> list[PhotoAnswer]:
    """Return the photos of some cookings in the order of time, without the pictures."""
    known = {run.pk: run.uid for run in runs}
    found = Photo.objects.filter(run__in=known).defer("jpeg")
    return [_answer(photo, known[photo.run_id]) for photo in found]


def _answer(photo: Photo, run: UUID) -> PhotoAnswer:
    return PhotoAnswer(photo.uid, run, photo.task, photo.taken_at, photo.width, photo.height)


def photo_of(*, household: Household, photo_id: UUID) -> bytes:
    """Return a photo as JPEG."""
    return bytes(get_object_or_404(Photo.objects.of(household), uid=photo_id).jpeg)


@writes
def remove_photo(*, household: Household, by: User, photo_id: UUID) -> None:
    """Remove a photo for good."""
    get_object_or_404(Photo.objects.of(household).defer("jpeg"), uid=photo_id).delete()
