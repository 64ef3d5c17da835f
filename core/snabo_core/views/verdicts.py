"""Whether a dish suits each eater, in one word and with the one line that decides it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.plate import Plate
from snabo_core.plate.eaters import Eater, Standing, Target
from snabo_core.plate.exclusions import Breach
from snabo_core.plate.judging import ForEater
from snabo_core.plate.nutrients import LABELS
from snabo_core.plate.setting import Setting
from snabo_core.swaps.judged import Judged
from snabo_core.wording import Message, in_energy_unit, listed, say

# A limit missed by less than this share of it is missed nearly; common practice, no source.
NEARLY = 0.15
NEEDS_A_LOOK = {"may_contain", "check_label", "unknown"}


Verdict = Literal["fits", "nearly", "does_not", "cannot_tell"]


@dataclass(frozen=True)
class Cell:
    """Whether a dish suits an eater: fits, nearly, does_not or cannot_tell, and what decides."""

    eater: str
    verdict: Verdict
    words: str
    line: str


def verdicts_of(made: Judged) -> tuple[Cell, ...]:
    """Return the verdict for every eater, as the Table and the plate strip show it."""
    found = []
    for person in made.people:
        own = made.of(person.eater.id)
        found.append(_verdict(person, own.plate, own.names, made.setting))
    return tuple(found)


def _verdict(person: ForEater, plate: Plate, names: dict[str, str], setting: Setting) -> Cell:
    """Return the verdict for one eater: the gravest of exclusions and limits decides."""
    eater = person.eater
    contains = [b for b in person.breaches if b.certainty == "contains"]
    if contains:
        return Cell(eater.id, "does_not", _held(contains, names), names[contains[0].line_id])
    missed = [
        (target, result)
        for target, result in zip(eater.targets, person.standings, strict=True)
        if not result.met and result.hard
    ]
    unsure = next((r for _, r in missed if r.code == "cannot_tell"), None)
    far = next((p for p in missed if p[1].code != "cannot_tell" and not _near(*p)), None)
    look = next((b for b in person.breaches if b.certainty in NEEDS_A_LOOK), None)
    if far is not None:
        cell = _limit_cell(eater, "does_not", *far, plate, names, setting)
        others = len([p for p in missed if p is not far and p[1].code != "cannot_tell"])
        more = say(Message("limits_more", {"count": others})) if others else ""
        return replace(cell, words=f"{cell.words}{more}")
    if unsure is not None:
        line = names.get(unsure.line_id or "", "")
        return Cell(eater.id, "cannot_tell", say(unsure.message), line)
    if look is not None:
        verdict: Verdict = "cannot_tell" if look.certainty == "unknown" else "nearly"
        return Cell(eater.id, verdict, say(look.message), names[look.line_id])
    if missed:
        return _limit_cell(eater, "nearly", *missed[0], plate, names, setting)
    return Cell(eater.id, "fits", "", "")


def _held(broken: Sequence[Breach], names: Mapping[str, str]) -> str:
    """Say what somebody leaves out and the dish holds, with every food that brings it."""
    foods: dict[str, list[str]] = {}
    for breach in broken:
        foods.setdefault(breach.what, []).append(names[breach.line_id])
    return "; ".join(
        say(Message("contains", {"what": what, "food": listed(list(dict.fromkeys(held)))}))
        for what, held in foods.items()
    )


def _near(target: Target, result: Standing) -> bool:
    code, amount = result.code, result.amount
    if code == "likely_misses":
        return True
    limit = target.meal(target.at_most if code == "over" else target.at_least) or 0.0
    return amount is not None and limit > 0 and amount <= NEARLY * limit


def _limit_cell(
    eater: Eater,
    verdict: Verdict,
    target: Target,
    result: Standing,
    plate: Plate,
    names: dict[str, str],
    setting: Setting,
) -> Cell:
    words = say(in_energy_unit(result.message, setting.energy_unit))
    brought = [(value or 0.0, key) for key, value in plate.of_lines(target.nutrient).items()]
    most = max(brought, default=(0.0, ""))
    over = result.code in {"over", "likely_misses"} and target.at_most is not None
    line = names.get(most[1], "") if over and most[0] > 0 else ""
    words = f"{LABELS[target.nutrient].lower()} {words}"
    blamed = say(Message("limit_blamed", {"limit": words, "food": line})) if line else words
    return Cell(eater.id, verdict, blamed, line)
