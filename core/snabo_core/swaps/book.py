"""Reads the swap book: one TOML file per role, the roles' names, and the cautions."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from snabo_core.book import entries_of, files_in
from snabo_core.book.cautions import Caution, cautions
from snabo_core.dish import PLAIN, ROLES
from snabo_core.errors import BadInput, BookError
from snabo_core.renaming import renamed
from snabo_core.swaps.reading import RoleFile, read_role
from snabo_core.swaps.stand_ins import StandIn, StandInLine

__all__ = ["Book", "RoleFile", "RoleName", "StandIn", "StandInLine", "StarchGroup", "book"]


@dataclass(frozen=True)
class RoleName:
    """How a role is called and recognised."""

    key: str
    name: str
    words: tuple[str, ...]
    foods: tuple[str, ...]
    companions: tuple[str, ...]
    players: tuple[str, ...] = ()
    least_grams: float = 0.0


@dataclass(frozen=True)
class StarchGroup:
    """Starchy foods that can play the same roles; `usual` where nothing says which.

    `cooked_water` is the share of water in them once boiled, None where they go in as bought.
    """

    key: str
    usual: str
    able: tuple[str, ...]
    foods: tuple[str, ...]
    cooked_water: float | None = None


@dataclass(frozen=True, eq=False)
class Book:
    """The whole swap book; one is as good as itself alone."""

    roles: Mapping[str, RoleName]
    files: Mapping[str, RoleFile]
    cautions: Mapping[str, Caution]
    groups: Mapping[str, StarchGroup]

    def group_of(self, food: str | None) -> StarchGroup | None:
        """Return the group of a starchy food, None for any other."""
        return next((group for group in self.groups.values() if food in group.foods), None)

    def stand_ins(self, role: str) -> tuple[StandIn, ...]:
        """Return the stand-ins of a role, none where the book has no file for it yet."""
        return self.files[role].stand_ins if role in self.files else ()

    @property
    def families(self) -> frozenset[str]:
        """Every family of stand-ins."""
        return frozenset(i.family for f in self.files.values() for i in f.stand_ins)

    @property
    def appliances(self) -> frozenset[str]:
        """Every appliance that some stand-in can do without."""
        return frozenset(a for f in self.files.values() for i in f.stand_ins for a in i.without)

    def stand_in(self, role: str, key: str) -> StandIn:
        """Return one stand-in.

        Raises:
            BadInput: the book has none of that key for the role.
        """
        found = self.find(role, key)
        if found is None:
            raise BadInput(f"The book has no stand-in called {key} for a {role}.", "stand_in")
        return found

    def find(self, role: str, key: str) -> StandIn | None:
        """Return a stand-in, or one of its ways (`key.way`), None where the book has none."""
        wanted = renamed().stand_ins.get(f"{role}/{key}", key)
        every = (one for item in self.stand_ins(role) for one in (item, *item.ways))
        return next((one for one in every if one.key == wanted), None)


@cache
def book() -> Book:
    """Return the swap book, read once."""
    groups = {
        key: StarchGroup(
            key,
            entry["usual"],
            tuple(entry["able"]),
            tuple(entry["foods"]),
            entry.get("cooked_water"),
        )
        for key, entry in entries_of("starch_groups.toml").items()
    }
    roles = {
        key: RoleName(
            key,
            entry["name"],
            tuple(entry["words"]),
            tuple(f for group in groups.values() if key in group.able for f in group.foods),
            tuple(entry["with"]),
            tuple(entry.get("players", ())),
            float(entry.get("least_grams", 0)),
        )
        for key, entry in entries_of("roles.toml").items()
    }
    missing = set(ROLES) - set(roles)
    if missing or PLAIN not in roles:
        raise BookError(f"roles.toml lacks {', '.join(sorted(missing)) or PLAIN}.")
    role_files = [read_role(entries_of(name)) for name in files_in("swaps")]
    return Book(roles, {f.role: f for f in role_files}, cautions(), groups)
