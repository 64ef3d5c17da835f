"""Who eats: schools with presets, targets, exclusions, and the standing of a plate."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from typing import Literal

import numpy as np

from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate.figures import PLACE, UNIT, Figure, Totals
from snabo_core.wording import Message

NEARLY_SURE = 0.975
TARGETED = ("net_carbs", "carbohydrate", "protein", "fat", "saturated", "fibre", "added_oil",
            "sodium_mg", "kcal")  # fmt: skip
# What can be left out, in the words of the EU's fourteen, the US nine and common wishes.
EXCLUSIONS = (
    "gluten", "milk", "egg", "nuts", "peanut", "soy", "sesame", "fish", "shellfish", "celery",
    "mustard", "sulphites", "lupin", "coconut", "meat", "animal", "added oil", "added salt",
    "added sugar", "alcohol", "allium", "nightshade",
)  # fmt: skip
TAGGED = {"meat": "meat", "alcohol": "alcohol", "allium": "allium", "nightshade": "nightshade",
          "added salt": "salt", "added sugar": "sugar"}  # fmt: skip


@dataclass(frozen=True)
class Target:
    """A limit per serving: at least, at most, or both (a range). Units as in `SHOWN`."""

    nutrient: str
    at_least: float | None = None
    at_most: float | None = None


@dataclass(frozen=True)
class Eater:
    """A person at the table, as the computation needs them."""

    id: str
    name: str
    school: str
    targets: tuple[Target, ...]
    exclusions: tuple[str, ...] = ()


@dataclass(frozen=True)
class School:
    """A named way of eating; `targets` are a start that the eater may change."""

    key: str
    name: str
    source: str
    targets: tuple[Target, ...]
    exclusions: tuple[str, ...]
    caution: str = ""


Code = Literal["meets", "over", "short", "likely_meets", "likely_misses", "cannot_tell"]


@dataclass(frozen=True)
class Standing:
    """How one target stands: a code, the difference to the limit and the words."""

    nutrient: str
    code: Code
    amount: float | None
    chance: float | None
    message: Message

    @property
    def met(self) -> bool:
        """Whether the target counts as met when stand-ins are ranked."""
        return self.code in {"meets", "likely_meets"}


@dataclass(frozen=True)
class Breach:
    """An exclusion that a line breaks or may break."""

    what: str
    certainty: Literal["contains", "may_contain", "unknown_allergens"]
    line_id: str
    message: Message


@cache
def schools() -> dict[str, School]:
    """Return the schools of the book by key."""
    text = (files("snabo_core") / "book" / "schools.toml").read_text("utf-8")
    return {
        key: School(
            key,
            entry["name"],
            entry["source"],
            tuple(Target(**target) for target in entry.get("targets", ())),
            tuple(entry.get("exclusions", ())),
            entry.get("caution", ""),
        )
        for key, entry in tomllib.loads(text).items()
    }


def check_target(target: Target) -> None:
    """Refuse a target that cannot be meant.

    Raises:
        BadInput: unknown nutrient, no limit, a negative or absurd number, or at least over
            at most.
    """
    if target.nutrient not in TARGETED:
        raise BadInput(f"Targets can be set for {', '.join(TARGETED)}.", "nutrient")
    limits = [x for x in (target.at_least, target.at_most) if x is not None]
    if not limits:
        raise BadInput("A target needs an 'at least' or an 'at most'.", "targets")
    if any(not (np.isfinite(x) and 0 <= x <= 20_000) for x in limits):
        raise BadInput("A limit has to lie between 0 and 20,000.", "targets")
    if len(limits) == 2 and limits[0] > limits[1]:
        raise BadInput("'At least' is above 'at most'; nothing can meet both.", "targets")


def standing(
    target: Target,
    figure: Figure,
    with_losses: Figure,
    totals: Totals,
    share: float,
    names: Mapping[str, str],
) -> Standing:
    """Judge one target at its adverse end: at most with nothing lost, at least with losses.

    Args:
        target: the limit per serving.
        figure: the figure with nothing lost.
        with_losses: the same after what left with pressed or drained liquid.
        totals: the draws behind `figure`.
        share: 1 / servings.
        names: line id to food name, for the words.
    """
    place = PLACE[target.nutrient]
    results = []
    if target.at_most is not None:
        sampled = totals.sampled[place] * share
        results.append(_judge(target, figure, target.at_most, sampled, names, upper=True))
    if target.at_least is not None:
        lost = (figure.best or 0.0) - (with_losses.best or 0.0)
        sampled = totals.sampled[place] * share - lost
        results.append(_judge(target, with_losses, target.at_least, sampled, names, upper=False))
    order = ("over", "short", "likely_misses", "cannot_tell", "likely_meets", "meets")
    return min(results, key=lambda s: order.index(s.code))


def _judge(
    target: Target,
    figure: Figure,
    limit: float,
    sampled: np.ndarray[tuple[int, ...], np.dtype[np.float64]],
    names: Mapping[str, str],
    *,
    upper: bool,
) -> Standing:
    unit = UNIT.get(target.nutrient, "g")
    high = float("inf") if figure.high is None else figure.high
    tiny = 1e-9 * max(1.0, limit)

    def result(
        code: Code, amount: float | None, chance: float | None, message: Message
    ) -> Standing:
        return Standing(target.nutrient, code, amount, chance, message)

    surely_met = high <= limit + tiny if upper else figure.low >= limit - tiny
    surely_missed = figure.low > limit + tiny if upper else high < limit - tiny
    if figure.best is None and not (surely_met or surely_missed):
        food = names.get(figure.blame[0], "one line") if figure.blame else "one line"
        nutrient = target.nutrient.replace("_mg", "").replace("_", " ")
        values = {"nutrient": nutrient, "food": food}
        return result("cannot_tell", None, None, Message("cannot_tell", values))
    # Where the best value is unknown, the end of the bounds nearest to the limit decides.
    nearest = high if upper == surely_met else figure.low
    best = figure.best if figure.best is not None else nearest
    room = limit - best if upper else best - limit
    inside = sampled <= limit + tiny if upper else sampled >= limit - tiny
    chance = 1.0 if surely_met else 0.0 if surely_missed else float(np.mean(inside))
    if chance >= NEARLY_SURE and room >= -tiny:
        code = "meets_most" if upper else "meets_least"
        room_values: dict[str, str | float] = {"spare": room, "unit": unit}
        if figure.best is None:
            text = Message(f"{code}_at_least", room_values)
        else:
            text = Message(code, room_values) if room > tiny else Message("exactly")
        return result("meets", max(room, 0.0), chance, text)
    if chance <= 1 - NEARLY_SURE and room < 0:
        word: Code = "over" if upper else "short"
        if figure.best is None:
            least = Message(f"{word}_at_least", {"amount": -room, "unit": unit})
            return result(word, -room, chance, least)
        return result(word, -room, chance, Message(word, {"amount": -room, "unit": unit}))
    if room >= -tiny:
        return result("likely_meets", room, chance, Message("likely_meets", {"chance": chance}))
    missed = Message("likely_misses", {"chance": 1 - chance})
    return result("likely_misses", -room, chance, missed)


def breaches(eater: Eater, lines: Sequence[Line], library: Library) -> list[Breach]:
    """Return which of an eater's exclusions the lines break, and which line is to blame."""
    found = []
    for line in lines:
        if line.food is None or line.grams == 0 or line.eaten_share() == 0:
            continue
        for what in eater.exclusions:
            certainty = _holds(line.food, what, library)
            if certainty:
                values: dict[str, str | float] = {
                    "what": what,
                    "food": library.food(line.food).name,
                }
                found.append(Breach(what, certainty, line.id, Message(certainty, values)))
    order = ("contains", "may_contain", "unknown_allergens")
    return sorted(found, key=lambda b: order.index(b.certainty))


def _holds(
    key: str, what: str, library: Library
) -> Literal["contains", "may_contain", "unknown_allergens"] | None:
    food = library.food(key)
    if what in food.check_label:
        return "may_contain"
    if what == "animal":
        unknown, holds = food.origin is None, food.origin == "animal"
    elif what == "added oil":
        unknown, holds = not (food.curated or food.own), food.free_fat is not None
    else:
        unknown = food.allergens is None
        holds = TAGGED.get(what) in food.tags or what in (food.allergens or ())
    if holds:
        return "contains"
    return "unknown_allergens" if unknown else None
