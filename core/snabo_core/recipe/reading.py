"""Reads a whole pasted recipe into a dish: parts, lines, steps, and what was set aside."""

from __future__ import annotations

import re
import uuid
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from snabo_core.dish import (
    MAX_ASIDES,
    MAX_TEXT,
    Aside,
    Dish,
    Line,
    Part,
    StepText,
    Told,
    UnitSystem,
)
from snabo_core.foods import Library
from snabo_core.quantities.grams import weigh
from snabo_core.quantities.kinds import REMEMBERED
from snabo_core.quantities.leavings import leavings_of
from snabo_core.quantities.lexicon import head_span, segments_of, spans_in, words_in
from snabo_core.quantities.numbers import spell_numbers
from snabo_core.quantities.reading import ReadLine, learned_key, read_line, read_lines
from snabo_core.quantities.verbs import COMMANDS
from snabo_core.recipe.beside import unmeasured_out
from snabo_core.recipe.claims import claims_in
from snabo_core.recipe.from_steps import lines_in_steps
from snabo_core.recipe.layout import sort_lines
from snabo_core.recipe.left import with_left
from snabo_core.recipe.method import with_method
from snabo_core.recipe.outline import Layout
from snabo_core.recipe.titles import source_in
from snabo_core.recipe.told import ToldRecipe, lay_out, with_claims
from snabo_core.recipe.written import MOST_LOOKED_AT
from snabo_core.wording import say, worded

MAX_READ_LINES = 200
MAX_STEPS = 120
# A story that names so many amounts is a recipe.
LEAST_TOLD = 2
DEFAULT_SERVINGS = 4.0
# Who says so of this many foods in a sentence lists them, and orders nothing.
_LISTS = re.compile(
    r"\b(?:i|you|we|one)(?:['’]ll| will)? (?:take|need|use|buy|get|want)\b", re.IGNORECASE
)
LEAST_LISTED = 4
SYSTEM_WORDS: dict[UnitSystem, str] = {
    "metric": "metric", "us": "North American", "australia": "Australian",
}  # fmt: skip


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
        grams_low=read.grams.low,
        grams=read.grams.best,
        grams_high=read.grams.high,
        reason=say(read.grams.reason),
        assumed=read.grams.assumed,
        confidence=round(read.confidence, 3),
        doubts=read.doubts,
        candidates=read.candidates,
        settled=not read.doubts,
        uses=read.uses,
        leavings=read.leavings,
        hold=read.hold,
        clause=read.clause,
        unread=read.unread,
    )


_MARKS: tuple[tuple[UnitSystem, re.Pattern[str]], ...] = (
    ("australia", re.compile(r"\b(?:20\s?ml\s+(?:tablespoons?|tbsp)|(?:tablespoons?|tbsp)\s*"
                             r"[(=]\s*20\s?ml)", re.IGNORECASE)),
    ("metric", re.compile(r"\d\s?(?:g|kg|ml|dl|cl|l)\b|\d\d\s?°?\s?C\b|\d\s?°\s?C\b|\bgas mark\b")),
    ("us", re.compile(r"\d\s?(?:sticks?|quarts?)\b|\bsticks?\s+(?:of\s+)?(?:butter|margarine)\b|\d\s?°?\s?F\b|\bdegrees F"
                      # Ounces and pints without a cup stand on old cards of other countries too.
                      r"|\A(?=[\s\S]*[\d½¼¾⅓⅔⅛]\s?(?:oz|ounces?|lbs?|pounds?)\b)(?=[\s\S]*[\d½¼¾⅓⅔⅛]\s?(?:c|C|cups?)\b)",
                      re.IGNORECASE)),
)  # fmt: skip


_BLANKS = re.compile(r"[^\S\n]+")


def guess_system(text: str) -> UnitSystem | None:
    """Return whose cups and spoons a recipe means, None where it does not show.

    A recipe that gives grams or degrees C is metric even where ounces stand beside them.
    """
    # "350\u00a0°F" of a page is no other oven.
    plain = _BLANKS.sub(" ", text)
    return next((system for system, mark in _MARKS if mark.search(plain)), None)


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
    layout = sort_lines(text[:MAX_TEXT], _names_foods(library))
    notes = (
        [worded("note_longer", count=str(MOST_LOOKED_AT))]
        if MOST_LOOKED_AT < len(text) <= MAX_TEXT
        else []
    )
    if len(text) > MAX_TEXT:
        notes.append(worded("note_very_long"))
    hand = _Hand(library, system, usual, make_id, learned)
    return _dish_of(layout, text[:MAX_TEXT], hand, notes)


def read_told(
    recipe: ToldRecipe,
    library: Library,
    system: UnitSystem | None = "metric",
    *,
    usual: UnitSystem = "metric",
    make_id: Callable[[], str] = new_id,
    learned: Mapping[str, tuple[str, str | None]] | None = None,
) -> Dish:
    """Read a recipe whose list and method a file tells apart into a dish document.

    Args:
        recipe: as the file tells it.
        library: where foods are looked up.
        system: which cups and spoons are meant; None to go by the recipe's own units.
        usual: what is meant where the recipe does not show it.
        make_id: where ids come from.
        learned: what this household always means by a food text, see `read_line`.
    """
    layout = lay_out(recipe, _names_foods(library))
    hand = _Hand(library, system, usual, make_id, learned)
    return _dish_of(layout, recipe.text()[:MAX_TEXT], hand, [], recipe)


@dataclass(frozen=True)
class _Hand:
    """Who reads: with which foods, whose cups, and what a household always means."""

    library: Library
    system: UnitSystem | None
    usual: UnitSystem
    make_id: Callable[[], str]
    learned: Mapping[str, tuple[str, str | None]] | None


def _set_lists_aside(layout: Layout, lines: Sequence[str]) -> None:
    """Take out of the method what only lists: "For four I take 300 g polenta, 50 g butter ..."."""
    kept = []
    under = [*layout.sections, *[""] * len(layout.steps)]
    for step, section in zip(layout.steps, under, strict=False):
        spelled = spell_numbers(step)
        listed = sum(line in spelled for line in lines) >= LEAST_LISTED
        orders = not COMMANDS.isdisjoint(re.findall(r"[a-z]+", _LISTS.sub("", step.lower())))
        if listed and _LISTS.search(step) is not None and not orders:
            layout.set_aside("story", step)
        else:
            kept.append((step, section))
    layout.steps = [step for step, _ in kept]
    layout.sections = [section for _, section in kept]


def _dish_of(
    layout: Layout, text: str, hand: _Hand, notes: list[str], recipe: ToldRecipe | None = None
) -> Dish:
    library, system, make_id = hand.library, hand.system, hand.make_id
    labels = [aside.text for aside in layout.asides if aside.kind == "nutrition"]
    if system is None:
        # Grams of fat in a serving say nothing of the cups in the list.
        plain = _BLANKS.sub(" ", recipe.words() if recipe is not None else text)
        for label in labels:
            plain = plain.replace(_BLANKS.sub(" ", label), " ")
        system = guess_system(plain) or hand.usual
        notes.insert(0, worded("note_cups", system=SYSTEM_WORDS[system]))
    if not layout.parts and not layout.steps:
        _tell_story(layout, system, library)
    if not layout.parts and layout.steps:
        stories = [aside.text for aside in layout.asides if aside.kind == "story"]
        found = lines_in_steps([*stories, *layout.steps], system, library)
        if found:
            layout.parts = [("", found)]
            notes.append(worded("note_from_steps"))
            _set_lists_aside(layout, found)
    parts = _parts(layout, library, system, make_id, notes, hand.learned)
    if layout.grams:
        notes.append(worded(f"note_grams_{layout.grams}"))
    if layout.grams == "guessed":
        parts = _unit_asked(parts)
    parts = _dry_where_soaked(parts, layout.steps, library, system)
    parts, beside = unmeasured_out(parts, library)
    if beside:
        notes.append(worded("note_beside", foods=", ".join(beside)))
    if len(layout.steps) > MAX_STEPS:
        notes.append(worded("note_steps", count=str(MAX_STEPS)))
    under = [*layout.sections, *[""] * len(layout.steps)]
    steps = tuple(
        StepText(make_id(), step[:2000], section[:80])
        for step, section in zip(layout.steps[:MAX_STEPS], under, strict=False)
    )
    told = replace(_told(layout), claims=claims_in(labels), source=source_in(text))
    usual_servings = layout.servings is None
    middle = DEFAULT_SERVINGS
    if layout.servings is not None:
        middle = (layout.servings.low + layout.servings.high) / 2
    dish = Dish(
        title=layout.title or worded("no_title"),
        servings=min(max(middle, 1.0), 100.0),
        parts=parts,
        steps=steps,
        unit_system=system,
        source_text=text,
        notes=tuple(notes),
        servings_assumed=usual_servings,
        asides=tuple(Aside(make_id(), a.kind, a.text[:2000]) for a in layout.asides[:MAX_ASIDES]),
        told=with_claims(told, recipe) if recipe is not None else told,
    )
    return with_left(with_method(dish, library), library)


def _unit_asked(parts: tuple[Part, ...]) -> tuple[Part, ...]:
    """Return parts whose weighed lines are asked about: nobody wrote the unit."""

    def asked(line: Line) -> Line:
        if line.unit != "gram":
            return line
        doubts = (*line.doubts, "unit_guessed")
        return replace(line, doubts=doubts, confidence=line.confidence / 2, settled=False)

    return tuple(replace(part, lines=tuple(map(asked, part.lines))) for part in parts)


_SOAKED = re.compile(r"\bsoak|\bpressure[\s-]?cook", re.IGNORECASE)
_PULSES = re.compile(
    r"\b(?:beans?|peas|chickpeas?|lentils?|dals?|pulses|rajma|chana|overnight)\b", re.IGNORECASE
)
_COOKED_ALREADY = re.compile(
    r"\b(?:tins?|tinned|cans?|canned|jars?|drained|cooked|boiled|frozen|fresh)\b", re.IGNORECASE
)


def _dry_where_soaked(
    parts: tuple[Part, ...], steps: Sequence[str], library: Library, system: UnitSystem
) -> tuple[Part, ...]:
    """Return parts whose pulses are dry, and asked about, where the method soaks them first."""
    sentences = [sentence for step in steps for sentence in re.split(r"[.!?]\s", step)]
    if not any(_SOAKED.search(one) and _PULSES.search(one) for one in sentences):
        return parts

    # Dried beans of its own are what it soaks.
    if any(_is_dry_pulse(line, library) for part in parts for line in part.lines):
        return parts

    def meant(line: Line) -> Line:
        food = library.foods.get(line.food or "")
        if food is None or food.food_class != "pulse" or "dry" not in food.forms:
            return line
        if line.form == "dry" or _COOKED_ALREADY.search(line.text):
            return line
        dry = reread_line(line, food.key, "dry", library, system)
        doubts = tuple(dict.fromkeys((*line.doubts, *dry.doubts, "cooked_or_dry")))
        return replace(dry, doubts=doubts, confidence=line.confidence / 2, settled=False)

    return tuple(replace(part, lines=tuple(map(meant, part.lines))) for part in parts)


def _is_dry_pulse(line: Line, library: Library) -> bool:
    food = library.foods.get(line.food or "")
    pulse = food is not None and food.food_class == "pulse" and "boiled" in food.forms
    return pulse and line.form == "dry"


def _tell_story(layout: Layout, system: UnitSystem, library: Library) -> None:
    """Make steps of a recipe that is nothing but a story with amounts in it."""
    told = [
        aside for aside in layout.asides
        if aside.kind == "story" and len(lines_in_steps([aside.text], system, library)) >= LEAST_TOLD
    ]  # fmt: skip
    layout.asides = [aside for aside in layout.asides if aside not in told]
    layout.steps = [aside.text for aside in told]
    layout.sections = ["" for _ in told]


def _names_foods(library: Library) -> Callable[[str], bool]:
    """Return what tells words that name a food; it remembers them, a line is asked about often."""

    @lru_cache(maxsize=REMEMBERED)
    def names_food(words: str) -> bool:
        segments = segments_of(words)
        line = words_in(words, segments)
        return head_span(line, spans_in(line, library), library) is not None

    return names_food


def _told(layout: Layout) -> Told:
    servings, minutes = layout.servings, layout.minutes
    return Told(
        servings.low if servings else None,
        servings.high if servings else None,
        layout.makes[:120],
        minutes.get("prep"),
        minutes.get("cook"),
        minutes.get("rest"),
        minutes.get("total"),
    )


def _parts(
    layout: Layout,
    library: Library,
    system: UnitSystem,
    make_id: Callable[[], str],
    notes: list[str],
    learned: Mapping[str, tuple[str, str | None]] | None,
) -> tuple[Part, ...]:
    count = sum(len(lines) for _, lines in layout.parts)
    room, parts = MAX_READ_LINES, []
    if count > room:
        notes.append(worded("note_lines", count=str(count), room=str(room)))
    for name, lines in layout.parts:
        taken = lines[: max(room, 0)]
        room -= len(taken)
        read = [
            line for text in taken for line in lines_from(text, library, system, make_id, learned)
        ]
        if name in layout.optional_parts:
            read = [replace(line, optional=True) for line in read]
        if read:
            parts.append(Part(make_id(), name or "Dish", tuple(read)))
    return tuple(parts)


def lines_from(
    text: str,
    library: Library,
    system: UnitSystem,
    make_id: Callable[[], str] = new_id,
    learned: Mapping[str, tuple[str, str | None]] | None = None,
) -> tuple[Line, ...]:
    """Return the document's lines for one written line: one for each food it names.

    A line that cannot be read at all is a doubtful line, never a failure.
    """
    try:
        found: Sequence[ReadLine] = read_lines(text, library, system, learned)
    except (ValueError, ArithmeticError, LookupError):
        return (
            Line(make_id(), text.strip()[:500], doubts=("no_food",), confidence=0.0, settled=False),
        )
    return tuple(
        replace(
            line_from(read, library, make_id()),
            alternatives=tuple(
                _alternative(words, read, library, system, make_id, learned)
                for words in read.alternatives
            ),
        )
        for read in found
    )


def _alternative(
    text: str,
    first: ReadLine,
    library: Library,
    system: UnitSystem,
    make_id: Callable[[], str],
    learned: Mapping[str, tuple[str, str | None]] | None,
) -> Line:
    """Return another choice of a line: with its own amount, or with that of the first."""
    try:
        read = read_lines(text, library, system, learned)[0]
        if read.amount is None and read.food is not None and first.amount is not None:
            grams = weigh(first.amount, library.food(read.food), read.form or "")
            left = tuple(doubt for doubt in read.doubts if doubt != "no_grams")
            doubts = left if grams.best is not None else read.doubts
            read = replace(read, amount=first.amount, grams=grams, doubts=doubts)
        return line_from(read, library, make_id())
    except (ValueError, ArithmeticError, LookupError):
        return Line(make_id(), text, doubts=("no_food",), confidence=0.0, settled=False)


def reread_line(
    line: Line, food_key: str, form: str | None, library: Library, system: UnitSystem
) -> Line:
    """Return a line with another food: the written amount stays, grams follow from the food.

    Raises:
        UnknownFood: there is no such food, or it has no such form.
    """
    food = library.food(food_key)
    written = line.clause or line.text
    if form is not None:
        library.row(food.key, form)
    first = read_line(written, library, system)
    named = learned_key(first.food_text)
    read = read_line(written, library, system, {named: (food.key, form)})
    if read.food != food.key or read.form is None:
        # Nothing in the line names a food: its amount is all there is.
        chosen = form or food.default_form
        read = replace(read, form=chosen, grams=weigh(read.amount, food, chosen))
    grams, chosen = read.grams, read.form or food.default_form
    asked = form is None and "cooked_or_dry" in read.doubts
    doubts = ("no_grams",) if grams.best is None else ("cooked_or_dry",) if asked else ()
    if "shared_amount" in line.doubts and grams.best and line.grams and first.grams.best:
        # Which food it is says nothing of how much of the amount is this one's.
        part = line.grams / first.grams.best
        grams, doubts = replace(grams, low=0.0, best=grams.best * part), ("shared_amount",)
    return replace(
        line,
        food=food.key,
        form=chosen,
        food_name=food.name,
        grams_low=grams.low,
        grams=grams.best,
        grams_high=grams.high,
        reason=say(grams.reason),
        assumed=grams.assumed,
        confidence=1.0,
        doubts=doubts,
        settled=not doubts,
        unread=(),
        leavings=leavings_of(written, food, chosen, line.uses, grams.best),
    )
