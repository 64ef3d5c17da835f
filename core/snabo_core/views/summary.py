"""A dish in a few figures, for the list of dishes."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.dish import Dish
from snabo_core.foods import Library
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import as_brought, judged
from snabo_core.swaps.ledgers import name_of
from snabo_core.views.method import cooked_steps
from snabo_core.views.sheet import least_minutes
from snabo_core.views.sheet_jobs import jobs_of
from snabo_core.views.variant_words import change_words
from snabo_core.views.verdicts import Cell, verdicts_of
from snabo_core.wording import listed, worded


@dataclass(frozen=True)
class Layer:
    """One part of a dish in small: grams, and how much of them is starch."""

    name: str
    grams: float
    starch_share: float
    swapped: bool


@dataclass(frozen=True)
class DishSummary:
    """A dish in the list: per serving, with whom it suits; None where unknown or unchanged.

    `cells` are its verdicts for all eaters, `variants` says who has it otherwise. `minutes` is
    how long it takes at least, None without steps; `oven` says that it needs one; `foods` are
    the keys of what is in it.
    """

    servings: float
    net_carbs: float | None
    was_net_carbs: float | None
    suits: tuple[str, ...]
    others: tuple[str, ...]
    layers: tuple[Layer, ...]
    swapped: tuple[str, ...]
    doubtful: int
    cells: tuple[Cell, ...]
    variants: str
    minutes: int | None
    oven: bool
    foods: tuple[str, ...]


Station = Literal["bench", "recipe", "run-sheet", "stove", "portions"]


@dataclass(frozen=True)
class NextStep:
    """What comes next with a dish: the station where it is done, and a word or two."""

    station: Station
    words: str


def next_step(known: DishSummary | None, *, cooking: bool, to_share: bool) -> NextStep:
    """Return what comes next with a dish.

    Args:
        known: its summary, None where it cannot be computed.
        cooking: it is on the stove.
        to_share: it was cooked lately and nobody has said who had how much.
    """
    if cooking:
        return NextStep("stove", worded("next_stove"))
    if to_share:
        return NextStep("portions", worded("next_share"))
    if known is None or known.doubtful:
        return NextStep("bench", worded("next_settle"))
    if known.minutes is None:
        return NextStep("recipe", worded("next_steps"))
    if known.others and not known.swapped:
        return NextStep("bench", worded("next_swap"))
    if known.others:
        return NextStep("bench", worded("next_fit"))
    return NextStep("run-sheet", worded("next_plan"))


def summary(dish: Dish, setting: Setting, book: Book, library: Library) -> DishSummary:
    """Return what Dishes and Table say of a dish: net carbs, who can eat it, its parts to mass.

    Args:
        dish: as it is now.
        setting: the household's eaters and kitchen.
        book: the swap book.
        library: where foods are looked up.
    """
    made = judged(dish, setting, book, library)
    was = as_brought(dish.original(), setting, book, library).plate if dish.changed() else None
    names = {part.id: part.name for part in dish.parts}
    chosen = {part.id for part in dish.parts if part.chosen()}
    cells = verdicts_of(made)
    _, cooked, steps = cooked_steps(dish, setting, book, library)
    return DishSummary(
        servings=dish.servings,
        net_carbs=made.plate.figures["net_carbs"].best,
        was_net_carbs=was.figures["net_carbs"].best if was else None,
        suits=tuple(person.eater.name for person in made.people if person.suits),
        others=tuple(person.eater.name for person in made.people if not person.suits),
        layers=tuple(
            Layer(
                names[part.part_id],
                math.prod(made.layers[part.part_id]),
                part.starch_share,
                part.part_id in chosen,
            )
            for part in made.plate.parts
        ),
        swapped=tuple(
            name_of(slot, book) for part in dish.parts for slot in part.slots if slot.choice
        ),
        doubtful=sum(not line.settled for line in made.lines),
        cells=cells,
        variants=_variants(dish),
        minutes=least_minutes(jobs_of([(cooked, steps)], setting.equipment), setting.equipment),
        oven=any(step.oven_c is not None for step in steps if step.kind != "ghost"),
        foods=tuple(sorted({line.food for line in made.lines if line.food})),
    )


def _variants(dish: Dish) -> str:
    """Say who has the dish otherwise: "Maren: chard instead of barley"."""
    plain = replace(dish, variants=())
    return "; ".join(
        worded("variant_of", name=variant.name, changes=listed(list(words)))
        for variant in dish.variants
        if (words := change_words(plain, variant))
    )
