"""What a cooking changed: against the one before, and what of it may become the recipe."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import Change, Dish, MethodStep, applied, difference
from snabo_core.errors import BadInput
from snabo_core.views.run_record import RunRecord, TimedView, times_of
from snabo_core.views.variant_words import words_of
from snabo_core.wording import grams_text, worded

# Minutes by which a time may miss what was said without being told, and grams that are the same;
# common practice, no source.
CLOSE_MINUTES, SAME_GRAMS = 1.0, 0.5
_MINUTES = re.compile(
    r"\b\d+(?:\s*(?:-|–|to)\s*\d+)?(?P<unit>\s*(?:minutes?|mins?)\b)", re.IGNORECASE
)


@dataclass(frozen=True)
class DishOffer:
    """Something that was done otherwise and may become the recipe."""

    key: str
    words: str


def changes_between(before: Dish, after: Dish) -> tuple[str, ...]:
    """Return how a dish differs from what it was the time before, in words."""
    found = [words_of(change, before) for change in difference(before, after)]
    now = {line.id for part in after.parts for line in part.lines}
    gone = [line for part in before.parts for line in part.lines if line.id not in now]
    found += [worded("variant_without", food=line.food_name or line.text) for line in gone]
    found += _regrammed(before, after)
    if before.servings != after.servings:
        found.append(worded("run_servings", now=after.servings, was=before.servings))
    kept = {step.id: step for step in before.method}
    for step in after.method:
        was = kept.get(step.id)
        if was is not None and was.words != step.words:
            found.append(worded("run_step_words", now=step.words.strip().rstrip(".")))
    later = {step.id for step in after.method}
    found += [
        worded("run_step_gone", was=step.words.strip().rstrip("."))
        for step in before.method if step.id not in later
    ]  # fmt: skip
    return tuple(dict.fromkeys(words for words in found if words))


def _regrammed(before: Dish, after: Dish) -> list[str]:
    """Return the lines of the recipe itself that weigh something else now."""
    was = {line.id: line for part in before.parts for line in part.lines}
    found = []
    for part in after.parts:
        for line in part.lines:
            old = was.get(line.id)
            if old is None or old.grams is None or line.grams is None:
                continue
            scaled = old.grams * after.servings / before.servings
            if min(abs(line.grams - old.grams), abs(line.grams - scaled)) > SAME_GRAMS:
                food, was_grams = line.food_name or line.text, grams_text(old.grams)
                grams = grams_text(line.grams)
                found.append(worded("variant_grams", food=food, grams=grams, was=was_grams))
    return found


def offers_of(record: RunRecord) -> tuple[DishOffer, ...]:
    """Return what was done otherwise than the recipe says and may become the recipe."""
    found = [
        DishOffer(f"added/{one.event}", worded("offer_added", what=one.words))
        for one in record.added
    ]
    own = {step.id: step for step in record.dish.method}
    for each in times_of(record):
        step = own.get(each.place)
        if step is not None and _otherwise(each):
            found.append(
                DishOffer(
                    f"minutes/{step.id}",
                    worded("offer_minutes", step=each.words, took=each.took, low=each.low),
                )
            )
    return tuple(found)


def _otherwise(each: TimedView) -> bool:
    near = each.low - CLOSE_MINUTES <= each.took <= each.high + CLOSE_MINUTES
    return each.took >= 1.0 and not near


def made_the_dish(record: RunRecord, keys: Sequence[str]) -> Dish:
    """Return the dish as it was cooked, with those things in it that were done otherwise.

    Raises:
        BadInput: nothing of that name was done otherwise.
    """
    offered = {offer.key for offer in offers_of(record)}
    if not set(keys) <= offered:
        raise BadInput("Nothing of that was done otherwise in this cooking.", "take")
    dish, last = record.dish, record.dish.parts[-1].id
    for one in record.added:
        if f"added/{one.event}" in keys:
            dish = applied(dish, [Change("add_line", last, line=line) for line in one.lines])
    took = {f"minutes/{each.place}": each.took for each in times_of(record)}
    steps = tuple(
        _lasting(step, took[key]) if (key := f"minutes/{step.id}") in keys else step
        for step in dish.method
    )
    return replace(dish, method=steps)


def _lasting(step: MethodStep, took: float) -> MethodStep:
    """Return a step that takes so many minutes, in its words too where they name one time."""
    minutes = float(round(took))
    words = step.words
    if len(_MINUTES.findall(words)) == 1:
        words = _MINUTES.sub(rf"{minutes:.0f}\g<unit>", words)
    else:
        words = worded("step_lasting", step=words.strip().rstrip("."), minutes=minutes)
    stated = tuple(dict.fromkeys((*step.stated, "minutes")))
    return replace(step, words=words, minutes_low=minutes, minutes_high=minutes,
                   stated=stated, settled=True)  # fmt: skip
