"""Ranks the stand-ins of a slot: each is scaled to the dish and computed before it is chosen."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from snabo_core.dish import Choice, Dish, Line, Part, Slot, all_lines
from snabo_core.foods import Library
from snabo_core.plate.eaters import Breach, Eater, Standing, breaches, standing
from snabo_core.plate.figures import Figure, PolyolRule, Totals, entries, total
from snabo_core.swaps.book import Book, StandIn
from snabo_core.swaps.scaling import scale_to
from snabo_core.wording import say


@dataclass(frozen=True)
class ForEater:
    """How a dish stands for one eater."""

    eater: Eater
    standings: tuple[Standing, ...]
    breaches: tuple[Breach, ...]

    @property
    def excluded(self) -> bool:
        """Whether something the eater leaves out is surely in it."""
        return any(b.certainty == "contains" for b in self.breaches)

    @property
    def suits(self) -> bool:
        """Whether nothing is excluded and every target counts as met."""
        return not self.excluded and all(s.met for s in self.standings)


@dataclass(frozen=True)
class Ranked:
    """A stand-in computed on this dish, with the sentence that explains its place."""

    stand_in: StandIn
    choice: Choice
    figures: dict[str, Figure]
    eaters: tuple[ForEater, ...]
    extra_hands_on: float
    extra_total: float
    distance: float
    why: str


def judge(
    eater: Eater,
    figures: dict[str, Figure],
    with_losses: dict[str, Figure],
    totals: Totals,
    share: float,
    names: Mapping[str, str],
    lines: Sequence[Line],
    library: Library,
) -> ForEater:
    """Return how computed figures stand for one eater.

    Args:
        eater: whose targets and exclusions count.
        figures: per serving, nothing lost.
        with_losses: per serving, without what left with pressed liquid.
        totals: the draws behind the figures.
        share: 1 / servings.
        names: line id to food name, for the words.
        lines: those looked through for exclusions.
        library: where foods are looked up.
    """
    standings = tuple(
        standing(t, figures[t.nutrient], with_losses[t.nutrient], totals, share, names)
        for t in eater.targets
    )
    return ForEater(eater, standings, tuple(breaches(eater, lines, library)))


def _distance(people: Sequence[ForEater]) -> float:
    """Sum how far limits are missed, each relative to its limit; unknown counts as one."""
    distance = 0.0
    for person in people:
        limits = {t.nutrient: t.at_most or t.at_least or 0.0 for t in person.eater.targets}
        for result in person.standings:
            if result.met:
                continue
            miss = result.amount if result.amount is not None else limits[result.nutrient]
            distance += miss / max(limits[result.nutrient], 5.0)
    return distance


def _why(people: Sequence[ForEater]) -> str:
    excluded = [p for p in people if p.excluded]
    if excluded:
        breach = next(b for b in excluded[0].breaches if b.certainty == "contains")
        return f"Not for {excluded[0].eater.name}: {say(breach.message)}."
    suited = [p.eater.name for p in people if p.suits]
    if people and len(suited) == len(people):
        return "Suits everyone eating."
    if suited:
        return f"Suits {' and '.join(suited)}."
    missed = sum(not s.met for p in people for s in p.standings)
    return f"{missed} limits missed." if missed != 1 else "One limit missed."


def rank(
    dish: Dish,
    part: Part,
    slot: Slot,
    eaters: Sequence[Eater],
    book: Book,
    library: Library,
    *,
    polyols: PolyolRule = "all",
) -> list[Ranked]:
    """Return every stand-in of the slot's role, computed on this dish, best first.

    Order: exclusions kept, number of eaters suited, distance to the limits missed, hands-on
    minutes. Excluded ones stay, at the end.

    Raises:
        BadInput: the slot's lines are not settled, so nothing can be scaled.
    """
    bare = dish.with_choice(part.id, slot.id, None)
    own = set(slot.line_ids)
    kept = [line for _, line in all_lines(bare) if line.id not in own]
    names = {line.id: line.food_name or line.text for line in kept}
    base = total(*entries(kept, library, polyols))
    share = 1 / dish.servings
    role_file = book.files.get(slot.role)
    result = []
    for stand_in in book.stand_ins(slot.role):
        if role_file is None:
            break
        choice = scale_to(part, slot, stand_in, role_file, library)
        totals = base.plus(total(*entries(choice.lines, library, polyols)))
        figures = totals.figures(share)
        # What the rest of the dish holds is no reason against a stand-in; its own lines are.
        own_names = {line.id: line.food_name for line in choice.lines}
        people = tuple(
            judge(e, figures, figures, totals, share, names | own_names, choice.lines, library)
            for e in eaters
        )
        result.append(
            Ranked(
                stand_in,
                choice,
                figures,
                people,
                stand_in.hands_on_minutes - role_file.hands_on_minutes,
                stand_in.total_minutes - role_file.total_minutes,
                _distance(people),
                _why(people),
            )
        )
    return sorted(result, key=_place)


def _place(ranked: Ranked) -> tuple[bool, int, float, float, str]:
    excluded = any(person.excluded for person in ranked.eaters)
    suited = sum(person.suits for person in ranked.eaters)
    minutes = ranked.stand_in.hands_on_minutes
    return excluded, -suited, round(ranked.distance, 3), minutes, ranked.stand_in.key
