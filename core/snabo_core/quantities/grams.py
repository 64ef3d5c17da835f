"""From an amount to grams: a weight, a volume by bulk density, or a count by its measure.

Grams are of what is eaten. A weight written for food bought with bones, shells or skin is
brought down to its edible share; the reason says so.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.dish import MAX_GRAMS
from snabo_core.foods import Food
from snabo_core.foods.records import Measure
from snabo_core.quantities.amounts import Amount
from snabo_core.quantities.pieces import CUT_PIECES
from snabo_core.wording import Message

# Why grams are unknown that would be more than a dish holds.
TOO_MUCH = "too_much"
# A kitchen scale read by eye; common practice, no source.
SCALE_SHARE = 0.01
# What a bare number counts ("2 carrots"), the first that a food has.
BARE_COUNTS = ("whole", "medium", "large", "small")
# Counts a bare number may mean where a food has no whole one, if it is the only such count.
SOLE_COUNTS = ("bulb", "head", "loaf", "fillet", "sheet", "piece", "leaf", "stalk", "ball", "ear",
               "link", "cap", "nest", "slice", "block", "spear", "pod", "rasher", "square",
               "cube")  # fmt: skip
CONTAINERS = {"can", "jar", "pack", "bag", "block", "tub", "carton", "box", "tube", "ball",
              "bottle", "punnet", "sleeve"}  # fmt: skip
SEALED = {"can", "jar", "bottle", "tub", "carton"}
# Flour for a board or for turning food in; common practice, no source.
DUSTING = (5.0, 15.0, 30.0)
# A size against the medium one: (low, best, high); common practice, no source.
SIZES: dict[str, tuple[float, float, float]] = {
    "baby": (0.1, 0.22, 0.5), "tiny": (0.3, 0.45, 0.6), "small": (0.5, 0.65, 0.8), "medium": (1.0, 1.0, 1.0),
    "large": (1.2, 1.4, 1.7), "huge": (1.5, 1.8, 2.3),
}  # fmt: skip
# How a spoon or cup is filled: (low, best, high); dry powders heap higher. Common practice.
HEAPS: dict[str, tuple[float, float, float]] = {
    "level": (1.0, 1.0, 1.0), "heaped": (1.1, 1.3, 1.5), "rounded": (1.1, 1.2, 1.35),
    "scant": (0.85, 0.9, 0.97), "generous": (1.02, 1.12, 1.25),
}  # fmt: skip
HEAPED_POWDER = (1.3, 1.5, 1.7)
# What is sharp is sprinkled more sparely than seeds or herbs: a quarter as much.
SHARP, SHARP_SPRINKLE = {"spice", "salt"}, 0.25
OF_A_MILL = {"grind", "grating"}
# A cup is wide: its heap is a smaller share of it than a spoon's. From so many ml on.
HEAPED_CUP, CUP_ML = (1.05, 1.2, 1.35), 100.0
POWDERS = {"starch", "spice", "fibre", "sweetener", "salt", "grain"}
# Share of a tin that is left when its liquid is poured off; common practice, no source.
DRAINED_SHARE = (0.55, 0.6, 0.65)
FISH_DRAINED_SHARE = (0.65, 0.72, 0.8)
# A tin of pulses of 400 g is said to weigh so much when drained, and none is sold that small;
# common practice, no source.
DRAINED_PULSES = (225.0, 255.0)
# Packed with little liquid; from memory.
DRY_PACKED_SHARE = {"sweetcorn": (0.8, 0.86, 0.9)}
# What a tin holds where nobody says: grams (low, best, high); common practice, no source.
USUAL_CAN: dict[str, tuple[float, float, float]] = {
    "drained": (150.0, 240.0, 280.0), "fish": (85.0, 112.0, 150.0), "whole": (390.0, 400.0, 425.0),
}  # fmt: skip
# Share that is eaten of what is bought with its bones, in shells, or whole: (low, best, high);
# common practice, no source.
BONED: dict[str, tuple[float, float, float]] = {
    "meat": (0.58, 0.7, 0.83), "fish": (0.45, 0.58, 0.7), "nut": (0.4, 0.48, 0.55),
    "pulse": (0.33, 0.4, 0.5),
}  # fmt: skip
EDIBLE_DOUBT = 0.12
# Spoons and cups that differ from country to country.
REGIONAL = ("tbsp", "tsp", "cup")
METRIC = {"gram", "kilogram", "millilitre", "litre"}
# A package this many times as heavy as usual is likelier to be all of them.
TWICE = 1.8
# The size of a weight that a line gives of what is left of a tin.
NET = "net"
# Two amounts of one line further apart than this are not the same amount: a US pint and an
# imperial one, a quarter pound and 100 g still are.
DISAGREE = 1.4
# Grams assumed where a line says "to taste" or gives none: (low, best, high), by what it is.
# Common practice, no source; the run asks for what really went in.
TO_TASTE = {"salt": (0.0, 3.0, 8.0), "spice": (0.0, 0.5, 2.0), "herb": (0.0, 3.0, 10.0),
            "oil": (1.0, 5.0, 15.0), "fat_dairy": (1.0, 5.0, 15.0)}  # fmt: skip
# A bottled sauce to taste.
SHARP_SAUCES, DASHED = {"worcestershire", "hot_sauce", "sriracha", "soy_sauce"}, (0.0, 5.0, 20.0)
# What is brushed on a crust, by what it is.
BRUSHED = {"dairy": (0.0, 8.0, 20.0), "plant_milk": (0.0, 8.0, 20.0), "egg": (8.0, 25.0, 50.0)}
DRIED_HERB_TO_TASTE = (0.0, 1.0, 2.5)
# Seeds that are strewn over a dish.
STREWN, STREWN_TO_TASTE = (
    {"sesame_seeds", "black_sesame", "poppy_seeds", "nigella_seeds"},
    (0.0, 4.0, 12.0),
)
# Units whose measure hardly depends on the food: grams (low, best, high); common practice.
USUAL: dict[str, dict[str, tuple[float, float, float]]] = {
    "handful": {"": (10.0, 20.0, 40.0), "herb": (5.0, 12.0, 30.0), "nut": (25.0, 30.0, 45.0),
                "vegetable": (20.0, 35.0, 60.0), "seed": (20.0, 30.0, 40.0),
                "cheese": (20.0, 30.0, 45.0)},
    "little": {"spice": (0.1, 0.5, 1.2), "salt": (0.3, 1.0, 3.0), "herb": (1.0, 3.0, 10.0)},
    "knob": {"fat_dairy": (10.0, 15.0, 20.0), "oil": (8.0, 15.0, 20.0)},
    "sprig": {"herb": (0.5, 1.0, 2.5)},
    "bunch": {"herb": (15.0, 30.0, 80.0)},
    "leaf": {"herb": (0.1, 0.4, 1.0)},
    "stalk": {"herb": (1.0, 2.5, 6.0)},
    "spray": {"oil": (0.2, 0.4, 0.8)},
    "slice": {"vegetable": (8.0, 20.0, 40.0), "root": (8.0, 20.0, 40.0)},
    "scoop": {"dairy": (25.0, 30.0, 35.0)},
}  # fmt: skip

Waste = Literal["none", "trimmed_later", "as_bought", "trimmed_already"]


@dataclass(frozen=True)
class Grams:
    """Grams with their range and the reason in words; all None when nothing is known."""

    low: float | None
    best: float | None
    high: float | None
    reason: Message

    @property
    def assumed(self) -> bool:
        """Whether no amount is written and a usual one is taken."""
        return self.reason.code == "to_taste"


def unknown(code: str, **values: str | float) -> Grams:
    """Return grams nobody can tell, with the reason."""
    return Grams(None, None, None, Message(code, values))


def weigh(
    amount: Amount | None,
    food: Food,
    form: str,
    *,
    waste: Waste = "none",
    by_taste: bool = False,
) -> Grams:
    """Return the grams of an amount of a food, as eaten.

    Args:
        amount: what the line asks for, None if it gives no amount.
        food: the matched food.
        form: the form of it that the line means.
        waste: what a written weight includes: nothing to throw away, something that is trimmed
            later ("peeled"), all of it as bought ("bone-in"), or nothing any more ("trimmed
            weight"). Food that is always sold with bones or shells counts as bought.
        by_taste: the line says to taste, for frying, for greasing or the like.

    Returns:
        The grams; unknown where no kitchen holds so much: "broccoli 150" counts no heads.
    """
    if amount is None:
        return _by_taste(food, form, noted=by_taste)
    return in_a_kitchen(_weighed(amount, food, form, waste), food)


def in_a_kitchen(grams: Grams, food: Food) -> Grams:
    """Return grams, unknown with the reason where they are more than a dish can hold."""
    if grams.high is not None and grams.high > MAX_GRAMS:
        return unknown(TOO_MUCH, food=food.name)
    return grams


def _weighed(amount: Amount, food: Food, form: str, waste: Waste) -> Grams:
    if waste == "none" and "with_waste" in food.tags:
        waste = "as_bought"
    again = amount.again
    if again is not None:
        told = _told_again(amount, again, food, form, waste)
        if told is not None:
            return told
    if amount.each is not None:
        return _packages(amount, food, form, waste)
    unit = amount.unit
    if unit is None or (unit.id == "piece" and "piece" not in food.counts):
        return _bare_count(amount, food)
    if unit.kind == "mass":
        return _weight(amount, unit.size or 1.0, food, waste)
    if unit.kind == "vague" and food.food_class in USUAL.get(unit.id, {}):
        low, best, high = USUAL[unit.id][food.food_class]
        usual = Measure(unit.id, best, low, high, "common practice")
        return _measured(amount, usual, sized=amount.size is None)
    if unit.kind == "count":
        return _counted(amount, food, form, unit.id)
    return _volume(amount, food, form)


def _told_again(amount: Amount, again: Amount, food: Food, form: str, waste: Waste) -> Grams | None:
    """Weigh what a bracket says of the same amount: a mass, or mL of a spoon."""
    if _alike(amount, again):
        # Both are meant: the first is the amount, the other bears on its range.
        first, other = (
            weigh(replace(one, again=None), food, form, waste=waste) for one in (amount, again)
        )
        if first.low is None or other.low is None or first.high is None or other.high is None:
            return first
        return replace(first, low=min(first.low, other.low), high=max(first.high, other.high))
    if again.size == NET:
        return _weight(again, (again.unit.size if again.unit else None) or 1.0, food, waste)
    if again.weighs:
        size = again.unit.size if again.unit else 1.0
        long = amount.unit is not None and amount.unit.id == "inch"
        if not long and (again.size == "each" or _means_each(amount, again, food)):
            packed = replace(
                amount, each=again.best, each_unit=again.unit, again=None,
                told_behind=again.size != "each",
            )  # fmt: skip
            return _packages(packed, food, form, waste)
        return _weight(again, size or 1.0, food, waste)
    unit = amount.unit
    plain = unit is None or (unit.kind == "count" and unit.id not in CONTAINERS)
    # "150 g (1 cup) rice": the scale beats the cup.
    weighed = unit is not None and unit.kind == "mass"
    if again.unit is None or again.unit.kind != "volume" or weighed:
        return None
    if plain and _bare_or_counted(amount, food, form).best is not None:
        return None
    if again.size == "each":
        # "2 bottles passata (1.4 l in all)" were told as what each of them holds.
        again = again.scaled(amount.best)
    return _volume(again, food, form)


def _alike(amount: Amount, again: Amount) -> bool:
    """Tell two amounts in the same kind of unit: "600 ml (1 pint)", "200 g (7 oz)"."""
    if amount.unit is not None and amount.unit.id.startswith(REGIONAL):
        # "2 tbsp (40 ml)" says whose spoon is meant.
        return False
    kinds = [one.unit.kind if one.unit else None for one in (amount, again)]
    return kinds in (["mass", "mass"], ["volume", "volume"]) and again.size not in {"each", NET}


def disagrees(amount: Amount | None) -> bool:
    """Tell a line whose two amounts cannot both be meant: "300 ml/1 pint"."""
    if amount is None or amount.again is None or not _alike(amount, amount.again):
        return False
    first, other = (
        one.best * ((one.unit.size if one.unit else None) or 1.0) for one in (amount, amount.again)
    )
    return first > 0 and other > 0 and not 1 / DISAGREE <= first / other <= DISAGREE


def _means_each(amount: Amount, again: Amount, food: Food) -> bool:
    """Tell whether "(150 g)" behind a count is each one's weight: by what one usually weighs."""
    if amount.unit is not None and amount.unit.id in SEALED:
        return True
    if amount.best <= 1 or (amount.unit is not None and amount.unit.kind != "count"):
        return False
    one = _bare_or_counted(replace(amount, low=1.0, best=1.0, high=1.0), food, food.default_form)
    if one.best is None:
        return False
    said = again.best * ((again.unit.size if again.unit else None) or 1.0)
    as_each = abs(math.log(max(said, 0.1) / one.best))
    as_whole = abs(math.log(max(said / amount.best, 0.1) / one.best))
    return as_each < as_whole


def _bare_or_counted(amount: Amount, food: Food, form: str) -> Grams:
    if amount.unit is None:
        return _bare_count(amount, food)
    return _counted(amount, food, form, amount.unit.id)


def _eaten(food: Food) -> tuple[float, float, float]:
    """Return the share that is eaten of a food as bought, (low, best, high)."""
    if food.edible_share < 1:
        best = food.edible_share
        return max(best - EDIBLE_DOUBT, 0.05), best, min(best + EDIBLE_DOUBT, 1.0)
    return BONED.get(food.food_class, (0.6, 0.75, 0.9))


def _weight(amount: Amount, size: float, food: Food, waste: Waste) -> Grams:
    low, best, high = (size * x for x in (amount.low, amount.best, amount.high))
    doubt = SCALE_SHARE if amount.stated else 0.05
    if waste == "as_bought":
        least, share, most = _eaten(food)
        reason = Message("weight_as_bought", {"share": share})
        return Grams(low * least, best * share, high * most, reason)
    if waste == "trimmed_later" and food.edible_share < 1:
        # Most recipes weigh as bought, many after trimming: the middle of the two.
        share = (1 + food.edible_share) / 2
        reason = Message("weight_maybe_before_trimming", {"share": food.edible_share})
        return Grams(low * food.edible_share, best * share, high * (1 + doubt), reason)
    return Grams(low * (1 - doubt), best, high * (1 + doubt), Message("weight_written", {}))


def _packages(amount: Amount, food: Food, form: str, waste: Waste) -> Grams:
    unit = amount.each_unit
    each = (amount.each or 0.0) * ((unit.size if unit else None) or 1.0)
    if _means_all(amount, each, food):
        each /= amount.best
    if unit is not None and unit.kind == "volume":
        density = food.density(form)
        each *= density.best if density else 1.0
    tinned = amount.unit is not None and amount.unit.id in SEALED
    if tinned and form == "drained":
        usual = FISH_DRAINED_SHARE if food.food_class == "fish" else DRAINED_SHARE
        shares = DRY_PACKED_SHARE.get(food.key, usual)
        if _is_drained(each, food):
            shares = (shares[0], 1.0, 1.0 + SCALE_SHARE)
        drained = Message("can_drained", {"each": each, "share": shares[1]})
        written = Message("package_written", {"each": each})
        reason = written if _is_drained(each, food) else drained
    elif waste == "as_bought":
        shares = _eaten(food)
        reason = Message("weight_as_bought", {"share": shares[1]})
    elif waste == "trimmed_later" and food.edible_share < 1:
        shares = (food.edible_share, (1 + food.edible_share) / 2, 1 + SCALE_SHARE)
        reason = Message("weight_maybe_before_trimming", {"share": food.edible_share})
    else:
        shares = (1 - SCALE_SHARE, 1.0, 1 + SCALE_SHARE)
        reason = Message("package_written", {"each": each})
    counts = (amount.low, amount.best, amount.high)
    low, best, high = (c * s * each for c, s in zip(counts, shares, strict=True))
    return Grams(low, best, high, reason)


def _means_all(amount: Amount, grams: float, food: Food) -> bool:
    """Tell a bracket that weighs all packages: "2 sachets (14 g) yeast", "2 tins (800 g)".

    A tin of 28 oz is sold, so ounces are of each.
    """
    if amount.unit is None or not amount.told_behind or amount.best <= 1:
        return False
    known = food.counts.get(amount.unit.id)
    if amount.unit.id in SEALED:
        if _is_drained(grams / amount.best, food):
            return True
        metric = amount.each_unit is not None and amount.each_unit.id in METRIC
        least, one, most = USUAL_CAN["whole"] if metric else (0.0, 0.0, 0.0)
    elif known is not None:
        least, one, most = known.low, known.grams, known.high
    else:
        return False
    return least <= grams / amount.best <= most and grams > TWICE * one


def _is_drained(grams: float, food: Food) -> bool:
    """Tell what a tin of pulses weighs without its liquid: "1 tin chickpeas (240 g)"."""
    least, most = DRAINED_PULSES
    return food.food_class == "pulse" and least <= grams <= most


def _heap(amount: Amount, food: Food, form: str) -> tuple[float, float, float]:
    if amount.heap is None:
        return 1.0, 1.0, 1.0
    dry = food.food_class in POWDERS or form in {"ground", "dry"}
    if amount.heap == "heaped" and amount.unit is not None and (amount.unit.size or 0) >= CUP_ML:
        return HEAPED_CUP
    return HEAPED_POWDER if amount.heap == "heaped" and dry else HEAPS[amount.heap]


def _volume(amount: Amount, food: Food, form: str) -> Grams:
    unit, density = amount.unit, food.density(form)
    if unit is not None and unit.id in food.counts:
        # What this household's own cup of it weighs goes before any bulk density.
        return _measured(amount, food.counts[unit.id])
    if unit is None or density is None:
        return unknown("no_density", food=food.name)
    if unit.id in OF_A_MILL and food.food_class not in SHARP:
        # "2 turns of olive oil" are no turns of a mill.
        return unknown("no_batch", food=food.name)
    low_ml, best_ml, high_ml = unit.vague or ((unit.size or 0.0,) * 3)
    if amount.size and unit.kind == "vague":
        less, by, more = SIZES[amount.size]
        low_ml, best_ml, high_ml = low_ml * less, best_ml * by, high_ml * more
    if unit.id == "sprinkling" and food.food_class in SHARP:
        low_ml, best_ml, high_ml = (ml * SHARP_SPRINKLE for ml in (low_ml, best_ml, high_ml))
    low_heap, heap, high_heap = _heap(amount, food, form)
    # A millilitre's grams say nothing once they are rounded; a hundred's do.
    count = 1 if best_ml > 1 else 100
    values: dict[str, str | float] = {
        "count": count,
        "unit": unit.name,
        "grams": count * best_ml * density.best * heap,
        "form": form,
    }
    return Grams(
        amount.low * low_ml * density.low * low_heap,
        amount.best * best_ml * density.best * heap,
        amount.high * high_ml * density.high * high_heap,
        Message("volume_by_density", values),
    )


def _measured(amount: Amount, measure: Measure, *, sized: bool = True) -> Grams:
    low, best, high, unit = measure.low, measure.grams, measure.high, measure.unit
    if amount.size and not sized:
        # "1 large at 420 g", "1 large clove at 4 g".
        named = amount.size if amount.size in SIZES else "medium"
        unit = named if unit in SIZES else f"{named} {unit}"
        less, by, more = SIZES.get(amount.size, SIZES["medium"])
        low, best, high = measure.grams * less, measure.grams * by, measure.grams * more
        low = min(low, measure.low) if amount.size == "small" else max(low, measure.low)
        high = max(high, measure.high) if amount.size == "large" else min(high, measure.high)
        low, high = min(low, best), max(high, best)
    return Grams(
        amount.low * low,
        amount.best * best,
        amount.high * high,
        Message("count_by_measure", {"unit": unit, "grams": best, "source": measure.source}),
    )


def _bare_count(amount: Amount, food: Food) -> Grams:
    if amount.size in food.counts:
        return _measured(amount, food.counts[amount.size or ""])
    for name in BARE_COUNTS:
        if name in food.counts:
            return _measured(amount, food.counts[name], sized=amount.size in {name, None})
    sole = [name for name in SOLE_COUNTS if name in food.counts]
    if food.food_class == "herb" and sole[:1] == ["leaf"]:
        # "1 pot basil" is not one leaf of it.
        return unknown("no_count", food=food.name)
    if food.food_class == "meat" and sole[:1] == ["slice"]:
        # "1 turkey" is not one slice of it.
        return unknown("no_count", food=food.name)
    if sole and not {"clove", "stick"} & set(food.counts):
        return _measured(amount, food.counts[sole[0]], sized=amount.size is None)
    return unknown("no_count", food=food.name)


def _counted(amount: Amount, food: Food, form: str, unit: str) -> Grams:
    if unit in {"head", "bulb"} and amount.size in food.counts and unit not in food.counts:
        return _measured(amount, food.counts[amount.size or ""])
    # A stick of carrot is no carrot.
    cut_from = unit in {"stick", "round", "square"} and food.food_class in CUT_UP
    for name in (unit, *(() if unit == "round" and cut_from else ALIKE.get(unit, ()))):
        if name in food.counts:
            return _measured(amount, food.counts[name], sized=amount.size is None)
    # Beans come in cartons as they come in tins.
    if unit == "can" or (unit == "carton" and form in {"drained", "tinned"}):
        kind = "fish" if food.food_class == "fish" else form
        low, best, high = USUAL_CAN.get(kind, USUAL_CAN["whole"])
        usual = Measure("can", best, low, high, "usual size, common practice")
        return _measured(amount, usual, sized=amount.size is None)
    kinds = USUAL.get(unit, {})
    triple = kinds.get(food.food_class) or kinds.get("")
    if triple is not None:
        # A slice of a radish weighs no more than a part of it.
        most = _slice_of(food) if unit == "slice" else 1.0
        low, best, high = (grams * most for grams in triple)
        usual = Measure(unit, best, low, high, "common practice")
        return _measured(amount, usual, sized=amount.size is None)
    if unit in CONTAINERS:
        return unknown("no_package_size", food=food.name, unit=unit)
    if not cut_from and unit in COUNTED_WHOLE:
        return _bare_count(amount, food)
    if unit in CUT_PIECES:
        return unknown("no_piece", food=food.name, unit=unit)
    return unknown("no_count", food=food.name)


SLICE_SHARE = 0.15


def _slice_of(food: Food) -> float:
    """Return how much smaller than usual a slice of a small food is, at most 1."""
    whole = food.counts.get("medium") or food.counts.get("whole") or food.counts.get("head")
    usual = USUAL["slice"].get(food.food_class)
    if whole is None or usual is None:
        return 1.0
    return min(1.0, SLICE_SHARE * whole.grams / usual[1])


# A count of these is a count of the food where it has no weight of its own.
COUNTED_WHOLE = {"head", "bulb", "stalk", "stick", "piece", "round", "fillet", "square"}
# What is cut up before it is counted so.
CUT_UP = {"vegetable", "root", "squash", "fruit", "mushroom"}
# Other words for the same measure of a food.
ALIKE: dict[str, tuple[str, ...]] = {
    "stalk": ("stick", "rib"), "stick": ("stalk", "rib"), "rib": ("stalk", "stick"),
    "rasher": ("slice",), "slice": ("rasher",), "pack": ("bag", "box", "block", "tub"),
    "bag": ("pack",), "tub": ("pack", "carton"), "carton": ("pack", "tub"), "box": ("pack",),
    "head": ("bulb",), "bulb": ("head",), "bottle": ("jar",), "jar": ("can", "bottle"),
    "thumb": ("inch", "piece"), "inch": ("thumb",), "knob": ("thumb", "inch"), "cap": ("medium",),
    "pod": ("medium",), "joint": ("piece",), "round": ("medium",),
    "link": ("medium",), "fillet": ("medium",), "ear": ("medium",), "square": ("cube",),
    "strip": ("rasher",), "block": ("pack",), "handful": ("handful",),
}  # fmt: skip


def prior_of(food: Food, form: str = "") -> Grams:
    """Return the usual little of a seasoning or fat that no amount is given for."""
    kind = "salt" if "salt" in food.tags and food.food_class == "salt" else food.food_class
    prior = TO_TASTE.get(kind)
    if kind == "herb" and form == "dry":
        prior = DRIED_HERB_TO_TASTE
    if food.key in STREWN:
        prior = STREWN_TO_TASTE
    if prior is None:
        return unknown("no_amount", food=food.name)
    return Grams(prior[0], prior[1], prior[2], Message("to_taste", {}))


def _by_taste(food: Food, form: str, *, noted: bool) -> Grams:
    """Seasonings may lack an amount; fats only where the line says what they are for."""
    if food.key == "water":
        return Grams(0.0, 0.0, 0.0, Message("water_unmeasured", {}))
    if food.free_fat == "spray":
        return Grams(0.2, 0.8, 2.5, Message("to_taste", {}))
    if food.food_class in {"oil", "fat_dairy"} and not noted:
        return unknown("no_amount", food=food.name)
    if food.food_class == "starch" and noted:
        return Grams(*DUSTING, Message("to_taste", {}))
    if food.key in SHARP_SAUCES and noted:
        return Grams(*DASHED, Message("to_taste", {}))
    return prior_of(food, form)
