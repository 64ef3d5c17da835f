"""Reads and writes open formats: python -m snabo_core.exchange < problem.json.

One of these problems: {"read": {"name", "text"}} answers with the dishes in a file (a saved page,
JSON-LD, Cooklang, Markdown, a text); {"write": {"dish", "format"}} with the text of a dish's
document as json_ld, markdown, cooklang or plate_csv, and what of it the format leaves behind;
{"archive": {"text"}} with how many rows of each kind an archive holds, if it is whole;
{"schema": "archive"} with the JSON Schema of archives. A problem that cannot be one is refused with
a sentence on standard error and exit code 2.
"""

from __future__ import annotations

import json
import sys
from typing import Any, Literal

import msgspec

from snabo_core.asking import told_how
from snabo_core.dish import Dish, check, upgraded
from snabo_core.errors import BadInput, SnaboError
from snabo_core.exchange.archive import read_archive, schema
from snabo_core.exchange.files import Reader, read_file
from snabo_core.exchange.formats import FormatKey, formats_of, write
from snabo_core.foods import library
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import book
from snabo_core.swaps.judged import judged

EXAMPLE = """{"read": {"name": "pot.cook",
          "text": "Boil @peas{200%g} for ~{5%minutes} with @salt{1%tsp}."}}"""


class ReadProblem(msgspec.Struct, forbid_unknown_fields=True):
    """A file by its name and its text."""

    text: str
    name: str = ""


class WriteProblem(msgspec.Struct, forbid_unknown_fields=True):
    """A dish's document and a format."""

    dish: dict[str, Any]
    format: FormatKey


class ArchiveProblem(msgspec.Struct, forbid_unknown_fields=True):
    """An archive's text."""

    text: str


class Problem(msgspec.Struct, forbid_unknown_fields=True):
    """One of them."""

    read: ReadProblem | None = None
    write: WriteProblem | None = None
    archive: ArchiveProblem | None = None
    schema: Literal["archive"] | None = None


def answer(problem: Problem) -> dict[str, Any]:
    """Return the answer to a problem as plain containers.

    Raises:
        SnaboError: it is none, or what it holds cannot be read or written.
    """
    setting = Setting(())
    if problem.read is not None:
        reader = Reader(library(), book(), setting)
        found = read_file(problem.read.name, problem.read.text.encode(), reader)
        return {"kind": found.kind, "dishes": msgspec.to_builtins(found.dishes)}
    if problem.write is not None:
        dish = check(msgspec.convert(upgraded(problem.write.dish), Dish))
        written = write(problem.write.format, judged(dish, setting, book(), library()))
        leaves = next(v.leaves for v in formats_of(dish) if v.key == problem.write.format)
        return {**msgspec.to_builtins(written), "leaves": list(leaves)}
    if problem.archive is not None:
        archive, _ = read_archive(problem.archive.text.encode())
        rows = msgspec.structs.asdict(archive.household)
        return {kind: len(held) for kind, held in rows.items() if isinstance(held, list)}
    if problem.schema is not None:
        return schema()
    raise BadInput("A problem has one of read, write, archive and schema.", "problem")


def main() -> int:
    """Read one problem and print its answer."""
    try:
        problem = msgspec.json.decode(sys.stdin.buffer.read(), type=Problem)
        found = answer(problem)
    except (msgspec.DecodeError, msgspec.ValidationError, SnaboError, RecursionError) as refusal:
        sys.stderr.write(f"{refusal}\n")
        return 2
    sys.stdout.write(json.dumps(found, ensure_ascii=False) + "\n")
    return 0


if __name__ == "__main__":
    told_how(__doc__, EXAMPLE)
    sys.exit(main())
