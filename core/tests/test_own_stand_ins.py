"""A household's own stand-ins and packs."""

import unittest
from dataclasses import replace

import msgspec

from snabo_core.dish import Choice, Slot
from snabo_core.errors import BadInput
from snabo_core.foods import library
from snabo_core.swaps.book import book
from snabo_core.swaps.own import (
    OwnStandIn,
    changes_of_pack,
    checked,
    doubts_of,
    kept_from,
    pack_text,
    read_pack,
    same,
    with_own,
)
from snabo_core.swaps.reading import LineEntry, StandInEntry, StepEntry
from snabo_core.swaps.scaling import scale_to
from tests.helpers import line, part

BOOK, FOODS = book(), library()

PACK = """pack = "Weir kitchen"

[[stand_in]]
role = "mash"
name = "Parsnip and bean"
lines = [
  { food = "parsnip", form = "raw", grams = 400 },
  { food = "white_beans", form = "drained", grams = 300 },
]

[[stand_in.step]]
id = "boil"
technique = "boil"
label = "Boiled"
order = "Boil the parsnips soft."

[[stand_in]]
role = "crumb"
name = "Hazelnut"
expectation = "Sandy and sweet."
lines = [{ food = "hazelnuts", grams = 90 }]
"""


def entry(**more: object) -> StandInEntry:
    given = {
        "key": "own:new", "name": "Swede strings", "family": "", "driver": "", "expectation": "",
        "texture": {}, "smell": "", "taste": "", "evidence": "",
        "lines": [LineEntry("swede", 400.0), LineEntry("butter", 20.0)], "step": [],
    }  # fmt: skip
    return StandInEntry(**(given | more))  # type: ignore[arg-type]


class Own(unittest.TestCase):
    """Written by hand, or kept from a part."""

    def test_what_nobody_gave_is_the_usual(self) -> None:
        made = checked(OwnStandIn("long_noodle", entry(gives=700.0)), BOOK, FOODS)
        self.assertEqual((made.driver, made.family), ("swede", "own"))
        self.assertEqual(len(made.steps), 1)
        self.assertEqual((made.lines[0].low, made.lines[0].high), (200, 600))

    def test_a_bare_baking_step_is_cooked_with_the_usual_heat(self) -> None:
        step = StepEntry("b", "bake", "Baked", "Bake it.")
        made = checked(OwnStandIn("crust", entry(step=[step], gives=400.0)), BOOK, FOODS)
        self.assertEqual(made.steps[0].settings["oven_c"], 200)
        self.assertEqual(doubts_of(made, FOODS), ())

    def test_a_step_that_ends_wet_is_doubted_not_refused(self) -> None:
        step = StepEntry("b", "boil", "Boiled", "Boil it.", band=(0.1, 0.2))
        made = checked(OwnStandIn("mash", entry(step=[step])), BOOK, FOODS)
        self.assertIn("outside 10% to 20%", doubts_of(made, FOODS)[0])

    def test_refusals(self) -> None:
        for role, more, words in (
            ("hat", {}, "Choose what"),
            ("mash", {"name": " "}, "name"),
            ("mash", {"name": "x" * 200}, "name"),
            ("mash", {"lines": []}, "1 to 60"),
            ("mash", {"lines": [LineEntry("unobtainium", 5.0)]}, "unobtainium"),
            ("mash", {"lines": [LineEntry("swede", -4.0)]}, "more than nothing"),
            ("mash", {"lines": [LineEntry("swede", 1e9)]}, "20 kg"),
            ("mash", {"gives": 0.0}, "more than nothing"),
            ("mash", {"taste": "x" * 5000}, "letters long"),
            ("mash", {"step": [StepEntry("b", "explode", "B", "B.")]}, "explode"),
            ("mash", {"step": [StepEntry("b", "bake", "B", "B.", settings={"oven_c": "hot"})]},
             "cannot be cooked"),
            ("mash", {"step": [StepEntry("b", "press", "B", "B.", settings={"method": "car"})]},
             "car"),
        ):  # fmt: skip
            with self.subTest(words=words), self.assertRaises(BadInput) as caught:
                checked(OwnStandIn(role, entry(**more)), BOOK, FOODS)
            self.assertIn(words, str(caught.exception))

    def test_it_stands_in_the_book_and_scales(self) -> None:
        made = checked(OwnStandIn("grain_bed", entry(gives=500.0)), BOOK, FOODS, "own:1")
        whole = with_own(BOOK, [made])
        self.assertIs(whole.stand_in("grain_bed", "own:1"), made)
        self.assertIsNone(BOOK.find("grain_bed", "own:1"))
        bed = part("Bed", line("x", 158, "rice", form="boiled"))
        bed = replace(bed, slots=(Slot("s", "grain_bed", ("x",)),))
        choice = scale_to(bed, bed.slots[0], made, whole.files["grain_bed"], FOODS)
        # A cup of rice, 236 mL, out of what gives 500: 400 g of swede times 0.47.
        self.assertAlmostEqual(choice.lines[0].grams or 0, 189, delta=3)

    def test_kept_from_a_part_it_comes_out_the_same(self) -> None:
        lid = part("Lid", line("x", 600, "potato"))
        lid = replace(lid, slots=(Slot("s", "mash", ("x",)),))
        book_one = BOOK.stand_in("mash", "swede_mash")
        choice = scale_to(lid, lid.slots[0], book_one, BOOK.files["mash"], FOODS)
        chosen = replace(lid, slots=(replace(lid.slots[0], choice=choice),))
        own = kept_from(chosen, chosen.slots[0], "Weir swede", BOOK, FOODS)
        made = checked(own, BOOK, FOODS)
        again = scale_to(lid, lid.slots[0], made, BOOK.files["mash"], FOODS)
        for before, after in zip(choice.lines, again.lines, strict=True):
            self.assertAlmostEqual(before.grams or 0, after.grams or 0, delta=0.2)
        self.assertEqual([s.technique for s in again.steps], [s.technique for s in choice.steps])

    def test_nothing_in_the_slot_is_nothing_to_keep(self) -> None:
        lid = replace(part("Lid", line("x", 600, "potato")), slots=(Slot("s", "mash", ("x",)),))
        with self.assertRaises(BadInput):
            kept_from(lid, lid.slots[0], "", BOOK, FOODS)
        odd = replace(
            lid.slots[0], choice=Choice("", (replace(line("y", 1, "swede"), grams=None),))
        )
        with self.assertRaises(BadInput):
            kept_from(lid, odd, "", BOOK, FOODS)


class Packs(unittest.TestCase):
    """One readable file, taken whole or not at all."""

    def test_a_pack_is_read_and_written_again(self) -> None:
        name, items = read_pack(PACK, BOOK, FOODS)
        self.assertEqual((name, len(items)), ("Weir kitchen", 2))
        again, back = read_pack(pack_text(name, items), BOOK, FOODS)
        self.assertEqual(again, name)
        self.assertTrue(all(same(a, b) for a, b in zip(items, back, strict=True)))

    def test_every_stand_in_of_the_book_survives_a_pack(self) -> None:
        lid = replace(part("Lid", line("x", 600, "potato")), slots=(Slot("s", "mash", ("x",)),))
        kept = []
        for item in BOOK.stand_ins("mash"):
            choice = scale_to(lid, lid.slots[0], item, BOOK.files["mash"], FOODS)
            chosen = replace(lid.slots[0], choice=choice)
            kept.append(kept_from(lid, chosen, item.name, BOOK, FOODS))
        _, back = read_pack(pack_text("all", kept), BOOK, FOODS)
        self.assertTrue(all(same(a, b) for a, b in zip(kept, back, strict=True)))

    def test_what_will_change_is_told(self) -> None:
        _, items = read_pack(PACK, BOOK, FOODS)
        changed = msgspec.structs.replace(
            items[0], stand_in=msgspec.structs.replace(items[0].stand_in, taste="Sweet.")
        )
        told = changes_of_pack(items, [changed], BOOK, FOODS)
        self.assertEqual([c.what for c in told], ["changed", "new"])
        self.assertEqual([c.what for c in changes_of_pack(items, items, BOOK, FOODS)], ["same"] * 2)

    def test_bad_packs_name_the_line_and_the_reason(self) -> None:
        for bad, words in (
            ("", "needs [[stand_in]]"),
            ("not toml at all [", "line 1"),
            (PACK.replace("grams = 400", "grams = 'much'"), "Line 7, Parsnip and bean"),
            (PACK.replace("parsnip", "unobtainium", 1), "Line 7"),
            (PACK.replace('"boil"', '"explode"'), "explode"),
            (PACK.replace("hazelnuts", "moon"), "Line 21, Hazelnut"),
            (PACK.replace('role = "crumb"', 'role = "hat"'), "Line 17, Hazelnut"),
            (PACK.replace("expectation", "import_os"), "import_os"),
            (PACK + "\n[danger]\nrun = 1\n", "danger"),
            ("x = " + "[" * 5000, "no pack"),
            ("stand_in = 3", "needs [[stand_in]]"),
            ("#" * 500_000, "too long"),
            ("[[stand_in]]\nrole='mash'\n" * 201, "at most 200"),
        ):  # fmt: skip
            with self.subTest(words=words), self.assertRaises(BadInput) as caught:
                read_pack(bad, BOOK, FOODS)
            self.assertIn(words, str(caught.exception))
