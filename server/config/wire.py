"""JSON in and out by msgspec: core dataclasses travel as they are."""

import contextlib
import dataclasses
import threading
from collections.abc import Mapping
from functools import cache
from typing import Any, TypeVar
from uuid import UUID

import msgspec
from rest_framework.parsers import BaseParser
from rest_framework.renderers import BaseRenderer
from rest_framework.request import Request

from snabo_core.dish import Dish, check_schema, upgraded
from snabo_core.errors import BadInput
from snabo_core.unseen import decoded

T = TypeVar("T")
ENCODER = msgspec.json.Encoder(enc_hook=str)


class JsonRenderer(BaseRenderer):
    """Writes core values, plain containers and dates."""

    media_type = "application/json"
    format = "json"
    charset = None

    def render(
        self,
        data: Any,
        accepted_media_type: str | None = None,
        renderer_context: Mapping[str, Any] | None = None,
    ) -> bytes:
        """Return the body; nothing for None."""
        return b"" if data is None else ENCODER.encode(data)


class JsonParser(BaseParser):
    """Reads a JSON body into plain containers without unseen signs; the core checks their shape."""

    media_type = "application/json"

    def parse(
        self,
        stream: Any,
        media_type: str | None = None,
        parser_context: Mapping[str, Any] | None = None,
    ) -> Any:
        """Return the decoded body.

        Raises:
            BadInput: the body is not JSON or holds a number too large to be one.
        """
        try:
            return decoded(stream.read())
        except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
            raise BadInput("The request could not be read; load the page again.") from error


# msgspec works out how a type is built when it first meets it, and a process in which two threads
# do so at once may crash: one at a time, and each only once.
_FIRST = threading.Lock()
_known: set[Any] = set()


def _meet(kind: Any) -> None:
    if kind in _known:
        return
    with _FIRST:
        with contextlib.suppress(msgspec.ValidationError):
            msgspec.convert(None, kind)
        _known.add(kind)


def convert(data: Any, kind: type[T]) -> T:
    """Turn plain containers into a core value.

    Raises:
        BadInput: a field is missing, of the wrong type or out of range; names the field.
    """
    _meet(kind)
    try:
        return msgspec.convert(data, kind)
    except (msgspec.ValidationError, TypeError, OverflowError) as error:
        message, _, place = str(error).partition(" - at `$")
        field = place.strip("`.") or None
        raise BadInput(f"Something sent here has the wrong shape: {message}.", field) from error


def stored_dish(document: Mapping[str, Any]) -> Dish:
    """Return a stored document, whatever schema it was written in.

    Raises:
        BadInput: it is no dish this release can read.
    """
    dish = convert(upgraded(document), Dish)
    _complete(dish)
    return dish


_PLAIN = {str, float, int, bool, type(None)}


@cache
def _names(kind: type) -> tuple[str, ...]:
    """Return the names of a dataclass's fields, none of what is no dataclass."""
    known = dataclasses.is_dataclass(kind)
    return tuple(field.name for field in dataclasses.fields(kind)) if known else ()


def _complete(value: Any) -> None:
    """Give every dataclass inside a value the fields that were missing and have a default.

    The converter leaves them to the class, and what is not the instance's own is not written
    out again.
    """
    if isinstance(value, (tuple, list)):
        for item in value:
            _complete(item)
        return
    for name in _names(type(value)):  # type: ignore[arg-type]  # a class is hashable
        found = getattr(value, name)
        if name not in value.__dict__:
            object.__setattr__(value, name, found)
        if found.__class__ not in _PLAIN:
            _complete(found)


def sent_dish(document: Any) -> Dish:
    """Return a document as a screen sent it: in today's schema, with nothing in it unknown.

    Raises:
        Outdated: the screen was loaded before this release.
        BadInput: a field is missing, unknown, or of the wrong type.
    """
    dish = convert(document, Dish)
    check_schema(dish)
    _complete(dish)
    strange = _strange(document, msgspec.to_builtins(dish))
    if strange:
        raise BadInput(f"A dish has no field called {strange[:60]}.", "dish")
    return dish


def _strange(sent: Any, known: Any) -> str:
    """Return a field that was sent and got lost on reading, empty where there is none."""
    if isinstance(sent, Mapping) and isinstance(known, Mapping):
        for name, value in sent.items():
            if name not in known:
                return str(name)
            if found := _strange(value, known[name]):
                return found
    elif isinstance(sent, list) and isinstance(known, (list, tuple)):
        for one, other in zip(sent, known, strict=False):
            if found := _strange(one, other):
                return found
    return ""


def client_id_of(request: Request) -> UUID | None:
    """Return the id a screen gave something new, None where it gave none.

    Sending it again does no more than sending it once.

    Raises:
        BadInput: it is no UUID.
    """
    written = request.headers.get("Client-Id")
    if not written:
        return None
    try:
        return UUID(written)
    except ValueError as error:
        raise BadInput("The id of what was sent is none.", "Client-Id") from error
