"""When a dish's own vegetables are dry enough, by what they are and what is done to them."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache

import msgspec

from snabo_core.book import entries_of


class OwnBand(msgspec.Struct, forbid_unknown_fields=True, frozen=True):
    """The water share that is right for some foods after a technique; see the file."""

    what: str
    foods: frozenset[str]
    after: frozenset[str]
    least: float
    band: tuple[float, float]


@cache
def own_bands() -> tuple[OwnBand, ...]:
    """Return every band of the file."""
    return msgspec.convert(entries_of("own_bands.toml")["band"], tuple[OwnBand, ...])


def own_band(technique: str, grams: Mapping[str, float]) -> tuple[float, float] | None:
    """Return the band of what a step of the recipe makes, None where nobody knows one.

    Args:
        technique: as the ledger names it.
        grams: what is in it, by food.
    """
    whole = sum(grams.values())
    for known in own_bands() if whole > 0 else ():
        share = sum(grams.get(food, 0.0) for food in known.foods) / whole
        if technique in known.after and share >= known.least:
            return known.band
    return None
