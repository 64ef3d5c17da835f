"""A kept version of a dish, or a part of it, as a food that other dishes use by grams."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, replace
from typing import Any

import numpy as np

from snabo_core.dish import MAX_GRAMS, Dish, Line
from snabo_core.errors import BadInput
from snabo_core.foods import Food, Library
from snabo_core.foods.certainty import EXCLUSIONS, certainty_of
from snabo_core.foods.own import check_name
from snabo_core.foods.records import AVAILABLE, AXIS, NUTRIENTS, Certainty, FoodRow, Vector
from snabo_core.plate.figures import Entry, entries, total
from snabo_core.plate.rows import HOMEMADE, PLACE, Rules
from snabo_core.plate.setting import Setting
from snabo_core.plate.totals import Totals
from snabo_core.swaps.book import Book
from snabo_core.swaps.frozen import FrozenRow, food_from, frozen_row, lines_of, row_from
from snabo_core.swaps.judged import Judged, judged

PREFIX = "made:"
FORM = "as made"
# What a dish that nobody weighed may have lost on the fire; common practice, no source.
MOST_LOST = 0.3
# Figures of the plate that a row holds under the same name.
SHARED = ("kcal", "fibre", "sugars", "added_sugar", "polyols", "protein", "fat", "saturated",
          "sodium_mg")  # fmt: skip
FROM_ROWS = ("erythritol", "ash", "alcohol")


@dataclass(frozen=True)
class Homemade:
    """A food made of a dish: its row per 100 g, what is in it, and where it is from.

    `part` is empty for the whole dish. `grams` is what it came to, `weighed` says by a scale.
    `contains` are the ids of homemade foods among its lines.
    """

    id: str
    name: str
    dish: str
    version: int
    part: str
    grams: float
    weighed: bool
    contains: tuple[str, ...]
    food: dict[str, Any]
    row: FrozenRow

    def food_and_row(self) -> tuple[Food, FoodRow]:
        """Return it as the library holds foods."""
        key = f"{PREFIX}{self.id}"
        return food_from(self.food), row_from(key, self.row)


def homemade_in(dish: Dish) -> tuple[str, ...]:
    """Return the ids of the homemade foods a document names anywhere, choices included."""
    lines = lines_of(dish)
    lines += [other for line in lines for other in line.alternatives]
    keys = {line.food for line in lines if line.food and line.food.startswith(PREFIX)}
    return tuple(sorted(key.removeprefix(PREFIX) for key in keys))


def make_food(
    identity: str,
    name: str,
    version: int,
    dish: Dish,
    part_id: str | None,
    grams: float | None,
    setting: Setting,
    book: Book,
    library: Library,
) -> Homemade:
    """Return a kept version, or one part of it, as a food.

    Args:
        identity: the new food's uuid.
        name: what lines call it.
        version: the number of the version.
        dish: its document.
        part_id: the part meant, None for the whole dish.
        grams: what it weighed when it was done, None where nobody weighed it: then its mass
            by its lines, with an interval.
        setting: the household's, with the rules the version froze.
        book: the swap book as the version froze it.
        library: its foods likewise.

    Raises:
        BadInput: no such part, no proper name, grams that cannot be, or a line without a food
            or grams: a food of unknown size is none.
    """
    check_name(name)
    # Which polyols count is the household's choice later on, so none are taken off here.
    plain = replace(setting, eaters=(), rules=Rules("none", setting.rules.energy))
    if part_id is not None:
        dish = replace(dish, parts=(dish.part(part_id),), expected_grams=None, portions=())
    whole = replace(dish, parts=tuple(replace(part, taken=None) for part in dish.parts))
    made = judged(whole if part_id is not None else dish, plain, book, library)
    unsettled = next((line for line in made.lines if line.food is None or line.grams is None), None)
    if unsettled is not None:
        raise BadInput(
            f"Fix '{unsettled.text}' first: a food of unknown amount is none.", "version"
        )
    mass, weighed = _mass(made, grams)
    found, _ = entries(made.lines, library, plain.rules)
    totals = total(found, [], sample=False)
    row = _row(identity, made, found, totals, mass, weighed=weighed)
    row = replace(row, description=_described(dish, version, part_id))
    food = _food(identity, name.strip(), made, totals, mass)
    return Homemade(
        identity, name.strip(), dish.title, version,
        dish.part(part_id).name if part_id else "", mass, weighed, homemade_in(dish),
        asdict(food), frozen_row(row),
    )  # fmt: skip


def _described(dish: Dish, version: int, part_id: str | None) -> str:
    part = f", {dish.part(part_id).name.lower()}" if part_id else ""
    return f"{dish.title}{part}, version {version}"


def _mass(made: Judged, grams: float | None) -> tuple[float, bool]:
    if grams is None:
        grams = made.weighs
    if grams is not None:
        if not 1 <= grams <= MAX_GRAMS:
            raise BadInput(f"It weighs 1 to {MAX_GRAMS:.0f} g.", "grams")
        return grams, True
    if made.grams < 1:
        raise BadInput("There is nothing in it to make a food of.", "version")
    return made.grams, False


def _row(
    identity: str,
    made: Judged,
    found: Sequence[Entry],
    totals: Totals,
    mass: float,
    *,
    weighed: bool,
) -> FoodRow:
    """Return its figures per 100 g: best by its mass, high by what it may have shrunk to."""
    best, low, high = np.zeros(len(NUTRIENTS)), np.zeros(len(NUTRIENTS)), np.zeros(len(NUTRIENTS))
    least = mass if weighed else mass * (1 - MOST_LOST)
    pairs = [(name, name) for name in SHARED] + [("carbohydrate", "net_carbs")]
    for name, figure in pairs:
        place, lost = PLACE[figure], made.plate.losses.get(figure, 0.0)
        # What may have left with pressed liquid leaves the low end.
        low[AXIS[name]] = max(0.0, float(totals.low[place]) - lost) / mass * 100
        best[AXIS[name]] = float(totals.best[place]) / mass * 100
        high[AXIS[name]] = float(totals.high[place]) / least * 100
    for name in FROM_ROWS:
        for vector, which in ((best, "best"), (low, "low"), (high, "high")):
            vector[AXIS[name]] = _sum(found, made.library, name, which) / mass * 100
    place = AXIS["erythritol"]
    high[place] = min(high[place], high[AXIS["polyols"]])
    best[place], low[place] = min(best[place], high[place]), min(low[place], high[place])
    going_in = sum(entry.best or 0.0 for entry in found)
    water = _sum(found, made.library, "water", "best") - (going_in - mass)
    best[AXIS["water"]] = min(100.0, max(0.0, water / mass * 100))
    for vector in (low, high):
        vector[AXIS["water"]] = best[AXIS["water"]]
    return FoodRow(
        f"{PREFIX}{identity}", HOMEMADE, "", "", best, low, high, AVAILABLE,
        water_is_derived=True,
    )  # fmt: skip


def _sum(found: Sequence[Entry], library: Library, nutrient: str, which: str) -> float:
    total_grams = 0.0
    for entry in found:
        vector: Vector = getattr(library.rows[entry.row_key], which)
        value = float(vector[AXIS[nutrient]])
        grams = {"best": entry.best, "low": entry.low, "high": entry.high}[which]
        total_grams += 0.0 if value == 0 else value * (grams or 0.0) / 100
    return total_grams


def _food(identity: str, name: str, made: Judged, totals: Totals, mass: float) -> Food:
    by_certainty = _certainties((*made.lines, *made.open_lines), made.library)
    foods = [made.library.food(line.food) for line in made.lines if line.food]
    key = f"{PREFIX}{identity}"
    vegetables = float(totals.best[PLACE["vegetables"]]) / mass
    return Food(
        key=key,
        name=name,
        food_class="homemade",
        forms={FORM: key},
        starch=_starch(made),
        origin="plant",
        allergens=(),
        oil_share=_share(totals, "added_oil"),
        plain_oil_share=_share(totals, "plain_oil"),
        vegetable_share=min(1.0, vegetables),
        holds=by_certainty["contains"],
        may_contain=by_certainty["may_contain"],
        check_label=by_certainty["check_label"],
        unseen=by_certainty["unknown"],
        inside=tuple(dict.fromkeys(n for f in foods for n in (f.name, *f.inside))),
        own=True,
    )


def _certainties(lines: Sequence[Line], library: Library) -> Mapping[Certainty, tuple[str, ...]]:
    """Return every exclusion by how surely some line breaks it, the gravest counting."""
    order: tuple[Certainty, ...] = ("contains", "may_contain", "check_label", "unknown")
    found: dict[Certainty, list[str]] = {certainty: [] for certainty in order}
    for what in EXCLUSIONS:
        seen = {certainty_of(library.food(line.food), what) for line in lines if line.food}
        gravest = next((certainty for certainty in order if certainty in seen), None)
        if gravest is not None:
            found[gravest].append(what)
    return {certainty: tuple(names) for certainty, names in found.items()}


def _share(totals: Totals, name: str) -> tuple[float, float, float]:
    """Return which share of its fat was added as free fat: best, low, high."""
    place, fat = PLACE[name], PLACE["fat"]

    def share(added: float, whole: float) -> float:
        return min(1.0, added / whole) if whole > 0 and np.isfinite(whole) else 0.0

    best = share(float(np.nan_to_num(totals.best[place])), float(totals.best[fat]))
    low = share(float(totals.low[place]), float(totals.high[fat]))
    high = share(float(np.nan_to_num(totals.high[place], posinf=0.0)), float(totals.low[fat]))
    return best, min(low, best), max(high, best)


def _starch(made: Judged) -> str:
    """Return "full" where most of its carbohydrate is a starchy food's."""
    carbs = made.plate.figures["carbohydrate"].best
    grams = sum(part.starch_share * part.grams for part in made.plate.parts)
    return "full" if carbs and grams / (carbs * made.dish.servings) > 1 / 2 else "none"
