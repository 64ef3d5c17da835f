"""The swap book: roles, stand-ins, scaling to a dish and ranking."""

from snabo_core.swaps.book import Book, StandIn, book
from snabo_core.swaps.scaling import scale_to

__all__ = ["Book", "StandIn", "book", "scale_to"]
