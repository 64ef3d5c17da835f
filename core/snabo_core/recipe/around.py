"""A line among its neighbours: what stands above and below tells headings and names from foods."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from itertools import pairwise

from snabo_core.quantities.kinds import (
    begins_with_amount,
    heading_name,
    is_button,
    is_enumerated,
    is_step,
    kind_of_line,
    names_component,
    without_enumeration,
    without_order,
)
from snabo_core.recipe.blocks import block_heads, counted_heads, weighs
from snabo_core.recipe.facts import yield_in
from snabo_core.recipe.lines import (
    LEAST_SENTENCE,
    is_listed_food,
    measures,
    only_facts,
    tells_facts,
)
from snabo_core.recipe.names import (
    LEAST_LETTERS,
    is_in_title_case,
    says_dish,
    says_of_it,
    speaks_of_page,
)
from snabo_core.recipe.sections import INGREDIENTS, METHOD
from snabo_core.recipe.servings import lists_ingredients, only_servings, servings_in
from snabo_core.recipe.title_words import HOUSE
from snabo_core.recipe.titles import (
    asked_for,
    handed_over,
    replies_about,
    stands_above,
    title_of,
)
from snabo_core.recipe.written import (
    Written,
    ends_with_amount,
    has_amount,
    only_amount,
    spells_amount,
)

# So many lines of a page stand between the name of a dish and whom it serves; no name is longer.
MOST_BETWEEN, MOST_TITLE_WORDS = 4, 12
MOST_NAME_WORDS, MOST_HOUSE_WORDS = 4, 5
# So many lines above tell how the foods of a list are marked.
MOST_NEAR = 12
# "Gran Ada's", and its dish below.
WHOSE = re.compile(r"[a-z]['’]s$", re.IGNORECASE)
# A heading set off by a mark: "> Tray".
# "30-Minute Ramen", "One-Pot Orzo": no amount of a food.
_HYPHENATED = re.compile(r"\w+-[A-Z]")
_IN_ONE = re.compile(r"one[\s-](?:pot|pan|tray|bowl|skillet)\s(?!of\b)", re.IGNORECASE)
# A name of so many words is a dish's, whatever it ends in.
# Words of a line that says no more than what a dish is good for: "Cold weather food".
LEAST_VAGUE = 3
LEAST_WHOLE = 4
# "By Odile", "Adapted from an old notebook", "(no sugar!)".
# "Bake at 350 1 hr." names no bake.
_ORDERS = re.compile(
    r"\W*(?:bake|roast|cook|simmer|boil|grill|fry)\s+(?:at|for|in|on|until|till|\d)\b",
    re.IGNORECASE,
)
_MAKES = re.compile(r"\W*(?:makes|yields?|gives)\b", re.IGNORECASE)
_WHOSE = re.compile(
    r"\W*(?:by|from|adapted|inspired|taken|copied|source|author)\b|\(.*\)$", re.IGNORECASE
)
# "◆ Lentils", where no food has a sign.
_SIGN = re.compile(r"\s*[^\w\s(\[{'\"“.*_-]\s*[^\W\d]")
_SET_OFF = re.compile(r">\s*[^\W\d][^\d,.;]{1,40}")
_SEASONING = re.compile(r"\b(?:salt|pepper|oil|butter|water|herbs?|seasoning|parsley|basil|coriander|cilantro|chives|dill|"
                        r"mint|thyme|paprika|nutmeg|cayenne|sugar|spray|lemon|lime)\b", re.IGNORECASE)  # fmt: skip
_NO_NAME = {"times", "servings", "nutrition", "furniture"}
LONGEST_NAME = 90
# Words of a part's name of which more is said.
MOST_OF_PART = 4
# "Gnocchi (makes about 60)", "Sage butter (20 g a head)" above its lines.
_MADE_OF_IT = re.compile(
    r"\s*\((?:(?:makes|yields?|serves|gives|fries|bakes|fills|feeds|does|enough for|for|per)\b[^()]{1,30}|[^()]{1,20}\b(?:each|apiece|a head|per \w+)"
    r"|\d{1,2}|(?:see|from|if|can|may|make|made|prepare|start|use|do|cook|begin|keep)\s[^()]{2,30}|(?:do |make )?(?:first|last|ahead)!?|(?:on )?(?:the )?(?:day|night|evening)(?: before)?|overnight|\d{1,3}\s?(?:min|mins|minutes|h|hrs?|hours?)|(?:the )?(?:last|first|final)\s(?:minute|second|thing|step)|(?:photo|picture|step|stage|page|day)\s\d{1,3})\)$"
    # "Gravy base, made ahead".
    r"|,\s+(?:(?:made|prepared|cooked)\s(?:ahead|in advance|before|first)|(?:the )?(?:day|night) before"
    r"|(?:can|may) be [^,;()\d]{4,40}|(?:at the |the )?(?:last|first) (?:\d{1,2} )?(?:second|minute|thing)s?|(?:rest|chill|prove|marinate)(?:ed|s)?\s(?:for )?\d{1,2}\s?(?:min\w*|h\w*))$"
    # "TOASTIES - makes 4".
    r"|(?:\s+[-–—|]|,)\s+(?:makes|serves|feeds|enough for|for)\s[^,;()]{1,20}$"
    # "Filling - mix well".
    r"|\s+[-–—]\s+(?:mix|simmer|blend|whisk|boil|fry|roast|cook|make|do|start)\b[^,;()\d]{0,30}$",
    re.IGNORECASE,
)
# "Filling...", "Dumplings |" above its lines.
_OPEN_ENDED = re.compile(r"(?<=[^\W\d])\s*(?:\.{2,4}|…|\|[| ]*|[-=]*>|→|⇒|/|\\)\s*$")
# A part of a dish may be one of these, and below words about the day it is the dish: "Beef stew".
_WHOLE_DISH = re.compile(
    r"\b(?:curry|stew|casserole|fritters|patties|meatballs|cakes|broth|crumble)$", re.IGNORECASE
)
_HEADS_ON = re.compile(r":$|\s[-–—=]$")
# "Pastry: (makes enough for both)".
_COLON_THEN_BRACKET = re.compile(r"^(?P<name>[^\d:()]{3,40}):\s*\([^()]{1,40}\)$")
_BRACKETED_NAME = re.compile(r"^\((?P<name>[^()\d,;.]{3,30})\)$")
# "For the" in other languages.
_FOR_THE = re.compile(r"(?:per|pour|für|para|voor|för|dla)\s", re.IGNORECASE)
FOR_A_PART = re.compile(r"\W*for the\s", re.IGNORECASE)
# No heading in two languages is longer.
MOST_TOLD = 60
# "Filling, made the day before", "Lid (see note)", "Base - 4 portions", also above the first list.
_SAID_OF_PART = re.compile(
    r"(?:\s*,\s+|\s+[-–—]\s+|\s*[(\[]\s*)(?:(?:can|could|may|should|to) be |best |better )?"
    r"(?:(?:made|prepared|done|chilled|rested|soaked|started|make|prepare|do|start|see|makes?|serves?|feeds|enough for|chill|or (?:use|buy|a)|if you)\b[^()\[\];.]{0,40}"
    r"|(?:for )?\d{1,2}(?: (?:portions|servings|people))?)[)\]]?\s*:?$",
    re.IGNORECASE,
)
# What is said of no food on a list: "Noodles (serves 4)", "Beans, made the day before".
_SAID_OF_NO_FOOD = re.compile(
    r"\b(?:serves?|feeds|makes|enough for)\b|\d\s+(?:portions|servings|people)\b|\b(?:day|night) before\b|\bin advance\b|\bahead\b",
    re.IGNORECASE,
)
# A name that goes on in the next line.
_NAME_LEFT_OPEN = re.compile(
    r"\w\s+(?:(?:with|and|in|on|of|or|over|under|the|an?)|[&+])\s*$", re.IGNORECASE
)
# "★ Lentils ★".
_DRAWN_AROUND = re.compile(
    r"\s*(?P<sign>[^\w\s(\[{\"'“”‘’.*])(?P=sign){0,5}\s*(?P<name>[^\W\d][^\d]{1,40}?)\s*(?P=sign){1,6}\s*"
)
# What is told of a dish below its name: "with pickled red onion".
GOES_ON = re.compile(r"(?:with|in|on|over|and|served|topped|under)\b")
# "good with cold ham" is said below a name, and none of it.
_SAID_BELOW = re.compile(
    r"(?:good|nice|lovely|great|best|eaten?|goes|lasts|enough|makes|serves|feeds|sufficient|about|for)\s"
)
_LAST_BRACKET = re.compile(r"\s*\([^()]{3,40}\)$")
# "Onions (lots)".
_SAID_IN_BRACKETS = re.compile(r"\([^()\d]{3,40}\)$")
# "Crumble topping (optional)".
SAYS_OPTIONAL = re.compile(
    r"\([^()]*\b(?:optional|if (?:using|liked|you like|wanted))\b[^()]*\)$", re.IGNORECASE
)
_STOPPED = re.compile(r"(?<=[^\W\d]{3})\.$")
# Boxes, ticked or not, and dashes are one mark each.
_BULLETS = "-*•·☐"
_SAME_MARK = str.maketrans("☑✓✔▢[•–—", "☐☐☐☐☐*--")
_CUT_OFF = re.compile(r"\(|\s[-–—]\s|,\s")
# Lines so long may be broken at the edge of a page; so many paragraphs with such lines tell it.
WRAPPED_AT, LEAST_BROKEN = 40, 2
# So far around a line its paragraph is looked at.
MOST_RAGGED = 12


def _letters_of(text: str) -> str:
    """Return a heading up to its bracket: "BROTH (makes 1 litre)" is in capitals."""
    return _CUT_OFF.split(text, maxsplit=1)[0].strip()


def _mark_of(line: Written) -> str:
    """Return what stands before the words of a line: a bullet or a picture, empty for nothing."""
    first = line.raw.lstrip()[:1]
    return first.translate(_SAME_MARK) if line.marked and not first.isalnum() else ""


def opens_list(text: str) -> bool:
    """Tell the head of a list of ingredients."""
    return INGREDIENTS.match(text) is not None or lists_ingredients(text)


def _says_dish_last(text: str) -> bool:
    """Tell words of which the last one is a dish's: "Philly cheesesteak casserole"."""
    words = title_of(text)[0].split()
    return len(words) > 1 and says_dish(words[-1])


_FOR_SO_MANY = re.compile(r"\W*(?:for|serves|feeds|makes|yields?)\s+\d", re.IGNORECASE)
# Buttons and stars may stand between a name and for how many it is.
MOST_BEFORE_FACTS = 6


class Around:
    """The lines of a text and the place that is looked at.

    `names_food` tells whether a short text names a food.
    """

    def __init__(self, lines: Sequence[Written], names_food: Callable[[str], bool]) -> None:
        self.lines = lines
        self.names_food = names_food
        self.place = 0
        # Where the last list of so many foods ends.
        self._last_lists: dict[int, int] = {}
        self._block_heads = counted_heads(lines) or block_heads(lines)

    def broken_at_edge(self, since: int) -> bool:
        """Tell whether the text from a line on was broken by hand at its right edge.

        In paragraphs: sentences go on below, and what stands apart has a blank line between.
        """
        broken: set[int] = set()
        paragraph = 0
        for above, below in pairwise(self.lines[since:]):
            paragraph += below.after_blank
            goes_on = below.text[:1].islower() and not (below.after_blank or below.marked)
            if goes_on and len(above.raw) >= WRAPPED_AT and above.raw.rstrip()[-1] not in ".!?:;":
                broken.add(paragraph)
        return len(broken) >= LEAST_BROKEN

    def is_ragged(self) -> bool:
        """Tell a paragraph of which a line ends where the next word had room: nobody broke it."""
        first, last = self.place, self.place
        while first > max(0, self.place - MOST_RAGGED) and not self._parts_above(first):
            first -= 1
        below = min(len(self.lines), self.place + MOST_RAGGED)
        while last + 1 < below and not self._parts_above(last + 1):
            last += 1
        said = [line.raw.rstrip() for line in self.lines[first : last + 1]]
        widest = max(map(len, said))
        return any(
            len(above) >= WRAPPED_AT and len(above) + 1 + len(below.split()[0]) <= widest
            for above, below in pairwise(said)
            if below
        )

    def _parts_above(self, place: int) -> bool:
        """Tell a line with a blank above it, or a mark before it."""
        return self.lines[place].after_blank or self.lines[place].marked

    def heads_block(self) -> bool:
        """Tell a line that heads one of several lists set apart by blanks."""
        return self.place in self._block_heads

    def next(self, offset: int = 1) -> Written | None:
        """Return the line so many below, None beyond the end."""
        place = self.place + offset
        return self.lines[place] if place < len(self.lines) else None

    def amounts_follow(self, least: int) -> bool:
        """Tell whether so many of the next lines hold an amount."""
        found = 0
        for offset in range(1, least + 3):
            line = self.next(offset)
            if line is None:
                break
            found += has_amount(line.text) or only_amount(line.text)
        return found >= least

    def list_follows(self, least: int) -> bool:
        """Tell whether so many lines below are foods with an amount, one after the other."""
        if least not in self._last_lists:
            found, last = 0, -1
            for place, line in enumerate(self.lines):
                text = line.text
                sentence = text[-1:] in ".!?" and len(text.split()) > MOST_NAME_WORDS
                listed = has_amount(text) and not sentence and self.names_food(text)
                found = found + 1 if listed else 0
                last = place if found >= least else last
            self._last_lists[least] = last
        return self._last_lists[least] - self.place >= least

    def is_chapter(self, line: Written) -> bool:
        """Tell "Winter Pies" right above "Chicken and Leek Pot Pies" and for how many they are."""
        name, below = line.text.split(), self.next()
        behind = self.next(2)
        told = below.text.split() if below is not None else []
        if below is None or behind is None or not told or not 0 < len(name) <= MOST_NAME_WORDS:
            return False
        if _MAKES.match(below.text) is not None or any(map(str.isdigit, below.text)):
            # "MAKES 8 PITTAS" below "KOFTA PITTAS".
            return False
        facts = only_facts(behind.text) or only_servings(behind.text) or yield_in(behind.text)
        alike = set_alike(line.text, below.text) and len(told) > len(name)
        plural = name[-1].lower().endswith("s")
        return plural and alike and bool(facts) and says_dish(told[-1])

    def name_follows(self) -> bool:
        """Tell whether one of the next lines can be the name of a dish."""
        for offset in range(1, 4):
            line = self.next(offset)
            text = line.text if line is not None else ""
            if (
                _WHOSE.match(text)
                or stands_above(text)
                or is_button(text)
                or kind_of_line(text) in _NO_NAME
                or only_servings(text)
            ):
                continue
            # "Haddock bake, covers 10" ends with no amount of a food.
            if line is None or text.rstrip().endswith(":"):
                return False
            name = title_of(text)[0]
            named = _HYPHENATED.match(name) is not None or self.is_named_so(offset)
            if has_amount(name) and not named:
                return False
            # "Courgette drop cakes" is a part's name, but not above "(makes about 12)".
            # "Baked eggs on potato cakes" is the whole of it.
            whole = re.search(r"\b(?:on|with|over)\b", text, re.IGNORECASE) is not None
            part = (
                names_component(text)
                and not whole
                and not any(map(self._counts, range(offset + 1, offset + MOST_BEFORE_FACTS)))
            )
            opens = opens_list(text) or METHOD.match(text) is not None or part
            return not opens and len(text) <= LONGEST_NAME and not is_step(text)
        return False

    def is_named_so(self, offset: int) -> bool:
        """Tell "One Pot Orzo" above whom it serves: a name in capitals whose number is a word."""
        line = self.next(offset)
        if line is None or any(c.isdigit() for c in line.text) or not is_in_title_case(line.text):
            return False
        if _IN_ONE.match(line.text) is not None:
            return True
        below = (self.next(offset + 1), self.next(offset + 2))
        return any(one is not None and tells_facts(one.text) for one in below)

    def _counts(self, offset: int) -> bool:
        """Tell whether a line ahead says for how many something is."""
        line = self.next(offset)
        told = line is not None and (servings_in(line.text) or yield_in(line.text))
        return bool(told) and line is not None and not self.names_food(line.text)

    def house_above(self, line: Written) -> bool:
        """Tell whose page it is, in capitals above the name of a dish: "THE GARDEN GATE"."""
        follows = self.next()
        if follows is None or not line.text.isupper():
            return False
        slogan = follows.text[:1].islower() and not has_amount(follows.text)
        slogan = slogan and kind_of_line(follows.text) not in _NO_NAME
        slogan = slogan and not only_servings(follows.text)
        slogan = slogan and not any(map(str.isdigit, follows.text))
        if slogan and not any(map(self._says_dish, follows.text.split())):
            # "THYME & AGAIN", below it "weeknight food for real kitchens".
            name = self.next(2)
            said = name.text if name is not None and not has_amount(name.text) else ""
            return any(map(self._says_dish, said.split()))
        if not follows.after_blank:
            return False
        if follows.text.isupper() or len(line.text.split()) > MOST_HOUSE_WORDS:
            return False
        named = any(map(self._says_dish, line.text.split()))
        return not named and any(map(self._says_dish, follows.text.split())) and self.name_follows()

    def slogan_above(self, line: Written) -> bool:
        """Tell what stands over the name of a dish: "Eating well on a budget", then "Bean soup"."""
        if WHOSE.search(line.text) or title_of(line.text)[1] is not None:
            return False
        at = next(
            (one for one in range(1, MOST_BETWEEN)
             if (ahead := self.next(one)) and kind_of_line(ahead.text) != "furniture"), 1,
        )  # fmt: skip
        follows = self.next(at)
        if self.place + at in self._block_heads:
            return False
        house = at > 1 and HOUSE.search(line.text) is not None
        if follows is None or (any(map(self._says_dish, line.text.split())) and not house):
            return False
        if FOR_A_PART.match(without_enumeration(follows.text)) or says_of_it(follows.text):
            return False
        if kind_of_line(follows.text) in _NO_NAME or servings_in(follows.text) is not None:
            # "Feeds 6 with bread and cheese" below "Cawl".
            return False
        if _MAKES.match(follows.text) or _ORDERS.match(follows.text):
            return False
        words = follows.text.split()
        short = len(words) <= MOST_TITLE_WORDS and follows.text[-1:] not in ".!?:,"
        named = short and any(map(self._says_dish, words))
        # "Sloppy Joes for 4" right above "potatoes, 6 large".
        weighed = begins_with_amount(follows.text) or ends_with_amount(follows.text)
        named = named and (not weighed or _is_compound(follows.text))
        # "BEEF AND BARLEY STEW" is no part's name.
        whole = len(words) > 1 and (not names_component(follows.text) or len(words) >= LEAST_WHOLE)
        return named and self._tells_of_dish(at + 1, whole)

    def _tells_of_dish(self, offset: int, whole: bool) -> bool:
        """Tell whether the facts of a dish come next, or, for a whole name, its list."""
        for ahead in range(offset, offset + MOST_BETWEEN):
            below = self.next(ahead)
            if below is None:
                return False
            if only_servings(below.text) or only_facts(below.text):
                return True
            if kind_of_line(below.text) != "furniture":
                return whole and ahead == offset and begins_with_amount(below.text)
        return False

    def title_goes_on(self, title: str, below: Written) -> bool:
        """Tell the second line of a name: "Turkey and barley", below it "stuffed cabbage"."""
        words = below.text.split()
        if _NAME_LEFT_OPEN.search(title) is not None:
            # "Braised cabbage with", "Chestnut Dumplings".
            told = tells_facts(below.text) or opens_list(below.text) or is_step(below.text)
            amount = begins_with_amount(below.text) or below.after_blank or below.marked
            return not (told or amount) and len(words) <= MOST_TITLE_WORDS
        if title.isupper() and below.text.isupper() and GOES_ON.match(below.text.lower()):
            # "SHOULDER OF LAMB", below it "WITH HARICOT BEANS".
            named = len(words) > 1 and not any(map(str.isdigit, below.text))
            return named and not below.after_blank and not only_servings(below.text)
        behind = self.next(2)
        plain = below.text[:1].islower() and not any(c.isdigit() for c in below.text)
        apart = not below.after_blank and behind is not None and behind.after_blank
        if (
            GOES_ON.match(below.text)
            or _SAID_BELOW.match(below.text)
            or not (plain and apart)
            or len(words) > MOST_NAME_WORDS
            or title[-1:] in ".!?:,"
        ):
            return False
        unfinished = not any(map(says_dish, title.split()))
        return unfinished and self._says_dish(words[-1]) and not begins_with_amount(below.text)

    def _says_dish(self, word: str) -> bool:
        bare = word.strip(" ,.:;()&").lower()
        return says_dish(word) or (len(bare) >= LEAST_LETTERS and self.names_food(bare))

    def names_dish(self, text: str) -> bool:
        """Tell words that name a dish or a food: "Aunt Merle's leek bake"."""
        return any(map(self._says_dish, title_of(text)[0].split()))

    def named_below(self, line: Written) -> bool:
        """Tell what stands above the name of a dish and names none: "Tested twice!".

        Words about the page or the day, a column's name; any words, where a title is set below.
        """
        text = line.text
        if len(text) > LONGEST_NAME or asked_for(text) or handed_over(text) or WHOSE.search(text):
            return False
        if title_of(text)[1] is not None and text[-1:] not in ".!?":
            # "PAN HAGGERTY FOR 4" is no slogan.
            return False
        above = stands_above(text)
        sentence = text[-1:] in ".!?" and len(text.split()) >= LEAST_SENTENCE
        # "KIDS COOK: Rainbow Fried Rice!" is set like a name and holds one.
        sentence = sentence and not (is_in_title_case(text) and self.names_dish(text))
        speaks = above or speaks_of_page(text) or text[-1:] in "!,.:"
        if not (above or sentence) and (self.names_dish(text) or line.drawn):
            return False
        # "Great for a crowd" is said as well, where a dish's own word stands below it.
        vague = not is_in_title_case(text) and len(text.split()) >= LEAST_VAGUE
        for offset in range(1, MOST_BETWEEN + 1):
            below = self.next(offset)
            if below is None:
                return False
            if self._ends_head(below.text, above=above) and not self.is_named_so(offset):
                return False
            if self.place + offset in self._block_heads:
                return False
            said = speaks or (vague and _says_dish_last(below.text))
            if not self._is_plain(below.text) and self._is_title_below(offset, speaks=said):
                return True
        return False

    def _ends_head(self, text: str, *, above: bool) -> bool:
        """Tell where no title comes any more: a list, a food with its amount, whom it serves."""
        if len(text) > LONGEST_NAME or opens_list(text) or METHOD.match(text) or measures(text):
            return True
        if only_facts(text) or only_servings(text):
            return not above
        name = title_of(text)[0]
        return has_amount(text) and self.names_food(name) and not _HYPHENATED.match(name)

    def _is_plain(self, text: str) -> bool:
        """Tell a line of a page that is no name: times, a button, what stands above a title."""
        if replies_about(text):
            return False
        plain = kind_of_line(text) in _NO_NAME or stands_above(text) or only_facts(text)
        return plain or only_servings(text) or is_button(text)

    def _is_title_below(self, offset: int, *, speaks: bool) -> bool:
        """Tell a line that is set like a title and names a dish, and opens no part of one."""
        below, follows = self.lines[self.place + offset], self.next(offset + 1)
        about = replies_about(below.text) or ""
        if self.names_dish(about) or (speaks and is_in_title_case(about)):
            return True
        name = title_of(below.text)[0]
        said = (
            _ORDERS.match(below.text)
            or FOR_A_PART.match(name)
            or _WHOSE.match(below.text)
            or says_of_it(below.text)
        )
        # "For 2 tarts (4 persons)".
        counts = begins_with_amount(below.text) or _FOR_SO_MANY.match(below.text) is not None
        counts = counts and servings_in(below.text) is not None
        if said or counts or only_facts(below.text) or only_servings(below.text):
            return False
        listed = follows is not None and has_amount(follows.text) and self.names_food(follows.text)
        headed = _HEADS_ON.search(below.text) and follows is not None and not follows.after_blank
        words = name.split()
        whole = speaks and len(words) > 1 and _WHOLE_DISH.search(name) is not None
        if listed and (headed or (names_component(name) and not whole)):
            return False
        told = len(words) > 1 or says_dish(name)
        if follows is not None and speaks and not told:
            # "Pelmeni", alone below words about the day and above "for 4".
            told = servings_in(follows.text) is not None
        set_like_one = (is_in_title_case(name) or name.isupper() or below.drawn) and told
        short = len(words) <= MOST_TITLE_WORDS and below.text[-1:] not in ".,"
        if not (set_like_one or (short and speaks)):
            return False
        # Any name will do below words about the page, where no list goes on under it.
        named = set_like_one or (is_in_title_case(name) and below.text[-1:] not in ".!?,")
        return self.names_dish(name) or (speaks and named and not listed and ":" not in name)

    def heading(self, line: Written, opened: int, *, weighed: bool = False) -> str | None:
        """Return the name of the part a line opens: marked as one, or known by the lines under it.

        Args:
            line: the line looked at.
            opened: how many parts stand above.
            weighed: whether every line of theirs has an amount.
        """
        # "> fry leeks in butter" is an order, whatever stands before it.
        orders = line.raw.startswith(">") and is_step(line.text) and line.text[-1:] != ":"
        if orders or is_listed_food(line.text):
            return None
        around = _DRAWN_AROUND.fullmatch(line.raw) if self.amounts_follow(2) else None
        drawn = heading_name(around["name"]) or around["name"].capitalize() if around else None
        name = drawn or self._heading(line, opened, weighed=weighed)
        name = name or self._block_heads.get(self.place)
        return (name.strip(" .|:–—↓↑→⇒➜▼▽►★☆✦") or name) if name is not None else None

    def _heading(self, line: Written, opened: int, *, weighed: bool) -> str | None:
        text = _OPEN_ENDED.sub(":", line.text) if self.amounts_follow(1) else line.text
        follows = self.next()
        alone = self._stands_out(line) or names_component(text.strip("() "))
        if alone and self.amounts_follow(2):
            # "(vegetables)" above its lines.
            text = without_order(_BRACKETED_NAME.sub(r"\g<name>", text))
        if self.amounts_follow(2):
            text = _COLON_THEN_BRACKET.sub(r"\g<name>:", text)
        counted = is_enumerated(text)
        if counted or (short := self._told_of_part(line, text)) is not None:
            return self._enumerated_heading(text) if counted else short
        signed = line.drawn or (_SIGN.match(line.raw) is not None and self._marked_alone())
        drawn = text.capitalize() if signed and self.amounts_follow(1) else None
        name = heading_name(text) or drawn
        if (
            name is not None
            and (
                not self.names_food(text)
                or text.rstrip().endswith(":")
                or self.amounts_follow(1)
                or text.isupper()
            )
            and not METHOD.match(name)
        ):
            return name
        if (_SET_OFF.fullmatch(line.raw) or self._in_two_tongues(line)) and self.amounts_follow(2):
            return line.raw.rpartition("/")[2].strip(" >:").capitalize()
        bare, told = self._bare(line, text, opened, weighed=weighed)
        too_long = len(bare) > 45 or len(bare.split()) > 6
        marked = line.marked and not self._marked_alone()
        amount = begins_with_amount(text) or spells_amount(text)
        if amount or too_long or any(c.isdigit() for c in bare) or marked:
            return None
        if re.search(
            r"[,;()./]|^(?:gf|df|vg?|ve|vegan|vegetarian|(?:gluten|dairy)[\s-]free)\s+if\b|\b(?:to taste|to serve|optional|for (?:frying|greasing|brushing|dusting))\b|"
            # "overnight soaked chickpeas".
            r"^(?:overnight[ -]|well |freshly )?(?:soaked|drained|rinsed|tinned|canned|defrosted|thawed)\b|\b(?:soaked|drained|rinsed|defrosted|thawed)$|"
            r"\b(?:as (?:needed|required|necessary)|to (?:cover|dust|grease|glaze|thin|loosen))$",
            bare,
            re.IGNORECASE,
        ):
            return None
        if follows is None or not weighs(follows.text):
            return None
        if self.names_food(bare):
            # Set apart by a blank, unmarked among bullets, or the name of something made.
            made = names_component(bare) and opened > 0
            lone = made or line.after_blank or opened == 0 or follows.marked
            # Set apart like the headings before it, it may open a part of one line.
            named = self._named_below(bare)
            set_off = line.after_blank and not follows.after_blank
            apart = (opened > 1 and (set_off or named)) or (named and set_off)
            enough = self.amounts_follow(1 if apart else 2)
            uniform = weighed and opened > 1 and bare[:1].isupper() and self._runs_on()
            lone = lone or named or uniform or self._among_amounts(bare)
            seasons = not told and _SEASONING.search(bare) is not None
            if not lone or seasons or not enough:
                return None
        return bare.capitalize()

    def _told_of_part(self, line: Written, text: str) -> str | None:
        """Return the name of a part of which more is said: "Lid, made the day before"."""
        told, follows = _SAID_OF_PART.search(text), self.next()
        if told is None or follows is None or follows.after_blank or not self.amounts_follow(2):
            return None
        # "Leeks, 2" and "Chicken stock (see note)" are foods.
        short = without_order(text[: told.start()]).strip(" *_#=-~[]{}:")
        if (
            ends_with_amount(text)
            or any(map(str.isdigit, short))
            or len(short.split()) > MOST_OF_PART
        ):
            return None
        food = self.names_food(short) and not names_component(short)
        said = _SAID_OF_NO_FOOD.search(text, told.start()) is not None
        if not short or (food and not (line.after_blank or said)):
            return None
        return heading_name(short) or short.capitalize()

    def _bare(self, line: Written, text: str, opened: int, *, weighed: bool) -> tuple[str, bool]:
        """Return the words of a heading without what is said of its part, and whether any was.

        "Naan dough (or buy 4 naan)", "CORN (optional)", "Yoghurt." above its lines.
        """
        bare, follows = text.strip(" *_#=-~[]{}").rstrip(":"), self.next()
        if self._stands_out(line) and self.amounts_follow(2):
            bare = _STOPPED.sub("", bare)
        set_off = self._stands_out(line) or _letters_of(bare).isupper()
        set_off = set_off or names_component(_LAST_BRACKET.sub("", bare))
        # Among lines that all have amounts; but "Leeks (2)" has its own.
        set_off = set_off or (opened > 0 and weighed and not bare.rstrip(")")[-1:].isdigit())
        below = follows is not None and (line.after_blank or not follows.after_blank)
        if not (set_off and below):
            return bare, False
        if follows is not None and ends_with_amount(bare) and ends_with_amount(follows.text):
            # "Onions (2)" above "Butter (50 g)".
            return bare, False
        short, told = _MADE_OF_IT.subn("", bare)
        said = opened > 1 and weighed and line.after_blank and _SAID_IN_BRACKETS.search(short)
        optional = SAYS_OPTIONAL.search(short) is not None and self.amounts_follow(2)
        if not told and (said or optional or self._names_above_brackets(short)):
            short, told = _LAST_BRACKET.subn("", short)
        return short, told > 0

    def _stands_out(self, line: Written) -> bool:
        """Tell a line below a blank, or one without a bullet above one that has it."""
        follows = self.next()
        return line.after_blank or (follows is not None and follows.marked and not line.marked)

    def heads_in_brackets(self, line: Written) -> bool:
        """Tell "(Marinade)" above its foods from what is said of the one before."""
        inside = _BRACKETED_NAME.match(line.text)
        if inside is None or not self.amounts_follow(2):
            return False
        name = inside["name"]
        return names_component(name) or (name[:1].isupper() and self._stands_out(line))

    def _marked_alone(self) -> bool:
        """Tell a mark that no food has, before a name above them: "- Chicken", "6 thighs"."""
        near = self.lines[max(self.place - MOST_NEAR, 0) : self.place]
        above = [line for line in near if has_amount(line.text) and self.names_food(line.text)]
        below = [line for offset in (1, 2) if (line := self.next(offset)) is not None]
        listed = [line for line in below if has_amount(line.text)]
        marks = {_mark_of(line) for line in (*above, *listed)}
        # Where every food has a picture of its own, one more heads nothing.
        own = _mark_of(self.lines[self.place])
        plain = own in _BULLETS and marks != {""}
        return bool(listed) and len(marks) == 1 and own not in marks and not plain

    def _names_above_brackets(self, text: str) -> bool:
        """Tell the name of something made, or capitals above two foods, before any bracket."""
        name = _LAST_BRACKET.sub("", text)
        follows = self.next()
        if name == text or follows is None or follows.text.isupper() or not name.strip():
            return False
        inside = text[len(name) :].strip(" ()")
        if begins_with_amount(inside) or measures(inside):
            # "Chicken thighs (500 g)" is a food.
            return False
        made = names_component(name.lower()) or says_dish(name.split()[-1])
        return (made or _letters_of(name).isupper()) and self.amounts_follow(2)

    def _runs_on(self) -> bool:
        """Tell a list whose parts no blank line, colon or capitals set apart: "Fish", then "Slaw".

        In another one a name without an amount is a food of which nobody says how much.
        """
        listed = (n for n, line in enumerate(self.lines) if begins_with_amount(line.text))
        first = next(listed, self.place)
        above = self.lines[first : self.place]
        apart = any(line.after_blank for line in above[1:])
        return not apart and not any(
            line.text.endswith(":") or line.text.isupper()
            for line in above
            if not has_amount(line.text)
        )

    def _in_two_tongues(self, line: Written) -> bool:
        """Tell a heading in two languages: "Per il ragù / ragù", set apart above its foods."""
        halves = [half.strip() for half in line.text.split("/")]
        told = len(halves) > 1 and all(halves) and len(line.text) <= MOST_TOLD
        made = names_component(halves[-1].lower()) or says_dish(halves[-1])
        apart = (line.after_blank or made) and not any(c.isdigit() for c in line.text)
        for_the = _FOR_THE.match(line.text) is not None
        return told and apart and (for_the or not self.names_food(halves[0]))

    def _enumerated_heading(self, text: str) -> str | None:
        """Return the name in "B. Topping", where no numbered list goes on under it."""
        follows = self.next()
        numbered = follows is not None and re.match(r"^\s*\(?\w{1,2}[.)]\s", follows.raw)
        if follows is None or numbered or not self.amounts_follow(1):
            return None
        name = without_enumeration(text)
        if begins_with_amount(name) or is_step(name) or len(name.split()) > 5:
            return None
        return heading_name(name) or name.strip(" :").capitalize()

    def _named_below(self, name: str) -> bool:
        """Tell whether the next lines weigh what a line only names: "Chicken", "3 lb chicken"."""
        words = set(name.lower().replace("&", " ").split())
        below = [line.text for offset in (1, 2) if (line := self.next(offset)) is not None]
        return any(
            has_amount(text) and words & set(re.findall(r"[^\W\d_]{3,}", text.lower()))
            for text in below
        )

    def _among_amounts(self, name: str) -> bool:
        """Tell a heading in a list whose every line ends with its amount: "Fish" among weights."""
        before = self.lines[self.place - 1].text if self.place else ""
        behind = [line.text for offset in (1, 2) if (line := self.next(offset)) is not None]
        plain = name[:1].isupper() and len(name.split()) <= MOST_NAME_WORDS
        weighed = all(not begins_with_amount(t) and ends_with_amount(t) for t in [before, *behind])
        return plain and len(behind) > 1 and weighed


def set_alike(name: str, other: str) -> bool:
    """Tell two names set like titles that end in the same word: "Winter Pies", "Leek Pie"."""
    last, behind = (text.split()[-1].lower().removesuffix("s") for text in (name, other))
    return last == behind and is_in_title_case(name) and is_in_title_case(other)


def _is_compound(text: str) -> bool:
    """Tell "One-Pan Orzo with Peas", which measures nothing."""
    return _HYPHENATED.match(text) is not None and is_in_title_case(text)
