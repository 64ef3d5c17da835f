"""Tells which role one starchy food plays in its part of a dish.

The role follows the part's name, then what the method does with the food, then the title, then
how the line is cut, and last the food itself: grated and fried as one cake is a shell, not a
mash; bread for a stuffing is a stuffing.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache

from snabo_core.dish import Dish, Line, Part
from snabo_core.foods import Library
from snabo_core.foods.library import words_of
from snabo_core.swaps.book import Book, StarchGroup
from snabo_core.swaps.role_words import (
    BATTERED,
    BEATEN,
    BELOW,
    BLENDED,
    BOILED_BALLS,
    BOUND,
    BROWNED_FLOUR,
    BULK,
    CAKES,
    COATED,
    CRUMBED,
    CRUMBLE,
    CRUMBLED_BREAD,
    CRUSHED,
    DICED,
    DIPPED,
    DONE,
    DOUGH,
    DUMPLINGS,
    DUSTED,
    DUSTING,
    FAMILY,
    FILLED,
    FLOATING,
    FLOURED,
    FOOD_S_PART,
    FRIED,
    FRITTERS,
    INTO_MINCE,
    JACKET,
    KEPT_FOR,
    LEAST_DUMPLINGS,
    LEAST_GRAMS,
    LEAST_LIQUID_GRAMS,
    LIQUID_CLASSES,
    LOAVES,
    LONG_PASTA,
    MASHED,
    MEALED,
    MEATS,
    MINCED,
    MIXED_WITH_MEAT,
    MOST_BINDING,
    MOST_COATING,
    MOST_FLOUR_SHARE,
    MOST_FRIED,
    MOST_MEAL,
    MOST_ROUX_GRAMS,
    NUT_ROAST,
    OATED,
    OF_A_DOUGH,
    OF_MEAT,
    OMELETTE,
    PANCAKES,
    PORRIDGE,
    POTATO_DUMPLINGS,
    RAISING,
    ROUX,
    SALAD,
    SAUCES,
    SET_EGGS,
    SHAPED,
    SHAPED_DUMPLINGS,
    SHAPED_WITH,
    SHAPES,
    SHORT_PASTA,
    SHORT_WORD,
    SLICED,
    SOAKED,
    SOME_LIQUID,
    SOUP,
    SOUP_GRAMS,
    STARCHED,
    STIRRED_IN,
    STRATA,
    STUFFED,
    SUETS,
    THICKENED,
    WHISKED,
    WHITE_SAUCE,
    WHITE_SAUCE_SHARE,
    WRAPPED,
)


@dataclass(frozen=True)
class Context:
    """What a role is judged by: the dish's title and steps, the part, what stands in it."""

    title: str
    steps: str
    part: Part
    liquid: float
    minced: bool
    eggs: bool
    # How many times as much of anything as for a family.
    crowd: float = 1.0


def starchy(part: Part, library: Library) -> list[Line]:
    """Return the lines of a part whose starch counts in full, those of a pinch left out."""
    return [
        line
        for line in part.lines
        if line.food is not None
        and library.food(line.food).starch == "full"
        and (line.grams is None or line.grams >= LEAST_GRAMS)
    ]


def _thickens(line: Line, context: Context, book: Book) -> bool:
    if line.food not in book.roles["thickener"].foods or line.food in {"bread", "mashed_potato"}:
        return False
    grams = line.grams or 0.0
    most = MOST_ROUX_GRAMS * context.crowd
    limit = min(MOST_FLOUR_SHARE * context.liquid, most)
    said = re.search(
        r"\b(?:sauce|gravy|roux|thicken|stew|soup|casserole)", context.part.name, re.IGNORECASE
    )
    if WHITE_SAUCE.search(f"{context.part.name} {context.steps}") is not None:
        limit = max(limit, WHITE_SAUCE_SHARE * context.liquid)
    group = book.group_of(line.food)
    if group is not None and group.key == "bread" and "thicken" not in context.steps:
        return False
    if group is not None and group.key == "meal" and grams > MOST_MEAL * context.crowd:
        # Of polenta and grits so much is cooked as the dish.
        return False
    if group is not None and group.key == "starch" and grams <= most:
        return context.liquid >= LEAST_LIQUID_GRAMS or said is not None
    # "Water to cover ... thicken": nobody measured the water.
    thickened = BROWNED_FLOUR.search(context.steps) or THICKENED.search(context.steps)
    if grams <= most and thickened is not None:
        return True
    if context.liquid < LEAST_LIQUID_GRAMS:
        return False
    return grams <= limit or (grams <= most and ROUX.search(context.steps) is not None)


def context_of(dish: Dish, part: Part, library: Library) -> Context:
    """Return what the roles of a part's lines are judged by."""
    liquid = 0.0
    minced = eggs = False
    for line in part.lines:
        if line.food is None:
            continue
        food = library.food(line.food)
        wet = food.food_class in LIQUID_CLASSES - {"vegetable"} or food.key in {
            "water",
            "passata",
            "tinned_tomato",
        }
        # "1 bottle of stout" is some, though nobody knows how much.
        liquid += (SOME_LIQUID if line.grams is None else line.grams) if wet else 0.0
        minced = minced or (food.food_class in MEATS and MINCED.search(line.text) is not None)
        minced = minced or (food.food_class == "nut" and (line.grams or 0.0) >= NUT_ROAST)
        eggs = eggs or food.key == "egg"
    # A step without a stop ends all the same: who writes so orders one thing a line.
    said = (step.text.strip() for step in dish.steps)
    steps = " ".join(one if one[-1:] in ".!?;:," else f"{one}." for one in said).lower()
    steps = KEPT_FOR.sub("", steps)
    crowd = max(1.0, dish.servings / FAMILY)
    return Context(dish.title.lower(), steps, part, liquid, minced, eggs, crowd)


def role_of(
    line: Line, dish: Dish, part: Part, context: Context, book: Book, library: Library
) -> str | None:
    """Return the role a starchy line most likely plays in its part, None if none fits."""
    group = book.group_of(line.food)
    if group is None or DUSTING.search(line.text):
        return None
    if group.key == "starch" and _is_for_dumplings(line, group, context, book):
        return "dumpling"
    if group.key == "starch" and _is_starched(line, context):
        return "crumb"
    if _thickens(line, context, book) and not _is_told_otherwise(line, group, context, book):
        return "thickener"
    if group.key in {"short_pasta", "long_pasta"}:
        return _noodle(line, group, context)
    by_name = _named(f"{part.name}", group, book)
    if by_name == "crust" and DOUGH.fullmatch(part.name) is not None:
        # A dough is what the dish is: that of pelmeni no crust.
        if _is_for_dumplings(line, group, context, book):
            return "dumpling"
        named = _named(context.title, group, book)
        by_name = named if named in OF_A_DOUGH else by_name
    if (told := _by_companions(line, group, by_name, context, book)) is not None:
        return told
    able = (
        _bound(line, group, context, by_name)
        or by_name
        or _cut(line, group, context)
        or _done(line, group, context, library)
        or _named(_title_for(group, _title_of(dish, part), book), group, book)
    )
    return _in_this_part(able, line, group, context, book) or group.usual


def _in_this_part(
    able: str | None, line: Line, group: StarchGroup, context: Context, book: Book
) -> str | None:
    """Return the role that a word pointed to, or another that the rest of the part tells."""
    if group.key == "oats" and PORRIDGE.search(context.steps) is not None:
        return "grain_bed"
    if able == "batter" and any(other.food in SUETS for other in context.part.lines):
        # A pudding of flour and suet is a crust.
        return "crust"
    if able in {None, "binder"} and group.key == "oats" and not context.minced:
        stuffed = STUFFED.search(f"{context.title} {context.part.name}".lower()) is not None
        return "stuffing" if stuffed else able
    if able == "binder" and group.key == "grain":
        if _lies_apart(line, context, book):
            return group.usual
        if _share(line, context.part) >= BULK:
            return "loaf_base"
    return able


def _by_companions(
    line: Line, group: StarchGroup, by_name: str | None, context: Context, book: Book
) -> str | None:
    """Return the role that follows from what stands by the food in its part, if one does."""
    unnamed = by_name is None
    if group.key == "flour" and (
        _coats(line, context, book) or (unnamed and _is_dusted(line, context))
    ):
        return "crumb"
    little = (line.grams or 0.0) <= MOST_COATING and context.liquid < LEAST_LIQUID_GRAMS
    if group.key == "meal" and little and MEALED.search(context.steps) is not None:
        return "crumb"
    if unnamed and _is_for_dumplings(line, group, context, book):
        return "dumpling"
    # "Fish cakes, coat with panko".
    crumbs = group.key == "crumbs" and by_name in {None, "binder"} and _is_around(context)
    if crumbs or (group.key == "oats" and OATED.search(context.steps) is not None):
        return "crumb"
    if group.key == "crumbs" and context.minced and by_name not in {"crumb", "stuffing"}:
        return _with_mince(context)
    if group.key in {"bread", "buns"} and context.minced and _is_soaked(line, context):
        return "binder"
    # Scones: their fat is rubbed in as that of a crust is.
    scones = group.key == "flour" and _named(context.title, group, book) == "quick_bread"
    if (group.key == "meal" or scones) and unnamed and _rises(context.part, book):
        return "quick_bread"
    mash = group.key == "potato" and by_name in {None, "lid"} and _is_mash(line, context, book)
    return "mash" if mash else None


def _with_mince(context: Context) -> str:
    """Return what crumbs are beside mince: in it, in a stuffing, or around it."""
    if INTO_MINCE.search(context.steps) is not None:
        return "binder"
    named = f"{context.title} {context.part.name}".lower()
    whole = f"{named} {context.steps}"
    # "Barley and chestnut stuffing": its nuts are no mince.
    if STUFFED.search(named) is not None and MINCED.search(whole) is None:
        return "stuffing"
    return "binder" if BOUND.search(whole) else "crumb"


def _is_for_dumplings(line: Line, group: StarchGroup, context: Context, book: Book) -> bool:
    words = f"{context.title} {context.steps}"
    named = (line.grams or 0.0) >= LEAST_DUMPLINGS and DUMPLINGS.search(words) is not None
    potatoes = any(group_key(other, book) == "potato" for other in context.part.lines)
    if named and (group.key == "flour" or (group.key == "starch" and potatoes)):
        return True
    if named and group.key == "potato" and POTATO_DUMPLINGS.search(context.title) is not None:
        return SHAPED_DUMPLINGS.search(words) is not None
    if named and group.key in {"bread", "buns"} and context.eggs:
        # "Form 8 dumplings" of bread, egg and milk.
        return SHAPED_DUMPLINGS.search(words) is not None
    dough = group.key in {"flour", "potato"} or (group.key == "starch" and potatoes)
    balls = SHAPED_DUMPLINGS.search(words) and BOILED_BALLS.search(context.steps)
    return dough and (_floats(line, context, book) or (bool(balls) and _has_flour(context, book)))


def _floats(line: Line, context: Context, book: Book) -> bool:
    """Tell a dough boiled until it swims: flour, or potatoes with flour beside them."""
    floating = FLOATING.search(context.steps) is not None
    return floating and (line.grams or 0.0) > 0 and _has_flour(context, book)


def _has_flour(context: Context, book: Book) -> bool:
    """Tell a part with flour or starch enough for dumplings."""
    binding = {"flour", "starch"}
    flour = (other for other in context.part.lines if group_key(other, book) in binding)
    return any((other.grams or 0.0) >= LEAST_DUMPLINGS for other in flour)


def _is_around(context: Context) -> bool:
    """Tell crumbs that something is turned in: "in flour, egg and crumbs"."""
    told = CRUMBED.search(context.steps) or (context.eggs and FLOURED.search(context.steps))
    return bool(told)


def group_key(line: Line, book: Book) -> str:
    """Return the starch group a line's food belongs to, empty for none."""
    group = book.group_of(line.food)
    return group.key if group is not None else ""


def _is_told_otherwise(line: Line, group: StarchGroup, context: Context, book: Book) -> bool:
    """Tell flour that coats or binds, though there is liquid in the part for it to thicken."""
    if group.key != "flour":
        return False
    if SHAPED_WITH.search(context.steps) or _sets(context):
        return True
    coats = FLOURED.search(context.steps) is not None and _coats(line, context, book)
    return coats or (context.eggs and CAKES.search(context.steps) is not None)


def _sets(context: Context) -> bool:
    """Tell eggs whisked with flour and baked, whatever else of the dish is thickened."""
    roux = ROUX.search(context.steps) is not None
    return context.eggs and not roux and SET_EGGS.search(context.steps) is not None


def _coats(line: Line, context: Context, book: Book) -> bool:
    """Tell the flour that something is turned in before egg and crumbs.

    Of several flours it is the one nearest to the crumbs: the other one thickens the sauce.
    """
    at: dict[str, list[int]] = {"crumbs": [], "flour": []}
    for place, other in enumerate(context.part.lines):
        group = book.group_of(other.food)
        if group is not None and group.key in at:
            at[group.key].append(place)
    if not at["crumbs"] or not context.eggs or (line.grams or 0.0) > MOST_COATING:
        return False
    nearest = min(at["flour"], key=lambda place: min(abs(place - one) for one in at["crumbs"]))
    return COATED.search(context.steps) is not None and context.part.lines[nearest].id == line.id


def _is_soaked(line: Line, context: Context) -> bool:
    """Tell bread that is soaked for mince from bread that lies below or above it."""
    sentences = re.split(r"(?<=[.;!])\s+", context.steps)
    soaked = any(LOAVES.search(one) and SOAKED.search(one) for one in sentences)
    return soaked or SOAKED.search(line.text) is not None


def _is_dusted(line: Line, context: Context) -> bool:
    """Tell flour that cakes or fillets are turned in where no sauce is there for it to thicken."""
    little = (line.grams or 0.0) <= MOST_COATING and context.liquid < LEAST_LIQUID_GRAMS
    fried = (line.grams or 0.0) <= MOST_FRIED and FRIED.search(context.steps) is not None
    return (little or fried) and DUSTED.search(context.steps) is not None


def _is_starched(line: Line, context: Context) -> bool:
    """Tell starch that something is dusted with before it is fried."""
    little = (line.grams or 0.0) <= MOST_COATING and context.liquid < LEAST_LIQUID_GRAMS
    return little and STARCHED.search(context.steps) is not None


def _rises(part: Part, book: Book) -> bool:
    """Tell a part that holds flour and what makes it rise: its meal is a bread's."""
    foods = {line.food for line in part.lines}
    groups = [book.group_of(food) for food in foods]
    flour = any(group is not None and group.key == "flour" for group in groups)
    return flour and not RAISING.isdisjoint(foods)


def _share(line: Line, part: Part) -> float:
    whole = sum(other.grams or 0.0 for other in part.lines)
    return (line.grams or 0.0) / whole if whole else 0.0


def _bound(line: Line, group: StarchGroup, context: Context, by_name: str | None) -> str | None:
    """Return what holds mince or eggs together, or lies over them as a crumble."""
    if group.key not in {"flour", "oats"}:
        return None
    if by_name is None and CRUMBLE.search(context.title):
        return "crumb"
    into = BOUND.search(f"{context.title} {context.part.name} {context.steps}".lower())
    mixed = context.minced and (into is not None or INTO_MINCE.search(context.steps) is not None)
    little = (line.grams or 0.0) <= MOST_BINDING and context.liquid < LEAST_LIQUID_GRAMS
    shaped = SHAPED_WITH.search(context.steps) or (little and SHAPES.search(context.steps))
    bound = _binds(line, context) or bool(shaped)
    held = mixed if group.key == "oats" else by_name is None and bound
    return "binder" if held else None


def _lies_apart(line: Line, context: Context, book: Book) -> bool:
    """Tell a grain beside meatballs from one in them: risoni that simmers in their sauce."""
    plain = re.split(r"[,;]", re.sub(r"\([^()]*\)", " ", line.text.lower()))[0]
    word = re.search(r"[a-z]{4,}(?=\W*$)", plain)
    named = [one for one in re.split(r"(?<=[.;!])\s+", context.steps)
             if word is not None and word.group() in one]  # fmt: skip
    crumbs = any(group_key(other, book) in {"crumbs", "bread"} for other in context.part.lines)
    within = any(MIXED_WITH_MEAT.search(one) for one in named)
    return not within and (crumbs or bool(named))


def _binds(line: Line, context: Context) -> bool:
    """Tell flour that holds a loaf or patties together from flour that is their crust."""
    words = f"{context.title} {context.part.name} {context.steps}".lower()
    shaped = SHAPED.search(words)
    shaped = shaped or re.search(r"\b(?:slice|frittata|bake|crustless)\b", context.title)
    if _is_beaten(context):
        return False
    return context.eggs and shaped is not None and _share(line, context.part) < BULK


def _is_beaten(context: Context) -> bool:
    """Tell flour beaten with what is to drink, for fritters."""
    named = FRITTERS.search(context.title) is not None
    return named and BEATEN.search(context.steps) is not None


def _title_for(group: StarchGroup, title: str, book: Book) -> str:
    """Return a title without what it says of another starch: "a bread lid" is none of potatoes."""

    def of_another(said: re.Match[str]) -> str:
        other = book.group_of(said["food"])
        return "" if other is not None and other.key != group.key else said[0]

    # "Sandwiches with tartare sauce": bread is in no sauce.
    title = SAUCES.sub("", title) if group.key == "bread" else title
    return FOOD_S_PART.sub(of_another, title)


def _title_of(dish: Dish, part: Part) -> str:
    """Return the title without the words that name another part of the dish."""
    others = {w for other in dish.parts if other.id != part.id for w in other.name.lower().split()}
    return " ".join(word for word in dish.title.lower().split() if word.strip(",.&") not in others)


def _is_mash(line: Line, context: Context, book: Book) -> bool:
    """Tell potatoes that are mashed: words say so, or nothing stands by but milk and butter."""
    said = f"{context.part.name} {line.preparation} {context.title} {context.steps}".lower()
    # The insides of a jacket potato may be mashed.
    jacket = JACKET.search(context.title) is not None
    if jacket or SLICED.search(f"{line.text} {context.part.name}"):
        return False
    others = [other for other in context.part.lines if other.id != line.id]
    companions = set(book.roles["mash"].companions)
    alone = all(other.food in companions for other in others)
    mashed = "mash" in said or CRUSHED.search(said) is not None
    # Potatoes that a soup is blended with make it as thick as a thin mash.
    mashed = mashed or (SOUP.search(context.title) and BLENDED.search(context.steps)) is not None
    return mashed or (alone and (bool(others) or "lid" in context.part.name.lower()))


def _noodle(line: Line, group: StarchGroup, context: Context) -> str:
    words = f"{line.text} {context.part.name}"
    if LONG_PASTA.search(words):
        return "long_noodle"
    if SHORT_PASTA.search(words):
        return "short_noodle"
    return (
        "sheet"
        if re.search(r"\bsheets?\b|lasagn|cannelloni", words, re.IGNORECASE)
        else group.usual
    )


def _named(words: str, group: StarchGroup, book: Book) -> str | None:
    """Return the role that words name, among those the food can play; the last word counts most."""
    low = words.lower()
    found = [
        (match.start(), role)
        for role in group.able
        for word in book.roles[role].words
        for match in [_beginning(word).search(low)]
        if match is not None
    ]
    return max(found)[1] if found else None


@cache
def _beginning(word: str) -> re.Pattern[str]:
    """Return the pattern of words of the book that begin with a word."""
    # A short word is taken whole: pierogi are no pie.
    # And what is crustless has no crust.
    tail = r"(?:e?s)?\b" if len(word) <= SHORT_WORD else r"(?!less\b)\w*"
    return re.compile(rf"\b{re.escape(word)}{tail}")


def _cut(line: Line, group: StarchGroup, context: Context) -> str | None:
    """Return the role the line's own words point to: grated, sliced, mashed, in cubes."""
    words = f"{line.text} {line.preparation}".lower()
    if group.key == "potato":
        return _cut_potato(words, context)
    if group.key == "bread":
        return _cut_bread(words, context)
    # Oats blitzed with egg are a batter where pancakes are fried of them.
    if group.key == "oats" and context.eggs and not context.minced:
        fried = PANCAKES.search(f"{context.title} {context.steps}") is not None
        return "batter" if fried else None
    if group.key == "flatbread" and WRAPPED.search(f"{context.title} {context.steps}"):
        return "shell"
    told = f"{context.title} {context.part.name} {context.steps}".lower()
    if group.key == "flour" and (WHISKED.search(context.steps) or _is_beaten(context)):
        return "batter"
    said = BATTERED.search(told)
    wet = group.key == "flour" and context.liquid >= 100 and (line.grams or 0) <= 300
    if wet and (context.eggs or said is not None):
        named = said or re.search(
            r"pancake|waffle|pudding|cr[eê]pe|thin galettes|fritter|toad", told
        )
        return "batter" if named else "binder" if _sets(context) else None
    return None


def _cut_potato(words: str, context: Context) -> str | None:
    """Return the role that potatoes are cut for: grated, mashed, in slices, or baked to fill."""
    filled = "baking" in words and FILLED.search(context.steps) is not None
    whole = JACKET.search(context.title) is not None and SLICED.search(words) is None
    if filled or whole or re.search(r"\bgrated|shredded\b", words):
        return "shell"
    if "mash" in words:
        return "mash"
    omelette = context.eggs and OMELETTE.search(context.title) is not None
    # Dice of a pie lie under its lid; those of a hash are fried as one.
    hashed = "hash" in context.title or MASHED.search(context.steps) is not None
    pieces = omelette or (DICED.search(words) is not None and not hashed)
    return "sliced_bake" if pieces or re.search(r"\bslice|thinly|rounds\b", words) else None


def _cut_bread(words: str, context: Context) -> str | None:
    """Return the role that bread is cut for: buns, crumbs, cubes, the slices of a pudding."""
    if re.search(r"\b(?:bun|roll|bap)s?\b", words):
        return "shell"
    if re.search(r"\bcrouton", f"{words} {context.title} {context.steps}".lower()):
        return "crumb"
    if re.search(r"\bcrumb|blitz|blend|whizz", words) or CRUMBLED_BREAD.search(context.steps):
        # Whole beans hold no crumbs: those lie over them.
        told = f"{context.title} {context.part.name} {context.steps}".lower()
        meat = any(OF_MEAT.search(line.text) for line in context.part.lines)
        into = meat or INTO_MINCE.search(context.steps) or BOUND.search(told)
        bound = context.minced and into and CRUMBLED_BREAD.search(context.steps) is None
        return "binder" if bound else "crumb"
    if STUFFED.search(f"{context.title} {context.part.name} {context.steps}".lower()):
        return "stuffing"
    if context.liquid >= SOUP_GRAMS and STIRRED_IN.search(context.steps):
        return "thickener"
    if re.search(r"\bcube|torn|chunks|pieces\b", words):
        named = re.search(
            r"stuff|dressing|panade|bake|pudding|strata",
            f"{context.title} {context.part.name}".lower(),
        )
        stuffs = re.search(r"stuff|dressing", context.steps) and not SALAD.search(context.steps)
        return "stuffing" if named or stuffs else "crumb"
    if context.eggs and STRATA.search(context.title):
        return "stuffing"
    return None


def _done(line: Line, group: StarchGroup, context: Context, library: Library) -> str | None:
    """Return the role that the method's sentence about the food points to."""
    names = _called(line, library)
    for sentence in re.split(r"(?<=[.;!])\s+", context.steps):
        words = set(words_of(sentence))
        if not words & names:
            continue
        for role, verbs in DONE:
            # "Top the bread with tuna" leaves it below.
            if role == "lid" and group.key == "bread" and BELOW.search(sentence) is not None:
                continue
            # Other foods are layered too, and stay what they are.
            if role == "sheet" and group.key != "flatbread":
                continue
            # "Dip the bread in egg and fry it": it is no crumb of anything.
            if role == "crumb" and group.key == "bread" and DIPPED.search(sentence) is not None:
                continue
            if role in group.able and re.search(rf"\b{verbs}", sentence):
                return role
    return None


def _called(line: Line, library: Library) -> set[str]:
    food = library.food(line.food or "")
    general = {
        "potato",
        "pastry",
        "bread",
        "flour",
        "breadcrumb",
        "crumb",
        "oat",
        "dough",
        "tortilla",
        "rice",
    }
    own = set(words_of(food.name)) | set(words_of(line.food_name))
    return (own & general) or set(words_of(food.name)[-1:])
