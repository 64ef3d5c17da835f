"""Cuts a sentence into clauses, one for each thing to do, and finds the verb of each."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache
from itertools import islice

from snabo_core.method.techniques import Phrase, phrases, word_list

# Verbs that say how a cook goes on, with whatever is there: what they mean depends on it.
GENERIC = {"cook", "heat", "do", "give", "go", "continue", "repeat", "get", "warm"}
# Only at the start of a clause, and only as the whole phrase: "in the oven", "lid on".
PLACE_HEADS = {"in", "into", "under", "back", "oven", "lid", "foil", "to"}
_TOKEN = re.compile(r"[^\W\d_]+(?:['’-][^\W\d_]+)*|\d+(?:[.,/]\d+)*|[½⅓⅔¼¾⅛]|[^\w\s]")
# Clauses that only change the heat.
_STATE = (
    re.compile(r"^(?:then )?(?:turn|lower|reduce|increase|raise|bring|switch|crank|drop)\b[^,;.]*\b(?:heat|flame|gas|"
               r"ring|hob|burner)\b", re.IGNORECASE),
    re.compile(r"^(?:take|remove|lift|pull|draw|slide)\b[^,;]*\b(?:off|from) the (?:heat|hob|stove|fire|ring|flame|stovetop)\b",
               re.IGNORECASE),
    re.compile(r"^(?:off the heat|(?:switch|turn) (?:it )?off)\b", re.IGNORECASE),
)  # fmt: skip
# Foods that open a sentence as verbs before any noun: "mince lamb", "crumb fillets".
_SPLIT_FOODS = {"crumb", "bread", "mince", "zest", "batter", "skin", "core"}
# Behind these no order begins.
_NOT_BEFORE_ORDER = frozenset(["to", "a", "an", "the", "of", "for", "in", "into", "with", "on", "over", "until", "till", "by", "at", "from", "as", "it", "they", "you", "i", "we", "your", "my", "its", "their", "or", "not", "don't", "like", "under", "very", "really", "is", "are", "this", "that", "these", "those", "some", "more", "each", "every", "no", "so"])  # fmt: skip
_MODALS = frozenset(["to", "not", "n't", "don't", "dont", "never", "should", "will", "can", "may", "might", "must", "the", "a", "an", "of", "they", "it", "you", "i", "we", "would", "could", "that", "which", "for", "your"])  # fmt: skip
# "Let it cool", "leave to soak", "allow to rest": the verb behind them is what happens.
_LETTING = {"let", "leave", "allow"}
_NO_LET = {"set", "water", "salt", "oil", "butter", "flour"}
_SIGNS = {",", ":", "—", "–", ";"}
_DASHES = {",", "&", "-", "—", "–"}
_TRAILING = _SIGNS | {"and", "then", ".", "!", "&", "or", "but", "-", "?"}
_STATES = {
    "should",
    "will",
    "must",
    "is",
    "are",
    "'s",
    "pan's",
    "it's",
    "they're",
    "won't",
    "that's",
}
_STOPS = {".", ";", "!", "?"}
_UNTIL = {"until", "till", "til"}
# Words before a verb behind which the clause begins: "then", "and".
_BEFORE_CLAUSE = {
    "then",
    "and",
    "now",
    "or",
    "but",
    "meanwhile",
    "next",
    "finally",
    "first",
    "also",
    "so",
    "day",
    "ok",
} | _DASHES
_NO_VERB_BEFORE_IN = {
    "and",
    "or",
    "in",
    "to",
    "for",
    "into",
    "on",
    "with",
    "from",
    "at",
    "just",
    "about",
    "around",
    "until",
    "till",
}
MOST_LEAD = 4
# No sentence orders more; what follows is a list of something else.
MOST_WORDS = 120
MOST_CLAUSES = 30
# Words of "breaking it up as it cooks" from which it is left out of the clause.
MOST_MANNER = 4
# Words without a sign between them after which nobody stops for breath: dictated.
LONG_BREATH = 25
# Words from "use a vegetable peeler" to its "to".
MOST_TOOL = 9


@dataclass(frozen=True)
class Token:
    """A word, number or sign of a sentence with the characters it stands at."""

    low: str
    start: int
    end: int


@dataclass(frozen=True)
class Clause:
    """One thing to do: the tokens [first, last) of a sentence, and its verb among them.

    `phrase` is None where no phrase of the vocabulary fits; `places` are where its words stand.
    `intro` are the tokens that open the sentence before its verb ("while it bakes", "in a large
    bowl"). `state` says that it only changes the heat. `masked` are the tokens in brackets.
    """

    sentence: str
    tokens: tuple[Token, ...]
    said: tuple[str, ...]
    masked: frozenset[int]
    first: int
    last: int
    verb: int
    phrase: Phrase | None = None
    places: tuple[int, ...] = ()
    intro: tuple[int, int] = (0, 0)
    state: bool = False

    @property
    def start(self) -> int:
        """The first character."""
        return self.tokens[self.first].start

    @property
    def end(self) -> int:
        """The character behind the last."""
        return self.tokens[self.last - 1].end

    @property
    def text(self) -> str:
        """Its words as written."""
        return self.sentence[self.start : self.end]


def tokens_of(sentence: str) -> tuple[Token, ...]:
    """Return the words, numbers and signs of a sentence, at most `MOST_WORDS`."""
    return tuple(
        Token(m.group().lower().replace("’", "'"), m.start(), m.end())
        for m in islice(_TOKEN.finditer(sentence), MOST_WORDS)
    )


@cache
def _alone(word: str) -> bool:
    """Tell whether a word is a verb on its own, not only with others ("deep fry")."""
    return any(len(phrase.words) == 1 for phrase in phrases().get(word, ()))


@cache
def _heads() -> frozenset[str]:
    return frozenset(phrases()) | GENERIC


class Splitter:
    """Finds the clauses of one sentence; `foods` are plain words the dish's lines go by."""

    def __init__(self, sentence: str, foods: frozenset[str]) -> None:
        """Read the words of a sentence."""
        self.sentence = sentence
        self.tokens = tokens_of(sentence)
        self.said = tuple(token.low for token in self.tokens)
        self.foods = foods
        self.masked = _in_brackets(self.said)
        # Dictated text has no signs: then a plain verb begins a clause wherever it stands.
        long = len(self.said) > LONG_BREATH
        self.breathless = long and not set(self.said[:-1]) & {",", ";", ".", ":"}

    def whole(self) -> Clause:
        """Return the whole sentence as one clause without a verb."""
        return self._clause(0, len(self.said), 0)

    def clauses(self) -> list[Clause]:
        """Return the clauses in order; none for a sentence that tells nothing to do."""
        starts = self._starts()
        found: list[Clause] = []
        ends = [*(first for first, _ in starts[1:]), len(self.tokens)][: len(starts)]
        for (first, verb), end in zip(starts, ends, strict=True):
            last = self._without_telling(verb, end)
            while last > verb + 1 and self.said[last - 1] in _TRAILING:
                last -= 1
            phrase, places = self._phrase(first, verb, last)
            state = self._changes_heat(first, last) or self._changes_heat(verb, last)
            intro = (0, 0) if found else (0, first)
            found.append(self._clause(first, last, verb, phrase, places, intro, state))
        return found

    def _clause(
        self, first: int, last: int, verb: int, phrase: Phrase | None = None,
        places: tuple[int, ...] = (), intro: tuple[int, int] = (0, 0), state: bool = False,
    ) -> Clause:  # fmt: skip
        return Clause(self.sentence, self.tokens, self.said, self.masked, first, last, verb,
                      phrase, places, intro, state)  # fmt: skip

    def _word(self, place: int) -> str:
        return self.said[place] if place < len(self.said) else ""

    # where clauses begin and end

    def _starts(self) -> list[tuple[int, int]]:
        """Return (first token, verb) of every clause."""
        opening = self._opening()
        if opening is None:
            return []
        found = [opening]
        place = opening[1] + 1
        while place < len(self.tokens) and len(found) < MOST_CLAUSES:
            if place not in self.masked and self._boundary(place, found[-1][1]):
                begin, verb = self._after_leads(place)
                # What follows "then" is an order even where it could be a noun.
                ordered = "then" in self.said[place - 1 : verb]
                if verb < len(self.tokens) and self._is_verb(verb, inside=not ordered):
                    found.append((begin, verb))
                    place = verb
            place += 1
        return found

    def _opening(self) -> tuple[int, int] | None:
        """Return where the sentence's first order stands, behind what introduces it."""
        begin, verb = self._after_leads(0)
        if verb >= len(self.tokens):
            return None
        if self._is_verb(verb, inside=False):
            return begin, verb
        if self.said[verb] in word_list("denied"):
            return None
        comma = next(
            (i for i, w in enumerate(self.said) if w in _SIGNS and i not in self.masked), None
        )
        place = verb + 1
        if comma is not None and self.said[verb] in word_list("when"):
            place = comma + 1
        for at in range(place, len(self.tokens)):
            if at in self.masked:
                continue
            after_sign = self.said[at - 1] in _SIGNS | {"then", "and", "."}
            start, order = self._after_leads(at) if after_sign else (at, at)
            if order < len(self.tokens) and self._introduced(order, after_sign=after_sign):
                return start, order
        return None

    def _introduced(self, place: int, *, after_sign: bool) -> bool:
        """Tell whether an order begins here, behind words that introduce it."""
        before, word, after = self.said[place - 1], self.said[place], self._word(place + 1)
        if before in _MODALS:
            return False
        if after_sign:
            return self._is_verb(place, inside=True)
        if word in word_list("doubtful") | GENERIC:
            definite = after in {"the", "a", "an", "it", "them", "your"} or after[:1].isdigit()
            return definite and before not in _NOT_BEFORE_ORDER
        return word in _heads() and word not in PLACE_HEADS

    def _after_leads(self, place: int) -> tuple[int, int]:
        """Skip words that may stand before a verb; return where the clause begins, and the verb."""
        begin = at = place
        leads = word_list("lead") | _DASHES
        for _ in range(MOST_LEAD):
            word = self._word(at)
            if word in {"use", "using"}:
                # "Use a peeler to cut the courgettes": the tool is no step.
                behind = range(at + 1, min(at + MOST_TOOL, len(self.said)))
                tool = next((i for i in behind if self.said[i] == "to"), None)
                if tool is not None and self._word(tool + 1) in _heads():
                    return tool + 1, tool + 1
            if word not in leads:
                break
            begin = at + 1 if word in _BEFORE_CLAUSE else begin
            at += 1
        return min(begin, at), at

    def _boundary(self, place: int, verb: int) -> bool:
        """Tell whether a clause may begin here: behind a comma, "and", "then" or the like."""
        before = self.said[place - 1]
        if self.breathless and self._plain_verb(place):
            return True
        if before in _SIGNS | {"then", "&", "-"}:
            return place - 1 > verb
        return before in {"and", "or", "but"}

    def _without_telling(self, verb: int, last: int) -> int:
        """Cut off what tells instead of ordering: "..., veg should stay crunchy"."""
        for place in range(verb + 1, last):
            dash = self.said[place] == "-" and self._apart(place)
            if place in self.masked or not (dash or self.said[place] in _SIGNS - {":"}):
                continue
            tail = self.said[place + 1 : last]
            opens = tail[0] if tail else ""
            if self.said[place] == ";" and opens and opens not in _UNTIL | {"or"}:
                return place
            denies = opens in {"don't", "dont", "never"} or tail[:2] == ("do", "not")
            if opens in word_list("says") or denies or _STATES & set(tail[:4]):
                return place
            # "..., breaking it up as it cooks": how it is done, in so many words.
            told = set(tail) & (_UNTIL | {"then", ","}) or any(w[:1].isdigit() for w in tail)
            if opens.endswith("ing") and len(tail) > MOST_MANNER and not told:
                return place
        return last

    def _apart(self, place: int) -> bool:
        """Tell whether a sign stands between blanks."""
        before, after = self.tokens[place - 1], self.tokens[min(place + 1, len(self.tokens) - 1)]
        return before.end < self.tokens[place].start and self.tokens[place].end < after.start

    # what is a verb

    def _is_verb(self, place: int, *, inside: bool) -> bool:
        """Tell whether an order begins with this word; `inside` a sentence nouns are likelier."""
        word = self.said[place]
        before = self.said[place - 1] if place else ""
        if self._changes_heat(place, len(self.said)) or (
            self.breathless and inside and self._plain_verb(place)
        ):
            return True
        if word in _LETTING:
            return not inside or before != "or"
        return word in _heads() and not (inside and before == "to") and self._is_head(place, inside)

    def _is_head(self, place: int, inside: bool) -> bool:
        """Tell whether a word that can be a verb is one here."""
        word, after, before = self.said[place], self._word(place + 1), self.said[place - 1]
        if word in PLACE_HEADS or not (word in GENERIC or _alone(word)):
            end = self._natural_end(place) if inside else self._sentence_end(place)
            return self._phrase(place, place, end)[0] is not None
        ends = not after or after in _STOPS | _SIGNS | {"("}
        if word not in word_list("doubtful") and word not in GENERIC:
            return True
        if word in word_list("foods"):
            return self._food_as_verb(word, after, inside=inside, ends=ends)
        if ends:
            return word in word_list("bare") and (not inside or before != "or")
        if after in word_list("follow") | self.foods or after[:1].isdigit():
            return True
        adjective = any(near in self.foods for near in self.said[place + 1 : place + 4])
        return not inside or after.endswith("ly") or adjective

    def _food_as_verb(self, word: str, after: str, *, inside: bool, ends: bool) -> bool:
        """Tell whether "butter", "salt" or "rice" is done here, and not named."""
        if inside:
            return after in word_list("follow") - _NO_VERB_BEFORE_IN
        named = after in word_list("follow") | self.foods
        return named or (word in _SPLIT_FOODS and not ends)

    def _plain_verb(self, place: int) -> bool:
        """Tell whether a word can hardly be anything but an order, whatever stands before it."""
        word, before, after = self.said[place], self.said[place - 1], self._word(place + 1)
        if (
            before in _NOT_BEFORE_ORDER
            or word not in _heads()
            or word in PLACE_HEADS | word_list("foods")
        ):
            return False
        pairs = (p for p in phrases().get(before, ()) if len(p.words) == 2)
        if any(p.match(self.said, place - 1, place + 1) for p in pairs):
            return False
        common = {"the", "a", "an", "it", "them", "in", "for", "on", "over", "and"}
        certain = word not in word_list("doubtful") and _alone(word)
        return certain or after in common or after[:1].isdigit()

    def _changes_heat(self, place: int, last: int) -> bool:
        words = self.sentence[self.tokens[place].start : self.tokens[last - 1].end]
        return any(pattern.match(words) for pattern in _STATE)

    def _natural_end(self, place: int) -> int:
        ends = _STOPS | {",", "then"}
        behind = (i for i in range(place + 1, len(self.said)) if self.said[i] in ends)
        return next((i for i in behind if i not in self.masked), len(self.said))

    def _sentence_end(self, place: int) -> int:
        """Return where an order that opens the sentence ends at the latest: behind its lists."""
        behind = range(place + 1, len(self.said))
        return next((i for i in behind if self.said[i] in _STOPS | {"then"}), len(self.said))

    # what it means

    def _phrase(self, first: int, verb: int, last: int) -> tuple[Phrase | None, tuple[int, ...]]:
        """Return the phrase with the most words that fits the clause, and where they stand."""
        # What "until" begins is to be seen, not done; what is riced is told by its look.
        end = next((i for i in range(verb + 1, last) if self.said[i] in _UNTIL), last)
        best: tuple[int, Phrase | None, tuple[int, ...]] = (0, None, ())
        for head in range(first, verb + 1):
            for phrase in phrases().get(self.said[head], ()):
                looks = phrase.technique == "rice"
                places = phrase.match(self.said, head, last if looks else end)
                led = head == verb or (places is not None and verb in places and len(places) > 1)
                if places is not None and led and len(places) > best[0]:
                    best = (len(places), phrase, places)
        if self.said[verb] in _LETTING and best[0] <= 1:
            for place in range(verb + 1, end):
                let = [p for p in phrases().get(self.said[place], ()) if len(p.words) == 1]
                if let and self.said[place] not in _NO_LET:
                    return let[0], (verb, place)
        return best[1], best[2]


def _in_brackets(said: tuple[str, ...]) -> frozenset[int]:
    inside, depth = set(), 0
    for place, word in enumerate(said):
        depth += word in {"(", "["}
        if depth:
            inside.add(place)
        depth = max(0, depth - (word in {")", "]"}))
    return frozenset(inside)
