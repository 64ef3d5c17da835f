"""What the end of a run of tests says of those that failed."""

from unittest import TestCase

from config.test_runner import MOST_WORDS, last_words, package_of

TRACE = """Traceback (most recent call last):
  File "test_path.py", line 144, in test_a_correction
    box.check()
    ^^^^^^^^^^^
ValueError: the first of two

During handling of the above exception, another exception occurred:

  File "sync.py", line 8, in check
    raise TimeoutError
TimeoutError: nothing came
Call log:
  - waiting for the box
"""


class LastWords(TestCase):
    def test_the_error_itself_and_what_it_goes_on_to_say(self) -> None:
        self.assertEqual(
            last_words(TRACE), "TimeoutError: nothing came Call log: - waiting for the box"
        )

    def test_without_a_trace_and_far_too_long(self) -> None:
        self.assertEqual(last_words("Gone.\n"), "Gone.")
        self.assertEqual(last_words(""), "")
        self.assertEqual(len(last_words("x" * 1000)), MOST_WORDS)

    def test_the_package_of_a_test(self) -> None:
        for test, package in (
            ("tests.test_plate.Plate.test_order", "core"), ("dishes.tests.test_api.A.b", "dishes"),
            ("e2e.test_path.Path.test_path", "e2e"), ("launcher_tests.test_slow.A.b", "tools"),
        ):  # fmt: skip
            self.assertEqual(package_of(test), package)
