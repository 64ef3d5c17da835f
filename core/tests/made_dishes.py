"""Dishes, tables and kitchens drawn by a seed: what nobody would write, and any household may.

The text of each is read like any recipe, its starch swapped or not; what all screens say of it is
written down in `golden/made`, see `golden_tables`.
"""

from __future__ import annotations

import itertools
import random
from dataclasses import replace
from functools import cache, partial
from typing import Any

import msgspec

from snabo_core.dish import Dish, Readings, Variant, difference, with_line
from snabo_core.errors import SnaboError
from snabo_core.foods import library
from snabo_core.foods.certainty import EXCLUSIONS
from snabo_core.plate import Eater, Exclusion, Target
from snabo_core.plate.equipment import Equipment
from snabo_core.plate.pans import Pan
from snabo_core.plate.rows import Rules
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.swaps.book import book
from snabo_core.swaps.judged import judged
from snabo_core.swaps.likings import likings
from snabo_core.swaps.roles import propose_slots
from snabo_core.swaps.scaling import scale_to
from snabo_core.views.dish_water import water_view
from snabo_core.views.explain import ExplainRequest, explain
from snabo_core.views.line_swaps import line_swaps
from snabo_core.views.method import method_view
from snabo_core.views.preview import preview
from snabo_core.views.ranking import ranking
from snabo_core.views.variants import LikeRequest, like

COUNT = 24
VEGETABLES = (
    "onions, sliced", "leeks, sliced", "frozen spinach", "courgettes, grated", "aubergines, diced",
    "chestnut mushrooms, sliced", "carrots, diced", "tin chopped tomatoes", "white cabbage, diced",
    "frozen peas", "red peppers, sliced", "celeriac, diced", "sauerkraut, drained", "kale, cut",
)  # fmt: skip
HEARTY = (
    "pork shoulder, diced", "chicken thighs, boned", "smoked haddock", "cod fillet", "firm tofu",
    "chestnuts, cooked", "halloumi, diced", "prawns, peeled", "minced turkey", "tinned chickpeas",
    "green lentils", "bacon lardons", "lamb neck, diced", "walnuts, chopped", "feta, crumbled",
)  # fmt: skip
LIQUIDS = (
    "ml vegetable stock", "ml whole milk", "ml double cream", "ml dry white wine",
    "ml coconut milk", "ml passata", "ml water", "ml stout", "g plain yogurt", "g crème fraîche",
)  # fmt: skip
SMALL = (
    "2 tbsp olive oil", "30 g butter", "1 tsp salt", "2 cloves garlic, crushed", "1 tbsp soy sauce",
    "2 eggs", "a handful of parsley, chopped", "1 tbsp cornflour", "25 g plain flour",
    "salt, to taste", "1 tbsp honey", "50 g parmesan, grated", "1 tbsp mustard", "2 tbsp tahini",
    "coriander, to serve", "20 g xylitol", "1 lemon, juiced", "oil, for frying",
)  # fmt: skip
# The starch of a part, with what is done with it and what it is called by.
STARCHES = (
    (
        "For the mash",
        "g potatoes, peeled",
        "Boil the potatoes for 20 minutes, drain and mash them.",
    ),
    ("For the base", "g penne", "Boil the penne for 11 minutes and drain."),
    ("To serve", "g basmati rice", "Boil the rice for 12 minutes and drain."),
    ("For the topping", "g breadcrumbs", "Scatter the breadcrumbs over."),
    ("For the lid", "g puff pastry", "Roll out the pastry and lay it on top."),
    ("For the layers", "g lasagne sheets", "Layer it with the lasagne sheets."),
    ("For the dumplings", "g self-raising flour", "Mix the flour with water and shape dumplings."),
    ("For the crust", "g polenta", "Whisk the polenta into boiling water and stir for 10 minutes."),
)
DOINGS = (
    "Fry the {0} over a medium heat for {m} minutes.", "Wring out the {0} in a cloth.",
    "Thaw the {0} and squeeze out the water.", "Salt the {0}, leave for 20 minutes and rinse.",
    "Roast the {0} at {c}C for {m} minutes.", "Add the {0} and {1} and simmer for {m} minutes.",
    "Cover and braise the {0} for {m} minutes.", "Microwave the {0} for 6 minutes.",
    "Steam the {0} for {m} minutes and drain.", "Soak the {0} overnight and drain.",
    "Stir in the {0} and reduce by half.", "Blend the {0} until smooth.",
    "Toss the {0} with the {1}.", "Deep-fry the {0} in batches.", "Marinate the {0} for 2 hours.",
)  # fmt: skip
LIMITED = ("net_carbs", "protein", "fat", "added_oil", "sodium_mg", "kcal", "fibre", "sugars",
           "vegetables", "saturated")  # fmt: skip
MISSING = ("food processor", "microwave", "blender", "steamer", "oven")
TOLD = ("name", "expectation", "taste", "smell", "texture", "evidence", "equipment", "behaviour",
        "deciding", "family")  # fmt: skip
PANS = (Pan("long tin", "rectangle", 30.0, 6.0, 20.0), Pan("twelve", "wells", 7.0, 3.0, wells=12))


def _noun(line: str) -> str:
    return (
        line.partition(",")[0].removeprefix("frozen ").removeprefix("tin ").removeprefix("tinned ")
    )


def text(dice: random.Random) -> str:
    """Return a recipe as somebody might write it down."""
    vegetables, hearty = dice.sample(VEGETABLES, dice.randint(1, 3)), dice.sample(HEARTY, 1)
    main = [f"{dice.randrange(10, 80) * 10} g {one}" for one in [*vegetables, *hearty]]
    main += [f"{dice.randrange(5, 60) * 10} {one}" for one in dice.sample(LIQUIDS, 2)]
    main += dice.sample(SMALL, dice.randint(2, 5))
    nouns = [_noun(one) for one in [*vegetables, *hearty]]
    steps = []
    for doing in dice.sample(DOINGS, dice.randint(2, 4)):
        some = [*dice.sample(nouns, min(2, len(nouns))), *nouns]
        steps.append(doing.format(*some, m=dice.randrange(3, 50), c=dice.randrange(16, 24) * 10))
    head, starch, what = dice.choice(STARCHES)
    own = [f"{dice.randrange(10, 90) * 10} {starch}", *dice.sample(SMALL, 1)]
    bake = f"Bake at {dice.randrange(16, 23) * 10}C for {dice.randrange(15, 60)} minutes."
    lines = [f"Supper\n\nServes {dice.randint(1, 8)}\n", *main, f"\n{head}", *own, "\nMethod",
             *steps, what, *[bake][: dice.randint(0, 1)]]  # fmt: skip
    return "\n".join(lines) + "\n"


def _eater(dice: random.Random, number: int) -> Eater:
    targets = []
    for nutrient in dice.sample(LIMITED, dice.randint(1, 3)):
        ends = sorted(round(dice.uniform(0, 60), 1) for _ in range(2))
        low, high = dice.choice(((None, ends[1]), (ends[0], None), (ends[0], ends[1])))
        per, share = dice.choice((("serving", 1.0), ("day", 0.35)))
        times = {"sodium_mg": 30.0, "kcal": 12.0, "vegetables": 6.0}.get(nutrient, 1.0)
        targets.append(Target(
            nutrient, None if low is None else low * times, None if high is None else high * times,
            per, share, dice.random() < 0.8, dice.choice((0.0, 0.0, 4.0)),
        ))  # fmt: skip
    borne = (0.0, 0.0, 0.0, 15.0)
    out = [
        Exclusion(what, dice.choice(borne)) for what in dice.sample(EXCLUSIONS, dice.randint(0, 2))
    ]
    return Eater(f"e{number}", "Ada Bo Cy".split()[number], "own", tuple(targets), tuple(out))  # noqa: SIM905


def _setting(dice: random.Random) -> Setting:
    return Setting(
        tuple(_eater(dice, number) for number in range(dice.randint(1, 3))),
        dice.choice((600.0, 800.0, 1000.0)),
        Rules(dice.choice(("all", "half", "none")), dice.choice(("us", "eu"))),
        dice.choice(("kcal", "kj")),
        missing=frozenset(dice.sample(MISSING, dice.randint(0, 2))),
        pans=PANS[: dice.randint(0, 2)],
        equipment=Equipment(
            cooks=dice.randint(1, 2), rings=dice.randint(1, 4), shelves=dice.randint(1, 2),
            cloth_grams=dice.choice((0.0, 400.0)), blender_ml=dice.choice((0.0, 1000.0)),
        ),
    )  # fmt: skip


def _numbered() -> Any:
    count = itertools.count(1)
    return lambda: f"{next(count):08x}-0000-4000-8000-000000000000"


@cache
def made(seed: int) -> tuple[Dish, Setting]:
    """Return the dish and the household of a seed; two of three have a stand-in in each slot."""
    dice = random.Random(f"made {seed}")  # noqa: S311  a dinner, not a secret
    dish = read_recipe(text(dice), library(), make_id=_numbered())
    dish = propose_slots(dish, book(), library())
    setting = _setting(dice)
    for part in dish.parts:
        for slot in part.slots:
            if dice.random() < 2 / 3 and (items := book().stand_ins(slot.role)):
                item = dice.choice(items)
                try:
                    choice = scale_to(
                        part, slot, item, book().files[slot.role], library(), dish.servings
                    )
                except SnaboError:
                    continue
                dish = dish.with_choice(part.id, slot.id, choice)
    return dish, _weighed(dice, dish, setting)


def _weighed(dice: random.Random, dish: Dish, setting: Setting) -> Setting:
    """Return the setting with what the scale said of a stand-in and of the dish, or nothing."""
    if dice.random() < 0.5:
        return setting
    steps: dict[str, dict[str, float]] = {}
    names = {slot.id: slot.choice.stand_in for part in dish.parts for slot in part.slots
             if slot.choice}  # fmt: skip
    for one in judged(dish, setting, book(), library()).ledgers:
        if one.slot is not None and one.slot.id in names and one.ledger is not None:
            points = one.ledger.points[: dice.randint(0, 3)]
            steps[one.slot.id] = {p.step_id: p.state.mass * dice.uniform(0.8, 1.1) for p in points}
    whole = dice.choice((None, dice.uniform(400, 2500)))
    return replace(
        setting, readings=Readings(steps, names, finished_grams=whole, finished_of=names)
    )


def answers(seed: int) -> dict[str, Any]:
    """Return what every screen says of the dish of a seed, as plain values."""
    dish, setting = made(seed)
    dice = random.Random(f"asked {seed}")  # noqa: S311  as above
    kitchen = (setting, book(), library())
    asked = {
        "preview": partial(preview, dish, *kitchen),
        "water": partial(water_view, dish, *kitchen),
        "method": partial(method_view, dish, *kitchen),
        "parted": partial(_parted, dice, dish, *kitchen),
        "liked": partial(like, LikeRequest(dish, dice.choice([*likings()]), "", ("e0",)), *kitchen),
    }
    for part in dish.parts:
        for slot in part.slots:
            asked[f"ranking {slot.role}"] = partial(ranking, dish, part.id, slot.id, *kitchen)
        for line in dice.sample(part.lines, min(2, len(part.lines))):
            asked[f"instead of {line.text}"] = partial(line_swaps, dish, line.id, *kitchen)
    for nutrient in dice.sample(LIMITED, 2):
        wanted = ExplainRequest(dish, nutrient, dice.choice(("serving", "100g", "dish", "e0")))
        asked[f"explain {nutrient}"] = partial(explain, dish, wanted, *kitchen)
    return {name: _answer(ask) for name, ask in asked.items()}


def _parted(dice: random.Random, dish: Dish, setting: Setting, *known: Any) -> Any:
    """Return what the screens say of a dish that some have otherwise: one by one thing each."""
    variants = []
    slots = [(part, slot) for part in dish.parts for slot in part.slots]
    for number, eater in enumerate(setting.eaters[:2]):
        other = dish
        if slots and number == 0:
            part, slot = dice.choice(slots)
            item = dice.choice(book().stand_ins(slot.role))
            choice = scale_to(part, slot, item, book().files[slot.role], library(), dish.servings)
            other = dish.with_choice(part.id, slot.id, choice)
        else:
            line = dice.choice(dish.parts[0].lines)
            other = with_line(dish, line.id, partial(replace, left_out=True))
        change = difference(dish, other)
        variants.append(Variant(f"v{number}", "", (eater.id,), float(number), changes=change))
    parted = replace(dish, variants=tuple(variants))
    return [preview(parted, setting, *known).parting, method_view(parted, setting, *known).steps]


def _answer(ask: Any) -> Any:
    try:
        found = msgspec.to_builtins(ask())
    except SnaboError as no:
        return str(no)
    for one in found.get("candidates", ()) if isinstance(found, dict) else ():
        # What the book says of it stands in the book; of its verdicts the words are enough.
        one["eaters"] = [[each["words"] for each in who["reaches"]] for who in one["eaters"]]
        one["choice"] = [[line["grams_low"], line["grams"], line["grams_high"]]
                         for line in one["choice"]["lines"]]  # fmt: skip
        for name in TOLD:
            one.pop(name, None)
    return found
