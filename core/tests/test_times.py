"""However a recipe tells its times, and wherever: the law of prep, cooking, rest and total.

The wordings in `data/times.txt` are from memory of how people and pages write; each stands behind
the minutes that a careful reader takes from it.
"""

import unittest
from pathlib import Path

from snabo_core.recipe.layout import Layout, sort_lines
from snabo_core.recipe.lines import only_facts
from snabo_core.recipe.times import minutes_of, only_times, times_in

TOLD = Path(__file__).parent / "data" / "times.txt"
LIST = "200 g peas\n2 leeks\n1 tbsp oil\n\nMethod\nFry the leeks. Add the peas.\n"
EATERS = 4


def wordings() -> list[tuple[dict[str, float], str]]:
    """Return each wording with its minutes by kind."""
    found = []
    for row in TOLD.read_text().splitlines():
        told, said = row.split("|", 1)
        kinds = (one.partition("=") for one in told.split())
        found.append(({kind: float(value) for kind, _, value in kinds}, said))
    return found


def read(head: str) -> Layout:
    """Return how a recipe with these lines above its list is sorted."""
    return sort_lines(f"Pea pan\n{head}\n{LIST}", lambda _: False)


class Told(unittest.TestCase):
    """Every wording, in every place where recipes tell their times."""

    def test_times_on_a_line_of_their_own_are_read(self) -> None:
        for minutes, said in wordings():
            with self.subTest(said):
                layout = read(f"\n{said}\n")
                self.assertEqual(layout.minutes, minutes)
                self.assertEqual((layout.title, len(layout.parts[0][1])), ("Pea pan", 3))

    def test_times_below_the_servings_are_read(self) -> None:
        for minutes, said in wordings():
            with self.subTest(said):
                layout = read(f"Serves 4\n{said}\n")
                self.assertEqual(layout.minutes, minutes)
                self.assertEqual((layout.title, len(layout.parts[0][1])), ("Pea pan", 3))

    def test_times_behind_the_servings_take_nothing_from_them(self) -> None:
        for minutes, said in wordings():
            if any(
                word in said.lower()
                for word in ("serves", "feeds", "for 6", "portions", "for four")
            ):
                continue
            for head in (f"Serves 4 | {said}\n", f"Serves 4. {said}\n", f"Serves 4 - {said}\n"):
                if said[0] in "-[(~" and "|" not in head:
                    continue
                with self.subTest(head):
                    layout = read(head)
                    self.assertEqual(layout.minutes, minutes)
                    assert layout.servings is not None
                    self.assertEqual(layout.servings.low, EATERS)


class Words(unittest.TestCase):
    """What tells no time of the dish, and what is no more than its time."""

    def test_a_time_inside_a_story_is_none_of_the_dish(self) -> None:
        for said in (
            "We waited 30 minutes for the bus.",
            "Peeling takes 20 minutes, the sauce less.",
            "My aunt needs 10 minutes of peace.",
            "Stir every 5 minutes.",
        ):
            with self.subTest(said):
                self.assertEqual(times_in(said), {})

    def test_who_is_served_is_never_the_beginning_of_a_time(self) -> None:
        self.assertEqual(times_in("Serves 4 - 20 min prep"), {"prep": 20.0})
        self.assertEqual(times_in("Makes 12 - 45-minute bake"), {"cook": 45.0})

    def test_a_range_over_two_units_is_its_middle(self) -> None:
        self.assertEqual(minutes_of("30 mins to 1 hour"), 45.0)
        self.assertEqual(minutes_of("10-15 mins"), 12.5)

    def test_an_order_is_no_time_of_the_dish(self) -> None:
        for said in (
            "Bake for 45 minutes.",
            "Simmer the sauce 20 minutes.",
            "Boil 5 min, then drain.",
        ):
            with self.subTest(said):
                self.assertFalse(only_times(said) or only_facts(said))

    def test_how_hard_a_dish_is_stands_beside_its_time(self) -> None:
        self.assertTrue(only_facts("45 min, easy"))
        self.assertFalse(only_facts("Easy, one pan"))


if __name__ == "__main__":
    unittest.main()
