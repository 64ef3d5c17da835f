"""The water ledger: what a part weighs and holds after each drying step, and what to do."""

from snabo_core.water.advice import (
    Advice,
    advise,
    expected,
    question,
    question_poured,
    sheets,
)
from snabo_core.water.ledger import Kitchen, Ledger, Point, predict
from snabo_core.water.state import State, of_lines
from snabo_core.water.steps import Step

__all__ = [
    "Advice",
    "Kitchen",
    "Ledger",
    "Point",
    "State",
    "Step",
    "advise",
    "expected",
    "of_lines",
    "predict",
    "question",
    "question_poured",
    "sheets",
]
