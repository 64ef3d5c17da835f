"""The cautions of the book."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from snabo_core.book import entries_of


@dataclass(frozen=True)
class Caution:
    """A short warning and the rule behind it.

    `probe_c` is what a thermometer in the middle has to show, None where heat is not the point.
    `at_classes` are the classes of food at whose first step one for people stands.
    """

    key: str
    text: str
    why: str
    probe_c: float | None = None
    at_classes: tuple[str, ...] = ()


@cache
def cautions() -> Mapping[str, Caution]:
    """Return every caution by its key, read once; old keys lead to those they are called now."""
    found = {
        k: Caution(k, e["text"], e["why"], e.get("probe_c"), tuple(e.get("at_classes", ())))
        for k, e in entries_of("cautions.toml").items()
    }
    old: Mapping[str, str] = entries_of("renamed.toml")["cautions"]
    return found | {key: found[now] for key, now in old.items()}
