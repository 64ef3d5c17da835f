"""What a clause names: lines and products, and how each stands to the verb."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from typing import Literal

from snabo_core.foods.library import plain_word
from snabo_core.method.clauses import Clause
from snabo_core.method.facts import Facts, Share, amount_before, share_before
from snabo_core.method.naming import HEAD, KIND, WHICH, Mention
from snabo_core.method.products import FATS, LIQUIDS, NOUNS, Bench, Product
from snabo_core.method.steps import is_product, product_of, step_of
from snabo_core.method.techniques import word_list

Role = Literal["object", "company", "target"]
TARGETS = frozenset(
    [
        "over",
        "onto",
        "on",
        "into",
        "in",
        "to",
        "around",
        "between",
        "through",
        "under",
        "among",
        "atop",
    ]
)
_COMPANY = {"with", "plus", "alongside", "w"}
# Behind these stands why or when, and nothing that is taken.
_REASONS = {
    "so",
    "like",
    "without",
    "before",
    "if",
    "because",
    "unless",
    "than",
    "resembling",
    "whenever",
}
_PURPOSES = {"make", "form", "coat", "get", "give", "serve", "cover"}
_OPENING_WITH = {"using", "with", "take", "taking"}
_PRONOUNS = {"it", "them", "this", "these", "mixture", "mix", "everything", "lot", "whole", "all"}
_DEFINITE = {"the", "this", "your", "whole", "each", "every", "those", "these", "all", "of"}
_NO_ADJECTIVE = {"a", "an", "of", "into", "in", "with", "and", "some", "make"}
_WHOLE = {"pie", "bake", "loaf", "tart", "gratin", "cake"}
_PLACING = {"top", "spread", "layer", "fill", "serve", "coat"}
_SOLID = {"meat", "fish", "vegetable", "pulse", "root", "cheese"}
_ALL = re.compile(
    r"\b(?:all|rest of|remaining|other|the)\s+(?:the\s+)?(?:remaining\s+|other\s+|rest of the\s+)?ingredients\b",
    re.IGNORECASE,
)
_DRY = re.compile(r"\bdry ingredients\b", re.IGNORECASE)
_WET = re.compile(r"\bwet ingredients\b", re.IGNORECASE)
_ALL_BUT = re.compile(
    r"\b(?:everything|all(?: (?:the )?ingredients)?) (?:but|except|bar|apart from)\b(?! (?:a|one|\d))",
    re.IGNORECASE,
)
_MIX_ALL = re.compile(
    r"^\W*(?:(?:then|and)\s+)?(?:mix|combine|stir|beat|whisk|blend|blitz|put|bung|throw|knead|process)\b"
    r"(?:\s+(?:it|together|up))?\s+(?:all|everything|the lot)\b(?! (?:over|the|but|of it back|purpose))",
    re.IGNORECASE,
)


@dataclass
class Refs:
    """What a clause names: as the thing itself, with it, or as what it goes on or into."""

    objects: list[str] = field(default_factory=list)
    company: list[str] = field(default_factory=list)
    targets: list[str] = field(default_factory=list)
    share: dict[str, Share] = field(default_factory=dict)
    pronoun: bool = False

    def all(self) -> list[str]:
        """Return everything named, each once."""
        return list(dict.fromkeys([*self.objects, *self.company, *self.targets]))

    def lines(self) -> list[str]:
        """Return the lines named."""
        return [ref for ref in self.all() if not is_product(ref)]

    def add(self, role: Role, ref: str) -> None:
        """Add something once, where it is named first."""
        pools = {"object": self.objects, "company": self.company, "target": self.targets}
        if ref not in self.all():
            pools[role].append(ref)


class Referrer:
    """Finds what one clause names, on the bench as it stands before it."""

    def __init__(self, bench: Bench, clause: Clause, facts: Facts | None) -> None:
        """Take a clause and what it says of its step."""
        self.bench = bench
        self.names = bench.names
        self.clause = clause
        self.said = clause.said
        self.facts = facts
        self.joins = clause.phrase is not None and clause.phrase.joins
        self.skip = self._verb_words()
        self.refs = Refs()
        # Where the last mention ended and the share it had: "half the onions and carrots".
        self.shared: tuple[int, Share | None] = (-1, None)

    def find(self) -> Refs:
        """Return what the clause names, in order."""
        if self._lists():
            return self.refs
        shown = self._shown()
        covered: set[int] = set()
        for mention in self.names.mentions(shown):
            covered |= set(range(mention.first, mention.last))
            # "In the same oil" is the pan, no more oil.
            if "same" not in self.said[max(0, mention.first - 2) : mention.first]:
                self._mention(mention)
        for place in range(self.clause.first, self.clause.last):
            if shown[place] and place not in covered:
                self._noun(place)
        return self.refs

    def _verb_words(self) -> frozenset[int]:
        """Return the places of the verb's own words, which name nothing that is taken.

        A food in the words of a phrase is taken all the same ("toss ~ in oil"), and the "in" of
        a verb that joins nothing tells where to.
        """
        clause = self.clause
        foods = self.names.words - word_list("follow")
        places = {p for p in clause.places if p == clause.verb or self.said[p] not in foods}
        if clause.phrase is not None and not self.joins:
            places -= {p for p in places if self.said[p] in TARGETS and p != clause.verb}
        return frozenset(places)

    def _shown(self) -> list[str]:
        """Return the words of the sentence with blanks where nothing taken can be named."""
        clause, tokens = self.clause, self.clause.tokens
        last = next(
            (i for i in range(clause.verb + 1, clause.last) if self._reason(i)), clause.last
        )
        offset = tokens[clause.first].start
        cue = self.facts.cue if self.facts else None
        shown = [""] * len(self.said)
        for place in range(clause.first, last):
            in_cue = cue is not None and cue[0] <= tokens[place].start - offset < cue[1]
            if not in_cue and place not in self.skip and place not in clause.masked:
                shown[place] = self.said[place]
        begin, end = clause.intro
        opens = self.said[begin] if end > begin else ""
        if opens in _OPENING_WITH or (opens in TARGETS and "," not in self.said[begin:end]):
            shown[begin:end] = self.said[begin:end]
        return shown

    def _reason(self, place: int) -> bool:
        word, behind = self.said[place], self.said[place + 1 : place + 2]
        if word == "for" and self.bench.part_called(" ".join(self.said[place + 1 : place + 4])):
            # "Melt the butter for the filling" takes no filling.
            return True
        return word in _REASONS or (word == "to" and bool(set(behind) & _PURPOSES))

    def _lists(self) -> bool:
        """Read "all the remaining ingredients" and "everything but the chicken"."""
        words, here = self.clause.text, self.bench.unused_here()
        but = _ALL_BUT.search(words)
        if but is not None:
            begin = self.clause.start + but.end()
            tail = [token.low for token in self.clause.tokens if token.start >= begin]
            named = {key for m in self.names.mentions(tail[:8]) for key in m.lines}
            self.refs.objects += [key for key in here if key not in named]
            return True
        if _MIX_ALL.search(words) and here:
            standing = [p.ref for p in self.bench.opened() if not p.parked]
            self.refs.objects += [*here, *standing]
            return True
        dry = set(self.names.dry())
        for pattern, meant in ((_DRY, dry), (_WET, set(here) - dry), (_ALL, set(here))):
            if pattern.search(words):
                self.refs.objects += [key for key in here if key in meant]
                return bool(self.refs.objects)
        return False

    def _role(self, place: int) -> Role:
        begin, end = self.clause.intro
        if begin <= place < end:
            # "On every leaf put a spoonful", "with the peeler ...".
            return "target" if self.said[begin] in TARGETS else "company"
        for at in range(place - 1, self.clause.verb, -1):
            word = self.said[at]
            if at in self.skip:
                continue
            if word in _COMPANY:
                return "company"
            if word in TARGETS:
                return "target"
        return "object"

    def _before(self, place: int) -> str:
        """Return the characters of the clause before a word."""
        return self.clause.sentence[self.clause.start : self.clause.tokens[place].start]

    # lines

    def _mention(self, mention: Mention) -> None:
        before = self._before(mention.first)
        share = share_before(before) or self._shared_with(mention)
        self.shared = (mention.last, share)
        whole = self._whole_part(mention)
        if whole and share is None:
            for line in whole:
                self.refs.add(self._role(mention.first), line)
            return
        amount = None if share else amount_before(before)
        role = self._role(mention.first)
        for ref in self._meant(mention, share, amount, role):
            # "Pour on the stock" pours it; "spread on the base" goes there.
            particle = self.joins and role == "target" and not is_product(ref)
            pours = particle and self.said[self.clause.verb + 1] in TARGETS
            self.refs.add("object" if pours else role, ref)
            if share is not None:
                self.refs.share[ref] = share
            elif amount is not None and "of the" in amount and not is_product(ref):
                self.refs.share[ref] = Share("amount", None)
                self.bench.partly.add(ref)

    def _shared_with(self, mention: Mention) -> Share | None:
        """Return the share of the mention before, where only "and" stands between."""
        last, share = self.shared
        return share if self.said[last : mention.first] == ("and",) else None

    @property
    def _places(self) -> bool:
        """Whether the clause puts something on or into something: then a part goes there whole."""
        return self.clause.phrase is not None and self.clause.phrase.technique in _PLACING

    def _whole_part(self, mention: Mention) -> list[str]:
        """Return the unused lines of the part a word names: "scatter the crumb over" is all of it."""
        word = plain_word(self.said[mention.first])
        single = mention.last - mention.first == 1
        if not single or not self._places or self.said[mention.first - 1] not in _DEFINITE:
            return []
        for part, lines in self.bench.parts.items():
            unused = [line for line in lines if line not in self.bench.used]
            named = (
                part and word in map(plain_word, part.split()) and word not in word_list("vessel")
            )
            if named and len(unused) == len(lines) > 1 and set(mention.lines) & set(unused):
                return unused
        return []

    def _meant(
        self, mention: Mention, share: Share | None, amount: str | None, role: Role
    ) -> list[str]:
        """Return the lines or products a mention means."""
        bench = self.bench
        lines = self._fitting(mention)
        here = self._part_of_clause() or bench.part_in_hand()
        fresh = [key for key in lines if key not in bench.used]
        near = [k for k in fresh if here is None or self.names.lines[k].part.lower() == here]
        again = [key for key in lines if key in bench.used and self._left(key)]
        if share is not None:
            chosen = (again if share.kind == "remaining" else []) or near or fresh
            if chosen:
                taken = self._several(chosen, mention)
                bench.partly |= set(taken) if share.kind != "remaining" else set()
                return taken
        if amount is not None and (again or near or fresh):
            return self._several(again or near or fresh, mention)[:1]
        if near:
            return self._several(near, mention)
        held = [p for p in map(bench.holding, (k for k in lines if k in bench.used)) if p]
        current = bench.current()
        in_hand = current is not None and any(key in current.reaches for key in lines)
        if fresh and not (held and (in_hand or mention.fit < HEAD)):
            return self._several(fresh, mention)
        if again and role != "target":
            return self._several(again, mention)
        poured = bench.classes(lines) <= FATS | LIQUIDS | {"salt"}
        if not held or (mention.fit == KIND and poured):
            # "Drain off the fat": what is in the pan, no line of its own.
            return []
        return [max(held, key=lambda p: (p.open, p.step)).ref]

    def _part_of_clause(self) -> str | None:
        """Return the part that lines named before in this clause come from, None if none were."""
        if self.joins:
            return None
        parts = [
            self.names.lines[ref].part.lower() for ref in self.refs.objects if not is_product(ref)
        ]
        return parts[-1] if parts and parts[-1] else None

    def _fitting(self, mention: Mention) -> list[str]:
        """Return the lines of a mention; a word that only says which means the solid food."""
        lines = list(mention.lines)
        if mention.fit == WHICH and len(lines) > 1:
            return [key for key in lines if self.names.class_of(key) in _SOLID] or lines
        return lines

    def _left(self, line: str) -> bool:
        """Whether some of a line that was used is still there."""
        if line in self.bench.partly:
            return True
        seasons = self.names.class_of(line) in {"salt", "oil", "spice", "herb"}
        return seasons and self.bench.is_loose(line)

    def _several(self, lines: list[str], mention: Mention) -> list[str]:
        """Return all lines a kind of food names, or the first where one food is meant."""
        if mention.fit == KIND or len(lines) == 1:
            return lines
        foods = {food.key if (food := self.names.foods[key]) else key for key in lines}
        cheeses = self.bench.classes(lines) == {"cheese"}
        return lines if len(foods) > 1 and (mention.plural or cheeses) else lines[:1]

    # products

    def _noun(self, place: int) -> None:
        """Read a word that is no line: a pronoun, or the name of something made before."""
        word = self.said[place]
        if word in _PRONOUNS and place > self.clause.verb:
            self._pronoun(place)
            return
        before = self.said[place - 1] if place else ""
        tool = plain_word(word) in word_list("vessel") or word in word_list("vessel")
        if place == self.clause.verb or before in {"a", "an", "make"} or tool:
            return
        share = share_before(self.clause.sentence[: self.clause.tokens[place].start])
        product = self._named(plain_word(word), before, place, share)
        if product is not None:
            self.refs.add(self._role(place), product.ref)
            if share is not None:
                self.refs.share[product.ref] = share
        if share is None:
            for ref in self._rest_of_part(plain_word(word)):
                self.refs.add(self._role(place), ref)

    def _rest_of_part(self, plain: str) -> list[str]:
        """Return all that lies ready of a part that is put somewhere by its name.

        "Layer filling and sauce" takes everything made of the filling, and its lines that no
        step named before.
        """
        bench = self.bench
        for part, lines in bench.parts.items() if self._places else ():
            if part and plain in map(plain_word, part.split()):
                made = [p.ref for p in bench.opened() if p.reaches and p.reaches <= set(lines)]
                return made[::-1] + [line for line in lines if line not in bench.used]
        return []

    def _pronoun(self, place: int) -> None:
        word, before = self.said[place], self.said[place - 1]
        behind = self.said[place + 1 : place + 2]
        if word == "all" and set(behind) & {"over", "but", "round", "the", "around"}:
            return
        if word in {"mix", "whole"} and before not in {"the", "this"}:
            return
        if word in {"mixture", "mix"} and before in self.names.words and self.refs.all():
            # "The ricotta mixture" is the product that its food named.
            return
        self.refs.pronoun = True
        if self.bench.active is not None:
            self.refs.add(self._role(place), product_of(self.bench.active))

    def _named(self, plain: str, before: str, place: int, share: Share | None) -> Product | None:
        """Return the product a noun means, None where it means none."""
        bench = self.bench
        definite = before in _DEFINITE or place == self.clause.verb + 1
        part = next((p for p in bench.parts if p and plain in map(plain_word, p.split())), None)
        product = None
        if plain in NOUNS or part is not None:
            if share is not None and share.kind == "remaining":
                product = next((p for p in bench.opened() if p.partly), None)
            product = product or bench.called(plain) or (bench.of_part(part) if part else None)
            if product is None and (definite or _describes(before)):
                product = bench.kind_of(plain, _steps_among(self.refs.all()))
        elif before in _DEFINITE | {"cooked", "pressed", "drained"}:
            product = next((p for p in bench.opened() if plain in p.words), None)
        return bench.current() if product is None and plain in _WHOLE and definite else product


def _describes(word: str) -> bool:
    """Whether a word before a noun may only describe it: "the meat sauce", "hot filling"."""
    return word.isalpha() and word not in _NO_ADJECTIVE


def _steps_among(refs: Iterable[str]) -> set[int]:
    return {step_of(ref) for ref in refs if is_product(ref)}


def lent(bench: Bench, clause: Clause, behind: Clause | None, facts: Facts) -> Refs | None:
    """Return what a bare verb shares with the next one: the swede of "boil and mash the swede".

    Args:
        bench: the dish so far.
        clause: a clause that may be a bare verb.
        behind: the clause behind it.
        facts: what that one says of its step.
    """
    bare = clause.last - clause.verb == 1
    if not bare or behind is None or (behind.phrase is not None and behind.phrase.joins):
        return None
    if "and" not in clause.said[clause.last : behind.verb]:
        return None
    lines: Sequence[str] = Referrer(bench, behind, facts).find().objects
    own = [ref for ref in lines if not is_product(ref)]
    return Refs(objects=own) if own else None
