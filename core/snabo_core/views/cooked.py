"""A dish in the order it is cooked: every step with its number, for whom, and of how much."""

from __future__ import annotations

import uuid
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import Line, MethodStep, Take, reaches_of
from snabo_core.swaps.branches import Branch
from snabo_core.swaps.cooking import CookStep, effective_steps
from snabo_core.swaps.judged import Judged
from snabo_core.swaps.ledgers import SlotLedger
from snabo_core.swaps.parting import Parting, Split, maker_of
from snabo_core.swaps.scaling import NAMESPACE
from snabo_core.views.variant_words import name_of_branch, split_words
from snabo_core.views.variants import parting_of
from snabo_core.water import Point
from snabo_core.wording import listed

Weighed = tuple[Point | None, float | None]


@dataclass(frozen=True)
class Row:
    """One step as it is cooked. `number` counts from 1, a struck step has 0.

    `branches` do it together, none named where all do; `home` is one of them, `share` how much
    of the dish they are.
    """

    one: CookStep
    number: int
    branches: tuple[str, ...] = ()
    home: str = ""
    share: float = 1.0


class Cooked:
    """The rows of a dish, and what each of its branches holds.

    `lines` are those that go in, `written` all of the recipe, by branch and id.
    """

    def __init__(self, branches: Sequence[Branch], rows: Sequence[Row], made: Judged) -> None:
        self.branches, self.rows = tuple(branches), tuple(rows)
        self.lines = {
            branch.id: {
                line.id: line for part in branch.dish.parts for line in part.effective_lines()
            }
            for branch in branches
        }
        self.written = {
            branch.id: {line.id: line for part in branch.dish.parts for line in part.lines}
            for branch in branches
        }
        self._numbers: dict[tuple[str, str], int] = {}
        own: dict[str, list[MethodStep]] = {branch.id: [] for branch in branches}
        for row in rows:
            for branch in row.branches or own if row.number else ():
                own[branch].append(row.one.step)
                self._numbers[branch, row.one.step.id] = row.number
        self._reaches = {branch: reaches_of(steps) for branch, steps in own.items()}
        self._shares = {branch: _shares(steps) for branch, steps in own.items()}
        self._points = {
            branch.id: _weights((made.branches[branch.id] if branch.variant else made).ledgers)
            for branch in branches
        }
        self._names = {branch.id: name_of_branch(branch) for branch in branches}

    @classmethod
    def of(cls, made: Judged) -> Cooked:
        """Return a judged dish as it is cooked, parted for its variants."""
        if not made.dish.variants:
            branch = Branch(None, made.dish, 1.0)
            steps = effective_steps(made.dish, made.book, made.library)
            counted = _counted(Row(one, one.kind != "ghost") for one in steps)
            return cls((branch,), counted, made)
        _, parted = parting_of(made)
        return cls(parted.branches, _counted(_parted_rows(parted, made)), made)

    def number(self, branch: str, step: str) -> int:
        """Return the number of a step as a branch does it, 0 where it does not."""
        return self._numbers.get((branch, step), 0)

    def reaches(self, row: Row) -> frozenset[str]:
        """Return the lines in what a row makes."""
        return self._reaches[row.home].get(row.one.step.id, frozenset())

    def share_of(self, row: Row, ref: str) -> float | None:
        """Return how much of a whole line a row takes, None where nobody knows."""
        known = self._shares[row.home].get((row.one.step.id, ref))
        return None if known is None else known * row.share

    def weighed(self, row: Row) -> Weighed:
        """Return the ledger's point of a row and the grams before it, of the whole dish."""
        place = (row.one.slot or "", row.one.book_step or "")
        return self._points[row.home].get(place, (None, None))

    def whose(self, branches: Sequence[str]) -> str:
        """Name some branches, empty where they are all there are."""
        if not branches or len(branches) == len(self.branches):
            return ""
        return listed([name for branch, name in self._names.items() if branch in branches])


def _counted(rows: Iterable[Row]) -> list[Row]:
    """Number rows from 1; those with the number 0 are struck."""
    found, number = [], 0
    for row in rows:
        number += row.number > 0
        place = number if row.number > 0 else 0
        found.append(Row(row.one, place, row.branches, row.home, row.share))
    return found


def _parted_rows(parted: Parting, made: Judged) -> list[Row]:
    """Return the rows of a dish that parts, with those at which shares are taken out."""
    whole = {branch.id for branch in parted.branches}
    lines = {
        line.id: line
        for branch in parted.branches
        for part in branch.dish.parts
        for line in part.effective_lines()
    }
    own, done = {step.id for step in made.dish.method}, set[tuple[str, frozenset[str]]]()
    waiting = list(parted.splits)
    ghosts = _ghosts(parted.branches[-1], made)
    found: list[Row] = []
    for step in parted.steps:
        for split in [
            s for s in waiting if (s.step, _all(s)) in done and set(step.branches) < _all(s)
        ]:
            waiting.remove(split)
            found.append(_split_row(split, parted, lines, whole))
        struck = ghosts.pop(step.one.step.id, ())
        found += [Row(ghost, 0, (), parted.branches[-1].id) for ghost in struck]
        one = step.one
        if one.kind == "own" and one.step.id not in own:
            # A variant brought it.
            one = replace(one, kind="stand_in")
        done.add((one.step.id, frozenset(step.branches)))
        some = () if set(step.branches) == whole else step.branches
        found.append(Row(one, 1, some, step.branches[0], step.share))
    return found


def _all(split: Split) -> frozenset[str]:
    return frozenset(branch for group in split.takers for branch in group)


def _split_row(split: Split, parted: Parting, lines: dict[str, Line], whole: set[str]) -> Row:
    maker = maker_of(split, parted)
    words = ". ".join(split_words(split, parted, lines))
    key = f"{split.step}/{'/'.join(maker.branches)}"
    step = MethodStep(
        id=str(uuid.uuid5(NAMESPACE, key)), text="", words=words, technique="divide",
        takes=(Take(split.step),), minutes_low=1.0, minutes_high=2.0,
    )  # fmt: skip
    branches = () if set(maker.branches) == whole else maker.branches
    return Row(CookStep(step, "split"), 1, branches, maker.branches[0], maker.share)


def _ghosts(branch: Branch, made: Judged) -> dict[str, list[CookStep]]:
    """Return the steps struck in what the others have, by the step they stand before."""
    found: dict[str, list[CookStep]] = {}
    struck: list[CookStep] = []
    for one in effective_steps(branch.dish, made.book, made.library):
        if one.kind == "ghost":
            struck.append(one)
        elif struck:
            found[one.step.id] = struck
            struck = []
    return found


def _shares(steps: Sequence[MethodStep]) -> dict[tuple[str, str], float | None]:
    """Return the share of a line that each step takes, by step and line; None where untold."""
    left: dict[str, float | None] = {}
    found: dict[tuple[str, str], float | None] = {}
    for step in steps:
        for take in step.takes:
            before = left.get(take.ref, 1.0)
            whole = take.share is None or take.share == "remaining"
            now = before if whole else take.fraction
            found[step.id, take.ref] = now
            left[take.ref] = (
                max(0.0, before - now) if before is not None and now is not None else None
            )
    return found


def _weights(ledgers: Sequence[SlotLedger]) -> dict[tuple[str, str], Weighed]:
    """Return the ledger's points by slot and step, each with the grams that go into it."""
    found: dict[tuple[str, str], Weighed] = {}
    for each in ledgers:
        before: float | None = None
        for point in each.ledger.points if each.ledger is not None else ():
            goes_in = None if before is None else before + point.added
            found[each.slot.id, point.step_id] = (point, goes_in)
            before = point.weighed or point.state.mass
    return found
