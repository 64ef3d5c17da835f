"""Solves a fitting problem: least change, or the nearest where nothing satisfies every limit."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

import numpy as np

from snabo_core.errors import BadInput
from snabo_core.fit.linear import Programme
from snabo_core.fit.problem import Limit, Line, PartBand, Problem, Rule, Slot

# Digits of the grams that are told, and how far a limit is drawn in so that rounding cannot pass
# it, as a share of its value (or of one unit where that is nothing).
DIGITS, DRAWN_IN = 6, 1e-7
# How near to a limit counts as held up by it.
TOUCHES = 1e-5


@dataclass(frozen=True)
class Missed:
    """A limit that cannot be kept, and by how much it is missed."""

    eater: str
    figure: str
    rule: Rule
    amount: float


@dataclass(frozen=True)
class Blocked:
    """A slot without an option left, or a line that has to stay, with the tags and whose."""

    tags: tuple[str, ...]
    eaters: tuple[str, ...]
    slot: str | None = None
    line: str | None = None


@dataclass(frozen=True)
class Solution:
    """What to take: options by slot, grams by line, and what comes of it.

    `objective` is the cost of change where all is kept, `violation` the sum of misses, each as a
    share of its limit, where not. `binding` are limits without room. `gap` is how far the
    objective may lie above the best possible, 0 where it is proven.
    """

    feasible: bool
    options: dict[str, str] = field(default_factory=dict)
    grams: dict[str, float] = field(default_factory=dict)
    objective: float = 0.0
    plate: dict[str, dict[str, float]] = field(default_factory=dict)
    binding: tuple[Missed, ...] = ()
    violation: float = 0.0
    violated: tuple[Missed, ...] = ()
    blocked: tuple[Blocked, ...] = ()
    gap: float = 0.0


class _Model:
    """The programme of a problem, in its order.

    Columns: one binary per option, then grams, deviation and change per free line, whole steps per
    stepped one, and misses where limits may be missed.
    """

    def __init__(self, problem: Problem, *, missing: bool, drawn_in: float = 0.0) -> None:
        self.problem = problem
        self.drawn_in = drawn_in
        self.missing = missing
        self.barred = {tag for eater in problem.eaters for tag in eater.excludes}
        self.linear = Programme()
        self.option_at: dict[tuple[str, int], int] = {}
        self.grams_at: dict[str, int] = {}
        self.missed_at: list[tuple[int, str, Limit]] = []
        for slot in problem.slots:
            self._slot(slot)
        for line in problem.lines:
            if line.low is not None:
                self._line(line)
        for part in problem.parts:
            self._part(part)
        for eater in problem.eaters:
            for limit in eater.limits:
                self._limit(eater.id, eater.share, limit)

    def column(self, low: float, high: float, cost: float = 0.0, *, whole: bool = False) -> int:
        """Add a variable and return its place; where limits may be missed changes cost nothing."""
        return self.linear.column(low, high, 0.0 if self.missing else cost, whole=whole)

    def row(self, terms: dict[int, float], low: float, high: float) -> None:
        """Add low <= terms <= high."""
        self.linear.row(terms, low, high)

    def _slot(self, slot: Slot) -> None:
        terms = {}
        for number, option in enumerate(slot.options):
            open_ = not self.problem.tags(option.food) & self.barred
            place = self.column(0, 1 if open_ else 0, option.cost, whole=True)
            self.option_at[slot.id, number] = place
            terms[place] = 1.0
        self.row(terms, 1, 1)

    def _line(self, line: Line) -> None:
        low, high = float(line.low or 0.0), float(line.high or 0.0)
        if self.problem.tags(line.food) & self.barred:
            high = 0.0
        place = self.column(low, high)
        self.grams_at[line.id] = place
        if line.step is not None:
            most = math.floor(high / line.step + 1e-9)
            steps = self.column(math.ceil(low / line.step - 1e-9), most, whole=True)
            self.row({place: 1.0, steps: -line.step}, 0, 0)
        if self.missing:
            return
        if line.weight > 0:
            if line.grams <= 0:
                raise BadInput(f"Line {line.id}: a share of nothing cannot be weighed.", "lines")
            moved = self.column(0, math.inf, line.weight / line.grams)
            self.row({place: 1.0, moved: -1.0}, -math.inf, line.grams)
            self.row({place: 1.0, moved: 1.0}, line.grams, math.inf)
        if line.change_cost > 0:
            changed = self.column(0, 1, line.change_cost, whole=True)
            up, down = max(0.0, high - line.grams), max(0.0, line.grams - low)
            self.row({place: 1.0, changed: -up}, -math.inf, line.grams)
            self.row({place: 1.0, changed: down}, line.grams, math.inf)

    def _sum(
        self, name: str, lines: set[str] | None = None, slots: set[str] | None = None
    ) -> tuple[dict[int, float], float]:
        """Return a figure of the whole dish, or of some of it, as terms and what is fixed."""
        terms: dict[int, float] = {}
        fixed = 0.0

        def per_gram(food: str) -> float:
            return 1.0 if name == "grams" else self.problem.figure(food, name)

        for slot in self.problem.slots:
            if slots is not None and slot.id not in slots:
                continue
            for number, option in enumerate(slot.options):
                place = self.option_at[slot.id, number]
                # An option nobody may take is asked for nothing.
                if self.linear.high[place]:
                    terms[place] = per_gram(option.food) * option.grams
        for line in self.problem.lines:
            if lines is not None and line.id not in lines:
                continue
            if line.id in self.grams_at:
                place = self.grams_at[line.id]
                terms[place] = per_gram(line.food)
            else:
                fixed += per_gram(line.food) * line.grams
        return terms, fixed

    def _limit(self, eater: str, share: float, limit: Limit) -> None:
        terms, fixed = self._sum(limit.figure)
        row = {place: value * share for place, value in terms.items()}
        inside = self.drawn_in * max(1.0, abs(limit.value))
        bound = limit.value - fixed * share
        if self.missing:
            miss = self.column(0, math.inf)
            self.linear.cost[miss] = 1.0 / (abs(limit.value) or 1.0)
            self.missed_at.append((miss, eater, limit))
            row[miss] = -1.0 if limit.rule == "at_most" else 1.0
        if limit.rule == "at_most":
            self.row(row, -math.inf, bound - inside)
        else:
            self.row(row, bound + inside, math.inf)

    def _members(self, part: PartBand) -> tuple[set[str] | None, set[str] | None]:
        if part.lines is not None or part.slots is not None:
            return set(part.lines or []), set(part.slots or [])
        lines = {line.id for line in self.problem.lines if part.id and line.part == part.id}
        slots = {slot.id for slot in self.problem.slots if part.id and slot.part == part.id}
        return (lines, slots) if lines or slots else (None, None)

    def _part(self, part: PartBand) -> None:
        members = self._members(part)
        if part.water_low is not None or part.water_high is not None:
            water, wet = self._sum("water", *members)
            mass, heavy = self._sum("grams", *members)
            for edge, above in ((part.water_low, True), (part.water_high, False)):
                if edge is not None:
                    row = {i: water.get(i, 0.0) - edge * mass[i] for i in mass}
                    bound = edge * heavy - wet
                    self.row(row, *((bound, math.inf) if above else (-math.inf, bound)))
        eggs_wanted = part.egg_eq_per_100g_driver
        if eggs_wanted is not None and part.driver is not None:
            low, high = eggs_wanted if isinstance(eggs_wanted, tuple) else (eggs_wanted, None)
            eggs, some = self._sum("egg_eq", *members)
            driver, weighs = self._sum("grams", {part.driver}, {part.driver})
            for edge, above in ((low, True), (high, False)):
                if edge is not None:
                    places = set(eggs) | set(driver)
                    row = {i: eggs.get(i, 0.0) - edge / 100 * driver.get(i, 0.0) for i in places}
                    bound = edge / 100 * weighs - some
                    self.row(row, *((bound, math.inf) if above else (-math.inf, bound)))


def solve(problem: Problem) -> Solution:
    """Return the least change that satisfies every limit and band, or the nearest to it.

    Minimises the costs of options, the weighted relative distance of grams and the costs of lines
    that move. Where nothing satisfies all, the sum over limits of the amount missed over the
    limit's size is least, bands and exclusions staying hard (a limit of nothing counts as one).

    Raises:
        BadInput: a figure that is needed is unknown, or bands leave nothing whatever is missed.
    """
    blocked = _blocked(problem)
    if blocked:
        return Solution(feasible=False, blocked=blocked)
    # Drawn in, so that rounding passes no limit; as written where that leaves nothing.
    for drawn_in in (DRAWN_IN, 0.0):
        model = _Model(problem, missing=False, drawn_in=drawn_in)
        found = model.linear.solved()
        if found.values is not None:
            return _told(problem, model, found.values, found.gap, feasible=True)
    nearest = _Model(problem, missing=True)
    found = nearest.linear.solved()
    if found.values is None:
        raise BadInput("Bands, steps and grams leave nothing, whatever limit is missed.", "parts")
    return _told(problem, nearest, found.values, found.gap, feasible=False)


def _blocked(problem: Problem) -> tuple[Blocked, ...]:
    """Return the slots and lines that exclusions leave nothing for."""
    found = []
    for slot in problem.slots:
        tags = [problem.tags(option.food) & _barred(problem) for option in slot.options]
        if all(tags):
            every = frozenset().union(*tags)
            found.append(Blocked(tuple(sorted(every)), _whose(problem, every), slot=slot.id))
    for line in problem.lines:
        tags_of_line = problem.tags(line.food) & _barred(problem)
        stays = line.grams > 0 if line.low is None else line.low > 0
        if tags_of_line and stays:
            names = tuple(sorted(tags_of_line))
            found.append(Blocked(names, _whose(problem, tags_of_line), line=line.id))
    return tuple(found)


def _barred(problem: Problem) -> frozenset[str]:
    return frozenset(tag for eater in problem.eaters for tag in eater.excludes)


def _whose(problem: Problem, tags: frozenset[str]) -> tuple[str, ...]:
    return tuple(eater.id for eater in problem.eaters if tags & set(eater.excludes))


def _told(
    problem: Problem, model: _Model, values: np.ndarray, gap: float, *, feasible: bool
) -> Solution:
    chosen = {
        slot.id: max(range(len(slot.options)), key=lambda n: values[model.option_at[slot.id, n]])
        for slot in problem.slots
    }
    grams = {line.id: _grams(line, model, values) for line in problem.lines}
    totals = _totals(problem, chosen, grams)
    plate = {
        eater.id: {name: total * eater.share for name, total in totals.items()}
        for eater in problem.eaters
    }
    missed, binding = [], []
    for eater in problem.eaters:
        for limit in eater.limits:
            room = limit.value - plate[eater.id][limit.figure]
            room = room if limit.rule == "at_most" else -room
            touch = TOUCHES * max(1.0, abs(limit.value))
            if room < -touch:
                missed.append(Missed(eater.id, limit.figure, limit.rule, -room))
            elif room <= touch:
                binding.append(Missed(eater.id, limit.figure, limit.rule, 0.0))
    sizes = {(e.id, limit.figure, limit.rule): abs(limit.value) or 1.0
             for e in problem.eaters for limit in e.limits}  # fmt: skip
    return Solution(
        feasible=feasible,
        options={slot.id: slot.options[chosen[slot.id]].food for slot in problem.slots},
        grams=grams,
        objective=_objective(problem, chosen, grams),
        plate=plate,
        binding=tuple(binding),
        violation=sum(one.amount / sizes[one.eater, one.figure, one.rule] for one in missed),
        violated=tuple(missed),
        gap=gap,
    )


def _grams(line: Line, model: _Model, values: np.ndarray) -> float:
    if line.id not in model.grams_at:
        return line.grams
    found = float(values[model.grams_at[line.id]])
    if line.step is not None:
        return round(round(found / line.step) * line.step, DIGITS)
    # What did not move is told as it was, not as the solver's arithmetic left it.
    if abs(found - line.grams) < 1e-6 * max(1.0, line.grams):
        return line.grams
    return round(min(max(found, line.low or 0.0), line.high or 0.0), DIGITS)


def _totals(problem: Problem, chosen: dict[str, int], grams: dict[str, float]) -> dict[str, float]:
    """Return every figure of the dish that all of its foods tell."""
    used = [(line.food, grams[line.id]) for line in problem.lines]
    for slot in problem.slots:
        option = slot.options[chosen[slot.id]]
        used.append((option.food, option.grams))
    names = {name for food in problem.per_100g for name in problem.per_100g[food]} - {"tags"}
    found = {}
    for name in sorted(names):
        if all(isinstance(problem.per_100g[food].get(name), int | float) for food, _ in used):
            found[name] = sum(problem.figure(food, name) * weight for food, weight in used)
    return found


def _objective(problem: Problem, chosen: dict[str, int], grams: dict[str, float]) -> float:
    cost = sum(slot.options[chosen[slot.id]].cost for slot in problem.slots)
    for line in problem.lines:
        moved = abs(grams[line.id] - line.grams)
        if line.low is not None and moved > 0:
            cost += line.weight * moved / line.grams if line.weight else 0.0
            cost += line.change_cost
    return cost
