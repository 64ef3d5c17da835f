"""What an eater leaves out, and which lines hold it, may hold it, or nobody knows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.foods.certainty import EXCLUSIONS, certainty_of
from snabo_core.foods.library import words_of
from snabo_core.foods.records import Certainty
from snabo_core.wording import Message

LONGEST_OWN, MOST_TOLERATED = 40, 500.0

# The order in which a line is blamed; what stands before "tolerated" needs a look or a no.
GRAVEST: tuple[Certainty, ...] = (
    "contains", "may_contain", "check_label", "unknown", "tolerated", "free",
)  # fmt: skip


@dataclass(frozen=True)
class Exclusion:
    """Something left out: a word of `EXCLUSIONS`, or one's own ("coriander").

    `tolerated` grams of such foods in a serving are borne, 0 for none.
    """

    what: str
    tolerated: float = 0.0


@dataclass(frozen=True)
class Breach:
    """An exclusion that a line breaks, may break, or breaks within what is tolerated.

    `other` is the line of the recipe's own choice that would do instead, where one would.
    """

    what: str
    certainty: Certainty
    line_id: str
    message: Message
    other: Line | None = None


def check_exclusion(exclusion: Exclusion) -> None:
    """Refuse an exclusion that cannot be meant.

    Raises:
        BadInput: no word, too long a word, or a tolerated amount that is none.
    """
    what = exclusion.what.strip()
    if not 0 < len(what) <= LONGEST_OWN or not words_of(what):
        raise BadInput(f"Name what is left out in 1 to {LONGEST_OWN} letters.", "exclusions")
    if not 0 <= exclusion.tolerated <= MOST_TOLERATED:
        raise BadInput(
            f"A tolerated amount lies between 0 and {MOST_TOLERATED:.0f} g.", "exclusions"
        )


def breaches(
    exclusions: Sequence[Exclusion],
    lines: Sequence[Line],
    library: Library,
    share: float = 1.0,
    left_out: Sequence[Line] = (),
) -> list[Breach]:
    """Return which exclusions the lines break or may break, the gravest first.

    Args:
        exclusions: what is left out.
        lines: those looked through; what is not eaten does not count.
        library: where foods are looked up.
        share: how much of the dish is eaten, for tolerated amounts.
        left_out: lines that do not go in but are not settled; what they hold stays named.
    """
    return breaches_of_many(exclusions, lines, [()], library, share, left_out)[0]


def breaches_of_many(
    exclusions: Sequence[Exclusion],
    kept: Sequence[Line],
    groups: Sequence[Sequence[Line]],
    library: Library,
    share: float = 1.0,
    left_out: Sequence[Line] = (),
) -> list[list[Breach]]:
    """Return the breaches of dishes that have `kept` in common and a group of their own each.

    What all have in common is looked through once; see `breaches`.
    """
    if not exclusions:
        return [[] for _ in groups]
    common, open_lines = _eaten(kept), _eaten(left_out)
    own = [_eaten(group) for group in groups]
    found: list[list[Breach]] = [[] for _ in groups]
    for exclusion in exclusions:
        base = _broken(exclusion, common, library)
        said = None if exclusion.tolerated else _said(exclusion, base, library, share)
        for place, lines in enumerate(own):
            broken = _broken(exclusion, lines, library)
            if said is None:
                # What is tolerated counts over all lines together.
                found[place] += _said(exclusion, [*base, *broken], library, share)
            else:
                found[place] += [*said, *_said(exclusion, broken, library, share)]
        open_ones = [
            Breach(exclusion.what, "may_contain", line.id,
                   _message("left_out", exclusion.what, line, library))
            for line, _, _ in _broken(exclusion, open_lines, library)
        ]  # fmt: skip
        for each in found:
            each.extend(open_ones)
    return [sorted(each, key=lambda b: GRAVEST.index(b.certainty)) for each in found]


Eaten = tuple[Line, float | None]
Broken = tuple[Line, Certainty, float | None]


def _eaten(lines: Sequence[Line]) -> list[Eaten]:
    """Return the lines of which something is eaten, with the grams of that."""
    found: list[Eaten] = []
    for line in lines:
        share = line.eaten()[2]
        if line.grams != 0 and share != 0:
            found.append((line, None if line.grams is None else line.grams * share))
    return found


def _broken(exclusion: Exclusion, lines: Sequence[Eaten], library: Library) -> list[Broken]:
    broken: list[Broken] = []
    for line, grams in lines:
        if line.food is None:
            broken.append((line, "unknown", grams))
            continue
        certainty = certainty_of(library.food(line.food), exclusion.what)
        if certainty != "free":
            broken.append((line, certainty, grams))
    return broken


def _said(
    exclusion: Exclusion, broken: Sequence[Broken], library: Library, share: float
) -> list[Breach]:
    """Return the breaches of one exclusion: one by one, or all within what is tolerated."""
    what = exclusion.what
    eaten = [None if g is None else g * share for _, _, g in broken]
    borne = exclusion.tolerated > 0 and all(c == "contains" for _, c, _ in broken)
    if borne and broken and None not in eaten:
        grams = sum(g for g in eaten if g is not None)
        if grams <= exclusion.tolerated:
            values: dict[str, str | float] = {
                "what": what, "grams": grams, "allowed": exclusion.tolerated,
            }  # fmt: skip
            return [Breach(what, "tolerated", broken[0][0].id, Message("tolerated", values))]
    return [
        Breach(what, certainty, line.id, _message(certainty, what, line, library),
               _other(what, line, library))
        for line, certainty, _ in broken
    ]  # fmt: skip


def _other(what: str, line: Line, library: Library) -> Line | None:
    """Return which other choice the recipe gives for a line is free of something."""
    for other in line.alternatives:
        if other.food is not None and certainty_of(library.food(other.food), what) == "free":
            return other
    return None


def _message(code: str, what: str, line: Line, library: Library) -> Message:
    food = library.food(line.food).name if line.food else line.text
    return Message(code, {"what": what, "food": food})


__all__ = [
    "EXCLUSIONS",
    "Breach",
    "Certainty",
    "Exclusion",
    "breaches",
    "breaches_of_many",
    "certainty_of",
    "check_exclusion",
]
