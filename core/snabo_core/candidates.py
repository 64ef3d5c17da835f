"""The stand-ins of a slot as the Bench shows them, each computed on this dish."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from snabo_core.dish import Choice, Dish, all_lines
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate.figures import entries, total
from snabo_core.plate.rows import PLACE
from snabo_core.plate.setting import Setting
from snabo_core.plate.taking import as_taken
from snabo_core.preview import as_brought, eater_view
from snabo_core.swaps.book import Book
from snabo_core.swaps.ranking import elsewhere, rank
from snabo_core.swaps.scaling import by_hand, cooked
from snabo_core.wire import (
    Band,
    ByHandView,
    CandidateView,
    DecidingReach,
    EaterView,
    Ranking,
    Reach,
)

# A limit of nothing still needs a size to compare misses with; 5 g or mg.
SMALL_LIMIT = 5.0
# A limit counts as moved from this share of it on.
LEAST_MOVED = 0.02


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
    was = as_brought(dish.with_choice(part_id, slot_id, None), library, setting.rules)
    views = []
    for item in found:
        people = tuple(
            replace(eater_view(own, item.figures, was.figures, setting), suits=whole.suits)
            for whole, own in zip(item.eaters, item.own, strict=True)
        )
        end = cooked(slot.role, item.stand_in.key).points[-1]
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
            )
        )
    name = book.roles[slot.role].name
    apart = tuple(elsewhere(dish, part, slot, setting, library))
    plain = tuple(
        _by_hand(dish.with_choice(part_id, slot_id, choice), choice, library, setting)
        for choice in by_hand(part, slot)
    )
    net = was.figures["net_carbs"].best
    return Ranking(sequence, slot.role, name, tuple(views), apart, plain, net, problem)


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
