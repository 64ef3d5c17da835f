"""Takes what a line says of the dish: for how many it is, what is made, how long it takes."""

from __future__ import annotations

import re
from dataclasses import replace

from snabo_core.quantities.kinds import (
    begins_with_amount,
    is_energy,
    is_step,
    kind_of_line,
)
from snabo_core.quantities.numbers import spell_numbers
from snabo_core.recipe.around import opens_list
from snabo_core.recipe.facts import yield_in
from snabo_core.recipe.head_lines import HeadLines
from snabo_core.recipe.lines import (
    counts_out,
    is_facts,
    measures,
    only_facts,
    served_beside,
    served_between,
    tells_without_order,
)
from snabo_core.recipe.sections import (
    OVEN,
)
from snabo_core.recipe.serving_words import PIECES, SO_MANY_ARE_ONE
from snabo_core.recipe.servings import (
    Servings,
    counts_people,
    eaters_by_course,
    is_shared_out,
    makes_and_serves,
    meals_in,
    names_pieces,
    only_servings,
    servings_in,
    servings_in_story,
    servings_loosely,
    shares_out,
)
from snabo_core.recipe.times import labels_time, only_describes, only_times, pieces_of, times_in
from snabo_core.recipe.title_words import COUNTED
from snabo_core.recipe.written import (
    Written,
    has_amount,
    only_amount,
)

_PORTION_OF = re.compile(
    r"^\d{1,2}\s+(?:servings?|portions?)\s+(?:of\s+)?(?!(?:per|each|at|about|for|or|and)\b)[a-z]",
    re.IGNORECASE,
)
_ORDER = re.compile(
    r"\W*(?:bake|cook|rest|chill|simmer|roast|stand|soak|marinate)\b(?=.*(?:\.\s*$|\b(?:at|on|gas)\b|°))",
    re.IGNORECASE,
)
# What says for how many and how long is no longer.
LONGEST_FACTS = 120
# A line that says for how many has no more words.
MOST_TOLD_WORDS = 9
LEAST_OF_A_SENTENCE = 8
# In any words it has a few more.
MOST_LOOSE_WORDS = 10
_FOR_A_DISH = re.compile(r"\W*for (?:an?|one|1) [^,]{3,30}, ", re.IGNORECASE)
# So many dumplings may be what so many people get.
MOST_OF_PIECES = 6
# "1 loaf, 10 slices".
_CUT_INTO = re.compile(
    r"\W*\d{1,2}\s?[x×]\s?\d{1,2}(?:\s*(?:pan|tin|dish))?\s*[,:–-]\s+(?P<cut>\d{1,2}\s+(?:slices|squares|pieces))\W*|"
    r"\W*(?:for\s+)?(?P<what>(?:one|1|a)\s+(?:\w+\s+)?(?:loaf|tart|pie|cake|tray|flan|quiche|slab|thali|dish|tin|pan|terrine|strudel|wreath|ring|plait|block|sheet|round|form|mould)\s*(?:of \d{1,2}\s?cm\s*)?(?:[,=:–-]|\(|of\b)?\s*"
    r"(?:(?:about|ca\.?|approx\w*\.?)\s+)?\d{1,2}\s+(?:slices|squares|pieces|wedges)\)?)\W*",
    re.IGNORECASE,
)
# "8 squares, freezes well".
_CUTS_AND_MORE = re.compile(
    r"\W*(?P<what>(?:(?:about|approx\w*\.?)\s+)?\d{1,2}(?:\s?[-–]\s?\d{1,2})?\s+(?:small |big |large |generous )?(?:squares|slices|wedges|pieces|bars))"
    r"\s*[,;.(–—-]+\s*(?:freezes?|keeps?|good|great|best|lovely|nice|cuts?|slices|more|enough)\b[^\d]{0,40}",
    re.IGNORECASE,
)
_MAKES_SO_MANY = re.compile(
    r"\W*(?:(?:the |this )?(?:pan|tin|tray|dish|dough|batter|recipe|mixture|mix|quantity|this|it|filling|batch|pastry)\s+)?(?:(?:makes|yields?|gives|fills)|[a-z]{4,}s make|(?:cuts|slices)(?:\s+in(?:to)?)?)\s*[:=]?\s+(?:(?:about|around|approx\w*\.?|circa|ca?\.)\s+|[~≈]\s?)?\d{1,3}\b[^.]{0,40}$",
    re.IGNORECASE,
)
# "Nos. 20".
_NUMBER_MADE = re.compile(
    r"\W*(?:nos?\.|numbers?|qty|pcs\.?|(?:(?:number|no\.?) of )?(?:pieces|slices|squares|wedges)(?=\s*:))\s*[:=-]?\s*(?P<what>\d{1,3})\W*|\W*(?P<first>\d{1,2}\s+(?:small|big|large|mini|little)(?:\s+ones)?\s+or\s+\d{1,2}\s+(?:small|big|large|mini|little)(?:\s+ones)?|\d{1,3}(?:\s?[-–]\s?\d{1,3})?\s*(?:nos|pcs)(?:\s+(?:depending|approx|or so)\b.{0,30})?|(?:about\s+)?(?:\d{1,2}|\ban?\b|half an?|one|two|three)\s*doz(?:en)?\.?|(?:abt|about|approx)\b\.?\s+(?:1[3-9]|[2-9]\d))\W*",
    re.IGNORECASE,
)
# "1 x 8 in. tart".
_ONE_OF_A_SIZE = re.compile(
    r"\W*(?P<what>(?:1|2|one|two|an?)\s+(?:[x×]\s+)?\d{1,2}(?:\.\d)?[\s-]?(?:in\b\.?|inch|cm|[\"”])\s+(?:\w+\s+)?(?:tarts?|pies?|quiches?|flans?|loaf|loaves|pans?|dish|tins?))\W*",
    re.IGNORECASE,
)
# "1 large pot".
_ONE_POTFUL = re.compile(
    r"\W*(?P<what>(?:1|2|one|two|an?)\s+(?:(?:big|large|small|full|deep|medium|family|good)\s+){1,2}(?:pots?|potfuls?|pans?|panfuls?|trays?|casseroles?|dish(?:es)?|batch(?:es)?))\W*",
    re.IGNORECASE,
)
_INDIVIDUAL = re.compile(r"\b(?:individual|single|personal)\s+(?=[^\W\d])", re.IGNORECASE)
_SIZES = ("small", "large", "big", "mini", "little", "medium")
_CUTS = (
    "dishes",
    "squares",
    "slices",
    "pieces",
    "pcs",
    "wedges",
    "portions",
    "muffins",
    "sandwiches",
    "burgers",
)
# "About 10 cups" of nothing.
_VOLUME = re.compile(
    r"\W*(?:(?:makes|for|about|around|approx\.?|roughly|some)\s+)*(?P<what>\d{1,2}(?:[.,]\d|\s?½)?(?:\s*(?:-|–|to)\s*\d{1,2})?\s+"
    r"(?:cups|litres?|liters?|quarts?|pints|ladles))\W*",
    re.IGNORECASE,
)
# "16 pooris, masala for 4".
_MADE_FOR = re.compile(
    r"\W*(?:about\s+)?(?P<made>\d{1,3}\s+[a-z][a-z -]{2,25}?)\s*(?:[,;]\s*[a-z ]{3,30}?)?\s+for\s+(?P<n>\d{1,2})\W*",
    re.IGNORECASE,
)
_SERVES_SO_MANY = re.compile(
    r"\W*(?:(?:[a-z]+\s+){1,4}(?:serves|feeds|for)\s+(?:\d{1,2}|two|three|four|five|six|eight)\b[,;.]?\s*){2,3}",
    re.IGNORECASE,
)
_BEHIND_A_WORD = re.compile(
    r"\w[^\d]{0,20}[,;.]\s+(?:serves|feeds)\s+(?:about\s+)?\w", re.IGNORECASE
)
# Nobody lists "10 rotis approx".
_ROUGHLY = re.compile(r"\bapprox\w*\.?\W*$|^\W*(?:approx\w*\.?|about|around)\s", re.IGNORECASE)
# "4 of us with bread".
_OF_US = re.compile(r"\W*(?:\d{1,2}|two|three|four|five|six)\s+of us\b", re.IGNORECASE)
_COUNTED_WITH_STOP = re.compile(r"\W{0,3}\d[^.]{0,40}\.\W{0,2}")
_BARRED = re.compile(r"\s[|•·/–—-]\s|\s{3}|\t")
_PIECES = re.compile(r"[.,;:]\s+")
# "2 patties each".
_EACH = re.compile(
    r"\W*(?:\d{1,2}|one|two|three|an?|half an?)\s+[^\W\d]{3,14}\s+(?:each|apiece|(?:per|a) (?:person|head|plate|serving|serve|portion))\W*$",
    re.IGNORECASE,
)
_PEOPLE = re.compile(r"serv|people|persons?\b|portion|feeds|\bpax\b|\bppl\b", re.IGNORECASE)
_COUNTED_ONE = re.compile(
    r"\W*(?:(?:quantity|qty|output|exit|amount|batch|gives|for)\s*:?\s*)?(?P<what>(?:(?:about|around|roughly|approx\w*\.?|circa|ca?\.)\s+|[~≈]\s?)?\d{1,2}(?:\s*(?:-|–|to)\s*\d{1,2})?\s+(?:doz(?:en|\.)?\s+)?(?:(?:big|small|large|little)\s+)?(?P<noun>[^\W\d]{3,14}(?:[\s-](?!approx)[^\W\d]{3,14})?))(?:\s+(?:approx\w*\.?|or so))?\W*",
    re.IGNORECASE,
)
_IN_BRACKETS = re.compile(
    r"\(\s*(?:(?:makes|cuts into)\s+)?(?P<what>(?:about\s+)?\d{1,3}(?:(?:\s?[-–]\s?|\s+to\s+)\d{1,3})?\s+"
    r"(?:slices|squares|pieces|wedges|muffins|cakes|balls|patties|rolls|tarts|pies|cups|loaves|bars|sandwiches|burgers|toasties|croques|pizzas|pasties|wraps|tacos|burritos|parcels|fritters|skewers|dumplings|pancakes|flatbreads|boats|boxes|jars))\s*\)",
    re.IGNORECASE,
)


# "Rice croquettes - abt 14".
_ABOUT_SO_MANY = re.compile(
    rf"(?:(?:abt\b\.?|about|approx\w*\.?)\s+\d{{1,3}}(?:\s+[a-z]+)?|\d{{1,3}}(?:(?:\s?[-–]\s?|\s+to\s+)\d{{1,3}})?\s+{COUNTED})",
    re.IGNORECASE,
)
_BRACKETS = re.compile(r"[()\[\]{}]")


class FactLines(HeadLines):
    """Takes servings, yield and times from the lines that say them."""

    def _serves_one(self, text: str) -> bool:
        """Tell "One portion" above a list from the head of what a portion holds."""
        return self._above_list() and only_servings(text)

    def _above_list(self) -> bool:
        return self.section == "head" and not self.layout.parts

    def _take_facts(self, line: Written) -> bool:
        """Take servings, yield and times from a line that says them; True if that is all it says."""
        if self._above_list() and self.layout.title and _COUNTED_WITH_STOP.fullmatch(line.text):
            # "4 wraps." is no sentence.
            line = replace(line, text=line.text.rstrip(". "))
        text = line.text
        if self.section == "list" and _PORTION_OF.match(text) and self.around.names_food(text):
            # "2 portions cooked noodles" are no eaters.
            return False
        if self._is_shared_food(line):
            return False
        if self._describes_only(text):
            self._aside("note", text)
            return True
        kind = kind_of_line(text)
        facts_above = self.facts_at == self.around.place - 1
        goes_on = facts_above and (only_facts(text) or only_servings(text))
        told = goes_on or labels_time(text)
        # "Bake 40 minutes at 180." is the last step, and no time of the dish.
        order = self.layout.steps and not labels_time(text) and _ORDER.match(text) is not None
        last = self.around.next() is None and only_servings(text)
        apart = line.after_blank or told or last or kind == "servings"
        if self.section == "method" and (order or not apart):
            self._facts_in_story(text)
            return False
        # "4 srv | 40 minutes": the piece that says it tells more than the whole line.
        minutes, servings = times_in(text), served_between(text) or servings_in(text)
        if servings is None and self.section == "head" and self.layout.title:
            servings = served_beside(text)
            if servings is None and (loosely := self._said_loosely(line)) is not None:
                self.loosely = self.loosely or loosely
                self._facts_in_story(text)
                self._aside("story", text)
                return True
        if self._takes_made(line, servings):
            return True
        if not (told or self._tells_only_facts(line, kind, servings, minutes)):
            return self._takes_story(text, servings)
        self.facts_at = self.around.place
        for name, value in minutes.items():
            self.layout.minutes.setdefault(name, value)
        self._told_beside(text)
        makes = yield_in(text)
        servings = self._take_eaters(text, makes, servings)
        self._keep_made(makes)
        if not minutes and servings is None and not makes:
            self._aside("note", text)
        return True

    def _take_title(self, text: str) -> str:
        """Take the name of the dish from a line, and what is told behind it."""
        behind = super()._take_title(text)
        told = behind.strip(" ()[]-–—,.")
        counted = told.isdigit() and names_pieces(self.layout.title)
        made = yield_in(told) or (told if counted or _ABOUT_SO_MANY.fullmatch(told) else "")
        told = f"makes {told}" if counted else told
        if made and self.layout.servings is None:
            # "Tandoori chicken wraps (makes 6)".
            self._take_eaters(told, made, servings_in(told))
        self._keep_made(made)
        for kind, value in times_in(_BRACKETS.sub(" | ", behind)).items():
            # "Leek bake (serves 4, 40 minutes)".
            self.layout.minutes.setdefault(kind, value)
        return behind

    def _take_above_name(self, text: str) -> None:
        """Take for how many a short line above the name says it is: "Makes 8, two each"."""
        makes, servings = yield_in(text), servings_in(text)
        short = len(text.split()) <= MOST_TOLD_WORDS
        if self.layout.title or not (self._above_list() and short and (makes or servings)):
            return
        self.facts_at = self.around.place
        self._take_eaters(text, makes, servings)
        self._keep_made(makes)

    def _keep_made(self, made: str) -> None:
        """Keep what is made, the first that is told; "4 servings" only says who eats."""
        if not counts_people(made):
            self.layout.makes = self.layout.makes or made

    def _takes_story(self, text: str, servings: Servings | None) -> bool:
        """Take for how many a line tells that says more; True where it is no food or step."""
        self._facts_in_story(text)
        if not self._serves_beside(text, servings):
            return False
        self.layout.servings = self.layout.servings or servings
        self.layout.makes = self.layout.makes or yield_in(text)
        self._aside("story", text)
        return True

    def _serves_beside(self, text: str, servings: Servings | None) -> bool:
        """Tell "8 in the tin, serves 4 w. mash" above a list: no food serves anybody."""
        if not self._above_list() or servings is None or not self.layout.title:
            return False
        short = len(text.split()) <= MOST_LOOSE_WORDS and text[:1].isalnum()
        said = _BEHIND_A_WORD.search(text) is not None
        return said and short and not (only_servings(text) or only_facts(text))

    def _takes_made(self, line: Written, servings: Servings | None) -> bool:
        """Take what is made from a line that counts it: "(8 slices)", "16 pooris, masala for 4"."""
        made = self._made_below_title(line) if servings is None else None
        if made is not None:
            what = next(said for said in made.groups() if said)
            self.layout.makes = self.layout.makes or what
            self.layout.servings = self.layout.servings or meals_in(what)
            return True
        both = self._made_for(line)
        if both is None:
            return False
        self.layout.makes = self.layout.makes or both["made"]
        self.layout.servings = self.layout.servings or servings_in(f"for {both['n']}")
        return True

    def _tells_only_facts(
        self, line: Written, kind: str, servings: Servings | None, minutes: dict[str, float]
    ) -> bool:
        """Tell a line that says nothing but for how many it is, what is made and how long it takes."""
        text = line.text
        if self._says_for_whom(line) or kind in {"times", "servings"}:
            return True
        if self._above_list() and _MAKES_SO_MANY.match(text) is not None:
            return True
        if self._above_list() and _SERVES_SO_MANY.fullmatch(text) is not None:
            # "Ghee rice serves 4; chicken serves 4".
            return True
        if len(text) >= LONGEST_FACTS or (servings is None and not minutes):
            return False
        alone = is_facts(text) or only_servings(text) or only_facts(text) or only_times(text)
        return alone or (self.section == "head" and (counts_out(text) or makes_and_serves(text)))

    def _take_eaters(self, text: str, makes: str, servings: Servings | None) -> Servings | None:
        """Take for how many a line of facts says a dish is, and return it."""
        people = _PEOPLE.search(text) is not None
        if servings is not None and makes and not people and names_pieces(self.layout.title):
            # "Makes 8" of dumplings is for nobody knows how many.
            counted = servings_in(f"serves {makes}") == servings and only_amount(makes)
            servings = None if counted and servings.high > MOST_OF_PIECES else servings
        if servings is None and makes:
            servings = self._made_as_named(makes)
        # "Makes 12", and below it "4 people".
        if servings is not None and (self.layout.servings is None or (people and self.by_pieces)):
            pieces = SO_MANY_ARE_ONE.search(text) is not None or (bool(makes) and not people)
            self.layout.servings, self.by_pieces = servings, pieces
        return servings

    def _made_as_named(self, makes: str) -> Servings | None:
        """Return for how many "Makes 4 small gratins" is below "Smoked haddock gratins": one each."""
        counted = _COUNTED_ONE.fullmatch(makes)
        if counted is None or "doz" in makes.lower() or names_pieces(self.layout.title):
            return None
        noun = counted["noun"].lower().split()[-1]
        named = noun.endswith("s") and noun in re.findall(r"[^\W\d]+", self.layout.title.lower())
        told = (
            servings_in(f"serves {makes.split(maxsplit=1)[0]}")
            if named and noun not in PIECES
            else None
        )
        return told if told is not None and 1 < told.high <= MOST_OF_PIECES else None

    def _describes_only(self, text: str) -> bool:
        """Tell "Level: easy" above a list, and "2 patties each" below for how many it is."""
        below = self._above_list() and self.facts_at == self.around.place - 1
        if below and _EACH.match(text) is not None:
            if self.layout.servings is None and self.layout.makes:
                # "Makes 8 slices", and below it "1 slice per serve".
                self.layout.servings = servings_in(f"Makes {self.layout.makes}, {text}")
            return True
        named = self.section == "head" and bool(self.layout.title)
        return named and only_describes(text) and not times_in(text)

    def _is_shared_food(self, line: Written) -> bool:
        """Tell "4 eggs (one each)" among foods from "15 rolls, 3 per person" above them."""
        if not shares_out(line.text) or self.section == "method":
            return False
        if self.layout.parts:
            return True
        follows = self.around.next()
        if follows is None or follows.after_blank or not begins_with_amount(follows.text):
            return False
        listed = self.around.names_food(follows.text)
        # "12 burgers, one each" below "Beetroot burgers" is what is made.
        named = set(re.findall(r"[a-z]{4,}", self.layout.title.lower()))
        made = not named.isdisjoint(re.findall(r"[a-z]{4,}", line.text.lower()))
        return listed and not made and self.around.names_food(line.text)

    def _made_below_title(self, line: Written) -> re.Match[str] | None:
        """Return where a line below the title says what is made, and nothing else: "(8 slices)"."""
        made = _IN_BRACKETS.fullmatch(line.text)
        if made is None and self._apart_below_title(line):
            made = _IN_BRACKETS.fullmatch(f"({line.text})")
        if made is None and self.section == "head" and self.layout.title:
            made = _NUMBER_MADE.fullmatch(line.text) or _ONE_OF_A_SIZE.fullmatch(line.text)
            made = made or _ONE_POTFUL.fullmatch(line.text)
            made = made or _CUT_INTO.fullmatch(line.text) or _CUTS_AND_MORE.fullmatch(line.text)
            made = made or self._volume_made(line.text)
        counted = _COUNTED_ONE.fullmatch(line.text) if made is None else None
        # "12 crêpes" above the head of a list is none of its foods, nor are "4 individual pies".
        alone = _INDIVIDUAL.search(line.text) is not None
        food = counted is None or (
            self.around.names_food(line.text) and not (alone or self._heads_below())
        )
        # Nor is "Amount: 8 dumplings".
        last = counted["noun"].lower().split()[-1] if counted is not None else ""
        roughly = last in PIECES and _ROUGHLY.search(line.text) is not None
        food = food and not (counted and (":" in line.text or roughly))
        if counted is not None and not food and self.titled and not self.layout.parts:
            # "8 croques" below "Croque madame".
            names = {word.strip("s,()!") for word in self.layout.title.lower().split()}
            *rest, noun = _INDIVIDUAL.sub("", counted["noun"].lower()).replace("-", " ").split()
            named = {word.strip("s") for word in (*rest, noun)} <= names
            cut = noun in {*_SIZES, *_CUTS} or (not rest and meals_in(counted["what"]) is not None)
            made = counted if named or cut else None
        return made

    def _made_for(self, line: Written) -> re.Match[str] | None:
        """Return where a line counts pieces that the title names, and for how many they are."""
        both = _MADE_FOR.fullmatch(spell_numbers(line.text)) if self._above_list() else None
        if both is None or not self.layout.title:
            return None
        name = {word.strip("s,()!") for word in self.layout.title.lower().split()}
        made = {word.strip("s") for word in both["made"].lower().split()[1:]}
        return both if made & name else None

    def _tells_below(self) -> bool:
        """Tell a line right above a sentence that tells of the dish."""
        follows = self.around.next()
        text = "" if follows is None or follows.after_blank else follows.text
        told = len(text.split()) >= LEAST_OF_A_SENTENCE and text[-1:] in ".!?"
        return told and not (measures(text) or any(map(str.isdigit, text)) or is_step(text))

    def _heads_below(self) -> bool:
        """Tell a line right above the head of the list, or above for how many it is."""
        follows = self.around.next()
        if self._tells_below():
            return True
        return follows is not None and (opens_list(follows.text) or only_servings(follows.text))

    def _volume_made(self, text: str) -> re.Match[str] | None:
        """Return "about 10 cups" right above a list: an amount of nothing is what is made."""
        made, follows = _VOLUME.fullmatch(text), self.around.next()
        listed = follows is not None and (
            begins_with_amount(follows.text) or opens_list(follows.text)
        )
        return made if listed and not self.layout.parts else None

    def _told_beside(self, text: str) -> None:
        """Set aside what else a line of facts tells: "Serves 4 | Oven: 200 C | 410 kcal"."""
        for piece in pieces_of(text):
            if is_energy(piece):
                self._aside("nutrition", piece)
            elif OVEN.match(piece) and piece != text:
                self._aside("note", piece.strip())
            elif self._names_beside(piece, text):
                self._take_title(piece.strip())

    def _names_beside(self, piece: str, text: str) -> bool:
        """Tell the name of the dish among facts: "Serves 4 | Leek bake"."""
        facts = only_servings(piece) or only_facts(piece) or only_times(piece) or yield_in(piece)
        head = self._above_list() and not self.layout.title
        # "Serves 6, leftovers for sandwiches" stands above a name.
        apart = _BARRED.search(text) is not None
        head = head and (apart or not (piece.strip()[:1].islower() or self.around.name_follows()))
        return head and piece != text and not facts and self.around.names_dish(piece)

    def _says_for_whom(self, line: Written) -> bool:
        """Tell a short line below the title or the steps that says for how many, in whatever words."""
        text = line.text
        short = len(text.split()) <= MOST_TOLD_WORDS and not measures(text)
        head = self.section == "head" and not self.layout.parts
        last = self.section == "method" and line.after_blank and self.around.next() is None
        return (
            bool(self.layout.title or self.about or self.column)
            and (head or last)
            and short
            and (servings_in(text) is not None or served_beside(text) is not None)
            # "Makes six, so three of us get two each!" tells more.
            and servings_in_story(text) in {None, servings_in(text)}
            and (
                not is_step(text)
                or served_beside(text) is not None
                or _ends_for_whom(text)
                or _says_in_a_piece(text)
            )
            and (
                not self.around.names_food(text)
                or _says_in_a_piece(text)
                or _OF_US.match(text) is not None
            )
        ) or (head and bool(self.layout.title) and eaters_by_course(text) is not None)

    def _said_loosely(self, line: Written) -> Servings | None:
        """Return for how many words of any kind say a dish is, between its name and its list."""
        text = line.text
        above = self.section == "head" and self.layout.title and not self.layout.parts
        short = len(text.split()) <= MOST_LOOSE_WORDS and not measures(text)
        orders = is_step(text) and not (tells_without_order(text) or is_shared_out(text))
        if not (above and short) or line.marked or orders or self.around.names_food(text):
            return None
        # "1" may also count the steps of a recipe without a list.
        counts = text.strip(" .") == "1" and not self.around.amounts_follow(1)
        return None if counts else servings_loosely(text)

    def _apart_below_title(self, line: Written) -> bool:
        """Tell a line of its own between the title and the list."""
        follows = self.around.next()
        above = self.section == "head" and self.layout.title and not self.layout.parts
        return bool(above) and not line.marked and follows is not None and follows.after_blank


def _says_in_a_piece(text: str) -> bool:
    """Tell "A potful. Six bowls, more with bread.": one piece says for how many, no other counts."""
    pieces = _PIECES.split(text)
    told = [piece for piece in pieces if only_servings(piece)]
    others = [piece for piece in pieces if piece not in told]
    return len(told) == 1 and len(pieces) > 1 and not any(map(has_amount, others))


def _ends_for_whom(text: str) -> bool:
    """Tell "For a mould of 28 cm, 6-8 people": the last piece says for how many."""
    return _FOR_A_DISH.match(text) is not None and only_servings(text.rsplit(", ", 1)[-1])
