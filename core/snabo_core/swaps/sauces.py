"""What a thickener works in: the wet lines of its part, and how thick they make the sauce."""

from __future__ import annotations

from collections.abc import Sequence

from snabo_core.dish import Line, Part, Slot
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate.salt import SALT_PER_SODIUM
from snabo_core.swaps.book import RoleFile
from snabo_core.water.state import of_lines
from snabo_core.water.thickness import WATER_OF_LIQUID, Thickness, thickness

# A wet sauce: what a thickener works in. Other lines of the part (meat, vegetables) swim in it.
SAUCE_CLASSES = {"dairy", "plant_milk", "stock", "drink", "fat_dairy", "oil", "starch", "fibre",
                 "condiment", "egg", "coconut", "salt"}  # fmt: skip
# Foods whose fat stays emulsified when they simmer.
EMULSIONS = {"dairy", "plant_milk", "coconut"}


def sauce_lines(part: Part, slot: Slot, foods: Library) -> list[Line]:
    """Return the lines of a part that a slot's thickener works in, without the slot's own."""
    return [
        line
        for line in part.lines
        if line.id not in slot.line_ids and not line.left_out and in_sauce(line.used(), foods)
    ]


def in_sauce(line: Line, foods: Library) -> bool:
    """Tell a line that becomes sauce: a liquid, a fat, what thickens or seasons it."""
    if line.food is None or line.grams is None:
        return False
    return foods.food(line.food).food_class in SAUCE_CLASSES


def power_of(lines: Sequence[Line], role_file: RoleFile) -> float:
    """Return how many grams of liquid the thickeners among lines bring to a coating sauce."""
    return sum(
        (line.grams or 0.0) / role_file.coats_250[line.food] * role_file.power_grams
        for line in lines
        if line.food is not None and line.food in role_file.coats_250
    )


def _free_water(lines: Sequence[Line], role_file: RoleFile, foods: Library) -> float:
    thin = [line for line in lines if line.food not in role_file.coats_250]
    return of_lines(thin, foods).water


def liquid_of(part: Part, slot: Slot, role_file: RoleFile, foods: Library) -> float:
    """Return the grams of thin liquid that a slot's thickener has to thicken.

    Raises:
        BadInput: a line's water is unknown.
    """
    lines = [line.used() for line in sauce_lines(part, slot, foods)]
    return _free_water(lines, role_file, foods) / WATER_OF_LIQUID


def thickness_of(
    lines: Sequence[Line], before: Sequence[Line], role_file: RoleFile, foods: Library
) -> Thickness:
    """Return what thickens a sauce.

    Args:
        lines: the sauce as it is, thickener and all.
        before: the sauce as the recipe has it, for how thick it was.
        role_file: the book's file of thickeners.
        foods: where foods are looked up.

    Raises:
        BadInput: a line is unsettled, or its water or fat is unknown.
    """
    was = thickness(
        power_of(before, role_file),
        _fat(before, role_file, foods),
        _free_water(before, role_file, foods),
    )
    whole = of_lines(lines, foods)
    return Thickness(
        power=power_of(lines, role_file),
        bound=whole.water - _free_water(lines, role_file, foods),
        fat=_fat(lines, role_file, foods),
        salt=_salt(lines, foods),
        began=whole.mass,
        aim=was,
        by=frozenset(line.food for line in lines if line.food and line.food in role_file.coats_250),
    )


def thickness_in(
    lines: Sequence[Line], before: Sequence[Line] | None, role_file: RoleFile, foods: Library
) -> Thickness:
    """Return what thickens a part in which other things swim; see `thickness_of`.

    Without `before` it has no thickness to come to.
    """
    wet = [line for line in lines if in_sauce(line, foods)]
    return thickness_of(wet, before or wet, role_file, foods)


def _total(lines: Sequence[Line], nutrient: str, foods: Library) -> float | None:
    """Return what lines bring of a nutrient, None where a row of theirs does not know it."""
    found = 0.0
    for line in lines:
        if line.food is None:
            continue
        value = foods.row(line.food, line.form).value(nutrient)
        if value is None:
            return None
        found += (line.grams or 0.0) / 100 * value
    return found


def _fat(lines: Sequence[Line], role_file: RoleFile, foods: Library) -> float:
    emulsified = [
        line
        for line in lines
        if line.food is not None
        and line.food not in role_file.coats_250
        and foods.food(line.food).food_class in EMULSIONS
    ]
    fat = _total(emulsified, "fat", foods)
    if fat is None:
        raise BadInput("Nobody knows how much fat is in this sauce.", "food")
    return fat


def _salt(lines: Sequence[Line], foods: Library) -> float | None:
    sodium = _total(lines, "sodium_mg", foods)
    return None if sodium is None else sodium / 1000 * SALT_PER_SODIUM
