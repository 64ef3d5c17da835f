"""What a base can carry: the water its toppings let go in the heat, and their weight.

How much of a topping's water runs, how it behaves and what is drier stands in
`book/toppings.toml`; common practice and from memory, no source. Everything is told to 100 cm2 of
base, so that a big one and a small one are judged alike.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Literal

from snabo_core.book import entries_of
from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.swaps.stand_ins import Hold

Verdict = Literal["dry", "right", "wet", "soggy"]
# Grams of water set free on 100 cm2 from which a base softens and goes to pieces; a thin coat of
# tomato sauce, 8 to 12 g, lets go of 2 to 3. Common practice, no source.
RIGHT_FROM, WET_FROM, SOGGY_FROM = 0.5, 5.0, 9.0
# Grams of topping that 100 cm2 of a base carry by how it holds. From memory.
CARRIES: Mapping[Hold, float] = {"": 45.0, "crumbles": 20.0, "fork": 45.0, "slice": 60.0,
                                 "rubbery": 70.0}  # fmt: skip
AREA = 100.0
# What a topping that was sautéed, roasted or seared first still lets go of its water, as a share of
# what it would raw. From memory.
COOKED_FIRST = 0.2


@dataclass(frozen=True)
class Topping:
    """How a food behaves on a base.

    `runs` is the share of its water that leaves in a quarter of an hour of heat, `piece_grams`
    what one piece weighs as it is laid on, `layer` its place from the base up, `drier` a food or
    `food/form` that does the same with less water, empty where it is dry already.
    """

    food: str
    form: str
    runs: float
    piece_grams: float
    layer: int
    heat: str
    drier: str


@dataclass(frozen=True)
class Laid:
    """One topping on this base: grams of free water it brings, in all."""

    line: Line
    topping: Topping
    free_water: float
    cooked_first: bool = False


@dataclass(frozen=True)
class Load:
    """All toppings on a base.

    `water` and `weight` are grams on 100 cm2, `carries` what it holds. `most` are the grams of
    the wettest topping up to which the base stays right, None where it does. `unknown` are lines
    that nobody knows as toppings: they weigh, and their water is not counted.
    """

    laid: tuple[Laid, ...]
    unknown: tuple[Line, ...]
    area_cm2: float
    water: float
    weight: float
    carries: float
    verdict: Verdict
    wettest: Laid | None
    most: float | None

    @property
    def too_heavy(self) -> bool:
        """Whether they weigh more than the base holds in the hand."""
        return self.weight > self.carries


@cache
def toppings() -> Mapping[str, Topping]:
    """Return the known toppings by `food` or `food/form`; read once."""
    found = {}
    for name, entry in entries_of("toppings.toml").items():
        food, _, form = name.partition("/")
        found[name] = Topping(
            food, form, float(entry["runs"]), float(entry["piece"]), int(entry["layer"]),
            entry["heat"], entry.get("drier", ""),
        )  # fmt: skip
    return found


def topping_of(line: Line) -> Topping | None:
    """Return how a line behaves on a base, None where nobody knows."""
    known = toppings()
    return known.get(f"{line.food}/{line.form}") or known.get(line.food or "")


def load_of(
    lines: Sequence[Line],
    area_cm2: float,
    hold: Hold,
    foods: Library,
    cooked_first: frozenset[str] = frozenset(),
) -> Load:
    """Return what toppings do to a base.

    Args:
        lines: what lies on it, with grams.
        area_cm2: the base.
        hold: how it holds when it is baked.
        foods: where their water is looked up.
        cooked_first: ids of lines that the method cooks dry before they are laid on.

    Raises:
        BadInput: the base has no area, or a line has no food or grams.
    """
    if area_cm2 <= 0:
        raise BadInput("A base covers more than nothing.", "area")
    laid, unknown = [], []
    for line in lines:
        if line.food is None or line.grams is None:
            raise BadInput(f"Fix the line '{line.text}' first: food and grams.", "line")
        known = topping_of(line)
        water = foods.row(line.food, line.form).value("water")
        if known is None or water is None:
            unknown.append(line)
        else:
            first = line.id in cooked_first
            runs = known.runs * (COOKED_FIRST if first else 1.0)
            laid.append(Laid(line, known, line.grams * water / 100 * runs, first))
    per_area = AREA / area_cm2
    water = sum(each.free_water for each in laid) * per_area
    weight = sum(line.grams or 0.0 for line in lines) * per_area
    wettest = max(laid, key=lambda each: each.free_water, default=None)
    most = None
    if wettest is not None and water > WET_FROM:
        others = water - wettest.free_water * per_area
        each_gram = wettest.free_water / (wettest.line.grams or 1.0) * per_area
        most = max(0.0, (WET_FROM - others) / each_gram)
    return Load(
        tuple(sorted(laid, key=lambda each: (each.topping.layer, each.line.food_name))),
        tuple(unknown), area_cm2, water, weight, CARRIES[hold], verdict_of(water), wettest, most,
    )  # fmt: skip


def verdict_of(water: float) -> Verdict:
    """Return what so many grams of free water on 100 cm2 do to a base."""
    if water >= SOGGY_FROM:
        return "soggy"
    if water >= WET_FROM:
        return "wet"
    return "right" if water >= RIGHT_FROM else "dry"
