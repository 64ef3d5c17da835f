"""Documents of older schemas: nothing that was said in them is lost."""

import unittest
from typing import Any

import msgspec
from hypothesis import given
from hypothesis import strategies as st

from snabo_core.dish import SCHEMA, Dish, check, upgraded
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.plate import plate_of
from tests.helpers import dish, line, part

SHARES = st.floats(0, 1)


def old_line(**more: object) -> dict[str, Any]:
    """Return 100 g of butter as schema 1 wrote it."""
    new = msgspec.to_builtins(line("b", 100, "butter"))
    for name in ("leavings", "left_out"):
        del new[name]
    return {**new, "retained": 1.0, "leaving": None, "alternatives": [], **more}


def old_dish(made: dict[str, Any], losses: list[dict[str, Any]]) -> dict[str, Any]:
    """Return a dish of one part as schema 1 wrote it."""
    own = {"id": "p", "name": "p", "lines": [made], "slots": [], "losses": losses}
    return {"title": "Old", "servings": 1.0, "parts": [own], "schema": 1}


def loss(kind: str, share: float) -> dict[str, Any]:
    """Return a loss as schema 1 wrote it."""
    return {"id": kind, "kind": kind, "line_ids": ["b"], "share": share}


class FromSchema1(unittest.TestCase):
    """Kept shares, uses left and losses of a part become leavings of the line."""

    @given(
        SHARES, SHARES, SHARES, SHARES,
        st.none() | st.tuples(SHARES, SHARES, SHARES).map(sorted), st.booleans(),
    )  # fmt: skip
    def test_the_same_is_eaten(
        self, retained: float, left: float, poured: float, drained: float,
        gone: list[float] | None, salt: bool,
    ) -> None:  # fmt: skip
        leaving = None
        if gone is not None:
            leaving = {"cause": "frying", "words": "left in the pan", "source": "x",
                       "sodium_only": salt, "low": gone[0], "best": gone[1],
                       "high": gone[2]}  # fmt: skip
        uses = [{"kind": "dish", "share": 1 - left, "words": ""},
                {"kind": "left", "share": left, "words": ""}]  # fmt: skip
        raw = old_dish(
            old_line(retained=retained, uses=uses, leaving=leaving),
            [loss("poured_off_fat", poured), loss("drained_liquid", drained)],
        )
        now = check(msgspec.convert(upgraded(raw), Dish))
        self.assertEqual(now.schema, SCHEMA)
        figures = plate_of(now, library()).figures
        whole = plate_of(dish(part("p", line("b", 100, "butter"))), library()).figures
        stays = retained * (1 - left) * (1 - drained)
        eaten = stays if gone is None or salt else stays * (1 - gone[1])
        self.assertAlmostEqual(figures["protein"].best, eaten * whole["protein"].best, places=6)
        self.assertAlmostEqual(
            figures["fat"].best, eaten * (1 - poured) * whole["fat"].best, places=6
        )
        sodium = eaten * (1 - gone[1]) if gone is not None and salt else eaten
        self.assertAlmostEqual(figures["sodium_mg"].best, sodium * whole["sodium_mg"].best, 6)

    def test_a_proposal_stays_a_proposal(self) -> None:
        leaving = {"cause": "frying", "words": "left in the pan", "source": "x",
                   "sodium_only": False, "low": 0.1, "best": 0.2, "high": 0.3}  # fmt: skip
        now = msgspec.convert(upgraded(old_dish(old_line(leaving=leaving), [])), Dish)
        (kept,) = now.parts[0].lines[0].leavings
        self.assertEqual((kept.cause, kept.what, kept.source), ("frying", "all", "x"))
        self.assertFalse(kept.known)

    def test_choices_wait_for_their_food(self) -> None:
        raw = old_dish(old_line(alternatives=["2 tbsp olive oil"]), [])
        (other,) = msgspec.convert(upgraded(raw), Dish).parts[0].lines[0].alternatives
        self.assertEqual((other.text, other.food, other.settled), ("2 tbsp olive oil", None, False))

    def test_what_was_passed_stays(self) -> None:
        raw = old_dish(old_line(leaving=None), [loss("poured_off_fat", 0.5)])
        before = msgspec.json.encode(raw)
        upgraded(raw)
        self.assertEqual(msgspec.json.encode(raw), before)

    def test_today_is_the_identity(self) -> None:
        made = msgspec.to_builtins(dish(part("p", line("b", 100, "butter"))))
        self.assertEqual(upgraded(made), made)

    def test_refusals(self) -> None:
        for odd in ({"schema": 99}, {"schema": "2"}, {"schema": True}, {"schema": 0}, [], "x"):
            with self.assertRaises(BadInput):
                upgraded(odd)  # type: ignore[arg-type]

    def test_only_the_words_told_what_was_assumed(self) -> None:
        said = {"to taste; a usual amount is assumed, common practice": True, "as weighed": False}
        for reason, assumed in said.items():
            raw = old_dish(old_line(reason=reason, amount=None), [])
            now = check(msgspec.convert(upgraded(raw), Dish))
            self.assertEqual(now.parts[0].lines[0].assumed, assumed, reason)
