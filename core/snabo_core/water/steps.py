"""The steps of a part and which model of `models.py` each technique follows."""

from __future__ import annotations

import inspect
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from functools import cache
from typing import Any

import numpy as np

from snabo_core.errors import BookError
from snabo_core.water import models
from snabo_core.water.mixture import (
    FREE,
    WATER,
    Grams,
    cooked_through,
    mass_of,
    mixture,
    state_of,
    water_only,
    without,
)
from snabo_core.water.models import Left, pressed_liquid
from snabo_core.water.priors import (
    AIR_PER_HOUR,
    BLENDER_STICKING,
    BLOTTED,
    BOILING,
    COUPLING,
    CURD,
    DEEP_FRIED,
    KEPT,
    LIQUID_SOLIDS,
    MOVING,
    OVEN,
    PAN_GRAMS_PER_MINUTE,
    POURED_OFF,
    PRESSES,
    RINSED,
    ROOM,
    RUBBED,
    SALTED,
    SIMMER,
    STEAMED_OFF,
    STICKING,
    TENDER,
    THAWED,
    UPTAKE,
    Prior,
)
from snabo_core.water.state import NAMES, State


@dataclass(frozen=True)
class Step:
    """One step as the ledger runs it: of a stand-in as the book writes it, or of the recipe.

    `label` names what came of it, `order` tells the cook to do it. `settings` are the
    technique's own and any constant of its model; `foods` are the lines that join at this step.
    `band` is the range of water share that is right after the step. Minutes are (low, high) of
    hands-on work and of waiting, for about a kilogram. `prior` takes the place of the
    technique's, where a household or a food has its own.
    """

    id: str
    technique: str
    label: str
    foods: tuple[str, ...] = ()
    cue: str = ""
    hands_on_minutes: tuple[float, float] = (0.0, 0.0)
    passive_minutes: tuple[float, float] = (0.0, 0.0)
    band: tuple[float, float] | None = None
    cautions: tuple[str, ...] = ()
    settings: Mapping[str, Any] = field(default_factory=dict)
    order: str = ""
    prior: Prior | None = None


@dataclass(frozen=True)
class Outcome:
    """What a step leaves and what went away: the books balance over these."""

    after: State
    vapour: float = 0.0
    liquid: State = field(default_factory=State)
    stuck: State = field(default_factory=State)
    celsius: float = ROOM


Model = Callable[..., Left]

# Steps by what they do to a part, under the names the vocabulary of steps has for them.
HANDLED = ("prepare", "mix", "grate", "rice", "spiral", "mash", "grind", "whisk", "knead", "shape",
           "roll_out", "mould", "spread", "fold", "coat")  # fmt: skip
MOVED = ("cut", "trim", "halve", "flatten", "tear", "divide", "unmould", "fluff", "toss", "layer",
         "fill", "brush", "crumble", "shred", "strand", "hollow_out", "peel", "roll_up",
         "top")  # fmt: skip
PANNED = ("dry_in_pan", "dry_saute", "saute", "sear", "fry", "sweat")
BAKED = ("roast", "bake", "grill", "toast")
KEEPING = ("rest", "chill", "set", "season", "melt", "turn", "hold_back", "drizzle",
           "pierce", "marinate", "tamp", "cover", "uncover", "freeze", "preheat", "taste", "serve",
           "store", "start", "")  # fmt: skip
TAKING = ("soak", "absorb")
SIMMERED = ("simmer", "reduce", "thicken", "deglaze", "add_gradually", "reheat")
# How the water leaves: as liquid with what is dissolved, or on tools and bowls.
PRESSED = ("press", "wring", "twist")
DRAINED = ("salt", "drain", "pour_off", "blot", *PRESSED)
# Steps after which a part may weigh more than before without anything added.
GAINING = {"boil", "steam", "rinse", "steep", *TAKING}

# Per technique its model and the prior of its parameter.
TECHNIQUES: dict[str, tuple[Model, Prior | Callable[[Step], Prior]]] = {
    "microwave": (models.microwave, COUPLING),
    "boil": (models.boil, TENDER),
    "steam": (models.boil, TENDER),
    "salt": (models.draw, SALTED),
    "drain": (models.draw, CURD),
    "blot": (models.draw, BLOTTED),
    "pour_off": (models.pour_off, POURED_OFF),
    "steep": (models.steep, UPTAKE),
    "rinse": (models.rinse, RINSED),
    "massage": (models.loosen, RUBBED),
    "thaw": (models.loosen, THAWED),
    "cool": (models.cool, STEAMED_OFF),
    "air_dry": (models.air_dry, AIR_PER_HOUR),
    "deep_fry": (models.deep_fry, DEEP_FRIED),
    "blend": (models.handle, BLENDER_STICKING),
    "press": (models.press, lambda step: _press_prior(step, "cloth")),
    "wring": (models.press, lambda step: _press_prior(step, "cloth")),
    "twist": (models.press, lambda step: _press_prior(step, "twist")),
    **dict.fromkeys(TAKING, (models.take_up, UPTAKE)),
    **dict.fromkeys(KEEPING, (models.keep, KEPT)),
    **dict.fromkeys(SIMMERED, (models.simmer, SIMMER)),
    **dict.fromkeys(PANNED, (models.pan, PAN_GRAMS_PER_MINUTE)),
    **dict.fromkeys(BAKED, (models.roast, lambda step: OVEN[step.settings.get("oven", "still")])),
    **dict.fromkeys(HANDLED, (models.handle, STICKING)),
    **dict.fromkeys(MOVED, (models.handle, MOVING)),
}
# Settings that choose a prior and are none of the model's.
_CHOOSING = {"method", "oven"}


def _press_prior(step: Step, usual: str) -> Prior:
    try:
        return PRESSES[step.settings.get("method", usual)]
    except KeyError as unknown:
        raise BookError(f"There is no way of pressing called {unknown}.", step.id) from unknown


def in_rounds(step: Step, rounds: int) -> Step:
    """Return a pressing done so many times over; any other step as it is."""
    if rounds <= int(step.settings.get("rounds", 1)) or step.technique not in PRESSED:
        return step
    return replace(step, settings={**step.settings, "rounds": rounds})


@cache
def settings_of(technique: str) -> frozenset[str]:
    """Return the names of the settings and constants that a technique's model takes."""
    model = TECHNIQUES[technique][0]
    known = inspect.signature(model).parameters.values()
    return frozenset(_CHOOSING) | {each.name for each in known if each.kind is each.KEYWORD_ONLY}


def prior_of(step: Step) -> Prior:
    """Return the prior of a step's parameter.

    Raises:
        BookError: the technique is not one the ledger knows.
    """
    if step.prior is not None:
        return step.prior
    if step.technique not in TECHNIQUES:
        raise BookError(f"There is no technique called {step.technique}.", step.id)
    prior = TECHNIQUES[step.technique][1]
    return prior if isinstance(prior, Prior) else prior(step)


def run_over(step: Step, before: Grams, parameter: Grams, celsius: Grams) -> Left:
    """Run one step over courses: a mixture, a parameter and a temperature for each.

    Raises:
        BookError: a setting is none of the technique's.
    """
    unknown = set(step.settings) - settings_of(step.technique)
    if unknown:
        raise BookError(f"{step.technique} has no setting {min(unknown)}.", step.id)
    given = {name: value for name, value in step.settings.items() if name not in _CHOOSING}
    try:
        return TECHNIQUES[step.technique][0](before, parameter, celsius, **given)
    except (TypeError, ValueError) as wrong:
        said = f"The step '{step.label}' cannot be cooked: one of its settings is no number."
        raise BookError(said, step.id) from wrong


def run(step: Step, before: State, parameter: float, celsius: float) -> Outcome:
    """Run one step with a value of its parameter on a part that is at a temperature."""
    return _one(run_over(step, mixture(before), np.array([parameter]), np.array([celsius])))


def settle_over(step: Step, before: Grams, weighed: float, celsius: Grams) -> Left:
    """Return the outcome of a step whose result was weighed: what left follows from the mass.

    Heat takes water as vapour, pressing takes liquid with its solids, handling leaves a share
    behind. Heavier than before is water taken up.
    """
    mass = mass_of(before)
    left = mass - weighed
    nothing = np.zeros_like(before)
    if step.technique in {"blend", *HANDLED, *MOVED}:
        stuck = before * np.divide(np.maximum(left, 0.0), mass, out=np.zeros_like(mass),
                                   where=mass > 0)  # fmt: skip
        taken = water_only(np.minimum(left, 0.0))
        return Left(without(before - stuck, taken), nothing[0], taken, stuck, celsius)
    if step.technique in {"microwave", *PANNED, *BAKED, *SIMMERED}:
        before = cooked_through(before)
    # More than all the water cannot leave as water: the rest stayed somewhere.
    wet = np.minimum(left, before[WATER])
    stuck = _of_solids(before, left - wet)
    if step.technique in GAINING:
        drained = water_only(wet)
        after = without(before - stuck, drained)
        after[FREE] = np.minimum(after[FREE], before[FREE])
        hot = np.full_like(celsius, BOILING)
        return Left(after, nothing[0], drained, stuck, hot)
    if step.technique in DRAINED:
        leaving = np.maximum(wet, 0.0)
        out = pressed_liquid(before, np.minimum(leaving * (1 - LIQUID_SOLIDS), before[WATER]))
        out[WATER] += wet - mass_of(out)
        return Left(without(before - stuck, out), nothing[0], out, stuck, celsius)
    gone, taken = np.maximum(wet, 0.0), water_only(np.minimum(wet, 0.0))
    return Left(without(before - stuck, water_only(wet)), gone, taken, stuck, celsius)


def _of_solids(before: Grams, grams: Grams) -> Grams:
    """Return so many grams of a mixture's solids, as they come."""
    if not grams.any():
        return np.zeros_like(before)
    solids = before.copy()
    solids[WATER] = 0.0
    solids[len(NAMES) :] = 0.0
    there = mass_of(solids)
    return solids * np.divide(grams, there, out=np.zeros_like(there), where=there > 0)


def settle(step: Step, before: State, weighed: float, celsius: float) -> Outcome:
    """Return the outcome of a step whose result was weighed; see `settle_over`."""
    return _one(settle_over(step, mixture(before), weighed, np.array([celsius])))


def _one(left: Left) -> Outcome:
    return Outcome(
        state_of(left.after), float(left.vapour[0]), state_of(left.liquid), state_of(left.stuck),
        float(left.celsius[0]),
    )  # fmt: skip
