"""Pulses that are soaked: dry when they are weighed, or heavy with water already."""

from __future__ import annotations

import re

from snabo_core.foods import Food

_SOAKED = re.compile(r"\b(?:pre-?)?soak(?:ed|ing)?\b", re.IGNORECASE)
# Whoever boils or opens them has no dry ones; drained after soaking they were dry all the same.
_READY = re.compile(
    r"\b(?:tins?|tinned|cans?|canned|jars?|jarred|cartons?|boiled|cooked|leftover|frozen|ready)\b",
    re.IGNORECASE,
)
# Names under which kitchens of the subcontinent buy them dry; common practice, no source.
_BOUGHT_DRY = re.compile(r"\b(?:rajmah?|chana|chole|chholay|lobia)\b", re.IGNORECASE)
# In a pouch they are cooked.
_POUCH = re.compile(r"\bpouch(?:es)?\b", re.IGNORECASE)
_OR = re.compile(r"\bor\b", re.IGNORECASE)
# What may stand before "soaked" and names nothing.
_NO_NAME = frozenset(
    """
about approx around cup cups tablespoon tablespoons tbsp teaspoon teaspoons tsp gram grams pound
pounds ounce ounces lbs handful handfuls half one two three four overnight already well freshly
""".split()
)
_LETTERS = re.compile(r"[^\W\d_]{3,}")


def dry_or_soaked(text: str, food: Food, form: str) -> tuple[str, bool]:
    """Return the form of a pulse by what is said of soaking, and whether it has to be asked about.

    "250 g chickpeas, soaked overnight" were weighed dry; of "250 g soaked chickpeas" nobody knows.

    Args:
        text: the line as it is written.
        food: what it names.
        form: the form that its other words point to.
    """
    # "300 g chickpeas, soaked, or 2 tins, drained": each has its own form.
    text = _OR.split(text)[0]
    if _POUCH.search(text) and "boiled" in food.forms and food.food_class in {"pulse", "grain"}:
        return "boiled", False
    if food.food_class != "pulse" or "dry" not in food.forms or _READY.search(text) is not None:
        return form, False
    soaked = _SOAKED.search(text)
    if soaked is None:
        bought = form == food.default_form and _BOUGHT_DRY.search(text) is not None
        return ("dry", True) if bought and form != "dry" else (form, False)
    before = {word.lower() for word in _LETTERS.findall(text[: soaked.start()])}
    return ("dry", False) if before - _NO_NAME else (form, True)
