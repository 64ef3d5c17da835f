"""The plate: figures per serving with bounds and spread, targets and standings."""

from snabo_core.plate.eaters import Eater, Target
from snabo_core.plate.exclusions import Exclusion
from snabo_core.plate.nutrients import SHOWN
from snabo_core.plate.rows import Rules
from snabo_core.plate.serving import Plate, plate_of
from snabo_core.plate.totals import Figure

__all__ = ["SHOWN", "Eater", "Exclusion", "Figure", "Plate", "Rules", "Target", "plate_of"]
