"""Writes a dish as schema.org Recipe in JSON-LD, and knows its own writing when it comes back.

Other programs read the vocabulary's own properties. Beside them stand the figures of a serving
with their intervals, and the dish's document, both as additional properties: a file that comes
back as it was written is the same dish, one that was edited elsewhere is read by its words.
"""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import replace
from typing import Any

import msgspec

from snabo_core.dish import Dish, check, upgraded
from snabo_core.errors import SnaboError
from snabo_core.exchange.schema_org import NUTRITION, TIMES, things, told_of
from snabo_core.exchange.telling import telling
from snabo_core.plate.nutrients import LABELS, SHOWN, UNIT
from snabo_core.recipe import ToldRecipe
from snabo_core.swaps.judged import Judged

DOCUMENT = "snabo:dish"
FIGURE = "snabo:figure"
_UNITS = {"g": "g", "mg": "mg", "kcal": "kcal"}


def write_json_ld(made: Judged) -> str:
    """Return a judged dish as schema.org Recipe, a JSON text of one object."""
    recipe = telling(made)
    document = shared(made.dish)
    thing = open_fields(recipe)
    thing["nutrition"] = _nutrition(made, recipe)
    thing["additionalProperty"] = [
        *_intervals(made),
        {"@type": "PropertyValue", "propertyID": DOCUMENT, "name": "The dish as Snabo keeps it",
         "value": msgspec.to_builtins(document)},
    ]  # fmt: skip
    return json.dumps(thing, ensure_ascii=False, indent=1) + "\n"


def shared(dish: Dish) -> Dish:
    """Return a dish without what is its household's own: portions, variants, the shelf."""
    parts = tuple(
        replace(
            part,
            lines=tuple(
                replace(line, instead=None) if line.instead and line.instead.shelf else line
                for line in part.lines
            ),
        )
        for part in dish.parts
    )
    own = replace(dish, parts=parts, portions=(), variants=())
    # As it is read again: whole numbers are numbers like others.
    return msgspec.convert(msgspec.to_builtins(own), Dish)


def open_fields(recipe: ToldRecipe) -> dict[str, Any]:
    """Return a told recipe in the vocabulary's own properties."""
    thing: dict[str, Any] = {
        "@context": "https://schema.org",
        "@type": "Recipe",
        "name": recipe.title,
        "recipeYield": recipe.serves,
    }
    stories = [text for kind, text in recipe.asides if kind == "story"]
    if stories:
        thing["description"] = " ".join(stories)
    if recipe.source:
        thing["author"] = {"@type": "Person", "name": recipe.source}
    for name, kind in TIMES.items():
        if kind in recipe.minutes:
            thing[name] = duration(recipe.minutes[kind])
    lines: list[str] = []
    for name, own in recipe.parts:
        lines += ([f"For the {name}:"] if name else []) + list(own)
    thing["recipeIngredient"] = lines
    thing["recipeInstructions"] = _instructions(recipe)
    return thing


def duration(minutes: float) -> str:
    """Return minutes as a duration of ISO 8601: 65 is PT1H5M."""
    whole = round(minutes)
    hours, rest = divmod(whole, 60)
    return "PT" + (f"{hours}H" if hours else "") + (f"{rest}M" if rest or not hours else "")


def _instructions(recipe: ToldRecipe) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = []
    for section, text in recipe.steps:
        step = {"@type": "HowToStep", "text": text}
        if not section:
            found.append(step)
        elif found and found[-1].get("name") == section:
            found[-1]["itemListElement"].append(step)
        else:
            found.append({"@type": "HowToSection", "name": section, "itemListElement": [step]})
    tips = [text for kind, text in recipe.asides if kind != "story"]
    return found + [{"@type": "HowToTip", "text": text} for text in tips]


def _nutrition(made: Judged, recipe: ToldRecipe) -> dict[str, str]:
    claimed = {claim.key: claim.high for claim in recipe.claims}
    size = f"1 of {made.dish.servings:g} servings, {made.grams / made.dish.servings:.0f} g"
    told = {"@type": "NutritionInformation", "servingSize": size}
    for name, key in NUTRITION.items():
        if key in claimed:
            told[name] = f"{claimed[key]:g} {_UNITS[UNIT.get(key, 'g')]}"
    return told


def _intervals(made: Judged) -> list[dict[str, Any]]:
    """Return every figure of a serving with its bounds; what nobody knows has none."""
    found = []
    for key in SHOWN:
        figure = made.plate.figures[key]
        one: dict[str, Any] = {
            "@type": "PropertyValue", "propertyID": f"{FIGURE}:{key}", "name": LABELS[key],
            "unitText": UNIT.get(key, "g"), "minValue": round(figure.low, 3),
        }  # fmt: skip
        if figure.best is not None:
            one["value"] = round(figure.best, 3)
        if figure.high is not None:
            one["maxValue"] = round(figure.high, 3)
        found.append(one)
    return found


def document_in(thing: Mapping[str, Any]) -> Dish | None:
    """Return the dish that a recipe of our own writing carries, None where it carries none.

    None too where it is no dish of any release: such a file is read by its words.
    """
    properties = thing.get("additionalProperty")
    for one in things(properties):
        if one.get("propertyID") == DOCUMENT and isinstance(one.get("value"), dict):
            try:
                raw = upgraded(dict(one["value"]))
                return check(msgspec.convert(raw, Dish, strict=False))
            except (SnaboError, msgspec.ValidationError, KeyError, TypeError, AttributeError,
                    ValueError, RecursionError):  # fmt: skip
                return None
    return None


def unchanged(thing: Mapping[str, Any], made: Judged) -> bool:
    """Tell whether a recipe says in words what the dish that it carries says."""
    ours, theirs = told_of(open_fields(telling(made)), {}), told_of(thing, {})
    return replace(ours, claims=(), source="") == replace(theirs, claims=(), source="")
