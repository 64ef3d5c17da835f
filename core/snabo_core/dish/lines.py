"""One ingredient line of a dish: what was written, what it weighs, and what becomes of it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

UseKind = Literal["dish", "later", "top", "greasing", "frying", "serving"]
# All of the line, its fat, what pressed juice carries, or its sodium alone.
Leaves = Literal["all", "fat", "dissolved", "sodium"]
# How a line goes with the size of the dish: in proportion, not at all, or in whole pieces.
SizeRule = Literal["follows", "holds", "steps"]
# The cook said so, without naming a cause of the book.
BY_COOK = "cook"


@dataclass(frozen=True)
class Use:
    """A share of a line and what becomes of it; the shares of a line sum to 1.

    `words` are the recipe's.
    """

    kind: UseKind
    share: float
    words: str = ""


@dataclass(frozen=True)
class Leaving:
    """What leaves a line before it is eaten: left in the pan, drained, poured off, pressed out.

    `low`, `best` and `high` are shares of what the line holds, 0 to 1. `cause` is a key of the
    book of leavings or the id of a step; `words` say it, `source` is where it is from. `known`
    says that the cook stated it; otherwise it is proposed from the line's words.
    """

    cause: str
    what: Leaves
    low: float
    best: float
    high: float
    known: bool = False
    words: str = ""
    source: str = ""

    @property
    def kept(self) -> tuple[float, float, float]:
        """The share that stays: low, best, high."""
        return 1 - self.high, 1 - self.best, 1 - self.low


@dataclass(frozen=True)
class HoldBack:
    """How a line is added by eye: from `start` grams up to `ceiling`, until the cue says so."""

    start: float
    ceiling: float
    cue: str


@dataclass(frozen=True)
class FromShelf:
    """A line that comes from a batch on the shelf, as the batch was when that was planned.

    `batch` is its id. `covers` are lines of the part it takes the place of beside its own line;
    they do not go in. `frozen` says that it has to thaw. `how` it is heated again is empty where
    nobody knows or it is eaten cold; `celsius` is of a still oven, `covered` keeps it soft.
    """

    batch: str
    covers: tuple[str, ...] = ()
    frozen: bool = False
    how: Literal["", "oven", "pan", "microwave", "steam"] = ""
    celsius: float | None = None
    minutes_low: float = 0.0
    minutes_high: float = 0.0
    covered: bool = False


@dataclass(frozen=True)
class Line:
    """One ingredient line. `text` is what was written; grams are None where nobody knows.

    `assumed` says that the recipe gives no amount and the grams are a usual one.
    `settled` says that the cook has looked at the line, or that there was nothing to look at.
    `left_out` says that it does not go in; an optional line starts in. `alternatives` are the
    other foods of an "A or B", each with its own amount. `leavings` name at most one cause for
    each thing that leaves. `instead` is what is used in this line's place, with the same id;
    the line itself stays the original's. `clause` are the words of this food where the written
    line names several, `unread` those nobody understood. `times` is how many times what is written
    goes in since the dish was made larger or smaller, `size_rule` how the cook wants it to go
    with the size, None for as usual. `shelf` says which batch it is taken from, None for one that
    is bought or made.
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
    left_out: bool = False
    alternatives: tuple[Line, ...] = ()
    grams_low: float | None = None
    grams: float | None = None
    grams_high: float | None = None
    reason: str = ""
    assumed: bool = False
    confidence: float = 1.0
    doubts: tuple[str, ...] = ()
    candidates: tuple[str, ...] = ()
    settled: bool = True
    uses: tuple[Use, ...] = ()
    leavings: tuple[Leaving, ...] = ()
    hold: HoldBack | None = None
    instead: Line | None = None
    clause: str = ""
    unread: tuple[str, ...] = ()
    times: float = 1.0
    size_rule: SizeRule | None = None
    shelf: FromShelf | None = None

    def used(self) -> Line:
        """Return what is really used: the line swapped in, or this one."""
        return self.instead or self

    def met(self) -> FromShelf | None:
        """Return the batch that this line is met from, None where it is bought or left out."""
        return self.instead.shelf if self.instead and not self.left_out else None

    def eaten(self) -> tuple[float, float, float]:
        """Return the share of the line's grams that is eaten: low, best, high."""
        for one in self.leavings:
            if one.what == "all":
                return one.kept
        return (1.0, 1.0, 1.0)
