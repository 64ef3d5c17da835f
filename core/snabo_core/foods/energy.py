"""Energy from composition, where a food gives none: the factors of two regulations."""

from __future__ import annotations

from typing import Literal

# kcal per gram. US: 21 CFR 101.9(c)(1)(i) general factors; alcohol 7 by common practice;
# polyols there differ by kind (`POLYOL_KCAL`), 2.4 stands for a mix. EU: Regulation
# 1169/2011, Annex XIV.
FACTORS: dict[str, dict[str, float]] = {
    "us": {"carbohydrate": 4.0, "protein": 4.0, "fat": 9.0, "alcohol": 7.0, "polyols": 2.4,
           "erythritol": 0.0, "fibre": 4.0},
    "eu": {"carbohydrate": 4.0, "protein": 4.0, "fat": 9.0, "alcohol": 7.0, "polyols": 2.4,
           "erythritol": 0.0, "fibre": 2.0, "organic_acids": 3.0},
}  # fmt: skip
# kcal per gram by kind: 21 CFR 101.9(c)(1)(i)(F), from memory.
POLYOL_KCAL: dict[str, float] = {
    "erythritol": 0.0, "mannitol": 1.6, "isomalt": 2.0, "lactitol": 2.0, "maltitol": 2.1,
    "xylitol": 2.4, "sorbitol": 2.6, "hydrogenated starch": 3.0,
}  # fmt: skip
# kJ per gram, EU Annex XIV; printed there, not converted.
FACTORS_KJ: dict[str, float] = {
    "carbohydrate": 17.0, "polyols": 10.0, "erythritol": 0.0, "protein": 17.0, "fat": 37.0,
    "alcohol": 29.0, "organic_acids": 13.0, "fibre": 8.0,
}  # fmt: skip


def energy_kcal(
    rules: Literal["us", "eu"],
    *,
    available: float,
    protein: float,
    fat: float,
    fibre: float = 0.0,
    polyols: float = 0.0,
    erythritol: float = 0.0,
    alcohol: float = 0.0,
    organic_acids: float = 0.0,
) -> float:
    """Return kcal of so many grams of each component.

    Under the US general factors fibre inside carbohydrate counts 4, under EU rules 2.

    Args:
        rules: which regulation.
        available: carbohydrate without fibre and polyols, g.
        protein: g.
        fat: g.
        fibre: g.
        polyols: without erythritol, g.
        erythritol: g.
        alcohol: g.
        organic_acids: g; only the EU counts them apart.
    """
    factors = FACTORS[rules]
    return (
        factors["carbohydrate"] * available
        + factors["protein"] * protein
        + factors["fat"] * fat
        + factors["fibre"] * fibre
        + factors["polyols"] * polyols
        + factors["erythritol"] * erythritol
        + factors["alcohol"] * alcohol
        + factors.get("organic_acids", 0.0) * organic_acids
    )
