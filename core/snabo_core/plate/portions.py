"""How a dish is shared out: equal servings, or by the weight of what is finished."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from snabo_core.dish import Dish
from snabo_core.errors import BadInput
from snabo_core.wording import Message

# A finished dish weighs no more than went in (and a little for what nobody wrote down), and
# seldom less than this share of it; common practice, no source.
MOST_GAINED, LEAST_LEFT = 1.05, 0.4
# How far what its water says may be off: rice drinks more or less, a pot stands longer.
MOST_OFF, LEAST_OFF = 1.25, 0.7
# Portions may come to so much more than the dish, as a share of it: scales round.
OVER = 0.02
ServingWay = Literal["grams", "pieces", "spoons"]


@dataclass(frozen=True)
class Sharing:
    """Shares of the whole dish, 0 to 1.

    `serving` is the usual portion; `portions` are named eaters' own, by eater id; `left` is
    what nobody has taken yet.
    """

    serving: float
    portions: dict[str, float]
    left: float

    def of(self, eater: str) -> float:
        """Return an eater's share: their own portion, or a serving."""
        return self.portions.get(eater, self.serving)


@dataclass(frozen=True)
class Served:
    """How a finished dish was shared out, as the cook said it.

    `amounts` are by eater id: grams, pieces or spoonfuls. `each` is the number of pieces it was
    cut into, or the grams of one spoonful. `stays` are grams left sticking in the dish, which
    nobody eats.
    """

    way: ServingWay
    amounts: dict[str, float]
    each: float = 0.0
    stays: float = 0.0


@dataclass(frozen=True)
class Parted:
    """Where a finished dish went, as shares of it, 0 to 1; together they are all of it."""

    shares: dict[str, float]
    stays: float
    left: float


def sharing_of(dish: Dish, eaters: int) -> Sharing:
    """Return how a dish is shared among so many eaters.

    Who has no portion of their own takes a serving while any is left.
    """
    serving = 1 / dish.servings
    portions = {portion.eater: portion.share for portion in dish.portions}
    others = max(0, eaters - len(portions))
    taken = sum(portions.values()) + others * serving
    return Sharing(serving, portions, max(0.0, 1.0 - taken))


def finished_question(grams: float, went_in: float, expected: float = 0.0) -> Message | None:
    """Return why the weight of a finished dish is hard to believe, None when it is plausible.

    Args:
        grams: what the scale said, net.
        went_in: what its layers weigh before they are cooked; 0 where nobody knows.
        expected: what drying and drinking make of that; 0 where nobody knows.
    """
    if grams <= 0:
        return Message("question_negative")
    if went_in <= 0:
        return None
    if grams > max(went_in * MOST_GAINED, expected * MOST_OFF):
        if expected > went_in * MOST_GAINED:
            return Message("question_finished_drunk", {"grams": expected})
        return Message("question_finished_heavy", {"grams": went_in})
    least = went_in * LEAST_LEFT
    if grams < (min(least, expected * LEAST_OFF) if expected > 0 else least):
        return Message("question_finished_light", {"grams": went_in})
    return None


def parted(served: Served, whole: float | None, wholes: Mapping[str, float]) -> Parted:
    """Return where a finished dish went.

    Args:
        served: what each had, as the cook said it.
        whole: grams of the finished dish, None where nobody knows.
        wholes: grams of the whole dish as an eater has it, where that is another pot's.

    Raises:
        BadInput: a weight is wanted of a dish that nobody weighed, or there was not so much.
    """
    if any(amount < 0 for amount in served.amounts.values()) or served.stays < 0:
        raise BadInput("Nobody can have less than nothing.", "amounts")
    if whole is None and (served.way != "pieces" or served.stays > 0):
        raise BadInput("Weigh the finished dish first: then grams say how much of it that is.",
                       "way")  # fmt: skip
    stays = served.stays / whole if whole else 0.0
    if served.way == "pieces":
        if served.each < 1:
            raise BadInput("Into how many pieces is it cut?", "each")
        unit = max(0.0, 1.0 - stays) / served.each
        shares = {eater: amount * unit for eater, amount in served.amounts.items()}
    else:
        if served.way == "spoons" and served.each <= 0:
            raise BadInput("Weigh one spoonful: how many grams is it?", "each")
        grams = served.each if served.way == "spoons" else 1.0
        shares = {
            eater: amount * grams / wholes.get(eater, whole or 1.0)
            for eater, amount in served.amounts.items()
        }
    left = 1.0 - stays - sum(shares.values())
    if left < -OVER:
        raise BadInput(_too_much(served, -left, whole), "amounts")
    return Parted(shares, stays, max(0.0, left))


def _too_much(served: Served, over: float, whole: float | None) -> str:
    if served.way == "pieces":
        pieces = f"{over * served.each:.1f}".removesuffix(".0")
        said = "1 piece" if pieces == "1" else f"{pieces} pieces"
        return f"That is {said} more than it was cut into."
    return f"That is {over * (whole or 0.0):.0f} g more than there is. Weigh again, or take less."
