"""Cautions that concern people: shown where a target or an exclusion makes them relevant."""

from __future__ import annotations

from collections.abc import Mapping

from snabo_core.plate.eaters import Eater
from snabo_core.plate.totals import Figure

# Below these a day counts as carb-restricted or sodium-restricted; Feinman et al. 2015, WHO.
LOW_CARB_A_DAY, LOW_SODIUM_A_DAY = 130.0, 2000.0
# Protein a serving from which kidneys are named; common practice, no source.
MUCH_PROTEIN = 25.0
# Grams of polyols in a portion that upset some guts; common practice, no source.
MANY_POLYOLS = 10.0


def relevant_keys(eater: Eater, figures: Mapping[str, Figure]) -> list[str]:
    """Return the keys of the cautions an eater's targets, exclusions and portion call for."""
    keys: list[str] = []
    for target in eater.targets:
        most, least = target.at_most, target.at_least
        a_day = most if target.per == "day" else None if most is None else most / 0.4
        if target.nutrient in {"net_carbs", "carbohydrate"} and a_day is not None:
            if a_day <= LOW_CARB_A_DAY:
                keys += ["medicine_carbs", "pregnancy_children"]
        elif target.nutrient == "protein" and least is not None and least >= MUCH_PROTEIN:
            keys.append("kidney")
        elif target.nutrient == "sodium_mg" and a_day is not None and a_day <= LOW_SODIUM_A_DAY:
            keys.append("sodium_condiments")
    left_out = {exclusion.what for exclusion in eater.exclusions}
    if "gluten" in left_out:
        keys.append("coeliac")
    if "animal" in left_out:
        keys.append("b12")
    polyols = figures["polyols"]
    if (polyols.best or polyols.low) >= MANY_POLYOLS:
        keys.append("polyols")
    return keys
