"""Own foods as CSV: one row per label, figures as printed, so that a round trip loses nothing."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Literal

import msgspec

from snabo_core.errors import BadInput, SnaboError
from snabo_core.exchange.tables import as_meant, harmless
from snabo_core.foods.labels import FIELDS, label_warnings
from snabo_core.foods.own import OwnFood, check_own_food
from snabo_core.wording import say

MOST_ROWS = 4000
LONGEST = 900_000
PLAIN_COLUMNS = (
    "id", "name", "other_names", "region", "basis", "serving_grams", "no_polyols", "origin",
    "holds", "may_contain", "check_label", "free_fat", "starch", "grams_per_100_ml",
)  # fmt: skip
COLUMNS = (*PLAIN_COLUMNS, *FIELDS)
NOT_READ = "not read"
YES = {"yes", "true", "1", "y"}
NO = {"no", "false", "0", "n", ""}


@dataclass(frozen=True)
class RowPlan:
    """What would become of one row; `number` counts as a spreadsheet does, header first."""

    number: int
    name: str
    kind: Literal["new", "changed", "same", "bad"]
    reason: str
    changes: tuple[str, ...]
    warnings: tuple[str, ...]
    food: OwnFood | None


@dataclass(frozen=True)
class ImportPlan:
    """What an import would do. It can be carried out only where no row is bad."""

    rows: tuple[RowPlan, ...]
    ignored_columns: tuple[str, ...]

    def sound(self) -> bool:
        """Tell whether nothing stands against the import."""
        return bool(self.rows) and all(row.kind != "bad" for row in self.rows)


def _cells(own: OwnFood) -> dict[str, str]:
    label = own.label

    def text(value: float | None) -> str:
        return "" if value is None else f"{value:g}"

    return {
        "id": own.id,
        "name": own.name,
        "other_names": "; ".join(own.names),
        "region": label.jurisdiction,
        "basis": label.basis,
        "serving_grams": text(label.serving_grams),
        "no_polyols": "yes" if label.no_polyols else "no",
        "origin": own.origin or "",
        "holds": NOT_READ if own.holds is None else "; ".join(own.holds),
        "may_contain": "; ".join(own.may_contain),
        "check_label": "; ".join(own.check_label),
        "free_fat": own.free_fat or "",
        "starch": own.starch,
        "grams_per_100_ml": text(own.grams_per_100_ml),
        **label.printed,
    }


def write_foods(foods: Sequence[OwnFood]) -> str:
    """Return the foods as CSV with a header row, comma-separated, UTF-8.

    A cell that a spreadsheet would run as a formula has a quote before it; reading takes it off.
    """
    out = io.StringIO()
    writer = csv.DictWriter(out, COLUMNS, restval="", lineterminator="\r\n")
    writer.writeheader()
    writer.writerows(
        {column: harmless(cell) for column, cell in _cells(food).items()} for food in foods
    )
    return out.getvalue()


def read_foods(text: str, existing: Sequence[OwnFood], make_id: Callable[[], str]) -> ImportPlan:
    """Read a CSV of own foods into a plan; nothing is changed by reading.

    A row is an existing food where its id is, or else its name. Columns may come in any
    order, separated by comma, semicolon or tab; columns nobody knows are named and ignored.

    Args:
        text: the file.
        existing: the household's foods.
        make_id: where ids of new foods come from.

    Raises:
        BadInput: it is no CSV with a name column, too long, damaged, or empty.
    """
    if len(text) > LONGEST:
        raise BadInput("The file is too large; split it into parts below 900 kB.", "text")
    if "\x00" in text:
        raise BadInput("This is no text file; save the table as CSV.", "text")
    if _damaged(text):
        raise BadInput(
            "Letters of this file are damaged, as when a table is opened in the wrong encoding; "
            "save it again as CSV in UTF-8.",
            "text",
        )
    reader, titles = _open(text.lstrip("\ufeff"))
    by_id = {food.id: food for food in existing}
    by_name = {food.name.casefold(): food for food in existing}
    plans: list[RowPlan] = []
    seen: dict[str, int] = {}
    try:
        for number, cells in enumerate(reader, start=2):
            if len(plans) >= MOST_ROWS:
                raise BadInput(f"{MOST_ROWS} rows are the most at a time.", "text")
            row = {t: as_meant((c or "").strip()) for t, c in zip(titles, cells, strict=False)}
            if any(row.values()):
                plans.append(_plan(number, row, by_id, by_name, seen, make_id))
    except csv.Error as error:
        raise BadInput(f"Row {len(plans) + 2} cannot be read as CSV: {error}.", "text") from error
    if not plans:
        raise BadInput("The file has a header but no foods.", "text")
    ignored = tuple(t for t in titles if t and t not in COLUMNS)
    return ImportPlan(tuple(plans), ignored)


def _damaged(text: str) -> bool:
    """Tell whether letters were lost, or UTF-8 was read as the older western encoding."""
    if "\ufffd" in text:
        return True
    for word in set(re.findall(r"[\u00c2-\u00f4]\S+", text)):
        try:
            if word.encode("cp1252").decode("utf-8") != word:
                return True
        except UnicodeError:
            continue
    return False


def _open(text: str) -> tuple[Any, list[str]]:
    first = text.split("\n", 1)[0]
    delimiter = max(",;\t", key=first.count)
    reader = csv.reader(io.StringIO(text), delimiter=delimiter)
    try:
        titles = [title.strip().lower().replace(" ", "_") for title in next(reader, [])]
    except csv.Error as error:
        raise BadInput(f"This cannot be read as CSV: {error}.", "text") from error
    if "name" not in titles:
        raise BadInput(
            "The first row has to name the columns, one of them 'name'. An export shows them all.",
            "text",
        )
    return reader, titles


def _plan(
    number: int,
    row: Mapping[str, str],
    by_id: Mapping[str, OwnFood],
    by_name: Mapping[str, OwnFood],
    seen: dict[str, int],
    make_id: Callable[[], str],
) -> RowPlan:
    name = row.get("name", "")
    before = by_id.get(row.get("id", "")) or by_name.get(name.casefold())
    try:
        earlier = seen.setdefault(name.casefold(), number)
        if earlier != number:
            raise BadInput(f"'{name}' stands in row {earlier} already.", "name")
        namesake = by_name.get(name.casefold())
        if before is not None and namesake is not None and namesake.id != before.id:
            raise BadInput(f"There is another food called '{name}' already.", "name")
        food = check_own_food(_food(row, before.id if before else make_id()))
    except SnaboError as refusal:
        return RowPlan(number, name, "bad", refusal.sentence, (), (), None)
    warnings = tuple(say(message) for message in label_warnings(food.label))
    if before is None:
        return RowPlan(number, name, "new", "", (), warnings, food)
    changes = _changes(before, food)
    kind: Literal["changed", "same"] = "changed" if changes else "same"
    return RowPlan(number, name, kind, "", changes, warnings, food)


def _changes(before: OwnFood, after: OwnFood) -> tuple[str, ...]:
    old, new = _cells(before), _cells(after)
    return tuple(
        f"{column.replace('_', ' ')}: {old.get(column) or 'nothing'} to "
        f"{new.get(column) or 'nothing'}"
        for column in COLUMNS
        if old.get(column, "") != new.get(column, "")
    )


def _food(row: Mapping[str, str], identity: str) -> OwnFood:
    holds = row.get("holds", "")
    fields = {
        "id": identity,
        "name": row.get("name", ""),
        "names": _listed(row.get("other_names", "")),
        "origin": row.get("origin", "").lower() or None,
        "holds": None if holds.lower() in {NOT_READ, ""} else _listed(holds),
        "may_contain": _listed(row.get("may_contain", "")),
        "check_label": _listed(row.get("check_label", "")),
        "free_fat": row.get("free_fat", "").lower() or None,
        "starch": row.get("starch", "").lower() or "none",
        "grams_per_100_ml": _number(row, "grams_per_100_ml"),
        "label": {
            "jurisdiction": row.get("region", "").lower() or "other",
            "basis": row.get("basis", "").lower() or "100g",
            "serving_grams": _number(row, "serving_grams"),
            "printed": {name: row[name] for name in FIELDS if row.get(name)},
            "no_polyols": _yes(row, "no_polyols"),
        },
    }
    if holds.lower() == "nothing":
        fields["holds"] = ()
    try:
        return msgspec.convert(fields, OwnFood)
    except msgspec.ValidationError as error:
        reason, _, place = str(error).partition(" - at `$.")
        column = place.strip("`").removeprefix("label.")
        raise BadInput(f"Column {column}: {reason}.", column) from error


def _listed(text: str) -> tuple[str, ...]:
    return tuple(part.strip() for part in text.split(";") if part.strip())


def _number(row: Mapping[str, str], column: str) -> float | None:
    text = row.get(column, "").replace(",", ".")
    if not text:
        return None
    try:
        return float(text)
    except ValueError as error:
        raise BadInput(f"'{text[:20]}' in column {column} is no number.", column) from error


def _yes(row: Mapping[str, str], column: str) -> bool:
    text = row.get(column, "").lower()
    if text not in YES | NO:
        raise BadInput(f"'{text[:20]}' in column {column} is neither yes nor no.", column)
    return text in YES
