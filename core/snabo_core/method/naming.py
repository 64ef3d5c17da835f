"""Which lines of the dish the words of a step mean: "the onions", "oil", "the dry ingredients"."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

from snabo_core.foods import Food, Library
from snabo_core.foods.library import plain_word, words_of
from snabo_core.quantities.vocabulary import class_of

LONGEST_NAME = 5
# How well a mention fits a line: as it is written there, its full name, what it is ("lentils" of "red lentils"), a word
# that only says which ("chicken" of "chicken stock"), or the kind of food it belongs to.
WRITTEN, FULL, HEAD, KIND, WHICH = 5, 4, 3, 2, 1

# Words for whole kinds of foods, by the classes of the curated foods; common practice.
KINDS: dict[str, frozenset[str]] = {
    "cheese": frozenset({"cheese"}), "meat": frozenset({"meat"}), "fish": frozenset({"fish"}),
    "vegetable": frozenset({"vegetable", "root", "squash", "mushroom"}),
    "veg": frozenset({"vegetable", "root", "squash", "mushroom"}),
    "veggie": frozenset({"vegetable", "root", "squash", "mushroom"}),
    "herb": frozenset({"herb"}), "spice": frozenset({"spice"}), "nut": frozenset({"nut"}),
    "seed": frozenset({"seed"}), "oil": frozenset({"oil"}), "stock": frozenset({"stock"}),
    "broth": frozenset({"stock"}), "masala": frozenset({"spice"}), "greens": frozenset({"vegetable"}),
    "pulse": frozenset({"pulse"}), "bean": frozenset({"pulse"}), "pasta": frozenset({"pasta"}),
    "noodle": frozenset({"pasta"}), "mushroom": frozenset({"mushroom"}), "fat": frozenset({"oil", "fat_dairy"}),
    "egg": frozenset({"egg"}), "bread": frozenset({"bread"}), "flour": frozenset({"grain", "starch"}),
    "liquid": frozenset({"stock", "drink", "plant_milk"}), "salt": frozenset({"salt"}),
    "seasoning": frozenset({"salt", "spice"}), "sweetener": frozenset({"sweetener"}),
    "squash": frozenset({"squash"}), "aromatic": frozenset({"vegetable"}), "fruit": frozenset({"fruit"}),
}  # fmt: skip
_DRY = frozenset({"grain", "starch", "spice", "salt", "nut", "seed", "fibre", "sweetener"})
_GROUND = re.compile(r"\b(?:mince[d]?|ground|sausages?|burgers?|meatballs?)\b", re.IGNORECASE)
# Said of meat by its name on the plate.
_MEAT_WORDS = {"steak", "mince", "fillet", "chop", "joint", "breast", "thigh", "chicken", "lamb",
               "beef", "pork", "turkey", "sausage", "ham", "bacon", "meat"}  # fmt: skip
_POOR = {"whole", "ground", "black", "white", "red", "green", "dried", "fresh", "sweet", "hot", "sea",
         "large", "small", "baby", "wild", "plain", "raw", "light", "full", "fat", "low", "double",
         "single", "extra", "virgin", "of", "and", "in", "with", "the", "a", "powder", "leaf", "piece",
         "juice", "clove", "head", "stick", "leave", "bunch", "sprig", "can", "tin", "style", "free",
         "cold", "warm", "boiling", "half", "spring", "mixed", "salted", "unsalted", "fine", "table",
         "mature", "cup", "fillet"}  # fmt: skip
_LINE_ENDS = re.compile(
    r"[,(;]|\s-\s|\bfor\b|\bplus\b|\bto taste\b|\bas needed\b|\bor\b", re.IGNORECASE
)
_AMOUNTS = re.compile(
    r"^[\s\d.,/½⅓⅔¼¾⅛x×-]+(?:\s*(?:g|kg|ml|l|oz|lb|lbs|tsp|tbsp|cups?|tins?|cans?|gms?)\b)?",
    re.IGNORECASE,
)


@dataclass(frozen=True)
class Ingredient:
    """A line of the dish as steps may name it: its id, the part it stands in, its text and food.

    `kept` says that it was cooked before and has been kept since: it is heated through again.
    """

    id: str
    part: str
    text: str
    food: str | None = None
    kept: bool = False


@dataclass(frozen=True)
class Mention:
    """Words [first, last) of a clause and the lines they fit best, with how well."""

    first: int
    last: int
    lines: tuple[str, ...]
    fit: int
    plural: bool


@lru_cache(maxsize=8192)
def _pieces(word: str) -> tuple[str, ...]:
    """Return the plain words of one word of a sentence; itself where it has none."""
    return tuple(words_of(word)) or (word,)


class Names:
    """Every word the lines of one dish go by."""

    def __init__(self, lines: Sequence[Ingredient], library: Library) -> None:
        """Read the names of all lines once."""
        self.lines = {line.id: line for line in lines}
        self.foods = {line.id: library.known(line.food) for line in lines}
        self._known: dict[tuple[str, ...], dict[str, int]] = {}
        for line in lines:
            for name, fit in _names(line, self.foods[line.id], library).items():
                held = self._known.setdefault(name, {})
                held[line.id] = max(fit, held.get(line.id, 0))
        self.words = frozenset(word for name in self._known for word in name)

    def class_of(self, line_id: str) -> str | None:
        """Return the class of a line's food, None where nobody knows the food."""
        food = self.foods[line_id]
        return food.food_class if food else None

    def mentions(self, said: Sequence[str]) -> list[Mention]:
        """Return what lower-case words mention, in order; the longest name at a place counts."""
        # "half-and-half" is one word of the sentence and three of the name.
        plain: list[str] = []
        at: list[int] = []
        for number, word in enumerate(said):
            for piece in _pieces(word):
                plain.append(piece)
                at.append(number)
        found: list[Mention] = []
        place = 0
        while place < len(plain):
            if plain[place] not in self.words:
                place += 1
                continue
            for size in range(min(LONGEST_NAME, len(plain) - place), 0, -1):
                held = self._known.get(tuple(plain[place : place + size]))
                if held:
                    fit = max(held.values())
                    lines = tuple(key for key, value in held.items() if value == fit)
                    first, last = at[place], at[place + size - 1]
                    plural = plain_word(said[last]) != said[last]
                    found.append(Mention(first, last + 1, lines, fit, plural))
                    place += size
                    break
            else:
                place += 1
        return _joined(found)

    def dry(self) -> list[str]:
        """Return the dry ingredients."""
        return [key for key in self.lines if self.class_of(key) in _DRY]


def _joined(found: list[Mention]) -> list[Mention]:
    """Drop the words that only say which when the food itself stands right behind."""
    kept: list[Mention] = []
    for place, mention in enumerate(found):
        behind = found[place + 1] if place + 1 < len(found) else None
        touching = behind is not None and behind.first == mention.last
        if touching and mention.fit < HEAD and behind is not None and behind.fit >= mention.fit:
            both = tuple(key for key in behind.lines if key in mention.lines)
            if both:
                found[place + 1] = Mention(
                    mention.first, behind.last, both, behind.fit, behind.plural
                )
            continue
        kept.append(mention)
    return kept


class _Called:
    """The names of one line, each with the best it fits."""

    def __init__(self) -> None:
        self.fits: dict[tuple[str, ...], int] = {}

    def add(self, name: tuple[str, ...], fit: int) -> None:
        if name and len(name) <= LONGEST_NAME:
            self.fits[name] = max(fit, self.fits.get(name, 0))

    def words(self, name: tuple[str, ...]) -> None:
        """Add a name whole, its end, its noun, and the words that only say which."""
        fit = FULL if len(name) > 1 else HEAD
        self.add(name, fit)
        self.add(name[-2:], fit)
        rich = [word for word in name if not _poor(word)]
        for word in rich[:-1]:
            self.add((word,), WHICH)
        for word in rich[-1:]:
            self.add((word,), HEAD)


def _names(line: Ingredient, food: Food | None, library: Library) -> dict[tuple[str, ...], int]:
    """Return the names of a line as plain words, each with how well it fits."""
    called = _Called()
    written = _AMOUNTS.sub("", line.text)
    main = tuple(words_of(_LINE_ENDS.split(written, maxsplit=1)[0] or written))
    called.words(main)
    if len(main) > 1:
        called.add(main, WRITTEN)
        called.add(main[-2:], WRITTEN)
    for word in words_of(written):
        if not _poor(word) and class_of(word) is None:
            called.add((word,), WHICH)
    if food is not None:
        for name in (tuple(words_of(food.name)), *library.names_of(food.key)):
            called.words(name)
            if name[-1] not in _POOR:
                called.add((name[-1],), HEAD)
        _kinds(called, food, main, written)
    return called.fits


def _kinds(called: _Called, food: Food, main: tuple[str, ...], written: str) -> None:
    """Add the kinds a food belongs to: "cheese", "the meat", "oil"."""
    for word, classes in KINDS.items():
        if food.food_class in classes:
            called.add((word,), KIND)
    if food.food_class == "meat":
        meats = _MEAT_WORDS & set(main) | ({"mince", "meat"} if _GROUND.search(written) else set())
        for word in meats:
            called.add((word,), HEAD)
    if food.food_class == "oil":
        called.add(("oil",), HEAD if "oil" in written.lower() else KIND)
        called.add(("fat",), KIND)


@lru_cache(maxsize=4096)
def _poor(word: str) -> bool:
    """Tell whether a word alone names nothing: a quality, a shape, an amount."""
    return (
        word in _POOR
        or len(word) < 3
        or class_of(word) in {"prep", "quality", "filler", "chat", "purpose", "cooked"}
    )


def by_class(names: Names, classes: frozenset[str]) -> list[str]:
    """Return the lines whose food is of one of the classes."""
    return [key for key in names.lines if names.class_of(key) in classes]


def parts_of(lines: Mapping[str, Ingredient]) -> dict[str, list[str]]:
    """Return the ids of the lines of each part, by the part's name in lower case."""
    found: dict[str, list[str]] = {}
    for line in lines.values():
        found.setdefault(line.part.lower(), []).append(line.id)
    return found
