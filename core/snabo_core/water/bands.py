"""Where a band of water lies for one household: the book's edges, moved by its own verdicts.

An edge moves once there are enough cookings on both of its sides: right ones, and ones that were
too wet (or too dry). Where the two part best is the household's edge; the book's counts as so many
cookings beside it. Order does not matter, one side alone moves nothing, none is the book's band.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from snabo_core.water.learning import STRENGTH

SIDES = ("right", "too_wet", "too_dry")
Edges = tuple[float, float]
# Cookings on each side of an edge before it moves; common practice, no source.
ENOUGH = 2
# No verdict moves an edge further than this share of water, nor the edges closer than that.
FARTHEST, CLOSEST = 0.05, 0.01


@dataclass(frozen=True)
class Moved:
    """A band as it counts here, the book's, and how many cookings were judged how."""

    band: Edges
    book: Edges
    right: int
    too_wet: int
    too_dry: int

    @property
    def moves(self) -> bool:
        """Tell whether any edge has moved."""
        return self.band != self.book


def moved(book: Edges, told: Sequence[tuple[float, str]]) -> Moved:
    """Return a band after what a household said of parts whose water was weighed.

    Args:
        book: the dry and the wet edge, as shares of water.
        told: a share of water and which of `SIDES` was said of it, for every cooking.
    """
    of = {side: [share for share, said in told if said == side] for side in SIDES}
    dry, wet = book
    if min(len(of["right"]), len(of["too_wet"])) >= ENOUGH:
        wet = _edge(wet, of["right"], of["too_wet"])
    if min(len(of["right"]), len(of["too_dry"])) >= ENOUGH:
        dry = _edge(dry, of["too_dry"], of["right"])
    if wet - dry < CLOSEST:
        # The two sides contradict each other: nothing has been shown.
        dry, wet = book
    return Moved((dry, wet), book, *(len(of[side]) for side in SIDES))


def _edge(book: float, below: Sequence[float], above: Sequence[float]) -> float:
    """Return an edge between shares that lie below it and shares that lie above it."""
    runs = min(len(below), len(above))
    odds = (STRENGTH * _logit(book) + runs * _logit(_parting(below, above))) / (STRENGTH + runs)
    edge = 1 / (1 + math.exp(-odds))
    return min(book + FARTHEST, max(book - FARTHEST, edge))


def _parting(below: Sequence[float], above: Sequence[float]) -> float:
    """Return where the two part best: the middle of all places with the fewest misjudged."""
    shares = sorted({*below, *above})
    places = [shares[0], *((a + b) / 2 for a, b in pairwise(shares)), shares[-1]]
    wrong = [sum(x > at for x in below) + sum(x < at for x in above) for at in places]
    best = [at for at, count in zip(places, wrong, strict=True) if count == min(wrong)]
    return math.fsum(best) / len(best)


def _logit(share: float) -> float:
    inside = min(max(share, 1e-4), 1 - 1e-4)
    return math.log(inside / (1 - inside))
