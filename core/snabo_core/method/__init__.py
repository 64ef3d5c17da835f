"""The method: what a recipe's sentences tell a cook to do, as steps the product understands."""

from snabo_core.method.facts import Share
from snabo_core.method.naming import Ingredient
from snabo_core.method.reading import read_method, read_sentences
from snabo_core.method.steps import ReadStep
from snabo_core.method.techniques import Technique, technique, techniques

__all__ = [
    "Ingredient",
    "ReadStep",
    "Share",
    "Technique",
    "read_method",
    "read_sentences",
    "technique",
    "techniques",
]
