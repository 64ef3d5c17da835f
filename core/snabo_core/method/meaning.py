"""Which technique a clause means where its words alone do not say: by what is cooked in what."""

from __future__ import annotations

import re
from dataclasses import dataclass

from snabo_core.method.clauses import Clause
from snabo_core.method.facts import Facts
from snabo_core.method.products import FATS, Bench, Medium
from snabo_core.method.referring import Refs
from snabo_core.method.techniques import Phrase, phrases

_SOLIDS = {"vegetable", "meat", "fish", "root", "mushroom"}
_SPRINKLED = {"grain", "starch", "spice", "salt", "fibre", "herb"}
_HOT_FAT = re.compile(r"\b(?:hot|smoking|sizzling)\b", re.IGNORECASE)
_TURNED = re.compile(
    r"\b(?:each|per|both) sides?\b|\ba side\b|\bin (?:\w+ )?batches\b", re.IGNORECASE
)
_IN_PAN = re.compile(r"\bskillet\b|\bpan\b|\bbutter\b|\boil\b|\bwok\b", re.IGNORECASE)
_LITTLE_BY_LITTLE = re.compile(
    r"\bgradually\b|\blittle (?:at a time|by little)\b|\bbit by bit\b", re.IGNORECASE
)


LONG_MINUTES = 20.0
DAY_MINUTES = 24 * 60.0


@dataclass(frozen=True)
class Meaning:
    """A technique, None where nobody can tell, and whether its object goes to what is there."""

    technique: str | None
    joins: bool = False


def meaning_of(bench: Bench, clause: Clause, facts: Facts, refs: Refs, *, cooking: bool) -> Meaning:
    """Return what a clause means.

    Args:
        bench: the dish so far.
        clause: its words, verb and phrase.
        facts: what it says of its step.
        refs: what it names.
        cooking: a bare "cook" went before: "cook and stir 1 minute".
    """
    phrase = clause.phrase
    at = _medium(bench, refs, joins=phrase is not None and phrase.joins)
    if cooking and (phrase is None or phrase.technique == "mix"):
        return Meaning(_cooked(bench, clause, facts, refs, at))
    if phrase is None:
        return Meaning(_generic(bench, clause, facts, refs, at))
    return Meaning(*_said(bench, clause, phrase, facts, refs, at))


def _said(
    bench: Bench, clause: Clause, phrase: Phrase, facts: Facts, refs: Refs, at: Medium
) -> tuple[str, bool]:
    """Return the technique of a phrase, where the pan or a time makes it another one."""
    key, lines, joins = phrase.technique, refs.lines(), phrase.joins
    hot = at in {"pan", "liquid"}
    verb = clause.said[clause.verb]
    short = facts.minutes is not None and facts.minutes[1] < DAY_MINUTES
    moved = bool(facts.minutes or facts.ring or facts.until)
    strewn = key == "top" and verb in {"sprinkle", "scatter", "dust"} and hot
    choices = (
        ("chill", False, key == "store" and short),
        ("saute", joins, key == "toss" and at == "pan" and moved),
        ("sear", False, key == "turn" and facts.until is not None and hot),
        ("simmer", False, key == "cover" and bool(facts.minutes) and (bool(facts.ring) or hot)),
        ("rest", False, key == "cover" and bool(facts.minutes)),
        ("mix", True, strewn and bool(lines) and bench.classes(lines) <= _SPRINKLED),
        ("add_gradually", joins, key == "mix" and bool(_LITTLE_BY_LITTLE.search(clause.text))),
    )
    return next(((one, join) for one, join, holds in choices if holds), (key, joins))


def _medium(bench: Bench, refs: Refs, *, joins: bool) -> Medium:
    """Return what the food of a clause stands in before it."""
    taken = bench.among(refs.all())
    found = next((p.medium for p in taken if p.medium != "none"), None)
    current = bench.current()
    if found is not None or current is None:
        return found or "none"
    anew = bool(refs.objects) and not taken and not joins
    return "none" if anew and not bench.is_fat(current) else current.medium


def _generic(bench: Bench, clause: Clause, facts: Facts, refs: Refs, at: Medium) -> str | None:
    verb, words = clause.said[clause.verb], clause.text
    if verb in {"heat", "warm"}:
        return _heated(bench, refs, at)
    if verb == "cook":
        return _cooked(bench, clause, facts, refs, at)
    if verb == "get" and _HOT_FAT.search(words):
        return "fry"
    if verb in {"do", "get", "go"} and facts.minutes is None:
        return None
    # "Give it another 5 minutes", "continue baking", "repeat with the rest".
    return _participle(words) or bench.last_heat()


def _heated(bench: Bench, refs: Refs, at: Medium) -> str:
    lines = refs.lines()
    classes = bench.classes(lines)
    if classes and classes <= FATS:
        return "fry"
    if classes & FATS:
        return "saute"
    if lines and bench.is_wet(lines):
        return "simmer"
    return "reheat" if at != "none" or refs.pronoun or lines else "fry"


def _cooked(bench: Bench, clause: Clause, facts: Facts, refs: Refs, at: Medium) -> str:
    lines, words = refs.lines(), clause.text
    current = bench.current()
    held = bench.among(refs.all()) or ([current] if current else [])
    inside = bench.classes(lines or {key for p in held for key in p.reaches})
    # Two hours with the oven on and no pan named is in the oven.
    long = facts.minutes is not None and facts.minutes[0] >= LONG_MINUTES
    waits = bench.oven_waits and long and facts.ring is None
    starchy = lines and inside <= {"pulse", "grain"} and at == "none"
    pasta = bool(lines) and "pasta" in inside and at in {"none", "pan"} and "pan" not in clause.said
    fried = bool(_IN_PAN.search(words)) or at == "pan" or bool(inside & _SOLIDS)
    choices = (
        ("bake", at == "oven" or (waits and at == "none" and not _IN_PAN.search(words))),
        ("simmer", facts.covered == "yes" and at == "liquid"),
        ("boil", pasta or starchy),
        ("fry", _TURNED.search(words) is not None),
        ("simmer", at == "liquid"),
        ("saute", fried),
    )
    return next((key for key, holds in choices if holds), "simmer")


def _participle(words: str) -> str | None:
    """Return the technique of "continue baking", None where no such word stands."""
    for word in re.findall(r"[a-z]+ing\b", words.lower()):
        for stem in (word[:-3], word[:-3] + "e", word[:-4]):
            known = [p for p in phrases().get(stem, ()) if len(p.words) == 1]
            if known and stem not in {"stir", "turn", "toss"}:
                return known[0].technique
    return None
