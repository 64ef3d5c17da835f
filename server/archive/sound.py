"""What an archive holds is looked at as whatever else comes in: what is wrong is named."""

from collections.abc import Callable
from typing import Any, ParamSpec
from zoneinfo import ZoneInfo

import msgspec

from accounts.models import Household
from config.wire import convert, stored_dish
from foods.own import library_of
from foods.stand_ins import book_of
from menu.lists import shopping_of
from menu.services import menu_of
from reckon.services import dishes_of
from runs.learning import taught_to
from runs.models import Run
from runs.records import run_answer
from runs.sessions import sessions_of
from shelf.services import shelf_of
from snabo_core.dish import check
from snabo_core.errors import BadInput, SnaboError
from snabo_core.exchange.archive_rows import Archive
from snabo_core.foods.own import OwnFood, check_own_food
from snabo_core.shelf import KeepingKind
from snabo_core.swaps.frozen import Frozen
from snabo_core.swaps.homemade import Homemade
from snabo_core.swaps.own import OwnStandIn
from snabo_core.unseen import one_line
from table.services import EaterForm, checked_form, eaters_of

Given = ParamSpec("Given")
# Of many cookings the last ones are shown to see that they can be.
LATEST_RUNS = 40


def refuse_unsound(archive: Archive) -> None:
    """Refuse an archive with a document in it that would be refused alone.

    Raises:
        BadInput: names the thing and says what is wrong with it.
    """
    whole = archive.household
    _settings(whole.settings)
    for eater in whole.eaters:
        form = {name: getattr(eater, name) for name in EaterForm.__struct_fields__}
        _looked("eater", eater.name, _eater, form)
    for food in whole.own_foods:
        _looked("food", food.name, _own_food, {**food.document, "id": food.id})
    for made in whole.homemade:
        _looked("homemade food", made.name, convert, {**made.document, "id": made.id}, Homemade)
    for own in whole.stand_ins:
        _looked("stand-in", own.name, convert, own.document, OwnStandIn)
    titles = {}
    for dish in whole.dishes:
        titles[dish.id] = dish.title
        _looked("dish", dish.title, _dish, dish.draft)
    for version in whole.versions:
        name = f"{titles.get(version.dish, '')}, version {version.number}"
        _looked("dish", name, _dish, version.document)
        _looked("dish", name, convert, version.frozen, Frozen)
    for batch in whole.shelf:
        _looked("batch", batch.name, convert, batch.keeping, KeepingKind)


def _eater(form: dict[str, Any]) -> None:
    checked_form(convert(form, EaterForm))


def _own_food(raw: dict[str, Any]) -> None:
    check_own_food(convert(raw, OwnFood))


def _dish(raw: dict[str, Any]) -> None:
    check(stored_dish(raw))


def _settings(settings: Any) -> None:
    if not settings.name.strip() or len(settings.name) > 120 or not one_line(settings.name):
        raise BadInput("The household in this archive has no name it could have.", "data")
    try:
        ZoneInfo(settings.zone)
    except (ValueError, LookupError, OSError) as error:
        raise BadInput("Nobody knows the time zone in this archive.", "data") from error


def _looked(
    what: str, name: str, look: Callable[Given, object], *given: Given.args, **kwargs: Given.kwargs
) -> None:
    try:
        look(*given, **kwargs)
    except (SnaboError, msgspec.ValidationError, KeyError, TypeError, AttributeError,
            ValueError) as error:  # fmt: skip
        said = error.sentence if isinstance(error, SnaboError) else "it is in no form known here."
        raise BadInput(
            f"The {what} {name[:80]} in this archive cannot be taken: {said}", "data"
        ) from error


def shown_whole(*, household: Household) -> None:
    """Show everything a household has once, so that nothing is kept that no screen could show.

    Raises:
        BadInput: something of it cannot be shown.
    """
    try:
        library_of(household=household)
        book_of(household=household)
        eaters_of(household=household)
        dishes_of(household=household)
        shelf_of(household=household)
        menu_of(household=household, first=None, days=7)
        shopping_of(household=household, days=7)
        sessions_of(household=household)
        taught_to(household=household)
        for run in Run.objects.of(household).order_by("-started_at")[:LATEST_RUNS]:
            run_answer(household=household, run_id=run.uid)
    except Exception as error:
        raise BadInput(
            "Something in this archive cannot be shown here: nothing of it was taken.", "data"
        ) from error
