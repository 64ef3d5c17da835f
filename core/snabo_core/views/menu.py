"""The menu as a cook reads it: day by day what suits whom, what is left, and the week's mean."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Literal

from snabo_core.dish import NONE, Dish, Line, Part, Portion, Readings
from snabo_core.errors import SnaboError
from snabo_core.foods import Library
from snabo_core.menu import NOTHING, Made, families_in, running, spare, waits
from snabo_core.menu import Eaten as EatenServings
from snabo_core.plate.eaters import Eater
from snabo_core.plate.portions import sharing_of
from snabo_core.plate.setting import Setting
from snabo_core.shelf import KeepingKind
from snabo_core.swaps.book import Book
from snabo_core.swaps.from_shelf import kind_of_dish
from snabo_core.swaps.judged import Judged, judged
from snabo_core.views.table import DayLine, Eaten, day_lines, eaten_of, limit_line
from snabo_core.views.verdicts import Verdict, verdicts_of
from snabo_core.wording import day_words, days_words, listed, plain_number, servings_text, worded

MealKind = Literal["cooked", "again", "shelf"]
NoteKind = Literal["too_little", "left_over", "freeze", "too_long", "before", "running",
                   "shelf_first", "shelf_late", "cannot"]  # fmt: skip


@dataclass(frozen=True)
class MenuMeal:
    """One dish eaten on one day.

    `dish` is at the size it is cooked in; `servings` are by eater id, times what the dish gives
    them; `guests` more are eaten by others. `makes` are the servings a cooking makes. `of` names
    the meal it was cooked for, where it is eaten again; `use_by` is the day of a batch off the
    shelf, `keeping` its kind, `frozen` says that it has to thaw.
    """

    id: str
    on: dt.date
    kind: MealKind
    dish: Dish
    servings: Mapping[str, float]
    guests: float = 0.0
    makes: float = 0.0
    of: str = ""
    use_by: dt.date | None = None
    readings: Readings = NONE
    keeping: KeepingKind | None = None
    frozen: bool = False

    @cached_property
    def eaten(self) -> float:
        """The servings that are eaten, by everybody together."""
        return sum(self.servings.values()) + self.guests


@dataclass(frozen=True)
class OnHand:
    """Something on the shelf that no meal and no dish has planned for."""

    batch: str
    name: str
    grams: float
    use_by: dt.date


@dataclass(frozen=True)
class MealEater:
    """Whether a meal suits an eater, in a word and with what decides it."""

    eater: str
    verdict: Verdict
    words: str


@dataclass(frozen=True)
class MealView:
    """A meal with whom it suits; `left` are servings of a cooking that nobody eats."""

    id: str
    eaters: tuple[MealEater, ...]
    eaten: float
    left: float | None
    net_carbs: float | None


@dataclass(frozen=True)
class EaterLimits:
    """Limits of one eater, over a day or as the mean of a week's `days`."""

    eater: str
    name: str
    lines: tuple[DayLine, ...]
    days: int = 1


@dataclass(frozen=True)
class MenuDayView:
    """A day: its meals, and what they leave each eater of it."""

    date: dt.date
    meals: tuple[MealView, ...]
    eaters: tuple[EaterLimits, ...]


@dataclass(frozen=True)
class MenuNote:
    """Something to know or to do: of a meal, of a batch, or of the menu as a whole."""

    kind: NoteKind
    words: str
    meal: str = ""
    batch: str = ""
    day: dt.date | None = None


@dataclass(frozen=True)
class MenuView:
    """The days, the mean of each limit over those with a meal, and what there is to say."""

    days: tuple[MenuDayView, ...]
    week: tuple[EaterLimits, ...]
    notes: tuple[MenuNote, ...]


def dish_of_batch(name: str, food: str, form: str | None, grams: float, servings: float) -> Dish:
    """Return a batch that is eaten as it is as a dish of one line, so that it is judged as one."""
    line = Line("batch", name, food=food, form=form, food_name=name, grams_low=grams, grams=grams,
                grams_high=grams)  # fmt: skip
    return Dish(name, servings, (Part("batch", name, (line,)),))


def menu_view(
    meals: Sequence[MenuMeal],
    days: Sequence[dt.date],
    shelf: Sequence[OnHand],
    setting: Setting,
    book: Book,
    library: Library,
) -> MenuView:
    """Return a menu looked through.

    Args:
        meals: what is eaten on them, and what is cooked before or eaten after of the same.
        days: the days in order, those without a meal among them.
        shelf: what is there and nobody has planned for.
        setting: the household's.
        book: the swap book.
        library: where foods are looked up.
    """
    table = _Table(setting, book, library)
    problems = []
    for meal in meals:
        try:
            table.judged(meal)
        except SnaboError as refusal:
            words = worded("menu_cannot", title=meal.dish.title, sentence=refusal.sentence)
            problems.append(MenuNote("cannot", words, meal.id, day=meal.on))
    broken = {note.meal for note in problems}
    meals = [meal for meal in meals if meal.id not in broken]
    shown = tuple(_day(day, meals, table) for day in days)
    inside = [meal for meal in meals if meal.on in days]
    week = tuple(_week(eater, inside, table) for eater in setting.eaters)
    notes = [
        *problems,
        *_of_cookings(meals, days, table),
        *_of_shelf(inside, shelf, days),
        *_running(inside),
    ]
    return MenuView(shown, tuple(one for one in week if one.days), tuple(notes))


@dataclass
class _Table:
    """The household, with each dish judged once."""

    setting: Setting
    book: Book
    library: Library
    known: dict[tuple[int, tuple[tuple[str, float], ...]], Judged] = field(default_factory=dict)

    def judged(self, meal: MenuMeal) -> Judged:
        """Return a meal's dish, judged for everybody at the table by how much each has of it."""
        otherwise = tuple(sorted(one for one in meal.servings.items() if one[1] != 1))
        # What is eaten again is the very document that was cooked.
        key = (id(meal.dish), otherwise)
        if key not in self.known:
            setting = replace(self.setting, readings=meal.readings)
            dish = _shared_so(meal.dish, dict(otherwise), len(setting.eaters))
            self.known[key] = judged(dish, setting, self.book, self.library)
        return self.known[key]

    def had(self, meals: Sequence[MenuMeal], eater: str) -> Eaten:
        """Return what somebody has of some meals."""
        return eaten_of(eater, [(self.judged(one), 1.0) for one in meals if eater in one.servings])


def _shared_so(dish: Dish, servings: Mapping[str, float], eaters: int) -> Dish:
    """Return a dish of which some have more or less than what it gives them."""
    if not servings:
        return dish
    usual = sharing_of(dish, eaters)
    kept = [one for one in dish.portions if one.eater not in servings]
    own = [Portion(eater, count * usual.of(eater)) for eater, count in servings.items()]
    return replace(dish, portions=(*kept, *own))


def _day(day: dt.date, meals: Sequence[MenuMeal], table: _Table) -> MenuDayView:
    here = [meal for meal in meals if meal.on == day]
    eaters = []
    for eater in table.setting.eaters:
        if any(eater.id in meal.servings for meal in here):
            lines = day_lines(eater, table.had(here, eater.id), table.setting)
            eaters.append(EaterLimits(eater.id, eater.name, lines))
    shown = tuple(_meal(meal, meals, table) for meal in here)
    return MenuDayView(day, shown, tuple(eaters))


def _meal(meal: MenuMeal, meals: Sequence[MenuMeal], table: _Table) -> MealView:
    made = table.judged(meal)
    cells = {cell.eater: cell for cell in verdicts_of(made)}
    eaters = tuple(
        MealEater(eater, cells[eater].verdict, cells[eater].words)
        for eater in meal.servings
        if eater in cells
    )
    left = spare(_made(meal, table), _eaten(meals)) if meal.kind == "cooked" else None
    return MealView(meal.id, eaters, meal.eaten, left, made.plate.figures["net_carbs"].best)


def _made(meal: MenuMeal, table: _Table) -> Made:
    return Made(meal.id, meal.on, meal.makes, _kind(meal, table))


def _kind(meal: MenuMeal, table: _Table) -> KeepingKind:
    return meal.keeping or kind_of_dish(meal.dish, table.library)


def _eaten(meals: Sequence[MenuMeal]) -> list[EatenServings]:
    return [
        EatenServings(meal.id, meal.of or meal.id, meal.on, meal.eaten)
        for meal in meals
        if meal.kind != "shelf"
    ]


def _week(eater: Eater, meals: Sequence[MenuMeal], table: _Table) -> EaterLimits:
    """Return the means over the days on which an eater has something.

    A limit of a day is held against the mean of the days, one of a serving against the mean of
    the servings.
    """
    had = [meal for meal in meals if meal.servings.get(eater.id)]
    days = len({meal.on for meal in had})
    if not had:
        return EaterLimits(eater.id, eater.name, (), 0)
    eaten = table.had(had, eater.id)
    servings = sum(meal.servings[eater.id] for meal in had)
    means = {"day": eaten.times(1 / days), "serving": eaten.times(1 / servings)}
    in_order = sorted(eater.targets, key=lambda target: target.per)
    lines = tuple(
        limit_line(eater, replace(target, per="serving", day_share=1.0), means[target.per],
                   table.setting)
        for target in in_order
    )  # fmt: skip
    return EaterLimits(eater.id, eater.name, lines, days)


def _of_cookings(
    meals: Sequence[MenuMeal], days: Sequence[dt.date], table: _Table
) -> list[MenuNote]:
    """Say where a cooking makes too little or too much, and how what is eaten later waits."""
    notes, over = [], []
    cooked = {meal.id: meal for meal in meals if meal.kind == "cooked"}
    for meal in cooked.values():
        if meal.on not in days:
            continue
        left = spare(_made(meal, table), _eaten(meals))
        title = meal.dish.title
        if left < -NOTHING:
            words = worded("menu_too_little", title=title, servings=plain_number(-left))
            notes.append(MenuNote("too_little", words, meal.id))
        elif left > NOTHING:
            over.append(worded("menu_of", title=title, servings=servings_text(left)))
    if over:
        notes.append(MenuNote("left_over", worded("menu_left_over", what=listed(over))))
    for meal in meals:
        known = cooked.get(meal.of)
        if meal.kind == "again" and known is not None and {meal.on, known.on} & {*days}:
            notes += _waiting(meal, _made(known, table))
    return notes


def _waiting(meal: MenuMeal, made: Made) -> list[MenuNote]:
    """Say what has to happen to a dish between the day it is cooked and the day it is eaten."""
    how, title = waits(made, meal.on), meal.dish.title
    fridge = made.keeping.days.get("fridge", 0)
    keeps = {"keeps": days_words(fridge), "source": made.keeping.source}
    if how == "before":
        return [MenuNote("before", worded("menu_before", title=title), meal.id, day=meal.on)]
    if how == "freezer":
        words = worded("menu_freeze", title=title, servings=servings_text(meal.eaten),
                       day=day_words(made.on), **keeps)  # fmt: skip
        return [MenuNote("freeze", words, meal.id, day=made.on)]
    if how == "too_long":
        last = day_words(made.on + dt.timedelta(days=fridge))
        words = worded("menu_too_long", title=title, last=last, **keeps)
        return [MenuNote("too_long", words, meal.id, day=meal.on)]
    return []


def _of_shelf(
    meals: Sequence[MenuMeal], shelf: Sequence[OnHand], days: Sequence[dt.date]
) -> list[MenuNote]:
    """Say what of the shelf has to be eaten in these days and is in no plan, first what is first.

    And what is planned for a day after its own.
    """
    notes = []
    for one in sorted(shelf, key=lambda batch: batch.use_by):
        if days and one.use_by <= days[-1]:
            words = worded("menu_shelf_first", name=one.name, grams=one.grams,
                           day=day_words(one.use_by))  # fmt: skip
            notes.append(MenuNote("shelf_first", words, batch=one.batch, day=one.use_by))
    for meal in meals:
        if meal.use_by is not None and meal.use_by < meal.on:
            words = worded("menu_shelf_late", name=meal.dish.title, day=day_words(meal.use_by))
            notes.append(MenuNote("shelf_late", words, meal.id, day=meal.on))
    return notes


def _running(meals: Sequence[MenuMeal]) -> list[MenuNote]:
    eaten = [(meal.on, families_in(meal.dish)) for meal in meals]
    return [
        MenuNote(
            "running",
            worded("menu_running", family=one.family.capitalize(), times=float(len(one.days)),
                   days=listed([f"{day:%A}" for day in one.days])),
            day=one.days[-1],
        )
        for one in running(eaten)
    ]  # fmt: skip
