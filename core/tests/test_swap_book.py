"""The swap book: every role, every stand-in, and what an original comes to."""

import tomllib
import unittest
from dataclasses import replace
from pathlib import Path

from snabo_core.book import entries_of
from snabo_core.checks.book import stand_in_faults
from snabo_core.checks.swap_book import role_faults, table, words_faults
from snabo_core.dish import ROLES, Line, Slot
from snabo_core.errors import BookError
from snabo_core.foods import library
from snabo_core.swaps.book import Book, book
from snabo_core.swaps.reading import read_role
from snabo_core.swaps.scaling import check_cook, gives, scale_to, served_grams, units_of
from snabo_core.swaps.stand_ins import StandIn
from snabo_core.water.thermal import density
from tests.helpers import line, part

BOOK, FOODS = book(), library()
PAGE = Path(__file__).resolve().parents[2] / "docs" / "swap-book.md"
FURTHER = ("dressing_body", "sweetness", "salt", "saute_medium")


def slot_of(role: str, *lines: Line) -> tuple[float, str]:
    """Return what the lines come to in a role's own units, and which."""
    whole = replace(part("Part", *lines), slots=(Slot("s", role, tuple(i.id for i in lines)),))
    role_file = BOOK.files[role]
    return units_of(whole, whole.slots[0], role_file, FOODS), role_file.unit


def changed(role: str, **words: object) -> Book:
    """Return the book with the first stand-in of a role changed."""
    first, *rest = BOOK.stand_ins(role)
    files = dict(BOOK.files)
    files[role] = replace(files[role], stand_ins=(replace(first, **words), *rest))  # type: ignore[arg-type]
    return replace(BOOK, files=files)


class Coverage(unittest.TestCase):
    """Enough stand-ins, of enough families, each in words of its own."""

    def test_every_role_is_served(self) -> None:
        self.assertEqual(list(role_faults(BOOK)), [])
        self.assertEqual(set(BOOK.files), set(ROLES))
        self.assertLessEqual(set(FURTHER), set(BOOK.files))

    def test_every_stand_in_cooks_into_its_band(self) -> None:
        for role in ROLES:
            for item in BOOK.stand_ins(role):
                for one in (item, *item.ways):
                    with self.subTest(stand_in=one.key):
                        self.assertEqual(stand_in_faults(one, BOOK, FOODS), [])

    def test_words_are_a_stand_ins_own(self) -> None:
        self.assertEqual(list(words_faults(BOOK)), [])

    def test_what_is_missing_is_found(self) -> None:
        other = BOOK.stand_ins("lid")[0].expectation
        for wrong, words in (
            ({"expectation": other}, "share"),
            ({"in_oven": ""}, "in_oven"),
            ({"evidence": "a friend"}, "who says"),
            ({"fridge": None}, "how long it keeps"),
            ({"equipment": ("centrifuge",)}, "centrifuge"),
            ({"texture": {"crisp": 6}}, "1 to 5"),
        ):
            with self.subTest(wrong=wrong):
                self.assertIn(words, " ".join(words_faults(changed("shell", **wrong))))
        few = replace(BOOK, files={k: v for k, v in BOOK.files.items() if k != "lid"})
        self.assertIn("lid: 0 stand-ins", " ".join(role_faults(few)))

    def test_the_table_names_every_stand_in(self) -> None:
        page = table(BOOK, FOODS)
        for role in ROLES:
            for item in BOOK.stand_ins(role):
                self.assertIn(f"| {item.name} |", page)
        self.assertIn("nobody here has tried", page)

    def test_the_page_is_todays(self) -> None:
        renew = "renew it: python -m snabo_core.checks.swap_book > docs/swap-book.md"
        self.assertEqual(PAGE.read_text().rstrip(), table(BOOK, FOODS).rstrip(), renew)

    def test_ways_are_found_by_their_key(self) -> None:
        way = BOOK.stand_in("crust", "pressed_cauliflower.frozen")
        self.assertEqual(way.name, "From frozen rice")
        self.assertEqual(way.family, "cauliflower")
        self.assertIsNone(BOOK.find("crust", "pressed_cauliflower.fried"))


class Measures(unittest.TestCase):
    """What the original comes to: on the plate, over the area, by pieces."""

    def test_dry_grains_and_pasta_weigh_what_they_weigh_boiled(self) -> None:
        # Boiled mass over dry: 75 g of pasta make 170, rice, bulgur and quinoa just under three
        # times their mass, couscous two and a half, polenta five; common practice. USDA rows by
        # solids balance: pasta 2.4, rice 2.8, quinoa 3.1.
        for food, low, high in (
            ("pasta", 2.0, 2.5),
            ("rice", 2.5, 3.1),
            ("quinoa", 2.6, 3.2),
            ("bulgur", 2.5, 3.1),
            ("couscous", 2.3, 3.0),
            ("cornmeal", 4.0, 6.0),
        ):
            with self.subTest(food=food):
                grams = served_grams(line("x", 100, food, form="dry"), FOODS)
                self.assertGreater(grams, low * 100)
                self.assertLess(grams, high * 100)
        self.assertEqual(served_grams(line("x", 100, "rice", form="boiled"), FOODS), 100)
        self.assertEqual(served_grams(line("x", 100, "potato"), FOODS), 100)

    def test_a_cup_of_rice_is_a_cup(self) -> None:
        # USDA: a cup of cooked long-grain rice weighs 158 g.
        millilitres, unit = slot_of("grain_bed", line("x", 158, "rice", form="boiled"))
        self.assertEqual(unit, "ml")
        self.assertAlmostEqual(millilitres, 236.6, delta=4)

    def test_pastry_covers_its_tin(self) -> None:
        # A 23 cm tin, 3 cm deep: pi 11.5^2 + pi 23 3 = 632 cm2; common practice: 320 g line it.
        area, unit = slot_of("crust", line("x", 320, "shortcrust"))
        self.assertEqual(unit, "cm2")
        self.assertAlmostEqual(area, 632, delta=50)

    def test_butter_covers_nothing(self) -> None:
        alone = slot_of("crust", line("x", 200, "wheat_flour"))
        self.assertEqual(
            slot_of("crust", line("x", 200, "wheat_flour"), line("y", 100, "butter")), alone
        )

    def test_what_nobody_measured_counts_whole(self) -> None:
        self.assertEqual(slot_of("mash", line("x", 300, "cod"), line("y", 50, "butter"))[0], 350)

    def test_what_is_a_swap_already_covers_as_the_book_says(self) -> None:
        crust = BOOK.stand_in("crust", "pressed_cauliflower")
        area, _ = slot_of("crust", line("x", 590, "cauliflower"), line("y", 100, "egg"))
        self.assertAlmostEqual(area, gives(crust), places=6)
        millilitres, _ = slot_of("long_noodle", line("x", 400, "courgette"))
        self.assertAlmostEqual(millilitres, 550, places=6)

    def test_fresh_crumbs_bind_less_than_dry(self) -> None:
        dry = slot_of("binder", line("x", 80, "breadcrumbs", form="dry"))[0]
        fresh = slot_of("binder", line("x", 80, "breadcrumbs", form="fresh"))[0]
        self.assertGreater(dry, 1.4 * fresh)

    def test_a_crust_covers_its_mass_by_density_and_thickness(self) -> None:
        crust = BOOK.stand_in("crust", "pressed_cauliflower")
        laid = next(p for p in check_cook(crust, FOODS).points if p.step_id == "mix").state
        by_hand = laid.mass / (density(laid) / 1000) / 0.9
        self.assertAlmostEqual(gives(crust), by_hand, places=6)
        # A medium head makes one round of 25 cm, 9 mm thick; common practice.
        self.assertAlmostEqual(gives(crust), 491, delta=60)

    def test_scaling_follows_the_original(self) -> None:
        whole = part("Bed", line("x", 300, "rice", form="dry"))
        whole = replace(whole, slots=(Slot("s", "grain_bed", ("x",)),))
        role_file = BOOK.files["grain_bed"]
        for item in BOOK.stand_ins("grain_bed"):
            with self.subTest(stand_in=item.key):
                once = scale_to(whole, whole.slots[0], item, role_file, FOODS)
                grams = sum(i.grams or 0 for i in once.lines)
                # Four plates of rice from 300 g: as much to fill them, never a bucket.
                self.assertGreater(grams, 200)
                self.assertLess(grams, 1300)


class Reading(unittest.TestCase):
    """A role's file that cannot be is refused with what is wrong."""

    def entry(self) -> dict[str, object]:
        return entries_of("swaps/binder.toml")

    def test_wrong_files(self) -> None:
        for change, words in (
            (lambda e: e["stand_in"][0].pop("taste"), "taste"),
            (lambda e: e["stand_in"][0].update(colour_code=3), "colour_code"),
            (lambda e: e["stand_in"][0]["lines"][0].update(food="unobtainium"), "unobtainium"),
            (lambda e: e["stand_in"][0]["lines"][0].update(grams=-1), "outside its own limits"),
            (lambda e: e["stand_in"][0]["step"][0].update(technique="explode"), "explode"),
            (lambda e: e["stand_in"][0]["step"][0].update(band=[0.9, 0.1]), "upside down"),
            (lambda e: e["stand_in"][0].update(fridge={"evidence": "x"}), "how many days"),
            (lambda e: e.update(role="hat"), "hat"),
            (lambda e: e.update(basis="moonlight"), "basis"),
        ):
            with self.subTest(words=words):
                entry = tomllib.loads(BINDER)
                change(entry)
                with self.assertRaises(BookError) as caught:
                    read_role(entry)
                self.assertIn(words, str(caught.exception))

    def test_the_sound_one_is_read(self) -> None:
        found: StandIn = read_role(tomllib.loads(BINDER)).stand_ins[0]
        self.assertEqual((found.key, found.gives), ("oats", 80))


BINDER = """
role = "binder"
basis = "units"
[original]
hands_on_minutes = 1
total_minutes = 1
source = "common practice"
[[stand_in]]
key = "oats"
name = "Oats"
family = "grain"
driver = "oats"
gives = 80
expectation = "Holds."
texture = { hold = 3 }
smell = "None."
taste = "None."
evidence = "common practice"
lines = [{ food = "oats", grams = 80 }]
[[stand_in.step]]
id = "mix"
technique = "mix"
label = "Mixed"
order = "Mix it in."
band = [0.05, 0.2]
"""
