"""The ledger of a part: predicted and weighed mass after each step, with an interval."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.water.courses import START, Node, Passed, Taking, brought, run_course, together
from snabo_core.water.mixture import FREE, WATER, grams_of, state_of
from snabo_core.water.priors import LIQUID_SOLIDS
from snabo_core.water.state import State
from snabo_core.water.steps import PRESSED, Step
from snabo_core.water.thickness import Thickness


@dataclass(frozen=True)
class Kitchen:
    """What the ledger needs to know of a kitchen."""

    microwave_watts: float = 800.0


@dataclass(frozen=True)
class Point:
    """The part after one step.

    `low` and `high` enclose 90 % of what to expect while nothing is weighed here. `enough`
    and `floor` are the masses at the wet and dry edge of the band, None without one. Flows
    are grams that left at this step; `added` joined before it, `free` is the water that runs free.
    `before` went in, `solids_before` of it are no water; `expected` (low, usual, high) is what the
    step leaves of that, whatever was weighed after it.
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
    free: float = 0.0
    before: float = 0.0
    solids_before: float = 0.0
    expected: tuple[float, float, float] = (0.0, 0.0, 0.0)


@dataclass(frozen=True)
class Ledger:
    """All points of a part, and what left with liquid over all steps."""

    points: tuple[Point, ...]
    lost: State

    @property
    def finished(self) -> State:
        """The part as it goes on to the dish."""
        return self.points[-1].state


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
    groups = _group(lines, steps)
    by = thickness.by if thickness else frozenset()
    things = {
        f"in/{step}": together([
            brought(line, library, in_sauce=thickness is not None and line.food not in by,
                    binds=line.food in by)
            for line in group
        ])
        for step, group in groups.items() if group
    }  # fmt: skip
    nodes: list[Node] = []
    for step in [Step(START, START, "Start"), *steps]:
        joining = f"in/{step.id}"
        takes = [Taking(joining)] if joining in things else []
        if nodes:
            takes.insert(0, Taking(nodes[-1].step.id))
        nodes.append(Node(step, tuple(takes)))
    passed = run_course(nodes, things, scale, spread=spread)
    if grams_of(passed[0].before) <= 0:
        raise BadInput("There is nothing to dry in this part yet.", "lines")
    watts = (kitchen or Kitchen()).microwave_watts
    points = tuple(point_of(each, scale, watts, thickness) for each in passed)
    lost = State()
    for each in passed:
        lost = lost.plus(state_of(each.left.liquid))
    return Ledger(points, only_losses(lost))


def point_of(
    passed: Passed,
    weighed: Mapping[str, float],
    watts: float,
    thickness: Thickness | None = None,
) -> Point:
    """Return what a step that was run looks like, with where it should be.

    Args:
        passed: the step, what went in and what came of it.
        weighed: net grams by step id.
        watts: of the household's microwave.
        thickness: what thickens it if it is a sauce; its band does not count then.
    """
    step, left = passed.node.step, passed.left
    after = state_of(left.after)
    below, above = passed.around
    into = passed.came
    mass, free = after.mass, passed.row(FREE)
    enough = floor = None
    band = step.band
    if thickness is not None and step.id != START:
        frees = [thickness.free_for(x) for x in (thickness.thickest, thickness.thinnest)]
        floor, enough = (mass - free + each for each in frees)
        held = after.water - free
        band = ((held + frees[0]) / floor, (held + frees[1]) / enough)
    elif step.band is not None:
        dry, wet = step.band
        # A press takes liquid out of what went in; before it is weighed that is the aim.
        origin = after if step.id in weighed else state_of(passed.before)
        reach = mass_pressed_to if step.technique in PRESSED else mass_at
        enough, floor = reach(origin, wet), reach(origin, dry)
    seconds = None
    if step.technique == "microwave" and "kj_per_kg" in step.settings:
        seconds = step.settings["kj_per_kg"] * into / watts
    return Point(
        step.id, step.technique, step.label, after,
        mass - below, mass + above, weighed.get(step.id), passed.joined,
        float(left.vapour[0]), passed.drained, passed.stuck,
        band, enough, floor, seconds, thickness, free,
        into, into - float(passed.before[WATER, 0]),
        (mass - below, mass, mass + above) if step.id not in weighed else passed.expected(),
    )  # fmt: skip


def only_losses(lost: State) -> State:
    """Drop water that was taken up, so that what is lost is never negative."""
    return lost if lost.water >= 0 else replace(lost, water=0.0)
