"""What the server keeps in memory for good, loaded once and before it forks."""

import gc

from snabo_core.foods import library
from snabo_core.swaps.book import book

# A computed dish is tens of thousands of small values without a cycle among them; by the usual
# thresholds the collector walked all of them several times an answer.
COLLECT_AFTER = (50_000, 20, 20)


def warm() -> None:
    """Load the food list and the swap book, and keep the collector from walking them again."""
    library()
    book()
    gc.collect()
    gc.freeze()
    gc.set_threshold(*COLLECT_AFTER)
