"""The starchy part of forty-five everyday dishes has the role a cook would name.

Which role a dish's starch plays: common practice, no source.
"""

from __future__ import annotations

import unittest
from pathlib import Path

from snabo_core.dish import Part
from snabo_core.foods import library
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.roles import propose_slots

# Title, lines, method, and the roles that are right for what carries the starch.
DISHES = (
    (
        "Chicken and mushroom stew with potatoes",
        "500 g chicken thighs; 400 g potatoes, in chunks; 200 g mushrooms; 500 ml stock",
        "Brown the chicken. Add everything and simmer 40 minutes.",
        ("sliced_bake",),
    ),
    (
        "Fish and chips",
        "4 cod fillets; 150 g plain flour; 200 ml beer; 1 kg potatoes, cut into chips; 1 l oil",
        "Fry the chips twice. Whisk flour and beer to a batter, dip the fish, fry 6 minutes.",
        ("shell", "sliced_bake"),
    ),
    (
        "Bangers and mash",
        "8 sausages; 1 kg potatoes; 50 g butter; 100 ml milk; 2 onions; 1 tbsp flour; 300 ml stock",
        "Boil and mash the potatoes with butter and milk. Fry sausages. Gravy: onions, flour.",
        ("mash",),
    ),
    (
        "Beef stroganoff with rice",
        "500 g beef strips; 250 g mushrooms; 200 ml sour cream; 300 g rice",
        "Fry the beef. Boil the rice. Serve together.",
        ("grain_bed",),
    ),
    (
        "Toad in the hole",
        "6 sausages; 100 g flour; 2 eggs; 200 ml milk",
        "Make a batter. Bake sausages in hot fat, pour the batter over, bake.",
        ("batter",),
    ),
    (
        "Chicken pot pie",
        "500 g chicken; 200 g peas; 30 g flour; 300 ml milk; 1 sheet puff pastry",
        "Make a sauce with flour and milk. Fill a dish. Cover with the pastry, bake.",
        ("lid",),
    ),
    (
        "Quiche with leeks",
        "250 g shortcrust pastry; 3 leeks; 4 eggs; 200 ml cream",
        "Line a tin with the pastry, bake blind. Fill. Bake 30 minutes.",
        ("crust",),
    ),
    (
        "Beef tacos",
        "500 g beef mince; 8 corn tortillas; 1 tin black beans; 100 g cheddar",
        "Fry the mince. Warm the tortillas and fill.",
        ("shell", "skillet_base"),
    ),
    (
        "Chicken enchiladas",
        "8 flour tortillas; 400 g cooked chicken; 300 ml enchilada sauce; 150 g cheddar",
        "Roll the chicken in tortillas, cover with sauce and cheese, bake.",
        ("shell",),
    ),
    (
        "Fried rice with egg",
        "400 g cooked rice; 3 eggs; 100 g peas; 2 tbsp soy sauce",
        "Stir fry everything.",
        ("grain_bed",),
    ),
    (
        "Spaghetti with meatballs",
        "400 g spaghetti; 500 g mince; 50 g breadcrumbs; 1 egg; 400 g tomatoes",
        "Mix mince, breadcrumbs and egg, roll balls. Simmer in tomatoes. Boil spaghetti.",
        ("long_noodle",),
    ),
    (
        "Tuna pasta bake",
        "300 g penne; 2 tins tuna; 40 g flour; 40 g butter; 500 ml milk; 100 g cheese",
        "Boil pasta. Make a white sauce. Bake.",
        ("short_noodle",),
    ),
    (
        "Fishcakes",
        "400 g cooked cod; 400 g mashed potatoes; 1 egg; 100 g breadcrumbs",
        "Mix fish and mash, shape, coat in egg and crumbs, fry.",
        ("mash", "crumb", "binder"),
    ),
    (
        "Chicken schnitzel",
        "4 chicken breasts; 50 g flour; 2 eggs; 150 g panko",
        "Coat in flour, egg and panko. Fry.",
        ("crumb",),
    ),
    (
        "Meatloaf",
        "1 kg mince; 100 g breadcrumbs; 2 eggs; 1 onion",
        "Mix, shape as a loaf, bake.",
        ("binder",),
    ),
    (
        "Stuffed peppers",
        "6 peppers; 200 g rice; 400 g mince; 1 onion",
        "Mix, fill the peppers, bake.",
        ("grain_bed", "stuffing"),
    ),
    (
        "Roast chicken with bread stuffing",
        "1 chicken; 200 g bread; 1 onion; 2 tbsp sage; 1 egg",
        "Mix bread, onion, sage, egg. Stuff the chicken and roast.",
        ("stuffing",),
    ),
    (
        "Vegetable soup with barley",
        "150 g pearl barley; 2 carrots; 1 leek; 1.5 l stock",
        "Simmer everything 50 minutes.",
        ("grain_bed",),
    ),
    (
        "Potato pancakes",
        "1 kg potatoes, grated; 2 eggs; 50 g flour; 1 onion",
        "Squeeze, mix, fry as thin cakes.",
        ("shell",),
    ),
    (
        "Lancashire hotpot",
        "800 g lamb; 1 kg potatoes, sliced; 2 onions; 400 ml stock",
        "Layer, potatoes on top, bake 2 hours.",
        ("sliced_bake",),
    ),
    (
        "Cauliflower cheese",
        "1 cauliflower; 50 g flour; 50 g butter; 600 ml milk; 150 g cheddar",
        "Make a sauce with butter, flour, milk and cheese. Pour over. Bake.",
        ("thickener",),
    ),
    (
        "Pierogi with sauerkraut",
        "300 g flour; 1 egg; 120 ml water; 400 g sauerkraut; 100 g mushrooms",
        "Knead flour, egg, water. Roll out, cut circles, fill, boil.",
        ("dumpling", "crust"),
    ),
    (
        "Ramen with pork",
        "200 g ramen noodles; 300 g pork belly; 1 l stock; 2 eggs",
        "Simmer pork. Boil noodles. Serve in bowls with stock.",
        ("long_noodle",),
    ),
    (
        "Biryani",
        "300 g basmati rice; 500 g chicken; 150 g yoghurt; 2 onions",
        "Marinate, layer with half cooked rice, steam 25 minutes.",
        ("grain_bed",),
    ),
    (
        "Cornbread chili",
        "200 g cornmeal; 100 g flour; 250 ml buttermilk; 2 eggs; 500 g mince; 1 tin kidney beans",
        "Make the chili. Mix cornmeal, flour, buttermilk and eggs, pour on top and bake.",
        ("quick_bread", "lid"),
    ),
    (
        "Shepherd's pie with sweet potato",
        "500 g lamb mince; 800 g sweet potatoes; 30 g butter; 2 carrots",
        "Fry mince and carrots. Mash the potatoes with butter. Top and bake.",
        ("mash",),
    ),
    (
        "Aubergine moussaka with potatoes",
        "2 aubergines; 400 g potatoes, sliced; 500 g lamb mince; 50 g flour; 500 ml milk",
        "Layer potato, aubergine, mince. White sauce on top. Bake.",
        ("sliced_bake",),
    ),
    (
        "Chicken noodle soup",
        "150 g egg noodles; 300 g chicken; 2 carrots; 1.5 l stock",
        "Simmer; add noodles for the last 6 minutes.",
        ("long_noodle",),
    ),
    (
        "Grilled cheese sandwich",
        "4 slices bread; 100 g cheddar; 20 g butter",
        "Butter the bread, fill, fry.",
        ("skillet_base",),
    ),
    (
        "Bread pudding, savoury",
        "200 g stale bread, cubed; 4 eggs; 400 ml milk; 100 g gruyere; 100 g ham",
        "Soak the bread in eggs and milk. Bake.",
        ("stuffing", "quick_bread", "loaf_base", "skillet_base"),
    ),
    (
        "Pulled pork burgers",
        "4 burger buns; 500 g pulled pork; 200 g coleslaw",
        "Fill the buns.",
        ("shell", "skillet_base"),
    ),
    (
        "Falafel wraps",
        "4 pitas; 400 g chickpeas, drained; 2 tbsp flour; 1 onion",
        "Mash chickpeas, shape, fry. Serve in pitas.",
        ("skillet_base", "shell"),
    ),
    (
        "Gnocchi with tomato sauce",
        "500 g gnocchi; 400 g tomatoes; 100 g mozzarella",
        "Boil gnocchi. Toss. Bake.",
        ("dumpling",),
    ),
    (
        "Risotto with peas",
        "300 g arborio; 200 g peas; 1 l stock; 50 g parmesan",
        "Stir in stock for 18 minutes.",
        ("grain_bed",),
    ),
    (
        "Couscous salad",
        "200 g couscous; 1 cucumber; 100 g feta",
        "Soak couscous. Mix.",
        ("grain_bed",),
    ),
    (
        "Macaroni soup",
        "100 g macaroni; 400 g beans, tinned; 1 l stock",
        "Simmer.",
        ("short_noodle",),
    ),
    (
        "Pad thai",
        "200 g rice noodles; 200 g prawns; 2 eggs; 100 g bean sprouts",
        "Soak noodles. Stir fry.",
        ("long_noodle",),
    ),
    (
        "Summer rolls",
        "8 rice paper sheets; 100 g vermicelli; 200 g prawns",
        "Fill and roll.",
        ("sheet",),
    ),
    (
        "Samosa pie",
        "250 g filo; 400 g potatoes, boiled and diced; 150 g peas; 1 onion",
        "Mix potatoes, peas, onion. Cover with filo. Bake.",
        ("lid", "crust", "mash", "sliced_bake"),
    ),
    (
        "Potato salad",
        "800 g new potatoes; 100 g mayonnaise; 4 eggs",
        "Boil, slice, dress.",
        ("sliced_bake",),
    ),
    (
        "Welsh rarebit",
        "4 slices bread; 200 g cheddar; 20 g flour; 100 ml ale",
        "Melt cheese with flour and ale. Spread on toast. Grill.",
        ("skillet_base",),
    ),
    (
        "Dal with chapati",
        "200 g red lentils; 200 g atta; 120 ml water; 1 onion",
        "Boil lentils. Knead atta and water, roll, cook on a hot pan.",
        ("skillet_base",),
    ),
    (
        "Beef and ale casserole with dumplings",
        "800 g stewing beef; 500 ml ale; 150 g self-raising flour; 75 g suet",
        "Simmer the beef. Mix flour and suet with water, shape balls, drop on top, cook 20 min.",
        ("dumpling",),
    ),
    (
        "Beef in stout",
        "1 kg beef shin; 2 tbsp plain flour; 1 bottle stout; 12 shallots",
        "Dust beef in flour, brown, add the stout, simmer 3 h.",
        ("thickener",),
    ),
    (
        "Nut roast",
        "200 g mixed nuts; 150 g breadcrumbs; 1 onion; 2 eggs",
        "Bind and press into a loaf tin. Bake 45 min.",
        ("binder", "loaf_base"),
    ),
    (
        "Polenta with sausage",
        "200 g polenta; 800 ml water; 6 sausages; 400 g tomatoes",
        "Stir polenta into boiling water. Top with sausages in tomato.",
        ("grain_bed",),
    ),
    (
        "Sausage roll",
        "300 g puff pastry; 400 g sausage meat; 1 egg",
        "Roll sausage meat in pastry. Bake.",
        ("crust", "lid"),
    ),
)


class Dishes(unittest.TestCase):
    """What is swapped is found, and as what."""

    def test_roles(self) -> None:
        foods = library()
        for title, lines, method, roles in DISHES:
            with self.subTest(title):
                listed = lines.replace("; ", "\n")
                text = f"{title}\nServes 4\n\n{listed}\n\nMethod\n{method}\n"
                dish = propose_slots(read_recipe(text, foods, None), book(), foods)
                proposed = {slot.role for part in dish.parts for slot in part.slots}
                self.assertTrue(proposed & {*roles}, proposed)

    def test_flour_that_makes_no_dough(self) -> None:
        foods = library()
        for title, lines, method, roles in (
            ("Katsu", "4 chicken breasts; 150 g panko; 2 eggs; 50 g flour",
             "Crumb the chicken and fry.", {"crumb"}),
            ("Fish tacos", "8 corn tortillas; 400 g cod; 75 g flour; 100 ml beer",
             "Batter and fry the fish.", {"shell", "batter"}),
            ("Beef with cornbread", "800 g beef; 150 g polenta; 50 g flour; 200 ml buttermilk",
             "Mix the topping, spoon over, bake 30 min.", {"quick_bread"}),
            ("Tuna melt", "2 slices of bread; 1 tin tuna; 50 g cheddar",
             "Top bread with tuna and grill.", {"skillet_base"}),
        ):  # fmt: skip
            text = f"{title}\nServes 4\n\n{lines.replace('; ', chr(10))}\n\nMethod\n{method}\n"
            dish = propose_slots(read_recipe(text, foods, None), book(), foods)
            proposed = {slot.role for part in dish.parts for slot in part.slots}
            self.assertEqual(proposed, roles, title)

    def test_flour_beside_the_meal_of_a_bread_is_its_dough(self) -> None:
        foods = library()
        lines = "180 g cornmeal\n60 g flour\n480 ml buttermilk\n2 eggs"
        text = f"Cornbread\n\n{lines}\n\nMethod\nPour into a hot pan, 20 min."
        [slot] = propose_slots(read_recipe(text, foods, None), book(), foods).parts[0].slots
        self.assertEqual(slot.role, "quick_bread")
        self.assertGreaterEqual(len(slot.line_ids), 2)


class SeveralStarches(unittest.TestCase):
    """Of several starchy foods each has its own role, and none stands in another's slot."""

    def test_each_food_in_its_role(self) -> None:
        foods = library()
        text = (Path(__file__).parent / "data" / "roles.txt").read_text("utf-8")
        for block in text.split("\n\n", 1)[1].split("===\n"):
            written, *told = block.split("\n@ ")
            expected = sorted(one.strip() for one in told)
            with self.subTest(written.splitlines()[0]):
                dish = propose_slots(read_recipe(written, foods, None), book(), foods)
                found = [
                    f"{slot.role}: {' '.join(sorted(self.foods_of(slot.line_ids, part)))}"
                    for part in dish.parts
                    for slot in part.slots
                ]
                self.assertEqual(sorted(found), expected)

    def test_short_dishes_in_many_wordings(self) -> None:
        foods = library()
        text = (Path(__file__).parent / "data" / "short_dishes.txt").read_text("utf-8")
        for written in text.splitlines()[2:]:
            title, lines, steps, keys = (part.strip() for part in written.split("//"))
            listed = "\n".join(line.strip() for line in lines.split(";"))
            told = f"{title}\nServes 4\n\nIngredients\n{listed}\n\nMethod\n{steps}"
            dish = propose_slots(read_recipe(told, foods, None), book(), foods)
            found = {
                food: slot.role
                for part in dish.parts
                for slot in part.slots
                for food in self.foods_of(slot.line_ids, part)
            }
            for key in keys.split(";"):
                food, roles = key.strip().split("=")
                with self.subTest(dish=title, food=food):
                    self.assertIn(found.get(food), roles.split("|"))

    def foods_of(self, line_ids: tuple[str, ...], part: Part) -> list[str]:
        return [str(line.food) for line in part.lines if line.id in line_ids]
