"""How a dish is shared out: equal servings, or by the weight of what is finished."""

from __future__ import annotations

from dataclasses import dataclass

from snabo_core.dish import Dish


@dataclass(frozen=True)
class Sharing:
    """Shares of the whole dish, 0 to 1.

    `serving` is the usual portion; `portions` are named eaters' own, by eater id; `left` is
    what nobody has taken yet. `by_weight` says that the finished dish was weighed.
    """

    serving: float
    portions: dict[str, float]
    left: float
    by_weight: bool

    def of(self, eater: str) -> float:
        """Return an eater's share: their own portion, or a serving."""
        return self.portions.get(eater, self.serving)


def sharing_of(dish: Dish, eaters: int) -> Sharing:
    """Return how a dish is shared among so many eaters.

    Who has no portion of their own takes a serving while any is left.
    """
    serving = 1 / dish.servings
    finished = dish.finished_grams
    portions = (
        {portion.eater: portion.grams / finished for portion in dish.portions} if finished else {}
    )
    others = max(0, eaters - len(portions))
    taken = sum(portions.values()) + others * serving
    return Sharing(serving, portions, max(0.0, 1.0 - taken), finished is not None)
