"""What may be done with a dish: in every slot, with every line, and with how it is shared."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from collections.abc import Set as AbstractSet
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Literal

from snabo_core.dish import Choice, Dish, Line, Part, Slot, all_lines
from snabo_core.errors import SnaboError
from snabo_core.foods import Library
from snabo_core.foods.certainty import certainty_of
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import Book, RoleFile, StandIn
from snabo_core.swaps.ledgers import losses_of, slot_ledger
from snabo_core.swaps.offers import fried_lines
from snabo_core.swaps.ranking import limit_of, texture_gap
from snabo_core.swaps.sauces import sauce_lines
from snabo_core.swaps.scaling import by_hand, scale_to, slot_lines
from snabo_core.swaps.swapped_lines import groups_of, swapped_line
from snabo_core.ways.room import Room, class_room, costs, piece_of

# A role that has no say in the thickness of a sauce.
THICKENER = "thickener"
# What makes up more of a dish than this is not left out of it; fat may be.
MOST_GONE = 0.05
NOTHING_LOST: Mapping[str, float] = {}

Kind = Literal[
    "keep", "stand_in", "back", "reduced", "out", "swap", "offered", "without", "moved",
    "portion", "servings",
]  # fmt: skip


@dataclass(frozen=True, eq=False)
class Doing:
    """One thing that may be done in a place, and what it costs a cook.

    `choice` is what a slot takes, `line` what goes in instead of a line (None for nothing).
    `lines` are what it brings that no place of its own decides about. `note` is what the book says
    of a swap; `minutes` are those it takes longer. `lost` leaves with pressed liquid, along the
    plate's figures.
    """

    kind: Kind
    cost: float = 0.0
    lines: tuple[Line, ...] = ()
    choice: Choice | None = None
    line: Line | None = None
    stand_in: StandIn | None = None
    note: str = ""
    minutes: float = 0.0
    lost: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True, eq=False)
class Place:
    """A slot or a line and what may be done with it; the first is to leave it as it is now.

    `parent` is (place, doing) by number where the line is there only if that is done. `room`
    is how far the grams of the first doing may move.
    """

    id: str
    part: Part
    slot: Slot | None
    line: Line | None
    doings: tuple[Doing, ...]
    parent: tuple[int, int] | None = None
    room: Room | None = None


@dataclass(frozen=True, eq=False)
class Choices:
    """Everything that may be done with a dish, in the order of its parts and lines."""

    dish: Dish
    places: tuple[Place, ...]
    held: frozenset[str]

    @cached_property
    def children(self) -> dict[tuple[int, int], list[int]]:
        """The places that are only there with a doing, by (place, doing)."""
        found: dict[tuple[int, int], list[int]] = {}
        for number, place in enumerate(self.places):
            if place.parent is not None:
                found.setdefault(place.parent, []).append(number)
        return found


def is_barred(line: Line, setting: Setting, library: Library) -> bool:
    """Tell whether somebody at the table leaves out what a line surely holds, tolerating none."""
    if line.food is None or line.grams == 0 or line.eaten()[2] == 0:
        return False
    food = library.food(line.food)
    return any(
        exclusion.tolerated == 0 and certainty_of(food, exclusion.what) == "contains"
        for eater in setting.eaters
        for exclusion in eater.exclusions
    )


def choices_of(
    dish: Dish,
    setting: Setting,
    book: Book,
    library: Library,
    *,
    pinned: AbstractSet[str] = frozenset(),
    only_grams: bool = False,
) -> Choices:
    """Return what may be done with a dish.

    Args:
        dish: as it is now.
        setting: who eats and what the kitchen has.
        book: the swap book.
        library: where foods are looked up.
        pinned: ids of slots and lines that stay as they are.
        only_grams: choices stay, only grams may move.
    """
    maker = _Maker(dish, setting, book, library, frozenset(pinned), only_grams)
    for part in dish.parts:
        maker.add_part(part)
    return Choices(dish, tuple(maker.places), frozenset(pinned))


class _Maker:
    def __init__(
        self,
        dish: Dish,
        setting: Setting,
        book: Book,
        library: Library,
        pinned: frozenset[str],
        only_grams: bool,
    ) -> None:
        self.dish, self.setting, self.book, self.library = dish, setting, book, library
        self.pinned, self.only_grams = pinned, only_grams
        self.places: list[Place] = []
        foods = (library.food(line.food) for _, line in all_lines(dish) if line.food)
        self.fishy = any("fish" in (food.allergens or ()) for food in foods)
        # With no method to go by, fat may well be there to fry in.
        self.fried = None if not dish.method else fried_lines(dish)
        self.grams = sum(line.grams or 0.0 for _, line in all_lines(dish))

    def add_part(self, part: Part) -> None:
        """Add the places of a part: its slots with their lines, then its other lines."""
        wet: set[str] = set()
        for slot in part.slots:
            if slot.role == THICKENER:
                # How thick a sauce is hangs on every gram of its liquid.
                wet |= {line.id for line in sauce_lines(part, slot, self.library)}
                wet |= set(slot.line_ids)
        taken: set[str] = set()
        for slot in part.slots:
            self._add_slot(part, slot, wet)
            taken |= set(slot.line_ids)
        for line in part.lines:
            if line.id not in taken and not line.left_out:
                self._add_line(part, None, line, None, still=line.id in wet)

    def _add_slot(self, part: Part, slot: Slot, wet: AbstractSet[str]) -> None:
        number = len(self.places)
        doings = [self._as_now(part, slot)]
        if slot.id not in self.pinned and not self.only_grams:
            doings += self._other_doings(part, slot)
        self.places.append(Place(slot.id, part, slot, None, tuple(doings)))
        for place, doing in enumerate(doings):
            self._add_lines_of(part, slot, doing, (number, place), wet)

    def _add_lines_of(
        self, part: Part, slot: Slot, doing: Doing, parent: tuple[int, int], wet: AbstractSet[str]
    ) -> None:
        if doing.choice is None:
            for line in slot_lines(part, slot):
                still = line.id in wet or slot.role == THICKENER
                # What the slot is about is swapped as a whole, or not at all.
                about = self.book.group_of(line.food) is not None
                self._add_line(part, slot, line, parent, still=still, plain=about)
            return
        stand_in = self.book.find(slot.role, doing.choice.stand_in)
        now = parent[1] == 0
        for line in doing.choice.lines:
            room = None
            if stand_in is not None and slot.role != THICKENER:
                room = _room_in(stand_in, line)
            barred = is_barred(line.used(), self.setting, self.library)
            goes = class_room(line.used(), self.library).may_go
            self._add_line(part, slot, line, parent, room=room, plain=not (barred or now or goes))

    def _as_now(self, part: Part, slot: Slot) -> Doing:
        if slot.choice is None:
            return Doing("keep")
        return Doing("keep", choice=slot.choice, lost=self._lost(part, slot))

    def _lost(self, part: Part, slot: Slot) -> Mapping[str, float]:
        if slot.choice is None or slot.choice.kind != "book":
            return NOTHING_LOST
        try:
            ledger = slot_ledger(part, slot, self.book, self.library, self.setting, spread=False)
        except SnaboError:
            return NOTHING_LOST
        return losses_of(ledger.lost)

    def _other_doings(self, part: Part, slot: Slot) -> list[Doing]:
        """Return what may stand in a slot besides what stands there now."""
        cost, found = costs(), []
        role_file = self.book.files.get(slot.role)
        now = slot.choice.stand_in if slot.choice else ""
        if slot.choice is not None:
            found.append(Doing("back", cost["back"]))
        for stand_in in self.book.stand_ins(slot.role) if role_file else ():
            if role_file is not None and stand_in.key != now.split(".")[0]:
                made = self._stand_in(part, slot, stand_in, role_file)
                found += [made] if made else []
        try:
            half, nothing = by_hand(part, slot)
        except SnaboError:
            return found
        if slot.choice is None:
            found.append(Doing("reduced", cost["reduced"], choice=half))
        if slot.choice is None or slot.choice.kind != "out":
            found.append(Doing("out", cost["out"], choice=nothing))
        return found

    def _stand_in(
        self, part: Part, slot: Slot, stand_in: StandIn, role_file: RoleFile
    ) -> Doing | None:
        try:
            choice = scale_to(part, slot, stand_in, role_file, self.library, self.dish.servings)
        except SnaboError:
            return None
        whole = self.dish.with_choice(part.id, slot.id, choice)
        lost, thin = NOTHING_LOST, ""
        try:
            ledger = slot_ledger(
                whole.part(part.id), whole.slot(part.id, slot.id), self.book, self.library,
                self.setting, spread=False,
            )  # fmt: skip
        except SnaboError:
            pass
        else:
            lost, thin = losses_of(ledger.lost), limit_of(ledger)
        cost = costs()
        minutes = stand_in.total_minutes - role_file.total_minutes
        hands = stand_in.hands_on_minutes - role_file.hands_on_minutes
        lacks = sum(name in self.setting.missing for name in stand_in.equipment)
        price = (
            cost["stand_in"]
            + cost["minute"] * max(0.0, minutes)
            + cost["hands_on_minute"] * max(0.0, hands)
            + cost["texture"] * (texture_gap(stand_in, role_file) or 0.0)
            + cost["missing"] * lacks
            + cost["tired"] * (stand_in.family in self.setting.not_again)
            + cost["lately"] * (stand_in.family in self.setting.lately)
            + cost["thin"] * bool(thin)
        )
        return Doing(
            "stand_in", price, choice=choice, stand_in=stand_in, minutes=minutes, lost=lost
        )

    def _add_line(
        self,
        part: Part,
        slot: Slot | None,
        line: Line,
        parent: tuple[int, int] | None,
        *,
        room: Room | None = None,
        still: bool = False,
        plain: bool = False,
    ) -> None:
        """Add a line; `still` where its grams may not move, `plain` where it only comes along."""
        pinned = line.id in self.pinned or (slot is not None and slot.id in self.pinned)
        doings = [Doing("keep", lines=(line.used(),), line=line.instead)]
        if not pinned and not plain and not self.only_grams:
            doings += self._instead_of(line, still=still)
        if room is None and parent is None:
            room = self._room(line.used())
        if pinned or still:
            room = None
        self.places.append(Place(line.id, part, slot, line, tuple(doings), parent, room))

    def _instead_of(self, line: Line, *, still: bool) -> list[Doing]:
        cost, found = costs(), []
        if line.instead is not None:
            found.append(Doing("back", cost["back"], lines=(replace(line, instead=None),)))
        for other in line.alternatives:
            if other.food is not None and other.grams is not None:
                put = replace(other, id=line.id, alternatives=(), settled=True)
                found.append(Doing("offered", cost["offered"], lines=(put,), line=put))
        found += [
            Doing("swap", self._price_of(line, put), lines=(put,), line=put, note=note)
            for put, note in self._swaps(line)
        ]
        if line.optional:
            found.append(Doing("without", cost["optional_out"]))
        elif self._may_go(line.used(), still=still):
            found.append(Doing("without", cost["without"]))
        return found

    def _may_go(self, line: Line, *, still: bool) -> bool:
        """Tell whether a line may be left out; of what makes a sauce thick only the fat."""
        fat = line.food is not None and self.library.food(line.food).free_fat is not None
        if fat:
            return class_room(line, self.library).may_go
        little = (line.grams or 0.0) <= MOST_GONE * self.grams
        return class_room(line, self.library).may_go and little and not still

    def _swaps(self, line: Line) -> Sequence[tuple[Line, str]]:
        if line.food is None or line.grams is None:
            return ()
        used = line.used()
        found: dict[tuple[str | None, str | None], tuple[Line, str]] = {}
        for group, own in groups_of(line):
            for other in group.members:
                if (other.food, other.form) == (own.food, own.form) or other.food == line.food:
                    continue
                put = swapped_line(line, own, other, self.library)
                if self._loses_its_fat(line, put):
                    continue
                if (put.food, put.form) != (used.food, used.form):
                    found.setdefault((put.food, put.form), (put, other.note))
        return tuple(found.values())

    def _loses_its_fat(self, line: Line, put: Line) -> bool:
        """Tell fat that would become water or stock: it may where something is fried in it."""
        fat, then = (self.library.food(i.food or "").free_fat is not None for i in (line, put))
        return fat and not then and self.fried is not None and line.id not in self.fried

    def _price_of(self, line: Line, put: Line) -> float:
        """Return what a swap costs: more for what makes up much of the dish or is another kind."""
        cost = costs()
        now, then = self.library.food(line.food or ""), self.library.food(put.food or "")
        grams, new = line.grams or 0.0, put.grams or 0.0
        price = cost["swap"]
        fat = now.free_fat is not None
        if not fat:
            price += cost["substance"] * max(grams, abs(grams - new)) / max(self.grams, 1.0)
        if now.food_class != then.food_class:
            price += cost["kind"] * (0.3 if fat else 1.0)
        if then.origin == "animal" and now.origin != "animal":
            price += cost["from_animals"]
        if "fish" in (then.allergens or ()) and not self.fishy:
            price += cost["fishy"]
        return price

    def _room(self, line: Line) -> Room | None:
        if line.grams is None or line.grams <= 0:
            return None
        shares = class_room(line, self.library)
        if shares.least == shares.most:
            return None
        return Room(line.grams * shares.least, line.grams * shares.most, piece_of(line))


def _room_in(stand_in: StandIn, line: Line) -> Room | None:
    """Return how far a stand-in's line may move by the book, None for what it is driven by."""
    used = line.used()
    if used.grams is None or line.food == stand_in.driver or line.instead is not None:
        return None
    written = next((i for i in stand_in.lines if (i.food, i.form) == (line.food, line.form)), None)
    if written is None or written.low >= written.high or line.grams is None:
        return None
    share = line.grams / written.grams
    return Room(min(used.grams, written.low * share), max(used.grams, written.high * share))
