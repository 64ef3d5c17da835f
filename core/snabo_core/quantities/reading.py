"""Reads one ingredient line into amount, unit, food, preparation and grams."""

from __future__ import annotations

import html
import re
import unicodedata
from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace

from snabo_core.dish import HoldBack, Use
from snabo_core.foods import Library
from snabo_core.foods.library import words_of
from snabo_core.quantities.amounts import Amount, read_amount, spell_fractions
from snabo_core.quantities.grams import Grams, unknown, weigh
from snabo_core.quantities.lexicon import FoodMatch, candidates, choose_form, find_food
from snabo_core.quantities.units import unit_for
from snabo_core.quantities.uses import read_uses

LINE_LIMIT = 500
SURE = 0.8
# How far one's own pinch or drizzle differs from time to time; common practice, no source.
HABIT_SHARE = 0.2
_BULLET = re.compile(r"^\s*(?:[-–—*•·▢☐☑✓►▪◦]|\[[ xX]?\]|\(\s?\)|\d{1,2}[.)](?=\s+\S))+\s*")
_NOTES = re.compile(
    r"\b(to taste|optional|for greasing|for frying|for serving|to serve|to garnish|for garnish|"
    r"plus (?:extra|more)[^,;]*|or more[^,;]*|as needed|divided|if needed|if you like)\b",
    re.IGNORECASE,
)
_TRIMMED = re.compile(r"\b(peeled|trimmed|cored|deseeded|seeded|pitted|shelled)\b", re.IGNORECASE)
_JUICE = re.compile(
    r"^(?P<what>(?:the |finely )?(?:grated )?(?:zest and juice|juice and zest|juice|zest))"
    r"\s+(?:of|from)\s+(?P<rest>.+)$",
    re.IGNORECASE,
)
_BRACKET = re.compile(r"\(([^()]*)\)")
_TAIL = re.compile(r"^(?P<food>[^\d,:(]+?)\s*[,:–—-]\s*(?P<amount>\d.*)$")
_TRAILING = re.compile(r"^(?P<food>[^\d,:(]*[^\W\d])\s+(?P<amount>\d.*)$")
_LATER_TIMES = re.compile(r"^(?P<food>.*\D)\s+[x×]\s?(?P<count>\d+)$", re.IGNORECASE)


@dataclass(frozen=True)
class ReadLine:
    """What one line was read as. `text` is what was written, kept for ever.

    `confidence` runs from 0 to 1; below `SURE` the line is doubtful and `doubts` says why.
    """

    text: str
    amount: Amount | None
    food: str | None
    form: str | None
    food_text: str
    preparation: str
    optional: bool
    to_taste: bool
    alternatives: tuple[str, ...]
    grams: Grams
    confidence: float
    doubts: tuple[str, ...]
    candidates: tuple[str, ...]
    uses: tuple[Use, ...] = ()
    hold: HoldBack | None = None


def tidy(text: str) -> str:
    """Return a line with entities decoded, odd spaces and control characters gone."""
    plain = html.unescape(text)
    plain = "".join(" " if unicodedata.category(c) in {"Zs", "Cc", "Cf"} else c for c in plain)
    return re.sub(r"\s+", " ", plain).strip()


def learned_key(food_text: str) -> str:
    """Return the form in which a household's own reading of a food text is remembered."""
    return " ".join(words_of(food_text))


def read_line(
    text: str,
    library: Library,
    system: str = "metric",
    learned: Mapping[str, tuple[str, str | None]] | None = None,
) -> ReadLine:
    """Read one ingredient line.

    Args:
        text: the line as written; anything goes.
        library: where foods are looked up.
        system: which cups and spoons are meant, one of `SYSTEMS`.
        learned: `learned_key` to (food, form) that this household always means.

    Returns:
        The reading; never fails, but its confidence may be 0.
    """
    clean = spell_fractions(_BULLET.sub("", tidy(text[:LINE_LIMIT])))
    amount, rest = _amount_and_rest(clean, system, library.own_units)
    rest, amount = _weight_in_brackets(rest, amount, system)
    amount = _own_habit(amount, library.habits)
    notes = [m.group(0) for m in _NOTES.finditer(rest)]
    body = _NOTES.sub(" ", rest)
    first, *others = re.split(r"\s+or\s+", body, maxsplit=3)
    own = (learned or {}).get(learned_key(_main_words(first)))
    if own is not None:
        main = _main_words(first)
        match: FoodMatch | None = FoodMatch(library.food(own[0]), 1.0, 0, len(main))
    else:
        match = find_food(_main_words(first), library)
    if match is None and others:
        match, first, others = find_food(_main_words(body), library), body, []
    own_form = own[1] if own is not None else None
    read = _assemble(text, clean, amount, first, tuple(others), notes, match, library, own_form)
    if match is None or read.form is None:
        return read
    found = read_uses(clean, read.amount, match.food, read.form, read.grams, system)
    return replace(read, uses=found.uses, hold=found.hold, grams=found.grams)


def _amount_and_rest(clean: str, system: str, own: Collection[str]) -> tuple[Amount | None, str]:
    juice = _JUICE.match(clean)
    if juice:
        inner, end = read_amount(juice.group("rest"), system, own)
        fruit = juice.group("rest")[end:].strip() or juice.group("rest")
        what = "juice" if "juice" in juice.group("what").lower() else "zest"
        return inner or Amount(1, 1, 1), f"{singular_fruit(fruit)} {what}, {juice.group('what')}"
    amount, end = read_amount(clean, system, own)
    if amount is not None:
        return amount, clean[end:].strip(" .,-–")
    for pattern in (_TAIL, _LATER_TIMES, _TRAILING):
        tail = pattern.match(clean)
        if tail:
            written = tail.groupdict().get("amount") or tail.groupdict().get("count") or ""
            amount, end = read_amount(written, system, own)
            if amount is not None:
                left = written[end:].strip(" .,")
                return amount, f"{tail.group('food').strip()}{', ' + left if left else ''}"
    return None, clean


def _own_habit(amount: Amount | None, habits: Mapping[str, float]) -> Amount | None:
    """Let a vague measure hold what this household says it holds, give or take a fifth."""
    if amount is None or amount.unit is None or amount.unit.id not in habits:
        return amount
    ml = habits[amount.unit.id]
    own = (ml * (1 - HABIT_SHARE), ml, ml * (1 + HABIT_SHARE))
    return replace(amount, unit=replace(amount.unit, size=ml, vague=own))


def singular_fruit(text: str) -> str:
    """Return `lemon` for `lemons, halved`."""
    first = re.split(r"[,(]", text)[0].strip().lower()
    return first.removesuffix("s")


def _weight_in_brackets(rest: str, amount: Amount | None, system: str) -> tuple[str, Amount | None]:
    """Prefer a weight written in brackets behind the food over a count or volume before it."""
    for bracket in _BRACKET.finditer(rest):
        inside, end = read_amount(bracket.group(1), system)
        if inside is None or inside.unit is None or inside.unit.kind != "mass":
            continue
        if amount is None or amount.unit is None or amount.unit.kind != "mass":
            left = bracket.group(1)[end:].strip(" ,")
            rest = rest[: bracket.start()] + (f", {left}" if left else "") + rest[bracket.end() :]
            counted = amount.best if amount and "each" in left else 1.0
            return rest, inside.scaled(counted)
    return rest, amount


def _main_words(text: str) -> str:
    """Return the part of a line that names the food: before the first comma or bracket."""
    return re.split(r"[,;(]|\s[-–—]\s", text, maxsplit=1)[0]


def _unit_behind(amount: Amount | None, match: FoodMatch | None, main: str) -> Amount | None:
    """Return the amount with the count word behind the food: "3 garlic cloves" are cloves."""
    if amount is None or match is None or amount.unit is not None:
        return amount
    words = re.findall(r"[^\W\d_]+", main[match.start :])
    inside = len(re.findall(r"[^\W\d_]+", main[match.start : match.end]))
    for word in words[max(inside - 1, 1) : inside + 1]:
        unit = unit_for(word, "metric", match.food.counts)
        if unit is not None and unit.kind == "count" and unit.id in match.food.counts:
            return replace(amount, unit=unit)
    return amount


def _assemble(
    text: str,
    clean: str,
    amount: Amount | None,
    body: str,
    alternatives: tuple[str, ...],
    notes: list[str],
    match: FoodMatch | None,
    library: Library,
    own_form: str | None,
) -> ReadLine:
    main = _main_words(body)
    preparation = body[len(main) :].strip(" ,;-–")
    amount = _unit_behind(amount, match, main)
    if match is not None:
        before = main[: match.start].strip()
        preparation = ", ".join(p for p in (before, main[match.end :].strip(), preparation) if p)
    note_text = ", ".join(notes)
    lowered = note_text.lower()
    if match is None:
        form, grams = None, unknown("no_food")
    else:
        cans = amount is not None and amount.unit is not None and amount.unit.id in {"can", "jar"}
        form = own_form or choose_form(match.food, clean, counted_in_cans=cans)
        trimmed = _TRIMMED.search(clean) is not None
        grams = weigh(amount, match.food, form, trimmed_later=trimmed, by_taste=bool(notes))
    doubts = _doubts(match, grams)
    return ReadLine(
        text=text,
        amount=amount,
        food=match.food.key if match else None,
        form=form,
        food_text=main.strip(),
        preparation=", ".join(p for p in (preparation, note_text) if p),
        optional="optional" in lowered or "garnish" in lowered or "if you like" in lowered,
        to_taste=amount is None and grams.best is not None,
        alternatives=alternatives,
        grams=grams,
        confidence=_confidence(match, grams),
        doubts=doubts,
        candidates=candidates(main, library, match.food if match else None) if doubts else (),
    )


def _doubts(match: FoodMatch | None, grams: Grams) -> tuple[str, ...]:
    found = []
    if match is None:
        found.append("no_food")
    elif match.confidence < SURE:
        found.append("food_guessed")
    if match is not None and grams.best is None:
        found.append("no_grams")
    return tuple(found)


def _confidence(match: FoodMatch | None, grams: Grams) -> float:
    if match is None:
        return 0.0
    return match.confidence * (1.0 if grams.best is not None else 0.5)
