"""Run sheets of drafts and of what is cooked; nothing is stored."""

import datetime as dt
import zoneinfo
from collections.abc import Sequence
from dataclasses import replace
from typing import Annotated
from uuid import UUID

import msgspec
from django.utils import timezone

from accounts.models import Household
from config.wire import stored_dish
from dishes.models import Dish
from dishes.services import own_dish
from dishes.shelving import takings_of
from foods.own import library_of
from foods.stand_ins import book_of
from runs.learning import cooking_setting
from shelf.services import short_of
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.exchange.calendar import Entry, calendar
from snabo_core.plate.setting import Setting
from snabo_core.swaps.frozen import Frozen, thaw
from snabo_core.views.dish_water import water_view
from snabo_core.views.method import cooked_steps
from snabo_core.views.sheet import SheetView, Wishes, sheet_view
from snabo_core.views.sheet_jobs import Jobs, jobs_of
from snabo_core.wording import listed

MOST_DISHES, MOST_COOKS = 8, 4
# A sheet looks so far ahead.
FURTHEST = dt.timedelta(days=3)
Short = Annotated[str, msgspec.Meta(max_length=120)]
Cooks = Annotated[int, msgspec.Meta(ge=1, le=MOST_COOKS)]
Instant = Annotated[dt.datetime, msgspec.Meta(tz=True)]


class SheetRequest(msgspec.Struct):
    """Which dishes are cooked together, and what the cook wishes for.

    `serve_at` None is as early as can be; `pins` hold tasks at a minute after `opens`, which the
    sheet says; None begins now. `ahead` are tasks done before.
    """

    dishes: Annotated[list[UUID], msgspec.Meta(min_length=1, max_length=MOST_DISHES)]
    serve_at: Instant | None = None
    cooks: Cooks | None = None
    pins: dict[Short, Annotated[int, msgspec.Meta(ge=-1440, le=10080)]] = {}
    ahead: list[Short] = []
    opens: Instant | None = None


class SheetDish(msgspec.Struct):
    """A dish of a sheet or an evening; `run` is its cooking, once that has begun."""

    id: UUID
    title: str
    servings: float
    run: UUID | None = None


class SheetAnswer(msgspec.Struct):
    """The sheet of some dishes; nothing is stored."""

    dishes: list[SheetDish]
    sheet: SheetView


def zone_of(*, household: Household) -> zoneinfo.ZoneInfo:
    """Return the household's zone."""
    return zoneinfo.ZoneInfo(household.zone)


def sheet_of(*, household: Household, body: SheetRequest) -> SheetAnswer:
    """Return the run sheet of some drafts; nothing is stored.

    Raises:
        BadInput: the time wished for is too far away.
    """
    dishes = [
        own_dish(household=household, dish_id=dish_id) for dish_id in dict.fromkeys(body.dishes)
    ]
    documents = [stored_dish(dish.draft) for dish in dishes]
    setting = cooking_setting(household=household)
    jobs = jobs_from(
        household=household,
        documents=documents,
        setting=setting,
        readings=[core.NONE] * len(documents),
        frozen=[None] * len(dishes),
    )
    opens = opens_at(household=household, body=body)
    wishes = _wishes(body, opens, setting)
    sheet = sheet_view(jobs, setting.equipment, wishes, opens)
    short = [
        words
        for doc in documents
        for words in short_of(household=household, wanted=takings_of(doc))
    ]
    if short:
        sheet = replace(sheet, why=(*short, *sheet.why))
    return SheetAnswer([_listed(d, doc, None) for d, doc in zip(dishes, documents, strict=True)],
                       sheet)  # fmt: skip


def calendar_of(*, household: Household, body: SheetRequest) -> bytes:
    """Return the run sheet of some drafts as a calendar file, the serving at its end."""
    answer = sheet_of(household=household, body=body)
    sheet, titles = answer.sheet, [dish.title for dish in answer.dishes]
    name = listed(titles)
    entries = [
        Entry(
            f"{item.task or f'{item.kind}-{item.start}'}@{body.dishes[0]}", item.words,
            "\n".join(word for word in (titles[item.dish], item.part, item.cue) if word),
            item.at, item.ends,
        )
        for item in sheet.items
        if item.kind != "free"
    ]  # fmt: skip
    entries.append(Entry(f"serve@{body.dishes[0]}", f"On the table: {name}", "", sheet.serve,
                         sheet.serve))  # fmt: skip
    return calendar(name, entries, timezone.now())


def _listed(dish: Dish, document: core.Dish, run: UUID | None) -> SheetDish:
    return SheetDish(dish.uid, document.title, document.servings, run)


def opens_at(*, household: Household, body: SheetRequest) -> dt.datetime:
    """Return the instant of minute 0: now, in whole minutes."""
    now = timezone.now()
    wished = body.opens
    if wished is not None and abs(wished - now) < FURTHEST:
        now = wished
    return now.replace(second=0, microsecond=0).astimezone(zone_of(household=household))


def _wishes(body: SheetRequest, opens: dt.datetime, setting: Setting) -> Wishes:
    cooks = body.cooks or setting.equipment.cooks
    serve_at = None
    if body.serve_at is not None:
        if body.serve_at - opens > FURTHEST:
            raise BadInput("A sheet looks three days ahead; choose a nearer time.", "serve_at")
        serve_at = int((body.serve_at - opens).total_seconds() // 60)
        serve_at = max(serve_at, 0)
    return Wishes(serve_at, cooks, body.pins, frozenset(body.ahead))


def jobs_from(
    *,
    household: Household,
    documents: Sequence[core.Dish],
    setting: Setting,
    readings: Sequence[core.Readings],
    frozen: Sequence[Frozen | None],
    weighed: bool = True,
) -> Jobs:
    """Return what there is to do; a version is cooked by what was frozen with it.

    `weighed` False leaves out what may be weighed at a version's steps.
    """
    made, waters = [], []
    for document, said, kept in zip(documents, readings, frozen, strict=True):
        library, book = library_of(household=household), book_of(household=household)
        if kept is not None:
            library, book, rules = thaw(kept, library, book)
            setting = replace(setting, rules=rules)
        here = replace(setting, readings=said)
        _, cooked, views = cooked_steps(document, here, book, library)
        made.append((cooked, views))
        if kept is not None and weighed:
            waters.append(water_view(document, here, book, library))
    return jobs_of(made, setting.equipment, waters)
