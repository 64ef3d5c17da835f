"""Which line of a pasted text is its title, and the title without what stands around it."""

from __future__ import annotations

import re
from functools import lru_cache

from snabo_core.quantities.figures import only_figures
from snabo_core.recipe import title_words as words
from snabo_core.recipe.lines import only_facts
from snabo_core.recipe.servings import (
    Servings,
    both_kinds,
    names_pieces,
    only_servings,
    servings_in,
    servings_loosely,
)
from snabo_core.recipe.times import only_times, pieces_of
from snabo_core.recipe.title_pieces import without_pieces


def stands_above(text: str) -> bool:
    """Tell what stands above a title and is none where a name follows: "MIDWEEK", "Page 3 of 12"."""
    return words.ABOVE.match(text) is not None


def replies_about(text: str) -> str | None:
    """Return what a reply is about ("Re: Re: best dumplings?"), None where it is none."""
    match = words.REPLY.match(text)
    if match is None:
        return None
    about = words.LOOKED_FOR.sub("", text[match.end() :]).strip(" ?!")
    return "" if words.ABOUT_A_DAY.fullmatch(about) is not None else about


def told_name(text: str) -> str | None:
    """Return the title a line says it holds ("Name of recipe: Harvest stew"), None for others."""
    match = words.NAMED.match(text)
    return title_of(match["name"])[0] if match is not None else None


def asked_for(text: str) -> str | None:
    """Return the dish that a letter says it tells of, None where it names none."""
    match = words.ASKED_FOR.search(text)
    return _begun(match["name"]) if match is not None else None


def _begun(name: str) -> str:
    """Return a name with a capital to begin with; its others stay."""
    return name.strip()[:1].upper() + name.strip()[1:]


def handed_over(text: str) -> str | None:
    """Return the dish that somebody hands over ("Hey, here's that lentil lasagne!!"), or None."""
    made = words.MADE.match(text)
    if made is not None:
        return made["name"]
    match = words.HERE_IS.match(text) or words.AS_REQUESTED.match(text) or words.CALLED.search(text)
    return _begun(match["name"]) if match is not None else None


def told_in_letter(text: str) -> str | None:
    """Return the dish of a letter's sentence ("You asked for the fish pie"), None for a name."""
    if (called := words.CALLED.search(text)) is not None:
        return _begun(called["name"])
    return asked_for(text) if words.SPEAKS.match(text) or words.SO_FOR.match(text) else None


def source_in(text: str) -> str:
    """Return whom a text says it is by or from ("Source: Aunt Merle"), empty for nobody."""
    match = words.SOURCE.search(text[: words.LOOKED_AT]) or words.SOURCE.search(
        text[-words.LOOKED_AT :]
    )
    # "Recipe by: Anselm          Date: 14/10".
    return re.split(r"\s{3,}", match["who"])[0].strip(" .*_") if match is not None else ""


@lru_cache(maxsize=words.REMEMBERED)
def facts_behind(text: str) -> int | None:
    """Return where a line tells nothing any more but whom a dish serves and how long it takes.

    "Leek bake - 40 mins, serves 4 to 6" does from its dash on; None of a name alone.
    """
    if words.COUNTS.search(text) is None:
        return None
    for sign in words.BEHIND_NAME.finditer(text[: words.LONGEST_TITLE]):
        name, said = text[: sign.start()], text[sign.end() :].strip(" )]*–—-")
        within = name.count("(") > name.count(")")
        if sum(map(str.isalpha, name)) < words.LEAST_NAME or not said or within:
            continue
        if _only_facts(said) or (words.SERVES.match(said) and servings_in(said)):
            return sign.start()
    return None


def _only_facts(said: str) -> bool:
    """Tell "serves 4, 40 minutes" and "4 servings, 350 kcal each": each piece is a fact."""
    if only_servings(said) or only_facts(said):
        return True
    # "8 servings * 2 hours", "12 people / 2 trays".
    pieces = pieces_of(said.replace(" * ", " | "))
    served = any(map(only_servings, pieces))
    return all(
        only_servings(piece)
        or only_times(piece)
        or only_figures(piece)
        or (served and words.SO_MANY_PANS.fullmatch(piece) is not None)
        for piece in pieces
    )


def _cut_at_facts(text: str) -> tuple[str, Servings | None]:
    """Return a title without the facts behind it, and for how many they say it is."""
    cut = facts_behind(text)
    return (text, None) if cut is None else (text[:cut], _eaters_of(text[:cut], text[cut:]))


def _eaters_of(name: str, said: str) -> Servings | None:
    """Return for how many the end of a title says it is; "makes 8" of dumplings is for nobody."""
    counted = words.MAKES_FIRST.match(said) or words.NUMBER_ALONE.fullmatch(said)
    return None if counted and names_pieces(name) else _served_behind(said)


# What stands before a name; one may stand behind another: "Okay recipe name leek pie".
_BEFORE = 2 * (
    words.SO_MANY_BEFORE,
    words.TOLD_TO,
    words.ASKED,
    words.TODAY,
    words.TONIGHT,
    words.LABELLED,
    words.DATED,
    words.PAGE,
    words.PLACE,
    words.THIS_IS,
    words.SO,
    words.HERE,
    words.HOW,
    words.TODAYS,
)
# What is said behind it and counts nobody, from the last to the first.
_BEHIND = (
    words.WHOSE_BEHIND,
    words.BY_BEHIND,
    words.PAGE_BEHIND,
    words.PRICED,
    words.ONE_BEHIND,
    words.DAY_BEHIND,
    words.VERSION_BEHIND,
    words.NAME_BEHIND,
    words.DOTTED,
    words.FACES,
    words.TRAY,
    words.TOLD_BEHIND,
    words.OVEN_BEHIND,
    words.CLAIM_BEHIND,
    words.CLAIM_BEHIND,
)


@lru_cache(maxsize=words.REMEMBERED)
def title_of(text: str) -> tuple[str, Servings | None]:
    """Return a title without labels, pages and tails, and how many it says it serves."""
    # What comes after this is no title any more, and its runs of dashes would be looked at for ever.
    text = text[: words.LOOKED_AT]
    bare, told = _cut_at_facts(_opened(text))
    bare, counted = _counted_behind(bare)
    for behind in _BEHIND:
        bare = behind.sub("", bare)
    bare, labelled = _without_labels(bare)
    bare, tailed = _without_tails(_on_its_page(bare))
    bare = words.THIS_BEHIND.sub("", bare)
    if tailed is not None or told is not None:
        bare = words.BATTER_BEHIND.sub("", bare)
    bare = without_pieces(_without_shelves(bare))
    bare = words.WHOEVER.sub("", words.REMARK_BEHIND.sub("", words.DIETS.sub("", bare)))
    bare = words.BRACKETED.sub(r"\g<name>", words.RECIPE_BEHIND.sub(r"\g<name>", bare))
    bare = _unquoted(bare)
    title = (
        words.STOP.sub("", re.sub(r"!{2,}$", "", " ".join(bare.split()).strip(" -–—:|,~")))[
            : words.LONGEST_TITLE
        ]
        or text.strip()[: words.LONGEST_TITLE]
    )
    return title, labelled or told or counted or tailed or _for_persons(bare)


def _opened(text: str) -> str:
    """Return a title without what stands before it."""
    bare = words.TAGS.sub("", text.translate(words.BRACES)).strip(" #*_=|").rstrip(": ")
    bare = re.sub(r"\s::?\s(?=\d)", " | ", bare)
    bare = _unquoted(words.SAID_BEFORE.sub("", words.SIGNS_BEHIND.sub("", bare)))
    told_today = words.TODAY.match(bare) or words.TONIGHT.match(bare)
    bare = bare.rstrip("!") if told_today else bare
    for before in _BEFORE:
        bare = before.sub("", bare)
    return bare


def _counted_behind(bare: str) -> tuple[str, Servings | None]:
    """Return a title without "- 8", "for me and Jim" and "a recipe for 4", and for how many it is."""
    servings = None
    if (counted := words.COUNTED_BEHIND.search(bare)) is not None and counted.start() > 0:
        servings, bare = (
            servings_in(f"serves {next(filter(None, counted.groups()))}"),
            bare[: counted.start()],
        )
    if (both := words.FOR_ME_AND.search(bare)) is not None and both.start() > 0:
        servings, bare = Servings(2.0, 2.0), bare[: both.start()]
    if (recipe := words.INGREDIENTS_FOR.match(bare)) is not None:
        servings, bare = servings_in(f"serves {recipe['n']}"), bare[recipe.end() :]
    if (amid := words.FOR_SO_MANY_AMID.search(bare)) is not None and amid.start() > 0:
        # In the middle of a name it belongs to it.
        servings = servings_in(f"serves {amid['n']}")
    if (recipe := words.RECIPE_FOR.search(bare)) is not None:
        servings, bare = servings or servings_in(recipe[0]), bare[: recipe.start()]
    return bare, servings


def _without_labels(bare: str) -> tuple[str, Servings | None]:
    """Return a title without a bracket, a crowd or a label that says for how many it is."""
    servings = None
    behind = words.BRACKET_BEHIND.search(bare)
    if behind is not None and behind.start() > 0:
        # "Leek bake (total servings: 4)".
        servings = _eaters_of(bare[: behind.start()], behind[0])
        bare = bare[: behind.start()] if servings is not None else words.MADE_BEHIND.sub("", bare)
    label = words.LABELS_BEHIND.search(bare)
    if (crowd := words.CROWD.search(bare)) is not None:
        servings = servings_in(f"serves {crowd['n']}")
        bare = bare[: crowd.start("bracket")]
    if label is not None and label.start() > 0:
        servings = servings or servings_in(bare[label.start() :])
        bare = bare[: label.start()]
    return bare, servings


def _on_its_page(bare: str) -> str:
    """Return the name among the shelves, days and names of a page."""
    if (boast := words.BOAST.match(bare) or words.USED.match(bare)) is not None:
        bare = boast["name"]
    # "WEEK 2 / TUESDAY / LEEK BAKE".
    while (above := words.BEFORE_A_STROKE.match(bare)) and words.ABOVE.match(above["above"]):
        bare = bare[above.end() :]
    crumbs = re.split(r"\s+[>»›]\s+", bare)
    # "Home > Mains > Leek bake", "Leek bake » Nora cooks".
    bare = crumbs[0] if len(crumbs) > 1 and words.HOUSE.search(crumbs[-1]) else crumbs[-1]
    site = words.SITE.match(bare)
    return bare if site is None else site["name"]


def _is_fact(sentence: str) -> bool:
    """Tell "Serves 4", "Takes an hour." and "Makes 5 pints.", which are sentences behind a name."""
    made = (words.MADE_OF_IT.match(sentence) or words.SO_MANY_MADE.fullmatch(sentence)) is not None
    return made or only_servings(sentence) or only_times(sentence.rstrip("."))


def _without_tails(bare: str) -> tuple[str, Servings | None]:
    """Return a title without the sentences and pieces behind it that are facts, and for how many."""
    servings = None
    name, *said = re.split(r"(?<!\b[Nn]o)\.\s+", bare)
    pieces = [piece for one in said for piece in re.split(r",\s+", one)]
    if said and all(map(_is_fact, pieces)):
        # "Swede bake. Takes an hour. Feeds 8."
        servings, bare = next(filter(None, map(servings_in, pieces)), None), name
    elif said and words.SERVES_FIRST.match(said[0]) and (eaters := _eaters_said(said[0])):
        # "Mum's goulash. Enough for us lot (6) and seconds".
        servings, bare = eaters, name
    while (cut := _tail(bare)) is not None:
        servings = servings or _eaters_of(bare[:cut], bare[cut:])
        bare = bare[:cut].rstrip(" -–—:|,/~•·")
    made = words.MADE_TAIL.search(words.ON_DAYS.sub("", bare))
    if made is not None and made.start() > 0:
        bare = bare[: made.start()]
        what = f"makes {made['pieces']}" if made["pieces"] else made[0].lstrip(" ,(-–—")
        servings = servings or (None if names_pieces(bare) else servings_in(what))
    return bare, servings


def _eaters_said(sentence: str) -> Servings | None:
    """Return for how many a sentence behind a name says it is, in whatever words."""
    return servings_in(sentence) or servings_loosely(sentence)


def _for_persons(bare: str) -> Servings | None:
    """Return for how many "Two-Person Paella" is, which keeps its name."""
    sized = words.PERSON_SIZED.search(bare) or words.FOR_SO_MANY_WITH.search(bare)
    sized = sized or words.TIMES_BEFORE.match(bare)
    return servings_in(f"serves {sized['n']}") if sized is not None else None


def _unquoted(bare: str) -> str:
    """Return a title without the quotes or brackets around it."""
    quoted = words.IN_QUOTES.match(bare)
    return bare if quoted is None else quoted["name"] or quoted["single"]


def _without_shelves(bare: str) -> str:
    """Return "Noodles" of "Noodles | Nora's kitchen table", with the page first or last."""
    first, *others = re.split(r"\s+[|~]\s+", bare)
    if others and words.HOUSE.search(first) and not any(map(words.HOUSE.search, others)):
        return " | ".join(others)
    housed = any(map(words.HOUSE.search, others)) or all(map(words.ABOVE.match, others))
    return first if others and (housed or len(first.split()) > 1) else bare


def _served_behind(text: str) -> Servings | None:
    """Return for how many the end of a title says it is; of several the first."""
    text = words.ON_DAYS.sub("", text)
    if (alone := words.NUMBER_ALONE.fullmatch(text)) is not None:
        text = f"serves {alone['n']}"
    if (both := both_kinds(text)) is not None:
        return both
    sized = map(words.SO_MANY_OF_A_SIZE.fullmatch, text.split(","))
    if (many := next(filter(None, sized), None)) is not None:
        # "(2 kg cooked, 5 boxes)".
        text = f"serves {many['n']}"
    first = re.split(r",|\bor\b", text)[0]
    told, whole = servings_in(f"{first})"), servings_in(text)
    if told is not None and whole is not None and told.low in {whole.low, whole.high}:
        # "Serves 4 hungry or 5 normal" is one telling.
        return whole
    if told is not None and whole is None and told.high <= 1:
        # "(a dinner, not a snack)".
        told = None
    told = told or whole
    return told or next(filter(None, map(servings_in, words.PARTED.split(text))), None)


def _tail(text: str) -> int | None:
    """Return where the last piece of a title begins, if it only tells servings or times."""
    # "Leek bake, dinner for 3 (or 2 and a lunchbox)".
    text = words.OR_SO_MANY.sub("", text)
    for behind in (words.BRACKET_BEHIND, words.SO_MANY_BEHIND, words.SAID_BEHIND):
        said = behind.search(text)
        if said is not None and said.start() > 0 and _served_behind(said[0]) is not None:
            return said.start()
    so_many = words.FOR_SO_MANY.search(text)
    if so_many is not None and so_many.start() > 0:
        return so_many.start()
    for last in (words.LAST.search(text), words.LAST_DASH.search(text)):
        pieces = words.DASHED.split(last["tail"]) if last is not None and last.start() > 0 else []
        facts = (only_servings(one) or words.TIME_ONLY.fullmatch(one) is not None for one in pieces)
        if last is not None and pieces and all(facts):
            return last.start()
    return None
