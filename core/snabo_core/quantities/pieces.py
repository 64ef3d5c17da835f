"""What a number without a unit counts: pieces of a food, parts of it, or whole animals."""

from __future__ import annotations

import re
from dataclasses import replace

from snabo_core.foods import Food
from snabo_core.quantities.amounts import Amount
from snabo_core.quantities.numbers import spell_numbers

# Of these a food has many: without a weight for one nobody knows what they weigh.
PARTS = {"leaf", "frond", "floret", "spear"}
# What a food is cut into: of these it takes many to make one.
CUT_PIECES = {
    "slice", "wedge", "stick", "strip", "segment", "ribbon", "ring", "round", "chunk", "cube",
    "triangle", "baton", "matchstick", "disc", "coin", "shaving", "curl", "steak",
}  # fmt: skip
HEAVIEST_LEAF = 30.0
_LEAVES = re.compile(r"[^,(;]*(?<!outer )(?<!loose )\b(?:leaf|leaves|fronds?)\b", re.IGNORECASE)
_WHOLE_FISH = re.compile(r"\b(?:whole|gutted)\b", re.IGNORECASE)
_BABY = re.compile(r"\bbaby\b", re.IGNORECASE)
# What is named after the whole of an animal, or after a large part that is roasted in one.
_JOINT = re.compile(
    r"\b(?:legs? of|joints?|haunch(?:es)?|saddles?|shoulders?|crowns?|whole|carcass|slabs?|knuckles?)\b",
    re.IGNORECASE,
)
LIGHTEST_JOINT = 400.0
# Roasts that are sold on the bone; pork and beef come boned and rolled as often. Common practice,
# no source.
_ON_THE_BONE = re.compile(
    r"\b(?:legs?|shoulders?|haunch|saddle|racks?|knuckle|carcass) of (?!pork\b|beef\b|veal\b)|"
    r"\bcrowns? of |\bwhole (?:turkey|duck|goose|rabbit|pheasant)\b|"
    r"^\W*(?:1|2|an?|one|two) (?:duck|goose|rabbit|pheasant|turkey)\b(?=$|\s*[,;(]| about)|"
    r"\bturkey (?:crown|legs?|drumsticks?|wings?)\b|\bduck legs?\b",
    re.IGNORECASE,
)
_CUT_OFF_THE_BONE = re.compile(
    r"\b(?:(?<!into )dice[ds]?|cubed?|cubes|minced?|ground|strips?|chunks?|sliced|slices|"
    r"chopped|shredded|steaks?|boned|boneless|rolled|skinless|skinned|bite[\s-]?sized?|fillets?|"
    r"off the bone|meat)\b|\bcut in(?:to)? (?:small |large |big )?(?:bits|dice)\b",
    re.IGNORECASE,
)
_ON_ITS_BONES = re.compile(
    r"\b(?:whole|joint(?:s|ed)?|pieces|portion(?:s|ed)|cut up|quartered|bones?|skin[\s-]on)\b",
    re.IGNORECASE,
)
_WIDE = re.compile(
    r"(?<![\d.])(?P<n>\d{1,2}(?:\.\d)?)\s?-?\s?(?P<unit>cm|inch(?:es)?|in\b|[\"”″])", re.IGNORECASE
)
CM_PER_INCH, NARROWEST, WIDEST = 2.54, 8.0, 40.0
_BRUSHED = re.compile(r"\b(?:to|for) (?:brush|glaz)(?:e|ing)?\b|\begg[- ]?wash\b", re.IGNORECASE)
# A bird weighs at least this; less of it that nobody calls whole is more often meat.
LIGHTEST_BIRD = 1000.0
_ONLY_PART = re.compile(
    r"\b(?P<which>white|pale|green|dark green|tender)s?(?: and (?:pale|light)[a-z ]*)?"
    r"(?: parts?| ends?| bits?)? only\b|\bcrusts? (?:off|removed|cut off)\b|"
    r"\b(?:thick|thin|solid|creamy|woody|leafy|fat|lean|top|bottom|middle)(?: parts?| ends?| bits?)? only\b",
    re.IGNORECASE,
)
_MEASURED_BY = re.compile(
    r"^(?:[a-z-]+\s+)?(?P<by>[a-z-]+)(?=\s+of\s+(?!the\b|a\b|an\b))", re.IGNORECASE
)
# What stands before "of" and measures nothing, or what a whole food is called by.
_NO_MEASURE = set(
    "rest half quarter third some plenty lots couple pair dozen most all more bit bits piece "
    "pieces amount kind kinds type types sort sorts weight total choice mix mixture selection "
    "variety combination few number worth".split()
)
# Shares of one that stay, low, usual and high; a crust is a quarter to a third of a slice.
# Common practice, no source.
_STAYS = {
    ("leek", "white"): (0.5, 0.67, 0.85), ("leek", "pale"): (0.5, 0.67, 0.85),
    ("spring_onion", "white"): (0.35, 0.5, 0.65), ("spring_onion", "green"): (0.35, 0.5, 0.65),
}  # fmt: skip
_CRUMB = (0.66, 0.72, 0.78)


def is_no_piece(text: str, food: Food, grams: float) -> bool:
    """Tell a count of what is no piece of the food: leaves, whole fish for fillets, joints.

    Args:
        text: the line.
        food: that is counted.
        grams: what one was taken to weigh.
    """
    if _LEAVES.match(text) is not None and "leaf" not in food.counts:
        return grams > HEAVIEST_LEAF
    if food.pieces:
        return not any(
            re.search(rf"\b{word}(?:e?s)?\b", text, re.IGNORECASE) for word in food.pieces
        )
    if food.food_class == "meat" and grams < LIGHTEST_JOINT and _JOINT.search(text) is not None:
        return True
    usual, fillet = food.counts.get("medium"), food.counts.get("fillet")
    if usual is None or fillet is None or food.food_class != "fish":
        return False
    return (fillet.low, fillet.high) == (usual.low, usual.high) and bool(_WHOLE_FISH.search(text))


def on_the_bone(text: str, food: Food) -> bool:
    """Tell a roast that is weighed with its bone: a leg of lamb, a turkey crown.

    Args:
        text: the line.
        food: that is weighed.
    """
    roast = food.food_class == "meat" and _ON_THE_BONE.search(text) is not None
    return roast and _CUT_OFF_THE_BONE.search(text) is None


def is_brushed_on(text: str, food: Food) -> bool:
    """Tell milk, cream or egg that a crust is brushed with: "milk to glaze"."""
    return food.food_class in {"dairy", "plant_milk", "egg"} and _BRUSHED.search(text) is not None


def by_diameter(text: str, food: Food) -> float:
    """Return by how much a flat bread of a told width weighs more than the usual one.

    As thick, it weighs as the square of its width; 1 where no width is told.

    Args:
        text: the line.
        food: whose `across` is the width of its usual piece in centimetres.
    """
    match = _WIDE.search(spell_numbers(text)) if food.across else None
    if match is None or not food.across:
        return 1.0
    wide = float(match["n"]) * (1.0 if match["unit"].lower() == "cm" else CM_PER_INCH)
    return (wide / food.across) ** 2 if NARROWEST <= wide <= WIDEST else 1.0


def meat_or_bird(text: str, food: Food, grams: float | None) -> tuple[str, bool]:
    """Return the food that a name kitchens use for the bird and for its meat means.

    Args:
        text: the line.
        food: the bird, which names its meat in `if_cut`.
        grams: what the line says it weighs, None where it counts or says nothing.

    Returns:
        The key of the food and whether nothing in the line tells which of the two it is.
    """
    if food.if_cut is None:
        return food.key, False
    if _ON_ITS_BONES.search(text) is None and _CUT_OFF_THE_BONE.search(text) is not None:
        return food.if_cut, False
    if grams is None or _ON_ITS_BONES.search(text) is not None:
        return food.key, False
    return (food.if_cut if grams < LIGHTEST_BIRD else food.key), True


def of_babies(text: str, amount: Amount | None, food: Food) -> Amount | None:
    """Return the amount of "6 baby leeks", which are no small leeks but very small ones."""
    counted = amount is not None and amount.unit is None and amount.size is None
    said = text.lower()
    known = any("baby" in name and name in said for name in (food.name, *food.names))
    if amount is None or not counted or known or _BABY.search(text) is None:
        return amount
    return replace(amount, size="baby")


def stays(text: str, food: Food) -> tuple[float, float, float] | None:
    """Return the share of one that goes in where a line says which part, None for all of it."""
    match = _ONLY_PART.search(text)
    if match is None:
        return None
    if match["which"] is None:
        return _CRUMB if food.food_class == "bread" else None
    return _STAYS.get((food.key, match["which"].lower()))


def words_of_part(text: str, food: Food) -> list[str]:
    """Return the words that leave only a part of a food in where nobody knows how much that is."""
    found = [match.group().lower() for match in _ONLY_PART.finditer(text)]
    return found if found and stays(text, food) is None else []


def measured_by(text: str) -> re.Match[str] | None:
    """Return the word that a food is counted in and that measures nothing: "coins of carrot".

    Args:
        text: a line without its amount and without a unit that is known.
    """
    match = _MEASURED_BY.match(text)
    if match is None or match["by"].lower() in _NO_MEASURE:
        return None
    return re.compile(r"[a-z-]+", re.IGNORECASE).match(text, match.start("by"))
