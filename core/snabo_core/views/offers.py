"""What else of a dish could be swapped, and what is a swap already."""

from __future__ import annotations

from dataclasses import dataclass

from snabo_core.dish import Dish
from snabo_core.foods import Library
from snabo_core.swaps.already import already
from snabo_core.swaps.book import Book
from snabo_core.swaps.offers import offers
from snabo_core.wording import grams_text, worded


@dataclass(frozen=True)
class OfferView:
    """Lines that could be swapped for a role beside starch, and how a cook would say so."""

    part_id: str
    role: str
    line_ids: tuple[str, ...]
    words: str


@dataclass(frozen=True)
class AlreadyView:
    """A slot whose lines are a swap as they were brought, and which."""

    part_id: str
    role: str
    line_ids: tuple[str, ...]
    words: str


def offer_views(dish: Dish, book: Book, library: Library) -> tuple[OfferView, ...]:
    """Return what else could be swapped: "melting cheese: 200 g cheddar"."""
    names = {line.id: line.food_name for part in dish.parts for line in part.lines}
    found = []
    for one in offers(dish, book, library):
        foods = list(dict.fromkeys(names[line_id] for line_id in one.line_ids))
        code = "offer" if len(foods) == 1 else "offer_of_several"
        words = worded(
            code, grams=grams_text(one.grams), food=foods[0], more=f"{len(foods) - 1}",
            role=book.roles[one.role].name,
        )  # fmt: skip
        found.append(OfferView(one.part_id, one.role, one.line_ids, words))
    return tuple(found)


def already_views(dish: Dish, book: Book, library: Library) -> tuple[AlreadyView, ...]:
    """Return the swaps that were brought with a dish and are still there."""
    chosen = {i for p in dish.parts for s in p.slots if s.choice for i in s.line_ids}
    return tuple(
        AlreadyView(
            one.part.id, one.role, one.line_ids,
            worded("already", role=book.roles[one.role].name, name=one.stand_in.name.lower()),
        )
        for one in already(dish, book, library)
        if not chosen & set(one.line_ids)
    )  # fmt: skip
