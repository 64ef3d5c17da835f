"""Other ways to do a step of a stand-in: another technique, covered or not, again, left out."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from snabo_core.dish import ChoiceStep
from snabo_core.swaps.dish_water import Glass
from snabo_core.swaps.scaling import snapshot
from snabo_core.water.courses import START, Passed
from snabo_core.water.cures import pan_minutes
from snabo_core.water.learning import Values, with_learnt
from snabo_core.water.mixture import grams_of, mass_of
from snabo_core.water.priors import PAN_GRAMS_PER_MINUTE, PRESSES, ROOM
from snabo_core.water.steps import BAKED, PANNED, PRESSED, SIMMERED, Step, prior_of, run_over
from snabo_core.wording import Message, say, worded

Kind = Literal["cloth", "mesh", "paper", "twist", "pan", "microwave", "steam", "boil", "covered",
               "uncovered", "again", "once_less", "cooled", "out"]  # fmt: skip
MOST_ROUNDS = 4
# Energy and minutes that soften a kilogram of pieces; common practice, no source.
SOFTENING: dict[str, tuple[dict[str, float | bool], tuple[float, float], tuple[float, float]]] = {
    "microwave": ({"kj_per_kg": 470.0, "covered": True}, (2.0, 4.0), (8.0, 12.0)),
    "steam": ({"leach_scale": 0.1}, (2.0, 3.0), (10.0, 14.0)),
    "boil": ({}, (2.0, 3.0), (10.0, 15.0)),
}
COOLING_MINUTES = (10.0, 20.0)
_COVERABLE = {"microwave", *PANNED, *BAKED, *SIMMERED}


@dataclass(frozen=True)
class OtherWay:
    """One way to do it otherwise: the stand-in's steps as they would be.

    `leads_to` are the grams after the step, None where it is left out.
    """

    kind: Kind
    steps: tuple[ChoiceStep, ...]
    leads_to: float | None


def other_ways(steps: tuple[Step, ...], glass: Glass, known: Values) -> tuple[OtherWay, ...]:
    """Return how else a step of a stand-in could be done.

    Args:
        steps: the stand-in's own, all of them.
        glass: the part after the step.
        known: what this household's weigh-ins have shown.
    """
    step = next((one for one in steps if one.id == glass.step), None)
    if step is None or step.technique == START:
        return ()
    found = []
    for kind, made in _others(step, glass, glass.passed):
        if not made and len(steps) == 1:
            continue
        every = tuple(
            snapshot(one) for old in steps for one in (made if old.id == step.id else (old,))
        )
        found.append(OtherWay(kind, every, _leads_to(made, glass, known) if made else None))
    return tuple(found)


def _others(step: Step, glass: Glass, passed: Passed) -> Iterator[tuple[Kind, tuple[Step, ...]]]:
    if step.technique in PRESSED:
        yield from _pressed(step, glass, passed)
    if step.technique in SOFTENING:
        for name, (settings, hands, waits) in SOFTENING.items():
            if name != step.technique:
                yield name, (replace(  # type: ignore[misc]  # the table's keys are kinds
                    step, technique=name, settings=settings, hands_on_minutes=hands,
                    passive_minutes=waits, label=worded(f"other_{name}_label"),
                    order=worded(f"other_{name}_order"), cautions=(),
                ),)  # fmt: skip
    if step.technique in _COVERABLE:
        covered = bool(step.settings.get("covered"))
        other = {**step.settings, "covered": not covered}
        words = f"{step.order} {worded('other_uncovered' if covered else 'other_covered')}"
        kind: Kind = "uncovered" if covered else "covered"
        yield kind, (replace(step, settings=other, order=words),)
    if not step.foods and step.technique in {*PRESSED, *PANNED, "blot", "salt", "drain", "cool"}:
        yield "out", ()


def _pressed(step: Step, glass: Glass, passed: Passed) -> Iterator[tuple[Kind, tuple[Step, ...]]]:
    now = str(step.settings.get("method", "cloth"))
    rounds = int(step.settings.get("rounds", 1))
    for tool in PRESSES:
        if tool != now:
            yield tool, (replace(  # type: ignore[misc]  # the tools are kinds
                step, settings={**step.settings, "method": tool},
                label=worded(f"other_{tool}_label"), order=worded(f"other_{tool}_order"),
            ),)  # fmt: skip
    target = glass.point.enough or glass.point.state.mass
    grams = grams_of(passed.before) - target
    if grams > 0:
        low, high = pan_minutes(grams)
        kg = grams_of(passed.before) / 1000
        settings = {"minutes_per_kg": grams / PAN_GRAMS_PER_MINUTE.mean / kg}
        yield "pan", (replace(
            step, technique="dry_saute", settings=settings, hands_on_minutes=(low, high),
            label=worded("other_pan_label"), cautions=(),
            order=say(Message("other_pan_order", {"target": target})),
        ),)  # fmt: skip
    if rounds < MOST_ROUNDS:
        yield "again", (replace(step, settings={**step.settings, "rounds": rounds + 1}),)
    if rounds > 1:
        yield "once_less", (replace(step, settings={**step.settings, "rounds": rounds - 1}),)
    if float(passed.celsius[0]) > ROOM + 1:
        cool = Step(
            f"{step.id}_cooled", "cool", worded("other_cooled_label"),
            cue=worded("other_cooled_cue"), passive_minutes=COOLING_MINUTES,
            order=worded("other_cooled_order"),
        )  # fmt: skip
        yield "cooled", (cool, step)


def _leads_to(made: tuple[Step, ...], glass: Glass, known: Values) -> float:
    """Return the likeliest grams after some steps that take what a step took."""
    before, celsius = glass.passed.before[:, :1], glass.passed.celsius[:1]
    found = glass.found
    for step in made:
        prior = prior_of(with_learnt(step, found.habit(step), known))
        left = run_over(step, before, np.array([prior.mean]), celsius)
        before, celsius = left.after, left.celsius
        found = found.after(step)
    return float(mass_of(before)[0])
