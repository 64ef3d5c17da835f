"""Reads a role's file of stand-ins; the shape of a household's own stand-ins is the same."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Annotated, Any, Literal

import msgspec

from snabo_core.dish import ROLES
from snabo_core.errors import BookError, SnaboError
from snabo_core.foods import Library, library
from snabo_core.shelf import Reheating
from snabo_core.swaps.stand_ins import Basis, Hold, Keeping, StandIn, StandInLine
from snabo_core.water.steps import TECHNIQUES, Step

Span = tuple[float, float]


@dataclass(frozen=True)
class RoleFile:
    """What a role's file says beside its stand-ins.

    `unit` is what the role is measured in (mL, cm2, pieces, g ...) and `measure` how many grams of
    a food (`food`, `food/form`), or of a starch group's foods, are one of it; `any` stands for the
    rest. `boiled`: dry grains and pasta count as they weigh on the plate. `texture` is the
    original's on the scales of its stand-ins, 1 to 5. `coats_250` and
    `power_grams` belong to thickeners.
    """

    role: str
    basis: Basis
    hands_on_minutes: float
    total_minutes: float
    stand_ins: tuple[StandIn, ...]
    coats_250: Mapping[str, float]
    power_grams: float
    unit: str = "g"
    measure: Mapping[str, float] = field(default_factory=dict)
    boiled: bool = False
    texture: Mapping[str, int] = field(default_factory=dict)


class LineEntry(msgspec.Struct, forbid_unknown_fields=True):
    """A food with its grams; `low` and `high` are how far a cook may go."""

    food: str
    grams: float
    form: str = ""
    low: float | None = None
    high: float | None = None
    prep: str = ""


class StepEntry(msgspec.Struct, forbid_unknown_fields=True):
    """A step as it is written: what is done, how long, how wet it ends."""

    id: str
    technique: str
    label: str
    order: str
    foods: list[str] = []
    cue: str = ""
    hands_on_minutes: Span = (0.0, 0.0)
    passive_minutes: Span = (0.0, 0.0)
    band: Span | None = None
    cautions: list[str] = []
    settings: dict[str, Any] = {}


class KeepingEntry(msgspec.Struct, forbid_unknown_fields=True):
    """How long it keeps, in days or in months, and who says so."""

    evidence: str
    days: Span | None = None
    months: Span | None = None


class ReheatEntry(msgspec.Struct, forbid_unknown_fields=True):
    """How it is warmed again, and who says so."""

    how: Literal["oven", "pan", "microwave", "cold", "steam"]
    evidence: str
    minutes: Span = (0.0, 0.0)
    celsius: float | None = None
    covered: bool = False


class WayEntry(msgspec.Struct, forbid_unknown_fields=True):
    """Another way to make the same stand-in; lines and machines only where they differ."""

    key: str
    name: str
    note: str
    step: list[StepEntry]
    driver: str = ""
    lines: list[LineEntry] | None = None
    equipment: list[str] | None = None


class StandInEntry(msgspec.Struct, forbid_unknown_fields=True):
    """A stand-in as a file or a household writes it down."""

    key: str
    name: str
    family: str
    driver: str
    expectation: str
    texture: dict[str, int]
    smell: str
    taste: str
    evidence: str
    lines: list[LineEntry]
    step: list[StepEntry]
    equipment: list[str] = []
    without: dict[str, str] = {}
    reference: list[LineEntry] | None = None
    gives: float | None = None
    thickness_mm: float | None = None
    serves: float | None = None
    colour: str = ""
    hold: Hold = ""
    in_oven: str = ""
    smell_level: Annotated[int, msgspec.Meta(ge=0, le=3)] | None = None
    fridge: KeepingEntry | None = None
    freezer: KeepingEntry | None = None
    reheat: ReheatEntry | None = None
    way: list[WayEntry] = []


class _Original(msgspec.Struct, forbid_unknown_fields=True):
    hands_on_minutes: float
    total_minutes: float
    source: str
    texture: dict[str, int] = {}


class _Role(msgspec.Struct, forbid_unknown_fields=True):
    role: str
    basis: Basis
    original: _Original
    stand_in: list[StandInEntry]
    reference: list[LineEntry] = []
    coats_250: dict[str, float] = {}
    power_grams: float = 0.0
    unit: str = "g"
    measure: dict[str, float] = {}
    boiled: bool = False


def read_role(data: Mapping[str, Any]) -> RoleFile:
    """Turn the content of one role file into values.

    Raises:
        BookError: something is missing or contradicts itself; names the stand-in.
    """
    try:
        found = msgspec.convert(data, _Role)
    except msgspec.ValidationError as problem:
        raise BookError(f"The stand-ins for {data.get('role', '?')}: {problem}") from problem
    if found.role not in ROLES:
        raise BookError(f"There is no role called {found.role}.")
    foods = library()
    reference = tuple(_line(entry, foods) for entry in found.reference)
    return RoleFile(
        found.role,
        found.basis,
        found.original.hands_on_minutes,
        found.original.total_minutes,
        tuple(
            stand_in_of(entry, found.role, found.basis, reference, foods)
            for entry in found.stand_in
        ),
        found.coats_250,
        found.power_grams,
        found.unit,
        found.measure,
        found.boiled,
        found.original.texture,
    )


def stand_in_of(
    entry: StandInEntry,
    role: str,
    basis: Basis,
    reference: Sequence[StandInLine],
    foods: Library,
) -> StandIn:
    """Turn one stand-in as it is written into a value.

    Args:
        entry: what is written.
        role: the role it serves.
        basis: what the role's stand-ins are scaled by.
        reference: the sauce that a thickener is tried in, where the entry has none of its own.
        foods: where its foods are looked up.

    Raises:
        BookError: something contradicts itself or is not known; names the stand-in.
    """
    try:
        own = entry.reference
        made = StandIn(
            key=entry.key,
            role=role,
            name=entry.name,
            family=entry.family,
            driver=entry.driver,
            basis=basis,
            lines=tuple(_line(line, foods) for line in entry.lines),
            steps=tuple(_step(step) for step in entry.step),
            expectation=entry.expectation,
            texture=entry.texture,
            smell=entry.smell,
            taste=entry.taste,
            equipment=tuple(entry.equipment),
            without=entry.without,
            evidence=entry.evidence,
            reference=tuple(reference)
            if own is None
            else tuple(_line(line, foods) for line in own),
            gives=entry.gives,
            thickness_mm=entry.thickness_mm,
            serves=entry.serves,
            colour=entry.colour,
            hold=entry.hold,
            in_oven=entry.in_oven,
            smell_level=entry.smell_level,
            fridge=_keeping(entry.fridge),
            freezer=_keeping(entry.freezer),
            reheat=_reheating(entry.reheat),
        )
        return replace(made, ways=tuple(_way(made, way, foods) for way in entry.way))
    except SnaboError as problem:
        raise BookError(f"{role}/{entry.key}: {problem}") from problem


def _way(parent: StandIn, entry: WayEntry, foods: Library) -> StandIn:
    lines = entry.lines
    return replace(
        parent,
        key=f"{parent.key}.{entry.key}",
        name=entry.name,
        note=entry.note,
        driver=entry.driver or parent.driver,
        lines=parent.lines if lines is None else tuple(_line(line, foods) for line in lines),
        steps=tuple(_step(step) for step in entry.step),
        equipment=tuple(entry.equipment) if entry.equipment is not None else parent.equipment,
    )


def _line(entry: LineEntry, foods: Library) -> StandInLine:
    food = foods.food(entry.food)
    form = entry.form or food.default_form
    foods.row(food.key, form)
    low = entry.low if entry.low is not None else entry.grams
    high = entry.high if entry.high is not None else entry.grams
    if not 0 <= low <= entry.grams <= high:
        raise BookError(f"{food.name}: {entry.grams} g is outside its own limits {low} to {high}.")
    return StandInLine(food.key, form, entry.grams, low, high, entry.prep)


def _step(entry: StepEntry) -> Step:
    if entry.technique not in TECHNIQUES:
        raise BookError(f"There is no technique called {entry.technique}.")
    return Step(
        id=entry.id,
        technique=entry.technique,
        label=entry.label,
        foods=tuple(entry.foods),
        cue=entry.cue,
        hands_on_minutes=_ranged(entry.hands_on_minutes),
        passive_minutes=_ranged(entry.passive_minutes),
        band=_ranged(entry.band) if entry.band is not None else None,
        cautions=tuple(entry.cautions),
        settings=dict(entry.settings),
        order=entry.order,
    )


def _ranged(values: Span) -> Span:
    low, high = values
    if low > high:
        raise BookError(f"The range {low} to {high} is upside down.")
    return low, high


def _keeping(entry: KeepingEntry | None) -> Keeping | None:
    if entry is None:
        return None
    span = entry.days or entry.months
    if span is None:
        raise BookError("What keeps says for how many days or months.")
    return Keeping(*_ranged(span), entry.evidence)


def _reheating(entry: ReheatEntry | None) -> Reheating | None:
    if entry is None:
        return None
    return Reheating(
        entry.how, _ranged(entry.minutes), entry.covered, entry.celsius, entry.evidence
    )
