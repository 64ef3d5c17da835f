"""Whether a food holds something that is left out: what is known of the food itself."""

from __future__ import annotations

from snabo_core.foods.library import words_of
from snabo_core.foods.records import Certainty, Food

# What can be left out, in the words of the EU's fourteen, the US nine and common wishes.
EXCLUSIONS = (
    "gluten", "milk", "egg", "nuts", "peanut", "soy", "sesame", "fish", "shellfish", "celery",
    "mustard", "sulphites", "lupin", "coconut", "meat", "animal", "added oil", "added salt",
    "added sugar", "alcohol", "allium", "nightshade",
)  # fmt: skip
TAGGED = {"meat": "meat", "alcohol": "alcohol", "allium": "allium", "nightshade": "nightshade",
          "added salt": "salt", "added sugar": "sugar"}  # fmt: skip

# Allergens that come from animals; bees' honey is told by its origin.
FROM_ANIMALS = {"milk", "egg", "fish", "shellfish"}

# Words remembered with a food; a household's eaters leave out fewer.
MOST_KNOWN = 200


def certainty_of(food: Food, what: str) -> Certainty:
    """Return whether a food holds something that is left out.

    By the food itself, then by traces its label may name, then by whether anybody looked. A
    food made of several is free only of what its common recipe is known to lack.
    """
    known = food.certainties.get(what)
    if known is None:
        if len(food.certainties) >= MOST_KNOWN:
            food.certainties.clear()
        known = food.certainties[what] = _found_out(food, what)
    return known


def _found_out(food: Food, what: str) -> Certainty:
    if what not in EXCLUSIONS:
        return "contains" if _named(food, what) else "free"
    if what in food.holds or _holds(food, what):
        return "contains"
    if what in food.may_contain:
        return "may_contain"
    if what in food.check_label or (what == "animal" and FROM_ANIMALS & set(food.check_label)):
        return "check_label"
    if what in food.unseen or _nobody_looked(food, what):
        return "unknown"
    return "check_label" if food.compound and what not in food.free_of else "free"


def _holds(food: Food, what: str) -> bool:
    allergens = set(food.allergens or ())
    if what == "animal":
        return food.origin == "animal" or bool(allergens & FROM_ANIMALS)
    if what == "added oil":
        return food.free_fat is not None or (food.oil_share is not None and food.oil_share[1] > 0)
    return TAGGED.get(what) in food.tags or what in allergens


def _nobody_looked(food: Food, what: str) -> bool:
    if what == "animal":
        return food.origin is None
    if what == "added oil":
        return not (food.curated or food.own)
    return food.allergens is None


def _named(food: Food, what: str) -> bool:
    wanted = set(words_of(what))
    return any(wanted <= set(words_of(name)) for name in (food.name, *food.names, *food.inside))
