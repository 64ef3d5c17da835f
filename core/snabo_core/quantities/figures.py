"""Lines that say what a serving holds and nothing else: "412 kcal, 20 g protein per portion"."""

from __future__ import annotations

import re
from functools import lru_cache

# A line is asked from several sides; a label's is no longer.
REMEMBERED, LONGEST = 512, 400
# What is counted on a label and is no food, and what is also one.
_ON_LABELS = {
    "protein", "proteins", "prot", "carbohydrate", "carbohydrates", "carbs", "carb", "fibre",
    "fiber", "sodium", "cholesterol", "potassium", "saturates", "saturated", "sat", "sats",
    "unsaturated", "polyunsaturated", "monounsaturated", "trans", "energy", "calories", "calorie",
    "kcal", "kcals", "cal", "cals", "kj", "kilojoules", "phosphorus", "phosphate", "phos",
}  # fmt: skip
_ALSO_FOODS = {"fat", "fats", "sugar", "sugars", "salt", "calcium", "iron", "alcohol"}
_SAID_BESIDE = {
    "per", "each", "every", "a", "an", "one", "the", "serving", "serve", "portion", "you", "packs",
    "person", "head", "slice", "piece", "plate", "bowl", "helping", "has", "contains", "provides",
    "gives", "comes", "to", "about", "approx", "approximately", "around", "roughly", "circa", "of", "which", "and",
    "with", "only", "just", "under", "less", "than", "nutrition", "nutritional", "nutritionals",
    "facts", "info", "information", "amount", "macros", "figures", "values", "value", "daily",
    "estimated", "est", "total", "net", "dietary", "added", "high", "low", "is", "are", "in", "g",
    "mg", "grams", "dv", "typical", "from", "this", "it", "acids", "content",
}  # fmt: skip
_LETTERS = {"f", "c", "p", "fb"}
# What a diet sheet counts in milligrams, by its sign.
_MINERALS, IN_MG = {"k", "na", "ca", "po", "fe"}, re.compile(r"\d\s?mg\b", re.IGNORECASE)
_VALUE = re.compile(
    r"[<~≈]?\s*\d[\d.,]*\s*(?:k?cal(?:orie)?s?|kj|kilojoules?|grams?|gr?|mg|milligrams?|µg|μg|mcg|%)?(?![^\W\d_])",
    re.IGNORECASE,
)
_ENERGY = re.compile(r"\d\s*(?:k?cal(?:orie)?s?|kj|kilojoules?)\b", re.IGNORECASE)
# "520 kcal p.p.".
_EACH = re.compile(r"\bp\.\s?p\b\.?", re.IGNORECASE)
_WORD = re.compile(r"[^\W\d_]+")
# "20P / 31C / 22F": the first letters of protein, carbohydrate and fat.
_LETTERED = re.compile(
    r"(?<![^\W\d_])[fcp]\s?[:/]?\s?(?:\d|[fcp](?![^\W\d_]))|\d\s?g?\s?[fcp](?![^\W\d_])",
    re.IGNORECASE,
)
LEAST_LETTERED = 2


@lru_cache(maxsize=REMEMBERED)
def only_figures(text: str) -> bool:
    """Tell a line of which every word belongs to a label, with a figure that no food has."""
    if len(text) > LONGEST or not any(c.isdigit() for c in text):
        return False
    words = [word.lower() for word in _WORD.findall(_VALUE.sub(" ", _EACH.sub(" ", text)))]
    lettered = len(_LETTERED.findall(text)) >= LEAST_LETTERED
    weighed = IN_MG.search(text) is not None
    known = _ON_LABELS | _ALSO_FOODS | _SAID_BESIDE
    known |= (_LETTERS if lettered else set()) | (_MINERALS if weighed else set())
    if any(word not in known for word in words):
        return False
    told = weighed or _ENERGY.search(text) is not None or not _ON_LABELS.isdisjoint(words)
    return told or (lettered and not _LETTERS.isdisjoint(words))
