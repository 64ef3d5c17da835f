"""A dish in a few figures, for the list of dishes."""

from __future__ import annotations

from snabo_core.dish import Dish
from snabo_core.foods import Library
from snabo_core.judging import judged
from snabo_core.plate.setting import Setting
from snabo_core.preview import as_brought
from snabo_core.swaps.book import Book
from snabo_core.swaps.ledgers import name_of
from snabo_core.table_view import split_of
from snabo_core.verdicts import verdicts_of
from snabo_core.wire import DishSummary, Layer


def summary(dish: Dish, setting: Setting, book: Book, library: Library) -> DishSummary:
    """Return what Dishes and Table say of a dish: net carbs, who can eat it, its parts to mass.

    Args:
        dish: as it is now.
        setting: the household's eaters and kitchen.
        book: the swap book.
        library: where foods are looked up.
    """
    made = judged(dish, setting, book, library)
    was = as_brought(dish.original(), library, setting.rules)
    names = {part.id: part.name for part in dish.parts}
    chosen = {part.id for part in dish.parts if part.chosen()}
    cells = verdicts_of(made)
    return DishSummary(
        servings=dish.servings,
        net_carbs=made.plate.figures["net_carbs"].best,
        was_net_carbs=was.figures["net_carbs"].best if dish.changed() else None,
        suits=tuple(person.eater.name for person in made.people if person.suits),
        others=tuple(person.eater.name for person in made.people if not person.suits),
        layers=tuple(
            Layer(names[part.part_id], part.grams, part.starch_share, part.part_id in chosen)
            for part in made.plate.parts
        ),
        swapped=tuple(
            name_of(slot, book) for part in dish.parts for slot in part.slots if slot.choice
        ),
        doubtful=sum(not line.settled for line in made.lines),
        cells=cells,
        split=split_of(made, cells),
    )
