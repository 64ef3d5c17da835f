"""The core from the command line."""

import io
import json
import unittest
from contextlib import redirect_stderr, redirect_stdout
from unittest import mock

import msgspec

from snabo_core.checks import book as book_check
from snabo_core.checks import data_quality, swap_book
from snabo_core.plate import __main__ as plating
from snabo_core.quantities import __main__ as reading
from snabo_core.swaps.book import book
from tests.helpers import dish, line, part


class CommandLine(unittest.TestCase):
    """One JSON object a line; exit codes that a script can use."""

    def read(self, text: str) -> list[dict]:
        out = io.StringIO()
        with mock.patch("sys.stdin", io.StringIO(text)), redirect_stdout(out):
            self.assertEqual(reading.main(), 0)
        return [json.loads(line) for line in out.getvalue().splitlines()]

    def test_lines_and_headings(self) -> None:
        heading, first, second = self.read("For the lid:\n\n1½ cups flour\n2 zzqqx\n")
        self.assertEqual(heading["heading"], "Lid")
        self.assertEqual((first["food"], first["unit"]), ("wheat_flour", "cup_metric"))
        self.assertEqual(first["amount"], [1.5, 1.5, 1.5])
        self.assertTrue(first["reason"])
        self.assertEqual((second["food"], second["grams"]), (None, [None, None, None]))

    def test_book_check_passes_and_fails(self) -> None:
        out = io.StringIO()
        with redirect_stdout(out):
            self.assertEqual(book_check.main(), 0)
        self.assertIn("stand-ins cook into their bands", out.getvalue())
        few = {"mash": (99, 99)}
        with mock.patch.object(swap_book, "MORE", few), redirect_stdout(io.StringIO()):
            self.assertEqual(book_check.main(), 1)

    def test_data_quality_prints_the_page(self) -> None:
        out = io.StringIO()
        with redirect_stdout(out):
            self.assertEqual(data_quality.main(), 0)
        self.assertTrue(out.getvalue().startswith("# Data quality"))

    def plate(self, document: bytes) -> tuple[int, str]:
        out, err = io.StringIO(), io.StringIO()
        given = mock.Mock(buffer=io.BytesIO(document))
        with mock.patch("sys.stdin", given), redirect_stdout(out), redirect_stderr(err):
            code = plating.main()
        return code, out.getvalue() or err.getvalue()

    def test_a_plate_from_a_document(self) -> None:
        made = dish(part("p", line("a", 100, "potato")), servings=2)
        code, text = self.plate(msgspec.json.encode(made))
        self.assertEqual(code, 0)
        self.assertAlmostEqual(json.loads(text)["net_carbs"]["best"], (17.49 - 2.1) / 2)

    def test_what_is_no_document_gets_a_sentence(self) -> None:
        for rubbish in (b"", b"{", b"[]", b'{"title": "x", "servings": 0, "parts": []}'):
            code, text = self.plate(rubbish)
            self.assertEqual(code, 1, rubbish)
            self.assertTrue(text.strip())

    def test_every_stand_in_can_be_named(self) -> None:
        for role, role_file in book().files.items():
            for stand_in in role_file.stand_ins:
                self.assertIs(book().stand_in(role, stand_in.key), stand_in)
