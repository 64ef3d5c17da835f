"""The plate: figures per serving with bounds and spread, targets and standings."""

from snabo_core.plate.eaters import Eater, Target
from snabo_core.plate.figures import SHOWN, Figure
from snabo_core.plate.serving import Plate, plate_of

__all__ = ["SHOWN", "Eater", "Figure", "Plate", "Target", "plate_of"]
