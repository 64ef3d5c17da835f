"""Signs nobody sees are taken out; everything that can be read stays."""

import json
import unittest

from hypothesis import given
from hypothesis import strategies as st

from snabo_core.unseen import all_without_unseen, decoded, one_line, without_unseen


class Unseen(unittest.TestCase):
    """Names and texts as a cook sees them."""

    def test_direction_control_and_zero_width_signs_go(self) -> None:
        for sign in "\x00\x1b\x7f\x9b\xad\u061c\u200b\u200e\u202e\u2066\u2060\ufeff\U000e0041":
            with self.subTest(sign=ascii(sign)):
                self.assertEqual(without_unseen(f"Weir{sign} pot"), "Weir pot")

    def test_page_breaks_and_rare_line_ends_are_new_lines(self) -> None:
        for sign in "\v\f\x85\u2028\u2029":
            with self.subTest(sign=ascii(sign)):
                self.assertEqual(without_unseen(f"200 g peas{sign}1 leek"), "200 g peas\n1 leek")

    def test_what_can_be_read_stays(self) -> None:
        text = "Crème brûlée\t½ cup\r\n日本 नमस्ते می\u200cخواهم 👩\u200d🍳 ❤\ufe0f −18 °C"
        self.assertEqual(without_unseen(text), text)

    @given(st.text())
    def test_nothing_is_left_for_a_second_time(self, text: str) -> None:
        once = without_unseen(text)
        self.assertEqual(without_unseen(once), once)
        self.assertLessEqual(len(once), len(text))

    def test_all_texts_within(self) -> None:
        self.assertEqual(
            all_without_unseen({"na\u200bme": ["a\u202e", {"x": 1.5, "y": None, "z": True}]}),
            {"name": ["a", {"x": 1.5, "y": None, "z": True}]},
        )

    @given(
        st.recursive(
            st.one_of(st.none(), st.booleans(), st.integers(-9, 9), st.text()),
            lambda inner: st.lists(inner) | st.dictionaries(st.text(), inner),
        ),
        st.booleans(),
    )
    def test_a_body_is_read_without_them_however_they_are_written(
        self, value: object, escaped: bool
    ) -> None:
        body = json.dumps(value, ensure_ascii=escaped).encode()
        self.assertEqual(decoded(body), all_without_unseen(value))

    def test_a_name_is_one_line(self) -> None:
        self.assertTrue(one_line("Weir pot"))
        self.assertTrue(one_line(""))
        self.assertFalse(one_line("Weir\npot"))
        self.assertFalse(one_line("Weir\rpot"))
