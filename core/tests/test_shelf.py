"""The shelf: mass is conserved, days never stretch, and every kind carries where it is from."""

import datetime as dt
import unittest

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import ROLES
from snabo_core.foods import library
from snabo_core.shelf import (
    UNLISTED,
    Batch,
    ShelfEvent,
    fold,
    keeping_of,
    keepings,
    proposed,
    put_refusal,
    refusal,
)
from snabo_core.shelf.batches import OVER_GRAMS

DAY = dt.date(2026, 3, 2)
LEAST_KINDS = 60


def days(count: int) -> dt.timedelta:
    return dt.timedelta(days=count)


class Table(unittest.TestCase):
    """The keeping table."""

    def test_every_kind_has_a_place_a_source_and_known_words(self) -> None:
        self.assertGreaterEqual(len(keepings()), LEAST_KINDS)
        classes = {food.food_class for food in library().foods.values()}
        for key, kind in keepings().items():
            with self.subTest(key):
                self.assertTrue(kind.days and all(count > 0 for count in kind.days.values()))
                self.assertTrue(kind.source)
                self.assertTrue(kind.becomes)
                self.assertLessEqual(kind.roles, set(ROLES))
                self.assertLessEqual(kind.classes, classes)
                self.assertLessEqual(kind.foods, set(library().foods))
                # Who says that it freezes well gives the days, and who gives days has tried.
                tried = kind.freezing in {"well", "changes"}
                self.assertEqual("freezer" in kind.days, tried)
                if "freezer" in kind.days and "fridge" in kind.days:
                    self.assertGreaterEqual(kind.days["freezer"], kind.days["fridge"])

    def test_what_is_eaten_hot_says_how(self) -> None:
        for kind in keepings().values():
            if kind.reheat:
                low, high = kind.reheat.minutes
                self.assertTrue(0 < low <= high)
                self.assertEqual(kind.reheat.how == "oven", kind.reheat.celsius is not None)
            elif kind.group == "cooked":
                self.assertEqual(kind.key, "hard_boiled_egg")

    def test_days_are_the_shorter_end_of_the_usual_ones(self) -> None:
        # USDA FSIS, cold food storage, from memory: days in the fridge, months in the freezer.
        usual = {
            "poultry_dish": (3, 4, 2), "meat_dish": (3, 4, 2), "soup_stew": (3, 4, 2),
            "egg_bake": (3, 4, 2), "stuffing_cooked": (3, 4, 1), "hard_boiled_egg": (7, 7, None),
            "raw_mince": (1, 2, 3), "raw_poultry": (1, 2, 9), "egg_whites": (2, 4, 12),
            "tin_low_acid": (3, 4, None), "tin_acid": (5, 7, None), "bacon_opened": (7, 7, 1),
        }  # fmt: skip
        for key, (low, high, months) in usual.items():
            kind = keepings()[key]
            self.assertTrue(low <= kind.days["fridge"] <= high, key)
            if months is not None:
                self.assertLessEqual(kind.days["freezer"], months * 31, key)

    def test_a_kind_nobody_entered_keeps_shortest_and_says_so(self) -> None:
        kind = keeping_of("cloud soup")
        self.assertEqual(kind.key, UNLISTED)
        self.assertEqual(
            kind.days["fridge"], min(k.days["fridge"] for k in keepings().values()
                                     if "fridge" in k.days)
        )  # fmt: skip
        self.assertIn("shortest", kind.source)

    def test_what_holds_several_things_keeps_as_the_shortest_of_them(self) -> None:
        kinds = proposed(("cooked",), "", ("rice", "chicken_thigh", "carrot"), library())
        self.assertEqual(kinds[0].key, "rice_cooked")
        sauces = proposed(("sauce",), "pour_sauce", ("cashews", "silken_tofu"), library())
        self.assertEqual(sauces[0].key, "tofu_sauce")
        self.assertEqual(proposed(("cooked",), "", (), library()), ())


class Days(unittest.TestCase):
    """When it is to be eaten by."""

    def stew(self, **more: object) -> Batch:
        return Batch(**{"grams": 500.0, "place": "fridge", "made": DAY, "put": DAY, **more})  # type: ignore[arg-type]

    def test_frozen_late_it_has_only_its_rest_when_it_thaws(self) -> None:
        kind = keepings()["soup_stew"]
        events = [ShelfEvent("a", "moved", DAY + days(2), place="freezer")]
        held = fold(self.stew(), events, kind)
        self.assertEqual(held.use_by, DAY + days(2 + kind.days["freezer"]))
        events.append(ShelfEvent("b", "moved", DAY + days(20), place="fridge"))
        held = fold(self.stew(), events, kind)
        self.assertTrue(held.thawed)
        self.assertEqual(held.use_by, DAY + days(20 + kind.days["fridge"] - 2))
        again = ShelfEvent("c", "moved", DAY + days(20), place="freezer")
        self.assertIn("frozen once", refusal(held, again, kind, DAY + days(20)))

    def test_too_old_for_the_freezer(self) -> None:
        kind = keepings()["soup_stew"]
        old = self.stew(place="freezer", put=DAY + days(5))
        self.assertIn("makes nothing fresh", put_refusal(old, kind, DAY + days(5)))
        move = ShelfEvent("a", "moved", DAY + days(5), place="freezer")
        self.assertIn(
            "makes nothing fresh",
            refusal(fold(self.stew(), [], kind), move, kind, DAY + days(5)),
        )

    def test_a_day_of_its_own_only_shortens(self) -> None:
        kind = keepings()["soup_stew"]
        for said, by in ((DAY + days(1), DAY + days(1)), (DAY + days(9), DAY + days(3))):
            self.assertEqual(fold(self.stew(said=said), [], kind).use_by, by)

    def test_what_nobody_has_frozen_says_so(self) -> None:
        held = fold(self.stew(place="freezer"), [], keepings()["soaked_nuts"])
        self.assertIn("nobody here has frozen", held.reason)
        self.assertEqual(held.use_by, DAY + days(30))

    def test_past_its_day_it_can_only_be_thrown_away(self) -> None:
        kind, late = keepings()["soup_stew"], DAY + days(4)
        held = fold(self.stew(), [], kind)
        self.assertEqual(held.nearness(late), "past")
        self.assertIn("thrown away", refusal(held, ShelfEvent("a", "took", late, 10), kind, late))
        self.assertEqual(refusal(held, ShelfEvent("a", "threw", late, 500), kind, late), "")
        self.assertEqual(held.nearness(DAY + days(3)), "today")
        self.assertEqual(held.nearness(DAY + days(2)), "soon")
        self.assertEqual(held.nearness(DAY), "")

    def test_what_cannot_be_put(self) -> None:
        kind = keepings()["soup_stew"]
        wrong = (
            (self.stew(grams=0.0), "How many grams"),
            (self.stew(grams=float("nan")), "How many grams"),
            (self.stew(pieces=-1.0), "How many pieces"),
            (self.stew(made=DAY + days(1)), "still to come"),
            (self.stew(made=DAY - days(9)), "was to be eaten by 24 February"),
            (self.stew(said=DAY - days(1)), "was to be eaten by 1 March"),
            (self.stew(place="cupboard"), "does not keep in the cupboard"),
        )
        for batch, sentence in wrong:
            self.assertIn(sentence, put_refusal(batch, kind, DAY))
        self.assertEqual(put_refusal(self.stew(), kind, DAY), "")


AMOUNTS = st.floats(0.5, 400)
STEPS = st.lists(
    st.tuples(
        st.sampled_from(["took", "threw", "moved", "taken_back"]), AMOUNTS,
        st.sampled_from(["fridge", "freezer", "cupboard"]), st.integers(0, 5),
        st.integers(0, 8),
    ),
    max_size=12,
)  # fmt: skip


class Laws(unittest.TestCase):
    """What holds whatever happens on a shelf."""

    @given(STEPS, st.sampled_from(sorted(keepings())))
    def test_mass_is_conserved_and_no_day_moves_later_by_itself(
        self, steps: list[tuple[str, float, str, int, int]], key: str
    ) -> None:
        kind = keepings()[key]
        batch = Batch(600.0, "fridge", DAY, DAY)
        events: list[ShelfEvent] = []
        today, by = DAY, fold(batch, (), kind).use_by
        for number, (what, grams, place, wait, of) in enumerate(steps):
            today += days(wait)
            # Waiting changes nothing.
            held = fold(batch, events, kind)
            self.assertEqual(held.use_by, by)
            event = ShelfEvent(str(number), what, today, grams, place, str(of))  # type: ignore[arg-type]
            if refusal(held, event, kind, today):
                continue
            events.append(event)
            now = fold(batch, events, kind)
            self.assertLessEqual(
                abs(batch.grams - now.taken - now.thrown - now.left), OVER_GRAMS * 2
            )
            self.assertGreaterEqual(now.left, 0.0)
            frozen = what == "moved" and place == "freezer"
            if not frozen and what != "taken_back":
                self.assertLessEqual(now.use_by, by)
            by = now.use_by


if __name__ == "__main__":
    unittest.main()
