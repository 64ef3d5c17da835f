"""Scales a stand-in to a slot of a dish, so that it does what the original did."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache

from snabo_core.dish import Choice, ChoiceStep, Line, Part, Slot, Span, StepSetting
from snabo_core.errors import BadInput
from snabo_core.foods import Library, library
from snabo_core.plate.taking import cut_lines
from snabo_core.swaps.book import RoleFile, StandIn, StandInLine, book
from snabo_core.swaps.sauces import liquid_of, power_of, sauce_lines, thickness_of
from snabo_core.water import Ledger, Step, predict
from snabo_core.water.steps import BAKED
from snabo_core.water.thermal import density
from snabo_core.wording import Message, grams_text, say, worded

# What lies between the pieces of a crumb and takes no room of its own.
BETWEEN = {"fat_dairy", "oil", "salt", "spice", "herb", "egg", "stock", "drink", "dairy",
           "condiment", "plant_milk", "vegetable", "fruit"}  # fmt: skip
SCALE_DOUBT = 0.02
# Grams of water in 100 g up to which a grain or a noodle is dry, and fresh pasta not.
DRY_WATER = 20.0
# A large egg without its shell, and how far from a whole one still counts as one: a fifth.
EGG_GRAMS, NEAR_WHOLE = 50.0, 0.2
# What is left where somebody takes less of a starch, as a first step.
HALF = 0.5
NAMESPACE = uuid.UUID("6f1c8a52-6a54-4c0f-9a43-1a3a0d0a7f10")


def line_of(item: StandInLine, factor: float, identity: str, foods: Library) -> Line:
    """Return a stand-in's line in so many times its basis."""
    food = foods.food(item.food)
    grams = item.grams * factor
    return Line(
        id=identity,
        text=f"{grams_text(grams)} g {food.name}",
        amount=grams,
        unit="gram",
        food=food.key,
        form=item.form,
        food_name=food.name,
        preparation=eggs_text(grams) if item.food == "egg" else item.preparation,
        grams_low=grams * (1 - SCALE_DOUBT),
        grams=grams,
        grams_high=grams * (1 + SCALE_DOUBT),
        reason=say(Message("scaled")),
    )


def eggs_text(grams: float) -> str:
    """Return how many eggs so much is: whole ones where it is near to them, else with the rest."""
    count = grams / EGG_GRAMS
    whole = round(count)
    if whole >= 1 and abs(count - whole) <= NEAR_WHOLE:
        return worded("one_egg") if whole == 1 else worded("whole_eggs", count=str(whole))
    rest = grams_text(grams - int(count) * EGG_GRAMS)
    if count < 1:
        return worded("part_of_an_egg")
    return worded("eggs_and_rest", count=str(int(count)), rest=rest)


def base_lines(items: Sequence[StandInLine], foods: Library) -> list[Line]:
    """Return lines at their own basis, with ids that only serve the book's own check."""
    return [line_of(item, 1.0, f"base-{i}", foods) for i, item in enumerate(items)]


def check_cook(stand_in: StandIn, foods: Library) -> Ledger:
    """Cook a stand-in by its own steps at its own basis (a thickener in its reference sauce).

    Raises:
        BadInput: the lines or steps cannot be cooked.
    """
    lines = base_lines((*stand_in.reference, *stand_in.lines), foods)
    if stand_in.basis != "thickening_power":
        return predict(lines, stand_in.steps, foods)
    role_file = book().files[stand_in.role]
    made = replace(thickness_of(lines, lines, role_file, foods), aim=1.0)
    return predict(lines, stand_in.steps, foods, thickness=made)


@lru_cache(maxsize=1024)
def cooked(stand_in: StandIn) -> Ledger:
    """Return what the written amounts of a stand-in come to; remembered by which one it is."""
    return check_cook(stand_in, stand_in.foods or library())


def slot_lines(part: Part, slot: Slot) -> list[Line]:
    """Return the original lines of a slot, those left out apart."""
    return [line for line in part.lines if line.id in slot.line_ids and not line.left_out]


def slot_mass(part: Part, slot: Slot) -> float:
    """Return the grams that the original's slot brings to the dish.

    Raises:
        BadInput: a line has no grams, or the slot is empty.
    """
    lines = slot_lines(part, slot)
    unsettled = next((line for line in lines if line.grams is None), None)
    if unsettled is not None:
        raise BadInput(f"How much is '{unsettled.text}'? Fix that line first.", "grams")
    mass = sum(line.grams or 0.0 for line in lines)
    if mass <= 0:
        raise BadInput("There is nothing here to swap yet.", "slot")
    return mass


def thickening_power(part: Part, slot: Slot, role_file: RoleFile) -> float:
    """Return how many grams of liquid the slot's starches bring to a coating sauce.

    Raises:
        BadInput: none of the slot's lines thickens, or one has no grams.
    """
    slot_mass(part, slot)
    power = power_of(slot_lines(part, slot), role_file)
    if power <= 0:
        raise BadInput("None of these lines thickens a sauce.", "slot")
    return power


def scale_factor(
    part: Part,
    slot: Slot,
    stand_in: StandIn,
    role_file: RoleFile,
    foods: Library,
    servings: float = 0.0,
) -> float:
    """Return by how much the book's amounts grow for this slot.

    Cooked mass and units: what the original comes to over what the book's amounts come to (their
    ledger's finished grams, or what the book says they give). Loose volume: what covers as much
    as the original's crumb does. Thickening power: grams of liquid the original coats over what
    the book's amount does, but never more of anything than the book's highest for the liquid
    that is there. What is written per serving goes by the dish's servings alone.
    """
    if stand_in.serves and servings > 0:
        return servings / stand_in.serves
    if stand_in.basis == "loose_volume":
        return _volume(slot_lines(part, slot), foods) / _volume(
            base_lines(stand_in.lines, foods), foods
        )
    if stand_in.basis in {"cooked_mass", "units"}:
        return units_of(part, slot, role_file, foods) / gives(stand_in)
    wanted = thickening_power(part, slot, role_file) / role_file.power_grams
    highest = min((item.high / item.grams for item in stand_in.lines), default=float("inf"))
    try:
        liquid = liquid_of(part, slot, role_file, foods)
    except BadInput:
        return wanted
    if liquid <= 0:
        return wanted
    return min(wanted, highest * liquid / role_file.power_grams)


def gives(stand_in: StandIn) -> float:
    """Return how many of its role's units the book's own amounts of a stand-in come to.

    What has a thickness covers cm2 as it is laid, before it is baked: grams / density / thickness.
    """
    if stand_in.gives is not None:
        return stand_in.gives
    ledger = cooked(stand_in)
    if stand_in.thickness_mm is None:
        return ledger.finished.mass
    laid = [p.state for p in ledger.points if p.technique not in BAKED][-1]
    return laid.mass / (density(laid) / 1000) / (stand_in.thickness_mm / 10)


def served_grams(line: Line, foods: Library) -> float:
    """Return what a line weighs once boiled: dry grains and pasta take up water.

    By solids balance against its starch group's usual share of water, or the food's own boiled row
    where that is drier: a table boils grains in plenty of water that a cook measures out.
    """
    grams = line.grams or 0.0
    group = book().group_of(line.food)
    if line.food is None or group is None or group.cooked_water is None:
        return grams
    food = foods.food(line.food)
    water = foods.row(line.food, line.form).value("water")
    if water is None or water > DRY_WATER:
        return grams
    boiled = foods.row(line.food, "boiled").value("water") if "boiled" in food.forms else None
    share = min(group.cooked_water, boiled / 100 if boiled is not None else 1.0)
    return grams * (1 - water / 100) / (1 - share)


def units_of(part: Part, slot: Slot, role_file: RoleFile, foods: Library) -> float:
    """Return how many of the role's units the slot's lines come to on the plate.

    Only foods that the role's file measures count, all of them where it measures none of these:
    the butter of a crust covers nothing.

    Raises:
        BadInput: a line has no grams, or the slot is empty.
    """
    slot_mass(part, slot)
    counted, rest = 0.0, 0.0
    for line in slot_lines(part, slot):
        group = book().group_of(line.food)
        names = (f"{line.food}/{line.form}", line.food or "", group.key if group else "")
        each = next((role_file.measure[name] for name in names if name in role_file.measure), None)
        grams = served_grams(line, foods) if role_file.boiled else line.grams or 0.0
        if each:
            counted += grams / each
        else:
            rest += grams
    if counted:
        return counted
    return _of_a_swap(part, slot, role_file) or rest / role_file.measure.get("any", 1.0)


def _of_a_swap(part: Part, slot: Slot, role_file: RoleFile) -> float | None:
    """Return what a slot comes to that is a swap as it was brought, None where it is none.

    A head of cauliflower covers what the book's pressed cauliflower does.
    """
    every = [one for item in role_file.stand_ins for one in (item, *item.ways)]
    heaviest = sorted(slot_lines(part, slot), key=lambda line: -(line.grams or 0.0))
    for line in heaviest:
        made = next((one for one in every if one.driver == line.food), None)
        if made is not None and made.basis in {"cooked_mass", "units"}:
            driver = sum(item.grams for item in made.lines if item.food == made.driver)
            return (line.grams or 0.0) / driver * gives(made)
    return None


def _volume(lines: Sequence[Line], foods: Library) -> float:
    """Return the loose mL of a crumb: fat, liquid and seasoning sit between its pieces.

    Raises:
        BadInput: nothing in the slot is a crumb, its lines are not settled, or nobody knows how
            loose one lies.
    """
    found = 0.0
    for line in lines:
        if line.food is None:
            continue
        food = foods.food(line.food)
        if food.food_class in BETWEEN:
            continue
        density = food.density(line.form)
        if density is None:
            raise BadInput(f"Nobody here knows what a cup of {food.name} weighs.", "slot")
        found += (line.grams or 0.0) / density.best
    if found <= 0:
        raise BadInput("None of these lines is a crumb.", "slot")
    return found


def scale_to(
    part: Part,
    slot: Slot,
    stand_in: StandIn,
    role_file: RoleFile,
    foods: Library,
    servings: float = 0.0,
) -> Choice:
    """Return the stand-in scaled to a slot, its lines with ids that follow from the slot.

    Raises:
        BadInput: the slot's own lines are not settled.
    """
    slot_mass(part, slot)
    factor = scale_factor(part, slot, stand_in, role_file, foods, servings)
    lines = []
    for item in stand_in.lines:
        identity = uuid.uuid5(NAMESPACE, f"{slot.id}/{stand_in.key}/{item.food}/{item.form}")
        lines.append(line_of(item, factor, str(identity), foods))
    steps = tuple(snapshot(step) for step in stand_in.steps)
    return Choice(stand_in.key, tuple(lines), name=stand_in.name, basis=stand_in.basis, steps=steps)


def snapshot(step: Step) -> ChoiceStep:
    """Return a step of the book as a choice keeps it."""
    return ChoiceStep(
        step.id, step.technique, step.label, step.foods, step.cue,
        Span(*step.hands_on_minutes), Span(*step.passive_minutes),
        Span(*step.band) if step.band else None, step.cautions,
        tuple(StepSetting(name, value) for name, value in sorted(step.settings.items())),
        step.order,
    )  # fmt: skip


def by_hand(part: Part, slot: Slot) -> tuple[Choice, ...]:
    """Return what can always be done with a slot: half of it, or none of it."""
    half = tuple(
        replace(line, id=str(uuid.uuid5(NAMESPACE, f"{slot.id}/half/{line.id}")))
        for line in cut_lines(tuple(slot_lines(part, slot)), HALF)
    )
    return (
        Choice("", half, kind="reduced", name="Half of it"),
        Choice("", (), kind="out", name="Left out"),
    )


def ledger_lines(part: Part, slot: Slot, foods: Library) -> list[Line]:
    """Return the lines whose water the ledger of a swapped slot follows, as written.

    What stands in a line's place joins where the line itself would (`Line.used`).
    For a thickener that is the wet part of the whole sauce; otherwise the stand-in's own.
    """
    own = list(slot.choice.lines) if slot.choice else []
    if slot.role != "thickener":
        return own
    return sauce_lines(part, slot, foods) + own
