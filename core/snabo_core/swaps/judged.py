"""The one judging path: a dish as this household cooks and shares it, for each of its eaters.

Bench, Compare, Table, day, ranking and line swaps all take their plates and standings from
here, with the same losses, portions, tolerances and household rules.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

from snabo_core.dish import Dish, Line, all_lines, as_poured
from snabo_core.foods import Library
from snabo_core.plate import Plate, plate_of
from snabo_core.plate.eaters import Eater
from snabo_core.plate.judging import ForEater, judge
from snabo_core.plate.portions import Sharing, sharing_of
from snabo_core.plate.rows import Rules
from snabo_core.plate.setting import Setting
from snabo_core.plate.taking import as_taken, makes_of, share_of
from snabo_core.plate.totals import Figure
from snabo_core.swaps.book import Book
from snabo_core.swaps.branches import branches_of
from snabo_core.swaps.dish_water import own_changes
from snabo_core.swaps.ledgers import WHOLE, Changes, SlotLedger, dish_ledgers

_Shown = tuple[tuple[tuple[str, ...], tuple[float, ...]], ...]


@dataclass(frozen=True, eq=False)
class Judged:
    """A dish computed for a household: its plate, who gets how much, and how it stands.

    `eaten` is the dish with its parts cut down to what it takes of them, `changes` what drying
    and cooking do to them.
    """

    dish: Dish
    eaten: Dish
    plate: Plate
    changes: Changes
    sharing: Sharing
    setting: Setting
    library: Library
    book: Book

    @property
    def ledgers(self) -> tuple[SlotLedger, ...]:
        """The water of its stand-ins."""
        return self.changes.ledgers

    @cached_property
    def branches(self) -> dict[str, Judged]:
        """What variants come to, by their ids; each judged as a whole dish of its own."""
        return {
            branch.id: judged(branch.dish, self.setting, self.book, self.library)
            for branch in branches_of(self.dish)
            if branch.variant is not None
        }

    def of(self, eater: str) -> Judged:
        """Return the dish that an eater has: their variant, or this."""
        for variant in self.dish.variants:
            if eater in variant.eaters:
                return self.branches[variant.id]
        return self

    @cached_property
    def lines(self) -> tuple[Line, ...]:
        """Every effective line of the dish, as much of it as goes in."""
        return tuple(line for _, line in all_lines(self.eaten))

    @cached_property
    def open_lines(self) -> tuple[Line, ...]:
        """The lines left out that nobody has settled."""
        return tuple(line for part in self.dish.parts for line in part.unsettled_out())

    @cached_property
    def names(self) -> dict[str, str]:
        """What each line is called in sentences, by its id."""
        return {line.id: line.food_name or line.text for line in (*self.lines, *self.open_lines)}

    @cached_property
    def people(self) -> tuple[ForEater, ...]:
        """How the dish stands for each eater, by what that eater is given of what they have."""
        return tuple(self.of(eater.id).person(eater) for eater in self.setting.eaters)

    def person(self, eater: Eater) -> ForEater:
        """Return how this dish itself stands for an eater, by what they are given of it."""
        return judge(
            eater, self.plate.totals, self.sharing.of(eater.id), self.names, self.lines,
            self.library, self.plate.losses, self.open_lines,
        )  # fmt: skip

    @cached_property
    def went_in(self) -> float | None:
        """Grams of all that goes into the dish, None where nobody knows of a line."""
        known = [line.grams for line in self.lines if line.grams is not None]
        return sum(known) if len(known) == len(self.lines) else None

    @property
    def weighs(self) -> float | None:
        """What the finished dish weighs: by the scale, or as planned; None where nobody knows."""
        return self.setting.readings.finished(self.dish) or self.dish.expected_grams

    @cached_property
    def layers(self) -> dict[str, tuple[float, float]]:
        """Grams that each part makes when it is done and the share that goes in, by part id."""
        found = {}
        for part in self.dish.parts:
            change = self.changes.grams.get(part.id, 0.0)
            makes, share = makes_of(part, change), share_of(part, change)
            if part.taken is not None and part.taken.makes_grams:
                makes = part.taken.makes_grams
            found[part.id] = (makes, share)
        return found

    @cached_property
    def grams(self) -> float:
        """What the whole dish weighs: as weighed or planned, else as predicted."""
        return self.weighs or self.predicted

    @cached_property
    def predicted(self) -> float:
        """What its layers come to once they have been together."""
        made = sum(makes for makes, _ in self.layers.values())
        goes_in = sum(makes * share for makes, share in self.layers.values())
        # Of parts that are used in part only so much lies in the oven.
        together = self.changes.grams.get(WHOLE, 0.0) * (goes_in / made if made else 0.0)
        return max(0.0, goes_in + together)

    def figures_of(self, eater: str) -> dict[str, Figure]:
        """Return the figures of what an eater is given: a serving, or their own portion."""
        own = self.of(eater)
        if own is not self:
            return own.figures_of(eater)
        share = self.sharing.of(eater)
        return self.plate.figures if share == 1 / self.dish.servings else self.plate.of_share(share)


def judged(
    dish: Dish, setting: Setting, book: Book, library: Library, *, sample: bool = True
) -> Judged:
    """Compute a dish for a household.

    Args:
        dish: the dish as it is to be eaten.
        setting: eaters, kitchen and rules of the household, and what its scale said.
        book: the swap book, for what the stand-ins' steps take away.
        library: where foods are looked up.
        sample: model the spread; a dish that is only compared with needs none.
    """
    dish = as_poured(dish, setting.readings)
    changes = changes_of(dish, book, library, setting)
    eaten = as_taken(dish, changes.grams)
    plate = plate_of(eaten, library, rules=setting.rules, losses=changes.losses, sample=sample)
    sharing = sharing_of(dish, len(setting.eaters))
    return Judged(dish, eaten, plate, changes, sharing, setting, library, book)


def changes_of(dish: Dish, book: Book, library: Library, setting: Setting) -> Changes:
    """Return what drying and cooking change of a dish that is poured."""
    ledgers = dish_ledgers(dish, book, library, setting)
    return Changes(dish.parts, ledgers, own_changes(dish, book, library, setting))


def as_brought(original: Dish, setting: Setting, book: Book, library: Library) -> Judged:
    """Return the original as this household's kitchen would make it, nobody eating.

    Remembered: it stays while the swap is being worked on. What the scale said is of the swap.
    """
    learnt = tuple(setting.learnt.items())
    return _as_brought(original, setting.rules, setting.microwave_watts, learnt, book, library)


# A few, since a whole dish with its plate hangs on each.
@lru_cache(maxsize=16)
def _as_brought(
    original: Dish, rules: Rules, watts: float, learnt: _Shown, book: Book, library: Library
) -> Judged:
    setting = Setting((), watts, rules, learnt=dict(learnt))
    return judged(original, setting, book, library, sample=False)
