"""What a kitchen keeps: how long, how it is heated again, and what is still there of it."""

from snabo_core.shelf.batches import (
    OVER_GRAMS,
    Batch,
    Held,
    Moved,
    ShelfEvent,
    ShelfEventKind,
    fold,
    put_refusal,
    refusal,
)
from snabo_core.shelf.keeping import (
    UNLISTED,
    KeepingGroup,
    KeepingKind,
    Place,
    Reheating,
    groups_of,
    keeping_of,
    keepings,
    proposed,
)

__all__ = [
    "OVER_GRAMS",
    "UNLISTED",
    "Batch",
    "Held",
    "KeepingGroup",
    "KeepingKind",
    "Moved",
    "Place",
    "Reheating",
    "ShelfEvent",
    "ShelfEventKind",
    "fold",
    "groups_of",
    "keeping_of",
    "keepings",
    "proposed",
    "put_refusal",
    "refusal",
]  # fmt: skip
