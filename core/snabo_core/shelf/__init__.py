"""What a kitchen keeps: how long, how it is heated again, and what is still there of it."""

from snabo_core.shelf.batches import (
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
    keeping_of,
    keepings,
    proposed,
)

__all__ = [
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
    "keeping_of",
    "keepings",
    "proposed",
    "put_refusal",
    "refusal",
]  # fmt: skip
