"""Steps that take lines and one another's products, run over many courses at once.

The first course goes by what is most likely; each other one moves a single thing to the end of
its range. Where the courses come apart is how far a mass may lie.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Literal

import numpy as np

from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.foods.records import FoodRow
from snabo_core.water.mixture import PARTS, ROWS, Grams, grams_of, mass_of, mixture
from snabo_core.water.models import Left, press
from snabo_core.water.priors import LATER_ROUND, ROOM
from snabo_core.water.state import of_row
from snabo_core.water.steps import PRESSED, Step, prior_of, run_over, settle_over
from snabo_core.water.wetting import Behaviour, behaviour

START = "start"
# How much "most of" and "a little of" something are where nobody says; common practice.
MOST, A_LITTLE = 0.85, 0.15


@dataclass(frozen=True)
class Taking:
    """What a step takes of a line or an earlier step's product: a fraction, None for the rest."""

    ref: str
    fraction: float | None = None


@dataclass(frozen=True)
class Node:
    """A step with what it takes. A weigh-in at it goes by the step's id."""

    step: Step
    takes: tuple[Taking, ...] = ()


# All of a food's water runs, none of it does anything, or it does what the food does.
Does = Literal["runs", "rests", "as_it_does"]


@dataclass(frozen=True, eq=False)
class Brought:
    """What goes in: a mixture of one course, shape [13], and how far its grams may lie."""

    grams: Grams
    low: float
    high: float

    @property
    def mass(self) -> float:
        """The likeliest grams."""
        return float(self.grams[:PARTS].sum())

    def over(self, courses: int, *, doubted: bool) -> Grams:
        """Return it over so many courses; where doubted the last two are its low and high end."""
        made = np.repeat(self.grams[:, None], courses, axis=1)
        mass = self.mass
        if doubted and mass > 0:
            made[:, -2] *= self.low / mass
            made[:, -1] *= self.high / mass
        return made


def together(things: Sequence[Brought]) -> Brought:
    """Return several things as one; they are uncertain together."""
    return Brought(
        np.add.reduce([one.grams for one in things]),
        sum(one.low for one in things),
        sum(one.high for one in things),
    )


def brought(
    line: Line, library: Library, *, in_sauce: bool = False, binds: bool = False
) -> Brought:
    """Return what a line brings, less what leaves it before anybody eats it.

    Args:
        line: with food and grams.
        library: where foods are looked up.
        in_sauce: it melts into a thickened sauce: all of its water runs.
        binds: it thickens a sauce, which counts as thickness and not as drinking.

    Raises:
        BadInput: it has no food or no grams, or its water is unknown.
    """
    if line.food is None or line.grams is None:
        raise BadInput(f"Fix the line '{line.text}' first: food and grams.", "line")
    kept = line.eaten()[1]
    does: Does = "runs" if in_sauce else "rests" if binds else "as_it_does"
    kind = library.food(line.food).food_class
    one = _one_gram(line.food, line.form, kind, library.row(line.food, line.form), does)
    return Brought(
        one * (line.grams * kept),
        (line.grams if line.grams_low is None else line.grams_low) * kept,
        (line.grams if line.grams_high is None else line.grams_high) * kept,
    )


@lru_cache(maxsize=4096)
def _one_gram(key: str, form: str | None, food_class: str, row: FoodRow, how: Does) -> Grams:
    state = of_row(row, 1.0)
    if how == "runs":
        does = Behaviour(free=state.water)
    else:
        does = Behaviour() if how == "rests" else behaviour(key, form, food_class, row)
    made = mixture(
        state, free=does.free, weeps=does.weeps, drinks=does.drinks, drinks_cold=does.drinks_cold
    )
    return made[:, 0]


@dataclass(frozen=True, eq=False)
class Passed:
    """A step that was run: what went in, what came of it, and what of that is still there.

    `taken` are the grams of each line and product that it took, `joined` those of what was added
    to the heaviest of the products, `celsius` how hot what went in was.
    """

    node: Node
    before: Grams
    left: Left
    taken: Mapping[str, float]
    joined: float
    celsius: Grams

    @cached_property
    def mass(self) -> Grams:
        """Grams after it over the courses."""
        return mass_of(self.left.after)

    @cached_property
    def came(self) -> float:
        """Likeliest grams that went in."""
        return grams_of(self.before)

    @cached_property
    def drained(self) -> float:
        """Likeliest grams that left as liquid; what was taken up from outside is negative."""
        return grams_of(self.left.liquid)

    @cached_property
    def stuck(self) -> float:
        """Likeliest grams that stayed on tools and bowls."""
        return grams_of(self.left.stuck)

    @cached_property
    def around(self) -> tuple[float, float]:
        """Return how far below and above its mass may lie: deviations add in quadrature."""
        mass = self.mass
        if len(mass) == 1:
            return 0.0, 0.0
        gaps = mass - mass[0]
        below, above = np.minimum(gaps, 0.0), np.maximum(gaps, 0.0)
        return float(np.dot(below, below)) ** 0.5, float(np.dot(above, above)) ** 0.5

    def expected(self) -> tuple[float, float, float]:
        """Return what the step usually leaves of what went in: low, usual and high grams."""
        step, prior = self.node.step, prior_of(self.node.step)
        before = np.repeat(self.before[:, :1], 3, axis=1)
        celsius = np.repeat(self.celsius[:1], 3)
        values = np.array([prior.low, prior.mean, prior.high])
        masses = mass_of(run_over(step, before, values, celsius).after).tolist()
        return min(masses), masses[1], max(masses)

    def another_round(self) -> tuple[float, float] | None:
        """Return what one more round of a pressing leaves, low and high grams; None elsewhere."""
        step, prior = self.node.step, prior_of(self.node.step)
        if step.technique not in PRESSED:
            return None
        shares = np.array([prior.high, prior.low]) * LATER_ROUND
        after = np.repeat(self.left.after[:, :1], 2, axis=1)
        low, high = mass_of(press(after, shares, np.repeat(self.celsius[:1], 2)).after).tolist()
        return low, high

    def row(self, row: int) -> float:
        """Return the likeliest grams of one row of the mixture after it."""
        return float(self.left.after[row, 0])


def run_course(
    nodes: Sequence[Node],
    lines: Mapping[str, Brought],
    weighed: Mapping[str, float],
    *,
    spread: bool = True,
) -> list[Passed]:
    """Run steps in order over the lines they take.

    Args:
        nodes: the steps; one takes only lines and products of steps before it.
        lines: what there is, by id.
        weighed: net grams by step id; they replace the prediction there.
        spread: False for the likeliest course alone.

    Raises:
        BadInput: a weigh-in is not a positive number of kitchen size.
        BookError: a technique or a setting is unknown.
    """
    for grams in weighed.values():
        if not 0 < grams < 1e5:
            raise BadInput("A weight has to be more than nothing and less than 100 kg.", "grams")
    passed: dict[str, Passed] = {}
    for those in _apart(nodes):
        refs = [ref for ref in {take.ref for node in those for take in node.takes} if ref in lines]
        mine = {ref: lines[ref] for ref in sorted(refs)}
        said = {node.step.id: weighed[node.step.id] for node in those if node.step.id in weighed}
        for one in _once(_Asked(those, mine, said, spread=spread)):
            passed[one.node.step.id] = one
    return [passed[node.step.id] for node in nodes]


def _apart(nodes: Sequence[Node]) -> list[list[Node]]:
    """Return the steps in order by what they share: what is never joined is run apart.

    A line or a product that two steps take ties them together.
    """
    found: list[tuple[set[str], list[Node]]] = []
    for node in nodes:
        refs, mine = {node.step.id, *(take.ref for take in node.takes)}, [node]
        others = []
        for held, those in found:
            if held.isdisjoint(refs):
                others.append((held, those))
            else:
                refs, mine = refs | held, those + mine
        found = [*others, (refs, mine)]
    order = {node.step.id: i for i, node in enumerate(nodes)}
    return [sorted(those, key=lambda one: order[one.step.id]) for _, those in found]


class _Asked:
    """Steps to run together, known again by their content: one part is edited at a time."""

    __slots__ = ("_content", "lines", "nodes", "spread", "weighed")

    def __init__(
        self,
        nodes: Sequence[Node],
        lines: Mapping[str, Brought],
        weighed: Mapping[str, float],
        *,
        spread: bool,
    ) -> None:
        self.nodes, self.lines, self.weighed, self.spread = nodes, lines, weighed, spread
        self._content = (
            spread,
            tuple(weighed.items()),
            tuple((key, one.low, one.high, one.grams.tobytes()) for key, one in lines.items()),
            tuple((node.takes, *_content(node.step)) for node in nodes),
        )

    def __hash__(self) -> int:
        return hash(self._content)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Asked) and self._content == other._content


def _content(step: Step) -> tuple[object, ...]:
    return (
        step.id, step.technique, step.label, step.foods, step.cue, step.hands_on_minutes,
        step.passive_minutes, step.band, step.cautions, step.order, step.prior,
        *((name, repr(value)) for name, value in step.settings.items()),
    )  # fmt: skip


# A part over its courses takes some 60 kB, a whole dish half a megabyte: a few dishes are kept.
@lru_cache(maxsize=64)
def _once(asked: _Asked) -> list[Passed]:
    """Run steps that belong together."""
    nodes, lines, weighed, spread = asked.nodes, asked.lines, asked.weighed, asked.spread
    priors = [prior_of(node.step) for node in nodes]
    unsure = [i for i, node in enumerate(nodes)
              if spread and node.step.id not in weighed
              and priors[i].low < priors[i].high]  # fmt: skip
    doubted = spread and any(one.low < one.high for one in lines.values())
    courses = 1 + 2 * len(unsure) + (2 if doubted else 0)
    parameters = np.repeat(np.array([[p.mean] for p in priors]), courses, axis=1)
    for place, i in enumerate(unsure):
        parameters[i, 1 + 2 * place] = priors[i].low
        parameters[i, 2 + 2 * place] = priors[i].high
    pool: dict[str, Grams] = {}
    for key, one in lines.items():
        pool[key] = one.over(courses, doubted=doubted)
    return _run(nodes, pool, weighed, parameters)


def _run(
    nodes: Sequence[Node],
    pool: dict[str, Grams],
    weighed: Mapping[str, float],
    parameters: Grams,
) -> list[Passed]:
    room = np.full(parameters.shape[1], ROOM)
    rest = dict.fromkeys(pool, 1.0)
    heat: dict[str, Grams] = {}
    passed: list[Passed] = []
    for i, node in enumerate(nodes):
        taken: dict[str, float] = {}
        parts: list[Grams] = []
        hot: list[tuple[Grams, Grams]] = []
        for take in node.takes:
            left = rest.get(take.ref, 0.0)
            share = left if take.fraction is None else min(take.fraction, left)
            if share <= 0:
                continue
            rest[take.ref] = left - share
            part = pool[take.ref] if share == 1.0 else pool[take.ref] * share
            parts.append(part)
            if take.ref in heat:
                hot.append((part, heat[take.ref]))
            taken[take.ref] = taken.get(take.ref, 0.0) + grams_of(part)
        before = sum(parts[1:], start=parts[0]) if parts else np.zeros((ROWS, len(room)))
        celsius = room
        if len(parts) == len(hot) == 1:
            celsius = hot[0][1]
        elif hot:
            # What does not come from a step is at room temperature.
            masses = mass_of(before)
            above = sum(mass_of(part) * (warm - ROOM) for part, warm in hot)
            celsius = ROOM + np.divide(above, masses, out=np.zeros_like(room), where=masses > 0)
        before, weight = _begun(node.step, before, weighed.get(node.step.id))
        done = _stepped(node.step, before, weight, parameters[i], celsius)
        products = [grams for ref, grams in taken.items() if ref in heat]
        joined = sum(taken.values()) - max(products) if products else 0.0
        passed.append(Passed(node, before, done, taken, joined, celsius))
        pool[node.step.id], rest[node.step.id] = done.after, 1.0
        heat[node.step.id] = done.celsius
    return passed


def _begun(step: Step, before: Grams, weighed: float | None) -> tuple[Grams, float | None]:
    """Return what goes in: what is weighed before the first step is as much of the same."""
    if weighed is None or step.technique != START:
        return before, weighed
    mass = mass_of(before)
    return before * np.divide(weighed, mass, out=np.ones_like(mass), where=mass > 0), None


def _stepped(
    step: Step, before: Grams, weighed: float | None, parameter: Grams, celsius: Grams
) -> Left:
    if weighed is None or not before.any():
        return run_over(step, before, parameter, celsius)
    return settle_over(step, before, weighed, celsius)
