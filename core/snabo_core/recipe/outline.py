"""A sorted text: what it is called, its parts with their lines, its steps, what was set aside."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace
from statistics import median
from typing import Literal

from snabo_core.dish import AsideKind
from snabo_core.quantities.figures import only_figures
from snabo_core.quantities.kinds import begins_with_amount
from snabo_core.quantities.numbers import to_number
from snabo_core.recipe.servings import Servings


@dataclass
class Aside:
    """A line that is neither food nor step: `kind` says what it is."""

    kind: AsideKind
    text: str


@dataclass
class Layout:
    """The lines of a text, sorted."""

    title: str = ""
    servings: Servings | None = None
    makes: str = ""
    minutes: dict[str, float] = field(default_factory=dict)
    parts: list[tuple[str, list[str]]] = field(default_factory=list)
    # The names of parts that their headings say may be left out.
    optional_parts: set[str] = field(default_factory=set)
    steps: list[str] = field(default_factory=list)
    # The heading inside the method each step stands under, empty for none.
    sections: list[str] = field(default_factory=list)
    asides: list[Aside] = field(default_factory=list)
    # How amounts without a unit are meant: as the text says, or as their look lets guess.
    grams: Literal["", "told", "guessed"] = ""

    def open_part(self, name: str) -> None:
        """Begin a part; one that was left empty is forgotten."""
        self.parts.append((name, []))

    def set_aside(self, kind: AsideKind, text: str) -> None:
        """Keep what is neither food nor step."""
        self.asides.append(Aside(kind, text))

    def add_line(self, text: str) -> None:
        """Add an ingredient line to the part that is open."""
        if not self.parts:
            self.open_part("")
        self.parts[-1][1].append(text)


_LINE_BEGUN = re.compile(r"^[^\w\n]*\w", re.MULTILINE)


def in_small_letters(text: str) -> str:
    """Return a text with a capital to begin each line and none behind it."""
    return _LINE_BEGUN.sub(lambda begun: begun[0].upper(), text.lower())


def in_capitals(layout: Layout) -> Layout:
    """Return a layout whose texts are all in capitals, as they were written; names of parts stay."""
    return replace(
        layout,
        title=layout.title.upper(),
        makes=layout.makes.upper(),
        parts=[(name, [line.upper() for line in lines]) for name, lines in layout.parts],
        steps=[step.upper() for step in layout.steps],
        asides=[replace(aside, text=aside.text.upper()) for aside in layout.asides],
    )


# "Fish stock 1200": an amount at the end whose unit was left away.
_NO_UNIT = re.compile(r"(?<=[^\W\d])\)?[\s:–-]+(?P<n>\d{1,5}(?:[.,]\d+)?)$")
# "Pancetta g 80" has its unit before the number.
_UNIT_BEFORE = re.compile(
    r"\s(?:g|gr|grams?|kg|ml|cl|dl|l|tbsp|tsp|cups?|oz|lb|n)\.?\s*\d{1,5}(?:[.,]\d+)?$",
    re.IGNORECASE,
)
# So many such lines, of so many, and so much in their middle, are weighed in grams.
LEAST_WITHOUT, LEAST_SHARE, LEAST_MIDDLE = 4, 0.6, 20.0


def weigh_in_grams(layout: Layout) -> None:
    """Write the unit behind amounts without one where the text tells it, or they look like grams."""
    lines = [text for _, part in layout.parts for text in part]
    bare = [match for text in lines if (match := _without_unit(text)) is not None]
    if layout.grams != "told":
        few = len(bare) < max(LEAST_WITHOUT, LEAST_SHARE * len(lines))
        if few or median(to_number(match["n"]) for match in bare) < LEAST_MIDDLE:
            return
        layout.grams = "guessed"
    layout.parts = [
        (name, [f"{text} g" if _without_unit(text) is not None else text for text in part])
        for name, part in layout.parts
    ]


# The same list in cups and in grams, side by side on a page that lets its reader choose.
_SYSTEMS = {
    "us": re.compile(
        r"\W*(?:u\.?s\.?(?:\s+customary)?|american|imperial|cups?|standard)(?:\s+measure(?:ment)?s?)?\W*",
        re.IGNORECASE,
    ),
    "metric": re.compile(
        r"\W*(?:metric|grams?|g|weights?|u\.?k\.?|european)(?:\s+measure(?:ment)?s?)?\W*",
        re.IGNORECASE,
    ),
}
# So alike in length are two tellings of one list.
MOST_APART = 1


def one_of_two_systems(layout: Layout) -> None:
    """Keep the list in grams where a text tells one list twice; the other is set aside.

    "US" and "Metric" head them, each alone or behind "Ingredients".
    """
    named = {
        system: next((part for part in layout.parts if words.fullmatch(part[0])), None)
        for system, words in _SYSTEMS.items()
    }
    theirs, ours = named["us"], named["metric"]
    if theirs is None or ours is None or abs(len(theirs[1]) - len(ours[1])) > MOST_APART:
        return
    layout.asides += [Aside("note", line) for line in theirs[1]]
    layout.parts = [
        ("" if part is ours else part[0], part[1]) for part in layout.parts if part is not theirs
    ]


# "... until they float. (Per person: about 480 kcal)".
_SAID_LAST = re.compile(
    r"\s*\((?P<inside>[^()]{6,120})\)\W*$|(?<=[.!])\s+(?P<last>[^.!?]{6,120}(?:\.\d[^.!?]{1,100})*)[.!]?$"
)
# Steps at the end that are looked at for what a serving holds.
LAST_STEPS = 2


def figures_apart(layout: Layout) -> None:
    """Set aside what the last steps say of a serving's figures behind their orders."""
    for place in range(max(0, len(layout.steps) - LAST_STEPS), len(layout.steps)):
        said = _SAID_LAST.search(layout.steps[place])
        figures = (said["inside"] or said["last"]) if said is not None else ""
        if said is not None and only_figures(figures):
            layout.set_aside("nutrition", figures)
            layout.steps[place] = layout.steps[place][: said.start()]


def _without_unit(text: str) -> re.Match[str] | None:
    told = begins_with_amount(text) or _UNIT_BEFORE.search(text) is not None
    return None if told else _NO_UNIT.search(text)
