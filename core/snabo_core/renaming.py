"""Ids that changed after they were shipped; stored documents may still hold the old ones."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from snabo_core.book import entries_of


@dataclass(frozen=True)
class Renamed:
    """Old id to new id. Forms are `food/form`, stand-ins `role/key`, steps `role/key/step`."""

    foods: Mapping[str, str]
    forms: Mapping[str, str]
    stand_ins: Mapping[str, str]
    steps: Mapping[str, str]
    techniques: Mapping[str, str]
    cautions: Mapping[str, str]


@cache
def renamed() -> Renamed:
    """Return the book's renames, read once."""
    return Renamed(**entries_of("renamed.toml"))


def shipped() -> dict[str, dict[str, list[str]]]:
    """Return what 0.2.0 shipped: `foods` with their forms, `stand_ins` with their steps."""
    found = entries_of("shipped.toml")
    return {"foods": found["foods"], "stand_ins": found["stand_ins"]}
