"""The stand-ins of a slot as the Bench shows them, each computed on this dish."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from snabo_core.dish import NONE, Choice, Dish, Part, Readings, Slot, all_lines
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate.figures import entries, total
from snabo_core.plate.pans import Pan
from snabo_core.plate.rows import PLACE
from snabo_core.plate.setting import Setting
from snabo_core.plate.taking import as_taken
from snabo_core.swaps.binding import binding_in
from snabo_core.swaps.book import Book, StandIn
from snabo_core.swaps.judged import as_brought
from snabo_core.swaps.pans import piece_of, shape_of
from snabo_core.swaps.ranking import Ranked, elsewhere, rank
from snabo_core.swaps.rebasing import rebased
from snabo_core.swaps.scaling import by_hand, cooked, scale_factor, scale_to
from snabo_core.swaps.words import keeping_words, piece_words, reheating_words, shape_words
from snabo_core.views.eaters import EaterView, Reach, eater_view
from snabo_core.views.water import Band
from snabo_core.wording import worded

# A limit of nothing still needs a size to compare misses with; 5 g or mg.
SMALL_LIMIT = 5.0
# A limit counts as moved from this share of it on.
LEAST_MOVED = 0.02


@dataclass(frozen=True)
class RankRequest:
    """Which slot of a draft to find stand-ins for."""

    sequence: int
    dish: Dish
    part: str
    slot: str
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


@dataclass(frozen=True)
class RebaseRequest:
    """What the vegetable of a chosen stand-in weighs here."""

    dish: Dish
    part: str
    slot: str
    grams: float


@dataclass(frozen=True)
class DecidingReach:
    """A limit and whose it is."""

    eater: str
    reach: Reach


@dataclass(frozen=True)
class WayView:
    """The same stand-in made another way: what that changes, and it scaled to this dish."""

    key: str
    name: str
    note: str
    choice: Choice


@dataclass(frozen=True)
class BehaviourView:
    """How a stand-in looks, holds, bakes and keeps, in words; empty where nobody says."""

    colour: str
    hold: str
    in_oven: str
    fridge: str
    freezer: str
    reheat: str
    shape: str
    piece: str


@dataclass(frozen=True)
class CandidateView:
    """A stand-in computed on this dish before it is chosen."""

    stand_in: str
    name: str
    family: str
    expectation: str
    taste: str
    smell: str
    texture: dict[str, int]
    evidence: str
    equipment: tuple[str, ...]
    without: dict[str, str]
    choice: Choice
    net_carbs: float | None
    eaters: tuple[EaterView, ...]
    # every limit of everybody eating, the worst off first
    deciding: tuple[DecidingReach, ...]
    # the limit that this stand-in moves most, None where it moves none to speak of
    moves: DecidingReach | None
    extra_hands_on: float
    extra_total: float
    water_share: float
    band: Band | None
    excluded: bool
    suits: int
    why: str
    # why it cannot do all that the original did here, empty if it can
    limit: str = ""
    behaviour: BehaviourView | None = None
    ways: tuple[WayView, ...] = ()
    texture_gap: float | None = None
    # what this kitchen lacks for it, and what to do instead
    missing: tuple[str, ...] = ()
    # the household has had enough of its family
    tired: bool = False
    # how much it smells while it cooks, 0 to 3, None where nobody says
    smell_level: int | None = None
    # things to wash after it
    vessels: int = 0
    # its own steps may leave it wetter than right: weigh it
    may_end_wet: bool = False


@dataclass(frozen=True)
class ByHandView:
    """What can always be done with a slot, and the net carbs of a serving with it."""

    choice: Choice
    net_carbs: float | None


@dataclass(frozen=True)
class Ranking:
    """The stand-ins of a slot, best first, and what is done by hand.

    `problem` says why no stand-in could be scaled, empty where they were.
    """

    sequence: int
    role: str
    role_name: str
    candidates: tuple[CandidateView, ...]
    # What somebody leaves out elsewhere in the dish: no stand-in of this slot cures it.
    elsewhere: tuple[str, ...] = ()
    by_hand: tuple[ByHandView, ...] = ()
    was_net_carbs: float | None = None
    problem: str = ""
    texture_was: dict[str, int] = field(default_factory=dict)


@dataclass(frozen=True)
class RoleView:
    """A role and whether the book has stand-ins for it."""

    key: str
    name: str
    stand_ins: int
    # what its stand-ins are measured in, empty where their mass says it
    unit: str = ""


def ranking(
    dish: Dish,
    part_id: str,
    slot_id: str,
    setting: Setting,
    book: Book,
    library: Library,
    *,
    sequence: int = 0,
) -> Ranking:
    """Compute every stand-in of a slot on this dish, best first, and what is done by hand.

    Where the slot's own lines are not settled nothing can be scaled; the problem is said and
    what is done by hand stays.

    Raises:
        BadInput: the slot is gone.
    """
    part, slot = dish.part(part_id), dish.slot(part_id, slot_id)
    found, problem = [], ""
    try:
        found = rank(dish, part, slot, setting, book, library)
    except BadInput as refusal:
        problem = refusal.sentence
    bare = dish.with_choice(part_id, slot_id, None)
    was = as_brought(bare, setting, book, library).plate
    views = []
    for item in found:
        people = tuple(
            replace(eater_view(own, item.figures, was.figures, setting), suits=whole.suits)
            for whole, own in zip(item.eaters, item.own, strict=True)
        )
        end = cooked(item.stand_in).points[-1]
        views.append(
            CandidateView(
                stand_in=item.stand_in.key,
                name=item.stand_in.name,
                family=item.stand_in.family,
                expectation=item.stand_in.expectation,
                taste=item.stand_in.taste,
                smell=item.stand_in.smell,
                texture=dict(item.stand_in.texture),
                evidence=item.stand_in.evidence,
                equipment=item.stand_in.equipment,
                without=dict(item.stand_in.without),
                choice=item.choice,
                net_carbs=item.figures["net_carbs"].best,
                eaters=people,
                deciding=_deciding(people),
                moves=_moves(people),
                extra_hands_on=item.extra_hands_on,
                extra_total=item.extra_total,
                water_share=end.state.water_share,
                band=Band(*end.band) if end.band else None,
                excluded=any(p.excluded for p in people),
                suits=sum(p.suits for p in people),
                why=item.why,
                limit=item.limit,
                behaviour=behaviour_of(item, book, dish, part, slot, library, setting.pans),
                ways=tuple(
                    WayView(
                        way.key,
                        way.name,
                        way.note,
                        scale_to(part, slot, way, book.files[slot.role], library, dish.servings),
                    )
                    for way in item.stand_in.ways
                ),
                texture_gap=item.texture_gap,
                missing=tuple(
                    worded("without", appliance=name, instead=item.stand_in.without.get(name, "?"))
                    for name in item.missing
                ),
                tired=item.tired,
                smell_level=item.stand_in.smell_level,
                vessels=item.stand_in.vessels,
                may_end_wet=end.enough is not None and end.high > end.enough,
            )
        )
    name = book.roles[slot.role].name
    apart = tuple(elsewhere(dish, part, slot, setting, library))
    plain = tuple(
        _by_hand(dish.with_choice(part_id, slot_id, choice), choice, library, setting)
        for choice in by_hand(part, slot)
    )
    net = was.figures["net_carbs"].best
    original = book.files[slot.role].texture if slot.role in book.files else {}
    return Ranking(
        sequence, slot.role, name, tuple(views), apart, plain, net, problem, dict(original)
    )


def behaviour_of(
    item: Ranked,
    book: Book,
    dish: Dish,
    part: Part,
    slot: Slot,
    library: Library,
    pans: Sequence[Pan] = (),
) -> BehaviourView:
    """Return how a ranked stand-in behaves, in words."""
    made, role_file = item.stand_in, book.files[slot.role]
    factor = scale_factor(part, slot, made, role_file, library, dish.servings)
    finished = cooked(made).finished.mass * factor
    measured = made.basis in {"cooked_mass", "units"}
    return BehaviourView(
        colour=made.colour,
        hold=_holds(made),
        in_oven=made.in_oven,
        fridge=keeping_words(made.fridge, "day"),
        freezer=keeping_words(made.freezer, "month"),
        reheat=reheating_words(made.reheat),
        shape=shape_words(shape_of(made, role_file, factor, finished, pans)) if measured else "",
        piece=piece_words(piece_of(made, role_file, factor)),
    )


def _holds(made: StandIn) -> str:
    """Return how a stand-in holds, with what binds it where it is a dough of vegetables."""
    if not made.hold:
        return ""
    hold = worded(f"hold_{made.hold}")
    found = binding_in(made)
    return hold if found is None else worded("binding", eggs=f"{found.eggs:.1f}", hold=hold)


def _by_hand(dish: Dish, choice: Choice, library: Library, setting: Setting) -> ByHandView:
    lines = [line for _, line in all_lines(as_taken(dish))]
    best = total(*entries(lines, library, setting.rules), sample=False).best[PLACE["net_carbs"]]
    return ByHandView(choice, None if np.isnan(best) else float(best) / dish.servings)


def _deciding(people: Sequence[EaterView]) -> tuple[DecidingReach, ...]:
    """Return every limit of everybody eating, the one with least room first."""
    found = [DecidingReach(p.name, reach) for p in people for reach in p.reaches]
    return tuple(sorted(found, key=lambda d: (d.reach.met, _room(d.reach))))


def _moves(people: Sequence[EaterView]) -> DecidingReach | None:
    """Return the limit that changes most against the original, as a share of it."""
    found = []
    for person in people:
        for reach in person.reaches:
            now = reach.figure.best
            limit = reach.at_most if reach.at_most is not None else reach.at_least
            if now is None or reach.was is None or limit is None:
                continue
            moved = abs(now - reach.was) / max(limit, SMALL_LIMIT)
            if moved >= LEAST_MOVED:
                found.append((moved, DecidingReach(person.name, reach)))
    return max(found, key=lambda pair: pair[0])[1] if found else None


def _room(reach: Reach) -> float:
    """Return the room to the limit as a share of it; negative when missed."""
    value = reach.figure.best if reach.figure.best is not None else reach.figure.low
    rooms = []
    if reach.at_most is not None:
        rooms.append((reach.at_most - value) / max(reach.at_most, SMALL_LIMIT))
    if reach.at_least is not None:
        rooms.append((value - reach.at_least) / max(reach.at_least, SMALL_LIMIT))
    return min(rooms)


def rebase_choice(request: RebaseRequest, book: Book, library: Library) -> Choice:
    """Return what stands in a slot for a vegetable of another size.

    Raises:
        BadInput: nothing of the book stands there, or the weight cannot be.
    """
    slot = request.dish.slot(request.part, request.slot)
    stand_in = book.find(slot.role, slot.choice.stand_in) if slot.choice else None
    if slot.choice is None or stand_in is None:
        raise BadInput("Choose a stand-in of the book first.", "slot")
    return rebased(slot.choice, stand_in, request.grams, library)
