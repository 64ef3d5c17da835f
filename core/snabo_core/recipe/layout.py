"""Sorts the lines of a pasted text: title, facts, parts with their lines, steps, what is set aside."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import replace
from itertools import takewhile

from snabo_core.dish import AsideKind
from snabo_core.quantities.kinds import (
    STEP_VERBS,
    begins_with_amount,
    first_word,
    heading_name,
    is_button,
    is_dated,
    is_energy,
    is_step,
    kind_of_line,
)
from snabo_core.quantities.numbers import spell_numbers
from snabo_core.recipe.around import GOES_ON, MOST_NAME_WORDS, WRAPPED_AT, Around, opens_list
from snabo_core.recipe.claims import claims_in, tells_columns, tells_figures
from snabo_core.recipe.facts import (
    labels_time,
    only_times,
    pieces_of,
    times_in,
    yield_in,
)
from snabo_core.recipe.from_steps import AMOUNT_STARTS
from snabo_core.recipe.lines import (
    LEAST_SENTENCE,
    counts_out,
    is_facts,
    measures,
    only_facts,
    served_at_end,
    tells_without_order,
)
from snabo_core.recipe.outline import Layout, one_of_two_systems, weigh_in_grams
from snabo_core.recipe.sections import (
    ALL_IN_GRAMS,
    CHAPTER,
    COMMENTS,
    FIRST_CHAPTER,
    FROM,
    GREETING,
    HOW_TO,
    MAIL_HEAD,
    METHOD,
    METHOD_SAYS,
    NOTES,
    NUTRITION,
    OVEN,
    OVEN_ALONE,
    SIGN_OFF,
    STEP_LABEL,
    SYSTEM_TOLD,
)
from snabo_core.recipe.servings import (
    counts_people,
    only_servings,
    servings_in,
    servings_in_story,
    shared_among,
)
from snabo_core.recipe.titles import (
    asked_for,
    replies_about,
    stands_above,
    title_of,
    told_in_letter,
    told_name,
)
from snabo_core.recipe.written import (
    STEP_NUMBER,
    Written,
    ends_with_amount,
    has_amount,
    only_amount,
    written_lines,
)

# "Some butter" begins a line of its own, however the line before it ended.
_OWN_LINE = re.compile(r"(?:some|more|extra|additional|plenty|any|a)\b", re.IGNORECASE)
# A line that ends so goes on in the next.
_LEFT_OPEN = re.compile(
    r"(?:,|;|-|\b(?:and|then|or|to|&|the|a|an|with|in|of|until|til|for))\s*$", re.IGNORECASE
)
# What is longer is not taken up again by the next line.
LONGEST_STEP, LONGEST_LINE = 2000, 400
# No ingredient is broken over more lines than this beside its first.
MOST_JOINED = 5
_WHOLE_PART = re.compile(
    r"^(?:for (?:the )?)?(?P<name>[^\W\d][^\d:,.]{1,40}):\s+(?P<rest>\S.*)$", re.IGNORECASE
)
_NEXT_ITEM = re.compile(
    r"[,;]\s+(?=(?:\d|[½¼¾⅓⅔⅛]|an?\s|half\s|some\s|(?:large |small |good |big )?(?:pinch|handful|knob|splash|drizzle|dash)"
    r"|salt\b|pepper\b))",
    re.IGNORECASE,
)
# Whom it feeds, and a stop with more behind it.
_FACTS_FIRST = re.compile(
    r"\W*(?:serves|feeds|makes|for|enough for|takes|prep|cook)\b[^.!;]{1,40}[.!;]\s+(?=[^\W\d])",
    re.IGNORECASE,
)
_TELLS_ON = re.compile(r"(?:takes|needs|ready|keeps|freezes)\b", re.IGNORECASE)
_SAYS_WHAT_IS = re.compile(
    r"\W*(?:\w+\s+){1,3}(?:is|are|was|were|has|have|had|makes|made|tastes)\b"
)
_BRACKETS = re.compile(r"[()\[\]{}]")
# How a list begins that is told: "You need 1 leek".
_NEEDED = re.compile(
    r"^(?:you(?:'ll|’ll| will)?\s+(?:also\s+)?need|take|get|have ready)\W*\s+(?=[\d½¼¾⅓⅔])",
    re.IGNORECASE,
)
# What is spoken has no stops: so many words with so many amounts are a recipe, no story.
LEAST_SPOKEN, LEAST_AMOUNTS = 30, 4
_NO_AMOUNT = re.compile(r"\d+\s+(?:minutes?|mins?|hours?|degrees?|times?|people)\b", re.IGNORECASE)
LEAST_LISTED = 3
LEAST_OF_A_LETTER = 2
# No longer is a name under a letter.
MOST_SIGNED = 3
_SALT_OR_SUGAR = re.compile(r"\W*(?:salt|sugar)\b\W*\d", re.IGNORECASE)
_SALT_AND_PEPPER = re.compile(
    r"\W*s\s?(?:&|\+|/|n|and)\s?p\b(?:\s+(?:to|for|as)\b.{0,30})?\W*", re.IGNORECASE
)
# So many items with an amount make a list of a line.
# A sentence of so many words tells something.
LEAST_TOLD = 8
LEAST_ITEMS = 2
_OPEN_END = re.compile(
    r"(?:,|-|\b(?:and|or|of|in|into|with|a|an|the|to|for|from|plus|finely|coarsely|roughly|thinly|freshly|lightly|"
    r"very|cut|about|then))$",
    re.IGNORECASE,
)


_IN_BRACKETS = re.compile(
    r"\(\s*(?:(?:about|makes|cuts into)\s+)?(?P<what>\d{1,3}(?:\s?[-–]\s?\d{1,3})?\s+"
    r"(?:slices|squares|pieces|wedges|muffins|cakes|balls|patties|rolls|tarts|pies|cups|loaves|bars))\s*\)",
    re.IGNORECASE,
)
# What stands on a page and is no title.
LONGEST_TITLE_LINE = 70
_ON_A_PAGE = re.compile(
    r"[★☆|↓©]|jump|print|^home\s*[/|]|^\W*\d\.\d|^ratings?\b|\d+ (?:votes|reviews|ratings)|https?:|[›>»]|/5|advert|affiliate|subscribe|"
    r"cookie|share|posted|updated|\bsave\b|sign|log ?in|(?:contributed|submitted|written) by|"
    r"^(?:difficulty|level|skill|cuisine|course|category)\b",
    re.IGNORECASE,
)


class _Sorter:
    """Goes through the lines once, knowing what the next one is."""

    def __init__(self, lines: Sequence[Written], names_food: Callable[[str], bool]) -> None:
        self.around = Around(lines, names_food)
        self.layout = Layout()
        self.under = ""
        self.section = "head"
        # How many lines the last ingredient line has taken up already.
        self.joined = 0
        # Whether the method was broken at the edge of a page.
        self.broken = False
        # Whether the figures of a label are gone through.
        self.figures = False
        # Whether steps stand behind stars.
        self.starred = False
        # Where facts were told last.
        self.facts_at = -2
        # Whether the times of a film's chapters stand in it.
        self.filmed = any(FIRST_CHAPTER.match(line.text) for line in lines)
        # What a reply is about, where nothing else is a title.
        self.about = ""
        # The title as it stands, with all that is said around it.
        self.titled = ""
        head = list(takewhile(lambda line: MAIL_HEAD.match(line.text), lines))
        # One alone ("From: the garden") may be part of a recipe, unless the dish is named below it.
        named = len(head) == 1 and _names_dish(lines[1:3])
        self.letter = len(head) if named or len(head) >= LEAST_OF_A_LETTER else 0
        heads = (i for i, line in enumerate(lines) if opens_list(line.text))
        self.list_at = next(heads, 0)
        methods = (i for i, line in enumerate(lines) if METHOD.match(line.text))
        self.method_at = next(methods, 0)

    def run(self) -> Layout:
        """Sort every line and return the layout."""
        while self.around.place < len(self.around.lines):
            self._take(self.around.lines[self.around.place])
            self.around.place += 1
        layout = self.layout
        layout.parts = [(name, lines) for name, lines in layout.parts if lines]
        one_of_two_systems(layout)
        layout.title = layout.title or (title_of(self.about)[0] if self.about else "")
        if not layout.title:
            stories = [aside.text for aside in layout.asides if aside.kind == "story"]
            layout.title = next(filter(None, map(asked_for, [*stories, *layout.steps])), "")
        said = [
            *layout.steps,
            *(aside.text for aside in layout.asides if aside.kind != "nutrition"),
        ]
        told = (servings_in_story(text) for text in reversed(said))
        layout.servings = layout.servings or servings_in(self.titled)
        layout.servings = layout.servings or next(filter(None, told), None)
        layout.servings = layout.servings or shared_among(layout.steps)
        weigh_in_grams(layout)
        return layout

    def _aside(self, kind: AsideKind, text: str) -> None:
        self.layout.set_aside(kind, text)

    def _behind_label(self, line: Written) -> Written:
        """Return what "Method: boil the peas" says of the method, else the line as it is."""
        label = METHOD_SAYS.match(line.text)
        if label is None or not (self.layout.title or self.layout.parts):
            return line
        said = line.text[label.end() :]
        # "To make: 200 g flour, 2 eggs" is a list.
        if begins_with_amount(said):
            return line
        self.section = "method"
        return replace(line, text=said)

    def _behind_facts(self, line: Written) -> Written | None:
        """Take "Serves 4." and return the steps behind it on its line, else the line as it is.

        None where what is behind it tells of the dish and is no step.
        """
        facts = _FACTS_FIRST.match(line.text)
        named = self.layout.title or self.layout.parts
        if facts is None or not named or only_facts(line.text):
            return line
        head, rest = line.text[: facts.end()].strip(), line.text[facts.end() :]
        told = only_servings(head) or only_facts(head.rstrip("."))
        if not told or not (is_step(rest) or len(rest.split()) >= LEAST_TOLD):
            return line
        self._take(replace(line, text=head, raw=head))
        if _TELLS_ON.match(rest):
            self._aside("story", rest)
            return None
        return replace(line, text=rest, raw=rest)

    def _take(self, written: Written) -> None:
        if written.other:
            # Who asked for it may have named it.
            self._aside("story" if self.section == "head" else "furniture", written.raw)
            return
        line = self._behind_facts(self._behind_label(written))
        if line is not None:
            self._take_whole(line)

    def _take_whole(self, line: Written) -> None:
        text = line.text
        if self._is_figure(text) or self._is_named(line):
            return
        if self.section == "gone":
            self._aside("furniture", line.raw)
        elif ALL_IN_GRAMS.match(text):
            self.layout.grams = "told"
        elif self._section_of(line):
            return
        elif (
            is_button(text)
            or (self.filmed and CHAPTER.match(text))
            # A page's title once more, above its recipe.
            or (text == self.titled and not self.layout.parts)
            or (kind_of_line(line.raw) == "furniture" and not self._is_title(line))
            or (self.section == "head" and self._stands_above(line))
        ):
            self._aside("furniture", line.raw)
        elif not self.layout.title and self._is_title(line):
            self._take_title(text)
        elif self._take_facts(line) or self._take_whole_part(line):
            return
        elif self._tells_nutrition(line):
            self._aside("nutrition", text)
        elif self.section == "head" and OVEN.match(text):
            self._aside("note", text)
        elif self.section == "notes":
            self._in_notes(line)
        elif self.section == "method":
            self._in_method(line)
        else:
            self._in_list(line)

    def _is_figure(self, text: str) -> bool:
        """Take a line under "Nutrition per serving": there "Fat 22g" is no food."""
        self.figures = self.figures and (bool(claims_in([text])) or tells_columns(text))
        if self.figures:
            self._aside("nutrition", text)
        return self.figures

    def _stands_above(self, line: Written) -> bool:
        """Tell what stands above the name of the dish and is none."""
        if stands_above(line.text):
            fact = times_in(line.text) or servings_in(line.text) is not None
            return not fact and self.around.name_follows()
        return not self.layout.title and self.around.house_above(line)

    def _tells_nutrition(self, line: Written) -> bool:
        """Tell what a serving has in it; "Salt: 1/2 tsp" among the lines of a list is a food."""
        if self.section == "list" and _SALT_OR_SUGAR.match(line.text) and not line.after_blank:
            return False
        return kind_of_line(line.text) == "nutrition" or tells_figures(line.text)

    def _is_named(self, line: Written) -> bool:
        """Take a line that names the dish or says where it comes from."""
        name = told_name(line.text)
        named = name is not None and not is_step(name) and servings_in(name) is None
        # Behind the list "Recipe: adapted from my gran" names nothing anew.
        if name is not None and named and (self.section == "head" or not self.layout.title):
            if self.titled:
                self._aside("furniture", self.titled)
            self.titled, self.layout.title = line.text, name
            return True
        sent = self.around.place < self.letter
        if self.section != "head" or not (sent or FROM.match(line.text)):
            return False
        self.about = self.about or (replies_about(line.text) or "")
        self._aside("furniture", line.raw)
        self._servings_in_story(line.text)
        return True

    def _section_of(self, line: Written) -> bool:
        text = line.text
        if opens_list(text):
            if self._told_twice():
                # Of an earlier "Ingredients you'll need" only talk stood below.
                for step in self.layout.steps:
                    self._aside("story", step)
                self.layout.steps, self.layout.sections = [], []
            self.section = "list"
            self.layout.servings = self.layout.servings or servings_in(text)
            if (system := SYSTEM_TOLD.search(text)) is not None:
                self.layout.open_part(system["name"])
        elif METHOD.match(text) or (HOW_TO.match(text) and self.layout.parts):
            self.section = "method"
        elif NOTES.match(text) and self.layout.title:
            self.section = "notes"
        elif COMMENTS.match(text) and self._has_dish():
            self._aside("furniture", text)
            self.section = "gone"
        elif NUTRITION.match(text) and self.layout.title:
            self._aside("nutrition", text)
            self.figures = True
        elif STEP_LABEL.match(text):
            self.section = "method"
        else:
            return False
        return True

    def _told_twice(self) -> bool:
        """Tell the list below another head of a list, under which nothing was listed."""
        below = self.list_at < self.around.place < self.method_at
        return below and bool(self.layout.steps) and not any(part for _, part in self.layout.parts)

    def _has_dish(self) -> bool:
        """Tell whether the recipe itself stands above: what follows comments is not read."""
        lines = [text for _, part in self.layout.parts for text in part]
        listed = sum(map(has_amount, lines)) >= LEAST_ITEMS
        return self.around.place > self.list_at and (listed or bool(self.layout.steps))

    def _is_title(self, line: Written) -> bool:
        """Tell whether a line can be the title: the first words that say no more than a name."""
        if self.layout.title or self.section != "head":
            return False
        text = line.text
        if (
            re.match(r"^by\s+\w+", text, re.IGNORECASE)
            or GREETING.match(text)
            or FROM.match(text)
            or is_dated(line.raw)
            or len(text) > 140
            or self._whole_part(text) is not None
            or (times_in(text) and kind_of_line(text) == "times")
            # What a letter is about names the dish better than a sentence of it.
            or (self.about and text[-1:] in ".!?,:")
        ):
            return False
        kind = kind_of_line(line.raw)
        if kind in {"times", "nutrition"} or (
            kind == "servings" and not re.search(r"[a-z]{4,}.*[a-z]{4,}.*[a-z]{4,}", text)
        ):
            return False
        if kind == "furniture":
            return _ON_A_PAGE.search(text) is None and len(text) < LONGEST_TITLE_LINE
        if only_amount(text):
            return False
        measured = measures(text)
        if measured and (begins_with_amount(text) or self.around.names_food(text)):
            return False
        if begins_with_amount(text):
            # "3-Cheese Gnocchi Bake" is a title where no list goes on under it.
            follows = self.around.next()
            listed = (
                follows is not None
                and begins_with_amount(follows.text)
                and self.around.names_food(follows.text)
                and not line.after_blank
            )
            return (
                not listed
                and re.match(r"^\d+\s?(?:g|kg|ml|l|oz|lb|cups?|tbsp|tsp)\b", text, re.IGNORECASE)
                is None
            )
        prose = text.rstrip().endswith(".") and len(text.split()) > 9
        return not prose

    def _take_title(self, text: str) -> None:
        self.titled = text
        follows = self.around.next()
        if follows is not None and self.around.title_goes_on(text, follows):
            text = f"{text} {follows.text}"
            self.around.place += 1
        self.layout.title, servings = title_of(text)
        if (name := told_in_letter(text)) is not None:
            self.layout.title = name
        self.layout.servings = self.layout.servings or servings
        _, name, behind = text.partition(self.layout.title)
        for kind, value in times_in(_BRACKETS.sub(" | ", behind)).items() if name else ():
            # "Leek bake (serves 4, 40 minutes)".
            self.layout.minutes.setdefault(kind, value)

    def _take_facts(self, line: Written) -> bool:
        """Take servings, yield and times from a line that says them; True if that is all it says."""
        text = line.text
        kind = kind_of_line(text)
        facts_above = self.facts_at == self.around.place - 1
        goes_on = facts_above and (only_facts(text) or only_servings(text))
        told = goes_on or labels_time(text)
        if self.section == "method" and not (line.after_blank or told or kind == "servings"):
            self._servings_in_story(text)
            return False
        minutes, servings = times_in(text), servings_in(text)
        if (made := _IN_BRACKETS.fullmatch(text)) is not None and servings is None:
            # "(8 slices)" below the title.
            self.layout.makes = self.layout.makes or made["what"]
            return True
        told = (
            told
            or kind in {"times", "servings"}
            or (
                len(text) < 120
                and (servings is not None or bool(minutes))
                and (
                    is_facts(text)
                    or only_servings(text)
                    or only_facts(text)
                    or only_times(text)
                    or (self.section == "head" and counts_out(text))
                )
            )
        )
        if not told:
            self._servings_in_story(text)
            return False
        self.facts_at = self.around.place
        for name, value in minutes.items():
            self.layout.minutes.setdefault(name, value)
        for piece in pieces_of(text):
            if is_energy(piece):
                self._aside("nutrition", piece)
        makes = yield_in(text)
        if servings is not None and (
            self.layout.servings is None
            or re.search(r"serv|people|portion|feeds", text, re.IGNORECASE)
        ):
            self.layout.servings = self.layout.servings or servings
        if makes and not self.layout.makes and not counts_people(makes):
            self.layout.makes = makes
        if not minutes and servings is None and not makes:
            self._aside("note", text)
        return True

    def _take_whole_part(self, line: Written) -> bool:
        """Take "Meat sauce: 1 lb ground beef, 1 onion, 3 cloves garlic" as a part with its lines."""
        found = self._whole_part(line.text)
        if found is None:
            return False
        name, items = found
        # "Ingredients: 400 g parsnips, 1 onion" is the whole list.
        self.layout.open_part("" if opens_list(name) else name.strip().capitalize())
        for item in items:
            self.layout.add_line(item)
        self.section = "list"
        return True

    def _whole_part(self, text: str) -> tuple[str, list[str]] | None:
        match = _WHOLE_PART.match(text)
        aside = kind_of_line(text) in {"nutrition", "furniture"} or tells_figures(text)
        if match is None or aside:
            return None
        split = _NEXT_ITEM.split(match["rest"].rstrip(" ."))
        items = max(split, self._items(match["rest"]), key=len)
        named = len(match["name"].split()) <= MOST_NAME_WORDS
        if not named or sum(has_amount(item) for item in items) < LEAST_ITEMS:
            return None
        return match["name"], items

    def _servings_in_story(self, text: str) -> None:
        self.layout.servings = self.layout.servings or served_at_end(text)
        if self.layout.servings is None and self.section == "head":
            self.layout.servings = servings_in_story(text)

    def _in_notes(self, line: Written) -> None:
        if heading_name(line.text) is not None and self.around.amounts_follow(2):
            self.section = "list"
            self.layout.open_part(heading_name(line.text) or "")
        elif SIGN_OFF.match(line.text):
            self._aside("furniture", line.text)
        else:
            self._aside("note", line.text)

    def _in_method(self, line: Written) -> None:
        if not self.layout.steps:
            self.broken = self.around.broken_at_edge(self.around.place)
        if not self.layout.parts and self._opens_plain_list(line):
            self._in_list(line)
            return
        text = STEP_NUMBER.sub("", line.text) if line.text else line.text
        steps = self.layout.steps
        if SIGN_OFF.match(line.text) or self._signs(line) or (line.raw.startswith(">") and steps):
            self._aside("furniture", line.text)
            return
        if re.fullmatch(r"\W*\d{1,2}\W*", line.text):
            return
        if re.fullmatch(r"[A-Z]\.?", line.text):
            self._aside("furniture", line.text)
            return
        if self._continues_step(line):
            before = steps[-1]
            steps[-1] = (
                before[:-1] + text
                if re.search(r"[a-z]-$", before) and text[:1].islower()
                else f"{before} {text}"
            )
            return
        name = heading_name(line.text)
        parts = {part.casefold() for part, _ in self.layout.parts if part}
        if not line.marked and line.text.strip(" :").casefold() in parts:
            # The name of a part once more: how that part is made.
            self.under = line.text.strip(" :")
            return
        if name is not None and not is_step(line.text):
            if self.around.amounts_follow(2):
                self.section = "list"
                self.layout.open_part(name)
            else:
                self.under = name
            return
        kind = kind_of_line(line.text)
        starred = self._is_starred(line)
        if (starred and steps) or (kind == "note" and not line.marked) or self._is_remark(line):
            self._aside("note", line.text)
        else:
            steps.append(text)
            self.layout.sections.append(self.under)

    def _is_starred(self, line: Written) -> bool:
        """Tell a star below steps without one that marks a remark; of several each is a step."""
        follows, first = self.around.next(), not self.starred
        self.starred = self.starred or line.raw.startswith("*")
        alone = follows is None or not follows.raw.startswith("*")
        return line.raw.startswith("*") and line.after_blank and first and alone

    def _signs(self, line: Written) -> bool:
        """Tell the name under the last words of a letter."""
        above = self.around.lines[self.around.place - 1].text if self.around.place else ""
        words = line.text.split()
        short = len(words) <= MOST_SIGNED and not is_step(line.text)
        if short and SIGN_OFF.match(above) is not None:
            return True
        # Who gave a recipe to a book stands under it, far to the right.
        last = self.around.next() is None and above[-1:] in ".!" and len(words) > 1
        named = all(word[:1].isupper() and word.isalpha() for word in words)
        return short and last and named and not self.around.names_food(line.text)

    def _opens_plain_list(self, line: Written) -> bool:
        """Tell the first line of a list that stands behind a step ("Oven 350. 1 hr.")."""
        text = line.text
        listed = has_amount(text) and not is_step(text) and self.around.names_food(text)
        return listed and self.around.amounts_follow(2)

    def _continues_step(self, line: Written) -> bool:
        """Tell the rest of a step that was broken at the edge of a page."""
        steps = self.layout.steps
        if not steps or line.after_blank or line.marked or len(steps[-1]) > LONGEST_STEP:
            return False
        before = self.around.lines[self.around.place - 1].raw
        if re.search(r"[.!?:;)]$", before) and line.text[:1].isupper():
            # In a text broken at its edge a sentence may end there as well.
            ends = len(before) >= WRAPPED_AT and before[-1] != ":"
            return ends and self.broken
        wrapped = len(before) >= WRAPPED_AT and re.search(r"[.!?:]$", before) is None
        # Who writes without capitals begins each step small.
        small = steps[0][:1].islower()
        if small and (not wrapped or self._commands_anew(line, before)):
            return False
        return wrapped or line.text[:1].islower() or line.text[:1] in "(/"

    def _commands_anew(self, line: Written, before: str) -> bool:
        """Tell the next step of who writes without capitals and full stops, a line for each."""
        stopped = any(step.rstrip().endswith(".") for step in self.layout.steps)
        # "Off the heat stir in paprika."
        first = re.findall(r"[a-zé]+", line.text.lower())[:4]
        commands = is_step(line.text) or not STEP_VERBS.isdisjoint(first)
        return not stopped and commands and not _LEFT_OPEN.search(before)

    def _is_remark(self, line: Written) -> bool:
        """Tell a remark behind the last step: no verb of cooking in it, set apart by a blank."""
        if not line.after_blank or line.marked or not self.layout.steps:
            return False
        words = {w.lower() for w in re.findall(r"[A-Za-zé]+", line.text)}
        if first_word(line.text) in STEP_VERBS:
            return False
        return not words & STEP_VERBS or re.match(
            r"^\W*(?:if (?:the|you|it)|could|can|you can|this|it|keeps|leftovers|works|any|we|i)\b", line.text, re.IGNORECASE
        ) is not None  # fmt: skip

    def _in_list(self, line: Written) -> None:
        text = line.text
        if self.layout.parts and OVEN_ALONE.match(text):
            # "Oven 190." behind the list begins the method.
            self.section = "method"
            self._in_method(line)
            return
        if self._joins_line(line):
            self.joined += 1
            lines = self.layout.parts[-1][1]
            before = lines[-1]
            lines[-1] = before[:-1] + text if re.search(r"[a-z]-$", before) else f"{before} {text}"
            return
        if self._in_words(line):
            return
        name = (
            None
            if _SALT_AND_PEPPER.fullmatch(text)
            else self.around.heading(line, len(self.layout.parts))
        )
        if name is not None:
            name = re.sub(r"\s*\([^)]*\)\s*$", "", name)
            # The title once more is no part of the dish.
            again = name.casefold() == self.layout.title.casefold() and not self.layout.parts
            self.layout.open_part("" if again else name)
            self.section = "list"
            return
        kind = "food" if _SALT_AND_PEPPER.fullmatch(text) else kind_of_line(text)
        if kind == "note":
            self._aside("note", text)
        elif line.step or kind == "step" or (kind == "heading" and is_step(text)):
            self.section = "method"
            self._in_method(line)
        elif kind == "heading":
            if self.layout.parts and not self.around.amounts_follow(1):
                self._aside("note", text)
            else:
                self.layout.open_part(heading_name(text) or text)
        elif SIGN_OFF.match(text):
            self._aside("furniture", text)
        else:
            self.section, self.joined = "list", 0
            for item in self._items(_NEEDED.sub("", text)):
                self.layout.add_line(_without_number(item))

    def _is_late_title(self, line: Written) -> bool:
        """Tell the name of a dish that stands between its list and its steps."""
        follows = self.around.next()
        if self.layout.title or not self.layout.parts or follows is None or line.marked:
            return False
        apart = line.after_blank and follows.after_blank
        orders = is_step(STEP_NUMBER.sub("", follows.text))
        named = len(line.text.split()) > 1 and not has_amount(line.text)
        return apart and orders and named and heading_name(line.text) is None

    def _in_words(self, line: Written) -> bool:
        """Take what is told among or before the lines of a list and is none of them."""
        text = line.text
        if self._is_late_title(line):
            self._take_title(text)
            return True
        if self._is_before_list(line):
            self._aside("note" if text.startswith("(") else "story", text)
            return True
        if self._is_spoken(text):
            self.section = "method"
            self.layout.steps.append(text)
            self.layout.sections.append(self.under)
            return True
        ends = re.match(
            r"^\W*(?:for (?:the )?|to )?(?:assemble|finish|serve)\W*$", text, re.IGNORECASE
        )
        if ends is None and self._is_story(line):
            self._aside("story", text)
            return True
        return False

    def _items(self, text: str) -> list[str]:
        """Return the lines of a list that was written on one, each a food, most with an amount."""
        items = [item.strip() for item in re.split(r"[,;]\s+(?:and\s+)?", text.rstrip(" ."))]
        last = re.split(r"\s+(?:and|&)\s+(?=\d)", items[-1])
        items = [*items[:-1], *last] if len(items) >= LEAST_ITEMS else items
        counted = sum(has_amount(item) for item in items)
        least = 2 if all(ends_with_amount(item) for item in items) else LEAST_LISTED
        if len(items) < least or counted < len(items) - 1:
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
        if only_amount(before) or line.text.startswith("("):
            return heading_name(line.text) is None or not self.around.amounts_follow(1)
        digits = any(c.isdigit() for c in line.text)
        if not line.text[:1].islower() or digits or _OWN_LINE.match(line.text):
            return False
        # What nobody here knows ("calamansi") is a line of its own above a food.
        unfinished = not self.around.names_food(before) and (
            begins_with_amount(before) or not self.around.names_food(line.text)
        )
        return unfinished or _OPEN_END.search(before) is not None

    def _is_spoken(self, text: str) -> bool:
        """Tell a recipe that was said into a machine: amounts in words, no full stop, no end."""
        if self.layout.parts or len(text.split()) < LEAST_SPOKEN or re.search(r"[.!?,;]\s", text):
            return False
        spelled = _NO_AMOUNT.sub(" ", spell_numbers(text))
        return len(AMOUNT_STARTS.findall(spelled)) >= LEAST_AMOUNTS

    def _is_before_list(self, line: Written) -> bool:
        """Tell what is said of a dish between its title and the head of its list."""
        text = line.text
        if self.section != "head" or self.layout.parts or not (self.layout.title or self.about):
            return False
        if re.fullmatch(r"\([^()\d]*\)", text) is not None and not self.around.names_food(text):
            return True
        if self._tells_before_list(text) or self._says_above_list(text):
            return True
        # "A family favourite" counts nothing.
        counts = any(c.isdigit() for c in text) or self.around.names_food(text)
        if (has_amount(text) and counts) or is_step(text):
            # "A brunch that holds its own at dinner", alone above "Serves 4", is no list.
            return not any(c.isdigit() for c in text) and self._above_facts(line)
        above = self.around.lines[self.around.place - 1].text if self.around.place else ""
        if above == self.titled and not line.after_blank and GOES_ON.match(text):
            return True
        follows = self.around.next()
        facts = follows is not None and only_facts(follows.text)
        facts = facts and not self.around.names_food(text)
        return self.around.place < self.list_at or facts or self._above_facts(line)

    def _above_facts(self, line: Written) -> bool:
        """Tell a line of its own right above one that says nothing but whom it serves."""
        follows = self.around.next()
        if follows is None or not (line.after_blank and follows.after_blank):
            return False
        return not line.marked and only_servings(follows.text)

    def _tells_before_list(self, text: str) -> bool:
        """Tell a sentence above a list that a method with a heading of its own follows."""
        told = self.method_at > self.list_at > self.around.place and text[-1:] in ".!?"
        first = first_word(text)
        orders = first in STEP_VERBS or is_step(text.split(",", maxsplit=1)[0])
        # "Fennel is best when it has given up."
        orders = orders and _SAYS_WHAT_IS.match(text) is None
        return (
            told and len(text.split()) >= LEAST_TOLD and not orders and not begins_with_amount(text)
        )

    def _is_story(self, line: Written) -> bool:
        """Tell prose before the list."""
        text = line.text
        if self._stands_alone(line):
            self.layout.servings = self.layout.servings or servings_in(text)
            return True
        if self.layout.parts or begins_with_amount(text):
            return False
        if GREETING.match(text):
            return True
        words = len(text.split())
        first = first_word(text)
        if re.match(r"^by\s+[A-Za-z]", text):
            return True
        talks = re.search(
            r"\b(?:i|my|we|our|you|gran|mum|mom|she|he|they|nobody|never|always|because)\b",
            text,
            re.IGNORECASE,
        )
        if (
            words >= 8
            and talks
            and (first not in STEP_VERBS or not is_step(text) or self.section == "head")
        ):
            return not re.search(r"\b\d+\s?(?:g|kg|ml|tbsp|tsp|cups?|oz|lb)\b", text)
        return words >= 12 and not is_step(text) and text.rstrip().endswith((".", "!", "?"))

    def _stands_alone(self, line: Written) -> bool:
        """Tell a sentence of its own between the title and the list: "A side for six, at best."."""
        text, follows = line.text, self.around.next()
        if self.section != "head" or not self.layout.title or self.layout.parts:
            return False
        if self._says_above_list(text):
            return True
        apart = line.after_blank and not line.marked and follows is not None and follows.after_blank
        said = text.endswith((".", "!")) and len(text.split()) >= LEAST_SENTENCE
        return apart and said and not is_step(text) and not measures(text)

    def _says_above_list(self, text: str) -> bool:
        """Tell a sentence that orders nothing, above lines with amounts: "Not quick, but good."."""
        return tells_without_order(text) and self.around.list_follows(LEAST_LISTED)

    def listed(self, *, guessed: bool) -> Layout:
        """Take every line as one of an ingredient list, headings among them.

        Unless they are `guessed` from what stands under them, only marked ones are headings.
        """
        self.section = "list"
        while self.around.place < len(self.around.lines):
            line = self.around.lines[self.around.place]
            text = line.text
            name = (
                self.around.heading(line, len(self.layout.parts))
                if guessed
                else _marked_heading(line)
            )
            if is_button(text) or kind_of_line(line.raw) == "furniture":
                self._aside("furniture", line.raw)
            elif name is not None:
                self.layout.open_part(re.sub(r"\s*\([^)]*\)\s*$", "", name))
            elif kind_of_line(text) == "note":
                self._aside("note", text)
            else:
                self.layout.add_line(_without_number(text))
            self.around.place += 1
        self.layout.parts = [(name, lines) for name, lines in self.layout.parts if lines]
        return self.layout


def _without_number(text: str) -> str:
    """Return an ingredient line without the number of its place in a list."""
    match = re.match(r"^\d{1,2}[.)]\s+(?=\d|an?\s|½|¼|¾|[A-Z][a-z]+)", text)
    return text[match.end() :] if match else text


def sort_lines(text: str, names_food: Callable[[str], bool]) -> Layout:
    """Sort the lines of a pasted text.

    Args:
        text: anything.
        names_food: tells whether a short text names a food; headings are told from foods by it.
    """
    return _Sorter(written_lines(text), names_food).run()


def _names_dish(lines: Sequence[Written]) -> bool:
    """Tell a name with what is known of the dish right below it, as below a letter's subject."""
    if len(lines) < 2 or lines[1].after_blank:
        return False
    name, below = (line.text for line in lines)
    plain = not (begins_with_amount(name) or opens_list(name) or GREETING.match(name))
    facts = only_facts(below) or only_servings(below) or begins_with_amount(below)
    return plain and facts and name[-1:] not in ".!?,:"


def _marked_heading(line: Written) -> str | None:
    """Return the heading that a line says it is: "For the lid:", "**Lid**"."""
    marked = line.raw.rstrip(" *_").endswith(":") or line.raw.startswith(("#", "**"))
    return heading_name(line.raw) if marked else None


def without_step_number(text: str) -> str:
    """Return a step without the number it stands under."""
    return STEP_NUMBER.sub("", text, count=1)


def sort_list(
    items: Sequence[str], names_food: Callable[[str], bool], *, guessed: bool = True
) -> Layout:
    """Sort the items of an ingredient list that a file tells as one, each an item of its own.

    Args:
        items: a line each; headings may stand among them.
        names_food: as for `sort_lines`.
        guessed: whether a heading may be known by the lines under it alone.
    """
    written = [line for item in items for line in written_lines(" ".join(item.split()))]
    lines = [replace(line, after_blank=False, marked=False) for line in written]
    return _Sorter(lines, names_food).listed(guessed=guessed)
