"""Reading what is pasted or dropped: a recipe's text, a page's source, a file."""

import time
from typing import Annotated

import msgspec

from accounts.models import Household
from foods.own import library_of
from foods.services import learned
from foods.stand_ins import book_of
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.exchange.files import LONGEST_BYTES, Reader, ReadFile, read_file, read_source
from snabo_core.swaps.roles import propose_slots
from table.services import setting_of

# After this long no further recipe of a file is begun.
LONGEST_SECONDS = 5.0


class RecipeText(msgspec.Struct):
    """A pasted recipe, or the source of a page; without a unit system it shows which it means."""

    text: str
    unit_system: core.UnitSystem | None = None


class SentFile(msgspec.Struct):
    """A file as it was dropped: its name, and its bytes written out in base64."""

    name: Annotated[str, msgspec.Meta(max_length=300)]
    data: Annotated[bytes, msgspec.Meta(max_length=LONGEST_BYTES)]
    unit_system: core.UnitSystem | None = None


def read_text(*, household: Household, body: RecipeText) -> ReadFile:
    """Read what was pasted into documents with their starchy slots proposed.

    Raises:
        BadInput: there is nothing to read.
    """
    if not any(c.isalnum() for c in body.text):
        raise BadInput("Paste the recipe's text first: a title, ingredients, steps.", "text")
    return _proposed(household, read_source(body.text, _reader(household, body.unit_system)))


def read_sent(*, household: Household, body: SentFile) -> ReadFile:
    """Read a dropped file likewise; nothing in it is run, nothing is fetched.

    Raises:
        BadInput: it is empty, too large or no text; says what it is.
    """
    return _proposed(
        household, read_file(body.name, body.data, _reader(household, body.unit_system))
    )


def _reader(household: Household, system: core.UnitSystem | None) -> Reader:
    until = time.monotonic() + LONGEST_SECONDS
    return Reader(
        library_of(household=household),
        book_of(household=household),
        setting_of(household=household),
        system,
        household.unit_system,
        learned(household=household),
        late=lambda: time.monotonic() > until,
    )


def _proposed(household: Household, found: ReadFile) -> ReadFile:
    book, foods = book_of(household=household), library_of(household=household)
    dishes = tuple(
        # What our own writing carries has its slots already, and what stands in them.
        dish if any(part.slots for part in dish.parts) else propose_slots(dish, book, foods)
        for dish in found.dishes
    )
    return ReadFile(found.kind, dishes, found.left_out)
