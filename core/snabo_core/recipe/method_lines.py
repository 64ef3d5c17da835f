"""Lines of a method: a step, the rest of one, a remark behind the last, who signed it."""

from __future__ import annotations

import re

from snabo_core.quantities.kinds import STEP_VERBS, first_word, is_step
from snabo_core.recipe.around import WRAPPED_AT
from snabo_core.recipe.sections import SIGN_OFF
from snabo_core.recipe.sorting import Sorting
from snabo_core.recipe.written import Written

# A line that ends so goes on in the next.
_LEFT_OPEN = re.compile(
    r"(?:,|;|-|\b(?:and|then|or|to|&|the|a|an|with|in|of|until|til|for))\s*$", re.IGNORECASE
)
# What is longer is not taken up again by the next line.
LONGEST_STEP = 2000
# No longer is a name under a letter.
MOST_SIGNED = 3


class MethodLines(Sorting):
    """Tells how lines of a method hang together."""

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
