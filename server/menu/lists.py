"""The shopping list of the days to come: what is on it, what was bought, prices, the pantry."""

import datetime as dt
from collections import defaultdict
from typing import Annotated, Literal
from uuid import UUID

import msgspec
from django.db.models import Q, QuerySet

from accounts.models import Household, User
from accounts.writing import writes
from dishes.models import Dish
from foods.own import library_of
from menu.models import PantryFood, ShoppingEvent, ShopPrice
from menu.services import (
    BEFORE,
    Known,
    cooked_on,
    document_of,
    is_begun,
    known_menu,
    servings_of,
    to_be_taken,
)
from runs.learning import cooking_setting
from shelf.services import ToldOutcome, held_of, keeping_in, told_on
from snabo_core.errors import BadInput, SnaboError
from snabo_core.shopping import Cooking, FoodForm, Stock, in_basket, needs_of
from snabo_core.unseen import one_line
from snabo_core.views.shopping import (
    Shopping,
    ShoppingView,
    as_csv,
    as_text,
    list_title,
    shopping_view,
)
from table.services import today_in

MOST_EVENTS, MOST_SENT, MOST_OWN, MOST_PANTRY, MOST_PRICES = 4000, 200, 100, 300, 1000
Short = Annotated[str, msgspec.Meta(max_length=200)]
Form = Annotated[str, msgspec.Meta(max_length=40)]
TICKS = ("had", "put_back")
ShoppingKind = Literal["had", "put_back", "wrote", "got", "not_got", "dropped"]


class ShoppingTold(msgspec.Struct):
    """Something that happened with the shopping; `at` is when, None for now.

    Had: `grams` usable grams of a food are in the kitchen now, bought or found. Put back: they are
    not. Wrote: `words` onto the list; got, not got and dropped are about those, by `of`.
    """

    id: UUID
    kind: ShoppingKind
    food: Short = ""
    form: Form = ""
    grams: Annotated[float, msgspec.Meta(ge=0, le=1_000_000)] = 0.0
    words: Short = ""
    of: UUID | None = None
    at: Annotated[dt.datetime, msgspec.Meta(tz=True)] | None = None


class SentShopping(msgspec.Struct):
    """What happened with the shopping, in the order the device counted it."""

    events: Annotated[list[ShoppingTold], msgspec.Meta(max_length=MOST_SENT)]


class OwnLine(msgspec.Struct):
    """Something the cook wrote on the list."""

    id: UUID
    words: str
    got: bool


class ShoppingAnswer(msgspec.Struct):
    """The list from today on; `unplanned` says that nothing is cooked in these days."""

    first: dt.date
    last: dt.date
    days: int
    unplanned: bool
    view: ShoppingView
    own: list[OwnLine]
    pantry: list[str]


class ShoppingEvents(msgspec.Struct):
    """What became of what was told, and the list after it."""

    answers: list[ToldOutcome]
    list: ShoppingAnswer


class PriceForm(msgspec.Struct):
    """What so many usable grams of something cost; None forgets it."""

    food: Short
    form: Form
    grams: Annotated[float, msgspec.Meta(gt=0, le=100_000)]
    price: Annotated[float, msgspec.Meta(gt=0, le=1_000_000)] | None


class PantryForm(msgspec.Struct):
    """Whether a food is always in the kitchen."""

    food: Short
    always: bool


def shopping_of(*, household: Household, days: int) -> ShoppingAnswer:
    """Return the list of the days from today on.

    Raises:
        BadInput: too many days.
    """
    known = known_menu(household=household, first=today_in(household=household), days=days)
    cookings, servings, dish_of = _cookings(known, known.days)
    events = list(_events(household))
    pantry = list(PantryFood.objects.of(household).values_list("food", flat=True))
    prices = {
        (one.food, one.form): float(one.price) / one.grams
        for one in ShopPrice.objects.of(household)
    }
    setting = cooking_setting(household=household)
    shopping = Shopping(
        cookings, servings, dish_of, _eaten_by(known), _stock(known), set(pantry),
        _basket(known, events), prices, _elsewhere(household, set(dish_of.values())),
    )  # fmt: skip
    view = shopping_view(shopping, setting.eaters, setting.rules, known.library)
    return ShoppingAnswer(
        known.days[0], known.days[-1], days, not cooked_on(known, known.days), view,
        _own(events, known.first), pantry,
    )  # fmt: skip


def _events(household: Household) -> QuerySet[ShoppingEvent]:
    """Return what still counts: ticks of the last days, and all that was written on the list."""
    lately = Q(on__gte=today_in(household=household) - BEFORE)
    return ShoppingEvent.objects.of(household).filter(lately | ~Q(kind__in=TICKS))


def _cookings(
    known: Known, dates: tuple[dt.date, ...], *, begun: bool = False
) -> tuple[list[Cooking], dict[str, float], dict[str, str]]:
    """Return what is cooked on some days: as the core has it, its servings, its dish.

    What has begun needs nothing any more; with `begun` only that is returned.
    """
    cookings, servings, dish_of = [], {}, {}
    for row in cooked_on(known, dates):
        if is_begun(known, row) != begun:
            continue
        try:
            document = document_of(known, row)
        except SnaboError:
            # The menu says what is wrong with it.
            continue
        key = str(row.uid)
        cookings.append(Cooking(key, document.title, document, row.date))
        servings[key] = document.servings
        dish_of[key] = str(row.dish.uid) if row.dish else ""
    return cookings, servings, dish_of


def _eaten_by(known: Known) -> dict[str, set[str]]:
    """Return who eats of each cooking, on its day or again."""
    found: dict[str, set[str]] = defaultdict(set)
    for row in known.rows:
        found[str(row.of or row.uid)] |= set(servings_of(known, row))
    return found


def _basket(known: Known, events: list[ShoppingEvent]) -> dict[FoodForm, float]:
    ticks = [
        (one.on, (one.food, one.form), one.grams if one.kind == "had" else 0.0)
        for one in events
        if one.kind in TICKS
    ]
    if not ticks:
        return {}
    past = tuple(known.first - dt.timedelta(days=i) for i in range(BEFORE.days, 0, -1))
    # What was planned for a day that is over was cooked on it, as far as anybody knows.
    cookings = [
        *_cookings(known, past)[0], *_cookings(known, (*past, *known.days), begun=True)[0],
    ]  # fmt: skip
    return in_basket(ticks, needs_of(cookings, known.library).wanted, known.library)


def _stock(known: Known) -> list[Stock]:
    """Return what the shelf has of foods, less what dishes and meals take of it."""
    taken = to_be_taken(known)
    found = []
    for batch in known.batches.values():
        if not batch.food:
            continue
        held = held_of(batch)
        left = held.left - taken.get(batch.uid, 0.0)
        if left >= 1:
            form = batch.form or known.library.food(batch.food).default_form
            found.append(
                Stock(str(batch.uid), batch.name, batch.food, form, left, held.use_by,
                      keeping_in(batch))
            )  # fmt: skip
    return found


def _elsewhere(household: Household, mine: set[str]) -> dict[str, list[str]]:
    """Return by food the titles of other dishes that use it, as their summaries say."""
    found: dict[str, list[str]] = defaultdict(list)
    dishes = Dish.objects.of(household).filter(deleted_at=None).exclude(uid__in=mine)
    for title, summary in dishes.values_list("title", "summary"):
        for food in (summary or {}).get("foods", ()):
            found[food].append(title)
    return found


def _own(events: list[ShoppingEvent], today: dt.date) -> list[OwnLine]:
    """Return what the cook wrote on the list; what was got before today is off it."""
    lines: dict[UUID, tuple[str, dt.date | None]] = {}
    for one in events:
        if one.kind == "wrote":
            lines[one.client_id] = (one.words, None)
        elif one.of in lines:
            words, _ = lines[one.of]
            if one.kind == "dropped":
                del lines[one.of]
            else:
                lines[one.of] = (words, one.on if one.kind == "got" else None)
    return [
        OwnLine(key, words, got is not None)
        for key, (words, got) in lines.items()
        if got is None or got >= today
    ]


@writes
def take_events(*, household: Household, by: User, body: SentShopping, days: int) -> ShoppingEvents:
    """Take events from a device, each accepted, repeated, or refused with a sentence."""
    answers = [_told(household, event) for event in body.events]
    return ShoppingEvents(answers, shopping_of(household=household, days=days))


def _told(household: Household, event: ShoppingTold) -> ToldOutcome:
    known = ShoppingEvent.objects.of(household)
    if known.filter(client_id=event.id).exists():
        return ToldOutcome(event.id, "repeated")
    sentence = _refusal(household, event)
    if sentence:
        return ToldOutcome(event.id, "refused", sentence)
    form = _form(household, event.food, event.form) if event.kind in TICKS else ""
    ShoppingEvent.objects.create(
        household=household,
        client_id=event.id,
        kind=event.kind,
        on=told_on(household=household, at=event.at),
        food=event.food,
        form=form,
        grams=event.grams,
        words=event.words.strip(),
        of=event.of,
    )
    return ToldOutcome(event.id, "accepted")


def _form(household: Household, food: str, form: str) -> str:
    """Return the form that is meant, the usual one where none is named.

    Raises:
        UnknownFood: there is no such food, or not in that form.
    """
    library = library_of(household=household)
    library.row(food, form or None)
    return form or library.food(food).default_form


def _refusal(household: Household, event: ShoppingTold) -> str:
    events = _events(household)
    if events.count() >= MOST_EVENTS:
        return "That is more than happens with one household's shopping."
    if event.kind in TICKS:
        try:
            _form(household, event.food, event.form)
        except SnaboError as refusal:
            return refusal.sentence
        if event.kind == "had" and event.grams <= 0:
            return "How much of it is there? More than nothing."
        return ""
    if event.kind == "wrote":
        if not event.words.strip() or not one_line(event.words):
            return "What is to be bought? One line will do."
        if len(_own(list(events), today_in(household=household))) >= MOST_OWN:
            return f"{MOST_OWN} lines of your own are the most a list holds."
        return ""
    there = event.of and events.filter(kind="wrote", client_id=event.of).exists()
    return "" if there else "That is not on the list any more."


@writes
def keep_price(*, household: Household, by: User, body: PriceForm) -> None:
    """Keep what the household pays for something, or forget it.

    Raises:
        UnknownFood: there is no such food.
        BadInput: there are too many prices.
    """
    form = _form(household, body.food, body.form)
    prices = ShopPrice.objects.of(household)
    if body.price is None:
        prices.filter(food=body.food, form=form).delete()
        return
    if prices.count() >= MOST_PRICES:
        raise BadInput(f"{MOST_PRICES} prices are the most that are kept.", "price")
    ShopPrice.objects.update_or_create(
        household=household, food=body.food, form=form,
        defaults={"grams": body.grams, "price": round(body.price, 2)},
    )  # fmt: skip


@writes
def keep_pantry(*, household: Household, by: User, body: PantryForm) -> None:
    """Say that a food is always in the kitchen, or is not.

    Raises:
        UnknownFood: there is no such food.
        BadInput: there are too many.
    """
    library_of(household=household).food(body.food)
    there = PantryFood.objects.of(household)
    if not body.always:
        there.filter(food=body.food).delete()
        return
    if there.count() >= MOST_PANTRY:
        raise BadInput(f"{MOST_PANTRY} foods are the most a pantry holds.", "food")
    PantryFood.objects.get_or_create(household=household, food=body.food)


def text_of(*, household: Household, days: int) -> str:
    """Return the list as plain text."""
    found = shopping_of(household=household, days=days)
    return as_text(found.view, _written(found), list_title(found.first, found.last))


def csv_of(*, household: Household, days: int) -> str:
    """Return the list as a table."""
    found = shopping_of(household=household, days=days)
    return as_csv(found.view, _written(found))


def _written(found: ShoppingAnswer) -> list[str]:
    return [line.words for line in found.own if not line.got]
