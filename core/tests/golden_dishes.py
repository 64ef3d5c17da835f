"""Twenty whole dishes with all that a screen gets of them: python -m tests.golden_dishes.

The document goes in, the whole preview comes out; what has changed is printed, figure by figure,
and written down as the new truth. Nobody renews it without reading what it prints.
"""

from __future__ import annotations

import json
import math
from collections.abc import Iterator
from functools import cache
from pathlib import Path
from typing import Any

import msgspec

from snabo_core.dish import Dish, upgraded
from snabo_core.foods import library
from snabo_core.plate import Eater
from snabo_core.plate.eaters import schools
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.roles import propose_slots
from snabo_core.swaps.scaling import scale_to
from snabo_core.views.preview import preview
from tests.score_recipes import recipes

FOLDER = Path(__file__).with_name("golden")
COUNT = 20
SCHOOLS = ("very_low_carb", "no_added_oil", "lean_protein")
# Figures are compared as written: so many digits are more than anybody reads.
DIGITS = 7
SUMMED = 1e-6


def setting() -> Setting:
    """Return a table of three with different schools."""
    return Setting(
        tuple(
            Eater(key, key, schools()[key].name, schools()[key].targets, schools()[key].exclusions)
            for key in SCHOOLS
        )
    )


@cache
def dishes() -> tuple[Dish, ...]:
    """Read twenty dishes from recipes, with stand-ins in where the book has them."""
    found = []
    for number, recipe in enumerate(recipes()[:COUNT]):
        made = propose_slots(read_recipe(recipe.text, library(), None), book(), library())
        for part in made.parts:
            for slot in part.slots:
                stand_ins = book().stand_ins(slot.role)
                lines = [line for line in part.lines if line.id in slot.line_ids]
                if not stand_ins or any(line.grams is None for line in lines):
                    continue
                item = stand_ins[number % len(stand_ins)]
                choice = scale_to(part, slot, item, book().files[slot.role], library())
                made = made.with_choice(part.id, slot.id, choice)
        found.append(made)
    return tuple(found)


def whole(made: Dish) -> Any:
    """Return the preview of a dish as plain values, figures rounded."""
    return _rounded(msgspec.to_builtins(preview(made, setting(), book(), library())))


def _rounded(value: Any) -> Any:
    if isinstance(value, float):
        return float(f"{value:.{DIGITS}g}")
    if isinstance(value, dict):
        return {name: _rounded(inner) for name, inner in value.items()}
    if isinstance(value, (list, tuple)):
        return [_rounded(inner) for inner in value]
    return value


def changes(before: Any, after: Any, place: str = "") -> Iterator[str]:
    """Yield what differs between two plain values, with where it stands."""
    if isinstance(before, dict) and isinstance(after, dict):
        for name in sorted({*before, *after}):
            if name not in before or name not in after:
                yield f"{place}.{name}: {'new' if name not in before else 'gone'}"
            else:
                yield from changes(before[name], after[name], f"{place}.{name}")
    elif isinstance(before, list) and isinstance(after, list) and len(before) == len(after):
        for i, (old, new) in enumerate(zip(before, after, strict=True)):
            yield from changes(old, new, f"{place}[{i}]")
    elif before != after and not _as_good_as(before, after):
        yield f"{place}: {str(before)[:60]} is now {str(after)[:60]}"


def _as_good_as(before: Any, after: Any) -> bool:
    """Return whether two figures are one but for how another processor sums."""
    both = isinstance(before, float) and isinstance(after, (int, float))
    return both and math.isclose(before, after, rel_tol=SUMMED, abs_tol=SUMMED)


def kept(number: int) -> Any:
    """Return what is written down of a dish: its document and its preview."""
    return json.loads((FOLDER / f"{number:02}.json").read_text("utf-8"))


def document(number: int) -> Any:
    """Return a document that was written down, in today's form, or else a dish read now."""
    path = FOLDER / f"{number:02}.json"
    if path.exists():
        return upgraded(kept(number)["dish"])
    return _rounded(msgspec.to_builtins(dishes()[number]))


def main() -> None:
    """Print what has changed and write it down."""
    FOLDER.mkdir(exist_ok=True)
    for number in range(COUNT):
        path = FOLDER / f"{number:02}.json"
        raw = document(number)
        now = {"dish": raw, "preview": whole(msgspec.convert(raw, Dish))}
        if path.exists():
            for line in changes(kept(number), now):
                print(f"{raw['title']}{line}")
        path.write_text(json.dumps(now, ensure_ascii=False, separators=(",", ":")) + "\n", "utf-8")


if __name__ == "__main__":
    main()
