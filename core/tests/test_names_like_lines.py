"""Names that begin like an amount, an order, a fact or a button of a page, in seven layouts.

The names are invented, the layouts from memory: each has to stay the name, with all five foods, all
three steps and the four eaters as they were told.
"""

from __future__ import annotations

import unittest

from snabo_core.foods import library
from snabo_core.recipe import read_recipe

NAMES = """
Half-a-Cabbage Sausage Supper|2-Ingredient Dough Flatbreads with Beans
Five-Spice Pork & Celeriac Noodles|Cup-of-Rice Chicken Casserole|Splash-of-Cream Leek Macaroni
A Pinch of Saffron, a Pot of Barley|One Leek, Three Potatoes, Soup|Dozen-Egg Frittata with Greens
Quarter-Pounder Bean Burgers|10-Minute Tuna Pasta|90-Minute Beef Pie|Serves-You-Right Chilli
Feed-the-Street Jambalaya|Stir, Simmer, Serve: Weeknight Dal|Bake Me a Potato
Roast Then Mash Parsnip Pie|Drain-the-Fridge Fried Rice|Toss-Together Orzo Salad
Layered Courgette "Lasagne"|Chop House Beef Stew|Boil-Up with Doughboys|Fry-Up Tart
Mix-and-Match Stuffed Peppers|Slice of Heaven Potato Cake|Stack of Corn Cakes
Knob of Butter Mash with Sausages|Glass of Cider Pork|Tablespoon Dumplings in Tomato Broth
Handful Pie|Can't-Go-Wrong Turkey Tetrazzini|Tinned Salmon Fishcakes|Packet Noodle Carbonara
Sheet of Pastry, Heap of Mushrooms|Clove-Studded Ham with Barley|Stick of Rhubarb and Pork Stew
350-Degree Chicken and Rice|Low & Slow Brisket Hash|Overnight Oat-Topped Fish Pie
Sunday Monday Cottage Pie|Wednesday's Lentils|Next-Day Risotto Cakes|Leftover Mash Gnocchi
Two-Tin Chickpea Curry|Three Sisters Stew|Four-Bean Bake|Six O'Clock Spaghetti
Seven-Layer Tortilla Pie|Eight-Hour Lamb with Couscous|Nine-Vegetable Couscous|100-Mile Hash
Zero-Waste Broccoli Pasta|1970s Fondue Bake|No. 9 Bus Stop Noodles|Number One Son's Shepherd's Pie
The Half Hour Hotpot|Salt-Baked Swede with Rye|Pepper Pot with Dumplings
Sugar-Free Sticky Rice Pork|Butter Bean Mash with Lamb|Oil-Free Ratatouille Bake
Flourless Cauliflower Gnocchi|Milk-Braised Pork with Polenta|Water Chestnut Dumplings
Ice-Cream-Tub Lasagne|Method Man's Meatloaf|Ingredients-on-Hand Pasta Bake|Note-to-Self Noodle Soup
Recipe-Box Rice|Print Shop Pierogi|Share Pan Nachos|Pin Bone Haddock Pie
Saved-from-the-Bin Bread Soup|Comment-Worthy Cornbread Cobbler|Home Alone Ramen
About-Time Chicken Bake|Search-the-Cupboard Stew|Next Door's Potato Salad|Back-to-School Bolognese
More-Please Macaroni|Copy Shop Curry Rice|Menu del Dia Chickpeas|Daily Bread Dumplings
The Good Friday Fish Pie|Mayday Mushroom Barley|March Hare Rabbit Pie|August Glut Gratin
Octopus and Potatoes|Decadent Mac|Juniper Venison with Spaetzle|Marrow and Mince
Septimus's Soup with Rivels|Novel Way with Potatoes|Total Comfort Tuna Casserole
Prep-Ahead Moussaka|Rest Day Ragù|Chill-Out Chilli|Active Camp Couscous|Ready-When-You-Are Rice
Portions of Paradise Pilaf|Per Angela's Pasta|For the Love of Lentils|To Serve a King: Royal Rice
With a Little Help Haddock Pie|In a Pickle Pork Buns|On Toast: Beans and Greens|Over Rice Beef
Under a Crust Chicken|Without the Bun Burger Bowl|Once-a-Week Kedgeree|Then There Was Stew
Finally, a Good Veggie Pie|First-Night Fettuccine|Last Minute Laksa
"""
LIST = "3 leeks, sliced\n400 g minced lamb\n250 g brown rice\n2 tbsp olive oil\n300 ml stock"
ORDERS = (
    "Fry the lamb and leeks in the oil for 8 minutes.",
    "Add the rice and stock, cover and simmer for 35 minutes.",
    "Rest for 5 minutes and serve.",
)
STEPS = "\n".join(ORDERS)
NUMBERED = "\n".join(f"{n}. {order}" for n, order in enumerate(ORDERS, 1))
PAGE = "Home > Mains\nJump to recipe\n{}\n★★★★☆ (41)\nBy Ines\nServings: 4\nPrep 10 mins"
STORY = "We had this twice last week and nobody complained."
LAYOUTS = (
    f"{{}}\nServes 4\n\nIngredients\n{LIST}\n\nMethod\n{STEPS}\n",
    f"{{}}\n\n{LIST}\n\n{STEPS}\n\nServes 4\n",
    f"{PAGE}\nINGREDIENTS\n{LIST}\nDIRECTIONS\n{STEPS}\n",
    f"{{}}\n{LIST}\n{STEPS}\nServes 4\n",
    f"{{}}\n{STORY}\nServes 4 | 45 min\n{LIST}\n{STEPS}\n",
    f"{{}}\nServes 4\n{LIST}\n{NUMBERED}\n",
)


class NamesLikeLines(unittest.TestCase):
    def read(self, name: str, layout: str) -> tuple[str, int, int, float | None]:
        dish = read_recipe(layout.format(name), library(), None)
        foods = sum(len(part.lines) for part in dish.parts)
        return dish.title, foods, len(dish.steps), dish.told.servings_low

    def test_each_name_is_kept_and_nothing_else_is_lost(self) -> None:
        names = [name for row in NAMES.strip().splitlines() for name in row.split("|")]
        self.assertGreaterEqual(len(names), 100)
        for name in names:
            for layout in LAYOUTS:
                self.assertEqual(self.read(name, layout), (name, 5, 3, 4), layout)

    def test_names_in_capitals_are_kept_too(self) -> None:
        for name in NAMES.strip().replace("\n", "|").upper().split("|"):
            layout = f"{{}}\nSERVES 4\n{LIST}\n{STEPS}\n"
            self.assertEqual(self.read(name, layout), (name, 5, 3, 4))

    def test_a_food_above_the_next_one_is_no_name(self) -> None:
        for food in ("Knob of butter", "a pinch of saffron", "3 leeks", "Handful of basil leaves"):
            layout = f"{{}}\n{LIST}\n{STEPS}\nServes 4\n"
            _, foods, _, _ = self.read(food, layout)
            self.assertEqual(foods, 6, food)
