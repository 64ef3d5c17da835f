"""The choices of a dish as a linear programme: columns for what is done, rows for every must."""

from __future__ import annotations

import math
from collections.abc import Collection, Mapping, Sequence
from copy import copy
from dataclasses import dataclass, field

import numpy as np

from snabo_core.fit.linear import Found, Programme
from snabo_core.foods.records import Vector
from snabo_core.ways.choices import Choices, Place
from snabo_core.ways.room import costs
from snabo_core.ways.weights import Must, Weights

# What a miss of a whole limit, or something left out that is in it after all, costs when the
# nearest is looked for: more than any way of changing the dish.
MISSED = 1000.0
SURE = 0.5
# What costs less by no more than this costs the same.
LEAST_CHEAPER = 1e-3
# Grams that are only the solver's arithmetic.
LEAST_GRAMS = 1e-4


@dataclass(frozen=True)
class Step:
    """One thing that differs from the dish as it is: what a cook would do.

    `place` and `doing` are numbers of the choices, `doing` None where grams move; or an eater
    and the share of their portion they get; or so many servings.
    """

    place: int | None = None
    doing: int | None = None
    eater: str = ""
    portion: float = 0.0
    servings: float = 0.0

    @property
    def grams_only(self) -> bool:
        """Whether only grams move."""
        return self.place is not None and self.doing is None


@dataclass(frozen=True)
class Shares:
    """How a dish is shared out: portions that differ by eater, as factors, or servings.

    `cost` is what that costs, `servings` None where the pot is shared as it is now.
    """

    portions: Mapping[str, float] = field(default_factory=dict)
    servings: float | None = None
    now: float = 1.0
    cost: float = 0.0

    @property
    def steps(self) -> frozenset[Step]:
        """What is done about portions."""
        found = {Step(eater=eater, portion=factor) for eater, factor in self.portions.items()}
        return frozenset(found | ({Step(servings=self.servings)} if self.servings else set()))

    def factor(self, eater: str) -> float:
        """Return by how much an eater's portion is other than now."""
        return self.now / self.servings if self.servings else self.portions.get(eater, 1.0)


@dataclass(frozen=True)
class Asked:
    """What is asked of a programme.

    `margins` draw every must in; `dropped` are musts that do not count. With `elastic` musts may
    be missed at a high cost. `cuts` are sets of steps of which one at least has to be left, `again`
    those that were seen before. Without `barred_count` what somebody leaves out may go in.
    """

    margins: Vector
    dropped: Collection[int] = ()
    elastic: bool = False
    cuts: Sequence[frozenset[Step]] = ()
    again: Collection[Step] = ()
    barred_count: bool = True


@dataclass(frozen=True)
class Selection:
    """What a solution does: doing by place, grams by place whose grams move, and portions."""

    doings: Mapping[int, int]
    grams: Mapping[int, float]
    shares: Shares
    steps: frozenset[Step]
    cost: float
    gap: float


class Model:
    """The programme of a dish's choices."""

    def __init__(self, choices: Choices, weights: Weights, shares: Shares, asked: Asked) -> None:
        """Build it; solving is `solved`."""
        self.choices, self.weights, self.shares, self.asked = choices, weights, shares, asked
        self.linear = Programme()
        self.column_of: dict[tuple[int, int], int | None] = {}
        self.grams_at: dict[int, int] = {}
        self.step_at: dict[Step, int] = {}
        self.fixed = np.zeros(len(weights.musts))
        self.terms: dict[int, Vector] = {}
        # Columns that would be barred, or leave a limit open, were there anything else to do.
        self.stuck = False
        children = choices.children
        for number, place in enumerate(choices.places):
            if place.parent is None:
                self._place(number, place, None, children)
        self._bare = self.linear.copy()
        self.ask()

    def ask(self) -> None:
        """Add what is asked: rows of musts and cuts."""
        self._must_rows()
        self._cut_rows()

    def asked_anew(self, shares: Shares, asked: Asked) -> Model:
        """Return the programme with other musts: shared out otherwise, other margins and cuts.

        What it is built of, and what costs more because it was found before, is the same.
        """
        other = copy(self)
        other.shares, other.asked = shares, asked
        other.linear = self._bare.copy()
        other.ask()
        return other

    def _place(
        self,
        number: int,
        place: Place,
        parent: int | None,
        children: Mapping[tuple[int, int], list[int]],
    ) -> None:
        """Add a place: one of its doings is done where `parent` is (None: always)."""
        only = len(place.doings) == 1
        columns = {}
        for which, doing in enumerate(place.doings):
            key = (number, which)
            if only:
                self.column_of[key] = columns[which] = parent
            else:
                price = doing.cost
                step = Step(number, which)
                if which and step in self.asked.again:
                    price += costs()["again"]
                column = self.linear.column(0, 1, price, whole=True)
                self.column_of[key] = columns[which] = column
                if which:
                    self.step_at[step] = column
            moves = which == 0 and place.room is not None and number in self.weights.per_gram
            if not moves:
                self._brings(columns[which], self.weights.brings.get(key))
            self._bar(key, columns[which])
            for child in children.get(key, ()):
                self._place(child, self.choices.places[child], columns[which], children)
        if not only:
            terms = {column: 1.0 for column in columns.values() if column is not None}
            if parent is None:
                self.linear.row(terms, 1, 1)
            else:
                self.linear.row({**terms, parent: -1.0}, 0, 0)
        if place.room is not None and number in self.weights.per_gram:
            self._room(number, place, columns[0])

    def _brings(self, column: int | None, vector: Vector | None) -> None:
        if vector is None:
            return
        known = np.where(np.isfinite(vector), vector, 0.0)
        if column is None:
            self.fixed = self.fixed + known
        else:
            self.terms[column] = self.terms.get(column, 0.0) + known

    def _bar(self, key: tuple[int, int], column: int | None) -> None:
        """Bar a doing that holds what somebody leaves out."""
        if key not in self.weights.barred or not self.asked.barred_count:
            return
        if column is None:
            self.stuck = True
        elif self.asked.elastic:
            self.linear.cost[column] += MISSED
        else:
            self.linear.high[column] = 0.0

    def _room(self, number: int, place: Place, keep: int | None) -> None:
        """Let the grams of a place move, at a cost for moving at all and for how far."""
        room = place.room
        line = place.doings[0].lines[0]
        base = line.grams or 0.0
        if room is None or base <= 0:
            return
        price = costs()
        grams = self.linear.column(0 if keep is not None else room.low, room.high)
        moved = self.linear.column(0, 1, price["moved"], whole=True)
        far = self.linear.column(0, math.inf, price["distance"] / base)
        self.grams_at[number] = grams
        self.step_at[Step(number, None)] = moved
        self.terms[grams] = self.weights.per_gram[number].copy()
        if room.step:
            least = math.ceil(room.low / room.step - 1e-9) if keep is None else 0
            most = math.floor(room.high / room.step + 1e-9)
            steps = self.linear.column(least, most, whole=True)
            self.linear.row({grams: 1.0, steps: -room.step}, 0, 0)

        def at(value: float) -> tuple[dict[int, float], float]:
            """Return a value that counts only while the line is kept, as a term and a rest."""
            return ({}, value) if keep is None else ({keep: -value}, 0.0)

        for sign, value in ((1.0, room.high), (-1.0, room.low)):
            terms, rest = at(value)
            row = {grams: sign, **{c: sign * v for c, v in terms.items()}}
            self.linear.row(row, -math.inf, sign * rest)
        terms, rest = at(base)
        up = {grams: 1.0, **terms}
        down = {column: -value for column, value in up.items()}
        self.linear.row({**up, moved: -(room.high - base)}, -math.inf, rest)
        self.linear.row({**down, moved: -(base - room.low)}, -math.inf, -rest)
        self.linear.row({**up, far: -1.0}, -math.inf, rest)
        self.linear.row({**down, far: -1.0}, -math.inf, -rest)

    def _must_rows(self) -> None:
        for number, must in enumerate(self.weights.musts):
            if number in self.asked.dropped:
                continue
            share = must.share * self.shares.factor(must.eater.id)
            row = {
                column: float(vector[number]) * share
                for column, vector in self.terms.items()
                if vector[number]
            }
            least, most = self._ends(row)
            margin = self.asked.margins[number] * (-1 if must.upper else 1)
            bound = must.edge + margin - self.fixed[number] * share
            if most <= bound if must.upper else least >= bound:
                continue
            miss = self._miss(must)
            if miss is not None:
                row[miss] = -1.0 if must.upper else 1.0
            self.linear.row(row, *((-math.inf, bound) if must.upper else (bound, math.inf)))

    def _miss(self, must: Must) -> int | None:
        """Return the column by which a wish, or with elastic any must, may be missed."""
        if must.hard and not self.asked.elastic:
            return None
        price = MISSED if must.hard else costs()["wish"]
        return self.linear.column(0, math.inf, price / must.size)

    def _ends(self, row: Mapping[int, float]) -> tuple[float, float]:
        """Return the least and the most a sum can be, by the bounds of its columns."""
        ends = [
            (value * self.linear.low[c], value * self.linear.high[c]) for c, value in row.items()
        ]
        return sum(map(min, ends)), sum(map(max, ends))

    def _cut_rows(self) -> None:
        for cut in self.asked.cuts:
            shared = cut & self.shares.steps
            columns = [column for step in cut - shared for column in self._alike(step)]
            self.linear.row(dict.fromkeys(columns, 1.0), -math.inf, len(cut) - len(shared) - 1)

    def _alike(self, step: Step) -> list[int]:
        """Return the columns that are the same step to a cook: any other food for that line."""
        if step.place is None or step.doing is None:
            return [self.step_at[step]] if step in self.step_at else []
        if self.choices.places[step.place].line is None:
            return [self.step_at[step]]
        return [
            column
            for other, column in self.step_at.items()
            if other.place == step.place and other.doing is not None
        ]

    def solved(self, seconds: float, gap: float = 0.0) -> tuple[Selection | None, Found]:
        """Solve it; no selection where nothing satisfies every row."""
        if self.stuck and not self.asked.elastic:
            return None, Found(None)
        found = self.linear.solved(seconds, gap)
        if found.values is None:
            return None, found
        return self._selection(found.values, found.gap), found

    def _selection(self, values: Vector, gap: float) -> Selection:
        doings = {}
        for number, place in enumerate(self.choices.places):
            done = [
                which
                for which in range(len(place.doings))
                if (column := self.column_of.get((number, which))) is None or values[column] > SURE
            ]
            if done:
                doings[number] = done[0]
        grams = {
            number: float(values[column])
            for number, column in self.grams_at.items()
            if doings.get(number) == 0 and self._moved(number, float(values[column]))
        }
        steps = frozenset(
            step
            for step, column in self.step_at.items()
            if (step.place in grams if step.grams_only else values[column] > SURE)
        )
        cost = float(np.dot(self.linear.cost, values)) + self.shares.cost
        return Selection(doings, grams, self.shares, steps | self.shares.steps, cost, gap)

    def _moved(self, number: int, grams: float) -> bool:
        base = self.choices.places[number].doings[0].lines[0].grams or 0.0
        return abs(grams - base) > LEAST_GRAMS

    def keep_to(self, selection: Selection) -> None:
        """Leave no more to do than a selection does, so that what it does in vain is found."""
        for step, column in self.step_at.items():
            if step not in selection.steps:
                self.linear.high[column] = 0.0

    def must_cost_less_than(self, cost: float) -> None:
        """Leave only what is cheaper than something known."""
        terms = {column: price for column, price in enumerate(self.linear.cost) if price}
        self.linear.row(terms, -math.inf, cost - self.shares.cost - LEAST_CHEAPER)

    def fix(self, selection: Selection) -> None:
        """Leave the choices of a selection as they are: only grams still move."""
        for step, column in self.step_at.items():
            if not step.grams_only:
                chosen = 1.0 if step in selection.steps else 0.0
                self.linear.low[column] = self.linear.high[column] = chosen
