"""The job of Snabo in pure Python: foods, lines, plates, swaps and water.

No Django, no network, no clock, no input or output but this package's own data files.
Units everywhere: g, mg for sodium, kcal, C, W, s, mm; shares run from 0 to 1.
"""

# The one version number of Snabo.
__version__ = "0.6.0"
