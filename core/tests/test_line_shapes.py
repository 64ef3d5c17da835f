"""However a line is written, it is so much of that food: the law of one line in many shapes.

The shapes are people's, from memory. A reading that differs from the plainest shape without a
doubt is a silent error; none is allowed.
"""

from __future__ import annotations

import unittest
from collections.abc import Iterable, Iterator
from itertools import permutations, product

from snabo_core.foods import library
from snabo_core.quantities import read_lines
from snabo_core.quantities.kinds import kind_of_line
from snabo_core.quantities.reading import ReadLine

# What a weighing may differ by between two shapes: "about" widens no best value.
SAME_GRAMS = 0.01
WEIGHED = [
    ("250", "g", "chicken thighs"), ("1.5", "kg", "potatoes"), ("8", "oz", "feta cheese"),
    ("2", "lb", "beef mince"), ("200", "g", "red lentils"), ("60", "g", "plain flour"),
    ("2", "tbsp", "olive oil"), ("1", "tsp", "smoked paprika"), ("1/2", "cup", "double cream"),
    ("200", "ml", "lemon juice"), ("40", "g", "butter"), ("240", "g", "black beans"),
    ("1 1/2", "cups", "vegetable stock"), ("3", "tbsp", "grated parmesan"),
]  # fmt: skip
ONE = """
{a}{u} {f}
{f}, {a} {u}
{f} {a} {u}
{f} {a}{u}
{f} - {a} {u}
{f}: {a} {u}
{f} ({a} {u})
{a} {u} of {f}
about {a} {u} {f}
{f} (about {a} {u})
{f}, about {a} {u}
{f}, chopped, {a} {u}
{f}, chopped ({a} {u})
{a} {u} {f}, chopped
{a} {u} chopped {f}
{a} {u} {f} (chopped)
{a} {u} {f} - chopped
{a} {u} {f}; chopped
{a} {u} {f} or more
{a} {u} {f} plus extra
{a} {u} {f}, plus extra to serve
{a} {u} {f} for the sauce
{a} {u} {f} (optional)
optional: {a} {u} {f}
{a} {u} of your favourite {f}
{f} .... {a} {u}
{f} = {a} {u}
{f} | {a} {u}
approx. {a} {u} {f}
{a} {u} (approx) {f}
~{a} {u} {f}
{a} {u} {f}*
You need {a} {u} {f}
{f} — {a} {u}
{f} @ {a} {u}
({a} {u}) {f}
{a} {u} {f}.
{a} {u}, {f}
{a} {u} - {f}
{a} {u} x {f}
{a} {u} {f} if you have it
{a} {u} {f} from the garden
{a} {u} {f}, whatever you have
"""
# The first food is meant; of the other one nothing is in the line.
BESIDE = """
{a} {u} {f} or {g}
{a} {u} {f} (or {g})
{a} {u} {f} instead of {g}
{a} {u} {f}, not {g}
{a} {u} {f} for the {g}
{a} {u} {f}, for frying the {g}
{a} {u} {f} to go with the {g}
{a} {u} {f} - {g} also works
{a} {u} {f} ({g} works too)
{a} {u} {f} (replaces {g})
{a} {u} {f} (sub {g})
{a} {u} {f} (can use {g})
{a} {u} {f} (swap for {g} if needed)
{a} {u} {f} in place of {g}
{a} {u} {f} rather than {g}
{a} {u} {f} (alternatively {g})
{a} {u} {f} (left from the {g})
"""
BOTH = """
{a} {u} {f} and {b} {v} {g}
{a}{u} {f}, {b}{v} {g}
{a} {u} {f} + {b} {v} {g}
{a} {u} {f}; {b} {v} {g}
{a} {u} {f} plus {b} {v} {g}
{a} {u} {f} mixed with {b} {v} {g}
{f} {a} {u}, {g} {b} {v}
{f} ({a} {u}) and {g} ({b} {v})
{f} {a} {u} and {g} {b} {v}
"""
WEIGHT_BEHIND = {
    "head of cauliflower 600 g": ("cauliflower", 600.0),
    "1 head cauliflower 700 g": ("cauliflower", 700.0),
    "rack of lamb 2 x 400 g": ("lamb_rack", 560.0),
    "can of tomatoes 400 g": ("tomato", 400.0),
    "2 cans of tomatoes 400 g each": ("tomato", 800.0),
    "fillets of cod 4 x 150 g": ("cod", 600.0),
    "loaf of bread 400 g": ("bread", 400.0),
    "1 carton stock 1 litre": ("vegetable_stock", 1000.0),
    "slices bread (4)": ("bread", 140.0),
    "rashers bacon x 3": ("bacon", 75.0),
}

# Of pieces it takes many to make one; None where nobody knows how many.
PIECES = {
    "12 courgette slices": ("courgette", 240.0), "6 radish slices": ("radish", 4.5),
    "4 lemon wedges": ("lemon", 36.0), "6 orange segments": ("orange", 72.0),
    "3 chicken pieces": ("chicken_whole", 330.0), "3 pieces of chicken": ("chicken_whole", 330.0),
    "10 carrot sticks": ("carrot", None), "4 pumpkin wedges": ("pumpkin", None),
    "3 leek rounds": ("leek", None), "2 cauliflower steaks": ("cauliflower", None),
    # What is cut into them is counted whole.
    "1 carrot sticks": ("carrot", 61.0), "2 onions, sliced into rings": ("onion", 220.0),
    "2 onions, cut into wedges": ("onion", 220.0), "3 pcs carrots": ("carrot", 183.0),
    "4 celery sticks": ("celery", 200.0), "12 onion rings": ("onion_rings", 96.0),
}  # fmt: skip


def _shapes(told: str) -> list[str]:
    return told.strip().splitlines()


def _read(text: str) -> tuple[ReadLine, ...]:
    return read_lines(text, library()) if kind_of_line(text) == "food" else ()


def _is(read: ReadLine, wanted: ReadLine) -> bool:
    if read.food != wanted.food or read.grams.best is None or wanted.grams.best is None:
        return False
    return abs(read.grams.best - wanted.grams.best) <= SAME_GRAMS * wanted.grams.best


def _faults(pairs: Iterable[tuple[str, list[ReadLine]]]) -> Iterator[tuple[str, bool]]:
    """Yield each line read otherwise than wanted, and whether a doubt says so."""
    for text, wanted in pairs:
        reads = _read(text)
        same = len(reads) == len(wanted) and all(map(_is, reads, wanted))
        if not same or any(read.doubts for read in reads):
            yield text, any(read.doubts for read in reads)


class Shapes(unittest.TestCase):
    """One line, many shapes."""

    @classmethod
    def setUpClass(cls) -> None:
        """Read each line in its plainest shape."""
        super().setUpClass()
        cls.plain = {food: _read(f"{a} {u} {food}")[0] for a, u, food in WEIGHED}

    def check(self, pairs: list[tuple[str, list[ReadLine]]], doubted: float) -> None:
        faults = list(_faults(pairs))
        self.assertEqual([text for text, told in faults if not told], [])
        self.assertLessEqual(len(faults), doubted * len(pairs), faults)

    def test_the_plainest_shape_has_no_doubt(self) -> None:
        for food, read in self.plain.items():
            with self.subTest(food=food):
                self.assertEqual(read.doubts, ())
                self.assertIsNotNone(read.grams.best)

    def test_an_amount_is_the_same_wherever_it_stands(self) -> None:
        self.check(
            [
                (shape.format(a=a, u=u, f=food), [self.plain[food]])
                for (a, u, food), shape in product(WEIGHED, _shapes(ONE))
            ],
            doubted=0.01,
        )

    def test_another_food_named_beside_it_is_not_in_it(self) -> None:
        self.check(
            [
                (shape.format(a=a, u=u, f=food, g=other), [self.plain[food]])
                for (a, u, food), (_, _, other) in permutations(WEIGHED[::2], 2)
                for shape in _shapes(BESIDE)
            ],
            doubted=0.02,
        )

    def test_two_foods_on_a_line_are_two(self) -> None:
        self.check(
            [
                (
                    shape.format(a=a, u=u, f=food, b=b, v=v, g=other),
                    [self.plain[food], self.plain[other]],
                )
                for (a, u, food), (b, v, other) in permutations(WEIGHED[1::2], 2)
                for shape in _shapes(BOTH)
            ],
            doubted=0.01,
        )

    def test_a_weight_behind_is_that_of_the_thing(self) -> None:
        for text, (food, grams) in WEIGHT_BEHIND.items():
            with self.subTest(text=text):
                (read,) = _read(text)
                self.assertEqual((read.food, read.grams.best, read.doubts), (food, grams, ()))

    def test_pieces_are_not_counted_as_whole_ones(self) -> None:
        for text, (food, grams) in PIECES.items():
            with self.subTest(text=text):
                (read,) = _read(text)
                self.assertEqual((read.food, read.grams.best), (food, grams))
                self.assertEqual("no_grams" in read.doubts, grams is None)


if __name__ == "__main__":
    unittest.main()
