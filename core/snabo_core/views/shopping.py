"""The shopping list as a cook walks with it, as text and as a table for other programs."""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

from snabo_core.dish import Line
from snabo_core.exchange.tables import write_table
from snabo_core.foods import Food, Library
from snabo_core.foods.certainty import certainty_of
from snabo_core.foods.records import Certainty
from snabo_core.plate.eaters import Eater
from snabo_core.plate.figures import entries, total
from snabo_core.plate.rows import Rules
from snabo_core.shelf import KeepingKind, proposed
from snabo_core.shopping import (
    Cooking,
    FoodForm,
    Item,
    Needs,
    Stock,
    Wanted,
    aisles,
    bought_for,
    cooking_cost,
    cost_of,
    listing,
    needs_of,
    purchase_words,
)
from snabo_core.shopping.units import edible, is_free, loose, units_of
from snabo_core.swaps.line_book import Member, line_book
from snabo_core.wording import days_words, listed, worded

# Another food is offered where it brings at most so many g of net carbs per 100 g more; that
# many of them. Common practice, no source.
MOST_MORE, MOST_OTHERS = 2.0, 2
# Less than this over is no rest.
LEAST_LEFT = 15.0
# What stands in these keeps, its rest needs no plan.
KEEPS_ANYWAY = {"sacks", "bottles", "rack", "freezer"}
LOOK: tuple[Certainty, ...] = ("contains", "may_contain", "check_label", "unknown")


@dataclass(frozen=True)
class ForDish:
    """For which dish something is bought, so many usable grams of it."""

    dish: str
    title: str
    grams: float


@dataclass(frozen=True)
class LabelCheck:
    """Something to look for on the label, and for whom."""

    what: str
    certainty: Certainty
    eaters: tuple[str, ...]
    words: str


@dataclass(frozen=True)
class ListItem:
    """One thing on the list. Grams are usable: needed in all, and of them had already.

    `buy` says how many of which size, `weighs` what that weighs in the hand, None where its size
    says it. `had` says that nothing of it is missing. `over` is what will be left, with where it
    can go, empty where nothing is. `others` would do instead, `checks` are for these eaters.
    `price` is for a purchase of `price_grams` usable grams, `cost` for what is bought, None where
    nobody has said.
    """

    food: str
    form: str
    name: str
    buy: str
    grams: float
    have: float
    weighs: float | None
    had: bool
    pantry: bool
    over: str
    others: tuple[str, ...]
    checks: tuple[LabelCheck, ...]
    dishes: tuple[ForDish, ...]
    price_unit: str
    price_grams: float
    price: float | None
    cost: float | None


@dataclass(frozen=True)
class AisleView:
    """A stretch of the shop with what is bought there."""

    key: str
    name: str
    items: tuple[ListItem, ...]


@dataclass(frozen=True)
class OpenLine:
    """A line that cannot be counted, in its own words, with why."""

    dish: str
    title: str
    text: str
    words: str


@dataclass(frozen=True)
class ShelfGives:
    """What the shelf gives, so that it is not bought."""

    batch: str
    name: str
    grams: float


@dataclass(frozen=True)
class CookingCost:
    """What a cooking costs as far as prices are known, a serving and in all; what has none."""

    dish: str
    title: str
    servings: float
    cost: float
    per_serving: float
    unknown: tuple[str, ...]


@dataclass(frozen=True)
class ShoppingView:
    """The list in the order of the walk; `at_home` is what the household always has.

    `cost` is what is still to be bought costs as far as prices are known, `unpriced` how many
    things have no price.
    """

    aisles: tuple[AisleView, ...]
    at_home: tuple[ListItem, ...]
    open_lines: tuple[OpenLine, ...]
    shelf: tuple[ShelfGives, ...]
    cost: float
    unpriced: int
    cookings: tuple[CookingCost, ...]


@dataclass(frozen=True)
class Shopping:
    """What a list is made from.

    `servings` are by cooking, `dish_of` names the dish of each, `eaten_by` the ids of those who
    eat of it; `stock` is what the shelf has for
    it, `pantry` what is always there, `basket` what is bought; `prices` are of a usable gram,
    `elsewhere` titles of other dishes by a food in them.
    """

    cookings: Sequence[Cooking]
    servings: Mapping[str, float]
    dish_of: Mapping[str, str]
    eaten_by: Mapping[str, Collection[str]]
    stock: Sequence[Stock]
    pantry: Collection[str]
    basket: Mapping[FoodForm, float]
    prices: Mapping[FoodForm, float]
    elsewhere: Mapping[str, Sequence[str]]


def shopping_view(
    known: Shopping, eaters: Sequence[Eater], rules: Rules, library: Library
) -> ShoppingView:
    """Return the list of some cookings.

    Args:
        known: what it is made from.
        eaters: the household's; what those leave out who eat of a thing is looked for on its label.
        rules: the household's, for what other foods bring.
        library: where foods are looked up.
    """
    needs = needs_of(known.cookings, library)
    found = listing(needs, known.stock, known.pantry, library, known.basket)
    making = _Making(known, needs, eaters, rules, library)
    shown = [(item, making.item(item)) for item in found.items]
    to_buy = [item for item in found.items if item.missing and not item.pantry]
    costs = [cost_of(item, known.prices.get((item.food, item.form))) for item in to_buy]
    return ShoppingView(
        aisles=tuple(
            AisleView(aisle.key, aisle.name, here)
            for aisle in aisles()
            if (here := tuple(
                view for item, view in shown if item.aisle == aisle.key and not item.pantry
            ))
        ),
        at_home=tuple(view for item, view in shown if item.pantry),
        open_lines=tuple(making.open_lines(needs)),
        shelf=tuple(ShelfGives(one.batch, one.name, one.grams) for one in found.from_stock),
        cost=sum(cost for cost in costs if cost is not None),
        unpriced=sum(cost is None for cost in costs),
        cookings=tuple(making.costs(needs)),
    )  # fmt: skip


class _Making:
    """What items are worded with."""

    def __init__(
        self,
        known: Shopping,
        needs: Needs,
        eaters: Sequence[Eater],
        rules: Rules,
        library: Library,
    ) -> None:
        self.known, self.rules, self.library = known, rules, library
        self.titles = {one.key: one.title for one in known.cookings}
        self.people = {eater.id: eater for eater in eaters}
        own = {
            one.key: {eater: v.id for v in one.dish.variants for eater in v.eaters}
            for one in known.cookings
        }
        self.eaten_by: dict[FoodForm, set[str]] = {}
        for want in needs.wanted:
            what = bought_for(want.food, want.form, library)
            mine = own[want.cooking]
            self.eaten_by.setdefault((what.food, what.form), set()).update(
                eater
                for eater in known.eaten_by[want.cooking]
                if mine.get(eater, "") in want.branches
            )

    def wishes(self, item: Item) -> dict[str, list[str]]:
        """Return what those leave out who eat of a thing, each with whom."""
        eating = self.eaten_by.get((item.food, item.form), set())
        found: dict[str, list[str]] = {}
        for key, eater in self.people.items():
            for exclusion in eater.exclusions if key in eating else ():
                found.setdefault(exclusion.what, []).append(eater.name)
        return found

    def item(self, item: Item) -> ListItem:
        food = self.library.food(item.food)
        units = units_of(item.food, item.form, self.library)
        unit = units[0] if units else loose(100.0, food, item.form)
        for bought, _ in item.purchase.units:
            unit = bought if not bought.loose else unit
        loosely = any(one.loose for one, _ in item.purchase.units)
        sized = any(character.isdigit() for character in purchase_words(item.purchase)[2:])
        price_grams = edible(food, item.form) * 100.0 if loosely else unit.grams
        price = self.known.prices.get((item.food, item.form))
        return ListItem(
            food=item.food,
            form=item.form,
            name=item.name,
            buy=purchase_words(item.purchase),
            grams=item.grams,
            have=item.have,
            weighs=None if loosely or sized else item.purchase.weighs,
            had=item.missing == 0,
            pantry=item.pantry,
            over=self._over(item),
            others=tuple(self._others(item)),
            checks=tuple(self._checks(item, food)),
            dishes=self._dishes(item.by_cooking),
            price_unit="100 g" if loosely else f"1 {unit.name}",
            price_grams=price_grams,
            price=None if price is None else round(price * price_grams, 2),
            cost=cost_of(item, price),
        )

    def _dishes(self, by_cooking: Sequence[tuple[str, float]]) -> tuple[ForDish, ...]:
        grams: dict[str, float] = {}
        for key, used in by_cooking:
            grams[key] = grams.get(key, 0.0) + used
        return tuple(
            ForDish(self.known.dish_of[key], self.titles[key], used) for key, used in grams.items()
        )

    def _over(self, item: Item) -> str:
        """Say what is left of a purchase, how long it keeps and where it could go."""
        if item.left < LEAST_LEFT or item.aisle in KEEPS_ANYWAY or item.pantry:
            return ""
        kind = _kept_as(item.food, self.library)
        said = [worded("left_of_it", grams=item.left)]
        if kind is not None:
            said.append(worded("left_keeps", days=days_words(kind.days["fridge"])))
        titles = [t for t in self.known.elsewhere.get(item.food, ()) if t not in self._mine(item)]
        if titles:
            said.append(worded("left_goes", what=listed([f"“{title}”" for title in titles[:2]])))
        elif kind is not None and kind.becomes:
            said.append(worded("left_becomes", what=listed([*kind.becomes][:2])))
        return ", ".join(said)

    def _mine(self, item: Item) -> set[str]:
        return {self.titles[key] for key, _ in item.by_cooking}

    def _others(self, item: Item) -> list[str]:
        """Return what else would do the same job, for these eaters, with no more carbs to speak of.

        Everything but what somebody leaves out.
        """
        wishes = self.wishes(item)
        return [
            name
            for key, name in others_for(item.food, item.form, self.library, self.rules)
            if all(certainty_of(self.library.food(key), what) == "free" for what in wishes)
        ][:MOST_OTHERS]

    def _checks(self, item: Item, food: Food) -> list[LabelCheck]:
        found = []
        for what, names in self.wishes(item).items():
            certainty = certainty_of(food, what)
            # What is free of it needs no look, nor does what nobody would buy by its label.
            if certainty in LOOK:
                words = worded(f"label_{certainty}", what=what, eaters=listed(names))
                found.append(LabelCheck(what, certainty, tuple(names), words))
        return found

    def open_lines(self, needs: Needs) -> list[OpenLine]:
        return [
            OpenLine(
                self.known.dish_of[one.cooking], self.titles[one.cooking], one.text,
                worded(f"open_{one.why}"),
            )
            for one in needs.unread
        ]  # fmt: skip

    def costs(self, needs: Needs) -> list[CookingCost]:
        wanted: dict[str, list[Wanted]] = {one.key: [] for one in self.known.cookings}
        for one in needs.wanted:
            wanted[one.cooking].append(one)
        open_lines: dict[str, tuple[str, ...]] = {}
        for line in needs.unread:
            open_lines[line.cooking] = (*open_lines.get(line.cooking, ()), line.text)
        found = []
        for key, uses in wanted.items():
            cost, missing = cooking_cost(uses, self.known.prices, self.library)
            missing = (*missing, *open_lines.get(key, ()))
            servings = self.known.servings[key]
            found.append(
                CookingCost(self.known.dish_of[key], self.titles[key], servings, cost,
                            cost / servings, missing)
            )  # fmt: skip
        return found


@lru_cache(maxsize=2048)
def _kept_as(food: str, library: Library) -> KeepingKind | None:
    """Return as what the rest of a food is kept in the fridge, None where nobody knows."""
    kinds = proposed(("opened", "by_product"), "", (food,), library)
    return next((one for one in kinds if "fridge" in one.days), None)


@lru_cache(maxsize=2048)
def others_for(food: str, form: str, library: Library, rules: Rules) -> tuple[tuple[str, str], ...]:
    """Return what else does a food's job in a line by the book: keys with how it is said.

    What brings more net carbs than the food itself is not offered, nor what nobody knows it of.
    """
    own = next(
        ((group, member) for group in line_book().groups for member in group.members
         if member.food == food and member.form in {None, form}),
        None,
    )  # fmt: skip
    if own is None:
        return ()
    group, mine = own
    base = _net_carbs(food, form, 100.0, library, rules)
    found: dict[str, str] = {}
    for other in group.members:
        grams = 100.0 * other.per[0] / mine.per[0]
        # A spoon of a dried one is no answer to a shop without the fresh one.
        near = 0.5 <= other.per[0] / mine.per[0] <= 2
        whole = bought_for(other.food, other.form, library).food == other.food
        if other.food == food or not near or not whole or base is None or is_free(other.food):
            continue
        carbs = _net_carbs(other.food, other.form, grams, library, rules)
        if carbs is not None and carbs <= base + MOST_MORE:
            found.setdefault(other.food, _said(other, carbs - base, library))
    return tuple(found.items())


def _said(other: Member, more: float, library: Library) -> str:
    name = library.food(other.food).name
    return name if more < 1 else worded("other_with_more", name=name, grams=more)


def _net_carbs(
    food: str, form: str | None, grams: float, library: Library, rules: Rules
) -> float | None:
    line = Line("one", food, food=food, form=form, grams_low=grams, grams=grams, grams_high=grams)
    return total(*entries([line], library, rules), sample=False).figures(1.0)["net_carbs"].best


def as_text(view: ShoppingView, own: Sequence[str], title: str) -> str:
    """Return a list as plain text, an aisle at a time; what is had already is left out."""
    blocks = [title]
    for aisle in view.aisles:
        rows = [_row(item) for item in aisle.items if not item.had]
        if rows:
            blocks.append("\n".join([aisle.name, *rows]))
    look = [f"- {item.name}" for item in view.at_home if not item.had]
    if look:
        blocks.append("\n".join(["At home: is there enough?", *look]))
    written = [f"- {one.text} ({one.title}; {one.words})" for one in view.open_lines]
    written += [f"- {words}" for words in own]
    if written:
        blocks.append("\n".join(["As written", *written]))
    return "\n\n".join(blocks) + "\n"


def _row(item: ListItem) -> str:
    weighs = f", about {item.weighs:.0f} g" if item.weighs is not None else ""
    others = "".join(f", or {other}" for other in item.others)
    checks = "".join(f" [{check.words}]" for check in item.checks)
    return f"- {item.name}: {item.buy}{weighs}{others}{checks}"


COLUMNS = (
    "aisle", "name", "buy", "needed_g", "had_g", "weighs_g", "for", "or", "label", "over",
    "price_for", "price", "cost", "had",
)  # fmt: skip


def as_csv(view: ShoppingView, own: Sequence[str]) -> str:
    """Return a list as a table with a header: one row for each thing, unknown cells empty."""
    rows: list[list[str]] = []
    for name, items in [*((a.name, a.items) for a in view.aisles), ("At home", view.at_home)]:
        rows += [
            [
                name, item.name, item.buy, f"{item.grams:.0f}", f"{item.have:.0f}",
                "" if item.weighs is None else f"{item.weighs:.0f}",
                "; ".join(one.title for one in item.dishes), "; ".join(item.others),
                "; ".join(check.words for check in item.checks), item.over, item.price_unit,
                "" if item.price is None else f"{item.price:.2f}",
                "" if item.cost is None else f"{item.cost:.2f}",
                "yes" if item.had else "no",
            ]
            for item in items
        ]  # fmt: skip
    blank = [""] * (len(COLUMNS) - 2)
    rows += [["As written", one.text, *blank] for one in view.open_lines]
    rows += [["As written", words, *blank] for words in own]
    return write_table(COLUMNS, rows)


def list_title(first: dt.date, last: dt.date) -> str:
    """Return what a list is called."""
    return worded("list_title", first=f"{first.day} {first:%B}", last=f"{last.day} {last:%B}")
