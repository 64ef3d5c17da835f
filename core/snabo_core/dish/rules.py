"""The rules a dish document keeps."""

from __future__ import annotations

import math
from dataclasses import replace

from snabo_core.dish.changes import applied
from snabo_core.dish.document import PLAIN, ROLES, SCHEMA, Choice, Dish, Part
from snabo_core.dish.lines import Line
from snabo_core.errors import BadInput, Outdated
from snabo_core.unseen import one_line

MAX_PARTS, MAX_LINES, MAX_TEXT = 40, 600, 400_000
MAX_GRAMS, MAX_SERVINGS = 50_000.0, 200.0
MAX_USES, MAX_ACCEPTED, MAX_ALTERNATIVES = 6, 200, 6
MAX_PINNED = 1000
MOST_TIMES = 100.0
MAX_ASIDES, MAX_ASIDE_TEXT = 400, 2000
MAX_CHOICE_STEPS, MAX_NAME = 60, 200
MAX_OVEN = 350.0
MAX_VARIANTS, MAX_CHANGES = 8, 300
MAX_METHOD, MAX_WORDS, MAX_MINUTES = 600, 2000, 10_000.0
# Portions typed in whole grams may come to a little more than the whole.
SHARED_SLACK = 0.001


def check_schema(dish: Dish) -> None:
    """Refuse a document that a page of another release wrote.

    Raises:
        Outdated: its schema is not today's.
    """
    if dish.schema != SCHEMA:
        raise Outdated(
            "This page was loaded before the last update. Your text stays in this browser: "
            "load the page again.",
            "schema",
        )


def check(dish: Dish) -> Dish:
    """Return the dish if it keeps the document's rules.

    Raises:
        Outdated: it is of another schema.
        BadInput: a rule is broken; names the field.
    """
    check_schema(dish)
    if not dish.title.strip():
        raise BadInput("Give the dish a name.", "title")
    if not one_line(dish.title):
        raise BadInput("The dish's name stands on one line.", "title")
    _bounded(dish.servings, 0.25, MAX_SERVINGS, "servings", "Servings")
    if len(dish.parts) > MAX_PARTS:
        raise BadInput(f"A dish holds at most {MAX_PARTS} parts.", "parts")
    if len(dish.source_text) > MAX_TEXT:
        raise BadInput("The text of the recipe is too long to keep.", "source_text")
    if len(dish.accepted) > MAX_ACCEPTED or len(dish.pinned) > MAX_PINNED:
        raise BadInput("More is used or pinned than a recipe can hold.", "pinned")
    if len(dish.asides) > MAX_ASIDES or any(len(a.text) > MAX_ASIDE_TEXT for a in dish.asides):
        raise BadInput("More is set aside than a recipe can hold.", "asides")
    _bounded(dish.times, 1 / MOST_TIMES, MOST_TIMES, "times", "The size")
    _check_ids(dish)
    _check_method(dish)
    _check_portions(dish)
    _check_variants(dish)
    for part in dish.parts:
        _check_taken(part)
        own = {line.id for line in part.lines}
        for slot in part.slots:
            if slot.role != PLAIN and slot.role not in ROLES:
                raise BadInput(f"There is no role called {slot.role}.", "role")
            if not set(slot.line_ids) <= own:
                raise BadInput("A slot names a line its part does not have.", "line_ids")
            if slot.choice is not None:
                _check_choice(slot.choice)
        for line in part.lines:
            _check_line(line)
            _check_met(line, own)
    return dish


def _check_met(line: Line, own: set[str]) -> None:
    """What comes from the shelf stands in a line's place, and covers others of its part."""
    if line.shelf is not None:
        raise BadInput(
            f"'{line.text}' is the recipe's own: the shelf meets it, it is none.", "shelf"
        )
    batch = line.instead.shelf if line.instead else None
    if batch is None:
        return
    if line.id in batch.covers or not set(batch.covers) <= own:
        raise BadInput("What comes from the shelf covers lines its part does not have.", "covers")
    if not 0 <= batch.minutes_low <= batch.minutes_high <= MAX_MINUTES:
        raise BadInput("Heating it again takes 0 minutes or more, low to high.", "shelf")


def _check_portions(dish: Dish) -> None:
    if dish.expected_grams is not None:
        _bounded(
            dish.expected_grams, 1.0, MAX_GRAMS, "expected_grams", "Grams of the finished dish"
        )
    if len({portion.eater for portion in dish.portions}) != len(dish.portions):
        raise BadInput("Somebody has two portions; join them.", "portions")
    for portion in dish.portions:
        _bounded(portion.share, 0.0, MAX_SERVINGS, "portions", "A portion's share of the dish")
    out = sum(portion.share for portion in dish.portions)
    if out > 1 + SHARED_SLACK:
        raise BadInput(
            f"The portions come to {out:.0%} of the dish. Which is off?".replace("%", " %"),
            "portions",
        )


def _check_variants(dish: Dish) -> None:
    """Every eater has one dish; what a variant changes keeps the rules of a dish."""
    if len(dish.variants) > MAX_VARIANTS:
        raise BadInput(f"A dish parts into at most {MAX_VARIANTS} variants.", "variants")
    if len({variant.id for variant in dish.variants}) != len(dish.variants):
        raise BadInput("Two variants carry the same id.", "variants")
    eaters = [eater for variant in dish.variants for eater in variant.eaters]
    if len(set(eaters)) != len(eaters):
        raise BadInput("Somebody is to have two variants; take them out of one.", "variants")
    for variant in dish.variants:
        name = variant.name.strip()
        if not name or len(name) > MAX_NAME or not one_line(name):
            raise BadInput(f"Name the variant in 1 to {MAX_NAME} letters.", "variants")
        _bounded(variant.others, 0.0, MAX_SERVINGS, "variants", "More servings of a variant")
        if len(variant.changes) > MAX_CHANGES or len(variant.waits) > MAX_LINES:
            raise BadInput("A variant changes more than a dish can hold.", "variants")
        for change in variant.changes:
            if change.kind == "set_choice" and change.choice is not None:
                _check_choice(change.choice)
            if change.line is not None:
                _check_line(change.line)
        try:
            check(replace(applied(dish, variant.changes), variants=()))
        except BadInput as bad:
            raise BadInput(f"In the variant {name}: {bad}", "variants") from bad


def _check_choice(choice: Choice) -> None:
    for line in choice.lines:
        _check_line(line)
    if choice.kind == "book" and not choice.stand_in:
        raise BadInput("A stand-in of the book has a name there.", "choice")
    if choice.kind != "book" and (choice.stand_in or choice.steps):
        raise BadInput("What is chosen by hand is no stand-in of the book.", "choice")
    if choice.kind == "out" and choice.lines:
        raise BadInput("What is left out has no lines.", "choice")
    if len(choice.steps) > MAX_CHOICE_STEPS or len(choice.name) > MAX_NAME:
        raise BadInput("This stand-in is longer than a stand-in can be.", "choice")


def _check_taken(part: Part) -> None:
    taken = part.taken
    if taken is None:
        return
    _bounded(taken.share, 0.0, 1.0, "taken", f"The share used of {part.name}")
    for grams in (taken.grams, taken.makes_grams):
        if grams is not None:
            _bounded(grams, 0.0, MAX_GRAMS, "taken", f"Grams of {part.name}")
    if taken.makes_grams == 0:
        raise BadInput(f"{part.name} weighs more than nothing when it is done.", "taken")


def _check_method(dish: Dish) -> None:
    """A step takes what is made before it, in bounds a kitchen has."""
    if len(dish.method) > MAX_METHOD:
        raise BadInput(f"A method holds at most {MAX_METHOD} steps.", "method")
    made: set[str] = set()
    known = {line.id for part in dish.parts for line in part.lines}
    for step in dish.method:
        if step.id in made:
            raise BadInput("Two steps of the method carry the same id.", "method")
        if len(step.words) > MAX_WORDS or not step.words.strip():
            raise BadInput(f"A step has 1 to {MAX_WORDS} letters.", "method")
        if not 0 <= step.minutes_low <= step.minutes_high <= MAX_MINUTES:
            raise BadInput(f"'{step.words[:40]}' takes 0 to {MAX_MINUTES:.0f} minutes.", "method")
        if step.oven_c is not None and not 0 < step.oven_c <= MAX_OVEN:
            raise BadInput(f"No kitchen oven goes to {step.oven_c:.0f} C.", "method")
        later = {take.ref for take in step.takes} - made - known
        if later & {other.id for other in dish.method}:
            raise BadInput(
                f"'{step.words[:40]}' takes what a later step makes; move it down.", "method"
            )
        made.add(step.id)


def _check_ids(dish: Dish) -> None:
    lines = [line for part in dish.parts for line in part.lines]
    lines += [
        line
        for part in dish.parts
        for slot in part.slots
        if slot.choice
        for line in slot.choice.lines
    ]
    if len(lines) > MAX_LINES:
        raise BadInput(f"A dish holds at most {MAX_LINES} lines.", "lines")
    for ids in ([line.id for line in lines], [part.id for part in dish.parts]):
        if len(set(ids)) != len(ids):
            raise BadInput("Two things in this dish carry the same id.", "id")


def _check_line(line: Line) -> None:
    known = (line.grams_low, line.grams, line.grams_high)
    if any(g is not None for g in known):
        low, best, high = known
        if low is None or best is None or high is None:
            raise BadInput(f"Grams of '{line.text}' need low, best and high.", "grams")
        if not 0 <= low <= best <= high <= MAX_GRAMS:
            raise BadInput(
                f"Grams of '{line.text}' have to run from 0 to {MAX_GRAMS:.0f}, low to high.",
                "grams",
            )
    _check_uses(line)
    _check_leavings(line)
    if len(line.alternatives) > MAX_ALTERNATIVES:
        raise BadInput(f"'{line.text}' offers more choices than can be read.", "alternatives")
    for other in line.alternatives:
        if other.alternatives or other.instead is not None:
            raise BadInput(f"A choice of '{line.text}' has to be one plain line.", "alternatives")
        _check_line(other)
    if line.instead is not None:
        if line.instead.instead is not None or line.instead.id != line.id:
            raise BadInput(f"What replaces '{line.text}' has to be one plain line.", "instead")
        _check_line(line.instead)


def _check_leavings(line: Line) -> None:
    for gone in line.leavings:
        if not 0 <= gone.low <= gone.best <= gone.high <= 1:
            raise BadInput(f"What leaves '{line.text}' runs from 0 to 1, low to high.", "leavings")
    whats = [gone.what for gone in line.leavings]
    if len(set(whats)) != len(whats):
        raise BadInput(f"The same part of '{line.text}' cannot leave twice.", "leavings")


def _check_uses(line: Line) -> None:
    shares = [use.share for use in line.uses]
    if shares and not (all(0 <= s <= 1 for s in shares) and abs(sum(shares) - 1) < 1e-6):
        raise BadInput(f"The uses of '{line.text}' have to share out all of it.", "uses")
    if len(shares) > MAX_USES:
        raise BadInput(f"A line has at most {MAX_USES} uses.", "uses")
    hold = line.hold
    if hold is not None and not 0 <= hold.start <= hold.ceiling <= MAX_GRAMS:
        raise BadInput(f"'{line.text}' starts lower than it may end.", "hold")


def _bounded(value: float, low: float, high: float, field: str, name: str) -> None:
    if not (math.isfinite(value) and low <= value <= high):
        raise BadInput(f"{name} have to lie between {low:g} and {high:g}.", field)
