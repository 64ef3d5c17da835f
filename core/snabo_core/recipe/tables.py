"""The tables of a pasted text, told as lines: of ingredients, and of what is said of the dish."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from itertools import pairwise

from snabo_core.quantities.kinds import begins_with_amount
from snabo_core.recipe.facts import is_fact_label

# What the columns of a table of ingredients are called; signs between them.
_COLUMNS = {
    **dict.fromkeys(("qty", "quantity", "amount", "how much", "weight"), "amount"),
    **dict.fromkeys(("gram", "g", "weight (g)", "amount (g)", "grams (g)"), "grams"),
    **dict.fromkeys(("unit", "measure", "uom"), "unit"),
    **dict.fromkeys(("ingredient", "item", "food", "name", "what", "product"), "food"),
    **dict.fromkeys(("prep", "preparation", "prepared", "note", "comment", "remark", "detail",
                     "method", "how", "cut"), "note"),
    **dict.fromkeys(("cost", "price", "supplier", "code", "allergen", "kcal", "calorie", "no", "#",
                     "aisle", "shop", "where"), "other"),
}  # fmt: skip
_MARKS = ("\t", ",", ";", "|", " / ")
LEAST_CELLS, LEAST_FACTS = 3, 2
_NONE_OF_IT = re.compile(r"^\s*[-–—]\s*$")
# Between the cells of a row: strokes, tabs, or a wide gap.
_BETWEEN_CELLS = re.compile(r"\||\t|\s{3,}")
# What heads a part, and a wide gap before the first amount of it.
_LABEL_BESIDE = re.compile(r"(?P<label>[^\W\d][^:\d\s]*(?: [^:\d\s]+){0,4}:?) {2,60}(?=[\d½¼¾⅓⅔])")
_CAPS_BESIDE = re.compile(
    r"(?P<label>[A-Z]{4,}(?: (?:[A-Z]{2,}|&)){0,2}) (?=[\d½¼¾⅓⅔][\d/. ]*\s?(?:g|kg|ml|l|oz|lb|tbsp|tsp|cups?|tins?|cans?)?\s+(?:of )?[a-z]{3,})"
)
NEAR, LEAST_LABELS = 2, 2
# The names of two lists side by side, and how many lines make one of each.
_TWO_NAMES = re.compile(
    r"\s*(?P<left>[^\W\d][^\d\s,.;]*(?: [^\d\s,.;]+){0,3}):? {3,60}(?P<right>[^\W\d][^\d\s,.;]*(?: [^\d\s,.;]+){0,3}):?"
)
LEAST_BESIDE, SIDE_BY_SIDE = 2, 2
# Rows of foods with steps beside them, and the words of such a step.
LEAST_ROWS, LEAST_WORDS = 3, 3
_WIDE_GAP = re.compile(r"\s{3,}")
# The line under the head of a table.
RULE = re.compile(r"[\s|:=+-]*-[\s|:=+-]*")
FACT_CELL = re.compile(
    r"dish|title|recipe(?: name)?|name|serves|servings|portions|yield", re.IGNORECASE
)


# "250 g<tab>plain flour".
_ROW = re.compile(r"\s*[\d½¼¾⅓⅔][^\t]{0,20}\t+\s*[^\W\d]")
_HEAD_OF_ROWS = re.compile(r"\s*[^\W\d][^\t\d,.;:]{1,40}\s*")
_JOINED = re.compile(r"\b(?:and|or|to|for|of|with)\b|&", re.IGNORECASE)
MOST_HEAD_WORDS = 4


def heads_of_rows(pieces: Sequence[str]) -> list[str]:
    """Return lines with a colon behind what heads rows of amounts and foods, in several places.

    "Naan" over "250 g<tab>plain flour" and "Chana" over "2 tins<tab>chickpeas" name parts, though
    one of them is a food's name.
    """
    heads = [
        place
        for place, (piece, below) in enumerate(pairwise(pieces))
        if _ROW.match(below) is not None and _heads_rows(piece)
    ]
    if len(heads) < LEAST_LABELS:
        return list(pieces)
    marked = {*heads}
    return [f"{one.rstrip()}:" if n in marked else one for n, one in enumerate(pieces)]


def _heads_rows(piece: str) -> bool:
    plain = _HEAD_OF_ROWS.fullmatch(piece) is not None and _JOINED.search(piece) is None
    return plain and len(piece.split()) <= MOST_HEAD_WORDS and not begins_with_amount(piece)


def facts_told(pieces: Sequence[str]) -> list[str]:
    """Return a table of facts as lines, each label with what stands below it.

    "| Prep | Serves |" over "| 15 min | 4 |" is "Prep: 15 min" and "Serves: 4".
    """
    result: list[str] = []
    labels: list[str] = []
    for piece in pieces:
        cells = _cells(piece)
        if labels and RULE.fullmatch(piece) is not None:
            continue
        if labels and len(cells) == len(labels):
            result.pop()
            result += [
                f"{label.strip(':')}: {said}" for label, said in zip(labels, cells, strict=True)
            ]
            labels = []
            continue
        result.append(piece)
        labels = cells if len(cells) >= LEAST_FACTS and all(map(is_fact_label, cells)) else []
    return result


def labels_apart(pieces: Sequence[str]) -> list[str]:
    """Return the names of parts that stand beside their first line above it, and the lines bare.

    "Gnocchi:     500 g pumpkin" over "             200 g flour" are a heading and its two lines.
    """
    spaced = [piece.expandtabs().rstrip() for piece in pieces]
    if sum(_CAPS_BESIDE.match(piece) is not None for piece in spaced) >= LEAST_LABELS:
        # "FILLING 500 g pork mince" over "100 g rice".
        told = (_CAPS_BESIDE.sub(r"\g<label>:\n", piece, count=1) for piece in spaced)
        return [line for piece in told for line in piece.split("\n")]
    result: list[str] = []
    column: int | None = None
    for number, piece in enumerate(spaced):
        beside = _LABEL_BESIDE.match(piece)
        below = spaced[number + 1] if number + 1 < len(spaced) else ""
        if beside is not None and (_begins_near(below, beside.end()) or column is not None):
            column = beside.end()
            result += [f"{beside['label'].rstrip(': ')}:", piece[column:]]
        elif column is not None and _begins_near(piece, column):
            result.append(piece.strip())
        else:
            column = None
            result.append(pieces[number])
    return result


def lists_apart(pieces: Sequence[str]) -> list[str]:
    """Return two lists that stand side by side with the one below the other, each under its name.

    "PASTRY          FILLING" over "500 g flour     400 g potatoes".
    """
    spaced = [piece.expandtabs().rstrip() for piece in pieces]
    result: list[str] = []
    place = 0
    while place < len(spaced):
        names = _TWO_NAMES.fullmatch(spaced[place])
        below = (spaced[at] for at in range(place + 1, len(spaced)))
        rows = _rows_beside(below, names.start("right")) if names else []
        lists = [[*filter(None, column)] for column in zip(*rows, strict=True)]
        if names is not None and lists and min(map(len, lists)) >= LEAST_BESIDE:
            left, right = lists
            result += [f"{names['left'].strip(' :')}:", *left, ""]
            result += [f"{names['right'].strip(' :')}:", *right]
            place += 1 + len(rows)
        else:
            result.append(pieces[place])
            place += 1
    return result


def _rows_beside(lines: Iterable[str], at: int) -> list[tuple[str, str]]:
    """Return the two foods of each line, the right one from `at` on, while both have amounts."""
    rows: list[tuple[str, str]] = []
    for line in lines:
        apart = _WIDE_GAP.split(line.strip())
        cut = next((n for n in (at, at - 1, at + 1) if not line[n - 2 : n].strip()), None)
        if len(apart) == SIDE_BY_SIDE:
            # Its own gap goes before the column of the names: nobody lines them up by eye.
            cut = line.index(apart[1])
        beside = line[:cut].strip(), line[cut:].strip()
        listed = all(begins_with_amount(item) for item in beside if item)
        if cut is None or not any(beside) or not listed:
            break
        rows.append(beside)
    return rows


def steps_apart(pieces: Sequence[str]) -> list[str]:
    """Return a list whose method stands beside it behind strokes, with the one below the other.

    "600 g turnips | Cut them small." over "2 apples | Toss." are two foods and two steps.
    """
    result: list[str] = []
    place = 0
    while place < len(pieces):
        rows: list[tuple[str, str]] = []
        for at in range(place, len(pieces)):
            row = _food_and_step(pieces[at])
            if row is None:
                break
            rows.append(row)
        steps = [step for _, step in rows if step]
        if len(rows) >= LEAST_ROWS and len(steps) >= LEAST_BESIDE:
            result += [*(food for food, _ in rows if food), "", "Method", *steps, ""]
            place += len(rows)
            continue
        # No row of a run that tells nothing is looked at twice.
        passed = max(len(rows), 1)
        result += pieces[place : place + passed]
        place += passed
    return result


def _food_and_step(piece: str) -> tuple[str, str] | None:
    """Return both cells of a row, the food with its amount and the words beside it, or None."""
    food, stroke, step = (cell.strip() for cell in piece.partition("|"))
    told = not step or (len(step.split()) >= LEAST_WORDS and not begins_with_amount(step))
    listed = begins_with_amount(food) or not (food or not step)
    return (food, step) if stroke and told and listed and "|" not in step else None


def _begins_near(piece: str, column: int) -> bool:
    """Tell whether a line begins where a column does, or a letter or two beside it."""
    into = len(piece) - len(piece.lstrip())
    return bool(piece.strip()) and abs(into - column) <= NEAR


def _cells(piece: str) -> list[str]:
    return [cell.strip() for cell in _BETWEEN_CELLS.split(piece) if cell.strip()]


def rows_told(pieces: list[str]) -> list[str]:
    """Return the rows of a table as lines: its head tells what stands in which column.

    "ingredient,amount,unit,notes" makes "800 g chicken thighs, boneless" of
    "chicken thighs,800,g,boneless".
    """
    result: list[str] = []
    columns: list[str] = []
    sign = ","
    heads = (found for piece in pieces for mark in _MARKS if (found := _head_of(piece, mark)))
    above, _ = next(heads, ("", []))
    for piece in pieces:
        label, _, said = piece.partition(above) if above and not columns else ("", "", "")
        if said.strip(above) and FACT_CELL.fullmatch(label.strip()) is not None:
            # "Portions,16" above the head of the table.
            result.append(f"{label.strip()}: {said.strip(above)}")
            continue
        if not piece.strip():
            result.append(piece)
            continue
        found = next(filter(None, (_head_of(piece, m) for m in _MARKS if m in piece)), None)
        cells = [cell.strip() for cell in piece.split(sign)]
        if found is not None:
            sign, columns = found
        elif columns and len(cells) == len(columns):
            result.append(row_told(columns, cells))
            continue
        else:
            columns = []
        result.append(piece)
    return result


def columns_named(cells: Sequence[str]) -> list[str]:
    """Return what each column of a table of ingredients holds, by its head; none of another."""
    columns = [_COLUMNS.get(" ".join(cell.lower().split()).rstrip("s:"), "") for cell in cells]
    amounts = {"amount", "grams"} & {*columns}
    return columns if "food" in columns and amounts and "" not in columns else []


def row_told(columns: Sequence[str], cells: Sequence[str]) -> str:
    """Return the row of such a table as a line: "800 g chicken thighs, boneless"."""
    told = dict(zip(columns, cells, strict=True))
    if (grams := told.get("grams", "")) and grams.replace(".", "", 1).isdigit():
        told["grams"] = f"{grams} g"
    # "Rye bread, to serve": what counts nothing stands behind.
    amount = _NONE_OF_IT.sub("", told.get("amount", ""))
    said = amount if amount and not any(c.isdigit() or c in "½¼¾⅓⅔" for c in amount) else ""
    told["amount"] = amount.removesuffix(said) if said.startswith("to ") else amount
    line = " ".join(filter(None, (told.get(c, "") for c in ("amount", "grams", "unit", "food"))))
    behind = said if not told["amount"] else ""
    return ", ".join(filter(None, (line, behind, told.get("note", ""))))


def _head_of(piece: str, sign: str) -> tuple[str, list[str]] | None:
    """Return the columns of a table's head, None where a line is none."""
    columns = columns_named(piece.split(sign))
    return (sign, columns) if len(columns) >= LEAST_CELLS else None
