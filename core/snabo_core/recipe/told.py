"""A recipe whose parts a file names itself: no line has to be guessed to be food or step."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache
from itertools import takewhile

from snabo_core.dish import AsideKind, Claim, Told
from snabo_core.quantities.kinds import begins_with_amount, heading_name, is_step
from snabo_core.quantities.numbers import spell_numbers
from snabo_core.recipe.claims import label_words
from snabo_core.recipe.facts import yield_in
from snabo_core.recipe.layout import sort_lines, sort_list, without_step_number
from snabo_core.recipe.lines import measures, tells_facts
from snabo_core.recipe.outline import Aside, Layout, one_of_two_systems
from snabo_core.recipe.sections import METHOD
from snabo_core.recipe.servings import Servings, counts_people, meals_in, servings_in
from snabo_core.recipe.times import pieces_of
from snabo_core.recipe.titles import title_of

# A number at the start of a sentence that counts the steps in one long text.
_NEXT_STEP = re.compile(
    # A page that forgot its breaks has no room before the number either.
    r"(?:(?<=[.!?)])\s+|(?<=[a-z)][.!]))(?=(?:step\s*)?\d{1,2}\s*[.):]\s*[A-Z])",
    re.IGNORECASE,
)
# "4 to 6", and what one eater eats from: "6 bowls".
_BARE = re.compile(
    r"(?P<count>\d{1,3}(?:\.\d)?(?:\s*(?:-|–|to)\s*\d{1,3}(?:\.\d)?)?)"
    r"(?:\s+(?:\w+\s+)?(?:bowls|bowlfuls|plates|platefuls)|\s+as an?\s+(?:\w+\s+)?(?:side|main|starter|snack))?",
    re.IGNORECASE,
)
# A sentence goes on small in the next line.
_BROKEN = re.compile(r"(?<=[a-z,])\n(?=[a-z])")
LEAST_NUMBERED = 2
# A line is asked from several sides, and long tables say one thing again.
REMEMBERED = 256
# Whom it serves and how long it takes, at the head of a list.
MOST_FACTS = 3
# Far more than a dish has room for: what stands behind is counted, and not looked at.
MOST_SORTED = 1000
# Said behind the last step, and no step.
_ENJOY = re.compile(r"\W*(?:enjoy|bon app[eé]tit)(?: it)?\W*", re.IGNORECASE)
_NAMED_STEP = re.compile(r"^\W*(?:(?:step|stage|part)\W*)?(?:\d{1,2}\W*)?$", re.IGNORECASE)


@dataclass(frozen=True)
class ToldRecipe:
    """A recipe as a file tells it.

    `parts` are lists of lines under a heading, empty for none; `steps` are pairs of a heading
    of the method and a text. `minutes` go by kind: prep, cook, rest, total. `set_apart` says that
    the file sets headings apart from lines, so that none is guessed among these.
    """

    title: str = ""
    serves: str = ""
    minutes: Mapping[str, float] = field(default_factory=dict)
    parts: tuple[tuple[str, tuple[str, ...]], ...] = ()
    steps: tuple[tuple[str, str], ...] = ()
    asides: tuple[tuple[AsideKind, str], ...] = ()
    claims: tuple[Claim, ...] = ()
    source: str = ""
    set_apart: bool = field(default=False, compare=False)

    def lines(self) -> tuple[str, ...]:
        """Return every line of every part."""
        return tuple(line for _, lines in self.parts for line in lines)

    def words(self) -> str:
        """Return the recipe as a plain text, without what it claims of its figures."""
        said = [self.title or "Recipe"]
        if self.serves:
            said.append(self.serves if servings_in(self.serves) else f"Serves {self.serves}")
        said += [f"{kind.capitalize()}: {value:g} min" for kind, value in self.minutes.items()]
        said += ["", "Ingredients"]
        for name, lines in self.parts:
            said += [f"For the {name.rstrip(':')}:"] if name else []
            said += [*lines, ""]
        said += ["Method"]
        under = ""
        for section, step in self.steps:
            if section != under:
                said += ["", f"{section}:"]
                under = section
            said.append(step)
        if self.asides:
            said += ["", "Notes", *(text for _, text in self.asides)]
        return "\n".join(said)

    def text(self) -> str:
        """Return the recipe as a plain text that reads as it does."""
        return "\n".join([self.words(), *(["", label_words(self.claims)] if self.claims else [])])


def lay_out(told: ToldRecipe, names_food: Callable[[str], bool]) -> Layout:
    """Return a told recipe as the reading of a pasted one would have sorted it.

    Args:
        told: as the file has it.
        names_food: tells whether a short text names a food.
    """
    layout = Layout(title=title_of(told.title)[0] if told.title.strip() else "")
    told, above = _without_facts(told, names_food)
    for name, lines in told.parts:
        sorted_list = sort_list(lines[:MOST_SORTED], names_food, guessed=not told.set_apart)
        for inner, found in sorted_list.parts:
            layout.parts.append((inner or heading_of(name), found))
        layout.asides += sorted_list.asides
        if beyond := lines[MOST_SORTED:]:
            layout.parts.append((heading_of(name), [*beyond]))
    one_of_two_systems(layout)
    layout.servings = (
        served(told.serves) or meals_in(told.serves) or above.servings or served(told.title)
    )
    makes = yield_in(told.serves)
    beside = "" if counts_people(makes) else makes
    # "4 individual pies" tells what is made, and for how many.
    alone = served(told.serves) is None
    layout.makes = made(told.serves) if alone else beside
    layout.minutes = above.minutes | dict(told.minutes)
    for section, text in steps_of(told.steps):
        layout.steps.append(text)
        layout.sections.append(section)
    layout.asides += [Aside(kind, text) for kind, text in told.asides if text.strip()]
    return layout


def tells_whom(line: str, names_food: Callable[[str], bool]) -> bool:
    """Tell what stands above a list and is none of its lines: "Serves 4", "45 min, easy"."""
    if tells_facts(line):
        return True
    if begins_with_amount(line) and (names_food(line) or measures(line)):
        return False
    return sort_lines(f"x\n{line}", names_food).servings is not None


def _without_facts(
    told: ToldRecipe, names_food: Callable[[str], bool]
) -> tuple[ToldRecipe, Layout]:
    """Return a recipe without the facts that stand first in its list, and what they say."""
    name, lines = told.parts[0] if told.parts else ("", ())
    facts = [*takewhile(lambda line: tells_whom(line, names_food), lines[:MOST_FACTS])]
    if not facts or len(facts) == len(lines):
        return told, Layout()
    kept = ((name, lines[len(facts) :]), *told.parts[1:])
    return replace(told, parts=kept), sort_lines("\n".join(["x", *facts]), names_food)


def with_makes(serves: str, makes: str) -> str:
    """Return what is made beside how many it feeds: "Makes 8 slices, serves 4"."""
    what = bare_makes(makes)
    count = re.sub(r"^\W*(?:serves|feeds)\b\W*", "", serves, flags=re.IGNORECASE)
    return f"Makes {what}, serves {count}" if what else serves


@lru_cache(maxsize=REMEMBERED)
def eaters_in(text: str) -> tuple[Servings | None, str]:
    """Return for whom a line says a dish is, and what is made of it."""
    layout = sort_lines(f"x\n{text}", lambda _: False)
    return layout.servings, layout.makes


def as_told(line: str, servings: Servings | None, makes: str) -> str:
    """Return what a line says of eaters and yield, so that it is read again as it is."""
    if without_makes(line)[1]:
        return line
    pieces = [piece.strip() for piece in pieces_of(line)]
    feeds = next((piece for piece in pieces if servings_in(piece) == servings), line)
    said = next((piece for piece in pieces if yield_in(piece)), line) if servings is None else feeds
    bare = re.sub(r"^serves\s+", "", said, flags=re.IGNORECASE)
    if servings is None:
        return bare_makes(said)
    if served(bare) == servings and makes in {"", made(bare)}:
        return bare
    return with_makes(eaters_told(servings), makes if carries_makes(makes) else "")


def eaters_told(servings: Servings) -> str:
    """Return for how many a dish is as it is read again: "4", "4 to 6"."""
    return " to ".join(f"{end:g}" for end in dict.fromkeys((servings.low, servings.high)))


def bare_makes(text: str) -> str:
    """Return what a text says is made, without the word for it: "makes 8 slices"."""
    return re.sub(r"^\W*(?:makes|yields?)\b\W*", "", text, flags=re.IGNORECASE)


def without_makes(serves: str) -> tuple[str, str]:
    """Return how many it feeds and what is made, as `with_makes` put them together."""
    both = re.fullmatch(r"Makes (?P<makes>.+), serves (?P<serves>[^,]+)", serves)
    return (both["serves"], both["makes"]) if both else (serves, "")


def carries_makes(makes: str) -> bool:
    """Tell whether what is made is read again as it is, in one line with how many it feeds."""
    said = with_makes("4", makes)
    return yield_in(said) == makes and servings_in(said) == Servings(4, 4)


def heading_of(name: str) -> str:
    """Return a part's name from its heading: "For the lid:" is the lid."""
    plain = " ".join(name.split())
    return (heading_name(plain) or plain.rstrip(":")).strip()[:80]


def served(text: str) -> Servings | None:
    """Return how many a yield says it feeds: "4", "Serves 4 to 6", "4 servings"."""
    plain = " ".join(text.split())
    # "four" alone.
    counted = _BARE.fullmatch(spell_numbers(plain) if plain.isalpha() else plain)
    return servings_in(f"serves {counted['count']}" if counted else plain)


def made(text: str) -> str:
    """Return what a yield says is made ("9 squares") where it counts no people."""
    plain = " ".join(text.split())
    return (yield_in(plain) or plain)[:120]


def steps_of(steps: Sequence[tuple[str, str]]) -> list[tuple[str, str]]:
    """Return steps one by one, with the headings that stand among them as their sections.

    A text of several lines, or of numbered sentences, is several steps.
    """
    found: list[tuple[str, str]] = []
    for section, text in steps:
        under = _section(section)
        for piece in _pieces(text):
            name = heading_name(piece)
            if (name is not None or METHOD.match(piece)) and not is_step(piece):
                under = _section(name or piece)
            elif any(c.isalnum() for c in piece) and not _ENJOY.fullmatch(piece):
                found.append((under, piece))
    return found


def _section(name: str) -> str:
    return "" if _NAMED_STEP.match(name) or METHOD.match(name) else heading_of(name)


def _pieces(text: str) -> list[str]:
    pieces: list[str] = []
    for line in _BROKEN.sub(" ", text).splitlines():
        split = _NEXT_STEP.split(line)
        numbered = len(split) >= LEAST_NUMBERED
        pieces += split if numbered else [line]
    plain = [" ".join(without_step_number(piece).split()) for piece in pieces]
    return [piece for piece in plain if piece]


def with_claims(told: Told, recipe: ToldRecipe) -> Told:
    """Return what a recipe says of itself with the figures and the origin its file claims."""
    return replace(told, claims=recipe.claims or told.claims, source=recipe.source[:200])
