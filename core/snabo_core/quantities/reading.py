"""Reads one ingredient line into amount, unit, food, preparation and grams."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from snabo_core.dish import HoldBack, Leaving, Use
from snabo_core.foods import Food, Library
from snabo_core.foods.library import words_of
from snabo_core.quantities.accounting import Account, account
from snabo_core.quantities.amounts import Amount
from snabo_core.quantities.drafting import SIZE_OF, Draft, draft_of
from snabo_core.quantities.fat_shares import by_fat
from snabo_core.quantities.grams import (
    BRUSHED,
    CUT_UP,
    TOO_MUCH,
    Grams,
    disagrees,
    in_a_kitchen,
    unknown,
    weigh,
)
from snabo_core.quantities.leavings import leavings_of
from snabo_core.quantities.lexicon import (
    FoodMatch,
    Segment,
    Span,
    Word,
    candidates,
    choose_form,
    find_food,
    general_names,
    head_span,
    nearest,
    respelled,
    segments_of,
    spans_in,
    specialised,
    words_in,
)
from snabo_core.quantities.mash import as_mash
from snabo_core.quantities.numbers import spell_fractions
from snabo_core.quantities.pieces import (
    CUT_PIECES,
    PARTS,
    by_diameter,
    is_brushed_on,
    is_no_piece,
    meat_or_bird,
    of_babies,
    stays,
)
from snabo_core.quantities.soaked import dry_or_soaked
from snabo_core.quantities.splitting import Clause, first_of, split_foods
from snabo_core.quantities.tidying import LINE_LIMIT, plain_line, tidy
from snabo_core.quantities.trimming import waste_told
from snabo_core.quantities.units import UNITS, Unit, unit_for
from snabo_core.quantities.uses import read_uses
from snabo_core.wording import Message, say

SURE = 0.8
# A line is read from several sides.
REMEMBERED = 512
# What a doubtful line's confidence is at most.
DOUBTFUL = 0.5
# Grams of strong things from which a line more likely means another food or unit: half a litre of
# "bouillon" is no powder. Common practice, no source; a canteen's line is asked about once.
A_LOT = {"spice": 150.0, "salt": 400.0, "fibre": 200.0, "herb": 500.0}
MOST_OF_ANYTHING = 20_000.0
# "Prawns 300" are grams whose unit was left away, not three hundred prawns.
MOST_COUNTED = 60
# From so many grams what is named like a spice is its vegetable.
NO_SPICE = 50.0
# What is so much smaller than one of the food is no size of the food itself.
CUT_SHARE = 0.1
# Packs that say which food is meant.
PACKED = {"tube", "log", "block", "cube", "rack"}
_NOTES = re.compile(
    r"\b((?:according |as )?(?:to|per|by) (?:your )?taste|optional|\bopt\b\.?|"
    r"to (?:grease|dust)(?:\s+(?:the|your|my)\s[^,;()]*)?|to (?:oil|butter|flour)\s+(?:the|your|my)\s[^,;()]*|"
    r"for (?:buttering|oiling|flouring)(?:\s+(?:the|your|my)\s[^,;()]*)?|for (?:the )?(?:deep[\s-])?(?:fat[\s-])?fryer|"
    r"for (?:the |your )?(?:work[\s-]?(?:surface|top)|counter)\b|"
    r"for (?:the )?(?:(?:shallow|deep(?:[\s-]fat)?|pan)[\s-]?)?(?:frying|greasing)(?:\s+(?:the|your|my)\s[^,;()]*)?|for serving|to serve|to garnish|"
    r"for garnish|for (?:the )?(?:dusting|dredging|rolling(?: out)?)|for (?:the |your )?(?:pan|dish|tin|tray|board|baking (?:sheet|tray|dish|tin))s?|"
    r"for (?:the )?brushing(?:\s+(?:the|your|my)\s[^,;()]*)?|"
    r"(?:plus|and|\+|&) (?:some |a (?:little|bit) )?(?:extra|more)[^,;()]*|or more[^,;()]*|"
    r"as (?:needed|required)|divided|if (?:needed|you like|desired|liked|required|necessary)|"
    r"a few more[^,;()]*|plus a (?:knob|drizzle|splash|handful|pinch|few|little|sprinkle)[^,;()]*)",
    re.IGNORECASE,
)
_EMPTY = re.compile(r"[(\[]\s*[)\]]")
_OPTIONAL = re.compile(
    r"optional|\(?\bopt\b|garnish|if you like|if liked|if desired|if wanted", re.IGNORECASE
)
# So much of one: "3 inches cucumber", "a 5 cm piece".
_CUT_OFF = re.compile(
    r"\b(?:inches|centimet\w+)\b|\b(?:piece|length|chunk|bit|section|end)\b|\bcm (?:of )?(?!wide|thick|long)[a-z]",
    re.IGNORECASE,
)
_BOTH = re.compile(
    r"^(?:(?:the|finely|grated)\s+)*(?:zest and juice|juice and zest)\s+(?:of|from)\s+(?P<rest>.+)$",
    re.IGNORECASE,
)
_JUICED = re.compile(
    r"^(?P<count>.{1,20}?)\s*(?P<fruit>lemons?|limes?|oranges?|grapefruits?)\s*,?\s*(?P<how>zested and juiced|"
    r"juiced and zested|zest and juice|juice and zest|juiced|zested|juice only|zest only|juice|zest)\b"
    r"(?:\s+only)?(?P<rest>.*)$",
    re.IGNORECASE,
)
# "2 tbsp lemon juice or vinegar": the juice is one of two foods.
_OTHER_FOOD = re.compile(
    r"\s+(?:or|and|&)\s|\s*[/+]\s*\w|\s+(?:plus|with|mixed with|then)\s+\d"
    r"|\s*[,;]\s*\d[\d.,/ ]*\s*(?:g|kg|ml|l|tbsp|tsp|oz|lbs?|cups?)\b",
    re.IGNORECASE,
)
# "Flour 60 g, lemon juice 200 ml".
_FOOD_AHEAD = re.compile(r"[^\W\d].*\d.*(?:[,;&]|\band)\s*$", re.IGNORECASE)
_PARTLY = re.compile(
    r"^(?P<count>\S{1,12})\s+(?P<fruit>lemons?|limes?|oranges?|grapefruits?)\s*[-–,:;(]*\s*(?P<one>juice|zest)\s+of\s+"
    r"(?P<first>both|all|one|half|two|\d{1,2}(?:/\d)?)\s*[,;&]?\s*(?:and\s+)?(?:the\s+)?(?P<other>juice|zest)\s+of\s+"
    r"(?P<second>both|all|one|half|two|\d{1,2}(?:/\d)?)\s*\)?$",
    re.IGNORECASE,
)
# As much as another recipe makes, which this line does not say.
_BATCH = re.compile(
    r"^\W*(?:\d[\d/. ]*|an?|one|half|double|the)?\s*(?:recipe|batch|quantity|lot|portion)(?:e?s)?\s+(?:of\b)?",
    re.IGNORECASE,
)


@dataclass(frozen=True)
class ReadLine:
    """What one line was read as. `text` is what was written, kept for ever.

    `clause` are the words of this food where the line names several. `confidence` runs from 0
    to 1; below `SURE` the line is doubtful, `doubts` says why and `unread` names the words
    that nobody understood or that change the food.
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
    unread: tuple[str, ...] = ()
    clause: str = ""
    leavings: tuple[Leaving, ...] = ()


def learned_key(food_text: str) -> str:
    """Return the form in which a household's own reading of a food text is remembered."""
    return " ".join(words_of(food_text))


Learned = Mapping[str, tuple[str, str | None]]


def read_line(
    text: str,
    library: Library,
    system: str = "metric",
    learned: Learned | None = None,
) -> ReadLine:
    """Read one ingredient line as one food; where it names several, the first, with a doubt.

    Args and result as `read_lines`.
    """
    first, *others = read_lines(text, library, system, learned)
    if not others:
        return first
    doubts = (*first.doubts, "several_foods")
    return replace(first, doubts=doubts, confidence=min(first.confidence, DOUBTFUL))


def read_lines(
    text: str,
    library: Library,
    system: str = "metric",
    learned: Learned | None = None,
) -> tuple[ReadLine, ...]:
    """Read one written line into a reading for every food it names, in order.

    Args:
        text: the line as written; anything goes, only its first 500 characters are read.
        library: where foods are looked up.
        system: which cups and spoons are meant, one of `SYSTEMS`.
        learned: `learned_key` to (food, form) that this household always means.

    Returns:
        One reading at least; never fails, but its confidence may be 0.
    """
    if learned or len(text) > LINE_LIMIT:
        return _read_lines(text, library, system, learned or {})
    return _read_again(text, library, system)


@lru_cache(maxsize=REMEMBERED)
def _read_again(text: str, library: Library, system: str) -> tuple[ReadLine, ...]:
    """Read a line; a page tells its list twice, to people and to machines."""
    return _read_lines(text, library, system, {})


def _read_lines(text: str, library: Library, system: str, learned: Learned) -> tuple[ReadLine, ...]:
    clean = plain_line(text)
    both = _BOTH.match(clean)
    if both:
        clauses: tuple[Clause, ...] = (Clause(f"juice of {both['rest']}"),
                                       Clause(f"zest of {both['rest']}"))  # fmt: skip
    elif (partly := _PARTLY.match(clean)) is not None:
        clauses = _parted_fruit(partly)
    elif (juiced := _JUICED.match(clean)) is not None and not _goes_on(juiced):
        clauses = _fruit_clauses(juiced)
    else:
        clauses = split_foods(clean, system, library)
    several = len(clauses) > 1
    return tuple(
        replace(
            _read_clause(text, clause, library, system, learned),
            clause=clause.text if several else "",
        )
        for clause in clauses
    )


def _goes_on(match: re.Match[str]) -> bool:
    others = _OTHER_FOOD.match(match["rest"]) or _FOOD_AHEAD.match(match["count"])
    return match["how"].lower() in {"juice", "zest"} and others is not None


def _fruit_clauses(match: re.Match[str]) -> tuple[Clause, ...]:
    how = match["how"].lower()
    kinds = [k for k, stem in (("juice", "juic"), ("zest", "zest")) if stem in how]
    fruit = f"{match['count'].strip()} {match['fruit']}"
    return tuple(Clause(f"{kind} of {fruit}{match['rest']}") for kind in kinds)


def _parted_fruit(match: re.Match[str]) -> tuple[Clause, ...]:
    """Read "2 limes - juice of both, zest of one"."""
    whole = {"both": match["count"], "all": match["count"]}
    fruit = match["fruit"].lower().rstrip("s")
    pairs = ((match["one"], match["first"]), (match["other"], match["second"]))
    return tuple(
        Clause(f"{kind} of {whole.get(share.lower(), share)} {fruit}") for kind, share in pairs
    )


def _read_clause(
    text: str, clause: Clause, library: Library, system: str, learned: Learned
) -> ReadLine:
    draft = draft_of(clause, library, system)
    notes = [m.group(0) for m in _NOTES.finditer(draft.rest)]
    body = _EMPTY.sub(" ", _NOTES.sub(" ", draft.rest))
    body, alternatives = first_of(body, system, library)
    alternatives = (*alternatives, *draft.offers)[:3]
    main = _main_words(body)
    unit = draft.amount.unit if draft.amount else None
    in_cans = unit is not None and unit.id in {"can", "jar"}
    counted = draft.amount is not None and (unit is None or unit.id in {"slice", "ring", "piece"})
    # "200 g peppers" is no spice either.
    counted = counted or _grams_written(draft.amount) >= NO_SPICE
    spooned = unit is not None and unit.id.startswith("tsp")
    packed = unit.id if unit is not None and unit.id in PACKED else None
    found = _find(body, main, library, learned, in_cans=in_cans, counted=counted, spooned=spooned,
                  packed=packed)  # fmt: skip
    found = _meat_or_bird(clause.text, found, draft.amount, library)
    read = _assembled(text, clause, draft, body, main, alternatives, notes, found, library)
    if found is None or read.form is None:
        return read
    uses = read_uses(clause.text, read.amount, found.match.food, read.form, read.grams, system)
    food = found.match.food
    gone = leavings_of(clause.text, food, read.form, uses.uses, uses.grams.best)
    return replace(read, uses=uses.uses, hold=uses.hold, grams=uses.grams, leavings=gone)


def _main_words(text: str) -> str:
    """Return the part of a line that names the food: before the first comma or bracket."""
    return re.split(r"[,;(]|\s[-–—]\s", text.strip(" ,;"), maxsplit=1)[0]


@dataclass(frozen=True)
class _Found:
    """A food with the words of the line it was found among."""

    match: FoodMatch
    line: Sequence[Word]
    segments: Sequence[Segment]
    head: Span
    used: frozenset[int]
    guessed: bool = False
    sure: bool = False
    instead_of: str | None = None
    form: str | None = None
    either: tuple[str, ...] = ()


def _grams_written(amount: Amount | None) -> float:
    """Return the grams of a weight, 0 of other amounts."""
    unit = amount.unit if amount is not None else None
    return amount.best * unit.size if amount and unit and unit.kind == "mass" and unit.size else 0.0


def _meat_or_bird(
    text: str, found: _Found | None, amount: Amount | None, library: Library
) -> _Found | None:
    """Return the meat where a bird's bare name means that: "500 g chicken, diced"."""
    if found is None or found.sure:
        return found
    food = found.match.food
    bare = [w.plain for w in found.line[found.head.first : found.head.last]]
    if food.if_cut is None or bare != [*food.names[:1]]:
        return found
    key, unsure = meat_or_bird(text, food, _grams_written(amount) or None)
    match = replace(found.match, food=library.food(key))
    return replace(found, match=match, either=(food.if_cut, food.key) if unsure else ())


def _packed(line: Sequence[Word], head: Span, unit: str, library: Library) -> Span:
    """Return the food that is sold so, where its pack is part of a name: a tube of polenta."""
    for name in (tuple(w.plain for w in line[head.first : head.last]), *library.names_of(head.key)):
        key = library.names.get((unit, *name))
        if key is not None:
            return Span(head.first, head.last, key)
    return head


def _tinned(line: Sequence[Word], head: Span, library: Library) -> Span:
    """Return the tinned food where a food by that name is kept apart: "1 tin peas"."""
    food = library.food(head.key)
    if {"tinned", "drained"} & set(food.forms):
        return head
    for name in (tuple(w.plain for w in line[head.first : head.last]), *library.names_of(head.key)):
        for word in ("tinned", "canned", "jarred"):
            key = library.names.get((word, *name))
            if key is not None:
                return Span(head.first, head.last, key)
    return head


def _find(
    body: str,
    main: str,
    library: Library,
    learned: Learned,
    *,
    in_cans: bool,
    counted: bool,
    spooned: bool,
    packed: str | None,
) -> _Found | None:
    segments = segments_of(body)
    line = words_in(body, segments)
    own = learned.get(learned_key(main))
    if own is not None:
        end = next((i for i, w in enumerate(line) if w.start >= len(main)), len(line))
        match = FoodMatch(library.food(own[0]), 1.0, 0, len(main))
        named = Span(0, end, own[0])
        return _Found(match, line, segments, named, frozenset(range(end)), sure=True, form=own[1])
    spelled, letters = respelled(line, library)
    spans = spans_in(spelled, library)
    head = head_span(spelled, spans, library)
    if head is None:
        near = nearest(main, spelled, library)
        if near is None:
            return None
        return _Found(near, line, segments, Span(0, 0, near.food.key), frozenset(), guessed=True)
    head, used = specialised(spelled, head, library)
    meant = library.food(head.key).if_counted
    if counted and meant is not None:
        head = Span(head.first, head.last, meant)
    seed = library.food(head.key).if_spooned
    bare_name = head.key
    if spooned and seed is not None and len(spelled) == 1:
        head = Span(head.first, head.last, seed)
    if in_cans:
        head = _tinned(spelled, head, library)
    if packed is not None:
        head = _packed(spelled, head, packed, library)
    length = sum(len(w.plain) for i, w in enumerate(spelled) if i in used)
    mended = letters > 0 and any(
        line[i].plain != spelled[i].plain for i in range(head.first, head.last)
    )
    sure = 0.9 if mended else (1.0 if len(used) == len(line) else 0.95)
    match = FoodMatch(library.food(head.key), sure, spelled[head.first].start,
                      spelled[head.last - 1].end)  # fmt: skip
    guessed = mended and (letters > 1 or length < 6)
    instead_of = bare_name if head.key == seed else None
    return _Found(match, spelled, segments, head, used, guessed=guessed, instead_of=instead_of)


def _without_gaps(preparation: str) -> str:
    """Close what a note taken out of brackets left behind: "(rinsed, )", "( )"."""
    closed = re.sub(r"\([\s,;]+", "(", re.sub(r"[\s,;]+\)", ")", preparation))
    return re.sub(r"\(\s*\)", "", closed).strip(" ,;")


def _assembled(
    text: str,
    clause: Clause,
    draft: Draft,
    body: str,
    main: str,
    alternatives: tuple[str, ...],
    notes: list[str],
    found: _Found | None,
    library: Library,
) -> ReadLine:
    note_text = ", ".join(notes)
    if found is None:
        doubts: tuple[str, ...] = ("no_food",)
        grams, form, amount, confidence = unknown("no_food"), None, draft.amount, 0.0
        unread: tuple[str, ...] = ()
        preparation = body[len(main) :].strip(" ,;-–")
    else:
        food = found.match.food
        amount = _one_of_a_size(clause.text, _unit_behind(draft.amount, found, food, body), food)
        form, counts = _account(body, draft, found, amount, library)
        form, soaked = dry_or_soaked(clause.text, food, form)
        ahead = [word.plain for word in found.line[: max(found.head.last - 1, 0)]]
        grams = _grams(clause.text, draft, amount, food, form, ahead=ahead, by_taste=bool(notes))
        unread = (*counts.unread, *counts.changes) if not found.sure else ()
        doubts = _doubts(draft, found, grams, counts)
        # "300 g cooked semolina": the book has it dry alone.
        dry = form == "dry" and not {"cooked", "boiled"}.isdisjoint(counts.said)
        doubts += ("cooked_or_dry",) if (soaked or dry) and "cooked_or_dry" not in doubts else ()
        confidence = found.match.confidence * (1.0 if grams.best is not None else 0.5)
        confidence = min(confidence, DOUBTFUL) if doubts else confidence
        before, after = body[: found.match.start].strip(), body[found.match.end :].strip(" ,;-–")
        preparation = ", ".join(p for p in (before, after) if p and p != "of")
    return ReadLine(
        text=text,
        amount=amount,
        food=found.match.food.key if found else None,
        form=form,
        food_text=main.strip(),
        preparation=", ".join(p for p in (_without_gaps(preparation), note_text) if p),
        optional=_OPTIONAL.search(clause.text) is not None,
        to_taste=amount is None and grams.best is not None,
        alternatives=alternatives,
        grams=grams,
        confidence=confidence,
        doubts=doubts,
        candidates=_next_foods(main, found, library) if doubts else (),
        unread=unread,
    )


def _next_foods(main: str, found: _Found | None, library: Library) -> tuple[str, ...]:
    if found is None:
        return candidates(main, library, None)
    if found.instead_of is not None:
        return found.match.food.key, found.instead_of
    if found.either:
        return found.either
    meant = tuple(key for key in _general(found) if key in library.foods)
    return meant or candidates(main, library, found.match.food)


def _account(
    body: str, draft: Draft, found: _Found, amount: Amount | None, library: Library
) -> tuple[str, Account]:
    """Choose the form and account for every word; the form decides what claims come to."""
    food = found.match.food
    cans = amount is not None and amount.unit is not None and amount.unit.id in {"can", "jar"}
    form = food.default_form
    for _ in range(2):
        counts = account(body, found.line, found.segments, found.head, found.used, food, form,
                         library, weighed_so=draft.behind)  # fmt: skip
        named = [w.plain for i, w in enumerate(found.line) if i in found.used]
        said = [*draft.said, *counts.said, *named]
        chosen = choose_form(food, said, counted_in_cans=cans)
        if chosen == form:
            break
        form = chosen
    if found.form is not None:
        return found.form, counts
    if draft.fat is not None:
        told = by_fat(food, draft.fat, library)
        if told is None:
            counts = replace(counts, changes=(*counts.changes, f"{draft.fat:g} % fat"))
        else:
            form = told
    return form, counts


def _cut_to(size: str, amount: Amount | None, food: Food) -> bool:
    """Tell the size that pieces are cut to: "500 g mushrooms, the size of a pea"."""
    if amount is None:
        return False
    largest = max((count.grams for count in food.counts.values()), default=0.0)
    if amount.unit is not None and amount.unit.kind in {"mass", "volume"}:
        return True
    return SIZE_OF[size][1] < largest * CUT_SHARE


def _grams(
    text: str, draft: Draft, amount: Amount | None, food: Food, form: str, *,
    ahead: Iterable[str], by_taste: bool,
) -> Grams:  # fmt: skip
    if draft.size_of is not None and not _cut_to(draft.size_of, amount, food):
        low, best, high = SIZE_OF[draft.size_of]
        count = amount.best if amount else 1.0
        reason = weigh(Amount(1, 1, 1, UNITS["gram"]), food, form).reason
        return in_a_kitchen(Grams(low * count, best * count, high * count, reason), food)
    if _BATCH.match(text) and amount is not None and amount.each is None and amount.again is None:
        return unknown("no_batch", food=food.name)
    if amount is None and is_brushed_on(text, food):
        return Grams(*BRUSHED[food.food_class], Message("to_taste", {}))
    waste = draft.waste if draft.waste != "none" else waste_told(text, ahead, food, form)
    if re.search(r"\bundrained\b", text, re.IGNORECASE):
        form = "tinned"
    elif re.search(r"\bdrained\b", text, re.IGNORECASE) and form in {"tinned", "unsalted"}:
        form = "drained"
    found = weigh(of_babies(text, amount, food), food, form, waste=waste, by_taste=by_taste)
    found = as_mash(text, found, food, form)
    # "1 gammon joint, about 1.2 kg": it says itself what the piece weighs.
    bare = amount is not None and amount.unit is None and amount.again is None
    bare = bare and found.best is not None
    wider = by_diameter(text, food) if bare and amount is not None and amount.each is None else 1.0
    if amount is not None and wider != 1.0:
        found = weigh(replace(amount, size=None), food, form, waste=waste)
        found = _of_part(found, (wider, wider, wider), "by_width")
    each = (found.best or 0.0) / amount.best if bare and amount is not None and amount.best else 0.0
    if each and is_no_piece(text, food, each):
        return unknown("no_count", food=food.name)
    part = None if amount is None or amount.weighs else stays(text, food)
    return found if part is None else _of_part(found, part)


def _of_part(grams: Grams, share: tuple[float, float, float], why: str = "part_goes_in") -> Grams:
    """Return grams of what stays of something: low, usual and high share."""
    low, best, high = (
        None if g is None else g * s
        for g, s in zip((grams.low, grams.best, grams.high), share, strict=True)
    )
    reason = Message(why, {"whole": say(grams.reason), "share": share[1]})
    return replace(grams, low=low, best=best, high=high, reason=reason)


def _unit_behind(amount: Amount | None, found: _Found, food: Food, body: str) -> Amount | None:
    """Return the amount with the count word beside the food: "3 garlic cloves" are cloves."""
    if amount is None or amount.unit is not None:
        return amount
    near = list(found.line[found.head.first : found.head.last + 1])
    for word in near[1:] if len(near) > 1 else near:
        unit = unit_for(word.plain, "metric", food.counts)
        herb = food.food_class == "herb" and not {"medium", "whole", "leaf"} & set(food.counts)
        if unit is not None and unit.id == "leaf" and herb:
            return replace(amount, unit=unit)
        if unit is not None and unit.kind == "count" and unit.id in food.counts:
            # "Bay leaves" are what the food is called, "garlic cloves" how it is counted.
            called = unit.id == "leaf" and {"medium", "whole"} & set(food.counts)
            return amount if called else replace(amount, unit=unit)
    named = found.line[found.head.first : found.head.last]
    if len(named) > 1 and food.food_class in CUT_UP:
        # "Carrot sticks" are a name of carrots.
        unit = unit_for(named[-1].plain, "metric", food.counts)
        cut = _pieces_behind(amount, body, named[-2], named[-1], unit)
        if cut.unit is not None:
            return cut
    behind = found.line[found.head.last : found.head.last + 1]
    # "1 cauliflower, leaves removed" counts no leaves.
    apart = bool(behind) and behind[0].segment != found.line[found.head.last - 1].segment
    if not behind or apart:
        return amount
    part = unit_for(behind[0].plain, "metric", food.counts)
    # Ten leaves of spinach are not ten spinaches, whatever one weighs.
    if part is not None and part.id in PARTS:
        return replace(amount, unit=part)
    return _pieces_behind(amount, body, found.line[found.head.last - 1], behind[0], part)


def _pieces_behind(
    amount: Amount, body: str, named: Word, behind: Word, part: Unit | None
) -> Amount:
    """Return the amount in pieces where those are counted: "6 courgette slices".

    "1 carrot sticks" is one carrot, and "2 onions rings" are two onions.
    """
    said = body[behind.start : behind.end].lower()
    plural = body[named.start : named.end].lower().endswith("s")
    whole = plural or (amount.best == 1 and said.endswith("s"))
    if whole or said.removesuffix("s") not in CUT_PIECES:
        return amount
    return replace(amount, unit=part or Unit(said.removesuffix("s"), "count", said))


def _one_of_a_size(text: str, amount: Amount | None, food: Food) -> Amount | None:
    """Return one piece for a length that does not measure the food: a "10-inch tortilla"."""
    if amount is None or amount.unit is None or amount.unit.id != "inch":
        return amount
    sized = {"inch", "thumb", "piece"} & set(food.counts)
    cut_off = _CUT_OFF.search(text) is not None
    return amount if sized or cut_off or not food.counts else Amount(1, 1, 1)


def _general(found: _Found) -> tuple[str, ...]:
    """Return the foods that a name means which kitchens use for several, none for other names."""
    words = (w.plain for w in found.line[found.head.first : found.head.last])
    meant = general_names().get(tuple(words), ())
    # A claim or a form in other words of the line has told them apart.
    return meant if found.form is None else ()


def _a_lot(food: Food) -> float:
    """Return the grams from which so much of a food is asked about."""
    strong = food.food_class == "stock" and food.forms.keys() <= {"dry"}
    return 150.0 if strong else A_LOT.get(food.food_class, MOST_OF_ANYTHING)


def _doubts(draft: Draft, found: _Found, grams: Grams, counts: Account) -> tuple[str, ...]:
    doubts = list(draft.doubts)
    if found.guessed:
        doubts.append("food_guessed")
    if not found.sure:
        if counts.changes:
            doubts.append("changes_food")
        if counts.unread:
            doubts.append("unread")
        if counts.unsure_form:
            doubts.append("cooked_or_dry")
    if draft.claim:
        doubts.append("label_claim")
    if _general(found) or found.instead_of is not None:
        doubts.append("which_one")
    if found.either:
        doubts.append("with_bones")
    if disagrees(draft.amount):
        doubts.append("two_amounts")
    if grams.best is None:
        doubts.append("no_grams")
    amount = draft.amount
    many = amount is not None and amount.unit is None and amount.best > MOST_COUNTED
    heavy = grams.reason.code == TOO_MUCH or (grams.best or 0.0) > _a_lot(found.match.food)
    if heavy or many:
        doubts.append("odd_amount")
    return tuple(dict.fromkeys(doubts))


__all__ = ["LINE_LIMIT", "SURE", "ReadLine", "find_food", "learned_key", "read_line",
           "read_lines", "spell_fractions", "tidy"]  # fmt: skip
