"""Scales: reports as bytes, weights that are steady, and a simulated one that misbehaves."""

import contextlib
import io
import json
import tempfile
import unittest
from pathlib import Path

from hypothesis import given, settings
from hypothesis import strategies as st

from snabo_core.devices import (
    Event,
    Reading,
    SimulatedProbe,
    SimulatedScale,
    decode,
    encode,
    read_recording,
    steadied,
    written,
)
from snabo_core.devices.__main__ import main, played
from snabo_core.errors import BadInput
from tests.shared_scale import FILE, cases


def weights(events: list[Event], until: float, **habits: float) -> list[float]:
    scale = SimulatedScale(**habits)  # type: ignore[arg-type]
    readings = ((at, decode(report)) for at, report in scale.reports(events, until))
    return [one.grams for one in steadied(readings)]


class Thermometer(unittest.TestCase):
    """Newton's law of cooling for the tip of a thermometer."""

    def test_after_one_time_constant_it_has_come_63_percent_of_the_way(self) -> None:
        probe = SimulatedProbe(settles_in=4.0, noise=0.0, every=1.0)
        shown = dict(probe.readings(20.0, 80.0, 40.0))
        self.assertAlmostEqual(shown[4.0], 20 + 60 * (1 - 1 / 2.718281828), delta=0.06)
        self.assertEqual(shown[0.0], 20.0)
        self.assertAlmostEqual(shown[40.0], 80.0, delta=0.1)


class Reports(unittest.TestCase):
    """HID usage page 0x8D, scale data report: bytes laid out by hand, from memory."""

    def test_worked_reports(self) -> None:
        for report, status, grams in (
            ("03 04 02 00 f4 01", "steady", 500.0),
            ("03 04 02 ff 88 13", "steady", 500.0),
            ("03 03 03 fd f4 01", "moving", 500.0),
            ("03 05 02 00 0a 00", "under_zero", -10.0),
            # 35.2 oz and 1.1 lb; an ounce is 28.349523125 g, a pound 453.59237 g by definition.
            ("03 04 0b ff 60 01", "steady", 35.2 * 28.349523125),
            ("03 04 0c ff 0b 00", "steady", 1.1 * 453.59237),
            ("03 06 02 00 ff ff", "overload", None),
            ("03 01 02 00 00 00", "fault", None),
        ):
            found = decode(bytes.fromhex(report))
            self.assertEqual(found.status, status)
            if grams is None:
                self.assertIsNone(found.grams)
            else:
                self.assertAlmostEqual(found.grams, grams, places=6)

    @settings(deadline=None, max_examples=60)
    @given(st.integers(0, 65_535), st.sampled_from((-1, 0, 1)))
    def test_there_and_back(self, steps: int, power: int) -> None:
        grams = steps * 10.0**power
        again = decode(encode(Reading("steady", grams), power=power))
        self.assertAlmostEqual(again.grams, grams, places=6)

    @settings(deadline=None, max_examples=120)
    @given(st.binary(max_size=12))
    def test_damaged_reports_are_refused_in_a_sentence(self, report: bytes) -> None:
        try:
            found = decode(report)
        except BadInput as refusal:
            self.assertTrue(refusal.sentence.endswith("."))
        else:
            self.assertEqual(len(report), 6)
            self.assertTrue(found.grams is None or abs(found.grams) < 1e12)

    def test_too_heavy_for_a_report(self) -> None:
        with self.assertRaisesRegex(BadInput, "65,535"):
            encode(Reading("steady", 70_000.0))


class Steadiness(unittest.TestCase):
    """A weight is taken once, when it has stood still."""

    def test_a_bowl_and_what_goes_into_it(self) -> None:
        seen = weights([Event(1.0, "put", 620.0), Event(5.0, "put", 1722.0)], 9.0)
        self.assertEqual(len(seen), 2)
        for found, put in zip(seen, (620.0, 1722.0), strict=True):
            self.assertAlmostEqual(found, put, delta=2.0)

    def test_tared_it_weighs_what_was_added(self) -> None:
        events = [Event(1.0, "put", 620.0), Event(4.0, "tare"), Event(5.0, "put", 1000.0)]
        self.assertAlmostEqual(weights(events, 9.0)[-1], 380.0, delta=2.0)

    def test_an_overload_and_a_pulled_plug_begin_anew(self) -> None:
        heavy = [Event(1.0, "put", 9000.0), Event(4.0, "put", 400.0)]
        self.assertEqual(len(weights(heavy, 8.0)), 1)
        pulled = [Event(1.0, "put", 500.0), Event(4.0, "unplug"), Event(6.0, "plug_in")]
        seen = weights(pulled, 9.0)
        self.assertEqual(len(seen), 2)

    def test_what_is_stirred_all_the_time_is_never_steady(self) -> None:
        events = [Event(0.5 * i, "put", 500.0 + 60.0 * (i % 2)) for i in range(1, 18)]
        self.assertEqual(weights(events, 8.5), [])

    def test_a_drifting_empty_scale_weighs_nothing(self) -> None:
        self.assertEqual(weights([], 20.0, drift=2.0), [])

    def test_the_same_seed_is_the_same_evening(self) -> None:
        events = [Event(1.0, "put", 300.0)]
        one, two = (written(SimulatedScale(seed=7).reports(events, 3.0)) for _ in range(2))
        self.assertEqual(one, two)
        self.assertNotEqual(one, written(SimulatedScale(seed=8).reports(events, 3.0)))

    def test_a_step_leaves_the_same_every_time_and_nine_in_ten_within_its_range(self) -> None:
        scale = SimulatedScale()
        drawn = [scale.drawn(780, 860, f"lid/press/{i}") for i in range(2000)]
        self.assertEqual(drawn, [scale.drawn(780, 860, f"lid/press/{i}") for i in range(2000)])
        inside = sum(780 <= grams <= 860 for grams in drawn) / len(drawn)
        self.assertAlmostEqual(inside, 0.9, delta=0.025)
        self.assertAlmostEqual(sum(drawn) / len(drawn), 820, delta=2)
        self.assertEqual(scale.drawn(640, 640, "start"), 640)
        self.assertGreaterEqual(min(scale.drawn(0, 300, str(i)) for i in range(200)), 0)

    def test_events_out_of_order_are_refused(self) -> None:
        with self.assertRaisesRegex(BadInput, "in order"):
            list(SimulatedScale().reports([Event(2.0, "tare"), Event(1.0, "tare")], 3.0))


class Shared(unittest.TestCase):
    """The browser is tested on what the core says of the same reports."""

    def test_the_cases_are_todays(self) -> None:
        renew = "renew them: python -m tests.shared_scale"
        self.assertEqual(json.loads(FILE.read_text()), cases(), renew)


class Recordings(unittest.TestCase):
    """A recorded file plays from the shell; a bad one is refused with its line."""

    def run_main(self, *arguments: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = main(arguments)
        return code, out.getvalue(), err.getvalue()

    def test_written_and_read_is_the_same(self) -> None:
        reports = list(SimulatedScale().reports([Event(1.0, "put", 250.0)], 2.0))
        self.assertEqual(list(read_recording(written(reports))), reports)

    def test_simulated_then_played(self) -> None:
        code, text, _ = self.run_main("--simulate", "620", "1102", "9000", "400")
        self.assertEqual(code, 0)
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "evening.txt"
            path.write_text("# an evening\n" + text)
            code, said, _ = self.run_main(str(path))
        self.assertEqual(code, 0)
        lines = said.splitlines()
        self.assertEqual(len(lines), 4)
        self.assertRegex(lines[0], r"^\d\.\d s  6(19|20|21) g$")
        self.assertIn("too heavy for the scale", lines[2])

    def test_bad_recordings(self) -> None:
        for text, words in (
            ("0.1 03 04 02 00 f4\n", "Line 1"),
            ("0.1 03 04 02 00 f4 01\n0.0 03 04 02 00 f4 01\n", "Line 2"),
            ("soup\n", "Line 1"),
            ("nan 03 04 02 00 f4 01\n", "Line 1"),
            ("0.1 03 04 63 00 f4 01\n", "Set it to grams"),
        ):
            with self.assertRaisesRegex(BadInput, words):
                list(played(text))
        self.assertEqual(list(played("")), [])
        code, _, said = self.run_main("/there/is/no/such/file")
        self.assertEqual((code, bool(said)), (2, True))


if __name__ == "__main__":
    unittest.main()
