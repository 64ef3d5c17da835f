"""What to mind at a dish's steps and beside it: by rule, from what is done to what for whom."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from snabo_core.book.cautions import cautions
from snabo_core.dish import Line
from snabo_core.foods import Food, Library
from snabo_core.foods.allergen_lists import allergen_list
from snabo_core.foods.certainty import certainty_of
from snabo_core.method import Ingredient, ReadStep, Share
from snabo_core.method.cautions import cautions_of
from snabo_core.method.naming import Names
from snabo_core.plate.eaters import Eater
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import Judged
from snabo_core.swaps.ledgers import steps_for
from snabo_core.views.cooked import Cooked, Row
from snabo_core.views.eaters import concerned
from snabo_core.wording import listed

# The longest list of a region: what is on none is left out for other reasons than an allergy.
_ALLERGENS = allergen_list("eu").listed


@dataclass(frozen=True)
class StepCaution:
    """A caution at a step; `who` names the eaters it concerns, empty where it is everybody."""

    key: str
    text: str
    why: str
    who: str = ""


@dataclass(frozen=True)
class DishCaution:
    """A caution of the dish, once, with the numbers of the steps it holds at.

    `eaters` are the ids of those it concerns, none where it is everybody; `known` those of them who
    put it away. `put_away` says that all of them did: at its step it stays.
    """

    key: str
    text: str
    why: str
    steps: tuple[int, ...]
    put_away: bool
    who: str = ""
    eaters: tuple[str, ...] = ()
    known: tuple[str, ...] = ()


class Minded:
    """The cautions of a dish as it is cooked: those of its steps, and those of its eaters."""

    def __init__(self, made: Judged, cooked: Cooked) -> None:
        """Apply every rule once.

        Args:
            made: the dish, judged for who eats.
            cooked: its rows.
        """
        self.made, self.cooked = made, cooked
        self.ruled = cautions_by_number(cooked, made.library, made.book)
        self.people = concerned(made)
        # By key: whom it concerns, and the steps that it stands at for them.
        self.named: dict[str, dict[str, Eater]] = {
            key: {eater.id: eater for eater in eaters} for key, eaters in self.people.items()
        }
        self.stands: dict[int, dict[str, dict[str, Eater]]] = {}
        self._lines()

    def _lines(self) -> None:
        """Look at every line where it first goes in, for each who eats of it."""
        seen: set[tuple[str, str]] = set()
        for row in (row for row in self.cooked.rows if row.number):
            lines = self.cooked.lines[row.home]
            for line in (lines[take.ref] for take in row.one.step.takes if take.ref in lines):
                food = self.made.library.known(line.food)
                if food is None:
                    continue
                for eater in self.made.setting.eaters:
                    if row.branches and self._branch(eater) not in row.branches:
                        continue
                    new = {(eater.id, key) for key in self._keys(eater, food)} - seen
                    seen |= new
                    for _, key in sorted(new):
                        self._stand(key, eater, row.number)

    def _stand(self, key: str, eater: Eater, number: int) -> None:
        self.named.setdefault(key, {})[eater.id] = eater
        self.stands.setdefault(number, {}).setdefault(key, {})[eater.id] = eater

    def _keys(self, eater: Eater, food: Food) -> list[str]:
        """Return what an eater has to mind of a food they eat."""
        keys = [
            key
            for key, who in self.people.items()
            if eater in who and food.food_class in cautions()[key].at_classes
        ]
        left_out = [each.what for each in eater.exclusions if each.what in _ALLERGENS]
        held = {certainty_of(food, what) for what in left_out}
        # What nobody looked into is not free of it.
        asked = held & {"check_label", "may_contain", "unknown"}
        return [*keys, "read_label"] if asked else keys

    def _branch(self, eater: Eater) -> str:
        for branch in self.cooked.branches:
            if branch.variant is not None and eater.id in branch.variant.eaters:
                return branch.id
        return next((b.id for b in self.cooked.branches if b.variant is None), "")

    def at(self, number: int) -> tuple[StepCaution, ...]:
        """Return what to mind at a step: what is done there first, then for whom."""
        known = cautions()
        ruled = [(key, "") for key in self.ruled.get(number, ())]
        people = [
            (key, listed([eater.name for eater in who.values()]))
            for key, who in self.stands.get(number, {}).items()
        ]
        return tuple(
            StepCaution(key, known[key].text, known[key].why, who) for key, who in (*ruled, *people)
        )

    def beside(self) -> tuple[DishCaution, ...]:
        """Return every caution once: in the order the dish meets them, then those of no step."""
        steps: dict[str, list[int]] = {}
        for row in (row for row in self.cooked.rows if row.number):
            for key in (*self.ruled.get(row.number, ()), *self.stands.get(row.number, {})):
                steps.setdefault(key, []).append(row.number)
        known, found = cautions(), []
        for key in dict.fromkeys((*steps, *self.named)):
            who = list(self.named.get(key, {}).values())
            meant = who or self.made.setting.eaters
            knows = tuple(eater.id for eater in meant if key in eater.dismissed)
            found.append(
                DishCaution(
                    key, known[key].text, known[key].why, tuple(dict.fromkeys(steps.get(key, ()))),
                    bool(meant) and len(knows) == len(meant),
                    listed([eater.name for eater in who]) if who else "",
                    tuple(eater.id for eater in who), knows,
                )
            )  # fmt: skip
        return tuple(found)


def cautions_by_number(cooked: Cooked, library: Library, book: Book) -> dict[int, tuple[str, ...]]:
    """Return the cautions of every step that is cooked, by its number."""
    lines = {key: line for own in cooked.lines.values() for key, line in own.items()}
    names = Names(
        [
            Ingredient(
                i.id,
                "",
                f"{i.text} {i.preparation}".strip(),
                i.food,
                kept=i.shelf is not None and i.shelf.how != "",
            )
            for i in lines.values()
        ],
        library,
    )
    rows = [row for row in cooked.rows if row.number]
    ruled = cautions_of([_as_read(row, cooked, lines) for row in rows], names)
    written = {
        (slot.id, step.id): step.cautions
        for branch in cooked.branches
        for part in branch.dish.parts
        for slot in part.slots
        for step in steps_for(slot, book)
    }
    return {
        row.number: _once((*keys, *written.get((row.one.slot or "", row.one.book_step or ""), ())))
        for row, keys in zip(rows, ruled, strict=True)
    }


def _once(keys: Iterable[str]) -> tuple[str, ...]:
    """Return cautions by what they are called now, each once."""
    known = cautions()
    return tuple(dict.fromkeys(known[key].key for key in keys if key in known))


def _as_read(row: Row, cooked: Cooked, lines: Mapping[str, Line]) -> ReadStep:
    step = row.one.step
    made = {t.ref: cooked.number(row.home, t.ref) for t in step.takes}
    takes = tuple(
        f"s{made[take.ref]}" if made[take.ref] else take.ref
        for take in step.takes
        if made[take.ref] or take.ref in lines
    )
    reaches = cooked.reaches(row)
    held = tuple(key for key in lines if key in reaches)
    share = {t.ref: Share(t.share, t.fraction) for t in step.takes if t.share is not None}
    told: dict[str, bool | str] = {"yes": True, "no": False, "partly": "partly"}
    covered = told.get(step.covered or "")
    return ReadStep(
        row.number, 1, 0, len(step.words), step.words, step.technique or None, takes, held,
        (step.minutes_low, step.minutes_high), passive=False, oven_c=step.oven_c, watts=step.watts,
        covered=covered, until=step.until or None, share=share,
    )  # fmt: skip
