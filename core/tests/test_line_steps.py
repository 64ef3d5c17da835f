"""What swapping a line does to the method: words, times, cues, steps struck and steps put in."""

import unittest
from collections.abc import Iterator
from dataclasses import replace

from snabo_core.dish import Dish, Line
from snabo_core.foods import library
from snabo_core.foods.library import words_of
from snabo_core.method.techniques import techniques
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.cooking import CookStep, effective_steps
from snabo_core.swaps.line_book import line_book
from snabo_core.swaps.line_rules import line_rules
from snabo_core.swaps.line_steps import called
from snabo_core.swaps.swapped_lines import groups_of, swapped_line, with_instead
from snabo_core.views.method import method_view

FOODS, BOOK = library(), book()
POT = """Leek and bean pot
Serves 4
2 tbsp olive oil
2 onions
3 leeks, sliced
200 g frozen peas
400 g dried white beans
100 ml sour cream

Soak the beans overnight. Boil the beans for 1 hour until soft, then drain them.
Thaw the peas.
Peel and chop the onions.
Heat the oil in a wide pan and fry the onions until golden, about 8 minutes.
Add the leeks and sweat for 10 minutes.
Stir in the beans and the thawed peas and simmer for 5 minutes.
Off the heat, stir in the sour cream.
"""


def swapped(dish: Dish, words: str, food: str, form: str | None = None) -> Dish:
    """Return the dish with the line of these words swapped for a member of its group."""
    line = next(line for part in dish.parts for line in part.lines if words in line.text)
    for group, own in groups_of(line):
        for other in group.members:
            if other.food == food and form in {None, other.form}:
                return with_instead(dish, line.id, swapped_line(line, own, other, FOODS))
    raise AssertionError(f"nothing stands for {line.text}")


def cooked(dish: Dish) -> list[CookStep]:
    """Return the steps that are done."""
    return [one for one in effective_steps(dish, BOOK, FOODS) if one.kind != "ghost"]


def words(dish: Dish) -> list[str]:
    """Return their words."""
    return [one.step.words for one in cooked(dish)]


class LineSteps(unittest.TestCase):
    """One swap each."""

    def setUp(self) -> None:
        self.pot = read_recipe(POT, FOODS, None)

    def one(self, dish: Dish, start: str) -> CookStep:
        """Return the step that begins with these words."""
        return next(one for one in cooked(dish) if one.step.words.lower().startswith(start))

    def test_nothing_browns_in_stock(self) -> None:
        now = swapped(self.pot, "oil", "vegetable_stock")
        fried = self.one(now, "cook the onions")
        self.assertEqual(
            fried.step.words, "cook the onions until soft, without colour, about 8 minutes"
        )
        self.assertEqual(
            (fried.step.technique, fried.step.until), ("sweat", "soft, without colour")
        )
        self.assertEqual(fried.was, "fry the onions until golden, about 8 minutes")
        heated = self.one(now, "heat")
        self.assertEqual(heated.step.words, "Heat the vegetable stock in a wide pan")
        self.assertEqual(len([one for one in cooked(now) if one.said]), 1, "it is said once")

    def test_butter_beside_it_browns_on(self) -> None:
        text = POT.replace("2 onions", "20 g butter\n2 onions").replace(
            "the oil", "the oil and butter"
        )
        now = swapped(read_recipe(text, FOODS, None), "oil", "vegetable_stock")
        self.assertEqual(self.one(now, "fry the onions").step.until, "golden")

    def test_what_is_fresh_needs_no_thawing(self) -> None:
        now = swapped(self.pot, "peas", "peas", "raw")
        self.assertNotIn("Thaw the peas", words(now))
        added = self.one(now, "stir in the beans")
        self.assertIn("Stir in the beans and the fresh peas", added.step.words)
        simmered = self.one(now, "simmer")
        self.assertEqual((simmered.step.minutes_low, simmered.step.minutes_high), (6, 8))
        self.assertEqual(simmered.step.words, "simmer for 6 to 8 minutes")
        view = method_view(now, Setting(()), BOOK, FOODS)
        told = next(step for step in view.steps if "fresh peas" in step.words)
        self.assertIn("Now with fresh peas instead of frozen peas.", told.look_words)
        self.assertEqual(told.was, "Stir in the beans and the thawed peas")

    def test_beans_from_a_tin_are_neither_soaked_nor_boiled(self) -> None:
        now = swapped(self.pot, "dried white", "white_beans", "drained")
        said = " ".join(words(now))
        self.assertNotIn("Soak", said)
        self.assertNotIn("Boil", said)
        taken = self.one(now, "stir in the tinned white beans").step.takes
        line = next(line for part in now.parts for line in part.lines if "beans" in line.text)
        self.assertIn(line.id, [take.ref for take in taken])

    def test_dried_beans_are_soaked_and_boiled_first(self) -> None:
        tin = POT.replace("400 g dried white beans", "1 tin (400 g) white beans, drained")
        tin = tin.replace(
            "Soak the beans overnight. Boil the beans for 1 hour until soft, then drain them.\n", ""
        )
        now = swapped(read_recipe(tin, FOODS, None), "white beans", "white_beans", "dry")
        put_in = [one for one in cooked(now) if one.kind == "line"]
        self.assertEqual([one.step.technique for one in put_in], ["soak", "boil"])
        self.assertEqual(put_in[1].step.takes[0].ref, put_in[0].step.id)
        stirred = self.one(now, "stir in the")
        self.assertIn(put_in[-1].step.id, [take.ref for take in stirred.step.takes])
        # Phytohaemagglutinin: ten minutes at a full boil. FDA, from memory.
        self.assertIn("hard for ten minutes", put_in[-1].step.words)

    def test_powder_is_neither_chopped_nor_fried(self) -> None:
        now = swapped(self.pot, "onions", "onion_powder")
        said = words(now)
        self.assertFalse([one for one in said if one.lower().startswith(("peel", "chop", "fry"))])
        self.assertIn("Heat the oil in a wide pan", said, "the leeks still want it")
        told = [one for one in cooked(now) if one.said]
        self.assertEqual(len(told), 1)
        self.assertIn("burns in hot fat", told[0].said[0])

    def test_a_time_that_the_cook_set_stands(self) -> None:
        steps = tuple(
            replace(step, minutes_low=7.0, minutes_high=7.0, by_cook=("minutes",))
            if step.words.startswith("simmer") else step
            for step in self.pot.method
        )  # fmt: skip
        now = swapped(replace(self.pot, method=steps), "peas", "peas", "raw")
        self.assertEqual(self.one(now, "simmer").step.minutes_high, 7.0)


class Laws(unittest.TestCase):
    """Over every pair of the book."""

    def pairs(self) -> Iterator[tuple[Dish, Line, Dish, Line]]:
        """Yield a dish with each member of each group, and the same with another in its place."""
        for group in line_book().groups:
            for own in group.members:
                food = FOODS.food(own.food)
                form = line_rules().forms.get(own.form or "", "")
                name = f"{form} {food.name}" if form not in {"", "fresh"} else food.name
                text = (
                    f"Pot\nServes 4\n200 g {name}\n2 carrots\n\n"
                    f"Chop the {food.name}. Fry the {food.name} for 5 minutes until golden. "
                    f"Add the carrots and simmer the {food.name} for 10 minutes."
                )
                dish = read_recipe(text, FOODS, None)
                line = dish.parts[0].lines[0]
                if line.food != own.food or line.grams is None:
                    continue
                for held, mine in groups_of(line):
                    for other in held.members:
                        if (other.food, other.form or FOODS.food(other.food).default_form) != (
                            line.food, line.form
                        ):  # fmt: skip
                            new = swapped_line(line, mine, other, FOODS)
                            yield dish, line, with_instead(dish, line.id, new), new

    def test_no_step_names_what_is_not_there(self) -> None:
        seen = 0
        for dish, line, now, new in self.pairs():
            name, _ = called(line, new)
            if new.food == line.food:
                continue
            gone = set(words_of(FOODS.food(line.food).name)) - set(words_of(name))
            shared = FOODS.food(line.food).food_class == FOODS.food(new.food or "").food_class
            for one in (step for step in cooked(now) if step.kind == "own"):
                kept = gone & set(words_of(one.step.words))
                # "The cheese" is right of any cheese.
                kept -= {FOODS.food(line.food).food_class} if shared else set()
                self.assertFalse(kept, f"{one.step.words} of {dish.source_text!r}, now {name}")
                seen += 1
        self.assertGreater(seen, 1000)

    def test_a_swap_and_its_undo_is_the_method_as_it_was(self) -> None:
        for dish, line, now, _ in self.pairs():
            self.assertEqual(
                effective_steps(with_instead(now, line.id, None), BOOK, FOODS),
                effective_steps(dish, BOOK, FOODS),
            )

    def test_what_the_words_say_is_what_the_step_takes(self) -> None:
        for _, _, now, _ in self.pairs():
            for one in cooked(now):
                low, high = one.step.minutes_low, one.step.minutes_high
                self.assertLessEqual(low, high)
                if one.kind == "own" and " minutes" in one.step.words and one.was:
                    said = f"{low:g} to {high:g}" if low < high else f"{high:g}"
                    self.assertIn(f"{said} minutes", one.step.words)

    def test_the_rules_name_what_there_is(self) -> None:
        rules = line_rules()
        known = set(techniques())
        for rule in rules.rule:
            named = rule.was | rule.now | ({rule.unless, rule.beside} - {""})
            self.assertLessEqual(named, set(rules.states))
            done = (rule.at - {"*"}) | rule.strike | {new.technique for new in rule.before}
            self.assertLessEqual(done | ({rule.technique} - {""}), known)
        for state in rules.states.values():
            for food in state.foods:
                FOODS.food(food)
            if state.but:
                self.assertIn(state.but, rules.states)
