"""Figures in a line that are no amounts: fat shares, sizes, what a label claims."""

from __future__ import annotations

import re
from dataclasses import dataclass

from snabo_core.quantities.numbers import to_number

_PERCENT = re.compile(
    r"(?:\b(?:max(?:imum)?\.?|min(?:imum)?\.?|at most|at least|under|over|about|approx\.?|with|of)\s+)?"
    r"(?P<n>\d{1,3}(?:[.,]\d)?)\s?(?:%|percent\b|per cent\b|pct\b)[\s-]*(?:(?:milk|butter)\s?(?=fat\b))?"
    r"(?P<what>fat|lean|cocoa|cacao|abv|alcohol|vol|meat|pork|beef|greek|whole|rye)?(?:\s+content)?",
    re.IGNORECASE,
)
_LEAN = re.compile(r"(?<![\d/])(?P<lean>\d{2})\s?/\s?(?P<fat>\d{1,2})(?![\d/])")
# "3 g net carbs", "120 kcal", "25 g protein": a label's claim, never the amount.
_CLAIM = re.compile(
    r"[\s(,]*\b\d+(?:[.,]\d+)?\s?(?:(?:g|grams?)\s(?:of\s)?(?:net\s)?(?:carbs?|carbohydrates?|"
    r"protein|fib(?:re|er)|sugars?|fat)\b(?!\s+(?:free|reduced|powder))|kcal\b|cal\b|calories\b|kj\b)"
    r"(?:\s+(?:each|per\s+\w+(?:\s+\w+)?))?[)]?",
    re.IGNORECASE,
)
# "8 g sugar" at the head of a line is sugar weighed out.
_WEIGHED_OUT = re.compile(r"[\d.,]+\s?(?:g|grams?)\s(?:of\s)?(?:sugar|fat)", re.IGNORECASE)
# So is "320 g protein pasta" a pasta's weight.
_OF_PROTEIN = re.compile(
    r"[\d.,]+\s?(?:g|grams?)\sprotein\s+(?!per\b|each\b|a\b|an\b|and\b)[a-z]", re.IGNORECASE
)
_DIMENSION = re.compile(
    r"\b(?P<n>\d+(?:[.,/]\d+)?(?:\s*(?:-|–|to|x|×)\s*\d+(?:[.,/]\d+)?)?)\s?-?\s?"
    r"(?P<unit>cm|mm|inch(?:es)?|in\.?(?=\s)|\"|”|'')(?![a-z])(?:[\s-]*(?:thick|long|wide|round|"
    r"across|diameter|square))?",
    re.IGNORECASE,
)
_LENGTH = re.compile(
    r"^(?:about\s+|an?\s+|1\s+(?=\d+(?:\.\d+)?\s?-?\s?(?:cm|inch)))?(?P<n>\d+(?:\s\d/\d|[.,/]\d+)?)\s?-?\s?(?P<unit>cm|inch(?:es)?|\"|”|in\.?(?=\s))"
    r"\s*(?:-?\s*(?:piece|knob|thumb|length|chunk|stick|nub|slice|bit)s?\b)?(?:\s+of\b)?\s*",
    re.IGNORECASE,
)
# "Ginger, 2 inch piece": a length that is the amount, though it stands behind its food.
_LENGTH_BEHIND = re.compile(
    r"[\s,;:(]+(?:about\s+|an?\s+)?(?P<n>\d+(?:\s\d/\d|[.,/]\d+)?)[\s-]?(?P<unit>cm|inch(?:es)?|\"|”)[\s-]*"
    r"(?:piece|knob|thumb|length|stick|nub)s?\b\)?",
    re.IGNORECASE,
)
_DONE_TO_IT = re.compile(r"\b(?:in|into|to|of)\s*$", re.IGNORECASE)
CM_PER_INCH = 2.54
# Percent up to which a share without a word for it is one of fat; common practice, no source.
MOST_FAT, MOST_FAT_OF_MEAT = 85, 35


@dataclass(frozen=True)
class Shares:
    """A line without its percentages: the text, the fat share in %, whether a claim stood there."""

    text: str
    fat: float | None
    claim: bool


def take_shares(text: str) -> Shares:
    """Take stated fat shares and label claims out of a line."""
    fat: float | None = None
    lean = _LEAN.search(text)
    if lean and abs(int(lean["lean"]) + int(lean["fat"]) - 100) < 1:
        fat = float(lean["fat"])
        text = text[: lean.start()] + " " + text[lean.end() :]
    for match in list(_PERCENT.finditer(text))[::-1]:
        number = float(match["n"].replace(",", "."))
        what = (match["what"] or "fat").lower()
        if what == "lean":
            fat = 100 - number
        elif what in {"fat", "greek"} and number <= MOST_FAT:
            fat = number
        elif what in {"meat", "pork", "beef"} and number <= MOST_FAT_OF_MEAT:
            # "5% beef mince" tells the fat, "90% pork sausages" the meat.
            fat = number
        kept = " " if what not in {"meat", "pork", "beef", "greek", "whole", "rye"} else f" {what} "
        text = text[: match.start()] + kept + text[match.end() :]
    claim = _CLAIM.search(text)
    weighed = claim is not None and (
        _WEIGHED_OUT.fullmatch(claim.group().strip()) or _OF_PROTEIN.match(text)
    )
    if claim and not (claim.start() == 0 and weighed):
        text = _CLAIM.sub(" ", text)
    else:
        claim = None
    return Shares(
        re.sub(r"\(\s*\)", " ", re.sub(r"\s+", " ", text)).strip(), fat, claim is not None
    )


def take_length(text: str) -> tuple[float | None, str]:
    """Return the inches a line begins with ("2 cm piece of ginger") and the rest of it."""
    match = _LENGTH.match(text)
    return (_inches(match), text[match.end() :]) if match is not None else (None, text)


def take_length_behind(text: str) -> tuple[float | None, str]:
    """Return the inches of a piece told behind its food ("ginger, 2 inch piece") and the rest."""
    match = _LENGTH_BEHIND.search(text)
    # "Cut into 2 cm pieces" says what is done to it.
    if match is None or _DONE_TO_IT.search(text[: match.start()]):
        return None, text
    return _inches(match), f"{text[: match.start()]} {text[match.end() :]}".strip()


def _inches(match: re.Match[str]) -> float:
    length = to_number(match["n"])
    return length / CM_PER_INCH if match["unit"].lower() == "cm" else length


def without_dimensions(text: str) -> str:
    """Return a line without sizes such as "10-inch" and "2 cm"."""
    return re.sub(r"\s+", " ", _DIMENSION.sub(" ", text)).strip()
