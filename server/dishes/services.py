"""Bringing, saving, keeping and computing dishes."""

import datetime as dt
import hashlib
from uuid import UUID, uuid4

import msgspec
from django.db.models import Count, F
from django.http import Http404
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household
from accounts.writing import writes
from config.problems import Conflict
from config.wire import convert, stored_dish
from dishes.homemade import refuse_cycles
from dishes.models import Dish, DishVersion
from foods.own import library_of
from foods.services import learned
from snabo_core import dish as core
from snabo_core.candidates import ranking as core_ranking
from snabo_core.compare import Column, compare_dishes, stand_in_columns
from snabo_core.errors import BadInput, SnaboError
from snabo_core.explain import explain as core_explain
from snabo_core.foods import Library
from snabo_core.frozen import Frozen, freeze
from snabo_core.line_swaps import line_swaps as core_line_swaps
from snabo_core.plate.setting import Setting
from snabo_core.preview import preview as core_preview
from snabo_core.recipe import lines_from, read_recipe, recipe_view, reread_line
from snabo_core.summary import summary as core_summary
from snabo_core.swaps.book import book
from snabo_core.swaps.roles import propose_slots
from snabo_core.table_view import day_view, matrix_row
from snabo_core.wire import (
    CompareDishRequest,
    DayRequest,
    DayView,
    DishComparison,
    DishSummary,
    Explained,
    ExplainRequest,
    LineSwapRequest,
    LineSwaps,
    MatrixRow,
    Preview,
    PreviewRequest,
    Ranking,
    RankRequest,
    RecipeView,
    RoleView,
    TableMatrix,
)
from table.services import setting_of

MOST_DISHES = 500
# Raised when figures of the list come out otherwise from the same documents.
RELEASE = "0.4.0"


class RecipeText(msgspec.Struct):
    """A pasted recipe and whose cups and spoons are meant."""

    text: str
    # None: by the recipe's own units, else the household's
    unit_system: core.UnitSystem | None


class LineText(msgspec.Struct):
    """One typed line."""

    text: str
    unit_system: core.UnitSystem


class LineFood(msgspec.Struct):
    """A line and the food somebody chose for it; `form` None means its usual form."""

    line: core.Line
    unit_system: core.UnitSystem
    food: str
    form: str | None


class VersionRecord(msgspec.Struct):
    """A kept version in a list."""

    number: int
    created_at: dt.datetime


class DishRecord(msgspec.Struct):
    """A dish in the list of dishes; `problem` says why there are no figures, if there are none."""

    id: UUID
    title: str
    version: int
    runs: int
    changed_at: dt.datetime
    summary: DishSummary | None
    problem: str


class DishDetail(msgspec.Struct):
    """A dish with its draft."""

    id: UUID
    revision: int
    document: core.Dish
    versions: list[VersionRecord]


class Saved(msgspec.Struct):
    """What a save came to."""

    revision: int


def read_text(household: Household, body: RecipeText) -> core.Dish:
    """Read a pasted recipe into a document with its starchy slots proposed.

    Raises:
        BadInput: there is nothing to read.
    """
    if not any(c.isalnum() for c in body.text):
        raise BadInput("Paste the recipe's text first: a title, ingredients, steps.", "text")
    foods = library_of(household)
    read = read_recipe(
        body.text, foods, body.unit_system, usual=household.unit_system, learned=learned(household)
    )
    return propose_slots(read, book(), foods)


def read_one(household: Household, body: LineText) -> list[core.Line]:
    """Read one typed line: a line for each food it names."""
    known = learned(household)
    return [*lines_from(body.text, library_of(household), body.unit_system, learned=known)]


def choose_food(household: Household, body: LineFood) -> core.Line:
    """Return a line with another food; its amount stays, its grams follow.

    Raises:
        UnknownFood: there is no such food or form.
    """
    foods = library_of(household)
    return reread_line(body.line, body.food, body.form, foods, body.unit_system)


def propose(household: Household, document: core.Dish) -> core.Dish:
    """Return the document with slots proposed anew for parts that have none."""
    return propose_slots(core.check(document), book(), library_of(household))


def look_through(document: core.Dish) -> RecipeView:
    """Return what the steps say and what the recipe leaves open.

    Raises:
        BadInput: the document breaks its rules.
    """
    return recipe_view(core.check(document))


def explain(household: Household, request: ExplainRequest) -> Explained:
    """Open one figure of a draft down to its lines; pure.

    Raises:
        BadInput: the document breaks its rules, or there is no such figure or scale.
    """
    setting = setting_of(household, request.eaters)
    return core_explain(core.check(request.dish), request, setting, book(), library_of(household))


def compare(household: Household, dish_id: UUID, request: CompareDishRequest) -> DishComparison:
    """Put a draft, kept versions and stand-ins beside the original; pure.

    Raises:
        BadInput: the document breaks its rules, or too much is compared.
    """
    dish = own_dish(household, dish_id)
    document = core.check(request.dish)
    foods = library_of(household)
    columns = [Column("draft", "as it is now", document)] if document.changed() else []
    for number in request.versions:
        version = get_object_or_404(dish.versions, number=number)
        kept = stored_dish(version.document)
        frozen = convert(version.frozen, Frozen)
        note = "as it was kept, for today's eaters"
        if frozen.note:
            note = f"{note}; {frozen.note}"
        columns.append(
            Column(f"version-{number}", f"version {number}", kept, frozen=frozen, note=note)
        )
    columns += stand_in_columns(document, request.stand_ins, book(), foods)
    setting = setting_of(household, request.eaters)
    return compare_dishes(document.original(), columns, setting, book(), foods)


def matrix(household: Household) -> TableMatrix:
    """Return the household's dishes against its eaters."""
    setting, foods = setting_of(household), library_of(household)
    found = Dish.objects.of(household).filter(deleted_at=None)[:MOST_DISHES]
    rows = tuple(row for dish in found if (row := _matrix_row(dish, setting, foods)) is not None)
    return TableMatrix(tuple(e.name for e in setting.eaters), rows)


def _matrix_row(dish: Dish, setting: Setting, foods: Library) -> MatrixRow | None:
    """Return a dish against the eaters, None for one that cannot be read any more."""
    try:
        return matrix_row(str(dish.uid), stored_dish(dish.draft), setting, book(), foods)
    except SnaboError:
        return None


def day(household: Household, request: DayRequest) -> DayView:
    """Return what the meals of a day leave for each eater; pure.

    Raises:
        BadInput: too many meals, or servings that cannot be.
    """
    meals = [
        (stored_dish(own_dish(household, meal.dish).draft), meal.servings) for meal in request.meals
    ]
    return day_view(meals, setting_of(household), book(), library_of(household))


def line_swaps(household: Household, request: LineSwapRequest) -> LineSwaps:
    """Compute what else would do for one line; pure.

    Raises:
        BadInput: the document breaks its rules, or the line is gone or unsettled.
    """
    setting = setting_of(household, request.eaters)
    foods = library_of(household)
    return core_line_swaps(core.check(request.dish), request.line, setting, book(), foods)


def dishes_of(household: Household) -> list[DishRecord]:
    """Return the household's dishes with their figures, last changed first.

    One that cannot be read any more is listed with what is wrong, and keeps no other away.
    """
    found = (
        Dish.objects.of(household)
        .filter(deleted_at=None)
        .annotate(kept=Count("versions", distinct=True), cooked=Count("runs", distinct=True))
        .order_by("-changed_at", "-id")
    )
    setting, foods = setting_of(household), library_of(household)
    table = hashlib.sha256(repr((setting.eaters, setting.rules, setting.microwave_watts)).encode())
    rests_on = f"{household.foods_revision}|{table.hexdigest()}|{foods.digest}|{RELEASE}"
    return [_listed(dish, rests_on, setting, foods) for dish in found[:MOST_DISHES]]


def _listed(dish: Dish, rests_on: str, setting: Setting, foods: Library) -> DishRecord:
    key = hashlib.sha256(f"{dish.revision}|{rests_on}".encode()).hexdigest()
    problem, figures = "", None
    try:
        if dish.summary_key == key and dish.summary is not None:
            figures = convert(dish.summary, DishSummary)
        else:
            figures = core_summary(core.check(stored_dish(dish.draft)), setting, book(), foods)
            # Only these two fields, and only of the revision they were computed from.
            Dish.objects.filter(pk=dish.pk, revision=dish.revision).update(
                summary=msgspec.to_builtins(figures), summary_key=key, changed_at=F("changed_at")
            )
    except SnaboError as refusal:
        problem = refusal.sentence
    return DishRecord(
        dish.uid, dish.title, dish.kept, dish.cooked, dish.changed_at, figures, problem
    )


def own_dish(household: Household, dish_id: UUID | str, *, lock: bool = False) -> Dish:
    """Return a dish of this household, 404 for anybody else's and for what is no id."""
    try:
        dish_id = UUID(str(dish_id))
    except ValueError as error:
        raise Http404 from error
    found = Dish.objects.of(household).filter(deleted_at=None)
    return get_object_or_404(found.select_for_update() if lock else found, uid=dish_id)


def detail(dish: Dish) -> DishDetail:
    """Return a dish with its draft."""
    versions = [VersionRecord(v.number, v.created_at) for v in dish.versions.all()]
    return DishDetail(dish.uid, dish.revision, stored_dish(dish.draft), versions)


@writes
def add_dish(
    household: Household, document: core.Dish, client_id: UUID | None = None
) -> DishDetail:
    """Store a brought dish; sent twice under the same id it is stored once.

    Raises:
        BadInput: the document breaks its rules, or there are too many dishes.
    """
    core.check(document)
    known = Dish.objects.filter(uid=client_id).first() if client_id else None
    if known is not None:
        if known.household_id != household.id:
            raise BadInput("This id is taken; load the page again.", "Client-Id")
        return detail(known)
    _refuse_too_many(household)
    dish = Dish.objects.create(
        household=household,
        uid=client_id or uuid4(),
        title=document.title[:200],
        draft=msgspec.to_builtins(document),
    )
    return detail(dish)


def _refuse_too_many(household: Household) -> None:
    if Dish.objects.of(household).filter(deleted_at=None).count() >= MOST_DISHES:
        raise BadInput(f"{MOST_DISHES} dishes are the most a household keeps.", "title")


@writes
def save_draft(household: Household, dish_id: UUID, revision: int, document: core.Dish) -> Saved:
    """Replace the draft if nobody else saved since `revision`.

    Raises:
        BadInput: the document breaks its rules, or would put the dish into itself.
        Conflict: it was saved elsewhere meanwhile.
    """
    core.check(document)
    dish = own_dish(household, dish_id, lock=True)
    refuse_cycles(household, dish.id, document)
    if dish.revision != revision:
        raise Conflict(
            "This dish was changed in another window. Your text is still here: "
            "load the other one, or save yours over it.",
            dish.revision,
        )
    dish.draft = msgspec.to_builtins(document)
    dish.title = document.title[:200]
    dish.revision += 1
    dish.save(update_fields=["draft", "title", "revision", "changed_at"])
    return Saved(dish.revision)


@writes
def keep_version(household: Household, dish_id: UUID) -> VersionRecord:
    """Keep the draft as a version that never changes; the same draft is not kept twice."""
    dish = own_dish(household, dish_id, lock=True)
    last = dish.versions.last()
    if last is not None and last.document == dish.draft:
        return VersionRecord(last.number, last.created_at)
    document = core.check(stored_dish(dish.draft))
    version = DishVersion.objects.create(
        dish=dish,
        number=last.number + 1 if last else 1,
        document=dish.draft,
        frozen=msgspec.to_builtins(
            freeze(document, library_of(household), book(), setting_of(household).rules)
        ),
    )
    return VersionRecord(version.number, version.created_at)


def version_document(household: Household, dish_id: UUID, number: int) -> core.Dish:
    """Return the document of a kept version."""
    version = get_object_or_404(own_dish(household, dish_id).versions, number=number)
    return stored_dish(version.document)


@writes
def remove_dish(household: Household, dish_id: UUID) -> None:
    """Put a dish away; `restore_dish` brings it back."""
    dish = own_dish(household, dish_id, lock=True)
    dish.deleted_at = timezone.now()
    dish.save(update_fields=["deleted_at"])


@writes
def restore_dish(household: Household, dish_id: UUID) -> DishDetail:
    """Bring a dish back.

    Raises:
        BadInput: there are too many dishes.
    """
    dish = get_object_or_404(Dish.objects.of(household).select_for_update(), uid=dish_id)
    if dish.deleted_at is not None:
        _refuse_too_many(household)
    dish.deleted_at = None
    dish.save(update_fields=["deleted_at"])
    return detail(dish)


def preview(household: Household, request: PreviewRequest) -> Preview:
    """Compute a draft; pure, nothing is stored.

    Raises:
        BadInput: the document breaks its rules.
    """
    return core_preview(
        core.check(request.dish),
        setting_of(household, request.eaters),
        book(),
        library_of(household),
        sequence=request.sequence,
        weighed=request.weighed,
    )


def rank(household: Household, request: RankRequest) -> Ranking:
    """Compute the stand-ins of a slot; pure.

    Raises:
        BadInput: the document breaks its rules or the slot's lines are unsettled.
    """
    return core_ranking(
        core.check(request.dish),
        request.part,
        request.slot,
        setting_of(household, request.eaters),
        book(),
        library_of(household),
        sequence=request.sequence,
    )


def role_views() -> list[RoleView]:
    """Return every role with the number of stand-ins the book has."""
    whole = book()
    return [RoleView(r.key, r.name, len(whole.stand_ins(r.key))) for r in whole.roles.values()]
