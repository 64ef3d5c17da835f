"""Scores the reading of lines in many hands: python -m tests.score_lines, in core/.

Half of the lines, by a fingerprint of their text, are set aside: they are scored, but nobody
looks at their faults while grammar and names are tuned. Wrong without a doubt shown is counted
apart: it is the error that a cook cannot see.
"""

from __future__ import annotations

import hashlib
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from pathlib import Path

from snabo_core.foods import library
from snabo_core.foods.library import words_of
from snabo_core.plate.rows import PLACE, row_figures
from snabo_core.quantities import read_lines, unit_for
from snabo_core.quantities.kinds import kind_of_line
from snabo_core.quantities.reading import ReadLine

DATA = Path(__file__).with_name("data")
LINES, HANDS, MISSPELLED = (DATA / n for n in ("lines.txt", "hands.txt", "misspelled.txt"))
NOT_ASKED, NONE, NO_FOOD, ASKS = {"~", "?"}, "-", "=", "?"
# Units that are one thing under two names.
SAME_UNIT = {"rib": "stalk", "stick": "stalk", "piece": NONE, "fillet": NONE, "box": "pack",
             "bag": "pack", "carton": "pack", "tub": "pack", "bottle": "jar",
             "rasher": "slice", "cube": NONE}  # fmt: skip


# Two names of one food differ by no more, grams in 100 g.
ALIKE = 3.0
EATEN = ("net_carbs", "protein", "fat")


@dataclass(frozen=True)
class Expected:
    """One food of a line and what it should be read as; amount and unit None where not asked.

    `food` is a curated key, `NO_FOOD` for a line that is no ingredient, `ASKS` where only a
    doubt is right. Grams are None where nobody can tell.
    """

    text: str
    amount: float | None
    unit: str | None
    food: str
    low: float | None
    high: float | None

    @property
    def set_aside(self) -> bool:
        """Whether the line belongs to the half nobody tuned to."""
        return hashlib.sha256(self.text.encode()).digest()[0] % 2 == 1


@dataclass(frozen=True)
class Score:
    """Shares of foods read right, 0 to 1, and what went wrong in sentences.

    `silent` is the share that is wrong in amount, food or grams with no doubt shown; another
    name of a food that is the same to eat is no such error. `doubts` is the share of right ones
    that are doubted all the same.
    """

    count: int
    amounts: float
    foods: float
    grams: float
    silent: float
    doubts: float
    faults: tuple[str, ...]


def _key(food: str) -> str:
    if food in {NO_FOOD, ASKS, NONE} or food in library().foods:
        return food
    return library().names.get(tuple(words_of(food)), food)


def _read(raw: str) -> Expected:
    text, amount, unit, food, low, high = raw.split("|")
    asks = amount == ASKS and food == NONE
    skipped = amount in NOT_ASKED or food == NO_FOOD
    return Expected(
        text,
        None if skipped or asks or amount in {NONE, NO_FOOD} else float(amount),
        None if skipped or asks or unit in NOT_ASKED else unit,
        NO_FOOD if amount == NO_FOOD else ASKS if asks else _key(food),
        None if low == ASKS else float(low),
        None if high == ASKS else float(high),
    )


@cache
def expected_lines() -> tuple[Expected, ...]:
    """Return every line of both files."""
    return tuple(
        _read(raw)
        for path in (LINES, HANDS)
        for raw in path.read_text("utf-8").splitlines()
        if raw and not raw.startswith("#")
    )


def misspelled() -> tuple[int, int, int]:
    """Return of the misspelled names how many find their food first, of how many, in three."""
    pairs = [
        tuple(part.strip() for part in line.split("="))
        for line in MISSPELLED.read_text("utf-8").splitlines()
        if "=" in line and not line.startswith("#")
    ]
    found = [([h.food.key for h in library().search(typed)], key) for typed, key in pairs]
    first = sum(keys[:1] == [key] for keys, key in found)
    return first, len(pairs), sum(key in keys[:3] for keys, key in found)


def _unit_name(unit: str | None) -> str | None:
    return SAME_UNIT.get(unit or NONE, unit or NONE)


def amount_is_right(wanted: Expected, read: ReadLine) -> bool:
    """Tell whether amount and unit are those written."""
    amount = read.amount
    if wanted.unit is None:
        return True
    if wanted.amount is None:
        return amount is None or not amount.stated
    if amount is None or abs(amount.best - wanted.amount) > 0.01 * wanted.amount + 0.001:
        return False
    named = unit_for(wanted.unit, "metric") if wanted.unit != NONE else None
    return _unit_name(amount.unit.id if amount.unit else None) == _unit_name(
        named.id if named else None
    )


def grams_are_right(wanted: Expected, read: ReadLine) -> bool:
    """Tell whether the best grams, or a range that is not much wider, meet what is defended."""
    grams = read.grams
    if wanted.low is None or wanted.high is None:
        return True
    if grams.best is None or grams.low is None or grams.high is None:
        return False
    if wanted.low <= grams.best <= wanted.high:
        return True
    meets = grams.low <= wanted.high and grams.high >= wanted.low
    return meets and grams.low >= wanted.low / 2 and grams.high <= wanted.high * 2


def alike(food: str | None, others: Sequence[str], form: str | None = None) -> bool:
    """Tell whether a food is one of others, or is theirs by another name: the same to eat.

    `form` is the one it was read in ("greek yoghurt, nonfat"), its usual one where None.
    """
    if food is None or food in others:
        return food is not None
    mine, kind = _per_100(food, form), library().food(food)
    return any(
        all(abs(a - b) <= ALIKE for a, b in zip(mine, _per_100(other), strict=True))
        and kind.allergens == library().food(other).allergens
        and kind.origin == library().food(other).origin
        and kind.food_class == library().food(other).food_class
        for other in others
    )


def _per_100(food: str, form: str | None = None) -> list[float]:
    figures = row_figures(library().row(food, form), library().food(food))
    return [float(figures.best[PLACE[name]]) for name in EATEN]


def score(lines: Sequence[Expected]) -> Score:
    """Read every line and compare, food by food."""
    by_text: dict[str, list[Expected]] = defaultdict(list)
    for line in lines:
        by_text[line.text].append(line)
    count = amounts = foods = grams = silent = doubts = right = 0
    faults = []
    for text, wanted_lines in by_text.items():
        no_food = kind_of_line(text) != "food"
        reads: tuple[ReadLine | None, ...] = () if no_food else read_lines(text, library())
        for place, wanted in enumerate(wanted_lines):
            read = reads[place] if place < len(reads) else None
            count += 1
            same = False
            if wanted.food == NO_FOOD:
                good = (True,) * 3 if read is None or read.food is None else (False,) * 3
            elif read is None:
                good = (False,) * 3
            elif wanted.food == ASKS:
                good = (bool(read.doubts),) * 3
            else:
                good = (amount_is_right(wanted, read), read.food == wanted.food,
                        grams_are_right(wanted, read))  # fmt: skip
                same = good[0] and good[2] and alike(read.food, [wanted.food], read.form)
            doubted = read is not None and bool(read.doubts)
            lenient = wanted.food == ASKS or (wanted.unit is None and wanted.low is None)
            amounts, foods, grams = amounts + good[0], foods + good[1], grams + good[2]
            silent += not all(good) and not doubted and not same
            right += all(good)
            doubts += all(good) and doubted and not lenient
            if not all(good):
                faults.append(f"{text!r}: {_told(read)} {'' if doubted else 'SILENT'}")
    return Score(
        count, amounts / count, foods / count, grams / count, silent / count,
        doubts / max(right, 1), tuple(faults),
    )  # fmt: skip


def _told(read: ReadLine | None) -> str:
    if read is None:
        return "read as no ingredient"
    amount = read.amount
    unit = amount.unit.id if amount and amount.unit else NONE
    best = None if read.grams.best is None else round(read.grams.best, 1)
    return f"{amount.best if amount else None} {unit} {read.food} {best} g {read.unread}"


def main() -> None:
    """Print the score of both halves and the faults of the one that may be tuned to."""
    for name, aside in (("tuned to", False), ("set aside", True)):
        result = score([line for line in expected_lines() if line.set_aside == aside])
        print(
            f"{name}: {result.count} foods, amount and unit {result.amounts:.1%}, "
            f"food {result.foods:.1%}, grams {result.grams:.1%}, "
            f"wrong without a doubt {result.silent:.1%}, doubted though right {result.doubts:.1%}"
        )
        if not aside:
            print("\n".join(result.faults))


if __name__ == "__main__":
    main()
