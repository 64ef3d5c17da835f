"""The ledger of a part: predicted and weighed mass after each step, with an interval."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.water.state import State, of_lines
from snabo_core.water.steps import LIQUID_SOLIDS, ROOM, Outcome, Step, prior_of, run, settle
from snabo_core.water.thickness import Thickness

START = "start"


@dataclass(frozen=True)
class Kitchen:
    """What the ledger needs to know of a kitchen."""

    microwave_watts: float = 800.0


@dataclass(frozen=True)
class Point:
    """The part after one step.

    `low` and `high` enclose 90 % of what to expect while nothing is weighed here. `enough`
    and `floor` are the masses at the wet and dry edge of the band, None without one. Flows
    are grams that left at this step; `added` joined before it.
    """

    step_id: str
    technique: str
    label: str
    state: State
    low: float
    high: float
    weighed: float | None
    added: float
    vapour: float
    liquid: float
    stuck: float
    band: tuple[float, float] | None
    enough: float | None
    floor: float | None
    seconds: float | None
    thickness: Thickness | None = None


@dataclass(frozen=True)
class Ledger:
    """All points of a part, and what left with liquid over all steps."""

    points: tuple[Point, ...]
    lost: State

    @property
    def finished(self) -> State:
        """The part as it goes on to the dish."""
        return self.points[-1].state


@dataclass(frozen=True)
class _Course:
    """One run through all steps with given parameters."""

    befores: list[State]
    outcomes: list[Outcome]


def mass_at(state: State, water_share: float) -> float:
    """Return the mass of a state dried by heat to a water share: solids / (1 - w)."""
    return state.solids / (1 - water_share)


def mass_pressed_to(state: State, water_share: float) -> float:
    """Return the mass of a state pressed to a water share; the liquid takes solids along.

    With liquid of solids share s: (W - (1 - s) E) / (m - E) = w, solved for E.
    """
    leaving = (state.water - water_share * state.mass) / ((1 - LIQUID_SOLIDS) - water_share)
    return state.mass - leaving


def _group(lines: Sequence[Line], steps: Sequence[Step]) -> dict[str, list[Line]]:
    """Sort what is used by the step its line joins at; what no step names is there at once.

    Where every line joins somewhere, the first step's are what there is to begin with.
    """
    joins = {food: step.id for step in steps for food in step.foods}
    groups: dict[str, list[Line]] = {START: []}
    for line in lines:
        groups.setdefault(joins.get(line.food or "", START), []).append(line.used())
    if not groups[START]:
        first = next((step.id for step in steps if step.id in groups), None)
        groups[START] = groups.pop(first) if first is not None else []
    return groups


def _course(
    start: State,
    additions: Mapping[str, State],
    steps: Sequence[Step],
    parameters: Sequence[float],
    weighed: Mapping[str, float],
) -> _Course:
    state, celsius = start, ROOM
    if START in weighed:
        state = state.times(weighed[START] / state.mass)
    befores, outcomes = [state], [Outcome(state)]
    for step, parameter in zip(steps, parameters, strict=True):
        before = state.plus(additions.get(step.id, State()))
        if step.id in weighed:
            outcome = settle(step, before, weighed[step.id], celsius)
        else:
            outcome = run(step, before, parameter, celsius)
        befores.append(before)
        outcomes.append(outcome)
        state, celsius = outcome.after, outcome.celsius
    return _Course(befores, outcomes)


def _spread(
    start: State,
    doubt: tuple[float, float],
    additions: Mapping[str, State],
    steps: Sequence[Step],
    weighed: Mapping[str, float],
) -> list[tuple[float, float]]:
    """Return how far below and above the mass of each point may lie, first order.

    Each parameter goes to its low and high end alone; the deviations add in quadrature.
    """
    priors = [prior_of(step) for step in steps]
    means = [p.mean for p in priors]
    middle = [o.after.mass for o in _course(start, additions, steps, means, weighed).outcomes]
    below, above = [0.0] * len(middle), [0.0] * len(middle)

    def add(course: _Course) -> None:
        for i, outcome in enumerate(course.outcomes):
            gap = outcome.after.mass - middle[i]
            if gap < 0:
                below[i] += gap**2
            else:
                above[i] += gap**2

    for place, prior in enumerate(priors):
        if steps[place].id in weighed:
            continue
        for end in (prior.low, prior.high):
            changed = [*means[:place], end, *means[place + 1 :]]
            add(_course(start, additions, steps, changed, weighed))
    if START not in weighed and start.mass:
        for grams in doubt:
            add(_course(start.times(grams / start.mass), additions, steps, means, weighed))
    return [(b**0.5, a**0.5) for b, a in zip(below, above, strict=True)]


def predict(
    lines: Sequence[Line],
    steps: Sequence[Step],
    library: Library,
    *,
    kitchen: Kitchen | None = None,
    weighed: Mapping[str, float] | None = None,
    thickness: Thickness | None = None,
    spread: bool = True,
) -> Ledger:
    """Predict a part through its steps; weigh-ins replace the prediction where they are.

    Args:
        lines: the part's lines with grams.
        steps: its steps, in order; a step's `foods` join before it.
        library: where foods are looked up.
        kitchen: microwave watts; only times depend on it, not masses.
        weighed: grams on the scale by step id, `start` for the part before the first step.
        spread: False where nobody looks at how far the masses may lie; low and high are the mass.
        thickness: what thickens the part if it is a sauce; its steps' bands do not count then.

    Raises:
        BadInput: a line is unsettled, nothing is there at the start, or a weigh-in is not a
            positive number.
    """
    scale = dict(weighed or {})
    for grams in scale.values():
        if not 0 < grams < 1e5:
            raise BadInput("A weight has to be more than nothing and less than 100 kg.", "grams")
    groups = _group(lines, steps)
    first = groups.pop(START)
    start = of_lines(first, library)
    if start.mass <= 0:
        raise BadInput("There is nothing to dry in this part yet.", "lines")
    additions = {step: of_lines(group, library) for step, group in groups.items()}
    means = [prior_of(step).mean for step in steps]
    course = _course(start, additions, steps, means, scale)
    doubt = (
        sum(line.grams_low or 0.0 for line in first),
        sum(line.grams_high or 0.0 for line in first),
    )
    around = [(0.0, 0.0)] * (len(steps) + 1)
    if spread:
        around = _spread(start, doubt, additions, steps, scale)
    watts = (kitchen or Kitchen()).microwave_watts
    begin = Step(START, START, "Start")
    points = []
    lost = State()
    for step, before, outcome, (below, above) in zip(
        [begin, *steps], course.befores, course.outcomes, around, strict=True
    ):
        lost = lost.plus(outcome.liquid)
        added = additions.get(step.id, State()).mass
        points.append(_point(step, before, outcome, below, above, scale, added, watts, thickness))
    return Ledger(tuple(points), _only_losses(lost))


def _point(
    step: Step,
    before: State,
    outcome: Outcome,
    below: float,
    above: float,
    weighed: Mapping[str, float],
    added: float,
    watts: float,
    thickness: Thickness | None,
) -> Point:
    mass = outcome.after.mass
    enough = floor = None
    band = step.band
    if thickness is not None and step.id != START:
        dry = mass - outcome.after.water
        waters = [thickness.water_for(x) for x in (thickness.thickest, thickness.thinnest)]
        floor, enough = (dry + water for water in waters)
        band = (waters[0] / floor, waters[1] / enough)
    elif step.band is not None:
        dry, wet = step.band
        # A press takes liquid out of what went in; before it is weighed that is the aim.
        origin = outcome.after if step.id in weighed else before
        reach = mass_pressed_to if step.technique == "press" else mass_at
        enough, floor = reach(origin, wet), reach(origin, dry)
    seconds = None
    if step.technique == "microwave":
        seconds = step.settings["kj_per_kg"] * before.mass / watts
    return Point(
        step.id, step.technique, step.label, outcome.after,
        mass - below, mass + above, weighed.get(step.id), added,
        outcome.vapour, outcome.liquid.mass, outcome.stuck.mass,
        band, enough, floor, seconds, thickness,
    )  # fmt: skip


def _only_losses(lost: State) -> State:
    """Drop water that was taken up, so that what is lost is never negative."""
    return replace(lost, water=max(0.0, lost.water))
