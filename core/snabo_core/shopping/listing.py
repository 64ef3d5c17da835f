"""The shopping list: what cookings need, less what the shelf has, in the sizes of a shop.

Law: of every food, what comes from the shelf and what is bought are together no less than what is
needed, and nothing of the shelf is counted twice or after its day.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from snabo_core.foods import Library
from snabo_core.shelf import KeepingKind
from snabo_core.shopping.needs import Needs, Wanted
from snabo_core.shopping.units import (
    ENOUGH,
    Purchase,
    aisle_of,
    aisles,
    bought_for,
    form_words,
    loose,
    purchase,
    units_of,
)

FoodForm = tuple[str, str]
NOTHING: Mapping[FoodForm, float] = {}


@dataclass(frozen=True)
class Stock:
    """A batch on the shelf: grams nobody has planned for, and until when."""

    batch: str
    name: str
    food: str
    form: str
    grams: float
    use_by: dt.date
    kind: KeepingKind


@dataclass(frozen=True)
class FromStock:
    """So much of a batch for what is needed."""

    batch: str
    name: str
    grams: float


@dataclass(frozen=True)
class Item:
    """One thing to buy. Grams are usable: needed in all, of it by cooking, and on the shelf.

    `have` of them are bought already or were found at home. `purchase` is for what is missing, or
    for all of it where nothing is. `pantry` says that the household always has it; then it is only
    looked at.
    """

    food: str
    form: str
    name: str
    aisle: str
    grams: float
    by_cooking: tuple[tuple[str, float], ...]
    have: float
    pantry: bool
    purchase: Purchase

    @property
    def missing(self) -> float:
        """Usable grams that are still to be had, 0 where all of it is."""
        return still(self.grams, self.have)

    @property
    def left(self) -> float:
        """Usable grams of the purchase that nothing in the list needs."""
        return max(0.0, self.purchase.grams - (self.missing or self.grams))


def still(grams: float, have: float) -> float:
    """Return what is missing of a need: of what is there, half a gram less is enough."""
    rest = grams - have
    return 0.0 if have > 0 and rest <= ENOUGH else rest


@dataclass(frozen=True)
class Listing:
    """A list in the order of the walk, and what the shelf gives in whose place."""

    items: tuple[Item, ...]
    from_stock: tuple[FromStock, ...]


def listing(
    needs: Needs,
    stock: Sequence[Stock],
    pantry: Collection[str],
    library: Library,
    basket: Mapping[FoodForm, float] = NOTHING,
) -> Listing:
    """Return what is to be bought.

    Args:
        needs: what the cookings want.
        stock: what is on the shelf and nobody has planned for.
        pantry: keys of foods that are always in the kitchen.
        library: where foods are looked up.
        basket: usable grams that are bought already, by food and form.

    What is needed first is met first, from what has to be eaten first.
    """
    rest, used = _from_stock(needs.wanted, stock)
    merged = amounts([(one, grams) for one, grams in rest if grams > 0], library)
    items = [
        _item(key, uses, basket.get(key, 0.0), pantry, library) for key, uses in merged.items()
    ]
    order = {aisle.key: at for at, aisle in enumerate(aisles())}
    items.sort(key=lambda item: (order[item.aisle], item.name))
    return Listing(tuple(items), tuple(used))


def amounts(
    wanted: Sequence[tuple[Wanted, float]], library: Library
) -> dict[FoodForm, dict[str, float]]:
    """Return what is bought for wants of so many grams: usable grams by thing and by cooking.

    Parts of one thing that a cooking uses come from the same: of juice and zest of a lemon the
    one that takes more lemons counts.
    """
    whole: dict[FoodForm, dict[str, dict[str, float]]] = {}
    for one, grams in wanted:
        what = bought_for(one.food, one.form, library)
        by_part = whole.setdefault((what.food, what.form), {}).setdefault(one.cooking, {})
        by_part[what.part] = by_part.get(what.part, 0.0) + grams * what.grams
    return {
        key: {
            cooking: parts.get("", 0.0) + max((g for part, g in parts.items() if part), default=0.0)
            for cooking, parts in cookings.items()
        }
        for key, cookings in whole.items()
    }


def _item(
    key: FoodForm,
    uses: Mapping[str, float],
    have: float,
    pantry: Collection[str],
    library: Library,
) -> Item:
    food, form = library.food(key[0]), key[1]
    grams = sum(uses.values())
    missing = still(grams, have) or grams
    units = units_of(food.key, form, library) or (loose(missing, food, form),)
    usual = form == food.default_form or form in food.name
    name = food.name if usual else f"{food.name}, {form_words(form)}"
    return Item(
        food.key, form, name, aisle_of(food, form), grams, tuple(uses.items()),
        min(have, grams), food.key in pantry, purchase(missing, units),
    )  # fmt: skip


def _from_stock(
    wanted: Sequence[Wanted], stock: Sequence[Stock]
) -> tuple[list[tuple[Wanted, float]], list[FromStock]]:
    """Return what is still needed of each want, and what the shelf gives."""
    left = {one.batch: one.grams for one in stock}
    used: dict[str, float] = {}
    rest = []
    for want in sorted(wanted, key=lambda one: one.on):
        grams = want.grams
        fitting = (one for one in stock if (one.food, one.form) == (want.food, want.form))
        for one in sorted(fitting, key=lambda batch: batch.use_by):
            if one.use_by < want.on or not counts_as_food(one.kind):
                continue
            taken = min(grams, left[one.batch])
            left[one.batch] -= taken
            grams -= taken
            if taken > 0:
                used[one.batch] = used.get(one.batch, 0.0) + taken
        # What the shelf is short of by less than a scale shows is met.
        rest.append((want, grams if grams == want.grams or grams > ENOUGH else 0.0))
    names = {one.batch: one.name for one in stock}
    return rest, [FromStock(batch, names[batch], grams) for batch, grams in used.items()]


def counts_as_food(kind: KeepingKind) -> bool:
    """Return whether a batch of a kind is the food it is filed under, not only near it.

    Stems are counted with the values of a head and are none.
    """
    return kind.group != "by_product" or bool(kind.foods or kind.classes)


def in_basket(
    ticks: Sequence[tuple[dt.date, FoodForm, float]],
    cooked: Sequence[Wanted],
    library: Library,
) -> dict[FoodForm, float]:
    """Return the usable grams of each thing that are bought and not cooked yet.

    Args:
        ticks: in their order: on a day, of a thing, so many grams are in the kitchen then at
            least; 0 puts it back.
        cooked: what cookings of days that are over took.
        library: where foods are looked up.

    A cooking takes what was bought up to its day, never what was not: what was at home all along
    is not taken out of what is bought after it. Saying the same thing twice changes nothing.
    """
    happened: list[tuple[dt.date, int, FoodForm, float]] = [
        (day, 0, key, grams) for day, key, grams in ticks
    ]
    days = {one.cooking: one.on for one in cooked}
    for key, cookings in amounts([(one, one.grams) for one in cooked], library).items():
        happened += [(days[cooking], 1, key, grams) for cooking, grams in cookings.items()]
    basket: dict[FoodForm, float] = {}
    for _, taken, key, grams in sorted(happened, key=lambda event: event[:2]):
        known = basket.get(key, 0.0)
        if taken:
            basket[key] = max(0.0, known - grams)
        else:
            basket[key] = max(known, grams) if grams > 0 else 0.0
    return basket


def cost_of(item: Item, price: float | None) -> float | None:
    """Return what an item's purchase costs at a price for a usable gram, None without one."""
    return None if price is None else price * item.purchase.grams


def cooking_cost(
    wanted: Sequence[Wanted], prices: Mapping[FoodForm, float], library: Library
) -> tuple[float, tuple[str, ...]]:
    """Return what a cooking's foods cost as far as prices are known, and the foods without one.

    Only what is used counts, not the rest of a tin.
    """
    cost, missing = 0.0, []
    for (food, form), cookings in amounts([(one, one.grams) for one in wanted], library).items():
        price = prices.get((food, form))
        if price is None:
            missing.append(library.food(food).name)
        else:
            cost += price * sum(cookings.values())
    return cost, tuple(dict.fromkeys(missing))
