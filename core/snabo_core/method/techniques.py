"""The vocabulary of techniques: what each does, and the words recipes use for it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Literal

import msgspec

from snabo_core.book import entries_of

Resource = Literal["hands", "ring", "oven", "microwave", "blender", "processor", "fridge",
                   "freezer", "none"]  # fmt: skip
WaterEffect = Literal["none", "vapour", "liquid", "taken_up", "leached", "frozen"]
FatEffect = Literal["none", "taken_up", "left", "poured_off", "added"]
SaltEffect = Literal["none", "left", "added"]
GAP = "~"
# Words between the words of one phrase: "bring the whole pan slowly to the boil".
MOST_BETWEEN = 14
# Vessels that foods are also bought in.
_PACKED = {"tin", "jar", "can", "bag", "sheet", "cup", "cups", "ladle", "tins", "bowl"}


@dataclass(frozen=True)
class Technique:
    """One thing a cook does.

    `resource` is what it holds while it runs, `hands` whether a cook stands at it all the time.
    `minutes` (low, high) are common practice for about four servings where a recipe gives none;
    `done` says what became of the food. `stands` are the minutes it may wait to be served, None
    without an end; `at_once` says that what it takes cannot wait for it; `keeps` are the days that
    it keeps when it is done ahead.
    """

    key: str
    resource: Resource
    hands: bool
    minutes: tuple[float, float]
    water: WaterEffect
    fat: FatEffect
    salt: SaltEffect
    cautions: tuple[str, ...]
    cue: str
    before: str
    done: str
    stands: int | None
    at_once: bool
    keeps: int

    @property
    def heats(self) -> bool:
        """Whether food is cooked by it: something hot is held while it runs."""
        return self.resource in {"ring", "oven", "microwave"} and self.key != "preheat"


@dataclass(frozen=True)
class Phrase:
    """Words for a technique. `words` are sets of words that may stand there, or the gap.

    `joins` says that its object goes to what is there already.
    """

    technique: str
    words: tuple[frozenset[str] | None, ...]
    joins: bool

    def match(self, said: Sequence[str], start: int, end: int) -> tuple[int, ...] | None:
        """Return the places of its words among lower-case words from `start`, None if it fails."""
        places: list[int] = []
        at, loose = start, False
        for word in self.words:
            if word is None:
                loose = True
                continue
            last = min(end, at + MOST_BETWEEN) if loose else min(end, at + 1)
            found = next(
                (i for i in range(at, last) if said[i] in word and not _counted(said, i)), None
            )
            if found is None:
                return None
            places.append(found)
            at, loose = found + 1, False
        return tuple(places)


def _counted(said: Sequence[str], place: int) -> bool:
    """Tell whether a word is what is counted, no place: "pour in 1 tin tomatoes"."""
    return place > 0 and said[place - 1][:1].isdigit() and said[place] in _PACKED


class _Entry(msgspec.Struct, forbid_unknown_fields=True):
    """A technique as the book writes it."""

    resource: Resource
    minutes: tuple[float, float]
    verbs: list[str]
    hands: bool | None = None
    water: WaterEffect = "none"
    fat: FatEffect = "none"
    salt: SaltEffect = "none"
    cautions: tuple[str, ...] = ()
    cue: str = ""
    before: str = ""
    done: str = ""
    stands: int | None = None
    at_once: bool = False
    keeps: int = 0
    joins: list[str] = []


@cache
def _entries() -> dict[str, _Entry]:
    return msgspec.convert(entries_of("techniques.toml"), dict[str, _Entry])


@cache
def techniques() -> Mapping[str, Technique]:
    """Return every technique by its key, in the order of the book."""
    return {
        key: Technique(
            key, e.resource, (e.resource == "hands") if e.hands is None else e.hands, e.minutes,
            e.water, e.fat, e.salt, e.cautions, e.cue, e.before, e.done, e.stands, e.at_once, e.keeps,
        )
        for key, e in _entries().items()
    }  # fmt: skip


@cache
def verbs_of(key: str) -> tuple[str, ...]:
    """Return the verbs of a technique that stand in one piece, the longest first."""
    whole = [verb for verb in _entries()[key].verbs if GAP not in verb and "/" not in verb]
    return tuple(sorted(whole, key=len, reverse=True))


def technique(key: str) -> Technique:
    """Return one technique; KeyError if there is none of that key."""
    return techniques()[key]


@cache
def phrases() -> Mapping[str, tuple[Phrase, ...]]:
    """Return the phrases by their first word; those with the most words stand first."""
    found: dict[str, list[Phrase]] = {}
    for key, entry in _entries().items():
        for words in entry.verbs:
            joins = words in entry.joins or "*" in entry.joins
            for phrase in _spelled(key, words, joins=joins):
                for head in phrase.words[0] or ():
                    found.setdefault(head, []).append(phrase)
    return {
        head: tuple(sorted(known, key=lambda p: -sum(w is not None for w in p.words)))
        for head, known in found.items()
    }


def _spelled(key: str, words: str, *, joins: bool) -> list[Phrase]:
    """Return a phrase, with and without the words that may be missing."""
    made: list[tuple[frozenset[str] | None, ...]] = [()]
    for word in words.split():
        options: list[frozenset[str] | None] = [
            None if word == GAP else frozenset(word.rstrip("?").split("/"))
        ]
        grown = [(*one, option) for one in made for option in options]
        made = grown + (made if word.endswith("?") else [])
    return [Phrase(key, one, joins) for one in made if one]


@cache
def word_list(name: str) -> frozenset[str]:
    """Return one of the vocabulary's lists of plain words."""
    return frozenset(str(entries_of("method_words.toml")[name]).split())
