"""Lines of a method: a step, the rest of one, a remark behind the last, who signed it."""

from __future__ import annotations

import re

from snabo_core.quantities.kinds import (
    acts_on_it,
    begins_with_amount,
    first_word,
    heading_name,
    is_step,
    kind_of_line,
    names_component,
)
from snabo_core.quantities.verbs import LINKS, STEP_VERBS
from snabo_core.recipe.around import WRAPPED_AT
from snabo_core.recipe.sections import SIGN_OFF
from snabo_core.recipe.sorting import Sorting
from snabo_core.recipe.tails import Tail, tail_of
from snabo_core.recipe.written import STEP_NUMBER, Written

# A line that ends so goes on in the next.
_LEFT_OPEN = re.compile(
    r"(?:,|;|-|\b(?:and|then|or|to|&|the|a|an|with|in|of|until|til|for))\s*$", re.IGNORECASE
)
_OPEN_WORD = re.compile(r"\w\s+(?:and|or|the|an?|with|of|until|for|into)\s*$", re.IGNORECASE)
# What is longer is not taken up again by the next line.
LONGEST_STEP = 2000
# No longer is a name under a letter.
MOST_SIGNED = 3


# "- Nora", below the last step.
_SIGNED = re.compile(r"[-–—~]\s*[A-Z][a-z]+(?:\s[A-Z][a-z.]*)?")
# What a footnote may stand behind, where the steps stand behind something else.
FOOTNOTE_SIGNS = ("*", "[")
# "Watch it closely", "Don't stir", "Into the oven".
_ALSO_ORDERS = re.compile(
    r"\W*(?:(?:and|then|now|finally)\s+)?(?:watch|dress|bowl|keep|check|see|pin|print|do(?:n['’]t| not)?|never|please|careful|into|onto|under|off|on|over|straight|lid|carve|plate|eat|devour|scoff|munch|slice|photograph|(?:done|ready|cooked) (?:when|once|if|as))\b|.*\bgo(?:es)? (?:in|on|over)\b",
    re.IGNORECASE,
)
_WARNS = re.compile(r"\W*(?:do(?: not|n['’]t)|never|please|avoid)\b", re.IGNORECASE)
# A caption has no more words.
MOST_OF_A_CAPTION = 8
# So many lines a page puts between two steps.
MOST_OF_A_PAGE = 12
# "Posts: 212", "Presenter: J. Marsh".
_LABELLED = re.compile(r"(?P<label>[A-Z][a-z]+(?: [a-z]+)?):\s+(?P<said>\S+(?: \S+){0,4})")
_HEATS = re.compile(
    r"\b(?:oven|heat|hob|temp\w*|gas|mark|pan|pot|dish|tin|tray|lid|min\w*|h|hrs?|hours?|secs?|seconds?|days?|g|kg|ml|l|cm|stir|add)\b|°",
    re.IGNORECASE,
)
# What capitals call a step has no more words.
MOST_OF_A_STEP_NAME = 5
# So many marked steps tell that each has a mark.
LEAST_MARKED = 2


def _ends(step: str) -> bool:
    return step[-1:] in ".!?"


_CLAUSES = re.compile(r"[.;,:!]\s+|\band\s+")


def orders(text: str) -> bool:
    """Tell words among which a verb of cooking stands, or that begin as an order does."""
    said = re.findall(r"[a-zé]+", text.lower())
    told = said[:1] != [] and (said[0] in LINKS or not (STEP_VERBS - LINKS).isdisjoint(said))
    return told or acts_on_it(text)


def commands(text: str) -> bool:
    """Tell words of which a clause begins with a verb of cooking: "Rinse, then simmer"."""
    return any(first_word(clause) in STEP_VERBS for clause in _CLAUSES.split(text))


class MethodLines(Sorting):
    """Tells how lines of a method hang together."""

    def _take_step(self, line: Written) -> None:
        """Take a line under the head of a method: a step, the rest of one, a heading, a remark."""
        self.numbered = self.numbered or STEP_NUMBER.match(line.text) is not None
        if self._sets_aside(line) or self._joins_step(line) or self._heads_steps(line):
            return
        kind = kind_of_line(line.text)
        starred = self._is_starred(line) and bool(self.ordered())
        noted = kind == "note" and not line.marked and not self._warns_among_steps(line)
        if starred or noted or self._is_remark(line):
            self._aside("note", line.text)
            return
        self.layout.steps.append(STEP_NUMBER.sub("", line.text))
        self.layout.sections.append(self.under)
        self.marked_steps += line.marked
        self.first_sign = self.first_sign or line.raw[:1]

    def _sets_aside(self, line: Written) -> bool:
        """Set aside who signs, the number or letter of a page, and what stands under the last step."""
        text, steps = line.text, self.ordered()
        signs = SIGN_OFF.match(text) or self._signs(line) or re.fullmatch(r"[A-Z]\.?", text)
        # The number of the page, below the last step.
        page = self.around.next() is None and re.fullmatch(r"\d{3,4}", text) is not None
        # "Watch how to make this", above the first step.
        above = not steps and not line.marked and tail_of(text) == "furniture"
        # What somebody quotes, but where the first step began with ">" the next ones do.
        quoted = line.raw.startswith(">") and bool(steps) and self.first_sign != ">"
        if signs or page or above or quoted:
            self._aside("furniture", text)
        elif steps and (tail := self._tail(line)) is not None:
            self.section = "gone" if tail == "gone" else self.section
            self._aside("note" if tail == "note" else "furniture", text)
        else:
            return re.fullmatch(r"\W*\d{1,2}\W*", text) is not None
        return True

    def _joins_step(self, line: Written) -> bool:
        """Put the rest of a step that was broken at the edge of a page behind its beginning."""
        if not self._continues_step(line):
            return False
        text, steps = STEP_NUMBER.sub("", line.text), self.layout.steps
        hyphened = re.search(r"[a-z]-$", steps[-1]) and text[:1].islower()
        steps[-1] = steps[-1][:-1] + text if hyphened else f"{steps[-1]} {text}"
        return True

    def _heads_steps(self, line: Written) -> bool:
        """Take the name of a part of the dish, above how it is made, or above its own foods."""
        if (named := self._step_name(line)) is not None:
            self.under = named
            return True
        parts = {part.casefold() for part, _ in self.layout.parts if part}
        again = line.text.strip(" :")
        if not line.marked and again.casefold() in parts:
            self.under = again
            return True
        # "For the top: mix oats and butter." orders something.
        behind = line.text.partition(":")[2].strip()
        name = heading_name(line.text) if not is_step(behind) else None
        if name is None or is_step(line.text):
            return False
        if self.around.amounts_follow(2):
            self.section = "list"
            self.layout.open_part(name)
        else:
            self.under = name
        return True

    def _step_name(self, line: Written) -> str | None:
        """Return what a number and capitals call the orders below them: "2. FRY THE TOFU"."""
        number, follows = STEP_NUMBER.match(line.text), self.around.next()
        if number is None or follows is None:
            return None
        name = line.text[number.end() :].strip(" :.")
        short = name.isupper() and len(name.split()) <= MOST_OF_A_STEP_NAME
        told = not STEP_NUMBER.match(follows.text) and not follows.text.isupper()
        orders_below = is_step(follows.text) and not begins_with_amount(follows.text)
        return name.capitalize() if short and told and orders_below else None

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

    def _continues_step(self, line: Written) -> bool:
        """Tell the rest of a step that was broken at the edge of a page."""
        steps = self.ordered()
        if not steps or line.after_blank or line.marked or len(steps[-1]) > LONGEST_STEP:
            return False
        if self._below_figures():
            return False
        before = self.around.lines[self.around.place - 1].raw
        if _OPEN_WORD.search(before) is not None:
            # "sit them on top for", and below it "20 minutes".
            return True
        if re.search(r"[.!?:;)]$", before) and line.text[:1].isupper():
            # In a text broken at its edge a sentence may end there as well.
            ends = len(before) >= WRAPPED_AT and before[-1] != ":"
            return ends and self.broken
        wrapped = len(before) >= WRAPPED_AT and re.search(r"[.!?:]$", before) is None
        if wrapped and line.text[:1].isupper() and self._commands_anew(line, before):
            return False
        # Who writes without capitals begins each step small.
        small = steps[0][:1].islower()
        if small and (not wrapped or self._commands_anew(line, before) or self._each_its_own()):
            return False
        return wrapped or line.text[:1].islower() or line.text[:1] in "(/"

    def _each_its_own(self) -> bool:
        """Tell lines without a stop, of which one ends short: each is a step."""
        stopped = any(step.rstrip()[-1:] in ".!?" for step in self.ordered())
        return not stopped and self.around.is_ragged()

    def _commands_anew(self, line: Written, before: str) -> bool:
        """Tell the next step of who writes without capitals and full stops, a line for each."""
        stopped = any(step.rstrip().endswith(".") for step in self.ordered())
        # "Off the heat stir in paprika."
        first = re.findall(r"[a-zé]+", line.text.lower())[:4]
        commands = is_step(line.text) or not STEP_VERBS.isdisjoint(first)
        return not stopped and commands and not _LEFT_OPEN.search(before)

    def _tail(self, line: Written) -> Tail | None:
        """Return what a line is that stands under the last step and is none, None for a step."""
        if line.step or STEP_NUMBER.match(line.text) is not None:
            return None
        sign = line.raw[:1]
        if sign in FOOTNOTE_SIGNS and (sign == self.first_sign or is_step(line.text)):
            return None
        alone = line.marked and sign != self.first_sign and self.around.next() is None
        if alone and _SIGNED.fullmatch(line.raw) is not None:
            return "furniture"
        told = tail_of(line.raw if sign in FOOTNOTE_SIGNS else line.text)
        if told == "note" and self._step_follows():
            return None
        if told is not None:
            # "You might also like ..." may stand among the steps of a page.
            return "furniture" if told == "gone" and self._counts_on() else told
        if self._labels_nothing(line):
            return "furniture"
        behind = self._unnumbered_behind(line) or self._orders_nothing_last(line)
        return "note" if behind else None

    def _labels_nothing(self, line: Written) -> bool:
        """Tell "Camera: J. Marsh" below steps that have ended: no part, no order, no food, no heat."""
        label = _LABELLED.fullmatch(line.text)
        above = self.around.lines[self.around.place - 1].raw
        if label is None or line.marked or self._names_part(label["label"]) or self._step_follows():
            return False
        ended = line.after_blank or above[-1:] in ".!?"
        told = orders(label["label"]) or orders(label["said"]) or self.around.names_food(line.text)
        return ended and not told and _HEATS.search(line.text) is None

    def _orders_nothing_last(self, line: Written) -> bool:
        """Tell the last line of a text, without a verb of cooking, below steps that each order."""
        steps, said = self.ordered(), line.text
        alike = line.marked and line.raw[:1] == self.first_sign
        if alike or self.around.next() is not None or len(steps) < LEAST_MARKED:
            return False
        if any(c.isdigit() for c in said) or said[:1].islower():
            return False
        if orders(said) or _ALSO_ORDERS.match(said) is not None:
            return False
        # "Bowl it all up, dress with soy."
        if self.around.names_food(said):
            return False
        above = self.around.lines[self.around.place - 1].raw
        ended = line.after_blank or above[-1:] in ".!?" or not any(map(_ends, steps[:-1]))
        return ended and all(map(orders, steps))

    def _warns_among_steps(self, line: Written) -> bool:
        """Tell "Do not let it boil." above a further step."""
        return _WARNS.match(line.text) is not None and self._step_follows()

    def _step_follows(self) -> bool:
        """Tell whether the next line orders something: what stands before it is of the method."""
        follows = self.around.next()
        return follows is not None and is_step(follows.text) and tail_of(follows.text) is None

    def _steps_go_on(self) -> bool:
        """Tell whether the next step stands below what a page puts between two of them."""
        follows = self.around.next()
        if self.section != "method" or not self.layout.steps or follows is None:
            return False
        if self._counts_on():
            return True
        # Recipes that a page offers ("Roast leeks with ham") have no stop.
        ordered = is_step(follows.text) and first_word(follows.text) in STEP_VERBS
        stopped = follows.text[-1:] in ".!" and tail_of(follows.text) is None
        alike = follows.marked or not self.marked_steps
        return ordered and stopped and alike

    def _counts_on(self) -> bool:
        """Tell whether the next number below is that of the next step."""
        ahead = map(self.around.next, range(1, MOST_OF_A_PAGE))
        below = (STEP_NUMBER.match(one.text) for one in ahead if one is not None)
        number = next((found[0] for found in below if found), "")
        return re.findall(r"\d+", number) == [str(self.marked_steps + 1)]

    def _unnumbered_behind(self, line: Written) -> bool:
        """Tell what has no mark and orders nothing, below steps that all have one.

        Between two of them only words without a stop, which is how a page captions its pictures.
        """
        steps, text = self.ordered(), line.text
        if line.marked or self.marked_steps < len(steps) or text[:1].islower():
            return False
        if is_step(text) or first_word(text) in STEP_VERBS or self._names_part(text):
            return False
        if self.around.place < self.last_marked:
            follows = self.around.next()
            short = len(text.split()) <= MOST_OF_A_CAPTION and text[-1:] not in ".!?:;,"
            return follows is not None and follows.marked and short
        above = self.around.lines[self.around.place - 1].raw
        ended = line.after_blank or above[-1:] in ".!?" or not any(map(_ends, steps[:-1]))
        return len(steps) >= LEAST_MARKED and ended

    def _names_part(self, text: str) -> bool:
        """Tell a heading: "Sauce", "Leek layer", or the name of a part of the list once more."""
        again = text.strip(" :").casefold()
        parts = {part.casefold() for part, _ in self.layout.parts}
        return again in parts or heading_name(text) is not None or names_component(text)

    def _below_figures(self) -> bool:
        """Tell the line right below what a serving has in it."""
        told = self.layout.asides[-1] if self.layout.asides and self.around.place else None
        above = self.around.lines[self.around.place - 1].text
        return told is not None and told.kind == "nutrition" and told.text == above

    def _is_remark(self, line: Written) -> bool:
        """Tell a remark behind the last step: no verb of cooking in it, set apart by a blank.

        What has no number below numbered steps and the figures of a label is one as well.
        """
        if self.numbered and not line.marked and self._below_figures():
            return True
        if not line.after_blank or line.marked or not self.ordered():
            return False
        words = {w.lower() for w in re.findall(r"[A-Za-zé]+", line.text)}
        if first_word(line.text) in STEP_VERBS:
            return False
        return not words & STEP_VERBS or re.match(
            r"^\W*(?:if (?:the|you|it)|could|can|you can|this|it|keeps|leftovers|works|any|we|i)\b", line.text, re.IGNORECASE
        ) is not None  # fmt: skip
