"""Lists page by page, in a total order; `Link` names the next page (RFC 8288).

A service that lists is given a way to cut its rows and knows nothing of pages: `whole` takes all
of them, the `Page` of a request those it asks for. A page begins behind the place where the last
one ended, compared by the database itself: a row added or put away meanwhile moves none, and names
that differ only in their capitals, which are one to the database and two to Python, lose none.
"""

import json
from base64 import urlsafe_b64decode, urlsafe_b64encode
from typing import Any, Protocol, TypeVar
from urllib.parse import urlencode

from django.core.exceptions import ValidationError
from django.db.models import Model, Q, QuerySet
from rest_framework.request import Request
from rest_framework.response import Response

from snabo_core.errors import BadInput

Row = TypeVar("Row", bound=Model)
MOST_ROWS, LONGEST_CURSOR = 500, 4000
NO_SUCH_PAGE = "There is no such page of this list; begin again at the first."


class Cut(Protocol):
    """Takes of the rows of a list those that are wanted."""

    def __call__(self, rows: QuerySet[Row], /) -> list[Row]:
        """Return them in the order of the list."""


def whole(rows: QuerySet[Row], /) -> list[Row]:
    """Return every row."""
    return list(rows)


class Page:
    """The page of a list that a request asks for with `cursor` and `page_size`.

    Raises:
        BadInput: the page's size is no number from 1 to `MOST_ROWS`.
    """

    def __init__(self, request: Request, size: int = MOST_ROWS) -> None:
        asked = request.query_params.get("page_size", f"{size}")
        plain = asked.isascii() and asked.isdigit() and len(asked) <= len(f"{MOST_ROWS}")
        if not plain or not 1 <= int(asked) <= MOST_ROWS:
            raise BadInput(f"A page has 1 to {MOST_ROWS} rows.", "page_size")
        self.size = int(asked)
        self.asked = request
        self.following = ""

    def cut(self, rows: QuerySet[Row], /) -> list[Row]:
        """Return the rows of this page.

        Raises:
            BadInput: `cursor` is none that a page of this list gave.
        """
        order = _total(rows)
        rows = rows.order_by(*order)
        if cursor := self.asked.query_params.get("cursor", ""):
            rows = rows.filter(_behind(order, _read(cursor, rows.model, order)))
        found = list(rows[: self.size + 1])
        if len(found) > self.size:
            self.following = _written(found[self.size - 1], order)
        return found[: self.size]

    def answer(self, listed: Any) -> Response:
        """Return what is listed of the rows cut, with where the next page is."""
        if not self.following:
            return Response(listed)
        query = urlencode({**self.asked.query_params.dict(), "cursor": self.following})
        return Response(listed, headers={"Link": f'<{self.asked.path}?{query}>; rel="next"'})


def _total(rows: QuerySet[Any]) -> list[str]:
    """Return the names of the list's own order, made total by the row's key."""
    order = [str(name) for name in rows.query.order_by or rows.model._meta.ordering or ()]  # noqa: SLF001  the framework's public way to what Meta says
    return order if {"id", "-id"} & set(order) else [*order, "id"]


def _behind(order: list[str], place: list[Any]) -> Q:
    """Return what is true of the rows behind a place in an order."""
    behind, same = Q(), Q()
    for name, value in zip(order, place, strict=True):
        field = name.removeprefix("-")
        further = "lt" if name.startswith("-") else "gt"
        behind |= same & Q(**{f"{field}__{further}": value})
        same &= Q(**{field: value})
    return behind


def _fields(model: type[Model], order: list[str]) -> list[Any]:
    return [model._meta.get_field(name.removeprefix("-")) for name in order]  # noqa: SLF001  as above


def _written(row: Model, order: list[str]) -> str:
    place = [field.value_to_string(row) for field in _fields(type(row), order)]
    return urlsafe_b64encode(json.dumps(place).encode()).decode()


def _read(cursor: str, model: type[Model], order: list[str]) -> list[Any]:
    try:
        place = json.loads(urlsafe_b64decode(cursor[:LONGEST_CURSOR]))
        values = [
            field.to_python(value)
            for field, value in zip(_fields(model, order), place, strict=True)
        ]
    except (ValueError, TypeError, ValidationError) as error:
        raise BadInput(NO_SUCH_PAGE, "cursor") from error
    if None in values:
        raise BadInput(NO_SUCH_PAGE, "cursor")
    return values
