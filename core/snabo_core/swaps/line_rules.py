"""What swapping a line changes in the method: the book's rules, by what a line was and is now."""

from __future__ import annotations

import re
from collections.abc import Mapping
from functools import cache

import msgspec

from snabo_core.book import entries_of
from snabo_core.dish import Line
from snabo_core.foods import Food, Library


class _State(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    classes: tuple[str, ...] = ()
    foods: tuple[str, ...] = ()
    forms: tuple[str, ...] = ()
    but: str = msgspec.field(default="", name="not")

    def holds(self, food: Food, form: str | None) -> bool:
        """Tell whether a food in a form is of this state; what `but` names is not looked at."""
        named = not (self.classes or self.foods)
        kind = named or food.food_class in self.classes or food.key in self.foods
        return kind and (not self.forms or (form or food.default_form) in self.forms)


class Before(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A step to do first: `words` name the food as {new}; minutes from low to high."""

    words: str
    technique: str
    minutes: tuple[float, float]
    cue: str


class LineRule(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What changes where a line was one thing and is another; see the file for each field."""

    was: frozenset[str]
    now: frozenset[str]
    strike: frozenset[str] = frozenset()
    beside: str = ""
    before: tuple[Before, ...] = ()
    at: frozenset[str] = frozenset()
    all: bool = False
    unless: str = ""
    verb: str = ""
    technique: str = ""
    cue: str = ""
    longer: tuple[float, float] = (0.0, 0.0)
    minutes: tuple[float, float] | None = None
    say: str = ""


class LineRules(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The whole file."""

    cues: tuple[str, ...]
    forms: Mapping[str, str]
    states: Mapping[str, _State]
    rule: tuple[LineRule, ...]

    def states_of(self, line: Line, library: Library) -> frozenset[str]:
        """Return every state of a line; none of one whose food nobody knows."""
        food = library.known(line.food)
        if food is None:
            return frozenset()
        held = {name for name, state in self.states.items() if state.holds(food, line.form)}
        return frozenset(name for name in held if self.states[name].but not in held)

    def between(self, old: Line, new: Line, library: Library) -> list[LineRule]:
        """Return what changes when one line stands in another's place."""
        was, now = self.states_of(old, library), self.states_of(new, library)
        return [rule for rule in self.rule if rule.was & was and rule.now & now and was != now]

    def is_of(self, key: str, state: str, lines: Mapping[str, Line], library: Library) -> bool:
        """Tell whether what goes in for a line of a dish is of a state; none is of ""."""
        line = lines.get(key)
        return bool(state) and line is not None and state in self.states_of(line.used(), library)

    @property
    def looks(self) -> re.Pattern[str]:
        """The words of a cue that a swap can make false."""
        return _looks(self.cues)


@cache
def _looks(cues: tuple[str, ...]) -> re.Pattern[str]:
    return re.compile(rf"\b(?:{'|'.join(cues)})\b", re.IGNORECASE)


@cache
def line_rules() -> LineRules:
    """Return the rules, read once."""
    return msgspec.convert(entries_of("line_steps.toml"), LineRules)
