"""Brings a stored document of an older schema up to today's, as raw JSON.

One pure step per schema, run wherever a document enters: rows, versions, archives. Drafts are
written anew at their next save, versions never.
"""

from __future__ import annotations

import uuid
from collections.abc import Callable, Mapping
from typing import Any

from snabo_core.dish.document import SCHEMA
from snabo_core.errors import BadInput

Raw = dict[str, Any]
# Rows that older releases named by their number in the database.
ROWS = uuid.uuid5(uuid.NAMESPACE_DNS, "rows.snabo")
# What a loss of schema 1 took of the lines it named.
LOSSES = {"poured_off_fat": "fat", "drained_liquid": "all", "expressed_juice": "dissolved"}


def row_id(table: str, key: int | str) -> uuid.UUID:
    """Return the id of a row that an older release named by its number."""
    return uuid.uuid5(ROWS, f"{table}/{key}")


def upgraded(document: Mapping[str, Any]) -> Raw:
    """Return a document in today's schema; what was passed stays as it is.

    Raises:
        BadInput: it is no document, or newer than this release knows.
    """
    if not isinstance(document, Mapping):
        raise BadInput("This is not a dish.", "schema")
    raw: Raw = dict(document)
    schema = raw.get("schema", 1)
    if not isinstance(schema, int) or isinstance(schema, bool) or not 1 <= schema <= SCHEMA:
        raise BadInput(f"This dish was written for another version (schema {schema}).", "schema")
    for number in range(schema, SCHEMA):
        raw = STEPS[number](raw) | {"schema": number + 1}
    return raw


def _to_2(raw: Raw) -> Raw:
    """One list of leavings per line instead of a kept share, a use and losses of the part."""
    return raw | {"parts": [_part_to_2(part) for part in raw.get("parts", ())]}


def _part_to_2(part: Raw) -> Raw:
    lost: dict[str, dict[str, float]] = {}
    for loss in part.get("losses", ()):
        what = LOSSES.get(loss["kind"], "all")
        for line_id in loss["line_ids"]:
            kept = lost.setdefault(line_id, {})
            kept[what] = kept.get(what, 1.0) * (1 - loss["share"])
    part = {name: value for name, value in part.items() if name != "losses"}
    part["lines"] = [_line_to_2(line, lost) for line in part.get("lines", ())]
    part["slots"] = [
        slot | {"choice": slot["choice"] | {
            "lines": [_line_to_2(line, lost) for line in slot["choice"]["lines"]]}}
        if slot.get("choice") else slot
        for slot in part.get("slots", ())
    ]  # fmt: skip
    return part


def _line_to_2(line: Raw, lost: Mapping[str, Mapping[str, float]]) -> Raw:
    old = {"retained", "leaving"}
    new = {name: value for name, value in line.items() if name not in old}
    uses = line.get("uses", ())
    left = sum(use["share"] for use in uses if use["kind"] == "left")
    eaten = [use for use in uses if use["kind"] != "left"]
    stays = sum(use["share"] for use in eaten)
    new["uses"] = [use | {"share": use["share"] / stays} for use in eaten] if stays > 0 else []
    new["leavings"] = _leavings(line, left, lost.get(line["id"], {}))
    new["alternatives"] = [
        {"id": str(uuid.uuid5(uuid.NAMESPACE_OID, f"{line['id']}/{text}")), "text": text,
         "doubts": ["no_food"], "settled": False}
        for text in line.get("alternatives", ())
    ]  # fmt: skip
    if line.get("instead"):
        # What was lost of the line was lost of whatever stood in its place.
        new["instead"] = _line_to_2(line["instead"], lost)
    return new


def _leavings(line: Raw, left: float, lost: Mapping[str, float]) -> list[Raw]:
    gone: Raw = dict(line.get("leaving") or {})
    sodium = gone.pop("sodium_only", False) if gone else False
    by_cook = line.get("retained", 1.0) * max(0.0, 1 - left) * lost.get("all", 1.0)
    whole = gone if gone and not sodium else None
    found: list[Raw] = []
    if whole and by_cook == 1:
        found.append({"what": "all", "known": False} | whole)
    elif whole or by_cook < 1:
        shares = whole or {"low": 0.0, "best": 0.0, "high": 0.0}
        found.append({
            "cause": "cook", "what": "all", "known": True, "words": shares.get("words", ""),
            **{name: 1 - by_cook * (1 - shares[name]) for name in ("low", "best", "high")},
        })  # fmt: skip
    for what in ("fat", "dissolved"):
        if what in lost:
            share = 1 - lost[what]
            found.append({"cause": "cook", "what": what, "known": True, "words": "", "source": "",
                          "low": share, "best": share, "high": share})  # fmt: skip
    if sodium:
        found.append({"what": "sodium", "known": False} | gone)
    return found


def _to_3(raw: Raw) -> Raw:
    """Eaters are named by ids of their own; choices may be of several kinds."""
    portions = [
        portion | {"eater": str(row_id("eater", portion["eater"]))}
        if str(portion["eater"]).isdecimal() else portion
        for portion in raw.get("portions", ())
    ]  # fmt: skip
    return raw | {"portions": portions}


def _to_4(raw: Raw) -> Raw:
    """The document plans shares of the dish and says which amounts the recipe left open."""
    finished = raw.get("finished_grams")
    portions = [
        {"eater": portion["eater"], "share": portion["grams"] / finished}
        for portion in raw.get("portions", ())
        if finished
    ]
    rest = {name: value for name, value in raw.items() if name != "finished_grams"}
    parts = [
        part | {"lines": [_line_to_4(line) for line in part.get("lines", ())]}
        for part in raw.get("parts", ())
    ]
    return rest | {"parts": parts, "expected_grams": finished, "portions": portions}


def _line_to_4(line: Raw) -> Raw:
    """Until then only the words of the reason said that an amount was assumed."""
    told = line.get("amount") is None and line.get("reason", "").startswith("to taste")
    return line | {"assumed": told}


STEPS: dict[int, Callable[[Raw], Raw]] = {1: _to_2, 2: _to_3, 3: _to_4}
