"""Kitchen units as explicit ids, their sizes by pint, and the words people write for them."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Literal

import pint
from rapidfuzz.distance import OSA

from snabo_core.quantities.vocabulary import class_of

UnitKind = Literal["mass", "volume", "count", "vague"]
# A fan oven does at 20 C less what a still one does; common practice, no source.
FAN_BELOW = 20.0
MOST_GAS = 10.0
_LOW_GAS = {0.5: 250.0, 0.25: 225.0}
SYSTEMS = ("metric", "us", "australia")

# US customary measures as legally defined; metric and Australian spoons, common practice.
DEFINITIONS = """
gram = [mass] = g
kilogram = 1000 * gram = kg
milligram = 0.001 * gram = mg
pound = 453.59237 * gram = lb
ounce = 28.349523125 * gram = oz
stick_us = 113.4 * gram
millilitre = [capacity] = ml
centilitre = 10 * millilitre = cl
decilitre = 100 * millilitre = dl
litre = 1000 * millilitre = l
cup_us = 236.588 * millilitre
cup_metric = 250 * millilitre
tbsp_us = 14.787 * millilitre
tbsp_metric = 15 * millilitre
tbsp_au = 20 * millilitre
tsp_us = 4.929 * millilitre
tsp_metric = 5 * millilitre
fl_oz_us = 29.574 * millilitre
fl_oz_uk = 28.413 * millilitre
pint_us = 473.176 * millilitre
pint_uk = 568.261 * millilitre
quart_us = 946.353 * millilitre
quart_uk = 1136.522 * millilitre
gill_us = 118.294 * millilitre
gill_uk = 142.065 * millilitre
"""


@dataclass(frozen=True)
class Unit:
    """A unit: `size` is grams for a mass and mL for a volume, None for counts and vague ones."""

    id: str
    kind: UnitKind
    name: str
    size: float | None = None
    vague: tuple[float, float, float] | None = None


@cache
def registry() -> pint.UnitRegistry[float]:
    """Return the small registry of kitchen units."""
    return pint.UnitRegistry(DEFINITIONS.strip().splitlines())


def _sized(identity: str, kind: UnitKind, name: str) -> Unit:
    base = "gram" if kind == "mass" else "millilitre"
    return Unit(identity, kind, name, float(registry().Quantity(1, identity).to(base).magnitude))


def _vague(
    identity: str, low_ml: float, best_ml: float, high_ml: float, *, name: str | None = None
) -> Unit:
    return Unit(identity, "vague", name or identity, best_ml, (low_ml, best_ml, high_ml))


TSP = 4.929
UNITS: dict[str, Unit] = {
    unit.id: unit
    for unit in (
        _sized("gram", "mass", "g"),
        _sized("kilogram", "mass", "kg"),
        _sized("milligram", "mass", "mg"),
        _sized("pound", "mass", "lb"),
        _sized("ounce", "mass", "oz"),
        _sized("stick_us", "mass", "stick"),
        _sized("millilitre", "volume", "ml"),
        _sized("centilitre", "volume", "cl"),
        _sized("decilitre", "volume", "dl"),
        _sized("litre", "volume", "l"),
        _sized("cup_us", "volume", "cup"),
        _sized("cup_metric", "volume", "cup"),
        _sized("tbsp_us", "volume", "tbsp"),
        _sized("tbsp_metric", "volume", "tbsp"),
        _sized("tbsp_au", "volume", "tbsp"),
        _sized("tsp_us", "volume", "tsp"),
        _sized("tsp_metric", "volume", "tsp"),
        _sized("fl_oz_us", "volume", "fl oz"),
        _sized("fl_oz_uk", "volume", "fl oz"),
        _sized("pint_us", "volume", "pint"),
        _sized("pint_uk", "volume", "pint"),
        _sized("quart_us", "volume", "quart"),
        _sized("quart_uk", "volume", "quart"),
        _sized("gill_us", "volume", "gill"),
        _sized("gill_uk", "volume", "gill"),
        # Vague pours and pinches as intervals in mL (low, best, high); common practice, no source.
        _vague("pinch", TSP / 16, TSP / 12, TSP / 8),
        _vague("dash", TSP / 16, TSP / 8, TSP / 4),
        _vague("smidgen", TSP / 48, TSP / 32, TSP / 24),
        _vague("drizzle", TSP / 2, TSP, 3 * TSP),
        _vague("splash", TSP, 2 * TSP, 3 * TSP),
        _vague("drop", 0.03, 0.05, 0.1, name="drops"),
        _vague("squeeze", TSP / 2, TSP, 3 * TSP),
        _vague("glug", 2 * TSP, 3 * TSP, 6 * TSP),
        _vague("spoonful", 2 * TSP, 3 * TSP, 5 * TSP),
        # A West African pot spoon.
        _vague("cookingspoon", 25, 40, 60),
        # The tin a soup came in, filled again.
        _vague("soupcan", 280, 300, 330, name="soup cans"),
        _vague("squirt", TSP / 2, TSP, 2 * TSP),
        _vague("touch", TSP / 32, TSP / 8, TSP / 2),
        _vague("sprinkling", TSP / 4, TSP, 3 * TSP),
        # A turn of a mill, a few strokes of a fine grater.
        _vague("grind", TSP / 80, TSP / 48, TSP / 24, name="turns of a mill"),
        _vague("grating", TSP / 32, TSP / 12, TSP / 6, name="gratings"),
        _vague("little", TSP / 4, TSP, 2 * TSP),
        _vague("dessertspoon", 9, 10, 15),
        _vague("coffeespoon", 2, 3, 5),
        _vague("saltspoon", TSP / 5, TSP / 4, TSP / 3),
        _vague("teacup", 140, 170, 190),
        _vague("katori", 150, 175, 200),
        _vague("glass", 180, 220, 250),
        _vague("wineglass", 100, 130, 160, name="wine glasses"),
        _vague("mug", 240, 280, 330),
        _vague("shot", 25, 30, 44),
    )
}
COUNTS = (
    "clove", "head", "can", "slice", "bulb", "bunch", "stalk", "stick", "rib", "leaf", "sprig",
    "floret", "fillet", "sheet", "jar", "pack", "bag", "block", "ball", "tub", "carton",
    "punnet", "sleeve", "rasher", "knob", "thumb", "piece", "handful", "cube", "ear", "cap", "nest",
    "tube", "tuber", "loaf", "link", "pat", "log", "box", "spear", "pod", "bottle", "ring", "inch",
    "spray", "second", "ladle", "scoop", "square", "strand", "round", "rack", "side", "joint", "wedge", "segment",
)  # fmt: skip
UNITS.update((word, Unit(word, "count", word)) for word in COUNTS)

# Words as people write them, singular; those that differ by system come from BY_SYSTEM.
WORDS: dict[str, str] = {
    "g": "gram", "gr": "gram", "gm": "gram", "gram": "gram", "gramme": "gram",
    "kg": "kilogram", "kilo": "kilogram", "k": "kilogram", "kilogram": "kilogram", "mg": "milligram",
    "lb": "pound", "pound": "pound", "oz": "ounce", "ounce": "ounce",
    "ml": "millilitre", "millilitre": "millilitre", "milliliter": "millilitre",
    "cl": "centilitre", "dl": "decilitre", "l": "litre", "litre": "litre", "liter": "litre",
    "bu": "bunch", "tin": "can", "packet": "pack", "pkg": "pack",
    "package": "pack", "pkt": "pack", "pack": "pack", "env": "pack", "envelope": "pack", "cc": "millilitre", "dsp": "dessertspoon",
    "dollop": "spoonful", "dod": "knob", "lug": "glug", "rasher": "rasher", "strip": "rasher", "inche": "inch",
    "teacupful": "teacup", "bundle": "bunch", "tooth": "clove", "teeth": "clove", "toothe": "clove",
    "pc": "piece", "pcs": "piece", "nos": "piece", "pce": "piece", "sec": "second", "dessertspoonful": "dessertspoon",
    "dstspn": "dessertspoon", "saltspoonful": "saltspoon", "swig": "glug", "slug": "glug",
    "sprinkle": "sprinkling", "scattering": "sprinkling", "hint": "touch", "whisper": "touch",
    "scrap": "touch", "lick": "touch", "dribble": "drizzle", "trickle": "drizzle", "blob": "spoonful",
    "grinding": "grind", "twist": "grind", "turn": "grind", "grate": "grating", "spoon": "spoonful", "fistful": "handful", "hndfl": "handful", "cob": "ear", "lemonlike": "piece",
    "stk": "stick", "bch": "bunch", "bnch": "bunch", "btl": "bottle", "clv": "clove", "rshr": "rasher", "slc": "slice", "kilogramme": "kilogram", "gms": "gram", "grm": "gram", "milliltre": "millilitre", "ltr": "litre",
    "decilitre": "decilitre", "centilitre": "centilitre", "deciliter": "decilitre", "mils": "millilitre", "mls": "millilitre", "tetrapak": "carton",
    "branch": "sprig", "twig": "sprig", "frond": "sprig", "nub": "thumb", "knuckle": "thumb", "lobe": "clove",
    "slosh": "splash", "brick": "block", "tumbler": "glass", "curl": "knob", "nugget": "knob", "pouch": "pack", "tray": "pack", "pottle": "tub", "floweret": "floret", "canister": "can", "shaving": "sheet",
    "filet": "fillet", "container": "tub", "pot": "tub", "sachet": "pack", "stem": "stalk",
    "crown": "head", "shake": "dash", "blade": "stalk",
    "gousse": "clove", "spicchio": "clove", "spicchi": "clove", "diente": "clove", "zehe": "clove",
    "zehen": "clove", "ząbek": "clove", "ząbki": "clove", "bund": "bunch", "stange": "stalk", "stangen": "stalk",
    "tranche": "slice", "scheibe": "slice", "scheiben": "slice", "prise": "pinch",
}  # fmt: skip
WORDS.update((word, word) for word in COUNTS)
WORDS.update((unit.id, unit.id) for unit in UNITS.values() if unit.kind == "vague")
SYSTEM_WORDS: dict[str, str] = {
    "cup": "cup", "c": "cup", "tbsp": "tbsp", "tablespoon": "tbsp", "tbs": "tbsp", "tb": "tbsp",
    "tblsp": "tbsp", "tbl": "tbsp", "tblespoon": "tbsp", "tbsps": "tbsp", "tbps": "tbsp",
    "tbspn": "tbsp", "tablespoonful": "tbsp", "tbls": "tbsp", "tablesp": "tbsp",
    "el": "tbsp", "tl": "tsp", "ss": "tbsp", "cs": "tbsp", "kaffeelöffel": "tsp", "cucharadas": "tbsp", "msk": "tbsp", "tsk": "tsp", "spsk": "tbsp", "esslöffel": "tbsp",
    "teelöffel": "tsp", "łyżka": "tbsp", "łyżki": "tbsp", "łyżek": "tbsp", "łyżeczka": "tsp",
    "łyżeczki": "tsp", "cucharada": "tbsp", "cucharadita": "tsp", "cucchiaio": "tbsp",
    "cucchiai": "tbsp", "cucchiaino": "tsp", "cucchiaini": "tsp", "eetlepel": "tbsp",
    "theelepel": "tsp", "tsp": "tsp", "teaspoon": "tsp", "teasp": "tsp", "tspn": "tsp", "tps": "tsp", "ts": "tsp",
    "teaspoonful": "tsp", "cupful": "cup", "cupsful": "cup", "fl oz": "fl_oz", "floz": "fl_oz",
    "pint": "pint", "pt": "pint", "quart": "quart", "qt": "quart", "gill": "gill",
}  # fmt: skip
BY_SYSTEM: dict[str, dict[str, str]] = {
    "metric": {"cup": "cup_metric", "tbsp": "tbsp_metric", "tsp": "tsp_metric",
               "fl_oz": "fl_oz_uk", "pint": "pint_uk", "quart": "quart_us", "gill": "gill_uk"},
    "us": {"cup": "cup_us", "tbsp": "tbsp_us", "tsp": "tsp_us",
           "fl_oz": "fl_oz_us", "pint": "pint_us", "quart": "quart_us", "gill": "gill_us"},
    "australia": {"cup": "cup_metric", "tbsp": "tbsp_au", "tsp": "tsp_metric",
                  "fl_oz": "fl_oz_uk", "pint": "pint_uk", "quart": "quart_us", "gill": "gill_uk"},
}  # fmt: skip


def unit_for(word: str, system: str, own: Collection[str] = ()) -> Unit | None:
    """Return the unit a written word means in a unit system, None if it is no unit.

    A capital T is a tablespoon and a small t a teaspoon; otherwise case does not count.
    `own` are a household's words for measures, which count where no kitchen unit fits.
    """
    if word.rstrip(".") in {"T", "t"}:
        return UNITS[BY_SYSTEM[system]["tbsp" if word.startswith("T") else "tsp"]]
    plain = word.lower().rstrip(".")
    for form in (plain, plain.removesuffix("s"), plain.removesuffix("es"), _leaves(plain)):
        if form in SYSTEM_WORDS:
            return UNITS[BY_SYSTEM[system][SYSTEM_WORDS[form]]]
        if form in WORDS:
            return UNITS[WORDS[form]]
        if form in own:
            return Unit(form, "count", form)
    if plain == "imperialpint":
        return UNITS["pint_uk"]
    near = _nearest_unit(plain)
    return unit_for(near, system, own) if near else None


# Long unit words that are misspelt now and then; a word one letter off means them.
_LONG = ("tablespoon", "tablespoons", "teaspoon", "teaspoons", "ounce", "ounces", "pound",
         "pounds", "grams", "kilogram", "millilitre", "litre", "litres", "clove", "cloves",
         "handful", "handfuls", "pinch", "bunch", "sprigs", "slice", "slices", "packet",
         "rasher", "rashers")  # fmt: skip


@lru_cache(maxsize=4096)
def _nearest_unit(word: str) -> str | None:
    if len(word) < 5 or class_of(word) is not None:
        return None
    for unit in _LONG:
        reach = 2 if len(unit) >= 8 else 1
        if word[0] == unit[0] and OSA.distance(word, unit, score_cutoff=reach) <= reach:
            return unit
    return None


def _leaves(word: str) -> str:
    return {"leaves": "leaf", "loaves": "loaf"}.get(word, word)


def gas_celsius(mark: float) -> float | None:
    """Return what a gas mark is in C, None where there is no such mark.

    They are 25 F apart from mark 1 at 275 F; a half is 250 F, a quarter 225 F.
    """
    fahrenheit = 250 + 25 * mark if 1 <= mark <= MOST_GAS else _LOW_GAS.get(mark)
    return None if fahrenheit is None else (fahrenheit - 32) / 1.8
