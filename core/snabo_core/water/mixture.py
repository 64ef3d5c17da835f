"""A part while it is cooked: grams of its components over several courses at once.

A mixture is an array of shape [13, courses]. The first nine rows are the components of a
`State`, which come to its mass; the others say what the water will do:

`FREE` grams of the water that runs free, between the pieces and not in them;
`WEEPS` grams of the water in the pieces that comes free when they are first heated;
`DRINKS` grams of water that what is dry in it still takes up when it is cooked, of which
`DRINKS_COLD` without heat.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from snabo_core.water.state import NAMES, SOLUBLE, State

Grams = NDArray[np.float64]
PARTS = len(NAMES)
WATER, ALCOHOL = NAMES.index("water"), NAMES.index("alcohol")
FREE, WEEPS, DRINKS, DRINKS_COLD = range(PARTS, PARTS + 4)
ROWS = PARTS + 4
_WEIGHS = np.array([1.0] * PARTS + [0.0] * (ROWS - PARTS))
_SOLUBLE = np.zeros((ROWS, 1))
for _name, _share in SOLUBLE.items():
    _SOLUBLE[NAMES.index(_name), 0] = _share
_SOLUBLE.setflags(write=False)


def mixture(state: State, courses: int = 1, **behaviour: float) -> Grams:
    """Return a state over so many equal courses.

    Args:
        state: grams of its components.
        courses: how many columns.
        behaviour: `free`, `weeps`, `drinks` and `drinks_cold` grams, 0 where not given.
    """
    rows = [*state.grams(), *(behaviour.get(name, 0.0) for name in _BEHAVIOUR)]
    return np.repeat(np.array(rows).reshape(ROWS, 1), courses, axis=1)


_BEHAVIOUR = ("free", "weeps", "drinks", "drinks_cold")


def state_of(grams: Grams, course: int = 0) -> State:
    """Return one course of a mixture as a state."""
    return State(*grams[:PARTS, course].tolist())


def mass_of(grams: Grams) -> Grams:
    """Return the mass over the courses, shape [courses]."""
    total: Grams = _WEIGHS @ grams
    return total


def grams_of(grams: Grams, course: int = 0) -> float:
    """Return the mass of one course."""
    return float(sum(grams[:PARTS, course].tolist()))


def soluble_of(grams: Grams) -> Grams:
    """Return what could dissolve and leave with liquid."""
    return grams * _SOLUBLE


def water_only(water: Grams) -> Grams:
    """Return so much water and nothing else."""
    made = np.zeros((ROWS, water.shape[0]))
    made[WATER] = water
    return made


def without(grams: Grams, out: Grams) -> Grams:
    """Return what is left when `out` leaves: its water first of what runs free.

    `out` is in components; what the water will do goes down with the water. Water that comes in
    (negative in `out`) runs free.
    """
    left = grams - out
    left[FREE] = np.maximum(0.0, grams[FREE] - out[WATER])
    held = np.maximum(0.0, left[WATER] - left[FREE])
    left[WEEPS] = np.minimum(grams[WEEPS], held)
    left[DRINKS], left[DRINKS_COLD] = grams[DRINKS], grams[DRINKS_COLD]
    return left


def share_of(grams: Grams, share: Grams | float) -> Grams:
    """Return a share of a mixture, all of its rows alike."""
    part: Grams = grams * share
    return part


def soaked(grams: Grams, *, hot: bool) -> Grams:
    """Return a mixture whose dry things have drunk what runs free, as far as it goes."""
    row = DRINKS if hot else DRINKS_COLD
    taken = np.minimum(grams[FREE], grams[row])
    if not taken.any():
        return grams
    made = grams.copy()
    made[FREE] -= taken
    made[DRINKS] = np.maximum(0.0, grams[DRINKS] - taken)
    made[DRINKS_COLD] = np.maximum(0.0, grams[DRINKS_COLD] - taken)
    return made


def wept(grams: Grams, share: Grams | float = 1.0) -> Grams:
    """Return a mixture that has been heated through: its juice has come free."""
    if not grams[WEEPS].any():
        return grams
    made = grams.copy()
    out = grams[WEEPS] * share
    made[FREE] += out
    made[WEEPS] -= out
    return made


def cooked_through(grams: Grams) -> Grams:
    """Return a mixture heated to the middle: it has wept and drunk."""
    return soaked(wept(grams), hot=True)
