"""A dish is read the same however it is laid out: as text, Markdown, Cooklang or a page."""

import unittest
from collections.abc import Iterator
from functools import cache
from random import Random

from snabo_core.dish import Dish, check
from tests.layouts import LAYOUTS, POTS, Pot, Said
from tests.test_saved_files import read

# Drawn for each kind of file.
DRAWN = 60


@cache
def foods_of(pot: Pot) -> list[tuple[str | None, float | None]]:
    """Return the foods and grams of a dish, read from the plainest text there is."""
    lists = "\n\n".join("\n".join([f"For the {name}:"] * bool(name) + [*lines])
                        for name, lines in pot.groups)  # fmt: skip
    [dish] = read(
        "plain.txt", f"Pot\n\nServes 4\n\nIngredients\n{lists}\n\nMethod\n1. Cook.\n"
    ).dishes
    return foods_in(check(dish))


def foods_in(dish: Dish) -> list[tuple[str | None, float | None]]:
    """Return the foods of a dish with their grams, line by line."""
    return [(line.food, line.grams) for part in dish.parts for line in part.lines]


class Layouts(unittest.TestCase):
    def drawn(self) -> Iterator[tuple[str, str, Pot, Said]]:
        for name, lay_out in LAYOUTS:
            for number in range(DRAWN):
                r = Random(f"{name} {number}")  # noqa: S311  no secret
                pot = r.choice(POTS)
                content, said = lay_out(r, pot)
                yield name, content, pot, said

    def test_every_layout_tells_the_same_dish(self) -> None:
        for name, content, pot, said in self.drawn():
            with self.subTest(content):
                [found] = read(name, content).dishes
                dish = check(found)
                told = dish.told
                self.assertEqual(dish.title, said.title)
                self.assertEqual((told.servings_low, told.servings_high), (said.servings,) * 2)
                times = (told.prep_minutes, told.cook_minutes, told.total_minutes)
                self.assertEqual(times, said.times)
                if said.parts is not None:
                    parts = {part.name: [line.text for line in part.lines] for part in dish.parts}
                    self.assertEqual(parts, said.parts)
                self.assertEqual(len(dish.steps), said.steps)
                self.assertEqual({c.key: round(c.high) for c in told.claims}, said.claims)
                if name != "pot.cook":
                    self.assertEqual(foods_in(dish), foods_of(pot))

    def test_a_layout_that_leaves_a_line_out_is_noticed(self) -> None:
        name, lay_out = LAYOUTS[0]
        content, _ = lay_out(Random("control"), POTS[0])  # noqa: S311  no secret
        lines = [line for line in content.splitlines() if "leeks" not in line]
        [found] = read(name, "\n".join(lines)).dishes
        self.assertNotEqual(foods_in(check(found)), foods_of(POTS[0]))

    def test_a_star_below_steps_is_a_remark_and_below_stars_a_step(self) -> None:
        head = "Pot\n\n200 g leeks\n2 eggs\n1 onion\n\nMethod\n"
        for method, steps in (
            ("1. Cook the leeks.\n2. Add the eggs.\n\n* Use chives if you like.", 2),
            ("* Cook the leeks.\n\n* Add the eggs.", 2),
            ("Cook the leeks.\n\n* Beat the eggs.\n* Add them.", 3),
        ):
            [dish] = read("pot.txt", head + method).dishes
            self.assertEqual(len(check(dish).steps), steps, method)


if __name__ == "__main__":
    unittest.main()
