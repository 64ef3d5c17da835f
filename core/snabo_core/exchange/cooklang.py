"""Recipes in Cooklang: ingredients, pots and timers marked inside the steps.

The open format's own description is the source: `@name{amount%unit}(how)`, `#pot{}`,
`~{20%minutes}`, `= section`, `> note`, `-- comment`, facts above. What is written here lists a
part's lines at its head and reads back as the same recipe.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, field

from snabo_core.dish import AsideKind
from snabo_core.exchange.front_matter import facts_of, front_matter, write_front_matter
from snabo_core.quantities.step_facts import times_in
from snabo_core.recipe import ToldRecipe
from snabo_core.recipe.told import without_makes

LONGEST = 100_000
READY, METHOD = "Have ready", "Method"
# Whoever leaves out the braces of "@olive oil" means both words.
_HEAD_NOUN = (
    r"(?:oil|powder|sauce|stock|broth|paste|pur[eé]e|flour|milk|cream|cheese|vinegar|juice|"
    r"sugar|syrup|seeds?|leaves|wine|mustard|crumbs)"
)
# An ingredient, a pot or a timer; a name of several words ends at its brace.
_MARK = re.compile(
    r"(?P<sign>[@#~])(?P<how>[&?+\-@]{0,3})(?P<made>\(=?~?\d{1,3}\))?"
    r"(?:(?P<long>[^@#~{}\n\\]{0,120})\{(?P<in>[^{}\n]{0,120})\}|(?P<short>[^\s@#~{}(),.;:!?]{1,80}"
    rf"(?:(?<=[a-z]) {_HEAD_NOUN}\b(?!\{{))?))"
    r"(?:\((?P<note>[^()\n]{0,200})\))?"
)
_MARKED = re.compile(r"@[^@{}\n]{0,120}\{[^{}\n]*\}|~[^~{}\n]{0,60}\{[^{}\n]*%[^{}\n]*\}")
_COMMENT = re.compile(r"\[-.{0,500}?-\]|(?<!\S)--[^\n]*", re.DOTALL)
_SECTION = re.compile(r"^={1,6}\s*(?P<name>[^=\n]*?)\s*=*\s*$")
_META = re.compile(r"^>>\s*(?P<key>[^:\n]{1,60}):(?P<value>[^\n]*)$", re.MULTILINE)
# What the format does not know and people write: a heading as in Markdown.
_HEADING = re.compile(r"^#{1,4}[ \t]+(?P<name>[^\n{}@~#]{2,120}?)[ \t#]*$", re.MULTILINE)
_TITLE = re.compile(r"\s*#[ \t]+(?P<name>[^\n{}@~#]{2,120}?)[ \t#]*(?:\n|\Z)")
# A mark behind a backslash is a letter like others: it is read under another sign.
_ESCAPED = re.compile(r"\\([!-/:-@\[-`{-~])")
_SHIELD = 0xE000
_SHIELDED = re.compile(f"[{chr(_SHIELD)}-{chr(_SHIELD + 127)}]")
_SPECIAL = re.compile(r"([@#~{}\\=>%|])|(?<!\S)(--)|(\[-)")
_LEADING = re.compile(r"^([&?+\-.\[])")
_NUMBER = re.compile(r"^=?\s*(?:\d|[½⅓⅔¼¾⅕⅛])")
_SPLIT = re.compile(
    r"^(?P<amount>\d+(?:\.\d+)?(?:\s\d/\d|/\d+)?(?:\s?(?:-|–)\s?\d+(?:\.\d+)?)?)"
    r"(?:\s(?P<unit>g|kg|ml|l|oz|lb|tsp|tbsp|cup|cups|tin|tins|cloves?|slices?|pinch|sprigs?))?"
    r"\s(?P<name>[^,]+?)(?:, (?P<note>.+))?$"
)
_AFTER = {"to taste", "as needed", "as required", "to serve"}


def is_cooklang(text: str) -> bool:
    """Tell Cooklang from other texts by its marks."""
    return len(_MARKED.findall(text[:LONGEST])) > 1


@dataclass
class _Found:
    parts: list[tuple[str, list[str]]] = field(default_factory=list)
    steps: list[tuple[str, str]] = field(default_factory=list)
    asides: list[tuple[AsideKind, str]] = field(default_factory=list)
    named: dict[str, str] = field(default_factory=dict)


def read_cooklang(text: str, name: str = "") -> ToldRecipe:
    """Return the recipe of a Cooklang text.

    Args:
        text: the file.
        name: the file's name without its ending; the format has no other title of its own.
    """
    head, body = front_matter(text[:LONGEST])
    head |= {m["key"].strip().lower(): m["value"].strip() for m in _META.finditer(body)}
    body = _COMMENT.sub("", _META.sub("", _shielded(body)))
    facts = facts_of(head)
    title = _TITLE.match(body)
    # Below a title of its own the first heading is a section's, where more of them follow.
    named = title is not None and title["name"].casefold() == facts.title.casefold()
    if title is not None and facts.title and not named and _HEADING.search(body, title.end()):
        title = None
    body = body[title.end() :] if title else body
    body = _HEADING.sub(r"\n== \g<name> ==\n", body)
    found = _Found()
    if facts.story:
        found.asides.append(("story", facts.story))
    section = ""
    for block in re.split(r"\n\s*\n", body):
        section = _block(block, section, found)
    if len([1 for _, lines in found.parts if lines]) == 1:
        alone = found.parts[0][0]
        found.parts = [("" if alone == METHOD else alone, found.parts[0][1])]
    return ToldRecipe(
        title=facts.title or (_unescaped(title["name"]) if title else name),
        serves=facts.serves, minutes=facts.minutes,
        parts=tuple((key, tuple(lines)) for key, lines in found.parts if lines),
        steps=tuple(found.steps), asides=tuple(found.asides), claims=facts.claims,
        source=facts.source,
        set_apart=True,
    )  # fmt: skip


def _block(block: str, section: str, found: _Found) -> str:
    """Take one paragraph; return the section that is open behind it."""
    step: list[str] = []
    for line in [*block.splitlines(), ""]:
        plain = " ".join(line.split())
        match = _SECTION.match(plain) if plain.startswith("=") else None
        note = plain.startswith(">")
        if (match or note or not plain) and step:
            _step(" ".join(step), section, found)
            step = []
        if match:
            section = _unescaped(match["name"])
        elif note:
            found.asides.append(("note", _unescaped(plain.lstrip("> "))))
        elif plain:
            step.append(plain)
    return section


def _step(text: str, section: str, found: _Found) -> None:
    lines = [line for mark in _MARK.finditer(text) if mark["sign"] == "@"
             and (line := _line(mark, found)) is not None]  # fmt: skip
    if lines:
        part = next((held for name, held in found.parts if name == section), None)
        if part is None:
            part = []
            found.parts.append((section, part))
        part.extend(lines)
    words = " ".join(_unescaped(_MARK.sub(_said, text)).split())
    # A paragraph that only names what is needed is no step.
    bare = re.sub(rf"{READY}|and|[\W\d_]", "", _MARK.sub("", text), flags=re.IGNORECASE)
    if words and (bare or all(mark["sign"] != "@" for mark in _MARK.finditer(text))):
        found.steps.append(("" if section == METHOD else section, words))


def _line(mark: re.Match[str], found: _Found) -> str | None:
    """Return the ingredient line of a mark, None for one that only names what was told before."""
    name = _name(mark)
    key = name.lower()
    inside = (mark["in"] or "").strip().lstrip("=").split("|")[0].strip()
    amount, _, unit = (piece.strip() for piece in inside.partition("%"))
    note = _unescaped((mark["note"] or "").strip())
    how = mark["how"]
    if mark["made"]:
        # "@&(~1)dough{}" is what an earlier step made.
        return None
    # What a sign refers to and nobody told before is told here.
    again = key in found.named and ("&" in how or not note)
    if "+" not in how and not amount and again:
        return None
    found.named[key] = name
    tail = [note] if note else []
    if "?" in how:
        tail.append("optional")
    if amount.lower() in _AFTER:
        tail.append(amount)
        amount = ""
    front = " ".join(piece for piece in (_unescaped(amount), _unescaped(unit)) if piece)
    said = f"{front} {name}".strip() if front.lower() != "some" else f"some {name}"
    return ", ".join([said, *tail])


def _name(mark: re.Match[str]) -> str:
    text = mark["short"] if mark["short"] is not None else (mark["long"] or "")
    plain = " ".join(_unescaped(text).split())
    # Another recipe is named by where it lies.
    return plain.rsplit("/", 1)[-1] if plain.startswith(("./", "../")) else plain


def _said(mark: re.Match[str]) -> str:
    """Return what a mark says in its step."""
    name = _name(mark)
    if mark["sign"] != "~":
        return name
    amount, _, unit = (piece.strip() for piece in (mark["in"] or "").partition("%"))
    return f"{amount} {unit}".strip() or name


def _shielded(text: str) -> str:
    return _ESCAPED.sub(lambda mark: chr(_SHIELD + ord(mark[1])), text)


def _unescaped(text: str) -> str:
    return _SHIELDED.sub(lambda sign: chr(ord(sign[0]) - _SHIELD), text)


def _escaped(text: str) -> str:
    """Return a text so that nothing in it is a mark."""
    return _SPECIAL.sub(lambda mark: f"\\{mark[0]}", text)


def _named(text: str) -> str:
    """Return a text as a name: what begins it says nothing of how it is meant."""
    return _LEADING.sub(r"\\\1", _escaped(text))


def write_cooklang(recipe: ToldRecipe) -> str:
    """Return a told recipe in Cooklang; reading it gives the recipe again, less its figures."""
    minutes = {kind: f"{value:g} min" for kind, value in recipe.minutes.items()}
    stories = [text for kind, text in recipe.asides if kind == "story"]
    serves, makes = without_makes(recipe.serves)
    head = write_front_matter({
        "title": recipe.title, "servings": serves, "yield": makes,
        "prep time": minutes.get("prep", ""),
        "cook time": minutes.get("cook", ""), "time": minutes.get("total", ""),
        "source": recipe.source, "description": " ".join(stories),
    })  # fmt: skip
    blocks = []
    named: dict[str, str] = {}
    for name, lines in recipe.parts:
        ready = f"{READY}: {', '.join(_marked(line, named) for line in lines)}."
        blocks.append(f"= {_escaped(name)}\n\n{ready}" if name else ready)
    under: str | None = None
    for section, text in recipe.steps:
        if section != under:
            blocks.append(f"= {_escaped(section or METHOD)}")
            under = section
        blocks.append(_timed(text))
    blocks += [f"> {_escaped(text)}" for kind, text in recipe.asides if kind != "story"]
    return head + "\n" + "\n\n".join(blocks) + "\n"


def _marked(line: str, named: dict[str, str]) -> str:
    """Return a line as an ingredient: by amount, unit, name and how, where that reads back.

    A name that was told before is marked as another of it. `named` grows by the line's.
    """
    for new in ("", "+"):
        for way in _ways(line, new):
            match = _MARK.fullmatch(_shielded(way))
            found = _Found(named=dict(named))
            if match is not None and _line(match, found) == line:
                named.update(found.named)
                return way
    return f"@+{_named(line)}{{}}"


def _ways(line: str, new: str) -> Iterator[str]:
    match = _SPLIT.match(line)
    if match is not None:
        note = f"({_escaped(match['note'])})" if match["note"] else ""
        unit = f"%{match['unit']}" if match["unit"] else ""
        yield f"@{new}{_named(match['name'])}{{{match['amount']}{unit}}}{note}"
    name, _, note = line.partition(", ")
    if note:
        yield f"@{new}{_named(name)}{{}}({_escaped(note)})"
    yield f"@{new}{_named(line)}{{}}"


def _timed(text: str) -> str:
    """Return a step with its times as timers, where those read back as they were."""
    said, at = "", 0
    for time in times_in(text):
        words = text[time.start : time.end]
        match = re.fullmatch(r"(\d+(?:\.\d+)?(?:[-–]\d+)?) ([a-z]+)", words)
        if match is not None and time.start >= at:
            said += f"{_escaped(text[at : time.start])}~{{{match[1]}%{match[2]}}}"
            at = time.end
    return said + _escaped(text[at:])
