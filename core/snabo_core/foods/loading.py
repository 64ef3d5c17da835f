"""Reads the food list, the remembered rows and the curated layer from the book's files."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from snabo_core.book import entries_of, files_in, text_of
from snabo_core.errors import BookError
from snabo_core.foods.records import AXIS, NUTRIENTS, Density, Food, FoodRow, Measure, Vector

REMEMBERED = "remembered.toml"
NO_FOODS = {REMEMBERED, "fills.toml", "unsalted.toml"}
REMEMBERED_SHORT = "remembered.csv"
# How far the food sold may lie from a figure in remembered.csv: a share of it, and at least so
# much (kcal, g, mg). Common practice, no source.
REMEMBERED_WIDTH = {
    "kcal": (0.15, 5.0), "carbohydrate": (0.2, 0.5), "fibre": (0.35, 0.4), "sugars": (0.4, 0.5),
    "fat": (0.25, 0.3), "saturated": (0.3, 0.3), "protein": (0.2, 0.3), "sodium_mg": (0.4, 5.0),
}  # fmt: skip
# Ash of a food whose minerals nobody gives: 0.5 to 2 g, and its salt.
ASH = 1.0

# Categories whose generic foods hold no polyols. Sweets, baked goods, drinks and mixed dishes
# may; theirs stay unknown. Common practice, no source.
NO_POLYOLS = (
    "vegetable", "legume", "bean", "nut and seed", "nuts and seeds", "dairy", "egg", "milk",
    "cheese", "beef", "pork", "lamb", "poultry", "chicken", "turkey", "finfish", "fish",
    "shellfish", "sausage", "cereal grains", "grain", "rice", "pasta", "fats and oils", "oil",
    "spices", "flour", "potato", "butter", "cream", "yogurt", "tomato", "spinach", "meat",
    "broccoli", "carrot", "onion", "lettuce", "cabbage", "corn", "soups, sauces", "tortilla",
    "bread", "baked products",
)  # fmt: skip


# Categories whose generic foods hold no added sugar; common practice, no source.
NO_ADDED_SUGAR = (
    "vegetable", "legume", "bean", "nut and seed", "egg", "cheese", "beef", "pork", "lamb",
    "poultry", "finfish", "fish", "shellfish", "cereal grains", "rice", "pasta", "fats and oils",
    "oil", "spices", "butter", "fruits and fruit juices",
)  # fmt: skip


# Listed foods with sugar in them, whatever their category.
SWEETENED = re.compile(
    r"sweetened(?<!unsweetened)|syrup|candied|glazed|honey|condensed|catsup|ketchup|baked beans|"
    r"beans, baked|cornflakes|corn flakes|frosted|sugar|cranberry sauce|relish|teriyaki|barbecue|"
    r"chocolate|sweet and sour|jelly|jam\b|marmalade|pickle, sweet|chutney|in heavy|in light",
    re.IGNORECASE,
)
PARTS = (("fibre", "carbohydrate"), ("sugars", "carbohydrate"), ("polyols", "carbohydrate"),
         ("erythritol", "polyols"), ("added_sugar", "sugars"), ("saturated", "fat"))  # fmt: skip


def bounded(best: Vector) -> Vector:
    """Return the highest values that unknown figures can have: fibre at most carbohydrate.

    `best` holds figures along its last axis; so does the result.
    """
    high = np.where(np.isnan(best), np.inf, best)
    for gram in ("carbohydrate", "fat", "protein", "water", "ash", "alcohol"):
        high[..., AXIS[gram]] = np.minimum(high[..., AXIS[gram]], 100.0)
    for part, whole in PARTS:
        # Measured parts may top the sum by rounding; only unknown ones are bounded by it.
        known = high[..., AXIS[part]]
        high[..., AXIS[part]] = np.where(np.isinf(known), high[..., AXIS[whole]], known)
    return high


def _state_parts_of_nothing(best: Vector) -> None:
    """State 0 for what is part of a figure that is known to be 0."""
    for part, whole in PARTS:
        place = AXIS[part]
        empty = np.isnan(best[:, place]) & (best[:, AXIS[whole]] == 0)
        best[empty, place] = 0.0


def _compute_energy(best: Vector) -> NDArray[np.bool_]:
    """Fill in energy by 4, 4, 9 (21 CFR 101.9(c)(1)(i)) where none is given; say where."""
    macros = [best[:, AXIS[name]] for name in ("carbohydrate", "protein", "fat")]
    kcal = best[:, AXIS["kcal"]]
    missing = np.isnan(kcal) & ~np.isnan(sum(macros))
    kcal[missing] = np.round(4 * (macros[0] + macros[1]) + 9 * macros[2])[missing]
    return missing


def _holding_none(categories: list[str], words: tuple[str, ...]) -> NDArray[np.bool_]:
    named = {c: any(word in c for word in words) for c in set(categories)}
    return np.array([named[c] for c in categories])


def read_list() -> Iterator[FoodRow]:
    """Yield the rows of foods.csv; blank figures stay unknown (NaN)."""
    lines = io.StringIO(text_of("foods/foods.csv"))
    reader = csv.reader(line for line in lines if not line.startswith("#"))
    titles = next(reader)
    records = list(reader)
    best = np.full((len(records), len(NUTRIENTS)), np.nan)
    for name, place in AXIS.items():
        if name in titles:
            column = titles.index(name)
            best[:, place] = [float(r[column]) if r[column] else np.nan for r in records]
    categories = [record[3].lower() for record in records]
    # By difference, meat comes out a little below nothing now and then; it holds none.
    place = AXIS["carbohydrate"]
    best[:, place] = np.where(best[:, place] < 0, 0.0, best[:, place])
    none = _holding_none(categories, NO_POLYOLS)
    best[none, AXIS["polyols"]] = best[none, AXIS["erythritol"]] = 0.0
    sweetened = np.array([SWEETENED.search(record[2]) is not None for record in records])
    unsweetened = _holding_none(categories, NO_ADDED_SUGAR) & ~sweetened
    best[unsweetened, AXIS["added_sugar"]] = 0.0
    _state_parts_of_nothing(best)
    computed = _compute_energy(best)
    low = np.where(np.isnan(best), 0.0, best)
    high = bounded(best)
    fills = _fills()
    for place, (key, source, description, category) in enumerate(r[:4] for r in records):
        filled = fills.get(key, {})
        for nutrient, (value, least, most) in filled.items():
            spot = AXIS[nutrient]
            best[place, spot], low[place, spot], high[place, spot] = value, least, most
        yield FoodRow(
            key, source, description, category, best[place], low[place], high[place],
            computed=("kcal",) if computed[place] else (), recalled=tuple(filled),
        )  # fmt: skip


def _fills() -> dict[str, dict[str, tuple[float, float, float]]]:
    """Return by row key the figures that the list lacks, from memory."""
    return {
        key: {nutrient: (float(v[0]), float(v[1]), float(v[2])) for nutrient, v in entry.items()}
        for key, entry in entries_of("foods/fills.toml").items()
    }


def read_unsalted(listed: Mapping[str, FoodRow]) -> Iterator[FoodRow]:
    """Yield rows like listed ones but for what was salted or dressed, see unsalted.toml."""
    for name, entry in entries_of("foods/unsalted.toml").items():
        base = listed.get(entry["like"])
        if base is None:
            raise BookError(f"unsalted.toml, {name}: there is no row {entry['like']}.")
        best, low, high = base.best.copy(), base.low.copy(), base.high.copy()
        changed = [nutrient for nutrient in NUTRIENTS if nutrient in entry]
        for nutrient in changed:
            spot = AXIS[nutrient]
            best[spot], low[spot], high[spot] = map(float, entry[nutrient])
        # What the salt weighed is water now.
        salt = 2.54 * (base.best[AXIS["sodium_mg"]] - best[AXIS["sodium_mg"]]) / 1000
        for vector in (best, high):
            vector[AXIS["ash"]] -= salt
            vector[AXIS["water"]] += salt
        yield FoodRow(
            f"plain:{name}", base.source, f"{base.description}, without salt", base.category,
            best, low, high, recalled=tuple(changed),
        )  # fmt: skip


def read_remembered() -> Iterator[FoodRow]:
    """Yield the rows that are from memory, each figure with its interval."""
    for name, entry in entries_of(f"foods/{REMEMBERED}").items():
        best = np.full(len(NUTRIENTS), np.nan)
        # What no entry mentions is zero by class: these foods hold neither.
        for nutrient in ("polyols", "erythritol", "alcohol"):
            best[AXIS[nutrient]] = 0.0
        low, high = np.where(np.isnan(best), 0.0, best), bounded(best)
        for nutrient in NUTRIENTS:
            if nutrient in entry:
                place = AXIS[nutrient]
                best[place], low[place], high[place] = map(float, entry[nutrient])
        for part, whole in PARTS:
            if np.isnan(best[AXIS[part]]) and high[AXIS[whole]] == 0:
                best[AXIS[part]] = high[AXIS[part]] = 0.0
        if np.isnan(best[AXIS["ash"]]):
            known = [entry[n][0] for n in ("carbohydrate", "fat", "protein", "water")]
            best[AXIS["ash"]] = low[AXIS["ash"]] = max(0.0, 100 - sum(known))
        yield FoodRow(
            f"mem:{name}", "from memory", entry["description"], "From memory",
            best, low, high, water_is_derived=False,
        )  # fmt: skip


def read_remembered_short() -> Iterator[FoodRow]:
    """Yield the rows of remembered.csv, from memory, each figure with the usual width."""
    text = text_of(f"foods/{REMEMBERED_SHORT}")
    reader = csv.DictReader(io.StringIO("".join(
        line for line in text.splitlines(keepends=True) if not line.startswith("#")
    )))  # fmt: skip
    for entry in reader:
        best = np.full(len(NUTRIENTS), np.nan)
        for nutrient in ("polyols", "erythritol"):
            best[AXIS[nutrient]] = 0.0
        best[AXIS["alcohol"]] = float(entry["alcohol"] or 0.0)
        low, high = np.where(np.isnan(best), 0.0, best), bounded(best)
        for nutrient, (share, least) in REMEMBERED_WIDTH.items():
            if not entry[nutrient]:
                continue
            value, place = float(entry[nutrient]), AXIS[nutrient]
            # What a food surely lacks has no width: no fibre in meat, no sugars in oil.
            width = max(share * value, least) if value else 0.0
            most = 900.0 if nutrient == "kcal" else (100.0 if nutrient != "sodium_mg" else 40_000.0)
            best[place], low[place] = value, max(0.0, value - width)
            high[place] = min(value + width, most)
        _settle_rest(best, low, high)
        yield FoodRow(f"mem:{entry['key']}", "from memory", entry["description"], "From memory",
                      best, low, high)  # fmt: skip


def _settle_rest(best: Vector, low: Vector, high: Vector) -> None:
    """Fill in water and ash by difference, and keep parts within their wholes."""
    for part, whole in PARTS:
        inside, outside = AXIS[part], AXIS[whole]
        if np.isnan(best[inside]) and high[outside] == 0:
            best[inside] = high[inside] = 0.0
        else:
            high[inside] = min(high[inside], high[outside])
    sodium = np.nan_to_num(best[AXIS["sodium_mg"]])
    macros = sum(float(np.nan_to_num(best[AXIS[n]])) for n in ("carbohydrate", "fat", "protein",
                                                                      "alcohol"))  # fmt: skip
    ash = min(max(0.0, 100 - macros), (ASH if macros < 99 else 0.0) + 2.54 * sodium / 1000)
    best[AXIS["ash"]], low[AXIS["ash"]], high[AXIS["ash"]] = ash, ash / 2, ash * 2 + 0.5
    water = max(0.0, 100 - macros - ash)
    spread = max(3.0, 0.15 * macros) if macros else 0.1
    best[AXIS["water"]] = water
    low[AXIS["water"]], high[AXIS["water"]] = max(0.0, water - spread), min(100.0, water + spread)


@dataclass(frozen=True)
class MadeFoods:
    """What made-up foods of one kind hold and do not hold, and how much free fat is in them."""

    foods: tuple[str, ...]
    free: tuple[str, ...]
    holds: tuple[str, ...]
    oil_share: tuple[float, float, float] | None


@cache
def made_foods() -> dict[str, MadeFoods]:
    """Return the kinds of made-up foods by food key."""
    found: dict[str, MadeFoods] = {}
    for name, entry in entries_of("made_foods.toml").items():
        share = tuple(entry["oil_share"]) if "oil_share" in entry else None
        kind = MadeFoods(tuple(entry["foods"]), tuple(entry["free"]),
                         tuple(entry.get("holds", ())), share)  # fmt: skip
        for food in kind.foods:
            if food in found:
                raise BookError(f"made_foods.toml, {name}: {food} stands in two kinds.")
            found[food] = kind
    return found


def _curated(key: str, entry: dict[str, Any], place: str) -> Food:
    made = made_foods().get(key)
    share = tuple(entry["oil_share"]) if "oil_share" in entry else None
    try:
        return Food(
            key=key,
            name=entry["name"],
            food_class=entry["class"],
            forms=dict(entry["form"]),
            names=tuple(entry.get("names", ())),
            starch=entry.get("starch", "none"),
            origin=entry["origin"],
            allergens=tuple(entry.get("allergens", ())),
            check_label=tuple(entry.get("check_label", ())),
            free_fat=entry.get("free_fat"),
            oil_share=share or (made.oil_share if made else None),
            compound=made is not None,
            free_of=made.free if made else (),
            holds=made.holds if made else (),
            if_counted=entry.get("if_counted"),
            if_spooned=entry.get("if_spooned"),
            pieces=tuple(entry.get("pieces", ())),
            if_cut=entry.get("if_cut"),
            across=entry.get("across"),
            tags=tuple(entry.get("tags", ())),
            edible_share=entry.get("edible", 1.0),
            densities={form: Density(*d) for form, d in entry.get("density", {}).items()},
            counts={u: Measure(u, *c) for u, c in entry.get("count", {}).items()},
        )
    except (KeyError, TypeError) as problem:
        raise BookError(f"{place}: the food {key} is incomplete: {problem}.") from problem


def read_curated() -> Iterator[Food]:
    """Yield the curated foods of all files, in the order of their names."""
    for path in files_in("foods"):
        name = path.rpartition("/")[2]
        if name not in NO_FOODS:
            for key, entry in entries_of(path).items():
                yield _curated(key, entry, name)
