"""The dish document: one version of a dish as parts, lines, slots and steps.

The same document travels to the browser and back and is stored as it is; `schema` numbers
its shape. Ids are UUID texts made where a thing is first written down.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.errors import BadInput

SCHEMA = 1
ROLES = (
    "mash", "crust", "skillet_base", "long_noodle", "short_noodle", "sheet", "grain_bed", "crumb",
    "binder", "loaf_base", "pour_sauce", "grating_cheese", "melting_cheese", "spread_cheese",
    "batter", "quick_bread", "stuffing", "shell", "sliced_bake", "thickener", "lid", "dumpling",
)  # fmt: skip
PLAIN = "plain"
MAX_PARTS, MAX_LINES, MAX_TEXT = 40, 600, 400_000
MAX_GRAMS, MAX_SERVINGS = 50_000.0, 200.0
MAX_USES, MAX_ACCEPTED, MAX_LOSSES = 6, 200, 10

MAX_ASIDES, MAX_ASIDE_TEXT = 400, 2000

UnitSystem = Literal["metric", "us", "australia"]
AsideKind = Literal["furniture", "note", "story", "nutrition"]

UseKind = Literal["dish", "later", "top", "greasing", "frying", "serving", "left"]


@dataclass(frozen=True)
class Use:
    """A share of a line and what becomes of it; the shares of a line sum to 1.

    `left` is what nobody eats: left in the pan, shells, leftovers. `words` are the recipe's.
    """

    kind: UseKind
    share: float
    words: str = ""


@dataclass(frozen=True)
class Leaving:
    """What leaves a line before it is eaten, as proposed from its words.

    `low`, `best` and `high` are shares of the line that go, of its sodium alone if
    `sodium_only`. `cause` is a key of the book, `words` say it, `source` is where it is from.
    """

    cause: str
    words: str
    low: float
    best: float
    high: float
    sodium_only: bool = False
    source: str = ""


@dataclass(frozen=True)
class HoldBack:
    """How a line is added by eye: from `start` grams up to `ceiling`, until the cue says so."""

    start: float
    ceiling: float
    cue: str


@dataclass(frozen=True)
class Line:
    """One ingredient line. `text` is what was written; grams are None where nobody knows.

    `retained` is the share that is eaten (the rest is drained or left in the pan). `settled`
    says that the cook has looked at the line, or that there was nothing to look at. `instead`
    is what is used in this line's place, with the same id; the line itself stays the
    original's.
    """

    id: str
    text: str
    amount: float | None = None
    unit: str | None = None
    food: str | None = None
    form: str | None = None
    food_name: str = ""
    preparation: str = ""
    optional: bool = False
    alternatives: tuple[str, ...] = ()
    grams_low: float | None = None
    grams: float | None = None
    grams_high: float | None = None
    reason: str = ""
    confidence: float = 1.0
    doubts: tuple[str, ...] = ()
    candidates: tuple[str, ...] = ()
    settled: bool = True
    retained: float = 1.0
    uses: tuple[Use, ...] = ()
    hold: HoldBack | None = None
    instead: Line | None = None
    # The words of this food where the written line names several, and what nobody understood.
    clause: str = ""
    unread: tuple[str, ...] = ()
    # None where nothing is known to leave, or the cook has said in `retained` what stays.
    leaving: Leaving | None = None

    def used(self) -> Line:
        """Return what is really used: the line swapped in, or this one."""
        return self.instead or self

    def eaten(self) -> tuple[float, float, float]:
        """Return the share of the line that is eaten: low, best, high."""
        left = sum(use.share for use in self.uses if use.kind == "left")
        stays = self.retained * max(0.0, 1.0 - left)
        gone = self.leaving
        if gone is None or gone.sodium_only:
            return stays, stays, stays
        return stays * (1 - gone.high), stays * (1 - gone.best), stays * (1 - gone.low)


@dataclass(frozen=True)
class Choice:
    """The stand-in chosen for a slot, scaled to this dish.

    `press` is how this household presses it, None for the book's way.
    """

    stand_in: str
    lines: tuple[Line, ...]
    press: Literal["cloth", "mesh", "paper", "twist"] | None = None


@dataclass(frozen=True)
class Slot:
    """The lines of a part that a role is attached to; `choice` replaces them when made."""

    id: str
    role: str
    line_ids: tuple[str, ...]
    choice: Choice | None = None


LossKind = Literal["poured_off_fat", "drained_liquid", "expressed_juice"]


@dataclass(frozen=True)
class Loss:
    """A step that takes something off the plate: a share, 0 to 1, of what some lines hold.

    Fat poured off a pan takes fat, liquid drained away takes the lines with it, juice
    pressed out takes what is dissolved.
    """

    id: str
    kind: LossKind
    line_ids: tuple[str, ...]
    share: float


@dataclass(frozen=True)
class Part:
    """One component of a dish. Lines are always the original's; slots may replace some."""

    id: str
    name: str
    lines: tuple[Line, ...]
    slots: tuple[Slot, ...] = ()
    losses: tuple[Loss, ...] = ()

    def chosen(self) -> Slot | None:
        """Return the first slot with a stand-in."""
        return next((slot for slot in self.slots if slot.choice), None)

    def effective_lines(self) -> tuple[Line, ...]:
        """Return the lines as the part now is: kept ones, then the stand-ins' lines."""
        replaced = {i for slot in self.slots if slot.choice for i in slot.line_ids}
        kept = tuple(line.used() for line in self.lines if line.id not in replaced)
        added = tuple(
            line.used() for slot in self.slots if slot.choice for line in slot.choice.lines
        )
        return kept + added

    def bare(self) -> Part:
        """Return the part as it was brought: no stand-in, no line swapped."""
        slots = tuple(replace(slot, choice=None) if slot.choice else slot for slot in self.slots)
        lines = tuple(replace(i, instead=None) if i.instead else i for i in self.lines)
        return replace(self, lines=lines, slots=slots)


@dataclass(frozen=True)
class Portion:
    """Grams of the finished dish that one eater gets; the eater by id."""

    eater: str
    grams: float


@dataclass(frozen=True)
class StepText:
    """One step as the recipe wrote it."""

    id: str
    text: str


@dataclass(frozen=True)
class Aside:
    """A line of the pasted text that is neither food nor step, set aside and never lost."""

    id: str
    kind: AsideKind
    text: str


@dataclass(frozen=True)
class Told:
    """What a recipe says of itself; None where it says nothing."""

    servings_low: float | None = None
    servings_high: float | None = None
    makes: str = ""
    prep_minutes: float | None = None
    cook_minutes: float | None = None
    rest_minutes: float | None = None
    total_minutes: float | None = None


@dataclass(frozen=True)
class Dish:
    """One version of a dish."""

    title: str
    servings: float
    parts: tuple[Part, ...]
    steps: tuple[StepText, ...] = ()
    unit_system: UnitSystem = "metric"
    source_text: str = ""
    notes: tuple[str, ...] = ()
    # keys of gaps whose marked default the cook took over, see `gaps.py`
    accepted: tuple[str, ...] = ()
    servings_assumed: bool = False
    # What the finished dish weighed, and who gets how much of it; servings are then by weight.
    finished_grams: float | None = None
    portions: tuple[Portion, ...] = ()
    asides: tuple[Aside, ...] = ()
    told: Told = Told()
    schema: int = SCHEMA

    def part(self, part_id: str) -> Part:
        """Return a part.

        Raises:
            BadInput: the dish has no such part.
        """
        for part in self.parts:
            if part.id == part_id:
                return part
        raise BadInput("This dish has no such part any more.", "part")

    def slot(self, part_id: str, slot_id: str) -> Slot:
        """Return a slot of a part.

        Raises:
            BadInput: no such part or slot.
        """
        for slot in self.part(part_id).slots:
            if slot.id == slot_id:
                return slot
        raise BadInput("This part has no such slot any more.", "slot")

    def original(self) -> Dish:
        """Return the dish as it was brought, without any stand-in."""
        parts = tuple(part.bare() for part in self.parts)
        return replace(self, parts=parts, finished_grams=None, portions=())

    def with_choice(self, part_id: str, slot_id: str, choice: Choice | None) -> Dish:
        """Return the dish with one slot's stand-in chosen, or taken back with None."""
        slot = self.slot(part_id, slot_id)
        part = self.part(part_id)
        slots = tuple(replace(s, choice=choice) if s is slot else s for s in part.slots)
        changed = replace(part, slots=slots)
        return replace(self, parts=tuple(changed if p is part else p for p in self.parts))

    def swapped(self) -> bool:
        """Tell whether any slot has a stand-in or any line something in its place."""
        return any(part.chosen() or any(i.instead for i in part.lines) for part in self.parts)


def all_lines(dish: Dish) -> Iterator[tuple[Part, Line]]:
    """Yield every effective line with its part."""
    for part in dish.parts:
        for line in part.effective_lines():
            yield part, line


def check(dish: Dish) -> Dish:
    """Return the dish if it keeps the document's rules.

    Raises:
        BadInput: a rule is broken; names the field.
    """
    if dish.schema != SCHEMA:
        raise BadInput(
            f"This dish was written for another version (schema {dish.schema}).", "schema"
        )
    if not dish.title.strip():
        raise BadInput("Give the dish a name.", "title")
    _bounded(dish.servings, 0.25, MAX_SERVINGS, "servings", "Servings")
    if len(dish.parts) > MAX_PARTS:
        raise BadInput(f"A dish holds at most {MAX_PARTS} parts.", "parts")
    if len(dish.source_text) > MAX_TEXT:
        raise BadInput("The text of the recipe is too long to keep.", "source_text")
    if len(dish.accepted) > MAX_ACCEPTED:
        raise BadInput("More defaults are taken over than a recipe can lack.", "accepted")
    if len(dish.asides) > MAX_ASIDES or any(len(a.text) > MAX_ASIDE_TEXT for a in dish.asides):
        raise BadInput("More is set aside than a recipe can hold.", "asides")
    _check_ids(dish)
    _check_portions(dish)
    for part in dish.parts:
        _check_losses(part)
        own = {line.id for line in part.lines}
        for slot in part.slots:
            if slot.role != PLAIN and slot.role not in ROLES:
                raise BadInput(f"There is no role called {slot.role}.", "role")
            if not set(slot.line_ids) <= own:
                raise BadInput("A slot names a line its part does not have.", "line_ids")
            for line in slot.choice.lines if slot.choice else ():
                _check_line(line)
        for line in part.lines:
            _check_line(line)
    return dish


def _check_portions(dish: Dish) -> None:
    finished = dish.finished_grams
    if finished is not None:
        _bounded(finished, 1.0, MAX_GRAMS, "finished_grams", "Grams of the finished dish")
    if len({portion.eater for portion in dish.portions}) != len(dish.portions):
        raise BadInput("Somebody has two portions; join them.", "portions")
    for portion in dish.portions:
        _bounded(portion.grams, 0.0, MAX_GRAMS, "portions", "Grams of a portion")
    if not dish.portions:
        return
    if finished is None:
        raise BadInput("Weigh the finished dish first; then portions go by weight.", "portions")
    out = sum(portion.grams for portion in dish.portions)
    if out > finished + 0.5:
        raise BadInput(
            f"The portions weigh {out:.0f} g, the dish only {finished:.0f} g. Which is off?",
            "portions",
        )


def _check_losses(part: Part) -> None:
    own = {line.id for line in part.effective_lines()} | {line.id for line in part.lines}
    for loss in part.losses:
        if not 0 <= loss.share <= 1:
            raise BadInput("What is lost is a share from 0 to 1.", "losses")
        if not set(loss.line_ids) <= own:
            raise BadInput("Something lost names a line its part does not have.", "losses")
    if len(part.losses) > MAX_LOSSES:
        raise BadInput(f"A part has at most {MAX_LOSSES} losses.", "losses")


def _check_ids(dish: Dish) -> None:
    lines = [line for part in dish.parts for line in part.lines]
    lines += [
        line
        for part in dish.parts
        for slot in part.slots
        if slot.choice
        for line in slot.choice.lines
    ]
    if len(lines) > MAX_LINES:
        raise BadInput(f"A dish holds at most {MAX_LINES} lines.", "lines")
    for ids in ([line.id for line in lines], [part.id for part in dish.parts]):
        if len(set(ids)) != len(ids):
            raise BadInput("Two things in this dish carry the same id.", "id")


def _check_line(line: Line) -> None:
    known = (line.grams_low, line.grams, line.grams_high)
    if any(g is not None for g in known):
        low, best, high = known
        if low is None or best is None or high is None:
            raise BadInput(f"Grams of '{line.text}' need low, best and high.", "grams")
        if not 0 <= low <= best <= high <= MAX_GRAMS:
            raise BadInput(
                f"Grams of '{line.text}' have to run from 0 to {MAX_GRAMS:.0f}, low to high.",
                "grams",
            )
    if not 0 <= line.retained <= 1:
        raise BadInput(f"The share kept of '{line.text}' runs from 0 to 1.", "retained")
    _check_uses(line)
    gone = line.leaving
    if gone is not None and not 0 <= gone.low <= gone.best <= gone.high <= 1:
        raise BadInput(f"What leaves '{line.text}' runs from 0 to 1, low to high.", "leaving")
    if line.instead is not None:
        if line.instead.instead is not None or line.instead.id != line.id:
            raise BadInput(f"What replaces '{line.text}' has to be one plain line.", "instead")
        _check_line(line.instead)


def _check_uses(line: Line) -> None:
    shares = [use.share for use in line.uses]
    if shares and not (all(0 <= s <= 1 for s in shares) and abs(sum(shares) - 1) < 1e-6):
        raise BadInput(f"The uses of '{line.text}' have to share out all of it.", "uses")
    if len(shares) > MAX_USES:
        raise BadInput(f"A line has at most {MAX_USES} uses.", "uses")
    hold = line.hold
    if hold is not None and not 0 <= hold.start <= hold.ceiling <= MAX_GRAMS:
        raise BadInput(f"'{line.text}' starts lower than it may end.", "hold")


def _bounded(value: float, low: float, high: float, field: str, name: str) -> None:
    if not (math.isfinite(value) and low <= value <= high):
        raise BadInput(f"{name} have to lie between {low:g} and {high:g}.", field)
