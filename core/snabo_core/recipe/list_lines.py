"""Lines of an ingredient list: several on one, one broken over two, one behind its heading."""

from __future__ import annotations

import re
from functools import cached_property

from snabo_core.quantities.kinds import begins_with_amount, heading_name, is_step, kind_of_line
from snabo_core.quantities.numbers import spell_numbers
from snabo_core.quantities.vocabulary import class_of
from snabo_core.recipe.around import MOST_NAME_WORDS
from snabo_core.recipe.claims import tells_figures
from snabo_core.recipe.from_steps import AMOUNT_STARTS
from snabo_core.recipe.lines import only_facts
from snabo_core.recipe.servings import only_servings
from snabo_core.recipe.sorting import LEAST_ITEMS, LEAST_LISTED, Sorting
from snabo_core.recipe.titles import title_of
from snabo_core.recipe.written import Written, ends_with_amount, has_amount, only_amount

# "Some butter" begins a line of its own, however the line before it ended.
_OWN_LINE = re.compile(r"(?:some|more|extra|additional|plenty|any|a)\b", re.IGNORECASE)
# What is longer is not taken up again by the next line.
LONGEST_LINE = 400
# No ingredient is broken over more lines than this beside its first.
MOST_JOINED = 5
_WHOLE_PART = re.compile(
    r"^(?:(?:ingredients )?for (?:the )?)?(?P<name>[^\W\d][^\d:,.–—|•·-]{1,40})(?P<sign>:|\s[-–—|•·])(?:\s+|(?<=:)(?=\d))(?P<rest>\S.*)$",
    re.IGNORECASE,
)
# What stands behind these belongs to the list above it.
_AT_HAND = re.compile(
    r"(?:(?:from )?(?:your|the) |store)?(?:store[\s-]?)?(?:cupboard|pantry|larder)(?: (?:staples|ingredients|items))?"
    r"|you(?:'ll|’ll| will)? also need|(?:and )?also|plus",
    re.IGNORECASE,
)
_SENTENCES = re.compile(r"[a-z)]\.\s+[A-Z]")
_MARKED_OFF = re.compile(r"^\([A-Z*]{1,2}\)\s*")
_TIMED = re.compile(r"\W*\d{1,3}\s?(?:min(?:ute)?s?|hrs?|hours?|h)\b", re.IGNORECASE)
_FOOTNOTE, _MARKED = (
    re.compile(r"\s*(?P<mark>\*{1,3}|[†‡])(?=[^\W\d_])"),
    r"(?<=[a-z)]){}(?=\s|$|,)",
)
_LABELLED = re.compile(r"^[^\W\d][^\d:,.()]{1,30}:\s+(?P<rest>\S.*)$")
_NEXT_ITEM = re.compile(
    r"(?:[,;]|\s[•·])\s+(?=(?:\d|[½¼¾⅓⅔⅛]|an?\s|half\s|some\s|(?:large |small |good |big )?(?:pinch|handful|knob|splash|drizzle|dash)"
    r"|salt\b|pepper\b))",
    re.IGNORECASE,
)
_STROKES = re.compile(r"\s+[/|–—·•-]\s+")
# What is spoken has no stops: so many words with so many amounts are a recipe, no story.
LEAST_SPOKEN, LEAST_AMOUNTS = 30, 4
# So many labels before the first line of a list name parts.
LEAST_LABELLED = 2
# Fewer do where it begins as people talk: "you take a pound of".
LEAST_TALKED, _TALKS = (
    16,
    re.compile(r"\W*(?:(?:so|ok|okay|right|well|first)\s+)*(?:you|we|i|take|get)\s", re.IGNORECASE),
)
_NO_AMOUNT = re.compile(r"\d+\s+(?:minutes?|mins?|hours?|degrees?|times?|people)\b", re.IGNORECASE)
_GOES_ON = re.compile(
    r"(?:thighs?|breasts?|fillets?|drumsticks?|mince|legs?|shoulder|loin|steaks?|chunks?|pieces|"
    r"strips?|florets?|leaves|stalks?|sticks?|seeds?|paste|powder|sauce|pur[eé]e|flakes|granules|"
    r"cubes|halves|slices|wedges|meat|concentrate|dressing)\b"
)
_OPEN_END = re.compile(
    r"(?:,|-|\b(?:and|or|of|in|into|with|a|an|the|to|for|from|plus|finely|coarsely|roughly|thinly|freshly|lightly|"
    r"very|cut|about|then))$",
    re.IGNORECASE,
)
# "150 g self-raising", and below it "flour".
_HALF_NAME = re.compile(
    r"\d.*\b(?:self[\s-]rais\w+|self[\s-]rising|all[\s-]purpose|plain|strong|wholemeal|wholewheat|olive|sunflower|vegetable|rapeseed|"
    r"sesame|spring|red|brown|white|cr[eè]me|double|single|sour|soured|curry|lime|baking|tomato|black|flat[\s-]leaf)$",
    re.IGNORECASE,
)
_OTHER_HALF = re.compile(
    r"(?:flour|oil|onions?|wine|vinegar|sugar|rice|fra[iî]che|cream|leaves|leaf|pepper|parsley|powder|pur[eé]e|paste|beans|lentils|cabbage)\b",
    re.IGNORECASE,
)

# "(75 g) feta" begins a line of its own.
# "(The cheese is optional.)".
_SENTENCE_IN_BRACKETS = re.compile(r"\([A-Z][^()]{8,}[.!]\)$")
_AMOUNT_AHEAD = re.compile(r"\(\d[\d./\s]*[^\W\d]{0,6}\)\s+[^\W\d]")

# "(*) see notes" is said of the list.
_SEE_NOTE = re.compile(
    r"\(\*{1,3}\)\s*[a-z]|\(see (?:the )?(?:notes?|tips?|below|above)\b[^()]*\)$", re.IGNORECASE
)


_SERVES = re.compile(r"\b(?:serves|feeds)\s+\d", re.IGNORECASE)


class ListLines(Sorting):
    """Tells how lines of a list hang together."""

    @cached_property
    def labelled(self) -> bool:
        """Whether labels stand before the first lines of lists: "Salsa: 500 g tomatillos"."""
        texts = [line.text for line in self.around.lines]
        told = [_tells_first_line(text) for text in texts]
        heads = {
            one.casefold()
            for one, other, below in zip(told, told[1:], texts[1:], strict=False)
            if one and not other and begins_with_amount(below)
        }
        return len(heads) >= LEAST_LABELLED

    def _whole_part(self, text: str) -> tuple[str, list[str]] | None:
        match = _WHOLE_PART.match(text)
        aside = kind_of_line(text) in {"nutrition", "furniture"} or tells_figures(text)
        # "Luchi: about 16 pcs. Dal: serves 4" lists nothing.
        if match is None or aside or _SERVES.search(match["rest"]) is not None:
            return None
        if is_step(match["rest"]) and _SENTENCES.search(match["rest"]) is not None:
            # "Then: fry the lamb until brown. Onions in, 2 minutes."
            return None
        split = _NEXT_ITEM.split(match["rest"].rstrip(" ."))
        items = max(split, self._items(match["rest"]), key=len)
        if _AT_HAND.fullmatch(match["name"]) is not None:
            return ("", items) if all(map(self.around.names_food, items)) else None
        # "Rice: 2 mugs water, 12 min" is cooked so.
        if all(map(_tells_fact, items)) or any(map(_TIMED.match, items)):
            return None
        named = len(title_of(match["name"])[0].split()) <= MOST_NAME_WORDS
        # "Tomatoes - 3 large, 2 small" is no part.
        named = named and (match["sign"] == ":" or all(map(self.around.names_food, items)))
        # "BREADS: 4 flatbreads" among parts that are told so too.
        alike = self.whole_parts > 0 or self.labelled or self._tells_whole_part_below()
        foods = alike and all(map(self.around.names_food, items))
        least = 1 if foods and kind_of_line(text) != "note" else LEAST_ITEMS
        if not named or sum(has_amount(item) for item in items) < least:
            return None
        return match["name"], items

    def _tells_whole_part_below(self) -> bool:
        """Tell a part of one food above one of several, told on a line each."""
        below = self.around.next()
        told = _WHOLE_PART.match(below.text) if below is not None else None
        items = _NEXT_ITEM.split(told["rest"]) if told is not None else []
        counted = sum(map(has_amount, items)) >= LEAST_ITEMS
        return counted and all(map(self.around.names_food, items))

    def _is_footnote(self, line: Written) -> bool:
        """Tell "*not included" below a list where "1 tbsp oil*" stands."""
        note = _FOOTNOTE.match(line.raw)
        listed = (item for _, items in self.layout.parts for item in items)
        return note is not None and any(
            re.search(_MARKED.format(re.escape(note["mark"])), item) for item in listed
        )

    def _without_label(self, text: str) -> str:
        """Return what stands behind "gravy:" where that names a food with an amount by itself."""
        told = _LABELLED.match(text)
        own = told is not None and begins_with_amount(told["rest"])
        return told["rest"] if told and own and self.around.names_food(told["rest"]) else text

    def _opens_plain_list(self, line: Written) -> bool:
        """Tell the first line of a list that stands behind a step ("Oven 350. 1 hr.")."""
        text = line.text
        listed = has_amount(text) and not is_step(text) and self.around.names_food(text)
        return listed and self.around.amounts_follow(2)

    def _items(self, text: str) -> list[str]:
        """Return the lines of a list that was written on one, each a food, most with an amount."""
        strokes = _STROKES.split(text)
        if len(strokes) >= LEAST_LISTED and sum(map(has_amount, strokes)) >= len(strokes) - 1:
            # "8 oz noodles / 2 cans tuna / 1 cup milk".
            return strokes if all(map(self.around.names_food, strokes)) else [text]
        sentences = re.split(r"\.\s+(?=[\d½¼¾⅓⅔])", text.rstrip(" ."))
        if len(sentences) >= LEAST_LISTED and all(map(self.around.names_food, sentences)):
            # "50 g butter. 250 g mushrooms. 4 eggs."
            return sentences
        items = [item.strip() for item in re.split(r"[,;]\s+(?:and\s+)?", text.rstrip(" ."))]
        last = re.split(r"\s+(?:and|&)\s+(?=\d)", items[-1])
        items = [*items[:-1], *last] if len(items) >= LEAST_ITEMS else items
        counted = sum(has_amount(item) for item in items)
        least = 2 if all(ends_with_amount(item) for item in items) else LEAST_LISTED
        # Of a long list some need no amount: "..., 1 clove garlic, basil; flour; oil to fry".
        most = counted >= LEAST_LISTED and counted * 3 >= len(items) * 2
        if len(items) < least or not (most or counted >= len(items) - 1):
            return [text]
        return items if all(self.around.names_food(item) for item in items) else [text]

    def _joins_line(self, line: Written) -> bool:
        """Tell the rest of an ingredient line that was broken, or the food under its amount."""
        parts = self.layout.parts
        open_line = self.section == "list" and parts and parts[-1][1] and not line.after_blank
        if not open_line or self.joined >= MOST_JOINED:
            return False
        before = parts[-1][1][-1]
        closed = not before.endswith(("(", "-")) and before.count("(") <= before.count(")")
        if len(before) > LONGEST_LINE or (closed and begins_with_amount(line.text)):
            return False
        if before.count("(") > before.count(")"):
            return True
        if line.marked and self.around.lines[self.around.place - 1].marked:
            return False
        told = (_AMOUNT_AHEAD, _SEE_NOTE, _SENTENCE_IN_BRACKETS)
        apart = any(said.match(line.text) is not None for said in told)
        if self.around.heads_in_brackets(line) or apart:
            return False
        # "(A) Dashi 150 ml" begins a line of its own.
        aside = line.text.startswith("(") and not ends_with_amount(_MARKED_OFF.sub("", line.text))
        # "8 large portobello caps" is whole: what is done stands below.
        if (only_amount(before) and not is_step(line.text)) or aside:
            return heading_name(line.text) is None or not self.around.amounts_follow(1)
        digits = any(c.isdigit() for c in line.text)
        if not line.text[:1].islower() or digits or _OWN_LINE.match(line.text):
            return False
        # What nobody here knows ("calamansi") is a line of its own above a food.
        own = self.around.names_food(line.text) and _ends_in_a_noun(before)
        unfinished = not (own or self.around.names_food(before)) and (
            begins_with_amount(before) or not self.around.names_food(line.text)
        )
        # "500 g skinless chicken" over "thigh fillets, diced": no food by itself.
        goes_on = _GOES_ON.match(line.text) is not None and not self.around.names_food(line.text)
        halved = _HALF_NAME.search(before) is not None and _OTHER_HALF.match(line.text) is not None
        return unfinished or goes_on or halved or _OPEN_END.search(before) is not None

    def _is_spoken(self, text: str) -> bool:
        """Tell a recipe that was said into a machine: amounts in words, no full stop, no end."""
        least = LEAST_TALKED if _TALKS.match(text) else LEAST_SPOKEN
        if self.layout.parts or len(text.split()) < least or re.search(r"[.!?,;]\s", text):
            return False
        if len(self._items(text)) >= LEAST_LISTED:
            return False
        spelled = _NO_AMOUNT.sub(" ", spell_numbers(text))
        return len(AMOUNT_STARTS.findall(spelled)) >= LEAST_AMOUNTS


def _ends_in_a_noun(text: str) -> bool:
    """Tell words that end in what nobody here knows: "8 ship's biscuits", not "2 tbsp toasted"."""
    # Behind a comma only stands what is done with it: "500 g ship's biscuit, crushed".
    last = re.search(r"[^\W\d_]{3,}$", text.split(", ", maxsplit=1)[0])
    return last is not None and class_of(last[0]) is None


def _tells_fact(text: str) -> bool:
    """Tell "4 servings" and "350 kcal each" from foods."""
    return only_servings(text) or only_facts(text) or tells_figures(text)


def _tells_first_line(text: str) -> str:
    """Return the name with one food behind it, and its amount: "Salsa: 500 g tomatillos"."""
    match = _WHOLE_PART.match(text)
    rest = match["rest"] if match is not None and match["sign"] == ":" else ""
    told = begins_with_amount(rest) and not only_amount(rest)
    return match["name"] if match is not None and told else ""
