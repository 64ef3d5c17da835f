"""What else could be swapped in a dish, and what is a swap as it was brought."""

import unittest
from dataclasses import replace

from snabo_core.foods import library
from snabo_core.recipe.reading import read_recipe
from snabo_core.swaps.already import already
from snabo_core.swaps.book import book
from snabo_core.swaps.offers import FURTHER, offers
from snabo_core.swaps.roles import propose_slots
from snabo_core.swaps.scaling import scale_to
from snabo_core.views.offers import already_views, offer_views

BOOK, FOODS = book(), library()

SUPPER = """Lock supper
Serves 4

Vegetables
2 tbsp olive oil
2 leeks
1 tsp sugar
1 tsp salt

Sauce
400 ml milk
30 g butter
30 g plain flour
150 g cheddar, grated
40 g parmesan, grated

Salad
3 tbsp olive oil
1 tbsp vinegar
1 lettuce

Method
Soften the leeks in 2 tbsp of the olive oil with the sugar and salt for 10 minutes.
Make a sauce of the butter, flour and milk, then stir in the cheddar.
Scatter over the parmesan and bake for 20 minutes.
"""
# (title and lines, role, stand-in, how many lines) of dishes that are a swap already.
SWAPPED = (
    ("Pot\n\nBean mash\n400 g tin white beans, drained\n20 ml stock", "mash", "white_bean_mash", 2),
    ("Fish on ribbons\n3 courgettes, cut into ribbons\n300 g cod", "long_noodle",
     "courgette_ribbons", 1),
    ("Turnip gratin\n800 g turnips, sliced thinly\n200 ml double cream", "sliced_bake",
     "turnip_slices", 1),
    ("Curry\n500 g cauliflower, riced\n400 g chicken thighs", "grain_bed", "riced_cauliflower", 1),
    (
        'Cauliflower "couscous" bowl\n500 g cauliflower, blitzed\n400 g tin chickpeas',
        "grain_bed",
        "riced_cauliflower",
        1,
    ),
    ("Tart\n\nCrust\n1 cauliflower\n2 eggs\n50 g parmesan\n1 tsp salt\n\nTop\n100 g spinach",
     "crust", "pressed_cauliflower", 3),
)  # fmt: skip
# Dishes where the vegetable is nothing but itself.
PLAIN = (
    "Ratatouille\n2 courgettes, sliced\n1 aubergine, in rounds\n400 g tomatoes",
    "Sunday roast\n500 g turnips, sliced\n1.5 kg beef",
    "Stew\n\nBase\n1 celeriac\n2 carrots\n1 onion\n\nTopping\n80 g cheddar",
    "Cauliflower soup\n1 cauliflower, in florets\n800 ml stock",
    "Salad\n\nDressing\n2 tbsp tahini\n1 lemon\n\nLeaves\n1 lettuce",
    "Mash\n\nMash\n900 g potatoes\n50 g butter",
    "Dal\n250 g red lentils\n1 onion",
)  # fmt: skip


class Offers(unittest.TestCase):
    """Roles beside starch, one click away."""

    def setUp(self) -> None:
        self.dish = propose_slots(read_recipe(SUPPER, FOODS), BOOK, FOODS)
        self.names = {p.id: p.name for p in self.dish.parts}

    def test_every_role_beside_starch_is_found(self) -> None:
        found = {(self.names[o.part_id], o.role) for o in offers(self.dish, BOOK, FOODS)}
        self.assertEqual(
            found,
            {
                ("Vegetables", "saute_medium"), ("Vegetables", "sweetness"), ("Vegetables", "salt"),
                ("Sauce", "pour_sauce"), ("Sauce", "melting_cheese"), ("Sauce", "grating_cheese"),
                ("Salad", "dressing_body"),
            },
        )  # fmt: skip

    def test_a_white_sauce_is_offered_whole(self) -> None:
        (sauce,) = [o for o in offers(self.dish, BOOK, FOODS) if o.role == "pour_sauce"]
        self.assertEqual(len(sauce.line_ids), 5)

    def test_what_is_offered_can_be_swapped(self) -> None:
        for offer in offers(self.dish, BOOK, FOODS):
            part = self.dish.part(offer.part_id)
            slot = replace(
                (part.slots or self.dish.parts[1].slots)[0], id="new", role=offer.role,
                line_ids=offer.line_ids, choice=None,
            )  # fmt: skip
            part = replace(part, slots=(slot,))
            for item in BOOK.stand_ins(offer.role):
                with self.subTest(role=offer.role, stand_in=item.key):
                    choice = scale_to(part, slot, item, BOOK.files[offer.role], FOODS)
                    self.assertGreater(sum(line.grams or 0 for line in choice.lines), 0)

    def test_swapped_lines_are_not_offered_again(self) -> None:
        (offer,) = [o for o in offers(self.dish, BOOK, FOODS) if o.role == "melting_cheese"]
        part = self.dish.part(offer.part_id)
        slot = replace(part.slots[0], role=offer.role, line_ids=offer.line_ids, choice=None)
        item = BOOK.stand_ins(offer.role)[0]
        choice = scale_to(part, slot, item, BOOK.files[offer.role], FOODS)
        made = replace(part, slots=(replace(slot, choice=choice),))
        after = replace(
            self.dish, parts=tuple(made if p.id == part.id else p for p in self.dish.parts)
        )
        self.assertNotIn("melting_cheese", {o.role for o in offers(after, BOOK, FOODS)})

    def test_the_milk_of_a_batter_is_no_sauce(self) -> None:
        text = (
            "Sausages in batter, with gravy\nServes 4\n8 sausages\n140 g plain flour\n3 eggs\n"
            "200 ml milk\n1 tbsp lard\n300 ml gravy\n\nMethod\n"
            "Whisk a batter of flour, eggs and milk."
        )
        dish = propose_slots(read_recipe(text, FOODS), BOOK, FOODS)
        self.assertIn("batter", {slot.role for part in dish.parts for slot in part.slots})
        self.assertNotIn("pour_sauce", {o.role for o in offers(dish, BOOK, FOODS)})

    def test_words(self) -> None:
        words = [o.words for o in offer_views(self.dish, BOOK, FOODS)]
        self.assertIn("melting cheese: 150 g cheddar", words)
        self.assertEqual(len(words), 7)
        self.assertEqual(len(set(FURTHER)), 8)


class Already(unittest.TestCase):
    """Swaps as they were brought."""

    def test_found_with_their_lines(self) -> None:
        for text, role, key, count in SWAPPED:
            with self.subTest(text=text):
                dish = read_recipe(text, FOODS)
                (one,) = already(dish, BOOK, FOODS)
                self.assertEqual(
                    (one.role, one.stand_in.key, len(one.line_ids)), (role, key, count)
                )
                slots = [s for p in propose_slots(dish, BOOK, FOODS).parts for s in p.slots]
                self.assertIn(one.line_ids, [s.line_ids for s in slots if s.role == role])
                (said,) = already_views(dish, BOOK, FOODS)
                self.assertIn("is a swap already", said.words)

    def test_a_vegetable_that_is_only_itself_is_left_alone(self) -> None:
        for text in PLAIN:
            with self.subTest(text=text):
                self.assertEqual(already(read_recipe(text, FOODS), BOOK, FOODS), ())
