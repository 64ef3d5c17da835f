"""Takes out what no best way would do, so that the programme stays small; changes no optimum."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from snabo_core.foods.records import Vector
from snabo_core.ways.choices import Choices, Place
from snabo_core.ways.weights import Must, Weights

# A swap, or moved grams, that bring nobody nearer to a limit by this share of it are not looked at.
LEAST_HELP, LEAST_MOVE = 0.005, 0.03


def pruned(choices: Choices, weights: Weights) -> tuple[Choices, Weights]:
    """Return choices and weights without the swaps and the room of lines that help nobody.

    Of two swaps of a line, one that costs no less and helps with nothing more goes too. Slots keep
    everything.
    """
    places, brings, barred = [], {}, set()
    per_gram = dict(weights.per_gram)
    for number, place in enumerate(choices.places):
        nothing = np.zeros(len(weights.musts))
        gains = [
            _gain(weights.musts, weights.brings.get((number, which), nothing))
            for which in range(len(place.doings))
        ]
        bars = [(number, which) in weights.barred for which in range(len(place.doings))]
        kept = list(range(len(place.doings)))
        if place.line is not None:
            kept = _worth(place, gains, bars)
        new = replace(place, doings=tuple(place.doings[which] for which in kept))
        if place.room is not None and not _moves(place, weights, number):
            new = replace(new, room=None)
            per_gram.pop(number, None)
        places.append(new)
        for at, which in enumerate(kept):
            if (number, which) in weights.brings:
                brings[number, at] = weights.brings[number, which]
            if bars[which]:
                barred.add((number, at))
    return (
        replace(choices, places=tuple(places)),
        replace(weights, brings=brings, per_gram=per_gram, barred=frozenset(barred)),
    )


def _gain(musts: tuple[Must, ...], brought: Vector) -> Vector:
    """Return how good something is for every must, as shares of it: more is better."""
    signs = np.array([-1.0 if must.upper else 1.0 for must in musts])
    sizes = np.array([must.share / must.size for must in musts])
    gains: Vector = np.nan_to_num(brought, posinf=1e9) * signs * sizes
    return gains


def _worth(place: Place, gains: list[Vector], bars: list[bool]) -> list[int]:
    """Return the doings of a line worth looking at, in their order; the first always."""
    helps = [
        which
        for which in range(1, len(place.doings))
        if (bars[0] and not bars[which])
        or (not bars[which] and (gains[which] > gains[0] + LEAST_HELP).any())
    ]
    kept = [0]
    for which in helps:
        better = any(
            other != which
            and place.doings[other].cost <= place.doings[which].cost
            and (gains[other] >= gains[which]).all()
            and (other < which or (gains[other] > gains[which]).any()
                 or place.doings[other].cost < place.doings[which].cost)
            for other in helps
        )  # fmt: skip
        if not better:
            kept.append(which)
    return kept


def _moves(place: Place, weights: Weights, number: int) -> bool:
    """Tell whether moving the grams of a place brings anybody nearer to a limit."""
    room, line = place.room, place.doings[0].lines[0]
    if room is None or number not in weights.per_gram or line.grams is None:
        return False
    gain = _gain(weights.musts, weights.per_gram[number])
    ends = np.array([room.low - line.grams, room.high - line.grams])
    return bool((np.outer(ends, gain).max(axis=0) > LEAST_MOVE).any())
