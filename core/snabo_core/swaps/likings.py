"""Variants by how somebody likes a dish: milder, less salt, softer, for a child, own toppings."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

import msgspec

from snabo_core.book import entries_of
from snabo_core.dish import Because, Change, Dish, Line, MethodStep, Take, Variant, reaches_of
from snabo_core.foods import Library
from snabo_core.method import technique
from snabo_core.swaps.book import Book
from snabo_core.swaps.cooking import CookStep, effective_steps, goes_on_top
from snabo_core.swaps.scaling import NAMESPACE

_ENDS = {"serve", "store"}


class Mind(msgspec.Struct, forbid_unknown_fields=True, frozen=True):
    """What to mind where the dish holds a food of these classes, tags or keys."""

    words: str
    source: str
    classes: tuple[str, ...] = ()
    tags: tuple[str, ...] = ()
    foods: tuple[str, ...] = ()


class Liking(msgspec.Struct, forbid_unknown_fields=True, frozen=True):
    """A way somebody may want a dish; see the head of the book's file."""

    name: str
    classes: tuple[str, ...] = ()
    foods: tuple[str, ...] = ()
    gone: tuple[str, ...] = ()
    step: str = ""
    technique: str = ""
    minutes: tuple[float, float] = (0.0, 0.0)
    toppings: bool = False
    minds: tuple[Mind, ...] = ()


@dataclass(frozen=True)
class Minded:
    """Something to mind about a line in somebody's share, with where the advice is from."""

    line_id: str
    food: str
    words: str
    source: str


@cache
def likings() -> dict[Because, Liking]:
    """Return every liking by its key, in the order of the book."""
    return msgspec.convert(entries_of("likings.toml"), dict[Because, Liking])


def liked(
    dish: Dish,
    key: Because,
    name: str,
    eaters: Sequence[str],
    others: float,
    book: Book,
    library: Library,
) -> Variant:
    """Return a variant for a liking: what is held back, left out and done to the share.

    What is held back goes into the others' once the share is out. Nothing of a dish that holds
    none of it: then the variant is the dish as it is, to be changed by hand.

    Args:
        dish: without its variants.
        key: which liking, not "needs".
        name: whose it is, or what it is called; empty for the liking's own name.
        eaters: ids of who has it.
        others: servings besides theirs.
        book: the swap book, for the steps of stand-ins.
        library: where foods are looked up.
    """
    liking = likings()[key]
    called = name.strip() or liking.name
    lines = [line for part in dish.parts for line in part.effective_lines()]
    waits = [line.id for line in lines if _is(line, library, liking.classes, liking.foods)]
    gone = [line.id for line in lines if _is(line, library, (), liking.gone)]
    cooked = [one for one in effective_steps(dish, book, library) if one.kind != "ghost"]
    if liking.toppings:
        gone = on_top(lines, cooked)
    changes = [Change("omit", line) for line in dict.fromkeys((*waits, *gone))]
    if liking.step:
        changes += _own_step(dish, liking, called, cooked)
    about = f"variant/{dish.title}/{key}/{called}/{'/'.join(eaters)}"
    return Variant(
        str(uuid.uuid5(NAMESPACE, about)), called, tuple(eaters), others, key,
        tuple(changes), tuple(waits),
    )  # fmt: skip


def minded(dish: Dish, because: Because, library: Library) -> tuple[Minded, ...]:
    """Return what to mind of the lines that a variant for somebody small still holds."""
    liking = likings().get(because)
    found = []
    for part in dish.parts:
        for line in part.effective_lines():
            for mind in liking.minds if liking else ():
                if _is(line, library, mind.classes, mind.foods, mind.tags):
                    food = line.food_name or line.text
                    found.append(Minded(line.id, food, mind.words, mind.source))
    return tuple(found)


def _is(
    line: Line,
    library: Library,
    classes: Sequence[str],
    foods: Sequence[str],
    tags: Sequence[str] = (),
) -> bool:
    if line.food is None:
        return False
    food = library.food(line.food)
    return food.key in foods or food.food_class in classes or bool(set(tags) & set(food.tags))


def on_top(lines: Sequence[Line], cooked: Sequence[CookStep]) -> list[str]:
    """Return the lines that go on top: the recipe says so of them, or the step that takes them."""
    found = {line.id for line in lines if any(use.kind == "top" for use in line.uses)}
    for one in cooked:
        if goes_on_top(one.step):
            found |= {take.ref for take in one.step.takes}
    return [line.id for line in lines if line.id in found]


def _own_step(dish: Dish, liking: Liking, name: str, cooked: Sequence[CookStep]) -> list[Change]:
    """Return the step that is done to a share, behind the last that cooks most of the dish."""
    reaches = reaches_of(one.step for one in cooked)
    own = {step.id for step in dish.method}
    whole = max((len(held) for held in reaches.values()), default=0)
    last = [
        one.step for one in cooked
        if one.step.id in own and one.step.technique not in _ENDS and not goes_on_top(one.step)
        and len(reaches[one.step.id]) * 2 > whole
    ]  # fmt: skip
    at = last[-1].id if last else (dish.method[-1].id if dish.method else "")
    low, high = liking.minutes
    known = technique(liking.technique).key
    step = MethodStep(
        id=str(uuid.uuid5(NAMESPACE, f"{dish.title}/{at}/{liking.technique}/{name}")), text="",
        words=liking.step, technique=known,
        takes=(Take(at),) if at else (), minutes_low=low, minutes_high=high,
        stated=("minutes",), settled=True,
    )  # fmt: skip
    return [Change("add_step", at, step=step)]
