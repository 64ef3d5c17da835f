"""How foods come in a shop: in which form, in which sizes, in which aisle.

The table is `book/shop.toml`, all of it common practice without a source. Grams are usable grams,
as lines have them: a head of cauliflower counts without what is trimmed off it.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache, lru_cache
from itertools import combinations_with_replacement
from typing import Any

from snabo_core.book import entries_of
from snabo_core.errors import SnaboError
from snabo_core.foods import Food, Library
from snabo_core.wording import listed

# So much less than is needed is enough: what is written in whole grams is no more exact.
ENOUGH = 0.5
# From so many of one kind on, only that kind is counted out.
MOST_MIXED = 12


@dataclass(frozen=True)
class Bought:
    """What is bought for a gram of something: a food in a form, grams of it.

    `part` names what it is only a part of that, empty where it is all of it.
    """

    food: str
    form: str
    grams: float
    part: str = ""


@dataclass(frozen=True)
class ShopUnit:
    """One size something is sold in. `grams` are usable, `weighs` is what it weighs in the hand.

    `loose` is weighed out in steps of its grams.
    """

    name: str
    names: str
    grams: float
    weighs: float
    loose: bool = False

    def words(self, count: int) -> str:
        """Return the count with the unit's word: "2 tins"."""
        return f"{count} {self.name if count == 1 else self.names}"


@dataclass(frozen=True)
class Purchase:
    """What is bought of one thing: units with their counts, the largest first."""

    units: tuple[tuple[ShopUnit, int], ...]

    @property
    def grams(self) -> float:
        """The usable grams of it all."""
        return sum(unit.grams * count for unit, count in self.units)

    @property
    def weighs(self) -> float:
        """What it weighs in the hand, as bought."""
        return sum(unit.weighs * count for unit, count in self.units)


@dataclass(frozen=True)
class Aisle:
    """A stretch of a shop, in the order of the walk."""

    key: str
    name: str


@cache
def _book() -> dict[str, Any]:
    return entries_of("shop.toml")


@cache
def aisles() -> tuple[Aisle, ...]:
    """Return the aisles in the order of the walk."""
    return tuple(Aisle(entry["key"], entry["name"]) for entry in _book()["aisle"])


def is_free(food: str) -> bool:
    """Return whether something is never bought."""
    return food in _book()["free"]["foods"]


def aisle_of(food: Food, form: str) -> str:
    """Return the key of the aisle that a food in a form stands in."""
    book = _book()
    forms = book["by_form"]
    said = book["food_aisle"].get(food.key)
    said = said or forms.get(f"{food.food_class}/{form}") or forms.get(form)
    if said:
        return str(said)
    found = (a["key"] for a in book["aisle"] if food.food_class in a["classes"])
    return next(found, "else")


@lru_cache(maxsize=2048)
def bought_for(key: str, form: str | None, library: Library) -> Bought:
    """Return what is bought for a gram of a food: nobody sells boiled swede or half an egg.

    What is only a part is bought whole; what is cooked is bought raw or dry, as much as holds the
    same dry matter, and a little more.

    Raises:
        UnknownFood: there is no such food.
    """
    book = _book()
    for part in book["part_of"]:
        if part["food"] == key:
            whole = library.food(part["bought"])
            usual = part.get("form", whole.default_form)
            return Bought(whole.key, usual, float(part["grams"]), key)
    food = library.food(key)
    form = form or food.default_form
    cooked = book["cooked"]
    if form not in cooked["forms"] or key in cooked["sold"]:
        return Bought(key, form, 1.0)
    raw = next((one for one in cooked["bought"] if one in food.forms), None)
    if raw is None:
        return Bought(key, form, 1.0)
    done, before = _dry_matter(key, form, library), _dry_matter(key, raw, library)
    if done is None or not before:
        return Bought(key, form, 1.0)
    return Bought(key, raw, done / before * float(cooked["more"]))


def _dry_matter(key: str, form: str, library: Library) -> float | None:
    """Return the share of a food that is no water, None where nobody knows."""
    water = library.row(key, form).value("water")
    return None if water is None else 1 - water / 100


@lru_cache(maxsize=2048)
def units_of(key: str, form: str, library: Library) -> tuple[ShopUnit, ...]:
    """Return the sizes a food is sold in, never none: what nobody packs is weighed out.

    Raises:
        UnknownFood: there is no such food.
    """
    food, book = library.food(key), _book()
    for entry in book["sold"]:
        if key in entry["foods"] and form in entry["forms"]:
            words = entry["unit"], entry["units"]
            return tuple(_unit(words, grams, food, form) for grams in entry["grams"])
    counted = _counted(food, form)
    if counted is not None:
        return (counted,)
    for entry in book["packed"]:
        if food.food_class in entry["classes"] and form in entry["forms"]:
            words = entry["unit"], entry["units"]
            ml = _grams_a_ml(food, form)
            return tuple(
                _unit(words, size * ml, food, form, f"{size:g} ml" if form == "liquid" else "")
                for size in entry["sizes"]
            )
    return ()


def _counted(food: Food, form: str) -> ShopUnit | None:
    """Return the unit of a food's own counts that the shop has it in."""
    book = _book()
    for entry in book["counted"]:
        if form not in entry["forms"] or food.food_class in entry.get("not_classes", ()):
            continue
        for unit in entry["units"]:
            if unit in food.counts:
                return _unit(book["words"][unit], food.counts[unit].grams, food, form, key=unit)
    return None


def _grams_a_ml(food: Food, form: str) -> float:
    density = food.densities.get(form) if form == "liquid" else None
    return density.best if density else 1.0


def _unit(
    words: Sequence[str], grams: float, food: Food, form: str, size: str = "", key: str = ""
) -> ShopUnit:
    """Return a unit; what has its size on it is said with it: "tin of 400 g"."""
    one, several = words
    weighs = float(grams) / edible(food, form)
    if (key or one) in _book()["sized"]["units"]:
        said = size or f"{weighs:.0f} g"
        said = f"with {said} drained" if form == "drained" else f"of {said}"
        one, several = f"{one.removesuffix(' of')} {said}", f"{several.removesuffix(' of')} {said}"
    return ShopUnit(one, several, float(grams), weighs)


def edible(food: Food, form: str) -> float:
    """Return the share of what is bought that can be used; only whole things are trimmed."""
    return (food.edible_share or 1.0) if form == food.default_form else 1.0


def loose(grams: float, food: Food, form: str) -> ShopUnit:
    """Return the unit that so many usable grams are weighed out in."""
    share = edible(food, form)
    steps = _book()["loose"]["steps"]
    step = next((step for up_to, step in steps if grams / share <= up_to), steps[-1][1])
    return ShopUnit("g", "g", step * share, step, loose=True)


def purchase(grams: float, units: Sequence[ShopUnit]) -> Purchase:
    """Return what to buy for a need: as little over it as the sizes allow, then as few pieces.

    Args:
        grams: usable grams that are needed, more than 0.
        units: the sizes there are, at least one.

    Never less than is needed, but for half a gram.
    """
    if not units:
        message = "There is no size to buy it in."
        raise SnaboError(message)
    wanted = max(grams - ENOUGH, 0.0)
    if len(units) == 1:
        return Purchase(((units[0], max(1, math.ceil(wanted / units[0].grams - 1e-9))),))
    best: tuple[float, int, dict[ShopUnit, int]] | None = None
    largest = max(units, key=lambda unit: unit.grams)
    many = max(0, math.floor(wanted / largest.grams) - MOST_MIXED)
    rest = wanted - many * largest.grams
    for one, other in combinations_with_replacement(units, 2):
        for counts in _counts(rest, one, other):
            counts[largest] = counts.get(largest, 0) + many
            bought = sum(unit.grams * count for unit, count in counts.items())
            known = (round(bought, 6), sum(counts.values()), counts)
            if best is None or known[:2] < best[:2]:
                best = known
    counts = best[2] if best else {largest: 1}
    kept = sorted(((u, n) for u, n in counts.items() if n), key=lambda pair: -pair[0].grams)
    return Purchase(tuple(kept))


def _counts(rest: float, one: ShopUnit, other: ShopUnit) -> list[dict[ShopUnit, int]]:
    """Return the ways to have enough with two sizes: so many of one, the rest of the other."""
    found = []
    for count in range(math.ceil(rest / one.grams) + 1):
        left = max(0.0, rest - count * one.grams)
        more = math.ceil(left / other.grams - 1e-9)
        if not count + more:
            more = 1
        counts: dict[ShopUnit, int] = {one: count}
        counts[other] = counts.get(other, 0) + more
        found.append(counts)
    return found


def purchase_words(bought: Purchase) -> str:
    """Return a purchase in words: "2 heads", "1 tin of 400 g", "350 g"."""
    return listed(
        [
            f"{unit.weighs * count:g} g" if unit.loose else unit.words(count)
            for unit, count in bought.units
        ]
    )


def form_words(form: str) -> str:
    """Return a form as it is said after a food: "drained", "5 % fat"."""
    if form.startswith("fat"):
        return f"{form.removeprefix('fat')} % fat"
    return form.replace("_", " ")
