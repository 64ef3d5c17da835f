"""The check of the swap book, and its table: python -m snabo_core.checks.swap_book.

Every role has enough stand-ins of different families; each is described as a cook would who has
made it, with words of its own, and every appliance it asks for has a way round or is a pan.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from snabo_core.dish import ROLES
from snabo_core.foods import Library, library
from snabo_core.method.techniques import techniques
from snabo_core.swaps.book import Book, StandIn, book
from snabo_core.swaps.cooking import called
from snabo_core.swaps.offers import FURTHER
from snabo_core.swaps.scaling import check_cook
from snabo_core.swaps.words import keeping_words

SOURCES = ("common practice", "from memory", "USDA")
# The whole book, and a role, hold at least so many stand-ins, and a role so many families.
FEWEST_OF_ALL, FEWEST, FAMILIES = 100, 3, 3
# Roles that need more, by the number of stand-ins and families.
MORE = {
    "mash": (6, 4), "crust": (8, 6), "skillet_base": (4, 4), "long_noodle": (5, 4), "crumb": (6, 4),
    "short_noodle": (4, 4), "sheet": (7, 6), "grain_bed": (5, 4), "binder": (4, 4),
    "pour_sauce": (10, 7), "shell": (6, 5), "sliced_bake": (4, 4), "thickener": (7, 5),
}  # fmt: skip
# Appliances that every kitchen has, or that a stand-in cannot do without and says so by its name.
EVERYWHERE = {"pan", "oven", "grater"}
COLUMNS = ("stand-in", "family", "net carbs g", "protein g", "fat g", "water", "minutes", "hold",
           "fridge", "freezer", "contains")  # fmt: skip
INTRODUCTION = (
    "{count} stand-ins for {roles} roles, each cooked by its own steps into its own band and in at "
    "least three whole dishes by the book's check; an arrow marks another way of the one above. "
    "Figures are for 100 g as it goes on to the dish. Written by `python -m "
    "snabo_core.checks.swap_book`; not edited by hand."
)
SENTENCES = ("expectation", "in_oven")


def role_faults(whole: Book) -> Iterator[str]:
    """Yield which roles have too few stand-ins or too much of one family."""
    for role in ROLES:
        fewest, families = MORE.get(role, (FEWEST, FAMILIES))
        found = whole.stand_ins(role)
        if len(found) < fewest or len({s.family for s in found}) < families:
            yield f"{role}: {len(found)} stand-ins are too few or too much alike."
    count = sum(len(whole.stand_ins(role)) for role in ROLES)
    if count < FEWEST_OF_ALL:
        yield f"The book holds {count} stand-ins, fewer than {FEWEST_OF_ALL}."


def player_faults(whole: Book, foods: Library) -> Iterator[str]:
    """Yield foods that are said to play a role beside starch and that nobody knows."""
    for role, name in whole.roles.items():
        yield from (f"{role}: no food {food}." for food in name.players if food not in foods.foods)
    yield from (f"{role}: no food plays it." for role in FURTHER if not whole.roles[role].players)


def words_faults(whole: Book) -> Iterator[str]:
    """Yield sentences that two stand-ins share, and what a stand-in leaves unsaid."""
    every = [item for role in ROLES for item in whole.stand_ins(role)]
    for name in SENTENCES:
        counted = Counter(getattr(item, name) for item in every)
        yield from (f"Two stand-ins share '{words}'." for words, n in counted.items() if n > 1)
    for item in every:
        where = f"{item.role}/{item.key}"
        for name in (*SENTENCES, "smell", "taste", "colour"):
            if not getattr(item, name):
                yield f"{where}: says nothing of its {name}."
        if any(not 1 <= level <= 5 for level in item.texture.values()):
            yield f"{where}: a texture goes from 1 to 5."
        if not any(source in item.evidence for source in SOURCES):
            yield f"{where}: who says so?"
        if item.fridge is None or item.reheat is None:
            yield f"{where}: nobody says how long it keeps or how it is warmed."
        for machine in item.equipment:
            if machine not in EVERYWHERE | set(item.without):
                yield f"{where}: what does a kitchen without a {machine} do?"
        yield from _step_faults(item)


def _step_faults(item: StandIn) -> Iterator[str]:
    for one in (item, *item.ways):
        for step in one.steps:
            if called(step) not in techniques():
                yield f"{one.role}/{one.key}: {called(step)} is no technique of a method."
            if not step.order.endswith(".") or not step.cue.endswith("."):
                yield f"{one.role}/{one.key}: {step.label} lacks an order or a cue."
        joined = {food for step in one.steps for food in step.foods}
        unknown = joined - {line.food for line in one.lines}
        if unknown:
            yield f"{one.role}/{one.key}: no line for {', '.join(sorted(unknown))}."


def table(whole: Book, foods: Library) -> str:
    """Return the page docs/swap-book.md: every stand-in cooked by its own steps."""
    count = sum(len(whole.stand_ins(role)) for role in ROLES)
    out = ["# The swap book", "", INTRODUCTION.format(count=count, roles=len(ROLES)), ""]
    head = f"| {' | '.join(COLUMNS)} |"
    rule = "|" + "---|" * len(COLUMNS)
    for role in ROLES:
        out += [f"## {whole.roles[role].name}", "", head, rule]
        for item in whole.stand_ins(role):
            out += [_row(one, foods) for one in (item, *item.ways)]
        out.append("")
    return "\n".join(out)


def _row(item: StandIn, foods: Library) -> str:
    state = check_cook(item, foods).finished
    share = 100 / state.mass
    used = [foods.food(line.food).allergens for line in item.lines]
    allergens = {name for names in used for name in names or ()}
    if None in used:
        allergens.add("something nobody has looked at")
    name = f"↳ {item.name}" if item.note else item.name
    cells = (
        name,
        item.family,
        f"{(state.sugars + state.starch) * share:.1f}",
        f"{state.protein * share:.1f}",
        f"{state.fat * share:.1f}",
        f"{state.water_share:.0%}",
        f"{item.total_minutes:.0f}",
        item.hold or "–",
        keeping_words(item.fridge, "day"),
        keeping_words(item.freezer, "month"),
        ", ".join(sorted(allergens)) or "none of the listed",
    )
    return "| " + " | ".join(cells) + " |"


if __name__ == "__main__":
    print(table(book(), library()))
