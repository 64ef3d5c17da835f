"""A whole recipe told in one paragraph: "Leek bake. Serves 4. 3 leeks, 200 g rice. Fry the leeks."."""

from __future__ import annotations

import re

from snabo_core.quantities.kinds import begins_with_amount, first_word, is_step
from snabo_core.quantities.verbs import STEP_VERBS
from snabo_core.recipe.servings import only_servings
from snabo_core.recipe.times import only_times
from snabo_core.recipe.titles import title_of

# A paragraph is longer; more lines than these are a recipe that somebody laid out.
LEAST_LETTERS, MOST_LETTERS, MOST_LINES = 60, 6000, 4
# Breaks between so few lines, blank ones among them.
MOST_BREAKS = 20
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
_SENTENCE = re.compile(r"(?<=[a-z)\d])\.\s+(?=[^\W\d_])")
_ITEMS = re.compile(r",\s+|\s+and\s+|;\s+", re.IGNORECASE)
_AMOUNTS = re.compile(
    r"\b\d[\d.,/]*\s?(?:g|kg|ml|l|oz|lb|cups?|tbsp|tsp|tins?|cans?|[a-z]{4,})\b", re.IGNORECASE
)
# What may stand between all pieces of a recipe.
_SIGNS = (
    re.compile(r"\s{1,3}[-–—•·|/]\s{1,3}"),
    re.compile(r"\s{0,3}[\U0001F300-\U0001FAFF\u2600-\u27BF]\ufe0f?\s{0,3}"),
    re.compile(r'"\s*[,;\t]\s*"'),
)
# Heads of a text that has lost its lines, and where its next food and its next order begin.
_INGREDIENTS = re.compile(r"\bingredients\b\s*:?\s+", re.IGNORECASE)
_METHOD = re.compile(
    r"(?<=\s)(?:METHOD|DIRECTIONS|INSTRUCTIONS|PREPARATION|(?:Method|Directions|Instructions|Preparation)(?=\s*:|\s+(?:\d|[A-Z])))\s*:?\s+"
)
_NEXT_FOOD = re.compile(
    r"\s{0,3}[•·]\s{0,3}|(?<=[a-z)])(?<!\bx)(?<!\bor)(?<!\bof)(?<!about)(?<!plus)(?<!and)(?<!\bto)[,;]?\s+(?=[\d½¼¾⅓⅔])"
)
_NEXT_ORDER = re.compile(r"\s{0,3}(?<!\d)\b\d{1,2}[.)]\s+(?=[A-Z])")


def told_in_a_row(text: str) -> str:
    """Return a recipe of one paragraph a line for its name, its facts, its list and its method.

    Any other text as it is.
    """
    if text.count("\n") > MOST_BREAKS:
        return text
    lines = [line.strip() for line in text.splitlines() if line.strip()]
    longest = max(map(len, lines), default=0)
    if len(lines) > MOST_LINES or not LEAST_LETTERS <= longest <= MOST_LETTERS:
        return text
    first, *others = lines
    told = _under_heads(first) or _between_signs(first) or _named(first)
    if len(first) >= LEAST_LETTERS and told is not None:
        return "\n".join((*told, *others))
    # "Leek bake", and below it "3 leeks, 200 g rice. Fry the leeks.".
    below = [_list_and_method(one) if begins_with_amount(one) else None for one in lines]
    parted = [told if told and len(told) > 1 and is_step(_LABEL.sub("", told[1])) else [line]
              for line, told in zip(lines, below, strict=True)]  # fmt: skip
    return "\n".join(one for told in parted for one in told) if max(map(len, parted)) > 1 else text


def _under_heads(text: str) -> list[str] | None:
    """Return "LEEK BAKE INGREDIENTS 3 leeks 30 g butter METHOD Fry the leeks." in lines."""
    listed = _INGREDIENTS.search(text)
    method = _METHOD.search(text, listed.end()) if listed is not None else None
    if listed is None or method is None:
        return None
    told = text[listed.end() : method.start()].strip(" ,;.")
    foods = [one.strip(" ,;") for one in _NEXT_FOOD.split(told) if one.strip(" ,;")]
    if told.count(",") >= len(foods):
        # They have their own signs: "3 leeks, salt, 200 g rice".
        foods = [told]
    if not any(map(begins_with_amount, foods)):
        return None
    orders = [one.strip() for one in _NEXT_ORDER.split(text[method.end() :]) if one.strip()]
    name = re.sub(
        r"\s+(?=[(\[]?(?:serves|feeds|makes|prep|cook)\b)",
        "\n",
        text[: listed.start()],
        flags=re.IGNORECASE,
    )
    head = ["Ingredients", *foods] if len(foods) > 1 else [f"Ingredients: {told}"]
    return [name, *head, "Method", *orders]


def _between_signs(text: str) -> list[str] | None:
    """Return "Leek bake - 3 leeks - 30 g butter - fry the leeks" in lines."""
    for sign in _SIGNS:
        pieces = [piece.strip(' "') for piece in sign.split(text) if piece.strip(' "')]
        counted = sum(map(begins_with_amount, pieces))
        if counted >= LEAST_AMOUNTS and not begins_with_amount(pieces[0]):
            return _with_method(pieces)
    return None


def _with_method(pieces: list[str]) -> list[str]:
    """Return the pieces with a head before the first that orders something."""
    listed = next(n for n, piece in enumerate(pieces) if begins_with_amount(piece))
    orders = (
        n for n, piece in enumerate(pieces)
        if n > listed and (is_step(piece) or first_word(piece) in STEP_VERBS)
    )  # fmt: skip
    method = next(orders, len(pieces))
    return [*pieces[:method], *(["Method"] if method < len(pieces) else []), *pieces[method:]]


def _named(text: str) -> list[str] | None:
    """Return "Leek bake. Serves 4. 3 leeks, 30 g butter. Fry the leeks." in lines."""
    if begins_with_amount(text):
        return _list_and_method(text)
    head = _NAME.fullmatch(text)
    if head is None or is_step(head["name"]) or _is_fact(head["name"]):
        return None
    if title_of(head["name"])[0] != head["name"]:
        # "Ok so leek bake: ..." is a letter's, and is read as one.
        return None
    facts, rest = [], head["rest"]
    for _ in range(MOST_FACTS):
        fact = _FACT.fullmatch(rest)
        if fact is None or not _is_fact(fact["fact"]):
            break
        facts.append(fact["fact"])
        rest = fact["rest"]
    told = _list_and_method(rest)
    if told is None:
        return None
    served = [head["facts"].strip("() ")] if head["facts"] else []
    return [head["name"], *served, *facts, *told]


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
