"""Cookings and what the scale said in them, as tables for a spreadsheet."""

from __future__ import annotations

from collections.abc import Iterable

from snabo_core.exchange.tables import write_table
from snabo_core.plate.nutrients import LABELS, SHOWN, UNIT
from snabo_core.views.run import RunView

RUN_COLUMNS = (
    "dish", "version", "servings", "started", "finished", "weighs g", "weighed", "went in g",
    "share left", "changed since the time before", "said of it", "put away g",
)  # fmt: skip
WEIGHED_COLUMNS = (
    "dish", "started", "part", "step", "technique", "weighed g", "expected g", "lowest g",
    "highest g", "share left", "share expected lowest", "share expected highest",
)  # fmt: skip


def runs_table(views: Iterable[RunView]) -> str:
    """Return a row for each cooking, with the figures of a serving of it; unknown cells empty."""
    rows = []
    for view in views:
        figures = {one.nutrient: one.figure.best for one in view.figures}
        rows.append([
            view.title, float(view.version), view.servings, view.started.isoformat(),
            view.finished.isoformat() if view.finished else "", view.whole_grams,
            "yes" if view.weighed else "no", view.went_in_grams, view.share_left,
            "; ".join(view.changed), "; ".join(one.words for one in view.opinions),
            sum(one.grams for one in view.left_over) or None,
            *(figures.get(key) for key in SHOWN),
        ])  # fmt: skip
    shown = [f"{LABELS[key]} {UNIT.get(key, 'g')}" for key in SHOWN]
    return write_table([*RUN_COLUMNS, *shown], rows)


def weigh_ins_table(views: Iterable[RunView]) -> str:
    """Return a row for each weight beside what was expected of what went in."""
    return write_table(
        WEIGHED_COLUMNS,
        [
            [
                view.title,
                view.started.isoformat(),
                one.part,
                one.words,
                one.technique,
                one.grams,
                one.usual,
                one.low,
                one.high,
                one.shares.weighed if one.shares else None,
                one.shares.low if one.shares else None,
                one.shares.high if one.shares else None,
            ]
            for view in views
            for one in view.weights
        ],
    )
