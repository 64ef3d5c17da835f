"""Finding the food a line names, by the names it may go by and where they stand.

The head noun of the first phrase is the food: what comes before it says which, what comes
after "in", "with" or "for" is only with it. Every other word is left to `accounting`.
"""

from __future__ import annotations

import re
from collections import defaultdict
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from functools import cache, lru_cache
from math import ceil

from rapidfuzz import fuzz, process
from rapidfuzz.distance import OSA

from snabo_core.book import entries_of
from snabo_core.foods import Food, Library
from snabo_core.foods.library import plain_word, words_of
from snabo_core.quantities.vocabulary import class_of, words

NEAR_ENOUGH = 84.0
# Each word of several is that near to its own.
NEAR_AS_A_WORD = 70
CANDIDATES = 6
# No ingredient has more; what follows is a story.
MOST_WORDS = 60
STOPS = {
    "in", "with", "without", "for", "from", "to", "if", "as", "not", "no", "but", "until", "w",
    "plus", "weighed", "made", "stuck", "per", "on", "under", "over", "such", "including", "eg",
    "ideally", "preferably", "i", "my", "we", "that", "which", "when", "so", "than", "like",
}  # fmt: skip
# "Rinsed of starch": what is gone is no part of a name.
RID = {"rinsed", "rinse", "free", "stripped", "strip", "trimmed", "trim", "cleaned", "clean", "rid"}
# What brackets say of a food and is none of its name.
NO_NAME = {"meat", "jar", "tin", "can", "packet", "bottle", "carton", "tub"}
# Classes of words that may stand beside a name without making another food of it.
MILD = {"prep", "quality", "variety", "part", "filler", "chat", "purpose", "cooked"}

# Words that say how a food is, not what it is; they choose the form.
FORM_WORDS: dict[str, tuple[str, ...]] = {
    "boiled": ("boiled", "cooked"),
    "cooked": ("cooked", "boiled"),
    "mashed": ("boiled",),
    "leftover": ("cooked", "boiled"),
    "steamed": ("boiled", "cooked"),
    "roasted": ("baked", "roasted", "cooked"),
    "roast": ("baked", "roasted", "cooked"),
    "baked": ("baked", "cooked"),
    "poached": ("boiled", "cooked"),
    "grilled": ("grilled", "cooked"),
    "fried": ("fried", "cooked"),
    "drained": ("drained",),
    "tinned": ("drained", "tinned"),
    "canned": ("drained", "tinned"),
    "can": ("drained", "tinned"),
    "tin": ("drained", "tinned"),
    "jar": ("drained", "tinned"),
    "jarred": ("drained", "tinned"),
    "bottled": ("drained", "tinned"),
    "undrained": ("tinned",),
    "frozen": ("frozen",),
    "freeze": ("dry",),
    "thawed": ("frozen",),
    "defrosted": ("frozen",),
    "dry": ("dry",),
    "dried": ("dry",),
    "uncooked": ("dry", "raw"),
    "ground": ("ground",),
    "powder": ("ground", "dry"),
    "powdered": ("ground", "dry"),
    "milled": ("ground",),
    "fresh": ("raw", "fresh"),
    "freshly": ("fresh",),
    "raw": ("raw", "dry"),
    "riced": ("riced",),
    "rice": ("riced",),
    "grated": ("grated",),
    "salted": ("salted",),
    "unsalted": ("unsalted",),
    "blanched": ("blanched",),
    "toasted": ("toasted",),
    "lean": ("lean",),
    "extralean": ("lean",),
    "smoked": ("smoked",),
    "stewed": ("stewed", "cooked"),
    "braised": ("stewed", "cooked"),
}


@dataclass(frozen=True)
class FoodMatch:
    """A food found in a text: how surely (0 to 1), and where its words stand."""

    food: Food
    confidence: float
    start: int
    end: int


@dataclass(frozen=True)
class Word:
    """A word of a line in its plain form, where it stands and in which segment."""

    plain: str
    start: int
    end: int
    segment: int


@dataclass(frozen=True)
class Segment:
    """A stretch of a line: `main`, behind a `comma` (or dash), or in a `bracket`."""

    kind: str
    start: int
    end: int


@dataclass(frozen=True)
class Span:
    """A food's name among the words of a line: words [first, last) are it."""

    first: int
    last: int
    key: str


def segments_of(text: str) -> list[Segment]:
    """Split a line at commas, dashes and brackets; brackets inside brackets stay with them."""
    found: list[Segment] = []
    begin, depth, kind = 0, 0, "main"

    def close(end: int) -> None:
        if text[begin:end].strip():
            found.append(Segment(kind, begin, end))

    for place, sign in enumerate(text):
        if sign in "([{":
            if depth == 0:
                close(place)
                begin, kind = place + 1, "bracket"
            depth += 1
        elif sign in ")]}":
            if depth <= 1:
                close(place)
                begin, kind, depth = place + 1, "main", 0
            else:
                depth -= 1
        elif depth == 0 and (
            sign in ";:"
            or (sign == "," and not _inside_number(text, place))
            or _is_dash(text, place)
        ):
            close(place)
            begin, kind = place + 1, "comma"
    close(len(text))
    return found


def _inside_number(text: str, place: int) -> bool:
    return place > 0 and text[place - 1].isdigit() and text[place + 1 : place + 2].isdigit()


def _is_dash(text: str, place: int) -> bool:
    if text[place] not in "-–—":
        return False
    return text[place - 1 : place] in {"", " "} and text[place + 1 : place + 2] in {"", " "}


def words_in(text: str, segments: Sequence[Segment]) -> list[Word]:
    """Return the words of a line in order, at most `MOST_WORDS`."""
    found: list[Word] = []
    for number, segment in enumerate(segments):
        for match in re.finditer(r"[^\W_]+|%|&|\+", text[segment.start : segment.end]):
            raw = match.group()
            plain = "and" if raw in "&+" else plain_word(raw)
            start = segment.start + match.start()
            found.append(Word(plain, start, start + len(raw), number))
            if len(found) >= MOST_WORDS:
                return found
    return found


def spans_in(line: Sequence[Word], library: Library) -> list[Span]:
    """Return the names in a line, in order; of those that end at one place the longest.

    English puts the noun last, so names are sought from the right: "mustard powder" before
    "English mustard".
    """
    names, longest, found, end = library.names, library.longest_name, [], len(line)
    while end > 0:
        same, first = line[end - 1].segment, end
        while first > 0 and end - first < longest and line[first - 1].segment == same:
            first -= 1
        for place in range(first, end):
            key = names.get(tuple(w.plain for w in line[place:end]))
            if key is not None:
                found.append(Span(place, end, key))
                end = place
                break
        else:
            end -= 1
    return found[::-1]


def _phrases(line: Sequence[Word], spans: Sequence[Span]) -> list[tuple[int, int]]:
    """Return the head phrase of every segment: up to the first "in", "with" or the like."""
    inside = {i for span in spans for i in range(span.first, span.last)}
    found = []
    begin = 0
    while begin < len(line):
        end = begin
        while end < len(line) and line[end].segment == line[begin].segment:
            end += 1
        stop = begin
        while stop < end and (line[stop].plain not in STOPS or stop in inside):
            stop += 1
        found.append((begin, stop))
        begin = end
    return found


def head_span(line: Sequence[Word], spans: Sequence[Span], library: Library) -> Span | None:
    """Return the name that is the food of the line, None where no phrase holds one."""
    negated = _negated(line)
    meant = [s for s in spans if s.first not in negated]
    for begin, end in _phrases(line, meant):
        held = [s for s in meant if s.first >= begin and s.last <= end]
        if held:
            return _of(line, held, library) or _steak_of(line, held, library) or held[-1]
    return meant[0] if meant else None


def _steak_of(line: Sequence[Word], held: Sequence[Span], library: Library) -> Span | None:
    """Return the vegetable of "cauliflower steaks", which are no meat."""
    last = held[-1]
    beside = len(held) > 1 and held[-2].last == last.first
    if not beside or [w.plain for w in line[last.first : last.last]] != ["steak"]:
        return None
    plant = library.food(held[-2].key).food_class in {"vegetable", "root", "squash", "mushroom"}
    return held[-2] if plant else None


def _of(line: Sequence[Word], held: Sequence[Span], library: Library) -> Span | None:
    """Read "oil of olive" and "broth of vegetables" the English way round."""
    place = next(
        (i for i in range(held[0].last, held[-1].first) if line[i].plain in {"of", "from"}), None
    )
    if place is None:
        return None
    before = [s for s in held if s.last <= place][-1]
    after = next(s for s in held if s.first > place)
    turned = tuple(
        w.plain for w in (*line[after.first : after.last], *line[before.first : before.last])
    )
    key = library.names.get(turned)
    return Span(before.first, after.last, key) if key else before


# Words that begin with so many same letters are spellings of one: "yoghurt", "yogurt".
SAME_BEGINNING = 4
# Of these one kind is as good as the other where a line says more of it.
AS_GOOD_AS = frozenset({"fish", "stock", "broth", "bouillon"})


def specialised(line: Sequence[Word], head: Span, library: Library) -> tuple[Span, frozenset[int]]:
    """Return the food with words from elsewhere in the line that make a longer name of it.

    "Lentils, red", "cheese, cottage, low fat": up to three words in a row are tried before
    and behind the name. Also returns the places of the words used.
    """
    used: set[int] = set(range(head.first, head.last))
    key, names = head.key, [tuple(w.plain for w in line[head.first : head.last])]
    negated = _negated(line) | _aside(line) | _later_cooked(line, head)
    # "1 fryer (about 4 cups meat)", "white sauce (jar)": that is no part of a name.
    own = line[head.first].segment
    # "Flour, for the black beans" is no bean flour: of another food's name nothing is taken apart.
    others = [s for s in spans_in(line, library) if line[s.first].segment != own]
    negated |= {i for i, w in enumerate(line) if w.plain in NO_NAME and w.segment != own}
    for _ in range(2):
        called = tuple(words_of(library.food(key).name))
        more = [n for n in library.names_of(key) if n == called or _akin(n, names[0])]
        names += [n for n in more if n not in names]
        better = _longer(line, names, used | negated, others, library)
        if better is None:
            break
        key, name, taken = better
        names = [name]
        used |= taken
    return Span(head.first, head.last, key), frozenset(used)


def _akin(name: Sequence[str], written: Sequence[str]) -> bool:
    """Tell a name that shares a word with the written one, however it is spelled.

    A cheddar is a cheese, but "fresh cheddar" is no fresh cheese; smoked coley is smoked fish.
    """
    if not AS_GOOD_AS.isdisjoint(name):
        return True
    begun = {word[:SAME_BEGINNING] for word in written}
    return any(word[:SAME_BEGINNING] in begun for word in name)


def _longer(
    line: Sequence[Word],
    names: Sequence[tuple[str, ...]],
    used: Collection[int],
    others: Sequence[Span],
    library: Library,
) -> tuple[str, tuple[str, ...], set[int]] | None:
    """Return the food of a longer name, that name and the places of the words it takes in.

    Of the names of `others` none is taken apart, unless it is that food's too: "(honey beans)".
    """
    for length in (3, 2, 1):
        for first in range(len(line) - length + 1):
            places = set(range(first, first + length))
            if places & set(used):
                continue
            more = tuple(w.plain for w in line[first : first + length])
            if more in library.names and _apart(line, places, used):
                continue
            for name in names:
                for longer in (more + name, name + more):
                    key = library.names.get(longer)
                    if key is not None and not _takes_apart(places, key, others):
                        return key, longer, places
    return None


def _takes_apart(places: set[int], key: str, others: Sequence[Span]) -> bool:
    """Tell words that are some of another food's name."""
    return any(
        places & (name := {*range(span.first, span.last)}) and not name <= places
        and span.key != key
        for span in others
    )  # fmt: skip


def _aside(line: Sequence[Word]) -> set[int]:
    """Return the places of words behind "in", "for" or the like: they are no part of a name."""
    found: set[int] = set()
    for place, word in enumerate(line):
        rid = word.plain == "of" and place > 0 and line[place - 1].plain in RID
        if word.plain in STOPS or word.plain == "into" or rid:
            end = place
            while end < len(line) and line[end].segment == word.segment:
                found.add(end)
                end += 1
    return found


def _apart(line: Sequence[Word], places: Collection[int], used: Collection[int]) -> bool:
    """Tell two foods with an "and" between them: "onions and salt" are no onion salt."""
    between = range(min(*places, *used), max(*places, *used))
    return any(line[i].plain in {"and", "plus", "&"} for i in between if i not in used)


def _negated(line: Sequence[Word]) -> set[int]:
    """Return the places of words after "not", "no" or "without" in their segment."""
    found: set[int] = set()
    for place, word in enumerate(line):
        if word.plain in {"not", "no", "without", "never"}:
            end = place
            while end < len(line) and line[end].segment == word.segment:
                found.add(end)
                end += 1
    return found


def _later_cooked(line: Sequence[Word], head: Span) -> set[int]:
    """Return the places of "boiled", "mashed" behind the name: done to it, no other food."""
    later = range(head.last, len(line))
    return {i for i in later if class_of(line[i].plain) in {"cooked", "prep"}}


@lru_cache(maxsize=4096)
def _spelled(word: str, library: Library) -> tuple[str, int] | None:
    """Return the known word nearest to a misspelt one and by how many letters it differs."""
    reach = 1 if len(word) < 8 else 2
    known = _known_words(library)
    near = process.extract(word, known, scorer=OSA.distance, score_cutoff=reach, limit=8)
    # Of words equally near the one that most names hold is meant: carrot, not carob.
    ranked = sorted((d, -library.word_uses(w), w) for w, d, _ in near if w[0] == word[0])
    return (ranked[0][2], int(ranked[0][0])) if ranked else None


@lru_cache(maxsize=16)
def _known_words(library: Library) -> tuple[str, ...]:
    listed = {word for name in library.names for word in name} | set(words())
    return tuple(sorted(w for w in listed if len(w) > 3))


@lru_cache(maxsize=16)
def _known_set(library: Library) -> frozenset[str]:
    return frozenset(_known_words(library))


def respelled(line: Sequence[Word], library: Library) -> tuple[list[Word], int]:
    """Return the words with slips of spelling mended, and how many letters that took."""
    known = _known_set(library)
    result, letters = [], 0
    for word in line:
        near = None
        if len(word.plain) >= 5 and word.plain.isalpha() and word.plain not in known:
            near = _spelled(word.plain, library)
        if near is None:
            result.append(word)
        else:
            letters += near[1]
            result.append(Word(near[0], word.start, word.end, word.segment))
    return result, letters


def find_food(text: str, library: Library) -> FoodMatch | None:
    """Return the food a short text names, None when nothing comes near.

    What no name matches is compared by spelling; its confidence then stays below 0.85.
    """
    line = words_in(text, segments_of(text))
    spans = spans_in(line, library)
    whole = library.names.get(tuple(w.plain for w in line))
    head = Span(0, len(line), whole) if whole else head_span(line, spans, library)
    if head is None:
        return nearest(text, line, library)
    head, used = specialised(line, head, library)
    sure = 1.0 if len(used) == len(line) else 0.95
    start, end = line[head.first].start, line[head.last - 1].end
    return FoodMatch(library.food(head.key), sure, start, end)


def nearest(text: str, line: Sequence[Word], library: Library) -> FoodMatch | None:
    """Return the food whose name is spelled nearly like the text or one of its words."""
    typed = " ".join(word.plain for word in line[:8])
    if len(typed) < 3:
        return None
    named = _alike(typed, library)
    if named is not None:
        return FoodMatch(library.food(named[0]), named[1] * 0.8, 0, len(text))
    for word in line[:8]:
        if len(word.plain) < 5 or class_of(word.plain) is not None:
            continue
        named = _alike(word.plain, library)
        if named is not None:
            return FoodMatch(library.food(named[0]), named[1] * 0.7, word.start, word.end)
    return None


@lru_cache(maxsize=4096)
def _alike(typed: str, library: Library) -> tuple[str, float] | None:
    """Return the key of the name spelled most like what was typed, and how like, 0 to 1.

    Two texts of n and m letters share at most the shorter one: names too long or too short to
    come near are not compared.
    """
    least, most = NEAR_ENOUGH / (200 - NEAR_ENOUGH), (200 - NEAR_ENOUGH) / NEAR_ENOUGH
    by_length = _by_length(library)
    near: list[tuple[float, int, str]] = []
    for length in range(ceil(len(typed) * least - 1e-9), int(len(typed) * most + 1e-9) + 1):
        names = by_length.get(length, {})
        found = process.extract(typed, names, scorer=fuzz.ratio, score_cutoff=NEAR_ENOUGH, limit=1)
        near += [(-score, place, name) for name, score, place in found]
    if not near:
        return None
    for score, _, name in sorted(near):
        if _word_by_word(typed, name, library):
            return library.plain_names[name], -score / 100
    return None


def _word_by_word(typed: str, name: str, library: Library) -> bool:
    """Tell names of which each word is spelled alike, and none is another food's.

    "Ground meat" is no "ground oat", and "lamb meat" no "clam meat".
    """
    some, others = typed.split(), name.split()
    if len(some) != len(others):
        return True
    return all(
        a == b or (fuzz.ratio(a, b) >= NEAR_AS_A_WORD and (a,) not in library.names)
        for a, b in zip(some, others, strict=True)
    )


@lru_cache(maxsize=4)
def _by_length(library: Library) -> dict[int, dict[int, str]]:
    """Return the names by their length, each with its place in the list."""
    sorted_by: dict[int, dict[int, str]] = defaultdict(dict)
    for place, name in enumerate(library.plain_names):
        sorted_by[len(name)][place] = name
    return dict(sorted_by)


def choose_form(food: Food, said: str | Sequence[str], *, counted_in_cans: bool = False) -> str:
    """Return the form of `food` that words point to, else its default.

    Args:
        food: the food.
        said: the words that count, or a text.
        counted_in_cans: the amount is a number of tins or jars.
    """
    if isinstance(said, str):
        clean = re.sub(r"\b(un|lightly |well )salted\b|\bsalted water\b", " ", said.lower())
        said = re.findall(r"[a-z]+", clean)
    for word in said:
        for form in FORM_WORDS.get(word, ()):
            if form in food.forms:
                return form
    if counted_in_cans:
        for form in ("drained", "tinned"):
            if form in food.forms:
                return form
    return food.default_form


@cache
def general_names() -> dict[tuple[str, ...], tuple[str, ...]]:
    """Return the names that mean several foods, with the keys of those foods."""
    return {
        tuple(words_of(name)): tuple(entry["foods"])
        for entry in entries_of("general_names.toml").values()
        for name in entry["names"]
    }


def candidates(text: str, library: Library, chosen: Food | None) -> tuple[str, ...]:
    """Return the keys of the next foods the text could mean, without the chosen one."""
    query = re.sub(r"\([^)]*\)|,.*$", "", text[:80]).strip() or text[:80]
    keys = [hit.food.key for hit in library.search(query, CANDIDATES * 2)]
    if len(keys) < CANDIDATES:
        for word in reversed(query.split()):
            keys += [hit.food.key for hit in library.search(word, CANDIDATES)]
    unique = dict.fromkeys(key for key in keys if chosen is None or key != chosen.key)
    return tuple(unique)[: CANDIDATES - 1]
