"""Every message the core makes has its words."""

import re
import unittest
from importlib.resources import files
from string import Formatter

from snabo_core.wording import TEMPLATES, Message, grams_text, say


class Words(unittest.TestCase):
    """Templates, figures and codes."""

    def test_every_template_can_be_said(self) -> None:
        for code, template in TEMPLATES.items():
            names = {name for _, name, _, _ in Formatter().parse(template) if name}
            values = {n: 0.5 if n in {"share", "chance"} else 48.0 for n in names}
            sentence = say(Message(code, values))
            self.assertNotIn("{", sentence, code)
            self.assertTrue(sentence.strip(), code)

    def test_every_code_in_the_core_has_a_template(self) -> None:
        found = set()
        folders = [files("snabo_core")]
        while folders:
            for path in folders.pop().iterdir():
                if path.is_dir():
                    folders.append(path)
                elif path.name.endswith(".py"):
                    found |= set(re.findall(r'Message\("(\w+)"', path.read_text("utf-8")))
                    found |= set(re.findall(r'unknown\(\s*"(\w+)"', path.read_text("utf-8")))
        self.assertGreater(len(found), 15)
        self.assertLessEqual(found, set(TEMPLATES))

    def test_figures_as_a_cook_reads_them(self) -> None:
        for value, text in ((0.04, "0"), (0.45, "0.5"), (9.0, "9"), (9.94, "9.9"), (48.4, "48"),
                            (372.2, "372"), (1348.0, "1348")):  # fmt: skip
            self.assertEqual(grams_text(value), text)

    def test_percent_and_words(self) -> None:
        message = Message("can_drained", {"each": 400.0, "share": 0.6})
        self.assertEqual(say(message), "about 60 % of 400 g is left when drained; common practice")
        told = say(Message("press_more", {"grams": 48.2, "target": 371.8}))
        self.assertEqual(told, "48 g still to press out, dry enough at 372 g")
