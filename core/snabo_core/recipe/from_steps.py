"""Picks ingredients out of a method that has no list: "soften 2 chopped onions in 2 tbsp oil"."""

from __future__ import annotations

import re
from collections.abc import Sequence
from itertools import islice

from snabo_core.foods import Library
from snabo_core.quantities.amounts import read_amount
from snabo_core.quantities.lexicon import head_span, segments_of, spans_in, words_in
from snabo_core.quantities.numbers import spell_fractions, spell_numbers
from snabo_core.quantities.vocabulary import class_of

# No sentence of a recipe names more amounts.
MOST_AMOUNTS = 20
MOST_WORDS_BEHIND = 6
_START = re.compile(
    r"(?<![\w.,/°-])(?=(?:[\d½¼¾⅓⅔⅛]|a (?=\d)|"
    r"a (?:pinch|handful|few|splash|drizzle|knob|tin|can|cup|pound|bunch|spoonful|tablespoon|teaspoon)\b))"
)
_ENDS = re.compile(
    r"[.;:()!?]|\s(?=\d)|\s(?:and|some|add|then|in|into|with|to|for|over|until|till|on|from|while|at)\s|,",
    re.IGNORECASE,
)
_DETAIL = re.compile(r"^,\s*(?:\w+ly\s+)?(?:drained|halved|sliced|chopped|crushed|grated|peeled|rinsed|diced|thawed|torn|"
                     r"crumbled|beaten)(?:\s+and\s+\w+)?\b", re.IGNORECASE)  # fmt: skip
_NO_FOOD = re.compile(r"^\s*(?:°|degrees?|[cf]\b|mins?|minutes?|hours?|hrs?|h\b|secs?|seconds?|cm|mm|inch|days?|%|x\s*\d|"
                      r"times?|dips?|batches|layers?|more|fan|gas)", re.IGNORECASE)  # fmt: skip


def lines_in_steps(steps: Sequence[str], system: str, library: Library) -> list[str]:
    """Return ingredient lines that steps mention with an amount, in order, each once.

    Args:
        steps: the method.
        system: whose cups and spoons are meant.
        library: where foods are looked up.
    """
    found: list[str] = []
    for step in steps:
        for sentence in re.split(r"(?<=[.!?])\s+", step):
            spelled = spell_numbers(sentence)
            found += [line for line in _in_sentence(spelled, system, library) if line not in found]
    return found


def _in_sentence(sentence: str, system: str, library: Library) -> list[str]:
    lines, reached = [], 0
    for match in islice(_START.finditer(sentence), MOST_AMOUNTS):
        if match.start() < reached:
            continue
        rest = sentence[match.start() :]
        plain = spell_fractions(rest[:120])
        amount, end = read_amount(spell_numbers(plain) if plain[:1] == "a" else plain, system)
        if plain[:1] == "a" and not plain[2:3].isdigit():
            end = re.match(r"a \w+(?: of)?", plain).end()  # type: ignore[union-attr]  # as matched
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
