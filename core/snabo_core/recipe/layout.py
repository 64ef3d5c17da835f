"""Sorts the lines of a pasted text: title, facts, parts with their lines, steps, what is set aside."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import replace
from itertools import chain, islice

from snabo_core.quantities.kinds import (
    begins_with_amount,
    first_word,
    heading_name,
    is_button,
    is_step,
    kind_of_line,
)
from snabo_core.quantities.verbs import COMMANDS
from snabo_core.recipe.around import FOR_A_PART, MOST_TITLE_WORDS, SAYS_OPTIONAL, opens_list
from snabo_core.recipe.claims import claims_in, tells_columns, tells_figures
from snabo_core.recipe.fact_lines import FactLines
from snabo_core.recipe.facts import yield_in
from snabo_core.recipe.in_a_row import told_in_a_row
from snabo_core.recipe.jotted import jots_order
from snabo_core.recipe.lines import (
    LEAST_SENTENCE,
    only_facts,
    orders_curtly,
)
from snabo_core.recipe.method_lines import MethodLines, orders
from snabo_core.recipe.names import is_in_title_case, names_meal
from snabo_core.recipe.outline import (
    Layout,
    figures_apart,
    in_capitals,
    in_small_letters,
    one_of_two_systems,
    weigh_in_grams,
)
from snabo_core.recipe.sections import (
    ALL_IN_GRAMS,
    CHAPTER,
    COMMENTS,
    FROM,
    HOW_TO,
    LIST_OF,
    METHOD,
    METHOD_OF,
    METHOD_SAYS,
    NOTES,
    NUTRITION,
    OVEN,
    OVEN_ALONE,
    SHARED,
    SHELVES,
    SIGN_OFF,
    STEP_LABEL,
    SYSTEM_TOLD,
)
from snabo_core.recipe.servings import (
    only_servings,
    servings_in,
    servings_in_story,
    shared_among,
)
from snabo_core.recipe.sorting import LEAST_ITEMS, LEAST_LISTED, LEAST_TOLD
from snabo_core.recipe.tails import beside_list, speaks, tail_of
from snabo_core.recipe.times import pieces_of
from snabo_core.recipe.titles import asked_for, handed_over, replies_about, title_of, told_name
from snabo_core.recipe.written import (
    STEP_NUMBER,
    Written,
    has_amount,
    written_lines,
)

# What is said of figures among them: "All values are per serve."
_OF_FIGURES = re.compile(
    r"\b(?:nutrition\w*|values?|daily|amounts?) .*\b(?:per|are|based|approx\w*)\b|^\W*per serv",
    re.IGNORECASE,
)
# Whom it feeds, and a stop with more behind it.
_FACTS_FIRST = re.compile(
    r"\W*(?:serves|feeds|makes|for|enough for|takes|prep|cook)\b[^.!;]{1,40}[.!;]\s+(?=[^\W\d])"
    # "For 1: 75 g rice, 30 g peas."
    r"|\W*for\s+\d{1,2}(?:\s?[-–]\s?\d{1,2})?\s*:\s+(?=\S)",
    re.IGNORECASE,
)
_TELLS_ON = re.compile(r"(?:takes|needs|ready|keeps|freezes)\b", re.IGNORECASE)
# How a list begins that is told: "You need 1 leek".
_NEEDED = re.compile(
    r"^(?:you(?:'ll|’ll| will)?\s+(?:also\s+)?need|take|get|have ready)\W*\s+(?=[\d½¼¾⅓⅔])",
    re.IGNORECASE,
)
_SALT_OR_SUGAR = re.compile(r"\W*(?:salt|sugar)\b\W*\d", re.IGNORECASE)
_SALT_AND_PEPPER = re.compile(
    r"\W*(?:seasonings?|s\s?(?:&|\+|/|n|and)\s?p\b)(?:\s+(?:to|for|as)\b.{0,30})?\W*", re.IGNORECASE
)
_OF_PEOPLE = re.compile(r"\d\s+(?:people|persons?|servings?|portions?|pers)\b", re.IGNORECASE)
_OR = re.compile(r"\W*or\W*", re.IGNORECASE)
# The name of a field that a page left empty.
_EMPTY_FIELD = re.compile(
    r"(?:serves|servings?|portions?|yield|(?:prep|cook|total)(?:ing)?\s+time)\W*", re.IGNORECASE
)
# "What to do with leeks?", "How to use up a glut".
_ASKS_OR_TEACHES = re.compile(r"\?|^(?:how|what|when) to\b", re.IGNORECASE)
_IN_ONE_BRACKET = re.compile(r"^\(([^()]+)\)$")
# "Whole spices, whatever you have".
_AS_YOU_LIKE = re.compile(r",\s*(?:whatever|if|as|any|or|your choice)\b[^,;.]*$", re.IGNORECASE)
# "You will need for the chicken", below the list of its sauce.
_NEEDED_FOR = re.compile(
    r"\W*you(?:['’]ll| will)? (?:also )?need for (?:the )?\S[^\d.,;]{2,30}$", re.IGNORECASE
)
# The number of a page; "4" says for how many.
_PAGE_NUMBER = re.compile(
    r"\W*(?:(?:1[3-9]|[2-9]\d|\d{3,4})|page\s+\d{1,3}\s*(?:of|/)\s*\d{1,3})\W*", re.IGNORECASE
)
# "Ingredients (makes 12 tacos)".
_HEAD_SAYS = re.compile(
    r"(?<=[\s(\[])(?:makes|yields?)\b[^()\[\]]{1,40}(?=[)\]\s:]*$)", re.IGNORECASE
)
# So many words of the title above a list are the dish's name, and no part's.
LEAST_OF_A_NAME = 3
_STEP_LABELLED = re.compile(r"\W*step\s*\d", re.IGNORECASE)
_TO_COOK = re.compile(r"\W*to (?:cook|make)\W*", re.IGNORECASE)
_MINUTES = re.compile(r"\b\d{1,3}\s?(?:m|mins?|minutes|h|hrs?|hours?)\b", re.IGNORECASE)
# What a page says among foods is no longer.
LONGEST_SAID = 60
# So many lines of a list are looked at before a heading: no recipe has more.
MOST_LISTED = 200
# So many foods or steps are looked at closely: a dish has fewer.
MOST_TAKEN = 250
# So many foods with their amounts are a list that leaves none out.
MOST_WEIGHED = 60
# A heading in nobody's words has no more.
MOST_OF_A_HEADING = 5
# "1x 2x 3x".
_SCALES = re.compile(r"(?:scale:?\s+)?(?:(?:[½1-4]|1/2|0\.5)[x×]\s?){1,5}", re.IGNORECASE)
_TWO_SENTENCES = re.compile(r"[^\W\d]{3}\.\s+[A-Z]")


class _Sorter(FactLines, MethodLines):
    """Goes through the lines once, knowing what the next one is."""

    def run(self) -> Layout:
        """Sort every line and return the layout."""
        while self.around.place < len(self.around.lines):
            self._take(self.around.lines[self.around.place])
            self.around.place += 1
        layout = self.layout
        layout.parts = [(name, lines) for name, lines in layout.parts if lines]
        one_of_two_systems(layout)
        figures_apart(layout)
        layout.title = layout.title or (title_of(self.about)[0] if self.about else "")
        layout.title = layout.title or self.column
        if not layout.title:
            stories = [aside.text for aside in layout.asides if aside.kind == "story"]
            named = (*map(handed_over, stories), *map(asked_for, [*stories, *layout.steps]))
            layout.title = next(filter(None, named), "")
        said = [
            *layout.steps,
            *(aside.text for aside in layout.asides if aside.kind != "nutrition"),
        ]
        told = (servings_in_story(text) for text in reversed(said))
        layout.servings = layout.servings or servings_in(self.titled)
        layout.servings = layout.servings or next(filter(None, told), None)
        layout.servings = layout.servings or shared_among(layout.steps) or self.loosely
        weigh_in_grams(layout)
        return layout

    def _behind_label(self, line: Written) -> Written:
        """Return what "Method: boil the peas" says of the method, else the line as it is."""
        label = METHOD_SAYS.match(line.text)
        if label is None or not (self.layout.title or self.layout.parts):
            return line
        said = line.text[label.end() :]
        # "To make: 200 g flour, 2 eggs" is a list.
        # And "Method: oven" says where.
        if begins_with_amount(said) or (len(said.split()) == 1 and not is_step(said)):
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
        if servings_in(line.text) not in {None, servings_in(head)}:
            # "Makes 8; allow 2 per person" is one telling.
            return line
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
        if self._is_figure(text) or self._overflows(line) or self._is_named(line):
            return
        if self.section == "gone":
            self._aside("furniture", line.raw)
        elif ALL_IN_GRAMS.match(text):
            self.layout.grams = "told"
        elif self._section_of(line) or self._answers(line):
            return
        elif self._is_furniture(line):
            self._set_furniture_aside(line)
        elif not self.layout.title and self._is_title(line):
            self._take_title(text)
        elif self._take_facts(line) or self._take_whole_part(line) or self._takes_first_step(line):
            return
        elif self._tells_nutrition(line):
            self._aside("nutrition", text)
            self.layout.servings = self.layout.servings or servings_in(text)
            # "Fat 10 g" right below "Protein 44 g", above the list.
            self.figures = self._above_list()
        elif self.section == "head" and OVEN.match(text):
            self._aside("note", text)
        elif self.section == "notes":
            self._in_notes(line)
        elif self.section == "method":
            self._in_method(line)
        else:
            self._in_list(line)

    def _overflows(self, line: Written) -> bool:
        """Take a line of a list or a method longer than is read, without a closer look."""
        if len(self.around.lines) <= MOST_TAKEN:
            return False
        if self.section == "method" and len(self.layout.steps) > MOST_TAKEN:
            self.layout.steps.append(line.text)
            self.layout.sections.append(self.under)
            return True
        listed = sum(len(part) for _, part in self.layout.parts)
        short = self.section != "list" or listed <= MOST_TAKEN
        if short or kind_of_line(line.text) == "step":
            return False
        if not self._section_of(line):
            self.layout.add_line(line.text)
        return True

    def _is_furniture(self, line: Written) -> bool:
        """Tell the buttons of a page, and what stands above the name of a dish."""
        text = line.text
        # "Home > Supper > Leek bake" may hold the only name.
        crumbs = any(sign in text for sign in ">»›") and self._is_title(line)
        return (
            (is_button(text) and not crumbs)
            or _EMPTY_FIELD.fullmatch(text) is not None
            or self._scales_list(text)
            or (self.filmed and CHAPTER.match(text) is not None)
            # A page's title once more, above its recipe.
            or (text == self.titled and not self.layout.parts)
            or (kind_of_line(line.raw) == "furniture" and not self._is_title(line))
            or (self._above_list() and _PAGE_NUMBER.fullmatch(text) is not None)
            or (self.section == "head" and (self._stands_above(line) or self._is_senders(text)))
        )

    def _scales_list(self, text: str) -> bool:
        """Tell the buttons that scale a list, side by side or one below the other: "1x 2x 3x"."""
        if _SCALES.fullmatch(text) is None:
            return False
        above = self.around.lines[self.around.place - 1].text if self.around.place else ""
        beside = [above, *(one.text for one in (self.around.next(),) if one is not None)]
        several = len(text.split()) > 1 or any(map(_SCALES.fullmatch, beside))
        return several or self._above_list()

    def _set_furniture_aside(self, line: Written) -> None:
        if self.section == "head" and names_meal(line.text):
            self.column = line.text.strip(" *_#=~-")
        self._aside("furniture", line.raw)
        self._take_above_name(line.text)
        if self.section == "head" and _OF_PEOPLE.search(line.text):
            # "RECIPE FOR 10 PERSONS - HALL LUNCH".
            told = map(servings_in, pieces_of(line.text))
            self.layout.servings = self.layout.servings or next(filter(None, told), None)
        # "Published 2 May. Serves 2. Takes 40 minutes.", but not "03:10 Frying" of a film.
        if not (self.filmed and CHAPTER.match(line.text)):
            self._facts_in_story(line.text)

    def _is_figure(self, text: str) -> bool:
        """Take a line under "Nutrition per serving": there "Fat 22g" is no food."""
        told = self.figures and (
            claims_in([text]) or tells_columns(text) or _OF_FIGURES.search(text)
        )
        self.figures = bool(told)
        if self.figures:
            self._aside("nutrition", text)
            # "Serves 5 | 430 kcal" below "Calories: 430".
            self.layout.servings = self.layout.servings or servings_in(text)
        return self.figures

    def _tells_nutrition(self, line: Written) -> bool:
        """Tell what a serving has in it; "Salt: 1/2 tsp" among the lines of a list is a food."""
        if self.section == "list" and _SALT_OR_SUGAR.match(line.text) and not line.after_blank:
            return False
        return kind_of_line(line.text) == "nutrition" or tells_figures(line.text)

    def _is_named(self, line: Written) -> bool:
        """Take a line that names the dish or says where it comes from."""
        name = told_name(line.text)
        named = name is not None and not is_step(name) and servings_in(name) is None
        if name is not None and self.layout.title and not self.around.names_dish(name):
            # "Recipe: Nora Field" below "Leek bake".
            named = False
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
        self._facts_in_story(line.text)
        return True

    def _answers(self, line: Written) -> bool:
        """Take the name of a dish in the answer to a question, above whom it serves.

        "What to do with leeks?" and what was said to it are no part of the recipe.
        """
        follows, words = self.around.next(), line.text.split()
        asked = _ASKS_OR_TEACHES.search(self.titled) is not None
        asked = asked or (not self.layout.title and "?" in self.about)
        if not asked or self.layout.steps or follows is None:
            return False
        if len(words) > MOST_TITLE_WORDS or begins_with_amount(line.text):
            return False
        counted = title_of(line.text)[1] is not None
        listed = any(has_amount(item) for _, items in self.layout.parts for item in items)
        if listed or not (line.after_blank or counted):
            return False
        served = only_servings(follows.text) and self.around.amounts_follow(1)
        # "Anyone have a good swede bake?", and below it "SWEDE BAKE" above its list.
        name = self.titled.endswith("?") and self.around.amounts_follow(2)
        name = name and (counted or is_in_title_case(line.text))
        if not served and not (name and self.around.names_dish(line.text)):
            return False
        self._aside("furniture", self.titled or self.about)
        for item in [item for _, items in self.layout.parts for item in items]:
            self._aside("story", item)
        self.layout.parts, self.layout.title, self.section = [], "", "head"
        self._take_title(line.text)
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
            self._facts_of_head(text)
            self._open_part_of(text)
        elif not (self.layout.title or self.layout.parts) and self.around.place < self.list_at:
            # "Step by step", above the title.
            return False
        elif METHOD.match(text) and self.around.place == 0 and self.around.name_follows():
            self._aside("furniture", text)
        elif self._heads_last_foods(text):
            self.section = "list"
            self.layout.open_part(text.strip(" :*_").capitalize())
        elif METHOD.match(text) or (self.layout.parts and self._heads_whole_method(text)):
            self.section = "method"
        elif NOTES.match(text) and self.layout.title:
            self._open_notes(text)
        elif (
            COMMENTS.match(text) or (SHARED.match(text) and self.layout.steps)
        ) and self._has_dish():
            self._aside("furniture", text)
            goes_on = self._method_follows() or self._steps_go_on()
            self.section = self.section if goes_on else "gone"
        elif NUTRITION.match(text) and self.layout.title and not self._serves_one(text):
            self._aside("nutrition", text)
            self.layout.servings = self.layout.servings or servings_in(text)
            self.figures = True
        elif STEP_LABEL.match(text):
            self.section = "method"
        else:
            return False
        return True

    def _open_notes(self, text: str) -> None:
        """Go on to the notes, but not in the middle of a list or of steps that count on."""
        if self._foods_go_on() or (self.section == "method" and self._counts_on()):
            self._aside("note", text)
        else:
            self.section = "notes"

    def _foods_go_on(self) -> bool:
        """Tell "(see notes)" and "Ingredient swaps" in the middle of a list."""
        follows = self.around.next()
        if self.section != "list" or follows is None or follows.after_blank:
            return False
        return begins_with_amount(follows.text) and self.around.names_food(follows.text)

    def _method_follows(self) -> bool:
        """Tell "Rating 4.5" or "12 comments" between a list and its method."""
        follows = self.around.next()
        if self.ordered() or follows is None:
            return False
        counted = STEP_NUMBER.match(follows.text) is not None or has_amount(follows.text)
        return self.method_at > self.around.place or counted or is_step(follows.text)

    def _heads_whole_method(self, text: str) -> bool:
        """Tell "How to make leek bake", and "Steps for leek bake" where no method is begun."""
        return HOW_TO.match(text) is not None or (
            self.section != "method" and METHOD_OF.match(text) is not None
        )

    def _facts_of_head(self, head: str) -> None:
        """Take what the head of a list says of the dish: "Ingredients (serves 4)", "(makes 12)"."""
        # What is made needs to stand alone: "makes 4" behind another word may be of anything.
        said = _HEAD_SAYS.search(head)
        servings = servings_in(head) or (servings_in(said[0]) if said is not None else None)
        makes = yield_in(said[0]) if said is not None else ""
        self.layout.servings = self.layout.servings or servings
        self._keep_made(makes)

    def _open_part_of(self, head: str) -> None:
        """Open the part that the head of a list names: "Ingredients (metric)"."""
        if (system := SYSTEM_TOLD.search(head)) is not None:
            self.layout.open_part(system["name"])
        elif (part := LIST_OF.match(head)) is not None and self.lists_of > 1:
            # "INGREDIENTS (rice)", and below it "INGREDIENTS (seafood)".
            self.layout.open_part(part["name"].strip().capitalize())

    def _told_twice(self) -> bool:
        """Tell the list below another head of a list, under which nothing was listed."""
        below = self.list_at < self.around.place < self.method_at
        return below and bool(self.layout.steps) and not any(part for _, part in self.layout.parts)

    def _has_dish(self) -> bool:
        """Tell whether the recipe itself stands above: what follows comments is not read."""
        lines = [text for _, part in self.layout.parts for text in part]
        listed = sum(map(has_amount, lines)) >= LEAST_ITEMS
        return self.around.place > self.list_at and (listed or bool(self.layout.steps))

    def _take_whole_part(self, line: Written) -> bool:
        """Take "Meat sauce: 1 lb ground beef, 1 onion, 3 cloves garlic" as a part with its lines."""
        found = self._whole_part(line.text)
        # "Exchanges: 2 vegetable, 1 fat" under the steps.
        if found is None or (self.layout.steps and tail_of(line.text) is not None):
            return False
        name, items = found
        self.whole_parts += 1
        talked = title_of(name)[0]
        if talked != name and not (self.layout.title or self.layout.parts):
            # "Ok so fish pie thing: 400 g fish, ..." names the dish.
            self.titled, self.layout.title, name = line.text, talked.capitalize(), ""
        # A shopping list goes by shelves: no parts of a dish.
        name = "" if name.lower().strip() in SHELVES else name
        # "Ingredients: 400 g parsnips, 1 onion" is the whole list; what is at hand goes on with it.
        if name or not self.layout.parts:
            self.layout.open_part("" if opens_list(name) else name.strip().capitalize())
        for item in items:
            self.layout.add_line(item)
        self.section = "list"
        return True

    def _in_notes(self, line: Written) -> None:
        if heading_name(line.text) is not None and self.around.amounts_follow(2):
            self.section = "list"
            self.layout.open_part(heading_name(line.text) or "")
        elif SIGN_OFF.match(line.text):
            self._aside("furniture", line.text)
        elif self._begins_method(line):
            self.section = "method"
            self._in_method(line)
        else:
            self._aside("note", line.text)

    def _begins_method(self, line: Written) -> bool:
        """Tell the first step behind the notes on a list, where no heading says so."""
        named = self.method_at > self.around.place
        if self.ordered() or not self.layout.parts or named or not is_step(line.text):
            return False
        return line.step or line.after_blank or STEP_NUMBER.match(line.text) is not None

    def _in_method(self, line: Written) -> None:
        if not self.ordered():
            self.broken = self.around.broken_at_edge(self.around.place)
        first = islice(self.layout.parts, MOST_WEIGHED)
        listed = any(has_amount(item) for _, items in first for item in items[:1])
        if not listed and self._opens_plain_list(line):
            self._in_list(line)
            return
        self._take_step(line)

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
        if self._in_words(line) or self._gives_choice(line) or self._is_beside_list(line):
            return
        name = (
            None
            if _SALT_AND_PEPPER.fullmatch(text)
            else self.around.heading(line, self._opened(), weighed=self._sets_apart(text))
        )
        if name is not None:
            self._take_heading(name, text)
            return
        # "Take 250 g mushrooms, 1 clove garlic and 2 slices of bread. This feeds two." tells more.
        labelled = _STEP_LABELLED.match(text) is not None
        several = (
            not (labelled or self._orders_below_list(text))
            and _TWO_SENTENCES.search(text) is None
            and len(self._items(text)) >= LEAST_LISTED
        )
        food = several or _SALT_AND_PEPPER.fullmatch(text) is not None
        kind = "food" if food else kind_of_line(text)
        if kind == "note" or self._is_footnote(line):
            self._aside("note", text)
        elif (
            line.step
            or self._is_curt_order(line)
            or self._marks_orders(line)
            or self._jots_order(text)
            or kind == "step"
            or (kind == "heading" and is_step(text))
        ):
            self.section = "method"
            self._in_method(line)
        elif kind == "heading":
            if self.layout.parts and not (self.around.amounts_follow(1) or self._heads_food(text)):
                self._aside("note", text)
            else:
                self.layout.open_part(heading_name(text) or text)
        elif SIGN_OFF.match(text):
            self._aside("furniture", text)
        else:
            self.section, self.joined = "list", 0
            for item in self._items(self._without_label(_NEEDED.sub("", text))):
                self.layout.add_line(_without_number(item))

    def _take_heading(self, name: str, text: str) -> None:
        """Open the part a heading names, unless a sentence on the dish follows: "Make ahead"."""
        if self._above_list() and self._tells_below():
            self._aside("story", text)
            return
        self._open_headed(name, text)
        self.section = "list"

    def _is_beside_list(self, line: Written) -> bool:
        """Set aside what is said under the foods of a list and is none."""
        listed = self.section == "list" or (self.layout.parts and self.layout.parts[-1][1])
        starred = line.raw.lstrip("(").startswith("*") and not self._lists_starred()
        heads = self.around.amounts_follow(1) and line.text[-1:] not in ".!"
        opens = line.after_blank or line.text.endswith(":") or _NEEDED_FOR.match(line.text)
        if not listed or (heads and opens):
            return False
        if self._jots_order(line.text):
            return False
        told = beside_list(line.raw if starred else _IN_ONE_BRACKET.sub(r"\1", line.text))
        if told is None:
            food = begins_with_amount(line.text) or self.around.names_food(line.text)
            plain = kind_of_line(line.text) == "food" and not (line.step or is_step(line.text))
            said = plain and speaks(_AS_YOU_LIKE.sub("", line.text), heads=heads)
            if said and not heads and self._speaks_among_foods(line.text):
                food = False
            if food or not said or len(line.text) > LONGEST_SAID:
                return False
        self._aside("furniture" if told == "furniture" else "note", line.text)
        return True

    def _speaks_among_foods(self, text: str) -> bool:
        """Tell a sentence with a stop among foods without: "My kids pick out the onions."."""
        if text[-1:] != "." or len(text.split()) < LEAST_SENTENCE or begins_with_amount(text):
            return False
        listed = self.layout.parts[-1][1] if self.layout.parts else []
        return not any(item.endswith(".") for item in listed)

    def _lists_starred(self) -> bool:
        """Tell a list whose lines stand behind stars."""
        above = self.around.lines[self.around.place - 1].raw if self.around.place else ""
        return above.startswith("*")

    def _open_headed(self, name: str, text: str) -> None:
        """Open the part that a line heads; what it says of leaving it out is a note, too."""
        optional = SAYS_OPTIONAL.search(text.rstrip(" *_:")) is not None
        name = re.sub(r"\s*\([^)]*\)\s*$", "", name)
        if optional:
            self._aside("note", text)
            self.layout.optional_parts.add(name)
        # The title once more is no part of the dish.
        title, said = self.layout.title.casefold(), name.casefold()
        again = said == title or (said in title and len(said.split()) >= LEAST_OF_A_NAME)
        again = again and not self.layout.parts
        self.layout.open_part("" if again else name)

    def _gives_choice(self, line: Written) -> bool:
        """Take "or" between two foods, each on a line: both are one line with a choice."""
        follows, listed = self.around.next(), self.layout.parts and self.layout.parts[-1][1]
        between = _OR.fullmatch(line.text) and follows is not None and has_amount(follows.text)
        if not (between and listed) or follows is None:
            return False
        listed[-1] = f"{listed[-1]} or {follows.text}"
        self.around.place += 1
        return True

    def _heads_method(self, line: Written) -> bool:
        """Tell words of their own between a list and its orders: "Doing it"."""
        follows, text = self.around.next(), line.text
        if follows is None or line.marked or not line.after_blank or has_amount(text):
            return False
        apart = follows.after_blank or STEP_NUMBER.match(follows.text) is not None
        short = len(text.split()) <= MOST_OF_A_HEADING and text[-1:] not in ".,;"
        if not (apart and short and is_step(follows.text)) or self.around.names_food(text):
            return False
        listed = (has_amount(item) for _, items in self.layout.parts for item in items)
        return sum(listed) >= LEAST_LISTED

    def _marks_orders(self, line: Written) -> bool:
        """Tell the first of marked lines that weigh nothing, below a list without marks."""
        if not (line.marked and line.after_blank and self.layout.parts and self.around.place):
            return False
        above, sign = self.around.lines[self.around.place - 1], line.raw[:1]
        if above.marked or sign not in "->=→⇒➜➔▶•*":
            return False
        block = [line]
        while (follows := self.around.next(len(block))) is not None and len(block) < MOST_LISTED:
            if not follows.marked or follows.raw[:1] != sign:
                break
            block.append(follows)
        told = [one.text for one in block]
        ordered = sum(orders(text) or bool(_MINUTES.search(text)) for text in told)
        return len(told) > 1 and ordered * 2 > len(told) and not any(map(begins_with_amount, told))

    def _is_curt_order(self, line: Written) -> bool:
        """Tell a method of a few words behind the list: "Bread, fry, simmer, boil."."""
        last = self.around.next() is None
        behind = bool(self.layout.parts) and (line.after_blank or last) and not line.marked
        return behind and orders_curtly(line.text) and not self.around.amounts_follow(1)

    def _heads_last_foods(self, text: str) -> bool:
        """Tell "To cook" above "ghee" and its method: what is named there is one more food."""
        food, behind = self.around.next(), self.around.next(2)
        if _TO_COOK.fullmatch(text) is None or food is None or behind is None:
            return False
        short = len(food.text.split()) <= LEAST_OF_A_NAME and not food.marked
        named = short and self.around.names_food(food.text) and not is_step(food.text)
        return bool(self.layout.parts) and named and not METHOD.match(food.text)

    def _opened(self) -> int:
        """Return how many parts stand above; a first one with a name counts as two do."""
        parts = self.layout.parts
        return max(len(parts), 2) if parts and parts[0][0] and parts[0][1] else len(parts)

    def _all_weighed(self) -> bool:
        """Tell a list without a line that has no amount: what has none there heads a part."""
        first = islice(self.layout.parts, MOST_WEIGHED)
        listed = (item for _, items in first for item in items)
        return all(map(has_amount, islice(listed, MOST_WEIGHED)))

    def _jots_order(self, text: str) -> bool:
        """Tell an order jotted down in the foods of the last lists."""
        last = islice(reversed(self.layout.parts), MOST_WEIGHED)
        above = (items[-MOST_WEIGHED:] for _, items in last)
        return jots_order(text, [*islice(chain.from_iterable(above), MOST_WEIGHED)])

    def _heads_food(self, text: str) -> bool:
        """Tell "For the rice" above "Basmati 2 cups, soaked": a food whose amount does not lead."""
        follows = self.around.next()
        if follows is None or FOR_A_PART.match(text) is None or is_step(follows.text):
            return False
        return self.around.names_food(follows.text) and METHOD.match(follows.text) is None

    def _sets_apart(self, text: str) -> bool:
        """Tell a name that heads a part where no food above it is without an amount.

        Or that the title holds, whatever stands above it: "Waffles" of "Chicken & Waffles".
        """
        title = self.layout.title.lower().replace(",", " ").split()
        words = text.strip(" *_:").lower().split()
        named = bool(words) and all(word in title for word in words)
        return named or self._all_weighed()

    def _orders_below_list(self, text: str) -> bool:
        """Tell "Soften the fennel 15 min, add wine, then stock for 10." below foods."""
        listed = sum(len(items) for _, items in self.layout.parts)
        commands = first_word(text) in COMMANDS and not begins_with_amount(text)
        return listed >= LEAST_LISTED and commands and text[-1:] == "." and is_step(text)

    def _in_words(self, line: Written) -> bool:
        """Take what is told among or before the lines of a list and is none of them."""
        text = line.text
        if self._is_late_title(line):
            self._take_title(text)
            return True
        if self._heads_method(line):
            self.section, self.under = "method", ""
            return True
        if self.layout.parts and (name := self._step_name(line)) is not None:
            self.section, self.under = "method", name
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
                name = re.sub(r"\s*\([^)]*\)\s*$", "", name)
                if SAYS_OPTIONAL.search(text.rstrip(" *_:")) is not None:
                    self.layout.optional_parts.add(name)
                self.layout.open_part(name)
            elif kind_of_line(text) == "note":
                self._aside("note", text)
            else:
                for item in self._items(text):
                    self.layout.add_line(_without_number(item))
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
    # Where everything is in capitals, they set no heading apart.
    shouted = text.isupper() and text.lower().upper() == text
    told = in_small_letters(text) if shouted else text
    layout = _Sorter(written_lines(told_in_a_row(told)), names_food).run()
    return in_capitals(layout) if shouted else layout


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
