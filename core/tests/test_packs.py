"""What several packs hold weighs the same, however it is told."""

from __future__ import annotations

import unittest
from collections.abc import Iterator

from snabo_core.foods import library
from snabo_core.quantities import read_lines
from snabo_core.quantities.packs import packs_told

# What one holds, in g or ml, and what that weighs in g; millilitres by the densities of the book.
FOODS = (
    ("chopped tomatoes", "tin", 400, "g", 400), ("coconut milk", "tin", 400, "ml", 388),
    ("passata", "bottle", 700, "ml", 735), ("mozzarella", "ball", 125, "g", 125),
    ("greek yogurt", "tub", 500, "g", 500), ("salmon", "fillet", 130, "g", 130),
    ("sausages", "", 65, "g", 65), ("tortilla wraps", "", 60, "g", 60),
    ("spinach", "bag", 240, "g", 240), ("egg noodles", "nest", 50, "g", 50),
    ("stock", "cube", 10, "g", 10), ("cooked rice", "pouch", 250, "g", 250),
)  # fmt: skip


def told(food: str, pack: str, size: int, unit: str, n: int) -> Iterator[str]:
    """Yield ways, from memory, of saying that `n` packs hold `size` each."""
    packs = f"{pack}es " if pack.endswith("ch") else f"{pack}s " if pack else ""
    of, whole = f"{packs}of " if packs else "", size * n
    yield from (
        f"{n} x {size}{unit} {packs}{food}",
        f"{n} ({size} {unit}) {packs}{food}",
        f"{n}x{size}{unit} {food}",
        f"{food} {n} x {size}{unit}",
        f"{food}, {n} {packs}({size}{unit} each)",
        f"{food} ({n} x {size} {unit} {packs})",
        f"{food} - {n} {packs}of {size} {unit}",
        f"{n} {packs}({size}{unit} each) {food}",
        f"{n} {packs}({n} x {size} {unit}) {food}",
        f"{n} {packs}({whole}{unit} total) {food}",
        f"{n} {packs}{food} ({size} {unit} each)",
        f"{n} {packs}{food} of {size} {unit} each",
        f"{n} {packs}{food} @ {size}{unit}",
        f"{n} {packs}{food} - {size}{unit} per {pack or 'piece'}",
        f"{n} {of}{food}, {size}{unit} each",
        f"{n} {of}{food} (each {size} {unit})",
        f"{n} {of}{food} (about {size} {unit} apiece)",
        f"{n} {of}{food} ({whole} {unit} in total)",
        f"{n} {of}{food} (total {whole} {unit})",
        f"{n} {of}{food}, {whole} {unit} in all",
        f"{n} {of}{food} - {whole}{unit} total",
        f"{whole} {unit} {food} ({n}{f' {packs}'.rstrip()})",
        f"{whole}{unit} ({n} x {size}{unit}) {food}",
    )


class Packs(unittest.TestCase):
    def test_every_way_of_telling_them_weighs_the_same(self) -> None:
        foods = library()
        for (food, pack, size, unit, grams), n in ((food, n) for food in FOODS for n in (2, 3)):
            for text in told(food, pack, size, unit, n):
                lines = read_lines(text, foods)
                with self.subTest(text=text):
                    self.assertEqual(len(lines), 1)
                    self.assertEqual(lines[0].doubts, ())
                    best = lines[0].grams.best
                    assert best is not None
                    self.assertAlmostEqual(best / (grams * n), 1, delta=0.07)

    def test_tins_of_pulses_are_weighed_drained(self) -> None:
        # A tin of 400 g holds 240 g drained; common practice, no source.
        for text in (
            "2 tins chickpeas (400 g each)", "2 tins chickpeas (800 g)", "2 tins chickpeas (400 g)",
            "2 tins chickpeas (240 g each)", "2 tins chickpeas (480 g)",
            "2 tins chickpeas (480 g in all)", "2 x 240 g tins chickpeas",
            "2 tins chickpeas (480 g drained in total)", "2 tins chickpeas, 800 g total",
        ):  # fmt: skip
            (line,) = read_lines(text, library())
            with self.subTest(text=text):
                best = line.grams.best
                assert best is not None
                self.assertAlmostEqual(best, 480, delta=1)

    def test_a_line_without_packs_stays_as_it_is(self) -> None:
        for text in ("2 onions", "500 g beef - 20 g fat per portion", "leeks - 2 of them", ""):
            self.assertEqual(packs_told(text), text)
