"""The book: every figure, word and rule that is data, as TOML and CSV, and its one reader."""

from __future__ import annotations

import tomllib
from importlib.resources import files
from typing import Any

FOLDER = files("snabo_core") / "book"


def text_of(name: str) -> str:
    """Return a file of the book as text; `name` is its path within the book."""
    return (FOLDER / name).read_text("utf-8")


def entries_of(name: str) -> dict[str, Any]:
    """Return a TOML file of the book."""
    return tomllib.loads(text_of(name))


def files_in(folder: str) -> list[str]:
    """Return the paths of a folder's TOML files, by name."""
    found = (path.name for path in (FOLDER / folder).iterdir())
    return sorted(f"{folder}/{name}" for name in found if name.endswith(".toml"))
