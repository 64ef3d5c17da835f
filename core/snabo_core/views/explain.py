"""A figure opened down to its lines: what each brings, by which rule, and what if it were gone."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from snabo_core.dish import NONE, Dish, Line, Readings, all_lines
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.foods.records import AVAILABLE, NET_ONLY, FoodRow
from snabo_core.plate.eaters import standing
from snabo_core.plate.figures import entries, total
from snabo_core.plate.nutrients import LABELS, SHOWN
from snabo_core.plate.rows import PLACE
from snabo_core.plate.setting import Setting
from snabo_core.plate.taking import cut_lines
from snabo_core.plate.totals import Cause, Figure, Totals
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import Judged, judged
from snabo_core.views.foods import how_known
from snabo_core.wording import Message, in_energy_unit, say

MOST_WHAT_IF = 10
CAUSE_WORDS: dict[Cause, str] = {
    "unknown": "unknown", "label": "the label's rounding", "measure": "how full the measure is",
    "recalled": "a value from memory", "natural": "natural spread",
}  # fmt: skip


@dataclass(frozen=True)
class ExplainRequest:
    """Which figure of a draft to open: by serving, 100g, dish, or an eater's id."""

    dish: Dish
    nutrient: str
    scale: str
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


@dataclass(frozen=True)
class WhatIf:
    """A figure and the words of the limits on it if a line were changed."""

    value: float | None
    words: tuple[str, ...]


@dataclass(frozen=True)
class ExplainedLine:
    """What one line brings to a figure, where it comes from, by which rule, in what doubt."""

    line_id: str
    part: str
    food: str
    grams: float | None
    value: float | None
    of_total: float | None
    source: str
    rule: str
    doubt: str
    gone: WhatIf | None
    halved: WhatIf | None


@dataclass(frozen=True)
class Explained:
    """A figure opened down to its lines."""

    nutrient: str
    label: str
    scale: str
    figure: Figure
    lines: tuple[ExplainedLine, ...]


@dataclass(frozen=True)
class _Scale:
    """A share of the whole dish with its words."""

    share: float
    words: str


def _scale(made: Judged, scale: str) -> _Scale:
    dish = made.dish
    if scale == "serving":
        return _Scale(1 / dish.servings, "a serving")
    if scale == "dish":
        return _Scale(1.0, "the whole dish")
    if scale == "100g":
        if made.grams <= 0:
            raise BadInput("Nobody knows what this dish weighs, so nothing is per 100 g.", "scale")
        return _Scale(100 / made.grams, "100 g" if made.weighs else "100 g before cooking")
    for eater in made.setting.eaters:
        if eater.id == scale:
            return _Scale(made.sharing.of(eater.id), f"{eater.name}'s portion")
    raise BadInput("There is no such scale; the eater may have left the table.", "scale")


def rule_of(row: FoodRow, nutrient: str) -> str:
    """Return by which rule a row's figure comes about, in words."""
    if nutrient == "net_carbs":
        if row.convention == NET_ONLY:
            return "net carbs as printed"
        taken = "" if row.convention == AVAILABLE else " less fibre"
        return f"carbohydrate{taken}, less the polyols you take off"
    if nutrient in {"added_oil", "plain_oil"}:
        return "the fat of a free fat"
    if nutrient == "vegetables":
        return "its grams, if it is a vegetable that is not starchy"
    known = how_known(row, nutrient)
    return {
        "given": "as the source gives it", "computed": "from its macros, by your factors",
        "recalled": "from memory", "label": "as the label prints it",
        "class": "none, by the kind of food", "unknown": "unknown", "derived": "derived",
    }.get(known, known)  # fmt: skip


def explain(
    dish: Dish, request: ExplainRequest, setting: Setting, book: Book, library: Library
) -> Explained:
    """Open one figure of a dish, or of what an eater has of it, the biggest contributors first.

    Raises:
        BadInput: there is no such figure or scale.
    """
    nutrient = request.nutrient
    if nutrient not in SHOWN:
        raise BadInput(f"A plate has no figure called {nutrient[:30]}.", "nutrient")
    table = judged(dish, setting, book, library)
    # An eater's own is what they have; else what the others have, and their limits alone.
    made = table.of(request.scale)
    some = tuple(eater for eater in setting.eaters if table.of(eater.id) is made)
    setting = replace(setting, eaters=some)
    eaten = made.eaten
    scale = _scale(made, request.scale)
    parts = {line.id: part.name for part, line in all_lines(eaten)}
    lines = [line for _, line in all_lines(eaten)]
    found, lost = entries(lines, library, setting.rules)
    totals = total(found, lost)
    place = PLACE[nutrient]
    whole = float(totals.known[place])
    causes = {blame.line_id: blame.cause for _, blame in totals.blame[place]}
    rows = []
    for entry in found:
        row = library.rows[entry.row_key]
        brought = float(entry.figures.best[place])
        unknown = np.isnan(brought) or (entry.best is None and brought != 0)
        value = None if unknown else brought * (entry.best or 0.0) / 100
        if value == 0:
            continue
        cause = causes.get(entry.line.id)
        rows.append(
            ExplainedLine(
                line_id=entry.line.id,
                part=parts[entry.line.id],
                food=library.food(entry.line.food or "").name,
                grams=None if entry.best is None else entry.best * scale.share,
                value=None if value is None else value * scale.share,
                of_total=None if value is None or whole <= 0 else value / whole,
                source=f"{row.source}: {row.description}",
                rule=rule_of(row, nutrient),
                doubt=CAUSE_WORDS[cause] if cause else "",
                gone=None,
                halved=None,
            )
        )
    rows += [
        ExplainedLine(line.id, parts[line.id], line.food_name or line.text, line.grams, None, None,
                      "no food chosen", "unknown", CAUSE_WORDS["unknown"], None, None)
        for line in lost
    ]  # fmt: skip
    rows.sort(key=lambda r: (r.value is not None, -(r.value or 0.0)))
    asked = [
        _what_if(row, lines, nutrient, scale.share, setting, library)
        if i < MOST_WHAT_IF and row.value is not None
        else row
        for i, row in enumerate(rows)
    ]
    figure = totals.figure(nutrient, scale.share, totals.edges[place] * scale.share)
    return Explained(nutrient, LABELS[nutrient], scale.words, figure, tuple(asked))


def _what_if(
    row: ExplainedLine,
    lines: list[Line],
    nutrient: str,
    share: float,
    setting: Setting,
    library: Library,
) -> ExplainedLine:
    """Add what the figure and the limits on it come to without the line, and with half of it."""
    own = next(line for line in lines if line.id == row.line_id)
    rest = [line for line in lines if line.id != own.id]
    without = total(*entries(rest, library, setting.rules))
    half = total(*entries(cut_lines((own,), 0.5), library, setting.rules))
    return replace(
        row,
        gone=_outcome(without, nutrient, share, setting),
        halved=_outcome(without.plus(half), nutrient, share, setting),
    )


def _outcome(totals: Totals, nutrient: str, share: float, setting: Setting) -> WhatIf:
    place = PLACE[nutrient]
    best = float(totals.best[place])
    words = []
    for eater in setting.eaters:
        for target in eater.targets:
            if target.nutrient == nutrient:
                found = standing(target, totals, share, {}, counted_as=eater.counted_as(nutrient))
                message: Message = in_energy_unit(found.message, setting.energy_unit)
                words.append(f"{eater.name}: {say(message)}")
    return WhatIf(None if np.isnan(best) else best * share, tuple(words))
