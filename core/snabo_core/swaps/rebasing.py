"""A chosen stand-in for a vegetable of another size: what follows the weight and what holds."""

from __future__ import annotations

from dataclasses import replace

from snabo_core.dish import Choice, Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.swaps.binding import HEADS_DIFFER, rebase
from snabo_core.swaps.scaling import EGG_GRAMS, SCALE_DOUBT, eggs_text
from snabo_core.swaps.stand_ins import StandIn
from snabo_core.wording import grams_text

MOST_TIMES = 10.0


def rebased(choice: Choice, stand_in: StandIn, grams: float, foods: Library) -> Choice:
    """Return a choice for so many grams of its driver.

    Within a quarter of the weight there was eggs and herbs stay, everything else follows; beyond
    it herbs follow too and eggs are told whole, with the beaten grams on the scale.

    Raises:
        BadInput: there is no driver to weigh, or the weight is nothing or more than tenfold.
    """
    driver = [line for line in choice.lines if line.food == stand_in.driver and line.grams]
    had = sum(line.grams or 0.0 for line in driver)
    if not driver or had <= 0:
        raise BadInput("Nothing here is scaled by one vegetable's weight.", "slot")
    if not had / MOST_TIMES <= grams <= had * MOST_TIMES:
        raise BadInput(f"Weigh it again: the recipe asks for about {grams_text(had)} g.", "grams")
    share = grams / had
    near = abs(share - 1) <= HEADS_DIFFER
    lines = []
    for line in choice.lines:
        if line.food == "egg" and line.grams:
            told = rebase(had, grams, line.grams / EGG_GRAMS)
            lines.append(line if told.beaten is None else _of(line, told.beaten))
        elif near and _is_herb(line, foods):
            lines.append(line)
        else:
            lines.append(_of(line, (line.grams or 0.0) * share))
    return replace(choice, lines=tuple(lines))


def _is_herb(line: Line, foods: Library) -> bool:
    return line.food is not None and foods.food(line.food).food_class == "herb"


def _of(line: Line, grams: float) -> Line:
    return replace(
        line,
        text=f"{grams_text(grams)} g {line.food_name}",
        amount=grams,
        unit="gram",
        grams_low=grams * (1 - SCALE_DOUBT),
        grams=grams,
        grams_high=grams * (1 + SCALE_DOUBT),
        preparation=eggs_text(grams) if line.food == "egg" else line.preparation,
    )
