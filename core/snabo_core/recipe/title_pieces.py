"""The pieces of a title: what stands before and behind the name of a dish and is none of it."""

from __future__ import annotations

import re

from snabo_core.quantities.figures import only_figures
from snabo_core.quantities.kinds import MONTH
from snabo_core.recipe import title_words as words
from snabo_core.recipe.servings import only_servings
from snabo_core.recipe.times import only_times

# Pieces taken off each end of a title.
MOST_PIECES = 4
# "Recipe no. 12. Leek bake", "Main course: leek bake", "Odile's kitchen | Leek bake".
_BEFORE = re.compile(
    r"^[\s(\[]*(?P<piece>[^|»«>:()\[\]]{2,40}?)[)\]]?(?:\s*[|»>:/]+\s+|\s+[-–—]{1,2}\s+|[.!,]\s+|[)\]]\s+)"
    r"(?=[^\W_]|[\"“'‘])"
)
# "[Homemade] Leek bake".
_IN_SQUARES = re.compile(r"\[[^\[\]\d]{2,30}\]\s*(?=[^\W_])")
# "Leek bake | easy", "Leek bake (freezes well)", "Leek bake, 12 October".
_BEHIND = re.compile(
    r"(?:\s*[|»«·•]\s*|\s+[-–—]{1,2}\s+|,\s+|\s*[(\[])(?P<piece>(?:(?!\s[-–—]{1,2}\s)[^|»«()\[\]]){1,50}?)[)\]]?\s*$"
)
_LAST_BEHIND = re.compile(r",\s+(?P<piece>[^,|»«()\[\]]{1,50})$")
# What needs no sign before it: "Leek bake £4.50", "Leek bake 420 kcal", "Leek bake @odilecooks".
_UNSIGNED = re.compile(
    r"\s+(?:[£$€]\s?\d+(?:[.,]\d\d)?|\d{1,2}[.,]\d\d\s?[£€]|\d{2,4}\s?(?:kcal|kj|cals?|calories)|@\w{3,}"
    r"|as (?:promised|requested|asked|discussed)|\(?[$£€]{1,4}\)?)\s*$",
    re.IGNORECASE,
)
_DATE = (
    rf"(?:\d{{1,4}}[./-]\d{{1,2}}(?:[./-]\d{{1,4}})?|\d{{1,2}}(?:st|nd|rd|th)?\s+(?:of\s+)?{MONTH}(?:,?\s+\d{{4}})?"
    rf"|{MONTH}\s+\d{{1,2}}(?:st|nd|rd|th)?(?:,?\s+\d{{4}})?|{MONTH}\s+\d{{4}})"
)
# What is said of a recipe, not of the dish.
_SAID = re.compile(
    r"\W*(?:"
    r"(?:the |my |our |a )?(?:full |printable |easy |best )?recipes?(?: card| page| sheet)?(?:\s*(?:no\.?|number|nr\.?|#)?\s*\d{1,4})?"
    r"|(?:no\.?|nr\.?|#)\s?\d{1,4}"
    r"|as (?:promised|requested|asked|discussed)|(?:requested|promised)(?: by \w+)?"
    r"|new|updated?|revised|tested"
    r"|(?:\w+ )?(?:lunch|dinner|supper|tea|brunch) for (?:\d{1,2}|one|two|three|four|five|six|eight|ten)"
    rf"|(?:(?:updated|posted|published|revised|made|cooked|from|on)\s+)?(?:on\s+)?{_DATE}"
    r"|[£$€]{1,4}|[£$€]\s?\d+(?:[.,]\d\d)?(?:\s(?:a|per)\s\w+)?"
    r"|from (?:my|our|the) (?:mum|mom|gran|granny|nan|grandma|mother|sister|aunt|auntie|friend|neighbou?r)"
    r")\W*",
    re.IGNORECASE,
)


# "Mama's casserole, updated".
_RENEWED = re.compile(r"(?:updated?|revised|new)", re.IGNORECASE)
# "Main: leek bake", "You are here: Home > Leek bake".
_SHELF = re.compile(r"\W*(?:you are here|home|mains?|sides?|starters?|desserts?)\W*", re.IGNORECASE)


def _is_shelf(piece: str) -> bool:
    return _SHELF.fullmatch(piece) is not None or words.ABOVE.match(piece) is not None


# "Ready in 15: prawn couscous" is named so.
_READY = re.compile(r"\W*(?:ready|done) in \d+\W*", re.IGNORECASE)


def _says_nothing(piece: str) -> bool:
    """Tell a piece that stands around a name: whom it serves, when, whose recipe."""
    if _READY.fullmatch(piece) is not None:
        return False
    return (
        _SAID.fullmatch(piece) is not None
        or only_servings(piece)
        or only_times(piece)
        or only_figures(piece)
    )


def without_pieces(title: str) -> str:
    """Return a title without the pieces before and behind its name that name no dish."""
    tagged = _IN_SQUARES.match(title)
    if tagged is not None and len(title[tagged.end() :].split()) > 1:
        title = title[tagged.end() :]
    for _ in range(MOST_PIECES):
        before = _BEFORE.match(title)
        if before is None or not _off(before["piece"], title[before.end() :]):
            break
        if before[0].rstrip().endswith(",") and title[before.end()].islower():
            # "Gluten-free, low-lactose fish pie" goes on.
            break
        # "Week 2 - leek bake", but "Air fryer - chickpea cakes".
        dashed = re.search(r"[-–—]\s+$", before[0]) is not None
        if dashed and _is_shelf(before["piece"]) and not re.search(r"\d", before["piece"]):
            break
        title = title[before.end() :]
    for _ in range(MOST_PIECES):
        title = _UNSIGNED.sub("", title) or title
        behind = _BEHIND.search(title)
        last = _LAST_BEHIND.search(title)
        if last is not None and _SAID.fullmatch(last["piece"]) is not None:
            # "Buttermilk chicken, waffles, 12 October 2024".
            behind = last
        # "Minestrone, Winter" and "Hotpot (slow cooker)" are whole names.
        if behind is None or (_is_shelf(behind["piece"]) and not _SAID.fullmatch(behind["piece"])):
            break
        # "Dirty rice, clean kitchen" is no house's.
        housed = not behind[0].startswith(",")
        if not housed and _RENEWED.fullmatch(behind["piece"]) is not None:
            # "Mama's casserole, updated" is another dish than Mama's.
            break
        if not _off(behind["piece"], title[: behind.start()], housed=housed):
            break
        title = title[: behind.start()]
    return title


def _off(piece: str, rest: str, *, housed: bool = True) -> bool:
    """Tell a piece to take off: it says nothing of the dish, and a name stays."""
    if sum(map(str.isalpha, rest)) < words.LEAST_NAME or _says_nothing(rest) or _is_shelf(rest):
        return False
    # "Odile's kitchen", but "(bring a plate)".
    alone = len(piece.split()) == 1 or piece.endswith(("plate", "plates", "table"))
    plain = piece[:1].islower() and alone
    house = housed and words.HOUSE.search(piece) is not None and not plain
    return _says_nothing(piece) or _is_shelf(piece) or house
