"""What to tell the cook after a weigh-in: in grams, aiming at the edge that is enough."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from snabo_core.water.ledger import Ledger, Point, mass_at
from snabo_core.water.steps import GAINING, LATER_ROUND, PAN_GRAMS_PER_MINUTE, PANNED, PRESSES
from snabo_core.water.thickness import MOST_BOILED_OFF, Thickness, how_thick
from snabo_core.wording import Message, say

TENFOLD = 4.0
# A share of a sauce too small to stir back in.
A_SPLASH = 0.03
# Steps by which a sauce boils down.
BOILING_DOWN = {"simmer", "reduce", *PANNED}
# Grams of liquid that a sheet of kitchen paper holds; common practice, no source.
SHEET = (15.0, 30.0)
Kind = Literal["press_more", "heat_more", "dry_enough", "too_dry", "no_band", "simmer_more",
               "sauce_thin", "sauce_right", "sauce_thick"]  # fmt: skip


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


def advise(point: Point, method: str = "cloth") -> Advice:
    """Return the advice for a weighed or predicted point.

    Args:
        point: the part after a step.
        method: how this household presses, a key of `PRESSES`.
    """
    if point.band is None or point.enough is None or point.floor is None:
        return Advice("no_band", Message("no_band"))
    if point.thickness is not None:
        return _sauce(point, point.thickness, point.enough, point.floor)
    dry, wet = point.band
    share = point.state.water_share
    values: dict[str, str | float] = {"target": point.enough, "floor": point.floor}
    if share > wet:
        grams = point.state.mass - point.enough
        kind: Kind = "press_more" if point.technique == "press" else "heat_more"
        return Advice(
            kind,
            Message(kind, {**values, "grams": grams}),
            grams,
            point.enough,
            point.floor,
            rounds=_rounds(point, grams, method),
            pan_minutes=grams / PAN_GRAMS_PER_MINUTE.mean,
        )
    if share < dry:
        grams = mass_at(point.state, dry) - point.state.mass
        return Advice(
            "too_dry", Message("too_dry", {"grams": grams}), grams, point.enough, point.floor
        )
    return Advice("dry_enough", Message("dry_enough", values), 0.0, point.enough, point.floor)


def _sauce(point: Point, sauce: Thickness, thin: float, thick: float) -> Advice:
    """Judge a sauce by its thickness: it is never dried for its own sake and never crumbles."""
    mass, now = point.state.mass, sauce.at(point.state.water)
    looks = Message(f"sauce_{how_thick(now)}")
    if now > sauce.thickest and thick - mass > A_SPLASH * mass:
        message = Message("sauce_loosen", {"looks": say(looks), "grams": thick - mass})
        return Advice("sauce_thick", message, thick - mass, thin, thick)
    if now >= sauce.thinnest:
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
    if point.technique != "press" or method != "paper" or point.liquid <= SHEET[0]:
        return None
    few, many = (math.ceil(point.liquid / hold) for hold in (SHEET[1], SHEET[0]))
    return Message("sheets", {"grams": point.liquid, "few": float(few), "many": float(many)})


def _rounds(point: Point, grams: float, method: str) -> int | None:
    """Return how many later rounds press out so much, None if pressing alone will not do."""
    if point.technique != "press":
        return None
    share = PRESSES[method].mean * LATER_ROUND
    water = point.state.water
    for rounds in range(1, 5):
        if water * (1 - (1 - share) ** rounds) >= grams:
            return rounds
    return None


def question(ledger: Ledger, step_id: str, grams: float) -> Message | None:
    """Return why a weigh-in is hard to believe, None when it is plausible.

    Args:
        ledger: the ledger before this weigh-in counts.
        step_id: where it was taken.
        grams: what the scale said, net.
    """
    if grams <= 0:
        return Message("question_negative")
    place = next(i for i, p in enumerate(ledger.points) if p.step_id == step_id)
    point = ledger.points[place]
    expected = point.state.mass
    if grams > expected * TENFOLD or grams < expected / TENFOLD:
        return Message("question_tenfold", {"direction": "more" if grams > expected else "less"})
    if place == 0:
        return None
    before = ledger.points[place - 1].state.mass + point.added
    if grams > before * 1.02 and point.technique not in GAINING:
        return Message("question_heavier", {"grams": grams - before})
    if grams < point.state.solids * 0.95:
        return Message("question_tiny", {"grams": point.state.solids})
    return None
