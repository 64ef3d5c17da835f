"""The steps of a dish's method: what is done to which lines, how hot, how long."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

ShareKind = Literal["half", "third", "two_thirds", "three_quarters", "quarter", "remaining", "most",
                    "amount"]  # fmt: skip
Ring = Literal["low", "medium_low", "medium", "medium_high", "high"]
Cover = Literal["yes", "no", "partly"]
# Which of a step's facts its words give, or the cook set; the others are the technique's usual.
StepFact = Literal["minutes", "oven_c", "watts", "ring", "covered", "until", "technique"]


@dataclass(frozen=True)
class Take:
    """What a step takes: a line or the product of an earlier step, by id.

    `share` says how much where it is not all of it; `fraction`, 0 to 1, where the words give one.
    """

    ref: str
    share: ShareKind | None = None
    fraction: float | None = None


@dataclass(frozen=True)
class MethodStep:
    """One thing to do, as read from the text and settled by the cook.

    `text` is the id of the recipe's own step its `words` stand in, empty for a step the cook
    added. `technique` is a key of the vocabulary, empty where nobody knows the words. Minutes
    are of one batch with all its sides; `oven_c` is of a still oven. `stated` names what the
    words give, `by_cook` what the cook set, which no swap changes. `parallel` and `after` are ids
    of steps. `settled` says that the cook has changed or confirmed it; reading again leaves it
    as it is.
    """

    id: str
    text: str
    words: str
    technique: str
    takes: tuple[Take, ...] = ()
    minutes_low: float = 0.0
    minutes_high: float = 0.0
    oven_c: float | None = None
    watts: float | None = None
    ring: Ring | None = None
    covered: Cover | None = None
    until: str = ""
    after: tuple[str, ...] = ()
    before: tuple[str, ...] = ()
    parallel: tuple[str, ...] = ()
    stated: tuple[StepFact, ...] = ()
    settled: bool = False
    by_cook: tuple[StepFact, ...] = ()


def reaches_of(steps: Iterable[MethodStep]) -> dict[str, frozenset[str]]:
    """Return the lines in the product of every step, by its id."""
    found: dict[str, frozenset[str]] = {}
    for step in steps:
        held: set[str] = set()
        for take in step.takes:
            held |= found.get(take.ref, frozenset({take.ref}))
        found[step.id] = frozenset(held)
    return found
