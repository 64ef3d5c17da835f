"""Taking a dish along: in open formats, each naming what it leaves behind."""

from dataclasses import replace
from uuid import UUID

from accounts.models import Household
from config.wire import stored_dish
from dishes.services import own_dish
from foods.own import library_of
from foods.stand_ins import book_of
from runs.learning import cooking_setting
from runs.services import readings_of
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.exchange.formats import FORMATS, FormatView, Written, formats_of, write
from snabo_core.swaps.judged import judged


def formats(*, household: Household, dish_id: UUID) -> list[FormatView]:
    """Return the formats a dish can be taken along in, and what each leaves behind."""
    return [
        *formats_of(core.check(stored_dish(own_dish(household=household, dish_id=dish_id).draft)))
    ]


def dish_file(*, household: Household, dish_id: UUID, key: str) -> Written:
    """Return a dish as a file, as it is cooked now.

    Raises:
        BadInput: there is no such format.
    """
    dish = own_dish(household=household, dish_id=dish_id)
    if key not in FORMATS:
        raise BadInput(f"There is no format called {key[:30]}.", "key")
    setting = replace(cooking_setting(household=household), readings=readings_of(dish))
    document = core.check(stored_dish(dish.draft))
    return write(
        key,
        judged(document, setting, book_of(household=household), library_of(household=household)),
    )
