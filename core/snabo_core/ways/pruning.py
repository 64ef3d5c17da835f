"""Takes out what no best way would do, so that the programme stays small; changes no optimum."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from snabo_core.foods.records import Vector
from snabo_core.ways.choices import Choices, Place
from snabo_core.ways.weights import Must, Weights

Matrix = NDArray[np.float64]
# A swap, or moved grams, that bring nobody nearer to a limit by this share of it are not looked at.
LEAST_HELP, LEAST_MOVE = 0.02, 0.03


def pruned(choices: Choices, weights: Weights) -> tuple[Choices, Weights]:
    """Return choices and weights without the swaps and the room of lines that help nobody.

    Of two swaps of a line, one that costs no less and helps with nothing more goes too. Slots keep
    everything.
    """
    places, brings, barred = [], {}, set()
    per_gram = dict(weights.per_gram)
    good, nothing = _good(weights.musts), np.zeros(len(weights.musts))
    rows = _bounded(weights.brings.values()) * good if weights.brings else ()
    helping = dict(zip(weights.brings, rows, strict=True))
    for number, place in enumerate(choices.places):
        gains = [helping.get((number, which), nothing) for which in range(len(place.doings))]
        bars = [(number, which) in weights.barred for which in range(len(place.doings))]
        kept = list(range(len(place.doings)))
        if place.line is not None:
            kept = _worth(place, gains, bars)
        new = replace(place, doings=tuple(place.doings[which] for which in kept))
        if place.room is not None and not _moves(place, weights, number, good):
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


def _good(musts: tuple[Must, ...]) -> Vector:
    """Return how good one unit more is for every must, as a share of it: more is better."""
    return np.array([(-1.0 if must.upper else 1.0) * must.share / must.size for must in musts])


def _bounded(vectors: Collection[Vector]) -> Matrix:
    """Return vectors as rows; what nothing bounds is as much as no dish holds."""
    rows: Matrix = np.nan_to_num(np.array(list(vectors)), posinf=1e9)
    return rows


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


def _moves(place: Place, weights: Weights, number: int, good: Vector) -> bool:
    """Tell whether moving the grams of a place brings anybody nearer to a limit."""
    room, line = place.room, place.doings[0].lines[0]
    if room is None or number not in weights.per_gram or line.grams is None:
        return False
    gain = np.nan_to_num(weights.per_gram[number], posinf=1e9) * good
    ends = np.array([room.low - line.grams, room.high - line.grams])
    return bool((np.outer(ends, gain).max(axis=0) > LEAST_MOVE).any())
