"""Parts a dish into variants where no single one serves all: fewest variants, parted latest.

Who can have the dish as it is has it; the others share as few variants as can be, each the
smallest way over the dish whose differences enter the method as late as possible.
"""

from __future__ import annotations

import time
import uuid
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from snabo_core.dish import Dish, Variant, difference, reaches_of
from snabo_core.foods import Library
from snabo_core.method import technique
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import Book
from snabo_core.swaps.cooking import effective_steps
from snabo_core.swaps.scaling import NAMESPACE
from snabo_core.ways.finding import Fitting, Way, find_ways, fits, fitting_of, undecided
from snabo_core.wording import listed

SECONDS, ONE_SEARCH = 6.0, 1.0


@dataclass(frozen=True, eq=False)
class Group:
    """Eaters, by id, who have the same; `way` is None where that is the dish as it is."""

    eaters: tuple[str, ...]
    way: Way | None


@dataclass(frozen=True, eq=False)
class Split:
    """A dish parted for its eaters: the dish with its variants, and for whom nothing was found.

    `base` is what those have who have no variant. `timed_out` says that fewer variants, or a way
    for those left, may exist that nobody had the time to look for.
    """

    dish: Dish
    base: Group
    groups: tuple[Group, ...]
    unserved: tuple[str, ...]
    timed_out: bool


def split_of(
    dish: Dish, setting: Setting, book: Book, library: Library, *, seconds: float = SECONDS
) -> Split | None:
    """Return a dish parted into variants, None where parting helps nobody.

    Pins hold for the dish; a variant may change what is pinned, or there would be none.

    Args:
        dish: as it is; its variants are looked for anew.
        setting: eaters and kitchen of the household.
        book: the swap book.
        library: where foods are looked up.
        seconds: after so long what is found is taken.
    """
    search = _Search(replace(dish, variants=()), setting, book, library, seconds)
    whole = search.fitting(search.all, search.dish, frozenset(dish.pinned))
    if len(search.all) < 2 or undecided(whole):
        return None
    as_it_is = tuple(person.eater.id for person in whole.now.people if person.suits)
    base = Group(as_it_is, None) if as_it_is else search.largest()
    if base is None or len(base.eaters) == len(search.all):
        return None
    common = base.way.dish if base.way else search.dish
    rest = tuple(eater for eater in search.all if eater not in base.eaters)
    search.over(common)
    groups = search.fewest(rest)
    served = {eater for group in groups for eater in group.eaters}
    unserved = tuple(eater for eater in rest if eater not in served)
    if not groups:
        return None
    names = {eater.id: eater.name for eater in setting.eaters}
    variants = tuple(_variant(group, common, names) for group in groups)
    parted = replace(common, variants=variants)
    return Split(parted, base, groups, unserved, search.late)


def _variant(group: Group, common: Dish, names: dict[str, str]) -> Variant:
    key = f"variant/{common.title}/{'/'.join(group.eaters)}"
    changes = difference(common, group.way.dish) if group.way else ()
    name = listed([names[eater] for eater in group.eaters])
    return Variant(str(uuid.uuid5(NAMESPACE, key)), name, group.eaters, changes=changes)


class _Search:
    """Looks for ways of groups of eaters and remembers them."""

    def __init__(
        self, dish: Dish, setting: Setting, book: Book, library: Library, seconds: float
    ) -> None:
        self.dish, self.setting, self.book, self.library = dish, setting, book, library
        self.all = tuple(eater.id for eater in setting.eaters)
        self.until = time.monotonic() + seconds
        self.late = False
        self.known: dict[tuple[str, ...], Group | None] = {}
        self.separate: dict[str, int] = {}

    def fitting(self, eaters: Sequence[str], dish: Dish, pinned: frozenset[str]) -> Fitting:
        """Return a dish ready to be made fit for some, portions and servings as they are."""
        some = tuple(eater for eater in self.setting.eaters if eater.id in eaters)
        setting = replace(self.setting, eaters=some)
        found = fitting_of(dish, setting, self.book, self.library, pinned=pinned)
        return replace(found, shares=found.shares[:1])

    def way(self, eaters: Sequence[str], pinned: frozenset[str]) -> Group | None:
        """Return the smallest way for some eaters, None where none is found in time."""
        fitting = self.fitting(eaters, self.dish, pinned)
        if fits(fitting.now):
            return Group(tuple(eaters), None)
        left = self.until - time.monotonic()
        if left <= 0:
            self.late = True
            return None
        longest = min(ONE_SEARCH, left)
        way = next(find_ways(fitting, want=1, seconds=longest, hurry=False), None)
        return Group(tuple(eaters), way) if way else None

    def largest(self) -> Group | None:
        """Return the most eaters one dish can be made to fit, with what is pinned as it is."""
        held = frozenset(self.dish.pinned)
        alone = [eater for eater in self.all if self.way((eater,), held)]
        for size in range(len(alone), 0, -1):
            for eaters in combinations(alone, size):
                found = self.way(eaters, held)
                if found:
                    return found
        return None

    def over(self, common: Dish) -> None:
        """Look on for variants over this dish."""
        self.dish = common
        self.known.clear()
        self.separate = _separate(common, self.book, self.library)

    def variant(self, eaters: tuple[str, ...]) -> Group | None:
        """Return the way for some whose first difference enters the method the latest."""
        if eaters not in self.known:
            found = self.way(eaters, frozenset())
            self.known[eaters] = self._latest(eaters, found) if found else None
        return self.known[eaters]

    def _latest(self, eaters: tuple[str, ...], first: Group) -> Group:
        """Allow only what few steps follow on, as few as leave a way: found by halving."""
        levels = sorted(set(self.separate.values()))
        low, high, best = 0, len(levels) - 1, first
        while low < high:
            middle = (low + high) // 2
            found = self.way(eaters, self._entering_before(levels[middle]))
            if found:
                high, best = middle, found
            else:
                low = middle + 1
        return best

    def _entering_before(self, level: int) -> frozenset[str]:
        return frozenset(key for key, steps in self.separate.items() if steps > level)

    def fewest(self, eaters: tuple[str, ...]) -> tuple[Group, ...]:
        """Return the fewest groups that have a way each; who has none alone is left out."""
        some = tuple(eater for eater in eaters if self.variant((eater,)))
        if not some:
            return ()
        for size in range(1, len(some) + 1):
            for grouping in _partitions(some, size):
                found = [self.variant(group) for group in grouping]
                groups = tuple(group for group in found if group)
                if len(groups) == len(found):
                    return groups
        return ()


def _partitions(items: tuple[str, ...], size: int) -> Iterator[list[tuple[str, ...]]]:
    """Yield every way of putting items into so many groups, each once, in a fixed order."""
    if size == 1:
        yield [items]
        return
    if size > len(items):
        return
    first, rest = items[0], items[1:]
    for smaller in _partitions(rest, size - 1):
        yield [(first,), *smaller]
    for same in _partitions(rest, size):
        for place, group in enumerate(same):
            yield [*same[:place], (first, *group), *same[place + 1 :]]


def _separate(dish: Dish, book: Book, library: Library) -> dict[str, int]:
    """Return how many steps have to be done twice where a slot or a line differs, by its id.

    Steps that handle nothing else do not count: they are done instead, not twice. Where no step
    takes a thing nobody knows, and all steps count.
    """
    cooked = [one.step for one in effective_steps(dish, book, library) if one.kind != "ghost"]
    reaches = reaches_of(cooked)
    meets = [reaches[step.id] for step in cooked if not _last(step.technique)]

    def steps_of(lines: frozenset[str]) -> int:
        at = [held for held in meets if held & lines]
        return sum(not held <= lines for held in at) if at else len(meets)

    found: dict[str, int] = {}
    for part in dish.parts:
        for slot in part.slots:
            own = frozenset(slot.line_ids)
            if slot.choice:
                own |= {line.id for line in slot.choice.lines}
            steps = steps_of(own)
            found |= dict.fromkeys((slot.id, *own), steps)
        found |= {
            line.id: steps_of(frozenset({line.id})) for line in part.lines if line.id not in found
        }
    return found


def _last(key: str) -> bool:
    """Tell a step that is done portion by portion in any case."""
    return bool(key) and technique(key).key in {"serve", "store", "top"}
