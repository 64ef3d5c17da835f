"""What becomes of a line: divided, put on top, held back, or added until a cue says enough.

Shares that a recipe leaves open are halves, amounts "plus extra" are the usual ones; both are
common practice, no source, and stand in words beside the line.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from snabo_core.dish import HoldBack, Use, UseKind
from snabo_core.foods import Food
from snabo_core.quantities.amounts import Amount, read_amount
from snabo_core.quantities.grams import Grams, prior_of, weigh
from snabo_core.quantities.numbers import spell_numbers

SHARE_WORDS = {"half": 0.5, "a third": 1 / 3, "one third": 1 / 3, "two thirds": 2 / 3,
               "a quarter": 0.25, "three quarters": 0.75, "most": 0.8, "some": 0.25,
               "a little": 0.1, "part": 0.5, "the rest": 0.5}  # fmt: skip
MORE_IF_NEEDED = 1.5
# Grams of fat that grease a tin or a dish; common practice, no source.
GREASING = (1.0, 3.0, 8.0)
_SHARES = "|".join(SHARE_WORDS)
_PURPOSE = (
    r"(?P<purpose>(?:for|to)\s+(?:the\s+)?(?:tops?|topping|finish|sprinkle|scatter|garnish|"
    r"serve|serving|greas(?:e|ing)|oil(?:ing)?|fry|frying|brush|brushing|dust|dusting)"
    r"(?:\s+(?:the\s+)?(?:pan|dish|tin|tray|over))?|on\s+top|held\s+back|kept\s+back|"
    r"set\s+aside|reserved)"
)
_PLUS = re.compile(rf"(?:\b(?:plus|and)|\+)\s+(?P<amount>[^,;]*?)\s*{_PURPOSE}", re.IGNORECASE)
# With a number, whatever else it is for: "plus 1 tbsp for the crumbs", "plus 2 tbsp extra".
_PLUS_SO_MUCH = re.compile(
    r"(?:\bplus|\+)\s+(?P<amount>(?:an?\s+extra\s+|another\s+)?\d[^,;()]*?)\s*"
    r"(?P<purpose>for\s+(?:the\s+)?[a-z]{3,}|extra|more|later|at the end)\b",
    re.IGNORECASE,
)
_SHARED = re.compile(rf"\b(?P<share>{_SHARES})(?:\s+of\s+(?:it|them))?\s*{_PURPOSE}", re.IGNORECASE)
_RESERVE = re.compile(
    rf"\b(?:reserve|keep|hold)\s+(?:back\s+)?(?P<share>{_SHARES})\b[^,;]*", re.IGNORECASE
)
_WHOLE = re.compile(rf"(?:^|,)\s*{_PURPOSE}\s*$", re.IGNORECASE)
_DIVIDED = re.compile(r"\b(?:divided|separated into two|in two lots)\b", re.IGNORECASE)
_CUE = re.compile(
    r"\b(?P<cue>(?:only\s+)?if\s+(?:the\s+\w+\s+(?:is|looks|seems)\s+|it\s+(?:is|looks)\s+|"
    r"they\s+are\s+)?(?:too\s+|very\s+)?(?:dry|stiff|thick|wet|sticky|loose|needed|necessary)"
    r"|as\s+needed|until\s+[a-z ]{3,30}|depending\s+on\s+[a-z ]{3,30})",
    re.IGNORECASE,
)
_PLUS_IF = re.compile(rf"(?:\bplus|\+)\s+(?P<amount>\d[^,;()]*?)\s*{_CUE.pattern}", re.IGNORECASE)
_MORE = re.compile(
    r"\b(?:plus|or)\s+(?:a\s+little\s+)?(?:more|extra)\b(?!\s+(?:for|to))", re.IGNORECASE
)
_PURPOSES: tuple[tuple[str, UseKind], ...] = (
    ("greas", "greasing"), ("oil", "greasing"), ("brush", "greasing"), ("dust", "greasing"),
    ("fry", "frying"), ("serv", "serving"), ("garnish", "serving"), ("held", "later"),
    ("kept", "later"), ("aside", "later"), ("reserv", "later"), ("top", "top"), ("finish", "top"),
    ("sprinkl", "top"), ("scatter", "top"), ("", "later"),
)  # fmt: skip


@dataclass(frozen=True)
class ReadUses:
    """How a line is shared out, how it is added, and its grams with what is extra."""

    uses: tuple[Use, ...]
    hold: HoldBack | None
    grams: Grams


def _kind(purpose: str) -> UseKind:
    lowered = purpose.lower()
    return next(kind for stem, kind in _PURPOSES if stem in lowered)


def read_uses(
    text: str, amount: Amount | None, food: Food, form: str, grams: Grams, system: str
) -> ReadUses:
    """Find the uses and the hold-back that a line's words ask for.

    Args:
        text: the line without bullet, fractions spelled out.
        amount: what it asks for.
        food: the matched food.
        form: the form of it.
        grams: what the amount weighs.
        system: whose spoons are meant.

    Returns:
        Uses (none where everything goes in at once), hold-back and grams; nothing is lost
        where grams are unknown, the uses then wait for them.
    """
    plus = _PLUS.search(text) or _PLUS_SO_MUCH.search(spell_numbers(text))
    if plus is not None and grams.best is not None:
        found = _with_extra(plus, food, form, grams, system)
        if found is not None:
            return found
    if (more := _PLUS_IF.search(text)) is not None and grams.best is not None:
        extra = _weighed(more["amount"], food, form, system)
        if extra is not None:
            hold = HoldBack(grams.best, grams.best + extra, more["cue"].strip())
            return _held(_shares(text), hold, grams)
    return _held(_shares(text), _hold(text, amount, grams), grams)


def _weighed(written: str, food: Food, form: str, system: str) -> float | None:
    amount, _ = read_amount(written, system)
    return weigh(amount, food, form).best if amount is not None else None


def _held(uses: tuple[Use, ...], hold: HoldBack | None, grams: Grams) -> ReadUses:
    """Let grams reach from the start of a hold-back to its ceiling."""
    if hold is None or grams.low is None or grams.best is None or grams.high is None:
        return ReadUses(uses, hold, grams)
    low, high = min(grams.low, hold.start), max(grams.high, hold.ceiling)
    return ReadUses(uses, hold, Grams(low, grams.best, high, grams.reason))


def _shares(text: str) -> tuple[Use, ...]:
    shared = _SHARED.search(text)
    if shared is not None:
        part = SHARE_WORDS[shared.group("share").lower()]
        purpose = shared.group("purpose")
        return (Use("dish", 1 - part), Use(_kind(purpose), part, shared.group(0)))
    reserve = _RESERVE.search(text)
    if reserve is not None:
        part = SHARE_WORDS[reserve.group("share").lower()]
        return (Use("dish", 1 - part), Use("later", part, reserve.group(0).strip()))
    if _DIVIDED.search(text):
        return (Use("dish", 0.5), Use("later", 0.5, "divided; halves assumed"))
    whole = _WHOLE.search(text)
    if whole is not None:
        return (Use(_kind(whole.group("purpose")), 1.0, whole.group("purpose")),)
    return ()


def _with_extra(
    plus: re.Match[str], food: Food, form: str, grams: Grams, system: str
) -> ReadUses | None:
    """Add what a line wants besides: an amount of its own, or the usual little."""
    kind, written = _kind(plus.group("purpose")), plus.group("amount").strip()
    written = re.sub(r"^(?:an?\s+extra|another)\s+", "", written, flags=re.IGNORECASE)
    amount, _ = read_amount(written, system)
    if amount is not None:
        extra = weigh(amount, food, form)
    elif kind == "greasing" and food.food_class in {"oil", "fat_dairy"}:
        extra = Grams(*GREASING, grams.reason)
    else:
        extra = prior_of(food)
    known = (grams.low, grams.best, grams.high, extra.low, extra.best, extra.high)
    if any(x is None for x in known):
        return None
    low, best, high, more_low, more, more_high = (x or 0.0 for x in known)
    if amount is None or amount.unit is None or amount.unit.kind in {"vague", "count"}:
        # Nobody counts it: it only makes the range wider.
        return ReadUses((), None, Grams(low, best, high + more_high, grams.reason))
    whole = Grams(low + more_low, best + more, high + more_high, grams.reason)
    share = more / whole.best if whole.best else 0.0
    words = plus.group(0).strip() + ("" if amount is not None else "; a usual amount assumed")
    return ReadUses((Use("dish", 1 - share), Use(kind, share, words)), None, whole)


def _hold(text: str, amount: Amount | None, grams: Grams) -> HoldBack | None:
    if grams.best is None or grams.low is None or grams.high is None or amount is None:
        return None
    cue = _CUE.search(text)
    if cue is not None and amount.low < amount.high:
        each = grams.best / amount.best if amount.best else 0.0
        return HoldBack(amount.low * each, amount.high * each, cue.group("cue").strip())
    if _MORE.search(text):
        words = cue.group("cue").strip() if cue else "until it looks right"
        return HoldBack(grams.best, grams.best * MORE_IF_NEEDED, words)
    if cue is not None and cue.group("cue").lower().startswith(("if", "only")):
        # "1 tbsp water, if needed": perhaps none of it.
        return HoldBack(0.0, grams.best, cue.group("cue").strip())
    return None
