"""What the steps of a method leave behind: proposed for a line whose own words say nothing.

Salt in water that is drained, oil in a deep pan, flour on the plate it was coated from: each is
a cause of the book of leavings, with its shares and its source, and the cook's to change.
"""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import replace

from snabo_core.dish import Dish, Leaving, Line, MethodStep, Part
from snabo_core.foods import Library
from snabo_core.quantities.leavings import Cause, causes

_DREDGED = re.compile(r"\b(?:dip|dust|dredge|bread|crumb|roll|coat)\w*\b", re.IGNORECASE)
_FAT = re.compile(r"\b(?:fat|oil|dripping|grease)\b", re.IGNORECASE)
_MARINADE = re.compile(r"\b(?:from|discard|drain|shake off|pat off)\b.*\bmarinade\b", re.IGNORECASE)
_POURED = {"drain", "rinse"}


def with_left(dish: Dish, library: Library) -> Dish:
    """Return the dish with what its steps leave behind proposed at its lines.

    A line that says itself what leaves, or of which the cook said it, keeps that: the same
    grams leave once.
    """
    after = _after(dish.method)
    by_line: dict[str, list[MethodStep]] = {}
    for step in dish.method:
        for take in step.takes:
            by_line.setdefault(take.ref, []).append(step)
    named = {cause.key: cause for cause in causes()}

    def told(line: Line) -> Line:
        taken = by_line.get(line.id, [])
        if line.leavings or line.food is None or len(taken) != 1:
            return line
        food = library.food(line.food)
        key = _cause(taken[0], after[taken[0].id], food.food_class)
        cause = named.get(key or "")
        fits = cause is not None and food.food_class in cause.classes
        if cause is None or not fits or (cause.forms and line.form not in cause.forms):
            return line
        return replace(line, leavings=(_leaving(cause),))

    def part_told(part: Part) -> Part:
        return replace(part, lines=tuple(map(told, part.lines)))

    return replace(dish, parts=tuple(map(part_told, dish.parts)))


def _leaving(cause: Cause) -> Leaving:
    low, best, high = cause.gone
    return Leaving(cause.key, cause.what, low, best, high, words=cause.name, source=cause.source)


def _cause(step: MethodStep, after: Sequence[MethodStep], kind: str) -> str | None:
    """Return the key of the cause by which a food of a kind leaves behind a step, if any."""
    key = step.technique
    drained = any(later.technique in _POURED for later in after)
    fat_off = any(s.technique == "drain" and _FAT.search(s.words) for s in (step, *after))
    if fat_off and kind in {"oil", "fat_dairy", "meat"}:
        return "rendered" if kind == "meat" else "poured_off"
    if key == "boil" and drained:
        return "cooking_water"
    if key == "soak" and drained:
        return "soaking"
    if key == "salt":
        rinsed = any(later.technique == "rinse" for later in after)
        return "soaking" if rinsed else "drawing"
    if key == "deep_fry":
        return "deep_frying"
    if key == "marinate" and any(_MARINADE.search(later.words) for later in after):
        return "marinade"
    if key == "coat" and _DREDGED.search(step.words):
        return "coating"
    return "rinsing" if key == "rinse" else None


def _after(steps: Sequence[MethodStep]) -> Mapping[str, list[MethodStep]]:
    """Return the steps right behind each that go on with its product, three at most."""
    takers: dict[str, MethodStep] = {}
    for step in steps:
        for take in step.takes:
            takers.setdefault(take.ref, step)
    found: dict[str, list[MethodStep]] = {}
    for step in steps:
        chain: list[MethodStep] = []
        here = takers.get(step.id)
        while here is not None and len(chain) < 3:
            chain.append(here)
            here = takers.get(here.id)
        found[step.id] = chain
    return found
