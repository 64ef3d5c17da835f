"""Where a dish would have to split for all to share it, and what meals leave of a day."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import NONE, Dish, Part, Readings, all_lines
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate import Plate
from snabo_core.plate.eaters import standing
from snabo_core.plate.judging import ForEater
from snabo_core.plate.nutrients import LABELS, UNIT
from snabo_core.plate.rows import PLACE
from snabo_core.plate.setting import Setting
from snabo_core.plate.totals import Figure
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import Judged, judged
from snabo_core.views.verdicts import Cell
from snabo_core.wording import Message, in_energy_unit, listed, say

MOST_MEALS = 8
LEAST_OVER = 1e-6


@dataclass(frozen=True)
class MatrixRow:
    """A dish against every eater, and where it would have to split for them to share it."""

    dish: str
    title: str
    cells: tuple[Cell, ...]
    split: str


@dataclass(frozen=True)
class TableMatrix:
    """The household's dishes against its eaters."""

    eaters: tuple[str, ...]
    rows: tuple[MatrixRow, ...]


@dataclass(frozen=True)
class DayMeal:
    """A meal of a day: a dish and how many servings of it everybody has."""

    dish: str
    servings: float


@dataclass(frozen=True)
class DayRequest:
    """The meals of a day; nothing else of a diary."""

    meals: tuple[DayMeal, ...]


@dataclass(frozen=True)
class DayLine:
    """One daily limit of an eater: what the meals use of it and what they leave."""

    nutrient: str
    label: str
    unit: str
    at_least: float | None
    at_most: float | None
    used: Figure
    words: str
    met: bool


@dataclass(frozen=True)
class DayEater:
    """A day of one eater."""

    eater: str
    name: str
    lines: tuple[DayLine, ...]


@dataclass(frozen=True)
class DayView:
    """What the meals of a day leave for each eater."""

    titles: tuple[str, ...]
    eaters: tuple[DayEater, ...]


def split_of(made: Judged, cells: Sequence[Cell]) -> str:
    """Say where a dish would have to split so that those it does not suit could share it.

    The lines to keep apart are those somebody leaves out, and those that put an at-most
    limit over, the biggest first, until the rest is within it.
    """
    dish, people, plate = made.dish, made.people, made.plate
    fits = [p.eater.name for p, c in zip(people, cells, strict=True) if c.verdict != "does_not"]
    if not fits or len(fits) == len(people):
        return ""
    sentences = []
    for person, cell in zip(people, cells, strict=True):
        blamed = _to_keep_apart(person, plate)
        if cell.verdict != "does_not" or not blamed:
            continue
        touched = [part for part in dish.parts if _holds(part, blamed)]
        foods = [line.food_name for _, line in all_lines(dish) if line.id in blamed]
        values: dict[str, str | float] = {
            "name": person.eater.name,
            "where": listed([part.name.lower() for part in touched]),
            "foods": listed(list(dict.fromkeys(foods))),
        }
        shared = len(touched) < len(dish.parts)
        sentences.append(say(Message("split_at" if shared else "split_all", values)))
    return " ".join(sentences)


def _to_keep_apart(person: ForEater, plate: Plate) -> set[str]:
    blamed = {b.line_id for b in person.breaches if b.certainty == "contains"}
    for target, result in zip(person.eater.targets, person.standings, strict=True):
        limit = target.meal(target.at_most)
        if result.code not in {"over", "likely_misses"} or limit is None or not result.hard:
            continue
        brought = sorted(
            ((s.values[target.nutrient] or 0.0, s.line_id) for s in plate.lines), reverse=True
        )
        rest = sum(value for value, _ in brought) - limit - target.tolerance
        for value, line_id in brought:
            if rest <= LEAST_OVER or value <= 0:
                break
            blamed.add(line_id)
            rest -= value
    return blamed


def _holds(part: Part, blamed: set[str]) -> bool:
    return any(line.id in blamed for line in part.effective_lines())


@dataclass(frozen=True)
class Meal:
    """A dish of the day, how many servings everybody has, and what a run weighed of it."""

    dish: Dish
    servings: float
    readings: Readings = NONE


def day_view(meals: Sequence[Meal], setting: Setting, book: Book, library: Library) -> DayView:
    """Return what the meals of a day use of every daily limit, and what they leave.

    Args:
        meals: what is eaten.
        setting: eaters and rules of the household.
        book: the swap book.
        library: where foods are looked up.

    Raises:
        BadInput: too many meals, or a number of servings that cannot be.
    """
    if len(meals) > MOST_MEALS:
        raise BadInput(f"A day has at most {MOST_MEALS} meals here.", "meals")
    if any(not 0 < meal.servings <= 20 for meal in meals):
        raise BadInput("A meal is more than nothing and at most 20 servings.", "servings")
    eaten = None
    gone: dict[str, float] = {}
    for meal in meals:
        plate = judged(meal.dish, replace(setting, readings=meal.readings), book, library).plate
        share = meal.servings / meal.dish.servings
        totals = plate.totals.times(share)
        eaten = totals if eaten is None else eaten.plus(totals)
        for name, grams in plate.losses.items():
            gone[name] = gone.get(name, 0.0) + grams * share
    people = []
    for eater in setting.eaters:
        lines = []
        for target in eater.targets:
            if target.per != "day" or eaten is None:
                continue
            whole = replace(target, per="serving", day_share=1.0)
            counted = eater.counted_as(target.nutrient)
            lost = gone.get(target.nutrient, 0.0)
            found = standing(whole, eaten, 1.0, {}, lost=lost, counted_as=counted)
            place = PLACE[target.nutrient]
            lines.append(
                DayLine(
                    target.nutrient,
                    LABELS[target.nutrient],
                    UNIT.get(target.nutrient, "g"),
                    target.at_least,
                    target.at_most,
                    eaten.figure(target.nutrient, 1.0, eaten.edges[place]),
                    say(in_energy_unit(_left(found.message), setting.energy_unit)),
                    found.met,
                )
            )
        people.append(DayEater(eater.id, eater.name, tuple(lines)))
    return DayView(tuple(meal.dish.title for meal in meals), tuple(people))


def _left(message: Message) -> Message:
    """Word what is spare as what is left of the day, and what is short as still to come."""
    code = {"meets_most": "day_left", "short": "day_to_come"}.get(message.code)
    return Message(code, message.values) if code else message
