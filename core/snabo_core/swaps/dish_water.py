"""The water of a whole dish: every part over the steps of its method, then all parts together."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from snabo_core.dish import ONCE, Dish, Line, Part, Slot, Take, Turns, as_poured
from snabo_core.errors import SnaboError
from snabo_core.foods import Library
from snabo_core.method.techniques import techniques
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import Book
from snabo_core.swaps.cooking import STIRRED_IN, CookStep, effective_steps
from snabo_core.swaps.ledgers import (
    WHOLE,
    OwnChange,
    condition_of,
    conditions_of,
    steps_for,
    with_verdicts,
)
from snabo_core.swaps.own_bands import own_band
from snabo_core.swaps.sauces import in_sauce, power_of, sauce_lines, thickness_in
from snabo_core.swaps.scaling import slot_lines
from snabo_core.water.courses import (
    A_LITTLE,
    MOST,
    START,
    Brought,
    Node,
    Passed,
    Taking,
    brought,
    run_course,
)
from snabo_core.water.learning import Condition, Habit, State, with_learnt
from snabo_core.water.ledger import Point, only_losses, point_of
from snabo_core.water.mixture import DRINKS, FREE, state_of
from snabo_core.water.of_method import Around, step_of_method
from snabo_core.water.state import State as Grams
from snabo_core.water.steps import BAKED, HANDLED, Step, in_rounds
from snabo_core.water.thickness import WATER_OF_LIQUID, Thickness

# Grams of free liquid to a gram of what is boiled from which it cooks in that and not in a pot of
# water; common practice.
COOKS_IN = 0.3
_IN_LIQUID = {"boil", "simmer", "soak", "reduce"}
# What nobody's water depends on: an amount that nobody knows counts as none of it.
SEASONING = {"spice", "herb", "salt"}
# Lines in what is baked from which it fills a tin, and what is done to single pieces instead.
FILLS_A_TIN = 3
_PIECES = {"shape", "mould", "roll_up", "coat", "fill", "divide"}
# What is formed is the top of it, where it lies.
_ITS_TOP = re.compile(r"\b(?:top|surface|rough|lines?|ridges?|furrows|edges?)\b", re.IGNORECASE)
# A sauce is judged by its thickness where so much of it runs and it is no batter yet.
LEAST_FREE, THICKEST_SAUCE = 0.15, 4.0
_SAUCED = {"simmer", "reduce", "thicken", "boil", "whisk", "mix", "add_gradually", "deglaze",
           "blend", "reheat", "fold", "melt", "season", "start"}  # fmt: skip
# Of several things that go in together the first of these decides what they are.
_STATES: tuple[State, ...] = ("heated", "cooled")
# A part's last step is shown where most of the part is in it.
MOST_OF_IT = 0.6


@dataclass(frozen=True)
class Glass:
    """A part after one step.

    `owner` and `step` are what a weigh-in here goes by: the slot or the part (`WHOLE` for the
    dish) and the step within it. `one` is the step as it is cooked, None where a stand-in's lines
    are only put together. `juice` grams run free and are no sauce, `thirst` grams would still be
    drunk; `passed` is what went in and what came of it, `joins` the lines that join.
    `found` is what the step finds, `turns` are the rounds or batches in which it was weighed;
    `paired` that whatever went in was weighed, so that a weigh-in here can teach something.
    """

    point: Point
    owner: str
    step: str
    one: CookStep | None
    juice: float
    thirst: float
    passed: Passed
    found: Condition
    paired: bool = False
    joins: tuple[Line, ...] = ()
    slot: Slot | None = None
    turns: Turns = ONCE

    @property
    def habit(self) -> Habit | None:
        """What the step is a case of, None where nothing is learnt of it."""
        return self.found.habit(self.passed.node.step)


@dataclass(frozen=True)
class Flows:
    """Where the grams of a course went: `brought` is the sum of all others less `taken_up`."""

    brought: float = 0.0
    taken_up: float = 0.0
    vapour: float = 0.0
    liquid: float = 0.0
    stuck: float = 0.0
    goes_on: float = 0.0


@dataclass(frozen=True)
class Course:
    """The water of one part, or of the dish where parts lie together (`part` is None then).

    `lost` is what left with liquid; `problem` says why there are no glasses.
    """

    part: Part | None
    glasses: tuple[Glass, ...]
    flows: Flows
    lost: Grams = field(default_factory=Grams)
    problem: str = ""


def dish_water(
    dish: Dish, book: Book, library: Library, setting: Setting, *, spread: bool = True
) -> tuple[Course, ...]:
    """Return the water of every part in the order of the dish, last of the dish as a whole.

    Args:
        dish: with its method; a part that no step takes has no glasses.
        book: for the stand-ins' steps and what thickens.
        library: where foods are looked up.
        setting: the kitchen, and what its scale said.
        spread: False where nobody looks at how far masses may lie.
    """
    poured = as_poured(dish, setting.readings)
    return _Water(poured, book, library, setting).courses(spread=spread)


def own_changes(
    dish: Dish, book: Book, library: Library, setting: Setting
) -> tuple[OwnChange, ...]:
    """Return what the recipe's own steps change of a dish's grams; those without any left out.

    Args:
        dish: as it is poured, with its method.
        book: for the stand-ins' steps between them.
        library: where foods are looked up.
        setting: the kitchen, and what its scale said.
    """
    # What gives off no water still leaves something in the blender.
    if all(step.technique not in techniques() for step in dish.method):
        return ()
    return _Water(dish, book, library, setting, bands=False).changes()


# Whose step it is, its id within that, as it is cooked, and of which slot's stand-in.
Place = tuple[str, str, CookStep | None, Slot | None]


class _Water:
    """One dish's steps as nodes, and whose each of them is."""

    def __init__(
        self, dish: Dish, book: Book, library: Library, setting: Setting, *, bands: bool = True
    ) -> None:
        self.dish, self.book, self.library, self.setting = dish, book, library, setting
        # Where each step should end; grams do not depend on it.
        self.bands = bands
        self.part_of: dict[str, str] = {}
        self.lines: dict[str, Line] = {}
        for part in dish.parts:
            for line in part.effective_lines():
                self.part_of[line.id], self.lines[line.id] = part.id, line
        thickener = book.files["thickener"]
        self.powers = {
            key: power_of([line], thickener)
            for key, line in self.lines.items()
            if line.food in thickener.coats_250
        }
        self.slots = {slot.id: (part, slot) for part in dish.parts for slot in part.slots}
        self.problems: dict[str, str] = {}
        self.unknown: set[str] = set()
        self.things: dict[str, Brought] = {}
        self._bring()
        self.reaches: dict[str, frozenset[str]] = {}
        self.owners: dict[str, str] = {}
        # What lines that are together are like before anything is done, and what thickens them.
        self.begun: dict[frozenset[str], Condition] = {}
        self.sauces: dict[frozenset[str], Thickness] = {}
        self.weighed: dict[str, float] = {}
        self.places: dict[str, Place] = {}
        self.nodes: list[Node] = []
        self.found: dict[str, Condition] = {}
        self.left: dict[str, Condition] = {}
        for one in effective_steps(dish, book, library):
            if one.kind in {"own", "stand_in", "shelf", "line"}:
                self._add(one)

    def _bring(self) -> None:
        thickens = self.book.files["thickener"].coats_250
        for part in self.dish.parts:
            lines = part.effective_lines()
            wet = any(line.food in thickens for line in lines)
            for line in lines:
                if line.grams is None and self._seasons(line):
                    continue
                try:
                    self.things[line.id] = brought(
                        line, self.library, binds=wet and line.food in thickens,
                        in_sauce=wet and line.food not in thickens
                        and in_sauce(line, self.library),
                    )  # fmt: skip
                except SnaboError as refusal:
                    self.unknown.add(line.id)
                    self.problems.setdefault(part.id, refusal.sentence)

    def _seasons(self, line: Line) -> bool:
        return line.food is not None and self.library.food(line.food).food_class in SEASONING

    def _add(self, one: CookStep) -> None:
        takes = one.step.takes
        if one.kind == "stand_in" and one.slot is not None and one.book_step is not None:
            part, slot = self.slots[one.slot]
            written = steps_for(slot, self.book)
            place_of = [step.id for step in written].index(one.book_step)
            found = conditions_of(slot, written)[place_of]
            step = with_verdicts(written[place_of], slot, self.setting)
            step = self._as_found(replace(step, id=one.step.id), found)
            if not any(owner == slot.id for owner, *_ in self.places.values()):
                takes = self._begin(part, slot, takes, step)
            said = self.setting.readings.of(slot)
            place: Place = (slot.id, one.book_step, one, slot)
        else:
            reached = self._reached(takes)
            owner = self._owner(reached)
            around = self._around(one, reached, owner)
            step = self._learnt(step_of_method(one.step, around), takes, reached)
            if self.bands:
                step = replace(step, band=own_band(step.technique, self._foods(reached)))
            said = self.setting.readings.own(owner, self.dish)
            place = (owner, one.step.id, one, None)
            self._node(step, takes, place, said, reached)
            return
        self._node(step, takes, place, said)

    def _foods(self, reached: Iterable[str]) -> dict[str, float]:
        """Return the grams of every food in what some lines make."""
        found: dict[str, float] = {}
        for line in reached:
            food = self.lines[line].food or ""
            mass = self.things[line].mass if line in self.things else 0.0
            found[food] = found.get(food, 0.0) + mass
        return found

    def _learnt(self, step: Step, takes: tuple[Take, ...], reached: frozenset[str]) -> Step:
        """Return a recipe's own step as this household's weigh-ins have shown it."""
        before = [self.left[take.ref] for take in takes if take.ref in self.left]
        if reached not in self.begun:
            self.begun[reached] = condition_of(self.lines[ref] for ref in sorted(reached))
        raw = self.begun[reached]
        states = {one.state for one in before} or {raw.state}
        state: State = next((one for one in _STATES if one in states), "raw")
        cut = next((one.cut for one in before if one.cut and one.food == raw.food), raw.cut)
        return self._as_found(step, Condition(raw.food, state, cut))

    def _as_found(self, step: Step, found: Condition) -> Step:
        self.found[step.id], self.left[step.id] = found, found.after(step)
        return with_learnt(step, found.habit(step), self.setting.learnt)

    def _begin(
        self, part: Part, slot: Slot, takes: tuple[Take, ...], first: Step
    ) -> tuple[Take, ...]:
        """Put a stand-in's lines together before its first step, as one thing to be weighed."""
        joined = {food for step in steps_for(slot, self.book) for food in step.foods}
        own = slot.choice.lines if slot.choice else ()
        begins = [line.id for line in own if line.food not in joined]
        begins = begins or [line.id for line in own if line.food in first.foods]
        wanted = [take for take in takes if take.ref not in begins]
        if slot.role in STIRRED_IN and all(take.ref in self.lines for take in wanted):
            # No step of the recipe cooks its sauce: it is what there is of it.
            begins += [
                line.id for line in sauce_lines(part, slot, self.library) if line.id in self.things
            ]
        start = Step(f"{slot.id}/{START}", START, "Start")
        said = self.setting.readings.of(slot)
        self._node(start, tuple(Take(ref) for ref in begins), (slot.id, START, None, slot), said)
        return (Take(start.id), *wanted)

    def _node(
        self,
        step: Step,
        takes: tuple[Take, ...],
        place: Place,
        said: Mapping[str, float],
        known: frozenset[str] | None = None,
    ) -> None:
        reached = self._reached(takes) if known is None else known
        self.reaches[step.id] = reached
        self.owners[step.id] = place[0] if known is not None else self._owner(reached)
        self.places[step.id] = place
        if place[1] in said:
            self.weighed[step.id] = said[place[1]]
            step = in_rounds(step, self.setting.readings.turns_of(place[0], place[1]).round)
        self.nodes.append(Node(step, tuple(Taking(take.ref, _fraction(take)) for take in takes)))

    def _reached(self, takes: Iterable[Take]) -> frozenset[str]:
        held: set[str] = set()
        for take in takes:
            held |= self.reaches.get(take.ref, frozenset({take.ref}))
        return frozenset(held & self.part_of.keys())

    def _owner(self, reached: frozenset[str]) -> str:
        first = self.part_of[next(iter(reached))] if reached else ""
        alone = first and all(self.part_of[line] == first for line in reached)
        return first if alone else WHOLE

    def _around(self, one: CookStep, reached: frozenset[str], owner: str) -> Around:
        technique = one.step.technique
        in_liquid = in_tin = False
        if technique in _IN_LIQUID:
            things = [self.things[line] for line in reached if line in self.things]
            free = sum(float(thing.grams[FREE]) for thing in things)
            in_liquid = free > COOKS_IN * (sum(thing.mass for thing in things) - free)
        elif technique in BAKED:
            in_tin = owner == WHOLE or self._fills_a_tin(one)
        return Around(in_tin, in_liquid, self.setting.microwave_watts)

    def _fills_a_tin(self, one: CookStep) -> bool:
        """Tell what is baked as one thing from pieces on a tray."""
        made = [take.ref for take in one.step.takes if take.ref in self.reaches]
        how = {node.step.id: node.step for node in self.nodes}
        return any(
            len(self.reaches[ref]) >= FILLS_A_TIN
            and (how[ref].technique not in _PIECES or _ITS_TOP.search(how[ref].label) is not None)
            for ref in made
        )

    def _thickness(self, passed: Passed, planned: Passed, slot: Slot | None) -> Thickness | None:
        """Return what thickens what a step makes, as thick as it was to be."""
        if slot is not None and slot.role not in STIRRED_IN:
            return None
        reached = self.reaches[passed.node.step.id]
        owner = self.owners[passed.node.step.id]
        part = next((part for part in self.dish.parts if part.id == owner), None)
        if part is None or not reached or passed.node.step.technique not in _SAUCED:
            return None
        role_file = self.book.files["thickener"]
        if slot is None and not any(self.lines[ref].food in role_file.coats_250 for ref in reached):
            return None
        lines = [self.lines[line] for line in sorted(reached) if line in self.things]
        try:
            if slot is not None and slot.role in STIRRED_IN:
                before = [line.used() for line in sauce_lines(part, slot, self.library)]
                before += slot_lines(part, slot)
                return thickness_in(lines, before, role_file, self.library)
            if reached not in self.sauces:
                self.sauces[reached] = thickness_in(lines, None, role_file, self.library)
            made = self.sauces[reached]
        except SnaboError:
            return None
        aim = made.of_free(planned.row(FREE))
        runs = planned.row(FREE) > LEAST_FREE * float(planned.mass[0])
        is_sauce = made.power > 0 and runs and 0 < aim < THICKEST_SAUCE
        return replace(made, aim=aim) if is_sauce else None

    def courses(self, *, spread: bool) -> tuple[Course, ...]:
        passed = run_course(self.nodes, self.things, self.weighed, spread=spread)
        planned = passed
        if self.weighed:
            planned = run_course(self.nodes, self.things, {}, spread=False)
        owners = [self.owners[node.step.id] for node in self.nodes]
        found = [self._course(part, part.id, owners, passed, planned) for part in self.dish.parts]
        found.append(self._course(None, WHOLE, owners, passed, planned))
        return tuple(found)

    def changes(self) -> tuple[OwnChange, ...]:
        """Return what the steps change that are not a stand-in's; see `own_changes`."""
        found = []
        for one in run_course(self.nodes, self.things, self.weighed, spread=False):
            step = one.node.step.id
            reached = self.reaches[step]
            if self.places[step][3] is not None or not reached or reached & self.unknown:
                continue
            grams = -(float(one.left.vapour[0]) + one.drained + one.stuck)
            if grams:
                lost = only_losses(state_of(one.left.liquid))
                found.append(OwnChange(self.owners[step], grams, lost))
        return tuple(found)

    def _course(
        self,
        part: Part | None,
        owner: str,
        owners: Sequence[str],
        passed: Sequence[Passed],
        planned: Sequence[Passed],
    ) -> Course:
        problem = self.problems.get(owner, "")
        if part is None:
            problem = next(iter(self.problems.values()), "")
        mine = [
            (one, plan) for one, plan, whose in zip(passed, planned, owners, strict=True)
            if whose == owner and self.reaches[one.node.step.id]
            and not self.reaches[one.node.step.id] & self.unknown
        ]  # fmt: skip
        if not mine:
            return Course(part, (), Flows(), problem=problem)
        flows = _flows([one for one, _ in mine])
        end = mine[-1][0]
        ends = float(end.mass[0]) >= MOST_OF_IT * flows.goes_on
        shown = [self._shows(one, last=ends and one is end) for one, _ in mine]
        if part is None and any(shown) and not shown[0]:
            # What lies in the tin before it goes into the oven is worth weighing too.
            shown[shown.index(True) - 1] = True
        glasses = tuple(
            self._glass(one, plan) for (one, plan), show in zip(mine, shown, strict=True) if show
        )
        lost = state_of(np.add.reduce([one.left.liquid[:, :1] for one, _ in mine]))
        return Course(part, glasses, flows, only_losses(lost), problem)

    def _shows(self, passed: Passed, *, last: bool) -> bool:
        """Tell a step worth weighing after: water came or went, or the part is done."""
        step = passed.node.step
        _, _, one, slot = self.places[step.id]
        if slot is not None or step.id in self.weighed:
            return True
        if any(self.lines[ref].used().hold for ref in passed.taken if ref in self.lines):
            return True
        known = techniques().get(one.step.technique) if one else None
        if step.technique == "pour_off" and not passed.left.liquid.any():
            return False
        if last and (step.technique in HANDLED or known is None or known.water != "none"):
            return True
        moved = float(passed.left.vapour[0]) + abs(passed.drained)
        before = passed.came
        return known is not None and known.water != "none" and moved > 0.005 * before

    def _juice(self, passed: Passed) -> float:
        """Return the grams that run free and that no thickener holds as a sauce."""
        reached = self.reaches[passed.node.step.id]
        held = sum(power for ref, power in self.powers.items() if ref in reached) * WATER_OF_LIQUID
        return max(0.0, passed.row(FREE) - held)

    def _glass(self, passed: Passed, planned: Passed) -> Glass:
        step = passed.node.step
        owner, key, one, slot = self.places[step.id]
        thickness = self._thickness(passed, planned, slot)
        point = point_of(passed, self.weighed, self.setting.microwave_watts, thickness)
        joins = tuple(self.lines[ref] for ref in passed.taken if ref in self.lines)
        return Glass(
            point, owner, key, one, self._juice(passed), passed.row(DRINKS),
            passed, self.found.get(step.id, Condition()),
            all(ref in self.weighed for ref in passed.taken if ref in self.places),
            joins, slot, self.setting.readings.turns_of(owner, key),
        )  # fmt: skip


def _fraction(take: Take) -> float | None:
    if take.fraction is not None:
        return take.fraction
    return {"most": MOST, "amount": A_LITTLE}.get(take.share or "")


def _flows(mine: Sequence[Passed]) -> Flows:
    """Add up what came into a course's steps, what left them and what goes on from there."""
    ids = {one.node.step.id for one in mine}
    came = sum(
        grams for one in mine for ref, grams in one.taken.items() if ref not in ids
    )  # fmt: skip
    # What is weighed before the first step counts as brought.
    came += sum(one.came - sum(one.taken.values()) for one in mine)
    stayed = sum(grams for one in mine for ref, grams in one.taken.items() if ref in ids)
    waters = [one.drained for one in mine]
    return Flows(
        brought=came,
        taken_up=sum(max(0.0, -grams) for grams in waters),
        vapour=sum(float(one.left.vapour[0]) for one in mine),
        liquid=sum(max(0.0, grams) for grams in waters),
        stuck=sum(one.stuck for one in mine),
        goes_on=sum(float(one.mass[0]) for one in mine) - stayed,
    )
