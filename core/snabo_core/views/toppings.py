"""What lies on a chosen base: its water and weight against what the base takes, in words."""

from __future__ import annotations

import re
from dataclasses import dataclass

from snabo_core.dish import Dish, Line, Part, Slot
from snabo_core.errors import SnaboError
from snabo_core.foods import Library
from snabo_core.swaps.book import Book, StandIn
from snabo_core.swaps.scaling import gives, scale_factor
from snabo_core.swaps.toppings import Load, Verdict, load_of, topping_of, toppings
from snabo_core.wording import grams_text, worded

# What dries a topping before it is laid on.
_DRYING = {"saute", "dry_saute", "sear", "roast", "grill", "fry", "sweat", "wring", "press"}
# The layer of cheeses, and the grams of whey from which one is worth blotting.
CHEESE, LEAST_BLOTTED = 5, 4.0
# Less of a topping than this is nobody's order.
LEAST_ORDERED = 5.0
_TOPPING = re.compile(r"\b(?:toppings?|top|on top|to finish|sauce|spread)\b", re.IGNORECASE)


@dataclass(frozen=True)
class LayerView:
    """One topping in the order it is laid: what the heat does to it, and what would be drier."""

    line_id: str
    name: str
    grams: float
    free_water: float
    heat: str
    drier: str
    cooked_first: bool


@dataclass(frozen=True)
class BaseView:
    """A chosen base with what lies on it; figures are grams on 100 cm2."""

    part_id: str
    slot_id: str
    area_cm2: float
    water: float
    weight: float
    carries: float
    verdict: Verdict
    words: tuple[str, ...]
    layers: tuple[LayerView, ...]
    unknown: tuple[str, ...]


def base_views(dish: Dish, book: Book, library: Library) -> tuple[BaseView, ...]:
    """Return every chosen base that something lies on."""
    found = []
    for part in dish.parts:
        for slot in part.slots:
            stand_in = book.find(slot.role, slot.choice.stand_in) if slot.choice else None
            if stand_in is None or book.files[slot.role].unit != "cm2" or slot.role != "crust":
                continue
            view = _base(dish, part, slot, stand_in, book, library)
            if view is not None:
                found.append(view)
    return tuple(found)


def _base(
    dish: Dish, part: Part, slot: Slot, stand_in: StandIn, book: Book, library: Library
) -> BaseView | None:
    lines = [line for line in _on(dish, part, slot) if line.food is not None and line.grams]
    if not any(topping_of(line) for line in lines):
        return None
    try:
        factor = scale_factor(part, slot, stand_in, book.files[slot.role], library, dish.servings)
        area = gives(stand_in) * factor
        load = load_of(lines, area, stand_in.hold, library, _cooked_first(dish))
    except SnaboError:
        return None
    return BaseView(
        part.id, slot.id, load.area_cm2, load.water, load.weight, load.carries, load.verdict,
        tuple(_words(load)),
        tuple(
            LayerView(
                each.line.id, each.line.food_name, each.line.grams or 0.0, each.free_water,
                each.topping.heat, "" if each.cooked_first else _drier(each.topping.drier, library),
                each.cooked_first,
            )
            for each in load.laid
        ),
        tuple(line.food_name for line in load.unknown),
    )  # fmt: skip


def _cooked_first(dish: Dish) -> frozenset[str]:
    steps = [step for step in dish.method if step.technique in _DRYING]
    return frozenset(take.ref for step in steps for take in step.takes)


def _on(dish: Dish, part: Part, slot: Slot) -> list[Line]:
    """Return what lies on a base: the rest of its part, and the parts called toppings."""
    own = [line.used() for line in part.lines if line.id not in slot.line_ids and not line.left_out]
    for other in dish.parts:
        if other.id != part.id and _TOPPING.search(other.name):
            own += [line.used() for line in other.effective_lines()]
    return own


def _words(load: Load) -> list[str]:
    found = [worded(f"base_{load.verdict}", water=f"{load.water:.1f}")]
    if load.most is not None and load.wettest is not None:
        name = load.wettest.line.food_name
        if load.most >= LEAST_ORDERED:
            found.append(worded("base_most", food=name, grams=grams_text(load.most)))
        else:
            found.append(worded("base_first", food=name))
    found += [
        worded("base_blot", food=each.line.food_name)
        for each in load.laid
        if each.topping.layer == CHEESE and each.free_water >= LEAST_BLOTTED
    ]
    if load.too_heavy:
        words = worded("base_heavy", weight=f"{load.weight:.0f}", carries=f"{load.carries:.0f}")
        found.append(words)
    return found


def _drier(key: str, library: Library) -> str:
    if not key:
        return ""
    known = toppings()[key]
    name = library.food(known.food).name
    return f"{name}, {known.form.replace('_', ' ')}" if known.form else name
