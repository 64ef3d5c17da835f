"""The method with its swapped lines: their steps' words, times and cues, and what is not done now.

Nothing is stored: with the line as it was, every word is as it was.
"""

from __future__ import annotations

import re
import uuid
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.dish import Dish, Line, MethodStep, Take, reaches_of
from snabo_core.foods import Library
from snabo_core.foods.library import words_of
from snabo_core.method import Ingredient
from snabo_core.method.clauses import Token, tokens_of
from snabo_core.method.facts import facts_of
from snabo_core.method.naming import KIND, WHICH, Mention, Names
from snabo_core.method.techniques import verbs_of
from snabo_core.quantities.step_facts import times_in
from snabo_core.quantities.vocabulary import class_of
from snabo_core.swaps.line_rules import Before, LineRule, line_rules
from snabo_core.swaps.scaling import NAMESPACE

# Words in front of a food that say in which form it comes.
_FORM_WORDS = {"frozen", "thawed", "defrosted", "tinned", "canned", "dried", "dry", "drained",
               "cooked", "fresh", "soaked", "boiled"}  # fmt: skip
GREASING, _GREASE = "brush", "Grease"
# No step is done in less.
LEAST_MINUTES = 1.0
SECONDS = 60.0


@dataclass(frozen=True)
class Swapped:
    """A line and what is used in its place, with the names that words call them by."""

    line: Line
    new: Line
    name: str
    rules: tuple[LineRule, ...]


@dataclass(frozen=True)
class Reworded:
    """A step with its swapped lines; `was` are its words before, `said` what to know beside it.

    `kind` tells one that is not done any more ("ghost") and one that is new ("line").
    """

    step: MethodStep
    kind: Literal["own", "ghost", "line"] = "own"
    was: str = ""
    said: tuple[str, ...] = ()


def other_food(line: Line) -> bool:
    """Tell a line in whose place something else is used, not only more or less of the same."""
    new = line.instead
    return new is not None and (new.food, new.form) != (line.food, line.form)


def swapped_lines(dish: Dish, library: Library) -> list[Swapped]:
    """Return the lines of a dish in whose place something else goes in."""
    found = []
    for part in dish.parts:
        gone = {key for slot in part.slots if slot.choice is not None for key in slot.line_ids}
        for line in part.lines:
            new = line.instead
            met = line.met() is not None
            if new is None or not other_food(line) or met or line.left_out or line.id in gone:
                continue
            rules = tuple(line_rules().between(line, new, library))
            found.append(Swapped(line, new, called(line, new)[0], rules))
    return found


def called(line: Line, new: Line) -> tuple[str, str]:
    """Return what the words call what goes in, and what it stands for: "frozen peas", "peas".

    The form is said where only the form is another.
    """
    name, old = (new.food_name or new.text).lower(), (line.food_name or line.text).lower()
    if new.food != line.food:
        return name, old
    forms = line_rules().forms
    return f"{forms.get(new.form or '', '')} {name}".strip(), (
        f"{forms.get(line.form or '', '')} {old}".strip()
    )


def reworded(method: Sequence[MethodStep], dish: Dish, library: Library) -> list[Reworded]:
    """Return the steps of a method as they are with the dish's line swaps.

    Args:
        method: in order; each takes lines and products of those before it.
        dish: whose lines they take.
        library: where foods are looked up.
    """
    steps = [Reworded(step) for step in method]
    swapped = swapped_lines(dish, library)
    if not swapped:
        return steps
    lines = [line for part in dish.parts for line in part.lines]
    words = _Words(lines, library)
    for one in swapped:
        for rule in one.rules:
            steps = _changed(steps, one, rule, {line.id: line for line in lines}, library)
        reached = reaches_of(step.step for step in steps)
        steps = [words.renamed(step, one, reached[step.step.id]) for step in steps]
    return steps


def _changed(
    steps: list[Reworded],
    swap: Swapped,
    rule: LineRule,
    lines: Mapping[str, Line],
    library: Library,
) -> list[Reworded]:
    """Return the steps with one rule of a swap: struck, put in before, and done otherwise."""
    key, rules = swap.line.id, line_rules()
    reached = reaches_of(one.step for one in steps)

    def handled(one: Reworded) -> bool:
        others = reached[one.step.id] - {key}
        alone = all(rules.is_of(other, rule.beside, lines, library) for other in others)
        return alone and key in reached[one.step.id]

    gone = {
        one.step.id: one.step.takes for one in steps
        if one.kind == "own" and one.step.technique in rule.strike and handled(one)
    }  # fmt: skip
    new: list[Reworded] = []
    for before in rule.before:
        new.append(_new(before, swap, new[-1].step.id if new else key))
    base = new[-1].step.id if new else key
    found: list[Reworded] = []
    done = False
    for one in steps:
        if one.step.id in gone:
            found.append(replace(one, kind="ghost"))
            continue
        takes = _passed(one.step.takes, gone, {key: base})
        if new and base in {take.ref for take in takes}:
            found, new = [*found, *new], []
        now = replace(one, step=replace(one.step, takes=takes))
        at = rule.at & {"*", one.step.technique} and key in reached[one.step.id]
        kept = any(
            rules.is_of(other, rule.unless, lines, library)
            for other in reached[one.step.id] - {key}
        )
        if at and one.kind == "own" and not kept and (rule.all or not done):
            now, done = _otherwise(now, rule, swap, first=not done), True
        found.append(now)
    return found


def _passed(
    takes: Iterable[Take], gone: Mapping[str, tuple[Take, ...]], renamed: Mapping[str, str]
) -> tuple[Take, ...]:
    """Return what a step takes once struck steps are only what went into them."""
    found: dict[str, Take] = {}
    for take in takes:
        inner = _passed(gone[take.ref], gone, renamed) if take.ref in gone else (take,)
        for one in inner:
            ref = renamed.get(one.ref, one.ref)
            found.setdefault(ref, Take(ref, one.share, one.fraction))
    return tuple(found.values())


def _new(before: Before, swap: Swapped, takes: str) -> Reworded:
    """Return a step that is done first, to the line or to what such a step made of it."""
    low, high = before.minutes
    place = f"{swap.line.id}/{swap.new.food}/{swap.new.form}/{before.words}"
    step = MethodStep(
        id=str(uuid.uuid5(NAMESPACE, place)), text="", words=before.words.format(new=swap.name),
        technique=before.technique, takes=(Take(takes),), minutes_low=low,
        minutes_high=high, until=before.cue, stated=("minutes",),
    )  # fmt: skip
    return Reworded(step, "line")


def _otherwise(one: Reworded, rule: LineRule, swap: Swapped, *, first: bool) -> Reworded:
    """Return a step done as a rule says: its verb, technique, cue and minutes."""
    step, words = one.step, one.step.words
    if rule.verb:
        words = _verb_changed(words, step.technique, rule.verb)
    looks = line_rules().looks
    until = step.until
    if rule.cue and looks.search(until or facts_of(words).until or ""):
        words, until = _cue_changed(words, rule.cue), rule.cue
    low, high = _minutes(step, rule)
    if (low, high) != (step.minutes_low, step.minutes_high):
        words = _time_changed(words, step, low, high)
    name = swap.name
    said = rule.say.format(new=name, New=f"{name[:1].upper()}{name[1:]}") if first else ""
    changed = replace(
        step, words=words, technique=rule.technique or step.technique, until=until,
        minutes_low=low, minutes_high=high,
    )  # fmt: skip
    was = one.was or (step.words if words != step.words else "")
    return replace(one, step=changed, was=was, said=(*one.said, *([said] if said else [])))


def _minutes(step: MethodStep, rule: LineRule) -> tuple[float, float]:
    if "minutes" in step.by_cook:
        return step.minutes_low, step.minutes_high
    if rule.minutes is not None:
        return rule.minutes
    low, high = (
        max(LEAST_MINUTES, had + more)
        for had, more in zip((step.minutes_low, step.minutes_high), rule.longer, strict=True)
    )
    timed = step.minutes_high > 0 and any(rule.longer)
    return (low, max(low, high)) if timed else (step.minutes_low, step.minutes_high)


def _verb_changed(words: str, key: str, verb: str) -> str:
    """Return words with a technique's own verb changed, as it was written, big or small."""
    for own in verbs_of(key):
        match = re.search(rf"\b{re.escape(own)}\b", words, re.IGNORECASE)
        if match is not None:
            new = verb.capitalize() if match.group()[:1].isupper() else verb
            return f"{words[: match.start()]}{new}{words[match.end() :]}"
    return words


def _cue_changed(words: str, cue: str) -> str:
    place = facts_of(words).cue
    if place is None:
        return words
    return f"{words[: place[0]].rstrip(' ,')} until {cue}{words[place[1] :]}".strip()


def _time_changed(words: str, step: MethodStep, low: float, high: float) -> str:
    """Return words with the minutes they state changed; those a side or a batch has stay."""
    for time in times_in(words):
        if (time.low / SECONDS, time.high / SECONDS) == (step.minutes_low, step.minutes_high):
            said = f"{low:g} to {high:g}" if low < high else f"{high:g}"
            return f"{words[: time.start]}{said} minutes{words[time.end :]}"
    return words


class _Words:
    """The names of a dish's lines in the words of its steps."""

    def __init__(self, lines: Sequence[Line], library: Library) -> None:
        self.names = Names(
            [Ingredient(line.id, "", line.clause or line.text, line.food) for line in lines],
            library,
        )
        self.library = library

    def renamed(self, one: Reworded, swap: Swapped, reached: frozenset[str]) -> Reworded:
        """Return a step that calls a line by what stands in its place."""
        greases = one.step.technique == GREASING
        if one.kind != "own" or (swap.line.id not in reached and not greases):
            return one
        words = one.step.words
        tokens = tokens_of(words)
        direct = any(take.ref == swap.line.id for take in one.step.takes)
        for mention in reversed(self.names.mentions([token.low for token in tokens])):
            if mention.first == 0 and greases and swap.line.id in mention.lines:
                # "Butter a dish" says what is done.
                words = f"{_GREASE}{words[tokens[0].end :]}"
            elif self._means(mention, swap, reached, tokens, direct=direct):
                words = _put(words, tokens, mention, swap)
        if words == one.step.words:
            return one
        was = one.was or one.step.words
        return replace(one, step=replace(one.step, words=words), was=was)

    def _means(
        self,
        mention: Mention,
        swap: Swapped,
        reached: frozenset[str],
        tokens: Sequence[Token],
        *,
        direct: bool,
    ) -> bool:
        """Tell a mention of the line alone whose words do not fit what stands in its place."""
        meant = [key for key in mention.lines if key in reached]
        if meant != [swap.line.id] or mention.fit <= WHICH:
            return False
        if not self._same_class(swap):
            return True
        said = {word for t in tokens[mention.first : mention.last] for word in words_of(t.low)}
        formed = mention.first > 0 and tokens[mention.first - 1].low in _FORM_WORDS
        # The form is said where the food itself goes in, not at all its later steps.
        first = direct and swap.new.food == swap.line.food
        return formed or first or not (said <= set(words_of(swap.name)) or mention.fit == KIND)

    def _same_class(self, swap: Swapped) -> bool:
        new = self.library.known(swap.new.food)
        return new is not None and self.names.class_of(swap.line.id) == new.food_class


def _put(words: str, tokens: Sequence[Token], mention: Mention, swap: Swapped) -> str:
    """Return words with what stands in where a line was named, and in which form that was."""
    first = mention.first
    ready = any(rule.strike for rule in swap.rules)
    while first and _tells_form(tokens[first - 1].low, ready=ready):
        first -= 1
    start, end = tokens[first].start, tokens[mention.last - 1].end
    name = swap.name.capitalize() if start == 0 else swap.name
    return f"{words[:start]}{name}{words[end:]}"


def _tells_form(word: str, *, ready: bool) -> bool:
    """Tell a word in front of a food that holds of what was there alone: "frozen", "chopped".

    `ready` says that what stands in now needs none of the work.
    """
    return word in _FORM_WORDS or (ready and class_of(word) == "prep")
