"""The water of a whole dish: its parts and the dish itself as glasses, flows and what helps."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.dish import NONE, ChoiceStep, Dish, HoldBack, Line, Readings, Turns
from snabo_core.foods import Library
from snabo_core.method.techniques import techniques
from snabo_core.plate.exclusions import breaches
from snabo_core.plate.rows import net_carbs
from snabo_core.plate.setting import Setting
from snabo_core.swaps.batches import Batches, batches_for
from snabo_core.swaps.book import Book
from snabo_core.swaps.dish_water import Course, Flows, Glass, dish_water
from snabo_core.swaps.judged import Judged, judged
from snabo_core.swaps.ledgers import WHOLE, band_moved, losses_of, name_of, steps_for
from snabo_core.swaps.other_ways import Kind as OtherKind
from snabo_core.swaps.other_ways import OtherWay, other_ways
from snabo_core.views.cautions import cautions_by_number
from snabo_core.views.cooked import Cooked
from snabo_core.views.learning import said_at_glass, said_of_band
from snabo_core.views.preview import looked_at
from snabo_core.views.water import PointView, point_view, upcoming
from snabo_core.water.advice import advise
from snabo_core.water.courses import START
from snabo_core.water.cures import Absorber, Cure, for_too_thin, for_too_wet, simmer_minutes
from snabo_core.water.cures import Kind as CureKind
from snabo_core.water.ledger import Point
from snabo_core.water.of_method import tool_of
from snabo_core.water.steps import BAKED, PANNED, PRESSED, SIMMERED
from snabo_core.water.wetting import wetting
from snabo_core.wording import Message, listed, say, worded

FlowKind = Literal["brought", "taken_up", "vapour", "liquid", "stuck", "goes_on"]
# Shares of the finished dish below which nobody minds a little juice, or a little dryness.
LEAST_JUICE, LEAST_THIRST = 0.06, 0.05
# How much thicker starch and seeds set in the fridge; common practice, no source.
FRIDGE_THICKER = 1.3
LEAST_BACK = 10.0
# Cures shown at once.
MOST_CURES = 4
# Grams of net carbs a serving that nobody counts.
NEXT_TO_NOTHING = 0.05
# What is done for dryness: only there is a heavy weight a reason to go on. Meat that is fried
# until it is brown is done when it is done.
_FOR_DRYNESS = {*PRESSED, *SIMMERED, "dry_saute", "salt", "drain"}
_PRESSABLE = {"cut", "grate", "rice", "spiral", "boil", "steam", "microwave", "salt", "thaw",
              "shred", *PRESSED}  # fmt: skip


@dataclass(frozen=True)
class WaterRequest:
    """A draft whose water is wanted, with what a run has weighed of it."""

    dish: Dish
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE
    variant: str = ""


@dataclass(frozen=True)
class CureView:
    """One thing that helps, in words; `grams` leave or are stirred in."""

    kind: CureKind
    grams: float
    words: str


@dataclass(frozen=True)
class OtherWayView:
    """Another way to do a stand-in's step: what it is called, and the steps as they would be."""

    kind: OtherKind
    words: str
    steps: tuple[ChoiceStep, ...]


@dataclass(frozen=True)
class Range:
    """Grams from low to high."""

    low: float
    high: float


@dataclass(frozen=True)
class HeldView:
    """A line that is added by eye at a step: from `start` to `ceiling` grams, as its words say.

    `went_in` are the grams that did, None while nobody has weighed them.
    """

    line: str
    words: str
    start: float
    ceiling: float
    went_in: float | None


@dataclass(frozen=True)
class GlassView:
    """One glass of the dish: a part after a step.

    A weigh-in is taken at `part_id`, `slot_id` and `step_id`: the slot is empty at a step of the
    recipe's own, the part too where several lie together. `number` is the step's in the Recipe,
    0 where lines are only put together; `order` are its words. `joins` are what is added there,
    `juice` the grams that run free and are no sauce. `press` is what it is pressed with, if it is;
    `turns` are the rounds or batches in which it was weighed, `so_far` says them in words and
    `batches` is in how many this kitchen does the step, `again` what one more round would leave;
    `held` are lines added by eye there;
    `learnt` says what this kitchen's own weigh-ins and verdicts have shown of the step.
    """

    part_id: str
    slot_id: str
    step_id: str
    number: int
    order: str
    joins: str
    juice: float
    press: str | None
    point: PointView
    cures: tuple[CureView, ...]
    others: tuple[OtherWayView, ...]
    learnt: str
    turns: Turns
    so_far: str
    batches: int
    again: Range | None
    held: tuple[HeldView, ...]


@dataclass(frozen=True)
class FlowView:
    """Grams that came into a part, left it or go on: `brought` is all the others together."""

    kind: FlowKind
    grams: float


@dataclass(frozen=True)
class CourseView:
    """The water of one part; `part_id` is empty for the dish as a whole.

    `stand_in` names what is in its slots. `ends` says what the dish weeps or drinks when it is
    done, and what a sauce does in the fridge.
    """

    part_id: str
    name: str
    stand_in: str
    glasses: tuple[GlassView, ...]
    flows: tuple[FlowView, ...]
    lost_carbs: float
    next_words: str
    ends: tuple[str, ...]
    problem: str


@dataclass(frozen=True)
class WaterView:
    """The water of every part that has a step to weigh after, and of the dish as a whole."""

    courses: tuple[CourseView, ...]


def water_view(
    dish: Dish, setting: Setting, book: Book, library: Library, *, variant: str = ""
) -> WaterView:
    """Return the water of a dish as its household cooks it.

    Args:
        dish: the whole document.
        setting: eaters and kitchen of the household, and what its scale said of this dish.
        book: the swap book.
        library: where foods are looked up.
        variant: the id of the variant that is looked at, empty for the dish.

    Raises:
        BadInput: there is no such variant.
    """
    return _Views(looked_at(judged(dish, setting, book, library), variant)).view()


def glass_label(glass: Glass) -> str:
    """Return what is weighed in a glass, in words."""
    if glass.slot is not None or glass.one is None:
        return glass.point.label
    known = techniques().get(glass.one.step.technique)
    return known.done if known and known.done else glass.one.step.words


class _Views:
    def __init__(self, made: Judged) -> None:
        self.made, self.book, self.library = made, made.book, made.library
        cooked = Cooked.of(made)
        self.numbers = {row.one.step.id: row.number for row in cooked.rows if row.number}
        self.cautions = cautions_by_number(cooked, made.library, made.book)

    def view(self) -> WaterView:
        courses = dish_water(self.made.dish, self.book, self.library, self.made.setting)
        found = [self._course(each) for each in courses if each.glasses or each.problem]
        return WaterView(tuple(found))

    def _course(self, course: Course) -> CourseView:
        part = course.part
        names = [
            name_of(slot, self.book)
            for slot in (part.slots if part else ())
            if slot.choice is not None and slot.choice.kind == "book"
        ]
        glasses = tuple(self._glass(glass, part.id if part else "") for glass in course.glasses)
        return CourseView(
            part.id if part else "",
            part.name if part else worded("whole_dish"),
            listed(names) if names else "",
            glasses,
            _flows(course.flows),
            losses_of(course.lost)["net_carbs"],
            upcoming([shown.point for shown in glasses]),
            self._ends(course),
            course.problem,
        )

    def _glass(self, glass: Glass, part_id: str) -> GlassView:
        point, one = glass.point, glass.one
        number = self.numbers.get(one.step.id, 0) if one else 0
        press = self._tool(glass)
        label = glass_label(glass)
        cue = one.step.until if one and one.step.until not in one.step.words else ""
        cautions = self.cautions.get(number, ()) or self._written(glass)
        shown = point_view(_named(point, label), cue, press, cautions, self.book)
        batches = self._batches(glass, press)
        note = " ".join(words for words in (shown.note, self._noted(batches)) if words)
        return GlassView(
            part_id if glass.slot or glass.owner != WHOLE else "",
            glass.slot.id if glass.slot else "",
            glass.step,
            number,
            _as_order(one.step.words) if one else "",
            listed([line.food_name or line.text for line in glass.joins]) if glass.joins else "",
            glass.juice,
            press,
            replace(shown, note=note),
            tuple(self._cure(each) for each in self._cures(glass, press)),
            self._others(glass),
            " ".join(words for words in self._learnt(glass) if words),
            glass.turns,
            _so_far(glass),
            batches.count if batches else 1,
            _again(glass),
            tuple(self._held(line) for line in glass.joins if line.used().hold),
        )

    def _held(self, line: Line) -> HeldView:
        used = line.used()
        hold = used.hold or HoldBack(0.0, used.grams or 0.0, "")
        values: dict[str, str | float] = {
            "food": used.food_name or used.text, "start": hold.start, "ceiling": hold.ceiling,
        }  # fmt: skip
        words = say(Message("held_back" if hold.start > 0 else "held_back_from_none", values))
        if hold.cue:
            words = worded("held_back_until", words=words, cue=hold.cue)
        known = self.made.setting.readings.went_in.get(line.id)
        return HeldView(line.id, _as_order(words), hold.start, hold.ceiling, known)

    def _learnt(self, glass: Glass) -> tuple[str, str]:
        """Return what weigh-ins and what verdicts have shown of a glass, in sentences."""
        setting, slot = self.made.setting, glass.slot
        steps = {one.id: one for one in steps_for(slot, self.book)} if slot else {}
        band = (
            band_moved(steps[glass.step], slot, setting)
            if slot is not None and glass.step in steps
            else None
        )
        return said_at_glass(glass.habit, setting.learnt), said_of_band(band)

    def _batches(self, glass: Glass, press: str | None) -> Batches | None:
        setting = self.made.setting
        equipment = setting.equipment
        if "blender" in setting.missing:
            equipment = replace(equipment, blenders=0)
        return batches_for(
            glass.point.technique, press or "", glass.point.before,
            float(glass.passed.celsius[0]), equipment,
        )  # fmt: skip

    def _noted(self, batches: Batches | None) -> str:
        """Return what this kitchen's own cloth, press or blender makes of a step, in sentences."""
        if batches is None:
            return ""
        found = []
        if batches.takes is None:
            found.append(worded(f"batches_no_{batches.vessel}"))
        elif batches.count > 1:
            values: dict[str, str | float] = {"takes": batches.takes, "count": str(batches.count)}
            found.append(say(Message(f"batches_{batches.vessel}", values)))
        weak = self.made.setting.equipment.blender == "weak"
        if batches.vessel == "blender" and weak and batches.takes:
            found.append(worded("blender_weak"))
        return " ".join(f"{words}." for words in found)

    def _others(self, glass: Glass) -> tuple[OtherWayView, ...]:
        if glass.slot is None:
            return ()
        ways = other_ways(steps_for(glass.slot, self.book), glass, self.made.setting.learnt)
        return tuple(OtherWayView(way.kind, _otherwise(way), way.steps) for way in ways)

    def _written(self, glass: Glass) -> tuple[str, ...]:
        if glass.slot is None:
            return ()
        steps = {step.id: step for step in steps_for(glass.slot, self.book)}
        return steps[glass.step].cautions if glass.step in steps else ()

    def _tool(self, glass: Glass) -> str | None:
        if glass.point.technique not in PRESSED or glass.one is None:
            return None
        if glass.slot is None:
            return tool_of(glass.one.step)
        steps = {step.id: step for step in steps_for(glass.slot, self.book)}
        return str(steps[glass.step].settings.get("method", "cloth"))

    def _cures(self, glass: Glass, press: str | None) -> Sequence[Cure]:
        """Return what would bring a glass to where it should be; none before it is weighed."""
        point = glass.point
        if point.weighed is None:
            return ()
        advice = advise(point, press or "cloth")
        dries = advice.kind == "heavier" and point.technique in _FOR_DRYNESS
        if (advice.kind in {"press_more", "heat_more"} or dries) and advice.grams > 0:
            return self._drier(point, advice.grams, press, binds=glass.slot is not None)
        if point.thickness is not None and advice.kind in {"simmer_more", "sauce_thin"}:
            role_file = self.book.files["thickener"]
            return for_too_thin(
                point.thickness, mass=point.state.mass, free=point.free,
                grams=advice.grams if advice.kind == "simmer_more" else 0.0,
                boils=point.technique in SIMMERED,
                thickeners={
                    food: role_file.power_grams / role_file.coats_250[food]
                    for food in self._suiting(wetting().thickeners)
                    if food in role_file.coats_250
                },
            )[:MOST_CURES]  # fmt: skip
        return ()

    def _drier(
        self, point: Point, grams: float, press: str | None, *, binds: bool
    ) -> Sequence[Cure]:
        aim = point.band[1] if point.band else (point.state.water - grams) / (
            point.state.mass - grams
        )  # fmt: skip
        tool = press or ("cloth" if point.technique in _PRESSABLE else None)
        # What the recipe fries or squeezes by itself is no dough that a binder would help.
        binds = binds and point.band is not None and point.technique not in {*PRESSED, *BAKED}
        waters = {
            food: self.library.row(food).value("water")
            for food in self._suiting(wetting().absorbers)
        }
        # Of what nobody knows the water of, nobody can say how much binds.
        absorbers = [Absorber(food, w / 100) for food, w in waters.items() if w is not None]
        heated = point.technique in {*PRESSED, *PANNED, *BAKED} or point.band is not None
        if point.technique in SIMMERED:
            return [Cure("simmer", grams, simmer_minutes(grams, point.state.mass))]
        return for_too_wet(
            mass=point.state.mass, water=point.state.water, grams=grams, aim=aim, tool=tool,
            heated=heated, absorbers=absorbers[:1] if binds else (),
        )[:MOST_CURES]  # fmt: skip

    def _suiting(self, foods: Sequence[str]) -> list[str]:
        """Return those of some foods that nobody at the table excludes."""
        found = []
        for key in foods:
            food = self.library.food(key)
            line = Line(key, food.name, food=key, form=food.default_form, grams=5.0,
                        food_name=food.name)  # fmt: skip
            barred = any(
                breaches(eater.exclusions, (line,), self.library, 1.0)
                for eater in self.made.setting.eaters
            )
            if not barred:
                found.append(key)
        return found

    def _cure(self, cure: Cure) -> CureView:
        low, high = (max(1, round(minutes)) for minutes in cure.minutes)
        span = worded("minutes_span", low=str(low), high=str(high))
        minutes = span if high > low else worded("minutes_about", minutes=str(low))
        values: dict[str, str | float] = {"minutes": minutes, "grams": cure.grams}
        code = f"cure_{cure.kind}"
        if cure.kind == "press":
            code = "cure_press_one" if cure.rounds == 1 else code
            values["rounds"] = str(cure.rounds)
        if cure.food:
            values["food"] = self.library.food(cure.food).name
            values["cost"] = self._cost(cure)
        return CureView(cure.kind, cure.grams, f"{say(Message(code, values))}.")

    def _cost(self, cure: Cure) -> str:
        """Return what stirring something in costs on the plate, in words."""
        net = net_carbs(self.library.row(cure.food), self.made.setting.rules.polyols)[0]
        if math.isnan(net):
            return worded("cure_unknown")
        each = net * cure.grams / 100 / self.made.dish.servings
        if each < NEXT_TO_NOTHING:
            return worded("cure_free")
        return say(Message("cure_costs", {"carbs": f"{each:.1f}"}))

    def _ends(self, course: Course) -> tuple[str, ...]:
        if not course.glasses:
            return ()
        last, found = course.glasses[-1], []
        mass = last.point.state.mass
        baked = any(glass.point.technique in BAKED for glass in course.glasses)
        if course.part is None and baked and last.juice > LEAST_JUICE * mass:
            less = last.juice - LEAST_JUICE * mass
            found.append(say(Message("ends_weeps", {"grams": last.juice, "less": less})) + ".")
        if course.part is None and baked and last.thirst > LEAST_THIRST * mass:
            found.append(say(Message("ends_thirsty", {"grams": last.thirst})) + ".")
        sauce = last.point.thickness
        if sauce is not None:
            now = sauce.of_free(last.point.free)
            back = sauce.free_for(now / FRIDGE_THICKER) - last.point.free
            if back > LEAST_BACK:
                found.append(say(Message("fridge_thickens", {"grams": back})) + ".")
        return tuple(found)


def _again(glass: Glass) -> Range | None:
    leaves = glass.passed.another_round() if glass.point.weighed is not None else None
    return Range(*leaves) if leaves else None


def _so_far(glass: Glass) -> str:
    """Return the rounds or batches of a glass in words, empty where it was weighed but once."""
    turns, point = glass.turns, glass.point
    if turns.round > 1:
        each = listed([worded("in_grams", grams=grams) for grams in turns.rounds])
        return f"{worded('rounds_so_far', count=str(turns.round), each=each)}."
    if not turns.open:
        return ""
    done = sum(turns.batches)
    values: dict[str, str | float] = {
        "grams": done, "done": str(len(turns.batches)), "of": str(turns.of),
    }  # fmt: skip
    if point.enough is None or point.thickness is not None:
        return f"{say(Message('batches_so_far', values))}."
    left = point.enough - done
    code = "batches_left" if left > 0 else "batches_over"
    return f"{say(Message(code, {**values, 'target': point.enough, 'left': left}))}."


def _as_order(words: str) -> str:
    """Return a step's words as a sentence."""
    plain = words.strip().rstrip(".;,")
    return f"{plain[:1].upper()}{plain[1:]}." if plain else ""


def _otherwise(way: OtherWay) -> str:
    """Return what a way is called, with the grams it leads to."""
    code = f"other_{way.kind}"
    words = worded(f"{code}_way" if way.kind in {"covered", "uncovered"} else code)
    if way.leads_to is None:
        return words
    return say(Message("other_leads", {"way": words, "grams": way.leads_to}))


def _named(point: Point, label: str) -> Point:
    return point if point.technique == START else replace(point, label=label)


def _flows(flows: Flows) -> tuple[FlowView, ...]:
    each: tuple[tuple[FlowKind, float], ...] = (
        ("brought", flows.brought), ("taken_up", flows.taken_up), ("vapour", flows.vapour),
        ("liquid", flows.liquid), ("stuck", flows.stuck), ("goes_on", flows.goes_on),
    )  # fmt: skip
    return tuple(FlowView(kind, grams) for kind, grams in each)
