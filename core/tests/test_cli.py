"""The core from the command line."""

import io
import json
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path
from types import ModuleType
from unittest import mock

import msgspec

from snabo_core.asking import EXAMPLE, told_how
from snabo_core.checks import book as book_check
from snabo_core.checks import data_quality, swap_book
from snabo_core.exchange import __main__ as asked_exchange
from snabo_core.fit import __main__ as fitting
from snabo_core.method import __main__ as method
from snabo_core.plate import __main__ as plating
from snabo_core.quantities import __main__ as reading
from snabo_core.recipe import __main__ as recipe
from snabo_core.schedule import __main__ as scheduling
from snabo_core.swaps.book import book
from snabo_core.water import __main__ as water
from tests.helpers import dish, line, part

COMMANDS = (asked_exchange, fitting, method, plating, reading, recipe, scheduling, water)


class Help(unittest.TestCase):
    """Every command says how it is asked, with an example that can be given as it stands."""

    def ask(self, command: ModuleType, given: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        stdin = io.TextIOWrapper(io.BytesIO(given.encode()), "utf-8")
        with mock.patch("sys.stdin", stdin), redirect_stdout(out), redirect_stderr(err):
            code = command.main()
        return code, out.getvalue(), err.getvalue()

    def help_of(self, command: ModuleType) -> str:
        out = io.StringIO()
        with redirect_stdout(out), self.assertRaises(SystemExit) as ended:
            told_how(command.__doc__, command.EXAMPLE, ["--help"])
        self.assertEqual(ended.exception.code, 0)
        return out.getvalue()

    def test_the_example_of_each_command_is_answered(self) -> None:
        page = (Path(__file__).parents[2] / "docs" / "command-line.md").read_text("utf-8")
        for command in COMMANDS:
            name = command.__name__.removesuffix(".__main__")
            with self.subTest(name):
                said = self.help_of(command)
                self.assertIn(f"python -m {name}", said)
                self.assertIn(f"`python -m {name}`", page)
                code, out, err = self.ask(command, said.partition(EXAMPLE)[2])
                self.assertEqual((code, err), (0, ""))
                self.assertTrue(json.loads(out))

    def test_what_is_no_problem_is_refused_with_a_sentence(self) -> None:
        for command in COMMANDS:
            if command is reading:
                continue  # any line is a line
            for given in ("", "{", "[3]", '{"nonsense": 1}', "[" * 5000):
                with self.subTest(command=command.__name__, given=given[:20]):
                    code, out, err = self.ask(command, given)
                    self.assertEqual((code, out), (2, ""))
                    self.assertGreater(len(err), 10)

    def test_arguments_nobody_knows(self) -> None:
        with redirect_stderr(io.StringIO()), self.assertRaises(SystemExit) as ended:
            told_how(water.__doc__, water.EXAMPLE, ["--fast"])
        self.assertEqual(ended.exception.code, 2)

    def test_formats_read_and_written(self) -> None:
        _, out, _ = self.ask(asked_exchange, asked_exchange.EXAMPLE)
        dish = json.loads(out)["dishes"][0]
        problem = {"write": {"dish": dish, "format": "markdown"}}
        code, out, _ = self.ask(asked_exchange, json.dumps(problem))
        self.assertEqual((code, json.loads(out)["name"]), (0, "pot.md"))
        self.assertIn("- 200 g peas", json.loads(out)["text"])
        code, out, _ = self.ask(asked_exchange, '{"schema": "archive"}')
        published = Path(__file__).parents[2] / "docs" / "archive.schema.json"
        self.assertEqual(json.loads(out), json.loads(published.read_text("utf-8")))


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
            self.assertEqual(code, 2, rubbish)
            self.assertTrue(text.strip())

    def test_every_stand_in_can_be_named(self) -> None:
        for role, role_file in book().files.items():
            for stand_in in role_file.stand_ins:
                self.assertIs(book().stand_in(role, stand_in.key), stand_in)
