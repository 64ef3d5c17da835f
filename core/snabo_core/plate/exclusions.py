"""What an eater leaves out, and which lines hold it, may hold it, or nobody knows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from snabo_core.dish import Line
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.foods.certainty import EXCLUSIONS, Certainty, certainty_of
from snabo_core.foods.library import words_of
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
    found = []
    for exclusion in exclusions:
        broken = _broken(exclusion, lines, library)
        borne = exclusion.tolerated > 0 and all(c == "contains" for _, c, _ in broken)
        eaten = [None if g is None else g * share for _, _, g in broken]
        if borne and broken and None not in eaten:
            grams = sum(g for g in eaten if g is not None)
            if grams <= exclusion.tolerated:
                values: dict[str, str | float] = {
                    "what": exclusion.what, "grams": grams, "allowed": exclusion.tolerated,
                }  # fmt: skip
                line = broken[0][0]
                found.append(
                    Breach(exclusion.what, "tolerated", line.id, Message("tolerated", values))
                )
                continue
        found += [
            Breach(exclusion.what, certainty, line.id, _message(certainty, exclusion.what, line,
                                                                library),
                   _other(exclusion.what, line, library))
            for line, certainty, _ in broken
        ]  # fmt: skip
        found += [
            Breach(exclusion.what, "may_contain", line.id, _message("left_out", exclusion.what,
                                                                    line, library))
            for line, _, _ in _broken(exclusion, left_out, library)
        ]  # fmt: skip
    return sorted(found, key=lambda b: GRAVEST.index(b.certainty))


def _broken(
    exclusion: Exclusion, lines: Sequence[Line], library: Library
) -> list[tuple[Line, Certainty, float | None]]:
    broken: list[tuple[Line, Certainty, float | None]] = []
    for line in lines:
        share = line.eaten()[2]
        if line.grams == 0 or share == 0:
            continue
        grams = None if line.grams is None else line.grams * share
        if line.food is None:
            broken.append((line, "unknown", grams))
            continue
        certainty = certainty_of(library.food(line.food), exclusion.what)
        if certainty != "free":
            broken.append((line, certainty, grams))
    return broken


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
    "certainty_of",
    "check_exclusion",
]
