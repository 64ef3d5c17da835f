"""A step as read from a method."""

from __future__ import annotations

from dataclasses import dataclass, field

from snabo_core.dish import Ring
from snabo_core.method.facts import Share


@dataclass(frozen=True)
class ReadStep:
    """One step as read.

    `sentence` counts from 1; `words` are its characters [start, end). `takes` are ids of lines
    and "s3" for the product of step 3; `reaches` every line in its product. `minutes` (low,
    high) are of one batch with all its sides; `oven_c` is of a still oven. `covered` is None
    where nothing is said. `share` says how much is taken of what is not taken whole. `after`,
    `before` and `parallel` name steps. `stated` are the fields the text gives; the others are
    the technique's usual ones. A step in words nobody here knows has no technique.
    """

    number: int
    sentence: int
    start: int
    end: int
    words: str
    technique: str | None
    takes: tuple[str, ...]
    reaches: tuple[str, ...]
    minutes: tuple[float, float]
    passive: bool
    oven_c: float | None = None
    watts: float | None = None
    ring: Ring | None = None
    covered: bool | str | None = None
    until: str | None = None
    share: dict[str, Share] = field(default_factory=dict)
    after: tuple[str, ...] = ()
    before: tuple[str, ...] = ()
    parallel: tuple[str, ...] = ()
    stated: tuple[str, ...] = ()
    section: str = ""

    @property
    def lines(self) -> tuple[str, ...]:
        """The lines among what it takes."""
        return tuple(ref for ref in self.takes if not is_product(ref))


def product_of(step: int) -> str:
    """Return how the product of a step is written among what is taken: "s3"."""
    return f"s{step}"


def is_product(ref: str) -> bool:
    """Tell whether something taken is a product, not a line."""
    return ref[:1] == "s" and ref[1:].isdecimal()


def step_of(ref: str) -> int:
    """Return the number of the step whose product a "s3" is."""
    return int(ref[1:])
