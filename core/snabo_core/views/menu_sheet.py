"""The run sheet of a menu: beside the cooking of each day, what waits is frozen, thawed, heated."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from snabo_core.foods import Library
from snabo_core.menu import Made, waits
from snabo_core.shelf import KeepingKind
from snabo_core.swaps.from_shelf import kind_of_dish
from snabo_core.swaps.words import reheating_words
from snabo_core.views.menu import MenuMeal
from snabo_core.views.sheet import SheetView
from snabo_core.views.sheet_jobs import THAW_FRIDGE
from snabo_core.wording import servings_text, worded

# Into the freezer once it is cool, so long after it is on the table: within the two hours.
TO_FREEZER = dt.timedelta(hours=1)
TodoKind = Literal["freeze", "thaw", "heat", "take_out"]


@dataclass(frozen=True)
class MenuTodo:
    """Something to do for a meal that is not cooked on its day; `minutes` is how long it takes."""

    meal: str
    kind: TodoKind
    at: dt.datetime
    minutes: float
    words: str


def busy_spans(sheet: SheetView, opens: dt.datetime) -> list[tuple[int, int]]:
    """Return when the hands of a sheet are at work, in minutes of another that opens then."""
    spans = []
    for item in sheet.items:
        if item.kind not in {"hands", "put_on"} or item.ends <= item.at:
            continue
        start, end = (int((at - opens).total_seconds() // 60) for at in (item.at, item.ends))
        spans.append((start, end))
    return spans


def todos_of(
    meals: Sequence[MenuMeal], serves: Mapping[dt.date, dt.datetime], library: Library
) -> list[MenuTodo]:
    """Return what is to be done for meals that are eaten again or come off the shelf.

    Args:
        meals: of the menu.
        serves: when each of its days is served.
        library: where foods are looked up.
    """
    cooked = {meal.id: meal for meal in meals if meal.kind == "cooked"}
    found: list[MenuTodo] = []
    for meal in meals:
        at = serves.get(meal.on)
        source = cooked.get(meal.of)
        if meal.kind == "shelf" and meal.keeping is not None and at is not None:
            found += _on_the_day(meal, meal.keeping, at, frozen=meal.frozen)
        if meal.kind != "again" or source is None:
            continue
        keeping = kind_of_dish(source.dish, library)
        how = waits(Made(source.id, source.on, source.makes, keeping), meal.on)
        frozen, made_at = how == "freezer", serves.get(source.on)
        if frozen and made_at is not None:
            words = worded("todo_freeze", servings=servings_text(meal.eaten), title=meal.dish.title)
            found.append(MenuTodo(meal.id, "freeze", made_at + TO_FREEZER, 0.0, words))
        if at is not None and how in {"fridge", "freezer"}:
            found += _on_the_day(meal, keeping, at, frozen=frozen)
    return sorted(found, key=lambda one: one.at)


def _on_the_day(
    meal: MenuMeal, keeping: KeepingKind, at: dt.datetime, *, frozen: bool
) -> list[MenuTodo]:
    """Return what is done with a dish that waited, up to when it is served."""
    title, found = meal.dish.title, []
    reheat = keeping.reheat
    minutes = reheat.minutes[1] if reheat is not None else 0.0
    begin = at - dt.timedelta(minutes=minutes)
    if frozen:
        words = worded("todo_thaw", title=title)
        thaw = begin - dt.timedelta(minutes=THAW_FRIDGE)
        found.append(MenuTodo(meal.id, "thaw", thaw, float(THAW_FRIDGE), words))
    if reheat is None or reheat.how == "cold":
        found.append(MenuTodo(meal.id, "take_out", begin, 0.0, worded("todo_out", title=title)))
        return found
    code = "todo_heat_74" if keeping.eaten_hot else "todo_heat"
    words = worded(code, title=title, how=reheating_words(reheat))
    found.append(MenuTodo(meal.id, "heat", begin, minutes, words))
    return found
