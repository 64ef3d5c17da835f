"""Who can eat which dish, and what meals leave of a day."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import NONE, Dish, Readings
from snabo_core.errors import BadInput, SnaboError
from snabo_core.foods import Library
from snabo_core.plate.eaters import Eater, Target, standing
from snabo_core.plate.nutrients import LABELS, UNIT, Unit
from snabo_core.plate.rows import PLACE
from snabo_core.plate.setting import Setting
from snabo_core.plate.totals import Figure, Totals
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import Judged, judged
from snabo_core.views.verdicts import Cell
from snabo_core.wording import Message, in_energy_unit, say

MOST_MEALS = 8


@dataclass(frozen=True)
class MatrixRow:
    """A dish against every eater, and who has a variant of their own, in words."""

    dish: str
    title: str
    cells: tuple[Cell, ...]
    variants: str


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
    unit: Unit
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
    made = [
        (judged(m.dish, replace(setting, readings=m.readings), book, library), m) for m in meals
    ]
    people = []
    for eater in setting.eaters:
        eaten = eaten_of(eater.id, [(whole, meal.servings) for whole, meal in made])
        people.append(DayEater(eater.id, eater.name, day_lines(eater, eaten, setting)))
    return DayView(tuple(meal.dish.title for meal in meals), tuple(people))


@dataclass(frozen=True)
class Eaten:
    """The sums of what somebody has, None of nothing, and what left it with pressed liquid."""

    totals: Totals | None
    gone: Mapping[str, float]

    def times(self, share: float) -> Eaten:
        """Return so many times of it."""
        gone = {name: grams * share for name, grams in self.gone.items()}
        return Eaten(self.totals.times(share) if self.totals else None, gone)


def eaten_of(eater: str, meals: Sequence[tuple[Judged, float]]) -> Eaten:
    """Return the sums of some meals for an eater: so many times what each gives them.

    That is a serving of what they have of a dish, their variant of it, or their own portion.
    """
    eaten: Totals | None = None
    gone: dict[str, float] = {}
    for whole, servings in meals:
        own = whole.of(eater)
        share = servings * own.sharing.of(eater)
        totals = own.plate.totals.times(share)
        eaten = totals if eaten is None else eaten.plus(totals)
        for name, grams in own.plate.losses.items():
            gone[name] = gone.get(name, 0.0) + grams * share
    return Eaten(eaten, gone)


def day_lines(eater: Eater, eaten: Eaten, setting: Setting) -> tuple[DayLine, ...]:
    """Return how what somebody has in a day stands against each of their daily limits."""
    if eaten.totals is None:
        return ()
    whole = (
        replace(target, per="serving", day_share=1.0)
        for target in eater.targets
        if target.per == "day"
    )
    return tuple(limit_line(eater, target, eaten, setting, _left) for target in whole)


def limit_line(
    eater: Eater,
    target: Target,
    eaten: Eaten,
    setting: Setting,
    word: Callable[[Message], Message] = lambda message: message,
) -> DayLine:
    """Return how what somebody has stands against one limit, both over the same time.

    Raises:
        SnaboError: they have nothing.
    """
    if eaten.totals is None:
        message = "Nothing is eaten."
        raise SnaboError(message)
    counted = eater.counted_as(target.nutrient)
    lost = eaten.gone.get(target.nutrient, 0.0)
    found = standing(target, eaten.totals, 1.0, {}, lost=lost, counted_as=counted)
    edges = eaten.totals.edges[PLACE[target.nutrient]]
    return DayLine(
        target.nutrient,
        LABELS[target.nutrient],
        UNIT.get(target.nutrient, "g"),
        target.at_least,
        target.at_most,
        eaten.totals.figure(target.nutrient, 1.0, edges),
        say(in_energy_unit(word(found.message), setting.energy_unit)),
        found.met,
    )


def _left(message: Message) -> Message:
    """Word what is spare as what is left of the day, and what is short as still to come."""
    code = {"meets_most": "day_left", "short": "day_to_come"}.get(message.code)
    return Message(code, message.values) if code else message
