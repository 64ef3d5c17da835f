"""The formats a dish can be taken along in, and what each of them cannot carry."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

from snabo_core.dish import Dish
from snabo_core.exchange.cooklang import write_cooklang
from snabo_core.exchange.json_ld import write_json_ld
from snabo_core.exchange.tables import plate_table
from snabo_core.exchange.telling import still_made, telling
from snabo_core.exchange.to_markdown import write_markdown
from snabo_core.swaps.judged import Judged
from snabo_core.wording import worded

FormatKey = Literal["json_ld", "markdown", "cooklang", "plate_csv"]
FORMATS: dict[FormatKey, tuple[str, str]] = {
    "json_ld": (".recipe.json", "application/ld+json"),
    "markdown": (".md", "text/markdown"),
    "cooklang": (".cook", "text/plain"),
    "plate_csv": (".plate.csv", "text/csv"),
}


@dataclass(frozen=True)
class FormatView:
    """A format with what it is for, and in sentences what of this dish it cannot carry."""

    key: FormatKey
    name: str
    use: str
    leaves: tuple[str, ...]


@dataclass(frozen=True)
class Written:
    """A file: its name, its media type and its text."""

    name: str
    media_type: str
    text: str


def formats_of(dish: Dish) -> tuple[FormatView, ...]:
    """Return every format and what of a dish it leaves behind."""
    return tuple(
        FormatView(key, worded(f"format_{key}"), worded(f"format_{key}_use"), _leaves(key, dish))
        for key in FORMATS
    )


def _leaves(key: FormatKey, dish: Dish) -> tuple[str, ...]:
    """Return what a format cannot carry, of what the dish has."""
    lines = [line for part in dish.parts for line in part.lines]
    had = {
        "shelf": any(line.met() for line in lines),
        "people": bool(dish.portions or dish.variants),
        "original": dish.changed(),
        "readings": bool(lines),
        "spread": bool(lines),
        "figures": bool(lines),
        "uses": any(line.uses or line.leavings for line in lines),
        "method": bool(dish.steps),
        "story": any(aside.kind == "story" for aside in dish.asides),
        "makes": bool(dish.told.makes) and not still_made(dish),
    }
    lost: dict[FormatKey, tuple[str, ...]] = {
        "json_ld": ("people", "shelf"),
        "markdown": ("people", "shelf", "original", "readings", "spread", "uses", "story", "makes"),
        "cooklang": (
            "people",
            "shelf",
            "original",
            "readings",
            "figures",
            "uses",
            "story",
            "makes",
        ),
        "plate_csv": ("people", "method", "original", "uses", "makes"),
    }
    return tuple(worded(f"leaves_{what}") for what in lost[key] if had[what])


def write(key: FormatKey, made: Judged) -> Written:
    """Return a judged dish in a format.

    Args:
        key: one of `FORMATS`.
        made: the dish, computed for its household.
    """
    ending, media_type = FORMATS[key]
    texts = {
        "json_ld": lambda: write_json_ld(made),
        "markdown": lambda: write_markdown(telling(made)),
        "cooklang": lambda: write_cooklang(telling(made)),
        "plate_csv": lambda: plate_table(made),
    }
    return Written(file_name(made.dish.title) + ending, media_type, texts[key]())


def file_name(title: str) -> str:
    """Return a title as every file system takes it."""
    plain = re.sub(r"[^\w]+", "-", title.lower()).strip("-_")[:60].strip("-")
    return plain or "dish"
