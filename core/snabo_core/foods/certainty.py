"""Whether a food holds something that is left out: what is known of the food itself."""

from __future__ import annotations

from typing import Literal

from snabo_core.foods.library import words_of
from snabo_core.foods.records import Food

# What can be left out, in the words of the EU's fourteen, the US nine and common wishes.
EXCLUSIONS = (
    "gluten", "milk", "egg", "nuts", "peanut", "soy", "sesame", "fish", "shellfish", "celery",
    "mustard", "sulphites", "lupin", "coconut", "meat", "animal", "added oil", "added salt",
    "added sugar", "alcohol", "allium", "nightshade",
)  # fmt: skip
TAGGED = {"meat": "meat", "alcohol": "alcohol", "allium": "allium", "nightshade": "nightshade",
          "added salt": "salt", "added sugar": "sugar"}  # fmt: skip

Certainty = Literal["contains", "may_contain", "check_label", "unknown", "tolerated", "free"]


def certainty_of(food: Food, what: str) -> Certainty:
    """Return whether a food holds something that is left out.

    By the food itself, then by traces its label may name, then by whether anybody looked.
    """
    if what not in EXCLUSIONS:
        return "contains" if _named(food, what) else "free"
    if what == "animal":
        unknown, holds = food.origin is None, food.origin == "animal"
    elif what == "added oil":
        unknown, holds = not (food.curated or food.own), food.free_fat is not None
    else:
        unknown = food.allergens is None
        holds = TAGGED.get(what) in food.tags or what in (food.allergens or ())
    if holds:
        return "contains"
    if what in food.may_contain:
        return "may_contain"
    if what in food.check_label:
        return "check_label"
    return "unknown" if unknown else "free"


def _named(food: Food, what: str) -> bool:
    wanted = set(words_of(what))
    return any(wanted <= set(words_of(name)) for name in (food.name, *food.names))
