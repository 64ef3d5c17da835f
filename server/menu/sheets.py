"""One run sheet over the days of a menu, a day at a time; nothing is stored."""

import datetime as dt
from collections.abc import Iterator
from typing import Annotated
from uuid import UUID

import msgspec
from django.utils import timezone

from accounts.models import Household
from config.wire import ENCODER, stored_dish
from menu.services import Known, cooked_on, core_meals_of, day_of, document_of, is_begun, known_menu
from runs.learning import cooking_setting
from runs.sheets import Cooks, Instant, SheetDish, Short, jobs_from, zone_of
from snabo_core.dish import NONE
from snabo_core.errors import SnaboError
from snabo_core.plate.setting import Setting
from snabo_core.views.menu_sheet import MenuTodo, busy_spans, todos_of
from snabo_core.views.sheet import SheetView, Wishes, sheet_view
from snabo_core.views.sheet_jobs import Jobs, only
from snabo_core.wording import listed
from table.services import today_in

MOST_SHEET_DAYS, MOST_AHEAD = 7, 200
# A day's cooking may begin so long before it is served: what soaks overnight does.
BEFORE_SERVING = dt.timedelta(hours=24)
# Where the day before has no meal, what is made ahead is done by then.
USUAL_EVENING = dt.time(19, 0)


class MenuSheetRequest(msgspec.Struct):
    """Which days; `ahead` are tasks of a day that are done the day before it, by day."""

    first: dt.date
    days: Annotated[int, msgspec.Meta(ge=1, le=MOST_SHEET_DAYS)] = MOST_SHEET_DAYS
    cooks: Cooks | None = None
    ahead: dict[str, Annotated[list[Short], msgspec.Meta(max_length=MOST_AHEAD)]] = {}


class MenuSheetDay(msgspec.Struct):
    """A day that is cooked on: what its serving needs, and what was put off to the day before.

    `todos` are for meals that are not cooked on their day. `problem` says why there is no sheet,
    empty where there is one or nothing is cooked. `other_size` are dishes that are saved for
    another size than the one laid out here.
    """

    date: dt.date
    serves: Instant
    dishes: list[SheetDish]
    meals: list[UUID]
    sheet: SheetView | None
    before: SheetView | None
    todos: list[MenuTodo]
    problem: str
    other_size: list[str]


def menu_sheet(*, household: Household, body: MenuSheetRequest) -> Iterator[bytes]:
    """Yield the sheet of each day, as lines, in the order of the days.

    A later day works around the hands of an earlier one. What is made ahead for a day is done on
    the day before it.

    Raises:
        BadInput: too many days, or too far away.
    """
    known = known_menu(household=household, first=body.first, days=body.days)
    setting = cooking_setting(household=household)
    serves = {date: _serves(known, date) for date in known.days}
    meals = core_meals_of(known)
    todos = todos_of(meals, _around(known, serves), known.library)
    ids = {str(row.uid): row.date for row in known.rows}

    def lines() -> Iterator[bytes]:
        taken: list[SheetView] = []
        for date in known.days:
            mine = [one for one in todos if ids.get(one.meal) == date]
            mine += [one for one in todos if one.kind == "freeze" and one.at.date() == date
                     and one not in mine]  # fmt: skip
            day = _day(known, date, serves[date], setting, body, taken)
            taken += [one for one in (day.sheet, day.before) if one is not None]
            day.todos = sorted(mine, key=lambda one: one.at)
            yield ENCODER.encode(day) + b"\n"

    return lines()


def _serves(known: Known, date: dt.date) -> dt.datetime:
    return dt.datetime.combine(
        date, day_of(known, date).serve_at, zone_of(household=known.household)
    )


def _around(known: Known, serves: dict[dt.date, dt.datetime]) -> dict[dt.date, dt.datetime]:
    """Return when each day of any meal is served, those before and after the days shown too."""
    return {row.date: _serves(known, row.date) for row in known.rows} | serves


def _day(
    known: Known,
    date: dt.date,
    serves: dt.datetime,
    setting: Setting,
    body: MenuSheetRequest,
    taken: list[SheetView],
) -> MenuSheetDay:
    rows = [row for row in cooked_on(known, [date]) if not is_begun(known, row)]
    day = MenuSheetDay(date, serves, [], [row.uid for row in rows], None, None, [], "", [])
    if not rows:
        return day
    now = timezone.now().replace(second=0, microsecond=0).astimezone(serves.tzinfo)
    if serves <= now:
        day.problem = (
            "That time is over."
            if date >= today_in(household=known.household)
            else "That day is over."
        )  # fmt: skip
        return day
    try:
        documents = [document_of(known, row) for row in rows]
        jobs = jobs_from(
            household=known.household,
            documents=documents,
            setting=setting,
            readings=[NONE] * len(rows),
            frozen=[None] * len(rows),
        )
        day.dishes = [
            SheetDish(row.dish.uid, document.title, document.servings)
            for row, document in zip(rows, documents, strict=True)
            if row.dish is not None
        ]
        day.other_size = [
            document.title
            for row, document in zip(rows, documents, strict=True)
            if row.dish and document.servings != stored_dish(row.dish.draft).servings
        ]
        done = {job.dish for job in jobs.jobs.values()}
        silent = [one.title for at, one in enumerate(documents) if at not in done]
        if silent:
            day.problem = f"Nothing says how {listed(silent)} is cooked: write it in its Recipe."
        ahead = frozenset(body.ahead.get(date.isoformat(), ())) & set(jobs.jobs)
        cooks = body.cooks or setting.equipment.cooks
        opens = max(now, serves - BEFORE_SERVING)
        if ahead:
            evening = _serves(known, date - dt.timedelta(days=1))
            day.before = _sheet(only(jobs, ahead), setting, max(evening, now), now, cooks, taken)
            taken = [*taken, day.before]
        day.sheet = _sheet(jobs, setting, serves, opens, cooks, taken, ahead)
    except SnaboError as refusal:
        day.problem = refusal.sentence
    return day


def _sheet(
    jobs: Jobs,
    setting: Setting,
    serves: dt.datetime,
    opens: dt.datetime,
    cooks: int,
    taken: list[SheetView],
    ahead: frozenset[str] = frozenset(),
) -> SheetView:
    minutes = int((serves - opens).total_seconds() // 60)
    away = [span for sheet in taken for span in busy_spans(sheet, opens) if span[1] > 0]
    spans = [(max(0, start), end) for start, end in away if start < minutes]
    wishes = Wishes(minutes, cooks, ahead=ahead, away=spans if cooks == 1 else ())
    return sheet_view(jobs, setting.equipment, wishes, opens)
