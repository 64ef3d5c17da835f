"""What to tell the cook after a weigh-in: in grams, aiming at the edge that is enough."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from snabo_core.dish import HoldBack
from snabo_core.water.courses import START
from snabo_core.water.cures import rounds_for
from snabo_core.water.ledger import Point, mass_at
from snabo_core.water.priors import PAN_GRAMS_PER_MINUTE, PRESSES
from snabo_core.water.steps import GAINING, PANNED, PRESSED
from snabo_core.water.thickness import MOST_BOILED_OFF, Thickness, how_thick
from snabo_core.wording import Message, say

TENFOLD = 4.0
# A weight above what went in that a scale's own doubt does not explain.
HEAVIER = 1.02
# More than its ceiling a cook may well pour in, but hardly so many times as much.
FAR_OVER = 1.5
# How far from what was expected nobody minds, as a share of it.
NEAR, A_LITTLE = 0.03, 0.01
# A share of a sauce too small to stir back in or to boil off.
A_SPLASH = 0.03
# Steps by which a sauce boils down.
BOILING_DOWN = {"simmer", "reduce", *PANNED}
# Grams of liquid that a sheet of kitchen paper holds; common practice, no source.
SHEET = (15.0, 30.0)
Kind = Literal["press_more", "heat_more", "dry_enough", "too_dry", "no_band", "simmer_more",
               "sauce_thin", "sauce_right", "sauce_thick",
               "as_expected", "heavier", "lighter"]  # fmt: skip


@dataclass(frozen=True)
class Advice:
    """What the part needs now.

    `grams` is still to leave (or to be stirred back in when too dry), `target` the mass at
    which it is dry enough, `pan_minutes` what drying that much in a pan would take and
    `rounds` how many more rounds of pressing, at the book's yields.
    """

    kind: Kind
    message: Message
    grams: float = 0.0
    target: float | None = None
    floor: float | None = None
    rounds: int | None = None
    pan_minutes: float | None = None


# Nobody is sent back for less: what a kitchen scale tells apart, and a share of the mass.
SCALE_READS, NEARLY = 2.0, 0.005


def advise(point: Point, method: str = "cloth") -> Advice:
    """Return the advice for a weighed or predicted point.

    Args:
        point: the part after a step.
        method: how this household presses, a key of `PRESSES`.
    """
    if point.band is None or point.enough is None or point.floor is None:
        return _against_expected(point)
    if point.thickness is not None:
        return _sauce(point, point.thickness, point.enough, point.floor)
    dry, wet = point.band
    share = point.state.water_share
    values: dict[str, str | float] = {"target": point.enough, "floor": point.floor}
    near = max(SCALE_READS, NEARLY * point.state.mass)
    if share > wet and point.state.mass - point.enough > near:
        grams = point.state.mass - point.enough
        kind: Kind = "press_more" if point.technique in PRESSED else "heat_more"
        return Advice(
            kind,
            Message(kind, {**values, "grams": grams}),
            grams,
            point.enough,
            point.floor,
            rounds=rounds_for(point.state.water, grams, PRESSES[method].mean)
            if point.technique in PRESSED
            else None,
            pan_minutes=grams / PAN_GRAMS_PER_MINUTE.mean,
        )
    if share < dry and mass_at(point.state, dry) - point.state.mass > near:
        grams = mass_at(point.state, dry) - point.state.mass
        return Advice(
            "too_dry", Message("too_dry", {"grams": grams}), grams, point.enough, point.floor
        )
    return Advice("dry_enough", Message("dry_enough", values), 0.0, point.enough, point.floor)


def _against_expected(point: Point) -> Advice:
    """Judge what has no band of its own against what its step usually leaves."""
    if point.weighed is None or point.technique == START:
        return Advice("no_band", Message("no_band"))
    low, usual, high = point.expected
    low, high = min(low, usual * (1 - NEAR)), max(high, usual * (1 + NEAR))
    edges: dict[str, str | float] = {"low": low, "high": high}
    if low - A_LITTLE * usual <= point.weighed <= high + A_LITTLE * usual:
        return Advice("as_expected", Message("as_expected"), 0.0, high, low)
    if point.weighed < low:
        gap = low - point.weighed
        return Advice("lighter", Message("own_lighter", {**edges, "grams": gap}), gap, high, low)
    gap = point.weighed - high
    return Advice("heavier", Message("own_heavier", {**edges, "grams": gap}), gap, high, low)


def _sauce(point: Point, sauce: Thickness, thin: float, thick: float) -> Advice:
    """Judge a sauce by its thickness: it is never dried for its own sake and never crumbles."""
    mass, now = point.state.mass, sauce.of_free(point.free)
    looks = Message(f"sauce_{how_thick(now)}")
    if now > sauce.thickest and thick - mass > A_SPLASH * mass:
        message = Message("sauce_loosen", {"looks": say(looks), "grams": thick - mass})
        return Advice("sauce_thick", message, thick - mass, thin, thick)
    if now >= sauce.thinnest or 0 < mass - thin < A_SPLASH * mass:
        return Advice("sauce_right", Message("sauce_right", {"looks": say(looks)}), 0, thin, thick)
    if point.technique not in BOILING_DOWN:
        return Advice("sauce_thin", Message("sauce_as_far", {"looks": say(looks)}))
    if thin < (1 - MOST_BOILED_OFF) * sauce.began:
        never = "sauce_never" if sauce.power <= 0 else "sauce_as_far"
        return Advice("sauce_thin", Message(never, {"looks": say(looks)}))
    salty = sauce.salty_at
    if salty is not None and thin < salty:
        return Advice("sauce_thin", Message("sauce_salty", {"salty": salty}))
    code = "simmer_on" if salty is not None else "simmer_and_taste"
    message = Message(code, {"grams": mass - thin, "target": thin})
    return Advice(
        "simmer_more", message, mass - thin, thin, thick,
        pan_minutes=(mass - thin) / PAN_GRAMS_PER_MINUTE.mean,
    )  # fmt: skip


def expected(point: Point, method: str = "cloth") -> Message | None:
    """Return what to aim at before a step is weighed, None where there is nothing to aim at."""
    advice = advise(point, method)
    if point.enough is None or point.floor is None or advice.kind == "no_band":
        return None
    if point.thickness is not None:
        return advice.message
    edges = {"target": point.enough, "floor": point.floor}
    inside = point.state.mass <= point.enough
    return Message("right_between" if inside else "aim_at", edges)


def sheets(point: Point, method: str) -> Message | None:
    """Return how many sheets of paper a pressing takes, and what does without."""
    if point.technique not in PRESSED or method != "paper" or point.liquid <= SHEET[0]:
        return None
    few, many = (math.ceil(point.liquid / hold) for hold in (SHEET[1], SHEET[0]))
    return Message("sheets", {"grams": point.liquid, "few": float(few), "many": float(many)})


def question_poured(grams: float, hold: HoldBack) -> Message | None:
    """Return why what is said to have gone in of a line is hard to believe, None for plausible."""
    most = hold.ceiling * FAR_OVER
    return Message("question_poured", {"ceiling": hold.ceiling}) if grams > most else None


def question(
    point: Point, grams: float, *, before: float | None = None, batches: int = 1
) -> Message | None:
    """Return why a weigh-in is hard to believe, None when it is plausible.

    Args:
        point: what it is taken after, before it counts.
        grams: what the scale said, net.
        before: what went in, where that is not the whole part: the last round's weight, or what
            the batches weighed so far leave.
        batches: in how many it is done; they need not be alike.
    """
    if grams <= 0:
        return Message("question_negative")
    expected = point.expected[1] / batches
    there = point.before if before is None else before
    if grams > expected * TENFOLD or grams < expected / TENFOLD:
        return Message("question_tenfold", {"direction": "more" if grams > expected else "less"})
    if point.technique == START:
        return None
    if grams > there * HEAVIER and point.technique not in GAINING:
        return Message("question_heavier", {"grams": grams - there})
    if batches == 1 and grams < point.solids_before * 0.95:
        return Message("question_tiny", {"grams": point.solids_before})
    return None
