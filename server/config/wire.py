"""JSON in and out by msgspec: core dataclasses travel as they are."""

from collections.abc import Mapping
from typing import Any, TypeVar

import msgspec
from rest_framework.parsers import BaseParser
from rest_framework.renderers import BaseRenderer

from snabo_core.errors import BadInput

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
    """Reads a JSON body into plain containers; the core checks their shape."""

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
            return msgspec.json.decode(stream.read())
        except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
            raise BadInput("The request could not be read; load the page again.") from error


def convert(data: Any, kind: type[T]) -> T:
    """Turn plain containers into a core value.

    Raises:
        BadInput: a field is missing, of the wrong type or out of range; names the field.
    """
    try:
        return msgspec.convert(data, kind)
    except (msgspec.ValidationError, TypeError, OverflowError) as error:
        message, _, place = str(error).partition(" - at `$")
        field = place.strip("`.") or None
        raise BadInput(f"Something sent here has the wrong shape: {message}.", field) from error
