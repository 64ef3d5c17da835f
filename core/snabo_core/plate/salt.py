"""Salt across the layers of a dish: in 100 g of each part and of the mouthful."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np

from snabo_core.dish import Dish
from snabo_core.plate.figures import bounds
from snabo_core.plate.rows import PLACE
from snabo_core.plate.serving import Plate
from snabo_core.wording import Message

# Grams of salt per gram of sodium, by molar mass: 58.44 / 22.99.
SALT_PER_SODIUM = 2.54
# Grams of salt in 100 g that most people find right; common practice, no source.
USUAL_SPAN = (0.8, 1.2)
LEAST_GRAMS = 1.0

SaltCode = Literal["usual", "less", "more", "unknown"]


@dataclass(frozen=True)
class Salt:
    """Grams of salt in 100 g; best is None where unknown, high where nothing bounds it."""

    low: float
    best: float | None
    high: float | None


@dataclass(frozen=True)
class Salting:
    """How salty the mouthful and each part are, and what that says of the base.

    `parts` is by part id. `code` compares the mouthful with `USUAL_SPAN`.
    """

    mouthful: Salt
    parts: dict[str, Salt]
    code: SaltCode
    message: Message


def salt_in(sodium: tuple[float, float, float], grams: float) -> Salt:
    """Return the salt in 100 g of something.

    Args:
        sodium: mg in all of it: low, best and high.
        grams: what it weighs as served.
    """
    low, best, high = (mg * SALT_PER_SODIUM / 1000 / grams * 100 for mg in sodium)
    return Salt(low, None if np.isnan(best) else best, high if np.isfinite(high) else None)


def salting(dish: Dish, plate: Plate, masses: Mapping[str, float]) -> Salting | None:
    """Return the salt of a dish by part, None where nobody knows what it weighs.

    Args:
        dish: what is eaten of it.
        plate: its plate.
        masses: grams of each part as served, by part id.
    """
    whole = sum(masses.values())
    if whole < LEAST_GRAMS:
        return None
    place = PLACE["sodium_mg"]
    totals = plate.totals
    low, best, high = (float(v[place]) for v in (totals.low, totals.best, totals.high))
    mouthful = salt_in((low, best, high), whole)
    parts = {}
    for part in dish.parts:
        if masses.get(part.id, 0.0) >= LEAST_GRAMS:
            found = [entry for entry in plate.found if plate.owner[entry.line.id] == part.id]
            lost = [line for line in plate.lost if plate.owner[line.id] == part.id]
            parts[part.id] = salt_in(bounds(found, lost, place), masses[part.id])
    code = _code(mouthful)
    return Salting(mouthful, parts, code, _message(dish, mouthful, parts, code, masses))


def _code(salt: Salt) -> SaltCode:
    low, high = USUAL_SPAN
    if salt.best is None:
        return "unknown"
    if salt.best < low:
        return "less"
    return "more" if salt.best > high else "usual"


def _message(
    dish: Dish,
    mouthful: Salt,
    parts: Mapping[str, Salt],
    code: SaltCode,
    masses: Mapping[str, float],
) -> Message:
    values: dict[str, str | float] = {
        "salt": mouthful.best or mouthful.low, "low": USUAL_SPAN[0], "high": USUAL_SPAN[1],
    }  # fmt: skip
    known = {key: salt.best for key, salt in parts.items() if salt.best is not None}
    if code == "unknown" or len(known) < 2:
        return Message(f"salt_{code}", values)
    top = max(known, key=lambda key: known[key])
    base = max((key for key in known if key != top), key=lambda key: masses[key])
    rest = sum(known[key] * masses[key] / 100 for key in known if key != base)
    # What the base may hold for the mouthful to end in the middle of the usual span.
    room = (sum(USUAL_SPAN) / 2 / 100 * sum(masses[key] for key in known) - rest) / masses[base]
    if known[top] > USUAL_SPAN[1] and room * 100 < USUAL_SPAN[0]:
        names = {part.id: part.name.lower() for part in dish.parts}
        values |= {"top": names[top], "top_salt": known[top], "base": names[base],
                   "room": max(0.0, room * 100)}  # fmt: skip
        return Message(f"salt_{code}_base", values)
    return Message(f"salt_{code}", values)
