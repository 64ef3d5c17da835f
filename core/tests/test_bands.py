"""Where it is right: verdicts on both sides move an edge, nothing else does."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.foods import library
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import book
from snabo_core.swaps.dish_water import dish_water
from snabo_core.swaps.ledgers import slot_ledger
from snabo_core.swaps.scaling import scale_to
from snabo_core.swaps.trials import trials
from snabo_core.views.dish_water import water_view
from snabo_core.views.learning import learning_view
from snabo_core.views.run_events import judged_by
from snabo_core.water.bands import CLOSEST, ENOUGH, FARTHEST, moved
from tests.test_run import MAREN, TOVE, Told

BOOK, FOODS = book(), library()
MASH = (0.86, 0.90)
SIDES = ("right", "too_wet", "too_dry")
JUDGED = {"band": ["mash", "cauliflower_mash", "press"], "share": 0.9}
TOLD = st.lists(st.tuples(st.floats(0.6, 0.97), st.sampled_from(SIDES)), max_size=14)


class Laws(unittest.TestCase):
    @settings(deadline=None, max_examples=200)
    @given(TOLD.flatmap(lambda told: st.tuples(st.just(told), st.permutations(told))))
    def test_order_does_not_matter(self, both: tuple[list, list]) -> None:
        one, other = (moved(MASH, told).band for told in both)
        self.assertAlmostEqual(one[0], other[0], places=12)
        self.assertAlmostEqual(one[1], other[1], places=12)

    @settings(deadline=None, max_examples=200)
    @given(TOLD)
    def test_an_edge_stays_near_the_books_and_the_band_open(self, told: list) -> None:
        band = moved(MASH, told).band
        self.assertGreaterEqual(band[1] - band[0], CLOSEST)
        for edge, book_edge in zip(band, MASH, strict=True):
            self.assertLessEqual(abs(edge - book_edge), FARTHEST + 1e-12)

    def test_nothing_said_is_the_book_and_one_side_moves_nothing(self) -> None:
        self.assertEqual(moved(MASH, ()).band, MASH)
        for side in SIDES:
            self.assertEqual(moved(MASH, [(0.95, side)] * 9).band, MASH)
        few = [(0.87, "right")] * ENOUGH + [(0.88, "too_wet")] * (ENOUGH - 1)
        self.assertEqual(moved(MASH, few).band, MASH)

    def test_too_wet_inside_the_books_band_draws_its_wet_edge_in(self) -> None:
        # By hand: right at 87 %, too wet at 89 %: they part at 88 %. Two cookings on each side
        # against the book's three: its 90 % and 88 % by their logits, three to two.
        told = [(0.87, "right")] * 2 + [(0.89, "too_wet")] * 2
        dry, wet = moved(MASH, told).band
        odds = ((0.90 / 0.10) ** 3 * (0.88 / 0.12) ** 2) ** (1 / 5)
        self.assertAlmostEqual(wet, odds / (1 + odds), places=9)
        self.assertEqual(dry, MASH[0])
        # The more say so, the nearer it comes.
        more = moved(MASH, told * 3).band[1]
        self.assertTrue(0.88 < more < wet)

    def test_too_dry_inside_it_draws_its_dry_edge_in(self) -> None:
        told = [(0.89, "right")] * 2 + [(0.87, "too_dry")] * 2
        dry, wet = moved(MASH, told).band
        self.assertTrue(MASH[0] < dry < 0.88)
        self.assertEqual(wet, MASH[1])

    def test_what_was_right_beyond_it_widens_it(self) -> None:
        told = [(0.92, "right")] * 3 + [(0.95, "too_wet")] * 3
        self.assertGreater(moved(MASH, told).band[1], MASH[1])


class Folded(unittest.TestCase):
    """What eaters said of one cooking is one verdict, where they agree."""

    def said(self, **texture: str) -> dict:
        told = Told()
        for eater, word in texture.items():
            told("verdict", eater=eater, name=eater, part="p", texture=word, holding="", taste="",
                 again="", words="", judged=JUDGED)  # fmt: skip
        return judged_by(told.events)

    def test_they_agree_or_nothing_is_said(self) -> None:
        key = ("mash", "cauliflower_mash", "press")
        self.assertEqual(self.said(**{MAREN: "too_wet", TOVE: "too_wet"}), {key: (0.9, "too_wet")})
        self.assertEqual(self.said(**{MAREN: "too_wet", TOVE: "right"}), {})
        self.assertEqual(self.said(**{MAREN: ""}), {})

    def test_the_last_word_counts_and_what_was_not_weighed_says_nothing(self) -> None:
        told = Told()
        for word in ("too_wet", "right"):
            told("verdict", eater=MAREN, name="", part="p", texture=word, judged=JUDGED)
        self.assertEqual([side for _, side in judged_by(told.events).values()], ["right"])
        told = Told()
        told("verdict", eater=MAREN, name="", part="p", texture="right", judged=None)
        told("verdict", eater=TOVE, name="", part="p", texture="right")
        self.assertEqual(judged_by(told.events), {})


class InTheDish(unittest.TestCase):
    """One band, everywhere: in the stand-in's ledger, in the glass, in the kitchen's list."""

    def test_all_follow(self) -> None:
        trial = next(t for t in trials(FOODS) if t.role == "mash")
        role_file = BOOK.files["mash"]
        stand_in = next(s for s in role_file.stand_ins if s.key == "cauliflower_mash")
        choice = scale_to(trial.part, trial.slot, stand_in, role_file, FOODS)
        dish = trial.dish.with_choice("part", "slot", choice)
        part, slot = dish.parts[0], dish.parts[0].slots[0]
        key = ("mash", "cauliflower_mash", "press")
        told = ((0.900, "right"),) * 2 + ((0.908, "too_wet"),) * 2
        setting = Setting((), verdicts={key: told})
        plain = slot_ledger(part, slot, BOOK, FOODS, Setting(())).points[2]
        alone = slot_ledger(part, slot, BOOK, FOODS, setting).points[2]
        glass = dish_water(dish, BOOK, FOODS, setting)[0].glasses[2]
        self.assertIsNotNone(plain.band)
        self.assertLess(alone.band[1], plain.band[1])
        self.assertLess(alone.enough, plain.enough)
        self.assertEqual(alone.band, glass.point.band)
        shown = water_view(dish, setting, BOOK, FOODS).courses[0].glasses[2]
        self.assertIn("Where it is right has moved with your verdicts (2 right, 2 too wet, 0 too "
                      "dry); the book: 89.5 to 91.5 % water.", shown.learnt)  # fmt: skip
        few = replace(setting, verdicts={key: told[:3]})
        shown = water_view(dish, few, BOOK, FOODS).courses[0].glasses[2]
        self.assertIn("moves after 2 on each side", shown.learnt)
        row = learning_view({}, FOODS, setting.verdicts, BOOK, on=True).rows[0]
        self.assertEqual((row.runs, row.book), (4, "89.5 to 91.5 % water"))
        self.assertNotEqual(row.yours, row.book)
        row = learning_view({}, FOODS, few.verdicts, BOOK, on=True).rows[0]
        self.assertEqual(row.yours, "too few verdicts yet")


if __name__ == "__main__":
    unittest.main()
