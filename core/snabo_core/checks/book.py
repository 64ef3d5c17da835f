"""The book's own check, run by lint: python -m snabo_core.book_check.

Every stand-in is cooked by its own steps and has to end inside its own band, and in whole dishes
without an order nobody could follow; every curated food has to name rows and plausible
measures; every caution named has to exist.
"""

from __future__ import annotations

import sys

from snabo_core.checks.swap_book import player_faults, role_faults, words_faults
from snabo_core.foods import Library, library
from snabo_core.foods.certainty import EXCLUSIONS, certainty_of
from snabo_core.foods.library import words_of
from snabo_core.foods.loading import made_foods
from snabo_core.quantities.units import BY_SYSTEM, UNITS
from snabo_core.renaming import renamed, shipped
from snabo_core.swaps.book import Book, StandIn, book
from snabo_core.swaps.line_book import line_book
from snabo_core.swaps.scaling import check_cook
from snabo_core.swaps.trials import trial_faults

# Classes whose foods are made of several things, and those of them that are one after all.
MADE_CLASSES = {"bread", "condiment", "stock", "plant_milk", "pasta", "drink", "starch"}
SINGLE = {"cocoa", "tamarind", "tomato_puree", "water", "coffee", "sparkling_water"}
# Pulses that are no whole seed to boil: flours, pastes, sauces, fresh or sprouted ones.
NO_WHOLE_PULSE = {
    "chickpea_flour",
    "aquafaba",
    "lentil_flour",
    "lupin_flour",
    "baked_beans",
    "refried_beans",
    "hummus",
    "mushy_peas",
    "chilli_beans",
    "soy_nuts",
    "roasted_chickpeas",
    "gigante_beans",
    "lupin_beans",
}
# Split pulses that no tin is sold of.
NEVER_TINNED = {"chana_dal", "moong_dal", "urad_dal", "dal_mixed"}  # fmt: skip
SIZE_WORDS = {"small", "medium", "large", "whole"}
# Roles whose stand-ins nobody dries: nothing tells the cook to weigh their water.
NOT_DRIED = {"sweetness", "salt", "saute_medium"}
SOURCES = ("common practice", "from memory", "USDA")


def stand_in_faults(stand_in: StandIn, whole: Book, foods: Library) -> list[str]:
    """Return what is wrong with one stand-in, in sentences."""
    name = f"{stand_in.role}/{stand_in.key}"
    faults = []
    ledger = check_cook(stand_in, foods)
    if ledger.points[-1].band is None and stand_in.role not in NOT_DRIED:
        faults.append(f"{name}: its last step has no band.")
    for point in ledger.points:
        share = point.state.water_share
        if point.band and not point.band[0] <= share <= point.band[1]:
            low, high = (f"{edge:.1%}" for edge in point.band)
            faults.append(f"{name}: {point.label} ends at {share:.1%}, outside {low} to {high}.")
    present = {line.food for line in (*stand_in.lines, *stand_in.reference)}
    if stand_in.driver not in present:
        faults.append(f"{name}: the driver {stand_in.driver} is none of its lines.")
    for step in stand_in.steps:
        faults += [f"{name}: no line for {f}." for f in step.foods if f not in present]
        faults += [f"{name}: no caution {c}." for c in step.cautions if c not in whole.cautions]
    return faults


def food_faults(foods: Library) -> list[str]:
    """Return what is wrong with the curated foods, in sentences."""
    faults = []
    # As lines are read: without case, plurals or punctuation. One food may repeat itself.
    called: dict[tuple[str, ...], set[str]] = {}
    for food in foods.foods.values():
        for name in (food.name, *food.names):
            called.setdefault(tuple(words_of(name)), set()).add(food.key)
    faults += [
        f"'{' '.join(name)}' is the name of {' and '.join(sorted(keys))}."
        for name, keys in called.items()
        if len(keys) > 1
    ]
    for food in foods.foods.values():
        for form, row in food.forms.items():
            if row not in foods.rows:
                faults.append(f"{food.key}: {form} names no row: {row}.")
        for form, density in food.densities.items():
            if form not in food.forms:
                faults.append(f"{food.key}: a density for {form}, which it does not come in.")
            # Dried herbs lie near 0.03 g/mL; honey, the heaviest, near 1.5.
            if not 0.03 <= density.low <= density.best <= density.high <= 1.6:
                faults.append(f"{food.key}: {form} has an impossible density.")
        for unit, measure in food.counts.items():
            if not 0 < measure.low <= measure.grams <= measure.high:
                faults.append(f"{food.key}: one {unit} has an impossible weight.")
        if not 0 <= food.edible_share <= 1:
            faults.append(f"{food.key}: the edible share is no share.")
    return faults


# One cup, spoon or count of a food lies between these, g; a head of cabbage, a leaf of bay.
LIGHTEST, HEAVIEST = 0.03, 3000.0
# Counts that are volumes in disguise: (word, mL low, mL high); common practice, no source.
AS_VOLUME = {"handful": (15.0, 240.0), "thumb": (8.0, 40.0), "cube": (2.0, 40.0)}
SPOONS_A_CUP = {"us": (16.0, 48.0), "metric": (250 / 15, 50.0), "australia": (12.5, 50.0)}


def measure_faults(foods: Library) -> list[str]:
    """Return where the measures of one food contradict each other or cannot be.

    Every food answers cup and spoons through a density; counts that are volumes in disguise
    have to overlap what the density says of them; no count stands for a unit nobody reads.
    """
    faults = []
    for food in foods.foods.values():
        if not food.densities:
            faults.append(f"{food.key}: nobody says what a cup of it weighs.")
            continue
        lightest = min(d.low for d in food.densities.values())
        heaviest = max(d.high for d in food.densities.values())
        for unit, measure in food.counts.items():
            known = UNITS.get(unit)
            if unit not in SIZE_WORDS and (known is None or known.kind == "mass"):
                faults.append(f"{food.key}: no line can ask for a {unit} of it.")
            if not LIGHTEST <= measure.low <= measure.high <= HEAVIEST:
                faults.append(f"{food.key}: one {unit} weighs {measure.low:g} g or more.")
            if not measure.source.startswith(SOURCES):
                faults.append(f"{food.key}: the {unit} names no source: {measure.source}.")
            low, high = AS_VOLUME.get(unit, (0.0, float("inf")))
            if measure.high < low * lightest or measure.low > high * heaviest:
                faults.append(f"{food.key}: a {unit} and its density contradict each other.")
    return faults


def spoon_faults() -> list[str]:
    """Return unit systems whose cup does not hold the spoons it should."""
    faults = []
    for system, (tbsp, tsp) in SPOONS_A_CUP.items():
        sizes = {name: UNITS[unit].size or 0.0 for name, unit in BY_SYSTEM[system].items()}
        for name, count in (("tbsp", tbsp), ("tsp", tsp)):
            if abs(sizes["cup"] / sizes[name] / count - 1) > 0.005:
                faults.append(f"{system}: a cup does not hold {count:g} {name}.")
    return faults


def line_swap_faults(foods: Library) -> list[str]:
    """Return what is wrong with the book of line swaps."""
    faults = []
    for group in line_book().groups:
        if len(group.members) < 2:
            faults.append(f"line swaps, {group.job}: one food alone is no swap.")
        for member in group.members:
            food = foods.foods.get(member.food)
            if food is None or (member.form and member.form not in food.forms):
                faults.append(f"line swaps, {group.job}: no {member.food} {member.form or ''}.")
            best, low, high = member.per
            if not 0 < low <= best <= high:
                faults.append(f"line swaps, {group.job}: {member.food} has an odd ratio.")
    for pair in line_book().look_alikes:
        faults += [f"look-alikes: no food {f}." for f in pair.foods if f not in foods.foods]
    return faults


def starch_faults(whole: Book, foods: Library) -> list[str]:
    """Return starchy foods that no role can swap, and groups that name what is not there."""
    faults = [
        f"{key}: its starch counts in full, but no role takes it."
        for key, food in foods.foods.items()
        if food.starch == "full" and whole.group_of(key) is None
    ]
    seen: set[str] = set()
    for group in whole.groups.values():
        faults += [
            f"starch group {group.key}: no food {f}." for f in group.foods if f not in foods.foods
        ]
        faults += [f"{f} stands in two starch groups." for f in group.foods if f in seen]
        faults += [
            f"starch group {group.key}: no role {r}." for r in group.able if r not in whole.roles
        ]
        if group.usual not in group.able:
            faults.append(f"starch group {group.key}: its usual role is none it is able to play.")
        seen |= set(group.foods)
    return faults


def thickener_faults(whole: Book) -> list[str]:
    """Return foods that may thicken a sauce but whose strength the book does not know."""
    strengths = whole.files["thickener"].coats_250
    return [
        f"{food}: how much of it brings 250 g of liquid to coat a spoon?"
        for group in whole.groups.values()
        if "thickener" in group.able
        for food in group.foods
        if food not in strengths
    ]


def certainty_faults(foods: Library) -> list[str]:
    """Walk every curated food through every exclusion: none made of several is free by silence."""
    faults = []
    for food in foods.foods.values():
        if food.food_class in MADE_CLASSES and not food.compound and food.key not in SINGLE:
            faults.append(
                f"{food.key}: made of several things, but made_foods.toml does not know it."
            )
        for what in EXCLUSIONS:
            free = certainty_of(food, what) == "free"
            if free and food.compound and what not in food.free_of:
                faults.append(f"{food.key}: free of {what} by silence.")
        oil = certainty_of(food, "added oil")
        if food.compound and oil != "free" and not (food.free_fat or food.oil_share):
            faults.append(f"{food.key}: how much of its fat was added? Give an oil_share.")
        share = food.oil_share
        if share is not None and not 0 <= share[1] <= share[0] <= share[2] <= 1:
            faults.append(f"{food.key}: its share of added fat is no share.")
    made = made_foods()
    faults += [f"made_foods.toml: no food {key}." for key in made if key not in foods.foods]
    faults += [
        f"made_foods.toml: {key} is said to be free of {what}, which nobody leaves out."
        for key, kind in made.items()
        for what in kind.free
        if what not in EXCLUSIONS
    ]
    return faults


def default_row_faults(foods: Library) -> list[str]:
    """Return default rows that lack fibre, sugars or sodium: one such line hides a dish's total."""
    faults = []
    for food in foods.foods.values():
        row = foods.row(food.key)
        missing = [
            n for n in ("fibre", "sugars", "sodium_mg", "carbohydrate") if row.value(n) is None
        ]
        faults += [f"{food.key}: nobody says its {n}; fills.toml could." for n in missing]
        if (row.value("carbohydrate") or 0.0) < 0:
            faults.append(f"{food.key}: less than no carbohydrate.")
    return faults


def pulse_faults(foods: Library) -> list[str]:
    """Return pulses that do not come dry, cooked and drained from a tin."""
    return [
        f"{food.key}: a pulse needs the form {form}."
        for food in foods.foods.values()
        if food.food_class == "pulse" and food.key not in NO_WHOLE_PULSE
        for form in ("dry", "boiled", "drained")
        if form not in food.forms and not (form == "drained" and food.key in NEVER_TINNED)
    ]


def shipped_faults(whole: Book, foods: Library) -> list[str]:
    """Return ids that 0.2.0 shipped and stored dishes may hold, but that mean nothing now."""
    old, faults = shipped(), []
    for key, forms in old["foods"].items():
        food = foods.foods.get(renamed().foods.get(key, key))
        if food is None:
            faults.append(
                f"the food {key} was shipped and is gone; renamed.toml does not say where."
            )
            continue
        known = {form: renamed().forms.get(f"{food.key}/{form}", form) for form in forms}
        faults += [f"{key}: the form {a} was shipped and is gone."
                   for a, b in known.items() if b not in food.forms]  # fmt: skip
    for key, steps in old["stand_ins"].items():
        role, _, name = key.partition("/")
        wanted = renamed().stand_ins.get(key, name)
        found = next((s for s in whole.stand_ins(role) if s.key == wanted), None)
        if found is None:
            faults.append(f"the stand-in {key} was shipped and is gone.")
            continue
        now = {step.id for step in found.steps}
        known = {step: renamed().steps.get(f"{key}/{step}", step) for step in steps}
        faults += [f"{key}: the step {a} was shipped and is gone."
                   for a, b in known.items() if b not in now]  # fmt: skip
    return faults


def main() -> int:
    """Print every fault; return 1 if there is one."""
    whole, foods = book(), library()
    faults = food_faults(foods) + measure_faults(foods) + spoon_faults()
    faults += line_swap_faults(foods) + shipped_faults(whole, foods)
    faults += starch_faults(whole, foods) + certainty_faults(foods)
    faults += default_row_faults(foods) + pulse_faults(foods) + thickener_faults(whole)
    faults += trial_faults(whole, foods)
    faults += [*role_faults(whole), *words_faults(whole), *player_faults(whole, foods)]
    for role_file in whole.files.values():
        for stand_in in role_file.stand_ins:
            for made in (stand_in, *stand_in.ways):
                faults += stand_in_faults(made, whole, foods)
    for fault in faults:
        print(fault)
    if not faults:
        count = sum(len(f.stand_ins) for f in whole.files.values())
        print(f"The book holds: {count} stand-ins cook into their bands, {len(foods.foods)} foods.")
    return 1 if faults else 0


if __name__ == "__main__":
    sys.exit(main())
