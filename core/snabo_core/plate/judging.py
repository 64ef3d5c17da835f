"""How dishes stand for eaters: the one place where a standing is made from a plate."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from snabo_core.dish import Line
from snabo_core.foods import Library
from snabo_core.plate.eaters import Eater, Standing, standings
from snabo_core.plate.exclusions import Breach, breaches_of_many
from snabo_core.plate.totals import Many, Totals


@dataclass(frozen=True)
class ForEater:
    """How a dish stands for one eater."""

    eater: Eater
    standings: tuple[Standing, ...]
    breaches: tuple[Breach, ...]

    @property
    def excluded(self) -> bool:
        """Whether something the eater leaves out is surely in it."""
        return any(b.certainty == "contains" for b in self.breaches)

    @property
    def suits(self) -> bool:
        """Whether nothing is excluded and every hard target counts as met."""
        return not self.excluded and all(s.met or not s.hard for s in self.standings)


def judge(
    eater: Eater,
    totals: Totals,
    share: float,
    names: Mapping[str, str],
    lines: Sequence[Line],
    library: Library,
    losses: Mapping[str, float] | None = None,
    left_out: Sequence[Line] = (),
) -> ForEater:
    """Return how a share of a dish stands for one eater.

    Args:
        eater: whose targets and exclusions count.
        totals: the sums and draws of the whole dish.
        share: what they eat of it, 0 to 1.
        names: line id to food name, for the words.
        lines: those looked through for exclusions.
        library: where foods are looked up.
        losses: by figure, what of the whole dish left with pressed liquid.
        left_out: lines that do not go in but are not settled: what they hold stays named.
    """
    many, gone = Many([totals]), [losses or {}]
    return judge_many(eater, many, share, [names], lines, [()], library, gone, left_out)[0]


def judge_many(
    eater: Eater,
    many: Many,
    share: float,
    names: Sequence[Mapping[str, str]],
    kept: Sequence[Line],
    own: Sequence[Sequence[Line]],
    library: Library,
    losses: Sequence[Mapping[str, float]],
    left_out: Sequence[Line] = (),
) -> list[ForEater]:
    """Return how many dishes stand for one eater, judged together; see `judge`.

    Their lines are those all have in common, `kept`, and for each its own.
    """
    columns = [
        standings(
            target, many, share, names,
            lost=[lost.get(target.nutrient, 0.0) * share for lost in losses],
            counted_as=eater.counted_as(target.nutrient),
        )
        for target in eater.targets
    ]  # fmt: skip
    return [
        ForEater(
            eater,
            tuple(column[i] for column in columns),
            tuple(broken),
        )
        for i, broken in enumerate(
            breaches_of_many(eater.exclusions, kept, own, library, share, left_out)
        )
    ]
