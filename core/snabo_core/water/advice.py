"""What to tell the cook after a weigh-in: in grams, aiming at the edge that is enough."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from snabo_core.water.ledger import Ledger, Point, mass_at
from snabo_core.water.steps import LATER_ROUND, PAN_GRAMS_PER_MINUTE, PRESSES
from snabo_core.wording import Message

TENFOLD = 4.0
Kind = Literal["press_more", "heat_more", "dry_enough", "too_dry", "no_band"]


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
    if grams > before * 1.02 and point.technique not in {"boil", "steam"}:
        return Message("question_heavier", {"grams": grams - before})
    if grams < point.state.solids * 0.95:
        return Message("question_tiny", {"grams": point.state.solids})
    return None
