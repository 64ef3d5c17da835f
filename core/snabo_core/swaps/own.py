"""A household's own stand-ins: kept from a part that worked, written by hand, or from a pack.

They have the shape of the book's. A pack is one readable TOML file: a name and `[[stand_in]]`
tables with a `role`. It is data only: nothing in it is run, and a bad one is refused whole.
"""

from __future__ import annotations

import re
import tomllib
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

import msgspec

from snabo_core.dish import ROLES, ChoiceStep, Part, Slot
from snabo_core.errors import BadInput, SnaboError
from snabo_core.foods import Library
from snabo_core.swaps.book import Book
from snabo_core.swaps.reading import LineEntry, StandInEntry, StepEntry, stand_in_of
from snabo_core.swaps.scaling import check_cook, units_of
from snabo_core.swaps.stand_ins import StandIn
from snabo_core.unseen import without_unseen
from snabo_core.water.steps import BAKED, PANNED, TAKING

PREFIX = "own:"
OWN = "own"
LONGEST_NAME, LONGEST_WORDS = 80, 600
MOST_LINES, MOST_STEPS, MOST_IN_PACK = 60, 30, 200
LONGEST_PACK = 400_000
MOST_GRAMS = 20_000.0
# Grams of a line that may be held back or added, where nobody says: half and one and a half.
LOW, HIGH = 0.5, 1.5
# What a step needs to know of the fire where its writer did not say; common practice, no source.
USUAL_SETTINGS: dict[str, dict[str, float]] = {
    "microwave": {"kj_per_kg": 450.0},
    "simmer": {"minutes": 5.0},
    "reduce": {"minutes": 8.0},
    **{name: {"takes_up": 1.0} for name in TAKING},
    **{name: {"oven_c": 200.0, "minutes": 20.0, "exposed_m2_per_kg": 0.1} for name in BAKED},
    **{name: {"minutes_per_kg": 6.0} for name in PANNED},
}


class OwnStandIn(msgspec.Struct, forbid_unknown_fields=True):
    """A stand-in as a household writes it down: the role it serves, and what the book would say."""

    role: str
    stand_in: StandInEntry


@dataclass(frozen=True)
class PackChange:
    """What importing one stand-in of a pack would do, and what a cook should know of it."""

    name: str
    role: str
    what: Literal["new", "changed", "same"]
    doubts: tuple[str, ...]


def checked(own: OwnStandIn, book: Book, foods: Library, key: str = f"{PREFIX}new") -> StandIn:
    """Return an own stand-in as the book would hold it.

    Raises:
        BadInput: it has no name, no lines or too many, a food nobody knows, or steps that cannot
            be cooked; says which.
    """
    entry = own.stand_in
    if own.role not in ROLES:
        raise BadInput("Choose what it stands in for.", "role")
    if not _plain(entry.name) or len(entry.name) > LONGEST_NAME:
        raise BadInput(f"Give it a name of up to {LONGEST_NAME} letters.", "name")
    if not entry.lines or len(entry.lines) > MOST_LINES:
        raise BadInput(f"It takes 1 to {MOST_LINES} foods with their grams.", "lines")
    if len(entry.step) > MOST_STEPS:
        raise BadInput(f"It has at most {MOST_STEPS} steps.", "step")
    if any(not 0 <= line.grams <= MOST_GRAMS for line in entry.lines):
        raise BadInput("Grams are more than nothing and less than 20 kg.", "lines")
    for amount in (entry.gives, entry.serves, entry.thickness_mm):
        if amount is not None and not 0 < amount < 1e6:
            raise BadInput("What it makes or serves has to be more than nothing.", "gives")
    if entry.way:
        raise BadInput("Write another way down as a stand-in of its own.", "way")
    if any(len(words) > LONGEST_WORDS for words in _texts(entry)):
        raise BadInput(f"A sentence is at most {LONGEST_WORDS} letters long.", "words")
    role_file = book.files[own.role]
    try:
        made = stand_in_of(_usual(entry, key), own.role, role_file.basis, (), foods)
        made = replace(made, foods=foods)
        if role_file.basis != "thickening_power":
            check_cook(made, foods)
    except SnaboError as refusal:
        raise BadInput(
            refusal.sentence.removeprefix(f"{own.role}/{key}: "), "stand_in"
        ) from refusal
    except (KeyError, TypeError, ValueError) as problem:
        raise BadInput(f"A step of {entry.name} cannot be cooked: {problem}.", "step") from problem
    return made


def _plain(name: str) -> str:
    return " ".join(without_unseen(name).split())[:LONGEST_NAME]


def _texts(entry: StandInEntry) -> Iterable[str]:
    yield from (entry.name, entry.family, entry.expectation, entry.smell, entry.taste)
    yield from (entry.colour, entry.in_oven, entry.evidence)
    for step in entry.step:
        yield from (step.label, step.order, step.cue)


def _usual(entry: StandInEntry, key: str) -> StandInEntry:
    """Return an entry with what its writer may leave out: a driver, steps, settings of the fire."""
    heaviest = max(entry.lines, key=lambda line: line.grams)
    steps = [
        msgspec.structs.replace(
            step, settings={**USUAL_SETTINGS.get(step.technique, {}), **step.settings}
        )
        for step in entry.step
    ]
    if not steps:
        steps = [StepEntry("make", "mix", "Made", f"Make the {entry.name.lower()}.")]
    lines = [
        msgspec.structs.replace(
            line,
            low=line.grams * LOW if line.low is None else line.low,
            high=line.grams * HIGH if line.high is None else line.high,
        )
        for line in entry.lines
    ]
    known = {line.food for line in entry.lines}
    return msgspec.structs.replace(
        entry, key=key, step=steps, lines=lines,
        driver=entry.driver if entry.driver in known else heaviest.food,
        family=entry.family or OWN, evidence=entry.evidence or "own kitchen",
    )  # fmt: skip


def doubts_of(made: StandIn, foods: Library) -> tuple[str, ...]:
    """Return where a stand-in's own steps end outside its own bands, in sentences."""
    if made.basis == "thickening_power":
        return ()
    found = []
    for point in check_cook(made, foods).points:
        share = point.state.water_share
        if point.band is not None and not point.band[0] <= share <= point.band[1]:
            low, high = (f"{edge:.0%}" for edge in point.band)
            found.append(f"{point.label} ends at {share:.0%} water, outside {low} to {high}.")
    return tuple(found)


def with_own(book: Book, own: Sequence[StandIn]) -> Book:
    """Return the book with a household's own stand-ins behind its own."""
    if not own:
        return book
    files = dict(book.files)
    for item in own:
        files[item.role] = replace(files[item.role], stand_ins=(*files[item.role].stand_ins, item))
    return replace(book, files=files)


def kept_from(part: Part, slot: Slot, name: str, book: Book, foods: Library) -> OwnStandIn:
    """Return what stands in a slot as a stand-in of one's own, to be looked over and kept.

    It gives what the original gave here, so that it scales to other dishes.

    Raises:
        BadInput: nothing stands in the slot, or a line of it has no food or no grams.
    """
    choice = slot.choice
    if choice is None or not choice.lines:
        raise BadInput("Put something in its place first; then it can be kept.", "slot")
    if slot.role not in ROLES:
        raise BadInput("Choose what it stands in for first.", "role")
    lines = []
    for line in choice.lines:
        if line.food is None or line.grams is None:
            raise BadInput(f"How much is '{line.text}'? Fix that line first.", "grams")
        lines.append(
            LineEntry(line.food, round(line.grams, 1), line.form or "", prep=line.preparation)
        )
    model = book.find(slot.role, choice.stand_in)
    texture = dict(model.texture) if model else dict(book.files[slot.role].texture)
    entry = StandInEntry(
        key=f"{PREFIX}new", name=name or choice.name or "Own stand-in",
        family=model.family if model else OWN, driver="",
        expectation=model.expectation if model else "", texture=texture,
        smell=model.smell if model else "", taste=model.taste if model else "",
        evidence="own kitchen", lines=lines, step=[_kept(step) for step in choice.steps],
        gives=round(units_of(part, slot, book.files[slot.role], foods), 2)
        if book.files[slot.role].basis in {"units", "cooked_mass"}
        else None,
    )  # fmt: skip
    return OwnStandIn(slot.role, entry)


def _kept(step: ChoiceStep) -> StepEntry:
    hands, waits, band = step.hands_on_minutes, step.passive_minutes, step.band
    return StepEntry(
        step.id, step.technique, step.label, step.order or step.label, list(step.foods), step.cue,
        (hands.low, hands.high), (waits.low, waits.high),
        (band.low, band.high) if band else None, list(step.cautions),
        {setting.name: setting.value for setting in step.settings},
    )  # fmt: skip


def pack_text(name: str, items: Sequence[OwnStandIn]) -> str:
    """Return a pack as a readable TOML file."""
    tables = []
    for item in items:
        plain = msgspec.to_builtins(item.stand_in)
        plain.pop("key", None)
        tables.append({"role": item.role, **{k: v for k, v in plain.items() if _says(v)}})
    head = {"pack": _plain(name), "stand_in": [_without_none(t) for t in tables]}
    return msgspec.toml.encode(head).decode()


def _says(value: Any) -> bool:
    return value is not None and value not in ("", [], {})


def _without_none(value: Any) -> Any:
    if isinstance(value, Mapping):
        return {name: _without_none(one) for name, one in value.items() if one is not None}
    if isinstance(value, list | tuple):
        return [_without_none(one) for one in value]
    return value


def read_pack(text: str, book: Book, foods: Library) -> tuple[str, tuple[OwnStandIn, ...]]:
    """Read a pack: its name and its stand-ins, each sound.

    Raises:
        BadInput: it is no TOML, is too long, or one of its stand-ins cannot be; names the line of
            the file and the reason. Nothing of a bad pack is taken.
    """
    if len(text) > LONGEST_PACK:
        raise BadInput("That file is too long for a pack of stand-ins.", "pack")
    try:
        data = tomllib.loads(text)
    except tomllib.TOMLDecodeError as problem:
        raise BadInput(f"This is no pack: {problem}.", "pack") from problem
    except RecursionError as problem:
        raise BadInput("This is no pack: its tables stand inside each other.", "pack") from problem
    tables = data.get("stand_in")
    if not isinstance(tables, list) or not tables or not all(isinstance(t, dict) for t in tables):
        raise BadInput("This is no pack: it needs [[stand_in]] tables.", "pack")
    if len(tables) > MOST_IN_PACK:
        raise BadInput(f"A pack holds at most {MOST_IN_PACK} stand-ins.", "pack")
    unknown = set(data) - {"pack", "stand_in"}
    if unknown:
        raise BadInput(f"A pack says nothing of '{min(unknown)}'.", "pack")
    places = [number for number, line in enumerate(text.splitlines(), start=1)
              if re.match(r"\s*\[\[\s*stand_in\s*\]\]", line)]  # fmt: skip
    found = []
    for number, table in enumerate(tables):
        line = places[number] if number < len(places) else 1
        found.append(_of_table(table, line, text, book, foods))
    name = data.get("pack", "")
    return _plain(name) if isinstance(name, str) else "", tuple(found)


def _of_table(
    table: dict[str, Any], line: int, text: str, book: Book, foods: Library
) -> OwnStandIn:
    named = str(table.get("name", "a stand-in without a name"))[:LONGEST_NAME]
    plain = {"driver": "", "expectation": "", "texture": {}, "smell": "", "taste": "",
             "family": "", "evidence": "", "step": [], **table, "key": f"{PREFIX}new"}  # fmt: skip
    role = plain.pop("role", "")
    try:
        own = OwnStandIn(str(role), msgspec.convert(plain, StandInEntry))
        checked(own, book, foods)
    except msgspec.ValidationError as problem:
        reason = str(problem)
        raise BadInput(
            f"Line {_line_of(reason, line, text)}, {named}: {reason}.", "pack"
        ) from problem
    except BadInput as refusal:
        where = _line_of(refusal.sentence, line, text)
        raise BadInput(f"Line {where}, {named}: {refusal.sentence}", "pack") from refusal
    return own


def _line_of(reason: str, first: int, text: str) -> int:
    """Return the line of a file where the word that a refusal quotes stands, from its table on."""
    words = re.findall(r"[`'\"$.]([a-z_]{3,})", reason)
    lines = text.splitlines()
    own = []
    for number in range(first, len(lines) + 1):
        if number > first and re.match(r"\s*\[\[\s*stand_in\s*\]\]", lines[number - 1]):
            break
        own.append(number)
    # The innermost word that is quoted: the grams of a line rather than the lines.
    for word in reversed(words):
        for number in own:
            if word in lines[number - 1]:
                return number
    return first


def changes_of_pack(
    items: Sequence[OwnStandIn], held: Sequence[OwnStandIn], book: Book, foods: Library
) -> tuple[PackChange, ...]:
    """Return what importing a pack would change, one entry for each of its stand-ins."""
    known = {(item.role, item.stand_in.name.lower()): item for item in held}
    found = []
    for item in items:
        before = known.get((item.role, item.stand_in.name.lower()))
        what: Literal["new", "changed", "same"] = "new"
        if before is not None:
            what = "same" if same(before, item) else "changed"
        made = checked(item, book, foods)
        found.append(PackChange(item.stand_in.name, item.role, what, doubts_of(made, foods)))
    return tuple(found)


def same(one: OwnStandIn, other: OwnStandIn) -> bool:
    """Tell whether two stand-ins say the same, whatever their keys."""
    plain = [msgspec.to_builtins(item) for item in (one, other)]
    for each in plain:
        each["stand_in"].pop("key", None)
    return bool(plain[0] == plain[1])
