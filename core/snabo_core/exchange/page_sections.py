"""Headings that a page shows among its lines, and that what it carries for machines leaves out.

The vocabulary lists ingredients without groups; the page that a cook sees has them.
"""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import groupby
from typing import Any

from lxml import etree

from snabo_core.quantities.kinds import heading_name
from snabo_core.recipe import ToldRecipe
from snabo_core.recipe.sections import INGREDIENTS, METHOD, NOTES

_HEADINGS = {"h1", "h2", "h3", "h4", "h5", "h6", "dt", "legend", "caption"}
_BLOCKS = _HEADINGS | {"p", "li", "div", "tr", "dd", "label", "section", "article", "blockquote"}
_BOLD = "strong", "b"
# What words that stand by themselves stand between.
_APART = _BLOCKS | {"ul", "ol", "table", "br", "hr"}
# A heading is no longer, and as many letters may stand between two lines of one list.
LONGEST_HEADING, WIDEST_GAP = 60, 200
# A line may stand in more than one place of a page: in its story, in the copy that is printed.
MOST_PLACES = 12
_NUMBERED = re.compile(r"^\W*(?:(?:step|stage|part)\W*)?\d*\W*$", re.IGNORECASE)


@dataclass(frozen=True)
class _Shown:
    """The letters of a page, where its blocks begin and end, and its headings by their place."""

    letters: str
    starts: frozenset[int]
    ends: frozenset[int]
    headings: tuple[tuple[int, str], ...]


def with_shown_sections(told: ToldRecipe, tree: Any) -> ToldRecipe:
    """Return a recipe with the headings that its page shows among the lines and the steps.

    Args:
        told: as what the page carries for machines has it; what has headings there keeps them.
        tree: the page, without what it hides.
    """
    alone = len(told.parts) == 1 and not told.parts[0][0]
    flat = len(told.steps) > 1 and not any(section for section, _ in told.steps)
    if not alone and not flat:
        return told
    shown = _shown(tree)
    title = _letters(told.title)
    if alone and (names := _names(told.lines(), shown, title)):
        pairs = zip(names, told.lines(), strict=True)
        groups = groupby(pairs, key=lambda pair: pair[0])
        told = replace(told, parts=tuple((n, tuple(l for _, l in g)) for n, g in groups))
    if flat and (names := _names([text for _, text in told.steps], shown, title)):
        steps = zip(names, (text for _, text in told.steps), strict=True)
        told = replace(told, steps=tuple(steps))
    return told


def _letters(text: str) -> str:
    return "".join(c for c in unicodedata.normalize("NFKC", text).casefold() if c.isalnum())


def _shown(tree: Any) -> _Shown:
    pieces: list[str] = []
    at, starts, ends, headings = 0, [], [], []
    for block in tree.iter(*_BLOCKS, *_BOLD):
        if block.tag in _BOLD and not stands_alone(block):
            continue
        if next(block.iterdescendants(*_BLOCKS), None) is not None:
            continue
        for words in _lines(block):
            letters = _letters(words)
            if not letters:
                continue
            if (name := _heading(block, words)) is not None:
                headings.append((at, name))
            pieces.append(letters)
            starts.append(at)
            at += len(letters)
            ends.append(at)
    return _Shown("".join(pieces), frozenset(starts), frozenset(ends), tuple(headings))


def _lines(block: Any) -> list[str]:
    """Return the words of a block, parted where its lines are."""
    said = [""]
    for event, node in etree.iterwalk(block, events=("start", "end")):
        if event == "end":
            said[-1] += (node.tail or "") if node is not block else ""
        elif node.tag == "br":
            said.append("")
        elif isinstance(node.tag, str):
            said[-1] += node.text or ""
    return [" ".join(line.split()) for line in said]


def stands_alone(bold: Any) -> bool:
    """Tell bold words with a line to themselves, that no block of their own holds."""
    above, before, below = bold.getparent(), bold.getprevious(), bold.getnext()
    if above is None or any(one is not None and one.tag not in _APART for one in (before, below)):
        return False
    left = above.text if before is None else before.tail
    alone = not (left or "").strip() and not (bold.tail or "").strip(" :\n\t\r")
    return alone and next(above.iterchildren(*_APART), None) is not None


def _heading(block: Any, words: str) -> str | None:
    """Return the name that a block gives to what stands below it, None for any other block."""
    if len(words) > LONGEST_HEADING or any(c.isdigit() for c in words):
        return None
    bold = block if block.tag in _BOLD else next(block.iterchildren(*_BOLD), None)
    whole = bold is not None and _letters(bold.text_content()) == _letters(words)
    if block.tag in _HEADINGS or whole:
        return words
    return words if heading_name(words) is not None else None


def _names(texts: Sequence[str], shown: _Shown, title: str) -> list[str]:
    """Return the heading above each text; none where the page shows them otherwise, or in one.

    The letters of the recipe's own title head no group.
    """
    wanted = [_letters(text) for text in texts]
    if not all(wanted):
        return []
    begin = -1
    for _ in range(MOST_PLACES):
        begin = _block(wanted[0], shown, begin + 1)
        if begin < 0:
            break
        found = _from(begin, wanted, shown)
        if found is not None:
            found = ["" if _letters(name) == title else name for name in found]
            return found if any(name != found[0] for name in found) else []
    return []


def _block(letters: str, shown: _Shown, at: int, last: int | None = None) -> int:
    """Return where letters stand as whole blocks, from `at` to `last`; -1 where they do not."""
    end = None if last is None else last + len(letters)
    found = shown.letters.find(letters, at, end)
    while found >= 0 and not (found in shown.starts and found + len(letters) in shown.ends):
        found = shown.letters.find(letters, found + 1, end)
    return found


def _from(begin: int, wanted: Sequence[str], shown: _Shown) -> list[str] | None:
    """Return the headings of texts whose first stands at a place, None where the rest does not."""
    found: list[str] = []
    name, behind, start = "", max(0, begin - WIDEST_GAP), begin
    for letters in wanted:
        if found:
            start = _block(letters, shown, behind, behind + WIDEST_GAP)
            if start < 0:
                return None
        above = [said for at, said in shown.headings if behind <= at < start]
        if above:
            name = _plain(above[-1])
        found.append(name)
        behind = start + len(letters)
    return found


def _plain(heading: str) -> str:
    """Return a heading as a group's name, empty for one that heads the whole list or method."""
    whole = INGREDIENTS.match(heading) or METHOD.match(heading) or NOTES.match(heading)
    return "" if whole or _NUMBERED.match(heading) else heading.rstrip(":").strip()
