"""What a recipe claims of its own figures: "34 g", "1,757 kJ", "Salt 1.2g", per serving."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence

from snabo_core.dish import Claim
from snabo_core.foods.labels import SODIUM_PER_SALT_MG
from snabo_core.quantities.figures import IN_MG, only_figures
from snabo_core.quantities.kinds import is_step
from snabo_core.wording import KJ_PER_KCAL

# Nobody eats so many grams of sodium at a sitting: a bare number above it counts milligrams.
MOST_SODIUM_G = 10.0
LARGEST = 100_000.0
# Names side by side that are the head of a table.
LEAST_ACROSS = 2
# So many figures with energy among them are no list of foods.
LEAST_TOLD = 3
_CALORIES = re.compile(r"k?cal(?:orie)?s?\b", re.IGNORECASE)
_NUMBER = re.compile(
    r"(?P<less><|≤|less than|under|up to)?\s*(?P<low>\d[\d., ]*)"
    r"(?:\s*(?:-|–|to)\s*(?P<high>\d[\d.,]*))?\s*(?P<unit>[a-zµμ]*)",
    re.IGNORECASE,
)
_GRAMS = {"g": 1.0, "gr": 1.0, "gm": 1.0, "gram": 1.0, "grams": 1.0, "mg": 0.001, "milligram": 0.001,
          "milligrams": 0.001, "µg": 1e-6, "μg": 1e-6, "mcg": 1e-6, "kg": 1000.0}  # fmt: skip
_KCAL = {"kj": 1 / KJ_PER_KCAL, "kilojoule": 1 / KJ_PER_KCAL, "kilojoules": 1 / KJ_PER_KCAL}
_KCAL |= dict.fromkeys(("", "kcal", "cal", "cals", "calorie", "calories", "kcals"), 1.0)
# The longest names first; what a line of a label is called, in English.
_NAMES = {
    "saturated": r"(?:saturated fat|saturates|saturated|sat\.? fat|sats?)",
    "sugars": r"(?:of which sugars|total sugars?|sugars?)",
    "net_carbs": r"(?:net carb(?:ohydrate)?s?|net(?=\s*:?\s*\d))",
    "carbohydrate": r"(?:total carb(?:ohydrate)?s?|carbohydrates?|carbs?)",
    "fibre": r"(?:dietary fib(?:re|er)|fib(?:re|er))",
    "protein": r"(?:proteins?|prot)",
    "sodium_mg": r"sodium",
    "salt": r"salt",
    "fat": r"(?:total fat|fats?)",
    "kcal": r"(?:calories|energy|kcals?|cals?)(?:\s+(?:per|a|each)\s+(?:serving|portion|head))?",
}
# Without one of these a line claims nothing.
_ANY_NAME = re.compile(rf"(?:{'|'.join(_NAMES.values())}|k?cal|kj)", re.IGNORECASE)
_WORDS = {"kcal": "energy", "net_carbs": "net carbs", "saturated": "saturated fat",
          "sodium_mg": "sodium"}  # fmt: skip
_UNITS = {"kcal": "kcal", "sodium_mg": "mg"}
_VALUE = r"(?:<|less than)?\s*\d+(?:[.,]\d+)*(?:\s*(?:-|–)\s*\d+(?:[.,]\d+)*)?\s*(?:g|grams?|mg|kcals?|kj|cal(?:orie)?s?)?\b"
# "Per portion:", "Nutrition (each serving):", "1 slice has".
_OF_WHAT = re.compile(
    r"^\W*(?:nutrition\w*\W+|figures\W+)?(?:per|a|an|each|one|1)\s+(?:\d+\s+)?"
    r"(?:serving|portion|person|slice|piece|plate|head|bowl|helping)\b\W*(?:has|contains|provides|gives)?\W*",
    re.IGNORECASE,
)
_KCAL_ALONE = re.compile(r"(?P<v>\d[\d.,]*\s*k?cal(?:orie)?s?)\b", re.IGNORECASE)
_KJ_FIRST = re.compile(r"\d[\d.,]*\s*kj\s*[/,(|]?\s*(\d[\d.,]*\s*k?cal)", re.IGNORECASE)
_KJ_ALONE = re.compile(r"(?P<v>\d[\d.,]*\s*(?:kj|kilojoules?))\b", re.IGNORECASE)
# "Protein per serving: 20 g".
_OF_ONE = (
    r"\s*[(/]?\s*\b(?:(?:per|a|each|in (?:a|each|one))\s+)?"
    r"(?:serving|portion|person|head|slice|piece|plate|bowl|helping)\b\)?"
)
# "F/C/P: 22/31/20", "20P / 31C / 22F", "F 22 g": the first letters of what is counted.
_LETTERS = {"f": "fat", "c": "carbs", "p": "protein"}
_STROKE = r"\s*/\s*"
_NAME_OF_THREE = r"(fats?|f|carb(?:ohydrate)?s?|c|proteins?|p)"
_VALUE_OF_THREE = r"(\d[\d.]*)\s*g?"
_NAMES_FIRST = re.compile(
    rf"\b{_STROKE.join([_NAME_OF_THREE] * 3)}\W{{1,3}}{_STROKE.join([_VALUE_OF_THREE] * 3)}(?![^\W_])",
    re.IGNORECASE,
)
# "18 g. fat".
_UNIT_STOP = re.compile(r"(?<=\d)(\s?(?:g|mg|k?cal|kj))\.(?!\d)", re.IGNORECASE)
_LETTERED = re.compile(
    r"(?<![^\W\d_])(?P<a>[fcp])\s?:?\s?(?P<n>\d[\d.]*)\s?g?\b|(?<![\d.])(?P<m>\d[\d.]*)\s?g?\s?(?P<b>[fcp])(?![^\W\d_])",
    re.IGNORECASE,
)
LEAST_LETTERED = 2
_PER_100 = re.compile(r"\bper\s*100\s*(?:g|ml)\b|/\s*100\s*g\b", re.IGNORECASE)


# A label with a column for each: "Per 100g | Per serving".
_HUNDRED = re.compile(r"\b(?:per\s*)?100\s*(?:g|ml)\b", re.IGNORECASE)
_A_SERVING = re.compile(
    r"\b(?:(?:per|each|a)\s+(?:\w+\s+)?)?(?:serving|portion|slice|piece|head|person)\b",
    re.IGNORECASE,
)
LONGEST_HEAD = 120


def figure_in(text: str, key: str) -> tuple[float, float] | None:
    """Return a claimed figure from low to high, None where the text states none.

    Args:
        text: "34 g", "<1g", "450 mg", "420 calories", "1757 kJ", "3-4 g", "12,5 g" or a number.
        key: a figure of the plate, or "salt"; its unit is that of the plate, salt's is g.
    """
    match = _NUMBER.search(text[:80])
    low = _number(match["low"]) if match else None
    if match is None or low is None:
        return None
    high = _number(match["high"]) if match["high"] else low
    unit = match["unit"].lower()
    factor = _factor(unit, key, low)
    if factor is None or high is None or not low <= high <= LARGEST:
        return None
    return (0.0 if match["less"] else low * factor), high * factor


def _number(text: str) -> float | None:
    plain = text.replace(" ", "").rstrip(".,")
    if re.fullmatch(r"\d{1,3}(?:,\d{3})+(?:\.\d+)?", plain):
        plain = plain.replace(",", "")
    plain = plain.replace(",", ".")
    return float(plain) if re.fullmatch(r"\d{1,9}(?:\.\d{1,9})?", plain) else None


def _factor(unit: str, key: str, value: float) -> float | None:
    if key == "kcal":
        return _KCAL.get(unit)
    if not unit:
        bare = key == "sodium_mg" and value <= MOST_SODIUM_G
        return 1000.0 if bare else 1.0
    grams = _GRAMS.get(unit)
    return grams * 1000 if grams is not None and key == "sodium_mg" else grams


def claimed(figures: Iterable[tuple[str, str]]) -> tuple[Claim, ...]:
    """Return the claims in figures told by key; the first of each, salt told as its sodium."""
    found: dict[str, Claim] = {}
    for key, text in figures:
        value = figure_in(text, key)
        if value is None:
            continue
        name, factor = ("sodium_mg", SODIUM_PER_SALT_MG) if key == "salt" else (key, 1.0)
        found.setdefault(name, Claim(name, value[0] * factor, value[1] * factor))
    return tuple(found.values())


def label_words(claims: Iterable[Claim]) -> str:
    """Return claims as a label says them, so that `claims_in` finds them again."""
    told = []
    for claim in claims:
        ends = [claim.low, claim.high] if claim.low < claim.high else [claim.high]
        amount = "-".join(f"{end:.6g}" for end in ends)
        told.append(f"{_WORDS.get(claim.key, claim.key)} {amount} {_UNITS.get(claim.key, 'g')}")
    return f"Nutrition per serving: {', '.join(told)}"


def claims_in(lines: Iterable[str]) -> tuple[Claim, ...]:
    """Return what the lines of a label claim of a serving; those of 100 g are not ours to hold."""
    figures: list[tuple[str, str]] = []
    head: list[str] = []
    column: int | None = None
    for told in lines:
        column = serving_column([told]) if tells_columns(told) else column
        line = _of_column(told[:400], column)
        if _PER_100.search(line):
            continue
        across = _across(head, line[:400])
        figures += across or _figures(line[:400])
        head = head if across else columns_of(line[:400])
    return claimed(figures)


def tells_columns(line: str) -> bool:
    """Tell the head of a label that has a column for 100 g and one for a serving."""
    return serving_column([line]) is not None


def serving_column(cells: Sequence[str]) -> int | None:
    """Return which column of figures is that of a serving, beside one of 100 g; None of others.

    Args:
        cells: the head of a label, cell by cell or as one line; its names do not count.
    """
    line = " | ".join(cells)[:LONGEST_HEAD]
    hundred, serving = _HUNDRED.search(line), _A_SERVING.search(line)
    if hundred is None or serving is None or columns_of(_HUNDRED.sub("", line)):
        return None
    return int(hundred.start() < serving.start())


def _of_column(line: str, column: int | None) -> str:
    """Return a row of such a label with its figure for a serving alone."""
    values = [one for one in re.finditer(_VALUE, line, re.IGNORECASE)
              if line[one.end() : one.end() + 1] != "%"]  # fmt: skip
    energy = [one for one in values if one[0].lower().endswith("cal")]
    # "385kJ / 92kcal" is one figure.
    values = energy if len(energy) * 2 == len(values) else values
    if column is None or len(values) <= column or len(values) < LEAST_ACROSS:
        return line
    return f"{re.split(_VALUE, line, maxsplit=1)[0]}{values[column][0]}"


def tells_figures(text: str) -> bool:
    """Tell "412 calories, 22 g fat and 20 g protein per serving" from a list on one line."""
    if only_figures(text):
        # "K 310 mg, Na 90 mg" of a diet sheet.
        return bool(claims_in([text])) or IN_MG.search(text) is not None
    if _CALORIES.search(text) is None or is_step(text):
        return False
    return len(claims_in([text])) >= LEAST_TOLD


def columns_of(line: str) -> list[str]:
    """Return the keys that the head of a table names, in its order: "Energy | Fat | Carbs"."""
    found: list[tuple[int, str]] = []
    rest = _OF_WHAT.sub("", line)
    if any(c.isdigit() for c in rest):
        return []
    for key, name in _NAMES.items():
        if (match := re.search(rf"\b{name}\b", rest, re.IGNORECASE)) is not None:
            found.append((match.start(), key))
            rest = f"{rest[: match.start()]}{' ' * len(match[0])}{rest[match.end() :]}"
    return [key for _, key in sorted(found)]


def _across(head: Sequence[str], row: str) -> list[tuple[str, str]]:
    """Return the figures of a row under the head of its table, none where they do not pair."""
    values = [match[0] for match in re.finditer(_VALUE, _OF_WHAT.sub("", row), re.IGNORECASE)]
    if len(head) < LEAST_ACROSS or len(values) != len(head):
        return []
    return [(key, f"{value} kcal" if key == "kcal" and _bare(value) else value)
            for key, value in zip(head, values, strict=True)]  # fmt: skip


def _figures(line: str) -> list[tuple[str, str]]:
    """Return figures by key: "Fat 12 g, protein 9 g" or "12 g fat, 9 g protein"."""
    rest = _OF_WHAT.sub("", _spelled_out(line))
    if _ANY_NAME.search(rest) is None:
        return []
    behind, before = _paired(rest, before=False), _paired(rest, before=True)
    if len(behind) != len(before):
        # The way round in which every name finds its value: the other one runs out of them.
        return max(behind, before, key=len)
    return before if re.match(r"\W*(?:about\s+|approx\w*\.?\s+)?\d", rest) else behind


# By figure: its name, and its value before and behind it.
_SIDES = {
    key: (
        re.compile(name, re.IGNORECASE),
        re.compile(rf"(?P<v>{_VALUE})\s*(?:of\s+)?{name}\b", re.IGNORECASE),
        re.compile(
            rf"\b{name}\b(?:\s*\((?:k?cal|g|mg)\)|{_OF_ONE})?\W{{0,3}}(?P<v>{_VALUE})",
            re.IGNORECASE,
        ),
    )
    for key, name in _NAMES.items()
}


def _paired(line: str, *, before: bool) -> list[tuple[str, str]]:
    """Return figures by key, each with the value before or behind its name, or else beyond it."""
    # Of "1724kJ/412kcal" the second is told in our unit.
    rest = _KJ_FIRST.sub(r"\1", line)
    found: list[tuple[str, str]] = []
    for key, (named, first, behind) in _SIDES.items():
        told = named.search(rest) is not None
        sides = [first.search(rest), behind.search(rest)] if told else []
        match = next(filter(None, sides if before else reversed(sides)), None)
        if key == "kcal":
            # "545kcals": what is told in it needs no name.
            match = match or _KCAL_ALONE.search(rest) or _KJ_ALONE.search(rest)
        if match is None:
            continue
        value = match["v"]
        found.append((key, f"{value} kcal" if key == "kcal" and _bare(value) else value))
        rest = f"{rest[: match.start()]};{rest[match.end() :]}"
    return found


def _spelled_out(line: str) -> str:
    """Return a line with what it counts by first letters in words: "F 22 g / C 31 g"."""
    line = _UNIT_STOP.sub(r"\1", line)
    if (told := _NAMES_FIRST.search(line)) is not None:
        names, values = told.groups()[:3], told.groups()[3:]
        said = (f"{_LETTERS[n[0].lower()]} {v} g" for n, v in zip(names, values, strict=True))
        return f"{line[: told.start()]}{'; '.join(said)}{line[told.end() :]}"
    if len(_LETTERED.findall(line)) < LEAST_LETTERED:
        return line
    return _LETTERED.sub(
        lambda one: f"{_LETTERS[(one['a'] or one['b']).lower()]} {one['n'] or one['m']} g;", line
    )


def _bare(value: str) -> bool:
    return value.strip().replace(".", "").replace(",", "").isdigit()
