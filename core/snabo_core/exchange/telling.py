"""A dish as it is cooked now, told as a recipe that any format can carry."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from snabo_core.dish import Claim, Dish, Line, Part, StepText
from snabo_core.foods import Library
from snabo_core.plate.nutrients import UNIT
from snabo_core.quantities.reading import read_lines
from snabo_core.recipe import ToldRecipe
from snabo_core.recipe.method import with_method
from snabo_core.recipe.servings import Servings
from snabo_core.recipe.told import carries_makes, with_makes
from snabo_core.swaps.book import Book
from snabo_core.swaps.cooking import CookStep, effective_steps
from snabo_core.swaps.judged import Judged
from snabo_core.swaps.line_steps import called
from snabo_core.wording import plain_number, worded

# The figures that other programs know, and net carbs.
CLAIMED = ("kcal", "net_carbs", "carbohydrate", "fibre", "sugars", "protein", "fat", "saturated",
           "sodium_mg")  # fmt: skip
# Words of a line hold as long as they come to its grams within so much.
SAME_GRAMS = 0.01
# What a swap leaves to be looked at in a step is said behind it.
_TOLD = {"swapped", "left_out", "less", "by_hand"}


def telling(made: Judged) -> ToldRecipe:
    """Return a judged dish as it is cooked now: swapped lines and steps in, figures of a serving.

    A line whose words no longer say what goes in, because the dish was resized or the cook
    corrected it, is told by its grams.
    """
    dish, library = made.dish, made.library
    parts = []
    for part in dish.parts:
        lines = [line_words(line, dish, library) for line in part.effective_lines()]
        parts.append((_heading(part.name, alone=len(dish.parts) == 1), tuple(filter(None, lines))))
    told = dish.told
    minutes = {"prep": told.prep_minutes, "cook": told.cook_minutes, "rest": told.rest_minutes,
               "total": told.total_minutes}  # fmt: skip
    steps = [(_plain(s.section), _plain(s.text)) for s in cooked_texts(dish, library, made.book)]
    notes = [_plain(aside.text) for aside in dish.asides if aside.kind == "note"]
    notes += [words for part in dish.parts if (words := _taken(part))]
    return ToldRecipe(
        title=_plain(dish.title),
        serves=served_words(dish),
        # The recipe's own times are of the recipe as it was.
        minutes={} if dish.changed() else {kind: v for kind, v in minutes.items() if v},
        parts=tuple((name, lines) for name, lines in parts if lines),
        steps=tuple(steps),
        asides=tuple(("note", text) for text in notes if text),
        claims=claims_of(made),
        source=_plain(told.source),
    )


def _plain(text: str) -> str:
    return " ".join(text.split())


def _heading(name: str, *, alone: bool) -> str:
    return "" if alone and name in {"Dish", ""} else _plain(name).rstrip(":").strip() or "Part"


def _taken(part: Part) -> str:
    """Return how much of what a part makes goes in, empty for all of it."""
    taken = part.taken
    if taken is None:
        return ""
    if taken.grams:
        return worded("told_taken_grams", part=part.name, grams=plain_number(taken.grams))
    share = plain_number(taken.share * 100)
    return worded("told_taken_share", part=part.name, share=share) if taken.share < 1 else ""


def served_words(dish: Dish) -> str:
    """Return how many the dish feeds now, and what it makes as long as that holds.

    "4", the recipe's own "4 to 6", or "Makes 8 slices, serves 4".
    """
    told = Servings(dish.told.servings_low or 0, dish.told.servings_high or 0)
    if told.low < told.high and dish.servings == (told.low + told.high) / 2:
        count = f"{plain_number(told.low)} to {plain_number(told.high)}"
    else:
        count = f"{dish.servings:g}"
    return with_makes(count, still_made(dish))


def still_made(dish: Dish) -> str:
    """Return what the recipe makes, empty once it is resized or where no line can say it."""
    makes = _plain(dish.told.makes)
    whole = all(line.times == 1 for part in dish.parts for line in part.lines)
    return makes if whole and makes and carries_makes(makes) else ""


def claims_of(made: Judged) -> tuple[Claim, ...]:
    """Return the figures of a serving that are known, rounded as they are shown."""
    found = []
    for key in CLAIMED:
        best = made.plate.figures[key].best
        if best is not None:
            value = float(round(best, 0 if key in UNIT else 1))
            found.append(Claim(key, value, value))
    return tuple(found)


def line_words(line: Line, dish: Dish, library: Library) -> str:
    """Return a line's own words while they come to what goes in, else its grams and its food."""
    words = _plain(line.clause or line.text)
    if line.grams is None or line.food is None:
        return words if line.times == 1 or not words else f"{plain_number(line.times)} × {words}"
    read = read_lines(words, library, dish.unit_system)
    holds = (
        len(read) == 1 and read[0].food == line.food and read[0].form == line.form
        and read[0].grams.best is not None
        and abs(read[0].grams.best - line.grams) <= SAME_GRAMS * line.grams
    )  # fmt: skip
    if holds:
        return words
    name = line.food_name or library.food(line.food).name
    tail = f", {line.preparation}" if line.preparation else ""
    return f"{_grams(line.grams)} g {name.lower()}{tail}"


def _grams(value: float) -> str:
    """Return grams so that reading them again comes within a hundredth."""
    for digits in (0, 1, 2):
        if abs(round(value, digits) - value) <= SAME_GRAMS * value:
            return f"{round(value, digits):g}"
    return f"{value:.3g}"


def cooked_texts(dish: Dish, library: Library, book: Book) -> tuple[StepText, ...]:
    """Return the recipe's steps as they are cooked now.

    A step that no swap touches keeps its words; of one that is touched those steps stay that are
    still done, and the stand-ins' own stand among them.
    """
    read = dish if dish.method or not dish.steps else with_method(dish, library)
    steps = effective_steps(read, book, library)
    texts = {step.id: step for step in read.steps}
    lines = {line.id: line for part in read.parts for line in part.lines}
    whole = _untouched(steps)
    found: list[StepText] = []
    done: set[str] = set()
    order = [step.id for step in read.steps]
    for one in steps:
        text = one.step.text
        if text in texts:
            # What only tells something stands where it stood.
            for before in order[: order.index(text)]:
                if before not in done and all(s.step.text != before for s in steps):
                    found.append(texts[before])
                    done.add(before)
        if text in whole:
            if text not in done:
                found.append(texts[text])
        elif one.kind != "ghost":
            section = texts[text].section if text in texts else _behind(found)
            found.append(StepText(one.step.id, _sentence(one, lines), section))
        done.add(text)
    found += [texts[key] for key in order if key not in done]
    return tuple(found)


def _behind(found: Sequence[StepText]) -> str:
    return found[-1].section if found else ""


def _untouched(steps: Sequence[CookStep]) -> set[str]:
    """Return the ids of texts whose steps all stand as they stood, none of them parted."""
    places: dict[str, list[int]] = {}
    touched = {""}
    for place, one in enumerate(steps):
        places.setdefault(one.step.text, []).append(place)
        if one.kind != "own" or one.was or one.said or one.instead[1] or one.look in {
            "swapped", "line_swapped", "left_out", "less", "by_hand", "stands_in"
        }:  # fmt: skip
            touched.add(one.step.text)
    parted = {text for text, held in places.items() if held[-1] - held[0] >= len(held)}
    return set(places) - touched - parted


def _sentence(one: CookStep, lines: Mapping[str, Line]) -> str:
    """Return a step in words, and what a swap makes otherwise in it."""
    words = _plain(one.step.words).rstrip(" .,;")
    said = f"{words[:1].upper()}{words[1:]}."
    new, old = one.instead
    if old:
        return f"{said} {worded('look_stands_in', new=new, old=old.lower())}"
    if one.was:
        return " ".join([said, *one.said])
    swapped = next((line for take in one.step.takes if (line := lines.get(take.ref)) is not None
                    and line.instead is not None), None)  # fmt: skip
    if one.look == "line_swapped" and swapped is not None and swapped.instead is not None:
        names = dict(zip(("new", "old"), called(swapped, swapped.instead), strict=True))
        return f"{said} {worded('look_line_swapped', **names)}"
    return f"{said} {worded(f'look_{one.look}')}" if one.look in _TOLD else said
