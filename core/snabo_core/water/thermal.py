"""Heat and density of foods from their composition.

Sources: Choi and Okos (1986) component polynomials as printed in the ASHRAE Refrigeration
handbook, thermal properties of foods (from memory); latent heat from steam tables, checked
against IAPWS-IF97 in the tests.
"""

from __future__ import annotations

import numpy as np

from snabo_core.errors import BadInput
from snabo_core.water.mixture import PARTS, Grams, mass_of, mixture
from snabo_core.water.state import NAMES, State

# Specific heat in kJ/(kg K) as a + b T + c T^2, T in C, 0 to 150.
SPECIFIC_HEAT = {
    "water": (4.1289, -9.0864e-5, 5.4731e-6),
    "protein": (2.0082, 1.2089e-3, -1.3129e-6),
    "fat": (1.9842, 1.4733e-3, -4.8008e-6),
    "carbohydrate": (1.5488, 1.9625e-3, -5.9399e-6),
    "fibre": (1.8459, 1.8306e-3, -4.6509e-6),
    "ash": (1.0926, 1.8896e-3, -3.6817e-6),
}
# Density in kg/m3 as a + b T + c T^2.
DENSITY = {
    "water": (997.18, 3.1439e-3, -3.7574e-3),
    "protein": (1329.9, -0.51840, 0.0),
    "fat": (925.59, -0.41757, 0.0),
    "carbohydrate": (1599.1, -0.31046, 0.0),
    "fibre": (1311.5, -0.36589, 0.0),
    "ash": (2423.8, -0.28063, 0.0),
}
# Steam tables: saturation temperature in C, latent heat in kJ/kg.
LATENT_AT = (0.01, 20.0, 40.0, 60.0, 80.0, 100.0, 120.0, 140.0)
LATENT = (2500.9, 2453.5, 2406.0, 2357.7, 2308.0, 2256.5, 2202.1, 2144.3)


_CLASSES = {
    "water": ("water", "alcohol"),
    "protein": ("protein",),
    "fat": ("fat",),
    "carbohydrate": ("sugars", "starch", "polyols"),
    "fibre": ("fibre",),
    "ash": ("ash",),
}
_CLASS_OF = {name: known for known, names in _CLASSES.items() for name in names}
# Coefficients over the components of a state: shape [components, 3].
_HEAT = np.array([SPECIFIC_HEAT[_CLASS_OF[name]] for name in NAMES])
# The same by power of the temperature: shape [3, components].
_HEAT_BY_POWER = np.ascontiguousarray(_HEAT.T)
_DENSITY = np.array([DENSITY[_CLASS_OF[name]] for name in NAMES])


def specific_heat_over(grams: Grams, celsius: Grams) -> Grams:
    """Return the specific heat of a mixture over its courses in kJ/(kg K), 0 to 150 C."""
    a, b, c = _HEAT_BY_POWER @ grams[:PARTS]
    mass = mass_of(grams)
    total: Grams = a + b * celsius + c * celsius**2
    return np.divide(total, mass, out=np.zeros_like(total), where=mass > 0)


def specific_heat(state: State, celsius: float) -> float:
    """Return the specific heat of a part in kJ/(kg K), valid from 0 to 150 C.

    The mass-weighted sum of the components' own: pure water at 20 C gives 4.129.
    """
    return float(specific_heat_over(mixture(state), np.array([celsius]))[0])


def density(state: State, celsius: float = 20.0) -> float:
    """Return the density of a part without air in kg/m3; pure water at 20 C gives 995.7."""
    each = _DENSITY @ np.array([1.0, celsius, celsius**2])
    volume = float((np.array(state.grams()) / each).sum())
    return state.mass / volume if volume else 0.0


def latent_heat(celsius: float) -> float:
    """Return the latent heat of evaporation of water in kJ/kg; 2256.5 at 100 C.

    Raises:
        BadInput: outside the table, 0 to 140 C.
    """
    if not LATENT_AT[0] - 0.02 <= celsius <= LATENT_AT[-1]:
        raise BadInput(f"Latent heat is known from 0 to 140 C, not at {celsius:g} C.", "celsius")
    return float(np.interp(celsius, LATENT_AT, LATENT))
