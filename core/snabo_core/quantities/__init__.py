"""Amounts, kitchen measures and the reading of ingredient lines and whole recipes."""

from snabo_core.quantities.reading import ReadLine, read_line, read_lines
from snabo_core.quantities.units import SYSTEMS, UNITS, Unit, unit_for

__all__ = ["SYSTEMS", "UNITS", "ReadLine", "Unit", "read_line", "read_lines", "unit_for"]
