"""What the screens show, computed: nothing of the cook's is stored here."""

import datetime as dt
import hashlib
from collections.abc import Iterator
from dataclasses import replace
from typing import Annotated, Any, Literal
from uuid import UUID

import msgspec
from django.core.cache import cache
from django.db.models import Count, F, TextField
from django.db.models.functions import Cast
from django.shortcuts import get_object_or_404

from accounts.models import Household
from config.paging import Cut, whole
from config.wire import ENCODER, convert, stored_dish
from dishes.models import Dish
from dishes.services import MOST_DISHES, own_dish
from foods.own import library_of
from foods.stand_ins import book_of
from runs.learning import cooking_setting
from runs.services import being_cooked, cooked_lately, last_runs, open_runs, readings_of
from shelf.services import held_of, keeping_in, own_batch
from snabo_core import __version__
from snabo_core import dish as core
from snabo_core.devices import Event, SimulatedProbe, SimulatedScale
from snabo_core.errors import BadInput, SnaboError, UnknownFood
from snabo_core.plate.setting import Setting
from snabo_core.swaps.branches import of_the_others
from snabo_core.swaps.from_shelf import OnShelf
from snabo_core.swaps.frozen import Frozen
from snabo_core.views.compare import (
    Column,
    CompareDishRequest,
    DishComparison,
    compare_dishes,
    stand_in_columns,
    variant_columns,
)
from snabo_core.views.dish_water import WaterRequest, WaterView, water_view
from snabo_core.views.explain import Explained, ExplainRequest
from snabo_core.views.explain import explain as core_explain
from snabo_core.views.foods import FoodFacts, UsedIn
from snabo_core.views.foods import food_facts as core_food_facts
from snabo_core.views.line_swaps import LineSwapRequest, LineSwaps
from snabo_core.views.line_swaps import line_swaps as core_line_swaps
from snabo_core.views.method import MethodRequest, MethodView
from snabo_core.views.method import method_view as core_method
from snabo_core.views.preview import Preview, PreviewRequest
from snabo_core.views.preview import preview as core_preview
from snabo_core.views.ranking import Ranking, RankRequest, RebaseRequest, RoleView, rebase_choice
from snabo_core.views.ranking import ranking as core_ranking
from snabo_core.views.resizing import ResizeRequest, ResizeView
from snabo_core.views.resizing import resize as core_resize
from snabo_core.views.run import opinion_words
from snabo_core.views.shelf import MeetRequest, MetView, OfferedView, met_view, offered_views
from snabo_core.views.summary import DishSummary, NextStep, next_step
from snabo_core.views.summary import summary as core_summary
from snabo_core.views.table import DayRequest, DayView, MatrixRow, Meal, TableMatrix, day_view
from snabo_core.views.variants import LikeRequest, LikeView, SplitRequest, SplitView
from snabo_core.views.variants import like as core_like
from snabo_core.views.variants import split as core_split
from snabo_core.views.ways import DishWays, WayFor, WaysPart, WaysRequest, smallest_ways
from snabo_core.views.ways import ways as core_ways
from snabo_core.wording import day_words, worded
from table.services import today_in

# Raised when figures of the list come out otherwise from the same documents.
RELEASE = f"{__version__} with own water"
WAYS_KEPT_SECONDS = 24 * 3600


Asking = (
    PreviewRequest
    | MethodRequest
    | RankRequest
    | ExplainRequest
    | CompareDishRequest
    | LineSwapRequest
    | WaysRequest
    | SplitRequest
    | WaterRequest
)


class DishRecord(msgspec.Struct):
    """A dish in the list of dishes; `problem` says why there are no figures, if there are none.

    `said` is what was said of it when it was cooked last.
    """

    id: UUID
    title: str
    version: int
    runs: int
    changed_at: dt.datetime
    summary: DishSummary | None
    problem: str
    next: NextStep
    said: str


def preview(*, household: Household, request: PreviewRequest) -> Preview:
    """Compute a draft; pure, nothing is stored.

    Raises:
        BadInput: the document breaks its rules.
    """
    return core_preview(
        core.check(request.dish),
        _setting(household, request),
        book_of(household=household),
        library_of(household=household),
        sequence=request.sequence,
        variant=request.variant,
    )


def method(*, household: Household, request: MethodRequest) -> MethodView:
    """Return the method of a draft as it is cooked now; pure.

    Raises:
        BadInput: the document breaks its rules.
    """
    setting = _setting(household, request)
    return core_method(
        core.check(request.dish),
        setting,
        book_of(household=household),
        library_of(household=household),
    )


def water(*, household: Household, request: WaterRequest) -> WaterView:
    """Return the water of a draft, part by part and as a whole; pure.

    Raises:
        BadInput: the document breaks its rules, or there is no such variant.
    """
    return water_view(
        core.check(request.dish),
        _setting(household, request),
        book_of(household=household),
        library_of(household=household),
        variant=request.variant,
    )


ScaleGrams = Annotated[float, msgspec.Meta(ge=0, le=100_000)]


class ScaleWish(msgspec.Struct):
    """What stands on a simulated scale and what it was tared at, in grams; then what happens.

    To `follow` a step is to put on what it may leave, from `low` to `high` with what it stands in;
    `step` names it, so that it leaves the same every time.
    """

    load: ScaleGrams = 0.0
    tared: ScaleGrams = 0.0
    happening: Literal["put", "tare", "follow"] = "put"
    grams: ScaleGrams = 0.0
    low: ScaleGrams = 0.0
    high: ScaleGrams = 0.0
    step: Annotated[str, msgspec.Meta(max_length=200)] = ""


class ScaleReports(msgspec.Struct):
    """Data reports in hexadecimal, ten a second, from the moment it happened.

    `load` grams stand on it from then on.
    """

    load: float
    reports: list[str]


# Seconds in which a simulated scale settles before anything happens, and that are then reported.
SETTLES, REPORTED = 4.0, 8.0


def simulated_scale(wish: ScaleWish) -> ScaleReports:
    """Return what a simulated scale reports after something happened to it."""
    begins, scale = 2 * SETTLES, SimulatedScale()
    follows = wish.happening == "follow"
    if wish.happening == "tare":
        load, happens = wish.load, Event(begins, "tare")
    else:
        load = round(scale.drawn(wish.low, wish.high, wish.step), 1) if follows else wish.grams
        happens = Event(begins, "put", load)
    events = [
        Event(0.0, "put", wish.tared), Event(SETTLES, "tare"), Event(SETTLES, "put", wish.load),
        happens,
    ]  # fmt: skip
    reports = scale.reports(events, begins + REPORTED)
    return ScaleReports(load, [report.hex() for at, report in reports if at >= begins])


class ProbeWish(msgspec.Struct):
    """What a simulated thermometer was at, and what it is stuck into, in degrees Celsius."""

    before: Annotated[float, msgspec.Meta(ge=-40, le=400)] = 20.0
    celsius: Annotated[float, msgspec.Meta(ge=-40, le=400)] = 20.0


class ProbeReadings(msgspec.Struct):
    """What it shows, in degrees Celsius, two readings a second, until it stands still."""

    celsius: list[float]


# Seconds that a simulated thermometer is watched.
WATCHED = 15.0


def simulated_probe(wish: ProbeWish) -> ProbeReadings:
    """Return what a simulated thermometer shows once it is stuck in."""
    shown = SimulatedProbe().readings(wish.before, wish.celsius, WATCHED)
    return ProbeReadings([celsius for _, celsius in shown])


def rank(*, household: Household, request: RankRequest) -> Ranking:
    """Compute the stand-ins of a slot; pure.

    Raises:
        BadInput: the document breaks its rules or the slot's lines are unsettled.
    """
    dish, setting = of_the_others(core.check(request.dish), _setting(household, request))
    return core_ranking(
        dish,
        request.part,
        request.slot,
        setting,
        book_of(household=household),
        library_of(household=household),
        sequence=request.sequence,
    )


def explain(*, household: Household, request: ExplainRequest) -> Explained:
    """Open one figure of a draft down to its lines; pure.

    Raises:
        BadInput: the document breaks its rules, or there is no such figure or scale.
    """
    setting = _setting(household, request)
    return core_explain(
        core.check(request.dish),
        request,
        setting,
        book_of(household=household),
        library_of(household=household),
    )


def compare(*, household: Household, dish_id: UUID, request: CompareDishRequest) -> DishComparison:
    """Put a draft, kept versions and stand-ins beside the original; pure.

    Raises:
        BadInput: the document breaks its rules, or too much is compared.
    """
    dish = own_dish(household=household, dish_id=dish_id)
    document = core.check(request.dish)
    foods = library_of(household=household)
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
    columns += variant_columns(document, request.variants)
    columns += stand_in_columns(document, request.stand_ins, book_of(household=household), foods)
    setting = _setting(household, request)
    return compare_dishes(
        document.original(), columns, setting, book_of(household=household), foods
    )


def line_swaps(*, household: Household, request: LineSwapRequest) -> LineSwaps:
    """Compute what else would do for one line; pure.

    Raises:
        BadInput: the document breaks its rules, or the line is gone or unsettled.
    """
    dish, setting = of_the_others(core.check(request.dish), _setting(household, request))
    foods = library_of(household=household)
    return core_line_swaps(dish, request.line, setting, book_of(household=household), foods)


def shelf_offers(*, household: Household, dish_id: UUID) -> list[OfferedView]:
    """Return what of a dish as it is now can go on the shelf with one press."""
    dish = own_dish(household=household, dish_id=dish_id)
    setting = replace(cooking_setting(household=household), readings=readings_of(dish))
    document = core.check(stored_dish(dish.draft))
    return [
        *offered_views(
            document, setting, book_of(household=household), library_of(household=household)
        )
    ]


def meet(*, household: Household, request: MeetRequest) -> MetView:
    """Return a draft with a line or a part met from the shelf; pure.

    Raises:
        BadInput: there is not so much, or no such line.
    """
    core.check(request.dish)
    row = own_batch(household=household, batch_id=convert(request.batch, UUID))
    held, keeping = held_of(row), keeping_in(row)
    today = today_in(household=household)
    if not held.safe(today):
        raise BadInput(worded("shelf_too_late", by=day_words(held.use_by)), "batch")
    shelved = OnShelf(str(row.uid), row.name, row.food, row.form, held.place == "freezer", keeping)
    return met_view(
        request,
        shelved,
        held.left,
        cooking_setting(household=household),
        book_of(household=household),
        library_of(household=household),
    )


def _setting(household: Household, request: Asking) -> Setting:
    return replace(
        cooking_setting(household=household, chosen=request.eaters), readings=request.readings
    )


def matrix(*, household: Household, cut: Cut = whole) -> TableMatrix:
    """Return the household's dishes against its eaters; one that cannot be read is left out."""
    found = (
        Dish.objects.of(household)
        .filter(deleted_at=None)
        .defer("draft")
        .prefetch_related(being_cooked())
    )
    summaries = _Summaries(household)
    rows = []
    for dish in cut(found):
        summary = summaries.of(dish)
        if summary is not None and (figures := summary[0]) is not None:
            row = MatrixRow(str(dish.uid), dish.title, figures.cells, figures.variants)
            rows.append(row)
    return TableMatrix(tuple(e.name for e in summaries.setting.eaters), tuple(rows))


def day(*, household: Household, request: DayRequest) -> DayView:
    """Return what the meals of a day leave for each eater; pure.

    Raises:
        BadInput: too many meals, or servings that cannot be.
    """
    dishes = [
        (own_dish(household=household, dish_id=meal.dish), meal.servings) for meal in request.meals
    ]
    meals = [Meal(stored_dish(dish.draft), n, readings_of(dish)) for dish, n in dishes]
    return day_view(
        meals,
        cooking_setting(household=household),
        book_of(household=household),
        library_of(household=household),
    )


def dishes_of(*, household: Household, cut: Cut = whole) -> list[DishRecord]:
    """Return the household's dishes with their figures, last changed first.

    One that cannot be read any more is listed with what is wrong, and keeps no other away.
    """
    found = (
        Dish.objects.of(household)
        .filter(deleted_at=None)
        .annotate(kept=Count("versions", distinct=True), cooked=Count("runs", distinct=True))
        .defer("draft")
        .order_by("-changed_at", "-id")
        .prefetch_related(being_cooked())
    )
    summaries = _Summaries(household)
    last = last_runs(household=household)
    records = []
    dish: Any
    for dish in cut(found):
        summary = summaries.of(dish)
        if summary is None:
            continue
        figures, problem = summary
        run = last.get(dish.id)
        step = next_step(
            figures, cooking=any(one.session_id for one in open_runs(dish)),
            to_share=run is not None and run.on_table and run.facts.sharing is None,
        )  # fmt: skip
        said = [words for one in run.facts.opinions if (words := opinion_words(one))] if run else []
        records.append(
            DishRecord(
                dish.uid, dish.title, dish.kept, dish.cooked, dish.changed_at, figures, problem,
                step, said[-1] if said else "",
            )
        )  # fmt: skip
    return records


def matrix_ways(*, household: Household) -> Iterator[bytes]:
    """Yield for each dish that does not suit everybody what would make it fit, as lines.

    What was found stays with the document and the table it was found for.
    """
    summaries = _Summaries(household)
    found = (Dish.objects.of(household).filter(deleted_at=None).prefetch_related(being_cooked()))[
        :MOST_DISHES
    ]

    def lines() -> Iterator[bytes]:
        for dish in found:
            try:
                ways_of = summaries.ways_of(dish)
            except SnaboError:
                continue
            yield ENCODER.encode(DishWays(str(dish.uid), ways_of)) + b"\n"

    return lines()


class _Summaries:
    """The kept summaries of a household's dishes, renewed where what they rest on has changed.

    A document is fetched only for a dish whose summary has to be renewed.
    """

    def __init__(self, household: Household) -> None:
        self.setting, self.foods = (
            cooking_setting(household=household),
            library_of(household=household),
        )
        self.book = book_of(household=household)
        known = self.setting
        people = repr(
            (
                known.eaters,
                known.rules,
                known.microwave_watts,
                sorted(known.learnt.items()),
                sorted(known.verdicts.items()),
            )
        )
        table = hashlib.sha256(people.encode()).hexdigest()
        self.rests_on = f"{household.foods_revision}|{table}|{self.foods.digest}|{RELEASE}"

    def _key(self, dish: Dish, setting: Setting) -> str:
        state = f"{dish.revision}|{setting.readings}|{self.rests_on}"
        return hashlib.sha256(state.encode()).hexdigest()

    def ways_of(self, dish: Dish) -> tuple[WayFor, ...]:
        """Return what would make a dish fit those it does not suit.

        Raises:
            SnaboError: its document cannot be read any more.
        """
        setting = replace(self.setting, readings=readings_of(dish))
        key = f"ways-{dish.uid}-{self._key(dish, setting)}"
        known: tuple[WayFor, ...] | None = cache.get(key)
        if known is None:
            document = core.check(stored_dish(dish.draft))
            known = smallest_ways(document, setting, self.book, self.foods)
            cache.set(key, known, WAYS_KEPT_SECONDS)
        return known

    def of(self, dish: Dish) -> tuple[DishSummary | None, str] | None:
        """Return a dish's summary, or None and the sentence that says why there is none.

        None alone for a dish that was erased since it was listed.
        """
        setting = replace(self.setting, readings=readings_of(dish))
        key = self._key(dish, setting)
        try:
            if dish.summary_key == key and dish.summary is not None:
                return convert(dish.summary, DishSummary), ""
            document = core.check(stored_dish(dish.draft))
            figures = core_summary(document, setting, self.book, self.foods)
        except SnaboError as refusal:
            return None, refusal.sentence
        except Dish.DoesNotExist:
            # Its document was not fetched with the list.
            return None
        # Only these two fields, and only of the revision they were computed from.
        Dish.objects.filter(pk=dish.pk, revision=dish.revision).update(
            summary=msgspec.to_builtins(figures), summary_key=key, changed_at=F("changed_at")
        )
        return figures, ""


def split(*, household: Household, request: SplitRequest) -> SplitView:
    """Part a draft so that everybody can eat it; pure.

    Raises:
        BadInput: the document breaks its rules.
    """
    core.check(request.dish)
    setting = _setting(household, request)
    return core_split(
        request, setting, book_of(household=household), library_of(household=household)
    )


def like(*, household: Household, request: LikeRequest) -> LikeView:
    """Return a draft with a variant for how somebody wants it; pure.

    Raises:
        BadInput: the document breaks its rules, or it is for nobody or for somebody who has one.
    """
    core.check(request.dish)
    found = core_like(
        request,
        cooking_setting(household=household),
        book_of(household=household),
        library_of(household=household),
    )
    core.check(found.dish)
    return found


def rebase(*, household: Household, request: RebaseRequest) -> core.Choice:
    """Return a chosen stand-in for a vegetable of another size; pure.

    Raises:
        BadInput: the document breaks its rules, or the weight cannot be.
    """
    core.check(request.dish)
    return rebase_choice(request, book_of(household=household), library_of(household=household))


def resize(*, household: Household, request: ResizeRequest) -> ResizeView:
    """Return a draft at another size; pure.

    Raises:
        BadInput: the document breaks its rules, or no kitchen can make that size.
    """
    core.check(request.dish)
    setting = cooking_setting(household=household)
    return core_resize(
        request, setting, book_of(household=household), library_of(household=household)
    )


def ways(*, household: Household, request: WaysRequest) -> Iterator[bytes]:
    """Yield the ways to make a draft fit, each part of the answer as a line; pure.

    Raises:
        BadInput: the document breaks its rules.
    """
    core.check(request.dish)
    whole, foods = book_of(household=household), library_of(household=household)
    setting = replace(
        _setting(household, request), lately=cooked_lately(household=household, whole=whole)
    )

    def lines() -> Iterator[bytes]:
        try:
            for part in core_ways(request, setting, whole, foods):
                yield ENCODER.encode(part) + b"\n"
        except SnaboError as refusal:
            # The answer has begun: what is wrong is a part of it.
            yield ENCODER.encode(WaysPart(request.sequence, "open", refusal.sentence)) + b"\n"

    return lines()


def role_views(*, household: Household) -> list[RoleView]:
    """Return every role with the number of stand-ins the book has."""
    whole = book_of(household=household)
    units = {role: file.unit for role, file in whole.files.items() if file.basis == "units"}
    return [
        RoleView(r.key, r.name, len(whole.stand_ins(r.key)), units.get(r.key, ""))
        for r in whole.roles.values()
    ]


def food_facts(
    *, household: Household, key: str, form: str | None = None, grams: float = 100.0
) -> FoodFacts:
    """Return everything known of a food, for so many grams of it.

    Raises:
        UnknownFood: there is none of that key, or not in that form.
        BadInput: grams that cannot be.
    """
    if len(key) > 200:
        raise UnknownFood("There is no food with a key that long.", "food")
    return core_food_facts(
        key,
        library_of(household=household),
        form=form,
        grams=grams,
        polyols=household.polyols,
        system=household.unit_system,
        used_in=used_in(household=household, key=key),
    )


def used_in(*, household: Household, key: str) -> list[UsedIn]:
    """Return the household's dishes whose draft uses a food, with its grams in each."""
    found = []
    written = Cast("draft", TextField())
    holding = Dish.objects.of(household).annotate(written=written)
    for dish in holding.filter(deleted_at=None, written__contains=f'"{key}"'):
        document = stored_dish(dish.draft)
        lines = [line for _, line in core.all_lines(document) if line.food == key]
        if lines:
            grams = [line.grams for line in lines]
            known = None if None in grams else sum(g for g in grams if g is not None)
            found.append(UsedIn(str(dish.uid), dish.title, known))
    return found
