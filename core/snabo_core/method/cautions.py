"""Cautions by rule: what is done, to which food, after what. Nobody types them into a dish.

A rule sees the steps read from the text with the lines their products hold. Each key has its
words and its source in `book/cautions.toml`. Those that depend on who eats are in `plate`.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from snabo_core.method.naming import Names
from snabo_core.method.steps import ReadStep
from snabo_core.method.techniques import technique

_COOKED = re.compile(r"\b(?:cooked|roasted|rotisserie|leftover|left over|smoked|tinned|canned|cans?|tins?|cured|deli|"
                     r"hard[- ]boiled|boiled eggs?|confit|jerky)\b", re.IGNORECASE)  # fmt: skip
_POULTRY = re.compile(
    r"\b(?:chicken|turkey|duck|goose|poussin|guinea|quail|poultry)\b", re.IGNORECASE
)
_STOCK = re.compile(r"\b(?:stock|broth|bouillon|gravy|soup|fat)\b", re.IGNORECASE)
_GROUND = re.compile(r"\b(?:minced?|ground (?:beef|pork|lamb|veal|meat|venison|mutton)|sausages?|burgers?|patties|meatballs?|"
                     r"keema|kofte|kofta|chorizo|sausagemeat|snags)\b", re.IGNORECASE)  # fmt: skip
_READY = {"roast_chicken", "rotisserie_chicken_whole", "cooked_turkey", "turkey_ham", "turkey_bacon", "ham", "salami",
          "prosciutto", "pepperoni", "bacon", "chorizo"}  # fmt: skip
_BEANS = re.compile(r"\b(?:kidney|rajma|haricot|navy|cannellini|borlotti|pinto|black|white|butter|lima|great northern|"
                    r"black[- ]eyed|cranberry|flageolet) ?beans?\b|\brajma\b|\bdried beans\b", re.IGNORECASE)  # fmt: skip
_WET_BEANS = re.compile(
    r"\b(?:tins?|tinned|cans?|canned|jars?|drained|cooked|green beans|boiled)\b", re.IGNORECASE
)
_HARD = {"butternut", "butternut_squash", "spaghetti_squash", "pumpkin", "acorn_squash", "kabocha", "hubbard_squash",
         "swede", "celeriac", "winter_squash"}  # fmt: skip
_SKINNED = re.compile(
    r"\b(?:potato(?:es)?|squash|pumpkin|aubergines?|eggplants?|eggs?|sausages?|tomato(?:es)?|yams?)\b",
    re.IGNORECASE,
)
_OPEN = {
    "cut",
    "halve",
    "grate",
    "peel",
    "pierce",
    "rice",
    "mash",
    "trim",
    "hollow_out",
    "spiral",
    "blend",
    "crumble",
    "shred",
}
_MUCH_OIL = re.compile(
    r"\b(?:smok\w*|shimmer\w*|shallow-?\s?fry\w*|deep[- ]fat|shallow-fry\w*|deep-fry\w*|hot fat|hot oil|hot dripping)\b",
    re.IGNORECASE,
)
_PRESSES = {"wring", "press", "twist"}
_FRYING_ML = 60.0
_OVEN_MINUTES = 15.0


@dataclass
class _Seen:
    """What a rule looks at: one step, what went before in its product, and the lines it holds."""

    step: ReadStep
    before: Sequence[ReadStep]
    names: Names
    raw: Mapping[str, str]
    first: Mapping[str, int]
    last: Mapping[str, int]

    def holds(self, kind: str) -> bool:
        """Whether the product holds a raw line of a kind."""
        return any(self.raw.get(line) == kind for line in self.step.reaches)

    def heats(self) -> bool:
        return self.step.technique is not None and technique(self.step.technique).heats

    def heated(self) -> bool:
        """Whether anything in the product has been over heat before this step."""
        return any(s.technique and technique(s.technique).heats for s in self.before)

    def done_at(self, kind: str) -> bool:
        """Whether this step is where a raw food of a kind first cooks, or leaves the oven."""
        if not self.heats() or self.step.technique == "melt":
            return False
        mine = [line for line in self.step.reaches if self.raw.get(line) == kind]
        if any(self.first.get(line) == self.step.number for line in mine):
            return True
        oven = self.step.technique in {"bake", "roast"} and self.step.minutes[0] >= _OVEN_MINUTES
        return oven and any(self.last.get(line) == self.step.number for line in mine)


Rule = Callable[[_Seen], bool]


def _kept_heated(seen: _Seen) -> bool:
    """What was cooked before, where it is heated for the last time before it is eaten."""
    if seen.step.technique == "reheat":
        return any(
            seen.names.lines[x].kept or "leftover" in seen.names.lines[x].text.lower()
            for x in seen.step.reaches
        )
    kept = [line for line in seen.step.reaches if seen.names.lines[line].kept]
    return seen.heats() and any(seen.last.get(line) == seen.step.number for line in kept)


def _eggs_done(seen: _Seen) -> bool:
    """Egg dishes at their last heat, where nothing with a stricter rule and no batter is baked."""
    eggs = [line for line in seen.step.reaches if seen.raw.get(line) == "egg"]
    stricter = any(seen.holds(kind) for kind in ("poultry", "ground", "fish", "meat"))
    if not eggs or not seen.heats() or stricter:
        return False
    starchy = any(seen.names.class_of(x) in {"grain", "starch", "bread"} for x in seen.step.reaches)
    return not starchy and any(seen.last.get(x) == seen.step.number for x in eggs)


def _raw_tasted(kinds: frozenset[str]) -> Rule:
    def rule(seen: _Seen) -> bool:
        tasting = seen.step.technique == "taste" or re.search(
            r"\btaste\b(?!\s*(?:of|like))|\badjust\b.*\bseason", seen.step.words, re.IGNORECASE
        )
        to_taste = re.search(r"\bto taste\b", seen.step.words, re.IGNORECASE)
        held = any(seen.raw.get(x) in kinds for x in seen.step.reaches)
        return bool(tasting and not to_taste) and held and not seen.heated()

    return rule


def _never_cooked(seen: _Seen) -> bool:
    """Raw egg that nothing heats: at the step that serves it."""
    return seen.step.technique == "serve" and any(
        seen.raw.get(x) == "egg" and x not in seen.first for x in seen.step.reaches
    )


def _squash(seen: _Seen) -> bool:
    if seen.step.technique not in {"cut", "halve", "peel", "hollow_out"}:
        return False
    return any(
        (food := seen.names.foods[x]) is not None and food.key in _HARD
        for x in seen.step.takes
        if x in seen.names.lines
    )


def _beans(seen: _Seen) -> bool:
    return seen.step.technique in {"boil", "simmer"} and any(
        seen.raw.get(x) == "beans" and seen.first.get(x) == seen.step.number
        for x in seen.step.reaches
    )


def _oil(seen: _Seen) -> bool:
    """Much oil made hot, or something wet poured into hot fat."""
    key, words = seen.step.technique, seen.step.words
    fats = [x for x in seen.step.reaches if seen.names.class_of(x) in {"oil", "fat_dairy"}]
    if key == "deep_fry":
        return True
    if key in {"fry", "saute", "sear"} and fats and len(seen.step.reaches) == len(fats):
        return bool(_MUCH_OIL.search(words)) or any(
            _MUCH_OIL.search(seen.names.lines[x].text)
            or _millilitres(seen.names.lines[x].text) >= _FRYING_ML
            for x in fats
        )
    return (
        re.search(
            r"\binto the (?:hot|smoking) (?:fat|oil|dripping|tin)\b|\bin hot (?:fat|oil|dripping)\b",
            words,
            re.IGNORECASE,
        )
        is not None
    )


def _millilitres(text: str) -> float:
    found = re.search(r"(\d+)\s*ml\b", text, re.IGNORECASE)
    return float(found[1]) if found else 0.0


def _whole_in_microwave(seen: _Seen) -> bool:
    if seen.step.technique != "microwave" or any(s.technique in _OPEN for s in seen.before):
        return False
    lines = [seen.names.lines[x].text for x in seen.step.reaches]
    opened = re.compile(
        r"\b(?:cut|diced?|cubed?|chopped|sliced|grated|halved|mashed|beaten|pieces|chunks|peeled|florets|quartered|riced|pierced)\b",
        re.IGNORECASE,
    )
    return (
        any(
            _SKINNED.search(text) and not opened.search(text) and not _COOKED.search(text)
            for text in lines
        )
        and len(lines) <= 2
    )


def _stored(seen: _Seen) -> bool:
    words = seen.step.words.lower()
    cold = seen.step.technique in {"store", "chill", "freeze"} or (
        "cool" in words and re.search(r"completely|room temperature|overnight", words) is not None
    )
    return cold and seen.heated()


def _garlic_oil(seen: _Seen) -> bool:
    classes = {seen.names.class_of(x) for x in seen.step.reaches}
    garlic = any("garlic" in seen.names.lines[x].text.lower() for x in seen.step.reaches)
    return seen.step.technique == "store" and garlic and "oil" in classes


_LENTILS = re.compile(r"\blentils?\b|\bdals?\b|\bsplit peas\b", re.IGNORECASE)
_SPIRITS = re.compile(
    r"\b(?:brandy|cognac|whisk(?:e)?y|rum|vodka|calvados|spirits?|grappa)\b", re.IGNORECASE
)
_GUMS = {"xanthan", "guar"}
_SWELLING = {"psyllium", "psyllium_powder", "glucomannan"}
_FINE = re.compile(
    r"\b(?:ground|flour|meal|butter|milk|oil|paste|chopped|crushed|flaked)\b", re.IGNORECASE
)


def _taken(seen: _Seen) -> list[str]:
    """Return the lines that join at this step."""
    return [ref for ref in seen.step.takes if ref in seen.names.lines]


def _takes_food(keys: set[str]) -> Rule:
    def rule(seen: _Seen) -> bool:
        foods = (seen.names.foods[line] for line in _taken(seen))
        return any(food is not None and food.key in keys for food in foods)

    return rule


def _takes_words(pattern: re.Pattern[str]) -> Rule:
    return lambda seen: any(pattern.search(seen.names.lines[x].text) for x in _taken(seen))


def _lentils(seen: _Seen) -> bool:
    dry = [
        x for x in seen.step.reaches
        if _LENTILS.search(seen.names.lines[x].text) and not _WET_BEANS.search(seen.names.lines[x].text)
    ]  # fmt: skip
    first = any(seen.first.get(x) == seen.step.number for x in dry)
    return seen.step.technique in {"boil", "simmer"} and first


def _rice_kept(seen: _Seen) -> bool:
    grains = [x for x in seen.step.reaches if seen.names.class_of(x) in {"grain", "pasta"}]
    return _stored(seen) and any(x in seen.first for x in grains)


def _puree_kept(seen: _Seen) -> bool:
    mashed = any(step.technique in {"blend", "mash"} for step in seen.before)
    vegetables = {"vegetable", "root", "squash", "pulse"}
    held = any(seen.names.class_of(x) in vegetables for x in seen.step.reaches)
    return seen.step.technique == "store" and mashed and held


def _nuts_whole(seen: _Seen) -> bool:
    whole = any(
        seen.names.class_of(x) == "nut" and not _FINE.search(seen.names.lines[x].text)
        for x in _taken(seen)
    )
    return whole and not any(
        step.technique in {"grind", "blend", "cut"} for step in (*seen.before, seen.step)
    )


def _paper_grilled(seen: _Seen) -> bool:
    return seen.step.technique == "grill" and any(
        re.search(r"\b(?:paper|parchment)\b", s.words, re.IGNORECASE) for s in seen.before
    )


RULES: dict[str, Rule] = {
    "poultry_74": lambda s: s.done_at("poultry"),
    "ground_meat_71": lambda s: s.done_at("ground"),
    "fish_63": lambda s: s.done_at("fish"),
    "egg_71": _eggs_done,
    "raw_meat": lambda s: any(s.raw.get(x) in {"poultry", "ground", "meat"} for x in s.step.takes),
    "raw_egg": lambda s: _raw_tasted(frozenset({"egg"}))(s) or _never_cooked(s),
    "raw_flour": _raw_tasted(frozenset({"flour"})),
    "hot_press": lambda s: s.step.technique in _PRESSES and s.heated(),
    "hot_blend": lambda s: s.step.technique == "blend" and s.heated() and not any(p.technique in {"cool", "chill"} for p in s.before[-2:]),
    "steam_from_cover": lambda s: s.step.technique == "microwave" and s.step.covered is True,
    "mandoline": lambda s: re.search(r"\bmandolin", s.step.words, re.IGNORECASE) is not None,
    "hard_squash": _squash,
    "broiler": lambda s: s.step.technique == "grill" and "barbecue" not in s.step.words.lower(),
    "beans_boil": _beans,
    "hot_oil_wet": _oil,
    "pierce_microwave": _whole_in_microwave,
    "cool_two_hours": _stored,
    "garlic_oil_cold": _garlic_oil,
    "meat_63": lambda s: s.step.technique in {"roast", "grill"} and s.done_at("meat"),
    "lentils_boil": _lentils,
    "rice_cool": _rice_kept,
    "puree_cold": _puree_kept,
    "honey_infants": _takes_food({"honey"}),
    "thickener_infants": _takes_food(_GUMS),
    "swelling_fibre": _takes_food(_SWELLING),
    "whole_nuts": _nuts_whole,
    "xylitol_dogs": _takes_food({"xylitol"}),
    "paper_broiler": _paper_grilled,
    "alcohol_flame": lambda s: s.step.technique in {"deglaze", "mix", "add_gradually"} and s.heated() and _takes_words(_SPIRITS)(s),
    "reheat_74": _kept_heated,
}  # fmt: skip


def cautions_of(steps: Sequence[ReadStep], names: Names) -> tuple[tuple[str, ...], ...]:
    """Return the keys of the cautions that hold at each step, in the order of the rules."""
    raw = {line: kind for line in names.lines if (kind := _raw_kind(names, line))}
    first: dict[str, int] = {}
    last: dict[str, int] = {}
    for step in steps:
        if step.technique and technique(step.technique).heats and step.technique != "melt":
            for line in step.reaches:
                first.setdefault(line, step.number)
                last[line] = step.number
    by_number = {step.number: step for step in steps}
    found = []
    for step in steps:
        seen = _Seen(step, _before(step, by_number), names, raw, first, last)
        found.append(tuple(key for key, rule in RULES.items() if rule(seen)))
    return tuple(found)


def _before(step: ReadStep, steps: Mapping[int, ReadStep]) -> list[ReadStep]:
    """Return the steps whose products went into a step, in order."""
    found: dict[int, ReadStep] = {}
    waiting = [step]
    while waiting:
        for ref in waiting.pop().takes:
            number = int(ref[1:]) if ref[:1] == "s" and ref[1:].isdecimal() else 0
            if number in steps and number not in found:
                found[number] = steps[number]
                waiting.append(steps[number])
    return [found[number] for number in sorted(found)]


def _raw_kind(names: Names, line: str) -> str | None:
    """Return which rule a line's raw food falls under, None for a food no rule is about."""
    food, text = names.foods[line], names.lines[line].text
    kind = food.food_class if food else ""
    if _STOCK.search(text) and kind != "meat":
        return None
    if kind == "egg":
        return (
            None
            if re.search(
                r"\b(?:hard|soft)[- ]?boiled\b|\bcentury\b|\bpickled\b", text, re.IGNORECASE
            )
            else "egg"
        )
    if kind in {"grain", "starch"} and re.search(r"\bflour\b", text, re.IGNORECASE):
        return "flour"
    if kind == "pulse" or _BEANS.search(text):
        dry = _BEANS.search(text) and not _WET_BEANS.search(text)
        return "beans" if dry and food is not None and kind == "pulse" else None
    if kind == "fish":
        return (
            None
            if _COOKED.search(text) or "anchov" in text.lower() or "sauce" in text.lower()
            else "fish"
        )
    if kind != "meat" or food is None or food.key in _READY or _COOKED.search(text):
        return None
    if _POULTRY.search(f"{text} {food.key.replace('_', ' ')}"):
        return "poultry"
    return "ground" if _GROUND.search(text) or food.key.endswith("_mince") else "meat"
