"""What the kitchen makes of steps, toppings, batches and likings, for `golden_tables`."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import asdict, replace
from functools import partial
from typing import Any

from snabo_core.dish import Choice, Dish, Line, MethodStep, with_line
from snabo_core.errors import SnaboError
from snabo_core.foods import library
from snabo_core.foods.certainty import EXCLUSIONS, certainty_of
from snabo_core.method.techniques import techniques
from snabo_core.plate.setting import Setting
from snabo_core.plate.sources import source_of
from snabo_core.recipe.method import with_method
from snabo_core.shelf import keepings
from snabo_core.swaps.binding import HOLDS, binding_in
from snabo_core.swaps.book import book
from snabo_core.swaps.cooking import effective_steps
from snabo_core.swaps.from_shelf import OnShelf, kind_of_dish, kind_of_part, meet, wanted
from snabo_core.swaps.likings import liked, likings, minded
from snabo_core.swaps.rebasing import rebased
from snabo_core.swaps.scaling import base_lines
from snabo_core.swaps.swapped_lines import groups_of, swapped_line
from snabo_core.swaps.toppings import load_of, toppings
from snabo_core.water.of_method import Around, step_of_method

WORDS = (
    "", "Bring to the boil.", "Simmer gently until reduced by half.", "Reduce to a third.",
    "Wring out in a cloth.", "Press through a sieve onto paper.", "Spread out on a tray.",
    "Bake the whole loaf in a deep tin.",
)  # fmt: skip
STEPS: tuple[dict[str, Any], ...] = (
    {}, {"minutes_low": 20.0, "minutes_high": 30.0, "stated": ("minutes",)},
    {"minutes_low": 95.0, "minutes_high": 95.0, "stated": ("minutes",)},
    {"minutes_low": 200.0, "minutes_high": 240.0, "stated": ("minutes",), "covered": "no"},
    {"oven_c": 160.0, "ring": "high", "covered": "partly"}, {"watts": 600.0, "ring": "low"},
)  # fmt: skip
AROUND = (Around(), Around(in_tin=True, watts=1000.0), Around(in_liquid=True))
# So many foods of the list, spread over all of it, tell enough.
EVERY = 9


def ledger_steps() -> dict[str, Any]:
    """Return how a recipe's steps run in the ledger, by technique, words and what is around."""
    found: dict[str, Any] = {}
    for technique in sorted(techniques()):
        tries = [(WORDS[0], said) for said in STEPS] + [(words, STEPS[1]) for words in WORDS[1:]]
        for (number, (words, said)), (place, around) in itertools.product(
            enumerate(tries), enumerate(AROUND)
        ):
            made = step_of_method(MethodStep("x", "", words, technique, **said), around)
            row = [made.technique, dict(made.settings), made.hands_on_minutes,
                   made.passive_minutes, made.prior and asdict(made.prior)]  # fmt: skip
            # Most are as the first of their technique.
            if number == place == 0 or row != found.get(f"{technique} 0 0"):
                found[f"{technique} {number} {place}"] = row
    return found


def held() -> dict[str, Any]:
    """Return what foods hold of what is left out, and where their figures are from."""
    foods = sorted(library().foods)[::EVERY]
    return {
        key: [[certainty_of(library().food(key), what) for what in EXCLUSIONS],
              source_of(library().food(key), "fibre")]
        for key in foods
    }  # fmt: skip


def loads() -> dict[str, Any]:
    """Return what toppings do to bases of every hold."""
    lines = [_line(key.split("/")[0], grams) for key, grams in zip(
        sorted(toppings()), itertools.cycle((40.0, 90.0, 200.0)), strict=False
    )]  # fmt: skip
    found: dict[str, Any] = {}
    for first in range(0, len(lines), 3):
        some = lines[first : first + 3]
        for (_, hold), area in itertools.product(HOLDS, (0.0, 400.0, 1200.0)):
            dry = frozenset({some[0].id} if first % 2 else ())
            load = _answer(load_of, some, area, hold, library(), dry)
            found[f"{first} {hold} {area:g}"] = load if isinstance(load, str) else [
                [(each.line.id, each.free_water) for each in load.laid], len(load.unknown),
                load.water, load.weight, load.carries, load.verdict, load.most,
                load.wettest and load.wettest.line.id,
            ]  # fmt: skip
    return found


def _line(food: str, grams: float) -> Line:
    return Line(food, f"{grams:g} g {food}", grams, "gram", food, food_name=food, grams_low=grams,
                grams=grams, grams_high=grams)  # fmt: skip


def bindings() -> dict[str, Any]:
    """Return how every stand-in that is bound holds."""
    return {
        f"{role} {item.key}": binding_in(item)
        for role in book().files for item in book().stand_ins(role)
        if binding_in(item) is not None
    }  # fmt: skip


def shelved(dishes: Iterator[Dish]) -> dict[str, Any]:
    """Return how dishes keep, and what they take of a batch for a line and for a part."""
    found: dict[str, Any] = {}
    kinds = [keepings()[key] for key in sorted(keepings())[::EVERY]]
    batches = [
        OnShelf("b", "x", food, form, number % 2 == 0, kind)
        for number, (kind, (food, form)) in enumerate(
            zip(kinds, itertools.cycle((("onion", "boiled"), ("lentils", "boiled"),
                                        ("potato", "raw"), ("chickpeas", "drained"))), strict=False)
        )
    ]  # fmt: skip
    for number, dish in enumerate(dishes):
        part = dish.parts[number % len(dish.parts)]
        batch = batches[number % len(batches)]
        line = part.lines[0].id
        asked = [_answer(wanted, dish, part.id, one, batch, Setting(()), book(), library())
                 for one in (line, None, "gone")]  # fmt: skip
        tries = ((line, 200.0), (None, 1.0), (line, 0.0), ("gone", 1.0))
        taken = [_answer(meet, dish, part.id, one, batch, grams) for one, grams in tries]
        met = [one if isinstance(one, str) else _lines(one, part.id) for one in taken]
        kept = [kind_of_dish(dish, library()).key, *_days(kind_of_part(part, book(), library()))]
        found[f"{number}"] = [asked, met, kept]
    return found


def _days(kind: Any) -> list[Any]:
    return [kind.key, dict(kind.days), kind.reheat and kind.reheat.minutes]


def _lines(dish: Dish, part: str) -> list[Any]:
    return [[line.food, line.grams, line.instead and asdict(line.instead.shelf)]
            for line in dish.part(part).lines]  # fmt: skip


def wishes(dishes: Iterator[Dish]) -> dict[str, Any]:
    """Return what likings change in dishes, where they do it, and what is to be minded."""
    found: dict[str, Any] = {}
    for (number, dish), key in itertools.product(enumerate(dishes), likings()):
        made = liked(replace(dish, variants=()), key, "", ("a",), 3.0, book(), library())
        places = {line.id: n for n, line in enumerate(_every_line(dish))}
        places |= {step.id: n for n, step in enumerate(dish.method)}
        found[f"{number} {key}"] = [
            made.name,
            [[c.kind, places.get(c.at, -1), _told(c.step)] for c in made.changes],
            [places.get(one, -1) for one in made.waits],
            [[places.get(one.line_id, -1), one.words] for one in minded(dish, key, library())],
        ]
    return found


def _told(step: MethodStep | None) -> Any:
    return step and [step.technique, step.minutes_low, step.minutes_high]


def reworded(dishes: Iterator[Dish]) -> dict[str, Any]:
    """Return the steps that a line swap changes, in their words, times and cues."""
    found: dict[str, Any] = {}
    for number, dish in enumerate(dishes):
        read = dish if dish.method else with_method(dish, library())
        before = {one.step.id: one for one in effective_steps(read, book(), library())}
        for line in _every_line(read):
            for group, own in groups_of(line) if line.grams is not None else ():
                other = group.members[number % len(group.members)]
                new = swapped_line(line, own, other, library())
                changed = with_line(read, line.id, partial(replace, instead=new))
                found[f"{number} {line.text} {group.job}"] = [
                    [one.kind, one.step.words, one.step.technique, one.step.minutes_low,
                     one.step.minutes_high, one.step.until, one.said]
                    for one in effective_steps(changed, book(), library())
                    if one != before.get(one.step.id)
                ]  # fmt: skip
    return found


def heads() -> dict[str, Any]:
    """Return what the book's stand-ins come to for a vegetable of another weight."""
    found: dict[str, Any] = {}
    for role in book().files:
        for item in book().stand_ins(role)[:3]:
            lines = base_lines(item.lines, library())
            choice = Choice(item.key, tuple(lines))
            had = sum(line.grams or 0.0 for line in lines if line.food == item.driver)
            for times in (0.05, 0.1, 0.7, 1.2, 1.3, 10.5) if had else ():
                made = _answer(rebased, choice, item, had * times, library())
                found[f"{role} {item.key} {times:g}"] = made if isinstance(made, str) else [
                    [one.grams_low, one.grams, one.grams_high, one.preparation]
                    for one in made.lines
                ]  # fmt: skip
    return found


def _every_line(dish: Dish) -> Iterator[Line]:
    for part in dish.parts:
        yield from part.lines


def _answer(function: Any, *args: Any) -> Any:
    try:
        return function(*args)
    except SnaboError as no:
        return str(no)
