"""The card of a dish that travels: what is in it, how long it may be out, what to do on arrival."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass

from snabo_core.dish import Dish, Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.foods.allergen_lists import AllergenList
from snabo_core.foods.certainty import certainty_of
from snabo_core.foods.records import Certainty
from snabo_core.swaps.branches import branches_of, lines_of_branches
from snabo_core.swaps.from_shelf import kind_of_dish
from snabo_core.swaps.words import reheating_words
from snabo_core.wording import days_words, listed, worded

# Food that has to stay cold may be out so long, and above 32 °C so long. USDA FSIS, from memory.
OUT, OUT_HOT = dt.timedelta(hours=2), dt.timedelta(hours=1)
OUT_SOURCE = "USDA FSIS, the two-hour rule, from memory"
# What guests do not see and ask about, by food class.
VEGETABLES = {"vegetable", "root", "squash", "mushroom", "pulse", "fruit", "soy"}
NUTS = {"nut", "seed", "coconut"}
CONDIMENTS = {"condiment", "stock", "sweetener", "plant_milk"}
_GRAVEST: tuple[Certainty, ...] = ("contains", "may_contain", "check_label", "unknown")


@dataclass(frozen=True)
class CardAllergen:
    """Something a label would have to name: whether it is in, and in which foods."""

    what: str
    certainty: Certainty
    foods: tuple[str, ...]


@dataclass(frozen=True)
class TravelCard:
    """What stands beside a dish on somebody else's table.

    `contains` are in the order of the region's list, the sure ones first; `free_of` are those
    that were looked for and are in nothing. `vegetables`, `nuts` and `condiments` are always
    named; `swapped` says what stands in whose place. `unread` are lines nobody has read: what is
    in them is not known. `out_by` are the instants it has to be eaten or cold again, None where
    nobody said when it left the fridge.
    """

    title: str
    list_name: str
    contains: tuple[CardAllergen, ...]
    free_of: tuple[str, ...]
    coconut: str
    vegetables: tuple[str, ...]
    nuts: tuple[str, ...]
    condiments: tuple[str, ...]
    swapped: tuple[str, ...]
    unread: tuple[str, ...]
    keep: tuple[str, ...]
    source: str
    arrival: tuple[str, ...]
    out_by: dt.datetime | None
    out_by_hot: dt.datetime | None


def travel_card(
    dish: Dish, allergens: AllergenList, library: Library, left_at: dt.datetime | None = None
) -> TravelCard:
    """Return the card of a dish as it is cooked now, with all its variants.

    Args:
        dish: as it is cooked.
        allergens: what the labels of the region have to name.
        library: where foods are looked up.
        left_at: when it left the fridge or the oven, with its zone.

    Raises:
        BadInput: that instant has no zone.
    """
    if left_at is not None and left_at.tzinfo is None:
        raise BadInput("That time has no zone.", "left_at")
    lines = [one.line for one in lines_of_branches(branches_of(dish)) if one.grams != 0]
    known = [line for line in lines if line.food]
    words = (*allergens.listed, "coconut")
    found = [one for what in dict.fromkeys(words) if (one := _allergen(what, known, library))]
    found.sort(key=lambda one: _GRAVEST.index(one.certainty))
    unread = tuple(line.text for line in lines if not line.food)
    named = {one.what for one in found}
    keeping = kind_of_dish(dish, library)
    fridge = keeping.days.get("fridge", 0)
    return TravelCard(
        title=dish.title,
        list_name=allergens.name,
        contains=tuple(found),
        # What nobody has read may hold anything.
        free_of=() if unread else tuple(what for what in allergens.listed if what not in named),
        coconut=allergens.coconut if "coconut" in named else "",
        vegetables=_of_classes(known, VEGETABLES, library),
        nuts=_of_classes(known, NUTS, library),
        condiments=_of_classes(known, CONDIMENTS, library),
        swapped=_swapped(dish),
        unread=unread,
        keep=(worded("card_out"), worded("card_kept", days=days_words(fridge))),
        source=f"{OUT_SOURCE}; {keeping.source}",
        arrival=tuple(_arrival(dish, library)),
        out_by=left_at and left_at + OUT,
        out_by_hot=left_at and left_at + OUT_HOT,
    )


def _allergen(what: str, lines: Sequence[Line], library: Library) -> CardAllergen | None:
    foods: dict[Certainty, list[str]] = {}
    for line in lines:
        food = library.food(line.food or "")
        foods.setdefault(certainty_of(food, what), []).append(food.name)
    worst = next((one for one in _GRAVEST if one in foods), None)
    return worst and CardAllergen(what, worst, tuple(dict.fromkeys(foods[worst])))


def _of_classes(lines: Sequence[Line], classes: set[str], library: Library) -> tuple[str, ...]:
    foods = [library.food(line.food or "") for line in lines]
    inside = [name for food in foods for name in food.inside]
    names = [food.name for food in foods if food.food_class in classes]
    # What is in something made at home is named as well.
    return tuple(dict.fromkeys([*names, *inside] if classes is VEGETABLES else names))


def _swapped(dish: Dish) -> tuple[str, ...]:
    said = []
    for part in dish.parts:
        lines = {line.id: line for line in part.lines}
        for slot in part.slots:
            if slot.choice is None:
                continue
            was = [lines[key].food_name or lines[key].text for key in slot.line_ids if key in lines]
            now = [line.food_name for line in slot.choice.lines if line.food_name]
            if was and now:
                said.append(worded("card_in_place", food=listed(now), was=listed(was)))
        for line in part.lines:
            if line.instead is not None and line.instead.food_name and not line.left_out:
                values = {"food": line.instead.food_name, "was": line.food_name or line.text}
                if values["food"] != values["was"]:
                    said.append(worded("card_in_place", **values))
    return tuple(said)


def _arrival(dish: Dish, library: Library) -> list[str]:
    keeping = kind_of_dish(dish, library)
    said = []
    if keeping.reheat is not None:
        words = reheating_words(keeping.reheat)
        said.append(worded("card_hot", reheat=words) if keeping.eaten_hot else words)
    said += [
        worded("card_crisp", part=part.name)
        for part in dish.parts
        if any(slot.role in {"crumb", "grating_cheese"} for slot in part.slots)
    ]
    return said
