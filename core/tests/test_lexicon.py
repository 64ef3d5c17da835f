"""Foods and forms in the words of a line."""

import unittest

from hypothesis import given
from hypothesis import strategies as st
from rapidfuzz import fuzz, process

from snabo_core.foods import library
from snabo_core.foods.library import plain_word, words_of
from snabo_core.quantities.lexicon import (
    NEAR_ENOUGH,
    candidates,
    choose_form,
    find_food,
    nearest,
    segments_of,
    words_in,
)

# text, food
NAMED = [
    ("butter beans", "butter_beans"), ("butter", "butter"), ("peanut butter", "peanut_butter"),
    ("chicken stock", "chicken_stock"), ("floury potatoes", "potato"),
    ("Cannellini", "white_beans"),
    ("coconut milk", "coconut_milk"),
    ("milk", "milk"), ("almond milk", "almond_milk"),
    ("tomato paste", "tomato_puree"), ("tomatoes", "tomato"),
    ("cherry tomatoes", "cherry_tomato"),
    ("corn flour", "cornflour"), ("plain flour", "wheat_flour"), ("besan", "chickpea_flour"),
    ("smoked paprika", "paprika"), ("red pepper flakes", "chilli_flakes"),
    ("red pepper", "bell_pepper"), ("black pepper", "black_pepper"), ("egg yolks", "egg_yolk"),
    ("cream cheese", "cream_cheese"), ("sour cream", "sour_cream"), ("rutabaga", "swede"),
    ("sweet potatoes", "sweet_potato"), ("garbanzo beans", "chickpeas"),
    ("scallions", "spring_onion"),
    ("nutritional yeast", "yeast_flakes"),
]  # fmt: skip
# food, text, form
FORMS = [
    ("lentils", "2 cups cooked lentils", "boiled"),
    ("lentils", "200 g lentils", "dry"),
    ("chickpeas", "1 can chickpeas, drained", "drained"),
    ("chickpeas", "dried chickpeas, soaked", "dry"),
    ("thyme", "1 tsp dried thyme", "dry"),
    ("thyme", "fresh thyme", "raw"),
    ("butter", "50 g unsalted butter", "raw"),
    ("butter", "50 g salted butter", "salted"),
    ("ginger", "1 tsp ground ginger", "ground"),
    ("spinach", "500 g frozen spinach, thawed", "frozen"),
    ("potato", "leftover boiled potatoes", "boiled"),
    ("pasta", "400 g penne", "dry"),
    ("rice", "2 cups cooked rice", "boiled"),
    ("breadcrumbs", "100 g dry breadcrumbs", "dry"),
]


class Names(unittest.TestCase):
    """Longest name wins; the noun stands last."""

    def test_named(self) -> None:
        for text, food in NAMED:
            with self.subTest(text=text):
                self.assertEqual(find_food(text, library()).food.key, food)

    def test_every_curated_name_finds_its_own_food(self) -> None:
        for food in library().foods.values():
            for name in (food.name, *food.names):
                found = find_food(name, library())
                self.assertEqual((found.food.key, found.confidence), (food.key, 1.0), name)

    def test_words_around_lower_the_confidence_a_little(self) -> None:
        match = find_food("nice firm celeriac", library())
        self.assertEqual(match.food.key, "celeriac")
        self.assertTrue(0.8 <= match.confidence < 1.0)

    def test_nothing_near_is_nothing(self) -> None:
        for text in ("", "xq", "qqqqqqq zzzzz", "12345"):
            self.assertIsNone(find_food(text, library()))

    def test_a_word_of_its_own_is_no_misspelled_other(self) -> None:
        # As a whole "ground meat" is spelled much like "ground oat", "lamb meat" like "clam meat".
        for text, other in (
            ("ground neat", "oat_flour"),
            ("lamb meat", "tinned_clams"),
            ("smoked had", "cured_ham_chunk"),
            ("sour beam", "sour_cream"),
        ):
            found = nearest(text, words_in(text, segments_of(text)), library())
            self.assertNotEqual(found and found.food.key, other, text)

    def test_names_too_long_or_too_short_are_rightly_passed_over(self) -> None:
        names = library().plain_names
        for typed in ("zuccini", "mozarela", "parmezan", "xqzv", "brocolli", "celriac", "qwertyu"):
            with self.subTest(typed):
                found = process.extractOne(
                    typed, names.keys(), scorer=fuzz.ratio, score_cutoff=NEAR_ENOUGH
                )
                match = nearest(typed, words_in(typed, segments_of(typed)), library())
                if found is None:
                    self.assertIsNone(match)
                else:
                    self.assertEqual(match and match.food.key, names[found[0]])

    def test_candidates_leave_the_chosen_out(self) -> None:
        chosen = library().food("potato")
        found = candidates("potato", library(), chosen)
        self.assertTrue(0 < len(found) <= 5)
        self.assertNotIn("potato", found)
        self.assertEqual(len(set(found)), len(found))


class Forms(unittest.TestCase):
    """How the food is, from the words of the line."""

    def test_forms(self) -> None:
        for food, text, form in FORMS:
            with self.subTest(text=text):
                self.assertEqual(choose_form(library().food(food), text), form)

    def test_a_can_is_drained_unless_it_is_all_eaten(self) -> None:
        beans, tomato = library().food("white_beans"), library().food("tomato")
        self.assertEqual(choose_form(beans, "1 x white beans", counted_in_cans=True), "drained")
        self.assertEqual(choose_form(tomato, "1 x tomatoes", counted_in_cans=True), "tinned")


class Words(unittest.TestCase):
    """The dictionary form that names are compared in."""

    def test_plain_word(self) -> None:
        for many, one in (
            ("potatoes", "potato"), ("leaves", "leaf"), ("berries", "berry"), ("olives", "olive"),
            ("chives", "chive"), ("radishes", "radish"), ("couscous", "couscous"), ("eggs", "egg"),
            ("asparagus", "asparagus"), ("swiss", "swiss"), ("peas", "pea"),
        ):  # fmt: skip
            self.assertEqual(plain_word(many), one)

    @given(st.text(max_size=60))
    def test_splitting_never_fails_and_is_stable(self, text: str) -> None:
        once = words_of(text)
        self.assertEqual(once, [word for word in once if word])
        self.assertEqual([w.lower() for w in once], once)
