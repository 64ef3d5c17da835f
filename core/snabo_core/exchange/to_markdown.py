"""Writes recipes as Markdown, so that reading gives the same recipe again."""

from __future__ import annotations

import re

from snabo_core.plate.nutrients import LABELS, UNIT
from snabo_core.recipe import ToldRecipe
from snabo_core.recipe.servings import servings_in
from snabo_core.recipe.told import carries_makes, served, without_makes

_TIME_NAMES = {"prep": "Prep", "cook": "Cook", "rest": "Rest", "total": "Total"}
_SPECIAL = re.compile(r"([\\`*_{}\[\]<>#|~!&])")


def write_markdown(recipe: ToldRecipe) -> str:
    """Return a told recipe as Markdown; reading it gives the recipe again."""
    said = [f"# {_escaped(recipe.title)}", ""]
    if recipe.serves:
        said += [_escaped(_yield(recipe.serves)), ""]
    for kind, name in _TIME_NAMES.items():
        if kind in recipe.minutes:
            said += [f"{name}: {recipe.minutes[kind]:g} min", ""]
    said += [_escaped(text) + "\n" for kind, text in recipe.asides if kind == "story"]
    said += ["## Ingredients", ""]
    for name, lines in recipe.parts:
        said += (
            ([f"### {_escaped(name)}", ""] if name else [])
            + [f"- {_item(x)}" for x in lines]
            + [""]
        )
    said += ["## Method", ""]
    under, number = "", 0
    for section, text in recipe.steps:
        if section != under:
            said += ["", f"### {_escaped(section or 'Method')}", ""]
            under, number = section, 0
        number += 1
        said.append(f"{number}. {_item(text)}")
    notes = [text for kind, text in recipe.asides if kind != "story"]
    if notes:
        said += ["", "## Notes", "", *(f"- {_item(text)}" for text in notes)]
    if recipe.claims:
        said += ["", "## Per serving", "", "| Figure | Amount |", "|---|---|"]
        said += [f"| {LABELS[c.key]} | {c.high:g} {UNIT.get(c.key, 'g')} |" for c in recipe.claims]
    if recipe.source:
        said += ["", "## Source", "", _item(recipe.source)]
    return re.sub(r"\n{3,}", "\n\n", "\n".join(said)).strip() + "\n"


def _yield(serves: str) -> str:
    """Return for how many, or what is made, as a sentence: "Serves 4", "Makes 12 squares"."""
    if servings_in(serves) is not None or without_makes(serves)[1]:
        return serves
    if served(serves) is not None:
        return f"Serves {serves}"
    return f"Makes {serves}" if carries_makes(serves) else serves


def _escaped(text: str) -> str:
    return _SPECIAL.sub(r"\\\1", text)


def _item(text: str) -> str:
    """Return a text as an item: what would begin a list or a heading in it is escaped."""
    escaped = _escaped(text)
    return re.sub(r"^(\d+)([.)])(?=\s|$)", r"\1\\\2", re.sub(r"^([-+=:])", r"\\\1", escaped))
