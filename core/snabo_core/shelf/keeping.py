"""How long what is kept keeps, by kind, and which kind a batch is of.

The table is `book/keeping.toml`; each entry carries its source. A kind that nobody has entered
keeps as short as the shortest of them, place by place, and says so.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Literal

import msgspec

from snabo_core.book import entries_of
from snabo_core.foods import Library

Place = Literal["fridge", "freezer", "cupboard"]
KeepingGroup = Literal["cooked", "sauce", "assembled", "dough", "crumb", "by_product", "opened"]
Freezing = Literal["well", "changes", "badly", "untried"]
ReheatHow = Literal["oven", "pan", "microwave", "cold", "steam"]
UNLISTED = ""
GROUPS: tuple[KeepingGroup, ...] = (
    "cooked", "sauce", "assembled", "dough", "crumb", "by_product", "opened",
)  # fmt: skip
PLACES: tuple[Place, ...] = ("fridge", "freezer", "cupboard")
_SAUCES = {"pour_sauce", "thickener", "spread_cheese", "dressing_body", "melting_cheese"}


@dataclass(frozen=True)
class Reheating:
    """How it is heated again: in what, at what heat, for how many minutes, open or covered.

    Open crisps, covered stays soft; `celsius` is of a still oven, `evidence` says who says so.
    """

    how: ReheatHow
    minutes: tuple[float, float]
    covered: bool
    celsius: float | None = None
    evidence: str = ""


@dataclass(frozen=True)
class KeepingKind:
    """One kind of thing that is kept.

    `days` by place are the shorter end of what `source` gives; a place that is missing is none
    for it. `freezing` is what the freezer does to it, `becomes` what it can be next.
    """

    key: str
    name: str
    group: KeepingGroup
    days: Mapping[Place, int]
    source: str
    freezing: Freezing
    freezing_note: str
    reheat: Reheating | None
    becomes: tuple[str, ...]
    note: str
    roles: frozenset[str]
    classes: frozenset[str]
    foods: frozenset[str]

    @property
    def eaten_hot(self) -> bool:
        """Whether it is heated through to 74 °C once it has stood: cooked food and its sauces."""
        hot = self.reheat is not None and self.reheat.how != "cold"
        return hot and self.group in {"cooked", "sauce"}

    def frozen_days(self) -> int:
        """Return the days in a freezer: its own, or the shortest of all where none is given."""
        return self.days.get("freezer") or _shortest()["freezer"]

    def soonest(self) -> int:
        """Return the days it keeps outside a freezer, the fewest where it may stand in several."""
        outside = [days for place, days in self.days.items() if place != "freezer"]
        return min(outside or self.days.values())


@cache
def keepings() -> Mapping[str, KeepingKind]:
    """Return every kind of the table, by key."""
    entries = entries_of("keeping.toml")
    sources = entries["sources"]
    return {key: _kind(key, entry, sources) for key, entry in entries["kind"].items()}


def _kind(key: str, entry: Mapping[str, object], sources: Mapping[str, str]) -> KeepingKind:
    days = {
        place: msgspec.convert(entry[f"{place}_days"], int)
        for place in PLACES
        if f"{place}_days" in entry
    }
    rest = {
        "freezing_note": "", "reheat": None, "becomes": (), "note": "",
        "roles": (), "classes": (), "foods": (),
    }  # fmt: skip
    own = {name: value for name, value in entry.items() if not name.endswith("_days")}
    source = sources[str(entry["source"])]
    return msgspec.convert({**rest, **own, "key": key, "days": days, "source": source}, KeepingKind)


@cache
def _shortest() -> Mapping[Place, int]:
    kinds = keepings().values()
    return {place: min(one.days[place] for one in kinds if place in one.days) for place in PLACES}


def keeping_of(key: str) -> KeepingKind:
    """Return a kind; one the table does not have, as `UNLISTED`, keeps shortest and says so."""
    found = keepings().get(key)
    if found is not None:
        return found
    days: dict[Place, int] = {
        place: days for place, days in _shortest().items() if place != "cupboard"
    }
    return KeepingKind(
        UNLISTED, "something else", "cooked", days,
        "not in the table: the shortest of all counts", "untried", "", None, (), "",
        frozenset(), frozenset(), frozenset(),
    )  # fmt: skip


def proposed(
    groups: Collection[KeepingGroup],
    role: str,
    foods: Collection[str],
    library: Library,
) -> tuple[KeepingKind, ...]:
    """Return the kinds that a batch may be of, the one that counts first.

    What holds several things keeps as long as the one that keeps shortest, so among the kinds
    that match, the shortest comes first. Nothing is proposed where nothing matches.

    Args:
        groups: what has been done with it.
        role: what it does in its dish, empty where nobody knows.
        foods: keys of what is in it.
        library: where they are looked up.
    """
    classes = {library.food(key).food_class for key in foods}
    inside = set(foods)

    def fits(one: KeepingKind) -> bool:
        if one.group not in groups or not (one.roles or one.classes or one.foods):
            return False
        by_role = not one.roles or role in one.roles
        by_food = not (one.classes or one.foods) or bool(
            one.classes & classes or one.foods & inside
        )
        return by_role and by_food

    found = [one for one in keepings().values() if fits(one)]
    # Of two that keep alike, the one the table has first: meat and fish before what is beside them.
    return tuple(sorted(found, key=lambda one: one.soonest()))


def groups_of(role: str) -> tuple[KeepingGroup, ...]:
    """Return the groups that a finished part with a role belongs to."""
    if role in {"crumb", "grating_cheese"}:
        return ("crumb",)
    if role in _SAUCES:
        return ("sauce",)
    return ("cooked",)
