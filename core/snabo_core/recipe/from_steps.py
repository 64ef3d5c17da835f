"""Picks ingredients out of a method that has no list: "soften 2 chopped onions in 2 tbsp oil"."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from itertools import islice

from snabo_core.foods import Library
from snabo_core.quantities.amounts import read_amount
from snabo_core.quantities.kinds import ABBREVIATED
from snabo_core.quantities.lexicon import head_span, segments_of, spans_in, words_in
from snabo_core.quantities.numbers import spell_fractions, spell_numbers
from snabo_core.quantities.vocabulary import class_of

# No sentence of a recipe names more amounts.
MOST_AMOUNTS = 20
MOST_WORDS_BEHIND = 6
_MEASURES = (
    r"(?:pinch|handful|few|couple|splash|drizzle|knob|lump|nut|tin|can|jar|packet|bag|pot|carton|bottle|glass|mug|cup|ladle|"
    r"litre|liter|pint|quart|kilo|pound|bunch|sprig|head|clove|stick|slice|thumb|dash|glug|spoonful|tablespoon|teaspoon)"
)
_A_MEASURE = rf"an? (?:(?:small|large|big|good) )?{_MEASURES}\b"
# "The yolks of 2 eggs", "juice of a lemon".
_PART_OF = r"(?:yolks?|whites?|juice|zest|rind) of (?=\d|an? )"
AMOUNT_STARTS = re.compile(
    rf"(?<![\w.,/°-])(?={_PART_OF}|[\d½¼¾⅓⅔⅛]|a (?=\d)|{_A_MEASURE})", re.IGNORECASE
)
_MEASURE_STARTSS = re.compile(rf"(?<=[a-z] ){_A_MEASURE}", re.IGNORECASE)
_ENDS = re.compile(
    r"[.;:()!?]|\s(?=\d)|"
    # "2 tablespoons of flour salt and pepper" in who speaks without a comma.
    r"(?<=[a-z]{3})(?<!\bsea)(?<!\brock)(?<!kosher)(?<!table)(?<!celery)(?<!garlic)(?<!onion)"
    r"(?<!flaky)(?<!fine)(?<!coarse)(?<!curing)(?<!cooking)\s(?=salt\b)|"
    r"\s(?:and|some|add|then|in|into|with|to|for|over|until|till|on|from|while|at|you|we|i)\s|,",
    re.IGNORECASE,
)
_PARTED = re.compile(
    rf"{_PART_OF}(?:\d+|an?)\s+(?:(?:large|small|medium)\s+)?[a-z]+", re.IGNORECASE
)
# The measure itself: what stands behind it is the food.
_MEASURED_OUT = re.compile(r"an? (?!\d)(?:(?:small|large|big|good) )?\w+(?: of)?", re.IGNORECASE)
_STOP = re.compile(r"[.!?](?=\s)")
_LAST_WORD = re.compile(r"\w*$")
# No shortened word is longer.
LONGEST_SHORT = 8
_DETAIL = re.compile(r"^,\s*(?:\w+ly\s+)?(?:drained|halved|sliced|chopped|crushed|grated|peeled|rinsed|diced|thawed|torn|"
                     r"crumbled|beaten)(?:\s+and\s+\w+)?\b", re.IGNORECASE)  # fmt: skip
_NO_FOOD = re.compile(r"^\s*(?:°|%|x\s*\d|(?:degrees?|[cf]|mins?|minutes?|hours?|hrs?|h|secs?|seconds?|cm|mm|"
                      r"inch(?:es)?|days?|times?|dips?|batches|layers?|more|fan|gas)\b)", re.IGNORECASE)  # fmt: skip


def lines_in_steps(steps: Sequence[str], system: str, library: Library) -> list[str]:
    """Return ingredient lines that steps mention with an amount, in order, each once.

    Args:
        steps: the method.
        system: whose cups and spoons are meant.
        library: where foods are looked up.
    """
    found: list[str] = []
    for step in steps:
        for sentence in _sentences(step):
            spelled = spell_numbers(sentence)
            found += [line for line in _in_sentence(spelled, system, library) if line not in found]
    return found


def _sentences(text: str) -> Iterator[str]:
    """Yield the sentences of a step; the dot of "2 oz. of butter" ends none."""
    began = 0
    for stop in _STOP.finditer(text):
        before = text[max(began, stop.start() - LONGEST_SHORT) : stop.start()]
        last = _LAST_WORD.search(before)
        if last is not None and last.group().lower() in ABBREVIATED:
            continue
        yield text[began : stop.end()].strip()
        began = stop.end()
    yield text[began:].strip()


def _up_to_the_next(text: str) -> str:
    """Return a text up to where the next "a knob of" begins: an amount holds no other."""
    follows = _MEASURE_STARTSS.search(text, 1)
    return text[: follows.start()].rstrip() if follows is not None else text


def _in_sentence(sentence: str, system: str, library: Library) -> list[str]:
    lines, reached = [], 0
    for match in islice(AMOUNT_STARTS.finditer(sentence), MOST_AMOUNTS):
        if match.start() < reached:
            continue
        rest = _up_to_the_next(sentence[match.start() :])
        if (parted := _PARTED.match(rest)) is not None:
            lines.append(parted.group())
            reached = match.start() + parted.end()
            continue
        plain = spell_fractions(rest[:120])
        amount, end = read_amount(spell_numbers(plain) if plain[:1] == "a" else plain, system)
        measured = _MEASURED_OUT.match(plain)
        if measured is not None:
            end = measured.end()
        if amount is None or _NO_FOOD.match(plain[end:]):
            continue
        tail = plain[end:]
        cut = _ENDS.search(tail)
        words = tail[: cut.start()] if cut else tail
        words = " ".join(words.split()[:MOST_WORDS_BEHIND])
        segments = segments_of(words)
        line = words_in(words, segments)
        head = head_span(line, spans_in(line, library), library)
        if head is None:
            continue
        until = head.last
        while (
            until < len(line)
            and class_of(line[until].plain) in {"prep", "part"}
            and (line[until].plain not in {"over", "off", "out", "in", "up"})
        ):
            until += 1
        words = words[: line[until - 1].end]
        place = tail.find(words) + len(words)
        detail = _DETAIL.match(tail[place:])
        last = rest.find(words)
        until_here = last + len(words) if last >= 0 else end + place
        lines.append(f"{rest[:until_here].strip()}{detail.group() if detail else ''}")
        reached = match.start() + end + place
    return lines
