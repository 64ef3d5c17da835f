"""The lines of a pasted text as they were written: bare of bullets, chat stamps and pictures."""

from __future__ import annotations

import math
import re
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import islice

from snabo_core.quantities.amounts import read_amount
from snabo_core.quantities.kinds import begins_with_amount, first_word
from snabo_core.quantities.numbers import spell_fractions, spell_numbers
from snabo_core.quantities.tidying import tidy, without_pictures
from snabo_core.quantities.verbs import COMMANDS
from snabo_core.recipe.batches import batches_told
from snabo_core.recipe.facts import is_fact_label
from snabo_core.recipe.foods_first import amounts_joined
from snabo_core.recipe.lines import measures
from snabo_core.recipe.sections import INGREDIENTS, METHOD, in_one_tongue
from snabo_core.recipe.servings import only_servings
from snabo_core.recipe.tables import (
    FACT_CELL,
    facts_told,
    heads_of_rows,
    labels_apart,
    lists_apart,
    rows_told,
    steps_apart,
)
from snabo_core.recipe.times import only_times

# No line of a recipe is longer, and no recipe itself.
MOST_CHARACTERS, MOST_LOOKED_AT = 1200, 20_000
# "serves:: 4" of who keeps fields in notes.
_FIELD = re.compile(r"^([^\w\n]{0,8}\w[\w ]{1,20})::[ \t]+", re.MULTILINE)
# Labels as old books set them: "INGREDIENTS.—2 lbs. of neck of mutton", "MODE.--Cut it up."
_RUN_IN = re.compile(
    r"^([^\w\n]{0,4}(?:ingredients|mode|method|directions|preparation|time|sufficient|seasonable"
    r"|note|average cost|yield|serves))"
    # "Serves-You-Right Noodles" is a name.
    r"(?:[ \t]?\.?[ \t]?(?:[—–]{1,3}|-{2,3})|(?:\.|[ \t])-|-(?=[ \t]|\d))[ \t]?(?=\w)",
    re.IGNORECASE | re.MULTILINE,
)
# "Yields4 Servings", where a page sets the two apart by colour alone.
_GLUED = re.compile(
    r"^([^\w\n]{0,4}(?:serves|servings|yields?|makes|(?:prep|cook|bake|total)(?:ing)? ?time))(?=\d)",
    re.IGNORECASE | re.MULTILINE,
)
# What a page that anybody may change puts behind its headings.
_EDIT = re.compile(
    r"(?<![ \t])[ \t]*\[[ \t]?edit(?:[ \t]source)?[ \t]?\][ \t]*$", re.IGNORECASE | re.MULTILINE
)
# Points that lead the eye from a food to its amount.
_LEADERS = re.compile(r"(?<![ \t.])[ \t]*(?:\.{4,}[ \t]*(?=\w)|(?<=[ \t])\.{3}[ \t]+(?=\d))")
# The number of a step in a box: "1️⃣ Boil the pasta".
_IN_A_BOX = re.compile(r"^([^\w\n]{0,4}\d)\ufe0f?\u20e3[ \t]*", re.MULTILINE)
# "Basil pork with rice  ✦ weeknight ✦": what signs set apart stands beside the name.
_IN_SIGNS = re.compile(
    r"(?<=[^\W\d])\s+(?P<sign>[✦✧✨★☆❖◆♥❤])\s*(?P<said>[^\W\d][^\d✦✧✨★☆❖◆♥❤]{1,40}?)\s*(?P=sign)\s*$"
)
_BULLET = re.compile(r"^\s*(?:(?:[-–—*•·+▢☐☑✓✔►▪◦●○■□➢➤→»>☞]+|\[[ xX]?\]|\(\s?\))\s*)+")
STEP_NUMBER = re.compile(
    r"^\s*(?:step\s*)?\(?(?:\d{1,2}|[ivx]{1,4}|[a-h])\s*[.):](?!\d)\s*|^\s*step\s*\d{1,2}\s*[-–:]?\s*|^\s*\d{1,2}\.\d{1,2}\.?\s+(?=(?-i:[A-Z])[a-z]+\s)",
    re.IGNORECASE,
)
_EMPHASIS = re.compile(r"(?P<star>\*{1,3}|_{2,3})(?=\S)(?P<words>[^*_]{1,200}?)(?<=\S)(?P=star)")
# "Filling ↓" heads what stands below it.
_POINTS_DOWN = re.compile(r"(?<=\w)\s*(?:[↓▼⬇]|\U0001F447)\ufe0f?\s*$")
# What is drawn on both sides of a heading: "-- Beans --", "<beans>", "== Topping ==".
_DRAWN = re.compile(
    r"^\s*(?P<sign>[-–—=~*_#<\[•+|]{1,6})\s*(?P<name>[^\W\d_][^\d.!?;,*_=#<>\[\]|~]{0,50}?)\s*"
    r"[-–—=~*_#>\]•+|]{1,6}\s*$"
)
# A line that a page sets as a heading, and the tags of a page.
_TAGGED = re.compile(
    r"^\s*<(?P<tag>h[1-6]|b|strong|th)\b[^<>]{0,100}>(?P<said>[^<>]{1,200})</(?P=tag)>\s*:?\s*$",
    re.IGNORECASE,
)
_TAGS = re.compile(
    r"</?(?:h[1-6]|b|strong|i|em|u|p|br|span|div|li|ul|ol|a|td|th|tr|table|tbody|thead|section|article|small|sup|label)"
    r"(?:\s[^<>]{0,200})?/?>",
    re.IGNORECASE,
)
# A line that is slanted as a whole.
_SLANTED = re.compile(r"^\s*_(?=[^\s_])(?P<words>[^_]{1,200})(?<=\S)_\s*$")
# A picture of somebody with a number says how many it feeds.
_PEOPLE_SIGNS = re.compile(
    r"[\U0001F464\U0001F465\U0001F468\U0001F469\U0001F9D1\U0001F37D\U0001F374\U0001FAC2\U0001F46A]\ufe0f?"
    # A family is several of them joined.
    r"(?:[\u200d ]?[\U0001F466-\U0001F469\U0001F9D1\U0001F9D2]\ufe0f?){0,4}\s*:?\s*x?\s*"
    r"(?P<n>\d{1,2}(?:\s*[-–]\s*\d{1,2})?)(?!\s*(?:min|h|g|kcal)\b)"
)
# A clock behind words, before a time: "Leek bake ⏱ 30 min".
_CLOCKS = re.compile(r"(?<=\S)\s*[⏱⏲⏰⌛⏳\U0001F550-\U0001F567]\ufe0f?\s*(?=~?\d)")
_DATE, _CLOCK = r"\d{1,4}[./-]\d{1,2}(?:[./-]\d{1,4})?\.?", r"\d{1,2}:\d{2}(?::\d{2})?(?:\s?[ap]m)?"
# Who said it when, before a line of a chat: "[14:02] Ann: 2 onions", "1/3/24, 14:02 - Ann: ...".
_CHAT = re.compile(
    rf"^(?:\[(?:{_DATE},?\s+)?{_CLOCK}\]|{_DATE},?\s+{_CLOCK}\s+-)\s*(?P<who>[^\d:\n]{{1,30}}):\s+",
    re.IGNORECASE,
)
_COLUMN = re.compile(r"(?<=\S) {2,}(?=\S)")
_WEIGHED = re.compile(r" {1,40}\d[\d/.]* (?:g|kg|ml|l|oz|lbs?|tbsp|tsp|T|t|cups?|c)\.? (?=[^\W\d])")
LEAST_ALIGNED = 3
# What ends so is not broken at the edge of a page.
_ENDED = (".", "!", "?", ":")
# A letter quotes a recipe in so many lines at least.
_QUOTED = re.compile(r"^\s*(?:>[ \t]?)+")
LEAST_QUOTED, LEAST_AMOUNTS_QUOTED = 5, 3
# "Hominy casserole                 Ruth Ann P."
_SENDER = re.compile(
    r"(?P<name>[^\W\d]\S*(?: \S+){0,8}) {4,}(?P<who>[A-Z][a-z]+(?: [A-Z][a-z]*\.?){0,2}? [A-Z][a-z]*)\.?\s*"
)
# More blank lines in a row part no more than these.
MOST_BLANK = 3
# So many lines may hold a name and its sender.
MOST_ABOVE = 4
# What stands so far apart stands in columns.
_SIDE_BY_SIDE = re.compile(
    r"\s*(?P<list>ingredients|you need|what you need):?\s{3,}(?P<method>method|directions|instructions|preparation):?\s*",
    re.IGNORECASE,
)
_GAP = re.compile(r"(?<=\S)(?: {3,}|\s*\t\s*)(?=\S)")
COLUMNS = 2
# A line is asked from several sides.
REMEMBERED = 512
_SERVE_WITH = re.compile(r"\W*serve\W*", re.IGNORECASE)
_EATERS = re.compile(
    r"\W*\d[\d\s–-]*(?:people|persons?|portions?|servings?|adults?|pers)?\W*$", re.IGNORECASE
)
_SERVES = re.compile(
    r"(?:serves|servings|feeds|yields?|makes|portions|covers)\b\W*\w", re.IGNORECASE
)
_TIMED = re.compile(
    r"(?:prep(?:aration)?|cook(?:ing)?|bak(?:e|ing)|total|ready in|time)\b\W*\d[\d\s\W]*(?:m|h|mins?|hrs?|hours?|minutes?)\b"
    r"[\w\s]{0,20}$",
    re.IGNORECASE,
)
# A picture between two facts: "35 min", and behind it "4 servings".
_BETWEEN_FACTS = re.compile(
    r"(?<=\w)\s+[\U0001f300-\U0001faff\u23f0-\u23f3\u2600-\u27bf]\ufe0f?\s*(?=\w)"
)
LONGEST_FACTS = 120
_NUMBERED = re.compile(r"^\(?(?P<n>\d{1,2})\s*[.)]\s+")
_NUMBER_ALONE = re.compile(r"\W*(?P<n>\d{1,2})\W*")
LEAST_ALONE = 2
_COUNTED = re.compile(r"^(?P<n>\d{1,2})\s+(?:[-–—]\s+)?(?=[^\W\d])")
# So many in a row, counted from one, are steps where one of them begins with a command.
LEAST_STEPS, MOST_HEADING_WORDS = 3, 4
# "Leeks 2, peas 100g, garlic 3 cloves": where the food stands first, its amount ends the item.
_NAME_FIRST = re.compile(r"^[^\W\d][^\d½¼¾]{1,40}?[\s:]+(?:x\s?)?(?=[\d½¼¾])")
# "Beef keema - half kg".
_SPELLED_BEHIND = re.compile(
    r"\s[-–—:=]+\s*(?:half|quarter|one|two|three|four|five|six|eight|ten|an?)\b", re.IGNORECASE
)
# "Saffron pinch", "basil handful".
_LITTLE_BEHIND = re.compile(
    r"[^\W\d][^\d,;()]{2,30}\s(?:an?\s+)?(?:pinch|handful|knob|splash|drizzle|dash|glug)",
    re.IGNORECASE,
)
# "Olive oil (2 tbsp)".
_LAST_BRACKET = re.compile(r"[^\W\d][^\d()]*\((?P<amount>[^()]{1,20})\)")


@dataclass(frozen=True)
class Written:
    """A line with its words alone, and as it stood; `marked` by a bullet or a number."""

    text: str
    after_blank: bool
    marked: bool
    raw: str
    # Known to be a step by the numbers it stands among.
    step: bool = False
    # Known to be a heading by what is drawn around it.
    drawn: bool = False
    # Said in a chat by somebody else than who tells the recipe.
    other: bool = False


def _unquoted(text: str) -> str:
    """Return a letter with the marks of what it quotes taken off, where a list stands in it."""
    lines = text.split("\n")
    quoted = [_QUOTED.sub("", line) for line in lines if line.lstrip().startswith(">")]
    if len(quoted) < LEAST_QUOTED or sum(map(begins_with_amount, quoted)) < LEAST_AMOUNTS_QUOTED:
        return text
    return "\n".join(_QUOTED.sub("", line) for line in lines)


def with_fields(text: str) -> str:
    """Return a text with the fields of a note said as everybody says them: "serves: 4"."""
    return _FIELD.sub(r"\1: ", text)


def _sender_apart(pieces: list[str]) -> list[str]:
    """Return lines with whoever gave a recipe, far to the right of its name, below that."""
    told = (n for n, piece in enumerate(pieces) if any(map(str.isalnum, piece)))
    for place in islice(told, MOST_ABOVE):
        found = _SENDER.fullmatch(pieces[place])
        # "Filling          Cheese Sauce" heads two lists side by side.
        listed = any(_GAP.search(piece) is not None for piece in pieces[place + 1 : place + 3])
        if found is not None and not listed and INGREDIENTS.match(found["name"]) is None:
            return [*pieces[:place], found["name"], f"from {found['who']}", *pieces[place + 1 :]]
    return pieces


def written_lines(text: str) -> list[Written]:
    """Return the lines of a text that hold words, without bullets and pictures."""
    found: list[Written] = []
    senders: list[str] = []
    depths: list[int] = []
    blank, who = True, ""
    text = _IN_A_BOX.sub(r"\1. ", _LEADERS.sub(" ", text))
    text = _EDIT.sub("", _RUN_IN.sub(r"\1: ", with_fields(_GLUED.sub(r"\1: ", text))))
    laid = steps_apart(_columns_apart(batches_told(_sender_apart([*_pieces(_unquoted(text))]))))
    pieces = _hanging(labels_apart(lists_apart(heads_of_rows(laid))))
    for raw in _one_below_the_other(rows_told(facts_told(pieces))):
        whole = tidy(_without_tags(raw) if "<" in raw else raw)
        said = _CHAT.sub("", whole)
        sent = _CHAT.match(whole)
        who = sent["who"] if sent else who
        said = _POINTS_DOWN.sub(":", _CLOCKS.sub(" · ", said))
        plain = _PEOPLE_SIGNS.sub(_serves, _unmarked(_IN_SIGNS.sub(r" | \g<said>", said)))
        bare = without_pictures(_BULLET.sub("", _parted_by_pictures(plain)))
        bare = _BULLET.sub("", bare) if not re.match(r"^-?\d", bare) else bare
        if not any(c.isalnum() for c in bare):
            if any(not c.isspace() for c in plain) and re.search(r"[★☆⭐♡❤💬👍]", plain):
                found.append(Written(plain, blank, marked=False, raw=plain))
                senders.append(who)
                depths.append(0)
            blank = True
            continue
        # What somebody sent is a line of its own, as what stands behind a bullet is.
        drawn = _DRAWN.match(said)
        bare = _served_in_one_tongue(bare)
        bare = in_one_tongue(drawn["name"] if drawn is not None else bare)
        marked = bare != plain or said != whole or STEP_NUMBER.match(bare) is not None
        found.append(Written(bare, blank, marked, plain, drawn=drawn is not None))
        senders.append(who)
        depths.append(_depth(raw))
        blank = False
    found = _nested_below(found, depths)
    if len({*senders}) > 1:
        teller, _ = Counter(filter(None, senders)).most_common(1)[0]
        found = [
            replace(line, other=who not in {"", teller})
            for line, who in zip(found, senders, strict=True)
        ]
    found = amounts_joined(_labels_joined(_numbers_joined(found)), only_amount)
    return _runs_below_a_list(_numbers_marked(_unnumbered_list(found)))


def _without_tags(raw: str) -> str:
    """Return a line without the tags of a page: "<b>Lid</b>" is set in bold."""
    whole = _TAGGED.match(raw)
    return _TAGS.sub("", raw) if whole is None else f"**{_TAGS.sub('', whole['said']).strip()}**"


def _depth(raw: str) -> int:
    """Return how far in the mark of a line stands, counted from 1; 0 where it has none."""
    return len(raw) - len(raw.lstrip()) + 1 if _BULLET.match(raw) is not None else 0


def _nested_below(lines: Sequence[Written], depths: Sequence[int]) -> list[Written]:
    """Tell what heads lists inside a list: "* Beans", and further in "- 1 tin black beans"."""
    return [
        replace(line, drawn=True)
        if 0 < depth < below and not begins_with_amount(line.text)
        else line
        for line, depth, below in zip(lines, depths, [*depths, 0][1:], strict=True)
    ]


def _served_in_one_tongue(text: str) -> str:
    """Return what is known of "dosi per 8 / serves 8"."""
    theirs, stroke, ours = text.partition(" / ")
    alike = re.findall(r"\d+", theirs) == re.findall(r"\d+", ours)
    return ours if stroke and alike and only_servings(ours) else text


def _serves(sign: re.Match[str]) -> str:
    """Return in words what a picture of eaters says, parted from what stands before it."""
    return f"{' · ' if sign.string[: sign.start()].strip() else ''}serves {sign['n']}"


def _parted_by_pictures(text: str) -> str:
    """Return a line of facts, each behind a picture, with a point between them."""
    if len(text) > LONGEST_FACTS or not text or text[0].isalnum() or text[0].isascii():
        return text
    return _BETWEEN_FACTS.sub(" · ", text)


def _unmarked(text: str) -> str:
    """Return a line without the stars that make words bold or slanted."""
    return _SLANTED.sub(r"\g<words>", _EMPHASIS.sub(r"\g<words>", text))


def _pieces(text: str) -> Iterator[str]:
    """Yield the lines of a text, no longer than a line is.

    What is longer is broken, so that no pattern ever looks at more; what is more than any
    recipe is not looked at.
    """
    blank = 0
    for raw in text[:MOST_LOOKED_AT].splitlines():
        blank = 0 if raw.strip() else blank + 1
        if blank > MOST_BLANK:
            continue
        line = raw
        while len(line) > MOST_CHARACTERS:
            cut = line.rfind(" ", MOST_CHARACTERS // 2, MOST_CHARACTERS)
            cut = cut if cut > 0 else MOST_CHARACTERS
            yield line[:cut]
            line = line[cut:]
        yield line


def _columns_apart(pieces: list[str]) -> list[str]:
    """Return a card whose method stands beside its list, with the one below the other."""
    spaced = [piece.expandtabs() for piece in pieces]
    heads = ((n, _SIDE_BY_SIDE.fullmatch(piece)) for n, piece in enumerate(spaced))
    place, head = next(((n, found) for n, found in heads if found is not None), (0, None))
    if head is None:
        return pieces
    at = head.start("method")
    left, right = [head["list"]], [head["method"]]
    below = len(pieces)
    for number, line in enumerate(spaced[place + 1 :], place + 1):
        # The gap before the right column may be a letter or two off.
        cut = next((n for n in (at, at - 1, at - 2) if not line[max(n - 2, 0) : n].strip()), None)
        if cut is None:
            # What goes across both columns stands below the card.
            below = number
            break
        left.append(line[:cut].rstrip())
        said = line[cut:]
        goes_on = said[:1].isspace() or said[:1].islower()
        if said.strip() and goes_on and len(right) > 1:
            right[-1] = f"{right[-1]} {said.strip()}"
        elif said.strip():
            right.append(said.strip())
    return [*pieces[:place], *left, "", *right, *pieces[below:]]


def _hanging(pieces: list[str]) -> list[str]:
    """Return lines with what hangs below an amount, further in and written small, joined to it.

    "3 stalks celery, leaves kept" and below it, further in, "for the top" are one line.
    """
    joined: list[str] = []
    begun: float = math.inf
    # Where a column of foods begins, what stands without an amount is a line of its own.
    whole = [piece.expandtabs() for piece in pieces]
    columns = {gap.end() for piece in whole if (gap := _COLUMN.search(piece)) is not None}
    # Amounts set to the right have their foods one below the other.
    begin = Counter(told.end() for piece in whole if (told := _WEIGHED.match(piece)) is not None)
    columns |= {column for column, times in begin.items() if times >= LEAST_ALIGNED}
    for piece, spaced in zip(pieces, whole, strict=True):
        bare = piece.lstrip()
        into = len(spaced) - len(spaced.lstrip())
        small = bare[:1].islower() or bare[:1] in "(&"
        hangs = small and into > begun and into not in columns
        if hangs and not begins_with_amount(bare) and not joined[-1].rstrip().endswith(_ENDED):
            joined[-1] = f"{joined[-1].rstrip()} {bare}"
            continue
        joined.append(piece)
        begun = into if begins_with_amount(_BULLET.sub("", bare)) else math.inf
    return joined


def _is_fact(cells: Sequence[str]) -> bool:
    """Tell "Serves | 4" and "Leek bake | 30 min" from a food and its amount."""
    return is_fact_label(cells[0]) or only_times(cells[1])


def _one_below_the_other(pieces: Sequence[str]) -> Iterator[str]:
    """Yield the lines of a card with two columns one below the other."""
    rows = [_amounts_joined(_GAP.split(piece.strip())) if piece.strip() else [] for piece in pieces]
    columns = any(len(row) == COLUMNS and all(map(begins_with_amount, row)) for row in rows)
    for piece, row in zip(pieces, rows, strict=True):
        cells = [cell.strip() for cell in piece.strip(" |").split("|")]
        drawn = piece.lstrip().startswith("|") and piece.rstrip().endswith("|")
        both = not any(map(only_amount, cells)) and all(map(begins_with_amount, cells))
        # "45 min | 4 servings" tells facts.
        both = both and not any(map(only_times, cells))
        if len(cells) == COLUMNS and both and not drawn:
            # Two lines side by side: "4 corn tortillas | 500 g sweet potato".
            yield from cells
            continue
        counted = only_amount(cells[0]) and not only_times(cells[0])
        counted = counted and not _SERVES.match(cells[-1])
        if len(cells) == COLUMNS and (drawn or counted):
            # A row of a table: "| 60 g | walnuts |", but "15 squares | Serves 6".
            yield " ".join(cells)
            continue
        if len(row) == COLUMNS and FACT_CELL.fullmatch(row[0]) is not None and "\t" in piece:
            # The head of a sheet: "Dish", and beside it its name.
            yield f"{row[0]}: {row[1]}"
            continue
        if len(cells) == COLUMNS and only_amount(cells[1]) and not _is_fact(cells):
            # The food first: "Brown rice (raw) | 280 g".
            yield f"{cells[1]} {cells[0]}"
            continue
        named = len(row) == COLUMNS and any(c.isalpha() for c in row[1]) and not only_amount(row[1])
        listed = named and columns and begins_with_amount(row[0])
        told = any(map(_SERVES.match, row)) or (named and _TIMED.match(row[1]) is not None)
        if listed or (named and told):
            yield from row
        else:
            yield piece


def _amounts_joined(cells: list[str]) -> list[str]:
    """Return the cells of a row, each amount with its food: "4 oz", "pearl barley" are one.

    So is a label with what it says: "Prep", "15 min".
    """
    joined: list[str] = []
    for cell in cells:
        amount = joined and only_amount(joined[-1]) and not begins_with_amount(cell)
        amount = amount and not only_times(joined[-1])
        if amount or (joined and is_fact_label(joined[-1]) and cell[:1].isdigit()):
            joined[-1] = f"{joined[-1]} {cell}"
        else:
            joined.append(cell)
    return joined


def _numbers_marked(lines: list[Written]) -> list[Written]:
    """Put the dot behind the numbers of steps: "1 fry onion", "2 add the rest", "3 lid on"."""
    result = list(lines)
    start = 0
    while start < len(lines):
        places: list[int] = []
        here = start
        while here < len(lines):
            counted = _COUNTED.match(lines[here].text)
            if counted is not None and int(counted["n"]) == len(places) + 1:
                places.append(here)
            elif not places or not _goes_on(lines[here - 1], lines[here]):
                break
            here += 1
        first = [first_word(_COUNTED.sub("", lines[place].text)) for place in places]
        # Below the method's heading two are steps already.
        headed = bool(places) and places[0] > 0 and METHOD.match(lines[places[0] - 1].text)
        least = LEAST_STEPS - 1 if headed else LEAST_STEPS
        if len(places) >= least and not COMMANDS.isdisjoint(first):
            for place in places:
                step = lines[place]
                text = _COUNTED.sub(r"\g<n>. ", step.text)
                result[place] = Written(text, step.after_blank, marked=True, raw=text, step=True)
        start = max(here, start + 1)
    return result


def _goes_on(above: Written, line: Written) -> bool:
    """Tell the rest of a line that was broken at the edge of a page."""
    counted = line.after_blank or line.marked or line.text[:1].isdigit()
    return not counted and not above.raw.rstrip().endswith(_ENDED)


def _unnumbered_list(lines: list[Written]) -> list[Written]:
    """Return lines without the numbers of a list of ingredients, counted on over its headings.

    "1. 500 g beef" to "7. Juice of 1 lemon"; steps have amounts in few of their lines.
    """
    result = list(lines)
    places: list[int] = []
    for place, line in enumerate([*lines, None]):
        number = _NUMBERED.match(line.text) if line is not None else None
        if number is not None and int(number["n"]) == len(places) + 1:
            places.append(place)
            continue
        if number is None and line is not None and len(line.text.split()) <= MOST_HEADING_WORDS:
            continue
        bare = [_NUMBERED.sub("", lines[at].text) for at in places]
        if len(bare) >= LEAST_STEPS and sum(map(has_amount, bare)) * 3 > len(bare) * 2:
            for at, text in zip(places, bare, strict=True):
                result[at] = replace(lines[at], text=text, raw=text, marked=True)
        places = [place] if number is not None and int(number["n"]) == 1 else []
    return result


def _runs_below_a_list(lines: list[Written]) -> list[Written]:
    """Tell the steps below a list by their numbers: "1) Leek in, 5 min", whatever their verbs."""
    result = list(lines)
    listed = run = 0
    for place, line in enumerate(lines):
        number = _NUMBERED.match(line.text)
        run = run + 1 if number is not None and int(number["n"]) == run + 1 else 0
        listed += number is None and begins_with_amount(line.text)
        last = place + 1 == len(lines) or _NUMBERED.match(lines[place + 1].text) is None
        if not run or not last:
            continue
        steps = lines[place + 1 - run : place + 1]
        amounts = sum(begins_with_amount(_NUMBERED.sub("", step.text)) for step in steps)
        if run >= LEAST_STEPS and listed >= LEAST_STEPS and amounts * 3 <= run:
            result[place + 1 - run : place + 1] = [replace(step, step=True) for step in steps]
    return result


def _numbers_joined(lines: list[Written]) -> list[Written]:
    """Put the number of a step that stands on a line of its own before the step below it.

    Only where they count on from one, and most of what is below them is an order.
    """
    places: list[int] = []
    for place, line in enumerate(lines[:-1]):
        alone = _NUMBER_ALONE.fullmatch(line.text)
        if alone is not None and int(alone["n"]) == len(places) + 1:
            places.append(place)
    orders = sum(first_word(lines[place + 1].text) in COMMANDS for place in places)
    if len(places) < LEAST_ALONE or orders * 2 < len(places):
        return lines
    joined: list[Written] = []
    for place, line in enumerate(lines):
        if place - 1 in places:
            text = f"{places.index(place - 1) + 1}. {line.text}"
            joined[-1] = replace(joined[-1], text=text, raw=text, marked=True, step=True)
        else:
            joined.append(line)
    return joined


def _labels_joined(lines: Sequence[Written]) -> list[Written]:
    """Put "SERVES" and the "4" under it on one line."""
    joined: list[Written] = []
    for line in lines:
        before = joined[-1] if joined else None
        label = before is not None and len(line.text) < 25 and is_fact_label(before.text)
        # "Bake" may head a part.
        label = label and not measures(line.text)
        said = spell_numbers(line.text)
        step = re.fullmatch(r"\W*\d{1,2}[.)]\W*", line.text)
        short = label and not step and re.match(r"^\W*\d[\d\s./:–-]*(?:\w+\.?\s*){0,3}$", said)
        if before is not None and _SERVE_WITH.fullmatch(before.text) and not _EATERS.match(said):
            # "Serve:" above "8 corn tortillas" heads them.
            short = None
        if before is not None and short:
            joined[-1] = Written(f"{before.text} {line.text}", before.after_blank, before.marked,
                               before.raw)  # fmt: skip
        else:
            joined.append(line)
    return joined


@lru_cache(maxsize=REMEMBERED)
def only_amount(text: str) -> bool:
    """Tell a line that is a number with its unit and nothing else."""
    plain = spell_numbers(spell_fractions(text))
    amount, end = read_amount(plain, "metric")
    return amount is not None and not plain[end:].strip(" .,:") and plain[:1].isdigit()


@lru_cache(maxsize=REMEMBERED)
def ends_with_amount(text: str) -> bool:
    """Tell an item whose food stands first: nothing stands behind its amount but a bracket."""
    if _SPELLED_BEHIND.search(text) is not None:
        text = spell_numbers(text)
    name = _NAME_FIRST.match(text)
    bracket = _LAST_BRACKET.fullmatch(text)
    if bracket is not None and only_amount(bracket["amount"]):
        return True
    if _LITTLE_BEHIND.fullmatch(text) is not None:
        return True
    if name is None:
        return False
    tail = spell_fractions(re.sub(r"\s*\([^()]*\)\s*$", "", text[name.end() :]))
    amount, end = read_amount(tail, "metric")
    return amount is not None and not tail[end:].strip(" .")


def spells_amount(text: str) -> bool:
    """Tell an item whose amount stands behind it in words: "Beef keema - half kg"."""
    return _SPELLED_BEHIND.search(text) is not None and ends_with_amount(text)


def has_amount(text: str) -> bool:
    """Tell an item that begins or ends with its amount."""
    return begins_with_amount(text) or ends_with_amount(text)
