"""A line and what may stand in its place: where it is, what it turns into, how it is put in."""

from __future__ import annotations

from dataclasses import dataclass, replace

from snabo_core.dish import Dish, Line, Part, Slot, with_line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.swaps.line_book import Group, Member, line_book
from snabo_core.wording import Message, grams_text, say


@dataclass(frozen=True)
class LinePlace:
    """Where a line stands: its part and, for a stand-in's line, its slot."""

    part: Part
    slot: Slot | None
    line: Line


def find_line(dish: Dish, line_id: str) -> LinePlace:
    """Return where a line of the dish as it now is stands.

    Raises:
        BadInput: the dish has no such line.
    """
    for part in dish.parts:
        for line in part.lines:
            if line.id == line_id:
                return LinePlace(part, None, line)
        for slot in part.slots:
            for line in slot.choice.lines if slot.choice else ():
                if line.id == line_id:
                    return LinePlace(part, slot, line)
    raise BadInput("This dish has no such line any more.", "line")


def with_instead(dish: Dish, line_id: str, instead: Line | None) -> Dish:
    """Return the dish with something used in a line's place, or with None the line itself.

    Raises:
        BadInput: the dish has no such line.
    """
    find_line(dish, line_id)
    return with_line(dish, line_id, lambda line: replace(line, instead=instead))


def swapped_line(line: Line, own: Member, other: Member, library: Library) -> Line:
    """Return the line with another member of its group, its amount converted.

    Grams follow the ratio of the two members; its own doubt and the ratio's widen the range.

    Raises:
        BadInput: the line has no grams to convert.
    """
    if line.grams is None or line.grams_low is None or line.grams_high is None:
        raise BadInput(f"How much is '{line.text}'? Fix that line first.", "grams")
    food = library.food(other.food)
    best = line.grams * other.per[0] / own.per[0]
    return Line(
        id=line.id,
        text=f"{grams_text(best)} g {food.name}",
        amount=best,
        unit="gram",
        food=food.key,
        form=other.form or food.default_form,
        food_name=food.name,
        preparation=line.preparation,
        optional=line.optional,
        grams_low=min(best, line.grams_low * other.per[1] / own.per[2]),
        grams=best,
        grams_high=max(best, line.grams_high * other.per[2] / own.per[1]),
        reason=say(Message("instead_of", {"food": line.food_name or line.text})),
        uses=line.uses,
        leavings=line.leavings,
    )


def groups_of(line: Line) -> list[tuple[Group, Member]]:
    """Return the groups a line's food belongs to, with the member that it is."""
    found = []
    for group in line_book().groups:
        same = [m for m in group.members if m.food == line.food]
        exact = [m for m in same if m.form in {None, line.form}]
        if exact or same:
            found.append((group, (exact or same)[0]))
    return found
