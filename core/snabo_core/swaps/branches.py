"""The branches of a dish: each variant as a whole dish of its own, and what the others have."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

from snabo_core.dish import Dish, Line, Variant, all_lines, applied
from snabo_core.plate.setting import Setting

# Less of a dish than this share is nobody's.
NOTHING = 1e-9


@dataclass(frozen=True)
class Branch:
    """A variant, or with None what the others have.

    `dish` is the whole dish made that way, `share` how much of it is made so, 0 to 1; what a
    branch really holds are its lines times its share.
    """

    variant: Variant | None
    dish: Dish
    share: float

    @property
    def id(self) -> str:
        """The variant's id, empty for what the others have."""
        return self.variant.id if self.variant else ""


@lru_cache(maxsize=64)
def branches_of(dish: Dish) -> tuple[Branch, ...]:
    """Return the variants of a dish in their order, then what the others have.

    The shares come to 1 unless more is promised than there is; then nothing is left for the
    others.
    """
    base = replace(dish, variants=())
    portions = {portion.eater: portion.share for portion in dish.portions}
    found = []
    for variant in dish.variants:
        share = sum(portions.get(eater, 1 / dish.servings) for eater in variant.eaters)
        share += variant.others / dish.servings
        found.append(Branch(variant, applied(base, variant.changes), share))
    rest = 1 - sum(branch.share for branch in found)
    return (*found, Branch(None, base, rest if rest > NOTHING else 0.0))


def of_the_others(dish: Dish, setting: Setting) -> tuple[Dish, Setting]:
    """Return a dish without its variants and those eating who have none of their own.

    What is looked for over the dish is looked for them.
    """
    if not dish.variants:
        return dish, setting
    own = {eater for variant in dish.variants for eater in variant.eaters}
    others = tuple(eater for eater in setting.eaters if eater.id not in own)
    return replace(dish, variants=()), replace(setting, eaters=others)


@dataclass(frozen=True)
class SharedLine:
    """A line that is the same in several branches: which, and how much of it all of them take.

    `line` holds the grams of the whole dish; `shares` are by branch id.
    """

    part_id: str
    line: Line
    shares: dict[str, float]

    @property
    def grams(self) -> float | None:
        """What goes in, all branches together; None where nobody knows."""
        whole = self.line.grams
        return None if whole is None else whole * sum(self.shares.values())


def lines_of_branches(branches: tuple[Branch, ...]) -> tuple[SharedLine, ...]:
    """Return every line that any branch holds, once where branches agree on it.

    In the order of the dish, the rest's before those of variants. A branch of which nobody has
    any holds nothing.
    """
    found: dict[tuple[str, Line], SharedLine] = {}
    in_order = sorted(branches, key=lambda branch: branch.variant is not None)
    for branch in in_order:
        if branch.share <= NOTHING:
            continue
        for part, line in all_lines(branch.dish):
            one = found.setdefault((part.id, line), SharedLine(part.id, line, {}))
            one.shares[branch.id] = branch.share
    place = {part.id: number for number, part in enumerate(in_order[0].dish.parts)}
    return tuple(sorted(found.values(), key=lambda one: place.get(one.part_id, len(place))))
