"""Headings that only the visible page shows, among the lines that it carries for machines."""

import json
import unittest

from tests.test_saved_files import read

LINES = ["200 g peas", "1 onion", "100 g flour", "2 eggs"]
STEPS = [
    "Boil the peas for 5 minutes.",
    "Fry the onion.",
    "Mix flour and eggs.",
    "Bake for an hour.",
]


def page(shown: str, title: str = "Pea pot") -> str:
    """Return a page whose data has no groups, and what it shows."""
    thing = {"@context": "https://schema.org", "@type": "Recipe", "name": title,
             "recipeIngredient": LINES, "recipeInstructions": STEPS}  # fmt: skip
    data = f'<script type="application/ld+json">{json.dumps(thing)}</script>'
    return f"<html><head>{data}</head><body>{shown}</body></html>"


def parts(shown: str, title: str = "Pea pot") -> dict[str, int]:
    """Return how many lines each part of such a page has."""
    [dish] = read("pot.html", page(shown, title)).dishes
    return {part.name: len(part.lines) for part in dish.parts}


def sections(shown: str) -> list[str]:
    """Return the section of each step of such a page."""
    [dish] = read("pot.html", page(shown)).dishes
    return [step.section for step in dish.steps]


def listed(*lines: str) -> str:
    """Return lines as a page lists them."""
    return f"<ul>{''.join(f'<li>{line}</li>' for line in lines)}</ul>"


class PageSections(unittest.TestCase):
    """What a heading of the page names, and what it does not."""

    def test_headings_between_the_lines_are_parts(self) -> None:
        for above in ("<h4>{}</h4>", "<p><strong>{}</strong></p>", "<dt>{}</dt>", "<div>{}:</div>"):
            first, second = above.format("For the filling"), above.format("Lid")
            shown = f"<h2>Ingredients</h2>{first}{listed(*LINES[:2])}{second}{listed(*LINES[2:])}"
            with self.subTest(above):
                self.assertEqual(parts(shown), {"Filling": 2, "Lid": 2})
        bare = f"<h2>Ingredients</h2>{listed(*LINES[:2])}<h4>Lid</h4>{listed(*LINES[2:])}"
        self.assertEqual(parts(bare), {"Dish": 2, "Lid": 2})

    def test_lines_may_be_dressed_up_and_stand_twice(self) -> None:
        story = f"<p>Take {LINES[0]} or more.</p>{listed(LINES[0])}<p>{'Rain. ' * 60}</p>"
        spans = "<li><span>200</span> <span>g</span> <b>peas</b></li><li>▢ 1 onion</li>"
        shown = f"{story}<h4>Pot</h4><ul>{spans}</ul><h4>Lid</h4>{listed(*LINES[2:])}"
        self.assertEqual(parts(shown), {"Pot": 2, "Lid": 2})

    def test_no_part_is_made_up(self) -> None:
        whole, far = listed(*LINES), f"<p>{'Much else. ' * 40}</p>"
        for shown in (
            # One heading for all, the title again, another list, an order of its own.
            f"<h4>For the pot</h4>{whole}", whole, "",
            f"<h2>Pea pot</h2>{listed(*LINES[:2])}<h2>Ingredients</h2>{listed(*LINES[2:])}",
            f"<h4>A</h4>{listed('300 g peas', '1 onion')}<h4>B</h4>{listed(*LINES[2:])}",
            f"<h4>B</h4>{listed(*LINES[2:])}<h4>A</h4>{listed(*LINES[:2])}",
            f"<h4>A</h4>{listed(*LINES[:2])}{far}<h4>B</h4>{listed(*LINES[2:])}",
            f"<div hidden><h4>A</h4>{listed(*LINES[:2])}<h4>B</h4>{listed(*LINES[2:])}</div>",
        ):  # fmt: skip
            with self.subTest(shown[:60]):
                self.assertEqual(list(parts(shown).values()), [4])

    def test_headings_of_the_method_are_sections(self) -> None:
        shown = f"<h3>Pot</h3>{listed(*STEPS[:2])}<h3>Lid</h3>{listed(*STEPS[2:])}"
        self.assertEqual(sections(shown), ["Pot", "Pot", "Lid", "Lid"])
        numbered = "".join(f"<h4>Step {i}</h4><p>{step}</p>" for i, step in enumerate(STEPS, 1))
        self.assertEqual(sections(numbered), ["", "", "", ""])
        self.assertEqual(sections(f"<h3>Method</h3>{listed(*STEPS)}"), ["", "", "", ""])

    def test_much_markup_is_over_soon(self) -> None:
        # The same letters again and again, blocks in blocks, a line in a thousand places.
        for shown in ("<p>200 g peas</p>" * 20_000, "<div>" * 200 + "<i>1</i>" * 40_000,
                      f"<p>{'200 g peas' * 30_000}</p>"):  # fmt: skip
            self.assertEqual(list(parts(shown).values()), [4])


if __name__ == "__main__":
    unittest.main()
