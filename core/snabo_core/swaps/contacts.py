"""Where a variant may catch traces of what its eaters leave out, and in which order to cook."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Literal

import msgspec

from snabo_core.book import entries_of
from snabo_core.dish import Line, reaches_of
from snabo_core.foods import Library
from snabo_core.foods.certainty import EXCLUSIONS, certainty_of
from snabo_core.plate.eaters import Eater
from snabo_core.swaps.branches import NOTHING, Branch
from snabo_core.swaps.parting import Parting

# A trace of these is nothing to anybody.
NO_TRACES = {"added oil", "added salt", "added sugar"}


# Used for the strict first, washed before it is used for them, or one of their own.
Cure = Literal["before", "wash", "fresh"]


class Tool(msgspec.Struct, forbid_unknown_fields=True, frozen=True):
    """What carries traces, and what is done against it."""

    name: str
    cure: Cure
    techniques: tuple[str, ...]


@dataclass(frozen=True)
class Contact:
    """Tools of one cure by which something left out may reach a variant.

    `branch` is the variant's id, empty for what the others have; `foods` are those that hold
    `what`, `names` the eaters who leave it out, `tools` keys in the order of the book.
    """

    branch: str
    what: str
    cure: Cure
    tools: tuple[str, ...]
    foods: tuple[str, ...]
    names: tuple[str, ...]


@cache
def tools() -> dict[str, Tool]:
    """Return every tool by its key, in the order of the book."""
    return msgspec.convert(entries_of("contacts.toml"), dict[str, Tool])


def _tool_of(technique: str) -> str | None:
    return next((key for key, tool in tools().items() if technique in tool.techniques), None)


def eaters_of(branch: Branch, branches: Sequence[Branch], eaters: Sequence[Eater]) -> list[Eater]:
    """Return who has a branch."""
    if branch.variant is not None:
        return [eater for eater in eaters if eater.id in branch.variant.eaters]
    others = {id_ for b in branches if b.variant for id_ in b.variant.eaters}
    return [eater for eater in eaters if eater.id not in others]


def strictest_first(
    branches: Sequence[Branch], eaters: Sequence[Eater], library: Library
) -> tuple[Branch, ...]:
    """Return the branches in the order they are cooked, what the others have at the end.

    First who leaves out most that the other branches hold, allergens before other wishes; then
    as they stand in the dish.
    """
    had = [branch for branch in branches if branch.share > NOTHING]
    held = {branch.id: _lines(branch) for branch in had}

    def strictness(branch: Branch) -> tuple[bool, int, int]:
        others = [line for b in had if b is not branch for line in held[b.id]]
        broken = {
            one.what
            for eater in eaters_of(branch, branches, eaters)
            for one in eater.exclusions
            if one.what not in NO_TRACES and _holding(others, one.what, library)
        }
        listed = sum(what in EXCLUSIONS for what in broken)
        return (branch.variant is None, -listed, -len(broken))

    order = {branch.id: number for number, branch in enumerate(branches)}
    return tuple(sorted(branches, key=lambda b: (*strictness(b), order[b.id])))


def _lines(branch: Branch) -> list[Line]:
    return [line for part in branch.dish.parts for line in part.effective_lines()]


def _holding(lines: Sequence[Line], what: str, library: Library) -> list[Line]:
    return [
        line for line in lines
        if line.food and certainty_of(library.food(line.food), what) == "contains"
    ]  # fmt: skip


def contacts_of(parted: Parting, eaters: Sequence[Eater], library: Library) -> tuple[Contact, ...]:
    """Return the tools by which what somebody leaves out may reach what they have.

    It does where a step of another branch takes it to a tool that a step of theirs, or one common
    to all, uses too.

    Args:
        parted: the dish as it is cooked for its variants.
        eaters: who eats; what they tolerate in grams needs no such care.
        library: where foods are looked up.
    """
    used = {branch.id: set[str]() for branch in parted.branches}
    for step in parted.steps:
        tool = _tool_of(step.one.step.technique)
        for key in step.branches:
            used[key].update({tool} if tool else ())
    found: dict[tuple[str, str, Cure], Contact] = {}
    for branch in parted.branches:
        for eater in eaters_of(branch, parted.branches, eaters):
            for one in eater.exclusions:
                if one.what in NO_TRACES or one.tolerated > 0:
                    continue
                for tool, foods in _met(parted, branch, one.what, library).items():
                    if tool in used[branch.id]:
                        cure = tools()[tool].cure
                        if cure == "before" and branch is not parted.branches[0]:
                            # Somebody stricter comes first.
                            cure = "wash"
                        at = (branch.id, one.what, cure)
                        known = found.get(at, Contact(*at, (), (), ()))
                        found[at] = Contact(
                            *at,
                            tuple(dict.fromkeys((*known.tools, tool))),
                            tuple(dict.fromkeys((*known.foods, *foods))),
                            tuple(dict.fromkeys((*known.names, eater.name))),
                        )
    return tuple(found.values())


def _met(
    parted: Parting, branch: Branch, what: str, library: Library
) -> dict[str, tuple[str, ...]]:
    """Return the tools that the other branches' steps bring something excluded to, by name."""
    met: dict[str, list[str]] = {}
    for other in parted.branches:
        if other is branch:
            continue
        bad = {line.id: line.food_name for line in _holding(_lines(other), what, library)}
        steps = [s.one.step for s in parted.steps if other.id in s.branches]
        reaches = reaches_of(steps)
        for step in steps:
            tool = _tool_of(step.technique)
            held = [bad[key] for key in bad if key in reaches[step.id]]
            if tool is not None and held:
                met.setdefault(tool, []).extend(held)
    return {tool: tuple(dict.fromkeys(met[tool])) for tool in tools() if tool in met}
