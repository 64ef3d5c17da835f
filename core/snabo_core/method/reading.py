"""Reads a pasted method into steps: what is done to which lines and products, how hot, how long.

A step that says nothing of a time has the technique's usual one; what it says itself is named in
`stated`. A sentence that tells something to do in words nobody here knows becomes a step without
a technique: it is asked about and never dropped.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from snabo_core.dish import Ring
from snabo_core.foods import Library
from snabo_core.foods.library import plain_word
from snabo_core.method.clauses import Clause, Splitter
from snabo_core.method.facts import TO_BOIL_MINUTES, Facts, facts_of, only_comes_to_boil
from snabo_core.method.meaning import Meaning, meaning_of
from snabo_core.method.naming import WHICH, Ingredient, Names, by_class
from snabo_core.method.products import NOUNS, Bench, Product
from snabo_core.method.referring import Referrer, Refs, lent
from snabo_core.method.sentences import Sentence, label_of, sentences_of
from snabo_core.method.steps import ReadStep, is_product, product_of, step_of
from snabo_core.method.techniques import Technique, phrases, technique, word_list

# What merges into the heating or resting that follows it in the same sentence.
_COVERS = {"cover", "uncover"}
_WAITING = {"rest", "chill", "absorb", "soak", "cool", "set", "marinate", "air_dry", "freeze"}
_CUTTING = {
    "trim",
    "peel",
    "cut",
    "shape",
    "halve",
    "grate",
    "crumble",
    "pierce",
    "flatten",
    "roll_out",
}
# Their products go by the verb: "slice" makes slices.
_NAMING = {"cut", "shape", "halve", "grate", "divide"}
_NEW_VESSEL = re.compile(
    r"\b(?:in|into|to) (?:a|an|another|a second|a separate|separate|a clean|a large|a small) (?:\w+ ){0,2}"
    r"(?:bowl|pan|pot|saucepan|skillet|jug|casserole|wok|frying pan|processor|blender)\b",
    re.IGNORECASE,
)
_FILLS = re.compile(r"^\W*(?:then |and )?(?:fill|stuff|refill)\b", re.IGNORECASE)
# "Stir the barley into the pot": to what is in it.
_TO_THE_PAN = re.compile(
    r"\b(?:into|to) the (?:\w+ )?(?:pan|pot|saucepan|skillet|casserole|wok|stockpot)\b"
)
_TINS = re.compile(r"\b(?:tin|dish|tray|sheet|pan|ramekins?|paper|parchment|foil|rack|griddle)\b")
_ON = re.compile(r"\bover\b|\btop\b|\bon\b")
_ASIDE = re.compile(
    r"\baside\b|\bout\b|\b(?:on|onto|to) (?:a|another|the|kitchen) (?:\w+ )?(?:plate|paper|bowl)\b|\bremove\b|\bwarm\b",
    re.IGNORECASE,
)
_MEANWHILE = re.compile(
    r"^\W*(?:meanwhile|in the meantime|while|whilst|at the same time|as the|as it|during this time)\b",
    re.IGNORECASE,
)
_BEFOREHAND = re.compile(
    r"^\W*(?:before (?:you )?(?:begin|start)\w*|beforehand|the (?:day|night) before|in advance|ahead of time|"
    r"before (?:doing )?(?:any|all) (?:of )?(?:this|that))\b",
    re.IGNORECASE,
)
_BEFORE_DOING = re.compile(r"^\W*before (?:you )?(?P<verb>[a-z]+)\b", re.IGNORECASE)
_TO_MAKE = re.compile(
    r"\b(?:to make|to form|to a|into|for)\s+(?:a|an|the|\d+|\w+)?\s*(?P<words>[\w\s-]{2,40})",
    re.IGNORECASE,
)
_FOR_PART = re.compile(r"\b(?:for|make|to make|prepare) (?:the )?([\w ]{3,30})")
_IN_CASE = re.compile(
    r"^\W*if\b|\bif (?:it|they|the \w+) (?:brown|look|seem|get|start|stick|is|are|catch|dr)",
    re.IGNORECASE,
)
_IF_WANTED = re.compile(r"\bif (?:you|wanted|using|liked|desired)", re.IGNORECASE)
_NO_WORK = {"serves", "makes", "enough", "yield", "yields", "done", "enjoy"}
_STATES = {"is", "are", "should", "will", "was", "can", "may", "would", "has", "have"}
# A sentence of a time alone is short: "90 minutes, covered."
LONGEST_ALONE = 16
# A method is a few dozen steps; after so many the rest stays text.
MOST_STEPS = 200
_COVERED: dict[str | None, bool | str | None] = {
    "yes": True,
    "no": False,
    "partly": "partly",
    None: None,
}


def read_method(text: str, lines: Sequence[Ingredient], library: Library) -> tuple[ReadStep, ...]:
    """Return the steps of a pasted method, in the order of the text.

    Args:
        text: the method as pasted; see `sentences_of` for what is understood.
        lines: the dish's lines, in order.
        library: where the names of foods are looked up.
    """
    return read_sentences(sentences_of(text), lines, library)


def read_sentences(
    sentences: Sequence[Sentence], lines: Sequence[Ingredient], library: Library
) -> tuple[ReadStep, ...]:
    """Return the steps of a method that is cut into sentences already."""
    return _Reader(lines, library).read(sentences)


class _Reader:
    """The state of reading: the bench, the oven, and the sentence in hand."""

    def __init__(self, lines: Sequence[Ingredient], library: Library) -> None:
        self.names = Names(lines, library)
        self.bench = Bench(self.names)
        self.oven: float | None = None
        self.preheated: int | None = None
        self.ring: Ring | None = None
        self.sentence = Sentence("")
        self.number = 0

    def read(self, sentences: Sequence[Sentence]) -> tuple[ReadStep, ...]:
        section = ""
        for self.number, self.sentence in enumerate(sentences, start=1):
            if len(self.bench.steps) >= MOST_STEPS:
                break
            if self.sentence.section != section:
                section = self.sentence.section
                self.bench.part = self.bench.part_called(section)
            label = label_of(self.sentence.text)
            self.bench.part = (self.bench.part_called(label) if label else None) or self.bench.part
            splitter = Splitter(self.sentence.text, self.names.words)
            clauses = splitter.clauses()
            if clauses:
                self._clauses(clauses)
            else:
                self._without_verb(splitter)
        return tuple(self.bench.steps)

    def _clauses(self, clauses: Sequence[Clause]) -> None:
        """Read the orders of one sentence."""
        meanwhile = _MEANWHILE.match(self.sentence.text) is not None
        running = self._running() if meanwhile else ()
        self._named_part(clauses[0])
        begun = len(self.bench.steps)
        pending: list[Clause] = []
        for clause, behind in zip(clauses, [*clauses[1:], None], strict=True):
            if clause.state:
                self.ring = facts_of(clause.text).ring or self.ring
            elif behind is not None and _merges(clause, behind):
                pending.append(clause)
            elif not _IN_CASE.search(clause.text) or _IF_WANTED.search(clause.text):
                self._order(clause, behind, pending)
                pending = []
        before = self._told_backwards(begun)
        for place in range(begun, len(self.bench.steps)):
            step = self.bench.steps[place]
            self.bench.steps[place] = replace(step, parallel=running, before=before)

    def _told_backwards(self, begun: int) -> tuple[str, ...]:
        """Return the earlier step that these come before, though the text tells them after it."""
        words, steps = self.sentence.text, self.bench.steps[:begun]
        if steps and _BEFOREHAND.match(words):
            return (product_of(steps[0].number),)
        match = _BEFORE_DOING.match(words)
        if match is None:
            return ()
        stem = match["verb"].lower().removesuffix("ing")
        keys = {
            p.technique
            for word in (stem, stem + "e", stem[:-1])
            for p in phrases().get(word, ())
            if len(p.words) == 1
        }
        return tuple(product_of(s.number) for s in steps if s.technique in keys)[-1:]

    def _named_part(self, clause: Clause) -> None:
        begin, end = clause.intro
        found = _FOR_PART.search(" ".join(clause.said[begin:end]))
        self.bench.part = (self.bench.part_called(found[1]) if found else None) or self.bench.part

    def _running(self) -> tuple[str, ...]:
        """Return the step that goes on by itself while the next is done."""
        for step in reversed(self.bench.steps):
            if step.technique and (step.passive or technique(step.technique).heats):
                return (product_of(step.number),)
        return ()

    # one order

    def _order(self, clause: Clause, behind: Clause | None, pending: Sequence[Clause]) -> None:
        """Read one clause, with those before it that only say how."""
        behind_facts = facts_of(behind.text if behind else "")
        shared = lent(self.bench, clause, behind, behind_facts)
        clause, alone = _without_heat(clause)
        start, end = (pending[0] if pending else clause).start, clause.end
        facts = self._facts(clause, start)
        named = _FOR_PART.search(clause.text.lower())
        own_part = self.bench.part_called(named[1]) if named else None
        self.bench.part = own_part or self.bench.part
        # The clause may begin earlier than its verb's own words: the cue is told from there.
        own = replace(facts, cue=_moved(facts.cue, start - clause.start))
        refs = Referrer(self.bench, clause, own).find()
        if shared is not None and not refs.all():
            refs = shared
        cooking = any(c.said[c.verb] == "cook" for c in pending)
        meaning = meaning_of(self.bench, clause, facts, refs, cooking=cooking)
        begin = clause.tokens[clause.intro[0]].start if clause.intro[1] else start
        fresh = _NEW_VESSEL.search(self.sentence.text[begin:end]) is not None
        takes = self._takes(meaning, refs, self.sentence.text[start:end], fresh=fresh)
        self._emit((start, end), meaning.technique, facts, refs, takes)
        if alone is not None:
            self._heat_alone(alone.start, alone.end)

    def _facts(self, clause: Clause, start: int) -> Facts:
        """Return what a clause says, with the heat that its sentence opens with."""
        facts = facts_of(self.sentence.text[start : clause.end])
        begin, stop = clause.intro
        if stop > begin:
            opening = self.sentence.text[clause.tokens[begin].start : clause.tokens[stop - 1].end]
            ahead = facts_of(opening)
            facts = replace(
                facts, ring=facts.ring or ahead.ring, oven_c=facts.oven_c or ahead.oven_c
            )
        return facts

    def _without_verb(self, splitter: Splitter) -> None:
        """Read a sentence without an order: a time alone, terse work, or words nobody knows."""
        said, words = splitter.said, self.sentence.text
        facts = facts_of(words)
        told = bool(facts.minutes or facts.oven_c)
        first = said[0] if said else ""
        remark = first in word_list("telling") | word_list("denied") | word_list("when") | _NO_WORK
        if not said or remark or (first[:1].isdigit() and not told):
            return
        mentions = [m for m in self.names.mentions(said) if m.fit > WHICH]
        start, end = splitter.tokens[0].start, splitter.tokens[-1].end
        if told and not mentions and self.bench.steps and len(said) < LONGEST_ALONE:
            self._heat_alone(start, end)
            return
        if _STATES & set(said[:8]) or (not mentions and len(said) < 3):
            return
        key = None
        if mentions:
            key = (
                "top"
                if _ON.search(words.lower())
                else "mix"
                if {"in", "into"} & set(said)
                else None
            )
        refs = Referrer(self.bench, splitter.whole(), None).find()
        takes = self._takes(Meaning(key, joins=key is not None), refs, "", fresh=False)
        self._emit((start, end), key, facts, refs, takes)

    def _heat_alone(self, start: int, end: int) -> None:
        """Read a time or a heat that stands alone: what goes on is what the food stands in."""
        facts = facts_of(self.sentence.text[start:end])
        current = self.bench.current()
        medium = current.medium if current else "none"
        if facts.oven_c is not None or medium == "oven":
            key: str | None = "bake"
        elif medium in {"pan", "liquid"}:
            key = "simmer" if medium == "liquid" or facts.covered else "saute"
        else:
            key = self.bench.last_heat() if self.preheated is None else "bake"
        takes = [current.ref] if current else []
        self._emit((start, end), key, facts, Refs(), takes)

    # what it takes

    def _takes(self, meaning: Meaning, refs: Refs, words: str, *, fresh: bool) -> list[str]:
        """Return what a step takes: what it names, and what is in hand where it names nothing."""
        key, bench = meaning.technique, self.bench
        takes = [] if key == "preheat" else refs.all()
        if key == "preheat" or (takes and words.lower().startswith("repeat")):
            return takes
        spoken = bench.classes(refs.lines()) & {"salt", "spice"} or refs.company
        if key in {"salt", "season"} and not spoken:
            takes += [line for line in self._seasonings(key) if line not in takes]
        current = bench.current()
        if current is None:
            return takes
        if meaning.joins or (key in {"mix", "fold", "whisk"} and _TO_THE_PAN.search(words)):
            return self._joined(key, refs, takes, current, words, fresh=fresh)
        standing = None if refs.objects else self._standing(key, current)
        if standing is not None:
            return [*takes, standing.ref]
        if key in {"fill", "top"} and not takes and len(words.split()) == 1:
            other = bench.other({current.step})
            return [current.ref] if other is None else [current.ref, other.ref]
        if current.ref in takes:
            return takes
        if key == "fill" and refs.objects and not refs.company and _FILLS.match(words):
            # "Fill each tortilla" is with what was just made.
            return [*takes, current.ref]
        rolled = current.technique == "roll_out"
        tins = not refs.company and not rolled and _TINS.search(words)
        greased = key in {"brush", "layer"} and tins
        known = technique(key) if key else None
        in_pan = known is not None and known.heats and bench.is_fat(current) and "same" not in words
        if in_pan if refs.objects else not greased:
            takes.append(current.ref)
        return takes

    def _standing(self, key: str | None, current: Product) -> Product | None:
        """Return what stands cooking while something else was made, where a step means that.

        What is cut or turned out was baked, and not the sauce made meanwhile; a lid comes off
        what is in the oven, and not off what was stirred beside it.
        """
        if key in {"cut", "divide", "unmould"} and current.medium == "liquid":
            media = {"oven"}
        elif key in {"uncover", "cover"} and current.medium == "none":
            media = {"oven", "liquid"}
        else:
            return None
        return next((p for p in self.bench.opened() if p.medium in media), None)

    def _joined(
        self,
        key: str | None,
        refs: Refs,
        takes: list[str],
        current: Product,
        words: str,
        *,
        fresh: bool,
    ) -> list[str]:
        """Return what "stir in the cream" takes: the cream and what it goes to."""
        bench = self.bench
        named = [ref for ref in refs.targets if is_product(ref) and ref != current.ref]
        if (
            key in {"top", "brush", "drizzle"}
            and refs.company
            and any(map(is_product, refs.objects))
        ):
            # "Garnish the curry with coriander" names what it goes on.
            return takes
        if named or (fresh and current.ref not in takes):
            return takes
        if current.ref in takes:
            mixed_in = (
                bool(refs.objects) and refs.objects != [current.ref] and current.ref in refs.targets
            )
            other = None if mixed_in else bench.other({step_of(r) for r in takes if is_product(r)})
        else:
            takes.append(current.ref)
            bare = not refs.objects and not refs.company
            beside = bare and (key in {"fold", "mix"} or _ON.search(words) is not None)
            other = bench.other({current.step}) if beside else None
        return [*takes, other.ref] if other is not None else takes

    def _seasonings(self, key: str) -> list[str]:
        """Return the salt, and for seasoning the pepper, that a step does not name."""
        bench = self.bench
        salts = by_class(self.names, frozenset({"salt"}))
        if key == "salt":
            return salts[:1]
        left = [s for s in salts if s not in bench.used or s in bench.partly or bench.is_loose(s)]
        spices = [s for s in by_class(self.names, frozenset({"spice"})) if s not in bench.used]
        return left + [s for s in spices if (food := self.names.foods[s]) and "pepper" in food.key]

    # what it leaves

    def _emit(
        self, span: tuple[int, int], key: str | None, facts: Facts, refs: Refs, takes: Sequence[str]
    ) -> None:
        """Add a step and put its product on the bench."""
        bench = self.bench
        known = technique(key) if key else None
        products = bench.among(takes)
        held = {ref for ref in takes if not is_product(ref)}.union(*(p.reaches for p in products))
        told = {"minutes": facts.minutes, "oven_c": facts.oven_c, "watts": facts.watts,
                "ring": facts.ring, "covered": facts.covered, "until": facts.until}  # fmt: skip
        start, end = span
        sentence_words = self.sentence.text[start:end]
        step = ReadStep(
            len(bench.steps) + 1, self.number, start, end, sentence_words, key,
            tuple(takes), tuple(k for k in self.names.lines if k in held),
            facts.minutes or self._usual(known, sentence_words),
            known is not None and not known.hands,
            oven_c=self._oven(key, facts), watts=facts.watts, ring=self._ring(known, facts),
            covered=self._covered(known, facts, products), until=facts.until,
            share={ref: share for ref, share in refs.share.items() if ref in takes},
            after=(product_of(self.preheated),) if key in {"bake", "roast"} and self.preheated else (),
            stated=tuple(name for name, value in told.items() if value is not None),
            section=self.sentence.section,
        )  # fmt: skip
        bench.steps.append(step)
        bench.used |= set(step.lines)
        self.ring = None
        if key == "preheat":
            self.oven, self.preheated = step.oven_c or self.oven, step.number
            bench.oven_waits = True
            return
        if known is not None and known.resource == "oven":
            self.oven = facts.oven_c or self.oven
            bench.oven_waits = False
        self._leave(step, products, facts)

    def _usual(self, known: Technique | None, words: str) -> tuple[float, float]:
        """Return what a step takes where nothing is said; setting aside takes no time."""
        if known is None or (known.key == "rest" and _ASIDE.search(words)):
            return (0.0, 0.0)
        return TO_BOIL_MINUTES if only_comes_to_boil(words) else known.minutes

    def _oven(self, key: str | None, facts: Facts) -> float | None:
        if key == "preheat":
            return facts.oven_c
        return (facts.oven_c or self.oven) if key in {"bake", "roast"} else None

    def _ring(self, known: Technique | None, facts: Facts) -> Ring | None:
        if known is None or known.resource in {"microwave", "oven"}:
            return None if known is not None else facts.ring
        return facts.ring or (self.ring if known.heats else None)

    def _covered(
        self, known: Technique | None, facts: Facts, products: Sequence[Product]
    ) -> bool | str | None:
        if facts.covered is not None or known is None or not (known.heats or known.key == "rest"):
            return _COVERED[facts.covered]
        return next((p.covered for p in products if p.covered is not None), None)

    def _leave(self, step: ReadStep, products: Sequence[Product], facts: Facts) -> None:
        """Put what a step made on the bench, and take what it took off it."""
        bench, key = self.bench, step.technique
        words = set(products[0].words) if len(products) == 1 else set()
        words |= _called_by(step.words) | ({"mash"} if key == "mash" else set())
        if key in _NAMING:
            words |= {plain_word(word) for word in step.words.lower().split()[:3]} & NOUNS
        medium = bench.medium_of(key, products, step.lines)
        made = Product(step.number, frozenset(step.reaches), key, medium, words)
        made.covered = True if key == "cover" else False if key == "uncover" else None
        for product in products:
            share = step.share.get(product.ref)
            product.partly = product.open = share is not None and share.kind != "remaining"
        bench.put(made)
        made.open = bool(step.takes) and key != "hold_back"
        if made.open:
            aside = (
                key in {"rest", "fill", "drain", "store"} and _ASIDE.search(step.words) is not None
            )
            made.parked = aside and facts.minutes is None
            bench.active = None if made.parked else step.number


def _merges(clause: Clause, behind: Clause) -> bool:
    """Tell whether a clause is only how the next one is done: "cover and simmer"."""
    if behind.state:
        return False
    key = clause.phrase.technique if clause.phrase else None
    then = behind.phrase.technique if behind.phrase else None
    if key in _COVERS:
        return then is None or technique(then).heats or then in _WAITING
    bare = clause.last - clause.first == 1
    either = "or" in clause.said[clause.last : behind.verb]
    cooks = key is None and then == "mix" and clause.said[clause.verb] == "cook"
    return bare and (either or cooks or (key in _CUTTING and then in _CUTTING))


def _without_heat(clause: Clause) -> tuple[Clause, Clause | None]:
    """Split off the baking a card tells without a verb: "mix it all, 180 C, 50 minutes"."""
    key = clause.phrase.technique if clause.phrase else None
    if key is None or technique(key).heats or key == "preheat":
        return clause, None
    for place in range(clause.verb + 1, clause.last - 1):
        if clause.said[place] != ",":
            continue
        work, rest = replace(clause, last=place), replace(clause, first=place + 1, verb=place + 1)
        if facts_of(rest.text).oven_c is not None and facts_of(work.text).oven_c is None:
            return work, rest
    return clause, None


def _moved(cue: tuple[int, int] | None, by: int) -> tuple[int, int] | None:
    return None if cue is None else (cue[0] + by, cue[1] + by)


def _called_by(words: str) -> set[str]:
    """Return the nouns a clause gives its product: "into long ribbons", "to make a dough"."""
    return {
        plain
        for match in _TO_MAKE.finditer(words)
        for word in match["words"].split()[:5]
        if (plain := plain_word(word)) in NOUNS
    }
