"""Fitting a whole dish: which options and how many grams satisfy every limit at least change.

A mixed-integer linear programme solved by HiGHS through scipy; knows nothing of foods or screens.
"""

from snabo_core.fit.problem import Eater, Limit, Line, Option, PartBand, Problem, Slot, parse
from snabo_core.fit.solving import Blocked, Missed, Solution, solve

__all__ = [
    "Blocked",
    "Eater",
    "Limit",
    "Line",
    "Missed",
    "Option",
    "PartBand",
    "Problem",
    "Slot",
    "Solution",
    "parse",
    "solve",
]
