"""The amount at the head of a line: tokens, the grammar over them, and what it means."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterator
from dataclasses import dataclass, replace
from functools import cache
from importlib.resources import files
from typing import Any

from lark import Lark, Token, Transformer
from lark.exceptions import UnexpectedInput
from lark.lexer import Lexer

from snabo_core.quantities.units import Unit, unit_for

FRACTIONS = {
    "½": "1/2", "⅓": "1/3", "⅔": "2/3", "¼": "1/4", "¾": "3/4", "⅕": "1/5", "⅖": "2/5",
    "⅗": "3/5", "⅘": "4/5", "⅙": "1/6", "⅚": "5/6", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8",
    "⅞": "7/8",
}  # fmt: skip
NUMBER_WORDS = {
    "a": 1.0, "an": 1.0, "one": 1.0, "two": 2.0, "three": 3.0, "four": 4.0, "five": 5.0,
    "six": 6.0, "seven": 7.0, "eight": 8.0, "nine": 9.0, "ten": 10.0, "twelve": 12.0,
    "dozen": 12.0, "half": 0.5, "quarter": 0.25, "couple": 2.0, "few": 3.0, "several": 4.0,
}  # fmt: skip
SIZES = {"small": "small", "medium": "medium", "large": "large", "big": "large", "med": "medium",
         "lg": "large", "sm": "small"}  # fmt: skip
MODIFIERS = {"heaped": 1.25, "heaping": 1.25, "scant": 0.9, "generous": 1.1, "rounded": 1.15,
             "level": 1.0, "packed": 1.0, "good": 1.15, "full": 1.0}  # fmt: skip
SKIPPED = {"about", "approx", "approximately", "around", "roughly", "ca", "circa", "of", "size",
           "sized", "x", "each", "approx.", "c.", "~"}  # fmt: skip

_NUMBER = r"\d+\s+\d+\s*/\s*\d+|\d+\s*/\s*\d+|\d+[.,]\d+|\d+"
_TOKEN = re.compile(
    rf"\s*(?:(?P<number>{_NUMBER})|(?P<times>[x×](?=\s*\d))|(?P<range>[-–—](?=\s*\d)|to\b|or\b)"
    r"|(?P<floz>fl\.?\s?oz\.?|fluid ounces?)|(?P<word>[^\W\d_]+\.?|~)"
    r"|(?P<mark>[()/+]|-(?=[a-zA-Z])))",
    re.IGNORECASE,
)


@dataclass(frozen=True)
class Amount:
    """What a line asks for: a number with its range, and in which unit.

    `unit` is None for bare counts ("3 eggs"). `grams_each` holds the stated size of each
    package in g or mL (`each_unit` says which), where one is written.
    """

    low: float
    best: float
    high: float
    unit: Unit | None = None
    size: str | None = None
    each: float | None = None
    each_unit: Unit | None = None

    def scaled(self, factor: float) -> Amount:
        """Return the amount times a factor."""
        low, best, high = self.low * factor, self.best * factor, self.high * factor
        return replace(self, low=low, best=best, high=high)


def spell_fractions(text: str) -> str:
    """Write typographic fractions as plain ones: `1½` becomes `1 1/2`."""
    for sign, plain in FRACTIONS.items():
        text = re.sub(rf"(?<=\d){sign}", f" {plain}", text).replace(sign, plain)
    return text.replace("⁄", "/")


def to_number(text: str) -> float:
    """Return the value of a written number: `1 1/2`, `3/4`, `1,5`, `1.5`; 1,000 is a thousand."""
    text = text.strip()
    if "/" in text:
        whole, _, fraction = text.rpartition(" ") if re.match(r"\d+\s+\d", text) else ("", "", text)
        above, below = (float(part) for part in fraction.split("/"))
        return (float(whole) if whole.strip() else 0.0) + (above / below if below else 0.0)
    if re.fullmatch(r"\d{1,3},\d{3}", text):
        return float(text.replace(",", ""))
    return float(text.replace(",", "."))


class _Tokens(Lexer):
    """Hands ready-made tokens to the parser."""

    def __init__(self, _conf: object) -> None:
        pass

    def lex(self, data: Any) -> Iterator[Token]:  # type: ignore[override]  # given ready-made
        yield from data


@dataclass
class _Scan:
    """Tokens of the head with where each ends, and the modifier words met on the way."""

    tokens: list[Token]
    ends: list[int]
    factor: float = 1.0


KIND_TOKENS = {"mass": "MASS", "volume": "VOLUME", "count": "COUNT", "vague": "VAGUE"}


def _scan(text: str, system: str, own: Collection[str]) -> _Scan:
    scan, place = _Scan([], []), 0
    while match := _TOKEN.match(text, place):
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
    if kind == "number":
        return Token("NUMBER", text)
    if kind == "times":
        return Token("TIMES", text)
    if kind == "range":
        return Token("RANGE", text) if scan.tokens and scan.tokens[-1].type == "NUMBER" else None
    if kind == "floz":
        return Token("VOLUME", "fl oz")
    if kind == "mark":
        return Token({"(": "LPAR", ")": "RPAR", "/": "SLASH"}.get(text, "SKIP"), text)
    return _word_token(text, system, scan, own)


def _word_token(text: str, system: str, scan: _Scan, own: Collection[str]) -> Token | None:
    plain = text.lower().rstrip(".")
    after_number = bool(scan.tokens) and scan.tokens[-1].type in {"NUMBER", "SIZE", "RPAR"}
    if plain in MODIFIERS:
        scan.factor *= MODIFIERS[plain]
        return Token("SKIP", text)
    if plain in NUMBER_WORDS and not (plain in {"a", "an"} and after_number):
        if after_number and scan.tokens[-1].type == "NUMBER" and plain == "dozen":
            scan.factor *= 12
            return Token("SKIP", text)
        return Token("NUMBER", str(NUMBER_WORDS[plain]))
    if plain in SKIPPED or (plain in {"a", "an", "and"} and after_number):
        return Token("SKIP", text)
    if plain in SIZES:
        return Token("SIZE", SIZES[plain])
    unit = unit_for(text, system, own)
    if unit is None:
        return None
    return Token(KIND_TOKENS[unit.kind], text)


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

    def sum(self, parts: list[Any]) -> Amount:
        total: Amount | None = None
        for quantity, token in zip(parts[::2], parts[1::2], strict=True):
            part = replace(quantity, unit=self._unit(token))
            total = part if total is None else _added(total, part)
        assert total is not None  # noqa: S101  the grammar asks for one at least
        return total

    def bracket(self, parts: list[Any]) -> Amount:
        amounts: list[Amount] = [part for part in parts if isinstance(part, Amount)]
        return next((a for a in amounts if a.unit and a.unit.kind == "mass"), amounts[0])

    def packages(self, parts: list[Any]) -> Amount:
        amounts: list[Amount] = [part for part in parts if isinstance(part, Amount)]
        count = [p for p in parts if isinstance(p, Token) and p.type == "COUNT"]
        unit = self._unit(count[0]) if count else None
        return replace(amounts[0], unit=unit, each=amounts[1].best, each_unit=amounts[1].unit)

    def one_package(self, parts: list[Any]) -> Amount:
        size, count = parts
        return Amount(1.0, 1.0, 1.0, self._unit(count), each=size.best, each_unit=size.unit)

    def plain(self, parts: list[Any]) -> Amount:
        amounts: list[Amount] = [part for part in parts if isinstance(part, Amount)]
        return next((a for a in amounts if a.unit and a.unit.kind == "mass"), amounts[0])

    def counted(self, parts: list[Any]) -> Amount:
        amount: Amount = parts[0]
        unit = [self._unit(p) for p in parts if isinstance(p, Token)]
        size = [p for p in parts if isinstance(p, str) and not isinstance(p, Token)]
        return replace(amount, unit=unit[0] if unit else None, size=size[0] if size else None)

    def weighed_count(self, parts: list[Any]) -> Amount:
        amounts: list[Amount] = [part for part in parts if isinstance(part, Amount)]
        return amounts[-1]

    def one(self, parts: list[Token]) -> Amount:
        return Amount(1.0, 1.0, 1.0, self._unit(parts[0]))

    def start(self, parts: list[Amount]) -> Amount:
        return parts[0]


def _added(first: Amount, second: Amount) -> Amount:
    """Add `2 oz` to `1 lb`: same kind in the smaller unit; otherwise the first stands."""
    one, two = first.unit, second.unit
    if one is None or two is None or one.kind != two.kind or not one.size or not two.size:
        return first
    factor = one.size / two.size
    return replace(
        second,
        low=first.low * factor + second.low,
        best=first.best * factor + second.best,
        high=first.high * factor + second.high,
    )


@cache
def _parser() -> Lark:
    grammar = (files("snabo_core") / "quantities" / "amounts.lark").read_text("utf-8")
    return Lark(grammar, parser="lalr", lexer=_Tokens)


def read_amount(text: str, system: str, own: Collection[str] = ()) -> tuple[Amount | None, int]:
    """Read the amount a line begins with.

    Args:
        text: the line, fractions spelled out.
        system: one of `SYSTEMS`; decides which cup and spoon is meant.
        own: a household's own words for measures.

    Returns:
        The amount, None if the line begins with none, and the place where it ends.
    """
    scan = _scan(text, system, own)
    for count in range(len(scan.tokens), 0, -1):
        try:
            tree = _parser().parse(scan.tokens[:count])
        except UnexpectedInput:
            continue
        amount = _Meaning(system, own).transform(tree)
        return amount.scaled(scan.factor), scan.ends[count - 1]
    return None, 0
