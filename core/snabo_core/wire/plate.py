"""What the Bench, Water, Portions and Compare get."""

from __future__ import annotations

from dataclasses import dataclass

from snabo_core.dish import NONE, Choice, Dish, Readings
from snabo_core.plate.salt import Salt, SaltCode
from snabo_core.plate.serving import LineShare
from snabo_core.plate.totals import Figure
from snabo_core.wire.table import Cell


@dataclass(frozen=True)
class PreviewRequest:
    """A draft to compute, with what a run has weighed of it; `eaters` empty means all."""

    sequence: int
    dish: Dish
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


@dataclass(frozen=True)
class RankRequest:
    """Which slot of a draft to find stand-ins for."""

    sequence: int
    dish: Dish
    part: str
    slot: str
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


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
    per: str
    hard: bool
    code: str
    met: bool
    line_id: str | None
    words: str


@dataclass(frozen=True)
class BreachView:
    """An exclusion broken, or not surely kept, and the line to blame."""

    what: str
    certainty: str
    line_id: str
    words: str
    # what else the recipe offers that would do, in words; empty where nothing does
    help: str = ""


@dataclass(frozen=True)
class RuleView:
    """A rule of an eater's programme and whether the dish keeps it."""

    rule: str
    kept: bool
    words: str


@dataclass(frozen=True)
class CautionView:
    """A short warning and the rule behind it."""

    key: str
    text: str
    why: str


@dataclass(frozen=True)
class ScaleView:
    """The plate by a scale: serving, 100g as served, dish, or the id of an eater with a portion."""

    scale: str
    figures: dict[str, Figure]
    was: dict[str, Figure]


@dataclass(frozen=True)
class SourceShare:
    """What one kind of source brings to a ledger, per serving; None where unknown."""

    source: str
    value: float | None


@dataclass(frozen=True)
class LedgerSources:
    """A ledger of the plate opened by source: added oil, sodium, added sugar, polyols."""

    nutrient: str
    sources: tuple[SourceShare, ...]


@dataclass(frozen=True)
class PeopleCautionView:
    """A caution said once for a dish, with the ids of the eaters it concerns."""

    key: str
    text: str
    why: str
    eaters: tuple[str, ...]


@dataclass(frozen=True)
class EaterView:
    """How their portion stands for one eater; without `portion_grams` it is a serving."""

    id: str
    name: str
    school: str
    suits: bool
    excluded: bool
    reaches: tuple[Reach, ...]
    breaches: tuple[BreachView, ...]
    portion_grams: float | None = None
    rules: tuple[RuleView, ...] = ()


@dataclass(frozen=True)
class PartView:
    """One layer of the section, now and as it was.

    `starch_share` is carbohydrate of starch-class foods per gram of part. Of the `makes_grams`
    it makes, the share `taken` goes into the dish; the rest is surplus.
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
    makes_grams: float
    taken: float


@dataclass(frozen=True)
class OptionView:
    """A line that may be left out, whether it is in, and what it costs a serving, in words."""

    line_id: str
    part_id: str
    name: str
    included: bool
    words: str


@dataclass(frozen=True)
class SaltView:
    """Grams of salt in 100 g of the mouthful and of each part, by part id, and the words."""

    mouthful: Salt
    parts: dict[str, Salt]
    code: SaltCode
    words: str


@dataclass(frozen=True)
class StarchyView:
    """The slot that carries most of the starch, in a sentence."""

    part_id: str
    slot_id: str
    role: str
    net_share: float | None
    words: str


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
    # what to aim at before it is weighed, and what the step takes; empty where there is nothing
    aim: str = ""
    note: str = ""


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
    lower bound and nothing can be said per 100 g. `finished_grams` is what the scale said of
    the finished dish; `left_grams`, once portions are planned or it was weighed, what nobody has
    taken.
    """

    sequence: int
    serving_grams: float
    mass_is_least: bool
    finished_grams: float | None
    left_grams: float | None
    figures: dict[str, Figure]
    was: dict[str, Figure]
    scales: tuple[ScaleView, ...]
    eaters: tuple[EaterView, ...]
    parts: tuple[PartView, ...]
    lines: tuple[LineShare, ...]
    ledger_sources: tuple[LedgerSources, ...]
    starchy: StarchyView | None
    ledgers: tuple[LedgerView, ...]
    doubtful: int
    warnings: tuple[str, ...]
    options: tuple[OptionView, ...]
    salt: SaltView | None
    cautions: tuple[PeopleCautionView, ...]
    verdicts: tuple[Cell, ...]


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
    net_carbs: float | None
    eaters: tuple[EaterView, ...]
    # every limit of everybody eating, the worst off first
    deciding: tuple[DecidingReach, ...]
    # the limit that this stand-in moves most, None where it moves none to speak of
    moves: DecidingReach | None
    extra_hands_on: float
    extra_total: float
    water_share: float
    band: Band | None
    excluded: bool
    suits: int
    why: str
    # why it cannot do all that the original did here, empty if it can
    limit: str = ""


@dataclass(frozen=True)
class ByHandView:
    """What can always be done with a slot, and the net carbs of a serving with it."""

    choice: Choice
    net_carbs: float | None


@dataclass(frozen=True)
class Ranking:
    """The stand-ins of a slot, best first, and what is done by hand.

    `problem` says why no stand-in could be scaled, empty where they were.
    """

    sequence: int
    role: str
    role_name: str
    candidates: tuple[CandidateView, ...]
    # What somebody leaves out elsewhere in the dish: no stand-in of this slot cures it.
    elsewhere: tuple[str, ...] = ()
    by_hand: tuple[ByHandView, ...] = ()
    was_net_carbs: float | None = None
    problem: str = ""


@dataclass(frozen=True)
class ExplainRequest:
    """Which figure of a draft to open: by serving, 100g, dish, or an eater's id."""

    dish: Dish
    nutrient: str
    scale: str
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


@dataclass(frozen=True)
class WhatIf:
    """A figure and the words of the limits on it if a line were changed."""

    value: float | None
    words: tuple[str, ...]


@dataclass(frozen=True)
class ExplainedLine:
    """What one line brings to a figure, where it comes from, by which rule, in what doubt."""

    line_id: str
    part: str
    food: str
    grams: float | None
    value: float | None
    of_total: float | None
    source: str
    rule: str
    doubt: str
    gone: WhatIf | None
    halved: WhatIf | None


@dataclass(frozen=True)
class Explained:
    """A figure opened down to its lines."""

    nutrient: str
    label: str
    scale: str
    figure: Figure
    lines: tuple[ExplainedLine, ...]


@dataclass(frozen=True)
class CompareStandIn:
    """A stand-in to put beside the original."""

    part: str
    slot: str
    stand_in: str


@dataclass(frozen=True)
class CompareDishRequest:
    """A draft, kept versions by number and stand-ins, to stand beside the original."""

    dish: Dish
    stand_ins: tuple[CompareStandIn, ...] = ()
    versions: tuple[int, ...] = ()
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


@dataclass(frozen=True)
class Difference:
    """How a figure differs from the original's; not `real` where the spread swallows it."""

    value: float | None
    real: bool
    words: str


@dataclass(frozen=True)
class PartContribution:
    """What a part brings to a serving; None where unknown."""

    part: str
    values: dict[str, float | None]


@dataclass(frozen=True)
class DishColumn:
    """One dish of a comparison, per serving; minutes are more or less than the original's."""

    key: str
    label: str
    figures: dict[str, Figure]
    differences: dict[str, Difference]
    energy_shares: dict[str, float | None]
    parts: tuple[PartContribution, ...]
    eaters: tuple[EaterView, ...]
    extra_hands_on: float | None
    extra_total: float | None
    note: str = ""


@dataclass(frozen=True)
class DishComparison:
    """Dishes side by side, the original first."""

    nutrients: tuple[str, ...]
    charted: tuple[str, ...]
    columns: tuple[DishColumn, ...]


@dataclass(frozen=True)
class RoleView:
    """A role and whether the book has stand-ins for it."""

    key: str
    name: str
    stand_ins: int
