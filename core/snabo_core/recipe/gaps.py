"""What a brought recipe leaves open, each with a marked default the cook may take over.

Defaults are common practice, no source.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

from snabo_core.dish import Dish, all_lines
from snabo_core.method.facts import only_comes_to_boil
from snabo_core.quantities.step_facts import pan_in
from snabo_core.wording import worded

GapKind = Literal["servings", "amount", "part", "temperature", "time", "pan", "steps"]
OVEN_DEFAULT = 200.0
FILL_MM = 40.0
# Density of a filled dish, g/mL, for the size of a pan nobody names.
FILLED = 0.95
# Words for a part of something, and for what is left of it.
_SOME = (
    r"(?:some|half|most|a\s+little|a\s+few\s+\w+|a\s+third|a\s+quarter|a\s+spoonful|a\s+ladleful|"
    r"(?:\d[\d./]*|one|two|three|four|five|six)(?:\s*(?:to|-|–)\s*\d+)?\s*"
    r"(?:tbsp|tablespoons?|tsp|teaspoons?|spoons?|spoonfuls?|ladles?|ladlefuls?|cups?|g|ml))"
)
_REST = r"(?:rest|remaining|remainder|other\s+half|last|all)"
# Techniques whose time a cook has to know; where the words lack it, it is asked for.
_TIMED = {"roast", "bake", "simmer", "boil", "steam", "sweat", "fry", "deep_fry", "soak", "marinate",
          "chill", "microwave"}  # fmt: skip
_OVEN = {"bake", "roast"}


@dataclass(frozen=True)
class Gap:
    """Something a recipe does not say. `subject` is the line or step it is about, or empty.

    `default` is what is assumed meanwhile, empty where nothing sensible can be; `open` says
    that the cook has not yet taken it over.
    """

    key: str
    kind: GapKind
    subject: str
    words: str
    default: str
    open: bool


def gaps_of(dish: Dish) -> tuple[Gap, ...]:
    """Return what the recipe lacks, in the order of a recipe: servings, amounts, steps."""
    found = [*_servings(dish), *_amounts(dish), *_parts(dish), *_heat(dish), *_pan(dish)]
    if not dish.steps:
        found.append(("steps", "steps", "", worded("gap_steps"), ""))
    return tuple(
        Gap(key, kind, subject, words, default, key not in dish.accepted)
        for key, kind, subject, words, default in found
    )


_Found = tuple[str, GapKind, str, str, str]


def _servings(dish: Dish) -> list[_Found]:
    if not dish.servings_assumed:
        return []
    usual = worded("gap_servings_usual", count=f"{dish.servings:g}")
    return [("servings", "servings", "", worded("gap_servings"), usual)]


def _amounts(dish: Dish) -> list[_Found]:
    found: list[_Found] = []
    for _, line in all_lines(dish):
        name = line.food_name or line.text
        key = f"amount:{line.id}"
        if line.grams is None:
            asked = worded("gap_how_much" if line.food else "gap_which_food", food=name)
            found.append((key, "amount", line.id, asked, ""))
        elif line.assumed:
            low, high = line.grams_low or 0.0, line.grams_high or 0.0
            default = worded("gap_amount_usual", grams=line.grams, low=low, high=high)
            asked = worded("gap_no_amount", food=f"{name[:1].upper()}{name[1:]}")
            found.append((key, "amount", line.id, asked, default))
    return found


def _parts(dish: Dish) -> list[_Found]:
    """Ask how much of a part goes in where a step takes some of it and none takes the rest."""
    found: list[_Found] = []
    text = " ".join(step.text for step in dish.steps)
    for part in dish.parts if len(dish.parts) > 1 else ():
        name = r"\s+".join(re.escape(word) for word in part.name.split())
        some = re.search(rf"\b{_SOME}\s+(?:of\s+)?(?:the\s+|your\s+)?{name}\b", text, re.IGNORECASE)
        if some is None or part.taken is not None:
            continue
        rest = rf"\b{_REST}\s+(?:of\s+)?(?:the\s+|your\s+)?{name}\b"
        if re.search(rest, text[some.end() :], re.IGNORECASE):
            continue
        taken = " ".join(some.group().split())
        words, default = worded("gap_part", what=taken), worded("gap_part_usual")
        found.append((f"part:{part.id}", "part", part.id, words, default))
    return found


def _heat(dish: Dish) -> list[_Found]:
    """Ask how hot the oven is where something bakes and no step says, and for times untold."""
    found: list[_Found] = []
    known = any(step.oven_c is not None for step in dish.method)
    asked: set[str] = set()
    for step in dish.method:
        if step.technique in _OVEN and not known:
            known = True
            default = worded("gap_heat_usual", celsius=OVEN_DEFAULT, fan=OVEN_DEFAULT - 20)
            key = f"temperature:{step.text}"
            found.append((key, "temperature", step.text, worded("gap_heat"), default))
        if step.technique not in _TIMED or "minutes" in step.stated or step.minutes_high <= 0:
            continue
        if only_comes_to_boil(step.words):
            continue
        told = any("minutes" in s.stated for s in dish.method if s.text == step.text)
        if told or step.text in asked:
            continue
        asked.add(step.text)
        low, high = step.minutes_low, step.minutes_high
        usual = "gap_time_usual_cue" if step.until else "gap_time_usual"
        default = worded(usual, low=f"{low:g}", high=f"{high:g}")
        words = worded("gap_time", verb=step.technique.replace("_", " "))
        found.append((f"time:{step.text}", "time", step.text, words, default))
    return found


def _pan(dish: Dish) -> list[_Found]:
    """Ask for the dish to bake in where none is named, and for its size where that lacks."""
    texts = [*(step.text for step in dish.steps), *dish.notes, dish.told.makes]
    named = [pan for text in texts if (pan := pan_in(text))]
    bakes = any(step.technique in _OVEN for step in dish.method)
    if not bakes or any(c.isdigit() for pan in named for c in pan):
        return []
    grams = sum(line.grams or 0.0 for _, line in all_lines(dish))
    if grams <= 0:
        return []
    area = grams / FILLED / (FILL_MM / 10)
    short = (area * 0.75) ** 0.5
    default = worded(
        "gap_pan_usual", litres=f"{grams / FILLED / 1000:.1f}", short=f"{short:.0f}",
        long=f"{area / short:.0f}", deep=f"{FILL_MM / 10:.0f}",
    )  # fmt: skip
    words = worded("gap_pan_size", pan=named[0]) if named else worded("gap_pan")
    return [("pan", "pan", "", words, default)]
