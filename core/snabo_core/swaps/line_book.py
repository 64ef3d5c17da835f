"""What else would do for a single line: the book's groups and its look-alikes."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Any

from snabo_core.book import entries_of


@dataclass(frozen=True)
class Member:
    """A food of a group; `per` is (best, low, high) grams for 1 g of the group's first."""

    food: str
    form: str | None
    per: tuple[float, float, float]
    note: str = ""


@dataclass(frozen=True)
class Group:
    """Foods that do the same job in a line."""

    job: str
    members: tuple[Member, ...]


@dataclass(frozen=True)
class LookAlike:
    """Foods that look or sound alike and do not stand for each other."""

    foods: tuple[str, ...]
    why: str


@dataclass(frozen=True)
class LineBook:
    """The whole file."""

    groups: tuple[Group, ...]
    look_alikes: tuple[LookAlike, ...]


def _member(entry: dict[str, Any]) -> Member:
    per = entry["per"]
    grams = tuple(map(float, per)) if isinstance(per, list) else (float(per),) * 3
    best, low, high = grams
    return Member(entry["food"], entry.get("form"), (best, low, high), entry.get("note", ""))


@cache
def line_book() -> LineBook:
    """Return the book of line swaps, read once."""
    read = entries_of("line_swaps.toml")
    return LineBook(
        tuple(Group(g["job"], tuple(map(_member, g["members"]))) for g in read["group"]),
        tuple(LookAlike(tuple(a["foods"]), a["why"]) for a in read["look_alike"]),
    )
