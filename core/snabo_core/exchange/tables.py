"""Tables as CSV (RFC 4180, UTF-8): a header row, commas, and no cell that runs as a formula."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Sequence

from snabo_core.plate.nutrients import LABELS, SHOWN, UNIT
from snabo_core.plate.totals import Figure
from snabo_core.swaps.judged import Judged

# A cell that begins so is run as a formula by spreadsheets; a quote before it keeps it a text.
FORMULA = re.compile(r"'*[=+\-@\t\r]")


def harmless(cell: str) -> str:
    """Return a cell that no spreadsheet runs."""
    return f"'{cell}" if FORMULA.match(cell) else cell


def as_meant(cell: str) -> str:
    """Return a cell without the quote that `harmless` put before it."""
    return cell[1:] if cell.startswith("'") and FORMULA.match(cell) else cell


def write_table(columns: Sequence[str], rows: Iterable[Sequence[str | float | None]]) -> str:
    """Return rows under their columns; what is unknown is an empty cell."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(columns)
    for row in rows:
        writer.writerow([_cell(value) for value in row])
    return out.getvalue()


def _cell(value: str | float | None) -> str:
    if value is None:
        return ""
    return harmless(value) if isinstance(value, str) else f"{value:.6g}"


def plate_table(made: Judged) -> str:
    """Return a plate: what each line brings to a serving, then the serving with its bounds."""
    columns = ["part", "line", "grams in the dish"]
    columns += [f"{LABELS[key]} {UNIT.get(key, 'g')}" for key in SHOWN]
    names = {part.id: part.name for part in made.dish.parts}
    rows: list[list[str | float | None]] = [
        [names.get(line.part_id, ""), line.food_name, line.grams]
        + [line.values[key] for key in SHOWN]
        for line in made.plate.lines
    ]
    figures = made.plate.figures
    for name, of in (("lowest", _low), ("serving", _best), ("highest", _high)):
        rows.append(["", name, None, *(of(figures[key]) for key in SHOWN)])
    return write_table(columns, rows)


def _low(figure: Figure) -> float:
    return figure.low


def _best(figure: Figure) -> float | None:
    return figure.best


def _high(figure: Figure) -> float | None:
    return figure.high
