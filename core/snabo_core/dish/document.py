"""The dish document: one version of a dish as parts, lines, slots and steps.

The same document travels to the browser and back and is stored as it is; `schema` numbers
its shape. Ids are UUID texts made where a thing is first written down.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal

from snabo_core.dish.lines import Line
from snabo_core.dish.steps import MethodStep
from snabo_core.errors import BadInput

SCHEMA = 4
ROLES = (
    "mash", "crust", "skillet_base", "long_noodle", "short_noodle", "sheet", "grain_bed", "crumb",
    "binder", "loaf_base", "pour_sauce", "grating_cheese", "melting_cheese", "spread_cheese",
    "batter", "quick_bread", "stuffing", "shell", "sliced_bake", "thickener", "lid", "dumpling",
    # What a school takes out besides starch.
    "dressing_body", "sweetness", "salt", "saute_medium",
)  # fmt: skip
PLAIN = "plain"

UnitSystem = Literal["metric", "us", "australia"]
AsideKind = Literal["furniture", "note", "story", "nutrition"]


# A worked-out stand-in, any food by grams, nothing at all, or less of the same.
ChoiceKind = Literal["book", "own", "out", "reduced"]

ChangeKind = Literal["set_choice", "swap_line", "omit", "include", "add_line", "add_step"]
# Why there is a variant: somebody's limits and exclusions, or how somebody likes it.
Because = Literal["needs", "heat", "salt", "baby", "child", "softness", "toppings", "taste"]


@dataclass(frozen=True)
class Span:
    """From low to high."""

    low: float
    high: float


@dataclass(frozen=True)
class StepSetting:
    """One setting of a technique, by its name in the book."""

    name: str
    value: str | float | bool


@dataclass(frozen=True)
class ChoiceStep:
    """A step of a chosen stand-in as it was when it was chosen; see `water.Step`."""

    id: str
    technique: str
    label: str
    foods: tuple[str, ...] = ()
    cue: str = ""
    hands_on_minutes: Span = Span(0.0, 0.0)
    passive_minutes: Span = Span(0.0, 0.0)
    band: Span | None = None
    cautions: tuple[str, ...] = ()
    settings: tuple[StepSetting, ...] = ()
    order: str = ""


@dataclass(frozen=True)
class Choice:
    """What is taken instead of a slot's lines, scaled to this dish.

    A snapshot: changing or removing a stand-in changes no dish. `stand_in` is its key in the
    book, empty for other kinds; `name` is what screens call it; `press` is how this household
    presses it, None for the stand-in's own way. A choice of an older release has no steps of
    its own and goes by the book.
    """

    stand_in: str
    lines: tuple[Line, ...]
    press: Literal["cloth", "mesh", "paper", "twist"] | None = None
    kind: ChoiceKind = "book"
    name: str = ""
    basis: str = ""
    steps: tuple[ChoiceStep, ...] = ()


@dataclass(frozen=True)
class Slot:
    """The lines of a part that a role is attached to; `choice` replaces them when made."""

    id: str
    role: str
    line_ids: tuple[str, ...]
    choice: Choice | None = None


@dataclass(frozen=True)
class Taken:
    """How much of what a part makes goes into this dish; the rest is surplus.

    `grams` of the finished part, or else a `share` of it, 0 to 1. `makes_grams` is what the
    part weighed when it was done, None to go by its lines.
    """

    grams: float | None = None
    share: float = 1.0
    makes_grams: float | None = None

    def of(self, makes: float) -> float:
        """Return the share of the part that this dish takes, 0 to 1.

        Args:
            makes: what the part's lines come to, grams.
        """
        whole = self.makes_grams or makes
        if self.grams is None or whole <= 0:
            return self.share
        return min(1.0, self.grams / whole)


@dataclass(frozen=True)
class Part:
    """One component of a dish. Lines are always the original's; slots may replace some.

    `taken` says how much of it the dish uses, None for all.
    """

    id: str
    name: str
    lines: tuple[Line, ...]
    slots: tuple[Slot, ...] = ()
    taken: Taken | None = None

    def chosen(self) -> Slot | None:
        """Return the first slot with a stand-in."""
        return next((slot for slot in self.slots if slot.choice), None)

    def from_shelf(self) -> tuple[Line, ...]:
        """Return the lines that are met from the shelf; a swap of their slot goes first."""
        swapped = self._swapped()
        return tuple(line for line in self.lines if line.met() and line.id not in swapped)

    def _swapped(self) -> set[str]:
        return {i for slot in self.slots if slot.choice for i in slot.line_ids}

    def effective_lines(self) -> tuple[Line, ...]:
        """Return the lines as the part now is: kept ones, then the stand-ins' lines."""
        return self._effective

    @cached_property
    def _effective(self) -> tuple[Line, ...]:
        replaced = self._swapped()
        kept = [line for line in self.lines if line.id not in replaced and not line.left_out]
        batches = [batch for line in kept if line.instead and (batch := line.met())]
        if batches:
            covered = {covers for batch in batches for covers in batch.covers}
            kept = [line for line in kept if line.id not in covered]
        for slot in self.slots:
            if slot.choice:
                kept += [line for line in slot.choice.lines if not line.left_out]
        return tuple(line.instead or line for line in kept)

    def unsettled_out(self) -> tuple[Line, ...]:
        """Return the lines left out that nobody has settled: they may be in after all."""
        return tuple(line for line in self.lines if line.left_out and not line.settled)

    def bare(self) -> Part:
        """Return the part as it was brought: no stand-in, no line swapped or left out."""
        slots = tuple(replace(slot, choice=None) if slot.choice else slot for slot in self.slots)
        lines = tuple(
            replace(i, instead=None, left_out=False) if i.instead or i.left_out else i
            for i in self.lines
        )
        taken = self.taken
        if taken is not None and self.chosen():
            # What the stand-in's part weighed says nothing of the one before it.
            taken = replace(taken, makes_grams=None)
        return replace(self, lines=lines, slots=slots, taken=taken)


@dataclass(frozen=True)
class Portion:
    """The share of the whole dish, 0 to 1, that one eater gets; the eater by id."""

    eater: str
    share: float


@dataclass(frozen=True)
class StepText:
    """One step as the recipe wrote it, with the heading of the method it stands under."""

    id: str
    text: str
    section: str = ""


@dataclass(frozen=True)
class Aside:
    """A line of the pasted text that is neither food nor step, set aside and never lost."""

    id: str
    kind: AsideKind
    text: str


@dataclass(frozen=True)
class Claim:
    """What a recipe claims of a figure of one serving, from low to high, in the figure's unit."""

    key: str
    low: float
    high: float


@dataclass(frozen=True)
class Told:
    """What a recipe says of itself; None where it says nothing.

    `claims` are its own figures of a serving, kept as its claim; `source` is where it is from.
    """

    servings_low: float | None = None
    servings_high: float | None = None
    makes: str = ""
    prep_minutes: float | None = None
    cook_minutes: float | None = None
    rest_minutes: float | None = None
    total_minutes: float | None = None
    claims: tuple[Claim, ...] = ()
    source: str = ""


@dataclass(frozen=True)
class Change:
    """One change of a dish, at the id of a slot, line, part or step.

    `set_choice` puts `choice` into a slot, None takes it back; `swap_line` uses `line` in a line's
    place, None takes it back; `omit` and `include` leave a line out and put it in; `add_line`
    adds `line` to a part; `add_step` puts `step` behind a step, which then takes its product
    further, or with an empty `at` first.
    """

    kind: ChangeKind
    at: str
    choice: Choice | None = None
    line: Line | None = None
    step: MethodStep | None = None


@dataclass(frozen=True)
class Variant:
    """What some have otherwise. `changes` are over the dish as it is, which is stored once.

    `eaters` are ids; `others` are servings besides theirs. `waits` are lines of the dish, by id,
    that go in only when the variant's share has been taken out.
    """

    id: str
    name: str
    eaters: tuple[str, ...] = ()
    others: float = 0.0
    because: Because = "needs"
    changes: tuple[Change, ...] = ()
    waits: tuple[str, ...] = ()


@dataclass(frozen=True)
class Dish:
    """One version of a dish."""

    title: str
    servings: float
    parts: tuple[Part, ...]
    # The recipe's own words for ever, and what was read in them and settled.
    steps: tuple[StepText, ...] = ()
    method: tuple[MethodStep, ...] = ()
    unit_system: UnitSystem = "metric"
    source_text: str = ""
    notes: tuple[str, ...] = ()
    # keys of gaps whose marked default the cook took over, see `gaps.py`
    accepted: tuple[str, ...] = ()
    servings_assumed: bool = False
    # What the finished dish is expected to weigh, until a run has weighed it.
    expected_grams: float | None = None
    portions: tuple[Portion, ...] = ()
    asides: tuple[Aside, ...] = ()
    told: Told = Told()
    # How many times the recipe's own size it is.
    times: float = 1.0
    # Ids of slots and lines that stay as they are when ways are looked for.
    pinned: tuple[str, ...] = ()
    # What some have otherwise, see `changes.py`.
    variants: tuple[Variant, ...] = ()
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
        raise BadInput("This part is no longer swapped there; load the page again.", "slot")

    def original(self) -> Dish:
        """Return the dish as it was brought, without any stand-in."""
        parts = tuple(part.bare() for part in self.parts)
        return replace(self, parts=parts, expected_grams=None, portions=(), variants=())

    def with_choice(self, part_id: str, slot_id: str, choice: Choice | None) -> Dish:
        """Return the dish with one slot's stand-in chosen, or taken back with None."""
        slot = self.slot(part_id, slot_id)
        part = self.part(part_id)
        slots = tuple(replace(s, choice=choice) if s is slot else s for s in part.slots)
        changed = replace(part, slots=slots)
        return replace(self, parts=tuple(changed if p is part else p for p in self.parts))

    def changed(self) -> bool:
        """Tell whether anything is other than it was brought."""
        return any(
            part.chosen() or any(i.instead or i.left_out for i in part.lines) for part in self.parts
        )


def all_lines(dish: Dish) -> Iterator[tuple[Part, Line]]:
    """Yield every effective line with its part."""
    for part in dish.parts:
        for line in part.effective_lines():
            yield part, line
