"""Plain problems of water and heat: one function each, every value and constant from the caller.

Each name is a kind of `python -m snabo_core.water`; units are in the names. Closed forms
throughout; an answer that cannot be (a share above one, a loss above the water there is) is
refused with a sentence.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from typing import Any

from snabo_core.errors import BadInput
from snabo_core.water.state import State
from snabo_core.water.thermal import density as density_of
from snabo_core.water.thermal import latent_heat
from snabo_core.water.thermal import specific_heat as specific_heat_of

Answer = dict[str, float]
MOST = 1e9


def _need(condition: bool, words: str) -> None:
    if not condition:
        raise BadInput(words, "problem")


def mass_for_share(*, solids_g: float, water_share: float) -> Answer:
    """Mass at a share of water: solids / (1 - w)."""
    _need(solids_g >= 0 and 0 <= water_share < 1, "A water share is from 0 to below 1.")
    mass = solids_g / (1 - water_share)
    return {"mass_g": mass, "water_g": mass - solids_g}


def mass_pressed_to_share(
    *, water_g: float, solids_g: float, water_share: float, liquid_solids_share: float
) -> Answer:
    """Pressed liquid takes solids along: (W - (1 - s) E) / (m - E) = w, solved for E."""
    mass = water_g + solids_g
    _need(0 <= water_share < 1 - liquid_solids_share, "Pressing cannot reach that share.")
    leaving = (water_g - water_share * mass) / ((1 - liquid_solids_share) - water_share)
    _need(0 <= leaving <= mass, "It is drier than that already, or never gets there.")
    return {
        "expressed_g": leaving,
        "mass_g": mass - leaving,
        "solids_lost_g": leaving * liquid_solids_share,
    }


def press(
    *,
    water_g: float,
    solids_g: float,
    share_of_water: float,
    rounds: float = 1,
    later_round_factor: float = 0.6,
    liquid_solids_share: float = 0.0,
) -> Answer:
    """Each round takes a share of the present water, later ones a factor of it."""
    _need(0 <= share_of_water <= 1 and rounds >= 0, "A round takes a share between 0 and 1.")
    _need(0 <= liquid_solids_share < 1, "Liquid holds less solids than itself.")
    water, solids = water_g, solids_g
    for number in range(int(rounds)):
        out = water * share_of_water * (1.0 if number == 0 else later_round_factor)
        water -= out
        solids -= min(solids, out * liquid_solids_share / (1 - liquid_solids_share))
    mass = water + solids
    return {
        "mass_g": mass,
        "water_g": water,
        "expressed_g": water_g + solids_g - mass,
        "water_share": water / mass if mass else 0.0,
    }


def rounds_for_loss(
    *, water_g: float, loss_g: float, share_of_water: float, later_round_factor: float = 0.6
) -> Answer:
    """The fewest whole rounds that press out so much water."""
    _need(0 < share_of_water < 1 and later_round_factor > 0, "A round takes a share below 1.")
    _need(0 <= loss_g < water_g, "There is not that much water in it.")
    left, rounds = water_g, 0
    while water_g - left < loss_g - 1e-9 and rounds < 1000:
        left *= 1 - share_of_water * (1.0 if rounds == 0 else later_round_factor)
        rounds += 1
    return {"rounds": float(rounds), "pressed_g": water_g - left}


def microwave(
    *,
    mass_g: float,
    specific_heat_kj_per_kg_k: float,
    watts: float,
    seconds: float,
    coupling: float,
    start_c: float,
    boil_c: float = 100.0,
    latent_kj_per_kg: float = 2257.0,
    warm_up_share: float = 0.15,
    vapour_returned_share: float = 0.0,
) -> Answer:
    """Absorbed = mass x cp x rise + evaporated x latent heat; a share evaporates in warm-up."""
    _need(min(mass_g, watts, specific_heat_kj_per_kg_k, latent_kj_per_kg) > 0, "More than nothing.")
    _need(0 <= warm_up_share < 1 and start_c <= boil_c, "It starts below boiling.")
    absorbed = coupling * watts * seconds / 1000
    heat = mass_g / 1000 * specific_heat_kj_per_kg_k
    needed = heat * (boil_c - start_c) / (1 - warm_up_share)
    if absorbed <= needed:
        evaporated = warm_up_share * absorbed / latent_kj_per_kg * 1000
        reached = start_c + absorbed * (1 - warm_up_share) / heat
    else:
        evaporated = (warm_up_share * needed + absorbed - needed) / latent_kj_per_kg * 1000
        reached = boil_c
    left = evaporated * (1 - vapour_returned_share)
    return {
        "absorbed_kj": absorbed,
        "evaporated_g": left,
        "mass_g": mass_g - left,
        "reached_c": reached,
    }


def microwave_seconds_for_loss(
    *,
    mass_g: float,
    loss_g: float,
    specific_heat_kj_per_kg_k: float,
    watts: float,
    coupling: float,
    start_c: float,
    boil_c: float = 100.0,
    latent_kj_per_kg: float = 2257.0,
    warm_up_share: float = 0.15,
    vapour_returned_share: float = 0.0,
) -> Answer:
    """The other way round of `microwave`: seconds after which so much has left."""
    _need(min(mass_g, watts, coupling, specific_heat_kj_per_kg_k) > 0, "More than nothing.")
    _need(0 <= vapour_returned_share < 1 and 0 <= loss_g < mass_g, "It cannot lose that much.")
    _need(0 <= warm_up_share < 1 and start_c <= boil_c, "It starts below boiling.")
    latent = loss_g / (1 - vapour_returned_share) * latent_kj_per_kg / 1000
    needed = mass_g / 1000 * specific_heat_kj_per_kg_k * (boil_c - start_c) / (1 - warm_up_share)
    in_warm_up = warm_up_share * needed
    absorbed = latent / warm_up_share if latent <= in_warm_up and warm_up_share else (
        needed + latent - in_warm_up
    )  # fmt: skip
    return {"seconds": absorbed * 1000 / (coupling * watts), "absorbed_kj": absorbed}


def microwave_seconds_at(*, seconds: float, watts: float, other_watts: float) -> Answer:
    """t2 = t1 x P1 / P2."""
    _need(min(watts, other_watts) > 0, "Watts are more than nothing.")
    return {"seconds": seconds * watts / other_watts}


def watts_for_time(*, seconds: float, watts: float, other_seconds: float) -> Answer:
    """The power that gives the same energy in another time."""
    _need(other_seconds > 0, "A time is more than nothing.")
    return {"watts": watts * seconds / other_seconds}


def pan(*, mass_g: float, grams_per_minute: float, minutes: float, water_g: float) -> Answer:
    """A pan's heat limits what leaves; no more than the water there is."""
    out = min(grams_per_minute * minutes, water_g)
    _need(out >= 0 and mass_g >= water_g, "Less water than mass, and no time below nothing.")
    return {"evaporated_g": out, "mass_g": mass_g - out}


def pan_minutes_for_loss(*, loss_g: float, grams_per_minute: float) -> Answer:
    """Minutes in a pan for so much."""
    _need(grams_per_minute > 0 and loss_g >= 0, "More than nothing leaves in a minute.")
    return {"minutes": loss_g / grams_per_minute}


def roast(
    *,
    mass_g: float,
    specific_heat_kj_per_kg_k: float,
    exposed_m2: float,
    h_w_per_m2_k: float,
    oven_c: float,
    minutes: float,
    start_c: float,
    surface_c: float = 90.0,
    latent_kj_per_kg: float = 2257.0,
) -> Answer:
    """Warm-up through the exposed faces, then flux = h (T_oven - T_surface) / latent heat."""
    _need(min(mass_g, exposed_m2, h_w_per_m2_k) > 0 and oven_c > surface_c, "An oven heats it.")
    kj = mass_g / 1000 * specific_heat_kj_per_kg_k * (surface_c - start_c)
    middle = (start_c + surface_c) / 2
    warm_up = kj * 1000 / (h_w_per_m2_k * exposed_m2 * (oven_c - middle)) / 60
    watts = h_w_per_m2_k * exposed_m2 * (oven_c - surface_c)
    grams = watts * max(0.0, minutes - warm_up) * 60 / latent_kj_per_kg
    return {"warm_up_minutes": warm_up, "evaporated_g": grams, "mass_g": mass_g - grams}


def roast_minutes_for_loss(
    *,
    mass_g: float,
    loss_g: float,
    specific_heat_kj_per_kg_k: float,
    exposed_m2: float,
    h_w_per_m2_k: float,
    oven_c: float,
    start_c: float,
    surface_c: float = 90.0,
    latent_kj_per_kg: float = 2257.0,
) -> Answer:
    """The other way round of `roast`."""
    _need(0 <= loss_g < mass_g, "It cannot lose that much.")
    nothing = roast(
        mass_g=mass_g, specific_heat_kj_per_kg_k=specific_heat_kj_per_kg_k, exposed_m2=exposed_m2,
        h_w_per_m2_k=h_w_per_m2_k, oven_c=oven_c, minutes=0, start_c=start_c, surface_c=surface_c,
        latent_kj_per_kg=latent_kj_per_kg,
    )  # fmt: skip
    watts = h_w_per_m2_k * exposed_m2 * (oven_c - surface_c)
    return {"minutes": nothing["warm_up_minutes"] + loss_g * latent_kj_per_kg / watts / 60}


def cook_by_yield(*, mass_g: float, yield_factor: float) -> Answer:
    """What a raw mass weighs cooked; a gain is taken up, a loss drained."""
    _need(mass_g >= 0 and yield_factor >= 0, "Mass and yield are not negative.")
    return {"mass_g": mass_g * yield_factor, "taken_up_g": mass_g * (yield_factor - 1)}


def yield_by_solids(
    *, raw_water_share: float, cooked_water_share: float, solids_leached_share: float = 0.0
) -> Answer:
    """Cooked mass over raw by solids balance."""
    _need(0 <= raw_water_share < 1 and 0 <= cooked_water_share < 1, "Shares are from 0 to below 1.")
    kept = (1 - raw_water_share) * (1 - solids_leached_share)
    return {"yield_factor": kept / (1 - cooked_water_share)}


def absorber_for_share(
    *, mass_g: float, water_g: float, target_water_share: float, absorber_water_share: float
) -> Answer:
    """Grams of a dry thing that bring a mixture down to a share of water."""
    _need(absorber_water_share < target_water_share < 1, "It has to be drier than the aim.")
    grams = (water_g - target_water_share * mass_g) / (target_water_share - absorber_water_share)
    return {"absorber_g": max(0.0, grams), "mass_g": mass_g + max(0.0, grams)}


def absorber_for_free_water(*, free_water_g: float, grams_held_per_g: float) -> Answer:
    """Grams of an absorber that take up so much free water."""
    _need(grams_held_per_g > 0 and free_water_g >= 0, "An absorber holds more than nothing.")
    return {"absorber_g": free_water_g / grams_held_per_g}


def component_from_mixture(
    *, mixture_g: float, mixture_water_share: float, known_g: float, known_water_share: float
) -> Answer:
    """The other component of two: its mass and its share of water."""
    other = mixture_g - known_g
    _need(other > 0, "The mixture weighs more than what is known of it.")
    share = (mixture_g * mixture_water_share - known_g * known_water_share) / other
    _need(-1e-9 <= share <= 1 + 1e-9, "No second component gives that mixture.")
    return {"mass_g": other, "water_share": min(1.0, max(0.0, share))}


def mixture(*, parts: list[list[float]]) -> Answer:
    """Mass and water share of parts, each [grams, water share]."""
    mass = math.fsum(part[0] for part in parts)
    _need(mass > 0 and all(len(p) == 2 and 0 <= p[1] <= 1 for p in parts), "Parts are [g, share].")
    water = math.fsum(part[0] * part[1] for part in parts)
    return {"mass_g": mass, "water_g": water, "water_share": water / mass}


def grams_for_mixture(
    *, mass_g: float, water_share: float, added_water_share: float, target_water_share: float
) -> Answer:
    """Grams of something wetter or drier that bring a mass to a share of water."""
    _need(added_water_share != target_water_share, "What is added is no different from the aim.")
    grams = mass_g * (water_share - target_water_share) / (target_water_share - added_water_share)
    _need(grams >= -1e-9, "Adding that leads away from the aim.")
    return {"added_g": max(0.0, grams), "mass_g": mass_g + max(0.0, grams)}


def reduction(*, mass_g: float, salt_g: float, most_salt_share: float) -> Answer:
    """How far a sauce may boil down before it tastes of salt."""
    _need(0 < most_salt_share <= 1 and salt_g >= 0, "A share of salt is between 0 and 1.")
    least = salt_g / most_salt_share
    return {"least_mass_g": least, "may_lose_g": max(0.0, mass_g - least)}


def derived_water(
    *,
    protein_g: float,
    fat_g: float,
    carbohydrate_g: float,
    sodium_g: float = 0.0,
    potassium_g: float = 0.0,
    calcium_g: float = 0.0,
    magnesium_g: float = 0.0,
    phosphorus_g: float = 0.0,
    alcohol_g: float = 0.0,
) -> Answer:
    """Water of 100 g by difference; ash from minerals as 2.54 Na + 1.75 (K + Ca + Mg + P)."""
    ash = 2.54 * sodium_g + 1.75 * (potassium_g + calcium_g + magnesium_g + phosphorus_g)
    water = 100 - protein_g - fat_g - carbohydrate_g - ash - alcohol_g
    _need(water >= 0, "These come to more than 100 g.")
    return {"ash_g": ash, "water_g": water}


def _state(parts: Mapping[str, float]) -> State:
    return State(
        water=parts.get("water_g", 0.0), protein=parts.get("protein_g", 0.0),
        fat=parts.get("fat_g", 0.0), starch=parts.get("carbohydrate_g", 0.0),
        fibre=parts.get("fibre_g", 0.0), ash=parts.get("ash_g", 0.0),
    )  # fmt: skip


def thermal(
    *,
    celsius: float,
    water_g: float = 0.0,
    protein_g: float = 0.0,
    fat_g: float = 0.0,
    carbohydrate_g: float = 0.0,
    fibre_g: float = 0.0,
    ash_g: float = 0.0,
) -> Answer:
    """Specific heat and density of a mixture by Choi and Okos (1986)."""
    state = _state(
        {"water_g": water_g, "protein_g": protein_g, "fat_g": fat_g, "fibre_g": fibre_g,
         "carbohydrate_g": carbohydrate_g, "ash_g": ash_g}
    )  # fmt: skip
    _need(state.mass > 0, "There is nothing to heat.")
    return {
        "specific_heat_kj_per_kg_k": specific_heat_of(state, celsius),
        "density_kg_per_m3": density_of(state, celsius),
    }


def steam(*, celsius: float) -> Answer:
    """Latent heat of evaporation of water, steam tables."""
    return {"latent_kj_per_kg": latent_heat(celsius)}


def soak(*, mass_g: float, grams_taken_up_per_g: float) -> Answer:
    """What a dry food weighs soaked."""
    _need(mass_g >= 0 and grams_taken_up_per_g >= 0, "Nothing is taken up below nothing.")
    return {
        "mass_g": mass_g * (1 + grams_taken_up_per_g),
        "taken_up_g": mass_g * grams_taken_up_per_g,
    }


def dry_to_floor(
    *, water_g: float, floor_water_g: float, rate_per_hour: float, hours: float
) -> Answer:
    """Air-drying and toasting: first order towards a floor."""
    _need(rate_per_hour >= 0 and hours >= 0 and floor_water_g <= water_g, "It dries towards less.")
    left = floor_water_g + (water_g - floor_water_g) * math.exp(-rate_per_hour * hours)
    return {"water_g": left, "lost_g": water_g - left}


KINDS: dict[str, Callable[..., Answer]] = {
    each.__name__: each
    for each in (
        mass_for_share, mass_pressed_to_share, press, rounds_for_loss, microwave,
        microwave_seconds_for_loss, microwave_seconds_at, watts_for_time, pan,
        pan_minutes_for_loss, roast, roast_minutes_for_loss, cook_by_yield, yield_by_solids,
        absorber_for_share, absorber_for_free_water, component_from_mixture, mixture,
        grams_for_mixture, reduction, derived_water, thermal, steam, soak, dry_to_floor,
    )
}  # fmt: skip


def answer(problem: Mapping[str, Any]) -> Answer:
    """Return the answer to one problem: `kind` and that function's values.

    Raises:
        BadInput: there is no such kind, a value is missing, unknown, no number, or cannot be.
    """
    values = dict(problem)
    kind = values.pop("kind", None)
    function = KINDS.get(kind) if isinstance(kind, str) else None
    if function is None:
        raise BadInput(
            f"There is no kind of problem called {kind}; see docs/command-line.md.", "kind"
        )
    for name, value in values.items():
        numbers = [x for part in value for x in part] if _is_parts(name, value) else [value]
        if any(isinstance(x, bool) or not isinstance(x, int | float) for x in numbers):
            raise BadInput(f"{name} is a number.", name)
        if any(not math.isfinite(x) or abs(x) > MOST for x in numbers):
            raise BadInput(f"{name} is no number of a kitchen.", name)
    try:
        return function(**values)
    except TypeError as wrong:
        raise BadInput(f"{kind}: {str(wrong).partition('() ')[2] or wrong}.", "problem") from wrong


def _is_parts(name: str, value: Any) -> bool:
    return (
        name == "parts"
        and isinstance(value, list)
        and all(isinstance(part, list) for part in value)
    )
