"""A step of a recipe as the ledger runs it: which model, how long, how hot, how exposed.

What its words say goes before what is usual. Figures are common practice without a source.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Any

from snabo_core.dish import MethodStep
from snabo_core.method.techniques import techniques
from snabo_core.water.priors import LID_BACK, PRESSES, Prior
from snabo_core.water.steps import BAKED, PANNED, PRESSED, SIMMERED, TECHNIQUES, Step, prior_of

# What each technique of a recipe is to the ledger, where its own name would say something else:
# a book's step of that name goes on to what is drained, a recipe's does not.
_CALLED = {"soak": "steep", "drain": "pour_off", "toast": "dry_saute", "": "season"}
# How far a ring is turned up by what is done on it, where nobody says, and by its words.
_LEVEL = {"sweat": 0.35, "saute": 0.6, "dry_saute": 0.8, "sear": 0.9, "fry": 0.7, "toast": 0.45}
_RINGS = {"low": 0.35, "medium_low": 0.5, "medium": 0.65, "medium_high": 0.8, "high": 1.0}
# Nobody sears for an hour: what a pan is said to do for longer is cooking on, gently; from an
# hour and a half with its lid on, mostly, and from three all the time, as in a slow cooker.
LONG_IN_PAN, LID_MOSTLY, LID_ON = 40.0, 90.0, 180.0
# Pieces in a pan, and in the still air of an oven, dry ever more slowly below this share of water.
SLOWS_AT, SLOWS_IN_OVEN = 0.75, 0.9
# How hard a liquid bubbles against a gentle simmer.
_VIGOUR = {"reduce": 2.0, "boil": 2.0, "deglaze": 2.0, "thicken": 0.5, "add_gradually": 0.5,
           "reheat": 0.5}  # fmt: skip
_RING_VIGOUR = {"low": 0.6, "medium_low": 0.8, "medium": 1.0, "medium_high": 1.5, "high": 2.5}
_GENTLY = re.compile(r"\b(?:gently|barely|slowly|softly)\b", re.IGNORECASE)
GENTLE = 0.6
# Minutes in salt after which the usual share has left, and how much more ever does.
SALTED_MINUTES, MOST_SALTED = 20.0, 1.3
# Only brought to the boil: what leaves before it simmers is little.
_BROUGHT = re.compile(
    r"\b(?:bring|come|comes|brought|heat)\b.*\b(?:to|until)\b.*\b(?:boil|simmer|bubbl)",
    re.IGNORECASE,
)
BROUGHT_MINUTES = (0.5, 2.0)
# m2 that dry per kilogram: pieces on a tray by how they are cut, and the top of a filled tin
# 4.5 cm deep, which is heated from all sides.
_EXPOSED = (
    (0.18, re.compile(r"\b(?:cub|dice|floret|strip|fries|crumb|shred|grated|thin)", re.IGNORECASE)),
    (0.14, re.compile(r"\b(?:wedge|slice|chunk|round|piece|stick|ribbon|chip)", re.IGNORECASE)),
    (0.08, re.compile(r"\b(?:half|halves|whole|cut[\s-]side|head|joint|loaf|skin)", re.IGNORECASE)),
)
PIECES = 0.12
LONG_DRYING = 10.0
TIN, TIN_WARMS = 0.022, 0.066
OVEN_C, GRILL_C = 190.0, 250.0
# Words for how far a sauce is cooked down, and what is left of it.
_LEFT_OVER = (
    (1 / 3, re.compile(r"\b(?:by two[\s-]thirds|to (?:a|one)[\s-]third)\b", re.IGNORECASE)),
    (2 / 3, re.compile(r"\bby (?:about )?(?:a|one)[\s-]third\b", re.IGNORECASE)),
    (3 / 4, re.compile(r"\bby (?:about )?(?:a|one)[\s-]quarter\b", re.IGNORECASE)),
    (1 / 2, re.compile(r"\bby (?:about )?half\b|\bhalved\b|\bto half\b", re.IGNORECASE)),
)
_TOOLS = (
    ("cloth", re.compile(r"\b(?:cloth|muslin|towel|cheesecloth)\b", re.IGNORECASE)),
    ("mesh", re.compile(r"\b(?:sieve|mesh|colander|ricer|strainer)\b", re.IGNORECASE)),
    ("paper", re.compile(r"\bpaper\b", re.IGNORECASE)),
)


@dataclass(frozen=True)
class Around:
    """What surrounds a recipe's step.

    `in_tin` says that several parts lie together in what it is baked in, `in_liquid` that what is
    boiled, soaked or reduced has its liquid among the lines, `watts` are of the household's
    microwave.
    """

    in_tin: bool = False
    in_liquid: bool = False
    watts: float = 800.0


@lru_cache(maxsize=4096)
def step_of_method(step: MethodStep, around: Around, prior: Prior | None = None) -> Step:
    """Return a recipe's step for the ledger.

    Args:
        step: as read and settled.
        around: what it is cooked in and with.
        prior: in place of the technique's, where the food has its own.
    """
    known = _known(step, around)
    low, high = _minutes(step)
    made = Step(
        step.id, known, step.words, cue=step.until, settings=_settings(step, known, around),
        hands_on_minutes=(low, high) if _stands_by(step) else (0.0, 0.0),
        passive_minutes=(0.0, 0.0) if _stands_by(step) else (low, high), prior=prior,
    )  # fmt: skip
    middle = (low + high) / 2
    if prior is None and "minutes" in made.settings and 0 < low < high:
        usual = prior_of(made)
        wide = usual.widened(low / middle, high / middle)
        made = replace(made, prior=wide)
    return made


def _known(step: MethodStep, around: Around) -> str:
    """Return the ledger's name for what a step does, given what is around it."""
    technique = step.technique
    if technique == "boil" and around.in_liquid:
        return "simmer"
    if technique == "soak" and around.in_liquid:
        return "absorb"
    if technique == "blot" and (step.oven_c is not None or step.minutes_high >= LONG_DRYING):
        # "Dry the bread for 25 minutes" is no matter of paper.
        return "roast" if step.oven_c is not None else "air_dry"
    if technique == "reduce" and not around.in_liquid and left_over(step) is None:
        # Onions that are cooked down have no liquid that bubbles away.
        technique = "saute"
    if technique in PANNED and step.minutes_high > LONG_IN_PAN:
        return "simmer"
    known = _CALLED.get(technique, technique)
    return known if known in TECHNIQUES else "season"


def _stands_by(step: MethodStep) -> bool:
    known = techniques().get(step.technique)
    return known is None or known.hands


def _minutes(step: MethodStep) -> tuple[float, float]:
    if step.minutes_high > 0 and "minutes" in step.stated:
        return step.minutes_low, step.minutes_high
    if step.technique in {"simmer", "boil"} and _BROUGHT.search(step.words):
        return BROUGHT_MINUTES
    known = techniques().get(step.technique)
    return known.minutes if known else (0.0, 0.0)


def _settings(step: MethodStep, known: str, around: Around) -> Mapping[str, Any]:
    low, high = _minutes(step)
    middle = (low + high) / 2
    if known in PANNED:
        level = _RINGS.get(step.ring or "", _LEVEL.get(step.technique, 0.6))
        made: dict[str, Any] = {"minutes": middle, "level": level, "slows_at": SLOWS_AT}
    elif known in SIMMERED:
        made = _simmered(step, middle)
    elif known in BAKED:
        made = _baked(step, around, middle)
    elif known == "microwave":
        cover = {"covered": True} if step.covered == "yes" else {}
        return {"watts": step.watts or around.watts, "minutes": middle} | cover
    elif known in PRESSED:
        return {"method": tool_of(step)}
    else:
        return _OTHERS.get(known, {}) | _timed(known, middle)
    return made | _LIDS.get(step.covered or _lid_of(step, known, middle), {})


def _lid_of(step: MethodStep, known: str, minutes: float) -> str:
    """Return how what cooks for hours is covered where nobody says, empty for not at all."""
    if known != "simmer" or minutes < LID_MOSTLY:
        return ""
    if minutes >= LID_ON:
        return "yes"
    return "partly" if step.technique in PANNED else ""


_LIDS: dict[str, dict[str, Any]] = {
    "yes": {"covered": True, "vapour_back": LID_BACK},
    "partly": {"covered": True, "vapour_back": LID_BACK / 2},
}
_OTHERS: dict[str, dict[str, Any]] = {
    "absorb": {"hot": True}, "boil": {"drinks": True}, "steam": {"leach_scale": 0.1},
}  # fmt: skip


def _timed(known: str, minutes: float) -> dict[str, Any]:
    if known == "air_dry":
        return {"minutes": minutes}
    if known == "salt":
        return {"scale": min(MOST_SALTED, (minutes / SALTED_MINUTES) ** 0.5) if minutes else 1.0}
    return {}


def _simmered(step: MethodStep, minutes: float) -> dict[str, Any]:
    left = left_over(step)
    if left is not None:
        return {"minutes": minutes, "to_share": left}
    gentle = _GENTLY.search(step.words) or step.technique in PANNED
    usual = GENTLE if gentle else 1.0
    vigour = _RING_VIGOUR.get(step.ring or "", usual) * _VIGOUR.get(step.technique, 1.0)
    return {"minutes": minutes, "vigour": vigour}


def _baked(step: MethodStep, around: Around, minutes: float) -> dict[str, Any]:
    celsius = step.oven_c or (GRILL_C if step.technique == "grill" else OVEN_C)
    common = {"oven_c": celsius, "minutes": minutes, "slows_at": SLOWS_IN_OVEN}
    if around.in_tin:
        return common | {"exposed_m2_per_kg": TIN, "warms_m2_per_kg": TIN_WARMS}
    exposed = next((area for area, words in _EXPOSED if words.search(step.words)), PIECES)
    return common | {"exposed_m2_per_kg": exposed}


def left_over(step: MethodStep) -> float | None:
    """Return the share of a sauce that its words leave ("reduced by half"), None for no words."""
    words = f"{step.until} {step.words}"
    if step.technique not in SIMMERED:
        return None
    return next((share for share, pattern in _LEFT_OVER if pattern.search(words)), None)


def tool_of(step: MethodStep) -> str:
    """Return what a step presses with, a key of `PRESSES`."""
    if step.technique == "twist":
        return "twist"
    named = next((tool for tool, words in _TOOLS if words.search(step.words)), None)
    usual = "cloth" if step.technique == "wring" else "mesh"
    return named if named in PRESSES else usual
