"""Who eats: schools with presets, targets, and the standing of a plate against them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache
from typing import Literal

import numpy as np

from snabo_core.book import entries_of
from snabo_core.errors import BadInput
from snabo_core.foods.records import Vector
from snabo_core.plate.exclusions import Exclusion
from snabo_core.plate.nutrients import TARGETED, UNIT
from snabo_core.plate.programme import Programme
from snabo_core.plate.rows import PLACE
from snabo_core.plate.totals import DECIDING, Blame, Many, Totals
from snabo_core.wording import Message

NEARLY_SURE = 0.975
ALL_FATS = ("oil", "dairy", "spray")
MOST_LIMIT, MOST_TOLERANCE = 20_000.0, 1000.0

Per = Literal["serving", "day"]


@dataclass(frozen=True)
class Target:
    """A limit: at least, at most, or both (a range). Units as in `SHOWN`.

    Per day it counts for this meal by `day_share`. A soft target is shown but does not keep
    a dish from suiting; `tolerance` is by how much a limit may be passed, in its unit.
    """

    nutrient: str
    at_least: float | None = None
    at_most: float | None = None
    per: Per = "serving"
    day_share: float = 1.0
    hard: bool = True
    tolerance: float = 0.0

    def meal(self, limit: float | None) -> float | None:
        """Return what a limit comes to for one meal."""
        return None if limit is None else limit * (self.day_share if self.per == "day" else 1.0)


@dataclass(frozen=True)
class Eater:
    """A person at the table, as the computation needs them.

    `oil` are the kinds of free fat that count as added oil for them; `dismissed` the
    cautions they have read and put away.
    """

    id: str
    name: str
    school: str
    targets: tuple[Target, ...]
    exclusions: tuple[Exclusion, ...] = ()
    oil: tuple[str, ...] = ALL_FATS
    programme: Programme | None = None
    dismissed: tuple[str, ...] = ()

    def counted_as(self, nutrient: str) -> str:
        """Return the figure a target is held against: added oil by the school's own count."""
        plain = nutrient == "added_oil" and "dairy" not in self.oil
        return "plain_oil" if plain else nutrient


@dataclass(frozen=True)
class School:
    """A named way of eating; `targets` are a start that the eater may change."""

    key: str
    name: str
    source: str
    targets: tuple[Target, ...]
    exclusions: tuple[Exclusion, ...]
    oil: tuple[str, ...] = ALL_FATS


Code = Literal["meets", "over", "short", "likely_meets", "likely_misses", "cannot_tell"]


@dataclass(frozen=True)
class Standing:
    """How one target stands: a code, the difference to the limit and the words.

    `line_id` is the line that decides where nothing can be told.
    """

    nutrient: str
    code: Code
    amount: float | None
    chance: float | None
    message: Message
    line_id: str | None = None
    hard: bool = True

    @property
    def met(self) -> bool:
        """Whether the target counts as met when stand-ins are ranked."""
        return self.code in {"meets", "likely_meets"}


@cache
def schools() -> dict[str, School]:
    """Return the schools of the book by key."""
    return {
        key: School(
            key,
            entry["name"],
            entry["source"],
            tuple(Target(**target) for target in entry.get("targets", ())),
            tuple(Exclusion(what) for what in entry.get("exclusions", ())),
            tuple(entry.get("oil", ALL_FATS)),
        )
        for key, entry in entries_of("schools.toml").items()
    }


def check_target(target: Target) -> None:
    """Refuse a target that cannot be meant.

    Raises:
        BadInput: unknown nutrient, no limit, a negative or absurd number, at least over at
            most, or a share of the day that is none.
    """
    if target.nutrient not in TARGETED:
        raise BadInput(f"Targets can be set for {', '.join(TARGETED)}.", "nutrient")
    limits = [x for x in (target.at_least, target.at_most) if x is not None]
    if not limits:
        raise BadInput("A target needs an 'at least' or an 'at most'.", "targets")
    if any(not (np.isfinite(x) and 0 <= x <= MOST_LIMIT) for x in limits):
        raise BadInput(f"A limit has to lie between 0 and {MOST_LIMIT:,.0f}.", "targets")
    if len(limits) == 2 and limits[0] > limits[1]:
        raise BadInput("'At least' is above 'at most'; nothing can meet both.", "targets")
    if not (np.isfinite(target.day_share) and 0 < target.day_share <= 1):
        raise BadInput("A meal is a share of the day above 0 and up to all of it.", "targets")
    if not (np.isfinite(target.tolerance) and 0 <= target.tolerance <= MOST_TOLERANCE):
        raise BadInput(f"A tolerance lies between 0 and {MOST_TOLERANCE:,.0f}.", "targets")


@dataclass(eq=False, slots=True)
class _Held:
    """What a target is held against: one figure of a share, with what is open about it.

    `low` and `high` are the hard bounds that are shown beside it; words are made from them.
    """

    nutrient: str
    best: float | None
    known: float
    open_low: float
    open_high: float
    low: float
    high: float
    totals: Totals
    names: Mapping[str, str]

    def decides(self, place: int) -> Blame | None:
        """Return the unknown or label that decides, if one does."""
        return next((b for _, b in self.totals.blame[place] if b.cause in DECIDING), None)


def standing(
    target: Target,
    totals: Totals,
    share: float,
    names: Mapping[str, str],
    *,
    lost: float = 0.0,
    counted_as: str | None = None,
) -> Standing:
    """Judge one target at its adverse end: at most with nothing lost, at least with losses.

    Args:
        target: the limit.
        totals: the sums and draws of the whole dish.
        share: what is eaten of it, 0 to 1.
        names: line id to food name, for the words.
        lost: how much of the figure left with pressed liquid, in this share.
        counted_as: the figure that counts, where the school counts its own way.
    """
    many = Many([totals])
    return standings(target, many, share, [names], lost=[lost], counted_as=counted_as)[0]


def standings(
    target: Target,
    many: Many,
    share: float,
    names: Sequence[Mapping[str, str]],
    *,
    lost: Sequence[float] | None = None,
    counted_as: str | None = None,
) -> list[Standing]:
    """Judge one target for many dishes at once, see `standing`; `lost` is one for each dish."""
    nothing = [0.0] * len(many.totals)
    place = PLACE[counted_as or target.nutrient]
    best, low, high, known, open_low, open_high = (
        many.column(name, place) * share
        for name in ("best", "low", "high", "known", "decided_low", "decided_high")
    )
    down, up = (many.reach(name, place) for name in ("down", "up"))
    drawn = _Drawn(many, place, share, np.maximum(low, known - down * share),
                   np.minimum(high, known + up * share))  # fmt: skip
    held = [
        _Held(target.nutrient, None if unknown else k, k, lowest - k, highest - k, least, most,
              totals, called)
        for unknown, k, lowest, highest, least, most, totals, called in zip(
            np.isnan(best).tolist(), known.tolist(), open_low.tolist(), open_high.tolist(),
            low.tolist(), high.tolist(), many.totals, names, strict=True,
        )
    ]  # fmt: skip
    sides = []
    at_most, at_least = target.meal(target.at_most), target.meal(target.at_least)
    if at_most is not None:
        sides.append(_judge(held, drawn, at_most, target.tolerance, lost=nothing, upper=True))
    if at_least is not None:
        gone = lost or nothing
        sides.append(_judge(held, drawn, at_least, target.tolerance, lost=gone, upper=False))
    worst = [
        min(both, key=lambda s: WORST_FIRST.index(s.code)) for both in zip(*sides, strict=True)
    ]
    if target.hard:
        return worst
    return [replace(one, hard=False) for one in worst]


# Less than this cannot be read off a plate and decides nothing: g, mg and kcal as shown.
UNSEEN = {"sodium_mg": 0.5, "kcal": 0.5}
UNSEEN_GRAMS = 0.05


def unseen(nutrient: str, edge: float) -> float:
    """Return by how much a limit may be passed without anybody seeing it."""
    unseen = UNSEEN.get(nutrient, UNSEEN_GRAMS) if edge == 0 else 0.0
    return max(unseen, 1e-6 * max(1.0, abs(edge)))


WORST_FIRST: tuple[Code, ...] = (
    "over", "short", "likely_misses", "cannot_tell", "likely_meets", "meets",
)  # fmt: skip


@dataclass(eq=False, slots=True)
class _Chances:
    """The shares of draws inside a limit: what is open at its worst, its kindest, its best."""

    adverse: float
    kindest: float
    plain: float


@dataclass(frozen=True, eq=False)
class _Drawn:
    """Draws of a share of the whole dishes, and the ends that no draw of theirs passes."""

    many: Many
    place: int
    share: float
    low: Vector
    high: Vector

    def inside(self, row: int, bound: float, *, upper: bool) -> float:
        """Return the share of one dish's draws on the right side of a bound.

        First-order sums may step over the hard bounds; what lies beyond those is settled.
        """
        if bound >= self.high[row]:
            return 1.0 if upper or bound <= self.high[row] else 0.0
        if bound < self.low[row]:
            return 0.0 if upper else 1.0
        edge = np.float32(bound / self.share)
        drawn = self.many.draws(row, self.place)
        return int(np.count_nonzero(drawn <= edge if upper else drawn >= edge)) / drawn.size


def _chances(
    held: Sequence[_Held], drawn: _Drawn, edge: float, *, lost: Sequence[float], upper: bool
) -> list[_Chances]:
    """Return each dish's chances; draws decide, unless something unknown does."""
    tiny = unseen(held[0].nutrient, edge) if held else 0.0

    def moved(row: int, bound: float, offset: float) -> float:
        if np.isinf(offset):
            return 0.0 if upper else 1.0
        return drawn.inside(row, bound - offset, upper=upper)

    found = []
    for row, (h, gone) in enumerate(zip(held, lost, strict=True)):
        bound = edge + gone + tiny if upper else edge + gone - tiny
        plain = drawn.inside(row, bound, upper=upper)
        if h.open_low == h.open_high == 0:
            found.append(_Chances(plain, plain, plain))
            continue
        worst, kindest = (h.open_high, h.open_low) if upper else (h.open_low, h.open_high)
        found.append(_Chances(moved(row, bound, worst), moved(row, bound, kindest), plain))
    return found


def _judge(
    held: Sequence[_Held],
    drawn: _Drawn,
    limit: float,
    tolerance: float,
    *,
    lost: Sequence[float],
    upper: bool,
) -> list[Standing]:
    """Judge one side of a target for many dishes."""
    edge = limit + tolerance if upper else limit - tolerance
    chances = _chances(held, drawn, edge, lost=lost, upper=upper)
    return [
        _verdict(h, drawn.place, chance, limit, tolerance, lost=gone, upper=upper)
        for h, chance, gone in zip(held, chances, lost, strict=True)
    ]


def _verdict(
    held: _Held,
    place: int,
    chance: _Chances,
    limit: float,
    tolerance: float,
    *,
    lost: float,
    upper: bool,
) -> Standing:
    edge = limit + tolerance if upper else limit - tolerance
    tiny = unseen(held.nutrient, edge)
    value = held.known - lost
    room = limit - value if upper else value - limit
    if held.best is None:
        # The end that is shown, so that figure and words say the same.
        shown = held.high if upper else held.low
        room = limit - shown if upper else shown - lost - limit
    if chance.adverse >= NEARLY_SURE and np.isfinite(room) and room >= -tiny - tolerance:
        return _met(held, room, chance.adverse, tolerance, upper=upper)
    if chance.kindest <= 1 - NEARLY_SURE:
        if held.best is None:
            nearest = held.low if upper else held.high
            room = limit - nearest if upper else nearest - lost - limit
        if room < 0:
            return _missed(held, -room, chance.kindest, upper=upper)
    room = limit - value if upper else value - limit
    low, high = value + held.open_low, value + held.open_high
    if held.best is None or (low < edge - tiny and high > edge + tiny):
        nutrient = held.nutrient.replace("_mg", "").replace("_", " ")
        decides = held.decides(place)
        line = decides.line_id if decides else None
        by_label = decides is not None and decides.cause == "label"
        food = held.names.get(line or "", "one line")
        values: dict[str, str | float] = {"nutrient": nutrient, "food": food}
        message = Message("cannot_tell_label" if by_label else "cannot_tell", values)
        return Standing(held.nutrient, "cannot_tell", None, None, message, line)
    if room >= -tiny - tolerance:
        likely = Message("likely_meets", {"chance": chance.plain})
        return Standing(held.nutrient, "likely_meets", room, chance.plain, likely)
    unlikely = Message("likely_misses", {"chance": 1 - chance.plain})
    return Standing(held.nutrient, "likely_misses", -room, chance.plain, unlikely)


def _met(held: _Held, room: float, chance: float, tolerance: float, *, upper: bool) -> Standing:
    unit = UNIT.get(held.nutrient, "g")
    code = "meets_most" if upper else "meets_least"
    values: dict[str, str | float] = {"spare": room, "unit": unit}
    if held.best is None:
        text = Message(f"{code}_at_least", values)
    elif room < -1e-6:
        text = Message("within_tolerance", {"amount": -room, "unit": unit, "allowed": tolerance})
    else:
        text = Message(code, values) if room > 1e-9 else Message("exactly")
    return Standing(held.nutrient, "meets", max(room, 0.0), chance, text)


def _missed(held: _Held, amount: float, chance: float, *, upper: bool) -> Standing:
    word: Code = "over" if upper else "short"
    values: dict[str, str | float] = {"amount": amount, "unit": UNIT.get(held.nutrient, "g")}
    code = f"{word}_at_least" if held.best is None else word
    return Standing(held.nutrient, word, amount, chance, Message(code, values))
