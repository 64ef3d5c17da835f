"""A report on the food data: python -m snabo_core.checks.data_quality > docs/data-quality.md.

Coverage, unknowns and outliers by kind of food, and the facts that are zero by class. The
thresholds are common practice, no source.
"""

from __future__ import annotations

import sys
from collections import Counter, defaultdict
from collections.abc import Iterable

import numpy as np

from snabo_core.foods import AXIS, NUTRIENTS, FoodRow, Library, library
from snabo_core.foods.energy import energy_kcal

# How far given and computed energy may differ before a row is listed, by what explains it.
ENERGY_TOLERANCE = 0.15
SPECIFIC_FACTORS = ("spice", "herb", "vegetable", "mushroom", "root", "squash", "fruit")
MOST_MACROS = 101.5
SHOWN = 12


def _table(titles: Iterable[str], rows: Iterable[Iterable[object]]) -> list[str]:
    head = list(titles)
    lines = ["| " + " | ".join(head) + " |", "|" + "---|" * len(head)]
    lines += ["| " + " | ".join(str(cell) for cell in row) + " |" for row in rows]
    return [*lines, ""]


def unknown_counts(rows: Iterable[FoodRow]) -> dict[str, Counter[str]]:
    """Return per source how many rows lack each figure."""
    counts: dict[str, Counter[str]] = defaultdict(Counter)
    for row in rows:
        counts[row.source]["rows"] += 1
        for name, place in AXIS.items():
            if np.isnan(row.best[place]):
                counts[row.source][name] += 1
    return counts


def energy_gap(row: FoodRow) -> float | None:
    """Return given energy over computed minus one, None where either is unknown or tiny."""
    known = [row.value(n) for n in ("kcal", "carbohydrate", "protein", "fat")]
    kcal, carbohydrate, protein, fat = known
    if kcal is None or carbohydrate is None or protein is None or fat is None:
        return None
    alcohol = row.value("alcohol") or 0.0
    computed = energy_kcal("us", available=carbohydrate, protein=protein, fat=fat, alcohol=alcohol)
    return kcal / computed - 1 if computed >= 20 else None


def macro_sum(row: FoodRow) -> float:
    """Return protein + fat + carbohydrate + ash of 100 g, unknown ones left out."""
    names = ("protein", "fat", "carbohydrate", "ash")
    return sum(row.value(name) or 0.0 for name in names)


def _energy_section(foods: Library) -> list[str]:
    gaps: dict[str, list[tuple[float, str]]] = defaultdict(list)
    checked: Counter[str] = Counter()
    for food in foods.foods.values():
        gap = energy_gap(foods.row(food.key))
        if gap is None:
            continue
        checked[food.food_class] += 1
        if abs(gap) > ENERGY_TOLERANCE:
            gaps[food.food_class].append((gap, food.name))
    rows = [
        (
            name,
            checked[name],
            len(found),
            ", ".join(f"{food} {gap:+.0%}" for gap, food in sorted(found)[:SHOWN]),
            "specific factors, fibre" if name in SPECIFIC_FACTORS else "fibre, acids or polyols",
        )
        for name, found in sorted(gaps.items())
    ]
    return [
        "## Energy given against 4, 4, 9 (and 7 for alcohol), curated foods",
        "",
        f"Listed where they differ by more than {ENERGY_TOLERANCE:.0%}. The given value stands:",
        "general factors overstate what fibre and plant protein yield; for rows from memory the",
        "interval covers the gap.",
        "",
        *_table(("class", "checked", "over", "which", "settled as"), rows),
    ]


def _outlier_section(foods: Library) -> list[str]:
    heavy = [row for row in foods.rows.values() if macro_sum(row) > MOST_MACROS]
    dry = [row for row in foods.rows.values() if row.value("water") == 0 and row.water_is_derived]
    kinds = Counter(row.category for row in dry)
    return [
        "## Sums over 100 g, and derived water clamped at zero",
        "",
        f"{len(heavy)} rows sum to more than {MOST_MACROS} g of protein, fat, carbohydrate and ash"
        + (": " + ", ".join(row.description for row in heavy[:SHOWN]) if heavy else "")
        + ".",
        f"{len(dry)} rows have derived water of zero, where rounding of the macros leaves nothing:",
        ", ".join(f"{category} {count}" for category, count in kinds.most_common(6)) + ".",
        "Oils, sugars and dry mixes are truly dry; the ledger scales every row to its own weight.",
        "",
    ]


def report(foods: Library) -> str:
    """Return the report as Markdown."""
    counts = unknown_counts(foods.rows.values())
    names = sum(1 + len(food.names) for food in foods.foods.values())
    looked = [f for f in foods.foods.values() if f.allergens is not None]
    titles = ("source", "rows", *NUTRIENTS)
    table = [
        (source, count["rows"], *(count[n] for n in NUTRIENTS))
        for source, count in sorted(counts.items())
    ]
    lines = [
        "# Data quality",
        "",
        "Written by `python -m snabo_core.checks.data_quality`; a test fails when it is stale.",
        "",
        f"{len(foods.rows)} rows, {len(foods.foods)} curated foods with {names} names, allergens",
        f"looked up for {len(looked)} of them. Foods outside the curated layer have unknown",
        "allergens.",
        "",
        "## Rows whose figure is unknown",
        "",
        *_table(titles, table),
        "## Zero by class",
        "",
        "Fibre: 0 for curated meat, fish, eggs and dairy. Any part of a figure that is 0 is 0.",
        "Polyols: 0 for curated foods but sweeteners and orchard fruit (sorbitol), and for listed",
        "rows of plain categories (vegetables, pulses, nuts, dairy, meat, fish, grains, fats,",
        "spices); unknown elsewhere. Added sugar: 0 for curated foods of unsweetened classes and",
        "for listed rows of such categories, all sugars of a sweetener, unknown elsewhere (never",
        "more than the sugars). Alcohol: 0 but for drinks and wines, which stay unknown.",
        "Added oil: the fat of foods marked oil, dairy fat or spray, 0 for all others. Common",
        "practice, no source.",
        "",
        *_energy_section(foods),
        *_outlier_section(foods),
    ]
    return "\n".join(lines).rstrip() + "\n"


def main() -> int:
    """Print the report."""
    sys.stdout.write(report(library()))
    return 0


if __name__ == "__main__":
    sys.exit(main())
