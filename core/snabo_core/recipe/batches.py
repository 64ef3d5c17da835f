"""A list with its amounts for several numbers of eaters side by side: one of them is cooked."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from itertools import islice

from snabo_core.recipe.servings import servings_in
from snabo_core.recipe.tables import RULE
from snabo_core.wording import worded

# "4 port.", "For 8", "10 people".
_EATERS = re.compile(
    r"(?P<for>for|serves|feeds|to serve)?\s*(?P<count>\d{1,3})\s*"
    r"(?P<who>port(?:ion)?s?|ptns?|serv(?:ing)?s?|people|pers(?:on)?s?|covers|pax|eaters|helpings?|plates?|p)?\.?",
    re.IGNORECASE,
)
_OVER_FOODS = re.compile(
    r"(?:ingredients?|items?|foods?|what|product|commodity)?\W*", re.IGNORECASE
)
# Between the cells of a row: strokes, tabs, or a gap.
_GAP = re.compile(r"\s*\|\s*|\t+|\s{2,}")
_SOME = re.compile(r"(?:a |1 )?(?:pinch|dash|handful|little|few)\b.{0,12}|to taste", re.IGNORECASE)
_AMOUNT = re.compile(
    r"(?:about |c\.? ?|~)?[\d½¼¾⅓⅔][\d½¼¾⅓⅔/.,–-]*(?: ?[½¼¾⅓⅔]| \d/\d)?\s*[^\W\d]{0,12}\.?(?: [a-z]{2,10})?",
    re.IGNORECASE,
)
_NONE = re.compile(r"[-–—]?")
LEAST_COUNTS, LEAST_ROWS = 2, 2
# So many pieces of a page are asked for how many the recipe is.
MOST_SAID = 400


def batches_told(pieces: Sequence[str]) -> list[str]:
    """Return the lines of a text in which each list for several numbers of eaters is that for one.

    "4 port.  8 port." over "Milk  300 ml  600 ml" is "Serves 4" over "300 ml Milk": the number that
    is said above, or the first.
    """
    result: list[str] = []
    place = 0
    while place < len(pieces):
        counts = _counts(pieces[place])
        below = place + 1
        if counts and below < len(pieces) and RULE.fullmatch(pieces[below]) is not None:
            below += 1
        rows = _rows((pieces[at] for at in range(below, len(pieces))), len(counts))
        if len(rows) < LEAST_ROWS:
            result.append(pieces[place])
            place += 1
            continue
        chosen = _chosen(counts, result)
        result += [_others(counts, chosen), f"Serves {counts[chosen]}"]
        result += [line for row in rows if (line := _line(row, chosen)) is not None]
        place = below + len(rows)
    return result


def _others(counts: Sequence[int], chosen: int) -> str:
    """Return for how many more a list tells amounts, as a remark beside the recipe."""
    others = (str(count) for n, count in enumerate(counts) if n != chosen)
    return worded("note_batches", others=" and ".join(others), count=str(counts[chosen]))


def batches_left(cells: Sequence[str], columns: Sequence[str]) -> str:
    """Return the remark on the columns of `batch_columns` that were not taken."""
    counts = _counts(" | ".join(cell.strip() for cell in cells[1:]))
    return _others(counts, columns.index("amount") - 1)


def batch_columns(cells: Sequence[str], said: Iterable[str]) -> list[str]:
    """Return what each column of a table for several numbers of eaters holds, none of another.

    Args:
        cells: the head: "Ingredient", "Serves 4", "Serves 8".
        said: what stands around the table; it may name one of the numbers.

    Returns:
        "food", "amount" for the eaters that are cooked for, and empty for the others.
    """
    told = [cell.strip() for cell in cells]
    counts = _counts(" | ".join(told[1:]))
    if not counts or len(told) != len(counts) + 1 or _OVER_FOODS.fullmatch(told[0]) is None:
        return []
    chosen = _chosen(counts, [*islice(said, MOST_SAID)])
    return ["food", *("amount" if n == chosen else "" for n in range(len(counts)))]


def _counts(piece: str) -> list[int]:
    """Return the numbers of eaters of a head, none of any other line."""
    if not any(map(str.isdigit, piece)):
        return []
    cells = [cell.strip() for cell in _GAP.split(piece.strip(" |"))]
    while cells and _OVER_FOODS.fullmatch(cells[0]) is not None:
        cells = cells[1:]
    found = [_EATERS.fullmatch(cell) for cell in cells if cell]
    told = [match for match in found if match is not None and (match["for"] or match["who"])]
    return [int(one["count"]) for one in told] if LEAST_COUNTS <= len(told) == len(found) else []


def _rows(lines: Iterable[str], count: int) -> list[tuple[str, list[str]]]:
    """Return the food and the amounts of each row below a head, up to the first other line."""
    rows: list[tuple[str, list[str]]] = []
    for line in lines if count else ():
        cells = [cell.strip() for cell in _GAP.split(line.strip().strip("|").strip())]
        if len(cells) != count + 1:
            break
        food, amounts = (cells[0], cells[1:])
        if _is_amount(food) and not _is_amount(cells[-1]):
            food, amounts = cells[-1], cells[:-1]
        if not food or _is_amount(food) or not all(map(_is_amount, amounts)):
            break
        rows.append((food, amounts))
    return rows


def _is_amount(cell: str) -> bool:
    return any(told.fullmatch(cell) is not None for told in (_NONE, _SOME, _AMOUNT))


def _chosen(counts: Sequence[int], above: Sequence[str]) -> int:
    """Return the column of the eaters that a line above names, the first where none does."""
    for piece in reversed(above):
        told = servings_in(piece) if any(map(str.isdigit, piece)) else None
        if told is not None and told.low == told.high and told.low in counts:
            return counts.index(int(told.low))
    return 0


def _line(row: tuple[str, list[str]], chosen: int) -> str | None:
    food, amounts = row
    amount = amounts[chosen]
    if _NONE.fullmatch(amount) is not None:
        # "-": none of it for so few, but some for more.
        return None if any(map(str.isdigit, "".join(amounts))) else food
    return f"{amount} {food}" if _AMOUNT.fullmatch(amount) else f"{food}, {amount}"
