"""The menu: several dishes over several days, cooked once and eaten as long as they keep."""

from snabo_core.menu.families import Running, families_in, family_of, running
from snabo_core.menu.planning import NOTHING, Eaten, Made, Waits, spare, waits

__all__ = [
    "NOTHING",
    "Eaten",
    "Made",
    "Running",
    "Waits",
    "families_in",
    "family_of",
    "running",
    "spare",
    "waits",
]
