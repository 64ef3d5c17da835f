"""Planning a menu: days, who eats on them, what is cooked and what is eaten of it."""

import datetime as dt
from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Annotated
from uuid import UUID, uuid5

import msgspec
from django.db.models import Q
from django.shortcuts import get_object_or_404
from django.utils import timezone
from msgspec import UNSET, UnsetType

from accounts.models import Household, User
from accounts.writing import writes
from config.wire import convert, stored_dish
from dishes.models import Dish
from dishes.services import own_dish, save_draft
from dishes.shelving import planned
from foods.own import library_of
from foods.stand_ins import book_of
from menu.models import MenuDay, MenuMeal
from runs.learning import cooking_setting
from runs.models import Run
from runs.services import being_cooked, readings_of
from runs.sheets import zone_of
from shelf.models import ShelfBatch
from shelf.services import SentToShelf, ShelfTold, held_of, keeping_in, own_batch
from shelf.services import take_events as tell_shelf
from snabo_core import dish as core
from snabo_core.dish import NONE, Readings
from snabo_core.errors import BadInput, SnaboError
from snabo_core.foods import Library
from snabo_core.foods.allergen_lists import allergen_list
from snabo_core.swaps.resizing import resized
from snabo_core.views.card import TravelCard, travel_card
from snabo_core.views.menu import MealKind, MenuView, OnHand, dish_of_batch, menu_view
from snabo_core.views.menu import MenuMeal as CoreMeal
from table.models import Eater
from table.services import today_in

MOST_DAYS, MOST_A_DAY, MOST_SERVINGS, MOST_GUESTS = 14, 12, 60, 40
# A plan reaches so far back and ahead.
FURTHEST = dt.timedelta(days=366)
# Of what was cooked before the days shown, this long ago, some may still be eaten.
BEFORE = dt.timedelta(days=14)
USUAL_TIME = dt.time(18, 30)
# Less than this on the shelf is no meal.
LEAST_GRAMS = 20.0
# What is kept as a dish or a part of one; stems and whites go into another.
EATEN_AS_IT_IS = {"cooked", "assembled", "sauce"}
Servings = Annotated[float, msgspec.Meta(gt=0, le=MOST_SERVINGS)]
Grams = Annotated[float, msgspec.Meta(gt=0, le=20_000)]


class DayForm(msgspec.Struct):
    """When a day's meal is on the table and who is there; `eaters` None is everybody.

    What is not said stays as it is.
    """

    serve_at: dt.time | UnsetType = UNSET
    eaters: Annotated[list[UUID], msgspec.Meta(max_length=40)] | UnsetType | None = UNSET
    guests: Annotated[float, msgspec.Meta(ge=0, le=MOST_GUESTS)] | UnsetType = UNSET


class NewMeal(msgspec.Struct):
    """A dish put on a day; `id` is the device's, so that twice is once.

    Cooked: `dish`, and `makes` servings, None for its own size. Again: `of` is the cooking it is
    eaten of. Off the shelf: `grams` of a `batch`, None for all that is left.
    """

    id: UUID
    date: dt.date
    kind: MealKind
    dish: UUID | None = None
    of: UUID | None = None
    batch: UUID | None = None
    grams: Grams | None = None
    makes: Servings | None = None


class MealChange(msgspec.Struct):
    """What of a meal is to be otherwise: its day, its size, who has how much of it.

    What is not said stays as it is. `makes` None is the dish's own size; `servings` are of those
    who have not one each.
    """

    date: dt.date | UnsetType = UNSET
    makes: Servings | UnsetType | None = UNSET
    servings: dict[str, Annotated[float, msgspec.Meta(ge=0, le=20)]] | UnsetType = UNSET
    grams: Grams | UnsetType = UNSET
    cooked: bool | UnsetType = UNSET


class PlannedMeal(msgspec.Struct):
    """A meal as it is planned; `problem` says why it counts for nothing, empty where it does.

    `servings` are by eater, of those who are there; `size` is what the dish makes as it is saved.
    `begun` says that its cooking has begun, or that it was taken off the shelf.
    """

    id: UUID
    date: dt.date
    kind: MealKind
    title: str
    dish: UUID | None
    of: UUID | None
    cooked_on: dt.date | None
    batch: UUID | None
    grams: float
    makes: float
    size: float
    servings: dict[str, float]
    problem: str
    begun: bool = False


class MenuDayRecord(msgspec.Struct):
    """A day of the menu; `eaters` are those who are there, `everybody` whether that is all."""

    date: dt.date
    serve_at: dt.time
    eaters: list[str]
    everybody: bool
    guests: float
    meals: list[PlannedMeal]


class ShelfMeal(msgspec.Struct):
    """Something on the shelf that can be eaten as it is, what has to be eaten first on top."""

    batch: UUID
    name: str
    grams: float
    use_by: dt.date


class MenuAnswer(msgspec.Struct):
    """The days asked for, looked through."""

    today: dt.date
    days: list[MenuDayRecord]
    view: MenuView
    shelf: list[ShelfMeal]


@dataclass
class Known:
    """What a household's menu is made of, looked up once."""

    household: Household
    first: dt.date
    days: tuple[dt.date, ...]
    rows: list[MenuMeal]
    by_date: dict[dt.date, MenuDay]
    batches: dict[UUID, ShelfBatch]
    people: tuple[str, ...]
    library: Library
    begun: frozenset[tuple[int, dt.date]]


def known_menu(*, household: Household, first: dt.date, days: int) -> Known:
    """Look up a stretch of days with what was cooked for them before.

    Raises:
        BadInput: too many days, or too far away.
    """
    if not 1 <= days <= MOST_DAYS:
        raise BadInput(f"A menu shows 1 to {MOST_DAYS} days.", "days")
    _refuse_far(household, first, "first")
    span = tuple(first + dt.timedelta(days=i) for i in range(days))
    found = MenuMeal.objects.of(household).filter(removed_at=None)
    rows = list(found.filter(date__gte=first - BEFORE, date__lte=span[-1] + BEFORE))
    cookings = {row.dish_id for row in rows if row.dish_id}
    dishes = {
        dish.pk: dish
        for dish in Dish.objects.filter(pk__in=cookings)
        .defer("summary")
        .prefetch_related(being_cooked())
    }
    for row in rows:
        if row.dish_id:
            row.dish = dishes[row.dish_id]
    people = Eater.objects.of(household).filter(deleted_at=None).values_list("uid", flat=True)
    asked = Q(uid__in=[row.batch for row in rows if row.batch]) | Q(gone_on=None)
    batches = ShelfBatch.objects.of(household).filter(asked, removed_at=None)
    dated = MenuDay.objects.of(household).filter(date__gte=first - BEFORE,
                                                 date__lte=span[-1] + BEFORE)  # fmt: skip
    return Known(
        household, first, span, rows, {day.date: day for day in dated},
        {batch.uid: batch for batch in batches.prefetch_related("events")},
        tuple(map(str, people)), library_of(household=household), _begun(household, dishes, first),
    )  # fmt: skip


def _begun(
    household: Household, dishes: Iterable[int], first: dt.date
) -> frozenset[tuple[int, dt.date]]:
    """Return which dishes were begun on the Stove on which days."""
    zone = zone_of(household=household)
    since = dt.datetime.combine(first - BEFORE, dt.time(), zone)
    runs = Run.objects.of(household).filter(
        dish__in=[*dishes], session__isnull=False, started_at__gte=since
    )
    found = runs.values_list("dish_id", "started_at")
    return frozenset((dish, at.astimezone(zone).date()) for dish, at in found)


def is_begun(known: Known, row: MenuMeal) -> bool:
    """Return whether a cooking of the menu is on the Stove, or was."""
    return row.kind == "cooked" and (row.dish_id, row.date) in known.begun


def _eating(row: MenuMeal) -> UUID:
    """Return the id of the event that takes a meal off the shelf."""
    return uuid5(row.uid, "eaten")


def is_eaten(known: Known, row: MenuMeal) -> bool:
    """Return whether a meal off the shelf was taken from it."""
    batch = known.batches.get(row.batch) if row.batch else None
    if batch is None:
        return False
    events = batch.events.all()
    back = {event.of for event in events if event.kind == "taken_back"}
    return any(e.client_id == _eating(row) and e.client_id not in back for e in events)


def to_be_taken(known: Known) -> dict[UUID, float]:
    """Return grams by batch that dishes and meals to come take of the shelf."""
    taken: dict[UUID, float] = defaultdict(float)
    for one in planned(household=known.household):
        taken[one.batch] += one.grams
    for row in known.rows:
        ahead = row.date >= today_in(household=known.household) and not is_eaten(known, row)
        if row.kind == "shelf" and row.batch and ahead:
            taken[row.batch] += row.grams
    return taken


def _refuse_far(household: Household, day: dt.date, field: str) -> None:
    if abs(day - today_in(household=household)) > FURTHEST:
        raise BadInput("A menu is planned for a day within a year.", field)


def day_of(known: Known, date: dt.date) -> MenuDay:
    """Return a day, as it usually is where nobody has said."""
    found = known.by_date.get(date)
    return found or MenuDay(household=known.household, date=date, serve_at=USUAL_TIME)


def present(known: Known, date: dt.date) -> tuple[str, ...]:
    """Return who is there on a day, by eater id."""
    said = day_of(known, date).eaters
    return known.people if said is None else tuple(one for one in known.people if one in said)


def servings_of(known: Known, row: MenuMeal) -> dict[str, float]:
    """Return who has how many servings of a meal, of those who are there."""
    said = {eater: row.servings.get(eater, 1.0) for eater in present(known, row.date)}
    return {eater: count for eater, count in said.items() if count > 0}


def cooked_for(known: Known, row: MenuMeal) -> MenuMeal | None:
    """Return the cooking a meal is eaten of: itself, or the one it names."""
    if row.kind == "cooked":
        return row
    return next((one for one in known.rows if one.uid == row.of and one.kind == "cooked"), None)


def problem_of(known: Known, row: MenuMeal) -> str:
    """Return why a meal counts for nothing, empty where it does."""
    if row.kind == "shelf":
        batch = known.batches.get(row.batch) if row.batch else None
        if batch is None:
            return "That is not on the shelf any more."
        if not batch.food:
            return "Nobody knows what is in it, so it counts for nothing."
        return ""
    cooking = cooked_for(known, row)
    if cooking is None:
        return "What it was to be eaten of is off the menu. Cook it on this day, or take it off."
    if cooking.dish is None or cooking.dish.deleted_at is not None:
        return "This dish was put away. Bring it back in Dishes, or take it off the menu."
    return ""


def document_of(known: Known, cooking: MenuMeal) -> core.Dish:
    """Return the dish of a cooking at the size it is cooked in.

    Raises:
        SnaboError: it cannot be read any more, or no kitchen can make that size.
    """
    return _sized(known, cooking)[0]


def _sized(known: Known, cooking: MenuMeal) -> tuple[core.Dish, float]:
    """Return the dish of a cooking at its size, and the servings it makes as it is saved."""
    if cooking.dish is None:
        raise BadInput("This dish is gone.", "dish")
    # It was checked when it was saved.
    document = stored_dish(cooking.dish.draft)
    if cooking.makes is None or cooking.makes == document.servings:
        return document, document.servings
    times = document.times * cooking.makes / document.servings
    return resized(document, times, {}, known.library), document.servings


def menu_of(*, household: Household, first: dt.date | None, days: int) -> MenuAnswer:
    """Return a stretch of days, looked through.

    Raises:
        BadInput: too many days, or too far away.
    """
    known = known_menu(household=household, first=first or today_in(household=household), days=days)
    core_meals, records = _meals(known)
    setting = cooking_setting(household=household)
    shelf = _on_hand(known)
    view = menu_view(core_meals, known.days, [one for one, _ in shelf], setting,
                     book_of(household=household), known.library)  # fmt: skip
    by_day: dict[dt.date, list[PlannedMeal]] = defaultdict(list)
    for record in records:
        by_day[record.date].append(record)
    return MenuAnswer(
        today_in(household=household),
        [_day_record(known, date, by_day[date]) for date in known.days],
        view,
        [
            ShelfMeal(row.uid, one.name, one.grams, one.use_by)
            for one, row in shelf
            if row.food and keeping_in(row).group in EATEN_AS_IT_IS
        ],
    )


def _day_record(known: Known, date: dt.date, meals: list[PlannedMeal]) -> MenuDayRecord:
    day = day_of(known, date)
    return MenuDayRecord(
        date, day.serve_at, [*present(known, date)], day.eaters is None, day.guests, meals
    )


def _meals(known: Known) -> tuple[list[CoreMeal], list[PlannedMeal]]:
    """Return the meals that count, as the core has them, and the records of all shown."""
    documents: dict[UUID, tuple[core.Dish, float]] = {}
    core_meals, records = [], []
    for row in known.rows:
        problem = problem_of(known, row)
        cooking = cooked_for(known, row)
        dish, size, readings = None, 0.0, NONE
        if not problem:
            try:
                dish, size, readings = _dish_of(known, row, cooking, documents)
            except SnaboError as refusal:
                problem = refusal.sentence
        makes = (cooking.makes if cooking else None) or size
        servings = servings_of(known, row)
        records.append(
            PlannedMeal(
                row.uid, row.date, convert(row.kind, MealKind),  # type: ignore[arg-type]
                dish.title if dish else row.title,
                cooking.dish.uid if cooking and cooking.dish else None,
                row.of, cooking.date if cooking and row.of else None, row.batch, row.grams, makes,
                size, servings, problem, is_begun(known, row) or is_eaten(known, row),
            )
        )  # fmt: skip
        if dish is None:
            continue
        batch = known.batches.get(row.batch) if row.batch else None
        held = held_of(batch) if batch else None
        core_meals.append(
            CoreMeal(
                str(row.uid), row.date, convert(row.kind, MealKind),  # type: ignore[arg-type]
                dish, servings, day_of(known, row.date).guests,
                makes if row.kind == "cooked" else 0.0, str(row.of or ""),
                held.use_by if held else None, readings, keeping_in(batch) if batch else None,
                frozen=held is not None and held.place == "freezer",
            )
        )  # fmt: skip
    return core_meals, [one for one in records if one.date in known.days]


def core_meals_of(known: Known) -> list[CoreMeal]:
    """Return the meals that count, as the core has them."""
    return _meals(known)[0]


def _dish_of(
    known: Known,
    row: MenuMeal,
    cooking: MenuMeal | None,
    documents: dict[UUID, tuple[core.Dish, float]],
) -> tuple[core.Dish, float, Readings]:
    """Return what is eaten as a dish, the servings that makes as it is saved, what was weighed.

    Of one cooking it is the very same document every time.
    """
    if cooking is None:
        batch = known.batches[row.batch] if row.batch else None
        if batch is None:
            raise BadInput("That is not on the shelf any more.", "batch")
        people = sum(servings_of(known, row).values()) + day_of(known, row.date).guests
        dish = dish_of_batch(batch.name, batch.food, batch.form, row.grams, max(people, 1.0))
        return dish, 0.0, NONE
    if cooking.uid not in documents:
        documents[cooking.uid] = _sized(known, cooking)
    readings = readings_of(cooking.dish) if cooking.dish else NONE
    return *documents[cooking.uid], readings


def _on_hand(known: Known) -> list[tuple[OnHand, ShelfBatch]]:
    """Return what of the shelf is in no plan, what has to be eaten first on top."""
    taken = to_be_taken(known)
    again = {
        (cooking.dish_id, cooking.date)
        for row in known.rows
        if row.kind == "again" and (cooking := cooked_for(known, row)) is not None
    }
    uids = {dish.pk: dish.uid for row in known.rows if (dish := row.dish) is not None}
    meant = {(uids[dish], date) for dish, date in again if dish in uids}
    found = []
    for batch in known.batches.values():
        held = held_of(batch)
        left = held.left - taken.get(batch.uid, 0.0)
        # What is left over of a cooking is there to be eaten again.
        if left < LEAST_GRAMS or (batch.dish and (batch.dish, batch.made) in meant):
            continue
        if held.safe(known.days[0]):
            found.append((OnHand(str(batch.uid), batch.name, left, held.use_by), batch))
    return sorted(found, key=lambda pair: pair[0].use_by)


@writes
def change_day(*, household: Household, by: User, date: dt.date, form: DayForm) -> None:
    """Say when a day's meal is on the table and who is there.

    Raises:
        BadInput: a day too far away, or somebody who is not at the table.
    """
    _refuse_far(household, date, "date")
    day, _ = MenuDay.objects.get_or_create(
        household=household, date=date, defaults={"serve_at": USUAL_TIME}
    )
    if form.eaters is not UNSET:
        day.eaters = None if form.eaters is None else sorted({str(one) for one in form.eaters})
        there = Eater.objects.of(household).filter(deleted_at=None, uid__in=day.eaters or ())
        if there.count() != len(day.eaters or ()):
            raise BadInput("Somebody of these is not at this table.", "eaters")
    if form.serve_at is not UNSET:
        day.serve_at = form.serve_at.replace(second=0, microsecond=0, tzinfo=None)
    if form.guests is not UNSET:
        day.guests = form.guests
    day.save(update_fields=["serve_at", "eaters", "guests"])


@writes
def add_meal(*, household: Household, by: User, body: NewMeal) -> None:
    """Put a dish on a day, once.

    Raises:
        BadInput: nothing is named, too much is planned, or the id is another's.
    """
    known = MenuMeal.objects.filter(uid=body.id).first()
    if known is not None:
        if known.household_id != household.id:
            raise BadInput("This id is taken; load the page again.", "id")
        return
    _refuse_far(household, body.date, "date")
    here = MenuMeal.objects.of(household).filter(removed_at=None, date=body.date)
    if here.count() >= MOST_A_DAY:
        raise BadInput(f"{MOST_A_DAY} dishes are the most on one day.", "date")
    MenuMeal.objects.create(
        household=household, uid=body.id, date=body.date, kind=body.kind,
        makes=body.makes if body.kind == "cooked" else None, **_named(household, body),
    )  # fmt: skip


def _named(household: Household, body: NewMeal) -> dict[str, object]:
    """Return what a new meal is of."""
    if body.kind == "cooked":
        if body.dish is None:
            raise BadInput("Which dish?", "dish")
        dish = own_dish(household=household, dish_id=body.dish)
        return {"dish": dish, "title": dish.title}
    if body.kind == "again":
        cooking = _own(household, body.of)
        if cooking.kind != "cooked" or cooking.removed_at is not None:
            raise BadInput("Only what is cooked on the menu can be eaten again.", "of")
        if body.date < cooking.date:
            raise BadInput("It cannot be eaten before it is cooked.", "date")
        return {"of": cooking.uid, "title": cooking.title, "dish": cooking.dish}
    if body.batch is None:
        raise BadInput("What of the shelf?", "batch")
    batch = own_batch(household=household, batch_id=body.batch)
    held = held_of(batch)
    grams = held.left if body.grams is None else body.grams
    if batch.removed_at is not None or held.left < 1:
        raise BadInput("Nothing of that is left on the shelf.", "batch")
    if grams > held.left + 1:
        raise BadInput(f"There are only {held.left:.0f} g of it.", "grams")
    if body.date > held.use_by:
        raise BadInput(f"{batch.name} has to be eaten by {held.use_by:%-d %B}.", "date")
    return {"batch": batch.uid, "grams": grams, "title": batch.name}


def _own(household: Household, meal_id: UUID | None) -> MenuMeal:
    return get_object_or_404(MenuMeal.objects.of(household).select_for_update(), uid=meal_id)


@writes
def change_meal(*, household: Household, by: User, meal_id: UUID, body: MealChange) -> None:
    """Change a meal: its day, its size, who has how much; or cook it anew on its day.

    Raises:
        BadInput: a day too far away, before it is cooked, or an eater who is not at the table.
    """
    row = _own(household, meal_id)
    if body.date is not UNSET:
        _refuse_far(household, body.date, "date")
        row.date = body.date
    if body.servings is not UNSET:
        people = {str(one) for one in Eater.objects.of(household).values_list("uid", flat=True)}
        if set(body.servings) - people:
            raise BadInput("Somebody of these is not at this table.", "servings")
        row.servings = body.servings
    if body.cooked is True and row.kind == "again":
        row.kind, row.of = "cooked", None
    if body.makes is not UNSET and row.kind == "cooked":
        row.makes = body.makes
    if body.grams is not UNSET:
        row.grams = body.grams
    if row.kind == "again" and body.date is not UNSET:
        cooking = MenuMeal.objects.of(household).filter(uid=row.of).first() if row.of else None
        if cooking is not None and body.date < cooking.date:
            raise BadInput("It cannot be eaten before it is cooked.", "date")
    if row.kind == "shelf":
        _refuse_shelf(household, row, body)
    row.save(update_fields=["date", "servings", "makes", "grams", "kind", "of"])


def _refuse_shelf(household: Household, row: MenuMeal, body: MealChange) -> None:
    if row.batch is None:
        return
    batch = ShelfBatch.objects.of(household).filter(uid=row.batch, removed_at=None).first()
    if batch is None:
        return
    held = held_of(batch)
    if body.date is not UNSET and body.date > held.use_by:
        raise BadInput(f"{batch.name} has to be eaten by {held.use_by:%-d %B}.", "date")
    if body.grams is not UNSET and body.grams > held.left + 1:
        raise BadInput(f"There are only {held.left:.0f} g of it.", "grams")


@writes
def remove_meal(*, household: Household, by: User, meal_id: UUID) -> None:
    """Take a meal off the menu; `restore_meal` brings it back."""
    row = _own(household, meal_id)
    row.removed_at = timezone.now()
    row.save(update_fields=["removed_at"])


@writes
def restore_meal(*, household: Household, by: User, meal_id: UUID) -> None:
    """Bring a meal back that was taken off."""
    row = _own(household, meal_id)
    row.removed_at = None
    row.save(update_fields=["removed_at"])


@writes
def eat_meal(*, household: Household, by: User, meal_id: UUID) -> None:
    """Take a meal off the shelf, once.

    Raises:
        BadInput: it is not off the shelf, or cannot be taken any more.
    """
    row = _own(household, meal_id)
    if row.kind != "shelf" or row.batch is None:
        raise BadInput("Only what is eaten off the shelf is taken from it.", "kind")
    told = ShelfTold(_eating(row), row.batch, "took", row.grams)
    (outcome,) = tell_shelf(household=household, by=by, body=SentToShelf([told])).answers
    if outcome.outcome == "refused":
        raise BadInput(outcome.sentence, "grams")


def size_dish(*, household: Household, by: User, meal_id: UUID) -> None:
    """Save the dish of a cooking at the size it is cooked in, so that it is cooked so.

    Raises:
        BadInput: it is no cooking, its dish is gone, or no kitchen can make that size.
        Conflict: the dish was saved elsewhere meanwhile.
    """
    row = get_object_or_404(
        MenuMeal.objects.of(household).select_related("dish"), uid=meal_id, removed_at=None
    )
    if row.kind != "cooked" or row.dish is None or row.makes is None:
        raise BadInput("Nothing says how much of it is to be made.", "makes")
    known = known_menu(household=household, first=row.date, days=1)
    document = document_of(known, row)
    save_draft(
        household=household,
        by=by,
        dish_id=row.dish.uid,
        revision=row.dish.revision,
        document=document,
    )


def cooked_on(known: Known, dates: Iterable[dt.date]) -> list[MenuMeal]:
    """Return what is cooked on some days and can be, in the order of the days."""
    wanted = set(dates)
    return [
        row
        for row in known.rows
        if row.date in wanted and row.kind == "cooked" and not problem_of(known, row)
    ]


def card_of(*, household: Household, dish_id: UUID, left_at: str) -> TravelCard:
    """Return the card of a dish that travels, as it is cooked now.

    Raises:
        BadInput: that time cannot be read.
    """
    dish = own_dish(household=household, dish_id=dish_id)
    at = None
    if left_at:
        try:
            at = dt.datetime.fromisoformat(left_at)
        except ValueError as error:
            raise BadInput("When did it leave the fridge? Like 2026-03-05T18:30+01:00.",
                           "left_at") from error  # fmt: skip
    document = core.check(stored_dish(dish.draft))
    if at is not None and at.tzinfo is not None:
        at = at.astimezone(zone_of(household=household))
    allergens = allergen_list(household.label_region)
    return travel_card(document, allergens, library_of(household=household), at)
