"""Reads a whole pasted recipe: title, servings, parts by heading, lines, steps."""

from __future__ import annotations

import re
import uuid
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace

from snabo_core.dish import MAX_TEXT, Dish, Line, Part, StepText, UnitSystem
from snabo_core.foods import Library
from snabo_core.gaps import gaps_of
from snabo_core.quantities.amounts import read_amount, spell_fractions
from snabo_core.quantities.grams import weigh
from snabo_core.quantities.lexicon import choose_form
from snabo_core.quantities.reading import ReadLine, read_line, tidy
from snabo_core.quantities.step_facts import heats_in, times_in
from snabo_core.wire import RecipeView, StepView
from snabo_core.wording import say

MAX_READ_LINES = 300
MAX_STEPS = 120
LONG_LINE = 140
LEAST_WORDS = 6
DEFAULT_SERVINGS = 4.0
SYSTEM_WORDS: dict[UnitSystem, str] = {
    "metric": "metric", "us": "North American", "australia": "Australian",
}  # fmt: skip
_SERVINGS = re.compile(
    r"\b(?:serves|servings?|feeds|makes|yield[s]?|portions?|for)\b\s*:?\s*(?:about\s+)?"
    r"(?P<low>\d+(?:\.\d+)?)(?:\s*(?:-|–|to)\s*(?P<high>\d+(?:\.\d+)?))?"
    r"|(?P<before>\d+)\s*(?:servings|portions|people)\b",
    re.IGNORECASE,
)
# A yield that counts no servings: "makes one 23 cm pie", "feeds a crowd", "makes 1 loaf".
_WHOLE = re.compile(
    r"^(?:makes|yields?|feeds|serves)\b.{0,40}\b(?:pie|loaf|loaves|tart|tin|tray|dish|cake|bake|"
    r"batch|crowd|family|crust|round)s?\b[\s.]*$",
    re.IGNORECASE,
)
_INGREDIENTS = re.compile(r"^(?:the\s+)?ingredients?\b[\s:]*$", re.IGNORECASE)
_METHOD = re.compile(
    r"^(?:the\s+)?(?:method|directions?|instructions?|steps|preparation|what to do"
    r"|how to)\b.{0,20}$",
    re.IGNORECASE,
)
_FOR_THE = re.compile(
    r"^(?:for\s+(?:the\s+)?|to make the\s+)(?P<name>.{2,40}?)\s*:?$", re.IGNORECASE
)
_NUMBERED = re.compile(r"^(?:step\s*)?\d{1,2}\s*[.):]\s+\S", re.IGNORECASE)
_NUMBER = re.compile(r"^\s*(?:step\s*)?\d{1,2}\s*[.):]\s+", re.IGNORECASE)
_VERB = re.compile(
    r"^(?:brown|sweat|scatter|heat|preheat|boil|mix|stir|add|bake|cook|fry|melt|peel|chop|mash|simmer|pour|whisk|put|"
    r"place|season|serve|spread|top|drain|grate|cut|bring|remove|turn|combine|meanwhile|in a|"
    r"roast|toast|sprinkle|leave|let|set|make|beat|cover|transfer|return|warm|sweat|fold)\b",
    re.IGNORECASE,
)


@dataclass
class _Draft:
    """What has been read so far."""

    title: str = ""
    servings: float | None = None
    whole: str = ""
    parts: list[tuple[str, list[str]]] = field(default_factory=list)
    steps: list[str] = field(default_factory=list)
    in_method: bool = False

    def open_part(self, name: str) -> None:
        self.parts.append((name, []))

    def add_line(self, text: str) -> None:
        if not self.parts:
            self.open_part("")
        self.parts[-1][1].append(text)


def new_id() -> str:
    """Return a fresh id for a part, line or step."""
    return str(uuid.uuid4())


def line_from(read: ReadLine, library: Library, identity: str) -> Line:
    """Return the document's line for a reading."""
    amount = read.amount
    return Line(
        id=identity,
        text=read.text.strip(),
        amount=amount.best if amount else None,
        unit=amount.unit.id if amount and amount.unit else None,
        food=read.food,
        form=read.form,
        food_name=library.food(read.food).name if read.food else "",
        preparation=read.preparation,
        optional=read.optional,
        alternatives=read.alternatives,
        grams_low=read.grams.low,
        grams=read.grams.best,
        grams_high=read.grams.high,
        reason=say(read.grams.reason),
        confidence=round(read.confidence, 3),
        doubts=read.doubts,
        candidates=read.candidates,
        settled=not read.doubts,
        uses=read.uses,
        hold=read.hold,
    )


def heading_of(text: str) -> str | None:
    """Return the name of the part a line opens, None if it opens none."""
    bare = text.strip(" #*_=-").rstrip(":").strip()
    for_the = _FOR_THE.match(bare)
    if for_the and not any(c.isdigit() for c in bare):
        return for_the.group("name").strip().capitalize()
    short = 0 < len(bare) <= 40 and not any(c.isdigit() for c in bare)
    marked = text.rstrip().endswith(":") or text.lstrip().startswith("#") or bare.isupper()
    return bare.capitalize() if short and marked else None


def _is_step(text: str, system: str) -> bool:
    """Tell a step from an ingredient: it begins with a verb or reads as sentences."""
    if _NUMBERED.match(text) and len(text) > 25:
        return _VERB.match(_NUMBER.sub("", text)) is not None
    ends = text.rstrip().endswith((".", "!", ")"))
    sentences = len(re.findall(r"[a-z)][.!](?:\s|$)", text))
    if _begins_with_amount(text, system):
        return len(text) > LONG_LINE and sentences > 0
    spoken = sentences > 0 and len(text.split()) >= LEAST_WORDS
    return spoken or (_VERB.match(text) is not None and ends) or len(text) > LONG_LINE


def _begins_with_amount(text: str, system: str) -> bool:
    """Tell an ingredient line from a title: "Pot" alone is a unit, but measures nothing."""
    plain = spell_fractions(text)
    amount, end = read_amount(plain, system)
    return amount is not None and end < len(plain.rstrip(" .:"))


def _take_servings(draft: _Draft, text: str) -> bool:
    if not draft.whole and _WHOLE.match(text):
        draft.whole = text
        return True
    match = _SERVINGS.search(text)
    if not match or len(text) > 60 or draft.servings is not None:
        return False
    if match.group(0).lower().startswith("for ") and len(text) > 20:
        return False
    numbers = [float(v) for v in match.groupdict().values() if v]
    draft.servings = sum(numbers) / len(numbers)
    return True


_MARKS: tuple[tuple[UnitSystem, re.Pattern[str]], ...] = (
    ("australia", re.compile(r"\b(?:20\s?ml\s+(?:tablespoons?|tbsp)|(?:tablespoons?|tbsp)\s*"
                             r"[(=]\s*20\s?ml)", re.IGNORECASE)),
    ("metric", re.compile(r"\d\s?(?:g|kg|ml|dl|cl|l)\b|\d\s?°?\s?C\b|\bgas mark\b")),
    ("us", re.compile(r"\d\s?(?:oz|ounces?|lbs?|pounds?|sticks?|quarts?)\b|\d\s?°?\s?F\b"
                      r"|\bdegrees F", re.IGNORECASE)),
)  # fmt: skip


def guess_system(text: str) -> UnitSystem | None:
    """Return whose cups and spoons a recipe means, None where it does not show.

    A recipe that gives grams or degrees C is metric even where ounces stand beside them.
    """
    return next((system for system, mark in _MARKS if mark.search(text)), None)


def _take(draft: _Draft, text: str, system: str) -> None:
    if _INGREDIENTS.match(text):
        draft.in_method = False
        return
    if _METHOD.match(text):
        draft.in_method = True
        return
    heading = heading_of(text)
    if heading is not None and not _METHOD.match(heading):
        if not draft.in_method:
            draft.open_part(heading)
        return
    if draft.in_method:
        draft.steps.append(_NUMBER.sub("", text))
    elif _is_step(text, system):
        draft.steps.append(text)
    else:
        draft.add_line(text)


def read_recipe(
    text: str,
    library: Library,
    system: UnitSystem | None = "metric",
    *,
    usual: UnitSystem = "metric",
    make_id: Callable[[], str] = new_id,
    learned: Mapping[str, tuple[str, str | None]] | None = None,
) -> Dish:
    """Read a pasted recipe into a dish document; anything goes, nothing is lost.

    Args:
        text: what was pasted. The whole text is kept in `source_text`.
        library: where foods are looked up.
        system: which cups and spoons are meant; None to go by the recipe's own units.
        usual: what is meant where the recipe does not show it.
        make_id: where ids come from.
        learned: what this household always means by a food text, see `read_line`.

    Returns:
        The dish, with `notes` on what was assumed or left out.
    """
    draft, notes = _Draft(), []
    if system is None:
        system = guess_system(text[:MAX_TEXT]) or usual
        notes.append(f"Cups and spoons are read as {SYSTEM_WORDS[system]}.")
    lines = [tidy(line) for line in text[:MAX_TEXT].splitlines()]
    lines = [line for line in lines if any(c.isalnum() for c in line)]
    for text_line in lines:
        if not draft.title and not _begins_with_amount(text_line, system):
            draft.title = text_line.strip(" #*")[:120]
            continue
        if not _take_servings(draft, text_line):
            _take(draft, text_line, system)
    if len(text) > MAX_TEXT:
        notes.append("The text was very long; its end was left out.")
    if draft.whole:
        notes.append(f"The recipe says: {draft.whole.rstrip('.')}.")
    parts = _parts(draft, library, system, make_id, notes, learned)
    if len(draft.steps) > MAX_STEPS:
        notes.append(f"Only the first {MAX_STEPS} steps were taken over.")
    steps = tuple(StepText(make_id(), step[:2000]) for step in draft.steps[:MAX_STEPS])
    servings = min(max(draft.servings or DEFAULT_SERVINGS, 1.0), 100.0)
    return Dish(
        title=draft.title or "Dish without a name",
        servings=servings,
        parts=parts,
        steps=steps,
        unit_system=system,
        source_text=text[:MAX_TEXT],
        notes=tuple(notes),
        servings_assumed=draft.servings is None,
    )


def _parts(
    draft: _Draft,
    library: Library,
    system: UnitSystem,
    make_id: Callable[[], str],
    notes: list[str],
    learned: Mapping[str, tuple[str, str | None]] | None,
) -> tuple[Part, ...]:
    written = [(name, lines) for name, lines in draft.parts if lines]
    count = sum(len(lines) for _, lines in written)
    room, parts = MAX_READ_LINES, []
    if count > room:
        notes.append(f"{count} lines are more than a dish: the first {room} were read.")
    for name, lines in written:
        taken = lines[: max(room, 0)]
        room -= len(taken)
        if taken:
            read = [
                line_from(read_line(t, library, system, learned), library, make_id()) for t in taken
            ]
            parts.append(Part(make_id(), name or "Dish", tuple(read)))
    return tuple(parts)


def reread_line(
    line: Line, food_key: str, form: str | None, library: Library, system: UnitSystem
) -> Line:
    """Return a line with another food: the written amount stays, grams follow from the food.

    Raises:
        UnknownFood: there is no such food, or it has no such form.
    """
    food = library.food(food_key)
    amount = read_line(line.text, library, system).amount
    chosen = form or choose_form(food, line.text)
    library.row(food.key, chosen)
    grams = weigh(amount, food, chosen)
    return replace(
        line,
        food=food.key,
        form=chosen,
        food_name=food.name,
        grams_low=grams.low,
        grams=grams.best,
        grams_high=grams.high,
        reason=say(grams.reason),
        confidence=1.0,
        doubts=("no_grams",) if grams.best is None else (),
        settled=grams.best is not None,
    )


def recipe_view(dish: Dish) -> RecipeView:
    """Return the facts inside the steps and what the recipe leaves open."""
    steps = (StepView(s.id, times_in(s.text), heats_in(s.text)) for s in dish.steps)
    return RecipeView(tuple(steps), gaps_of(dish))
