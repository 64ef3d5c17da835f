"""Takes the amount and every other figure out of a clause, so that only words are left of it."""

from __future__ import annotations

import re
from collections.abc import Collection, Mapping
from dataclasses import dataclass, field, replace
from itertools import islice

from snabo_core.foods import Library
from snabo_core.quantities.amounts import HEAPS, Amount, read_amount
from snabo_core.quantities.grams import NET, Waste
from snabo_core.quantities.lexicon import find_food
from snabo_core.quantities.numbers import spell_numbers
from snabo_core.quantities.shares import (
    take_length,
    take_length_behind,
    take_shares,
    without_dimensions,
)
from snabo_core.quantities.splitting import Clause
from snabo_core.quantities.units import UNITS

# How far one's own pinch or drizzle differs from time to time; common practice, no source.
HABIT_SHARE = 0.2
# No line says its amount again more often.
MOST_BRACKETS = 12
_JUICE = re.compile(
    r"^(?:(?:the|finely|freshly|squeezed|grated|fresh)\s+)*(?P<what>juice|zest|rind|peel)"
    r"\s+(?:of|from)\s+(?P<rest>.+)$",
    re.IGNORECASE,
)
_BRACKET = re.compile(r"[(\[]([^()\[\]]*)[)\]]")
_BEHIND_COMMA = re.compile(r",\s*((?:about|approx\.?|approximately|around|roughly|~|total|weighing)?\s*"
                           r"\d[^,;()]*)", re.IGNORECASE)  # fmt: skip
_BEHIND_ABOUT = re.compile(r"\s((?:about|approx\.?|approximately|around|roughly|weighing(?: about)?)\s+"
                           r"\d[\d.,/]*\s?(?:kg|kilos?|g|grams?|lbs?|pounds?|oz|ounces?)\b\.?)\s*$",
                           re.IGNORECASE)  # fmt: skip
_SIZE_OF = re.compile(r"\b(?:the )?size of an? (?P<what>egg|walnut|hazelnut|golf ball|fist|pea)\b",
                      re.IGNORECASE)  # fmt: skip
# Grams of a soft food as large as these; common practice, no source.
SIZE_OF = {"egg": (40.0, 50.0, 65.0), "walnut": (12.0, 18.0, 28.0), "hazelnut": (3.0, 5.0, 8.0),
           "golf ball": (30.0, 40.0, 50.0), "fist": (150.0, 250.0, 350.0),
           "pea": (0.2, 0.4, 0.8)}  # fmt: skip
_ASIDE = re.compile(r"^\s*(?:reserve|save|keep|hold|set|leave|or\b|from\b|makes\b|yields?\b|=|gives\b|see\b|i\b|if\b|use\b|plus\b|\+)",
                    re.IGNORECASE)  # fmt: skip


@dataclass
class Draft:
    """A clause while it is read: what is left of its words, and what was found in them."""

    rest: str
    amount: Amount | None = None
    behind: bool = False
    waste: Waste = "none"
    said: list[str] = field(default_factory=list)
    fat: float | None = None
    claim: bool = False
    offers: list[str] = field(default_factory=list)
    size_of: str | None = None
    doubts: list[str] = field(default_factory=list)


_COUNTED_EXTRA = re.compile(
    r",?\s*\b(?:plus|and|with|\+)\s+(?:an?\s+)?(?:extra\s+|another\s+|about\s+)?[\d./\s]+\w*\.?\s+(?:extra|more|for|to|if|as)"
    r"\b[^,;()]*",
    re.IGNORECASE,
)


# "(panko's fine)", "(frozen will do)": what else may be taken.
_OFFERED_TOO = re.compile(
    r"\([^()]*?(?:['’]s|\b(?:is|are|works?|will|would))\s+(?:fine|ok|okay|good|also|too|do|work|well|just)\b[^()]*\)",
    re.IGNORECASE,
)
_MORE_OF_IT = re.compile(
    r"(?<=[a-z])\s+(?=(?:plus|to|for|if|as|or more|extra|about)\b)", re.IGNORECASE
)
# "(sub flour)", "- flour also works": another that is offered.
_OFFERS = re.compile(
    r"\(\s*(?:you\s+)?(?:sub(?:stitute)?s?(?: with| for)?|can use|could use|or use|alternatively|swap (?:for|with|in)|use)\s*:?\s+"
    r"(?!(?:half|some|more|less|the|all|it|any|your|good|a|an|one|extra)\b)(?P<first>[a-z][a-z -]{2,30}?)(?:\s+(?:if|for|when)\b[^()]*)?\)"
    r"|\s+[-–—]\s+(?P<second>[a-z][a-z -]{2,30}?)\s+(?:also\s+)?(?:works?|will do|is fine|does(?: fine)?|do)(?:\s+(?:too|well|fine|as well))?$"
    r"|\(\s*(?P<third>[a-z][a-z -]{2,30}?)\s+(?:also\s+)?(?:works?|will do|does)(?:\s+(?:too|well|fine|as well))?\)",
    re.IGNORECASE,
)
# "Instead of cream", "(replaces the butter)": that is not in it.
_NOT_IN_IT = re.compile(
    r"[,(]?\s*\b(?:instead of|in place of|in lieu of|rather than|to replace|replac(?:es|ing))\b[^,;()]*\)?"
    r"|\(\s*(?:left(?:over)? from|as for|same (?:weight|amount) as)\b[^()]*\)",
    re.IGNORECASE,
)
_EITHER = re.compile(
    r"\((?P<first>[a-z][a-z -]{2,30}?)\s+or\s+(?P<second>[a-z][a-z -]{2,30})\)", re.IGNORECASE
)


# "1 potato per person", "a sheet of lasagne per layer".
_FOR_EACH = re.compile(
    r"\b(?:per|for each|for every)\s+(?:person|head|layer|portion|serving|eater|guest|plate|patty)\b"
    r"|\beach (?:person|eater|guest)\b",
    re.IGNORECASE,
)


def draft_of(clause: Clause, library: Library, system: str) -> Draft:
    """Take the amount and every other figure out of a clause."""
    text = _NOT_IN_IT.sub(" ", _OFFERS.sub(_or_that, clause.text))
    text = _OFFERED_TOO.sub(" ", _COUNTED_EXTRA.sub(" ", text))
    shares = take_shares(_EITHER.sub(lambda either: _first_of(either, library), text))
    draft = Draft(shares.text, fat=shares.fat, claim=shares.claim)
    size_of = _SIZE_OF.search(draft.rest)
    if size_of:
        draft.size_of = size_of["what"].lower()
        draft.rest = draft.rest[: size_of.start()] + draft.rest[size_of.end() :]
    juice = _JUICE.match(draft.rest)
    if juice:
        amount, end = read_amount(spell_numbers(juice["rest"]), system, library.own_units)
        fruit = spell_numbers(juice["rest"])[end:].strip() or juice["rest"]
        what = "juice" if juice["what"].lower() == "juice" else "zest"
        draft.amount = amount or Amount(1, 1, 1)
        # "Juice of 1 lemon plus extra wedges".
        fruit = _MORE_OF_IT.sub(", ", fruit, count=1)
        first, *more = re.split(r"(?=[,(])", fruit, maxsplit=1)
        draft.rest = f"{singular_fruit(first)} {what}{''.join(more)}"
        return draft
    _head_amount(draft, system, library.own_units)
    if draft.amount is None:
        _amount_in_bracket(draft, system)
    if draft.amount is None:
        _amount_behind(draft, system, library.own_units)
    _amounts_in_brackets(draft, system)
    _heap_behind(draft)
    draft.amount = _own_habit(draft.amount, library.habits)
    if _FOR_EACH.search(clause.text):
        # How many that makes, no line can say.
        draft.doubts.append("for_each")
    _counted_by_name(draft, shares.text)
    if clause.shared and draft.amount is not None:
        whole = draft.amount
        draft.amount = replace(whole, low=0.0, best=whole.best / clause.foods)
        draft.doubts.append("shared_amount")
    if clause.either:
        draft.offers = [clause.either, *draft.offers]
        draft.doubts.append("which_one")
    return draft


def _or_that(offer: re.Match[str]) -> str:
    """Return another food that is offered as every line offers one: "(or flour)"."""
    return f" (or {offer['first'] or offer['second'] or offer['third']})"


def _first_of(either: re.Match[str], library: Library) -> str:
    """Return the first of two ways in brackets ("leftover or instant"); two foods stay as they are."""
    second = find_food(either["second"], library)
    return (
        either.group() if second is not None and second.confidence == 1 else f"({either['first']})"
    )


# Counts that are what a food is called.
NAMING_COUNTS = {"rasher", "clove", "rib"}


def _counted_by_name(draft: Draft, text: str) -> None:
    """Leave a count word where it is all that names the food: "4 back rashers"."""
    amount = draft.amount
    if amount is None or amount.unit is None or amount.unit.id not in NAMING_COUNTS:
        return
    text = spell_numbers(text)
    named, *others = re.split(r"(?=[,(])", text, maxsplit=1)
    named = re.sub(r"^[^a-z]+", "", named, flags=re.IGNORECASE).strip()
    last = named.lower().rsplit(" ", 1)[-1].removesuffix("s")
    if last != amount.unit.id or not text[:1].isdigit():
        return
    behind = "".join(others)
    if amount.each is not None and amount.each_unit is not None:
        # "1/4 tsp cloves": the spoon is the measure.
        draft.rest = f"{amount.unit.name}s{behind}"
        draft.amount = Amount(amount.each, amount.each, amount.each, amount.each_unit)
        return
    draft.amount, draft.rest = replace(amount, unit=None), named + behind
    if amount.unit.id == "clove":
        # The spice, or garlic without its name.
        draft.doubts.append("which_one")


def singular_fruit(text: str) -> str:
    """Return `lemon` for `lemons, halved`."""
    words = re.split(r"[,(]", text)[0].strip().lower().split()
    kept = [w for w in words if w not in {"a", "an", "the", "of", "fresh", "large", "small", "medium",
                                          "unwaxed", "organic", "ripe", "juicy", "big"}]  # fmt: skip
    return " ".join(kept).removesuffix("s")


def _head_amount(draft: Draft, system: str, own: Collection[str]) -> None:
    head, tail = _until_bracket(draft.rest)
    spelled = spell_numbers(head) + tail
    inches, rest = take_length(spelled)
    if inches is not None and re.match(r"[a-z(]", rest, re.IGNORECASE):
        follows, _ = read_amount(rest, system, own)
        if follows is None and not re.match(r"(?:pan|tin|dish|pie|round|square|base)\b", rest):
            draft.amount = Amount(inches, inches, inches, UNITS["inch"])
            draft.rest = without_dimensions(rest)
            return
    amount, end = read_amount(spelled, system, own)
    if amount is not None and not re.match(r"-?\s?(?:inch|cm|mm|\"|in\.)", spelled[end:]):
        draft.amount = amount
        draft.rest = spelled[end:].strip(" .,:-–—")
        return
    spelled = " ".join(spelled.split())
    inches, rest = take_length_behind(spelled)
    if inches is not None:
        draft.amount, draft.rest = Amount(inches, inches, inches, UNITS["inch"]), rest
        return
    bare = without_dimensions(spelled)
    if bare != spelled and spelled[:1].isdigit():
        amount, end = read_amount(bare, system, own)
        draft.amount = amount or Amount(1, 1, 1)
        draft.rest = bare[end:].strip(" .,:-–—") if amount else bare


def _until_bracket(text: str) -> tuple[str, str]:
    place = next((i for i, c in enumerate(text) if c in "([,;"), len(text))
    return text[:place], text[place:]


_DIGIT = re.compile(r"\d")
_NUMBER_START = re.compile(r"(?<![\w.,/-])(?=\d)|(?<![\w-])(?=(?:a|an|one|two|three|four|half)\s)")


def _amount_behind(draft: Draft, system: str, own: Collection[str]) -> None:
    """Find the amount behind the food: "Lentils, cooked, 200 g", "turmeric one teaspoon"."""
    text = without_dimensions(draft.rest)
    for spelled in (text, spell_numbers(text)):
        depth_zero = _BRACKET.sub(lambda m: " " * len(m.group()), spelled)
        best: tuple[Amount, int, int] | None = None
        for match in _NUMBER_START.finditer(depth_zero):
            amount, end = read_amount(depth_zero[match.start() :], system, own)
            if amount is None or not depth_zero[match.start()].isdigit():
                continue
            # "2 x 150 g" is whole; the number of "cod loin 2, 300 g" is not.
            bare = best is not None and best[0].unit is None and best[0].each is None
            better = best is None or (bare and amount.unit is not None)
            if better:
                best = (amount, match.start(), match.start() + end)
        if best is not None:
            amount, start, end = best
            before, after = spelled[:start].rstrip(" ,:-–—x×("), spelled[end:].strip(" .,:-–—")
            draft.amount, draft.behind = amount, amount.weighs or amount.unit is not None
            draft.rest = ", ".join(x for x in (before, after) if x)
            return


def _amount_in_bracket(draft: Draft, system: str) -> None:
    """Take a bracket that is an amount and nothing else: "Leeks (3)", "cod (2 x 150 g)"."""
    match = _BRACKET.search(draft.rest)
    inside = match[1].strip(" .~") if match is not None else ""
    if match is None or not inside[:1].isdigit():
        return
    rest = f"{draft.rest[: match.start()]} {draft.rest[match.end() :]}"
    amount, end = read_amount(inside, system)
    # "Basil (1 bunch), 20 g" has its amount behind.
    if amount is None or inside[end:].strip() or _DIGIT.search(without_dimensions(rest)):
        return
    draft.amount, draft.behind = amount, amount.weighs or amount.unit is not None
    draft.rest = rest


def _amounts_in_brackets(draft: Draft, system: str) -> None:
    """Read what brackets, or a phrase behind a comma, say of the same amount."""
    for pattern in (_BRACKET, _BEHIND_COMMA, _BEHIND_ABOUT):
        for match in list(islice(pattern.finditer(draft.rest), MOST_BRACKETS))[::-1]:
            inside = match.group(1)
            if _ASIDE.match(inside):
                if pattern is _BRACKET:
                    offer = re.match(r"\s*or\s+(?P<what>.*[a-z]{3}.*)", inside, re.IGNORECASE)
                    if offer and not re.match(r"\d+,|more|less|to taste", offer["what"]):
                        draft.offers.append(offer["what"].strip())
                    draft.rest = draft.rest[: match.start()] + " " + draft.rest[match.end() :]
                continue
            _one_bracket(draft, match, inside, system)


def _of_each(draft: Draft, amount: Amount, *, drained: bool) -> Amount:
    """Return what each of several weighs that weigh so much in all: "2 packs (500 g in all)".

    Of what was drained the weight is all there is.
    """
    if draft.amount is None or draft.amount.best <= 1:
        return amount
    if drained:
        draft.amount = None
        return amount
    return replace(amount.scaled(1 / draft.amount.best), size="each")


_IN_ALL = re.compile(r"\b(?:total|in all|altogether|all told|all together|combined)\b")


def _one_bracket(draft: Draft, match: re.Match[str], inside: str, system: str) -> None:
    spelled = spell_numbers(inside)
    start = re.search(r"\d", spelled)
    if start is None:
        return
    amount, end = read_amount(spelled[start.start() :], system)
    before, after = spelled[: start.start()], spelled[start.start() + end :]
    if amount is None or amount.unit is None or amount.unit.kind == "vague":
        return
    unit = amount.unit
    words, ahead = f"{before} {after}".lower(), draft.rest[: match.start()].lower()
    # "2 cups cooked quinoa (about 1 cup dry)" are measured when they are cooked.
    before_cooking = re.search(r"\b(?:dry|dried|uncooked|raw)\b", words) and re.search(
        r"\b(?:cooked|boiled)\b", ahead
    )
    told = before_cooking or re.search(r"\bcooked\b|\bsoaked\b", words)
    if told and draft.amount is not None:
        draft.rest = draft.rest[: match.start()] + " " + draft.rest[match.end() :]
        return
    if re.search(r"\beach\b|\bea\b|\bapiece\b|\bper\b", words):
        amount = replace(amount, size="each")
    elif _IN_ALL.search(words):
        amount = _of_each(draft, amount, drained="drained" in f"{ahead} {words}")
    if re.search(r"\b(?:trimmed|peeled|prepared|net|cleaned|flesh)\b", words):
        draft.waste = "trimmed_already"
    if "drained" in words:
        draft.said.append("drained")
        draft.waste = "trimmed_already"
    left = re.sub(r"\b(?:each|ea|apiece|about|approx\w*|around|roughly|in total|total|in all|altogether|all told|"
                  r"all together|combined|or so|weight|"
                  r"wt|weighing|per|~|max|drained|trimmed|peeled|prepared|net)\b\.?", " ",
                  f"{before} {after}", flags=re.IGNORECASE).strip(" .,~=-")  # fmt: skip
    if draft.amount is None:
        draft.amount, draft.behind = amount, False
    elif draft.amount.weighs and amount.weighs and draft.waste == "trimmed_already":
        draft.amount = replace(draft.amount, again=replace(amount, size=NET))
    elif unit.kind == "count" and draft.amount.unit is None:
        return
    elif not draft.amount.weighs:
        drained = "drained" in words
        draft.amount = _told_twice(draft.amount, amount, drained=drained, before="drained" in ahead)
    keep = f", {left}" if re.search(r"[a-z]{2}", left, re.IGNORECASE) else " "
    draft.rest = draft.rest[: match.start()] + keep + draft.rest[match.end() :]


_HEAP_BEHIND = re.compile(
    r"^\s*\(?(?P<first>heaped|heaping|rounded|scant|level)\b\)?|[,(]?\s*\b(?P<last>heaped|heaping|rounded|scant)\)?\s*$",
    re.IGNORECASE,
)


def _heap_behind(draft: Draft) -> None:
    """Take how a measure is filled where it is said behind it: "flour 2 tbsp heaped"."""
    amount = draft.amount
    if amount is None or amount.heap is not None or amount.unit is None:
        return
    match = _HEAP_BEHIND.search(draft.rest) if amount.unit.kind == "volume" else None
    if match is not None:
        word = (match["first"] or match["last"]).lower()
        draft.amount = replace(amount, heap=HEAPS[word])
        draft.rest = f"{draft.rest[: match.start()]} {draft.rest[match.end() :]}".strip()


def _told_twice(amount: Amount, again: Amount, *, drained: bool, before: bool) -> Amount:
    """Return a count or a measure with the weight or the volume that a bracket gives of it.

    `drained` says that the bracket speaks of what is left of a tin, `before` that the line does
    ahead of it: "1 tin chickpeas, drained (240 g)".
    """
    told = amount.again
    counts = again.unit is not None and again.unit.kind == "count"
    if counts or (told is not None and (told.weighs or not again.weighs)):
        return amount
    if drained:
        amount = replace(amount, each=None, each_unit=None)
    if (drained or before) and again.weighs and amount.best == 1:
        again = replace(again, size=NET)
    return replace(amount, again=again)


def _own_habit(amount: Amount | None, habits: Mapping[str, float]) -> Amount | None:
    """Let a vague measure hold what this household says it holds, give or take a fifth."""
    if amount is None or amount.unit is None or amount.unit.id not in habits:
        return amount
    ml = habits[amount.unit.id]
    own = (ml * (1 - HABIT_SHARE), ml, ml * (1 + HABIT_SHARE))
    return replace(amount, unit=replace(amount.unit, size=ml, vague=own))
