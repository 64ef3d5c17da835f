"""Finds the few, different, smallest sets of changes that make a dish fit everybody eating.

Solved with best values, judged by the one judging path, tightened where that does not agree, and
solved again. Found sets are cut off, so that the next one leaves at least one of their steps.
"""

from __future__ import annotations

import math
import time
from collections.abc import Iterator
from collections.abc import Set as AbstractSet
from dataclasses import dataclass, replace

import numpy as np

from snabo_core.dish import Dish, Line
from snabo_core.foods import Library
from snabo_core.foods.records import Vector
from snabo_core.plate.eaters import NEARLY_SURE, Standing
from snabo_core.plate.rows import PLACE
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import Judged, judged
from snabo_core.water import advise
from snabo_core.ways.applying import applied
from snabo_core.ways.choices import Choices, choices_of
from snabo_core.ways.modelling import LEAST_CHEAPER, Asked, Model, Selection, Shares, Step
from snabo_core.ways.pruning import pruned
from snabo_core.ways.room import MOST_MORE_SERVINGS, PORTIONS, costs
from snabo_core.ways.weights import Must, Weights, weigh

MOST_WAYS, MOST_ROUNDS = 5, 6
SECONDS, LONGEST_SOLVE, FIRST_SECONDS = 1.75, 1.5, 0.08
# A way that is only likely to suit gives place to a sure one that costs no more than this beyond.
WORTH_BEING_SURE = 1.0
# By which share of a must's size, or of one unit, it is drawn in beyond what judging missed.
BEYOND = 1e-3
# The first solve draws musts in by most of the spread the dish has now, up to a third of them.
MOST_OF_SPREAD, MOST_SPREAD = 0.8, 1 / 3
# Ways that cost far more than the first, or are not proven to be near the best, are not shown.
MOST_DEARER, MOST_GAP = 2.0, 0.5
# So near to the best possible a way is shown without looking once more.
NEAR = 0.05
# The first way is shown as soon as it is known to be so near; where there is time it is bettered.
FIRST_NEAR, LONGEST_BETTERING = 0.15, 0.1


@dataclass(frozen=True, eq=False)
class Way:
    """A set of changes that makes the dish fit, and the dish as it is judged with them in.

    `sure` is false where a limit is only likely to be met. `minutes` are those it takes longer,
    `seconds` after which it was found.
    """

    made: Judged
    selection: Selection
    minutes: float
    sure: bool
    seconds: float

    @property
    def dish(self) -> Dish:
        """The dish with its changes in."""
        return self.made.dish


@dataclass(frozen=True, eq=False)
class Fitting:
    """A dish with everything that may be done with it, ready to be solved."""

    choices: Choices
    weights: Weights
    shares: tuple[Shares, ...]
    now: Judged
    setting: Setting
    book: Book
    library: Library

    def lines_now(self, number: int) -> list[Line]:
        """Return the lines that a place brings as it is now."""
        found = [line for doing in self.choices.places[number].doings[:1] for line in doing.lines]
        for child in self.choices.children.get((number, 0), ()):
            found += self.choices.places[child].doings[0].lines
        return found

    def _brings(self, number: int, which: int) -> Vector:
        """Return what a doing brings with the lines that come along, as they are in it."""
        nothing = np.zeros(len(self.weights.musts))
        found: Vector = nothing + self.weights.brings.get((number, which), nothing)
        for child in self.choices.children.get((number, which), ()):
            found = found + self.weights.brings.get((child, 0), nothing)
        return found

    def change_of(self, selection: Selection, step: Step) -> Vector:
        """Return by how much a step of a selection changes what the whole dish brings."""
        if step.place is None:
            return np.zeros(len(self.weights.musts))
        if step.doing is not None:
            return self._brings(step.place, step.doing) - self._brings(step.place, 0)
        base = self.choices.places[step.place].doings[0].lines[0].grams or 0.0
        moved: Vector = self.weights.per_gram[step.place] * (selection.grams[step.place] - base)
        return moved

    def unchanged(self) -> Selection:
        """Return the selection that leaves the dish as it is."""
        doings = {n: 0 for n, p in enumerate(self.choices.places) if (p.parent or (0, 0))[1] == 0}
        return Selection(doings, {}, self.shares[0], frozenset(), 0.0, 0.0)

    def judge(self, selection: Selection) -> Judged:
        """Return how the dish stands with a selection in: as the Bench would say it."""
        dish = applied(self.choices, selection, self.library)
        return judged(dish, self.setting, self.book, self.library)


def fitting_of(
    dish: Dish,
    setting: Setting,
    book: Book,
    library: Library,
    *,
    pinned: AbstractSet[str] = frozenset(),
    only_grams: bool = False,
) -> Fitting:
    """Prepare a dish: what may be done with it and what that brings; see `choices_of`."""
    choices = choices_of(dish, setting, book, library, pinned=pinned, only_grams=only_grams)
    choices, weights = pruned(choices, weigh(choices, setting, book, library))
    now = judged(dish, setting, book, library)
    as_now = (Shares(now=dish.servings),)
    shares = as_now if only_grams else _shares(now, weights, pinned)
    return Fitting(choices, weights, shares, now, setting, book, library)


def fits(made: Judged) -> bool:
    """Tell whether a dish suits everybody eating."""
    return all(person.suits for person in made.people)


def find_ways(
    fitting: Fitting, *, want: int = MOST_WAYS, seconds: float = SECONDS, hurry: bool = True
) -> Iterator[Way]:
    """Yield ways one by one as they are found, each the cheapest that is left.

    Where somebody waits the first comes soon; without `hurry` it is near the best as well.

    A dish that suits everybody already has none. Ends when there are `want`, when nothing is
    left, or when the time is over.
    """
    if fits(fitting.now) or undecided(fitting):
        return
    search = _Search(fitting, seconds, hurry=hurry)
    for _ in range(want):
        way = search.next()
        if way is None:
            return
        yield way


class _Search:
    """Looks for one way after the other; what is learnt of one serves the next."""

    def __init__(self, fitting: Fitting, seconds: float, *, hurry: bool) -> None:
        self.fitting, self.hurry = fitting, hurry
        self.began = time.monotonic()
        self.until = self.began + seconds
        self.expected = self.margins = expected_margins(fitting)
        self.cuts: list[frozenset[Step]] = []
        self.seen: set[Step] = set()
        self.dearest = math.inf
        self.bettering = False
        self.built: Model | None = None
        # Cuts only make a sharing dearer: what it cost at least before, it costs at least now.
        self.least = {number: shares.cost for number, shares in enumerate(fitting.shares)}

    @property
    def hurried(self) -> bool:
        """Whether the first way is late: a cook waits for that, not for the best of all."""
        late = time.monotonic() - self.began > FIRST_SECONDS
        return self.hurry and not self.cuts and late

    @property
    def near(self) -> float:
        """How far from the best a solve may end: something soon, before the best of all."""
        return FIRST_NEAR if self.hurry and not self.cuts and not self.bettering else NEAR

    @property
    def left(self) -> float:
        """Seconds that are left."""
        return self.until - time.monotonic()

    def next(self) -> Way | None:
        """Return the next way, None where there is none worth showing, or no time."""
        # Other lines, another spread: every way begins with what is expected of this dish.
        self.margins = self.expected
        way = self._found()
        if way is None and self.expected.any():
            # Drawn in by less there may still be one.
            self.expected = self.margins = np.zeros(len(self.margins))
            self.least = {n: shares.cost for n, shares in enumerate(self.fitting.shares)}
            way = self._found()
        if way is None or (self.cuts and not self._worth(way)):
            return None
        self.dearest = min(self.dearest, MOST_DEARER * way.selection.cost + 1)
        cut = _cut(self.fitting, way.selection)
        self.cuts.append(cut)
        self.seen |= cut
        return way

    def _worth(self, way: Way) -> bool:
        """Tell whether a further way is worth showing: not far dearer, and proven to be near."""
        return way.selection.cost <= self.dearest and way.selection.gap <= MOST_GAP

    def _found(self) -> Way | None:
        """Return the cheapest that is judged to suit, a sure one before a likely one."""
        likely: Way | None = None
        sure: Way | None = None
        cuts = list(self.cuts)
        for _ in range(MOST_ROUNDS):
            selection = self._cheapest(cuts)
            if selection is None:
                break
            if sure and selection.cost >= sure.selection.cost - LEAST_CHEAPER:
                # Solved again as tight as it was judged: nothing is cheaper.
                return replace(sure, selection=replace(sure.selection, gap=selection.gap))
            if likely and selection.cost > likely.selection.cost + WORTH_BEING_SURE:
                break
            way = self._tightened(selection, cuts)
            if way is None and not self.moved:
                # Judged otherwise for a reason that no margin cures: never this one again.
                cuts.append(selection.steps)
            elif way is not None and not way.sure:
                likely = likely or way
                if self.hurried:
                    break
            elif way is not None and (not sure or way.selection.cost < sure.selection.cost):
                sure = way
                if way.selection.gap <= NEAR or self.hurried:
                    break
                self.bettering = True
        return sure or likely

    def _cheapest(self, cuts: list[frozenset[Step]]) -> Selection | None:
        """Return the cheapest selection over every way of sharing the dish out."""
        best: Selection | None = None
        bound = math.inf
        for number in sorted(self.least, key=self.least.__getitem__):
            if self.left <= 0 or (best is not None and self.least[number] >= best.cost):
                break
            if best is not None and self.hurried:
                # Something soon, with a gap that says how much better there might be.
                bound = min(bound, self.least[number])
                break
            model = self._model(number, cuts)
            if best is not None:
                model.must_cost_less_than(best.cost)
            longest = LONGEST_BETTERING if self.bettering and not self.cuts else LONGEST_SOLVE
            selection, found = model.solved(max(0.01, min(self.left, longest)), self.near)
            if selection is None:
                if not found.timed_out and self.margins is self.expected:
                    self.least[number] = math.inf if best is None else best.cost
                continue
            proven = selection.cost * (1 - selection.gap)
            if self.margins is self.expected:
                self.least[number] = max(self.least[number], proven)
            bound = min(bound, proven)
            if best is None or selection.cost < best.cost:
                best = selection
        if best is None:
            return None
        # Near the best possible is not the best: nothing is done in vain.
        model = self._model(self.fitting.shares.index(best.shares), cuts)
        model.keep_to(best)
        lean, _ = model.solved(max(0.01, self.left))
        if lean is not None and lean.cost < best.cost:
            best = lean
        return replace(best, gap=max(0.0, 1 - bound / best.cost) if best.cost else 0.0)

    def _model(self, number: int, cuts: list[frozenset[Step]]) -> Model:
        asked = Asked(self.margins, cuts=cuts, again=frozenset(self.seen))
        fitting, shares = self.fitting, self.fitting.shares[number]
        if self.built is None or self.built.asked.again != asked.again:
            self.built = Model(fitting.choices, fitting.weights, shares, asked)
            return self.built
        return self.built.asked_anew(shares, asked)

    def _tightened(self, selection: Selection, cuts: list[frozenset[Step]]) -> Way | None:
        """Return a selection as a way, its grams moved on until judging agrees; None if it never.

        `moved` tells whether margins grew, so that solving anew may find something else.
        """
        least, number = selection.cost, self.fitting.shares.index(selection.shares)
        likely: Way | None = None
        self.moved = False
        for round_ in range(MOST_ROUNDS):
            made = self.fitting.judge(selection)
            # Whole grams swallow a small step: every round takes a larger one.
            short = _short(self.fitting, made) * (1 + round_)
            if fits(made) and not _out_of_band(made, self.fitting.now):
                gap = max(selection.gap, 1 - least / selection.cost)
                sure = not short.any()
                found = replace(selection, gap=gap)
                way = way_of(self.fitting, found, made, self.began, sure=sure)
                if sure:
                    return way
                likely = likely or way
            if not short.any() or self.left <= 0 or (likely and self.hurried):
                break
            self.margins, self.moved = self.margins + short, True
            model = self._model(number, cuts)
            model.fix(selection)
            other, _ = model.solved(max(0.01, self.left))
            if other is None:
                break
            selection = other
        return likely


def _cut(fitting: Fitting, selection: Selection) -> frozenset[Step]:
    """Return the steps of which the next way leaves one: stand-ins, or else what else is done."""
    choosing = frozenset(step for step in selection.steps if not step.grams_only)
    slots = frozenset(
        step
        for step in choosing
        if step.place is not None and fitting.choices.places[step.place].line is None
    )
    return slots or choosing or selection.steps


def expected_margins(fitting: Fitting) -> Vector:
    """Return what musts are drawn in by at first: most of today's spread, in proportion."""
    found = np.zeros(len(fitting.weights.musts))
    totals = fitting.now.plate.totals
    for number, must in enumerate(fitting.weights.musts):
        if must.place is None or not must.hard:
            continue
        known = float(totals.known[must.place])
        if known > 0:
            reach = NEARLY_SURE if must.upper else 1 - NEARLY_SURE
            around = abs(float(np.quantile(totals.sampled[must.place], reach)) - known) / known
            found[number] = MOST_OF_SPREAD * min(around, MOST_SPREAD) * abs(must.edge)
    return found


def way_of(
    fitting: Fitting, selection: Selection, made: Judged, began: float, *, sure: bool
) -> Way:
    """Return a selection as a way, with the minutes it adds and the time since `began`."""
    done = [
        fitting.choices.places[number].doings[which] for number, which in selection.doings.items()
    ]
    minutes = sum(doing.minutes for doing in done if doing.kind == "stand_in")
    return Way(made, selection, minutes, sure, time.monotonic() - began)


def undecided(fitting: Fitting) -> tuple[str, ...]:
    """Return the ids of lines whose grams or food nobody has settled: nothing can be promised."""
    lines = [line for part in fitting.choices.dish.parts for line in part.effective_lines()]
    return tuple(line.id for line in lines if line.food is None or line.grams is None)


def standing_of(must: Must, made: Judged) -> Standing | None:
    """Return how the target behind a must stands in a judged dish."""
    person = next(p for p in made.people if p.eater.id == must.eater.id)
    for target, result in zip(person.eater.targets, person.standings, strict=True):
        if target is must.target:
            return result
    return None


def _short(fitting: Fitting, made: Judged) -> Vector:
    """Return by how much every must has to be drawn in further for judging to be sure of it."""
    found = np.zeros(len(fitting.weights.musts))
    for number, must in enumerate(fitting.weights.musts):
        if must.place is None:
            continue
        standing = standing_of(must, made)
        if standing is None or standing.code == "meets" or not must.hard:
            continue
        beyond = _beyond(must, made)
        # What nothing bounds no margin cures: it stays unknown.
        if 0 < beyond < math.inf:
            found[number] = beyond + BEYOND * max(1.0, abs(must.edge))
    return found


def _beyond(must: Must, made: Judged) -> float:
    """Return how far the end that counts lies beyond a must: unknowns open, draws nearly sure."""
    place, share = PLACE[must.eater.counted_as(must.what)], made.sharing.of(must.eater.id)
    totals = made.plate.totals
    reach = NEARLY_SURE if must.upper else 1 - NEARLY_SURE
    around = float(np.quantile(totals.sampled[place], reach)) - float(totals.known[place])
    if must.upper:
        return (float(totals.decided_high[place]) + around) * share - must.edge
    lost = made.plate.losses.get(must.what, 0.0)
    return must.edge - (float(totals.decided_low[place]) + around - lost) * share


def _out_of_band(made: Judged, now: Judged) -> bool:
    """Tell whether something that was in order would end too wet, too dry or too thin."""
    good = {"no_band", "dry_enough", "sauce_right", "simmer_more", "heat_more", "press_more"}
    before = {each.slot.id: _ends(each.ledger) for each in now.ledgers}
    return any(
        _ends(each.ledger) not in good and before.get(each.slot.id, "") in good
        for each in made.ledgers
    )


def _ends(ledger: object) -> str:
    points = getattr(ledger, "points", ())
    return advise(points[-1]).kind if points else ""


def _shares(now: Judged, weights: Weights, pinned: AbstractSet[str]) -> tuple[Shares, ...]:
    """Return how the dish may be shared out: as now, other portions, other numbers of servings.

    Other portions are for those who are not served yet, one of them or all by the same factor;
    larger ones as far as there is something left.
    """
    price, dish = costs(), now.dish
    short: dict[str, set[bool]] = {}
    for must in weights.musts:
        standing = standing_of(must, now) if must.target else None
        if standing is None or standing.met or not must.hard or must.eater.id in pinned:
            continue
        if must.edge > 0:
            short.setdefault(must.eater.id, set()).add(must.upper)
    found = [Shares(now=dish.servings)]
    groups = [[eater] for eater in short]
    if len(short) > 1:
        groups.append(list(short))
    for group in groups:
        for factor in PORTIONS:
            wanted = all((factor < 1) in short[eater] for eater in group)
            more = sum(now.sharing.of(eater) * (factor - 1) for eater in group)
            if wanted and more <= now.sharing.left + 1e-9:
                cost = len(group) * (price["portion"] + abs(factor - 1))
                portions = dict.fromkeys(group, factor)
                found.append(Shares(portions, now=dish.servings, cost=cost))
    if any(True in sides for sides in short.values()) and not dish.portions:
        most = int(dish.servings * (1 + MOST_MORE_SERVINGS) + 1e-9)
        for servings in range(int(dish.servings) + 1, most + 1):
            cost = price["servings"] + servings / dish.servings - 1
            found.append(Shares(servings=float(servings), now=dish.servings, cost=cost))
    return tuple(found)
