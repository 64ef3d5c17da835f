"""One root for everything the core refuses."""

from __future__ import annotations


class SnaboError(ValueError):
    """A refusal with a stable code, a sentence for the cook and the field it is about."""

    code = "refused"

    def __init__(self, sentence: str, field: str | None = None) -> None:
        super().__init__(sentence)
        self.sentence = sentence
        self.field = field


class BadInput(SnaboError):
    """What came in cannot be what it should be."""

    code = "bad-input"


class UnknownFood(SnaboError):
    """A food key, or a form of a food, that is not in the list."""

    code = "unknown-food"


class BookError(SnaboError):
    """A file of the swap book or of the curated foods contradicts itself."""

    code = "book"


class Outdated(BadInput):
    """A page of an older release sent something this one has in another shape."""

    code = "outdated"
