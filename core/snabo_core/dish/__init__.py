"""The dish document: one version of a dish as parts, lines, slots and steps.

The same document travels to the browser and back and is stored as it is; `schema` numbers
its shape, `upgrade` brings an older one up to it. Ids are UUID texts made where a thing is
first written down.
"""

from snabo_core.dish.document import (
    PLAIN,
    ROLES,
    SCHEMA,
    Aside,
    AsideKind,
    Choice,
    ChoiceKind,
    ChoiceStep,
    Dish,
    Part,
    Portion,
    Slot,
    Span,
    StepSetting,
    StepText,
    Taken,
    Told,
    UnitSystem,
    all_lines,
)
from snabo_core.dish.lines import BY_COOK, HoldBack, Leaves, Leaving, Line, Use, UseKind
from snabo_core.dish.readings import NONE, Readings, stand_ins_of
from snabo_core.dish.rules import (
    MAX_ASIDES,
    MAX_GRAMS,
    MAX_LINES,
    MAX_METHOD,
    MAX_PARTS,
    MAX_SERVINGS,
    MAX_TEXT,
    check,
    check_schema,
)
from snabo_core.dish.steps import Cover, MethodStep, Ring, ShareKind, StepFact, Take
from snabo_core.dish.upgrade import row_id, upgraded

__all__ = [
    "BY_COOK",
    "MAX_ASIDES",
    "MAX_GRAMS",
    "MAX_LINES",
    "MAX_METHOD",
    "MAX_PARTS",
    "MAX_SERVINGS",
    "MAX_TEXT",
    "NONE",
    "PLAIN",
    "ROLES",
    "SCHEMA",
    "Aside",
    "AsideKind",
    "Choice",
    "ChoiceKind",
    "ChoiceStep",
    "Cover",
    "Dish",
    "HoldBack",
    "Leaves",
    "Leaving",
    "Line",
    "MethodStep",
    "Part",
    "Portion",
    "Readings",
    "Ring",
    "ShareKind",
    "Slot",
    "Span",
    "StepFact",
    "StepSetting",
    "StepText",
    "Take",
    "Taken",
    "Told",
    "UnitSystem",
    "Use",
    "UseKind",
    "all_lines",
    "check",
    "check_schema",
    "row_id",
    "stand_ins_of",
    "upgraded",
]  # fmt: skip
