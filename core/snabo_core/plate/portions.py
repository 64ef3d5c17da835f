"""How a dish is shared out: equal servings, or by the weight of what is finished."""

from __future__ import annotations

from dataclasses import dataclass

from snabo_core.dish import Dish
from snabo_core.wording import Message

# A finished dish weighs no more than went in (and a little for what nobody wrote down), and
# seldom less than this share of it; common practice, no source.
MOST_GAINED, LEAST_LEFT = 1.05, 0.4


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


def sharing_of(dish: Dish, eaters: int) -> Sharing:
    """Return how a dish is shared among so many eaters.

    Who has no portion of their own takes a serving while any is left.
    """
    serving = 1 / dish.servings
    portions = {portion.eater: portion.share for portion in dish.portions}
    others = max(0, eaters - len(portions))
    taken = sum(portions.values()) + others * serving
    return Sharing(serving, portions, max(0.0, 1.0 - taken))


def finished_question(grams: float, went_in: float) -> Message | None:
    """Return why the weight of a finished dish is hard to believe, None when it is plausible.

    Args:
        grams: what the scale said, net.
        went_in: what its layers weigh before the oven; 0 where nobody knows.
    """
    if grams <= 0:
        return Message("question_negative")
    if went_in > 0 and grams > went_in * MOST_GAINED:
        return Message("question_finished_heavy", {"grams": went_in})
    if went_in > 0 and grams < went_in * LEAST_LEFT:
        return Message("question_finished_light", {"grams": went_in})
    return None
