"""The amount at the head of a line: tokens, the grammar over them, and what it means."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterator
from dataclasses import dataclass, replace
from functools import cache, lru_cache
from importlib.resources import files
from typing import Any

from lark import Lark, Token, Transformer
from lark.exceptions import UnexpectedInput
from lark.lexer import Lexer

from snabo_core.quantities.numbers import to_number
from snabo_core.quantities.units import Unit, unit_for
from snabo_core.quantities.vocabulary import class_of

FEW = {"few": (2.0, 3.0, 5.0), "several": (3.0, 4.0, 7.0)}
SIZES = {"small": "small", "medium": "medium", "large": "large", "big": "large", "med": "medium",
         "lg": "large", "lge": "large", "sm": "small", "tiny": "tiny",
         "huge": "huge", "jumbo": "huge", "xl": "huge", "mid": "medium", "middle": "medium",
         "bigger": "large", "smaller": "small", "smallish": "small", "largish": "large",
         "fat": "large"}  # fmt: skip
HEAPS = {"heaped": "heaped", "heaping": "heaped", "scant": "scant", "generous": "generous",
         "rounded": "rounded", "level": "level", "packed": "level", "good": "generous",
         "full": "level", "overflowing": "heaped", "hpd": "heaped", "flat": "level"}  # fmt: skip
SKIPPED = {"about", "approx", "approximately", "around", "roughly", "ca", "circa", "of", "size",
           "sized", "x", "c", "~", "max", "min", "just", "under", "over", "say", "ish",
           "leveled", "levelled", "the", "bit"}  # fmt: skip
# An amount is over after so many tokens; longer ones are no amounts.
MOST_TOKENS = 14
# How many words may stand between a number and its unit: "2 plump juicy cloves".
WORDS_BETWEEN = 2
BETWEEN = {"quality", "variety", "prep", "filler", "chat"}

_NUMBER = r"\d{1,6}\s+\d{1,3}/\d{1,3}|\d{1,4}/\d{1,3}|\d{1,6}[.,]\d{1,4}|\d{1,6}|\.\d{1,3}"
_TOKEN = re.compile(
    rf"[\s']*(?:(?P<number>{_NUMBER})|(?P<times>[x×*](?=\s*\d))|(?P<range>[-–—](?=\s*\d)|to\b|or\b)"
    r"|(?P<floz>fl\.?\s?oz\.?|fluid ounces?)|(?P<spoon>(?:soup|table|tea|coffee|dessert)[\s-]"
    r"?spoons?(?:ful)?s?\b)"
    r"|(?P<word>[^\W\d_]+\.?|~)|(?P<plus>\+|&)|(?P<mark>[()/]|-(?=[a-zA-Z])))",
    re.IGNORECASE,
)
_SPOONS = {"soup": "tbsp", "table": "tbsp", "tea": "tsp", "coffee": "coffeespoon",
           "dessert": "dessertspoon"}  # fmt: skip


@dataclass(frozen=True)
class Amount:
    """What a line asks for: a number with its range, and in which unit.

    `unit` is None for bare counts ("3 eggs"). `each` holds the stated size of each package in
    `each_unit`, where one is written; `again` is the whole said a second time ("2 tbsp
    (40 ml)", "1 swede (about 600 g)"). `told_behind` says that the size stands in a bracket behind
    the package ("2 sachets (14 g)") and may be of all of them. `heap` is how a measure is filled.
    `stated` is false for "a few": the line gives no number.
    """

    low: float
    best: float
    high: float
    unit: Unit | None = None
    size: str | None = None
    each: float | None = None
    each_unit: Unit | None = None
    told_behind: bool = False
    again: Amount | None = None
    heap: str | None = None
    stated: bool = True

    def scaled(self, factor: float) -> Amount:
        """Return the amount times a factor."""
        low, best, high = self.low * factor, self.best * factor, self.high * factor
        return replace(self, low=low, best=best, high=high)

    @property
    def weighs(self) -> bool:
        """Whether it is given as a mass."""
        return self.unit is not None and self.unit.kind == "mass"


class _Tokens(Lexer):
    """Hands ready-made tokens to the parser."""

    def __init__(self, _conf: object) -> None:
        pass

    def lex(self, data: Any) -> Iterator[Token]:  # type: ignore[override]  # given ready-made
        yield from data


@dataclass
class _Scan:
    """Tokens of the head with where each ends, and the words met on the way."""

    text: str
    tokens: list[Token]
    ends: list[int]
    heap: str | None = None
    few: tuple[float, float, float] | None = None


KIND_TOKENS = {"mass": "MASS", "volume": "VOLUME", "count": "COUNT", "vague": "VAGUE"}


def _scan(text: str, system: str, own: Collection[str]) -> _Scan:
    scan, place = _Scan(text, [], []), 0
    while len(scan.tokens) < MOST_TOKENS and (match := _TOKEN.match(text, place)):
        token = _token(match, system, scan, own)
        if token is None:
            break
        place = match.end()
        if token.type == "SKIP":
            if scan.ends:
                scan.ends[-1] = place
            continue
        scan.tokens.append(token)
        scan.ends.append(place)
    return scan


def _token(match: re.Match[str], system: str, scan: _Scan, own: Collection[str]) -> Token | None:
    kind, text = match.lastgroup or "", match.group(match.lastgroup or 0)
    last = scan.tokens[-1].type if scan.tokens else ""
    if kind == "number":
        return Token("NUMBER", text)
    if kind == "times":
        return Token("TIMES", text)
    if kind == "range":
        return Token("RANGE", text) if last in {"NUMBER", "MASS", "VOLUME"} else None
    if kind == "floz":
        return Token("VOLUME", "fl oz")
    if kind == "spoon":
        stem = next(s for s in _SPOONS if text.lower().startswith(s))
        return _word_token(_SPOONS[stem], match.end(), system, scan, own)
    if kind == "plus":
        return Token("PLUS", text) if last in {"MASS", "VOLUME", "VAGUE"} else None
    if kind == "mark":
        return Token({"(": "LPAR", ")": "RPAR", "/": "SLASH"}.get(text, "SKIP"), text)
    return _word_token(text, match.end(), system, scan, own)


def _word_token(  # noqa: PLR0911  one answer for each thing a word can be
    text: str, end: int, system: str, scan: _Scan, own: Collection[str]
) -> Token | None:
    plain = text.lower().rstrip(".")
    last = scan.tokens[-1].type if scan.tokens else ""
    after_number = last in {"NUMBER", "SIZE", "RPAR"}
    if plain in HEAPS and _unit_follows(scan.text, end, system, own):
        scan.heap = HEAPS[plain]
        return Token("SKIP", text)
    if plain in FEW and last in {"", "NUMBER"}:
        scan.few = FEW[plain]
        return Token("SKIP" if last else "NUMBER", text if last else "1")
    if plain in {"a", "an", "one"} and not after_number:
        return Token("NUMBER", "1")
    if plain in {"plus", "and"} and last in {"MASS", "VOLUME", "VAGUE"}:
        return Token("PLUS", text)
    if plain in {"each", "ea", "apiece"} and any(t.type == "LPAR" for t in scan.tokens):
        return Token("EACH", text)
    if plain == "little" and not (scan.tokens and scan.text[:2].lower() == "a "):
        return Token("SIZE", "small")
    if plain in SIZES:
        return Token("SIZE", SIZES[plain])
    if plain == "pot" and not re.match(r"\s+of\b", scan.text[end:]):
        return None
    unit = unit_for(text, system, own)
    if unit is not None and not (unit.kind == "mass" and not after_number):
        return Token(KIND_TOKENS[unit.kind], text)
    if plain in SKIPPED or (plain in {"a", "an", "and"} and after_number):
        return Token("SKIP", text)
    if after_number and last != "RPAR" and class_of(plain) in BETWEEN:
        follows = _unit_follows(scan.text, end, system, own, counts=True)
        return Token("SKIP", text) if follows else None
    return None


_NEXT_WORDS = re.compile(r"[\s,'’]*([^\W\d_]+)")
# "2 onions, cut in slices" counts onions.
_NEXT_BESIDE = re.compile(r"[\s'’]*([^\W\d_]+)")


def _unit_follows(
    text: str, place: int, system: str, own: Collection[str], *, counts: bool = False
) -> bool:
    """Tell whether a unit stands within the next words, with nothing but adjectives before it."""
    for _ in range(WORDS_BETWEEN + 1):
        word = (_NEXT_BESIDE if counts else _NEXT_WORDS).match(text, place)
        if word is None:
            return False
        unit = unit_for(word.group(1), system, own)
        if unit is not None:
            return unit.kind == "count" if counts else unit.kind != "mass"
        if word.group(1).lower() not in SIZES and class_of(word.group(1)) not in BETWEEN:
            return False
        place = word.end()
    return False


class _Meaning(Transformer[Token, Amount]):
    """Turns a parse into an `Amount`."""

    def __init__(self, system: str, own: Collection[str]) -> None:
        super().__init__()
        self.system = system
        self.own = own

    def _unit(self, token: Token) -> Unit:
        unit = unit_for(str(token), self.system, self.own)
        assert unit is not None, token  # noqa: S101  the scanner made it from a unit
        return unit

    def quantity(self, parts: list[Token]) -> Amount:
        numbers = [to_number(str(part)) for part in parts if part.type == "NUMBER"]
        return Amount(min(numbers), sum(numbers) / len(numbers), max(numbers))

    def size(self, parts: list[Token]) -> str:
        return str(parts[0])

    def term(self, parts: list[Any]) -> Amount:
        amount: Amount = parts[0]
        return replace(amount, unit=self._unit(parts[1]))

    def sum(self, parts: list[Any]) -> Amount:
        terms: list[Amount] = [part for part in parts if isinstance(part, Amount)]
        total = terms[0]
        for part in terms[1:]:
            total = _added(total, part)
        return total

    def bracket(self, parts: list[Any]) -> Amount:
        amounts: list[Amount] = [part for part in parts if isinstance(part, Amount)]
        found = next((a for a in amounts if a.weighs), amounts[0])
        each = any(isinstance(p, Token) and p.type == "EACH" for p in parts)
        return replace(found, size="each") if each else found

    def packages(self, parts: list[Any]) -> Amount:
        amounts: list[Amount] = [part for part in parts if isinstance(part, Amount)]
        count = [p for p in parts if isinstance(p, Token) and p.type == "COUNT"]
        unit = self._unit(count[0]) if count else None
        inside: Amount = amounts[1]
        spoken_of = unit is None or unit.id in PACKAGES
        if not spoken_of and inside.size != "each":
            return replace(amounts[0], unit=unit, again=inside)
        return replace(amounts[0], unit=unit, each=inside.best, each_unit=inside.unit)

    def packages_told(self, parts: list[Any]) -> Amount:
        return replace(self.packages(parts), told_behind=True)

    def one_package(self, parts: list[Any]) -> Amount:
        size, count = parts
        return Amount(1.0, 1.0, 1.0, self._unit(count), each=size.best, each_unit=size.unit)

    def plain(self, parts: list[Any]) -> Amount:
        first, *others = [part for part in parts if isinstance(part, Amount)]
        again = next((a for a in others if a.weighs), others[0] if others else None)
        return first if again is None else replace(first, again=again)

    def ranged(self, parts: list[Any]) -> Amount:
        low, high = (part for part in parts if isinstance(part, Amount))
        high = _added(replace(low, low=0.0, best=0.0, high=0.0), high)
        return replace(low, low=low.low, best=(low.best + high.best) / 2, high=high.high)

    def counted(self, parts: list[Any]) -> Amount:
        amount: Amount = parts[0]
        unit = [self._unit(p) for p in parts if isinstance(p, Token)]
        size = [p for p in parts if isinstance(p, str) and not isinstance(p, Token)]
        return replace(amount, unit=unit[0] if unit else None, size=size[0] if size else None)

    def weighed_count(self, parts: list[Any]) -> Amount:
        count, inside = [part for part in parts if isinstance(part, Amount)]
        size = next((p for p in parts if isinstance(p, str)), None)
        # Behind the number and before the food the bracket speaks of each: "2 (6-oz) breasts".
        return replace(count, size=size, each=inside.best, each_unit=inside.unit)

    def one(self, parts: list[Any]) -> Amount:
        size = next((p for p in parts if isinstance(p, str) and not isinstance(p, Token)), None)
        return Amount(1.0, 1.0, 1.0, self._unit(parts[-1]), size)

    def start(self, parts: list[Amount]) -> Amount:
        return parts[0]


PACKAGES = {"can", "jar", "pack", "bag", "box", "tub", "carton", "bottle", "block", "tube",
            "punnet", "sheet", "fillet", "piece", "ball", "log"}  # fmt: skip


def _added(first: Amount, second: Amount) -> Amount:
    """Add `2 oz` to `1 lb`: same kind in the first's unit; otherwise the first stands."""
    one, two = first.unit, second.unit
    if one is None or two is None or not one.size or not two.size:
        return first
    if one.kind != two.kind and {one.kind, two.kind} != {"volume", "vague"}:
        return first
    factor = two.size / one.size
    return replace(
        first,
        low=first.low + second.low * factor,
        best=first.best + second.best * factor,
        high=first.high + second.high * factor,
    )


# So many beginnings of lines are remembered: each is asked for more than once.
REMEMBERED = 512


@cache
def _parser() -> Lark:
    grammar = (files("snabo_core") / "quantities" / "amounts.lark").read_text("utf-8")
    return Lark(grammar, parser="lalr", lexer=_Tokens)


def read_amount(text: str, system: str, own: Collection[str] = ()) -> tuple[Amount | None, int]:
    """Read the amount a line begins with.

    Args:
        text: the line, numbers and fractions spelled as digits.
        system: one of `SYSTEMS`; decides which cup and spoon is meant.
        own: a household's own words for measures.

    Returns:
        The amount, None if the line begins with none, and the place where it ends.
    """
    return _read_amount(text, system, tuple(own))


@lru_cache(maxsize=REMEMBERED)
def _read_amount(text: str, system: str, own: tuple[str, ...]) -> tuple[Amount | None, int]:
    scan = _scan(text, system, own)
    for count in range(len(scan.tokens), 0, -1):
        try:
            tree = _parser().parse(scan.tokens[:count])
        except UnexpectedInput:
            continue
        meant: Amount = _Meaning(system, own).transform(tree)
        amount = replace(meant, heap=scan.heap)
        if scan.few is not None:
            low, best, high = scan.few
            amount = replace(amount, low=low, best=best, high=high, stated=False)
        return amount, scan.ends[count - 1]
    return None, 0
