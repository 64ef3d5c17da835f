"""What is known while the lines of a pasted text are gone through."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from itertools import takewhile

from snabo_core.dish import AsideKind
from snabo_core.quantities.kinds import begins_with_amount
from snabo_core.recipe.around import Around, opens_list
from snabo_core.recipe.lines import only_facts, served_at_end
from snabo_core.recipe.outline import Layout
from snabo_core.recipe.sections import FIRST_CHAPTER, GREETING, LIST_OF, MAIL_HEAD, METHOD
from snabo_core.recipe.serving_words import MOST_SENTENCES
from snabo_core.recipe.servings import Servings, only_servings, servings_in_story
from snabo_core.recipe.times import only_times, times_in
from snabo_core.recipe.written import Written

LEAST_LISTED = 3
LEAST_OF_A_LETTER = 2
# A sentence of so many words tells something.
LEAST_TOLD = 8
_SERVES = re.compile(r"\W*(?:serves|feeds)\b", re.IGNORECASE)
_TAKES = re.compile(r"\btakes\s+(?:only\s+|just\s+|about\s+)?[^,.;!]{3,40}", re.IGNORECASE)
# So many items with an amount make a list of a line.
LEAST_ITEMS = 2


class Sorting:
    """Where the sorting of a text stands: the lines, what was found, where the next belongs."""

    def __init__(self, lines: Sequence[Written], names_food: Callable[[str], bool]) -> None:
        self.around = Around(lines, names_food)
        self.layout = Layout()
        self.under = ""
        self.section = "head"
        # How many lines the last ingredient line has taken up already.
        self.joined = 0
        # How many parts were told on one line each.
        self.whole_parts = 0
        # Whether the method was broken at the edge of a page.
        self.broken = False
        # Whether the figures of a label are gone through.
        self.figures = False
        # Whether steps stand behind stars.
        self.starred = False
        # Whether steps stand behind numbers; how many have a mark, and where the last mark stands.
        self.numbered = False
        self.marked_steps = 0
        # How many steps stand above the list: "Preheat the oven".
        self.set_going = 0
        self.first_sign = ""
        places = (i for i in range(len(lines) - 1, -1, -1) if lines[i].marked)
        self.last_marked = next(places, -1)
        # For how many words of any kind seem to say the dish is, where nothing else does.
        self.loosely: Servings | None = None
        # Whether the eaters known so far are but the pieces that are made.
        self.by_pieces = False
        # Where facts were told last.
        self.facts_at = -2
        # Whether the times of a film's chapters stand in it.
        self.filmed = any(FIRST_CHAPTER.match(line.text) for line in lines)
        # What a reply is about, where nothing else is a title.
        self.about = ""
        # What stands above a title and names a meal: the title of a page that names nothing else.
        self.column = ""
        # The title as it stands, with all that is said around it.
        self.titled = ""
        head = list(takewhile(lambda line: MAIL_HEAD.match(line.text), lines))
        # One alone ("From: the garden") may be part of a recipe, unless the dish is named below it.
        named = len(head) == 1 and _names_dish(lines[1:3])
        self.letter = len(head) if named or len(head) >= LEAST_OF_A_LETTER else 0
        # How many lists say of what they are: "Ingredients (rice)".
        self.lists_of = sum(LIST_OF.match(line.text) is not None for line in lines)
        heads = (i for i, line in enumerate(lines) if opens_list(line.text))
        self.list_at = next(heads, 0)
        methods = (i for i, line in enumerate(lines) if METHOD.match(line.text))
        self.method_at = next(methods, 0)

    def ordered(self) -> list[str]:
        """Return the steps of the method, without what is done before anything else."""
        steps = self.layout.steps
        return steps[self.set_going :] if self.set_going else steps

    def _aside(self, kind: AsideKind, text: str) -> None:
        self.layout.set_aside(kind, text)

    def _facts_in_story(self, text: str) -> None:
        """Take for how many it is and how long it takes from a sentence of its own."""
        self.layout.servings = self.layout.servings or served_at_end(text)
        if self.layout.servings is None and self.section == "head":
            self.layout.servings = servings_in_story(text)
        if self.section == "head" and not self.layout.minutes:
            for sentence in text.split(". ")[:MOST_SENTENCES]:
                # "Serves four, with rice or flatbread, in an hour."
                serves = _SERVES.match(sentence) is not None
                takes = _TAKES.search(sentence)
                if serves or only_times(sentence.rstrip(". ")):
                    self.layout.minutes |= times_in(sentence)
                elif takes is not None and only_times(takes[0]):
                    # "It takes half an hour, tops, and it feeds four".
                    self.layout.minutes |= times_in(takes[0])


def _names_dish(lines: Sequence[Written]) -> bool:
    """Tell a name with what is known of the dish right below it, as below a letter's subject."""
    if len(lines) < 2 or lines[1].after_blank:
        return False
    name, below = (line.text for line in lines)
    plain = not (begins_with_amount(name) or opens_list(name) or GREETING.match(name))
    facts = only_facts(below) or only_servings(below) or begins_with_amount(below)
    return plain and facts and name[-1:] not in ".!?,:"
