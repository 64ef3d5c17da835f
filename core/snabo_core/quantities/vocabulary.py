"""What the words of an ingredient line do that name no food."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Literal

from snabo_core.book import entries_of
from snabo_core.foods.library import plain_word

WordClass = Literal["change", "cooked", "prep", "quality", "variety", "shade", "part", "purpose",
                    "filler", "chat"]  # fmt: skip
# A word that does several things counts as the first of these.
ORDER: tuple[WordClass, ...] = (
    "change", "cooked", "shade", "prep", "part", "purpose", "variety", "quality", "filler", "chat",
)  # fmt: skip


@cache
def words() -> Mapping[str, WordClass]:
    """Return every known word, singular and without accents, with its class."""
    found: dict[str, WordClass] = {}
    lists = entries_of("words.toml")
    for name in ORDER:
        listed: str = lists[name]
        for word in listed.split():
            # A hyphenated word is read as its parts; those stand in the lists themselves.
            if "-" in word:
                continue
            plain = plain_word(word)
            found.setdefault(plain, name)
    return found


def class_of(word: str) -> WordClass | None:
    """Return what a word does, None for one nobody has listed."""
    return words().get(plain_word(word))
