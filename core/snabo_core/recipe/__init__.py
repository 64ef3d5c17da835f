"""From a pasted text to a dish."""

from snabo_core.recipe.layout import sort_lines
from snabo_core.recipe.reading import (
    MAX_READ_LINES,
    SYSTEM_WORDS,
    guess_system,
    line_from,
    lines_from,
    new_id,
    read_recipe,
    read_told,
    reread_line,
)
from snabo_core.recipe.told import ToldRecipe

__all__ = ["MAX_READ_LINES", "SYSTEM_WORDS", "ToldRecipe", "guess_system", "line_from", "lines_from", "new_id", "read_recipe",
           "read_told", "reread_line", "sort_lines"]  # fmt: skip
