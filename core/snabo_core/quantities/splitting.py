"""Several foods on one line, and "this or that": which words belong to which food."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import TypeGuard

from snabo_core.foods import Library
from snabo_core.quantities.amounts import Amount, read_amount
from snabo_core.quantities.lexicon import (
    STOPS,
    head_span,
    segments_of,
    spans_in,
    words_in,
)
from snabo_core.quantities.numbers import spell_numbers
from snabo_core.quantities.vocabulary import class_of

MOST_FOODS = 12
_JOIN = re.compile(
    r"\s+(?:and|plus|with(?=\s+(?:\d|an?\s|one\s|two\s))|w/(?=\s*\d)|(?:slaked|dissolved|whisked|stirred|blended|mixed|soaked|steeped|infused|crumbled)\s+(?:in|into|with)(?=\s+(?:\d|an?\s))|in(?=\s+\d[\d./]*\s?(?:tbsp|tsp|ml|tablespoons?|teaspoons?)\b))\s+|\s*[&+]\s*(?=[^\W_])|\s*[,;]\s*"
    r"(?:(?:and|plus)\s+)?"
    # Nothing stands between "1 onion 2 carrots" but the next amount.
    r"|(?<=[a-z])(?<!\bor)(?<!\bto)(?<!\bx)(?<!\bof)(?<!\bin)(?<!\bfor)(?<!\bwith)(?<!\bfrom)(?<!\babout)"
    r"\s+(?=\d[\d/.]*\s?[a-z])",
    re.IGNORECASE,
)
_OR = re.compile(r"\s*\band\s?/\s?or\b\s*|\s+or\s+|\s+/\s+|(?<=[a-z])/(?=[a-z])", re.IGNORECASE)
_EACH = re.compile(r"^(?P<amount>.{1,30}?)\s*\beach(?:\s+of)?\s*:?\s+(?=[a-z])", re.IGNORECASE)
# "or more", "or so", "or to taste" offer nothing else.
_NO_OFFER = re.compile(
    r"^(?:more|less|so|to taste|until|as needed|as required|thereabouts|enough|a (?:little|bit) "
    r"more|similar|other|any|whatever|whichever|use|if|about|extra|desired|however|by)\b|^\d+[\s!.)]*$|^\d+,",
    re.IGNORECASE,
)
# What stands between the foods of a list on one line, and how many there are at least; a bar is
# nothing else, a slash may offer one for the other.
_BARS, _SLASH, _DASH = (
    re.compile(r"\s*[|•·]\s*"),
    re.compile(r"\s+/\s+"),
    re.compile(r"\s+[-–—]\s+"),
)
_APART = ((_BARS, 2), (_SLASH, 2), (_DASH, 3))
_SIGNS = re.compile(r"[|•·]|\s[/–—-]\s")
# "4 chicken thighs, salt and pepper": the amount is that of the thighs.
_SEASONED = re.compile(
    r"^(?P<food>(?:\d|an?\s|one\s|two\s|half\s)[^()]*?[a-z])(?:\s*[,;]|\s+(?:and|with|&|\+))\s+"
    r"(?P<seasoning>(?:sea |kosher |fine |flaky |some )?salt\s*(?:and|&|\+|/|,)\s*"
    r"(?:(?:freshly|ground|cracked|black|white)\s+)*pepper)$",
    re.IGNORECASE,
)
LEAST_MEASURED, PAIR = 0.6, 2
_DIGIT = re.compile(r"[\d½¼¾⅓⅔]")
_JOINED = re.compile(
    r"[\s,;]*(?:(?P<join>and|or|plus|&|\+)\s+)?(?P<name>[^\W\d][^\d½¼¾⅓⅔]*?)[\s,:x]*$",
    re.IGNORECASE,
)
_BEHIND = re.compile(
    r"^(?P<name>[^\d½¼¾⅓⅔]+?)[\s,:]+(?:x\s?)?(?P<amount>(?:an?\s|one\s|[\d½¼¾⅓⅔]).{0,25})$"
)
PLAIN = {"prep", "quality", "variety", "part", "filler", "shade", "cooked", "change", "purpose"}
SEASONINGS = {"salt", "spice", "herb"}
DRINKABLE = {"water", "ice"}
# "To serve: Greek yoghurt, mint" says behind a colon what others say at the end.
_WHAT_FOR = re.compile(
    r"^\W*(?P<what_for>(?:to|for)\s+(?:the\s+)?(?:serv(?:e|ing)|garnish(?:ing)?|top(?:ping)?|finish(?:ing)?|sprinkl(?:e|ing)|scatter(?:ing)?|decorat(?:e|ing))"
    r"|serve(?:d)?\s+with)(?:\s*:|\s+[–—-]\s)\s*(?=[^\W\d])",
    re.IGNORECASE,
)
_CLOSES = re.compile(r"\s*[,;(]|\s[-–—]\s")


@dataclass(frozen=True)
class Clause:
    """The words of one food of a line, with its own amount at their head.

    `shared` says that one amount was written for several foods and nobody knows how it is
    divided; `foods` is then by how many. `either` is another food with an amount of its own, of
    which nobody knows whether it goes in as well.
    """

    text: str
    shared: bool = False
    foods: int = 1
    either: str = ""


@dataclass(frozen=True)
class _Piece:
    text: str
    amount: Amount | None
    start: int
    key: str
    name: tuple[str, ...]


def depth_of(text: str) -> list[int]:
    """Return for every character how many brackets it stands in."""
    depths, depth = [], 0
    for sign in text:
        if sign in "([{":
            depth += 1
        depths.append(depth)
        if sign in ")]}":
            depth = max(0, depth - 1)
    return depths


# "Pork and fennel sausages" are sausages.
_ONE_MIXTURE = re.compile(
    r"\b(?:pork|beef|lamb|chicken|turkey|venison|duck|veal)\s+(?:and|&)\s+[a-z]+(?:\s+[a-z]+)?\s+"
    r"(?:sausages?|chipolatas|burgers?|meatballs|p[âa]t[ée]|terrine|sausage ?meat|stuffing)\b",
    re.IGNORECASE,
)
_AND = re.compile(r"and|&|\+|plus", re.IGNORECASE)


def _cuts(text: str, library: Library) -> list[tuple[int, int]]:
    """Return where a line could be cut between foods: never inside brackets or a name."""
    depths = depth_of(text)
    segments = segments_of(text)
    line = words_in(text, segments)
    held = [(line[s.first].start, line[s.last - 1].end) for s in spans_in(line, library)]
    held += [match.span() for match in _ONE_MIXTURE.finditer(text)]
    return [
        match.span()
        for match in _JOIN.finditer(text)
        if depths[match.start()] == 0
        and not any(a < match.start() and match.end() < b for a, b in held)
        and not (text[match.start()] == "," and _between_digits(text, match.start()))
    ]


def _between_digits(text: str, place: int) -> bool:
    return text[place - 1 : place].isdigit() and text[place + 1 : place + 2].isdigit()


def _piece(text: str, system: str, library: Library) -> _Piece | None:
    """Return a stretch of a line if it names a food of its own and nothing that is unknown."""
    spelled = spell_numbers(re.sub(r"\([^()]*\)", " ", text))
    amount, end = read_amount(spelled, system, library.own_units)
    rest = spelled[end:]
    segments = segments_of(rest)
    line = words_in(rest, segments)
    spans = spans_in(line, library)
    head = head_span(line, spans, library)
    if head is None or any(w.plain in STOPS - {"from"} for w in line[: head.first]):
        return None
    if any(c.isdigit() for c in rest):
        return None
    others = [w for i, w in enumerate(line) if not head.first <= i < head.last]
    after = [w.plain for w in line[head.last :]]
    cut = next((i for i, w in enumerate(after) if w in STOPS), len(after))
    ignored = {id(w) for w in line[head.last + cut :]}
    if any(
        class_of(w.plain) not in PLAIN for w in others if id(w) not in ignored and w.plain != "each"
    ):
        return None
    if head.key in DRINKABLE and amount is None:
        return None
    name = tuple(w.plain for w in line[head.first : head.last])
    return _Piece(text, amount, 0, head.key, name)


def _told_apart(text: str, system: str, library: Library) -> tuple[Clause, ...]:
    """Return the foods of a list on one line ("leeks 200 g / 2 eggs / 1 onion"), else nothing."""
    depths = depth_of(text) if _SIGNS.search(text) else []
    for sign, least in _APART if depths else ():
        cuts = [m.span() for m in sign.finditer(text) if depths[m.start()] == 0]
        edges = [0, *(x for cut in cuts for x in cut), len(text)]
        stretches = [text[a:b].strip() for a, b in zip(edges[::2], edges[1::2], strict=True)]
        stretches = [stretch for stretch in stretches if stretch]
        if not least <= len(stretches) <= MOST_FOODS:
            continue
        told = [_amount_first(stretch) for stretch in stretches]
        pieces = [_piece(one, system, library) for one in told]
        measured = sum(piece is not None and piece.amount is not None for piece in pieces)
        if None in pieces or measured < max(2, LEAST_MEASURED * len(pieces)):
            continue
        if sign is _SLASH and len(told) == PAIR:
            same = len({piece.key for piece in pieces if piece is not None}) == 1
            return (Clause(told[0], either="" if same else told[1]),)
        return tuple(Clause(one) for one in told)
    return _names_first(text, system, library)


def _names_first(text: str, system: str, library: Library) -> tuple[Clause, ...]:
    """Return the foods of "flour 200 g butter 100 g", each before its amount, else nothing."""
    items: list[str] = []
    offered, at = False, 0
    while at < len(text) and len(items) < MOST_FOODS:
        digit = _DIGIT.search(text, at)
        if digit is None:
            return ()
        name = _JOINED.match(text[at : digit.start()])
        amount, end = read_amount(text[digit.start() :], system, library.own_units)
        if name is None or amount is None:
            return ()
        offered = offered or (name["join"] or "").lower() == "or"
        items.append(f"{text[digit.start() : digit.start() + end].strip()} {name['name']}")
        at = digit.start() + end
    if len(items) < PAIR or any(_piece(item, system, library) is None for item in items):
        return ()
    if offered:
        return (Clause(items[0], either=items[1]),)
    return tuple(Clause(item) for item in items)


def _amount_first(stretch: str) -> str:
    behind = _BEHIND.match(stretch)
    return f"{behind['amount']} {behind['name']}" if behind else stretch


def split_foods(text: str, system: str, library: Library) -> tuple[Clause, ...]:
    """Split a line into a clause for each food it names; most lines are one.

    Args:
        text: the plain line.
        system: whose cups and spoons are meant.
        library: where foods are looked up.
    """
    what_for = _WHAT_FOR.match(text)
    if what_for is not None:
        said = what_for["what_for"].lower()
        text = f"{text[what_for.end() :]}, {'to serve' if said.startswith('serve') else said}"
    apart = _told_apart(text, system, library)
    if apart:
        return apart
    seasoned = _SEASONED.match(text)
    if seasoned is not None and _piece(seasoned["food"], system, library) is not None:
        foods = (seasoned["food"], seasoned["seasoning"])
        return tuple(one for some in foods for one in split_foods(some, system, library))
    each = _EACH.match(text)
    body, prefix = (text[each.end() :], each["amount"]) if each else (text, "")
    cuts = _cuts(body, library)
    if not cuts:
        return (Clause(f"{prefix} {body}".strip() if prefix else text),)
    edges = [0, *(x for cut in cuts for x in cut), len(body)]
    stretches = [body[a:b] for a, b in zip(edges[::2], edges[1::2], strict=True)]
    joins = [body[a:b] for a, b in cuts]
    pieces = [_piece(s, system, library) if s.strip() else None for s in stretches]
    named = [i for i, p in enumerate(pieces) if p is not None]
    one = (Clause(f"{prefix} {body}".strip() if prefix else text),)
    if not PAIR <= len(named) <= MOST_FOODS:
        return one
    listed = pieces[: _last_of(stretches, named)]
    if not _are_foods(listed, named, joins, library, each=bool(prefix)):
        return one
    return _clauses(stretches, pieces, named, prefix, joins, library)


def _last_of(stretches: Sequence[str], named: Sequence[int]) -> int:
    """Return how many stretches there are without the last where it says no more than what for."""
    last = stretches[-1]
    told = words_in(last, segments_of(last))
    purpose = named[-1] < len(stretches) - 1 and bool(told)
    said = all(w.plain in STOPS or class_of(w.plain) in {"purpose", "filler"} for w in told)
    return len(stretches) - (purpose and said)


def _are_foods(
    pieces: Sequence[_Piece | None],
    named: Sequence[int],
    joins: Sequence[str],
    library: Library,
    *,
    each: bool,
) -> bool:
    """Tell foods of their own from words that only say which food is meant."""
    found = [piece for i in named if (piece := pieces[i]) is not None]
    first, others = found[0], found[1:]
    for other, place in zip(others, named[1:], strict=False):
        # "Cheese, cottage" is one name, "onions and salt" are two.
        one_name = _AND.search(joins[place - 1]) is None and (
            other.name + first.name in library.names or first.name + other.name in library.names
        )
        if other.amount is None and (other.key == first.key or one_name):
            return False
    if each or all(p.amount is not None for p in others):
        return True
    listed = any(_AND.search(joins[i - 1]) is not None for i in named[1:])
    # "Salt, pepper, 2 tbsp oil": beside what has an amount only a seasoning needs none.
    measured = any(p.amount is not None for p in found)
    free = all(p.amount is not None or not measured or _seasons(p, library) for p in found)
    return listed or (free and named[0] == 0 and len(named) == len(pieces))


def _seasons(piece: _Piece | None, library: Library) -> TypeGuard[_Piece]:
    return piece is not None and library.food(piece.key).food_class in SEASONINGS


def _clauses(
    stretches: Sequence[str],
    pieces: Sequence[_Piece | None],
    named: Sequence[int],
    prefix: str,
    joins: Sequence[str],
    library: Library,
) -> tuple[Clause, ...]:
    trailing = ", ".join(s.strip() for s in stretches[named[-1] + 1 :] if s.strip())
    leading = ", ".join(s.strip() for s in stretches[: named[0]] if s.strip())
    tailed = _with_shared_tails(stretches, pieces, joins, library)
    # Whose amount a food without one shares: that of the last before it which has one.
    owners: list[int | None] = []
    for place in named:
        piece = pieces[place]
        own_amount = piece is not None and piece.amount is not None
        before = owners[-1] if owners else None
        # A seasoning shares the amount of another, not that of what it seasons.
        alike = before is not None and _seasons(pieces[before], library)
        # "100 g leeks and parsley" may share, "2 leeks, thyme" hardly, "garlic and onion powder" do.
        apart = _seasons(piece, library) and (
            library.food(piece.key).food_class != "herb" or joins[place - 1].strip() in {",", ";"}
        )
        shares = before if alike or not apart or place - 1 in tailed else None
        owners.append(place if own_amount else shares)
    clauses = []
    for number, place in enumerate(named):
        until = named[number + 1] if number + 1 < len(named) else place + 1
        own = [s.strip() for s in stretches[place:until] if s.strip()]
        if place in tailed:
            own[-1] = tailed[place]
        owner = owners[number]
        words = ", ".join(own)
        sharers = owners.count(owner)
        shared = not prefix and owner is not None and sharers > 1
        if prefix:
            words = f"{prefix} {words}"
        elif shared and owner is not None and owner != place:
            words = f"{_amount_text(stretches[owner])} {words}"
        text = ", ".join(x for x in (words, leading, trailing) if x)
        clauses.append(Clause(text, shared, sharers if shared else 1))
    return tuple(clauses)


def _with_shared_tails(
    stretches: Sequence[str],
    pieces: Sequence[_Piece | None],
    joins: Sequence[str],
    library: Library,
) -> dict[int, str]:
    """Return the stretches that share the end of a name: "500 g pork and beef mince"."""
    found: dict[int, str] = {}
    for place, join in enumerate(joins):
        behind = pieces[place + 1]
        bare = behind is not None and behind.amount is None and pieces[place] is not None
        if bare and _AND.search(join) is not None:
            name = _joined_name(stretches[place].strip(), stretches[place + 1], library)
            found |= {place: name} if name is not None else {}
    return found


def _amount_text(stretch: str) -> str:
    match = re.match(r"^[\d\s./½¼¾⅓⅔-]+[a-zA-Z]*\.?\s", stretch)
    return match.group().strip() if match else ""


def first_of(body: str, system: str, library: Library) -> tuple[str, tuple[str, ...]]:
    """Return the first of what a line offers ("butter or oil") and the others as written.

    "Chicken or vegetable stock" is chicken stock first; "fresh or frozen peas" offers nothing.
    """
    depths = depth_of(body)
    cuts = [m for m in _OR.finditer(body) if depths[m.start()] == 0]
    if not cuts:
        return body, ()
    left, right = body[: cuts[0].start()], body[cuts[0].end() :]
    if _NO_OFFER.match(right):
        end = _CLOSES.search(right)
        return left + (right[end.start() :] if end else ""), ()
    offered = tuple(o.strip() for o in _OR.split(right) if o and o.strip())[:3]
    segments, tail = segments_of(left), ""
    line = words_in(left, segments)
    head = head_span(line, spans_in(line, library), library)
    closing = _CLOSES.search(right)
    if closing:
        tail = right[closing.start() :]
    joined = _joined_name(left, right, library)
    if joined is not None:
        return f"{joined}{tail}", offered
    if head is None:
        known = all(class_of(w.plain) is not None for w in line)
        return (f"{left} {right}", ()) if known and line else (body, ())
    amount, _end = read_amount(spell_numbers(right), system, library.own_units)
    own = tail if amount is None and "," not in left else ""
    return f"{left}{own}", offered


def _joined_name(left: str, right: str, library: Library) -> str | None:
    """Return "chicken stock" for "chicken" and "vegetable stock"."""
    first = re.split(r"[,(;]", left)[-1]
    before = words_in(first, segments_of(first))
    after_text = re.split(r"[,(;]|\s[-–]\s", right)[0]
    after = words_in(after_text, segments_of(after_text))
    spans = spans_in(after, library)
    if not before or not spans:
        return None
    # "Black beans or hot sauce" offers no bean sauce: of what shares a name the first is singular.
    plural = first.rstrip()[-1:] == "s" and not before[-1].plain.endswith("s")
    if plural and not _DIGIT.search(right):
        return None
    head = head_span(after, spans, library)
    sweet = library.names.get(tuple(w.plain for w in before[-1:]))
    # "Honey or runner beans" offers no honey beans.
    sweetener = sweet is not None and library.food(sweet).food_class == "sweetener"
    if head is None or sweetener:
        return None
    tail = after[head.first : head.last]
    # "Black pudding or puffed rice" offers no pudding rice: a name is shared whole.
    least = max((s.last - s.first for s in spans_in(before, library) if s.last == len(before)),
                default=1)  # fmt: skip
    for skip in range(1, len(tail)):
        rest = tuple(w.plain for w in tail[skip:])
        for length in (3, 2, 1):
            own = tuple(w.plain for w in before[-length:])
            if length >= least and len(own) == length and own + rest in library.names:
                shared = after_text[tail[skip].start : tail[-1].end]
                return f"{left.rstrip()} {shared}"
    return None
