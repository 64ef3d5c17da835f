"""Lines in or out, choices, parts used in part, and salt across the layers."""

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import Choice, Dish, Line, Slot, Taken, check
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate import plate_of
from snabo_core.plate.eaters import Eater
from snabo_core.plate.exclusions import Exclusion
from snabo_core.plate.setting import Setting
from snabo_core.plate.taking import as_taken, makes_of
from snabo_core.recipe import lines_from
from snabo_core.swaps.book import book
from snabo_core.views.preview import Preview, preview
from snabo_core.views.ranking import Ranking, ranking
from tests.helpers import dish, line, part

NUTS = Eater("1", "Ada", "x", (), (Exclusion("nuts"),))
MILK = Eater("1", "Ada", "x", (), (Exclusion("milk"),))


def seen(made: Dish, *eaters: Eater) -> Preview:
    """Return the preview of a dish for some eaters."""
    return preview(check(made), Setting(eaters), book(), library())


class InOrOut(unittest.TestCase):
    """An optional line starts in; left out it is not counted, and the plate says its cost."""

    def made(self, *, out: bool, settled: bool = True) -> Dish:
        walnuts = line("w", 60, "walnuts", optional=True, left_out=out, settled=settled)
        return dish(part("p", line("k", 400, "kale"), walnuts), servings=4)

    def test_reading_starts_it_in(self) -> None:
        (read,) = lines_from("60 g walnuts, toasted (optional)", library(), "metric")
        self.assertEqual((read.optional, read.left_out), (True, False))

    def test_out_is_not_counted(self) -> None:
        inside, out = seen(self.made(out=False)), seen(self.made(out=True))
        bare = plate_of(dish(part("p", line("k", 400, "kale")), servings=4), library())
        self.assertEqual(out.figures["fat"], bare.figures["fat"])
        self.assertGreater(inside.figures["fat"].best or 0, 9)
        self.assertEqual(out.was["fat"].best, inside.figures["fat"].best)

    def test_the_plate_says_what_it_costs(self) -> None:
        (inside,), (out,) = seen(self.made(out=False)).options, seen(self.made(out=True)).options
        # 60 g of walnuts hold 39 g of fat, 9.8 g in each of four servings.
        self.assertRegex(inside.words, r"^In: .*fat \+9\.8 g.* a serving$")
        self.assertRegex(out.words, r"^Out. It would bring .*fat \+9\.8 g")

    def test_allergens_stay_named_until_it_is_settled(self) -> None:
        for settled, names in ((True, []), (False, ["may_contain"])):
            (eater,) = seen(self.made(out=True, settled=settled), NUTS).eaters
            self.assertEqual([b.certainty for b in eater.breaches], names)
            self.assertFalse(eater.excluded)


class Choices(unittest.TestCase):
    """A or B, each with its own amount."""

    def read(self, text: str) -> Line:
        (found,) = lines_from(text, library(), "metric")
        return found

    def test_each_keeps_its_amount(self) -> None:
        found = self.read("30 g butter or 2 tbsp olive oil")
        (other,) = found.alternatives
        self.assertEqual((found.food, found.grams), ("butter", 30))
        self.assertEqual(other.food, "olive_oil")
        self.assertAlmostEqual(other.grams or 0, 27, delta=2)

    def test_an_exclusion_says_when_the_other_would_do(self) -> None:
        made = dish(part("p", self.read("30 g butter or 2 tbsp olive oil")))
        (eater,) = seen(made, MILK).eaters
        (breach,) = eater.breaches
        self.assertEqual((breach.certainty, eater.excluded), ("contains", True))
        self.assertIn("olive oil, would do", breach.help)
        worse = dish(part("p", self.read("30 g butter or 30 g ghee")))
        self.assertEqual(seen(worse, MILK).eaters[0].breaches[0].help, "")


class UsedInPart(unittest.TestCase):
    """What a part makes and what the dish takes of it are two figures."""

    @given(st.floats(0, 1), st.floats(1, 900))
    def test_the_plate_follows_the_share(self, share: float, grams: float) -> None:
        oil = part("p", line("a", 200, "olive_oil"), line("n", grams, "walnuts"))
        rest = part("q", line("k", 300, "kale"))
        whole = plate_of(dish(oil), library()).figures["fat"].best or 0
        kale = plate_of(dish(rest), library()).figures["fat"].best or 0
        for taken in (Taken(share=share), Taken(grams=share * (200 + grams))):
            some = dish(replace(oil, taken=taken), rest)
            fat = plate_of(as_taken(some), library()).figures["fat"].best or 0
            self.assertAlmostEqual(fat, share * whole + kale, places=4)

    def test_surplus_is_shown_and_the_original_follows(self) -> None:
        pesto = replace(part("p", line("a", 200, "olive_oil"), line("n", 100, "walnuts")),
                        taken=Taken(grams=60))  # fmt: skip
        view = seen(dish(pesto, part("q", line("k", 300, "kale"))))
        self.assertEqual((view.parts[0].makes_grams, view.parts[0].grams), (300, 60))
        self.assertAlmostEqual(view.parts[0].taken, 0.2)
        self.assertEqual(view.serving_grams, 360)
        self.assertEqual(view.was["fat"].best, view.figures["fat"].best)

    def test_weighed_it_makes_what_the_scale_says(self) -> None:
        sauce = replace(part("p", line("a", 500, "single_cream")),
                        taken=Taken(grams=200, makes_grams=400))  # fmt: skip
        whole = plate_of(dish(replace(sauce, taken=None)), library()).figures["fat"].best or 0
        view = seen(dish(sauce))
        self.assertAlmostEqual(view.figures["fat"].best or 0, whole / 2)

    def test_more_than_it_makes_is_all_of_it(self) -> None:
        sauce = part("p", line("a", 500, "single_cream"))
        self.assertEqual(Taken(grams=900).of(makes_of(sauce)), 1.0)


class SaltAcrossLayers(unittest.TestCase):
    """Salt in 100 g of each part and of the mouthful."""

    def made(self, base: float, top: float) -> Dish:
        return dish(
            part("Filling", line("k", 400, "kale"), line("s", base, "salt")),
            part("Crumb", line("n", 100, "walnuts"), line("t", top, "salt")),
        )

    def test_grams_in_100_g(self) -> None:
        salt = seen(self.made(4, 1)).salt
        assert salt is not None
        # Kale and walnuts bring about 0.1 g of their own.
        self.assertAlmostEqual(salt.mouthful.best or 0, 5 / 505 * 100, delta=0.15)
        self.assertAlmostEqual(salt.parts["Filling"].best or 0, 4 / 404 * 100, delta=0.2)
        self.assertEqual(salt.code, "usual")

    def test_a_salty_topping_lowers_what_the_base_should_get(self) -> None:
        salt = seen(self.made(4, 3)).salt
        assert salt is not None
        self.assertEqual(salt.code, "more")
        self.assertRegex(salt.words, r"the crumb is salty \(2\.9 g\): 0\.5 g in 100 g of the fill")

    def test_unknown_salt_is_not_none(self) -> None:
        made = dish(part("p", line("k", 400, "kale"), line("s", None, "salt")))
        salt = seen(made).salt
        assert salt is not None
        self.assertEqual(
            (salt.code, salt.mouthful.best, salt.mouthful.high), ("unknown", None, None)
        )
        self.assertIn("nobody knows", salt.words)

    def test_a_dish_that_weighs_nothing_has_no_salt_in_100_g(self) -> None:
        self.assertIsNone(seen(dish(part("p", line("k", None, "kale")))).salt)


class ByHand(unittest.TestCase):
    """A starch without a stand-in is no dead end: half of it, none of it, any food by grams."""

    def made(self, grams: float | None = 800) -> Dish:
        lid = part("lid", line("p", grams, "potato"), line("b", 40, "butter"))
        slot = Slot("s", "mash", ("p", "b"))
        return dish(replace(lid, slots=(slot,)), part("pot", line("k", 400, "kale")))

    def ranked(self, made: Dish) -> Ranking:
        return ranking(check(made), "lid", "s", Setting(()), book(), library())

    def test_half_and_none(self) -> None:
        made = self.made()
        found = self.ranked(made)
        half, out = found.by_hand
        for item in (half, out):
            chosen = check(made.with_choice("lid", "s", item.choice))
            view = seen(chosen)
            self.assertAlmostEqual(view.figures["net_carbs"].best, item.net_carbs)
            self.assertEqual(view.ledgers, ())
            self.assertEqual(view.was["net_carbs"].best, found.was_net_carbs)
        kale = plate_of(dish(part("pot", line("k", 400, "kale"))), library()).figures["net_carbs"]
        self.assertAlmostEqual(out.net_carbs or 0, kale.best or 0)
        potatoes = (found.was_net_carbs or 0) - (kale.best or 0)
        self.assertAlmostEqual(half.net_carbs or 0, (kale.best or 0) + potatoes / 2)

    def test_possible_where_nothing_can_be_scaled(self) -> None:
        found = self.ranked(self.made(None))
        self.assertIn("Fix that line first", found.problem)
        self.assertEqual(found.candidates, ())
        self.assertEqual([item.choice.kind for item in found.by_hand], ["reduced", "out"])

    def test_any_food_by_grams(self) -> None:
        own = Choice("", (line("x", 500, "swede"),), kind="own", name="swede")
        chosen = check(self.made().with_choice("lid", "s", own))
        bare = dish(part("lid", line("x", 500, "swede")), part("pot", line("k", 400, "kale")))
        self.assertAlmostEqual(
            seen(chosen).figures["net_carbs"].best,
            plate_of(bare, library()).figures["net_carbs"].best,
        )

    def test_a_stand_in_is_a_snapshot(self) -> None:
        made = self.made()
        item = self.ranked(made).candidates[0]
        chosen = made.with_choice("lid", "s", item.choice)
        before = seen(chosen)
        # The book forgets the stand-in; the dish is as it was.
        files = {role: replace(file, stand_ins=()) for role, file in book().files.items()}
        after = preview(chosen, Setting(()), replace(book(), files=files), library())
        self.assertEqual(after.ledgers, before.ledgers)
        self.assertEqual(after.figures, before.figures)
        self.assertEqual(after.ledgers[0].name, item.name)

    def test_refusals(self) -> None:
        made = self.made()
        for choice in (
            Choice("", (), kind="book"),
            Choice("celeriac_mash", (), kind="own"),
            Choice("", (line("x", 5, "swede"),), kind="out"),
        ):
            with self.assertRaises(BadInput):
                check(made.with_choice("lid", "s", choice))
