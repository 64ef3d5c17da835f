"""Accounts for every word of an ingredient line beside the food's own name.

A line is sure only when each word is a measure, part of a name, chose a form, or is known to
change nothing. What is left over is a doubt, and the words are named.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from snabo_core.foods import Food, Library
from snabo_core.foods.certainty import certainty_of
from snabo_core.foods.records import AXIS, Certainty
from snabo_core.quantities.lexicon import (
    FORM_WORDS,
    STOPS,
    Segment,
    Span,
    Word,
    spans_in,
)
from snabo_core.quantities.pieces import measured_by, words_of_part
from snabo_core.quantities.vocabulary import class_of

# "Free of", "no", "low in": what is claimed of the food has to be true of the row chosen.
_FREE = re.compile(
    r"\b(?P<what>gluten|wheat|dairy|lactose|milk|egg|nut|soya?|sugar|salt|fat|meat|oil|alcohol)"
    r"[\s-]*free\b",
    re.IGNORECASE,
)
# What a food is free of that no claim above knows, and that changes what it is made of:
# "yeast-free dough", "grain-free crackers"; "bone-free" and "additive-free" change nothing.
_FREE_OF = re.compile(
    r"\b(?P<what>(?!bone|skin|seed|stone|pip|lump|rind|gristle|range|cage|cruelty|additive|preservative|hormone|antibiotic|nitrate|"
    r"nitrite|sulphite|sulfite|gmo|gm|pesticide|chemical|residue|caffeine|mess|fuss|guilt|stress|hassle|hands|care|worry|bpa|plastic|"
    r"gluten|wheat|dairy|lactose|milk|egg|nut|soya?|sugar|salt|fat|meat|oil|alcohol)[a-z]{3,})s?-free\b",
    re.IGNORECASE,
)
_NO = re.compile(
    r"\b(?:no|without|zero|never|not|non)\b[\s-]*(?:any\s+)?(?:added\s+|extra\s+)?(?P<what>[^,;()]*)",
    re.IGNORECASE,
)
_LOW = re.compile(
    r"\b(?:low|lower|reduced|less|half|light|lite)(?:\s+in|-in)?[\s-]+(?P<what>fat|salt|sodium|"
    r"sugar|carbs?|calorie)\b|\b(?P<behind>salt|sodium|fat|sugar)[\s-]+reduced\b",
    re.IGNORECASE,
)
_FULL = re.compile(r"\b(?:full|whole)[\s-]*fat\b|\bfull[\s-]+cream\b", re.IGNORECASE)
_VEGAN = re.compile(
    r"\b(?P<what>vegan|vegetarian|veggie|plant[\s-]*based|non[\s-]*dairy|meatless)\b", re.IGNORECASE
)
_PACKED = re.compile(
    r"\b(?:in|with)\s+(?:(?:its|their|the|own|natural|light|heavy|extra|virgin|salted|unsalted|plain|cold|"
    r"hot|boiling|boiled|warm|lukewarm|iced|vegetable|rich|thick)\s+)*"
    r"(?P<medium>water|spring\s?water|brine|juices?|oil|olive oil|sunflower oil|syrup|vinegar|"
    r"tomato sauce|tomato juice|milk|ice water)\b",
    re.IGNORECASE,
)
_SUCH_AS = re.compile(
    r"\b(?:such as|for example|e\.?\s?g\.?|ideally|preferably|i (?:use|used|like|prefer|had)|"
    r"we (?:use|like)|like|including|or similar|or the like|any (?:kind|type|sort))\b[^;()]*",
    re.IGNORECASE,
)
_WEIGHED = re.compile(
    r"\b(?:weighed|weight|measured|wt\.?|peso)\b[^,;()]*|\b(?:cooked|raw|dry|drained|peeled|net|"
    r"trimmed|prepared|skin-on|unpeeled|gross|shelled|boned)\s+(?:weight|wt)\b",
    re.IGNORECASE,
)
_NUMBERED = re.compile(
    r"\b\d+(?:[.,/]\d+)?(?:\s*(?:-|–|to|x|×)\s*\d+(?:[.,/]\d+)?)*\s*-?\s*"
    r"(?:cm|mm|inch(?:es)?|in\b|\"|''|mins?\b|minutes?|hours?|hrs?\b|h\b|secs?\b|seconds?|days?|"
    r"times?|pieces?|wedges|slices|chunks|rounds|strips|parts|halves|per cent|whistles|degrees)\.?"
    r"|\b(?:cut|halved?|split|sliced?|torn|broken)?\s*\bin(?:to)?\s+(?:1/2|1/4|1/3|1/8|half|halves|quarters|thirds|eighths)s?\b"
    # How many a weight comes to: "500 g potatoes (about 4 medium)".
    r"|(?<=\()\s*(?:(?:about|around|approx\w*\.?|roughly|some|or|ca\.?|circa|~)\s*)*\d{1,2}"
    r"(?:\s*(?:-|–|to|or)\s*\d{1,2})?(?:\s+(?:small|medium|large|big|whole|average|ones?))*\s*(?=\))"
    # What it cost: "3 carrots (15p)".
    r"|(?<=\()\s*(?:[£$€]\s?\d+(?:\.\d{2})?|\d{1,3}\s?p)(?:\s+each)?\s*(?=\))",
    re.IGNORECASE,
)
# What of the dish a line is for: all of it is eaten. What is for the stock may be strained off.
_FOR_A_PART = re.compile(
    r"\bfor (?:the |a |your )?(?:(?:white|cheese|bread|pancake|shortcrust|suet|potato|salad|crumble|curry|"
    r"pie|tomato|dipping|main) )?(?:sauce|gravy|batter|mash|pastry|crust|crumbs?|crumble|lid|dressing|"
    r"salad|custard|dough|dumplings?|patties|meatballs|pancakes|roux|curry|dip|salsa|slaw|"
    r"raita|tarka|paste|(?:egg )?wash)\b(?!\s+\w)",
    re.IGNORECASE,
)
# "To coat the fish", "for the toast": what a line is for is no other food of it.
_FOR_THAT = re.compile(
    r"\b(?:for|to)\s+(?:[a-z]+\s+){0,3}?(?:the|your|my)\s+(?!(?:[a-z]+\s)?(?:stock|broth|marinade|brine|pot|water|pan)\b)[^,;()]*",
    re.IGNORECASE,
)
# Figures up to which a row counts as free of, or low in; g per 100 g, mg for sodium.
# EU 1924/2006 annex: low fat 3 g (1.5 for liquids), low sugars 5 g, low sodium 120 mg.
FREE_UP_TO = {"sugar": 0.5, "salt": 60.0, "fat": 1.0, "alcohol": 0.0}
LOW_UP_TO = {"sugar": 5.0, "salt": 120.0, "sodium": 120.0, "fat": 3.0, "calorie": 1e9}
_FIGURE = {"sugar": "sugars", "salt": "sodium_mg", "sodium": "sodium_mg", "fat": "fat",
           "alcohol": "alcohol"}  # fmt: skip
_EXCLUDED = {"gluten": "gluten", "wheat": "gluten", "dairy": "milk", "lactose": "milk",
             "milk": "milk", "egg": "egg", "nut": "nuts", "soy": "soy", "soya": "soy",
             "meat": "meat", "oil": "added oil", "vegan": "animal", "vegetarian": "meat",
             "veggie": "meat", "meatless": "meat"}  # fmt: skip
_FREE_ENOUGH: frozenset[Certainty] = frozenset({"free", "check_label", "may_contain"})
COLOURED = {"vegetable", "root", "squash", "mushroom", "herb", "fruit", "pulse", "spice", "grain"}
LIQUIDS = {"drink", "stock", "dairy", "plant_milk", "oil"}
# Media that drain away and leave the food as its own row has it.
DRAINS = {"water", "spring water", "springwater", "brine", "juice", "juices", "ice water"}
COOKING = {"boiled", "cooked", "steamed", "roasted", "roast", "baked", "grilled", "fried",
           "mashed", "leftover", "poached", "toasted", "stewed", "braised"}  # fmt: skip
FIRED = {"boiled", "cooked", "steamed", "roasted", "roast", "baked", "grilled", "fried", "poached",
         "braised"}  # fmt: skip
COOKED_WEIGHS_LESS = {"meat", "fish"}
AFTER_DRYING = {"and", "pat", "patted", "squeezed", "washed", "rinsed", "drained", "wrung",
                "cleaned", "press", "pressed", "well", "wiped"}  # fmt: skip


_ALSO_CALLED = re.compile(
    r"[(\[]\s*(?:a\.?k\.?a\.?|also (?:called|known as)|or|i\.?e\.?|that is)?[\s,:]*(?P<name>[^()\[\]]{3,40}?)\s*[)\]]",
    re.IGNORECASE,
)


def _joined(name: str) -> str:
    return " ".join(name.lower().split())


@dataclass(frozen=True)
class Account:
    """What the words of a line came to.

    `said` are the words that may choose a form, `unread` those nobody understood, `changes`
    those that make another food of it than the one found; `unsure_form` says that the line
    leaves open whether it was weighed cooked or dry.
    """

    said: tuple[str, ...]
    unread: tuple[str, ...]
    changes: tuple[str, ...]
    unsure_form: bool


def _places(line: Sequence[Word], start: int, end: int) -> set[int]:
    return {i for i, w in enumerate(line) if w.start >= start and w.end <= end}


def _row_value(food: Food, form: str, library: Library, nutrient: str) -> float:
    return float(library.row(food.key, form).best[AXIS[nutrient]])


def _is_free(food: Food, form: str, library: Library, what: str) -> bool:
    what = what.lower().replace("plant based", "vegan").replace("plant-based", "vegan")
    if what in _FIGURE:
        if what == "sugar":
            added = _row_value(food, form, library, "added_sugar")
            if not np.isnan(added) and added <= FREE_UP_TO[what]:
                return True
        value = _row_value(food, form, library, _FIGURE[what])
        return not np.isnan(value) and value <= FREE_UP_TO.get(what, 0.0)
    excluded = "animal" if what.startswith("plant") else _EXCLUDED.get(what)
    if what.startswith("non"):
        excluded = "milk"
    return excluded is not None and certainty_of(food, excluded) in _FREE_ENOUGH


def _is_low(food: Food, form: str, library: Library, what: str) -> bool:
    what = what.lower().rstrip("s")
    if what not in LOW_UP_TO or what == "calorie":
        return False
    value = _row_value(food, form, library, _FIGURE[what])
    return not np.isnan(value) and value <= LOW_UP_TO[what]


# Behind a food's name these name another food.
_MADE_WITH = set("seasoning coating batter dough glaze topping filling marinade dressing".split())


@dataclass
class _Ledger:
    """The words still to be accounted for while a line is gone through."""

    text: str
    line: Sequence[Word]
    segments: Sequence[Segment]
    food: Food
    form: str
    library: Library
    head: Span
    settled: set[int]
    negated: set[int]
    changes: list[str]

    def settle(self, start: int, end: int) -> set[int]:
        """Count the words from one place of the text to another as understood."""
        places = _places(self.line, start, end)
        self.settled |= places
        return places

    def claim(self, start: int, end: int, *, holds: bool) -> None:
        """Settle a claim's words; where it does not hold of the food, it changes it."""
        places = _places(self.line, start, end) - self.settled
        if places and not holds:
            self.changes.append(self.text[start:end].strip())
        self.settled |= places


def account(
    text: str,
    line: Sequence[Word],
    segments: Sequence[Segment],
    head: Span,
    used: frozenset[int],
    food: Food,
    form: str,
    library: Library,
    *,
    weighed_so: bool,
) -> Account:
    """Account for every word of a line.

    Args:
        text: the line without its amount.
        line: its words.
        segments: its stretches.
        head: the name of the food.
        used: places of the words that name it.
        food: the food found.
        form: the form of it that is assumed so far.
        library: where foods are looked up.
        weighed_so: the amount stands behind the words, so that what was done to the food was
            done before it was weighed.
    """
    book = _Ledger(text, line, segments, food, form, library, head, set(used), set(), [])
    _settle_claims(book)
    said, unsure = _said(book, weighed_so=weighed_so)
    chosen = {w for w in said if any(f in food.forms for f in FORM_WORDS.get(w, ()))}
    unread = [
        word.plain
        for place, word in enumerate(line)
        if place not in book.settled and not _understood(book, place, word, chosen)
    ]
    if food.food_class in COOKED_WEIGHS_LESS and form == "raw":
        # Cooked meat weighs less than raw: as a row of raw meat it would be another amount.
        book.changes += [w for w in said if w in FIRED and w not in chosen]
    others = [
        *_other_foods(book),
        *_made_with(line, head, used),
        *_of_what(text, line, used),
        *words_of_part(text, food),
    ]
    return Account(tuple(said), tuple(dict.fromkeys([*unread, *others])),
                   tuple(book.changes), unsure)  # fmt: skip


def _made_with(line: Sequence[Word], head: Span, used: frozenset[int]) -> list[str]:
    """Return the word that names what is made with a food: "burger seasoning", "potato topping"."""
    behind = line[head.last : head.last + 1]
    same = behind and behind[0].segment == line[head.last - 1].segment
    found = same and head.last not in used and behind[0].plain in _MADE_WITH
    return [behind[0].plain] if found else []


def _of_what(text: str, line: Sequence[Word], used: frozenset[int]) -> list[str]:
    """Return what a food is measured by where nobody knows how much that is: "coins of carrot"."""
    by = measured_by(text)
    return [] if by is None or _places(line, *by.span()) & used else [by.group().lower()]


def _settle_claims(book: _Ledger) -> None:
    food, form, library, text = book.food, book.form, book.library, book.text
    for pattern in (_WEIGHED, _FOR_A_PART, _FOR_THAT, _NUMBERED, _SUCH_AS):
        for match in pattern.finditer(text):
            book.settle(*match.span())
    for match in _FREE.finditer(text):
        book.claim(*match.span(), holds=_is_free(food, form, library, match["what"]))
    for match in _FREE_OF.finditer(text):
        claimed = f"{match['what'].lower()}-free"
        own = any(claimed in name for name in (food.name, *food.names))
        book.claim(*match.span(), holds=own)
    for match in _LOW.finditer(text):
        what = match["what"] or match["behind"]
        book.claim(*match.span(), holds=_is_low(food, form, library, what))
    for match in _FULL.finditer(text):
        fat = _row_value(food, form, library, "fat")
        book.claim(*match.span(), holds=not np.isnan(fat) and fat >= 3.0)
    for match in _VEGAN.finditer(text):
        book.claim(*match.span(), holds=_is_free(food, form, library, match["what"]))
    for match in _NO.finditer(text):
        _settle_negation(book, match)
    for match in _PACKED.finditer(text):
        _settle_medium(book, match)
    names = {_joined(name) for name in (food.name, *food.names)}
    for match in _ALSO_CALLED.finditer(text):
        # "aubergines (brinjal)": the same food by another of its names.
        if names & {_joined(match["name"]), _joined(match["name"]).rstrip("s")}:
            book.settle(*match.span())


def _settle_negation(book: _Ledger, match: re.Match[str]) -> None:
    words = match["what"].lower().split()
    first = words[0] if words else ""
    places = _places(book.line, *match.span())
    book.negated |= places
    if first in {"salt", "sugar", "fat", "sodium"} and not match.group().lower().startswith("not"):
        holds = _is_free(book.food, book.form, book.library, "salt" if first == "sodium" else first)
        cooked = re.search(r"\b(?:boiled|cooked|steamed|poached|fried)\b", book.text, re.IGNORECASE)
        book.claim(*match.span(), holds=holds or cooked is not None)
        return
    book.settled |= places


def _settle_medium(book: _Ledger, match: re.Match[str]) -> None:
    medium = match["medium"].lower()
    named = medium in " ".join((book.food.name, *book.food.names)).lower()
    kept = medium in DRAINS or named or medium.split()[-1] in book.food.tags
    if medium in {"milk", "vinegar"}:
        kept = "soaked" in book.text.lower()
    drained = re.search(r"\bdrained\b", book.text, re.IGNORECASE) is not None
    book.claim(*match.span(), holds=kept or (drained and medium != "syrup"))


def _said(book: _Ledger, *, weighed_so: bool) -> tuple[list[str], bool]:
    """Return the words that may choose a form, and whether cooked or dry is left open."""
    said: list[str] = []
    unsure = False
    weighed = re.search(
        r"\b(cooked|raw|dry|drained)\s+(?:weight|wt)|weighed\s+(cooked|raw|dry|drained)",
        book.text, re.IGNORECASE,
    )  # fmt: skip
    if weighed is not None:
        said.append((weighed[1] or weighed[2]).lower())
    for place, word in enumerate(book.line):
        if place in book.negated or place in range(book.head.first, book.head.last):
            continue
        if word.plain not in FORM_WORDS:
            continue
        if word.plain in COOKING and not weighed_so:
            later = place > book.head.last - 1
            if later and book.segments[word.segment].kind == "comma":
                grain = book.food.food_class in {"grain", "pasta"}
                open_form = (grain and word.plain in {"cooked", "boiled"}) or (
                    book.food.food_class == "pulse" and word.plain == "boiled"
                )
                unsure = unsure or open_form
                if book.food.food_class != "pulse" or word.plain != "cooked":
                    continue
            elif later and book.food.food_class not in {"pulse", "grain", "pasta"}:
                continue
        if word.plain in {"dry", "dried"} and _is_drying(book, place):
            continue
        said.append(word.plain)
    return said, unsure and weighed is None


def _is_drying(book: _Ledger, place: int) -> bool:
    """Tell "patted dry" from "dried parsley"."""
    if book.line[place].plain not in {"dry", "dried"}:
        return False
    before = book.line[place - 1] if place else None
    return (
        before is not None
        and before.segment == book.line[place].segment
        and before.plain in AFTER_DRYING
    )


def _understood(book: _Ledger, place: int, word: Word, chosen: set[str]) -> bool:
    plain, food = word.plain, book.food
    if plain.isdigit():
        return False
    if plain in chosen or plain in STOPS or len(plain) == 1:
        return True
    if food.food_class in GENERIC.get(plain, ()):
        return True
    # Whatever salt is for, "the pasta water" or "the brine", it stays salt.
    if food.food_class == "salt" and place in _for_phrases(book):
        return True
    kind = class_of(plain)
    if kind is None:
        return False
    if kind == "shade":
        return food.food_class in COLOURED or plain in {"golden", "pale", "dark", "light"}
    if kind == "change":
        return _harmless_change(book, place, plain)
    return True


def _harmless_change(book: _Ledger, place: int, plain: str) -> bool:
    food = book.food
    if place in book.negated or (plain in {"dry", "dried"} and _is_drying(book, place)):
        return True
    by_default = {f for f in FORM_WORDS.get(plain, ()) if f == food.default_form}
    if by_default:
        return True
    if plain in CLAIMED:
        test = _is_free if CLAIMED[plain] != "fat" else _is_low
        return test(food, book.form, book.library, CLAIMED[plain])
    if plain in {"tinned", "canned"} and "tinned" in food.tags:
        return True
    return food.food_class in HARMLESS_IN.get(plain, ())


# What one word claims of the food.
CLAIMED = {"unsalted": "salt", "unsweetened": "sugar", "lean": "fat", "skim": "fat",
           "skimmed": "fat", "nonfat": "fat", "lowfat": "fat"}  # fmt: skip
# Words for a whole kind of food; beside the name of one of that kind they say nothing more.
GENERIC: dict[str, tuple[str, ...]] = {
    "cheese": ("cheese", "dairy"), "fish": ("fish",), "seafood": ("fish",), "oil": ("oil",),
    "sauce": ("condiment",), "bean": ("pulse",), "pea": ("pulse",), "pulse": ("pulse",),
    "nut": ("nut",), "seed": ("seed", "spice"), "mushroom": ("mushroom",), "squash": ("squash",),
    "pasta": ("pasta",), "noodle": ("pasta",), "bread": ("bread",), "flour": ("starch", "pulse"),
    "milk": ("plant_milk", "dairy"), "meat": ("meat",), "herb": ("herb",), "spice": ("spice",),
    "vegetable": ("vegetable", "root", "squash", "mushroom"), "fruit": ("fruit",),
    "berry": ("fruit",), "wine": ("drink",), "broth": ("stock",), "stock": ("stock",),
    "seasoning": ("spice", "salt", "herb"), "dairy": ("dairy", "cheese"), "lettuce": ("vegetable",),
    "cabbage": ("vegetable",), "greens": ("vegetable",), "vinegar": ("condiment",),
    "mustard": ("condiment",), "powder": ("spice",), "grain": ("grain",), "cut": ("meat",),
    "steak": ("meat", "fish"), "joint": ("meat",), "roll": ("bread",), "loaf": ("bread",),
    "sausage": ("meat",), "bacon": ("meat",), "sugar": ("sweetener",), "syrup": ("sweetener",),
}  # fmt: skip
FREEZES = {
    "vegetable",
    "root",
    "squash",
    "mushroom",
    "fruit",
    "pulse",
    "meat",
    "fish",
    "herb",
    "bread",
    "pasta",
    "pastry",
    "grain",
}
# Words that change most foods but say nothing new of these classes.
HARMLESS_IN: dict[str, set[str]] = {
    "frozen": FREEZES, "tinned": {"fish"}, "canned": {"fish"},
    # "Seeded bread" has seeds on it, seeded tomatoes have none.
    "seeded": {"vegetable", "fruit", "squash", "spice"},
    "blanched": {"vegetable", "nut", "root"}, "sweet": {"fruit"},
    **{key: {"bread", "pasta"} for key in ("bread", "bun", "roll", "burger", "noodle", "pasta", "cake")},
    **{key: {"stock"} for key in ("soup", "stock", "broth")},
}  # fmt: skip


def _other_foods(book: _Ledger) -> list[str]:
    """Return names of other foods that the line holds and nobody has accounted for."""
    found = []
    purposes = _for_phrases(book)
    for span in spans_in(book.line, book.library):
        places = set(range(span.first, span.last))
        if places & book.settled or places & purposes:
            continue
        if span.key == book.food.key:
            continue
        if span.first and book.line[span.first - 1].plain == "into":
            continue
        plain = [book.line[i].plain for i in sorted(places)]
        if len(plain) == 1 and book.food.food_class in GENERIC.get(plain[0], ()):
            continue
        if all(
            class_of(w) in {"variety", "part", "prep", "quality", "filler", "chat"} for w in plain
        ):
            continue
        found.append(" ".join(plain))
    return found


def _for_phrases(book: _Ledger) -> set[int]:
    """Return the places of words that say what a line is for: "for boiling the pasta"."""
    found: set[int] = set()
    for place, word in enumerate(book.line):
        if word.plain in {"for", "to"}:
            end = place
            while end < len(book.line) and book.line[end].segment == word.segment:
                found.add(end)
                end += 1
    return found
