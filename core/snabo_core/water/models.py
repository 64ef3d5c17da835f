"""What a step does to the water of a part: pure functions, one per kind of step.

Each takes the part before, the one uncertain parameter of its technique and the temperature, all
over any number of courses at once, then the settings and constants by name. Energy and mass
balance exactly: before = after + vapour + liquid + stuck, where what is taken up from outside
counts as negative liquid.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from snabo_core.water.mixture import (
    DRINKS,
    DRINKS_COLD,
    FREE,
    ROWS,
    WATER,
    WEEPS,
    Grams,
    cooked_through,
    mass_of,
    share_of,
    soaked,
    soluble_of,
    water_only,
    wept,
    without,
)
from snabo_core.water.priors import (
    AIR_FLOOR,
    BOILING,
    COOKED_THROUGH,
    LATER_ROUND,
    LEACHING,
    LIQUID_SOLIDS,
    PAN_LAYER_GRAMS,
    ROOM,
    SIMMERED_GRAMS,
    SURFACE_C,
    VAPOUR_BACK,
    WARM_UP_EVAPORATION,
    WIDEST_POT,
)
from snabo_core.water.thermal import latent_heat, specific_heat_over

SECONDS = 60.0


@dataclass(frozen=True)
class Left:
    """What a step leaves and what went away, over the courses.

    `vapour` in grams, shape [courses]; `liquid` and `stuck` are mixtures.
    """

    after: Grams
    vapour: Grams
    liquid: Grams
    stuck: Grams
    celsius: Grams


def _left(
    after: Grams,
    celsius: Grams,
    *,
    vapour: Grams | None = None,
    liquid: Grams | None = None,
    stuck: Grams | None = None,
) -> Left:
    nothing = _nothing(after.shape[1])
    return Left(
        after,
        nothing[0] if vapour is None else vapour,
        nothing if liquid is None else liquid,
        nothing if stuck is None else stuck,
        celsius,
    )


@lru_cache(maxsize=256)
def _nothing(courses: int) -> Grams:
    made = np.zeros((ROWS, courses))
    made.setflags(write=False)
    return made


def pressed_liquid(before: Grams, water: Grams, *, liquid_solids: float = LIQUID_SOLIDS) -> Grams:
    """Return the liquid that leaves with so much water: it carries soluble solids along."""
    pool = soluble_of(before)
    there = mass_of(pool)
    solids = np.minimum(water * liquid_solids / (1 - liquid_solids), there)
    carried = pool * np.divide(solids, there, out=np.zeros_like(there), where=there > 0)
    carried[WATER] = water
    return carried


def dried(before: Grams, potential: Grams, *, slows_at: float | None = None) -> Grams:
    """Return the grams that really evaporate of what the heat could drive off.

    All of it while there is water. With `slows_at`, a share of water, what is drier than that
    dries ever more slowly: first order, never to nothing.
    """
    water = before[WATER]
    if slows_at is None:
        all_of_it: Grams = np.minimum(potential, water)
        return all_of_it
    solids = mass_of(before) - water
    critical = np.minimum(water, slows_at / (1 - slows_at) * solids)
    easily = np.minimum(potential, water - critical)
    rest = potential - easily
    slope = np.divide(rest, critical, out=np.zeros_like(rest), where=critical > 0)
    gone: Grams = easily - critical * np.expm1(-slope)
    return gone


def evaporated(before: Grams, grams: Grams, celsius: Grams, *, back: float = 0.0) -> Left:
    """Return what is left when so much has evaporated, of which a share runs `back`."""
    out = np.minimum(grams * (1 - back), before[WATER])
    return _left(without(before, water_only(out)), celsius, vapour=out)


def warmed(
    before: Grams,
    absorbed_kj: Grams,
    celsius: Grams,
    *,
    boils_c: float = BOILING,
    warm_up_share: float = WARM_UP_EVAPORATION,
) -> tuple[Grams, Grams]:
    """Return the grams that heat drives off, and the temperature reached.

    Warm-up to boiling first, a share of its heat evaporating already; then all of it does:
    absorbed = mass x cp x rise + evaporated x latent heat, exactly.
    """
    kg = mass_of(before) / 1000
    capacity = kg * specific_heat_over(before, (celsius + boils_c) / 2)
    needed = capacity * (boils_c - celsius) / (1 - warm_up_share)
    latent = latent_heat(boils_c)
    in_warm_up = np.minimum(absorbed_kj, needed)
    grams = (warm_up_share * in_warm_up + (absorbed_kj - in_warm_up)) / latent * 1000
    rise = np.divide(
        in_warm_up * (1 - warm_up_share), capacity, out=np.zeros_like(kg), where=capacity > 0
    )
    return grams, celsius + rise


def _cooked(before: Grams, celsius: Grams) -> Grams:
    return np.where(celsius >= COOKED_THROUGH, cooked_through(before), before)


def microwave(
    before: Grams,
    coupling: Grams,
    celsius: Grams,
    *,
    kj_per_kg: float | None = None,
    watts: float = 800.0,
    minutes: float = 0.0,
    covered: bool = False,
    warm_up_share: float = WARM_UP_EVAPORATION,
    vapour_back: float = VAPOUR_BACK,
) -> Left:
    """Heat by microwaves: warm-up to 100 C with some evaporation, then all heat evaporates.

    Either `kj_per_kg`, the rated energy per kg of part (seconds x watts / mass), or `watts` for
    `minutes`.
    """
    given = watts * minutes * SECONDS / 1000 if kj_per_kg is None else 0.0
    rated = given if kj_per_kg is None else kj_per_kg * mass_of(before) / 1000
    grams, reached = warmed(before, coupling * rated, celsius, warm_up_share=warm_up_share)
    back = vapour_back if covered else 0.0
    return evaporated(_cooked(before, reached), grams, reached, back=back)


def boil(
    before: Grams,
    yielded: Grams,
    celsius: Grams,
    *,
    leach_scale: float = 1.0,
    leaching: float = LEACHING.mean,
    drinks: bool = False,
) -> Left:
    """Boil or steam until just tender: soluble solids leach, the drained whole weighs a share.

    `leach_scale` 1 for boiling, near 0 for steam. What is dry drinks from the pot where it
    `drinks`; what is taken up from the pot counts as negative liquid.
    """
    before = wept(before)
    leached = soluble_of(before) * (leaching * leach_scale)
    left = before - leached
    solids = mass_of(left) - left[WATER]
    taken = before[DRINKS] if drinks else np.zeros(before.shape[1])
    water = np.maximum(0.0, mass_of(before) * yielded + taken - solids)
    drained = leached.copy()
    drained[WATER] = before[WATER] - water
    after = without(before, drained)
    # What comes out of the pot has drained.
    after[FREE] = 0.0
    if drinks:
        after[DRINKS] = after[DRINKS_COLD] = 0.0
    return _left(after, np.full_like(celsius, BOILING), liquid=drained)


def press(
    before: Grams,
    share: Grams,
    celsius: Grams,
    *,
    rounds: float = 1,
    later_round: float = LATER_ROUND,
    liquid_solids: float = LIQUID_SOLIDS,
) -> Left:
    """Press or wring: each round takes a share of the present water, later rounds less of it."""
    left, expressed = before, np.zeros_like(before)
    for number in range(int(rounds)):
        factor = share if number == 0 else share * later_round
        out = pressed_liquid(left, left[WATER] * factor, liquid_solids=liquid_solids)
        left, expressed = without(left, out), expressed + out
    return _left(left, celsius, liquid=expressed)


def pan(
    before: Grams,
    rate: Grams,
    celsius: Grams,
    *,
    minutes_per_kg: float | None = None,
    minutes: float = 0.0,
    level: float = 1.0,
    layer_g: float = PAN_LAYER_GRAMS,
    slows_at: float | None = None,
    covered: bool = False,
    vapour_back: float = VAPOUR_BACK,
) -> Left:
    """Stir over heat: evaporation limited by the heat into the pan.

    Either `minutes_per_kg` counted from when it sizzles, or `minutes` from cold, on a ring turned
    to `level` of its full heat; less than a layer of pieces takes up less of it.
    """
    back = vapour_back if covered else 0.0
    mass = mass_of(before)
    if minutes_per_kg is not None:
        done = cooked_through(before)
        hot = np.full_like(celsius, BOILING)
        potential = rate * minutes_per_kg * mass / 1000
        return evaporated(done, dried(done, potential, slows_at=slows_at), hot, back=back)
    cover = np.minimum(1.0, mass / layer_g)
    absorbed = rate * level * cover * minutes * latent_heat(BOILING) / 1000
    potential, reached = warmed(before, absorbed, celsius)
    # Thin pieces are through long before what lies above them is.
    done = cooked_through(before)
    return evaporated(done, dried(done, potential, slows_at=slows_at), reached, back=back)


def simmer(
    before: Grams,
    rate: Grams,
    celsius: Grams,
    *,
    minutes: float,
    vigour: float = 1.0,
    to_share: float | None = None,
    widest: float = WIDEST_POT,
    covered: bool = False,
    vapour_back: float = VAPOUR_BACK,
) -> Left:
    """Simmer a sauce for a time, or until a share of its mass is left.

    `vigour` 1 at a gentle bubble. The surface grows with the pot up to `widest` times that of
    300 g.
    """
    done = cooked_through(before)
    hot = np.full_like(celsius, BOILING)
    mass = mass_of(before)
    if to_share is not None:
        return evaporated(done, mass * (1 - to_share), hot)
    surface = np.minimum(widest, (mass / SIMMERED_GRAMS) ** (2 / 3))
    grams = dried(done, rate * vigour * surface * minutes)
    return evaporated(done, grams, hot, back=vapour_back if covered else 0.0)


def roast(
    before: Grams,
    h: Grams,
    celsius: Grams,
    *,
    oven_c: float,
    minutes: float,
    exposed_m2_per_kg: float,
    warms_m2_per_kg: float | None = None,
    surface_c: float = SURFACE_C,
    slows_at: float | None = None,
    covered: bool = False,
    vapour_back: float = VAPOUR_BACK,
) -> Left:
    """Roast or bake: warm-up through the faces, then flux = h (T_oven - T_surface) / latent heat.

    `warms_m2_per_kg` are the faces that take up heat where they are more than the exposed ones:
    a tin is heated from all sides and dries from the top.
    """
    kg = mass_of(before) / 1000
    area = exposed_m2_per_kg * kg
    warms = (warms_m2_per_kg or exposed_m2_per_kg) * kg
    start = np.minimum(celsius, surface_c)
    middle = (start + surface_c) / 2
    needed_kj = kg * specific_heat_over(before, middle) * (surface_c - start)
    warming = h * warms * np.maximum(oven_c - middle, 0.0)
    warm_up = np.divide(needed_kj * 1000, warming, out=np.full_like(kg, np.inf), where=warming > 0)
    heated = minutes * SECONDS
    drying = np.maximum(0.0, heated - warm_up)
    latent = latent_heat(BOILING) * 1000
    grams = h * area * max(0.0, oven_c - surface_c) * drying / latent * 1000
    done = np.divide(heated, warm_up, out=np.ones_like(kg), where=warm_up > heated)
    reached = start + (surface_c - start) * done
    through = _cooked(before, reached)
    back = vapour_back if covered else 0.0
    return evaporated(through, dried(through, grams, slows_at=slows_at), reached, back=back)


def deep_fry(before: Grams, share: Grams, celsius: Grams) -> Left:
    """Fry in deep fat: a share of the present water boils off."""
    return evaporated(wept(before), before[WATER] * share, np.full_like(celsius, BOILING))


def handle(before: Grams, sticking: Grams, celsius: Grams) -> Left:
    """Cut, rice, mash, mix: a little sticks to tools and bowl."""
    stuck = share_of(before, sticking)
    return _left(before - stuck, celsius, stuck=stuck)


def draw(before: Grams, share: Grams, celsius: Grams, *, scale: float = 1.0) -> Left:
    """Salt and drain, hang a curd, blot a cheese: a share of the mass leaves as liquid."""
    leaving = mass_of(before) * share * scale * (1 - LIQUID_SOLIDS)
    out = pressed_liquid(before, np.minimum(leaving, before[WATER]))
    return _left(without(before, out), celsius, liquid=out)


def pour_off(before: Grams, share: Grams, celsius: Grams) -> Left:
    """Drain: a share of what runs free leaves, with its share of all that is dissolved."""
    out = before[FREE] * share
    water = before[WATER]
    carried = soluble_of(before) * np.divide(out, water, out=np.zeros_like(out), where=water > 0)
    carried[WATER] = out
    return _left(without(before, carried), celsius, liquid=carried)


def _filled(before: Grams, water: Grams) -> tuple[Grams, Grams]:
    after = before.copy()
    after[WATER] += water
    return after, water_only(-water)


def take_up(
    before: Grams, share: Grams, celsius: Grams, *, takes_up: float | None = None, hot: bool = True
) -> Left:
    """Soak or cook in water that stays in.

    `takes_up` grams of water to a gram of what goes in, taken up from outside (negative liquid);
    without it what is dry drinks what runs free beside it.
    """
    if takes_up is None:
        return _left(soaked(before, hot=hot), celsius)
    after, liquid = _filled(before, mass_of(before) * takes_up * share)
    after[DRINKS] = after[DRINKS_COLD] = 0.0
    return _left(after, celsius, liquid=liquid)


def steep(before: Grams, share: Grams, celsius: Grams, *, hot: bool = False) -> Left:
    """Soak in water from the tap: what is dry drinks its fill, first of what is there."""
    row = DRINKS if hot else DRINKS_COLD
    there = soaked(before, hot=hot)
    after, liquid = _filled(there, there[row] * share)
    after[DRINKS_COLD] = 0.0
    after[DRINKS] = np.maximum(0.0, there[DRINKS] - there[row])
    return _left(after, celsius, liquid=liquid)


def rinse(before: Grams, share: Grams, celsius: Grams) -> Left:
    """Rinse: a share of the mass stays on as water."""
    water = mass_of(before) * share
    after, liquid = _filled(before, water)
    after[FREE] += water
    return _left(after, celsius, liquid=liquid)


def loosen(before: Grams, share: Grams, celsius: Grams) -> Left:
    """Thaw, or rub with salt: a share of the water in the pieces comes free and stays there."""
    after = before.copy()
    out = (before[WATER] - before[FREE]) * share
    after[FREE] += out
    # What has come free does not come free a second time when it is heated.
    after[WEEPS] = np.minimum(before[WEEPS], after[WATER] - after[FREE])
    return _left(after, celsius)


def cool(
    before: Grams, share: Grams, celsius: Grams, *, to_c: float = ROOM, covered: bool = False
) -> Left:
    """Cool uncovered: a share of the heat that leaves does so as steam; what is dry drinks."""
    fall = np.maximum(0.0, celsius - to_c)
    there = soaked(before, hot=False)
    kj = mass_of(there) / 1000 * specific_heat_over(there, to_c + fall / 2) * fall
    grams = kj * share / latent_heat(BOILING) * 1000
    return evaporated(there, grams, celsius - fall, back=1.0 if covered else 0.0)


def air_dry(
    before: Grams, rate: Grams, celsius: Grams, *, minutes: float, floor: float = AIR_FLOOR
) -> Left:
    """Dry in the air: first order towards a floor, a share of the water there is."""
    grams = before[WATER] * (1 - floor) * -np.expm1(-rate * minutes / 60)
    return evaporated(before, grams, celsius)


def keep(before: Grams, _kept: Grams, celsius: Grams, *, hot: bool = False) -> Left:
    """Season, chill, set: nothing leaves that a scale would see; what is dry drinks."""
    return _left(soaked(before, hot=hot), celsius)
