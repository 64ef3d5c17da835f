"""A whole recipe told in one paragraph: "Leek bake. Serves 4. 3 leeks, 200 g rice. Fry the leeks."."""

from __future__ import annotations

import re

from snabo_core.quantities.kinds import begins_with_amount, is_step
from snabo_core.recipe.servings import only_servings
from snabo_core.recipe.times import only_times

# A paragraph is longer; more lines than these are a recipe that somebody laid out.
LEAST_LETTERS, MOST_LINES = 60, 2
# Amounts of a list, and pieces between dashes that are one.
LEAST_AMOUNTS = 3
# Sentences that tell facts above the list.
MOST_FACTS = 4
_NAME = re.compile(
    r"(?P<name>[^\d.:;!?\n][^.:;!?\n]{2,90}?)\s*(?P<facts>\((?:serves|feeds|for|makes)\b[^()\n]{1,30}\)|\b(?:serves|feeds|for)\s+[\w-]{1,8}(?:\s+people)?)?"
    r"\s*(?:[.:;!?]|\s[-–—])\s+(?P<rest>\S.*)",
    re.IGNORECASE | re.DOTALL,
)
_FACT = re.compile(r"(?P<fact>[^.;\n]{3,50}?)[.;]\s+(?P<rest>\S.*)", re.DOTALL)
# "Take 3 leeks", "You need: 3 leeks".
_TAKE = re.compile(
    r"(?:(?:take|use|get|buy)|(?:you(?:['’]ll| will)? )?need|ingredients?)\b\s*:?\s+(?=\S)",
    re.IGNORECASE,
)
_LABEL = re.compile(r"^(?:method|directions|instructions|steps)\s*:\s*", re.IGNORECASE)
_SENTENCE = re.compile(r"(?<=[a-z)\d])[.;]\s+(?=[^\W\d_])")
_ITEMS = re.compile(r",\s+|\s+and\s+|;\s+", re.IGNORECASE)
_AMOUNTS = re.compile(
    r"\b\d[\d.,/]*\s?(?:g|kg|ml|l|oz|lb|cups?|tbsp|tsp|tins?|cans?|[a-z]{4,})\b", re.IGNORECASE
)
_DASHED = re.compile(r"\s+[-–—•·|]\s+")


def told_in_a_row(text: str) -> str:
    """Return a recipe of one paragraph a line for its name, its facts, its list and its method.

    Any other text as it is.
    """
    lines = [line for line in text.splitlines() if line.strip()]
    if not lines or len(lines) > MOST_LINES or len(lines[0]) < LEAST_LETTERS:
        return text
    first, others = lines[0].strip(), lines[1:]
    pieces = _DASHED.split(first)
    if sum(map(begins_with_amount, pieces)) >= LEAST_AMOUNTS and not begins_with_amount(pieces[0]):
        return "\n".join((*pieces, *others))
    if begins_with_amount(first):
        # "3 leeks, 200 g rice, 500 ml milk. Fry the leeks.", without a name.
        return "\n".join((*(_list_and_method(first) or [first]), *others))
    head = _NAME.fullmatch(first)
    if head is None or is_step(head["name"]) or _is_fact(head["name"]):
        return text
    facts, rest = [], head["rest"]
    for _ in range(MOST_FACTS):
        fact = _FACT.fullmatch(rest)
        if fact is None or not _is_fact(fact["fact"]):
            break
        facts.append(fact["fact"])
        rest = fact["rest"]
    told = _list_and_method(rest)
    if told is None:
        return text
    name = head["name"] if not head["facts"] else f"{head['name']}\n{head['facts'].strip('() ')}"
    return "\n".join((name, *facts, *told, *others))


def _is_fact(said: str) -> bool:
    return all(only_servings(one) or only_times(one) for one in said.split(", "))


def _list_and_method(rest: str) -> list[str] | None:
    """Return what stands behind a name as its list and its method, None where it is neither."""
    taken = _TAKE.match(rest)
    listed = rest[taken.end() :] if taken is not None else rest
    if begins_with_amount(listed):
        foods, *method = _SENTENCE.split(listed, maxsplit=1)
        if sum(map(begins_with_amount, _ITEMS.split(foods))) < LEAST_AMOUNTS:
            return None
        return [
            f"Ingredients: {foods.rstrip('.')}",
            *(f"Method: {_LABEL.sub('', told)}" for told in method),
        ]
    # "Leek bake. Fry 3 leeks in 30 g butter.": the foods stand in the orders.
    return [f"Method: {rest}"] if is_step(rest) and len(_AMOUNTS.findall(rest)) > 1 else None
