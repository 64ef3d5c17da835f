"""What the steps so far have used and made, and which of it a noun means."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, field
from typing import Literal

from snabo_core.foods.library import plain_word
from snabo_core.method.naming import Names, parts_of
from snabo_core.method.steps import ReadStep, is_product, product_of, step_of
from snabo_core.method.techniques import technique

Medium = Literal["none", "pan", "liquid", "oven"]
FATS = frozenset({"oil", "fat_dairy"})
LIQUIDS = frozenset({"stock", "drink", "plant_milk"})
# Nouns that a product goes by; what else stands behind "the" is a line or a tool.
NOUNS = frozenset(["sauce", "gravy", "filling", "topping", "mash", "dough", "pastry", "batter", "crumb", "base", "custard", "roux", "paste", "stew", "curry", "soup", "marinade", "dressing", "stuffing", "patty", "ball", "dumpling", "ribbon", "noodle", "crust", "puree", "lid", "layer", "round", "log", "cake", "loaf", "pie", "slice", "rice", "strip", "meatball", "burger", "fritter", "crumble", "casserole", "bake", "tart", "wedge", "floret", "chunk", "finger", "disc", "ragu", "broth", "breadcrumb", "strand", "shell", "cube", "piece", "salsa", "glaze", "mince"])  # fmt: skip
# Kinds of products a noun can mean by what is in them; common practice.
_WET_NOUNS = {
    "sauce",
    "gravy",
    "stew",
    "soup",
    "curry",
    "ragu",
    "bolognese",
    "broth",
    "chilli",
    "casserole",
}
_ANY_NOUNS = {"filling", "topping", "base", "stuffing", "marinade", "dressing"}
_HOLDING: dict[str, frozenset[str]] = {
    "dough": frozenset({"grain", "starch", "nut", "fibre"}),
    "pastry": frozenset({"grain", "starch", "nut", "fibre"}),
    "crumb": frozenset({"bread", "nut", "seed", "grain"}),
    "crumble": frozenset({"bread", "nut", "seed", "grain"}),
    "breadcrumb": frozenset({"bread", "nut", "seed", "grain"}),
}
_WET_KEYS = (
    "milk",
    "cream",
    "passata",
    "water",
    "wine",
    "stock",
    "broth",
    "beer",
    "cider",
    "ale",
    "yoghurt",
)
_TINNED = re.compile(r"\b(?:tins?|cans?|jars?|cartons?|chopped|crushed)\b", re.IGNORECASE)
_PAN = {"fry", "saute", "sweat", "sear", "melt", "toast", "dry_saute", "deglaze", "deep_fry"}
_POT = {"simmer", "boil", "reduce", "steam", "thicken"}
_OFF_HEAT = {"drain", "blot", "wring", "press", "blend"}


@dataclass
class Product:
    """What one step leaves: the lines in it, the words it goes by, and where it stands.

    `medium` is what it was last cooked in; `open` says that nothing has taken it yet, `parked`
    that it was set aside, `partly` that some of it was taken, `covered` that a lid went on.
    """

    step: int
    reaches: frozenset[str]
    technique: str | None
    medium: Medium = "none"
    words: set[str] = field(default_factory=set)
    open: bool = True
    parked: bool = False
    partly: bool = False
    covered: bool | None = None

    @property
    def ref(self) -> str:
        """How it is written among what is taken."""
        return product_of(self.step)


class Bench:
    """The dish while its method is read: lines used, products made, the part in hand."""

    def __init__(self, names: Names) -> None:
        """Start with nothing made."""
        self.names = names
        self.parts = parts_of(names.lines)
        self.steps: list[ReadStep] = []
        self.made: dict[int, Product] = {}
        # The products that hold a line, in the order they were made.
        self._holders: dict[str, list[Product]] = {}
        self.active: int | None = None
        self.used: set[str] = set()
        # Lines of which a share was taken: the rest is still there.
        self.partly: set[str] = set()
        # The part that the text said comes now.
        self.part: str | None = None
        # The oven was turned on and nothing has gone in yet.
        self.oven_waits = False

    def part_called(self, words: str) -> str | None:
        """Return the part that shares a word with some, None if none does."""
        empty = {"the", "for", "to", "make", "and"}
        said = {plain_word(word) for word in words.split()} - empty
        for part in self.parts:
            if part and said & {plain_word(word) for word in part.split()} - empty:
                return part
        return None

    def opened(self) -> list[Product]:
        """Return what nothing has taken yet, the latest first."""
        return [p for p in reversed(self.made.values()) if p.open]

    def holding(self, line: str) -> Product | None:
        """Return the latest product with a line in it, one nothing has taken before others."""
        holders = self._holders.get(line, [])
        opened = (product for product in reversed(holders) if product.open)
        return next(opened, holders[-1] if holders else None)

    def put(self, product: Product) -> None:
        """Put what a step leaves on the bench."""
        self.made[product.step] = product
        for line in product.reaches:
            self._holders.setdefault(line, []).append(product)

    def current(self) -> Product | None:
        """Return what was made last and is still at hand."""
        return None if self.active is None else self.made[self.active]

    def other(self, but: Collection[int]) -> Product | None:
        """Return the product at hand beside some: what those are put on or into."""
        others = [p for p in self.opened() if p.step not in but and not self.is_fat(p)]
        standing = [p for p in others if not p.parked]
        return next(iter(standing or others), None)

    def among(self, refs: Iterable[str]) -> list[Product]:
        """Return the products among what is taken."""
        return [self.made[step_of(r)] for r in refs if is_product(r) and step_of(r) in self.made]

    def is_fat(self, product: Product) -> bool:
        """Whether nothing but fat is in the pan."""
        return bool(product.reaches) and self.classes(product.reaches) <= FATS

    def classes(self, lines: Iterable[str]) -> set[str | None]:
        """Return the classes of the foods of some lines."""
        return {self.names.class_of(line) for line in lines}

    def is_wet(self, lines: Iterable[str]) -> bool:
        """Whether some of the lines are a liquid to cook in."""
        for key in lines:
            food = self.names.foods[key]
            if food is None:
                continue
            if food.food_class in LIQUIDS or any(word in food.key for word in _WET_KEYS):
                return True
            if "tomato" in food.key and _TINNED.search(self.names.lines[key].text):
                return True
        return False

    def is_loose(self, line: str) -> bool:
        """Whether a line gives no amount: some of it may go in at any step."""
        return not any(c.isdigit() or c in "½¼¾⅓⅔" for c in self.names.lines[line].text)

    def unused_here(self) -> list[str]:
        """Return the lines no step has taken, of the part in hand where the text named one."""
        lines = self.names.lines
        unused = [key for key in lines if key not in self.used]
        return [k for k in unused if self.part is None or lines[k].part.lower() == self.part]

    def medium_of(self, key: str | None, takes: Sequence[Product], lines: Iterable[str]) -> Medium:
        """Return what food stands in after a step."""
        if key in _PAN:
            return "pan"
        if key in _POT:
            return "liquid"
        if key in {"bake", "roast"}:
            return "oven"
        hot = [p.medium for p in takes if p.medium != "none"]
        before: Medium = hot[0] if hot else "none"
        if before in {"pan", "liquid"} and self.is_wet(lines):
            return "liquid"
        return "none" if key in _OFF_HEAT else before

    def last_heat(self) -> str | None:
        """Return how the food was last cooked."""
        heats = (s.technique for s in reversed(self.steps) if s.technique)
        return next((key for key in heats if technique(key).heats), None)

    def called(self, plain: str) -> Product | None:
        """Return the product that was given a name, the latest nothing has taken yet first."""
        pools = (self.opened(), list(reversed(self.made.values())))
        return next((p for pool in pools for p in pool if plain in p.words), None)

    def kind_of(self, plain: str, but: Collection[int]) -> Product | None:
        """Return what is at hand that a noun such as "sauce" or "dough" can mean."""
        fitting = [p for p in self.opened() if p.step not in but and self._is_a(plain, p)]
        stirred = [p for p in fitting if p.medium == "liquid"]
        return next(iter((stirred if plain in _WET_NOUNS else []) or fitting), None)

    def _is_a(self, noun: str, product: Product) -> bool:
        classes = self.classes(product.reaches)
        if noun in _WET_NOUNS:
            return self.is_wet(product.reaches) and product.technique != "mash"
        if noun in {"batter", "custard"}:
            return "egg" in classes or self.is_wet(product.reaches)
        if noun in {"mash", "puree"}:
            return product.technique in {"mash", "blend"}
        if noun == "roux":
            return bool(classes & FATS) and bool(classes & {"grain", "starch"})
        if noun in _ANY_NOUNS:
            return bool(product.reaches)
        return bool(_HOLDING.get(noun, frozenset()) & classes)

    def of_part(self, part: str) -> Product | None:
        """Return the product that holds most of a part, one nothing has taken before others."""
        own = set(self.parts[part])
        for pool in (self.opened(), list(reversed(self.made.values()))):
            held = [p for p in pool if p.reaches & own]
            if held:
                return max(held, key=lambda p: len(p.reaches & own))
        return None

    def part_in_hand(self) -> str | None:
        """Return the part the text named, else the one most of the product in hand is of."""
        current = self.current()
        if self.part is not None or current is None or not current.reaches:
            return self.part
        parts = [self.names.lines[key].part.lower() for key in current.reaches]
        return max(sorted(set(parts)), key=parts.count)
