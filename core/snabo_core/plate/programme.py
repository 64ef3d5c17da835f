"""Rules of a time-limited way of eating: seven days of one starch as the centre, and the like."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass

from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate.rows import vegetable_share
from snabo_core.wording import Message

RULES = {
    "one_starch": "one starch as the centre",
    "one_fruit": "at most one fruit a day",
    "half_vegetables": "half of the plate is vegetables",
}
MOST_DAYS = 60


@dataclass(frozen=True)
class Programme:
    """A programme from a day on, for so many days; `rules` are keys of `RULES`."""

    start: dt.date
    days: int
    rules: tuple[str, ...]

    def runs_on(self, day: dt.date) -> bool:
        """Tell whether a day falls into it."""
        return self.start <= day < self.start + dt.timedelta(days=self.days)


@dataclass(frozen=True)
class RuleStanding:
    """Whether one rule of a programme is kept, and the words."""

    rule: str
    kept: bool
    message: Message


def check_programme(programme: Programme) -> None:
    """Refuse a programme that cannot be meant.

    Raises:
        BadInput: no rule, an unknown one, or no length.
    """
    if not programme.rules or any(rule not in RULES for rule in programme.rules):
        raise BadInput(f"A programme has rules among {', '.join(RULES)}.", "programme")
    if not 1 <= programme.days <= MOST_DAYS:
        raise BadInput(f"A programme lasts 1 to {MOST_DAYS} days.", "programme")


def rule_standings(
    programme: Programme | None, lines: Sequence[Line], library: Library, today: dt.date | None
) -> list[RuleStanding]:
    """Return how a dish keeps the rules of a programme that runs today; none, if it does not."""
    if programme is None or today is None or not programme.runs_on(today):
        return []
    foods = [(line, library.food(line.food)) for line in lines if line.food is not None]
    starches = list(dict.fromkeys(f.name for _, f in foods if f.starch == "full"))
    fruits = list(dict.fromkeys(f.name for _, f in foods if f.food_class == "fruit"))
    grams = sum(line.grams or 0.0 for line, _ in foods)
    greens = sum((line.grams or 0.0) * vegetable_share(f) for line, f in foods)
    found = []
    for rule in programme.rules:
        if rule == "one_starch":
            kept = len(starches) == 1
            words = Message("rule_starches", {"foods": ", ".join(starches) or "none"})
        elif rule == "one_fruit":
            kept = len(fruits) <= 1
            words = Message("rule_fruits", {"foods": ", ".join(fruits) or "none"})
        else:
            share = greens / grams if grams else 0.0
            kept = share >= 0.5
            words = Message("rule_vegetables", {"share": share})
        found.append(RuleStanding(rule, kept, words))
    return found
