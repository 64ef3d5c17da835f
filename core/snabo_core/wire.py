"""What the screens get: computed views of a dish as plain, frozen values.

Numbers stay numbers; sentences are already worded. Units: g, mg for sodium, kcal, s, minutes.
"""

from __future__ import annotations

from dataclasses import dataclass

from snabo_core.dish import Choice, Dish
from snabo_core.plate.figures import Figure
from snabo_core.plate.serving import LineShare


@dataclass(frozen=True)
class PreviewRequest:
    """A draft to compute. `weighed` is grams by slot id and step id; `eaters` empty means all."""

    sequence: int
    dish: Dish
    eaters: tuple[int, ...] = ()
    weighed: dict[str, dict[str, float]] | None = None


@dataclass(frozen=True)
class RankRequest:
    """Which slot of a draft to find stand-ins for."""

    sequence: int
    dish: Dish
    part: str
    slot: str
    eaters: tuple[int, ...] = ()


@dataclass(frozen=True)
class Reach:
    """One target of an eater against the serving: what a reach bar draws."""

    nutrient: str
    label: str
    unit: str
    figure: Figure
    was: float | None
    at_least: float | None
    at_most: float | None
    code: str
    met: bool
    words: str


@dataclass(frozen=True)
class BreachView:
    """An exclusion broken, or not surely kept, and the line to blame."""

    what: str
    certainty: str
    line_id: str
    words: str


@dataclass(frozen=True)
class EaterView:
    """How the serving stands for one eater."""

    id: str
    name: str
    school: str
    suits: bool
    excluded: bool
    reaches: tuple[Reach, ...]
    breaches: tuple[BreachView, ...]


@dataclass(frozen=True)
class PartView:
    """One layer of the section, now and as it was.

    `starch_share` is carbohydrate of starch-class foods per gram of part.
    """

    part_id: str
    grams: float
    was_grams: float
    net_carbs: float | None
    was_net_carbs: float | None
    net_share: float | None
    was_net_share: float | None
    starch_share: float
    was_starch_share: float


@dataclass(frozen=True)
class StarchyView:
    """The slot that carries most of the starch, in a sentence."""

    part_id: str
    slot_id: str
    role: str
    net_share: float | None
    words: str


@dataclass(frozen=True)
class CautionView:
    """A short warning and the rule behind it."""

    key: str
    text: str
    why: str


@dataclass(frozen=True)
class Band:
    """A range of water share, 0 to 1, in which a part works."""

    low: float
    high: float


@dataclass(frozen=True)
class PointView:
    """One sight glass. `target` is the mass at which the part is dry enough."""

    step_id: str
    technique: str
    label: str
    cue: str
    grams: float
    water: float
    solids: float
    water_share: float
    low: float
    high: float
    weighed: float | None
    added: float
    vapour: float
    liquid: float
    stuck: float
    band: Band | None
    target: float | None
    floor: float | None
    seconds: float | None
    advice: str
    words: str
    rounds: int | None
    pan_minutes: float | None
    cautions: tuple[CautionView, ...]


@dataclass(frozen=True)
class LedgerView:
    """The water of one swapped slot, step by step."""

    part_id: str
    slot_id: str
    role: str
    stand_in: str
    name: str
    press: str | None
    points: tuple[PointView, ...]
    lost_carbs: float
    next_words: str
    problem: str


@dataclass(frozen=True)
class Preview:
    """Everything a screen needs for one draft.

    `mass_is_least` says that a line's grams are unknown, so that `serving_grams` is only a
    lower bound and nothing can be said per 100 g.
    """

    sequence: int
    serving_grams: float
    mass_is_least: bool
    figures: dict[str, Figure]
    was: dict[str, Figure]
    eaters: tuple[EaterView, ...]
    parts: tuple[PartView, ...]
    lines: tuple[LineShare, ...]
    starchy: StarchyView | None
    ledgers: tuple[LedgerView, ...]
    doubtful: int
    warnings: tuple[str, ...]


@dataclass(frozen=True)
class DecidingReach:
    """A limit and whose it is."""

    eater: str
    reach: Reach


@dataclass(frozen=True)
class CandidateView:
    """A stand-in computed on this dish before it is chosen."""

    stand_in: str
    name: str
    family: str
    expectation: str
    taste: str
    smell: str
    texture: dict[str, int]
    evidence: str
    equipment: tuple[str, ...]
    without: dict[str, str]
    choice: Choice
    figures: dict[str, Figure]
    eaters: tuple[EaterView, ...]
    # every limit of everybody eating, the worst off first
    deciding: tuple[DecidingReach, ...]
    extra_hands_on: float
    extra_total: float
    water_share: float
    band: Band | None
    excluded: bool
    suits: int
    why: str


@dataclass(frozen=True)
class Ranking:
    """The stand-ins of a slot, best first."""

    sequence: int
    role: str
    role_name: str
    candidates: tuple[CandidateView, ...]


@dataclass(frozen=True)
class FoodView:
    """A food as search and the food place show it, per 100 g of its default form."""

    key: str
    name: str
    curated: bool
    forms: tuple[str, ...]
    source: str
    description: str
    food_class: str
    starch: str
    origin: str | None
    allergens: tuple[str, ...] | None
    check_label: tuple[str, ...]
    names: tuple[str, ...]
    values: dict[str, float | None]
    net_carbs: float | None
    water_is_derived: bool
    measures: tuple[str, ...]


@dataclass(frozen=True)
class RoleView:
    """A role and whether the book has stand-ins for it."""

    key: str
    name: str
    stand_ins: int


@dataclass(frozen=True)
class SchoolView:
    """A way of eating with its preset and source."""

    key: str
    name: str
    source: str
    targets: tuple[dict[str, str | float | None], ...]
    exclusions: tuple[str, ...]
    caution: str
