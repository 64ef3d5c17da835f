"""The steps that change a part's water: pure functions from state to state and what left.

Each technique has one parameter with a prior (low, mean, high at 90 %). Priors are common
practice without a source, or from memory.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any

from snabo_core.errors import BookError
from snabo_core.water.state import State, with_water
from snabo_core.water.thermal import latent_heat, specific_heat

BOILING = 100.0
ROOM = 20.0
VAPOUR_BACK_UNDER_COVER = 0.7
# During warm-up a share of the absorbed heat already evaporates (0.05 to 0.3).
WARM_UP_EVAPORATION = 0.15
LATENT_SECONDS = 60.0


@dataclass(frozen=True)
class Step:
    """One step of a stand-in as the book writes it.

    `label` names what came of it, `order` tells the cook to do it. `settings` are the
    technique's own; `foods` are the lines that join at this step. `band`
    is the range of water share that is right after the step. Minutes are (low, high) of
    hands-on work and of waiting, for about a kilogram.
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
    settings: dict[str, Any] = field(default_factory=dict)
    order: str = ""


@dataclass(frozen=True)
class Outcome:
    """What a step leaves and what went away: the books balance over these."""

    after: State
    vapour: float = 0.0
    liquid: State = field(default_factory=State)
    stuck: State = field(default_factory=State)
    celsius: float = ROOM


@dataclass(frozen=True)
class Prior:
    """The one parameter of a technique: mean and 90 % range."""

    low: float
    mean: float
    high: float


# Share of the present water that one round of pressing takes from heated riced vegetables.
PRESSES = {
    "cloth": Prior(0.35, 0.45, 0.55),
    "mesh": Prior(0.40, 0.50, 0.60),
    "paper": Prior(0.15, 0.25, 0.35),
    "twist": Prior(0.05, 0.10, 0.17),
}
LATER_ROUND = 0.6
# Grams of solids in 100 g of pressed liquid: 3 to 4 for heated cauliflower.
LIQUID_SOLIDS = 0.035
COUPLING = Prior(0.7, 0.8, 0.9)
LEACHING = Prior(0.05, 0.10, 0.15)
STICKING = Prior(0.01, 0.02, 0.03)
# What stays in a blender's bowl against a spoon's; salted pieces give a share of their mass; soft
# curds and caps give less; a food takes up what its step says, more or less. Common practice, no
# source.
BLENDER_STICKING = Prior(0.02, 0.03, 0.05)
SALTED = Prior(0.10, 0.15, 0.20)
CURD = Prior(0.10, 0.15, 0.20)
UPTAKE = Prior(0.9, 1.0, 1.1)
KEPT = Prior(1.0, 1.0, 1.0)
# What just tender roots weigh after draining against before: 0 to -5 %; from memory.
TENDER = Prior(0.95, 0.975, 1.0)
# Grams a minute off a sauce of about 300 g at a gentle simmer without a lid; common practice,
# no source. The surface grows with the pan, as mass to the power of two thirds.
SIMMER = Prior(5.0, 7.5, 10.0)
SIMMERED_GRAMS = 300.0
PAN_GRAMS_PER_MINUTE = Prior(15.0, 22.0, 30.0)
# Convection and radiation together, W/(m2 K).
OVEN = {"still": Prior(20.0, 22.5, 25.0), "fan": Prior(30.0, 35.0, 40.0)}
SURFACE_C = 90.0

Run = Callable[[Step, State, float, float], Outcome]


def microwave(step: Step, before: State, coupling: float, celsius: float) -> Outcome:
    """Heat by microwaves: warm-up to 100 C with some evaporation, then all heat evaporates.

    Settings: `kj_per_kg` rated energy given per kg of part (seconds x watts / mass), `covered`.
    Energy balance: absorbed = mass x cp x rise + evaporated x latent heat at 100 C, exactly;
    a cover returns 0.7 of the vapour.
    """
    absorbed = coupling * step.settings["kj_per_kg"] * before.mass / 1000
    kg = before.mass / 1000
    middle = specific_heat(before, (celsius + BOILING) / 2)
    needed = kg * middle * (BOILING - celsius) / (1 - WARM_UP_EVAPORATION)
    latent = latent_heat(BOILING)
    if absorbed <= needed:
        evaporated = WARM_UP_EVAPORATION * absorbed / latent * 1000
        reached = celsius + absorbed * (1 - WARM_UP_EVAPORATION) / (kg * middle)
    else:
        evaporated = (WARM_UP_EVAPORATION * needed + absorbed - needed) / latent * 1000
        reached = BOILING
    return _evaporate(step, before, evaporated, reached)


def _evaporate(step: Step, before: State, evaporated: float, celsius: float) -> Outcome:
    if step.settings.get("covered"):
        evaporated *= 1 - VAPOUR_BACK_UNDER_COVER
    evaporated = min(evaporated, before.water)
    return Outcome(
        with_water(before, before.water - evaporated), vapour=evaporated, celsius=celsius
    )


def boil(step: Step, before: State, yielded: float, _celsius: float) -> Outcome:
    """Boil or steam until just tender: soluble solids leach, the drained whole weighs a share.

    Settings: `leach_scale` 1 for boiling, near 0 for steam. What is taken up from the pot
    counts as negative liquid.
    """
    leached = before.soluble().times(LEACHING.mean * step.settings.get("leach_scale", 1.0))
    left = before.minus(leached)
    water = max(0.0, before.mass * yielded - left.solids)
    drained = State(water=before.water - water).plus(leached)
    return Outcome(with_water(left, water), liquid=drained, celsius=BOILING)


def pressed_liquid(before: State, water: float) -> State:
    """Return the liquid that leaves with so much water: it carries soluble solids along."""
    pool = before.soluble()
    solids = min(water * LIQUID_SOLIDS / (1 - LIQUID_SOLIDS), pool.mass)
    carried = pool.times(solids / pool.mass) if pool.mass else State()
    return with_water(carried, water)


def press(step: Step, before: State, share: float, celsius: float) -> Outcome:
    """Press or wring: each round takes a share of the present water, later rounds 0.6 of it.

    Settings: `method` (cloth, mesh, paper, twist), `rounds`.
    """
    left, expressed = before, State()
    for number in range(int(step.settings.get("rounds", 1))):
        round_share = share * (1.0 if number == 0 else LATER_ROUND)
        out = pressed_liquid(left, left.water * round_share)
        left, expressed = left.minus(out), expressed.plus(out)
    return Outcome(left, liquid=expressed, celsius=celsius)


def dry_in_pan(step: Step, before: State, rate: float, _celsius: float) -> Outcome:
    """Stir over heat: evaporation limited by the pan. Settings: `minutes_per_kg`."""
    minutes = step.settings["minutes_per_kg"] * before.mass / 1000
    return _evaporate(step, before, rate * minutes, BOILING)


def simmer(step: Step, before: State, rate: float, _celsius: float) -> Outcome:
    """Simmer a sauce gently for a time. Settings: `minutes`, `covered`."""
    surface = (before.mass / SIMMERED_GRAMS) ** (2 / 3)
    return _evaporate(step, before, rate * surface * step.settings["minutes"], BOILING)


def roast(step: Step, before: State, h: float, celsius: float) -> Outcome:
    """Roast: warm-up through the exposed faces, then flux = h (T_oven - T_surface) / latent.

    Settings: `oven_c`, `minutes`, `exposed_m2_per_kg`; `oven` still or fan.
    """
    kg = before.mass / 1000
    area = step.settings["exposed_m2_per_kg"] * kg
    oven = float(step.settings["oven_c"])
    middle = (celsius + SURFACE_C) / 2
    needed_kj = kg * specific_heat(before, middle) * (SURFACE_C - celsius)
    warm_up = needed_kj * 1000 / (h * area * (oven - middle)) if area else float("inf")
    drying = max(0.0, step.settings["minutes"] * LATENT_SECONDS - warm_up)
    latent = latent_heat(BOILING) * 1000
    evaporated = h * area * (oven - SURFACE_C) * drying / latent * 1000
    return _evaporate(step, before, evaporated, SURFACE_C)


def handle(_step: Step, before: State, sticking: float, celsius: float) -> Outcome:
    """Cut, rice, mash, mix: a little sticks to tools and bowl."""
    stuck = before.times(sticking)
    return Outcome(before.minus(stuck), stuck=stuck, celsius=celsius)


def draw(step: Step, before: State, share: float, celsius: float) -> Outcome:
    """Salt and drain, or let a soft curd drip: a share of the mass leaves as liquid.

    Settings: `scale` of the book's share, 1 where it says nothing.
    """
    leaving = before.mass * share * float(step.settings.get("scale", 1.0)) * (1 - LIQUID_SOLIDS)
    out = pressed_liquid(before, min(leaving, before.water))
    return Outcome(before.minus(out), liquid=out, celsius=celsius)


def take_up(step: Step, before: State, share: float, celsius: float) -> Outcome:
    """Soak or cook in water that stays in: what is taken up counts as negative liquid.

    Settings: `takes_up` grams of water to a gram of what goes in.
    """
    water = before.mass * float(step.settings["takes_up"]) * share
    return Outcome(
        with_water(before, before.water + water), liquid=State(water=-water), celsius=celsius
    )


def keep(_step: Step, before: State, _kept: float, celsius: float) -> Outcome:
    """Rest, chill, set, season: nothing leaves that a kitchen scale would see."""
    return Outcome(before, celsius=celsius)


def _press_prior(step: Step) -> Prior:
    try:
        return PRESSES[step.settings.get("method", "cloth")]
    except KeyError as unknown:
        raise BookError(f"There is no way of pressing called {unknown}.", step.id) from unknown


# Steps by what they do to a part, under the names the vocabulary of steps has for them.
HANDLED = ("prepare", "mix", "cut", "grate", "rice", "spiral", "mash", "grind", "fold", "toss",
           "whisk", "knead", "shape", "roll_out", "mould", "spread", "layer", "fill", "coat",
           "brush", "crumble", "shred", "strand", "hollow_out", "peel", "roll_up",
           "top")  # fmt: skip
PANNED = ("dry_in_pan", "dry_saute", "saute", "sear", "fry", "sweat")
BAKED = ("roast", "bake", "grill", "toast")
KEEPING = ("rest", "chill", "set", "cool", "season", "melt", "turn", "hold_back", "drizzle")
TAKING = ("soak", "absorb")
# Steps after which a part may weigh more than before without anything added.
GAINING = {"boil", "steam", *TAKING}

TECHNIQUES: dict[str, tuple[Run, Callable[[Step], Prior]]] = {
    "microwave": (microwave, lambda _: COUPLING),
    "boil": (boil, lambda _: TENDER),
    "steam": (boil, lambda _: TENDER),
    "press": (press, _press_prior),
    "simmer": (simmer, lambda _: SIMMER),
    "reduce": (simmer, lambda _: SIMMER),
    "salt": (draw, lambda _: SALTED),
    "drain": (draw, lambda _: CURD),
    "blend": (handle, lambda _: BLENDER_STICKING),
    **{name: (take_up, lambda _: UPTAKE) for name in TAKING},
    **{name: (keep, lambda _: KEPT) for name in KEEPING},
    **{name: (dry_in_pan, lambda _: PAN_GRAMS_PER_MINUTE) for name in PANNED},
    **{name: (roast, lambda step: OVEN[step.settings.get("oven", "still")]) for name in BAKED},
    **{name: (handle, lambda _: STICKING) for name in HANDLED},
}


def prior_of(step: Step) -> Prior:
    """Return the prior of a step's parameter.

    Raises:
        BookError: the technique is not one the ledger knows.
    """
    if step.technique not in TECHNIQUES:
        raise BookError(f"There is no technique called {step.technique}.", step.id)
    return TECHNIQUES[step.technique][1](step)


def run(step: Step, before: State, parameter: float, celsius: float) -> Outcome:
    """Run one step with a value of its parameter on a part that is at a temperature."""
    return TECHNIQUES[step.technique][0](step, before, parameter, celsius)


def settle(step: Step, before: State, weighed: float, celsius: float) -> Outcome:
    """Return the outcome of a step whose result was weighed: what left follows from the mass.

    Heat takes water as vapour, pressing takes liquid with its solids, handling leaves a share
    behind. Heavier than before is water taken up.
    """
    left = before.mass - weighed
    if step.technique in {"press", "salt", "drain"} and left > 0:
        out = pressed_liquid(before, min(left * (1 - LIQUID_SOLIDS), before.water))
        out = with_water(out, out.water + (left - out.mass))
        return Outcome(before.minus(out), liquid=out, celsius=celsius)
    if step.technique in GAINING:
        drained = State(water=left)
        return Outcome(before.minus(drained), liquid=drained, celsius=BOILING)
    if step.technique in {"blend", *HANDLED} and left > 0:
        stuck = before.times(left / before.mass)
        return Outcome(before.minus(stuck), stuck=stuck, celsius=celsius)
    return Outcome(with_water(before, before.water - left), vapour=left, celsius=celsius)
