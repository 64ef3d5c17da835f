"""Cuts a pasted method into sentences, without its numbers, bullets and headings."""

from __future__ import annotations

import re
from dataclasses import dataclass

# A method is a few screens of text at most; what follows is cut off.
MOST_CHARACTERS = 60_000
MOST_SENTENCES = 400
LONGEST_SENTENCE = 1_000

_BULLET = re.compile(
    r"^\W*?(?:step\s*\d{1,2}\b\s*[-.:)–]*|\(?\d{1,2}\s*[.):](?!\d)|\d{1,2}\s+(?=[A-Z])|"
    r"[-–—*•▢□▪◦·»>✓✔☐]+)\s*",
    re.IGNORECASE,
)
_NUMBER_ONLY = re.compile(r"^\W*(?:step\s*)?\d{1,2}\W*$", re.IGNORECASE)
_TITLES = re.compile(
    r"^\W*(?:method|directions?|instructions?|preparation|steps?|what to do|here'?s how|how to "
    r"(?:make|cook) it|to make|let'?s cook)\W*$",
    re.IGNORECASE,
)
_HEADING = re.compile(r"^\W*(?:for\s+|to\s+make\s+|to\s+)?(?:the\s+)?(?P<name>[\w' &-]{2,40}?)\s*:\s*$",
                      re.IGNORECASE)  # fmt: skip
_LABEL = re.compile(
    r"^(?:for\s+)?(?:the\s+)?(?P<name>[A-Za-z][\w' -]{1,28}?)\s*:\s+(?=\w)", re.IGNORECASE
)
_SHORT = {"approx", "min", "mins", "tbsp", "tbs", "tsp", "oz", "lb", "lbs", "hr", "hrs", "e.g",
          "i.e", "cm", "in", "pkt", "ca", "g", "kg", "ml", "sec", "secs", "deg", "no", "temp",
          "pt", "qt", "vs", "w", "abt", "c", "f", "min's"}  # fmt: skip
_END = re.compile(r"(?<=[.!?])[\"'”’)]*\s+|(?<=[^\W\d_][!?])(?=[A-Z])")
_HANGING = re.compile(r"\b(?:and|or|with|the|a|an|in|into|of|to|for|over|on|until|till|at|from|"
                      r"then|by|about|its?|your|is|are)$", re.IGNORECASE)  # fmt: skip


@dataclass(frozen=True)
class Sentence:
    """A sentence of a method; `section` is the heading it stands under, empty for none."""

    text: str
    section: str = ""


def sentences_of(text: str) -> tuple[Sentence, ...]:
    """Return the sentences of a method as pasted: numbered, in prose, hard-wrapped or in bullets.

    What is longer than a method can be is left out. Headings are given with their sentences.
    """
    found: list[Sentence] = []
    section = ""
    for line in _lines(text[:MOST_CHARACTERS]):
        heading = _heading(line)
        if heading is not None:
            section = heading
            continue
        for sentence in split(line):
            found.append(Sentence(sentence[:LONGEST_SENTENCE], section))
            if len(found) >= MOST_SENTENCES:
                return tuple(found)
    return tuple(found)


def _lines(text: str) -> list[str]:
    """Return paragraphs: lines without bullets, with what the page's width broke joined again."""
    joined: list[str] = []
    open_line = False
    for raw in text.splitlines():
        line = " ".join(raw.split())
        if not line or _NUMBER_ONLY.match(line):
            open_line = False
            continue
        bullet = _BULLET.match(line)
        bare = line[bullet.end() :] if bullet and bullet.end() < len(line) else line
        goes_on = (
            open_line and not (bullet and bullet.group().strip()) and _continues(joined[-1], bare)
        )
        if goes_on:
            last = joined[-1]
            split_word = last.endswith("-") and bare[:1].islower()
            joined[-1] = last[:-1] + bare if split_word else f"{last} {bare}"
        else:
            joined.append(bare)
        open_line = True
    return [line for line in joined if any(c.isalpha() for c in line)]


def _continues(before: str, line: str) -> bool:
    if before.endswith((".", "!", "?", ":")):
        return False
    return (
        line[:1].islower()
        or before.endswith((",", ";", "-"))
        or _HANGING.search(before) is not None
    )


def _heading(line: str) -> str | None:
    if _TITLES.match(line):
        return ""
    match = _HEADING.match(line)
    if match is not None:
        return match["name"].strip().lower()
    shouted = line.isupper() and len(line) <= 40 and not line.endswith(".")
    if shouted and len(line.split()) <= 5:
        return re.sub(r"^(?:FOR |TO MAKE )?(?:THE )?", "", line).strip().lower()
    return None


def split(line: str) -> list[str]:
    """Return the sentences of one paragraph; a full stop after "approx" or "mins" ends none."""
    found: list[str] = []
    begin = 0
    for match in _END.finditer(line):
        before = line[begin : match.start()].rstrip("\"'”’)")
        last = re.sub(r"^\W+", "", before.rsplit(" ", 1)[-1]).rstrip(".").lower()
        after = line[match.end() : match.end() + 1]
        # "Approx. 10 min." goes on in lower case or with a number.
        if before.endswith(".") and last in _SHORT and not after.isupper():
            continue
        found.append(line[begin : match.end()].strip())
        begin = match.end()
    found.append(line[begin:].strip())
    return [one for one in found if any(c.isalpha() for c in one)]


def label_of(sentence: str) -> str | None:
    """Return the part's name a sentence opens with ("Sauce: melt the butter"), None if none."""
    match = _LABEL.match(sentence)
    return match["name"].strip().lower() if match else None
