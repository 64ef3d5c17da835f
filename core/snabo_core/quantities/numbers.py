"""Numbers as people write them, brought to one spelling before an amount is read."""

from __future__ import annotations

import re
from functools import lru_cache

# The same words are asked about from several sides.
REMEMBERED = 512
MOST_THOUSANDS = 20_000
FRACTIONS = {
    "½": "1/2", "⅓": "1/3", "⅔": "2/3", "¼": "1/4", "¾": "3/4", "⅕": "1/5", "⅖": "2/5",
    "⅗": "3/5", "⅘": "4/5", "⅙": "1/6", "⅚": "5/6", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8",
    "⅞": "7/8",
}  # fmt: skip
ONES = ["zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve", "thirteen", "fourteen", "fifteen", "sixteen", "seventeen", "eighteen", "nineteen"]  # fmt: skip
TENS = ["twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"]
WORDS = {word: n for n, word in enumerate(ONES)} | {w: 10 * n for n, w in enumerate(TENS, 2)}
_ONE = "|".join(ONES[1:])
_TEN = "|".join(TENS)
_COUNTED = (
    rf"(?:(?:{_TEN})(?:[-\s](?:{'|'.join(ONES[1:10])}))?|{_ONE}|\d+|an?(?=\s+hundred\b))"
    rf"(?:\s+hundred(?:\s+and\s+(?:{_TEN}|{_ONE}))?)?"
)
_PARTS = {"half": "1/2", "halves": "1/2", "third": "1/3", "thirds": "1/3", "quarter": "1/4",
          "quarters": "1/4", "fifth": "1/5", "eighth": "1/8", "eighths": "1/8"}  # fmt: skip
# "half-fat milk" and "half and half" are no halves.
_NOT_PART = r"(?!\s*-|\s+(?:and|&)\s+half|\s+(?:fat|sugar|salt|moon)\b)"
_OF_A = r"(?:\s+of)?(?:\s+(?:an?|one)\b)?"
_MIXED = re.compile(
    rf"\b(?P<whole>{_COUNTED})\s+(?:and|&)\s+(?:an?\s+)?(?P<part>half|quarter|third|1/2|1/4|3/4)\b"
    + _NOT_PART,
    re.IGNORECASE,
)
_HALF_AFTER = re.compile(
    rf"\b(?P<whole>an?|{_COUNTED})\s+(?P<unit>[a-z]+)\s+(?:and|plus)\s+a\s+(?P<part>half|quarter|third)\b(?:\s+of\b)?",
    re.IGNORECASE,
)
_SHARE = re.compile(
    rf"\b(?:(?P<count>an?|{_ONE}|\d)[-\s]+)?(?P<part>half|halves|thirds?|quarters?|fifth|eighths?)\b"
    + _NOT_PART
    + _OF_A,
    re.IGNORECASE,
)
_DOZEN = re.compile(r"(?<![\w/.])(?:(?P<n>(?:(?:an?|\d+|one|two|three)\s+(?:and\s+an?\s+)?|\d+(?=½))?(?:half|1/2|½)(?:\s+an?)?|an?|\d+(?:\.\d+)?|one|two|three)[\s-]+)?(?:dozen|doz\.?)(?!\w)(?:\s+of\b)?",
                    re.IGNORECASE)  # fmt: skip
_COUPLE = re.compile(r"\b(?:(?:an?\s+)?couple|an?\s+pair)\b(?:\s+of\b)?", re.IGNORECASE)
_OR_TWO = re.compile(r"\ban?\s+(?P<unit>[a-z]+)\s+or\s+(?P<n>two|three|so)\b", re.IGNORECASE)
_BETWEEN = re.compile(r"\bbetween\s+(?P<a>\S+)\s+and\s+(?P<b>\S+)", re.IGNORECASE)
# "Five spice" and "three bean salad" count nothing.
_NAMED = (
    r"(?![-\s](?:spice\b|bean\s(?:mix|salad|chill?i|blend|soup)|cheese\s(?:blend|mix|sauce|ravioli|tortellini|pasta)"
    r"|grain\s(?:mix|bread|rice|blend)|seed\s(?:mix|bread)|pepper\s(?:mix|blend)|mushroom\s(?:mix|blend)))"
)
_COUNT = re.compile(rf"(?<![\w-])(?P<n>{_COUNTED})(?![\w-]*-free){_NAMED}\b", re.IGNORECASE)

_UNIT = r"(?:tbsp|tsp|tbs|tablespoons?|teaspoons?|cups?|tins?|cans?|cloves?|slices?|kg|kilos?|litres?|pints?|pounds?|lbs?|packs?|packets?)"
# How much, said in a way of its own; each is said once, in this order.
_SAID = (
    # "2 or so tins", "a couple or so".
    (re.compile(r"(?<![\w.])(?P<n>\d[\d/.]*|one|two|three|four|five|six)\s+or\s+so\b", re.IGNORECASE), r"about \g<n>"),
    # "1 + 1/2", "2 and a half", "1-1/2".
    (re.compile(r"(?<![\w./])(?P<n>\d{1,2})\s*(?:\+|and|&|plus)\s*(?:an?\s+)?(?:half|1/2|½)(?=\s+(?!fat|sugar|salt|moon|and)[a-z]|\s*$)", re.IGNORECASE), r"\g<n> 1/2"),
    (re.compile(r"(?<![\w./])(?P<n>\d{1,2})\s?[-–]\s?1/2(?=\s*$)"), r"\g<n> 1/2"),
    # "about 1,5 kg".
    (re.compile(r"(?<![\d.,])(?P<n>\d{1,2}),(?P<part>\d{1,2})(?=\s?(?:[-–]\s?\d{1,2}(?:[.,]\d{1,2})?\s?)?(?:kg|kilos?|l|litres?|liters?|dl|cl)\b)"), r"\g<n>.\g<part>"),
    # ".5 tbsp".
    (re.compile(r"(?<![\w.])\.(?=\d)"), "0."),
    (re.compile(r"(?:(?<=^)|(?<=,\s))(?:(?:an?|1|one)\s+)?pair\s+of\s+", re.IGNORECASE), "2 "),
    # "2 (two) tbsp".
    (re.compile(rf"(?<![\w.])(?P<n>\d{{1,2}})\s*\((?:{_ONE}|(?P=n))\)(?=\s+[a-z])", re.IGNORECASE), r"\g<n>"),
    # "x2 tbsp oil".
    (re.compile(r"(?:(?<=^)|(?<=,\s))[x×]\s?(?=\d{1,2}(?:\s+[a-z]|$))", re.IGNORECASE), ""),
    (re.compile(rf"(?<=\d)\s+whole\s+(?={_UNIT}\b)", re.IGNORECASE), " "),
    (re.compile(r"\b(?:1|one)\s+dozen\b(?:\s+of\b)?", re.IGNORECASE), "12"),
    # "olive oil, a tablespoon".
    (re.compile(rf"(?<=[a-z],\s)an?\s+(?={_UNIT}\.?$)", re.IGNORECASE), "1 "),
)  # fmt: skip


def plain_counts(text: str) -> str:
    """Return a line with how much it says in figures: "2 or so tins", "1 + 1/2 cups"."""
    for pattern, plain in _SAID:
        text = pattern.sub(plain, text)
    return text


def spell_fractions(text: str) -> str:
    """Write every fraction as a plain one: `1½`, `1-1/2` and `1 1 / 2` become `1 1/2`."""
    text = text.replace("⁄", "/").replace("∕", "/")
    for sign, plain in FRACTIONS.items():
        if sign in text:
            text = re.sub(rf"(?<=\d)\s?{sign}", f" {plain}", text).replace(sign, plain)
    text = re.sub(r"(?<![\d.,/])(\d{1,2}) ?/ ?(\d{1,2})(?![\d/])", r"\1/\2", text)
    text = re.sub(
        r"(?<![\d.,/])(\d{1,2}) ?(?:-|–|and|AND|&) ?(\d/\d)(?=\s?[^\W\d])", r"\1 \2", text
    )
    # "1.000 g" and "1,000 g" are a thousand.
    return re.sub(r"\b([1-9]\d?)[.,](\d{3})(?= ?(?:g|gr|gm|grams?|ml|mL)\b)", _thousands, text)


def _thousands(match: re.Match[str]) -> str:
    """Join "1.000" to a thousand; "50.000 g" is no amount of a kitchen and stays fifty."""
    joined = match[1] + match[2]
    return joined if int(joined) <= MOST_THOUSANDS else match.group()


def to_number(text: str) -> float:
    """Return the value of a written number: `1 1/2`, `3/4`, `1,5`, `1.5`; 1,000 is a thousand.

    A denominator of 0 counts as 1, since nobody measures nothing-ths.
    """
    text = text.strip()
    if "/" in text:
        above, _, below = text.rpartition("/")
        # Of any kind of blank: pages write "1\u00a01/2".
        *whole, top = above.split()
        divisor = float(below)
        return sum(map(float, whole)) + float(top) / (divisor or 1.0)
    if re.fullmatch(r"\d{1,3},\d{3}", text):
        return float(text.replace(",", ""))
    return float(text.replace(",", "."))


def word_value(text: str) -> float:
    """Return the value of a counted word: `twenty-five`, `one hundred and ten`, `7`."""
    words = [w for w in re.split(r"[-\s]+", text.lower()) if w != "and"]
    total = 0.0
    for word in words:
        if word == "hundred":
            total = (total or 1.0) * 100
        elif word in WORDS:
            total += WORDS[word]
        elif word in {"a", "an"}:
            total += 1
        else:
            total += float(word)
    return total


@lru_cache(maxsize=REMEMBERED)
def spell_numbers(text: str) -> str:
    """Write number words as digits: `half a dozen` is 6, `two-thirds of a cup` is 2/3 cup."""
    text = _BETWEEN.sub(r"\g<a> to \g<b>", text)
    text = _DOZEN.sub(_dozen, text)
    text = _COUPLE.sub("2 ", text)
    text = _OR_TWO.sub(_or_two, text)
    text = _MIXED.sub(_mixed, text)
    text = _HALF_AFTER.sub(_and_a_part, text)
    text = _SHARE.sub(_share, text)
    return _COUNT.sub(lambda m: m[0] if m["n"].isdigit() else _plain(word_value(m["n"])), text)


def _plain(value: float) -> str:
    return f"{value:g}"


def _dozen(match: re.Match[str]) -> str:
    count = (match["n"] or "1").lower()
    whole, half, _ = re.split(r"(half|1/2|½|$)", count, maxsplit=1)
    if half:
        # "A half dozen" is six, "1 1/2 dozen" eighteen.
        named = re.sub(r"\s+and\b.*|\s+$", "", whole)
        wholes = 0 if named in {"", "a", "an"} else word_value(named)
        return f"{_plain(12 * wholes + 6)} "
    return f"{_plain(12 * word_value(count))} "


def _or_two(match: re.Match[str]) -> str:
    high = {"two": "2", "three": "3", "so": "2"}[match["n"].lower()]
    return f"1-{high} {match['unit']}"


def _and_a_part(match: re.Match[str]) -> str:
    """Return "1.25 cup" for "a cup and a quarter"."""
    value = word_value(match["whole"]) + to_number(_PARTS[match["part"].lower()])
    return f"{_plain(value)} {match['unit']}"


def _mixed(match: re.Match[str]) -> str:
    part = _PARTS.get(match["part"].lower(), match["part"])
    return _plain(word_value(match["whole"]) + to_number(part))


def _share(match: re.Match[str]) -> str:
    count = match["count"]
    number = word_value(count) if count else 1.0
    return f"{number:g}/{_PARTS[match['part'].lower()].rpartition('/')[2]} "
