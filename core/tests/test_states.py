"""In which state a food was weighed, read the same wherever and however a line says it."""

from __future__ import annotations

import unittest

from snabo_core.foods import library
from snabo_core.quantities import read_lines
from snabo_core.quantities.states import states_told

# What is told, from memory, before the food, behind it, and where it stands alone in brackets.
COOKED = ("cooked", "ready-cooked", "pre-cooked", "precooked", "leftover cooked", "freshly cooked",
          "cold cooked")  # fmt: skip
COOKED_BEHIND = ("cooked weight", "weighed cooked", "measured cooked", "after cooking",
                 "once cooked", "when cooked", "already cooked", "cooked (not dry)")  # fmt: skip
DRY = ("dry", "dried", "uncooked")
DRY_BEHIND = ("dry weight", "uncooked weight", "weighed dry", "before cooking",
              "weighed before cooking", "not cooked")  # fmt: skip
TINNED = ("tinned", "canned")
TINNED_BEHIND = ("from a tin", "out of a tin", "from a can", "drained weight", "tinned and drained")
FORMS = {"cooked": "boiled", "dry": "dry", "tinned": "drained"}


def told(food: str, before: tuple[str, ...], behind: tuple[str, ...]) -> list[str]:
    first = [f"300 g {word} {food}" for word in before] + [
        f"{word} {food}, 300 g" for word in before
    ]
    return first + [
        text
        for word in (*before, *behind)
        for text in (f"300 g {food} ({word})", f"{food} ({word}) 300 g", f"300 g ({word}) {food}")
        # A bracket in a bracket is written by nobody.
        if "(" not in word
    ] + [f"300 g {food}, {word}" for word in behind]  # fmt: skip


class States(unittest.TestCase):
    def test_what_was_weighed_is_read_however_it_is_told(self) -> None:
        foods = library()
        for food, state, before, behind in (
            *((food, "cooked", COOKED, COOKED_BEHIND)
              for food in ("quinoa", "pasta", "couscous", "lentils", "black beans")),
            *((food, "dry", DRY, DRY_BEHIND)
              for food in ("quinoa", "pasta", "lentils", "chickpeas", "black beans")),
            *((food, "tinned", TINNED, TINNED_BEHIND) for food in ("lentils", "chickpeas")),
        ):  # fmt: skip
            for text in told(food, before, behind):
                with self.subTest(text=text):
                    (line,) = read_lines(text, foods)
                    self.assertEqual(line.form, FORMS[state])

    def test_meat_is_cooked_where_it_was_weighed_so(self) -> None:
        for text in (
            "300 g chicken breast (cooked weight)",
            "300 g chicken breast, once cooked",
            "300 g chicken breast (cooked)",
            "300 g leftover cooked chicken breast",
        ):
            (line,) = read_lines(text, library())
            self.assertNotEqual(line.form, "raw", text)
        (raw,) = read_lines("500 g minced beef, cooked and drained", library())
        self.assertEqual(raw.form, "raw")

    def test_what_the_book_has_dry_alone_is_asked_about(self) -> None:
        for text in ("300 g cooked semolina", "300 g cooked oats", "300 g lentils, boiled"):
            (line,) = read_lines(text, library())
            self.assertIn("cooked_or_dry", line.doubts, text)

    def test_other_words_stay(self) -> None:
        for text in ("200 g pasta, drained when cooked", "2 tins chickpeas", "500 g leeks", ""):
            self.assertEqual(states_told(text), text)
