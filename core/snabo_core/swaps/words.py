"""How a stand-in keeps, is warmed and comes out, in words."""

from __future__ import annotations

from typing import Literal

from snabo_core.shelf import Reheating
from snabo_core.swaps.pans import Piece, Shape
from snabo_core.swaps.stand_ins import Keeping
from snabo_core.wording import worded


def _span(low: float, high: float) -> str:
    return f"{low:g}" if low == high else f"{low:g} to {high:g}"


def keeping_words(keeping: Keeping | None, unit: Literal["day", "month"]) -> str:
    """Return how long something keeps and who says so; that nobody has tried where none does."""
    if keeping is None:
        return worded("nobody_tried")
    if keeping.high == 1:
        span = worded(f"keeps_a_{unit}")
    elif keeping.low == keeping.high:
        span = worded(f"keeps_exactly_{unit}s", low=f"{keeping.low:g}")
    else:
        span = worded(f"keeps_{unit}s", low=f"{keeping.low:g}", high=f"{keeping.high:g}")
    return f"{span} ({keeping.evidence})"


def reheating_words(reheat: Reheating | None) -> str:
    """Return how something is warmed again."""
    if reheat is None:
        return worded("nobody_tried")
    return worded(
        f"warm_{reheat.how}",
        celsius=f"{reheat.celsius or 0:.0f}",
        cover="covered" if reheat.covered else "open",
        minutes=_span(*reheat.minutes),
    )


def shape_words(shape: Shape) -> str:
    """Return what a scaled stand-in comes to; empty where its grams say it already."""
    if shape.sheet_cm is not None:
        return _area_words(shape, shape.sheet_cm)
    if shape.wells is not None:
        return worded(
            "in_wells", pan=shape.pan, wells=f"{shape.wells.wells}",
            grams=f"{shape.wells.each_grams:.0f}", net=f"{shape.well_net_carbs:.1f}",
        )  # fmt: skip
    if shape.unit == "pieces" and shape.piece_grams is not None:
        grams = f"{shape.piece_grams:.0f}"
        if shape.units == 1:
            return worded("makes_one", grams=grams)
        return worded("makes_pieces", pieces=f"{shape.units:.0f}", grams=grams)
    if shape.unit == "ml":
        return worded("fills", amount=f"{round(shape.units, -1):.0f}")
    return ""


def _area_words(shape: Shape, sheet_cm: tuple[float, float]) -> str:
    long, short = sheet_cm
    covers = worded(
        "covers", area=f"{round(shape.units, -1):.0f}", round=f"{shape.round_cm or 0:.0f}",
        square=f"{shape.square_cm or 0:.0f}", long=f"{long:.0f}", short=f"{short:.0f}",
    )  # fmt: skip
    if shape.layers is not None:
        laid = worded(
            "layers_in", covers=covers, pan=shape.pan, layers=f"{shape.layers.layers}",
            left=f"{round(shape.layers.left_cm2, -1):.0f}",
        )  # fmt: skip
        return worded("or_rolls", laid=laid, rolls=f"{shape.rolls}") if shape.rolls else laid
    if shape.thickness_mm is None:
        return covers
    thick = worded("covers_thick", covers=covers, thickness=f"{shape.thickness_mm:g}")
    if not shape.pan:
        return thick
    return worded("fits_pan", thick=thick, pan=shape.pan, lies=f"{shape.lies_mm or 0:.0f}")


def piece_words(piece: Piece | None) -> str:
    """Return the net carbs of what a cook takes at a time, empty where there is no such measure."""
    if piece is None:
        return ""
    grams, net = f"{piece.grams:.0f}", f"{piece.net_carbs:.1f}"
    return worded(f"a_{piece.name}", grams=grams, net=net)
