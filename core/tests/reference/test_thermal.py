"""Heat and density against steam tables and the printed polynomials."""

import unittest

from iapws import IAPWS97

from snabo_core.errors import BadInput
from snabo_core.water import State
from snabo_core.water.thermal import density, latent_heat, specific_heat

KELVIN = 273.15
WATER = State(water=1000.0)


class SteamTables(unittest.TestCase):
    """Source: IAPWS-IF97 as computed by the package iapws."""

    def test_latent_heat(self) -> None:
        for celsius in (5, 20, 37, 60, 85, 100, 120):
            vapour = IAPWS97(T=celsius + KELVIN, x=1).h
            liquid = IAPWS97(T=celsius + KELVIN, x=0).h
            self.assertAlmostEqual(latent_heat(celsius), vapour - liquid, delta=1.5)

    def test_every_value_of_the_table(self) -> None:
        # Between them a straight line is drawn; at them nothing but the last figure is rounded.
        for celsius in (0.01, 20, 40, 60, 80, 100, 120, 140):
            vapour = IAPWS97(T=celsius + KELVIN, x=1).h
            liquid = IAPWS97(T=celsius + KELVIN, x=0).h
            self.assertAlmostEqual(latent_heat(celsius), vapour - liquid, delta=0.4)

    def test_latent_heat_at_boiling(self) -> None:
        # Steam tables: 2256.5 kJ/kg at 100 C.
        self.assertAlmostEqual(latent_heat(100.0), 2256.5, delta=0.1)

    def test_water_by_components_is_near_water_by_steam_table(self) -> None:
        water = IAPWS97(T=20 + KELVIN, P=0.101325)
        self.assertAlmostEqual(specific_heat(WATER, 20.0), water.cp, delta=0.06)
        self.assertAlmostEqual(density(WATER, 20.0), water.rho, delta=3.0)

    def test_outside_the_table_is_refused_with_value_and_bound(self) -> None:
        with self.assertRaisesRegex(BadInput, "0 to 140 C, not at 200 C"):
            latent_heat(200.0)


class Polynomials(unittest.TestCase):
    """Source: Choi and Okos as printed in the ASHRAE Refrigeration handbook (from memory)."""

    def test_water_at_20_c(self) -> None:
        # Printed: 4.13 to 4.18 kJ/(kg K) by edition; 995.7 kg/m3.
        self.assertTrue(4.12 <= specific_heat(WATER, 20.0) <= 4.18)
        self.assertAlmostEqual(density(WATER, 20.0), 995.7, delta=0.1)

    def test_components_at_20_c(self) -> None:
        # Evaluated by hand from the printed coefficients at 20 C, kJ/(kg K).
        for name, value in (("protein", 2.0319), ("fat", 2.0117), ("starch", 1.5857),
                            ("fibre", 1.8807), ("ash", 1.1289)):  # fmt: skip
            self.assertAlmostEqual(specific_heat(State(**{name: 10.0}), 20.0), value, places=3)
