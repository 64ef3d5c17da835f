"""Facts inside steps, and what a recipe leaves open."""

import unittest
from dataclasses import replace

from snabo_core.dish import Dish, StepText
from snabo_core.foods import library
from snabo_core.plate.setting import Setting
from snabo_core.quantities.step_facts import heats_in, pan_in, times_in
from snabo_core.recipe import guess_system, read_recipe
from snabo_core.recipe.gaps import gaps_of
from snabo_core.swaps.book import book
from snabo_core.views.recipe import recipe_view

TIMES = (
    ("Bake for 20 to 25 minutes.", [(20, 25)]),
    ("Simmer 1½ hours, rest half an hour", [(90, 90), (30, 30)]),
    ("Bake 1 hour 30 min, then 5-10 mins", [(90, 90), (5, 10)]),
    ("Fry for a few minutes", [(2, 5)]),
    ("Rest an hour and a half", [(90, 90)]),
    ("30–40 secs on full power", [(0.5, 2 / 3)]),
    ("Soak overnight", [(480, 840)]),
    ("Stir in 2 eggs and 20 g butter", []),
)
HEATS = (
    ("Heat the oven to 200C/180C fan/gas 6.", [(200, "oven")]),
    ("Bake at 400°F until brown", [(204.4, "oven")]),
    ("at 160 °C fan. Later 220 degrees C", [(180, "oven"), (220, "oven")]),
    ("in a moderate oven", [(180, "oven")]),
    ("gas mark 4", [(180, "oven")]),
    ("until the centre reads 74C", [(74, "centre")]),
    ("Boil 200 g beans", []),
)
RECIPE = """Swede pot

800 g swede
salt

For the top
50 g breadcrumbs

Boil the swede until soft.
Fill a dish, scatter the crumbs over it and bake until brown.
"""


class Facts(unittest.TestCase):
    """Times and temperatures stand where the text has them."""

    def test_times(self) -> None:
        for text, wanted in TIMES:
            with self.subTest(text=text):
                found = times_in(text)
                self.assertEqual([(t.low / 60, t.high / 60) for t in found], wanted)
                for time in found:
                    self.assertEqual(
                        text[time.start : time.end], text[time.start : time.end].strip()
                    )

    def test_a_long_run_of_blanks_is_looked_at_once(self) -> None:
        # Every blank tried with every other would take minutes.
        blanks = " " * 1900
        self.assertEqual(times_in(f"2{blanks}and{blanks}x"), ())
        (time,) = times_in(f"2{blanks}minutes")
        self.assertEqual(time.low, 120)

    def test_heats(self) -> None:
        for text, wanted in HEATS:
            with self.subTest(text=text):
                found = heats_in(text)
                self.assertEqual([h.kind for h in found], [kind for _, kind in wanted])
                for heat, (celsius, _) in zip(found, wanted, strict=True):
                    self.assertAlmostEqual(heat.celsius, celsius, delta=0.1)

    def test_pans(self) -> None:
        self.assertEqual(pan_in("Tip into a 20 x 30 cm baking dish."), "20 x 30 cm baking dish")
        self.assertEqual(pan_in("Oil a roasting tin"), "roasting tin")
        self.assertIsNone(pan_in("Boil in a large saucepan"))

    def test_linked_to_their_step(self) -> None:
        steps = (StepText("a", "Boil 10 minutes."), StepText("b", "Bake at 200C for 1 hour."))
        found = recipe_view(Dish("Pot", 4, (), steps), Setting(()), book(), library()).steps
        self.assertEqual([s.step_id for s in found], ["a", "b"])
        self.assertEqual([len(s.heats) for s in found], [0, 1])


class WhoseCups(unittest.TestCase):
    """The recipe's own units say whose cups it means."""

    def test_guesses(self) -> None:
        for text, system in (
            ("2 cups flour\n350 °F", "us"), ("1 lb leeks, 2 cups stock", "us"),
            ("200g/7oz leeks", "metric"), ("1 tbsp (20 ml) oil, 200 g leeks", "australia"),
            ("2 cups leeks", None), ("gas mark 6", "metric"),
        ):  # fmt: skip
            self.assertEqual(guess_system(text), system, text)

    def test_household_decides_where_nothing_shows(self) -> None:
        read = read_recipe("Pot\n2 cups leeks\n", library(), None, usual="us")
        self.assertEqual(read.unit_system, "us")
        self.assertRegex(read.notes[0], "North American")


class Gaps(unittest.TestCase):
    """Everything a recipe does not say is listed with a marked default."""

    def test_all_kinds(self) -> None:
        found = gaps_of(read_recipe(RECIPE, library()))
        kinds = [gap.kind for gap in found]
        self.assertEqual(kinds, ["servings", "amount", "time", "temperature", "time", "pan"])
        self.assertTrue(all(gap.default and gap.open for gap in found))
        by_kind = {gap.kind: gap for gap in found}
        self.assertRegex(by_kind["pan"].default, "0.9 l, .* cm, filled 4 cm deep")
        self.assertRegex(by_kind["pan"].words, "How big is the dish")
        self.assertRegex(by_kind["temperature"].default, "200 C, 180 C with a fan")

    def test_coming_to_the_boil_is_no_time_to_ask_for(self) -> None:
        text = "Pot\nServes 2\n500 ml stock\n200 g leeks\n\n"
        for step, asked in (
            ("Bring the stock to the boil.", []), ("Bring to a simmer.", []),
            ("Slowly bring the stock up to the boil.", []), ("Boil the leeks.", ["time"]),
            ("Bring the stock to the boil and simmer the leeks.", ["time"]),
        ):  # fmt: skip
            found = [gap.kind for gap in gaps_of(read_recipe(f"{text}{step}", library()))]
            self.assertEqual([kind for kind in found if kind == "time"], asked, step)
        read = read_recipe(f"{text}Bring the stock to the boil.", library())
        self.assertEqual([s.minutes_high for s in read.method if s.technique == "boil"], [10.0])

    def test_unknown_amount_has_no_default(self) -> None:
        found = gaps_of(read_recipe("Pot\nServes 2\nsome swede\nMix.\n", library()))
        self.assertEqual([(g.kind, g.default) for g in found], [("amount", "")])

    def test_taken_over_is_closed_but_stays(self) -> None:
        read = read_recipe(RECIPE, library())
        first = gaps_of(read)[0]
        found = gaps_of(replace(read, accepted=(first.key,)))
        self.assertEqual([gap.open for gap in found][:2], [False, True])

    def test_a_full_recipe_lacks_nothing(self) -> None:
        text = RECIPE.replace("salt", "5 g salt").replace("Swede pot", "Swede pot\nServes 4")
        text = text.replace("until soft", "15 minutes until soft")
        text = text.replace("bake until", "bake at 200C for 25 minutes until")
        text = text.replace("a dish", "a 20 x 15 cm dish")
        self.assertEqual(gaps_of(read_recipe(text, library())), ())

    def test_no_steps(self) -> None:
        found = gaps_of(read_recipe("Pot\nServes 2\n200 g swede\n", library()))
        self.assertEqual([gap.kind for gap in found], ["steps"])


class UsedInPart(unittest.TestCase):
    """A step that takes some of a part asks how much goes in, unless the rest follows."""

    def asked(self, *steps: str) -> list[str]:
        base = "For the base\n800 g swede\n\nFor the walnut sauce\n200 g walnuts"
        text = f"Pot\n\n{base}\n\nMethod\n"
        made = read_recipe(text + "\n".join(steps), library())
        return [gap.words for gap in gaps_of(made) if gap.kind == "part"]

    def test_some_of_a_part_is_asked_about(self) -> None:
        for step in ("Boil the swede, then stir in 4 tbsp of the walnut sauce.",
                     "Spread some of the walnut sauce over the swede.",
                     "Mash the swede with half the walnut sauce."):  # fmt: skip
            self.assertEqual(len(self.asked(step)), 1, step)

    def test_all_of_it_is_not(self) -> None:
        for steps in (
            ("Pour the walnut sauce over the swede.",),
            ("Spread half the walnut sauce.", "Top with the rest of the walnut sauce."),
        ):
            self.assertEqual(self.asked(*steps), [], steps)
