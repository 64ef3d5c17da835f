"""Characters nobody sees: taken out of whatever is typed, pasted or read from a file.

A name that turns the writing direction, or that differs from another by a sign without width,
is one that no cook can tell apart. Joiners stay: some scripts and pictures need them. Half of a
letter that was written as two goes too: it can be kept nowhere.
"""

import re
from typing import Any

import msgspec

_ESCAPED = (r"\u", r"\b", r"\f")
_LINE_ENDS = re.compile("[\v\f\x1c-\x1e\x85\u2028\u2029]")
_UNSEEN = re.compile(
    "[\x00-\x08\x0e-\x1b\x1f\x7f-\x84\x86-\x9f\xad\u061c\u180e\u200b\u200e\u200f"
    "\u202a-\u202e\u2060-\u206f\ufeff\ufff9-\ufffb\ud800-\udfff\U000e0000-\U000e007f]"
)


def without_unseen(text: str) -> str:
    """Return a text without control, direction and zero-width signs; rare line ends are new lines.

    Tab, carriage return and new line stay.
    """
    return _UNSEEN.sub("", _LINE_ENDS.sub("\n", text))


def decoded(body: bytes) -> Any:
    """Return what a JSON body holds, every text in it without unseen signs.

    Raises:
        msgspec.DecodeError, UnicodeDecodeError, RecursionError: it is no JSON.
    """
    value = msgspec.json.decode(body)
    text = body.decode()
    # Nearly every body is clean, and looking once is quicker than walking through it. What can
    # be printed holds none of the signs above.
    if text.isprintable() and not any(sign in text for sign in _ESCAPED):
        return value
    return all_without_unseen(value)


def all_without_unseen(value: Any) -> Any:
    """Return plain containers with every text in them, field names included, as above."""
    if isinstance(value, str):
        return without_unseen(value)
    if isinstance(value, list):
        return [all_without_unseen(item) for item in value]
    if isinstance(value, dict):
        return {without_unseen(key): all_without_unseen(item) for key, item in value.items()}
    return value


def one_line(name: str) -> bool:
    """Tell whether a name stands on one line."""
    return len(name.splitlines()) <= 1
