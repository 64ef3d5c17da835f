"""Which allergens the labels of a region have to name, and where coconut stands there."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from snabo_core.book import entries_of
from snabo_core.foods.certainty import EXCLUSIONS
from snabo_core.foods.labels import Jurisdiction


@dataclass(frozen=True)
class AllergenList:
    """The exclusions' vocabulary as a region sorts it.

    `listed` are what its labels have to name, `others` what else can be left out; together
    they are every word, once.
    """

    name: str
    listed: tuple[str, ...]
    others: tuple[str, ...]
    coconut: str
    source: str


@cache
def allergen_list(region: Jurisdiction) -> AllergenList:
    """Return the list of a region; sources are named in `book/allergen_lists.toml`."""
    entry = entries_of("allergen_lists.toml")[region]
    listed = tuple(entry["words"])
    others = tuple(word for word in EXCLUSIONS if word not in listed)
    return AllergenList(entry["name"], listed, others, entry["coconut"], entry["source"])
