"""Methods as steps: the vocabulary, what is read, what is not understood, cautions by rule."""

import json
import subprocess
import sys
import unittest
from collections.abc import Sequence

from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.book.cautions import cautions
from snabo_core.foods import library
from snabo_core.method import Ingredient, ReadStep, read_method, techniques
from snabo_core.method.cautions import RULES, cautions_of
from snabo_core.method.naming import Names
from snabo_core.method.sentences import MOST_SENTENCES, sentences_of
from snabo_core.method.techniques import phrases
from snabo_core.quantities.reading import read_line
from tests.score_methods import methods, score

# Every technique the product speaks of, by its key.
TECHNIQUES = """
trim peel halve hollow_out pierce flatten cut grate rice spiral mash blend grind soak rinse drain
salt season marinate massage press wring twist blot microwave steam boil simmer reduce sweat saute
dry_saute sear fry deep_fry toast roast bake grill air_dry mix fold toss fluff whisk knead melt
crumble shred strand tear thicken shape divide roll_out mould unmould tamp spread layer fill roll_up
coat brush drizzle top turn cover uncover absorb cool chill set freeze thaw rest preheat deglaze
add_gradually hold_back taste serve store reheat
""".split()  # noqa: SIM905
# Text, oven in C: what dials and recipes say, common practice.
OVENS = [
    ("Bake at 190C (170C fan).", 190), ("Bake at 180 fan.", 200), ("Bake at fan 160.", 180),
    ("Bake at gas mark 6.", 200), ("Bake at 350 F.", 177), ("Bake at 400 degrees.", 204),
    ("Bake at 200°C/180°C fan/gas 6.", 200), ("Bake in a hot oven.", 220),
    ("Bake at 220 °C (fan 200 °C, gas 7).", 220), ("Bake in a moderate oven (350 F).", 177),
    ("Bake until the centre reads 74 C.", None), ("Bake until it is 165 degrees inside.", None),
]  # fmt: skip
# Text, minutes of one batch with both its sides.
MINUTES = [
    ("Simmer for an hour and a quarter.", (75, 75)), ("Simmer for 5 more minutes.", (5, 5)),
    ("Fry for 3 minutes each side.", (6, 6)), ("Bake for 1 hr 10 at 200.", (70, 70)),
    ("Fry in two batches, 5 minutes a batch.", (5, 5)), ("Simmer two to three minutes.", (2, 3)),
    ("Simmer for a further 10 minutes, stirring every 2 minutes.", (10, 10)),
    ("Microwave 45 sec.", (0.75, 0.75)), ("Simmer overnight.", (480, 840)),
    ("Simmer until thick.", None),
]  # fmt: skip
PIE = ["1 tbsp olive oil", "500 g lamb mince", "1 onion", "300 ml lamb stock", "900 g swede",
       "50 g butter"]  # fmt: skip


def lines(*texts: str) -> list[Ingredient]:
    """Return lines of one part, by number from 1."""
    return [
        Ingredient(str(n), "", text, read_line(text, library(), "metric").food)
        for n, text in enumerate(texts, start=1)
    ]


def read(text: str, *texts: str) -> tuple[ReadStep, ...]:
    """Return the steps of a method over lines of one part."""
    return read_method(text, lines(*texts), library())


def techniques_of(text: str, *texts: str) -> list[str | None]:
    """Return the techniques of a method, in order."""
    return [step.technique for step in read(text, *texts)]


class Vocabulary(unittest.TestCase):
    """One file for reading, water, run sheet and cautions."""

    def test_every_technique_is_told_with_its_words_time_and_resource(self) -> None:
        self.assertEqual(sorted(techniques()), sorted(TECHNIQUES))
        said = {p.technique for known in phrases().values() for p in known}
        for key, one in techniques().items():
            with self.subTest(key):
                self.assertIn(key, said)
                self.assertLessEqual(0, one.minutes[0])
                self.assertLessEqual(*one.minutes)

    def test_its_cautions_have_words_and_a_source(self) -> None:
        for key in {c for one in techniques().values() for c in one.cautions} | set(RULES):
            with self.subTest(key):
                self.assertTrue(cautions()[key].text)
                self.assertTrue(cautions()[key].why)

    def test_a_phrase_means_one_thing(self) -> None:
        seen: dict[object, str] = {}
        for head, known in phrases().items():
            for phrase in known:
                if len(phrase.words) > 1:
                    continue
                self.assertEqual(seen.setdefault(head, phrase.technique), phrase.technique, head)

    def test_what_heats_holds_something_hot(self) -> None:
        self.assertTrue(techniques()["bake"].heats)
        self.assertFalse(techniques()["preheat"].heats)
        self.assertFalse(techniques()["cut"].heats)


class Scored(unittest.TestCase):
    """Methods in many hands; half of them nobody looked at while the reading was tuned."""

    def test_the_half_set_aside(self) -> None:
        found = score([m for m in methods() if m.set_aside])
        for what, least in (("technique", 92), ("foods", 88), ("segments", 90)):
            self.assertGreaterEqual(found.share(what), least, what)
        together = (found.share("times") + found.share("heats")) / 2
        self.assertGreaterEqual(together, 97)

    def test_there_are_enough_steps(self) -> None:
        self.assertGreaterEqual(sum(len(m.steps) for m in methods()), 300)


class Read(unittest.TestCase):
    """What the words of one step come to."""

    def test_ovens(self) -> None:
        for text, want in OVENS:
            with self.subTest(text):
                heat = read(text, "1 swede")[0].oven_c
                self.assertEqual(None if heat is None else round(heat), want)

    def test_minutes(self) -> None:
        for text, want in MINUTES:
            with self.subTest(text):
                step = read(text, "1 swede")[0]
                self.assertEqual(step.minutes if "minutes" in step.stated else None, want)

    def test_what_is_said_beats_the_default(self) -> None:
        said, unsaid = read("Roast the swede for 7 minutes. Roast the swede.", "1 swede")
        self.assertEqual(said.minutes, (7, 7))
        self.assertEqual(unsaid.minutes, techniques()["roast"].minutes)
        self.assertNotIn("minutes", unsaid.stated)

    def test_a_product_reaches_all_that_went_in(self) -> None:
        steps = read("Brown the mince in the oil. Add the onion and the stock and simmer.", *PIE)
        self.assertEqual(steps[-1].reaches, ("1", "2", "3", "4"))
        self.assertEqual(steps[1].takes, ("3", "4", "s1"))

    def test_shares_of_a_line(self) -> None:
        steps = read("Melt half the butter. Mash the swede with the remaining butter.", *PIE)
        self.assertEqual(steps[0].share["6"].kind, "half")
        self.assertEqual(steps[0].share["6"].fraction, 0.5)
        self.assertEqual(steps[1].share["6"].kind, "remaining")

    def test_covers_rings_and_watts(self) -> None:
        text = (
            "Simmer the stock over a low heat, half covered. Cover and cook for 5 minutes. "
            "Microwave the swede at 800 W."
        )
        first, second, third = read(text, *PIE)
        self.assertEqual((first.ring, first.covered), ("low", "partly"))
        self.assertEqual((second.technique, second.covered), ("simmer", True))
        self.assertEqual((third.watts, third.ring), (800, None))

    def test_words_that_mean_something_else_here(self) -> None:
        cases = {
            "Press the dough into the tin.": "shape",
            "Press the swede between paper towels.": "press",
            "Cook the swede in the oven for 40 minutes.": "bake",
            "Rice the swede.": "rice",
            "Drain the swede on paper.": "drain",
            "Brown the mince.": "sear",
            "Oven on at 200.": "preheat",
        }
        for text, want in cases.items():
            with self.subTest(text):
                self.assertEqual(read(text, *PIE)[0].technique, want)

    def test_what_is_told_is_no_step(self) -> None:
        for text in (
            "They should be soft.",
            "Don't let it burn!",
            "Serves 6.",
            "You will love it.",
        ):
            with self.subTest(text):
                self.assertEqual(read(text, *PIE), ())

    def test_words_nobody_knows_are_kept(self) -> None:
        step = read("Frumple the swede thoroughly.", *PIE)[0]
        self.assertIsNone(step.technique)
        self.assertEqual(step.takes, ("5",))

    def test_meanwhile_runs_beside_what_goes_on(self) -> None:
        steps = read("Simmer the stock for 20 minutes. Meanwhile mash the swede.", *PIE)
        self.assertEqual(steps[1].parallel, ("s1",))

    def test_told_backwards(self) -> None:
        steps = read("Boil the swede. The night before, soak the onion in the stock.", *PIE)
        self.assertEqual(steps[1].before, ("s1",))

    def test_numbers_bullets_and_headings(self) -> None:
        text = (
            "METHOD\n1. Boil the swede\n2) Drain it.\nStep 3\n• Mash it with the\nbutter.\n"
            "To serve:\nEat."
        )
        found = [s.text for s in sentences_of(text)]
        self.assertEqual(found, ["Boil the swede", "Drain it.", "Mash it with the butter.", "Eat."])
        self.assertEqual(sentences_of(text)[-1].section, "serve")

    def test_a_stop_behind_an_abbreviation_ends_nothing(self) -> None:
        text = "Simmer for approx. 10 min. or until thick. Serve."
        self.assertEqual(len(sentences_of(text)), 2)


class Cautions(unittest.TestCase):
    """Each rule where it must speak, and where it must not."""

    HOLDS = (
        ("poultry_74", "Fry the chicken for 10 minutes.", ["400 g chicken breast"]),
        ("ground_meat_71", "Brown the mince.", ["500 g lamb mince"]),
        ("fish_63", "Bake the salmon for 15 minutes.", ["4 salmon fillets"]),
        ("egg_71", "Whisk the eggs. Bake for 20 minutes.", ["6 eggs", "100 g cheddar"]),
        ("raw_meat", "Cut the pork into strips.", ["400 g pork loin"]),
        ("raw_egg", "Mix the eggs and cheese. Taste and season.", ["2 eggs", "100 g cheddar"]),
        ("raw_flour", "Mix the flour and butter. Taste it.", ["200 g plain flour", "50 g butter"]),
        ("hot_press", "Microwave the cauliflower. Wring it out.", ["1 cauliflower"]),
        ("hot_blend", "Boil the swede. Blend until smooth.", ["1 swede"]),
        ("steam_from_cover", "Microwave the swede, covered.", ["1 swede"]),
        ("mandoline", "Slice the swede thinly on a mandoline.", ["1 swede"]),
        ("hard_squash", "Halve the butternut squash.", ["1 butternut squash"]),
        ("broiler", "Place under the grill until brown.", ["100 g cheddar"]),
        ("beans_boil", "Boil the beans for 10 minutes.", ["250 g dried kidney beans"]),
        ("hot_oil_wet", "Heat the oil until smoking.", ["3 tbsp oil"]),
        ("pierce_microwave", "Microwave the potato for 8 minutes.", ["1 large potato"]),
        ("cool_two_hours", "Boil the rice. Keep in the fridge.", ["300 g rice"]),
        ("garlic_oil_cold", "Warm the oil and garlic. Store in a jar.",
         ["200 ml olive oil", "6 cloves garlic"]),
        ("meat_63", "Roast the beef for 60 minutes.", ["1 kg beef topside"]),
        ("lentils_boil", "Simmer the lentils for 20 minutes.", ["200 g red lentils"]),
        ("rice_cool", "Boil the rice. Keep in the fridge.", ["300 g rice"]),
        ("puree_cold", "Boil the swede. Blend it. Keep in the fridge.", ["1 swede"]),
        ("honey_infants", "Whisk the honey and oil.", ["1 tbsp honey", "2 tbsp oil"]),
        ("thickener_infants", "Whisk in the xanthan gum.", ["1 g xanthan gum"]),
        ("swelling_fibre", "Stir in the psyllium.", ["10 g psyllium husk"]),
        ("whole_nuts", "Scatter over the cashews.", ["50 g cashews"]),
        ("xylitol_dogs", "Stir in the xylitol.", ["10 g xylitol"]),
        ("paper_broiler", "Spread the cheese on baking paper. Broil until brown.",
         ["100 g cheddar"]),
        ("alcohol_flame", "Fry the onion. Pour in the brandy.", ["1 onion", "50 ml brandy"]),
        ("reheat_74", "Heat the leftover chicken through.", ["300 g leftover roast chicken"]),
    )  # fmt: skip
    SILENT = (
        ("poultry_74", "Simmer for 10 minutes.", ["1 litre chicken stock"]),
        ("poultry_74", "Fry the chicken.", ["300 g cooked chicken, shredded"]),
        ("ground_meat_71", "Fry the steak.", ["500 g braising steak"]),
        ("fish_63", "Bake the tuna for 15 minutes.", ["1 tin tuna"]),
        ("egg_71", "Bake the eggs for 10 minutes.", ["4 hard-boiled eggs"]),
        ("raw_egg", "Taste and season.", ["4 hard-boiled eggs"]),
        ("hot_press", "Salt the courgettes. Wring them out.", ["4 courgettes"]),
        ("hot_blend", "Blend the cashews.", ["200 g cashews"]),
        ("steam_from_cover", "Microwave the swede.", ["1 swede"]),
        ("mandoline", "Slice the swede.", ["1 swede"]),
        ("hard_squash", "Halve the courgettes.", ["2 courgettes"]),
        ("broiler", "Bake until brown.", ["100 g cheddar"]),
        ("beans_boil", "Simmer the beans.", ["1 tin kidney beans, drained"]),
        ("hot_oil_wet", "Heat the oil in a deep pan.", ["1 tbsp oil"]),
        ("pierce_microwave", "Microwave the potato.", ["1 large potato, cut into cubes"]),
        ("cool_two_hours", "Chill the dough for 30 minutes.", ["200 g almonds"]),
        ("garlic_oil_cold", "Warm the oil and garlic.", ["2 tbsp olive oil", "1 clove garlic"]),
        ("raw_meat", "Chop the ham.", ["300 g cooked ham"]),
        ("raw_flour", "Toast the flour. Taste it.", ["100 g plain flour"]),
        ("meat_63", "Brown the beef. Simmer for 2 hours.", ["1 kg braising steak"]),
        ("meat_63", "Roast the ham.", ["300 g cooked ham"]),
        ("lentils_boil", "Simmer the lentils.", ["1 tin green lentils, drained"]),
        ("rice_cool", "Boil the swede. Keep in the fridge.", ["1 swede"]),
        ("puree_cold", "Blend the cashews. Serve.", ["200 g cashews"]),
        ("honey_infants", "Stir in the sugar.", ["1 tbsp sugar"]),
        ("thickener_infants", "Stir in the cornflour.", ["1 tbsp cornflour"]),
        ("swelling_fibre", "Stir in the oats.", ["50 g oats"]),
        ("whole_nuts", "Stir in the almonds.", ["50 g ground almonds"]),
        ("xylitol_dogs", "Stir in the erythritol.", ["10 g erythritol"]),
        ("paper_broiler", "Spread the cheese on foil. Broil until brown.", ["100 g cheddar"]),
        ("alcohol_flame", "Fry the onion. Pour in the stock.", ["1 onion", "200 ml stock"]),
        ("reheat_74", "Heat the milk.", ["300 ml milk"]),
    )

    def found(self, text: str, texts: Sequence[str]) -> set[str]:
        own = lines(*texts)
        steps = read_method(text, own, library())
        return {key for keys in cautions_of(steps, Names(own, library())) for key in keys}

    def test_every_rule_speaks_where_it_must(self) -> None:
        self.assertEqual({key for key, *_ in self.HOLDS}, set(RULES))
        self.assertGreaterEqual(len(RULES), 30)
        for key, text, texts in self.HOLDS:
            with self.subTest(key, text=text):
                self.assertIn(key, self.found(text, texts))

    def test_and_is_silent_elsewhere(self) -> None:
        self.assertEqual({key for key, *_ in self.SILENT}, set(RULES))
        for key, text, texts in self.SILENT:
            with self.subTest(key, text=text):
                self.assertNotIn(key, self.found(text, texts))


class BadInput(unittest.TestCase):
    """Whatever is pasted, steps come out that hang together."""

    def sound(self, text: str, texts: Sequence[str] = PIE) -> tuple[ReadStep, ...]:
        steps = read(text, *texts)
        sentences = sentences_of(text)
        by_number = {step.number: step for step in steps}
        for step in steps:
            own = sentences[step.sentence - 1].text
            self.assertEqual(own[step.start : step.end], step.words)
            reached = {ref for ref in step.takes if not ref.startswith("s")}
            for ref in step.takes:
                if ref.startswith("s"):
                    self.assertLess(int(ref[1:]), step.number)
                    reached |= set(by_number[int(ref[1:])].reaches)
            self.assertEqual(set(step.reaches), reached)
            self.assertLessEqual(*step.minutes)
        return steps

    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.sampled_from(" ".join(m.text for m in methods()).split()), max_size=60))
    def test_shuffled_words(self, words: list[str]) -> None:
        self.sound(" ".join(words))

    @settings(max_examples=60, deadline=None)
    @given(st.text(max_size=300))
    def test_any_text(self, text: str) -> None:
        self.sound(text)

    def test_long_empty_and_foreign(self) -> None:
        self.assertEqual(self.sound(""), ())
        self.assertEqual(len(self.sound("Boil the swede.\n" * 200)), 200)
        self.assertLessEqual(len(sentences_of("Boil it. " * 5000)), MOST_SENTENCES)
        self.sound("Éplucher les navets et les cuire 20 minutes à l'eau. Boil the swede.")
        self.sound("Once upon a time there was a swede. " * 300)
        self.sound("Mash the swede.", ())
        self.assertLess(len(self.sound(("stir, " * 160 + ".\n") * 40)), 400)


class CommandLine(unittest.TestCase):
    """python -m snabo_core.method, as a shell asks it."""

    def ask(self, problem: str) -> subprocess.CompletedProcess[str]:
        return subprocess.run(
            [sys.executable, "-m", "snabo_core.method"], input=problem, text=True,
            capture_output=True, check=False,
        )  # fmt: skip

    def test_every_field_is_told(self) -> None:
        method = "Microwave the swede for 5 minutes, covered. Add half the butter."
        parts = [{"name": "pie", "lines": PIE}]
        problem = {"parts": parts, "household": {"watts": 700}, "method": method}
        answer = json.loads(self.ask(json.dumps(problem)).stdout)
        first, second = answer["steps"]
        self.assertEqual(first["takes"], ["1.5"])
        self.assertEqual((first["watts"], first["minutes"], first["covered"]), (700, [5, 5], True))
        self.assertEqual(first["stated"], ["minutes", "covered"])
        self.assertEqual(second["share"], {"1.6": {"kind": "half", "fraction": 0.5}})
        self.assertEqual(second["reaches"], ["1.5", "1.6"])
        self.assertEqual(set(first), {
            "sentence", "start", "end", "words", "technique", "takes", "reaches", "minutes",
            "passive", "oven_c", "watts", "ring", "covered", "until", "share", "after", "before",
            "parallel", "cautions", "stated"})  # fmt: skip

    def test_what_cannot_be_a_problem_is_refused_in_words(self) -> None:
        refused = {
            "{": "method problem",
            '{"parts": [], "method": "x", "hurry": 1}': "hurry",
            '{"parts": [], "method": "x", "household": {"units": "stone"}}': "metric",
        }
        for text, named in refused.items():
            found = self.ask(text)
            self.assertEqual(found.returncode, 2)
            self.assertIn(named, found.stderr)


if __name__ == "__main__":
    unittest.main()
