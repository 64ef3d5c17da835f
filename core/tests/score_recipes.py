"""Scores the reading of whole recipes in many hands: python -m tests.score_recipes, in core/.

Those whose hand is marked "(set aside)" are scored, but nobody looks at their faults while the
reading is tuned; others take their place once they have been opened. The format of the key is told
at the head of `data/recipes.txt`.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path

from snabo_core.dish import Dish
from snabo_core.foods import library
from snabo_core.foods.library import words_of
from snabo_core.plate import plate_of
from snabo_core.plate.rows import PLACE, row_figures
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.roles import propose_slots
from tests.score_lines import alike

RECIPES = Path(__file__).with_name("data") / "recipes.txt"
SET_ASIDE = "(set aside)"
TIMES = ("prep", "cook", "rest", "total")
# A plate counts where all of these lie inside what the careful cook's grams come to.
PLATED = ("net_carbs", "protein", "fat")
# Beside the grams: what is negligible, and how far a row may differ from its neighbour.
SLACK_SHARE, SLACK_GRAMS = 0.03, 0.7


@dataclass(frozen=True)
class Ingredient:
    """A food of a written line, or one of several, with the grams that go in, low and high."""

    text: str
    foods: tuple[str, ...]
    form: str
    low: float
    high: float
    main: tuple[str, ...] = ()
    may: tuple[str, ...] = ()


@dataclass
class Recipe:
    """A recipe as it is pasted and what a careful cook reads in it."""

    hand: str
    text: str = ""
    title: str = ""
    servings: tuple[float, float] | None = None
    times: dict[str, float] = field(default_factory=dict)
    headings: list[str] = field(default_factory=list)
    furniture: list[str] = field(default_factory=list)
    ingredients: list[Ingredient] = field(default_factory=list)

    @property
    def set_aside(self) -> bool:
        """Whether nobody has tuned to it."""
        return self.hand.endswith(SET_ASIDE)


@dataclass
class Marks:
    """Hits of so many, by what is looked at, and the faults in sentences."""

    hits: dict[str, int] = field(default_factory=dict)
    asked: dict[str, int] = field(default_factory=dict)
    faults: list[str] = field(default_factory=list)

    def mark(self, what: str, fault: str = "", *, good: bool) -> None:
        """Count one thing looked at."""
        self.asked[what] = self.asked.get(what, 0) + 1
        self.hits[what] = self.hits.get(what, 0) + good
        if not good and fault:
            self.faults.append(f"{what}: {fault}")

    def share(self, what: str) -> float:
        """Return the share of hits, 1 where nothing was asked."""
        return self.hits.get(what, 0) / max(1, self.asked.get(what, 0))


def food_of(name: str) -> tuple[str, str]:
    """Return key and form of a food named in a key file, as "name" or "name/form"."""
    plain, _, form = name.partition("/")
    key = plain if plain in library().foods else library().names.get(tuple(words_of(plain)), "")
    if not key:
        raise ValueError(f"The key names a food nobody knows: {plain}")
    return key, form or library().food(key).default_form


_KEY = re.compile(r"(?P<food>[^@]+?)\s+(?P<low>[\d.]+)-(?P<high>[\d.]+)(?P<roles>(?:\s+@\S+)*)$")


def _ingredient(text: str, key: str) -> Ingredient:
    match = _KEY.match(key)
    if match is None:
        raise ValueError(f"The key of {text!r} cannot be read: {key}")
    named = [food_of(name) for name in match["food"].strip().split("|")]
    roles = match["roles"].split()
    main = tuple(r[1:] for r in roles if r != "@+" and not r.endswith("?"))
    may = tuple(r[1:-1] for r in roles if r.endswith("?"))
    foods = tuple(food for food, _ in named)
    return Ingredient(
        text, foods, named[0][1], float(match["low"]), float(match["high"]), main, may
    )


def _take(recipe: Recipe, text: str, key: str) -> None:
    word, _, rest = key.partition(" ")
    if word == "title":
        recipe.title = rest or text
    elif word == "serves":
        low, high = rest.split()
        recipe.servings = float(low), float(high)
    elif word in TIMES and rest.isdigit():
        recipe.times[word] = float(rest)
    elif key == "x":
        recipe.furniture.append(text)
    elif key.startswith("="):
        recipe.headings.append(key[1:])
    elif key not in {"note", "makes"}:
        recipe.ingredients.append(_ingredient(text, key))


@cache
def recipes() -> tuple[Recipe, ...]:
    """Return every recipe of the file."""
    found: list[Recipe] = []
    last = ""
    for raw in RECIPES.read_text("utf-8").splitlines():
        if raw.startswith("%%%"):
            found.append(Recipe(raw[3:].strip()))
            continue
        if not found:
            continue
        text, mark, key = raw.partition("##")
        text = text.rstrip() if mark else raw
        if text or not mark:
            # A line break inside a scanned word belongs to the line it continues.
            found[-1].text += f"{text}\n"
            last = text
        if mark:
            _take(found[-1], last, key.strip())
    return tuple(found)


def _bounds(recipe: Recipe, figure: str) -> tuple[float, float]:
    """Return what a serving holds by the careful cook's grams, from fewest to most."""
    place, low, high = PLACE[figure], 0.0, 0.0
    for item in recipe.ingredients:
        row = library().row(item.foods[0], item.form)
        figures = row_figures(row, library().food(item.foods[0]))
        low += item.low * float(figures.low[place]) / 100
        high += item.high * float(figures.high[place]) / 100
    few, many = recipe.servings or (1.0, 1.0)
    return low / many, high / few


def _name(text: str) -> str:
    return re.sub(r"^(for\s+)?(the\s+)?|[\s:.]+$", "", text.lower()).strip()


def _mark(recipe: Recipe, dish: Dish, marks: Marks) -> None:
    title = re.sub(r"[^a-z0-9]+", " ", dish.title.lower()).strip()
    wanted = re.sub(r"[^a-z0-9]+", " ", recipe.title.lower()).strip()
    if wanted:
        marks.mark("title", f"{dish.title!r} for {recipe.title!r}", good=title == wanted)
    told = dish.told
    if recipe.servings is not None:
        got = (told.servings_low, told.servings_high)
        marks.mark("servings", f"{got} for {recipe.servings}", good=got == recipe.servings)
    for name, minutes in recipe.times.items():
        got_minutes = getattr(told, f"{name}_minutes")
        marks.mark("times", f"{name} {got_minutes} for {minutes}", good=got_minutes == minutes)
    names = {_name(part.name) for part in dish.parts}
    for heading in recipe.headings:
        marks.mark(
            "headings", f"{heading!r} not among {sorted(names)}", good=_name(heading) in names
        )
    read = [line for part in dish.parts for line in part.lines]
    texts = " ".join([*(line.text for line in read), *(step.text for step in dish.steps)])
    for text in recipe.furniture:
        marks.mark("furniture", f"{text!r} was read", good=text not in texts)
    _mark_foods(recipe, dish, marks)
    _mark_slot(recipe, dish, marks)
    _mark_plate(recipe, dish, marks)


def _mark_foods(recipe: Recipe, dish: Dish, marks: Marks) -> None:
    left = [line for part in dish.parts for line in part.lines]
    for item in recipe.ingredients:
        same = [one for one in left if one.food in item.foods]
        line = next(iter(same or [one for one in left if alike(one.food, item.foods)]), None)
        if line is None:
            marks.mark("foods", f"{item.foods[0]} of {item.text!r} is missing", good=False)
            continue
        left.remove(line)
        marks.mark("foods", good=True)
    for line in left:
        marks.mark("foods", f"{line.food} came of {line.text!r}", good=False)
        marks.mark("surplus doubted", f"{line.food} of {line.text!r}", good=bool(line.doubts))


def _mark_slot(recipe: Recipe, dish: Dish, marks: Marks) -> None:
    roles = {role for item in recipe.ingredients for role in item.main}
    if not roles:
        return
    seen = []
    for part in dish.parts:
        for slot in part.slots:
            foods = [line.food for line in part.lines if line.id in slot.line_ids]
            must = [i.foods for i in recipe.ingredients if slot.role in i.main]
            may = must + [i.foods for i in recipe.ingredients if slot.role in i.may]
            whole = all(any(alike(food, names) for food in foods) for names in must)
            if must and whole and all(any(alike(f, names) for names in may) for f in foods):
                marks.mark("slots", good=True)
                return
            seen.append((slot.role, sorted(map(str, foods))))
    marks.mark("slots", f"{sorted(roles)}, got {seen}", good=False)


def _mark_plate(recipe: Recipe, dish: Dish, marks: Marks) -> None:
    figures = plate_of(dish, library()).figures
    for name in PLATED:
        low, high = _bounds(recipe, name)
        best = figures[name].best
        if best is not None and recipe.servings is None:
            best *= dish.servings
        slack = SLACK_GRAMS
        good = best is not None and (
            low * (1 - SLACK_SHARE) - slack <= best <= high * (1 + SLACK_SHARE) + slack
        )
        if not good:
            words = "unknown" if best is None else f"{best:.1f}"
            marks.mark("plates", f"{name} {words}, not {low:.1f} to {high:.1f}", good=False)
            doubted = dish.servings_assumed or any(
                line.doubts for part in dish.parts for line in part.lines
            )
            marks.mark("plates told", "wrong and nothing doubted", good=doubted)
            return
    marks.mark("plates", good=True)
    marks.mark("plates told", good=True)


def score(chosen: Sequence[Recipe]) -> Marks:
    """Read every recipe as it would be pasted and compare."""
    whole = Marks()
    for recipe in chosen:
        own = Marks()
        read = propose_slots(read_recipe(recipe.text, library(), None), book(), library())
        _mark(recipe, read, own)
        for what, asked in own.asked.items():
            whole.asked[what] = whole.asked.get(what, 0) + asked
            whole.hits[what] = whole.hits.get(what, 0) + own.hits[what]
        whole.faults += [f"{recipe.hand}: {fault}" for fault in own.faults]
    return whole


def main() -> None:
    """Print the score of both and the faults of the one that may be tuned to."""
    for name, aside in (("tuned to", False), ("set aside", True)):
        chosen = [recipe for recipe in recipes() if recipe.set_aside == aside]
        marks = score(chosen)
        told = ", ".join(f"{what} {marks.hits[what]}/{marks.asked[what]}" for what in marks.asked)
        print(f"{name}: {len(chosen)} recipes: {told}")
        if not aside:
            print("\n".join(marks.faults))


if __name__ == "__main__":
    main()
