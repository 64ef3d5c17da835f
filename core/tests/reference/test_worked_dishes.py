"""Twelve dishes worked by hand, the arithmetic in data/worked_dishes.txt, against the core.

Per-100-g figures: USDA FoodData Central, as foods.csv carries them; dishes and amounts are
invented. The fixture's own sums are checked too, so that a slip in it cannot hide one here.
"""

import csv
import unittest
from dataclasses import dataclass, field
from pathlib import Path

from snabo_core.book import FOLDER
from snabo_core.foods import library
from snabo_core.plate import plate_of
from tests.helpers import dish, line, part

SHEET = Path(__file__).parents[1] / "data" / "worked_dishes.txt"
PRINTED = ("carbohydrate", "fibre", "protein", "fat", "sodium_mg")
WORKED = ("net_carbs", "protein", "fat", "sodium_mg")


@dataclass
class Sheet:
    """One dish of the fixture."""

    title: str
    servings: float
    lines: list[list[str]] = field(default_factory=list)
    sums: list[float] = field(default_factory=list)
    serving: list[float] = field(default_factory=list)


def sheets() -> list[Sheet]:
    found: list[Sheet] = []
    for raw in SHEET.read_text("utf-8").splitlines():
        cells = [cell.strip() for cell in raw.split("|")]
        if raw.startswith("="):
            found.append(Sheet(cells[0].removeprefix("= "), float(cells[1].split()[-1])))
        elif cells[0] == "sum":
            found[-1].sums = list(map(float, cells[1:]))
        elif cells[0] == "serving":
            found[-1].serving = [float(cell.split("=")[1]) for cell in cells[1:]]
        elif raw and not raw.startswith("#"):
            found[-1].lines.append(cells)
    return found


def printed_rows() -> dict[str, dict[str, str]]:
    with (FOLDER / "foods" / "foods.csv").open(encoding="utf-8", newline="") as lines:
        return {r["key"]: r for r in csv.DictReader(x for x in lines if not x.startswith("#"))}


class Worked(unittest.TestCase):
    """Fixture, list and core say the same."""

    def test_twelve(self) -> None:
        self.assertEqual(len(sheets()), 12)

    def test_the_fixture_copies_the_list(self) -> None:
        rows = printed_rows()
        for sheet in sheets():
            for _, food, form, *figures in sheet.lines:
                row = rows[library().foods[food].forms[form]]
                for name, figure in zip(PRINTED, figures, strict=False):
                    self.assertAlmostEqual(float(row[name] or 0), float(figure), msg=food, places=2)

    def test_the_fixture_adds_up(self) -> None:
        for sheet in sheets():
            columns: list[list[float]] = [[], [], [], []]
            for grams, _, _, *cells in sheet.lines:
                carbohydrate, fibre, protein, fat, sodium, *worked = map(float, cells)
                by_hand = (carbohydrate - fibre, protein, fat, sodium)
                for column, per_100, written in zip(columns, by_hand, worked, strict=True):
                    self.assertAlmostEqual(float(grams) / 100 * per_100, written, delta=0.06)
                    column.append(written)
            for column, written, serving in zip(columns, sheet.sums, sheet.serving, strict=True):
                self.assertAlmostEqual(sum(column), written, places=2)
                self.assertAlmostEqual(written / sheet.servings, serving, delta=0.006)

    def test_the_core_agrees(self) -> None:
        for sheet in sheets():
            lines = [
                line(f"{i}", float(grams), food, form)
                for i, (grams, food, form, *_) in enumerate(sheet.lines)
            ]
            plate = plate_of(dish(part("all", *lines), servings=sheet.servings), library())
            for name, serving in zip(WORKED, sheet.serving, strict=True):
                with self.subTest(dish=sheet.title, figure=name):
                    best = plate.figures[name].best
                    assert best is not None
                    self.assertAlmostEqual(
                        best, serving, delta=0.1 if name == "sodium_mg" else 0.03
                    )
