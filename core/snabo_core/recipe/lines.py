"""What a line of a pasted text says by itself: facts, a measure, a sentence that orders nothing."""

from __future__ import annotations

import re
from functools import lru_cache

from snabo_core.quantities.kinds import REMEMBERED, begins_with_amount, first_word, is_step
from snabo_core.quantities.verbs import LINKS, STEP_VERBS
from snabo_core.recipe.facts import yield_in
from snabo_core.recipe.servings import Servings, counts_people, only_servings, servings_in
from snabo_core.recipe.times import only_describes, only_times, pieces_of, times_in, without_times

LEAST_SENTENCE = 4
# A line of facts has no more pieces.
MOST_BETWEEN_BARS = 12
_COUNTED = (
    r"(?:\d{1,3}|two|three|four|five|six|seven|eight|ten|twelve)(?:\s*(?:-|–|to|or)\s*(?:\d{1,3}|\w+))?"
    r"(?:\s+(?:persons?|people|servings?|portions?|eaters|adults|diners|guests|covers|mouths))?"
)
_AT_THE_END = re.compile(
    r"(?:^|[.!?,]\s+)(?:(?:makes\s+|about\s+)?\d{1,2}(?:\s*[-–]\s*\d{1,2})?\s+(?:servings|portions|plates|platefuls|bowls)"
    r"|(?:serves|feeds|does|(?:did|fed)\s+us|for|(?:enough|good)\s+for)\s+(?:about\s+)?\d{1,2}(?:\s*(?:[-–]|to|or)\s*\d{1,2})?"
    r"(?:\s+people)?(?:\s+as an?\s+(?:\w+\s+)?(?:side|main|starter|course|dish))*"
    r"(?:\s*\([^()]*\))?)\W*$",
    re.IGNORECASE,
)
# "For 4 people", "For 4-5 people, it gives 10 dumplings".
_FOR_SO_MANY = re.compile(
    rf"^\W*for\s+(?:about\s+)?{_COUNTED}(?:\W*|\W+(?:it |this |which )?(?:gives|makes|yields)\s+(?:about\s+)?\d[^.;]{{2,30}}\.?"
    r"|\s*\([^()]{0,60}\b(?:each|per|portion|serving|a head|doubled?|halved?)\b[^()]{0,30}\)\W*|\s+(?:in (?:one|an?|under|about|\d)|plus\b|with\s+\d|[-–|]\s+\d).{0,40})$",
    re.IGNORECASE,
)
# "Makes 8 crêpes", and nothing else.
_MADE = re.compile(r"^\W*(?:makes|yields?)\s*:?(?:\s+[^\s.,;]+){1,5}\s*$", re.IGNORECASE)
_STOPS = re.compile(r"[.,;]\s*(?:and\s+|then\s+)?|\s(?:&|and|then)\s")
LEAST_ORDERS, MOST_CURT_WORDS = 2, 3
_SIGNS_BETWEEN = re.compile(r"\s[|·•]\s")
_CLAUSES = re.compile(r"[,;:.!?]\s+|\b(?:and|then)\s+", re.IGNORECASE)
# A weight or a measure in the words of a line: no title holds one.
_MEASURED = re.compile(
    r"\d\s?(?:g|gr|kg|ml|lbs?|oz|cups?|tbsp|tsp|pounds?|ounces?|grams?)\b", re.IGNORECASE
)

# "Beef bowls (5 x 45 g protein)" measures nothing.
_OF_A_LABEL = re.compile(
    r"\d+\s?g\s+(?:of\s+)?(?:protein|carbs?|carbohydrates?|fat|fibre|fiber|net carbs)(?![\s-]+(?:powder|isolate|bar|shake))\b|\d+\s?g[\s-](?:protein)\b(?! powder)",
    re.IGNORECASE,
)


def is_facts(text: str) -> bool:
    """Tell "Makes 4 | 35 mins" and "Takes 30 mins all in." from steps and foods."""
    if begins_with_amount(text) and not re.match(
        r"^\d+:?\d*\s*(?:servings?|portions?|people|pers|porcj|porz|porc|portioner|port\b|prep|cook|total|min)"
        r"|^\d[\d\s–-]*\w*\s*\W\s*(?:serves|servings|portions)\b",
        text,
        re.IGNORECASE,
    ):
        return False
    if _FOR_SO_MANY.match(text) is not None:
        return True
    return re.match(r"^\W*(?:serves?|servings?|feeds|makes|cuts? in(?:to)?|yields?|portions?|takes|ready|prep|cook|total|bake|active|rest|"
                    r"time|chill|enough|recipe|\(|\d)", text, re.IGNORECASE) is not None and not is_step(text)  # fmt: skip


def counts_out(text: str) -> bool:
    """Tell "One 23 cm tart, serves 8", what is made and for how many, from a sentence."""
    counted = begins_with_amount(text) and any(c.isdigit() for c in text)
    return counted and text[-1:] not in ".!?" and any(map(only_servings, pieces_of(text)))


@lru_cache(maxsize=REMEMBERED)
def only_facts(text: str) -> bool:
    """Tell "For 5 persons. Preparation: 30 mins. Cooking: 1 h 30": no piece of it says anything else."""
    pieces, rest = pieces_of(text), without_times(text)
    timed = bool(times_in(text)) or any(map(only_times, pieces))
    return timed and any(
        all(
            only_times(piece) or only_servings(piece) or only_describes(piece) or _MADE.match(piece)
            for piece in some
        )
        for some in (pieces, pieces_of(rest))
    )


def tells_facts(text: str) -> bool:
    """Tell "Serves 4", "45 min | 4 servings", "Serves 4 | Oven: 200C": a piece says for how many."""
    if only_servings(text) or only_facts(text):
        return True
    return served_beside(text) is not None


def served_beside(text: str) -> Servings | None:
    """Return for whom one of several facts of a line says a dish is: "Oven 200 | Serves 4"."""
    pieces = pieces_of(text) if _SIGNS_BETWEEN.search(text) is not None else []
    told = (servings_in(piece) for piece in pieces if only_servings(piece))
    return next(filter(None, told), None) if len(pieces) > 1 else None


def served_between(text: str) -> Servings | None:
    """Return for whom a piece between the bars of a line says a dish is: "4 srv | 40 minutes"."""
    pieces = _SIGNS_BETWEEN.split(text, maxsplit=MOST_BETWEEN_BARS)
    said = [piece for piece in pieces if only_servings(piece)]
    # "Makes 12 | Serves 4" is for four.
    eaten = [one for one in said if not yield_in(one) or counts_people(yield_in(one))]
    return next(filter(None, map(servings_in, eaten or said)), None) if len(pieces) > 1 else None


def orders_curtly(text: str) -> bool:
    """Tell a method of one line in words with stops: "Roll. Simmer.", "Wrap, sauce, bake."."""
    pieces = [piece.split() for piece in _STOPS.split(text.strip(" .")) if piece.strip()]
    if text[-1:] != "." or len(pieces) < LEAST_ORDERS or max(map(len, pieces)) > MOST_CURT_WORDS:
        return False
    orders = sum(first_word(piece[0]) in STEP_VERBS for piece in pieces)
    return orders * 3 >= len(pieces) and not measures(text) and not begins_with_amount(text)


def served_at_end(text: str) -> Servings | None:
    """Return for how many the end of a line says a dish is: "Bake for an hour. Serves 4."."""
    match = _AT_THE_END.search(text)
    return servings_in(text[match.start() :]) if match is not None else None


def measures(text: str) -> bool:
    """Tell whether a weight or a measure stands in the words of a line."""
    return _MEASURED.search(_OF_A_LABEL.sub("", text)) is not None


def tells_without_order(text: str) -> bool:
    """Tell a sentence that measures and orders nothing: "Not quick, but good in March."."""
    words = text.split()
    if text[-1:] not in ".!?" or len(words) < LEAST_SENTENCE or measures(text):
        return False
    clauses = [clause.split()[:3] for clause in _CLAUSES.split(text)]
    firsts = {first_word(clause[0]) for clause in clauses if clause}
    further = {first_word(word) for clause in clauses for word in clause[1:]} - LINKS
    return STEP_VERBS.isdisjoint(firsts | further)


# What is said of a food on a list, and hardly of a dish: "butter, for greasing", "mushrooms x 6".
_LISTED_FOOD = re.compile(
    r"\bto taste\b|(?<=[a-z,)])\s+for (?:greasing|frying|dusting|brushing)\W*$"
    r"|^(?:the |some |a (?:good |little )?)?(?:zest|juice|grating|pinch|knob|handful|dash|splash|drizzle|sprig|bunch|squeeze)s? (?:and \w+ )?of\b"
    r"|^(?:heaped |level |rounded |scant )?(?:tsp|tbsp|cup)s?\b|\s[x×]\s?\d{1,2}(?: (?:large|small|medium|big))?$"
    r"|,\s(?:\w+\s){0,3}(?:chopped|sliced|diced|grated|peeled|crushed|minced|shredded|cubed|halved|quartered|melted|softened|drained|beaten)\b"
    r"|^(?:sea |kosher |table )?salt\b(?:\s*[,&]|\s+and\b)[^,]{0,30}\bpepper\W*$",
    re.IGNORECASE,
)


def is_listed_food(text: str) -> bool:
    """Tell what is said of a food on a list, and of no dish or part: "butter, for greasing"."""
    return text[-1:] != ":" and _LISTED_FOOD.search(text) is not None
