"""A selection put into the dish: the document that the Bench would show with it in."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

from snabo_core.dish import Choice, Dish, Line, Part, Portion
from snabo_core.foods import Library
from snabo_core.swaps.scaling import eggs_text
from snabo_core.ways.choices import Choices, Place
from snabo_core.ways.modelling import Selection
from snabo_core.ways.room import Room
from snabo_core.wording import Message, grams_text, say

# Grams from which a scale is read in whole ones, and the steps below that.
WHOLE_FROM, FINE = 10.0, 0.5


def rounded(grams: float, base: float, room: Room) -> float:
    """Return grams as a cook would weigh them: rounded further in the way they move."""
    if room.step:
        return round(grams / room.step) * room.step
    step = 1.0 if grams >= WHOLE_FROM else FINE
    away = math.ceil if grams > base else math.floor
    return min(max(away(round(grams / step, 6)) * step, room.low), room.high)


def moved_line(line: Line, grams: float, library: Library) -> Line:
    """Return a line of the same food in other grams, its doubt with it."""
    share = grams / line.grams if line.grams else 1.0
    low, high = (None if g is None else g * share for g in (line.grams_low, line.grams_high))
    food = library.food(line.food) if line.food else None
    name = line.food_name or (food.name if food else line.text)
    egg = food is not None and food.key == "egg"
    pieces = line.amount * share if line.amount is not None else None
    return replace(
        line,
        text=eggs_text(grams) if egg else f"{grams_text(grams)} g {name}",
        amount=pieces if egg else grams,
        unit=line.unit if egg else "gram",
        grams_low=low,
        grams=grams,
        grams_high=high,
        reason=say(Message("scaled")),
        instead=None,
        alternatives=(),
        settled=True,
    )


def applied(choices: Choices, selection: Selection, library: Library) -> Dish:
    """Return the dish with everything of a selection done; what it leaves alone is untouched."""
    parts = {part.id: part for part in choices.dish.parts}
    for number, place in enumerate(choices.places):
        if place.slot is not None and place.line is None:
            doing = place.doings[selection.doings[number]]
            inside = choices.children.get((number, selection.doings[number]), [])
            put = {
                line.id: line
                for child in inside
                if (line := _put(choices.places[child], child, selection, library)) is not None
            }
            owner = parts[place.part.id]
            parts[owner.id] = _with_slot(owner, place, doing.choice, put)
        elif place.parent is None:
            line = _put(place, number, selection, library)
            if line is not None:
                parts[place.part.id] = _with_line(parts[place.part.id], line)
    dish = replace(choices.dish, parts=tuple(parts[part.id] for part in choices.dish.parts))
    return _shared(dish, selection)


def _put(place: Place, number: int, selection: Selection, library: Library) -> Line | None:
    """Return a line as it becomes, None where it stays."""
    if place.line is None or number not in selection.doings:
        return None
    which = selection.doings[number]
    doing = place.doings[which]
    if which == 0:
        if number not in selection.grams or place.room is None:
            return None
        used = place.line.used()
        grams = rounded(selection.grams[number], used.grams or 0.0, place.room)
        return replace(place.line, instead=moved_line(used, grams, library))
    if doing.kind == "without":
        return replace(place.line, left_out=True)
    return replace(place.line, instead=doing.line)


def _with_line(part: Part, line: Line) -> Part:
    return replace(part, lines=tuple(line if i.id == line.id else i for i in part.lines))


def _with_slot(part: Part, place: Place, choice: Choice | None, put: Mapping[str, Line]) -> Part:
    if choice is not None:
        choice = replace(choice, lines=tuple(put.get(i.id, i) for i in choice.lines))
    lines = tuple(put.get(i.id, i) for i in part.lines)
    slots = tuple(
        replace(s, choice=choice) if place.slot is not None and s.id == place.slot.id else s
        for s in part.slots
    )
    return replace(part, lines=lines, slots=slots)


def _shared(dish: Dish, selection: Selection) -> Dish:
    """Return the dish shared out as selected: another number of servings, or other portions."""
    shares = selection.shares
    if shares.servings is not None:
        return replace(dish, servings=shares.servings)
    if not shares.portions:
        return dish
    now = {portion.eater: portion.share for portion in dish.portions}
    for eater, factor in sorted(shares.portions.items()):
        now[eater] = now.get(eater, 1 / dish.servings) * factor
    return replace(dish, portions=tuple(Portion(eater, share) for eater, share in now.items()))
