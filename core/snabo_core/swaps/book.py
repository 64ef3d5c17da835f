"""Reads the swap book: one TOML file per role, the roles' names, and the cautions."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any, Literal

from snabo_core.book import entries_of, files_in
from snabo_core.book.cautions import Caution, cautions
from snabo_core.dish import PLAIN, ROLES
from snabo_core.errors import BadInput, BookError
from snabo_core.foods import library
from snabo_core.renaming import renamed
from snabo_core.water.steps import TECHNIQUES, Step

Basis = Literal["cooked_mass", "loose_volume", "thickening_power"]


@dataclass(frozen=True)
class StandInLine:
    """A line of a stand-in, in grams for its own basis, with the limits it may move in."""

    food: str
    form: str
    grams: float
    low: float
    high: float
    preparation: str = ""


@dataclass(frozen=True)
class StandIn:
    """A worked-out replacement for a role, as the book has it."""

    key: str
    role: str
    name: str
    family: str
    driver: str
    basis: Basis
    lines: tuple[StandInLine, ...]
    steps: tuple[Step, ...]
    expectation: str
    texture: Mapping[str, int]
    smell: str
    taste: str
    equipment: tuple[str, ...]
    without: Mapping[str, str]
    evidence: str
    reference: tuple[StandInLine, ...]

    @property
    def band(self) -> tuple[float, float] | None:
        """The band of the finished part."""
        return self.steps[-1].band

    @property
    def hands_on_minutes(self) -> float:
        """Middle of the hands-on minutes of all steps."""
        return sum(sum(step.hands_on_minutes) / 2 for step in self.steps)

    @property
    def total_minutes(self) -> float:
        """Middle of hands-on and waiting minutes of all steps, one after the other."""
        return self.hands_on_minutes + sum(sum(s.passive_minutes) / 2 for s in self.steps)


@dataclass(frozen=True)
class RoleFile:
    """What a role's file says beside its stand-ins."""

    role: str
    basis: Basis
    hands_on_minutes: float
    total_minutes: float
    stand_ins: tuple[StandIn, ...]
    coats_250: Mapping[str, float]
    power_grams: float


@dataclass(frozen=True)
class RoleName:
    """How a role is called and recognised."""

    key: str
    name: str
    words: tuple[str, ...]
    foods: tuple[str, ...]
    companions: tuple[str, ...]


@dataclass(frozen=True)
class StarchGroup:
    """Starchy foods that can play the same roles; `usual` where nothing says which."""

    key: str
    usual: str
    able: tuple[str, ...]
    foods: tuple[str, ...]


@dataclass(frozen=True)
class Book:
    """The whole swap book."""

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

    def stand_in(self, role: str, key: str) -> StandIn:
        """Return one stand-in.

        Raises:
            BadInput: the book has none of that key for the role.
        """
        wanted = renamed().stand_ins.get(f"{role}/{key}", key)
        for stand_in in self.stand_ins(role):
            if stand_in.key == wanted:
                return stand_in
        raise BadInput(f"The book has no stand-in called {key} for a {role}.", "stand_in")


def _line(entry: Mapping[str, Any]) -> StandInLine:
    food = library().food(entry["food"])
    form = entry.get("form", food.default_form)
    library().row(food.key, form)
    grams = float(entry["grams"])
    low, high = float(entry.get("low", grams)), float(entry.get("high", grams))
    if not 0 <= low <= grams <= high:
        raise BookError(f"{food.name}: {grams} g is outside its own limits {low} to {high}.")
    return StandInLine(food.key, form, grams, low, high, entry.get("prep", ""))


def _step(entry: Mapping[str, Any]) -> Step:
    if entry["technique"] not in TECHNIQUES:
        raise BookError(f"There is no technique called {entry['technique']}.")
    return Step(
        id=entry["id"],
        technique=entry["technique"],
        label=entry["label"],
        foods=tuple(entry.get("foods", ())),
        cue=entry.get("cue", ""),
        hands_on_minutes=_pair(entry.get("hands_on_minutes", (0, 0))),
        passive_minutes=_pair(entry.get("passive_minutes", (0, 0))),
        band=_pair(entry["band"]) if "band" in entry else None,
        cautions=tuple(entry.get("cautions", ())),
        settings=dict(entry.get("settings", {})),
        order=entry["order"],
    )


def _pair(values: Any) -> tuple[float, float]:
    low, high = (float(v) for v in values)
    if low > high:
        raise BookError(f"The range {low} to {high} is upside down.")
    return low, high


def read_role(data: Mapping[str, Any]) -> RoleFile:
    """Turn the content of one role file into values.

    Raises:
        BookError: something is missing or contradicts itself; names the stand-in.
    """
    role = data["role"]
    if role not in ROLES:
        raise BookError(f"There is no role called {role}.")
    reference = tuple(_line(entry) for entry in data.get("reference", ()))
    found = []
    for entry in data["stand_in"]:
        try:
            own = tuple(_line(line) for line in entry["reference"]) if "reference" in entry else ()
            found.append(
                StandIn(
                    key=entry["key"],
                    role=role,
                    name=entry["name"],
                    family=entry["family"],
                    driver=entry["driver"],
                    basis=data["basis"],
                    lines=tuple(_line(line) for line in entry["lines"]),
                    steps=tuple(_step(step) for step in entry["step"]),
                    expectation=entry["expectation"],
                    texture=entry["texture"],
                    smell=entry["smell"],
                    taste=entry["taste"],
                    equipment=tuple(entry["equipment"]),
                    without=entry.get("without", {}),
                    evidence=entry["evidence"],
                    reference=own or reference,
                )
            )
        except (KeyError, ValueError) as problem:
            name = entry.get("key", "?")
            raise BookError(
                f"The stand-in {name} for {role} cannot be read: {problem}"
            ) from problem
    original = data["original"]
    return RoleFile(
        role,
        data["basis"],
        float(original["hands_on_minutes"]),
        float(original["total_minutes"]),
        tuple(found),
        data.get("coats_250", {}),
        float(data.get("power_grams", 0)),
    )


@cache
def book() -> Book:
    """Return the swap book, read once."""
    groups = {
        key: StarchGroup(key, entry["usual"], tuple(entry["able"]), tuple(entry["foods"]))
        for key, entry in entries_of("starch_groups.toml").items()
    }
    roles = {
        key: RoleName(
            key,
            entry["name"],
            tuple(entry["words"]),
            tuple(f for group in groups.values() if key in group.able for f in group.foods),
            tuple(entry["with"]),
        )
        for key, entry in entries_of("roles.toml").items()
    }
    missing = set(ROLES) - set(roles)
    if missing or PLAIN not in roles:
        raise BookError(f"roles.toml lacks {', '.join(sorted(missing)) or PLAIN}.")
    role_files = [read_role(entries_of(name)) for name in files_in("swaps")]
    return Book(roles, {f.role: f for f in role_files}, cautions(), groups)
